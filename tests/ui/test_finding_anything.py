"""Finding anything by its name, the way round, the manual, and the page of preferences, driven as a person would."""

import re
import unittest
from pathlib import Path

from PySide6.QtCore import QPoint, QRect, Qt, QUrl
from PySide6.QtGui import QTextDocument
from PySide6.QtTest import QTest

from equilix.carry import WAYS
from equilix.store.settings import Settings, settings
from equilix.ui import manual_pages
from equilix.ui.commands import COMMANDS
from equilix.ui.finder import Entry, matching
from equilix.ui.keys_of_commands import as_usual, taken_by, with_keys
from equilix.ui.tour import STEPS, beside
from equilix.ui.workspaces import table
from equilix.words.language import ENGLISH, language, speak
from tests.ui.window_test import WindowTest

DOCS = Path(__file__).parents[2] / "docs"


class Finding(WindowTest):
    """Ctrl+G, a word or two, Enter."""

    def find(self, words: str) -> list[str]:
        """What is offered for some words."""
        self.window.commands["find-anything"].trigger()
        self.settle()
        finder = self.window.finder
        finder.line.setText(words)
        return [finder.list.item(row).text() for row in range(finder.list.count())]

    def test_which_are_meant(self) -> None:
        """Every word has to stand somewhere; what begins with it comes first, then what has it at a word's begin."""
        entries = [
            Entry(name, kind, lambda: None)
            for name, kind in (("Slow zoom", "lens"), ("zoom 24", "lens"), ("uzoomy", "lens"), ("Zone", "edit"))
        ]
        self.assertEqual(matching(entries, "zoom"), [1, 0, 2])
        self.assertEqual(matching(entries, "zo"), [1, 3, 0, 2])
        self.assertEqual(matching(entries, "lens slow"), [0])
        self.assertEqual(matching(entries, ""), [0, 1, 2, 3])
        self.assertEqual(matching(entries, "slower"), [])

    def test_a_command(self) -> None:
        """By its words, with its keys; Enter does it, and the list is gone."""
        rows = self.find("show all of the rig")
        self.assertIn("Show all of the rig", rows[0])
        self.assertIn(", F)", rows[0])
        self.window.stage.side.zoom(3.0)
        before = self.window.stage.side.scale
        QTest.keyClick(self.window.finder.line, Qt.Key.Key_Return)
        self.settle()
        self.assertNotEqual(self.window.stage.side.scale, before)
        self.assertFalse(any(each.isVisible() for each in self.window.findChildren(type(self.window.finder))))

    def test_setup_lens_part_page(self) -> None:
        """Each leads to where it is: a setup is opened, a lens goes on, a part is selected or laid on the bench."""
        self.find("boat landing")
        self.window.finder.take()
        self.assertEqual(self.session.setup.name, "Boat landing")
        self.session.open_setup("lamp-room")
        self.find("follow on the rig")
        self.window.finder.take()
        self.assertEqual(self.window.pages.open_key, "build")
        self.assertEqual(self.session.selection.id, "follow-focus")
        self.find("35 prime of the kit")
        self.window.finder.take()
        self.assertEqual(self.window.pages.open_key, "part")
        self.find("24–70 put this lens")
        self.window.finder.take()
        self.assertIn("24–70", self.window.header.lens.text())
        self.find("slight carried by")
        self.window.finder.take()
        self.assertEqual(self.session.analysis.operator.name, "Slight operator")
        self.find("harness manual")
        self.window.finder.take()
        self.assertEqual(self.window.pages.open_key, "manual")

    def test_arrows_and_nothing(self) -> None:
        """Down goes on and stops at the last one; where nothing is called so Enter does nothing; Esc leaves."""
        rows = self.find("zoom")
        finder = self.window.finder
        for _ in range(len(rows) + 3):
            QTest.keyClick(finder.line, Qt.Key.Key_Down)
        self.assertEqual(finder.list.currentRow(), len(rows) - 1)
        QTest.keyClick(finder.line, Qt.Key.Key_PageUp)
        self.assertEqual(finder.list.currentRow(), 0)
        finder.line.setText("nothing is called like this")
        QTest.keyClick(finder.line, Qt.Key.Key_Return)
        self.assertTrue(finder.isVisible())
        QTest.keyClick(finder, Qt.Key.Key_Escape)
        self.settle()

    def test_all_of_it(self) -> None:
        """Without a word all are meant, and that there are more is said; what cannot be done is absent."""
        rows = self.find("")
        self.assertEqual(len(rows), 41)
        self.window.finder.line.setText("undo")
        self.assertNotIn("Undo   (Edit", self.window.finder.list.item(0).text())
        self.window.finder.close()


