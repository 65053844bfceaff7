"""What of a part is worked with a finger of the hand that holds: buttons, rockers, wheels."""

from __future__ import annotations

from typing import Final

from equilix.edits import working
from equilix.kit.parts import Part
from equilix.ui.session import Session
from equilix.ui.widgets.choice import ChoiceBox
from equilix.ui.widgets.name_box import NameBox
from equilix.ui.widgets.tint import show_text, text_label
from equilix.ui.workspaces.bench.entry import Edits, ListEditor, beside, block, place_names, places, with_axis
from equilix.words.language import say
from equilix.words.wordings.wording import N_

LIST_PX: Final = 60
USUAL: Final = (
    N_("record"), N_("zoom rocker"), N_("focus wheel"), N_("iris wheel"), N_("menu"), N_("start and stop"),
)  # fmt: skip
FINGERS: Final = (("index", N_("the index finger")), ("thumb", N_("the thumb")))


class ControlsEditor(ListEditor):
    """Choose, add, name, place and take away what is worked with a finger."""

    def __init__(self, session: Session) -> None:
        edits = Edits(
            working.add_control, working.change_control, working.remove_control,
            say("Add a control"), say("Change a control"), say("Take a control away"),
        )  # fmt: skip
        super().__init__(session, edits, say("Controls of the part"), LIST_PX)
        self.head = text_label(bold=True)
        self.remove.setAccessibleName(say("Remove the control"))
        self.finger = ChoiceBox()
        self.finger.setAccessibleName(say("Finger that works it"))
        for key, text in FINGERS:
            self.finger.addItem(say(text), key)
        self.finger.activated.connect(lambda index: self.change(finger=FINGERS[index][0]))
        self.name = NameBox(say("What the control is"), USUAL, lambda text: self.change(name=text))
        self.place = places(self, place_names(say("Control")), self._place_entered)
        self.column.addWidget(self.head)
        self.column.addWidget(self.list)
        self.column.addLayout(beside(self.add, self.remove))
        self.fields, _ = block((
            (say("It is"), self.name), (say("Worked by"), self.finger), (say("Ahead"), self.place[0]),
            (say("To the left"), self.place[1]), (say("Up"), self.place[2]),
        ))  # fmt: skip
        self.column.addWidget(self.fields)
        self.column.addWidget(self.refusal)

    def fill(self, part: Part) -> None:
        show_text(self.head, say("Controls worked while holding"), self.theme.ink)
        display = self.session.document.display
        self.fill_list(control.name for control in part.controls)
        there = self.number < len(part.controls)
        self.fields.setVisible(there)
        if there:
            control = part.controls[self.number]
            self.name.show_name(control.name)
            self.finger.setCurrentIndex(self.finger.findData(control.finger))
            for field, value in zip(self.place, control.position_m, strict=True):
                field.show_value(value, display)

    def _place_entered(self, axis: int, value: float) -> None:
        if self.part is not None and self.number < len(self.part.controls):
            at = self.part.controls[self.number].position_m
            self.change(self.place[axis], position_m=with_axis(at, axis, value))
