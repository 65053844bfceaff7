"""Begin: the ways into a new document, and the rigs to begin with."""

from __future__ import annotations

from collections.abc import Callable, Iterator
from functools import partial
from pathlib import Path
from typing import Final

from msgspec import Struct
from PySide6.QtCore import QSize, Qt, Signal
from PySide6.QtGui import QKeyEvent, QResizeEvent
from PySide6.QtWidgets import QGridLayout, QHBoxLayout, QPushButton, QSizePolicy, QVBoxLayout, QWidget

from equilix.demo import lighthouse
from equilix.errors import Called
from equilix.rig.kinematics import Assembly, assemble
from equilix.shelf.starters import meant_for, starter_document, starters, title, with_starter
from equilix.store.saving import SUFFIX
from equilix.ui.session import Session
from equilix.ui.theme import Theme, grown
from equilix.ui.widgets.file_choice import file_dialog
from equilix.ui.widgets.rig_picture import RigPicture
from equilix.ui.widgets.tint import show_text, text_label
from equilix.ui.workspaces.page import Page, column_of
from equilix.words.language import say
from equilix.words.quantities import mass
from equilix.words.telling import tell
from equilix.words.wordings.wording import N_

WAYS_PX: Final = 320
CARD_PX, PICTURE_PX = 206, 84
WAYS: Final = (
    ("quick", N_("Quick answer …"), N_("a scale, a finger, one minute")),
    ("shelf", N_("From the shelf …"), N_("typical parts, by any word")),
    ("list", N_("From a list …"), N_("lines, a table, another kit")),
    ("mat", N_("On the mat …"), N_("part by part: kind, mass, size")),
)


ARROWS: Final = (Qt.Key.Key_Left, Qt.Key.Key_Right, Qt.Key.Key_Up, Qt.Key.Key_Down)


class Rig(Struct, frozen=True):
    """A rig to begin with, put together."""

    key: str
    assembly: Assembly
    mass_kg: float


class Choice(QPushButton):
    """A button with a title and a line under it."""

    def __init__(self, name: str, line: str, theme: Theme) -> None:
        super().__init__()
        self.name, self.line = name, line
        self.setAccessibleName(name)
        self.inside = QVBoxLayout(self)
        self.inside.setContentsMargins(8, 5, 8, 5)
        self.inside.setSpacing(1)
        self.title, self.what = text_label(bold=True), text_label(points=10)
        for label in (self.title, self.what):
            self.hold(label)
        self.setSizePolicy(QSizePolicy.Policy.Expanding, QSizePolicy.Policy.Minimum)
        self.show_words(theme)

    def hold(self, widget: QWidget) -> None:
        """Take a widget into the button, which is pressed wherever one presses."""
        widget.setAttribute(Qt.WidgetAttribute.WA_TransparentForMouseEvents)
        self.inside.addWidget(widget)

    def show_words(self, theme: Theme) -> None:
        """Show its words in a theme."""
        show_text(self.title, self.name, theme.ink)
        show_text(self.what, self.line, theme.quiet)

    def sizeHint(self) -> QSize:
        return self.inside.totalSizeHint()

    def minimumSizeHint(self) -> QSize:
        return self.inside.totalMinimumSize()

    def hasHeightForWidth(self) -> bool:
        return True

    def heightForWidth(self, width: int) -> int:
        return self.inside.totalHeightForWidth(width)


class Card(Choice):
    """A rig to choose: its picture, what it is called, what it is for."""

    arrow = Signal(int)

    def __init__(self, key: str, theme: Theme) -> None:
        super().__init__(tell(title(key)), tell(meant_for(key)), theme)
        self.setAccessibleName(say("Begin with: {rig}").format(rig=self.name))
        self.picture = RigPicture(theme, PICTURE_PX)
        self.weighs = text_label(points=10, wrap=False)
        self.hold(self.picture)
        self.hold(self.weighs)
        self.inside.insertWidget(0, self.picture)
        self.show_mass(theme, "…")

    def keyPressEvent(self, event: QKeyEvent) -> None:
        """The arrow keys are the page's, which knows where the others lie; a button would go to any other."""
        if event.key() in ARROWS:
            self.arrow.emit(event.key())
        else:
            super().keyPressEvent(event)

    def show_mass(self, theme: Theme, weighs: str) -> None:
        """Show what it weighs, in a line of its own that is there from the beginning: nothing moves when it comes."""
        show_text(self.weighs, weighs, theme.quiet)
        self.picture.theme = theme
        self.picture.update()


