"""The gears of a part: those of a lens, and those of a motor or a follow focus that turn them."""

from __future__ import annotations

from typing import Final

from PySide6.QtWidgets import QCheckBox

from equilix.edits import working
from equilix.kit.parts import Part
from equilix.kit.working import Gear
from equilix.ui.session import Session
from equilix.ui.widgets.name_box import NameBox
from equilix.ui.widgets.tint import show_text, text_label
from equilix.ui.workspaces.bench.entry import Edits, ListEditor, beside, block, place_names, places, with_axis
from equilix.words.language import say
from equilix.words.wordings.wording import N_

LIST_PX: Final = 60
USUAL: Final = (N_("focus"), N_("iris"), N_("zoom"))


class GearsEditor(ListEditor):
    """Choose, add, place and take away a gear."""

    def __init__(self, session: Session) -> None:
        edits = Edits(
            working.add_gear, working.change_gear, working.remove_gear,
            say("Add a gear"), say("Change a gear"), say("Take a gear away"),
        )  # fmt: skip
        super().__init__(session, edits, say("Gears of the part"), LIST_PX)
        self.head = text_label(bold=True)
        self.remove.setAccessibleName(say("Remove the gear"))
        self.name = NameBox(say("What the gear is for"), USUAL, lambda text: self.change(name=text))
        self.drives = QCheckBox(say("It turns another one, as of a motor"))
        self.drives.clicked.connect(lambda on: self.change(drives=on))
        self.wide = self.quantity(say("Diameter of the gear"), "length", lambda v: self.change(self.wide, diameter_m=v))
        self.thick = self.quantity(say("Width of the gear"), "length", lambda v: self.change(self.thick, width_m=v))
        self.module = self.quantity(
            say("Module of its teeth, mm"), "number", lambda v: self.change(self.module, module_m=v / 1000)
        )
        self.place = places(self, place_names(say("Gear")), self._place_entered)
        self.column.addWidget(self.head)
        self.column.addWidget(self.list)
        self.column.addLayout(beside(self.add, self.remove))
        self.fields, rows = block((
            (say("For"), self.name), (say("Diameter"), self.wide), (say("Width"), self.thick),
            (say("Module, mm"), self.module), (say("Ahead"), self.place[0]), (say("To the left"), self.place[1]),
            (say("Up"), self.place[2]),
        ))  # fmt: skip
        rows.addRow(self.drives)
        self.column.addWidget(self.fields)
        self.column.addWidget(self.refusal)

    @property
    def gear(self) -> Gear | None:
        """The chosen one."""
        return self.part.gears[self.number] if self.part and self.number < len(self.part.gears) else None

    def fill(self, part: Part) -> None:
        show_text(self.head, say("Gears"), self.theme.ink)
        display = self.session.document.display
        self.fill_list(gear.name for gear in part.gears)
        gear = self.gear
        self.fields.setVisible(gear is not None)
        if gear is not None:
            self.name.show_name(gear.name)
            self.drives.setChecked(gear.drives)
            self.wide.show_value(gear.diameter_m, display)
            self.thick.show_value(gear.width_m, display)
            self.module.show_value(round(gear.module_m * 1000, 4))
            for field, value in zip(self.place, gear.position_m, strict=True):
                field.show_value(value, display)

    def _place_entered(self, axis: int, value: float) -> None:
        if self.gear is not None:
            self.change(self.place[axis], position_m=with_axis(self.gear.position_m, axis, value))
