"""Guided balancing: the steps, and what is seen taken into the model."""

import math
import unittest
from functools import cache

import numpy as np
from hypothesis import given, settings
from hypothesis import strategies as st

from equilix.analysis import Analysis
from equilix.carry.conditions import Condition
from equilix.demo import lighthouse
from equilix.edits import kit, rigging
from equilix.errors import Refused
from equilix.guide.observing import correct, read_seen, take_in
from equilix.guide.steps import Advice, advise, serves
from equilix.keys import BalanceKey
from equilix.planner.moves import find_moves
from equilix.planner.plan import Plan
from equilix.planner.schools import plan
from equilix.report import guide_report, guide_text, plan_report
from equilix.rig.clearance import free_travel
from equilix.words.steps import told_moves
from tests.core.builders import scene
from tests.told import refused, told


def condition(analysis: Analysis, key: str) -> Condition:
    """One of its conditions."""
    return next(c for c in analysis.conditions if c.balance.key == key)


@cache
def plan_of(key: str) -> Plan:
    """The plan that moves what is there, for one of the demo's rigs."""
    return plan("move", lighthouse(), scene(key, lighthouse()))


def advised(key: str) -> tuple[Advice, ...]:
    """The guided steps of one of the demo's rigs."""
    return advise(scene(key), plan_of(key))


