"""What needs room: what opens, what runs into each other, what swings, where fingers can be caught."""

from __future__ import annotations

import itertools
from collections.abc import Iterator, Mapping
from typing import Final

from equilix.analysis import Analysis
from equilix.body.operators import segments
from equilix.checks.rules import THUMB, Check
from equilix.facts import NOTHING, Sayable, angle, fact, length, listed, stature
from equilix.kit.carriers import Harness
from equilix.kit.parts import Part
from equilix.kit.solids import Room
from equilix.rig.clearance import in_room, overlaps
from equilix.rig.kinematics import Assembly

SHAPES: Final = fact("room.parts_shapes")
TOUCHES_LENS: Final = {"lens-support", "follow-focus", "motor"}
"""Kinds that are meant to touch the barrel."""
GO_THROUGH: Final = {"rods", "sled-post", "sled-gimbal", "rain-cover", "wind-cover", "gimbal-ring"}
"""Kinds whose outlines say nothing of what is clamped on them, or stands in them."""
MADE_AROUND: Final = {"half-cage", "full-cage"}
"""Kinds that are made for what stands in them, with holes where that has something to open."""
MOST_STRUCK: Final = 40
"""Pairs that are named; where more take the same room, the drawing of the parts is wrong, not their places."""


def keep_free(analysis: Analysis, rules: Mapping[str, float]) -> Iterator[Check]:
    """Rooms that something needs to open or to move in."""
    del rules
    assembly = analysis.assembly
    for row, part in enumerate(assembly.parts):
        for room in part.keeps_free:
            hits = [hit for hit in in_room(assembly, row, room) if not made_around(assembly, row, hit)]
            names = list(dict.fromkeys(assembly.parts[hit].name for hit in hits))
            at = row
            said: Sayable = fact("room.free_open")
            todo: Sayable = NOTHING
            if names:
                at = hits[0]
                todo = fact("room.mount_elsewhere_or_turn")
                said = fact("room.in_way", parts=listed(names), number=len(names))
            yield Check(
                "room", assembly.ids[at], _called(room, part), said, None, todo, SHAPES,
                "stop" if names else "fine",
            )  # fmt: skip


def made_around(assembly: Assembly, row: int, other: int) -> bool:
    """Whether the other part is made for this one: the cage that it stands in leaves free what it has to open."""
    seat = assembly.seats[row]
    return seat is not None and assembly.ids[other] == seat.parent and assembly.parts[other].kind in MADE_AROUND


def _called(room: Room, part: Part) -> Sayable:
    """'screen of the small body'; a room without a name is told by its part."""
    return fact("room.named", room=room.name, part=part.name) if room.name else fact("room.room_beside", part=part.name)


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
            fact("room.runs_into_each_other"),
            fact("room.take_same_room", first=names[0], second=names[1]),
            None,
            fact("room.slide_turn_or_mount_one"),
            SHAPES,
            "mind",
        )
    if len(found) > MOST_STRUCK:
        yield Check(
            "struck",
            found[0][0],
            fact("room.runs_into_each_other"),
            fact("room.more_pairs_parts_take_same", most_struck=MOST_STRUCK),
            None,
            fact("room.check_sizes_parts_where_they"),
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
            said = fact("room.strikes", turning=turning, standing=standing, strikes=angle(found.strikes_rad))
            yield Check(
                "swing",
                found.turning,
                fact("room.swing_about", axis=fact(f"axis.{axis.joint.name}")),
                said,
                None,
                fact("room.slide_nearer_axis_or_limit"),
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
            fact("room.motors_gimbal"),
            fact("room.arms_turn_themselves_when_switched"),
            None,
            fact("room.fingers_clear_arms_before_motors"),
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
            fact("room.rosettes"),
            fact("room.loose_handle_drops_pinches"),
            None,
            fact("room.hold_handle_while_rosette_open"),
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
    said = fact("room.unhooked_bare_arm_swings_out", boom=length(arm.boom_m), end=stature(end))
    near = low <= end <= high
    todo = fact("room.where_heads_hold_arm_while") if near else ""
    yield Check(
        "swing",
        analysis.assembly.ids[0],
        fact("room.bare_arm_harness"),
        said,
        None,
        todo,
        THUMB,
        "mind" if near else "fine",
    )
