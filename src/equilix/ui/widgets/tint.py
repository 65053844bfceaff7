"""Labels of plain text in a colour of the theme.

What stands in a document is never markup: a part may be called ``<b>`` or ``A & B``. Every label and tooltip of the
program is made here, and shows just the characters it is given.
"""

from __future__ import annotations

import html
import re
from typing import Final

from PySide6.QtCore import Qt
from PySide6.QtGui import QResizeEvent
from PySide6.QtWidgets import QLabel, QWidget

from equilix.ui.theme import font

_BEFORE_UNIT = re.compile(
    r"(?<=\d) (?=(?:mm|cm|m|in|ft|g|kg|lb|oz|N·m|N|lbf·ft|lbf|Wh|W|V|A|Hz|kPa|MPa|psi|s|min|h|°C)\b)|(?<=min) (?=\d)|"
    r"(?<=[\dmgn]) (?=± )|(?<=±) (?=\d)"
)
"""Where a line must not break: between a figure and its unit, and about the doubt of a figure."""
_HARD: Final = "\u00a0"


class Label(QLabel):
    """A label in which a figure keeps its unit on its line. What it says is the text as it was given."""

    def setText(self, text: str) -> None:
        super().setText(_BEFORE_UNIT.sub(_HARD, text))

    def text(self) -> str:
        return super().text().replace(_HARD, " ")


class FormLabel(Label):
    """One that wraps, in a form: the toolkit's form keeps the height of a line from before its width changed."""

    def __init__(self) -> None:
        super().__init__()
        self.setTextFormat(Qt.TextFormat.PlainText)
        self.setWordWrap(True)

    def setText(self, text: str) -> None:
        super().setText(text)
        self._stand()

    def resizeEvent(self, event: QResizeEvent) -> None:
        super().resizeEvent(event)
        self._stand()

    def _stand(self) -> None:
        self.setMinimumHeight(max(self.heightForWidth(self.width()), 0))


def plain_label(text: str = "") -> QLabel:
    """A label that shows the text as it is."""
    made = Label()
    made.setTextFormat(Qt.TextFormat.PlainText)
    made.setText(text)
    return made


def rich_label() -> QLabel:
    """A label for markup of the program's own, in which every text of a document has been escaped."""
    made = Label()
    made.setTextFormat(Qt.TextFormat.RichText)
    made.setWordWrap(True)
    return made


def as_tip(text: str) -> str:
    """A tooltip that shows the text as it is; Qt would guess whether it is markup."""
    return f"<span>{html.escape(text)}</span>" if text else ""


def set_tip(widget: QWidget, text: str) -> None:
    """Give a widget a tooltip that shows the text as it is; who hears the screen is told it without its markup."""
    tip = as_tip(text)
    if widget.toolTip() != tip:
        widget.setToolTip(tip)
        widget.setAccessibleDescription(text)


def on_button(text: str) -> str:
    """A text for a button or a menu, where a single ampersand would vanish and underline the next letter."""
    return text.replace("&", "&&")


def tint(label: QLabel, value: str) -> None:
    """Write a label's text in a colour of the theme; set only when it changes: a style sheet is dear to set."""
    if label.property("tint") != value:
        label.setProperty("tint", value)
        label.setStyleSheet(f"color: {value};")


def text_label(*, bold: bool = False, wrap: bool = True, points: float = 11) -> QLabel:
    """An empty label in the program's type, to be filled by :func:`show_text`."""
    made = plain_label()
    made.setFont(font(points, bold=bold))
    made.setWordWrap(wrap)
    return made


def show_text(label: QLabel, text: str, value: str) -> None:
    """Show a text in a colour; an empty one hides the label."""
    label.setText(text)
    tint(label, value)
    label.setVisible(bool(text))


def tinted(text: str, value: str, *, bold: bool = False, wrap: bool = True, points: float = 11) -> QLabel:
    """A label of plain text in a colour of the theme."""
    made = text_label(bold=bold, wrap=wrap, points=points)
    made.setText(text)
    tint(made, value)
    return made
