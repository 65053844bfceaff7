"""Paint the main views from the demo into docs/screenshots; ``make screenshots`` runs it offscreen."""

from __future__ import annotations

import math
import os
import sys
import tempfile
from collections.abc import Callable
from datetime import date
from pathlib import Path
from typing import Any

os.environ.setdefault("QT_QPA_PLATFORM", "offscreen")
os.environ.setdefault("EQUILIX_STATE", tempfile.mkdtemp())

from PySide6.QtCore import QEventLoop, QRectF, Qt
from PySide6.QtGui import QColor, QPainter, QPixmap, QTextOption
from PySide6.QtWidgets import QApplication, QLabel

from equilix.edits import kit
from equilix.edits.day_log import begin_day, log
from equilix.practice.exercises import COURSE
from equilix.store.day_clock import DayClock, Reading
from equilix.ui.app import open_program
from equilix.ui.placing import USUAL
from equilix.ui.stage.projection import SIDE
from equilix.ui.theme import font, load_fonts
from equilix.ui.window import Window

WIDE = (1920, 1080)
TILES = 6
ON = date(2026, 10, 14)
SCENES = (("gimbal", "stairs", "by-hand"),)
"""Picture, setup of the demo, tab of the Balance workspace."""


def settle(application: QApplication, window: Window) -> None:
    """Let plans be found and everything be painted."""
    for _ in range(4):
        application.processEvents()
    while window.session.answers.looking or getattr(window.page, "waits", False):
        application.processEvents(QEventLoop.ProcessEventsFlag.WaitForMoreEvents)  # those who look get their turn
    for _ in range(4):
        application.processEvents()


def main(folder: Path, wanted: set[str]) -> None:  # noqa: PLR0915 - one picture after the other
    """Write the pictures (all of them where none is named)."""
    application = QApplication(["equilix"])
    load_fonts(application)
    window = open_program(demo=True).window
    window.resize(*USUAL)
    window.show()
    folder.mkdir(parents=True, exist_ok=True)

    def picture(name: str) -> None:
        settle(application, window)
        window.message.hide()
        settle(application, window)
        if not wanted or name in wanted:
            window.grab().save(str(folder / f"{name}.png"))

    picture("balance")
    window.session.selection.select("bridge")
    window.show_page("build")
    picture("build")
    window.show_page("mat")
    window.session.selection.select(None)
    picture("mat")
    window.ask_part("boxy-body", "points", "top")
    picture("bench")
    window.ask_part("")
    window.show_page("balance")
    for name, scene, tab in SCENES:
        window.session.edit("Open", lambda d, scene=scene: kit.open_setup(d, scene))
        settle(application, window)
        window.pages["balance"].choose(tab)  # type: ignore[attr-defined]
        picture(name)
    window.pages["balance"].choose("mend")  # type: ignore[attr-defined]
    window.session.edit("Open", lambda d: kit.open_setup(d, "lamp-room"))
    settle(application, window)
    window.show_page("fit")
    picture("fit")
    window.ask_origin("condition-fore-aft")
    picture("origins")
    window.ask_origin("")
    window.session.edit("Open", lambda d: kit.open_setup(d, "lamp-room"))
    window.show_page("power")
    window.pages["power"].choose("wires")
    picture("power")
    window.show_page("check")
    picture("check")
    window.show_page("change")
    picture("lenses")
    window.session.edit("Open", lambda d: kit.open_setup(d, "stairs"))
    change: Any = window.page
    change.choose("convert")
    settle(application, window)
    change.convert.ask("stairs", "causeway")
    settle(application, window)
    change.convert.steps.setCurrentRow(4)
    picture("convert")
    change.choose("lenses")
    window.session.edit("Open", lambda d: kit.open_setup(d, "lamp-room"))
    window.show_page("day")
    settle(application, window)
    while window.page.waits:
        application.processEvents()
    window.page.timeline.marks.setCurrentRow(3)  # type: ignore[attr-defined]
    picture("day")
    on_the_day(window, application)
    window.change_theme()
    window.toggle_arms_length()
    picture("on-the-day")
    window.toggle_arms_length()
    window.change_theme()
    measured(window, application)
    picture("measure")
    written(window, application)
    picture("notebook")
    window.session.edit("Open", lambda d: kit.open_setup(d, "lamp-room"))
    if not wanted or "practice" in wanted:
        practised(window, application, folder)
    begin(window, picture)
    window.close()


