"""Everything that was read of a kit, fitted together: against general libraries, and in constructed data."""

import unittest

import numpy as np
from scipy.optimize import least_squares
from scipy.stats import chi2, norm

from equilix.analysis import analyse
from equilix.bench.bench_words import doubt, figure, moved_words
from equilix.bench.fit import STRIKING, Fitted, fit
from equilix.bench.next_reading import helpful, most_doubtful
from equilix.bench.sorts import predicted
from equilix.bench.subjects import Subject, as_built, part_alone, reading
from equilix.bench.taking_in import corrections, fit_all, take_in
from equilix.bench.whole import whole_of
from equilix.demo import lighthouse
from equilix.document import Document
from equilix.edits import kit, measuring
from equilix.errors import Refused
from equilix.guide.observing import take_in as take_in_by_hand
from equilix.kit.measured import Measured
from equilix.store.parsing import parse
from equilix.store.saving import checked_bytes
from equilix.words.telling import tell
from tests.core.test_bench_sorts import every_sort
from tests.told import refused

DEMO = lighthouse()
RIG = as_built(analyse(DEMO, DEMO.setups_by_id["lamp-room"]).assembly)


def truth(rng: np.random.Generator, subject: Subject = RIG) -> np.ndarray:
    """Data as they might really be: drawn from what is stated."""
    found = []
    for part_id in subject.parts:
        body = DEMO.parts_by_id[part_id].body()
        mass = max(rng.normal(body.mass_kg, body.mass_sd_kg), 0.01)
        found.append([mass, *rng.multivariate_normal(body.cg_m, body.cg_cov_m2)])
    return np.array(found)


def read(measured: Measured, data: np.ndarray, rng: np.random.Generator | None, subject: Subject = RIG) -> Measured:
    """The reading as it would be taken, with its own error."""
    value = predicted(measured, whole_of(measured, DEMO.parts_by_id, subject.parts).at(data))
    return measured.changed(value=value + (rng.normal(0, measured.sd) if rng is not None else 0.0))


def some(subject: Subject = RIG) -> list[Measured]:
    """A dozen readings of the rig, and two of each of its parts."""
    found = [each.changed(sd=max(each.sd, 0.002)) for each in every_sort(subject)]
    for part_id in subject.parts:
        alone = part_alone(DEMO, part_id)
        found += [reading(alone, "mass"), reading(alone, "balance", axis="x")]
    return [each.changed(id=f"r{number}") for number, each in enumerate(found)]


