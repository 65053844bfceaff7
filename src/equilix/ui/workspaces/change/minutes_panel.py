"""How long each kind of fastening takes: usual, or one's own."""

from __future__ import annotations

from PySide6.QtWidgets import QWidget

from equilix.edits.timing import set_minutes
from equilix.errors import EquilixError
from equilix.kit.fastenings import MINUTES, Fastening, fastening_label, minutes_of
from equilix.ui.session import Session
from equilix.ui.widgets.fields import QuantityField
from equilix.ui.widgets.panel import Panel
from equilix.ui.widgets.tint import plain_label
from equilix.words.language import say
from equilix.words.telling import begun, tell


class MinutesPanel(Panel):
    """One field for each; an empty one is the usual value again."""

    def __init__(self, parent: QWidget, session: Session) -> None:
        super().__init__(parent, say("Use these"))
        self.session = session
        note = plain_label(say("Minutes for one of them. Common practice, no source: take your own by the watch."))
        note.setWordWrap(True)
        self.form.addRow(note)
        self.fields: dict[Fastening, QuantityField] = {}
        for key in MINUTES:
            title = begun(tell(fastening_label(key)))
            field = QuantityField(title, "number")
            field.show_value(minutes_of(key, session.document.rules), session.document.display)
            self.fields[key] = field
            self.form.addRow(title, field)
        self.finish()
        self.setMinimumWidth(380)

    def take(self) -> None:
        """Take the changed ones over, or say at the field what is wrong."""
        document = self.session.document
        for key, field in self.fields.items():
            if not field.line.isModified():
                continue
            try:
                document = set_minutes(document, key, field.value() if field.line.text().strip() else None)
                field.complain("")
            except EquilixError as error:
                field.complain(self.session.tell(error.said))
                self.adjustSize()
                return
        if document is not self.session.document:
            self.session.edit(say("Change minutes by fastening"), lambda _document: document)
        self.close()
