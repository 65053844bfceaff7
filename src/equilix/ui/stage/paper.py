"""What gestures and keys need of the view that they act on."""

from __future__ import annotations

from typing import Protocol

import numpy as np
from numpy.typing import NDArray
from PySide6.QtCore import QPointF, Qt
from PySide6.QtGui import QCursor

from equilix.checks.rules import Check
from equilix.ui.stage.projection import Projection


class Paper(Protocol):
    """A view on which parts are taken hold of."""

    view: Projection
    scale: float

    def place_px(self, point_m: NDArray[np.float64]) -> QPointF:
        """A point ``(3,)`` of the rig frame on the widget."""

    def to_mm(self, point: QPointF) -> QPointF:
        """A point of the widget on the paper, mm."""

    def hit(self, point: QPointF) -> str | None:
        """The placement under a point of the widget."""

    def finding_at(self, point: QPointF) -> Check | None:
        """The finding whose mark is under a point of the widget."""

    def update(self) -> None:
        """Paint it anew."""

    def setCursor(self, cursor: QCursor | Qt.CursorShape, /) -> None:
        """Show another cursor."""

    def show_tip(self, text: str) -> None:
        """Show a text, as it is, where the mouse rests."""
