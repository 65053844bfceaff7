"""Edits of what a part is: another size, another kind. Every setup that uses it must still hold together."""

from __future__ import annotations

import math
from typing import Any, Final

import numpy as np
from numpy.typing import NDArray
from pydantic_core import ValidationError

from equilix.document import Document
from equilix.edits.kit import change_part, part_of
from equilix.edits.sound import refused_by
from equilix.errors import Refused
from equilix.facts import fact, length
from equilix.kit.catalogue import make_part
from equilix.kit.mounts import MountPoint, Track
from equilix.kit.parts import Part
from equilix.kit.solids import AXES, Box, Cylinder, Mesh, Solid, Tube
from equilix.kit.working import Gear
from equilix.mechanics.rotations import unit

Array = NDArray[np.float64]

LEAST_M, MOST_M = 0.001, 10.0
"""The sizes a part may have."""
OWN_OF_KIND = frozenset(
    ("solids", "hangs_by", "offers", "grips", "pad", "telescope", "anchors", "keeps_free", "image_plane_m", "carrier",
     "drive", "electric", "brings", "pivots", "controls", "gears", "inner_m", "sockets")
)  # fmt: skip
"""What a part has from its kind."""


def size_of(part: Part) -> Array:
    """Length, width and height ``(3,)`` of all of a part, m, its telescope pushed in."""
    body = part.body()
    return np.asarray(body.high_m - body.low_m)


def resize_part(document: Document, part_id: str, size_m: tuple[float, float, float]) -> Document:
    """Stretch a part to length, width and height ``size_m``, with its mounting points, tracks, grips and CG.

    What is round stays round: its radius follows the one of the two directions across that changes more.
    """
    if not all(LEAST_M <= each <= MOST_M for each in size_m):
        raise Refused(
            fact("shape.size_out_of_range"), fact("shape.sizes_allowed", least=length(LEAST_M), most=length(MOST_M))
        )
    old = part_of(document, part_id)
    factors = np.array(size_m) / size_of(old)
    return change_part(document, part_id, sized=True, **_stretched(old, factors))


def change_kind(document: Document, part_id: str, kind: str) -> Document:
    """Make a part one of another kind, of the same size and mass, with that kind's shape and mounting points."""
    old = part_of(document, part_id)
    size = tuple(size_of(old).tolist())
    try:
        made = make_part(part_id, old.name, kind, old.mass_kg, (size[0], size[1], size[2]))
    except ValidationError as error:
        raise refused_by(error) from error
    return change_part(
        document, part_id, kind=kind, cg_m=None, balance=(), **{key: getattr(made, key) for key in OWN_OF_KIND}
    )


def _stretched(part: Part, factors: Array) -> dict[str, Any]:
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
