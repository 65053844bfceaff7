"""Pictures out of files and documents: read small enough, the right way up, and kept small enough."""

from __future__ import annotations

import base64
import binascii
from pathlib import Path
from typing import Final

from PySide6.QtCore import QBuffer, QByteArray, QIODevice, QSize, Qt
from PySide6.QtGui import QImage, QImageReader, QImageWriter

from equilix.errors import Refused
from equilix.facts import fact, number

SORTS: Final = ("jpg", "jpeg", "png", "webp", "bmp")
MOST_MEGAPIXELS: Final = 400
QUALITIES: Final = (85, 70, 50, 30)


def read_picture(path: Path, most_px: int) -> QImage:
    """A picture no larger than so many pixels across, turned as it was taken.

    It is made small while it is read, so that one of a hundred million pixels needs no more room than a small one.
    Raises :class:`Refused` for a file that is not there, is no picture, or is too large for any machine.
    """
    if not path.is_file():
        raise Refused(fact("backdrops.gone", file=path.name), fact("backdrops.put_back"))
    reader = QImageReader(str(path))
    reader.setAutoTransform(True)  # a camera may write the picture on its side, and say so in the file
    size = reader.size()
    pixels = size.width() * size.height() / 1e6 if size.isValid() else 0.0
    if pixels > MOST_MEGAPIXELS:
        too_large = fact("backdrops.too_large", file=path.name, pixels=number(pixels))
        raise Refused(too_large, fact("backdrops.most_pixels", most=number(MOST_MEGAPIXELS)))
    if size.isValid() and max(size.width(), size.height()) > most_px:
        reader.setScaledSize(size.scaled(QSize(most_px, most_px), Qt.AspectRatioMode.KeepAspectRatio))
    return _sound(reader.read(), path.name)


def unpacked(text: str, most_px: int, name: str) -> QImage:
    """A picture that is kept in a document. Raises :class:`Refused` for what is none; ``name`` tells whose it is."""
    try:
        data = base64.b64decode(text, validate=True)
    except (binascii.Error, ValueError):
        data = b""
    return smaller(_sound(QImage.fromData(QByteArray(data)) if data else QImage(), name), most_px)


def _sound(image: QImage, name: str) -> QImage:
    if image.isNull():
        raise Refused(fact("backdrops.unreadable", file=name), fact("backdrops.choose_jpeg"))
    return image


def smaller(image: QImage, most_px: int) -> QImage:
    """No larger than so many pixels across."""
    if max(image.width(), image.height()) <= most_px:
        return image
    keep, smooth = Qt.AspectRatioMode.KeepAspectRatio, Qt.TransformationMode.SmoothTransformation
    return image.scaled(most_px, most_px, keep, smooth)


def packed(image: QImage, most_px: int, most_letters: int) -> str:
    """A picture as it is kept: a JPEG file in base64, of at most so many letters."""
    image, text = smaller(image, most_px), ""
    for quality in QUALITIES:
        buffer = QBuffer()
        buffer.open(QIODevice.OpenModeFlag.WriteOnly)
        writer = QImageWriter(buffer, QByteArray(b"jpg"))
        writer.setQuality(quality)
        writer.write(image.convertToFormat(QImage.Format.Format_RGB32))
        text = base64.b64encode(buffer.data().data()).decode()
        if len(text) <= most_letters:
            break
    return text
