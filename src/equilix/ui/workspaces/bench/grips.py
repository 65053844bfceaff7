"""Where a part is held: its grips, with what the hand feels of them; and the pad that lies on the shoulder."""

from __future__ import annotations

from typing import Final

import numpy as np
from PySide6.QtWidgets import QCheckBox

from equilix.edits import grips
from equilix.kit.parts import Grip, Pad, Part
from equilix.ui.session import Session
from equilix.ui.widgets.choice import ChoiceBox
from equilix.ui.widgets.fields import QuantityField
from equilix.ui.widgets.tint import text_label
from equilix.ui.workspaces.bench.entry import Edits, ListEditor, Way, beside, block, place_names, places, with_axis
from equilix.words.language import say
from equilix.words.wordings.wording import N_

RUNS: Final[tuple[tuple[str, Way], ...]] = (
    (N_("up and down"), (0.0, 0.0, 1.0)), (N_("ahead and back"), (1.0, 0.0, 0.0)), (N_("sideways"), (0.0, 1.0, 0.0)),
)  # fmt: skip
HANDS: Final = (("either", N_("either hand")), ("left", N_("the left hand")), ("right", N_("the right hand")))
SURFACES: Final = (
    ("smooth", N_("smooth")), ("rubber", N_("rubber")), ("leather", N_("leather")), ("wood", N_("wood")),
)  # fmt: skip
LIST_PX: Final = 74


class GripsEditor(ListEditor):
    """Choose, add, change and take away a grip; give the part a pad, or take it."""

    def __init__(self, session: Session) -> None:
        edits = Edits(
            grips.add_grip, grips.change_grip, grips.remove_grip,
            say("Add a grip"), say("Change a grip"), say("Take a grip away"),
        )  # fmt: skip
        super().__init__(session, edits, say("Grips of the part"), LIST_PX)
        self.remove.setAccessibleName(say("Remove the grip"))
        self.surface = self._box(say("Surface of the grip"), SURFACES, "surface")
        self.side = self._box(say("Hand that holds it"), HANDS, "side")
        self.runs = ChoiceBox()
        self.runs.setAccessibleName(say("The handle runs"))
        for text, _ in RUNS:
            self.runs.addItem(say(text))
        self.runs.activated.connect(lambda index: self.change(axis=RUNS[index][1]))
        self.contoured = QCheckBox(say("shaped to the hand, or with a flange"))
        self.contoured.clicked.connect(lambda on: self.change(contoured=on))
        self.thick = self.quantity(
            say("Thickness of the handle"), "length", lambda v: self.change(self.thick, diameter_m=v)
        )
        self.place = places(self, place_names(say("Grip")), self._place_entered)
        self.head = text_label(bold=True)
        self.head.setText(say("Shoulder pad"))
        self.has_pad = QCheckBox(say("It has a pad that lies on the shoulder"))
        self.has_pad.clicked.connect(self._pad)
        self.pad_size = [
            self.quantity(say("Length of the pad"), "length", lambda v: self._pad_change(self.pad_size[0], length_m=v)),
            self.quantity(say("Width of the pad"), "length", lambda v: self._pad_change(self.pad_size[1], width_m=v)),
        ]
        self.pad_place = places(self, place_names(say("Pad")), self._pad_place)
        self._lay_out()

    def _lay_out(self) -> None:
        self.column.addWidget(self.list)
        self.column.addLayout(beside(self.add, self.remove))
        self.fields, fields = block((
            (say("Surface"), self.surface), (say("Held by"), self.side), (say("Runs"), self.runs),
            (say("Thickness"), self.thick), (say("Ahead"), self.place[0]), (say("To the left"), self.place[1]),
            (say("Up"), self.place[2]),
        ))  # fmt: skip
        fields.addRow(self.contoured)
        self.column.addWidget(self.fields)
        self.column.addWidget(self.head)
        self.column.addWidget(self.has_pad)
        self.pad, _ = block((
            (say("Length"), self.pad_size[0]), (say("Width"), self.pad_size[1]), (say("Ahead"), self.pad_place[0]),
            (say("To the left"), self.pad_place[1]), (say("Up"), self.pad_place[2]),
        ))  # fmt: skip
        self.column.addWidget(self.pad)
        self.column.addWidget(self.refusal)

    def _box(self, name: str, choices: tuple[tuple[str, str], ...], key: str) -> ChoiceBox:
        box = ChoiceBox()
        box.setAccessibleName(name)
        for value, text in choices:
            box.addItem(say(text), value)
        box.activated.connect(lambda index: self.change(**{key: box.itemData(index)}))
        return box

    @property
    def grip(self) -> Grip | None:
        """The chosen one."""
        return self.part.grips[self.number] if self.part and self.number < len(self.part.grips) else None

    def fill(self, part: Part) -> None:
        display = self.session.document.display
        self.fill_list(grip.name for grip in part.grips)
        grip = self.grip
        self.fields.setVisible(grip is not None)
        if grip is not None:
            self.surface.setCurrentIndex(self.surface.findData(grip.surface))
            self.side.setCurrentIndex(self.side.findData(grip.side))
            self.runs.setCurrentIndex(int(np.argmax([abs(float(np.dot(way, grip.axis))) for _, way in RUNS])))
            self.contoured.setChecked(grip.contoured)
            self.thick.show_value(grip.diameter_m, display)
            for field, value in zip(self.place, grip.position_m, strict=True):
                field.show_value(value, display)
        self.has_pad.setChecked(part.pad is not None)
        self.pad.setVisible(part.pad is not None)
        if part.pad is not None:
            for field, value in zip(self.pad_size, (part.pad.length_m, part.pad.width_m), strict=True):
                field.show_value(value, display)
            for field, value in zip(self.pad_place, part.pad.centre_m, strict=True):
                field.show_value(value, display)

    def _place_entered(self, axis: int, value: float) -> None:
        grip = self.grip
        if grip is not None:
            self.change(self.place[axis], position_m=with_axis(grip.position_m, axis, value))

    def _pad(self, on: bool) -> None:
        part = self.part
        if part is None:
            return
        if on:
            self.take(say("Give it a pad"), lambda d: grips.change_pad(d, part.id))
        else:
            self.take(say("Take its pad away"), lambda d: grips.remove_pad(d, part.id))

    def _pad_change(self, field: QuantityField, **updates: object) -> None:
        part = self.part
        if not self.busy and part is not None:
            self.take(say("Change the shoulder pad"), lambda d: grips.change_pad(d, part.id, **updates), field)

    def _pad_place(self, axis: int, value: float) -> None:
        pad: Pad | None = None if self.part is None else self.part.pad
        if pad is not None:
            self._pad_change(self.pad_place[axis], centre_m=with_axis(pad.centre_m, axis, value))