class AgainstLibraries(unittest.TestCase):
    """The same as general ones give."""

    def setUp(self) -> None:
        rng = np.random.default_rng(5)
        data = truth(rng)
        self.measured = [read(each, data, rng) for each in some()]

    def test_least_squares(self) -> None:
        """The likeliest data and their covariance, against SciPy's least_squares on whitened residuals."""
        found = fit(DEMO.parts_by_id, self.measured)
        wholes = [whole_of(each, DEMO.parts_by_id, found.ids) for each in self.measured]
        sds = np.sqrt(np.diag(found.before))

        def residuals(flat: np.ndarray) -> np.ndarray:
            data = flat.reshape(-1, 4)
            of_data = (flat - found.stated.ravel()) / sds
            of_readings = [
                (predicted(each, whole.at(data)) - each.value) / each.sd
                for each, whole in zip(self.measured, wholes, strict=True)
            ]
            return np.concatenate((of_data, of_readings))

        other = least_squares(residuals, found.stated.ravel(), x_scale=sds, xtol=1e-14, ftol=1e-14, gtol=1e-14)
        off = np.abs(other.x.reshape(-1, 4) - found.likely) / sds.reshape(-1, 4)
        self.assertLess(float(off.max()), 2e-4)
        covariance = np.linalg.inv(other.jac.T @ other.jac)
        np.testing.assert_allclose(np.sqrt(np.diag(covariance)), found.sds[1].ravel(), rtol=2e-3)
        self.assertAlmostEqual(2 * other.cost, found.chi_square, places=3)

    def test_one_after_the_other(self) -> None:
        """Linear readings taken one by one through the filter (Kalman 1960) end where all at once do."""
        linear = [each for each in self.measured if each.sort in ("mass", "support", "torque")]
        found = fit(DEMO.parts_by_id, linear)
        mean, spread = found.stated.ravel().copy(), found.before.copy()
        says = np.array([line.said - line.fitted for line in found.lines]) + found.slopes @ found.likely.ravel()
        for row, each, value in zip(found.slopes, linear, says, strict=True):
            gain = spread @ row / (row @ spread @ row + each.sd**2)
            mean = mean + gain * (value - row @ mean)
            spread = spread - np.outer(gain, row @ spread)
        np.testing.assert_allclose(mean, found.likely.ravel(), atol=2e-5)  # a support's share is bilinear in the data
        np.testing.assert_allclose(np.diag(spread), np.diag(found.after), rtol=1e-6, atol=1e-14)

    def test_each_left_out(self) -> None:
        """How far a reading is from all others, in closed form, is what fitting without it gives."""
        found = fit(DEMO.parts_by_id, self.measured)
        for number in (0, 3, 7, 15, 20):
            left = self.measured[number]
            others = [each.changed(left_out=each is left) for each in self.measured]
            without = fit(DEMO.parts_by_id, others, also=found.ids)
            order = [without.row(part_id) for part_id in found.ids]
            row = found.slopes[number].reshape(-1, 4)
            gradient = np.zeros_like(row)
            gradient[order] = row
            whole = whole_of(left, DEMO.parts_by_id, without.ids)
            off = left.value - predicted(left, whole.at(without.likely))
            doubt = np.sqrt(without.variance(gradient)[1] + left.sd**2)
            self.assertAlmostEqual(found.lines[number].off, off / doubt, delta=0.01)

    def test_data_left_out(self) -> None:
        """A datum that nothing is said of beforehand goes where the readings put it: the same distance."""
        weighed = reading(part_alone(DEMO, "battery-98"), "mass", value=0.9, sd=0.005)
        found = fit(DEMO.parts_by_id, [weighed])
        body = DEMO.parts_by_id["battery-98"].body()
        wanted = (body.mass_kg - 0.9) / np.hypot(body.mass_sd_kg, 0.005)
        self.assertAlmostEqual(float(found.data_off[0, 0]), wanted, places=6)
        self.assertEqual(float(found.data_off[0, 1]), 0.0)  # nothing tells of its place


