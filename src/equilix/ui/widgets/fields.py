"""Entry fields that take figures as people speak them and say in place what is wrong."""

from __future__ import annotations

from collections.abc import Callable, Sequence

from PySide6.QtCore import Qt, Signal
from PySide6.QtGui import QKeyEvent, QResizeEvent
from PySide6.QtWidgets import QLineEdit, QVBoxLayout, QWidget

from equilix import units
from equilix.errors import EquilixError
from equilix.ui.widgets.tint import plain_label
from equilix.units import Display, Quantity
from equilix.words import quantities
from equilix.words.language import say, spoken
from equilix.words.telling import tell


class QuantityField(QWidget):
    """A line to type a mass, length, angle … into, with its complaint below.

    ``entered`` carries the SI value and the text as typed. What was typed is never lost: a refused text stays.
    Where it is :attr:`optional` it may be emptied, for what is not known.
    """

    entered = Signal(float, str)
    emptied = Signal()

    def __init__(self, name: str, quantity: Quantity, parent: QWidget | None = None) -> None:
        super().__init__(parent)
        self.quantity: Quantity = quantity
        self.optional = False
        self.display: Display = "metric"
        self.line = QLineEdit()
        self.line.setAccessibleName(name)
        self.complaint = plain_label()
        self.complaint.setWordWrap(True)
        self.complaint.hide()
        column = QVBoxLayout(self)
        column.setContentsMargins(0, 0, 0, 0)
        column.setSpacing(2)
        column.addWidget(self.line)
        column.addWidget(self.complaint)
        self.line.editingFinished.connect(self.commit)
        self._shown = ""
        self._committed: str | None = None
        self._value: float | None = None

    def show_value(self, value: float | None, display: Display = "metric") -> None:
        """Show a value, unless something refused or unfinished stands in the field."""
        self.display = display
        if self.line.hasFocus() and self.line.isModified():
            return
        if (
            value is not None
            and self._value is not None
            and abs(value - self._value) < 1e-9
            and self.complaint.isHidden()
        ):
            return
        self._value = value
        self._shown = "" if value is None else _shown(value, self.quantity, display)
        self._committed = None
        self.line.setText(self._shown)
        self.complain("")

    def value(self) -> float:
        """The SI value of what stands there. Raises :class:`~equilix.errors.Refused`."""
        return units.read(self.line.text(), self.quantity, self.display)

    def commit(self) -> None:
        """Read what was typed; complain in place where it cannot be taken."""
        text = self.line.text()
        if text in (self._shown, self._committed):
            return
        self._committed = text
        empty = self.optional and not text.strip()
        try:
            value = 0.0 if empty else self.value()
        except EquilixError as error:
            self.complain(tell(error.said, self.display))
            return
        self.complain("")
        self._value = None
        self.line.setModified(False)
        if empty:
            self.emptied.emit()
        else:
            self.entered.emit(value, text)

    def complain(self, text: str) -> None:
        """Show a complaint under the field, or take it away."""
        self.complaint.setText(f"▲ {text}" if text else "")
        self.complaint.setVisible(bool(text))
        self._keep_whole()
        if self.line.property("refused") != bool(text):
            self.line.setProperty("refused", bool(text))
            self.line.style().polish(self.line)

    def _keep_whole(self) -> None:
        """All lines of a complaint are seen, also where a form would not give them room by itself."""
        tall = self.complaint.heightForWidth(self.width()) if self.complaint.text() else 0
        self.complaint.setMinimumHeight(max(tall, 0))

    def resizeEvent(self, event: QResizeEvent) -> None:
        super().resizeEvent(event)
        self._keep_whole()

    def keyPressEvent(self, event: QKeyEvent) -> None:
        untouched = self.line.text() == self._shown and self.complaint.isHidden()
        if event.key() == Qt.Key.Key_Escape and not untouched:
            self._committed = None
            self.line.setText(self._shown)
            self.complain("")
        else:
            super().keyPressEvent(event)


def values_of(fields: Sequence[QuantityField], display: Display) -> list[float] | None:
    """The SI values of several fields, or None with every complaint shown at its field."""
    values = []
    for field in fields:
        field.display = display
        try:
            values.append(field.value())
            field.complain("")
        except EquilixError as error:
            field.complain(tell(error.said, display))
    return values if len(values) == len(fields) else None


def _shown(value: float, quantity: Quantity, display: Display) -> str:
    show: dict[str, Callable[[], str]] = {
        "mass": lambda: quantities.mass(value, display),
        "length": lambda: (
            say("{value} mm").format(value=quantities.fixed(value * 1000, 1))
            if display == "metric"
            else quantities.length(value, display)
        ),
        "angle": lambda: quantities.angle(value),
        "energy": lambda: say("{value} Wh").format(value=quantities.general(value)),
        "power": lambda: f"{quantities.general(value)} W",
        "torque": lambda: quantities.torque(value, display),
        "force": lambda: quantities.force(value, display),
        "number": lambda: quantities.general(value),
        "price": lambda: quantities.general(value),
    }
    return show[quantity]().replace(f"{spoken().decimal}0 mm", " mm")
