"""A conversion for other programs and for the terminal."""

from __future__ import annotations

from typing import Any, Final

from equilix.change.conversion.conversion import Conversion, Move
from equilix.change.conversion.summary_words import after_words, headline, more_words
from equilix.units import Display
from equilix.words.telling import begun, tell

CONVERT_VERSION: Final = 1


def convert_report(found: Conversion, display: Display) -> dict[str, Any]:
    """The conversion as plain JSON values; texts in the units of ``display``."""
    return {
        "convert": "equilix", "convert_version": CONVERT_VERSION, "from": found.start.id, "to": found.end.id,
        "said": tell(headline(found), display), "minutes": found.minutes, "minutes_estimated": found.estimated_min,
        "pace": found.pace, "clamps": found.clamps, "shared": found.shared, "second_pair": found.pairs,
        "tools": [tell(each) for each in found.tools],
        "steps": [_step(move, display) for move in found.moves],
    }  # fmt: skip


def _step(move: Move, display: Display) -> dict[str, Any]:
    return {
        "what": _WHAT[type(move.step).__name__], "moves": list(move.moved), "text": tell(move.text, display),
        "tool": tell(move.tool, display), "minutes": move.minutes, "rests": tell(move.rests, display),
        "held": move.held, "second_pair": move.pair,
    }  # fmt: skip


_WHAT: Final = {
    "SetDown": "set-down", "Unplug": "unplug", "Open": "loosen", "TakeOff": "take-off", "Set": "set",
    "PutOn": "put-on", "Close": "tighten", "Plug": "plug", "Carry": "carry", "LetGo": "let-go",
}  # fmt: skip
"""Keys for other programs: they stay what they are."""


def convert_text(found: Conversion, display: Display) -> str:
    """The conversion for a person at a terminal."""
    lines = [f"{found.start.name} → {found.end.name}", tell(headline(found), display)]
    lines += [begun(tell(each, display)) for each in more_words(found)]
    for number, move in enumerate(found.moves, start=1):
        lines.append(f"{number:3}. {tell(move.text, display)}.")
        after = tell(after_words(move), display)
        lines += [f"     {after}"] if after else []
    return "\n".join(lines)
