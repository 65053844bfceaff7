"""What can be slid on a rig, whoever holds it: its tracks, their clamps, and what slides by itself when loose."""

from __future__ import annotations

import math
from abc import ABC, abstractmethod
from typing import Final

import numpy as np
from msgspec import Struct
from numpy.typing import NDArray

from equilix.analysis import Analysis, analyse
from equilix.constants import STANDARD_GRAVITY_M_S2
from equilix.document import Document
from equilix.edits.rigging import extend, slide
from equilix.errors import Refused
from equilix.facts import fact
from equilix.keys import BalanceKey
from equilix.rig.kinematics import Assembly

Array = NDArray[np.float64]

SLIDES_ALONE: Final = 0.15
"""What is loose slides by itself where it is steeper than this (a loose plate; common practice, no source)."""
OUT: Final = " out"
"""Behind the key of what is drawn out instead of slid."""


class Track(Struct, frozen=True):
    """Something that can be slid or drawn out: its key, the ends of its way, and what its scale reads at 0, m."""

    key: str
    placement: str
    name: str
    from_m: float
    to_m: float
    zero_m: float
    step_m: float
    draws: bool = False
    """Not slid on a track but drawn out of itself."""


class Deed(Struct, frozen=True):
    """A slide that has been done: when, of what, and by how much it changed each condition, in its tolerances."""

    at_s: float
    key: str
    before: tuple[float, ...]
    """The conditions in the order of the steps, in tolerances with their sign."""
    after: tuple[float, ...]


