"""What a person chooses for all documents: kept, followed at once, and nothing of the work lost by it."""

import json
import unittest
from unittest import mock

import msgspec
from PySide6.QtCore import QLocale
from PySide6.QtTest import QTest

from equilix.document import empty
from equilix.edits import kit
from equilix.edits.rigging import slide
from equilix.store import recovery
from equilix.store.settings import FILE, Settings, keep_settings, settings, settings_folder
from equilix.store.writing import to_bytes
from equilix.ui.program import Program
from equilix.ui.session import Session
from equilix.ui.session.chosen import Chosen
from equilix.ui.session.opening import history_of
from equilix.ui.theme import NIGHT_SET, enlarge, font
from equilix.ui.window import Window
from equilix.words.language import ENGLISH, speak
from tests.ui.window_test import WindowTest


class Kept(WindowTest):
    """The file of the settings."""

    def test_round_trip(self) -> None:
        """Whatever is chosen comes back as it was; a field that nobody has chosen is as at first."""
        wanted = Settings("de", "Night set", "us", 175, True, "left", {"save": ("F5",), "quit": ()}, True)
        self.assertEqual([each for each in msgspec.structs.astuple(wanted) if each in (None, "", 100, False)], [])
        self.assertTrue(keep_settings(wanted))
        self.assertEqual(settings(), wanted)
        self.assertEqual(settings(self.folder / "nowhere"), Settings())

    def test_what_cannot_be_read_is_nothing(self) -> None:
        """Damaged, another shape, wrong kinds: what is right of it holds, and the rest is as at first."""
        folder = settings_folder()
        folder.mkdir(parents=True)
        for text in (
            "", "{", "[1]", "null", '{"text_percent": 110}', '{"still": 1, "side": "up", "units": "stone"}',
            '{"keys": [1]}', '{"keys": {"save": "F5"}}', '{"keys": {"save": [5]}}', '{"language": 3}',
            '{"keys": {"save": ["1", "2", "3", "4", "5"]}}', json.dumps({"theme": "x" * 101}),
        ):  # fmt: skip
            (folder / FILE).write_text(text)
            self.assertEqual(settings(), Settings(), text)
        (folder / FILE).write_text('{"language": "de", "text_percent": "large", "later": 1}')
        self.assertEqual(settings(), Settings(language="de"))

    def test_where_they_stand(self) -> None:
        """In the folder that the environment names, else in the system's for settings."""
        with mock.patch.dict("os.environ", {"EQUILIX_SETTINGS": str(self.folder / "own")}):
            self.assertEqual(settings_folder(), self.folder / "own")
        with mock.patch.dict("os.environ", {"XDG_CONFIG_HOME": str(self.folder / "config")}):
            del __import__("os").environ["EQUILIX_STATE"]
            self.assertEqual(settings_folder(), self.folder / "config" / "equilix")

    def test_what_cannot_be_kept_holds(self) -> None:
        """A folder that cannot be written: the choice holds in this run, and that it could not be kept is told."""
        chosen, told = Chosen(), []
        chosen.unkept.connect(lambda: told.append(True))
        settings_folder().write_text("a file")
        chosen.become(Settings(theme=NIGHT_SET.name))
        self.assertEqual(told, [True])
        self.assertEqual(chosen.now.theme, NIGHT_SET.name)
        chosen.become(Settings(theme=NIGHT_SET.name))
        self.assertEqual(told, [True])


