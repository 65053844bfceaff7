"""How surely a rig is known: first order, shared by pieces of one part, sharpened by readings exactly."""

import unittest

import numpy as np

from equilix.analysis import Analysis
from equilix.carry.conditions import Condition
from equilix.demo import lighthouse
from equilix.edits import kit, rigging
from equilix.guide.observing import correct, read_seen
from equilix.keys import BalanceKey
from equilix.mechanics.uncertainty import Data
from equilix.store.parsing import parse
from equilix.store.saving import checked_bytes
from equilix.words.reading import sureness
from tests.core.builders import analysed, box, document, free, padded, scene
from tests.told import told


def named(analysis: Analysis, key: str) -> Condition:
    """One of its conditions."""
    return next(c for c in analysis.conditions if c.balance.key == key)


def random_data(rng: np.random.Generator, count: int, readings: int) -> Data:
    """Things with random variances, correlated axes, and readings."""
    roots = rng.normal(size=(count, 3, 3)) * 0.01
    return Data(
        rng.uniform(0.0, 0.1, count) ** 2, roots @ roots.transpose(0, 2, 1), rng.normal(size=(readings, count, 4)),
        rng.uniform(0.001, 0.02, readings) ** 2,
    )  # fmt: skip


def dense(data: Data) -> np.ndarray:
    """The covariance of all data after all readings, as one matrix, reading by reading (textbook Kalman update)."""
    count = len(data.mass_var_kg2)
    found = np.zeros((4 * count, 4 * count))
    for k in range(count):
        found[4 * k, 4 * k] = data.mass_var_kg2[k]
        found[4 * k + 1 : 4 * k + 4, 4 * k + 1 : 4 * k + 4] = data.place_cov_m2[k]
    for slope, var in zip(data.readings.reshape(len(data.readings), 4 * count), data.reading_var, strict=True):
        gain = found @ slope / (slope @ found @ slope + var)
        found = found - np.outer(gain, slope @ found)
    return found


class Update(unittest.TestCase):
    """Block by block against one large matrix."""

    def test_against_the_dense_update(self) -> None:
        """Random data, 0 to 5 readings: variances, covariances and gains agree to 1e-10 of their size."""
        rng = np.random.default_rng(2)
        for readings in range(6):
            data = random_data(rng, 9, readings)
            whole = dense(data)
            gradients = rng.normal(size=(4, 9, 4))
            flat = gradients.reshape(4, -1)
            expected = flat @ whole @ flat.T
            np.testing.assert_allclose(data.covariance(gradients), expected, atol=1e-10 * np.abs(expected).max())
            np.testing.assert_allclose(data.sharpened(gradients[0]).ravel(), whole @ flat[0], atol=1e-10)
            self.assertAlmostEqual(data.variance(gradients[0]), expected[0, 0], delta=1e-10)
            self.assertAlmostEqual(float(data.shares(gradients[0]).sum()), expected[0, 0], delta=1e-10)

    def test_a_reading_never_makes_anything_less_sure(self) -> None:
        """Whatever value one looks at, one reading more does not widen it."""
        rng = np.random.default_rng(3)
        for _ in range(20):
            data = random_data(rng, 6, 3)
            fewer = Data(data.mass_var_kg2, data.place_cov_m2, data.readings[:2], data.reading_var[:2])
            gradient = rng.normal(size=(6, 4))
            self.assertLessEqual(data.variance(gradient), fewer.variance(gradient) * (1 + 1e-12))

    def test_monte_carlo(self) -> None:
        """200,000 random rigs around the nominal one have the covariance of the formula, within 3 %."""
        rng = np.random.default_rng(1)
        masses = np.array((1.2, 0.95, 2.4, 0.3))
        places = np.array(((0.0, 0, 0.1), (0.15, 0.02, 0.1), (-0.1, -0.03, 0.2), (0.4, 0.1, 0.0)))
        mass_sd = masses * np.array((0.01, 0.15, 0.03, 0.01))
        spread = np.array([np.diag((a**2, (a / 2) ** 2, (a / 3) ** 2)) for a in (0.005, 0.01, 0.003, 0.02)])
        data = Data(mass_sd**2, spread, np.zeros((0, 4, 4)), np.zeros(0))
        total = masses.sum()
        cg = masses @ places / total
        gradients = np.zeros((3, 4, 4))
        for axis in range(3):
            gradients[axis, :, 0] = (places[:, axis] - cg[axis]) / total
            gradients[axis, :, 1 + axis] = masses / total
        count = 200_000
        m = masses + rng.standard_normal((count, 4)) * mass_sd
        r = places + rng.standard_normal((count, 4, 3)) * np.sqrt(spread[:, range(3), range(3)])
        sampled = np.cov((np.einsum("ki,kij->kj", m, r) / m.sum(axis=1)[:, None]).T)
        formula = data.covariance(gradients)
        np.testing.assert_allclose(np.sqrt(np.diag(sampled)), np.sqrt(np.diag(formula)), rtol=0.03)
        np.testing.assert_allclose(sampled, formula, atol=0.03 * formula.max())


