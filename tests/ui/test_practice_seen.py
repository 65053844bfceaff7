"""Practice, in the window: what is drawn of a rig, whatever bears it, and what is not."""

from PySide6.QtCore import Qt
from PySide6.QtTest import QTest

from equilix.analysis import analyse
from equilix.practice.exercises import COURSE, own
from equilix.practice.stands import stands_for
from equilix.ui.stage.primitives import Centre, Line, Text
from equilix.ui.stage.projection import FRONT, SIDE
from equilix.ui.workspaces.practice import stand_layers
from tests.ui.practice_test import NO_KEYS, PracticeTest


class Seen(PracticeTest):
    """What is to be seen at the rig."""

    def test_no_figures_unless_asked(self) -> None:
        """The drawing has none, the scales have none; N shows both, and another step hides them again."""
        attempt = self.begin("tilt")
        picture = self.rig.picture

        def told() -> list[str]:
            scale = self.rig.tracks.rows[0].scale
            sheet = picture.sheet_of(SIDE)
            more = stand_layers.numbers(attempt, sheet) if picture.numbers else []
            drawn = [*stand_layers.over(attempt, attempt.trainer.picture(), sheet), *scale.primitives(), *more]
            return [each.text for each in drawn if isinstance(each, Text) and any(c.isdigit() for c in each.text)]

        self.assertEqual(told(), [])
        self.keys(Qt.Key.Key_N)
        self.assertTrue(any("tilt 0°" in each for each in told()))
        self.assertTrue(any("mm" in each for each in told()))
        self.assertTrue(any(isinstance(each, Centre) for each in stand_layers.numbers(attempt, picture.sheet_of(SIDE))))
        self.begin("vertical")
        self.assertFalse(picture.numbers)

    def test_the_chosen_axis_is_seen(self) -> None:
        """Tilt, from the front a line across, from the side a cross at its place; pan, a line upright from both."""
        attempt = self.begin("order")
        picture = self.rig.picture
        for key, side_lines, front in (("tilt", 2, (1.0, 0.0)), ("pan", 1, (0.0, 1.0))):
            while self.rig.turnable.key != key:
                self.keys(Qt.Key.Key_T)
            self.assertEqual(picture.axis, key)
            side = list(stand_layers.axis(attempt, key, picture.sheet_of(SIDE)))
            self.assertEqual(len(side), side_lines)
            (line,) = stand_layers.axis(attempt, key, picture.sheet_of(FRONT))
            assert isinstance(line, Line)
            way = line.points[1] - line.points[0]
            self.assertAlmostEqual(abs(way.x()) / (abs(way.x()) + abs(way.y())), front[0])
            long_px = picture.sheet_of(FRONT).px(2 * stand_layers.AXIS_M)
            self.assertAlmostEqual(abs(way.x()) + abs(way.y()), long_px, delta=0.01)

    def test_figures_in_us_units(self) -> None:
        """Scales read inches where the document does."""
        self.press(Qt.Key.Key_F8)
        self.begin("tilt")
        self.keys(Qt.Key.Key_N)
        texts = [each.text for each in self.rig.tracks.rows[0].scale.primitives() if isinstance(each, Text)]
        self.assertTrue(any("in" in each for each in texts), texts)

    def test_ticks_and_the_mark_of_the_tape(self) -> None:
        """A tick each 5 mm on a short track, each 10 mm on a long one; the pointer meets the mark where it reads so."""
        attempt = self.begin("mark")
        rows = {row.key: row for row in self.rig.tracks.rows}
        scale = rows["gimbal-plate"].scale
        ticks = [each for each in scale.primitives() if isinstance(each, Line) and each.role == "quiet"]
        self.assertEqual(len(ticks), 21)  # 100 mm
        (tape,) = [each for each in scale.primitives() if isinstance(each, Line) and each.dash == "dot"]
        wanted = attempt.tape_m("gimbal-plate")
        assert wanted is not None
        self.trainer.put(
            "gimbal-plate", self.trainer.slide_m("gimbal-plate") + wanted - attempt.reads_m("gimbal-plate")
        )
        self.assertAlmostEqual(attempt.reads_m("gimbal-plate"), wanted)
        self.assertAlmostEqual(scale.across(self.trainer.slide_m("gimbal-plate")), tape.points[0].x(), delta=0.01)
        self.begin("pad")
        long = self.rig.tracks.rows[0].scale
        ticks = [each for each in long.primitives() if isinstance(each, Line) and each.role == "quiet"]
        self.assertEqual(len(ticks), 31)  # 300 mm

    def test_drawn_under_its_title(self) -> None:
        """On every step the rig, as it is built, stands below the titles of both views and above the lower edge."""
        for exercise in COURSE:
            self.begin(exercise.key)
            picture, shown = self.rig.picture, self.trainer.picture()
            for view in (SIDE, FRONT):
                sheet = picture.sheet_of(view)
                heights = [sheet.place_px(corner).y() for corner in shown.corners_m[0]]
                with self.subTest(exercise.key, view=view.name):
                    self.assertGreater(min(heights), 24.0)
                    self.assertLess(max(heights), sheet.height)

    def test_a_tipped_gimbal_stays_in_sight(self) -> None:
        """Tipped to every side, swung round: it is on the paper, and the pull of the mouse starts where it holds."""
        self.begin("masked")
        picture = self.rig.picture
        for _ in range(4):
            self.keys(Qt.Key.Key_H)
            self.keys(Qt.Key.Key_Space)
            self.run_for(0.4)
            shown = self.trainer.picture()
            for view in (SIDE, FRONT):
                sheet = picture.sheet_of(view)
                for corner in shown.corners_m[0]:
                    self.assertTrue(sheet.bounds.adjusted(-40, -40, 40, 40).contains(sheet.place_px(corner)))
        at = self.place_on("lens", front=True)
        QTest.mousePress(picture, Qt.MouseButton.LeftButton, NO_KEYS, at)
        (line, _) = picture.grip.primitives(picture.sheet_of(FRONT))
        assert isinstance(line, Line)
        off = line.points[0] - line.points[1]
        self.assertLess(abs(off.x()) + abs(off.y()), 2.0)
        QTest.mouseRelease(picture, Qt.MouseButton.LeftButton, NO_KEYS, at)

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
                             *stand_layers.over(attempt, attempt.trainer.picture(), sheet)]  # fmt: skip
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
