"""From which setup it was converted, and how long that took."""

from __future__ import annotations

from PySide6.QtCore import Signal
from PySide6.QtWidgets import QHBoxLayout, QWidget

from equilix.body.outings import Outing
from equilix.change.conversion.conversion import minutes_between
from equilix.document import Document
from equilix.edits.timing import log_conversion
from equilix.ui.session import Session
from equilix.ui.theme import grown
from equilix.ui.widgets.choice import ChoiceBox
from equilix.ui.widgets.fields import QuantityField
from equilix.ui.widgets.tint import text_label
from equilix.words.language import say

NONE, OLD = "", "*"
"""Keys of the choice: nothing, and the setup that an outing names which is put right."""


class ConversionForm(QWidget):
    """``changed`` when something else is entered."""

    changed = Signal()

    def __init__(self, session: Session) -> None:
        super().__init__()
        self.session = session
        self.old: Outing | None = None
        """The outing that is put right."""
        self.came_from = ChoiceBox()
        self.came_from.setAccessibleName(say("Converted from"))
        self.came_from.activated.connect(lambda _row: self.changed.emit())
        self.minutes = QuantityField(say("Minutes of the conversion"), "number")
        self.minutes.optional = True
        self.minutes.setFixedWidth(round(grown(54)))
        self.minutes.entered.connect(lambda _value, _text: self.changed.emit())
        self.minutes.emptied.connect(self.changed)
        row = QHBoxLayout(self)
        row.setContentsMargins(0, 0, 0, 0)
        row.setSpacing(6)
        unit = text_label(wrap=False)
        unit.setText(say("min"))
        for widget in (self.came_from, self.minutes, unit):
            row.addWidget(widget)

    def offer(self, old: Outing | None) -> None:
        """Offer the other setups; ``old``: the outing that is put right."""
        self.old = old
        setups = [(each.name, each.id) for each in self.session.document.setups if each.id != self.session.setup.id]
        if old is not None and old.came_from:
            setups = [(old.came_from, OLD), *setups]
        self.came_from.offer([(say("no conversion"), NONE), *setups], NONE)

    def show_outing(self, outing: Outing | None) -> None:
        """Show what an outing says; none: nothing."""
        self.minutes.line.clear()
        self.minutes.line.setModified(False)
        self.minutes.show_value(None if outing is None else outing.conversion_min or None)
        self.offer(outing)
        self.came_from.setCurrentIndex(max(self.came_from.findData(OLD), 0))

    @property
    def start(self) -> str:
        """The setup that it was converted from, by its id; empty where there is none."""
        key = str(self.came_from.currentData() or NONE)
        return key if key in self.session.document.setups_by_id else NONE

    @property
    def name(self) -> str:
        """The same by its name."""
        if self.start:
            return self.session.document.setups_by_id[self.start].name[:200]
        return self.old.came_from if self.old is not None and self.came_from.currentData() == OLD else NONE

    def log(self, document: Document, took_min: float) -> Document:
        """With how long it took, held against the table of minutes, so that estimates know the own pace.

        As it is where nothing can be told of it.
        """
        end = self.session.setup.id
        estimated = minutes_between(document, self.start, end) / document.own_pace if self.start else 0.0
        if not (estimated > 0 and took_min > 0):
            return document
        return log_conversion(document, self.start, end, took_min, estimated)
