"""Save a document: written beside, flushed to the disk, then put in place in one step; the old one is kept."""

from __future__ import annotations

import contextlib
import errno
import os
import tempfile
from pathlib import Path

from equilix.document import Document
from equilix.errors import UnwritableFile

SUFFIX = ".equilix"
BACKUP_SUFFIX = ".backup"


def to_bytes(document: Document) -> bytes:
    """The document as UTF-8 JSON: defaults left out, keys of other versions kept, in the order of the fields."""
    return (document.model_dump_json(indent=1, exclude_defaults=True) + "\n").encode()


def save(document: Document, path: Path) -> None:
    """Replace the file in one step; what was there before is kept beside it as ``….backup``.

    Raises :class:`UnwritableFile` with the previous file untouched: a folder that is read-only, a full disk.
    """
    write_atomically(to_bytes(document), path, keep_backup=True)


def write_atomically(raw: bytes, path: Path, *, keep_backup: bool = False) -> None:
    """Write bytes so that the file has at every moment either its old or its new content, whole.

    Raises :class:`UnwritableFile`.
    """
    temporary: str | None = None
    path = path.resolve()  # a link stays a link
    try:
        handle, temporary = tempfile.mkstemp(prefix=f".{path.name}.", suffix=".part", dir=path.parent)
        with os.fdopen(handle, "wb") as file:
            file.write(raw)
            file.flush()
            os.fsync(file.fileno())
        mode = path.stat().st_mode & 0o777 if path.exists() else 0o666 & ~_umask()
        Path(temporary).chmod(mode)
        if keep_backup and path.exists():
            _keep_backup(path)
        Path(temporary).replace(path)
        temporary = None
        _flush_folder(path.parent)
    except OSError as error:
        raise UnwritableFile(_complaint(path, error)) from error
    finally:
        if temporary is not None:
            with contextlib.suppress(OSError):
                Path(temporary).unlink()


def _umask() -> int:
    mask = os.umask(0)
    os.umask(mask)
    return mask


def _keep_backup(path: Path) -> None:
    backup = path.with_name(path.name + BACKUP_SUFFIX)
    fresh = path.with_name(f".{path.name}{BACKUP_SUFFIX}.part")
    with contextlib.suppress(FileNotFoundError):
        fresh.unlink()
    try:
        os.link(path, fresh)
    except OSError:  # a file system without hard links
        fresh.write_bytes(path.read_bytes())
    fresh.replace(backup)


def _flush_folder(folder: Path) -> None:
    with contextlib.suppress(OSError):  # some file systems cannot; the rename itself has succeeded
        handle = os.open(folder, os.O_RDONLY)
        try:
            os.fsync(handle)
        finally:
            os.close(handle)


def _complaint(path: Path, error: OSError) -> str:
    todo = "Save it under another name or in another folder."
    why = error.strerror or str(error)
    if error.errno in (errno.ENOSPC, errno.EDQUOT, errno.EFBIG):
        why, todo = "there is no room left on the disk", "Make room, or save it on another disk."
    elif error.errno in (errno.EACCES, errno.EPERM, errno.EROFS):
        why = "the folder or the file may not be written"
    elif error.errno == errno.ENOENT:
        why = "the folder is not there"
    return f"{path.name} was not saved: {why}. The previous file is as it was. {todo}"
