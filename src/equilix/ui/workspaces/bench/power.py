"""What a part gives and takes of power: energy, voltage, draw, sockets, and what feeds it."""

from __future__ import annotations

from collections.abc import Callable
from functools import partial

from PySide6.QtWidgets import QCheckBox, QFormLayout, QLineEdit, QPushButton, QWidget

from equilix.document import Document
from equilix.edits import electric, kit
from equilix.kit.catalogue import KINDS
from equilix.kit.electric import MODES, Electric, Mode, Output
from equilix.kit.parts import Part
from equilix.ui.session import Session
from equilix.ui.widgets.choice import ChoiceBox
from equilix.ui.widgets.fields import QuantityField
from equilix.ui.widgets.tint import text_label
from equilix.ui.workspaces.bench.entry import Editor, beside, button, form
from equilix.words.language import say
from equilix.words.telling import tell


def _label() -> str:
    """What every edit here is called."""
    return say("Change what a part gives and takes")


class PowerEditor(Editor):
    """The sockets are rows that are made anew only when there are more or fewer of them."""

    def __init__(self, session: Session) -> None:
        super().__init__(session)
        self.energy = self.quantity(say("Energy"), "energy", lambda v: self._part(self.energy, energy_wh=v))
        self.volts = self.optional(say("Voltage of the battery"), "number", lambda v: self._change(self.volts, volts=v))
        self.most = self.optional(say("It gives at most, A"), "number", lambda v: self._change(self.most, most_a=v))
        words = {"standby": say("Standby"), "record": say("Recording"), "full": say("At full")}
        self.draws = {
            mode: self.quantity(say("Draws: {mode}").format(mode=words[mode]), "power", partial(self._draw, mode))
            for mode in MODES
        }
        self.by_mount, self.swap, self.passes = (
            QCheckBox(say("fed by the battery on it")), QCheckBox(say("battery changed while it runs")),
            QCheckBox(say("passes power on")),
        )  # fmt: skip
        self.by_mount.clicked.connect(lambda on: self._change(fed_by_mount=on))
        self.swap.clicked.connect(lambda on: self._change(hot_swap=on))
        self.passes.clicked.connect(lambda on: self._change(passes=on))
        self.into_mount = QCheckBox(say("a dummy battery: feeds what it is in"))
        self.into_mount.clicked.connect(lambda on: self._change(feeds_mount=on))
        self.efficiency = self.quantity(
            say("Of what it passes on arrives, %"), "number",
            lambda v: self._change(self.efficiency, efficiency=v / 100),
        )  # fmt: skip
        self.age = self.quantity(
            say("Left of its first capacity, %"), "number", lambda v: self._change(self.age, age=v / 100)
        )
        self.cycles = self.quantity(
            say("Charged before the notebook, times"), "number", lambda v: self._change(self.cycles, cycles=round(v))
        )
        self.since = QLineEdit()
        self.since.setAccessibleName(say("In use since, year and month"))
        self.since.setPlaceholderText("2024-03")
        self.since.editingFinished.connect(self._since)
        self.stops = ChoiceBox()
        self.stops.setAccessibleName(say("Stops without"))
        self.stops.addItem(say("nothing else"), None)
        for kind in KINDS.values():
            if "electric" in kind.build(*kind.size_m):
                self.stops.addItem(tell(kind.label), kind.key)
        self.stops.activated.connect(self._stops)
        fields = form()
        for label, widget in (
            (say("Energy"), self.energy), (say("Voltage, V"), self.volts), (say("At most, A"), self.most),
            *((words[mode], self.draws[mode]) for mode in MODES),
        ):  # fmt: skip
            fields.addRow(label, widget)
        fields.addRow(say("Passes on, %"), self.efficiency)
        fields.addRow(say("Capacity left, %"), self.age)
        fields.addRow(say("Charged, times"), self.cycles)
        fields.addRow(say("In use since"), self.since)
        fields.addRow(say("Stops without"), self.stops)
        for check in (self.by_mount, self.swap, self.passes, self.into_mount):
            fields.addRow(check)
        self.fields = fields
        self.column.addLayout(fields)
        self.outputs, self.inputs = Sockets(self, "outputs"), Sockets(self, "inputs")
        self.column.addWidget(self.outputs)
        self.column.addWidget(self.inputs)
        self.column.addWidget(self.refusal)

    def fill(self, part: Part) -> None:
        display, known = self.session.document.display, part.electric or Electric()
        self.energy.show_value(part.energy_wh, display)
        self.volts.show_value(known.volts, display)
        self.most.show_value(known.most_a, display)
        for mode, field in self.draws.items():
            field.show_value(getattr(known.draw, mode), display)
        self.by_mount.setChecked(known.fed_by_mount)
        self.swap.setChecked(known.hot_swap)
        self.passes.setChecked(known.passes)
        self.into_mount.setChecked(known.feeds_mount)
        self.fields.setRowVisible(self.efficiency, known.passes)
        self.efficiency.show_value(round(known.efficiency * 100, 1))
        self.fields.setRowVisible(self.age, part.energy_wh > 0)
        self.age.show_value(round(known.age * 100, 1))
        self.fields.setRowVisible(self.cycles, part.energy_wh > 0)
        self.cycles.show_value(float(known.cycles))
        self.fields.setRowVisible(self.since, part.energy_wh > 0)
        if not self.since.isModified():
            self.since.setText(known.since)
        first = known.stops_without[0] if known.stops_without else None
        if first is not None and self.stops.findData(first) < 0:
            self.stops.addItem(first, first)
        self.stops.setCurrentIndex(self.stops.findData(first))
        self.outputs.fill(known)
        self.inputs.fill(known)

    def _part(self, field: QuantityField, **updates: object) -> None:
        part = self.part
        if part is not None:
            self.take(say("Change the energy of a part"), lambda d: kit.change_part(d, part.id, **updates), field)

    def _change(self, field: QuantityField | None = None, **updates: object) -> None:
        part = self.part
        if not self.busy and part is not None:
            self.take(_label(), lambda d: electric.change_electric(d, part.id, **updates), field)

    def _since(self) -> None:
        """A month; the refusal stands below where it is none, and what was typed stays."""
        part, text = self.part, self.since.text().strip()
        if part is not None and text != (part.electric or Electric()).since:
            self._change(since=text)
        if self.refusal.isHidden():
            self.since.setModified(False)

    def _stops(self, index: int) -> None:
        """The first kind without which it stops is another one; further ones, from a file, stay."""
        part, kind = self.part, self.stops.itemData(index)
        if part is not None:
            known = part.electric or Electric()
            more = tuple(each for each in known.stops_without[1:] if each != kind)
            self._change(stops_without=more if kind is None else (kind, *more))

    def _draw(self, mode: Mode, watts: float) -> None:
        part = self.part
        if part is not None:
            self.take(_label(), lambda d: electric.draw(d, part.id, mode, watts), self.draws[mode])


