"""Endurance as something changes, and steadiness against endurance: small charts in the drawing's own line."""

from __future__ import annotations

from collections.abc import Sequence

import numpy as np
from PySide6.QtCore import QPointF, QRectF, Qt
from PySide6.QtGui import QPainter, QPaintEvent, QPen, QPolygonF
from PySide6.QtWidgets import QWidget

from equilix.fit.curves import Curve
from equilix.ui.theme import PREP_ROOM, Theme, colour, font
from equilix.units import Display
from equilix.words.language import say
from equilix.words.quantities import angle, duration, force, length, mass
from equilix.words.telling import tell

MOST_S = 3600.0
"""Longer than an hour is drawn at the upper edge: what matters is what tires sooner."""


class CurveChart(QWidget):
    """One curve: minutes over what changes, with a line where it is now."""

    def __init__(self, parent: QWidget | None = None) -> None:
        super().__init__(parent)
        self.curve: Curve | None = None
        self.theme: Theme = PREP_ROOM
        self.display: Display = "metric"
        self.setFixedHeight(118)

    def show_curve(self, curve: Curve, theme: Theme, display: Display) -> None:
        """Show a curve."""
        self.curve, self.theme, self.display = curve, theme, display
        best, worst = float(curve.y_s.max()), float(curve.y_s.min())
        ends = " to ".join(self._end(curve.unit, float(x)) for x in (curve.x.min(), curve.x.max()))
        self.setAccessibleName(
            say("{curve}, {ends}: lasts from {worst} to {best}").format(
                curve=tell(curve.title), ends=ends, worst=duration(worst), best=duration(best)
            )
        )
        self.update()

    def paintEvent(self, event: QPaintEvent) -> None:
        del event
        curve, t = self.curve, self.theme
        if curve is None:
            return
        with QPainter(self) as painter:
            painter.setRenderHint(QPainter.RenderHint.Antialiasing)
            painter.setFont(font(11))
            painter.setPen(colour(t.quiet))
            painter.drawText(QPointF(0, 12), tell(curve.title))
            area = QRectF(self.rect()).adjusted(2, 34, -4, -18)
            shown = np.minimum(curve.y_s, MOST_S)
            most = max(float(shown.max()), 60.0)
            low, high = float(curve.x.min()), float(curve.x.max())

            def at(x: float, y: float) -> QPointF:
                return QPointF(
                    area.left() + (x - low) / max(high - low, 1e-9) * area.width(),
                    area.bottom() - y / most * area.height(),
                )

            painter.setPen(QPen(colour(t.rule), 1))
            painter.drawLine(area.bottomLeft(), area.bottomRight())
            now = at(min(max(curve.now, low), high), 0)
            painter.setPen(QPen(colour(t.hold), 1.2, Qt.PenStyle.DashLine))
            painter.drawLine(now, QPointF(now.x(), area.top()))
            painter.setPen(QPen(colour(t.ink), 2))
            painter.drawPolyline(QPolygonF([at(float(x), float(y)) for x, y in zip(curve.x, shown, strict=True)]))
            painter.setPen(colour(t.ink))
            best = int(np.argmax(shown))
            text = duration(float(curve.y_s[best])) if shown[best] < MOST_S else say("an hour or more")
            wide = painter.fontMetrics().horizontalAdvance(text)
            top = at(float(curve.x[best]), float(shown[best]))
            painter.drawText(QPointF(min(max(top.x() - wide / 2, 0), self.width() - wide), 27), text)
            painter.setPen(colour(t.quiet))
            for x, align in ((low, Qt.AlignmentFlag.AlignLeft), (high, Qt.AlignmentFlag.AlignRight)):
                painter.drawText(QRectF(0, area.bottom() + 2, self.width() - 4, 16), align, self._end(curve.unit, x))

    def _end(self, unit: str, x: float) -> str:
        """What one end of the curve is, as the display says it."""
        if unit == "kg":
            return mass(x, self.display)
        said = angle(abs(x)) if unit == "°" else length(abs(x), self.display)
        return ("−" if x < 0 else "+") + said


Point = tuple[str, float, float]
"""Name, steadiness (inertia over that of the rig now), endurance in s."""


