"""What holds it together: rods, screws, lens mount, ratings, handle, table, plastics, what strikes and pinches."""

from __future__ import annotations

from collections.abc import Iterator, Mapping
from typing import Final

import numpy as np

from equilix.analysis import Analysis
from equilix.checks import room
from equilix.checks.check import ORDER, THUMB, Check, Level, level_of, rule
from equilix.constants import STANDARD_GRAVITY_M_S2
from equilix.kit.solids import Tube
from equilix.mechanics.beams import (
    STIFFNESS_PA,
    YIELD_PA,
    bending_pa,
    deflection_m,
    first_frequency_hz,
    tube_area_moment_m4,
)
from equilix.mechanics.fasteners import THREADS, screw_load_n
from equilix.units import angle, force, length, mass, torque

SOFTENS_C: Final[dict[str, float]] = {"PLA": 60.0, "PETG": 80.0, "ABS": 110.0, "nylon": 110.0, "PC": 110.0}
"""Temperature at which printed plastics soften, °C (from memory)."""


def checks(analysis: Analysis, rules: Mapping[str, float]) -> tuple[Check, ...]:
    """All checks of a rig, worst first; none for an empty setup."""
    if not analysis.assembly.ids:
        return ()
    found = [
        each
        for make in (
            _rods,
            _screws,
            _lens_mount,
            _ratings,
            _clamps,
            _handle,
            _table,
            room.keep_free,
            room.struck,
            room.swings,
            room.bare_arm,
            _plastics,
            room.pinches,
        )
        for each in make(analysis, rules)
    ]
    return tuple(sorted(found, key=lambda check: (ORDER[check.level], -check.share)))


def _rods(analysis: Analysis, rules: Mapping[str, float]) -> Iterator[Check]:
    assembly, unit = analysis.assembly, analysis.display
    for row, placement_id in enumerate(assembly.ids):
        part, seat = assembly.parts[row], assembly.seats[row]
        tube = next((solid for solid in part.solids if isinstance(solid, Tube)), None)
        if part.kind != "rods" or seat is None or tube is None:
            continue
        socket = assembly.point_pose(seat.parent, seat.point)[0]
        load = assembly.mass_properties(analysis.setup.subtree(placement_id))
        carried = load.mass_kg - part.mass_kg
        if carried <= 1e-6:
            continue
        ids = [each for each in analysis.setup.subtree(placement_id) if each != placement_id]
        end = assembly.mass_properties(tuple(ids))
        reach = max(abs(float(end.cg_m[0] - socket[0])), 0.01)
        material = part.material if part.material in STIFFNESS_PA else "aluminium"
        area = tube_area_moment_m4(2 * tube.radius_m, 2 * tube.inner_radius_m)
        weight = carried * STANDARD_GRAVITY_M_S2 / 2
        sag = deflection_m(weight, reach, STIFFNESS_PA[material], area)
        stress = bending_pa(weight * reach, 2 * tube.radius_m, area)
        hertz = first_frequency_hz(carried / 2, part.mass_kg / 2, reach, STIFFNESS_PA[material], area)
        allowed = rule(rules, "rod_sag_m")
        share = max(sag / allowed, 5 * stress / YIELD_PA[material], rule(rules, "rod_frequency_hz") / hertz / 2)
        said = (
            f"{mass(carried, unit)} at {length(reach, unit)}: sags {1000 * sag:.1f} mm, "
            f"{stress / 1e6:.0f} MPa, bounces at {hertz:.0f} Hz"
        )
        todo = "Clamp it nearer to the socket, or take stiffer rods." if share > 0.8 else ""
        yield Check(
            "rods", placement_id, part.name, said, share, todo, f"beam formula, {material}; {THUMB}", level_of(share)
        )