class Sockets(QWidget):
    """The outputs or the inputs of a part: a connector, its voltages, its current; one more, or one less."""

    def __init__(self, editor: PowerEditor, side: electric.Side) -> None:
        super().__init__()
        self.editor, self.side = editor, side
        self.form: QFormLayout = form()
        self.setLayout(self.form)
        title = say("Gives") if side == "outputs" else say("Takes")
        self.title = text_label(bold=True)
        self.title.setText(title)
        self.more = button(say("Add a socket"), self.add)
        self.more.setAccessibleName(f"{title}: " + say("Add a socket"))
        self.less: QPushButton = button(say("Remove the last"), self.drop)
        self.less.setAccessibleName(f"{title}: " + say("Remove the last"))
        self.form.addRow(self.title)
        self.form.addRow(beside(self.more, self.less))
        self.lines: list[tuple[QLineEdit, QuantityField, QuantityField]] = []

    def fill(self, known: Electric) -> None:
        """Show the sockets."""
        sockets = getattr(known, self.side)
        self._keep(len(sockets))
        self.less.setEnabled(bool(sockets))
        for (name, first, second), socket in zip(self.lines, sockets, strict=True):
            if not name.hasFocus():
                name.setText(socket.connector)
            pair = (socket.volts, socket.most_a) if isinstance(socket, Output) else (socket.least_v, socket.most_v)
            first.show_value(pair[0])
            second.show_value(pair[1])

    def _keep(self, count: int) -> None:
        while len(self.lines) < count:
            number = len(self.lines)
            title = self.title.text()
            name = QLineEdit()
            name.setAccessibleName(say("{title} {number}: connector").format(title=title, number=number + 1))
            name.editingFinished.connect(partial(self._named, number))
            gives = self.side == "outputs"
            labels = (say("Voltage, V"), say("At most, A")) if gives else (say("From, V"), say("To, V"))
            keys = ("volts", "most_a") if gives else ("least_v", "most_v")
            fields = [
                self.editor.quantity(f"{title} {number + 1}: {label}", "number", partial(self._entered, number, key))
                for label, key in zip(labels, keys, strict=True)
            ]
            at = self.form.rowCount() - 1
            self.form.insertRow(at, say("Connector"), name)
            for offset, (label, field) in enumerate(zip(labels, fields, strict=True), start=1):
                self.form.insertRow(at + offset, label, field)
            self.lines.append((name, fields[0], fields[1]))
        while len(self.lines) > count:
            for widget in self.lines.pop():
                self.form.removeRow(widget)

    def _named(self, number: int) -> None:
        word, part = self.lines[number][0].text().strip(), self.editor.part
        known = [] if part is None or part.electric is None else getattr(part.electric, self.side)
        if not self.editor.busy and word and number < len(known) and word != known[number].connector:
            self._put(number, None, connector=word)

    def _entered(self, number: int, key: str, value: float) -> None:
        self._put(number, self._field(number, key), **{key: value})

    def _field(self, number: int, key: str) -> QuantityField:
        _, first, second = self.lines[number]
        return first if key in ("volts", "least_v") else second

    def _put(self, number: int, field: QuantityField | None, **updates: object) -> None:
        self._take(lambda d, part_id: electric.change_socket(d, part_id, self.side, number, **updates), field)

    def _take(self, change: Callable[[Document, str], Document], field: QuantityField | None = None) -> None:
        part = self.editor.part
        if part is not None:
            self.editor.take(_label(), lambda d: change(d, part.id), field)

    def add(self) -> None:
        """One more socket."""
        self._take(lambda d, part_id: electric.add_socket(d, part_id, self.side))

    def drop(self) -> None:
        """One socket less: the last."""
        last = len(self.lines) - 1
        self._take(lambda d, part_id: electric.remove_socket(d, part_id, self.side, last))
