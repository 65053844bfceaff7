"""Which placement of the open setup is selected."""

from __future__ import annotations

from collections.abc import Container

from PySide6.QtCore import QObject, Signal


class Selection(QObject):
    """One placement or none. Selecting changes nothing else, and costs no more than it takes to show it."""

    changed = Signal()

    def __init__(self, parent: QObject) -> None:
        super().__init__(parent)
        self.id: str | None = None

    def select(self, placement_id: str | None) -> None:
        """Select a placement, or nothing."""
        if placement_id != self.id:
            self.id = placement_id
            self.changed.emit()

    def keep_to(self, placements: Container[str]) -> None:
        """Drop a selection that is no longer there; who shows the setup is told of that by its own change."""
        if self.id is not None and self.id not in placements:
            self.id = None
