"""Tells when the open file, or its folder, has been touched by somebody else."""

from __future__ import annotations

from pathlib import Path

from PySide6.QtCore import QFileSystemWatcher, QObject, QTimer, Signal

LOOK_AGAIN_MS = 150
"""After the system has told of a change to the file: a program that writes it does so in several steps."""


class FileWatch(QObject):
    """``touched``: a moment after the last change."""

    touched = Signal()

    def __init__(self, parent: QObject) -> None:
        super().__init__(parent)
        self._watcher = QFileSystemWatcher(self)
        self._watcher.fileChanged.connect(self.look_soon)
        self._watcher.directoryChanged.connect(self.look_soon)
        self._look = QTimer(self, singleShot=True, interval=LOOK_AGAIN_MS)
        self._look.timeout.connect(self.touched)

    def watch(self, path: Path | None) -> None:
        """Watch this file from now on, and no other."""
        watched = (*self._watcher.files(), *self._watcher.directories())
        if watched:
            self._watcher.removePaths(watched)
        if path is not None:
            there = [str(each) for each in (path, path.parent) if each.exists()]
            if there:
                self._watcher.addPaths(there)

    def look_soon(self) -> None:
        """Tell in a moment, as if it had been touched now."""
        self._look.start()

    def stop(self) -> None:
        """Watch nothing."""
        self._look.stop()
        self.watch(None)
