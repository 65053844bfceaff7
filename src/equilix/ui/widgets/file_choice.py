"""The dialog in which a file is chosen: the same everywhere, and gone when it is closed."""

from __future__ import annotations

from collections.abc import Callable

from PySide6.QtWidgets import QFileDialog, QWidget


def file_dialog(asker: QWidget, sorts: str, take: Callable[[str], object]) -> QFileDialog:
    """A dialog over the window of ``asker`` that gives the path of the chosen file to ``take``; not yet open.

    ``sorts`` names the sorts of files that are offered, as in ``Pictures (*.png *.jpg)``.
    """
    dialog = QFileDialog(asker.window())
    dialog.setNameFilter(sorts)
    dialog.setOption(QFileDialog.Option.DontUseNativeDialog)
    dialog.fileSelected.connect(take)
    dialog.finished.connect(dialog.deleteLater)
    return dialog
