"""What is told for a quick answer: how it is carried, what scale and finger say, what slides, what is at hand."""

from __future__ import annotations

from collections.abc import Callable
from typing import Final, TypeVar

from PySide6.QtCore import Signal
from PySide6.QtGui import QFocusEvent
from PySide6.QtWidgets import QFormLayout, QHBoxLayout, QLabel, QLineEdit, QPlainTextEdit, QWidget

from equilix.carry import WAYS
from equilix.errors import EquilixError
from equilix.quick.entry import at_line, each_line, read_sliding, read_weight
from equilix.quick.told import HANGING, Sliding, Told, Weighing, Weight, on_a_finger, on_two_supports
from equilix.quick.words import DATUMS
from equilix.ui.theme import PREP_ROOM, Theme, grown
from equilix.ui.widgets.choice import ChoiceBox
from equilix.ui.widgets.fields import QuantityField
from equilix.ui.widgets.tint import set_tip, show_text, text_label
from equilix.units import Display, Quantity
from equilix.words.language import say
from equilix.words.telling import begun, tell
from equilix.words.wordings.wording import N_

WEIGHED: Final = (N_("whole, and balanced on a finger"), N_("at two places of one scale"))
BOX_LINES: Final = 2
Read = TypeVar("Read")


class Box(QPlainTextEdit):
    """A few lines of text; ``left``: the keys have gone elsewhere."""

    left = Signal()

    def focusOutEvent(self, event: QFocusEvent) -> None:
        super().focusOutEvent(event)
        self.left.emit()


