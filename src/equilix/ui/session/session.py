"""The document of a window and its analysis, and how they become others; each of its parts tells of its own changes."""

from __future__ import annotations

from collections.abc import Callable
from typing import TYPE_CHECKING, Protocol

from msgspec.structs import replace
from PySide6.QtCore import QObject, Signal

from equilix.analysis import Analysis, analyse
from equilix.document import Document
from equilix.edits import kit
from equilix.edits.history import History
from equilix.errors import EquilixError
from equilix.facts import Sayable
from equilix.result import Result
from equilix.rig.setups import Setup
from equilix.ui.jobs import Jobs
from equilix.ui.session.answers import Answers
from equilix.ui.session.chosen import Chosen
from equilix.ui.session.desk import Desk
from equilix.ui.session.opening import history_of, new_document, with_a_setup
from equilix.ui.session.pictures import Pictures
from equilix.ui.session.selection import Selection
from equilix.ui.session.view import ViewState
from equilix.units import Display
from equilix.words.language import say
from equilix.words.telling import tell

if TYPE_CHECKING:
    from equilix.planner.fit_plan import FitPlan
    from equilix.planner.plan import Plan


class InHand(Protocol):
    """What a person is in the middle of: a part that is dragged, or lifted off its mount."""

    def cancel(self) -> None:
        """Break off: everything is as it was before."""


