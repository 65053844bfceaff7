"""What is said of parts that are wanted and tried."""

from __future__ import annotations

import math
from collections.abc import Iterator

from msgspec import Struct

from equilix.change.buying import ENDLESS_S, Aim, Purchase, Tried
from equilix.change.felt import way
from equilix.document import Document
from equilix.facts import Sayable, duration, fact, force, grouped, listed, mass, number, percent
from equilix.planner.prices import lasting_words


class Figure(Struct, frozen=True):
    """One figure of a trial in words, and whether it is better than as it is (1), worse (-1) or the same (0)."""

    key: str
    said: Sayable
    way: int = 0


def figures(now: Tried, tried: Tried, lenses: tuple[int, int]) -> tuple[Figure, ...]:
    """What a trial does; ``lenses``: how many get their balance now, and then."""
    return tuple(_figures(now, tried, lenses))


def _figures(now: Tried, tried: Tried, lenses: tuple[int, int]) -> Iterator[Figure]:
    yield Figure("lasts", lasting_words(tried.lasts_s), way(now.lasts_s, tried.lasts_s))
    yield Figure("hand", force(tried.hand_n), way(tried.hand_n, now.hand_n))
    back, was = tried.back_n, now.back_n
    yield Figure("back", "" if back is None else force(back), way(back or 0.0, was or 0.0))
    endless = math.isinf(tried.run_s)
    yield Figure("power", "" if endless else duration(tried.run_s), 0 if endless else way(now.run_s, tried.run_s))
    ratio = tried.inertia_kg_m2 / max(now.inertia_kg_m2, 1e-9)
    yield Figure("steady", percent(ratio), way(1.0, ratio))
    yield Figure("lenses", number(lenses[1]), (lenses[1] > lenses[0]) - (lenses[1] < lenses[0]))
    yield Figure("mass", mass(tried.analysis.mass.mass_kg), way(tried.analysis.mass.mass_kg, now.analysis.mass.mass_kg))


def price_words(document: Document, part_id: str) -> Sayable:
    """What a part costs; empty where nobody has said."""
    price = document.parts_by_id[part_id].price
    return "" if price is None else grouped(price)


def per_minute(document: Document, now: Tried, tried: Tried) -> Sayable:
    """The price of each minute that the body lasts longer; empty where it does not, or nobody knows the price."""
    price, gained = document.parts_by_id[tried.parts[-1]].price, (tried.lasts_s - now.lasts_s) / 60
    if price is None or way(now.lasts_s, tried.lasts_s) <= 0:
        return ""
    return fact("buy.per_minute", price=grouped(price / gained, 0 if price / gained >= 10 else 1))


def reached(value: float, aim: Aim) -> Sayable:
    """What is aimed for, in words."""
    if aim == "lasts":
        return lasting_words(value)
    if aim == "power":
        return duration(value) if value < ENDLESS_S else fact("card.without_end")
    return fact("buy.lenses", count=round(value)) if aim == "lenses" else fact("buy.inertia", value=number(value, 3))


def purchase_words(
    document: Document, found: Purchase | None, start: float, aim: Aim, budget: float
) -> tuple[Sayable, ...]:
    """The best set, and in which order."""
    if found is None:
        return (fact("buy.nothing_helps", budget=grouped(budget)),)
    names = [document.parts_by_id[each].name for each in found.tried.parts]
    end = found.path[-1][1]
    said = fact(
        "buy.best", budget=grouped(budget), parts=listed(names, "and"), price=grouped(found.price),
        was=reached(start, aim), now=reached(end, aim),
    )  # fmt: skip
    steps = [
        fact("buy.first" if number_ == 0 else "buy.then", part=document.parts_by_id[part].name, now=reached(value, aim))
        for number_, (part, value) in enumerate(found.path)
    ]
    return (said, listed(steps, "semicolon")) if len(steps) > 1 else (said,)
