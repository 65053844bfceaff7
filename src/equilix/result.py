"""All that there is to know of one rig: its analysis, and what follows from it, each worked out once, when asked for.

What follows is imported with it: the first picture needs the analysis alone and does not wait for the rest.
"""

from __future__ import annotations

from functools import cached_property
from typing import TYPE_CHECKING

from msgspec import Struct

from equilix.analysis import Analysis
from equilix.errors import Called

if TYPE_CHECKING:
    from equilix.checks.build_order import BuildStep, Heaps
    from equilix.checks.rules import Check, Level
    from equilix.fit.fit import Fit
    from equilix.power.network import Network


class Result(Struct, frozen=True, dict=True):
    """What screens, report and plans read."""

    analysis: Analysis

    @cached_property
    def fit(self) -> Fit:
        """What it means for the whole body."""
        from equilix.fit.fit import Fit

        return Fit(self.analysis)

    @cached_property
    def network(self) -> Network:
        """Who feeds whom, and for how long."""
        from equilix.power.day import network_of

        return network_of(self.analysis, dict(self.analysis.carried.kit))

    @cached_property
    def checks(self) -> tuple[Check, ...]:
        """What can break, strike, pinch or fall, worst first, by the document's own rules of thumb."""
        from equilix.checks.findings import checks

        return checks(self.analysis, self.analysis.carried.rules)

    @cached_property
    def power_findings(self) -> tuple[Check, ...]:
        """What is wrong with the power, as findings: what will not work first."""
        from equilix.checks.rules import Check

        troubles = self.network.troubles
        found = [
            Check(f"power-{n}", each.placement, each.problem, each.problem, None, each.todo, "", _level(each.bad))
            for n, each in enumerate(troubles)
        ]
        return tuple(sorted(found, key=lambda each: each.level != "stop"))

    @cached_property
    def fit_findings(self) -> tuple[Check, ...]:
        """What is wrong with how it is held and looked at, worst first."""
        from equilix.fit.findings import findings

        return findings(self.fit)

    @cached_property
    def heaps(self) -> Heaps:
        """What it goes through while it is built and taken apart. Dear: how each heap rests is worked out."""
        from equilix.checks.build_order import Heaps

        return Heaps(self.analysis)

    def work_out_heaps(self, called_off: Called) -> None:
        """Work that out, to be at hand from then on. Raises :class:`~equilix.errors.Cancelled`."""
        from equilix.checks.build_order import Heaps

        if "heaps" not in self.__dict__:
            heaps = Heaps(self.analysis, called_off)
            assert heaps.rests is not None  # worked out here, where it can be called off
            self.__dict__["heaps"] = heaps

    @property
    def build_order(self) -> tuple[BuildStep, ...]:
        """The steps to put it together."""
        from equilix.checks.build_order import build_order

        return build_order(self.heaps)

    @property
    def strip_order(self) -> tuple[BuildStep, ...]:
        """The steps to take it apart."""
        from equilix.checks.build_order import strip_order

        return strip_order(self.heaps)


def _level(bad: bool) -> Level:
    return "stop" if bad else "mind"
