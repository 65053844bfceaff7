"""Opening, saving, dropping and recovering documents in the window."""

import os
import unittest
from pathlib import Path
from unittest import mock

from PySide6.QtCore import QMimeData, QPoint, QPointF, Qt, QUrl
from PySide6.QtGui import QDragEnterEvent, QDropEvent
from PySide6.QtTest import QTest
from PySide6.QtWidgets import QListView

from equilix.demo import lighthouse
from equilix.edits import kit
from equilix.errors import UnwritableFile
from equilix.store import state
from equilix.store.parsing import open_document
from equilix.store.saving import backup_of, save
from tests.ui.window_test import WindowTest


class FilesAndFaults(WindowTest):
    """Opening, saving, dropping, recovering."""

    def test_save_close_open_again(self) -> None:
        """Drag, plan, save; another window finds everything as it was."""
        from equilix.ui.app import open_program

        file = self.folder / "mine.equilix"
        self.wait_for_plans()
        self.session.apply_plan(self.session.answers.plans[1])
        self.assertTrue(self.session.desk.dirty)
        self.assertIn("•", self.window.windowTitle())
        self.window.files.save_as(file)
        self.assertFalse(self.session.desk.dirty)
        saved = self.session.document
        self.window.close()
        again = open_program(file=file).window
        self.assertEqual(again.session.document, saved)
        self.assertEqual(again.session.analysis.status, "rests")
        self.assertFalse(again.commands["undo"].isEnabled())
        again.close()
        again.deleteLater()

    def test_suffix_is_added(self) -> None:
        """A bare name gets the program's ending."""
        self.window.files.save_as(self.folder / "bare")
        self.assertTrue((self.folder / "bare.equilix").exists())

    def test_a_name_that_is_taken(self) -> None:
        """Another file is replaced only where that is asked for, without a dialog; its content becomes the backup."""
        other = self.folder / "other.equilix"
        save(lighthouse().changed(name="another"), other)
        self.window.files.save_as(other)
        self.assertEqual(open_document(other).name, "another")
        self.assertIsNone(self.session.desk.path)
        self.window.message.offers["taken"].press("Replace it")
        self.assertEqual(
            (open_document(other), open_document(backup_of(other)).name), (self.session.document, "another")
        )
        self.session.edit("Rename", lambda d: d.changed(name="mine"))
        self.window.files.save_as(other)
        self.assertEqual(open_document(other).name, "mine", "its own file is saved to without a question")

    def test_bad_file_leaves_the_open_document_alone(self) -> None:
        """A broken file is said with its place; document, path and undo are as before, and the file too."""
        bad = self.folder / "bad.equilix"
        bad.write_bytes(b'{"format": "equilix", "version": 1, "parts": [{"id": "a"')
        before = (self.session.document, self.session.desk.path, self.session.history)
        self.assertFalse(self.session.desk.open(bad))
        self.assertEqual((self.session.document, self.session.desk.path, self.session.history), before)
        self.assertIn("line 1", self.messages[-1][0])
        self.assertIn("as it was", self.messages[-1][0])
        self.assertTrue(self.messages[-1][1])
        self.assertFalse(self.window.message.isHidden())
        self.window.message.notice.press("Read it")
        self.assertTrue(self.window.message.isHidden())

    def test_failed_save_keeps_the_work(self) -> None:
        """A save into a folder that is not there is said; the work stays unsaved and open."""
        self.session.edit("x", lambda d: d.changed(name="y"))
        self.assertFalse(self.session.desk.save(self.folder / "gone" / "x.equilix"))
        self.assertTrue(self.session.desk.dirty)
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
        self.assertEqual(state.recent()[0], file)

    def test_opening_another_loses_nothing(self) -> None:
        """Unsaved work is put aside when another document is opened, and gone back to with its path and its undo."""
        self.session.edit("Rename", lambda d: d.changed(name="precious"))
        file = self.folder / "other.equilix"
        save(lighthouse().changed(name="Other"), file)
        self.session.desk.open(file)
        self.session.edit("Rename", lambda d: d.changed(name="Other, changed"))
        self.session.undo()
        self.session.undo()
        self.assertEqual(self.session.document.name, "Other", "opening is no step that can be undone")
        self.assertEqual(self.session.history.redo_label, "Rename", "undoing once too often takes nothing away")
        self.assertEqual([sheet.title for sheet in self.session.desk.aside], ["precious, not saved"])
        self.session.desk.go_back(self.session.desk.aside[0])
        self.assertEqual(self.session.document.name, "precious")
        self.assertIsNone(self.session.desk.path)
        self.assertTrue(self.session.desk.dirty)
        self.session.undo()
        self.assertEqual(self.session.document.name, "Lighthouse")
        self.session.desk.go_back(self.session.desk.aside[0])
        self.assertEqual((self.session.document.name, self.session.desk.path), ("Other", file))
        self.session.redo()
        self.assertEqual(self.session.document.name, "Other, changed")

    def work_files(self) -> list[str]:
        """What is put by."""
        return [file.name for file in (self.folder / "state").glob("work-*.json")]

    def test_unsaved_work_is_put_by(self) -> None:
        """Unsaved work is written away and taken away again by saving; what an undo after a save brings is work too."""
        self.session.edit("Rename", lambda d: d.changed(name="first"))
        self.session.desk.autosave()
        self.assertEqual(len(self.work_files()), 1)
        self.session.edit("Rename", lambda d: d.changed(name="second"))
        self.window.files.save_as(self.folder / "s.equilix")
        self.assertEqual(self.work_files(), [])
        self.session.undo()
        self.session.desk.autosave()
        self.assertEqual(len(self.work_files()), 1)
        self.session.redo()
        self.session.desk.autosave()
        self.assertEqual(self.work_files(), [])

    def test_work_that_cannot_be_put_by(self) -> None:
        """Said once at once, marked in the window, asked about before closing, and taken back when it goes again."""
        self.session.edit("Rename", lambda d: d.changed(name="only here"))
        with mock.patch("equilix.store.recovery.write_atomically", side_effect=UnwritableFile("x", "the disk is full")):
            for _ in range(3):
                self.assertFalse(self.session.desk.autosave())
            self.assertIn("disk is full", self.window.message.offers["unkept"].text.text())
            self.assertFalse(self.window.nav.mark.isHidden())
            self.assertFalse(self.window.close())
            self.assertTrue(self.window.isVisible())
            self.assertIn("only here", self.window.message.offers["closing"].text.text())
            self.window.message.offers["closing"].press("Stay")
            self.assertTrue(self.window.isVisible())
        self.assertTrue(self.session.desk.autosave())
        self.assertTrue(self.window.nav.mark.isHidden())
        self.assertEqual(self.window.message.offers, {})
        with mock.patch("equilix.store.recovery.write_atomically", side_effect=UnwritableFile("The disk is full.")):
            self.session.edit("Rename", lambda d: d.changed(name="again"))
            self.window.close()
            self.window.message.offers["closing"].press("Close and lose it")
            self.assertFalse(self.window.isVisible())

    def test_a_file_that_another_program_changes(self) -> None:
        """It is noticed while it is open; saving does not replace it; the four answers do what they say."""
        file = self.folder / "shared.equilix"
        save(lighthouse(), file)
        self.session.desk.open(file)
        self.session.edit("Rename", lambda d: d.changed(name="mine"))
        theirs = lighthouse().changed(name="theirs")
        save(theirs, file)
        self.wait(lambda: "clash" in self.window.message.offers)
        self.assertFalse(self.session.desk.save())
        self.assertEqual(open_document(file), theirs)
        offer = self.window.message.offers["clash"]
        self.session.said.emit("Another message.", False)
        self.assertIs(self.window.message.offers["clash"], offer)
        offer.press("Differences")
        self.assertIn("“theirs” → “mine”", self.window.disk.panel.lines.toPlainText())
        self.window.disk.panel.done.click()
        self.window.message.offers["clash"].press("Keep both")
        beside = self.folder / "shared (2).equilix"
        self.assertEqual((self.session.desk.path, open_document(beside).name), (beside, "mine"))
        self.assertEqual(open_document(file), theirs)

    def test_take_theirs_or_replace(self) -> None:
        """Theirs is taken with the own put aside; or the own replaces theirs, which becomes the backup."""
        file = self.folder / "shared.equilix"
        save(lighthouse(), file)
        self.session.desk.open(file)
        save(lighthouse().changed(name="theirs"), file)
        self.session.edit("Rename", lambda d: d.changed(name="mine"))
        self.assertFalse(self.session.desk.save())
        self.window.message.offers["clash"].press("Take theirs")
        self.assertEqual(self.session.document.name, "theirs")
        self.assertNotIn("clash", self.window.message.offers)
        self.session.edit("Rename", lambda d: d.changed(name="mine again"))
        save(lighthouse().changed(name="theirs again"), file)
        self.assertFalse(self.session.desk.save())
        self.window.message.offers["clash"].press("Replace it")
        self.assertEqual(open_document(file).name, "mine again")
        self.assertEqual(open_document(backup_of(file)).name, "theirs again")
        self.assertFalse(self.session.desk.dirty)

    def shared(self) -> Path:
        """The demo in a file that is open."""
        file = self.folder / "shared.equilix"
        save(lighthouse(), file)
        self.session.desk.open(file)
        return file

    def test_both_put_together(self) -> None:
        """What both have done to different things is one edit; saved it is in the file, and undone it is as before."""
        file = self.shared()
        self.session.edit("Rename", lambda d: kit.rename_setup(d, "stairs", "Stairs"))
        save(kit.change_part(lighthouse(), "boxy-body", mass_kg=2.5), file)
        self.wait(lambda: "clash" in self.window.message.offers)
        self.window.message.offers["clash"].press("Put together")
        self.settle()
        self.assertNotIn("clash", self.window.message.offers)
        document = self.session.document
        self.assertEqual(document.parts_by_id["boxy-body"].mass_kg, 2.5)
        self.assertEqual(document.setups_by_id["stairs"].name, "Stairs")
        self.assertTrue(self.session.desk.dirty)
        self.assertTrue(self.session.desk.save())
        self.assertEqual(open_document(file), document)
        self.session.undo()
        self.assertEqual(self.session.document.parts_by_id["boxy-body"].mass_kg, 2.35)

    def test_conflicts_are_chosen_one_by_one(self) -> None:
        """A line for each, with both sides; Enter takes the other; closing the panel answers nothing."""
        file = self.shared()
        self.session.edit("Heavier", lambda d: kit.change_part(d, "boxy-body", mass_kg=2.5))
        self.session.edit("Rename", lambda d: kit.rename_setup(d, "stairs", "Stairs"))
        theirs = kit.rename_setup(kit.change_part(lighthouse(), "boxy-body", mass_kg=2.4), "stairs", "The steps")
        save(theirs, file)
        self.wait(lambda: "clash" in self.window.message.offers)
        before = self.session.document
        self.window.message.offers["clash"].press("Put together")
        panel = self.window.disk.merging
        assert panel is not None
        self.assertEqual(panel.lines.count(), 2)
        said = panel.lines.item(0).text()
        self.assertEqual(said, "“boxy cinema body”, mass: mine, 2.50 kg; theirs is 2.40 kg")
        panel.lines.itemActivated.emit(panel.lines.item(0))
        self.assertTrue(panel.lines.item(0).text().startswith("“boxy cinema body”, mass: theirs, 2.40 kg"))
        panel.close()
        self.assertIs(self.session.document, before)
        self.assertIn("clash", self.window.message.offers)
        self.window.message.offers["clash"].press("Put together")
        panel = self.window.disk.merging
        assert panel is not None
        panel.all_theirs.click()
        panel.lines.itemActivated.emit(panel.lines.item(1))
        panel.done.click()
        self.settle()
        self.assertEqual(self.session.document.parts_by_id["boxy-body"].mass_kg, 2.4)
        self.assertEqual(self.session.document.setups_by_id["stairs"].name, "Stairs")
        self.assertNotIn("clash", self.window.message.offers)

    def test_a_copy_that_cannot_be_read(self) -> None:
        """Half a file is said, and the own work is as it was."""
        file = self.shared()
        self.session.edit("Rename", lambda d: kit.rename_setup(d, "stairs", "Stairs"))
        file.write_text("{")
        self.wait(lambda: "clash" in self.window.message.offers)
        self.window.message.offers["clash"].press("Put together")
        self.settle()
        self.assertTrue(self.messages[-1][1])
        self.assertEqual(self.session.document.setups_by_id["stairs"].name, "Stairs")

    def test_a_file_that_is_touched_or_gone(self) -> None:
        """The same content at another time is no change; a file that was deleted is written anew by saving."""
        file = self.folder / "mine.equilix"
        save(lighthouse(), file)
        self.session.desk.open(file)
        os.utime(file, (1e9, 1e9))
        self.session.desk.look_at_file()
        self.assertEqual(self.window.message.offers, {})
        self.session.edit("Rename", lambda d: d.changed(name="new"))
        file.unlink()
        self.assertTrue(self.session.desk.save())
        self.assertEqual(open_document(file).name, "new")

    def test_what_cannot_be_analysed_is_not_shown(self) -> None:
        """Where an edit makes what cannot be worked out, the window goes on with the rig that it shows."""
        before = (self.session.document, self.session.analysis)
        with mock.patch("equilix.ui.session.session.analyse", side_effect=ZeroDivisionError("odd")):
            self.assertFalse(self.session.edit("Rename", lambda d: d.changed(name="odd")))
            self.assertFalse(self.session.desk.replace(lighthouse().changed(name="odd"), None))
        self.assertEqual((self.session.document, self.session.analysis), before)
        self.assertIn("Nothing was changed", self.messages[-1][0])
        self.assertEqual(self.session.desk.aside, ())

    def test_a_dialog_deletes_nothing(self) -> None:
        """Delete on a file that could be opened: it is not even asked about."""
        file = self.folder / "kept.equilix"
        save(lighthouse(), file)
        self.window.files.choose_open()
        dialog = self.window.files.dialog
        assert dialog is not None
        self.assertTrue(dialog.testOption(dialog.Option.ReadOnly), "else it asks, and waits")
        dialog.setDirectory(str(self.folder))
        files = dialog.findChild(QListView, "listView")
        assert isinstance(files, QListView)
        self.wait(lambda: files.model().rowCount(files.rootIndex()) > 0)
        for row in range(files.model().rowCount(files.rootIndex())):
            files.setCurrentIndex(files.model().index(row, 0, files.rootIndex()))
            QTest.keyClick(files, Qt.Key.Key_Delete)
            self.settle()
        self.assertTrue(file.exists())
        dialog.close()
        self.settle()

    def test_dialogs_are_not_in_the_way(self) -> None:
        """Save without a name opens the program's own dialog, which does not block; New and the demo open at once."""
        self.window.commands["save"].trigger()
        dialog = self.window.files.dialog
        assert dialog is not None
        self.settle()
        self.assertTrue(dialog.isVisible())
        dialog.reject()
        self.settle()
        self.window.commands["new"].trigger()
        self.assertEqual(self.session.document.parts, ())
        self.window.commands["demo"].trigger()
        self.assertEqual(self.session.document.name, "Lighthouse")


if __name__ == "__main__":
    unittest.main()
