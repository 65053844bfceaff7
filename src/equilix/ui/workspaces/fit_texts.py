"""What the Fit workspace says, as rows of label, value and warning."""

from __future__ import annotations

import math
from collections.abc import Iterator

from equilix.analysis import Analysis
from equilix.body.endurance import LONGEST_S
from equilix.body.neck import tires_s
from equilix.carry.handheld import HUNG
from equilix.facts import fact
from equilix.fit.curves import lasts_s
from equilix.fit.fit import TAKE_S, Fit, compression_words, words_of_lifting
from equilix.ui.widgets.rows import Row
from equilix.units import Display
from equilix.words.quantities import angle, duration, force, length, torque
from equilix.words.reading import lasts, one_hand_words
from equilix.words.telling import tell

OVER_LIMIT = "Over the limit that the lifting equation recommends."


def endurance_rows(fit: Fit) -> Iterator[Row]:
    """Every joint with both curves; what gives out first at the top; the rest a take asks for."""
    for each in fit.ranges:
        effort = each.effort
        both = tell(lasts(effort))
        if each.rohmert_s is not None and effort.share < 1:
            low, high = sorted((each.power_law_s, each.rohmert_s))
            both = f"{duration(low)} to {duration(high)}" if duration(low) != duration(high) else duration(low)
        warning = "More than it can hold." if effort.share >= 1 else ""
        yield tell(effort.key).capitalize(), f"{effort.share:.0%} of its strength: {both}", warning
    rest = fit.rest_s()
    if fit.ranges:
        take = duration(TAKE_S)
        said = "none" if rest == 0 else "cannot be held so long" if math.isinf(rest) else duration(rest)
        yield f"Rest after a take of {take}", said, ""


def posture_rows(fit: Fit, unit: Display) -> Iterator[Row]:
    """Elbows, upper arms, back, neck."""
    analysis = fit.analysis
    for held in analysis.arms:
        side = held.arm.side.capitalize()
        if not held.arm.reached:
            yield (
                f"{side} arm",
                "does not reach its grip",
                f"{length(held.arm.missing_m, unit)} too far away.",
            )
            continue
        limit = fit.raised_s.get(held.arm.side, math.inf)
        warning = (
            ""
            if math.isinf(limit)
            else f"Raised so, at most {duration(limit)} at a time."
            if limit
            else "Too high to hold."
        )
        yield (
            f"{side} arm",
            f"elbow {angle(held.arm.elbow_angle_rad)}, upper arm raised {angle(held.arm.elevation_rad)}",
            warning,
        )
    for side, alone in fit.letting_go.items():
        said, warning = (tell(each, unit) for each in one_hand_words(alone))
        yield f"Letting go, {side} hand", said, warning
    if fit.spine is not None:
        squeeze = (
            f"{force(fit.spine.compression_n, unit)} of compression, {tell(compression_words(fit.spine.compression_n))}"
        )
        said = f"{torque(fit.spine.size_nm, unit)}; {squeeze}"
        yield "Lower back", said, ""
    if abs(fit.lean_rad) > 0.01:
        yield "Upper body", f"leans {'back' if fit.lean_rad < 0 else 'forward'} by {angle(abs(fit.lean_rad))}", ""
    look = fit.gaze
    if look is None:
        yield "Eyes", "no screen or viewfinder on the rig", ""
    else:
        way = "up" if look.up_rad > 0 else "down"
        said = f"{angle(abs(look.up_rad))} {way} to the {look.name}, {length(look.distance_m, unit)} away"
        yield "Neck", f"{torque(fit.neck_nm, unit)}{_neck_lasts(look.neck_rad)}", ""
        yield (
            "Eyes",
            said,
            "; ".join(tell(each, unit) for each in look.complaints).capitalize() + ("." if look.complaints else ""),
        )


def _neck_lasts(bent_rad: float) -> str:
    if bent_rad < 0:
        return f", bent back {angle(-bent_rad)}"
    tires = tires_s(bent_rad)
    return "" if math.isinf(tires) else f", bent forward {angle(bent_rad)}: tired after about {duration(tires)}"


def screening_rows(fit: Fit) -> Iterator[Row]:
    """RULA of each side, and picking the rig up."""
    for side, scores in fit.rula.items():
        yield f"RULA, {side} side", f"{scores.score} of 7: {tell(scores.words)}", ""
    for place, index in fit.pick_up.items():
        yield (
            f"Picking it up from {tell(fact(f'place.{place}'))}",
            tell(words_of_lifting(index)),
            "" if index <= 1 else OVER_LIMIT,
        )


def comparison_row(name: str, analysis: Analysis, unit: Display) -> Row:
    """One operator or way in a line: how long, what tires, elbows, back."""
    fit = Fit(analysis)
    seconds = lasts_s(analysis)
    tired = analysis.first_to_give_out
    too_much = "" if tired is None else f": {tired.share:.0%} of what the {tell(tired.key)} gives"
    hung = next((f"; on straight arms {tell(each.said, unit)}" for each in analysis.figures if each.key == HUNG), "")
    how = (
        f"cannot be held{too_much}{hung}" if seconds == 0 else "all day" if seconds >= LONGEST_S else duration(seconds)
    )
    what = f", then the {tell(tired.key)}" if tired is not None and 0 < seconds < LONGEST_S else ""
    back = "" if fit.spine is None else f"; back {torque(fit.spine.size_nm, unit)}"
    look = "" if fit.gaze is None else f"; gaze {angle(abs(fit.gaze.up_rad))} {'up' if fit.gaze.up_rad > 0 else 'down'}"
    return name, f"{how}{what}{back}{look}", ""
