"""Notebook, in the window: looked up, given out and taken over; what it tells of people and reminds of."""

import math
from datetime import date

import numpy as np
from PySide6.QtCore import QRectF, Qt
from PySide6.QtGui import QImage
from PySide6.QtTest import QTest

from equilix.body.outings import Outing
from equilix.document import Document, empty
from equilix.edits import kit
from equilix.edits.outings import keep_outings
from equilix.keys import REGIONS
from equilix.notebook.refit import Band, prior, staying_way
from equilix.store.parsing import open_document
from equilix.ui.session.opening import history_of
from equilix.ui.stage.bands_chart import BandsChart
from equilix.ui.stage.body_map import LARGEST_PX, radius
from equilix.ui.stage.days_chart import APART_PX
from equilix.ui.stage.days_chart import Felt as DayFelt
from equilix.ui.stage.primitives import Dot, Text
from equilix.ui.workspaces.bench.page import BenchPage
from tests.core.outings import made_up
from tests.ui.notebook_test import LEFT, NECK, Notebook
from tests.ui.window_test import WindowTest


class LookedUp(Notebook):
    """All outings."""

    def setUp(self) -> None:
        super().setUp()
        self.look_at("outings")

    def test_looked_for(self) -> None:
        """The last first; by every word; the one that is chosen in full, its region over time."""
        tab = self.page.outings
        self.assertEqual(tab.list.count(), 7)
        QTest.keyClicks(tab.search, "jetty")
        self.assertEqual((tab.list.count(), tab.count.text()), (1, "1 of 7"))
        self.assertIn("Boat landing, Old jetty", tab.head.text())
        self.assertIn("Spray on the lens", tab.lines.text())
        self.assertEqual(tab.region.text(), "Right shoulder: 7 (6.3 predicted)")
        self.assertEqual([row.felt for row in tab.days.rows], [8, 7, 6])
        self.assertEqual([row.shown for row in tab.days.rows], [False, True, False])
        self.point(("lower-back", ""), tab.body)
        self.assertEqual([row.felt for row in tab.days.rows], [0, 2, 0])
        self.press(Qt.Key.Key_5, tab.body)
        self.assertEqual(tab.outing.score_of(("lower-back", "")), 2)  # type: ignore[union-attr]
        QTest.keyClicks(tab.search, " nowhere")
        self.assertIn("Nothing that was written", tab.count.text())
        tab.search.clear()
        tab.list.setCurrentRow(6)
        self.assertIn("28 September 2026", tab.head.text())

    def test_of_one_day(self) -> None:
        """Two outings of one day stand beside each other, later ones further along, worse ones higher."""
        chart = self.page.outings.days
        chart.rows = [DayFelt(date(2026, 10, day), score, None) for day, score in ((1, 2), (1, 5), (9, 9))]
        bounds = QRectF(0, 0, 400, 150)
        first, second, last = chart.places(bounds)
        self.assertAlmostEqual(second - first, APART_PX)
        self.assertGreater(last, second + 100)
        self.assertLess(chart.high(9, bounds), chart.high(2, bounds))

    def test_taken_out(self) -> None:
        """The one that is chosen; one undo brings it back."""
        tab = self.page.outings
        chosen = tab.chosen
        self.click(tab.remove)
        self.assertNotIn(chosen, [each.id for each in self.outings])
        self.session.undo()
        self.assertIn(chosen, [each.id for each in self.outings])

    def test_files(self) -> None:
        """A table goes out and comes back into a document without; what cannot be read is said and harms nothing."""
        tab, table, text = self.page.outings, self.folder / "a.csv", self.folder / "a.md"
        tab._write(str(table))
        tab._write(str(text))
        self.assertIn("## 9 October 2026", text.read_text("utf-8"))
        whole = self.outings
        self.session.edit("x", lambda d: d.changed(outings=()))
        self.ready()
        self.assertIn("Nothing is written down yet", tab.count.text())
        tab._read(str(table))
        self.assertEqual([each.felt for each in self.outings], [each.felt for each in sorted(whole, key=_day)])
        self.assertIn("7 outings taken over", self.messages[-1][0])
        table.write_text(table.read_text("utf-8") + "soon;;;\n", "utf-8")
        tab._read(str(table))
        self.assertIn("row 9: “soon” is no day", self.messages[-1][0])
        self.assertTrue(self.messages[-1][1])
        table.write_text("nonsense", "utf-8")
        tab._read(str(table))
        self.assertIn("is no table of outings", self.messages[-1][0])
        tab._write(str(self.folder / "nowhere" / "a.csv"))
        self.assertTrue(self.messages[-1][1])
        self.assertEqual(len(self.outings), 7)

    def test_handed_on(self) -> None:
        """A copy without the notebook; never over one's own file."""
        own, other = self.folder / "own.equilix", self.folder / "other.equilix"
        self.session.desk.save(own)
        self.page.outings._copy(str(own))
        self.assertIn("Choose another name", self.messages[-1][0])
        self.assertEqual(len(open_document(own).outings), 7)
        self.page.outings._copy(str(other))
        self.assertEqual(open_document(other), self.session.document.changed(outings=(), practised=()))

    def test_a_photo(self) -> None:
        """It is seen beside its outing; one that is gone is said."""
        tab = self.page.outings
        self.session.desk.save(self.folder / "demo.equilix")
        image = QImage(400, 300, QImage.Format.Format_RGB32)
        image.fill(Qt.GlobalColor.darkCyan)
        image.save(str(self.folder / "one.png"))
        for photo, seen in (("one.png", True), ("gone.png", False)):
            key = tab.chosen
            new = self.session.document.outings
            changed = tuple(each.changed(photo=photo) if each.id == key else each for each in new)
            self.session.edit("x", lambda d, changed=changed: d.changed(outings=changed))
            self.ready()
            self.assertEqual(not tab.picture.pixmap().isNull(), seen)
        self.assertIn("gone.png", tab.picture.text())


