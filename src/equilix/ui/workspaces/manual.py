"""The manual, read inside the program: its pages on the left, the chosen one beside them. It needs no network."""

from __future__ import annotations

from typing import Any, Final

from PySide6.QtCore import Qt, QUrl
from PySide6.QtGui import QImage, QTextDocument
from PySide6.QtWidgets import QHBoxLayout, QLineEdit, QListWidget, QListWidgetItem, QTextBrowser, QVBoxLayout, QWidget

from equilix.ui.manual_pages import FIRST, ManualPage, base_folder, folder, pages
from equilix.ui.session import Session
from equilix.ui.theme import Theme, font, grown
from equilix.ui.widgets.key_line import KeyLine
from equilix.ui.workspaces.page import LookedUp
from equilix.words.language import say

KEY: Final = Qt.ItemDataRole.UserRole
LIST_PX: Final = 230
MOST_WIDE_PX: Final = 860
"""Lines longer than this are hard to read."""


class Reader(QTextBrowser):
    """A page as it is written; pictures no wider than the page, and nothing from anywhere but the manual's folder."""

    def loadResource(self, kind: int, name: QUrl | str) -> Any:
        path = name if isinstance(name, str) else name.toString()
        file = (folder() / path).resolve()
        allowed = base_folder().resolve().parent
        if kind != QTextDocument.ResourceType.ImageResource or not file.is_relative_to(allowed) or not file.is_file():
            return None
        picture = QImage(str(file))
        wide = min(self.viewport().width() - 24, MOST_WIDE_PX)
        if picture.width() > wide > 0:
            picture = picture.scaledToWidth(wide, Qt.TransformationMode.SmoothTransformation)
        return picture


class ManualPageView(LookedUp):
    """A list that is filtered by what stands on the pages, and one page. Esc goes back to the work."""

    def __init__(self, session: Session, parent: QWidget | None = None) -> None:
        super().__init__(session, parent)
        self.shown = ""
        self.words = QLineEdit()
        self.words.setPlaceholderText(say("Find in the manual"))
        self.words.setAccessibleName(say("Find in the manual"))
        self.words.setClearButtonEnabled(True)
        self.words.textChanged.connect(lambda _text: self._fill())
        self.list = QListWidget()
        self.list.setAccessibleName(say("Pages of the manual"))
        self.list.currentItemChanged.connect(self._chosen)
        self.reader = Reader()
        self.reader.setOpenLinks(False)
        self.reader.setFrameShape(QTextBrowser.Shape.NoFrame)
        self.reader.setAccessibleName(say("The page"))
        KeyLine(self.reader)
        self.reader.anchorClicked.connect(self._follow)
        self.outer.removeWidget(self.scroller)
        self.scroller.hide()
        left = QVBoxLayout()
        left.setContentsMargins(16, 12, 8, 8)
        left.addWidget(self.heading(say("Manual")))
        left.addWidget(self.note(say("Esc goes back to the work.")))
        left.addWidget(self.words)
        left.addWidget(self.list, 1)
        beside = QWidget()
        beside.setLayout(left)
        beside.setFixedWidth(round(grown(LIST_PX)))
        both = QHBoxLayout()
        both.setContentsMargins(0, 0, 12, 8)
        both.setSpacing(0)
        both.addWidget(beside)
        both.addWidget(self.reader, 1)
        self.outer.addLayout(both, 1)
        self.first_focus = self.list

    def choose(self, tab: str) -> None:
        """Open a page of it."""
        self.words.clear()
        self.shown = tab
        self._fill()

    def refresh(self) -> None:
        """Show the pages; the one that was read stays open."""
        if not self.list.count():
            self._fill()

    def _fill(self) -> None:
        wanted = self.words.text().strip().casefold()
        self.list.blockSignals(True)
        self.list.clear()
        for page in pages():
            if not wanted or wanted in page.file.read_text("utf-8").casefold():
                item = QListWidgetItem(page.title)
                item.setData(KEY, page.key)
                self.list.addItem(item)
                if page.key == (self.shown or FIRST):
                    self.list.setCurrentItem(item)
        if self.list.currentItem() is None:
            self.list.setCurrentRow(0)
        self.list.blockSignals(False)
        self._chosen()

    def _chosen(self, *_items: object) -> None:
        item = self.list.currentItem()
        page = None if item is None else _page(item.data(KEY))
        if page is None:
            self.reader.setPlainText(
                say("No page has these words.") if pages() else say("The manual is not installed with this program.")
            )
            return
        self.shown = page.key
        self._show(page)

    def _show(self, page: ManualPage) -> None:
        document = self.reader.document()
        document.setDefaultFont(font(11))
        self.reader.setMarkdown(page.file.read_text("utf-8"))
        words = self.words.text().strip()
        if words:
            self.reader.find(words)

    def _follow(self, link: QUrl) -> None:
        """A link leads to another page of the manual, or, as “equilix:fit”, to a workspace."""
        if link.scheme() == "equilix":
            self.session.view.ask_page(link.path())
        elif link.path().endswith(".md"):
            self.choose(link.path().removesuffix(".md"))

    def wear(self, theme: Theme) -> None:
        super().wear(theme)
        self.reader.setStyleSheet(f"background: {theme.card}; color: {theme.ink}; padding: 6px 14px;")

    def resizeEvent(self, event: object) -> None:
        super().resizeEvent(event)  # type: ignore[arg-type]
        page = _page(self.shown)
        if page is not None:
            at = self.reader.verticalScrollBar().value()
            self._show(page)
            self.reader.verticalScrollBar().setValue(at)


def _page(key: str) -> ManualPage | None:
    return next((each for each in pages() if each.key == key), None)
