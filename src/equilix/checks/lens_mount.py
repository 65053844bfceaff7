"""The lens mount: the moment of everything in front of it, and what a lens support takes of that."""

from __future__ import annotations

from collections.abc import Iterator, Mapping

import numpy as np
from numpy.typing import NDArray

from equilix.analysis import Analysis
from equilix.checks.rules import THUMB, Check, level_of, rule
from equilix.constants import STANDARD_GRAVITY_M_S2
from equilix.facts import apart, fact, force, torque

Array = NDArray[np.float64]

LEAST_LEVER_M = 0.02
"""A support nearer to the mount than this takes nothing off it."""


def lens_mount(analysis: Analysis, rules: Mapping[str, float]) -> Iterator[Check]:
    """What hangs from the mount of a body.

    A support under the barrel pushes up with what takes the moment away, but with no more than the weight of the
    lens: further back than the CG of the lens it leaves some.
    """
    assembly = analysis.assembly
    first, last = rule(rules, "lens_mount_nm"), rule(rules, "lens_mount_stop_nm")
    for row, placement_id in enumerate(assembly.ids):
        seat = assembly.seats[row]
        if seat is None or seat.point.kind != "lens" or assembly.parts[row].kind not in ("lens", "adapter"):
            continue
        if assembly.parts[assembly.index[seat.parent]].kind == "adapter":
            continue
        ids = analysis.setup.subtree(placement_id)
        front = assembly.mass_properties(ids)
        at = assembly.point_pose(seat.parent, seat.point)[0]
        weight = front.mass_kg * STANDARD_GRAVITY_M_S2
        moment = weight * abs(float(front.cg_m[0] - at[0]))
        support = _support_under(analysis, ids, at)
        if support is None:
            left = moment
            hangs, flagged = apart(left, first, "torque")
            how = fact("lens_mount.without_support_flagged_above", flagged=flagged, most=torque(last))
            todo = fact("lens_mount.put_lens_support_under_barrel")
        else:
            name, lever = support
            takes = min(moment / lever, weight)
            left = max(moment - takes * lever, 0.0)
            hangs = torque(left)
            how = fact("lens_mount.takes", moment=torque(moment), name=name, takes=force(takes))
            todo = fact("lens_mount.slide_support_further_front")
        level = level_of(left, stop_at=last, mind_at=first)
        said = fact("lens_mount.hang", hangs=hangs, how=how)
        yield Check(
            "lens-mount",
            placement_id,
            fact("lens_mount.title"),
            said,
            left / last,
            "" if level == "fine" else todo,
            THUMB,
            level,
        )


def _support_under(analysis: Analysis, front: tuple[str, ...], mount: Array) -> tuple[str, float] | None:
    """The foremost lens support under the barrel: its name and its distance from the mount."""
    assembly = analysis.assembly
    lower, upper, rows = assembly.boxes_m
    inside = np.isin(rows, [assembly.index[each] for each in front])
    low, high = float(lower[inside, 0].min()), float(upper[inside, 0].max())
    found = [
        (float(assembly.cgs_m[row, 0] - mount[0]), part.name)
        for row, part in enumerate(assembly.parts)
        if part.kind == "lens-support" and low < assembly.cgs_m[row, 0] < high
    ]
    lever, name = max(found, default=(0.0, ""))
    return (name, lever) if lever > LEAST_LEVER_M else None
