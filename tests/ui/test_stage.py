"""The stage: drag, stop, lift off, turn, keys, zoom; and that what is drawn is where it is."""

import math
import unittest

import numpy as np
from PySide6.QtCore import QMimeData, QPoint, QPointF, Qt
from PySide6.QtGui import QDragMoveEvent, QDropEvent, QWheelEvent
from PySide6.QtTest import QTest
from scipy.spatial import ConvexHull

from equilix.kit.pivots import AT_REST
from equilix.mechanics.hull import hull
from equilix.rig.clearance import free_travel
from equilix.ui.stage.outlines import OutlineBook
from equilix.ui.stage.projection import FRONT, PLAN, SIDE
from equilix.ui.stage.silhouettes import strokes
from equilix.ui.stage.targets import PART_MIME
from tests.told import told
from tests.ui.window_test import WindowTest


class Dragging(WindowTest):
    """The mouse slides parts along their tracks."""

    def test_drag_the_camera_back(self) -> None:
        """Dragging the body slides its bridge plate by the way of the mouse, and sentence and figures follow."""
        side = self.window.stage.side
        start, before = self.placement("bridge").slide_m, self.window.reading.rest.text()
        scale = side.scale
        self.drag(side, self.middle_of("body"), QPoint(-round(80 * scale), 0))
        self.assertAlmostEqual(self.placement("bridge").slide_m, start - 0.080, delta=0.002)
        self.assertEqual(self.session.selection.id, "body")
        self.assertNotEqual(self.window.reading.rest.text(), before)
        self.assertEqual(len(self.session.history.before), 1)

    def test_a_drag_is_one_undo(self) -> None:
        """However many steps the mouse made, one undo takes the drag back; a second drag is its own entry."""
        side = self.window.stage.side
        start = self.session.document
        self.drag(side, self.middle_of("body"), QPoint(-40, 0), steps=15)
        middle = self.session.document
        self.drag(side, self.middle_of("body"), QPoint(-20, 0), steps=7)
        self.assertEqual(len(self.session.history.before), 2)
        self.press(Qt.Key.Key_Z, self.window, control=True)
        self.assertEqual(self.session.document, middle)
        self.press(Qt.Key.Key_Z, self.window, control=True)
        self.assertEqual(self.session.document, start)
        self.press(Qt.Key.Key_Y, self.window, control=True)
        self.assertEqual(self.session.document, middle)

    def test_stops_at_a_neighbour(self) -> None:
        """Pulled far forward, the camera stops where its travel ends, and the tag names what stops it."""
        side = self.window.stage.side
        travel = free_travel(self.session.analysis.assembly, "bridge")
        at = self.middle_of("body")
        QTest.mousePress(side, Qt.MouseButton.LeftButton, Qt.KeyboardModifier.NoModifier, at)
        from tests.ui.window_test import move_mouse

        move_mouse(side, at + QPoint(600, 0))
        self.settle()
        self.assertAlmostEqual(self.placement("bridge").slide_m, travel.to_m, delta=0.001)
        self.assertIn(told(travel.stop_to), side.gestures.tag)
        self.assertRegex(side.gestures.tag, r"scale \d+ mm")
        QTest.mouseRelease(side, Qt.MouseButton.LeftButton, Qt.KeyboardModifier.NoModifier, at + QPoint(600, 0))

    def test_drag_in_the_plan_view(self) -> None:
        """The same slide from above, in the workspace that has all views."""
        self.press(Qt.Key.Key_F2)
        plan = self.window.stage.plan
        start = self.placement("battery-plate").slide_m
        self.drag(plan, self.middle_of("battery", plan), QPoint(-round(40 * plan.scale), 0))
        self.assertAlmostEqual(self.placement("battery-plate").slide_m, start - 0.040, delta=0.004)

    def test_drag_across_the_track_lifts_off_and_mounts_elsewhere(self) -> None:
        """Pulled off its plate, the battery shows where it fits, and is mounted on the camera where it is let go."""
        side = self.window.stage.side
        self.drag(
            side, self.middle_of("battery"), QPoint(0, -80), steps=3
        )  # lifted and let go in the open: nothing happens
        self.assertEqual(self.placement("battery").parent, "battery-plate")
        start = self.middle_of("battery")
        body = self.session.document.parts_by_id["boxy-body"].offered("battery plate")
        goal = side.place_px(self.session.analysis.assembly.point_pose("body", body)[0]).toPoint()
        QTest.mousePress(side, Qt.MouseButton.LeftButton, Qt.KeyboardModifier.NoModifier, start)
        from tests.ui.window_test import move_mouse

        move_mouse(side, start + QPoint(0, -70))
        move_mouse(side, goal)
        self.settle()
        self.assertTrue(side.gestures.targets)
        side.grab()
        QTest.mouseRelease(side, Qt.MouseButton.LeftButton, Qt.KeyboardModifier.NoModifier, goal)
        self.assertEqual(self.placement("battery").parent, "body")
        self.session.undo()
        self.assertEqual(self.placement("battery").parent, "battery-plate")

    def test_click_in_the_open_selects_nothing_and_pans(self) -> None:
        """A drag on empty paper moves the paper, not the rig."""
        side = self.window.stage.side
        self.session.selection.select("body")
        document, middle = self.session.document, QPointF(side.middle_mm)
        self.drag(side, QPoint(10, side.height() - 10), QPoint(30, -20))
        self.assertIsNone(self.session.selection.id)
        self.assertIs(self.session.document, document)
        self.assertNotEqual(side.middle_mm, middle)
        QTest.mouseDClick(side, Qt.MouseButton.LeftButton, Qt.KeyboardModifier.NoModifier, QPoint(5, side.height() - 5))
        self.assertTrue(side.fitted)

    def test_turn_handle(self) -> None:
        """The selected handle's ring turns it, tooth by tooth, in the sense of the mouse."""
        side = self.window.stage.side
        self.session.selection.select("right-handle")
        self.settle()
        found = side.gestures.turn_handle()
        assert found is not None
        middle, handle, _ = found
        before = self.session.analysis.assembly.to_rig("right-handle", (0, 0, -0.2))
        goal = middle + QPointF(math.cos(math.radians(40)), math.sin(math.radians(40))) * 54
        turned = self.placement("right-handle").turn_rad
        angle = math.atan2(handle.y() - middle.y(), handle.x() - middle.x()) + math.radians(30)
        goal = middle + QPointF(math.cos(angle), math.sin(angle)) * 54
        self.drag(side, handle.toPoint(), (goal - handle).toPoint())
        self.assertAlmostEqual(abs(math.degrees(self.placement("right-handle").turn_rad - turned)), 30, delta=4)
        after = self.session.analysis.assembly.to_rig("right-handle", (0, 0, -0.2))
        # clockwise on the paper (the mouse went down): the hanging end goes back, to the left of the paper
        self.assertLess(after[0], before[0])

    def test_wheel_zooms_about_the_mouse(self) -> None:
        """The point under the mouse stays under it; the beam below keeps the same scale."""
        side = self.window.stage.side
        at = QPointF(200, 120)
        before, scale = side.to_mm(at), side.scale
        event = QWheelEvent(
            at, QPointF(side.mapToGlobal(at.toPoint())), QPoint(), QPoint(0, 240),
            Qt.MouseButton.NoButton, Qt.KeyboardModifier.NoModifier, Qt.ScrollPhase.NoScrollPhase, False,
        )  # fmt: skip
        self.application.sendEvent(side, event)
        self.assertGreater(side.scale, scale)
        after = side.to_mm(at)
        self.assertAlmostEqual(before.x(), after.x(), delta=0.01)
        self.assertAlmostEqual(before.y(), after.y(), delta=0.01)


