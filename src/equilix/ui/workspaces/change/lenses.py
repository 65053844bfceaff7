"""Every lens on every setup: the table, what it comes to, and one cell put on the rig."""

from __future__ import annotations

from collections.abc import Iterable
from functools import partial

from PySide6.QtCore import QPoint, Qt
from PySide6.QtGui import QAction, QActionGroup, QResizeEvent
from PySide6.QtWidgets import QHBoxLayout, QMenu, QPushButton, QWidget

from equilix.change.cell_words import cell_words, mark_words
from equilix.change.lens_table import Cell, Column, apply_cell
from equilix.change.marks import means
from equilix.change.summary import Summary, table
from equilix.edits.lenses import choose_marked, use_lenses_bare
from equilix.facts import fact, listed
from equilix.planner.change import Compared
from equilix.ui.session import Session
from equilix.ui.theme import grown
from equilix.ui.widgets.rig_picture import RigPicture
from equilix.ui.widgets.tint import on_button, show_text, text_label
from equilix.ui.workspaces.change.lens_set_panel import LensSetPanel
from equilix.ui.workspaces.change.lens_view import LensTable
from equilix.ui.workspaces.tab import STILL_MS, WorkTab, takes_the_rest
from equilix.words.language import say
from equilix.words.telling import begun, tell

LOW_PX, LOWEST_PX = 300, 250
"""Under these heights there is no room for the picture, and none for the second line."""
PICTURE_PX = 60


