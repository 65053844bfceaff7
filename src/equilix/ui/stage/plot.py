"""A chart with axes whose reading follows the mouse or the arrow keys, in the look of the house.

Axes, scales and lines are pyqtgraph's, which takes half a second to load: nobody imports this before a chart is shown.
Texts are placed with the house's own placer, so that none lies on another.
"""

from __future__ import annotations

import bisect
from collections.abc import Callable, Sequence
from typing import Final

import numpy as np
import pyqtgraph
from msgspec.structs import replace
from numpy.typing import NDArray
from PySide6.QtCore import QPointF, QRectF, QSize, Qt
from PySide6.QtGui import QFocusEvent, QFontMetricsF, QKeyEvent, QMouseEvent, QPainter, QPainterPath, QWheelEvent
from PySide6.QtWidgets import QFrame, QWidget

from equilix.ui.stage.accessible import Piece
from equilix.ui.stage.labels import Placed, place
from equilix.ui.stage.painting import DASHES, paint, paint_texts
from equilix.ui.stage.primitives import Dot, Line, Primitive, Role, Shape, Text
from equilix.ui.stage.ticks import figure
from equilix.ui.theme import PREP_ROOM, Theme, colour, enlarged, font, grown
from equilix.ui.widgets.announce import describe

TALL_PX: Final = 186
HEAD_PX: Final = 46
"""The title, and under it the reading."""
LEFT_PX: Final = 30
"""The figures of the upright axis, whatever they are: charts under each other begin at the same place."""
FOOT_PX: Final = 20


class _Axis(pyqtgraph.AxisItem):  # type: ignore[misc]
    """Figures as the house writes them."""

    def tickStrings(self, values: Sequence[float], scale: float, spacing: float) -> list[str]:
        del spacing
        return [figure(round(value * scale, 6)) for value in values]


