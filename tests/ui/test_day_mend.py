"""A day is mended, in the window: ways in a list, the curve of rest, seen before they are done."""

from PySide6.QtCore import QPointF, Qt
from PySide6.QtTest import QTest

from equilix.edits import days
from equilix.ui.stage.primitives import Dot, Shape
from equilix.ui.workspaces.day.mend_tab import MendTab
from equilix.ui.workspaces.day.page import DayPage
from tests.ui.day_test import Days


class Mending(Days):
    """Proposals."""

    def setUp(self) -> None:
        super().setUp()
        page = self.window.page
        assert isinstance(page, DayPage)
        page.choose("mend")
        self.wait(lambda: not page.mend.waits)

    @property
    def mend(self) -> MendTab:
        """Where a day is mended."""
        page = self.window.page
        assert isinstance(page, DayPage)
        return page.mend

    def test_seen_then_done(self) -> None:
        """The best is chosen and seen on the clock, the day as it is in dashes; done by one action, undone by one."""
        before = self.session.document
        self.assertEqual(self.mend.said.text(), "As it would be: nothing goes wrong")
        dashes = [each for each in self.mend.chart.primitives() if isinstance(each, Shape) and each.dash == "dash"]
        self.assertEqual(len(dashes), 8)
        self.assertEqual(self.session.document, before)
        self.click(self.mend.do)
        self.wait(lambda: not self.mend.waits)
        self.assertEqual(self.mend.head.text(), "Nothing goes wrong on this day.")
        self.assertEqual(self.mend.said.text(), "There is nothing to mend.")
        self.assertFalse(self.mend.do.isEnabled())
        self.session.undo()
        self.wait(lambda: not self.mend.waits)
        self.assertEqual(self.session.document, before)
        self.assertIn("Ferry is missed", self.mend.head.text())

    def test_another_one(self) -> None:
        """Each way has what it gains; the one that is looked at is the one that is done."""
        self.mend.ways.setCurrentRow(1)
        way = self.mend.way
        assert way is not None
        self.assertIn("As it would be: ", self.mend.said.text())
        self.assertRegex(self.mend.ways.item(1).text(), r"less go")
        self.click(self.mend.do)
        self.assertEqual(self.session.document.days[0].items, way.day.items)

    def test_the_curve_of_rest(self) -> None:
        """A point of it, by keys or the mouse: seen on the clock, told with its end and what it saves; then done."""
        found = self.mend.current
        assert found is not None
        self.assertGreater(len(found.points), 3)
        rest = self.mend.rest
        QTest.keyClick(rest, Qt.Key.Key_Right)
        QTest.keyClick(rest, Qt.Key.Key_Right)
        self.settle()
        self.assertEqual((self.mend.number, self.mend.ways.currentRow()), (1, -1))
        QTest.keyClick(rest, Qt.Key.Key_Left)
        across, past = rest.across(rest.paper), rest.past(rest.paper)
        at = QPointF(across(found.points[2].rest_min), past(found.points[2].past_min))
        QTest.mouseClick(rest, Qt.MouseButton.LeftButton, pos=at.toPoint())
        self.settle()
        point = self.mend.point
        assert point is not None
        self.assertIs(point, found.points[2])
        self.assertRegex(self.mend.said.text(), r"^\d+ min of rest between takes: the day ends at \d+:\d\d, ")
        self.assertIn("Rest alone does not mend it", self.mend.said.text())
        dots = [each for each in rest.primitives() if isinstance(each, Dot)]
        self.assertEqual(len(dots), len(found.points) + 1, "and the day as it is")
        self.assertEqual(self.mend.chart.before, found.course)
        self.mend.ways.setCurrentRow(1)
        self.assertIsNone(self.mend.point)
        self.mend.rest.chosen.emit(2)
        self.click(self.mend.do)
        self.assertEqual(self.session.document.days[0].items, point.course.day.items)
        self.session.undo()
        self.assertEqual(self.session.document.days[0], found.course.day)

    def test_another_day_meanwhile(self) -> None:
        """The day changes under it: nothing older is done."""
        self.session.edit("x", lambda d: days.change_day(d, "island", reserve=1.0))
        self.assertIsNone(self.mend.way)
        self.click(self.mend.do)
        self.assertEqual(self.session.document.days[0].reserve, 1.0)
        self.wait(lambda: not self.mend.waits)
        self.assertIsNotNone(self.mend.way)
