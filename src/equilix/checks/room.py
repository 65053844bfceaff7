"""What needs room: what opens, what runs into each other, what swings, where fingers can be caught."""

from __future__ import annotations

import itertools
from collections.abc import Iterator, Mapping
from typing import Final

from equilix.analysis import Analysis
from equilix.body.operators import segments
from equilix.checks.rules import THUMB, Check
from equilix.kit.carriers import Harness
from equilix.rig.clearance import in_room, overlaps
from equilix.units import angle, length, stature

SHAPES: Final = "from the parts’ shapes"
TOUCHES_LENS: Final = {"lens-support", "follow-focus", "motor"}
"""Kinds that are meant to touch the barrel."""
GO_THROUGH: Final = {"rods", "sled-post", "sled-gimbal"}
"""Kinds whose outlines say nothing of what is clamped on them."""
MOST_STRUCK: Final = 40
"""Pairs that are named; where more take the same room, the drawing of the parts is wrong, not their places."""


def keep_free(analysis: Analysis, rules: Mapping[str, float]) -> Iterator[Check]:
    """Rooms that something needs to open or to move in."""
    del rules
    assembly = analysis.assembly
    for row, part in enumerate(assembly.parts):
        for room in part.keeps_free:
            hits = in_room(assembly, row, room)
            names = list(dict.fromkeys(assembly.parts[hit].name for hit in hits))
            at, said, todo = row, "free to open", ""
            if names:
                at, todo = hits[0], "Mount it elsewhere, or turn it."
                said = (
                    f"the {' and the '.join(names)} {'is' if len(names) == 1 else 'are'} in the way of what opens there"
                )
            yield Check(
                "room", assembly.ids[at], f"Room beside the {part.name}", said, None, todo, SHAPES,
                "stop" if names else "fine",
            )  # fmt: skip


def struck(analysis: Analysis, rules: Mapping[str, float]) -> Iterator[Check]:
    """Parts that run into each other as they stand, as a matte box on a short lens into the monitor."""
    del rules
    pairs = (pair for pair in overlaps(analysis.assembly) if not _belong_together(analysis, pair))
    found = list(itertools.islice(pairs, MOST_STRUCK + 1))
    for first, second in sorted(found[:MOST_STRUCK]):
        names = analysis.carried.named(first), analysis.carried.named(second)
        yield Check(
            "struck",
            first,
            "Runs into each other",
            f"the {names[0]} and the {names[1]} take the same room",
            None,
            "Slide, turn or mount one of them elsewhere.",
            SHAPES,
            "mind",
        )
    if len(found) > MOST_STRUCK:
        yield Check(
            "struck",
            found[0][0],
            "Runs into each other",
            f"more than {MOST_STRUCK} pairs of parts take the same room",
            None,
            "Check the sizes of the parts and where they are mounted.",
            SHAPES,
            "mind",
        )


def _belong_together(analysis: Analysis, pair: tuple[str, str]) -> bool:
    """Rods and posts go through what is clamped on them, and some parts are meant to touch the barrel."""
    kinds = {analysis.assembly.parts[analysis.assembly.index[each]].kind for each in pair}
    return bool(kinds & GO_THROUGH) or ("lens" in kinds and bool(kinds & TOUCHES_LENS))


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
                None,
                "Slide it nearer to the axis, or limit the range.",
                SHAPES,
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
            None,
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
            None,
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
    if arm is None or not analysis.way.swings:
        return
    end = segments(analysis.operator).shoulder_height_m + arm.above_m
    low, high = HEAD_HEIGHTS_M
    unit = analysis.display
    said = f"unhooked, the bare arm swings {length(arm.boom_m, unit)} out at a height of {stature(end, unit)}"
    near = low <= end <= high
    todo = "That is where heads are: hold the arm while hooking and unhooking." if near else ""
    yield Check(
        "swing",
        analysis.assembly.ids[0],
        "Bare arm of the harness",
        said,
        None,
        todo,
        THUMB,
        "mind" if near else "fine",
    )
