"""What of a part is to stay free: a screen that opens, a battery door, buttons, sockets, a fan."""

from __future__ import annotations

from functools import partial
from typing import Final

from PySide6.QtWidgets import QComboBox, QListWidget, QWidget

from equilix.document import Document
from equilix.edits import rooms
from equilix.kit.parts import Part
from equilix.kit.solids import Room
from equilix.ui.session import Session
from equilix.ui.theme import grown
from equilix.ui.widgets.tint import show_text, text_label
from equilix.ui.workspaces.bench.entry import Editor, beside, button, form, place_names, places
from equilix.words.language import say
from equilix.words.wordings.wording import N_

USUAL: Final = (
    N_("screen"), N_("battery door"), N_("buttons"), N_("sockets"), N_("fan"), N_("tally"), N_("memory cards"),
)  # fmt: skip
"""What usually needs room; any other word can be typed."""
LIST_PX: Final = 60


class RoomsEditor(Editor):
    """Choose, add, name, size, place and take away a room."""

    def __init__(self, session: Session) -> None:
        super().__init__(session)
        self.number = 0
        self.head = text_label(bold=True)
        self.list = QListWidget()
        self.list.setAccessibleName(say("What stays free"))
        self.list.setFixedHeight(round(grown(LIST_PX)))
        self.list.currentRowChanged.connect(self._listed)
        self.add = button(say("Add what stays free"), self.add_one)
        self.remove = button(say("Remove"), self.take_away)
        self.remove.setAccessibleName(say("Remove what stays free"))
        self.name = QComboBox()
        self.name.setEditable(True)
        self.name.setAccessibleName(say("What needs room there"))
        self.name.setMinimumContentsLength(8)
        self.name.setSizeAdjustPolicy(QComboBox.SizeAdjustPolicy.AdjustToMinimumContentsLengthWithIcon)
        for text in USUAL:
            self.name.addItem(say(text))
        self.name.activated.connect(lambda _index: self._named())
        line = self.name.lineEdit()
        assert line is not None  # it is editable
        line.setAccessibleName(say("What needs room there"))
        line.editingFinished.connect(self._named)
        self.sizes = [
            self.quantity(name, "length", partial(self._sized, axis))
            for axis, name in enumerate((say("Room, length"), say("Room, width"), say("Room, height")))
        ]
        self.place = places(self, place_names(say("Room")), self._placed)
        self.column.addWidget(self.head)
        self.column.addWidget(self.list)
        self.column.addLayout(beside(self.add, self.remove))
        self.fields, fields = QWidget(), form()
        self.fields.setLayout(fields)
        for label, widget in (
            (say("For"), self.name), (say("Length"), self.sizes[0]), (say("Width"), self.sizes[1]),
            (say("Height"), self.sizes[2]), (say("Middle ahead"), self.place[0]), (say("To the left"), self.place[1]),
            (say("Up"), self.place[2]),
        ):  # fmt: skip
            fields.addRow(label, widget)
        self.column.addWidget(self.fields)
        self.column.addWidget(self.refusal)

    @property
    def room(self) -> Room | None:
        """The chosen one."""
        return self.part.keeps_free[self.number] if self.part and self.number < len(self.part.keeps_free) else None

    def fill(self, part: Part) -> None:
        show_text(self.head, say("Stays free"), self.theme.ink)
        display = self.session.document.display
        self.number = max(min(self.number, len(part.keeps_free) - 1), 0)
        self.list.blockSignals(True)
        self.list.clear()
        self.list.addItems([room.name or say("room") for room in part.keeps_free])
        self.list.setCurrentRow(self.number)
        self.list.blockSignals(False)
        room = self.room
        self.list.setVisible(room is not None)
        self.remove.setEnabled(room is not None)
        self.fields.setVisible(room is not None)
        if room is None:
            return
        if not self.name.hasFocus():
            self.name.setEditText(room.name)
        for field, value in zip(self.sizes, room.size_m, strict=True):
            field.show_value(value, display)
        for field, value in zip(self.place, room.centre_m, strict=True):
            field.show_value(value, display)

    def _listed(self, number: int) -> None:
        if not self.busy and number >= 0:
            self.number = number
            self.show_part(self.part)

    def _change(self, field: QWidget | None = None, **updates: object) -> None:
        part, number = self.part, self.number
        if not self.busy and part is not None:
            known = next((each for each in (*self.sizes, *self.place) if each is field), None)
            self.take(say("Change what stays free"), lambda d: rooms.change_room(d, part.id, number, **updates), known)

    def _named(self) -> None:
        room, name = self.room, self.name.currentText().strip()
        if room is not None and name != room.name:
            self._change(name=name)

    def _sized(self, axis: int, value: float) -> None:
        room = self.room
        if room is not None:
            size = [value if k == axis else each for k, each in enumerate(room.size_m)]
            self._change(self.sizes[axis], size_m=tuple(size))

    def _placed(self, axis: int, value: float) -> None:
        room = self.room
        if room is not None:
            place = [value if k == axis else each for k, each in enumerate(room.centre_m)]
            self._change(self.place[axis], centre_m=tuple(place))

    def add_one(self) -> None:
        """One more room, beside the left side of the part."""
        part, made = self.part, 0
        if part is None:
            return

        def change(document: Document) -> Document:
            nonlocal made
            document, made = rooms.add_room(document, part.id, say(USUAL[0]))
            return document

        if self.take(say("Add what stays free"), change):
            self.number = made
            self.show_part(self.session.document.parts_by_id.get(part.id))

    def take_away(self) -> None:
        """Nothing needs to stay free there any more."""
        part, number = self.part, self.number
        if part is not None:
            self.take(say("Take away what stays free"), lambda d: rooms.remove_room(d, part.id, number))
