"""What the person has chosen for all documents, as the window follows it: kept at once, told to everyone."""

from __future__ import annotations

from PySide6.QtCore import QObject, Signal

from equilix.store.settings import Settings, keep_settings


class Chosen(QObject):
    """The settings now. Whoever changes them does it here."""

    changed = Signal()
    renewal_asked = Signal()
    """Language or size of text is another: the window has to be made anew."""
    unkept = Signal()
    """They hold, but could not be kept for the next start."""

    def __init__(self, now: Settings | None = None, parent: QObject | None = None) -> None:
        super().__init__(parent)
        self.now = now or Settings()

    def become(self, wanted: Settings) -> None:
        """Follow other settings; nothing happens where they are the same."""
        before, self.now = self.now, wanted
        if before == wanted:
            return
        if not keep_settings(wanted):
            self.unkept.emit()
        self.changed.emit()
        if (before.language, before.text_percent) != (wanted.language, wanted.text_percent):
            self.renewal_asked.emit()