class SteadinessChart(QWidget):
    """The rig now and every school's plan: how steady over how long."""

    def __init__(self, parent: QWidget | None = None) -> None:
        super().__init__(parent)
        self.points: Sequence[Point] = ()
        self.theme: Theme = PREP_ROOM
        self.setFixedHeight(170)

    def show_points(self, points: Sequence[Point], theme: Theme) -> None:
        """Show the points; the first is the rig as it is."""
        self.points, self.theme = points, theme
        self.setAccessibleName(
            say("Steadiness against endurance: ") + "; ".join(f"{n}, {s:.2f}, {duration(e)}" for n, s, e in points)
        )
        self.update()

    def paintEvent(self, event: QPaintEvent) -> None:
        del event
        t = self.theme
        with QPainter(self) as painter:
            painter.setRenderHint(QPainter.RenderHint.Antialiasing)
            painter.setFont(font(11))
            painter.setPen(colour(t.quiet))
            painter.drawText(QPointF(0, 12), say("Steadier ↑, longer →"))
            if not self.points:
                return
            area = QRectF(self.rect()).adjusted(12, 26, -12, -12)
            steady = [s for _, s, _ in self.points]
            lasts = [min(e, MOST_S) for _, _, e in self.points]
            low, high = min(steady) - 0.03, max(steady) + 0.03
            least, most = 0.0, max(max(lasts) * 1.1, 60.0)
            painter.setPen(QPen(colour(t.rule), 1))
            painter.drawLine(area.bottomLeft(), area.bottomRight())
            painter.drawLine(area.bottomLeft(), area.topLeft())
            taken: list[QRectF] = []
            for number, (name, s, _) in enumerate(self.points):
                at = QPointF(
                    area.left() + (lasts[number] - least) / (most - least) * area.width(),
                    area.bottom() - (s - low) / (high - low) * area.height(),
                )
                value = t.tip if number == 0 else t.hold
                painter.setPen(QPen(colour(value), 2))
                painter.setBrush(colour(t.card if number == 0 else value))
                painter.drawEllipse(at, 5, 5)
                wide = painter.fontMetrics().horizontalAdvance(name)
                box = QRectF(
                    at.x() + 9 if at.x() + 12 + wide < self.width() else at.x() - 9 - wide, at.y() - 8, wide, 16
                )
                for shift in (0, -16, 16, -32, 32, -48, 48):
                    moved = box.translated(0, shift)
                    if 14 < moved.top() < self.height() - 14 and not any(moved.intersects(other) for other in taken):
                        box = moved
                        break
                taken.append(box)
                painter.drawText(box, Qt.AlignmentFlag.AlignCenter, name)


class FlowBar(QWidget):
    """Where the weight of the rig goes: a bar in parts, each with its words."""

    def __init__(self, parent: QWidget | None = None) -> None:
        super().__init__(parent)
        self.parts: Sequence[tuple[str, float]] = ()
        self.theme: Theme = PREP_ROOM
        self.display: Display = "metric"
        self.setFixedHeight(40)

    def _said(self, name: str, n: float) -> str:
        return f"{name} {force(n, self.display)}"

    def show_parts(self, parts: Sequence[tuple[str, float]], theme: Theme, display: Display) -> None:
        """Show shares in newtons, in the units of the display."""
        self.parts, self.theme, self.display = [part for part in parts if abs(part[1]) > 0.05], theme, display
        self.setAccessibleName(say("Where the weight goes: ") + ", ".join(self._said(*part) for part in self.parts))
        self.update()

    def paintEvent(self, event: QPaintEvent) -> None:
        del event
        total = sum(abs(n) for _, n in self.parts)
        if total <= 0:
            return
        t = self.theme
        with QPainter(self) as painter:
            painter.setFont(font(11))
            x, end, fills = 0.0, 0.0, (t.hold_wash, t.sand, t.tip_wash, t.glass)
            for number, (name, n) in enumerate(self.parts):
                wide = abs(n) / total * self.width()
                painter.fillRect(QRectF(x, 0, wide - 2, 18), colour(fills[number % len(fills)]))
                painter.setPen(colour(t.ink))
                text = self._said(name, n)
                room = painter.fontMetrics().horizontalAdvance(text)
                left = max(min(x, self.width() - room - 1), end)
                painter.drawText(QPointF(left, 33), text)
                end = left + room + 8
                x += wide
