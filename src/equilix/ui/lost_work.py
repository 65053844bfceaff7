"""What an earlier run left unsaved, offered at the start."""

from __future__ import annotations

from collections.abc import Callable

from equilix.store import recovery
from equilix.ui.messages import MessageBar
from equilix.ui.session.desk import Desk
from equilix.words.language import say


class LostWork:
    """Offers the newest of it; what else there is comes when that one has been answered."""

    def __init__(self, desk: Desk, message: MessageBar, look: Callable[[], object]) -> None:
        self.desk, self.message, self.look = desk, message, look

    def offer(self) -> None:
        """Offer it, where there is any."""
        lost = [work for work in recovery.find_lost() if not work.put_aside]
        if not lost:
            return
        newest = lost[0]
        name = newest.original.name if newest.original else newest.name or say("a new document")
        others = (
            ""
            if len(lost) < 2
            else say(" There is one more.")
            if len(lost) == 2
            else say(" There are {lost} more.").format(lost=len(lost) - 1)
        )
        self.message.offer(
            "lost",
            say("Equilix ended without saving {name}.{others}").format(name=name, others=others),
            [(say("Recover it"), lambda: self.bring_back(newest)), (say("Look at it"), self.look)],
        )

    def bring_back(self, work: recovery.LostWork) -> None:
        """Go on with lost work; what else is lost is offered next."""
        self.desk.recover(work)
        self.offer()
