"""What the tests of the day on the day speak in."""

from datetime import date, datetime

from PySide6.QtCore import Qt
from PySide6.QtTest import QTest
from PySide6.QtWidgets import QWidget

from equilix.day.course import Course
from equilix.rig.days import Day
from equilix.rig.events import EventKind
from equilix.store.day_clock import DayClock, Reading
from equilix.ui.workspaces.day.live_tab import LiveTab
from equilix.ui.workspaces.day.page import LIVE, DayPage
from tests.ui.window_test import WindowTest

ON = date(2026, 10, 14)


class Live(WindowTest):
    """The demo's day, begun at 8:15 by a clock in the hand of the test."""

    def setUp(self) -> None:
        super().setUp()
        self.minute, self.set_by = 495.0, 0.0
        self.window.ask_page("day", LIVE)
        self.clocked(self.tab)
        self.ready()

    def clocked(self, tab: LiveTab) -> None:
        """Give a tab the clock of the test."""
        midnight = (datetime(ON.year, ON.month, ON.day) - datetime(1970, 1, 1)).total_seconds()

        def read() -> Reading:
            return Reading("boot", self.minute * 60, midnight + (self.minute + self.set_by) * 60)

        tab.timeline.clock = DayClock(read)

    @property
    def page(self) -> DayPage:
        """The workspace."""
        page = self.window.page
        assert isinstance(page, DayPage)
        return page

    @property
    def tab(self) -> LiveTab:
        """The day on the day."""
        return self.page.live

    @property
    def day(self) -> Day:
        """The day that is shown."""
        assert self.tab.day is not None
        return self.tab.day

    @property
    def course(self) -> Course:
        """The same, worked out."""
        assert self.tab.told is not None
        return self.tab.told.course

    @property
    def kinds(self) -> list[EventKind]:
        """What is in the log."""
        return [each.kind for each in self.day.log]

    def ready(self) -> None:
        """Until the day is worked out."""
        self.settle()
        self.wait(lambda: not self.tab.waits and self.tab.standing is not None)

    def at(self, minute: float) -> None:
        """It is so late, and a second has passed."""
        self.minute = minute
        self.tab.tick.timeout.emit()
        self.settle()

    def space(self) -> None:
        """The one key."""
        self.assertIs(self.window.focusWidget(), self.tab.do)
        QTest.keyClick(self.tab.do, Qt.Key.Key_Space)
        self.settle()

    def key(self, key: Qt.Key, widget: QWidget | None = None) -> None:
        """Another one."""
        QTest.keyClick(widget or self.tab.do, key)
        self.settle()

    def begun(self) -> None:
        """The day has begun, and the first take runs."""
        self.space()
        self.at(496)
        self.space()