class Sliding(ABC):
    """A setup of a document of its own; ``loose``: the keys of the tracks whose clamps are open."""

    def __init__(self, document: Document, setup_id: str, loose: frozenset[str]) -> None:
        self.document, self.setup_id = document, setup_id
        self.loose = set(loose)
        self.deeds: list[Deed] = []
        self.seconds = 0.0
        """How long it has been worked at, held or not."""
        self._creeping: dict[str, float] = {}
        self._slid_from: dict[str, tuple[float, ...]] = {}
        self.analysis: Analysis = self._analysed()

    def _analysed(self) -> Analysis:
        return analyse(self.document, self.document.setups_by_id[self.setup_id])

    @abstractmethod
    def picture(self) -> Assembly:
        """The rig where it is now."""

    @abstractmethod
    def _rebuilt(self) -> None:
        """Something was slid: whatever follows from where things are follows anew."""

    @property
    def tracks(self) -> tuple[Track, ...]:
        """What can be slid, in the order of the build."""
        assembly = self.analysis.assembly
        found = []
        for row, key in enumerate(assembly.ids):
            seat = assembly.seats[row]
            if seat is not None and seat.track is not None and seat.track.to_m > seat.track.from_m:
                track = seat.track
                found.append(
                    Track(
                        key, key, assembly.parts[row].name, track.from_m, track.to_m, track.scale_zero_m,
                        track.pitch_m or 0.001,
                    )
                )  # fmt: skip
            scope = assembly.parts[row].telescope
            if scope is not None:
                found.append(Track(f"{key}{OUT}", key, assembly.parts[row].name, 0.0, scope.reach_m, 0.0, 0.001, True))
        return tuple(found)

    def track(self, key: str) -> Track:
        """The one of that key. Raises :class:`Refused`."""
        found = next((each for each in self.tracks if each.key == key), None)
        if found is None:
            raise Refused(fact("practice.no_track", what=key), fact("practice.name_a_track"))
        return found

    def slide_m(self, key: str) -> float:
        """Where it stands on its track, or how far it is drawn out."""
        placement = self.analysis.setup.by_id[key.removesuffix(OUT)]
        return placement.extension_m if key.endswith(OUT) else placement.slide_m

    def way_of(self, key: str) -> Array:
        """The way ``(3,)`` in which what is on that track goes as it grows, as the rig stands."""
        return _way_of(self.track(key), self.picture())

    def moves(self, key: str, balance: BalanceKey) -> float:
        """How far a condition goes, m, for each metre that what is on a track is slid on, or back at its end."""
        track, now = self.track(key), self.slide_m(key)
        to = now + track.step_m if now + track.step_m <= track.to_m else now - track.step_m
        other = put_at(self.document, self.setup_id, track, to)
        then = analyse(other, other.setups_by_id[self.setup_id])
        before, after = (
            next((each.value_m for each in analysis.conditions if each.balance.key == balance), 0.0)
            for analysis in (self.analysis, then)
        )
        return (after - before) / (to - now)

    # what hands do

    def loosen(self, key: str) -> None:
        """Loosen its clamp: it can be slid, and slides by itself where it is steep."""
        self.loose.add(self.track(key).key)

    def clamp(self, key: str) -> None:
        """Clamp it where it is."""
        self.track(key)
        self.loose.discard(key)
        self._creeping.pop(key, None)
        self._note(key)

    def slide(self, key: str, to_m: float) -> None:
        """Slide what is loose, as far as its track goes. Raises :class:`Refused` for what is clamped."""
        track = self.track(key)
        if key not in self.loose:
            raise Refused(fact("practice.clamped", name=track.name), fact("practice.loosen_first"))
        if not math.isfinite(to_m):
            raise Refused(fact("practice.no_place"), fact("practice.a_length"))
        self._slid_from.setdefault(key, self.conditions)
        self._set(track, min(max(to_m, track.from_m), track.to_m))

    def put(self, key: str, to_m: float) -> None:
        """It stands there, whoever put it there. Raises :class:`Refused`."""
        track = self.track(key)
        self._set(track, min(max(to_m, track.from_m), track.to_m))

    def _set(self, track: Track, to_m: float) -> None:
        self.document = put_at(self.document, self.setup_id, track, to_m)
        self.analysis = self._analysed()
        self._rebuilt()

    def _note(self, key: str) -> None:
        before = self._slid_from.pop(key, None)
        if before is not None and before != self.conditions:
            self.deeds.append(Deed(self.seconds, key, before, self.conditions))

    @property
    def conditions(self) -> tuple[float, ...]:
        """All conditions, in their tolerances with their sign."""
        return tuple(each.value_m / each.balance.tolerance_m for each in self.analysis.conditions)

    def _creep(self, seconds: float) -> None:
        """What is loose slides by itself where it is steep enough, until its end stop."""
        if not self.loose:
            return
        shown = self.picture()
        for track in self.tracks:
            if track.key in self.loose:
                self._creep_one(track, _way_of(track, shown), seconds)

    def _creep_one(self, track: Track, way: Array, seconds: float) -> None:
        key = track.key
        steep, speed = -float(way[2]), self._creeping.get(key, 0.0)
        holds = SLIDES_ALONE * math.sqrt(max(1.0 - steep**2, 0.0))
        if not speed and abs(steep) <= holds:
            return
        going = math.copysign(1.0, speed or steep)
        speed += STANDARD_GRAVITY_M_S2 * (steep - going * holds) * seconds
        if speed * going <= 0 and abs(steep) <= holds:
            self._creeping.pop(key, None)
            return
        now = self.slide_m(key)
        to = now + speed * seconds
        if not track.from_m < to < track.to_m:
            to, speed = min(max(to, track.from_m), track.to_m), 0.0
        if speed:
            self._creeping[key] = speed
        else:
            self._creeping.pop(key, None)
        if abs(to - now) > 1e-5:
            self._slid_from.setdefault(key, self.conditions)
            self._set(track, to)


def put_at(document: Document, setup_id: str, track: Track, to_m: float) -> Document:
    """The document with what is on a track slid there, or drawn out so far, m. Raises :class:`Refused`."""
    put = extend if track.draws else slide
    return put(document, setup_id, track.placement, to_m)


def _way_of(track: Track, shown: Assembly) -> Array:
    """The way ``(3,)`` in which it grows, as the rig stands."""
    row = shown.index[track.placement]
    scope = shown.parts[row].telescope
    if track.draws and scope is not None:
        return np.asarray(shown.rotations[row] @ scope.axis_unit)
    way = shown.slide_direction(track.placement)
    assert way is not None  # it has a track
    return way
