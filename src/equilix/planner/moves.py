"""What a plan may do to a setup, as numbers: slides, exchanges, added pieces and parts left off."""

from __future__ import annotations

import math
from collections import Counter
from collections.abc import Mapping, Sequence

import numpy as np
from msgspec import Struct
from numpy.typing import NDArray

from equilix.analysis import Analysis
from equilix.document import Document
from equilix.edits import rigging
from equilix.errors import Refused
from equilix.kit.parts import Part
from equilix.kit.pivots import Configuration
from equilix.rig.clearance import MATED_M
from equilix.rig.kinematics import Assembly, assemble
from equilix.rig.setups import Setup

Array = NDArray[np.float64]

STEP_M = 0.001
"""A free track is planned in whole millimetres: no scale on a rig is read finer."""


class Slide(Struct, frozen=True):
    """A placement that may be set to whole marks: ``low`` to ``high`` steps of ``step_m`` from the mark nearest to now.

    ``mark_m``: from ``now_m`` to that mark; a hole, a tooth, a whole millimetre of the scale. ``draws``: not slid on a
    track but drawn out; then ``moves`` are the placements that go along wholly, and ``share`` is how far the part's
    own CG goes of it.
    """

    placement: str
    way: Array
    now_m: float
    step_m: float
    low: int
    high: int
    mark_m: float = 0.0
    draws: bool = False
    moves: frozenset[str] = frozenset()
    share: float = 0.0

    def share_of(self, carriers: Sequence[str]) -> float:
        """How far something moves of this, by what carries it (itself first)."""
        if not self.draws:
            return float(self.placement in carriers)
        if not self.moves.isdisjoint(carriers):
            return 1.0
        return self.share if carriers[0] == self.placement else 0.0

    def to_m(self, steps: int) -> float:
        """Where it stands at a number of steps."""
        return self.now_m + self.mark_m + steps * self.step_m


class Piece(Struct, frozen=True):
    """A part that may be mounted somewhere: its mass, CG ``(3,)`` at slide 0, and the free stretch of the track.

    ``group`` names what it stands in for: of a group exactly one is chosen. A piece without a group is an
    addition. ``carriers`` are the placements below it, which take it along when they slide.
    """

    part: str
    parent: str
    point: str
    mass_kg: float
    cg_m: Array
    carriers: tuple[str, ...]
    group: str | None = None
    way: Array | None = None
    low_m: float = 0.0
    high_m: float = 0.0
    half_m: float = 0.0
    stretch: str = ""


MOST_SLIDES = 40


def find_slides(analysis: Analysis) -> list[Slide]:
    """Every placement on a track with room, that is not pinned; of very many, those that can shift the most.

    A rig that is worked with has about a dozen. The programme grows faster than the number of its moves.
    """
    found = []
    assembly = analysis.assembly
    for row, placement_id in enumerate(assembly.ids):
        seat, placement = assembly.seats[row], assembly.setup.by_id[placement_id]
        way = assembly.slide_direction(placement_id)
        if seat is None or seat.track is None or way is None or placement.pinned:
            continue
        track = seat.track
        step = track.pitch_m or STEP_M
        mark = track.settle(placement.slide_m) if track.pitch_m else _whole(placement.slide_m, track.scale_zero_m)
        low = math.ceil((track.from_m - mark) / step - 1e-6)
        high = math.floor((track.to_m - mark) / step + 1e-6)
        if low < high:
            found.append(Slide(placement_id, way, placement.slide_m, step, low, high, mark - placement.slide_m))
    if len(found) <= MOST_SLIDES:
        return found
    masses = dict(zip(assembly.ids, assembly.masses_kg.tolist(), strict=True))

    def shifts(slide: Slide) -> float:
        carried = sum(masses[each] for each in assembly.setup.subtree(slide.placement))
        return float((slide.high - slide.low) * slide.step_m * carried)

    strongest = {slide.placement for slide in sorted(found, key=shifts, reverse=True)[:MOST_SLIDES]}
    return [slide for slide in found if slide.placement in strongest]


