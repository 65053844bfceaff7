"""The header's sentence, themes and sizes, and the table of commands."""

import unittest

from msgspec.structs import replace
from PySide6.QtCore import Qt
from PySide6.QtGui import QGuiApplication
from PySide6.QtTest import QTest
from PySide6.QtWidgets import QAbstractButton, QComboBox, QLabel, QWidget

from equilix.demo import lighthouse
from equilix.edits import kit, rigging
from equilix.store.saving import save
from equilix.ui.theme import NIGHT_SET, PREP_ROOM, THEMES
from tests.ui.window_test import WindowTest


class Header(WindowTest):
    """The sentence whose words are the switches."""

    def test_lens_operator_setup(self) -> None:
        """Another lens, another operator, a copy of the setup and back; each is one undo."""
        header = self.window.header
        header.lens.choices()[0][1]()
        self.assertNotEqual(header.lens.text(), "28–80 zoom")
        time_before = self.session.analysis.first_to_give_out
        header.operator.choices()[1][1]()
        self.assertEqual(header.operator.text(), "Slight operator")
        self.assertNotEqual(self.session.analysis.first_to_give_out, time_before)
        copy = next(c for c in header.setup.choices() if c is not None and c[0].startswith("Copy"))
        copy[1]()
        self.assertEqual(header.setup.text(), "Lamp room, copy")
        self.assertGreater(len(header.operator.choices()), 3)
        back = next(c for c in header.setup.choices() if c is not None and c[0] == "Lamp room")
        back[1]()
        self.assertEqual(header.setup.text(), "Lamp room")
        for _ in range(4):
            self.session.undo()
        self.assertEqual(header.lens.text(), "28–80 zoom")
        self.assertEqual(header.operator.text(), "Tall operator")

    def test_rename_a_setup(self) -> None:
        """Another name, typed under the word; a name that is taken is refused in place."""
        self.session.edit("x", lambda d: kit.add_setup(d, "Stairs")[0])
        self.window.header.rename_setup()
        panel = self.window.header.panel
        panel.line.setText("lamp room")
        panel.done.click()
        self.assertIn("already", panel.refusal.text())
        panel.line.setText("Stair climb")
        panel.done.click()
        self.settle()
        self.assertEqual(self.window.header.setup.text(), "Stair climb")

    def test_operators(self) -> None:
        """A new operator carries the rig at once; a giant is refused in words; an old one can be changed."""
        header = self.window.header
        header.edit_operator(new=True)
        panel = header.panel
        panel.name.setText("Second operator")
        panel.stature.line.setText("3 m")
        panel.weight.line.setText("sixty")
        panel.done.click()
        self.assertIn("not a number", panel.weight.complaint.text())
        panel.weight.line.setText("60 kg")
        panel.done.click()
        self.assertIn("stature_m was given as 3", panel.refusal.text())
        panel.stature.line.setText("5 ft 4 in")
        panel.shoulder.setCurrentIndex(1)
        panel.done.click()
        self.settle()
        operator = self.session.analysis.operator
        self.assertEqual((operator.name, operator.shoulder), ("Second operator", "left"))
        self.assertAlmostEqual(operator.stature_m, 64 * 0.0254, places=9)
        header.edit_operator(new=False)
        header.panel.weight.line.setText("62 kg")
        header.panel.done.click()
        self.settle()
        self.assertEqual(self.session.analysis.operator.mass_kg, 62.0)
        self.assertEqual(len(self.session.document.operators), 3)

    def test_delete_a_setup(self) -> None:
        """Offered only while another is left."""
        for left in range(len(self.session.document.setups) - 1, 0, -1):
            delete = next(c for c in self.window.header.setup.choices() if c and c[0].startswith("Delete"))
            delete[1]()
            self.assertEqual(len(self.session.document.setups), left)
        self.assertFalse([c for c in self.window.header.setup.choices() if c and c[0].startswith("Delete")])

    def test_menu_opens(self) -> None:
        """The word opens its list."""
        menu = self.window.header.lens.menu()
        self.assertGreater(len(menu.actions()), 4)
        menu.close()


