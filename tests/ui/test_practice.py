"""Practice, in the window: exercises solved by keys alone and by mouse, hints, counting, what is left in the middle."""

import math
import random
from datetime import date

import numpy as np
from msgspec.structs import replace
from PySide6.QtCore import QPoint, QPointF, QRectF, Qt
from PySide6.QtTest import QTest

from equilix.analysis import analyse
from equilix.document import Document
from equilix.edits.rigging import extend
from equilix.mechanics.linkage import turned_by
from equilix.practice.attempt import Attempt
from equilix.practice.exercises import COURSE, EXERCISES, own
from equilix.practice.stands import stands_for
from equilix.practice.trainer import Trainer
from equilix.store import practice_kept
from equilix.ui.stage.outlines import OutlineBook
from equilix.ui.stage.primitives import Centre, Line, Text
from equilix.ui.stage.projection import FRONT, SIDE
from equilix.ui.stage.sheet import Sheet
from equilix.ui.stage.tumbling import Tumbling
from equilix.ui.workspaces.notebook.page import PRACTISED, NotebookPage
from equilix.ui.workspaces.practice import stand_layers
from equilix.ui.workspaces.practice.page import PracticePage
from equilix.ui.workspaces.practice.rig_tab import RigTab
from tests.ui.random_gestures import watched
from tests.ui.window_test import WindowTest, move_mouse

NO_KEYS = Qt.KeyboardModifier.NoModifier
SHIFT = Qt.KeyboardModifier.ShiftModifier


class Clock:
    """A clock that is set by hand, so that pictures come when a test wants them."""

    def __init__(self) -> None:
        self.now = 100.0

    def __call__(self) -> float:
        """The time."""
        return self.now


