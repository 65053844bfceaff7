"""Parts from a list: lines that are typed or pasted, beside what each of them becomes; one edit takes all of them."""

from __future__ import annotations

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
from equilix.errors import EquilixError
from equilix.exchange.lines import Line, Told, Unread, left_over, read_lines, take_lines
from equilix.kit.catalogue import kind_of
from equilix.kit.parts import How, Part
from equilix.ui.session import Session
from equilix.ui.theme import grown
from equilix.ui.widgets.choice import ChoiceBox
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
    """A text and its preview. What cannot be read stays in the text when the rest has been taken."""

    def __init__(self, session: Session, parent: QWidget | None = None) -> None:
        super().__init__(session, parent)
        self.lines: tuple[Line, ...] = ()
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
        whole.addWidget(self.head)
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
        self.hint.setVisible(self.height() >= grown(LOW_PX))
        self.table.setColumnHidden(SIZE, self.width() < grown(NARROW_PX))

    def refresh(self) -> None:
        show_text(self.word, say("The masses are"), self.theme.ink)
        self._read()

    def _read(self) -> None:
        """Show what the lines become; what is too much to be read is said."""
        try:
            self.lines = read_lines(self.text.toPlainText(), self.how.currentData())
        except EquilixError as error:
            self.lines = ()
            show_text(self.told, f"▲ {self.session.tell(error.said)}", self.theme.tip)
        else:
            told = sum(isinstance(line, Told) for line in self.lines)
            said = say("{told} of {all} lines can be taken.").format(told=told, all=len(self.lines))
            if any(isinstance(line, Told) and not line.known for line in self.lines):
                said += " " + say("◆ No word tells of what kind it is.")
            show_text(self.told, said if self.lines else "", self.theme.quiet)
        self.take.setEnabled(any(isinstance(line, Told) for line in self.lines))
        self._fill()

    def _fill(self) -> None:
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
                self.table.setItem(row, column, item)

    def take_them(self) -> None:
        """Put every part that was read into the kit; the other lines stay, and Undo in the text brings all back."""
        lines, count = self.lines, sum(isinstance(line, Told) for line in self.lines)
        rest = left_over(self.text.toPlainText(), lines)

        def change(document: Document) -> Document:
            return take_lines(document, lines)[0]

        refusal = self.session.try_edit(say("Put {count} parts into the kit").format(count=count), change)
        if refusal is not None:
            show_text(self.told, f"▲ {self.session.tell(refusal.said)}", self.theme.tip)
            return
        cursor = self.text.textCursor()
        cursor.select(cursor.SelectionType.Document)
        cursor.insertText(rest)
        said = say("{count} parts are in the kit.").format(count=count)
        show_text(self.told, said, self.theme.hold)
        self.session.said.emit(said, False)


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
