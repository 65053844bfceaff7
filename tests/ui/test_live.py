"""The day on the day, in the window: one key goes through it, everything else is written down in one more."""

from PySide6.QtCore import Qt
from PySide6.QtTest import QTest

from equilix.document import Document, empty
from equilix.keys import REGIONS
from equilix.ui.stage.primitives import Dot, Line, Text
from equilix.ui.workspaces.day.live_lines import watch_text
from equilix.ui.workspaces.day.page import LIVE, TIMELINE, DayPage
from tests.ui.live_test import Live
from tests.ui.window_test import WindowTest


class OneKey(Live):
    """Space."""

    def test_through_a_scene(self) -> None:
        """Begin, start, stop, to the last take, that was it, converted, next: each at its minute, each one undo."""
        before = self.session.document
        said = [self.tab.do.text()]
        self.space()
        for minute in (496, 498, 503, 505, 510, 512, 517, 519):
            self.at(minute)
            said.append(self.tab.do.text())
            self.space()
        said.append(self.tab.do.text())
        self.space()
        said.append(self.tab.do.text())
        self.at(530)
        self.space()
        said.append(self.tab.do.text())
        self.assertEqual(
            [each.removesuffix(" (Space)") for each in said],
            [
                "Begin the day", *(f"{word} take {k}{of}" for k in range(1, 5) for word, of in
                                   (("Start", " of Boat landing"), ("Stop", ""))),
                "That was Boat landing", "Converted: 112 steps is ready", "Start take 1 of 112 steps",
            ],
        )  # fmt: skip
        self.assertEqual(self.kinds, ["begin", *["start", "stop"] * 4, "over", "ready"])
        self.assertEqual(self.day.log[3].at_min, 503)
        self.assertEqual(self.session.setup.id, "stairs", "the rig that is worked with is the one that is drawn")
        for _ in self.kinds:
            self.session.undo()
        self.assertTrue(before.same_work(self.session.document))

    def test_pressed_twice(self) -> None:
        """One push too many starts a take and does not stop it; a second later it does."""
        self.space()
        self.space()
        self.space()
        self.assertEqual(self.kinds, ["begin", "start"])
        self.at(495 + 1.1 / 60)
        self.space()
        self.assertEqual(self.kinds, ["begin", "start", "stop"])

    def test_known_at_once(self) -> None:
        """What was written down shows in the same moment: nobody waits for what is looked for besides."""
        self.space()
        self.tab.job.cancel()
        self.at(496)
        self.space()
        self.assertEqual(self.tab.lines.now.text(), "Boat landing, take 1 of 4")
        self.assertEqual(self.tab.do.text(), "Stop take 1 (Space)")

    def test_a_take_runs(self) -> None:
        """The watch goes on; past its limit the weakest is marked, in word and shape; all in the drawing too."""
        self.begun()
        self.at(497.5)
        self.assertEqual(self.tab.lines.watch.text(), "1:30")
        self.assertRegex(self.tab.lines.lasting.text(), r"^Right shoulder of Slight operator: \d+ s to the limit")
        gauge = self.tab.lines.gauge
        now = [
            each for each in gauge.primitives() if isinstance(each, Line) and each.role == "ink" and each.width == 2.0
        ]
        self.assertEqual([each.points[0].x() for each in now], [gauge.across(1.5, gauge.paper)])
        weakest = gauge.rows[1]
        self.assertLess(weakest.limit_min, weakest.end_min)
        self.at(496 + (weakest.limit_min + weakest.end_min) / 2)
        self.assertRegex(self.tab.lines.lasting.text(), r"^▲ Right shoulder of Slight operator is past its limit")
        self.at(496 + weakest.end_min + 0.1)
        self.assertIn("put it down", self.tab.lines.lasting.text())
        self.assertEqual((watch_text(61.5), watch_text(-1)), ("1:01:30", "0:00"))

    def test_worked_out_anew(self) -> None:
        """While a take goes on, the rest of the day moves with the clock."""
        self.begun()
        first = self.course.spans[1].start_min
        self.at(520)
        for _ in range(20):
            self.tab.tick.timeout.emit()
        self.ready()
        self.assertAlmostEqual(self.course.spans[1].start_min - first, 520 - 497.5, places=6)

    def test_another_one_first(self) -> None:
        """What comes next can be another one; what was left for it comes later."""
        self.space()
        self.tab.choice.setCurrentIndex(self.tab.choice.findData("workshop"))
        self.tab.choice.activated.emit(self.tab.choice.currentIndex())
        self.assertEqual(self.tab.do.text(), "Start take 1 of Workshop (Space)")
        self.space()
        self.assertEqual(self.day.log[-1].item, "workshop")
        self.assertEqual(self.course.spans[0].item.id, "workshop")
        self.assertEqual(self.tab.choice.currentData(), "boat-landing")

    def test_the_other_tabs(self) -> None:
        """Timeline and *Mend it* count from now, too: what should have begun by now begins now."""
        self.space()
        self.at(530)
        self.window.ask_page("day", TIMELINE)
        tab = self.page.timeline
        self.wait(lambda: not tab.waits and tab.course is not None)
        assert tab.course is not None
        self.assertEqual((tab.course.now_min, tab.course.spans[0].start_min), (530.0, 530.0))
        self.window.ask_page("day", "mend")
        self.wait(lambda: not self.page.mend.waits)
        assert self.page.mend.current is not None
        self.assertEqual(self.page.mend.current.course.spans[0].start_min, 530.0)

    def test_a_break(self) -> None:
        """A break begins and is over; after the last thing the day is over, and then nothing is written any more."""
        self.space()
        for item in ("boat-landing", "112-steps", "lamp-room"):
            self.key(Qt.Key.Key_N)
            self.assertEqual(self.day.log[-1].item, item)
        self.assertEqual(self.tab.do.text(), "Begin lunch (Space)")
        self.space()
        self.at(540)
        self.assertEqual((self.tab.lines.now.text(), self.tab.lines.watch.text()), ("Lunch", "45:00"))
        self.assertEqual(self.tab.do.text(), "Lunch is over (Space)")
        self.space()
        for _ in range(4):
            self.key(Qt.Key.Key_N)
        self.assertEqual(self.tab.do.text(), "The day is over (Space)")
        self.space()
        self.assertEqual(self.kinds[-1], "end")
        self.assertEqual(
            (self.tab.lines.now.text(), self.tab.do.text()), ("The day ended at 9:00", "Into the notebook (Space)")
        )
        self.assertFalse(self.tab.hurt.isEnabled() or self.tab.choice.isVisible())
        outings = len(self.session.document.outings)
        self.space()
        self.assertIn("already", self.messages[-1][0], "nothing was carried")
        self.assertEqual(len(self.session.document.outings), outings)

    def test_into_the_notebook(self) -> None:
        """When the day has ended, Space writes what was carried into the notebook; once."""
        self.begun()
        self.at(498)
        self.space()
        before = self.session.document.outings
        self.tab.log.line.setText("8:20 end")
        QTest.keyClick(self.tab.log.line, Qt.Key.Key_Return)
        self.settle()
        self.tab.do.setFocus()
        self.space()
        (new,) = self.session.document.outings[len(before) :]
        self.assertEqual((new.takes, new.take_min, new.setup), (1, 2.0, "Boat landing"))
        self.space()
        self.assertEqual(len(self.session.document.outings), len(before) + 1)