class PracticeTest(WindowTest):
    """What the tests of the workspace speak in."""

    def document(self) -> Document:
        return super().document().changed(practised=())

    def setUp(self) -> None:
        super().setUp()
        self.press(Qt.Key.Key_F4, shift=True)
        self.clock = Clock()
        self.rig.clock = self.clock

    @property
    def page(self) -> PracticePage:
        """The workspace."""
        page = self.window.page
        assert isinstance(page, PracticePage)
        return page

    @property
    def rig(self) -> RigTab:
        """The rig that is practised on."""
        return self.page.rig

    @property
    def trainer(self) -> Trainer:
        """Who has it."""
        return self.rig.trainer

    def begin(self, key: str) -> Attempt:
        """Begin a step of the course."""
        self.page.begin(EXERCISES[key])
        self.wait(lambda: not self.page.waits)
        assert self.rig.attempt is not None
        return self.rig.attempt

    def keys(self, *keys: Qt.Key, times: int = 1, shift: bool = False) -> None:
        """Press keys on the picture."""
        for _ in range(times):
            for key in keys:
                QTest.keyClick(self.rig.picture, key, SHIFT if shift else Qt.KeyboardModifier.NoModifier)

    def run_for(self, seconds: float) -> None:
        """Pictures, sixty a second, by the test's clock."""
        for _ in range(round(seconds * 60)):
            self.clock.now += 1 / 60
            self.rig._tick()

    def place_on(self, placement: str, front: bool = False) -> QPoint:
        """A point of the picture on which this part, and no other, is hit."""
        picture = self.rig.picture
        view = FRONT if front else SIDE
        shown = self.trainer.picture()
        at = picture.sheet_of(view).place_px(shown.cgs_m[shown.index[placement]]) + picture.box_of(view).topLeft()
        for reach in range(0, 60, 3):
            for x, y in ((0, 0), (1, 0), (-1, 0), (0, 1), (0, -1), (1, 1), (-1, -1)):
                point = at + QPointF(x * reach, y * reach)
                if picture.placement_at(point)[0] == placement:
                    return point.toPoint()
        raise AssertionError(f"{placement} is not to be seen")


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

    def test_no_figures_unless_asked(self) -> None:
        """The drawing has none, the scales have none; N shows both, and another step hides them again."""
        attempt = self.begin("tilt")
        picture = self.rig.picture

        def told() -> list[str]:
            scale = self.rig.tracks.rows[0].scale
            sheet = picture.sheet_of(SIDE)
            more = stand_layers.numbers(attempt, sheet) if picture.numbers else []
            drawn = [*stand_layers.over(attempt, sheet), *scale.primitives(), *more]
            return [each.text for each in drawn if isinstance(each, Text) and any(c.isdigit() for c in each.text)]

        self.assertEqual(told(), [])
        self.keys(Qt.Key.Key_N)
        self.assertTrue(any("tilt 0°" in each for each in told()))
        self.assertTrue(any("mm" in each for each in told()))
        self.assertTrue(any(isinstance(each, Centre) for each in stand_layers.numbers(attempt, picture.sheet_of(SIDE))))
        self.begin("vertical")
        self.assertFalse(picture.numbers)

    def test_figures_in_us_units(self) -> None:
        """Scales read inches where the document does."""
        self.press(Qt.Key.Key_F8)
        self.begin("tilt")
        self.keys(Qt.Key.Key_N)
        texts = [each.text for each in self.rig.tracks.rows[0].scale.primitives() if isinstance(each, Text)]
        self.assertTrue(any("in" in each for each in texts), texts)

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
        self.click(self.rig.result.again)
        self.assertFalse(self.rig.over)
        self.assertEqual(self.trainer.seconds, 0.0)
        self.assertTrue(picture.hasFocus())

    def test_a_moved_window_keeps_the_rig(self) -> None:
        """Another size in the middle of a swing: the picture is fitted anew, the rig goes on as it was."""
        self.begin("order")
        self.keys(Qt.Key.Key_Space)
        self.run_for(0.3)
        before = list(self.trainer.moving.pose.angles_rad)
        self.window.resize(1024, 640)
        self.settle()
        self.assertEqual(list(self.trainer.moving.pose.angles_rad), before)
        for view in (SIDE, FRONT):
            sheet = self.rig.picture.sheet_of(view)
            shown = self.trainer.picture()
            for place in shown.cgs_m:
                self.assertTrue(sheet.bounds.contains(sheet.place_px(place)))

    def test_every_stand_is_drawn(self) -> None:
        """Own rigs on whatever they can be put on: something of each bears it, and it can be let go and held."""
        document = self.session.document
        for setup in document.setups:
            for stand in stands_for(analyse(document, setup)):
                self.page.begin(own(setup.id, stand))
                self.wait(lambda: not self.page.waits)
                self.keys(Qt.Key.Key_Space)
                self.run_for(0.1)
                image = self.rig.picture.grab()
                with self.subTest(setup.id, stand=stand):
                    self.assertFalse(image.isNull())
                    sheet = self.rig.picture.sheet_of(SIDE)
                    attempt = self.rig.attempt
                    assert attempt is not None
                    drawn = [*stand_layers.still(attempt, sheet), *stand_layers.under(attempt, sheet),
                             *stand_layers.over(attempt, sheet)]  # fmt: skip
                    self.assertTrue(drawn or stand == "gimbal")
                self.keys(Qt.Key.Key_Space)
                self.assertTrue(self.trainer.held)
        self.assertIs(self.session.document, document)  # nothing of it has changed

    def test_line_is_drawn_from_hook_to_eyelet(self) -> None:
        """One end stays, the other goes along with the rig."""
        attempt = self.begin("hang")
        self.keys(Qt.Key.Key_Space)
        ends = []
        for _ in range(2):
            sheet = self.rig.picture.sheet_of(SIDE)
            lines = [
                each for each in stand_layers.under(attempt, sheet) if isinstance(each, Line) and each.role == "ink"
            ]
            ends.append(lines[0].points)
            self.run_for(0.4)
        self.assertEqual(ends[0][0], ends[1][0])
        self.assertNotEqual(ends[0][1], ends[1][1])

    def test_at_arms_length(self) -> None:
        """F11: the rig and its keys alone, and back."""
        self.begin("tilt")
        self.press(Qt.Key.Key_F11)
        self.assertFalse(self.rig.side.isVisible())
        self.assertTrue(self.rig.picture.isVisible())
        self.press(Qt.Key.Key_F11)
        self.assertTrue(self.rig.side.isVisible())
        self.assertFalse(self.window.room.drawing.isVisible())
        self.window.show_page("balance")
        self.assertTrue(self.window.room.drawing.isVisible())

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


