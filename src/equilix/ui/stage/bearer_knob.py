"""The knob of what bears a rig, on the drawing: pulled up or down it sets the spring of an arm, the step of a head."""

from __future__ import annotations

from typing import Final

import numpy as np
from msgspec import Struct
from PySide6.QtCore import QPointF

from equilix.analysis import Analysis
from equilix.edits import carrying
from equilix.facts import NOTHING, Sayable, fact, number
from equilix.kit.carriers import Harness, SpringArm, TripodHead
from equilix.ui.stage.holds import Change, new_gesture
from equilix.ui.stage.paper import Paper
from equilix.ui.stage.projection import SIDE
from equilix.words.language import say

BESIDE_PX: Final = {"vest": (-52.0, 30.0), "harness": (22.0, -58.0), "tripod": (34.0, 34.0)}
"""Where it is from the point at which the rig is borne."""
STEP_PX: Final = 18.0
"""A pull of this much is a turn of a spring, or a step of a counterbalance."""
REACH_PX: Final = 13.0


class Knob(Struct):
    """A hold on a bearer: where it is on the widget, what it is set to, and what it can be set to."""

    placement: str
    setup: str
    gesture: str
    at: QPointF
    start: float
    low: float
    high: float
    steps: bool
    """Whether it goes in whole steps."""
    way_px: QPointF

    @property
    def label(self) -> str:
        """What the edit is called."""
        return say("Set what bears the rig")

    def wanted(self, by: QPointF) -> float:
        """What a pull sets it to."""
        to = min(max(self.start - by.y() / STEP_PX, self.low), self.high)
        return float(round(to)) if self.steps else round(to, 1)

    def pull(self, by: QPointF) -> Change:
        """Set it."""
        to = self.wanted(by)
        return lambda d: carrying.set_bearer(d, self.setup, to)

    def off_px(self, by: QPointF) -> float:
        """It is never pulled off."""
        del by
        return 0.0

    def stop(self, by: QPointF) -> Sayable:
        """At its ends it stops."""
        to = self.start - by.y() / STEP_PX
        return fact("clearance.end_track") if not self.low <= to <= self.high else NOTHING

    def step(self, way: tuple[int, int], step_m: float) -> Change | None:
        """No key sets it: its figure is behind the underlined way of carrying."""
        del way, step_m
        return None

    def told(self, by: QPointF) -> Sayable:
        """What it is set to then."""
        key = "bearer.step" if self.steps else "bearer.turns"
        return fact(key, at=number(self.wanted(by), 0 if self.steps else 1))


def knob_of(view: Paper, analysis: Analysis) -> Knob | None:
    """The knob of what bears a rig, on the view from the right; None where nothing does that can be set."""
    support, bearer = analysis.support, analysis.carried.bearer
    if view.view is not SIDE or support is None or bearer is None or analysis.setup.carry not in BESIDE_PX:
        return None
    carrier, now = bearer.carrier, analysis.setup.setting
    at = view.place_px(support.datum_m) + QPointF(*BESIDE_PX[analysis.setup.carry])
    common = (analysis.assembly.ids[0], analysis.setup.id, new_gesture("bearer"), at)
    up = QPointF(0.0, -STEP_PX)
    if isinstance(carrier, SpringArm | Harness):
        low, high = sorted(carrier.turns)
        start = carrier.turns_for(analysis.mass.mass_kg) if now is None else now
        return Knob(*common, float(np.clip(start, low, high)), low, high, False, up)
    if isinstance(carrier, TripodHead):
        last = len(carrier.counterbalance_nm) - 1.0
        wanted = float(np.argmin(np.abs(np.array(carrier.counterbalance_nm) - support.counterbalance_nm)))
        return Knob(*common, wanted if now is None else float(np.clip(round(now), 0, last)), 0.0, last, True, up)
    return None
