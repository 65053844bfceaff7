"""What is to be seen, whatever it is drawn on: on the screen, on paper, or moving."""

from __future__ import annotations

from typing import TYPE_CHECKING

from msgspec import Struct

from equilix.analysis import Analysis
from equilix.result import Result
from equilix.units import Display

if TYPE_CHECKING:
    from equilix.checks.rules import Check
    from equilix.guide.steps import Advice
    from equilix.planner.change import Compared
    from equilix.ui.session.view import Overlay


class Scene(Struct, frozen=True):
    """A rig with all that is known of it, what is selected, and what is laid over it."""

    result: Result
    selected: str | None = None
    finding: str = ""
    """The key of what was found on the selected part, where one thing is meant."""
    ghost: Compared | None = None
    axis: Advice | None = None
    overlays: frozenset[Overlay] = frozenset()
    display: Display = "metric"
    """The units of its figures."""
    others: tuple[str, ...] = ()
    """What is selected besides."""

    @property
    def analysis(self) -> Analysis:
        """The rig, analysed."""
        return self.result.analysis

    @property
    def findings(self) -> tuple[Check, ...]:
        """What is marked on the rig: of the list that is open, all that there is to mind, in its order."""
        if "checks" in self.overlays:
            return self.result.checks
        if "wires" in self.overlays:
            return self.result.power_findings
        return self.result.fit_findings if "fit" in self.overlays else ()

    @property
    def rests(self) -> bool:
        """Whether every condition holds."""
        return self.analysis.status == "rests"
