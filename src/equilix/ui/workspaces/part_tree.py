"""The parts on the rig as a tree, each under what carries it, with the selection in both directions."""

from __future__ import annotations

from PySide6.QtCore import QModelIndex, Qt
from PySide6.QtWidgets import QTreeWidget, QTreeWidgetItem

from equilix.kit.parts import Part
from equilix.rig.setups import Placement
from equilix.ui.session import Session
from equilix.ui.widgets.tint import as_tip
from equilix.words.language import say
from equilix.words.quantities import mass


class PartTree(QTreeWidget):
    """Made anew only when another part, mass or carrier is in it; a slide leaves it as it is."""

    def __init__(self, session: Session) -> None:
        super().__init__()
        self.session = session
        self.setHeaderHidden(True)
        self.setColumnCount(2)
        self.setIndentation(14)
        self.setMinimumHeight(170)
        self.setAccessibleName(say("Parts on this rig, each under what carries it"))
        self.header().setStretchLastSection(False)
        self.header().setSectionResizeMode(0, self.header().ResizeMode.Stretch)
        self.header().setSectionResizeMode(1, self.header().ResizeMode.ResizeToContents)
        self.setSelectionMode(self.SelectionMode.ExtendedSelection)
        self.itemSelectionChanged.connect(self._chosen)
        self._shown: tuple[tuple[Placement, ...], tuple[Part, ...], str] | None = None
        self._items: dict[str, QTreeWidgetItem] = {}
        self._busy = False

    def show_parts(self) -> None:
        """Show the parts of the open setup."""
        busy, self._busy = self._busy, True
        session = self.session
        state = (session.setup.placements, session.document.parts, session.document.display)
        before = self._shown
        if before is None or before[1:] != state[1:] or not _same_tree(before[0], state[0]):
            self.clear()
            items: dict[str, QTreeWidgetItem] = {}
            for placement in session.setup.ordered:
                part = session.document.parts_by_id[placement.part]
                item = QTreeWidgetItem([part.name, mass(part.mass_kg, session.document.display)])
                item.setData(0, Qt.ItemDataRole.UserRole, placement.id)
                item.setToolTip(0, as_tip(part.name))
                item.setTextAlignment(1, Qt.AlignmentFlag.AlignRight)
                parent = items.get(placement.parent or "")
                (parent.addChild if parent is not None else self.addTopLevelItem)(item)
                items[placement.id] = item
            self.expandAll()
            self._items = items
        self._shown, self._busy = state, busy

    def show_chosen(self) -> None:
        """Show which part is selected."""
        busy, self._busy = self._busy, True
        chosen = self._items.get(self.session.selection.id or "")
        if chosen is None:
            self.clearSelection()
            self.setCurrentIndex(QModelIndex())
        elif chosen is not self.currentItem():
            self.setCurrentItem(chosen)
        wanted = set(self.session.selection.all)
        for placement_id, item in self._items.items():
            if item.isSelected() != (placement_id in wanted):
                item.setSelected(placement_id in wanted)
        self._busy = busy

    def _chosen(self) -> None:
        ids = [item.data(0, Qt.ItemDataRole.UserRole) for item in self.selectedItems()]
        if self._busy or not ids:
            return
        now = self.currentItem()
        first = None if now is None else now.data(0, Qt.ItemDataRole.UserRole)
        first = first if first in ids else ids[0]
        self.session.selection.select(first, "", tuple(ids))


def _same_tree(a: tuple[Placement, ...], b: tuple[Placement, ...]) -> bool:
    return [(p.id, p.part, p.parent) for p in a] == [(p.id, p.part, p.parent) for p in b]
