"""Plans, guided steps and the schema."""

from __future__ import annotations

import json
from collections.abc import Sequence
from typing import Any

from equilix.analysis import Analysis
from equilix.document import Document
from equilix.guide.observing import Correction
from equilix.guide.steps import advise, finish
from equilix.planner.plan import DrawOut, Hang, Plan, SlideTo, StandIn, Step, TurnTo
from equilix.planner.prices import compared
from equilix.report.sections import plain
from equilix.units import mass
from equilix.words.names import BALANCES
from equilix.words.reading import CAUTION, read_out
from equilix.words.steps import Told, lines, told_each, told_moves


def plans_report(found: Sequence[Plan]) -> list[dict[str, Any]]:
    """The plans for one rig as plain JSON values, with what they cost and in what they differ most."""
    answers = [plan for plan in found if plan.answers]
    keys, each, _ = compared(answers)
    made = []
    for plan in found:
        costs = next((costs for answer, costs in zip(answers, each, strict=True) if answer is plan), {})
        said = {key: {"value": price.value, "said": price.said} for key, price in costs.items()}
        made.append({**plan_report(plan), "prices": said, "differs_in": list(keys) if said else []})
    return made


def plans_text(found: Sequence[Plan]) -> str:
    """The plans for one rig for the terminal."""
    answers = [plan for plan in found if plan.answers]
    keys, each, now = compared(answers)
    made = []
    for plan in found:
        costs = next((costs for answer, costs in zip(answers, each, strict=True) if answer is plan), {})
        said = [
            f"{costs[key].label.lower()} {costs[key].said}{f' (now {now[key].said})' if key in now else ''}"
            for key in keys
            if costs
        ]
        made.append(plan_text(plan) + (f"\n  Price: {'; '.join(said)}." if said else ""))
    return "\n".join(made) or "Nothing carries this rig: there is nothing to plan."


def plan_report(plan: Plan) -> dict[str, Any]:
    """A plan as plain JSON values."""
    after = plan.after
    tired = after.first_to_give_out
    return {
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
        "added_kg": plan.added_kg,
        "mass_kg": after.mass.mass_kg,
        "promised_m": {BALANCES[key]: value for key, value in plan.promised_m.items()},
        "residual_m": {BALANCES[c.balance.key]: c.value_m for c in after.conditions},
        "residual_sd_m": {BALANCES[c.balance.key]: c.sd_m for c in after.conditions},
        "reading": str(read_out(after)),
        "endurance_s": None if tired is None else tired.endurance_s,
        "inertia_ratio": plan.steadiness,
        "minutes": plan.minutes,
        "cautions": list(plan.cautions),
    }


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


def plan_text(plan: Plan) -> str:
    """A plan for the terminal."""
    if not plan.answers:
        return f"{plan.title}\n  {plan.reason} {plan.remedy}".rstrip()
    added = mass(abs(plan.added_kg), plan.after.display)
    cost = "nothing added" if abs(plan.added_kg) < 0.0005 else f"{'+' if plan.added_kg > 0 else '−'} {added}"
    steps = [f"  {each}." for each in lines(plan)]
    warnings = [f"  ▲ {caution}" for caution in plan.cautions]
    then = f"  Then: {read_out(plan.after)}"
    partly = [f"  Only {plan.partly}. {plan.reason} {plan.remedy}".rstrip()] if plan.partly else []
    return "\n".join((f"{plan.title}: {cost}, about {plan.minutes:g} min", *steps, *partly, *warnings, then))


def guide_report(analysis: Analysis, plan: Plan, corrections: Sequence[Correction] = ()) -> dict[str, Any]:
    """The guided steps as plain JSON values, and what was corrected by what was seen."""
    advices = advise(analysis, plan)
    return {
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


def guide_text(analysis: Analysis, plan: Plan, corrections: Sequence[Correction] = ()) -> str:
    """The guided steps for the terminal."""
    lines = [f"{analysis.setup.name}, carried {analysis.way.phrase}"]
    lines += [
        f"  {BALANCES[each.seen.condition.balance.key]}, seen “{each.seen.text}”: {each.words}" for each in corrections
    ]
    advices = advise(analysis, plan)
    for number, (advice, moves) in enumerate(zip(advices, told_moves(analysis, advices), strict=True), start=1):
        lines.append(f"{number}. {advice.step.title}: {advice.step.prepare}")
        if advice.done:
            lines.append("   Right as it is.")
        lines += [f"   {advice.loosen}"] if advice.loosen else []
        lines += [f"   {said}." for said in moves]
        lines += [f"   {said}" for said in (advice.short, advice.elsewhere) if said]
        lines.append(f"   Right when: {advice.step.right}")
    lines += [finish(analysis)] if finish(analysis) else []
    lines.append(f"  {CAUTION}")
    return "\n".join(lines)


def schema_text() -> str:
    """The JSON schema of a document."""
    return (
        json.dumps(Document.model_json_schema(mode="validation"), indent=1, ensure_ascii=False, sort_keys=True) + "\n"
    )
