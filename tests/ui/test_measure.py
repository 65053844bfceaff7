"""Measure, in the window: readings by hand and from instruments, what contradicts what, and the data put right."""

import json
import math
import tempfile
from pathlib import Path

import numpy as np
from PySide6.QtCore import QRectF, Qt

from equilix.analysis import analyse
from equilix.bench.methods import METHODS
from equilix.bench.subjects import as_built, reading
from equilix.body.calibrate import strength_from_hold
from equilix.demo import lighthouse
from equilix.document import Document, empty
from equilix.instruments.hidden import hidden
from equilix.instruments.instrument import About, Sample
from equilix.instruments.recording import recorded
from equilix.instruments.serving import Serving
from equilix.instruments.shelf import SIMULATED, simulated
from equilix.store.parsing import parse
from equilix.store.saving import checked_bytes
from equilix.ui.stage.primitives import Line, Shape, Wash
from equilix.ui.workspaces.measure.all_tab import BELIEVED, SO
from equilix.ui.workspaces.measure.method_form import MethodForm
from equilix.ui.workspaces.measure.page import MeasurePage
from equilix.ui.workspaces.measure.read_tab import ReadTab
from tests.ui.window_test import WindowTest

WRONG = {"battery-98": (0.95, 0.0), "boxy-body": (2.35, 0.03)}
"""The battery weighs a fifth more than its sheet, and the body balances 30 mm further ahead than its shape."""


class Bench(WindowTest):
    """What the tests of the workspace speak in."""

    @property
    def page(self) -> MeasurePage:
        """The workspace."""
        page = self.window.page
        assert isinstance(page, MeasurePage)
        return page

    @property
    def tab(self) -> ReadTab:
        """Where readings are taken."""
        return self.page.read

    def setUp(self) -> None:
        super().setUp()
        self.press(Qt.Key.Key_F1, shift=True)
        self.tab.live.speed = 40.0
        self.ready()

    def ready(self) -> None:
        """Until nothing is looked for any more."""
        self.wait(lambda: not self.page.waits)

    def measure(self, method: str, part: str = "") -> MethodForm:
        """Choose what is measured and how."""
        row = self.tab.subject_box.findData(f"part {part}" if part else "rig")
        self.tab.subject_box.setCurrentIndex(row)
        self.tab.subject_box.activated.emit(row)
        self.tab.methods.setCurrentRow(list(METHODS).index(method))  # type: ignore[arg-type]
        self.settle()
        return self.tab.form

    def fill(self, form: MethodForm, **values: str) -> None:
        """Type into fields."""
        for key, text in values.items():
            self.enter(form.fields[key], text)

    def instrument(self, key: str) -> None:
        """Choose an instrument, and wait until it stands still with something on it."""
        box = self.tab.live.source
        self.tab.live.leave()
        box.setCurrentIndex(box.findData(key))
        box.activated.emit(box.currentIndex())
        self.steady()

    def steady(self) -> None:
        """Until what it says stands still, and is what it feels."""
        self.wait(lambda: self.tab.live.ready and self.near())

    def near(self) -> bool:
        """Whether it has settled on what it feels."""
        live = self.tab.live
        said = [each.now or 0.0 for each in live.settling]
        return bool(np.allclose(said, live.true[: len(said)], atol=0.03))

    def together(self) -> None:
        """Look at all readings."""
        self.page.choose("all")
        self.ready()

    def read(self) -> None:
        """Back to taking readings."""
        self.page.choose("read")
        self.ready()


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
        self.assertIn("on two supports, fore and aft: ± 4.1 mm → ± 0.6 mm", self.tab.next_said.text())
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


