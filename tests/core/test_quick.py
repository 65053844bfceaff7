"""The quick answer: moments about the support, against a textbook, the full model of the demo's rigs, and by hand."""

import math
import random
import unittest

import numpy as np

from equilix.analysis import Analysis, analyse
from equilix.carry import WAYS
from equilix.demo import lighthouse
from equilix.document import MOST_READINGS
from equilix.edits import placing, rigging
from equilix.edits.kit import add_part
from equilix.errors import Refused
from equilix.kit.catalogue import CAMERAS
from equilix.kit.solids import Box
from equilix.quick.answer import Answer, Hang, Slide, along, answer, carry_out, rig_of
from equilix.quick.entry import read_range, read_reading, read_sliding, read_weight
from equilix.quick.lumps import lumps_of
from equilix.quick.told import Sliding, Told, Weighing, Weight, on_a_finger, on_two_supports
from equilix.quick.words import DATUMS
from equilix.report.quick import quick_text
from equilix.words.telling import tell
from tests.told import refused

KG_M = 7.2 * 0.085
"""The moment of a rig of 7.2 kg that balances 85 mm in front."""


def exactly(mass_kg: float, balance_m: float) -> Weighing:
    """Weighed and balanced without a doubt worth telling."""
    return Weighing(mass_kg, 1e-4, balance_m, 1e-4)


class Moments(unittest.TestCase):
    """The sum of moments, from outside and by hand."""

    def test_textbook(self) -> None:
        """OpenStax, University Physics 1, example "The torque balance" (section 12.2; from memory): 317 g.

        A metre stick of 150 g with its middle 200 mm from the fulcrum carries 50 g at 700 mm and 75 g at 400 mm on the
        same side: 300 mm on the other side stand 50 · 70/30 + 75 · 40/30 + 150 · 20/30 = 316.7 g.
        """
        whole = 0.050 + 0.075 + 0.150
        balance = (0.050 * 0.700 + 0.075 * 0.400 + 0.150 * 0.200) / whole
        found = answer(Told("shoulder", exactly(whole, balance), weights=(Weight("small", 0.001, -0.3, -0.3),)))
        self.assertEqual([needed.at_m for needed in found.needed], [-0.3])
        self.assertAlmostEqual(found.needed[0].mass_kg, 0.3167, places=4)

    def test_seesaw(self) -> None:
        """OpenStax, College Physics, example 9.1 (a seesaw; from memory): 26.0 kg at 1.60 m, 32.0 kg at 1.30 m."""
        weight = Weight("the heavier child", 32.0, -1.6, 0.0)
        found = answer(Told("handheld", exactly(26.0, 1.60), weights=(weight,)))
        (way,) = found.ways
        self.assertEqual(way.steps, (Hang(0, -1.3),))
        self.assertAlmostEqual(way.after.value_m, 0.0, places=9)

    def test_what_is_promised_is_the_sum_of_moments(self) -> None:
        """Whatever slides and hangs: ``Σ m x / Σ m`` of the lumps, each where it is then; the engine says the same."""
        rng = np.random.default_rng(5)
        for carry in WAYS:
            for _ in range(6):
                pieces = tuple(
                    Sliding(f"piece {n}", float(rng.uniform(0.2, 0.9)), float(rng.uniform(-0.3, 0.2)), -0.15, 0.15)
                    for n in range(2)
                )
                weights = tuple(
                    Weight(f"weight {n}", float(rng.uniform(0.1, 1.0)), -0.4, float(rng.uniform(-0.35, -0.1)), n == 1)
                    for n in range(3)
                )
                whole = exactly(float(rng.uniform(4, 12)), float(rng.uniform(-0.1, 0.1)))
                rig = Told(carry, whole, (-0.1, 0.1), pieces, weights)
                for way in answer(rig).ways:
                    moment, mass = whole.mass_kg * whole.balance_m, whole.mass_kg
                    for step in way.steps:
                        if isinstance(step, Hang):
                            moment += weights[step.which].mass_kg * step.at_m
                            mass += weights[step.which].mass_kg
                        else:
                            kg = rig.camera_kg if step.which is None else pieces[step.which].mass_kg
                            moment += kg * step.by_m
                    self.assertAlmostEqual(way.after.value_m, moment / mass, places=7)

    def test_as_it_was_measured(self) -> None:
        """The lumps weigh what the scale said and balance where the finger was, as surely as that is known."""
        for carry in WAYS:
            rig = Told(carry, on_a_finger(7.2, 0.085), (-0.1, 0.0), (Sliding("battery", 1.2, -0.2, -0.1, 0.1),))
            found = answer(rig)
            turned = found.before.assembly.mass_properties(found.condition.balance.members)
            self.assertAlmostEqual(turned.mass_kg, 7.2, places=9)
            self.assertAlmostEqual(found.condition.value_m, 0.085, places=9)
            self.assertLess(found.condition.sd_m, 0.0031)
            self.assertGreater(found.condition.sd_m, 0.0025)
            self.assertEqual(tell(found.condition.balance.datum_name), tell(DATUMS[carry]))
            if carry != "gimbal":  # what carries its motors was not weighed
                self.assertAlmostEqual(found.before.mass_sd_kg, 0.036, delta=0.002)

    def test_two_readings_of_one_scale(self) -> None:
        """4.1 kg at 180 mm and 3.1 kg at −40 mm: 7.2 kg at 85.3 mm, by the sum of moments."""
        found = on_two_supports((4.1, 3.1), (0.180, -0.040))
        self.assertAlmostEqual(found.mass_kg, 7.2)
        self.assertAlmostEqual(found.balance_m, (4.1 * 0.180 - 3.1 * 0.040) / 7.2)
        self.assertTrue(0.0005 < found.balance_sd_m < 0.003)


