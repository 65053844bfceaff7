"""Files as they are met on a disk: read without hanging, recognised by what is in them."""

from __future__ import annotations

import errno
import os
import stat
from collections.abc import Callable
from pathlib import Path
from typing import Final, Self

from msgspec import Struct

from equilix.errors import UnreadableFile
from equilix.facts import Sayable, fact
from equilix.store.strict_json import LARGEST_BYTES, too_large

_KINDS: Final[tuple[tuple[Callable[[int], bool], Sayable], ...]] = (
    (stat.S_ISDIR, fact("disk.folder")),
    (stat.S_ISFIFO, fact("disk.pipe_not_file")),
    (stat.S_ISSOCK, fact("disk.socket_not_file")),
    (stat.S_ISCHR, fact("disk.device_not_file")),
    (stat.S_ISBLK, fact("disk.device_not_file")),
)


class Fingerprint(Struct, frozen=True):
    """What a file held when it was read or written: the digest of its bytes, None where there was no file."""

    digest: str | None

    @classmethod
    def of(cls, raw: bytes | None) -> Self:
        """Of these bytes, or of no file."""
        from hashlib import sha256  # here: a window without a file does not wait for it

        return cls(None if raw is None else sha256(raw).hexdigest())


def strange(mode: int) -> Sayable:
    """Why something with this mode is not a file to read or replace; empty for a regular file."""
    return "" if stat.S_ISREG(mode) else next((words for test, words in _KINDS if test(mode)), fact("disk.not_file"))


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
                raise UnreadableFile(str(path), problem, todo=fact("disk.choose_equilix_document"))
            if state.st_size > LARGEST_BYTES:
                raise too_large(str(path), state.st_size)
            return file.read(LARGEST_BYTES + 1)
    except OSError as error:
        raise UnreadableFile(str(path), fact("disk.cannot_opened", reason=reason(error))) from error
    except ValueError as error:  # a zero byte in the name
        raise UnreadableFile(ascii(str(path)), fact("disk.no_name_file")) from error


def fingerprint(path: Path) -> Fingerprint:
    """Of what the file holds now; of no file where none is there. Raises :class:`UnreadableFile`."""
    try:
        there = path.exists()
    except OSError:
        there = False
    return Fingerprint.of(read_bytes(path) if there else None)


def reason(error: OSError) -> Sayable:
    """An error of the system in words."""
    words: dict[int, Sayable] = {
        errno.ELOOP: fact("disk.links_lead_loop"),
        errno.ENAMETOOLONG: fact("disk.name_too_long_disk"),
        errno.EISDIR: fact("disk.folder"),
        errno.ENXIO: fact("disk.pipe_or_device_not_file"),
    }
    return words.get(error.errno or 0) or error.strerror or str(error)
