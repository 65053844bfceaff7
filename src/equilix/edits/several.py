"""Edits of several parts of a rig in one go: take off, copy, mirror to the other side."""

from __future__ import annotations

import math
from collections import Counter
from collections.abc import Iterator, Sequence
from typing import Final

import numpy as np
from msgspec import Struct
from numpy.typing import NDArray

from equilix.document import Document
from equilix.edits import placing, rigging
from equilix.edits.rigging import placement_of, setup_of
from equilix.edits.sound import checked
from equilix.errors import Refused
from equilix.facts import fact, number
from equilix.faults import turns
from equilix.kit.catalogue import free_id
from equilix.kit.fits import fits
from equilix.kit.mounts import MountPoint
from equilix.rig.kinematics import Assembly, assemble
from equilix.rig.setups import Placement, Setup

Array = NDArray[np.float64]

OTHER_SIDE: Final = np.diag((1.0, -1.0, 1.0))
BESIDE_M: Final = (0.0, 0.03, 0.0)
"""Where a copy that fits nowhere else is strapped: a little to the left of what it was copied from."""
NEAR_M: Final = 0.020
"""How far off its mirror image a part may come to sit and still be on the other side."""
TURN_M: Final = 0.002
UPRIGHT: Final = 0.1
"""What a radian of turning counts as, m, and what a radian off upright counts besides: only where shapes are alike."""
MOST_POINTS: Final = 6
"""So many mounting points, the nearest to the mirror image, are looked at."""


def tops(setup: Setup, ids: Sequence[str]) -> list[str]:
    """Those of the placements that hang on none of the others, in their order. Raises :class:`Refused`."""
    chosen = {placement_of(setup, each).id for each in ids}
    return [each for each in dict.fromkeys(ids) if not chosen & set(setup.carriers(each)[1:])]


def take_off(document: Document, setup_id: str, ids: Sequence[str]) -> Document:
    """Take placements off, with all that hangs on them."""
    for each in tops(setup_of(document, setup_id), ids):
        document = rigging.remove(document, setup_id, each)
    return document


def copy(document: Document, setup_id: str, ids: Sequence[str]) -> tuple[Document, list[str]]:
    """Mount another piece of each, as they hang on each other; the ids of the new ones too.

    Each of the topmost goes to the next free place of what carries it, or is strapped beside the first. Refused where
    the kit has no more pieces.
    """
    setup = setup_of(document, setup_id)
    _enough_pieces(document, setup, ids)
    made: dict[str, str] = {}
    roots = tops(setup, ids)
    order = [each.id for each in setup.ordered if each.id in set(ids)]
    for each in order:
        setup = setup_of(document, setup_id)
        old = placement_of(setup, each)
        new_id = free_id(old.part, setup.by_id)
        where = _beside(document, setup, old) if each in roots else {"parent": made[old.parent or ""]}
        new = old.changed(id=new_id, **where)
        document = checked(document, setup.changed(placements=(*setup.placements, new)))
        made[each] = new_id
    return document, list(made.values())


def _enough_pieces(document: Document, setup: Setup, ids: Sequence[str]) -> None:
    used = Counter(each.part for each in setup.placements)
    for part_id, more in Counter(placement_of(setup, each).part for each in dict.fromkeys(ids)).items():
        part = document.parts_by_id[part_id]
        if used[part_id] + more > part.quantity:
            raise Refused(
                fact("several.no_more_pieces", part=part.name, has=number(part.quantity)),
                fact("several.say_how_many_there_are"),
            )


def _beside(document: Document, setup: Setup, old: Placement) -> dict[str, object]:
    """Where the copy of a placement goes, as fields of the placement."""
    part = document.parts_by_id[old.part]
    if old.point is not None:
        carrier = document.parts_by_id[setup.by_id[old.parent or ""].part]
        kind = _point(carrier.offers, old.point).kind
        for parent, point, by in rigging.fitting_points(document, setup, part):
            if parent == old.parent and point.name != old.point and point.kind == kind:
                track = point.track or by.track
                slide = 0.0 if track is None else track.settle(old.slide_m)
                return {"point": point.name, "by": by.name, "slide_m": slide, "turn_rad": 0.0}
    found = assemble(setup, document.parts_by_id)
    row = found.index[old.id]
    bare = old.changed(track=None, slide_m=0.0)
    pose = placing.pose_for(found, bare, found.rotations[row], found.positions_m[row] + np.array(BESIDE_M))
    return {"point": None, "by": None, "slide_m": 0.0, "turn_rad": 0.0, "track": None, "pose": pose}


class _Goal(Struct, frozen=True):
    """Where the mirror image of a placement is: the boxes of its solids ``(k, 3)``, its CG, and how it is turned."""

    lower_m: Array
    upper_m: Array
    cg_m: Array
    rotation: Array

    def off_m(self, assembly: Assembly, placement_id: str) -> float:
        """How far the shape of a placement is from it, at the corner that is farthest off."""
        lower, upper = _boxes(assembly, placement_id)
        return float(max(np.abs(lower - self.lower_m).max(), np.abs(upper - self.upper_m).max()))

    def turned_rad(self, assembly: Assembly, placement_id: str) -> float:
        """How far a placement is turned from it: of two that look alike, the one that is turned less is meant."""
        rotation = assembly.rotations[assembly.index[placement_id]]
        cosine = (float(np.trace(rotation.T @ self.rotation)) - 1) / 2
        upright = float(rotation[:, 2] @ self.rotation[:, 2])
        return math.acos(min(max(cosine, -1.0), 1.0)) + UPRIGHT * math.acos(min(max(upright, -1.0), 1.0))