class WayRound(WindowTest):
    """Five steps on the demo."""

    def test_from_step_to_step(self) -> None:
        """Each beside its place and in the window, named; back and onward; the last one ends it; the demo is open."""
        self.session.open_setup("stairs")
        self.window.show_around()
        self.settle()
        tour = self.window.tour
        assert tour is not None
        self.assertEqual(self.session.setup.id, "lamp-room")
        self.assertLessEqual(len(STEPS), 5)
        seen = set()
        for number in range(len(STEPS)):
            self.settle()
            self.assertEqual(tour.at, number)
            card, frame = tour.card, tour.frame
            self.assertTrue(self.window.rect().contains(card.geometry()))
            place = tour.places[STEPS[number].about]
            self.assertEqual(frame.geometry().topLeft(), place.mapTo(self.window, QPoint(0, 0)))
            self.assertNotIn("{", card.text.text())
            seen.add(card.title.text())
            if number == 1:
                tour.card.back.click()
                self.assertEqual(tour.at, 0)
                tour.card.onward.click()
            tour.card.onward.click()
        self.settle()
        self.assertEqual(len(seen), len(STEPS))
        self.assertIsNone(self.window.tour)

    def test_left_at_any_step(self) -> None:
        """By Esc; begun anew in the middle of one there is still one; at another size it stands in the window."""
        self.window.show_around()
        self.window.show_around()
        self.settle()
        tour = self.window.tour
        assert tour is not None
        self.window.resize(1024, 640)
        self.settle()
        self.assertTrue(self.window.rect().contains(tour.card.geometry()))
        QTest.keyClick(tour.card, Qt.Key.Key_Escape)
        self.settle()
        self.assertIsNone(self.window.tour)

    def test_offered_once(self) -> None:
        """At the first start, and never again; what it offers is the way round."""
        self.window.offer_tour()
        self.window.message.offers["tour"].press("Show me around")
        self.settle()
        assert self.window.tour is not None
        self.window.tour.end()
        self.window.offer_tour()
        self.assertNotIn("tour", self.window.message.offers)
        self.assertTrue(settings().shown_around)

    def test_where_a_card_stands(self) -> None:
        """Right of a thing at the left, left of one at the right, under one at the top, over one at the bottom."""
        room = QRect(0, 0, 1000, 600)
        for box, wanted in (
            (QRect(0, 100, 100, 400), QPoint(113, 100)), (QRect(700, 50, 300, 500), QPoint(386, 50)),
            (QRect(0, 0, 1000, 60), QPoint(14, 73)), (QRect(0, 500, 1000, 100), QPoint(14, 336)),
            (QRect(0, 0, 1000, 600), QPoint(14, 435)),
        ):  # fmt: skip
            self.assertEqual(beside(box, room, 300, 150), wanted, box)


