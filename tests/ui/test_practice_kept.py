"""Practice, in the window: what is kept, hands without a plan, the moving drawing, a document with nothing in it."""

import random

import numpy as np
from msgspec.structs import replace
from PySide6.QtCore import QPoint, QPointF, QRectF, Qt
from PySide6.QtTest import QTest

from equilix.analysis import analyse
from equilix.document import Document, empty
from equilix.edits.rigging import extend
from equilix.mechanics.linkage import turned_by
from equilix.practice.exercises import EXERCISES, own
from equilix.store import practice_kept
from equilix.ui.stage.outlines import OutlineBook
from equilix.ui.stage.projection import FRONT, SIDE
from equilix.ui.stage.sheet import Sheet
from equilix.ui.stage.tumbling import Tumbling
from equilix.ui.workspaces.notebook.page import PRACTISED, NotebookPage
from equilix.ui.workspaces.practice.page import PracticePage
from tests.ui.practice_test import NO_KEYS, PracticeTest
from tests.ui.random_gestures import watched
from tests.ui.window_test import move_mouse


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
        self.assertFalse(page.course.go_on.isHidden())
        self.assertIn("first axis", page.course.go_on.text())
        page.go_on()
        assert page.rig.attempt is not None
        self.assertEqual(page.rig.attempt.left.places_m, left.places_m)
        self.assertEqual(page.rig.attempt.hints, 1)
        page.stop()
        page.deleteLater()

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
        left = {tab.table.item(row, 1).text(): tab.table.item(row, 5).text() for row in range(2)}
        self.assertEqual(left, {"Let go and look": "over 10", "Gimbal: the first axis": "6.7"})
        self.assertIn("It falls off the shoulder", tab.more.text())
        tab.table.setCurrentCell(0, 0)
        self.click(tab.remove)
        self.assertEqual(len(self.session.document.practised), 1)
        self.press(Qt.Key.Key_Z, control=True)
        self.assertEqual(len(self.session.document.practised), 2)


class FromNothing(PracticeTest):
    """A new document, with nothing in it."""

    def document(self) -> Document:
        return empty()

    def test_the_course_needs_no_kit(self) -> None:
        """There is no rig of one's own, which is said; a step of the course is done and kept, by nobody."""
        self.assertFalse(self.page.course.begin_own.isEnabled())
        self.assertEqual(self.page.course.own.rowCount(), 0)
        self.assertIn("Build makes one", self.page.course.none.text())
        self.begin("tilt")
        self.keys(Qt.Key.Key_L)
        self.keys(Qt.Key.Key_Down, times=3)
        self.keys(Qt.Key.Key_Space)
        self.run_for(0.3)
        self.keys(Qt.Key.Key_C)
        (kept,) = self.session.document.practised
        self.assertEqual((kept.exercise, kept.operator), ("tilt", None))
