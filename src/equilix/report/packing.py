"""What goes into which case, for other programs and for the terminal."""

from __future__ import annotations

from typing import Any, Final

from equilix.change.packing.packing import Line, Packing
from equilix.change.packing.packing_words import (
    apart_words,
    case_words,
    headline,
    line_words,
    minded,
    off_words,
    sure_words,
)
from equilix.facts import fact
from equilix.units import Display
from equilix.words.telling import begun, tell

PACK_VERSION: Final = 1


def pack_report(found: Packing, display: Display) -> dict[str, Any]:
    """All of it as plain JSON values; texts in the units of ``display``."""
    return {
        "pack": "equilix", "pack_version": PACK_VERSION, "setup": found.setup.id,
        "said": tell(headline(found), display), "strip_minutes": found.strip_min, "build_minutes": found.build_min,
        "take_off": list(found.lumps.taken_off),
        "cases": [
            {
                "case": each.case.id, "name": each.case.name, "mass_kg": each.mass_kg, "share": each.share,
                "mind": [tell(said, display) for said in minded(each)], "things": [_line(line) for line in each.lines],
            }
            for each in found.cases
        ],
        "outside": [_line(line) for line in found.outside],
        "by_themselves": [_line(line) for line in found.by_themselves],
        "never": found.never if found.outside else False, "unmeasured": found.unmeasured,
        "sure": [tell(each, display) for each in sure_words(found)],
    }  # fmt: skip


def _line(line: Line) -> dict[str, Any]:
    return {"parts": list(line.thing.key), "count": line.count, "mass_kg": line.mass_kg, "text": tell(line_words(line))}


def pack_text(found: Packing, display: Display) -> str:
    """The same for a person at a terminal: a list to tick."""
    lines = [f"{found.setup.name}: {tell(headline(found), display)}"]
    lines += [begun(tell(each, display)) for each in (apart_words(found),) if each]
    off = off_words(found)
    lines += [f"{tell(fact('pack.take_off'))}:"] if off else []
    lines += [f"  [ ] {tell(each)}" for each in off]
    for case in found.cases:
        lines.append(begun(tell(case_words(case), display)))
        lines += [f"  [ ] {tell(line_words(line), display)}" for line in case.lines]
        lines += [f"  ! {tell(each, display)}" for each in minded(case)]
    for key, rest in (("pack.outside", found.outside), ("pack.by_itself", found.by_themselves)):
        lines += [f"{tell(fact(key))}:"] if rest else []
        lines += [f"  [ ] {tell(line_words(line), display)}" for line in rest]
    lines += [begun(tell(each, display)) for each in sure_words(found)]
    return "\n".join(lines)
