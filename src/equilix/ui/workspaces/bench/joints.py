"""What moves within a part: its joints and what lies beyond them, and what draws out."""

from __future__ import annotations

from typing import Any, Final

from PySide6.QtCore import Qt
from PySide6.QtWidgets import QCheckBox, QListWidget, QListWidgetItem

from equilix.edits import joints
from equilix.edits.joints import CARRIED, DRAWN, Carried
from equilix.kit.parts import Part
from equilix.kit.pivots import Pivot
from equilix.ui.session import Session
from equilix.ui.theme import grown
from equilix.ui.widgets.choice import ChoiceBox
from equilix.ui.widgets.fields import QuantityField
from equilix.ui.widgets.name_box import NameBox
from equilix.ui.workspaces.bench.entry import Edits, ListEditor, Way, beside, block, place_names, places, with_axis
from equilix.words.language import say
from equilix.words.telling import begun
from equilix.words.wordings.wording import N_

ABOUT: Final[tuple[tuple[str, Way], ...]] = (
    (N_("sideways: it nods"), (0.0, 1.0, 0.0)), (N_("ahead: it leans"), (1.0, 0.0, 0.0)),
    (N_("upwards: it pans"), (0.0, 0.0, 1.0)),
)  # fmt: skip
OUT: Final[tuple[tuple[str, Way], ...]] = (
    (N_("ahead"), (1.0, 0.0, 0.0)), (N_("back"), (-1.0, 0.0, 0.0)), (N_("to the left"), (0.0, 1.0, 0.0)),
    (N_("to the right"), (0.0, -1.0, 0.0)), (N_("up"), (0.0, 0.0, 1.0)), (N_("down"), (0.0, 0.0, -1.0)),
)  # fmt: skip
USUAL: Final = (N_("tilt"), N_("elbow"), N_("foot"), N_("head"), N_("swing"), N_("hinge"))
LIST_PX: Final = 74
WHAT_PX: Final = 96


class WhatMoves(QListWidget):
    """What a part is made of, each ticked where it goes along."""

    def __init__(self, name: str) -> None:
        super().__init__()
        self.setAccessibleName(name)
        self.setFixedHeight(round(grown(WHAT_PX)))

    def show_of(self, part: Part, fields: tuple[Carried, ...], moves: Any) -> None:
        """Show all that may go along; ``moves`` says of each whether it does."""
        self.blockSignals(True)
        rows = [(field, which, piece) for field in fields for which, piece in enumerate(getattr(part, field))]
        while self.count() > len(rows):
            self.takeItem(self.count() - 1)
        while self.count() < len(rows):
            self.addItem(QListWidgetItem())
        for row, (field, which, piece) in enumerate(rows):
            item = self.item(row)
            item.setText(_told(field, which, piece))
            item.setData(Qt.ItemDataRole.UserRole, (field, which))
            item.setFlags(item.flags() | Qt.ItemFlag.ItemIsUserCheckable)
            item.setCheckState(Qt.CheckState.Checked if moves(piece) else Qt.CheckState.Unchecked)
        self.blockSignals(False)


SORTS: Final[dict[Carried, str]] = {
    "solids": N_("solid {number}"),
    "offers": N_("point “{name}”"),
    "hangs_by": N_("own point “{name}”"),
    "grips": N_("grip “{name}”"),
    "controls": N_("control “{name}”"),
    "gears": N_("gear “{name}”"),
    "keeps_free": N_("room for “{name}”"),
}


def _told(field: Carried, which: int, piece: Any) -> str:
    return begun(say(SORTS[field]).format(number=which + 1, name=getattr(piece, "name", "")))


