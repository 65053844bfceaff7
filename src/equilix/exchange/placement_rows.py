"""Rows of a table that tell the placements of one setup: which part, on what, and where."""

from __future__ import annotations

import math
from collections import Counter
from collections.abc import Sequence
from typing import Any, Final

from pydantic_core import ValidationError

from equilix.edits.kit import slug
from equilix.edits.sound import refused_by
from equilix.errors import Refused
from equilix.exchange.setup_rows import BENDS_BETWEEN
from equilix.exchange.tables import NEAR_THOUSANDTHS, Row, near
from equilix.facts import fact, length, listed
from equilix.kit.fits import fits
from equilix.kit.mounts import Track
from equilix.kit.parts import Part
from equilix.mechanics.rotations import turned
from equilix.rig.setups import Placement, Pose, Setup
from equilix.units import read

NEAR_RAD: Final = math.radians(1000 * NEAR_THOUSANDTHS)
"""What an angle loses when it is written in degrees."""
PLACE: Final = ("x", "y", "z")
TURNS: Final = ("roll", "nose_up", "to_the_left")


class PlacementRows:
    """The rows of one setup, ``old`` as it is so far."""

    def __init__(self, parts: Sequence[Part], old: Setup, rows: Sequence[Row]) -> None:
        self.parts, self.old, self.rows = parts, old, rows
        self.parts_by_id = {part.id: part for part in parts}
        self.places = {row.number: row.cells.get("placement") or slug(row.cells.get("name", "")) for row in rows}
        """The placement that each row tells."""
        self.often = Counter(self.places.values())
        self.names: dict[str, str] = {}
        """What the part of each placement is called; of two rows of one placement, by the first."""
        for row in rows:
            self.names.setdefault(self.places[row.number], row.cells.get("name", ""))

    def placement(self, row: Row) -> Placement:
        """What a row tells. Raises :class:`Refused`."""
        key = self.places[row.number]
        if self.often[key] > 1:
            raise Refused(fact("setup_lines.two_rows", key=key), fact("setup_lines.leave_one"))
        old = self.old.by_id.get(key)
        part = part_of(self.parts, row.cells.get("name", ""), None if old is None else old.part)
        try:
            if old is None or old.part != part.id:
                pinned = old is not None and old.pinned
                old = Placement(id=key, part=part.id, pinned=pinned)
            pinned = row.yes("pinned", old.pinned)
            return old.changed(**self._seated(row, old, part), **self._moved(row, old), pinned=pinned)
        except ValidationError as error:
            raise refused_by(error) from error

    def _seated(self, row: Row, old: Placement, part: Part) -> dict[str, Any]:
        """On what it hangs and where: on a point, strapped, or free; as it was where the row tells nothing of it."""
        on, point = row.cells.get("on"), row.cells.get("point")
        parent = None if on is None else self.carrier(on)
        if on is None and point is None and not any(each in row.cells for each in (*PLACE, *TURNS)):
            parent, point = old.parent, old.point
        if parent is None and point is not None:
            raise Refused(fact("setup_lines.point_of_nothing", point=point), fact("setup_lines.name_carrier"))
        stays = (parent, point) == (old.parent, old.point)
        if parent is None or point is None:
            return self._posed(row, old, parent, stays=stays)
        by = row.cells.get("by") or (old.by if stays else self._by(part, parent, point))
        carried, own = self._part(parent).offered(point), part.hanger(by)
        track = None if carried is None or own is None else carried.track or own.track
        if not stays:
            old = old.changed(slide_m=0.0 if track is None else track.settle(0.0), turn_rad=0.0)
        return {
            "parent": parent, "point": point, "by": by, "pose": None, "track": None,
            "slide_m": self._slide(row, old, track), "turn_rad": _angle(row, "turn", old.turn_rad),
        }  # fmt: skip

    def _posed(self, row: Row, old: Placement, parent: str | None, *, stays: bool) -> dict[str, Any]:
        """Strapped to ``parent``, or free."""
        pose = self._pose(row, old.pose if stays else None)
        if pose is None and parent is not None:
            carrier = self._part(parent)
            there = listed(each.name for each in carrier.offers) or fact("common.none")
            raise Refused(fact("setup_lines.no_point", on=carrier.name), fact("setup_lines.points", there=there))
        track = old.track if stays else None
        mark = row.si("slide", "length", "mm")
        if mark is not None and track is None:
            raise Refused(fact("faults.slid_where_no_track", slide=length(mark)), fact("faults.set_slide_0"))
        return {
            "parent": parent, "point": None, "by": None, "pose": pose, "track": track, "turn_rad": 0.0,
            "slide_m": 0.0 if track is None else self._slide(row, old, track),
        }  # fmt: skip

    def _slide(self, row: Row, old: Placement, track: Track | None) -> float:
        mark = row.si("slide", "length", "mm")
        zero = 0.0 if track is None else track.scale_zero_m
        return old.slide_m if mark is None else near(round(mark - zero, 9), old.slide_m, NEAR_THOUSANDTHS)

    def _moved(self, row: Row, old: Placement) -> dict[str, Any]:
        """How far it is drawn out, and its pivots are turned."""
        out, bends = row.si("drawn_out", "length", "mm"), row.cells.get("bends")
        found: dict[str, Any] = {}
        if out is not None:
            found["extension_m"] = near(out, old.extension_m, NEAR_THOUSANDTHS)
        if bends is not None:
            told = [round(read(f"{each} deg", "angle"), 7) for each in bends.split(BENDS_BETWEEN.strip())]
            was = (*old.pivots_rad, *[0.0] * len(told))
            found["pivots_rad"] = tuple(near(now, then, NEAR_RAD) for now, then in zip(told, was, strict=False))
        return found

    def _pose(self, row: Row, old: Pose | None) -> Pose | None:
        """Where it is strapped or lies free; None where neither the row nor the setup tells it."""
        place = [row.si(each, "length", "mm") for each in PLACE]
        turns = [row.si(each, "angle", "deg") for each in TURNS]
        if all(each is None for each in (*place, *turns)):
            return old
        was = Pose() if old is None else old
        x, y, z = (
            then if now is None else near(now, then, NEAR_THOUSANDTHS)
            for now, then in zip(place, was.position_m, strict=True)
        )
        angles = [
            then if now is None else near(now, then, NEAR_RAD) for now, then in zip(turns, was.angles_rad, strict=True)
        ]
        same = tuple(angles) == was.angles_rad
        roll, pitch, yaw = angles
        return Pose(position_m=(x, y, z), quaternion_xyzw=was.quaternion_xyzw if same else turned(roll, pitch, yaw))

    def _by(self, part: Part, parent: str, point: str) -> str | None:
        """The first of its own points that fits there; none where its first does, or where none does."""
        carried = self._part(parent).offered(point)
        if carried is None:
            return None
        fitting = [own.name for own in part.hangs_by if fits(carried, own)]
        return None if not fitting or fitting[0] == part.hangs_by[0].name else fitting[0]

    def carrier(self, on: str) -> str:
        """The placement that ``on`` names, by its own name or by that of its part."""
        known = {*self.names, *self.old.by_id}
        if on in known:
            return on
        called = [key for key in sorted(known) if self._name(key).casefold() == on.casefold()]
        if len(called) == 1:
            return called[0]
        if called:
            raise Refused(fact("setup_lines.several", name=on), fact("setup_lines.name_by_id", there=listed(called)))
        raise Refused(fact("setup_lines.no_placement", name=on), fact("setup_lines.its_row_first"))

    def _name(self, key: str) -> str:
        told = self.names.get(key)
        return told if told is not None else self.parts_by_id[self.old.by_id[key].part].name

    def _part(self, key: str) -> Part:
        """The part of a placement, as the rows tell it. Raises :class:`Refused`."""
        old = self.old.by_id.get(key)
        if old is not None and key not in self.names:
            return self.parts_by_id[old.part]
        return part_of(self.parts, self._name(key), None if old is None else old.part)


def part_of(parts: Sequence[Part], name: str, likely: str | None) -> Part:
    """The part of the kit of that name or id; among several of one name the ``likely`` one.

    Raises :class:`Refused`.
    """
    named = [part for part in parts if part.name.casefold() == name.casefold() and name]
    found = [part for part in named if part.id == likely] or named or [part for part in parts if part.id == name]
    if len(found) == 1:
        return found[0]
    if found:
        raise Refused(
            fact("setup_lines.several", name=name),
            fact("setup_lines.name_by_id", there=listed(part.id for part in found)),
        )
    raise Refused(fact("setup_lines.no_part", name=name), fact("setup_lines.into_the_kit_first"))


def _angle(row: Row, key: str, was: float) -> float:
    told = row.si(key, "angle", "deg")
    return was if told is None else near(round(told, 7), was, NEAR_RAD)
