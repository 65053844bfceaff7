"""What has been ticked off a packing list, for each document by its file, from one start to the next.

It belongs to the person at the cases and not to the document. What cannot be read is as if it had never been.
"""

from __future__ import annotations

import contextlib
import json
from collections.abc import Iterable
from pathlib import Path
from typing import Any, Final

from equilix.errors import EquilixError
from equilix.store.saving import write_atomically
from equilix.store.state import state_folder

FILE: Final = "ticks.json"
MOST_FILES: Final = 50
Tick = tuple[str, str]
"""A case or another group, and a line of it, by what tells them apart."""


def ticked_in(file: Path, folder: Path | None = None) -> set[Tick]:
    """What is ticked in the document of that file."""
    return set(_all(folder).get(str(file.resolve()), ()))


def keep_ticked(file: Path, ticks: Iterable[Tick], folder: Path | None = None) -> None:
    """Keep what is ticked; the documents packed longest ago are forgotten. Failing to is no harm."""
    folder = folder or state_folder()
    with contextlib.suppress(OSError, RuntimeError, ValueError, EquilixError):
        kept = _all(folder)
        kept.pop(str(file.resolve()), None)
        now = sorted(ticks)
        newest = {str(file.resolve()): now} if now else {}
        folder.mkdir(parents=True, exist_ok=True)
        some = dict([*newest.items(), *kept.items()][:MOST_FILES])
        write_atomically(json.dumps(some, ensure_ascii=False).encode(), folder / FILE, keep_backup=False)


def _all(folder: Path | None) -> dict[str, list[Tick]]:
    """The ticks of each file, the one packed last first."""
    try:
        found = json.loads(((folder or state_folder()) / FILE).read_text("utf-8"))
    except (OSError, ValueError, RecursionError):
        return {}
    if not isinstance(found, dict):
        return {}
    lists = {key: ticks for key, ticks in found.items() if isinstance(ticks, list)}
    return {key: [(each[0], each[1]) for each in ticks if _is_tick(each)] for key, ticks in lists.items()}


def _is_tick(found: Any) -> bool:
    return isinstance(found, list) and len(found) == 2 and all(isinstance(each, str) for each in found)
