"""From where places on the bench are measured, and about which points things hang, drop and turn."""

from __future__ import annotations

from collections.abc import Iterator, Sequence
from typing import Final

import numpy as np
from msgspec import Struct

from equilix.analysis import Analysis
from equilix.facts import Sayable, fact
from equilix.kit.parts import Part
from equilix.kit.solids import AXES, Axis

Point = tuple[float, float, float]


class Mark(Struct, frozen=True):
    """A place along an axis to lay a rule against, m; ``inwards``: distances go back, right or down from it."""

    key: str
    said: Sayable
    at_m: float
    inwards: bool = False

    def place_m(self, distance_m: float) -> float:
        """Where something is that is so far from it."""
        return self.at_m - distance_m if self.inwards else self.at_m + distance_m

    def distance_m(self, place_m: float) -> float:
        """How far from it a place is."""
        return self.at_m - place_m if self.inwards else place_m - self.at_m


def marks_of_part(part: Part, axis: Axis) -> tuple[Mark, ...]:
    """Its two ends, then its mounting points."""
    k = AXES.index(axis)
    body = part.body()
    points = {point.name: point.position_m[k] for point in (*part.hangs_by, *part.offers)}
    found = [Mark(f"point {name}", fact("common.quoted", what=name), at) for name, at in points.items()]
    return (*_ends(axis, float(body.low_m[k]), float(body.high_m[k])), *found)


def marks_of_rig(analysis: Analysis, axis: Axis, ids: Sequence[str] | None = None) -> tuple[Mark, ...]:
    """Its two ends, where it is carried, and the image-plane mark of the camera; ``ids``: of these placements."""
    k = AXES.index(axis)
    low, high, rows = analysis.assembly.boxes_m
    if ids is not None:
        some = np.isin(rows, [analysis.assembly.index[each] for each in ids])
        low, high = low[some], high[some]
    found = list(_ends(axis, float(low[:, k].min()), float(high[:, k].max())))
    if analysis.support is not None:
        found.append(Mark("support", fact("measuring.support"), float(analysis.support.datum_m[k])))
    if analysis.image_plane_m is not None:
        found.append(Mark("image-plane", fact("measuring.image_plane"), float(analysis.image_plane_m[k])))
    return tuple(found)


def _ends(axis: Axis, low: float, high: float) -> Iterator[Mark]:
    yield Mark("low", fact(f"measuring.low_{axis}"), low)
    yield Mark("high", fact(f"measuring.high_{axis}"), high, inwards=True)


MOTORS: Final = {"pan": "measuring.pan", "roll": "measuring.roll", "tilt": "measuring.tilt_axis"}
TURNS: Final[dict[str, Axis]] = {"pan": "z", "roll": "x", "tilt": "y"}
"""About which axis each motor turns what is inside it, as it is drawn."""


class Pivot(Struct, frozen=True):
    """A point about which something hangs, drops or turns, in the frame of what is measured."""

    key: str
    said: Sayable
    point_m: Point
    inside: tuple[str, ...] = ()
    """The placements that turn about it, where it is a motor; none: all of it does."""
    axis: Axis | None = None
    """About which axis it turns, where it is a motor."""


def pivots_of_part(part: Part) -> tuple[Pivot, ...]:
    """Its mounting points and handles."""
    places = {
        **{point.name: point.position_m for point in (*part.hangs_by, *part.offers)},
        **{grip.name: grip.position_m for grip in part.grips},
    }
    return tuple(Pivot(name, fact("common.quoted", what=name), place) for name, place in places.items())


def pivots_of_rig(analysis: Analysis, ids: Sequence[str] | None = None) -> tuple[Pivot, ...]:
    """Where it is carried, its handles, and the axes of its motors; ``ids``: of these placements."""
    found = []
    assembly = analysis.assembly
    if analysis.support is not None:
        x, y, z = analysis.support.datum_m.tolist()
        found.append(Pivot("support", fact("measuring.support"), (x, y, z)))
    for row, (key, part) in enumerate(zip(assembly.ids, assembly.parts, strict=True)):
        if ids is not None and key not in ids:
            continue
        for grip in part.grips:
            x, y, z = assembly.place_m(row, grip.position_m).tolist()
            said = fact("measuring.grip_of", grip=grip.name, part=part.name)
            found.append(Pivot(f"{key} {grip.name}", said, (x, y, z)))
        for point in part.offers:
            hung = [each.id for each in analysis.setup.placements if (each.parent, each.point) == (key, point.name)]
            if point.joint is not None and hung:
                x, y, z = assembly.place_m(row, point.position_m).tolist()
                said = fact("measuring.motor_of", axis=fact(MOTORS[point.joint.name]))
                inside = analysis.setup.subtree(hung[0])
                found.append(Pivot(f"{key} {point.name}", said, (x, y, z), inside, TURNS[point.joint.name]))
    return tuple(found)