class Plot(pyqtgraph.PlotWidget):  # type: ignore[misc]
    """``read``: what the chart says at a place along it; ``stops``: where the arrow keys stop, in order."""

    def __init__(self, parent: QWidget | None = None) -> None:
        self.left, self.bottom = _Axis("left"), _Axis("bottom")
        super().__init__(parent, axisItems={"left": self.left, "bottom": self.bottom}, enableMenu=False)
        menu = self.plotItem.ctrlMenu
        menu.setParent(self, menu.windowFlags())  # it is never shown, and would belong to nobody
        self.theme: Theme = PREP_ROOM
        self.title, self.unit = "", ""
        self.read: Callable[[float], tuple[float, str]] | None = None
        """From a place along the chart to the value there and both in words."""
        self.stops: Sequence[float] = ()
        self.at: float | None = None
        """What is read at now."""
        self.over: Sequence[Primitive] = ()
        """What lies over the lines, on the axes' scale: places of primitives are values."""
        self.setFrameShape(QFrame.Shape.NoFrame)
        self.hideButtons()
        self.setMouseEnabled(x=False, y=False)
        self.setFocusPolicy(Qt.FocusPolicy.StrongFocus)
        self.setMouseTracking(True)
        self.setMinimumWidth(200)
        self.setFixedHeight(round(grown(TALL_PX)))
        self.plotItem.layout.setContentsMargins(2, grown(HEAD_PX), 10, grown(14))
        self.left.setWidth(grown(LEFT_PX))
        self.bottom.setHeight(grown(FOOT_PX))
        for axis in (self.left, self.bottom):
            axis.setStyle(tickFont=font(11), tickLength=-5, autoExpandTextSpace=False)

    def sizeHint(self) -> QSize:
        return QSize(300, round(grown(TALL_PX)))

    def wear(self, theme: Theme) -> None:
        """Draw in another theme."""
        self.theme = theme
        self.setBackground(colour(theme.paper))
        for axis in (self.left, self.bottom):
            axis.setPen(pyqtgraph.mkPen(colour(theme.quiet), width=1.0))
            axis.setTextPen(pyqtgraph.mkPen(colour(theme.quiet)))

    def begin(self, title: str, unit: str, theme: Theme) -> None:
        """An empty chart."""
        self.clear()
        self.title, self.unit, self.at, self.over, self.read, self.stops = title, unit, None, (), None, ()
        self.wear(theme)

    def scale(self, x: tuple[float, float], y: tuple[float, float]) -> None:
        """From where to where the axes go."""
        self.setRange(xRange=x, yRange=y, padding=0.0, disableAutoRange=True)

    def line(self, xs: NDArray[np.float64], ys: NDArray[np.float64], role: Role, width: float = 2.0) -> None:
        """A line through points ``(n,)``, ``(n,)``."""
        self.plot(xs, ys, pen=pyqtgraph.mkPen(colour(getattr(self.theme, role)), width=width), antialias=True)

    def upright(self, x: float, role: Role) -> None:
        """A dashed line across the chart."""
        pen = pyqtgraph.mkPen(colour(getattr(self.theme, role)), width=1.4, style=DASHES["dash"])
        self.addItem(pyqtgraph.InfiniteLine(x, pen=pen))

    def to_px(self, x: float, y: float) -> QPointF:
        """Where two values are on the widget."""
        return QPointF(self.plotItem.vb.mapViewToScene(QPointF(x, y)))

    # reading

    def read_at(self, x: float | None) -> None:
        """Read there, or no more; said to those who cannot see it too."""
        self.at = x
        describe(self, "" if x is None or self.read is None else self.read(x)[1])
        self.viewport().update()

    def mouseMoveEvent(self, event: QMouseEvent) -> None:
        low, high = self.plotItem.vb.viewRange()[0]
        x = float(self.plotItem.vb.mapSceneToView(event.position()).x())
        self.read_at(min(max(x, low), high) if self.read is not None else None)

    def leaveEvent(self, event: object) -> None:
        super().leaveEvent(event)
        self.read_at(None)

    def focusOutEvent(self, event: QFocusEvent) -> None:
        super().focusOutEvent(event)
        self.read_at(None)

    def keyPressEvent(self, event: QKeyEvent) -> None:
        """Arrow keys go from stop to stop; the first from the middle."""
        step = {Qt.Key.Key_Left: -1, Qt.Key.Key_Right: 1}.get(Qt.Key(event.key()))
        if step is None or not self.stops:
            event.ignore()
            return
        if self.at is None:
            place = len(self.stops) // 2
        else:
            left, right = (
                bisect.bisect_left(self.stops, self.at - 1e-9),
                bisect.bisect_right(self.stops, self.at + 1e-9),
            )
            place = right if step > 0 else left - 1
        self.read_at(self.stops[min(max(place, 0), len(self.stops) - 1)])

    def wheelEvent(self, event: QWheelEvent) -> None:
        event.ignore()  # the column scrolls

    def mousePressEvent(self, event: QMouseEvent) -> None:
        self.setFocus()
        event.accept()

    def mouseReleaseEvent(self, event: QMouseEvent) -> None:
        event.accept()

    # painting

    def foreground(self) -> list[Primitive]:
        """Title, unit and reading, and the places of what lies over the lines, in pixels."""
        room = int(self.width()) - 6
        title = QFontMetricsF(font(11)).elidedText(self.title, Qt.TextElideMode.ElideRight, room)
        found: list[Primitive] = [Text(QPointF(0, grown(15)), title, "quiet", bold=False, fixed=True, bare=True)]
        foot = QPointF(float(self.width()) - 4, float(self.height()) - grown(5))
        found.append(Text(foot, self.unit, "quiet", bold=False, anchor="right", fixed=True, bare=True))
        found += [each for each in self._over() if not isinstance(each, Text)]
        if self.at is not None and self.read is not None:
            value, said = self.read(self.at)
            at = self.to_px(self.at, value)
            top, low = (self.to_px(self.at, y).y() for y in reversed(self.plotItem.vb.viewRange()[1]))
            found.append(Line((QPointF(at.x(), top), QPointF(at.x(), low)), "quiet", 1.0))
            found.append(Dot(at, 4.0, "card", "ink", 1.6))
            found.append(Text(QPointF(0, grown(36)), said, "ink", fixed=True, bare=True))
        return found

    def _over(self) -> list[Primitive]:
        return [_moved(each, self.to_px) for each in self.over]

    def pieces(self) -> list[Piece]:
        """Its texts where they stand."""
        return [Piece(each.text.text, "text", each.box) for each in self.placed()]

    def placed(self) -> list[Placed]:
        """The texts in their places: those of the lines between the axes, the others anywhere."""
        between = QRectF(self.plotItem.vb.sceneBoundingRect()).adjusted(-4.0, -14.0, 10.0, 0.0)
        fixed = place(self.foreground(), QRectF(self.rect()), enlarged())
        taken = [Shape(_box(each.box), keeps_off=True) for each in fixed]
        return [*fixed, *place([*taken, *self._over()], between, enlarged())]

    def drawForeground(self, painter: QPainter, rect: QRectF) -> None:
        super().drawForeground(painter, rect)
        painter.save()
        painter.setRenderHint(QPainter.RenderHint.Antialiasing)
        paint(painter, self.foreground(), self.theme, QRectF(self.rect()))
        paint_texts(painter, self.placed(), self.theme, enlarged())
        if self.hasFocus():
            painter.fillRect(QRectF(0, grown(20), min(60.0, self.width()), 2), colour(self.theme.hold))
        painter.restore()


def _box(box: QRectF) -> QPainterPath:
    path = QPainterPath()
    path.addRect(box)
    return path


def _moved(each: Primitive, to_px: Callable[[float, float], QPointF]) -> Primitive:
    if isinstance(each, Dot):
        return replace(each, at=to_px(each.at.x(), each.at.y()))
    assert isinstance(each, Text)
    aside = {"left": 9.0, "middle": 0.0, "right": -9.0}[each.anchor]
    return replace(each, at=to_px(each.at.x(), each.at.y()) + QPointF(aside, 4.0 if aside else -8.0))
