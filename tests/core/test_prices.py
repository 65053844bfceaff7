"""What plans cost, in what they differ, and plans that bring a part of what is asked."""

import json
import unittest

import numpy as np

from equilix.analysis import analyse
from equilix.body.endurance import LONGEST_S
from equilix.body.fatigue import rest_allowance
from equilix.demo import lighthouse
from equilix.document import Document
from equilix.edits import rigging
from equilix.fit.fit import Fit
from equilix.mechanics.bearing import LEAST_STRIP_M, bearing_pressure_pa
from equilix.planner.plan import Plan
from equilix.planner.prices import FELT_RATIO, Price, compared, most_differing, prices, prices_now
from equilix.planner.schools import plan, plans
from equilix.report import plans_report, plans_text
from tests.told import told


class Bearing(unittest.TestCase):
    """Pressure under a plate that is loaded off its middle."""

    def test_against_a_search(self) -> None:
        """The strip of even pressure that has the load in its middle, found by trying: the same pressure."""
        size, off, load = np.array((0.12, 0.08)), np.array((0.031, -0.012)), 95.0
        areas = []
        for half_x in np.arange(0.0005, 0.06, 0.0005):
            for half_y in np.arange(0.0005, 0.04, 0.0005):
                fits = np.all(np.abs(off) + np.array((half_x, half_y)) <= size / 2 + 1e-9)
                areas += [4 * half_x * half_y] if fits else []
        self.assertAlmostEqual(bearing_pressure_pa(load, off, size), load / max(areas), delta=0.01 * load / max(areas))

    def test_middle_and_edge(self) -> None:
        """In the middle all of the plate bears; past the edge a strip does."""
        size = np.array((0.12, 0.08))
        self.assertAlmostEqual(bearing_pressure_pa(96.0, np.zeros(2), size), 10_000.0, delta=1e-6)
        strip = bearing_pressure_pa(96.0, np.array((0.5, 0.0)), size)
        self.assertAlmostEqual(strip, 96.0 / (LEAST_STRIP_M * 0.08), delta=1e-6)


def answers(document: Document, setup: str) -> list[Plan]:
    """The plans that are worth doing."""
    return [each for each in plans(document, setup) if each.answers]