def _day(outing: Outing) -> str:
    return outing.day


class Told(Notebook):
    """What the notebook tells, and what has to be looked after."""

    def test_twenty_entries(self) -> None:
        """Written one after the other they narrow an operator; the band holds what they really are."""
        rng = np.random.default_rng(4)
        truth = np.linalg.cholesky(prior()) @ rng.normal(size=7)
        written = [made_up(rng, truth, number).changed(operator="tall") for number in range(20)]
        self.session.edit("x", lambda d: keep_outings(d.changed(outings=()), written))
        self.look_at("body")
        tab = self.page.body
        bands = [band for _, band in tab.bands.bands]
        self.assertEqual(len(bands), 21)
        widths = [math.log(each.high / each.low) for each in bands]
        self.assertLess(widths[-1], 0.3 * widths[0])
        really = math.exp(float(staying_way("shoulder") @ truth))
        self.assertTrue(bands[-1].low < really < bands[-1].high)
        bounds = QRectF(0, 0, 500, 300)
        self.assertLess(tab.bands.at(0, bands[0].high, bounds).y(), tab.bands.at(20, bands[-1].high, bounds).y())

    def test_used_and_back(self) -> None:
        """It changes how long the rig is said to last; one undo takes it back, so does what was stated."""
        self.look_at("body")
        tab = self.page.body
        self.assertIn("Tall operator holds the shoulder 1.", tab.head.text())
        lasted = self.session.analysis.first_to_give_out.endurance_s  # type: ignore[union-attr]
        before = self.session.document
        said = tab.head.text()
        self.click(tab.use)
        self.ready()
        self.assertGreater(self.session.analysis.first_to_give_out.endurance_s, 1.3 * lasted)  # type: ignore[union-attr]
        self.assertEqual(tab.head.text(), said)  # nothing counts twice
        self.assertFalse(tab.back.isHidden())
        self.click(tab.back)
        self.assertEqual(self.session.document, before)
        self.session.undo()
        self.session.undo()
        self.assertEqual(self.session.document, before)

    def test_another_one(self) -> None:
        """Another joint, another operator; of somebody of whom nothing is noted that is said."""
        self.session.edit("x", lambda d: kit.add_operator(d, "lamp-room", name="New one"))
        self.look_at("body")
        tab = self.page.body
        self.assertIn("Nothing is noted of New one", tab.head.text())
        self.assertFalse(tab.use.isEnabled())
        tab.who.setCurrentIndex(tab.who.findData("slight"))
        tab.who.activated.emit(tab.who.currentIndex())
        self.ready()
        self.assertIn("Slight operator holds the shoulder", tab.head.text())
        self.assertIn("In both hands: the left shoulder hurt", tab.off.item(0).text())
        tab.joint.setCurrentIndex(tab.joint.findData("grip"))
        tab.joint.activated.emit(0)
        self.assertRegex(tab.said.text(), r"Strength \d+ N ")
        names = [each.text for each in tab.felt.primitives() if isinstance(each, Text)]
        self.assertIn("Left shoulder, in both hands", names)
        self.assertEqual(len(tab.felt.rows), 13)

    def test_looked_after(self) -> None:
        """What worked loose is open until it is seen to; one undo opens it again."""
        self.look_at("after")
        tab = self.page.after
        self.assertEqual(tab.head.text(), "Before the next outing: 3")
        row = next(each for each in tab.rows if each.reminder and each.reminder.part == "arm-short")
        self.click(row.done)
        self.assertEqual(tab.head.text(), "Before the next outing: 2")
        self.assertTrue(all(f.seen_to for each in self.outings for f in each.faulty if f.part == "arm-short"))
        self.session.undo()
        self.assertEqual(tab.head.text(), "Before the next outing: 3")
        self.session.edit("x", lambda d: d.changed(outings=()))
        self.assertIn("Nothing is written down yet", tab.head.text())
        self.assertTrue(all(each.isHidden() for each in tab.rows))


