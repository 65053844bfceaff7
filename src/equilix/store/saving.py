"""Save a document: read back, written beside, flushed to the disk, put in place in one step; the old file is kept."""

from __future__ import annotations

import contextlib
import errno
import fcntl
import os
import stat
import time
from pathlib import Path
from typing import Final

from equilix.document import Document
from equilix.errors import UnreadableFile, UnwritableFile
from equilix.facts import Sayable, fact
from equilix.store.disk import Fingerprint, reason, resolved, strange
from equilix.store.parsing import parse
from equilix.store.writing import to_bytes

SUFFIX = ".equilix"
BACKUP_SUFFIX = ".backup"
LONGEST_NAME = 255
"""Bytes of a file's name on the usual file systems."""
_MARK, _PART = ".equilix-", ".part"
"""Before and after the random middle of a temporary file's name: short, so that no long name grows too long by it."""
LEFT_OVER_S = 60.0
"""A temporary file this old belongs to no save that is under way, unless it is still held."""
_NOTHING = Fingerprint.of(None)


def checked_bytes(document: Document) -> bytes:
    """The document as bytes that have been read back and found to be the same document.

    Raises :class:`UnwritableFile` where they are not: what cannot be opened again must not replace what can.
    """
    problem: Sayable = ""
    try:
        raw = to_bytes(document)
        if parse(raw) == document:
            return raw
    except UnreadableFile as error:
        problem = error.said
    except ValueError as error:  # half a character, from a program that hands them over
        problem = str(error)
    raise UnwritableFile(fact("saving.document_could_not_opened_again", problem=problem or fact("saving.not_the_same")))


def save(document: Document, path: Path, *, expect: Fingerprint | None = None) -> Fingerprint:
    """Replace the file in one step; what was there before is kept beside it as ``….backup``. Returns what it holds now.

    ``expect`` is what the file held when it was last read or written: where it holds something else by now,
    :class:`ChangedMeanwhile` is raised and nothing is replaced. Raises :class:`UnwritableFile`, with the previous file
    untouched, for a folder that may not be written, a full disk, a document that could not be opened again.
    """
    raw = checked_bytes(document)
    write_atomically(raw, path, keep_backup=True, expect=expect)
    return Fingerprint.of(raw)


class ChangedMeanwhile(UnwritableFile):
    """The file has been changed by another program since it was read."""


def write_atomically(raw: bytes, path: Path, *, keep_backup: bool = False, expect: Fingerprint | None = None) -> None:
    """Write bytes so that the file has at every moment either its old or its new content, whole.

    Its owner and its permissions stay. Raises :class:`UnwritableFile` and :class:`ChangedMeanwhile`.
    """
    temporary: Path | None = None
    try:
        path = resolved(path)  # a link stays a link
        was = _state(path)
        if was is not None and strange(was.st_mode):
            raise UnwritableFile(
                fact("saving.was_not_saved", path=path.name, strange=strange(was.st_mode), elsewhere=_ELSEWHERE)
            )
        if was is not None and not os.access(path, os.W_OK):
            raise PermissionError(errno.EACCES, os.strerror(errno.EACCES))
        _clear_leftovers(path.parent)
        temporary = path.parent / f"{_MARK}{os.urandom(6).hex()}{_PART}"
        handle = os.open(temporary, os.O_WRONLY | os.O_CREAT | os.O_EXCL | os.O_CLOEXEC, 0o600)
        with os.fdopen(handle, "wb") as file:
            fcntl.flock(handle, fcntl.LOCK_EX)  # dies with its process: what nobody holds is a leftover
            file.write(raw)
            file.flush()
            _dress(handle, was)
            os.fsync(handle)
            if expect is not None:
                _compare(path, expect)
            if keep_backup and was is not None:
                _keep_backup(path)
            temporary.replace(path)
            temporary = None
        _flush_folder(path.parent)
    except OSError as error:
        raise _complaint(path, error) from error
    except ValueError as error:  # a zero byte in the name
        raise UnwritableFile(fact("saving.no_name_file", path=path.name, elsewhere=_ELSEWHERE)) from error
    finally:
        if temporary is not None:
            with contextlib.suppress(OSError):
                temporary.unlink()


_ELSEWHERE: Final[Sayable] = fact("saving.save_under_another_name_or")


def _state(path: Path) -> os.stat_result | None:
    try:
        return path.stat()
    except FileNotFoundError:
        return None


