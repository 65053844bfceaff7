"""What no screen may have, as sentences that say where.

Cut-off or overlapping text, a child outside its parent, a control without a name or out of reach of the keys, a
contrast that is hard to read.
"""

from __future__ import annotations

import itertools
from collections.abc import Iterator

import numpy as np
from PySide6.QtCore import QPoint, QRect, QRectF, Qt
from PySide6.QtGui import QColor, QFontMetrics, QImage
from PySide6.QtWidgets import (
    QAbstractButton,
    QAbstractItemView,
    QAbstractScrollArea,
    QCheckBox,
    QComboBox,
    QHeaderView,
    QLabel,
    QLineEdit,
    QPlainTextEdit,
    QPushButton,
    QScrollArea,
    QScrollBar,
    QSplitterHandle,
    QStackedWidget,
    QTextBrowser,
    QTextEdit,
    QWidget,
)

from equilix.ui.stage.chart import Chart
from equilix.ui.stage.drawing import EDGE_PX, primitives
from equilix.ui.stage.labels import Placed, place
from equilix.ui.stage.plot import Plot
from equilix.ui.stage.view import RigView
from equilix.ui.theme import Theme, enlarged
from equilix.ui.widgets.choice import ChoiceBox
from equilix.ui.widgets.tint import as_tip
from equilix.ui.widgets.words import WordButton

LEAST_CONTRAST = 4.5
"""WCAG 2.1, success criterion 1.4.3 (from memory)."""
BUTTON_MARGIN_PX = 8


def luminance(value: QColor) -> float:
    """Relative luminance of a colour, after WCAG 2.1 (from memory)."""
    parts = (value.redF(), value.greenF(), value.blueF())
    r, g, b = (c / 12.92 if c <= 0.04045 else ((c + 0.055) / 1.055) ** 2.4 for c in parts)
    return 0.2126 * r + 0.7152 * g + 0.0722 * b


def contrast(one: QColor, other: QColor) -> float:
    """Contrast of two colours, from 1 to 21, after WCAG 2.1 (from memory)."""
    low, high = sorted((luminance(one), luminance(other)))
    return (high + 0.05) / (low + 0.05)


def findings(root: QWidget, *, look: bool = False) -> list[str]:
    """All that is wrong in a window or a panel; ``look``: at the colours too."""
    found: list[str] = []
    for widget in (root, *root.findChildren(QWidget)):
        if not widget.isVisibleTo(root) or widget.visibleRegion().isEmpty():
            continue
        where = _where(widget)
        found += [f"{where}: {said}" for said in _cut_off(widget)]
        found += [f"{where}: {said}" for said in _outside(widget, root)]
        found += [f"{where}: {said}" for said in itertools.chain(_unnamed(widget), _keeps_tab(widget))]
        found += [f"{where}: {said}" for said in _mouse_only(widget)]
        found += [f"{where}: {said}" for said in _drawn_over(widget)]
        if look:
            found += [f"{where}: {said}" for said in _pale(widget)]
    return found


def _where(widget: QWidget) -> str:
    """What it is and what it says."""
    said = widget.text() if isinstance(widget, QLabel | QAbstractButton | QLineEdit) else widget.accessibleName()
    return f"{type(widget).__name__} “{said[:50]}”"


def _cut_off(widget: QWidget) -> Iterator[str]:
    """Text for which its widget is too small."""
    match widget:
        case QLabel():
            yield from _label_cut_off(widget)
        case QPushButton() | QCheckBox():
            yield from _button_cut_off(widget)
        case WordButton():
            needs = widget.sizeHint().width()
            if needs > widget.width() + 1:
                yield f"“{widget.text()}” needs {needs} px and has {widget.width()}"
        case QLineEdit() if not widget.text():
            needs, room = widget.fontMetrics().horizontalAdvance(widget.placeholderText()), widget.width() - 16
            if needs > room:
                yield f"its hint “{widget.placeholderText()}” needs {needs} px and has {room}"
        case QComboBox():
            needs, room = widget.fontMetrics().horizontalAdvance(widget.currentText()), widget.width() - 30
            if needs > room and not (
                isinstance(widget, ChoiceBox) and widget.toolTip() == as_tip(widget.currentText())
            ):
                yield f"“{widget.currentText()}” needs {needs} px and has {room}"
        case QHeaderView() if widget.orientation() == Qt.Orientation.Horizontal:
            metrics = QFontMetrics(widget.font())
            for section in range(widget.count()):
                title = str(widget.model().headerData(section, Qt.Orientation.Horizontal) or "")
                wide = metrics.horizontalAdvance(title)
                if not widget.isSectionHidden(section) and wide > widget.sectionSize(section):
                    yield f"the head “{title}” is wider than its column"


