"""The reading: what the rig would do if let go, and what it costs the body, in words."""

from __future__ import annotations

from collections.abc import Mapping, Sequence
from typing import Final, Literal

from msgspec import Struct

from equilix.analysis import Analysis
from equilix.body.endurance import LONGEST_S
from equilix.body.load import Effort
from equilix.carry.conditions import LEAST_SHOWN_M
from equilix.carry.handheld import HUNG
from equilix.facts import NOTHING, Sayable, duration, fact, force, length, listed, mass, percent, run, torque
from equilix.keys import SupportKind
from equilix.mechanics.contact import Contact

CAUTION: Final = fact("reading.estimates_healthy_adults_makers")
CAUTION_LONG: Final = fact("reading.loads_times_estimates_healthy")

GUIDING_N: Final = 3.0
"""Below this a hand guides rather than carries (common practice, no source)."""


class ReadOut(Struct, frozen=True):
    """``verdict`` in a word or two, ``rest`` of that sentence, and ``cost`` to the body."""

    verdict: Sayable
    rest: Sayable
    cost: Sayable

    @property
    def said(self) -> Sayable:
        """All of it."""
        return run(self.verdict, self.rest, self.cost)


def read_out(analysis: Analysis) -> ReadOut:
    """The reading of an analysis."""
    if not analysis.assembly.ids:
        return ReadOut(fact("reading.nothing_here_yet"), fact("reading.take_part_mat_begin"), "")
    if analysis.support is None:
        return ReadOut(
            fact("reading.nothing_carries"),
            fact("reading.go_rig_needs", way=analysis.way.phrase, needs=analysis.way.needs),
            "",
        )
    assert analysis.situation is not None  # it has a support
    return ReadOut(*analysis.way.verdict(analysis.situation), _cost(analysis))


_BEARS: Final[Mapping[SupportKind, str]] = {"pad": "shoulder", "eyelet": "line", "post": "arm", "head": "tripod"}
"""What bears it, as its support is spoken of here; the others by their own names."""


def _cost(analysis: Analysis) -> Sayable:
    unreached = [fact(f"way.{held.arm.side}") for held in analysis.arms if not held.arm.reached]
    sides = listed(unreached, "and")
    if analysis.holding.falls:
        if unreached:
            return fact("reading.no_hand_can_hold_grip", sides=sides)
        return fact("reading.nothing_holds_rig_needs_grip")
    lead = run(_held_level(analysis), fact("reading.grip_out_reach", sides=sides) if unreached else NOTHING)
    hands = [each for each in analysis.holding.contacts if each.hand and each.force_n.any()]
    tired = analysis.first_to_give_out
    if not hands:
        assert analysis.support is not None  # what is not held by hands rests on something
        kind = analysis.support.kind
        bears = fact(f"bears.{_BEARS.get(kind, kind)}")
        if tired is None:
            return run(lead, fact("reading.carries_all_no_hand_needed", bears=bears))
        return run(lead, _lasting(fact("reading.carries_all", bears=bears), tired))
    return run(lead, _lasting(_hands(hands), tired), _let_down(analysis))


def _let_down(analysis: Analysis) -> Sayable:
    """How long what is too heavy to be held up can be held on straight arms; empty where it can be held up."""
    tired = analysis.first_to_give_out
    figure = next((each for each in analysis.figures if each.key == HUNG), None)
    if tired is None or tired.share < 1.0 or figure is None:
        return ""
    return fact("reading.let_down", said=figure.said)


TURNING_NM: Final = 0.2
"""Below this a wrist guides rather than turns (common practice, no source)."""


def _held_level(analysis: Analysis) -> Sayable:
    """What the wrists give to hold level what would hang tilted; empty where nothing hangs so."""
    if analysis.support is None or not analysis.support.level:
        return NOTHING
    found = [float((c.moment_nm @ c.moment_nm) ** 0.5) for c in analysis.holding.contacts if c.hand]
    turning = max(found, default=0.0)
    if turning < TURNING_NM:
        return NOTHING
    return fact("reading.each_wrist_gives" if len(found) > 1 else "reading.wrist_gives", turning=torque(turning))


def _hands(hands: Sequence[Contact]) -> Sayable:
    least, most = (pick(hand.told_n for hand in hands) for pick in (min, max))
    if most < GUIDING_N:
        return fact("reading.hands_only_guide")
    verbs = {_verb(hand) for hand in hands}
    if len(hands) == 2 and len(verbs) == 1 and most - least < 0.15 * most:
        return fact(f"reading.each_hand_{verbs.pop()}", force=force_range(least, most))
    return fact("reading.begins", said=listed(_does(hand) for hand in hands))


