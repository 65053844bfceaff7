"""One reading: of what, how, set up as drawn, what is read, and what it means; kept, or kept and believed."""

from __future__ import annotations

from datetime import datetime
from functools import partial
from typing import Final

from PySide6.QtWidgets import QHBoxLayout, QListWidget, QPushButton, QVBoxLayout, QWidget

from equilix.bench.bench_words import helpful_words
from equilix.bench.expecting import inertia_of, taken
from equilix.bench.marks import Pivot
from equilix.bench.meaning import meaning_words
from equilix.bench.methods import METHODS, Ask, Key
from equilix.bench.next_reading import Helpful, helpful
from equilix.bench.subjects import Subject
from equilix.bench.taking_in import fit_all, take_in
from equilix.bench.things import RIG, Thing, things
from equilix.document import Document
from equilix.edits.measuring import keep_measured, use_gyration
from equilix.errors import EquilixError, Refused
from equilix.facts import Sayable
from equilix.instruments.hidden import Hidden
from equilix.instruments.instrument import MOMENT, QUANTITY_OF, About
from equilix.instruments.settling import Steady
from equilix.kit.measured import Measured
from equilix.kit.solids import Axis
from equilix.ui.jobs import in_one_go
from equilix.ui.session import Session
from equilix.ui.theme import grown
from equilix.ui.widgets.choice import ChoiceBox
from equilix.ui.widgets.tint import show_text, text_label
from equilix.ui.workspaces.measure.feeling import felt_by, still_hidden
from equilix.ui.workspaces.measure.live_bar import LiveBar
from equilix.ui.workspaces.measure.method_form import MethodForm
from equilix.ui.workspaces.measure.method_words import SET_UP, TITLES
from equilix.ui.workspaces.measure.other_forms import OTHERS, OtherForm
from equilix.ui.workspaces.measure.set_up_picture import SetUpPicture
from equilix.ui.workspaces.tab import WorkTab
from equilix.words.language import say
from equilix.words.telling import begun

METHOD_OF: Final[dict[str, Key]] = {
    "mass": "scale", "supports": "supports", "balance": "edge", "hang": "hang", "drop": "drop",
}  # fmt: skip
MOTOR_OF: Final[dict[Axis, int]] = {"z": 0, "x": 1, "y": 2}
"""The channel of each motor: pan, roll, tilt."""
LEFT_PX, RIGHT_PX = 250.0, 330.0


