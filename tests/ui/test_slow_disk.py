"""Files on slow disks: the window lives on, nothing is lost, and what belongs to which document is not mixed up."""

from __future__ import annotations

import threading
import unittest
from collections.abc import Callable
from pathlib import Path
from typing import Any
from unittest import mock

from PySide6.QtCore import QPoint, Qt
from PySide6.QtTest import QTest

from equilix.document import empty
from equilix.edits import kit
from equilix.store.parsing import open_document
from equilix.store.recovery import find_lost
from equilix.ui.session import Session, desk, disk_work
from tests.ui.window_test import WindowTest, move_mouse


class Slow(WindowTest):
    """A disk that answers when it is let."""

    def setUp(self) -> None:
        super().setUp()
        patch = mock.patch.object(disk_work, "QUICK_S", 0.01)
        patch.start()
        self.addCleanup(patch.stop)
        self.answer = threading.Event()
        self.file = self.folder / "slow.equilix"

    def tearDown(self) -> None:
        self.answer.set()
        for each in threading.enumerate():
            if each.name == "disk":
                each.join()
        super().tearDown()

    def held(self, name: str) -> Any:
        """One of the two ways to the disk waits from now on."""
        real: Callable[..., object] = getattr(desk, name)

        def wait(*args: object, **more: object) -> object:
            self.answer.wait()
            return real(*args, **more)

        return mock.patch.object(desk, name, wait)

    def rename(self, name: str) -> None:
        """An edit."""
        self.assertTrue(self.session.edit("Name", lambda d: d.changed(name=name)))

    def answered(self) -> None:
        """The disk answers."""
        self.answer.set()
        self.wait(lambda: not self.session.desk.disk.busy)

    def test_saved_meanwhile(self) -> None:
        """It is said; one works on; the file has what was saved, and what was done since is not saved yet."""
        self.session.desk.save(self.file)
        self.wait(lambda: not self.session.desk.disk.busy)
        self.rename("first")
        with self.held("save"):
            self.assertFalse(self.session.desk.save(self.file))
        self.assertIn("Saving slow.equilix takes longer than usual", self.messages[-1][0])
        self.session.desk.look_at_file()  # the file is touched meanwhile: that is looked at later
        self.rename("second")
        self.assertFalse(self.session.desk.save())
        self.assertFalse(self.session.desk.open(self.file))
        self.assertEqual([bad for text, bad in self.messages if "The disk has not answered yet" in text], [True, True])
        self.answered()
        self.assertEqual(self.messages[-1], ("Saved slow.equilix.", False))
        self.assertEqual(open_document(self.file).name, "first")
        self.assertEqual((self.session.desk.path, self.session.desk.dirty), (self.file, True))
        self.assertEqual(self.session.desk.sheet.kept, self.session.document, "what was done meanwhile is put by")
        self.wait(lambda: not self.session.desk.disk._under_way)
        self.assertIsNone(self.session.desk.theirs, "the own save is no other program")
        self.session.undo()
        self.assertFalse(self.session.desk.dirty)

    def test_another_document_meanwhile(self) -> None:
        """It is saved for the document that it was, which lies aside by then."""
        self.rename("first")
        with self.held("save"):
            self.session.desk.save(self.file)
        self.window.files.new()
        self.answered()
        self.assertIsNone(self.session.desk.path)
        (aside,) = self.session.desk.aside
        self.assertEqual((aside.path, aside.title, aside.kept), (self.file, "slow.equilix", None))

    def test_it_fails_in_the_end(self) -> None:
        """Said then; the work is where it was."""
        self.rename("first")
        with self.held("save"):
            self.session.desk.save(self.folder / "gone" / "rig.equilix")
        self.answered()
        self.assertTrue(self.messages[-1][1])
        self.assertIn("not there", self.messages[-1][0])
        self.assertTrue(self.session.desk.dirty)

    def test_opened_meanwhile(self) -> None:
        """One works on; it comes when it is there, but not into the middle of a gesture."""
        self.file.write_bytes(b"{")
        self.session.desk.save(self.folder / "other.equilix")
        self.wait(lambda: not self.session.desk.disk.busy)
        with self.held("read_bytes"):
            self.assertFalse(self.session.desk.open(self.folder / "other.equilix"))
        side = self.window.stage.side
        at = self.middle_of("body")
        QTest.mousePress(side, Qt.MouseButton.LeftButton, Qt.KeyboardModifier.NoModifier, at)
        move_mouse(side, at - QPoint(30, 0))
        self.assertIsNotNone(self.session.in_hand)
        before = self.session.document
        self.answer.set()
        self.settle()
        asked = 0

        def look() -> bool:
            nonlocal asked
            asked += 1
            return asked > 3

        ask = self.session.desk.disk._ask
        ask.timeout.connect(look)
        self.wait(lambda: asked > 3)
        self.assertIs(self.session.document, before)
        QTest.mouseRelease(side, Qt.MouseButton.LeftButton, Qt.KeyboardModifier.NoModifier, at - QPoint(30, 0))
        self.wait(lambda: not self.session.desk.disk.busy)
        self.assertEqual(self.session.desk.path, self.folder / "other.equilix")
        self.assertEqual([each.title for each in self.session.desk.aside], ["other.equilix, not saved"])

    def test_opened_from_the_start_page(self) -> None:
        """The page is left when the rig has come, as it is on a quick disk."""
        self.session.desk.save(self.file)
        self.wait(lambda: not self.session.desk.disk.busy)
        self.window.commands["new"].trigger()
        self.settle()
        with self.held("read_bytes"):
            self.session.desk.open(self.file)
        self.assertEqual(self.window.pages.open_key, "start")
        self.answered()
        self.assertEqual(self.window.pages.open_key, "balance")

    def test_gone_on_with_in_another_window(self) -> None:
        """Another language meanwhile: the window that is made anew has the rig that was asked for, with its file."""
        self.rename("first")
        self.session.desk.save(self.file)
        self.wait(lambda: not self.session.desk.disk.busy)
        self.window.files.new()
        with self.held("read_bytes"):
            self.session.desk.open(self.file)
        self.answer.set()
        again = Session(None, self.window, self.session.chosen, before=self.session)
        self.assertEqual((again.document.name, again.desk.path), ("first", self.file))
        self.assertFalse(again.desk.dirty, "one rig with its own file")
        again.close()

    def test_closed_while_one_is_opened(self) -> None:
        """Nothing goes on behind a closed window."""
        self.session.desk.save(self.file)
        self.wait(lambda: not self.session.desk.disk.busy)
        with self.held("read_bytes"):
            self.session.desk.open(self.file)
        self.answer.set()
        self.window.close_anyway()
        self.assertFalse(self.session.answers.looking)

    def test_opened_and_broken(self) -> None:
        """Said when it has been read; the open document is as it was."""
        self.file.write_bytes(b"{")
        before = self.session.document
        with self.held("read_bytes"):
            self.session.desk.open(self.file)
        self.answered()
        self.assertIn("Your open document is as it was", self.messages[-1][0])
        self.assertIs(self.session.document, before)

    def test_looking_makes_room(self) -> None:
        """Whether another program has touched the file is nobody's wish: a save does not wait for it."""
        self.session.desk.save(self.file)
        self.wait(lambda: not self.session.desk.disk.busy)
        with self.held("fingerprint"):
            self.session.desk.look_at_file()
        self.assertFalse(self.session.desk.disk.busy)
        self.rename("more")
        self.session.desk.save()
        self.wait(lambda: not self.session.desk.disk.busy)
        self.assertEqual(open_document(self.file).name, "more")

    def test_closed_meanwhile(self) -> None:
        """Closing waits for a save, though not for ever: then the work has been put by."""
        self.rename("first")
        with self.held("save"):
            self.session.desk.save(self.file)
        timer = threading.Timer(0.05, self.answer.set)
        timer.start()
        self.window.close_anyway()
        timer.join()
        self.assertEqual(open_document(self.file).name, "first")
        self.assertEqual(find_lost(), [])

    def test_closed_on_a_disk_that_hangs(self) -> None:
        """The next start offers the work."""
        self.rename("first")
        with self.held("save"), mock.patch.object(disk_work, "END_S", 0.01):
            self.session.desk.save(self.file)
            self.window.end_now()
        self.assertFalse(Path(self.file).exists())
        (lost,) = find_lost()
        self.assertEqual(lost.document.name, "first")


