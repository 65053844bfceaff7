"""What the editors of the bench have in common: a column of fields that show a part and take what is entered."""

from __future__ import annotations

from collections.abc import Callable, Sequence
from functools import partial

from PySide6.QtWidgets import QFormLayout, QHBoxLayout, QPushButton, QVBoxLayout, QWidget

from equilix.document import Document
from equilix.kit.parts import Part
from equilix.ui.session import Session
from equilix.ui.theme import PREP_ROOM, Theme
from equilix.ui.widgets.fields import QuantityField
from equilix.ui.widgets.tint import show_text, text_label
from equilix.units import Quantity
from equilix.words.language import say

Change = Callable[[Document], Document]


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

    def take(self, label: str, change: Change, field: QuantityField | None = None) -> bool:
        """Carry an edit out; where it is refused, say so at the field or at the end, and lose nothing."""
        refusal = self.session.try_edit(label, change)
        said = "" if refusal is None else self.session.tell(refusal.said)
        if field is not None and said:
            field.complain(said)
        else:
            show_text(self.refusal, f"▲ {said}" if said else "", self.theme.tip)
        return refusal is None


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
