"""The beam strip: every part as a weight at its own place, in the scale of the side view above it."""

from __future__ import annotations

import math

from PySide6.QtCore import QPointF, QRectF, Qt
from PySide6.QtGui import QPainter, QPaintEvent, QPen, QPolygonF
from PySide6.QtWidgets import QWidget

from equilix.ui.session import Session
from equilix.ui.stage.side import SideView
from equilix.ui.theme import PREP_ROOM, Theme, colour, font
from equilix.units import M_PER_IN, torque

HEIGHT_PX = 138
BEAM_PX = 84
"""Height of the beam over which the weights stand."""
PX_PER_SQRT_KG = 21.0
LEAST_NAMED_PX = 12.0
NAMES_END_PX = 34.0
MOST_NAMES = 8
"""So many of the heaviest parts are named, where there is room."""


class BeamStrip(QWidget):
    """Weights on a beam over the support, the plumb line, and the two opposed moments."""

    def __init__(self, session: Session, side: SideView, parent: QWidget | None = None) -> None:
        super().__init__(parent)
        self.session, self.side = session, side
        self.theme: Theme = PREP_ROOM
        self.setFixedHeight(HEIGHT_PX)
        self.setAttribute(Qt.WidgetAttribute.WA_OpaquePaintEvent)
        self.setAccessibleName("Beam: the weights of the rig and the moments forward and back")
        session.changed.connect(self.update)
        session.selection.changed.connect(self.update)
        session.view.ghost_changed.connect(self.update)
        side.zoomed.connect(self.update)

    def paintEvent(self, event: QPaintEvent) -> None:
        del event
        analysis, t = self.session.analysis, self.theme
        with QPainter(self) as painter:
            painter.fillRect(self.rect(), colour(t.paper))
            if not analysis.assembly.ids or analysis.support is None:
                return
            painter.setRenderHint(QPainter.RenderHint.Antialiasing)
            band = self.side.support_band()
            painter.fillRect(QRectF(band[0], 0, band[1] - band[0], BEAM_PX), colour(t.hold_wash))
            middle = self.side.place_px(analysis.support.datum_m).x()
            self._paint_plumb(painter)
            self._paint_weights(painter)
            self._paint_scale(painter, middle)
            self._paint_moments(painter, middle)

    def _paint_plumb(self, painter: QPainter) -> None:
        analysis, t = self.session.analysis, self.theme
        rests = analysis.status == "rests"
        x = self.side.place_px(analysis.weighed_cg_m).x()
        sd = 0.0 if analysis.fore_aft is None else analysis.fore_aft.sd_m
        haze = max(sd * 1000 * self.side.scale, 1.0)
        painter.fillRect(QRectF(x - haze, 0, 2 * haze, BEAM_PX), colour(t.hold_wash if rests else t.tip_wash, 170))
        painter.setPen(QPen(colour(t.hold if rests else t.tip), 1.6))
        painter.drawLine(QPointF(x, 0), QPointF(x, BEAM_PX))

    def _paint_weights(self, painter: QPainter) -> None:
        """Heaviest first, each on the lowest level where it finds room, as one would stack them."""
        analysis, t = self.session.analysis, self.theme
        stood: list[tuple[float, float, float]] = []
        carried = set(self.session.setup.subtree(self.session.selection.id)) if self.session.selection.id else set()
        boxes: list[tuple[str, QRectF, str]] = []
        masses: list[float] = analysis.assembly.masses_kg.tolist()
        moments: list[float] = analysis.moments_nm.tolist()
        forward_mm: list[float] = (analysis.assembly.cgs_m[:, 0] * 1000).tolist()
        rows = sorted((row for row in range(len(masses)) if analysis.weighed[row]), key=lambda row: -masses[row])
        for row in rows:
            x = self.side.to_px(forward_mm[row], 0).x()
            size = max(PX_PER_SQRT_KG * math.sqrt(masses[row]), 4.0)
            left, right = x - size / 2, x + size / 2
            floor = min([top for a, b, top in stood if b > left and a < right], default=BEAM_PX)
            box = QRectF(left, floor - size, size, size)
            stood.append((left, right, floor - size))
            moment = moments[row]
            value = t.quiet if abs(moment) < 0.02 else t.tip if moment > 0 else t.hold
            painter.setPen(QPen(colour(value), 1))
            painter.setBrush(colour(t.hold_wash if analysis.assembly.ids[row] in carried else t.card))
            painter.drawRect(box)
            boxes.append((analysis.assembly.parts[row].name, box, value))
        painter.setFont(font(11))
        taken = [_corners(box) for _, box, _ in boxes if box.top() < NAMES_END_PX]
        for name, box, value in boxes[:MOST_NAMES]:
            if box.width() >= LEAST_NAMED_PX:
                self._name(painter, name, box, value, taken)

    def _name(
        self, painter: QPainter, name: str, box: QRectF, value: str, taken: list[tuple[float, float, float, float]]
    ) -> None:
        """Write the name over its weight, on the first line with room for it; ``taken`` grows by its box."""
        wide = painter.fontMetrics().horizontalAdvance(name)
        left, right = box.center().x() - wide / 2, box.center().x() + wide / 2
        if left < 2 or right > self.width() - 2:
            return
        beside = [(top, bottom) for a, top, b, bottom in taken if b > left - 6 and a < right + 6]
        for line in (1.0, 17.0):
            if all(top >= line + 16 or bottom <= line for top, bottom in beside):
                break
        else:
            return
        place = QRectF(left, line, wide, 15)
        taken.append(_corners(place))
        painter.fillRect(place, colour(self.theme.paper, 190))
        painter.setPen(colour(value))
        painter.drawText(place, Qt.AlignmentFlag.AlignCenter, name)

    def _paint_scale(self, painter: QPainter, middle: float) -> None:
        t, us = self.theme, self.session.document.display == "us"
        painter.setPen(QPen(colour(t.ink), 1.8))
        painter.drawLine(QPointF(8, BEAM_PX), QPointF(self.width() - 8, BEAM_PX))
        unit_mm = M_PER_IN * 1000 if us else 1.0
        step = next(s for s in (1, 2, 5, 10, 20, 50, 100, 200, 500) if s * unit_mm * self.side.scale >= 58 or s == 500)
        painter.setFont(font(11))
        per_step = step * unit_mm * self.side.scale
        first, last = math.ceil((28 - middle) / per_step), math.floor((self.width() - 46 - middle) / per_step)
        for number in range(first, last + 1):
            x = middle + number * per_step
            painter.setPen(QPen(colour(t.quiet), 1))
            painter.drawLine(QPointF(x, BEAM_PX), QPointF(x, BEAM_PX + 5))
            if number:
                text = f"{number * step}".replace("-", "−")
                painter.drawText(QRectF(x - 30, BEAM_PX + 5, 60, 17), Qt.AlignmentFlag.AlignCenter, text)
        painter.drawText(
            QRectF(self.width() - 38, BEAM_PX + 5, 34, 17), Qt.AlignmentFlag.AlignRight, "in" if us else "mm"
        )
        painter.setPen(Qt.PenStyle.NoPen)
        painter.setBrush(colour(t.hold))
        corners = ((0, 1), (-11, 19), (11, 19))
        painter.drawPolygon(QPolygonF([QPointF(middle + x, BEAM_PX + y) for x, y in corners]))

    def _paint_moments(self, painter: QPainter, middle: float) -> None:
        analysis, t = self.session.analysis, self.theme
        forward, back = analysis.forward_nm, analysis.back_nm
        room = min(middle - 150, self.width() - middle - 170)
        per_nm = max(room, 40.0) / max(forward, back, 0.1)
        bar = QRectF(middle, BEAM_PX + 28, forward * per_nm, 15)
        painter.fillRect(bar, colour(t.tip))
        painter.fillRect(QRectF(middle - back * per_nm, bar.top(), back * per_nm, 15), colour(t.hold))
        painter.setFont(font(11))
        painter.setPen(colour(t.tip))
        unit = analysis.display
        painter.drawText(QPointF(bar.right() + 8, bar.bottom() - 2), f"forward {torque(forward, unit)}")
        painter.setPen(colour(t.hold))
        text = f"back {torque(back, unit)}"
        wide = painter.fontMetrics().horizontalAdvance(text)
        painter.drawText(QPointF(middle - back * per_nm - 8 - wide, bar.bottom() - 2), text)


def _corners(box: QRectF) -> tuple[float, float, float, float]:
    """Left, top, right, bottom."""
    return box.left(), box.top(), box.right(), box.bottom()