class Mistakes(unittest.TestCase):
    """Constructed data: what is right is believed, what is wrong is found, each at its rate."""

    def fitted(self, rng: np.random.Generator, wrong: int | None = None, by: float = 0.0) -> Fitted:
        """A kit as it might be, read once; one reading off by so many of its standard uncertainties."""
        data = truth(rng)
        measured = [read(each, data, rng) for each in some()]
        if wrong is not None:
            off = measured[wrong]
            measured[wrong] = off.changed(value=off.value + by * off.sd)
        return fit(DEMO.parts_by_id, measured)

    def test_nothing_wrong(self) -> None:
        """Distances have the spread of a normal variable, and the sum of squares that of its chi-square."""
        rng = np.random.default_rng(1)
        fits = [self.fitted(rng) for _ in range(60)]
        offs = np.array([[line.off for line in each.lines] for each in fits]).ravel()
        expected = 2 * norm.sf(STRIKING)
        self.assertAlmostEqual(float(np.std(offs)), 1.0, delta=0.06)
        self.assertLess(float((np.abs(offs) > STRIKING).mean()), 3 * expected + 1e-3)
        total, freedom = sum(each.chi_square for each in fits), sum(each.freedom for each in fits)
        self.assertTrue(chi2.ppf(0.001, freedom) < total < chi2.ppf(0.999, freedom), total / freedom)

    def test_a_reading_that_is_wrong(self) -> None:
        """Eight standard uncertainties off where it can be told: named first in nine of ten."""
        rng, hits, tried = np.random.default_rng(2), 0, 0
        for number in (4, 5, 0):  # balances and mass of the rig, whose parts were weighed too
            for by in (-60.0, 60.0):
                for _ in range(4):
                    found = self.fitted(rng, number, by)
                    tried += 1
                    hits += any(each.reading == number for each in found.alike)
        self.assertGreaterEqual(hits / tried, 0.9)

    def test_where_it_begins_to_be_striking(self) -> None:
        """Three standard uncertainties: a little less is nothing, a little more is named.

        One reading against what was stated, or against another one, cannot be told apart from it; two against it can.
        """
        body = DEMO.parts_by_id["battery-98"].body()
        doubt = float(np.hypot(body.mass_sd_kg, 0.005))

        def weighed(*offs: float) -> Fitted:
            alone = part_alone(DEMO, "battery-98")
            made = [
                reading(alone, "mass", body.mass_kg + off * doubt, 0.005).changed(id=f"r{k}")
                for k, off in enumerate(offs)
            ]
            return fit(DEMO.parts_by_id, made)

        self.assertEqual(weighed(2.98).suspects, ())
        found = weighed(3.02)
        self.assertEqual(len(found.suspects), 2)
        self.assertEqual({each.reading for each in found.alike}, {0, None})
        against = weighed(8.0, 8.0)
        self.assertEqual([each.part for each in against.alike], ["battery-98"])
        self.assertEqual(len(against.suspects), 3)
        self.assertEqual({each.reading for each in weighed(8.0, -8.0).alike}, {0, 1})

    def test_a_datum_that_is_wrong(self) -> None:
        """A body that weighs a fifth more than was said: the rig's scale alone cannot tell which part it is."""
        rng = np.random.default_rng(3)
        data = truth(rng)
        lens = RIG.parts.index("boxy-body")
        data[lens, 0] *= 1.2
        rig = read(reading(RIG, "mass"), data, None)
        found = fit(DEMO.parts_by_id, [rig])
        self.assertFalse(len(found.alike) == 1 and found.alike[0].part == "boxy-body")
        alone = part_alone(DEMO, "boxy-body")
        weighed = reading(alone, "mass", value=float(data[lens, 0]))
        found = fit(DEMO.parts_by_id, [rig, weighed.changed(id="alone")])
        self.assertEqual(found.suspects[0].part, "boxy-body")
        self.assertEqual((found.suspects[0].column, found.suspects[0].off < 0), (0, True))


