"""Size, place and share of a window: kept when it closes, found again as far as they still fit the screen."""

from __future__ import annotations

from typing import Final

from PySide6.QtCore import QRect, Qt
from PySide6.QtWidgets import QWidget

from equilix.store import remembered
from equilix.ui.room import Room

SMALLEST: Final = (1024, 640)
USUAL: Final = (1280, 800)
TITLE_BAR_PX: Final = 36
"""What the frame of a window takes of the height, before anyone can ask it (common practice, no source)."""


def remember(window: QWidget, room: Room, workspace: str) -> None:
    """Keep what a window is like for the next start, and which workspace was open."""
    plain = window.normalGeometry() if window.isMaximized() or window.isFullScreen() else window.geometry()
    remembered.remember(
        remembered.Remembered(
            plain.width(), plain.height(), window.x(), window.y(), window.isMaximized(), room.column_px,
            room.strip_px, workspace,
        )
    )  # fmt: skip


def recall(window: QWidget, room: Room, seen: remembered.Remembered, screen: QRect) -> None:
    """Let it be as it was left, as far as that still fits the screen's free area; a first window fits it too."""
    width, height = seen.width_px or USUAL[0], seen.height_px or USUAL[1]
    free = screen.width(), screen.height() - TITLE_BAR_PX
    window.resize(max(min(width, free[0]), SMALLEST[0]), max(min(height, free[1]), SMALLEST[1]))
    if seen.x_px is not None and seen.y_px is not None and screen.contains(seen.x_px + 40, seen.y_px + 10):
        window.move(seen.x_px, seen.y_px)
    if seen.maximized:
        window.setWindowState(Qt.WindowState.WindowMaximized)
    room.column_px, room.strip_px = seen.column_px, seen.strip_px
