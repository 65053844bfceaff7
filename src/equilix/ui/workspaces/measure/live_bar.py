"""An instrument at the bench: which one, what it says now, whether it stands still, and taking it over."""

from __future__ import annotations

from collections import deque
from collections.abc import Iterator
from functools import partial
from pathlib import Path
from typing import Final

from PySide6.QtCore import Signal
from PySide6.QtWidgets import QFileDialog, QHBoxLayout, QLineEdit, QPushButton, QVBoxLayout, QWidget

from equilix.errors import Called, EquilixError
from equilix.instruments.instrument import About, Instrument, InstrumentError, Sample, Unit
from equilix.instruments.recording import Replay, recorded
from equilix.instruments.remote import Remote
from equilix.instruments.settling import Settling, Steady
from equilix.instruments.shelf import SIMULATED, simulated
from equilix.store.saving import write_atomically
from equilix.ui.page_files import save_dialog
from equilix.ui.session import Session
from equilix.ui.theme import PREP_ROOM, Theme
from equilix.ui.widgets.choice import ChoiceBox
from equilix.ui.widgets.file_choice import file_dialog
from equilix.ui.widgets.tint import set_tip, show_text, text_label
from equilix.units import Display
from equilix.words import quantities
from equilix.words.language import say
from equilix.words.wordings.wording import N_

BY_HAND, PORT, RECORDING = "by-hand", "port", "recording"
TITLES: Final = {
    "luggage-scale": N_("Simulated luggage scale"),
    "platform-scales": N_("Simulated pair of platform scales"),
    "inclinometer": N_("Simulated inclinometer"),
    "gimbal": N_("Simulated gimbal"),
    "stopwatch": N_("Simulated stopwatch"),
}
STATES: Final = {
    "nothing": N_("nothing yet"),
    "moving": N_("still moving"),
    "overload": N_("▲ overload"),
    "ready": N_("stands still"),
}
MOST_KEPT: Final = 20_000


