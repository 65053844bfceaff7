"""The cables of the selected part, each with its length, gauge, sockets and label; and links to who is off the rig."""

from __future__ import annotations

from typing import Any, Final

from PySide6.QtCore import Qt
from PySide6.QtWidgets import (
    QFormLayout,
    QHBoxLayout,
    QLineEdit,
    QListWidget,
    QPushButton,
    QVBoxLayout,
    QWidget,
)

from equilix.edits import linking, powering
from equilix.edits.carrying import remove_cable
from equilix.facts import fact
from equilix.kit.sockets import SIGNALS, Signal
from equilix.rig.setups import Cable, Link
from equilix.ui.session import Session
from equilix.ui.theme import PREP_ROOM, Theme, grown
from equilix.ui.widgets.choice import ChoiceBox
from equilix.ui.widgets.fields import QuantityField
from equilix.ui.widgets.name_box import NameBox
from equilix.ui.widgets.tint import show_text, text_label
from equilix.units import Quantity
from equilix.words.language import say
from equilix.words.telling import begun, tell
from equilix.words.wordings.wording import N_

USUAL_WHO: Final = (N_("director"), N_("focus puller"), N_("script"), N_("sound"), N_("client"))
LIST_PX: Final = 60


def sort_of(signal: Signal) -> str:
    """What a signal is called."""
    return tell(fact(f"signal.{signal}"))


class CableForm(QWidget):
    """One of the cables that are plugged into the selected part."""

    def __init__(self, session: Session) -> None:
        super().__init__()
        self.session = session
        self._chosen = ""
        self.form = QFormLayout(self)
        self.form.setContentsMargins(0, 0, 0, 0)
        self.which = ChoiceBox()
        self.which.setAccessibleName(say("Cable of this part"))
        self.which.activated.connect(self._choose)
        self.form.addRow(say("Cable"), self.which)
        self.length = self._field(say("Its length"), "length", lambda v: {"length_m": v})
        self.gauge = self._field(say("Wire gauge"), "number", lambda v: {"gauge": round(v)})
        self.stiffness = self._field(say("Stiffness"), "number", lambda v: {"stiffness_nm_per_rad": v})
        self.stiffness.line.setToolTip(say("N·m for a radian, where it crosses an axis"))
        self.gives, self.takes = (
            self._sockets(say("From socket"), "from_socket"),
            self._sockets(say("To socket"), "to_socket"),
        )
        self.label = QLineEdit()
        self.label.setAccessibleName(say("Label on both its ends"))
        self.label.editingFinished.connect(self._labelled)
        self.form.addRow(say("Label"), self.label)
        self.off = QPushButton(say("Take this cable off"))
        self.off.clicked.connect(self._take_off)
        self.form.addRow(self.off)

    def _field(self, name: str, quantity: Quantity, taken: Any) -> QuantityField:
        field = QuantityField(name, quantity)
        field.entered.connect(lambda value, _text: self._change(field, **taken(value)))
        self.form.addRow(name, field)
        return field

    def _sockets(self, name: str, key: str) -> ChoiceBox:
        box = ChoiceBox()
        box.setAccessibleName(name)
        box.activated.connect(lambda index: self._change(None, **{key: box.itemData(index)}))
        self.form.addRow(name, box)
        return box

    @property
    def cable(self) -> Cable | None:
        """The one that is shown: the chosen one, or the one that feeds the selected part."""
        selected = self.session.selection.id
        mine = [cable for cable in self.session.setup.cables if selected in (cable.start, cable.end)]
        chosen = next((cable for cable in mine if cable.id == self._chosen), None)
        return chosen or min(mine, key=lambda cable: (cable.end != selected, cable.output is None), default=None)

    def show_cables(self) -> None:
        """Show the cables of the selected part."""
        cable, session = self.cable, self.session
        self.setVisible(cable is not None)
        if cable is None:
            return
        mine = [each for each in session.setup.cables if session.selection.id in (each.start, each.end)]
        self.which.clear()
        for each in mine:
            self.which.addItem(f"{each.name} ({each.label})" if each.label else each.name, each.id)
        self.which.setCurrentIndex(self.which.findData(cable.id))
        self.length.show_value(cable.length_m, session.document.display)
        self.gauge.show_value(cable.gauge)
        self.stiffness.show_value(cable.stiffness_nm_per_rad)
        signal = cable.output is None
        for box, end, now, gives in (
            (self.gives, cable.start, cable.from_socket, True), (self.takes, cable.end, cable.to_socket, False),
        ):  # fmt: skip
            part = session.document.parts_by_id[session.setup.by_id[end].part]
            fitting = [each for each in part.sockets if (each.gives if gives else each.takes)]
            self.form.setRowVisible(box, signal and bool(part.sockets))
            box.clear()
            box.addItem(say("not said"), None)
            for socket in fitting:
                box.addItem(f"{socket.name} ({sort_of(socket.carries)})", socket.name)
            if now is not None and box.findData(now) < 0:
                box.addItem(now, now)
            box.setCurrentIndex(box.findData(now))
        if not (self.label.hasFocus() and self.label.isModified()):
            self.label.setText(cable.label)

    def _choose(self, index: int) -> None:
        self._chosen = self.which.itemData(index) or ""
        self.show_cables()

    def _change(self, field: QuantityField | None, **updates: object) -> None:
        cable, setup_id = self.cable, self.session.setup.id
        if cable is None:
            return
        refusal = self.session.try_edit(
            say("Change a cable"), lambda d: powering.change_cable(d, setup_id, cable.id, **updates)
        )
        if refusal is not None and field is not None:
            field.complain(self.session.tell(refusal.said))
        elif refusal is not None:
            self.session.said.emit(self.session.tell(refusal.said), True)

    def _labelled(self) -> None:
        text = self.label.text().strip()
        self.label.setModified(False)
        if self.cable is not None and text != self.cable.label:
            self._change(None, label=text)

    def _take_off(self) -> None:
        cable, setup_id = self.cable, self.session.setup.id
        if cable is not None:
            self.session.edit(say("Take a cable off"), lambda d: remove_cable(d, setup_id, cable.id))


