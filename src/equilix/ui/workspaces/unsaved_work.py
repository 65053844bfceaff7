"""Unsaved work of earlier runs: what it is, how much it differs from its file, what it looks like; and what to do."""

from __future__ import annotations

from pathlib import Path

from PySide6.QtCore import QTimer
from PySide6.QtWidgets import QFrame, QHBoxLayout, QPushButton, QVBoxLayout, QWidget

from equilix.analysis import analyse
from equilix.document import Document
from equilix.errors import EquilixError, UnreadableFile
from equilix.facts import fact
from equilix.store import recovery
from equilix.store.differences import differences
from equilix.store.parsing import open_document
from equilix.ui.session import Session
from equilix.ui.theme import font
from equilix.ui.widgets.rig_picture import RigPicture
from equilix.ui.widgets.tint import show_text, text_label
from equilix.ui.workspaces.page import Page
from equilix.words.language import say
from equilix.words.telling import tell

SHOWN = 3
"""Differences that are named; the others are counted."""


class LostRow(QFrame):
    """One piece of unsaved work."""

    def __init__(self, work: recovery.LostWork, page: UnsavedWorkPage) -> None:
        super().__init__()
        self.work, self.theme = work, page.theme
        self.setObjectName("lost")
        self.setStyleSheet(f"#lost {{ background: {page.theme.card}; border: 1px solid {page.theme.rule}; }}")
        column = QVBoxLayout(self)
        column.setContentsMargins(12, 9, 12, 9)
        column.setSpacing(4)
        self.title, self.when, self.differs = text_label(bold=True), text_label(), text_label()
        self.picture = RigPicture(page.theme)
        name = work.original.name if work.original is not None else work.name or say("A new document")
        when = f"{work.written.astimezone():%d %B %Y, %H:%M:%S}" if work.written is not None else say("time not known")
        show_text(self.title, name, page.theme.ink)
        show_text(
            self.when,
            say("Backed up {when}{which}").format(when=when, which=say(", set aside") if work.put_aside else ""),
            page.theme.quiet,
        )
        show_text(self.differs, say("Looking at it …"), page.theme.quiet)
        self.asked = False
        """Whether it has been asked once more if it is to be forgotten."""
        self.bring, self.keep, self.forget = (
            QPushButton(say("Recover it")),
            QPushButton(say("Keep")),
            QPushButton(say("Forget")),
        )
        self.bring.setFont(font(11, bold=True))
        for widget in (self.title, self.when, self.picture, self.differs):
            column.addWidget(widget)
        buttons = QHBoxLayout()
        for button, act in (
            (self.bring, page.bring_back), (self.keep, page.keep), (self.forget, page.forget),
        ):  # fmt: skip
            button.setAccessibleName(f"{button.text()}: {name}")
            button.clicked.connect(lambda _checked=False, act=act: act(work))
            buttons.addWidget(button)
        self.keep.setToolTip(say("It stays in this list and is not announced again"))
        self.keep.setEnabled(not work.put_aside)
        column.addLayout(buttons)

    def look(self) -> None:
        """Read it, draw it and compare it with its file."""
        try:
            document = self.work.document
        except UnreadableFile as error:
            self.picture.hide()
            self.bring.setEnabled(False)
            show_text(self.differs, say("▲ It cannot be read: {said}").format(said=tell(error.said)), self.theme.tip)
            return
        setup = document.setup_named(None)
        if setup is not None and setup.placements:
            self.picture.assembly = analyse(document, setup).assembly
        self.picture.setVisible(self.picture.assembly is not None)
        self.picture.update()
        show_text(self.differs, how_much_differs(document, self.work.original), self.theme.ink)


