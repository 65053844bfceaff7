"""Measure the budgets of the design notes; ``make bench`` runs it offscreen. It measures and judges nothing."""

from __future__ import annotations

import base64
import os
import random
import resource
import statistics
import subprocess
import sys
import tempfile
import time
from collections.abc import Callable
from datetime import date
from pathlib import Path

sys.path.insert(0, str(Path(__file__).parents[1]))  # for the rigs that the tests use too
os.environ.setdefault("QT_QPA_PLATFORM", "offscreen")
os.environ.setdefault("EQUILIX_STATE", tempfile.mkdtemp())

from PySide6.QtCore import QEventLoop, QTimer
from PySide6.QtGui import QPixmap
from PySide6.QtWidgets import QApplication
from tests.core.builders import many_parts

from equilix.analysis import analyse
from equilix.body.fatigue import PARAMETERS, Stretch
from equilix.body.fatigue import course as fatigue
from equilix.day.course import course_of
from equilix.day.proposals import proposals
from equilix.day.rests import trade_off
from equilix.day.rigs import Rigs
from equilix.day.standing import standing_of
from equilix.demo import lighthouse
from equilix.demo.lighthouse import lamp_room
from equilix.document import Document
from equilix.edits import rigging
from equilix.edits.day_log import begin_day, log
from equilix.planner.schools import plans
from equilix.practice.attempt import Attempt
from equilix.practice.exercises import own
from equilix.practice.trainer import Trainer
from equilix.report import report
from equilix.rig.backdrops import Backdrop
from equilix.store.parsing import parse
from equilix.store.writing import to_bytes
from equilix.ui.app import open_program
from equilix.ui.placing import USUAL
from equilix.ui.theme import load_fonts
from equilix.ui.workspaces.practice.picture import Picture
from equilix.ui.workspaces.table import WORKSPACES

_LABEL = """
from PySide6.QtWidgets import QApplication, QLabel
a = QApplication([]); w = QLabel('x'); w.show(); a.processEvents()
import os; os._exit(0)
"""
_FIRST = """
from PySide6.QtWidgets import QApplication
from equilix.ui.app import first_picture
from equilix.ui.theme import load_fonts
a = QApplication([]); load_fonts(a); s = first_picture(); s.show(); a.processEvents()
import os; os._exit(0)
"""
_DEMO = """
from PySide6.QtWidgets import QApplication
from equilix.ui.app import open_program
from equilix.ui.theme import load_fonts
a = QApplication([]); load_fonts(a); w = open_program(demo=True).window; w.show(); a.processEvents()
from PySide6.QtCore import QEvent, Qt
from PySide6.QtGui import QMouseEvent
body = next(d for d in w.stage.side.drawn if d.placement == "body")
at, left = w.stage.side.to_px(body.x_mm, body.y_mm - 40), Qt.MouseButton.LeftButton
for kind in (QEvent.Type.MouseButtonPress, QEvent.Type.MouseButtonRelease):
    held = left if kind == QEvent.Type.MouseButtonPress else Qt.MouseButton.NoButton
    a.sendEvent(w.stage.side, QMouseEvent(kind, at, w.stage.side.mapToGlobal(at), left, held, Qt.KeyboardModifier(0)))
a.processEvents()
assert w.session.selection.id == "body"
import os; os._exit(0)
"""
"""Painted, and a part of it selected by a click."""


SCENES = {
    "stairs": "gimbal-plate",
    "causeway": "sled-gimbal",
    "boat-landing": "short-rods",
    "workshop": "rosette-bar",
    "gallery": "top-handle",
    "evening": "tripod-plate",
}
"""What is dragged in each scene of the demo."""


TICK_MS, FROZEN_MS, PATIENCE_S = 4, 50.0, 6.0
PAGES = (("balance", "by-hand"), ("balance", "figures"), ("fit", "body"), ("power", "wires"), ("check", "found"))
"""Workspaces that have more to say than the cards."""


def times_ms(work: Callable[[int], object], count: int) -> list[float]:
    """Milliseconds of each of ``count`` runs after three to warm up."""
    found = []
    for number in range(count + 3):
        start = time.perf_counter()
        work(number)
        found.append((time.perf_counter() - start) * 1000)
    return sorted(found[3:])


