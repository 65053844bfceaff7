"""The workspaces Power and Check in the window."""

import unittest

from msgspec.structs import replace
from PySide6.QtCore import Qt
from PySide6.QtTest import QTest
from PySide6.QtWidgets import QLabel

from equilix.edits import kit, rigging
from equilix.edits.powering import set_rule
from equilix.ui.stage.layers import findings
from equilix.ui.stage.primitives import Shape, Text, Wash
from equilix.ui.widgets.place_row import changes
from equilix.ui.widgets.scale import Scale
from tests.ui.window_test import WindowTest


class Power(WindowTest):
    """Runs, wires, places, what to bring."""

    def setUp(self) -> None:
        super().setUp()
        self.wait_for_plans()
        self.press(Qt.Key.Key_F6)
        self.page = self.window.pages["power"]

    def test_runs_against_the_day(self) -> None:
        """9607 s of an 8-hour day: a third of the bar is the one on the rig, two more fill the day; colder, more."""
        self.page.celsius.setText("6")
        self.page.celsius.editingFinished.emit()
        bars, (only,) = self.page.runs, self.page.runs.lasting
        self.assertEqual((only.name, only.pieces), ("98 Wh wedge battery", "× 3"))
        made = bars.primitives()
        trough, _, first, *more = [each.box for each in made if isinstance(each, Wash)]
        self.assertAlmostEqual(first.width() + 1, trough.width() * only.run_s / (8 * 3600), delta=1e-6)
        self.assertEqual([each.role for each in made if isinstance(each, Wash)][2:], ["hold", "hold_wash", "hold_wash"])
        self.assertAlmostEqual(more[-1].right(), trough.right() + (0 if more[-1].width() <= 2 else -1), delta=1.1)
        self.assertIn(only.said, [each.text for each in made if isinstance(each, Text)])
        self.assertIn("× 3", bars.accessibleName())
        self.assertEqual(self.page.runs_head.text(), "Against a day of 8 h")
        before = only.run_s
        self.session.edit("Short day", lambda d: set_rule(d, "day_h", 4.0))
        self.assertEqual((bars.lasting[0].pieces, self.page.runs_head.text()), ("× 2", "Against a day of 4 h"))
        self.page.celsius.setText("−20")
        self.page.celsius.editingFinished.emit()
        self.assertLess(bars.lasting[0].run_s, before)
        self.page.choose("bring")
        self.assertFalse(bars.isVisible() or self.page.runs_head.isVisible())
        self.session.open_setup("stairs")
        self.page.choose("runs")
        self.assertEqual((list(bars.lasting), bars.isVisible()), ([], False))

    def test_runs(self) -> None:
        """What dies first and what that stops; what has no power; colder is shorter."""
        text = self.page.text.text()
        self.assertRegex(text, r"\d h \d\d at 34 W")
        self.assertIn("then stops", text)
        self.assertIn("wireless video transmitter has no power", self.page.troubles.rows[0].accessibleName())
        self.page.celsius.setText("−10 °C")
        self.page.celsius.editingFinished.emit()
        self.assertEqual(self.session.setup.celsius, -10)
        self.assertIn("78 Wh today", self.page.text.text())

    def test_bad_temperature(self) -> None:
        """Refused in place; what was typed stays, the document too."""
        for typed in ("freezing", "120"):
            self.page.celsius.setText(typed)
            self.page.celsius.editingFinished.emit()
            self.assertIn("▲", self.page.refusal.text())
            self.assertEqual(self.session.setup.celsius, 6)

    def test_mode(self) -> None:
        """Everything at full draws more."""
        self.page.mode.setCurrentIndex(2)
        self.page.mode.activated.emit(2)
        self.assertEqual(self.session.setup.mode, "full")
        self.assertEqual(self.session.history.undo_label, "Change the mode")

    def test_leading_a_cable_by_dragging(self) -> None:
        """Dragged from the plate to the transmitter: fed, one entry, and undone by one undo."""
        self.page.choose("wires")
        self.settle()
        diagram = self.page.diagram
        keys = [key for key, _ in diagram.rows]
        start, end = (diagram.box(keys.index(key)).center().toPoint() for key in ("battery-plate", "transmitter"))
        self.drag(diagram, start, end - start)
        self.assertEqual(self.session.result.network.fed_by["transmitter"].source, "battery-plate")
        self.assertEqual(self.session.history.undo_label, "Run a power cable")
        self.session.selection.select("transmitter")
        self.settle()
        self.click(self.page.cable.off)
        self.assertNotIn("transmitter", self.session.result.network.fed_by)
        self.session.undo()
        self.session.undo()
        self.assertEqual(len(self.session.setup.cables), 3)

    def test_cable_of_the_selected_part(self) -> None:
        """Its length and gauge are entered; one that is too short is said at once."""
        self.page.choose("wires")
        self.session.selection.select("body")
        self.settle()
        self.assertTrue(self.page.cable.isVisible())
        for field, typed in ((self.page.cable.length, "20 cm"), (self.page.cable.gauge, "18")):
            field.line.setText(typed)
            field.commit()
        cable = next(c for c in self.session.setup.cables if c.end == "body")
        self.assertEqual((cable.length_m, cable.gauge), (0.2, 18))
        said = " ".join(row.accessibleName() for row in self.page.troubles.rows)
        self.assertIn("too short", said)

    def test_what_is_wrong_is_marked_on_the_rig(self) -> None:
        """On Runs and Wires each trouble has its number on its part; chosen in the list, it lights up."""
        side = self.window.stage.side
        for tab, marked in (("runs", True), ("wires", True), ("place", False), ("bring", False)):
            self.page.choose(tab)
            self.settle()
            where = [check.placement for _, check, _ in findings.marks(side.scene, side.sheet)]
            self.assertEqual(where, ["transmitter"] if marked else [], tab)
            self.assertEqual(self.page.troubles.isVisible(), marked)
        self.page.choose("wires")
        row = self.page.troubles.rows[0]
        QTest.mouseClick(row, Qt.MouseButton.LeftButton)
        self.assertEqual(self.session.selection.id, "transmitter")
        drawn = list(findings.findings(side.scene, side.sheet))
        self.assertEqual([each.fill for each in drawn if isinstance(each, Shape)], ["tip_wash"])
        self.window.show_page("balance")
        self.assertEqual(list(findings.marks(side.scene, side.sheet)), [])

    def test_what_will_not_work_comes_first(self) -> None:
        """Of two troubles the one that stops something leads the list; put right, both are gone."""
        self.page.choose("wires")
        levels = [check.level for check in self.session.result.power_findings]
        self.assertEqual(levels, sorted(levels, key=("stop", "mind").index))
        self.session.edit("Off", lambda d: rigging.remove(d, "lamp-room", "transmitter"))
        self.settle()
        self.assertEqual(self.page.troubles.rows, [])
        self.assertFalse(self.page.troubles.isVisible() or self.page.wrong_head.isVisible())

    def test_draw_is_entered_in_build(self) -> None:
        """What a device draws, and how much of a battery is left, stand among its ratings."""
        self.window.show_page("build")
        for key, figure, typed in (("body", "draw/record", "40 W"), ("battery", "electric/age", "0.8")):
            self.session.selection.select(key)
            self.settle()
            build = self.window.pages["build"]
            self.click(build.rated)
            field = build.panel.fields[figure]
            field.line.setText(typed)
            field.line.setModified(True)
            build.panel.take()
        run = self.session.result.network.runs[0]
        self.assertAlmostEqual(run.usable_wh, 98 * 0.93 * 0.8, delta=0.01)
        self.assertGreater(run.watts, 45)

    def test_what_cannot_be_joined(self) -> None:
        """From a monitor to a battery no cable goes: said, nothing changed."""
        self.page.choose("wires")
        before = self.session.document
        self.page.diagram.led.emit("monitor-5", "battery")
        self.assertIs(self.session.document, before)
        self.assertTrue(any(bad and "No cable goes" in text for text, bad in self.messages))

    def test_cables_on_the_drawing(self) -> None:
        """Shown while the workspace is open, gone with it."""
        self.assertTrue("cables" in self.session.view.overlays)
        shown = self.window.stage.side.grab().toImage()
        self.press(Qt.Key.Key_F3)
        self.assertFalse("cables" in self.session.view.overlays)
        self.assertNotEqual(self.window.stage.side.grab().toImage(), shown)

    def test_places(self) -> None:
        """Ranked places for the battery; one click puts it there."""
        self.page.choose("place")
        self.wait(lambda: not self.page.waits)
        first = self.page.rows[0]
        self.assertIn("146 Wh", first.accessibleName())
        self.click(first.button)
        self.assertEqual(self.placement("battery").part, "battery-146")

    def test_places_are_looked_for_beside_the_interface(self) -> None:
        """Until they are found it says so; each is a scale and a line; looked at, its ghost stands on the drawing."""
        self.page.choose("place")
        self.wait(lambda: not self.page._later.isActive())
        if self.page.job.running:
            self.assertIn("Looking for a place", self.page.looking.text())
        self.wait(lambda: not self.page.waits)
        self.assertFalse(self.page.looking.isVisible())
        row = self.page.rows[0]
        row.setFocus()
        self.settle()
        ghost = self.session.view.ghost
        assert ghost is not None
        self.assertIs(ghost.after, row.place.after)
        self.assertIs(row.findChild(Scale).condition, row.place.after.worst)
        row.clearFocus()
        self.assertIsNone(self.session.view.ghost)
        self.press(Qt.Key.Key_Return, row)
        self.assertTrue(self.session.history.undo_label.startswith("Put the "))

    def test_what_a_place_changes_is_one_line(self) -> None:
        """Strikes first, then how it turns, the hand, the cable; nothing is said of what stays the same."""
        self.page.choose("place")
        self.wait(lambda: not self.page.waits)
        place = self.page.rows[0].place
        for inertia, strikes, said in (
            (1.004, (), "in reach"), (1.006, (), "turns 1% heavier, in reach"),
            (0.9, ("hand",), "▲ hits the hand, turns 10% lighter"),
        ):  # fmt: skip
            told = changes(replace(place, inertia_ratio=inertia, strikes=strikes, in_reach=True, cable_m=0.0), "metric")
            self.assertTrue(told.startswith(said), told)
        told = changes(replace(place, in_reach=False, cable_m=0.254, inertia_ratio=1.0), "us")
        self.assertEqual(told, "out of reach while carried, 10.00 in to the camera")

    def test_bring(self) -> None:
        """One big against several small, charging, flying."""
        self.page.choose("bring")
        text = self.page.text.text()
        for word in ("190 Wh", "does not fly", "for a day", "chargers", "airline decides"):
            self.assertIn(word, text)
        self.session.edit("Rule", lambda d: set_rule(d, "chargers", 1.0))
        self.assertIn("on 1 charger of ", self.page.text.text())

    def test_every_scene(self) -> None:
        """Each scene on each tab, an empty rig too."""
        self.session.edit("New", lambda d: kit.add_setup(d, "Nothing yet")[0])
        for setup in [*self.session.document.setups]:
            self.session.open_setup(setup.id)
            for tab in ("runs", "wires", "bring"):
                self.page.choose(tab)
                self.assertFalse(self.window.grab().isNull())


