"""The one thing that all of the window observes: document, selection, analysis, plans and the file."""

from __future__ import annotations

from collections.abc import Callable
from dataclasses import dataclass
from pathlib import Path
from typing import TYPE_CHECKING, Literal

from PySide6.QtCore import QObject, QTimer, Signal

from equilix.analysis import Analysis, analyse
from equilix.document import Document, empty
from equilix.edits.history import History
from equilix.edits.kit import add_setup
from equilix.errors import EquilixError
from equilix.rig.setups import Setup
from equilix.store import recovery
from equilix.store.reading import open_document
from equilix.store.saving import save
from equilix.ui.planning import Planning

if TYPE_CHECKING:
    from equilix.fit.fit import Fit
    from equilix.guide.steps import Advice
    from equilix.planner.plan import Plan

MOST_PARKED = 8
Overlay = Literal["figure", "cables", "table"]
"""The operator's joints and eye line; the cables; how the rig stands on a table."""


@dataclass(frozen=True)
class _Parked:
    """A document that was open before another was opened."""

    history: History
    path: Path | None
    saved: Document
    autosave: recovery.Autosave


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
        self.history = History(_with_a_setup(document or empty()))
        self.saved = self.history.now
        self.path: Path | None = None
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
        self._autosave = recovery.Autosave()
        self._autosave_timer = QTimer(self, interval=int(recovery.EVERY_S * 1000))
        self._autosave_timer.timeout.connect(self.autosave)
        self._autosave_timer.start()
        self._kept: Document | None = None
        self._parked: list[_Parked] = []
        self._plan_timer = QTimer(self, singleShot=True, interval=120)
        self._plan_timer.timeout.connect(self._start_planning)
        self._analyse()
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
    def dirty(self) -> bool:
        """Whether there is work that the file does not have."""
        return self.document is not self.saved and self.document != self.saved

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
        self._become(self.history.done(label, _with_a_setup(new), gesture))
        return True

    def end_gesture(self) -> None:
        """The next edit is an undo entry of its own."""
        if self.history.gesture is not None:
            self.history = self.history.settled()
            self.changed.emit()

    @property
    def undo_label(self) -> str:
        """What undo would take back: the last edit, or having opened another document."""
        return self.history.undo_label or ("having opened another document" if self._parked else "")

    def undo(self) -> None:
        """Take back the last edit; before the first one, the opening of the document itself."""
        label = self.undo_label
        if self.history.undo_label:
            self._become(self.history.undone())
        elif self._parked:
            parked = self._parked.pop()
            self._autosave.forget()
            self._autosave, self.path, self.saved = parked.autosave, parked.path, parked.saved
            self._kept = None
            self._become(parked.history)
        if label:
            self.said.emit(f"Undone: {label}.", False)

    def redo(self) -> None:
        """Do again what was undone."""
        label = self.history.redo_label
        if label:
            self._become(self.history.redone())
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

    def _become(self, history: History) -> None:
        if history.now is self.document:
            self.history = history
            return
        self.history = history
        self.ghost = None
        self._analyse()
        self.plans = []
        self.planning.cancel()
        self._plan_timer.start()
        self.changed.emit()
        self.plans_changed.emit()

    def _analyse(self) -> None:
        self.analysis: Analysis = analyse(self.document, self.setup)
        if self.selection not in self.setup.by_id:
            self.selection = None

    # plans

    def _start_planning(self) -> None:
        self.planning.start(self.document, self.setup.id)
        self.plans_changed.emit()

    def _plan_found(self, plan: Plan) -> None:
        self.plans = [*self.plans, plan]
        self.plans_changed.emit()

    # files

    def replace(self, document: Document, path: Path | None) -> None:
        """Open another document. The one before is put by, unsaved work and all; undo brings it back."""
        self.autosave()
        if self.dirty or self.document.parts:  # an untouched empty document is nothing to come back to
            parked = _Parked(self.history, self.path, self.saved, self._autosave)
            self._parked = [*self._parked, parked][-MOST_PARKED:]
        self._autosave, self._kept = recovery.Autosave(), None
        self.path = path
        self.selection = None
        fresh = _with_a_setup(document)
        self.saved = fresh
        self._become(History(fresh))

    def open(self, path: Path) -> bool:
        """Open a file; where it cannot be read the open document stays, and the reason is said."""
        try:
            document = open_document(path)
        except EquilixError as error:
            self.said.emit(f"{error} Your open document is as it was.", True)
            return False
        self.replace(document, path)
        recovery.remember(path)
        self.said.emit(f"Opened {path.name}.", False)
        return True

    def save(self, path: Path | None = None) -> bool:
        """Save to ``path`` or to the file it came from; where that fails the reason is said."""
        target = path or self.path
        if target is None:
            return False
        try:
            save(self.document, target)
        except EquilixError as error:
            self.said.emit(str(error), True)
            return False
        self.path, self.saved = target, self.document
        self._autosave.forget()
        recovery.remember(target)
        self.said.emit(f"Saved {target.name}.", False)
        self.changed.emit()
        return True

    def autosave(self) -> None:
        """Write unsaved work away, if there is any new."""
        if self.dirty and self.document is not self._kept:
            try:
                self._autosave.keep(self.document, self.path)
                self._kept = self.document
            except (EquilixError, OSError) as error:
                self.said.emit(f"Unsaved work could not be put by: {error}", True)
        elif not self.dirty and self._kept is not None:
            self._autosave.forget()
            self._kept = None

    def recover(self, lost: recovery.Recovered) -> None:
        """Go on with work that an earlier run left unsaved."""
        self.replace(lost.document, lost.original)
        self.saved = empty()
        self.autosave()
        lost.file.unlink(missing_ok=True)
        self.said.emit("The unsaved work is back. Save it to keep it.", False)
        self.changed.emit()

    def close(self) -> None:
        """Stop timers and the planner; unsaved work stays in the autosave file only where it is dirty."""
        self._autosave_timer.stop()
        self._plan_timer.stop()
        self.planning.stop()
        self.autosave()


def _with_a_setup(document: Document) -> Document:
    return document if document.setups else add_setup(document, "First rig")[0]
