"""What moves within a part, on the bench: joints, what draws out, gears; and the controls under the fingers."""

import math

import numpy as np
from PySide6.QtCore import QPoint, Qt
from PySide6.QtTest import QTest

from equilix.checks.rules import Check
from equilix.edits.joints import change_pivot
from equilix.ui.workspaces.bench.controls import ControlsEditor
from equilix.ui.workspaces.bench.gears import GearsEditor
from equilix.ui.workspaces.bench.joints import JointsEditor
from equilix.ui.workspaces.bench.places import Chosen
from tests.ui.bench_test import Bench


class Joints(Bench):
    """On the short arm, which has none yet."""

    def setUp(self) -> None:
        super().setUp()
        self.window.ask_part("arm-short", "moves")
        self.settle()

    @property
    def joints(self) -> JointsEditor:
        """The editor of joints."""
        made = self.page.joints
        assert isinstance(made, JointsEditor)
        return made

    def tick(self, name: str, on: bool = True) -> None:
        """Tick a line of what lies beyond the joint."""
        for row in range(self.joints.beyond.count()):
            item = self.joints.beyond.item(row)
            if item.text() == name:
                item.setCheckState(Qt.CheckState.Checked if on else Qt.CheckState.Unchecked)
                self.settle()
                return
        raise AssertionError(name)

    def test_a_joint_made_by_hand(self) -> None:
        """Added, named, placed, limited, rated; its head beyond it: the screen on the rig can be tilted then."""
        self.click(self.joints.add)
        self.joints.name.setEditText("tilt")
        QTest.keyClick(self.joints.name.lineEdit(), Qt.Key.Key_Return)
        self.enter(self.joints.place[2], "45 mm")
        self.enter(self.joints.low, "-80")
        self.enter(self.joints.high, "60")
        self.enter(self.joints.holds, "1.5 N·m")
        pivot = self.part.pivots[0]
        self.assertEqual((pivot.name, pivot.axis, pivot.holds_nm), ("tilt", (0.0, 1.0, 0.0), 1.5))
        self.assertAlmostEqual(pivot.position_m[2], 0.045)
        self.assertAlmostEqual(math.degrees(pivot.from_rad), -80)
        self.tick("Point “head”")
        self.assertEqual(self.part.offered("head").beyond, 1)
        self.session.selection.select("arm-short")
        self.press(Qt.Key.Key_F2, self.window)
        before = self.session.analysis.assembly.rotations[self.session.analysis.assembly.index["monitor-5"]]
        self.enter(self.window.page.motion.pivots[0], "30")
        after = self.session.analysis.assembly.rotations[self.session.analysis.assembly.index["monitor-5"]]
        turned = math.acos((float(np.trace(before.T @ after)) - 1) / 2)
        self.assertAlmostEqual(math.degrees(turned), 30, places=4)
        self.assertTrue(any(check.key == "creep" for check in self.session.result.checks))

    def test_taken_away_again(self) -> None:
        """In use at 30° it can be taken away: the setup has it straight; one undo brings all of it back."""
        self.test_a_joint_made_by_hand()
        self.window.ask_part("arm-short", "moves")
        self.settle()
        before = self.session.document
        self.click(self.joints.remove)
        self.assertEqual((self.part.pivots, self.placement("arm-short").pivots_rad), ((), ()))
        self.assertEqual(self.part.offered("head").beyond, 0)
        self.session.undo()
        self.assertEqual(self.session.document, before)

    def test_a_range_that_is_in_use(self) -> None:
        """It is turned by 30° on the rig: it cannot be said to go to 20° only; what was typed stays."""
        self.test_a_joint_made_by_hand()
        self.window.ask_part("arm-short", "moves")
        self.settle()
        self.enter(self.joints.high, "20")
        self.assertIn("is at 30°", self.joints.high.complaint.text())
        self.assertEqual(self.joints.high.line.text(), "20")
        self.assertAlmostEqual(math.degrees(self.part.pivots[0].to_rad), 60)

    def test_a_joint_aslant(self) -> None:
        """One that no word of the list is for is called aslant, not something else; what it turns about is kept."""
        self.click(self.joints.add)
        self.assertEqual(self.joints.about.currentText(), "sideways: it nods")
        self.session.edit("Pan", lambda d: change_pivot(d, "arm-short", 0, axis=(0.0, 0.0, 1.0)))
        self.settle()
        self.assertEqual(self.joints.about.currentText(), "upwards: it pans")
        self.session.edit("Aslant", lambda d: change_pivot(d, "arm-short", 0, axis=(0.0, 0.6, 0.8)))
        self.settle()
        self.assertEqual((self.joints.about.currentText(), self.joints.about.placeholderText()), ("", "aslant"))
        self.enter(self.joints.high, "70")
        self.assertEqual(self.part.pivots[0].axis, (0.0, 0.6, 0.8))

    def test_dragged_on_the_drawing(self) -> None:
        """The ring of a joint is dragged 10 mm up on the view from the right; the arrow keys move it on."""
        self.click(self.joints.add)
        at = self.part.pivots[0].position_m
        goal = self.at("side", (at[0], at[1], at[2] + 0.010))
        self.drag(self.page.drawing, self.at("side", at), goal - self.at("side", at))
        self.assertAlmostEqual(self.part.pivots[0].position_m[2], at[2] + 0.010, delta=0.0011)
        self.assertEqual(self.page.drawing.chosen, Chosen("pivots", "joint 1"))
        now = self.part.pivots[0].position_m
        QTest.keyClick(self.page.drawing, Qt.Key.Key_Right)
        self.settle()
        self.assertAlmostEqual(self.part.pivots[0].position_m[0], now[0] + 0.001, places=6)

    def test_what_draws_out(self) -> None:
        """Said to draw out 60 mm upwards with its head: in Build it does; drawn out there, it stays a telescope."""
        self.joints.draws.click()
        self.settle()
        self.enter(self.joints.reach, "60 mm")
        self.assertEqual((self.part.telescope.axis, self.part.telescope.reach_m), ((0.0, 0.0, 1.0), 0.06))
        row = next(k for k in range(self.joints.drawn.count()) if "head" in self.joints.drawn.item(k).text())
        self.joints.drawn.item(row).setCheckState(Qt.CheckState.Unchecked)
        self.settle()
        self.assertFalse(self.part.offered("head").extends)
        self.joints.drawn.item(row).setCheckState(Qt.CheckState.Checked)
        self.settle()
        self.assertTrue(self.part.offered("head").extends)
        self.session.selection.select("arm-short")
        self.press(Qt.Key.Key_F2, self.window)
        self.enter(self.window.page.motion.extension, "50 mm")
        self.assertAlmostEqual(self.placement("arm-short").extension_m, 0.05)
        self.window.ask_part("arm-short", "moves")
        self.settle()
        self.joints.draws.click()
        self.settle()
        self.assertIn("drawn out 50 mm", self.joints.refusal.text())
        self.assertTrue(self.joints.draws.isChecked())
        self.choose(self.joints.out, "down")
        self.assertEqual(self.part.telescope.axis, (0.0, 0.0, -1.0))


