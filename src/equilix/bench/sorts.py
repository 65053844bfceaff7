"""What each sort of reading should say of a rigid body, derived from its mass, first moment and inertia."""

from __future__ import annotations

import math
from collections.abc import Callable
from typing import Final

import numpy as np
from msgspec import Struct
from numpy.typing import NDArray

from equilix.bench.whole import properties
from equilix.constants import STANDARD_GRAVITY_M_S2
from equilix.facts import AmountKind
from equilix.kit.measured import Measured, Sort
from equilix.kit.solids import AXES
from equilix.mechanics.mass_properties import inertia_about
from equilix.mechanics.pendulum import QUARTER_TURN

Array = NDArray[np.float64]

ACROSS: Final = {"x": 1, "y": 0}
"""Along which axis the CG stands out that makes something turn about another one."""


class SortRow(Struct, frozen=True):
    """One sort: what it should read of a whole ``(10,)``, of which kind its figure is, and how surely it is read."""

    value: Callable[[Measured, Array], float]
    kind: AmountKind
    usual_sd: float
    """Where no instrument says it better (common practice, no source)."""
    needs_inertia: bool = False


def _mass(measured: Measured, whole: Array) -> float:
    del measured
    return float(whole[0])


def _support(measured: Measured, whole: Array) -> float:
    """The share of one of two supports, the + end of the axis up by the tilt.

    Moments about the other support, along the ground: ``R = m ((x − b) − (z − z_s) tan θ) / (a − b)``, the scale at
    a, the other support at b, both at the height z_s of the rig. Level it is the beam on two supports; tilted it is
    the axle-lift method by which the CG height of vehicles is found (ISO 10392:2011, from memory).
    """
    mass = float(whole[0])
    along = float(whole[1 + AXES.index(measured.axis)])
    rise = float(whole[3]) - mass * measured.point_m[2] if measured.axis != "z" else 0.0
    return (along - mass * measured.other_m - rise * math.tan(measured.tilt_rad)) / (measured.at_m - measured.other_m)


def _balance(measured: Measured, whole: Array) -> float:
    return float(whole[1 + AXES.index(measured.axis)] / whole[0])


def _hang(measured: Measured, whole: Array) -> float:
    """How far the nose (about y) or the left side (about x) is down: the CG is straight below the point."""
    off = whole[1:4] / whole[0] - measured.point_m
    return math.atan2(float(off[0 if measured.axis == "y" else 1]), -float(off[2]))


def _drop(measured: Measured, whole: Array) -> float:
    """From horizontal to upright about an axis through the point: a quarter of a pendulum's swing to 90°.

    ``T = K √(I / (m g h))``, h from the axis to the CG, I about the axis.
    """
    body, k = properties(whole), AXES.index(measured.axis)
    off = body.cg_m - measured.point_m
    away = math.hypot(*(float(off[each]) for each in range(3) if each != k))
    inertia = float(inertia_about(body, np.array(measured.point_m))[k, k])
    return QUARTER_TURN * math.sqrt(inertia / (body.mass_kg * STANDARD_GRAVITY_M_S2 * max(away, 1e-9)))


def _turning(measured: Measured, whole: Array) -> float:
    """Period on two parallel wires, turning about the vertical through the CG: ``T = (4π/d) √(I L / (m g))``.

    Each wire bears half; turned by θ its foot goes ``d θ/2`` aside, and it pulls back ``m g/2 · d θ/(2 L)`` on a lever
    of ``d/2``: together ``m g d² θ/(4 L)`` (bifilar suspension, as in textbooks of experimental mechanics).
    """
    body, k = properties(whole), AXES.index(measured.axis)
    stiffness = body.mass_kg * STANDARD_GRAVITY_M_S2 * measured.apart_m**2 / (4 * measured.wire_m)
    return 2 * math.pi * math.sqrt(max(float(body.inertia_kg_m2[k, k]), 0.0) / stiffness)


def _torque(measured: Measured, whole: Array) -> float:
    """Nose down (about y) or left side down (about x) on an axis that holds it, its nose or left side up by the tilt.

    ``τ = m g (d cos φ − h sin φ)``, d in front of the axis and h above it.
    """
    first = whole[1:4] - whole[0] * np.array(measured.point_m)
    ahead = float(first[0 if measured.axis == "y" else 1])
    across = ahead * math.cos(measured.tilt_rad) - float(first[2]) * math.sin(measured.tilt_rad)
    return STANDARD_GRAVITY_M_S2 * across


SORTS: Final[dict[Sort, SortRow]] = {
    "mass": SortRow(_mass, "mass", 0.005),
    "support": SortRow(_support, "mass", 0.005),
    "balance": SortRow(_balance, "fine_length", 0.002),
    "hang": SortRow(_hang, "angle", math.radians(1.0)),
    "drop": SortRow(_drop, "number", 0.1, needs_inertia=True),
    "turning": SortRow(_turning, "number", 0.02, needs_inertia=True),
    "torque": SortRow(_torque, "torque", 0.02),
}
PLACE_SD_M: Final = 0.001
"""Of a support that is placed by a rule (common practice, no source)."""


def support_sd(
    scale_sd: float, loads_kg: tuple[float, float], ends_m: tuple[float, float], *, both: bool,
    place_sd_m: float = PLACE_SD_M,
) -> float:  # fmt: skip
    """Standard uncertainty of what a scale says under one of two supports, kg, with that of both their places.

    ``∂R_a/∂a = −R_a/(a − b)``, ``∂R_a/∂b = −R_b/(a − b)``. The two loads always sum to the mass, so what a wrong place
    takes from one scale it gives to the other. Where both are read, as if independently, each therefore has √2 of
    it: then the balance is as sure as it should be where the mass is known, by up to √2 less sure where it is not
    (none at the middle), and the mass less sure than two scales tell it.
    """
    by_place = math.hypot(*loads_kg) * place_sd_m / abs(ends_m[0] - ends_m[1])
    return math.hypot(scale_sd, (math.sqrt(2) if both else 1.0) * by_place)


_STEP: Final = 1e-6


def predicted(measured: Measured, whole: Array) -> float:
    """What a reading should say of a whole ``(10,)``, in the unit of its value."""
    return SORTS[measured.sort].value(measured, whole)


def slope(measured: Measured, whole: Array) -> Array:
    """How that goes with the whole ``(10,)``: central differences, to about 1e-9 of it."""
    value, found = SORTS[measured.sort].value, np.zeros(10)
    steps = _STEP * np.maximum(np.abs(whole), 1e-3 * np.abs(whole[0]))
    for k in range(10 if SORTS[measured.sort].needs_inertia else 4):
        step = np.zeros(10)
        step[k] = steps[k]
        found[k] = (value(measured, whole + step) - value(measured, whole - step)) / (2 * steps[k])
    return found