class AnyHands(PracticeTest):
    """Mouse and keys without a plan."""

    def test_random_gestures(self) -> None:
        """On three steps and a table: presses, drags that are cut short, keys, buttons, resizes; nothing is raised."""
        rng = random.Random(5)
        keys = [Qt.Key(each) for each in b" ,.PSKHWUINLT"] + [
            Qt.Key.Key_Left, Qt.Key.Key_Right, Qt.Key.Key_Up, Qt.Key.Key_Down,
        ]  # fmt: skip
        before = self.session.document
        for exercise in (EXERCISES["order"], EXERCISES["two_hands"], EXERCISES["sled"], own("gallery", "table")):
            self.page.begin(exercise)
            self.wait(lambda: not self.page.waits)
            picture = self.rig.picture
            with watched() as found:
                for _ in range(120):
                    at = QPoint(rng.randrange(picture.width()), rng.randrange(picture.height()))
                    if rng.random() < 0.5:  # on the rig, or near to it
                        shown, view = self.trainer.picture(), rng.choice((SIDE, FRONT))
                        place = picture.sheet_of(view).place_px(rng.choice(list(shown.cgs_m)))
                        at = (place + picture.box_of(view).topLeft()).toPoint()
                    match rng.randrange(6):
                        case 0:
                            QTest.mousePress(picture, Qt.MouseButton.LeftButton, NO_KEYS, at)
                        case 1:
                            QTest.mouseRelease(picture, Qt.MouseButton.LeftButton, NO_KEYS, at)
                        case 2:
                            move_mouse(picture, at)
                        case 3:
                            self.keys(rng.choice(keys), shift=rng.random() < 0.3)
                        case 4:
                            self.window.resize(*rng.choice(((1024, 640), (1280, 800), (1500, 900))))
                    self.run_for(rng.choice((0.0, 1 / 60, 0.05)))
            with self.subTest(exercise.key):
                self.assertEqual(found, [])
                self.assertTrue(np.isfinite(self.trainer.picture().positions_m).all())
        self.assertIs(self.session.document, before)


class Drawn(PracticeTest):
    """The drawing that moves beside the one that stands."""

    def test_moving_parts_cover_what_still_ones_cover(self) -> None:
        """Each part, as it is built and turned about all axes, from the side and the front: the same box to a pixel."""
        document, book = self.session.document, OutlineBook()
        for setup in document.setups:
            assembly = analyse(document, setup).assembly
            for turn in (np.eye(3), turned_by(np.array((0.4, -0.7, 0.3)))):
                moved = replace(
                    assembly, rotations=turn @ assembly.rotations, positions_m=assembly.positions_m @ turn.T
                )
                for view in (SIDE, FRONT):
                    sheet = Sheet(view, 800.0, 600.0, 0.8, QPointF(0, 0))
                    laid = Tumbling().laid(moved, sheet, fine=True)
                    for each in book.draw(moved, view):
                        found = QRectF()
                        for polygon, _, filled in laid[moved.index[each.placement]]:
                            found = found.united(polygon.boundingRect()) if filled else found
                        box = each.outline.whole.boundingRect()
                        low, high = (sheet.to_px(x + each.x_mm, y + each.y_mm) for x, y in (
                            (box.left(), box.top()), (box.right(), box.bottom())))  # fmt: skip
                        edges = zip(found.getCoords(), (low.x(), low.y(), high.x(), high.y()), strict=True)
                        with self.subTest(setup.id, part=each.placement, view=view.name):
                            self.assertLess(max(abs(a - b) for a, b in edges), 1.0)

    def test_remembered_until_a_part_is_another(self) -> None:
        """Slid and turned the drawings are the same; drawn out they are others."""
        document, tumbling = self.session.document, Tumbling()
        assembly = analyse(document, document.setups_by_id["causeway"]).assembly
        first = tumbling._drawings(assembly)
        self.assertIs(tumbling._drawings(replace(assembly, positions_m=assembly.positions_m + 1.0)), first)
        post = next(row.id for row in document.setups_by_id["causeway"].placements if "post" in row.part)
        drawn = extend(document, "causeway", post, 0.05)
        self.assertIsNot(tumbling._drawings(analyse(drawn, drawn.setups_by_id["causeway"]).assembly), first)


