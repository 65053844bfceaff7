"""Every way of carrying in the real window: out of balance, step by step, by plan, and at rest."""

import unittest

from PySide6.QtCore import QPoint, Qt
from PySide6.QtGui import QColor
from PySide6.QtTest import QTest

from equilix.carry import WAYS
from equilix.demo import lighthouse
from equilix.edits import rigging
from equilix.ui.stage.layers.aim import title
from equilix.ui.theme import NIGHT_SET, PREP_ROOM
from equilix.ui.workspaces.balance import BalancePage
from tests.told import told
from tests.ui.window_test import WindowTest

SCENES = {setup.name: setup for setup in lighthouse().setups}


class Scenes(WindowTest):
    """The demo's scenes, opened from the header."""

    @property
    def page(self) -> BalancePage:
        """The Balance workspace."""
        return self.window.pages["balance"]

    def open_scene(self, name: str) -> None:
        """Choose a setup behind its word, as one does, and wait for the plans."""
        if self.session.setup.name != name:
            act = next(c for c in self.window.header.setup.choices() if c and c[0] == name)[1]
            act()
        self.wait(lambda: not self.session.answers.looking)

    def test_each_way(self) -> None:
        """Says what is wrong, offers plans and steps; each leads to a rig at rest, and undo leads back."""
        for name, setup in SCENES.items():
            with self.subTest(name):
                self.open_scene(name)
                verdict = self.window.reading.verdict.text()
                self.assertIn(self.session.analysis.status, ("leans", "falls"))
                self.assertEqual(self.window.header.way.text(), told(WAYS[setup.carry].phrase))
                # by plan
                self.page.choose("mend")
                self.settle()
                self.assertTrue(self.page.cards)
                self.session.view.show_ghost(self.page.cards[0].plan)
                self.settle()
                self.click(self.page.cards[0].button)
                self.assertEqual(self.session.analysis.status, "rests")
                self.assertTrue(self.window.reading.verdict.text().startswith("●"))
                self.session.undo()
                self.assertEqual(self.window.reading.verdict.text(), verdict)
                # by hand
                self.page.choose("by-hand")
                self.wait_for_plans()
                guide = self.page.guide
                for _ in range(3 * len(guide.rows)):
                    if all(row.advice.done for row in guide.rows):
                        break
                    self.assertIs(self.session.view.axis, guide.row.advice)
                    self.click(guide.row.done)
                self.assertTrue(all(row.advice.done for row in guide.rows))
                self.assertEqual(self.session.analysis.status, "rests")
                while self.session.history.undo_label and self.session.analysis.status == "rests":
                    self.session.undo()
                self.page.choose("mend")
                self.settle()

    def test_the_drawing_shows_just_that_axis(self) -> None:
        """With a step open the rig pales and what slides stands out; another tab gives it back."""
        self.open_scene("112 steps")
        self.page.choose("mend")
        self.settle()
        before = self.window.stage.side.grab().toImage()
        self.page.choose("by-hand")
        self.settle()
        self.assertIsNotNone(self.session.view.axis)
        shown = self.window.stage.side.grab().toImage()
        self.assertNotEqual(before, shown)
        hold = QColor(PREP_ROOM.hold).rgb()

        def count(image: object) -> int:
            return sum(
                image.pixel(x, y) == hold for x in range(0, image.width(), 2) for y in range(0, image.height(), 2)
            )

        self.assertGreater(count(shown), count(before))
        self.page.choose("mend")
        self.settle()
        self.assertIsNone(self.session.view.axis)

    def test_figures_and_table(self) -> None:
        """The figures of the way, each warning with its sign, and how it stands on a table, in words and drawn."""
        self.open_scene("Evening light")
        plain = self.window.stage.plan.grab().toImage()
        self.page.choose("figures")
        self.assertFalse(self.session.analysis.knows_how_it_lies, "it is worked out beside the interface")
        self.wait(lambda: not self.page.waits)
        text = self.page.figures.text.text()
        for word in ("Counterbalance", "Put down on a table", "Comes to rest", "long tripod plate"):
            self.assertIn(word, text)
        self.assertNotEqual(self.window.stage.plan.grab().toImage(), plain)
        self.window.show_page("build")
        self.settle()
        self.assertFalse("table" in self.session.view.overlays)

    def test_every_view_paints_in_both_themes(self) -> None:
        """Each scene, each view, day and night, metric and US, at the smallest size: painted without a complaint."""
        self.window.resize(1024, 640)
        for theme in (NIGHT_SET, PREP_ROOM):
            self.window.put_on(theme)
            self.session.show_units("us" if theme is NIGHT_SET else "metric")
            for name in SCENES:
                self.open_scene(name)
                for tab in ("by-hand", "figures", "mend"):
                    self.page.choose(tab)
                    self.settle()
                    self.assertFalse(self.window.grab().isNull())

    def test_setting_the_lift_after_the_steps(self) -> None:
        """On the harness the last thing is the spring: set so that nothing is left for the hands."""
        self.open_scene("Boat landing")
        self.page.choose("by-hand")
        self.settle()
        self.assertIn("turn the spring to 7.7 turns (now 3)", self.page.guide.end.text())
        self.click(self.page.guide.lift)
        left = next(f for f in self.session.analysis.figures if f.key == "left_for_hands_n")
        self.assertLess(abs(left.value), 0.5)
        self.assertFalse(self.page.guide.lift.isVisible())

    def test_chart_says_top_or_bottom_heavy(self) -> None:
        """A rig on the tripod falls on, one on a line comes back; a gimbal has a map of its motors instead."""
        for name, word in (("Evening light", "top-heavy"), ("Boat landing", "bottom-heavy"), ("112 steps", "Motor")):
            self.open_scene(name)
            self.assertIn(word, title(self.session.analysis))


