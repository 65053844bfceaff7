"""Parts from a list, beside what each line of it becomes, or from another document; one edit takes all of them."""

from __future__ import annotations

from functools import partial
from pathlib import Path
from typing import Final

from PySide6.QtGui import QResizeEvent
from PySide6.QtWidgets import (
    QHBoxLayout,
    QPlainTextEdit,
    QPushButton,
    QVBoxLayout,
    QWidget,
)

from equilix.document import Document
from equilix.edits.taking import not_in_the_kit
from equilix.errors import EquilixError
from equilix.exchange.lines import Line, Told, lines_of, read_lines, text_of
from equilix.exchange.setup_lines import Placed
from equilix.exchange.tables import Unread
from equilix.exchange.taking import Settled, left_over, take_lines
from equilix.facts import fact, number
from equilix.kit.parts import How
from equilix.store.parsing import open_document
from equilix.store.saving import SUFFIX
from equilix.ui.jobs import in_one_go, or_error
from equilix.ui.session import Session
from equilix.ui.theme import grown
from equilix.ui.widgets.choice import ChoiceBox
from equilix.ui.widgets.file_choice import file_dialog
from equilix.ui.widgets.tint import set_tip, show_text, text_label
from equilix.ui.workspaces.line_table import SIZE, LineTable
from equilix.ui.workspaces.page import Page
from equilix.words.language import say
from equilix.words.wordings.wording import N_

LOW_PX, NARROW_PX = 240, 700
"""Under this height there is no room for the hint, which is told by the tip of the text as well; and under this width
none for the sizes."""
HOWS: Final[tuple[tuple[How, str], ...]] = (
    ("data sheet", N_("from data sheets")), ("weighed", N_("weighed")), ("estimated", N_("estimated")),
)  # fmt: skip


TABLES: Final = (".ods", ".csv", ".tsv", ".txt")
AT_ONCE: Final = 50
"""So many lines are read between two pictures of the screen."""


Read = tuple[tuple[Line, ...], tuple[Settled, ...]]
"""What lines tell, and what they become in the document."""


def _read(document: Document, text: str, how: How) -> Read:
    lines = read_lines(text, how)
    return lines, take_lines(document, lines)[1]


