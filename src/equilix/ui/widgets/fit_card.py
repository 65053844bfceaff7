"""A plan for the body's sake as a card: what becomes of elbows, arms, fists or gaze stands under its steps."""

from __future__ import annotations

from typing import TYPE_CHECKING

from equilix.ui.widgets.card import Card
from equilix.ui.widgets.tint import tinted
from equilix.words.language import say
from equilix.words.reading import read_out
from equilix.words.telling import tell

if TYPE_CHECKING:
    from equilix.planner.fit_plan import FitPlan


class FitCard(Card):
    """The same card as for the balance; the price in balance is told too."""

    plan: FitPlan

    def say_more(self) -> None:
        for said in self.plan.says:
            self.column.addWidget(tinted(tell(said, self.display), self.theme.quiet))
        verdict = tell(read_out(self.plan.after).verdict)
        self.column.addWidget(tinted(say("Balance then: {verdict}").format(verdict=verdict), self.theme.quiet))
