"""The mat: the cloth in groups and to scale, shadows of what is on the rig, the table, a form for all the rest."""

import itertools

from PySide6.QtCore import QEvent, QPoint, QPointF, Qt
from PySide6.QtGui import QImage, QKeyEvent, QPainter, QWheelEvent
from PySide6.QtTest import QTest
from PySide6.QtWidgets import QLineEdit

from equilix.document import Document, empty
from equilix.edits import kit
from equilix.kit.catalogue import FAMILIES, family_of
from equilix.kit.measuring import size_of
from equilix.ui.stage.outlines import OutlineBook
from equilix.ui.workspaces.cloth import USUAL_SCALE, lies_on
from equilix.ui.workspaces.kit_table import COLUMNS
from equilix.ui.workspaces.mat import BOTH_FROM_PX, MatPage
from tests.ui.window_test import WindowTest


class OnTheMat(WindowTest):
    """The workspace is open."""

    page: MatPage

    def setUp(self) -> None:
        super().setUp()
        self.press(Qt.Key.Key_F1, self.window)
        self.page = self.window.page  # type: ignore[assignment]


class Cloth(OnTheMat):
    """What lies where."""

    def test_what_belongs_together_lies_together(self) -> None:
        """One group for each family there is, in their order; no group lies on another; each part in its own."""
        groups = self.page.cloth.groups
        families = [family_of(group.cells[0].part) for group in groups]
        self.assertEqual(families, [f for f in FAMILIES if f in families])
        for group, family in zip(groups, families, strict=True):
            self.assertEqual({family_of(cell.part) for cell in group.cells}, {family})
            for cell in group.cells:
                self.assertTrue(group.box.adjusted(-1, 0, 1, 1).contains(cell.box), cell.part.name)
        for one, other in itertools.combinations(groups, 2):
            self.assertFalse(one.box.intersects(other.box), (one.title, other.title))

    def test_one_scale_for_all(self) -> None:
        """Every outline is as large as its part, at one scale; a plus makes all of it larger, a minus smaller."""
        cloth = self.page.cloth
        lens = cloth.cell_of("zoom-70-200")
        assert lens is not None
        length_mm = float(size_of(lens.part)[0]) * 1000
        self.assertAlmostEqual(lens.outline.whole.boundingRect().width(), length_mm, delta=0.5)
        self.assertEqual(cloth.scale, USUAL_SCALE)
        cloth.setFocus()
        before = lens.box.width()
        QTest.keyClick(cloth, Qt.Key.Key_Plus)
        self.assertAlmostEqual(cloth.scale, 1.25 * USUAL_SCALE)
        self.assertGreater(cloth.cell_of("zoom-70-200").box.width(), before)
        QTest.keyClick(cloth, Qt.Key.Key_Minus)
        self.assertAlmostEqual(cloth.scale, USUAL_SCALE)
        for modifier in (Qt.KeyboardModifier.ControlModifier, Qt.KeyboardModifier.NoModifier):
            at, none = QPointF(50, 50), Qt.MouseButton.NoButton
            cloth.wheelEvent(
                QWheelEvent(at, at, QPoint(), QPoint(0, 120), none, modifier, Qt.ScrollPhase.NoScrollPhase, False)
            )
            self.assertAlmostEqual(cloth.scale, USUAL_SCALE * 1.0015**120)  # without the modifier the page scrolls

    def test_each_lies_on_its_broadest_side(self) -> None:
        """A monitor on its back, a plate flat."""
        book = OutlineBook()
        parts = self.session.document.parts_by_id
        self.assertEqual(lies_on(book, parts["monitor-5"]).name, "front")
        self.assertEqual(lies_on(book, parts["tripod-plate"]).name, "plan")

    def test_shadows(self) -> None:
        """What is on the rig is a shadow without a line of ink; what is not is drawn."""
        cloth = self.page.cloth
        image = QImage(cloth.size(), QImage.Format.Format_RGB32)
        image.fill(Qt.GlobalColor.white)
        with QPainter(image) as painter:
            cloth.render(painter, QPoint(0, 0))
        for part_id, dark in (("boxy-body", False), ("small-body", True)):
            cell = cloth.cell_of(part_id)
            if cell is None:
                self.fail(part_id)
            box = cell.picture.toRect()
            darkest = min(
                image.pixelColor(x, y).lightness()
                for x in range(box.left(), box.right())
                for y in range(box.top(), box.bottom())
            )
            self.assertEqual(darkest < 90, dark, part_id)
        self.assertEqual(cloth._words(cloth.cell_of("boxy-body"), 400.0)[1], "2.35 kg, on the rig")

    def test_nothing_runs_out_of_the_cloth(self) -> None:
        """At every width of the window all lies between its edges."""
        for width in (1024, 1280, 1920):
            self.window.resize(width, 800)
            self.settle()
            for cell in self.page.cloth.cells:
                self.assertLessEqual(cell.box.right(), self.page.cloth.width(), (width, cell.part.name))


