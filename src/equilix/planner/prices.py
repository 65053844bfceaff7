"""What a plan costs and brings, in what practitioners feel, and in which of it a few plans differ most."""

from __future__ import annotations

import math
from collections.abc import Mapping, Sequence
from typing import Final

from msgspec import Struct

from equilix.analysis import Analysis
from equilix.body.endurance import LONGEST_S
from equilix.carry.shoulder import pad_pressure_pa
from equilix.facts import Sayable, duration, fact, force, length, measured, number, percent, pressure
from equilix.fit.fit import TAKE_S
from equilix.planner.change import Change, minutes, steadiness, steady_words
from equilix.planner.fit_plan import HangOn, PutBetween
from equilix.planner.plan import Hang, StandIn
from equilix.result import Result


class Price(Struct, frozen=True):
    """One figure of a plan: SI value, words for people, and its ``burden``: the same on a scale where less is better.

    ``felt``: a difference of the burden that is just felt (common practice, no source). Of the prices of one ``kind``
    only one is worth showing.
    """

    key: str
    label: Sayable
    value: float
    said: Sayable
    burden: float
    felt: float
    kind: str


Prices = Mapping[str, Price]

FELT_RATIO: Final = math.log(1.15)
"""Times and inertias are compared by their ratio; 15 % are just felt (common practice, no source)."""
SHOWN: Final = 3
LEAST_SPREAD: Final = 0.25
"""What differs by less, of what is just felt, does not differ."""


def heavier_hand_n(analysis: Analysis) -> float | None:
    """What the heavier hand bears; None where no hand bears anything."""
    return max((contact.told_n for contact in analysis.holding.contacts if contact.hand), default=None)


def least_run_s(result: Result) -> float:
    """How long the first battery lasts that something draws from; infinite where nothing does."""
    return min((run.seconds for run in result.network.runs if run.watts > 0), default=math.inf)


def lasting_words(seconds: float) -> Sayable:
    """How long the body lasts."""
    return fact("prices.all_day") if seconds >= LONGEST_S else duration(seconds)


def prices_of(result: Result) -> dict[str, Price]:
    """What carrying a rig costs, by key."""
    analysis, fit = result.analysis, result.fit
    found = []
    pad_pa = pad_pressure_pa(analysis.support, analysis.mass.cg_m, analysis.holding)
    if pad_pa > 0 and analysis.stance is not None:
        behind = max(float(analysis.stance.head_m[0] - analysis.stance.head_half_m[0]) - analysis.carried.rear_m, 0.0)
        ends = length(behind) if behind > 0 else fact("prices.ends_before")
        found += [
            Price("pad_pa", fact("prices.shoulder"), pad_pa, pressure(pad_pa), pad_pa, 2000.0, "pad"),
            Price("behind_m", fact("prices.behind_head"), behind, ends, behind, 0.02, "behind"),
        ]
    most = heavier_hand_n(analysis)
    if most is not None:
        found.append(Price("hand_n", fact("prices.heavier_hand"), most, force(most), most, 4.0, "hands"))
    if fit.spine is not None and (most is not None or pad_pa > 0 or fit.worn is not None):
        back = fit.spine.compression_n
        found.append(Price("back_n", fact("prices.lower_back"), back, force(back), back, 60.0, "back"))
    tired = analysis.first_to_give_out
    if tired is not None:
        lasts = max(min(tired.endurance_s, LONGEST_S), 1.0)
        found.append(
            Price(
                "endurance_s", fact("prices.lasts"), lasts, lasting_words(lasts), -math.log(lasts), FELT_RATIO, "time"
            )
        )
        take = min(TAKE_S, lasts / 2)
        share = take / (take + fit.rest_s(take))
        found.append(Price("day_share", fact("prices.share_day"), share, percent(share), -share, 0.05, "time"))
    lasts = least_run_s(result)
    if math.isfinite(lasts):
        found.append(
            Price("run_s", fact("prices.power_lasts"), lasts, duration(lasts), -math.log(lasts), FELT_RATIO, "power")
        )
    return {price.key: price for price in found}


def prices_now(plan: Change) -> dict[str, Price]:
    """What the rig costs before a plan is done, to compare it with."""
    found = prices_of(plan.result_before)
    return {**found, "steadiness": _steadiness(1.0, fact("prices.now"))}


def _steadiness(ratio: float, said: Sayable) -> Price:
    return Price(
        "steadiness", fact("prices.steadiness"), ratio, said, -math.log(max(ratio, 1e-6)), FELT_RATIO, "steady"
    )


def prices(plan: Change) -> dict[str, Price]:
    """What a plan costs to carry and to do, by key."""
    found = prices_of(plan.result_after)
    clamps = len(plan.steps)
    more = [
        _steadiness(steadiness(plan), steady_words(plan)),
        Price(
            "minutes",
            fact("prices.do"),
            minutes(plan) * 60,
            measured(minutes(plan), "min", 0 if minutes(plan) == round(minutes(plan)) else 1),
            minutes(plan),
            1.0,
            "work",
        ),
        Price(
            "clamps",
            fact("prices.open"),
            clamps,
            fact("prices.clamps", count=clamps),
            clamps,
            1.0,
            "work",
        ),
    ]
    bought = to_buy(plan)
    if bought > 0:
        more.append(Price("money", fact("prices.bought"), bought, number(bought), bought, 20.0, "money"))
    return {**found, **{price.key: price for price in more}}


def to_buy(plan: Change) -> float:
    """The price of what a plan needs that the kit does not own, in the document's money."""
    kit = plan.before.carried.kit
    wanted = [kit[step.part] for step in plan.steps if isinstance(step, Hang | StandIn)]
    wanted += [kit[step.bracket] for step in plan.steps if isinstance(step, PutBetween)]
    wanted += [kit[step.arm] for step in plan.steps if isinstance(step, HangOn)]
    return sum(part.price or 0.0 for part in wanted if not part.owned)


def most_differing(each: Sequence[Prices]) -> tuple[str, ...]:
    """The keys of at most three prices in which all of these differ most, by what is just felt; one of a kind."""
    shared = set.intersection(*(set(found) for found in each)) if each else set()
    spread = {}
    for key in shared:
        burdens = [found[key].burden for found in each]
        spread[key] = (max(burdens) - min(burdens)) / each[0][key].felt
    chosen: dict[str, str] = {}
    for key in sorted(spread, key=lambda k: (-spread[k], k)):
        if spread[key] >= LEAST_SPREAD:
            chosen.setdefault(each[0][key].kind, key)
    return tuple(chosen.values())[:SHOWN]


def compared(plans: Sequence[Change]) -> tuple[tuple[str, ...], list[Prices], Prices]:
    """The keys in which plans for one rig differ most, the prices of each, those of the rig as it is.

    A single plan is compared with the rig as it is.
    """
    if not plans:
        return (), [], {}
    each: list[Prices] = [prices(plan) for plan in plans]
    now = prices_now(plans[0])
    return most_differing(each if len(each) > 1 else [*each, now]), each, now