class Keys(WindowTest):
    """Everything by keyboard too."""

    def test_arrows_slide_by_one_and_ten_millimetres(self) -> None:
        """Left is back; with shift ten millimetres; up and down do nothing on a level track; one undo for a run."""
        self.session.selection.select("body")
        start = self.placement("bridge").slide_m
        for _ in range(3):
            self.press(Qt.Key.Key_Left)
        self.assertAlmostEqual(self.placement("bridge").slide_m, start - 0.003, places=7)
        self.press(Qt.Key.Key_Right, shift=True)
        self.assertAlmostEqual(self.placement("bridge").slide_m, start + 0.007, places=7)
        self.press(Qt.Key.Key_Up)
        self.assertAlmostEqual(self.placement("bridge").slide_m, start + 0.007, places=7)
        self.session.undo()
        self.assertAlmostEqual(self.placement("bridge").slide_m, start, places=7)

    def test_arrows_stop_at_neighbours(self) -> None:
        """Held down, the key stops where the travel ends."""
        self.session.selection.select("bridge")
        travel = free_travel(self.session.analysis.assembly, "bridge")
        for _ in range(30):
            self.press(Qt.Key.Key_Right, shift=True)
        self.assertLessEqual(self.placement("bridge").slide_m, travel.to_m + 1e-6)

    def test_page_keys_step_through_the_parts(self) -> None:
        """Page Down goes through all parts and round again."""
        ids = self.session.analysis.assembly.ids
        seen = []
        for _ in range(len(ids) + 1):
            self.press(Qt.Key.Key_PageDown)
            seen.append(self.session.selection.id)
        self.assertEqual(seen, [*ids, ids[0]])
        self.press(Qt.Key.Key_PageUp)
        self.assertEqual(self.session.selection.id, ids[-1])
        self.press(Qt.Key.Key_Escape)
        self.assertIsNone(self.session.selection.id)

    def test_brackets_turn(self) -> None:
        """A tooth at a time, back and forth."""
        self.session.selection.select("left-handle")
        start = self.placement("left-handle").turn_rad
        self.press(Qt.Key.Key_BracketRight)
        self.assertAlmostEqual(self.placement("left-handle").turn_rad - start, math.radians(6), places=5)
        self.press(Qt.Key.Key_BracketLeft)
        self.assertAlmostEqual(self.placement("left-handle").turn_rad, start, places=5)

    def test_delete_takes_off(self) -> None:
        """Delete takes the selected part off, and undo brings it back."""
        self.session.selection.select("transmitter")
        self.press(Qt.Key.Key_Delete, self.window)
        self.assertNotIn("transmitter", self.session.setup.by_id)
        self.press(Qt.Key.Key_Z, self.window, control=True)
        self.assertIn("transmitter", self.session.setup.by_id)

    def test_a_part_without_a_track_says_so(self) -> None:
        """The base cannot be slid; that is said, not ignored."""
        self.session.selection.select("base")
        self.press(Qt.Key.Key_Left)
        self.assertIn("no track", self.messages[-1][0])

    def test_zoom_and_fit_keys(self) -> None:
        """Plus, minus and F."""
        scale = self.window.stage.side.scale
        self.press(Qt.Key.Key_Plus, self.window)
        self.assertGreater(self.window.stage.side.scale, scale)
        self.press(Qt.Key.Key_F, self.window)
        self.assertAlmostEqual(self.window.stage.side.scale, scale, places=6)


