"""The quick answer for other programs and for the terminal."""

from __future__ import annotations

from typing import Any, Final

from equilix.carry.conditions import off_by
from equilix.quick.answer import Answer, Hang, Way
from equilix.quick.words import added_words, done_words, needed_words, nothing_reaches, step_words, usual_words
from equilix.units import Display
from equilix.words.reading import CAUTION, read_out
from equilix.words.telling import tell

QUICK_VERSION: Final = 1


def quick_report(found: Answer, display: Display) -> dict[str, Any]:
    """The answer as plain JSON values; texts in the units of ``display``."""
    now, whole = found.condition, found.told.weighing
    return {
        "quick": "equilix", "quick_version": QUICK_VERSION, "carry": found.told.carry,
        "mass_kg": whole.mass_kg, "mass_sd_kg": whole.mass_sd_kg,
        "balance_m": now.value_m, "balance_sd_m": now.sd_m,
        "tolerance_m": now.balance.tolerance_m, "target_m": now.balance.target_m,
        "reading": tell(read_out(found.before).verdict, display), "said": tell(off_by(now), display),
        "balanced": found.right, "reaches": found.reaches,
        "ways": [_way(found, way, display) for way in found.ways],
        "needed": [
            {"at_m": each.at_m, "mass_kg": each.mass_kg, "text": tell(needed_words(each), display)}
            for each in found.needed
        ],
        "usual": [tell(each, display) for each in usual_words(found)],
        "caution": tell(CAUTION, display),
    }  # fmt: skip


def _way(found: Answer, way: Way, display: Display) -> dict[str, Any]:
    return {
        "balances": way.within, "balance_m": way.after.value_m, "balance_sd_m": way.after.sd_m,
        "added_kg": way.added_kg, "said": tell(off_by(way.after), display),
        "steps": [
            {
                "what": "hang" if isinstance(step, Hang) else "slide",
                "part": _name(found, step),
                **({"at_m": step.at_m} if isinstance(step, Hang) else {"by_m": step.by_m}),
                "text": tell(step_words(found, step), display),
            }
            for step in way.steps
        ],
    }  # fmt: skip


def _name(found: Answer, step: Any) -> str:
    if isinstance(step, Hang):
        return found.told.weights[step.which].name
    return "camera" if step.which is None else found.told.sliding[step.which].name


def quick_text(found: Answer, display: Display) -> str:
    """The answer for a person at a terminal."""
    lines = [tell(read_out(found.before).verdict, display), f"  {tell(off_by(found.condition), display)}", ""]
    if found.right:
        lines += [tell(done_words(found), display), ""]
    for number, way in enumerate(found.ways, start=1):
        sign = "●" if way.within else "▲"
        lines.append(f"{number}. {'; '.join(tell(step_words(found, step), display) for step in way.steps)}")
        lines.append(f"   {sign} {tell(off_by(way.after), display)}{tell(added_words(way), display)}")
    if not (found.right or found.reaches):
        lines.insert(3, tell(nothing_reaches(found), display))
    lines += [tell(needed_words(each), display) for each in found.needed]
    lines += ["", *(tell(each, display) for each in usual_words(found)), tell(CAUTION, display)]
    return "\n".join(lines)