class QuickForm(QWidget):
    """Every entry of it may be changed at any time; ``changed`` after each key."""

    changed = Signal()

    def __init__(self, parent: QWidget | None = None) -> None:
        super().__init__(parent)
        self.display: Display = "metric"
        self.theme: Theme = PREP_ROOM
        self.form = QFormLayout(self)
        self.form.setContentsMargins(0, 0, 8, 0)
        self.form.setRowWrapPolicy(QFormLayout.RowWrapPolicy.WrapLongRows)
        self._rows: dict[QuantityField, QWidget] = {}
        """The row of the form in which a pair stands, by its first entry."""
        self.carry = self._choice(say("Carried"), [(tell(way.phrase), key) for key, way in WAYS.items()])
        self.weighed = self._choice(say("Weighed"), [(say(text), number) for number, text in enumerate(WEIGHED)])
        self.mass = self._field(say("Mass of it all"), "mass")
        self.balance = self._field(say("Balances at"), "length")
        at = say("at")
        self.readings = [
            self._pair(name, ((name, "mass"), (say("Place of “{name}”").format(name=name), "length")), at)
            for name in (say("Scale reads"), say("then reads"))
        ]
        self.slide = self._pair(
            say("Camera slides"),
            ((say("Camera slides from"), "length"), (say("Camera slides to"), "length")),
            say("to"),
        )
        self.weights, self.weights_wrong = self._box(say("Weights, batteries at hand"), say("500 g at -300 mm"))
        self.sliding, self.sliding_wrong = self._box(
            say("What else slides"), say("battery 1.2 kg at -180 mm, -100 mm to 50 mm")
        )
        self.mark = QLineEdit()
        self.mark.setAccessibleName(say("Mark that places are measured from"))
        self.mark.textEdited.connect(self._marked)
        self.form.addRow(say("Measured from"), self.mark)
        self.datum = self._field(say("which is at"), "length")
        self.stays = self._field(say("Of it stays"), "mass")
        self.below = self._field(say("Hangs below by"), "length")
        self.ends = self._pair(
            say("It reaches"), ((say("Rear end at"), "length"), (say("Front end at"), "length")), say("to")
        )
        set_tip(self.stays, say("What does not slide with the camera: base, rods, handles, a battery on them."))
        set_tip(self.balance, say("Ahead of the mark is positive, behind it negative."))
        self.show_rows()

    def _choice(self, name: str, choices: list[tuple[str, object]]) -> ChoiceBox:
        box = ChoiceBox()
        box.setAccessibleName(name)
        for text, data in choices:
            box.addItem(begun(text), data)
        box.activated.connect(self._chosen)
        self.form.addRow(name, box)
        return box

    def _field(self, name: str, quantity: Quantity) -> QuantityField:
        field = self._made(name, quantity)
        self.form.addRow(name, field)
        return field

    def _made(self, name: str, quantity: Quantity) -> QuantityField:
        field = QuantityField(name, quantity)
        field.optional = True
        field.line.textEdited.connect(lambda _text: self.changed.emit())
        return field

    def _pair(
        self, name: str, fields: tuple[tuple[str, Quantity], tuple[str, Quantity]], between: str
    ) -> tuple[QuantityField, QuantityField]:
        """Two entries in a row, with a word between them."""
        row = QWidget()
        across = QHBoxLayout(row)
        across.setContentsMargins(0, 0, 0, 0)
        first, second = (self._made(*each) for each in fields)
        word = text_label(wrap=False)
        word.setText(between)
        across.addWidget(first, 1)
        across.addWidget(word)
        across.addWidget(second, 1)
        self.form.addRow(name, row)
        self._rows[first] = row
        return first, second

    def _box(self, name: str, example: str) -> tuple[Box, QLabel]:
        box, wrong = Box(), text_label()
        box.setAccessibleName(name)
        box.setPlaceholderText(example)
        box.setTabChangesFocus(True)
        box.setLineWrapMode(QPlainTextEdit.LineWrapMode.NoWrap)
        box.setFixedHeight(round(grown(24 * BOX_LINES + 8)))
        box.textChanged.connect(self.changed.emit)
        box.left.connect(self.changed.emit)
        self.form.addRow(text := text_label())
        text.setText(name)
        self.form.addRow(box)
        self.form.addRow(wrong)
        self.form.setRowVisible(wrong, False)
        return box, wrong

    def _chosen(self) -> None:
        self.show_rows()
        self.changed.emit()

    def _marked(self) -> None:
        self.show_rows()
        self.changed.emit()

    def show_rows(self) -> None:
        """Show the entries that count for how it is carried and was weighed."""
        two = self.weighed.currentData() == 1
        carry = str(self.carry.currentData())
        for field in (self.mass, self.balance):
            self.form.setRowVisible(field, not two)
        for first, _ in self.readings:
            self.form.setRowVisible(self._rows[first], two)
        self.form.setRowVisible(self.below, carry in HANGING)
        datum = tell(DATUMS[carry])
        self.mark.setPlaceholderText(datum)
        self.form.setRowVisible(self.datum, bool(self.mark.text().strip()))
        self.datum.line.setPlaceholderText(say("place of {datum}").format(datum=datum))

    def wear(self, theme: Theme, display: Display) -> None:
        """Show in another theme and in other units."""
        self.theme = theme
        if display != self.display:
            self.display = display
            for field in self.findChildren(QuantityField):
                field.display = display

    def told(self) -> Told | None:
        """What stands there; None while the mass or the balance is missing. Raises :class:`Refused`."""
        weights = self._lines(self.weights, self.weights_wrong, lambda text: read_weight(text, self.display))
        sliding = self._lines(self.sliding, self.sliding_wrong, lambda text: read_sliding(text, self.display))
        datum_m = self._value(self.datum) or 0.0 if self.mark.text().strip() else 0.0
        weighing = self._weighing(datum_m)
        if weighing is None:
            return None
        low, high = (self._value(field) for field in self.slide)
        slide = None if low is None and high is None else (min(low or 0.0, high or 0.0), max(low or 0.0, high or 0.0))
        rear, front = (self._value(field) for field in self.ends)
        below = self._value(self.below) if self.carry.currentData() in HANGING else None
        return Told(
            str(self.carry.currentData()), weighing, slide,
            tuple(
                Sliding(each.name, each.mass_kg, each.at_m - datum_m, each.from_m, each.to_m) for each in sliding
            ),
            tuple(
                Weight(each.name, each.mass_kg, each.from_m - datum_m, each.to_m - datum_m, each.battery)
                for each in weights
            ),
            self._value(self.stays), None if below is None else -abs(below),
            None if rear is None or front is None else (rear - datum_m, front - datum_m),
        )  # fmt: skip

    def _weighing(self, datum_m: float) -> Weighing | None:
        if self.weighed.currentData() == 1:
            values = [self._value(field) for pair in self.readings for field in pair]
            first, at, second, there = values
            if first is None or at is None or second is None or there is None:
                return None
            return on_two_supports((first, second), (at - datum_m, there - datum_m))
        mass_kg, balance_m = self._value(self.mass), self._value(self.balance)
        if mass_kg is None or balance_m is None:
            return None
        return on_a_finger(mass_kg, balance_m - datum_m)

    def _value(self, field: QuantityField) -> float | None:
        """What stands in a field; None where it is empty. What cannot be read is said there when it is left."""
        return field.value() if field.line.text().strip() else None

    def _lines(self, box: Box, wrong: QLabel, read: Callable[[str], Read]) -> list[Read]:
        """What the lines of a box tell. The first that tells nothing is said below it, once the keys have left it."""
        found: list[Read] = []
        said = ""
        for number, line in enumerate(each_line(box.toPlainText()), start=1):
            try:
                found.append(read(line))
            except EquilixError as error:
                if not box.hasFocus():
                    said = said or tell(at_line(number, error.said), self.display)
        show_text(wrong, f"▲ {said}" if said else "", self.theme.tip)
        self.form.setRowVisible(wrong, bool(said))
        return found
