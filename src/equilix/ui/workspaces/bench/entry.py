"""What the editors of the bench have in common: a column of fields that show a part and take what is entered."""

from __future__ import annotations

from collections.abc import Callable, Iterable, Sequence
from functools import partial
from typing import Any

from msgspec import Struct
from PySide6.QtCore import Signal
from PySide6.QtWidgets import QFormLayout, QHBoxLayout, QListWidget, QPushButton, QVBoxLayout, QWidget

from equilix.document import Document
from equilix.kit.parts import Part
from equilix.ui.session import Session
from equilix.ui.theme import PREP_ROOM, Theme, grown
from equilix.ui.widgets.fields import QuantityField
from equilix.ui.widgets.tint import show_text, text_label
from equilix.units import Quantity
from equilix.words.language import say

Change = Callable[[Document], Document]
Way = tuple[float, float, float]


class Editor(QWidget):
    """One tab of the bench. It shows :attr:`part` in :meth:`fill`, and every entry is one edit and one undo."""

    def __init__(self, session: Session) -> None:
        super().__init__()
        self.session = session
        self.theme: Theme = PREP_ROOM
        self.part: Part | None = None
        self.busy = False
        """What is filled in by the program is no entry."""
        self.column = QVBoxLayout(self)
        self.column.setContentsMargins(0, 0, 0, 0)
        self.column.setSpacing(6)
        self.refusal = text_label()

    def show_part(self, part: Part | None) -> None:
        """Show a part as it is now."""
        self.part = part
        if part is not None:
            self.busy = True
            self.fill(part)
            self.busy = False

    def fill(self, part: Part) -> None:
        """Show the part in the fields."""

    def quantity(self, name: str, quantity: Quantity, take: Callable[[float], object]) -> QuantityField:
        """A field whose value is taken by ``take``."""
        field = QuantityField(name, quantity)
        field.entered.connect(lambda value, _text: None if self.busy else take(value))
        return field

    def optional(self, name: str, quantity: Quantity, take: Callable[[float | None], object]) -> QuantityField:
        """One that may be emptied: ``take`` gets None, as it is not known."""
        field = self.quantity(name, quantity, take)
        field.optional = True
        field.emptied.connect(lambda: None if self.busy else take(None))
        return field

    def take(self, label: str, change: Change, field: QuantityField | None = None) -> bool:
        """Carry an edit out; where it is refused, say so at the field or at the end, and lose nothing."""
        refusal = self.session.try_edit(label, change)
        said = "" if refusal is None else self.session.tell(refusal.said)
        if field is not None and said:
            field.complain(said)
        else:
            show_text(self.refusal, f"▲ {said}" if said else "", self.theme.tip)
        return refusal is None


class Edits(Struct, frozen=True):
    """What can be done with something that a part has several of, each known by its number."""

    add: Callable[[Document, str], tuple[Document, int]]
    change: Callable[..., Document]
    remove: Callable[[Document, str, int], Document]
    adding: str
    """What it is called to add one; and so on."""
    changing: str
    removing: str


class ListEditor(Editor):
    """An editor of what a part has several of: all of them in a list, and the fields of the chosen one."""

    chosen = Signal(int)

    def __init__(self, session: Session, edits: Edits, listed: str, height_px: float) -> None:
        super().__init__(session)
        self.edits, self.number = edits, 0
        self.list = QListWidget()
        self.list.setAccessibleName(listed)
        self.list.setFixedHeight(round(grown(height_px)))
        self.list.currentRowChanged.connect(self._listed)
        self.add, self.remove = button(edits.adding, self.add_one), button(say("Remove"), self.take_away)

    def fill_list(self, lines: Iterable[str]) -> None:
        """Show what there is; the chosen one stays chosen while it is there."""
        lines = list(lines)
        self.number = max(min(self.number, len(lines) - 1), 0)
        self.list.blockSignals(True)
        self.list.clear()
        self.list.addItems(lines)
        self.list.setCurrentRow(self.number)
        self.list.blockSignals(False)
        self.list.setVisible(bool(lines))
        self.remove.setEnabled(bool(lines))

    def _listed(self, number: int) -> None:
        if not self.busy and number >= 0:
            self._choose(number)

    def _choose(self, number: int) -> None:
        self.number = number
        self.show_part(None if self.part is None else self.session.document.parts_by_id.get(self.part.id))
        self.chosen.emit(number)

    def change(self, field: QuantityField | None = None, **updates: Any) -> None:
        """Change fields of the chosen one."""
        part, number = self.part, self.number
        if not self.busy and part is not None:
            self.take(self.edits.changing, lambda d: self.edits.change(d, part.id, number, **updates), field)

    def add_one(self) -> None:
        """One more, which is then chosen."""
        part, made = self.part, self.number
        if part is None:
            return

        def change(document: Document) -> Document:
            nonlocal made
            document, made = self.edits.add(document, part.id)
            return document

        if self.take(self.edits.adding, change):
            self._choose(made)

    def take_away(self) -> None:
        """Take the chosen one away."""
        part, number = self.part, self.number
        if part is not None:
            self.take(self.edits.removing, lambda d: self.edits.remove(d, part.id, number))


def with_axis(place: Way, axis: int, value: float) -> Way:
    """A place or a size with another value along one axis."""
    found = list(place)
    found[axis] = value
    return found[0], found[1], found[2]


def block(rows: Iterable[tuple[str, QWidget]]) -> tuple[QWidget, QFormLayout]:
    """A widget with labelled rows, and their layout."""
    made, layout = QWidget(), form()
    made.setLayout(layout)
    for label, widget in rows:
        layout.addRow(label, widget)
    return made, layout


def form() -> QFormLayout:
    """A form as all of the bench has it."""
    made = QFormLayout()
    made.setContentsMargins(0, 0, 0, 0)
    made.setFieldGrowthPolicy(QFormLayout.FieldGrowthPolicy.AllNonFixedFieldsGrow)
    return made


def beside(*widgets: QWidget, stretch: bool = True) -> QHBoxLayout:
    """Widgets in a row."""
    row = QHBoxLayout()
    row.setSpacing(6)
    for widget in widgets:
        row.addWidget(widget)
    if stretch:
        row.addStretch(1)
    return row


def button(text: str, act: Callable[[], object]) -> QPushButton:
    """A button that does one thing."""
    made = QPushButton(text)
    made.clicked.connect(lambda _on: act())
    return made


def places(editor: Editor, names: Sequence[str], take: Callable[[int, float], object]) -> list[QuantityField]:
    """Three fields for a place: ahead, to the left, up."""
    return [editor.quantity(name, "length", partial(take, axis)) for axis, name in enumerate(names)]


def place_names(what: str) -> tuple[str, str, str]:
    """What the three fields of a place are called for those who do not see them."""
    return (
        say("{what}: ahead").format(what=what),
        say("{what}: to the left").format(what=what),
        say("{what}: up").format(what=what),
    )
