"""What the bench has to say: what a reading tells, what contradicts what, what would help, as facts."""

from __future__ import annotations

from collections.abc import Iterator, Mapping, Sequence
from typing import Final

import numpy as np

from equilix.bench.fit import Fitted, Line, Suspect
from equilix.bench.next_reading import Helpful
from equilix.bench.sorts import SORTS
from equilix.bench.taking_in import Correction
from equilix.facts import Amount, Sayable, fact, fine_length, mass, number
from equilix.kit.measured import Measured
from equilix.kit.parts import Part

LEAST_KG, LEAST_M = 5e-4, 5e-5
"""What a datum moves by less is not told."""
FINE_KG: Final = 5e-3
FINE_S: Final = 1e-2
"""What is known better has a tenth of a gram, or a thousandth of a second."""
COLUMNS: Final = ("mass", "x", "y", "z")


def figure(measured: Measured, value: float, *, short: bool = False) -> Sayable:
    """A value of this sort with its unit; ``short``: a place without the mark from which it was measured."""
    row = SORTS[measured.sort]
    if measured.mark and measured.sort == "balance":
        away = measured.mark_m - value if measured.inwards else value - measured.mark_m
        return fine_length(away) if short else fact("measuring.from_mark", away=fine_length(away), mark=measured.mark)
    if row.kind == "number":
        return _seconds(value)
    return Amount(row.kind, value, digits=1 if row.kind in ("mass", "torque") else 0)


def doubt(measured: Measured, sd: float) -> Sayable:
    """A standard uncertainty of a value of this sort, without digits that nobody believes."""
    kind = SORTS[measured.sort].kind
    if kind == "mass":
        return mass(sd, _fine(sd))
    return _seconds(sd, 2 + int(sd < FINE_S)) if kind == "number" else Amount(kind, sd, int(kind == "torque"))


def _seconds(s: float, digits: int = 2) -> Amount:
    """A time as a watch has it."""
    return Amount("measured", s, digits, "s")


def _fine(sd_kg: float) -> int:
    """Digits of a mass more than usual."""
    return int(sd_kg < FINE_KG)


def reading_words(measured: Measured) -> Sayable:
    """What was read of what: 'on a scale', 'on an edge, fore and aft'."""
    how = fact("measuring.support_reading" if measured.sort == "support" else f"measuring.{measured.sort}")
    if measured.sort == "mass":
        return how
    key = "measuring.along" if measured.sort in ("support", "balance") else "measuring.about"
    return fact(key, how=how, axis=fact(f"{key}_{measured.axis}"))


def off_words(off: float) -> Sayable:
    """How far a reading is from all the others."""
    if abs(off) < AGREES:
        return fact("measuring.agrees")
    return fact("measuring.too_much" if off > 0 else "measuring.too_little_by", off=number(abs(off), 1))


AGREES: Final = 2.0
"""Standard uncertainties: nearer it agrees with the others."""


def line_words(line: Line) -> Sayable:
    """One reading: what it said, and how it goes with the others."""
    return fact(
        "measuring.line", what=line.measured.what, how=reading_words(line.measured),
        said=figure(line.measured, line.said), off=off_words(line.off),
    )  # fmt: skip


def datum_words(suspect: Suspect, fitted: Fitted, parts: Mapping[str, Part]) -> Sayable:
    """Which reading or datum is meant."""
    if suspect.reading is not None:
        line = fitted.lines[suspect.reading]
        return fact("measuring.the_reading", how=reading_words(line.measured), what=line.measured.what,
                    said=figure(line.measured, line.said))  # fmt: skip
    key = "measuring.the_mass" if suspect.column == 0 else "measuring.the_place"
    name = parts[suspect.part].name
    if suspect.column == 0:
        return fact(key, part=name)
    return fact(key, part=name, axis=fact(f"measuring.along_{COLUMNS[suspect.column]}"))


def suspect_words(fitted: Fitted, parts: Mapping[str, Part]) -> Sayable:
    """What is likely a mistake, and what cannot be told apart from it."""
    alike = fitted.alike
    if not alike:
        return fact("measuring.no_contradiction")
    first = datum_words(alike[0], fitted, parts)
    off = number(abs(alike[0].off), 1)
    if len(alike) == 1:
        return fact("measuring.likely_wrong", what=first, off=off)
    second = datum_words(alike[1], fitted, parts)
    return fact("measuring.one_of_both", first=first, second=second, off=off)


def moved_words(corrected: Sequence[Correction], parts: Mapping[str, Part]) -> Iterator[Sayable]:
    """What taking the readings in would change of each part, what goes furthest beside its doubt first."""
    found: list[tuple[float, Sayable]] = []
    for each in corrected:
        by, name = each.likely - each.now, parts[each.part].name
        share = np.abs(by) / np.maximum(each.before, 1e-9)
        fine = _fine(float(each.after[0]))  # no digit that the doubt hides
        if abs(by[0]) >= (LEAST_KG if fine else 2 * LEAST_KG):
            said = fact(
                "measuring.mass_goes", part=name, before=mass(float(each.now[0]), fine),
                after=mass(float(each.likely[0]), fine), sd=mass(float(each.after[0]), fine),
            )  # fmt: skip
            found.append((float(share[0]), said))
        k = int(np.argmax(np.abs(by[1:])))
        if abs(by[1 + k]) >= LEAST_M:
            way = (("back", "forward"), ("right", "left"), ("down", "up"))[k][int(by[1 + k] > 0)]
            said = fact(
                "measuring.place_goes", part=name, by=fine_length(abs(float(by[1 + k]))), way=fact(f"way.{way}"),
                sd=fine_length(float(each.after[1 + k])),
            )  # fmt: skip
            found.append((float(share[1 + k]), said))
    yield from (said for _, said in sorted(found, key=lambda pair: -pair[0]))


def helpful_words(each: Helpful) -> Sayable:
    """What to do next, and what doubt it would leave."""
    how = fact(f"measuring.do_{each.how}", what=each.subject.what)
    if each.how != "mass":
        key = "about" if each.how in ("hang", "drop") else "along"
        how = fact(f"measuring.do_{key}", how=how, axis=fact(f"measuring.{key}_{each.axis}"))
    return fact("measuring.would_leave", how=how, before=fine_length(each.before_m), after=fine_length(each.after_m))
