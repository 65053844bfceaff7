"""The stage: the large side view over its beam strip, and the small views and the chart below."""

from __future__ import annotations

from collections.abc import Iterator
from typing import Final, Literal

from msgspec.structs import replace
from PySide6.QtCore import QRectF
from PySide6.QtWidgets import QBoxLayout, QHBoxLayout, QVBoxLayout, QWidget

from equilix.ui.session import Session
from equilix.ui.stage.layers.aim import aim
from equilix.ui.stage.layers.beam import HEIGHT_PX, beam, weights
from equilix.ui.stage.layers.bearers import BEARERS
from equilix.ui.stage.outlines import OutlineBook
from equilix.ui.stage.primitives import Primitive
from equilix.ui.stage.projection import FRONT, PLAN, SIDE
from equilix.ui.stage.sheet import Sheet
from equilix.ui.stage.strip import AimStrip, BeamStrip
from equilix.ui.stage.view import LEAST_PX, SMALL_PX, RigView
from equilix.ui.theme import Theme, enlarged, grown
from equilix.words.language import say

LARGE: Final = ("rig", "build")
Arrangement = Literal["rig", "build", "strip", "body"]
"""``rig``: the side view large over its beam, and under it the small views that matter for the way of carrying.
``build``: the same with plan and front, where parts are put. ``strip``: three views side by side. ``body``: who carries
it from head to foot from the side, beside the same from the front over the view from above."""


TALL_STRIP_PX, LOW_STRIP_PX = 160, 118
"""Of the small views, in a window that is tall enough and in a low one."""


class Stage(QWidget):
    """The rig, always in view."""

    def __init__(self, session: Session, parent: QWidget | None = None) -> None:
        super().__init__(parent)
        book = OutlineBook()
        self.side = RigView(session, book, SIDE)
        self.beam = BeamStrip(
            session, say("Beam: the weights of the rig and the moments forward and back"), self._beam, self._weights
        )
        self.beam.setFixedHeight(round(grown(HEIGHT_PX)))
        self.side.zoomed.connect(self.beam.update)
        self.plan, self.front = RigView(session, book, PLAN), RigView(session, book, FRONT)
        self.chart = AimStrip(session, say("Chart: moment about the support while the lens is tilted"), self._aim)
        self.chart.setMinimumSize(round(grown(190)), 110)
        self.strip = QWidget()
        row = self.row = QHBoxLayout(self.strip)
        row.setContentsMargins(0, 0, 0, 0)
        row.setSpacing(0)
        row.addWidget(self.chart, 5)
        row.addWidget(self.plan, 7)
        row.addWidget(self.front, 4)
        self.arrangement: Arrangement = "rig"
        self.arms_length = False
        column = self.column = QVBoxLayout(self)
        column.setContentsMargins(0, 0, 0, 0)
        column.setSpacing(0)
        column.addWidget(self.side, 1)
        column.addWidget(self.beam)
        column.addWidget(self.strip)
        self.strip.setFixedHeight(round(grown(TALL_STRIP_PX)))
        self.session = session
        for changed in (session.changed, session.view.marks_changed):
            changed.connect(self._show_small)
        self._show_small()

    def _beam(self, bounds: QRectF) -> Iterator[Primitive]:
        return beam(self.side.scene, self._under(bounds))

    def _weights(self, bounds: QRectF) -> Iterator[tuple[int, QRectF]]:
        return weights(self.side.scene, self._under(bounds))

    def _under(self, bounds: QRectF) -> Sheet:
        """A sheet in the horizontal scale of the side view over it."""
        sheet = self.side.sheet
        return replace(sheet, width=bounds.width(), height=bounds.height(), scale=sheet.scale / enlarged())

    def _aim(self, bounds: QRectF) -> Iterator[Primitive]:
        return aim(self.side.scene, bounds, self.chart.at_rad)

    def arrange(self, arrangement: Arrangement) -> None:
        """Lay the views out in another way."""
        self.arrangement = arrangement
        large = arrangement in LARGE
        self.beam.setVisible(large)
        across, down = QBoxLayout.Direction.LeftToRight, QBoxLayout.Direction.TopToBottom
        self.column.setDirection(down if large else across)
        self.row.setDirection(QBoxLayout.Direction.BottomToTop if arrangement == "body" else across)
        self._show_small()
        self.column.setStretch(0, 5)
        self.column.setStretch(2, 0 if large else {"strip": 5, "body": 3}[arrangement])
        self.row.setStretch(1, 3 if arrangement == "body" else 7)
        self.row.setStretch(2, 7 if arrangement == "body" else 4)
        for small in (self.plan, self.front):  # beside the large one each has room for what it is called
            small.setMinimumWidth(SMALL_PX if large else round(grown(SMALL_PX)))
        self._share_height()

    def _show_small(self) -> None:
        """Under the large view those that matter for this way of carrying, and what is looked at just now."""
        session, view = self.session, self.session.view
        if session.history.gesture is not None:
            return  # nothing goes away under the hand
        wanted: set[str] = {"plan", "front"}
        if self.arrangement == "rig":
            wanted = set(BEARERS[session.analysis.way.name].small)
            if view.axis is not None:
                wanted.add(view.axis.step.view)
            if "table" in view.overlays:
                wanted.add("plan")
        for name, widget in (("chart", self.chart), ("plan", self.plan), ("front", self.front)):
            widget.setVisible(name in wanted)

    def wear(self, theme: Theme) -> None:
        """Paint in another theme."""
        for widget in (self.side, self.beam, self.plan, self.front, self.chart):
            widget.theme = theme
            widget.update()

    def resizeEvent(self, event: object) -> None:
        """A low window keeps the side view large and makes the lower row small."""
        del event
        self._share_height()

    def _share_height(self) -> None:
        if self.arrangement not in LARGE:
            self.strip.setMinimumHeight(0)
            self.strip.setMaximumHeight(self.maximumHeight())
            self.strip.setVisible(not self.arms_length)
        else:
            self.strip.setFixedHeight(round(grown(TALL_STRIP_PX if self.height() >= grown(540) else LOW_STRIP_PX)))
            beam, strip = grown(HEIGHT_PX), self.strip.maximumHeight()
            self.beam.setVisible(self.height() >= beam + LEAST_PX)
            self.strip.setVisible(not self.arms_length and self.height() >= beam + strip + LEAST_PX)

    def fit(self) -> None:
        """Show all of the rig in all views."""
        for view in (self.side, self.plan, self.front):
            view.fit()

    def at_arms_length(self, on: bool) -> None:
        """Only the drawing and its beam, as large as the window allows."""
        self.arms_length = on
        self._share_height()
