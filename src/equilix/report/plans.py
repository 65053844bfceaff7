"""Plans, guided steps and the schema."""

from __future__ import annotations

import json
from collections.abc import Sequence
from typing import Any, Final

from equilix.analysis import Analysis
from equilix.document import Document
from equilix.facts import Sayable, fact, general, listed, mass, run
from equilix.guide.observing import Correction
from equilix.guide.steps import advise, finish
from equilix.planner.change import added_kg, minutes, steadiness
from equilix.planner.plan import DrawOut, Hang, Plan, SlideTo, StandIn, Step, TurnTo
from equilix.planner.prices import Price, compared
from equilix.report.sections import plain
from equilix.units import Display
from equilix.words.names import BALANCES
from equilix.words.reading import CAUTION, read_out
from equilix.words.steps import Told, told_each, told_lines, told_moves
from equilix.words.telling import in_words, tell

LEAST_SHOWN_KG: Final = 0.0005
"""Less that is added is told as nothing."""


def plans_report(found: Sequence[Plan], display: Display = "metric") -> list[dict[str, Any]]:
    """The plans for one rig as plain JSON values, with what they cost and in what they differ most."""
    answers = [plan for plan in found if plan.answers]
    keys, each, _ = compared(answers)
    made = []
    for plan in found:
        costs = next((costs for answer, costs in zip(answers, each, strict=True) if answer is plan), {})
        said = {key: {"value": price.value, "said": tell(price.said, display)} for key, price in costs.items()}
        made.append({**plan_report(plan, display), "prices": said, "differs_in": list(keys) if said else []})
    return made


def plans_text(found: Sequence[Plan], display: Display = "metric") -> str:
    """The plans for one rig for the terminal."""
    answers = [plan for plan in found if plan.answers]
    keys, each, now = compared(answers)
    made: list[Sayable] = []
    for plan in found:
        costs = next((costs for answer, costs in zip(answers, each, strict=True) if answer is plan), {})
        said = [_price(costs[key], now.get(key)) for key in keys if costs]
        made.append(_plan_lines(plan))
        if said:
            made.append(fact("report.price", prices=listed(said, "semicolon")))
    return tell(listed(made, "line") or fact("report.nothing_to_plan"), display)


def _price(price: Price, now: Price | None) -> Sayable:
    if now is None:
        return fact("report.price_each", label=price.label, said=price.said)
    return fact("report.price_now", label=price.label, said=price.said, now=now.said)


def plan_report(plan: Plan, display: Display = "metric") -> dict[str, Any]:
    """A plan as plain JSON values."""
    after = plan.after
    tired = after.first_to_give_out
    found: dict[str, Any] = {
        "school": plan.school,
        "title": plan.title,
        "works": plan.works,
        "reason": plan.reason,
        "partly": plan.partly,
        "remedy": plan.remedy,
        "steps": [
            step_report(step, plan.before, said)
            for step, said in zip(plan.steps, told_each(plan.before, plan.steps), strict=True)
        ],
        "added_kg": added_kg(plan),
        "mass_kg": after.mass.mass_kg,
        "promised_m": {BALANCES[key]: value for key, value in plan.promised_m.items()},
        "residual_m": {BALANCES[c.balance.key]: c.value_m for c in after.conditions},
        "residual_sd_m": {BALANCES[c.balance.key]: c.sd_m for c in after.conditions},
        "reading": read_out(after).said,
        "endurance_s": None if tired is None else tired.endurance_s,
        "inertia_ratio": steadiness(plan),
        "minutes": minutes(plan),
        "cautions": list(plan.cautions),
    }
    told: dict[str, Any] = in_words(found, display)
    return told


def step_report(step: Step, before: Analysis, said: Told) -> dict[str, Any]:
    """A step as data: what is done to which placement, from where to where in which unit, and the words."""
    found: dict[str, Any] = {"text": said.text, "mark": said.mark}
    if isinstance(step, SlideTo):
        placement = before.setup.by_id[step.placement]
        moved: dict[str, Any] = {"from": placement.slide_m, "to": step.slide_m, "unit": "m"}
        return {"do": "slide", "placement": step.placement, **moved, **found}
    if isinstance(step, DrawOut):
        placement = before.setup.by_id[step.placement]
        drawn: dict[str, Any] = {"from": placement.extension_m, "to": step.extension_m, "unit": "m"}
        return {"do": "draw", "placement": step.placement, **drawn, **found}
    if isinstance(step, TurnTo):
        turned: dict[str, Any] = {
            "from": before.setup.by_id[step.placement].turn_rad,
            "to": step.turn_rad,
            "unit": "rad",
        }
        return {"do": "turn", "placement": step.placement, **turned, **found}
    if isinstance(step, Hang):
        hung: dict[str, Any] = {"on": step.parent, "point": step.point, "to": step.slide_m, "unit": "m"}
        return {"do": "hang", "part": step.part, **hung, **found}
    if isinstance(step, StandIn):
        put: dict[str, Any] = {"part": step.part, "on": step.parent, "point": step.point}
        return {"do": "exchange", "placement": step.placement, **put, **found}
    return {"do": "take off", "placement": step.placement, **found}


