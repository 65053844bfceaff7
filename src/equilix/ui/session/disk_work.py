"""Files may lie on slow disks: a moment is waited for them, and what takes longer goes on beside the interface."""

from __future__ import annotations

import threading
from collections.abc import Callable
from typing import TYPE_CHECKING, Any

from PySide6.QtCore import QObject, QTimer

if TYPE_CHECKING:
    from concurrent.futures import Future  # imported by who first asks a disk: the start does not wait for it

QUICK_S = 0.3
"""So long is waited in place: most files are read and written in a fraction of it."""
ASK_MS = 40
END_S = 5.0
"""So long does the end of the program wait for a disk; what is not written by then has been put by."""
Then = Callable[["Future[Any]"], bool]
"""Takes what was found, or what went wrong, in the thread of the interface. Returns whether it was done."""


class DiskWork(QObject):
    """Reads or writes one file at a time. ``in_hand``: whether a gesture is under way, which nothing may disturb."""

    def __init__(self, in_hand: Callable[[], bool], parent: QObject) -> None:
        super().__init__(parent)
        self._in_hand = in_hand
        self._under_way: tuple[threading.Thread, Future[Any], Then] | None = None
        self._idle = False
        """What is under way nobody waits for: it makes room for what is asked next."""
        self._ask = QTimer(self, interval=ASK_MS)
        self._ask.timeout.connect(self._look)

    @property
    def busy(self) -> bool:
        """Whether something slow is under way."""
        return self._under_way is not None and not self._idle

    def run(self, work: Callable[[], object], then: Then, tell_slow: Callable[[], object] | None = None) -> bool:
        """Do it in the moment where that is quick; else go on beside the interface, and tell so.

        What it works on must be immutable. Not to be asked while it is busy. Where there is nobody to be told that it
        is slow, it makes room for what is asked next. Returns what ``then`` does, and False where it is under way.
        """
        assert not self.busy  # whoever asks tells the person that the disk is busy
        self._leave()
        from concurrent.futures import Future, wait

        future: Future[Any] = Future()

        def go() -> None:
            try:
                future.set_result(work())
            except Exception as error:
                future.set_exception(error)

        thread = threading.Thread(target=go, name="disk", daemon=True)  # a disk that hangs must not keep the program
        thread.start()
        wait([future], QUICK_S)
        if future.done():
            thread.join()
            return then(future)
        self._under_way, self._idle = (thread, future, then), tell_slow is None
        self._ask.start()
        if tell_slow is not None:
            tell_slow()
        return False

    def _look(self) -> None:
        if self._under_way is not None and self._under_way[1].done() and not self._in_hand():
            self._take()

    def _take(self) -> None:
        assert self._under_way is not None  # asked for where it has ended
        thread, future, then = self._under_way
        self._leave()
        thread.join()
        then(future)

    def _leave(self) -> None:
        """Leave what is under way to itself."""
        self._ask.stop()
        self._under_way, self._idle = None, False

    def end(self) -> None:
        """Wait for what is under way and matters, but not for ever."""
        from concurrent.futures import wait

        if self._under_way is not None and self.busy and wait([self._under_way[1]], END_S).done:
            self._take()
        self._leave()
