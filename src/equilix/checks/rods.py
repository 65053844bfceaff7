"""Rods: how far they sag, how near they are to bending for good, how they bounce; each end of a pair by itself."""

from __future__ import annotations

from collections.abc import Iterator, Mapping

import numpy as np
from numpy.typing import NDArray

from equilix.analysis import Analysis
from equilix.checks.rules import THUMB, Check, Level, rule
from equilix.constants import STANDARD_GRAVITY_M_S2
from equilix.facts import fact, fine_length, length, mass, number
from equilix.kit.solids import AXES, Tube
from equilix.mechanics.beams import (
    STIFFNESS_PA,
    YIELD_PA,
    bending_pa,
    first_frequency_hz,
    sags_m,
    slopes_rad,
    tube_area_moment_m4,
)

Array = NDArray[np.float64]

PIECES = 8
"""The rods' own weight counts in so many pieces on either side of the socket."""


def rods(analysis: Analysis, rules: Mapping[str, float]) -> Iterator[Check]:
    """Each end of each pair of rods that carries something, as cantilevers from the socket."""
    assembly = analysis.assembly
    for row, placement_id in enumerate(assembly.ids):
        part, seat = assembly.parts[row], assembly.seats[row]
        tubes = [solid for solid in part.solids if isinstance(solid, Tube)]
        if part.kind != "rods" or seat is None or not tubes:
            continue
        tube, socket = tubes[0], assembly.point_pose(seat.parent, seat.point)[0]
        axis = assembly.rotations[row] @ np.eye(3)[AXES.index(tube.axis)]
        middle = float((assembly.positions_m[row] + assembly.rotations[row] @ np.array(tube.centre_m) - socket) @ axis)
        ends = middle - tube.length_m / 2, middle + tube.length_m / 2
        material = part.material if part.material in STIFFNESS_PA else "aluminium"
        area = tube_area_moment_m4(2 * tube.radius_m, 2 * tube.inner_radius_m)
        across = STANDARD_GRAVITY_M_S2 * float(np.hypot(axis[0], axis[1])) / len(tubes)
        for sign, end in zip((-1.0, 1.0), ends, strict=True):
            masses, places = _loads(analysis, placement_id, sign * axis, socket)
            if not len(masses):
                continue
            own = np.full(PIECES, part.mass_kg * max(sign * end, 0.0) / tube.length_m / PIECES)
            where = (np.arange(PIECES) + 0.5) / PIECES * max(sign * end, 0.0)
            forces = np.concatenate((masses, own)) * across
            every = np.concatenate((places, where))
            sags = sags_m(forces, every, STIFFNESS_PA[material], area)
            dips = float(slopes_rad(forces, every, STIFFNESS_PA[material], area).max())
            sag, stress = float(sags.max()), bending_pa(float(forces @ every), 2 * tube.radius_m, area)
            hertz = first_frequency_hz(forces, sags) if sag > 0 else np.inf
            strain = rule(rules, "screw_factor") * stress / YIELD_PA[material]
            share = max(sag / rule(rules, "rod_sag_m"), strain, rule(rules, "rod_frequency_hz") / hertz)
            at = float(masses @ places / masses.sum())
            way = fact("way.in_front_of") if (sign * axis)[0] > 0 else fact("way.behind")
            said = fact(
                "rods.socket_sags_end_dips_mpa",
                load=mass(float(masses.sum())),
                at=length(at),
                way=way,
                sag=fine_length(sag),
                dips=number(np.degrees(dips), 2),
                stress=number(stress / 1000000.0),
                hertz=number(hertz),
            )
            level: Level = "stop" if strain > 1 else "mind" if share > 1 else "fine"
            todo = "" if level == "fine" else fact("rods.clamp_nearer_socket_or_take")
            yield Check(
                "rods",
                placement_id,
                part.name,
                said,
                share,
                todo,
                fact("rods.beam_formula", material=fact(f"material.{material}"), thumb=THUMB),
                level,
            )


def _loads(analysis: Analysis, rods_id: str, outward: Array, socket: Array) -> tuple[Array, Array]:
    """Masses ``(k,)`` on one end of the rods, each with what hangs on it, and how far ``(k,)`` from the socket."""
    assembly = analysis.assembly
    masses, places = [], []
    for child in analysis.setup.children[rods_id]:
        load = assembly.mass_properties(analysis.setup.subtree(child))
        place = float((load.cg_m - socket) @ outward)
        if place > 0:
            masses.append(load.mass_kg)
            places.append(place)
    return np.array(masses), np.array(places)
