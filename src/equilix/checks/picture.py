"""The edge of the picture: what stands in the lens's field of view."""

from __future__ import annotations

import math
from collections.abc import Iterator, Mapping
from typing import Final

import numpy as np
from msgspec import Struct
from numpy.typing import NDArray

from equilix.analysis import Analysis
from equilix.checks.rules import THUMB, Check
from equilix.facts import fact, measured
from equilix.kit.catalogue import kind_of
from equilix.kit.polyhedra import Polyhedron
from equilix.mechanics.separation import overlap_m
from equilix.rig.kinematics import Assembly

Array = NDArray[np.float64]

PUPIL_SHARE: Final = 1 / 3
"""The entrance pupil of a lens lies so far behind its front, of its length (estimate)."""
AHEAD_M: Final = 1.5
"""What is farther ahead of the lens than this is no part of the rig."""
LEAST_M: Final = 0.001
"""What reaches less far into the picture is not told."""
LOOKED_THROUGH: Final = ("matte-box", "filter", "filter-tray", "step-up-ring", "rain-cover")
"""Kinds that are hollow or of glass, whose outlines say nothing of what they hide, also where they stand on rods."""
SIGNS: Final = ((-1.0, -1.0), (1.0, -1.0), (1.0, 1.0), (-1.0, 1.0))


class Field(Struct, frozen=True):
    """What a lens sees: from its pupil ``(3,)``, along axes ``(3, 3)`` (rows: ahead, left, up).

    ``across`` and ``up`` are the tangents of the half angles, ``front_m`` is how far ahead of the pupil the lens ends.
    """

    pupil_m: Array
    axes: Array
    across: float
    up: float
    front_m: float

    @property
    def outline(self) -> Polyhedron:
        """From the front of the lens to :data:`AHEAD_M`: the corners, faces and edges of a cut-off pyramid."""
        corners = np.array(
            [(x, y * x * self.across, z * x * self.up) for x in (self.front_m, AHEAD_M) for y, z in SIGNS]
        )
        faces = np.array(
            [
                (1.0, 0.0, 0.0), (self.across, -1.0, 0.0), (self.across, 1.0, 0.0), (self.up, 0.0, -1.0),
                (self.up, 0.0, 1.0),
            ]
        )  # fmt: skip
        edges = np.array([(0.0, 1.0, 0.0), (0.0, 0.0, 1.0), *((1.0, y * self.across, z * self.up) for y, z in SIGNS)])
        return Polyhedron(
            corners @ self.axes + self.pupil_m, _units(faces) @ self.axes, _units(edges) @ self.axes
        )  # fmt: skip

    def reach(self, points_m: Array) -> Array:
        """How far from the middle points ``(n, 3)`` are seen: 1 at the picture's edge; infinite behind the lens."""
        local = (points_m - self.pupil_m) @ self.axes.T
        ahead = local[:, 0] > self.front_m
        x = np.where(ahead, local[:, 0], 1.0)
        found = np.maximum(np.abs(local[:, 1]) / (x * self.across), np.abs(local[:, 2]) / (x * self.up))
        return np.asarray(np.where(ahead, found, np.inf))


def field_of_view(focal_m: float, sensor_m: tuple[float, float]) -> tuple[float, float]:
    """The whole angles of view across and up, rad, of a lens that draws straight lines straight: ``2 atan(w / 2 f)``.

    Source: geometrical optics, far away (any textbook). From memory: 9 mm on a sensor 23.5 mm wide sees about 105°.
    """
    return 2 * math.atan(sensor_m[0] / 2 / focal_m), 2 * math.atan(sensor_m[1] / 2 / focal_m)


