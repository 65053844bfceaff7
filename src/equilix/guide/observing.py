"""What is seen on the real thing, in words or figures, and the most likely error in the data behind it.

Every mass and CG of the model has a standard uncertainty. An observation of one condition's value corrects them all
by the least weighted squares: ``δp = P gᵀ (g P gᵀ + s²)⁻¹ (seen − predicted)``, with ``g`` the slopes of the value and
``P`` the covariance of the data after all earlier readings (the exact Kalman update with one more).
"""

from __future__ import annotations

import math
import re
from typing import Final

import numpy as np
from msgspec import Struct
from numpy.typing import NDArray

from equilix.analysis import Analysis
from equilix.carry.conditions import Condition
from equilix.carry.drop import drop
from equilix.carry.hanging import drop_m
from equilix.document import MOST_READINGS, Document
from equilix.edits.measuring import correct_part
from equilix.errors import Refused
from equilix.facts import Sayable, fact, length, mass, number, percent, run
from equilix.guide.seen_words import in_english
from equilix.keys import BalanceKey
from equilix.kit.catalogue import free_id
from equilix.kit.parts import Part
from equilix.kit.readings import Reading, Term

Array = NDArray[np.float64]

ANGLE_SD_RAD: Final = math.radians(2.0)
LENGTH_SD_M: Final = 0.002
EFFORT_SD: Final = 0.02
TIME_SD_S: Final = 0.1
"""How exactly these are read by eye and by hand (common practice, no source)."""
SURPRISING: Final = 3.0
"""Off by more than so many standard uncertainties, something else is wrong than a mass or a balance point."""

_STAYS: Final = re.compile(r"\b(stays?|balanced|level|upright|quiet|still|even)\b")
_SIDEWAYS: Final = re.compile(r"\b(sideways|side|left|right)\b")
_NUMBER: Final = r"([0-9]+(?:[.,][0-9]+)?)"
_AHEAD: Final = {
    "x": (r"nose.?down|forward|in front|front.?heavy|front downhill|nods", r"nose.?up|backward|\bback\b|behind|rear"),
    "y": (r"left side down|right side up|left of|\bleft\b", r"right side down|left side up|right of|\bright\b"),
    "z": (r"top.?heavy|above|over|too slow|slowly", r"bottom.?heavy|below|too fast|fast"),
}  # fmt: skip


class Seen(Struct, frozen=True):
    """What was seen: the value of a condition, its standard uncertainty, and the words."""

    condition: Condition
    value_m: float
    sd_m: float
    text: str


def read_seen(analysis: Analysis, condition: Condition, text: str) -> Seen:
    """Understand what someone typed about one axis. Raises :class:`Refused` with what is allowed."""
    said = in_english(text.strip().lower().replace("−", "-"))
    balance = condition.balance
    sign = _direction(condition, said)
    if found := re.search(_NUMBER + r"\s*%", said):
        if not balance.effort_per_m:
            raise Refused(
                fact("observing.no_motor_holds_axis", text=text), fact("observing.angle_length_or_words_allowed")
            )
        size = _figure(found) / 100 / balance.effort_per_m
        sign = sign or math.copysign(1.0, condition.value_m)
        return Seen(condition, sign * size, EFFORT_SD / balance.effort_per_m, text)
    if found := re.search(_NUMBER + r"\s*(?:s|sec|seconds)\b", said):
        return _timed(analysis, condition, _figure(found), text)
    if found := re.search(_NUMBER + r"\s*(?:°|deg)", said):
        drop = _below(analysis, condition)
        if drop <= 0:
            raise Refused(
                fact("observing.model_top_heavy_settles_nowhere", text=text), fact("observing.words_or_length_allowed"),
                fact("observing.say_way_falls"),
            )  # fmt: skip
        size = math.tan(min(math.radians(_figure(found)), 1.4)) * drop
        return Seen(condition, _signed(sign, text) * size, math.tan(ANGLE_SD_RAD) * drop, text)
    if found := re.search(_NUMBER + r"\s*(mm|cm|in|\")", said):
        size = _figure(found) * {"mm": 0.001, "cm": 0.01}.get(found[2], 0.0254)
        return Seen(condition, _signed(sign, text) * size, LENGTH_SD_M, text)
    if re.search(r"[0-9]", said):
        raise Refused(
            fact("observing.has_figure_without_unit", text=text),
            fact("observing.allowed_mm_s"),
            fact("observing.write_12_nose_up"),
        )
    if sign:
        past = max(abs(condition.value_m), balance.tolerance_m) if condition.value_m * sign > 0 else balance.tolerance_m
        return Seen(condition, sign * past, balance.tolerance_m, text)
    if _STAYS.search(said):
        return Seen(condition, 0.0, balance.tolerance_m / 2, text)
    raise Refused(
        fact("observing.says_nothing_about", text=text, balance=balance.key),
        fact("observing.words_like_or_or_figure", falls_ahead=balance.falls_ahead, falls_behind=balance.falls_behind),
    )


