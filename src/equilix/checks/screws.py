"""Camera screws: the screw, the thread it sits in, the insert in a printed part; which of them gives way first."""

from __future__ import annotations

from collections.abc import Iterator, Mapping

import numpy as np

from equilix.analysis import Analysis
from equilix.checks.rules import THUMB, Check, level_of, rule
from equilix.constants import STANDARD_GRAVITY_M_S2
from equilix.facts import Sayable, fact, force, length, mass
from equilix.kit.materials import SOFTENS_C
from equilix.kit.parts import Part
from equilix.mechanics.beams import YIELD_PA
from equilix.mechanics.fasteners import THREADS, screw_load_n, shear_pa
from equilix.rig.seats import Seat

LONE_KG, LONE_M = 1.0, 0.03
"""A single small screw under more than this, further out than that, works loose by turning (rule of thumb)."""


def screws(analysis: Analysis, rules: Mapping[str, float]) -> Iterator[Check]:
    """Every screw that carries something: pried about the edge of the plate, handled at 3 g."""
    assembly = analysis.assembly
    for row, placement_id in enumerate(assembly.ids):
        seat = assembly.seats[row]
        if seat is None or seat.point.kind not in THREADS:
            continue
        part, carrier = assembly.parts[row], assembly.parts[assembly.index[seat.parent]]
        stack = assembly.mass_properties(analysis.setup.subtree(placement_id))
        at = assembly.point_pose(seat.parent, seat.point)[0]
        overhang = float(np.linalg.norm(stack.cg_m - at))  # a knock comes from any side
        plate = part.body(analysis.setup.by_id[placement_id].configuration).box_halves_m[0]
        lever = max(float(min(plate[0], plate[1])), 0.008)
        number = min(max(seat.point.screws, 1), max(seat.by.screws, 1))
        thread = THREADS[seat.point.kind]
        pull = screw_load_n(stack.mass_kg * STANDARD_GRAVITY_M_S2, overhang, lever, number)
        bears, weakest = bearing_n(seat, part, carrier, rules)
        share = rule(rules, "screw_factor") * pull / bears
        said = fact(
            "screws.under_out_each_bears",
            number=number,
            thread=thread.name,
            mass=mass(stack.mass_kg),
            overhang=length(overhang),
            pull=force(pull),
            weakest=weakest,
            bears=force(bears),
            trusted=force(bears / rule(rules, "screw_factor")),
        )
        level = level_of(share)
        todo = fact("screws.use_two_screws_shorter_lever") if level != "fine" else ""
        turns = number == 1 and seat.point.kind == "screw14" and not (seat.point.pin and seat.by.pin)
        lone = turns and stack.mass_kg > LONE_KG and overhang > LONE_M
        if lone and level == "fine":
            level, todo = "mind", fact("screws.one_screw_does_not_resist")
        source = fact("screws.stress_shear_areas_asme_b1", thumb=THUMB)
        yield Check("screw", placement_id, fact("screws.screw_under", part=part.name), said, share, todo, source, level)


def bearing_n(seat: Seat, part: Part, carrier: Part, rules: Mapping[str, float]) -> tuple[float, Sayable]:
    """What one screw of a seat bears, N, and what gives way first: screw, thread, or insert of a printed part."""
    thread = THREADS[seat.point.kind]
    given = [point.thread_m for point in (seat.point, seat.by) if point.thread_m is not None]
    engaged = min(given, default=rule(rules, "thread_m"))
    own = thread.screw_shear_area_m2(engaged) * shear_pa(YIELD_PA["steel"])
    found = [(thread.proof_n, fact("screws.screw")), (own, fact("screws.screws_own_thread"))]
    for point, each in ((seat.point, carrier), (seat.by, part)):
        if each.material in SOFTENS_C:
            rated = point.insert_n if point.insert_n is not None else rule(rules, "insert_n")
            found.append((rated, fact("screws.insert_printed", part=each.name)))
        elif each.material in YIELD_PA:
            held = thread.nut_shear_area_m2(engaged) * shear_pa(YIELD_PA[each.material])
            found.append((held, fact("screws.thread", material=fact(f"material.{each.material}"), part=each.name)))
    if len(found) == 2:
        held = thread.nut_shear_area_m2(engaged) * shear_pa(YIELD_PA["aluminium"])
        found.append((held, fact("screws.thread_aluminium")))
    return min(found, key=lambda each: each[0])