class Table(OnTheMat):
    """The kit in lines."""

    def column(self, key: str) -> int:
        """The number of a column."""
        return next(number for number, column in enumerate(COLUMNS) if column.key == key)

    def shown(self, key: str) -> list[str]:
        """What stands in a column, from the top."""
        table = self.page.table.sorted
        return [str(table.index(row, self.column(key)).data()) for row in range(table.rowCount())]

    def type_into(self, part_id: str, key: str, text: str) -> None:
        """Choose a cell, type, Enter."""
        table = self.page.table
        row = next(row for row in range(table.sorted.rowCount()) if self.row_is(row, part_id))
        index = table.sorted.index(row, self.column(key))
        table.setCurrentIndex(index)
        table.edit(index)
        self.settle()
        editor = next(each for each in table.findChildren(QLineEdit) if each.isVisible())
        editor.selectAll()
        QTest.keyClicks(editor, text)
        QTest.keyClick(editor, Qt.Key.Key_Return)
        self.settle()

    def row_is(self, row: int, part_id: str) -> bool:
        """Whether a line of the table is that of a part."""
        table = self.page.table
        return table.kit.lines[table.sorted.mapToSource(table.sorted.index(row, 0)).row()].part.id == part_id

    def test_all_parts_in_the_order_of_the_mat(self) -> None:
        """As many lines as parts; the same order as on the cloth; the filter narrows both."""
        names = [cell.part.name for cell in self.page.cloth.cells]
        self.assertEqual(self.shown("name"), names)
        self.page.filter.setText("prime")
        self.settle()
        self.assertEqual(self.shown("name"), [cell.part.name for cell in self.page.cloth.cells])
        self.assertLess(len(self.shown("name")), len(names))

    def test_sorted_by_value_and_not_by_its_words(self) -> None:
        """98 g before 1.2 kg; twice turns it round; the order on the mat comes back; all of it from a menu too."""
        menu = {action.text(): action for action in self.page.table.menu().actions()}
        by_mass = [action for action in self.page.table.menu().actions() if action.text() == "Mass"][-1]
        by_mass.trigger()
        lines = self.page.table.kit.lines
        masses = [
            lines[self.page.table.sorted.mapToSource(self.page.table.sorted.index(row, 0)).row()].part.mass_kg
            for row in range(len(lines))
        ]
        self.assertEqual(masses, sorted(masses))
        by_mass.trigger()
        heaviest = max(self.session.document.parts, key=lambda part: part.mass_kg)
        self.assertTrue(self.row_is(0, heaviest.id))
        menu["The order on the mat"].trigger()
        self.assertEqual(self.shown("name"), [cell.part.name for cell in self.page.cloth.cells])

    def test_columns_come_and_go(self) -> None:
        """Each column but the name can be shown or put away."""
        table = self.page.table
        for number, column in enumerate(COLUMNS[1:], 1):
            action = next(each for each in table.menu().actions() if each.text() == column.title and each.isCheckable())
            self.assertEqual(action.isChecked(), column.usual)
            action.trigger()
            self.assertEqual(table.isColumnHidden(number), column.usual)

    def assert_as_wide_as_needed(self) -> None:
        """Every column but the first, which has what is left, is as wide as its widest cell or its head."""
        table, head = self.page.table, self.page.table.horizontalHeader()
        for number in range(1, len(COLUMNS)):
            if not table.isColumnHidden(number):
                wanted = max(table.sizeHintForColumn(number), head.sectionSizeHint(number), head.minimumSectionSize())
                self.assertEqual(table.columnWidth(number), wanted, COLUMNS[number].key)

    def test_a_column_is_as_wide_as_what_is_in_it(self) -> None:
        """From the start, where a column is shown later, and where something longer is typed."""
        self.assert_as_wide_as_needed()
        for action in self.page.table.menu().actions():
            if action.isCheckable() and not action.isChecked():
                action.trigger()
        self.assert_as_wide_as_needed()
        self.type_into("battery-98", "price", "123456.78")
        self.assert_as_wide_as_needed()

    def test_chosen_in_one_chosen_in_the_other(self) -> None:
        """Both ways; Enter on a line mounts the part."""
        table, cloth = self.page.table, self.page.cloth
        cloth.choose("microphone")
        self.assertEqual(table.current, "microphone")
        row = next(row for row in range(table.sorted.rowCount()) if self.row_is(row, "battery-98"))
        table.setCurrentIndex(table.sorted.index(row, 0))
        self.assertEqual(cloth.current, "battery-98")
        cloth.choose("microphone")
        QTest.keyClick(table, Qt.Key.Key_Return)
        self.assertIn("microphone", self.session.setup.by_id)

    def test_changed_in_place(self) -> None:
        """Name, mass as people speak it, price, pieces: each one entry, each undone."""
        before = self.session.document
        for key, text, field, value in (
            ("name", "old microphone", "name", "old microphone"),
            ("mass", "7 oz", "mass_kg", 7 * 0.45359237 / 16),  # the pound, by international agreement
            ("price", "80", "price", 80.0),
        ):
            self.type_into("microphone", key, text)
            found = getattr(self.session.document.parts_by_id["microphone"], field)
            self.assertAlmostEqual(found, value) if isinstance(value, float) else self.assertEqual(found, value)
            self.session.undo()
            self.assertEqual(self.session.document, before)

    def test_what_is_refused_stays_and_is_said(self) -> None:
        """A word for a mass: said under the table, and still in the cell; put right, the complaint goes."""
        self.type_into("microphone", "mass", "a lot")
        self.assertIn("a lot", self.page.complaint.text())
        self.assertTrue(self.page.complaint.isVisible())
        editor = next(each for each in self.page.table.findChildren(QLineEdit) if each.isVisible())
        self.assertEqual(editor.text(), "a lot")
        editor.selectAll()
        QTest.keyClicks(editor, "200 g")
        QTest.keyClick(editor, Qt.Key.Key_Return)
        self.settle()
        self.assertFalse(self.page.complaint.isVisible())
        self.assertAlmostEqual(self.session.document.parts_by_id["microphone"].mass_kg, 0.2)

    def test_an_edit_elsewhere_leaves_the_chosen_line(self) -> None:
        """A change of the document shows in its cell; the chosen line stays chosen."""
        self.page.cloth.choose("microphone")
        self.session.edit("Price", lambda d: kit.change_part(d, "battery-98", price=999.0))
        self.settle()
        self.assertEqual(self.page.table.current, "microphone")
        self.assertIn("999", self.shown("price"))

    def test_room_for_the_form(self) -> None:
        """In a small window the form takes the table's place, in a large one all three stand side by side."""
        self.page.cloth.choose("microphone")
        for width in (1024, 1800):
            self.window.resize(width, 800)
            self.page.about.setChecked(True)
            self.page._about(True)
            self.settle()
            wide = self.page.width() >= BOTH_FROM_PX
            self.assertEqual(wide, width == 1800)
            self.assertEqual(self.page.table.isVisible(), wide)
            self.assertTrue(self.page.form.isVisible())
            self.page.form.close_form()
            self.settle()
            self.assertTrue(self.page.table.isVisible())


