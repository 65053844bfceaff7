"""The maker's figures of a gimbal part, an arm, a harness or a tripod, to be read and changed."""

from __future__ import annotations

from PySide6.QtWidgets import QWidget

from equilix.edits.ratings import rate, ratings
from equilix.errors import EquilixError
from equilix.kit.parts import Part
from equilix.ui.session import Session
from equilix.ui.widgets.fields import QuantityField
from equilix.ui.widgets.panel import Panel
from equilix.ui.widgets.tint import plain_label
from equilix.words.language import say
from equilix.words.telling import tell


class RatingsPanel(Panel):
    """One field for each figure; all are taken at once."""

    def __init__(self, session: Session, parent: QWidget, part: Part) -> None:
        super().__init__(parent, say("Take it over"))
        self.session, self.part = session, part
        note = plain_label(
            say("{part}: from its maker’s papers. The maker’s rating comes first.").format(part=part.name)
        )
        note.setWordWrap(True)
        self.form.addRow(note)
        self.fields: dict[str, QuantityField] = {}
        for rating in ratings(part):
            field = QuantityField(tell(rating.label), rating.quantity)
            field.show_value(rating.value, session.document.display)
            self.fields[rating.key] = field
            self.form.addRow(plain_label(tell(rating.label)), field)
        self.finish()
        self.setMinimumWidth(380)

    def take(self) -> None:
        """Take over what was changed, or say at the field what is wrong."""
        changed: dict[str, float] = {}
        wrong = False
        for key, field in self.fields.items():
            if not field.line.isModified():
                continue
            try:
                changed[key] = field.value()
                field.complain("")
            except EquilixError as error:
                field.complain(self.session.tell(error.said))
                wrong = True
        if wrong:
            self.adjustSize()
            return
        self.close_unless(
            self.session.try_edit(
                say("Ratings of {part}").format(part=self.part.name), lambda d: rate(d, self.part.id, changed)
            ),
            self.session.document.display,
        )
