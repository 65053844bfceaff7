"""From an empty document: the start page, the quick answer, starter rigs and the shelf, by mouse and keys."""

from __future__ import annotations

from PySide6.QtCore import QMimeData, QPointF, Qt
from PySide6.QtGui import QDropEvent
from PySide6.QtTest import QTest
from PySide6.QtWidgets import QLabel, QPushButton

from equilix.kit.catalogue import LUMP
from equilix.quick.answer import along
from equilix.shelf.starters import starters
from equilix.ui.app import open_program
from equilix.ui.stage.targets import PART_MIME
from equilix.ui.theme import NIGHT_SET
from equilix.ui.workspaces.build import BuildPage
from equilix.ui.workspaces.quick import QuickPage
from equilix.ui.workspaces.start import StartPage
from tests.ui.beginning import Beginning
from tests.ui.screen_lint import findings


class Start(Beginning):
    """The start page."""

    def test_the_ways_in(self) -> None:
        """Every way leads to its page, or opens what it says; the demo is one click away."""
        for key, wanted in (("quick", "quick"), ("shelf", "shelf"), ("list", "list"), ("mat", "mat")):
            self.window.show_page("start")
            self.do_click(self.page(StartPage).buttons[key])
            self.assertEqual(self.window.pages.open_key, wanted)
        self.window.show_page("start")
        self.do_click(self.page(StartPage).buttons["demo"])
        self.assertEqual((self.window.pages.open_key, len(self.session.document.setups)), ("balance", 7))

    def test_from_the_mat(self) -> None:
        """An empty mat leads there too; one with parts on it needs the room for its figures."""
        self.window.show_page("mat")
        mat = self.window.page
        self.do_click(mat.begin)  # type: ignore[attr-defined]
        self.assertEqual(self.window.pages.open_key, "start")
        self.do_click(self.page(StartPage).cards["sled"])
        self.window.show_page("mat")
        self.settle()
        self.assertFalse(mat.begin.isVisible())  # type: ignore[attr-defined]

    def test_by_keys(self) -> None:
        """The keys go to the quick answer first; in the rigs arrow keys go from one to the next, not off the edge."""
        self.assertTrue(self.page(StartPage).buttons["quick"].hasFocus())
        cards = list(self.page(StartPage).cards.values())
        cards[0].setFocus()
        self.do_key(Qt.Key.Key_Right)
        self.assertTrue(cards[1].hasFocus())
        self.do_key(Qt.Key.Key_Up)
        self.assertTrue(cards[1].hasFocus())
        self.do_key(Qt.Key.Key_Left)
        self.do_key(Qt.Key.Key_Down)
        self.assertGreater(next(k for k, card in enumerate(cards) if card.hasFocus()), 1)

    def test_rigs_come_as_they_are_put_together(self) -> None:
        """All of them in the end, each with a picture and its mass; taking one meanwhile disturbs nothing."""
        page = self.page(StartPage)
        before = [card.geometry() for card in page.cards.values()]
        self.wait(lambda: len(page.rigs) == len(starters()))
        self.assertEqual([card.geometry() for card in page.cards.values()], before, "nothing moves when they come")
        for card in page.cards.values():
            self.assertIsNotNone(card.picture.assembly)
            self.assertIn("kg", card.weighs.text())
        self.window.change_units()
        self.settle()
        self.assertIn("lb", page.cards["sled"].weighs.text())

    def test_first_start(self) -> None:
        """Nobody has opened anything yet: the ways to begin; with the demo asked for, the demo."""
        window = open_program().window
        try:
            self.assertEqual(window.pages.open_key, "start")
            self.assertEqual(window.session.document.parts, ())
        finally:
            window.close_anyway()
            window.deleteLater()

    def test_taken_while_they_come(self) -> None:
        """A rig is taken at once, is one undo, and the page is left."""
        self.do_click(self.page(StartPage).cards["sled"])
        self.assertEqual(self.window.pages.open_key, "balance")
        self.assertEqual((self.session.setup.carry, self.session.analysis.status), ("vest", "rests"))
        self.assertEqual(self.actions, 1)
        self.session.undo()
        self.assertEqual(self.session.document.parts, ())


