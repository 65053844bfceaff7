"""Who carries the rig: body, eye, shoulder, own strength, what is to be spared. What is not known is the mean."""

from __future__ import annotations

import time

from PySide6.QtCore import Qt, QTimer
from PySide6.QtWidgets import QHBoxLayout, QLineEdit, QPushButton, QWidget

from equilix.body.calibrate import strength_from_hold
from equilix.body.operators import MEAN_STRENGTH, MOST_HOLDS, Hold, Operator, Spared, SparedSide, Strength
from equilix.document import AVERAGE
from equilix.edits import kit
from equilix.errors import EquilixError
from equilix.facts import fact
from equilix.keys import Joint
from equilix.ui.session import Session
from equilix.ui.widgets.choice import ChoiceBox
from equilix.ui.widgets.fields import QuantityField, values_of
from equilix.ui.widgets.panel import Panel
from equilix.ui.widgets.tint import plain_label, set_tip
from equilix.words.language import say
from equilix.words.quantities import fixed, general, stature, torque
from equilix.words.telling import begun, tell
from equilix.words.wordings.wording import N_

_SEXES = ("male", "female")
_SIDES = ("right", "left")
_SPARE: tuple[tuple[str, tuple[Joint, SparedSide] | None], ...] = (
    (N_("nothing"), None),
    (N_("the right shoulder"), ("shoulder", "right")),
    (N_("the left shoulder"), ("shoulder", "left")),
    (N_("both elbows"), ("elbow", "both")),
    (N_("the right wrist"), ("wrist", "right")),
    (N_("the left wrist"), ("wrist", "left")),
    (N_("the fingers"), ("grip", "both")),
    (N_("the back"), ("trunk", "both")),
)
_STRENGTHS: tuple[tuple[Joint, str, str], ...] = (
    ("shoulder", "shoulder_nm", "N·m"),
    ("elbow", "elbow_nm", "N·m"),
    ("grip", "grip_n", "N"),
    ("trunk", "trunk_nm", "N·m"),
)


