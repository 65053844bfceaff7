"""Batteries through a day: each piece of the kit burns down while its rig runs, is changed for a fresh one, is charged.

A piece has a share of its charge; in the cold it gives less of its energy, so that the same load empties it sooner
(:mod:`equilix.power.batteries`). One that was kept warm goes on warm, and is taken to stay at least at 10 °C.
"""

from __future__ import annotations

import math
from collections.abc import Callable, Sequence
from typing import Final

from msgspec import Struct

from equilix.day.happened import happened
from equilix.day.schedule import Span
from equilix.kit.parts import Part
from equilix.power.batteries import CHARGED_SHARE
from equilix.power.network import Network, Run
from equilix.rig.days import Day

WARM_C: Final = 10.0
"""Of a battery that comes out of a pocket and works (common practice, no source)."""
EMPTY: Final = 0.02
"""A piece with less is not put on again (estimate)."""

Powered = Callable[[Span, float | None], Network | None]
"""The network of a scene at a temperature of its own; none where there is no rig."""


class Burn(Struct, frozen=True):
    """A stretch of a piece: from when to when, minutes, and its share of the charge at both ends."""

    start_min: float
    end_min: float
    start: float
    end: float
    span: Span


class Piece(Struct, frozen=True):
    """One piece of a battery of the kit through the day, ``number`` from 1. ``died``: when it was empty, each time."""

    part: Part
    number: int
    burns: tuple[Burn, ...]
    died: tuple[float, ...] = ()

    def at(self, minute: float) -> float:
        """Its share of the charge at a minute."""
        share = 1.0
        for burn in self.burns:
            if minute <= burn.start_min:
                break
            long = max(burn.end_min - burn.start_min, 1e-9)
            share = burn.start + (burn.end - burn.start) * min((minute - burn.start_min) / long, 1.0)
        return share


class Change(Struct, frozen=True):
    """A piece is empty: when, in which scene, and whether another one is there (its number) or none (0).

    ``hot``: it can be changed while the rig runs.
    """

    minute: float
    span: Span
    part: Part
    number: int
    next_number: int
    hot: bool = False


class Charge(Struct, frozen=True):
    """All pieces that were used, and each change of one for another."""

    pieces: tuple[Piece, ...]
    changes: tuple[Change, ...]


def burn_down(day: Day, spans: Sequence[Span], parts: dict[str, Part], powered: Powered) -> Charge:
    """The batteries of a day."""
    return _Burning(day, parts, powered).through(spans)


class _Burning:
    def __init__(self, day: Day, parts: dict[str, Part], powered: Powered) -> None:
        self.day, self.parts, self.powered = day, parts, powered
        self.left: dict[tuple[str, int], float] = {}
        self.burns: dict[tuple[str, int], list[Burn]] = {}
        self.died: dict[tuple[str, int], list[float]] = {}
        self.empties: dict[str, list[float]] = {}
        """When a battery was found empty on the day, and another one put on."""
        for minute, part in happened(day).empties:
            self.empties.setdefault(part, []).append(minute)
        self.on: dict[str, int] = {}
        """Which piece of a part is on the rig."""
        self.changes: list[Change] = []

    def through(self, spans: Sequence[Span]) -> Charge:
        """Scene after scene."""
        for span in sorted(spans, key=lambda each: each.start_min):
            if span.item.kind == "scene":
                self._scene(span)
            elif span.item.mains and self.day.charger_w > 0:
                self._charge(span)
        pieces = [
            Piece(self.parts[part], number, tuple(burns), tuple(self.died.get((part, number), ())))
            for (part, number), burns in sorted(self.burns.items())
        ]
        return Charge(tuple(pieces), tuple(self.changes))

    def _scene(self, span: Span) -> None:
        network = self.powered(span, None)
        if network is None:
            return
        if self.day.warm and network.celsius < WARM_C:
            network = self.powered(span, WARM_C) or network
        taken: dict[str, set[int]] = {}
        for run in network.runs:
            part = network.part(run.battery)
            if math.isfinite(run.seconds) and run.seconds > 0:
                used = taken.setdefault(part.id, set())
                self._drain(span, part, run, used)

    def _drain(self, span: Span, part: Part, run: Run, used: set[int]) -> None:
        """Piece after piece from the begin of a scene to its end; ``used``: those that are on it in another place."""
        now, full_min = span.start_min, run.seconds / 60
        empties = self.empties.get(part.id, [])
        while empties and empties[0] <= now:  # told between two scenes
            self._found_empty(part, empties.pop(0))
        number = self._next(part, used, self.on.get(part.id, 0))
        while now < span.end_min - 1e-9:
            if not number:
                return
            used.add(number)
            key = part.id, number
            share = self.left.get(key, 1.0)
            stop = min(span.end_min, now + share * full_min)
            after = max(share - (stop - now) / full_min, 0.0)
            told = bool(empties) and empties[0] <= stop
            if told:
                stop, after = empties.pop(0), 0.0
            self.burns.setdefault(key, []).append(Burn(now, stop, share, after, span))
            self.left[key], self.on[part.id] = after, number
            if told or stop < span.end_min - 1e-9:
                self.died.setdefault(key, []).append(stop)
                following = self._next(part, used, 0)
                self.changes.append(Change(stop, span, part, number, following, run.hot_swap))
                number = following
            now = stop

    def _found_empty(self, part: Part, minute: float) -> None:
        """What was on had nothing left, whatever was thought of it."""
        key = part.id, self.on.get(part.id, 1)
        self.left[key] = 0.0
        self.died.setdefault(key, []).append(minute)

    def _next(self, part: Part, used: set[int], first: int) -> int:
        """The piece that goes on: the one that is on, if it has something left, else the fullest; 0: there is none."""
        free = [each for each in range(1, part.quantity + 1) if each not in used]
        left = {each: self.left.get((part.id, each), 1.0) for each in free}
        if first in left and left[first] > EMPTY:
            return first
        best = max(free, key=lambda each: (left[each], -each), default=0)
        return best if best and left[best] > EMPTY else 0

    def _charge(self, span: Span) -> None:
        """So many chargers, the emptiest first, until the break is over; what is charged comes off the rig."""
        until = [span.start_min] * self.day.chargers
        for (part, number), share in sorted(self.left.items(), key=lambda each: each[1]):
            charger = min(range(len(until)), key=lambda each: until[each])
            begin, energy = until[charger], self.parts[part].energy_wh
            if share >= 1 - 1e-9 or begin >= span.end_min - 1e-9 or energy <= 0:
                continue
            rate = self.day.charger_w * CHARGED_SHARE / energy / 60
            stop = min(span.end_min, begin + (1 - share) / rate)
            after = share + (stop - begin) * rate
            self.burns.setdefault((part, number), []).append(Burn(begin, stop, share, after, span))
            self.left[part, number], until[charger] = after, stop
