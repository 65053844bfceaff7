"""Both sides of conditions that small changes to the program went through unnoticed."""

import unittest

import numpy as np

from equilix.analysis import analyse
from equilix.bench.methods import METHODS
from equilix.body.lifting import Lift
from equilix.demo import lighthouse
from equilix.guide.observing import read_seen
from equilix.keys import BalanceKey
from equilix.planner.moves import Slide
from equilix.practice.trainer import Trainer
from equilix.words.reading import read_out
from equilix.words.telling import tell
from tests.core.practising import balanced, go

DEMO = lighthouse()


class Verdicts(unittest.TestCase):
    """The first words of the reading, on either side of the tolerance."""

    def test_at_rest_and_not(self) -> None:
        """What the plan balances is said to rest, in the words of its way; as the demo has it, it is not."""
        for setup, rests in (("causeway", "Stands upright."), ("evening", "Stays level.")):
            with self.subTest(setup):
                before = analyse(DEMO, DEMO.setups_by_id[setup])
                self.assertNotEqual(tell(read_out(before).verdict), rests)
                document = balanced(setup)
                after = analyse(document, document.setups_by_id[setup])
                self.assertEqual(tell(read_out(after).verdict), rests)


class BetweenTheHands(unittest.TestCase):
    """Where the weight has left the line between the hands."""

    def test_the_edge_is_a_hand(self) -> None:
        """The condition is off its edge where the centre of gravity lies beyond one of the grips, and not before."""
        analysis = analyse(DEMO, DEMO.setups_by_id["workshop"])
        grips = [contact.point_m for contact in analysis.holding.contacts if contact.hand]
        half_m = float(np.linalg.norm(grips[0] - grips[1])) / 2
        edges = [each.balance.edge_m for each in analysis.conditions if np.isfinite(each.balance.edge_m)]
        self.assertEqual(len(edges), 1)
        self.assertAlmostEqual(edges[0], half_m, places=6)


class Lifting(unittest.TestCase):
    """The recommended weight limit falls with how often one lifts."""

    def test_often(self) -> None:
        """Six lifts a minute for an hour: 0.75 of the limit, twelve 0.37, under 0.76 m (NIOSH 1994, from memory)."""
        seldom = Lift(0.25, 0.50, 0.25, per_minute=0.2, hours=1.0).recommended_kg
        for per_minute, factor in ((6.0, 0.75), (12.0, 0.37)):
            often = Lift(0.25, 0.50, 0.25, per_minute=per_minute, hours=1.0).recommended_kg
            self.assertAlmostEqual(often / seldom, factor, places=6)


class Moving(unittest.TestCase):
    """How far something goes along with what is slid or drawn out."""

    def test_share(self) -> None:
        """A slide takes along what it carries; what is drawn out goes by its share, what hangs at its end wholly."""
        slid = Slide("plate", np.array((1.0, 0.0, 0.0)), 0.0, 0.001, -10, 10)
        self.assertEqual([slid.share_of(each) for each in (("plate",), ("lens", "plate"), ("lens",))], [1.0, 1.0, 0.0])
        drawn = Slide(
            "post", np.array((0.0, 0.0, 1.0)), 0.0, 0.001, 0, 10, draws=True, moves=frozenset({"top"}), share=0.5
        )
        for carriers, share in ((("post",), 0.5), (("camera", "top", "post"), 1.0), (("battery", "post"), 0.0)):
            self.assertEqual(drawn.share_of(carriers), share, carriers)


class Seen(unittest.TestCase):
    """A way without a figure."""

    def test_the_way_alone(self) -> None:
        """On the side where the model has it, it is as far as the model says; on the other just past the tolerance."""
        analysis = analyse(DEMO, DEMO.setups_by_id["lamp-room"])
        condition = next(each for each in analysis.conditions if each.balance.key == BalanceKey.FORE_AFT)
        ahead, tolerance = condition.value_m, condition.balance.tolerance_m
        self.assertGreater(ahead, tolerance)
        self.assertAlmostEqual(read_seen(analysis, condition, "falls forward").value_m, ahead)
        self.assertAlmostEqual(read_seen(analysis, condition, "falls back").value_m, -tolerance)


class Asked(unittest.TestCase):
    """What a way to measure asks for."""

    def test_what_is_read_off_and_what_may_be_left_out(self) -> None:
        """One load of two suffices, and both are read by an instrument; places are measured with a rule."""
        asks = {each.key: each for each in METHODS["supports"].asks}
        for key in ("first_load", "second_load"):
            self.assertTrue(asks[key].optional and asks[key].read, key)
        for key in ("first_place", "second_place"):
            self.assertTrue(asks[key].place and not asks[key].read, key)


class LeftGo(unittest.TestCase):
    """A finger that has tapped, and a hand that has pulled."""

    def test_leaving_go_when_it_is_over(self) -> None:
        """A tap ends by itself; leaving go after that, twice, or of nothing, changes nothing and raises nothing."""
        trainer = Trainer(DEMO, "stairs", "gimbal")
        trainer.release()
        trainer.let_go()
        trainer.push("pan", 1.0)
        go(trainer, 2.0)
        loads = len(trainer.moving.loads)
        trainer.release()
        trainer.release()
        self.assertEqual(len(trainer.moving.loads), loads)
        trainer.push("pan", 1.0)
        trainer.release()
        self.assertEqual(len(trainer.moving.loads), loads)


if __name__ == "__main__":
    unittest.main()
