"""Every command of the window in one table: menus, shortcuts and the list of commands are built from it."""

from __future__ import annotations

from collections.abc import Callable
from dataclasses import dataclass
from typing import TYPE_CHECKING, Final

from PySide6.QtGui import QAction, QKeySequence
from PySide6.QtWidgets import QMenu

from equilix.ui.widgets.tint import on_button
from equilix.ui.workspaces import UNSAVED

if TYPE_CHECKING:
    from equilix.ui.window import Window


@dataclass(frozen=True, slots=True)
class Command:
    """A command: its key in the table, its words, its keys, what it does, and when it can be done."""

    key: str
    text: str
    keys: tuple[str, ...]
    group: str
    act: Callable[[Window], object]
    enabled: Callable[[Window], bool] = lambda _window: True


COMMANDS: Final[tuple[Command, ...]] = (
    Command("mat", "Mat", ("F1",), "Go to", lambda w: w.show_page("Mat")),
    Command("build", "Build", ("F2",), "Go to", lambda w: w.show_page("Build")),
    Command("balance", "Balance", ("F3",), "Go to", lambda w: w.show_page("Balance")),
    Command("fit-page", "Fit", ("F5",), "Go to", lambda w: w.show_page("Fit")),
    Command("power", "Power", ("F6",), "Go to", lambda w: w.show_page("Power")),
    Command("check", "Check", ("F7",), "Go to", lambda w: w.show_page("Check")),
    Command("undo", "Undo", ("Ctrl+Z",), "Edit", lambda w: w.session.undo(), lambda w: bool(w.session.history.undo_label)),
    Command("redo", "Redo", ("Ctrl+Shift+Z", "Ctrl+Y"), "Edit", lambda w: w.session.redo(), lambda w: bool(w.session.history.redo_label)),
    Command("take-off", "Take the part off", ("Delete",), "Edit", lambda w: w.take_off(), lambda w: w.session.selection.id is not None),
    Command("new", "New document", ("Ctrl+N",), "File", lambda w: w.files.new()),
    Command("open", "Open …", ("Ctrl+O",), "File", lambda w: w.files.choose_open()),
    Command("demo", "Open the demo", (), "File", lambda w: w.files.open_demo()),
    Command("save", "Save", ("Ctrl+S",), "File", lambda w: w.files.save()),
    Command("unsaved", "Work that was not saved", (), "File", lambda w: w.show_page(UNSAVED)),
    Command("save-as", "Save as …", ("Ctrl+Shift+S",), "File", lambda w: w.files.choose_save()),
    Command("fit", "Show all of the rig", ("F",), "View", lambda w: w.stage.fit()),
    Command("closer", "Closer", ("+", "="), "View", lambda w: w.stage.side.zoom(1.25)),
    Command("farther", "Farther", ("-",), "View", lambda w: w.stage.side.zoom(0.8)),
    Command("arms-length", "At arm’s length", ("F11",), "View", lambda w: w.toggle_arms_length()),
    Command("theme", "Prep room or night set", ("F9",), "View", lambda w: w.change_theme()),
    Command("units", "Metric or US units", ("F8",), "View", lambda w: w.change_units()),
    Command("next-answer", "Look at the next way to mend it", ("F4",), "View", lambda w: w.next_card()),
    Command("quit", "Quit", ("Ctrl+Q",), "File", lambda w: w.close()),
)  # fmt: skip


def build(window: Window) -> dict[str, QAction]:
    """The actions of the table, with their shortcuts, belonging to the window."""
    made = {}
    for command in COMMANDS:
        action = QAction(command.text, window)
        action.setShortcuts([QKeySequence(keys) for keys in command.keys])
        action.triggered.connect(lambda _checked=False, command=command: command.act(window))
        window.addAction(action)
        made[command.key] = action
    return made


def refresh(window: Window, actions: dict[str, QAction]) -> None:
    """Enable what can be done now, and say what undo and redo would do."""
    for command in COMMANDS:
        actions[command.key].setEnabled(command.enabled(window))
    undo, redo = window.session.history.undo_label, window.session.history.redo_label
    actions["undo"].setText(on_button(f"Undo: {undo}") if undo else "Undo")
    actions["redo"].setText(on_button(f"Redo: {redo}") if redo else "Redo")


def menu(window: Window, actions: dict[str, QAction]) -> QMenu:
    """All commands by group."""
    made = QMenu(window)
    group = ""
    for command in sorted(COMMANDS, key=lambda c: ("Go to", "Edit", "File", "View").index(c.group)):
        if command.group != group:
            group = command.group
            made.addSection(group)
        made.addAction(actions[command.key])
    return made
