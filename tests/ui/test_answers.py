"""The ways to mend the rig: cards, ghosts, applying, refusals."""

import math
import unittest

from PySide6.QtCore import QPoint, Qt, QTimer
from PySide6.QtTest import QTest

from equilix.demo import lighthouse
from equilix.edits import rigging
from equilix.keys import BalanceKey
from equilix.ui.stage.primitives import Dot, Line, Text, Wash
from equilix.ui.widgets.card import PlanCard
from equilix.ui.widgets.step_rows import StepRail
from equilix.ui.workspaces.origins_page import OriginsPage
from equilix.words.steps import Rail
from tests.told import told
from tests.ui.window_test import WindowTest


class Answers(WindowTest):
    """The ways to mend the rig."""

    def setUp(self) -> None:
        super().setUp()
        self.page = self.window.pages["balance"]
        self.wait_for_plans()

    def card(self, title: str) -> PlanCard:
        """The card of a school."""
        return next(card for card in self.page.cards if told(card.plan.title) == title)

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
        self.assertIs(self.session.view.ghost, card.plan)
        self.assertNotEqual(self.window.stage.side.grab().toImage(), before)
        card.clearFocus()
        self.settle()
        self.assertIsNone(self.session.view.ghost)

    def test_applying_is_one_action_and_undo_is_one_action(self) -> None:
        """“Do it” mends the rig; one undo brings the old one back; redo mends it again."""
        start = self.session.document
        for title in [told(card.plan.title) for card in self.page.cards]:
            with self.subTest(title):
                self.wait_for_plans()
                promised = self.card(title).plan.promised_m[BalanceKey.FORE_AFT]
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
        self.assertIs(self.session.view.ghost, self.page.cards[0].plan)
        self.press(Qt.Key.Key_F4, self.window)
        self.assertIs(self.session.view.ghost, self.page.cards[1].plan)
        self.press(Qt.Key.Key_Return, self.page.cards[1])
        self.assertEqual(self.session.analysis.status, "rests")

    def test_an_edit_calls_the_planner_off(self) -> None:
        """Old answers go at once; the new ones fit the new rig."""
        old = self.session.answers.plans
        setup = self.session.setup.id
        for mm in (30, 40, 50):
            self.session.edit("slide", lambda d, mm=mm: rigging.slide(d, setup, "bridge", mm / 1000))
            self.assertEqual(self.session.answers.plans, [])
        self.wait_for_plans()
        self.assertEqual(len(self.session.answers.plans), 4)
        self.assertTrue(all(p.before.setup == self.session.setup for p in self.session.answers.plans))
        self.assertNotEqual(self.session.answers.plans[0].steps, old[0].steps)

    def test_the_interface_goes_on_while_plans_are_made(self) -> None:
        """While the planner works on its thread, events of the interface are handled."""
        setup, ticks = self.session.setup.id, []
        self.session.edit("slide", lambda d: rigging.slide(d, setup, "bridge", 0.033))
        ticking = QTimer(interval=0)
        ticking.timeout.connect(lambda: ticks.append(self.session.answers.job.running))
        ticking.start()
        self.wait_for_plans()
        ticking.stop()
        self.assertGreater(ticks.count(True), 3)

    def test_a_plan_that_arrives_takes_no_card_away(self) -> None:
        """A card with the focus keeps it, and its ghost, when the next plan is found."""
        setup = self.session.setup.id
        self.session.edit("slide", lambda d: rigging.slide(d, setup, "bridge", 0.033))
        self.wait(lambda: len(self.page.cards) > 0)
        first = self.page.cards[0]
        first.setFocus()
        self.wait_for_plans()
        self.assertGreater(len(self.page.cards), 1)
        self.assertIs(self.page.cards[0], first)
        self.assertTrue(first.hasFocus())
        self.assertIs(self.session.view.ghost, first.plan)

    def test_cards_compare(self) -> None:
        """All cards show the same three prices, in words too; a plan that arrives moves no button."""
        setup = self.session.setup.id
        self.session.edit("slide", lambda d: rigging.slide(d, setup, "bridge", 0.033))
        self.wait(lambda: len(self.page.cards) > 0)
        self.settle()
        first = self.page.cards[0]
        before = first.size(), first.button.pos()
        self.wait_for_plans()
        self.settle()
        self.assertEqual((first.size(), first.button.pos()), before)
        self.assertEqual({card.rails.prices for card in self.page.cards}, {first.rails.prices})
        self.assertEqual(len(first.rails.prices), 3)
        self.assertIn("On the shoulder", first.accessibleDescription())
        self.assertGreater(len({card.accessibleDescription() for card in self.page.cards}), 2)

    def test_steps_are_looked_at(self) -> None:
        """Under a step the track with its ends: hollow where it stands, full where it goes; its figure."""
        card = self.page.cards[0]
        label, rail = card.steps.lines[0]
        self.assertEqual(label.text(), "Slide the camera back 145 mm.")  # the figure is on the rail
        made = rail.primitives()
        ends = [each.points[0].x() for each in made if isinstance(each, Line) and each.role == "quiet"]
        was = next(each.at.x() for each in made if isinstance(each, Dot))
        then = next(each.box.center().x() for each in made if isinstance(each, Wash) and each.role == "hold")
        low, high = -0.15, 0.15
        for x, slide in ((was, 0.062), (then, -0.083)):
            self.assertAlmostEqual((x - ends[0]) / (ends[1] - ends[0]), (slide - low) / (high - low), places=6)
        self.assertIn("87 mm", [each.text for each in made if isinstance(each, Text)])
        self.assertIn("scale reads 87 mm", card.accessibleName())
        self.window.change_units()
        self.wait_for_plans()
        rail = self.page.cards[0].steps.lines[0][1]
        self.assertIn("3.43 in", [each.text for each in rail.primitives() if isinstance(each, Text)])

    def test_a_turn_is_a_dial(self) -> None:
        """Two hands, the thick one where it goes; straight up is no turn."""
        rail = StepRail()
        rail.resize(240, 20)
        rail.show_rail(Rail(-math.pi, math.pi, 0.0, (math.pi / 2,), "90°", turns=True), "90°", self.window.theme)
        hands = [each for each in rail.primitives() if isinstance(each, Line)]
        ways = [each.points[1] - each.points[0] for each in hands]
        self.assertAlmostEqual(ways[0].x(), 0.0)
        self.assertLess(ways[0].y(), -5)
        self.assertGreater(ways[1].x(), 5)
        self.assertAlmostEqual(ways[1].y(), 0.0)
        self.assertGreater(hands[1].width, hands[0].width)

    def test_where_a_price_comes_from(self) -> None:
        """A click or Enter on a price leads to its formula, with what it is now; Esc goes back to the cards."""
        card = self.page.cards[0]
        key = card.rails.prices[0]
        at = QPoint(30, round(card.rails.height() / 6))
        QTest.mouseClick(card.rails, Qt.MouseButton.LeftButton, pos=at)
        self.settle()
        page = self.window.page
        assert isinstance(page, OriginsPage)
        self.assertEqual(page.wanted, f"plan-move-{key}")
        self.assertTrue(page.title.text().startswith("Move what is there: "), page.title.text())
        self.assertIn("now", page.inputs.text())
        QTest.keyClick(page, Qt.Key.Key_Escape)
        self.assertIs(self.window.page, self.page)
        card = self.page.cards[1]
        card.rails.setFocus()
        QTest.keyClick(card.rails, Qt.Key.Key_Down)
        QTest.keyClick(card.rails, Qt.Key.Key_Return)
        self.assertEqual(page.wanted, f"plan-power-{card.rails.prices[1]}")
        QTest.keyClick(page, Qt.Key.Key_Escape)
        self.session.edit("slide", lambda d: rigging.slide(d, "lamp-room", "bridge", 0.03))
        self.press(Qt.Key.Key_F12)
        self.assertFalse([each for each in page.origins if each.startswith("plan-")])  # it no longer leads on from here

    def test_refusals_are_said(self) -> None:
        """With no counterweights in the kit that school says why not."""
        parts = tuple(p for p in lighthouse().parts if p.kind != "counterweight")
        self.session.edit("fewer", lambda d: d.changed(parts=parts))
        self.wait_for_plans()
        self.assertIn("no counterweight", self.page.cannot.text())

    def test_balanced_rig_says_so(self) -> None:
        """When it rests there are no cards to press, and that is said."""
        self.session.apply_plan(self.session.answers.plans[0])
        self.wait_for_plans()
        self.assertEqual(self.page.cards, [])
        self.assertIn("It rests", self.page.cannot.text())

    def test_how_sure(self) -> None:
        """The haze is explained, with what to weigh."""
        self.assertIn("28–80 zoom", self.page.sure.text())
        self.assertIn("Weigh it", self.page.sure_todo.text())


if __name__ == "__main__":
    unittest.main()