class Switching(WindowTest):
    """The way of carrying, from one place."""

    def choose(self, start: str) -> None:
        """Choose what begins so behind the word for the way of carrying."""
        found = next(c for c in self.window.header.way.choices() if c and c[0].startswith(start))
        found[1]()
        self.settle()

    def test_another_way_keeps_the_parts(self) -> None:
        """From the shoulder to the hands and back by undo, with the same parts."""
        parts = self.session.setup.placements
        self.choose("In both hands")
        self.assertEqual(self.session.setup.carry, "handheld")
        self.assertEqual(self.session.setup.placements, parts)
        self.assertIn("hands", self.window.header.way.text())
        self.session.undo()
        self.assertEqual(self.session.setup.carry, "shoulder")

    def test_what_is_missing_is_said_before(self) -> None:
        """A way that this rig is not built for is offered with what it needs, and chosen, it still draws the rig."""
        needs = next(c for c in self.window.header.way.choices() if c and c[0].startswith("On a gimbal"))
        self.assertIn("needs a gimbal", needs[0])
        needs[1]()
        self.settle()
        self.assertIn("Nothing carries it", self.window.reading.verdict.text())
        self.window.pages["balance"].refresh()
        self.assertIn("gimbal", self.window.pages["balance"].cannot.text())
        self.assertFalse(self.window.grab().isNull())

    def test_palm_seat_and_handles(self) -> None:
        """Sit down, stand up; turn the handles; a palm under the lens: each one entry, each undone."""
        for start, holds in (
            ("Sit", lambda: self.session.setup.posture == "seated"),
            ("Kneel", lambda: self.session.setup.posture == "kneeling"),
            ("Turn the handles", lambda: abs(self.session.setup.by_id["left-handle"].turn_rad) > 2.0),
        ):
            self.choose(start)
            self.assertTrue(holds())
            self.session.undo()
            self.assertFalse(holds())
        self.choose("Sun from behind")
        self.assertEqual(self.session.setup.sun, "behind")
        self.choose("No sun")
        self.choose("In both hands")
        self.choose("Left palm")
        self.assertTrue(self.session.setup.palm)

    def test_setting_the_spring(self) -> None:
        """Turns typed in are taken; a word is refused in place and stays; empty is right for the load."""
        self.session.open_setup("boat-landing")
        for text, setting in (("4,5", 4.5), ("", None)):
            self.choose("Set it")
            panel = self.window.header.panel
            panel.line.setText(text)
            panel.take()
            self.assertEqual(self.session.setup.setting, setting)
        self.choose("Set it")
        panel = self.window.header.panel
        panel.line.setText("tight")
        panel.take()
        self.assertIn("no number", panel.refusal.text())
        self.assertEqual(panel.line.text(), "tight")
        panel.close()

    def test_ratings(self) -> None:
        """The maker's figures can be read and changed; a bad one is refused at its field."""
        self.session.open_setup("causeway")
        self.choose("Its ratings")
        panel = self.window.header.panel
        most = panel.fields["carrier/most_kg"]
        most.line.setText("soft")
        most.line.setModified(True)
        panel.take()
        self.assertIn("not a number", most.complaint.text())
        most.line.setText("11 kg")
        most.line.setModified(True)
        panel.take()
        self.assertAlmostEqual(self.session.document.parts_by_id["vest"].carrier.most_kg, 11.0)
        self.assertEqual(self.session.history.undo_label, "Ratings of vest with spring arm")

    def test_motor_and_cable_in_build(self) -> None:
        """A motor's rating is changed in Build; a cable is led and taken off there."""
        self.session.open_setup("stairs")
        self.window.show_page("build")
        self.session.selection.select("gimbal-roll-arm")
        self.settle()
        build = self.window.pages["build"]
        self.click(build.rated)
        field = build.panel.fields["joint/tilt motor/torque_nm"]
        field.line.setText("1.6 N·m")
        field.line.setModified(True)
        build.panel.take()
        self.assertAlmostEqual(self.session.analysis.drives.ratings_nm[2], 1.6)
        self.session.selection.select("lens")
        lead = next(c for c in build.cable.choices() if c and "small stills body" in c[0])
        lead[1]()
        self.assertEqual(len(self.session.setup.cables), 4)
        take = next(c for c in build.cable.choices() if c and c[0].startswith("Take the cable"))
        take[1]()
        self.assertEqual(len(self.session.setup.cables), 3)

    def test_turning_the_gimbal_over(self) -> None:
        """Upright to underslung: the drawing follows, and undo turns it back."""
        self.session.open_setup("stairs")
        upright = self.session.analysis.mass.cg_m[2]
        self.choose("Turn the gimbal over")
        self.assertLess(self.session.analysis.mass.cg_m[2], 0)
        self.session.undo()
        self.assertAlmostEqual(self.session.analysis.mass.cg_m[2], upright)

    def test_a_harness_from_the_mat_bears_the_rig(self) -> None:
        """Mounting arm, harness or tripod from the mat changes what bears the rig."""
        self.session.open_setup("evening")
        from equilix.ui.mounting import mount_anywhere

        mount_anywhere(self.session, "harness")
        self.assertEqual((self.session.setup.carry, self.session.setup.borne_by), ("harness", "harness"))

    def test_dragging_an_adjustment(self) -> None:
        """The eyelet is dragged along its bar by the mouse and snaps to its holes."""
        self.session.open_setup("boat-landing")
        self.wait(lambda: not self.session.answers.looking)
        view = self.window.stage.side
        start = self.session.setup.by_id["eyelet"].slide_m
        self.drag(view, self.middle_of("eyelet"), QPoint(-round(30 * view.scale), 0))
        moved = self.session.setup.by_id["eyelet"].slide_m
        self.assertLess(moved, start)
        self.assertAlmostEqual(moved / 0.008, round(moved / 0.008), delta=1e-6)


