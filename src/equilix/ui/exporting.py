"""Export for other programs: the ending of the name and the sort that was chosen say what is written."""

from __future__ import annotations

from functools import partial
from pathlib import Path
from typing import Final

from PySide6.QtWidgets import QFileDialog, QWidget

from equilix.errors import EquilixError
from equilix.exchange.exporting import exported, sort_of
from equilix.store.saving import write_atomically
from equilix.ui.page_files import endings_follow, file_stem, save_dialog
from equilix.ui.printing.files import write_pages
from equilix.ui.printing.paper import PAGES_MM, Draw
from equilix.ui.printing.printer import title_of
from equilix.ui.printing.setup_sheet import draw_views
from equilix.ui.session import Session
from equilix.words.language import say
from equilix.words.wordings.wording import N_

SORTS: Final = (
    (N_("This setup as a drawing"), ("pdf", "svg", "png")),
    (N_("The kit as a table"), ("csv",)),
    (N_("This setup as a table"), ("csv",)),
    (N_("Kit and setups as a spreadsheet"), ("ods",)),
    (N_("The rig in space, with masses"), ("gltf", "glb")),
    (N_("The selected part in space"), ("stl",)),
)
"""What can be written, and the endings of the names of such files."""
KIT: Final = 1


def views_page(session: Session) -> tuple[Draw, tuple[float, float], str]:
    """The open setup as a drawing: what draws it, on a page of which size in mm, and its title."""
    high, wide = PAGES_MM["a4"]
    title = title_of(session.document, session.setup)
    draw = partial(draw_views, title=title, analysis=session.analysis, display=session.document.display)
    return draw, (wide, high), title


def choose_export(asker: QWidget, session: Session) -> QFileDialog:
    """Open the dialog."""
    filters = [f"{say(title)} ({' '.join(f'*.{each}' for each in endings)})" for title, endings in SORTS]
    dialog = save_dialog(asker, session, ";;".join(filters), lambda name: _write(session, dialog, Path(name), filters))
    endings_follow(dialog)
    dialog.selectFile(file_stem(session.setup.name))
    dialog.open()
    return dialog


def _write(session: Session, dialog: QFileDialog, path: Path, filters: list[str]) -> None:
    kit = dialog.selectedNameFilter() == filters[KIT]
    selected = session.selection.id
    part = None if selected is None else session.setup.by_id[selected].part
    try:
        if sort_of(path) == "pages":
            draw, size_mm, title = views_page(session)
            write_pages(draw, path, size_mm, title, replace=True)
        else:
            raw = exported(session.document, path, session.setup, part, kit=kit)
            write_atomically(raw, path, keep_backup=False)
    except EquilixError as error:
        session.said.emit(session.tell(error.said), True)
        return
    session.said.emit(say("Written: {path}").format(path=path.name), False)