def _screws(analysis: Analysis, rules: Mapping[str, float]) -> Iterator[Check]:
    assembly, unit = analysis.assembly, analysis.display
    wanted = rule(rules, "screw_factor")
    for row, placement_id in enumerate(assembly.ids):
        seat = assembly.seats[row]
        if seat is None or seat.point.kind not in THREADS:
            continue
        part = assembly.parts[row]
        stack = assembly.mass_properties(analysis.setup.subtree(placement_id))
        at = assembly.point_pose(seat.parent, seat.point)[0]
        overhang = float(np.linalg.norm(stack.cg_m - at))  # a knock comes from any side
        plate = part.body(analysis.setup.by_id[placement_id].extension_m).box_halves_m[0]
        lever = max(float(min(plate[0], plate[1])), 0.008)
        screws = min(max(seat.point.screws, 1), max(seat.by.screws, 1))
        thread = THREADS[seat.point.kind]
        pull = screw_load_n(stack.mass_kg * STANDARD_GRAVITY_M_S2, overhang, lever, screws)
        share = wanted * pull / thread.proof_n
        said = (
            f"{screws} × {thread.name} under {mass(stack.mass_kg, unit)}, {length(overhang, unit)} out: "
            f"{force(pull, unit)} each, factor {thread.proof_n / pull:.0f}"
        )
        todo = "Use two screws, a shorter lever or a larger thread." if share > 0.8 else ""
        level = level_of(share)
        if screws == 1 and stack.mass_kg > 1.0 and overhang > 0.03 and level == "fine" and seat.point.kind == "screw14":
            level, todo = "mind", "One screw does not resist turning: use two, or a plate with a lip."
        yield Check(
            "screw",
            placement_id,
            f"Screw under the {part.name}",
            said,
            share,
            todo,
            "ASME B1.1 stress area, A2-70; handling 3 g and factor: " + THUMB,
            level,
        )


def _lens_mount(analysis: Analysis, rules: Mapping[str, float]) -> Iterator[Check]:
    assembly, unit = analysis.assembly, analysis.display
    for row, placement_id in enumerate(assembly.ids):
        seat = assembly.seats[row]
        if seat is None or seat.point.kind != "lens" or assembly.parts[row].kind not in ("lens", "adapter"):
            continue
        if assembly.parts[assembly.index[seat.parent]].kind == "adapter":
            continue
        ids = analysis.setup.subtree(placement_id)
        front = assembly.mass_properties(ids)
        at = assembly.point_pose(seat.parent, seat.point)[0]
        moment = front.mass_kg * STANDARD_GRAVITY_M_S2 * abs(float(front.cg_m[0] - at[0]))
        support = _support_under(analysis, ids, at)
        if support is not None:
            name, lever = support
            takes = min(moment / lever, front.mass_kg * STANDARD_GRAVITY_M_S2)
            said = f"{torque(moment, unit)} in front of the mount; the {name} takes {force(takes, unit)} of it"
            yield Check("lens-mount", placement_id, "Lens mount", said, 0.2, "", THUMB, "fine")
            continue
        first, last = rule(rules, "lens_mount_nm"), rule(rules, "lens_mount_stop_nm")
        level = level_of(moment, stop_at=last, mind_at=first)
        todo = "" if level == "fine" else "Put a lens support under the barrel."
        said = f"{torque(moment, unit)} hang from the mount without a support; flagged above {torque(first, unit)}"
        yield Check("lens-mount", placement_id, "Lens mount", said, moment / last, todo, THUMB, level)


def _support_under(analysis: Analysis, front: tuple[str, ...], mount: np.ndarray) -> tuple[str, float] | None:
    """A lens support under the barrel: its name and its distance from the mount."""
    assembly = analysis.assembly
    lower, upper, rows = assembly.boxes_m
    inside = np.isin(rows, [assembly.index[each] for each in front])
    low, high = float(lower[inside, 0].min()), float(upper[inside, 0].max())
    for row, part in enumerate(assembly.parts):
        x = float(assembly.cgs_m[row, 0])
        if part.kind == "lens-support" and low < x < high and x - mount[0] > 0.02:
            return part.name, x - float(mount[0])
    return None


def _rated(share: float, warning: str) -> Level:
    return "stop" if warning else level_of(share, mind_at=0.9)


def _ratings(analysis: Analysis, rules: Mapping[str, float]) -> Iterator[Check]:
    del rules
    for figure in analysis.figures:
        if figure.key == "rated_share":
            yield Check(
                "rating",
                analysis.assembly.ids[0],
                figure.label,
                figure.said,
                figure.value,
                figure.warning,
                "maker’s rating",
                _rated(figure.value, figure.warning),
            )
        if figure.key == "payload_kg":
            part = next(p for p in analysis.assembly.parts if p.drive is not None)
            assert part.drive is not None  # it was just found by it
            share = figure.value / part.drive.payload_kg
            yield Check(
                "rating",
                analysis.assembly.ids[0],
                "Payload of the gimbal",
                figure.said,
                share,
                figure.warning,
                "maker’s rating",
                level_of(share, mind_at=0.9),
            )