class IntoTheData(unittest.TestCase):
    """One edit, and what it does to the rigs."""

    def setUp(self) -> None:
        rng = np.random.default_rng(8)
        data = truth(rng)
        self.measured = [read(each, data, rng) for each in some()[:6]]
        self.document = measuring.keep_measured(DEMO, self.measured)

    def test_taken_in(self) -> None:
        """The parts go to the likeliest values; the rig is as sure as the fit says; fitted again nothing moves."""
        found = fit_all(self.document)
        made = take_in(self.document, found)
        for part_id, data in zip(found.ids, found.likely, strict=True):
            body = made.parts_by_id[part_id].body()
            np.testing.assert_allclose([body.mass_kg, *body.cg_m], data, atol=2e-6)
        again = fit_all(made)
        np.testing.assert_allclose(again.likely, found.likely, atol=1e-9)
        self.assertEqual(take_in(made, again).parts, made.parts)
        analysis = analyse(made, made.setups_by_id["lamp-room"])
        for condition in analysis.conditions:
            gradient = np.zeros((len(found.ids), 4))
            rows = analysis.assembly.gradient(condition.by_mass, condition.by_place)
            for part_id, row in zip(analysis.assembly.pieces[0], rows, strict=True):
                gradient[found.row(part_id)] = row
            self.assertAlmostEqual(condition.sd_m, float(np.sqrt(found.variance(gradient)[1])), places=7)
        self.assertEqual(parse(checked_bytes(made)), made)

    def test_what_is_corrected(self) -> None:
        """Told of every part that moves, from what it is now; nothing once that is done; back, where it goes back."""
        found = fit_all(self.document)
        told = corrections(self.document, found)
        self.assertEqual({each.part for each in told}, set(RIG.parts))
        self.assertTrue(list(moved_words(told, self.document.parts_by_id)))
        made = take_in(self.document, found)
        self.assertEqual(list(moved_words(corrections(made, fit_all(made)), made.parts_by_id)), [])
        back = made
        for each in made.measured:
            back = measuring.forget_measured(back, each.id)
        for each in corrections(back, fit_all(back)):
            body = DEMO.parts_by_id[each.part].body()
            np.testing.assert_allclose(each.likely, [body.mass_kg, *body.cg_m], atol=1e-9)

    def test_as_many_digits_as_are_known(self) -> None:
        """Tenths of a gram where they are known, whole grams where they are not.

        By hand, 790 ± 7.9 g from the sheet and 700 g read: ± 0.5 g gives 790 − 90 · 62.41/62.66 = 700.36, ± 20 g gives
        790 − 90 · 62.41/462.41 = 777.85, ± 7.9 · 20/√462.41 = 7.35.
        """
        scale = reading(part_alone(DEMO, "battery-98"), "mass", 0.7)
        for sd, words in ((0.0005, "→ 700.4 g ± 0.5 g"), (0.02, "→ 778 g ± 7 g")):
            made = measuring.keep_measured(DEMO, [scale.changed(sd=sd)])
            (said, *_) = moved_words(corrections(made, fit_all(made)), made.parts_by_id)
            self.assertIn(words, tell(said, "metric"))

    def test_figures_with_their_units(self) -> None:
        """Seconds for what a watch says; of every sort the doubt has no more digits than are known."""
        for sort, value, words in (
            ("mass", 4.2, "4.200 kg ± 54 g"), ("balance", 0.1, "100.0 mm ± 54.3 mm"), ("drop", 0.43, "0.43 s ± 0.05 s"),
            ("turning", 2.93, "2.93 s ± 0.05 s"), ("hang", 0.1, "5.7° ± 3.1°"), ("torque", 2.0, "2.00 N·m ± 0.05 N·m"),
        ):  # fmt: skip
            more = {"wire_m": 1.0, "apart_m": 0.2, "axis": "z"} if sort == "turning" else {"axis": "y"}
            made = reading(RIG, sort, value, **more)
            said = (tell(each, "metric") for each in (figure(made, value), doubt(made, 0.0543)))
            self.assertEqual(" ± ".join(said), words)

    def test_nothing_unasked(self) -> None:
        """Keeping readings changes no part; one that is not believed is passed over; taken out, it never was."""
        self.assertEqual(self.document.parts, DEMO.parts)
        first = self.document.measured[0].id
        less = fit_all(measuring.believe(self.document, first, True))
        gone = fit_all(measuring.forget_measured(self.document, first))
        np.testing.assert_array_equal(less.likely, gone.likely)
        with refused(self, Refused, "Nothing has been measured yet"):
            take_in(DEMO, fit_all(DEMO))
        for sort, words, more in (
            ("support", "at least 10 mm apart", {}),
            ("turning", "both wires have a length", {"axis": "z"}),
            ("hang", "an axis that lies", {"axis": "z"}),
            ("mass", "is not below 0", {"value": -1.0}),
        ):
            with refused(self, Refused, words):
                reading(part_alone(DEMO, "bridge"), sort, **{"value": 1.0, "sd": 0.1, **more})  # type: ignore[arg-type]
        with refused(self, Refused, "no reading “gone”"):
            measuring.forget_measured(self.document, "gone")

    def test_forgotten_after_it_was_taken_in(self) -> None:
        """It counts no more: all that is left is fitted as if it had never been, and the data go back."""
        last = self.document.measured[-1].id
        taken = take_in(self.document, fit_all(self.document))
        self.assertEqual(len(taken.readings), len(self.measured))
        gone = measuring.forget_measured(taken, last)
        never = measuring.keep_measured(DEMO, self.measured[:-1])
        np.testing.assert_allclose(fit_all(gone).likely, fit_all(never).likely, atol=1e-9)
        back = take_in(gone, fit_all(gone))
        for part_id in RIG.parts:
            one, other = (each.parts_by_id[part_id].body() for each in (back, take_in(never, fit_all(never))))
            np.testing.assert_allclose([one.mass_kg, *one.cg_m], [other.mass_kg, *other.cg_m], atol=3e-6)
        self.assertEqual(len(back.readings), len(self.measured) - 1)
        for each in back.measured:
            back = measuring.forget_measured(back, each.id)
        back = take_in(back, fit_all(back))
        self.assertEqual((back.readings, back.stated), ((), ()))
        for part in DEMO.parts:
            found = back.parts_by_id[part.id].body()
            np.testing.assert_allclose([found.mass_kg, *found.cg_m], [part.mass_kg, *part.body().cg_m], atol=1e-6)
        with refused(self, Refused, "Nothing has been measured yet"):
            take_in(back, fit_all(back))

    def test_said_anew(self) -> None:
        """A part that is weighed again is believed at its new figure; it is no longer what was stated before."""
        made = take_in(self.document, fit_all(self.document))
        self.assertIn("zoom-28-80", {each.part for each in made.stated})
        anew = kit.change_part(made, "zoom-28-80", mass_kg=1.7, mass_how="weighed")
        self.assertNotIn("zoom-28-80", {each.part for each in anew.stated})
        fitted = fit_all(anew)
        self.assertEqual(float(fitted.stated[fitted.row("zoom-28-80"), 0]), 1.7)

    def test_with_what_was_seen_by_hand(self) -> None:
        """What was taken in at the rig before counts as one reading more, and is not counted twice."""
        analysis = analyse(DEMO, DEMO.setups_by_id["lamp-room"])
        seen = take_in_by_hand(DEMO, analysis, analysis.conditions[0], "95 mm forward").document
        found = fit_all(seen)
        self.assertEqual((len(found.lines), found.freedom), (0, 1))
        for part_id, data in zip(found.ids, found.likely, strict=True):
            body = seen.parts_by_id[part_id].body()
            np.testing.assert_allclose([body.mass_kg, *body.cg_m], data, atol=3e-4)
        both = measuring.keep_measured(seen, self.measured[:1])
        made = take_in(both, fit_all(both))
        self.assertEqual(len(made.readings), 2)
        self.assertEqual(fit_all(made).freedom, 2)