class Look(WindowTest):
    """Themes, arm's length, sizes, names, and colours."""

    def test_themes_keep_their_contrast(self) -> None:
        """Text and the two accents have at least 4.5:1 on paper and card (WCAG 2.1, success criterion 1.4.3)."""
        for theme in THEMES:
            for text in (theme.ink, theme.quiet, theme.tip, theme.hold):
                for ground in (theme.paper, theme.card):
                    self.assertGreaterEqual(contrast(text, ground), 4.5, f"{theme.name}: {text} on {ground}")
            for text in (theme.ink, theme.hold):
                self.assertGreaterEqual(contrast(text, theme.hold_wash), 4.5, f"{theme.name}: {text} on the wash")
            self.assertGreaterEqual(contrast(theme.ink, theme.tip_wash), 4.5)

    def test_night_and_day(self) -> None:
        """F9 changes the theme everywhere and back."""
        self.press(Qt.Key.Key_F9, self.window)
        self.assertIs(self.window.theme, NIGHT_SET)
        self.assertIs(self.window.stage.side.theme, NIGHT_SET)
        self.wait_for_plans()
        self.assertTrue(all(card.theme is NIGHT_SET for card in self.window.pages["balance"].cards))
        self.window.grab()
        self.press(Qt.Key.Key_F9, self.window)
        self.assertIs(self.window.theme, PREP_ROOM)

    def test_one_message_after_the_other(self) -> None:
        """Each has room for its button, also the one that takes the place of another."""
        for number in range(3):
            self.session.said.emit(f"Message {number}", number == 1)
            self.settle()
            for button in self.window.message.notice.buttons:
                self.assertGreaterEqual(button.height(), button.sizeHint().height())
            self.assertEqual(len(self.window.message.notice.buttons), 2 if number == 1 else 1)
        self.window.message.read_away()

    def test_arms_length(self) -> None:
        """F11 leaves drawing, sentence and next step; the step can be done; F11 again brings all back."""
        self.wait_for_plans()
        self.press(Qt.Key.Key_F11, self.window)
        self.assertTrue(self.window.pages.stack.isHidden())
        self.assertTrue(self.window.stage.side.isVisible())
        self.assertIn("Next: Slide the camera back", self.window.message.offers["next"].text.text())
        self.assertGreater(self.window.reading.verdict.font().pointSizeF(), 20)
        self.window.message.offers["next"].press("Do it")
        self.assertEqual(self.session.analysis.status, "rests")
        self.press(Qt.Key.Key_F11, self.window)
        self.assertFalse(self.window.pages.stack.isHidden())

    def test_units(self) -> None:
        """F8 changes all figures to US and back: nothing to save, nothing to undo, and undo leaves the units alone."""
        self.session.edit("Slide", lambda d: kit.rename_setup(d, "lamp-room", "Lamp"))
        self.session.desk.sheet = replace(self.session.desk.sheet, saved=self.session.document)
        self.press(Qt.Key.Key_F8, self.window)
        self.assertIn("lb", self.window.header.mass.text())
        self.assertIn("lbf", self.window.reading.cost.text())
        self.window.grab()
        self.assertFalse(self.session.desk.dirty)
        self.assertEqual(self.session.history.undo_label, "Slide")
        self.session.undo()
        self.assertIn("lb", self.window.header.mass.text())
        self.assertTrue(self.session.desk.dirty)
        self.window.files.open_demo()
        self.assertIn("lb", self.window.header.mass.text())
        self.press(Qt.Key.Key_F8, self.window)
        self.assertIn("kg", self.window.header.mass.text())

    def test_the_verdict_is_large_from_the_start(self) -> None:
        """In a window that has only just been made, as after another setup, in both themes."""
        for step in (lambda: None, lambda: self.session.open_setup("stairs"), self.window.change_theme):
            step()
            self.settle()
            font = self.window.reading.verdict.font()
            self.assertEqual((font.pointSizeF(), font.bold()), (18.0, True))

    def test_another_setup(self) -> None:
        """Looking at another setup is no edit; undo goes to the setup in which the edit was made."""
        self.session.edit("Slide", lambda d: rigging.slide(d, "lamp-room", "bridge", 0.02))
        self.session.desk.sheet = replace(self.session.desk.sheet, saved=self.session.document)
        self.session.open_setup("stairs")
        self.assertEqual(self.session.setup.id, "stairs")
        self.assertFalse(self.session.desk.dirty)
        self.assertEqual(self.session.history.undo_label, "Slide")
        self.session.undo()
        self.assertEqual(self.session.setup.id, "lamp-room")
        self.assertTrue(self.session.desk.dirty)
        self.session.redo()
        self.assertFalse(self.session.desk.dirty)

    def test_the_sentence_takes_two_lines_where_one_has_no_room(self) -> None:
        """A long name: who carries and the lens go to a second line; Tab goes on in the order in which it is read."""
        header = self.window.header
        self.window.resize(1280, 800)
        self.settle()
        self.assertEqual(header.lines, 1)
        high, words = header.height(), (header.setup, header.way, header.operator, header.lens)
        self.assertEqual({word.geometry().center().y() for word in words}, {header.setup.geometry().center().y()})
        name = "Lamp room, with everything on it, for the afternoon and the evening"
        self.session.edit("Rename", lambda d: kit.rename_setup(d, "lamp-room", name))
        self.settle()
        self.assertEqual(header.lines, 2)
        self.assertGreater(header.height(), high)
        self.assertGreater(header.operator.y(), header.setup.geometry().bottom())
        self.assertEqual(header.lens.y(), header.operator.y())
        for word in words:
            self.assertGreaterEqual(word.width(), word.sizeHint().width())
        header.setup.setFocus()
        for word in words[1:]:
            QTest.keyClick(self.window.focusWidget(), Qt.Key.Key_Tab)
            self.assertIs(self.window.focusWidget(), word)
        self.session.undo()
        self.settle()
        self.assertEqual((header.lines, header.height()), (1, high))

    def test_smallest_size(self) -> None:
        """At 1024×640 nothing of the column is cut off at its right, and the drawing has room."""
        self.window.resize(1024, 640)
        self.wait_for_plans()
        for title in ("mat", "build", "balance"):
            self.window.show_page(title)
            self.settle()
            page = self.window.pages[title]
            self.assertLessEqual(page.scroller.widget().width(), page.scroller.viewport().width(), title)
        self.assertGreater(self.window.stage.side.height(), 180)

    def test_what_can_have_focus_has_a_name(self) -> None:
        """Every button, field and list that can have the focus says what it is."""
        self.wait_for_plans()
        for title in ("mat", "build", "balance"):
            self.window.show_page(title)
            self.settle()
            for widget in self.window.findChildren(QWidget):
                if widget.focusPolicy() & Qt.FocusPolicy.TabFocus and widget.isVisibleTo(self.window):
                    text = widget.text() if isinstance(widget, QAbstractButton) else ""
                    inner = widget.objectName().startswith("qt_") or isinstance(widget.parent(), QComboBox)
                    self.assertTrue(inner or widget.accessibleName() or text, f"{title}: {widget!r}")

    def test_type_is_ours_and_large_enough(self) -> None:
        """Every label is set in the shipped type at 11 pt or more."""
        self.wait_for_plans()
        for title in ("mat", "build", "balance"):
            self.window.show_page(title)
            self.settle()
            for label in self.window.findChildren(QLabel):
                self.assertEqual(label.font().family(), "B612", label.text())
                self.assertGreaterEqual(label.font().pointSizeF(), 11, label.text())

    def test_status_is_a_shape_too(self) -> None:
        """The verdict begins with a sign of its own for each status."""
        self.assertTrue(self.window.reading.verdict.text().startswith("▲"))
        self.wait_for_plans()
        self.session.apply_plan(self.session.answers.plans[0])
        self.assertTrue(self.window.reading.verdict.text().startswith("●"))


