"""Start the window."""

from __future__ import annotations

import argparse
import gc
import os
import sys
from functools import partial
from pathlib import Path
from typing import TYPE_CHECKING

from PySide6.QtCore import QEventLoop, Qt, QTimer
from PySide6.QtGui import QColor, QImageWriter, QPainter, QPixmap
from PySide6.QtWidgets import QApplication, QLabel

from equilix.ui.theme import PREP_ROOM, font, load_fonts
from equilix.words.language import say

if TYPE_CHECKING:
    from collections.abc import Callable

    from equilix.ui.program import Program
    from equilix.ui.session.chosen import Chosen
    from equilix.ui.window import Window

DESKTOP_ID = "app.equilix.Equilix"
"""The name of its entry on the desktop."""
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
    application.setDesktopFileName(DESKTOP_ID)
    quiet = headless or options.screenshot
    if not quiet and not options.another:
        from equilix.ui.one_window import hand_on

        if hand_on(options.file, demo=options.demo):
            return 0
    load_fonts(application)
    splash = first_picture()
    if not quiet:
        splash.show()
        application.processEvents()
    program = open_program(demo=options.demo, file=options.file)
    window = program.window
    if quiet:
        from equilix.report import report_text

        wait_while(lambda: window.session.desk.disk.busy)  # the rig that was asked for, however slow its disk
        print(report_text(window.session.analysis, window.session.document.display))
        picture = options.screenshot or OFFSCREEN_PICTURE
        problem = paint(window, picture)
        window.close_anyway()
        if problem:
            print(
                say("equilix: {picture} was not written: {problem}").format(picture=picture, problem=problem),
                file=sys.stderr,
            )
            return 1
        print(say("The window as a picture: {picture}").format(picture=picture))
        return 0
    window.show()
    splash.close()
    QTimer.singleShot(0, window.lost.offer)
    QTimer.singleShot(0, window.offer_tour)
    from equilix.store.log import argv_line, logging_to, note, system
    from equilix.ui.ending import Ending  # with what the window does not wait for
    from equilix.ui.mishaps import Mishaps

    QTimer.singleShot(0, program.listen)
    with logging_to(), Mishaps(program.tell_mishap), Ending(program.end_now):
        note(f"{system()}, {application.platformName()}: {argv_line()}")
        return application.exec()


def first_picture() -> QLabel:
    """Something on the screen at once, while NumPy and the window are still being loaded."""
    paper = QPixmap(420, 150)
    paper.fill(QColor(PREP_ROOM.paper))
    with QPainter(paper) as painter:
        painter.setPen(QColor(PREP_ROOM.ink))
        painter.setFont(font(22, bold=True))
        painter.drawText(paper.rect().adjusted(28, 26, -28, -60), Qt.AlignmentFlag.AlignLeft, "Equilix")
        painter.setFont(font())
        painter.setPen(QColor(PREP_ROOM.quiet))
        painter.drawText(
            paper.rect().adjusted(28, 84, -28, -20), Qt.AlignmentFlag.AlignLeft, say("Laying the rig out …")
        )
    label = QLabel()
    label.setWindowFlags(Qt.WindowType.SplashScreen | Qt.WindowType.FramelessWindowHint)
    label.setPixmap(paper)
    return label


def open_program(*, demo: bool = False, file: Path | None = None) -> Program:
    """The program, its window with the demo, a file, the file used last, or on a first run the ways to begin."""
    gc.disable()  # all that is made from here on stays: looking through it for what can go takes a tenth of the start
    try:
        return _open_program(demo=demo, file=file)
    finally:
        gc.freeze()
        gc.enable()


def _open_program(*, demo: bool, file: Path | None) -> Program:
    from equilix.store.settings import settings  # here, so that the first picture does not wait for the core
    from equilix.ui.program import Program
    from equilix.ui.session.chosen import Chosen

    return Program(Chosen(settings()), partial(_open_window, demo=demo, file=file))


def _open_window(chosen: Chosen, *, demo: bool, file: Path | None) -> Window:
    from equilix.demo import lighthouse
    from equilix.store import remembered, state
    from equilix.ui.session import Session
    from equilix.ui.window import Window

    session = Session(lighthouse() if demo else None, chosen=chosen)
    window = Window(session)
    window.recall(remembered.recall(), window.screen().availableGeometry())
    if file is not None:
        session.desk.open(file)
    elif not demo and state.recent():
        session.desk.open(state.recent()[0])
    elif not demo:
        window.show_page("start")
    return window


def wait_while(busy: Callable[[], bool]) -> None:
    """Let the program work until something is over."""
    while busy():
        QApplication.processEvents(QEventLoop.ProcessEventsFlag.WaitForMoreEvents)


def paint(window: Window, picture: Path) -> str:
    """Wait for the plans and paint the window into a PNG; returns why it could not be written, or nothing."""
    from equilix.ui.placing import USUAL

    window.resize(*USUAL)  # a picture has no screen to fit
    window.show()
    wait_while(lambda: window.session.answers.looking)
    for _ in range(3):
        QApplication.processEvents()
    try:
        picture.parent.mkdir(parents=True, exist_ok=True)
        if picture.is_dir():
            return say("it is a folder")
    except OSError as error:
        return error.strerror or str(error)
    writer = QImageWriter(str(picture), b"png")
    return "" if writer.write(window.grab().toImage()) else writer.errorString()
