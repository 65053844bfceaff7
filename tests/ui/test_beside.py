"""Two setups side by side, in the window."""

from __future__ import annotations

from PySide6.QtCore import Qt

from equilix.ui.workspaces.change.beside import BesideTab
from equilix.ui.workspaces.change.page import ChangePage
from tests.ui.beginning import Beginning
from tests.ui.window_test import WindowTest


class SideBySide(WindowTest):
    """Drawing over drawing, figures, parts."""

    def tab(self) -> BesideTab:
        """The tab, with the open setup and the next."""
        self.press(Qt.Key.Key_F10)
        page = self.window.page
        assert isinstance(page, ChangePage)
        page.choose("beside")
        self.wait(lambda: not page.waits)
        tab = page.made["beside"]
        assert isinstance(tab, BesideTab)
        return tab

    def choose(self, tab: BesideTab, key: str) -> None:
        """Another second setup."""
        tab.second.setCurrentIndex(tab.second.findData(key))
        tab.second.activated.emit(0)
        self.wait(lambda: not tab.waits)

    def test_two(self) -> None:
        """The open one and the next at first; then another; the camera of both is drawn in one place."""
        tab = self.tab()
        self.assertEqual((tab.first.currentData(), tab.second.currentData()), ("lamp-room", "boat-landing"))
        self.choose(tab, "workshop")
        self.assertEqual(tab.said.text(), "Lamp room in lines, Workshop as a wash, camera on camera.")
        at = []
        for analysis in (tab.picture.first, tab.picture.second):
            drawn = {each.placement: (each.x_mm, each.y_mm) for each in tab.picture._drawn(analysis)}
            at.append(drawn["body"])
        self.assertAlmostEqual(at[0][0], at[1][0], delta=0.01)
        self.assertAlmostEqual(at[0][1], at[1][1], delta=0.01)
        mass = tab.table.item(1, 2)
        assert mass is not None
        self.assertEqual(mass.text(), "6.57 kg ▲")
        self.assertIn("Only Workshop: 150 mm rods.", tab.parts.text())

    def test_one_and_the_same(self) -> None:
        """Is nothing to be compared."""
        tab = self.tab()
        self.choose(tab, "lamp-room")
        self.assertEqual(tab.said.text(), "Choose two setups.")
        self.assertFalse(tab.table.isVisible())
        self.choose(tab, "stairs")
        self.assertTrue(tab.table.isVisible())

    def test_drawn(self) -> None:
        """Both are on the picture: with the second gone it is another picture, and so in the other theme."""
        tab = self.tab()
        both = tab.picture.grab().toImage()
        tab.picture.show_rigs(tab.picture.first, None)
        self.assertNotEqual(tab.picture.grab().toImage(), both)
        tab.picture.show_rigs(None, None)
        tab.picture.grab()


class FromNothing(Beginning):
    """One setup alone."""

    def test_says_so(self) -> None:
        """Another one is needed."""
        self.do_key(Qt.Key.Key_F10)
        page = self.page(ChangePage)
        page.choose("beside")
        self.wait(lambda: not page.waits)
        tab = page.made["beside"]
        assert isinstance(tab, BesideTab)
        self.assertIn("There is one setup only", tab.said.text())
