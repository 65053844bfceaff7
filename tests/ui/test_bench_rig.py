"""The part bench beside a rig: what changes there, the ways in and out, a battery from the mat."""

from __future__ import annotations

from unittest import mock

from PySide6.QtCore import QPoint, QPointF, Qt
from PySide6.QtTest import QTest

from equilix.document import Document, empty
from equilix.edits import rigging
from equilix.ui.stage.primitives import Text
from equilix.ui.workspaces.bench.page import BenchPage
from equilix.ui.workspaces.bench.places import Chosen
from equilix.ui.workspaces.bench.views import views
from equilix.ui.workspaces.mat import MatPage
from equilix.ui.workspaces.origins_page import OriginsPage
from tests.ui.bench_test import Bench
from tests.ui.window_test import WindowTest


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
        self.enter(optics.wide, "")  # type: ignore[attr-defined]
        self.assertIsNone(self.part.sensor_m)
        self.assertEqual(optics.high.line.text(), "")  # type: ignore[attr-defined]
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

    def test_esc_goes_back_the_way_one_came(self) -> None:
        """From the bench to where a figure comes from, and step by step back; also from the bench's form."""
        self.press(Qt.Key.Key_F5, self.window)
        self.session.selection.select("lens")
        self.press(Qt.Key.Key_B, self.window, control=True)
        self.page.choose("about")
        self.settle()
        form = self.page.about
        self.assertFalse(form.bench.isVisible())
        self.assertFalse(form.cancel.isVisible())
        self.press(Qt.Key.Key_F12, self.window)
        origins = self.window.page
        assert isinstance(origins, OriginsPage)
        self.press(Qt.Key.Key_Escape, origins.list)
        self.assertIs(self.page.about, form)
        self.press(Qt.Key.Key_Escape, form)
        self.assertEqual(self.window.pages.open_key, "fit")

    def test_esc_first_gives_up_the_new_point(self) -> None:
        """While the next click would set a point, Esc ends that; the bench is left by the next Esc."""
        self.window.ask_part("boxy-body", "points")
        self.click(self.points.set_one)
        self.press(Qt.Key.Key_Escape, self.points.set_one)
        self.assertFalse(self.page.drawing.setting)
        self.assertFalse(self.points.set_one.isChecked())
        self.press(Qt.Key.Key_Escape, self.points.set_one)
        self.assertNotIsInstance(self.window.page, BenchPage)

    def test_while_a_part_slides(self) -> None:
        """A part that slides on the rig does not fill the editors anew at every millimetre; the figures follow."""
        self.window.ask_part("boxy-body", "points")
        self.settle()
        said = self.page.rig.text()
        with mock.patch.object(self.points, "fill", wraps=self.points.fill) as filled:
            self.session.edit("Slide", lambda d: rigging.slide(d, "lamp-room", "battery-plate", 0.02), "slide 1")
            self.assertEqual(filled.call_count, 0)
            self.session.end_gesture()
            self.settle()
            self.assertEqual(filled.call_count, 1)
        self.assertNotEqual(self.page.rig.text(), said)

    def test_the_frame_is_about_the_chosen_solid(self) -> None:
        """The last solid taken away, the frame goes to the one that is chosen then."""
        self.window.ask_part("boxy-body", "shape")
        self.settle()
        solids = self.page.solids
        solids.add_one()
        self.assertEqual(self.page.drawing.solid, len(self.part.solids) - 1)
        solids.take_away()
        self.settle()
        self.assertEqual((self.page.drawing.solid, solids.number), (len(self.part.solids) - 1,) * 2)


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
