"""The sections of a report: support, figures, gimbal, table, body, aim, as plain JSON values."""

from __future__ import annotations

from collections.abc import Sequence
from typing import Any, Final

import numpy as np

from equilix.analysis import Analysis
from equilix.carry.axes import down_when_turned
from equilix.checks.rules import Check
from equilix.facts import fact
from equilix.fit.fit import Fit
from equilix.power.cabling import seen_from
from equilix.power.network import Network
from equilix.words.names import CONTACTS, EFFORTS, SUPPORTS
from equilix.words.telling import tell

Axis3 = tuple[float, float, float]
"""A direction, forward, left, up."""
Attitude = tuple[float, float, float]
"""Pan, roll and tilt in degrees from the attitude as drawn."""


def support_section(analysis: Analysis) -> dict[str, Any] | None:
    """What holds the rig; None where nothing does."""
    support = analysis.support
    if support is None:
        return None
    return {
        "name": SUPPORTS[support.kind],
        "placement": support.placement,
        "centre_m": plain(support.datum_m),
        "length_m": support.span_m[1] - support.span_m[0],
        "width_m": support.width_m,
        "hangs": support.hangs,
        "cg_from_datum_m": plain(analysis.mass.cg_m - support.datum_m),
    }


def figures_section(analysis: Analysis) -> dict[str, dict[str, Any]]:
    """The figures of the way of carrying, by key."""
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


def gimbal_section(
    analysis: Analysis, attitudes_deg: Sequence[Attitude], base_tip_deg: float, base_tip_axis: Axis3
) -> dict[str, Any] | None:
    """Axes and hold torques; None without motor-driven axes."""
    drives = analysis.drives
    if not drives.axes:
        return None
    order = drives.names
    wanted = np.radians(
        [[dict(zip(("pan", "roll", "tilt"), each, strict=True))[n] for n in order] for each in attitudes_deg]
    )
    held = drives.hold_nm(
        wanted.reshape(-1, len(order)), down_when_turned(np.radians(base_tip_deg), np.array(base_tip_axis))
    )
    return {
        "axes": [
            {
                "name": axis.joint.name,
                "direction": plain(axis.direction),
                "point_m": plain(axis.point_m),
                "rating_nm": axis.joint.torque_nm,
                "motor_constant_nm_per_sqrt_w": axis.joint.motor_constant_nm_per_sqrt_w,
                "mass_kg": analysis.assembly.mass_properties(axis.members).mass_kg,
                "cg_m": plain(analysis.assembly.mass_properties(axis.members).cg_m),
                "inertia_kg_m2": float(inertia),
            }
            for axis, inertia in zip(drives.axes, drives.inertias_kg_m2(), strict=True)
        ],
        "base_tip_deg": base_tip_deg,
        "base_tip_axis": list(base_tip_axis),
        "attitudes": [
            {
                "pan_roll_tilt_deg": list(attitude),
                "hold_nm": {name: float(torque) for name, torque in zip(order, row, strict=True)},
            }
            for attitude, row in zip(attitudes_deg, held, strict=True)
        ],
    }


def fit_section(fit: Fit) -> dict[str, Any] | None:
    """The whole body; None where nobody stands at the rig."""
    analysis = fit.analysis
    if analysis.stance is None or fit.spine is None:
        return None
    look = fit.gaze
    return {
        "flow_n": fit.flow_n,
        "arms": {
            arm.side: {
                "shoulder_m": plain(arm.shoulder_m),
                "elbow_m": plain(arm.elbow_m),
                "hand_m": plain(arm.hand_m),
                "elbow_angle_rad": arm.elbow_angle_rad,
                "upper_arm_raised_rad": arm.elevation_rad,
            }
            for arm in fit.arms
        },
        "letting_go": {
            side: {
                "falls": alone.holding.falls,
                "contacts": [
                    {"name": CONTACTS[c.key], "force_n": plain(c.force_n), "moment_nm": plain(c.moment_nm)}
                    for c in alone.holding.contacts
                    if c.hand
                ],
                "endurance_s": None if alone.first_to_give_out is None else alone.first_to_give_out.endurance_s,
            }
            for side, alone in fit.letting_go.items()
        },
        "lean_rad": fit.lean_rad,
        "neck_moment_nm": fit.neck_nm,
        "l5s1_m": plain(fit.spine.point_m),
        "l5s1_moment_nm": plain(fit.spine.moment_nm),
        "l5s1_compression_n": fit.spine.compression_n,
        "endurance": [
            {
                "name": EFFORTS[each.effort.key],
                "power_law_s": each.power_law_s,
                "rohmert_s": each.rohmert_s,
            }
            for each in fit.ranges
        ],
        "rula": {side: scores.score for side, scores in fit.rula.items()},
        "lifting_index": {
            tell(fact(f"place.{place}")): index for place, index in fit.pick_up.items() if np.isfinite(index)
        },
        "gaze": None
        if look is None
        else {
            "screen": look.screen,
            "up_rad": look.up_rad,
            "distance_m": look.distance_m,
            "aside_rad": look.aside_rad,
            "beside_lens_m": look.beside_m,
            "off_face_rad": look.off_face_rad,
            "picture_leans_rad": look.leans_rad,
            "sunlit": look.sunlit,
            "eyepiece": look.eyepiece,
            "neck_bent_rad": look.neck_rad,
            "complaints": list(look.complaints),
        },
    }