def _whole(slide_m: float, zero_m: float) -> float:
    """The slide nearest to this one at which the engraved scale reads whole millimetres."""
    return round((zero_m + slide_m) / STEP_M) * STEP_M - zero_m


def find_draws(analysis: Analysis) -> list[Slide]:
    """Every telescope that is not pinned: posts, arms, rods. Not one that takes a grip along: it is drawn to fit."""
    found, assembly, setup = [], analysis.assembly, analysis.setup
    for row, placement_id in enumerate(assembly.ids):
        part, placement = assembly.parts[row], setup.by_id[placement_id]
        if part.telescope is None or placement.pinned or any(grip.extends for grip in part.grips):
            continue
        drawn = {point.name for point in part.offers if point.extends}
        moves = frozenset(child for child in setup.children[placement_id] if setup.by_id[child].point in drawn)
        share = float(np.linalg.norm(part.body(Configuration(part.telescope.reach_m)).cg_m - part.body().cg_m))
        way = assembly.rotations[row] @ part.telescope.axis_unit
        mark = round(placement.extension_m / STEP_M) * STEP_M
        high = math.floor((part.telescope.reach_m - mark) / STEP_M + 1e-6)
        found.append(
            Slide(
                placement_id, way, placement.extension_m, STEP_M, -round(mark / STEP_M), high,
                mark - placement.extension_m, True, moves, share / part.telescope.reach_m,
            )
        )  # fmt: skip
    return found


def find_moves(analysis: Analysis) -> list[Slide]:
    """All that can be set to another mark without taking anything off: slides and telescopes."""
    return [*find_slides(analysis), *find_draws(analysis)]


def left_in_kit(setup: Setup, parts: Mapping[str, Part]) -> dict[str, int]:
    """How many of each owned part the setup does not use."""
    used = Counter(placement.part for placement in setup.placements)
    return {key: part.quantity - used[key] for key, part in parts.items() if part.owned}


def find_batteries(document: Document, analysis: Analysis, *, other: bool) -> list[Piece]:
    """What can stand in for each battery of the setup.

    With ``other``: another battery of the kit, on any mount that takes it, with at least as many watt-hours, so
    that the run time does not shrink. Without: the same battery on another free mount.
    """
    setup = analysis.setup
    spare = left_in_kit(setup, document.parts_by_id)
    found = []
    for placement in setup.placements:
        old = document.parts_by_id[placement.part]
        if old.energy_wh <= 0 or placement.parent is None or placement.pinned or setup.children[placement.id]:
            continue  # what hangs on a battery would move with it in ways that are not linear
        for part in _stand_ins(document, old, spare) if other else [old]:
            for parent, point, _ in rigging.fitting_points(document, setup, part, moving=placement.id):
                stays = (parent, point.name) == (placement.parent, placement.point)
                if point.track is not None or (stays and not other):
                    continue
                piece = _piece_in_place_of(document, setup, placement.id, part, parent, point.name)
                if piece is not None:
                    found.append(piece)
    return found


def _stand_ins(document: Document, old: Part, spare: Mapping[str, int]) -> list[Part]:
    return [
        part
        for part in document.parts_by_id.values()
        if part.id != old.id and part.energy_wh >= old.energy_wh and spare.get(part.id, 0) > 0
    ]


def _piece_in_place_of(
    document: Document, setup: Setup, placement_id: str, part: Part, parent: str, point: str
) -> Piece | None:
    try:
        trial = stand_in(document, setup.id, placement_id, part.id, parent, point)
    except Refused:
        return None
    placed = assemble(trial.setups_by_id[setup.id], trial.parts_by_id)
    row = placed.index[placement_id]
    return Piece(
        part.id, parent, point, part.mass_kg, placed.cgs_m[row], placed.setup.carriers(parent), group=placement_id
    )


