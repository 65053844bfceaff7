"""The one thing that all of the window observes: document, selection, analysis and plans."""

from __future__ import annotations

from collections.abc import Callable
from typing import TYPE_CHECKING, Literal

from PySide6.QtCore import QObject, QTimer, Signal

from equilix.analysis import Analysis, analyse
from equilix.document import Document, empty
from equilix.edits.history import History
from equilix.edits.kit import add_setup
from equilix.errors import EquilixError
from equilix.rig.setups import Setup
from equilix.ui.desk import Desk
from equilix.ui.planning import Planning

if TYPE_CHECKING:
    from equilix.fit.fit import Fit
    from equilix.guide.steps import Advice
    from equilix.planner.plan import Plan

Overlay = Literal["figure", "cables", "table"]
"""The operator's joints and eye line; the cables; how the rig stands on a table."""


class Session(QObject):
    """Holds the state, replaces it, and tells everyone once."""

    changed = Signal()
    """Document, setup, selection or analysis is another."""
    plans_changed = Signal()
    ghost_changed = Signal()
    axis_changed = Signal()
    said = Signal(str, bool)
    """A message for the person, and whether it is a complaint."""

    def __init__(self, document: Document | None = None, parent: QObject | None = None) -> None:
        super().__init__(parent)
        self.history = history_of(document or empty())
        self.desk = Desk(self)
        self.selection: str | None = None
        self.ghost: Plan | None = None
        self.axis: Advice | None = None
        self._body: Fit | None = None
        self.overlays: frozenset[Overlay] = frozenset()
        """What the open workspace lays over the drawing."""
        self.plans: list[Plan] = []
        self.planning = Planning(self)
        self.planning.found.connect(self._plan_found)
        self.planning.failed.connect(lambda text: self.said.emit(text, True))
        self.planning.finished.connect(self.plans_changed)
        self._plan_timer = QTimer(self, singleShot=True, interval=120)
        self._plan_timer.timeout.connect(self._start_planning)
        self.analysis: Analysis = analyse(self.document, self.setup)
        self._plan_timer.start()

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
    def body(self) -> Fit:
        """What the analysis means for the operator's body; made once for each."""
        if self._body is None or self._body.analysis is not self.analysis:
            from equilix.fit.fit import Fit  # here, so that the first picture does not wait for it

            self._body = Fit(self.analysis)
        return self._body

    @property
    def is_planning(self) -> bool:
        """Whether plans are still being made."""
        return self._plan_timer.isActive() or self.planning.running

    # edits

    def edit(self, label: str, change: Callable[[Document], Document], gesture: str | None = None) -> bool:
        """Carry out an edit; a refusal is said and changes nothing. Returns whether it was done."""
        try:
            new = change(self.document)
        except EquilixError as error:
            self.said.emit(str(error), True)
            return False
        return self._become(self.history.done(label, _with_a_setup(new), gesture))

    def end_gesture(self) -> None:
        """The next edit is an undo entry of its own."""
        if self.history.gesture is not None:
            self.history = self.history.settled()
            self.changed.emit()

    def break_off(self, gesture: str) -> None:
        """Take back what a gesture has done so far, as if it had not begun."""
        if self.history.gesture == gesture:
            self._become(self.history.without_last())

    def undo(self) -> None:
        """Take back the last edit of this document."""
        label = self.history.undo_label
        if label and self._become(self.history.undone()):
            self.said.emit(f"Undone: {label}.", False)

    def redo(self) -> None:
        """Do again what was undone."""
        label = self.history.redo_label
        if label and self._become(self.history.redone()):
            self.said.emit(f"Done again: {label}.", False)

    def apply_plan(self, plan: Plan) -> None:
        """Carry out a plan as one edit."""
        if plan.steps and self.edit(plan.title, plan.apply):
            self.said.emit(f"{plan.title}: done. One undo takes it back.", False)

    def select(self, placement_id: str | None) -> None:
        """Select a placement of the open setup, or nothing."""
        if placement_id != self.selection:
            self.selection = placement_id
            self.changed.emit()

    def show_ghost(self, plan: Plan | None) -> None:
        """Show a plan as a ghost on the drawing."""
        if plan is not self.ghost:
            self.ghost = plan
            self.ghost_changed.emit()

    def show_overlay(self, overlay: Overlay, on: bool) -> None:
        """Lay something over the drawing, or take it away."""
        if on != (overlay in self.overlays):
            self.overlays = self.overlays ^ {overlay}
            self.axis_changed.emit()

    def show_axis(self, advice: Advice | None) -> None:
        """Show just one axis on the drawing, with what slides along it."""
        if advice is not self.axis:
            self.axis = advice
            self.axis_changed.emit()

    def put_on_desk(self, history: History) -> bool:
        """Show another document, with its own history. Returns whether it could be analysed."""
        return self._become(history, selection=None)

    def _become(self, history: History, **updates: str | None) -> bool:
        """Go on with another state. Nothing changes where its document cannot be analysed: that is said.

        The window must never show one rig while it holds another.
        """
        if history.now is self.document:
            self.history = history
            return True
        setup = history.now.setup_named(None)
        try:
            assert setup is not None  # every history of a session begins and goes on with one
            analysis = analyse(history.now, setup)
        except Exception as error:  # whatever is wrong with it: the rig on the screen stays the rig that is held
            self.said.emit(f"This rig could not be worked out ({error!r}). Nothing was changed.", True)
            return False
        self.history, self.analysis, self.ghost = history, analysis, None
        self.selection = updates.get("selection", self.selection)
        if self.selection not in setup.by_id:
            self.selection = None
        self.plans = []
        self.planning.cancel()
        self._plan_timer.start()
        self.changed.emit()
        self.plans_changed.emit()
        return True

    # plans

    def _start_planning(self) -> None:
        self.planning.start(self.document, self.setup.id)
        self.plans_changed.emit()

    def _plan_found(self, plan: Plan) -> None:
        self.plans = [*self.plans, plan]
        self.plans_changed.emit()

    def close(self) -> None:
        """Stop timers and the planner; unsaved work is put by."""
        self._plan_timer.stop()
        self.planning.stop()
        self.desk.close()


def history_of(document: Document) -> History:
    """The history of a document that has just been opened: with a setup, and nothing to undo."""
    return History(_with_a_setup(document))


def _with_a_setup(document: Document) -> Document:
    return document if document.setups else add_setup(document, "First rig")[0]
