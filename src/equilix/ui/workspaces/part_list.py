"""Parts from a list, beside what each line of it becomes, or from another document; one edit takes all of them."""

from __future__ import annotations

from collections.abc import Iterator
from functools import partial
from pathlib import Path
from typing import Final

from PySide6.QtCore import Qt
from PySide6.QtGui import QColor, QResizeEvent
from PySide6.QtWidgets import (
    QAbstractItemView,
    QHBoxLayout,
    QHeaderView,
    QPlainTextEdit,
    QPushButton,
    QTableWidget,
    QTableWidgetItem,
    QVBoxLayout,
    QWidget,
)

from equilix.document import Document
from equilix.edits.taking import not_in_the_kit
from equilix.errors import Called, EquilixError
from equilix.exchange.lines import Line, Told, Unread, left_over, lines_of, read_lines, take_lines
from equilix.kit.catalogue import kind_of
from equilix.kit.parts import How, Part
from equilix.store.parsing import open_document
from equilix.store.saving import SUFFIX
from equilix.ui.session import Session
from equilix.ui.theme import grown
from equilix.ui.widgets.choice import ChoiceBox
from equilix.ui.widgets.file_choice import file_dialog
from equilix.ui.widgets.tint import as_tip, set_tip, show_text, text_label
from equilix.ui.workspaces.page import Page
from equilix.units import Display
from equilix.words.language import say
from equilix.words.quantities import length, mass
from equilix.words.telling import begun, tell
from equilix.words.wordings.wording import N_

HEADS: Final = (N_("Line"), N_("Part"), N_("Kind"), N_("Mass"), N_("Size"))
PART, MASS, SIZE = 1, 3, 4
LOW_PX, NARROW_PX = 240, 700
"""Under this height there is no room for the hint, which is told by the tip of the text as well; and under this width
none for the sizes."""
HOWS: Final[tuple[tuple[How, str], ...]] = (
    ("data sheet", N_("from data sheets")), ("weighed", N_("weighed")), ("estimated", N_("estimated")),
)  # fmt: skip


