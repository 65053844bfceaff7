"""What goes wrong on a day, line by line: the line that is gone to leads to its minute."""

from __future__ import annotations

from PySide6.QtCore import Signal
from PySide6.QtWidgets import QListWidget

from equilix.day.course import Course
from equilix.day.day_words import mark_words
from equilix.day.marks import Mark
from equilix.document import Document
from equilix.words.language import say
from equilix.words.telling import begun, tell


class MarkList(QListWidget):
    """``looked_at``: another mark has been gone to."""

    looked_at = Signal(object)

    def __init__(self) -> None:
        super().__init__()
        self.found: tuple[Mark, ...] = ()
        self.setAccessibleName(say("What goes wrong"))
        self.setWordWrap(True)
        self.currentRowChanged.connect(self._look_at)

    def show_marks(self, course: Course | None, document: Document) -> list[str]:
        """Show what goes wrong on a day, numbered as on its drawing; the lines that stand there now."""
        self.found = () if course is None else course.marks
        words = [begun(tell(mark_words(each, document), document.display)) for each in self.found]
        texts = [f"{number}  {said}" for number, said in enumerate(words, start=1)]
        if [self.item(row).text() for row in range(self.count())] != texts:
            blocked = self.blockSignals(True)
            self.clear()
            self.addItems(texts)
            self.blockSignals(blocked)
        return texts

    def _look_at(self, row: int) -> None:
        if 0 <= row < len(self.found):
            self.looked_at.emit(self.found[row])