class OperatorPanel(Panel):
    """Shows an operator, or takes a new one."""

    def __init__(self, session: Session, parent: QWidget, *, new: bool) -> None:
        super().__init__(parent, say("Add and let them carry it") if new else say("Take it over"))
        self.session, self.new = session, new
        side = session.chosen.now.side
        someone = Operator(id="new", name=say("New operator"), shoulder=side, eye=side)
        operator = someone if new else session.analysis.operator
        if operator is AVERAGE:
            self.new = True
        self.operator = operator
        self.operator_id = operator.id
        self.name = QLineEdit("" if self.new else operator.name)
        self.name.setAccessibleName(say("Name of the operator"))
        self.name.setPlaceholderText(say("what you call them"))
        self.stature = QuantityField(say("Stature"), "length")
        self.weight = QuantityField(say("Body mass"), "mass")
        display = session.document.display
        self.stature.line.setText(
            say("{stature} cm").format(stature=fixed(operator.stature_m * 100))
            if display == "metric"
            else stature(operator.stature_m, display)
        )
        self.weight.show_value(operator.mass_kg, display)
        self.sex = _choice(
            say("Strength where it is not known"),
            (say("as a man, on average"), say("as a woman, on average")),
            _SEXES.index(operator.sex),
        )
        self.shoulder = _choice(
            say("Shoulder that carries"),
            (say("on the right shoulder"), say("on the left shoulder")),
            _SIDES.index(operator.shoulder),
        )
        self.eye = _choice(
            say("Eye that looks"), (say("with the right eye"), say("with the left eye")), _SIDES.index(operator.eye)
        )
        spared = operator.spare[0] if operator.spare else None
        chosen = next((k for k, (_, place) in enumerate(_SPARE) if spared and place == (spared.joint, spared.side)), 0)
        self.spare = _choice(say("What is to be spared"), tuple(say(words) for words, _ in _SPARE), chosen)
        self.factor = QLineEdit("60" if spared is None else general(spared.factor * 100))
        self.factor.setAccessibleName(say("Its strength counts for so many per cent"))
        self.strengths = {
            key: QuantityField(say("Strength, {joint}").format(joint=tell(fact(f"joint.{key}"))), "number")
            for key, _, _ in _STRENGTHS
        }
        rows: list[tuple[str, QWidget]] = [
            (say("Name"), self.name),
            (say("Stature and mass"), _beside(self.stature, self.weight)),
            (say("Strong"), self.sex),
            (say("Carries"), self.shoulder),
            (say("Looks"), self.eye),
            (say("Spares"), self.spare),
            (say("which counts %"), self.factor),
        ]
        for key, own_field, unit in _STRENGTHS:
            line = self.strengths[key]
            own = getattr(operator.strength, own_field)
            line.line.setText("" if own is None else general(own))
            line.line.setPlaceholderText(
                say("mean: {mean_strength}").format(mean_strength=general(MEAN_STRENGTH[operator.sex][key]))
            )
            rows.append((f"{begun(tell(fact(f'joint.{key}')))}, {unit}", line))
        for label, field in rows:
            self.form.addRow(label, field)
        self.endurance = QuantityField(say("How long they last, times most people"), "number")
        self.endurance.show_value(operator.endurance)
        names = say("Own rule: hours at work a day at most"), say("Own rule: hours from one day to the next")
        self.work, self.rest = (QuantityField(name, "number") for name in names)
        for field, name, own in zip((self.work, self.rest), names, (operator.work_h, operator.rest_h), strict=True):
            set_tip(field, name)
            field.line.setText("" if own is None else general(own))
            field.line.setPlaceholderText(say("none"))
        self.form.addRow(say("Lasts ×; h a day, of rest"), _beside(self.endurance, self.work, self.rest))
        self.hold = HoldTest(self)
        self.form.addRow(say("Hold test"), self.hold)
        note = plain_label(say("Estimates for healthy adults; the spread between people is wide. Pain means stop."))
        note.setWordWrap(True)
        self.form.addRow(note)
        self.finish()
        self.setMinimumWidth(420)
        self.name.setFocus()

    def strength(self) -> Strength | None:
        """Own strength as entered; None where a field cannot be read, which is said there."""
        found = self._entered({field: self.strengths[key] for key, field, _ in _STRENGTHS})
        return None if found is None else self.operator.strength.changed(**found)

    def _entered(self, fields: dict[str, QuantityField]) -> dict[str, float | None] | None:
        """What stands in fields that may be empty; None where one cannot be read, which is said there."""
        found: dict[str, float | None] = {}
        for key, field in fields.items():
            try:
                found[key] = field.value() if field.line.text().strip() else None
                field.complain("")
            except EquilixError as error:
                field.complain(self.session.tell(error.said))
                return None
        return found

    def take(self) -> None:
        """Take the operator over, or say at the field what is wrong."""
        values = values_of((self.stature, self.weight), self.session.document.display)
        try:
            strength = self.strength()
            spare = self._spared()
        except (EquilixError, ValueError) as error:
            self.refuse(self.session.tell(error.said) if isinstance(error, EquilixError) else str(error))
            return
        endurance = values_of((self.endurance,), self.session.document.display)
        hours = self._entered({"work_h": self.work, "rest_h": self.rest})
        if values is None or strength is None or endurance is None or hours is None:
            self.adjustSize()
            return
        fields = {
            "name": self.name.text(), "stature_m": values[0], "mass_kg": values[1], "strength": strength,
            "sex": _SEXES[self.sex.currentIndex()], "shoulder": _SIDES[self.shoulder.currentIndex()],
            "eye": _SIDES[self.eye.currentIndex()], "spare": spare, "endurance": endurance[0], **hours,
            "holds": (*self.operator.holds, *self.hold.held)[-MOST_HOLDS:],
        }  # fmt: skip
        setup_id = self.session.setup.id
        self.close_unless(
            self.session.try_edit(say("New operator"), lambda d: kit.add_operator(d, setup_id, **fields))
            if self.new
            else self.session.try_edit(
                say("About the operator"), lambda d: kit.change_operator(d, self.operator_id, **fields)
            ),
            self.session.document.display,
        )

    def _spared(self) -> tuple[Spared, ...]:
        _, place = _SPARE[self.spare.currentIndex()]
        others = self.operator.spare[1:]
        if place is None:
            return others
        text = self.factor.text().strip().removesuffix("%").replace(",", ".")
        try:
            per_cent = float(text)
        except ValueError:
            raise ValueError(
                say("“{text}” is no percentage. From 0 (carries nothing) to 100 is allowed.").format(text=text)
            ) from None
        if not 0 <= per_cent <= 100:
            raise ValueError(
                say("{per_cent} % is not allowed: from 0 (carries nothing) to 100 is.").format(
                    per_cent=general(per_cent)
                )
            )
        return (Spared(joint=place[0], side=place[1], factor=per_cent / 100), *others)


