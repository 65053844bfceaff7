"""What one chooses for all documents, on one page: language, units, theme, text, motion, side, rules, folders, keys."""

from __future__ import annotations

from collections.abc import Sequence
from functools import partial
from pathlib import Path
from typing import Any, Final

from babel import Locale
from msgspec.structs import replace
from PySide6.QtCore import Qt, QUrl
from PySide6.QtGui import QDesktopServices, QResizeEvent
from PySide6.QtWidgets import QBoxLayout, QCheckBox, QFormLayout, QHBoxLayout, QPushButton, QVBoxLayout, QWidget

from equilix.shelf.shelf import own_file
from equilix.store.settings import TEXT_PERCENT, settings_folder
from equilix.store.state import state_folder
from equilix.ui.commands import Command
from equilix.ui.session import Session
from equilix.ui.theme import NIGHT_SET, PREP_ROOM, THEMES, Theme, grown
from equilix.ui.widgets.choice import ChoiceBox
from equilix.ui.widgets.tint import plain_label, show_text, text_label
from equilix.ui.workspaces.key_table import KeyTable
from equilix.ui.workspaces.page import LookedUp
from equilix.words.language import languages, say
from equilix.words.quantities import percent
from equilix.words.wordings.wording import N_

LEFT_PX, BESIDE_PX = 430, 860
"""How wide what is chosen is, and from which width of the page on the keys stand beside it."""
LIGHTS: Final = {PREP_ROOM.name: N_("prep room: light"), NIGHT_SET.name: N_("night set: dark")}