class Quick(Beginning):
    """The quick answer."""

    def told(self) -> QuickPage:
        """A shoulder rig of 7.2 kg that balances 85 mm in front, told by keys."""
        self.do_key(Qt.Key.Key_Space)
        page = self.page(QuickPage)
        for text in ("7.2 kg", "85", "-130", "40"):
            self.do_type(text)
            self.do_key(Qt.Key.Key_Tab)
        self.answered(page)
        return page

    def answered(self, page: QuickPage) -> None:
        """Until the answer to what stands there is there."""
        self.wait(lambda: not (page._soon.isActive() or page.job.running))

    def buttons(self, page: QuickPage) -> list[QPushButton]:
        """Those that make a way the rig."""
        return page.answers.findChildren(QPushButton)

    def test_a_shoulder_rig_in_under_fifteen_actions(self) -> None:
        """Where the camera must go, and it is the rig: 10 clicks, keys and entries from a new document."""
        page = self.told()
        self.assertIn("Falls forward", page.verdict.text())
        self.assertIn("85 mm ± 3 mm in front", page.where.text())
        (first,) = self.buttons(page)
        self.assertIn("Slide the camera back by 113 mm", first.accessibleName())
        self.do_click(first)
        self.assertLess(self.actions, 15)
        self.assertEqual(self.window.pages.open_key, "balance")
        self.assertAlmostEqual(along(self.session.analysis).value_m, 0.0, delta=0.001)
        self.assertEqual(len(self.session.document.setups), 1, "the empty setup became the rig")
        self.session.undo()
        self.assertEqual(self.session.document.parts, ())

    def test_it_follows_each_key(self) -> None:
        """With a weight at hand another way comes; what cannot be read yet leaves the answer, and is said later."""
        page = self.told()
        self.assertTrue(page.form.weights.hasFocus())
        self.do_type("1.7 kg at")
        self.answered(page)
        self.assertEqual(len(self.buttons(page)), 1)
        self.assertFalse(page.form.weights_wrong.isVisible())
        self.do_type(" -300")
        self.answered(page)
        self.assertEqual(len(self.buttons(page)), 2)
        self.do_key(Qt.Key.Key_Return)
        self.do_type("nonsense")
        self.do_key(Qt.Key.Key_Tab)
        self.answered(page)
        self.assertIn("Line 2", page.form.weights_wrong.text())
        self.assertEqual(len(self.buttons(page)), 2)

    def test_what_contradicts_itself(self) -> None:
        """Said in the place of the answer; what was typed stays."""
        page = self.told()
        page.form.stays.line.setFocus()
        self.do_type("9 kg")
        self.answered(page)
        self.assertIn("the whole 7.20 kg", page.verdict.text())
        self.assertEqual(self.buttons(page), [])
        self.assertFalse(page.as_it_is.isEnabled())
        self.assertEqual(page.form.mass.line.text(), "7.2 kg")
        page.form.mass.line.setFocus()
        page.form.mass.line.selectAll()
        self.do_type("12 apples")
        self.do_key(Qt.Key.Key_Tab)
        self.assertIn("12 apples", page.form.mass.complaint.text())

    def test_an_old_answer_is_not_taken(self) -> None:
        """Another mass has been told and its answer is not there yet: the button of the old one does nothing."""
        page = self.told()
        (first,) = self.buttons(page)
        page.form.mass.line.setText("9 kg")
        page._look()
        first.click()
        self.assertEqual(self.session.document.parts, ())
        self.answered(page)
        self.buttons(page)[0].click()
        self.assertAlmostEqual(self.session.analysis.mass.mass_kg, 9.0)

    def test_two_readings_from_a_mark(self) -> None:
        """4.1 kg at 480 mm and 3.1 kg at 260 mm from the front, the pad's middle at 300 mm: 85.3 mm in front."""
        self.do_key(Qt.Key.Key_Space)
        page = self.page(QuickPage)
        form = page.form
        form.weighed.setCurrentIndex(1)
        form.weighed.activated.emit(1)
        self.settle()
        self.assertFalse(form.mass.isVisible())
        entries = [field for pair in form.readings for field in pair]
        for field, text in zip(entries, ("4.1 kg", "480", "3.1 kg", "260"), strict=True):
            field.line.setFocus()
            self.do_type(text)
        form.mark.setFocus()
        self.do_type("front of the plate")
        form.datum.line.setFocus()
        self.do_type("300")
        form.weights.setFocus()
        self.do_type("100 g at 50")
        self.answered(page)
        assert page.found is not None
        self.assertAlmostEqual(page.found.told.weights[0].from_m, -0.25)
        self.assertIn("does not suffice", " ".join(label.text() for label in page.answers.findChildren(QLabel)))
        self.assertAlmostEqual(page.found.told.weighing.mass_kg, 7.2)
        self.assertAlmostEqual(page.found.told.weighing.balance_m, (4.1 * 0.180 - 3.1 * 0.040) / 7.2)
        self.assertEqual([way.within for way in page.found.ways], [False])
        self.assertEqual([needed.at_m for needed in page.found.needed], [-0.25])

    def test_in_every_dress(self) -> None:
        """Filled, in both themes, US units, at the smallest size and with each way of carrying: nothing is cut off."""
        page = self.told()
        self.do_type("500 g at -300 mm")
        for size in ((1024, 640), (1280, 800)):
            self.window.resize(*size)
            for row in range(page.form.carry.count()):
                page.form.carry.setCurrentIndex(row)
                page.form.carry.activated.emit(row)
                self.answered(page)
                self.assertEqual(findings(self.window, look=True), [], (size, page.form.carry.currentText()))
            self.window.change_theme()
            self.window.change_units()
            self.answered(page)
            self.assertEqual(findings(self.window, look=True), [], size)
        self.assertIsNot(self.window.theme, NIGHT_SET)

    def test_split_up_later(self) -> None:
        """A lens that was weighed with it is strapped to the lump and counted in; mass and balance stay."""
        page = self.told()
        self.do_click(page.as_it_is)
        before = along(self.session.analysis)
        self.listed("35 mm prime 900 g 100×80")
        side = self.window.stage.side
        data = QMimeData()
        data.setData(PART_MIME, self.session.document.parts[-1].id.encode())
        keys = Qt.KeyboardModifier.ShiftModifier
        at = QPointF(self.middle_of("camera"))
        side.gestures.drop(QDropEvent(at, Qt.DropAction.CopyAction, data, Qt.MouseButton.LeftButton, keys))
        self.settle()
        self.press(Qt.Key.Key_F2, self.window)
        build = self.page(BuildPage)
        self.assertTrue(build.count_in.isVisible())
        self.assertIn("Camera as built", build.count_in.text())
        self.do_click(build.count_in)
        self.assertAlmostEqual(self.session.analysis.mass.mass_kg, 7.2)
        self.assertAlmostEqual(along(self.session.analysis).value_m, before.value_m)
        self.assertFalse(build.count_in.isVisible())
        self.assertIn("Not yet told", [part.name for part in self.session.document.parts if part.kind == LUMP])


