"""A small panel that opens under a word of the header and closes when one clicks elsewhere or presses Escape."""

from __future__ import annotations

from collections.abc import Callable

from PySide6.QtCore import QPoint, Qt
from PySide6.QtWidgets import QFormLayout, QFrame, QLabel, QLineEdit, QPushButton, QWidget

from equilix.errors import EquilixError
from equilix.ui.widgets.tint import plain_label
from equilix.units import Display
from equilix.words.language import say
from equilix.words.telling import tell


class Panel(QFrame):
    """A frame with a form, a place for a refusal, and a button that takes what was entered."""

    def __init__(self, parent: QWidget, done: str) -> None:
        super().__init__(parent, Qt.WindowType.Popup)
        self.setAttribute(Qt.WidgetAttribute.WA_DeleteOnClose)
        palette = self.palette()
        self.setObjectName("panel")
        self.setStyleSheet(
            f"#panel {{ background: {palette.window().color().name()};"
            f" border: 1px solid {palette.mid().color().name()}; }}"
        )
        self.form = QFormLayout(self)
        self.form.setContentsMargins(16, 14, 16, 14)
        self.refusal = plain_label()
        self.refusal.setWordWrap(True)
        self.refusal.hide()
        self.done = QPushButton(done)
        self.done.setDefault(True)
        self.done.clicked.connect(self.take)

    def finish(self) -> None:
        """Put refusal and button under the fields."""
        self.form.addRow(self.refusal)
        self.form.addRow(self.done)

    def open_under(self, word: QWidget) -> None:
        """Show it below a word, wholly on the screen."""
        at, screen = word.mapToGlobal(QPoint(0, word.height() + 2)), word.screen().availableGeometry()
        self.move(at)
        self.show()
        self._keep_whole()
        x = max(min(at.x(), screen.right() + 1 - self.width()), screen.left())
        y = max(min(at.y(), screen.bottom() + 1 - self.height()), screen.top())
        self.move(x, y)

    def _keep_whole(self) -> None:
        """As large as its fields, with all lines of what wraps: known only once it is shown."""
        self.adjustSize()
        for label in self.findChildren(QLabel):
            if label.wordWrap() and label.text():
                label.setMinimumHeight(label.heightForWidth(label.width()))
        self.adjustSize()

    def refuse(self, text: str) -> None:
        """Say what is wrong; what was typed stays."""
        self.refusal.setText(f"▲ {text}")
        self.refusal.show()
        self._keep_whole()

    def take(self) -> None:
        """Take what was entered."""
        self.close()

    def close_unless(self, refusal: EquilixError | None, display: Display = "metric") -> None:
        """Close, or say what was refused, in these units."""
        if refusal is None:
            self.close()
        else:
            self.refuse(tell(refusal.said, display))


class NamePanel(Panel):
    """Asks for one name, and hands it to ``accept``, which refuses it or takes it."""

    def __init__(
        self,
        parent: QWidget,
        what: str,
        name: str,
        accept: Callable[[str], EquilixError | None],
    ) -> None:
        super().__init__(parent, say("Rename"))
        self.accept = accept
        self.line = QLineEdit(name)
        self.line.setAccessibleName(what)
        self.line.setMinimumWidth(260)
        self.line.selectAll()
        self.line.returnPressed.connect(self.take)
        self.form.addRow(what, self.line)
        self.finish()

    def take(self) -> None:
        """Rename, or say why not."""
        self.close_unless(self.accept(self.line.text()))
