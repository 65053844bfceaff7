"""What parts are held by on the drawing: arms that follow, telescopes, free places; several parts together."""

import math

import numpy as np
from PySide6.QtCore import QPoint, Qt
from PySide6.QtTest import QTest

from equilix.demo import lighthouse
from equilix.document import Document
from equilix.edits import kit, placing, rigging
from equilix.ui.workspaces.build import BuildPage
from tests.ui.window_test import WindowTest, move_mouse

CONTROL, NO_KEYS = Qt.KeyboardModifier.ControlModifier, Qt.KeyboardModifier.NoModifier


def with_arm() -> Document:
    """The evening's rig with its screen on the friction arm, bent back to the operator."""
    made = rigging.remove(lighthouse(), "evening", "friction-arm")
    made, arm = rigging.add(made, "evening", "friction-arm", "body", "top")
    made, _ = rigging.add(made, "evening", "monitor-5", arm, "head")
    made = rigging.bend(made, "evening", arm, {0: -0.7, 2: 1.1, 3: -0.4})
    return made.changed(current="evening")


class Arms(WindowTest):
    """On the evening's rig, whose screen hangs on a friction arm."""

    def document(self) -> Document:
        return with_arm()

    def tip(self) -> np.ndarray:
        """Where the screen is."""
        assembly = self.session.analysis.assembly
        return np.array(assembly.cgs_m[assembly.index["monitor-5"]])

    def test_the_arm_follows_the_screen(self) -> None:
        """Dragged 40 mm back and 30 mm down, it comes there; one entry, and one undo takes it back."""
        side, start, before = self.window.stage.side, self.session.document, self.tip()
        self.drag(side, self.middle_of("monitor-5"), QPoint(-round(40 * side.scale), round(30 * side.scale)))
        moved = self.tip() - before
        self.assertAlmostEqual(moved[0], -0.040, delta=0.003)
        self.assertAlmostEqual(moved[2], -0.030, delta=0.003)
        self.assertEqual(len(self.session.history.before), 1)
        self.assertIn("Bend friction arm", self.session.history.undo_label)
        self.session.undo()
        self.assertEqual(self.session.document, start)

    def test_pulled_off_its_reach_it_lifts(self) -> None:
        """Far beyond what its joints reach the screen comes off and the arm is as it was; let go there, all is."""
        side, start = self.window.stage.side, self.session.document
        at = self.middle_of("monitor-5")
        QTest.mousePress(side, Qt.MouseButton.LeftButton, NO_KEYS, at)
        for k in range(1, 9):
            move_mouse(side, at + QPoint(0, -k * 60))
        self.settle()
        self.assertTrue(side.gestures.lifted)
        self.assertTrue(side.gestures.targets)
        self.assertEqual(self.session.document, start)
        QTest.mouseRelease(side, Qt.MouseButton.LeftButton, NO_KEYS, at + QPoint(0, -480))
        self.settle()
        self.assertEqual(self.session.document, start)

    def test_escape_takes_it_back(self) -> None:
        """In the middle of it Esc straightens what was bent."""
        side, start = self.window.stage.side, self.session.document
        at = self.middle_of("monitor-5")
        QTest.mousePress(side, Qt.MouseButton.LeftButton, NO_KEYS, at)
        move_mouse(side, at + QPoint(-30, 20))
        self.settle()
        self.assertNotEqual(self.session.document, start)
        self.press(Qt.Key.Key_Escape)
        self.assertEqual(self.session.document, start)
        QTest.mouseRelease(side, Qt.MouseButton.LeftButton, NO_KEYS, at)

    def test_undo_in_the_middle(self) -> None:
        """What was done before stays; the drag that is under way is taken back, and is over."""
        side = self.window.stage.side
        self.session.edit("x", lambda d: kit.change_part(d, "monitor-5", mass_kg=0.5))
        before, at = self.session.document, self.middle_of("monitor-5")
        QTest.mousePress(side, Qt.MouseButton.LeftButton, NO_KEYS, at)
        move_mouse(side, at + QPoint(-30, 20))
        self.settle()
        self.press(Qt.Key.Key_Z, self.window, control=True)
        self.assertEqual(self.session.document, before)
        self.assertFalse(side.gestures.active)
        QTest.mouseRelease(side, Qt.MouseButton.LeftButton, NO_KEYS, at)
        self.press(Qt.Key.Key_Z, self.window, control=True)
        self.assertNotEqual(self.session.document, before)

    def test_by_the_arrow_keys(self) -> None:
        """Ten millimetres up, and ten ahead, on the view from the right; sideways on the one from the front."""
        before = self.tip()
        self.session.selection.select("monitor-5")
        self.press(Qt.Key.Key_Up, shift=True)
        self.press(Qt.Key.Key_Right, shift=True)
        moved = self.tip() - before
        self.assertAlmostEqual(moved[2], 0.010, delta=0.001)
        self.assertAlmostEqual(moved[0], 0.010, delta=0.001)
        before = self.tip()
        front = self.window.stage.front
        front.setFocus()
        self.press(Qt.Key.Key_Right, front, shift=True)
        self.assertAlmostEqual(self.tip()[1] - before[1], 0.010, delta=0.001)

    def test_exactly_in_build(self) -> None:
        """Each joint has a field with its name; too far is said there, and what was typed stays."""
        self.press(Qt.Key.Key_F2, self.window)
        page = self.window.page
        assert isinstance(page, BuildPage)
        self.session.selection.select("friction-arm")
        self.settle()
        elbow = page.motion.pivots[2]
        self.assertEqual(page.form.labelForField(elbow).text(), "elbow")
        self.assertEqual(elbow.line.text(), "63°")
        self.enter(elbow, "45")
        self.assertAlmostEqual(self.session.setup.by_id["friction-arm"].pivots_rad[2], math.radians(45), places=6)
        self.enter(elbow, "170")
        self.assertIn("turns from −166° to 166°", elbow.complaint.text())
        self.assertEqual(elbow.line.text(), "170")
        self.session.selection.select("body")
        self.settle()
        self.assertFalse(page.form.isRowVisible(elbow))

    def test_does_it_creep(self) -> None:
        """Straight out with the screen the finding has its moment, and what it would hold; it leads to the joints."""
        self.session.edit("x", lambda d: rigging.bend(d, "evening", "friction-arm", {0: -1.5, 2: 0.0, 3: 0.0}))
        check = next(each for each in self.session.result.checks if each.key == "creep")
        self.assertEqual(check.placement, "friction-arm")
        self.session.edit("x", lambda d: kit.change_part(d, "monitor-5", mass_kg=2.0))
        self.press(Qt.Key.Key_F7)
        row = next(each for each in self.window.pages["check"].rows if each.check.key == "creep")
        self.assertNotEqual(row.check.level, "fine")
        self.click(row)
        self.click(row.bench)
        self.settle()
        self.assertIsInstance(self.window.page, BuildPage)
        self.assertEqual(self.session.selection.id, "friction-arm")


