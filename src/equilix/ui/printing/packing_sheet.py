"""What goes into which case, as a list to tick: what comes off first, then case by case."""

from __future__ import annotations

from collections.abc import Sequence
from typing import Final

from equilix.change.packing.packing import Line, Packing
from equilix.change.packing.packing_words import (
    apart_words,
    case_words,
    headline,
    line_words,
    minded,
    off_words,
    sure_words,
)
from equilix.facts import Sayable, fact, mass
from equilix.ui.printing.column import Column
from equilix.ui.printing.paper import ACCENT, INK, QUIET, Paper
from equilix.units import Display
from equilix.words.telling import tell

MARGIN: Final = 12.0
TEXT: Final = 3.4
LINE: Final = TEXT * 1.6
BOX: Final = 3.0
"""Side of what is ticked, mm."""


class _List(Column):
    """Of things to tick, in groups."""

    def __init__(self, paper: Paper, display: Display) -> None:
        super().__init__(paper, display, MARGIN)

    def head(self, said: Sayable, share: float | None = None) -> None:
        """The head of a group; with how much of a room is taken as a bar at its end."""
        self.room(3 * LINE)
        self.at += 3.0
        self.rule(0.0)
        self.at += 5.5
        self.paper.text(MARGIN, self.at, self.told(said), TEXT + 0.8, bold=True)
        if share is not None:
            left, long = MARGIN + self.wide - 40, 40.0
            self.paper.frame(left, self.at - 3, long, 3, 0.2)
            self.paper.line(left, self.at - 1.5, left + long * min(share, 1.0), self.at - 1.5, 2.2)
        self.at += LINE

    def tick(self, said: Sayable | str, end: Sayable = "") -> None:
        """A line with a box before it, and a figure at its end."""
        lines = self.paper.wrapped(self.told(said), self.wide - 28, TEXT)
        self.room(LINE * len(lines))
        self.paper.frame(MARGIN, self.at - BOX + 0.4, BOX, BOX, 0.25)
        self.paper.text(MARGIN + self.wide, self.at, tell(end, self.display), TEXT, align="right", tone=QUIET)
        for line in lines:
            self.paper.text(MARGIN + BOX + 2.5, self.at, line, TEXT)
            self.at += LINE

    def lines(self, lines: Sequence[Line]) -> None:
        """What goes into one case."""
        for line in lines:
            self.tick(line_words(line), mass(line.mass_kg))


def draw_packing(paper: Paper, title: str, found: Packing, display: Display) -> None:
    """As many pages as it needs."""
    page = _List(paper, display)
    page.said(title, 5.5, bold=True, tone=INK)
    page.said(headline(found), TEXT + 0.8, bold=True, tone=INK)
    page.said(apart_words(found), TEXT)
    for said in sure_words(found):
        page.said(said, TEXT)
    if found.lumps.taken_off:
        page.head(fact("pack.take_off"))
        for name in off_words(found):
            page.tick(name)
    for case in found.cases:
        page.head(case_words(case), case.share if case.lines else None)
        for said in minded(case):
            page.said(said, TEXT, tone=ACCENT)
            page.at += 1.0
        page.lines(case.lines)
    for key, rest in (("pack.outside", found.outside), ("pack.by_itself", found.by_themselves)):
        if rest:
            page.head(fact(key))
            page.lines(rest)
