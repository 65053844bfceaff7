"""From the shelf: typical parts by any word for them, to scale; into the kit, or onto the rig at once."""

from __future__ import annotations

from collections.abc import Callable

from PySide6.QtCore import Qt, Signal
from PySide6.QtGui import QKeyEvent, QResizeEvent
from PySide6.QtWidgets import QHBoxLayout, QLineEdit, QPushButton, QVBoxLayout, QWidget

from equilix.document import Document
from equilix.edits.taking import take_parts
from equilix.errors import EquilixError
from equilix.exchange.lines import Told
from equilix.facts import fact, number
from equilix.kit.catalogue import kind_of
from equilix.shelf.search import search
from equilix.shelf.shelf import Shelf, put_on_own, read_shelf, shipped
from equilix.ui.jobs import in_one_go
from equilix.ui.mounting import mount_anywhere, strap_to_selected
from equilix.ui.session import Session
from equilix.ui.theme import grown
from equilix.ui.widgets.tint import show_text, text_label
from equilix.ui.workspaces.cloth import Cloth, family_rank
from equilix.ui.workspaces.page import Page
from equilix.words.language import say
from equilix.words.quantities import fixed, length, mass
from equilix.words.telling import begun, tell

MOST_SHOWN = 60
"""So many lie on the cloth at once: more would be looked through longer than a word is typed."""
LOW_PX, LOWEST_PX = 210, 150
"""Under these heights of the page there is no room for its heading, and none for its foot: the mat is F1."""
CLASSES = ("", "€", "€€", "€€€", "€€€€", "€€€€€")


class ShelfCloth(Cloth):
    """Parts that are not in the kit yet: nothing of them can be dragged onto the rig."""

    def _drag(self, part_id: str) -> None:
        self.choose(part_id)


