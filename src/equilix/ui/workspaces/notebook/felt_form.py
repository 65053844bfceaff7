"""What hurt: a drawn figure to point at, and how much by one click or one key."""

from __future__ import annotations

from collections.abc import Mapping
from functools import partial

from PySide6.QtCore import Signal
from PySide6.QtWidgets import QHBoxLayout, QPushButton, QSizePolicy, QVBoxLayout, QWidget

from equilix.body.operators import Operator
from equilix.keys import MOST_SCORE, RegionKey
from equilix.ui.stage.body_map import BodyMap, region_said
from equilix.ui.theme import Theme
from equilix.ui.widgets.tint import show_text, text_label
from equilix.ui.workspaces.tab import takes_the_rest
from equilix.words.language import say


class FeltForm(QWidget):
    """``scores``: by region; none where nothing was asked yet. ``changed`` when they are others."""

    changed = Signal()

    def __init__(self, theme: Theme) -> None:
        super().__init__()
        self.theme = theme
        self.scores: dict[RegionKey, int] | None = None
        self.body = BodyMap(takes=True)
        self.body.setAccessibleName(say("What hurt"))
        takes_the_rest(self.body, 200.0)
        self.body.scored.connect(self._score)
        self.body.chosen.connect(self._show_region)
        self.region = text_label()
        self.figures = [QPushButton(str(score)) for score in range(MOST_SCORE + 1)]
        row = QHBoxLayout()
        row.setSpacing(3)
        for score, button in enumerate(self.figures):
            button.setAccessibleName(say("How much it hurt: {score}").format(score=score))
            button.setMinimumWidth(1)
            button.setProperty("slim", True)
            button.setSizePolicy(QSizePolicy.Policy.Ignored, QSizePolicy.Policy.Fixed)
            button.clicked.connect(partial(self._score_here, score))
            row.addWidget(button, 1)
        self.nothing = QPushButton(say("Nothing hurt"))
        self.nothing.clicked.connect(self._nothing)
        column = QVBoxLayout(self)
        column.setContentsMargins(0, 0, 0, 0)
        column.addWidget(self.body, 1)
        said = QHBoxLayout()
        said.addWidget(self.region, 1)
        said.addWidget(self.nothing)
        column.addLayout(said)
        column.addLayout(row)

    def show_felt(
        self, operator: Operator, scores: dict[RegionKey, int] | None, predicted: Mapping[RegionKey, float]
    ) -> None:
        """Show what is told so far, and what is predicted."""
        self.scores = scores
        self.body.theme = self.theme
        self.body.show_body(operator, scores, predicted)
        self.nothing.setEnabled(scores != {})
        self._show_region()

    def _show_region(self) -> None:
        key = self.body.key
        for button in self.figures:
            button.setEnabled(key is not None)
        if key is None:
            hint = say("Click where it hurt, then how much: 0 not at all, 10 as much as can be")
            show_text(self.region, hint, self.theme.quiet)
            return
        felt = None if self.scores is None else self.scores.get(key, 0)
        show_text(self.region, region_said(key, felt, self.body.predicted.get(key)), self.theme.ink)

    def _score(self, key: RegionKey, score: int) -> None:
        self.scores = {**(self.scores or {}), key: score}
        self.changed.emit()

    def _score_here(self, score: int) -> None:
        if self.body.key is not None:
            self._score(self.body.key, score)

    def _nothing(self) -> None:
        self.scores = {}
        self.body.point_at(None)
        self.changed.emit()
