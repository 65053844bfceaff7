"""The figures of a way of carrying, and how the rig stands on a table: label, value, warning."""

from __future__ import annotations

from collections.abc import Iterator

import numpy as np
from PySide6.QtCore import Signal
from PySide6.QtWidgets import QVBoxLayout, QWidget

from equilix.analysis import Analysis
from equilix.carry.tripod import FEW_RAD
from equilix.facts import fact
from equilix.ui.theme import Theme
from equilix.ui.widgets.rows import Row, section
from equilix.ui.widgets.sections import Sections
from equilix.ui.widgets.tint import show_text, text_label
from equilix.ui.workspaces.condition_list import ConditionList
from equilix.units import Display
from equilix.words.language import say
from equilix.words.quantities import angle
from equilix.words.telling import tell

_TOUCHES_GLASS = {"lens", "matte-box", "filter"}
_TOWARDS = (
    ("front", np.array([1.0, 0.0])),
    ("back", np.array([-1.0, 0.0])),
    ("left", np.array([0.0, 1.0])),
    ("right", np.array([0.0, -1.0])),
)


class FigureList(QWidget):
    """Scales of what must be balanced, and texts; set anew when the figures change."""

    asked_about = Signal(str)
    """Where a figure comes from."""

    def __init__(self, parent: QWidget | None = None) -> None:
        super().__init__(parent)
        column = QVBoxLayout(self)
        column.setContentsMargins(0, 0, 0, 0)
        self.heading = text_label(bold=True)
        self.conditions = ConditionList()
        self.text = Sections(selectable=True)
        self.conditions.asked_about.connect(self.asked_about)
        self.text.linked.connect(self.asked_about)
        for each in (self.heading, self.conditions, self.text):
            column.addWidget(each)

    def show_analysis(self, analysis: Analysis, theme: Theme, display: Display, *, lying: bool) -> None:
        """Show all figures; ``lying``: also how it can lie on a table, which is slow at the first time."""
        figures = [(tell(f.label), tell(f.said, display), tell(f.warning, display)) for f in analysis.figures]
        show_text(self.heading, say("Balance") if analysis.conditions else "", theme.ink)
        self.conditions.show_conditions(analysis.conditions, theme, display)
        table = list(_on_table(analysis, lying=lying)) if analysis.on_table is not None else []
        self.text.show_sections(
            [
                *section(
                    say("Carried {phrase}").format(phrase=tell(analysis.way.phrase)),
                    figures,
                    theme,
                    [figure.key for figure in analysis.figures],
                ),
                *section(say("Put down on a table, as drawn"), table, theme),
            ],
            theme,
        )
        self.text.setAccessibleName(say("Figures"))


def _on_table(analysis: Analysis, *, lying: bool) -> Iterator[Row]:
    table = analysis.on_table
    assert table is not None  # asked for where there is one
    if table.stands:
        few = say("It tips easily (under 10°, rule of thumb).") if table.least_rad < FEW_RAD else ""
        yield say("Stands; tips at the least at"), angle(table.least_rad), few
        ways = ", ".join(f"{tell(fact(f'side.{side}'))} {angle(table.towards_rad(way))}" for side, way in _TOWARDS)
        yield say("Towards"), ways, ""
    else:
        yield say("Does not stand level"), say("it tips over at once"), say("Hold it until it lies as it will.")
    if lying and analysis.lying:
        least = analysis.lying[0]
        touching = analysis.touching(least)
        names = ", ".join(part.name for part in touching)
        glass = [part.name for part in touching if part.kind in _TOUCHES_GLASS]
        said = (
            say("{leaning} off level on {names}").format(leaning=angle(least.leaning_rad), names=names)
            if least.leaning_rad > 0.02
            else say("level on {names}").format(names=names)
        )
        yield say("Comes to rest"), said, say("It lies on the {glass}.").format(glass=glass[0]) if glass else ""