def _button_cut_off(widget: QPushButton | QCheckBox) -> Iterator[str]:
    needs = widget.fontMetrics().horizontalAdvance(widget.text().replace("&", ""))
    needs += 20 if isinstance(widget, QCheckBox) else 0
    bare = isinstance(widget, QCheckBox) or widget.property("plain")
    if needs > widget.width() - (0 if bare else BUTTON_MARGIN_PX):
        yield f"needs {needs} px of width and has {widget.width()}"
    high = widget.fontMetrics().height()
    if widget.text() and widget.height() < high:
        yield f"needs {high} px of height and has {widget.height()}"


def _label_cut_off(label: QLabel) -> Iterator[str]:
    if not label.text():
        return
    needs = label.sizeHint()
    if label.wordWrap():
        tall = label.heightForWidth(label.width())
        if tall > label.height() + 1:
            yield f"needs {tall} px of height and has {label.height()}"
    elif needs.width() > label.width() + 1:
        yield f"needs {needs.width()} px of width and has {label.width()}"
    elif needs.height() > label.height() + 1:
        yield f"needs {needs.height()} px of height and has {label.height()}"


def _outside(widget: QWidget, root: QWidget) -> Iterator[str]:
    """A child that stands out of its parent, but for what scrolls."""
    parent = widget.parentWidget()
    if parent is None or widget is root or widget.isWindow():
        return
    if isinstance(parent.parentWidget(), QScrollArea) and parent is parent.parentWidget().viewport():  # type: ignore[attr-defined]
        area = parent.parentWidget()
        assert isinstance(area, QScrollArea)
        if widget.width() > parent.width() + 1:
            yield f"is {widget.width()} px wide where {parent.width()} can be seen"
        return
    if isinstance(parent, QAbstractScrollArea | QScrollBar) or isinstance(parent.parentWidget(), QAbstractScrollArea):
        return
    if not parent.rect().adjusted(-1, -1, 1, 1).contains(widget.geometry()):
        yield f"{_box(widget.geometry())} stands out of {type(parent).__name__} {_box(parent.rect())}"


def _box(rect: QRect) -> str:
    return f"{rect.x()},{rect.y()} {rect.width()}×{rect.height()}"


def _unnamed(widget: QWidget) -> Iterator[str]:
    """What can have the keys must say what it is."""
    if widget.focusPolicy() == Qt.FocusPolicy.NoFocus or isinstance(widget, QScrollArea | QStackedWidget):
        return
    said = widget.accessibleName() or (widget.text() if isinstance(widget, QAbstractButton) else "")
    if not said.strip() and widget.focusProxy() is None and type(widget) is not QWidget:
        yield "has the keys and no name"
    if isinstance(widget, QComboBox) and not widget.accessibleDescription().strip():
        yield "is told by what is chosen alone, not by what it is for"


def _keeps_tab(widget: QWidget) -> Iterator[str]:
    """Who has come there with Tab must get away with it: WCAG 2.1, success criterion 2.1.2 (from memory)."""
    table = isinstance(widget, QAbstractItemView) and widget.tabKeyNavigation()
    text = isinstance(widget, QPlainTextEdit | QTextEdit) and not isinstance(widget, QTextBrowser)
    if table or (text and not widget.tabChangesFocus()):  # in a browser Tab goes from link to link, and on
        yield "is not left with Tab"