def how_much_differs(document: Document, original: Path | None) -> str:
    """What this work has that its file has not, in a few lines."""
    if original is None:
        parts = tell(fact("document.count_parts", count=len(document.parts)))
        setups = tell(fact("document.count_setups", count=len(document.setups)))
        return say("Never saved: {parts}, {setups}.").format(parts=parts, setups=setups)
    try:
        found = differences(open_document(original), document)
    except EquilixError:
        return say("Its file can no longer be read: {original}").format(original=original)
    if not found:
        return say("No different from {original} as it is now.").format(original=original.name)
    count = tell(fact("document.count_differences", count=len(found)))
    head = say("{differences} from {original}:").format(differences=count, original=original.name)
    more = [say("and {found} more").format(found=len(found) - SHOWN)] if len(found) > SHOWN else []
    return "\n".join((head, *(f"·  {tell(line, document.display)}" for line in found[:SHOWN]), *more))


class UnsavedWorkPage(Page):
    """Every piece of unsaved work, newest first."""

    def __init__(self, session: Session, parent: QWidget | None = None) -> None:
        super().__init__(session, parent)
        self.column.addWidget(self.heading(say("Work that was not saved")))
        self.about = self.note()
        self.column.addWidget(self.about)
        self.rows: list[LostRow] = []
        self.column.addStretch(1)
        self._waiting: list[LostRow] = []
        self._look = QTimer(self, singleShot=True, interval=0)  # one row at a time, so that none of them is waited for
        self._look.timeout.connect(self._look_at_one)

    def showEvent(self, event: object) -> None:
        self._stale = True
        super().showEvent(event)

    def refresh(self) -> None:
        """Show what is there now; rows that are shown already stay."""
        lost = recovery.find_lost(self.session.desk.run.folder)
        there = {(work.file, work.put_aside) for work in lost}
        for row in [
            row for row in self.rows if (row.work.file, row.work.put_aside) not in there or row.theme is not self.theme
        ]:
            self.rows.remove(row)
            row.hide()
            row.deleteLater()
        shown = {row.work.file for row in self.rows}
        for place, work in enumerate(lost):
            if work.file not in shown:
                row = LostRow(work, self)
                self.rows.insert(place, row)
                self.column.insertWidget(2 + place, row)
                self._waiting.append(row)
        self._waiting = [row for row in self._waiting if row in self.rows]
        self.about.setText(
            say(
                "What earlier runs of Equilix left when they ended without saving. Bringing one back puts the open "
                "document aside; it can be gone back to from Commands."
            )
            if self.rows
            else say(
                "There is none. What you do not save is backed up every few seconds; if Equilix ends without saving, "
                "it stands here at the next start."
            )
        )
        if self._waiting:
            self._look.start()

    def _look_at_one(self) -> None:
        if self._waiting:
            self._waiting.pop(0).look()
            self._look.start()

    def bring_back(self, work: recovery.LostWork) -> None:
        """Go on with it."""
        self.session.desk.recover(work)
        self.refresh()

    def keep(self, work: recovery.LostWork) -> None:
        """Leave it in the list without announcing it again."""
        self._do(work, recovery.put_aside)

    def forget(self, work: recovery.LostWork) -> None:
        """Delete it. Its row says what would be lost, and asks once more in place."""
        row = next(row for row in self.rows if row.work is work)
        if not row.asked:
            row.asked = True
            row.forget.setText(say("Really forget"))
            row.forget.setAccessibleName(say("Really forget: {row}").format(row=row.title.text()))
            return
        self._do(work, recovery.forget)

    def _do(self, work: recovery.LostWork, act: object) -> None:
        assert callable(act)
        try:
            act(work)
        except BlockingIOError:
            self.session.said.emit(say("Another window has taken “{work}” up.").format(work=work.name), True)
        except (EquilixError, OSError) as error:
            why = tell(error.said) if isinstance(error, EquilixError) else str(error)
            self.session.said.emit(f"“{work.name}”: {why}", True)
        self.refresh()

    def stop(self) -> None:
        """End what waits."""
        super().stop()
        self._look.stop()
