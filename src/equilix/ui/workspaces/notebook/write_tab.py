"""To write an outing down: how long and where, what hurt on a drawn figure, what worked loose."""

from __future__ import annotations

import os
from contextlib import suppress
from datetime import date, timedelta
from functools import partial
from pathlib import Path

from pydantic_core import ValidationError
from PySide6.QtCore import Qt, Signal
from PySide6.QtGui import QKeyEvent, QKeySequence, QShortcut
from PySide6.QtWidgets import (
    QCompleter,
    QFileDialog,
    QFormLayout,
    QHBoxLayout,
    QLineEdit,
    QPlainTextEdit,
    QPushButton,
    QSizePolicy,
    QVBoxLayout,
    QWidget,
)

from equilix.body.outings import Outing
from equilix.document import Document
from equilix.edits.outings import change_outing, keep_outings
from equilix.edits.sound import refused_by
from equilix.errors import EquilixError, Refused
from equilix.facts import fact
from equilix.keys import EffortKey
from equilix.notebook.compare import predicted
from equilix.notebook.entry import outing_today
from equilix.ui.pictures import SORTS
from equilix.ui.session import Session
from equilix.ui.theme import grown
from equilix.ui.widgets.choice import ChoiceBox
from equilix.ui.widgets.fields import QuantityField
from equilix.ui.widgets.file_choice import file_dialog
from equilix.ui.widgets.tint import show_text, text_label
from equilix.ui.workspaces.notebook.conversion_form import ConversionForm
from equilix.ui.workspaces.notebook.draft import Draft, can_give_out, draft_of, predicted_words, what_words
from equilix.ui.workspaces.notebook.felt_form import FeltForm
from equilix.ui.workspaces.notebook.trouble_form import TroubleForm
from equilix.ui.workspaces.tab import WorkTab, takes_the_rest
from equilix.words.language import say
from equilix.words.telling import begun

LEFT_PX, RIGHT_PX = 395.0, 300.0
MOST_PLACES = 40
NONE = ""


