"""Autosave and recovery: what was not saved when the program ended is offered again, at most 10 s old."""

from __future__ import annotations

import contextlib
import itertools
import json
import os
from dataclasses import dataclass
from pathlib import Path
from typing import Final

import platformdirs

from equilix.document import Document
from equilix.errors import UnreadableFile
from equilix.store.reading import parse
from equilix.store.saving import to_bytes, write_atomically

_numbers = itertools.count(1)
EVERY_S: Final = 5.0
"""How often unsaved work is written away."""
MOST_RECENT: Final = 10


def state_folder() -> Path:
    """Where the program keeps what it remembers between runs; ``EQUILIX_STATE`` overrides it."""
    own = os.environ.get("EQUILIX_STATE")
    return Path(own) if own else Path(platformdirs.user_state_dir("equilix", appauthor=False))


@dataclass(frozen=True, slots=True)
class Recovered:
    """Unsaved work of a run that ended without saying goodbye."""

    file: Path
    document: Document
    original: Path | None


class Autosave:
    """The autosave file of one open document. Removed when the work is saved."""

    def __init__(self, folder: Path | None = None) -> None:
        self.folder = folder or state_folder()
        self.file = self.folder / f"unsaved-{os.getpid()}-{next(_numbers)}.json"

    def keep(self, document: Document, original: Path | None) -> None:
        """Write the unsaved document away. Raises :class:`~equilix.errors.UnwritableFile`."""
        self.folder.mkdir(parents=True, exist_ok=True)
        head = json.dumps({"pid": os.getpid(), "original": str(original) if original else None})
        write_atomically(head.encode() + b"\n" + to_bytes(document), self.file)

    def forget(self) -> None:
        """There is nothing unsaved any more."""
        with contextlib.suppress(OSError):
            self.file.unlink()


def find_lost(folder: Path | None = None) -> list[Recovered]:
    """Unsaved work of runs that are gone, newest first. Files that cannot be read are left alone."""
    folder = folder or state_folder()
    found = []
    for file in sorted(folder.glob("unsaved-*.json"), key=lambda f: -f.stat().st_mtime):
        with contextlib.suppress(OSError, ValueError, KeyError, UnreadableFile):
            head, _, body = file.read_bytes().partition(b"\n")
            told = json.loads(head)
            if _alive(int(told["pid"])):
                continue
            original = Path(told["original"]) if told["original"] else None
            found.append(Recovered(file, parse(body), original))
    return found


def _alive(pid: int) -> bool:
    if pid == os.getpid():
        return True
    try:
        os.kill(pid, 0)
        command = Path(f"/proc/{pid}/cmdline").read_bytes()
    except OSError:
        return False
    return b"equilix" in command or b"python" in command


def remember(path: Path, folder: Path | None = None) -> None:
    """Put a file at the head of the recent ones. Failing to is no harm."""
    folder = folder or state_folder()
    files = [str(path.resolve()), *(str(p) for p in recent(folder) if p != path.resolve())]
    with contextlib.suppress(Exception):
        folder.mkdir(parents=True, exist_ok=True)
        write_atomically(json.dumps(files[:MOST_RECENT]).encode(), folder / "recent.json")


def recent(folder: Path | None = None) -> list[Path]:
    """The files opened or saved last, newest first, as far as they are still there."""
    folder = folder or state_folder()
    try:
        names = json.loads((folder / "recent.json").read_text("utf-8"))
        return [Path(name) for name in names if Path(name).is_file()]
    except (OSError, ValueError, TypeError):
        return []
