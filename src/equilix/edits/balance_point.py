"""Edits of where a part balances: on a finger along an axis, or hung up from two of its points."""

from __future__ import annotations

import math
from typing import Final

from pydantic_core import ValidationError

from equilix.document import Document
from equilix.edits.kit import change_part, part_of
from equilix.edits.points import point_anywhere
from equilix.edits.sound import refused_by
from equilix.errors import Invalid, Refused
from equilix.facts import fact
from equilix.kit.parts import FACES, Balanced, Part
from equilix.kit.solids import AXES, Axis
from equilix.mechanics.plumb import Crossing, hung_from_two

FINGER_SD_M: Final = 0.002
"""Standard uncertainty of a balance found on a finger and read off a rule (common practice, no source)."""
ANGLE_SD_RAD: Final = math.radians(1.0)
"""Of an angle read off a phone or a bubble (common practice, no source)."""


def balance_on_finger(
    document: Document, part_id: str, axis: Axis, mark: str, distance_m: float, sd_m: float = FINGER_SD_M
) -> Document:
    """It balances so far from a mark along an axis: from a face inwards, from a point ahead, to the left or up."""
    part = part_of(document, part_id)
    found = _found(axis, mark, distance_m, sd_m)
    return change_part(document, part_id, balance=(*(each for each in part.balance if each.axis != axis), found))


def hang(
    document: Document, part_id: str, points: tuple[str, str], nose_down_rad: tuple[float, float],
    sd_rad: float = ANGLE_SD_RAD,
) -> Document:  # fmt: skip
    """It hung freely from one point and then from another, its nose so far down: where the plumb lines cross."""
    part = part_of(document, part_id)
    first, second = (point_anywhere(part, name).position_m for name in points)
    try:
        found: Crossing = hung_from_two(((first[0], first[2]), (second[0], second[2])), nose_down_rad, sd_rad)
    except Invalid as error:
        raise Refused(error.said, fact("balance_point.hang_again")) from error
    both: tuple[Axis, Axis] = ("x", "z")
    balance = [each for each in part.balance if each.axis not in both]
    for number, axis in enumerate(both):
        away = float(found.place_m[number]) - first[AXES.index(axis)]
        balance.append(_found(axis, points[0], away, float(found.sd_m[number])))
    return change_part(document, part_id, balance=tuple(balance))


def forget(document: Document, part_id: str, axis: Axis) -> Document:
    """Take the balance of one axis back: it is then as the solids have it."""
    part = part_of(document, part_id)
    return change_part(document, part_id, balance=tuple(each for each in part.balance if each.axis != axis))


def _found(axis: Axis, mark: str, distance_m: float, sd_m: float) -> Balanced:
    try:
        return Balanced(axis=axis, mark=mark, distance_m=distance_m, sd_m=sd_m)
    except ValidationError as error:
        raise refused_by(error) from error


def marks_along(part: Part, axis: Axis) -> list[str]:
    """From where a place along an axis can be measured: its two faces, then its mounting points."""
    k = AXES.index(axis)
    faces = [face for face, (along, _) in FACES.items() if along == k]
    points = [point.name for point in (*part.offers, *part.hangs_by)]
    return [*faces, *dict.fromkeys(point for point in points if point not in FACES)]
