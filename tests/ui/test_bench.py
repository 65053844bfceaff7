"""The part bench in the window: from an empty document, with mouse and keys only."""

from __future__ import annotations

import numpy as np
from PySide6.QtCore import QPoint, QPointF, Qt
from PySide6.QtTest import QTest
from PySide6.QtWidgets import QWidget

from equilix.document import Document, empty
from equilix.kit.parts import Part
from equilix.ui.stage.primitives import Centre, Line, Shape, Text
from equilix.ui.theme import enlarged
from equilix.ui.widgets.fields import QuantityField
from equilix.ui.workspaces.bench.drawing import PartDrawing
from equilix.ui.workspaces.bench.page import BenchPage
from equilix.ui.workspaces.bench.points import PointsEditor
from equilix.ui.workspaces.bench.views import Chosen, View, views
from equilix.ui.workspaces.mat import MatPage
from tests.ui.window_test import WindowTest


class Bench(WindowTest):
    """What all tests here do."""

    @property
    def page(self) -> BenchPage:
        """The bench, which is open."""
        page = self.window.page
        assert isinstance(page, BenchPage)
        return page

    @property
    def part(self) -> Part:
        """What lies on it."""
        part = self.page.part
        assert part is not None
        return part

    @property
    def points(self) -> PointsEditor:
        """Its first tab."""
        return self.page.points

    def view(self, name: str) -> View:
        """One of the three."""
        drawing = self.page.drawing
        return next(each for each in views(self.part, drawing.paper) if each.projection.name == name)

    def at(self, name: str, place_m: tuple[float, float, float]) -> QPoint:
        """Where a place of the part is on the widget."""
        return (self.view(name).px(np.array(place_m)) * enlarged()).toPoint()

    def enter(self, field: QuantityField, text: str) -> None:
        """Type into a field and press Enter."""
        field.line.setFocus()
        field.line.selectAll()
        QTest.keyClicks(field.line, text)
        QTest.keyClick(field.line, Qt.Key.Key_Return)
        self.settle()

    def choose(self, box: QWidget, text: str) -> None:
        """Choose a line of a list by the keys, as a person does."""
        row = box.findText(text)  # type: ignore[attr-defined]
        self.assertGreaterEqual(row, 0, text)
        box.setFocus()
        QTest.keyClick(box, Qt.Key.Key_Home)
        for _ in range(row):
            QTest.keyClick(box, Qt.Key.Key_Down)
        box.activated.emit(row)  # type: ignore[attr-defined]
        self.settle()


