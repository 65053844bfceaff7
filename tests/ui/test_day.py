"""Day, in the window: a day is put together by lines, dragged, worked out, given out and taken over."""

import itertools

from PySide6.QtCore import QPoint, QPointF, QRectF, Qt
from PySide6.QtTest import QTest

from equilix.document import Document, empty
from equilix.edits import days, kit
from equilix.edits.history import History
from equilix.ui.session.opening import history_of
from equilix.ui.stage.primitives import Shape, Text
from tests.ui.day_test import Days
from tests.ui.window_test import move_mouse


class ByLine(Days):
    """Written."""

    def test_the_demo(self) -> None:
        """As shipped: the worst large, all of it in the list and as numbered marks on the drawing."""
        self.assertEqual(self.tab.head.text(), "▲ Ferry is missed by 7 min, and 4 more.")
        self.assertEqual(self.tab.marks.count(), 5)
        numbers = {each.text for each in self.chart.primitives() if isinstance(each, Text)}
        self.assertTrue({"1", "2", "3", "4", "5"} <= numbers)
        self.assertIn("empty at 17:36", self.chart.accessibleDescription())

    def test_put_in_and_changed(self) -> None:
        """A line puts something in where it says; chosen, its line stands there, and is changed; one undo each."""
        before = self.session.document
        self.say("2 × 3 min gallery rail, slight, after lunch")
        self.assertEqual(self.ids.index("gallery"), self.ids.index("lunch") + 1)
        self.assertFalse(self.tab.line.text())
        QTest.mouseClick(self.chart, Qt.MouseButton.LeftButton, pos=self.middle("lunch"))
        self.assertEqual(self.tab.line.text(), "50 min meal: lunch")
        self.say("30 min meal: lunch, mains")
        assert self.tab.day is not None
        lunch = days.item_of(self.tab.day, "lunch")
        self.assertEqual((lunch.take_min, lunch.mains), (30.0, True))
        self.assertEqual(self.tab.item, "")
        self.session.undo()
        self.session.undo()
        self.assertEqual(self.session.document, before)

    def test_copied(self) -> None:
        """What is chosen is put in again behind itself, at no fixed time; it stays chosen."""
        self.tab.choose("lamp-room")
        self.click(self.tab.again)
        self.ready()
        self.assertEqual(self.ids[2:4], ["lamp-room", "lamp-room-2"])
        assert self.tab.day is not None
        self.assertIsNone(days.item_of(self.tab.day, "lamp-room-2").at_min)
        self.assertEqual(self.tab.item, "lamp-room")
        self.tab.choose("")
        self.assertFalse(self.tab.again.isVisible())

    def test_refused(self) -> None:
        """What is not understood is said below, and the line stays as it was typed."""
        lines = (("soon", "does not begin with how long"), ("3 min cellar", "“cellar”"), ("0 min lunch", "time"))
        for text, words in lines:
            self.say(text)
            self.assertIn(words, self.tab.complaint.text())
            self.assertEqual(self.tab.line.text(), text)
        self.say("3 min lunch")
        self.assertFalse(self.tab.complaint.text())

    def test_mended_by_hand(self) -> None:
        """A shorter evening, warm spares and an easier workshop: what was wrong goes from the list as it is mended."""
        for item, line in (
            ("evening", "3 × 8 min evening, 8 min gap, -2 °C, at 16:45"),
            ("workshop", "8 × 0.3 min workshop, tall, 5 min gap"), ("causeway", "3 × 0.5 min causeway, 12 min gap"),
        ):  # fmt: skip
            self.tab.choose(item)
            self.say(line)
        self.click(self.tab.warm)
        self.ready()
        self.assertEqual(self.tab.head.text(), "Nothing goes wrong on this day.")
        self.assertEqual(self.tab.marks.count(), 0)

    def test_of_the_whole_day(self) -> None:
        """When it begins, the limit, the charger: each an undo; what cannot be is said in place."""
        self.tab.begins.setText("9:00")
        self.tab.begins.setModified(True)
        self.tab.begins.editingFinished.emit()
        self.enter(self.tab.reserve, "100")
        self.enter(self.tab.charger, "60")
        day = self.session.document.days[0]
        self.assertEqual((day.begins_min, day.reserve, day.charger_w), (540.0, 1.0, 60.0))
        self.enter(self.tab.reserve, "200")
        self.assertIn("▲", self.tab.reserve.complaint.text())
        self.tab.begins.setText("noon")
        self.tab.begins.setModified(True)
        self.tab.begins.editingFinished.emit()
        self.assertIn("“noon” is no time", self.tab.complaint.text())
        self.assertEqual(self.tab.begins.text(), "noon")
        for line, text in ((self.tab.name, "Tuesday"), (self.tab.on, "2026-10-13")):
            line.setText(text)
            line.editingFinished.emit()
        self.enter(self.tab.chargers, "2")
        day = self.session.document.days[0]
        self.assertEqual((day.name, day.on, day.chargers), ("Tuesday", "2026-10-13", 2))
        self.tab.on.setText("soon")
        self.tab.on.setModified(True)
        self.tab.on.editingFinished.emit()
        self.assertIn("“soon” is no day", self.tab.complaint.text())
        for _ in range(6):
            self.session.undo()
        self.assertEqual(self.session.document.days[0].begins_min, 495.0)
        self.assertEqual(self.tab.on.text(), "soon")  # what is refused stays as it was typed

    def test_several_days(self) -> None:
        """A new one, a copy, one taken out; each stays chosen where it is there."""
        self.click(self.tab.copy)
        self.ready()
        self.assertEqual(len(self.course.spans), 9)
        self.click(self.tab.new)
        self.ready()
        self.assertEqual((self.tab.which.currentText(), self.ids), ("Day 4", []))
        self.assertIn("An empty day", self.tab.head.text())
        self.click(self.tab.away)
        self.ready()
        self.assertEqual(len(self.session.document.days), 3)

    def test_into_the_notebook(self) -> None:
        """What was carried is written down once, as one action; one undo takes it back."""
        before = self.session.document
        self.click(self.tab.files.note)
        self.assertEqual(len(self.session.document.outings), len(before.outings) + 6)
        self.assertIn("6 outings written into the notebook", self.messages[-1][0])
        self.ready()
        self.click(self.tab.files.note)
        self.assertIn("already", self.messages[-1][0])
        self.session.undo()
        self.assertEqual(self.session.document, before)

    def test_files(self) -> None:
        """To a calendar and a table and back into another day; rubbish is said."""
        files, calendar, table = self.tab.files, self.folder / "a.ics", self.folder / "a.csv"
        files.write(str(calendar))
        files.write(str(table))
        day = self.session.document.days[0]
        for path in (calendar, table):
            self.session.edit("x", lambda d: days.change_day(d, "island", items=()))
            self.ready()
            files.read(str(path))
            self.ready()
            got = self.session.document.days[0].items
            self.assertEqual([each.changed(id="x") for each in got], [each.changed(id="x") for each in day.items])
        calendar.write_text("hello", "utf-8")
        files.read(str(calendar))
        self.assertIn("is no calendar", self.messages[-1][0])
        table.write_text("take min,setup\n5,Cellar\n5,Lamp room\n", "utf-8")
        files.read(str(table))
        self.assertIn("One thing taken over; not: row 2: nothing is called “Cellar”", self.messages[-1][0])
        files.write(str(self.folder / "nowhere" / "a.ics"))
        self.assertTrue(self.messages[-1][1])


