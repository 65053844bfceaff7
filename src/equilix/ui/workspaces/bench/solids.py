"""The solids that a part is made of: what it looks like, what strikes, and where it balances if nothing is measured."""

from __future__ import annotations

from functools import partial
from typing import Final

from PySide6.QtCore import Qt, Signal
from PySide6.QtWidgets import QListWidget, QListWidgetItem, QWidget

from equilix.document import Document
from equilix.edits import solids
from equilix.edits.solids import Shape
from equilix.kit.parts import Part
from equilix.kit.solids import AXES, Box, Solid, Tube
from equilix.ui.session import Session
from equilix.ui.theme import grown
from equilix.ui.widgets.choice import ChoiceBox
from equilix.ui.widgets.fields import QuantityField
from equilix.ui.workspaces.bench.entry import Editor, beside, button, form, place_names, places
from equilix.units import Display
from equilix.words import quantities
from equilix.words.language import say
from equilix.words.wordings.wording import N_

SHAPES: Final[tuple[tuple[Shape, str], ...]] = (
    ("box", N_("box")), ("cylinder", N_("cylinder")), ("tube", N_("tube")),
)  # fmt: skip
ALONG: Final[tuple[tuple[str, str], ...]] = (
    ("x", N_("ahead and back")), ("y", N_("sideways")), ("z", N_("up and down")),
)  # fmt: skip
LIST_PX: Final = 110


class SolidsEditor(Editor):
    """Choose, add, change, take away."""

    framed = Signal(object)
    """The number of the chosen solid, or None."""

    def __init__(self, session: Session) -> None:
        super().__init__(session)
        self.number = 0
        self.list = QListWidget()
        self.list.setAccessibleName(say("Solids of the part"))
        self.list.setFixedHeight(round(grown(LIST_PX)))
        self.list.currentRowChanged.connect(self._listed)
        self.shape, self.along = ChoiceBox(), ChoiceBox()
        self.shape.setAccessibleName(say("Shape of the solid"))
        self.along.setAccessibleName(say("It lies along"))
        for shape, text in SHAPES:
            self.shape.addItem(say(text), shape)
        for axis, text in ALONG:
            self.along.addItem(say(text), axis)
        self.shape.activated.connect(lambda index: self._change(shape=self.shape.itemData(index)))
        self.along.activated.connect(lambda index: self._change(axis=self.along.itemData(index)))
        self.place = places(self, place_names(say("Middle")), self._place_entered)
        self.edges = [
            self.quantity(name, "length", partial(self._edge_entered, axis))
            for axis, name in enumerate((say("Length of the box"), say("Width of the box"), say("Height of the box")))
        ]
        self.outer = self.quantity(say("Diameter"), "length", lambda value: self._round(self.outer, radius_m=value / 2))
        self.inner = self.quantity(
            say("Diameter inside"), "length", lambda value: self._round(self.inner, inner_radius_m=value / 2)
        )
        self.long = self.quantity(say("Length"), "length", lambda value: self._round(self.long, length_m=value))
        self.add = button(say("Add"), self.add_one)
        self.remove = button(say("Remove"), self.take_away)
        self._lay_out()

    def _lay_out(self) -> None:
        self.column.addWidget(self.list)
        self.column.addLayout(beside(self.add, self.remove))
        self.fields, fields = QWidget(), form()
        self.fields.setLayout(fields)
        for label, widget in (
            (say("Shape"), self.shape), (say("Along"), self.along), (say("Length"), self.edges[0]),
            (say("Width"), self.edges[1]), (say("Height"), self.edges[2]), (say("Diameter"), self.outer),
            (say("Inside"), self.inner), (say("Length"), self.long), (say("Middle ahead"), self.place[0]),
            (say("To the left"), self.place[1]), (say("Up"), self.place[2]),
        ):  # fmt: skip
            fields.addRow(label, widget)
        self.rows = fields
        self.column.addWidget(self.fields)
        self.column.addWidget(self.refusal)

    @property
    def solid(self) -> Solid | None:
        """The chosen one."""
        return self.part.solids[self.number] if self.part and self.number < len(self.part.solids) else None

    def fill(self, part: Part) -> None:
        display = self.session.document.display
        self.number = min(self.number, len(part.solids) - 1)
        self.list.blockSignals(True)
        self.list.clear()
        for number, solid in enumerate(part.solids):
            item = QListWidgetItem(_line(solid, display))
            item.setData(Qt.ItemDataRole.UserRole, number)
            self.list.addItem(item)
        self.list.setCurrentRow(self.number)
        self.list.blockSignals(False)
        self.remove.setEnabled(len(part.solids) > 1)
        solid = part.solids[self.number]
        is_box = isinstance(solid, Box)
        for field in self.edges:
            self.rows.setRowVisible(field, is_box)
        for widget in (self.along, self.outer, self.long):
            self.rows.setRowVisible(widget, not is_box)
        self.rows.setRowVisible(self.inner, isinstance(solid, Tube))
        self.shape.setCurrentIndex(self.shape.findData(solid.shape))
        for field, value in zip(self.place, solid.centre_m, strict=True):
            field.show_value(value, display)
        if isinstance(solid, Box):
            for field, value in zip(self.edges, solid.size_m, strict=True):
                field.show_value(value, display)
            return
        self.along.setCurrentIndex(AXES.index(solid.axis))
        self.outer.show_value(2 * solid.radius_m, display)
        self.long.show_value(solid.length_m, display)
        if isinstance(solid, Tube):
            self.inner.show_value(2 * solid.inner_radius_m, display)

    def _listed(self, number: int) -> None:
        if not self.busy and number >= 0:
            self.number = number
            self.show_part(self.part)
            self.framed.emit(number)

    def _change(self, field: QuantityField | None = None, **updates: object) -> None:
        part, number = self.part, self.number
        if not self.busy and part is not None:
            self.take(
                say("Change a solid"), lambda d: solids.change_solid(d, part.id, number, **updates), field
            )  # fmt: skip

    def _round(self, field: QuantityField, **updates: object) -> None:
        self._change(field, **updates)

    def _place_entered(self, axis: int, value: float) -> None:
        solid = self.solid
        if solid is not None:
            centre = list(solid.centre_m)
            centre[axis] = value
            self._change(self.place[axis], centre_m=tuple(centre))

    def _edge_entered(self, axis: int, value: float) -> None:
        solid = self.solid
        if isinstance(solid, Box):
            size = list(solid.size_m)
            size[axis] = value
            self._change(self.edges[axis], size_m=tuple(size))

    def add_one(self) -> None:
        """One more, of the shape of the chosen one, on top of the part's origin."""
        part, solid = self.part, self.solid
        if part is None or solid is None:
            return
        made = self.number

        def change(document: Document) -> Document:
            nonlocal made
            document, made = solids.add_solid(document, part.id, solid.shape)
            return document

        if self.take(say("Add a solid"), change):
            self.number = made
            self.show_part(self.session.document.parts_by_id.get(part.id))
            self.framed.emit(made)

    def take_away(self) -> None:
        """Take the chosen one away."""
        part, number = self.part, self.number
        if part is not None:
            self.take(say("Take a solid away"), lambda d: solids.remove_solid(d, part.id, number))


def _line(solid: Solid, display: Display) -> str:
    """'box, 130 × 90 × 40 mm'."""
    sizes = solid.size_m if isinstance(solid, Box) else (2 * solid.radius_m, solid.length_m)
    told = " × ".join(quantities.length(each, display) for each in sizes)
    return f"{say(dict(SHAPES)[solid.shape])}, {told}"