class Commands(WindowTest):
    """One table of commands."""

    def test_shortcuts_are_unique(self) -> None:
        """No two commands have the same keys, and every command is in the menu."""
        keys = [key for command in self.window.commands.table for key in command.keys]
        self.assertEqual(len(keys), len(set(keys)))
        menu = self.window.commands.menu()
        shown = [a for a in menu.actions() if not a.isSeparator()]
        self.assertEqual(len(shown), len(self.window.commands.table))
        menu.deleteLater()

    def test_undo_says_what_it_would_undo(self) -> None:
        """Nothing to undo is greyed; after an edit the command names it."""
        undo = self.window.commands["undo"]
        self.assertFalse(undo.isEnabled())
        self.session.edit("Weigh the zoom", lambda d: kit.change_part(d, "zoom-28-80", mass_kg=1.5))
        self.assertTrue(undo.isEnabled())
        self.assertEqual(undo.text(), "Undo: Weigh the zoom")

    def test_command_list_opens(self) -> None:
        """The list of commands pops up, with the files opened last."""
        file = self.folder / "a.equilix"
        save(lighthouse(), file)
        self.session.desk.open(file)
        self.window.show_commands()
        self.settle()
        popup = QGuiApplication.topLevelWindows()
        self.assertTrue(popup)
        for widget in self.application.topLevelWidgets():
            if widget is not self.window and widget.isVisible():
                widget.close()

    def test_a_refused_edit_changes_nothing(self) -> None:
        """A refusal is said; document and history stay."""
        before = self.session.history
        self.assertFalse(self.session.edit("x", lambda d: rigging.slide(d, "lamp-room", "bridge", 5.0)))
        self.assertIs(self.session.history, before)
        self.assertTrue(self.messages[-1][1])


def contrast(a: str, b: str) -> float:
    """Contrast ratio of two colours (WCAG 2.1, relative luminance)."""

    def luminance(value: str) -> float:
        parts = [int(value[k : k + 2], 16) / 255 for k in (1, 3, 5)]
        linear = [p / 12.92 if p <= 0.03928 else ((p + 0.055) / 1.055) ** 2.4 for p in parts]
        return 0.2126 * linear[0] + 0.7152 * linear[1] + 0.0722 * linear[2]

    light, dark = sorted((luminance(a), luminance(b)), reverse=True)
    return (light + 0.05) / (dark + 0.05)


if __name__ == "__main__":
    unittest.main()