class ByHand(Days):
    """On the drawing."""

    def test_pointed_at(self) -> None:
        """The mouse and the keys go along the day, and how everything stands is said."""
        lamp = next(each for each in self.course.spans if each.item.id == "lamp-room")
        x = round(self.chart.across(lamp.start_min + 5, self.chart.paper))
        QTest.mouseMove(self.chart, QPoint(x, 120))
        self.settle()
        self.assertRegex(
            self.tab.stands.text(), r"At 11:0[45]: Lamp room; .*right shoulder of Tall operator \d+%, limit"
        )
        self.chart.setFocus()
        for key, shift, by in ((Qt.Key.Key_Right, False, 1), (Qt.Key.Key_Left, True, -10)):
            before = self.chart.minute or 0.0
            self.press(key, self.chart, shift=shift)
            self.assertAlmostEqual((self.chart.minute or 0.0) - round(before), by)

    def test_a_mark_in_the_list(self) -> None:
        """It leads to its minute and its scene."""
        self.tab.marks.setCurrentRow(3)
        self.assertEqual(self.tab.item, "evening")
        self.assertIn("At 17:36", self.tab.stands.text())

    def test_dragged(self) -> None:
        """A scene that is dragged comes where it is dropped; Escape in the middle leaves it; one undo."""
        start = self.middle("112-steps")
        by = self.middle("workshop") - start + QPoint(20, 0)
        self.drag(self.chart, start, by)
        self.ready()
        self.assertGreater(self.ids.index("112-steps"), self.ids.index("lunch"))
        self.session.undo()
        self.ready()
        self.assertEqual(self.ids[1], "112-steps")
        start = self.middle("112-steps")
        QTest.mousePress(self.chart, Qt.MouseButton.LeftButton, Qt.KeyboardModifier.NoModifier, start)
        move_mouse(self.chart, start + by)
        self.assertIsNotNone(self.chart.dragged)
        self.press(Qt.Key.Key_Escape, self.chart)
        QTest.mouseRelease(self.chart, Qt.MouseButton.LeftButton, Qt.KeyboardModifier.NoModifier, start + by)
        self.ready()
        self.assertEqual(self.ids[1], "112-steps")

    def test_what_is_held_goes(self) -> None:
        """The item is taken out while it is dragged: the drag ends, nothing is moved."""
        start = self.middle("112-steps")
        QTest.mousePress(self.chart, Qt.MouseButton.LeftButton, Qt.KeyboardModifier.NoModifier, start)
        move_mouse(self.chart, start + QPoint(120, 0))
        self.session.edit("x", lambda d: days.remove_item(d, "island", "112-steps"))
        self.ready()
        self.assertIsNone(self.chart.dragged)
        QTest.mouseRelease(self.chart, Qt.MouseButton.LeftButton, Qt.KeyboardModifier.NoModifier, start)
        self.assertNotIn("112-steps", self.ids)

    def test_by_keys(self) -> None:
        """Down and up choose, Ctrl with the arrows moves, Delete takes out."""
        self.chart.setFocus()
        for _ in range(2):
            self.press(Qt.Key.Key_Down, self.chart)
        self.assertEqual(self.tab.item, "112-steps")
        self.press(Qt.Key.Key_Right, self.chart, control=True)
        self.ready()
        self.assertEqual(self.ids[:3], ["boat-landing", "lamp-room", "112-steps"])
        self.press(Qt.Key.Key_Delete, self.chart)
        self.ready()
        self.assertNotIn("112-steps", self.ids)

    def test_drawn_to_scale(self) -> None:
        """Later is further right; a take longer is wider; the limit is above the band where all is well."""
        bounds = QRectF(0, 0, 900, 320)
        spans = {each.item.id: self.chart.box_of(each, bounds) for each in self.course.spans}
        self.assertLess(spans["boat-landing"].left(), spans["lamp-room"].left())
        self.assertAlmostEqual(spans["evening"].width() / spans["lunch"].width(), 92 / 50, delta=0.02)
        self.assertAlmostEqual(self.chart.minute_at(self.chart.across(700.0, bounds), bounds), 700.0)
        bands, pieces = self.chart.rows(bounds)
        self.assertEqual(len(pieces), 3)
        boxes = [box for _, box in (*bands, *pieces)]
        self.assertTrue(all(one.bottom() <= other.top() + 1e-6 for one, other in itertools.pairwise(boxes)))
        triangles = [each for each in self.chart.made(bounds) if isinstance(each, Shape) and each.fill == "tip"]
        self.assertEqual(len(triangles), 5)
        self.assertEqual(self.chart.item_at(QPointF(5, 200)), "")

    def test_what_comes_meanwhile(self) -> None:
        """A setup goes while a line is typed: the line stays, and the scene is said to have no rig."""
        self.tab.line.setText("3 × 4 min lamp")
        self.session.edit("x", lambda d: kit.remove_setup(d, "causeway"))
        self.ready()
        self.assertEqual(self.tab.line.text(), "3 × 4 min lamp")
        texts = [self.tab.marks.item(k).text() for k in range(self.tab.marks.count())]
        self.assertTrue(any("has no rig" in each for each in texts), texts)


