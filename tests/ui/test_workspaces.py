"""The table of workspaces, how they share the window with the drawing, and what is remembered of it."""

import gc
import json
import threading
import unittest
import weakref
from collections.abc import Callable, Iterator

import msgspec
from PySide6.QtCore import QEvent, QPoint, QRect, Qt
from PySide6.QtGui import QKeySequence
from PySide6.QtTest import QTest
from PySide6.QtWidgets import QLabel, QWidget

from equilix.demo import lighthouse
from equilix.store import remembered
from equilix.store.remembered import Remembered
from equilix.store.settings import settings
from equilix.ui.placing import remember
from equilix.ui.session import Session
from equilix.ui.session.chosen import Chosen
from equilix.ui.theme import NIGHT_SET
from equilix.ui.widgets.columns import TWO_FROM_PX, Columns
from equilix.ui.window import Window
from equilix.ui.workspaces.page import Page
from equilix.ui.workspaces.table import BY_KEY, WORKSPACES
from tests.ui.window_test import WindowTest, every_tab, move_mouse


class Table(WindowTest):
    """Every row is complete, and opens."""

    def test_every_row(self) -> None:
        """Keys, titles and shortcuts are there and are used once; each row makes a workspace of its own kind."""
        self.assertEqual(len(BY_KEY), len(WORKSPACES))
        self.assertEqual(len({each.title for each in WORKSPACES}), len(WORKSPACES))
        made = [type(self.window.pages[each.key]) for each in WORKSPACES]
        self.assertEqual(len(set(made)), len(WORKSPACES))
        for each, kind in zip(WORKSPACES, made, strict=True):
            self.assertTrue(issubclass(kind, Page))
            self.assertTrue(each.title)
            self.assertEqual(bool(each.shortcut), each.in_the_row, each.key)

    def test_one_key_each(self) -> None:
        """The key of a workspace opens it, and its tab is the one that is on."""
        for each in WORKSPACES:
            if each.shortcut:
                keys = QKeySequence(each.shortcut)[0]
                shift = Qt.KeyboardModifier.ShiftModifier in keys.keyboardModifiers()
                self.press(Qt.Key(keys.key()), self.window, shift=shift)
                self.assertEqual(self.window.pages.open_key, each.key)
                self.assertEqual(self.window.tabs[each.key].accessibleName(), f"{each.title}, open")

    def test_another_theme_leaves_the_mark_of_what_is_open(self) -> None:
        """After F9 the open workspace and the open tab are still the bold ones."""
        self.press(Qt.Key.Key_F5)
        self.window.page.choose("curves")  # type: ignore[attr-defined]
        for _ in range(2):
            self.press(Qt.Key.Key_F9)
            for buttons, key in ((self.window.tabs, "fit"), (self.window.page.tabs.buttons, "curves")):  # type: ignore[attr-defined]
                self.assertEqual([each for each, button in buttons.items() if button.font().bold()], [key])

    def test_only_what_is_opened_is_made(self) -> None:
        """Nobody waits for a workspace that nobody looks at."""
        self.assertEqual([type(page).__name__ for page in self.window.pages], ["BalancePage"])