class Steps(unittest.TestCase):
    """What to loosen, what to slide, which way and how far."""

    def test_order_of_a_gimbal(self) -> None:
        """Tilt fore-aft, tilt vertical, roll, pan (common practice, no source)."""
        self.assertEqual(
            [advice.step.condition for advice in advised("stairs")],
            ["tilt-fore-aft", "tilt-vertical", "roll", "pan-fore-aft"],
        )

    def test_a_step_moves_just_its_own_axis(self) -> None:
        """Roll is put right by the roll arm alone, and tilt stays as it is."""
        before = scene("stairs")
        roll = next(a for a in advised("stairs") if a.step.condition == "roll")
        self.assertEqual([move.placement for move in roll.moves], ["gimbal-roll-arm"])
        after = scene("stairs", roll.apply(lighthouse(), "stairs"))
        self.assertTrue(condition(after, BalanceKey.ROLL).ok)
        for name in ("tilt-fore-aft", "tilt-vertical"):
            self.assertAlmostEqual(condition(after, name).value_m, condition(before, name).value_m, delta=1e-4)

    def test_what_is_right_now_and_would_not_be_is_not_called_right(self) -> None:
        """On the stairs pan is right until the camera has been slid back: its step says what to slide for it."""
        pan = advised("stairs")[3]
        self.assertTrue(pan.condition.ok)
        self.assertFalse(pan.done)
        self.assertEqual([move.placement for move in pan.moves], ["gimbal-pan-arm"])

    def test_how_far_is_the_lever(self) -> None:
        """On the tripod all that the head carries slides: Δ = −x by the law of the lever, less the target."""
        analysis = scene("evening")
        advice = advised("evening")[0]
        off = condition(analysis, BalanceKey.FORE_AFT)
        self.assertEqual(set(off.balance.members or ()), set(analysis.setup.subtree("tripod-plate")))
        expected = -(off.value_m - off.balance.target_m)
        self.assertAlmostEqual(float(advice.moves[0].moved_m[0]), expected, delta=1.1e-3)
        text, mark, rail = told_moves(analysis, [advice])[0][0]
        self.assertIn("back", told(text))
        self.assertIn("scale reads", told(mark))
        assert rail is not None
        assert rail.was is not None
        self.assertAlmostEqual(rail.then[0] - rail.was, expected, delta=1.1e-3)

    def test_each_step_follows_from_the_one_before(self) -> None:
        """Every scene: the printed steps carried out one by one end inside every tolerance, where the plan ends."""
        for setup in lighthouse().setups:
            made, found = lighthouse(), plan_of(setup.id)
            self.assertTrue(found.works, setup.name)
            for number in range(len(advise(scene(setup.id, made), found))):
                made = advise(scene(setup.id, made), found)[number].apply(made, setup.id)
            after = scene(setup.id, made)
            with self.subTest(setup.name):
                self.assertTrue(all(c.ok for c in after.conditions))
                self.assertTrue(all(advice.done for advice in advise(after, found)))
                self.assertEqual({p.id: p for p in after.setup.placements}, found.after.setup.by_id)

    def test_random_rigs_in_every_way(self) -> None:
        """From any marks: the steps end inside every tolerance, or say of which axis they do not and why."""
        rng = np.random.default_rng(3)
        short = 0
        for setup in lighthouse().setups:
            for _ in range(4):
                made = lighthouse()
                for move in find_moves(scene(setup.id, made)):
                    travel = free_travel(scene(setup.id, made).assembly, move.placement)
                    if not move.draws and travel is not None:
                        to = float(rng.uniform(travel.from_m, travel.to_m))
                        made = rigging.slide(made, setup.id, move.placement, to)
                found = plan("move", made, scene(setup.id, made))
                for number in range(len(advise(scene(setup.id, made), found))):
                    advice = advise(scene(setup.id, made), found)[number]
                    made = advice.apply(made, setup.id)
                for advice in advise(scene(setup.id, made), found):
                    self.assertTrue(advice.condition.ok or told(advice.short), (setup.name, told(advice.step.title)))
                    self.assertEqual(advice.moves, ())
                    short += bool(told(advice.short))
        self.assertLess(short, 40)

    def test_a_plan_that_leads_on_from_here(self) -> None:
        """Begun, it serves; with another slide, another mass, another operator it does not."""
        found, made = plan_of("causeway"), lighthouse()
        self.assertTrue(serves(found, scene("causeway", made)))
        begun = found.steps[0].apply(made, "causeway")
        self.assertTrue(serves(found, scene("causeway", begun)))
        for other in (
            rigging.slide(made, "causeway", "arm-short", 0.123),
            kit.change_part(made, "prime-35", mass_kg=1.0),
            kit.choose_operator(made, "causeway", "slight"),
            rigging.remove(made, "causeway", "monitor-7"),
        ):
            self.assertFalse(serves(found, scene("causeway", other)))

    def test_while_the_plan_is_looked_for(self) -> None:
        """The axes are told at once; what to slide follows."""
        found = advise(scene("stairs"), None)
        self.assertEqual([a.looking for a in found], [True, False, True, False])
        self.assertTrue(all(a.moves == () for a in found))

    def test_too_short_a_track(self) -> None:
        """Where the travel ends before it is right, it says what stands in the way, and still goes as far as it can."""
        made = kit.change_part(lighthouse(), "zoom-24-70", mass_kg=2.4)
        advice = advise(scene("stairs", made), plan("move", made, scene("stairs", made)))[0]
        self.assertIn("too short", told(advice.short))
        self.assertTrue(advice.moves)

    def test_nothing_slides(self) -> None:
        """A rig without a track that helps: said."""
        made = lighthouse()
        setup = made.setups_by_id["gallery"]
        pinned = made.with_setup(setup.changed(placements=tuple(p.changed(pinned=True) for p in setup.placements)))
        advice = advise(scene("gallery", pinned), plan("move", pinned, scene("gallery", pinned)))[0]
        self.assertIn("Cannot be done", told(advice.short))
        self.assertEqual(advice.moves, ())

    def test_told_in_text_and_json(self) -> None:
        """Terminal and JSON have the same steps, each with where it starts, where it ends, and in what unit."""
        analysis, found = scene("stairs"), plan_of("stairs")
        steps = guide_report(analysis, found)["steps"]
        text = guide_text(analysis, found)
        for step in steps:
            self.assertIn(step["title"], text)
            for move in step["moves"]:
                self.assertIn(move["text"], text)
                self.assertEqual(move["from"], analysis.setup.by_id[move["placement"]].slide_m)
                self.assertEqual((move["do"], move["unit"]), ("slide", "m"))
        self.assertEqual([s["to"] for s in plan_report(found)["steps"]], [s.slide_m for s in found.steps])


