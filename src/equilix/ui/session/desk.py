"""The documents on the desk: the open one and its file, those put aside, and the work that is not in any file yet."""

from __future__ import annotations

from collections.abc import Callable
from functools import partial
from pathlib import Path
from typing import TYPE_CHECKING, Protocol

from msgspec.structs import replace
from PySide6.QtCore import QObject, QTimer, Signal, SignalInstance

from equilix.document import Document
from equilix.edits.backdrops import follow_folder
from equilix.edits.history import History
from equilix.errors import EquilixError, UnwritableFile
from equilix.facts import Sayable
from equilix.store import recovery, state
from equilix.store.disk import Fingerprint, fingerprint, read_bytes
from equilix.store.parsing import parse
from equilix.store.saving import ChangedMeanwhile, save
from equilix.store.ticks import Tick, keep_ticked, ticked_in
from equilix.ui.session.disk_work import DiskWork
from equilix.ui.session.file_watch import FileWatch
from equilix.ui.session.opening import history_of
from equilix.ui.session.sheet import Sheet
from equilix.words.language import say

if TYPE_CHECKING:
    from concurrent.futures import Future

MOST_PUT_ASIDE = 8


class Holder(Protocol):
    """Who holds the open document, and shows another one."""

    history: History

    @property
    def in_hand(self) -> object | None:
        """What the person is in the middle of; nothing may disturb it."""

    @property
    def document(self) -> Document:
        """The document now."""

    @property
    def changed(self) -> SignalInstance:
        """It is another, or its file is."""

    @property
    def said(self) -> SignalInstance:
        """A message for the person, and whether it is a complaint."""

    def tell(self, said: Sayable) -> str:
        """What there is to say, in the units that are shown."""

    def put_on_desk(self, history: History) -> bool:
        """Show another document. Returns whether it could be."""

    def edit(self, label: str, change: Callable[[Document], Document]) -> bool:
        """Carry out an edit. Returns whether it was done."""

    def try_edit(self, label: str, change: Callable[[Document], Document]) -> EquilixError | None:
        """Carry out an edit. A refusal changes nothing and is returned."""


