"""The figures of a way of carrying, and how the rig stands on a table: label, value, warning."""

from __future__ import annotations

from collections.abc import Iterator

import numpy as np
from PySide6.QtCore import Qt
from PySide6.QtWidgets import QVBoxLayout, QWidget

from equilix.analysis import Analysis
from equilix.carry.tripod import FEW_RAD
from equilix.ui.theme import Theme, font
from equilix.ui.widgets.rows import Row, rows_html
from equilix.ui.widgets.tint import rich_label, tint
from equilix.units import angle
from equilix.words.names import BALANCES

_TOUCHES_GLASS = {"lens", "matte-box", "filter"}
_TOWARDS = (
    ("front", np.array([1.0, 0.0])),
    ("back", np.array([-1.0, 0.0])),
    ("left", np.array([0.0, 1.0])),
    ("right", np.array([0.0, -1.0])),
)


class FigureList(QWidget):
    """One text, set anew when the figures change."""

    def __init__(self, parent: QWidget | None = None) -> None:
        super().__init__(parent)
        column = QVBoxLayout(self)
        column.setContentsMargins(0, 0, 0, 0)
        self.text = rich_label()
        self.text.setTextInteractionFlags(Qt.TextInteractionFlag.TextSelectableByMouse)
        self.text.setFont(font(11))
        column.addWidget(self.text)

    def show_analysis(self, analysis: Analysis, theme: Theme, *, lying: bool) -> None:
        """Show all figures; ``lying``: also how it can lie on a table, which is slow at the first time."""
        parts = [
            rows_html(f"Carried {analysis.way.phrase}", [(f.label, f.said, f.warning) for f in analysis.figures], theme)
        ]
        parts.append(
            rows_html(
                "Balance", [(BALANCES[c.balance.key].capitalize(), c.sentence, "") for c in analysis.conditions], theme
            )
        )
        if analysis.on_table is not None:
            parts.append(rows_html("Put down on a table, as drawn", list(_onrows_html(analysis, lying=lying)), theme))
        self.text.setText("".join(parts))
        self.text.setAccessibleName("Figures")
        tint(self.text, theme.ink)


def _onrows_html(analysis: Analysis, *, lying: bool) -> Iterator[Row]:
    table = analysis.on_table
    assert table is not None  # asked for where there is one
    if table.stands:
        few = "It tips easily (under 10°, rule of thumb)." if table.least_rad < FEW_RAD else ""
        yield "Stands; tips at the least at", angle(table.least_rad), few
        ways = ", ".join(f"{name} {angle(table.towards_rad(way))}" for name, way in _TOWARDS)
        yield "Towards", ways, ""
    else:
        yield "Does not stand level", "it tips over at once", "Hold it until it lies as it will."
    if lying and analysis.lying:
        least = analysis.lying[0]
        touching = analysis.touching(least)
        names = ", ".join(part.name for part in touching)
        glass = [part.name for part in touching if part.kind in _TOUCHES_GLASS]
        said = f"{angle(least.leaning_rad)} off level on {names}" if least.leaning_rad > 0.02 else f"level on {names}"
        yield "Comes to rest", said, f"It lies on the {glass[0]}." if glass else ""
