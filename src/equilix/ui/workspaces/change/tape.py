"""Tapes at true size: what will be printed, on which page, and where to."""

from __future__ import annotations

from functools import partial

from PySide6.QtWidgets import QCheckBox, QFileDialog, QHBoxLayout, QPushButton, QWidget

from equilix.change.tape import Strip
from equilix.change.tapes import tapes_of
from equilix.document import Document
from equilix.errors import Called
from equilix.rig.setups import Setup
from equilix.ui.page_files import choose_pages_file
from equilix.ui.printing.paper import PAGES_MM, Draw
from equilix.ui.printing.preview import Preview
from equilix.ui.printing.printer import title_of
from equilix.ui.printing.tape_sheet import draw_tapes
from equilix.ui.session import Session
from equilix.ui.widgets.choice import ChoiceBox
from equilix.ui.widgets.tint import show_text, text_label
from equilix.ui.workspaces.page import column_of
from equilix.ui.workspaces.tab import WorkTab, takes_the_rest
from equilix.words.language import say
from equilix.words.wordings.wording import N_

PAGE_NAMES = {"a4": N_("A4"), "letter": N_("Letter"), "a5": N_("A5"), "a6": N_("A6")}


class TapeTab(WorkTab):
    """The open setup's tapes as pages."""

    def __init__(self, session: Session) -> None:
        super().__init__(session, say("Looking for the marks of the tape"))
        self.strips: tuple[Strip, ...] = ()
        self.dialog: QFileDialog | None = None
        self.head, self.said = text_label(bold=True, points=13), text_label()
        self.page = ChoiceBox()
        self.page.setAccessibleName(say("Size of the page"))
        for key, name in PAGE_NAMES.items():
            self.page.addItem(say(name), key)
        self.page.currentIndexChanged.connect(self._show)
        self.all = QCheckBox(say("All tracks"))
        self.all.toggled.connect(self._show)
        self.save = QPushButton(say("Save the pages …"))
        self.save.clicked.connect(self._save)
        self.preview = Preview(self.theme)
        self.job.found.connect(self._found)
        self.job.ended.connect(self._show)
        self._lay_out()

    def _lay_out(self) -> None:
        whole = self.column()
        row = QHBoxLayout()
        row.addWidget(self.head, 1)
        for widget in (self.all, self.page, self.save):
            row.addWidget(widget)
        whole.addLayout(row)
        whole.addWidget(self.said)
        pages = column_of(self.preview)
        takes_the_rest(pages)
        whole.addWidget(pages, 1)

    @property
    def first_focus(self) -> QWidget:
        """What saves the pages."""
        return self.save

    def refresh(self) -> None:
        """Look for the marks anew where something has changed."""
        self.preview.theme = self.theme
        document, setup = self.session.document, self.session.setup
        title = say("Tape for “{setup}”, 1 : 1").format(setup=setup.name)
        show_text(self.head, title, self.theme.ink)
        if not self.look_for(document, setup.id):
            self._show()

    def _start(self) -> None:
        self.job.start(partial(_look, self.session.document, self.session.setup))

    def _found(self, strips: tuple[Strip, ...]) -> None:
        self.strips = strips
        self._show()

    @property
    def shown(self) -> tuple[Strip, ...]:
        """The tapes that are wanted."""
        return self.strips if self.all.isChecked() else tuple(each for each in self.strips if each.of_lenses)

    def _pages(self) -> tuple[Draw, tuple[float, float]]:
        high, wide = PAGES_MM[self.page.currentData()]
        title = title_of(self.session.document, self.session.setup)
        return partial(draw_tapes, title=title, strips=self.shown, display=self.session.document.display), (wide, high)

    def _show(self) -> None:
        there = bool(self.shown)
        self.save.setEnabled(there)
        if there:
            said = say("Print it at 100 % and stick it beside the track. The line of 100 mm checks the printer.")
            show_text(self.said, said, self.theme.quiet)
            self.preview.show_pages(*self._pages())
            return
        self.preview.show_pages(None, (297.0, 210.0))
        nothing = say("No track of this rig has marks of lenses. “All tracks” shows where each stands now.")
        show_text(self.said, nothing if not self.waits else say("Looking for the marks …"), self.theme.ink)

    def _save(self) -> None:
        title = title_of(self.session.document, self.session.setup)
        self.dialog = choose_pages_file(self, self.session, *self._pages(), title)


def _look(document: Document, setup: Setup, called_off: Called) -> list[tuple[Strip, ...]]:
    return [tapes_of(document, setup, called_off)]
