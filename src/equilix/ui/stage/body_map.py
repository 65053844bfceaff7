"""Somebody seen from behind, with a mark on every region: what was felt there, and what was predicted.

A disc as large as the score, with its figure in it; a dashed ring as large as what is predicted. From behind left is on
the left, and the back is there to be pointed at.
"""

from __future__ import annotations

from collections.abc import Iterator, Mapping
from typing import Final

import numpy as np
from numpy.typing import NDArray
from PySide6.QtCore import QPointF, QRectF, QSize, Qt, Signal
from PySide6.QtGui import QFontMetricsF, QKeyEvent, QMouseEvent, QPainterPath, QPolygonF, QTransform, QWheelEvent
from PySide6.QtWidgets import QSizePolicy, QWidget

from equilix.body.figure import BodyFigure, body_figure
from equilix.body.operators import Operator
from equilix.body.posture import stance_at
from equilix.keys import MOST_SCORE, REGIONS, RegionKey
from equilix.notebook.notebook_words import region_words
from equilix.ui.stage.accessible import Piece, tell_chosen
from equilix.ui.stage.chart import Chart
from equilix.ui.stage.contours import Contour, contours
from equilix.ui.stage.primitives import Dot, Primitive, Role, Shape, Text, margin_text
from equilix.ui.stage.projection import FRONT
from equilix.ui.theme import enlarged, font
from equilix.ui.widgets.announce import announce
from equilix.ui.widgets.key_line import KeyLine
from equilix.words.language import say
from equilix.words.quantities import fixed
from equilix.words.telling import begun, tell

Array = NDArray[np.float64]

SMALLEST_PX, LARGEST_PX = 8.0, 17.0
"""Radii of a mark: of nothing, and of all there is."""
BESIDE_M: Final = 0.10
TALL_M: Final = 0.06
"""Left free over the head and under the feet."""
LEAST_RING: Final = 0.5
HARD: Final = 7
"""From here on a score is drawn in full colour."""
ON_BACK: Final[Mapping[str, float]] = {"neck": -0.025, "upper-back": 0.095, "lower-back": 0.255}
"""Under the shoulder joints, of stature (estimates of a draughtsman)."""


