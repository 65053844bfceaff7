"""Once as a real window on a real (virtual) screen, and without any screen."""

import contextlib
import json
import os
import shutil
import subprocess
import sys
import tempfile
import unittest
from collections.abc import Iterator
from pathlib import Path

from equilix.demo import lighthouse
from equilix.store.saving import save

_DRIVE = """
import sys
from PySide6.QtCore import QEventLoop, QPoint, Qt
from PySide6.QtGui import QGuiApplication
from PySide6.QtTest import QTest
from PySide6.QtWidgets import QApplication
from equilix.ui.app import open_program
from equilix.ui.theme import load_fonts

app = QApplication(["equilix"])
load_fonts(app)
assert QGuiApplication.platformName() == "xcb", QGuiApplication.platformName()
window = open_program(demo=True).window
window.show()
assert QTest.qWaitForWindowExposed(window, 10000)
window.activateWindow()
assert QTest.qWaitForWindowActive(window, 10000)
session, side = window.session, window.stage.side
def plans_are_found():
    while session.answers.looking:
        app.processEvents(QEventLoop.ProcessEventsFlag.WaitForMoreEvents)
    for _ in range(5):
        app.processEvents()
plans_are_found()
before = session.setup.by_id["bridge"].slide_m
at = next(QPoint(x, y) for x in range(40, side.width()) for y in range(60, side.height(), 5)
          if side.hit(QPoint(x, y).toPointF()) == "body")
QTest.mousePress(side, Qt.MouseButton.LeftButton, Qt.KeyboardModifier.NoModifier, at)
for step in range(1, 9):
    QTest.mouseMove(side, at - QPoint(6 * step, 0))
    app.processEvents()
QTest.mouseRelease(side, Qt.MouseButton.LeftButton, Qt.KeyboardModifier.NoModifier, at - QPoint(48, 0))
moved = before - session.setup.by_id["bridge"].slide_m
assert abs(moved - 0.048 / side.scale) < 0.004, (moved, side.scale)
QTest.keyClick(window, Qt.Key.Key_Z, Qt.KeyboardModifier.ControlModifier)
assert session.setup.by_id["bridge"].slide_m == before
plans_are_found()
QTest.mouseClick(window.pages["balance"].cards[0].button, Qt.MouseButton.LeftButton)
assert session.analysis.status == "rests", session.analysis.status
assert not window.grab().isNull()
window.close()
print("driven")
"""


@contextlib.contextmanager
def a_screen() -> Iterator[dict[str, str]]:
    """A virtual screen, and the environment of a program on it that remembers nothing."""
    server = shutil.which("Xvfb")
    assert server is not None, "Xvfb is missing: tools/setup.sh test installs it"
    read, write = os.pipe()
    with tempfile.TemporaryDirectory() as state, subprocess.Popen(
        [server, "-displayfd", str(write), "-screen", "0", "1400x900x24", "-nolisten", "tcp"],
        pass_fds=(write,), stderr=subprocess.DEVNULL,
    ) as screen:  # fmt: skip
        os.close(write)
        try:
            number = b""
            while not number.endswith(b"\n"):
                piece = os.read(read, 16)
                assert piece, "Xvfb did not start"
                number += piece
            here = f":{number.decode().strip()}"
            yield {**os.environ, "DISPLAY": here, "QT_QPA_PLATFORM": "xcb", "EQUILIX_STATE": state}
        finally:
            os.close(read)
            screen.terminate()