def _clamps(analysis: Analysis, rules: Mapping[str, float]) -> Iterator[Check]:
    """Rosettes, plates and clamps against their makers' ratings, where they were entered."""
    del rules
    assembly, unit = analysis.assembly, analysis.display
    forces = {
        held.part_name: analysis.holding.force_of(f"{held.arm.side} hand") for held in analysis.arms if held.arm.reached
    }
    for row, placement_id in enumerate(assembly.ids):
        seat = assembly.seats[row]
        if seat is None:
            continue
        part = assembly.parts[row]
        stack = assembly.mass_properties(analysis.setup.subtree(placement_id))
        if seat.point.most_kg is not None:
            share = stack.mass_kg / seat.point.most_kg
            said = f"{mass(stack.mass_kg, unit)} of {mass(seat.point.most_kg, unit)}"
            todo = "Take a stronger one, or less load." if share > 1 else ""
            yield Check(
                "clamp", placement_id, f"Under the {part.name}", said, share, todo, "maker’s rating", level_of(share)
            )
        if seat.point.most_nm is not None:
            at, frame = assembly.point_pose(seat.parent, seat.point)
            pull = np.cross(stack.cg_m - at, (0.0, 0.0, -stack.mass_kg * STANDARD_GRAVITY_M_S2))
            if part.grips and part.name in forces:
                hand = next(held.arm.hand_m for held in analysis.arms if held.part_name == part.name)
                pull = pull + np.cross(hand - at, forces[part.name])
            turning = abs(float(pull @ frame[:, 2]))
            share = turning / seat.point.most_nm
            said = f"{torque(turning, unit)} of {torque(seat.point.most_nm, unit)} against turning"
            todo = "Shorten the arm, or take a larger rosette." if share > 1 else ""
            yield Check(
                "clamp",
                placement_id,
                f"Turning of the {part.name}",
                said,
                share,
                todo,
                "maker’s rating",
                level_of(share),
            )


def _handle(analysis: Analysis, rules: Mapping[str, float]) -> Iterator[Check]:
    allowed = rule(rules, "smooth_handle_kg")
    for grip, placement_id, name, _, axis in analysis.carried.grips:
        if abs(axis[2]) > 0.5 or grip.surface != "smooth":
            continue
        share = analysis.mass.mass_kg / allowed
        weighs = mass(analysis.mass.mass_kg, analysis.display)
        said = f"smooth, under {weighs}; trusted up to {mass(allowed, analysis.display)}"
        todo = "Wrap it, or take one of rubber." if share > 1 else ""
        yield Check(
            "handle", placement_id, f"The {name}", said, share, todo, THUMB, level_of(share, stop_at=2.5, mind_at=1.0)
        )


def _table(analysis: Analysis, rules: Mapping[str, float]) -> Iterator[Check]:
    table, least = analysis.on_table, rule(rules, "tip_rad")
    if table is None:
        return
    root = analysis.assembly.ids[0]
    if not table.stands:
        yield Check(
            "table",
            root,
            "Put down on a table",
            "does not stand as it is",
            1.2,
            "Lay it down as it comes to rest, with a hand on it.",
            THUMB,
            "mind",
        )
        return
    share = least / max(table.least_rad, 1e-6)
    todo = "Hold it, or put it down another way." if share > 1 else ""
    yield Check(
        "table",
        root,
        "Put down on a table",
        f"tips at {angle(table.least_rad)}",
        share,
        todo,
        THUMB,
        "mind" if share > 1 else "fine",
    )


def _plastics(analysis: Analysis, rules: Mapping[str, float]) -> Iterator[Check]:
    hot = rule(rules, "car_celsius")
    for placement_id, part in zip(analysis.assembly.ids, analysis.assembly.parts, strict=True):
        softens = SOFTENS_C.get(part.material or "")
        if softens is None:
            continue
        said = f"{part.material} softens near {softens:.0f} °C; a car in the sun has {hot:.0f} °C"
        todo = "" if softens > hot else "Print it in PETG or better, or do not leave it in the car."
        yield Check(
            "plastic",
            placement_id,
            f"Printed: {part.name}",
            said,
            hot / softens,
            todo,
            "from memory",
            "stop" if softens <= hot else "fine",
        )
