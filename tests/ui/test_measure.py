"""Measure, in the window: readings by hand, what contradicts what, and the data put right."""

import json
import math

import numpy as np
from PySide6.QtCore import QRectF, Qt

from equilix.bench.methods import METHODS
from equilix.body.calibrate import strength_from_hold
from equilix.document import Document, empty
from equilix.edits import kit
from equilix.store.parsing import parse
from equilix.store.saving import checked_bytes
from equilix.ui.stage.primitives import Line, Shape, Wash
from equilix.ui.workspaces.measure.all_tab import BELIEVED, SO
from tests.ui.measure_test import Bench


class ByHand(Bench):
    """Typed."""

    def test_two_supports(self) -> None:
        """It says whether that agrees with the data and where it balances then; kept it changes no part."""
        form = self.measure("supports")
        self.fill(form, first_place="100 mm", second_place="700 mm", first_load="2.3 kg", second_load="8.3 kg")
        self.assertIn("2.300 kg agrees with the data: 2.266 kg", self.tab.result.text())
        self.assertIn("Then it balances", self.tab.result.text())
        before = self.session.document
        self.click(self.tab.keep)
        document = self.session.document
        self.assertEqual([each.sort for each in document.measured], ["support", "support"])
        self.assertEqual((document.parts, document.readings), (before.parts, before.readings))
        self.assertEqual(parse(checked_bytes(document)), document)
        self.assertFalse(form.fields["first_load"].line.text())
        self.assertTrue(form.fields["first_place"].line.text())
        self.session.undo()
        self.assertEqual(self.session.document, before)

    def test_emptied_while_it_is_open(self) -> None:
        """A rig that loses its parts has no edge left to measure from: said; with its parts again it is as before."""
        form = self.measure("supports")
        offered = form.mark.count()
        self.session.edit("new", lambda d: kit.add_setup(d, "Empty", None)[0])
        self.ready()
        self.assertEqual((form.mark.currentText(), form.chosen_mark), ("Nothing to measure from", None))
        for method in METHODS:
            self.measure(method)
        self.session.undo()
        self.ready()
        self.assertEqual(self.measure("supports").mark.count(), offered)

    def test_kept_and_believed(self) -> None:
        """The data are corrected by it at once; that is one action, and one undo takes all of it back."""
        before = self.session.document
        form = self.measure("scale", "battery-98")
        self.fill(form, load="800 g")
        self.click(self.tab.correct)
        now = self.session.document
        self.assertAlmostEqual(now.parts_by_id["battery-98"].mass_kg, 0.797, delta=0.002)
        self.assertEqual((len(now.measured), len(now.readings), len(now.stated)), (1, 1, 1))
        self.session.undo()
        self.assertEqual(self.session.document, before)

    def test_what_cannot_be(self) -> None:
        """Nothing entered, less than a part weighs, from a point below its CG, too little tilt: said, not kept."""
        self.measure("scale")
        self.assertFalse(self.tab.keep.isEnabled())
        form = self.measure("scale")
        self.fill(form, load="1 kg")
        self.assertIn("less than boxy cinema body alone is said to weigh", self.tab.result.text())
        self.assertFalse(self.tab.keep.isEnabled())
        form = self.measure("hang")
        form.pivot.setCurrentIndex(form.pivot.findData("support"))
        self.fill(form, angle="3°")
        self.assertIn("it would tip over. Choose a point above it", self.tab.result.text())
        form = self.measure("tilted")
        self.fill(form, first_place="100 mm", second_place="700 mm", tilt="1°", first_load="3 kg")
        self.assertIn("Tilt it by 3° to 60°", self.tab.result.text())
        form = self.measure("supports")
        self.fill(form, first_place="100 mm", second_place="105 mm", first_load="3 kg")
        self.assertIn("at least 10 mm apart", self.tab.result.text())
        self.fill(form, second_place="90 m")
        self.assertIn("▲", self.tab.result.text())
        self.fill(form, second_place="5 elephants")
        self.assertIn("elephants", form.fields["second_place"].complaint.text())
        self.assertEqual(self.session.document.measured, ())

    def test_some_of_the_rig(self) -> None:
        """The body with what is on it: its own ends, its own mass; it becomes readings of just those parts."""
        box = self.tab.subject_box
        box.setCurrentIndex(box.findData("on body"))
        box.activated.emit(box.currentIndex())
        self.assertEqual(box.currentText(), "Boxy cinema body with what is on it")
        ids = self.session.setup.subtree("body")
        self.tab.methods.setCurrentRow(0)
        self.fill(self.tab.form, load="6 kg")
        self.click(self.tab.keep)
        (kept,) = self.session.document.measured
        wanted = {self.session.setup.by_id[each].part for each in ids}
        self.assertEqual(
            ({piece.part for piece in kept.pieces}, kept.what), (wanted, f"boxy cinema body + {len(ids) - 1}")
        )
        form = self.measure("edge")
        box.setCurrentIndex(box.findData("on body"))
        box.activated.emit(box.currentIndex())
        rows = [self.session.analysis.assembly.index[each] for each in ids]
        low, _, of = self.session.analysis.assembly.boxes_m
        assert form.chosen_mark is not None
        self.assertAlmostEqual(form.chosen_mark.at_m, float(low[np.isin(of, rows), 0].min()))
        drawn = self.tab.picture.assembly
        assert drawn is not None
        self.assertEqual(set(drawn.ids), set(ids))

    def test_the_inertia_of_a_part(self) -> None:
        """Ten swings on two wires: its inertia beside what its shape has; believed it is the part's own."""
        form = self.measure("wires", "battery-98")
        part = self.session.document.parts_by_id["battery-98"]
        own = float(part.body().inertia_kg_m2[2, 2])
        wanted = 1.3 * own
        period = 4 * math.pi / 0.1 * math.sqrt(wanted * 0.8 / (part.mass_kg * 9.80665))
        self.fill(form, wire="800 mm", apart="100 mm", ten_swings=f"{10 * period:.4f}")
        self.assertIn("Inertia", self.tab.result.text())
        self.click(self.tab.correct)
        now = self.session.document.parts_by_id["battery-98"]
        self.assertAlmostEqual(float(now.body().inertia_kg_m2[2, 2]) / wanted, 1.0, places=4)
        self.assertAlmostEqual(float(now.body().inertia_kg_m2[0, 0]), float(part.body().inertia_kg_m2[0, 0]))
        self.assertEqual(parse(checked_bytes(self.session.document)), self.session.document)
        self.session.undo()
        self.assertIsNone(self.session.document.parts_by_id["battery-98"].gyration_m)

    def test_do_that(self) -> None:
        """What would help most is named, and a button leads there."""
        self.assertIn("on two supports, fore and aft: ± 4.1 mm → ± 0.8 mm", self.tab.next_said.text())
        self.measure("wires", "battery-98")
        self.click(self.tab.next)
        self.assertEqual((self.tab.key, self.tab.thing.key), ("supports", "rig"))

    def test_a_spring_and_an_operator(self) -> None:
        """Two weighings of the arm say where this rig floats; a hold says how strong a shoulder is; one undo each."""
        self.session.open_setup("causeway")
        self.settle()
        tab = self.tab
        tab.methods.setCurrentRow(len(METHODS))
        self.settle()
        form = tab.other
        assert form is not None
        before = self.session.document
        for key, text in (("turns_0", "2"), ("lift_0", "6 kg"), ("turns_1", "6"), ("lift_1", "10 kg")):
            self.enter(form.fields[key], text)
        self.assertIn("floats at 3.6 turns", tab.result.text())
        self.click(tab.keep)
        bearer = self.session.document.parts_by_id[self.session.setup.borne_by or ""]
        self.assertEqual(bearer.carrier.lifts_kg, (6.0, 10.0))  # type: ignore[union-attr]
        self.enter(form.fields["turns_1"], "2")
        self.assertIn("▲", tab.result.text())
        self.assertFalse(tab.keep.isEnabled())
        self.session.undo()
        self.assertEqual(self.session.document, before)
        tab.methods.setCurrentRow(len(METHODS) + 1)
        self.settle()
        hold = tab.other
        assert hold is not None
        self.enter(hold.fields["time"], "60")
        self.assertIn("shoulder of", tab.result.text())
        self.click(tab.keep)
        who = self.session.document.operators_by_id[self.session.setup.operator or ""]
        wanted = strength_from_hold(before.operators_by_id[who.id], 2.0, 60.0)
        self.assertEqual(who.strength, wanted)
        self.enter(hold.fields["time"], "1")
        self.assertIn("▲", tab.result.text())

    def test_the_drawing(self) -> None:
        """Supports stand where they were entered; the rig lies on its end for its height; it hangs on a line."""
        form = self.measure("supports")
        self.fill(form, first_place="100 mm", second_place="500 mm")
        picture = self.tab.picture
        lay, made = picture.primitives(QRectF(0, 0, 600, 300))
        wedges = [each.path.boundingRect() for each in made if isinstance(each, Shape)]
        mark = form.chosen_mark
        assert mark is not None
        wanted = [lay.map(1000 * mark.place_m(each), 0.0)[0] for each in (0.1, 0.5)]
        for wedge, x in zip(wedges, wanted, strict=True):
            self.assertAlmostEqual(wedge.center().x(), x, places=3)
        self.assertTrue(any(isinstance(each, Wash) for each in made))
        form.axis.setCurrentIndex(2)
        form.axis.activated.emit(2)
        self.assertEqual(picture.turned_deg, 90.0)
        self.measure("hang")
        _, made = picture.primitives(QRectF(0, 0, 600, 300))
        upright = [each for each in made if isinstance(each, Line) and each.points[0].x() == each.points[1].x()]
        self.assertEqual(len(upright), 2)
        for method in METHODS:
            self.measure(method)
            self.assertTrue(picture.primitives(QRectF(0, 0, 300, 120))[1], method)

    def test_all_together(self) -> None:
        """A reading that is wrong is named; not believed it is quiet; forgotten it is gone; each is one undo."""
        form = self.measure("scale", "battery-98")
        for load in ("792 g", "788 g", "1.2 kg"):
            self.fill(form, load=load)
            self.click(self.tab.keep)
        self.together()
        tab = self.page.all
        self.assertIn("the reading 1.200 kg of 98 Wh wedge battery on a scale", tab.head.text())
        self.assertIn("too much", tab.table.item(2, SO).text())
        tab.table.item(2, BELIEVED).setCheckState(Qt.CheckState.Unchecked)
        self.ready()
        self.assertEqual(tab.head.text(), "Nothing contradicts anything.")
        self.assertEqual(tab.table.item(2, SO).text(), "not believed")
        tab.table.setCurrentCell(2, 1)
        self.click(tab.forget)
        self.ready()
        self.assertEqual(tab.table.rowCount(), 2)
        self.session.undo()
        self.session.undo()
        self.ready()
        self.assertEqual(tab.table.item(2, BELIEVED).checkState(), Qt.CheckState.Checked)

    def test_corrected(self) -> None:
        """What the readings would correct is told until it is done; then there is nothing more to do."""
        form = self.measure("scale", "battery-98")
        self.fill(form, load="792 g")
        self.click(self.tab.keep)
        self.together()
        tab = self.page.all
        self.assertIn("98 Wh wedge battery", tab.moves.item(0).text())
        self.click(tab.correct)
        self.assertFalse(tab.correct.isEnabled())  # at once: nothing is done after what was found before
        self.ready()
        self.assertEqual((tab.moves.count(), tab.moves_head.text()), (0, ""))
        self.assertFalse(tab.correct.isEnabled())
        self.session.undo()
        self.ready()
        self.assertTrue(tab.moves.count() and tab.correct.isEnabled())

    def test_the_rows_are_those_that_are_there(self) -> None:
        """While all is fitted anew the second of two rows is the reading that is left, not the one that is gone."""
        form = self.measure("scale", "battery-98")
        for load in ("792 g", "788 g", "790 g"):
            self.fill(form, load=load)
            self.click(self.tab.keep)
        self.together()
        tab = self.page.all
        tab.table.setCurrentCell(0, 1)
        self.click(tab.forget)
        self.assertTrue(self.page.waits)
        self.assertEqual([tab.table.item(row, 2).text() for row in range(tab.table.rowCount())], ["788.0 g", "790.0 g"])


class NothingThere(Bench):
    """An empty document."""

    def document(self) -> Document:
        """Nothing at all."""
        return empty()

    def test_nothing_to_measure(self) -> None:
        """Every way can be looked at; nothing can be kept; all together says what to do first."""
        for method in METHODS:
            self.measure(method)
            self.assertFalse(self.tab.keep.isEnabled())
        self.together()
        self.assertIn("Nothing has been measured yet", self.page.all.head.text())
        self.assertFalse(self.page.all.correct.isEnabled())
        self.assertIsInstance(json.dumps(self.page.all.head.text()), str)