def _boxes(assembly: Assembly, placement_id: str) -> tuple[Array, Array]:
    lower, upper, rows = assembly.boxes_m
    mine = rows == assembly.index[placement_id]
    return lower[mine], upper[mine]


def _image(found: Assembly, placement_id: str, middle_m: float) -> _Goal:
    """The mirror image of a placement in the upright plane at ``y = middle_m``."""
    lower, upper = _boxes(found, placement_id)
    row, way, shift = found.index[placement_id], np.array((1.0, -1.0, 1.0)), np.array((0.0, 2 * middle_m, 0.0))
    first, second = lower * way + shift, upper * way + shift
    return _Goal(
        np.minimum(first, second), np.maximum(first, second), found.part_cgs_m[row] * way + shift,
        OTHER_SIDE @ found.rotations[row] @ OTHER_SIDE,
    )  # fmt: skip


def mirror(document: Document, setup_id: str, ids: Sequence[str]) -> Document:
    """Put placements where their mirror images are, on the other side of what carries them; handed parts stay as made.

    Who is mounted goes to the point of its carrier that does it best, slid and turned there; who is strapped or free is
    put there. Refused where a carrier has no place on its other side.
    """
    setup = setup_of(document, setup_id)
    chosen = {placement_of(setup, each).id for each in ids}
    for each in [placement.id for placement in setup.ordered if placement.id in chosen]:
        setup = setup_of(document, setup_id)
        found = assemble(setup, document.parts_by_id)
        placement = placement_of(setup, each)
        on = found.index[placement.parent] if placement.parent is not None else 0
        middle = float(found.to_rig(found.ids[on], found.bodies[on].middle_m)[1])
        goal = _image(found, each, middle)
        if placement.point is not None:
            new = _mounted_there(document, setup, found, placement, goal, chosen)
        elif placement.parent is not None or placement.pose is not None:
            new = _put_there(found, placement, goal)
        else:  # the root of the rig carries all else and stands where it stands
            continue
        placements = tuple(new if old.id == each else old for old in setup.placements)
        document = document.with_setup(setup.changed(placements=placements))
    return checked(document, setup_of(document, setup_id))


def _put_there(found: Assembly, placement: Placement, goal: _Goal) -> Placement:
    row = found.index[placement.id]
    position = goal.cg_m - goal.rotation @ found.bodies[row].cg_m
    return placement.changed(pose=placing.pose_for(found, placement, goal.rotation, position))


def _mounted_there(
    document: Document, setup: Setup, found: Assembly, placement: Placement, goal: _Goal, chosen: set[str]
) -> Placement:
    best, best_off, least = None, math.inf, math.inf
    for new in _ways(document, setup, found, placement, goal, chosen):
        moved = setup.changed(placements=tuple(new if old.id == placement.id else old for old in setup.placements))
        there = assemble(moved, document.parts_by_id)
        off = goal.off_m(there, placement.id)
        score = off + TURN_M * goal.turned_rad(there, placement.id)
        if score < least - 1e-9:
            best, best_off, least = new, off, score
    if best is None or best_off > NEAR_M:
        part = document.parts_by_id[placement.part].name
        carrier = document.parts_by_id[setup.by_id[placement.parent or ""].part].name
        raise Refused(fact("several.no_place_there", part=part, carrier=carrier), fact("several.add_point_or_strap"))
    return best


def _ways(
    document: Document, setup: Setup, found: Assembly, placement: Placement, goal: _Goal, chosen: set[str]
) -> Iterator[Placement]:
    """The placement on each point near its mirror image, at the slide and with each turn that may bring it there."""
    part, parent = document.parts_by_id[placement.part], placement.parent or ""
    carrier = document.parts_by_id[setup.by_id[parent].part]
    others = {each.point for each in setup.placements if each.parent == parent and each.id not in chosen}
    here = found.point_pose(parent, _point(carrier.offers, placement.point))[0]
    middle = (goal.cg_m[1] + found.part_cgs_m[found.index[placement.id]][1]) / 2
    image = OTHER_SIDE @ (here - (0, middle, 0)) + (0, middle, 0)
    there = [
        (float(np.linalg.norm(found.point_pose(parent, point)[0] - image)), point)
        for point in carrier.offers
        if (point.track is not None or point.name not in others) and any(fits(point, own) for own in part.hangs_by)
    ]
    there.sort(key=lambda each: each[0])
    for _, point in there[:MOST_POINTS]:
        for by in part.hangs_by:
            if not fits(point, by):
                continue
            track = point.track or by.track
            slides = {0.0} if track is None else {track.settle(way * placement.slide_m) for way in (1, -1)}
            angles = {0.0}
            if turns(point, by):
                angles = {way * placement.turn_rad + more for way in (1, -1) for more in (0.0, math.pi)}
            for slide in sorted(slides):
                for angle in sorted({round(math.remainder(each, 2 * math.pi), 7) for each in angles}):
                    yield placement.changed(point=point.name, by=by.name, slide_m=slide, turn_rad=angle)


def _point(points: Sequence[MountPoint], name: str | None) -> MountPoint:
    return next(point for point in points if point.name == name)
