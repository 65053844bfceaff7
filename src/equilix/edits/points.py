"""Edits of the mounting points of a part: add, change, rename, copy, lay in a row or a ring, take away."""

from __future__ import annotations

import itertools
import math
from typing import Any, Final, Literal

import numpy as np
from pydantic_core import ValidationError

from equilix.document import Document
from equilix.edits.kit import change_part, part_of
from equilix.edits.sound import refused_by
from equilix.errors import Refused
from equilix.facts import fact, grouped, length, listed
from equilix.kit.mounts import MountPoint
from equilix.kit.parts import Part

Side = Literal["offers", "hangs_by"]
"""What others are mounted on, or what the part itself is mounted by."""
MOST_STEP_M: Final = 1.0
"""Between two points of a row."""
MOST_POINTS: Final = 400
"""On one part: a cheese plate of 200 × 100 mm with a hole at every 10 mm has 200."""


def point_of(part: Part, side: Side, name: str) -> MountPoint:
    """A point of a part by its name. Raises :class:`Refused` where there is none."""
    points: tuple[MountPoint, ...] = getattr(part, side)
    found = next((point for point in points if point.name == name), None)
    if found is None:
        raise Refused(fact("points.no_such_point", part=part.name, point=name), fact("points.name_one_of_part"))
    return found


def point_anywhere(part: Part, name: str) -> MountPoint:
    """A point of a part by its name, whichever side it is of. Raises :class:`Refused`."""
    return point_of(part, "offers" if part.offered(name) is not None else "hangs_by", name)


def off_part_m(part: Part, point: MountPoint) -> float:
    """How far a point lies off the box about all of a part, m; 0 on it or in it."""
    body = part.body()
    off = np.maximum(np.maximum(body.low_m - point.origin, point.origin - body.high_m), 0.0)
    return float(np.linalg.norm(off))


def free_name(part: Part, side: Side, wanted: str) -> str:
    """``wanted``, or ``wanted 2``, ``wanted 3`` … where another point of that side has it."""
    taken = {point.name for point in getattr(part, side)}
    names = itertools.chain((wanted,), (f"{wanted} {number}" for number in itertools.count(2)))
    return next(name for name in names if name not in taken)


def add_point(document: Document, part_id: str, side: Side, kind: str, **fields: Any) -> tuple[Document, str]:
    """One more mounting point; returns its name too. ``fields``: those of a :class:`MountPoint`."""
    part = part_of(document, part_id)
    name = free_name(part, side, str(fields.pop("name", "")).strip() or kind)
    made = _made(**{"position_m": (0.0, 0.0, 0.0), **fields, "name": name, "kind": kind})
    return _with_points(document, part, side, (*getattr(part, side), made)), name


def change_point(document: Document, part_id: str, side: Side, name: str, /, **updates: Any) -> Document:
    """Change fields of a point. Another name goes along in every setup, and where a balance was measured from it."""
    part = part_of(document, part_id)
    old = point_of(part, side, name)
    try:
        new = old.changed(**updates)
    except ValidationError as error:
        raise refused_by(error) from error
    points = tuple(new if point is old else point for point in getattr(part, side))
    if new.name == name:
        return _with_points(document, part, side, points)
    if any(point.name == new.name for point in getattr(part, side) if point is not old):
        raise Refused(fact("points.name_taken", part=part.name, point=new.name), fact("kit_edits.choose_another_name"))
    balance = tuple(each.changed(mark=new.name) if each.mark == name else each for each in part.balance)
    renamed = part.changed(**{side: points, "balance": balance})
    setups = tuple(_renamed(setup, part_id, side, name, new.name) for setup in document.setups)
    parts = tuple(renamed if each is part else each for each in document.parts)
    return document.changed(parts=parts, setups=setups)


def change_track(document: Document, part_id: str, side: Side, name: str, **updates: Any) -> Document:
    """Change fields of the track of a point. Refused where it has none."""
    track = point_of(part_of(document, part_id), side, name).track
    if track is None:
        raise Refused(fact("points.no_track", point=name), fact("points.say_along_what"))
    try:
        new = track.changed(**updates)
    except ValidationError as error:
        raise refused_by(error) from error
    return change_point(document, part_id, side, name, track=new)


def add_again(document: Document, part_id: str, side: Side, point: MountPoint) -> tuple[Document, str]:
    """The same point on the other side; its name gets a number where one has it there; returns its name too."""
    part = part_of(document, part_id)
    name = free_name(part, side, point.name)
    return _with_points(document, part, side, (*getattr(part, side), point.changed(name=name))), name