class LinksForm(QWidget):
    """Who gets a signal without a cable: a director's screen, a focus puller's unit."""

    def __init__(self, session: Session) -> None:
        super().__init__()
        self.session = session
        self.theme: Theme = PREP_ROOM
        self.number = 0
        column = QVBoxLayout(self)
        column.setContentsMargins(0, 6, 0, 0)
        self.head, self.hint, self.refusal = text_label(bold=True), text_label(), text_label()
        self.list = QListWidget()
        self.list.setAccessibleName(say("Links to who is off the rig"))
        self.list.setFixedHeight(round(grown(LIST_PX)))
        self.list.setHorizontalScrollBarPolicy(Qt.ScrollBarPolicy.ScrollBarAlwaysOff)
        self.list.currentRowChanged.connect(self._listed)
        self.add = QPushButton(say("Send to someone off the rig"))
        self.add.clicked.connect(self.add_link)
        self.end = QPushButton(say("End it"))
        self.end.setAccessibleName(say("End the link"))
        self.end.clicked.connect(self.end_link)
        buttons = QHBoxLayout()
        buttons.addWidget(self.add)
        buttons.addWidget(self.end)
        buttons.addStretch(1)
        self.fields = QWidget()
        rows = QFormLayout(self.fields)
        rows.setContentsMargins(0, 0, 0, 0)
        self.who = NameBox(say("Who has it"), USUAL_WHO, lambda text: self._change(who=text))
        self.part, self.carries = ChoiceBox(), ChoiceBox()
        self.part.setAccessibleName(say("What they have"))
        self.part.activated.connect(lambda index: self._change(part=self.part.itemData(index)))
        self.carries.setAccessibleName(say("What is sent"))
        for signal in SIGNALS:
            self.carries.addItem(sort_of(signal), signal)
        self.carries.activated.connect(lambda index: self._change(carries=self.carries.itemData(index)))
        rows.addRow(say("To"), self.who)
        rows.addRow(say("On their"), self.part)
        rows.addRow(say("Sends"), self.carries)
        column.addWidget(self.head)
        column.addWidget(self.list)
        column.addLayout(buttons)
        column.addWidget(self.hint)
        column.addWidget(self.fields)
        column.addWidget(self.refusal)

    @property
    def link(self) -> Link | None:
        """The chosen one."""
        links = self.session.setup.links
        return links[self.number] if self.number < len(links) else None

    def show_links(self, theme: Theme) -> None:
        """Show the links of the rig, and the fields of the chosen one."""
        self.theme, session = theme, self.session
        setup, parts = session.setup, session.document.parts_by_id
        show_text(self.head, say("Off the rig"), theme.ink)
        self.number = max(min(self.number, len(setup.links) - 1), 0)
        self.list.blockSignals(True)
        self.list.clear()
        for each in setup.links:
            start, sort = parts[setup.by_id[each.start].part].name, sort_of(each.carries)
            who = each.who or parts[each.part].name
            self.list.addItem(
                begun(say("{sort} from the {start} to the {who}").format(sort=sort, start=start, who=who))
            )
        self.list.setCurrentRow(self.number)
        self.list.blockSignals(False)
        self.list.setVisible(bool(setup.links))
        selected = setup.by_id.get(session.selection.id or "")
        self.add.setEnabled(selected is not None)
        hint = "" if selected is not None else say("Select what sends: a transmitter, a motor, the body.")
        show_text(self.hint, hint, theme.quiet)
        show_text(self.refusal, "", theme.tip)
        link = self.link
        self.end.setVisible(link is not None)
        self.fields.setVisible(link is not None)
        if link is not None:
            self.who.show_name(link.who)
            self.part.clear()
            for part in session.document.parts:
                self.part.addItem(part.name, part.id)
            self.part.setCurrentIndex(self.part.findData(link.part))
            self.carries.setCurrentIndex(self.carries.findData(link.carries))

    def _listed(self, number: int) -> None:
        if number >= 0:
            self.number = number
            self.show_links(self.theme)

    def _take(self, label: str, change: Any) -> None:
        refusal = self.session.try_edit(label, change)
        if refusal is not None:
            show_text(self.refusal, f"▲ {self.session.tell(refusal.said)}", self.theme.tip)

    def add_link(self) -> None:
        """Send from the selected part to the first part of the kit that is not on the rig and can get it."""
        session = self.session
        setup, start = session.setup, session.selection.id
        if start is None:
            return
        used = [each.part for each in setup.placements] + [each.part for each in setup.links]
        free = [part for part in session.document.parts if used.count(part.id) < part.quantity]
        screens = [part for part in free if any(each.takes and each.carries == "picture" for each in part.sockets)]
        if not free:
            show_text(
                self.refusal,
                say("▲ All that is in the kit is on the rig. Add to the kit what they have."),
                self.theme.tip,
            )
            return
        part = (screens or free)[0]
        self.number = len(setup.links)
        self._take(say("Send to someone off the rig"), lambda d: linking.add_link(d, setup.id, start, part.id)[0])

    def _change(self, **updates: object) -> None:
        link, setup_id = self.link, self.session.setup.id
        if link is not None:
            self._take(say("Change a link"), lambda d: linking.change_link(d, setup_id, link.id, **updates))

    def end_link(self) -> None:
        """End the chosen one."""
        link, setup_id = self.link, self.session.setup.id
        if link is not None:
            self._take(say("End a link"), lambda d: linking.remove_link(d, setup_id, link.id))