class FromTheMat(WindowTest):
    """Parts dropped on the stage."""

    def drop(self, part_id: str, at: QPoint) -> None:
        """Carry a part over the side view and let it go."""
        side, data = self.window.stage.side, QMimeData()
        data.setData(PART_MIME, part_id.encode())
        actions, button, keys = Qt.DropAction.CopyAction, Qt.MouseButton.LeftButton, Qt.KeyboardModifier.NoModifier
        from PySide6.QtGui import QDragEnterEvent

        self.application.sendEvent(side, QDragEnterEvent(at, actions, data, button, keys))
        self.application.sendEvent(side, QDragMoveEvent(at, actions, data, button, keys))
        side.grab()
        self.application.sendEvent(side, QDropEvent(QPointF(at), actions, data, button, keys))
        self.settle()

    def test_dropped_on_a_shoe(self) -> None:
        """A microphone let go over the camera's rear shoe is mounted there and selected."""
        shoe = self.session.document.parts_by_id["boxy-body"].offered("rear shoe")
        origin, _ = self.session.analysis.assembly.point_pose("body", shoe)
        self.drop("microphone", self.window.stage.side.place_px(origin).toPoint())
        self.assertEqual(self.session.selection.id, "microphone")
        self.assertEqual(self.placement("microphone").parent, "body")

    def test_dropped_in_the_open(self) -> None:
        """Let go where nothing fits: said, and nothing changes."""
        before = self.session.document
        self.drop("microphone", QPoint(5, 5))
        self.assertIs(self.session.document, before)
        self.assertIn("no place there", self.messages[-1][0])

    def test_first_part_of_an_empty_setup(self) -> None:
        """On an empty setup the first part lies down as the root."""
        self.window.header._new_setup(None)
        self.settle()
        self.assertIn("mat", self.window.reading.rest.text())
        self.drop("quick-plate", QPoint(200, 100))
        self.assertEqual(self.session.setup.placements[0].part, "quick-plate")


