"""Which batteries to carry on a day, what each is for, when it is charged, what is kept warm until when."""

from __future__ import annotations

from collections import Counter
from collections.abc import Iterator

from equilix.day.charge import WARM_C, Burn, Piece
from equilix.day.course import Course
from equilix.day.day_words import clock, item_words
from equilix.day.rigs import Rigs
from equilix.facts import Sayable, fact, percent


def to_carry(course: Course) -> Iterator[Sayable]:
    """How many pieces of each battery are used, of those that there are."""
    used = Counter(each.part.id for each in course.charge.pieces)
    parts = {each.part.id: each.part for each in course.charge.pieces}
    for key, count in used.items():
        yield fact("battery.carry", part=parts[key].name, count=count, owned=parts[key].quantity)


def piece_words(piece: Piece) -> Sayable:
    """Which one."""
    return fact("battery.piece", part=piece.part.name, number=piece.number)


def use_words(burn: Burn, rigs: Rigs) -> Sayable:
    """One stretch of it: on for a scene, or charged in a break."""
    key = "battery.charged" if burn.end > burn.start else "battery.on"
    return fact(
        key, what=item_words(burn.span.item, rigs.document), begin=clock(burn.start_min), stop=clock(burn.end_min),
        before=percent(burn.start), after=percent(burn.end),
    )  # fmt: skip


def died_words(minute: float) -> Sayable:
    """When it is empty."""
    return fact("battery.empty", at=clock(minute))


def warm_words(piece: Piece, course: Course, rigs: Rigs) -> Sayable | None:
    """Until when it is kept warm on the body while it is off the rig; none where it need not, or is not."""
    if not course.day.warm:
        return None
    networks = ((each, rigs.powered(each.span)) for each in piece.burns if each.end <= each.start)
    cold = [each.start_min for each, network in networks if network is not None and network.celsius < WARM_C]
    return fact("battery.warm", until=clock(cold[-1])) if cold else None
