"""The report of a setup for other programs and for the terminal. Its JSON is documented in docs/report.md."""

from __future__ import annotations

import json
from typing import Any, Final

import numpy as np

from equilix.analysis import Analysis
from equilix.document import Document
from equilix.planner.plan import Plan
from equilix.reading import CAUTION, lasts, mass_line, read_out, sureness, whereabouts
from equilix.units import force, mass

REPORT_VERSION: Final = 1


def report(analysis: Analysis) -> dict[str, Any]:
    """Everything about a setup as plain JSON values: SI units, rig frame (x forward, y left, z up)."""
    reading = read_out(analysis)
    empty = not analysis.assembly.ids
    return {
        "report": "equilix",
        "report_version": REPORT_VERSION,
        "setup": analysis.setup.name,
        "carry": analysis.setup.carry,
        "operator": analysis.operator.name,
        "status": analysis.status,
        "reading": {"verdict": reading.verdict, "rest": reading.rest, "cost": reading.cost},
        "mass_kg": analysis.mass.mass_kg,
        "mass_sd_kg": analysis.mass_sd_kg,
        "cg_m": None if empty else _list(analysis.mass.cg_m),
        "cg_sd_m": None if empty else _list(analysis.cg_sd_m),
        "inertia_kg_m2": None if empty else _list(analysis.mass.inertia_kg_m2),
        "principal_kg_m2": None if empty else _list(analysis.mass.principal()[0]),
        "principal_axes": None if empty else _list(analysis.mass.principal()[1]),
        "radii_of_gyration_m": None if empty else _list(analysis.mass.radii_of_gyration_m()),
        "support": _support(analysis),
        "image_plane": _image_plane(analysis),
        "conditions": [
            {
                "name": c.balance.name,
                "value": c.value_m,
                "sd": c.sd_m,
                "unit": "m",
                "tolerance": c.balance.tolerance_m,
                "ok": c.ok,
                "sentence": c.sentence,
            }
            for c in analysis.conditions
        ],
        "contacts": [
            {"name": c.name, "point_m": _list(c.point_m), "force_n": _list(c.force_n)}
            for c in analysis.holding.contacts
        ],
        "falls": analysis.holding.falls,
        "aim_moments": _aim(analysis),
        "efforts": [
            {
                "name": e.name,
                "load": e.load,
                "unit": "N" if e.joint == "grip" else "N·m",
                "strength": e.strength,
                "share": e.share,
                "endurance_s": e.endurance_s,
            }
            for e in analysis.efforts
        ],
        "parts": [
            {
                "placement": placement_id,
                "part": part.id,
                "name": part.name,
                "mass_kg": part.mass_kg,
                "cg_m": _list(cg),
                "forward_moment_nm": float(moment),
                "doubt_share": float(doubt),
            }
            for placement_id, part, cg, moment, doubt in zip(
                analysis.assembly.ids,
                analysis.assembly.parts,
                analysis.assembly.cgs_m if not empty else (),
                analysis.moments_nm if not empty else (),
                analysis.doubt_shares,
                strict=True,
            )
        ],
        "caution": CAUTION,
    }


def _support(analysis: Analysis) -> dict[str, Any] | None:
    if analysis.support is None:
        return None
    return {
        "name": "pad",
        "placement": analysis.support.placement,
        "centre_m": _list(analysis.support.centre_m),
        "length_m": analysis.support.pad.length_m,
        "width_m": analysis.support.pad.width_m,
        "cg_from_datum_m": _list(analysis.mass.cg_m - analysis.support.centre_m),
    }


def _image_plane(analysis: Analysis) -> dict[str, Any] | None:
    mark = analysis.image_plane_m
    return None if mark is None else {"mark_m": _list(mark), "cg_from_mark_m": _list(analysis.mass.cg_m - mark)}


def _aim(analysis: Analysis) -> list[dict[str, float]]:
    if analysis.support is None:
        return []
    degrees = np.arange(-60.0, 61.0, 15.0)
    return [
        {"aim_deg": float(d), "moment_nm": float(m)}
        for d, m in zip(degrees, analysis.aim_curve(np.radians(degrees)), strict=True)
    ]


def _list(array: np.ndarray) -> Any:
    return np.asarray(array, dtype=float).tolist()


def report_text(analysis: Analysis) -> str:
    """The report for the terminal."""
    reading, unit = read_out(analysis), analysis.display
    lines = [
        f"{analysis.setup.name}, carried {analysis.way.phrase} by {analysis.operator.name}",
        f"  {reading}",
        f"  Mass {mass_line(analysis)}",
        *(f"  {condition.sentence}" for condition in analysis.conditions),
        *([f"  {whereabouts(analysis)}"] if analysis.image_plane_m is not None else []),
    ]
    for contact in analysis.holding.contacts:
        if contact.name.endswith("hand"):
            x, y, z = contact.force_n
            lines.append(f"  {contact.name}: {force(float(np.linalg.norm(contact.force_n)), unit)}"
                         f" ({x:+.1f} forward, {y:+.1f} left, {z:+.1f} up, N)")  # fmt: skip
    lines.extend(f"  {effort.name}: {effort.share:.0%} of its strength, {lasts(effort)}" for effort in analysis.efforts)
    said, todo = sureness(analysis)
    if said:
        lines.append(f"  How sure: {said} {todo}".rstrip())
    lines.append(f"  {CAUTION}")
    return "\n".join(lines)


def plan_report(plan: Plan) -> dict[str, Any]:
    """A plan as plain JSON values."""
    after = plan.after
    tired = after.first_to_give_out
    return {
        "school": plan.school,
        "title": plan.title,
        "works": plan.works,
        "reason": plan.reason,
        "steps": [{"text": step.text, "mark": step.mark} for step in plan.steps],
        "added_kg": plan.added_kg,
        "mass_kg": after.mass.mass_kg,
        "promised_m": plan.promised_m,
        "residual_m": {c.balance.name: c.value_m for c in after.conditions},
        "residual_sd_m": {c.balance.name: c.sd_m for c in after.conditions},
        "reading": str(read_out(after)),
        "endurance_s": None if tired is None else tired.endurance_s,
        "inertia_ratio": plan.steadiness,
        "minutes": plan.minutes,
    }


def plan_text(plan: Plan) -> str:
    """A plan for the terminal."""
    if not plan.works:
        return f"{plan.title}\n  {plan.reason}"
    added = mass(abs(plan.added_kg), plan.after.display)
    cost = "nothing added" if abs(plan.added_kg) < 0.0005 else f"{'+' if plan.added_kg > 0 else '−'} {added}"
    steps = [f"  {text}{f' ({mark})' if mark else ''}." for text, mark in plan.lines()]
    return "\n".join((f"{plan.title}: {cost}, about {plan.minutes:g} min", *steps, f"  Then: {read_out(plan.after)}"))


def schema_text() -> str:
    """The JSON schema of a document."""
    return (
        json.dumps(Document.model_json_schema(mode="validation"), indent=1, ensure_ascii=False, sort_keys=True) + "\n"
    )
