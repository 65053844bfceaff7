"""Unsaved work is put by every few seconds and offered again by a later run.

Each document that is open has a file of its own in the state folder, ``work-…-n.json``: one line of JSON that says what
it is, then the document. Each run holds a lock on a file of its own, ``work-….lock``, that the system releases when its
process ends, however it ends; work whose lock nobody holds is lost work. Numbers of processes and clocks decide
nothing: a number may be given again, and a clock be set back.
"""

from __future__ import annotations

import contextlib
import fcntl
import itertools
import json
import os
import time
from collections.abc import Iterator
from datetime import UTC, datetime
from functools import cached_property
from pathlib import Path
from typing import Final, Self

from msgspec import Struct

from equilix.document import Document
from equilix.errors import UnreadableFile, UnwritableFile
from equilix.facts import fact
from equilix.store.disk import Fingerprint, reason
from equilix.store.parsing import parse
from equilix.store.saving import checked_bytes, write_atomically
from equilix.store.state import state_folder

EVERY_S: Final = 5.0
"""How often unsaved work is written away."""
_LOCK, _WORK = ".lock", ".json"
_HEAD_BYTES: Final = 20_000


class LostWork(Struct, frozen=True, dict=True):
    """Unsaved work of a run that has ended."""

    file: Path
    original: Path | None
    """The file it came from, and"""
    base: Fingerprint | None
    """what that held when it was last read or written."""
    name: str
    written: datetime | None
    """By the clock of that moment; only shown."""
    order: int
    """Grows with every time that work is put by: the newest has the highest."""
    put_aside: bool
    """Kept for later: not announced any more."""

    @cached_property
    def document(self) -> Document:
        """The document. Raises :class:`UnreadableFile`."""
        _, _, body = _read(self.file).partition(b"\n")
        return parse(body, self.file.name)


class Run:
    """One run of the program: holds its lock as long as it lives, and hands out files for its documents."""

    def __init__(self, folder: Path | None = None) -> None:
        self.folder = folder or state_folder()
        self.key = os.urandom(8).hex()
        self._lock: int | None = None
        self._numbers = itertools.count(1)

    @property
    def lock_file(self) -> Path:
        """The file whose lock says that this run lives."""
        return self.folder / f"work-{self.key}{_LOCK}"

    def hold(self) -> None:
        """Take the lock, once. Raises ``OSError`` where the folder cannot be written."""
        if self._lock is None:
            self.folder.mkdir(parents=True, exist_ok=True)
            handle = os.open(self.lock_file, os.O_RDWR | os.O_CREAT | os.O_CLOEXEC, 0o600)
            fcntl.flock(handle, fcntl.LOCK_EX | fcntl.LOCK_NB)
            self._lock = handle

    def new_file(self) -> Path:
        """The file for one more document."""
        return self.folder / f"work-{self.key}-{next(self._numbers)}{_WORK}"

    def end(self) -> None:
        """Give the lock back; its file goes where no work is left."""
        if self._lock is not None:
            os.close(self._lock)
            self._lock = None
            if not any(self.folder.glob(f"work-{self.key}-*{_WORK}")):
                with contextlib.suppress(OSError):
                    self.lock_file.unlink()


class Autosave:
    """The file of one open document. It goes when the work is saved."""

    def __init__(self, run: Run) -> None:
        self.run = run
        self.file = run.new_file()

    def keep(self, document: Document, original: Path | None, base: Fingerprint | None = None) -> None:
        """Write the unsaved document away. Raises :class:`~equilix.errors.UnwritableFile`."""
        raw = checked_bytes(document)
        try:
            self.run.hold()
        except OSError as error:
            raise UnwritableFile(
                fact("recovery.may_not_written", folder=str(self.run.folder), reason=reason(error))
            ) from error
        head = {
            "name": document.name,
            "original": str(original) if original else None,
            "base": base.digest if base else None,
            "written": time.time(),
            "order": _newest(self.run.folder) + 1,
        }
        write_atomically(json.dumps(head).encode() + b"\n" + raw, self.file)

    def forget(self) -> None:
        """There is nothing unsaved any more."""
        with contextlib.suppress(OSError):
            self.file.unlink()


def find_lost(folder: Path | None = None) -> list[LostWork]:
    """Unsaved work of runs that have ended, newest first. What is no work of this program is left alone."""
    folder = folder or state_folder()
    found = [work for work in _all_work(folder) if not _held(work.file)]
    return sorted(found, key=lambda work: (-work.order, work.file.name))


def _all_work(folder: Path) -> Iterator[LostWork]:
    for file in folder.glob(f"work-*-*{_WORK}"):
        with contextlib.suppress(OSError, ValueError, TypeError, OverflowError, RecursionError):
            yield _head(file)


def _head(file: Path) -> LostWork:
    with os.fdopen(os.open(file, os.O_RDONLY | os.O_NONBLOCK | os.O_CLOEXEC), "rb") as opened:
        told = json.loads(opened.readline(_HEAD_BYTES))
    original, written = told["original"], told["written"]
    name, order, base = told["name"], told["order"], told.get("base")
    if not (
        isinstance(name, str) and isinstance(order, int) and all(isinstance(s, str | None) for s in (original, base))
    ):
        raise TypeError(f"{file} is no unsaved work")
    when = datetime.fromtimestamp(written, UTC) if isinstance(written, float) else None
    origin = Path(original) if original else None
    return LostWork(file, origin, Fingerprint(base) if base else None, name, when, order, bool(told.get("aside")))


def _read(file: Path) -> bytes:
    try:
        return file.read_bytes()
    except OSError as error:
        raise UnreadableFile(file.name, fact("recovery.cannot_opened", reason=reason(error))) from error


def _newest(folder: Path) -> int:
    return max((work.order for work in _all_work(folder)), default=0)


def _lock_of(file: Path) -> Path:
    return file.with_name(file.name.rpartition("-")[0] + _LOCK)


def _held(file: Path) -> bool:
    """Whether the run that wrote this work still lives."""
    with contextlib.suppress(BlockingIOError), Claim(file):
        return False
    return True


class Claim:
    """Holds the lock of the run that wrote some work, so that no other window takes the same work at once.

    Raises ``BlockingIOError`` where that run lives, or another one has claimed it.
    """

    def __init__(self, file: Path) -> None:
        self._path = _lock_of(file)
        self._handle: int | None = None

    def __enter__(self) -> Self:
        with contextlib.suppress(FileNotFoundError):
            handle = os.open(self._path, os.O_RDONLY | os.O_CLOEXEC)
            try:
                fcntl.flock(handle, fcntl.LOCK_EX | fcntl.LOCK_NB)
            except OSError:
                os.close(handle)
                raise
            self._handle = handle
        return self

    def __exit__(self, *_: object) -> None:
        if self._handle is not None:
            os.close(self._handle)
            self._handle = None


def forget(work: LostWork) -> None:
    """Delete lost work, and the lock of its run where that was the last. Raises ``OSError``."""
    with Claim(work.file):
        work.file.unlink(missing_ok=True)
        lock = _lock_of(work.file)
        if not any(lock.parent.glob(f"{lock.stem}-*{_WORK}")):
            lock.unlink(missing_ok=True)


def put_aside(work: LostWork) -> None:
    """Keep lost work for later: it stays in the list and is not announced again. Raises :class:`UnwritableFile`."""
    with Claim(work.file):
        first, _, body = _read(work.file).partition(b"\n")
        write_atomically(json.dumps({**json.loads(first), "aside": True}).encode() + b"\n" + body, work.file)
