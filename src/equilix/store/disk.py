"""Files as they are met on a disk: read without hanging, recognised by what is in them."""

from __future__ import annotations

import errno
import hashlib
import os
import stat
from dataclasses import dataclass
from pathlib import Path
from typing import Self

from equilix.errors import UnreadableFile
from equilix.store.strict_json import LARGEST_BYTES, too_large

_KINDS = (
    (stat.S_ISDIR, "it is a folder"),
    (stat.S_ISFIFO, "it is a pipe, not a file"),
    (stat.S_ISSOCK, "it is a socket, not a file"),
    (stat.S_ISCHR, "it is a device, not a file"),
    (stat.S_ISBLK, "it is a device, not a file"),
)


@dataclass(frozen=True, slots=True)
class Fingerprint:
    """What a file held when it was read or written: the digest of its bytes, None where there was no file."""

    digest: str | None

    @classmethod
    def of(cls, raw: bytes | None) -> Self:
        """Of these bytes, or of no file."""
        return cls(None if raw is None else hashlib.sha256(raw).hexdigest())


def strange(mode: int) -> str:
    """Why something with this mode is not a file to read or replace; empty for a regular file."""
    return "" if stat.S_ISREG(mode) else next((words for test, words in _KINDS if test(mode)), "it is not a file")


def resolved(path: Path) -> Path:
    """The path with its links followed. Raises ``OSError`` with ``ELOOP`` for links that lead in a loop."""
    try:
        return path.resolve()
    except RuntimeError as error:  # what Python before 3.13 raises for it
        raise OSError(errno.ELOOP, os.strerror(errno.ELOOP), str(path)) from error


def read_bytes(path: Path) -> bytes:
    """The bytes of a regular file of bearable size. Never waits for a pipe or device.

    Raises :class:`UnreadableFile`.
    """
    try:
        handle = os.open(path, os.O_RDONLY | os.O_NONBLOCK | os.O_CLOEXEC)
        with os.fdopen(handle, "rb") as file:
            state = os.fstat(handle)
            problem = strange(state.st_mode)
            if problem:
                raise UnreadableFile(str(path), problem, todo="Choose an Equilix document.")
            if state.st_size > LARGEST_BYTES:
                raise too_large(str(path), state.st_size)
            return file.read(LARGEST_BYTES + 1)
    except OSError as error:
        raise UnreadableFile(str(path), f"it cannot be opened: {reason(error)}") from error
    except ValueError as error:  # a zero byte in the name
        raise UnreadableFile(ascii(str(path)), "this is no name of a file") from error


def fingerprint(path: Path) -> Fingerprint:
    """Of what the file holds now; of no file where none is there. Raises :class:`UnreadableFile`."""
    try:
        there = path.exists()
    except OSError:
        there = False
    return Fingerprint.of(read_bytes(path) if there else None)


def reason(error: OSError) -> str:
    """An error of the system in words."""
    words = {
        errno.ELOOP: "its links lead in a loop",
        errno.ENAMETOOLONG: "its name is too long for this disk",
        errno.EISDIR: "it is a folder",
        errno.ENXIO: "it is a pipe or device, not a file",
    }
    return words.get(error.errno or 0) or error.strerror or str(error)