class Gears(Bench):
    """The gear of the demo's zoom, and one that is made."""

    def test_made_and_met(self) -> None:
        """On the motor a gear is added, placed and sized; another module is found by the check, and mended here."""
        self.window.ask_part("follow-focus", "moves")
        self.settle()
        gears = self.page.gears
        assert isinstance(gears, GearsEditor)
        self.assertEqual(gears.list.count(), 1)
        self.assertEqual(gears.wide.line.text(), "32 mm")
        self.enter(gears.module, "0.5")
        check = next(each for each in self.session.result.checks if each.key == "gears")
        self.assertEqual(check.level, "stop")
        self.press(Qt.Key.Key_F7)
        row = next(each for each in self.window.pages["check"].rows if each.check.key == "gears")
        self.click(row)
        self.click(row.bench)
        self.settle()
        self.assertEqual((self.part.id, self.page.tabs.tab), ("follow-focus", "moves"))
        self.enter(gears.module, "0.8")
        self.click(gears.add)
        self.assertEqual(len(self.part.gears), 2)
        self.assertTrue(self.part.gears[1].drives)
        self.enter(gears.thick, "12 mm")
        gears.drives.click()
        self.enter(gears.place[0], "-20 mm")
        made = self.part.gears[1]
        self.assertEqual((made.width_m, made.drives, made.position_m[0]), (0.012, False, -0.02))
        gears.name.setEditText("iris")
        QTest.keyClick(gears.name.lineEdit(), Qt.Key.Key_Return)
        self.settle()
        self.assertEqual(self.part.gears[1].name, "iris")
        self.click(gears.remove)
        self.assertEqual(len(self.part.gears), 1)


