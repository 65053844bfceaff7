"""Cards, report and list of parts on paper, and the tab that prints them."""

from __future__ import annotations

import io
import unittest
from pathlib import Path
from tempfile import TemporaryDirectory

from pypdf import PdfReader
from PySide6.QtCore import Qt
from PySide6.QtGui import QImage
from PySide6.QtWidgets import QApplication

from equilix.__main__ import main
from equilix.change.card_sets import setup_cards
from equilix.demo.lighthouse import lighthouse
from equilix.store.saving import save
from equilix.ui.printing.card_sheet import CARDS_MM, draw_cards, page_for
from equilix.ui.printing.paper import PAGES_MM, Paper, printed
from equilix.ui.theme import load_fonts
from equilix.ui.workspaces.change.cards import WHAT, CardsTab
from equilix.ui.workspaces.change.page import ChangePage
from tests.ui.beginning import Beginning
from tests.ui.window_test import WindowTest


def setUpModule() -> None:
    """Qt needs an application to know its fonts."""
    existing = QApplication.instance()
    load_fonts(existing if isinstance(existing, QApplication) else QApplication(["equilix"]))


class OnPaper(unittest.TestCase):
    """Pages measured and read by another library."""

    def test_how_many_fit(self) -> None:
        """Four A6 or two A5 on A4, lying where that takes more; a page that is too small becomes a card."""
        for card, page, size in (
            ("a6", "a4", (210.0, 297.0)), ("a5", "a4", (297.0, 210.0)), ("a5", "a6", (148.0, 210.0)),
            ("a6", "a6", (105.0, 148.0)),
        ):  # fmt: skip
            self.assertEqual(page_for(CARDS_MM[card], PAGES_MM[page]), size)
        document = lighthouse()
        cards = list(setup_cards(document, document.setups))
        for card, pages in (("a6", 2), ("a5", 4)):
            size_mm = page_for(CARDS_MM[card], PAGES_MM["a4"])
            (raw,) = printed(
                lambda p, c=card: draw_cards(p, cards, CARDS_MM[c], "metric", "today"), "pdf", size_mm
            ).files
            reader = PdfReader(io.BytesIO(raw))
            self.assertEqual(len(reader.pages), pages)
            text = " ".join(page.extract_text() for page in reader.pages).replace("\t", " ")
            for each in cards:
                self.assertIn(each.title, text)
            self.assertEqual(text.count("today"), 7)

    def test_little_ink(self) -> None:
        """Less than a twelfth of a card is dark: lines and letters, no filled areas."""
        document = lighthouse()
        cards = list(setup_cards(document, [document.setups_by_id["lamp-room"]]))
        draw = lambda p: draw_cards(p, cards, CARDS_MM["a6"], "metric", "")  # noqa: E731
        image = QImage.fromData(printed(draw, "png", CARDS_MM["a6"]).files[0])
        small = image.scaled(105, 148).convertToFormat(QImage.Format.Format_Grayscale8)
        grey = sum(small.pixelColor(x, y).lightnessF() for x in range(105) for y in range(148)) / (105 * 148)
        self.assertGreater(grey, 1 - 1 / 12)

    def test_large_figures(self) -> None:
        """Marks are read at arm's length: the capitals of their figures are 1/200 of 0.6 m high, or higher.

        A rule of legibility (from memory; common in signage): a letter is read with ease from 200 times its height.
        """
        sizes: list[float] = []

        class Watched(Paper):
            def text(self, x: float, y: float, said: str, size: float = 3.0, **more: object) -> None:  # type: ignore[override]
                if said.endswith(" mm") and more.get("bold"):
                    sizes.append(size)
                del x, y

        document = lighthouse()
        cards = list(setup_cards(document, [document.setups_by_id["lamp-room"]]))

        def draw(paper: Paper) -> None:
            watched = Watched(paper.painter, paper.px_per_mm, (paper.width_mm, paper.height_mm), lambda: paper.painter)
            draw_cards(watched, cards, CARDS_MM["a6"], "metric", "")

        printed(draw, "png", CARDS_MM["a6"])
        capitals = 0.73  # of the size of the type that ships with the program
        self.assertGreaterEqual(len(sizes), 6)
        self.assertGreaterEqual(min(sizes) * capitals, 600 / 200)

    def test_on_the_command_line(self) -> None:
        """Cards, report and parts into files of every form."""
        with TemporaryDirectory() as kept:
            folder = Path(kept)
            file = folder / "demo.equilix"
            save(lighthouse(), file)
            for what, out, words in (
                ("setups", "cards.pdf", "Causeway"), ("lenses", "lenses.pdf", "Lamp room, 50 mm prime"),
                ("report", "report.pdf", "What is set"), ("parts", "parts.pdf", "Together"),
            ):  # fmt: skip
                self.assertEqual(main(["card", str(file), "--what", what, "--out", str(folder / out)]), 0)
                text = " ".join(page.extract_text() for page in PdfReader(folder / out).pages).replace("\t", " ")
                self.assertIn(words, text)
            self.assertEqual(len(PdfReader(folder / "report.pdf").pages), 1)
            self.assertEqual(main(["card", str(file), "--size", "a5", "--out", str(folder / "card.svg")]), 0)
            self.assertTrue((folder / "card-4.svg").exists())


class Cards(WindowTest):
    """The tab."""

    def tab(self) -> CardsTab:
        """The tab, with its pages."""
        self.press(Qt.Key.Key_F10)
        page = self.window.page
        assert isinstance(page, ChangePage)
        page.choose("cards")
        self.wait(lambda: not page.waits)
        tab = page.made["cards"]
        assert isinstance(tab, CardsTab)
        return tab

    def test_everything_that_is_printed(self) -> None:
        """Each has pages; only cards have a size of their own."""
        tab = self.tab()
        for what in WHAT:
            tab.what.setCurrentIndex(tab.what.findData(what))
            self.wait(lambda: not tab.waits)
            assert tab.sheet is not None
            self.assertTrue(tab.save.isEnabled())
            self.assertEqual(tab.card_size.isEnabled(), what not in ("report", "parts"))
            self.assertGreater(tab.preview.height(), 200)
        tab.what.setCurrentIndex(0)
        tab.card_size.setCurrentIndex(tab.card_size.findData("a5"))
        self.wait(lambda: not tab.waits)
        assert tab.sheet is not None
        self.assertEqual(tab.sheet[1], (297.0, 210.0))

    def test_it_follows_the_rig(self) -> None:
        """Another setup, another card; saved to a file."""
        tab = self.tab()
        tab.what.setCurrentIndex(tab.what.findData("setup"))
        self.wait(lambda: not tab.waits)
        self.session.open_setup("stairs")
        self.wait(lambda: not tab.waits)
        self.click(tab.save)
        assert tab.dialog is not None
        out = self.folder / "card.pdf"
        tab.dialog.fileSelected.emit(str(out))
        tab.dialog.close()
        self.settle()
        self.assertIn("112", PdfReader(out).pages[0].extract_text())


class FromNothing(Beginning):
    """Nothing on the rig."""

    def test_says_so(self) -> None:
        """Nothing is printed of nothing."""
        self.do_key(Qt.Key.Key_F10)
        page = self.page(ChangePage)
        page.choose("cards")
        self.wait(lambda: not page.waits)
        tab = page.made["cards"]
        assert isinstance(tab, CardsTab)
        self.assertIn("Nothing to print", tab.said.text())
        self.assertFalse(tab.save.isEnabled())
