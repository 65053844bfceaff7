"""The batteries of a day on paper: which to carry, what each is for, as a bar that burns down beside the words."""

from __future__ import annotations

from typing import Final

from equilix.day.battery_words import died_words, piece_words, to_carry, use_words, warm_words
from equilix.day.charge import Burn, Piece
from equilix.day.course import Course
from equilix.day.rigs import Rigs
from equilix.facts import fact
from equilix.ui.printing.column import LEADING
from equilix.ui.printing.day_sheet import MARGIN, DayColumn
from equilix.ui.printing.paper import ACCENT, INK, Paper
from equilix.units import Display
from equilix.words.language import say

TEXT: Final = 3.2
SMALL: Final = 2.8
BAR: Final = (22.0, 4.0)
"""How wide and how high a full bar is, mm."""


def draw_batteries(paper: Paper, course: Course, rigs: Rigs, display: Display) -> None:
    """Piece by piece, on as many pages as it takes."""
    _Sheet(paper, course, rigs, display).draw()


class _Sheet(DayColumn):
    def __init__(self, paper: Paper, course: Course, rigs: Rigs, display: Display) -> None:
        super().__init__(paper, course, rigs, display)
        k = self.larger
        self.small, self.text, self.bar = SMALL * k, TEXT * k, (BAR[0] * k, BAR[1] * k)

    def draw(self) -> None:
        """What to carry, then each piece."""
        title = say("{day}: batteries").format(day=self.course.day.name)
        self.said(title, 1.5 * self.text, bold=True, tone=INK)
        self.at += 0.8
        for said in to_carry(self.course):
            self.said(said, self.text, bold=True, tone=INK)
        if not self.course.charge.pieces:
            self.said(say("No battery is used on this day."), self.text, tone=INK)
        for each in self.course.charge.pieces:
            self._piece(each)
        self.at += 2.0
        self.said(fact("battery.caution"), self.small)

    def _piece(self, piece: Piece) -> None:
        self.room(22.0)
        self.at += 1.5
        self.rule(3.0)
        self.at += 2.0
        self.said(piece_words(piece), self.text + 0.4, bold=True, tone=INK)
        warm = warm_words(piece, self.course, self.rigs)
        if warm is not None:
            self.said(warm, self.small, tone=INK)
        for burn in piece.burns:
            self._burn(burn)
        for minute in piece.died:
            self.said(f"▲ {self.told(died_words(minute))}", self.small, tone=ACCENT)

    def _burn(self, burn: Burn) -> None:
        """The share before as a frame, the share after filled, and the words."""
        wide, high = self.bar
        inside = self.wide - wide - 3.0
        said = self.paper.wrapped(self.told(use_words(burn, self.rigs)), inside, self.small)
        self.room(max(high + 1.6, self.small * LEADING * len(said)))
        top = self.at - high + 1.0
        self.paper.frame(MARGIN, top, wide, high, 0.2)
        low, most = sorted((burn.start, burn.end))
        self.paper.shape(_box(MARGIN, top, wide * low, high), "#b9b2a2")
        self.paper.line(MARGIN + wide * most, top, MARGIN + wide * most, top + high, 0.5)
        self.rows(MARGIN + wide + 3.0, said, self.small)
        self.at += 1.8


def _box(x: float, y: float, wide: float, high: float) -> list[tuple[float, float]]:
    return [(x, y), (x + wide, y), (x + wide, y + high), (x, y + high)]
