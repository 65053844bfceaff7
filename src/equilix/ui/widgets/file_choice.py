"""The dialog in which a file is chosen: the desktop's own, or its portal's, and gone when it is closed."""

from __future__ import annotations

from collections.abc import Callable
from typing import Final

from PySide6.QtGui import QGuiApplication
from PySide6.QtWidgets import QFileDialog, QWidget

WITHOUT_DESKTOP: Final = ("offscreen", "minimal")
"""Platforms on which nobody but the toolkit itself has such a dialog."""


def file_dialog(asker: QWidget, sorts: str, take: Callable[[str], object]) -> QFileDialog:
    """A dialog over the window of ``asker`` that gives the path of the chosen file to ``take``; not yet open.

    ``sorts`` names the sorts of files that are offered, as in ``Pictures (*.png *.jpg)``.
    """
    dialog = QFileDialog(asker.window())
    dialog.setNameFilter(sorts)
    if QGuiApplication.platformName() in WITHOUT_DESKTOP:
        dialog.setOption(QFileDialog.Option.DontUseNativeDialog)
    dialog.setOption(QFileDialog.Option.ReadOnly)  # the toolkit's own would delete at a key
    dialog.fileSelected.connect(take)
    dialog.finished.connect(dialog.deleteLater)
    return dialog
