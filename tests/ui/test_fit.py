"""The Fit workspace in the window."""

import itertools
import unittest

import numpy as np
from PySide6.QtCore import QRectF, Qt
from PySide6.QtGui import QFontMetricsF
from PySide6.QtTest import QTest

from equilix.edits import kit
from equilix.ui.operator_panel import OperatorPanel
from equilix.ui.stage.chart import Chart
from equilix.ui.stage.labels import place
from equilix.ui.stage.layers import findings
from equilix.ui.stage.primitives import Dot, Shape, Text, Wash
from equilix.ui.theme import font as theme_font
from equilix.ui.workspaces.fit import FitPage
from tests.told import told
from tests.ui.window_test import WindowTest


class Fit(WindowTest):
    """Body, moves, curves, comparisons."""

    def setUp(self) -> None:
        super().setUp()
        self.wait_for_plans()
        self.press(Qt.Key.Key_F5)
        self.page: FitPage = self.window.pages["fit"]

    def open_tab(self, tab: str) -> None:
        """Choose a tab and wait until it is filled."""
        self.page.choose(tab)
        self.wait(lambda: not self.page.waits)

    def test_key_and_marks(self) -> None:
        """F5 opens it; the drawing shows joints and the eye line, and leaves them with the workspace."""
        self.assertIs(self.window.page, self.page)
        self.assertTrue("figure" in self.session.view.overlays)
        marked = self.window.stage.side.grab().toImage()
        self.press(Qt.Key.Key_F3)
        self.assertFalse("figure" in self.session.view.overlays)
        self.assertNotEqual(self.window.stage.side.grab().toImage(), marked)

    def test_body(self) -> None:
        """What gives out first, large; the range, posture and screening; the flow sums to the weight; the caution."""
        self.assertIn("12 min, then the left shoulder", self.page.big.text())
        text = self.page.text.text()
        for word in (
            "Rest after a take",
            "Lower back",
            "action limit",
            "RULA",
            "Picking it up",
            "▲",
        ):
            self.assertIn(word, text)
        self.assertAlmostEqual(sum(n for _, n in self.page.flow.parts), self.session.analysis.weight_n, delta=0.1)
        self.assertIn("doctor", self.page.caution.text())

    def test_what_is_wrong_is_numbered_on_the_rig(self) -> None:
        """Raised arms and what the eyes do not like: a line each, its number at the grip or the screen, both ways."""
        rows, side = self.page.wrong.rows, self.window.stage.side
        said = [row.accessibleName() for row in rows]
        self.assertIn("Left upper arm raised: at most 2 min 30 s at a time", rows[0].title.text())
        self.assertTrue(any("5-inch monitor: it cranes the neck: hang the screen lower" in each for each in said), said)
        self.assertFalse(any(row.is_open for row in rows))  # the column is shared
        made = list(findings.marks(side.scene, side.sheet))
        self.assertEqual([number for number, _, _ in made], list(range(1, len(rows) + 1)))
        for k, (_, _, one) in enumerate(made):  # the handles stand behind each other, their marks do not
            for _, _, other in made[:k]:
                self.assertGreater(max(abs(one.x() - other.x()), abs(one.y() - other.y())), 28)
        QTest.mouseClick(side, Qt.MouseButton.LeftButton, pos=made[3][2].toPoint())
        self.assertEqual([k for k, row in enumerate(rows) if row.is_open], [3])
        self.assertEqual((self.session.selection.id, self.session.selection.finding), ("monitor-5", made[3][1].key))
        self.click(rows[1])
        self.assertEqual((self.session.selection.id, self.session.selection.finding), ("right-handle", "raised-right"))
        self.page.choose("curves")
        self.assertEqual(list(findings.marks(side.scene, side.sheet)), [])
        self.assertFalse(self.page.wrong.isVisible())

    def test_shares_of_strength_as_bars(self) -> None:
        """What gives out first at the top, the back at the end; to scale, marked as on the drawing, in words too."""
        bars, fit = self.page.asked, self.session.result.fit
        self.assertEqual([each.name for each in bars.asked][:2], ["Left shoulder", "Right shoulder"])
        self.assertEqual((bars.asked[0].lasts, bars.asked[-1].name), ("12 min", "Lower back"))
        self.assertAlmostEqual(bars.asked[-1].share, fit.trunk_share)
        shares = [each.effort.share for each in fit.ranges]
        self.assertEqual([each.share for each in bars.asked[:-1]], shares)
        made = bars.primitives()
        used = [each.box for each in made if isinstance(each, Wash)][2::3]
        whole = used[0].width() / shares[0]
        for box, each in zip(used, bars.asked, strict=True):
            self.assertAlmostEqual(box.width(), whole * each.share, delta=1e-6)
        texts = [each.text for each in made if isinstance(each, Text)]
        self.assertEqual(texts[:3], ["Left shoulder", "12%", "12 min"])
        marks = [type(each) for each in made if isinstance(each, Dot | Shape)]
        self.assertEqual(marks, [Dot] * len(shares) + [Shape])  # 17 % of the back is over what is easy
        font = QFontMetricsF(theme_font(11, bold=True))  # no column runs into the next one, at the smallest width
        share, longest = font.horizontalAdvance("100%"), font.horizontalAdvance("9 min 30 s")
        ends = [each.at.x() for each in made if isinstance(each, Text)][:3]
        self.assertGreater(ends[2] - longest, ends[1])
        self.assertGreater(ends[1] - share, used[0].left() + whole)
        self.assertIn("Left shoulder: 12% of its strength: 12 min", bars.accessibleName())

    def test_a_bar_and_the_headline_have_one_time(self) -> None:
        """In every scene the uppermost bar is what gives out first, after the time that stands over it."""
        for setup in self.session.document.setups:
            self.session.open_setup(setup.id)
            self.settle()
            tired = self.session.analysis.first_to_give_out
            if tired is not None:
                first = self.page.asked.asked[0]
                self.assertEqual(first.name, told(tired.key).capitalize(), setup.id)
                self.assertTrue(self.page.big.text().startswith(first.lasts) or first.lasts == "all day", setup.id)

    def test_what_comes_late_stays_on_its_tab(self) -> None:
        """The comparison is asked for and another tab opened before it comes: the body's texts stand, no bar shows."""
        self.page.choose("compare")
        self.wait(lambda: self.page.dear.running)
        self.page.choose("body")
        self.wait(lambda: not self.page.dear.running)
        self.settle()
        self.assertIn("Posture", self.page.text.text())
        self.assertFalse(any(head.isVisible() or bars.isVisible() for head, bars in self.page.compared))

    def test_moves(self) -> None:
        """Grips and screen as cards; looking shows the ghost, doing it is one entry and one undo."""
        self.open_tab("move")
        self.assertEqual(
            [told(card.plan.title) for card in self.page.cards],
            ["Grips for the arms", "The screen at eye level", "Room for the head"],
        )
        card = self.page.cards[1]
        card.looked_at.emit(card.plan)
        self.assertIs(self.session.view.ghost, card.plan)
        self.settle()
        before = self.session.document
        self.click(card.button)
        self.assertIn("drop-arm", {p.part for p in self.session.setup.placements})
        self.assertEqual(self.session.history.undo_label, "The screen at eye level")
        self.session.undo()
        self.assertEqual(self.session.document, before)

    def test_balance_and_fit_together(self) -> None:
        """Asked for both, every card ends at rest."""
        self.page.choose("move")
        self.page.balance.setChecked(True)
        self.open_tab("move")
        self.assertTrue(self.page.cards)
        for card in self.page.cards:
            self.assertEqual(card.plan.after.status, "rests")

    def test_us_units(self) -> None:
        """Forces, masses and ways of the bar and the curves are in the units that are chosen."""
        self.session.show_units("us")
        self.wait(lambda: not self.page._later.isActive())
        self.assertRegex(self.page.flow.accessibleName(), r"hands [\d.]+ lbf")
        self.assertNotIn(" N", self.page.flow.accessibleName())
        self.open_tab("curves")
        said = [chart.accessibleName() for chart in self.page.charts if not chart.isHidden()]
        self.assertTrue(any("45°" in name for name in said), said)
        self.assertTrue(any(" lb" in name and "kg" not in name for name in said), said)
        self.assertTrue(any(" in:" in name and "mm:" not in name for name in said), said)

    def test_the_flow_by_its_widths(self) -> None:
        """Each part of the bar is as wide as its share of the weight."""
        bar = self.page.flow
        washes = [each for each in bar.primitives() if isinstance(each, Wash)]
        total = sum(abs(n) for _, n in bar.parts)
        for wash, (_, n) in zip(washes, bar.parts, strict=True):
            self.assertAlmostEqual(wash.box.width(), max(abs(n) / total * bar.width() - 2, 1), places=6)
        self.assert_readable(bar)

    def assert_readable(self, chart: Chart) -> None:
        """No text of a chart on another, on its curve or points, or cut off."""
        made, bounds = chart.primitives(), QRectF(chart.rect())
        placed = place(made, bounds)
        for one, other in itertools.combinations(placed, 2):
            self.assertFalse(one.box.intersects(other.box), (one.text.text, other.text.text))
        dots = [QRectF(d.at.x() - 4, d.at.y() - 4, 8, 8) for d in made if isinstance(d, Dot)]
        for each in placed:
            self.assertTrue(bounds.adjusted(-3, 0, 3, 2).contains(each.box), each.text.text)
            self.assertFalse(any(each.box.intersects(dot) for dot in dots), each.text.text)

    def test_comparison(self) -> None:
        """Both operators, and every way that this rig is built for."""
        self.open_tab("compare")
        text = self.page.text.text()
        for word in ("Tall operator", "Slight operator", "On the shoulder", "In both hands", "gaze"):
            self.assertIn(word, text)
        (people_head, people), (ways_head, ways) = self.page.compared
        self.assertEqual((people_head.text(), ways_head.text()), ("The same rig on", "The same camera carried"))
        self.assertEqual([each.name for each in people.asked], ["Tall operator", "Slight operator"])
        self.assertEqual([each.name for each in ways.asked][:2], ["On the tripod", "On the shoulder"])
        self.assertEqual([ways.asked[0].lasts, ways.asked[-1].lasts], ["all day", "cannot"])
        self.assertGreater(ways.asked[-1].share, 1.0)
        troughs = [each.box for each in ways.primitives() if isinstance(each, Wash)][::3]
        used = [each.box for each in ways.primitives() if isinstance(each, Wash)][2::3]
        self.assertAlmostEqual(used[-1].width(), troughs[-1].width(), delta=1e-9)  # no longer than what there is
        for box, each in zip(troughs, [t for t in ways.primitives() if isinstance(t, Text)][::3], strict=True):
            self.assertLess(each.at.y(), box.top())
        self.assertTrue(ways.isVisible())
        self.assertIn("On the tripod: all day", ways.accessibleName())
        self.open_tab("body")
        self.assertFalse(ways.isVisible() or people_head.isVisible())

    def test_every_scene_and_theme(self) -> None:
        """Each scene on each tab, also on an empty rig, at the smallest size."""
        self.window.resize(1024, 640)
        self.window.change_theme()
        for setup in [*self.session.document.setups]:
            self.session.open_setup(setup.id)
            for tab in ("body", "curves", "compare"):
                self.open_tab(tab)
                self.assertFalse(self.window.grab().isNull())
        self.session.edit("New", lambda d: kit.add_setup(d, "Nothing yet")[0])
        for tab in ("body", "move", "curves", "compare"):
            self.open_tab(tab)
            self.assertFalse(self.window.grab().isNull())


