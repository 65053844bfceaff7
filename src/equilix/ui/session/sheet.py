"""A document on the desk, with its file and with what has been put by of it."""

from __future__ import annotations

from pathlib import Path

from msgspec import Struct
from msgspec.structs import replace

from equilix.document import Document
from equilix.edits.history import History
from equilix.store.disk import Fingerprint
from equilix.store.recovery import Autosave
from equilix.words.language import say


class Sheet(Struct, frozen=True, eq=False, dict=True):
    """A document with its file: what the file held when it was last read or written, and what has been put by."""

    autosave: Autosave
    path: Path | None = None
    saved: Document | None = None
    """What the file has; None where no file has it."""
    base: Fingerprint | None = None
    kept: Document | None = None
    """What the autosave has."""
    history: History | None = None
    """Only while it is put aside."""

    def written(self, path: Path, document: Document, base: Fingerprint) -> Sheet:
        """It after a save; what was put by of what the file has now is forgotten."""
        kept = self.kept
        if document.same_work(kept):
            self.autosave.forget()
            kept = None
        return replace(self, path=path, saved=document, base=base, kept=kept)

    @property
    def homeless(self) -> bool:
        """Whether what was put aside has work that stands in no file and could not be put by."""
        document = None if self.history is None else self.history.now
        return document is not None and not any(document.same_work(each) for each in (self.saved, self.kept))

    @property
    def title(self) -> str:
        """What it is called among those put aside."""
        document = None if self.history is None else self.history.now
        name = self.path.name if self.path is not None else document.name if document is not None else ""
        name = name or say("new document")
        if document is None or document.same_work(self.saved):
            return name
        return say("{name}, not saved").format(name=name)
