"""What goes into which case: what comes off the rig first, then case by case, to be ticked or printed."""

from __future__ import annotations

from collections.abc import Iterator
from functools import partial
from itertools import zip_longest
from typing import Final

from msgspec import Struct
from PySide6.QtCore import Qt, Signal
from PySide6.QtGui import QResizeEvent
from PySide6.QtWidgets import (
    QFileDialog,
    QGridLayout,
    QHBoxLayout,
    QListView,
    QListWidget,
    QListWidgetItem,
    QPushButton,
    QScrollArea,
    QVBoxLayout,
    QWidget,
)

from equilix.change.packing.packing import Line, Packing, pack
from equilix.change.packing.packing_words import (
    apart_words,
    case_words,
    headline,
    line_words,
    minded,
    off_words,
    short_words,
    sure_words,
)
from equilix.document import Document
from equilix.errors import Called, EquilixError, Refused
from equilix.facts import fact, listed, mass
from equilix.rig.setups import Setup
from equilix.store.ticks import Tick
from equilix.ui.page_files import choose_pages_file
from equilix.ui.printing.packing_sheet import draw_packing
from equilix.ui.printing.paper import PAGES_MM
from equilix.ui.printing.printer import title_of
from equilix.ui.session import Session
from equilix.ui.theme import Theme, grown
from equilix.ui.widgets.choice import ChoiceBox
from equilix.ui.widgets.tint import as_tip, show_text, text_label
from equilix.ui.workspaces.tab import WorkTab, takes_the_rest
from equilix.words.language import say
from equilix.words.telling import begun
from equilix.words.wordings.wording import N_

COLUMN_PX: Final = 180.0
COLUMN_HIGH_PX: Final = 220.0
LIST_PX: Final = 60.0
SPACE_PX: Final = 14
"""A column is never narrower or lower, its list never lower; and what is between columns."""
WHAT: Final = {"kit": N_("The whole kit, this rig as far together as it goes in"), "rig": N_("Only this rig")}


class Group(Struct, frozen=True):
    """A column: what it is, what is to be minded, its lines: what tells them apart, in short, in full."""

    key: str
    title: str
    mind: tuple[str, ...]
    lines: tuple[tuple[str, str, str], ...]


class GroupColumn(QWidget):
    """A case, or what is in none: lines to tick, which fill the set of all that is ticked."""

    ticks_changed = Signal()

    def __init__(self, ticked: set[Tick], parent: QWidget) -> None:
        super().__init__(parent)
        self.ticked = ticked
        self.group: Group | None = None
        self.title, self.mind = text_label(bold=True), text_label()
        self.list = QListWidget()
        self.list.setWordWrap(True)
        self.list.setResizeMode(QListView.ResizeMode.Adjust)
        self.list.setHorizontalScrollBarPolicy(Qt.ScrollBarPolicy.ScrollBarAlwaysOff)
        self.list.itemChanged.connect(self._ticked)
        takes_the_rest(self.list, LIST_PX)
        self.setMinimumWidth(round(grown(COLUMN_PX)))
        whole = QVBoxLayout(self)
        whole.setContentsMargins(0, 0, 0, 0)
        whole.setSpacing(4)
        whole.addWidget(self.title)
        whole.addWidget(self.mind)
        whole.addWidget(self.list, 1)

    def show_group(self, group: Group, theme: Theme) -> None:
        """Fill it; where it stands stays where the same is shown again."""
        show_text(self.title, group.title, theme.ink)
        show_text(self.mind, "\n".join(f"▲ {each}." for each in group.mind), theme.tip)
        self.mind.setVisible(bool(group.mind))
        self.list.setAccessibleName(group.title)
        if group != self.group:
            self.group = group
            self._fill(group)
        self.show_ticks()

    def _fill(self, group: Group) -> None:
        self.list.blockSignals(True)  # what is filled in has not been ticked by anybody
        self.list.clear()
        for key, said, whole in group.lines:
            item = QListWidgetItem(said)
            item.setFlags(item.flags() | Qt.ItemFlag.ItemIsUserCheckable)
            item.setData(Qt.ItemDataRole.UserRole, key)
            item.setToolTip(as_tip(whole))
            self.list.addItem(item)
        self.list.blockSignals(False)

    def show_ticks(self) -> None:
        """Show what is ticked now."""
        if self.group is None:
            return
        self.list.blockSignals(True)
        for row in range(self.list.count()):
            item = self.list.item(row)
            on = (self.group.key, item.data(Qt.ItemDataRole.UserRole)) in self.ticked
            item.setCheckState(Qt.CheckState.Checked if on else Qt.CheckState.Unchecked)
        self.list.blockSignals(False)

    def _ticked(self, item: QListWidgetItem) -> None:
        """Kept whatever is packed meanwhile."""
        assert self.group is not None  # its line was ticked
        tick = (self.group.key, item.data(Qt.ItemDataRole.UserRole))
        if item.checkState() == Qt.CheckState.Checked:
            self.ticked.add(tick)
        else:
            self.ticked.discard(tick)
        self.ticks_changed.emit()