class Drawn(WindowTest):
    """A telescope on the drawing."""

    def document(self) -> Document:
        made = rigging.remove(lighthouse(), "evening", "friction-arm")
        made, arm = rigging.add(made, "evening", "drop-arm", "body", "top", "foot")
        made, _ = rigging.add(made, "evening", "monitor-5", arm, "head", "head")
        return made.changed(current="evening")

    def test_drawn_down_with_the_screen(self) -> None:
        """Pulled down 40 mm, the arm draws out by as much, and says so; not beyond its 100 mm; back in again."""
        side = self.window.stage.side
        at = self.middle_of("monitor-5")
        QTest.mousePress(side, Qt.MouseButton.LeftButton, NO_KEYS, at)
        move_mouse(side, at + QPoint(0, round(40 * side.scale)))
        self.settle()
        self.assertAlmostEqual(self.placement("drop-arm").extension_m, 0.040, delta=0.002)
        self.assertIn("drawn out 4", side.gestures.tag)
        move_mouse(side, at + QPoint(0, round(300 * side.scale)))
        self.settle()
        self.assertAlmostEqual(self.placement("drop-arm").extension_m, 0.100)
        QTest.mouseRelease(side, Qt.MouseButton.LeftButton, NO_KEYS, at)
        self.settle()
        self.session.selection.select("monitor-5")
        self.press(Qt.Key.Key_Up, shift=True)
        self.assertAlmostEqual(self.placement("drop-arm").extension_m, 0.090)