class BodyMap(Chart):
    """``scored``: a region is given another score; ``chosen``: another one is pointed at. ``takes`` them."""

    scored = Signal(object, int)
    chosen = Signal()

    def __init__(self, *, takes: bool, parent: QWidget | None = None) -> None:
        super().__init__(parent)
        self.takes = takes
        self.operator = Operator(id="average", name="average")
        self.figure = _standing(self.operator)
        self.felt: Mapping[RegionKey, int] | None = None
        self.predicted: Mapping[RegionKey, float] = {}
        self.key: RegionKey | None = None
        self.setSizePolicy(QSizePolicy.Policy.Expanding, QSizePolicy.Policy.Expanding)
        self.setFocusPolicy(Qt.FocusPolicy.StrongFocus)
        KeyLine(self)
        self.setCursor(Qt.CursorShape.PointingHandCursor)

    def sizeHint(self) -> QSize:
        return QSize(260, 420)

    def show_body(
        self, operator: Operator, felt: Mapping[RegionKey, int] | None, predicted: Mapping[RegionKey, float]
    ) -> None:
        """Show somebody: what was felt (none: not asked), and what was predicted, 0 to 10."""
        if operator != self.operator:
            self.operator, self.figure = operator, _standing(operator)
        before, self.felt, self.predicted = self._now, felt, predicted
        if self.key is not None and self.hasFocus() and self._now != before:
            announce(self, region_said(self.key, self._now, predicted.get(self.key)))
        said = ", ".join(f"{tell(region_words(key))} {score}" for key, score in (felt or {}).items() if score)
        self.setAccessibleDescription(said or say("nothing hurts"))
        self.update()

    def point_at(self, key: RegionKey | None) -> None:
        """Point at a region."""
        if key != self.key:
            self.key = key
            self.update()
            tell_chosen(self)
            self.chosen.emit()

    # where things are

    def _onto(self, bounds: QRectF) -> QTransform:
        """From m on the paper, seen from the front, to pixels, seen from behind."""
        top, low = float(self.figure.top_m[2]) + TALL_M, self.figure.ground_z - TALL_M
        wide = 2 * (float(np.abs([arm.hand_m[1] for arm in self.figure.arms]).max()) + BESIDE_M)
        scale = min(bounds.height() / (top - low), bounds.width() / wide)
        middle = (top + low) / 2
        return QTransform(-scale, 0.0, 0.0, -scale, bounds.center().x(), bounds.center().y() + middle * scale)

    def places(self, bounds: QRectF | None = None) -> dict[RegionKey, QPointF]:
        """Where each region is, in pixels of the paper."""
        onto = self._onto(self.paper if bounds is None else bounds)
        return {key: onto.map(QPointF(float(at[1]), float(at[2]))) for key, at in _regions(self.figure).items()}

    def pieces(self) -> list[Piece]:
        """Every region with what was felt there and what was predicted."""
        found, half = [], LARGEST_PX
        for key, at in self.places().items():
            said = region_said(key, None if self.felt is None else self.felt.get(key, 0), self.predicted.get(key))
            box = self.on_widget(QRectF(at.x() - half, at.y() - half, 2 * half, 2 * half))
            found.append(Piece(said, "row", box, selected=key == self.key))
        return found

    # drawing

    def made(self, bounds: QRectF) -> Iterator[Primitive]:
        onto = self._onto(bounds)
        for piece in contours(self.figure, FRONT):
            yield from _drawn(piece, onto)
        for key, at in self.places(bounds).items():
            yield from self._mark(key, at)
        shoulders = self.places(bounds)
        for side, anchor, word in (("left", "right", say("left")), ("right", "left", say("right"))):
            away = -1.0 if side == "left" else 1.0
            at = shoulders["shoulder", side] + QPointF(away * 30.0, -22.0)  # type: ignore[index]
            wide = away * (QFontMetricsF(font(as_is=True)).horizontalAdvance(word) + 6.0)
            if bounds.left() < at.x() + wide < bounds.right():
                yield margin_text(at, word, anchor)  # type: ignore[arg-type]

    def _mark(self, key: RegionKey, at: QPointF) -> Iterator[Primitive]:
        score, said = (self.felt or {}).get(key, 0), self.predicted.get(key, 0.0)
        if key == self.key:
            yield Dot(at, radius(max(score, said)) + 5.0, "", "hold", 2.2)
        fill: Role = "tip" if score >= HARD else "tip_wash"
        if score:
            yield Dot(at, radius(score), fill, "tip", 1.6)
        else:
            yield Dot(at, 4.5, "card", "hold" if self.felt is not None else "quiet", 1.4)
        if said >= LEAST_RING:
            yield Dot(at, radius(said), "", "ink", 1.4, "dash")
        if score:
            ink: Role = "card" if score >= HARD else "ink"
            yield Text(at + QPointF(0.0, 5.0), str(score), ink, anchor="middle", fixed=True, bare=True)

    # pointing and scoring

    def _score(self, score: int) -> None:
        if self.takes and self.key is not None:
            self.scored.emit(self.key, min(max(score, 0), MOST_SCORE))

    @property
    def _now(self) -> int:
        return (self.felt or {}).get(self.key, 0) if self.key is not None else 0

    def _at(self, place: QPointF) -> RegionKey | None:
        """The region nearest to a place, unless it is far off."""
        point = place / enlarged()
        places = self.places()
        near = min(REGIONS, key=lambda key: (places[key] - point).manhattanLength())
        return near if (places[near] - point).manhattanLength() < 3 * LARGEST_PX else None

    def mousePressEvent(self, event: QMouseEvent) -> None:
        """Point at a region; once more on the one that is pointed at: a little worse, from the worst to nothing."""
        key = self._at(event.position())
        if key is None:
            return
        if key == self.key and self.takes:
            self._score((self._now + STEP) if self._now < MOST_SCORE else 0)
        self.point_at(key)

    def mouseDoubleClickEvent(self, event: QMouseEvent) -> None:
        """Two clicks in a breath are two clicks."""
        self.mousePressEvent(event)

    def wheelEvent(self, event: QWheelEvent) -> None:
        """Over the region that is pointed at: better or worse by one; elsewhere whoever scrolls the page has it."""
        if self.takes and self.key is not None and self._at(event.position()) == self.key and event.angleDelta().y():
            self._score(self._now + (1 if event.angleDelta().y() > 0 else -1))
        else:
            event.ignore()

    def keyPressEvent(self, event: QKeyEvent) -> None:
        """Up and down go from region to region; right and left, or a figure, give it a score; 0 after 1 makes 10."""
        key, text = event.key(), event.text()
        step = {Qt.Key.Key_Down: 1, Qt.Key.Key_Up: -1}.get(Qt.Key(key))
        if step is not None:
            at = -1 if self.key is None else REGIONS.index(self.key)
            self.point_at(REGIONS[max(at + step, 0) % len(REGIONS)] if at >= 0 else REGIONS[0])
        elif key in (Qt.Key.Key_Right, Qt.Key.Key_Left):
            self._score(self._now + (1 if key == Qt.Key.Key_Right else -1))
        elif text.isascii() and text.isdigit() and self.takes:
            self._score(MOST_SCORE if text == "0" and self._now == 1 else int(text))
        else:
            super().keyPressEvent(event)