class LiveBar(QWidget):
    """``taken`` carries what all channels say, standing still."""

    taken = Signal(object)
    known = Signal()
    """What it is has been said: now it can be told what it feels."""

    def __init__(self, session: Session) -> None:
        super().__init__()
        self.session = session
        self.theme: Theme = PREP_ROOM
        self.speed = 1.0
        """Of simulated instruments: as fast as real ones."""
        self.true: tuple[float, ...] = (0.0,)
        """What a simulated one feels now; replaced as a whole, so that another thread can read it."""
        self.about: About | None = None
        self.settling: list[Settling] = []
        self.kept: deque[Sample] = deque(maxlen=MOST_KEPT)
        self.kept_of: About | None = None
        """What ``kept`` was said by: that can be written when the instrument is gone."""
        self.dialog: QFileDialog | None = None
        self.job = session.jobs.new(say("Reading an instrument"), lasting=True)
        self.job.found.connect(self._found)
        self.job.ended.connect(self._over)
        self.source = ChoiceBox()
        self.source.setAccessibleName(say("Instrument"))
        self.source.addItem(say("Typed by hand"), BY_HAND)
        self.source.addItem(say("An instrument at a port"), PORT)
        self.source.addItem(say("From a recording …"), RECORDING)
        for key in SIMULATED:
            self.source.addItem(say(TITLES[key]), key)
        self.source.activated.connect(self._chosen)
        self.port = QLineEdit()
        self.port.setAccessibleName(say("Serial port, or socket://host:port"))
        self.port.setPlaceholderText(say("socket://host:port"))
        self.port.returnPressed.connect(self.connect_to_it)
        self.connect_it = QPushButton(say("Connect"))
        self.connect_it.clicked.connect(self.connect_to_it)
        self.now, self.state = text_label(bold=True, points=13, wrap=False), text_label()
        self.take = QPushButton(say("Take it over"))
        self.take.clicked.connect(self._take)
        self.tare = QPushButton(say("Zero"))
        self.tare.clicked.connect(self._tare)
        self.keep = QPushButton(say("Recording …"))
        self.keep.clicked.connect(self._save)
        self.instrument: Instrument | None = None
        self._lay_out()
        self._show()

    def _lay_out(self) -> None:
        column = QVBoxLayout(self)
        column.setContentsMargins(0, 0, 0, 0)
        column.setSpacing(4)
        column.addWidget(self.source)
        at_port = QHBoxLayout()
        at_port.addWidget(self.port, 1)
        at_port.addWidget(self.connect_it)
        column.addLayout(at_port)
        said = QHBoxLayout()
        said.addWidget(self.now)
        said.addWidget(self.state, 1)
        column.addLayout(said)
        self.buttons = QWidget()
        row = QHBoxLayout(self.buttons)
        row.setContentsMargins(0, 0, 0, 0)
        for button in (self.take, self.tare, self.keep):
            row.addWidget(button)
        column.addWidget(self.buttons)

    def _chosen(self, _row: int) -> None:
        self.leave()
        key = self.source.currentData()
        if self.is_simulated:
            self._start(simulated(key, lambda _at: self.true, seed=1, speed=self.speed))
        elif key == RECORDING:
            sorts = say("Recordings") + " (*.csv)"
            self.dialog = file_dialog(self, sorts, lambda name: self.replay(Path(name)))
            self.dialog.open()

    def replay(self, path: Path) -> None:
        """Play a recording back."""
        self._start(Replay(path, speed=self.speed))

    def connect_to_it(self) -> None:
        """Open the port that is named."""
        if self.port.text().strip():
            self._start(Remote(self.port.text().strip()))

    def _start(self, instrument: Instrument) -> None:
        self.instrument = instrument
        self.about, self.settling, self.kept_of = None, [], None
        self.kept.clear()
        show_text(self.state, say("Connecting …"), self.theme.quiet)
        self.job.start(partial(_stream, instrument))
        self._show()

    def _found(self, found: About | Sample | EquilixError) -> None:
        match found:
            case About():
                self.about = self.kept_of = found
                self.settling = [Settling(found, channel) for channel in range(len(found.channels))]
                self.known.emit()
            case Sample():
                self.kept.append(found)
                for each in self.settling:
                    each.take(found)
            case EquilixError():
                self._gone(self.session.tell(found.said))
                return
        self._show()

    def _gone(self, why: str) -> None:
        self.about, self.settling = None, []
        self._show()
        show_text(self.state, f"▲ {why}", self.theme.tip)

    def _over(self) -> None:
        """It has said all that it has to say: a recording is at its end."""
        if self.instrument is not None and self.about is not None:
            show_text(self.state, say("That was all of it."), self.theme.quiet)

    @property
    def is_simulated(self) -> bool:
        """Whether it has to be told what it feels."""
        return self.source.currentData() in SIMULATED

    @property
    def ready(self) -> bool:
        """Whether all channels stand still."""
        return bool(self.settling) and all(each.state == "ready" for each in self.settling)

    @property
    def readings(self) -> tuple[Steady, ...]:
        """What they say then."""
        return tuple(found for found in (each.reading() for each in self.settling) if found is not None)

    def _show(self) -> None:
        key = self.source.currentData()
        for widget in (self.port, self.connect_it):
            widget.setVisible(key == PORT)
        on = self.about is not None
        for label in (self.now, self.state):
            label.setVisible(key != BY_HAND)
        self.buttons.setVisible(key != BY_HAND and (on or bool(self.kept)))
        self.take.setEnabled(self.ready)
        self.keep.setEnabled(bool(self.kept))
        self.tare.setEnabled(on)
        if self.about is None or not self.settling or self.settling[0].now is None:
            if not self.job.running:
                show_text(self.now, "", self.theme.ink)
            return
        unit, display = self.about.unit, self.session.document.display
        said = [shown(each.now or 0.0, unit, display) for each in self.settling]
        show_text(self.now, " · ".join(said), self.theme.ink)
        states = [each.state for each in self.settling]
        worst = next((each for each in ("overload", "nothing", "moving", "ready") if each in states), "nothing")
        words = say(STATES[worst])
        set_tip(self.state, self.about.name)
        show_text(self.state, words, self.theme.tip if worst == "overload" else self.theme.quiet)

    def _take(self) -> None:
        if self.ready and self.about is not None:
            self.taken.emit((self.about, self.readings))

    def _tare(self) -> None:
        if self.instrument is not None:
            try:
                self.instrument.tare()
            except InstrumentError as error:
                self._gone(self.session.tell(error.said))

    def _save(self) -> None:
        if self.kept:
            self.dialog = save_dialog(self, self.session, (say("Recordings") + " (*.csv)"), self._write)
            self.dialog.setDefaultSuffix("csv")
            self.dialog.open()

    def _write(self, name: str) -> None:
        if self.kept_of is None:
            return
        try:
            write_atomically(recorded(self.kept_of, self.kept).encode(), Path(name), keep_backup=False)
        except EquilixError as error:
            self.session.said.emit(self.session.tell(error.said), True)
            return
        self.session.said.emit(say("Written: {path}").format(path=Path(name).name), False)

    def feel(self, true: tuple[float, ...]) -> None:
        """What a simulated instrument feels from now on."""
        channels = 1 if self.about is None else len(self.about.channels)
        self.true = (*true, *[0.0] * channels)[: max(channels, 1)]

    def leave(self) -> None:
        """Let go of the instrument."""
        self.job.cancel()
        self.instrument, self.about, self.settling = None, None, []
        self._show()
        self.state.setText("")


def _stream(instrument: Instrument, called_off: Called) -> Iterator[About | Sample | EquilixError]:
    """What it is, then what it says; why it cannot be read is found like anything else."""
    try:
        instrument.open()
        yield instrument.about
        yield from instrument.samples(called_off)
    except EquilixError as error:
        yield error
    finally:
        instrument.close()


def shown(value: float, unit: Unit, display: Display) -> str:
    """A value as the window shows it."""
    match unit:
        case "kg":
            return quantities.mass(value, display) if display == "us" else f"{quantities.fixed(value, 3)} kg"
        case "rad":
            return quantities.angle(value)
        case "s":
            return f"{quantities.fixed(value, 2)} s"
        case "N·m":
            return f"{quantities.fixed(value, 3)} N·m" if display == "metric" else quantities.torque(value, display)
