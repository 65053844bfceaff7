"""All outings: looked for by words, one in full with its figure, over time; given out and taken over as files."""

from __future__ import annotations

from functools import partial
from pathlib import Path

from PySide6.QtCore import Qt, Signal
from PySide6.QtGui import QImage, QPixmap
from PySide6.QtWidgets import (
    QFileDialog,
    QHBoxLayout,
    QLabel,
    QLineEdit,
    QListWidget,
    QListWidgetItem,
    QPushButton,
    QVBoxLayout,
    QWidget,
)

from equilix.body.operators import Operator
from equilix.body.outings import Outing, in_order
from equilix.edits.outings import keep_outings, remove_outing, without_notebook
from equilix.errors import EquilixError
from equilix.exchange.outings import as_table, read_table
from equilix.exchange.typed_table import problem_words
from equilix.facts import fact
from equilix.keys import RegionKey
from equilix.notebook.compare import predicted
from equilix.notebook.notebook_words import day_words, felt_words, outing_lines, region_words
from equilix.notebook.search import Found
from equilix.report.notebook import TITLES, as_markdown
from equilix.store.saving import save, write_atomically
from equilix.ui.jobs import in_one_go, or_error
from equilix.ui.page_files import save_dialog
from equilix.ui.pictures import read_picture
from equilix.ui.session import Session
from equilix.ui.stage.body_map import BodyMap, region_said
from equilix.ui.stage.days_chart import DaysChart, Felt
from equilix.ui.theme import grown
from equilix.ui.widgets.file_choice import file_dialog
from equilix.ui.widgets.tint import as_tip, show_text, text_label
from equilix.ui.workspaces.tab import WorkTab, takes_the_rest
from equilix.words.language import say
from equilix.words.telling import begun

LIST_PX, PHOTO_PX = 330.0, 150
AT_ONCE, MOST_DAYS = 60, 120
"""So many rows are laid out in one go; so many outings at most stand over time, about the chosen one."""
TABLE, TEXT = ".csv", ".md"


