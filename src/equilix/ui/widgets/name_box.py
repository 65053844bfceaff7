"""A line for a name, with the usual ones to choose from."""

from __future__ import annotations

from collections.abc import Callable, Sequence

from PySide6.QtWidgets import QComboBox

from equilix.words.language import say


class NameBox(QComboBox):
    """Any word can be typed. ``take`` is told of another name when it has been entered or chosen."""

    def __init__(self, name: str, usual: Sequence[str], take: Callable[[str], object]) -> None:
        super().__init__()
        self._take, self._shown = take, ""
        self.setEditable(True)
        self.setAccessibleName(name)
        self.setAccessibleDescription(name)
        self.setMinimumContentsLength(8)
        self.setSizeAdjustPolicy(QComboBox.SizeAdjustPolicy.AdjustToMinimumContentsLengthWithIcon)
        for text in usual:
            self.addItem(say(text))
        line = self.lineEdit()
        assert line is not None  # it is editable
        line.setAccessibleName(name)
        line.editingFinished.connect(self._entered)
        self.activated.connect(lambda _index: self._entered())
        self._line = line

    def show_name(self, name: str) -> None:
        """Show a name, unless another one is being typed."""
        if not (self._line.hasFocus() and self._line.isModified()):
            self._shown = name
            self.setEditText(name)

    def _entered(self) -> None:
        text = self.currentText().strip()
        if text != self._shown:
            self._shown = text
            self._line.setModified(False)
            self._take(text)
