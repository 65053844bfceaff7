"""Free placing in the window: strapped in Build, nudged in mm and degrees; dropped with Shift."""

import math

import numpy as np
from PySide6.QtCore import QMimeData, QPointF, Qt
from PySide6.QtGui import QDropEvent

from equilix.ui.stage.paper import Paper
from equilix.ui.stage.targets import PART_MIME
from equilix.ui.workspaces.build import BuildPage
from tests.ui.window_test import WindowTest


class Strapped(WindowTest):
    """On the lamp-room rig."""

    def setUp(self) -> None:
        super().setUp()
        self.press(Qt.Key.Key_F2, self.window)
        page = self.window.page
        assert isinstance(page, BuildPage)
        self.page = page

    def drop(self, view: Paper, part_id: str, at: QPointF) -> None:
        """Let a part from the mat go over a view, with Shift."""
        data = QMimeData()
        data.setData(PART_MIME, part_id.encode())
        event = QDropEvent(
            at, Qt.DropAction.CopyAction, data, Qt.MouseButton.LeftButton, Qt.KeyboardModifier.ShiftModifier
        )
        view.gestures.drop(event)
        self.settle()

    def test_in_build(self) -> None:
        """The transmitter is strapped to the body where it is; nudged 5 mm and turned 90°; three undos take it back."""
        start = self.session.document
        self.session.selection.select("transmitter")
        self.settle()
        assembly = self.session.analysis.assembly
        before = assembly.positions_m[assembly.index["transmitter"]]
        self.assertFalse(self.page.form.isRowVisible(self.page.motion.position[0]))
        row = self.page.mount.findText("strapped to the boxy cinema body")
        self.assertGreaterEqual(row, 0)
        self.page.mount.setCurrentIndex(row)
        self.page.mount.activated.emit(row)
        self.settle()
        placement = self.session.setup.by_id["transmitter"]
        self.assertTrue(placement.strapped)
        self.assertEqual(self.page.mount.currentText(), "strapped to the boxy cinema body")
        assembly = self.session.analysis.assembly
        np.testing.assert_allclose(assembly.positions_m[assembly.index["transmitter"]], before, atol=1e-12)
        self.assertTrue(self.page.form.isRowVisible(self.page.motion.position[0]))
        pose = placement.pose
        assert pose is not None
        self.enter(self.page.motion.position[1], f"{1000 * pose.position_m[1] + 5:.3f} mm")
        self.enter(self.page.motion.angles[2], "90°")
        found = self.session.setup.by_id["transmitter"].pose
        assert found is not None
        self.assertAlmostEqual(found.position_m[1], pose.position_m[1] + 0.005, places=6)
        self.assertAlmostEqual(found.angles_rad[2], math.pi / 2, places=6)
        for _ in range(3):
            self.session.undo()
        self.assertEqual(self.session.document, start)

    def test_dropped_with_shift(self) -> None:
        """A part from the mat, let go with Shift over the body: strapped to it, its middle under the mouse."""
        side = self.window.stage.side
        part = next(each for each in self.session.document.parts if each.kind == "small-battery")
        at = QPointF(self.middle_of("body"))
        count = len(self.session.setup.placements)
        self.drop(side, part.id, at)
        self.assertEqual(len(self.session.setup.placements), count + 1)
        placed = self.session.setup.placements[-1]
        self.assertEqual((placed.part, placed.parent, placed.strapped), (part.id, "body", True))
        self.assertEqual(self.session.selection.id, placed.id)
        assembly = self.session.analysis.assembly
        lower, upper, rows = assembly.boxes_m
        mine = rows == assembly.index[placed.id]
        middle = (lower[mine].min(axis=0) + upper[mine].max(axis=0)) / 2
        there = side.place_px(middle)
        self.assertLess(abs(there.x() - at.x()) + abs(there.y() - at.y()), 2.0)
        body = rows == assembly.index["body"]
        self.assertLessEqual(float(upper[mine][:, 1].max()), float(lower[body][:, 1].min()) + 1e-9)  # on its near side
        struck = [check for check in self.session.result.checks if check.key == "struck"]
        self.assertFalse([check for check in struck if check.placement == placed.id])
        self.session.undo()
        self.assertEqual(len(self.session.setup.placements), count)

    def test_dropped_from_above(self) -> None:
        """In the plan, a battery whose origin is at its foot lies on the body, and does not float over it."""
        part = next(each for each in self.session.document.parts if each.kind == "small-battery")
        plan = self.window.stage.plan
        self.drop(plan, part.id, QPointF(self.middle_of("body", plan)))
        placed = self.session.setup.placements[-1]
        self.assertEqual((placed.part, placed.parent, placed.strapped), (part.id, "body", True))
        lower, upper, rows = self.session.analysis.assembly.boxes_m
        mine, body = (rows == self.session.analysis.assembly.index[each] for each in (placed.id, "body"))
        self.assertAlmostEqual(float(lower[mine][:, 2].min()), float(upper[body][:, 2].max()))