class Manual(WindowTest):
    """What is written for the people who carry cameras, read inside the program."""

    def test_a_page_for_each(self) -> None:
        """One for every workspace and one for every way of carrying, each with its title first."""
        keys = [page.key for page in manual_pages.pages()]
        self.assertEqual(len(set(keys)), len(keys))
        for workspace in table.WORKSPACES:
            if workspace.in_the_row:
                self.assertIn(workspace.key, keys)
        for way in WAYS:
            self.assertIn(way, keys)
        self.assertEqual(
            {file.stem for file in (DOCS / "manual").glob("*.md")}, set(keys), "a page that no list leads to"
        )
        for page in manual_pages.pages():
            text = page.file.read_text("utf-8")
            self.assertTrue(text.startswith(f"# {page.title}\n"))
            self.assertGreater(len(text), 400)

    def test_in_german(self) -> None:
        """The same pages in the same order, each of about the same length; and that is what is read where German is."""
        english = manual_pages.pages()
        speak(language("de"))
        self.addCleanup(speak, ENGLISH)
        german = manual_pages.pages()
        self.assertEqual([each.key for each in german], [each.key for each in english])
        for one, other in zip(english, german, strict=True):
            lengths = [len(each.file.read_text("utf-8")) for each in (one, other)]
            self.assertLess(max(lengths) / min(lengths), 1.5, one.key)
        self.window.look_up("manual")
        reader = self.window.page.reader  # type: ignore[attr-defined]
        self.assertIn("Hier anfangen", reader.toPlainText())
        picture = reader.loadResource(QTextDocument.ResourceType.ImageResource, QUrl("../../screenshots/balance.png"))
        self.assertGreater(picture.width(), 300)

    def test_every_link_leads_somewhere(self) -> None:
        """To a page, a workspace or a picture that is there; no page says a word that must not be said."""
        german = [each.file for each in manual_pages._pages(manual_pages.BESIDE / "de")]
        self.assertEqual(len(german), len(manual_pages.pages()))
        for page in (*manual_pages.pages(), *manual_pages._pages(manual_pages.BESIDE / "de")):
            text = page.file.read_text("utf-8")
            for target in re.findall(r"\]\(([^)]+)\)", text):
                with self.subTest(f"{page.key}: {target}"):
                    if target.startswith("equilix:"):
                        self.assertIn(target.partition(":")[2], table.BY_KEY)
                    else:
                        self.assertTrue((page.file.parent / target).resolve().is_file())
            self.assertNotRegex(text.lower(), r"\bsafe(ly)?\b|https?:")

    def test_read_in_the_window(self) -> None:
        """Opened and left by its keys, from page to page by links, into a workspace, found by words that it has."""
        self.window.show_page("fit")
        self.window.commands["manual"].trigger()
        page = self.window.page
        self.assertEqual(page.shown, "begin")  # type: ignore[attr-defined]
        reader = page.reader  # type: ignore[attr-defined]
        self.assertIn("Begin here", reader.toPlainText())
        page._follow(QUrl("gimbal.md"))  # type: ignore[attr-defined]
        self.assertIn("Motors hold", reader.toPlainText())
        picture = reader.loadResource(QTextDocument.ResourceType.ImageResource, QUrl("../screenshots/gimbal.png"))
        self.assertGreater(picture.width(), 300)
        self.assertLessEqual(picture.width(), reader.viewport().width())
        page.words.setText("eyelet")  # type: ignore[attr-defined]
        titles = [page.list.item(row).text() for row in range(page.list.count())]  # type: ignore[attr-defined]
        self.assertIn("Support harness", titles)
        self.assertNotIn("Mat", titles)
        page.words.setText("no page has these words")  # type: ignore[attr-defined]
        self.assertIn("No page", reader.toPlainText())
        QTest.keyClick(page, Qt.Key.Key_Escape)
        self.assertEqual(self.window.pages.open_key, "fit")
        self.window.look_up("manual")
        page._follow(QUrl("equilix:power"))  # type: ignore[attr-defined]
        self.assertEqual(self.window.pages.open_key, "power")

    def test_nothing_from_elsewhere(self) -> None:
        """A page shows no file from outside the manual, and nothing from a network."""
        self.window.look_up("manual")
        reader = self.window.page.reader  # type: ignore[attr-defined]
        outside = self.folder / "x.png"
        self.window.grab().save(str(outside))
        for name in (str(outside), f"../../../../{outside}", "https://example.org/x.png", "../order.txt"):
            self.assertIsNone(reader.loadResource(QTextDocument.ResourceType.ImageResource, QUrl(name)))


class KeysOfCommands(unittest.TestCase):
    """No key does two things."""

    table = (*table.commands(), *COMMANDS)

    def test_usual_ones_are_apart(self) -> None:
        """As shipped, every key belongs to one command."""
        for command in self.table:
            for keys in command.keys:
                self.assertIsNone(taken_by(keys, self.table, Settings(), command.key), keys)

    def test_taken_from_another(self) -> None:
        """Who had the keys has them no more, keeps others that it has, and gets them back with its usual ones."""
        by = {command.key: command for command in self.table}
        now = with_keys(by["save"], "Ctrl+Y", self.table, Settings())
        self.assertEqual(by["save"].keys_in(now), ("Ctrl+Y",))
        self.assertEqual(by["redo"].keys_in(now), ("Ctrl+Shift+Z",))
        self.assertEqual(taken_by("Ctrl+Y", self.table, now), by["save"])
        again = as_usual(by["redo"], self.table, now)
        self.assertEqual(by["redo"].keys_in(again), ("Ctrl+Shift+Z",))  # the other one is still taken
        free = as_usual(by["redo"], self.table, as_usual(by["save"], self.table, again))
        self.assertEqual(free.keys, {})
        none = with_keys(by["save"], "", self.table, Settings())
        self.assertEqual(by["save"].keys_in(none), ())
        self.assertEqual(with_keys(by["save"], "Ctrl+S", self.table, none).keys, {})