class Drawing(WindowTest):
    """What is drawn is where it is."""

    def test_hull_against_scipy(self) -> None:
        """Our convex hull has the corners that SciPy's (Qhull) has."""
        rng = np.random.default_rng(4)
        for count in (3, 8, 60):
            points = np.round(rng.standard_normal((count, 2)), 3)
            ours = {tuple(p) for p in hull(points)}
            other = {tuple(points[k]) for k in ConvexHull(points).vertices}
            self.assertEqual(ours, other)
        self.assertEqual(len(hull(np.zeros((5, 2)))), 1)

    def test_directions_of_view(self) -> None:
        """The lens looks right in the side view and from above; left is right when seen from the front."""
        point = np.array([[0.1, 0.2, 0.3]])
        np.testing.assert_allclose(SIDE.flat(point), [[100, -300]])
        np.testing.assert_allclose(PLAN.flat(point), [[100, -200]])
        np.testing.assert_allclose(FRONT.flat(point), [[200, -300]])
        self.assertEqual(SIDE.flat_point(point[0]), tuple(SIDE.flat(point)[0]))

    def test_outlines_lie_on_their_solids(self) -> None:
        """In the side view the outline of every upright part spans what its solids span, to 3 mm."""
        assembly = self.session.analysis.assembly
        lower, upper, rows = assembly.boxes_m
        for drawn in self.window.stage.side.drawn:
            row = assembly.index[drawn.placement]
            if not np.allclose(np.abs(assembly.rotations[row]).max(axis=0), 1.0):
                continue  # the box around a slanted part is wider than the part
            mine = rows == row
            bounds = drawn.outline.whole.boundingRect().translated(drawn.x_mm, drawn.y_mm)
            self.assertAlmostEqual(bounds.left(), lower[mine, 0].min() * 1000, delta=3.0, msg=drawn.placement)
            self.assertAlmostEqual(bounds.right(), upper[mine, 0].max() * 1000, delta=3.0, msg=drawn.placement)

    def test_slid_parts_keep_their_outline(self) -> None:
        """A slide reuses the remembered outlines; a turned part gets another."""
        book, part = OutlineBook(), self.session.document.parts_by_id["zoom-28-80"]
        first = book.outline(part, np.eye(3), AT_REST, SIDE)
        self.assertIs(book.outline(part, np.eye(3), AT_REST, SIDE), first)
        self.assertIsNot(book.outline(part, np.diag((1.0, -1, -1)), AT_REST, SIDE), first)
        self.assertIsNot(book.outline(part, np.eye(3), AT_REST, PLAN), first)

    def test_every_kind_can_be_drawn(self) -> None:
        """Every part of the demo kit has strokes in all three views; an unknown kind is drawn as its solids."""
        book = OutlineBook()
        for part in self.session.document.parts:
            for view in (SIDE, PLAN, FRONT):
                self.assertTrue(book.outline(part, np.eye(3), AT_REST, view).pieces, part.name)
        odd = self.session.document.parts_by_id["zoom-28-80"].changed(kind="teapot")
        self.assertEqual(len(strokes(odd)), len(odd.solids))

    def test_pictures_have_ink(self) -> None:
        """Each view paints something, and paints something else after a slide."""
        stage = self.window.stage
        for widget in (stage.side, stage.plan, stage.front, stage.beam, stage.chart):
            before = widget.grab().toImage()
            colours = {before.pixel(x, y) for x in range(0, before.width(), 7) for y in range(0, before.height(), 7)}
            self.assertGreater(len(colours), 3, type(widget).__name__)
        picture = stage.side.grab().toImage()
        self.session.selection.select("bridge")
        self.press(Qt.Key.Key_Left, shift=True)
        self.assertNotEqual(stage.side.grab().toImage(), picture)

    def test_empty_and_unsupported_rigs_are_painted(self) -> None:
        """No pad, no parts, no hands: every view still paints."""
        from equilix.edits import rigging

        setup = self.session.setup.id
        for key in ("handle-rods", "base"):
            self.session.edit("take off", lambda d, key=key: rigging.remove(d, setup, key))
            self.settle()
            self.window.grab()
        self.assertEqual(self.session.setup.placements, ())


if __name__ == "__main__":
    unittest.main()