class ReadTab(WorkTab):
    """Three columns: what and how; the drawing; what is read and what it means."""

    def __init__(self, session: Session) -> None:
        super().__init__(session, say("Looking for the reading that would help most"))
        self.hidden: Hidden | None = None
        """The kit as it really is; made when a simulated instrument first feels it."""
        self.helpful: tuple[Helpful, ...] = ()
        self.things = things(session.document, session.analysis)
        self.subject_box = ChoiceBox()
        self.subject_box.setAccessibleName(say("What is measured"))
        self.subject_box.activated.connect(self._another)
        self.methods = QListWidget()
        self.methods.setAccessibleName(say("How it is measured"))
        self.methods.addItems([*(say(TITLES[key]) for key in METHODS), *(say(each.TITLE) for each in OTHERS)])
        self.methods.setCurrentRow(0)
        self.methods.currentRowChanged.connect(self._another)
        self.next_head, self.next_said = text_label(bold=True), text_label()
        self.next = QPushButton(say("Do that"))
        self.next.clicked.connect(self._do_next)
        self.picture = SetUpPicture(self.theme)
        self.picture.setMinimumHeight(40)
        self.set_up = text_label()
        self.forms = {key: MethodForm(session, method) for key, method in METHODS.items()}
        self.others = [make(session) for make in OTHERS]
        for each in self.forms.values():
            each.changed.connect(self._entered)
        for other in self.others:
            other.changed.connect(self._entered)
        self.live = LiveBar(session)
        self.live.taken.connect(self._take_over)
        self.live.known.connect(self._feel)
        self.result = text_label()
        self.keep = QPushButton(say("Keep it"))
        self.keep.clicked.connect(lambda: self._keep(correct=False))
        self.correct = QPushButton(say("Keep it and correct the data"))
        self.correct.clicked.connect(lambda: self._keep(correct=True))
        self.job.found.connect(self._found)
        self.meaning = session.jobs.new(say("Holding the reading against the data"))
        self.meaning.found.connect(self._means)
        self._lay_out()

    def _lay_out(self) -> None:
        whole = self.column()
        columns = QHBoxLayout()
        columns.setSpacing(16)
        whole.addLayout(columns, 1)
        left, middle, right = QVBoxLayout(), QVBoxLayout(), QVBoxLayout()
        for layout in (left, middle, right):
            layout.setSpacing(5)
        left.addWidget(self.subject_box)
        left.addWidget(self.methods, 1)
        left.addWidget(self.next_head)
        left.addWidget(self.next_said)
        left.addWidget(self.next)
        middle.addWidget(self.picture, 1)
        middle.addWidget(self.set_up)
        for form in (*self.forms.values(), *self.others):
            form.hide()
            right.addWidget(form)
        right.addWidget(self.live)
        right.addWidget(self.result)
        right.addStretch(1)
        row = QHBoxLayout()
        row.addWidget(self.keep)
        row.addWidget(self.correct, 1)
        right.addLayout(row)
        for layout, wide in ((left, LEFT_PX), (middle, 0.0), (right, RIGHT_PX)):
            side = QWidget()
            layout.setContentsMargins(0, 0, 0, 0)
            side.setLayout(layout)
            if wide:
                side.setMaximumWidth(round(grown(wide)))
            columns.addWidget(side, 3 if wide == LEFT_PX else 4)
        self.methods.setMinimumHeight(round(grown(90)))

    @property
    def first_focus(self) -> QWidget:
        """How it is measured."""
        return self.methods

    # what is measured, and how

    @property
    def key(self) -> Key:
        """The method that is chosen."""
        row = max(self.methods.currentRow(), 0)
        return tuple(METHODS)[row] if row < len(METHODS) else "scale"

    @property
    def other(self) -> OtherForm | None:
        """What is measured beside the rig, where that is chosen."""
        row = self.methods.currentRow() - len(METHODS)
        return self.others[row] if row >= 0 else None

    @property
    def form(self) -> MethodForm:
        """Its entries."""
        return self.forms[self.key]

    @property
    def thing(self) -> Thing:
        """What lies on the bench; the rig where nothing else is chosen."""
        key = self.subject_box.currentData()
        return next((each for each in self.things if each.key == key), self.things[0])

    def subject(self) -> Subject | None:
        """What is measured of it: with a motor, what that holds; none where nothing is there."""
        pivot = self.form.chosen_pivot if self.key == "motor" else None
        return self.thing.subject(self.session.document, () if pivot is None else pivot.inside)

    def pivots(self) -> tuple[Pivot, ...]:
        """About which points it can hang, drop or turn; to hang from, the highest first."""
        found = self.thing.pivots(self.form.chosen_axis if self.key == "motor" else None)
        return tuple(sorted(found, key=lambda each: -each.point_m[2])) if self.key == "hang" else found

    def refresh(self) -> None:
        """Offer what there is; what was entered stays."""
        self.picture.theme = self.live.theme = self.theme
        document = self.session.document
        self.things = things(document, self.session.analysis)
        self.subject_box.offer([(begun(self.session.tell(each.said)), each.key) for each in self.things], RIG)
        self.look_for(document, self.session.setup.id)
        self._another()

    def _another(self, _row: int = 0) -> None:
        """Another thing is measured, or in another way."""
        form = self.form
        other = self.other
        for each in self.forms.values():
            each.setVisible(each is form and other is None)
        for one in self.others:
            one.setVisible(one is other)
        self.live.setVisible(other is None)
        self.picture.setVisible(other is None)
        self.correct.setVisible(other is None)
        self.subject_box.setEnabled(other is None)
        if other is not None:
            other.offer()
        show_text(self.set_up, say(SET_UP[self.key] if other is None else other.SET_UP), self.theme.ink)
        self._entered()

    def _entered(self) -> None:
        if self.other is not None:
            self._show_other(self.other)
            return
        form, marks = self.form, self.thing.marks(self.form.chosen_axis)
        form.offer(marks, self.pivots())
        under = self._under_m()
        asked = form.asked(under, complain=False)
        places = () if asked is None else tuple(asked.values[ask.key] for ask in METHODS[self.key].asks if ask.place)
        pivot = form.chosen_pivot
        point = (0.0, 0.0, 0.0) if pivot is None else pivot.point_m
        self.picture.show_set_up(self.thing.assembly(), self.key, form.chosen_axis, point, places)
        self._feel()
        self._show_result()

    def _under_m(self) -> float:
        marks = self.thing.marks("z")
        return marks[0].at_m if marks else 0.0

    # what it means

    def measured(self, *, complain: bool = False) -> tuple[Measured, ...]:
        """What is entered, as readings; nothing where something is missing still. Raises :class:`Refused`."""
        subject, asked = self.subject(), self.form.asked(self._under_m(), complain=complain)
        if subject is None or asked is None:
            return ()
        return taken(self.session.document, METHODS[self.key], subject, asked)

    def _show_result(self) -> None:
        """Say what is wrong at once, and what it means as soon as that is known."""
        self.meaning.cancel()
        try:
            made, wrong = self.measured(), ""
        except EquilixError as error:
            made, wrong = (), f"▲ {self.session.tell(error.said)}"
        show_text(self.result, wrong, self.theme.tip)
        for button in (self.keep, self.correct):
            button.setEnabled(bool(made))
        if made:
            axis, mark = self.form.chosen_axis, self.form.chosen_mark
            self.meaning.start(in_one_go(partial(meaning_words, self.session.document, made, axis, mark)))

    def _means(self, found: tuple[Sayable, ...] | EquilixError) -> None:
        said = (
            [f"▲ {self.session.tell(found.said)}"] if isinstance(found, EquilixError) else map(self.session.tell, found)
        )
        show_text(self.result, "\n".join(said), self.theme.ink)

    @property
    def waits(self) -> bool:
        """Whether something is still to come."""
        return super().waits or self.meaning.running

    def _show_other(self, other: OtherForm) -> None:
        """What the figures of a spring or an operator mean."""
        change, wrong, said = other.change(), "", ""
        if change is not None:
            try:
                said = self.session.tell(other.means(change(self.session.document)))
            except EquilixError as error:
                wrong = f"▲ {self.session.tell(error.said)}"
        show_text(self.result, wrong or said, self.theme.tip if wrong else self.theme.ink)
        self.keep.setEnabled(change is not None and not wrong)

    def _keep(self, *, correct: bool) -> None:
        """Keep what was read, and correct the data by all that was ever read where that is asked for; one edit."""
        if self.other is not None:
            weighed = self.other.change()
            if weighed is not None:
                self.session.edit(say(self.other.LABEL), weighed)
            return
        try:
            made = self.measured(complain=True)
        except Refused as error:
            show_text(self.result, f"▲ {self.session.tell(error.said)}", self.theme.tip)
            return
        if not made:
            return
        by = "" if self.live.about is None else self.live.about.name
        on = datetime.now().astimezone().isoformat(timespec="minutes")
        mark = self.form.chosen_mark
        more: dict[str, object] = {"by": by, "on": on}
        if self.key == "edge" and mark is not None:
            more |= {"mark": self.session.tell(mark.said)[:80], "mark_m": mark.at_m, "inwards": mark.inwards}
        kept = [each.changed(**more) for each in made]

        def change(document: Document) -> Document:
            with_it = keep_measured(document, kept)
            part = self.thing.part
            if correct and part is not None and kept[0].sort == "turning":
                with_it = use_gyration(with_it, part.id, kept[0].axis, inertia_of(with_it, kept[0]).gyration_m)
            return take_in(with_it, fit_all(with_it)) if correct else with_it

        label = say("Keep a reading and correct the data") if correct else say("Keep a reading")
        refusal = self.session.try_edit(label, change)
        if refusal is not None:
            show_text(self.result, f"▲ {self.session.tell(refusal.said)}", self.theme.tip)
            return
        self.form.empty()
        self._entered()
        said = say("Corrected by all readings.") if correct else say("Kept. “All together” says what it means.")
        show_text(self.result, said, self.theme.hold)

    # what would help

    def _start(self) -> None:
        document, analysis = self.session.document, self.session.analysis
        self.job.start(in_one_go(lambda: helpful(document, analysis)))

    def _found(self, found: tuple[Helpful, ...]) -> None:
        self.helpful = found
        show_text(self.next_head, say("What would help most") if found else "", self.theme.ink)
        show_text(self.next_said, self.session.tell(helpful_words(found[0])) if found else "", self.theme.quiet)
        self.next.setVisible(bool(found))

    def _do_next(self) -> None:
        each = self.helpful[0]
        row = self.subject_box.findData(RIG if each.part is None else f"part {each.part}")
        self.subject_box.setCurrentIndex(max(row, 0))
        self.methods.setCurrentRow(list(METHODS).index(METHOD_OF[each.how]))
        axis = self.form.axis.findData(each.axis)
        if axis >= 0:
            self.form.axis.setCurrentIndex(axis)
        self._another()

    # instruments

    def _feel(self) -> None:
        """Tell a simulated instrument what it feels: the hidden kit, set up as it is entered."""
        if not self.live.is_simulated:
            return
        subject = self.subject()
        if subject is None:
            return
        self.hidden = still_hidden(self.hidden, self.session.document)
        method, felt = METHODS[self.key], []
        for ask in self._read_asks():
            asked = self.form.asked(self._under_m(), complain=False, guess=ask.key)
            felt.append(0.0 if asked is None else felt_by(self.hidden, subject, method, asked, ask))
        if self._of_three_motors:
            mine = MOTOR_OF[self.form.chosen_axis]
            felt = [felt[0] if felt and channel == mine else 0.0 for channel in range(len(MOTOR_OF))]
        self.live.feel(tuple(felt))

    @property
    def _of_three_motors(self) -> bool:
        """Whether the instrument has a channel for each motor of a gimbal."""
        about = self.live.about
        return about is not None and about.unit == MOMENT and len(about.channels) == len(MOTOR_OF)

    def _read_asks(self) -> tuple[Ask, ...]:
        """What the instrument can give here: of its unit."""
        about = self.live.about
        return tuple(
            ask for ask in METHODS[self.key].asks
            if ask.read and (about is None or QUANTITY_OF[about.unit] == ask.quantity)
        )  # fmt: skip

    def _take_over(self, found: tuple[About, tuple[Steady, ...]]) -> None:
        """What stands still goes into the fields of its kind: one after the other, the empty ones first."""
        _, readings = found
        asks = self._read_asks()
        if not asks:
            show_text(self.result, say("▲ This instrument does not read what is asked for here."), self.theme.tip)
            return
        if self._of_three_motors:
            readings = (readings[MOTOR_OF[self.form.chosen_axis]],)
        if len(readings) == 1:
            empty = [ask for ask in asks if not self.form.fields[ask.key].line.text().strip()]
            asks = tuple(empty or asks)[:1]
        for ask, reading in zip(asks, readings, strict=False):
            self.form.fill(ask.key, reading.value, reading.sd)
        self._show_result()

    def leave(self) -> None:
        """The instrument is let go of."""
        super().leave()
        self.meaning.cancel()
        self.live.leave()
        self.live.source.setCurrentIndex(0)
        self.live._show()
