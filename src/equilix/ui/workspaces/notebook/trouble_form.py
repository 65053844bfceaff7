"""What worked loose, slipped, wore out or broke: parts of the rig, one after the other."""

from __future__ import annotations

from collections.abc import Sequence

from PySide6.QtCore import Signal
from PySide6.QtWidgets import QHBoxLayout, QListWidget, QPushButton, QVBoxLayout, QWidget

from equilix.body.outings import TROUBLES, Faulty, Trouble
from equilix.facts import fact
from equilix.ui.session import Session
from equilix.ui.theme import grown
from equilix.ui.widgets.choice import ChoiceBox
from equilix.ui.widgets.tint import text_label
from equilix.words.language import say
from equilix.words.telling import begun


class TroubleForm(QWidget):
    """``faulty``: what is noted so far; ``changed`` when it is something else."""

    changed = Signal()

    def __init__(self, session: Session) -> None:
        super().__init__()
        self.session = session
        self.faulty: tuple[Faulty, ...] = ()
        self.part, self.how = ChoiceBox(), ChoiceBox()
        self.part.setAccessibleName(say("Part in trouble"))
        self.how.setAccessibleName(say("What was wrong with it"))
        for each in TROUBLES:
            self.how.addItem(begun(session.tell(fact(f"notebook.how_{each}"))), each)
        self.note_it = QPushButton(say("Note it"))
        self.note_it.clicked.connect(self._note)
        self.strike = QPushButton(say("Strike it out"))
        self.strike.clicked.connect(self._strike)
        self.list = QListWidget()
        self.list.setAccessibleName(say("What was in trouble"))
        self.list.setWordWrap(True)
        self.list.setFixedHeight(round(grown(44)))
        self.list.currentRowChanged.connect(lambda row: self.strike.setVisible(row >= 0))
        column = QVBoxLayout(self)
        column.setContentsMargins(0, 0, 0, 0)
        head = text_label(bold=True)
        head.setText(say("Worked loose, slipped, worn, broke"))
        pair = QHBoxLayout()
        pair.addWidget(self.how, 1)
        pair.addWidget(self.note_it)
        column.addWidget(head)
        column.addWidget(self.part)
        column.addLayout(pair)
        column.addWidget(self.list)
        column.addWidget(self.strike)

    def offer(self) -> None:
        """Offer the parts of the rig."""
        parts = self.session.document.parts_by_id
        on_it = dict.fromkeys(each.part for each in self.session.setup.placements)
        rows = [(begun(parts[part].name), part) for part in on_it]
        self.part.offer(rows or [(say("nothing is on the rig"), "")], rows[0][1] if rows else "")
        self.note_it.setEnabled(bool(rows))

    def show_faulty(self, faulty: Sequence[Faulty]) -> None:
        """Show what is noted."""
        self.faulty = tuple(faulty)
        tell = self.session.tell
        texts = [begun(f"{each.name}: {tell(fact(f'notebook.how_{each.how}'))}") for each in faulty]
        if [self.list.item(k).text() for k in range(self.list.count())] != texts:
            self.list.clear()
            self.list.addItems(texts)
        self.list.setVisible(bool(texts))
        self.strike.setVisible(self.list.currentRow() >= 0)

    def _note(self) -> None:
        part = self.session.document.parts_by_id.get(str(self.part.currentData()))
        how: Trouble = self.how.currentData()
        if part is not None and all((each.part, each.how) != (part.id, how) for each in self.faulty):
            self.faulty = (*self.faulty, Faulty(part=part.id, name=part.name, how=how))
            self.changed.emit()

    def _strike(self) -> None:
        """The one that is selected."""
        row = self.list.currentRow()
        self.faulty = tuple(each for k, each in enumerate(self.faulty) if k != row)
        self.changed.emit()
