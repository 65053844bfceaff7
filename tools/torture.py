"""Hours of bad luck in half an hour: kills, damaged documents and files, random edits, random gestures, opened setups.

``make torture`` runs all of it and prints one line for each; ``python tools/torture.py gestures 500`` one of them. Exit
code 1 where anything was lost, raised or warned of. The tests have a small sample of each.
"""

from __future__ import annotations

import argparse
import contextlib
import gc
import os
import random
import resource
import signal
import subprocess
import sys
import tempfile
import time
from collections import Counter
from collections.abc import Callable
from pathlib import Path

sys.path.insert(0, str(Path(__file__).parents[1]))
os.environ.setdefault("QT_QPA_PLATFORM", "offscreen")

from tests.core.damage import damaged, outcome
from tests.core.damaged_files import READERS, outcome_of
from tests.core.random_edits import random_edit

from equilix.analysis import analyse
from equilix.demo import lighthouse
from equilix.errors import Refused
from equilix.store.parsing import open_document, parse
from equilix.store.recovery import find_lost
from equilix.store.saving import checked_bytes, save

SLOW_S = 5.0
"""No file takes longer to be read or refused."""
Found = tuple[str, int]
"""What to print, and how many times something went wrong."""


def damage(count: int) -> Found:
    """Damaged documents: refused in words, or opened, worked out, saved and equal."""
    found: Counter[str] = Counter()
    for seed in range(count):
        try:
            found[outcome(damaged(random.Random(seed)), with_plans=seed % 50 == 0)] += 1
        except BaseException as error:
            found["wrong"] += 1
            print(f"  seed {seed}: {error!r:.300}")
            if isinstance(error, KeyboardInterrupt):
                raise
    return f"{found['refused']} refused in words, {found['opened']} opened, saved and equal", found["wrong"]


def readers(count: int) -> Found:
    """Files of others, damaged, each sort in turn: read, or refused in words; within 5 s, and within bounded memory."""
    found: Counter[str] = Counter()
    sorts, slowest, before = list(READERS), 0.0, _resident_mb()
    for seed in range(count):
        sort, start = sorts[seed % len(sorts)], time.monotonic()
        try:
            found[outcome_of(sort, random.Random(seed))] += 1
        except Exception as error:
            found["wrong"] += 1
            print(f"  {sort}, seed {seed}: {error!r:.300}")
        took = time.monotonic() - start
        found["wrong"] += took > SLOW_S
        slowest = max(slowest, took)
    grown = resource.getrusage(resource.RUSAGE_SELF).ru_maxrss / 1024 - before
    said = f"{found['read']} read, {found['refused']} refused in words"
    return f"{said}, slowest {slowest:.1f} s, at most {grown:.0f} MB more", found["wrong"]


def edits(count: int) -> Found:
    """Random edits: done or refused; what is done is worked out, saved, opened, equal, and undone by going back."""
    rng, document, found = random.Random(1), lighthouse(), Counter[str]()
    for number in range(count):
        name, edit = random_edit(rng, document)
        try:
            new = edit(document)
            if new is not document:
                assert parse(checked_bytes(new)) == new
                for setup in new.setups:
                    if setup not in document.setups:
                        analyse(new, setup)
            found["done"] += 1
            document = new if len(new.parts) > 20 and len(new.setups) < 40 else lighthouse()
        except Refused:
            found["refused"] += 1
        except Exception as error:
            found["wrong"] += 1
            print(f"  edit {number}, {name}: {error!r:.300}")
    return f"{found['done']} done and equal after saving, {found['refused']} refused in words", found["wrong"]


def _window(state: str) -> object:
    from PySide6.QtWidgets import QApplication

    from equilix.ui.session import Session
    from equilix.ui.theme import load_fonts
    from equilix.ui.window import Window

    os.environ["EQUILIX_STATE"] = state
    application = QApplication.instance() or QApplication(["equilix"])
    assert isinstance(application, QApplication)
    load_fonts(application)
    window = Window(Session(lighthouse()))
    window.show()
    return window


