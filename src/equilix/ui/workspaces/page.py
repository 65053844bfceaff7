"""What every workspace has in common."""

from __future__ import annotations

from functools import partial

from PySide6.QtCore import Qt, QTimer
from PySide6.QtGui import QKeyEvent
from PySide6.QtWidgets import QFrame, QLabel, QScrollArea, QScrollBar, QVBoxLayout, QWidget

from equilix.ui.session import Session
from equilix.ui.theme import PREP_ROOM, Theme, font
from equilix.ui.widgets.tabs import Tabs
from equilix.ui.widgets.tint import plain_label

SLOW_MS = 120


class Page(QWidget):
    """Scrolls, observes the session, and refreshes only while it is in sight."""

    first_focus: QWidget | None = None
    """What the keys go to when the page is opened; the side view of the rig where there is none."""

    def __init__(self, session: Session, parent: QWidget | None = None) -> None:
        super().__init__(parent)
        self.session = session
        self.theme: Theme = PREP_ROOM
        outer = QVBoxLayout(self)
        outer.setContentsMargins(0, 0, 0, 0)
        outer.setSpacing(0)
        self.content = QWidget()
        self.column = QVBoxLayout(self.content)
        self.column.setContentsMargins(16, 12, 12, 8)
        self.column.setSpacing(8)
        self.scroller = column_of(self.content)
        outer.addWidget(self.scroller, 1)
        self.outer = outer
        self._stale = True
        self._slow = QTimer(self, singleShot=True, interval=SLOW_MS)
        self._slow.timeout.connect(self.refresh_slow)
        session.changed.connect(self._session_changed)
        session.selection.changed.connect(self._selection_changed)

    def heading(self, text: str) -> QLabel:
        """A heading of the column."""
        made = plain_label(text)
        made.setFont(font(12, bold=True))
        return made

    def note(self, text: str = "") -> QLabel:
        """Quiet text that wraps."""
        made = plain_label(text)
        made.setWordWrap(True)
        return made

    def keep_up(self) -> None:
        """Show what is dear to show: at once, or, while a part is dragged, a few times a second."""
        if self.session.history.gesture is None:
            self._slow.stop()
            self.refresh_slow()
        elif not self._slow.isActive():
            self._slow.start()

    def refresh_slow(self) -> None:
        """Show what is dear to show, as long texts."""

    def _session_changed(self) -> None:
        if self.isVisible():
            self._stale = False
            self.refresh()
        else:
            self._stale = True

    def _selection_changed(self) -> None:
        if self.isVisible():
            self.show_selection()
        else:
            self._stale = True

    def show_selection(self) -> None:
        """Another part is selected, and nothing else has changed."""

    def showEvent(self, event: object) -> None:
        del event
        if self._stale:
            self._stale = False
            self.refresh()

    def wear(self, theme: Theme) -> None:
        """Show in another theme."""
        self.theme = theme
        for tabs in self.findChildren(Tabs):  # a new style sheet gives the fonts back that it found
            tabs.show_tab(tabs.tab)
        self._session_changed()

    def stop(self) -> None:
        """The window closes: end what works in the background."""
        self._slow.stop()

    def choose(self, tab: str) -> None:
        """Open one of its tabs; a page without any has none."""

    def at_arms_length(self, on: bool) -> bool:
        """Show it so that it is read at arm's length, and back; whether it can. Else the rig is shown so."""
        del on
        return False

    def refresh(self) -> None:
        """Show the session as it is now."""


def column_of(content: QWidget, width_px: int | None = None) -> QScrollArea:
    """A column that scrolls. Its bar keeps its place, so that what arrives never makes it narrower under the mouse."""
    made = QScrollArea()
    made.setWidgetResizable(True)
    made.setFrameShape(QFrame.Shape.NoFrame)
    made.setHorizontalScrollBarPolicy(Qt.ScrollBarPolicy.ScrollBarAlwaysOff)
    made.setVerticalScrollBarPolicy(Qt.ScrollBarPolicy.ScrollBarAlwaysOn)
    made.setFocusPolicy(Qt.FocusPolicy.NoFocus)
    if width_px is not None:
        made.setFixedWidth(width_px)
    bar = made.verticalScrollBar()
    bar.setProperty("idle", True)
    bar.rangeChanged.connect(partial(_show_bar, bar))
    made.setWidget(content)
    return made


def _show_bar(bar: QScrollBar, least: int, most: int) -> None:
    """Where there is nothing to scroll the bar is not seen."""
    idle = most <= least
    if bar.property("idle") != idle:
        bar.setProperty("idle", idle)
        bar.style().polish(bar)


class LookedUp(Page):
    """One that is opened to look something up, or to do something aside; Esc goes back to the work."""

    def keyPressEvent(self, event: QKeyEvent) -> None:
        if event.key() == Qt.Key.Key_Escape:
            self.session.view.back_asked.emit()
        else:
            super().keyPressEvent(event)
