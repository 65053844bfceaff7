"""The rig given to other programs: dragged out by its name, and copied as a picture."""

from __future__ import annotations

import errno
import subprocess
import sys
from pathlib import Path
from unittest import mock

from PySide6.QtCore import QPoint, Qt, QUrl
from PySide6.QtGui import QGuiApplication, QImage
from PySide6.QtTest import QTest

from equilix.edits import kit
from tests.ui.window_test import WindowTest

COPIES_AND_ENDS = """
from PySide6.QtWidgets import QApplication
from equilix.demo.lighthouse import lighthouse
from equilix.ui.handing_on import HandingOn
from equilix.ui.session import Session
from equilix.ui.theme import load_fonts
application = QApplication([])
load_fonts(application)
HandingOn(Session(lighthouse())).copy()
print("copied")
"""


class HandingOn(WindowTest):
    """What arrives in the other program, and what is left behind: nothing."""

    def pull(self, far_px: int) -> list[mock.Mock]:
        """Press the rig's name, move, let go; the drags that were begun."""
        word = self.window.header.setup
        with mock.patch("equilix.ui.handing_on.QDrag") as drags:  # a drag of its own waits for a hand that lets go
            QTest.mousePress(word, Qt.MouseButton.LeftButton, pos=QPoint(10, 10))
            QTest.mouseMove(word, QPoint(10 + far_px, 14))
            QTest.mouseRelease(word, Qt.MouseButton.LeftButton, pos=QPoint(10 + far_px, 14))
            self.settle()
        return [drags.return_value for call in drags.return_value.exec.call_args_list if call]

    def test_dragged_by_its_name(self) -> None:
        """A file of it, the picture and its mass in words; no list opens; closed, the file is gone."""
        session = self.session
        session.edit("rename", lambda d: kit.rename_setup(d, session.setup.id, ".Hall / east"))
        with mock.patch.object(self.window.header.setup, "open_menu") as opened:
            (drag,) = self.pull(60)
        opened.assert_not_called()
        data = drag.setMimeData.call_args.args[0]
        path = Path(data.urls()[0].toLocalFile())
        self.assertEqual(path.name, "Hall   east.png")
        picture = QImage(str(path))
        self.assertGreater(picture.width(), picture.height())
        self.assertEqual(picture.size(), data.imageData().size())
        self.assertIn(self.window.header.mass.text(), data.text())
        self.assertLessEqual(drag.setPixmap.call_args.args[0].width(), 220)
        self.window.close()
        self.assertFalse(path.parent.exists())

    def test_not_far_enough(self) -> None:
        """A hand that shakes opens the list."""
        with mock.patch.object(self.window.header.setup, "open_menu"):
            self.assertEqual(self.pull(2), [])

    def test_nothing_to_give(self) -> None:
        """An empty rig is not dragged, and cannot be copied."""
        self.session.edit("new", lambda d: kit.add_setup(d, "Empty", None)[0])
        self.settle()
        self.assertEqual(self.pull(60), [])
        self.assertFalse(self.window.commands["copy-picture"].isEnabled())

    def test_a_full_disk(self) -> None:
        """Where no file can be made it is said, and nothing is dragged."""
        full = OSError(errno.ENOSPC, "No space left on device")
        with mock.patch("equilix.ui.handing_on.TemporaryDirectory", side_effect=full):
            self.assertEqual(self.pull(60), [])
        self.assertIn("could not be dragged out", self.messages[-1][0])
        self.assertTrue(self.messages[-1][1])

    def test_copied(self) -> None:
        """The clipboard holds the picture, and no file that would be gone one day; a second time too."""
        for _ in range(2):
            self.window.commands["copy-picture"].trigger()
        data = QGuiApplication.clipboard().mimeData()
        self.assertTrue(data.hasImage())
        self.assertEqual(data.urls(), [])
        self.assertEqual(self.messages[-1], (f"Copied: {self.session.setup.name}", False))

    def test_the_program_still_ends_in_order(self) -> None:
        """What lies on the clipboard outlives the interpreter, and is thrown away by the toolkit alone."""
        ended = subprocess.run([sys.executable, "-c", COPIES_AND_ENDS], capture_output=True, check=False, timeout=120)
        self.assertEqual((ended.returncode, ended.stdout), (0, b"copied\n"), ended.stderr.decode())

    def test_not_into_its_own_window(self) -> None:
        """Dropped where it came from it is no document to open; what comes from outside is."""
        for source, taken in ((self.window.header.setup, False), (None, True)):
            event = mock.Mock()
            event.source.return_value = source
            event.mimeData.return_value.urls.return_value = [QUrl.fromLocalFile("/rig.png")]
            self.window.dragEnterEvent(event)
            self.assertEqual(event.acceptProposedAction.called, taken)
