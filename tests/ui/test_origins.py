"""Where does this come from: F12 and back, a click or Enter on a figure, a filter, whatever the rig."""

from PySide6.QtCore import QPoint, QPointF, Qt
from PySide6.QtTest import QTest

from equilix.document import Document, empty
from equilix.explain.origins import origins
from equilix.ui.workspaces.fit_texts import posture_rows, rest_rows, screening_rows
from equilix.ui.workspaces.origins_page import GROUPS, OriginsPage
from tests.ui.window_test import WindowTest


class Origins(WindowTest):
    """On the demo."""

    @property
    def page(self) -> OriginsPage:
        """The open page, which is this one."""
        page = self.window.page
        assert isinstance(page, OriginsPage)
        return page

    def shown(self) -> str:
        """The key of the figure that is shown."""
        return self.page.wanted

    def test_there_and_back(self) -> None:
        """F12 opens it from every workspace at what matters there; F12 again, or Esc, goes back to where one was."""
        for key, group in (
            ("fit", "body"),
            ("power", "power"),
            ("check", "check"),
            ("balance", "balance"),
            ("mat", "whole"),
        ):
            for back in (Qt.Key.Key_F12, Qt.Key.Key_Escape):
                self.window.show_page(key)
                self.press(Qt.Key.Key_F12, self.window)
                if key != "mat":
                    self.assertEqual(self.page.origins[self.shown()].group, group)
                self.press(back, self.page.list if back == Qt.Key.Key_Escape else self.window)
                self.assertEqual(self.window.pages.open_key, key)

    def test_all_figures_are_listed(self) -> None:
        """One line each under its group; choosing one tells formula, inputs and source."""
        self.press(Qt.Key.Key_F12, self.window)
        rows, tree = origins(self.session.result), self.page.list
        heads = [tree.topLevelItem(k) for k in range(tree.topLevelItemCount())]
        self.assertEqual(sum(head.childCount() for head in heads), len(rows))
        self.assertLessEqual(len(heads), len(GROUPS))
        for head in heads:
            tree.setCurrentItem(head.child(0))
            self.settle()
            for label in (self.page.title, self.page.value, self.page.formula, self.page.source):
                self.assertTrue(label.isVisible() and label.text())

    def test_a_click_on_a_figure(self) -> None:
        """A balance, a joint, a battery, a line of text: each leads to its own, with the mouse and with Enter."""
        self.window.show_page("balance")
        self.window.page.choose("figures")  # type: ignore[attr-defined]
        self.settle()
        row = self.window.page.figures.conditions.rows[0]  # type: ignore[attr-defined]
        key = row.key
        QTest.mouseClick(row, Qt.MouseButton.LeftButton, Qt.KeyboardModifier.NoModifier, QPoint(8, 8))
        self.assertEqual(self.shown(), key)
        self.press(Qt.Key.Key_F12, self.window)
        QTest.keyClick(row, Qt.Key.Key_Return)
        self.assertEqual(self.shown(), key)
        self.press(Qt.Key.Key_F12, self.window)
        self.window.page.figures.text.labels[0].linkActivated.emit("pad_pa")  # type: ignore[attr-defined]
        self.assertEqual(self.shown(), "pad_pa")

    def test_a_row_of_a_chart(self) -> None:
        """The second bar leads to the second joint; arrows and Enter do the same; beside the rows nothing happens."""
        self.window.show_page("fit")
        self.settle()
        bars = self.window.page.asked  # type: ignore[attr-defined]
        at = QPointF(40, 1.5 * bars.row_px).toPoint()
        QTest.mouseClick(bars, Qt.MouseButton.LeftButton, Qt.KeyboardModifier.NoModifier, at)
        self.assertEqual(self.shown(), bars.keys[1])
        self.press(Qt.Key.Key_F12, self.window)
        bars.row = 0
        for key in (Qt.Key.Key_Down, Qt.Key.Key_Down, Qt.Key.Key_Up, Qt.Key.Key_Up, Qt.Key.Key_Up, Qt.Key.Key_Return):
            QTest.keyClick(bars, key)
        self.assertEqual(self.shown(), bars.keys[0])
        self.press(Qt.Key.Key_F12, self.window)
        bars._ask(len(bars.keys))
        self.assertEqual(self.window.pages.open_key, "fit")
        self.window.show_page("power")
        self.settle()
        runs = self.window.page.runs  # type: ignore[attr-defined]
        QTest.keyClick(runs, Qt.Key.Key_Return)
        self.assertEqual(self.shown(), runs.keys[0])

    def test_the_filter(self) -> None:
        """Typing leaves what is called so; what is called like nothing says so; emptied, all is back."""
        self.press(Qt.Key.Key_F12, self.window)
        whole = self.page.list.topLevelItemCount()
        self.page.filter.setText("shoulder")
        names = [
            self.page.list.topLevelItem(k).child(n).text(0)
            for k in range(self.page.list.topLevelItemCount())
            for n in range(self.page.list.topLevelItem(k).childCount())
        ]
        self.assertTrue(names)
        self.page.filter.setText("no such figure at all")
        self.assertIn("No figure", self.page.formula.text())
        self.assertFalse(self.page.title.isVisible())
        self.page.filter.clear()
        self.assertEqual(self.page.list.topLevelItemCount(), whole)

    def test_it_follows_the_rig(self) -> None:
        """An edit and other units show at once; the chosen figure stays chosen."""
        self.window.ask_origin("mass")
        self.assertIn("kg", self.page.value.text())
        self.session.show_units("us")
        self.settle()
        self.assertIn("lb", self.page.value.text())
        self.assertEqual(self.shown(), "mass")
        self.session.open_setup("evening")
        self.settle()
        self.assertEqual(self.shown(), "mass")

    def test_every_row_of_posture_leads_somewhere(self) -> None:
        """Whatever *Fit* tells of the body in rows, its name leads to where it comes from, in every scene."""
        for setup in self.session.document.setups:
            self.session.open_setup(setup.id)
            fit = self.session.result.fit
            known = {each.key for each in origins(self.session.result)}
            rows = [*rest_rows(fit), *posture_rows(fit, "metric"), *screening_rows(fit)]
            self.assertLessEqual({key for key, _ in rows if key}, known, setup.id)
            self.assertGreater(len([key for key, _ in rows if key]), 0.6 * len(rows), setup.id)

    def test_names_are_not_markup(self) -> None:
        """A part that is called like a tag is shown as it is called."""
        from equilix.edits import kit

        self.session.edit("Rename", lambda d: kit.change_part(d, "boxy-body", name="<b>boxy</b> & co"))
        self.window.ask_origin("mass")
        self.assertIn("&lt;b&gt;boxy&lt;/b&gt; &amp; co", self.page.inputs.text())


class NothingThere(WindowTest):
    """An empty document."""

    def document(self) -> Document:
        """Nothing at all."""
        return empty()

    def test_it_says_what_to_do(self) -> None:
        """No figure yet: said, with what to do first."""
        self.press(Qt.Key.Key_F12, self.window)
        page = self.window.page
        assert isinstance(page, OriginsPage)
        self.assertIn("Mount a part first", page.formula.text())
