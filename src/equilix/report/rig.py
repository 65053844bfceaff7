"""The report of a setup."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import asdict
from typing import Any, Final

import numpy as np

from equilix.analysis import Analysis
from equilix.fit.fit import BEARS, Fit, compression_words
from equilix.report.sections import (
    Attitude,
    Axis3,
    aim_section,
    checks_section,
    figures_section,
    fit_section,
    gimbal_section,
    image_plane_section,
    plain,
    power_section,
    support_section,
    table_section,
)
from equilix.result import Result
from equilix.units import Display, angle, force, torque
from equilix.words.names import BALANCES, CONTACTS, EFFORTS
from equilix.words.reading import CAUTION, lasts, mass_line, one_hand_words, read_out, sureness, whereabouts

REPORT_VERSION: Final = 3


LEVEL: Final[tuple[Attitude, ...]] = ((0.0, 0.0, 0.0),)


ACROSS: Final[Axis3] = (0.0, 1.0, 0.0)
"""To the left: turned about it right-handed, the front goes down."""


def report(
    analysis: Analysis, attitudes_deg: Sequence[Attitude] = LEVEL, base_tip_deg: float = 0.0,
    base_tip_axis: Axis3 = ACROSS,
) -> dict[str, Any]:  # fmt: skip
    """Everything about a setup as plain JSON values: SI units, rig frame (x forward, y left, z up).

    ``attitudes_deg``: where a gimbal's hold torques are wanted, with its base tipped by ``base_tip_deg``,
    right-handed about ``base_tip_axis`` of it: front down about the axis to the left, which is usual.
    """
    reading = read_out(analysis)
    empty = not analysis.assembly.ids
    result = Result(analysis)
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
        "cg_m": None if empty else plain(analysis.mass.cg_m),
        "cg_sd_m": None if empty else plain(analysis.cg_sd_m),
        "inertia_kg_m2": None if empty else plain(analysis.mass.inertia_kg_m2),
        "principal_kg_m2": None if empty else plain(analysis.mass.principal()[0]),
        "principal_axes": None if empty else plain(analysis.mass.principal()[1]),
        "radii_of_gyration_m": None if empty else plain(analysis.mass.radii_of_gyration_m()),
        "support": support_section(analysis),
        "image_plane": image_plane_section(analysis),
        "conditions": [
            {
                "name": BALANCES[c.balance.key],
                "value": c.value_m,
                "sd": c.sd_m,
                "unit": "m",
                "tolerance": c.balance.tolerance_m,
                "ok": c.ok,
                "sentence": c.sentence,
            }
            for c in analysis.conditions
        ],
        "figures": figures_section(analysis),
        "gimbal": gimbal_section(analysis, attitudes_deg, base_tip_deg, base_tip_axis),
        "table": table_section(analysis),
        "contacts": [
            {
                "name": CONTACTS[c.key],
                "point_m": plain(c.point_m),
                "force_n": plain(c.force_n),
                "moment_nm": plain(c.moment_nm),
            }
            for c in analysis.holding.contacts
        ],
        "falls": analysis.holding.falls,
        "aim_moments": aim_section(analysis),
        "fit": fit_section(result.fit),
        "efforts": [
            {
                "name": EFFORTS[e.key],
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
                "cg_m": plain(cg),
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
        "cables": [
            {"id": cable.id, "start": cable.start, "end": cable.end, "mass_kg": cable.weighs_kg}
            for cable in analysis.setup.cables
        ],
        "power": power_section(analysis, result.network),
        "checks": checks_section(result.checks),
        "build_order": [asdict(step) for step in result.build_order],
        "strip_order": [asdict(step) for step in result.strip_order],
        "caution": CAUTION,
    }


def report_text(analysis: Analysis) -> str:
    """The report for the terminal."""
    reading, unit, result = read_out(analysis), analysis.display, Result(analysis)
    lines = [
        f"{analysis.setup.name}, carried {analysis.way.phrase} by {analysis.operator.name}",
        f"  {reading}",
        f"  Mass {mass_line(analysis)}",
        *(f"  {condition.sentence}" for condition in analysis.conditions),
        *(f"  {f.label}: {f.said}{f' ▲ {f.warning}' if f.warning else ''}" for f in analysis.figures),
        *([f"  {whereabouts(analysis)}"] if analysis.image_plane_m is not None else []),
    ]
    for contact in analysis.holding.contacts:
        if contact.hand:
            x, y, z = (_signed(n, unit) for n in contact.force_n.tolist())
            size = force(float(np.linalg.norm(contact.force_n)), unit)
            lines.append(f"  {CONTACTS[contact.key]}: {size} ({x} forward, {y} left, {z} up)")
    lines.extend(
        f"  {EFFORTS[effort.key]}: {effort.share:.0%} of its strength, {lasts(effort)}" for effort in analysis.efforts
    )
    lines.extend(_body_lines(result.fit))
    lines.extend(
        f"  Check, {each.level}: {each.title}: {each.said}. {each.todo}".rstrip()
        for each in result.checks
        if each.level != "fine"
    )
    lines.extend(f"  Power: {trouble}" for trouble in result.network.troubles)
    said, todo = sureness(analysis)
    if said:
        lines.append(f"  How sure: {said} {todo}".rstrip())
    lines.append(f"  {CAUTION}")
    return "\n".join(lines)


def _signed(n: float, unit: Display) -> str:
    said = force(abs(n), unit)
    return said if not any(digit in said for digit in "123456789") else f"{'−' if n < 0 else '+'}{said}"


def _body_lines(fit: Fit) -> list[str]:
    """The back, the eyes and where the weight goes, for the terminal."""
    analysis, unit = fit.analysis, fit.analysis.display
    lines = []
    if fit.flow_n:
        parts = ", ".join(f"{BEARS[on]} {force(n, unit)}" for on, n in fit.flow_n.items())
        lines.append(f"  Where the weight goes: {parts}")
    for side, alone in fit.letting_go.items():
        said, warning = one_hand_words(alone)
        lines.append(f"  Letting go with the {side} hand: {said}{f' ▲ {warning}' if warning else ''}")
    if fit.spine is not None and analysis.support is not None:
        back = f"{torque(fit.spine.size_nm, unit)}, {compression_words(fit.spine.compression_n)}"
        lines.append(f"  Lower back: {back}")
    if fit.gaze is not None:
        way = "up" if fit.gaze.up_rad > 0 else "down"
        wrong = f" ▲ {'; '.join(fit.gaze.complaints)}" if fit.gaze.complaints else ""
        lines.append(f"  Gaze: {angle(abs(fit.gaze.up_rad))} {way} to the {fit.gaze.name}{wrong}")
    return lines
