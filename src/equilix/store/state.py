"""What the program remembers between runs: where it is kept, and the files used lately."""

from __future__ import annotations

import contextlib
import json
import os
from pathlib import Path
from typing import Final

import platformdirs

from equilix.errors import EquilixError
from equilix.store.saving import write_atomically

MOST_RECENT: Final = 10


def state_folder() -> Path:
    """Where the program keeps what it remembers between runs; ``EQUILIX_STATE`` overrides it."""
    own = os.environ.get("EQUILIX_STATE")
    return Path(own) if own else Path(platformdirs.user_state_dir("equilix", appauthor=False))


def remember(path: Path, folder: Path | None = None) -> None:
    """Put a file at the head of the recent ones. Failing to is no harm."""
    folder = folder or state_folder()
    with contextlib.suppress(OSError, RuntimeError, ValueError, EquilixError):
        files = [str(path.resolve()), *(str(p) for p in recent(folder) if p != path.resolve())]
        folder.mkdir(parents=True, exist_ok=True)
        write_atomically(json.dumps(files[:MOST_RECENT]).encode(), folder / "recent.json")


def recent(folder: Path | None = None) -> list[Path]:
    """The files opened or saved last, newest first, as far as they are still there."""
    folder = folder or state_folder()
    try:
        names = json.loads((folder / "recent.json").read_text("utf-8"))
        return [Path(name) for name in names if isinstance(name, str) and Path(name).is_file()]
    except (OSError, ValueError, TypeError, RecursionError):
        return []
