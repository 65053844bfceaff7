"""What wanted parts would do, for other programs and for the terminal."""

from __future__ import annotations

import math
from typing import Any, Final

from equilix.carry import WAYS
from equilix.change.buying import (
    Aim,
    as_it_is,
    best_set,
    price_of_setups,
    price_of_ways,
    try_each,
    worth,
)
from equilix.change.buying_words import figures, per_minute, price_words, purchase_words
from equilix.document import Document
from equilix.facts import fact, grouped, listed
from equilix.rig.setups import Setup
from equilix.units import Display
from equilix.words.telling import begun, tell

BUY_VERSION: Final = 1


def buy_report(document: Document, setup: Setup, aim: Aim, budget: float | None, display: Display) -> dict[str, Any]:
    """Every wanted part by itself, and the best set, as plain JSON values; texts in the units of ``display``."""
    now = as_it_is(document, setup.id)
    lenses = now.lenses()
    found = None if budget is None else best_set(now, aim, budget)
    return {
        "buy": "equilix", "buy_version": BUY_VERSION, "setup": setup.id, "for": aim,
        "now": {"value": _plain(worth(now, aim)), "lasts_s": now.lasts_s, "run_s": _plain(now.run_s), "lenses": lenses},
        "parts": [
            {
                "part": part.id, "name": part.name, "price": part.price, "fits": tried is not None,
                **({} if tried is None else {
                    "how": tell(tried.how[-1], display), "value": _plain(worth(tried, aim)), "lasts_s": tried.lasts_s,
                    "run_s": _plain(tried.run_s), "hand_n": tried.hand_n, "back_n": tried.back_n,
                    "inertia_kg_m2": tried.inertia_kg_m2, "lenses": tried.lenses(),
                    "mass_kg": tried.analysis.mass.mass_kg, "strikes": list(tried.strikes),
                    "balanced": tried.analysis.status == "rests",
                }),
            }
            for part, tried in try_each(now, aim)
        ],
        "budget": budget,
        "best": None if found is None else {
            "parts": list(found.tried.parts), "price": found.price, "value": _plain(worth(found.tried, aim)),
            "path": [{"part": part, "value": _plain(value)} for part, value in found.path],
        },
        "price_of_setups": price_of_setups(document), "price_of_ways": price_of_ways(document),
    }  # fmt: skip


def _plain(value: float) -> float | None:
    return value if math.isfinite(value) else None


def buy_text(document: Document, setup: Setup, aim: Aim, budget: float | None, display: Display) -> str:
    """The same for a person at a terminal."""
    now = as_it_is(document, setup.id)
    lenses = now.lenses()
    lines = [f"{setup.name}, {tell(fact('buy.as_it_is'))}: {_row(now, now, (lenses, lenses), display)}"]
    for part, tried in try_each(now, aim):
        price = tell(price_words(document, part.id), display)
        if tried is None:
            lines.append(f"  {begun(part.name)}, {price}: {tell(fact('buy.does_not_fit'))}")
            continue
        more = [tell(tried.how[-1], display), tell(per_minute(document, now, tried), display)]
        more += [tell(fact("buy.strikes", parts=listed(tried.strikes, "and")), display)] if tried.strikes else []
        said = ", ".join(each for each in (price, *more) if each)
        lines.append(f"  {begun(part.name)}, {said}: {_row(now, tried, (lenses, tried.lenses()), display)}")
    if budget is not None:
        found = best_set(now, aim, budget)
        lines += [tell(each, display) for each in purchase_words(document, found, worth(now, aim), aim, budget)]
    for key, cost in price_of_setups(document).items():
        lines.append(f"{document.setups_by_id[key].name}: {tell(grouped(cost), display)}")
    ways = listed(
        fact("buy.costs", what=WAYS[key].phrase, price=grouped(cost)) for key, cost in price_of_ways(document).items()
    )
    lines.append(tell(fact("buy.ways_cost", ways=ways), display))
    return "\n".join(lines)


def _row(now: Any, tried: Any, lenses: tuple[int, int], display: Display) -> str:
    signs = {1: "+", -1: "−", 0: ""}
    return " · ".join(f"{tell(f.said, display)}{signs[f.way]}" for f in figures(now, tried, lenses) if f.said)
