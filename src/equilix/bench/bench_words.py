"""What the bench has to say: what a reading tells, what contradicts what, what would help, as facts."""

from __future__ import annotations

from collections.abc import Iterator, Mapping
from typing import Final

import numpy as np

from equilix.bench.fit import Fitted, Line, Suspect
from equilix.bench.next_reading import Helpful
from equilix.bench.sorts import SORTS
from equilix.facts import Amount, Sayable, fact, fine_length, length, mass, number
from equilix.kit.measured import Measured
from equilix.kit.parts import Part

LEAST_KG, LEAST_M = 5e-4, 5e-5
"""What a datum moves by less is not told."""
COLUMNS: Final = ("mass", "x", "y", "z")


def figure(measured: Measured, value: float, *, short: bool = False) -> Sayable:
    """A value of this sort with its unit; ``short``: a place without the mark from which it was measured."""
    row = SORTS[measured.sort]
    if measured.mark and measured.sort == "balance":
        away = measured.mark_m - value if measured.inwards else value - measured.mark_m
        return fine_length(away) if short else fact("measuring.from_mark", away=fine_length(away), mark=measured.mark)
    if row.kind == "number":
        return Amount("number", value, digits=2, symbol="s")
    return Amount(row.kind, value, digits=1 if row.kind in ("mass", "torque") else 0)


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


def moved_words(fitted: Fitted, parts: Mapping[str, Part]) -> Iterator[Sayable]:
    """What taking the readings in would change of each part, what is furthest from what was stated first."""
    before, after = fitted.sds
    found: list[tuple[float, Sayable]] = []
    for row, part_id in enumerate(fitted.ids):
        by, name = fitted.moved[row], parts[part_id].name
        share = np.abs(by) / np.maximum(before[row], 1e-9)
        if abs(by[0]) >= LEAST_KG:
            said = fact(
                "measuring.mass_goes", part=name, before=mass(float(fitted.stated[row, 0]), 1),
                after=mass(float(fitted.likely[row, 0]), 1), sd=mass(float(after[row, 0]), 1),
            )  # fmt: skip
            found.append((float(share[0]), said))
        k = int(np.argmax(np.abs(by[1:])))
        if abs(by[1 + k]) >= LEAST_M:
            way = (("back", "forward"), ("right", "left"), ("down", "up"))[k][int(by[1 + k] > 0)]
            said = fact(
                "measuring.place_goes", part=name, by=fine_length(abs(float(by[1 + k]))), way=fact(f"way.{way}"),
                sd=fine_length(float(after[row, 1 + k])),
            )  # fmt: skip
            found.append((float(share[1 + k]), said))
    yield from (said for _, said in sorted(found, key=lambda each: -each[0]))


def helpful_words(each: Helpful) -> Sayable:
    """What to do next, and what doubt it would leave."""
    how = fact(f"measuring.do_{each.how}", what=each.subject.what)
    if each.how != "mass":
        key = "about" if each.how in ("hang", "drop") else "along"
        how = fact(f"measuring.do_{key}", how=how, axis=fact(f"measuring.{key}_{each.axis}"))
    return fact("measuring.would_leave", how=how, before=fine_length(each.before_m), after=fine_length(each.after_m))


def sure_words(before_m: float, after_m: float) -> Sayable:
    """How much surer a rig becomes."""
    return fact("measuring.sure", before=length(before_m), after=fine_length(after_m))
