"""Mat: the kit on its cloth and as a table, new parts, and what is known of each."""

from __future__ import annotations

from collections import Counter

from PySide6.QtCore import QPoint, Qt
from PySide6.QtGui import QResizeEvent
from PySide6.QtWidgets import QHBoxLayout, QLineEdit, QPushButton, QVBoxLayout, QWidget

from equilix import units
from equilix.edits import kit
from equilix.errors import EquilixError
from equilix.facts import fact
from equilix.kit.catalogue import kind_of
from equilix.kit.trade_words import kind_by_words
from equilix.ui.mounting import mount_anywhere, strap_to_selected
from equilix.ui.session import Session
from equilix.ui.theme import Theme, grown
from equilix.ui.widgets.tint import show_text
from equilix.ui.workspaces.cloth import Cloth, family_rank
from equilix.ui.workspaces.kit_table import Column, KitTable, Line
from equilix.ui.workspaces.page import Page, column_of
from equilix.ui.workspaces.part_form import PartForm
from equilix.words.language import say
from equilix.words.quantities import fixed, mass
from equilix.words.telling import tell

FORM_PX = 364
TABLE_SHARE, LEAST_TABLE_PX, MOST_TABLE_PX = 0.40, 440, 720
"""How much of the width the table takes: names stay readable beside its figures."""
LEAST_CLOTH_PX = 320
BOTH_FROM_PX = 1240
"""From this width on there is room for cloth, table and form."""