class FullModel(unittest.TestCase):
    """The demo's seven rigs, reduced to what a scale and a finger tell of them."""

    def check(self, found: Answer, after: Analysis) -> None:
        """What the full model gives is within twice the stated uncertainty, in 95 of 100 cases (GUM, JCGM 100:2008)."""
        promised, true = found.ways[0].after, along(after)
        self.assertLessEqual(abs(true.value_m - promised.value_m), 2 * promised.sd_m + 1e-4)

    def reduced(self, before: Analysis) -> Weighing:
        """Mass and balance point of what counts."""
        condition = along(before)
        whole = before.assembly.mass_properties(condition.balance.members)
        return on_a_finger(whole.mass_kg, condition.value_m)

    def test_a_weight_on_each(self) -> None:
        """A weight hung so far from the support's middle does in all seven what the quick answer promised."""
        demo = lighthouse()
        for setup in demo.setups:
            before = analyse(demo, setup)
            condition, support = along(before), before.support
            assert support is not None
            weighing = self.reduced(before)
            lever = -0.2 if condition.value_m > 0 else 0.2
            kg = abs(weighing.mass_kg * weighing.balance_m / lever)
            found = answer(Told(setup.carry, weighing, weights=(Weight("w", kg, lever, lever),)))
            self.assertEqual(len(found.ways), 1, setup.id)
            self.assertTrue(found.reaches, setup.id)
            made, part_id = add_part(demo, "w", "block", kg, None, solids=(Box(size_m=(0.02, 0.02, 0.02)),))
            members = condition.balance.members or before.assembly.ids
            at = condition.balance.datum_m + condition.balance.direction * lever
            at = at + np.array((0.0, 0.0, before.assembly.mass_properties(members).cg_m[2] - at[2]))
            on = support.placement if support.placement in members else members[0]
            made, _ = placing.strap_new(made, setup.id, part_id, on, at)
            self.check(found, analyse(made, made.setups_by_id[setup.id]))

    def test_the_camera_slid_on_those_that_have_a_plate(self) -> None:
        """Slid as far as was promised, without a word of what stays; and told what stays, to a millimetre."""
        demo, slid = lighthouse(), 0
        for setup in demo.setups:
            before = analyse(demo, setup)
            assembly = before.assembly
            camera = next(p.id for p in setup.placements if demo.parts_by_id[p.part].kind in CAMERAS)
            plate = next(
                (
                    each
                    for each in setup.carriers(camera)
                    if (way := assembly.slide_direction(each)) is not None and abs(way[0]) > 0.9
                ),
                None,
            )
            if plate is None:
                continue
            slid += 1
            seat = assembly.seats[assembly.index[plate]]
            assert seat is not None
            assert seat.track is not None
            now = setup.by_id[plate].slide_m
            travel = (seat.track.from_m - now, seat.track.to_m - now)
            weighing, moved = self.reduced(before), assembly.mass_properties(setup.subtree(plate)).mass_kg
            for stays_kg in (None, max(weighing.mass_kg - moved, 0.0)):
                found = answer(Told(setup.carry, weighing, travel, stays_kg=stays_kg))
                step = found.ways[0].steps[0]
                assert isinstance(step, Slide)
                made = rigging.slide(demo, setup.id, plate, now + step.by_m)
                after = analyse(made, made.setups_by_id[setup.id])
                self.check(found, after)
                if stays_kg is not None:
                    self.assertAlmostEqual(along(after).value_m, found.ways[0].after.value_m, delta=0.001)
        self.assertEqual(slid, 4)