class Preferences(WindowTest):
    """One page, each choice at once."""

    def setUp(self) -> None:
        super().setUp()
        self.window.show_page("power")
        self.window.commands["preferences"].trigger()
        self.settle()
        self.page = self.window.page

    def choose(self, box: object, value: object) -> None:
        """Choose a row as one does with the mouse."""
        row = next(row for row in range(box.count()) if box.itemData(row) == value)  # type: ignore[attr-defined]
        box.setCurrentIndex(row)  # type: ignore[attr-defined]
        box.activated.emit(row)  # type: ignore[attr-defined]
        self.settle()

    def test_each_choice(self) -> None:
        """Kept, followed, and shown on the page when it was chosen elsewhere."""
        page = self.page
        asked: list[bool] = []
        self.session.chosen.renewal_asked.connect(lambda: asked.append(True))
        self.choose(page.units, "us")  # type: ignore[attr-defined]
        self.assertEqual(self.session.document.display, "us")
        self.choose(page.light, "Night set")  # type: ignore[attr-defined]
        self.assertEqual(self.window.theme.name, "Night set")
        self.choose(page.side, "left")  # type: ignore[attr-defined]
        page.still.setChecked(True)  # type: ignore[attr-defined]
        self.assertEqual(asked, [])
        self.choose(page.text, 150)  # type: ignore[attr-defined]
        self.choose(page.language, "de")  # type: ignore[attr-defined]
        self.assertEqual(len(asked), 2)
        kept = settings()
        self.assertEqual(
            (kept.units, kept.theme, kept.side, kept.still, kept.text_percent, kept.language),
            ("us", "Night set", "left", True, 150, "de"),
        )
        self.window.commands["units"].trigger()
        self.window.commands["theme"].trigger()
        self.assertEqual(page.units.currentData(), "metric")  # type: ignore[attr-defined]
        self.assertEqual(page.light.currentData(), "Prep room")  # type: ignore[attr-defined]
        self.assertEqual([page.language.itemText(row) for row in range(3)][1:], ["English", "Deutsch"])  # type: ignore[attr-defined]

    def test_new_operators(self) -> None:
        """Carry and look on the side that was chosen; those that are there stay as they are."""
        self.choose(self.page.side, "left")  # type: ignore[attr-defined]
        self.window.header.edit_operator(new=True)
        panel = self.window.header.panel
        assert panel is not None
        self.assertEqual((panel.shoulder.currentIndex(), panel.eye.currentIndex()), (1, 1))  # type: ignore[attr-defined]
        panel.close()
        self.window.header.edit_operator(new=False)
        panel = self.window.header.panel
        assert panel is not None
        self.assertEqual(panel.shoulder.currentIndex(), 0)  # type: ignore[attr-defined]
        panel.close()

    def test_other_keys(self) -> None:
        """Pressed on the row of a command; who had them is told; Esc leaves them; a usual key comes back."""
        keys = self.page.keys  # type: ignore[attr-defined]
        _, button, usual = keys.rows["open-fit"]
        button.click()
        QTest.keyClick(button, Qt.Key.Key_Control, Qt.KeyboardModifier.ControlModifier)
        self.assertTrue(button.waiting)
        QTest.keyClick(button, Qt.Key.Key_F7)
        self.assertEqual(button.text(), "F7")
        self.assertIn("Check", keys.said.text())
        self.assertEqual(settings().keys, {"open-fit": ("F7",), "open-check": ()})
        QTest.keyClick(self.window, Qt.Key.Key_F7)
        self.settle()
        self.assertEqual(self.window.pages.open_key, "fit")
        self.window.commands["preferences"].trigger()
        self.settle()
        button.click()
        QTest.keyClick(button, Qt.Key.Key_Escape)
        self.assertEqual((button.text(), self.window.pages.open_key), ("F7", "preferences"))
        usual.click()
        self.assertEqual(settings().keys, {"open-check": ()})
        button.click()
        QTest.keyClick(button, Qt.Key.Key_Delete)
        self.assertEqual(settings().keys["open-fit"], ())
        keys.all.click()
        self.assertEqual(settings().keys, {})

    def test_found_by_words_or_keys(self) -> None:
        """The line over the table leaves the commands that are meant, and the titles of their groups."""
        keys = self.page.keys  # type: ignore[attr-defined]
        keys.line.setText("f10")
        shown = [key for key, (name, _, _) in keys.rows.items() if not name.isHidden()]
        self.assertEqual(shown, ["open-change"])
        self.assertEqual([group for group, head in keys.heads.items() if not head.isHidden()], ["go"])

    def test_a_folder_that_cannot_be_made(self) -> None:
        """Is said in words; nothing else happens."""
        (self.folder / "file").write_text("x")
        self.page.open_folder(self.folder / "file" / "inside")  # type: ignore[attr-defined]
        self.assertIn("could not be made", self.messages[-1][0])

    def test_back(self) -> None:
        """Esc and the command lead back to where one was."""
        QTest.keyClick(self.page, Qt.Key.Key_Escape)
        self.assertEqual(self.window.pages.open_key, "power")
        self.window.commands["preferences"].trigger()
        self.window.commands["preferences"].trigger()
        self.assertEqual(self.window.pages.open_key, "power")


if __name__ == "__main__":
    unittest.main()
