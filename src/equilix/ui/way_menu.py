"""The choices behind the words for the way of carrying: another way, what bears the rig, how it is held and set."""

from __future__ import annotations

from collections.abc import Callable, Iterator
from functools import partial
from typing import Final

from PySide6.QtWidgets import QLineEdit, QWidget

from equilix.carry import WAYS
from equilix.document import Document
from equilix.edits import carrying
from equilix.facts import fact
from equilix.keys import BodyPosture, Side, hand_key
from equilix.kit.carriers import TripodHead
from equilix.ui.session import Session
from equilix.ui.widgets.panel import Panel
from equilix.ui.widgets.tint import plain_label
from equilix.ui.widgets.words import Choice
from equilix.words.language import say
from equilix.words.telling import begun, tell
from equilix.words.wordings.wording import N_

LEANS = {
    "hip": (N_("Lean it on the hip"), N_("Off the hip")),
    "eyecup": (N_("Eye to the eyecup"), N_("Eye off the eyecup")),
    "left elbow": (N_("Left elbow against the body"), N_("Left elbow off the body")),
    "right elbow": (N_("Right elbow against the body"), N_("Right elbow off the body")),
}
"""What is said of leaning on something and of leaning on it no more."""
SUNS = {
    "": N_("No sun on the screen"),
    "ahead": N_("Sun from ahead"),
    "behind": N_("Sun from behind"),
    "left": N_("Sun from the left"),
    "right": N_("Sun from the right"),
    "overhead": N_("Sun overhead"),
}
POSTURES: Final[dict[BodyPosture, str]] = {
    "standing": N_("Stand"),
    "walking": N_("Walk"),
    "kneeling": N_("Kneel on one knee"),
    "seated": N_("Sit down"),
}
HEIGHTS = {"low": N_("low"), "chest": N_("at the chest"), "eye": N_("at the eye"), "overhead": N_("overhead")}


def way_choices(
    session: Session, ask_setting: Callable[[], object], ask_ratings: Callable[[], object]
) -> list[Choice | None]:
    """Every other way of carrying; then what can be changed about this one."""
    setup = session.setup

    def edit(label: str, change: Callable[[Document], Document]) -> Callable[[], object]:
        return lambda: session.edit(label, change)

    found: list[Choice | None] = [
        (
            _said(session, key),
            edit(
                say("Carry it {phrase}").format(phrase=tell(way.phrase)),
                partial(carrying.choose_way, setup_id=setup.id, carry=key),
            ),
        )
        for key, way in WAYS.items()
        if key != setup.carry
    ]
    found.append(None)
    found.extend(_bearers(session, edit, ask_setting, ask_ratings))
    if session.analysis.way.palm:
        text = say("Both hands on grips") if setup.palm else say("Left palm under the lens")
        found.append((text, edit(text, lambda d: carrying.hold_palm(d, setup.id, not setup.palm))))
    found.extend(_hands_and_body(session, edit))
    if session.analysis.way.heights:
        found.extend(
            (
                say("Held {words}").format(words=words),
                edit(
                    say("Hold it {words}").format(words=words), partial(carrying.hold_at, setup_id=setup.id, height=key)
                ),
            )
            for key, words in ((each, say(label)) for each, label in HEIGHTS.items())
            if key != setup.height
        )
    found.extend(
        (say(POSTURES[each]), edit(say(POSTURES[each]), partial(carrying.pose, setup_id=setup.id, posture=each)))
        for each in session.analysis.way.postures
        if each != session.analysis.posture
    )
    found.extend(_sun(session, edit))
    parts = session.document.parts_by_id
    if any(parts[p.part].drive is not None for p in setup.placements):
        text = say("Turn the gimbal over (upright or underslung)")
        found.append((text, edit(say("Turn the gimbal over"), lambda d: carrying.turn_gimbal_over(d, setup.id))))
    if any(parts[p.part].kind in ("grip-arm", "side-grip") for p in setup.placements):
        found.append(
            (
                say("Turn the handles up or down"),
                edit(say("Turn the handles"), lambda d: carrying.fold_handles(d, setup.id)),
            )
        )
    return found if found[-1] is not None else found[:-1]