class Pieces(unittest.TestCase):
    """Two pieces of the same part have one error, not two."""

    def rig(self, *, same: bool) -> Analysis:
        """Two weights of 1 ± 0.1 kg at ±0.1 m and one at 0.3 m, each from its own scale or all from one."""
        base = padded("base", 1.0).changed(mass_sd_kg=0.0, cg_sd_m=0.0)
        parts = [box(f"w{k}", 1.0, mass_sd_kg=0.1, cg_sd_m=0.0, quantity=9) for k in range(3)]
        ids = ["w0", "w0", "w0"] if same else ["w0", "w1", "w2"]
        places = [free(f"p{k}", part, x) for k, (part, x) in enumerate(zip(ids, (-0.1, 0.1, 0.3), strict=True))]
        return analysed(document([base, *parts], [free("base", "base"), *places]))

    def test_by_hand(self) -> None:
        """Independent: σ² Σ (xᵢ − x)²/m²; one error: σ² (Σ (xᵢ − x))²/m². The mass: σ √3 and 3 σ."""
        for same in (False, True):
            analysis = self.rig(same=same)
            off = np.array((-0.1, 0.1, 0.3)) - float(analysis.mass.cg_m[0])
            expected = abs(off.sum()) if same else np.sqrt((off**2).sum())
            self.assertAlmostEqual(float(analysis.cg_sd_m[0]), 0.1 * expected / 4.0, delta=1e-12)
            self.assertAlmostEqual(named(analysis, BalanceKey.FORE_AFT).sd_m, 0.1 * expected / 4.0, delta=1e-12)
            self.assertAlmostEqual(analysis.mass_sd_kg, 0.3 if same else 0.1 * 3**0.5, delta=1e-12)

    def test_monte_carlo_of_three_counterweights(self) -> None:
        """The lamp room with its three equal weights hung on: one draw for all three (4,000 rigs, within 6 %)."""
        made = lighthouse()
        for k in range(3):
            made, _ = rigging.add(made, "lamp-room", "weight-500", "rear-rods", "rods", slide_m=-0.16 + 0.026 * k)
        analysis = scene("lamp-room", made)
        assembly, rng = analysis.assembly, np.random.default_rng(4)
        ids, which = assembly.pieces
        draws = []
        for _ in range(4000):
            mass = np.array([made.parts_by_id[key].standard_uncertainty_kg for key in ids]) * rng.normal(size=len(ids))
            covs = analysis.data.place_cov_m2
            moved = np.array([rng.normal(size=3) * np.sqrt(np.diag(cov)) for cov in covs])
            masses = assembly.masses_kg + mass[which]
            places = assembly.cgs_m + np.einsum("nij,nj->ni", assembly.rotations, moved[which])
            draws.append(float(masses @ places[:, 0] / masses.sum()))
        self.assertAlmostEqual(float(np.std(draws)) / float(analysis.cg_sd_m[0]), 1.0, delta=0.06)


class Promised(unittest.TestCase):
    """What is promised is what doing it gives."""

    def test_weighing_the_suspect(self) -> None:
        """Every scene: the haze that is promised is the one there is when it has been weighed and balanced."""
        tried = 0
        for setup in lighthouse().setups:
            made = lighthouse()
            analysis = scene(setup.id, made)
            if analysis.suspect is None or analysis.worst is None:
                continue
            part = analysis.suspect[0]
            todo = told(sureness(analysis)[1])
            done = kit.change_part(
                made, part.id, mass_how="weighed", mass_sd_kg=None, cg_m=tuple(part.body().cg_m.tolist()), cg_sd_m=None
            )
            after = named(scene(setup.id, done), analysis.worst.balance.key)
            if todo:
                self.assertIn(f"± {after.sd_m * 1000:.0f} mm", todo)
                tried += 1
        self.assertGreater(tried, 3)

    def test_a_reading_narrows_what_was_read_to_the_joint_spread(self) -> None:
        """The condition that was read: 1/sd² adds up; and the value goes to the weighted mean of both."""
        for key, name, text in (
            ("workshop", "off-line", "45 mm in front"), ("evening", "sideways", "5.6 mm left"),
            ("causeway", "fore-aft", "2 mm in front"), ("stairs", "roll", "8 mm left"),
        ):  # fmt: skip
            made = lighthouse()
            before = named(scene(key, made), name)
            seen = read_seen(scene(key, made), before, text)
            after = named(scene(key, correct(made, scene(key, made), seen).document), name)
            expected = (1 / before.sd_m**2 + 1 / seen.sd_m**2) ** -0.5
            weight = before.sd_m**2 / (before.sd_m**2 + seen.sd_m**2)
            with self.subTest(key):
                self.assertAlmostEqual(after.sd_m / expected, 1.0, delta=0.03)
                wanted = before.value_m + weight * (seen.value_m - before.value_m)
                self.assertAlmostEqual(after.value_m, wanted, delta=0.03 * abs(seen.value_m - before.value_m) + 1e-5)

    def test_nothing_becomes_less_sure(self) -> None:
        """Three readings of one rig: no condition of any rig of the kit is less sure afterwards."""
        made = lighthouse()
        before = {(s.id, c.balance.key): c.sd_m for s in made.setups for c in scene(s.id, made).conditions}
        for name, text in (("sideways", "5.6 mm left"), ("fore-aft", "100 mm in front"), ("sideways", "2 mm right")):
            analysis = scene("lamp-room", made)
            made = correct(made, analysis, read_seen(analysis, named(analysis, name), text)).document
        self.assertEqual(len(made.readings), 3)
        for (key, name), sd in before.items():
            self.assertLessEqual(named(scene(key, made), name).sd_m, sd * 1.02, (key, name))
        self.assertEqual(parse(checked_bytes(made)), made)

    def test_measured_anew(self) -> None:
        """A part that is weighed after a reading stands for itself: the readings that it was part of go."""
        analysis = scene("lamp-room", lighthouse())
        seen = read_seen(analysis, named(analysis, BalanceKey.FORE_AFT), "100 mm in front")
        made = correct(lighthouse(), analysis, seen).document
        self.assertEqual(len(made.readings), 1)
        self.assertEqual(len(kit.change_part(made, "zoom-28-80", price=1.0).readings), 1)
        self.assertEqual(kit.change_part(made, "zoom-28-80", mass_kg=1.5).readings, ())


if __name__ == "__main__":
    unittest.main()