class Answers(unittest.TestCase):
    """Which ways are offered."""

    def test_the_simplest_first_and_no_needless_step(self) -> None:
        """Where a slide alone does, no slide with a weight is offered."""
        found = answer(Told("harness", on_a_finger(7.2, 0.085), (-0.2, 0.0), weights=(Weight("w", 0.5, -0.3, -0.3),)))
        self.assertEqual(len(found.ways), 1)
        self.assertEqual(len(found.ways[0].steps), 1)
        self.assertTrue(found.reaches)
        self.assertEqual(found.needed, ())

    def test_nothing_is_enough(self) -> None:
        """The nearest is told, and which weight would do at the place that was told."""
        found = answer(Told("harness", on_a_finger(7.2, 0.085), (-0.01, 0.01), weights=(Weight("w", 0.5, -0.3, -0.3),)))
        self.assertFalse(found.reaches)
        self.assertEqual(len(found.ways), 1)
        self.assertEqual(len(found.ways[0].steps), 2)
        self.assertAlmostEqual(found.needed[0].mass_kg, KG_M / 0.3)

    def test_no_more_than_can_be_looked_through(self) -> None:
        """Six weights that would do, each by itself: four ways, the lightest first."""
        weights = tuple(Weight(f"w{n}", 2.0 + n / 50, -0.3, -0.3) for n in range(6))
        found = answer(Told("shoulder", on_a_finger(7.2, 0.085), weights=weights))
        self.assertEqual([way.steps for way in found.ways], [(Hang(n, -0.3),) for n in range(4)])

    def test_what_makes_it_worse_is_no_way(self) -> None:
        """Weights on the side that is too heavy: none is offered, and what is needed would hang on the other side."""
        for side in (1, -1):
            weight = Weight("w", 0.5, side * 0.3, side * 0.3)
            found = answer(Told("shoulder", on_a_finger(7.2, side * 0.085), weights=(weight,)))
            self.assertEqual(found.ways, ())
            self.assertTrue(found.needed)
            self.assertTrue(all(needed.at_m * side < 0 for needed in found.needed))

    def test_a_millimetre_is_near_enough(self) -> None:
        """Slides are told in millimetres: on a sled, which wants less, a slide that can be told always reaches."""
        for x in np.linspace(0.004, 0.04, 25):
            told = Told("vest", on_a_finger(9.0, float(x)), (-0.2, 0.0), stays_kg=0.1)
            self.assertTrue(answer(told).reaches, x)

    def test_how_surely(self) -> None:
        """A scale reads to 0.5 %, and to 10 g; who has weighed what stays knows better where a slide leads."""
        self.assertAlmostEqual(on_a_finger(7.2, 0.0).mass_sd_kg, 0.036)
        self.assertAlmostEqual(on_a_finger(0.8, 0.0).mass_sd_kg, 0.010)
        usual, weighed = (
            answer(Told("shoulder", on_a_finger(7.2, 0.085), (-0.2, 0.0), stays_kg=kg)).ways[0].after.sd_m
            for kg in (None, 1.8)
        )
        self.assertGreater(usual, 0.008)
        self.assertLess(weighed, 0.004)

    def test_a_limit_that_is_finer_than_is_known(self) -> None:
        """On a sled 1 mm is allowed and a finger tells 3: nothing is said to be within that limit."""
        for carry, words in (("vest", "finer than it is known"), ("shoulder", "within the limit of 50 mm")):
            before = answer(Told(carry, on_a_finger(7.2, 0.0))).before
            self.assertIn(words, tell(along(before).sentence))

    def test_a_lump_balances_inside_itself(self) -> None:
        """Without what stays the camera balances farther out, past the end that was told: it is drawn so long."""
        for side in (1, -1):
            ends = (-0.4, 0.09) if side > 0 else (-0.09, 0.4)
            lumps = lumps_of(Told("shoulder", on_a_finger(7.2, side * 0.085), (-0.2, 0.2), ends_m=ends))
            camera = lumps.document.parts_by_id["camera-as-built"].body()
            self.assertGreater(side * camera.cg_m[0], 0.09)
            self.assertTrue(camera.low_m[0] < camera.cg_m[0] < camera.high_m[0])

    def test_nothing_told(self) -> None:
        """Weights at usual places on the side that is too light."""
        for side in (1, -1):
            found = answer(Told("shoulder", on_a_finger(7.2, side * 0.085)))
            self.assertEqual(found.ways, ())
            for needed in found.needed:
                self.assertAlmostEqual(needed.mass_kg * needed.at_m, -side * KG_M)

    def test_balanced_already(self) -> None:
        """Nothing is to be done, and that is said."""
        found = answer(Told("shoulder", on_a_finger(7.2, 0.004), (-0.1, 0.1)))
        self.assertTrue(found.right)
        self.assertEqual((found.ways, found.needed), ((), ()))
        self.assertIn("nothing is to be done", quick_text(found, "metric"))

    def test_a_slide_ends_where_it_ends(self) -> None:
        """No step goes farther than was told, and all are told in millimetres."""
        found = answer(Told("handheld", on_a_finger(6.0, 0.05), (-0.030, 0.0), weights=(Weight("w", 0.7, -0.4, -0.1),)))
        for way in found.ways:
            for step in way.steps:
                value = step.by_m if isinstance(step, Slide) else step.at_m
                self.assertAlmostEqual(value * 1000, round(value * 1000), places=6)
                self.assertTrue(-0.4 <= value <= 0.0)

    def test_made_the_rig(self) -> None:
        """In a document with rigs: one more setup, its name told apart; in an empty setup: that one."""
        rig = Told("shoulder", on_a_finger(7.2, 0.085), (-0.2, 0.0))
        way = answer(rig).ways[0]
        demo = lighthouse()
        once = rig_of(rig, demo, way.steps)
        twice = rig_of(rig, once)
        self.assertEqual([setup.name for setup in twice.setups[-2:]], ["Quick rig", "Quick rig 2"])
        after = along(analyse(once, once.setups_by_id[once.current or ""]))
        self.assertAlmostEqual(after.value_m, way.after.value_m, places=9)
        self.assertEqual(analyse(demo, demo.setups[0]).mass.mass_kg, analyse(twice, twice.setups[0]).mass.mass_kg)
        lumps = lumps_of(rig)
        self.assertEqual(carry_out(rig, lumps, ()), lumps.document)