class ByHand(WindowTest):
    """The real thing's answers."""

    def setUp(self) -> None:
        super().setUp()
        self.session.open_setup("workshop")
        self.window.pages["balance"].choose("by-hand")
        self.wait_for_plans()
        self.guide = self.window.pages["balance"].guide

    def test_typed_answer_corrects_the_model(self) -> None:
        """What was seen names a suspect; the model is corrected as one entry, and undo takes it back."""
        before = self.session.document.parts_by_id["zoom-28-80"]
        self.guide.row.seen.setText("45 mm in front")
        QTest.keyClick(self.guide.row.seen, Qt.Key.Key_Return)
        self.settle()
        self.assertIn("28–80 zoom", self.guide.row.answer.text())
        self.click(self.guide.row.take)
        self.assertNotEqual(self.session.document.parts_by_id["zoom-28-80"], before)
        self.assertEqual(self.session.history.undo_label, "Take in: 45 mm in front")
        self.assertAlmostEqual(self.session.analysis.conditions[0].value_m, 0.045, delta=0.006)
        self.session.undo()
        self.assertEqual(self.session.document.parts_by_id["zoom-28-80"], before)

    def test_what_is_typed_stays_while_plans_arrive(self) -> None:
        """Every key reaches the field although plans arrive in between; the answer and its button stay, too."""
        setup = self.session.setup.id
        self.session.edit("Slide", lambda d: rigging.slide(d, setup, "rosette-bar", 0.0))
        row = self.guide.row
        row.seen.setFocus()
        for letter in "45 mm in front":
            self.session.answers.changed.emit()
            self.assertIs(self.application.focusWidget(), row.seen)
            QTest.keyClicks(self.application.focusWidget(), letter)
        self.assertEqual(row.seen.text(), "45 mm in front")
        QTest.keyClick(row.seen, Qt.Key.Key_Return)
        self.assertTrue(row.take.isVisible())
        said = row.answer.text()
        self.wait_for_plans()
        self.session.answers.changed.emit()
        self.settle()
        self.assertIs(self.guide.row, row)
        self.assertEqual((row.answer.text(), row.seen.text()), (said, "45 mm in front"))
        self.assertTrue(row.take.isVisible())
        self.session.edit("Slide", lambda d: rigging.slide(d, setup, "rosette-bar", 0.003))
        self.assertFalse(row.answer.isVisible(), "an answer goes when it is no longer true")
        self.assertEqual(row.seen.text(), "45 mm in front")

    def test_what_cannot_be_understood_stays(self) -> None:
        """Refused in place with what is allowed; what was typed is still there."""
        self.guide.row.seen.setText("blue")
        QTest.keyClick(self.guide.row.seen, Qt.Key.Key_Return)
        self.assertIn("▲", self.guide.row.answer.text())
        self.assertIn("nose-down", self.guide.row.answer.text())
        self.assertEqual(self.guide.row.seen.text(), "blue")
        self.assertFalse(self.guide.row.take.isVisible())

    def test_steps_by_keyboard(self) -> None:
        """A step has a name for those who cannot see it, takes the focus, and Enter opens it."""
        second = self.guide.rows[1]
        self.assertIn("Shares", second.accessibleName())
        second.setFocus()
        QTest.keyClick(second, Qt.Key.Key_Return)
        self.settle()
        self.assertEqual(self.guide.number, 1)

    def test_steps_wait_for_the_end_of_a_drag(self) -> None:
        """While a part is dragged the steps stand still; afterwards they say what is left."""
        before = self.guide.row.moves.text()
        self.session.edit("Slide", lambda d: rigging.slide(d, "workshop", "rosette-bar", 0.0), gesture="g")
        self.assertEqual(self.guide.row.moves.text(), before)
        self.session.end_gesture()
        self.wait_for_plans()
        self.assertNotEqual(self.guide.row.moves.text(), before)


if __name__ == "__main__":
    unittest.main()