class PreferencesPage(LookedUp):
    """On the left what is chosen, on the right the keys. All of it holds at once; Esc goes back to the work."""

    def __init__(self, session: Session, table: Sequence[Command], parent: QWidget | None = None) -> None:
        """``table``: all commands, whose keys can be changed."""
        super().__init__(session, parent)
        self.chosen = session.chosen
        self.keys = KeyTable(self.chosen, table)
        left, right = self._choices(), self._keys()
        left.setMaximumWidth(round(grown(LEFT_PX)))
        self.both = QBoxLayout(QBoxLayout.Direction.LeftToRight)
        self.both.setSpacing(0)
        self.both.addWidget(left, 0, Qt.AlignmentFlag.AlignTop)
        self.both.addWidget(right, 1)
        self.column.setContentsMargins(0, 0, 0, 0)
        self.column.addLayout(self.both)
        self.column.addStretch(1)
        self.first_focus = self.language
        self.chosen.changed.connect(self.refresh)
        self.chosen.unkept.connect(self._say_unkept)

    def _choices(self) -> QWidget:
        left = QWidget()
        column = QVBoxLayout(left)
        column.setContentsMargins(16, 12, 12, 8)
        column.setSpacing(8)
        column.addWidget(self.heading(say("Preferences")))
        column.addWidget(self.note(say("For all documents, and at once. Esc goes back to the work.")))
        self.form = QFormLayout()
        self.form.setVerticalSpacing(8)
        self.form.setRowWrapPolicy(QFormLayout.RowWrapPolicy.WrapLongRows)
        self.language = self._choice(
            say("Language"), "language", [(say("as the system"), ""), *((_name(code), code) for code in languages())]
        )
        self.units = self._choice(
            say("Units"), "units", [(say("as in the document"), None), (say("metric"), "metric"), (say("US"), "us")]
        )
        self.light = self._choice(say("Light"), "theme", [(say(LIGHTS[each.name]), each.name) for each in THEMES])
        self.text = self._choice(
            say("Size of text"), "text_percent", [(percent(each / 100), each) for each in TEXT_PERCENT]
        )
        self.side = self._choice(say("New operators: side"), "side", [(say("right"), "right"), (say("left"), "left")])
        self.still = QCheckBox(say("Less motion (Practice in single pictures)"))
        self.still.toggled.connect(lambda on: self._take("still", on))
        self.form.addRow(self.still)
        column.addLayout(self.form)
        self.rules = QPushButton(say("Rules of thumb …"))
        self.rules.setToolTip(say("They belong to the document, and stand under Check."))
        self.rules.clicked.connect(lambda: self.session.view.ask_page("check"))
        column.addWidget(self.rules)
        column.addWidget(self.heading(say("Folders")))
        self.folders: list[QPushButton] = []
        for title, folder in (
            (say("Settings"), settings_folder()),
            (say("Unsaved work, what is remembered, log"), state_folder()),
            (say("Your own shelf"), own_file().parent),
        ):
            column.addWidget(self._folder(title, folder))
        self.unkept = text_label()
        column.addWidget(self.unkept)
        column.addStretch(1)
        return left

    def _keys(self) -> QWidget:
        right = QWidget()
        beside = QVBoxLayout(right)
        beside.setContentsMargins(16, 12, 16, 8)
        beside.addWidget(self.heading(say("Keys")))
        hint = say("Press the keys of a command, then the ones that you want. Delete takes them away, Esc leaves them.")
        beside.addWidget(self.note(hint))
        beside.addWidget(self.keys)
        beside.addStretch(1)
        return right

    def resizeEvent(self, event: QResizeEvent) -> None:
        super().resizeEvent(event)
        directions = QBoxLayout.Direction
        beside = self.width() >= grown(BESIDE_PX)
        self.both.setDirection(directions.LeftToRight if beside else directions.TopToBottom)

    def _choice(self, title: str, name: str, rows: Sequence[tuple[str, object]]) -> ChoiceBox:
        box = ChoiceBox()
        for text, value in rows:
            box.addItem(text, value)
        box.setAccessibleName(title)
        box.activated.connect(lambda row: self._take(name, box.itemData(row)))
        self.form.addRow(title, box)
        return box

    def _folder(self, title: str, folder: Path) -> QWidget:
        row = QWidget()
        line = QHBoxLayout(row)
        line.setContentsMargins(0, 0, 0, 0)
        where = plain_label(f"{title}:\n{folder}")
        where.setWordWrap(True)
        where.setTextInteractionFlags(Qt.TextInteractionFlag.TextSelectableByMouse)
        where.setFocusPolicy(Qt.FocusPolicy.NoFocus)
        opens = QPushButton(say("Open …"))
        opens.setAccessibleName(say("Open the folder: {folder}").format(folder=title))
        opens.clicked.connect(partial(self.open_folder, folder))
        self.folders.append(opens)
        line.addWidget(where, 1)
        line.addWidget(opens)
        return row

    def open_folder(self, folder: Path, _checked: bool = False) -> None:
        """Show a folder in the system's own program for that; it is made where it is not there yet."""
        try:
            folder.mkdir(parents=True, exist_ok=True)
        except OSError as error:
            self.session.said.emit(say("{folder} could not be made: {why}").format(folder=folder, why=error), True)
            return
        if not QDesktopServices.openUrl(QUrl.fromLocalFile(str(folder))):
            self.session.said.emit(say("Nothing on this system opens folders: {folder}").format(folder=folder), True)

    def _take(self, name: str, value: Any) -> None:
        if name == "units":
            self.session.show_units(value)
            return
        self.chosen.become(replace(self.chosen.now, **{name: value}))

    def _say_unkept(self) -> None:
        show_text(self.unkept, say("▲ They hold now, but could not be kept for the next start."), self.theme.tip)

    def refresh(self) -> None:
        """Show what is chosen now."""
        now = self.chosen.now
        for box, value in (
            (self.language, now.language),
            (self.units, now.units),
            (self.light, self.theme.name),
            (self.text, now.text_percent),
            (self.side, now.side),
        ):
            box.show_choice(value, str(value))
        self.still.setChecked(now.still)
        self.keys.refresh()

    def wear(self, theme: Theme) -> None:
        super().wear(theme)
        self.keys.wear(theme)
        self.refresh()


def _name(code: str) -> str:
    """A language by its own name for itself, as nobody has to understand the one that is spoken to choose another."""
    name = Locale.parse(code).get_display_name(code) or code
    return name[:1].upper() + name[1:]
