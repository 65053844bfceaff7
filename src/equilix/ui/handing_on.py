"""The open rig handed on to other programs: dragged out of the window, or put on the clipboard."""

from __future__ import annotations

from pathlib import Path
from tempfile import TemporaryDirectory
from typing import Final

from PySide6.QtCore import QMimeData, QPoint, Qt, QUrl
from PySide6.QtGui import QDrag, QGuiApplication, QImage, QPixmap

from equilix.errors import EquilixError, UnwritableFile
from equilix.facts import fact
from equilix.store.disk import reason
from equilix.store.saving import write_atomically
from equilix.ui.exporting import views_page
from equilix.ui.page_files import file_stem
from equilix.ui.printing.paper import printed
from equilix.ui.session import Session
from equilix.ui.widgets.words import WordButton
from equilix.words.language import say
from equilix.words.reading import mass_line

SHOWN_PX: Final = 220
"""How wide the picture under the pointer is."""


class HandingOn:
    """Hands the open rig on, and keeps the folder of what was dragged out: whoever takes a file copies it later."""

    def __init__(self, session: Session) -> None:
        self.session = session
        self.folder: TemporaryDirectory[str] | None = None

    def drawn(self) -> bytes:
        """The three views on a page as a PNG file."""
        draw, size_mm, title = views_page(self.session)
        return printed(draw, "png", size_mm, title).files[0]

    def copy(self) -> None:
        """Onto the clipboard, as a picture alone: data of our own would outlive the interpreter."""
        QGuiApplication.clipboard().setImage(QImage.fromData(self.drawn()))
        self.session.said.emit(say("Copied: {name}").format(name=self.session.setup.name), False)

    def carried(self) -> QMimeData:
        """A file of it, the picture, and its mass for who takes only text.

        Raises :class:`~equilix.errors.UnwritableFile` where there is no room for a file.
        """
        picture = self.drawn()
        if self.folder is None:
            try:
                self.folder = TemporaryDirectory(prefix="equilix-")
            except OSError as error:
                raise UnwritableFile(fact("handing_on.no_room", why=reason(error))) from error
        path = Path(self.folder.name) / f"{file_stem(self.session.setup.name)}.png"
        write_atomically(picture, path, keep_backup=False)
        session, found = self.session, QMimeData()
        found.setImageData(QImage.fromData(picture))
        found.setText(f"{session.setup.name}: {session.tell(mass_line(session.analysis))}")
        found.setUrls([QUrl.fromLocalFile(str(path))])
        return found

    def drag(self, word: WordButton) -> None:
        """Let it be dragged from the word in the header to a folder, a letter, a page."""
        if not self.session.setup.placements:
            return
        try:
            data = self.carried()
        except EquilixError as error:
            self.session.said.emit(self.session.tell(error.said), True)
            return
        drag = QDrag(word)
        drag.setMimeData(data)
        shown = QPixmap.fromImage(data.imageData())
        drag.setPixmap(shown.scaledToWidth(SHOWN_PX, Qt.TransformationMode.SmoothTransformation))
        drag.setHotSpot(QPoint(0, 0))
        drag.exec(Qt.DropAction.CopyAction)

    def close(self) -> None:
        """Nothing is left of what was dragged out."""
        if self.folder is not None:
            self.folder.cleanup()
            self.folder = None
