"""What goes on with a lens and comes off with it."""

from __future__ import annotations

from collections.abc import Sequence
from functools import partial
from typing import Final

from PySide6.QtWidgets import QCheckBox, QPushButton, QWidget

from equilix.edits.lenses import change_lens_set, forget_lens_set
from equilix.kit.parts import Part
from equilix.ui.session import Session
from equilix.ui.widgets.panel import Panel
from equilix.ui.widgets.tint import on_button, tinted
from equilix.words.language import say
from equilix.words.telling import begun

ALONG: Final = ("lens-gear", "step-up-ring", "filter", "lens-support", "matte-box", "filter-tray", "flag", "motor")
"""What can go on with a lens, in the order in which it does."""


class LensSetPanel(Panel):
    """The adapter, and a tick for each thing that goes on with the lens."""

    def __init__(self, parent: QWidget, session: Session, lens_id: str) -> None:
        super().__init__(parent, say("Goes with it"))
        document = session.document
        self.session, self.lens = session, document.parts_by_id[lens_id]
        kept = document.lens_sets_by_lens.get(lens_id)
        self.form.addRow(tinted(begun(self.lens.name), self.palette().windowText().color().name(), bold=True))
        there = () if kept is None else kept.parts
        self.adapters = self._ticks([each for each in document.parts if each.kind == "adapter"], there)
        for key, tick in self.adapters.items():
            tick.toggled.connect(partial(self._only, key))
        self.ticks = self._ticks(sorted((each for each in document.parts if each.kind in ALONG), key=_rank), there)
        self.forget = QPushButton(say("Whatever is on the rig"))
        self.forget.clicked.connect(self._forget)
        self.form.addRow(self.forget)
        self.forget.setVisible(kept is not None)  # in its row first: without a parent it would be a window
        self.finish()

    def _ticks(self, parts: Sequence[Part], there: Sequence[str]) -> dict[str, QCheckBox]:
        """A tick for each of these parts, by id."""
        made = {}
        for part in parts:
            made[part.id] = QCheckBox(on_button(part.name))
            made[part.id].setChecked(part.id in there)
            self.form.addRow(made[part.id])
        return made

    def _only(self, key: str, on: bool) -> None:
        """There is one adapter at most."""
        for other, tick in self.adapters.items():
            if on and other != key:
                tick.setChecked(False)

    def take(self) -> None:
        """Say it in the document."""
        along = tuple(key for key, tick in self.ticks.items() if tick.isChecked())
        adapter = next((key for key, tick in self.adapters.items() if tick.isChecked()), None)
        label = say("What goes on with {lens}").format(lens=self.lens.name)
        refusal = self.session.try_edit(label, lambda d: change_lens_set(d, self.lens.id, adapter, along))
        self.close_unless(refusal, self.session.document.display)

    def _forget(self) -> None:
        label = say("What goes on with {lens}").format(lens=self.lens.name)
        refusal = self.session.try_edit(label, lambda d: forget_lens_set(d, self.lens.id))
        self.close_unless(refusal, self.session.document.display)


def _rank(part: Part) -> int:
    return ALONG.index(part.kind)
