"""The report of a setup for other programs and for the terminal. Its JSON is documented in docs/report.md."""

from __future__ import annotations

import json
from collections.abc import Sequence
from typing import Any, Final

import numpy as np

from equilix.analysis import Analysis
from equilix.carry.axes import down_with_tip
from equilix.document import Document
from equilix.guide.observing import Correction
from equilix.guide.steps import advise, finish
from equilix.planner.plan import Plan
from equilix.reading import CAUTION, lasts, mass_line, read_out, sureness, whereabouts
from equilix.units import force, mass

REPORT_VERSION: Final = 2


Attitude = tuple[float, float, float]
"""Pan, roll and tilt in degrees from the attitude as drawn."""
LEVEL: Final[tuple[Attitude, ...]] = ((0.0, 0.0, 0.0),)


def report(analysis: Analysis, attitudes_deg: Sequence[Attitude] = LEVEL, base_tip_deg: float = 0.0) -> dict[str, Any]:
    """Everything about a setup as plain JSON values: SI units, rig frame (x forward, y left, z up).

    ``attitudes_deg``: where a gimbal's hold torques are wanted, with its base tipped front down by ``base_tip_deg``.
    """
    reading = read_out(analysis)
    empty = not analysis.assembly.ids
    return {
        "report": "equilix",
        "report_version": REPORT_VERSION,
        "setup": analysis.setup.name,
        "carry": analysis.setup.carry,
        "borne_by": analysis.setup.borne_by,
        "setting": analysis.setup.setting,
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
        "figures": _figures(analysis),
        "gimbal": _gimbal(analysis, attitudes_deg, base_tip_deg),
        "table": _table(analysis),
        "contacts": [
            {
                "name": c.name,
                "point_m": _list(c.point_m),
                "force_n": _list(c.force_n),
                "moment_nm": _list(c.moment_nm),
            }
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
    support = analysis.support
    if support is None:
        return None
    return {
        "name": support.name,
        "placement": support.placement,
        "centre_m": _list(support.datum_m),
        "length_m": support.span_m[1] - support.span_m[0],
        "width_m": support.width_m,
        "hangs": support.hangs,
        "cg_from_datum_m": _list(analysis.mass.cg_m - support.datum_m),
    }


def _figures(analysis: Analysis) -> dict[str, dict[str, Any]]:
    return {
        figure.key: {
            "value": figure.value if np.isfinite(figure.value) else None,
            "unit": figure.unit,
            "label": figure.label,
            "said": figure.said,
            "warning": figure.warning,
        }
        for figure in analysis.figures
    }


def _gimbal(analysis: Analysis, attitudes_deg: Sequence[Attitude], base_tip_deg: float) -> dict[str, Any] | None:
    drives = analysis.drives
    if not drives.axes:
        return None
    order = drives.names
    wanted = np.radians(
        [[dict(zip(("pan", "roll", "tilt"), each, strict=True))[n] for n in order] for each in attitudes_deg]
    )
    held = drives.hold_nm(wanted.reshape(-1, len(order)), down_with_tip(np.radians(base_tip_deg)))
    return {
        "axes": [
            {
                "name": axis.joint.name,
                "direction": _list(axis.direction),
                "point_m": _list(axis.point_m),
                "rating_nm": axis.joint.torque_nm,
                "motor_constant_nm_per_sqrt_w": axis.joint.motor_constant_nm_per_sqrt_w,
                "mass_kg": analysis.assembly.mass_properties(axis.members).mass_kg,
                "cg_m": _list(analysis.assembly.mass_properties(axis.members).cg_m),
                "inertia_kg_m2": float(inertia),
            }
            for axis, inertia in zip(drives.axes, drives.inertias_kg_m2(), strict=True)
        ],
        "base_tip_deg": base_tip_deg,
        "attitudes": [
            {
                "pan_roll_tilt_deg": list(attitude),
                "hold_nm": {name: float(torque) for name, torque in zip(order, row, strict=True)},
            }
            for attitude, row in zip(attitudes_deg, held, strict=True)
        ],
    }


_TOWARDS: Final = {"front": (1.0, 0.0), "back": (-1.0, 0.0), "left": (0.0, 1.0), "right": (0.0, -1.0)}


def _table(analysis: Analysis) -> dict[str, Any] | None:
    table = analysis.on_table
    if table is None:
        return None
    return {
        "stands": table.stands,
        "polygon_m": _list(table.polygon_m),
        "cg_height_m": table.cg_height_m,
        "edges": [
            {
                "from_m": _list(edge.start_m),
                "to_m": _list(edge.end_m),
                "tip_rad": edge.tip_rad,
                "reached": edge.reached,
            }
            for edge in table.edges
        ],
        "least_rad": table.least_rad,
        "towards_rad": {name: table.towards_rad(np.array(way)) for name, way in _TOWARDS.items()},
        "lying": [
            {
                "leaning_rad": lying.leaning_rad,
                "least_tip_rad": lying.least_tip_rad,
                "on": [part.name for part in analysis.touching(lying)],
            }
            for lying in analysis.lying
        ],
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
        *(f"  {f.label}: {f.said}{f' ▲ {f.warning}' if f.warning else ''}" for f in analysis.figures),
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
        "cautions": list(plan.cautions),
    }


def plan_text(plan: Plan) -> str:
    """A plan for the terminal."""
    if not plan.works:
        return f"{plan.title}\n  {plan.reason}"
    added = mass(abs(plan.added_kg), plan.after.display)
    cost = "nothing added" if abs(plan.added_kg) < 0.0005 else f"{'+' if plan.added_kg > 0 else '−'} {added}"
    steps = [f"  {text}{f' ({mark})' if mark else ''}." for text, mark in plan.lines()]
    warnings = [f"  ▲ {caution}" for caution in plan.cautions]
    then = f"  Then: {read_out(plan.after)}"
    return "\n".join((f"{plan.title}: {cost}, about {plan.minutes:g} min", *steps, *warnings, then))


def guide_report(analysis: Analysis, corrections: Sequence[Correction] = ()) -> dict[str, Any]:
    """The guided steps as plain JSON values, and what was corrected by what was seen."""
    return {
        "setup": analysis.setup.name,
        "carry": analysis.setup.carry,
        "corrections": [
            {
                "axis": each.seen.condition.balance.name,
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
                        "cg_change_m": _list(suspect.cg_change_m),
                    }
                    for suspect in each.suspects
                ],
            }
            for each in corrections
        ],
        "steps": [
            {
                "axis": advice.step.condition,
                "title": advice.step.title,
                "prepare": advice.step.prepare,
                "right": advice.step.right,
                "done": advice.done,
                "value_m": advice.condition.value_m,
                "loosen": advice.loosen,
                "moves": [
                    {"placement": move.placement, "slide_m": move.slide_m, "text": move.text, "mark": move.mark}
                    for move in advice.moves
                ],
                "short": advice.short,
            }
            for advice in advise(analysis)
        ],
        "finish": finish(analysis),
    }


def guide_text(analysis: Analysis, corrections: Sequence[Correction] = ()) -> str:
    """The guided steps for the terminal."""
    lines = [f"{analysis.setup.name}, carried {analysis.way.phrase}"]
    lines += [f"  {each.seen.condition.balance.name}, seen “{each.seen.text}”: {each.words}" for each in corrections]
    for number, advice in enumerate(advise(analysis), start=1):
        lines.append(f"{number}. {advice.step.title}: {advice.step.prepare}")
        if advice.done:
            lines.append("   Right as it is.")
        lines += [f"   {advice.loosen}"] if advice.loosen else []
        lines += [f"   {move.text} ({move.mark})." for move in advice.moves]
        lines += [f"   {advice.short}"] if advice.short else []
        lines.append(f"   Right when: {advice.step.right}")
    lines += [finish(analysis)] if finish(analysis) else []
    lines.append(f"  {CAUTION}")
    return "\n".join(lines)


def schema_text() -> str:
    """The JSON schema of a document."""
    return (
        json.dumps(Document.model_json_schema(mode="validation"), indent=1, ensure_ascii=False, sort_keys=True) + "\n"
    )