class Renewed(WindowTest):
    """The window made anew: in another language, with larger text."""

    def setUp(self) -> None:
        super().setUp()
        self.addCleanup(speak, ENGLISH)
        self.addCleanup(QLocale.setDefault, QLocale())
        self.addCleanup(enlarge, 1.0)
        first = self.window
        self.program = Program(self.session.chosen, lambda _chosen: first)

    def renew(self, **values: object) -> None:
        """Choose something, and let the window be made anew."""
        chosen = self.session.chosen
        chosen.become(msgspec.structs.replace(chosen.now, **values))
        self.settle()
        self.window, self.session = self.program.window, self.program.window.session
        self.settle()

    def test_another_language_while_running(self) -> None:
        """Everything is said in German, and back; document, undo, selection, workspace and tab stay."""
        self.session.edit("Slide the plate", lambda d: slide(d, "lamp-room", "bridge", 0.02))
        self.session.selection.select("lens")
        self.window.show_page("balance")
        self.window.page.choose("figures")
        document, before = self.session.document, self.window
        self.renew(language="de")
        self.assertIsNot(self.window, before)
        self.assertIs(self.session.document, document)
        self.assertEqual(self.session.selection.id, "lens")
        self.assertIn("Matte", self.window.tabs["mat"].text())
        self.assertEqual(self.window.page.tabs.tab, "figures")  # type: ignore[attr-defined]
        self.assertIn(" kg", self.window.header.mass.text())
        self.assertIn(",", self.window.header.mass.text())
        self.session.undo()
        self.assertIsNot(self.session.document, document)
        self.renew(language="en")
        self.assertIn("Mat", self.window.tabs["mat"].text())
        self.assertEqual([each for each in self.application.topLevelWidgets() if each.isVisible()], [self.window])

    def test_larger_text_while_running(self) -> None:
        """At once, and everything that is set from then on."""
        self.renew(text_percent=200)
        self.assertAlmostEqual(font().pointSizeF(), 22.0)
        self.assertAlmostEqual(self.window.page.font().pointSizeF(), 22.0)

    def test_unsaved_work_stays_put_by(self) -> None:
        """What was put by before is neither offered as lost nor forgotten; what was put aside can be gone back to."""
        self.session.edit("Slide the plate", lambda d: slide(d, "lamp-room", "bridge", 0.02))
        self.assertTrue(self.session.desk.autosave())
        self.window.files.new()
        run = self.session.desk.run
        self.renew(language="de")
        self.assertIs(self.session.desk.run, run)
        self.assertEqual(recovery.find_lost(), [])
        self.assertEqual(len(self.session.desk.aside), 1)
        sheet = self.session.desk.aside[0]
        self.assertTrue(self.session.desk.go_back(sheet))
        self.assertFalse(self.session.desk.go_back(sheet))  # it is not there any more
        self.assertTrue(self.session.desk.dirty)
        self.session.edit("Slide the plate", lambda d: slide(d, "lamp-room", "bridge", 0.01))
        self.assertTrue(self.session.desk.autosave())

    def test_another_program_meanwhile(self) -> None:
        """What another program has made of the open file is told in the window that is made anew, too."""
        file = self.folder / "a.equilix"
        self.window.files.save_as(str(file))
        file.write_bytes(to_bytes(self.session.document.changed(name="Theirs")))
        self.session.desk.look_at_file()
        self.assertIn("clash", self.window.message.offers)
        self.renew(language="de")
        self.assertIn("clash", self.window.message.offers)
        self.assertIsNotNone(self.session.desk.theirs)

    def test_in_the_middle_of_something(self) -> None:
        """What is held is put back, and the window at arm's length stays so."""
        self.window.toggle_arms_length()
        self.renew(language="de")
        self.assertTrue(self.window.at_arms_length)
        self.window.toggle_arms_length()


class Followed(WindowTest):
    """Theme, units and keys."""

    def test_theme_and_units(self) -> None:
        """Chosen by the commands they are kept, and a window made later has them."""
        self.window.commands["theme"].trigger()
        self.window.commands["units"].trigger()
        self.assertIs(self.window.theme, NIGHT_SET)
        self.assertEqual((settings().theme, settings().units), (NIGHT_SET.name, "us"))
        again = Window(Session(self.document(), self.window, Chosen(settings())))
        self.assertIs(again.theme, NIGHT_SET)
        self.assertEqual(again.session.document.display, "us")
        again.close_anyway()
        again.deleteLater()

    def test_each_document_in_its_own_units(self) -> None:
        """US and back to “as in the document”: metric again at once; one that was written in US units stays so."""
        self.window.show_page("preferences")
        units = self.window.page.units  # type: ignore[attr-defined]
        for row, shown in ((2, "us"), (0, "metric"), (2, "us"), (1, "metric"), (0, "metric")):
            units.setCurrentIndex(row)
            units.activated.emit(row)
            self.settle()
            self.assertEqual((self.session.document.display, units.currentIndex()), (shown, row))
        self.session.put_on_desk(history_of(kit.choose_display(self.session.document, "us")))
        self.assertEqual(self.session.document.display, "us")
        self.session.show_units("metric")
        self.session.show_units(None)
        self.assertEqual(self.session.document.display, "us")
        again = Session(empty(), self.window, self.session.chosen, before=self.session)
        again.show_units(None)
        self.assertEqual(again.document.display, "us", "what goes on in another language goes on in its units")

    def test_new_documents_where_people_use_other_units(self) -> None:
        """In the United States a new document begins in US units, and so does a first start; the demo is as it is."""
        for place, shown in (("en_US.UTF-8", "us"), ("en_GB.UTF-8", "metric"), ("C", "metric"), ("my_MM", "us")):
            with mock.patch.dict("os.environ", {"LC_ALL": place}):
                self.window.files.new()
                self.assertEqual(self.session.document.display, shown, place)
                first = Session()
                self.assertEqual(first.document.display, shown)
                first.close()
                self.window.files.open_demo()
                self.assertEqual(self.session.document.display, "metric")
        self.window.files.new()
        self.session.show_units("us")
        self.session.show_units(None)
        self.assertEqual(self.session.document.display, "metric", "its own")

    def test_own_keys(self) -> None:
        """They hold at once, the usual ones no more, and the tooltips tell them."""
        chosen = self.session.chosen
        chosen.become(msgspec.structs.replace(chosen.now, keys={"open-fit": ("Ctrl+J",), "open-mat": ()}))
        self.assertIn("Ctrl+J", self.window.tabs["fit"].toolTip())
        self.assertNotIn("(", self.window.tabs["mat"].toolTip())
        self.window.activateWindow()
        QTest.keySequence(self.window, "F5")
        self.assertNotEqual(self.window.pages.open_key, "fit")
        QTest.keySequence(self.window, "Ctrl+J")
        self.settle()
        self.assertEqual(self.window.pages.open_key, "fit")


if __name__ == "__main__":
    unittest.main()
