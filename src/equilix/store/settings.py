"""What a person has chosen for all documents: language, units, theme, size of text, motion, side, keys.

It stands in the system's folder for settings. What cannot be read, or is not of its kind, is as if it had not been
chosen; the rest holds.
"""

from __future__ import annotations

import contextlib
import json
import os
from collections.abc import Mapping
from pathlib import Path
from typing import Any, Final, Literal

import platformdirs
from msgspec import Struct, field
from msgspec.structs import asdict, fields

from equilix.errors import EquilixError
from equilix.store.saving import write_atomically
from equilix.units import Display

FILE: Final = "settings.json"
TEXT_PERCENT: Final = (100, 125, 150, 175, 200)
"""The sizes that text can have, of what is usual."""
MOST_KEYS: Final = 4
"""So many keys can a command have."""
MOST_TEXT: Final = 100

Side = Literal["right", "left"]


class Settings(Struct, frozen=True):
    """An empty text, or None, wherever nothing has been chosen."""

    language: str = ""
    """Its code; empty: the one that the system asks for."""
    theme: str = ""
    units: Display | None = None
    """None: those of each document."""
    text_percent: int = 100
    still: bool = False
    """Nothing moves smoothly by itself."""
    side: Side = "right"
    """Shoulder and eye of new operators."""
    keys: Mapping[str, tuple[str, ...]] = field(default_factory=dict)
    """Own keys of commands, by the key of the command; none: it has no keys."""
    shown_around: bool = False
    """Whether the way round has been offered."""


def settings_folder() -> Path:
    """Where they stand; ``EQUILIX_SETTINGS`` overrides it, and so does ``EQUILIX_STATE`` for both."""
    own = os.environ.get("EQUILIX_SETTINGS") or os.environ.get("EQUILIX_STATE")
    return Path(own) if own else Path(platformdirs.user_config_dir("equilix", appauthor=False))


def keep_settings(chosen: Settings, folder: Path | None = None) -> bool:
    """Keep them for the next start; returns whether they could be."""
    folder = folder or settings_folder()
    with contextlib.suppress(OSError, RuntimeError, ValueError, EquilixError):
        folder.mkdir(parents=True, exist_ok=True)
        write_atomically(json.dumps(asdict(chosen), indent=1).encode(), folder / FILE)
        return True
    return False


def settings(folder: Path | None = None) -> Settings:
    """Those that were kept."""
    try:
        found = json.loads(((folder or settings_folder()) / FILE).read_text("utf-8"))
    except (OSError, ValueError, RecursionError):
        return Settings()
    if not isinstance(found, dict):
        return Settings()
    known = {each.name: found[each.name] for each in fields(Settings) if _is_right(each.name, found.get(each.name))}
    if "keys" in known:
        known["keys"] = {key: tuple(each) for key, each in known["keys"].items()}
    return Settings(**known)


def _is_right(name: str, value: Any) -> bool:
    match name:
        case "text_percent":
            return value in TEXT_PERCENT
        case "still" | "shown_around":
            return type(value) is bool
        case "units":
            return value in ("metric", "us")
        case "side":
            return value in ("right", "left")
        case "keys":
            return isinstance(value, dict) and all(_are_keys(each) for each in value.values())
        case _:
            return _is_text(value)


def _are_keys(value: Any) -> bool:
    return isinstance(value, list) and len(value) <= MOST_KEYS and all(map(_is_text, value))


def _is_text(value: Any) -> bool:
    return isinstance(value, str) and len(value) <= MOST_TEXT
