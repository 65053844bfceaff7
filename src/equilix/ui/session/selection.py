"""Which placements of the open setup are selected, and which of the things that were found there."""

from __future__ import annotations

from collections.abc import Container

from PySide6.QtCore import QObject, Signal


class Selection(QObject):
    """One placement or none, and others with it. Selecting changes nothing else, and costs what it takes to show it."""

    changed = Signal()

    def __init__(self, parent: QObject) -> None:
        super().__init__(parent)
        self.id: str | None = None
        """The one of which all is shown."""
        self.others: tuple[str, ...] = ()
        """Those that are selected with it."""
        self.finding = ""
        """The key of what was found there, where its mark or its row was chosen and not the part."""

    @property
    def all(self) -> tuple[str, ...]:
        """Every selected placement, the one of which all is shown first."""
        return () if self.id is None else (self.id, *self.others)

    def select(self, placement_id: str | None, finding: str = "", others: tuple[str, ...] = ()) -> None:
        """Select a placement, or nothing; with what was found there, where that is meant, and with others."""
        others = tuple(each for each in dict.fromkeys(others) if each != placement_id) if placement_id else ()
        if (placement_id, finding, others) != (self.id, self.finding, self.others):
            self.id, self.finding, self.others = placement_id, finding, others
            self.changed.emit()

    def toggle(self, placement_id: str) -> None:
        """Select a placement as well, or no more."""
        if placement_id in self.all:
            left = tuple(each for each in self.all if each != placement_id)
            self.select(left[0] if left else None, "", left[1:])
        else:
            self.select(placement_id, "", self.all)

    def keep_to(self, placements: Container[str]) -> None:
        """Drop what is no longer there; who shows the setup is told of that by its own change."""
        left = tuple(each for each in self.all if each in placements)
        if left != self.all:
            self.id, self.others, self.finding = (left[0] if left else None), left[1:], ""
