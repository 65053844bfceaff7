"""A panel of values that have a usual one each: a field for each, an empty one is the usual value again."""

from __future__ import annotations

from collections.abc import Callable, Mapping
from typing import Generic, TypeVar

from PySide6.QtWidgets import QWidget

from equilix.document import Document
from equilix.errors import EquilixError
from equilix.ui.session import Session
from equilix.ui.widgets.fields import QuantityField
from equilix.ui.widgets.panel import Panel
from equilix.ui.widgets.tint import plain_label
from equilix.units import Quantity
from equilix.words.language import say

Key = TypeVar("Key", bound=str)
Put = Callable[[Document, Key, float | None], Document]
"""The edit that sets one value, or (None) the usual one again."""


class ValuesPanel(Panel, Generic[Key]):
    """``values``: title, quantity and the value that counts now, by key; ``label``: of the edit, one for all."""

    def __init__(
        self, parent: QWidget, session: Session, note: str, values: Mapping[Key, tuple[str, Quantity, float]],
        put: Put[Key], label: str,
    ) -> None:  # fmt: skip
        super().__init__(parent, say("Use these"))
        self.session, self.put, self.label = session, put, label
        said = plain_label(note)
        said.setWordWrap(True)
        self.form.addRow(said)
        self.fields: dict[Key, QuantityField] = {}
        for key, (title, quantity, value) in values.items():
            field = QuantityField(title, quantity)
            field.show_value(value, session.document.display)
            self.fields[key] = field
            self.form.addRow(title, field)
        self.finish()

    def take(self) -> None:
        """Take the changed ones over, or say at the field what is wrong."""
        document = self.session.document
        for key, field in self.fields.items():
            if not field.line.isModified():
                continue
            try:
                document = self.put(document, key, field.value() if field.line.text().strip() else None)
                field.complain("")
            except EquilixError as error:
                field.complain(self.session.tell(error.said))
                self.adjustSize()
                return
        if document is not self.session.document:
            self.session.edit(self.label, lambda _document: document)
        self.close()