class People(WindowTest):
    """The operator's panel."""

    def setUp(self) -> None:
        super().setUp()
        self.window.header.edit_operator(new=False)
        self.panel = self.window.header.panel
        assert isinstance(self.panel, OperatorPanel)

    def test_eye_sore_place_and_strength(self) -> None:
        """Taken over together as one entry; the analysis follows."""
        self.panel.eye.setCurrentIndex(1)
        self.panel.spare.setCurrentIndex(2)
        self.panel.factor.setText("50 %")
        self.panel.strengths["grip"].line.setText("300")
        self.panel.take()
        operator = self.session.analysis.operator
        self.assertEqual(operator.eye, "left")
        self.assertEqual(
            (operator.spare[0].joint, operator.spare[0].side, operator.spare[0].factor), ("shoulder", "left", 0.5)
        )
        self.assertEqual(operator.strength.grip_n, 300)
        self.assertAlmostEqual(operator.strength_of("shoulder", "left"), 46.0)

    def test_refusals_stay(self) -> None:
        """A percentage that is none, a strength that is none: said in place, nothing taken, nothing lost."""
        before = self.session.document
        self.panel.spare.setCurrentIndex(1)
        self.panel.factor.setText("half")
        self.panel.take()
        self.assertIn("no percentage", self.panel.refusal.text())
        self.panel.factor.setText("50")
        self.panel.strengths["elbow"].line.setText("strong")
        self.panel.take()
        self.assertIn("▲", self.panel.strengths["elbow"].complaint.text())
        self.assertIs(self.session.document, before)
        self.panel.close()

    def test_hold_test(self) -> None:
        """Start, stop, and the strength stands in the fields; a hold that says nothing is refused."""
        self.click(self.panel.hold.button)
        self.assertEqual(self.panel.hold.button.text(), "It sinks")
        self.panel.hold.stop_at(45.0)
        self.assertIn("N·m", self.panel.hold.said.text())
        self.assertGreater(float(self.panel.strengths["shoulder"].line.text()), 20)
        self.panel.hold.stop_at(1.0)
        self.assertIn("▲", self.panel.hold.said.text())
        self.panel.take()
        operator = self.session.analysis.operator
        self.assertIsNotNone(operator.strength.shoulder_nm)
        self.assertEqual([(each.mass_kg, each.held_s) for each in operator.holds], [(2.0, 45.0)])

    def test_how_long_they_last(self) -> None:
        """Entered beside strength: how long the rig is carried follows, shares do not; nonsense is said in place."""
        before = self.session.analysis.efforts
        self.panel.endurance.line.setText("many")
        self.panel.take()
        self.assertIn("▲", self.panel.endurance.complaint.text())
        self.panel.endurance.line.setText("1.5")
        self.panel.take()
        after = self.session.analysis.efforts
        np.testing.assert_allclose([each.share for each in before], [each.share for each in after])
        self.assertAlmostEqual(after[0].endurance_s, 1.5 * before[0].endurance_s)

    def test_own_hours(self) -> None:
        """Own rules for hours: entered, emptied, nonsense said in place and nothing lost."""
        self.panel.work.line.setText("long")
        self.panel.take()
        self.assertIn("▲", self.panel.work.complaint.text())
        self.panel.work.line.setText("10.5")
        self.panel.rest.line.setText("")
        self.panel.take()
        operator = self.session.analysis.operator
        self.assertEqual((operator.work_h, operator.rest_h), (10.5, None))
        panel = OperatorPanel(self.session, self.window, new=False)
        self.assertEqual((panel.work.line.text(), panel.rest.line.text()), ("10.5", ""))

    def test_grip_surface(self) -> None:
        """A smooth straight handle needs more squeeze than a contoured rubber one; changed in Build."""
        self.panel.close()
        self.session.open_setup("gallery")
        self.window.show_page("build")
        self.session.selection.select("top-handle")
        self.settle()
        build = self.window.pages["build"]
        smooth = self.session.analysis.first_to_give_out.endurance_s
        self.assertEqual(build.surface.currentText(), "smooth")
        build.surface.setCurrentIndex(build.surface.findText("rubber, contoured"))
        build.surface.activated.emit(build.surface.currentIndex())
        grip = self.session.document.parts_by_id["top-handle"].grips[0]
        self.assertEqual((grip.surface, grip.contoured), ("rubber", True))
        self.assertGreaterEqual(self.session.analysis.first_to_give_out.endurance_s, smooth)

    def test_grip_thickness(self) -> None:
        """A thin handle tires the fingers sooner; typed in Build, refused in words, taken back by one undo."""
        self.panel.close()
        self.session.open_setup("gallery")
        self.window.show_page("build")
        self.session.selection.select("top-handle")
        self.settle()
        build, start = self.window.pages["build"], self.session.document
        before = self.session.analysis.first_to_give_out.endurance_s
        for text, fits in (("15 mm", True), ("3 m", False)):
            build.thickness.line.setText(text)
            build.thickness.line.editingFinished.emit()
            self.assertEqual(build.thickness.complaint.text() == "", fits, text)
        self.assertAlmostEqual(self.session.document.parts_by_id["top-handle"].grips[0].diameter_m, 0.015)
        self.assertLess(self.session.analysis.first_to_give_out.endurance_s, 0.8 * before)
        self.session.undo()
        self.assertEqual(self.session.document, start)

    def test_letting_go_and_leaning(self) -> None:
        """Behind the way of carrying: one hand off, elbows against the body; Fit says what they do; undo takes back."""
        self.panel.close()
        self.session.open_setup("workshop")
        self.window.show_page("fit")
        self.settle()
        page, start = self.window.pages["fit"], self.session.document
        self.assertIn("Letting go, left hand", page.text.text())
        before = self.session.analysis.first_to_give_out.endurance_s
        for text in ("Left elbow against the body", "Right elbow against the body", "Let go with the left hand"):
            next(c for c in self.window.header.way.choices() if c and c[0] == text)[1]()
            self.settle()
            if text.startswith("Right"):
                self.assertGreater(self.session.analysis.first_to_give_out.endurance_s, 2 * before)
        self.assertEqual([c.hand for c in self.session.analysis.holding.contacts], ["right"])
        self.assertNotIn("Letting go", page.text.text())
        texts = [c[0] for c in self.window.header.way.choices() if c]
        self.assertIn("Take hold again with the left hand", texts)
        self.assertIn("Left elbow off the body", texts)
        for _ in range(3):
            self.session.undo()
        self.assertEqual(self.session.document, start)

    def test_carrying_height(self) -> None:
        """Overhead raises the upper arms: RULA scores them worse; chosen behind the way of carrying."""
        self.panel.close()
        self.session.open_setup("stairs")
        chest = self.session.result.fit.rula["left"].upper_arm
        held = next(c for c in self.window.header.way.choices() if c and c[0] == "Held overhead")
        held[1]()
        self.assertEqual(self.session.setup.height, "overhead")
        self.assertGreater(self.session.result.fit.rula["left"].upper_arm, chest)


if __name__ == "__main__":
    unittest.main()