def force_range(least_n: float, most_n: float) -> Sayable:
    """One force where the two read alike; else from the one to the other."""
    digits = 0 if most_n >= 9.95 else 1
    if round(least_n, digits) == round(most_n, digits):
        return force(most_n)
    return fact("reading.force_range", low=force(least_n), high=force(most_n))


def _does(hand: Contact) -> Sayable:
    return fact(f"reading.hand_{_verb(hand)}", hand=hand.key, force=force(hand.told_n))


def _verb(hand: Contact) -> Literal["holds", "lifts", "pulls_down"]:
    if not hand.upright:
        return "holds"
    return "lifts" if hand.force_n[2] > 0 else "pulls_down"


def lasts(effort: Effort) -> Sayable:
    """How long an effort can be held, for people."""
    return fact("reading.all_day") if effort.endurance_s >= LONGEST_S else duration(effort.endurance_s)


def _lasting(said: Sayable, tired: Effort | None) -> Sayable:
    """A sentence of what is borne, and for how long."""
    if tired is None:
        return fact("error.sentence", said=said)
    if tired.share >= 1.0:
        return fact("reading.more_than", said=said, share=percent(tired.share), joint=_of_side(tired))
    if tired.endurance_s >= LONGEST_S:
        return fact("reading.nothing_tires", said=said)
    key = "reading.give_out" if tired.joint == "grip" else "reading.gives_out"
    return fact(key, said=said, joint=_of_side(tired), endurance=duration(tired.endurance_s))


def one_hand_words(alone: Analysis) -> tuple[Sayable, Sayable]:
    """What becomes of a rig when one hand has let go: who bears what, for how long; and a warning."""
    left = next((c for c in alone.holding.contacts if c.hand), None)
    if left is None:
        if alone.holding.falls or alone.support is None:
            return fact("reading.nothing_holds"), fact("reading.falls")
        return fact("reading.stays"), NOTHING
    twist = float((left.moment_nm @ left.moment_nm) ** 0.5)
    said = _does(left)
    if twist >= TURNING_NM:
        said = fact("reading.turns", said=said, twist=torque(twist))
    tired = alone.first_to_give_out
    if tired is None or tired.endurance_s >= LONGEST_S:
        return said, NOTHING
    if tired.share >= 1.0:
        return said, fact("reading.more_can_hold_keep_both", joint=_of_side(tired))
    return listed((said, duration(tired.endurance_s))), NOTHING


def _of_side(tired: Effort) -> Sayable:
    """What tires, as it is spoken of where it gives out."""
    return fact(f"joint.{tired.joint}_{tired.side}" if tired.side else f"joint.{tired.joint}")


def sureness(analysis: Analysis) -> tuple[Sayable, Sayable]:
    """How sure the reading is, and what would make it surer; both empty where there is nothing to say."""
    worst, suspect, then = analysis.worst, analysis.suspect, analysis.surest
    if worst is None or suspect is None or then is None:
        return NOTHING, NOTHING
    part, share = suspect
    how = part.mass_how.replace(" ", "_")
    said = fact(f"reading.sure_{how}", sd=length(worst.sd_m), share=percent(share), part=part.name)
    if round(worst.sd_m, 3) == round(then.sd_m, 3):  # to the millimetre, as it is told
        return said, NOTHING
    key = "reading.find_balance_point" if part.mass_how == "weighed" else "reading.weigh_find_balance_point"
    return said, fact(key, left=length(then.sd_m))


def whereabouts(analysis: Analysis) -> Sayable:
    """Where the centre of gravity is from the image-plane mark, which can be touched; empty without a mark."""
    mark = analysis.image_plane_m
    if mark is None:
        return NOTHING
    x, y, z = analysis.mass.cg_m - mark
    ahead = fact("reading.in_front_of_it" if x >= 0 else "reading.behind_it", far=length(abs(x)))
    up = fact("reading.above_it" if z >= 0 else "reading.below_it", far=length(abs(z)))
    key = "reading.to_its_left" if y > 0 else "reading.to_its_right"
    side = fact(key, far=length(abs(y))) if abs(y) >= LEAST_SHOWN_M else NOTHING
    return fact("reading.image_plane_mark", where=listed((ahead, up, side)))


def mass_line(analysis: Analysis) -> Sayable:
    """Mass of the rig with its uncertainty, as it stands in the header."""
    return fact("reading.plus_minus", value=mass(analysis.mass.mass_kg), sd=mass(analysis.mass_sd_kg))
