"""Cages and the plates, rails and panels that give a small body places to mount things on."""

from __future__ import annotations

import itertools
from typing import Final

from equilix.kit import usual_electric
from equilix.kit.kinds.kind import Kind
from equilix.kit.kinds.shaping import (
    AHEAD,
    BACK,
    DOWN,
    LEFT,
    RIGHT,
    UP,
    Fields,
    along,
    dovetail_foot,
    facing,
    foot,
    top,
)
from equilix.kit.mounts import MountPoint, usual_reference
from equilix.kit.parts import Anchor
from equilix.kit.solids import Box

WALL_M: Final = 0.008
"""Thickness of the plates of a cage (common practice, no source)."""
HOLES_M: Final = 0.018
"""Between the holes of a cage or a plate (common practice, no source)."""


def _screws(name: str, places: list[tuple[float, float, float]], way: tuple[float, float, float]) -> list[MountPoint]:
    """A row of small threads that look one way; the first bears the name of the row."""
    return [
        MountPoint(
            name=name if number == 1 else f"{name} {number}", kind="screw14", position_m=place, direction=way,
            reference=usual_reference(way), turns=True,
        )
        for number, place in enumerate(places, start=1)
    ]  # fmt: skip


def _cage(length: float, width: float, height: float, *, right: bool) -> Fields:
    """Bottom and top plate and the left side of a cage; with ``right`` the other side too. The body stands inside."""
    half, roof = width / 2, height - WALL_M / 2
    cover = width if right else width * 0.72
    middle = half - cover / 2
    solids = [
        Box(size_m=(length, width, WALL_M), centre_m=(0, 0, WALL_M / 2)),
        Box(size_m=(length, WALL_M, height - 2 * WALL_M), centre_m=(0, half - WALL_M / 2, height / 2)),
        Box(size_m=(length, cover, WALL_M), centre_m=(0, middle, roof)),
    ]
    offers = [
        top("screw14", "camera screw", 0, WALL_M),
        *_screws("top screw", [(0.0, middle + y, height) for y in (-2 * HOLES_M, 0.0, 2 * HOLES_M)], UP),
        MountPoint(name="shoe", kind="shoe", position_m=(0, middle - HOLES_M, height), direction=UP),
        MountPoint(
            name="left rail", kind="rail", position_m=(0, half, height * 0.55), direction=LEFT,
            track=along(length / 2 - 0.005, scale_zero_m=length / 2),
        ),
        MountPoint(
            name="left rosette", kind="rosette", position_m=(0, half, height * 0.3), direction=LEFT, turns=True
        ),
        *_screws("left screw", [(0.0, half, height * share) for share in (0.75, 0.9)], LEFT),
        MountPoint(name="top hook and loop", kind="hook-loop", position_m=(0, middle + HOLES_M, height), direction=UP),
    ]  # fmt: skip
    if right:
        solids.append(Box(size_m=(length, WALL_M, height - 2 * WALL_M), centre_m=(0, -half + WALL_M / 2, height / 2)))
        offers += [
            MountPoint(
                name="right rail", kind="rail", position_m=(0, -half, height * 0.55), direction=RIGHT,
                track=along(length / 2 - 0.005, scale_zero_m=length / 2),
            ),
            MountPoint(
                name="right rosette", kind="rosette", position_m=(0, -half, height * 0.3), direction=RIGHT, turns=True
            ),
            *_screws("right screw", [(0.0, -half, height * share) for share in (0.75, 0.9)], RIGHT),
        ]  # fmt: skip
    return {
        "solids": tuple(solids),
        "hangs_by": (foot("screw38"), foot("screw14", "small screw"), foot("dovetail", "plate")),
        "offers": tuple(offers),
        "anchors": (Anchor(kind="head", position_m=(0, 0, 0)),),
    }


def half_cage(length: float, width: float, height: float) -> Fields:
    """Half cage: open on the right, where the hand holds the body's own grip."""
    return _cage(length, width, height, right=False)


def full_cage(length: float, width: float, height: float) -> Fields:
    """Full cage, all around."""
    return _cage(length, width, height, right=True)


def _holes(length: float, width: float) -> list[tuple[float, float]]:
    """The places of holes on a plate, in whole steps from its middle."""
    xs, ys = (
        [number * HOLES_M for number in range(-most, most + 1)]
        for most in (int((size / 2 - 0.006) / HOLES_M) for size in (length, width))
    )
    return list(itertools.product(xs, ys))


def top_plate(length: float, width: float, height: float) -> Fields:
    """Plate on top of a body, with threads and a shoe."""
    holes = [(x, y, height) for x, y in _holes(length, width) if (x, y) != (0.0, 0.0)]
    return {
        "solids": (Box(size_m=(length, width, height), centre_m=(0, 0, height / 2)),),
        "hangs_by": (foot("screw14", screws=2), foot("shoe", "shoe foot")),
        "offers": (top("shoe", "shoe", 0, height), *_screws("screw", holes, UP)),
    }


