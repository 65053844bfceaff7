"""What one way to measure asks: fields, from where places are measured, about which point."""

from __future__ import annotations

import math
from collections.abc import Sequence
from functools import partial

from PySide6.QtCore import Signal
from PySide6.QtWidgets import QFormLayout, QHBoxLayout, QWidget

from equilix.bench.marks import Mark, Pivot
from equilix.bench.methods import Ask, Asked, Method
from equilix.errors import EquilixError
from equilix.kit.solids import Axis
from equilix.ui.session import Session
from equilix.ui.widgets.choice import ChoiceBox
from equilix.ui.widgets.fields import QuantityField
from equilix.ui.workspaces.measure.method_words import ABOUT, ALONG, ASKS, MOTOR_TILT, PAIRS, WIRES
from equilix.units import KG_PER_LB, M_PER_IN, N_PER_LBF, Display, Quantity
from equilix.words.language import say
from equilix.words.quantities import fixed
from equilix.words.telling import begun


class MethodForm(QWidget):
    """The entries of one method; ``changed`` when any of them is another."""

    changed = Signal()

    def __init__(self, session: Session, method: Method) -> None:
        super().__init__()
        self.session, self.method = session, method
        self.marks: tuple[Mark, ...] = ()
        self.pivots: tuple[Pivot, ...] = ()
        self.sds: dict[str, float] = {}
        """Standard uncertainties of what instruments have filled in."""
        self.form = QFormLayout(self)
        self.form.setContentsMargins(0, 0, 0, 0)
        self.form.setRowWrapPolicy(QFormLayout.RowWrapPolicy.WrapLongRows)
        self.axis, self.mark, self.pivot = ChoiceBox(self), ChoiceBox(self), ChoiceBox(self)
        words = WIRES if method.key == "wires" else ABOUT if method.about_point else ALONG
        for axis in method.axes:
            self.axis.addItem(say(words[axis]), axis)
        self.axis.setAccessibleName(say("Which way"))
        self.mark.setAccessibleName(say("Measured from"))
        self.pivot.setAccessibleName(say("About which point"))
        places = any(ask.place for ask in method.asks)
        row = QHBoxLayout()
        for box, wanted in ((self.axis, len(method.axes) > 1), (self.mark, places), (self.pivot, method.about_point)):
            if wanted:
                row.addWidget(box)
            else:
                box.hide()
        if row.count():
            self.form.addRow(say("From") if places else say("About") if method.about_point else say("Lying"), row)
        self.fields: dict[str, QuantityField] = {}
        self._rows: dict[str, QHBoxLayout] = {}
        for ask in method.asks:
            title = MOTOR_TILT if (method.key, ask.key) == ("motor", "tilt") else ASKS[ask.key]
            field = QuantityField(say(title), ask.quantity)
            field.optional = ask.optional
            field.entered.connect(partial(self._typed, ask.key))
            field.emptied.connect(self.changed)
            self.fields[ask.key] = field
            first = self.fields.get(ask.key.replace("second_", "first_"))
            if first is None or first is field:
                self._rows[ask.key] = row = QHBoxLayout()
                row.addWidget(field)
                self.form.addRow(say(PAIRS.get(ask.key, title)), row)
            else:
                self._rows[ask.key.replace("second_", "first_")].addWidget(field)
        if "height" in self.fields:
            self.fields["height"].show_value(0.0, session.document.display)
        for box in (self.axis, self.mark, self.pivot):
            box.activated.connect(lambda _row: self.changed.emit())

    def _typed(self, key: str, _value: float, _text: str) -> None:
        """What is typed is not what an instrument said any more."""
        self.sds.pop(key, None)
        self.changed.emit()

    @property
    def chosen_axis(self) -> Axis:
        """Along or about which axis."""
        axis: Axis = self.axis.currentData() or self.method.axes[0]
        return axis

    def offer(self, marks: Sequence[Mark], pivots: Sequence[Pivot]) -> None:
        """Offer from where places are measured and about which points; what was chosen stays where it is there."""
        self.marks, self.pivots = tuple(marks), tuple(pivots)
        tell = self.session.tell
        rows = [(begun(tell(each.said)), each.key) for each in marks] or [(begun(say("nothing to measure from")), "")]
        self.mark.offer(rows, rows[0][1])
        if self.method.about_point:
            rows = [(begun(tell(each.said)), each.key) for each in pivots] or [
                (begun(say("nothing to turn about")), "")
            ]
            self.pivot.offer(rows, rows[0][1])

    @property
    def chosen_pivot(self) -> Pivot | None:
        """About which point, where it is about one."""
        if not self.method.about_point:
            return None
        return next((each for each in self.pivots if each.key == self.pivot.currentData()), None)

    @property
    def chosen_mark(self) -> Mark | None:
        """From where places are measured."""
        return next((each for each in self.marks if each.key == self.mark.currentData()), None)

    def asked(self, under_m: float, *, complain: bool = True, guess: str = "") -> Asked | None:
        """What was answered; None with a complaint at each field that has to be answered still.

        ``under_m``: how high its underside is in its frame; ``guess``: a field that need not be filled yet.
        """
        values: dict[str, float] = {}
        whole = not self.method.about_point or self.chosen_pivot is not None
        for ask in self.method.asks:
            value = self._value(ask, complain=complain and ask.key != guess)
            if value is not None:
                values[ask.key] = value
            elif ask.key == guess:
                values[ask.key] = 0.0
            elif not ask.optional:
                whole = False
        if not whole:
            return None
        if "height" in values:
            values["height"] += under_m
        pivot = self.chosen_pivot
        point = (0.0, 0.0, 0.0) if pivot is None else pivot.point_m
        return Asked(self.chosen_axis, point, values, dict(self.sds))

    def _value(self, ask: Ask, *, complain: bool) -> float | None:
        field = self.fields[ask.key]
        field.display = self.session.document.display
        if not field.line.text().strip():
            if complain and not ask.optional:
                field.complain(say("Enter it."))
            return None
        try:
            value = field.value()
        except EquilixError as error:
            if complain:
                field.complain(self.session.tell(error.said))
            return None
        if complain:
            field.complain("")
        mark = self.chosen_mark
        return mark.place_m(value) if ask.place and mark is not None else value

    def fill(self, key: str, value: float, sd: float) -> None:
        """Take what an instrument says into a field."""
        field = self.fields[key]
        field.line.setText(exactly(value, field.quantity, self.session.document.display))
        field.commit()
        self.sds[key] = sd
        self.changed.emit()

    def empty(self) -> None:
        """For the next reading: what was read is gone, how it stands stays."""
        for ask in self.method.asks:
            if ask.read or ask.key == "place":
                self.fields[ask.key].line.setModified(False)
                self.fields[ask.key].show_value(None, self.session.document.display)
        self.sds.clear()


def exactly(value: float, quantity: Quantity, display: Display) -> str:
    """A figure with the digits that an instrument has, as it would be typed."""
    us = display == "us"
    match quantity:
        case "mass":
            return f"{fixed(value / KG_PER_LB, 4)} lb" if us else f"{fixed(value, 4)} kg"
        case "torque":
            return f"{fixed(value / (N_PER_LBF * 12 * M_PER_IN), 4)} lbf·ft" if us else f"{fixed(value, 4)} N·m"
        case "angle":
            return f"{fixed(math.degrees(value), 2)}°"
    return fixed(value, 4)
