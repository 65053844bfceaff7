"""What is being looked for at the moment, how far that is, and a button that stops it."""

from __future__ import annotations

from PySide6.QtCore import QSize, Qt, QTimer
from PySide6.QtGui import QResizeEvent
from PySide6.QtWidgets import QPushButton, QVBoxLayout, QWidget

from equilix.ui.jobs import Job, Jobs
from equilix.ui.theme import Theme, font, grown
from equilix.ui.widgets.tint import plain_label, set_tip, tint
from equilix.words.language import say

TALL_PX = 92
SHOWN_AFTER_MS = 300
"""What is done sooner is not worth a look."""


def _line(job: Job) -> str:
    if job.parts:
        return say("{title}, {done} of {parts} …").format(title=job.title, done=job.done, parts=job.parts)
    return f"{job.title} …"


class JobLine(QWidget):
    """Keeps its place while nothing runs, so that nothing moves when something begins."""

    def __init__(self, jobs: Jobs, parent: QWidget | None = None) -> None:
        super().__init__(parent)
        self.jobs = jobs
        self._told = ""
        column = QVBoxLayout(self)
        column.setContentsMargins(8, 0, 0, 0)
        column.setSpacing(0)
        self.said = plain_label()
        self.said.setFont(font(11))
        self.said.setWordWrap(True)
        self.stop = QPushButton(say("Stop"))
        self.stop.setProperty("plain", True)
        self.stop.clicked.connect(jobs.stop)
        column.addWidget(self.said, 1)
        column.addWidget(self.stop)
        self.setMinimumHeight(30)
        self.setMaximumHeight(round(grown(TALL_PX)))
        self._later = QTimer(self, singleShot=True, interval=SHOWN_AFTER_MS)
        self._later.timeout.connect(self._show)
        jobs.changed.connect(self._changed)
        self._show()

    def sizeHint(self) -> QSize:
        """Room for three lines and the button, where the window has it."""
        return QSize(super().sizeHint().width(), round(grown(TALL_PX)))

    def hasHeightForWidth(self) -> bool:
        return False  # its place does not depend on what it says

    def wear(self, theme: Theme) -> None:
        """Show in a theme."""
        tint(self.said, theme.quiet)

    def _changed(self) -> None:
        if not self.jobs.running or not self.stop.isHidden():
            self._later.stop()
            self._show()
        elif not self._later.isActive():
            self._later.start()

    def _show(self) -> None:
        running = self.jobs.running
        self._told = _line(running[0]) if running else ""
        self._fit()
        self.stop.setVisible(bool(running))
        self.stop.setAccessibleName(
            say("Stop: {title}").format(title=running[0].title.lower()) if running else say("Stop")
        )

    def _fit(self) -> None:
        """All of it on several lines, or where they have no room the beginning of it, told whole as a tooltip."""
        room = self.height() - self.stop.sizeHint().height()
        self.said.setVisible(room >= self.said.fontMetrics().height())  # else the button says it alone, as a tooltip
        set_tip(self.stop, self._told)
        self.said.setWordWrap(True)
        self.said.setText(self._told)
        if self.said.heightForWidth(self.said.width()) > room:
            self.said.setWordWrap(False)
            metrics = self.said.fontMetrics()
            self.said.setText(metrics.elidedText(self._told, Qt.TextElideMode.ElideRight, self.said.width()))
        set_tip(self.said, self._told)

    def resizeEvent(self, event: QResizeEvent) -> None:
        super().resizeEvent(event)
        self._fit()

    def close_down(self) -> None:
        """The window closes."""
        self._later.stop()