def _renamed(setup: Any, part_id: str, side: Side, old: str, new: str) -> Any:
    on = {placement.id for placement in setup.placements if placement.part == part_id}
    placements = tuple(
        placement.changed(point=new)
        if side == "offers" and placement.parent in on and placement.point == old
        else placement.changed(by=new)
        if side == "hangs_by" and placement.id in on and placement.by == old
        else placement
        for placement in setup.placements
    )
    return setup if placements == setup.placements else setup.changed(placements=placements)


def remove_point(document: Document, part_id: str, side: Side, name: str) -> Document:
    """Take a point away. Refused while something is mounted there, or by it."""
    part = part_of(document, part_id)
    old = point_of(part, side, name)
    users = [setup.name for setup in document.setups if _used(setup, part, side, name)]
    if users:
        said = fact("points.in_use", point=name, list=listed(fact("common.quoted", what=user) for user in users))
        raise Refused(said, fact("points.take_off_first"))
    return _with_points(document, part, side, tuple(point for point in getattr(part, side) if point is not old))


def _used(setup: Any, part: Part, side: Side, name: str) -> bool:
    on = {placement.id for placement in setup.placements if placement.part == part.id}
    if side == "offers":
        return any(placement.parent in on and placement.point == name for placement in setup.placements)
    first = part.hangs_by[0].name if part.hangs_by else None
    return any(
        placement.parent is not None and (placement.by or first) == name
        for placement in setup.placements if placement.id in on
    )  # fmt: skip


def row(
    document: Document, part_id: str, side: Side, name: str, counts: tuple[int, int], steps_m: tuple[Any, Any]
) -> Document:
    """Repeat a point in a row or a grid: ``counts`` along two ways, each a step ``(3,)`` in m, itself the first."""
    part = part_of(document, part_id)
    old = point_of(part, side, name)
    if min(counts) < 1 or counts[0] * counts[1] < 2:
        raise Refused(fact("points.count_two_at_least"), fact("points.give_count"))
    _room_for(part, side, counts[0] * counts[1] - 1)
    first, second = (np.array(step, float) for step in steps_m)
    if not max(float(np.abs(first).max()), float(np.abs(second).max())) <= MOST_STEP_M:
        raise Refused(fact("points.step_too_far"), fact("points.step_most", most=length(MOST_STEP_M)))
    places = [
        np.array(old.position_m) + i * first + j * second for j in range(counts[1]) for i in range(counts[0]) if i or j
    ]
    return _repeated(document, part, side, old, [(place, old.direction, old.reference) for place in places])


def ring(document: Document, part_id: str, side: Side, name: str, count: int, about: int) -> Document:
    """Repeat a point around an axis of the part (0, 1, 2), ``count`` in all, evenly; each looks outwards as it does."""
    part = part_of(document, part_id)
    old = point_of(part, side, name)
    if count < 2:
        raise Refused(fact("points.count_two_at_least"), fact("points.give_count"))
    _room_for(part, side, count - 1)
    turned = []
    for number in range(1, count):
        turn = _about(about, 2 * math.pi * number / count)
        turned.append(tuple(turn @ np.array(each) for each in (old.position_m, old.direction, old.reference)))
    return _repeated(document, part, side, old, turned)


def _about(axis: int, turn_rad: float) -> Any:
    c, s = math.cos(turn_rad), math.sin(turn_rad)
    a, b = (axis + 1) % 3, (axis + 2) % 3
    found = np.eye(3)
    found[a, a], found[a, b], found[b, a], found[b, b] = c, -s, s, c
    return found


def _repeated(document: Document, part: Part, side: Side, old: MountPoint, places: Any) -> Document:
    taken = {point.name for point in getattr(part, side)}
    names = (name for name in (f"{old.name} {number}" for number in itertools.count(2)) if name not in taken)
    try:
        made = [old.changed(name=next(names), **_rounded(place)) for place in places]
    except ValidationError as error:
        raise refused_by(error) from error
    return _with_points(document, part, side, (*getattr(part, side), *made))


def _rounded(place: Any) -> dict[str, Any]:
    """Position, direction and reference of a repeated point, to a thousandth of a micrometre."""
    keys = ("position_m", "direction", "reference")
    return {key: tuple(float(round(x, 9)) + 0.0 for x in value) for key, value in zip(keys, place, strict=True)}


def _made(**fields: Any) -> MountPoint:
    try:
        return MountPoint(**fields)
    except ValidationError as error:
        raise refused_by(error) from error


def _room_for(part: Part, side: Side, more: int) -> None:
    """Refuse more points than a part may have, before they are made."""
    count = len(getattr(part, side)) + more
    if count > MOST_POINTS:
        raise Refused(
            fact("points.too_many", part=part.name, count=grouped(count)),
            fact("points.most", most=grouped(MOST_POINTS)),
        )


def _with_points(document: Document, part: Part, side: Side, points: tuple[MountPoint, ...]) -> Document:
    _room_for(part, side, len(points) - len(getattr(part, side)))
    return change_part(document, part.id, **{side: points})
