"""What of a part is to stay free: a screen that opens, a battery door, buttons, sockets, a fan."""

from __future__ import annotations

from functools import partial
from typing import Final

from equilix.edits import rooms
from equilix.kit.parts import Part
from equilix.kit.solids import Room
from equilix.ui.session import Session
from equilix.ui.widgets.name_box import NameBox
from equilix.ui.widgets.tint import show_text, text_label
from equilix.ui.workspaces.bench.entry import Edits, ListEditor, beside, block, place_names, places, with_axis
from equilix.words.language import say
from equilix.words.wordings.wording import N_

USUAL: Final = (
    N_("screen"), N_("battery door"), N_("buttons"), N_("sockets"), N_("fan"), N_("tally"), N_("memory cards"),
)  # fmt: skip
"""What usually needs room; any other word can be typed."""
LIST_PX: Final = 60


class RoomsEditor(ListEditor):
    """Choose, add, name, size, place and take away a room."""

    def __init__(self, session: Session) -> None:
        edits = Edits(
            lambda d, part_id: rooms.add_room(d, part_id, say(USUAL[0])), rooms.change_room, rooms.remove_room,
            say("Add what stays free"), say("Change what stays free"), say("Take away what stays free"),
        )  # fmt: skip
        super().__init__(session, edits, say("What stays free"), LIST_PX)
        self.head = text_label(bold=True)
        self.remove.setAccessibleName(say("Remove what stays free"))
        self.name = NameBox(say("What needs room there"), USUAL, lambda text: self.change(name=text))
        self.sizes = [
            self.quantity(name, "length", partial(self._sized, axis))
            for axis, name in enumerate((say("Room, length"), say("Room, width"), say("Room, height")))
        ]
        self.place = places(self, place_names(say("Room")), self._placed)
        self.column.addWidget(self.head)
        self.column.addWidget(self.list)
        self.column.addLayout(beside(self.add, self.remove))
        self.fields, _ = block((
            (say("For"), self.name), (say("Length"), self.sizes[0]), (say("Width"), self.sizes[1]),
            (say("Height"), self.sizes[2]), (say("Middle ahead"), self.place[0]), (say("To the left"), self.place[1]),
            (say("Up"), self.place[2]),
        ))  # fmt: skip
        self.column.addWidget(self.fields)
        self.column.addWidget(self.refusal)

    @property
    def room(self) -> Room | None:
        """The chosen one."""
        return self.part.keeps_free[self.number] if self.part and self.number < len(self.part.keeps_free) else None

    def fill(self, part: Part) -> None:
        show_text(self.head, say("Stays free"), self.theme.ink)
        display = self.session.document.display
        self.fill_list(room.name or say("room") for room in part.keeps_free)
        room = self.room
        self.fields.setVisible(room is not None)
        if room is None:
            return
        self.name.show_name(room.name)
        for field, value in zip(self.sizes, room.size_m, strict=True):
            field.show_value(value, display)
        for field, value in zip(self.place, room.centre_m, strict=True):
            field.show_value(value, display)

    def _sized(self, axis: int, value: float) -> None:
        room = self.room
        if room is not None:
            self.change(self.sizes[axis], size_m=with_axis(room.size_m, axis, value))

    def _placed(self, axis: int, value: float) -> None:
        room = self.room
        if room is not None:
            self.change(self.place[axis], centre_m=with_axis(room.centre_m, axis, value))
