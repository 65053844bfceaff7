"""What is to be seen, whatever it is drawn on: on the screen, on paper, or moving."""

from __future__ import annotations

from typing import TYPE_CHECKING

from msgspec import Struct

from equilix.analysis import Analysis
from equilix.result import Result
from equilix.units import Display

if TYPE_CHECKING:
    from equilix.guide.steps import Advice
    from equilix.planner.fit_plan import FitPlan
    from equilix.planner.plan import Plan
    from equilix.ui.session.view import Overlay


class Scene(Struct, frozen=True):
    """A rig with all that is known of it, what is selected, and what is laid over it."""

    result: Result
    selected: str | None = None
    ghost: Plan | FitPlan | None = None
    axis: Advice | None = None
    overlays: frozenset[Overlay] = frozenset()
    display: Display = "metric"
    """The units of its figures."""

    @property
    def analysis(self) -> Analysis:
        """The rig, analysed."""
        return self.result.analysis

    @property
    def rests(self) -> bool:
        """Whether every condition holds."""
        return self.analysis.status == "rests"
