"""The report of a setup."""

from __future__ import annotations

from collections.abc import Sequence
from typing import Any, Final

import numpy as np

from equilix.analysis import Analysis
from equilix.checks.build_order import BuildStep
from equilix.facts import Sayable, angle, fact, force, listed, percent, run, torque
from equilix.fit.fit import Fit, bears, compression_words
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
from equilix.units import Display
from equilix.words.names import BALANCES, CONTACTS, EFFORTS
from equilix.words.reading import CAUTION, lasts, mass_line, one_hand_words, read_out, sureness, whereabouts
from equilix.words.telling import in_words, tell

REPORT_VERSION: Final = 3
LEAST_SHOWN_N: Final = 0.05
"""A smaller component of a force is told as none."""


LEVEL: Final[tuple[Attitude, ...]] = ((0.0, 0.0, 0.0),)


ACROSS: Final[Axis3] = (0.0, 1.0, 0.0)
"""To the left: turned about it right-handed, the front goes down."""


def report(
    analysis: Analysis, attitudes_deg: Sequence[Attitude] = LEVEL, base_tip_deg: float = 0.0,
    base_tip_axis: Axis3 = ACROSS, display: Display = "metric",
) -> dict[str, Any]:  # fmt: skip
    """Everything about a setup as plain JSON values: SI units, rig frame (x forward, y left, z up).

    ``attitudes_deg``: where a gimbal's hold torques are wanted, with its base tipped by ``base_tip_deg``,
    right-handed about ``base_tip_axis`` of it: front down about the axis to the left, which is usual. ``display``: the
    units of its texts.
    """
    reading = read_out(analysis)
    empty = not analysis.assembly.ids
    result = Result(analysis)
    found: dict[str, Any] = {
        "report": "equilix",
        "report_version": REPORT_VERSION,
        "setup": analysis.setup.name,
        "carry": analysis.setup.carry,
        "borne_by": analysis.setup.borne_by,
        "setting": analysis.setup.setting,
        "posture": analysis.posture,
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
        "build_order": [_build_step(step) for step in result.build_order],
        "strip_order": [_build_step(step) for step in result.strip_order],
        "caution": CAUTION,
    }
    told: dict[str, Any] = in_words(found, display)
    return told


def _build_step(step: BuildStep) -> dict[str, Any]:
    return {"placement": step.placement, "text": step.text, "tool": step.tool, "rests": step.rests}


def report_text(analysis: Analysis, display: Display = "metric") -> str:
    """The report for the terminal, in the units that are asked for."""
    reading, result = read_out(analysis), Result(analysis)
    lines: list[Sayable] = [
        fact(
            "report.head", setup=analysis.setup.name, way=analysis.way.phrase, operator=analysis.operator.name,
            posture=fact(f"posture.{analysis.posture}"), reading=reading.said, mass=mass_line(analysis),
        ),
        *(fact("report.line", said=condition.sentence) for condition in analysis.conditions),
        *(_warned(fact("report.labelled", label=f.label, said=f.said), f.warning) for f in analysis.figures),
    ]  # fmt: skip
    if analysis.image_plane_m is not None:
        lines.append(fact("report.line", said=whereabouts(analysis)))
    for contact in analysis.holding.contacts:
        if contact.hand:
            x, y, z = (_signed(n) for n in contact.force_n.tolist())
            size = force(float(np.linalg.norm(contact.force_n)))
            lines.append(fact("report.hand", hand=contact.key, size=size, forward=x, left=y, up=z))
    lines.extend(
        fact("report.effort", effort=effort.key, share=percent(effort.share), lasts=lasts(effort))
        for effort in analysis.efforts
    )
    lines.extend(_body_lines(result.fit))
    for each in result.checks:
        if each.level != "fine":
            said = run(fact("error.sentence", said=each.said), each.todo)
            lines.append(fact("report.check", level=fact(f"level.{each.level}"), title=each.title, said=said))
    lines.extend(fact("report.power", trouble=trouble.said) for trouble in result.network.troubles)
    sure = run(*sureness(analysis))
    if sure:
        lines.append(fact("report.how_sure", said=sure))
    lines.append(fact("report.line", said=CAUTION))
    return tell(listed(lines, "line"), display)


def _warned(line: Sayable, warning: Sayable) -> Sayable:
    return fact("report.warned", line=line, warning=warning) if warning else line


def _signed(n: float) -> Sayable:
    if abs(n) < LEAST_SHOWN_N:
        return force(0.0)
    return fact("report.plus" if n > 0 else "report.minus", size=force(abs(n)))


def _body_lines(fit: Fit) -> list[Sayable]:
    """The back, the eyes and where the weight goes, for the terminal."""
    lines: list[Sayable] = []
    if fit.flow_n:
        parts = listed(run(bears(on), force(n)) for on, n in fit.flow_n.items())
        lines.append(fact("report.weight_goes", parts=parts))
    for side, alone in fit.letting_go.items():
        said, warning = one_hand_words(alone)
        lines.append(_warned(fact("report.letting_go", side=fact(f"way.{side}"), said=said), warning))
    if fit.spine is not None and fit.analysis.support is not None:
        back = listed((torque(fit.spine.size_nm), compression_words(fit.spine.compression_n)))
        lines.append(fact("report.lower_back", said=back))
    if fit.gaze is not None:
        way = fact("way.up" if fit.gaze.up_rad > 0 else "way.down")
        line = fact("report.gaze", up=angle(abs(fit.gaze.up_rad)), way=way, screen=fit.gaze.name)
        lines.append(_warned(line, listed(fit.gaze.complaints, "semicolon")))
    return lines
