"""Plans are made off the interface thread and called off by the next edit."""

from __future__ import annotations

import threading
from collections.abc import Callable, Iterator

from PySide6.QtCore import QObject, QRunnable, QThreadPool, Signal, Slot

from equilix.document import Document

Find = Callable[[Document, str, Callable[[], bool]], Iterator[object]]
"""Finds plans of a setup, one after the other, until it is called off."""


def balance_plans(document: Document, setup_id: str, cancelled: Callable[[], bool]) -> Iterator[object]:
    """The best plan of every school."""
    from equilix.planner.schools import plans

    yield from plans(document, setup_id, cancelled)


class _Work(QRunnable):
    def __init__(self, number: int, document: Document, setup_id: str, find: Find, teller: _Teller) -> None:
        super().__init__()
        self.number, self.document, self.setup_id, self.teller = number, document, setup_id, teller
        self.find = find
        self.called_off = threading.Event()

    def run(self) -> None:
        from equilix.planner.programme import Cancelled  # here, so that the first picture does not wait for it

        try:
            for plan in self.find(self.document, self.setup_id, self.called_off.is_set):
                if self.called_off.is_set():
                    return
                self.teller.found.emit(self.number, plan)
        except Cancelled:
            return
        except Exception as error:  # said to the person: a planner that fails must not look like one that found nothing
            self.teller.failed.emit(f"The planner stopped: {error!r}. The rig and its figures are not affected.")
        finally:
            self.teller.done.emit(self.number)


class _Teller(QObject):
    found = Signal(int, object)
    failed = Signal(str)
    done = Signal(int)


class Planning(QObject):
    """Makes the plans of one setup at a time; what an earlier request still finds is dropped."""

    found = Signal(object)
    failed = Signal(str)
    finished = Signal()

    def __init__(self, parent: QObject | None = None) -> None:
        super().__init__(parent)
        self._pool = QThreadPool(self)
        self._pool.setMaxThreadCount(1)
        self._teller = _Teller(self)
        self._teller.found.connect(self._take)
        self._teller.failed.connect(self.failed)
        self._teller.done.connect(self._end)
        self._number = 0
        self._work: _Work | None = None

    @property
    def running(self) -> bool:
        """Whether a request is under way."""
        return self._work is not None

    def start(self, document: Document, setup_id: str, find: Find = balance_plans) -> None:
        """Make plans of a setup; an earlier request is called off."""
        self.cancel()
        self._number += 1
        self._work = _Work(self._number, document, setup_id, find, self._teller)
        self._pool.start(self._work)

    def cancel(self) -> None:
        """Call off what is under way."""
        if self._work is not None:
            self._work.called_off.set()
            self._work = None

    def stop(self) -> None:
        """Call off, and wait until the thread has ended."""
        self.cancel()
        self._pool.waitForDone(5000)

    @Slot(int, object)
    def _take(self, number: int, plan: object) -> None:
        if number == self._number and self._work is not None:
            self.found.emit(plan)

    @Slot(int)
    def _end(self, number: int) -> None:
        if number == self._number:
            self._work = None
            self.finished.emit()
