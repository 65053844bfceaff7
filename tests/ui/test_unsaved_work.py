"""The page of unsaved work, and how the program ends when the system ends it."""

import os
import signal
import subprocess
import sys
import unittest
from pathlib import Path
from unittest import mock

from equilix.demo import lighthouse
from equilix.edits import kit, rigging
from equilix.errors import UnwritableFile
from equilix.store.disk import fingerprint
from equilix.store.recovery import Autosave, Run, find_lost
from equilix.store.saving import save
from equilix.ui.workspaces.unsaved_work import LostRow, UnsavedWorkPage
from tests.ui.window_test import WindowTest


class UnsavedWork(WindowTest):
    """What earlier runs left."""

    def setUp(self) -> None:
        super().setUp()
        self.state = self.folder / "state"
        self.file = self.folder / "job.equilix"
        save(lighthouse(), self.file)
        base = fingerprint(self.file)
        changed = rigging.slide(lighthouse(), "lamp-room", "bridge", -0.05)
        changed = kit.change_part(changed, "zoom-28-80", mass_kg=1.5)
        self.lose(changed, self.file, base)
        self.lose(lighthouse().changed(name="newer"), None, None)

    def lose(self, document: object, path: object, base: object) -> None:
        """Put a document by in a run that ends at once."""
        run = Run(self.state)
        Autosave(run).keep(document, path, base)  # type: ignore[arg-type]
        assert run._lock is not None
        os.close(run._lock)

    def page(self) -> UnsavedWorkPage:
        """The page, open, with every row looked at."""
        self.window.show_page("unsaved")
        page = self.window.pages["unsaved"]
        self.wait(lambda: not page._look.isActive())
        return page

    def row(self, title: str) -> LostRow:
        """The row of a piece of work."""
        return next(row for row in self.page().rows if row.title.text() == title)

    def test_all_are_listed(self) -> None:
        """Newest first, with name, time, picture and how much each differs from its file."""
        page = self.page()
        self.assertEqual([row.title.text() for row in page.rows], ["newer", "job.equilix"])
        self.assertIn("Never saved", page.rows[0].differs.text())
        said = page.rows[1].differs.text()
        self.assertIn("2 differences from job.equilix", said)
        self.assertIn("“28–80 zoom”: mass", said)
        self.assertIn("slide 62 mm → −50 mm", said)
        self.assertRegex(page.rows[1].when.text(), r"Backed up \d\d \w+ \d{4}, \d\d:\d\d:\d\d")
        self.assertIsNotNone(page.rows[1].picture.assembly)
        self.window.grab()

    def test_the_offer_at_the_start(self) -> None:
        """One is offered, the others are counted; no message takes the offer away; the next is offered after it."""
        self.window.lost.offer()
        offer = self.window.message.offers["lost"]
        self.assertIn("without saving newer. There is one more", offer.text.text())
        self.session.said.emit("Something else.", True)
        self.window.message.read_away()
        self.assertIs(self.window.message.offers["lost"], offer)
        offer.press("Recover it")
        self.assertEqual(self.session.document.name, "newer")
        self.assertIn("without saving job.equilix.", self.window.message.offers["lost"].text.text())
        self.window.message.offers["lost"].press("Look at it")
        self.assertEqual(self.window.pages.open_key, "unsaved")

    def test_brought_back(self) -> None:
        """It is open, dirty, put by anew, its first copy gone; one undo destroys nothing; its file can be saved to."""
        self.row("job.equilix").bring.click()
        self.assertEqual(self.session.document.parts_by_id["zoom-28-80"].mass_kg, 1.5)
        self.assertTrue(self.session.desk.dirty)
        self.assertEqual([work.name for work in find_lost(self.state)], ["newer"])
        mine = list(self.state.glob(f"work-{self.session.desk.run.key}-*.json"))
        self.assertEqual(len(mine), 1)
        self.session.undo()
        self.assertEqual(self.session.document.parts_by_id["zoom-28-80"].mass_kg, 1.5)
        self.assertTrue(mine[0].exists())
        self.assertTrue(self.session.desk.save())
        self.assertFalse(mine[0].exists())

    def test_on_a_full_disk_the_only_copy_stays(self) -> None:
        """Where it cannot be put by anew, what was put by before stays where it is."""
        with mock.patch("equilix.store.recovery.write_atomically", side_effect=UnwritableFile("The disk is full.")):
            self.row("newer").bring.click()
        self.assertEqual(self.session.document.name, "newer")
        self.assertTrue(list(self.state.glob("work-*.json")))
        self.assertEqual(len(find_lost(self.state)), 2)

    def test_its_file_has_changed_since(self) -> None:
        """Work on a file that another program has changed meanwhile does not replace it unasked."""
        save(lighthouse().changed(name="theirs"), self.file)
        self.row("job.equilix").bring.click()
        self.assertIn("clash", self.window.message.offers)
        self.assertFalse(self.session.desk.save())

    def test_keep_and_forget(self) -> None:
        """Kept: listed, not announced. Forgotten: asked once more in place, then gone."""
        self.row("newer").keep.click()
        row = self.row("newer")
        self.assertFalse(row.keep.isEnabled())
        self.assertIn("set aside", row.when.text())
        self.window.lost.offer()
        self.assertIn("job.equilix", self.window.message.offers["lost"].text.text())
        other = self.row("job.equilix")
        other.forget.click()
        self.assertEqual(len(find_lost(self.state)), 2)
        other.forget.click()
        self.assertEqual([work.name for work in find_lost(self.state)], ["newer"])
        self.assertEqual(len(self.page().rows), 1)

    def test_broken_work(self) -> None:
        """Work that cannot be read says so in its row; an empty list says what it is for."""
        for work in find_lost(self.state):
            head = work.file.read_bytes().split(b"\n")[0]
            work.file.write_bytes(head + b"\n{")
        page = self.page()
        self.assertTrue(all("cannot be read" in row.differs.text() for row in page.rows))
        self.assertFalse(page.rows[0].bring.isEnabled())
        for work in find_lost(self.state):
            work.file.unlink()
        page.refresh()
        self.assertIn("There is none", page.about.text())


