"""Ends the program in order when the system or the terminal asks it to: SIGTERM, SIGHUP, Ctrl+C.

Python runs its own handlers only between two steps of the interpreter, and the interpreter waits inside Qt. So the
system's signal writes a byte into a socket, and Qt watches that.
"""

from __future__ import annotations

import signal
import socket
from collections.abc import Callable
from typing import TYPE_CHECKING, Final

from PySide6.QtCore import QSocketNotifier
from PySide6.QtWidgets import QApplication

if TYPE_CHECKING:
    from types import FrameType, TracebackType


SIGNALS: Final = (signal.SIGTERM, signal.SIGHUP, signal.SIGINT)


class Ending:
    """While it is entered, a signal calls ``end``, which puts the work by, and ends with 128 + its number."""

    def __init__(self, end: Callable[[], object]) -> None:
        self.end = end
        self._ours, self._theirs = socket.socketpair()
        for each in (self._ours, self._theirs):
            each.setblocking(False)
        self._notifier = QSocketNotifier(self._ours.fileno(), QSocketNotifier.Type.Read)
        self._notifier.activated.connect(self._signalled)

    def __enter__(self) -> Ending:
        self._wakeup = signal.set_wakeup_fd(self._theirs.fileno(), warn_on_full_buffer=False)
        self._before = {each: signal.signal(each, _left_to_qt) for each in SIGNALS}
        return self

    def __exit__(
        self, kind: type[BaseException] | None, error: BaseException | None, trace: TracebackType | None
    ) -> None:
        for each, handler in self._before.items():
            signal.signal(each, handler)
        signal.set_wakeup_fd(self._wakeup)
        self._notifier.setEnabled(False)
        self._ours.close()
        self._theirs.close()

    def _signalled(self) -> None:
        number = next((each for each in self._ours.recv(64) if each in SIGNALS), None)
        if number is not None:
            self.end()
            QApplication.exit(128 + number)


def _left_to_qt(_number: int, _frame: FrameType | None) -> None:
    """Python's own handling of the signal: none; :class:`Ending` has been told."""
