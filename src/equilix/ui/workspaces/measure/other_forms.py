"""What is measured on the bench beside the rig: the spring that bears it, and the operator."""

from __future__ import annotations

from collections.abc import Callable
from typing import Final

from PySide6.QtCore import Signal
from PySide6.QtWidgets import QFormLayout, QHBoxLayout, QWidget

from equilix.document import Document
from equilix.edits.measuring import hold_test, weigh_bearer
from equilix.errors import EquilixError
from equilix.facts import Sayable, fact, mass, number, torque
from equilix.kit.carriers import Harness, SpringArm
from equilix.ui.session import Session
from equilix.ui.widgets.fields import QuantityField
from equilix.units import Quantity
from equilix.words.language import say
from equilix.words.wordings.wording import N_

Change = Callable[[Document], Document]

SPRING_SET_UP: Final = N_(
    "Hang a known load on it, turn its knob until that floats where it is left, and read the setting. Do the same with "
    "another load; a luggage scale that pulls it down does as well."
)
HOLD_SET_UP: Final = N_(
    "Hold a known mass straight out at arm’s length, and stop the watch when it sinks. Not with a sore shoulder, and "
    "never into pain: ask a doctor first."
)


class OtherForm(QWidget):
    """A few figures that make one edit; ``changed`` when one of them is another."""

    changed = Signal()
    TITLE = ""
    SET_UP = ""
    LABEL = ""

    def __init__(self, session: Session) -> None:
        super().__init__()
        self.session = session
        self.form = QFormLayout(self)
        self.form.setContentsMargins(0, 0, 0, 0)
        self.fields: dict[str, QuantityField] = {}

    def ask(self, title: str, *fields: tuple[str, str, Quantity]) -> None:
        """A row of fields: the key, the name and the quantity of each."""
        row = QHBoxLayout()
        for key, name, quantity in fields:
            field = QuantityField(name, quantity)
            field.entered.connect(lambda _value, _text: self.changed.emit())
            self.fields[key] = field
            row.addWidget(field)
        self.form.addRow(title, row)

    def values(self) -> dict[str, float] | None:
        """All of them; None where one is missing or is none."""
        found = {}
        for key, field in self.fields.items():
            field.display = self.session.document.display
            try:
                found[key] = field.value()
            except EquilixError:
                return None
        return found

    def offer(self) -> None:
        """Show what is known already."""

    def change(self) -> Change | None:
        """The edit that the figures make; None where they are not all there."""
        return None

    def means(self, document: Document) -> Sayable:
        """What the document says after it."""
        del document
        return ""


class SpringForm(OtherForm):
    """A spring arm or a harness: what floated at two settings."""

    TITLE = N_("Pull of a spring")
    SET_UP = SPRING_SET_UP
    LABEL = N_("Weigh what a spring lifts")

    def __init__(self, session: Session) -> None:
        super().__init__(session)
        for place, title in ((0, say("First")), (1, say("Second"))):
            turns, lift = say("Turns of the knob"), say("Load that floated")
            self.ask(title, (f"turns_{place}", turns, "number"), (f"lift_{place}", lift, "mass"))

    def offer(self) -> None:
        """The two weighings that are known."""
        carrier = self._carrier(self.session.document)
        for place in (0, 1):
            turns = None if carrier is None else carrier.turns[place]
            lift = None if carrier is None else carrier.lifts_kg[place]
            self.fields[f"turns_{place}"].show_value(turns, self.session.document.display)
            self.fields[f"lift_{place}"].show_value(lift, self.session.document.display)

    def _carrier(self, document: Document) -> SpringArm | Harness | None:
        part = document.parts_by_id.get(self.session.setup.borne_by or "")
        found = None if part is None else part.carrier
        return found if isinstance(found, SpringArm | Harness) else None

    def change(self) -> Change | None:
        """The two weighings of what bears the rig."""
        values, part = self.values(), self.session.setup.borne_by
        if values is None or part is None:
            return None
        turns, lifts = (values["turns_0"], values["turns_1"]), (values["lift_0"], values["lift_1"])
        return lambda document: weigh_bearer(document, part, turns, lifts)

    def means(self, document: Document) -> Sayable:
        """At which setting this rig floats."""
        carrier, load = self._carrier(document), self.session.analysis.mass.mass_kg
        if carrier is None:
            return fact("measuring.choose_bearer")
        return fact("measuring.floats", mass=mass(load), turns=number(carrier.turns_for(load), 1))


class HoldForm(OtherForm):
    """The operator of this setup: a mass held at arm's length."""

    TITLE = N_("Hold test of the operator")
    SET_UP = HOLD_SET_UP
    LABEL = N_("Hold test")

    def __init__(self, session: Session) -> None:
        super().__init__(session)
        self.ask(say("Mass held"), ("mass", say("Mass held at arm’s length"), "mass"))
        self.ask(say("Seconds until it sinks"), ("time", say("Seconds until it sinks"), "number"))
        self.fields["mass"].show_value(2.0, session.document.display)

    def change(self) -> Change | None:
        """Their strength."""
        values, who = self.values(), self.session.setup.operator
        if values is None or who is None:
            return None
        return lambda document: hold_test(document, who, values["mass"], values["time"])

    def means(self, document: Document) -> Sayable:
        """How strong that shoulder is."""
        person = document.operators_by_id.get(self.session.setup.operator or "")
        if person is None or person.strength.shoulder_nm is None:
            return ""
        return fact("measuring.shoulder", name=person.name, torque=torque(person.strength.shoulder_nm))


OTHERS: Final[tuple[type[OtherForm], ...]] = (SpringForm, HoldForm)