class Empty(Notebook):
    """From an empty document."""

    def document(self) -> Document:
        return history_of(empty()).now

    def test_from_nothing(self) -> None:
        """Every tab says what to do next; an outing can be written with nothing on the rig and nobody named."""
        self.assertIn("No operator is entered", self.tab.expected.text())
        self.assertFalse(self.tab.trouble.note_it.isEnabled())
        for tab, words in (("outings", "Nothing is written down yet"), ("body", "Enter an operator first")):
            self.look_at(tab)
            label = self.page.outings.count if tab == "outings" else self.page.body.head
            self.assertIn(words, label.text())
        self.look_at("write")
        self.score(LEFT, 2)
        self.click(self.tab.keep)
        self.assertEqual((len(self.outings), self.outings[0].operator), (1, None))
        self.look_at("outings")
        self.assertIn("First rig", self.page.outings.head.text())
        self.assertEqual(self.page.outings.region.text(), "Left shoulder: 2 (nothing is predicted there)")


class Drawn(Notebook):
    """The figure."""

    def test_from_behind(self) -> None:
        """Left is on the left; heads are above feet; every region has a place of its own inside the paper."""
        body = self.tab.felt.body
        places = body.places()
        self.assertEqual(set(places), set(REGIONS))
        for region in ("shoulder", "elbow", "hand", "hip", "knee", "foot"):
            self.assertLess(places[region, "left"].x(), places[region, "right"].x())  # type: ignore[index]
        down = [places[key].y() for key in (NECK, ("upper-back", ""), ("lower-back", ""), ("knee", "left"))]
        self.assertEqual(down, sorted(down))
        for key, at in places.items():
            self.assertTrue(body.paper.contains(at), key)
            others = [(at - other).manhattanLength() for each, other in places.items() if each != key]
            self.assertGreater(min(others), 9.0, key)

    def test_as_large_as_it_hurts(self) -> None:
        """A disc of 10 is the largest; its figure stands in it; hard ones are full of colour."""
        self.score(LEFT, 10)
        self.score(NECK, 3)
        dots = [each for each in self.tab.felt.body.primitives() if isinstance(each, Dot) and each.edge == "tip"]
        self.assertEqual([(each.radius, each.fill) for each in dots], [(radius(3), "tip_wash"), (LARGEST_PX, "tip")])
        texts = [each.text for each in self.tab.felt.body.primitives() if isinstance(each, Text)]
        self.assertTrue({"10", "3", "left", "right"} <= set(texts))
        self.assertIn("left shoulder 10", self.tab.felt.body.accessibleDescription())


class OneOuting(WindowTest):
    """What is counted is told as one or as several."""

    def test_bands(self) -> None:
        """For who hears the screen: after one outing, after three."""
        chart, band = BandsChart(), Band(1.2, 0.9, 1.6, 0.3)
        for count, told in ((1, "after one outing"), (3, "after 3 outings")):
            chart.show_bands("Shoulder", [(0, band), (count, band)])
            self.assertEqual(chart.accessibleDescription(), f"1.20 times, 0.90 to 1.60, {told}")


class OnTheBench(WindowTest):
    """How often a battery was charged, and since when it is in use."""

    def test_battery(self) -> None:
        """Entered on the part bench; a month that is none is said and stays to be put right."""
        self.window.ask_part("battery-98")
        page = self.window.page
        assert isinstance(page, BenchPage)
        page.choose("power")
        power = page.power
        self.enter(power.cycles, "250")
        power.since.setText("soon")
        power.since.setModified(True)
        power.since.editingFinished.emit()
        self.assertIn("is no month", power.refusal.text())
        self.assertEqual(power.since.text(), "soon")
        power.since.setText("2024-03")
        power.since.setModified(True)
        power.since.editingFinished.emit()
        electric = self.session.document.parts_by_id["battery-98"].electric
        assert electric is not None
        self.assertEqual((electric.cycles, electric.since), (250, "2024-03"))
