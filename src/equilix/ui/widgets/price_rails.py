"""What a plan costs beside the other plans and the rig as it is: a rail a price, each asked where it comes from."""

from __future__ import annotations

from collections.abc import Iterable, Sequence
from typing import TYPE_CHECKING, Final

from PySide6.QtCore import QRectF
from PySide6.QtWidgets import QWidget

from equilix.ui.stage.layers.rails import PRICE_PX, Priced, price_rails
from equilix.ui.stage.primitives import Primitive
from equilix.ui.stage.row_chart import RowChart
from equilix.ui.theme import Theme, grown
from equilix.units import Display
from equilix.words.language import say
from equilix.words.telling import tell

if TYPE_CHECKING:
    from equilix.planner.change import Change
    from equilix.planner.prices import Prices

ROWS: Final = 3


class PriceRails(RowChart):
    """The prices in which the plans differ most: this plan a full mark, the others ticks, the rig as it is hollow."""

    ground = "card"

    def __init__(self, plan: Change, theme: Theme, display: Display, parent: QWidget | None = None) -> None:
        super().__init__(parent)
        self.plan, self.theme, self.display = plan, theme, display
        self.prices: Sequence[str] = ()
        """The keys of those that are shown."""
        self.own: Prices = {}
        self.others: Sequence[Prices] = ()
        self.now: Prices = {}
        self.setFixedHeight(round(grown(PRICE_PX * ROWS)))  # a plan that arrives later moves nothing under the mouse

    def show_prices(self, keys: Sequence[str], own: Prices, others: Sequence[Prices], now: Prices) -> None:
        """Show these prices of ``own`` among those of the ``others`` and of the rig as it is."""
        from equilix.planner.plan_origins import origin_key

        self.prices, self.own, self.others, self.now = keys, own, others, now
        self.show_rows([origin_key(self.plan, key) for key in keys], PRICE_PX)
        self.setFixedHeight(round(grown(PRICE_PX * ROWS)))
        self.setAccessibleName(". ".join(self.said()))

    def _figure(self, prices: Prices, key: str) -> str:
        return tell(prices[key].said, self.display)

    def said(self) -> list[str]:
        """Each price in words: 'Lasts 27 min, now 12 min'."""
        return [
            f"{tell(self.own[key].label)} {self._figure(self.own, key)}"
            + (say(", now {figure}").format(figure=self._figure(self.now, key)) if key in self.now else "")
            for key in self.prices
        ]

    def made(self, bounds: QRectF) -> Iterable[Primitive]:
        return price_rails(
            [
                Priced(
                    tell(self.own[key].label),
                    self._figure(self.own, key),
                    self.own[key].burden,
                    [each[key].burden for each in self.others if key in each],
                    self.now[key].burden if key in self.now else None,
                )
                for key in self.prices
            ],
            bounds,
        )