class Form(OnTheMat):
    """Everything that is known of a part."""

    def open(self, part_id: str) -> None:
        """Show what is known of a part."""
        self.page.cloth.choose(part_id)
        self.page.about.setChecked(True)
        self.page._about(True)
        self.settle()

    def enter_line(self, line: QLineEdit, text: str) -> None:
        """Type and leave the field."""
        line.setText(text)
        line.setModified(True)
        line.editingFinished.emit()
        self.settle()

    def test_size_kind_energy_and_note(self) -> None:
        """Each is one edit of a part that is there; the form shows what came of it."""
        form, before = self.page.form, self.session.document
        self.open("battery-190")
        self.enter_line(form.sizes[1].line, "120 mm")
        self.assertAlmostEqual(float(size_of(self.session.document.parts_by_id["battery-190"])[1]), 0.12)
        self.enter_line(form.energy.line, "200 Wh")
        self.assertEqual(self.session.document.parts_by_id["battery-190"].energy_wh, 200.0)
        self.enter_line(form.remark, "borrowed")
        self.assertEqual(self.session.document.parts_by_id["battery-190"].note, "borrowed")
        index = form.kind.findData("small-battery")
        form.kind.setCurrentIndex(index)
        form.kind.activated.emit(index)
        self.assertEqual(self.session.document.parts_by_id["battery-190"].kind, "small-battery")
        for _ in range(4):
            self.session.undo()
        self.assertEqual(self.session.document, before)
        self.assertEqual(form.kind.currentData(), "battery")

    def test_a_price_that_is_not_known_after_all(self) -> None:
        """Emptied, it is not known; an emptied mass is refused and stays as it was."""
        form = self.page.form
        self.open("battery-190")
        self.enter_line(form.price.line, "420")
        self.enter_line(form.price.line, "")
        self.assertIsNone(self.session.document.parts_by_id["battery-190"].price)
        before = self.session.document
        self.enter_line(form.mass.line, "")
        self.assertFalse(form.mass.complaint.isHidden())
        self.assertIs(self.session.document, before)

    def test_a_size_that_cannot_be(self) -> None:
        """Said under its field; what was typed stays there."""
        form = self.page.form
        self.open("microphone")
        self.enter_line(form.sizes[0].line, "11 m")
        self.assertIn("10000 mm", form.sizes[0].complaint.text())
        self.assertEqual(form.sizes[0].line.text(), "11 m")

    def test_enter_adds_and_esc_puts_away(self) -> None:
        """Enter in any field adds the part; without a name it says so under the name; Esc adds nothing."""
        form, count = self.page.form, len(self.session.document.parts)
        self.page.new.click()
        form.mass.line.setText("300 g")
        QTest.keyClick(form.mass.line, Qt.Key.Key_Return)
        self.assertTrue(form.nameless.isVisible())
        self.assertEqual(len(self.session.document.parts), count)
        form.name.setText("clamp")
        QTest.keyClick(form.name, Qt.Key.Key_Return)
        self.settle()
        self.assertEqual(len(self.session.document.parts), count + 1)
        self.assertTrue(form.isHidden())
        self.page.new.click()
        form.name.setText("not this one")
        QTest.keyClick(form.mass.line, Qt.Key.Key_Escape)
        self.assertTrue(form.isHidden())
        self.assertEqual(len(self.session.document.parts), count + 1)

    def test_the_form_fits(self) -> None:
        """At the smallest window no field reaches out of the form, and the form not out of the window."""
        self.window.resize(1024, 640)
        self.page.new.click()
        self.settle()
        room = self.page.form_room
        self.assertLessEqual(self.page.form.width(), room.viewport().width())
        right = room.mapTo(self.window, QPoint(room.width(), 0)).x()
        self.assertLessEqual(right, self.window.width())


class NothingThere(WindowTest):
    """An empty document."""

    def document(self) -> Document:
        """Nothing at all."""
        return empty()

    def test_empty(self) -> None:
        """No group, no line, no ruler; arrow keys, plus and Enter do nothing and break nothing."""
        self.press(Qt.Key.Key_F1, self.window)
        page = self.window.page
        assert isinstance(page, MatPage)
        self.assertEqual((page.cloth.groups, page.table.sorted.rowCount()), ([], 0))
        for key in (Qt.Key.Key_Right, Qt.Key.Key_Return, Qt.Key.Key_Plus):
            for widget in (page.cloth, page.table):
                widget.keyPressEvent(QKeyEvent(QEvent.Type.KeyPress, key, Qt.KeyboardModifier.NoModifier))
        self.assertFalse(page.grab().isNull())