class Room(WindowTest):
    """Beside a large drawing, or all of the width under a strip of it."""

    def column(self) -> int:
        """Width of the workspace."""
        return self.window.pages.stack.width()

    def test_whole_and_beside(self) -> None:
        """The mat has all of the width, with all three views in a strip; Balance has the large drawing again."""
        stage = self.window.stage
        large = stage.side.height()
        self.window.show_page("mat")
        self.settle()
        self.assertGreater(self.column(), 1100)
        self.assertTrue(
            all(view.isVisible() and view.height() >= 150 for view in (stage.side, stage.plan, stage.front))
        )
        self.assertFalse(stage.beam.isVisible() or stage.chart.isVisible())
        self.assertLess(stage.side.height(), 0.65 * large)
        self.window.show_page("balance")
        self.settle()
        self.assertEqual(stage.side.height(), large)
        self.assertTrue(stage.beam.isVisible() and stage.chart.isVisible())

    def test_dragged_wider_and_put_back(self) -> None:
        """The line is dragged, stays where it was let go through other workspaces, and a double click puts it back."""
        usual, line = self.column(), self.window.room.handle(1)
        at = line.rect().center()
        QTest.mousePress(line, Qt.MouseButton.LeftButton, pos=at)
        move_mouse(line, at - QPoint(120, 0))
        QTest.mouseRelease(line, Qt.MouseButton.LeftButton, pos=at)  # the line has come along
        self.settle()
        self.assertAlmostEqual(self.column(), usual + 120, delta=4)
        wide = self.column()
        for key in ("mat", "fit", "balance"):
            self.window.show_page(key)
        self.settle()
        self.assertEqual(self.column(), wide)
        QTest.mouseDClick(line, Qt.MouseButton.LeftButton)
        self.settle()
        self.assertEqual(self.column(), usual)

    def test_by_keys(self) -> None:
        """A step at a time; the drawing keeps its least width."""
        usual = self.column()
        self.window.commands["wider"].trigger()
        self.settle()
        self.assertEqual(self.column(), usual + 48)
        self.window.commands["narrower"].trigger()
        self.settle()
        self.assertEqual(self.column(), usual)

    def test_two_columns_in_a_large_window(self) -> None:
        """From 1600 px on the column is twice as wide and its lists stand in two; a dragged width wins."""
        usual = self.column()
        for width, two in ((1599, False), (1600, True)):
            self.window.resize(width, 900)
            self.settle()
            self.assertEqual(self.column() > 1.8 * usual, two, width)
        self.window.pages.page.choose("figures")
        self.wait(lambda: not self.session.answers.looking)
        labels = [label for label in self.window.page.figures.text.labels if not label.isHidden()]
        self.assertEqual(len({label.x() for label in labels}), 2)

    def test_nothing_is_cut_off_at_the_foot(self) -> None:
        """At 1280×800 of free screen a first window fits under its title bar."""
        first = Window(Session(self.document(), self.window))
        first.recall(Remembered(), QRect(0, 0, 1280, 800))
        self.assertLessEqual(first.height(), 800 - 36)
        self.assertEqual(first.width(), 1280)
        first.close_anyway()
        first.deleteLater()


class Kept(WindowTest):
    """What a window was like when it was closed."""

    def test_comes_back(self) -> None:
        """Size, column, strip, theme, units and workspace; the document knows nothing of it."""
        self.window.resize(1200, 760)
        self.window.room.column_px = 400
        self.window.change_theme()
        self.session.show_units("us")
        self.window.show_page("power")
        self.settle()
        remember(self.window, self.window.room, self.window.pages.open_key)
        again = Window(Session(self.document(), self.window, Chosen(settings())))
        again.recall(remembered.recall(), QRect(0, 0, 1920, 1080))
        again.show()
        self.settle()
        self.assertEqual((again.width(), again.height()), (1200, 760))
        self.assertEqual(again.pages.stack.width(), 400)
        self.assertIs(again.theme, NIGHT_SET)
        self.assertEqual(again.pages.open_key, "power")
        self.assertIn("lb", again.header.mass.text())
        self.assertFalse(again.session.desk.dirty)
        again.close_anyway()
        again.deleteLater()

    def test_a_place_off_the_screen_is_not_gone_to(self) -> None:
        """A screen that is no longer there takes no window with it; a size larger than the screen is cut to it."""
        seen = Remembered(width_px=2400, height_px=1500, x_px=3000, y_px=40)
        self.window.recall(seen, QRect(0, 0, 1366, 768))
        self.assertLessEqual(self.window.width(), 1366)
        self.assertLessEqual(self.window.height(), 768)
        self.assertLess(self.window.x(), 1366)

    def test_what_cannot_be_read_is_nothing(self) -> None:
        """Damaged, another shape, wrong kinds: what is right of it counts, and nothing is said."""
        folder = self.folder / "state"
        folder.mkdir(exist_ok=True)
        for text in ("", "{", "[1]", "null", '{"width_px": "wide", "workspace": 3, "maximized": 1}'):
            (folder / remembered.FILE).write_text(text)
            self.assertEqual(remembered.recall(folder), Remembered())
        (folder / remembered.FILE).write_text(json.dumps({"width_px": 1100, "height_px": True, "later": 1}))
        self.assertEqual(remembered.recall(folder), Remembered(width_px=1100))
        (folder / remembered.FILE).unlink()
        (folder / remembered.FILE).mkdir()
        remembered.remember(Remembered(width_px=1), folder)  # it cannot be written, and that is no harm
        self.assertEqual(remembered.recall(folder), Remembered())

    def test_round_trip(self) -> None:
        """Whatever is kept comes back as it was."""
        seen = Remembered(1280, 764, -8, 3, True, 410, 222, "fit")
        self.assertNotIn(None, msgspec.structs.astuple(seen))
        remembered.remember(seen, self.folder)
        self.assertEqual(remembered.recall(self.folder), seen)