def plan_text(plan: Plan, display: Display = "metric") -> str:
    """A plan for the terminal."""
    return tell(_plan_lines(plan), display)


def _plan_lines(plan: Plan) -> Sayable:
    why = run(plan.reason, plan.remedy)
    if not plan.answers:
        return listed((plan.title, fact("report.line", said=why)), "line")
    cost: Sayable = fact("report.nothing_added")
    if abs(added_kg(plan)) >= LEAST_SHOWN_KG:
        cost = fact("report.plus" if added_kg(plan) > 0 else "report.minus", size=mass(abs(added_kg(plan))))
    lines: list[Sayable] = [fact("report.plan", title=plan.title, cost=cost, minutes=general(minutes(plan)))]
    lines += [fact("report.step", said=each.said) for each in told_lines(plan)]
    if plan.partly:
        lines.append(run(fact("report.only", what=plan.partly), why))
    lines += [fact("report.caution", said=caution) for caution in plan.cautions]
    lines.append(fact("report.then", said=read_out(plan.after).said))
    return listed(lines, "line")


def guide_report(
    analysis: Analysis, plan: Plan, corrections: Sequence[Correction] = (), display: Display = "metric"
) -> dict[str, Any]:
    """The guided steps as plain JSON values, and what was corrected by what was seen."""
    advices = advise(analysis, plan)
    found: dict[str, Any] = {
        "setup": analysis.setup.name,
        "carry": analysis.setup.carry,
        "corrections": [
            {
                "axis": BALANCES[each.seen.condition.balance.key],
                "seen": each.seen.text,
                "value_m": each.seen.value_m,
                "sd_m": each.seen.sd_m,
                "predicted_m": each.seen.condition.value_m,
                "surprise": each.surprise,
                "words": each.words,
                "suspects": [
                    {
                        "part": suspect.part.id,
                        "share": suspect.share,
                        "mass_change_kg": suspect.mass_change_kg,
                        "cg_change_m": plain(suspect.cg_change_m),
                    }
                    for suspect in each.suspects
                ],
            }
            for each in corrections
        ],
        "steps": [
            {
                "axis": BALANCES[advice.step.condition],
                "title": advice.step.title,
                "prepare": advice.step.prepare,
                "right": advice.step.right,
                "done": advice.done,
                "value_m": advice.condition.value_m,
                "loosen": advice.loosen,
                "moves": [
                    {**step_report(move.step, analysis, said), "moved_m": plain(move.moved_m)}
                    for move, said in zip(advice.moves, moves, strict=True)
                ],
                "short": advice.short,
                "elsewhere": advice.elsewhere,
            }
            for advice, moves in zip(advices, told_moves(analysis, advices), strict=True)
        ],
        "finish": finish(analysis),
    }
    told: dict[str, Any] = in_words(found, display)
    return told


def guide_text(
    analysis: Analysis, plan: Plan, corrections: Sequence[Correction] = (), display: Display = "metric"
) -> str:
    """The guided steps for the terminal."""
    lines: list[Sayable] = [fact("report.carried", setup=analysis.setup.name, way=analysis.way.phrase)]
    lines += [
        fact("report.seen", balance=each.seen.condition.balance.key, seen=each.seen.text, said=each.words)
        for each in corrections
    ]
    advices = advise(analysis, plan)
    for number, (advice, moves) in enumerate(zip(advices, told_moves(analysis, advices), strict=True), start=1):
        lines.append(fact("report.guided", number=number, title=advice.step.title, prepare=advice.step.prepare))
        if advice.done:
            lines.append(fact("report.right_as_it_is"))
        lines += [fact("report.inner", said=advice.loosen)] if advice.loosen else []
        lines += [fact("report.inner_step", said=each.said) for each in moves]
        lines += [fact("report.inner", said=said) for said in (advice.short, advice.elsewhere) if said]
        lines.append(fact("report.right_when", said=advice.step.right))
    lines += [finish(analysis), fact("report.line", said=CAUTION)]
    return tell(listed(lines, "line"), display)


def schema_text() -> str:
    """The JSON schema of a document."""
    from equilix.json_schema import json_schema  # here: a report does not wait for it

    return json.dumps(json_schema(Document), indent=1, ensure_ascii=False, sort_keys=True) + "\n"
