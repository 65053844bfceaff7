"""What commands ask of whoever can draw pages: that is the interface, which the command line does not know."""

from __future__ import annotations

from collections.abc import Callable, Sequence
from pathlib import Path
from typing import Any, Protocol

from equilix.change.cards import Card
from equilix.change.conversion.conversion import Conversion
from equilix.change.packing.packing import Packing
from equilix.change.parts_list import PartLine
from equilix.change.tape import Strip
from equilix.day.course import Course
from equilix.day.rigs import Rigs
from equilix.document import Document
from equilix.errors import Refused
from equilix.facts import fact
from equilix.result import Result
from equilix.rig.setups import Setup
from equilix.units import Display
from equilix.words.language import say

PAGES = ("a4", "letter", "a5", "a6")


class Printer(Protocol):
    """Draws pages and writes them as ``.pdf``, ``.svg`` or ``.png``. Raises what writing raises."""

    def tapes(
        self, document: Document, setup: Setup, strips: Sequence[Strip], display: Display, out: Path, page: str
    ) -> None:
        """Tapes at true size."""

    def conversion(self, document: Document, found: Conversion, display: Display, out: Path, page: str) -> None:
        """The steps of a conversion as small drawings."""

    def cards(
        self, document: Document, cards: Sequence[Card], size: str, display: Display, date: str, out: Path, page: str
    ) -> None:
        """Cards of a size, as many on a page as fit."""

    def setup(self, document: Document, result: Result, display: Display, date: str, out: Path, page: str) -> None:
        """A setup on one page."""

    def drawing(self, document: Document, result: Result, display: Display, out: Path, page: str) -> None:
        """Three views of a setup at one scale."""

    def parts(
        self, document: Document, result: Result, lines: tuple[PartLine, ...], display: Display, out: Path, page: str
    ) -> None:
        """The list of parts."""

    def day(self, course: Course, rigs: Rigs, sheet: str, display: Display, out: Path, page: str) -> None:
        """A day (``day``), or its batteries (``batteries``)."""

    def packing(self, document: Document, found: Packing, display: Display, out: Path, page: str) -> None:
        """What goes into which case, to tick."""


MakePrinter = Callable[[], Printer]
"""Makes it, where a page is drawn: that needs Qt, and the rest of a command does not."""


def no_printer() -> Printer:
    """Where the interface is not there. Raises :class:`~equilix.errors.Refused`."""
    raise Refused(fact("cli.no_printer"), fact("cli.install_interface"))


def add_texts(parser: Any) -> None:
    """The options of a command that says something of a document."""
    parser.add_argument("--json", action="store_true", help=say("versioned JSON, see docs/report.md"))
    said = say("of all texts; those of the document where absent")
    parser.add_argument("--units", choices=("metric", "us"), help=said)


def add_out(parser: Any, page: str) -> None:
    """The options of a command that can print."""
    parser.add_argument(
        "--out", metavar="FILE", type=Path, help=say("draw it there: .pdf, .svg or .png by its ending; not replaced")
    )
    said = say("size of the page, {page} where absent").format(page=page)
    parser.add_argument("--page", choices=PAGES, default=page, help=said)