class HoldTest(QWidget):
    """Hold a mass at arm's length: start, stop, and the strength that it speaks for stands in the fields."""

    def __init__(self, panel: OperatorPanel) -> None:
        super().__init__(panel)
        self.panel = panel
        self.mass = QLineEdit(say("2 kg"))
        self.mass.setAccessibleName(say("Mass held at arm’s length"))
        self.button, self.said = QPushButton(say("Start")), plain_label()
        self.button.setAccessibleName(say("Start or stop the hold test"))
        self.said.setWordWrap(True)
        row = QHBoxLayout(self)
        row.setContentsMargins(0, 0, 0, 0)
        row.addWidget(self.mass, 1)
        row.addWidget(self.button)
        row.addWidget(self.said, 2, Qt.AlignmentFlag.AlignLeft)
        self.held: tuple[Hold, ...] = ()
        """What was held here: it is kept with the operator for the notebook."""
        self._since: float | None = None
        self._tick = QTimer(self, interval=200)
        self._tick.timeout.connect(self._show_time)
        self.button.clicked.connect(self.press)

    def press(self) -> None:
        """Start the time, or stop it and read the strength."""
        if self._since is None:
            self._since = time.monotonic()
            self._tick.start()
            self.button.setText(say("It sinks"))
            return
        self.stop_at(time.monotonic() - self._since)

    def stop_at(self, held_s: float) -> None:
        """Take a hold of so many seconds."""
        self._tick.stop()
        self._since = None
        self.button.setText(say("Start"))
        field = QuantityField(say("Mass"), "mass")
        field.line.setText(self.mass.text())
        try:
            values = values_of((self.panel.stature, self.panel.weight), self.panel.session.document.display)
            sizes = {} if values is None else {"stature_m": values[0], "mass_kg": values[1]}
            person = self.panel.operator.changed(**sizes, sex=_SEXES[self.panel.sex.currentIndex()])
            found = strength_from_hold(person, field.value(), held_s)
            self.held = (*self.held, Hold(mass_kg=field.value(), held_s=held_s))
        except (EquilixError, ValueError) as error:
            why = self.panel.session.tell(error.said) if isinstance(error, EquilixError) else str(error)
            self.said.setText(f"▲ {why}")
            return
        self.panel.strengths["shoulder"].line.setText(f"{found.shoulder_nm:g}")
        self.panel.strengths["elbow"].line.setText(f"{found.elbow_nm:g}")
        self.said.setText(
            say("{held} s: shoulder {what}").format(
                held=fixed(held_s), what=torque(found.shoulder_nm or 0.0, self.panel.session.document.display)
            )
        )

    def _show_time(self) -> None:
        if self._since is not None:
            self.said.setText(f"{time.monotonic() - self._since:.0f} s")


def _beside(*fields: QWidget) -> QWidget:
    """Fields in one row."""
    made = QWidget()
    row = QHBoxLayout(made)
    row.setContentsMargins(0, 0, 0, 0)
    for field in fields:
        row.addWidget(field)
    return made


def _choice(name: str, words: tuple[str, ...], index: int) -> ChoiceBox:
    combo = ChoiceBox()
    combo.setAccessibleName(name)
    combo.addItems(list(words))
    combo.setCurrentIndex(index)
    return combo
