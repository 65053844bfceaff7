"""A rig, alone or with all of the kit, into the cases and bags of the kit."""

from __future__ import annotations

import math
from collections import Counter
from collections.abc import Sequence
from functools import cached_property
from typing import Final

from msgspec import Struct

from equilix.body.lifting import LOAD_CONSTANT_KG
from equilix.change.packing.boxes import Bay, Parcel, Size, fill
from equilix.change.packing.lumps import PAD_M, Lumps, size_m, taken_apart
from equilix.document import Document
from equilix.errors import Called, Refused, never
from equilix.facts import fact
from equilix.kit.fastenings import minutes_of
from equilix.kit.measuring import size_of
from equilix.kit.parts import Part
from equilix.power.batteries import Air, air_travel
from equilix.rig.kinematics import assemble
from equilix.rig.setups import Setup

TIGHT: Final = 0.7
"""From this share of a room on, closing it is to be tried (common practice, no source)."""


class Thing(Struct, frozen=True):
    """What is put into a case as one: a part, or a piece of the rig with all that stays on it, the carrier first."""

    parts: tuple[Part, ...]
    size_m: Size
    of_rig: bool = False

    @property
    def key(self) -> tuple[str, ...]:
        """Alike for things that are alike."""
        return tuple(each.id for each in self.parts)

    @property
    def bears(self) -> bool:
        """Whether it is what bears a rig."""
        return self.parts[0].carrier is not None

    @property
    def parcel(self) -> Parcel:
        """As it is put in: the rig before all else, loose batteries in what goes into the cabin."""
        small = not self.of_rig and any(each.energy_wh for each in self.parts)
        return Parcel(self.size_m, self.mass_kg, self.of_rig, small)

    @property
    def mass_kg(self) -> float:
        """Of all of it."""
        return sum(each.mass_kg for each in self.parts)


class Line(Struct, frozen=True):
    """Things that are alike, in one case."""

    thing: Thing
    count: int

    @property
    def mass_kg(self) -> float:
        """Of all of them."""
        return self.thing.mass_kg * self.count


class Packed(Struct, frozen=True):
    """A case or bag with what is in it; ``share`` of its room is taken, with what lies between."""

    case: Part
    lines: tuple[Line, ...]
    share: float

    @property
    def mass_kg(self) -> float:
        """With the case itself."""
        return self.case.mass_kg + sum(each.mass_kg for each in self.lines)

    @property
    def heavy(self) -> bool:
        """More than one person is to lift even where all else is right (NIOSH's load constant, 23 kg)."""
        return self.mass_kg > LOAD_CONSTANT_KG

    @property
    def batteries(self) -> tuple[Part, ...]:
        """Those in it, each as often as it is."""
        return tuple(part for line in self.lines for part in line.thing.parts * line.count if part.energy_wh)


class Packing(Struct, frozen=True, dict=True):
    """What goes into which case, what is left outside, what comes off the rig for it, and how long that takes.

    Vests, harnesses and tripods have bags of their own: they go ``by_themselves``.
    """

    setup: Setup
    cases: tuple[Packed, ...]
    outside: tuple[Line, ...]
    by_themselves: tuple[Line, ...]
    lumps: Lumps
    strip_min: float
    build_min: float
    room_m3: float
    """Of all cases and bags."""

    @cached_property
    def things(self) -> tuple[Line, ...]:
        """All that there is to put into cases."""
        return (*(line for case in self.cases for line in case.lines), *self.outside)

    @cached_property
    def never(self) -> bool:
        """Whether it cannot all go in, however it is packed, by volume alone."""
        return sum(math.prod(line.thing.size_m) * line.count for line in self.things) > self.room_m3

    @cached_property
    def unmeasured(self) -> int:
        """So many parts have only the usual size of their kind."""
        return sum(not part.sized for line in self.things for part in line.thing.parts)

    @cached_property
    def air(self) -> Air:
        """What of its batteries may fly."""
        parts = [part for line in self.things for part in line.thing.parts * line.count if part.energy_wh]
        return air_travel([(part.name, part.energy_wh) for part in parts])


def containers(document: Document) -> tuple[Part, ...]:
    """Cases and bags of the kit, each piece, the roomiest first."""
    own = [part for part in document.parts if part.inner_m is not None and part.standing != "wanted"]
    own.sort(key=lambda part: (-math.prod(part.inner_m or ()), part.id))
    return tuple(part for part in own for _ in range(part.quantity))


def pack(document: Document, setup: Setup, *, whole_kit: bool, called_off: Called = never) -> Packing:
    """Pack a setup, or all of the kit with this setup left as far together as it goes in.

    Raises :class:`Refused` where there is no case, or nothing to pack.
    """
    cases = containers(document)
    if not cases:
        raise Refused(fact("pack.no_case"), fact("pack.enter_one"))
    rooms = [case.inner_m for case in cases if case.inner_m is not None]
    assembly = assemble(setup, document.parts_by_id)
    lumps = taken_apart(document, assembly, rooms, called_off)
    loose = _loose(document, setup, whole_kit)
    things = [_lump(lumps, piece) for piece in lumps.pieces] + [each for each in loose if not each.bears]
    if not things:
        raise Refused(fact("pack.nothing"), fact("pack.put_on"))
    bays = [Bay(room, LOAD_CONSTANT_KG - case.mass_kg) for room, case in zip(rooms, cases, strict=True)]
    placed = fill([each.parcel for each in things], bays, called_off)
    inside = {each.box for each in placed}
    packed = []
    for number, case in enumerate(cases):
        own = [each for each in placed if each.room == number]
        share = sum(math.prod(each.size_m) for each in own) / math.prod(rooms[number])
        packed.append(Packed(case, _lines([things[each.box] for each in own]), share))
    outside = _lines([each for number, each in enumerate(things) if number not in inside])
    strip = lumps.minutes(document) * document.own_pace
    build = strip + (minutes_of("look", document.rules) if lumps.taken_off else 0.0)
    alone = _lines([each for each in loose if each.bears])
    return Packing(setup, tuple(packed), outside, alone, lumps, strip, build, sum(map(math.prod, rooms)))


def _lump(lumps: Lumps, piece: tuple[str, ...]) -> Thing:
    parts = tuple(lumps.assembly.parts[lumps.assembly.index[key]] for key in piece)
    return Thing(parts, size_m(lumps.assembly, piece), of_rig=True)


def _loose(document: Document, setup: Setup, whole_kit: bool) -> list[Thing]:
    """What is not on the rig: what bears it, and with the whole kit all that is one's own or borrowed."""
    on = Counter(each.part for each in setup.placements)
    things = []
    for part in document.parts:
        if part.inner_m is not None or part.standing == "wanted":
            continue
        count = part.quantity - on[part.id] if whole_kit else int(part.id == setup.borne_by)
        x, y, z = (float(each) + PAD_M for each in size_of(part))
        things += [Thing((part,), (x, y, z))] * max(count, 0)
    return things


def _lines(things: Sequence[Thing]) -> tuple[Line, ...]:
    """Those of the rig first, then the heaviest."""
    counts = Counter(each.key for each in things)
    first = {each.key: each for each in reversed(things)}
    lines = [Line(first[key], count) for key, count in counts.items()]
    return tuple(sorted(lines, key=lambda each: (not each.thing.of_rig, -each.thing.mass_kg, each.thing.key)))
