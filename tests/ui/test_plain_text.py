"""What stands in a document is shown as it stands there: never as markup, never as a shortcut."""

import json
import unittest

from PySide6.QtCore import Qt
from PySide6.QtGui import QAction
from PySide6.QtWidgets import QAbstractButton, QApplication, QLabel, QMenu, QTreeWidget, QWidget

from equilix.demo import lighthouse
from equilix.document import Document
from equilix.store.parsing import parse
from equilix.store.writing import to_bytes
from equilix.ui.ratings_panel import RatingsPanel
from equilix.ui.widgets.tint import as_tip, on_button, plain_label
from equilix.ui.workspaces.table import BY_KEY
from tests.ui.window_test import WindowTest

EVIL = "<img src='/nowhere/evil.png'> & <b>X</b>[*]"


class PlainText(WindowTest):
    """The demo with every name made hostile."""

    def document(self) -> Document:
        """Every part, setup, operator, cable, point and grip is called by markup with a number."""
        raw = json.loads(to_bytes(lighthouse()))
        raw["name"] = EVIL
        for number, thing in enumerate([*raw["parts"], *raw["setups"], *raw["operators"]]):
            thing["name"] = f"{EVIL} {number}"
        for setup in raw["setups"]:
            for cable in setup.get("cables", ()):
                cable["name"] = f"{EVIL} {cable['id']}"
        return parse(json.dumps(raw).encode())

    def assert_plain(self, where: QWidget) -> None:
        """No label guesses, no tooltip holds markup from a name, no ampersand of a name is a shortcut."""
        for label in where.findChildren(QLabel):
            if label.textFormat() != Qt.TextFormat.PlainText:
                self.assertNotIn("<img", label.text())
        for widget in where.findChildren(QWidget):
            self.assertNotIn("<img", widget.toolTip())
        for button in where.findChildren(QAbstractButton):
            self.assertNotIn(" & ", button.text().replace("&&", "") if not hasattr(button, "what") else "")
        for tree in where.findChildren(QTreeWidget):
            for k in range(tree.topLevelItemCount()):
                self.assertNotIn("<img", tree.topLevelItem(k).toolTip(0))

    def assert_menu_plain(self, actions: list[QAction]) -> None:
        """Every ampersand is written twice."""
        for action in actions:
            self.assertNotIn("&", action.text().replace("&&", ""), action.text())

    def test_every_page(self) -> None:
        """All workspaces, with a part selected, and the messages and the title."""
        self.session.edit(f"Rename {EVIL}", lambda d: d.changed(name=f"{EVIL} 2"))
        self.session.said.emit(EVIL, True)
        for setup in self.session.document.setups:
            self.session.edit("Open", lambda d, key=setup.id: d.changed(current=key))
            self.session.selection.select(setup.placements[0].id)
            for title in BY_KEY:
                self.window.show_page(title)
                self.settle()
            self.assert_plain(self.window)
        self.wait_for_plans()
        self.assert_plain(self.window)
        self.assertIn(EVIL, self.window.message.notice.text.text())
        self.assertEqual(self.window.windowTitle().replace("[*][*]", "[*]"), f"• {EVIL} 2 – Equilix")
        self.assert_menu_plain(list(self.window.commands.actions.values()))

    def test_menus_and_panels(self) -> None:
        """The switches of the header, the list of commands, the ratings of a part."""
        header = self.window.header
        for word in (header.setup, header.operator, header.lens, header.way):
            menu: QMenu = word.menu()
            self.assert_menu_plain([action for action in menu.actions() if not action.isSeparator()])
            menu.close()
        part = next(part for part in self.session.document.parts if part.carrier is not None)
        panel = RatingsPanel(self.session, self.window, part)
        self.assert_plain(panel)
        panel.deleteLater()

    def test_a_name_under_the_mouse(self) -> None:
        """The tooltip of a part on the drawing shows the signs of its name."""
        at = self.middle_of("body")
        self.window.stage.side.gestures.hover(at.toPointF())
        self.assertIn("&lt;img", self.window.stage.side.toolTip())

    def test_the_two_helpers(self) -> None:
        """Markup is written out; an ampersand is doubled; nothing stays nothing."""
        self.assertEqual(as_tip("<b> & 'x'"), "<span>&lt;b&gt; &amp; &#x27;x&#x27;</span>")
        self.assertEqual(as_tip(""), "")
        self.assertEqual(on_button("A & B"), "A && B")


class FiguresKeepTheirUnits(unittest.TestCase):
    """A line never breaks between a figure and its unit."""

    def test_where_no_line_breaks(self) -> None:
        """Before a unit, inside a time, about a doubt; nowhere else. What the label says is what it was given."""
        if QApplication.instance() is None:
            self.application = QApplication(["equilix"])
        for text, kept in (
            ("gives out after about 35 s.", "gives out after about 35~s."),
            ("12 mm ± 4 mm in front", "12~mm~±~4~mm in front"),
            ("at most 2 min 30 s at a time", "at most 2~min~30~s at a time"),
            ("5.0 N·m, 10 N and 2 lb 8 oz", "5.0~N·m, 10~N and 2~lb 8~oz"),
            ("3 parts, 12 in a case, 4 small ones", "3 parts, 12~in a case, 4 small ones"),
            ("no figure", "no figure"),
        ):
            label = plain_label(text)
            self.assertEqual(QLabel.text(label).replace("\u00a0", "~"), kept)
            self.assertEqual(label.text(), text)

    def test_in_a_narrow_label(self) -> None:
        """Laid out in a place that is too narrow for all of it, figure and unit stand on the same line."""
        if QApplication.instance() is None:
            self.application = QApplication(["equilix"])
        label = plain_label("gives out after about 35 s.")
        label.setWordWrap(True)
        metrics = label.fontMetrics()
        wide = metrics.horizontalAdvance("gives out after about 35") + 4
        lines = label.heightForWidth(wide) / metrics.lineSpacing()
        self.assertGreaterEqual(lines, 2.0)
        bare = QLabel("gives out after about 35 s.")
        bare.setWordWrap(True)
        self.assertEqual(bare.heightForWidth(wide), label.heightForWidth(wide))


if __name__ == "__main__":
    unittest.main()
