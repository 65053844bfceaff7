"""Every command of the window: menus, shortcuts and the list of commands are built from these tables."""

from __future__ import annotations

from collections.abc import Callable, Sequence
from functools import partial
from typing import TYPE_CHECKING, Final, Protocol

from msgspec import Struct
from PySide6.QtGui import QAction, QKeySequence
from PySide6.QtWidgets import QMenu, QWidget

from equilix.store.settings import TEXT_PERCENT, Settings
from equilix.ui.widgets.tint import on_button
from equilix.words.language import say
from equilix.words.wordings.wording import N_

if TYPE_CHECKING:
    from equilix.ui.files import Files
    from equilix.ui.room import Room
    from equilix.ui.session import Session
    from equilix.ui.session.chosen import Chosen
    from equilix.ui.stage.stage import Stage
    from equilix.ui.workspaces.page import Page


class House(Protocol):
    """What commands may touch of a window."""

    session: Session
    chosen: Chosen
    files: Files
    stage: Stage
    room: Room

    @property
    def page(self) -> Page:
        """The open workspace."""

    def change_text(self, step: int) -> None:
        """Larger or smaller text."""

    def ask_origin(self, key: str) -> None:
        """Show where a figure comes from."""

    def show_page(self, key: str) -> None:
        """Open a workspace, by its key."""

    def look_up(self, key: str) -> None:
        """Open what one looks up, or, where it is open, go back to the work."""

    def find_anything(self) -> None:
        """Find a command, a part, a setup, a lens … by its name."""

    def show_around(self) -> None:
        """The way round, on the demo."""

    def ask_part(self, part_id: str, tab: str = "", point: str = "") -> None:
        """Put a part of the kit on the bench."""

    def toggle_arms_length(self) -> None:
        """Only the drawing, the sentence and the next step; and back."""

    def change_theme(self) -> None:
        """The other theme."""

    def change_units(self) -> None:
        """Metric or US."""

    def close(self) -> bool:
        """Close it."""


def _export(window: House) -> None:
    """Tables, drawings and shapes for other programs."""
    window.files.choose_export()


GROUPS: Final = {"go": N_("Go to"), "edit": N_("Edit"), "file": N_("File"), "view": N_("View")}
"""The titles under which they are listed, in this order."""


class Command(Struct, frozen=True):
    """A command: its key in the table, its words, its keys, what it does, and when it can be done."""

    key: str
    text: str
    keys: tuple[str, ...]
    group: str
    act: Callable[[House], object]
    enabled: Callable[[House], bool] = lambda _window: True

    def keys_in(self, chosen: Settings) -> tuple[str, ...]:
        """Its keys as they are chosen, or the usual ones."""
        return chosen.keys.get(self.key, self.keys)


def _begin(window: House) -> None:
    """A new document, and the ways into it."""
    window.files.new()
    window.show_page("start")


