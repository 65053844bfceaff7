"""What the command line asks to be printed, without a window."""

from __future__ import annotations

import os
from collections.abc import Sequence
from pathlib import Path

from PySide6.QtWidgets import QApplication

from equilix.change.card_sets import setup_cards
from equilix.change.cards import Card
from equilix.change.conversion.conversion import Conversion
from equilix.change.packing.packing import Packing
from equilix.change.parts_list import PartLine
from equilix.change.tape import Strip
from equilix.day.course import Course
from equilix.day.rigs import Rigs
from equilix.document import Document
from equilix.result import Result
from equilix.rig.setups import Setup
from equilix.ui.printing.battery_sheet import draw_batteries
from equilix.ui.printing.card_sheet import CARDS_MM, draw_cards, page_for
from equilix.ui.printing.conversion_sheet import draw_conversion
from equilix.ui.printing.day_sheet import draw_day
from equilix.ui.printing.files import write_pages
from equilix.ui.printing.packing_sheet import draw_packing
from equilix.ui.printing.paper import PAGES_MM, Draw
from equilix.ui.printing.setup_sheet import draw_parts, draw_report, draw_views
from equilix.ui.printing.tape_sheet import draw_tapes
from equilix.ui.theme import load_fonts
from equilix.units import Display
from equilix.words.language import say


def title_of(document: Document, setup: Setup) -> str:
    """What stands over a page."""
    return say("{document}: {setup}").format(document=document.name, setup=setup.name) if document.name else setup.name


class PagePrinter:
    """Draws pages into files and says which."""

    def __init__(self) -> None:
        os.environ.setdefault("QT_QPA_PLATFORM", "offscreen")
        application = QApplication.instance() or QApplication(["equilix"])
        assert isinstance(application, QApplication)
        self.application = application
        load_fonts(application)

    def _write(self, draw: Draw, out: Path, size_mm: tuple[float, float], title: str) -> None:
        for path in write_pages(draw, out, size_mm, title):
            print(say("Written: {path}").format(path=path))

    def tapes(
        self, document: Document, setup: Setup, strips: Sequence[Strip], display: Display, out: Path, page: str
    ) -> None:
        """Tapes at true size, along the longer side of the page."""
        high, wide = PAGES_MM[page]
        title = title_of(document, setup)
        self._write(lambda paper: draw_tapes(paper, title, strips, display), out, (wide, high), title)

    def conversion(self, document: Document, found: Conversion, display: Display, out: Path, page: str) -> None:
        """The steps of a conversion as small drawings."""
        title = f"{found.start.name} → {found.end.name}"
        self._write(lambda paper: draw_conversion(paper, document, found, display), out, PAGES_MM[page], title)

    def cards(
        self, document: Document, cards: Sequence[Card], size: str, display: Display, date: str, out: Path, page: str
    ) -> None:
        """Cards of a size, as many on a page as fit."""
        card_mm, title = CARDS_MM[size], document.name or say("Cards")
        page_mm = page_for(card_mm, PAGES_MM[page])
        self._write(lambda paper: draw_cards(paper, cards, card_mm, display, date), out, page_mm, title)

    def setup(self, document: Document, result: Result, display: Display, date: str, out: Path, page: str) -> None:
        """A setup on one page."""
        (card,) = setup_cards(document, [result.analysis.setup])
        title = title_of(document, result.analysis.setup)
        self._write(lambda paper: draw_report(paper, card, result, display, date), out, PAGES_MM[page], title)

    def drawing(self, document: Document, result: Result, display: Display, out: Path, page: str) -> None:
        """Three views of a setup at one scale, on the page lying."""
        high, wide = PAGES_MM[page]
        title = title_of(document, result.analysis.setup)
        self._write(lambda paper: draw_views(paper, title, result.analysis, display), out, (wide, high), title)

    def parts(
        self, document: Document, result: Result, lines: tuple[PartLine, ...], display: Display, out: Path, page: str
    ) -> None:
        """The list of parts."""
        title = title_of(document, result.analysis.setup)
        self._write(lambda paper: draw_parts(paper, title, lines, result, display), out, PAGES_MM[page], title)

    def day(self, course: Course, rigs: Rigs, sheet: str, display: Display, out: Path, page: str) -> None:
        """A day, or its batteries."""
        draw = draw_batteries if sheet == "batteries" else draw_day
        self._write(lambda paper: draw(paper, course, rigs, display), out, PAGES_MM[page], course.day.name)

    def packing(self, document: Document, found: Packing, display: Display, out: Path, page: str) -> None:
        """What goes into which case, to tick."""
        title = title_of(document, found.setup)
        self._write(lambda paper: draw_packing(paper, title, found, display), out, PAGES_MM[page], title)
