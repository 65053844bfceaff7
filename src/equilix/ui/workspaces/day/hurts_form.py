"""It hurts: where, and how much; one answer, and it is written down."""

from __future__ import annotations

from PySide6.QtCore import Qt, Signal
from PySide6.QtGui import QKeyEvent
from PySide6.QtWidgets import QPushButton, QVBoxLayout, QWidget

from equilix.body.operators import Operator
from equilix.document import AVERAGE
from equilix.ui.theme import Theme
from equilix.ui.workspaces.notebook.felt_form import FeltForm
from equilix.words.language import say


class HurtsForm(QWidget):
    """``told``: region, side and score, once; ``closed``: never mind."""

    told = Signal(str, str, int)
    closed = Signal()

    def __init__(self, theme: Theme) -> None:
        super().__init__()
        self.theme = theme
        self.form = FeltForm(theme)
        self.form.changed.connect(self._tell)
        self.form.nothing.hide()
        self.back = QPushButton(say("Never mind (Esc)"))
        self.back.clicked.connect(self.closed)
        column = QVBoxLayout(self)
        column.setContentsMargins(0, 0, 0, 0)
        column.addWidget(self.form, 1)
        column.addWidget(self.back)

    def ask(self, operator: Operator | None) -> None:
        """Begin with nothing said."""
        self.form.theme = self.theme
        self.form.show_felt(operator or AVERAGE, None, {})

    def _tell(self) -> None:
        scores = self.form.scores or {}
        if scores:
            (region, side), score = next(reversed(scores.items()))
            self.told.emit(region, side, score)

    def keyPressEvent(self, event: QKeyEvent) -> None:
        """Esc goes back."""
        if event.key() == Qt.Key.Key_Escape:
            self.closed.emit()
        else:
            super().keyPressEvent(event)
