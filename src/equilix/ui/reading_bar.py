"""The reading in words, large, over the drawing."""

from __future__ import annotations

from PySide6.QtCore import Qt
from PySide6.QtWidgets import QBoxLayout, QHBoxLayout, QSizePolicy, QVBoxLayout, QWidget

from equilix.ui.session import Session
from equilix.ui.theme import PREP_ROOM, Theme, enlarged, font, grown
from equilix.ui.widgets.announce import announce
from equilix.ui.widgets.tint import plain_label, tint
from equilix.words.reading import read_out

SIGNS = {"rests": "●", "leans": "◆", "falls": "▲", "unsupported": "○"}
"""A shape for each status, so that colour is never the only sign."""


GAP_PX, SIDE_PX = 14, 16
HEIGHT_PX, LARGE_HEIGHT_PX = 96, 148
NARROW_PX, NARROW_HEIGHT_PX = 760, 142
"""The bar keeps its height whatever it says, so that the drawing does not move under the mouse."""
MOST_ENLARGED, MORE_LINES_PX = 1.25, 54
"""In a narrow bar its type is enlarged no further, and has so much more room for lines where text is twice as large."""


class ReadingBar(QWidget):
    """What it would do if let go; what it costs."""

    def __init__(self, session: Session, parent: QWidget | None = None) -> None:
        super().__init__(parent)
        self.session = session
        self.theme: Theme = PREP_ROOM
        self.large = False
        self._told = ""
        """What was announced last."""
        self.verdict, self.rest, self.cost = plain_label(), plain_label(), plain_label()
        for label in (self.rest, self.cost):
            label.setWordWrap(True)
        self.rest.setSizePolicy(QSizePolicy.Policy.Expanding, QSizePolicy.Policy.Preferred)
        first = self.first = QHBoxLayout()
        first.setSpacing(GAP_PX)
        first.addWidget(self.verdict, 0, Qt.AlignmentFlag.AlignBaseline)
        first.addWidget(self.rest, 1, Qt.AlignmentFlag.AlignBaseline)
        column = QVBoxLayout(self)
        column.setContentsMargins(SIDE_PX, 8, SIDE_PX, 4)
        column.setSpacing(2)
        column.addLayout(first)
        column.addWidget(self.cost)
        column.addStretch(1)
        self.setFixedHeight(round(grown(HEIGHT_PX)))
        session.changed.connect(self.refresh)

    def refresh(self) -> None:
        """Say it."""
        t, status = self.theme, self.session.analysis.status
        reading = read_out(self.session.analysis)
        value = {"rests": t.hold, "falls": t.tip, "leans": t.tip}.get(status, t.ink)
        grow = 1.5 if self.large else 1.0
        tint(self.verdict, value)  # first: a style sheet that is set before a label is shown takes its font away
        self._set_type(grow)
        self.verdict.setText(f"{SIGNS[status]} {self.session.tell(reading.verdict)}")
        self.rest.setText(self.session.tell(reading.rest))
        self.cost.setText(self.session.tell(reading.cost))
        said = self.session.tell(reading.said)
        self.setAccessibleName(said)
        if said != self._told and self.session.in_hand is None:  # not at every step of a drag
            self._told = said
            announce(self, said)
        self._lay_out()

    def _set_type(self, grow: float) -> None:
        """Large as it is, it grows less than other text where a narrow bar would not hold it."""
        if self.width() < grown(NARROW_PX) and not self.large:
            grow *= min(1.0, MOST_ENLARGED / enlarged())
        if abs(self.rest.font().pointSizeF() - font(12 * grow).pointSizeF()) > 0.01:
            self.verdict.setFont(font(18 * grow, bold=True))
            self.rest.setFont(font(12 * grow))
            self.cost.setFont(font(12 * grow))
        self._keep_height()

    def _lay_out(self) -> None:
        """In a narrow bar the rest of the sentence stands under its beginning where it has no room beside it."""
        said = self.verdict.sizeHint().width() + GAP_PX + self.rest.fontMetrics().horizontalAdvance(self.rest.text())
        beside = said <= self.width() - 2 * SIDE_PX or self.width() >= grown(NARROW_PX)
        way = QBoxLayout.Direction.LeftToRight if beside else QBoxLayout.Direction.TopToBottom
        if self.first.direction() != way:
            self.first.setDirection(way)
            self.first.setSpacing(GAP_PX if beside else 2)
            baseline = Qt.AlignmentFlag.AlignBaseline if beside else Qt.AlignmentFlag(0)
            self.first.setAlignment(self.verdict, baseline)
            self.first.setAlignment(self.rest, baseline)
            self.verdict.setWordWrap(not beside)

    def _keep_height(self) -> None:
        tall = float(HEIGHT_PX)
        if self.width() < grown(NARROW_PX):
            tall = NARROW_HEIGHT_PX + (enlarged() - 1.0) * MORE_LINES_PX
        self.setFixedHeight(round(grown(LARGE_HEIGHT_PX if self.large else tall)))

    def resizeEvent(self, event: object) -> None:
        """Both sentences take two lines in a narrow window."""
        del event
        self._set_type(1.5 if self.large else 1.0)
        self._lay_out()
