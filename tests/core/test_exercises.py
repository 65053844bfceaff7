"""The course: each step is wrong as it says, can be mended, and teaches; how attempts count and are kept."""

import math
import unittest

import numpy as np

from equilix.demo import lighthouse
from equilix.errors import Refused
from equilix.practice.attempt import Attempt
from equilix.practice.exercises import COURSE, EXERCISES, exercise_named, goals_of, own, ready
from equilix.practice.meaning import first_off, left_over
from equilix.practice.motors import motors_on
from equilix.practice.practice_words import motor_words
from equilix.practice.scoring import FAIR_TRY, HINT_POINTS, best_of
from equilix.words.telling import in_words
from tests.core.practising import attempt_at, go, solve

DEMO = lighthouse()


class Course(unittest.TestCase):
    """Twelve steps."""

    def test_each_is_wrong_and_can_be_mended(self) -> None:
        """At the start a goal is off; with what slides all come right; what each that was off means is told."""
        self.assertEqual(len(COURSE), 12)
        for exercise in COURSE:
            attempt = attempt_at(exercise.key)
            off = [each for each in goals_of(exercise, attempt.analysis) if not each.ok]
            with self.subTest(exercise.key):
                self.assertGreaterEqual(len(off), 1)
                assert attempt.best is not None
                self.assertTrue(attempt.best.can)
                self.assertEqual(len(attempt.symptoms), len(off))
                self.assertEqual(len(left_over(goals_of(exercise, attempt.analysis))), len(off))
                for each in attempt.symptoms:
                    for said in (each.title, each.seen, each.means):
                        self.assertGreater(len(in_words(said)), 3)
                solve(attempt)
                self.assertTrue(attempt.counted.right)
                self.assertEqual(left_over(goals_of(exercise, attempt.analysis)), ())
                for said in (exercise.title, exercise.task, exercise.after):
                    self.assertGreater(len(in_words(said)), 5)

    def test_the_course_grows_harder(self) -> None:
        """What it takes somebody who knows how is at least as much for the last three steps as for the first three."""
        self.assertLess(max(each.par_s for each in COURSE[:3]), min(each.par_s for each in COURSE[-3:]))

    def test_vertical_is_hidden_by_friction(self) -> None:
        """Let go level it stays; aimed up and let go it falls over."""
        attempt = attempt_at("vertical")
        attempt.trainer.let_go()
        go(attempt.trainer, 2.0)
        self.assertEqual(attempt.trainer.moving.pose.angles_rad[2], 0.0)
        attempt.trainer.aim("tilt", math.radians(-60.0))
        attempt.trainer.let_go()
        go(attempt.trainer, 2.0)
        self.assertLess(attempt.trainer.moving.pose.angles_rad[2], math.radians(-65.0))

    def test_two_errors_hide_each_other(self) -> None:
        """Upright it stands to two degrees; spun, it is thrown off the post much farther than when it is mended."""
        wobbles = []
        for mended in (False, True):
            attempt = attempt_at("hidden")
            if mended:
                solve(attempt)
            trainer = attempt.trainer
            trainer.let_go()
            go(attempt.trainer, 1.0)
            self.assertGreater(float(trainer.moving.pose.turns[0][2, 2]), math.cos(math.radians(3.0)))
            trainer.upright()
            trainer.spin("spin", math.pi)
            most = 0.0
            for _ in range(120):
                trainer.advance(1 / 60)
                most = max(most, math.acos(min(float(trainer.moving.pose.turns[0][2, 2]), 1.0)))
            wobbles.append(most)
        self.assertGreater(wobbles[0], 2.0 * wobbles[1])

    def test_pan_is_masked_by_roll(self) -> None:
        """Upright the camera rolls over; with the roll locked and the handle tipped to the side it swings round."""
        attempt = attempt_at("masked")
        attempt.trainer.let_go()
        go(attempt.trainer, 1.5)
        self.assertGreater(attempt.trainer.moving.pose.angles_rad[1], math.radians(20.0))
        attempt.trainer.upright()
        attempt.trainer.lock("roll", True)
        attempt.trainer.tip(math.radians(20.0), math.pi / 2)
        attempt.trainer.let_go()
        go(attempt.trainer, 1.5)
        self.assertGreater(abs(attempt.trainer.moving.pose.angles_rad[0]), math.radians(10.0))

    def test_a_wrong_mark_misleads(self) -> None:
        """Set by its scale to every mark of the tape, the tilt is still off; the scale that lies reads 8 mm less."""
        attempt = attempt_at("mark")
        trainer = attempt.trainer
        for track in trainer.tracks:
            tape = attempt.tape_m(track.key)
            if tape is not None:
                trainer.loosen(track.key)
                trainer.slide(track.key, trainer.slide_m(track.key) + tape - attempt.reads_m(track.key))
                trainer.clamp(track.key)
                self.assertAlmostEqual(attempt.reads_m(track.key), tape, places=6)
        off = [each.balance.key for each in goals_of(attempt.exercise, attempt.analysis) if not each.ok]
        self.assertEqual([key.value for key in off], ["tilt-fore-aft"])
        self.assertAlmostEqual(attempt.reads_m("gimbal-plate") - trainer.slide_m("gimbal-plate"), 0.042, places=6)

    def test_a_loose_clamp_creeps(self) -> None:
        """Nobody loosened it, and with the lens up the plate slides back."""
        attempt = attempt_at("worst")
        before = attempt.trainer.slide_m("gimbal-plate")
        attempt.trainer.aim("tilt", math.radians(-60.0))
        go(attempt.trainer, 0.5)
        self.assertLess(attempt.trainer.slide_m("gimbal-plate"), before - 0.002)

    def test_hints_say_more_and_more(self) -> None:
        """First where to look, then which way; done, it says so. No hint has a figure in it."""
        attempt = attempt_at("tilt")
        first, second = in_words(attempt.hint()), in_words(attempt.hint())
        self.assertIn("Motors off", first)
        self.assertIn("nose-down", second)
        self.assertIn("in front", second)
        third = in_words(attempt.hint())
        self.assertIn("short camera plate", third)
        self.assertIn("to the left", third)
        self.assertNotRegex(first + second + third, r"\d+ mm")
        solve(attempt)
        self.assertIn("Count it", in_words(attempt.hint()))
        self.assertEqual(attempt.hints, 4)

    def test_the_third_hint_leads_there(self) -> None:
        """In every step, following it by 2 mm, or a hole, brings what comes first nearer to where it belongs."""
        for exercise in COURSE:
            attempt = attempt_at(exercise.key)
            attempt.hints = 2
            first = first_off(exercise, attempt.analysis)
            assert first is not None
            before = abs(first.value_m)
            said = in_words(attempt.hint())
            names = [each for each in attempt.trainer.tracks if f" {each.name} " in said]
            track = names[0]
            attempt.trainer.loosen(track.key)
            by = max(0.002, track.step_m) * (1 if "to the right" in said else -1)
            attempt.trainer.slide(track.key, attempt.trainer.slide_m(track.key) + by)
            now = next(each for each in attempt.analysis.conditions if each.balance.key == first.balance.key)
            with self.subTest(exercise.key):
                self.assertLess(abs(now.value_m), before)

    def test_unknown_exercise(self) -> None:
        """The message names those that there are."""
        with self.assertRaises(Refused) as refused:
            exercise_named("nowhere")
        self.assertIn("let_go", in_words(refused.exception.said))