class RealWindow(unittest.TestCase):
    """The xcb platform under Xvfb."""

    def test_drag_undo_and_apply_on_a_screen(self) -> None:
        """A real window is shown, a part dragged with the mouse, undone, a plan applied, and all closed in order."""
        with a_screen() as environment:
            found = subprocess.run(
                [sys.executable, "-W", "error", "-c", _DRIVE], capture_output=True, text=True, env=environment,
                timeout=120,
            )  # fmt: skip
        self.assertEqual(found.stdout.strip(), "driven", found.stderr)
        self.assertEqual(found.returncode, 0, found.stderr)

    def test_read_aloud(self) -> None:
        """Over the accessibility bus (AT-SPI): what is painted is read, and a button that is pressed mends the rig.

        What changes by it is said without being gone to; the part that is stepped to says so itself.
        """
        self.assertIsNotNone(shutil.which("dbus-run-session"), "tools/setup.sh test installs it")
        with a_screen() as environment:
            found = subprocess.run(
                ["dbus-run-session", "--", sys.executable, "-m", "tests.ui.reading_aloud"],
                capture_output=True, text=True, timeout=240,
                env={**environment, "QT_LINUX_ACCESSIBILITY_ALWAYS_ON": "1", "QT_ACCESSIBILITY": "1"},
            )  # fmt: skip
        self.assertEqual(found.returncode, 0, found.stderr)
        self.assertIn("{", found.stdout, found.stderr)
        said = json.loads(found.stdout[found.stdout.index("{") :])  # the desktop's own programs write there too
        before = {(role, name): more for role, name, more in said["before"]}
        self.assertEqual(before["list item", "28–80 zoom"], "1.55 kg")
        self.assertTrue(any(name == "lens: 28–80 zoom" for _, name in before))
        self.assertTrue(any(name.startswith("Falls forward.") for _, name in before))
        self.assertIn("3.6 N·m", " ".join(more for (_, name), more in before.items() if name == "28–80 zoom"))
        self.assertTrue(any(name.startswith("Rests") for _, name, _ in said["after"]))
        heard = [tuple(each) for each in said["heard"]]
        told = [about for event, _, about in heard if event == "Announcement"]
        self.assertTrue(any(about.startswith("Rests level") for about in told), heard)
        self.assertIn("Move what is there: done. One undo takes it back.", told)
        for state in ("selected", "focused"):
            self.assertIn(("StateChanged", state, "28–80 zoom"), heard)


class NoScreen(unittest.TestCase):
    """Without a display the demo works offscreen."""

    def test_demo_prints_its_reading_and_paints_a_picture(self) -> None:
        """It says that it is offscreen by working: reading on the terminal, a PNG, exit code 0."""
        bare = {k: v for k, v in os.environ.items() if k not in ("DISPLAY", "WAYLAND_DISPLAY", "QT_QPA_PLATFORM")}
        with tempfile.TemporaryDirectory() as folder:
            bare["EQUILIX_STATE"] = folder
            found = subprocess.run(
                [sys.executable, "-m", "equilix", "--demo"],
                capture_output=True,
                text=True,
                env=bare,
                cwd=folder,
                timeout=120,
            )
            self.assertEqual(found.returncode, 0, found.stderr)
            self.assertIn("Falls forward", found.stdout)
            picture = Path(folder) / "build" / "demo.png"
            self.assertEqual(picture.read_bytes()[:4], b"\x89PNG")
            self.assertGreater(picture.stat().st_size, 30_000)

    def test_a_picture_of_a_file_on_a_slow_disk(self) -> None:
        """The rig that was asked for is told and painted, and not the nothing that a window begins with."""
        bare = {k: v for k, v in os.environ.items() if k not in ("DISPLAY", "WAYLAND_DISPLAY")}
        with tempfile.TemporaryDirectory() as folder:
            bare.update(EQUILIX_STATE=folder, QT_QPA_PLATFORM="offscreen")
            save(lighthouse(), Path(folder) / "rig.equilix")
            code = (
                "import sys; from equilix.ui.session import disk_work; disk_work.QUICK_S = 0.0\n"
                "from equilix.__main__ import main; sys.exit(main(['rig.equilix', '--screenshot', 'p.png']))"
            )
            found = subprocess.run(
                [sys.executable, "-c", code], capture_output=True, text=True, env=bare, cwd=folder, timeout=120
            )
            self.assertEqual(found.returncode, 0, found.stderr)
            self.assertIn("Falls forward", found.stdout)

    def test_screenshot_option(self) -> None:
        """A file can be painted into a named picture; a broken file is said and the demo's window still opens."""
        bare = {k: v for k, v in os.environ.items() if k not in ("DISPLAY", "WAYLAND_DISPLAY")}
        with tempfile.TemporaryDirectory() as folder:
            bare.update(EQUILIX_STATE=folder, QT_QPA_PLATFORM="offscreen")
            (Path(folder) / "bad.equilix").write_text("{", "utf-8")
            found = subprocess.run(
                [sys.executable, "-m", "equilix", "bad.equilix", "--screenshot", "p.png"],
                capture_output=True, text=True, env=bare, cwd=folder, timeout=120,
            )  # fmt: skip
            self.assertEqual(found.returncode, 0, found.stderr)
            self.assertTrue((Path(folder) / "p.png").exists())
            found = subprocess.run(
                [sys.executable, "-m", "equilix", "--demo", "--screenshot", "bad.equilix/p.png"],
                capture_output=True, text=True, env=bare, cwd=folder, timeout=120,
            )  # fmt: skip
            self.assertEqual(found.returncode, 1)
            self.assertIn("bad.equilix/p.png was not written", found.stderr)


if __name__ == "__main__":
    unittest.main()