class WrongInput(unittest.TestCase):
    """What contradicts itself."""

    def test_whatever_is_told(self) -> None:
        """Of four hundred rigs anyhow told each is answered, in words too, or refused in words; some of both."""
        rng = random.Random(4)

        def any_of(low: float, high: float) -> float:
            return rng.choice((round(rng.uniform(low, high), 4), 0.0, low, high))

        answered = 0
        for _ in range(400):
            rig = Told(
                rng.choice(tuple(WAYS)), on_a_finger(rng.uniform(0.3, 20), any_of(-0.5, 0.5)),
                rng.choice((None, (any_of(-0.4, 0.1), any_of(0.0, 0.4)))),
                tuple(
                    Sliding(rng.choice("p§"), any_of(0.01, 2), any_of(-0.6, 0.6), any_of(-0.3, 0), any_of(0, 0.3))
                    for _ in range(rng.randrange(4))
                ),
                tuple(
                    Weight(rng.choice("wÜ"), any_of(0.01, 3), any_of(-0.6, 0.6), any_of(-0.6, 0.6), rng.random() < 0.5)
                    for _ in range(rng.randrange(5))
                ),
                rng.choice((None, any_of(0, 3))), rng.choice((None, any_of(-0.5, 0.5))),
            )  # fmt: skip
            try:
                found = answer(rig)
            except Refused as error:
                self.assertTrue(tell(error.said))
            else:
                answered += 1
                self.assertTrue(quick_text(found, "us"))
        self.assertTrue(50 < answered < 400, answered)

    def test_contradictions(self) -> None:
        """Parts heavier than the whole, a balance point outside the rig, figures that cannot be."""
        whole = on_a_finger(7.2, 0.085)
        for rig, words in (
            (Told("shoulder", whole, stays_kg=8.0), "the whole 7.20 kg"),
            (Told("shoulder", whole, sliding=(Sliding("b", 7.0, 0.0, 0.0, 0.1),)), "Weigh the whole again"),
            (Told("shoulder", whole, ends_m=(-0.4, 0.05)), "cannot balance at 85 mm"),
            (Told("shoulder", on_a_finger(-1.0, 0.0)), "The mass of the whole: −1"),
            (Told("shoulder", on_a_finger(math.nan, 0.0)), "no number"),
            (Told("shoulder", on_a_finger(7.2, 3.0)), "is allowed"),
            (Told("shoulder", whole, (-3.0, 0.0)), "How far it slides"),
            (Told("on a pole", whole), "on a pole"),
            (Told("shoulder", whole, weights=(Weight("w", 0.1, 0, 0),) * 7), "Tell 6 at most"),
            (Told("shoulder", whole, weights=(Weight("w", 0.0, 0, 0),)), "W: 0 g"),
        ):
            with self.subTest(words), refused(self, Refused, words):
                answer(rig)

    def test_names_and_readings_without_end(self) -> None:
        """A name that no part may have is refused as any other entry; the oldest of two hundred readings makes room."""
        long = Told("shoulder", on_a_finger(7.2, 0.085), weights=(Weight("w" * 300, 0.5, -0.3, -0.3),))
        with refused(self, Refused, "name"):
            answer(long)
        odd = Told("shoulder", on_a_finger(7.2, 0.085), weights=(Weight("?!", 0.5, -0.3, -0.3),) * 2)
        self.assertEqual(len(set(lumps_of(odd).weights)), 2)
        document = lumps_of(Told("shoulder", on_a_finger(7.2, 0.085))).document
        old = document.readings[0]
        full = document.changed(readings=tuple(old.changed(id=f"r{n}") for n in range(MOST_READINGS)))
        self.assertEqual(len(lumps_of(odd, full).document.readings), MOST_READINGS)

    def test_two_supports_at_one_place(self) -> None:
        """They tell no balance point."""
        for readings, places in (((4.0, 3.0), (0.1, 0.1)), ((0.0, 0.0), (0.1, -0.1))):
            with refused(self, Refused, "tell no balance point"):
                on_two_supports(readings, places)

    def test_what_is_typed(self) -> None:
        """Names, units, from … to; what cannot be read is said with an example."""
        self.assertEqual(read_range("-120 mm to 40 mm"), (-0.12, 0.04))
        self.assertEqual(read_range("−12 to 4 cm"), (-0.12, 0.04))
        self.assertEqual(read_range("-5 in", "us"), (-5 * 0.0254, 0.0))
        self.assertEqual(read_range("40 to -120"), (-0.12, 0.04))
        self.assertEqual(read_weight("500 g at -300 mm"), Weight("weight", 0.5, -0.3, -0.3))
        stretch = read_weight("spare battery 790 g at -350 to -150 mm")
        self.assertEqual((stretch.name, stretch.mass_kg, stretch.battery), ("spare battery", 0.79, True))
        self.assertEqual((round(stretch.from_m, 9), round(stretch.to_m, 9)), (-0.35, -0.15))
        self.assertTrue(read_weight("790 g at -300", battery=True).battery)
        self.assertEqual(read_weight("15mm weight 0.5 kg @ 80"), Weight("15mm weight", 0.5, 0.08, 0.08))
        self.assertEqual(
            read_sliding("battery plate 1.2 kg at -180 mm, -100 mm to 50 mm"),
            Sliding("battery plate", 1.2, -0.18, -0.1, 0.05),
        )
        self.assertEqual(read_reading("4.1 kg at 180 mm"), (4.1, 0.18))
        for read, text, words in (
            (read_weight, "500 g", "500 g at -300 mm"), (read_weight, "at 300", "is no weight"),
            (read_weight, "5 m at 300", "“m”"), (read_sliding, "1.2 kg at -180 mm", "does not say what slides"),
            (read_range, "1 to 2 to 3", "from where to where"), (read_reading, "4.1 kg", "4.1 kg at 180 mm"),
            (read_range, "", "not a number"),
        ):  # fmt: skip
            with self.subTest(text), refused(self, Refused, words):
                read(text)
