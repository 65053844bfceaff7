"""Cards, a report on one page, the list of parts: what will be printed, and where to."""

from __future__ import annotations

from collections.abc import Callable, Iterator
from functools import partial
from typing import Final

from PySide6.QtCore import QDate, QLocale
from PySide6.QtWidgets import QFileDialog, QHBoxLayout, QPushButton, QWidget

from equilix.analysis import analyse
from equilix.change.card_sets import lens_cards, setup_cards
from equilix.change.cards import Card
from equilix.change.parts_list import parts_list
from equilix.document import Document
from equilix.errors import Called
from equilix.result import Result
from equilix.rig.setups import Setup
from equilix.ui.page_files import choose_pages_file
from equilix.ui.printing.card_sheet import CARDS_MM, draw_cards, page_for
from equilix.ui.printing.paper import PAGES_MM, Draw
from equilix.ui.printing.preview import Preview
from equilix.ui.printing.printer import title_of
from equilix.ui.printing.setup_sheet import draw_parts, draw_report
from equilix.ui.session import Session
from equilix.ui.widgets.choice import ChoiceBox
from equilix.ui.widgets.tint import show_text, text_label
from equilix.ui.workspaces.change.tape import PAGE_NAMES
from equilix.ui.workspaces.page import column_of
from equilix.ui.workspaces.tab import WorkTab, takes_the_rest
from equilix.words.language import say
from equilix.words.wordings.wording import N_

WHAT: Final = {
    "setups": N_("A card for each setup"),
    "setup": N_("A card of this setup"),
    "lenses": N_("A card for each lens on this setup"),
    "report": N_("This setup on one page"),
    "parts": N_("Its parts, with prices"),
}
SIZES: Final = {"a6": N_("Cards of A6"), "a5": N_("Cards of A5")}
Sheet = tuple[Draw, tuple[float, float], int]
"""What draws the pages, how large they are, and how many cards they hold (1 for a page)."""


class CardsTab(WorkTab):
    """What, how large, on which page; the pages under it as they will be printed."""

    def __init__(self, session: Session) -> None:
        super().__init__(session, say("Writing the cards"))
        self.dialog: QFileDialog | None = None
        self.sheet: Sheet | None = None
        self.head, self.said = text_label(bold=True, points=13), text_label()
        self.what, self.card_size, self.page = ChoiceBox(), ChoiceBox(), ChoiceBox()
        for box, name, rows in (
            (self.what, say("What to print"), WHAT), (self.card_size, say("Size of a card"), SIZES),
            (self.page, say("Size of the page"), PAGE_NAMES),
        ):  # fmt: skip
            box.setAccessibleName(name)
            for key, title in rows.items():
                box.addItem(say(title), key)
            box.currentIndexChanged.connect(self._look)
        self.save = QPushButton(say("Save the pages …"))
        self.save.clicked.connect(self._save)
        self.preview = Preview(self.theme)
        self.job.found.connect(self._found)
        whole = self.column()
        row = QHBoxLayout()
        row.addWidget(self.what, 2)
        row.addWidget(self.card_size, 1)
        row.addWidget(self.page, 1)
        row.addWidget(self.save)
        whole.addWidget(self.head)
        whole.addLayout(row)
        whole.addWidget(self.said)
        pages = column_of(self.preview)
        takes_the_rest(pages)
        whole.addWidget(pages, 1)

    @property
    def first_focus(self) -> QWidget:
        """What is printed."""
        return self.what

    def refresh(self) -> None:
        """Write them anew where something has changed."""
        self.preview.theme = self.theme
        self._look()

    def _look(self, _row: int = 0) -> None:
        what = str(self.what.currentData())
        show_text(self.head, say(WHAT[what]), self.theme.ink)
        self.card_size.setEnabled(what not in ("report", "parts"))
        chosen = (what, self.card_size.currentData(), self.page.currentData())
        self.look_for(self.session.document, self.session.setup.id, *chosen)

    def _start(self) -> None:
        date = QLocale().toString(QDate.currentDate(), QLocale.FormatType.ShortFormat)
        page = PAGES_MM[str(self.page.currentData())]
        what, size = str(self.what.currentData()), str(self.card_size.currentData())
        self.job.start(partial(_sheet, self.session.document, self.session.setup, what, size, page, date))

    def _found(self, sheet: Sheet | None) -> None:
        self.sheet = sheet
        self.save.setEnabled(sheet is not None)
        if sheet is None:
            self.preview.show_pages(None, PAGES_MM["a4"])
            show_text(self.said, say("Nothing to print: put something on the rig, or a lens on it."), self.theme.ink)
            return
        show_text(self.said, say("White paper, thin lines: little ink, and read at arm’s length."), self.theme.quiet)
        self.preview.show_pages(sheet[0], sheet[1])

    def _save(self) -> None:
        if self.sheet is not None:
            title = title_of(self.session.document, self.session.setup)
            self.dialog = choose_pages_file(self, self.session, self.sheet[0], self.sheet[1], title)


def _sheet(
    document: Document, setup: Setup, what: str, size: str, page: tuple[float, float], date: str, called_off: Called
) -> Iterator[Sheet | None]:
    """What is worked out for the pages; drawn they are where there is a painter."""
    if what in ("report", "parts"):
        yield _page(document, setup, what, page, date) if setup.placements else None
        return
    makers: dict[str, Callable[[], Iterator[Card]]] = {
        "setups": lambda: setup_cards(document, [each for each in document.setups if each.placements], called_off),
        "setup": lambda: setup_cards(document, [setup] if setup.placements else [], called_off),
        "lenses": lambda: lens_cards(document, setup, called_off),
    }
    cards = list(makers[what]())
    draw = partial(draw_cards, cards=cards, card_mm=CARDS_MM[size], display=document.display, date=date)
    yield (draw, page_for(CARDS_MM[size], page), len(cards)) if cards else None


def _page(document: Document, setup: Setup, what: str, page: tuple[float, float], date: str) -> Sheet:
    result, display = Result(analyse(document, setup)), document.display
    if what == "parts":
        lines = parts_list(document, result.analysis)
        title = title_of(document, setup)
        return partial(draw_parts, title=title, lines=lines, result=result, display=display), page, 1
    (card,) = setup_cards(document, [setup])
    _ = result.checks  # worked out here, and not where the page is drawn
    return partial(draw_report, card=card, result=result, display=display, date=date), page, 1
