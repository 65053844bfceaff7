"""What is known of a part, and the few things a new one needs: kind, mass, three dimensions."""

from __future__ import annotations

from collections.abc import Callable
from functools import partial

from PySide6.QtCore import Qt, Signal
from PySide6.QtGui import QKeyEvent
from PySide6.QtWidgets import (
    QCheckBox,
    QFormLayout,
    QHBoxLayout,
    QLineEdit,
    QPushButton,
    QSpinBox,
    QVBoxLayout,
    QWidget,
)

from equilix.document import Document
from equilix.edits import kit, shape
from equilix.facts import fact
from equilix.kit.catalogue import KINDS, kind_of
from equilix.kit.materials import MATERIALS, SOFTENS_C
from equilix.kit.measuring import size_of, usual_size
from equilix.ui.session import Session
from equilix.ui.theme import PREP_ROOM, Theme
from equilix.ui.widgets.choice import ChoiceBox
from equilix.ui.widgets.fields import QuantityField, values_of
from equilix.ui.widgets.tint import plain_label, show_text
from equilix.units import Quantity
from equilix.words.language import say
from equilix.words.telling import tell

_HOW = ("weighed", "data sheet", "estimated")


class PartForm(QWidget):
    """Shows one part of the kit, or takes a new one. Changes to a part of the kit are taken at once.

    ``stays``: it belongs to the bench, is not put away on its own, and Esc is the bench's.
    """

    closed = Signal(str)
    opened = Signal(bool)
    """Whether it is open has changed."""

    def __init__(self, session: Session, parent: QWidget | None = None, *, stays: bool = False) -> None:
        super().__init__(parent)
        self.session, self.stays = session, stays
        self.theme: Theme = PREP_ROOM
        self.part_id: str | None = None
        self.form = QFormLayout(self)
        self.form.setContentsMargins(0, 4, 0, 8)
        self.form.setFieldGrowthPolicy(QFormLayout.FieldGrowthPolicy.AllNonFixedFieldsGrow)
        self.name = QLineEdit()
        self.name.setAccessibleName(say("Name of the part"))
        self.name.editingFinished.connect(self._name_entered)
        self.kind = ChoiceBox()
        self.kind.setAccessibleName(say("Kind of part"))
        for key, kind in KINDS.items():
            self.kind.addItem(tell(kind.label), key)
        self.kind.activated.connect(self._kind_chosen)
        self.mass = self._quantity(say("Mass"), "mass", "mass_kg")
        self.how = ChoiceBox()
        self.how.setAccessibleName(say("How the mass is known"))
        for text in (say("weighed"), say("from a data sheet"), say("only estimated")):
            self.how.addItem(text)
        self.how.activated.connect(lambda index: self._change(say("Say how a mass is known"), mass_how=_HOW[index]))
        self.material = self._materials()
        self.sizes = [QuantityField(name, "length") for name in (say("Length"), say("Width"), say("Height"))]
        for field in self.sizes:
            field.entered.connect(partial(self._size_entered, field))
        self.price = self._quantity(say("Price"), "price", "price")
        self.price.optional = True
        self.price.emptied.connect(
            lambda: self._change(say("Change the {title}").format(title=say("Price").lower()), self.price, price=None)
        )
        self.quantity = QSpinBox()
        self.quantity.setRange(1, 99)
        self.quantity.setButtonSymbols(QSpinBox.ButtonSymbols.NoButtons)
        self.quantity.setAccessibleName(say("Pieces in the kit"))
        self.quantity.valueChanged.connect(self._quantity_chosen)
        self.owned = QCheckBox(say("Owned"))
        self.owned.clicked.connect(lambda on: self._change(say("Say what is owned"), owned=on))
        self.needed = QCheckBox(say("Needed"))
        self.needed.clicked.connect(lambda on: self._change(say("Say what is needed"), needed=on))
        self.energy = self._quantity(say("Energy"), "energy", "energy_wh")
        self.remark = QLineEdit()
        self.remark.setAccessibleName(say("Note"))
        self.remark.editingFinished.connect(self._remark_entered)
        self.nameless = plain_label()
        self.nameless.setWordWrap(True)
        self.refusal = plain_label()
        self.refusal.setWordWrap(True)
        self.add = QPushButton(say("Add to kit"))
        self.add.clicked.connect(self._add)
        self.cancel = QPushButton(say("Close"))
        self.cancel.clicked.connect(self.close_form)
        self.bench = QPushButton(say("On the bench"))
        self.bench.clicked.connect(lambda: self.session.view.ask_part(self.part_id or ""))
        self._lay_out()
        self._busy = False

    def _lay_out(self) -> None:
        for label, widget in (
            (say("Name"), _under(self.name, self.nameless)),
            (say("Kind"), self.kind),
            (say("Mass"), self.mass),
            (say("Known by"), self.how),
            (say("Made of"), self.material),
        ):
            self.form.addRow(label, widget)
        for field in self.sizes:
            self.form.addRow(field.line.accessibleName(), field)
        self.form.addRow(say("Price"), self.price)
        self.form.addRow(say("Pieces"), self.quantity)
        self.form.addRow(say("Energy"), self.energy)
        self.form.addRow(say("Note"), self.remark)
        self.form.addRow(_row(self.owned, self.needed))
        self.form.addRow(self.refusal)
        self.form.addRow(_row(self.add, self.bench, self.cancel))

    def _materials(self) -> ChoiceBox:
        box = ChoiceBox()
        box.setAccessibleName(say("What the part is made of"))
        box.addItem(say("not said"), None)
        for name in MATERIALS:
            box.addItem(
                say("printed in {material}").format(material=_material(name)) if name in SOFTENS_C else _material(name),
                name,
            )
        box.activated.connect(
            lambda index: self._change(say("Say what a part is made of"), material=box.itemData(index))
        )
        return box

    def _quantity(self, name: str, quantity: Quantity, key: str) -> QuantityField:
        field = QuantityField(name, quantity)
        field.entered.connect(
            lambda value, _text: self._change(
                say("Change the {title}").format(title=name.lower()), field, **{key: value}
            )
        )
        return field

    # opening and showing

    def open_part(self, part_id: str) -> None:
        """Show a part of the kit."""
        self.part_id = part_id
        self.show()
        self.refresh()

    def setVisible(self, on: bool) -> None:
        super().setVisible(on)
        self.opened.emit(on)

    def open_new(self) -> None:
        """Take a new part."""
        self.part_id = None
        self._busy = True
        self.name.setText("")
        for field in (self.mass, self.energy):
            field.show_value(None)
            field.line.setText("")
        for box in (self.kind, self.how, self.material):
            box.setCurrentIndex(0)
        self._busy = False
        self._rows(new=True)
        self._kind_chosen()
        for field in self.sizes:
            field.line.setModified(False)
        self.refusal.hide()
        self.nameless.hide()
        self.show()
        self.name.setFocus()

    def close_form(self) -> None:
        """Put the form away."""
        self.hide()
        self.closed.emit("")

    def keyPressEvent(self, event: QKeyEvent) -> None:
        """Enter adds a new part from wherever it is pressed; Esc puts the form away, nothing taken."""
        if event.key() == Qt.Key.Key_Escape and not self.stays:
            self.close_form()
        elif event.key() in (Qt.Key.Key_Return, Qt.Key.Key_Enter) and self.part_id is None:
            self._add()
        else:
            super().keyPressEvent(event)

    def _rows(self, *, new: bool) -> None:
        self.add.setVisible(new)
        self.cancel.setText(say("Cancel") if new else say("Close"))
        for widget in (self.price, self.quantity, self.remark):
            self.form.setRowVisible(widget, not new)
        self.form.setRowVisible(self.energy, not new or self._is_battery())
        self.cancel.setVisible(not self.stays)
        self.bench.setVisible(not self.stays and not new)
        self.owned.setVisible(not new)
        self.needed.setVisible(not new)

    def _is_battery(self) -> bool:
        """Whether the chosen kind is a battery: one without its energy feeds nothing."""
        return KINDS[self.kind.currentData()].gives_energy

    def refresh(self) -> None:
        """Show the part as it is now."""
        part = self.session.document.parts_by_id.get(self.part_id or "")
        if self.part_id is None or self.isHidden():
            return
        if part is None:
            self.hide()
            return
        self._busy = True
        display = self.session.document.display
        self._rows(new=False)
        self.refusal.hide()
        if not self.name.hasFocus():
            self.name.setText(part.name)
        self.mass.show_value(part.mass_kg, display)
        self.how.setCurrentIndex(_HOW.index(part.mass_how))
        self._show_material(part.material)
        self.price.show_value(part.price, display)
        self.quantity.setValue(part.quantity)
        self.energy.show_value(part.energy_wh, display)
        if not self.remark.hasFocus():
            self.remark.setText(part.note)
        self.kind.setCurrentIndex(self.kind.findData(kind_of(part).key))
        self.owned.setChecked(part.owned)
        self.needed.setChecked(part.needed)
        for field, value in zip(self.sizes, size_of(part).tolist(), strict=True):
            field.show_value(value, display)
        self._busy = False

    def _show_material(self, material: str | None) -> None:
        known = self.material.findData(material)
        if known < 0:  # a word of the document's own
            self.material.addItem(str(material), material)
            known = self.material.count() - 1
        self.material.setCurrentIndex(known)

    # taking

    def _kind_chosen(self) -> None:
        part_id, key = self.part_id, self.kind.currentData()
        if part_id is not None:
            if not self._busy:
                self._take(say("Change the kind of a part"), lambda d: shape.change_kind(d, part_id, key), None)
                self.refresh()
        else:
            size = usual_size(self.kind.currentData())
            for field, value in zip(self.sizes, size, strict=True):
                field.line.setModified(False)
                field.show_value(value, self.session.document.display)
            self._rows(new=True)

    def _size_entered(self, field: QuantityField, _value: float, _text: str) -> None:
        part_id = self.part_id
        if part_id is None or self._busy:
            return
        values = values_of(self.sizes, self.session.document.display)
        if values is not None:
            size = (values[0], values[1], values[2])
            self._take(say("Change the size of a part"), lambda d: shape.resize_part(d, part_id, size), field)

    def _remark_entered(self) -> None:
        part = self.session.document.parts_by_id.get(self.part_id or "")
        if part is not None and self.remark.text() != part.note:
            self._change(say("Write a note on a part"), note=self.remark.text())

    def _name_entered(self) -> None:
        part = self.session.document.parts_by_id.get(self.part_id or "")
        if part is not None and self.name.text().strip() != part.name:
            self._change(say("Rename a part"), name=self.name.text())

    def _quantity_chosen(self, value: int) -> None:
        self._change(say("Change how many there are"), quantity=value)

    def _change(self, label: str, field: QuantityField | None = None, **updates: object) -> None:
        part_id = self.part_id
        if self._busy or part_id is None:
            return

        def change(document: Document) -> Document:
            return kit.change_part(document, part_id, **updates)

        self._take(label, change, field)

    def _take(self, label: str, change: Callable[[Document], Document], field: QuantityField | None) -> bool:
        refusal = self.session.try_edit(label, change)
        if refusal is None:
            self.refusal.hide()
        elif field is not None:
            field.complain(self.session.tell(refusal.said))
        else:
            self._refuse(self.session.tell(refusal.said))
        return refusal is None

    def _refuse(self, text: str) -> None:
        self.refusal.setText(f"▲ {text}")
        self.refusal.setStyleSheet(f"color: {self.theme.tip};")
        self.refusal.show()

    def _sizes_typed(self) -> bool:
        """Whether the sizes are other ones than those that the kind brought."""
        usual, values = usual_size(self.kind.currentData()), values_of(self.sizes, self.session.document.display)
        return values is None or any(abs(a - b) > 1e-4 for a, b in zip(values, usual, strict=True))

    def _add(self) -> None:
        asked = (self.mass, *self.sizes, *((self.energy,) if self._is_battery() else ()))
        values = values_of(asked, self.session.document.display)
        named = bool(self.name.text().strip())
        show_text(self.nameless, "" if named else say("▲ Give it a name."), self.theme.tip)
        if values is None or not named:
            return
        made, sized = "", self._sizes_typed()
        name, kind, how = self.name.text(), self.kind.currentData(), _HOW[self.how.currentIndex()]
        material, energy_wh = self.material.currentData(), values[4] if self._is_battery() else 0.0

        def change(document: Document) -> Document:
            nonlocal made
            document, made = kit.add_part(
                document,
                name,
                kind,
                values[0],
                (values[1], values[2], values[3]),
                sized=sized,
                mass_how=how,
                material=material,
                energy_wh=energy_wh,
            )
            return document

        if self._take(say("Add {name} to the kit").format(name=name), change, None):
            self.hide()
            self.closed.emit(made)


def _under(line: QLineEdit, complaint: QWidget) -> QWidget:
    """A line with what is wrong with it under it."""
    both = QWidget()
    column = QVBoxLayout(both)
    column.setContentsMargins(0, 0, 0, 0)
    column.setSpacing(2)
    column.addWidget(line)
    column.addWidget(complaint)
    complaint.hide()
    return both


def _row(*widgets: QWidget) -> QHBoxLayout:
    row = QHBoxLayout()
    for widget in widgets:
        row.addWidget(widget)
    row.addStretch(1)
    return row


def _material(name: str) -> str:
    return tell(fact(f"material.{name}"))