class ShelfPage(Page):
    """A line to search with, the parts that are meant, and what is known of the one that is chosen."""

    def __init__(self, session: Session, parent: QWidget | None = None) -> None:
        super().__init__(session, parent)
        self.shelf: Shelf | None = None
        self.found: dict[str, Told] = {}
        self.hits = 0
        """How many are meant; not all of them lie there."""
        self.job = session.jobs.new(say("Looking at the shelf"))
        self.job.found.connect(self._read)
        self.head = self.heading(say("The shelf"))
        self.hint = self.note(say("Typical parts: masses are estimated to 15 %. Weigh yours."))
        self.words = SearchLine()
        self.words.setPlaceholderText(say("Find by any word: evf, dslr, 50 mm, v-mount …"))
        self.words.setAccessibleName(say("Find a part of the shelf by any word"))
        self.words.setClearButtonEnabled(True)
        self.words.textChanged.connect(self._search)
        self.words.returnPressed.connect(lambda: self.take(mount_anywhere))
        self.words.down.connect(self._to_cloth)
        self.first_focus = self.words
        self.cloth = ShelfCloth()
        self.cloth.setAccessibleName(say("Parts of the shelf, to scale"))
        self.cloth.chosen.connect(lambda _part_id: self._about())
        self.cloth.mounted.connect(lambda _part_id: self.take(mount_anywhere))
        self.cloth.strapped.connect(lambda _part_id: self.take(strap_to_selected))
        self.about = text_label()
        self.wrong = text_label()
        self.onto_rig = QPushButton(say("Onto the rig"))
        self.onto_rig.clicked.connect(lambda: self.take(mount_anywhere))
        self.into_kit = QPushButton(say("Into the kit"))
        self.into_kit.clicked.connect(lambda: self.take(None))
        self.own = QPushButton(say("Keep the kit on my shelf"))
        self.own.clicked.connect(self.keep)
        self.leave = QPushButton(say("To the mat"))
        self.leave.clicked.connect(lambda: session.view.ask_page("mat"))
        self.column.setContentsMargins(16, 0, 12, 8)
        self.column.addWidget(self.cloth, 1)
        self._lay_out()

    def _lay_out(self) -> None:
        over = QVBoxLayout()
        over.setContentsMargins(16, 8, 12, 4)
        over.setSpacing(6)
        self.over = QWidget()
        said = QHBoxLayout(self.over)
        said.setContentsMargins(0, 0, 0, 0)
        said.addWidget(self.head)
        said.addWidget(self.hint, 1)
        over.addWidget(self.over)
        row = QHBoxLayout()
        row.addWidget(self.words, 1)
        row.addWidget(self.onto_rig)
        row.addWidget(self.into_kit)
        over.addLayout(row)
        over.addWidget(self.about)
        self.under = QWidget()
        below = QHBoxLayout(self.under)
        below.setContentsMargins(16, 4, 12, 8)
        below.addWidget(self.wrong, 1)
        below.addStretch(1)
        below.addWidget(self.own)
        below.addWidget(self.leave)
        self.outer.insertLayout(0, over)
        self.outer.addWidget(self.under)

    def resizeEvent(self, event: QResizeEvent) -> None:
        super().resizeEvent(event)
        self.over.setVisible(self.height() >= grown(LOW_PX))
        self.under.setVisible(self.height() >= grown(LOWEST_PX))

    def refresh(self) -> None:
        """Read the shelf where that has not been done, and lay out what is meant."""
        self.cloth.theme = self.theme
        self.own.setEnabled(bool(self.session.document.parts))
        if self.shelf is None:
            if not self.job.running:
                show_text(self.about, say("Looking at the shelf …"), self.theme.quiet)
                self.job.start(in_one_go(read_shelf))
        else:
            self._search()

    def _read(self, found: Shelf | EquilixError) -> None:
        """What stands there; a shelf of one's own that cannot be read is said, and the other one shown."""
        if isinstance(found, EquilixError):
            show_text(self.wrong, f"▲ {self.session.tell(found.said)}", self.theme.tip)
            self.shelf = Shelf(shipped(), ())
        else:
            self.shelf = found
            first = found.wrong[0] if found.wrong else None
            said = ""
            if first is not None:
                said = self.session.tell(fact("shelf.wrong_line", line=first.number, said=first.said))
            show_text(self.wrong, f"▲ {said}" if said else "", self.theme.tip)
        self._search()

    @property
    def waits(self) -> bool:
        """Whether the shelf is still being read."""
        return self.job.running

    def _search(self) -> None:
        if self.shelf is None:
            return
        hits = search(self.words.text(), self.shelf.items)
        shown = hits[:MOST_SHOWN]
        self.found = {}
        for item in shown:
            self.found.setdefault(item.part.id, item)
        parts = sorted((item.part for item in self.found.values()), key=family_rank)
        self.cloth.lay_out([(part, part.quantity) for part in parts], self.session.document.display)
        chosen = self.cloth.current if self.cloth.current in self.found else next(iter(self.found), None)
        self.hits = len(hits)
        self.cloth.choose(chosen)
        self._about()

    def _about(self) -> None:
        """What is known of the one that is chosen."""
        item = self.found.get(self.cloth.current or "")
        for button in (self.onto_rig, self.into_kit):
            button.setEnabled(item is not None)
        display = self.session.document.display
        if item is None:
            said = say("Nothing on the shelf is called so. Try another word, or make it on the mat.")
            show_text(self.about, said, self.theme.tip)
            return
        part = item.part
        body = part.body()
        edges = [length(float(each), display).partition(" ") for each in body.high_m - body.low_m]
        sizes = f"{' × '.join(edge for edge, _, _ in edges)} {edges[0][2]}"
        doubt = fixed(100 * part.standard_uncertainty_kg / part.mass_kg)
        pieces = [
            f"{begun(part.name)}: {tell(kind_of(part).label)}", f"{mass(part.mass_kg, display)} ± {doubt} %", sizes,
            *([f"{part.electric.draw.record:g} W"] if part.electric is not None and part.electric.draw.record else []),
            *([f"{part.energy_wh:g} Wh"] if part.energy_wh else []), CLASSES[item.price_class],
        ]  # fmt: skip
        more = self.hits - len(self.found)
        said = ", ".join(piece for piece in pieces if piece)
        if more > 0:
            said += ". " + self.session.tell(fact("shelf.more", count=number(more)))
        show_text(self.about, said, self.theme.ink)

    def _to_cloth(self) -> None:
        self.cloth.setFocus(Qt.FocusReason.OtherFocusReason)

    def take(self, put: Callable[[Session, str], None] | None) -> None:
        """Put the chosen one into the kit, and onto the rig as ``put`` does it; None: into the kit alone."""
        item = self.found.get(self.cloth.current or "")
        if item is None:
            return
        made: list[str] = []

        def change(document: Document) -> Document:
            document, ids = take_parts(document, [item.part])
            made[:] = ids
            return document

        refusal = self.session.try_edit(say("Take {part} off the shelf").format(part=item.part.name), change)
        if refusal is not None:
            show_text(self.wrong, f"▲ {self.session.tell(refusal.said)}", self.theme.tip)
            return
        self.words.selectAll()
        if put is not None:
            put(self.session, made[0])
        else:
            self.session.said.emit(say("“{part}” is in the kit: weigh yours.").format(part=item.part.name), False)

    def keep(self) -> None:
        """Put the parts of the kit on one's own shelf, for the next job."""
        parts = self.session.document.parts
        try:
            put_on_own(parts)
        except (EquilixError, OSError) as error:
            said = self.session.tell(error.said) if isinstance(error, EquilixError) else error.strerror or str(error)
            show_text(self.wrong, f"▲ {said}", self.theme.tip)
            return
        self.session.said.emit(self.session.tell(fact("shelf.kept", count=number(len(parts)))), False)
        self.shelf = None
        self.refresh()


class SearchLine(QLineEdit):
    """Down leads to what was found."""

    down = Signal()

    def keyPressEvent(self, event: QKeyEvent) -> None:
        if event.key() == Qt.Key.Key_Down:
            self.down.emit()
        else:
            super().keyPressEvent(event)
