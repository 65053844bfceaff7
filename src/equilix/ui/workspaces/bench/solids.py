"""The solids that a part is made of: what it looks like, what strikes, and where it balances if nothing is measured."""

from __future__ import annotations

from functools import partial
from typing import Final

from equilix.document import Document
from equilix.edits import solids
from equilix.edits.solids import Shape
from equilix.kit.parts import Part
from equilix.kit.solids import AXES, Box, Cylinder, Mesh, Solid, Tube
from equilix.ui.session import Session
from equilix.ui.widgets.choice import ChoiceBox
from equilix.ui.workspaces.bench.entry import Edits, ListEditor, beside, block, place_names, places, with_axis
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


class SolidsEditor(ListEditor):
    """Choose, add, change, take away."""

    def __init__(self, session: Session) -> None:
        edits = Edits(
            self._added, solids.change_solid, solids.remove_solid,
            say("Add a solid"), say("Change a solid"), say("Take a solid away"),
        )  # fmt: skip
        super().__init__(session, edits, say("Solids of the part"), LIST_PX)
        self.shape, self.along = ChoiceBox(), ChoiceBox()
        self.shape.setAccessibleName(say("Shape of the solid"))
        self.along.setAccessibleName(say("It lies along"))
        for shape, text in SHAPES:
            self.shape.addItem(say(text), shape)
        for axis, text in ALONG:
            self.along.addItem(say(text), axis)
        self.shape.activated.connect(lambda index: self.change(shape=self.shape.itemData(index)))
        self.along.activated.connect(lambda index: self.change(axis=self.along.itemData(index)))
        self.place = places(self, place_names(say("Middle")), self._place_entered)
        self.edges = [
            self.quantity(name, "length", partial(self._edge_entered, axis))
            for axis, name in enumerate((say("Length of the box"), say("Width of the box"), say("Height of the box")))
        ]
        self.outer = self.quantity(say("Diameter"), "length", lambda value: self.change(self.outer, radius_m=value / 2))
        self.inner = self.quantity(
            say("Diameter inside"), "length", lambda value: self.change(self.inner, inner_radius_m=value / 2)
        )
        self.long = self.quantity(say("Length"), "length", lambda value: self.change(self.long, length_m=value))
        self.remove.setAccessibleName(say("Remove the solid"))
        self._lay_out()

    def _lay_out(self) -> None:
        self.column.addWidget(self.list)
        self.column.addLayout(beside(self.add, self.remove))
        self.fields, self.rows = block((
            (say("Shape"), self.shape), (say("Along"), self.along), (say("Length"), self.edges[0]),
            (say("Width"), self.edges[1]), (say("Height"), self.edges[2]), (say("Diameter"), self.outer),
            (say("Inside"), self.inner), (say("Length"), self.long), (say("Middle ahead"), self.place[0]),
            (say("To the left"), self.place[1]), (say("Up"), self.place[2]),
        ))  # fmt: skip
        self.column.addWidget(self.fields)
        self.column.addWidget(self.refusal)

    @property
    def solid(self) -> Solid | None:
        """The chosen one."""
        return self.part.solids[self.number] if self.part and self.number < len(self.part.solids) else None

    def fill(self, part: Part) -> None:
        display = self.session.document.display
        self.fill_list(_line(solid, display) for solid in part.solids)
        self.remove.setEnabled(len(part.solids) > 1)
        solid = part.solids[self.number]
        is_box = isinstance(solid, Box)
        for field in self.edges:
            self.rows.setRowVisible(field, is_box)
        is_round = isinstance(solid, Cylinder | Tube)
        for widget in (self.along, self.outer, self.long):
            self.rows.setRowVisible(widget, is_round)
        self.rows.setRowVisible(self.shape, not isinstance(solid, Mesh))
        self.rows.setRowVisible(self.inner, isinstance(solid, Tube))
        self.shape.setCurrentIndex(self.shape.findData(solid.shape))
        for field, value in zip(self.place, solid.centre_m, strict=True):
            field.show_value(value, display)
        if isinstance(solid, Box):
            for field, value in zip(self.edges, solid.size_m, strict=True):
                field.show_value(value, display)
        if not isinstance(solid, Cylinder | Tube):
            return
        self.along.setCurrentIndex(AXES.index(solid.axis))
        self.outer.show_value(2 * solid.radius_m, display)
        self.long.show_value(solid.length_m, display)
        if isinstance(solid, Tube):
            self.inner.show_value(2 * solid.inner_radius_m, display)

    def _added(self, document: Document, part_id: str) -> tuple[Document, int]:
        """One more, of the shape of the chosen one, on the part's origin."""
        solid = self.solid
        return solids.add_solid(document, part_id, "box" if solid is None or isinstance(solid, Mesh) else solid.shape)

    def _place_entered(self, axis: int, value: float) -> None:
        solid = self.solid
        if solid is not None:
            self.change(self.place[axis], centre_m=with_axis(solid.centre_m, axis, value))

    def _edge_entered(self, axis: int, value: float) -> None:
        solid = self.solid
        if isinstance(solid, Box):
            self.change(self.edges[axis], size_m=with_axis(solid.size_m, axis, value))


def _line(solid: Solid, display: Display) -> str:
    """'box, 130 × 90 × 40 mm'."""
    sizes = solid.size_m if isinstance(solid, Box | Mesh) else (2 * solid.radius_m, solid.length_m)
    told = " × ".join(quantities.length(each, display) for each in sizes)
    shape = say("from a file") if isinstance(solid, Mesh) else say(dict(SHAPES)[solid.shape])
    return f"{shape}, {told}"