class Desk(QObject):
    """Opens, saves, puts by, and watches the open file."""

    changed = Signal()
    """Whether work is put by, or whether the file is another program's by now, is another."""
    opened = Signal()
    """A file has been opened; on a slow disk long after it was asked for."""
    clash = Signal()
    """The file has been changed by another program; it was not replaced."""

    def __init__(self, session: Holder, parent: QObject) -> None:
        super().__init__(parent)
        self.session = session
        self.run = recovery.Run()
        self.sheet = Sheet(recovery.Autosave(self.run), saved=session.document)
        self.aside: tuple[Sheet, ...] = ()
        self.unkept = ""
        """Why unsaved work cannot be put by; empty where it can."""
        self.theirs: Fingerprint | None = None
        """What another program has made of the open file; None where it is as it was."""
        self._handed_over = False
        """Another desk goes on with it."""
        self.ticked: set[Tick] = set()
        """What is ticked off the packing list of the open document."""
        self._autosave_timer = QTimer(self, interval=int(recovery.EVERY_S * 1000))
        self._autosave_timer.timeout.connect(self.autosave)
        self._autosave_timer.start()
        self._watch = FileWatch(self)
        self._watch.touched.connect(self.look_at_file)
        self.disk = DiskWork(lambda: session.in_hand is not None, self)

    # what is there

    @property
    def path(self) -> Path | None:
        """The file of the open document."""
        return self.sheet.path

    @property
    def dirty(self) -> bool:
        """Whether there is work that the file does not have."""
        return not self.session.document.same_work(self.sheet.saved)

    # opening

    def replace(self, document: Document, path: Path | None, base: Fingerprint | None = None) -> bool:
        """Open another document. The one before is put aside with its history, and can be gone back to."""
        history = history_of(document)
        return self._lay(history, Sheet(recovery.Autosave(self.run), path, saved=history.now, base=base))

    def _lay(self, history: History, sheet: Sheet) -> bool:
        self.autosave()
        before, was = self.sheet, self.session.history
        self.sheet = sheet
        if not self.session.put_on_desk(history):
            self.sheet = before
            return False
        if was.now.parts or was.before:  # an untouched empty document is nothing to come back to
            aside = (replace(before, history=was), *self.aside)
            self.aside = tuple(each for k, each in enumerate(aside) if k < MOST_PUT_ASIDE or each.homeless)
        else:
            before.autosave.forget()
        self.theirs = None
        self.ticked.clear()  # what was ticked when it was open last
        if self.path is not None:
            self.ticked.update(ticked_in(self.path))
        self._watch.watch(self.path)
        self.session.changed.emit()
        self.changed.emit()
        return True

    def go_back(self, sheet: Sheet) -> bool:
        """Go on with a document that was put aside, where it was left."""
        history = sheet.history
        if history is None or sheet not in self.aside:
            return False
        self.aside = tuple(each for each in self.aside if each is not sheet)
        done = self._lay(history, replace(sheet, history=None))
        self.look_at_file()
        return done

    def open(self, path: Path) -> bool:
        """Open a file; where it cannot be read the open document stays, and the reason is said."""

        def read() -> tuple[Document, Fingerprint]:
            raw = read_bytes(path)
            return parse(raw, str(path)), Fingerprint.of(raw)

        return not self._waits() and self.disk.run(
            read,
            partial(self._opened, path),
            lambda: self._note(say("Reading {name} takes longer than usual. You can go on meanwhile."), path),
        )

    def _opened(self, path: Path, done: Future[tuple[Document, Fingerprint]]) -> bool:
        try:
            document, base = done.result()
        except EquilixError as error:
            self.session.said.emit(
                say("{said} Your open document is as it was.").format(said=self.session.tell(error.said)), True
            )
            return False
        if not self.replace(document, path, base):
            return False
        state.remember(path)
        self._note(say("Opened {name}."), path)
        self.opened.emit()
        return True

    def _waits(self) -> bool:
        """Whether a slow disk is still being waited for, which is said."""
        if self.disk.busy:
            self.session.said.emit(
                say("The disk has not answered yet to what was asked before. Nothing else was read or written."), True
            )
        return self.disk.busy

    def _note(self, said: str, path: Path) -> None:
        self.session.said.emit(said.format(name=path.name), False)

    # saving

    def save(self, path: Path | None = None, *, over: Fingerprint | None = None) -> bool:
        """Save to ``path`` or to the file it came from; where that fails the reason is said.

        A file that another program has changed is not replaced, unless it still is what ``over`` says.
        """
        target = path or self.sheet.path
        if target is None or self._waits():
            return False
        self._follow(target)
        document, sheet = self.session.document, self.sheet
        expect = over or (sheet.base if target == sheet.path else None)
        return self.disk.run(
            lambda: save(document, target, expect=expect),
            partial(self._saved, document, target, sheet.autosave),
            lambda: self._note(say("Saving {name} takes longer than usual. You can go on meanwhile."), target),
        )

    def _saved(self, document: Document, target: Path, of: recovery.Autosave, done: Future[Fingerprint]) -> bool:
        """``of``: which of the documents on the desk it was; another one may be open by now."""
        try:
            base = done.result()
        except EquilixError as error:
            if isinstance(error, ChangedMeanwhile) and self.sheet.autosave is of:
                self.look_at_file()
            else:
                self.session.said.emit(self.session.tell(error.said), True)
            return False
        if self.sheet.autosave is of:
            self.sheet = replace(self.sheet, path=target, saved=document, base=base)
            self.theirs, self.unkept = None, ""
            self.autosave()  # nothing is kept of what the file has; what was done meanwhile is put by
            self.keep_ticks()
            self._watch.watch(self.path)
        else:
            self.aside = tuple(
                each.written(target, document, base) if each.autosave is of else each for each in self.aside
            )
        state.remember(target)
        self._note(say("Saved {name}."), target)
        self.session.changed.emit()
        self.changed.emit()
        return True

    def _follow(self, target: Path) -> None:
        """Photos that lie in files are found from the folder to which the document goes."""
        old = self.sheet.path
        if old is not None and old.parent.resolve() != target.parent.resolve():
            new = follow_folder(self.session.document, old.parent.resolve(), target.parent.resolve())
            if new is not self.session.document:
                self.session.edit(say("Find the photos from the new folder"), lambda _document: new)

    def keep_ticks(self) -> None:
        """Keep what is ticked off the packing list, where the document has a file."""
        if self.path is not None:
            keep_ticked(self.path, self.ticked)

    # the file on the disk

    def look_at_file(self) -> None:
        """Compare what the file holds with what was read from it or written to it."""
        path, base = self.path, self.sheet.base
        if path is None or base is None:
            return
        if self.disk.busy:  # it may be the own save that has touched it
            self._watch.look_soon()
            return
        self.disk.run(lambda: fingerprint(path), partial(self._looked, path, base))

    def _looked(self, path: Path, base: Fingerprint, done: Future[Fingerprint]) -> bool:
        try:
            now = done.result()
        except EquilixError:
            return False  # it will be said when it is saved to
        if (path, base) != (self.path, self.sheet.base):  # another document is open by now
            return False
        self._watch.watch(path)  # a file that was replaced is another one to the system
        theirs = None if now in (base, Fingerprint.of(None)) else now
        if theirs == self.theirs:
            if theirs is not None:
                self.clash.emit()
            return True
        self.theirs = theirs
        if theirs is not None:
            self.clash.emit()
        self.changed.emit()
        return True

    def their_document(self) -> Document:
        """What the file holds now. Raises :class:`~equilix.errors.UnreadableFile`."""
        assert self.path is not None  # only asked for where a file has changed
        return parse(read_bytes(self.path), str(self.path))

    def take_theirs(self) -> bool:
        """Open what the file holds now; the own document is put aside."""
        return self.path is not None and self.open(self.path)

    def replace_theirs(self) -> bool:
        """Put the own document in the place of what another program has written; that is kept as the backup."""
        return self.save(over=self.theirs)

    def become_merged(self, theirs: Document, made: Document) -> EquilixError | None:
        """Go on with both copies put together: one edit, on the ground of what the file holds now."""
        refusal = self.session.try_edit(say("Put both copies together"), lambda _document: made)
        if refusal is None and self.theirs is not None:
            self.sheet = replace(self.sheet, saved=theirs, base=self.theirs)
            self.theirs = None
            self.session.changed.emit()
            self.changed.emit()
        return refusal

    def keep_both(self) -> bool:
        """Save the own document beside the file that another program has changed."""
        path = self.path
        if path is None:
            return False
        number = 2
        while (beside := path.with_name(f"{path.stem} ({number}){path.suffix}")).exists():
            number += 1
        return self.save(beside)

    # putting by

    def autosave(self) -> bool:
        """Write unsaved work away, if there is any new. Returns whether everything unsaved is put by."""
        document = self.session.document
        if not self.dirty:
            if self.sheet.kept is not None:
                self.sheet.autosave.forget()
                self.sheet = replace(self.sheet, kept=None)
            self._say_unkept("")
            return True
        if document.same_work(self.sheet.kept):
            return True
        try:
            self.sheet.autosave.keep(document, self.path, self.sheet.base)
        except UnwritableFile as error:
            self._say_unkept(self.session.tell(error.why))
            return False
        self.sheet = replace(self.sheet, kept=document)
        self._say_unkept("")
        return True

    def put_all_by(self) -> list[str]:
        """Put every unsaved document by, the open one and those put aside; the names of those that cannot be."""
        found = (
            []
            if self._handed_over or self.autosave()
            else [self.path.name if self.path else self.session.document.name or say("new document")]
        )
        for sheet in self.aside:
            if sheet.homeless and sheet.history is not None:
                try:
                    sheet.autosave.keep(sheet.history.now, sheet.path, sheet.base)
                except EquilixError:
                    found.append(sheet.title)
        return found

    def _say_unkept(self, reason: str) -> None:
        if bool(reason) == bool(self.unkept):
            self.unkept = reason
            return
        self.unkept = reason
        if not reason:
            self.session.said.emit(say("Unsaved work is backed up again."), False)
        self.changed.emit()

    def recover(self, lost: recovery.LostWork) -> bool:
        """Go on with work that an earlier run left unsaved. Its copy goes only when it has been put by anew."""
        try:
            with recovery.Claim(lost.file):
                document = lost.document
                sheet = Sheet(recovery.Autosave(self.run), lost.original, base=lost.base)
                if not self._lay(history_of(document), sheet) or not self.autosave():
                    return False
            recovery.forget(lost)
        except BlockingIOError:
            self.session.said.emit(say("Another window has taken “{lost}” up already.").format(lost=lost.name), True)
            return False
        except (EquilixError, OSError) as error:
            why = self.session.tell(error.said) if isinstance(error, EquilixError) else str(error)
            self.session.said.emit(
                say("“{lost}” could not be brought back: {why}").format(lost=lost.name, why=why), True
            )
            return False
        self.session.said.emit(say("The unsaved work is back. Save it to keep it."), False)
        self.look_at_file()
        return True

    def hand_to(self, other: Desk) -> None:
        """Let another desk go on with all that lies here, and with what this run has put by."""
        self._stop()
        other.run.end()
        other.run, other.sheet, other.aside = self.run, self.sheet, self.aside
        other.theirs, other.unkept, other.ticked = self.theirs, self.unkept, self.ticked
        other._watch.watch(other.path)
        self._handed_over = True

    def _stop(self) -> None:
        self.disk.end()
        self._autosave_timer.stop()
        self._watch.stop()

    def close(self) -> None:
        """Stop watching; unsaved work stays put by."""
        self._stop()
        if not self._handed_over:
            self.autosave()
            self.run.end()