def say(what: str, budget: str, found: str) -> None:
    """One line of the table."""
    print(f"{what:<62} {budget:>22}  {found}")


def spread(found: list[float]) -> str:
    """Median, 95th percentile, and the 5th: what the work takes when the machine is left alone."""
    low, high = found[int(len(found) * 0.05)], found[int(len(found) * 0.95)]
    return f"median {statistics.median(found):.1f} ms, 95 % under {high:.1f} ms, undisturbed {low:.1f} ms"


def sixty_parts() -> Document:
    """The demo rig with weights hung on until it has 60 parts."""
    document = lighthouse()
    weight = document.parts_by_id["weight-250"].changed(quantity=60)
    document = document.changed(parts=tuple(weight if p.id == weight.id else p for p in document.parts))
    while len(document.setups[0].placements) < 60:
        count = len(document.setups[0].placements)
        document, _ = rigging.add(document, "lamp-room", weight.id, "rear-rods", "rods", slide_m=-0.16 + 0.002 * count)
    return document


def large(part_count: int = 500, setup_count: int = 100, picture: str = "") -> Document:
    """The demo with so many parts and setups in all; ``picture``: what lies behind the three views of each."""
    document = lighthouse()
    copies = range(part_count // len(document.parts))
    parts = tuple(p.changed(id=f"{p.id}-{n}") for n in copies for p in document.parts)
    behind = tuple(Backdrop(view=view, data=picture) for view in ("side", "plan", "front")) if picture else ()
    setups = tuple(
        lamp_room().changed(id=f"s{n}", name=f"Rig {n}", backdrops=behind)
        for n in range(setup_count - len(document.setups))
    )
    return document.changed(
        parts=document.parts + parts[: part_count - len(document.parts)], setups=document.setups + setups
    )


def large_files() -> None:
    """How opening, saving and one edit grow with parts and setups; last a document of 32 MB, most of it pictures."""
    scene, slider = next(iter(SCENES.items()))
    picture = base64.b64encode(random.Random(1).randbytes(360_000)).decode()
    for parts, setups, behind in ((500, 10, ""), (500, 100, ""), (500, 1000, ""), (5000, 1000, ""), (500, 28, picture)):
        document = large(parts, setups, behind)
        raw = to_bytes(document)
        runs = 10 if len(raw) < 3e6 else 3
        opened = times_ms(lambda _n, raw=raw: parse(raw), runs)
        written = times_ms(lambda _n, document=document: to_bytes(document), runs)
        start = document.setups_by_id[scene].by_id[slider].slide_m or 0.0

        def edit(number: int, held: Document = document, start: float = start) -> object:
            after = rigging.slide(held, scene, slider, start - 0.001 * (number % 5))
            return analyse(after, after.setups_by_id[scene])

        edited = times_ms(edit, 20)
        say(
            f"{parts} parts and {setups} setups ({len(raw) / 1e6:.1f} MB)",
            "300 ms at 500 and 100",
            f"opened in {statistics.median(opened):.0f} ms, written in {statistics.median(written):.0f} ms, "
            f"an edit in {statistics.median(edited):.1f} ms",
        )


def starts_ms(*codes: str) -> list[float]:
    """Median times of whole processes that show a window, ms; run in turn, so that the machine is alike for all."""
    found: list[list[float]] = [[] for _ in codes]
    cached = {key: value for key, value in os.environ.items() if key != "PYTHONDONTWRITEBYTECODE"}
    for _ in range(11):
        for times, code in zip(found, codes, strict=True):
            start = time.perf_counter()
            subprocess.run([sys.executable, "-c", code], check=True, env=cached)
            times.append((time.perf_counter() - start) * 1000)
    return [statistics.median(times[2:]) for times in found]


def closing_ms(application: QApplication) -> tuple[float, float]:
    """Closing while plans are being found: until the window is gone, and until all of its work has ended, ms."""
    gone, ended = [], []
    for _ in range(8):
        window = open_program(demo=True).window
        window.show()
        while not window.session.answers.job.running:
            application.processEvents()
        start = time.perf_counter()
        wait = window.session.jobs.wait
        window.session.jobs.wait = lambda: None  # type: ignore[method-assign]
        window.close_anyway()
        gone.append((time.perf_counter() - start) * 1000)
        wait()
        ended.append((time.perf_counter() - start) * 1000)
        window.deleteLater()
        application.processEvents()
    return statistics.median(gone), statistics.median(ended)


def longest_block_ms() -> tuple[float, str, int]:
    """The longest that the interface did not answer, ms, where, and how often longer than 50 ms.

    In every workspace and tab, in every scene, the second time round.

    A timer ticks every few milliseconds in the loop of the interface, as a hand would; what counts is the longest time
    between two ticks, while something is opened, and while what is worked out beside it comes in.
    """
    window, worst, where, often = open_program(demo=True).window, 0.0, "", 0
    window.show()
    loop, pulse = QEventLoop(), QTimer(interval=TICK_MS)
    last, name, until = time.perf_counter(), "", 0.0

    def tick() -> None:
        nonlocal last, worst, where, often
        now = time.perf_counter()
        gap, last = (now - last) * 1000 - TICK_MS, now
        often += gap > FROZEN_MS
        if gap > worst:
            worst, where = gap, name
        if now > until or (now > until - PATIENCE_S + 0.05 and not getattr(window.page, "waits", False)):
            loop.quit()

    def step(doing: str, act: Callable[[], object]) -> None:
        nonlocal last, name, until
        last, name = time.perf_counter(), doing
        until = last + PATIENCE_S
        QTimer.singleShot(0, act)
        loop.exec()

    pulse.timeout.connect(tick)
    pulse.start()
    for warm in (False, True):
        if not warm:
            step("start", lambda: None)
        worst, where, often = 0.0, "", 0
        for setup in window.session.document.setups:
            step(f"open {setup.id}", lambda setup=setup: window.session.open_setup(setup.id))
            for workspace in WORKSPACES:
                step(f"{setup.id}, open {workspace.key}", lambda key=workspace.key: window.show_page(key))
                tabs = getattr(window.page, "tabs", None)
                for tab in tabs.buttons if tabs is not None else ():
                    step(f"{setup.id}, {workspace.key}, {tab}", lambda tab=tab: window.page.choose(tab))  # type: ignore[attr-defined]
    pulse.stop()
    window.close_anyway()
    return worst, where, often


def days() -> None:
    """A shooting day: worked out, stood at a minute, mended; bands at every second of twelve hours."""
    document = lighthouse()
    rigs, day = Rigs(document), document.days[0]
    course = course_of(day, rigs, others=document.days)
    say("a day worked out, its rigs known", "50 ms",
        spread(times_ms(lambda _n: course_of(day, rigs, others=document.days), 60)))  # fmt: skip
    takes = [Stretch(420.0, 0.3, 0.01) if k % 2 else Stretch(540.0, 0.0, 0.0) for k in range(90)]
    groups = [*PARAMETERS, *PARAMETERS]
    say("fatigue of 6 groups of 2 operators over 12 h at 1 s", "50 ms",
        spread(times_ms(lambda _n: [fatigue(group, takes, 1.0) for group in groups], 20)))  # fmt: skip
    begun = course_of(log(begin_day(document, "island", date(2026, 10, 14), 495.0), "island", "start", 496.0,
                          item="boat-landing").days[0], rigs)  # fmt: skip
    say("on the day: how it stands, each second", "16 ms",
        spread(times_ms(lambda n: standing_of(begun, rigs, 497.0 + n / 60, at_once=True), 60)))  # fmt: skip
    say("ways to mend the demo's day", "3,000 ms", spread(times_ms(lambda _n: list(proposals(course, rigs)), 3)))
    say(
        "the curve of rest of the demo's day", "3,000 ms", spread(times_ms(lambda _n: list(trade_off(course, rigs)), 3))
    )


def practice() -> None:
    """A picture of a rig that moves: the physics of a sixtieth of a second, and its painting at 1280×800, apart."""
    document = lighthouse()
    picture = Picture()
    picture.resize(794, 592)
    for setup, stand in (("stairs", "gimbal"), ("causeway", "sled"), ("lamp-room", "shoulder"), ("workshop", "table")):
        attempt = Attempt(own(setup, stand), document)  # type: ignore[arg-type]
        trainer = attempt.trainer
        picture.show_attempt(attempt)
        canvas = QPixmap(picture.size())
        trainer.let_go()

        def again(number: int, trainer: Trainer = trainer) -> None:
            if number % 30 == 0:  # half a second, and from the start again
                trainer.upright()
                trainer.let_go()
            trainer.advance(1 / 60)

        say(f"practice, physics of a picture: {setup}, {stand}", "8 ms, 95 % < 16 ms", spread(times_ms(again, 120)))
        say(f"practice, painting it: {setup}, {stand}", "8 ms, 95 % < 16 ms",
            spread(times_ms(lambda _n, canvas=canvas: picture.render(canvas), 120)))  # fmt: skip


def main() -> None:
    """Print the table."""
    label, first, demo = starts_ms(_LABEL, _FIRST, _DEMO)
    document = sixty_parts()

    def edit(number: int) -> Document:
        return rigging.slide(document, "lamp-room", "bridge", 0.001 * (number % 90))

    say("edit on 60 parts → new analysis", "5 ms, 95 % < 10 ms",
        spread(times_ms(lambda n: analyse(d := edit(n), d.setups[0]), 200)))  # fmt: skip
    application = QApplication.instance() or QApplication([])
    assert isinstance(application, QApplication)
    load_fonts(application)
    window = open_program(demo=True).window
    window.resize(*USUAL)
    window.show()
    for name, opened in (("demo rig", lighthouse()), ("60 parts", document)):
        window.session.desk.replace(opened, None)
        application.processEvents()

        def drag(number: int) -> None:
            window.session.edit(
                "drag", lambda d: rigging.slide(d, "lamp-room", "bridge", 0.001 * (number % 90)), gesture="bench"
            )
            application.processEvents()

        found = times_ms(drag, 150)
        say(
            f"the same with all views repainted at 1280×800, {name}",
            "16 ms",
            f"{spread(found)} = {1000 / statistics.median(found):.0f} pictures/s",
        )
    window.session.desk.replace(lighthouse(), None)
    for scene, slider in SCENES.items():
        window.session.open_setup(scene)
        start = window.session.setup.by_id[slider].slide_m

        def adjust(number: int, scene: str = scene, slider: str = slider, start: float = start) -> None:
            window.session.edit(
                "drag", lambda d: rigging.slide(d, scene, slider, start - 0.001 * (number % 20)), gesture="bench"
            )
            application.processEvents()

        say(f"edit and repaint, {window.session.setup.name}", "16 ms", spread(times_ms(adjust, 80)))
        window.session.end_gesture()
    window.session.open_setup("lamp-room")
    for page, tab in PAGES:
        window.show_page(page)
        window.pages[page].choose(tab)  # type: ignore[attr-defined]
        application.processEvents()
        say(f"edit and repaint with {page}, {tab} open", "16 ms", spread(times_ms(drag, 60)))
        window.session.end_gesture()
    for name, found_ms in (("first window on the screen", first), ("the demo's rig painted and usable", demo)):
        say(
            f"start: {name}, over a window with one label",
            "under 3×",
            f"{found_ms / label:.2f}× ({found_ms:.0f} ms over {label:.0f} ms)",
        )
    for size in (20, 60, 200, 600, 1000):
        rig = many_parts(size)
        raw = to_bytes(rig)
        found = times_ms(lambda _n, rig=rig: report(analyse(rig, rig.setups[0])), 5 if size > 200 else 12)
        each = statistics.median(found) / size
        read = statistics.median(times_ms(lambda _n, raw=raw: parse(raw), 5))
        say(
            f"analysis and report of {size} parts",
            "n log n",
            f"{spread(found)} = {each:.2f} ms a part; opened in {read:.0f} ms",
        )
    kit = lighthouse()
    say("planner, demo rig, all schools", "300 ms", spread(times_ms(lambda _n: list(plans(kit, "lamp-room")), 12)))
    days()
    large_files()
    say(
        "memory with the demo open (of this process)",
        "250 MB",
        f"{resource.getrusage(resource.RUSAGE_SELF).ru_maxrss / 1024:.0f} MB",
    )
    window.close()
    gone, ended = closing_ms(application)
    say("closing while plans are being found", "at once", f"gone in {gone:.0f} ms, all ended in {ended:.0f} ms")
    worst, where, often = longest_block_ms()
    say(
        "the interface, in every workspace, tab and scene",
        "never 50 ms",
        f"{often} times; at most {worst:.0f} ms ({where})",
    )


if __name__ == "__main__":
    main()
    practice()
