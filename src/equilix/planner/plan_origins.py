"""Where the prices of a plan come from: those of the rig as it is then, and those of doing it."""

from __future__ import annotations

from collections.abc import Iterator
from typing import Final

from equilix.explain.origin import Input, Origin, given, origin
from equilix.explain.origins import origins
from equilix.facts import fact, force, inertia, number
from equilix.planner.change import Change
from equilix.planner.prices import Price, prices, prices_now

RIG_FIGURES: Final[dict[str, str]] = {"pad_pa": "pad_pa", "back_n": "spine", "day_share": "rest"}
"""Prices that are a figure of the rig: the key of its origin."""


def plan_origins(plan: Change) -> list[Origin]:
    """All prices of a plan, each with what it is made of and what it is now."""
    rig = {each.key: each for each in origins(plan.result_after)}
    now = prices_now(plan)
    found = []
    for price in prices(plan).values():
        known = rig.get(_figure_of(plan, price))
        if known is None:
            known = origin("plan", "", price.key, "", "", _into(plan, price))
        before = (given("now", now[price.key].said),) if price.key in now else ()
        title = fact("origin.of_plan", plan=plan.title, price=price.label)
        into = (*known.inputs, *before)
        found.append(Origin("plan", origin_key(plan, price.key), title, price.said, known.formula, into, known.source))
    return found


def origin_key(plan: Change, price: str) -> str:
    """The key of the origin of one price of a plan."""
    return f"plan-{plan.key}-{price}"


def _figure_of(plan: Change, price: Price) -> str:
    """The key of the figure of the rig that a price is; "" where it is none."""
    if price.key == "endurance_s":
        tired = plan.after.first_to_give_out
        return "" if tired is None else f"{tired.joint}-{tired.side}"
    if price.key == "run_s":
        lasting = [run for run in plan.result_after.network.runs if run.watts > 0]
        return f"run-{min(lasting, key=lambda run: run.seconds).battery}" if lasting else ""
    return RIG_FIGURES.get(price.key, "")


def _into(plan: Change, price: Price) -> Iterator[Input]:
    if price.key == "steadiness":
        yield given("inertia_then", inertia(float(plan.after.mass.inertia_kg_m2[1, 1])))
        yield given("inertia_now", inertia(float(plan.before.mass.inertia_kg_m2[1, 1])))
    elif price.key in ("minutes", "clamps"):
        yield given("steps_of_plan", number(len(plan.steps)))
    elif price.key == "hand_n":
        for contact in plan.after.holding.contacts:
            if contact.hand:
                yield given(f"{contact.hand}_hand", force(contact.told_n))