class Kept(PracticeTest):
    """What is left in the middle."""

    def test_closed_in_the_middle_and_gone_on_with(self) -> None:
        """Another workspace, another window: the course offers to go on, and everything stands as it did."""
        self.begin("tilt")
        self.keys(Qt.Key.Key_L, Qt.Key.Key_Left, Qt.Key.Key_L)
        self.keys(Qt.Key.Key_I)
        left = self.rig.attempt.left  # type: ignore[union-attr]
        self.window.show_page("balance")
        kept = practice_kept.kept()
        assert kept is not None
        self.assertEqual(kept.places_m, left.places_m)
        page = PracticePage(self.session)
        self.addCleanup(page.deleteLater)
        self.assertFalse(page.course.go_on.isHidden())
        self.assertIn("first axis", page.course.go_on.text())
        page.go_on()
        assert page.rig.attempt is not None
        self.assertEqual(page.rig.attempt.left.places_m, left.places_m)
        self.assertEqual(page.rig.attempt.hints, 1)
        page.stop()

    def test_a_counted_one_is_not_offered(self) -> None:
        """It is over."""
        self.begin("tilt")
        self.keys(Qt.Key.Key_L, Qt.Key.Key_Left, Qt.Key.Key_L, Qt.Key.Key_C)
        self.window.show_page("balance")
        self.assertIsNone(practice_kept.kept())

    def test_what_is_gone_is_said(self) -> None:
        """A rig of one's own that was left, and has been taken out of the document since."""
        self.page.begin(own("gallery", "line"))
        self.wait(lambda: not self.page.waits)
        self.keys(Qt.Key.Key_L, Qt.Key.Key_Left, Qt.Key.Key_L)
        practice_kept.keep(self.rig.attempt.left)  # type: ignore[union-attr]
        self.session.edit("Less", lambda d: d.changed(setups=d.setups[:1], days=()))
        self.page.go_on()
        self.assertIn("not there any more", self.messages[-1][0])
        self.assertIsNone(practice_kept.kept())


class InTheNotebook(PracticeTest):
    """What was counted, in the notebook."""

    def test_listed_and_taken_out(self) -> None:
        """Newest first, what comes next of the course, one taken out, undone."""
        for key in ("tilt", "let_go"):
            self.begin(key)
            self.keys(Qt.Key.Key_C)
        self.window.show_page("notebook")
        page = self.window.page
        assert isinstance(page, NotebookPage)
        page.choose(PRACTISED)
        self.settle()
        tab = page.practised
        self.assertEqual(tab.table.rowCount(), 2)
        self.assertIn("2 of 12", tab.head.text())
        self.assertIn("It falls off the shoulder", tab.more.text())
        tab.table.setCurrentCell(0, 0)
        self.click(tab.remove)
        self.assertEqual(len(self.session.document.practised), 1)
        self.press(Qt.Key.Key_Z, control=True)
        self.assertEqual(len(self.session.document.practised), 2)
