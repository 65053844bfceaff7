"""What has to be said of files: another program changed one, work cannot be put by, closing would lose something."""

from __future__ import annotations

from collections.abc import Callable
from pathlib import Path
from typing import TYPE_CHECKING

from PySide6.QtCore import QObject
from PySide6.QtWidgets import QPlainTextEdit

from equilix.document import Document, empty
from equilix.errors import EquilixError
from equilix.facts import fact
from equilix.store.differences import differences
from equilix.store.merging import merged
from equilix.ui.files import Files
from equilix.ui.messages import MessageBar
from equilix.ui.session.desk import Desk
from equilix.ui.widgets.panel import Panel
from equilix.ui.widgets.tint import plain_label
from equilix.words.language import say
from equilix.words.telling import tell

if TYPE_CHECKING:
    from equilix.ui.merge_panel import MergePanel


class DiskMessages(QObject):
    """Turns the state of the desk into offers that stay until they are answered."""

    def __init__(self, desk: Desk, messages: MessageBar, files: Files, close_anyway: Callable[[], object]) -> None:
        super().__init__(messages)
        self.desk, self.messages, self.files, self.close_anyway = desk, messages, files, close_anyway
        self.panel: DifferencesPanel | None = None
        self.merging: MergePanel | None = None
        desk.clash.connect(self._offer_clash)
        desk.changed.connect(self._desk_changed)
        files.taken.connect(self._offer_replacing)

    def _desk_changed(self) -> None:
        if self.desk.theirs is None:
            self.messages.withdraw("clash")
        if self.desk.unkept:
            self.messages.offer(
                "unkept",
                say("Unsaved work cannot be backed up ({unkept}): it is only in this window.").format(
                    unkept=self.desk.unkept
                ),
                [(say("Save as …"), self.files.choose_save)],
                urgent=True,
            )
        else:
            self.messages.withdraw("unkept")
            self.messages.withdraw("closing")

    def _offer_clash(self) -> None:
        path = self.desk.path
        if path is None:
            return
        mine = say("Your changes are not saved.") if self.desk.dirty else say("You see it as it was.")
        self.messages.offer(
            "clash",
            say("Another program has changed {path} since it was read. {mine}").format(path=path.name, mine=mine),
            [
                (say("Put together"), self._put_together),
                (say("Keep both"), self.desk.keep_both),
                (say("Differences"), self._show_differences),
                (say("Take theirs"), self.desk.take_theirs),
                (say("Replace it"), self.desk.replace_theirs),
            ],
            urgent=True,
        )

    def _offer_replacing(self, path: Path) -> None:
        self.messages.offer(
            "taken",
            say("There is a file {path} already. Nothing was saved.").format(path=path.name),
            [(say("Replace it"), lambda: self.desk.save(path)), (say("Save as …"), self.files.choose_save)],
            urgent=True,
        )

    def _show_differences(self) -> None:
        self._offer_clash()  # looking answers nothing
        try:
            found = differences(self.desk.their_document(), self.desk.session.document)
        except EquilixError as error:
            self.desk.session.said.emit(self.desk.session.tell(error.said), True)
            return
        self.panel = DifferencesPanel(self.messages, tuple(self.desk.session.tell(each) for each in found))
        self.panel.open_under(self.messages.offers["clash"])

    def _put_together(self) -> None:
        """Both copies in one, as one edit; what both have changed is asked for, one by one."""
        self._offer_clash()  # looking answers nothing
        try:
            copies = (self.desk.sheet.saved or empty(), self.desk.session.document, self.desk.their_document())
            found = merged(*copies)
        except EquilixError as error:
            self.desk.session.said.emit(self.desk.session.tell(error.said), True)
            return
        if not found.conflicts:
            self._take_merged(copies[2], found.document)
            return
        from equilix.ui.merge_panel import MergePanel  # only where two copies contradict each other

        self.merging = MergePanel(self.messages, copies, found, lambda made: self._take_merged(copies[2], made))
        self.merging.open_under(self.messages.offers["clash"])

    def _take_merged(self, theirs: Document, made: Document) -> EquilixError | None:
        """The document becomes the whole; the file holds theirs, and may be written over from now on."""
        refusal = self.desk.become_merged(theirs, made)
        if refusal is None:
            said = say("Both are put together. One undo takes it back; save it to have it in the file.")
            self.desk.session.said.emit(said, False)
        return refusal

    def ask_before_closing(self, names: list[str]) -> None:
        """Closing would lose what these documents have: ask, this once."""
        self.messages.withdraw("unkept")
        self.messages.offer(
            "closing",
            say("Closing now would lose the unsaved work on “{names}”: it cannot be backed up ({unkept}).").format(
                names="”, “".join(names), unkept=self.desk.unkept
            ),
            [(say("Save as …"), self.files.choose_save), (say("Close and lose it"), self.close_anyway)],
            urgent=True,
            away=say("Stay"),
        )


class DifferencesPanel(Panel):
    """What the own document has that the file has not, line by line."""

    def __init__(self, parent: MessageBar, found: tuple[str, ...]) -> None:
        super().__init__(parent, say("Close"))
        count = tell(fact("document.count_differences", count=len(found))) if found else say("No difference")
        self.form.addRow(
            plain_label(say("{count}: from the file, as it is now, to what this window shows.").format(count=count))
        )
        self.lines = QPlainTextEdit("\n".join(found))
        self.lines.setReadOnly(True)
        self.lines.setTabChangesFocus(True)
        self.lines.setAccessibleName(say("Differences"))
        self.lines.setMinimumSize(560, 220)
        self.form.addRow(self.lines)
        self.finish()
