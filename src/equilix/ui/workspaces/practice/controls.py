"""The buttons at the rig, each with its key: what they are called now, and which of them a stand has."""

from __future__ import annotations

from collections.abc import Callable
from functools import partial
from typing import Final

from PySide6.QtCore import QObject, Qt, Signal
from PySide6.QtGui import QKeySequence
from PySide6.QtWidgets import QPushButton

from equilix.practice.rigged import Turnable
from equilix.practice.trainer import Trainer
from equilix.ui.widgets.choice import ChoiceBox
from equilix.ui.widgets.tint import on_button
from equilix.words.language import say
from equilix.words.wordings.wording import N_

ROWS: Final[tuple[tuple[str, str, str], ...]] = (
    ("go", N_("Let go"), "Space"), ("back", "−", ","), ("forth", "+", "."), ("push", N_("Push"), "P"),
    ("spin", N_("Spin"), "S"), ("lock", N_("Lock"), "K"), ("tip", N_("Tip it"), "H"), ("walk", N_("Walk"), "W"),
    ("upright", N_("Upright"), "U"), ("hint", N_("Hint"), "I"), ("numbers", N_("Figures"), "N"),
    ("count", N_("Count it"), "C"), ("again", N_("Begin again"), "R"), ("take", N_("Take over"), "M"),
)  # fmt: skip
"""Name, text and key of each."""
SPACE: Final = "Space"
AT_THE_RIG: Final = ("go", "push", "spin", "tip", "walk", "upright", "back", "forth", "lock")
"""What is over when it has been counted."""


class Controls(QObject):
    """``pressed`` tells the name of a button, whether it was clicked or its key was pressed."""

    pressed = Signal(str)

    def __init__(self) -> None:
        super().__init__()
        self.axis = ChoiceBox()
        self.axis.setAccessibleName(say("What is turned, pushed, spun and locked"))
        self.buttons: dict[str, QPushButton] = {}
        self._by_key: dict[str, QPushButton] = {}
        for name, text, key in ROWS:
            button = QPushButton(text if name in ("back", "forth") else _with_key(say(text), key))
            button.clicked.connect(partial(self._clicked, name))
            button.setFocusPolicy(Qt.FocusPolicy.TabFocus)
            self.buttons[name] = self._by_key[key] = button
        self.buttons["back"].setAccessibleName(say("Turn it back"))
        self.buttons["forth"].setAccessibleName(say("Turn it on"))
        self.buttons["numbers"].setCheckable(True)

    def _clicked(self, name: str, _checked: bool = False) -> None:
        self.pressed.emit(name)

    def click_of(self, key: int) -> Callable[[], None] | None:
        """The click that a key stands for; None where no button that can be pressed has it."""
        button = self._by_key.get(QKeySequence(key).toString())
        return button.click if button is not None and button.isVisible() and button.isEnabled() else None

    def show_state(self, trainer: Trainer, each: Turnable, *, over: bool, numbers: bool) -> None:
        """Say what each does now; ``each``: the axis that is chosen."""
        buttons = self.buttons
        locked = bool(trainer.moving.locked[each.row])
        held = trainer.held or trainer.caught
        for name, text, key in (
            ("go", say("Let go") if held else say("Hold it"), "Space"),
            ("lock", say("Unlock") if locked else say("Lock"), "K"),
            ("walk", say("Stand still") if trainer.walking else say("Walk"), "W"),
        ):
            buttons[name].setText(_with_key(text, key))
        buttons["lock"].setVisible(each.locks)
        buttons["tip"].setVisible(trainer.rigged.tips)
        buttons["walk"].setVisible(trainer.rigged.walks)
        for name in AT_THE_RIG:
            buttons[name].setEnabled(not over)
        buttons["numbers"].setChecked(numbers)


def _with_key(text: str, key: str) -> str:
    shown = say("Space") if key == SPACE else key
    return on_button(f"{text} ({shown})")