def _dress(handle: int, was: os.stat_result | None) -> None:
    """Give a new file the permissions and the owner of the one it replaces."""
    if was is None:
        os.fchmod(handle, 0o666 & ~_umask())
        return
    here = os.fstat(handle)
    if (here.st_uid, here.st_gid) != (was.st_uid, was.st_gid):
        with contextlib.suppress(PermissionError):  # only root may give a file away
            os.fchown(handle, was.st_uid, was.st_gid)
    os.fchmod(handle, stat.S_IMODE(was.st_mode))


def _umask() -> int:
    mask = os.umask(0)
    os.umask(mask)
    return mask


def _compare(path: Path, expect: Fingerprint) -> None:
    try:
        now = Fingerprint.of(path.read_bytes())
    except FileNotFoundError:
        now = _NOTHING
    if now not in (expect, _NOTHING):  # a file that is gone cannot be overwritten
        raise ChangedMeanwhile(fact("saving.has_been_changed_another_program", path=path.name))


def backup_of(path: Path) -> Path:
    """Where the previous version of a file is kept; a name that would grow too long is cut."""
    name = path.name + BACKUP_SUFFIX
    while len(os.fsencode(name)) > LONGEST_NAME:
        name = name.removesuffix(BACKUP_SUFFIX)[:-1] + BACKUP_SUFFIX
    return path.with_name(name)


def _keep_backup(path: Path) -> None:
    backup = backup_of(path)
    if backup.is_dir():
        raise _not_saved(path, fact("saving.folder_stands_where_backup_goes", backup=backup.name), _ELSEWHERE)
    fresh = path.parent / f"{_MARK}{os.urandom(6).hex()}{_PART}"
    try:
        os.link(path, fresh)
    except OSError:  # a file system without hard links
        fresh.write_bytes(path.read_bytes())
    try:
        fresh.replace(backup)
        fresh.unlink(missing_ok=True)  # where both were links to one file already, replacing leaves both names
    except OSError:
        fresh.unlink(missing_ok=True)
        raise


def _clear_leftovers(folder: Path) -> None:
    """Take away the temporary files of saves that were killed: old ones that no process holds any more."""
    for leftover in (
        *folder.glob(f"{_MARK}*{_PART}"),
        *folder.glob(f".*{SUFFIX}.*{_PART}"),
    ):
        with contextlib.suppress(OSError):
            handle = os.open(leftover, os.O_RDONLY | os.O_NONBLOCK | os.O_CLOEXEC | os.O_NOFOLLOW)
            try:
                state = os.fstat(handle)
                if stat.S_ISREG(state.st_mode) and abs(time.time() - state.st_mtime) > LEFT_OVER_S:
                    fcntl.flock(handle, fcntl.LOCK_EX | fcntl.LOCK_NB)
                    leftover.unlink()
            finally:
                os.close(handle)


def _flush_folder(folder: Path) -> None:
    with contextlib.suppress(OSError):  # some file systems cannot; the rename itself has succeeded
        handle = os.open(folder, os.O_RDONLY | os.O_CLOEXEC)
        try:
            os.fsync(handle)
        finally:
            os.close(handle)


_REASONS: dict[int, tuple[Sayable, Sayable]] = {
    **dict.fromkeys(
        (errno.ENOSPC, errno.EDQUOT, errno.EFBIG),
        (fact("saving.no_room_left_disk"), fact("saving.make_room_or_save_another")),
    ),
    **dict.fromkeys((errno.EACCES, errno.EPERM, errno.EROFS), (fact("saving.folder_or_file_may_not"), _ELSEWHERE)),
    errno.ENOENT: (fact("saving.folder_not"), _ELSEWHERE),
    errno.ENOTDIR: (fact("saving.folder_not"), _ELSEWHERE),
}


def _complaint(path: Path, error: OSError) -> UnwritableFile:
    known = _REASONS.get(error.errno or 0)
    why, todo = known if known is not None else (reason(error), _ELSEWHERE)
    if error.errno in (errno.ELOOP, errno.ENAMETOOLONG):
        why = reason(error)
    return _not_saved(path, why, todo)


def _not_saved(path: Path, why: Sayable, todo: Sayable) -> UnwritableFile:
    return UnwritableFile(fact("saving.was_not_saved_previous_file", path=path.name, why=why, todo=todo), why)