class WriteTab(WorkTab):
    """Three columns: what was carried, how it felt, what else there was. One button keeps it."""

    kept = Signal(str)
    """An outing was kept or put right, by its id."""

    def __init__(self, session: Session) -> None:
        super().__init__(session, say("Writing an outing down"))
        self.draft = Draft()
        self.dialog: QFileDialog | None = None
        self.what, self.expected = text_label(bold=True, points=13), text_label()
        self.day = QLineEdit(date.today().isoformat())
        self.day.setAccessibleName(say("Day"))
        self.day.editingFinished.connect(self._show)
        self.earlier, self.later = QPushButton("‹"), QPushButton("›")
        for button, days, name in ((self.earlier, -1, say("A day earlier")), (self.later, 1, say("A day later"))):
            button.setAccessibleName(name)
            button.setProperty("slim", True)
            button.setFixedWidth(round(grown(30)))
            button.clicked.connect(partial(self._move_day, days))
        self.place = QLineEdit()
        self.place.setAccessibleName(say("Place"))
        self.place.setMaxLength(200)
        self.places: list[str] = []
        """Where one has been, which is offered while one types."""
        self.takes, self.minutes, self.rest = (
            QuantityField(name, "number") for name in (say("Takes"), say("Minutes each"), say("Minutes between them"))
        )
        for field, value in ((self.takes, 1.0), (self.minutes, None), (self.rest, None)):
            field.optional = True
            field.show_value(value)
            field.entered.connect(lambda _value, _text: self._show())
            field.emptied.connect(self._show)
        self.gave_out, self.conversion = ChoiceBox(), ConversionForm(session)
        self.gave_out.setAccessibleName(say("What ended the last take"))
        self.gave_out.activated.connect(lambda _row: self._show())
        self.conversion.changed.connect(self._show)
        self.felt, self.trouble = FeltForm(self.theme), TroubleForm(session)
        self.felt.changed.connect(self._took)
        self.trouble.changed.connect(self._took)
        self.photo, self.photo_said = QPushButton(say("Choose …")), text_label(wrap=False)
        self.photo.clicked.connect(self._ask_photo)
        self.no_photo = QPushButton(say("None"))
        self.no_photo.clicked.connect(partial(self._take_photo, None))
        self.note = QPlainTextEdit()
        self.note.setAccessibleName(say("Note"))
        self.note.setPlaceholderText(say("What else is to be remembered"))
        self.note.setTabChangesFocus(True)
        self.wrong = text_label()
        self.keep = QPushButton(say("Write it down"))
        self.keep.clicked.connect(self.write_down)
        self.drop = QPushButton(say("Leave it"))
        self.drop.clicked.connect(self.begin_anew)
        for keys in ("Ctrl+Return", "Ctrl+Enter"):
            shortcut = QShortcut(QKeySequence(keys), self, context=Qt.ShortcutContext.WidgetWithChildrenShortcut)
            shortcut.activated.connect(self.write_down)
        self._lay_out()

    def _lay_out(self) -> None:
        whole = self.column()
        whole.addWidget(self.what)
        whole.addWidget(self.expected)
        columns = self.stacks(QHBoxLayout())
        columns.setSpacing(18)
        whole.addLayout(columns, 1)
        left, right = QVBoxLayout(), QVBoxLayout()
        left.addLayout(self._entries())
        left.addStretch(1)
        right.addWidget(self.trouble)
        right.addWidget(self.note, 1)
        right.addWidget(self.wrong)
        last = QHBoxLayout()
        last.addWidget(self.drop)
        last.addWidget(self.keep, 1)
        right.addLayout(last)
        takes_the_rest(self.note, 40.0)
        for number, (layout, wide) in enumerate(((left, LEFT_PX), (right, RIGHT_PX))):
            side = QWidget()
            layout.setContentsMargins(0, 0, 0, 0)
            side.setLayout(layout)
            side.setMaximumWidth(round(grown(wide)))
            if number:
                columns.addWidget(self.felt, 4)
            columns.addWidget(side, 3)

    def _entries(self) -> QFormLayout:
        """When, where, how long, why it ended, what it was converted from, a photo."""
        form = QFormLayout()
        form.setRowWrapPolicy(QFormLayout.RowWrapPolicy.DontWrapRows)
        form.setVerticalSpacing(5)
        form.addRow(say("Day"), _row(self.day, self.earlier, self.later))
        form.addRow(say("Place"), self.place)
        for field in (self.takes, self.minutes, self.rest):
            field.setMinimumWidth(round(grown(44)))
        words = say("×"), say("min, rest"), say("min")
        fields = self.takes, self.minutes, self.rest
        times = _row(*(each for pair in zip(fields, words, strict=True) for each in pair))
        form.addRow(say("Carried"), times)
        form.addRow(say("Ended because"), self.gave_out)
        form.addRow(say("Before it"), self.conversion)
        form.addRow(say("Photo"), _row(self.photo, self.no_photo, self.photo_said))
        return form

    @property
    def first_focus(self) -> QWidget:
        """How long it was carried."""
        return self.minutes.line

    # what is there

    def bare(self) -> Outing:
        """The outing that is written, as the rig stands or as it was when it was written first."""
        if self.draft.changes is not None:
            return self.draft.changes
        analysis, document = self.session.analysis, self.session.document
        operator = document.operator_of(self.session.setup)
        known = operator.id if operator.id in document.operators_by_id else None
        return outing_today(analysis, date.today(), known)

    def outing(self) -> Outing:
        """What is entered. Raises :class:`Refused` for what cannot be."""
        gave: EffortKey | None = self._gave_out()
        day = self.day.text().strip()
        bare = self.bare()
        told = {
            "day": day, "place": self.place.text().strip(), "takes": self._whole(self.takes),
            "take_min": self._figure(self.minutes), "rest_min": self._figure(self.rest),
            "gave_out": None if gave is None else gave[0], "gave_out_side": "" if gave is None else gave[1],
            "felt": self.draft.felt, "faulty": tuple(self.draft.faulty), "photo": self.draft.photo,
            "note": self.note.toPlainText().strip()[:4000],
            "came_from": self.conversion.name, "conversion_min": self._figure(self.conversion.minutes),
        }  # fmt: skip
        if self.draft.changes is None:
            told["id"] = bare.id.replace(bare.day, day, 1)
        try:
            return bare.changed(**told)
        except ValidationError as error:
            raise refused_by(error) from error

    def _figure(self, field: QuantityField) -> float:
        return field.value() if field.line.text().strip() else 0.0

    def _whole(self, field: QuantityField) -> int:
        value = self._figure(field) or 1.0
        if value != int(value):
            raise Refused(fact("notebook.whole_takes"), fact("notebook.write_takes"))
        return int(value)

    def _gave_out(self) -> EffortKey | None:
        joint, _, side = str(self.gave_out.currentData() or NONE).partition(" ")
        return next((key for key in self._joints if key == (joint, side)), None)

    @property
    def _joints(self) -> tuple[EffortKey, ...]:
        return tuple(can_give_out(self.session.analysis, self.draft.changes))

    # showing

    def refresh(self) -> None:
        """Offer what there is; what was entered stays."""
        document, old = self.session.document, self.draft.changes
        if old is not None and all(each.id != old.id for each in document.outings):
            self.begin_anew()  # it was taken out meanwhile
            return
        self.felt.theme = self.theme
        places = list(dict.fromkeys(each.place for each in reversed(document.outings) if each.place))[:MOST_PLACES]
        if places != self.places:  # one that is open under the hand stays
            self.places = places
            completer = QCompleter(places, self.place)
            completer.setCaseSensitivity(Qt.CaseSensitivity.CaseInsensitive)
            self.place.setCompleter(completer)
        if not self.place.text() and not self.place.isModified() and places:
            self.place.setText(places[0])
        tell = self.session.tell
        joints = [(begun(tell(fact("notebook.gave_out", joint=key))), f"{key[0]} {key[1]}") for key in self._joints]
        self.gave_out.offer([(say("It was planned so"), NONE), *joints], NONE)
        self.conversion.offer(old)
        self.trouble.offer()
        self._show()

    def _show(self) -> None:
        """Say what is written, what is predicted and what is wrong."""
        document, draft, tell = self.session.document, self.draft, self.session.tell
        head = begun(tell(what_words(self.bare(), document)))
        show_text(self.what, head, self.theme.ink)
        self.keep.setText(say("Write it down") if draft.changes is None else say("Put it right"))
        self.drop.setVisible(draft.changes is not None or draft.touched)
        said, wrong = {}, NONE
        try:
            outing = self.outing()
        except EquilixError as error:
            wrong = f"▲ {tell(error.said)}"
        else:
            who = document.operators_by_id.get(outing.operator or NONE)
            said = predicted(outing, who or self.session.analysis.operator)
        if said:
            told = tell(predicted_words(said)) or say("next to nothing")
            show_text(self.expected, say("Predicted: {what}").format(what=told), self.theme.quiet)
        else:
            hint = say("Tell how long it was carried, and point at what hurt. Pain means stop.")
            if self.bare().operator is None:
                nobody = say("No operator is entered: the notebook can learn of nobody. Click the name above.")
                hint = f"{nobody} {hint}"
            show_text(self.expected, hint, self.theme.quiet)
        show_text(self.wrong, wrong, self.theme.tip)
        self.keep.setEnabled(not wrong)
        self.felt.show_felt(self.session.analysis.operator, draft.scores, said)
        self.trouble.show_faulty(draft.faulty)
        self.no_photo.setVisible(bool(draft.photo))
        show_text(self.photo_said, Path(draft.photo).name, self.theme.quiet)

    # telling

    def _took(self) -> None:
        """Something was told on the figure, or noted of a part."""
        self.draft.scores, self.draft.faulty = self.felt.scores, list(self.trouble.faulty)
        self._show()

    def _move_day(self, days: int) -> None:
        """A day earlier or later; from today where no day stands there."""
        try:
            day = date.fromisoformat(self.day.text().strip())
        except ValueError:
            day = date.today()
        with suppress(OverflowError):  # before the first day there is, or after the last
            self.day.setText((day + timedelta(days=days)).isoformat())
        self._show()

    def _ask_photo(self) -> None:
        sorts = say("Pictures ({endings})").format(endings=" ".join(f"*.{each}" for each in SORTS))
        self.dialog = file_dialog(self, sorts, lambda name: self._take_photo(Path(name)))
        self.dialog.open()

    def _take_photo(self, path: Path | None) -> None:
        """Keep where a picture is, from the folder of the document; only the path is kept, not the picture."""
        home = self.session.desk.path
        folder = home.parent.resolve() if home is not None else Path()
        self.draft.photo = NONE if path is None else Path(os.path.relpath(path.resolve(), folder)).as_posix()
        self._show()

    # keeping

    def write_down(self) -> None:
        """Keep it, and what the conversion took; the form is ready for the next one."""
        if not self.keep.isEnabled():
            return
        try:
            outing = self.outing()
        except EquilixError as error:
            show_text(self.wrong, f"▲ {self.session.tell(error.said)}", self.theme.tip)
            return
        old = self.draft.changes
        if old is not None:
            told = {name: getattr(outing, name) for name in Outing.FIELDS if name != "id"}
            refusal = self.session.try_edit(say("Put an outing right"), lambda d: change_outing(d, old.id, **told))
        else:
            refusal = self.session.try_edit(say("Write an outing down"), partial(self._kept, outing=outing))
        if refusal is not None:
            show_text(self.wrong, f"▲ {self.session.tell(refusal.said)}", self.theme.tip)
            return
        kept = old.id if old is not None else self.session.document.outings[-1].id
        self.session.said.emit(say("Written down. One undo takes it back."), False)
        self.begin_anew()
        self.kept.emit(kept)

    def _kept(self, document: Document, outing: Outing) -> Document:
        return self.conversion.log(keep_outings(document, [outing]), outing.conversion_min)

    def begin_anew(self) -> None:
        """An empty form; the place stays."""
        self.draft = Draft()
        self.day.setText(date.today().isoformat())
        for field, value in ((self.takes, 1.0), (self.minutes, None), (self.rest, None)):
            field.line.clear()
            field.line.setModified(False)
            field.show_value(value)
        self.gave_out.setCurrentIndex(0)
        self.conversion.show_outing(None)
        self.note.clear()
        self.felt.body.point_at(None)
        self.refresh()

    def put_right(self, outing: Outing) -> None:
        """Put an outing that was written down into the form."""
        self.begin_anew()
        self.draft = draft_of(outing)
        self.day.setText(outing.day)
        self.place.setText(outing.place)
        for field, value in (
            (self.takes, float(outing.takes)), (self.minutes, outing.take_min or None),
            (self.rest, outing.rest_min or None),
        ):  # fmt: skip
            field.show_value(value)
        self.note.setPlainText(outing.note)
        self.refresh()
        self.gave_out.setCurrentIndex(max(self.gave_out.findData(f"{outing.gave_out} {outing.gave_out_side}"), 0))
        self.conversion.show_outing(outing)
        self._show()

    def keyPressEvent(self, event: QKeyEvent) -> None:
        if event.key() == Qt.Key.Key_Escape and self.draft.changes is not None:
            self.begin_anew()
        else:
            super().keyPressEvent(event)


def _row(*pieces: QWidget | str) -> QHBoxLayout:
    """Entries and the words between them."""
    made = QHBoxLayout()
    made.setSpacing(6)
    for each in pieces:
        if isinstance(each, str):
            words = text_label(wrap=False)
            words.setSizePolicy(QSizePolicy.Policy.Fixed, QSizePolicy.Policy.Preferred)
            words.setText(each)
            made.addWidget(words)
        else:
            made.addWidget(each, 1)
    return made
