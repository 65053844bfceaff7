"""A day as a tide table: scenes above, a band for each joint that tires, batteries that burn down, all on one clock."""

from __future__ import annotations

import math
from collections.abc import Iterator
from typing import Final

import numpy as np
from PySide6.QtCore import QPointF, QRectF, QSize, Qt, Signal
from PySide6.QtGui import QFontMetricsF, QKeyEvent, QMouseEvent, QPainterPath
from PySide6.QtWidgets import QSizePolicy, QWidget

from equilix.body.outings import REGION_OF
from equilix.day.charge import Piece
from equilix.day.course import Course
from equilix.day.day_words import clock, item_words
from equilix.day.marks import Mark
from equilix.day.schedule import Span
from equilix.day.tiring import Band
from equilix.document import Document
from equilix.facts import fact
from equilix.keys import RegionKey
from equilix.ui.stage.chart import Chart
from equilix.ui.stage.primitives import Anchor, Dot, Line, Primitive, Role, Shape, Tag, Text, Wash, margin_text, polygon
from equilix.ui.theme import enlarged, font
from equilix.ui.widgets.key_line import KeyLine
from equilix.words.language import say
from equilix.words.telling import begun, tell

LEFT_PX, RIGHT_PX, SCENES_PX, FOOT_PX = 172.0, 36.0, 44.0, 24.0
BAND_PX: Final = (24.0, 52.0)
"""How low and how high a band may be."""
PIECE_PX: Final = 22.0
LEAST_SHOWN: Final = 0.3
"""Bands that come less near to their limit are not drawn, but for the first of each operator."""
DRAG_PX: Final = 6.0


