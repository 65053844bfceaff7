"""The window in another language: nothing that is shown in it stands outside the tables and their marks."""

import re
import unittest

from PySide6.QtWidgets import QAbstractButton, QComboBox, QLabel, QLineEdit, QPlainTextEdit, QTreeWidget, QWidget

from equilix.demo import lighthouse
from equilix.document import Document
from equilix.practice.exercises import own
from equilix.ui.window import Window
from equilix.words.language import ENGLISH, Language, speak
from tests.strange import UNITS, Strange, nameless
from tests.ui.screen_lint import placed_on
from tests.ui.window_test import WindowTest, every_tab

KEYS = re.compile(r"\(?\b(Ctrl|Shift|Alt|F\d+|Del|Delete|Up|Down|Left|Right)(\+\S+)?\)?|<[^>]*>|&\w+;|#\w{6}|Equilix")
"""Keys of the keyboard, the marks of rich text, and the program's own name."""


def shown(window: Window) -> list[str]:
    """Every text that the widgets of a window hold."""
    found: list[str] = []
    for widget in window.findChildren(QWidget):
        found += [widget.accessibleName(), widget.accessibleDescription(), widget.toolTip()]
        if isinstance(widget, QLabel | QAbstractButton):
            found.append(widget.text())
        if isinstance(widget, QLineEdit | QPlainTextEdit):
            found.append(widget.placeholderText())
        if isinstance(widget, QComboBox):
            found += [widget.itemText(number) for number in range(widget.count())]
        if isinstance(widget, QTreeWidget):
            found.append(widget.headerItem().text(0))
    found += [action.text() for action in window.commands.actions.values()]
    for button in (window.header.way, window.header.setup, window.header.operator):
        found += [choice[0] for choice in button.choices() if choice is not None]
    for drawn in window.findChildren(QWidget):
        found += [each.text.text for each in placed_on(drawn)] if drawn.isVisible() else []
    return found


class InAStrangeLanguage(WindowTest):
    """Every workspace and tab with every letter of a wording another one, and figures for the names of things."""

    def document(self) -> Document:
        return nameless(lighthouse())

    def setUp(self) -> None:
        speak(Language("xx", Strange(), ",", "."))
        self.addCleanup(speak, ENGLISH)
        super().setUp()

    def test_nothing_english_is_left(self) -> None:
        """On each demo rig, in each workspace, on each tab, with a part selected."""
        for setup in self.session.document.setups:
            self.session.open_setup(setup.id)
            self.settle()
            for key, tab in every_tab(self.window, self.window.tabs):
                self.settle()
                self.look(f"{setup.id}, {key}, {tab}")

    def look(self, what: str) -> None:
        """Nothing English is to be read."""
        with self.subTest(what):
            said = "\n".join(shown(self.window))
            left = re.findall(r"[A-Za-z]{2,}", UNITS.sub("", KEYS.sub("", said)))
            self.assertEqual(sorted(set(left)), [])

    def test_while_somebody_practises(self) -> None:
        """At a rig of one's own: held, with a hint and with figures, let go, counted."""
        self.window.show_page("practice")
        page = self.window.page
        page.begin(own("stairs", "gimbal"))  # type: ignore[attr-defined]
        rig = page.rig  # type: ignore[attr-defined]
        for name in ("", "hint", "numbers", "walk", "count"):
            if name:
                rig.buttons[name].click()
            self.wait(lambda: not page.waits)  # type: ignore[attr-defined]
            self.look(f"practice, {name}")


if __name__ == "__main__":
    unittest.main()