class FromNothing(Bench):
    """A plate that no shelf has, made in the window."""

    def document(self) -> Document:
        """Nothing at all."""
        return empty()

    def setUp(self) -> None:
        super().setUp()
        self.press(Qt.Key.Key_F1, self.window)
        mat = self.window.page
        assert isinstance(mat, MatPage)
        self.click(mat.new)
        QTest.keyClicks(mat.form.name, "side plate")
        for field, text in zip((mat.form.mass, *mat.form.sizes), ("180 g", "120 mm", "8 mm", "60 mm"), strict=True):
            field.line.selectAll()
            QTest.keyClicks(field.line, text)
        QTest.keyClick(mat.form.name, Qt.Key.Key_Return)
        self.settle()
        self.assertEqual([part.name for part in self.session.document.parts], ["side plate"])
        self.press(Qt.Key.Key_B, self.window, control=True)
        self.settle()

    def test_an_empty_bench_says_what_to_do(self) -> None:
        """Without a part there is nothing on it, and it says where to begin."""
        self.session.desk.replace(empty(), None)
        self.window.show_page("part")
        self.settle()
        self.assertIn("Begin on the mat", self.page.said.text())
        self.assertIsNone(self.page.part)

    def test_a_point_where_one_clicks(self) -> None:
        """Clicked in the side view: at that millimetre, on the face that looks at one, looking that way; one undo."""
        before = len(self.part.offers)
        self.click(self.points.set_one)
        self.assertTrue(self.page.drawing.setting)
        QTest.mouseClick(self.page.drawing, Qt.MouseButton.LeftButton, pos=self.at("side", (0.03, 0.0, 0.02)))
        self.settle()
        self.assertFalse(self.page.drawing.setting)
        self.assertEqual(len(self.part.offers), before + 1)
        point = self.part.offers[-1]
        self.assertEqual(point.direction, (0.0, -1.0, 0.0))
        np.testing.assert_allclose(point.position_m, (0.03, -0.004, 0.02), atol=0.0011)
        whole = [round(1000 * each, 6) for each in (point.position_m[0], point.position_m[2])]
        self.assertEqual(whole, [round(each) for each in whole])  # to the whole millimetre
        self.assertEqual(self.page.drawing.chosen, Chosen("offers", point.name))
        self.assertIn("1/4-20", point.name)
        self.session.undo()
        self.settle()
        self.assertEqual(len(self.part.offers), before)

    def test_every_field_of_a_point(self) -> None:
        """Kind, place, two screws, ratings, a track, teeth: typed in any unit, each one undo."""
        self.click(self.points.set_one)
        QTest.mouseClick(self.page.drawing, Qt.MouseButton.LeftButton, pos=self.at("front", (0.0, 0.0, 0.03)))
        self.settle()
        editor = self.points
        self.choose(editor.kind, "toothed rosette")
        self.choose(editor.looks, "left")
        self.enter(editor.place[1], "4 mm")
        self.enter(editor.hold, "3 N·m")
        self.enter(editor.load, "2 lb")
        editor.screws.setValue(2)
        editor.turns.click()
        self.settle()
        self.enter(editor.teeth, "6°")
        self.choose(editor.along, "slides up and down")
        self.enter(editor.ends[0], "-1/2 in")
        self.enter(editor.ends[1], "20")
        point = self.part.offers[-1]
        self.assertEqual((point.kind, point.screws, point.direction), ("rosette", 2, (0.0, 1.0, 0.0)))
        self.assertAlmostEqual(point.most_nm or 0, 3.0)
        self.assertAlmostEqual(point.most_kg or 0, 0.9072, places=4)
        self.assertAlmostEqual(point.turn_step_rad, np.radians(6))
        assert point.track is not None
        self.assertAlmostEqual(point.track.from_m, -0.0127)
        self.assertAlmostEqual(point.track.to_m, 0.02)
        self.enter(editor.ends[1], "-30 mm")  # its end before its start
        self.assertFalse(editor.ends[1].complaint.isHidden())
        self.assertEqual(editor.ends[1].line.text(), "-30 mm")  # nothing typed is lost
        self.assertAlmostEqual(self.part.offers[-1].track.to_m, 0.02)  # type: ignore[union-attr]

    def test_a_row_and_a_ring(self) -> None:
        """Four by two at 15 mm, by buttons and keys; a ring of three; too many is refused and said."""
        self.click(self.points.set_one)
        QTest.mouseClick(self.page.drawing, Qt.MouseButton.LeftButton, pos=self.at("side", (-0.04, 0.0, 0.01)))
        self.settle()
        start, editor = len(self.part.offers), self.points
        editor.pattern.across.setValue(4)
        editor.pattern.down.setValue(2)
        self.enter(editor.pattern.step, "15 mm")
        self.click(editor.pattern.lay)
        self.settle()
        self.assertEqual(len(self.part.offers), start + 7)
        xs = sorted({round(1000 * point.position_m[0]) for point in self.part.offers[start - 1 :]})
        self.assertEqual(np.diff(xs).tolist(), [15, 15, 15])
        self.session.undo()
        self.settle()
        self.assertEqual(len(self.part.offers), start)
        editor.pattern.across.setValue(100)
        editor.pattern.down.setValue(100)
        self.click(editor.pattern.lay)
        self.settle()
        self.assertIn("At most 400", editor.refusal.text())
        self.assertEqual(len(self.part.offers), start)
        editor.pattern.across.setValue(3)
        self.click(editor.pattern.circle)
        self.settle()
        self.assertEqual(len(self.part.offers), start + 2)

    def test_dragged_nudged_and_cut_short(self) -> None:
        """A point follows the mouse and is set when it is let go; Esc leaves it; the arrows move it by 1 mm."""
        self.click(self.points.set_one)
        QTest.mouseClick(self.page.drawing, Qt.MouseButton.LeftButton, pos=self.at("side", (0.0, 0.0, 0.03)))
        self.settle()
        drawing: PartDrawing = self.page.drawing
        start = self.part.offers[-1].position_m
        begin = self.at("side", start)
        QTest.mousePress(drawing, Qt.MouseButton.LeftButton, pos=begin)
        QTest.mouseMove(drawing, begin + QPoint(40, 0))
        self.assertEqual(self.part.offers[-1].position_m, start)  # not before it is let go
        self.assertTrue([each for each in drawing.primitives() if type(each).__name__ == "Tag"])
        QTest.keyClick(drawing, Qt.Key.Key_Escape)
        QTest.mouseRelease(drawing, Qt.MouseButton.LeftButton, pos=begin + QPoint(40, 0))
        self.assertEqual(self.part.offers[-1].position_m, start)
        self.assertIsInstance(self.window.page, BenchPage)
        QTest.mousePress(drawing, Qt.MouseButton.LeftButton, pos=begin)
        QTest.mouseMove(drawing, begin + QPoint(20, 0))
        QTest.mouseMove(drawing, begin + QPoint(40, 0))
        QTest.mouseRelease(drawing, Qt.MouseButton.LeftButton, pos=begin + QPoint(40, 0))
        self.settle()
        wanted = start[0] + 40 / enlarged() / self.view("side").scale / 1000
        self.assertAlmostEqual(self.part.offers[-1].position_m[0], wanted, delta=0.0016)
        moved = self.part.offers[-1].position_m
        drawing.setFocus()
        QTest.keyClick(drawing, Qt.Key.Key_Right)
        QTest.keyClick(drawing, Qt.Key.Key_Up, Qt.KeyboardModifier.ShiftModifier)
        x, _, z = self.part.offers[-1].position_m
        self.assertAlmostEqual(x - moved[0], 0.001)
        self.assertAlmostEqual(z - moved[2], 0.010)
        QTest.keyClick(drawing, Qt.Key.Key_Space)
        self.assertNotEqual(drawing.chosen, Chosen("offers", self.part.offers[-1].name))

    def test_copy_rename_other_side_remove(self) -> None:
        """A copy a centimetre on; another name; what it mounts by instead; gone; and an undo for each."""
        self.click(self.points.set_one)
        QTest.mouseClick(self.page.drawing, Qt.MouseButton.LeftButton, pos=self.at("side", (0.0, 0.0, 0.03)))
        self.settle()
        editor = self.points
        self.click(editor.copy)
        self.assertEqual(editor.list.count(), len(self.part.offers) + len(self.part.hangs_by))
        editor.name.selectAll()
        QTest.keyClicks(editor.name, "front eye")
        QTest.keyClick(editor.name, Qt.Key.Key_Return)
        self.settle()
        self.assertIsNotNone(self.part.offered("front eye"))
        self.choose(editor.side, "it mounts by this")
        self.assertIsNone(self.part.offered("front eye"))
        self.assertIsNotNone(self.part.hanger("front eye"))
        self.click(editor.remove)
        self.assertIsNone(self.part.hanger("front eye"))
        for _ in range(4):
            self.session.undo()
        self.settle()
        self.assertIsNone(self.part.offered("front eye"))

    def test_where_it_balances(self) -> None:
        """62 mm from the front edge, on a finger: the disc goes there, in words; outside is refused; forgotten."""
        self.page.choose("balance")
        self.settle()
        entry = self.page.balance.axes[0]  # type: ignore[attr-defined]
        self.assertIn("Only from its shape", entry.known.text())
        self.choose(entry.mark, "front edge")
        self.enter(entry.far, "45 mm")
        self.enter(entry.sure, "1.5 mm")
        self.click(entry.use)
        self.settle()
        body = self.part.body()
        front = float(body.high_m[0])
        self.assertAlmostEqual(float(body.cg_m[0]), front - 0.045)
        self.assertIn("from the front edge", entry.known.text())
        drawn = [each.at for each in self.page.drawing.primitives() if isinstance(each, Centre)]
        self.assertEqual(drawn[0], self.view("side").px(body.cg_m))
        self.enter(entry.far, "300 mm")
        self.click(entry.use)
        self.assertIn("outside itself", entry.far.complaint.text())
        self.assertAlmostEqual(float(self.part.body().cg_m[0]), front - 0.045)
        self.enter(entry.far, "45 mm")
        self.click(entry.forget)
        self.assertEqual(self.part.balance, ())

    def test_hung_up_twice(self) -> None:
        """Two eyes set by clicks, two angles typed: fore-aft and height at once."""
        for x in (-0.05, 0.05):
            self.click(self.points.set_one)
            QTest.mouseClick(self.page.drawing, Qt.MouseButton.LeftButton, pos=self.at("side", (x, 0.0, 0.05)))
            self.settle()
        eyes = self.part.offers[-2:]
        self.page.choose("balance")
        editor = self.page.balance
        cg = (0.01, 0.025)
        for number, eye in enumerate(eyes):
            self.choose(editor.points[number], eye.name)  # type: ignore[attr-defined]
            tilt = np.degrees(np.arctan2(cg[0] - eye.position_m[0], eye.position_m[2] - cg[1]))
            self.enter(editor.tilts[number], f"{tilt:.3f}°")  # type: ignore[attr-defined]
        self.click(editor.hang)  # type: ignore[attr-defined]
        self.settle()
        body = self.part.body()
        np.testing.assert_allclose(body.cg_m[[0, 2]], cg, atol=2e-4)
        self.assertEqual({each.axis for each in self.part.balance}, {"x", "z"})

    def test_solids(self) -> None:
        """One more, a tube, of a size; the frame shows which is chosen; the last one stays."""
        self.page.choose("shape")
        editor = self.page.solids
        self.assertFalse(editor.remove.isEnabled())
        self.click(editor.add)
        self.choose(editor.shape, "tube")
        self.enter(editor.outer, "15 mm")
        self.enter(editor.inner, "12 mm")
        self.enter(editor.long, "8 in")
        self.enter(editor.place[2], "80 mm")
        solid = self.part.solids[1]
        self.assertEqual(solid.shape, "tube")
        self.assertAlmostEqual(solid.length_m, 0.2032)  # type: ignore[union-attr]
        self.assertAlmostEqual(solid.centre_m[2], 0.08)
        self.assertEqual(self.page.drawing.solid, 1)
        self.enter(editor.inner, "40 mm")
        self.assertFalse(editor.inner.complaint.isHidden())
        self.click(editor.remove)
        self.assertEqual(len(self.part.solids), 1)

    def test_grips_and_pad(self) -> None:
        """A grip is added, wrapped, thicker, moved; a pad is given and taken; both are seen on the drawing."""
        self.page.choose("grips")
        editor = self.page.grips
        had = len(self.part.grips)
        self.click(editor.add)  # type: ignore[attr-defined]
        self.choose(editor.surface, "leather")  # type: ignore[attr-defined]
        self.choose(editor.side, "the left hand")  # type: ignore[attr-defined]
        self.choose(editor.runs, "ahead and back")  # type: ignore[attr-defined]
        self.enter(editor.thick, "1 1/4 in")  # type: ignore[attr-defined]
        self.enter(editor.place[2], "70 mm")  # type: ignore[attr-defined]
        grip = self.part.grips[-1]
        self.assertEqual((len(self.part.grips), grip.surface, grip.side), (had + 1, "leather", "left"))
        self.assertAlmostEqual(grip.diameter_m, 0.03175)
        self.assertAlmostEqual(grip.position_m[2], 0.07)
        broad = [each for each in self.page.drawing.primitives() if isinstance(each, Line) and each.round]
        self.assertEqual(len(broad), 3 * len(self.part.grips))
        self.enter(editor.thick, "2 m")  # type: ignore[attr-defined]
        self.assertFalse(editor.thick.complaint.isHidden())  # type: ignore[attr-defined]
        self.click(editor.has_pad)  # type: ignore[attr-defined]
        self.settle()
        self.enter(editor.pad_size[0], "11 cm")  # type: ignore[attr-defined]
        self.assertAlmostEqual(self.part.pad.length_m, 0.11)  # type: ignore[union-attr]
        self.click(editor.has_pad)  # type: ignore[attr-defined]
        self.settle()
        self.assertIsNone(self.part.pad)
        self.click(editor.remove)  # type: ignore[attr-defined]
        self.assertEqual(len(self.part.grips), had)

    def test_what_stays_free(self) -> None:
        """A battery door that opens to the left: named, sized, seen as a dashed frame in all views; taken away."""
        self.page.choose("shape")
        editor = self.page.rooms
        self.click(editor.add)  # type: ignore[attr-defined]
        line = editor.name.lineEdit()  # type: ignore[attr-defined]
        line.selectAll()
        QTest.keyClicks(line, "battery door")
        QTest.keyClick(line, Qt.Key.Key_Return)
        self.enter(editor.sizes[1], "2 in")  # type: ignore[attr-defined]
        self.enter(editor.place[2], "25 mm")  # type: ignore[attr-defined]
        room = self.part.keeps_free[-1]
        self.assertEqual(room.name, "battery door")
        self.assertAlmostEqual(room.size_m[1], 0.0508)
        self.assertAlmostEqual(room.centre_m[2], 0.025)
        dashed = [each for each in self.page.drawing.primitives() if isinstance(each, Shape) and each.dash == "dash"]
        self.assertEqual(len(dashed), 3 * len(self.part.keeps_free))
        self.enter(editor.sizes[1], "-3 mm")  # type: ignore[attr-defined]
        self.assertFalse(editor.sizes[1].complaint.isHidden())  # type: ignore[attr-defined]
        self.click(editor.remove)  # type: ignore[attr-defined]
        self.assertEqual(self.part.keeps_free, ())

    def test_power(self) -> None:
        """Energy, voltage, draw, sockets: a block becomes a battery with a socket; a socket is taken away again."""
        self.page.choose("power")
        editor = self.page.power
        self.enter(editor.energy, "98 Wh")  # type: ignore[attr-defined]
        self.enter(editor.volts, "14.4")  # type: ignore[attr-defined]
        self.enter(editor.draws["record"], "2 W")  # type: ignore[attr-defined]
        outputs = editor.outputs  # type: ignore[attr-defined]
        had = len(outputs.lines)
        self.click(outputs.more)
        self.settle()
        self.assertEqual(len(outputs.lines), had + 1)
        name, volts, most = outputs.lines[-1]
        self.enter(volts, "12")
        self.enter(most, "3")
        name.selectAll()
        QTest.keyClicks(name, "barrel")
        QTest.keyClick(name, Qt.Key.Key_Return)
        self.settle()
        part = self.part
        assert part.electric is not None
        self.assertEqual((part.energy_wh, part.electric.volts, part.electric.draw.record), (98.0, 14.4, 2.0))
        socket = part.electric.outputs[-1]
        self.assertEqual((socket.connector, socket.volts, socket.most_a), ("barrel", 12.0, 3.0))
        self.enter(outputs.lines[-1][1], "-4")
        self.assertFalse(outputs.lines[-1][1].complaint.isHidden())
        self.click(outputs.less)
        self.settle()
        self.assertEqual(len(self.part.electric.outputs), had)  # type: ignore[union-attr]
        self.assertEqual(len(outputs.lines), had)


