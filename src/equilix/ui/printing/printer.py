"""What the command line asks to be printed, without a window."""

from __future__ import annotations

import os
from collections.abc import Sequence
from pathlib import Path

from PySide6.QtWidgets import QApplication

from equilix.change.conversion.conversion import Conversion
from equilix.change.tape import Strip
from equilix.document import Document
from equilix.rig.setups import Setup
from equilix.ui.printing.conversion_sheet import draw_conversion
from equilix.ui.printing.files import write_pages
from equilix.ui.printing.paper import PAGES_MM, Draw
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
