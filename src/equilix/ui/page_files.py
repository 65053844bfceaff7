"""Let the person choose where pages go, and say what was written."""

from __future__ import annotations

from collections.abc import Callable
from pathlib import Path

from PySide6.QtWidgets import QFileDialog, QWidget

from equilix.errors import EquilixError
from equilix.ui.printing.files import write_pages
from equilix.ui.printing.paper import Draw
from equilix.ui.session import Session
from equilix.ui.widgets.file_choice import file_dialog
from equilix.words.language import say


def choose_pages_file(
    asker: QWidget, session: Session, draw: Draw, size_mm: tuple[float, float], title: str
) -> QFileDialog:
    """Open the dialog for pages."""

    def take(name: str) -> None:
        path = Path(name)
        try:
            written = write_pages(draw, path if path.suffix else path.with_suffix(".pdf"), size_mm, title, replace=True)
        except EquilixError as error:
            session.said.emit(session.tell(error.said), True)
            return
        names = ", ".join(each.name for each in written)
        session.said.emit(say("Written: {path}").format(path=names), False)

    sorts = say("Pages to print") + " (*.pdf);;" + say("Drawings") + " (*.svg);;" + say("Pictures") + " (*.png)"
    dialog = save_dialog(asker, session, sorts, take)
    dialog.selectFile(f"{file_stem(title.replace(':', ''))}.pdf")
    dialog.open()
    return dialog


def file_stem(name: str) -> str:
    """A name as a file may have it: in its folder, and not hidden."""
    return name.replace("/", " ").replace("\0", " ").strip().lstrip(".") or "rig"


def endings_follow(dialog: QFileDialog) -> None:
    """A name without an ending gets the first of the sort that is chosen."""

    def follow(chosen: str) -> None:
        dialog.setDefaultSuffix(chosen.rpartition("(")[2].rstrip(")").split()[0].lstrip("*."))

    dialog.filterSelected.connect(follow)
    follow(dialog.selectedNameFilter())


def save_dialog(asker: QWidget, session: Session, sorts: str, take: Callable[[str], object]) -> QFileDialog:
    """A dialog for what is written, beside the document's file; its own question stands before a file is replaced."""
    dialog = file_dialog(asker, sorts, take)
    dialog.setAcceptMode(QFileDialog.AcceptMode.AcceptSave)
    if session.desk.path is not None:
        dialog.setDirectory(str(session.desk.path.parent))
    return dialog
