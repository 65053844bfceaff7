"""What goes on with a lens and comes off with it."""

from __future__ import annotations

from typing import Final

from PySide6.QtWidgets import QCheckBox, QComboBox, QPushButton, QWidget

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
        self.adapter = QComboBox()
        self.adapter.setAccessibleName(say("Adapter"))
        self.adapter.addItem(say("none"), None)
        for part in document.parts:
            if part.kind == "adapter":
                self.adapter.addItem(part.name, part.id)
        self.adapter.setCurrentIndex(max(self.adapter.findData(kept.adapter if kept is not None else None), 0))
        self.form.addRow(say("Adapter"), self.adapter)
        self.ticks: dict[str, QCheckBox] = {}
        for part in sorted((each for each in document.parts if each.kind in ALONG), key=_rank):
            tick = QCheckBox(on_button(part.name))
            tick.setChecked(kept is not None and part.id in kept.along)
            self.ticks[part.id] = tick
            self.form.addRow(tick)
        self.forget = QPushButton(say("Whatever is on the rig"))
        self.forget.clicked.connect(self._forget)
        self.forget.setVisible(kept is not None)
        self.form.addRow(self.forget)
        self.finish()

    def take(self) -> None:
        """Say it in the document."""
        along = tuple(key for key, tick in self.ticks.items() if tick.isChecked())
        adapter = self.adapter.currentData()
        label = say("What goes on with {lens}").format(lens=self.lens.name)
        refusal = self.session.try_edit(label, lambda d: change_lens_set(d, self.lens.id, adapter, along))
        self.close_unless(refusal, self.session.document.display)

    def _forget(self) -> None:
        label = say("What goes on with {lens}").format(lens=self.lens.name)
        refusal = self.session.try_edit(label, lambda d: forget_lens_set(d, self.lens.id))
        self.close_unless(refusal, self.session.document.display)


def _rank(part: Part) -> int:
    return ALONG.index(part.kind)