_RUN = """
import os, sys
from PySide6.QtCore import QTimer
from equilix.__main__ import main
from equilix.ui import window

shown = window.Window.showEvent
def ready(self, event):
    shown(self, event)
    self.session.edit("Rename", lambda d: d.changed(name="unsaved"))
    QTimer.singleShot(0, lambda: print("ready", flush=True))
window.Window.showEvent = ready
sys.exit(main(["--demo"]))
"""


class Ended(unittest.TestCase):
    """SIGTERM, SIGHUP, Ctrl+C, while the planner is at work."""

    def test_work_is_put_by_and_the_program_ends(self) -> None:
        """The exit code tells which signal it was; the work is there; nothing is written to the terminal."""
        import tempfile

        for number in (signal.SIGTERM, signal.SIGHUP, signal.SIGINT):
            with self.subTest(number.name), tempfile.TemporaryDirectory() as folder:
                environment = {**os.environ, "EQUILIX_STATE": folder, "QT_QPA_PLATFORM": "offscreen"}
                with subprocess.Popen(
                    [sys.executable, "-c", _RUN], env=environment, stdout=subprocess.PIPE, stderr=subprocess.PIPE
                ) as program:
                    assert program.stdout is not None
                    self.assertEqual(program.stdout.readline(), b"ready\n")
                    program.send_signal(number)
                    out, error = program.communicate(timeout=120)
                self.assertEqual(program.returncode, 128 + number)
                self.assertEqual(out, b"")
                self.assertNotIn(b"Traceback", error)
                self.assertEqual([work.name for work in find_lost(Path(folder))], ["unsaved"])


if __name__ == "__main__":
    unittest.main()