class Check(WindowTest):
    """Findings, rules, order."""

    def setUp(self) -> None:
        super().setUp()
        self.wait_for_plans()
        self.press(Qt.Key.Key_F7)
        self.page = self.window.pages["check"]

    def test_findings(self) -> None:
        """Worst first, by sign and word; a click shows the place on the drawing."""
        self.assertIn("▲ stop", self.page.rows[0].accessibleName())
        self.assertIn("top handle", self.page.rows[0].accessibleName())
        QTest.mouseClick(self.page.rows[0], Qt.MouseButton.LeftButton)
        self.assertEqual(self.session.selection.id, "top-handle")
        self.assertIn("doctor", self.page.caution.text())

    def test_one_line_each_and_the_rest_on_demand(self) -> None:
        """The worst is open; a click or the arrow keys open another and close it; the gauge is as long as its share."""
        opened = [row.is_open for row in self.page.rows]
        self.assertEqual(opened, [True, *[False] * (len(opened) - 1)])
        self.assertEqual(self.session.selection.id, None)  # looked at, not chosen
        QTest.mouseClick(self.page.rows[0], Qt.MouseButton.LeftButton)
        self.page.rows[0].setFocus()
        QTest.keyClick(self.page.rows[0], Qt.Key.Key_Down)
        self.assertEqual([row.is_open for row in self.page.rows[:3]], [False, True, False])
        QTest.keyClick(self.page.rows[1], Qt.Key.Key_Up)
        self.assertTrue(self.page.rows[0].is_open)
        said = [[label.text() for label in row.more if label.isVisible()] for row in self.page.rows[:3]]
        self.assertEqual([len(each) for each in said], [3, 0, 0])
        self.assertIn("doctor", self.page.caution.text())
        for row in self.page.rows:
            self.assertEqual(row.gauge is not None and row.gauge.isVisible(), row.check.share is not None)
            if row.check.share is not None:
                used = row.gauge.bar().width() / row.gauge.trough().width()
                self.assertAlmostEqual(used, min(row.check.share, 1.0), delta=1e-9)
        left = [self.session.tell(row.check.left) for row in self.page.rows[:3]]
        self.assertEqual(left, ["none", "77%", ""])

    def test_marks_on_the_rig(self) -> None:
        """A mark with its number on each part that is to be minded, side by side; touched, the list goes there."""
        side = self.window.stage.side
        made = list(findings.marks(side.scene, side.sheet))
        where = [(number, check.placement) for number, check, _ in made]
        self.assertEqual(where, [(1, "top-handle"), (2, "top-handle"), (3, "base"), (4, "follow-focus")])
        self.assertGreater(made[1][2].x() - made[0][2].x(), 28)
        self.assertEqual(made[1][2].y(), made[0][2].y())
        body = side.place_px(self.session.analysis.assembly.part_cgs_m[self.session.analysis.assembly.index["base"]])
        self.assertEqual(made[2][2], body)
        drawn = list(findings.findings(side.scene, side.sheet))
        self.assertEqual([each.text for each in drawn if isinstance(each, Text)], ["1", "2", "3", "4"])
        self.assertEqual([each.fill for each in drawn if isinstance(each, Shape)], ["card"] * 4)
        QTest.mouseClick(side, Qt.MouseButton.LeftButton, pos=made[1][2].toPoint())
        self.assertEqual([row.is_open for row in self.page.rows[:3]], [False, True, False])  # two on one part
        drawn = list(findings.findings(side.scene, side.sheet))
        self.assertEqual([each.fill for each in drawn if isinstance(each, Shape)], ["card", "tip_wash", "card", "card"])
        QTest.mouseClick(side, Qt.MouseButton.LeftButton, pos=made[2][2].toPoint())
        self.assertTrue(self.page.rows[2].is_open)
        drawn = list(findings.findings(side.scene, side.sheet))
        self.assertEqual([each.fill for each in drawn if isinstance(each, Shape)], ["card", "card", "tip_wash", "card"])
        self.assertEqual(list(findings.findings(self.window.stage.plan.scene, self.window.stage.plan.sheet)), [])
        self.page.choose("build")
        self.assertEqual(list(findings.marks(side.scene, side.sheet)), [])
        self.page.choose("found")
        self.window.show_page("balance")
        self.assertEqual(list(findings.marks(side.scene, side.sheet)), [])

    def test_in_other_units(self) -> None:
        """What stands there is told anew, the open one stays open."""
        self.session.open_setup("causeway")
        self.page.rows[1].setFocus()
        QTest.mouseClick(self.page.rows[1], Qt.MouseButton.LeftButton)
        self.window.change_units()
        texts = [label.text() for label in self.page.rows[1].findChildren(QLabel)]
        self.assertTrue(any("lb" in text for text in texts), texts)
        self.assertFalse(any("kg" in text for text in texts), texts)
        self.assertIn("Load on the ", " ".join(texts))
        self.assertTrue(self.page.rows[1].is_open)
        self.assertTrue(self.page.rows[1].hasFocus())

    def test_rules(self) -> None:
        """A rule is changed, refused where it is none, and undone."""
        self.click(self.page.rules)
        screen = self.page.screen().availableGeometry()
        self.assertTrue(screen.contains(self.page.panel.geometry()) or self.page.panel.height() > screen.height())
        field = self.page.panel.fields["smooth_handle_kg"]
        field.line.setText("much")
        field.line.setModified(True)
        self.page.panel.take()
        self.assertIn("▲", field.complaint.text())
        field.line.setText("20 kg")
        field.line.setModified(True)
        self.page.panel.take()
        self.assertAlmostEqual(self.session.document.rules["smooth_handle_kg"], 20.0)
        self.assertFalse(any("stop" in row.accessibleName() for row in self.page.rows))
        self.session.undo()
        self.assertEqual(self.session.document.rules, {})

    def test_build_and_strip(self) -> None:
        """From the core outwards, and off in words of its own; each with how it rests, found beside the interface."""
        self.page.choose("build")
        self.wait(lambda: not self.page.waits)
        built = self.page.text.text()
        self.assertLess(built.index("Screw the boxy cinema body"), built.index("Set the 28–80 zoom"))
        self.assertIn("Stands by itself.", built)
        self.page.choose("strip")
        self.assertIn("Looking how it rests", self.page.text.text())
        self.wait(lambda: not self.page.waits)
        self.assertIn("Unscrew the boxy cinema body", self.page.text.text())
        self.assertNotIn("Screw the", self.page.text.text())
        self.window.show_page("balance")
        self.window.show_page("check")
        self.wait(lambda: not self.page.waits)
        self.assertIn("Unscrew the boxy cinema body", self.page.text.text())

    def test_every_scene(self) -> None:
        """Each scene in the dark theme at the smallest size, an empty rig too."""
        self.window.resize(1024, 640)
        self.window.change_theme()
        self.session.edit("New", lambda d: kit.add_setup(d, "Nothing yet")[0])
        for setup in [*self.session.document.setups]:
            self.session.open_setup(setup.id)
            self.settle()
            self.assertFalse(self.window.grab().isNull())
            self.assertEqual(bool(self.page.rows), bool(setup.placements))


if __name__ == "__main__":
    unittest.main()
