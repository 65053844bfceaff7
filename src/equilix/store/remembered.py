"""What a person's window was like when it was last closed: size, place, column, workspace.

It belongs to the person and the machine, not to a document. What cannot be read is as if it had never been.
"""

from __future__ import annotations

import contextlib
import json
from pathlib import Path
from typing import Any, Final

from msgspec import Struct
from msgspec.structs import asdict, fields

from equilix.errors import EquilixError
from equilix.store.saving import write_atomically
from equilix.store.state import state_folder

FILE: Final = "window.json"
MOST_PX: Final = 20_000


class Remembered(Struct, frozen=True):
    """None, or an empty text, wherever nothing is known."""

    width_px: int | None = None
    height_px: int | None = None
    x_px: int | None = None
    y_px: int | None = None
    maximized: bool = False
    column_px: int | None = None
    strip_px: int | None = None
    workspace: str = ""


def remember(seen: Remembered, folder: Path | None = None) -> None:
    """Keep it for the next start. Failing to is no harm."""
    folder = folder or state_folder()
    with contextlib.suppress(OSError, RuntimeError, ValueError, EquilixError):
        folder.mkdir(parents=True, exist_ok=True)
        write_atomically(json.dumps(asdict(seen)).encode(), folder / FILE)


def recall(folder: Path | None = None) -> Remembered:
    """What was kept; what is missing or not of its kind is left at nothing known."""
    try:
        found = json.loads(((folder or state_folder()) / FILE).read_text("utf-8"))
    except (OSError, ValueError, RecursionError):
        return Remembered()
    if not isinstance(found, dict):
        return Remembered()
    known = {each.name: found[each.name] for each in fields(Remembered) if _is_right(each.name, found.get(each.name))}
    return Remembered(**known)


def _is_right(name: str, value: Any) -> bool:
    if name.endswith("_px"):
        return type(value) is int and abs(value) <= MOST_PX
    if name == "maximized":
        return type(value) is bool
    return isinstance(value, str) and len(value) <= 100