def _figure(found: re.Match[str]) -> float:
    return float(found[1].replace(",", "."))


def _signed(sign: float, text: str) -> float:
    if not sign:
        raise Refused(
            fact("observing.does_not_say_way", text=text),
            fact("observing.add_way"),
            fact("observing.write_12_nose_up_or"),
        )
    return sign


def _direction(condition: Condition, said: str) -> float:
    """+1 or −1 for the side that the words name, 0 for none."""
    axis = "xyz"[int(np.argmax(np.abs(condition.balance.direction)))]
    ahead, behind = _AHEAD[axis]
    for pattern, sign in ((behind, -1.0), (ahead, 1.0)) if axis == "x" else ((ahead, 1.0), (behind, -1.0)):
        if found := re.search(pattern, said):
            if axis == "y" and "side up" in said and "side down" not in said:
                return 1.0 if "right side up" in said else -1.0
            return sign if found else 0.0
    return 0.0


def _below(analysis: Analysis, condition: Condition) -> float:
    """How far the CG that settles is below what it turns about."""
    if condition.balance.key == BalanceKey.TILT_FORE_AFT:
        vertical = next(c for c in analysis.conditions if c.balance.key == BalanceKey.TILT_VERTICAL)
        return -vertical.value_m
    if condition.balance.members is not None:
        cg = analysis.assembly.mass_properties(condition.balance.members).cg_m
        return float(condition.balance.datum_m[2] - cg[2])
    if analysis.support is None:
        return 0.0
    return drop_m(analysis.carried, analysis.support)


def _timed(analysis: Analysis, condition: Condition, time_s: float, text: str) -> Seen:
    if condition.balance.key != BalanceKey.DROP_TIME:
        raise Refused(
            fact("observing.time", text=text),
            fact("observing.time_belongs_drop_time_alone"),
            fact("observing.give_angle_length_or_words"),
        )
    assert analysis.support is not None  # it has a drop time
    dropped = drop(
        analysis.carried, analysis.support, "roll" if _SIDEWAYS.search(in_english(text.lower())) else "pitch"
    )
    if time_s < dropped.least_s:
        raise Refused(
            fact("observing.shorter_any_height_gimbal_gives", text=text),
            fact("observing.s_shortest", least=number(dropped.least_s, 1), dropped=dropped.words),
            fact("observing.time_again_horizontal_upright"),
        )
    below, slower = dropped.below_for_m(time_s), dropped.below_for_m(time_s + TIME_SD_S)
    wanted = float(analysis.support.datum_m[2] - condition.balance.datum_m[2])
    return Seen(condition, wanted - below, max(below - slower, 0.0002), text)


class Suspect(Struct, frozen=True):
    """A part whose data may be wrong: its share of the doubt, and the likeliest change of mass and CG (part frame)."""

    part: Part
    share: float
    mass_change_kg: float
    cg_change_m: Array


