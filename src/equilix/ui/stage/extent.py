"""What of a scene has to be in sight, on the paper of a view."""

from __future__ import annotations

from collections.abc import Iterator, Sequence
from typing import Final

import numpy as np
from numpy.typing import NDArray
from PySide6.QtCore import QRectF

from equilix.analysis import Analysis
from equilix.body.whole import l5_point
from equilix.ui.stage.layers.bearers import outer_points
from equilix.ui.stage.outlines import Drawn
from equilix.ui.stage.projection import SIDE, Projection
from equilix.ui.stage.scene import Scene

Array = NDArray[np.float64]

BELOW_PAD_MM: Final = 130.0
"""How much of the operator is in sight below the pad."""
NOTHING: Final = QRectF(-150, -150, 300, 300)


def extent_mm(scene: Scene, drawn: Sequence[Drawn], view: Projection) -> QRectF:
    """The rig; from the side also the pad, the hands, what bears the rig, and the figure where it is shown."""
    found = QRectF()
    for each in drawn:
        found = found.united(each.outline.whole.boundingRect().translated(each.x_mm, each.y_mm))
    if view is SIDE:
        for box in _around(scene):
            found = found.united(box)
    return found if not found.isEmpty() else NOTHING


def _around(scene: Scene) -> Iterator[QRectF]:
    analysis = scene.analysis
    if analysis.support is None:
        return
    if analysis.support.kind == "pad":
        x, y = SIDE.flat_point(analysis.support.datum_m)
        yield QRectF(x - 130, y - 60, 260, 60 + BELOW_PAD_MM)
    for point in (*outer_points(analysis), *(figure_points(analysis) if "figure" in scene.overlays else ())):
        x, y = SIDE.flat_point(point)
        yield QRectF(x - 10, y - 10, 20, 20)
    for held in analysis.arms:
        x, y = SIDE.flat_point(held.arm.hand_m)
        yield QRectF(x - 20, y - 40, 40, 90)


def figure_points(analysis: Analysis) -> Iterator[Array]:
    """Points ``(3,)`` of the operator's figure: top of the head, elbows, lower back."""
    stance = analysis.stance
    if stance is None:
        return
    yield stance.head_m + stance.head_half_m * (0.0, 0.0, 1.0)
    yield l5_point(analysis.operator, stance) - np.array((0.12, 0.0, 0.05))
    for held in analysis.arms:
        yield held.arm.elbow_m
