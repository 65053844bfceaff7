"""Undo and redo: the previous documents themselves, so that neither can go wrong."""

from __future__ import annotations

from msgspec import Struct
from msgspec.structs import replace

from equilix.document import Document

DEEPEST = 500


class History(Struct, frozen=True):
    """The document now, what was before with the label of each edit, and what was undone. Immutable."""

    now: Document
    before: tuple[tuple[str, Document], ...] = ()
    after: tuple[tuple[str, Document], ...] = ()
    gesture: str | None = None

    def done(self, label: str, document: Document, gesture: str | None = None) -> History:
        """After an edit. Edits with the same ``gesture`` in a row (one drag) become one entry."""
        if document == self.now:
            return self
        if gesture is not None and gesture == self.gesture:
            return replace(self, now=document, after=())
        return History(document, (*self.before, (label, self.now))[-DEEPEST:], (), gesture)

    def seen(self, document: Document) -> History:
        """The same work, looked at in another setup or in other units: no entry, and what was undone stays."""
        return replace(self, now=document)

    def settled(self) -> History:
        """End a gesture: the next edit is an entry of its own."""
        return replace(self, gesture=None)

    def without_last(self) -> History:
        """Before the last edit, which cannot be done again: a gesture that was broken off."""
        return History(self._in_these_units(self.before[-1][1]), self.before[:-1]) if self.before else self

    def undone(self) -> History:
        """One edit back; the same where there is none."""
        if not self.before:
            return self
        label, document = self.before[-1]
        return History(self._in_these_units(document), self.before[:-1], ((label, self.now), *self.after))

    def redone(self) -> History:
        """One undone edit forward; the same where there is none."""
        if not self.after:
            return self
        label, document = self.after[0]
        return History(self._in_these_units(document), (*self.before, (label, self.now)), self.after[1:])

    def _in_these_units(self, document: Document) -> Document:
        """Units are looked at, and do not come back; the setup is the one in which the edit was made."""
        return document if document.display == self.now.display else document.changed(display=self.now.display)

    @property
    def undo_label(self) -> str:
        """What undo would take back, or nothing."""
        return self.before[-1][0] if self.before else ""

    @property
    def redo_label(self) -> str:
        """What redo would do again, or nothing."""
        return self.after[0][0] if self.after else ""