def gestures(count: int) -> Found:
    """Random gestures on windows that live for 500 each."""
    from PySide6.QtCore import QEvent
    from PySide6.QtWidgets import QApplication
    from tests.ui.random_gestures import Player, Trouble

    wrong, sizes = 0, []
    with tempfile.TemporaryDirectory() as state:
        for seed in range(-(-count // 500)):
            window = _window(state)
            try:
                Player(window, random.Random(seed)).play(min(500, count - 500 * seed))
                document = window.session.document
                assert parse(checked_bytes(document)) == document
            except (Trouble, Exception) as error:
                wrong += 1
                print(f"  seed {seed}: {error!s:.1500}")
            window.close_anyway()
            window.deleteLater()
            QApplication.sendPostedEvents(None, QEvent.Type.DeferredDelete)
            gc.collect()  # a closed window hangs together in circles, which are large and of few objects
            sizes.append(_resident_mb())
    grown = f"{sizes[len(sizes) // 4]:.0f} → {sizes[-1]:.0f} MB from a quarter to the end"
    return f"{count} gestures over all workspaces and scenes, {grown}", wrong


def setups(count: int) -> Found:
    """Setups opened one after the other: memory stays flat."""
    from PySide6.QtWidgets import QApplication

    from equilix.edits.kit import open_setup

    with tempfile.TemporaryDirectory() as state:
        window = _window(state)
        session, sizes = window.session, []
        keys = [setup.id for setup in session.document.setups]
        for number in range(count):
            key = keys[number % len(keys)]
            session.edit("Open", lambda d, key=key: open_setup(d, key))
            QApplication.processEvents()
            if number >= count // 4 and (number % 50 == 0 or not sizes):
                sizes.append(_resident_mb())
        window.close_anyway()
    grown = sizes[-1] - sizes[0]
    return f"{count} setups opened, memory {sizes[0]:.0f} → {sizes[-1]:.0f} MB", int(grown > 25)


def _resident_mb() -> float:
    return int(Path("/proc/self/statm").read_text("ascii").split()[1]) * resource.getpagesize() / 1e6


def save_kills(count: int) -> Found:
    """Processes killed while they save one document over the other: the file is always one of them, whole."""
    first, second = lighthouse(), lighthouse().changed(name="second")
    wrong = killed = 0
    rng = random.Random(2)
    with tempfile.TemporaryDirectory() as folder:
        file = Path(folder) / "rig.equilix"
        save(first, file)
        for number in range(count):
            child = os.fork()
            if child == 0:  # saves until it is killed
                with contextlib.suppress(BaseException):
                    while True:
                        save(second, file)
                        save(first, file)
                os._exit(1)
            time.sleep(rng.uniform(0.0, 0.12))
            os.kill(child, signal.SIGKILL)
            killed += os.waitstatus_to_exitcode(os.waitpid(child, 0)[1]) == -signal.SIGKILL
            try:
                assert open_document(file) in (first, second)
            except BaseException as error:
                wrong += 1
                print(f"  kill {number}: {error!r:.200}")
        for leftover in Path(folder).glob(".equilix-*"):
            os.utime(leftover, (1e9, 1e9))
        save(first, file)
        left = sorted(path.name for path in Path(folder).iterdir())
        wrong += left != ["rig.equilix", "rig.equilix.backup"]
    return f"{killed} kills during saves, the file whole after each; beside it {', '.join(left)}", wrong


_WORKER = """
import os, sys, time
from PySide6.QtCore import QTimer
from PySide6.QtWidgets import QApplication
from equilix.store import recovery
recovery.EVERY_S = 0.1
from equilix.ui.app import open_program
from equilix.ui.theme import load_fonts
a = QApplication(["equilix"]); load_fonts(a)
w = open_program(demo=True).window; w.show()
number = 0
def work():
    global number
    number += 1
    w.session.edit("Work", lambda d: d.changed(name=str(number)))
    os.write(1, f"{number} {time.monotonic()}\\n".encode())
t = QTimer(interval=5); t.timeout.connect(work); t.start()
a.exec()
"""


def window_kills(count: int) -> Found:
    """Windows killed at work, with work put by every 0.1 s: what the next run finds is hardly older than that."""
    wrong, ages = 0, []
    rng = random.Random(3)
    with tempfile.TemporaryDirectory() as state:
        environment = {**os.environ, "EQUILIX_STATE": state}
        for number in range(count):
            with subprocess.Popen([sys.executable, "-c", _WORKER], env=environment, stdout=subprocess.PIPE) as program:
                assert program.stdout is not None
                program.stdout.readline()
                time.sleep(rng.uniform(0.3, 1.2))
                program.kill()
                told = [line.split() for line in program.stdout.read().decode().splitlines() if line.count(" ") == 1]
            found = find_lost(Path(state))
            try:
                assert len(found) == 1, f"{len(found)} works found"
                kept = int(found[0].document.name)
                last = float(told[-1][1])
                ages.append(next((last - float(when) for each, when in told if int(each) == kept), 0.0))
                assert ages[-1] < 0.1 + 1.0, f"{ages[-1]:.1f} s old"
            except BaseException as error:
                wrong += 1
                print(f"  kill {number}: {error!r:.200}")
            for file in Path(state).glob("work-*"):
                file.unlink()
    return f"{count} windows killed at work, the work found after each, at most {max(ages):.2f} s old", wrong


TASKS: dict[str, tuple[Callable[[int], Found], int]] = {
    "save-kills": (save_kills, 320),
    "window-kills": (window_kills, 180),
    "damage": (damage, 20_000),
    "readers": (readers, 21_000),
    "edits": (edits, 10_000),
    "gestures": (gestures, 10_000),
    "setups": (setups, 2_000),
}


def main(arguments: list[str]) -> int:
    """Run one task with a count, or all of them, two at a time; returns the exit code."""
    parser = argparse.ArgumentParser(description=__doc__, formatter_class=argparse.RawDescriptionHelpFormatter)
    parser.add_argument("task", nargs="?", choices=TASKS, help="the one task to run; without it all run, two at a time")
    parser.add_argument("count", nargs="?", type=int, help="how often, when not as often as usual")
    given = parser.parse_args(arguments)
    if given.task is not None:
        task, usual = TASKS[given.task]
        start = time.monotonic()
        said, wrong = task(given.count or usual)
        print(f"{given.task:<13} {said}; {wrong} wrong; {time.monotonic() - start:.0f} s", flush=True)
        return int(wrong > 0)
    failed, running, waiting = 0, [], list(TASKS)
    while waiting or running:
        while waiting and len(running) < 2:
            running.append(subprocess.Popen([sys.executable, __file__, waiting.pop(0)]))
        ended = running.pop(0)
        failed += ended.wait() != 0
    return int(failed > 0)


if __name__ == "__main__":
    sys.exit(main(sys.argv[1:]))
