"""Pictures as cameras write them."""

from __future__ import annotations

import struct
from pathlib import Path

from PySide6.QtGui import QImage


def held_upright(image: QImage, file: Path) -> Path:
    """A JPEG file whose pixels lie on their side, and that says so: Exif orientation 6 (Exif 2.3, table 4, tag 0x0112).

    Qt's own writer turns the pixels instead, so the segment is put in by hand behind the begin of the file.
    """
    assert image.save(str(file), "jpg")
    entry = struct.pack(">HHIHH", 0x0112, 3, 1, 6, 0)
    tiff = b"MM\x00\x2a" + struct.pack(">I", 8) + struct.pack(">H", 1) + entry + struct.pack(">I", 0)
    body = b"Exif\x00\x00" + tiff
    raw = file.read_bytes()
    file.write_bytes(raw[:2] + b"\xff\xe1" + struct.pack(">H", len(body) + 2) + body + raw[2:])
    return file