class PartListPage(Page):
    """A text and its preview. What cannot be read stays in the text when the rest has been taken.

    In the place of the text may stand the kit of another document: what this one does not have of it, to be ticked.
    """

    def __init__(self, session: Session, parent: QWidget | None = None) -> None:
        super().__init__(session, parent)
        self.lines: tuple[Line, ...] = ()
        self.other: Document | None = None
        """The document whose kit stands there, in the place of the text."""
        self._left: set[str] = set()
        """The parts of it, by their ids, that are not ticked."""
        self.job = session.jobs.new(say("Reading another document"))
        self.job.found.connect(self._read_document)
        self.head = self.heading(say("Parts from a list"))
        self.hint = self.note(
            say(
                "One part in a line: name, mass with its unit, size where it is known; or a table with heads. Sizes "
                "are in mm: length × width × height, or diameter × length."
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
        self.first_focus = self.text
        self.table = QTableWidget(0, len(HEADS))
        self.table.setMinimumHeight(60)
        self.table.setAccessibleName(say("What the lines become"))
        self.table.setHorizontalHeaderLabels([say(head) for head in HEADS])
        self.table.verticalHeader().hide()
        self.table.setEditTriggers(QAbstractItemView.EditTrigger.NoEditTriggers)
        self.table.setSelectionBehavior(QAbstractItemView.SelectionBehavior.SelectRows)
        self.table.setWordWrap(False)
        self.table.setShowGrid(False)
        heads = self.table.horizontalHeader()
        heads.setHighlightSections(False)
        heads.setSectionResizeMode(QHeaderView.ResizeMode.ResizeToContents)
        heads.setSectionResizeMode(PART, QHeaderView.ResizeMode.Stretch)
        self.how = ChoiceBox()
        self.how.setAccessibleName(say("How the masses are known"))
        for how, text in HOWS:
            self.how.addItem(say(text), how)
        self.how.activated.connect(lambda _index: self._read())
        self.told = text_label()
        self.table.itemChanged.connect(self._ticked)
        self.from_document = QPushButton(say("From another document …"))
        self.from_document.clicked.connect(self.choose_document)
        self.lines_again = QPushButton(say("Back to the lines"))
        self.lines_again.clicked.connect(self.back_to_lines)
        self.lines_again.hide()
        self.take = QPushButton(say("Into the kit"))
        self.take.clicked.connect(self.take_them)
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
        """Let the person choose the document whose kit is to be taken over."""
        sorts = f"{say('Equilix documents')} (*{SUFFIX})"
        file_dialog(self, sorts, lambda name: self.load(Path(name))).open()

    def load(self, path: Path) -> None:
        """Read another document; what is wrong with it is said here."""
        show_text(self.told, say("Reading {file} …").format(file=path.name), self.theme.quiet)
        self.job.start(partial(_opened, path))

    def _read_document(self, found: Document | EquilixError) -> None:
        if isinstance(found, EquilixError):
            show_text(self.told, f"▲ {self.session.tell(found.said)}", self.theme.tip)
            return
        self.other, self._left = found, set()
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
        """Show what the lines become; what is too much to be read is said."""
        try:
            if self.other is not None:
                self.lines = lines_of(not_in_the_kit(self.session.document, self.other))
            else:
                self.lines = read_lines(self.text.toPlainText(), self.how.currentData())
        except EquilixError as error:
            self.lines = ()
            show_text(self.told, f"▲ {self.session.tell(error.said)}", self.theme.tip)
        else:
            show_text(self.told, self._summary(), self.theme.quiet)
        self._fill()
        self.take.setEnabled(bool(self._chosen()))

    def _summary(self) -> str:
        if self.other is not None:
            there = len(self.other.parts)
            if not self.lines:
                return say("All {count} parts of “{name}” are in this kit.").format(count=there, name=self.other.name)
            return say("{new} of {count} parts of “{name}” are not in this kit. Tick those to be taken.").format(
                new=len(self.lines), count=there, name=self.other.name
            )
        told = sum(isinstance(line, Told) for line in self.lines)
        said = say("{told} of {all} lines can be taken.").format(told=told, all=len(self.lines)) if self.lines else ""
        if any(isinstance(line, Told) and not line.known for line in self.lines):
            said += " " + say("◆ No word tells of what kind it is.")
        return said

    def _chosen(self) -> tuple[Line, ...]:
        """Those that are to be taken: what can be read; of another document what is ticked."""
        told = (line for line in self.lines if isinstance(line, Told))
        return tuple(line for line in told if self.other is None or line.part.id not in self._left)

    def _ticked(self, item: QTableWidgetItem) -> None:
        line = self.lines[item.row()]
        if item.column() == 0 and self.other is not None and isinstance(line, Told):
            (self._left.discard if item.checkState() is Qt.CheckState.Checked else self._left.add)(line.part.id)
            self.take.setEnabled(bool(self._chosen()))

    def _fill(self) -> None:
        self.table.blockSignals(True)
        self.table.clearSpans()
        self.table.setRowCount(len(self.lines))
        display = self.session.document.display
        for row, line in enumerate(self.lines):
            cells = [str(line.number), *(_cells(line.part, line.known, display) if isinstance(line, Told) else ())]
            if isinstance(line, Unread):
                cells.append(f"▲ {self.session.tell(line.said)}")
                self.table.setSpan(row, PART, 1, len(HEADS) - PART)
            for column in range(len(HEADS)):
                text = cells[column] if column < len(cells) else ""
                item = QTableWidgetItem(text)
                item.setToolTip(as_tip(text))
                if column in (0, MASS):
                    item.setTextAlignment(Qt.AlignmentFlag.AlignRight | Qt.AlignmentFlag.AlignVCenter)
                item.setForeground(QColor(self.theme.tip if isinstance(line, Unread) else self.theme.ink))
                if column == 0 and self.other is not None and isinstance(line, Told):
                    item.setFlags(item.flags() | Qt.ItemFlag.ItemIsUserCheckable)
                    off = line.part.id in self._left
                    item.setCheckState(Qt.CheckState.Unchecked if off else Qt.CheckState.Checked)
                self.table.setItem(row, column, item)
        self.table.blockSignals(False)

    def take_them(self) -> None:
        """Put what can be read, or is ticked, into the kit; the rest stays, and Undo in the text brings that back."""
        chosen, text = self._chosen(), self.text.toPlainText()
        rest, count = left_over(text, self.lines), len(chosen)

        def change(document: Document) -> Document:
            return take_lines(document, chosen)[0]

        refusal = self.session.try_edit(say("Put {count} parts into the kit").format(count=count), change)
        if refusal is not None:
            show_text(self.told, f"▲ {self.session.tell(refusal.said)}", self.theme.tip)
            return
        if self.other is None:
            cursor = self.text.textCursor()
            cursor.select(cursor.SelectionType.Document)
            cursor.insertText(rest)
        said = say("{count} parts are in the kit.").format(count=count)
        show_text(self.told, said, self.theme.hold)
        self.session.said.emit(said, False)


def _opened(path: Path, called_off: Called) -> Iterator[Document | EquilixError]:
    del called_off  # a file is read in one go
    try:
        yield open_document(path)
    except EquilixError as error:
        yield error


def _cells(part: Part, known: bool, display: Display) -> tuple[str, ...]:
    """Pieces and name, kind, mass, size."""
    kind = begun(tell(kind_of(part).label))
    body = part.body()
    told = [length(float(each), display).partition(" ") for each in body.high_m - body.low_m]
    sizes = f"{' × '.join(size for size, _, _ in told)} {told[0][2]}"
    return (
        part.name if part.quantity == 1 else f"{part.quantity} × {part.name}",
        kind if known else f"◆ {kind}",
        mass(part.mass_kg, display),
        sizes if part.sized else say("usual"),
    )
