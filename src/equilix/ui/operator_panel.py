"""Who carries the rig: name, stature, body mass, sex, shoulder. What is not known is the mean of the sex."""

from __future__ import annotations

from PySide6.QtWidgets import QComboBox, QLabel, QLineEdit, QWidget

from equilix.body.operators import Operator
from equilix.document import AVERAGE
from equilix.edits import kit
from equilix.errors import EquilixError
from equilix.ui.session import Session
from equilix.ui.widgets.fields import QuantityField, values_of
from equilix.ui.widgets.panel import Panel

_SEXES = ("male", "female")
_SHOULDERS = ("right", "left")


class OperatorPanel(Panel):
    """Shows an operator, or takes a new one."""

    def __init__(self, session: Session, parent: QWidget, *, new: bool) -> None:
        super().__init__(parent, "Add and let them carry it" if new else "Take it over")
        self.session, self.new = session, new
        operator = Operator(id="new", name="New operator") if new else session.analysis.operator
        if operator is AVERAGE:
            self.new = True
        self.operator_id = operator.id
        self.name = QLineEdit("" if self.new else operator.name)
        self.name.setAccessibleName("Name of the operator")
        self.name.setPlaceholderText("what you call them")
        self.stature = QuantityField("Stature", "length")
        self.weight = QuantityField("Body mass", "mass")
        display = session.document.display
        self.stature.line.setText(
            f"{operator.stature_m * 100:.0f} cm" if display == "metric" else _feet(operator.stature_m)
        )
        self.weight.show_value(operator.mass_kg, display)
        self.sex, self.shoulder = QComboBox(), QComboBox()
        self.sex.addItems(["as a man, on average", "as a woman, on average"])
        self.sex.setAccessibleName("Strength where it is not known")
        self.sex.setCurrentIndex(_SEXES.index(operator.sex))
        self.shoulder.addItems(["on the right shoulder", "on the left shoulder"])
        self.shoulder.setAccessibleName("Shoulder that carries")
        self.shoulder.setCurrentIndex(_SHOULDERS.index(operator.shoulder))
        rows: tuple[tuple[str, QWidget], ...] = (
            ("Name", self.name), ("Stature", self.stature), ("Body mass", self.weight),
            ("Strong", self.sex), ("Carries", self.shoulder),
        )  # fmt: skip
        for label, field in rows:
            self.form.addRow(label, field)
        note = QLabel("Estimates for healthy adults; the spread between people is wide.")
        note.setWordWrap(True)
        self.form.addRow(note)
        self.finish()
        self.setMinimumWidth(360)
        self.name.setFocus()

    def take(self) -> None:
        """Take the operator over, or say at the field what is wrong."""
        values = values_of((self.stature, self.weight), self.session.document.display)
        if values is None:
            self.adjustSize()
            return
        fields = {
            "name": self.name.text(), "stature_m": values[0], "mass_kg": values[1],
            "sex": _SEXES[self.sex.currentIndex()], "shoulder": _SHOULDERS[self.shoulder.currentIndex()],
        }  # fmt: skip
        document, setup_id = self.session.document, self.session.setup.id
        try:
            changed = (
                kit.add_operator(document, setup_id, **fields)
                if self.new
                else kit.change_operator(document, self.operator_id, **fields)
            )
        except EquilixError as error:
            self.refuse(str(error))
            return
        self.session.edit("New operator" if self.new else "About the operator", lambda _document: changed)
        self.close()


def _feet(stature_m: float) -> str:
    feet, inches = divmod(round(stature_m / 0.0254), 12)
    return f"{feet} ft {inches} in"