class TwoWindows(WindowTest):
    """Two windows on one file (``--another``)."""

    def test_both_change_it(self) -> None:
        """Each is told of the other; nothing is written over unasked; put together it has what both have done."""
        from equilix.ui.window import Window

        file = self.folder / "both.equilix"
        self.assertTrue(self.session.desk.save(file))
        second = Session(empty(), self.window)
        other = Window(second)
        other.show()
        try:
            self.assertTrue(second.desk.open(file))
            second.edit("Weigh", lambda d: kit.change_part(d, "zoom-28-80", mass_kg=1.6))
            self.session.edit("Name", lambda d: d.changed(name="mine"))
            self.assertTrue(second.desk.save())
            self.wait(lambda: self.session.desk.theirs is not None)
            self.assertFalse(self.session.desk.save(), "not over what the other window has written")
            self.assertEqual(open_document(file).parts_by_id["zoom-28-80"].mass_kg, 1.6)
            self.window.message.offers["clash"].press("Put together")
            self.settle()
            self.assertEqual(self.session.document.parts_by_id["zoom-28-80"].mass_kg, 1.6)
            self.assertEqual(self.session.document.name, "mine")
            self.assertTrue(self.session.desk.save())
            self.wait(lambda: second.desk.theirs is not None)
            self.assertFalse(second.desk.dirty)
            other.message.offers["clash"].press("Take theirs")
            self.settle()
            self.assertEqual(second.document.name, "mine")
        finally:
            other.close_anyway()
            other.deleteLater()


if __name__ == "__main__":
    unittest.main()