class Running(WindowTest):
    """What is looked for beside the interface is seen, and can be stopped."""

    def start(self, work: Callable[[Callable[[], bool]], Iterator[object]]) -> None:
        """Begin some work of three parts."""
        self.wait_for_plans()
        self.job = self.session.jobs.new("Counting", 3)
        self.found: list[object] = []
        self.job.found.connect(self.found.append)
        self.job.start(work)

    def test_progress_and_stop(self) -> None:
        """The line says what and how far; Stop ends it, what was found stands, and the place stays free."""
        on = threading.Event()
        self.addCleanup(on.set)

        def work(called_off: Callable[[], bool]) -> Iterator[object]:
            yield 1
            while not called_off():
                on.wait(0.01)
            yield 2

        place = self.window.jobs.geometry()
        self.start(work)
        self.wait(lambda: not self.window.jobs.stop.isHidden() and self.found == [1])
        self.assertEqual(self.window.jobs.said.text(), "Counting, 1 of 3 …")
        self.assertTrue(self.window.commands["stop"].isEnabled())
        self.click(self.window.jobs.stop)
        self.assertFalse(self.job.running)
        self.assertIn(("Stopped. The next change looks again.", False), self.messages)
        self.session.jobs.wait()
        self.settle()
        self.assertEqual(self.found, [1])
        self.assertTrue(self.window.jobs.stop.isHidden())
        self.assertEqual(self.window.jobs.geometry(), place)

    def test_a_new_request_drops_what_an_old_one_finds(self) -> None:
        """Only what the last request finds arrives."""
        on = threading.Event()

        def old(_called_off: Callable[[], bool]) -> Iterator[object]:
            on.wait(5)
            yield "old"

        self.start(old)
        self.job.start(lambda _called_off: iter(["new"]))
        on.set()
        self.wait(lambda: not self.job.running)
        self.session.jobs.wait()
        self.settle()
        self.assertEqual(self.found, ["new"])

    def test_work_that_fails_is_said(self) -> None:
        """It must not look like work that found nothing."""

        def work(_called_off: Callable[[], bool]) -> Iterator[object]:
            raise ZeroDivisionError("odd")
            yield

        self.start(work)
        self.wait(lambda: not self.job.running)
        self.assertTrue(any("Counting" in text and bad for text, bad in self.messages))


class TwoColumns(WindowTest):
    """A list in reading order, in two columns that end nearly alike."""

    def test_order_and_height(self) -> None:
        """Four alike: two and two. One that is three times as high: it alone. Narrow: one column."""
        for heights, width, expected in (
            ((20, 20, 20, 20), TWO_FROM_PX, [0, 0, 1, 1]),
            ((60, 20, 20, 20), TWO_FROM_PX, [0, 1, 1, 1]),
            ((20, 20, 20, 60), TWO_FROM_PX, [0, 0, 0, 1]),
            ((20, 20, 20, 20), TWO_FROM_PX - 1, [0, 0, 0, 0]),
            ((20,), TWO_FROM_PX, [0]),
        ):
            with self.subTest(heights=heights, width=width):
                host = QWidget()
                layout = Columns(host, 10)
                labels = []
                for height in heights:
                    label = QLabel()
                    label.setFixedHeight(height)
                    layout.insert_widget(len(labels), label)
                    labels.append(label)
                host.resize(width, 400)
                layout.setGeometry(host.rect())
                lefts = sorted({label.x() for label in labels})
                self.assertEqual([lefts.index(label.x()) for label in labels], expected)
                columns = [[h for h, c in zip(heights, expected, strict=True) if c == k] for k in (0, 1)]
                tallest = max(sum(each) + 10 * (len(each) - 1) for each in columns if each)
                self.assertEqual(layout.heightForWidth(width), tallest)
                host.deleteLater()


class Gone(WindowTest):
    """A window that was closed leaves nothing behind: another language makes a new one."""

    def test_with_everything_opened(self) -> None:
        """All workspaces and tabs opened and the window closed: it, its session and its documents are gone."""
        other = Window(Session(lighthouse()))
        other.show()
        for _ in every_tab(other):
            self.settle()
        held = [weakref.ref(each) for each in (other, other.session, other.session.desk, other.page)]
        before = len(self.application.allWidgets())
        other.close_anyway()
        other.deleteLater()
        del other
        self.application.sendPostedEvents(None, QEvent.Type.DeferredDelete)
        self.settle()
        gc.collect()
        self.assertEqual([each() is None for each in held], [True] * len(held))
        self.assertLess(len(self.application.allWidgets()), before / 3)


if __name__ == "__main__":
    unittest.main()
