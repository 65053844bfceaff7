"""Opening and saving from the window. Unsaved work is never asked about: it is put by, and can be gone back to."""

from __future__ import annotations

import os
from collections.abc import Callable, Sequence
from pathlib import Path
from typing import TYPE_CHECKING

from PySide6.QtCore import QObject, Signal
from PySide6.QtWidgets import QFileDialog, QWidget

from equilix.demo import lighthouse
from equilix.store import state
from equilix.store.saving import SUFFIX
from equilix.ui.session import Session
from equilix.ui.session.opening import new_document
from equilix.ui.widgets.file_choice import file_dialog
from equilix.words.language import say

if TYPE_CHECKING:
    from equilix.ui.handing_on import HandingOn


def _filter() -> str:
    """The sorts of files that are offered."""
    return say("Equilix documents") + f" (*{SUFFIX});;" + say("All files") + " (*)"


class Files(QObject):
    """The file commands and their one dialog."""

    taken = Signal(Path)
    """Another file stands where the document would be saved; nothing was written."""

    def __init__(self, session: Session, parent: QWidget) -> None:
        super().__init__(parent)
        self.session, self.window_ = session, parent
        self.dialog: QFileDialog | None = None
        self._on: HandingOn | None = None

    def choose_open(self) -> None:
        """Let the person choose a file to open."""
        self._show(QFileDialog.AcceptMode.AcceptOpen, self.open)

    def choose_export(self) -> None:
        """Let the person choose what is written for other programs, and where."""
        from equilix.ui.exporting import choose_export  # only who exports waits for it

        self.dialog = choose_export(self.window_, self.session)

    @property
    def handing_on(self) -> HandingOn:
        """What is given to other programs without a dialog."""
        from equilix.ui.handing_on import HandingOn  # only who hands on waits for it

        if self._on is None:
            self._on = HandingOn(self.session)
        return self._on

    def close(self) -> None:
        """Leave nothing behind."""
        if self._on is not None:
            self._on.close()

    def choose_save(self) -> None:
        """Let the person choose where to save."""
        self._show(QFileDialog.AcceptMode.AcceptSave, self.save_as)

    def _show(self, mode: QFileDialog.AcceptMode, take: Callable[[str], object]) -> None:
        dialog = file_dialog(self.window_, _filter(), take)
        dialog.setAcceptMode(mode)
        dialog.setDefaultSuffix(SUFFIX.lstrip("."))
        dialog.setOption(QFileDialog.Option.DontConfirmOverwrite)  # asked in the window, without a second dialog
        start = self.session.desk.path or next(iter(state.recent()), None)
        if start is not None:
            dialog.setDirectory(str(start.parent))
        if mode == QFileDialog.AcceptMode.AcceptSave:
            dialog.selectFile(
                self.session.desk.path.name
                if self.session.desk.path
                else (self.session.document.name or say("rig")) + SUFFIX
            )
        self.dialog = dialog
        dialog.open()

    def open(self, name: str | Path) -> None:
        """Open a file."""
        self.session.desk.open(Path(name))

    def save(self) -> None:
        """Save to the file it came from, or ask where."""
        if self.session.desk.path is None:
            self.choose_save()
        else:
            self.session.desk.save()

    def save_as(self, name: str | Path) -> None:
        """Save under a name. A file that is another's is not replaced unasked."""
        path = Path(name)
        path = path if path.suffix else path.with_suffix(SUFFIX)
        if os.path.lexists(path) and path != self.session.desk.path:
            self.taken.emit(path)
        else:
            self.session.desk.save(path)

    def new(self) -> None:
        """Begin a new document."""
        self.session.desk.replace(new_document(), None)
        self.session.said.emit(say("A new document. The one before is put aside under Commands."), False)

    def open_demo(self) -> None:
        """Open the demonstration."""
        self.session.desk.replace(lighthouse(), None)

    def recent(self) -> Sequence[Path]:
        """The files opened or saved last."""
        return state.recent()