class Session(QObject):
    """Holds the history, replaces it, and tells everyone once."""

    changed = Signal()
    """Document, open setup or units, and so the analysis, are others."""
    said = Signal(str, bool)
    """A message for the person, and whether it is a complaint."""

    def __init__(
        self,
        document: Document | None = None,
        parent: QObject | None = None,
        chosen: Chosen | None = None,
        before: Session | None = None,
    ) -> None:
        """``before``: whose document, undo and selection it goes on with; that one is done for."""
        super().__init__(parent)
        self.in_hand: InHand | None = None
        self.chosen = chosen or Chosen()
        begun = history_of(document or new_document())
        self.own_units = begun.now.display
        """What the document was written in, before anybody chose."""
        self.history = self._seen(begun)
        self.selection = Selection(self)
        self.view = ViewState(self)
        self.jobs = Jobs(self)
        self.jobs.failed.connect(lambda text: self.said.emit(text, True))
        self.jobs.stopped.connect(lambda: self.said.emit(say("Stopped. The next change looks again."), False))
        self.answers = Answers(self.jobs, self)
        self.desk = Desk(self, self)
        self.pictures = Pictures(self.jobs, lambda: self.setup, lambda: self.desk.path, self)
        self.changed.connect(self.pictures.look)
        if before is None:
            self.result = Result(analyse(self.document, self.setup))
        else:
            self._go_on_from(before)
        self.answers.look(self.document, self.setup.id)

    def _go_on_from(self, before: Session) -> None:
        if before.in_hand is not None:
            before.in_hand.cancel()
        before.end_gesture()
        before.desk.disk.end()  # what is still being read or saved belongs to what is gone on with
        before.answers.stop()
        self.history, self.result, self.own_units = before.history, before.result, before.own_units
        before.desk.hand_to(self.desk)
        self.selection.id, self.selection.others = before.selection.id, before.selection.others

    # what is there

    @property
    def document(self) -> Document:
        """The document now."""
        return self.history.now

    @property
    def setup(self) -> Setup:
        """The open setup."""
        setup = self.document.setup_named(None)
        assert setup is not None  # a session's document always has one
        return setup

    @property
    def analysis(self) -> Analysis:
        """The open setup, analysed."""
        return self.result.analysis

    # edits

    def try_edit(
        self, label: str, change: Callable[[Document], Document], gesture: str | None = None
    ) -> EquilixError | None:
        """Carry out an edit. A refusal changes nothing and is returned, to be said where the entry stands."""
        try:
            new = change(self.document)
        except EquilixError as error:
            return error
        return self._become(self.history.done(label, with_a_setup(new), gesture))

    def edit(self, label: str, change: Callable[[Document], Document], gesture: str | None = None) -> bool:
        """Carry out an edit; a refusal is said in the window. Returns whether it was done."""
        return self._say(self.try_edit(label, change, gesture))

    def tell(self, said: Sayable) -> str:
        """What there is to say, in the units that are shown."""
        return tell(said, self.document.display)

    def _say(self, refusal: EquilixError | None) -> bool:
        if refusal is not None:
            self.said.emit(self.tell(refusal.said), True)
        return refusal is None

    def end_gesture(self) -> None:
        """The next edit is an undo entry of its own."""
        if self.history.gesture is not None:
            self.history = self.history.settled()
            self.changed.emit()

    def break_off(self, gesture: str) -> None:
        """Take back what a gesture has done so far, as if it had not begun."""
        if self.history.gesture == gesture:
            self._say(self._become(self.history.without_last()))

    def undo(self) -> None:
        """Take back the last edit of this document, and show the setup in which it was made.

        In the middle of a gesture that is taken back, and nothing before it.
        """
        if self.in_hand is not None:
            self.in_hand.cancel()
            return
        label = self.history.undo_label
        if label and self._say(self._become(self.history.undone())):
            self.said.emit(say("Undone: {label}.").format(label=label), False)

    def redo(self) -> None:
        """Do again what was undone."""
        label = self.history.redo_label
        if label and self._say(self._become(self.history.redone())):
            self.said.emit(say("Done again: {label}.").format(label=label), False)

    def apply_plan(self, plan: Plan | FitPlan) -> None:
        """Carry out a plan as one edit."""
        title = self.tell(plan.title)
        if plan.steps and self.edit(title, plan.apply):
            self.said.emit(say("{title}: done. One undo takes it back.").format(title=title), False)

    # what is looked at: no edit, nothing to save, nothing to undo

    def open_setup(self, setup_id: str) -> None:
        """Look at another setup of the document."""
        self._say(self._become(self.history.seen(kit.open_setup(self.document, setup_id))))

    def show_units(self, display: Display | None) -> None:
        """Show all figures in these units, of this document and of those opened later; None: each in its own."""
        self.chosen.become(replace(self.chosen.now, units=display))
        self._say(self._become(self._seen(self.history)))

    def _seen(self, history: History) -> History:
        return history.seen(kit.choose_display(history.now, self.chosen.now.units or self.own_units))

    def put_on_desk(self, history: History) -> bool:
        """Show another document, with its own history. Returns whether it could be analysed."""
        before, self.own_units = self.own_units, history.now.display
        refusal = self._become(self._seen(history), fresh=True)
        if refusal is not None:
            self.own_units = before
        return self._say(refusal)

    def _become(self, history: History, *, fresh: bool = False) -> EquilixError | None:
        """Go on with another state. Nothing changes where its document cannot be analysed: that is returned.

        The window must never show one rig while it holds another.
        """
        if history.now is self.document:
            self.history = history
            return None
        setup = history.now.setup_named(None)
        try:
            assert setup is not None  # every history of a session begins and goes on with one
            result = Result(analyse(history.now, setup))
        except Exception as error:  # whatever is wrong with it: the rig on the screen stays the rig that is held
            return EquilixError(
                say("This rig could not be worked out ({error}). Nothing was changed.").format(error=repr(error))
            )
        self.history, self.result = history, result
        self.selection.keep_to(() if fresh else setup.by_id)
        self.view.ghost = None
        self.answers.look(self.document, self.setup.id)
        self.changed.emit()
        self.answers.changed.emit()
        return None

    def close(self) -> None:
        """Stop timers and call off what is under way; unsaved work is put by."""
        self.desk.close()  # first: what the disk answers now may ask for more
        self.answers.stop()
        self.jobs.cancel()
        self.jobs.wait()