class Next(unittest.TestCase):
    """What would help most."""

    def test_it_is_what_happens(self) -> None:
        """The doubt that is promised is the doubt that is left when the reading has been taken."""
        analysis = analyse(DEMO, DEMO.setups_by_id["lamp-room"])
        aim = most_doubtful(analysis)
        assert aim is not None
        balance = next(each for each in helpful(DEMO, analysis) if each.how == "balance" and each.part is None)
        self.assertAlmostEqual(balance.before_m, aim.sd_m, places=9)
        taken = reading(balance.subject, "balance", axis=balance.axis, value=float(analysis.mass.cg_m[0]))
        made = measuring.keep_measured(DEMO, [taken])
        made = take_in(made, fit_all(made))
        after = analyse(made, made.setups_by_id["lamp-room"])
        sd = next(each.sd_m for each in after.conditions if each.balance.key == aim.balance.key)
        self.assertAlmostEqual(sd, balance.after_m, delta=1e-5)

    def test_sooner_than_at_random(self) -> None:
        """Weighing what is named halves the doubt in far fewer readings than weighing parts at random."""

        def doubt(document: Document) -> float:
            found = most_doubtful(analyse(document, document.setups_by_id["lamp-room"]))
            assert found is not None
            return found.sd_m

        def until_halved(choose: str) -> int:
            rng, document = np.random.default_rng(4), DEMO
            start, order = doubt(document), list(rng.permutation(RIG.parts))
            for number in range(1, 40):
                if choose == "named":
                    named = helpful(document, analyse(document, document.setups_by_id["lamp-room"]))
                    best = next(each for each in named if each.how == "mass")
                    subject = best.subject
                else:
                    subject = part_alone(document, order.pop())
                says = sum(document.parts_by_id[each.part].mass_kg for each in subject.pieces) + subject.beside_kg
                document = measuring.keep_measured(document, [reading(subject, "mass", value=says)])
                document = take_in(document, fit_all(document))
                if doubt(document) < start / 2 or not order:
                    return number
            return 40

        self.assertLessEqual(2 * until_halved("named"), until_halved("random"))


if __name__ == "__main__":
    unittest.main()
