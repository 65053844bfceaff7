"""Start the window."""

from __future__ import annotations

import os
import sys
from collections.abc import Sequence
from pathlib import Path

from PySide6.QtCore import QTimer
from PySide6.QtWidgets import QApplication

from equilix.cli import build_parser
from equilix.demo import lighthouse
from equilix.report import report_text
from equilix.store import recovery
from equilix.ui.session import Session
from equilix.ui.theme import load_fonts
from equilix.ui.window import Window

OFFSCREEN_PICTURE = Path("build/demo.png")


def start(arguments: Sequence[str]) -> int:
    """Run the window program; returns the exit code.

    Where there is no display it works offscreen: prints the reading, paints the window into a picture, exits 0.
    """
    options = build_parser().parse_args(list(arguments))
    headless = not (os.environ.get("DISPLAY") or os.environ.get("WAYLAND_DISPLAY") or os.environ.get("QT_QPA_PLATFORM"))
    if headless:
        os.environ["QT_QPA_PLATFORM"] = "offscreen"
    application = QApplication.instance() or QApplication(["equilix"])
    assert isinstance(application, QApplication)
    application.setApplicationDisplayName("Equilix")
    load_fonts(application)
    window = open_window(demo=options.demo, file=options.file)
    if headless or options.screenshot:
        print(report_text(window.session.analysis))
        picture = options.screenshot or OFFSCREEN_PICTURE
        paint(window, picture)
        print(f"The window as a picture: {picture}")
        window.close()
        return 0
    window.show()
    QTimer.singleShot(0, window.offer_lost_work)
    return application.exec()


def open_window(*, demo: bool = False, file: Path | None = None) -> Window:
    """A window with the demo, with a file, with the file used last, or on a first run with the demo."""
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
