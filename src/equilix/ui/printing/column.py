"""A column of lines that goes on on the next page."""

from __future__ import annotations

from equilix.facts import Sayable
from equilix.ui.printing.paper import INK, QUIET, Paper
from equilix.units import Display
from equilix.words.telling import begun, tell

BEGINS_MM = 5.0
"""The foot of the first line below the margin."""
LEADING = 1.3
WIDE_MM = 130.0


class Column:
    """As wide as the page within its margins; ``at`` is the foot of the next line, mm from the top."""

    def __init__(self, paper: Paper, display: Display, margin: float) -> None:
        self.paper, self.display, self.margin = paper, display, margin
        self.wide = paper.width_mm - 2 * margin
        self.at = margin + BEGINS_MM
        self.larger = 1.3 if paper.width_mm > WIDE_MM else 1.0
        """So many times as large may type be on a wide page as on a card."""

    @property
    def right(self) -> float:
        """Its right edge."""
        return self.margin + self.wide

    def room(self, high: float) -> None:
        """Go on on another page unless there is so much room left on this one."""
        if self.at + high > self.paper.height_mm - self.margin:
            self.paper.next_page()
            self.at = self.margin + BEGINS_MM

    def told(self, said: Sayable | str) -> str:
        """In words, in the units that are shown, with a capital letter."""
        return begun(tell(said, self.display))

    def said(self, said: Sayable | str, size: float, *, bold: bool = False, tone: str = QUIET) -> None:
        """A paragraph; of nothing there is none."""
        text = self.told(said)
        if not text:
            return
        self.room(size * LEADING * len(self.paper.wrapped(text, self.wide, size, bold=bold)))
        self.at = self.paper.paragraph(self.margin, self.at, text, self.wide, size, bold=bold, tone=tone)

    def rule(self, above: float) -> None:
        """A thin line across, so much above the foot of the next line."""
        y = self.at - above
        self.paper.line(self.margin, y, self.right, y, 0.2, QUIET)

    def rows(self, left: float, rows: list[str], size: float, *, tone: str = INK, bold: bool = False) -> None:
        """Lines one under the other, where there is known to be room."""
        for row in rows:
            self.paper.text(left, self.at, row, size, bold=bold, tone=tone)
            self.at += size * LEADING
