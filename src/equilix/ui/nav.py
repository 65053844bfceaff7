"""The row of workspaces at the left, and under it what is always at hand."""

from __future__ import annotations

from collections.abc import Callable
from typing import Final

from PySide6.QtCore import Qt
from PySide6.QtGui import QFontMetrics, QResizeEvent
from PySide6.QtWidgets import QPushButton, QSizePolicy, QVBoxLayout, QWidget

from equilix.ui.commands import Commands
from equilix.ui.theme import Theme, font, grown
from equilix.ui.widgets.tint import plain_label, set_tip, tint
from equilix.ui.workspaces import table
from equilix.words.language import say
from equilix.words.wordings.wording import N_

NAV_PX: Final = 112
LEAST_PX: Final = 2
"""About the line of a button, at least."""
AT_HAND: Final = (
    ("undo", N_("Undo")), ("redo", N_("Redo")), ("open", N_("Open …")), ("save", N_("Save")),
    ("arms-length", N_("Arm’s length")),
)  # fmt: skip
"""Commands that have a button of their own, and what stands on it."""


class Nav(QWidget):
    """A button for each workspace; the open one is marked. ``more`` opens the list of all commands."""

    def __init__(self, commands: Commands, jobs: QWidget) -> None:
        super().__init__()
        self.commands = commands
        self.setFixedWidth(round(grown(NAV_PX)))
        column = QVBoxLayout(self)
        column.setContentsMargins(10, 12, 4, 10)
        column.setSpacing(2)
        self.tabs: dict[str, QPushButton] = {}
        self._told: dict[str, tuple[QPushButton, str]] = {}
        self._spare: list[QPushButton] = []
        """What is not shown where there is no room for all: it stands under the commands too."""
        for workspace in table.WORKSPACES:
            if workspace.in_the_row:
                key, title = workspace.opens.key, say(workspace.title)
                self.tabs[workspace.key] = self._button(title, commands[key].trigger)
                self._told[key] = self.tabs[workspace.key], title
                column.addWidget(self.tabs[workspace.key])
        column.addStretch(1)
        column.addWidget(jobs)
        for key, text in AT_HAND:
            button = self._button(say(text), commands[key].trigger)
            self._told[key] = button, say(text)
            self._spare.append(button)
            column.addWidget(button)
        self.mark = plain_label(say("▲ not backed up"))
        self.mark.setFont(font(11, bold=True))
        self.mark.hide()
        column.addWidget(self.mark)
        self.more = self._button(say("Commands"), lambda: None)
        column.addWidget(self.more)
        self.show_keys()

    def _button(self, title: str, act: Callable[[], object]) -> QPushButton:
        button = QPushButton(title)
        button.setProperty("plain", True)
        button.setFont(font())
        button.setSizePolicy(QSizePolicy.Policy.Expanding, QSizePolicy.Policy.Fixed)
        button.setCursor(Qt.CursorShape.PointingHandCursor)
        button.setMinimumHeight(_line_px())
        button.clicked.connect(act)
        return button

    def resizeEvent(self, event: QResizeEvent) -> None:
        super().resizeEvent(event)
        self._share()

    def _share(self) -> None:
        """Show as many of the commands at hand as there is room for, the first ones before the last."""
        column = self.layout()
        assert column is not None  # made above
        always = [*self.tabs.values(), self.more, *([] if self.mark.isHidden() else [self.mark])]
        margins, gap = column.contentsMargins(), column.spacing()
        left = self.height() - margins.top() - margins.bottom()
        left -= (_line_px() + gap) * len(always)
        for button in self._spare:
            left -= button.minimumHeight() + gap
            button.setVisible(left >= 0)

    def show_keys(self) -> None:
        """Tell the keys of each button, as they are now."""
        for key, (button, title) in self._told.items():
            keys = self.commands.keys_of(key)
            set_tip(button, f"{title} ({keys})" if keys else title)

    def show_open(self, open_key: str) -> None:
        """Mark the open workspace; again in another theme, as a new style sheet gives back the fonts it found."""
        for each, tab in self.tabs.items():
            on, title = each == open_key, say(table.BY_KEY[each].title)
            tab.setText(f"▍{title}" if on else f"  {title}")
            tab.setFont(font(12, bold=on))
            tab.setAccessibleName(say("{title}, open").format(title=title) if on else title)

    def show_unkept(self, unkept: str, theme: Theme) -> None:
        """Say that unsaved work cannot be backed up, and as a tooltip why; nothing where it can."""
        self.mark.setVisible(bool(unkept))
        self._share()
        set_tip(self.mark, unkept)
        tint(self.mark, theme.tip)


def _line_px() -> int:
    """The least height of a button, as large as the largest of its type."""
    return QFontMetrics(font(12, bold=True)).height() + LEAST_PX