class Controls(Bench):
    """What is worked while holding."""

    def found(self) -> Check:
        """What the checks say of the left handle's control."""
        checks = self.session.result.checks
        return next(each for each in checks if (each.key, each.placement) == ("fingers", "left-handle"))

    def test_made_named_moved(self) -> None:
        """A record button on the left handle under the thumb: the check knows it; touched, it is chosen."""
        self.window.ask_part("left-handle", "grips")
        self.settle()
        controls = self.page.controls
        assert isinstance(controls, ControlsEditor)
        self.click(controls.add)
        self.choose(controls.finger, "the thumb")
        grip = self.part.grips[0].position_m
        for field, value in zip(controls.place, grip, strict=True):
            self.enter(field, f"{value * 1000 + 10:.1f} mm")
        control = self.part.controls[0]
        self.assertEqual((control.name, control.finger), ("record", "thumb"))
        check = next(
            each for each in self.session.result.checks if each.key == "fingers" and each.placement == "left-handle"
        )
        self.assertEqual(check.level, "fine")
        self.enter(controls.place[2], "300 mm")
        check = next(
            each for each in self.session.result.checks if each.key == "fingers" and each.placement == "left-handle"
        )
        self.assertEqual(check.level, "mind")
        QTest.mouseClick(self.page.drawing, Qt.MouseButton.LeftButton, pos=QPoint(3, 3))
        self.settle()
        self.assertIsNone(self.page.drawing.chosen)
        QTest.mouseClick(
            self.page.drawing, Qt.MouseButton.LeftButton, pos=self.at("side", self.part.controls[0].position_m)
        )
        self.settle()
        self.assertEqual(self.page.drawing.chosen, Chosen("controls", "record"))
        self.click(controls.remove)
        self.assertEqual(self.part.controls, ())

    def test_grip_and_pad_are_dragged(self) -> None:
        """The mark of a grip 10 mm back, the pad's mark 5 mm ahead: the fields show it, each one undo."""
        self.window.ask_part("left-handle", "grips")
        self.settle()
        at = self.part.grips[0].position_m
        by = self.at("side", (at[0] - 0.010, at[1], at[2])) - self.at("side", at)
        self.drag(self.page.drawing, self.at("side", at), by)
        self.assertAlmostEqual(self.part.grips[0].position_m[0], at[0] - 0.010, delta=0.0011)
        self.window.ask_part("base", "grips")
        self.settle()
        pad = self.part.pad
        assert pad is not None
        at = pad.centre_m
        by = self.at("side", (at[0] + 0.005, at[1], at[2])) - self.at("side", at)
        self.drag(self.page.drawing, self.at("side", at), by)
        moved = self.part.pad
        assert moved is not None
        self.assertAlmostEqual(moved.centre_m[0], at[0] + 0.005, delta=0.0021)
        self.assertEqual(len(self.session.history.before), 2)
