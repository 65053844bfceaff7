"""Wind on the rig of a scene. It is told, not added to what tires: nobody knows how it will be leant against."""

from __future__ import annotations

from equilix.day.rigs import Rigs
from equilix.day.schedule import Span
from equilix.mechanics.wind import covered_m2, push_n


def push_of(span: Span, rigs: Rigs) -> float:
    """How hard the wind of a scene pushes at its rig, N: square on its broader side, each part a box; 0 without."""
    speed, analysis = span.item.wind_mps, rigs.carried(span)
    if not speed or analysis is None:
        return 0.0
    lower, upper, _ = analysis.assembly.boxes_m
    return push_n(max(covered_m2(lower[:, k], upper[:, k]) for k in ([0, 2], [1, 2])), speed)