_TOWARDS: Final = {"front": (1.0, 0.0), "back": (-1.0, 0.0), "left": (0.0, 1.0), "right": (0.0, -1.0)}


def table_section(analysis: Analysis) -> dict[str, Any] | None:
    """Put down on a table; None for an empty setup."""
    table = analysis.on_table
    if table is None:
        return None
    return {
        "stands": table.stands,
        "polygon_m": plain(table.polygon_m),
        "cg_height_m": table.cg_height_m,
        "edges": [
            {
                "from_m": plain(edge.start_m),
                "to_m": plain(edge.end_m),
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


def image_plane_section(analysis: Analysis) -> dict[str, Any] | None:
    """The image-plane mark; None without one."""
    mark = analysis.image_plane_m
    return None if mark is None else {"mark_m": plain(mark), "cg_from_mark_m": plain(analysis.mass.cg_m - mark)}


def aim_section(analysis: Analysis) -> list[dict[str, float]]:
    """Moments over the aim; empty without a support."""
    if analysis.support is None:
        return []
    degrees = np.arange(-60.0, 61.0, 15.0)
    return [
        {"aim_deg": float(d), "moment_nm": float(m)}
        for d, m in zip(degrees, analysis.aim_curve(np.radians(degrees)), strict=True)
    ]


def plain(array: np.ndarray) -> Any:
    """An array as nested lists of floats."""
    return np.asarray(array, dtype=float).tolist()


def power_section(analysis: Analysis, network: Network) -> dict[str, Any]:
    """Who feeds whom, how long each battery lasts, what is wrong."""
    return {
        "mode": network.mode,
        "celsius": network.celsius,
        "feeds": [
            {
                "source": feed.source,
                "device": feed.device,
                "cable": None if feed.cable is None else feed.cable.id,
                "output": None if feed.output is None else feed.output.name,
            }
            for feed in network.feeds
        ],
        "loads": {
            key: {"own_w": load.own_w, "through_w": load.through_w, "volts": load.volts, "amperes": load.amperes}
            for key, load in network.loads.items()
        },
        "runs": [
            {
                "battery": run.battery,
                "usable_wh": run.usable_wh,
                "watts": run.watts,
                "seconds": run.seconds if np.isfinite(run.seconds) else None,
                "stops": list(network.stopped_by(run)),
                "backs": run.backs or None,
                "alone_s": run.alone_s if np.isfinite(run.alone_s) else None,
            }
            for run in network.runs
        ],
        "signals": [
            {"from": placement.id, "to": list(found)}
            for placement in network.setup.placements
            if (found := seen_from(network.setup, network.parts, placement.id))
        ],
        "links": [
            {"id": link.id, "start": link.start, "part": link.part, "who": link.who, "carries": link.carries}
            for link in network.setup.links
        ],
        "routes": {
            key: {
                "length_m": way.length_m,
                "straight_m": way.straight_m,
                "tie_at": [analysis.carried.named(each) for each in way.tie_at],
                "unplug_before": [analysis.carried.named(each) for each in way.released],
            }
            for key, way in analysis.assembly.routes.items()
        },
        "troubles": [
            {"placement": each.placement, "problem": each.problem, "todo": each.todo, "bad": each.bad}
            for each in network.troubles
        ],
    }


def checks_section(found: Sequence[Check]) -> list[dict[str, Any]]:
    """What can break, strike, pinch or fall, worst first."""
    return [
        {
            "key": each.key,
            "placement": each.placement,
            "title": each.title,
            "said": each.said,
            "share": each.share,
            "level": each.level,
            "todo": each.todo,
            "source": each.source,
        }
        for each in found
    ]