class Counting(unittest.TestCase):
    """Half for the balance, a quarter each for order and time; of all that as much as it is balanced."""

    def test_best_in_order_in_time_is_all_of_it(self) -> None:
        """A hundred points; each hint takes ten, a second try in another time takes of the time."""
        attempt = attempt_at("order")
        solve(attempt)
        attempt.trainer.seconds = attempt.exercise.par_s
        self.assertEqual(attempt.counted.points, 100)
        attempt.hints = 2
        self.assertEqual(attempt.counted.points, 100 - 2 * HINT_POINTS)
        attempt.hints, attempt.trainer.seconds = 0, 2 * attempt.exercise.par_s
        self.assertAlmostEqual(attempt.counted.in_time, 0.5)
        attempt.trainer.seconds = 5 * attempt.exercise.par_s
        self.assertEqual(attempt.counted.in_time, 0.0)
        self.assertEqual(attempt.counted.points, 75)

    def test_nothing_done_counts_nothing(self) -> None:
        """However quick."""
        for exercise in COURSE:
            attempt = attempt_at(exercise.key)
            if attempt.counted.off > 3:
                self.assertLessEqual(attempt.counted.points, 12)

    def test_out_of_order_is_seen(self) -> None:
        """Pan first, then roll, then tilt: none of these but the last was its turn."""
        attempt = attempt_at("order")
        assert attempt.best is not None
        wanted = {step.placement: step.slide_m for step in attempt.best.plan.steps if hasattr(step, "slide_m")}
        for key in ("gimbal-pan-arm", "gimbal-roll-arm", "gimbal-cradle", "gimbal-plate"):
            attempt.trainer.loosen(key)
            attempt.trainer.slide(key, wanted[key])
            attempt.trainer.clamp(key)
        self.assertTrue(attempt.counted.right)
        self.assertEqual(attempt.counted.in_order, 0.25)

    def test_near_falls_from_the_target_outwards(self) -> None:
        """At the target all of it, at the edge of the tolerance half, far out nothing; never more farther out."""
        attempt = attempt_at("tilt")
        attempt.trainer.loosen("gimbal-plate")
        nears = []
        for to_m in (-0.048, -0.045, -0.040, -0.030, -0.020):
            attempt.trainer.slide("gimbal-plate", to_m)
            nears.append(attempt.counted.near)
        self.assertEqual(nears, sorted(nears, reverse=True))
        self.assertEqual(nears[0], 1.0)
        self.assertLess(nears[-1], 0.01)
        per_m = 1.0 / attempt.analysis.conditions[0].balance.tolerance_m
        edge = -0.048 + (1.0 - attempt_at("tilt").best.off) / per_m  # type: ignore[union-attr]
        attempt.trainer.slide("gimbal-plate", edge)
        self.assertAlmostEqual(attempt.counted.near, 0.5, delta=0.06)

    def test_motors_tell(self) -> None:
        """Unbalanced they work, shake and empty the battery; balanced hardly; the shares are those of the engine."""
        before = attempt_at("order")
        after = attempt_at("order")
        solve(after)
        loose, right = motors_on(before.analysis), motors_on(after.analysis)
        assert loose is not None and right is not None
        drives = before.analysis.drives
        np.testing.assert_allclose([each.level for each in loose.motors], np.abs(drives.level_nm()) / drives.ratings_nm)
        tilt = drives.names.index("tilt")
        self.assertGreater(loose.motors[tilt].shake_rad, 5 * right.motors[tilt].shake_rad)
        self.assertGreater(loose.motors[tilt].worst, 5 * right.motors[tilt].worst)
        self.assertAlmostEqual(math.degrees(loose.motors[tilt].shake_rad), 0.56, delta=0.06)
        self.assertEqual(len(motor_words(loose)), 4)
        self.assertIsNone(motors_on(attempt_at("pad").analysis))

    def test_impossible_is_said_after_a_fair_try(self) -> None:
        """A rig whose only track is too short: said after some slides, not before."""
        document = ready(EXERCISES["let_go"], DEMO)
        part = document.parts_by_id["tripod-plate"]
        short = part.changed(
            hangs_by=tuple(
                each.changed(track=each.track.changed(from_m=0.0, to_m=0.04)) if each.track is not None else each
                for each in part.hangs_by
            )
        )
        document = document.changed(parts=tuple(short if each is part else each for each in document.parts))
        attempt = Attempt(own("evening", "head"), document)
        attempt.best = best_of(document, attempt.exercise)
        assert attempt.best is not None
        self.assertFalse(attempt.best.can)
        self.assertEqual(attempt.cannot, "")
        for k in range(FAIR_TRY):
            attempt.trainer.loosen("tripod-plate")
            attempt.trainer.slide("tripod-plate", 0.01 * k)
            attempt.trainer.clamp("tripod-plate")
        said = in_words(attempt.cannot)
        self.assertIn("does not come into balance", said)
        self.assertIn(in_words(attempt.best.plan.reason), said)
        self.assertEqual(attempt_at("tilt").best.why, "")  # type: ignore[union-attr]
