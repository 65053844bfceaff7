"""What is said of what was packed."""

from __future__ import annotations

from collections.abc import Iterator
from typing import Final

from equilix.body.lifting import LOAD_CONSTANT_KG
from equilix.change.packing.lumps import PAD_M
from equilix.change.packing.packing import TIGHT, Line, Packed, Packing, Thing
from equilix.facts import Sayable, duration, fact, length, listed, mass, percent

FEW: Final = 3
"""So many parts of a piece are named where there is little room."""


def thing_words(thing: Thing) -> Sayable:
    """A part by its name; a piece of the rig with what stays on it."""
    names = [each.name for each in thing.parts]
    return names[0] if len(names) == 1 else fact("pack.with", part=names[0], parts=listed(names[1:], "and"))


def line_words(line: Line) -> Sayable:
    """How many of what."""
    what = thing_words(line.thing)
    return what if line.count == 1 else fact("pack.times", count=str(line.count), what=what)


def short_words(line: Line) -> Sayable:
    """The same where there is little room: of a large piece only what carries it."""
    parts = line.thing.parts
    if len(parts) <= FEW:
        return line_words(line)
    return fact("pack.with_more", part=parts[0].name, count=len(parts) - 1)


def headline(found: Packing) -> Sayable:
    """Whether all goes in."""
    outside = sum(each.count for each in found.outside)
    if outside:
        return fact("pack.left", count=outside)
    return fact("pack.all_in", count=sum(bool(each.lines) for each in found.cases))


def apart_words(found: Packing) -> Sayable:
    """What comes off, and the minutes; empty for no rig."""
    off = len(found.lumps.taken_off)
    if not found.lumps.pieces:
        return ""
    if not off:
        return fact("pack.as_it_is")
    minutes = {"strip": duration(60 * found.strip_min), "build": duration(60 * found.build_min)}
    return fact("pack.apart", off=fact("pack.off", count=off), **minutes)


def off_words(found: Packing) -> tuple[Sayable, ...]:
    """What comes off, in its order."""
    pieces = {each[0]: len(each) for each in found.lumps.pieces}
    assembly = found.lumps.assembly
    names = {key: assembly.parts[assembly.index[key]].name for key in found.lumps.taken_off}
    return tuple(name if pieces[key] == 1 else fact("pack.with_all", part=name) for key, name in names.items())


def case_words(case: Packed) -> Sayable:
    """A case with its mass, and how full it is."""
    if not case.lines:
        return listed((case.case.name, fact("pack.empty")))
    return fact("pack.case", case=case.case.name, mass=mass(case.mass_kg), share=percent(case.share))


def minded(case: Packed) -> tuple[Sayable, ...]:
    """What is to be minded of a case."""
    return tuple(_minded(case))


def _minded(case: Packed) -> Iterator[Sayable]:
    if case.heavy:
        yield fact("pack.heavy", most=mass(LOAD_CONSTANT_KG))
    if case.share > TIGHT:
        yield fact("pack.tight")
    if case.batteries:
        yield fact("pack.cabin")


def sure_words(found: Packing) -> tuple[Sayable, ...]:
    """How sure that is."""
    return tuple(_sure(found))


def _sure(found: Packing) -> Iterator[Sayable]:
    yield fact("pack.sure", pad=length(PAD_M))
    if found.outside:
        yield fact("pack.never") if found.never else fact("pack.perhaps")
    if found.unmeasured:
        yield fact("pack.unmeasured", count=found.unmeasured)
    if found.air.free or found.air.with_approval or found.air.not_at_all:
        yield found.air.words