class OneMore(Live):
    """The other keys."""

    def test_it_hurts(self) -> None:
        """H, where, how much: written down, said, in the drawing of the day; Esc leaves it; H again too."""
        self.begun()
        self.key(Qt.Key.Key_H)
        self.assertIs(self.tab.side.currentWidget(), self.tab.hurts)
        body = self.tab.hurts.form.body
        self.assertIs(self.window.focusWidget(), body)
        self.key(Qt.Key.Key_Escape, body)
        self.assertIs(self.tab.side.currentWidget(), self.tab.log)
        self.key(Qt.Key.Key_H)
        body.point_at(("shoulder", "right"))
        self.click(self.tab.hurts.form.figures[7])
        event = self.day.log[-1]
        self.assertEqual((event.kind, event.felt, event.score), ("hurts", ("shoulder", "right"), 7))
        self.assertIn("Pain means stop", self.messages[-1][0])
        self.assertIs(self.window.focusWidget(), self.tab.do)
        self.window.ask_page("day", TIMELINE)
        self.wait(lambda: not self.page.timeline.waits and self.page.timeline.course is not None)
        made = self.page.timeline.chart.primitives()
        self.assertEqual(len([each for each in made if isinstance(each, Dot)]), 1)
        self.assertIn("7", [each.text for each in made if isinstance(each, Text)])
        now = self.page.timeline.chart.across(496, self.page.timeline.chart.paper)
        self.assertIn(now, [each.points[0].x() for each in made if isinstance(each, Line) and each.role == "hold"])

    def test_every_region(self) -> None:
        """Whatever hurts can be said."""
        self.begun()
        for region in REGIONS:
            self.key(Qt.Key.Key_H)
            self.tab.hurts.form.body.point_at(region)
            self.click(self.tab.hurts.form.figures[0])
            self.assertEqual(self.day.log[-1].felt, region)

    def test_once_more_and_batteries(self) -> None:
        """After the last take M shoots another; B puts another battery on."""
        self.begun()
        for minute in (498, 503, 505, 510, 512, 517, 519):
            self.at(minute)
            self.space()
        self.assertTrue(self.tab.more.isVisible())
        self.key(Qt.Key.Key_M)
        self.assertEqual(self.tab.lines.now.text(), "Boat landing, take 5 of 5")
        self.assertEqual(self.kinds[-1], "start")
        self.at(521)
        self.key(Qt.Key.Key_B)
        event = self.day.log[-1]
        self.assertEqual((event.kind, event.part), ("empty", "battery-98"))
        died = {(each.part.id, each.number): each.died for each in self.course.charge.pieces}
        self.assertEqual(died["battery-98", 1], (521.0,))

    def test_the_log(self) -> None:
        """An entry is put right in its line, taken out, added where it was forgotten; what cannot be stays typed."""
        log = self.tab.log
        self.begun()
        self.assertEqual([log.rows.item(k).text() for k in range(2)],
                         ["8:16  Boat landing: a take begins", "8:15  The day begins"])  # fmt: skip
        log.rows.itemClicked.emit(log.rows.item(0))
        self.assertEqual(log.line.text(), "8:16 start boat landing")
        for text, words in (("8:99 start boat landing", "no time"), ("8:17 begins", "nothing that is written down"),
                            ("8:17 start cellar", "called “cellar”"), ("8:17 stop it", "not understood")):  # fmt: skip
            log.line.setText(text)
            QTest.keyClick(log.line, Qt.Key.Key_Return)
            self.assertIn(words, log.complaint.text())
            self.assertEqual(log.line.text(), text)
        log.line.clear()
        QTest.keyClicks(log.line, "8:15.5 start boat landing")
        self.assertEqual(len(self.day.log), 2, "letters are typed, and do nothing else")
        QTest.keyClick(log.line, Qt.Key.Key_Return)
        self.settle()
        self.assertEqual((self.day.log[1].at_min, log.line.text(), log.complaint.text()), (495.5, "", ""))
        log.rows.itemClicked.emit(log.rows.item(1))
        self.key(Qt.Key.Key_N)
        self.assertEqual((log.place, log.line.text()), (0, "8:15 begin"), "what is put right stays so meanwhile")
        self.session.undo()
        log.place = None
        log.line.setText("8:15.75 hurts left hand 2")
        QTest.keyClick(log.line, Qt.Key.Key_Return)
        self.settle()
        self.assertEqual(len(self.day.log), 3)
        self.assertEqual(log.rows.item(0).text(), "8:16  It hurts: left hand and wrist, 2")
        log.rows.itemActivated.emit(log.rows.item(0))
        self.click(log.away)
        self.assertEqual(self.kinds, ["begin", "start"])


class Nothing(WindowTest):
    """An empty document."""

    def document(self) -> Document:
        return empty()

    def test_nothing_planned(self) -> None:
        """It says what to do; no key does anything."""
        self.window.ask_page("day", LIVE)
        self.settle()
        page = self.window.page
        assert isinstance(page, DayPage)
        self.assertIn("put a day together on the timeline", page.live.lines.now.text())
        self.assertFalse(page.live.do.isVisible())
        for key in (Qt.Key.Key_H, Qt.Key.Key_N, Qt.Key.Key_B, Qt.Key.Key_F11):
            QTest.keyClick(page.live, key)
        self.assertEqual(self.session.document, self.session.history.now)
        self.assertFalse(self.session.history.undo_label)
