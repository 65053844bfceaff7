"""What takes more than a moment is done beside the interface; the next request, or the person, calls it off."""

from __future__ import annotations

import threading
from collections.abc import Callable, Iterable
from typing import TypeVar

from PySide6.QtCore import QAbstractEventDispatcher, QObject, QRunnable, QThreadPool, Signal, Slot

from equilix.errors import Called, Cancelled, EquilixError
from equilix.words.language import say

Work = Callable[[Called], Iterable[object]]
"""Finds one thing after the other. What it is given to work on must be immutable: it runs in a thread of its own."""


def in_one_go(read: Callable[[], object]) -> Work:
    """Work with a single finding: what is read, or the refusal that teaches why it cannot be."""

    def work(called_off: Called) -> Iterable[object]:
        del called_off  # it takes a moment, and the next request takes its place
        yield or_error(read)

    return work


Found = TypeVar("Found")


def or_error(read: Callable[[], Found]) -> Found | EquilixError:
    """What is read, or why it cannot be."""
    try:
        return read()
    except EquilixError as error:
        return error


THREADS = 2
BEGIN_S = 0.5
"""So long does work wait at most for the interface before it begins: a window is painted first."""
PATIENCE_S = 0.02
"""So long does work wait for the interface each time that it asks whether it has been called off."""


class _Task(QRunnable):
    def __init__(self, number: int, work: Work, teller: _Teller, quiet: threading.Event) -> None:
        super().__init__()
        self.number, self.work, self.teller, self.quiet = number, work, teller, quiet
        self.called_off = threading.Event()

    def asked(self) -> bool:
        """Whether it has been called off. It gives way meanwhile: one interpreter serves all threads in turn."""
        if not self.called_off.is_set():
            self.quiet.wait(PATIENCE_S)
        return self.called_off.is_set()

    def run(self) -> None:
        self.quiet.wait(BEGIN_S)
        try:
            if not self.called_off.is_set():
                for found in self.work(self.asked):
                    if self.called_off.is_set():
                        return
                    self.teller.found.emit(self.number, found)
        except Cancelled:
            return
        except Exception as error:  # said to the person: work that fails must not look like work that found nothing
            self.teller.failed.emit(self.number, repr(error))
        finally:
            self.teller.ended.emit(self.number)


class _Teller(QObject):
    """Carries what a thread finds to the thread of the interface."""

    found = Signal(int, object)
    failed = Signal(int, str)
    ended = Signal(int)


class Job(QObject):
    """One kind of work, of which one request is under way at a time; what an earlier one still finds is dropped."""

    found = Signal(object)
    failed = Signal(str)
    ended = Signal()
    """Done or failed; not where it was called off for the next request."""
    changed = Signal()
    """It has begun, come on, or is over."""

    def __init__(self, title: str, parts: int, pool: QThreadPool, quiet: threading.Event, parent: QObject) -> None:
        super().__init__(parent)
        self.title, self.parts, self.done = title, parts, 0
        """``parts``: how many findings make the whole, for the progress; 0 where nobody knows."""
        self._pool, self._quiet = pool, quiet
        self._number = 0
        self._task: _Task | None = None
        self._teller = _Teller(self)
        self._teller.found.connect(self._take)
        self._teller.failed.connect(self._fail)
        self._teller.ended.connect(self._end)

    @property
    def running(self) -> bool:
        """Whether a request is under way."""
        return self._task is not None

    def start(self, work: Work) -> None:
        """Begin; an earlier request is called off."""
        if self._task is not None:
            self._task.called_off.set()
        self._number += 1
        self.done = 0
        self._task = _Task(self._number, work, self._teller, self._quiet)
        self._pool.start(self._task)
        self.changed.emit()

    def cancel(self) -> None:
        """Call off what is under way, for the next request or for good."""
        if self._task is not None:
            self._task.called_off.set()
            self._task = None
            self.changed.emit()

    def stop(self) -> None:
        """The person calls it off: what has been found so far stands."""
        if self._task is not None:
            self.cancel()
            self.ended.emit()

    @Slot(int, object)
    def _take(self, number: int, found: object) -> None:
        if number == self._number and self._task is not None:
            self.done += 1
            self.found.emit(found)
            self.changed.emit()

    @Slot(int, str)
    def _fail(self, number: int, error: str) -> None:
        if number == self._number and self._task is not None:
            self.failed.emit(
                say("{job}: it stopped ({error}). The rig and its figures are not affected.").format(
                    job=self.title, error=error
                )
            )

    @Slot(int)
    def _end(self, number: int) -> None:
        if number == self._number and self._task is not None:
            self._task = None
            self.ended.emit()
            self.changed.emit()


class Jobs(QObject):
    """All jobs of a window: which are under way, and the threads that they share."""

    changed = Signal()
    failed = Signal(str)
    stopped = Signal()
    """The person has called something off."""

    def __init__(self, parent: QObject) -> None:
        super().__init__(parent)
        self._pool = QThreadPool(self)
        self._pool.setMaxThreadCount(THREADS)
        self._own: list[QThreadPool] = []
        self._all: list[Job] = []
        self._quiet = threading.Event()
        """Set while the interface has nothing to do."""
        self._quiet.set()
        dispatcher = QAbstractEventDispatcher.instance()
        if dispatcher is not None:
            dispatcher.awake.connect(self._busy)
            dispatcher.aboutToBlock.connect(self._idle)

    @Slot()
    def _busy(self) -> None:
        self._quiet.clear()

    @Slot()
    def _idle(self) -> None:
        self._quiet.set()

    def new(self, title: str, parts: int = 0, *, lasting: bool = False) -> Job:
        """A kind of work; ``lasting``: it goes on until it is called off, and has a thread of its own."""
        pool = self._pool
        if lasting:
            pool = QThreadPool(self)
            pool.setMaxThreadCount(1)
            self._own.append(pool)
        made = Job(title, parts, pool, self._quiet, self)
        made.changed.connect(self.changed)
        made.failed.connect(self.failed)
        self._all.append(made)
        return made

    @property
    def running(self) -> list[Job]:
        """What is under way, in the order in which the jobs were made."""
        return [job for job in self._all if job.running]

    def stop(self) -> None:
        """The person calls everything off."""
        running = self.running
        for job in running:
            job.stop()
        if running:
            self.stopped.emit()

    def cancel(self) -> None:
        """The window closes: call everything off."""
        for job in self._all:
            job.cancel()

    def wait(self) -> None:
        """Until every thread has ended; they have been called off."""
        self._quiet.set()  # what gives way to the interface need not any more: it only has to see that it is over
        for pool in (self._pool, *self._own):
            pool.waitForDone(10_000)