def cheese_plate(length: float, width: float, height: float) -> Fields:
    """Plate full of small threads, with one large one in the middle."""
    holes = [(x, y, height) for x, y in _holes(length, width) if (x, y) != (0.0, 0.0)]
    return {
        "solids": (Box(size_m=(length, width, height), centre_m=(0, 0, height / 2)),),
        "hangs_by": (foot("screw14"), foot("screw38", "large screw"), foot("rods15", "rod clamp")),
        "offers": (top("screw38", "large thread", 0, height), *_screws("screw", holes, UP)),
    }


def side_panel(length: float, width: float, height: float) -> Fields:
    """Panel on the side of a body or a cage, with threads and a rosette outside."""
    places = [(x, width, z) for x in (-HOLES_M, HOLES_M) for z in (-HOLES_M, HOLES_M)]
    return {
        "solids": (Box(size_m=(length, width, height), centre_m=(0, width / 2, 0)),),
        "hangs_by": (
            MountPoint(name="back", kind="screw14", position_m=(0, 0, 0), direction=RIGHT, screws=2),
            MountPoint(name="rail clamp", kind="rail", position_m=(0, 0, 0), direction=RIGHT),
        ),
        "offers": (
            MountPoint(name="rosette", kind="rosette", position_m=(0, width, 0), direction=LEFT, turns=True),
            *_screws("screw", places, LEFT),
            MountPoint(name="hook and loop", kind="hook-loop", position_m=(-HOLES_M * 2, width, 0), direction=LEFT),
        ),
    }


def rail_piece(length: float, width: float, height: float) -> Fields:
    """A piece of rail that is screwed on; handles and accessories slide along it."""
    return {
        "solids": (Box(size_m=(length, width, height), centre_m=(0, 0, height / 2)),),
        "hangs_by": (foot("screw14", screws=2),),
        "offers": (top("rail", "rail", 0, height, track=along(length / 2 - 0.005, scale_zero_m=length / 2)),),
    }


def rod_base(length: float, width: float, height: float) -> Fields:
    """Base plate with rods both ways: it slides on a dovetail, the camera stands on it, rods go out front and rear."""
    end = length / 2 - 0.015
    return {
        "solids": (Box(size_m=(length, width, height), centre_m=(0, 0, height / 2)),),
        "hangs_by": (dovetail_foot(length), foot("screw38", "screw"), foot("screw14", "small screw")),
        "offers": (
            top("screw38", "camera screw", 0, height, track=along(0.03, scale_zero_m=0.03)),
            top("screw14", "small camera screw", 0.02, height),
            top("rod-socket15", "front socket", end, height / 2),
            top("rod-socket15", "rear socket", -end, height / 2),
        ),
        "anchors": (Anchor(kind="head", position_m=(0, 0, 0)),),
    }


def side_battery_plate(length: float, width: float, height: float) -> Fields:
    """Battery plate for the side of a cage or a body."""
    return {
        "electric": usual_electric.BATTERY_PLATE,
        "solids": (Box(size_m=(length, width, height), centre_m=(0, width / 2, 0)),),
        "hangs_by": (
            MountPoint(name="back", kind="screw14", position_m=(0, 0, 0), direction=RIGHT, screws=2),
            facing("screw14", "front", length / 2, 0, AHEAD),
            MountPoint(name="under", kind="screw14", position_m=(0, width / 2, -height / 2), direction=DOWN),
        ),
        "offers": (
            MountPoint(name="battery", kind="wedge", position_m=(0, width, 0), direction=LEFT, reference=UP),
            facing("wedge", "rear battery", -length / 2, 0, BACK),
        ),
    }


KINDS: Final = (
    Kind("half-cage", (0.045, 0.150, 0.115), 0.19, half_cage, "core", "holed", 3),
    Kind("full-cage", (0.045, 0.150, 0.115), 0.29, full_cage, "core", "holed", 4),
    Kind("top-plate", (0.100, 0.060, 0.008), 0.11, top_plate, "camera", "holed"),
    Kind("cheese-plate", (0.120, 0.080, 0.008), 0.16, cheese_plate, "handles", "holed"),
    Kind("side-panel", (0.110, 0.008, 0.070), 0.12, side_panel, "handles", "holed"),
    Kind("rail-piece", (0.070, 0.016, 0.007), 0.03, rail_piece, "handles", "bridge"),
    Kind("rod-base", (0.120, 0.090, 0.030), 0.42, rod_base, "camera", "bridge"),
    Kind("side-battery-plate", (0.100, 0.014, 0.110), 0.15, side_battery_plate, "power", "holed"),
)
