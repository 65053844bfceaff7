"""The part bench in the window: from an empty document, with mouse and keys only."""

from __future__ import annotations

import numpy as np
from PySide6.QtCore import QPoint, Qt
from PySide6.QtTest import QTest

from equilix.document import Document, empty
from equilix.ui.stage.primitives import Centre, Line, Shape
from equilix.ui.theme import enlarged
from equilix.ui.workspaces.bench.drawing import PartDrawing
from equilix.ui.workspaces.bench.page import BenchPage
from equilix.ui.workspaces.bench.places import Chosen
from equilix.ui.workspaces.mat import MatPage
from tests.ui.bench_test import Bench


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
        for rating in (editor.hold, editor.load):  # not known after all
            self.enter(rating, "")
        self.assertEqual((self.part.offers[-1].most_nm, self.part.offers[-1].most_kg), (None, None))

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
        self.enter(editor.volts, "")  # type: ignore[attr-defined]
        assert self.part.electric is not None
        self.assertIsNone(self.part.electric.volts)
        self.enter(editor.energy, "")  # type: ignore[attr-defined]
        self.assertFalse(editor.energy.complaint.isHidden())  # type: ignore[attr-defined]
        self.assertEqual(self.part.energy_wh, 98.0)
        self.enter(outputs.lines[-1][1], "-4")
        self.assertFalse(outputs.lines[-1][1].complaint.isHidden())
        self.click(outputs.less)
        self.settle()
        self.assertEqual(len(self.part.electric.outputs), had)  # type: ignore[union-attr]
        self.assertEqual(len(outputs.lines), had)