class Prices(unittest.TestCase):
    """What practitioners feel."""

    def test_the_lamp_room_cards_do_not_all_say_the_same(self) -> None:
        """All four last 27 min, left shoulder: that is not what the cards compare, and what they do compare differs."""
        found = answers(lighthouse(), "lamp-room")
        self.assertEqual(len({round(f.after.first_to_give_out.endurance_s) for f in found if f.after.efforts}), 1)
        keys, each, _ = compared(found)
        self.assertEqual(len(keys), 3)
        self.assertNotIn("endurance_s", keys)
        for key in keys:
            self.assertGreater(len({told(costs[key].said) for costs in each}), 1, key)

    def test_they_are_the_figures_of_the_rig_afterwards(self) -> None:
        """Each price again from its own model, not from the module that collects them."""
        for made in answers(lighthouse(), "lamp-room"):
            costs, after = prices(made), made.after
            fit = Fit(after)
            self.assertAlmostEqual(costs["back_n"].value, fit.spine.compression_n, delta=1e-9)
            cg, pad = after.mass.cg_m - after.support.datum_m, fit.flow_n["shoulder"]
            area = (0.12 - 2 * abs(cg[0])) * (0.08 - 2 * abs(cg[1]))
            self.assertAlmostEqual(costs["pad_pa"].value, pad / area, delta=1.0)
            before = made.before.mass.inertia_kg_m2[1, 1]
            self.assertAlmostEqual(costs["steadiness"].value, after.mass.inertia_kg_m2[1, 1] / before, delta=1e-12)
            self.assertEqual(costs["clamps"].value, len(made.steps))

    def test_share_of_a_day(self) -> None:
        """Takes half as long as can be held, with the rest that Rohmert's allowance asks for (1973)."""
        made = answers(lighthouse(), "causeway")[0]
        tired = made.after.first_to_give_out
        take = min(300.0, min(tired.endurance_s, LONGEST_S) / 2)
        rest = take * rest_allowance(take, tired.endurance_s, tired.share)
        self.assertAlmostEqual(prices(made)["day_share"].value, take / (take + rest), delta=1e-9)

    def test_one_plan_is_compared_with_now(self) -> None:
        """What a single answer changes is shown."""
        made = answers(lighthouse(), "boat-landing")
        self.assertEqual(len(made), 1)
        keys, each, now = compared(made)
        self.assertTrue(keys)
        self.assertEqual(keys, most_differing([prices(made[0]), prices_now(made[0])]))
        self.assertNotEqual(told(each[0][keys[0]].said), told(now[keys[0]].said))

    def test_less_burden_is_better(self) -> None:
        """The battery that lasts longer, the rig that shakes less, the longer hold have the smaller burden."""
        found = answers(lighthouse(), "lamp-room")
        costs = [prices(each) for each in found]
        for key in ("run_s", "steadiness"):
            by_value = sorted(costs, key=lambda c, key=key: -c[key].value)
            self.assertEqual([c[key].burden for c in by_value], sorted(c[key].burden for c in costs), key)
        for key in ("pad_pa", "back_n", "minutes", "clamps"):
            self.assertTrue(all(c[key].burden > 0 for c in costs), key)
        self.assertLess(costs[0]["endurance_s"].burden, prices_now(found[0])["endurance_s"].burden)

    def test_most_differing(self) -> None:
        """By what is just felt, one of a kind, and nothing that differs by less than a quarter of it."""

        def price(key: str, burden: float, kind: str, felt: float = 1.0) -> Price:
            return Price(key, key, burden, "", burden, felt, kind)

        first = {"a": price("a", 0, "x"), "b": price("b", 0, "x"), "c": price("c", 0, "y", 10), "d": price("d", 0, "z")}
        then = {
            "a": price("a", 2, "x"),
            "b": price("b", 3, "x"),
            "c": price("c", 9, "y", 10),
            "d": price("d", 0.2, "z"),
        }
        self.assertEqual(most_differing([first, then]), ("b", "c"))
        self.assertEqual(most_differing([]), ())
        self.assertGreater(FELT_RATIO, 0)

    def test_report_and_text(self) -> None:
        """Both carry the prices; the text says in what they differ."""
        found = list(plans(lighthouse(), "lamp-room"))
        made = plans_report(found)
        self.assertEqual(made[0]["differs_in"], list(compared(found)[0]))
        self.assertEqual(made[0]["prices"]["pad_pa"]["said"], told(prices(found[0])["pad_pa"].said))
        json.dumps(made)
        self.assertEqual(plans_text(found).count("Price: "), 4)
        self.assertIn(told(prices(found[0])["pad_pa"].said), plans_text(found))


class Partly(unittest.TestCase):
    """Static balance is an answer although drop time or dynamic balance is not reached."""

    def causeway(self) -> Document:
        """The sled of the causeway with all pinned but camera and top stage: no dynamic balance for it."""
        made = lighthouse()
        for placement in made.setups_by_id["causeway"].placements:
            if placement.id not in ("bridge", "sled-stage"):
                made = rigging.pin(made, "causeway", placement.id, True)
        return made

    def test_static_comes_first(self) -> None:
        """The plan ends on the post, and says what is left."""
        made = self.causeway()
        found = plan("move", made, analyse(made, made.setups_by_id["causeway"]))
        self.assertFalse(found.works)
        self.assertEqual(told(found.partly), "static balance")
        self.assertTrue(found.answers)
        self.assertTrue(all(c.ok for c in found.after.conditions if c.balance.rank == 0))
        self.assertIn("Cannot be done", told(found.reason))
        self.assertIn("Only static balance", plans_text([found]))
        self.assertEqual(plans_report([found])[0]["partly"], "static balance")

    def test_nothing_gained_is_no_answer(self) -> None:
        """With everything pinned there is no part of an answer."""
        made = self.causeway()
        for each in ("bridge", "sled-stage"):
            made = rigging.pin(made, "causeway", each, True)
        for found in plans(made, "causeway"):
            self.assertFalse(found.answers and found.school == "move", found.school)


if __name__ == "__main__":
    unittest.main()