class TheRig(Days):
    """Of the minute that is pointed at."""

    def test_that_minute(self) -> None:
        """The rig of the scene that is on then, as it is built then; nothing in a break; the chosen one otherwise."""
        for minute, weighs in ((690.0, 10.67), (750.0, None), (870.0, None)):
            self.chart.point_at(minute)
            self.settle()
            shown = self.tab.rig.assembly
            self.assertEqual(self.tab.rig.isVisible(), shown is not None)
            if weighs is not None:
                assert shown is not None
                self.assertAlmostEqual(shown.mass_properties().mass_kg, weighs, delta=0.01)
        self.say("4 min lamp room, without matte, at 15:30, before evening")
        self.chart.point_at(931.0)
        self.settle()
        assert self.tab.rig.assembly is not None
        self.assertLess(self.tab.rig.assembly.mass_properties().mass_kg, 10.2)
        self.chart.point_at(None)
        self.tab.choose("workshop")
        assert self.tab.rig.assembly is not None
        self.assertNotIn("matte-box", self.tab.rig.assembly.ids)

    def test_hours(self) -> None:
        """While nothing is pointed at, how long everybody is at work, and how long the night was."""
        self.assertRegex(
            self.tab.stands.text(), r"Tall operator is at work for 9:42 h.*12:20 h after “The evening before”"
        )


class Empty(Days):
    """From an empty document."""

    def document(self) -> Document:
        history: History = history_of(empty())
        return history.now

    def test_from_nothing(self) -> None:
        """The first line begins a first day; what has no rig yet is refused by name."""
        self.assertIn("No day yet", self.tab.head.text())
        self.tab.line.setText("10 min break")
        self.tab.line.returnPressed.emit()
        self.assertEqual(self.tab.head.text(), "Working the day out", "and not what was so before")
        self.session.undo()
        self.ready()
        self.say("20 min break")
        self.assertEqual((self.tab.which.currentText(), len(self.session.document.days)), ("Day 1", 1))
        self.assertEqual(self.tab.head.text(), "Nothing goes wrong on this day.")
        self.say("5 min lamp room")
        self.assertIn("There are: First rig", self.tab.complaint.text())
        self.say("5 min first rig")
        self.assertEqual(len(self.course.spans), 2)
        self.assertEqual(self.tab.head.text(), "Nothing goes wrong on this day.")
        self.session.undo()
        self.session.undo()
        self.assertEqual(self.session.document.days, ())
