"""From one setup to another: the steps as a list, the one that is looked at as a drawing, the watch, the sheet."""

from __future__ import annotations

from collections.abc import Iterator
from functools import partial

from PySide6.QtCore import Qt
from PySide6.QtGui import QResizeEvent
from PySide6.QtWidgets import (
    QAbstractItemView,
    QFileDialog,
    QHBoxLayout,
    QListWidget,
    QListWidgetItem,
    QPushButton,
    QVBoxLayout,
    QWidget,
)

from equilix.change.conversion.conversion import Conversion, Move, convert, heap_of
from equilix.change.conversion.summary_words import after_words, headline, more_words
from equilix.document import Document
from equilix.edits.timing import forget_last_conversion, log_conversion
from equilix.errors import Called, EquilixError
from equilix.kit.fastenings import Fastening
from equilix.rig.kinematics import Assembly
from equilix.ui.page_files import choose_pages_file
from equilix.ui.printing.conversion_sheet import draw_conversion
from equilix.ui.printing.paper import PAGES_MM
from equilix.ui.session import Session
from equilix.ui.theme import grown
from equilix.ui.widgets.choice import ChoiceBox
from equilix.ui.widgets.fields import QuantityField
from equilix.ui.widgets.rig_picture import RigPicture
from equilix.ui.widgets.tint import show_text, text_label
from equilix.ui.widgets.values_panel import ValuesPanel
from equilix.ui.workspaces.change.minutes_panel import minutes_panel
from equilix.ui.workspaces.tab import WorkTab, takes_the_rest
from equilix.words.language import say
from equilix.words.quantities import duration
from equilix.words.telling import begun

LOW_PX, LOWEST_PX = 330, 215
"""Under these heights there is no room for the watch, and none for the drawing."""
Found = tuple[Conversion, tuple[Assembly | None, ...]]