def picture(analysis: Analysis, rules: Mapping[str, float]) -> Iterator[Check]:
    """Every part that stands in the picture; nothing where focal length or sensor are not known."""
    del rules
    assembly = analysis.assembly
    for row, part in enumerate(assembly.parts):
        camera = _camera_of(assembly, row)
        if part.focal_m is None or camera is None:
            continue
        sensor = assembly.parts[camera].sensor_m
        assert sensor is not None  # it was looked for by that
        seen = _field(assembly, row, camera, part.focal_m, sensor)
        yield from _in_it(analysis, row, seen, part.focal_m)


def _camera_of(assembly: Assembly, row: int) -> int | None:
    """The camera with a known sensor that a lens is mounted on, over adapters too."""
    for each in assembly.setup.carriers(assembly.ids[row]):
        on = assembly.index[each]
        if kind_of(assembly.parts[on]).camera and assembly.parts[on].sensor_m is not None:
            return on
    return None


def _field(assembly: Assembly, lens: int, camera: int, focal_m: float, sensor: tuple[float, float]) -> Field:
    body = assembly.bodies[lens]
    low, high = float(body.low_m[0]), float(body.high_m[0])
    ahead = assembly.rotations[lens][:, 0]
    left = assembly.rotations[camera][:, 1]
    left = left - (left @ ahead) * ahead
    left = left / np.linalg.norm(left)
    front = (high - low) * PUPIL_SHARE
    pupil = assembly.to_rig(assembly.ids[lens], np.array((high - front, 0.0, 0.0)))
    return Field(
        pupil, np.array((ahead, left, np.cross(ahead, left))), sensor[0] / 2 / focal_m, sensor[1] / 2 / focal_m, front
    )


def _in_it(analysis: Analysis, lens: int, seen: Field, focal_m: float) -> Iterator[Check]:
    assembly = analysis.assembly
    outline, (_, _, rows) = seen.outline, assembly.boxes_m
    clear = {assembly.index[each] for each in _on_the_front(analysis, assembly.ids[lens])}
    clear |= {each for each, part in enumerate(assembly.parts) if part.kind in LOOKED_THROUGH}
    corners, owner = assembly.corners_m
    for row in dict.fromkeys(rows.tolist()):
        if row in clear or not any(_meets(outline, assembly.outline(int(box))) for box in np.nonzero(rows == row)[0]):
            continue
        name, points = assembly.parts[row].name, corners[owner == row]
        nearest = float(seen.reach(points).min())
        way = (points.mean(axis=0) - seen.pupil_m) @ seen.axes.T
        edge = _edge(float(way[1]) / seen.across, float(way[2]) / seen.up)
        said = fact("picture.stands_in", part=name, edge=fact(f"picture.{edge}"))
        zoom = fact("picture.move_it")
        if nearest < 1.0:
            zoom = fact("picture.move_it_or_zoom", focal=measured(math.ceil(focal_m / nearest * 1000), "mm", 0))
        yield Check("picture", assembly.ids[row], fact("picture.title"), said, None, zoom, THUMB, "mind")


def _on_the_front(analysis: Analysis, lens: str) -> tuple[str, ...]:
    """What is mounted on the front of a lens, and on that: filters and hoods are hollow, and made for it."""
    setup = analysis.setup
    found: list[str] = []
    for each in setup.children[lens]:
        seat = analysis.assembly.seats[analysis.assembly.index[each]]
        if seat is not None and seat.point.kind in ("front", "barrel"):
            found += setup.subtree(each)
    return tuple(found)


def _meets(first: Polyhedron, second: Polyhedron) -> bool:
    depth = overlap_m(
        (first.corners_m, second.corners_m), (first.normals, second.normals), (first.edges, second.edges),
        enough_m=LEAST_M,
    )  # fmt: skip
    return depth > LEAST_M


def _edge(left: float, up: float) -> str:
    """At which edge of the picture something stands that is so far to the left and up of its middle."""
    if abs(left) >= abs(up):
        return "left" if left > 0 else "right"
    return "top" if up > 0 else "bottom"


def _units(rows: Array) -> Array:
    return np.asarray(rows / np.linalg.norm(rows, axis=1, keepdims=True))