class MatPage(Page):
    """Filter, cloth, and a form for the chosen part or a new one."""

    def __init__(self, session: Session, parent: QWidget | None = None) -> None:
        super().__init__(session, parent)
        self.head = self.heading(say("The mat"))
        self.total = self.note()
        self.filter = QLineEdit()
        self.filter.setPlaceholderText(say("Find a part"))
        self.filter.setAccessibleName(say("Find a part by name or kind"))
        self.filter.setClearButtonEnabled(True)
        self.filter.textChanged.connect(self.refresh)
        self.cloth = Cloth()
        self.cloth.chosen.connect(self._chosen)
        self.cloth.mounted.connect(lambda part_id: mount_anywhere(session, part_id))
        self.table = KitTable()
        self.table.chosen.connect(self.cloth.choose)
        self.table.mounted.connect(lambda part_id: mount_anywhere(session, part_id))
        for kit_view in (self.cloth, self.table):
            kit_view.strapped.connect(lambda part_id: strap_to_selected(session, part_id))
        self.table.take_change = self._take_cell
        self.table.complained.connect(self._complain)
        self.complaint = self.note()
        self.complaint.hide()
        self.columns = QPushButton(say("Columns …"))
        self.columns.clicked.connect(self._show_columns)
        self.first_focus = self.cloth
        self.new = QPushButton(say("New part …"))
        self.new.clicked.connect(self.start_new)
        self.list = QPushButton(say("List …"))
        self.list.clicked.connect(lambda: session.view.ask_page("list"))
        self.begin = QPushButton(say("Begin …"))
        self.begin.clicked.connect(lambda: session.view.ask_page("start"))
        self.shelf = QPushButton(say("Shelf …"))
        self.shelf.clicked.connect(lambda: session.view.ask_page("shelf"))
        self.about = QPushButton(say("About it"))
        self.about.setCheckable(True)
        self.about.clicked.connect(self._about)
        self.mount = QPushButton(say("Mount"))
        self.mount.clicked.connect(self._mount)
        self.remove = QPushButton(say("Remove"))
        self.remove.clicked.connect(self._remove)
        self.form = PartForm(session)
        self.form.closed.connect(self._form_closed)
        self.column.setContentsMargins(16, 0, 12, 8)
        self.column.addWidget(self.cloth, 1)
        self._lay_out()

    def _lay_out(self) -> None:
        """What is said and done of the kit stands still over the cloth that scrolls; the form beside it."""
        said, done = QHBoxLayout(), QHBoxLayout()
        said.addWidget(self.head)
        said.addWidget(self.total, 1)
        self.filter.setMaximumWidth(360)
        self.filter.setMinimumWidth(round(grown(110)))
        done.addWidget(self.filter, 1)
        for button in (self.new, self.list, self.shelf, self.begin, self.mount, self.about, self.remove):
            done.addWidget(button)
        done.addStretch(1)
        over = QVBoxLayout()
        over.setContentsMargins(16, 8, 12, 8)
        over.setSpacing(6)
        over.addLayout(said)
        over.addLayout(done)
        self.table_room = QWidget()
        beside = QVBoxLayout(self.table_room)
        beside.setContentsMargins(8, 0, 12, 8)
        beside.setSpacing(4)
        beside.addWidget(self.table, 1)
        under = QHBoxLayout()
        under.addWidget(self.complaint, 1)
        under.addStretch(1)
        under.addWidget(self.columns)
        beside.addLayout(under)
        self.form_room = column_of(self.form, round(grown(FORM_PX)))
        self.form.hide()
        below = QHBoxLayout()
        below.setSpacing(0)
        self.outer.removeWidget(self.scroller)
        below.addWidget(self.scroller, 1)
        below.addWidget(self.table_room)
        below.addWidget(self.form_room)
        self.outer.addLayout(over)
        self.outer.addLayout(below, 1)
        self.form.opened.connect(self._share)

    def refresh(self) -> None:
        """Lay the kit out again."""
        document = self.session.document
        used = Counter(placement.part for placement in self.session.setup.placements)
        wanted = self.filter.text().strip().casefold()
        meant = kind_by_words(wanted) if wanted else None
        parts = sorted(
            (
                part
                for part in document.parts
                if part.kind == meant or wanted in f"{part.name} {tell(kind_of(part).label)} {part.kind}".casefold()
            ),
            key=family_rank,
        )
        self.cloth.theme = self.theme
        self.cloth.lay_out([(part, part.quantity - used[part.id]) for part in parts], document.display)
        self.table.show_lines([Line(part, used[part.id], document.display) for part in parts])
        self.table.choose(self.cloth.current)
        self.begin.setVisible(not document.parts)
        for button in (self.mount, self.about, self.remove):  # where nothing lies they have nothing to do
            button.setVisible(bool(document.parts))
        owned, weight, value = document.owned
        pieces = tell(fact("document.count_pieces", count=owned))
        self.total.setText(
            say("{pieces}, {weight}, worth {value}. Drag one onto the rig.").format(
                pieces=pieces, weight=mass(weight, document.display), value=fixed(value, grouped=True)
            )
            if document.parts
            else say("Nothing yet: “New part …”, or some from “List …” or “Shelf …”.")
        )
        if self.cloth.cell_of(self.cloth.current) is None:
            self.cloth.current = None
        self._buttons()
        self.form.refresh()

    def _buttons(self) -> None:
        chosen = self.cloth.current is not None
        for button in (self.about, self.mount, self.remove):
            button.setEnabled(chosen)
        self.about.setChecked(chosen and not self.form.isHidden() and self.form.part_id is not None)

    def _share(self, form_open: bool | None = None) -> None:
        """The form beside table and cloth where there is room, else in the table's place."""
        is_open = not self.form.isHidden() if form_open is None else form_open
        self.form_room.setVisible(is_open)
        table = not is_open or self.width() >= grown(BOTH_FROM_PX)
        self.table_room.setVisible(table)
        self.columns.setVisible(table)
        wide = min(max(round(self.width() * TABLE_SHARE), round(grown(LEAST_TABLE_PX))), MOST_TABLE_PX)
        self.table_room.setFixedWidth(max(min(wide, self.width() - LEAST_CLOTH_PX), 0))

    def resizeEvent(self, event: QResizeEvent) -> None:
        super().resizeEvent(event)
        self._share()

    def _show_columns(self) -> None:
        menu = self.table.menu()
        menu.setAttribute(Qt.WidgetAttribute.WA_DeleteOnClose)
        menu.popup(self.columns.mapToGlobal(QPoint(0, self.columns.height())))

    def _take_cell(self, part_id: str, column: Column, text: str) -> str:
        """A cell of the table, as typed: what is wrong with it, or nothing."""
        display = self.session.document.display
        try:
            value: object = text if column.quantity is None else units.read(text, column.quantity, display)
        except EquilixError as error:
            return tell(error.said, display)
        if column.field == "quantity":
            value = int(value) if isinstance(value, float) and value.is_integer() else value
        label = say("Change the {title}").format(title=say(column.title).lower())
        refusal = self.session.try_edit(label, lambda d: kit.change_part(d, part_id, **{column.field: value}))
        return "" if refusal is None else self.session.tell(refusal.said)

    def _complain(self, said: str) -> None:
        show_text(self.complaint, f"▲ {said}" if said else "", self.theme.tip)

    def wear(self, theme: Theme) -> None:
        """Show in another theme."""
        self.form.theme = theme
        super().wear(theme)

    def start_new(self) -> None:
        """Open the form for a new part."""
        self.form.open_new()
        self._buttons()

    def _about(self, on: bool) -> None:
        """The form opens only when it is asked for: choosing a part must not move the cloth under the mouse."""
        if on and self.cloth.current is not None:
            self.form.open_part(self.cloth.current)
        else:
            self.form.close_form()
        self._buttons()

    def _chosen(self, part_id: str) -> None:
        if not self.form.isHidden():
            self.form.open_part(part_id)
        self._buttons()
        self.table.choose(part_id)
        cell = self.cloth.cell_of(part_id)
        if cell is not None:
            at = self.cloth.mapTo(self.content, cell.box.center().toPoint())
            self.scroller.ensureVisible(at.x(), at.y(), 0, int(cell.box.height() / 2) + 8)

    def _form_closed(self, part_id: str) -> None:
        self.cloth.setFocus(Qt.FocusReason.OtherFocusReason)
        if part_id:
            self.filter.clear()
            self.cloth.choose(part_id)
        self._buttons()

    def _mount(self) -> None:
        if self.cloth.current is not None:
            mount_anywhere(self.session, self.cloth.current)

    def _remove(self) -> None:
        part_id = self.cloth.current
        if part_id is None:
            return
        part = self.session.document.parts_by_id[part_id]
        if self.session.edit(
            say("Take {part} out of the kit").format(part=part.name), lambda d: kit.remove_part(d, part_id)
        ):
            self.form.close_form()
