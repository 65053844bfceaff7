"""What the Fit workspace says, as rows of label, value and warning."""

from __future__ import annotations

import math
from collections.abc import Iterator

from equilix.analysis import Analysis
from equilix.body.endurance import LONGEST_S
from equilix.body.load import Effort
from equilix.body.neck import tires_s
from equilix.carry.handheld import HUNG
from equilix.facts import fact
from equilix.fit.curves import lasts_s
from equilix.fit.fit import TAKE_S, Fit, compression_words, words_of_lifting
from equilix.ui.stage.layers.strength import Asked
from equilix.ui.widgets.rows import Row
from equilix.units import Display
from equilix.words.language import say
from equilix.words.quantities import angle, duration, force, length, percent, torque
from equilix.words.reading import lasts, one_hand_words
from equilix.words.telling import begun, tell
from equilix.words.wordings.wording import N_

Asks = tuple[str, Row]
"""A row, and the key of where it comes from: "" where its name says it."""
OVER_LIMIT = N_("Over the limit that the lifting equation recommends.")


def asked_of(fit: Fit) -> list[Asked]:
    """What is asked of each joint, what gives out first at the top, and of the back."""
    found = [
        Asked(begun(tell(each.effort.key)), each.effort.share, _for_how_long(each.effort),
              f"{each.effort.joint}-{each.effort.side}")
        for each in fit.ranges
    ]  # fmt: skip
    if _back_apart(fit):
        found.append(Asked(say("Lower back"), fit.trunk_share, "", "spine"))
    return found


def _back_apart(fit: Fit) -> bool:
    """Whether the back gives something that no time is told for."""
    return fit.spine is not None and all(each.effort.key[0] != "trunk" for each in fit.ranges)


def _for_how_long(effort: Effort) -> str:
    """As the headline and the reading have it: by the power law."""
    return say("cannot") if effort.share >= 1 else tell(lasts(effort))


def asked_words(fit: Fit) -> str:
    """The same in words, with both curves."""
    return "; ".join(f"{name}: {said}" + (f" {warning}" if warning else "") for name, said, warning in _endurance(fit))


def _endurance(fit: Fit) -> Iterator[Row]:
    """Every joint with both curves; what gives out first at the top."""
    for each in fit.ranges:
        effort = each.effort
        both = tell(lasts(effort))
        if each.rohmert_s is not None and effort.share < 1:
            low, high = sorted((each.power_law_s, each.rohmert_s))
            both = (
                say("{low} to {high}").format(low=duration(low), high=duration(high))
                if duration(low) != duration(high)
                else duration(low)
            )
        warning = say("More than it can hold.") if effort.share >= 1 else ""
        yield (
            begun(tell(effort.key)),
            say("{share} of its strength: {both}").format(share=percent(effort.share), both=both),
            warning,
        )
    if _back_apart(fit):
        yield say("Lower back"), say("{share} of its strength").format(share=percent(fit.trunk_share)), ""


def rest_rows(fit: Fit) -> Iterator[Asks]:
    """The rest that a take asks for."""
    rest = fit.rest_s()
    if fit.ranges:
        take = duration(TAKE_S)
        said = say("none") if rest == 0 else say("cannot be held so long") if math.isinf(rest) else duration(rest)
        yield "rest", (say("Rest after a take of {take}").format(take=take), said, "")


