"""What is painted, told to who cannot see it: each part, mark, weight and text of a drawing is a child of its widget.

A painted widget says with ``pieces()`` what is to be seen on it and where. Nothing of this is made before something
that reads screens asks. (The toolkit's stubs know no interface that is nothing; the toolkit does.)
"""

from __future__ import annotations

from functools import cache, partial
from typing import Final, Literal, Protocol, runtime_checkable

from msgspec import Struct
from PySide6.QtCore import QObject, QRect, QRectF
from PySide6.QtGui import QAccessible, QAccessibleEvent, QAccessibleInterface
from PySide6.QtWidgets import QAccessibleWidget, QWidget

Role = Literal["part", "mark", "weight", "row", "text"]

ROLES: Final[dict[Role, QAccessible.Role]] = {
    "part": QAccessible.Role.ListItem, "mark": QAccessible.Role.ListItem, "weight": QAccessible.Role.Indicator,
    "row": QAccessible.Role.ListItem, "text": QAccessible.Role.StaticText,
}  # fmt: skip


class Piece(Struct, frozen=True):
    """Something that is painted: what it is called, its figure, and its box on the widget, px."""

    name: str
    role: Role
    box: QRectF
    value: str = ""
    selected: bool = False


@runtime_checkable
class Painted(Protocol):
    """A widget that is painted as a whole."""

    def pieces(self) -> list[Piece]:
        """What is to be seen on it, in the order in which it is read."""


class _PieceInterface(QAccessibleInterface):
    """One piece, as it is now; one that is gone says nothing."""

    def __init__(self, whole: _PaintedInterface, number: int) -> None:
        super().__init__()
        self.whole, self.number = whole, number

    @property
    def piece(self) -> Piece | None:
        pieces = self.whole.pieces
        return pieces[self.number] if self.number < len(pieces) else None

    def isValid(self) -> bool:
        return self.piece is not None and self.whole.isValid()

    def object(self) -> QObject | None:  # type: ignore[override]
        return None

    def parent(self) -> QAccessibleInterface:
        return self.whole

    def child(self, index: int) -> QAccessibleInterface | None:  # type: ignore[override]
        del index
        return None

    def childCount(self) -> int:
        return 0

    def indexOfChild(self, child: QAccessibleInterface) -> int:
        del child
        return -1

    def childAt(self, x: int, y: int) -> QAccessibleInterface | None:  # type: ignore[override]
        del x, y
        return None

    def focusChild(self) -> QAccessibleInterface | None:  # type: ignore[override]
        return None

    def text(self, what: QAccessible.Text) -> str:
        piece = self.piece
        if piece is None:
            return ""
        return {QAccessible.Text.Name: piece.name, QAccessible.Text.Value: piece.value,
                QAccessible.Text.Description: piece.value}.get(what, "")  # fmt: skip

    def setText(self, what: QAccessible.Text, text: str) -> None:
        del what, text

    def rect(self) -> QRect:
        piece, widget = self.piece, self.whole.painted
        if piece is None:
            return QRect()
        box = piece.box.toAlignedRect()
        return QRect(widget.mapToGlobal(box.topLeft()), box.size())

    def role(self) -> QAccessible.Role:
        piece = self.piece
        return QAccessible.Role.NoRole if piece is None else ROLES[piece.role]

    def state(self) -> QAccessible.State:
        found = QAccessible.State()
        piece = self.piece
        if piece is None:
            found.invalid = True
            return found
        found.readOnly = True
        found.selectable = found.focusable = piece.role != "text"
        found.selected = piece.selected
        found.focused = piece.selected and self.whole.painted.hasFocus()
        return found


class _PaintedInterface(QAccessibleWidget):
    """A painted widget with its pieces; they are asked for anew each time that somebody counts them."""

    def __init__(self, widget: QWidget) -> None:
        super().__init__(widget, QAccessible.Role.Graphic, "")
        self.painted = widget
        self.pieces: list[Piece] = []
        self._told: list[_PieceInterface] = []

    def childCount(self) -> int:
        assert isinstance(self.painted, Painted)  # the factory makes this for those only
        self.pieces = self.painted.pieces()
        while len(self._told) < len(self.pieces):
            made = _PieceInterface(self, len(self._told))
            QAccessible.registerAccessibleInterface(made)
            self._told.append(made)
        return len(self.pieces)

    def child(self, index: int) -> QAccessibleInterface | None:  # type: ignore[override]
        if not self.pieces:
            self.childCount()
        return self._told[index] if 0 <= index < len(self.pieces) else None

    def indexOfChild(self, child: QAccessibleInterface) -> int:
        return next((k for k, each in enumerate(self._told) if each is child), -1)

    def childAt(self, x: int, y: int) -> QAccessibleInterface | None:  # type: ignore[override]
        self.childCount()
        under = [each for each in self._told[: len(self.pieces)] if each.rect().contains(x, y)]
        return under[-1] if under else None

    def focusChild(self) -> QAccessibleInterface | None:  # type: ignore[override]
        chosen = self.chosen() if self.painted.hasFocus() else None
        return None if chosen is None else self._told[chosen]

    def chosen(self) -> int | None:
        """The number of the first piece that is selected; None where none is."""
        self.childCount()
        return next((number for number, piece in enumerate(self.pieces) if piece.selected), None)


_MADE: Final[dict[int, _PaintedInterface]] = {}


def _forget(key: int, _gone: object = None) -> None:
    _MADE.pop(key, None)


def _factory(_key: str, asked: QObject) -> QAccessibleInterface | None:
    if not (isinstance(asked, QWidget) and isinstance(asked, Painted)):
        return None
    known = _MADE.get(id(asked))
    if known is None or known.painted is not asked:
        known = _MADE[id(asked)] = _PaintedInterface(asked)
        asked.destroyed.connect(partial(_forget, id(asked)))
    return known


def tell_chosen(widget: QWidget) -> None:
    """Tell which piece of a painted widget is chosen now, where the widget has the keys and somebody listens."""
    if not (widget.hasFocus() and QAccessible.isActive()):
        return
    told = _factory("", widget)
    chosen = told.chosen() if isinstance(told, _PaintedInterface) else None
    if chosen is not None:
        for sort in (QAccessible.Event.Selection, QAccessible.Event.Focus):
            event = QAccessibleEvent(widget, sort)
            event.setChild(chosen)
            QAccessible.updateAccessibility(event)


@cache
def tell_what_is_painted() -> None:
    """Let who reads screens hear of what is painted, from now on; called twice it does nothing."""
    QAccessible.installFactory(_factory)
