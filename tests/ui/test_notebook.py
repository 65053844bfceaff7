"""Notebook, in the window: outings written down with mouse and keys, and put right."""

from datetime import date, timedelta

from PySide6.QtCore import QPoint, QPointF, Qt
from PySide6.QtGui import QWheelEvent
from PySide6.QtTest import QTest
from PySide6.QtWidgets import QApplication

from equilix.body.outings import Faulty, Felt
from equilix.change.conversion.conversion import convert
from equilix.edits import kit
from equilix.keys import REGIONS
from equilix.store.parsing import parse
from equilix.store.saving import checked_bytes
from equilix.ui.stage.primitives import Dot
from tests.ui.notebook_test import LEFT, NECK, Notebook


class ByHand(Notebook):
    """One after the other."""

    def test_with_one_hand(self) -> None:
        """Minutes, a region, a score, done: as the rig stands, by whom it is carried; one undo takes it back.

        By the keystroke-level model it takes less than 20 s (Card, Moran & Newell, *The Psychology of Human-Computer
        Interaction*, 1983, from memory: 1.1 s to point, 0.2 s a click or key, 1.35 s to think of each step).
        """
        before = self.session.document
        self.assertTrue(self.tab.minutes.line.hasFocus())
        QTest.keyClicks(self.tab.minutes.line, "12")
        clicks = [
            lambda: self.point(LEFT),
            lambda: self.click(self.tab.felt.figures[6]),
            lambda: self.click(self.tab.keep),
        ]
        for click in clicks:
            click()
        seconds = 2 * 0.2 + len(clicks) * (1.1 + 0.2) + (1 + len(clicks)) * 1.35
        self.assertLess(seconds, 20)
        new = self.outings[-1]
        self.assertEqual((new.takes, new.take_min, new.setup, new.operator), (1, 12.0, "Lamp room", "tall"))
        self.assertEqual(new.felt, (Felt(region="shoulder", side="left", score=6),))
        self.assertEqual(new.day, date.today().isoformat())
        self.assertEqual(new.place, before.outings[-1].place)  # where the last one was
        self.assertEqual({each.joint for each in new.bore}, {"shoulder", "elbow", "grip"})
        self.assertTrue(new.marks and new.batteries)
        self.assertEqual(parse(checked_bytes(self.session.document)), self.session.document)
        self.assertIsNone(self.tab.draft.scores)
        self.assertFalse(self.tab.minutes.line.text())
        self.session.undo()
        self.assertEqual(self.session.document, before)

    def test_yesterday(self) -> None:
        """Written the day after: one click, and in the order of the days."""
        self.click(self.tab.earlier)
        self.click(self.tab.earlier)
        self.click(self.tab.later)
        self.click(self.tab.keep)
        self.assertEqual(self.outings[-1].on, date.today() - timedelta(days=1))
        self.assertTrue(self.outings[-1].id.startswith(self.outings[-1].day))
        self.tab.day.setText("soon")
        self.tab.day.editingFinished.emit()
        self.assertIn("“soon” is no day", self.tab.wrong.text())
        self.assertFalse(self.tab.keep.isEnabled())
        self.click(self.tab.later)
        self.assertEqual(self.tab.day.text(), (date.today() + timedelta(days=1)).isoformat())

    def test_by_keys_alone(self) -> None:
        """Arrows go from region to region, figures score, 1 and 0 make 10; Ctrl+Enter keeps it."""
        self.enter(self.tab.minutes, "5")
        body = self.tab.felt.body
        body.setFocus()
        self.press(Qt.Key.Key_Down, body)
        self.assertEqual(body.key, REGIONS[0])
        for key in (Qt.Key.Key_1, Qt.Key.Key_0):
            self.press(key, body)
        self.press(Qt.Key.Key_Down, body)
        for key in (Qt.Key.Key_4, Qt.Key.Key_Left, Qt.Key.Key_Left, Qt.Key.Key_Right):
            self.press(key, body)
        self.press(Qt.Key.Key_Up, body)
        self.press(Qt.Key.Key_Up, body)
        self.assertEqual(body.key, REGIONS[0])
        self.press(Qt.Key.Key_Return, body, control=True)
        felt = {each.key: each.score for each in self.outings[-1].felt or ()}
        self.assertEqual(felt, {REGIONS[0]: 10, REGIONS[1]: 3})

    def test_on_the_figure(self) -> None:
        """A second click makes it worse, after the worst it is nothing again; the wheel goes by one, elsewhere not."""
        for _ in range(4):
            self.point(NECK)
        self.assertEqual(self.tab.draft.scores, {NECK: 6})
        body, at = self.tab.felt.body, QPointF(self.tab.felt.body.places()[NECK])
        for down, place in ((120, at), (-120, at), (-120, at), (-120, QPointF(5, 5))):
            event = QWheelEvent(
                place, body.mapToGlobal(place), QPoint(), QPoint(0, down), Qt.MouseButton.NoButton,
                Qt.KeyboardModifier.NoModifier, Qt.ScrollPhase.NoScrollPhase, False,
            )  # fmt: skip
            QApplication.sendEvent(body, event)
        self.assertEqual(self.tab.draft.scores, {NECK: 5})
        self.click(self.tab.felt.figures[10])
        self.point(NECK)
        self.assertEqual(self.tab.draft.scores, {NECK: 0})
        QTest.mouseClick(body, Qt.MouseButton.LeftButton, pos=QPoint(3, 3))
        self.assertEqual(body.key, NECK)  # nothing is there
        self.click(self.tab.felt.nothing)
        self.assertEqual((self.tab.draft.scores, self.tab.draft.felt), ({}, ()))

    def test_predicted_at_once(self) -> None:
        """As soon as it is told how long, what should hurt stands there, on the figure too."""
        self.assertIn("Tell how long it was carried", self.tab.expected.text())
        self.enter(self.tab.minutes, "6")
        self.assertRegex(self.tab.expected.text(), "Predicted: left shoulder 5")
        rings = [each for each in self.tab.felt.body.primitives() if isinstance(each, Dot) and each.dash]
        self.assertEqual(len(rings), 2)
        self.point(LEFT)
        self.assertEqual(self.tab.felt.region.text(), "Left shoulder: 5.1 predicted")

    def test_trouble_photo_note(self) -> None:
        """Noted once each, struck out again; the path of a photo from the folder of the document; what ended it."""
        path = self.folder / "demo.equilix"
        self.session.desk.save(path)
        form = self.tab.trouble
        form.part.setCurrentIndex(form.part.findData("bridge"))
        for how in ("slipped", "slipped", "broke"):
            form.how.setCurrentIndex(form.how.findData(how))
            self.click(form.note_it)
        self.assertEqual(form.list.count(), 2)
        form.list.setCurrentRow(1)
        self.click(form.strike)
        (self.folder / "photos").mkdir()
        self.tab._take_photo(self.folder / "photos" / "one.png")
        self.tab.note.setPlainText("wind on the stair")
        self.enter(self.tab.minutes, "3")
        self.tab.gave_out.setCurrentIndex(self.tab.gave_out.findData("shoulder left"))
        self.click(self.tab.keep)
        new = self.outings[-1]
        self.assertEqual(new.faulty, (Faulty(part="bridge", name="bridge plate", how="slipped"),))
        self.assertEqual((new.photo, new.note), ("photos/one.png", "wind on the stair"))
        self.assertEqual((new.gave_out, new.gave_out_side), ("shoulder", "left"))
        (self.folder / "sub").mkdir()
        self.session.desk.save(self.folder / "sub" / "moved.equilix")
        self.assertEqual(self.outings[-1].photo, "../photos/one.png")

    def test_what_cannot_be(self) -> None:
        """Half a take, no number, too many minutes, something that gave out at once: said; nothing is lost or kept."""
        count = len(self.outings)
        self.score(LEFT, 4)
        for takes, minutes, gave, words in (
            ("2.5", "3", "", "whole number of times"),
            ("2", "a few", "", "a few"),
            ("2", "2000", "", "960"),
            ("2", "", "shoulder left", "after some minutes"),
            ("0.4", "3", "", "whole number"),
        ):
            self.enter(self.tab.takes, takes)
            self.enter(self.tab.minutes, minutes)
            self.tab.gave_out.setCurrentIndex(self.tab.gave_out.findData(gave))
            self.tab.gave_out.activated.emit(0)
            self.assertIn(words, self.tab.wrong.text())
            self.assertFalse(self.tab.keep.isEnabled())
            self.press(Qt.Key.Key_Return, self.tab.felt.body, control=True)
        self.assertEqual(len(self.outings), count)
        self.assertEqual(self.tab.draft.scores, {LEFT: 4})
        self.assertEqual(self.tab.takes.line.text(), "0.4")

    def test_a_conversion(self) -> None:
        """How long it took is written down, and known to the next estimate; one undo takes both back."""
        before, form = self.session.document, self.tab.conversion
        form.came_from.setCurrentIndex(form.came_from.findData("gallery"))
        self.enter(form.minutes, "30")
        self.enter(self.tab.minutes, "4")
        self.click(self.tab.keep)
        new, timed = self.outings[-1], self.session.document.conversions[0]
        self.assertEqual((new.came_from, new.conversion_min), ("Gallery rail", 30.0))
        self.assertEqual((timed.start, timed.end, timed.took_min), ("gallery", "lamp-room", 30.0))
        self.assertAlmostEqual(timed.estimated_min, convert(before, "gallery", "lamp-room").estimated_min)
        self.assertGreater(self.session.document.own_pace, 1.2 * before.own_pace)
        self.assertFalse(form.minutes.line.text())
        self.session.undo()
        self.assertEqual(self.session.document, before)

    def test_left_and_come_back_to(self) -> None:
        """To another workspace in the middle: nothing is written behind one's back, and the form is as it was."""
        self.enter(self.tab.minutes, "4")
        self.score(LEFT, 3)
        count = len(self.outings)
        self.window.show_page("mat")
        self.window.show_page("notebook")
        self.assertEqual((len(self.outings), self.tab.minutes.line.text()), (count, "4"))
        self.assertEqual(self.tab.draft.scores, {LEFT: 3})

    def test_what_comes_meanwhile(self) -> None:
        """An edit elsewhere, an undo, another setup: what was entered stays."""
        self.enter(self.tab.minutes, "7")
        self.score(LEFT, 3)
        self.session.edit("x", lambda d: kit.rename_setup(d, "lamp-room", "Lantern"))
        self.session.undo()
        self.session.open_setup("causeway")
        self.ready()
        self.assertEqual((self.tab.minutes.line.text(), self.tab.draft.scores), ("7", {LEFT: 3}))
        self.assertIn("Causeway", self.tab.what.text())
        self.click(self.tab.keep)
        self.assertEqual(self.outings[-1].way, "vest")

    def test_put_right(self) -> None:
        """An outing comes back into the form with all it has; changed there it keeps its id and what the rig was."""
        old = next(each for each in self.outings if each.came_from)
        self.look_at("outings")
        self.page.outings.chosen = old.id
        self.page.outings.refresh()
        self.click(self.page.outings.right)
        self.assertEqual(self.tab.keep.text(), "Put it right")
        self.assertEqual(self.tab.outing(), old)
        self.score(NECK, 9)
        self.enter(self.tab.takes, "7")
        self.click(self.tab.keep)
        new = next(each for each in self.outings if each.id == old.id)
        self.assertEqual((new.takes, new.score_of(NECK)), (7, 9))
        same = new.changed(takes=old.takes, felt=old.felt)
        self.assertEqual(same, old)
        self.assertEqual(len(self.outings), 7)
        self.tab.put_right(new)
        self.press(Qt.Key.Key_Escape, self.tab)
        self.assertIsNone(self.tab.draft.changes)
        self.tab.put_right(new)
        self.session.edit("x", lambda d: d.changed(outings=()))
        self.ready()
        self.assertIsNone(self.tab.draft.changes)
