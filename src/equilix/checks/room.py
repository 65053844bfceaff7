"""What needs room: what opens, what runs into each other, what swings, where fingers can be caught."""

from __future__ import annotations

from collections.abc import Iterator, Mapping
from typing import Final

import numpy as np

from equilix.analysis import Analysis
from equilix.body.operators import segments
from equilix.checks.check import THUMB, Check
from equilix.kit.carriers import Harness
from equilix.rig.clearance import MATED_M, overlaps
from equilix.units import angle, length

TOUCHES_LENS: Final = {"lens-support", "follow-focus", "motor"}
"""Kinds that are meant to touch the barrel."""


def keep_free(analysis: Analysis, rules: Mapping[str, float]) -> Iterator[Check]:
    """Rooms that something needs to open or to move in."""
    del rules
    assembly = analysis.assembly
    lower, upper, rows = assembly.boxes_m
    for row, part in enumerate(assembly.parts):
        for room in part.keeps_free:
            half = np.abs(assembly.rotations[row]) @ room.half_m
            middle = assembly.to_rig(assembly.ids[row], room.centre_m)
            depth = np.minimum(upper, middle + half) - np.maximum(lower, middle - half)
            hits = np.nonzero((depth > MATED_M).all(axis=1) & (rows != row))[0]
            names = list(dict.fromkeys(assembly.parts[rows[hit]].name for hit in hits))
            if names:
                said = (
                    f"the {' and the '.join(names)} {'is' if len(names) == 1 else 'are'} in the way of what opens there"
                )
                yield Check(
                    "room",
                    assembly.ids[rows[hits[0]]],
                    f"Room beside the {part.name}",
                    said,
                    1.5,
                    "Mount it elsewhere, or turn it.",
                    "from the parts’ shapes",
                    "stop",
                )
            else:
                yield Check(
                    "room",
                    assembly.ids[row],
                    f"Room beside the {part.name}",
                    "free to open",
                    0.0,
                    "",
                    "from the parts’ shapes",
                    "fine",
                )


def struck(analysis: Analysis, rules: Mapping[str, float]) -> Iterator[Check]:
    """Parts that run into each other as they stand, as a matte box on a short lens into the monitor."""
    del rules
    for first, second in sorted(overlaps(analysis.assembly)):
        names = analysis.carried.named(first), analysis.carried.named(second)
        kinds = {analysis.assembly.parts[analysis.assembly.index[each]].kind for each in (first, second)}
        if any(_goes_through(analysis, each) for each in (first, second)) or ("lens" in kinds and kinds & TOUCHES_LENS):
            continue
        yield Check(
            "struck",
            first,
            "Runs into each other",
            f"the {names[0]} and the {names[1]} take the same room",
            1.2,
            "Slide, turn or mount one of them elsewhere.",
            "from the parts’ boxes",
            "mind",
        )


def _goes_through(analysis: Analysis, placement_id: str) -> bool:
    """Rods and posts go through what is clamped on them; their boxes say nothing."""
    return analysis.assembly.parts[analysis.assembly.index[placement_id]].kind in ("rods", "sled-post", "sled-gimbal")


def swings(analysis: Analysis, rules: Mapping[str, float]) -> Iterator[Check]:
    """What the load of a driven axis strikes while it turns."""
    del rules
    for axis, found in zip(analysis.drives.axes, analysis.drives.swings, strict=True):
        if found is not None and found.strikes_rad is not None:
            turning, standing = analysis.carried.named(found.turning), analysis.carried.named(found.standing)
            said = f"the {turning} strikes the {standing} at {angle(found.strikes_rad)}"
            yield Check(
                "swing",
                found.turning,
                f"Swing about {axis.joint.name}",
                said,
                1.3,
                "Slide it nearer to the axis, or limit the range.",
                "from the parts’ shapes",
                "mind",
            )


def pinches(analysis: Analysis, rules: Mapping[str, float]) -> Iterator[Check]:
    """Where fingers can be caught."""
    del rules
    if analysis.drives.axes:
        yield Check(
            "pinch",
            analysis.drives.axes[0].child,
            "Motors of the gimbal",
            "arms turn by themselves when switched on",
            0.9,
            "Fingers clear of the arms before the motors start.",
            THUMB,
            "mind",
        )
    names = [
        placement_id
        for placement_id, seat in zip(analysis.assembly.ids, analysis.assembly.seats, strict=True)
        if seat is not None and seat.point.kind == "rosette"
    ]
    if names:
        yield Check(
            "pinch",
            names[0],
            "Rosettes",
            "a loose handle drops and pinches",
            0.5,
            "Hold the handle while the rosette is open.",
            THUMB,
            "fine",
        )


HEAD_HEIGHTS_M: Final = (1.40, 2.00)
"""Where the heads of people around are (estimate)."""


def bare_arm(analysis: Analysis, rules: Mapping[str, float]) -> Iterator[Check]:
    """The boom of a harness swings when the rig is unhooked."""
    del rules
    arm = analysis.carried.borne_by(Harness)
    if arm is None or analysis.setup.carry != "harness":
        return
    end = segments(analysis.operator).shoulder_height_m + arm.above_m
    low, high = HEAD_HEIGHTS_M
    said = f"unhooked, the bare arm swings {length(arm.boom_m, analysis.display)} out at a height of {end:.2f} m"
    near = low <= end <= high
    todo = "That is where heads are: hold the arm while hooking and unhooking." if near else ""
    yield Check(
        "swing",
        analysis.assembly.ids[0],
        "Bare arm of the harness",
        said,
        0.9 if near else 0.4,
        todo,
        THUMB,
        "mind" if near else "fine",
    )
