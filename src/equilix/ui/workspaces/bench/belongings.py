"""Whose a part is, what it looks like, and what goes into a bag or a case."""

from __future__ import annotations

from functools import partial
from pathlib import Path
from typing import Final

from PySide6.QtCore import Qt
from PySide6.QtGui import QImage, QPixmap
from PySide6.QtWidgets import QLabel, QLineEdit

from equilix.edits import kit
from equilix.errors import Refused
from equilix.kit.parts import MOST_PHOTO, Part, Standing
from equilix.ui.pictures import SORTS, packed, read_picture, unpacked
from equilix.ui.session import Session
from equilix.ui.theme import grown
from equilix.ui.widgets.choice import ChoiceBox
from equilix.ui.widgets.file_choice import file_dialog
from equilix.ui.widgets.tint import show_text, text_label
from equilix.ui.workspaces.bench.entry import Editor, beside, button, form, with_axis
from equilix.words.language import say
from equilix.words.wordings.wording import N_

STANDINGS: Final[dict[Standing, str]] = {"owned": N_("owned"), "borrowed": N_("borrowed"), "wanted": N_("wanted")}
PHOTO_PX, SHOWN_PX = 800, 220
"""How large a picture is kept, and how large it is shown."""


class BelongingsEditor(Editor):
    """Under the form of a part."""

    def __init__(self, session: Session) -> None:
        super().__init__(session)
        self.standing = ChoiceBox()
        self.standing.setAccessibleName(say("Whose the part is"))
        for key, text in STANDINGS.items():
            self.standing.addItem(say(text), key)
        self.standing.activated.connect(lambda index: self._stands(self.standing.itemData(index)))
        self.lent_by = QLineEdit()
        self.lent_by.setAccessibleName(say("From whom it is borrowed"))
        self.lent_by.editingFinished.connect(self._lent)
        self.inner = [
            self.quantity(name, "length", partial(self._inside, axis))
            for axis, name in enumerate((say("Inside, length"), say("Inside, width"), say("Inside, height")))
        ]
        self.rows = form()
        self.rows.addRow(say("It is"), self.standing)
        self.rows.addRow(say("From"), self.lent_by)
        for label, field in zip((say("Inside long"), say("Inside wide"), say("Inside high")), self.inner, strict=True):
            self.rows.addRow(label, field)
        self.picture = QLabel()
        self.picture.setAccessibleName(say("Picture of the part"))
        self.choose = button(say("Picture …"), self.choose_picture)
        self.remove = button(say("Remove the picture"), lambda: self._photo(""))
        self.said = text_label()
        self.column.addLayout(self.rows)
        self.column.addLayout(beside(self.choose, self.remove))
        self.column.addWidget(self.picture)
        self.column.addWidget(self.said)
        self.column.addWidget(self.refusal)
        self._shown: str | None = None

    def fill(self, part: Part) -> None:
        self.standing.setCurrentIndex(self.standing.findData(part.standing))
        borrowed = part.standing == "borrowed"
        self.rows.setRowVisible(self.lent_by, borrowed)
        if not (self.lent_by.hasFocus() and self.lent_by.isModified()):
            self.lent_by.setText(part.lent_by)
        for axis, field in enumerate(self.inner):
            self.rows.setRowVisible(field, part.inner_m is not None)
            if part.inner_m is not None:
                field.show_value(part.inner_m[axis], self.session.document.display)
        self.remove.setVisible(bool(part.photo))
        if part.photo != self._shown:
            self._shown = part.photo
            image = photo_of(part)
            wrong = bool(part.photo) and image.isNull()
            self.picture.setVisible(not image.isNull())
            if not image.isNull():
                wide = round(grown(SHOWN_PX))
                scaled = image.scaled(
                    wide, wide, Qt.AspectRatioMode.KeepAspectRatio, Qt.TransformationMode.SmoothTransformation
                )
                self.picture.setPixmap(QPixmap.fromImage(scaled))
            show_text(self.said, say("The picture in the file cannot be shown.") if wrong else "", self.theme.tip)

    def _change(self, label: str, **updates: object) -> None:
        part = self.part
        if part is not None and not self.busy:
            self.take(label, lambda d: kit.change_part(d, part.id, **updates))

    def _stands(self, standing: Standing) -> None:
        part = self.part
        if part is not None and standing != part.standing:
            from_whom = (part.lent_by or say("somebody")) if standing == "borrowed" else ""
            self._change(say("Say whose a part is"), owned=standing != "wanted", lent_by=from_whom)

    def _lent(self) -> None:
        part, text = self.part, self.lent_by.text().strip()
        self.lent_by.setModified(False)
        if part is not None and text and text != part.lent_by:
            self._change(say("Say from whom a part is borrowed"), lent_by=text)
        elif part is not None and not text:
            self.lent_by.setText(part.lent_by)

    def _inside(self, axis: int, value: float) -> None:
        part = self.part
        if part is not None and part.inner_m is not None and not self.busy:
            size = with_axis(part.inner_m, axis, value)
            self.take(
                say("Change the room inside"), lambda d: kit.change_part(d, part.id, inner_m=size), self.inner[axis]
            )

    def choose_picture(self) -> None:
        """Let the person choose a picture."""
        sorts = say("Pictures") + f" ({' '.join(f'*.{sort}' for sort in SORTS)})"
        file_dialog(self, sorts, lambda name: self.load_picture(Path(name))).open()

    def load_picture(self, path: Path) -> None:
        """Keep a picture of the part, made small enough for the document."""
        try:
            image = read_picture(path, PHOTO_PX)
        except Refused as error:
            show_text(self.refusal, f"▲ {self.session.tell(error.said)}", self.theme.tip)
            return
        self._photo(packed(image, PHOTO_PX, MOST_PHOTO))

    def _photo(self, text: str) -> None:
        self._change(say("Keep a picture of a part") if text else say("Remove the picture of a part"), photo=text)


def photo_of(part: Part) -> QImage:
    """The picture of a part; an empty one where there is none, or none that can be read."""
    try:
        return unpacked(part.photo, PHOTO_PX, part.name)
    except Refused:
        return QImage()