class ConvertTab(WorkTab):
    """Two setups are chosen; the steps come as soon as they are known, and go by one by one with the arrow keys."""

    def __init__(self, session: Session) -> None:
        super().__init__(session, say("Looking for the shortest way to convert"))
        self.found: Conversion | None = None
        self.pictures: tuple[Assembly | None, ...] = ()
        self.dialog: QFileDialog | None = None
        self.panel: ValuesPanel[Fastening] | None = None
        self.start, self.end = ChoiceBox(), ChoiceBox()
        self.start.setAccessibleName(say("From which setup"))
        self.end.setAccessibleName(say("To which setup"))
        for box in (self.start, self.end):
            box.activated.connect(self._look)
        self.swap = QPushButton(say("Reverse"))
        self.swap.clicked.connect(self._swap)
        self.head, self.more = text_label(bold=True, points=13), text_label()
        self.steps = QListWidget()
        self.steps.setAccessibleName(say("Steps of the conversion"))
        self.steps.setWordWrap(True)
        self.steps.setHorizontalScrollBarPolicy(Qt.ScrollBarPolicy.ScrollBarAlwaysOff)
        self.steps.setVerticalScrollMode(QAbstractItemView.ScrollMode.ScrollPerPixel)
        self.steps.currentRowChanged.connect(self._show_step)
        self.picture = RigPicture(self.theme, None)
        self.picture.setMinimumHeight(40)
        self.said, self.after = text_label(), text_label()
        self.took = QuantityField(say("It took, minutes"), "number")
        self.took.entered.connect(self._log)
        self.forget = QPushButton(say("Forget the last time"))
        self.forget.clicked.connect(self._forget)
        self.table = QPushButton(say("Minutes …"))
        self.table.clicked.connect(self._open_table)
        self.save = QPushButton(say("Sheet …"))
        self.save.clicked.connect(self._save)
        self.job.found.connect(self._found)
        takes_the_rest(self.steps)
        self._lay_out()

    def _lay_out(self) -> None:
        whole = self.column()
        chosen = QHBoxLayout()
        for widget, share in ((self.start, 3), (text_label(), 0), (self.end, 3), (self.swap, 0)):
            chosen.addWidget(widget, share)
        for button in (self.table, self.save):
            chosen.addWidget(button)
        whole.addLayout(chosen)
        whole.addWidget(self.head)
        whole.addWidget(self.more)
        self.both = QWidget()
        below = QHBoxLayout(self.both)
        below.setContentsMargins(0, 0, 0, 0)
        below.setSpacing(14)
        below.addWidget(self.steps, 11)
        seen = QVBoxLayout()
        seen.addWidget(self.picture, 1)
        seen.addWidget(self.said)
        seen.addWidget(self.after)
        self.watch = QWidget()
        watch = QHBoxLayout(self.watch)
        watch.setContentsMargins(0, 0, 0, 0)
        self.took_label = text_label(wrap=False)
        self.took_label.setText(say("It took, minutes"))
        watch.addWidget(self.took_label)
        watch.addWidget(self.took)
        watch.addWidget(self.forget)
        watch.addStretch(1)
        seen.addWidget(self.watch)
        below.addLayout(seen, 10)
        whole.addWidget(self.both, 1)

    def resizeEvent(self, event: QResizeEvent) -> None:
        super().resizeEvent(event)
        self._share()

    def _share(self) -> None:
        high = self.height() / grown(1.0)
        self.more.setVisible(bool(self.more.text()) and high >= LOW_PX)
        self.watch.setVisible(high >= LOW_PX and self.found is not None and bool(self.found.moves))
        self.picture.setVisible(high >= LOWEST_PX)

    @property
    def first_focus(self) -> QWidget:
        """The steps."""
        return self.steps

    def refresh(self) -> None:
        """Offer the setups, and look anew where something has changed."""
        self.picture.theme = self.theme
        offered = [(setup.name, setup.id) for setup in self.session.document.setups]
        self.start.offer(offered, self.session.setup.id)
        self.end.offer(offered, self._next())
        self._look()

    def _next(self) -> str:
        """The setup after the open one: the way there is asked for most."""
        ids = [setup.id for setup in self.session.document.setups]
        return ids[(ids.index(self.session.setup.id) + 1) % len(ids)]

    def ask(self, start: str, end: str) -> None:
        """Choose both ends; what is not there stays as it was."""
        self.refresh()
        for box, key in ((self.start, start), (self.end, end)):
            if box.findData(key) >= 0:
                box.setCurrentIndex(box.findData(key))
        self._look()

    def _swap(self) -> None:
        start, end = self.start.currentIndex(), self.end.currentIndex()
        self.start.setCurrentIndex(end)
        self.end.setCurrentIndex(start)
        self._look()

    def _look(self, _row: int = 0) -> None:
        wanted = (self.session.document, str(self.start.currentData()), str(self.end.currentData()))
        if not self.look_for(*wanted):
            self._show()
            return
        if len(self.session.document.setups) < 2 or wanted[1] == wanted[2]:
            self.still.stop()
            self.found, self.pictures = None, ()
            self._show()

    def _start(self) -> None:
        assert self.shown_for is not None  # the timer is started with it
        self.job.start(partial(_steps, *self.shown_for))

    def _found(self, found: Found | EquilixError) -> None:
        if isinstance(found, EquilixError):
            self.found, self.pictures = None, ()
            show_text(self.head, f"▲ {self.session.tell(found.said)}", self.theme.tip)
            return
        self.found, self.pictures = found
        self._show()

    def _show(self) -> None:
        found, t, row = self.found, self.theme, self.steps.currentRow()
        for widget in (self.save, self.swap):
            widget.setEnabled(found is not None)
        if found is None:
            few = len(self.session.document.setups) < 2
            alone = say("One setup alone needs no conversion: add another one under its name.")
            same = say("Choose two setups.")
            show_text(self.head, alone if few else same, t.ink)
            self.more.setText("")
            self.steps.clear()
            self.both.setVisible(False)
            return
        self.both.setVisible(True)
        tell_ = self.session.tell
        names = {"start": found.start.name, "end": found.end.name}
        said = say("{start} → {end}: {said}.").format(said=tell_(headline(found)), **names)
        show_text(self.head, said, t.ink)
        more = (*map(tell_, more_words(found)), self._last_time())
        show_text(self.more, " ".join(f"{begun(each)}." for each in more if each), t.quiet)
        texts = [f"{number}  {tell_(move.text)}" for number, move in enumerate(found.moves, start=1)]
        if [self.steps.item(k).text() for k in range(self.steps.count())] != texts:
            self.steps.clear()
            for text in texts:
                self.steps.addItem(QListWidgetItem(text))
        self.steps.setCurrentRow(min(max(row, 0), self.steps.count() - 1))
        self._show_step(self.steps.currentRow())
        self._share()

    def _last_time(self) -> str:
        """How long it took the last time, by the watch."""
        assert self.found is not None  # asked for where there is one
        ends = (self.found.start.id, self.found.end.id)
        timed = [each for each in self.session.document.conversions if (each.start, each.end) == ends]
        self.forget.setEnabled(bool(timed))
        if not timed:
            return ""
        return say("last time by the watch: {time}").format(time=duration(timed[-1].took_min * 60))

    def _show_step(self, row: int) -> None:
        found, t = self.found, self.theme
        if found is None or not 0 <= row < len(found.moves):
            self.picture.show_rig(None)
            show_text(self.said, "", t.ink)
            show_text(self.after, "", t.quiet)
            return
        move: Move = found.moves[row]
        self.picture.show_rig(self.pictures[row], move.moved)
        show_text(self.said, f"{self.session.tell(move.tool)}, {duration(move.minutes * 60)}", t.quiet)
        after = self.session.tell(after_words(move))
        show_text(self.after, after, t.tip if move.held or move.pair else t.ink)

    def _log(self, minutes: float, _typed: str) -> None:
        found = self.found
        if found is None:
            return
        label = say("Time a conversion")
        ends = (found.start.id, found.end.id)
        refusal = self.session.try_edit(label, lambda d: log_conversion(d, *ends, minutes, found.estimated_min))
        self.took.complain("" if refusal is None else self.session.tell(refusal.said))
        if refusal is None:
            self.took.line.clear()
            self.session.said.emit(say("Noted: the next estimate knows your pace."), False)

    def _forget(self) -> None:
        if self.found is not None:
            ends = (self.found.start.id, self.found.end.id)
            self.session.edit(say("Forget a timed conversion"), lambda d: forget_last_conversion(d, *ends))

    def _open_table(self) -> None:
        self.panel = minutes_panel(self.table, self.session)
        self.panel.open_under(self.table)

    def _save(self) -> None:
        found, document = self.found, self.session.document
        if found is not None:
            draw = partial(draw_conversion, document=document, found=found, display=document.display)
            title = say("{start} to {end}").format(start=found.start.name, end=found.end.name)
            self.dialog = choose_pages_file(self, self.session, draw, PAGES_MM["a4"], title)


def _steps(document: Document, start: str, end: str, called_off: Called) -> Iterator[Found | EquilixError]:
    try:
        found = convert(document, start, end, called_off)
    except EquilixError as error:
        yield error
        return
    shown = (move.shown for move in found.moves)
    yield found, tuple(heap_of(document, s).assembly if s.root in s.by_id else None for s in shown)
