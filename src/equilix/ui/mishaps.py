"""What goes wrong in the program itself: noted in the log, told in the window, and never the end of the work."""

from __future__ import annotations

import sys
from collections.abc import Callable
from types import TracebackType
from typing import Final

from PySide6.QtCore import QtMsgType, qInstallMessageHandler, qVersion
from PySide6.QtWidgets import QApplication

from equilix.store.log import details, note, note_error

SERIOUS: Final = (QtMsgType.QtWarningMsg, QtMsgType.QtCriticalMsg, QtMsgType.QtFatalMsg)


class Mishaps:
    """While it is entered, an error that nobody has caught is told by ``tell`` and noted with where it was raised."""

    def __init__(self, tell: Callable[[str], object]) -> None:
        self.tell = tell
        self._telling = False

    def __enter__(self) -> Mishaps:
        self._before = sys.excepthook
        sys.excepthook = self._caught
        self._qt_before = qInstallMessageHandler(self._said_by_qt)
        return self

    def __exit__(self, *_error: object) -> None:
        sys.excepthook = self._before
        qInstallMessageHandler(self._qt_before)

    def _caught(self, kind: type[BaseException], error: BaseException, trace: TracebackType | None) -> None:
        if issubclass(kind, KeyboardInterrupt):
            self._before(kind, error, trace)
            return
        note_error(kind, error, trace)
        if self._telling:  # what tells of errors is itself what is broken
            return
        self._telling = True
        try:
            self.tell(f"{kind.__name__}: {error}")
        finally:
            self._telling = False

    def _said_by_qt(self, kind: QtMsgType, _where: object, said: str) -> None:
        if kind in SERIOUS:
            note(f"Qt: {said}")


def copy_details(said: str) -> None:
    """Put an error on the clipboard as it can be handed on."""
    application = QApplication.instance()
    if isinstance(application, QApplication):
        application.clipboard().setText(details(said, f"Qt {qVersion()} ({application.platformName()})"))
