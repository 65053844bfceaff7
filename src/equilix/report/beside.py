"""Two setups side by side, for other programs and for the terminal."""

from __future__ import annotations

from typing import Any, Final

from equilix.change.beside import Beside, parts_words
from equilix.facts import fact
from equilix.units import Display
from equilix.words.telling import begun, tell

COMPARE_VERSION: Final = 1
SIGNS: Final = {1: "▲", -1: "▼", 0: ""}


def compare_report(found: Beside, display: Display) -> dict[str, Any]:
    """Figures and parts as plain JSON values; texts in the units of ``display``."""
    return {
        "compare": "equilix", "compare_version": COMPARE_VERSION,
        "first": found.first.setup.id, "second": found.second.setup.id,
        "figures": [
            {
                "figure": each.key, "first": tell(each.first, display), "second": tell(each.second, display),
                "better": each.better,
            }
            for each in found.lines
        ],
        "only_first": [tell(each) for each in found.only_first],
        "only_second": [tell(each) for each in found.only_second],
        "shared": found.shared, "there_minutes": found.there_min, "back_minutes": found.back_min,
    }  # fmt: skip


def compare_text(found: Beside, display: Display) -> str:
    """The same for a person at a terminal: ▲ where the second is better, ▼ where it is worse."""
    names = found.first.setup.name, found.second.setup.name
    lines = [tell(fact("beside.held", first=names[0], second=names[1]))]
    for each in found.lines:
        first, second = tell(each.first, display), tell(each.second, display)
        if first or second:
            said = fact("beside.figure", label=each.label, first=first, second=f"{second} {SIGNS[each.better]}".strip())
            lines.append(f"  {begun(tell(said, display))}")
    return "\n".join([*lines, tell(parts_words(found), display)])