class StartPage(Page):
    """On the left the ways in, beside them the rigs, which come as they are put together."""

    def __init__(self, session: Session, parent: QWidget | None = None) -> None:
        super().__init__(session, parent)
        self.rigs: dict[str, Rig] = {}
        self.job = session.jobs.new(say("Rigs to begin with"), len(starters()))
        self.job.found.connect(self._show_rig)
        session.desk.opened.connect(self._opened)
        self.buttons: dict[str, Choice] = {}
        ways = QWidget()
        column = QVBoxLayout(ways)
        column.setContentsMargins(16, 12, 8, 8)
        column.setSpacing(4)
        column.addWidget(self.heading(say("Begin")))
        demo = say("seven rigs, each with something to mend")
        for key, text, line in WAYS:
            self._way(column, key, say(text), say(line), partial(session.view.ask_page, key))
            if key == "list":  # in sight in the smallest window too
                self._way(column, "demo", say("The demo"), demo, self.open_demo)
        self._way(column, "open", say("Open …"), say("go on with a document"), self.choose_document)
        around = say("five steps on the demo, one minute")
        self._way(column, "around", say("Show me around"), around, session.view.tour_asked.emit)
        column.addStretch(1)
        rigs = QWidget()
        beside = QVBoxLayout(rigs)
        beside.setContentsMargins(8, 12, 12, 8)
        beside.addWidget(self.heading(say("Or with a rig of the shelf")))
        note = say("Its parts are typical. Put your own in their places in Build (“Exchange for”), and weigh them.")
        beside.addWidget(self.note(note))
        self.grid = QGridLayout()
        self.grid.setSpacing(8)
        self.cards = {key: Card(key, self.theme) for key in starters()}
        for key, card in self.cards.items():
            card.setParent(rigs)  # a page that is never laid out has them too
            card.clicked.connect(partial(self.take, key))
            card.arrow.connect(partial(self._go, card))
        beside.addLayout(self.grid)
        beside.addStretch(1)
        self.outer.removeWidget(self.scroller)
        self.scroller.hide()
        both = QHBoxLayout()
        both.setSpacing(0)
        both.addWidget(column_of(ways, round(grown(WAYS_PX))))
        both.addWidget(column_of(rigs), 1)
        self.outer.addLayout(both, 1)
        self.first_focus = self.buttons["quick"]
        self._across = 0

    def _way(self, column: QVBoxLayout, key: str, text: str, line: str, act: Callable[[], object]) -> None:
        button = Choice(text, line, self.theme)
        button.clicked.connect(lambda _on: act())
        self.buttons[key] = button
        column.addWidget(button)

    def resizeEvent(self, event: QResizeEvent) -> None:
        super().resizeEvent(event)
        self._lay_cards()

    def _lay_cards(self) -> None:
        room = self.width() - grown(WAYS_PX) - 40
        across = max(int(room / grown(CARD_PX)), 1)
        if across == self._across:
            return
        self._across = across
        for number, card in enumerate(self.cards.values()):
            self.grid.addWidget(card, number // across, number % across)
        for column in range(self.grid.columnCount()):
            self.grid.setColumnStretch(column, 1 if column < across else 0)

    def refresh(self) -> None:
        """Show it in the theme and in the units; put the rigs together where that has not been done."""
        for button in self.buttons.values():
            button.show_words(self.theme)
        for key, card in self.cards.items():
            rig = self.rigs.get(key)
            card.show_words(self.theme)
            card.show_mass(self.theme, mass(rig.mass_kg, self.session.document.display) if rig is not None else "…")
        if len(self.rigs) < len(self.cards) and not self.job.running:
            self.job.start(_put_together)

    @property
    def waits(self) -> bool:
        """Whether rigs are still to come."""
        return self.job.running

    def _show_rig(self, rig: Rig) -> None:
        self.rigs[rig.key] = rig
        card = self.cards[rig.key]
        card.picture.assembly = rig.assembly
        card.show_mass(self.theme, mass(rig.mass_kg, self.session.document.display))

    def _go(self, card: Card, key: int) -> None:
        """From a rig to the one beside, over or under it; nowhere at the edge."""
        steps = dict(zip(ARROWS, (-1, 1, -self._across, self._across), strict=True))
        cards = list(self.cards.values())
        to = cards.index(card) + steps[Qt.Key(key)]
        if 0 <= to < len(cards):
            cards[to].setFocus(Qt.FocusReason.OtherFocusReason)

    def take(self, key: str) -> None:
        """Begin with a rig: the open setup where that is empty, else one more."""
        name = tell(title(key))
        refusal = self.session.try_edit(
            say("Begin with {rig}").format(rig=name), lambda d: with_starter(d, key, name)
        )  # fmt: skip
        if refusal is not None:
            self.session.said.emit(self.session.tell(refusal.said), True)
            return
        said = say("“{rig}” is of typical parts: put your own in their places in Build, and weigh them.")
        self.session.said.emit(said.format(rig=name), False)
        self.session.view.ask_page("balance")

    def choose_document(self) -> None:
        """Let the person choose a document to go on with."""
        sorts = say("Equilix documents") + f" (*{SUFFIX})"
        file_dialog(self, sorts, lambda name: self.session.desk.open(Path(name))).open()

    def _opened(self) -> None:
        """A document is there to go on with, whoever opened it."""
        if self.isVisible() and self.session.setup.placements:
            self.session.view.ask_page("balance")

    def open_demo(self) -> None:
        """Look at the demonstration."""
        self.session.desk.replace(lighthouse(), None)
        self.session.view.ask_page("balance")


def _put_together(called_off: Called) -> Iterator[Rig]:
    for key in starters():
        if called_off():
            return
        document = starter_document(key)
        assembly = assemble(document.setups[0], document.parts_by_id)
        yield Rig(key, assembly, assembly.mass_properties().mass_kg)