class LensesTab(WorkTab):
    """Cells appear as they are found; the next edit looks anew at the setups that it changes."""

    def __init__(self, session: Session) -> None:
        super().__init__(session, say("Looking where every lens balances"))
        self.head, self.more = text_label(bold=True, points=13), text_label()
        self.table = LensTable()
        self.table.chosen.connect(self._chosen)
        self.table.taken.connect(self.put_on)
        self.picture = RigPicture(self.theme, round(grown(PICTURE_PX)))
        self.picture.setFixedWidth(round(grown(150)))
        self.about = text_label()
        self.on = QPushButton(say("Put it on"))
        self.on.clicked.connect(self.put_on)
        self.along = QPushButton(say("Goes with it …"))
        self.along.clicked.connect(self._open_set)
        self.how = QPushButton(say("On this setup …"))
        self.how.clicked.connect(self._open_how)
        self.none = text_label()
        self.job.found.connect(self._found)
        self.job.ended.connect(self._sums)
        self.panel: LensSetPanel | None = None
        takes_the_rest(self.table)
        self._lay_out()

    def _lay_out(self) -> None:
        whole = self.column()
        top = QHBoxLayout()
        top.addWidget(self.head, 1)
        for button in (self.on, self.along, self.how):
            top.addWidget(button, 0, Qt.AlignmentFlag.AlignTop)
        whole.addLayout(top)
        whole.addWidget(self.more)
        whole.addWidget(self.none)
        whole.addWidget(self.table, 1)
        self.below = QWidget()
        row = QHBoxLayout(self.below)
        row.setContentsMargins(0, 2, 0, 0)
        row.setSpacing(10)
        row.addWidget(self.picture)
        row.addWidget(self.about, 1)
        whole.addWidget(self.below)

    def resizeEvent(self, event: QResizeEvent) -> None:
        super().resizeEvent(event)
        self._share()

    def _share(self) -> None:
        self.more.setVisible(bool(self.more.text()) and self.height() >= grown(LOWEST_PX))
        tall = self.height() >= grown(LOW_PX)
        self.below.setMinimumHeight(round(grown(PICTURE_PX)) if tall else 0)
        self._see_picture()

    def _see_picture(self) -> None:
        """The rig of a cell that the drawing does not show, where there is room for it."""
        cell = self.table.current
        other = cell is not None and cell.after is not None and cell.setup != self.session.setup.id
        self.picture.setVisible(other and self.height() >= grown(LOW_PX))

    @property
    def first_focus(self) -> QWidget:
        """The table."""
        return self.table

    def refresh(self) -> None:
        """Look anew at what has changed; what is as it was stays."""
        document = self.session.document
        self.table.theme = self.picture.theme = self.theme
        self.table.cells.begin(document)
        there = bool(document.lenses)
        nothing = say("No lens in the kit yet: the mat (F1) or the shelf (Ctrl+F) has them.")
        show_text(self.none, "" if there else nothing, self.theme.ink)
        self.table.setVisible(there)
        self.below.setVisible(there)
        for button in (self.on, self.along, self.how):
            button.setVisible(there)
        if there and not self.table.currentIndex().isValid():
            on_rig = next((lens.id for lens in document.lenses if self.table.on_rig(lens.id)), document.lenses[0].id)
            self.table.choose(on_rig, self.session.setup.id)
        if there and self.table.cells.wanted:
            self.job.cancel()
            self.still.start(STILL_MS if self.table.cells.cells else 0)
        self.table.horizontalHeader().viewport().update()
        self.table.verticalHeader().viewport().update()
        self._chosen()

    def leave(self) -> None:
        """Look no more."""
        super().leave()
        self.session.view.show_ghost(None)

    def _start(self) -> None:
        document = self.session.document
        wanted = [setup for setup in document.setups if setup.id in self.table.cells.wanted]
        self.job.start(partial(table, document, wanted))

    def _found(self, found: Column | Cell | Summary) -> None:
        self.table.cells.take(found)
        index = self.table.currentIndex()
        if isinstance(found, Summary):
            self._sums()
        elif isinstance(found, Cell) and index == self.table.cells.index_of(found.lens, found.setup):
            self._chosen()

    @property
    def setup_id(self) -> str:
        """The setup of the chosen cell, or the open one."""
        index = self.table.currentIndex()
        return self.table.cells.document.setups[index.column()].id if index.isValid() else self.session.setup.id

    def _sums(self) -> None:
        """What the column of the chosen cell comes to."""
        cells, summary = self.table.cells, self.table.cells.summaries.get(self.setup_id)
        if not cells.document.lenses:
            show_text(self.head, "", self.theme.ink)
            show_text(self.more, "", self.theme.quiet)
            return
        setup = cells.document.setups_by_id[self.setup_id]
        if summary is None:
            looking, stopped = say("{setup}: looking where every lens balances …"), say("{setup}: not found yet")
            show_text(self.head, (looking if self.waits else stopped).format(setup=setup.name), self.theme.ink)
            self.more.setText("")
        else:
            display = cells.document.display
            said = tell(fact("lenses.headline", setup=setup.name, said=summary.headline), display)
            show_text(self.head, said, self.theme.ink)
            show_text(self.more, " ".join(tell(each, display) for each in summary.more), self.theme.quiet)
        self._share()

    def _chosen(self) -> None:
        """What the chosen cell says, and its rig."""
        self._sums()
        index, cell = self.table.currentIndex(), self.table.current
        document, display = self.table.cells.document, self.table.cells.document.display
        self.along.setEnabled(index.isValid())
        self.how.setEnabled(self.setup_id in self.table.cells.columns)
        after = None if cell is None else cell.after
        self.on.setEnabled(after is not None)
        self.picture.show_rig(None if after is None else after.assembly)
        self._see_picture()
        here, same = self.setup_id == self.session.setup.id, after is not None and after.setup == self.session.setup
        ghost = None if after is None or same or not here else Compared(self.session.analysis, after)
        self.session.view.show_ghost(ghost)
        if cell is None:
            show_text(self.about, "", self.theme.ink)
            return
        column = self.table.cells.columns[cell.setup]
        lens = begun(document.parts_by_id[cell.lens].name)
        if cell.mark is None:
            show_text(self.about, f"▲ {lens}: {tell(cell.why_not, display)}", self.theme.tip)
            return
        at = tell(fact("lenses.reads", plate=column.plate_name, at=mark_words(cell)), display)
        words = [tell(each, display) for each in cell_words(document, cell)]
        if same:
            words.append(say("it stands so"))
        sign = "●" if cell.reached else "▲"
        said = f"{sign} {lens}: {tell(listed((at, *words), 'semicolon'), display)}"
        show_text(self.about, said, self.theme.ink if cell.reached else self.theme.tip)

    def put_on(self) -> None:
        """Put the lens of the chosen cell on its setup, everything on its mark: one edit."""
        cell = self.table.current
        if cell is None or cell.after is None:
            return
        document = self.session.document
        names = {"lens": document.parts_by_id[cell.lens].name, "setup": document.setups_by_id[cell.setup].name}
        label = say("Put {lens} on “{setup}”").format(**names)
        if cell.after.setup == document.setups_by_id[cell.setup]:
            self.session.said.emit(say("It stands so already."), False)
            return
        self.session.open_setup(cell.setup)  # first, so that undo comes back to it
        if self.session.edit(label, partial(apply_cell, setup_id=cell.setup, lens_id=cell.lens)):
            self.session.said.emit(say("{label}: done. One undo takes it back.").format(label=label), False)

    def _open_set(self) -> None:
        """What goes on with the lens of the chosen row."""
        index = self.table.currentIndex()
        if index.isValid():
            self.panel = LensSetPanel(self.along, self.session, self.table.cells.lens_at(index.row()).id)
            self.panel.open_under(self.along)

    def how_menu(self) -> QMenu:
        """What is slid on the setup of the chosen cell, and whether lenses go on bare there."""
        made = QMenu(self)
        setup_id = self.setup_id
        column = self.table.cells.columns[setup_id]
        made.addSection(on_button(say("Slid to the marks")))
        group = QActionGroup(made)
        chosen = column.setup.marked
        for placement, title in _ways(column):
            action = QAction(on_button(title), made, checkable=True, checked=placement == chosen)
            action.triggered.connect(partial(self._mark, setup_id, placement))
            group.addAction(action)
            made.addAction(action)
        made.addSeparator()
        bare = QAction(say("Lenses go on bare"), made, checkable=True, checked=column.setup.bare_lenses)
        bare.toggled.connect(partial(self._bare, setup_id))
        made.addAction(bare)
        return made

    def _open_how(self) -> None:
        menu = self.how_menu()
        menu.setAttribute(Qt.WidgetAttribute.WA_DeleteOnClose)
        menu.popup(self.how.mapToGlobal(QPoint(0, self.how.height())))

    def _mark(self, setup_id: str, placement: str | None, _on: bool = True) -> None:
        self.session.edit(
            say("Choose what has the marks of the lenses"), lambda d: choose_marked(d, setup_id, placement)
        )

    def _bare(self, setup_id: str, bare: bool) -> None:
        self.session.edit(say("Lenses bare or with their sets"), lambda d: use_lenses_bare(d, setup_id, bare))


def _ways(column: Column) -> Iterable[tuple[str | None, str]]:
    """What could be slid, by placement and name; None: what does most."""
    yield None, say("What does most")
    condition = column.analysis.fore_aft
    for each in means(column.analysis, condition) if condition is not None else ():
        yield each.slide.placement, column.analysis.carried.named(each.slide.placement)
