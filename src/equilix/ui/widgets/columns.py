"""A list that stands in two columns where there is room for them, in the order in which it is read."""

from __future__ import annotations

from collections.abc import Sequence
from typing import Final

from PySide6.QtCore import QPoint, QRect, QSize, Qt
from PySide6.QtWidgets import QLayout, QLayoutItem, QWidget

TWO_FROM_PX: Final = 560
"""From this width on there are two."""


class Columns(QLayout):
    """Lays widgets under each other, and from :data:`TWO_FROM_PX` on in two columns that end nearly alike.

    The first column is filled before the second begins: what comes first is read first.
    """

    def __init__(self, parent: QWidget, spacing: int = 8) -> None:
        super().__init__(parent)
        self._items: list[QLayoutItem] = []
        self.setSpacing(spacing)
        self.setContentsMargins(0, 0, 0, 0)

    def insert_widget(self, place: int, widget: QWidget) -> None:
        """Put a widget in as the ``place``-th of the list."""
        self.addWidget(widget)
        self._items.insert(place, self._items.pop())
        self.invalidate()

    def put_in_order(self, widgets: Sequence[QWidget]) -> None:
        """Show these in this order; those that are there keep their place in the layout, new ones come into it."""
        there = {item.widget(): item for item in self._items}
        for widget in widgets:
            if widget not in there:
                self.addWidget(widget)
                there[widget] = self._items[-1]
        self._items = [there[widget] for widget in widgets]
        self.invalidate()

    def addItem(self, item: QLayoutItem) -> None:
        self._items.append(item)
        self.invalidate()

    def count(self) -> int:
        return len(self._items)

    def itemAt(self, index: int) -> QLayoutItem | None:
        return self._items[index] if 0 <= index < len(self._items) else None

    def takeAt(self, index: int) -> QLayoutItem | None:
        if not 0 <= index < len(self._items):
            return None
        self.invalidate()
        return self._items.pop(index)

    def expandingDirections(self) -> Qt.Orientation:
        return Qt.Orientation.Horizontal

    def hasHeightForWidth(self) -> bool:
        return True

    def heightForWidth(self, width: int) -> int:
        return self._arrange(QRect(0, 0, width, 0), place=False)

    def sizeHint(self) -> QSize:
        return QSize(self.minimumSize().width(), self._arrange(QRect(0, 0, self.geometry().width(), 0), place=False))

    def minimumSize(self) -> QSize:
        shown = [item.minimumSize() for item in self._items if not item.isEmpty()]
        return QSize(max((size.width() for size in shown), default=0), 0)

    def setGeometry(self, rect: QRect) -> None:
        super().setGeometry(rect)
        self._arrange(rect, place=True)

    def _arrange(self, rect: QRect, *, place: bool) -> int:
        """Place the widgets, or only add up how high they are; returns the height."""
        shown = [item for item in self._items if not item.isEmpty()]
        if not shown or rect.width() <= 0:
            return 0
        gap = self.spacing()
        count = 2 if rect.width() >= TWO_FROM_PX and len(shown) > 1 else 1
        wide = (rect.width() - (count - 1) * 2 * gap) // count
        heights = [_height(item, wide) for item in shown]
        first = _first_column(heights, gap) if count == 2 else len(shown)
        tallest = 0
        for column, (start, end) in enumerate(((0, first), (first, len(shown)))):
            y = 0
            for item, height in zip(shown[start:end], heights[start:end], strict=True):
                if place:
                    at = rect.topLeft() + QPoint(column * (wide + 2 * gap), y)
                    item.setGeometry(QRect(at, QSize(wide, height)))
                y += height + gap
            tallest = max(tallest, y - gap)
        return max(tallest, 0)


def _height(item: QLayoutItem, width: int) -> int:
    """How high a widget wants to be; asked of itself, as an item may remember what it said before its words changed."""
    widget = item.widget()
    if widget is None or not widget.hasHeightForWidth():
        return item.sizeHint().height()
    return max(widget.heightForWidth(width), widget.minimumHeight())


def _first_column(heights: list[int], gap: int) -> int:
    """How many stand in the first of two columns, so that the taller of the two is as low as it can be."""

    def taller(count: int) -> int:
        return max(sum(heights[:count]) + (count - 1) * gap, sum(heights[count:]) + (len(heights) - count - 1) * gap)

    return min(range(1, len(heights)), key=taller)