STEP: Final = 2


def radius(score: float) -> float:
    """How large a mark of a score is, in pixels."""
    return SMALLEST_PX + (LARGEST_PX - SMALLEST_PX) * min(score, MOST_SCORE) / MOST_SCORE


def region_said(key: RegionKey, felt: int | None, predicted: float | None) -> str:
    """A region with its figures in words."""
    name = begun(tell(region_words(key)))
    if felt is None:
        return name if predicted is None else say("{region}: {predicted} predicted").format(
            region=name, predicted=fixed(predicted, 1)
        )  # fmt: skip
    if predicted is None:
        return say("{region}: {felt} (nothing is predicted there)").format(region=name, felt=felt)
    return say("{region}: {felt} ({predicted} predicted)").format(
        region=name, felt=felt, predicted=fixed(predicted, 1)
    )  # fmt: skip


def _standing(operator: Operator) -> BodyFigure:
    return body_figure(operator, stance_at(operator, np.zeros(3), 0.818 * operator.stature_m), (), "standing")


def _regions(figure: BodyFigure) -> dict[RegionKey, Array]:
    """Where each region is, in the frame of the body ``(3,)``, m."""
    middle, h = figure.stance.middle_m, figure.operator.stature_m
    found: dict[RegionKey, Array] = {}
    for region, down in ON_BACK.items():
        found[region, ""] = middle - np.array((0.0, 0.0, down * h))  # type: ignore[index]
    for arm in figure.arms:
        found["shoulder", arm.side], found["elbow", arm.side] = arm.shoulder_m, arm.elbow_m
        found["hand", arm.side] = arm.hand_m
    for leg in figure.legs:
        found["hip", leg.side] = leg.hip_m + np.array((0.0, np.sign(leg.hip_m[1]) * 0.02 * h, 0.0))
        found["knee", leg.side], found["foot", leg.side] = leg.knee_m, leg.ankle_m
    return {key: found[key] for key in REGIONS}


def _drawn(piece: Contour, onto: QTransform) -> Iterator[Primitive]:
    yield Shape(onto.map(_path(piece.outline)), "flesh")
    for edge in piece.edges:
        yield Shape(onto.map(_path(edge)), edge="body", width=1.3)


def _path(line_m: Array) -> QPainterPath:
    path = QPainterPath()
    path.addPolygon(QPolygonF([QPointF(x, y) for x, y in line_m.tolist()]))
    return path
