"""Practice, in the window: exercises solved by keys alone and by mouse; what is done at a rig, and seen of it."""

import math
from datetime import date

import numpy as np
from PySide6.QtCore import QPoint, Qt
from PySide6.QtTest import QTest

from equilix.practice.exercises import COURSE, EXERCISES, own
from equilix.ui.stage.projection import SIDE
from equilix.ui.workspaces.practice.looking import work_out_motors
from tests.ui.practice_test import NO_KEYS, SHIFT, PracticeTest
from tests.ui.random_gestures import watched
from tests.ui.window_test import move_mouse


class Solved(PracticeTest):
    """Two exercises, from the list to the notebook."""

    def test_by_keys_alone(self) -> None:
        """From the course by Enter: let go, look, hold, loosen, slide, clamp, let go, push, count; it is kept."""
        course = self.page.course.course
        self.assertTrue(course.hasFocus())
        self.assertEqual(course.currentRow(), 0)
        QTest.keyClick(course, Qt.Key.Key_Return)
        self.wait(lambda: self.rig.attempt is not None and not self.page.waits)
        picture = self.rig.picture
        self.assertTrue(picture.hasFocus())
        self.keys(Qt.Key.Key_Space)
        self.assertIn("it moves", self.rig.state.text())
        self.run_for(1.0)
        tilt = self.trainer.turnable("tilt")
        self.assertGreater(self.trainer.angle_rad(tilt), math.radians(20.0))  # nose-down: too far forward
        self.keys(Qt.Key.Key_Space, Qt.Key.Key_Left)
        self.assertIn("Loosen it first", self.rig.said.text())
        self.keys(Qt.Key.Key_U, Qt.Key.Key_L)
        self.assertEqual(self.rig.said.text(), "")
        self.keys(Qt.Key.Key_Left, times=8, shift=True)
        self.keys(Qt.Key.Key_Left, times=3)
        self.keys(Qt.Key.Key_L, Qt.Key.Key_Space)
        self.run_for(1.0)
        self.assertIn("it stands", self.rig.state.text())
        self.keys(Qt.Key.Key_P)
        self.run_for(2.0)
        self.assertLess(abs(self.trainer.angle_rad(tilt)), math.radians(5.0))
        self.keys(Qt.Key.Key_C)
        self.settle()
        self.assertTrue(self.rig.result.head.text().startswith("Balanced"))
        self.assertIn("Let go, it went nose-down", self.rig.result.meant.text())
        (kept,) = self.session.document.practised
        self.assertEqual((kept.exercise, kept.setup, kept.day), ("let_go", "Evening light", date.today().isoformat()))
        self.assertGreater(kept.points, 90)
        self.assertTrue(self.rig.result.onward.hasFocus())
        QTest.keyClick(self.rig.result.onward, Qt.Key.Key_Space)
        self.wait(lambda: not self.page.waits)
        self.assertEqual(self.rig.attempt.exercise.key, COURSE[1].key)  # type: ignore[union-attr]
        self.press(Qt.Key.Key_Z, control=True)
        self.assertEqual(self.session.document.practised, ())

    def test_by_mouse(self) -> None:
        """The clamp is opened on its row, the camera is slid on the drawing, let go, pulled at, and counted."""
        self.begin("tilt")
        rows = {row.key: row for row in self.rig.tracks.rows}
        self.click(rows["gimbal-plate"].clamp)
        self.assertIn("gimbal-plate", self.trainer.loose)
        start = self.place_on("lens")
        picture = self.rig.picture
        by_px = round(-0.026 * 1000.0 * picture.scales[SIDE.name])
        QTest.mousePress(picture, Qt.MouseButton.LeftButton, Qt.KeyboardModifier.NoModifier, start)
        QTest.mouseMove(picture, start + QPoint(by_px // 2, 0))
        QTest.mouseMove(picture, start + QPoint(by_px, 0))
        QTest.mouseRelease(picture, Qt.MouseButton.LeftButton, Qt.KeyboardModifier.NoModifier, start + QPoint(by_px, 0))
        self.settle()
        self.assertAlmostEqual(self.trainer.slide_m("gimbal-plate"), -0.048, delta=0.0015)
        self.click(rows["gimbal-plate"].clamp)
        self.click(self.rig.buttons["go"])
        self.run_for(1.5)
        self.assertEqual(self.trainer.moving.pose.angles_rad[2], 0.0)
        at = self.place_on("lens")
        QTest.mousePress(picture, Qt.MouseButton.LeftButton, Qt.KeyboardModifier.NoModifier, at)
        QTest.mouseMove(picture, at + QPoint(0, 60))
        self.run_for(0.7)
        self.assertGreater(self.trainer.moving.pose.angles_rad[2], math.radians(5.0))
        self.assertEqual(picture.grip.does, "pulls")
        QTest.mouseRelease(picture, Qt.MouseButton.LeftButton, Qt.KeyboardModifier.NoModifier, at + QPoint(0, 60))
        self.assertEqual(self.trainer.moving.loads, [])
        self.run_for(1.0)
        self.click(self.rig.buttons["count"])
        self.assertTrue(self.rig.result.head.text().startswith("Balanced"))
        self.assertEqual(self.session.document.practised[0].exercise, "tilt")


class AtTheRig(PracticeTest):
    """What can be done, and what is seen of it."""

    def test_keys_of_every_deed(self) -> None:
        """Turn, lock, tip, spin, walk, hint, begin again: each by its key, and only where the stand has it."""
        self.begin("order")
        self.assertEqual(self.rig.turnable.key, "tilt")
        self.keys(Qt.Key.Key_Comma)
        self.assertAlmostEqual(self.trainer.moving.pose.angles_rad[2], math.radians(-5.0))
        self.keys(Qt.Key.Key_Period, times=2)
        self.assertAlmostEqual(self.trainer.moving.pose.angles_rad[2], math.radians(5.0))
        self.keys(Qt.Key.Key_K)
        self.assertTrue(self.trainer.moving.locked[2])
        self.keys(Qt.Key.Key_Period)
        self.assertIn("Open its lock first", self.rig.said.text())
        self.keys(Qt.Key.Key_T)
        self.assertEqual(self.rig.turnable.key, "pan")
        self.keys(Qt.Key.Key_H)
        self.assertAlmostEqual(self.trainer.tip_rad, math.radians(20.0))
        self.keys(Qt.Key.Key_H, times=4)
        self.assertEqual(self.trainer.tip_rad, 0.0)
        self.keys(Qt.Key.Key_S, shift=True)
        self.assertLess(float(self.trainer.moving.speeds[0]), 0.0)
        self.keys(Qt.Key.Key_W)
        self.assertFalse(self.trainer.walking)  # nobody walks with a gimbal that is balanced
        self.keys(Qt.Key.Key_I)
        self.assertIn("Motors off", self.rig.said.text())
        self.keys(Qt.Key.Key_R)
        self.assertEqual(self.rig.attempt.hints, 0)  # type: ignore[union-attr]
        self.assertTrue(self.trainer.held)
        self.begin("hang")
        self.assertFalse(self.rig.buttons["tip"].isVisible())
        self.keys(Qt.Key.Key_W)
        self.assertTrue(self.trainer.walking)

    def test_what_falls_is_caught(self) -> None:
        """It is said, time stops, and the same key puts it back and lets it go again."""
        self.begin("pad")
        self.keys(Qt.Key.Key_Space)
        self.run_for(4.0)
        self.assertIn("hands have caught it", self.rig.state.text())
        self.keys(Qt.Key.Key_Space)
        self.run_for(0.05)
        np.testing.assert_allclose(self.trainer.frames[0].turn, np.eye(3), atol=0.05)

    def test_the_handle_is_tipped_with_the_mouse(self) -> None:
        """A press on the handle, which stays, tips it as the mouse goes."""
        self.begin("masked")
        picture, at = self.rig.picture, self.place_on(self.trainer.rigged.still[0])
        QTest.mousePress(picture, Qt.MouseButton.LeftButton, Qt.KeyboardModifier.NoModifier, at)
        QTest.mouseMove(picture, at + QPoint(40, 0))
        self.assertEqual(picture.grip.does, "tips")
        self.assertGreater(self.trainer.tip_rad, math.radians(10.0))
        QTest.mouseRelease(picture, Qt.MouseButton.LeftButton, Qt.KeyboardModifier.NoModifier, at + QPoint(40, 0))
        self.assertEqual(picture.grip.does, "nothing")

    def test_scale_is_dragged(self) -> None:
        """On its scale a loose track goes where the mouse is; a clamped one says that it is clamped."""
        self.begin("tilt")
        row = self.rig.tracks.rows[[each.key for each in self.rig.tracks.rows].index("gimbal-plate")]
        x = round(row.scale.across(-0.048) * row.scale.width() / row.scale.paper.width())
        QTest.mouseClick(row.scale, Qt.MouseButton.LeftButton, Qt.KeyboardModifier.NoModifier, QPoint(x, 12))
        self.assertIn("is clamped", self.rig.said.text())
        self.keys(Qt.Key.Key_L)
        QTest.mouseClick(row.scale, Qt.MouseButton.LeftButton, Qt.KeyboardModifier.NoModifier, QPoint(x, 12))
        self.assertAlmostEqual(self.trainer.slide_m("gimbal-plate"), -0.048, delta=0.001)

    def test_scale_by_its_own_keys(self) -> None:
        """Reached by Tab, a scale slides what is loose by a millimetre, with Shift by ten; other keys are not its."""
        self.begin("tilt")
        self.keys(Qt.Key.Key_L)
        scale = self.rig.tracks.rows[0].scale
        before = self.trainer.slide_m(self.rig.tracks.rows[0].key)
        QTest.keyClick(scale, Qt.Key.Key_Left)
        self.assertAlmostEqual(self.trainer.slide_m(self.rig.tracks.rows[0].key), before - 0.001)
        QTest.keyClick(scale, Qt.Key.Key_Left, SHIFT)
        self.assertAlmostEqual(self.trainer.slide_m(self.rig.tracks.rows[0].key), before - 0.011)
        self.assertTrue(scale.hasFocus() or scale.focusPolicy() == Qt.FocusPolicy.StrongFocus)

    def test_motors_on_ones_own_gimbal_alone(self) -> None:
        """A gimbal of one's own has its motors come on, too; a rig on the shoulder has none."""
        for setup, stand, there in (("stairs", "gimbal", True), ("lamp-room", "shoulder", False)):
            self.page.begin(own(setup, stand))  # type: ignore[arg-type]
            self.wait(lambda: not self.page.waits)
            self.keys(Qt.Key.Key_C)
            self.wait(lambda: not self.page.waits)
            with self.subTest(setup):
                self.assertEqual(self.rig.motors is not None, there)
        attempt = self.rig.attempt
        assert attempt is not None
        self.assertEqual(list(work_out_motors(attempt, lambda: False)), [])

    def test_nothing_is_painted_while_nothing_moves(self) -> None:
        """Held, time stands; let go it runs until all is still; hidden it stands, and grips are let go."""
        self.begin("let_go")
        rig = self.rig
        self.assertFalse(rig.frame.isActive())
        self.keys(Qt.Key.Key_Space)
        self.assertTrue(self.rig.frame.isActive())
        self.run_for(6.0)
        self.assertFalse(self.rig.frame.isActive())
        self.keys(Qt.Key.Key_U, Qt.Key.Key_Space)
        self.assertTrue(self.rig.frame.isActive())
        self.window.show_page("balance")
        self.assertFalse(rig.frame.isActive())

    def test_a_slow_machine_shows_the_same(self) -> None:
        """Four pictures a second show where it is after the same time as sixty."""
        ends = []
        for pictures in (60, 4):
            self.begin("order")
            self.keys(Qt.Key.Key_Space)
            for _ in range(pictures // 2):
                self.clock.now += 1 / pictures
                self.rig._tick()
            ends.append(list(self.trainer.moving.pose.angles_rad))
        np.testing.assert_allclose(ends[0], ends[1], atol=math.radians(0.5))

    def test_thinking_takes_time(self) -> None:
        """What is looked at and thought of while nothing moves is timed; a coffee and another workspace are not."""
        self.begin("tilt")
        self.clock.now += 20.0
        self.keys(Qt.Key.Key_L)
        self.assertAlmostEqual(self.trainer.seconds, 20.0, delta=0.1)
        self.rig.frame.stop()
        self.clock.now += 3600.0
        self.keys(Qt.Key.Key_L)
        self.assertAlmostEqual(self.trainer.seconds, 80.0, delta=0.1)
        self.window.show_page("balance")
        self.clock.now += 30.0
        self.window.show_page("practice")
        self.keys(Qt.Key.Key_L)
        self.assertAlmostEqual(self.trainer.seconds, 80.0, delta=0.1)

    def test_counting_waits_for_what_could_be_had(self) -> None:
        """Counted before it is known what could be had: it is counted as soon as that is known, and only once."""
        self.page.begin(EXERCISES["tilt"])
        attempt = self.rig.attempt
        assert attempt is not None
        self.assertIsNone(attempt.best)
        self.keys(Qt.Key.Key_C, times=2)
        self.assertEqual(self.session.document.practised, ())
        self.assertIn("In a moment", self.rig.said.text())
        self.wait(lambda: self.rig.over)
        (kept,) = self.session.document.practised
        self.assertAlmostEqual(kept.best, 0.28, delta=0.01)

    def test_another_step_in_the_middle_of_a_pull(self) -> None:
        """The mouse still down, another rig is begun: nothing of the old one is held, and nothing is raised."""
        self.begin("order")
        picture, at = self.rig.picture, self.place_on("lens")
        QTest.mousePress(picture, Qt.MouseButton.LeftButton, NO_KEYS, at)
        self.assertEqual(picture.grip.does, "pulls")
        self.assertEqual(picture.grip._link, 2)
        self.begin("sled")
        self.assertEqual(picture.grip.does, "nothing")
        with watched() as found:
            move_mouse(picture, at + QPoint(5, 5))
            picture.grab()
            QTest.mouseRelease(picture, Qt.MouseButton.LeftButton, NO_KEYS, at)
        self.assertEqual(found, [])

    def test_over_is_over(self) -> None:
        """Counted, neither mouse nor keys change anything; once more, all is as at the start."""
        self.begin("tilt")
        self.keys(Qt.Key.Key_C)
        picture, before = self.rig.picture, self.trainer.picture().positions_m.copy()
        at = self.place_on("lens")
        QTest.mousePress(picture, Qt.MouseButton.LeftButton, Qt.KeyboardModifier.NoModifier, at)
        QTest.mouseMove(picture, at + QPoint(0, 60))
        self.keys(Qt.Key.Key_Space, Qt.Key.Key_L, Qt.Key.Key_C)
        QTest.mouseRelease(picture, Qt.MouseButton.LeftButton, Qt.KeyboardModifier.NoModifier, at)
        np.testing.assert_array_equal(self.trainer.picture().positions_m, before)
        self.assertEqual(len(self.session.document.practised), 1)
        took = self.trainer.seconds
        self.clock.now += 30.0
        self.rig.leave()
        self.assertEqual(self.trainer.seconds, took)
        self.click(self.rig.result.again)
        self.assertFalse(self.rig.over)
        self.assertEqual(self.trainer.seconds, 0.0)
        self.assertTrue(picture.hasFocus())

    def test_motors_come_on_at_the_end(self) -> None:
        """Counted, the steps with motors tell effort, shake and run time; others do not."""
        self.begin("order")
        self.keys(Qt.Key.Key_C)
        self.wait(lambda: self.rig.motors is not None)
        said = self.rig.result.motors.text()
        for word in ("Motors on", "level", "shakes by", "The battery"):
            self.assertIn(word, said)
        self.begin("tilt")
        self.keys(Qt.Key.Key_C)
        self.settle()
        self.assertEqual(self.rig.result.motors.text(), "")

    def test_impossible_is_said_after_a_fair_try(self) -> None:
        """Where what slides cannot do it, that is said in the column after three slides."""
        attempt = self.begin("tilt")
        assert attempt.best is not None
        attempt.best = type(attempt.best)(attempt.best.plan, 2.0)
        self.keys(Qt.Key.Key_L)
        for _ in range(3):
            self.keys(Qt.Key.Key_Left, Qt.Key.Key_L, Qt.Key.Key_L)
        self.keys(Qt.Key.Key_Space)
        self.run_for(0.1)
        self.assertIn("does not come into balance", self.rig.said.text())

    def test_own_rig_is_taken_over(self) -> None:
        """What was slid on one's own rig goes into the document by one key, one undo; nothing new is refused."""
        self.page.begin(own("gallery", "line"))
        self.wait(lambda: not self.page.waits)
        before = self.session.document
        self.assertTrue(self.rig.buttons["take"].isVisible())
        self.keys(Qt.Key.Key_M)
        self.assertIn("Slide something first", self.rig.said.text())
        self.keys(Qt.Key.Key_L)
        self.keys(Qt.Key.Key_Right, times=3)
        self.assertIs(self.session.document, before)
        self.keys(Qt.Key.Key_M)
        slid = self.session.document.setups_by_id["gallery"].by_id["top-handle"].slide_m
        self.assertAlmostEqual(slid, before.setups_by_id["gallery"].by_id["top-handle"].slide_m + 0.003)
        self.press(Qt.Key.Key_Z, control=True)
        self.assertEqual(self.session.document, before)
        self.begin("tilt")
        self.assertFalse(self.rig.buttons["take"].isVisible())
