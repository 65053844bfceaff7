"""Parts by what a ruler measures: length, width and height of the whole, with all that sticks out of it."""

from __future__ import annotations

import math
from functools import cache
from typing import Any, Final

import numpy as np
from numpy.typing import NDArray
from pydantic_core import ValidationError

from equilix.kit.catalogue import KINDS, make_part
from equilix.kit.mounts import MountPoint, Track
from equilix.kit.parts import Part
from equilix.kit.solids import AXES, Box, Cylinder, Mesh, Solid, Tube
from equilix.kit.working import Gear
from equilix.mechanics.rotations import unit

Array = NDArray[np.float64]
Size = tuple[float, float, float]

MOST_TRIES: Final = 6
CLOSE_M: Final = 1e-5
"""Measured so, a part need not be built again."""


def size_of(part: Part) -> Array:
    """Length, width and height ``(3,)`` of all of a part, m, its telescope pushed in."""
    body = part.body()
    return np.asarray(body.high_m - body.low_m)


@cache
def usual_size(kind: str) -> Size:
    """What a part of a kind measures where nothing else is told, m."""
    long, wide, high = size_of(make_part("usual", "usual", kind, 1.0)).tolist()
    return long, wide, high


def part_to_measure(part_id: str, name: str, kind: str, mass_kg: float, whole_m: Size, **more: Any) -> Part:
    """A part of a kind that measures ``whole_m``, m: knobs, motors and levers that stick out of its body included.

    A kind is built by the size of its body; what sticks out does not always grow with it. It is built in proportion to
    the usual one, again by what it was measured too large or too small, and stretched by what is left. Raises as
    :func:`~equilix.kit.catalogue.make_part` does.
    """
    whole = np.array(Box(size_m=whole_m).size_m)  # the size is asked first: a plate of a kilometre has many holes

    def build(body: Array) -> Part:
        long, wide, high = body.round(9).tolist()
        return make_part(part_id, name, kind, mass_kg, (long, wide, high), **more)

    body = whole * KINDS[kind].size_m / usual_size(kind) if kind in KINDS else whole
    nearest = build(body)
    off = whole - size_of(nearest)
    for _ in range(MOST_TRIES):
        if np.abs(off).max() < CLOSE_M:
            return nearest
        body = body + off
        try:
            built = build(body)
        except ValidationError:  # what sticks out is larger than all of it should be
            break
        left = whole - size_of(built)
        if np.abs(left).max() >= np.abs(off).max():
            break
        nearest, off = built, left
    return nearest.changed(**stretched(nearest, whole / size_of(nearest)))


def stretched(part: Part, factors: Array) -> dict[str, Any]:
    """The fields of a part stretched by ``factors`` ``(3,)``: solids, points, tracks, grips, gears and CG.

    What is round stays round: its radius follows the one of the two directions across that changes more.
    """

    def moved(place: tuple[float, float, float]) -> tuple[float, float, float]:
        x, y, z = (np.array(place) * factors).tolist()
        return x, y, z

    found: dict[str, Any] = {
        "solids": tuple(_solid(each, factors) for each in part.solids),
        "hangs_by": tuple(_point(each, factors) for each in part.hangs_by),
        "offers": tuple(_point(each, factors) for each in part.offers),
        "grips": tuple(each.changed(position_m=moved(each.position_m)) for each in part.grips),
        "anchors": tuple(each.changed(position_m=moved(each.position_m)) for each in part.anchors),
        "pivots": tuple(each.changed(position_m=moved(each.position_m)) for each in part.pivots),
        "controls": tuple(each.changed(position_m=moved(each.position_m)) for each in part.controls),
        "gears": tuple(_gear(each, factors) for each in part.gears),
        "keeps_free": tuple(_solid(each, factors) for each in part.keeps_free),
    }
    if part.pad is not None:
        found["pad"] = part.pad.changed(
            centre_m=moved(part.pad.centre_m),
            length_m=float(part.pad.length_m * factors[0]), width_m=float(part.pad.width_m * factors[1]),
        )  # fmt: skip
    if part.telescope is not None:
        along = float(np.abs(part.telescope.axis_unit) @ factors)
        found["telescope"] = part.telescope.changed(reach_m=part.telescope.reach_m * along)
    if part.gyration_m is not None:
        found["gyration_m"] = None  # another size has another inertia: its shape tells it again
    if part.cg_m is not None:
        found["cg_m"] = moved(part.cg_m)
    if part.inner_m is not None:
        found["inner_m"] = moved(part.inner_m)
    if part.image_plane_m is not None:
        found["image_plane_m"] = moved(part.image_plane_m)
    return found


LEAST_GEAR_M: Final = 0.0001
"""A part can be made smaller than the least gear that can be told."""


def _gear(gear: Gear, factors: Array) -> Gear:
    x, y, z = (np.array(gear.position_m) * factors).tolist()
    along = np.abs(unit(gear.axis))
    across = math.sqrt(float(np.prod(factors)) / float(along @ factors))
    diameter, width = (
        max(each, LEAST_GEAR_M) for each in (gear.diameter_m * across, gear.width_m * float(along @ factors))
    )
    return gear.changed(position_m=(x, y, z), diameter_m=diameter, width_m=width)


def _point(point: MountPoint, factors: Array) -> MountPoint:
    x, y, z = (np.array(point.position_m) * factors).tolist()
    across = [float(factors[axis]) for axis in range(3) if abs(point.direction[axis]) < 0.7]
    size = None if point.size_m is None else point.size_m * math.prod(across) ** (1 / max(len(across), 1))
    track = None if point.track is None else _track(point.track, factors)
    return point.changed(position_m=(x, y, z), track=track, size_m=size)


def _track(track: Track, factors: Array) -> Track:
    along = float(np.abs(track.axis_unit) @ factors)
    return track.changed(from_m=track.from_m * along, to_m=track.to_m * along, scale_zero_m=track.scale_zero_m * along)


def _solid(solid: Solid, factors: Array) -> Any:
    x, y, z = (np.array(solid.centre_m) * factors).tolist()
    if isinstance(solid, Mesh):
        return solid.changed(centre_m=(x, y, z), **solid.stretched(factors))
    if isinstance(solid, Box):
        a, b, c = (np.array(solid.size_m) * factors).tolist()
        return solid.changed(centre_m=(x, y, z), size_m=(a, b, c))
    axis = AXES.index(solid.axis)
    across = [float(factors[each]) for each in range(3) if each != axis]
    round_by = max(across, key=lambda each: abs(np.log(each)))
    changes: dict[str, Any] = {"centre_m": (x, y, z), "length_m": float(solid.length_m * factors[axis])}
    changes["radius_m"] = solid.radius_m * round_by
    if isinstance(solid, Tube):
        changes["inner_radius_m"] = solid.inner_radius_m * round_by
    assert isinstance(solid, (Cylinder, Tube))
    return solid.changed(**changes)
