"""The sockets of a part for signals: what they carry, which way, on which side they are."""

from __future__ import annotations

from typing import Final

from PySide6.QtWidgets import QCheckBox

from equilix.edits import linking
from equilix.kit.parts import Part
from equilix.kit.sockets import FACE_NAMES, SIGNALS, Face, Socket
from equilix.ui.session import Session
from equilix.ui.widgets.choice import ChoiceBox
from equilix.ui.widgets.name_box import NameBox
from equilix.ui.widgets.tint import show_text, text_label
from equilix.ui.workspaces.bench.entry import Edits, ListEditor, beside, block
from equilix.ui.workspaces.wires import sort_of
from equilix.words.language import say
from equilix.words.wordings.wording import N_

LIST_PX: Final = 74
USUAL: Final = (
    N_("picture in"), N_("picture out"), N_("sound in"), N_("sound out"), N_("time code"), N_("trigger"), N_("control"),
)  # fmt: skip
SIDES: Final[dict[Face, str]] = {
    "": N_("not said"), "front": N_("in front"), "rear": N_("at the rear"), "left": N_("on the left"),
    "right": N_("on the right"), "top": N_("on top"), "bottom": N_("underneath"),
}  # fmt: skip


class SocketsEditor(ListEditor):
    """Choose, add, name and take away a socket."""

    def __init__(self, session: Session) -> None:
        edits = Edits(
            lambda d, part_id: linking.add_signal_socket(d, part_id, say(USUAL[0])),
            linking.change_signal_socket, linking.remove_signal_socket,
            say("Add a socket for signals"), say("Change a socket for signals"), say("Take a socket for signals away"),
        )  # fmt: skip
        super().__init__(session, edits, say("Sockets of the part for signals"), LIST_PX)
        self.head = text_label(bold=True)
        self.remove.setAccessibleName(say("Remove the socket for signals"))
        self.name = NameBox(say("What the socket is called"), USUAL, lambda text: self.change(name=text))
        self.carries, self.loops, self.side = ChoiceBox(), ChoiceBox(), ChoiceBox()
        self.carries.setAccessibleName(say("What the socket carries"))
        for signal in SIGNALS:
            self.carries.addItem(sort_of(signal), signal)
        self.carries.activated.connect(lambda index: self.change(carries=self.carries.itemData(index)))
        self.loops.setAccessibleName(say("Where it comes out again"))
        self.loops.activated.connect(lambda index: self.change(loops=self.loops.itemData(index)))
        self.side.setAccessibleName(say("Side of the part on which it is"))
        for face in FACE_NAMES:
            self.side.addItem(say(SIDES[face]), face)
        self.side.activated.connect(lambda index: self.change(side=self.side.itemData(index)))
        self.gives, self.takes = QCheckBox(say("gives")), QCheckBox(say("takes"))
        self.gives.clicked.connect(lambda on: self._way(gives=on))
        self.takes.clicked.connect(lambda on: self._way(takes=on))
        self.column.addWidget(self.head)
        self.column.addWidget(self.list)
        self.column.addLayout(beside(self.add, self.remove))
        self.fields, self.rows = block((
            (say("Called"), self.name), (say("Carries"), self.carries), (say("Loops to"), self.loops),
            (say("Is"), self.side),
        ))  # fmt: skip
        self.rows.insertRow(2, say("It"), beside(self.gives, self.takes))
        self.column.addWidget(self.fields)
        self.column.addWidget(self.refusal)

    @property
    def socket(self) -> Socket | None:
        """The chosen one."""
        return self.part.sockets[self.number] if self.part and self.number < len(self.part.sockets) else None

    def fill(self, part: Part) -> None:
        show_text(self.head, say("Sockets for signals"), self.theme.ink)
        self.fill_list(f"{each.name}, {sort_of(each.carries)}" for each in part.sockets)
        socket = self.socket
        self.fields.setVisible(socket is not None)
        if socket is None:
            return
        self.name.show_name(socket.name)
        self.carries.setCurrentIndex(self.carries.findData(socket.carries))
        self.gives.setChecked(socket.gives)
        self.takes.setChecked(socket.takes)
        self.rows.setRowVisible(self.loops, socket.takes)
        self.loops.clear()
        self.loops.addItem(say("nowhere"), None)
        for other in part.sockets:
            if other.gives and other.name != socket.name and other.carries == socket.carries:
                self.loops.addItem(other.name, other.name)
        self.loops.show_choice(socket.loops, socket.loops or "")
        self.side.setCurrentIndex(self.side.findData(socket.side))

    def _way(self, **updates: bool) -> None:
        """What it gives or takes; what takes no more loops nothing. Refused, the tick goes back."""
        more: dict[str, object] = {"loops": None} if updates.get("takes") is False else {}
        self.change(None, **updates, **more)
        if self.part is not None:
            part = self.session.document.parts_by_id[self.part.id]
            self.busy = True
            self.fill(part)
            self.busy = False
