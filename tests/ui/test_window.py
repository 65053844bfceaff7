"""The window: cards and ghosts, inspector, mat, header, files, themes, arm's length."""

import time
import unittest

from PySide6.QtCore import QMimeData, QPoint, QPointF, Qt, QUrl
from PySide6.QtGui import QDragEnterEvent, QDropEvent, QGuiApplication
from PySide6.QtTest import QTest
from PySide6.QtWidgets import QAbstractButton, QComboBox, QLabel, QLineEdit, QWidget

from equilix.demo import lighthouse
from equilix.document import Document, empty
from equilix.edits import kit, rigging
from equilix.store import recovery
from equilix.store.saving import save
from equilix.ui import actions
from equilix.ui.theme import NIGHT_SET, PREP_ROOM, THEMES
from equilix.ui.widgets.card import PlanCard
from tests.ui.window_test import WindowTest


class Answers(WindowTest):
    """The ways to mend the rig."""

    def setUp(self) -> None:
        super().setUp()
        self.page = self.window.pages["Balance"]
        self.wait_for_plans()

    def card(self, title: str) -> PlanCard:
        """The card of a school."""
        return next(card for card in self.page.cards if card.plan.title == title)

    def test_first_run(self) -> None:
        """On the demo: the sentence says that it falls, and at least three answers stand beside it."""
        self.assertIn("Falls forward", self.window.reading.verdict.text())
        self.assertIn("lifts", self.window.reading.cost.text())
        self.assertGreaterEqual(len(self.page.cards), 3)
        self.assertIn("pain means stop", self.page.caution.text())

    def test_looking_shows_a_ghost(self) -> None:
        """Focus on a card shows its ghost on the stage; leaving takes it away."""
        card = self.card("Put power to work")
        before = self.window.stage.side.grab().toImage()
        card.setFocus()
        self.settle()
        self.assertIs(self.session.ghost, card.plan)
        self.assertNotEqual(self.window.stage.side.grab().toImage(), before)
        card.clearFocus()
        self.settle()
        self.assertIsNone(self.session.ghost)

    def test_applying_is_one_action_and_undo_is_one_action(self) -> None:
        """“Do it” mends the rig; one undo brings the old one back; redo mends it again."""
        start = self.session.document
        for title in [card.plan.title for card in self.page.cards]:
            with self.subTest(title):
                self.wait_for_plans()
                promised = self.card(title).plan.promised_m["fore-aft"]
                QTest.mouseClick(self.card(title).button, Qt.MouseButton.LeftButton)
                self.settle()
                self.assertEqual(self.session.analysis.status, "rests")
                self.assertIn("Rests level", self.window.reading.verdict.text())
                self.assertAlmostEqual(self.session.analysis.conditions[0].value_m, promised, delta=1e-6)
                self.press(Qt.Key.Key_Z, self.window, control=True)
                self.assertEqual(self.session.document, start)

    def test_by_keyboard(self) -> None:
        """F4 steps through the cards; Enter carries one out."""
        self.press(Qt.Key.Key_F4, self.window)
        self.assertIs(self.session.ghost, self.page.cards[0].plan)
        self.press(Qt.Key.Key_F4, self.window)
        self.assertIs(self.session.ghost, self.page.cards[1].plan)
        self.press(Qt.Key.Key_Return, self.page.cards[1])
        self.assertEqual(self.session.analysis.status, "rests")

    def test_an_edit_calls_the_planner_off(self) -> None:
        """Old answers go at once; the new ones fit the new rig."""
        old = self.session.plans
        setup = self.session.setup.id
        for mm in (30, 40, 50):
            self.session.edit("slide", lambda d, mm=mm: rigging.slide(d, setup, "bridge", mm / 1000))
            self.assertEqual(self.session.plans, [])
        self.wait_for_plans()
        self.assertEqual(len(self.session.plans), 4)
        self.assertTrue(all(p.before.setup == self.session.setup for p in self.session.plans))
        self.assertNotEqual(self.session.plans[0].steps, old[0].steps)

    def test_the_interface_goes_on_while_plans_are_made(self) -> None:
        """While the planner works, events are handled: no wait of more than 50 ms at the median."""
        setup, waits = self.session.setup.id, []
        self.session.edit("slide", lambda d: rigging.slide(d, setup, "bridge", 0.033))
        while self.session.is_planning:
            start = time.perf_counter()
            self.application.processEvents()
            waits.append(time.perf_counter() - start)
            time.sleep(0.001)
        self.assertGreater(len(waits), 3)
        self.assertLess(sorted(waits)[len(waits) // 2], 0.050)

    def test_refusals_are_said(self) -> None:
        """With no counterweights in the kit that school says why not."""
        parts = tuple(p for p in lighthouse().parts if p.kind != "counterweight")
        self.session.edit("fewer", lambda d: d.changed(parts=parts))
        self.wait_for_plans()
        self.assertIn("no counterweight", self.page.cannot.text())

    def test_balanced_rig_says_so(self) -> None:
        """When it rests there are no cards to press, and that is said."""
        self.session.apply_plan(self.session.plans[0])
        self.wait_for_plans()
        self.assertEqual(self.page.cards, [])
        self.assertIn("It rests", self.page.cannot.text())

    def test_how_sure(self) -> None:
        """The haze is explained, with what to weigh."""
        self.assertIn("28–80 zoom", self.page.sure.text())
        self.assertIn("Weigh it", self.page.sure_todo.text())


class Inspector(WindowTest):
    """Exact entry on the Build page."""

    def setUp(self) -> None:
        super().setUp()
        self.window.show_page("Build")
        self.session.select("bridge")
        self.settle()
        self.page = self.window.pages["Build"]

    def type_into(self, line: QLineEdit, text: str) -> None:
        """Replace what stands in a field and press Enter."""
        line.setFocus()
        line.selectAll()
        QTest.keyClicks(line, text)
        QTest.keyClick(line, Qt.Key.Key_Return)
        self.settle()

    def test_slide_in_inches(self) -> None:
        """Any unit is understood."""
        self.type_into(self.page.slide.line, "-1 1/2 in")
        self.assertAlmostEqual(self.placement("bridge").slide_m, -0.0381, places=6)

    def test_refused_entry_stays_and_says_why(self) -> None:
        """A slide off the track, and a word: the complaint stands below, what was typed stays, Escape restores."""
        before = self.session.document
        for text, why in (("900 mm", "Its track runs from"), ("far back", "Allowed is something like")):
            self.type_into(self.page.slide.line, text)
            self.assertIn(why, self.page.slide.complaint.text())
            self.assertEqual(self.page.slide.line.text(), text)
            self.assertFalse(self.page.slide.complaint.isHidden())
        self.assertIs(self.session.document, before)
        QTest.keyClick(self.page.slide.line, Qt.Key.Key_Escape)
        self.assertTrue(self.page.slide.complaint.isHidden())
        self.assertEqual(self.page.slide.line.text(), "62 mm")

    def test_mass_and_how_it_is_known(self) -> None:
        """Weighing the zoom changes the reading and makes it surer."""
        self.session.select("lens")
        self.settle()
        sd = self.session.analysis.cg_sd_m[0]
        self.type_into(self.page.mass.line, "1.4kg")
        self.page.how.setCurrentIndex(0)
        self.page.how.activated.emit(0)
        self.assertEqual(self.session.document.parts_by_id["zoom-28-80"].mass_kg, 1.4)
        self.assertLess(self.session.analysis.cg_sd_m[0], sd)
        self.type_into(self.page.mass.line, "0")
        self.assertIn("mass_kg was given as 0", self.page.mass.complaint.text())

    def test_remount_turn_extend_pin_exchange_take_off(self) -> None:
        """Every control of the form does its edit."""
        page = self.page
        self.session.select("battery")
        self.settle()
        index = next(i for i in range(page.mount.count()) if page.mount.itemData(i)[0] == "body")
        page.mount.activated.emit(index)
        self.assertEqual(self.placement("battery").parent, "body")
        index = next(i for i in range(page.swap.count()) if page.swap.itemData(i) == "battery-146")
        page.swap.activated.emit(index)
        self.assertEqual(self.placement("battery").part, "battery-146")
        self.session.select("left-handle")
        self.settle()
        self.type_into(page.turn.line, "-30")
        self.type_into(page.extension.line, "40")
        self.assertAlmostEqual(self.placement("left-handle").extension_m, 0.040, places=7)
        self.assertAlmostEqual(self.placement("left-handle").turn_rad, -0.5235988, places=6)
        page.pinned.click()
        self.assertTrue(self.placement("left-handle").pinned)
        page.needed.click()
        self.assertFalse(self.session.document.parts_by_id["left-handle"].needed)
        page.off.click()
        self.assertNotIn("left-handle", self.session.setup.by_id)

    def test_free_root(self) -> None:
        """The root has a place of its own that can be typed."""
        self.session.select("base")
        self.settle()
        self.type_into(self.page.position[0].line, "120 mm")
        pose = self.placement("base").pose
        assert pose is not None
        self.assertAlmostEqual(pose.position_m[0], 0.12)
        self.type_into(self.page.position[0].line, "50 m")
        self.assertFalse(self.page.position[0].complaint.isHidden())

    def test_tree_selects_both_ways(self) -> None:
        """The tree follows the selection, and selects."""
        tree = self.page.tree
        self.session.select("lens")
        self.settle()
        self.assertEqual(tree.currentItem().text(0), "28–80 zoom")
        tree.setCurrentItem(tree.topLevelItem(0))
        self.assertEqual(self.session.selection, "base")
        self.session.select(None)
        self.settle()
        self.assertIn("Click a part", self.page.about.text())


class Mat(WindowTest):
    """The kit, to scale, and new parts."""

    def setUp(self) -> None:
        super().setUp()
        self.press(Qt.Key.Key_F1, self.window)
        self.page = self.window.pages["Mat"]

    def test_all_parts_lie_on_it(self) -> None:
        """Every part has its place, none over another; the totals are said."""
        cells = self.page.cloth.cells
        self.assertEqual(len(cells), len(self.session.document.parts))
        for number, cell in enumerate(cells):
            self.assertFalse(any(cell.box.intersects(other.box) for other in cells[:number]), cell.part.name)
        self.assertIn("worth", self.page.total.text())

    def test_filter(self) -> None:
        """Typing narrows it down by name or kind."""
        QTest.keyClicks(self.page.filter, "battery")
        self.settle()
        self.assertTrue(all("battery" in c.part.name + c.part.kind for c in self.page.cloth.cells))
        self.assertGreater(len(self.page.cloth.cells), 3)

    def test_choose_and_mount_by_keyboard(self) -> None:
        """Arrows choose, Enter mounts on the first place that fits; a part that fits nowhere is said."""
        cloth = self.page.cloth
        cloth.setFocus()
        cloth.choose("microphone")
        self.press(Qt.Key.Key_Return, cloth)
        self.assertIn("microphone", self.session.setup.by_id)
        cloth.choose("quick-plate")
        self.press(Qt.Key.Key_Return, cloth)
        self.assertIn("fits nowhere", self.messages[-1][0])
        first = cloth.current
        self.press(Qt.Key.Key_Right, cloth)
        self.assertNotEqual(cloth.current, first)

    def test_mouse_chooses_and_double_click_mounts(self) -> None:
        """A click chooses and moves nothing, the button shows what is known of it, a double click mounts it."""
        cloth = self.page.cloth
        self.page.filter.setText("microphone")
        self.settle()
        cell = cloth.cell_of("microphone")
        assert cell is not None
        QTest.mouseClick(cloth, Qt.MouseButton.LeftButton, Qt.KeyboardModifier.NoModifier, cell.box.center().toPoint())
        self.settle()
        self.assertTrue(self.page.form.isHidden())
        self.assertEqual(cloth.cell_of("microphone").box, cell.box)
        self.page.about.click()
        self.assertFalse(self.page.form.isHidden())
        self.assertEqual(self.page.form.name.text(), "short shotgun microphone")
        at = cloth.cell_of("microphone").box.center().toPoint()
        QTest.mouseDClick(cloth, Qt.MouseButton.LeftButton, Qt.KeyboardModifier.NoModifier, at)
        self.assertIn("microphone", self.session.setup.by_id)

    def test_new_part(self) -> None:
        """Kind, mass and three dimensions are enough; what is wrong is said at its field."""
        form = self.page.form
        self.page.new.click()
        self.settle()
        form.name.setText("long 180 mm prime")
        form.kind.setCurrentIndex(form.kind.findData("lens"))
        form.mass.line.setText("a lot")
        form.size[0].line.setText("21 cm")
        form.add.click()
        self.assertIn("not a number", form.mass.complaint.text())
        self.assertEqual(form.mass.line.text(), "a lot")
        form.mass.line.setText("2 lb 10 oz")
        form.add.click()
        self.settle()
        part = self.session.document.parts_by_id["long-180-mm-prime"]
        self.assertAlmostEqual(part.mass_kg, 1.19068, places=5)
        self.assertAlmostEqual(2 * part.body().box_halves_m[:, 0].sum(), 0.21, places=6)
        self.assertEqual(self.page.cloth.current, "long-180-mm-prime")
        form.mass.complain("")
        self.page.new.click()
        form.mass.line.setText("1 kg")
        form.add.click()
        self.assertIn("name", form.refusal.text())

    def test_changing_a_part(self) -> None:
        """Name, price, pieces and the two marks are edits that can be undone; fewer than in use is refused."""
        form = self.page.form
        self.page.cloth.choose("battery-98")
        self.page.about.click()
        self.settle()
        form.name.setText("old 98 Wh battery")
        form.name.editingFinished.emit()
        form.quantity.setValue(3)
        form.owned.click()
        form.needed.click()
        part = self.session.document.parts_by_id["battery-98"]
        self.assertEqual((part.name, part.quantity, part.owned, part.needed), ("old 98 Wh battery", 3, False, False))
        for _ in range(4):
            self.session.undo()
        self.assertEqual(self.session.document.parts_by_id["battery-98"], lighthouse().parts_by_id["battery-98"])
        self.assertEqual(form.name.text(), "98 Wh wedge battery")

    def test_out_of_the_kit(self) -> None:
        """A part in use stays and that is said; another goes and comes back by undo."""
        self.page.cloth.choose("base")
        self.page.remove.click()
        self.assertIn("used in Lamp room", self.messages[-1][0])
        self.page.cloth.choose("prime-25")
        self.page.remove.click()
        self.assertNotIn("prime-25", self.session.document.parts_by_id)
        self.session.undo()
        self.assertIn("prime-25", self.session.document.parts_by_id)


class EmptyDocument(WindowTest):
    """From nothing."""

    def document(self) -> Document:
        """Nothing at all."""
        return empty()

    def test_begins_with_words(self) -> None:
        """Empty states say what to do next; every page and view is painted."""
        self.assertIn("Nothing here yet", self.window.reading.verdict.text())
        for title in ("Mat", "Build", "Balance"):
            self.window.show_page(title)
            self.settle()
            self.window.grab()
        self.assertIn("New part", self.window.pages["Mat"].total.text())
        self.assertIn("nothing on this rig", self.window.pages["Balance"].cannot.text())


class Header(WindowTest):
    """The sentence whose words are the switches."""

    def test_lens_operator_setup(self) -> None:
        """Another lens, another operator, a copy of the setup and back; each is one undo."""
        header = self.window.header
        header.lens.choices()[0][1]()
        self.assertNotEqual(header.lens.text(), "28–80 zoom")
        time_before = self.session.analysis.first_to_give_out
        header.operator.choices()[1][1]()
        self.assertEqual(header.operator.text(), "Slight operator")
        self.assertNotEqual(self.session.analysis.first_to_give_out, time_before)
        copy = next(c for c in header.setup.choices() if c is not None and c[0].startswith("Copy"))
        copy[1]()
        self.assertEqual(header.setup.text(), "Lamp room, copy")
        self.assertGreater(len(header.operator.choices()), 3)
        back = next(c for c in header.setup.choices() if c is not None and c[0] == "Lamp room")
        back[1]()
        self.assertEqual(header.setup.text(), "Lamp room")
        for _ in range(4):
            self.session.undo()
        self.assertEqual(header.lens.text(), "28–80 zoom")
        self.assertEqual(header.operator.text(), "Tall operator")

    def test_rename_a_setup(self) -> None:
        """Another name, typed under the word; a name that is taken is refused in place."""
        self.session.edit("x", lambda d: kit.add_setup(d, "Stairs")[0])
        self.window.header.rename_setup()
        panel = self.window.header.panel
        panel.line.setText("lamp room")
        panel.done.click()
        self.assertIn("already", panel.refusal.text())
        panel.line.setText("Stair climb")
        panel.done.click()
        self.settle()
        self.assertEqual(self.window.header.setup.text(), "Stair climb")

    def test_operators(self) -> None:
        """A new operator carries the rig at once; a giant is refused in words; an old one can be changed."""
        header = self.window.header
        header.edit_operator(new=True)
        panel = header.panel
        panel.name.setText("Second operator")
        panel.stature.line.setText("3 m")
        panel.weight.line.setText("sixty")
        panel.done.click()
        self.assertIn("not a number", panel.weight.complaint.text())
        panel.weight.line.setText("60 kg")
        panel.done.click()
        self.assertIn("stature_m was given as 3", panel.refusal.text())
        panel.stature.line.setText("5 ft 4 in")
        panel.shoulder.setCurrentIndex(1)
        panel.done.click()
        self.settle()
        operator = self.session.analysis.operator
        self.assertEqual((operator.name, operator.shoulder), ("Second operator", "left"))
        self.assertAlmostEqual(operator.stature_m, 64 * 0.0254, places=9)
        header.edit_operator(new=False)
        header.panel.weight.line.setText("62 kg")
        header.panel.done.click()
        self.settle()
        self.assertEqual(self.session.analysis.operator.mass_kg, 62.0)
        self.assertEqual(len(self.session.document.operators), 3)

    def test_delete_a_setup(self) -> None:
        """Offered only while another is left."""
        self.assertFalse([c for c in self.window.header.setup.choices() if c and c[0].startswith("Delete")])
        self.window.header._new_setup(None)
        delete = next(c for c in self.window.header.setup.choices() if c and c[0].startswith("Delete"))
        delete[1]()
        self.assertEqual(len(self.session.document.setups), 1)

    def test_menu_opens(self) -> None:
        """The word opens its list."""
        menu = self.window.header.lens.menu()
        self.assertGreater(len(menu.actions()), 4)
        menu.close()


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


class Look(WindowTest):
    """Themes, arm's length, sizes, names, and colours."""

    def test_themes_keep_their_contrast(self) -> None:
        """Text and the two accents have at least 4.5:1 on paper and card (WCAG 2.1, success criterion 1.4.3)."""
        for theme in THEMES:
            for text in (theme.ink, theme.quiet, theme.tip, theme.hold):
                for ground in (theme.paper, theme.card):
                    self.assertGreaterEqual(contrast(text, ground), 4.5, f"{theme.name}: {text} on {ground}")
            for text in (theme.ink, theme.hold):
                self.assertGreaterEqual(contrast(text, theme.hold_wash), 4.5, f"{theme.name}: {text} on the wash")
            self.assertGreaterEqual(contrast(theme.ink, theme.tip_wash), 4.5)

    def test_night_and_day(self) -> None:
        """F9 changes the theme everywhere and back."""
        self.press(Qt.Key.Key_F9, self.window)
        self.assertIs(self.window.theme, NIGHT_SET)
        self.assertIs(self.window.stage.side.theme, NIGHT_SET)
        self.wait_for_plans()
        self.assertTrue(all(card.theme is NIGHT_SET for card in self.window.pages["Balance"].cards))
        self.window.grab()
        self.press(Qt.Key.Key_F9, self.window)
        self.assertIs(self.window.theme, PREP_ROOM)

    def test_arms_length(self) -> None:
        """F11 leaves drawing, sentence and next step; the step can be done; F11 again brings all back."""
        self.wait_for_plans()
        self.press(Qt.Key.Key_F11, self.window)
        self.assertTrue(self.window.stack.isHidden())
        self.assertTrue(self.window.stage.side.isVisible())
        self.assertIn("Next: Slide the camera back", self.window.message.text.text())
        self.assertGreater(self.window.reading.verdict.font().pointSizeF(), 20)
        self.window.message.act.click()
        self.assertEqual(self.session.analysis.status, "rests")
        self.press(Qt.Key.Key_F11, self.window)
        self.assertFalse(self.window.stack.isHidden())

    def test_units(self) -> None:
        """F8 changes all figures to US and back, as an edit."""
        self.press(Qt.Key.Key_F8, self.window)
        self.assertIn("lb", self.window.header.mass.text())
        self.assertIn("lbf", self.window.reading.cost.text())
        self.window.grab()
        self.session.undo()
        self.assertIn("kg", self.window.header.mass.text())

    def test_smallest_size(self) -> None:
        """At 1024×640 nothing of the column is cut off at its right, and the drawing has room."""
        self.window.resize(1024, 640)
        self.wait_for_plans()
        for title in ("Mat", "Build", "Balance"):
            self.window.show_page(title)
            self.settle()
            page = self.window.pages[title]
            self.assertLessEqual(page.scroll.widget().width(), page.scroll.viewport().width(), title)
        self.assertGreater(self.window.stage.side.height(), 180)

    def test_what_can_have_focus_has_a_name(self) -> None:
        """Every button, field and list that can have the focus says what it is."""
        self.wait_for_plans()
        for title in ("Mat", "Build", "Balance"):
            self.window.show_page(title)
            self.settle()
            for widget in self.window.findChildren(QWidget):
                if widget.focusPolicy() & Qt.FocusPolicy.TabFocus and widget.isVisibleTo(self.window):
                    text = widget.text() if isinstance(widget, QAbstractButton) else ""
                    inner = widget.objectName().startswith("qt_") or isinstance(widget.parent(), QComboBox)
                    self.assertTrue(inner or widget.accessibleName() or text, f"{title}: {widget!r}")

    def test_type_is_ours_and_large_enough(self) -> None:
        """Every label is set in the shipped type at 11 pt or more."""
        self.wait_for_plans()
        for title in ("Mat", "Build", "Balance"):
            self.window.show_page(title)
            self.settle()
            for label in self.window.findChildren(QLabel):
                self.assertEqual(label.font().family(), "B612", label.text())
                self.assertGreaterEqual(label.font().pointSizeF(), 11, label.text())

    def test_status_is_a_shape_too(self) -> None:
        """The verdict begins with a sign of its own for each status."""
        self.assertTrue(self.window.reading.verdict.text().startswith("▲"))
        self.wait_for_plans()
        self.session.apply_plan(self.session.plans[0])
        self.assertTrue(self.window.reading.verdict.text().startswith("●"))


class Commands(WindowTest):
    """One table of commands."""

    def test_shortcuts_are_unique(self) -> None:
        """No two commands have the same keys, and every command is in the menu."""
        keys = [key for command in actions.COMMANDS for key in command.keys]
        self.assertEqual(len(keys), len(set(keys)))
        menu = actions.menu(self.window, self.window.actions_)
        shown = [a for a in menu.actions() if not a.isSeparator()]
        self.assertEqual(len(shown), len(actions.COMMANDS))
        menu.deleteLater()

    def test_undo_says_what_it_would_undo(self) -> None:
        """Nothing to undo is greyed; after an edit the command names it."""
        undo = self.window.actions_["undo"]
        self.assertFalse(undo.isEnabled())
        self.session.edit("Weigh the zoom", lambda d: kit.change_part(d, "zoom-28-80", mass_kg=1.5))
        self.assertTrue(undo.isEnabled())
        self.assertEqual(undo.text(), "Undo: Weigh the zoom")

    def test_one_key_per_workspace(self) -> None:
        """F1, F2, F3."""
        for key, title in ((Qt.Key.Key_F1, "Mat"), (Qt.Key.Key_F2, "Build"), (Qt.Key.Key_F3, "Balance")):
            self.press(key, self.window)
            self.assertEqual(self.window.page.title, title)

    def test_command_list_opens(self) -> None:
        """The list of commands pops up, with the files opened last."""
        file = self.folder / "a.equilix"
        save(lighthouse(), file)
        self.session.open(file)
        self.window.show_commands()
        self.settle()
        popup = QGuiApplication.topLevelWindows()
        self.assertTrue(popup)
        for widget in self.application.topLevelWidgets():
            if widget is not self.window and widget.isVisible():
                widget.close()

    def test_a_refused_edit_changes_nothing(self) -> None:
        """A refusal is said; document and history stay."""
        before = self.session.history
        self.assertFalse(self.session.edit("x", lambda d: rigging.slide(d, "lamp-room", "bridge", 5.0)))
        self.assertIs(self.session.history, before)
        self.assertTrue(self.messages[-1][1])


def contrast(a: str, b: str) -> float:
    """Contrast ratio of two colours (WCAG 2.1, relative luminance)."""

    def luminance(value: str) -> float:
        parts = [int(value[k : k + 2], 16) / 255 for k in (1, 3, 5)]
        linear = [p / 12.92 if p <= 0.03928 else ((p + 0.055) / 1.055) ** 2.4 for p in parts]
        return 0.2126 * linear[0] + 0.7152 * linear[1] + 0.0722 * linear[2]

    light, dark = sorted((luminance(a), luminance(b)), reverse=True)
    return (light + 0.05) / (dark + 0.05)


if __name__ == "__main__":
    unittest.main()