class PackTab(WorkTab):
    """A column for each case. Ticks last for as long as the document has its file."""

    def __init__(self, session: Session) -> None:
        super().__init__(session, say("Looking what goes into which case"))
        self.dialog: QFileDialog | None = None
        self.found: Packing | None = None
        self.head, self.apart, self.sure = text_label(bold=True, points=13), text_label(), text_label()
        self.what = ChoiceBox()
        self.what.setAccessibleName(say("What to pack"))
        for key, title in WHAT.items():
            self.what.addItem(say(title), key)
        self.what.activated.connect(self._look)
        self.save = QPushButton(say("List to tick …"))
        self.save.clicked.connect(self._save)
        self.untick = QPushButton(say("Untick all"))
        self.untick.clicked.connect(self._untick)
        self.groups: list[GroupColumn] = []
        self.room = QWidget()
        inside = QVBoxLayout(self.room)
        inside.setContentsMargins(0, 4, 0, 0)
        self.columns = QGridLayout()
        self.columns.setSpacing(SPACE_PX)
        self.area = QScrollArea()
        self.area.setWidgetResizable(True)
        self.area.setWidget(self.room)
        inside.addLayout(self.columns, 1)
        inside.addWidget(self.sure)
        self.job.found.connect(self._found)
        takes_the_rest(self.area)
        whole = self.column()
        whole.addWidget(self.head)
        row = QHBoxLayout()
        row.addWidget(self.what, 1)
        row.addWidget(self.untick)
        row.addWidget(self.save)
        whole.addLayout(row)
        whole.addWidget(self.apart)
        whole.addWidget(self.area, 1)

    @property
    def first_focus(self) -> QWidget:
        """What is packed."""
        return self.what

    def refresh(self) -> None:
        """Pack anew where something has changed."""
        self.untick.setEnabled(bool(self.session.desk.ticked))
        self._look()

    def _keep(self) -> None:
        desk = self.session.desk
        desk.keep_ticks()
        self.untick.setEnabled(bool(desk.ticked))

    def _untick(self) -> None:
        """For the next time."""
        self.session.desk.ticked.clear()
        for column in self.groups:
            column.show_ticks()
        self._keep()

    def _look(self, _row: int = 0) -> None:
        if not self.look_for(self.session.document, self.session.setup.id, self.what.currentData()):
            self._show()

    def _start(self) -> None:
        whole = self.what.currentData() == "kit"
        self.job.start(partial(_packed, self.session.document, self.session.setup, whole))

    def _found(self, found: Packing | EquilixError) -> None:
        refused = isinstance(found, EquilixError)
        self.found = None if isinstance(found, EquilixError) else found
        self.save.setEnabled(not refused)
        if isinstance(found, EquilixError):
            self._show_groups(())
            show_text(self.head, self.session.tell(found.said), self.theme.ink)
            for label in (self.apart, self.sure):
                show_text(label, "", self.theme.ink)
            return
        self._show()

    def _show(self) -> None:
        found, t, tell = self.found, self.theme, self.session.tell
        if found is None:
            return
        show_text(self.head, f"{tell(headline(found))}.", t.tip if found.outside else t.ink)
        more = tell(apart_words(found))
        show_text(self.apart, f"{begun(more)}." if more else "", t.ink)
        show_text(self.sure, " ".join(f"{begun(tell(each)).rstrip('.')}." for each in sure_words(found)), t.quiet)
        self._show_groups(tuple(self._groups_of(found)))

    def _groups_of(self, found: Packing) -> Iterator[Group]:
        """What comes off, the cases, and what goes into none."""
        tell = self.session.tell
        if found.lumps.taken_off:
            keys = found.lumps.taken_off
            off = zip(keys, off_words(found), strict=True)
            yield Group(
                "off", tell(fact("pack.take_off")), (), tuple((key, *(begun(tell(said)),) * 2) for key, said in off)
            )
        for number, case in enumerate(found.cases):
            mind = tuple(begun(tell(each)) for each in minded(case))
            title = begun(tell(case_words(case)))
            yield Group(f"{case.case.id} {number}", title, mind, self._lines(case.lines))
        for key, rest in (("outside", found.outside), ("by_itself", found.by_themselves)):
            if rest:
                yield Group(key, tell(fact(f"pack.{key}")), (), self._lines(rest))

    def _lines(self, lines: tuple[Line, ...]) -> tuple[tuple[str, str, str], ...]:
        tell = self.session.tell
        return tuple(
            (
                " ".join(each.thing.key),
                begun(tell(listed((short_words(each), mass(each.mass_kg))))),
                begun(tell(line_words(each))),
            )
            for each in lines
        )

    def _show_groups(self, groups: tuple[Group, ...]) -> None:
        """One column each; columns that are there are filled anew."""
        while len(self.groups) < len(groups):
            column = GroupColumn(self.session.desk.ticked, self.room)
            column.ticks_changed.connect(self._keep)
            self.groups.append(column)
        for column, group in zip_longest(self.groups, groups):
            column.setVisible(group is not None)
            if group is not None:
                column.show_group(group, self.theme)
        self._arrange()

    def resizeEvent(self, event: QResizeEvent) -> None:
        """As many columns beside each other as there is room for."""
        super().resizeEvent(event)
        self._arrange()

    def _arrange(self) -> None:
        shown = [each for each in self.groups if each.group is not None and not each.isHidden()]
        if not shown:
            return
        room = self.area.viewport().size()
        across = max((room.width() + SPACE_PX) // (shown[0].minimumWidth() + SPACE_PX), 1)
        rows = -(-len(shown) // across)
        across = -(-len(shown) // rows)
        for number, column in enumerate(shown):
            self.columns.addWidget(column, number // across, number % across)
        for number in range(self.columns.columnCount()):
            self.columns.setColumnStretch(number, int(number < across))
        under = self.sure.heightForWidth(room.width()) + 2 * SPACE_PX
        low = rows * round(grown(COLUMN_HIGH_PX)) + under
        self.room.setMinimumHeight(max(low, room.height()) if rows == 1 else low)

    def _save(self) -> None:
        if self.found is not None:
            title = title_of(self.session.document, self.session.setup)
            draw = partial(draw_packing, title=title, found=self.found, display=self.session.document.display)
            self.dialog = choose_pages_file(self, self.session, draw, PAGES_MM["a4"], title)


def _packed(document: Document, setup: Setup, whole: bool, called_off: Called) -> Iterator[Packing | EquilixError]:
    """Packed, or why not; an error is found like any other answer."""
    try:
        yield pack(document, setup, whole_kit=whole, called_off=called_off)
    except Refused as error:
        yield error
