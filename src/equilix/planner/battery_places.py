"""Where a battery should go: every mount of the rig that takes one, ranked."""

from __future__ import annotations

import math
from collections.abc import Callable

import numpy as np
from msgspec import Struct

from equilix.analysis import Analysis, analyse
from equilix.body.posture import reach
from equilix.document import Document
from equilix.edits import rigging
from equilix.errors import Cancelled, EquilixError
from equilix.facts import Sayable, fact
from equilix.kit.catalogue import kind_of
from equilix.planner.moves import left_in_kit
from equilix.rig.clearance import new_strikes


class BatteryPlace(Struct, frozen=True, dict=True):
    """A battery on a mount: what it does to balance and inertia, what it strikes or blocks."""

    battery: str
    part: str
    parent: str
    point: str
    after: Analysis
    off: float
    """The worst condition in tolerances afterwards."""
    inertia_ratio: float
    strikes: tuple[str, ...]
    text: Sayable
    cable_m: float = 0.0
    """Straight way to the camera body; 0 where it is mounted on it, or there is none."""
    in_reach: bool = True
    """Whether a hand of the operator gets to it while the rig is carried."""

    def apply(self, document: Document) -> Document:
        """Mount it there."""
        setup_id = self.after.setup.id
        if document.setups_by_id[setup_id].by_id[self.battery].part != self.part:
            document = rigging.exchange(document, setup_id, self.battery, self.part)
        placement = document.setups_by_id[setup_id].by_id[self.battery]
        if (placement.parent, placement.point) == (self.parent, self.point):
            return document
        return rigging.remount(document, setup_id, self.battery, self.parent, self.point)


def battery_places(
    document: Document, analysis: Analysis, cancelled: Callable[[], bool] = lambda: False
) -> list[BatteryPlace]:
    """Every battery of the kit on every mount that takes it, in place of the rig's first battery; the best first.

    Ranked by what it strikes, balance, rotational inertia, the hand's reach and the way of its cable.
    """
    setup, parts = analysis.setup, document.parts_by_id
    battery = next((p for p in setup.placements if parts[p.part].energy_wh > 0 and p.parent is not None), None)
    if battery is None:
        return []
    spare = left_in_kit(setup, parts)
    found = []
    for part in document.parts:
        if part.energy_wh <= 0 or (part.id != battery.part and spare.get(part.id, 0) < 1):
            continue
        for parent, point, _ in rigging.fitting_points(document, setup, part, moving=battery.id):
            if cancelled():
                raise Cancelled
            carrier = parts[setup.by_id[parent].part].name
            trial = BatteryPlace(
                battery.id,
                part.id,
                parent,
                point.name,
                analysis,
                0.0,
                1.0,
                (),
                fact("battery_places.on_the", part=part.name, carrier=carrier),
            )
            try:
                changed = trial.apply(document)
            except EquilixError:
                continue
            after = analyse(changed, changed.setups_by_id[setup.id])
            worst = after.worst
            off = math.inf if worst is None else abs(worst.value_m) / worst.balance.tolerance_m
            struck = tuple(
                after.carried.named(a if b == battery.id else b)
                for a, b in new_strikes(analysis.assembly, after.assembly)
                if battery.id in (a, b)
            )
            ratio = float(after.mass.inertia_kg_m2[2, 2] / analysis.mass.inertia_kg_m2[2, 2])
            found.append(
                BatteryPlace(
                    battery.id, part.id, parent, point.name, after, off, ratio, struck, trial.text,
                    _to_camera(after, battery.id, parent), _in_reach(after, battery.id),
                )
            )  # fmt: skip
    return sorted(
        found,
        key=lambda place: (
            bool(place.strikes),
            round(place.off, 2),
            place.inertia_ratio,
            not place.in_reach,
            place.cable_m,
        ),
    )


def _to_camera(after: Analysis, battery: str, parent: str) -> float:
    assembly = after.assembly
    body = next((each for each, part in zip(assembly.ids, assembly.parts, strict=True) if kind_of(part).camera), None)
    if body is None or parent == body:
        return 0.0
    return float(np.linalg.norm(assembly.cgs_m[assembly.index[body]] - assembly.cgs_m[assembly.index[battery]]))


def _in_reach(after: Analysis, battery: str) -> bool:
    if after.stance is None:
        return True
    at = after.assembly.cgs_m[after.assembly.index[battery]]
    return any(reach(after.operator, side, joint, at).reached for side, joint in after.stance.shoulders_m.items())
