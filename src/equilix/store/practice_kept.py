"""The exercise that was left in the middle, kept in the state folder until it is taken up again."""

from __future__ import annotations

import contextlib
from pathlib import Path
from typing import Final

import msgspec

from equilix.errors import EquilixError
from equilix.practice.attempt import Left
from equilix.store.saving import write_atomically
from equilix.store.state import state_folder

FILE: Final = "practice.json"
MOST_BYTES: Final = 1_000_000


def keep(left: Left | None, folder: Path | None = None) -> None:
    """Keep an attempt; None: there is none any more. Failing to is no harm."""
    file = (folder or state_folder()) / FILE
    with contextlib.suppress(OSError, EquilixError):
        if left is None:
            file.unlink(missing_ok=True)
        else:
            file.parent.mkdir(parents=True, exist_ok=True)
            write_atomically(msgspec.json.encode(left), file, keep_backup=False)


def kept(folder: Path | None = None) -> Left | None:
    """What was kept; None where there is nothing, or nothing that can be read."""
    file = (folder or state_folder()) / FILE
    try:
        if file.stat().st_size > MOST_BYTES:
            return None
        return msgspec.json.decode(file.read_bytes(), type=Left)
    except (OSError, ValueError, RecursionError):
        return None
