"""Which placement of the open setup is selected, and which of the things that were found there."""

from __future__ import annotations

from collections.abc import Container

from PySide6.QtCore import QObject, Signal


class Selection(QObject):
    """One placement or none. Selecting changes nothing else, and costs no more than it takes to show it."""

    changed = Signal()

    def __init__(self, parent: QObject) -> None:
        super().__init__(parent)
        self.id: str | None = None
        self.finding = ""
        """The key of what was found there, where its mark or its row was chosen and not the part."""

    def select(self, placement_id: str | None, finding: str = "") -> None:
        """Select a placement, or nothing; with what was found there, where that is meant."""
        if (placement_id, finding) != (self.id, self.finding):
            self.id, self.finding = placement_id, finding
            self.changed.emit()

    def keep_to(self, placements: Container[str]) -> None:
        """Drop a selection that is no longer there; who shows the setup is told of that by its own change."""
        if self.id is not None and self.id not in placements:
            self.id, self.finding = None, ""