def on_the_day(window: Window, application: QApplication) -> None:
    """The demo's day in its third scene, in the middle of a take, by a clock of its own."""
    page: Any = window.page
    midnight, minute = 86400.0 * (ON - date(1970, 1, 1)).days, 11 * 60 + 24.4
    page.timeline.clock = DayClock(lambda: Reading("picture", minute * 60, midnight + minute * 60))
    window.session.edit("Begin", lambda d: begin_day(d, "island", ON, 495.0))
    for kind, at, item in (
        ("start", 497.0, "boat-landing"), ("stop", 499.0, None), ("over", 540.0, "112-steps"),
        ("ready", 640.0, "lamp-room"), ("start", 663.0, "lamp-room"), ("stop", 671.0, None),
        ("start", 679.0, "lamp-room"),
    ):  # fmt: skip
        window.session.edit("Log", lambda d, kind=kind, at=at, item=item: log(d, "island", kind, at, item=item))
    page.choose("live")
    settle(application, window)


def measured(window: Window, application: QApplication) -> None:
    """The rig of the lamp room on two supports, read."""
    window.show_page("measure")
    settle(application, window)
    tab = window.page.read  # type: ignore[attr-defined]
    tab.methods.setCurrentRow(1)
    answers = {"first_place": "100 mm", "second_place": "700 mm", "first_load": "2.27 kg", "second_load": "8.27 kg"}
    for key, text in answers.items():
        tab.form.fields[key].line.setText(text)
        tab.form.fields[key].commit()


def written(window: Window, application: QApplication) -> None:
    """An outing half written: how long, and what hurt."""
    window.show_page("notebook")
    settle(application, window)
    tab = window.page.write  # type: ignore[attr-defined]
    for field, text in ((tab.takes, "3"), (tab.minutes, "6"), (tab.rest, "5")):
        field.line.setText(text)
        field.commit()
    for key, score in ((("lower-back", ""), 3), (("neck", ""), 7), (("shoulder", "left"), 6)):
        tab.felt.body.point_at(key)
        tab.felt.figures[score].click()
    tab.trouble.note_it.click()
    tab.minutes.line.clearFocus()


def practised(window: Window, application: QApplication, folder: Path) -> None:
    """The rig of the eighth step, half a second after it was let go; below, all twelve so, each with its title."""
    window.show_page("practice")
    page: Any = window.page
    shots: list[tuple[str, QPixmap]] = []
    large = QPixmap()
    for exercise in COURSE:
        page.begin(exercise)
        rig = page.rig
        rig.clock = lambda: 0.0
        settle(application, window)
        rig.trainer.let_go()
        for _ in range(24):
            rig.trainer.advance(1 / 60)
        rig.frame.stop()
        rig.picture.update()
        rig.show_state()
        window.message.hide()
        settle(application, window)
        box = rig.picture.box_of(SIDE).toRect()
        shots.append((window.session.tell(exercise.title), rig.picture.grab(box)))
        if exercise.key == "order":
            large = window.grab()
        rig.trainer.hold()
    wide, tall = large.width() // TILES, round(large.width() / TILES * 0.95)
    whole = QPixmap(large.width(), large.height() + math.ceil(len(shots) / TILES) * tall)
    whole.fill(QColor(window.theme.paper))
    with QPainter(whole) as painter:
        painter.setRenderHint(QPainter.RenderHint.SmoothPixmapTransform)
        painter.drawPixmap(0, 0, large)
        painter.setPen(QColor(window.theme.ink))
        painter.setFont(font(8.5))
        for k, (title, shot) in enumerate(shots):
            left, top = k % TILES * wide, large.height() + k // TILES * tall
            small = shot.scaled(
                wide - 6, tall - 34, Qt.AspectRatioMode.KeepAspectRatio, Qt.TransformationMode.SmoothTransformation
            )
            painter.drawPixmap(left + (wide - small.width()) // 2, top + 2, small)
            words = QTextOption(Qt.AlignmentFlag.AlignHCenter)
            painter.drawText(QRectF(left + 4, top + tall - 32, wide - 8, 32), f"{k + 1} {title}", words)
    whole.save(str(folder / "practice.png"))


def begin(window: Window, picture: Callable[[str], None]) -> None:
    """The ways into a new document."""
    window.commands["new"].trigger()
    picture("start")
    window.commands["preferences"].trigger()
    window.page.still.setFocus()  # type: ignore[attr-defined]
    folders(window)
    picture("preferences")


def folders(window: Window) -> None:
    """Folders as a person has them; those of this machine are nobody's concern."""
    for label in window.page.findChildren(QLabel):
        title, _, where = label.text().partition(":\n")
        if where:
            kept = ".config" if title == "Settings" else ".local/state"
            label.setText(f"{title}:\n~/{kept}/equilix")


if __name__ == "__main__":
    main(Path(sys.argv[1] if len(sys.argv) > 1 else "docs/screenshots"), set(sys.argv[2:]))
