"""Opening, saving, dropping and recovering documents in the window."""

import unittest

from PySide6.QtCore import QMimeData, QPoint, QPointF, Qt, QUrl
from PySide6.QtGui import QDragEnterEvent, QDropEvent

from equilix.demo import lighthouse
from equilix.store import recovery
from equilix.store.saving import save
from tests.ui.window_test import WindowTest


class FilesAndFaults(WindowTest):
    """Opening, saving, dropping, recovering."""

    def test_save_close_open_again(self) -> None:
        """Drag, plan, save; another window finds everything as it was."""
        from equilix.ui.app import open_window

        file = self.folder / "mine.equilix"
        self.wait_for_plans()
        self.session.apply_plan(self.session.plans[1])
        self.assertTrue(self.session.dirty)
        self.assertIn("•", self.window.windowTitle())
        self.window.files.save_as(file)
        self.assertFalse(self.session.dirty)
        saved = self.session.document
        self.window.close()
        again = open_window(file=file)
        self.assertEqual(again.session.document, saved)
        self.assertEqual(again.session.analysis.status, "rests")
        self.assertFalse(again.actions_["undo"].isEnabled())
        again.close()
        again.deleteLater()

    def test_suffix_is_added(self) -> None:
        """A bare name gets the program's ending."""
        self.window.files.save_as(self.folder / "bare")
        self.assertTrue((self.folder / "bare.equilix").exists())

    def test_bad_file_leaves_the_open_document_alone(self) -> None:
        """A broken file is said with its place; document, path and undo are as before, and the file too."""
        bad = self.folder / "bad.equilix"
        bad.write_bytes(b'{"format": "equilix", "version": 1, "parts": [{"id": "a"')
        before = (self.session.document, self.session.path, self.session.history)
        self.assertFalse(self.session.open(bad))
        self.assertEqual((self.session.document, self.session.path, self.session.history), before)
        self.assertIn("line 1", self.messages[-1][0])
        self.assertIn("as it was", self.messages[-1][0])
        self.assertTrue(self.messages[-1][1])
        self.assertFalse(self.window.message.isHidden())
        self.window.message.close_.click()
        self.assertTrue(self.window.message.isHidden())

    def test_failed_save_keeps_the_work(self) -> None:
        """A save into a folder that is not there is said; the work stays unsaved and open."""
        self.session.edit("x", lambda d: d.changed(name="y"))
        self.assertFalse(self.session.save(self.folder / "gone" / "x.equilix"))
        self.assertTrue(self.session.dirty)
        self.assertIn("not saved", self.messages[-1][0])

    def test_drop_a_file_on_the_window(self) -> None:
        """A file dragged onto the window is opened."""
        file = self.folder / "dropped.equilix"
        save(lighthouse().changed(name="Dropped"), file)
        data = QMimeData()
        data.setUrls([QUrl.fromLocalFile(str(file))])
        copy, button, keys = Qt.DropAction.CopyAction, Qt.MouseButton.LeftButton, Qt.KeyboardModifier.NoModifier
        self.application.sendEvent(self.window, QDragEnterEvent(QPoint(5, 5), copy, data, button, keys))
        self.application.sendEvent(self.window, QDropEvent(QPointF(5, 5), copy, data, button, keys))
        self.assertEqual(self.session.document.name, "Dropped")
        self.assertEqual(recovery.recent()[0], file)

    def test_opening_another_loses_nothing(self) -> None:
        """Unsaved work is put by when another document is opened, and undo brings it and its path back."""
        self.session.edit("Rename", lambda d: d.changed(name="precious"))
        file = self.folder / "other.equilix"
        save(lighthouse().changed(name="Other"), file)
        self.session.open(file)
        self.assertEqual(self.session.document.name, "Other")
        self.session.undo()
        self.assertEqual(self.session.document.name, "precious")
        self.assertIsNone(self.session.path)
        self.assertTrue(self.session.dirty)
        self.session.undo()
        self.assertEqual(self.session.document.name, "Lighthouse")

    def test_autosave_and_recovery(self) -> None:
        """Unsaved work is written away, taken away again by saving, and offered after a crash."""
        self.session.edit("Rename", lambda d: d.changed(name="unsaved"))
        self.session.autosave()
        kept = list((self.folder / "state").glob("unsaved-*.json"))
        self.assertEqual(len(kept), 1)
        raw = kept[0].read_bytes()
        self.window.files.save_as(self.folder / "s.equilix")
        self.assertFalse(kept[0].exists())
        crashed = kept[0].with_name("unsaved-999999999-1.json")
        crashed.write_bytes(raw.replace(str(__import__("os").getpid()).encode(), b"999999999", 1))
        self.window.offer_lost_work()
        self.assertIn("without saving", self.window.message.text.text())
        self.window.message.act.click()
        self.assertEqual(self.session.document.name, "unsaved")
        self.assertTrue(self.session.dirty)
        self.assertFalse(crashed.exists())

    def test_dialogs_are_not_in_the_way(self) -> None:
        """Save without a name opens the program's own dialog, which does not block; New and the demo open at once."""
        self.window.actions_["save"].trigger()
        dialog = self.window.files.dialog
        assert dialog is not None
        self.settle()
        self.assertTrue(dialog.isVisible())
        dialog.reject()
        self.settle()
        self.window.actions_["new"].trigger()
        self.assertEqual(self.session.document.parts, ())
        self.window.actions_["demo"].trigger()
        self.assertEqual(self.session.document.name, "Lighthouse")


if __name__ == "__main__":
    unittest.main()
