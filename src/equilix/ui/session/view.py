"""What is laid over the drawing: the ghost of a plan, one axis of the steps by hand, figure, cables, table."""

from __future__ import annotations

from typing import TYPE_CHECKING, Literal

from PySide6.QtCore import QObject, Signal

from equilix.rig.backdrops import Point, View

if TYPE_CHECKING:
    from equilix.guide.steps import Advice
    from equilix.planner.change import Change, Compared

Overlay = Literal["figure", "fit", "cables", "table", "checks", "wires"]
"""The operator's joints and eye line, and what is wrong with them; the cables; how the rig stands on a table; what the
check has found, or what is wrong with the power."""


class ViewState(QObject):
    """Belongs to the window, not to the document: it is neither saved nor undone."""

    ghost_changed = Signal()
    marks_changed = Signal()
    """Axis or overlays."""
    origin_asked = Signal(str)
    """Someone wants to know where a figure comes from; with no key, back to the work."""

    part_asked = Signal(str, str, str)
    """Someone wants a part of the kit on the bench, at a tab and a mounting point; with no part, back to the work."""

    points_picked = Signal(tuple)
    """All the points that were asked for have been clicked."""

    page_asked = Signal(str, str)
    """Someone wants a workspace, at one of its tabs."""

    tour_asked = Signal()
    """Someone wants to be shown around."""

    back_asked = Signal()
    """What was looked up has been read: back to the work."""

    def __init__(self, parent: QObject) -> None:
        super().__init__(parent)
        self.ghost: Compared | None = None
        self.axis: Advice | None = None
        self.overlays: frozenset[Overlay] = frozenset()
        self.picking: View | None = None
        """The view on which points are being clicked."""
        self.picked: tuple[Point, ...] = ()
        """Those that have been, on the paper, m."""
        self.picked_on: View | None = None
        """The view on which they were."""
        self._count = 2
        self.explained: Change | None = None
        """The plan whose prices were asked about last."""

    def pick(self, view: View | None, count: int = 2) -> None:
        """Let so many points be clicked on a view; with none, call that off."""
        self.picking, self.picked, self._count = view, (), count
        self.picked_on = view
        self.marks_changed.emit()

    def take_point(self, point_m: Point) -> None:
        """A point was clicked on the view that is being picked on."""
        self.picked = (*self.picked, point_m)
        done = len(self.picked) >= self._count
        if done:
            self.picking = None
        self.marks_changed.emit()
        if done:
            self.points_picked.emit(self.picked)

    def show_ghost(self, plan: Compared | None) -> None:
        """Show a plan as a ghost on the drawing."""
        if plan is not self.ghost:
            self.ghost = plan
            self.ghost_changed.emit()

    def show_axis(self, advice: Advice | None) -> None:
        """Show just one axis on the drawing, with what slides along it."""
        if advice is not self.axis:
            self.axis = advice
            self.marks_changed.emit()

    def ask_origin(self, key: str, plan: Change | None = None) -> None:
        """Ask where the figure of that key, or a price of a plan, comes from."""
        self.explained = plan if plan is not None else self.explained
        self.origin_asked.emit(key)

    def ask_part(self, part_id: str, tab: str = "", point: str = "") -> None:
        """Ask for a part on the bench, at a tab and a mounting point."""
        self.part_asked.emit(part_id, tab, point)

    def ask_page(self, key: str, tab: str = "") -> None:
        """Ask for a workspace, at one of its tabs."""
        self.page_asked.emit(key, tab)

    def show_overlay(self, overlay: Overlay, on: bool) -> None:
        """Lay something over the drawing, or take it away."""
        if on != (overlay in self.overlays):
            self.overlays = self.overlays ^ {overlay}
            self.marks_changed.emit()
