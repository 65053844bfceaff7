"""The plans that balance the open setup: looked for when the hand is still, dropped by the next edit."""

from __future__ import annotations

from collections.abc import Iterator
from functools import partial
from typing import TYPE_CHECKING

from PySide6.QtCore import QObject, QTimer, Signal

from equilix.document import Document
from equilix.errors import Called
from equilix.ui.jobs import Jobs
from equilix.words.language import say

if TYPE_CHECKING:
    from equilix.planner.plan import Plan

STILL_MS = 120
SCHOOLS = 4


class Answers(QObject):
    """What has been found so far, and whether there may be more."""

    changed = Signal()

    def __init__(self, jobs: Jobs, parent: QObject) -> None:
        super().__init__(parent)
        self.plans: list[Plan] = []
        self.job = jobs.new(say("Looking for answers"), SCHOOLS)
        self.job.found.connect(self._found)
        self.job.ended.connect(self.changed)
        self._wanted: tuple[Document, str] | None = None
        self._still = QTimer(self, singleShot=True, interval=STILL_MS)
        self._still.timeout.connect(self._start)

    @property
    def looking(self) -> bool:
        """Whether more may come."""
        return self._still.isActive() or self.job.running

    def look(self, document: Document, setup_id: str) -> None:
        """Drop what was found; look anew in a moment, unless something else is wanted by then."""
        self.plans, self._wanted = [], (document, setup_id)
        self.job.cancel()
        self._still.start()

    def stop(self) -> None:
        """Look no more."""
        self._still.stop()
        self.job.cancel()

    def _start(self) -> None:
        assert self._wanted is not None  # the timer is started with it
        self.job.start(partial(_all_schools, *self._wanted))
        self.changed.emit()

    def _found(self, plan: Plan) -> None:
        self.plans = [*self.plans, plan]
        self.changed.emit()


def _all_schools(document: Document, setup_id: str, called_off: Called) -> Iterator[Plan]:
    from equilix.planner.prices import prices, prices_now
    from equilix.planner.schools import plans  # here, so that the first picture does not wait for it

    for plan in plans(document, setup_id, called_off):
        _ = plan.cautions, prices(plan), prices_now(plan)  # worked out here, and not where the card is made
        yield plan