class OnATrack(WindowTest):
    """A screen on a telescope, on a handle that slides."""

    def document(self) -> Document:
        made = rigging.remove(lighthouse(), "lamp-room", "arm-short")
        made, arm = rigging.add(made, "lamp-room", "drop-arm", "top-handle", "front shoe")
        made, _ = rigging.add(made, "lamp-room", "monitor-5", arm, "head", "head")
        return made

    def test_each_way_by_what_goes_that_way(self) -> None:
        """Pulled down the telescope is drawn out, pulled back the handle under it slides."""
        side, before = self.window.stage.side, self.placement("top-handle").slide_m
        self.drag(side, self.middle_of("monitor-5"), QPoint(0, round(20 * side.scale)))
        self.assertAlmostEqual(self.placement("drop-arm").extension_m, 0.020, delta=0.002)
        self.assertEqual(self.placement("top-handle").slide_m, before)
        self.drag(side, self.middle_of("monitor-5"), QPoint(-round(12 * side.scale), 0))
        self.assertAlmostEqual(self.placement("top-handle").slide_m, before - 0.012, delta=0.002)
        self.assertAlmostEqual(self.placement("drop-arm").extension_m, 0.020, delta=0.002)


class Free(WindowTest):
    """What has no mount: it goes where it is dragged."""

    def document(self) -> Document:
        return placing.strap(lighthouse(), "lamp-room", "transmitter", "body")

    def place(self) -> np.ndarray:
        """Where the strapped transmitter is."""
        assembly = self.session.analysis.assembly
        return np.array(assembly.positions_m[assembly.index["transmitter"]])

    def test_dragged_and_nudged(self) -> None:
        """20 mm back and 15 mm up under the mouse, then a millimetre by a key: two entries."""
        side, before = self.window.stage.side, self.place()
        self.drag(side, self.middle_of("transmitter"), QPoint(-round(20 * side.scale), -round(15 * side.scale)))
        np.testing.assert_allclose(self.place() - before, (-0.020, 0, 0.015), atol=0.0011)
        before = self.place()
        self.press(Qt.Key.Key_Right)
        np.testing.assert_allclose(self.place() - before, (0.001, 0, 0), atol=1e-6)
        self.assertEqual(len(self.session.history.before), 2)

    def test_turned_by_its_ring_and_by_keys(self) -> None:
        """Its ring turns it about the way one looks along, where it is; so do the brackets."""
        side = self.window.stage.side
        self.session.selection.select("transmitter")
        self.settle()
        assembly = self.session.analysis.assembly
        middle = assembly.to_rig("transmitter", self.session.document.parts_by_id["transmitter"].body().middle_m)
        found = side.gestures.turn_handle()
        assert found is not None
        centre, handle, _ = found
        goal = centre + (handle - centre).__class__(0, 54)
        self.drag(side, handle.toPoint(), (goal - handle).toPoint(), steps=9)
        assembly = self.session.analysis.assembly
        row = assembly.index["transmitter"]
        after = assembly.to_rig("transmitter", self.session.document.parts_by_id["transmitter"].body().middle_m)
        np.testing.assert_allclose(after, middle, atol=1e-6)
        # a quarter turn clockwise as seen from the right: its front points down
        np.testing.assert_allclose(assembly.rotations[row] @ (1, 0, 0), (0, 0, -1), atol=0.06)
        before = assembly.rotations[row]
        self.press(Qt.Key.Key_BracketRight, shift=True)
        turned = self.session.analysis.assembly.rotations[row]
        angle = math.acos((float(np.trace(before.T @ turned)) - 1) / 2)
        self.assertAlmostEqual(math.degrees(angle), 15, delta=0.01)

    def test_a_slide_of_its_own(self) -> None:
        """Said to slide ahead and back in Build, it is dragged along that way alone, with its own scale."""
        self.press(Qt.Key.Key_F2, self.window)
        page = self.window.page
        assert isinstance(page, BuildPage)
        self.session.selection.select("transmitter")
        self.settle()
        before = self.place()
        page.motion.slides.click()
        self.settle()
        self.enter(page.motion.ends[1], "80 mm")
        self.enter(page.motion.ends[2], "20 mm")
        np.testing.assert_allclose(self.place(), before, atol=1e-9)
        track = self.session.setup.by_id["transmitter"].track
        assert track is not None
        self.assertEqual((track.from_m, track.to_m, track.scale_zero_m), (-0.05, 0.08, 0.02))
        self.assertTrue(page.form.isRowVisible(page.motion.slide))
        side = self.window.stage.side
        self.drag(side, self.middle_of("transmitter"), QPoint(-round(30 * side.scale), 0))
        self.assertAlmostEqual(self.placement("transmitter").slide_m, -0.030, delta=0.002)
        self.assertAlmostEqual(self.place()[0] - before[0], self.placement("transmitter").slide_m, places=9)
        page.motion.slides.click()
        self.settle()
        self.assertIsNone(self.placement("transmitter").track)
        self.assertAlmostEqual(self.place()[0] - before[0], -0.030, delta=0.002)

    def test_lifted_with_shift(self) -> None:
        """With Shift it comes off at once, and is mounted where it is dropped."""
        side = self.window.stage.side
        shoe = self.session.document.parts_by_id["top-handle"].offered("rear shoe")
        goal = side.place_px(self.session.analysis.assembly.point_pose("top-handle", shoe)[0]).toPoint()
        at = self.middle_of("transmitter")
        side.gestures.press(at.toPointF())
        side.gestures.move(goal.toPointF(), lift=True)
        self.assertTrue(side.gestures.lifted)
        side.gestures.release(goal.toPointF())
        self.assertEqual(
            (self.placement("transmitter").parent, self.placement("transmitter").point), ("top-handle", "rear shoe")
        )