class Reading(unittest.TestCase):
    """Words and figures from the real thing."""

    def value(self, key: str, name: str, text: str) -> float:
        """What a text means in metres."""
        analysis = scene(key)
        return read_seen(analysis, condition(analysis, name), text).value_m

    def test_words_and_signs(self) -> None:
        """Nose-down is in front, left side down is left, top-heavy is above; the opposite words mean the opposite."""
        for key, name, text, sign in (
            ("stairs", "tilt-fore-aft", "it drops nose-down", 1),
            ("stairs", "tilt-fore-aft", "settles 12° nose-up", -1),
            ("stairs", "roll", "left side down", 1),
            ("stairs", "roll", "leans right", -1),
            ("stairs", "roll", "8 mm left", 1),
            ("stairs", "tilt-vertical", "falls over, top-heavy", 1),
            ("stairs", "tilt-vertical", "3 mm below", -1),
            ("boat-landing", "fore-aft", "12° nose-down", 1),
            ("boat-landing", "sideways", "4° left side up", -1),
            ("lamp-room", "fore-aft", "nods forward", 1),
            ("causeway", "drop-time", "too fast", -1),
        ):  # fmt: skip
            with self.subTest(text):
                try:
                    found = self.value(key, name, text)
                except Refused as refused:
                    self.fail(told(refused.said))
                self.assertGreater(found * sign, 0)

    def test_figures(self) -> None:
        """12 mm, half an inch, 23 % of the motor, 10° under a known drop, 2.5 s."""
        self.assertAlmostEqual(self.value("evening", "fore-aft", "12 mm in front"), 0.012, delta=1e-12)
        self.assertAlmostEqual(self.value("evening", "fore-aft", "0.5 in behind"), -0.0127, delta=1e-12)
        analysis = scene("stairs")
        fore = condition(analysis, BalanceKey.TILT_FORE_AFT)
        per_metre = fore.balance.effort_per_m
        self.assertAlmostEqual(
            self.value("stairs", "tilt-fore-aft", "motor effort 23 %"), 0.23 / per_metre, delta=1e-12
        )
        hanging = scene("boat-landing")
        assert hanging.support is not None
        drop = float(hanging.support.datum_m[2] - hanging.mass.cg_m[2])
        self.assertAlmostEqual(
            self.value("boat-landing", "fore-aft", "10° nose-up"), -drop * math.tan(math.radians(10)), delta=1e-12
        )
        # a time that is already right: the value is inside the tolerance
        sled = scene("causeway")
        seen = read_seen(sled, condition(sled, BalanceKey.DROP_TIME), "drop time 2.5 s")
        self.assertLess(abs(seen.value_m), condition(sled, BalanceKey.DROP_TIME).balance.tolerance_m)

    def test_refusals(self) -> None:
        """No way named, a figure without a unit, a time for an angle, nonsense: each says what is allowed."""
        for key, name, text, said in (
            ("evening", "fore-aft", "12 mm", "which way"),
            ("evening", "fore-aft", "12", "without a unit"),
            ("evening", "fore-aft", "1.4 s", "drop time alone"),
            ("evening", "fore-aft", "20 %", "no motor"),
            ("evening", "fore-aft", "purple", "nose-down"),
            ("causeway", "drop-time", "0.1 s", "shortest"),
        ):
            with self.subTest(text), refused(self, Refused, said):
                self.value(key, name, text)

    def test_top_heavy_settles_nowhere(self) -> None:
        """An angle says nothing of a rig that, by the model, turns over."""
        made = rigging.slide(lighthouse(), "causeway", "sled-gimbal", -0.05)
        analysis = scene("causeway", made)
        with refused(self, Refused, "top-heavy"):
            read_seen(analysis, condition(analysis, BalanceKey.FORE_AFT), "5° nose-down")