class DayChart(Chart):
    """``pointed``: at another minute; ``chosen``: an item, by its id; ``moved``: an item to another number."""

    pointed = Signal(float)
    chosen = Signal(str)
    moved = Signal(str, int)
    take_out = Signal()

    def __init__(self, parent: QWidget | None = None) -> None:
        super().__init__(parent)
        self.course: Course | None = None
        self.document: Document | None = None
        self.before: Course | None = None
        """The day as it is, beside one as it could be."""
        self.minute: float | None = None
        self.item = ""
        self._pressed: tuple[QPointF, str] | None = None
        self.dragged: tuple[str, float] | None = None
        """An item that is dragged, and to which minute."""
        self.setSizePolicy(QSizePolicy.Policy.Expanding, QSizePolicy.Policy.Ignored)
        self.setFocusPolicy(Qt.FocusPolicy.StrongFocus)
        KeyLine(self)
        self.setMouseTracking(True)
        self.setAccessibleName(say("The day, hour by hour"))

    def sizeHint(self) -> QSize:
        return QSize(800, 300)

    def show_day(
        self, course: Course | None, document: Document, item: str, said: str, before: Course | None = None
    ) -> None:
        """Show a day with one item chosen; ``said``: what goes wrong, for who cannot see it."""
        self.course, self.document, self.item, self.before = course, document, item, before
        self.setAccessibleDescription(said)
        if course is not None and self.dragged is not None and all(s.item.id != self.dragged[0] for s in course.spans):
            self.dragged = self._pressed = None  # what is held is gone
        self.update()

    def point_at(self, minute: float | None) -> None:
        """Ask how everything stands at a minute."""
        if minute != self.minute:
            self.minute = minute
            self.update()
            if minute is not None:
                self.pointed.emit(minute)

    # where things are

    def hours(self) -> tuple[int, int]:
        """The first and the last hour that is shown."""
        spans = () if self.course is None else self.course.spans
        begin = min((each.start_min - each.conversion_min for each in spans), default=480.0)
        end = max((max(each.end_min, each.start_min) for each in spans), default=1080.0)
        end = end if self.course is None else max(end, self.course.now_min)
        return math.floor(begin / 60), max(math.ceil((end + 1) / 60), math.floor(begin / 60) + 1)

    def across(self, minute: float, bounds: QRectF) -> float:
        """Where a minute is."""
        first, last = self.hours()
        wide = bounds.width() - LEFT_PX - RIGHT_PX
        return LEFT_PX + wide * (minute / 60 - first) / (last - first)

    def minute_at(self, x: float, bounds: QRectF) -> float:
        """Which minute is there."""
        first, last = self.hours()
        wide = bounds.width() - LEFT_PX - RIGHT_PX
        return min(max(60 * (first + (last - first) * (x - LEFT_PX) / max(wide, 1.0)), first * 60.0), last * 60.0)

    def shown(self) -> tuple[Band, ...]:
        """The bands that are drawn: by operator, what comes nearest to its limit first."""
        bands = () if self.course is None else self.course.worse
        ordered = sorted(bands, key=lambda band: -band.most)
        first = {band.operator: band for band in reversed(ordered)}
        kept = [band for band in ordered if band.most >= LEAST_SHOWN or first[band.operator] is band]
        return tuple(sorted(kept, key=lambda band: (band.operator, -band.most)))

    def rows(self, bounds: QRectF) -> tuple[list[tuple[Band, QRectF]], list[tuple[Piece, QRectF]]]:
        """The boxes of bands and batteries, as many bands as there is room for."""
        pieces = () if self.course is None else self.course.charge.pieces
        bands = self.shown()
        room = bounds.height() - SCENES_PX - FOOT_PX - PIECE_PX * len(pieces) - 6.0
        fit = min(len(bands), max(int(room // BAND_PX[0]), 1 if bands else 0))
        kept = sorted(sorted(bands, key=lambda band: -band.most)[:fit], key=bands.index)
        high = min(max(room / max(len(kept), 1), BAND_PX[0]), BAND_PX[1])
        wide, top = bounds.width() - LEFT_PX - RIGHT_PX, SCENES_PX
        found = [(band, QRectF(LEFT_PX, top + high * k, wide, high)) for k, band in enumerate(kept)]
        top += high * len(kept) + 6.0
        batteries = [(each, QRectF(LEFT_PX, top + PIECE_PX * k, wide, PIECE_PX)) for k, each in enumerate(pieces)]
        return found, batteries

    def box_of(self, span: Span, bounds: QRectF) -> QRectF:
        """The box of an item in the row of scenes."""
        left, right = self.across(span.start_min, bounds), self.across(span.end_min, bounds)
        return QRectF(left, 6.0, max(right - left, 3.0), SCENES_PX - 14.0)

    def item_at(self, place: QPointF) -> str:
        """The item there; empty where none is."""
        point = place / enlarged()
        if self.course is None or point.y() > SCENES_PX:
            return ""
        boxes = ((span, self.box_of(span, self.paper)) for span in self.course.spans)
        return next((span.item.id for span, box in boxes if box.adjusted(-3, -6, 3, 8).contains(point)), "")

    # drawing

    def made(self, bounds: QRectF) -> Iterator[Primitive]:
        if self.course is None or self.document is None:
            return
        bands, pieces = self.rows(bounds)
        low = pieces[-1][1].bottom() if pieces else bands[-1][1].bottom() if bands else SCENES_PX + 20.0
        yield from self._clock(bounds, low)
        for span in () if self.before is None else self.before.spans:
            if span.item.kind != "deadline":
                path = QPainterPath()
                path.addRect(self.box_of(span, bounds).translated(0.0, -4.0))
                yield Shape(path, "", "quiet", 1.2, "dash")
        for span in self.course.spans:
            yield from self._span(span, bounds, low)
        for band, box in bands:
            yield from self._band(band, box, bounds)
        for piece, box in pieces:
            yield from self._piece(piece, box, bounds)
        yield from self._so_far(bands, bounds, low)
        yield from self._marks(bands, pieces, bounds)
        if self.minute is not None:
            x = self.across(self.minute, bounds)
            yield Line((QPointF(x, 4.0), QPointF(x, low)), "ink", 1.2, "dot")
            yield Tag(QPointF(x, low), tell(clock(self.minute)))

    def _clock(self, bounds: QRectF, low: float) -> Iterator[Primitive]:
        first, last = self.hours()
        wide = (bounds.width() - LEFT_PX - RIGHT_PX) / (last - first)
        step = next((each for each in (1, 2, 3, 4, 6, 12, 24) if wide * each >= LEAST_HOUR_PX), 24)
        for hour in range(first, last + 1):
            x = self.across(hour * 60.0, bounds)
            yield Line((QPointF(x, 2.0), QPointF(x, low)), "rule", 1.0)
            if (hour - first) % step == 0:
                yield margin_text(
                    QPointF(x, low + 17.0), tell(clock(hour * 60.0)), "middle" if hour < last else "right"
                )

    def _span(self, span: Span, bounds: QRectF, low: float) -> Iterator[Primitive]:
        assert self.document is not None  # what is drawn is of one
        box, held = self.box_of(span, bounds), self.dragged is not None and self.dragged[0] == span.item.id
        if held and self.dragged is not None:
            box.translate(self.across(self.dragged[1], bounds) - box.center().x(), 0.0)
        if span.conversion_min > 0:
            before = self.across(span.start_min - span.conversion_min, bounds)
            yield Wash(QRectF(before, box.top() + 8, max(box.left() - before, 1.0), box.height() - 16), "sand")
        name = begun(tell(item_words(span.item, self.document)))
        if span.item.kind == "deadline":
            tone: Role = "tip" if span.late_min > 0 else "ink"
            yield Line((QPointF(box.left(), 2.0), QPointF(box.left(), low)), tone, 2.0)
            room = bounds.width() - RIGHT_PX - box.left()
            anchor: Anchor = "left" if room > QFontMetricsF(font(as_is=True)).horizontalAdvance(name) + 12 else "right"
            aside = 5.0 if anchor == "left" else -5.0
            yield Text(QPointF(box.left() + aside, low - 4.0), name, tone, anchor=anchor)
            return
        path = QPainterPath()
        path.addRect(box)
        scene, chosen = span.item.kind == "scene", span.item.id == self.item
        edge: Role = "hold" if chosen else "ink" if scene else "quiet"
        yield Shape(path, "card" if scene else "sand", edge, 2.6 if chosen else 1.2)
        room = box.width() - 8.0
        if room > LEAST_NAME_PX:
            told = QFontMetricsF(font(as_is=True)).elidedText(name, Qt.TextElideMode.ElideRight, room)
            yield Text(
                QPointF(box.left() + 4.0, box.center().y() + 4.5), told, "ink", bold=False, fixed=True, bare=True
            )

    def _band(self, band: Band, box: QRectF, bounds: QRectF) -> Iterator[Primitive]:
        assert self.document is not None  # what is drawn is of one
        name = f"{short_name(band.operator, self.document)}: {tell(band.key)}"
        told = QFontMetricsF(font(as_is=True)).elidedText(begun(name), Qt.TextElideMode.ElideRight, LEFT_PX - 8.0)
        yield margin_text(QPointF(0.0, box.center().y() + 5.0), told)
        base, high = box.bottom() - 1.0, box.height() - 5.0
        minutes, shares = band.curve
        xs = np.array([self.across(minute, bounds) for minute in minutes.tolist()])
        ys = base - high * np.clip(shares, 0.0, 1.0)
        top = tuple(QPointF(x, y) for x, y in zip(xs.tolist(), ys.tolist(), strict=True))
        yield Shape(polygon(QPointF(top[0].x(), base), *top, QPointF(top[-1].x(), base)), "hold_wash")
        yield Line(top, "hold", 1.4)
        yield Line((QPointF(box.left(), base), QPointF(box.right(), base)), "quiet", 1.0)
        for asked in band.asked:
            y = base - high * asked.limit
            ends = QPointF(self.across(asked.start_min, bounds), y), QPointF(self.across(asked.end_min, bounds), y)
            yield Line(ends, "tip", 1.4)

    def _piece(self, piece: Piece, box: QRectF, bounds: QRectF) -> Iterator[Primitive]:
        metrics, number = QFontMetricsF(font(as_is=True)), f" {piece.number}"
        room = LEFT_PX - 10.0 - metrics.horizontalAdvance(number)
        told = metrics.elidedText(begun(piece.part.name), Qt.TextElideMode.ElideRight, room)
        yield margin_text(QPointF(0.0, box.center().y() + 5.0), f"{told}{number}")
        base, high = box.bottom() - 2.0, box.height() - 5.0
        yield Line((QPointF(box.left(), base), QPointF(box.right(), base)), "rule", 1.0)
        for burn in piece.burns:
            left, right = self.across(burn.start_min, bounds), self.across(burn.end_min, bounds)
            corners = (
                QPointF(left, base), QPointF(left, base - high * burn.start), QPointF(right, base - high * burn.end),
                QPointF(right, base),
            )  # fmt: skip
            yield Shape(polygon(*corners), "sand", "ink", 1.0)

    def _so_far(self, bands: list[tuple[Band, QRectF]], bounds: QRectF, low: float) -> Iterator[Primitive]:
        """Of a day that has begun: what is past lies in shade up to now; what hurt, with how much."""
        assert self.course is not None  # what is drawn is of one
        now = self.course.now_min
        if not math.isfinite(now):
            return
        x = self.across(now, bounds)
        yield Wash(QRectF(LEFT_PX, 2.0, max(x - LEFT_PX, 0.0), low - 2.0), "quiet", 26)
        yield Line((QPointF(x, 2.0), QPointF(x, low)), "hold", 2.2)
        for hurt in self.course.told.hurts:
            at = QPointF(self.across(hurt.at_min, bounds), self._felt_at(hurt.key, bands))
            yield Dot(at, 4.5, "tip", "card", 1.0)
            yield Text(at + QPointF(8.0, 5.0), str(hurt.score), "tip")

    @staticmethod
    def _felt_at(key: RegionKey, bands: list[tuple[Band, QRectF]]) -> float:
        """The row of a joint that is felt there; else that of the scenes."""
        found = (box.center().y() for band, box in bands if REGION_OF[band.joint] == key[0])
        return next(found, SCENES_PX - 6.0)

    def _marks(
        self, bands: list[tuple[Band, QRectF]], pieces: list[tuple[Piece, QRectF]], bounds: QRectF
    ) -> Iterator[Primitive]:
        """A numbered triangle at what goes wrong, in the row that it belongs to; numbers as in the list."""
        assert self.course is not None  # what is drawn is of one
        for number, mark in enumerate(self.course.marks, start=1):
            at = QPointF(self.across(mark.minute, bounds), self._height(mark, bands, pieces))
            yield Shape(polygon(at + QPointF(0, -9), at + QPointF(9, 7), at + QPointF(-9, 7)), "tip", "card", 1.0)
            yield Text(at + QPointF(11.0, 6.0), str(number), "tip")

    @staticmethod
    def _height(mark: Mark, bands: list[tuple[Band, QRectF]], pieces: list[tuple[Piece, QRectF]]) -> float:
        for band, box in bands:
            if mark.band is not None and (band.operator, band.joint) == (mark.band.operator, mark.band.joint):
                return box.top() + 9.0
        for piece, box in pieces:
            if piece.part is mark.part and mark.minute in piece.died:
                return box.center().y()
        return SCENES_PX - 6.0

    # gestures

    def mousePressEvent(self, event: QMouseEvent) -> None:
        """Choose an item, or point at a minute."""
        item = self.item_at(event.position())
        self._pressed = (event.position(), item) if item else None
        if item:
            self.chosen.emit(item)
        self.point_at(self.minute_at(event.position().x() / enlarged(), self.paper))

    def mouseMoveEvent(self, event: QMouseEvent) -> None:
        """Point at the minute under the mouse; with an item held, drag it."""
        minute = self.minute_at(event.position().x() / enlarged(), self.paper)
        if self._pressed is not None and event.buttons() & Qt.MouseButton.LeftButton:
            if self.dragged is not None or abs(event.position().x() - self._pressed[0].x()) > DRAG_PX:
                self.dragged = self._pressed[1], minute
                self.update()
            return
        self.point_at(minute)

    def mouseReleaseEvent(self, event: QMouseEvent) -> None:
        """Let an item go where it is held."""
        del event
        dragged, self.dragged, self._pressed = self.dragged, None, None
        if dragged is not None and self.course is not None:
            self.moved.emit(dragged[0], self._number_at(dragged[0], dragged[1]))
        self.update()

    def _number_at(self, item: str, minute: float) -> int:
        """Which number an item has on the day when it is let go at a minute: behind all whose middle is before that."""
        assert self.course is not None  # who drags has one
        rest = [each.id for each in self.course.day.items if each.id != item]
        middles = {span.item.id: (span.start_min + span.end_min) / 2 for span in self.course.spans}
        return max((k for k, key in enumerate(rest, 1) if middles.get(key, math.inf) < minute), default=0)

    def leaveEvent(self, event: object) -> None:
        del event
        if self.dragged is None and not self.hasFocus():
            self.point_at(None)

    def keyPressEvent(self, event: QKeyEvent) -> None:
        """Left and right go by a minute (Shift: ten), up and down from item to item; with Ctrl the item moves."""
        if event.key() == Qt.Key.Key_Escape and self.dragged is not None:
            self.dragged = self._pressed = None
            self.update()
            return
        spans = () if self.course is None else self.course.spans
        step = {Qt.Key.Key_Left: -1, Qt.Key.Key_Right: 1}.get(Qt.Key(event.key()))
        along = {Qt.Key.Key_Up: -1, Qt.Key.Key_Down: 1}.get(Qt.Key(event.key()))
        ids = [] if self.course is None else [each.id for each in self.course.day.items]
        if step is not None and event.modifiers() & Qt.KeyboardModifier.ControlModifier and self.item in ids:
            self.moved.emit(self.item, ids.index(self.item) + step)
        elif step is not None and spans:
            by = 10 if event.modifiers() & Qt.KeyboardModifier.ShiftModifier else 1
            first, last = self.hours()
            begin = spans[0].start_min if self.minute is None else round(self.minute) + step * by
            self.point_at(min(max(begin, first * 60.0), last * 60.0))
        elif along is not None and ids:
            at = ids.index(self.item) + along if self.item in ids else 0
            self.chosen.emit(ids[min(max(at, 0), len(ids) - 1)])
        elif event.key() == Qt.Key.Key_Delete and self.item in ids:
            self.take_out.emit()
        else:
            super().keyPressEvent(event)


LEAST_HOUR_PX, LEAST_NAME_PX = 60.0, 18.0


def short_name(operator_id: str, document: Document) -> str:
    """The first word of an operator's name, where no other begins with it; else all of it; of nobody: somebody."""
    operator = document.operators_by_id.get(operator_id)
    if operator is None:
        return tell(fact("notebook.nobody"))
    first = operator.name.split()[0] if operator.name.split() else operator.name
    others = [each.name.split()[:1] for each in document.operators if each is not operator]
    return operator.name if [first] in others else first
