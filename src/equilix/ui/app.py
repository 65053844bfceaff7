"""Start the window."""

from __future__ import annotations

import argparse
import os
import sys
from pathlib import Path
from typing import TYPE_CHECKING

from PySide6.QtCore import Qt, QTimer
from PySide6.QtGui import QColor, QPainter, QPixmap
from PySide6.QtWidgets import QApplication, QLabel

from equilix.ui.theme import PREP_ROOM, font, load_fonts

if TYPE_CHECKING:
    from equilix.ui.window import Window

OFFSCREEN_PICTURE = Path("build/demo.png")


def start(options: argparse.Namespace) -> int:
    """Run the window program; returns the exit code.

    Where there is no display it works offscreen: prints the reading, paints the window into a picture, exits 0.
    """
    headless = not (os.environ.get("DISPLAY") or os.environ.get("WAYLAND_DISPLAY") or os.environ.get("QT_QPA_PLATFORM"))
    if headless:
        os.environ["QT_QPA_PLATFORM"] = "offscreen"
    application = QApplication.instance() or QApplication(["equilix"])
    assert isinstance(application, QApplication)
    application.setApplicationDisplayName("Equilix")
    load_fonts(application)
    splash = first_picture()
    if not (headless or options.screenshot):
        splash.show()
        application.processEvents()
    window = open_window(demo=options.demo, file=options.file)
    if headless or options.screenshot:
        from equilix.report import report_text

        print(report_text(window.session.analysis))
        picture = options.screenshot or OFFSCREEN_PICTURE
        paint(window, picture)
        print(f"The window as a picture: {picture}")
        window.close()
        return 0
    window.show()
    splash.close()
    QTimer.singleShot(0, window.offer_lost_work)
    return application.exec()


def first_picture() -> QLabel:
    """Something on the screen at once, while NumPy, pydantic and the window are still being loaded."""
    paper = QPixmap(420, 150)
    paper.fill(QColor(PREP_ROOM.paper))
    painter = QPainter(paper)
    painter.setPen(QColor(PREP_ROOM.ink))
    painter.setFont(font(22, bold=True))
    painter.drawText(paper.rect().adjusted(28, 26, -28, -60), Qt.AlignmentFlag.AlignLeft, "Equilix")
    painter.setFont(font())
    painter.setPen(QColor(PREP_ROOM.quiet))
    painter.drawText(paper.rect().adjusted(28, 84, -28, -20), Qt.AlignmentFlag.AlignLeft, "Laying the rig out …")
    painter.end()
    label = QLabel()
    label.setWindowFlags(Qt.WindowType.SplashScreen | Qt.WindowType.FramelessWindowHint)
    label.setPixmap(paper)
    return label


def open_window(*, demo: bool = False, file: Path | None = None) -> Window:
    """A window with the demo, with a file, with the file used last, or on a first run with the demo."""
    from equilix.demo import lighthouse  # here, so that the first picture does not wait for the core
    from equilix.store import recovery
    from equilix.ui.session import Session
    from equilix.ui.window import Window

    session = Session(lighthouse() if demo or (file is None and not recovery.recent()) else None)
    window = Window(session)
    if file is not None:
        session.open(file)
    elif not demo and recovery.recent():
        session.open(recovery.recent()[0])
    return window


def paint(window: Window, picture: Path) -> None:
    """Wait for the plans and paint the window into a PNG."""
    window.show()
    application = QApplication.instance()
    assert application is not None
    while window.session.is_planning:
        application.processEvents()
    for _ in range(3):
        application.processEvents()
    picture.parent.mkdir(parents=True, exist_ok=True)
    if not window.grab().save(str(picture)):
        print(f"equilix: {picture} could not be written", file=sys.stderr)