class Correcting(unittest.TestCase):
    """The most likely error in the data: least weighted squares."""

    @given(off=st.floats(-0.02, 0.02))
    @settings(max_examples=25, deadline=None)
    def test_against_the_normal_equations(self, off: float) -> None:
        """The changes are those of the dense Kalman gain over all masses and places, and explain the reading."""
        analysis = scene("evening")
        wanted = condition(analysis, BalanceKey.FORE_AFT)
        way = "in front" if wanted.value_m + off > 0 else "behind"
        seen = read_seen(analysis, wanted, f"{abs(wanted.value_m + off) * 1000:.6f} mm {way}")
        made = correct(lighthouse(), analysis, seen)
        data, gradient = analysis.data, analysis.assembly.gradient(wanted.by_mass, wanted.by_place)
        slopes = gradient.ravel()
        covariance = np.zeros((slopes.size, slopes.size))
        for k in range(len(gradient)):
            covariance[4 * k, 4 * k] = data.mass_var_kg2[k]
            covariance[4 * k + 1 : 4 * k + 4, 4 * k + 1 : 4 * k + 4] = data.place_cov_m2[k]
        spread = float(slopes @ covariance @ slopes) + seen.sd_m**2
        change = (covariance @ slopes * (seen.value_m - wanted.value_m) / spread).reshape(-1, 4)
        first = made.suspects[0]
        row = analysis.assembly.pieces[0].index(first.part.id)
        self.assertAlmostEqual(first.mass_change_kg, float(change[row, 0]), delta=1e-9)
        np.testing.assert_allclose(first.cg_change_m, change[row, 1:], atol=1e-9)
        self.assertAlmostEqual(made.surprise, abs(off) / math.sqrt(spread), delta=1e-3 + 1e-3 * abs(off))

    def test_finds_the_part_that_was_wrong(self) -> None:
        """The zoom's mass is only estimated: a rig that carries a heavier one points at it, and is corrected."""
        truth = kit.change_part(lighthouse(), "zoom-28-80", mass_kg=1.95)
        real = condition(scene("workshop", truth), "off-line").value_m
        analysis = scene("workshop")
        made = take_in(
            lighthouse(), analysis, condition(analysis, BalanceKey.OFF_LINE), f"{real * 1000:.1f} mm in front"
        )
        self.assertEqual(made.suspects[0].part.id, "zoom-28-80")
        self.assertGreater(made.suspects[0].share, 0.5)
        self.assertIn("28–80 zoom", told(made.words))
        self.assertGreater(made.document.parts_by_id["zoom-28-80"].mass_kg, 1.7)
        after = condition(scene("workshop", made.document), "off-line")
        self.assertAlmostEqual(after.value_m, real, delta=0.004)
        self.assertLess(after.sd_m, condition(analysis, BalanceKey.OFF_LINE).sd_m / 1.5)

    def test_nothing_learnt_changes_nothing(self) -> None:
        """Seeing what the model says leaves the value where it is."""
        analysis = scene("evening")
        fore = condition(analysis, BalanceKey.FORE_AFT)
        made = take_in(lighthouse(), analysis, fore, f"{fore.value_m * 1000:.3f} mm in front")
        self.assertLess(made.surprise, 0.1)
        self.assertIn("what the model says", told(made.words))
        self.assertAlmostEqual(condition(scene("evening", made.document), "fore-aft").value_m, fore.value_m, delta=1e-5)

    def test_a_wild_reading_is_called_one(self) -> None:
        """Far more than the data allow: check the marks first."""
        analysis = scene("evening")
        made = take_in(lighthouse(), analysis, condition(analysis, BalanceKey.FORE_AFT), "90 mm behind")
        self.assertIn("check the marks", told(made.words))

    def test_every_part_once(self) -> None:
        """A part is suspected once, however often it is placed."""
        analysis = scene("evening")
        found = take_in(lighthouse(), analysis, condition(analysis, BalanceKey.FORE_AFT), "60 mm in front")
        self.assertEqual(len({s.part.id for s in found.suspects}), len(found.suspects))


if __name__ == "__main__":
    unittest.main()