def _hands_and_body(
    session: Session, edit: Callable[[str, Callable[[Document], Document]], Callable[[], object]]
) -> Iterator[Choice | None]:
    """A hand that lets go or takes hold again; what else of the body steadies the rig."""
    setup, leans = session.setup, session.analysis.way.leans
    sides = {contact.hand for contact in session.analysis.holding.contacts if contact.hand}
    both: tuple[Side, Side] = ("left", "right")
    for side in both:
        if setup.released == side:
            text = tell(fact("way_menu.take_hold", hand=hand_key(side)))
            yield text, edit(text, lambda d: carrying.let_go(d, setup.id, ""))
        elif not setup.released and len(sides) == 2:
            text = tell(fact("way_menu.let_go", hand=hand_key(side)))
            yield text, edit(text, partial(carrying.let_go, setup_id=setup.id, side=side))
    for what in (each for each in LEANS if each in leans):
        on = what in setup.leans_on
        text = say(LEANS[what][int(on)])
        yield text, edit(text, partial(carrying.lean_on, setup_id=setup.id, what=what, on=not on))


def _sun(
    session: Session, edit: Callable[[str, Callable[[Document], Document]], Callable[[], object]]
) -> Iterator[Choice | None]:
    """Where the sun stands, for what looks at a screen."""
    setup = session.setup
    if session.result.fit.gaze is None:
        return
    yield None
    for sun, label in SUNS.items():
        if sun != setup.sun:
            text = say(label)
            yield text, edit(text, partial(carrying.stand_in_sun, setup_id=setup.id, sun=sun))


def _said(session: Session, key: str) -> str:
    """The phrase, and what is missing for it on this rig."""
    way, analysis = WAYS[key], session.analysis
    lacks = bool(analysis.assembly.ids) and way.support(analysis.carried) is None
    phrase = begun(tell(way.phrase))
    return say("{phrase} – needs {needs}").format(phrase=phrase, needs=tell(way.needs)) if lacks else phrase


def _bearers(
    session: Session, edit: Callable[[str, Callable[[Document], Document]], Callable[[], object]],
    ask_setting: Callable[[], object], ask_ratings: Callable[[], object],
) -> Iterator[Choice | None]:  # fmt: skip
    setup = session.setup
    there = carrying.bearers(session.document, setup.carry) if session.analysis.way.bearer else []
    for part in there:
        mark = "●" if part.id == setup.borne_by else "○"
        yield (
            say("{mark} Borne by the {part}").format(mark=mark, part=part.name),
            edit(
                say("Carry it on the {part}").format(part=part.name),
                partial(carrying.choose_bearer, setup_id=setup.id, part_id=part.id),
            ),
        )
    if setup.borne_by is not None and there:
        yield (say("Set it …"), ask_setting)
        yield (say("Its ratings …"), ask_ratings)
        yield None


class SettingPanel(Panel):
    """Asks for turns of a spring or the step of a counterbalance; empty sets it right for the load."""

    def __init__(self, session: Session, parent: QWidget) -> None:
        super().__init__(parent, say("Set it"))
        self.session = session
        setup = session.setup
        bearer = session.document.parts_by_id[setup.borne_by or ""]
        steps = isinstance(bearer.carrier, TripodHead)
        about = plain_label(session.tell(carrying.bearer_words(session.document, setup)))
        about.setWordWrap(True)
        self.form.addRow(about)
        self.line = QLineEdit("" if setup.setting is None else f"{setup.setting:g}")
        self.what = say("Counterbalance, step") if steps else say("Spring, turns")
        self.line.setAccessibleName(self.what)
        self.line.setPlaceholderText(say("empty: right for the load"))
        self.line.returnPressed.connect(self.take)
        self.form.addRow(self.what, self.line)
        self.finish()

    def take(self) -> None:
        """Set it, or say why not."""
        text = self.line.text().strip().replace(",", ".").replace("−", "-")
        setup_id = self.session.setup.id
        try:
            value = float(text) if text else None
        except ValueError:
            self.refuse(
                say("“{text}” is no number. {what} takes a figure like 4.5, or nothing.").format(
                    text=text, what=self.what
                )
            )
            return
        refusal = self.session.try_edit(say("Set what bears it"), lambda d: carrying.set_bearer(d, setup_id, value))
        self.close_unless(refusal, self.session.document.display)
