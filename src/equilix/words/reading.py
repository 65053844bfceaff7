"""The reading: what the rig would do if let go, and what it costs the body, in words."""

from __future__ import annotations

from collections.abc import Mapping, Sequence
from dataclasses import dataclass
from typing import Final

from equilix.analysis import Analysis
from equilix.body.endurance import LONGEST_S
from equilix.body.load import Effort
from equilix.carry.handheld import HUNG
from equilix.keys import SupportKind
from equilix.mechanics.contact import Contact
from equilix.units import duration, force, length, mass, place, torque
from equilix.words.names import CONTACTS, SUPPORTS

CAUTION: Final = "Estimates for healthy adults. The maker’s ratings come first; pain means stop."
CAUTION_LONG: Final = (
    "Loads and times are estimates for healthy adults, from body size, mean strength and published endurance "
    "curves. Pain means stop. The maker’s rating comes first; a doctor, an occupational-health adviser and the "
    "rules of the place and the production decide."
)

GUIDING_N: Final = 3.0
"""Below this a hand guides rather than carries (common practice, no source)."""


@dataclass(frozen=True, slots=True)
class ReadOut:
    """``verdict`` in a word or two, ``rest`` of that sentence, and ``cost`` to the body."""

    verdict: str
    rest: str
    cost: str

    def __str__(self) -> str:
        return " ".join(part for part in (self.verdict, self.rest, self.cost) if part)


def read_out(analysis: Analysis) -> ReadOut:
    """The reading of an analysis."""
    if not analysis.assembly.ids:
        return ReadOut("Nothing here yet.", "Take a part from the mat to begin.", "")
    if analysis.support is None:
        return ReadOut("Nothing carries it.", f"To go {analysis.way.phrase} the rig needs {analysis.way.needs}.", "")
    assert analysis.situation is not None  # it has a support
    return ReadOut(*analysis.way.verdict(analysis.situation), _cost(analysis))


_BEARS: Final[Mapping[SupportKind, str]] = {
    **SUPPORTS,
    "pad": "shoulder",
    "eyelet": "line",
    "post": "arm",
    "head": "tripod",
}


def _cost(analysis: Analysis) -> str:
    unreached = [held for held in analysis.arms if not held.arm.reached]
    if analysis.holding.falls:
        if unreached:
            sides = " and ".join(held.arm.side for held in unreached)
            return f"No hand can hold it: the {sides} grip is out of reach."
        return "Nothing holds it: the rig needs a grip within reach."
    lead = _held_level(analysis)
    if unreached:
        lead += f"The {' and '.join(held.arm.side for held in unreached)} grip is out of reach. "
    hands = [each for each in analysis.holding.contacts if each.hand and each.force_n.any()]
    tired = analysis.first_to_give_out
    if not hands:
        assert analysis.support is not None  # what is not held by hands rests on something
        if tired is None:
            return f"{lead}The {_BEARS[analysis.support.kind]} carries all of it; no hand is needed."
        return f"{lead}The {_BEARS[analysis.support.kind]} carries all of it{_endurance(tired)}"
    return f"{lead}{_hands(analysis, hands)}{_endurance(tired)}{_let_down(analysis)}"


def _let_down(analysis: Analysis) -> str:
    """How long what is too heavy to be held up can be held on straight arms; empty where it can be held up."""
    tired = analysis.first_to_give_out
    figure = next((each for each in analysis.figures if each.key == HUNG), None)
    if tired is None or tired.share < 1.0 or figure is None:
        return ""
    return f" Let down on straight arms: {figure.said}."


TURNING_NM: Final = 0.2
"""Below this a wrist guides rather than turns (common practice, no source)."""


def _held_level(analysis: Analysis) -> str:
    """What the wrists give to hold level what would hang tilted; empty where nothing hangs so."""
    if analysis.support is None or not analysis.support.level:
        return ""
    found = [float((c.moment_nm @ c.moment_nm) ** 0.5) for c in analysis.holding.contacts if c.hand]
    turning = max(found, default=0.0)
    if turning < TURNING_NM:
        return ""
    each = "each wrist" if len(found) > 1 else "the wrist"
    return f"To hold it level {each} gives {torque(turning, analysis.display)}. "


