"""The power of a rig as a small diagram: batteries, and under each what it feeds; a drag leads a cable."""

from __future__ import annotations

from PySide6.QtCore import QPointF, QRectF, Qt, Signal
from PySide6.QtGui import QFocusEvent, QKeyEvent, QMouseEvent, QPainter, QPaintEvent, QPen
from PySide6.QtWidgets import QWidget

from equilix.power.network import Network
from equilix.ui.stage.accessible import Piece, tell_chosen
from equilix.ui.theme import PREP_ROOM, Theme, colour, font, grown
from equilix.ui.widgets.key_line import KeyLine
from equilix.words.language import say
from equilix.words.quantities import fixed

ROW_PX, INDENT_PX, BOX_PX = 34, 18, 27


class PowerDiagram(QWidget):
    """One line for each placement with an electric side, under what feeds it."""

    led = Signal(str, str)
    """A cable was dragged from one placement to another."""
    picked = Signal(str)

    def __init__(self, parent: QWidget | None = None) -> None:
        super().__init__(parent)
        self.network: Network | None = None
        self.theme: Theme = PREP_ROOM
        self.rows: list[tuple[str, int]] = []
        self._from: str | None = None
        self._at = QPointF()
        self._chosen: str | None = None
        """The line that the arrow keys are on."""
        self.setMouseTracking(True)
        self.setFocusPolicy(Qt.FocusPolicy.StrongFocus)
        KeyLine(self)
        self.setAccessibleName(say("Power: who feeds whom. Enter begins a cable and ends it, Esc drops it"))

    def show_network(self, network: Network, theme: Theme) -> None:
        """Show who feeds whom."""
        self.network, self.theme = network, theme
        self.rows = []
        fed = set(network.fed_by)
        electric = [p.id for p in network.setup.placements if network.part(p.id).electric is not None]

        def walk(placement_id: str, depth: int) -> None:
            self.rows.append((placement_id, depth))
            for child in network.children.get(placement_id, ()):
                walk(child, depth + 1)

        roots = [each for each in electric if each not in fed]
        for each in sorted(roots, key=lambda key: network.part(key).energy_wh <= 0):
            walk(each, 0)
        if self._from not in [key for key, _ in self.rows]:  # what was dragged is not there any more
            self._from = None
        self.setFixedHeight(round(max(len(self.rows) * grown(ROW_PX) + 6, 40)))
        told = (f"{network.part(key).name} {_fed_by(network, key)}".strip() for key, _ in self.rows)
        self.setAccessibleDescription("; ".join(told))
        self.update()

    def pieces(self) -> list[Piece]:
        """Every line with what feeds it and what goes through it."""
        network = self.network
        if network is None:
            return []
        found, troubled = [], _troubled(network)
        for number, (key, _) in enumerate(self.rows):
            said = ", ".join(filter(None, (_amount(network, key), _fed_by(network, key))))
            name = f"{'▲ ' if key in troubled else ''}{network.part(key).name}"
            found.append(Piece(name, "row", self.box(number), said, key == self._chosen))
        return found

    def box(self, number: int) -> QRectF:
        """Where a line's box is."""
        left = 2 + self.rows[number][1] * INDENT_PX
        return QRectF(left, 3 + number * grown(ROW_PX), self.width() - left - 4, grown(BOX_PX))

    def at(self, point: QPointF) -> str | None:
        """The placement under a point."""
        return next((key for k, (key, _) in enumerate(self.rows) if self.box(k).contains(point)), None)

    def focusInEvent(self, event: QFocusEvent) -> None:
        """The keys are on a line from the first moment, and are seen there."""
        super().focusInEvent(event)
        if self.rows and self._chosen not in [key for key, _ in self.rows]:
            self._chosen = self.rows[0][0]
            tell_chosen(self)

    def mousePressEvent(self, event: QMouseEvent) -> None:
        self._from = self.at(event.position())
        self._at = event.position()
        if self._from is not None:
            self.picked.emit(self._from)
        self.update()

    def keyPressEvent(self, event: QKeyEvent) -> None:
        """Up and down go from line to line; Enter begins a cable at one and ends it at another; Esc drops it."""
        keys = [key for key, _ in self.rows]
        step = {Qt.Key.Key_Up: -1, Qt.Key.Key_Down: 1}.get(Qt.Key(event.key()))
        if step is not None and keys:
            place = keys.index(self._chosen) + step if self._chosen in keys else (0 if step > 0 else len(keys) - 1)
            self._chosen = keys[min(max(place, 0), len(keys) - 1)]
            self._at = self.box(keys.index(self._chosen)).center()
            tell_chosen(self)
            if self._from is None:
                self.picked.emit(self._chosen)
        elif event.key() in (Qt.Key.Key_Return, Qt.Key.Key_Enter) and self._chosen in keys:
            if self._from is None:
                self._from = self._chosen
            else:
                start, self._from = self._from, None
                if start != self._chosen:
                    self.led.emit(start, self._chosen)
        elif event.key() == Qt.Key.Key_Escape and self._from is not None:
            self._from = None
        else:
            super().keyPressEvent(event)
            return
        self.update()

    def mouseMoveEvent(self, event: QMouseEvent) -> None:
        if self._from is not None:
            self._at = event.position()
            self.update()

    def mouseReleaseEvent(self, event: QMouseEvent) -> None:
        start, end = self._from, self.at(event.position())
        self._from = None
        self.update()
        if start is not None and end is not None and start != end:
            self.led.emit(start, end)

    def paintEvent(self, event: QPaintEvent) -> None:
        del event
        network, t = self.network, self.theme
        if network is None:
            return
        with QPainter(self) as painter:
            painter.setRenderHint(QPainter.RenderHint.Antialiasing)
            painter.setFont(font(11))
            troubled = _troubled(network)
            places = {key: self.box(k) for k, (key, _) in enumerate(self.rows)}
            for feed in network.feeds:
                if feed.source in places and feed.device in places:
                    a, b = places[feed.source], places[feed.device]
                    x = a.left() + 8
                    painter.setPen(QPen(colour(t.hold), 2.0 if feed.cable is not None else 3.5))
                    painter.drawPolyline(
                        [QPointF(x, a.bottom()), QPointF(x, b.center().y()), QPointF(b.left(), b.center().y())]
                    )
            for key, box in places.items():
                part = network.part(key)
                bad = key in troubled
                painter.setPen(QPen(colour(t.tip if bad else t.quiet), 2 if bad else 1))
                painter.setBrush(colour(t.sand if part.energy_wh > 0 else t.card))
                painter.drawRect(box)
                if self.hasFocus() and key == self._chosen:
                    painter.setPen(QPen(colour(t.hold), 2.5))
                    painter.drawRect(box.adjusted(-1, -1, 1, 1))
                painter.setPen(colour(t.tip if bad else t.ink))
                amount = _amount(network, key)
                wide = painter.fontMetrics().horizontalAdvance(amount)
                name = painter.fontMetrics().elidedText(
                    f"{'▲ ' if bad else ''}{part.name}", Qt.TextElideMode.ElideRight, int(box.width() - wide - 22)
                )
                painter.drawText(box.adjusted(7, 0, 0, 0), Qt.AlignmentFlag.AlignVCenter, name)
                painter.drawText(
                    box.adjusted(0, 0, -7, 0), Qt.AlignmentFlag.AlignVCenter | Qt.AlignmentFlag.AlignRight, amount
                )
            if self._from is not None and self._from in places:
                painter.setPen(QPen(colour(t.hold), 2.5, Qt.PenStyle.DashLine))
                painter.drawLine(places[self._from].center(), self._at)


def _troubled(network: Network) -> set[str]:
    return {trouble.placement for trouble in network.troubles if trouble.bad}


def _fed_by(network: Network, key: str) -> str:
    """What feeds it; empty where nothing does."""
    feed = network.fed_by.get(key)
    return "" if feed is None else say("fed by {part}").format(part=network.part(feed.source).name)


def _amount(network: Network, key: str) -> str:
    """What goes through it, and at which voltage."""
    load = network.loads[key]
    return f"{fixed(load.through_w, 0)} W" + (f" {fixed(load.volts, 1)} V" if load.volts > 0 else "")