COMMANDS: Final[tuple[Command, ...]] = (
    Command("find-anything", N_("Find anything …"), ("Ctrl+G",), "go", lambda w: w.find_anything()),
    Command("undo", N_("Undo"), ("Ctrl+Z",), "edit", lambda w: w.session.undo(), lambda w: bool(w.session.history.undo_label or w.session.in_hand)),
    Command("redo", N_("Redo"), ("Ctrl+Shift+Z", "Ctrl+Y"), "edit", lambda w: w.session.redo(), lambda w: bool(w.session.history.redo_label)),
    Command("stop", N_("Stop what is being looked for"), ("Ctrl+.",), "edit", lambda w: w.session.jobs.stop(), lambda w: bool(w.session.jobs.running)),
    Command("copy-picture", N_("Copy the rig as a picture"), ("Ctrl+Shift+C",), "edit", lambda w: w.files.handing_on.copy(), lambda w: bool(w.session.setup.placements)),
    Command("new", N_("New document"), ("Ctrl+N",), "file", _begin),
    Command("open", N_("Open …"), ("Ctrl+O",), "file", lambda w: w.files.choose_open()),
    Command("demo", N_("Open the demo"), (), "file", lambda w: w.files.open_demo()),
    Command("save", N_("Save"), ("Ctrl+S",), "file", lambda w: w.files.save()),
    Command("export", N_("Export …"), (), "file", _export),
    Command("save-as", N_("Save as …"), ("Ctrl+Shift+S",), "file", lambda w: w.files.choose_save()),
    Command("fit", N_("Show all of the rig"), ("F",), "view", lambda w: w.stage.fit()),
    Command("closer", N_("Closer"), ("+", "="), "view", lambda w: w.stage.side.zoom(1.25)),
    Command("farther", N_("Farther"), ("-",), "view", lambda w: w.stage.side.zoom(0.8)),
    Command("wider", N_("More room for the workspace"), ("Ctrl+Shift+Up",), "view", lambda w: w.room.give(1)),
    Command("narrower", N_("More room for the drawing"), ("Ctrl+Shift+Down",), "view", lambda w: w.room.give(-1)),
    Command("arms-length", N_("At arm’s length"), ("F11",), "view", lambda w: w.toggle_arms_length()),
    Command("theme", N_("Prep room or night set"), ("F9",), "view", lambda w: w.change_theme()),
    Command("units", N_("Metric or US units"), ("F8",), "view", lambda w: w.change_units()),
    Command("larger-text", N_("Larger text"), ("Ctrl+Shift+=",), "view", lambda w: w.change_text(1), lambda w: w.chosen.now.text_percent < TEXT_PERCENT[-1]),
    Command("smaller-text", N_("Smaller text"), ("Ctrl+Shift+-",), "view", lambda w: w.change_text(-1), lambda w: w.chosen.now.text_percent > TEXT_PERCENT[0]),
    Command("show-around", N_("Show me around"), (), "file", lambda w: w.show_around()),
    Command("quit", N_("Quit"), ("Ctrl+Q",), "file", lambda w: w.close()),
)  # fmt: skip
"""Those that belong to no workspace."""


class Commands:
    """The commands of one window as actions, with their shortcuts."""

    def __init__(self, house: House, window: QWidget, table: Sequence[Command], chosen: Chosen) -> None:
        self.house, self.window, self.table, self.chosen = house, window, table, chosen
        self.actions = {command.key: self._action(command) for command in table}

    def _action(self, command: Command) -> QAction:
        action = QAction(say(command.text), self.window)
        action.setShortcuts([QKeySequence(keys) for keys in command.keys_in(self.chosen.now)])
        action.triggered.connect(partial(self._run, command))
        self.window.addAction(action)
        return action

    def _run(self, command: Command, _checked: bool = False) -> None:
        command.act(self.house)

    def __getitem__(self, key: str) -> QAction:
        return self.actions[key]

    def keys_of(self, key: str) -> str:
        """The first keys of a command, as the system writes them; empty where it has none."""
        return self.actions[key].shortcut().toString(QKeySequence.SequenceFormat.NativeText)

    def follow_keys(self) -> None:
        """Give every command the keys that are chosen for it."""
        for command in self.table:
            wanted = [QKeySequence(keys) for keys in command.keys_in(self.chosen.now)]
            if self.actions[command.key].shortcuts() != wanted:
                self.actions[command.key].setShortcuts(wanted)

    def refresh(self) -> None:
        """Enable what can be done now, and say what undo and redo would do."""
        for command in self.table:
            self.actions[command.key].setEnabled(command.enabled(self.house))
        undo, redo = self.house.session.history.undo_label, self.house.session.history.redo_label
        self.actions["undo"].setText(on_button(say("Undo: {undo}").format(undo=undo)) if undo else say("Undo"))
        self.actions["redo"].setText(on_button(say("Redo: {redo}").format(redo=redo)) if redo else say("Redo"))

    def menu(self) -> QMenu:
        """All of them by group."""
        made = QMenu(self.window)
        for group, title in GROUPS.items():
            made.addSection(say(title))
            for command in self.table:
                if command.group == group:
                    made.addAction(self.actions[command.key])
        return made