def _hands(analysis: Analysis, hands: Sequence[Contact]) -> str:
    unit = analysis.display
    least, most = (pick(hand.told_n for hand in hands) for pick in (min, max))
    if most < GUIDING_N:
        return "The hands only guide it"
    verbs = {_verb(hand) for hand in hands}
    if len(hands) == 2 and len(verbs) == 1 and most - least < 0.15 * most:
        low, high = force(least, unit), force(most, unit)  # as the drawing prints them
        return f"Each hand {verbs.pop()} {high if low == high else f'{low} to {high}'}"
    said = ", ".join(f"the {CONTACTS[hand.key]} {_verb(hand)} {force(hand.told_n, unit)}" for hand in hands)
    return said[0].upper() + said[1:]


def _verb(hand: Contact) -> str:
    if not hand.upright:
        return "holds"
    return "lifts" if hand.force_n[2] > 0 else "pulls down"


JOINTS: Final = {
    "shoulder": "shoulder", "elbow": "elbow", "grip": "fingers", "trunk": "lower back", "wrist": "wrist",
}  # fmt: skip


def lasts(effort: Effort) -> str:
    """How long an effort can be held, for people."""
    return "all day" if effort.endurance_s >= LONGEST_S else duration(effort.endurance_s)


def _endurance(tired: Effort | None) -> str:
    if tired is None:
        return "."
    joint = JOINTS[tired.joint]
    if tired.share >= 1.0:
        return f"; that is {tired.share:.0%} of what the {_of_side(tired, joint)} can hold."
    if tired.endurance_s >= LONGEST_S:
        return "; nothing tires within a working day."
    give = "give" if joint == "fingers" else "gives"
    return f"; the {_of_side(tired, joint)} {give} out after about {duration(tired.endurance_s)}."


def one_hand_words(alone: Analysis) -> tuple[str, str]:
    """What becomes of a rig when one hand has let go: who bears what, for how long; and a warning."""
    unit, left = alone.display, next((c for c in alone.holding.contacts if c.hand), None)
    if left is None:
        return ("nothing holds it", "It falls.") if alone.holding.falls or alone.support is None else ("it stays", "")
    twist = float((left.moment_nm @ left.moment_nm) ** 0.5)
    said = f"the {CONTACTS[left.key]} {_verb(left)} {force(left.told_n, unit)}"
    if twist >= TURNING_NM:
        said += f" and turns with {torque(twist, unit)}"
    tired = alone.first_to_give_out
    if tired is None or tired.endurance_s >= LONGEST_S:
        return said, ""
    if tired.share >= 1.0:
        return said, f"That is more than the {_of_side(tired, JOINTS[tired.joint])} can hold: keep both hands on it."
    return f"{said}, {duration(tired.endurance_s)}", ""


def _of_side(tired: Effort, joint: str) -> str:
    return f"{tired.side} {joint}".strip()


def sureness(analysis: Analysis) -> tuple[str, str]:
    """How sure the reading is, and what would make it surer; both empty where there is nothing to say."""
    worst, suspect, then = analysis.worst, analysis.suspect, analysis.surest
    if worst is None or suspect is None or then is None:
        return "", ""
    part, share = suspect
    sd = length(worst.sd_m, analysis.display)
    why = {
        "weighed": "its centre of gravity is guessed from its shape",
        "data sheet": "mass from the data sheet",
        "estimated": "mass only estimated",
    }[part.mass_how]
    said = f"± {sd}, {share:.0%} of it from “{part.name}” ({why})."
    left = length(then.sd_m, analysis.display)
    todo = "Find its balance point" if part.mass_how == "weighed" else "Weigh it and find its balance point"
    return said, f"{todo} and the haze shrinks to ± {left}." if left != sd else ""


def whereabouts(analysis: Analysis) -> str:
    """Where the centre of gravity is from the image-plane mark, which can be touched; empty without a mark."""
    mark, unit = analysis.image_plane_m, analysis.display
    if mark is None:
        return ""
    x, y, z = analysis.mass.cg_m - mark
    ahead, up = ("in front of" if x >= 0 else "behind"), ("above" if z >= 0 else "below")
    side = f", {length(abs(y), unit)} to its {'left' if y > 0 else 'right'}" if abs(y) >= 0.0005 else ""
    return (
        f"From the image-plane mark: {place(length(abs(x), unit), ahead, 'it')}, {length(abs(z), unit)} {up} it{side}."
    )


def mass_line(analysis: Analysis) -> str:
    """Mass of the rig with its uncertainty, as it stands in the header."""
    total, sd = mass(analysis.mass.mass_kg, analysis.display), mass(analysis.mass_sd_kg, analysis.display)
    return f"{total} ± {sd}"