def stand_in(
    document: Document, setup_id: str, placement_id: str, part_id: str, parent: str | None, point: str | None
) -> Document:
    """Let a part stand in for the part of a placement, at another mounting point or the same; None for the root."""
    setup = rigging.setup_of(document, setup_id)
    placement = rigging.placement_of(setup, placement_id)
    if placement.part != part_id:
        document = rigging.exchange(document, setup_id, placement_id, part_id)
    if parent is not None and point is not None and (placement.parent, placement.point) != (parent, point):
        document = rigging.remount(document, setup_id, placement_id, parent, point)
    return document


def find_weights(document: Document, analysis: Analysis) -> list[Piece]:
    """Every whole piece of counterweight left in the kit, on every free stretch of every track that takes it."""
    setup = analysis.setup
    spare = left_in_kit(setup, document.parts_by_id)
    found = []
    weights = [p for p in document.parts_by_id.values() if p.kind == "counterweight" and spare.get(p.id, 0) > 0]
    for part in sorted(weights, key=lambda p: -p.mass_kg):
        for parent, point, _ in rigging.fitting_points(document, setup, part):
            if point.track is None:
                continue
            trial, new_id = rigging.add(document, setup.id, part.id, parent, point.name)
            placed = assemble(trial.setups_by_id[setup.id], trial.parts_by_id)
            way = placed.slide_direction(new_id)
            if way is None:
                continue
            slide = placed.setup.by_id[new_id].slide_m
            cg = placed.cgs_m[placed.index[new_id]] - way * slide
            half = float(np.abs(way) @ (placed.bodies[placed.index[new_id]].box_halves_m.max(axis=0)))
            for number, (low, high) in enumerate(_free_stretches(placed, new_id, parent, way, slide)):
                piece = Piece(
                    part.id, parent, point.name, part.mass_kg, cg, placed.setup.carriers(parent),
                    None, way, low, high, half, f"{parent}/{point.name}/{number}",
                )  # fmt: skip
                found.extend([piece] * spare[part.id])
    return found


def _free_stretches(placed: Assembly, new_id: str, parent: str, way: Array, slide: float) -> list[tuple[float, float]]:
    """Stretches of the track, as slides, in which the new part meets nothing but the part it hangs on."""
    lower, upper, rows = placed.boxes_m
    own = rows == placed.index[new_id]
    others = ~own & (rows != placed.index[parent])
    axis = int(np.argmax(np.abs(way)))
    across = [k for k in range(3) if k != axis]
    seat = placed.seats[placed.index[new_id]]
    assert seat is not None and seat.track is not None  # it was just mounted on a track
    blocked = []
    sign = 1.0 if way[axis] > 0 else -1.0
    for box in np.nonzero(own)[0]:
        overlap = np.minimum(upper[:, across], upper[box, across]) - np.maximum(lower[:, across], lower[box, across])
        meets = others & np.all(overlap > MATED_M, axis=1)
        for other in np.nonzero(meets)[0]:
            ends = sorted(
                sign * shift + slide
                for shift in (lower[other, axis] - upper[box, axis], upper[other, axis] - lower[box, axis])
            )
            blocked.append((ends[0], ends[1]))
    stretches, start = [], seat.track.from_m
    for low, high in sorted(blocked):
        if low > start:
            stretches.append((start, min(low, seat.track.to_m)))
        start = max(start, high)
    stretches.append((start, seat.track.to_m))
    return [(low, high) for low, high in stretches if high - low > -1e-9 and low <= seat.track.to_m]


def find_removable(document: Document, analysis: Analysis) -> list[str]:
    """Placements of parts that may be left off, with nothing needed hanging on them, and not pinned."""
    setup = analysis.setup

    def may_go(placement_id: str) -> bool:
        placement = setup.by_id[placement_id]
        return not placement.pinned and not document.parts_by_id[placement.part].needed

    return [p.id for p in setup.placements if all(may_go(each) for each in setup.subtree(p.id))]