class OutingsTab(WorkTab):
    """The list, the one that is chosen, and its figure; under it the region that is pointed at, over time."""

    put_right = Signal(object)
    """An outing is to be put right."""

    def __init__(self, session: Session) -> None:
        super().__init__(session, say("Reading a photo"))
        self.chosen = ""
        self.known = Found()
        self.titles: dict[str, tuple[Outing, str]] = {}
        """How each outing stands in the list."""
        self.dialog: QFileDialog | None = None
        self.search = QLineEdit()
        self.search.setAccessibleName(say("Look for"))
        self.search.setPlaceholderText(say("place, name, region, note …"))
        self.search.setClearButtonEnabled(True)
        self.search.textChanged.connect(lambda _text: self._fill())
        self.list = QListWidget()
        self.list.setAccessibleName(say("Outings"))
        self.list.setWordWrap(True)
        self.list.setLayoutMode(QListWidget.LayoutMode.Batched)
        self.list.setBatchSize(AT_ONCE)
        self.list.currentRowChanged.connect(self._choose)
        self.count = text_label()
        self.head, self.lines = text_label(bold=True, points=13), text_label()
        self.picture = QLabel()
        self.body = BodyMap(takes=False)
        self.body.setAccessibleName(say("What hurt"))
        self.body.chosen.connect(self._show_region)
        self.region = text_label()
        self.days = DaysChart()
        self.right = QPushButton(say("Put it right …"))
        self.right.clicked.connect(lambda: self.put_right.emit(self.outing))
        self.remove = QPushButton(say("Take it out"))
        self.remove.clicked.connect(self._remove)
        self.give, self.take = QPushButton(say("Write to a file …")), QPushButton(say("Take a table over …"))
        self.give.clicked.connect(self._give)
        self.take.clicked.connect(self._take)
        self.hand_on = QPushButton(say("Copy without the notebook …"))
        self.hand_on.setToolTip(
            as_tip(say("The document for somebody else: what its people felt and can hold stays with you."))
        )
        self.hand_on.clicked.connect(self._hand_on)
        self.job.found.connect(self._seen)
        takes_the_rest(self.list)
        takes_the_rest(self.body, 200.0)
        takes_the_rest(self.days, 120.0)
        self._lay_out()

    def _lay_out(self) -> None:
        whole = self.column()
        columns = self.stacks(QHBoxLayout())
        columns.setSpacing(18)
        whole.addLayout(columns, 1)
        left, middle, right = QVBoxLayout(), QVBoxLayout(), QVBoxLayout()
        left.addWidget(self.search)
        left.addWidget(self.list, 1)
        left.addWidget(self.count)
        middle.addWidget(self.head)
        middle.addWidget(self.lines)
        middle.addWidget(self.picture)
        middle.addStretch(1)
        middle.addWidget(self.days, 2)
        right.addWidget(self.body, 1)
        right.addWidget(self.region)
        for layout, share in ((left, 3), (middle, 4), (right, 3)):
            side = QWidget()
            layout.setContentsMargins(0, 0, 0, 0)
            side.setLayout(layout)
            if layout is left:
                side.setMaximumWidth(round(grown(LIST_PX)))
            columns.addWidget(side, share)
        both = self.stacks(QHBoxLayout())
        for buttons in ((self.give, self.take, self.hand_on), (self.right, self.remove)):
            row = QHBoxLayout()
            for button in buttons:
                row.addWidget(button)
            both.addLayout(row)
        both.insertStretch(1, 1)
        whole.addLayout(both)

    @property
    def first_focus(self) -> QWidget:
        """What is looked for."""
        return self.search

    @property
    def outing(self) -> Outing | None:
        """The one that is chosen."""
        return next((each for each in self.session.document.outings if each.id == self.chosen), None)

    @property
    def operator(self) -> Operator | None:
        """Whose it is."""
        outing = self.outing
        return None if outing is None else self.session.document.operators_by_id.get(outing.operator or "")

    # showing

    def refresh(self) -> None:
        """Show what there is; what is chosen and looked for stays."""
        self.body.theme = self.days.theme = self.theme
        self._fill()

    def _fill(self) -> None:
        document, tell = self.session.document, self.session.tell
        rows = self.known.found(document.outings, document.operators_by_id, self.search.text(), tell)
        texts = [(self._title(each), each.id) for each in rows]
        if self.chosen not in [key for _, key in texts]:
            self.chosen = texts[0][1] if texts else ""
        blocked = self.list.blockSignals(True)
        for row, (text, key) in enumerate(texts):
            item = self.list.item(row)
            if item is None:
                item = QListWidgetItem()
                self.list.addItem(item)
            if item.text() != text:
                item.setText(text)
            item.setData(Qt.ItemDataRole.UserRole, key)
            if key == self.chosen:
                self.list.setCurrentRow(row)
        while self.list.count() > len(texts):
            self.list.takeItem(self.list.count() - 1)
        self.list.blockSignals(blocked)
        if not document.outings:
            said = say("Nothing is written down yet. Begin with what you carried last, under “Write down”.")
        elif not rows:
            said = say("Nothing that was written has all of these words.")
        else:
            said = say("{count} of {all}").format(count=len(rows), all=len(document.outings))
        show_text(self.count, said, self.theme.quiet)
        self.give.setEnabled(bool(document.outings))
        self._show()

    def _title(self, outing: Outing) -> str:
        known = self.titles.get(outing.id)
        if known is not None and known[0] is outing:
            return known[1]
        tell = self.session.tell
        where = ", ".join(each for each in (outing.setup, outing.place) if each)
        title = f"{tell(day_words(outing.on))}\n{where}\n{begun(tell(felt_words(outing)))}"
        self.titles[outing.id] = outing, title
        return title

    def _choose(self, row: int) -> None:
        item = self.list.item(row)
        if item is not None:
            self.chosen = str(item.data(Qt.ItemDataRole.UserRole))
            self._show()

    def _show(self) -> None:
        outing, tell, document = self.outing, self.session.tell, self.session.document
        for button in (self.right, self.remove):
            button.setEnabled(outing is not None)
        for widget in (self.body, self.days, self.right, self.remove):
            widget.setVisible(outing is not None)
        if outing is None:
            show_text(self.head, "", self.theme.ink)
            show_text(self.lines, "", self.theme.ink)
            show_text(self.region, "", self.theme.ink)
            self.picture.hide()
            return
        head = ", ".join(each for each in (tell(day_words(outing.on)), outing.setup, outing.place) if each)
        show_text(self.head, head, self.theme.ink)
        lines = [f"{say(TITLES[key])}: {begun(tell(said))}" for key, said in outing_lines(outing, document)]
        show_text(self.lines, "\n".join(lines), self.theme.ink)
        operator = self.operator
        said = {} if operator is None else predicted(outing, operator)
        felt = None if outing.felt is None else {each.key: each.score for each in outing.felt}
        self.body.show_body(operator or self.session.analysis.operator, felt, said)
        if self.body.key is None and outing.worst is not None:
            self.body.point_at(outing.worst.key)
        self._show_region()
        self._look_at_photo(outing)

    def _show_region(self) -> None:
        outing, key, operator = self.outing, self.body.key, self.operator
        if outing is None or key is None:
            show_text(self.region, say("Click a region to see it over time"), self.theme.quiet)
            self.days.show_days("", ())
            return
        show_text(self.region, region_said(key, outing.score_of(key), self.body.predicted.get(key)), self.theme.ink)
        mine = [each for each in in_order(self.session.document.outings) if each.operator == outing.operator]
        at = next(k for k, each in enumerate(mine) if each is outing)
        begin = max(min(at - MOST_DAYS // 2, len(mine) - MOST_DAYS), 0)
        mine = mine[begin : begin + MOST_DAYS]
        title = begun(self.session.tell(region_words(key)))
        if operator is not None:
            title = say("{region} of {name}").format(region=title, name=operator.name)
        self.days.show_days(title, [self._day(each, key, operator) for each in mine])

    def _day(self, outing: Outing, key: RegionKey, operator: Operator | None) -> Felt:
        said = None if operator is None else predicted(outing, operator).get(key)
        return Felt(outing.on, outing.score_of(key), said, shown=outing.id == self.chosen)

    def _look_at_photo(self, outing: Outing) -> None:
        """Read its photo beside the interface."""
        home = self.session.desk.path
        path = (home.parent if home is not None else Path()) / outing.photo
        if not self.look_for(outing.id, outing.photo):
            return
        self.picture.setVisible(bool(outing.photo))
        self.picture.setText(path.name if outing.photo else "")
        if not outing.photo:
            self.still.stop()

    def _start(self) -> None:
        outing, home = self.outing, self.session.desk.path
        if outing is not None and outing.photo:
            path = (home.parent if home is not None else Path()) / outing.photo
            self.job.start(in_one_go(partial(or_error, partial(read_picture, path, 600))))

    def _seen(self, image: QImage | EquilixError) -> None:
        if isinstance(image, EquilixError):
            self.picture.setTextFormat(Qt.TextFormat.PlainText)
            self.picture.setText(f"▲ {self.session.tell(image.said)}")
            return
        tall = round(grown(PHOTO_PX))
        self.picture.setPixmap(
            QPixmap.fromImage(image.scaledToHeight(tall, Qt.TransformationMode.SmoothTransformation))
        )

    # doing

    def _remove(self) -> None:
        key = self.chosen
        self.session.edit(say("Take an outing out"), lambda d: remove_outing(d, key))

    def _give(self) -> None:
        sorts = say("A table") + f" (*{TABLE});;" + say("Text to be read") + f" (*{TEXT})"
        self.dialog = save_dialog(self, self.session, sorts, self._write)
        self.dialog.selectFile(say("notebook") + f"{TABLE}")
        self.dialog.open()

    def _write(self, name: str) -> None:
        path, document = Path(name), self.session.document
        try:
            if path.suffix.lower() == TEXT:
                rows = self.known.found(
                    document.outings, document.operators_by_id, self.search.text(), self.session.tell
                )
                text = as_markdown(document, rows, document.display)
            else:
                path = path if path.suffix else path.with_suffix(TABLE)
                text = as_table(document)
            write_atomically(text.encode(), path, keep_backup=False)
        except EquilixError as error:
            self.session.said.emit(self.session.tell(error.said), True)
            return
        self.session.said.emit(say("Written: {path}").format(path=path.name), False)

    def _take(self) -> None:
        self.dialog = file_dialog(self, (say("A table") + f" (*{TABLE})"), self._read)
        self.dialog.open()

    def _read(self, name: str) -> None:
        """Take over what is not there yet; what cannot be read is said, with its rows."""
        try:
            told, unread = read_table(self.session.document, Path(name))
        except EquilixError as error:
            self.session.said.emit(self.session.tell(error.said), True)
            return
        if told and not self.session.edit(say("Take outings over"), lambda d: keep_outings(d, told)):
            return
        said = self.session.tell(fact("notebook.taken_over", count=len(told)))
        if unread:
            problems = self.session.tell(problem_words(unread))
            said = say("{said}; not: {problems}").format(said=said, problems=problems)
        self.session.said.emit(f"{said}.", bool(unread))

    def _hand_on(self) -> None:
        self.dialog = save_dialog(self, self.session, (say("Documents") + " (*.equilix)"), self._copy)
        self.dialog.setDefaultSuffix("equilix")
        self.dialog.open()

    def _copy(self, name: str) -> None:
        path, document = Path(name), self.session.document
        if path == self.session.desk.path:
            self.session.said.emit(say("This is the file of your own document. Choose another name."), True)
            return
        try:
            save(without_notebook(document), path)
        except EquilixError as error:
            self.session.said.emit(self.session.tell(error.said), True)
            return
        self.session.said.emit(say("Written without the notebook: {path}").format(path=path.name), False)
