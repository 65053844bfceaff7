"""Strength and endurance of an operator by their outings: against closed forms, a grid, a library, made-up people."""

import math
import unittest

import numpy as np
from scipy.optimize import minimize
from scipy.stats import norm

from equilix.analysis import analyse
from equilix.body.endurance import endurance_s
from equilix.body.operators import Hold, Strength
from equilix.body.outings import Bore, Felt, Outing
from equilix.edits import kit, measuring, outings
from equilix.errors import Refused
from equilix.keys import Joint
from equilix.notebook.refit import (
    JOINTS,
    SCORE_SD,
    SURE,
    Refit,
    Terms,
    Told,
    fitted,
    narrowing,
    prior,
    refit,
    staying_way,
    told_by,
)
from equilix.result import Result
from tests.core.outings import DEMO, PERSON, made_up, today
from tests.told import refused


def holds(found: Refit, truth: np.ndarray, way: np.ndarray) -> bool:
    """Whether the band for nine of ten holds the true value."""
    return bool(abs(way @ (truth - found.likely)) <= SURE * math.sqrt(way @ found.covariance @ way))


class Strong(unittest.TestCase):
    """An operator by their outings."""

    def test_nobody_known(self) -> None:
        """Without a word it is the population: its mean, and its spread."""
        found = refit(PERSON, ())
        np.testing.assert_allclose(found.likely, 0.0, atol=1e-12)
        np.testing.assert_allclose(found.covariance, prior())
        band = found.strength("shoulder")
        self.assertAlmostEqual(band.value, 92.0)
        self.assertAlmostEqual(math.log(band.high / band.value), SURE * math.hypot(0.22, 0.20), places=6)
        self.assertEqual(found.outings, 0)

    def test_bands_hold_what_they_say(self) -> None:
        """Of 120 made-up operators nine of ten are inside their bands: 85 to 95 %, after 3 and after 20 outings."""
        rng = np.random.default_rng(5)
        root = np.linalg.cholesky(prior())
        ways = [*(staying_way(joint) for joint in JOINTS), *np.eye(7)[[0, -1]]]
        for count in (3, 20):
            inside = []
            for _ in range(120):
                truth = root @ rng.normal(size=7)
                found = refit(PERSON, [made_up(rng, truth, number) for number in range(count)])
                inside += [holds(found, truth, way) for way in ways]
            self.assertTrue(0.85 <= np.mean(inside) <= 0.95, f"{count}: {np.mean(inside):.3f}")

    def test_twenty_entries(self) -> None:
        """They narrow somebody who is weak and lasts: each little, together to a fraction, round the truth."""
        rng = np.random.default_rng(11)
        truth = np.array([-0.3, -0.1, 0.0, 0.1, 0.0, 0.1, 0.4])
        written = [made_up(rng, truth, number) for number in range(20)]
        bands = [each.lasts("shoulder") for _, each in narrowing(PERSON, written)]
        self.assertEqual(len(bands), 21)
        widths = [math.log(each.high / each.low) for each in bands]
        self.assertLess(widths[-1], 0.3 * widths[0])
        self.assertGreater(widths[1], 0.3 * widths[0])  # one entry does not tell it all
        true = math.exp(float(staying_way("shoulder") @ truth))
        self.assertTrue(bands[-1].low < true < bands[-1].high)
        self.assertLess(abs(math.log(bands[-1].value / true)), abs(math.log(bands[0].value / true)))
        self.assertEqual([round(each.narrower, 9) for each in bands], sorted(round(e.narrower, 9) for e in bands))

    def test_by_quadrature(self) -> None:
        """One joint alone, one score: against the integral over a fine grid; mean and spread are near."""
        bore = (Bore(joint="shoulder", side="left", load=0.2 * 92.0),)
        for score in (2, 5, 8):
            outing = Outing(
                id="o", day="2026-10-14", operator="p", take_min=4.0, bore=bore,
                felt=(Felt(region="shoulder", side="left", score=score),),
            )  # fmt: skip
            found, way = refit(PERSON, [outing]), staying_way("shoulder")
            sd = math.sqrt(way @ prior() @ way)
            grid = np.linspace(-6 * sd, 6 * sd, 20001)
            lasts = endurance_s("shoulder", 0.2) * np.exp(grid)
            felt = 10 * 240.0 / lasts
            likely = norm.pdf(grid, 0, sd) * (
                norm.cdf(score + 0.5, felt, SCORE_SD) - norm.cdf(score - 0.5, felt, SCORE_SD)
            )
            likely /= likely.sum()
            mean = float(likely @ grid)
            spread = math.sqrt(float(likely @ (grid - mean) ** 2))
            self.assertAlmostEqual(float(way @ found.likely), float(grid[likely.argmax()]), delta=2e-3 * sd)
            self.assertAlmostEqual(float(way @ found.likely), mean, delta=0.35 * spread)
            self.assertAlmostEqual(math.sqrt(way @ found.covariance @ way) / spread, 1.0, delta=0.15)

    def test_what_gave_out_tells_most(self) -> None:
        """Linear and normal: the mean of it in closed form; and to carry on without a word tells only a limit."""
        bore = (Bore(joint="shoulder", side="left", load=0.25 * 92.0),)
        gave = Outing(
            id="o", day="2026-10-14", operator="p", take_min=10.0, bore=bore, gave_out="shoulder", gave_out_side="left"
        )
        way = staying_way("shoulder")
        variance = float(way @ prior() @ way)
        seen = math.log(600 / endurance_s("shoulder", 0.25))
        found = refit(PERSON, [gave])
        self.assertAlmostEqual(float(way @ found.likely), seen * variance / (variance + 0.3**2), places=6)
        self.assertAlmostEqual(float(way @ found.covariance @ way), variance * 0.09 / (variance + 0.09), places=6)
        went_on = refit(PERSON, [gave.changed(gave_out=None, gave_out_side="")])
        self.assertGreater(float(way @ went_on.likely), 0.0)
        self.assertGreater(float(way @ went_on.covariance @ way), float(way @ found.covariance @ way))
        easy = refit(PERSON, [gave.changed(gave_out=None, gave_out_side="", take_min=0.5)])
        self.assertAlmostEqual(easy.lasts("shoulder").value, 1.0, delta=0.02)

    def test_what_was_stated(self) -> None:
        """A strength that was entered pulls as a reading of 15 % does; a hold test as what gave out."""
        strong = PERSON.changed(strength=Strength(shoulder_nm=120.0))
        variance, seen = 0.22**2 + 0.20**2, math.log(120 / 92)
        value = refit(strong, ()).strength("shoulder").value
        self.assertAlmostEqual(math.log(value / 92), seen * variance / (variance + 0.15**2), places=6)
        held = PERSON.changed(holds=(Hold(mass_kg=2.0, held_s=120.0),))
        self.assertGreater(refit(held, ()).lasts("shoulder").narrower, 0.4)

    def test_endurance_that_was_stated(self) -> None:
        """It pulls as a reading of 20 % does; what a hold test has set is told by that test alone."""
        lasting = PERSON.changed(endurance=2.0)
        weight = 0.35**2 / (0.35**2 + 0.20**2)
        self.assertAlmostEqual(refit(lasting, ()).endurance.value, 2.0**weight, places=6)
        holds = (Hold(mass_kg=2.0, held_s=200.0),)
        set_by_it = PERSON.changed(holds=holds, strength=Strength(shoulder_nm=140.0, elbow_nm=110.0, wrist_nm=20.0))
        held = PERSON.changed(holds=holds)
        np.testing.assert_allclose(refit(set_by_it, ()).likely, refit(held, ()).likely)

    def test_two_joints_in_one_place(self) -> None:
        """Of wrist and fingers, which are felt in the hand, the one that was asked for more tells; in either order."""
        bores = [Bore(joint="wrist", side="left", load=3.0), Bore(joint="grip", side="left", load=9.0)]
        felt = (Felt(region="hand", side="left", score=5),)
        for bore in (bores, bores[::-1]):
            outing = Outing(id="o", day="2026-10-14", operator="p", take_min=4.0, bore=tuple(bore), felt=felt)
            self.assertEqual([(each.joint, each.sort) for each in told_by(outing, PERSON)], [("wrist", "scored")])
        gave = outing.changed(gave_out="grip", gave_out_side="left")
        self.assertEqual([(each.joint, each.sort) for each in told_by(gave, PERSON)], [("grip", "gave-out")])

    def test_likeliest_whatever_is_told(self) -> None:
        """Also of what contradicts itself no better values are found by a general library (SciPy's minimize)."""
        rng = np.random.default_rng(8)
        for _ in range(25):
            told = [
                Told(
                    JOINTS[rng.integers(5)], ("gave-out", "went-on", "scored")[rng.integers(3)],
                    float(rng.normal(0, 3.0)), int(rng.integers(0, 11)),
                )
                for _ in range(rng.integers(1, 12))
            ]  # fmt: skip
            found, covariance = fitted(told, np.zeros((0, 8)), np.zeros(0))
            self.assertGreater(np.linalg.eigvalsh(covariance)[0], 0)

            def cost(at: np.ndarray, told: list[Told] = told) -> float:
                ways = np.array([staying_way(each.joint) for each in told])
                return float(at @ np.linalg.solve(prior(), at) / 2 - Terms(told).log_likelihood(ways @ at).sum())

            least = minimize(cost, found, method="Nelder-Mead", options={"maxiter": 4000, "fatol": 1e-10})
            self.assertLess(cost(found) - least.fun, 1e-5)

    def test_nothing_counts_twice(self) -> None:
        """Used, and fitted again, it says the same; back to what was stated the operator is as before."""
        made = outings.keep_outings(DEMO, [today(felt=(Felt(region="shoulder", side="right", score=8),))])
        operator = made.operators_by_id[made.outings[0].operator or ""]
        first = refit(operator, made.outings)
        told: dict[Joint, float] = {joint: first.strength(joint).value for joint in JOINTS}
        used = outings.believe_notebook(made, operator.id, told, first.endurance.value)
        again = refit(used.operators_by_id[operator.id], used.outings)
        np.testing.assert_allclose(again.likely, first.likely, atol=1e-9)
        self.assertEqual(outings.forget_notebook(used, operator.id), made)
        twice = outings.believe_notebook(used, operator.id, told, 1.3)
        self.assertEqual(outings.forget_notebook(twice, operator.id), made)
        said = kit.change_operator(used, operator.id, endurance=1.0)
        self.assertIsNone(said.operators_by_id[operator.id].stated)
        with refused(self, Refused, "has corrected nothing of"):
            outings.forget_notebook(said, operator.id)

    def test_endurance_lasts(self) -> None:
        """Who lasts twice as long does so with every joint; no shares of strength change."""
        setup = DEMO.setups_by_id["lamp-room"]
        operator = DEMO.operator_of(setup)
        before = analyse(DEMO, setup).efforts
        after = analyse(kit.change_operator(DEMO, operator.id, endurance=2.0), setup).efforts
        for one, other in zip(before, after, strict=True):
            self.assertEqual(one.share, other.share)
            if 0 < one.endurance_s < 1e4:
                self.assertAlmostEqual(other.endurance_s, 2 * one.endurance_s)
        setup = DEMO.setups_by_id["workshop"]
        who = DEMO.operator_of(setup).id
        ranges = [
            Result(analyse(made, setup)).fit.ranges for made in (DEMO, kit.change_operator(DEMO, who, endurance=2.0))
        ]
        both = [(one.rohmert_s, other.rohmert_s) for one, other in zip(*ranges, strict=True) if one.rohmert_s]
        self.assertTrue(both)
        for first, second in both:
            self.assertAlmostEqual(second or 0.0, 2 * (first or 0.0))

    def test_a_hold_is_remembered(self) -> None:
        """The edit keeps the hold, so that the notebook weighs it with the outings; the last fifty of them."""
        operator = DEMO.operators[0].id
        made = DEMO
        for _ in range(52):
            made = measuring.hold_test(made, operator, 2.0, 60.0)
        self.assertEqual(len(made.operators_by_id[operator].holds), 50)