class OnTheRig(Bench):
    """Parts of the lamp room: what changes there while they are edited."""

    def test_what_changes_on_the_rig(self) -> None:
        """The mass of the lens typed anew: the line under the drawing tells what it was and what it is."""
        self.session.selection.select("lens")
        self.press(Qt.Key.Key_B, self.window, control=True)
        self.settle()
        self.assertEqual(self.part.kind, "lens")
        self.assertNotIn("before", self.page.rig.text())
        self.page.choose("about")
        self.enter(self.page.about.mass, "2 kg")
        self.assertIn("before)", self.page.rig.text())
        self.assertIn("10.67 kg before", self.page.rig.text())
        QTest.keyClick(self.page.drawing, Qt.Key.Key_Escape)
        self.assertNotIsInstance(self.window.page, BenchPage)

    def test_what_the_lens_sees(self) -> None:
        """Focal length and sensor are entered in millimetres, also in US units; wide enough, a handle is in sight."""
        self.window.change_units()
        self.window.ask_part("zoom-28-80", "about")
        self.settle()
        optics = self.page.optics
        self.enter(optics.focal, "9")  # type: ignore[attr-defined]
        self.assertAlmostEqual(self.part.focal_m or 0, 0.009)
        self.window.ask_part("boxy-body", "about")
        self.settle()
        self.assertFalse(optics.focal.isVisible())  # type: ignore[attr-defined]
        self.enter(optics.wide, "23.5")  # type: ignore[attr-defined]
        self.assertAlmostEqual((self.part.sensor_m or (0, 0))[1], 0.0235 * 2 / 3)
        self.enter(optics.high, "15.7")  # type: ignore[attr-defined]
        self.assertAlmostEqual((self.part.sensor_m or (0, 0))[1], 0.0157)
        self.assertEqual(optics.wide.line.text(), "23.5")  # type: ignore[attr-defined]
        found = [check for check in self.session.result.checks if check.key == "picture"]
        self.assertTrue(found)
        self.enter(optics.high, "-1")  # type: ignore[attr-defined]
        self.assertFalse(optics.high.complaint.isHidden())  # type: ignore[attr-defined]
        self.page.choose("points")
        self.assertFalse(optics.isVisible())

    def test_find_its_balance_point(self) -> None:
        """The advice leads to where it is done: the part whose data are least sure, at its balance."""
        self.wait_for_plans()
        page = self.window.pages["balance"]
        suspect = self.session.analysis.suspect
        assert suspect is not None
        before = self.session.analysis.worst
        assert before is not None
        self.click(page.to_bench)
        self.settle()
        self.assertEqual((self.part.id, self.page.tabs.tab), (suspect[0].id, "balance"))
        entry = self.page.balance.axes[0]  # type: ignore[attr-defined]
        body = self.part.body()
        front = float(body.high_m[0])
        self.choose(entry.mark, "front edge")
        self.enter(entry.far, f"{1000 * (front - float(body.cg_m[0])):.1f} mm")
        self.click(entry.use)
        after = self.session.analysis.worst
        assert after is not None
        self.assertLess(after.sd_m, before.sd_m)

    def test_use_two_screws(self) -> None:
        """A finding about a screw leads to the point that carries it; two screws there and on the part mend it."""
        self.session.open_setup("gallery")
        self.press(Qt.Key.Key_F7)
        page = self.window.pages["check"]
        row = next(each for each in page.rows if each.check.key == "screw")
        placement = self.session.setup.by_id[row.check.placement]
        self.click(row)
        before = row.check.share
        assert row.bench is not None
        self.click(row.bench)
        self.settle()
        parent = self.session.setup.by_id[placement.parent or ""]
        self.assertEqual(self.part.id, parent.part)
        self.assertEqual(self.page.drawing.chosen, Chosen("offers", placement.point or ""))
        self.points.screws.setValue(2)
        self.page.open_part(placement.part)
        self.points.choose(Chosen("hangs_by", placement.by or self.part.hangs_by[0].name))
        self.points.screws.setValue(2)
        self.settle()
        check = next(
            each for each in self.session.result.checks if (each.key, each.placement) == ("screw", placement.id)
        )
        assert before is not None
        assert check.share is not None
        self.assertLess(check.share, before)

    def test_touched_on_the_drawing(self) -> None:
        """The mark of a point is touched: the list and the fields show it; beside it, none is chosen."""
        self.session.selection.select("bridge")
        self.press(Qt.Key.Key_B, self.window, control=True)
        self.settle()
        point = self.part.offers[0]
        QTest.mouseClick(self.page.drawing, Qt.MouseButton.LeftButton, pos=self.at("side", point.position_m))
        self.settle()
        self.assertEqual(self.points.point, point)
        self.assertEqual(self.points.list.currentItem().data(Qt.ItemDataRole.UserRole), Chosen("offers", point.name))
        QTest.mouseClick(self.page.drawing, Qt.MouseButton.LeftButton, pos=QPoint(3, 3))
        self.assertIsNone(self.points.point)

    def test_what_is_in_use_is_said(self) -> None:
        """A point that carries something is not removed: the reason stands there, nothing has changed."""
        self.window.ask_part("base", "points", "dovetail")
        self.settle()
        before = self.session.document
        self.click(self.points.remove)
        self.assertIn("in use", self.points.refusal.text())
        self.assertIs(self.session.document, before)

    def test_at_every_size_in_other_units(self) -> None:
        """At the smallest size, at night, in inches: one scale for all views, every length in inches."""
        self.window.resize(1024, 640)
        self.window.change_theme()
        self.window.change_units()
        self.window.ask_part("boxy-body", "points", "top")
        self.settle()
        drawn = views(self.part, self.page.drawing.paper)
        self.assertEqual(len({view.scale for view in drawn}), 1)
        for view in drawn:
            self.assertTrue(self.page.drawing.paper.adjusted(-1, -1, 1, 1).contains(view.origin))
        self.assertTrue(all("in" in field.line.text() for field in self.points.place))
        titles = [each.text for each in self.page.drawing.primitives() if isinstance(each, Text)]
        self.assertEqual(titles, ["From the right", "From the front", "From above"])
        self.assertEqual(QPointF(self.page.drawing.width(), 0).x(), self.page.drawing.width())


class BatteryOnTheMat(WindowTest):
    """A battery made in the window has its energy from the start."""

    def document(self) -> Document:
        """Nothing at all."""
        return empty()

    def test_its_energy_is_asked_for(self) -> None:
        """The form asks for the watt-hours of a battery, refuses none at all, and takes them."""
        self.press(Qt.Key.Key_F1, self.window)
        mat = self.window.page
        assert isinstance(mat, MatPage)
        self.click(mat.new)
        form = mat.form
        self.assertFalse(form.form.isRowVisible(form.energy))
        form.kind.setCurrentIndex(form.kind.findData("battery"))
        form.kind.activated.emit(form.kind.currentIndex())
        self.settle()
        self.assertTrue(form.form.isRowVisible(form.energy))
        QTest.keyClicks(form.name, "big wedge")
        QTest.keyClicks(form.mass.line, "1.1 kg")
        self.click(form.add)
        self.assertFalse(form.energy.complaint.isHidden())
        self.assertEqual(self.session.document.parts, ())
        QTest.keyClicks(form.energy.line, "150 Wh")
        self.click(form.add)
        self.settle()
        self.assertEqual([part.energy_wh for part in self.session.document.parts], [150.0])
