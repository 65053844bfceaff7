"""Edits of how long things take: the table of minutes, and conversions by the watch."""

from __future__ import annotations

import math

from pydantic_core import ValidationError

from equilix.document import MOST_TIMED, Document
from equilix.edits.rigging import setup_of
from equilix.edits.sound import refused_by
from equilix.errors import Refused
from equilix.facts import fact, general, listed, number
from equilix.kit.fastenings import MINUTES, Fastening, fastening_label, rule_key
from equilix.rig.timed import TimedConversion

MOST_MIN = 240.0


def set_minutes(document: Document, fastening: Fastening, minutes: float | None) -> Document:
    """Use another number of minutes for a kind of fastening, or the usual one again."""
    if fastening not in MINUTES:
        allowed = listed(fastening_label(each) for each in MINUTES)
        raise Refused(fact("timing.no_fastening", key=fastening), fact("powering.there_are", list=allowed))
    if minutes is not None and not (math.isfinite(minutes) and 0 < minutes <= MOST_MIN):
        said = fact("timing.not_allowed", what=fastening_label(fastening), value=general(minutes))
        raise Refused(said, fact("timing.up_to", most=number(MOST_MIN)))
    key = rule_key(fastening)
    rules = {each: value for each, value in document.rules.items() if each != key}
    return document.changed(rules=rules if minutes is None else {**rules, key: minutes})


def log_conversion(document: Document, start_id: str, end_id: str, took_min: float, estimated_min: float) -> Document:
    """Note how long a conversion took, and what was estimated."""
    setup_of(document, start_id)
    setup_of(document, end_id)
    if len(document.conversions) >= MOST_TIMED:
        raise Refused(fact("timing.full", most=number(MOST_TIMED)), fact("timing.take_one_out"))
    if not (math.isfinite(took_min) and 0 < took_min <= MOST_MIN):
        raise Refused(fact("timing.not_so_long", value=general(took_min)), fact("timing.up_to", most=number(MOST_MIN)))
    try:
        new = TimedConversion(start=start_id, end=end_id, took_min=took_min, estimated_min=estimated_min)
    except ValidationError as error:
        raise refused_by(error) from error
    return document.changed(conversions=(*document.conversions, new))


def forget_last_conversion(document: Document, start_id: str, end_id: str) -> Document:
    """Take the last time of a conversion out again."""
    mine = [each for each in document.conversions if (each.start, each.end) == (start_id, end_id)]
    if not mine:
        raise Refused(fact("timing.none"), fact("timing.nothing_to_take_out"))
    return document.changed(conversions=tuple(each for each in document.conversions if each is not mine[-1]))