def posture_rows(fit: Fit, unit: Display) -> Iterator[Asks]:
    """Elbows, upper arms, back, neck; what is wrong with them stands among the findings."""
    analysis = fit.analysis
    for held in analysis.arms:
        side, arm = begun(tell(fact(f"way.{held.arm.side}"))), f"arm-{held.arm.side}"
        if not held.arm.reached:
            yield arm, (say("{side} arm").format(side=side), say("does not reach its grip"), "")
            continue
        said = say("elbow {elbow_angle}, upper arm raised {elevation}").format(
            elbow_angle=angle(held.arm.elbow_angle_rad), elevation=angle(held.arm.elevation_rad)
        )
        yield arm, (say("{side} arm").format(side=side), said, "")
    for side, alone in fit.letting_go.items():
        said, warning = (tell(each, unit) for each in one_hand_words(alone))
        key = f"letting-{side}" if any(contact.hand for contact in alone.holding.contacts) else ""
        yield key, (say("Letting go, {side} hand").format(side=tell(fact(f"way.{side}"))), said, warning)
    if fit.spine is not None:
        squeeze = say("{compression} of compression, {compression_words}").format(
            compression=force(fit.spine.compression_n, unit),
            compression_words=tell(compression_words(fit.spine.compression_n)),
        )
        said = f"{torque(fit.spine.size_nm, unit)}; {squeeze}"
        yield "spine", (say("Lower back"), said, "")
    if abs(fit.lean_rad) > 0.01:
        said = say("leans {which} by {lean}").format(
            which=say("back") if fit.lean_rad < 0 else say("forward"), lean=angle(abs(fit.lean_rad))
        )
        yield "lean", (say("Upper body"), said, "")
    look = fit.gaze
    if look is None:
        yield "", (say("Eyes"), say("no screen or viewfinder on the rig"), "")
    else:
        way = say("up") if look.up_rad > 0 else say("down")
        said = say("{up} {way} to the {look}, {distance} away").format(
            up=angle(abs(look.up_rad)), way=way, look=look.name, distance=length(look.distance_m, unit)
        )
        yield "neck", (say("Neck"), f"{torque(fit.neck_nm, unit)}{_neck_lasts(look.neck_rad)}", "")
        yield "gaze", (say("Eyes"), said, "")


def _neck_lasts(bent_rad: float) -> str:
    if bent_rad < 0:
        return say(", bent back {bent}").format(bent=angle(-bent_rad))
    tires = tires_s(bent_rad)
    return (
        ""
        if math.isinf(tires)
        else say(", bent forward {bent}: tired after about {tires}").format(bent=angle(bent_rad), tires=duration(tires))
    )


def screening_rows(fit: Fit) -> Iterator[Asks]:
    """RULA of each side, and picking the rig up."""
    for side, scores in fit.rula.items():
        said = say("{score} of 7: {words}").format(score=scores.score, words=tell(scores.words))
        yield f"rula-{side}", (say("RULA, {side} side").format(side=tell(fact(f"way.{side}"))), said, "")
    for place, index in fit.pick_up.items():
        name = say("Picking it up from {steps}").format(steps=tell(fact(f"place.{place}")))
        yield f"lift-{place}", (name, tell(words_of_lifting(index)), "" if index <= 1 else say(OVER_LIMIT))


def compared(name: str, analysis: Analysis) -> Asked:
    """What tires first of one operator or in one way, and for how long it is held."""
    seconds, tired = lasts_s(analysis), analysis.first_to_give_out
    said = say("cannot") if seconds == 0 else say("all day") if seconds >= LONGEST_S else duration(seconds)
    return Asked(name, 0.0 if tired is None else tired.share, said)


def comparison_row(name: str, analysis: Analysis, unit: Display) -> Row:
    """One operator or way in a line: how long, what tires, elbows, back."""
    fit = Fit(analysis)
    seconds = lasts_s(analysis)
    tired = analysis.first_to_give_out
    too_much = (
        ""
        if tired is None
        else say(": {share} of what the {joint} gives").format(share=percent(tired.share), joint=tell(tired.key))
    )
    hung = next(
        (
            say("; on straight arms {said}").format(said=tell(each.said, unit))
            for each in analysis.figures
            if each.key == HUNG
        ),
        "",
    )
    how = (
        say("cannot be held{too_much}{hung}").format(too_much=too_much, hung=hung)
        if seconds == 0
        else say("all day")
        if seconds >= LONGEST_S
        else duration(seconds)
    )
    what = (
        say(", then the {joint}").format(joint=tell(tired.key)) if tired is not None and 0 < seconds < LONGEST_S else ""
    )
    back = "" if fit.spine is None else say("; back {size}").format(size=torque(fit.spine.size_nm, unit))
    look = (
        ""
        if fit.gaze is None
        else say("; gaze {up} {which}").format(
            up=angle(abs(fit.gaze.up_rad)), which=say("up") if fit.gaze.up_rad > 0 else say("down")
        )
    )
    return name, f"{how}{what}{back}{look}", ""
