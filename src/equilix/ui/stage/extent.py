"""What of a scene has to be in sight, on the paper of a view."""

from __future__ import annotations

from collections.abc import Iterator, Sequence
from typing import Final

import numpy as np
from PySide6.QtCore import QRectF

from equilix.body.figure import BodyFigure
from equilix.ui.stage.contours import contours
from equilix.ui.stage.layers.bearers import outer_points
from equilix.ui.stage.outlines import Drawn
from equilix.ui.stage.projection import SIDE, Projection
from equilix.ui.stage.scene import Scene

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
    if "figure" in scene.overlays and scene.analysis.figure is not None:
        found = found.united(figure_mm(scene.analysis.figure, view))
    return found if not found.isEmpty() else NOTHING


def _around(scene: Scene) -> Iterator[QRectF]:
    analysis = scene.analysis
    if analysis.support is None:
        return
    if analysis.support.kind == "pad":
        x, y = SIDE.flat_point(analysis.support.datum_m)
        yield QRectF(x - 130, y - 60, 260, 60 + BELOW_PAD_MM)
    for point in outer_points(analysis):
        x, y = SIDE.flat_point(point)
        yield QRectF(x - 10, y - 10, 20, 20)
    for held in analysis.arms:
        x, y = SIDE.flat_point(held.arm.hand_m)
        yield QRectF(x - 20, y - 40, 40, 90)


def figure_mm(figure: BodyFigure, view: Projection) -> QRectF:
    """The operator from head to foot, on the paper of a view."""
    points = np.vstack([piece.outline for piece in contours(figure, view)]) * 1000.0
    (left, low), (right, high) = points.min(axis=0).tolist(), points.max(axis=0).tolist()
    return QRectF(left, -high, right - left, high - low)
