"""How something is set up to be measured, as a line drawing: the rig or part, and what it rests on or hangs by."""

from __future__ import annotations

import math
from collections.abc import Sequence
from functools import partial
from typing import Final

import numpy as np
from PySide6.QtCore import QPointF, QRectF, QSize
from PySide6.QtGui import QPainter, QPaintEvent, QTransform
from PySide6.QtWidgets import QWidget

from equilix.bench.methods import Key
from equilix.kit.solids import AXES, Axis
from equilix.rig.kinematics import Assembly
from equilix.ui.stage.outlines import Drawn, OutlineBook, extent
from equilix.ui.stage.painting import paint
from equilix.ui.stage.primitives import Primitive
from equilix.ui.stage.projection import FRONT, SIDE, Projection
from equilix.ui.stage.sprites import paint_outline
from equilix.ui.theme import Theme
from equilix.ui.workspaces.measure.stands import stands

TILT_DEG: Final = 14.0
MARGIN_PX: Final = 46.0
MOST_PX_PER_MM: Final = 1.2


def _under(drawn: Sequence[Drawn], lowest_mm: float, x_mm: float) -> float:
    """The underside at a place, mm down the paper: of the lowest piece there, or of the rig where there is none."""
    boxes = [
        path.boundingRect().translated(each.x_mm, each.y_mm)
        for each in drawn
        for path, _, filled in each.outline.pieces
        if filled
    ]
    return max((box.bottom() for box in boxes if box.left() <= x_mm <= box.right()), default=lowest_mm)


class SetUpPicture(QWidget):
    """The assembly from the side, or from the front where it is measured sideways; turned as it is laid or hung."""

    def __init__(self, theme: Theme) -> None:
        super().__init__()
        self.theme = theme
        self.assembly: Assembly | None = None
        self.method: Key = "scale"
        self.axis: Axis = "x"
        self.point_m = (0.0, 0.0, 0.0)
        self.places_m: tuple[float, ...] = ()
        self.book = OutlineBook()

    def sizeHint(self) -> QSize:
        return QSize(340, self.minimumHeight())

    def show_set_up(
        self, assembly: Assembly | None, method: Key, axis: Axis, point_m: tuple[float, float, float],
        places_m: tuple[float, ...],
    ) -> None:  # fmt: skip
        """Show how that is done; ``places_m``: of supports or of the edge, along the axis, as far as they are known."""
        self.assembly, self.method, self.axis, self.point_m, self.places_m = assembly, method, axis, point_m, places_m
        self.update()

    @property
    def projection(self) -> Projection:
        """Across which way one looks."""
        sideways = self.axis == "x" if self.method in ("hang", "drop", "motor") else self.axis == "y"
        return FRONT if sideways else SIDE

    @property
    def lying(self) -> bool:
        """Whether it lies on its side: only so its height runs along the ground."""
        return self.axis == "z" and self.method in ("supports", "edge")

    @property
    def turned_deg(self) -> float:
        """How it is turned on the paper: lying for its height, its far end up, hung or dropped."""
        return {"tilted": -TILT_DEG, "hang": TILT_DEG / 2, "drop": -90.0, "motor": -TILT_DEG}.get(
            self.method, 90.0 if self.lying else 0.0
        )

    def primitives(self, size: QRectF) -> tuple[QTransform, list[Primitive]]:
        """How the rig is laid on the paper of that size, and what it stands on or hangs by."""
        drawn = self._drawn()
        whole = extent(drawn)
        turn = math.radians(self.turned_deg)
        wide = abs(whole.width() * math.cos(turn)) + abs(whole.height() * math.sin(turn))
        high = abs(whole.width() * math.sin(turn)) + abs(whole.height() * math.cos(turn))
        room = size.adjusted(MARGIN_PX / 2, MARGIN_PX, -MARGIN_PX / 2, -MARGIN_PX)
        scale = max(min(room.width() / max(wide, 1), room.height() / max(high, 1), MOST_PX_PER_MM), 1e-3)
        lay = QTransform()
        lay.translate(room.center().x(), room.center().y())
        lay.scale(scale, scale)
        lay.rotate(self.turned_deg)
        lay.translate(-whole.center().x(), -whole.center().y())
        x, y = self.projection.flat_point(np.array(self.point_m))
        made = stands(
            self.method,
            lay.mapRect(whole),
            lambda a, b: lay.map(QPointF(whole.center().x(), a) if self.lying else QPointF(a, b)),
            under=None if self.lying else partial(_under, drawn, whole.bottom()),
            places_mm=self._places_mm(whole),
            point_mm=QPointF(x, y),
        )
        return lay, list(made)

    def _places_mm(self, whole: QRectF) -> list[float]:
        """Where it rests, along the paper: as far as it is entered, else a fifth from each end, or in the middle.

        Lying, the paper of the rig stands on its side: its height runs along.
        """
        usual = [0.5] if self.method == "edge" else [0.2, 0.8]
        start, long = (whole.top(), whole.height()) if self.lying else (whole.left(), whole.width())
        found = [start + share * long for share in usual]
        for number, place in enumerate(self.places_m[: len(found)]):
            point = np.zeros(3)
            point[AXES.index(self.axis)] = place
            across, down = self.projection.flat_point(point)
            found[number] = down if self.lying else across
        return found

    def _drawn(self) -> list[Drawn]:
        return self.book.draw(self.assembly, self.projection) if self.assembly is not None else []

    def paintEvent(self, event: QPaintEvent) -> None:
        del event
        drawn = self._drawn()
        if not drawn:
            return
        size = self.rect().toRectF()
        lay, made = self.primitives(size)
        with QPainter(self) as painter:
            painter.setRenderHint(QPainter.RenderHint.Antialiasing)
            painter.save()
            painter.setTransform(lay, combine=True)
            for each in drawn:
                painter.translate(each.x_mm, each.y_mm)
                paint_outline(painter, each.outline, self.theme, fine=False)
                painter.translate(-each.x_mm, -each.y_mm)
            painter.restore()
            paint(painter, made, self.theme, size)