class JointsEditor(ListEditor):
    """Choose, add, place and take away a joint; say what lies beyond it; and what draws out."""

    def __init__(self, session: Session) -> None:
        edits = Edits(
            joints.add_pivot, joints.change_pivot, joints.remove_pivot,
            say("Add a joint"), say("Change a joint"), say("Take a joint away"),
        )  # fmt: skip
        super().__init__(session, edits, say("Joints of the part, from the foot outwards"), LIST_PX)
        self.remove.setAccessibleName(say("Remove the joint"))
        self.name = NameBox(say("What the joint is called"), USUAL, lambda text: self.change(name=text))
        self.about = ChoiceBox()
        self.about.setAccessibleName(say("The joint turns about"))
        for text, way in ABOUT:
            self.about.addItem(say(text), way)
        self.about.activated.connect(lambda index: self.change(axis=ABOUT[index][1]))
        self.low = self.quantity(say("It turns from"), "angle", lambda v: self.change(self.low, from_rad=v))
        self.high = self.quantity(say("It turns to"), "angle", lambda v: self.change(self.high, to_rad=v))
        self.holds = self.optional(say("Locked, it holds"), "torque", lambda v: self.change(self.holds, holds_nm=v))
        self.place = places(self, place_names(say("Joint")), self._place_entered)
        self.beyond = WhatMoves(say("What lies beyond the joint"))
        self.beyond.itemChanged.connect(self._ticked)
        self.draws = QCheckBox(say("It draws out"))
        self.draws.clicked.connect(self._telescope)
        self.out = ChoiceBox()
        self.out.setAccessibleName(say("It draws out to"))
        for text, way in OUT:
            self.out.addItem(say(text), way)
        self.out.activated.connect(lambda index: self._draw(None, axis=OUT[index][1]))
        self.reach = self.quantity(say("It draws out by"), "length", lambda v: self._draw(self.reach, reach_m=v))
        self.drawn = WhatMoves(say("What draws out"))
        self.drawn.itemChanged.connect(self._ticked_drawn)
        self._lay_out()

    def _lay_out(self) -> None:
        self.column.addWidget(self.list)
        self.column.addLayout(beside(self.add, self.remove))
        self.fields, rows = block((
            (say("Called"), self.name), (say("Turns about"), self.about), (say("From"), self.low),
            (say("To"), self.high), (say("Holds"), self.holds),
            (say("Ahead"), self.place[0]), (say("To the left"), self.place[1]), (say("Up"), self.place[2]),
        ))  # fmt: skip
        rows.addRow(say("Beyond it"), self.beyond)
        self.column.addWidget(self.fields)
        self.column.addWidget(self.draws)
        self.telescope, rows = block(((say("To"), self.out), (say("By"), self.reach)))
        rows.addRow(say("Of it"), self.drawn)
        self.column.addWidget(self.telescope)
        self.column.addWidget(self.refusal)

    @property
    def pivot(self) -> Pivot | None:
        """The chosen one."""
        return self.part.pivots[self.number] if self.part and self.number < len(self.part.pivots) else None

    def fill(self, part: Part) -> None:
        display = self.session.document.display
        self.fill_list(pivot.name for pivot in part.pivots)
        pivot = self.pivot
        self.fields.setVisible(pivot is not None)
        if pivot is not None:
            self.name.show_name(pivot.name)
            self.about.show_choice(pivot.axis, say("aslant"))
            for field, value in ((self.low, pivot.from_rad), (self.high, pivot.to_rad), (self.holds, pivot.holds_nm)):
                field.show_value(value, display)
            for field, value in zip(self.place, pivot.position_m, strict=True):
                field.show_value(value, display)
            self.beyond.show_of(part, CARRIED, lambda piece: piece.beyond > self.number)
        telescope = part.telescope
        self.draws.setChecked(telescope is not None)
        self.telescope.setVisible(telescope is not None)
        if telescope is not None:
            self.out.show_choice(telescope.axis, say("aslant"))
            self.reach.show_value(telescope.reach_m, display)
            self.drawn.show_of(part, DRAWN, lambda piece: piece.extends)

    def _place_entered(self, axis: int, value: float) -> None:
        if self.pivot is not None:
            self.change(self.place[axis], position_m=with_axis(self.pivot.position_m, axis, value))

    def _ticked(self, item: QListWidgetItem) -> None:
        part, number = self.part, self.number
        if part is not None:
            field, which = item.data(Qt.ItemDataRole.UserRole)
            on = item.checkState() is Qt.CheckState.Checked
            self.take(
                say("Say what lies beyond a joint"),
                lambda d: joints.set_beyond(d, part.id, field, which, number, beyond=on),
            )

    def _ticked_drawn(self, item: QListWidgetItem) -> None:
        part = self.part
        if part is not None:
            field, which = item.data(Qt.ItemDataRole.UserRole)
            on = item.checkState() is Qt.CheckState.Checked
            self.take(say("Say what draws out"), lambda d: joints.set_drawn(d, part.id, field, which, drawn=on))

    def _telescope(self, on: bool) -> None:
        part = self.part
        if part is None:
            return
        if on:
            self.take(say("Let it draw out"), lambda d: joints.change_telescope(d, part.id))
        elif not self.take(say("Let it no longer draw out"), lambda d: joints.remove_telescope(d, part.id)):
            self.draws.setChecked(True)

    def _draw(self, field: QuantityField | None, **updates: object) -> None:
        part = self.part
        if not self.busy and part is not None:
            self.take(say("Say how it draws out"), lambda d: joints.change_telescope(d, part.id, **updates), field)