class Bearers(WindowTest):
    """What bears the rig is set on the drawing."""

    def pulled(self, setup_id: str, by_px: int) -> float | None:
        """The setting after the knob has been pulled up by so many pixels."""
        self.session.open_setup(setup_id)
        self.settle()
        side = self.window.stage.side
        knob = side.gestures.knob()
        assert knob is not None
        self.drag(side, knob.at.toPoint(), QPoint(0, -by_px))
        return self.session.setup.setting

    def test_springs_and_steps(self) -> None:
        """Up by 18 px is a turn more of an arm or a line, a step more of a head; down is less; each one undo."""
        start = self.session.document
        self.assertAlmostEqual(self.pulled("causeway", 36) or 0, 6.0, delta=0.15)
        self.assertEqual(len(self.session.history.before), 1)
        self.session.undo()
        self.assertEqual(self.session.setup.setting, 4.0)
        self.assertAlmostEqual(self.pulled("boat-landing", -18) or 0, 2.0, delta=0.15)
        self.session.undo()
        self.assertEqual(self.pulled("evening", -36), 2.0)
        self.session.undo()
        self.assertTrue(self.session.document.same_work(start))

    def test_to_its_end(self) -> None:
        """No farther than it goes, and it says so; Esc in the middle takes it back."""
        most = max(self.session.document.parts_by_id["vest"].carrier.turns)
        self.assertEqual(self.pulled("causeway", 600), most)
        side = self.window.stage.side
        at = side.gestures.knob().at.toPoint()
        QTest.mousePress(side, Qt.MouseButton.LeftButton, NO_KEYS, at)
        move_mouse(side, at + QPoint(0, -90))
        self.settle()
        self.assertIn(f"{most:.1f} turns", side.gestures.tag)
        self.assertIn("end of the track", side.gestures.tag)
        move_mouse(side, at + QPoint(0, 36))
        self.settle()
        self.assertNotEqual(self.session.setup.setting, most)
        self.press(Qt.Key.Key_Escape)
        self.assertEqual(self.session.setup.setting, most)
        QTest.mouseRelease(side, Qt.MouseButton.LeftButton, NO_KEYS, at)

    def test_nothing_bears_it(self) -> None:
        """On the shoulder there is no knob, nor on the view from above."""
        self.assertIsNone(self.window.stage.side.gestures.knob())
        self.session.open_setup("causeway")
        self.assertIsNone(self.window.stage.plan.gestures.knob())