def _mouse_only(widget: QWidget) -> Iterator[str]:
    """What is clicked must be reached and worked with the keys."""
    if isinstance(widget, QScrollBar | QSplitterHandle | QHeaderView):
        return
    clicked = (
        isinstance(widget, QAbstractButton) or _own(widget, "mousePressEvent") or _own(widget, "mouseReleaseEvent")
    )
    if not clicked or not widget.isEnabled():
        return
    if not widget.focusPolicy() & Qt.FocusPolicy.TabFocus:
        yield "is clicked and is not reached by Tab"
    elif not isinstance(widget, QAbstractButton) and not _own(widget, "keyPressEvent"):
        yield "is clicked and does nothing for a key"


def _own(widget: QWidget, handler: str) -> bool:
    """Whether the program itself says what is done there."""
    return any(handler in each.__dict__ for each in type(widget).__mro__ if each.__module__.startswith("equilix."))


def placed_on(widget: QWidget) -> list[Placed]:
    """The texts of a painted widget in their places."""
    if isinstance(widget, RigView):
        under, over = primitives(widget.scene, widget.sheet)
        room = QRectF(widget.rect()).adjusted(EDGE_PX, EDGE_PX, -EDGE_PX, -EDGE_PX)
        return place([*under, *over], room, enlarged())
    return widget.placed() if isinstance(widget, Chart | Plot) else []


def _drawn_over(widget: QWidget) -> Iterator[str]:
    """Texts of a drawing on each other, or over its edge."""
    placed = placed_on(widget)
    for one, other in itertools.combinations(placed, 2):
        if one.box.adjusted(1, 1, -1, -1).intersects(other.box.adjusted(1, 1, -1, -1)):
            yield f"“{one.text.text}” lies on “{other.text.text}”"
    room = (widget.paper if isinstance(widget, Chart) else QRectF(widget.rect())).adjusted(-3, -1, 3, 2)
    for each in placed:
        if not room.contains(each.box):
            yield f"“{each.text.text}” is cut off at the edge"


def _pale(widget: QWidget) -> Iterator[str]:
    """Text that does not stand out from what is behind it."""
    if not isinstance(widget, QLabel | QAbstractButton) or not widget.text().strip() or not widget.isEnabled():
        return
    if isinstance(widget, QLabel) and widget.textFormat() == Qt.TextFormat.RichText:
        return
    top = widget.window()
    image = top.grab(QRect(widget.mapTo(top, QPoint(0, 0)), widget.size())).toImage()
    found = _strongest(image)
    if found < LEAST_CONTRAST:
        yield f"has a contrast of {found:.1f}"


def _strongest(image: QImage) -> float:
    """Contrast of what stands out most against the commonest colour."""
    values, counts = np.unique(pixels(image), return_counts=True)
    if len(values) < 2:
        return 21.0  # nothing is written there that can be seen
    commonest = [QColor(int(value)) for value in values[np.argsort(-counts)[:60]]]
    return max(contrast(commonest[0], each) for each in commonest)


def pixels(image: QImage) -> np.ndarray:
    """The colours of a picture, 0xAARRGGBB ``(height, width)``."""
    plain = image.convertToFormat(QImage.Format.Format_RGB32)  # whose lines have no gaps: four bytes to a pixel
    return np.frombuffer(plain.constBits(), np.uint32).reshape(plain.height(), plain.width()).copy()


def pale_roles(theme: Theme) -> list[str]:
    """Colours in which a theme writes on others and that are too near to them."""
    found = []
    for ink in ("ink", "quiet", "hold", "tip"):
        for paper in ("paper", "card", "flesh"):
            ratio = contrast(QColor(getattr(theme, ink)), QColor(getattr(theme, paper)))
            if ratio < LEAST_CONTRAST:
                found.append(f"{theme.name}: {ink} on {paper} has {ratio:.2f}")
    for wash, ink in itertools.product(("hold_wash", "tip_wash", "sand"), ("ink", "hold", "tip")):
        if {wash, ink} in ({"hold_wash", "tip"}, {"tip_wash", "hold"}):
            continue  # never written so
        ratio = contrast(QColor(getattr(theme, ink)), QColor(getattr(theme, wash)))
        if ratio < LEAST_CONTRAST:
            found.append(f"{theme.name}: {ink} on {wash} has {ratio:.2f}")
    return found
