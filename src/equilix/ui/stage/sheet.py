"""The paper that a scene is drawn on: the direction of view, the scale, and where on it the rig is."""

from __future__ import annotations

import numpy as np
from msgspec import Struct
from numpy.typing import NDArray
from PySide6.QtCore import QPointF, QRectF

from equilix.ui.stage.projection import Projection

Array = NDArray[np.float64]


class Sheet(Struct, frozen=True):
    """``scale``: pixels per millimetre; ``middle_mm``: what of the paper (mm, y down) is in the middle."""

    view: Projection
    width: float
    height: float
    scale: float
    middle_mm: QPointF

    def to_px(self, x_mm: float, y_mm: float) -> QPointF:
        """A point of the paper (mm, y down), in pixels."""
        return QPointF(
            (x_mm - self.middle_mm.x()) * self.scale + (self.width - 1) // 2,
            (y_mm - self.middle_mm.y()) * self.scale + (self.height - 1) // 2,
        )

    def to_mm(self, point: QPointF) -> QPointF:
        """A point in pixels on the paper, mm."""
        middle = QPointF((self.width - 1) // 2, (self.height - 1) // 2)
        return (point - middle) / self.scale + self.middle_mm

    def place_px(self, point_m: Array) -> QPointF:
        """A point ``(3,)`` of the rig frame, in pixels."""
        return self.to_px(*self.view.flat_point(point_m))

    def px(self, length_m: float) -> float:
        """A length, in pixels."""
        return length_m * 1000.0 * self.scale

    @property
    def bounds(self) -> QRectF:
        """All of it, in pixels."""
        return QRectF(0.0, 0.0, self.width, self.height)