class Correction(Struct, frozen=True, dict=True):
    """What an observation does to the model: the parts by suspicion, how surprising it is, and the new document."""

    seen: Seen
    suspects: tuple[Suspect, ...]
    surprise: float
    """Off by so many standard uncertainties of model and reading together."""
    document: Document

    @property
    def words(self) -> Sayable:
        """Which part is suspect, and by how much."""
        value = self.seen.condition.value_m
        off = length(abs(self.seen.value_m - value))
        if not self.suspects:
            return fact("observing.nothing_model_can_corrected_every")
        first = self.suspects[0]
        lead: Sayable = fact("observing.model_says_within_doubt")
        if self.surprise >= 1.0:
            lead = fact("observing.model_off", off=off)
        if self.surprise > SURPRISING:
            lead = run(lead, fact("observing.more_data_allow_check_marks"))
        moved = first.cg_change_m
        axis = int(np.argmax(np.abs(moved)))
        way = (("back", "forward"), ("right", "left"), ("down", "up"))[axis][int(moved[axis] > 0)]
        key = "observing.suspect_heavier" if first.mass_change_kg >= 0 else "observing.suspect_lighter"
        suspect = fact(
            key, part=first.part.name, share=percent(first.share), moved=length(abs(float(moved[axis]))),
            way=fact(f"way.{way}"), mass=mass(abs(first.mass_change_kg)),
        )  # fmt: skip
        return run(lead, suspect)


def correct(document: Document, analysis: Analysis, seen: Seen) -> Correction:
    """The document with its data bettered by what was seen.

    The masses and CGs go to their likeliest values; the reading itself is kept, so that what it tells of several parts
    together is not lost. Nothing becomes less sure by it.
    """
    condition, assembly = seen.condition, analysis.assembly
    gradient = assembly.gradient(condition.by_mass, condition.by_place)
    along = analysis.data.sharpened(gradient)
    spread = float((gradient * along).sum()) + seen.sd_m**2
    error = seen.value_m - condition.value_m
    shares = analysis.data.shares(gradient)
    total = float(shares.sum())
    suspects, new = [], document
    for k, part_id in enumerate(assembly.pieces[0]):
        part, change = document.parts_by_id[part_id], along[k] * error / spread
        share = float(shares[k]) / total if total > 0 else 0.0
        if share >= LEAST_SHARE or np.abs(change).max() > LEAST_CHANGE:
            suspects.append(Suspect(part, share, float(change[0]), change[1:]))
            new = _corrected(new, suspects[-1])
    if suspects:
        terms = tuple(
            Term(part=part_id, by_mass=float(row[0]), by_place=tuple(row[1:].tolist()))
            for part_id, row in zip(assembly.pieces[0], gradient, strict=True)
            if np.abs(row).max() > LEAST_SLOPE
        )
        key = free_id("reading", {reading.id for reading in document.readings})
        reading = Reading(id=key, text=seen.text[:200], sd_m=max(seen.sd_m, 1e-6), terms=terms)
        reading = reading.changed(says_m=reading.sum_of(document.parts_by_id) + error)
        kept = (*document.readings, reading)[-MOST_READINGS:]
        new = new.changed(readings=kept)
    suspects.sort(key=lambda each: -each.share)
    return Correction(seen, tuple(suspects), abs(error) / math.sqrt(spread) if spread > 0 else 0.0, new)


LEAST_SHARE: Final = 1e-4
LEAST_CHANGE: Final = 1e-6
"""kg and m: less is not worth a change of the data."""
LEAST_SLOPE: Final = 1e-9


def _corrected(document: Document, suspect: Suspect) -> Document:
    """A part at its likeliest values, with its uncertainties as they were before the reading."""
    part = suspect.part
    x, y, z = (part.body().cg_m + suspect.cg_change_m).tolist()
    return correct_part(document, part.id, max(part.mass_kg + suspect.mass_change_kg, LEAST_MASS_KG), (x, y, z))


LEAST_MASS_KG: Final = 1e-3


def take_in(document: Document, analysis: Analysis, condition: Condition, text: str) -> Correction:
    """Read what was typed and correct the document by it. Raises :class:`Refused`."""
    return correct(document, analysis, read_seen(analysis, condition, text))