class Exchanged(Beginning):
    """A starter rig with five parts of one's own."""

    def test_five_parts_for_ones_own(self) -> None:
        """From a list and in Build: pose, marks and cables stay; the balance follows."""
        self.do_click(self.page(StartPage).cards["long-pad-on-rods"])
        before = self.session.setup
        self.listed("my body 1.9 kg\nmy zoom 1.4 kg\nmy battery 150 Wh 950 g\nmy handgrip 410 g\nmy top handle 300 g")
        self.do_key(Qt.Key.Key_F2)
        build = self.page(BuildPage)
        for placement, name in (
            ("body", "my body"), ("lens", "my zoom"), ("battery", "my battery"), ("right-handle", "my handgrip"),
            ("top-handle", "my top handle"),
        ):  # fmt: skip
            side = self.window.stage.side
            self.actions += 1
            QTest.mouseClick(side, Qt.MouseButton.LeftButton, pos=self.middle_of(placement))
            self.settle()
            self.assertEqual(self.session.selection.id, placement)
            self.choose(build.swap, name)
        after = self.session.setup
        names = {p.id: self.session.document.parts_by_id[p.part].name for p in after.placements}
        self.assertEqual(sum(name.startswith("my ") for name in names.values()), 5)
        self.assertEqual(len(after.cables), len(before.cables))
        for old in before.placements:
            new = after.by_id[old.id]
            self.assertEqual(
                (new.parent, new.point, new.slide_m, new.turn_rad), (old.parent, old.point, old.slide_m, old.turn_rad)
            )
        self.assertLess(self.actions, 25)
