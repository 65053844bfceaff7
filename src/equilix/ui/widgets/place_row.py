"""A place for the battery: what the balance would be as a scale, and in one line what else it changes."""

from __future__ import annotations

from PySide6.QtCore import QEvent, Qt, Signal
from PySide6.QtGui import QEnterEvent, QFocusEvent, QKeyEvent
from PySide6.QtWidgets import QFrame, QHBoxLayout, QPushButton, QVBoxLayout

from equilix.planner.battery_places import BatteryPlace
from equilix.ui.theme import Theme
from equilix.ui.widgets.key_line import KeyLine
from equilix.ui.widgets.scale import Scale
from equilix.ui.widgets.tint import set_tip, tinted
from equilix.units import Display
from equilix.words.language import say
from equilix.words.quantities import length, percent
from equilix.words.telling import begun, tell

SAME: float = 0.005
"""Turning by less than this share heavier or lighter is not worth a word."""


class PlaceRow(QFrame):
    """Looking at it, with the mouse or the keys, shows its ghost; Enter or the button puts the battery there."""

    looked_at = Signal(object)
    chosen = Signal(object)

    def __init__(self, place: BatteryPlace, theme: Theme, display: Display) -> None:
        super().__init__()
        self.place = place
        self.setFocusPolicy(Qt.FocusPolicy.StrongFocus)
        KeyLine(self)
        title, worst = begun(tell(place.text)), place.after.worst
        said = tell(worst.sentence, display) if worst is not None else ""
        column = QVBoxLayout(self)
        column.setContentsMargins(8, 4, 0, 8)
        column.setSpacing(2)
        column.addWidget(tinted(title, theme.ink, bold=True))
        if worst is not None:
            scale = Scale()
            scale.show_condition(worst, theme)
            set_tip(scale, said)
            figure = f"{length(worst.value_m, display)} ± {length(worst.sd_m, display)}"
            row = QHBoxLayout()
            row.addWidget(scale, 1)
            row.addWidget(tinted(figure, theme.ink if worst.ok else theme.tip, bold=True, wrap=False))
            column.addLayout(row)
        more = changes(place, display)
        self.setAccessibleName(f"{title}: {said} {more}")
        foot = QHBoxLayout()
        foot.addWidget(tinted(more, theme.tip if place.strikes else theme.quiet), 1)
        self.button = QPushButton(say("Put it there"))
        self.button.setAccessibleName(say("Put it there: {text}").format(text=title))
        self.button.clicked.connect(lambda: self.chosen.emit(place))
        foot.addWidget(self.button, 0, Qt.AlignmentFlag.AlignBottom)
        column.addLayout(foot)

    def enterEvent(self, event: QEnterEvent) -> None:
        super().enterEvent(event)
        self.looked_at.emit(self.place)

    def leaveEvent(self, event: QEvent) -> None:
        super().leaveEvent(event)
        self.looked_at.emit(None)

    def focusInEvent(self, event: QFocusEvent) -> None:
        super().focusInEvent(event)
        self.looked_at.emit(self.place)

    def focusOutEvent(self, event: QFocusEvent) -> None:
        super().focusOutEvent(event)
        self.looked_at.emit(None)

    def keyPressEvent(self, event: QKeyEvent) -> None:
        if event.key() in (Qt.Key.Key_Return, Qt.Key.Key_Enter):
            self.chosen.emit(self.place)
        else:
            super().keyPressEvent(event)


def changes(place: BatteryPlace, display: Display) -> str:
    """What it strikes, how much heavier the rig turns, whether a hand gets to it, how long its cable is."""
    said = []
    if place.strikes:
        said.append(say("▲ hits the {names}").format(names=", ".join(place.strikes)))
    by = place.inertia_ratio - 1.0
    if abs(by) >= SAME:
        turns = say("turns {share} heavier") if by > 0 else say("turns {share} lighter")
        said.append(turns.format(share=percent(abs(by))))
    said.append(say("in reach") if place.in_reach else say("out of reach while carried"))
    if place.cable_m >= 0.001:
        said.append(say("{cable} to the camera").format(cable=length(place.cable_m, display)))
    return ", ".join(said)
