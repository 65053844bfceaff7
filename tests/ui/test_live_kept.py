"""The day on the day, in the window: a closed lid, a changed clock, a crash, another day; at arm’s length."""

from PySide6.QtCore import Qt

from equilix.document import empty
from equilix.edits import days
from equilix.store import recovery
from equilix.ui.session import Session
from equilix.ui.window import Window
from equilix.ui.workspaces.day.page import LIVE, TIMELINE, DayPage
from tests.ui.live_test import Live


class Kept(Live):
    """A closed lid, a changed clock, a crash."""

    def test_a_changed_clock(self) -> None:
        """The day goes on by the old time and says so, until the new one is taken."""
        self.begun()
        self.set_by = 60.0
        self.at(497)
        self.assertEqual(self.tab.lines.watch.text(), "1:00")
        self.assertIn("was set by 60 min", self.tab.set_ahead.text())
        self.assertTrue(self.tab.believe.isVisible())
        self.click(self.tab.believe)
        self.assertFalse(self.tab.set_ahead.isVisible() or self.tab.believe.isVisible())
        self.assertEqual(self.tab.lines.watch.text(), "1:01:00")
        self.set_by = -600.0
        self.tab.clock.hold()
        self.space()
        self.assertEqual(self.day.log[-1].at_min, self.day.log[-2].at_min, "never before what happened last")

    def test_a_crash(self) -> None:
        """What was written down was put by at once; the next run goes on in the middle of the take."""
        self.begun()
        file = self.session.desk.sheet.autosave.file
        self.assertTrue(file.is_file())
        raw = file.read_bytes()
        self.minute = 498
        again = Session(empty())
        window = Window(again)
        window.show()
        work = recovery._head(file)
        self.assertEqual(work.document.days[0].log, self.day.log)
        self.assertTrue(again.desk.replace(work.document, None))
        window.ask_page("day", LIVE)
        page = window.page
        assert isinstance(page, DayPage)
        self.clocked(page.live)
        self.wait(lambda: not page.live.waits and page.live.standing is not None)
        page.live.tick.timeout.emit()
        self.assertEqual(
            (page.live.lines.now.text(), page.live.lines.watch.text()), ("Boat landing, take 1 of 4", "2:00")
        )
        window.close_anyway()
        window.deleteLater()
        self.assertTrue(raw)

    def test_another_day(self) -> None:
        """A day that was shot stands as it stood; what has not begun is begun today, and has that date then."""
        self.begun()
        self.minute += 3 * 1440
        self.tab.refresh()
        self.ready()
        self.assertTrue(self.tab.lines.now.text().startswith("As it stood at 8:16: Boat landing, take 1"))
        self.assertFalse(self.tab.lines.watch.isVisible())
        self.assertFalse(any(each.isEnabled() for each in (self.tab.hurt, self.tab.over, self.tab.empty)))
        self.assertEqual(self.tab.do.text(), "The day is over (Space)", "nobody ended it")
        self.space()
        self.assertEqual((self.day.log[-1].kind, self.day.log[-1].at_min), ("end", 496))
        self.session.edit("New day", lambda d: days.add_day(d, "Again", "island")[0])
        which = self.page.timeline.which
        which.setCurrentIndex(which.findText("Again"))
        self.tab.refresh()
        self.ready()
        self.assertEqual(self.tab.do.text(), "Begin the day today, 2026-10-17 (Space)")
        self.space()
        self.assertEqual((self.day.on, self.kinds), ("2026-10-17", ["begin"]))

    def test_left(self) -> None:
        """No clock ticks for a tab that nobody looks at, nor after the window is closed."""
        self.assertTrue(self.tab.tick.isActive())
        self.window.ask_page("day", TIMELINE)
        self.assertFalse(self.page.live.tick.isActive())
        self.window.ask_page("day", LIVE)
        self.assertTrue(self.tab.tick.isActive())
        self.window.show_page("mat")
        self.assertFalse(self.window.pages["day"].live.tick.isActive())


class ArmsLength(Live):
    """F11."""

    def test_large(self) -> None:
        """Only the day, half as large again; H opens the figure beside it; another workspace or F11 brings all back."""
        self.begun()
        usual = self.tab.lines.now.font().pointSizeF()
        self.key(Qt.Key.Key_F11)
        self.assertFalse(any(each.isVisible() for each in (self.window.nav, self.window.room.drawing, self.tab.side)))
        self.assertFalse(self.page.tabs.isVisible())
        self.assertEqual(self.tab.lines.now.font().pointSizeF(), 1.5 * usual)
        self.assertIs(self.window.focusWidget(), self.tab.do)
        self.at(498)
        self.space()
        self.assertEqual(self.kinds[-1], "stop")
        self.assertFalse(self.tab.side.isVisible())
        self.key(Qt.Key.Key_H)
        self.assertTrue(self.tab.side.isVisible())
        self.key(Qt.Key.Key_Escape, self.tab.hurts.form.body)
        self.assertFalse(self.tab.side.isVisible())
        self.key(Qt.Key.Key_F11)
        self.assertTrue(
            self.window.nav.isVisible() and self.window.room.drawing.isVisible() and self.tab.side.isVisible()
        )
        self.assertEqual(self.tab.lines.now.font().pointSizeF(), usual)
        self.key(Qt.Key.Key_F11)
        self.window.show_page("balance")
        self.settle()
        self.assertTrue(self.window.nav.isVisible() and self.window.stage.side.isVisible())
        self.assertFalse(self.window.at_arms_length)

    def test_opens_on_the_day(self) -> None:
        """From the timeline too."""
        self.window.ask_page("day", TIMELINE)
        self.key(Qt.Key.Key_F11, self.page.timeline.chart)
        self.assertTrue(self.tab.do.isVisible())
