"""What the tests of a day speak in."""

from PySide6.QtCore import QPoint, Qt
from PySide6.QtTest import QTest

from equilix.day.course import Course
from equilix.ui.stage.day_chart import DayChart
from equilix.ui.workspaces.day.page import DayPage
from equilix.ui.workspaces.day.timeline_tab import TimelineTab
from tests.ui.window_test import WindowTest


class Days(WindowTest):
    """What the tests of the workspace speak in."""

    def setUp(self) -> None:
        super().setUp()
        self.press(Qt.Key.Key_F3, shift=True)
        self.ready()

    @property
    def tab(self) -> TimelineTab:
        """The timeline."""
        page = self.window.page
        assert isinstance(page, DayPage)
        return page.timeline

    @property
    def chart(self) -> DayChart:
        """The drawing."""
        return self.tab.chart

    @property
    def course(self) -> Course:
        """The day that is shown, worked out."""
        assert self.tab.course is not None
        return self.tab.course

    @property
    def ids(self) -> list[str]:
        """The items of the day that is shown, in their order."""
        assert self.tab.day is not None
        return [each.id for each in self.tab.day.items]

    def ready(self) -> None:
        """Until the day is worked out."""
        self.settle()
        self.wait(lambda: not self.tab.waits)

    def say(self, text: str) -> None:
        """Type a line and press Enter."""
        self.tab.line.setFocus()
        self.tab.line.selectAll()
        QTest.keyClick(self.tab.line, Qt.Key.Key_Delete)
        QTest.keyClicks(self.tab.line, text)
        QTest.keyClick(self.tab.line, Qt.Key.Key_Return)
        self.ready()

    def middle(self, item: str) -> QPoint:
        """The middle of an item in the row of scenes."""
        span = next(each for each in self.course.spans if each.item.id == item)
        return self.chart.box_of(span, self.chart.paper).center().toPoint()