class FromInstruments(Bench):
    """Simulated ones, and over a real socket."""

    def test_the_whole_loop(self) -> None:
        """A wrong mass and a wrong balance point are found, corrected, and what is planned then is truly right."""
        self.tab.hidden = hidden(self.session.document, 5, WRONG)
        true = self.tab.hidden
        form = self.measure("supports")
        self.fill(form, first_place="100 mm", second_place="700 mm")
        self.instrument("platform-scales")
        self.click(self.tab.live.take)
        self.click(self.tab.keep)
        for part in ("battery-98", "zoom-28-80", "boxy-body"):
            self.measure("scale", part)
            self.instrument("luggage-scale")
            self.click(self.tab.live.take)
            self.click(self.tab.keep)
        form = self.measure("edge", "boxy-body")
        mark = form.chosen_mark
        assert mark is not None
        at = float(true.real["boxy-body"][1])
        self.fill(form, place=f"{1000 * mark.distance_m(at):.1f} mm")
        self.assertIn("standard uncertainties from the data", self.tab.result.text())
        self.click(self.tab.keep)
        self.doubt_both()
        self.click(self.page.all.correct)
        self.ready()
        now = self.session.document.parts_by_id
        self.assertAlmostEqual(now["battery-98"].mass_kg, 0.95, delta=0.03)
        self.assertAlmostEqual(float(now["boxy-body"].body().cg_m[0]), at, delta=0.004)
        self.press(Qt.Key.Key_F3)
        self.wait_for_plans()
        self.session.apply_plan(self.session.answers.plans[0])
        self.settle()
        analysis = self.session.analysis
        fore_aft = analysis.conditions[0]
        self.assertTrue(fore_aft.ok)
        rig = as_built(analysis.assembly)
        place = true.reads(reading(rig, "balance", axis="x"))
        assert analysis.support is not None
        really = place - float(analysis.support.datum_m[0])
        self.assertLess(abs(really - fore_aft.value_m), 3 * fore_aft.sd_m + 1e-4)
        self.assertLess(abs(really), fore_aft.balance.tolerance_m)
        untrue = lighthouse()
        planned_blind = analyse(untrue, untrue.setups_by_id["lamp-room"])
        blind = true.reads(reading(as_built(planned_blind.assembly), "balance", axis="x"))
        self.assertGreater(abs(blind - float(planned_blind.mass.cg_m[0])), 2 * fore_aft.sd_m)

    def doubt_both(self) -> None:
        """All together names both; what was said of them is not believed any more, one after the other."""
        self.together()
        tab = self.page.all
        self.assertIn("▲ Likely a mistake", tab.head.text())
        suspects = {each.part for each in tab.found.fitted.suspects}  # type: ignore[union-attr]
        self.assertTrue({"battery-98", "boxy-body"} <= suspects, suspects)
        for _ in range(6):
            wrong = tab.found.fitted.alike  # type: ignore[union-attr]
            data = [place for place, each in enumerate(wrong) if each.part in WRONG]
            if not data:
                break
            self.click(tab.doubts[data[0]])
            self.ready()
        self.assertEqual(tab.head.text(), "Nothing contradicts anything.")

    def test_over_a_real_socket(self) -> None:
        """A served scale is read like any other; when it is gone that is said, and what was taken stays."""
        row = SIMULATED["luggage-scale"]
        serving = Serving(simulated("luggage-scale", lambda _at: (0.95,), speed=4.0), port=0)
        self.addCleanup(serving.stop)
        self.measure("scale", "battery-98")
        live = self.tab.live
        live.source.setCurrentIndex(live.source.findData("port"))
        live.source.activated.emit(live.source.currentIndex())
        live.port.setText(serving.address)
        self.click(live.connect_it)
        self.wait(lambda: live.ready and abs((live.settling[0].now or 0.0) - 0.95) < 0.02)
        self.assertEqual(live.about, row.about)
        self.click(live.take)
        self.assertAlmostEqual(self.tab.form.fields["load"].value(), 0.95, delta=0.015)
        self.click(self.tab.keep)
        self.assertEqual(self.session.document.measured[0].by, row.about.name)
        serving.stop()
        self.wait(lambda: "is gone" in live.state.text())
        self.assertEqual(len(self.session.document.measured), 1)
        live.port.setText("socket://127.0.0.1:1")
        self.click(live.connect_it)
        self.wait(lambda: "cannot be opened" in live.state.text())

    def test_a_recording(self) -> None:
        """Saved as it came, and played back; what is none is said."""
        with tempfile.TemporaryDirectory() as folder:
            path = Path(folder) / "run.csv"
            about = About("old scale", "kg", ("load",), 0.005, 40.0, 0.002)
            path.write_text(recorded(about, [Sample(k / 10, (2.5,)) for k in range(40)]))
            self.measure("scale")
            live = self.tab.live
            live.source.setCurrentIndex(live.source.findData("recording"))
            live.replay(path)
            self.wait(lambda: live.ready)
            self.assertIn("2.500 kg", live.now.text())
            live._write(str(Path(folder) / "again.csv"))
            self.assertTrue((Path(folder) / "again.csv").read_text().startswith("# old scale"))
            path.write_text("nonsense")
            live.replay(path)
            self.wait(lambda: "is no recording" in live.state.text())

    def test_left_in_the_middle(self) -> None:
        """Another workspace lets go of the instrument; nothing goes on beside it."""
        self.measure("scale")
        self.instrument("luggage-scale")
        self.press(Qt.Key.Key_F3)
        self.assertFalse(self.page_job_runs())
        self.press(Qt.Key.Key_F1, shift=True)
        self.assertEqual(self.tab.live.source.currentData(), "by-hand")

    def page_job_runs(self) -> bool:
        """Whether an instrument is read still."""
        return any(job.title == "Reading an instrument" for job in self.session.jobs.running)


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