class PartListPage(Page):
    """A text and its preview. What cannot be read stays in the text when the rest has been taken.

    In the place of the text may stand the kit of another document: what this one does not have of it, to be ticked.
    """

    def __init__(self, session: Session, parent: QWidget | None = None) -> None:
        super().__init__(session, parent)
        self.read: Read = (), ()
        self.other: Document | None = None
        """The document whose kit stands there, in the place of the text."""
        self.job = session.jobs.new(say("Reading another document"))
        self.job.found.connect(self._read_document)
        self.head = self.heading(say("Parts from a list"))
        self.hint = self.note(
            say(
                "One part in a line: name, mass with its unit, size where it is known; or a table with heads. Sizes "
                "are in mm: length × width × height, or diameter × length. Setups come back from their own table."
            )
        )
        self.text = QPlainTextEdit()
        self.text.setAccessibleName(say("Lines that tell parts"))
        self.text.setPlaceholderText(say("24–70 zoom 950 g 88×125\n2 x wedge battery 98 Wh 790 g"))
        set_tip(self.text, self.hint.text())
        self.text.setMinimumHeight(60)
        self.text.setTabChangesFocus(True)
        self.text.setLineWrapMode(QPlainTextEdit.LineWrapMode.NoWrap)
        self.text.textChanged.connect(self._read)
        self.reading = session.jobs.new(say("Reading the lines"))
        self.reading.found.connect(self._show)
        self.first_focus = self.text
        self.table = LineTable()
        self.how = ChoiceBox()
        self.how.setAccessibleName(say("How the masses are known"))
        for how, text in HOWS:
            self.how.addItem(say(text), how)
        self.how.activated.connect(lambda _index: self._read())
        self.told = text_label()
        self.from_document = QPushButton(say("From a file …"))
        self.from_document.clicked.connect(self.choose_document)
        self.lines_again = QPushButton(say("Back to the lines"))
        self.lines_again.clicked.connect(self.back_to_lines)
        self.lines_again.hide()
        self.take = QPushButton(say("Into the kit"))
        self.take.clicked.connect(self.take_them)
        self.table.lines.ticked.connect(lambda: self.take.setEnabled(bool(self._chosen())))
        self.leave = QPushButton(say("To the mat"))
        self.leave.clicked.connect(lambda: session.view.ask_page("mat"))
        self._lay_out()

    def _lay_out(self) -> None:
        self.outer.removeWidget(self.scroller)
        self.scroller.hide()
        whole = QVBoxLayout()
        whole.setContentsMargins(16, 8, 12, 8)
        whole.setSpacing(6)
        over = QHBoxLayout()
        over.addWidget(self.head, 1)
        over.addWidget(self.from_document)
        over.addWidget(self.lines_again)
        whole.addLayout(over)
        whole.addWidget(self.hint)
        both = QHBoxLayout()
        both.setSpacing(12)
        both.addWidget(self.text, 3)
        both.addWidget(self.table, 7)
        whole.addLayout(both, 1)
        whole.addWidget(self.told)
        row = QHBoxLayout()
        self.word = text_label(wrap=False)
        row.addWidget(self.word)
        self.how.setMinimumWidth(round(grown(170)))
        row.addWidget(self.how)
        row.addStretch(1)
        row.addWidget(self.take)
        row.addWidget(self.leave)
        whole.addLayout(row)
        self.outer.addLayout(whole, 1)

    def resizeEvent(self, event: QResizeEvent) -> None:
        super().resizeEvent(event)
        self._give_room()
        self.table.setColumnHidden(SIZE, self.width() < grown(NARROW_PX))

    def _give_room(self) -> None:
        self.hint.setVisible(self.other is None and self.height() >= grown(LOW_PX))

    def refresh(self) -> None:
        show_text(self.word, say("The masses are"), self.theme.ink)
        self._read()

    def choose_document(self) -> None:
        """Let the person choose the document whose kit is to be taken over, or a table or list."""
        tables = " ".join(f"*{each}" for each in TABLES)
        sorts = say("Equilix documents") + f" (*{SUFFIX});;" + say("Tables and lists") + f" ({tables})"
        file_dialog(self, sorts, lambda name: self.load(Path(name))).open()

    def load(self, path: Path) -> None:
        """Read another document, or a table or list into the text; what is wrong with it is said here."""
        show_text(self.told, say("Reading {file} …").format(file=path.name), self.theme.quiet)
        read = text_of if path.suffix.lower() in TABLES else open_document
        self.job.start(in_one_go(partial(read, path)))

    def _read_document(self, found: Document | str | EquilixError) -> None:
        if isinstance(found, EquilixError):
            show_text(self.told, f"▲ {self.session.tell(found.said)}", self.theme.tip)
            return
        if isinstance(found, str):
            self.text.selectAll()
            self.text.insertPlainText(found)  # Undo in the text brings back what stood there
            return
        self.other = found
        self.table.lines.left.clear()
        self._show_other(True)
        self._read()

    def back_to_lines(self) -> None:
        """Put the other document away; the text is as it was left."""
        self.other = None
        self._show_other(False)
        self._read()

    def _show_other(self, on: bool) -> None:
        for widget in (self.text, self.word, self.how, self.from_document):
            widget.setVisible(not on)
        self.lines_again.setVisible(on)
        self.head.setText(say("Parts from another document") if on else say("Parts from a list"))
        self._give_room()

    def _read(self) -> None:
        """Find out what the lines become: a few at once; many beside the work, and nothing can be taken until then."""
        self.reading.cancel()
        text, how = self.text.toPlainText(), self.how.currentData()
        document = self.session.document
        if self.other is not None:
            missing = lines_of(not_in_the_kit(document, self.other))
            self._show((missing, missing))
        elif text.count("\n") < AT_ONCE:
            self._show(or_error(partial(_read, document, text, how)))
        else:
            self.take.setEnabled(False)
            self.reading.start(in_one_go(partial(_read, document, text, how)))

    @property
    def lines(self) -> tuple[Settled, ...]:
        """What the lines become."""
        return self.read[1]

    def _show(self, found: Read | EquilixError) -> None:
        """Show what the lines become; what is too much to be read is said."""
        self.read = ((), ()) if isinstance(found, EquilixError) else found
        if isinstance(found, EquilixError):
            show_text(self.told, f"▲ {self.session.tell(found.said)}", self.theme.tip)
        else:
            show_text(self.told, self._summary(), self.theme.quiet)
        setups = any(isinstance(line, Placed) for line in self.lines)
        self.take.setText(say("Take them over") if setups else say("Into the kit"))
        chosen = self.other is not None
        self.table.show_lines(self.lines, self.session.document.display, self.theme, chosen=chosen)
        self.take.setEnabled(bool(self._chosen()))

    def _summary(self) -> str:
        if self.other is not None:
            there, name, new = number(len(self.other.parts)), self.other.name, len(self.lines)
            if not new:
                return self.session.tell(fact("lines.all_there", count=there, name=name))
            return self.session.tell(fact("lines.not_there", new=number(new), count=there, name=name))
        told = number(len(self._chosen()))
        said = ""
        if self.lines:
            said = self.session.tell(fact("lines.can_be_taken", told=told, all=number(len(self.lines))))
        unread = [line.number for line in self.lines if isinstance(line, Unread)]
        if unread:
            key = "lines.cannot" if len(unread) == 1 else "lines.some_cannot"
            said += " " + self.session.tell(fact(key, line=number(unread[0])))
        elif any(isinstance(line, Told) and not line.known for line in self.lines):
            said += " " + say("◆ No word tells of what kind it is.")
        return said

    def _chosen(self) -> tuple[Settled, ...]:
        """Those that are to be taken: what can be read and is not there yet; of another document what is ticked."""
        return tuple(line for line in self.lines if self._is_chosen(line))

    def _is_chosen(self, line: Settled) -> bool:
        match line:
            case Told():
                return not line.there and (self.other is None or line.part.id not in self.table.lines.left)
            case Placed():
                return line.change != "same"
        return False

    def take_them(self) -> None:
        """Take what can be read, or is ticked; the rest stays, and Undo in the text brings that back."""
        chosen, text = self._chosen(), self.text.toPlainText()
        rest, count = left_over(text, self.lines), len(chosen)
        parts = all(isinstance(line, Told) for line in chosen)
        lines = self.read[0] if self.other is None else [line for line in chosen if isinstance(line, Told)]

        def change(document: Document) -> Document:
            return take_lines(document, lines)[0]

        title = self.session.tell(fact("lines.put_in" if parts else "lines.take", count=number(count)))
        refusal = self.session.try_edit(title, change)
        if refusal is not None:
            show_text(self.told, f"▲ {self.session.tell(refusal.said)}", self.theme.tip)
            return
        if self.other is None:
            cursor = self.text.textCursor()
            cursor.select(cursor.SelectionType.Document)
            cursor.insertText(rest)
        said = self.session.tell(fact("lines.are_in" if parts else "lines.are_taken", count=number(count)))
        show_text(self.told, said, self.theme.hold)
        self.session.said.emit(said, False)
