"""From which setup it was converted, and how long that took; what it should take is worked out beside the interface."""

from __future__ import annotations

from functools import partial

from PySide6.QtCore import Signal
from PySide6.QtWidgets import QHBoxLayout, QWidget

from equilix.body.outings import Outing
from equilix.change.conversion.conversion import convert
from equilix.document import Document
from equilix.edits.timing import log_conversion
from equilix.errors import EquilixError
from equilix.ui.jobs import in_one_go, or_error
from equilix.ui.session import Session
from equilix.ui.theme import grown
from equilix.ui.widgets.choice import ChoiceBox
from equilix.ui.widgets.fields import QuantityField
from equilix.ui.widgets.tint import text_label
from equilix.words.language import say

NONE, OLD = "", "*"
"""Keys of the choice: nothing, and the setup that an outing names which is put right."""


class ConversionForm(QWidget):
    """``changed`` when something else is entered; ``known`` when it is known how long it should take."""

    changed = Signal()
    known = Signal()

    def __init__(self, session: Session) -> None:
        super().__init__()
        self.session = session
        self.old: Outing | None = None
        """The outing that is put right."""
        self.estimated_min: float | None = None
        """How long it should take; none while it is worked out."""
        self.estimated_for: tuple[Document, str, str] | None = None
        self.came_from = ChoiceBox()
        self.came_from.setAccessibleName(say("Converted from"))
        self.came_from.activated.connect(self._changed)
        self.minutes = QuantityField(say("Minutes of the conversion"), "number")
        self.minutes.optional = True
        self.minutes.setFixedWidth(round(grown(54)))
        self.minutes.entered.connect(lambda _value, _text: self._changed())
        self.minutes.emptied.connect(self._changed)
        self.job = session.jobs.new(say("Working out how long the conversion should take"))
        self.job.found.connect(self._estimated)
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
        self._estimate()

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

    @property
    def times(self) -> bool:
        """Whether it says how long a conversion took that can be held against the estimate."""
        return bool(self.start) and self.old is None and bool(self.minutes.line.text().strip())

    @property
    def ready(self) -> bool:
        """Whether nothing has to be worked out first."""
        return not self.times or self.estimated_min is not None

    def log(self, document: Document, took_min: float) -> Document:
        """With how long it took, so that estimates know the own pace; as it is where nothing can be told of it."""
        if not (self.times and self.estimated_min and took_min > 0):
            return document
        return log_conversion(document, self.start, self.session.setup.id, took_min, self.estimated_min)

    def _changed(self, _row: int = 0) -> None:
        self._estimate()
        self.changed.emit()

    def _estimate(self) -> None:
        wanted = (self.session.document, self.start, self.session.setup.id)
        if not self.times:
            self.job.cancel()
            self.estimated_for = None
        elif wanted != self.estimated_for:
            self.estimated_for, self.estimated_min = wanted, None
            self.job.start(in_one_go(partial(or_error, partial(estimate, *wanted))))

    def _estimated(self, found: float | EquilixError) -> None:
        """Where it cannot be worked out, nothing is held against it."""
        self.estimated_min = 0.0 if isinstance(found, EquilixError) else found
        self.known.emit()


def estimate(document: Document, start: str, end: str) -> float:
    """How long a conversion should take by the table of minutes. Raises :class:`Refused`."""
    return convert(document, start, end).estimated_min
