"""What hands do to a rig in the trainer, in any order, and what comes of odd rigs and rules."""

import contextlib
import math
import random
import unittest
from unittest import mock

import numpy as np

from equilix.analysis import analyse
from equilix.demo import lighthouse
from equilix.errors import Refused
from equilix.faults import document_faults
from equilix.mechanics.moving import Runaway
from equilix.practice.stands import STANDS, stands_for
from equilix.practice.trainer import CAUGHT_RAD, Trainer
from equilix.words.telling import in_words
from tests.core.practising import FRAME_S, balanced, go

DEMO = lighthouse()


class Hands(unittest.TestCase):
    """What hands do, in any order."""

    def setUp(self) -> None:
        self.trainer = Trainer(DEMO, "stairs", "gimbal")

    def test_clamped_is_not_slid(self) -> None:
        """It says so, and what to do; loosened it goes, to the ends of its track and no farther."""
        trainer = self.trainer
        with self.assertRaises(Refused) as refused:
            trainer.slide("gimbal-plate", 0.0)
        self.assertIn("Loosen it first", in_words(refused.exception.said))
        trainer.loosen("gimbal-plate")
        trainer.slide("gimbal-plate", 1.0)
        self.assertEqual(trainer.slide_m("gimbal-plate"), trainer.track("gimbal-plate").to_m)
        with self.assertRaises(Refused):
            trainer.slide("gimbal-plate", math.nan)
        self.assertEqual(DEMO.setups_by_id["stairs"].by_id["gimbal-plate"].slide_m, -0.022)

    def test_what_is_loose_creeps_when_it_is_steep(self) -> None:
        """Level it stays; with the lens up it slides back by itself to its stop, and clamped it stays again."""
        trainer = self.trainer
        trainer.loosen("gimbal-plate")
        go(trainer, 1.0)
        self.assertEqual(trainer.slide_m("gimbal-plate"), -0.022)
        trainer.aim("tilt", math.radians(-60))
        go(trainer, 0.1)
        part_way = trainer.slide_m("gimbal-plate")
        self.assertLess(part_way, -0.022)
        trainer.clamp("gimbal-plate")
        go(trainer, 0.5)
        self.assertEqual(trainer.slide_m("gimbal-plate"), part_way)
        trainer.loosen("gimbal-plate")
        go(trainer, 1.0)
        self.assertEqual(trainer.slide_m("gimbal-plate"), trainer.track("gimbal-plate").from_m)
        self.assertEqual([deed.key for deed in trainer.deeds], ["gimbal-plate"])

    def test_slid_while_it_moves_it_goes_on(self) -> None:
        """Nothing jumps: attitude and speeds are what they were, the masses are others."""
        for setup, stand, key in (("stairs", "gimbal", "gimbal-plate"), ("lamp-room", "shoulder", "bridge")):
            trainer = Trainer(DEMO, setup, stand)
            trainer.loosen(key)
            trainer.let_go()
            go(trainer, 0.2)
            where = trainer.frames[-1].turn.copy()
            root = trainer.picture().positions_m[0].copy()
            trainer.slide(key, trainer.slide_m(key) - 0.004)
            with self.subTest(stand):
                np.testing.assert_allclose(trainer.frames[-1].turn, where, atol=1e-12)
                np.testing.assert_allclose(trainer.picture().positions_m[0], root, atol=1e-9)

    def test_push_spin_lock_pull(self) -> None:
        """A tap turns it the way it is tapped; spun it turns; locked it does not; pulled it follows the hand."""
        trainer = Trainer(balanced("stairs"), "stairs", "gimbal")
        trainer.push("tilt", -1.0)
        go(trainer, 0.3)
        self.assertLess(trainer.angle_rad(trainer.turnable("tilt")), -0.01)
        self.assertEqual(trainer.moving.loads, [])  # a tap is over
        given = trainer.moving.given_j
        go(trainer, 0.3)
        self.assertEqual(trainer.moving.given_j, given)
        trainer.upright()
        trainer.spin("pan", 2.0)
        self.assertAlmostEqual(float(trainer.moving.speeds[0]), 2.0)
        trainer.hold()
        self.assertEqual(float(np.abs(trainer.moving.speeds).max()), 0.0)
        trainer.lock("pan", True)
        trainer.spin("pan", 2.0)
        go(trainer, 0.2)
        self.assertEqual(trainer.angle_rad(trainer.turnable("pan")), trainer.moving.pose.angles_rad[0])
        self.assertEqual(float(trainer.moving.speeds[0]), 0.0)
        with self.assertRaises(Refused):
            trainer.aim("pan", 0.1)
        trainer.lock("pan", False)
        home = trainer.analysis.assembly.cgs_m[trainer.analysis.assembly.index["lens"]]
        trainer.grab(2, home)
        trainer.drag(home + np.array((0.0, 0.0, -0.08)))
        go(trainer, 1.0)
        self.assertGreater(trainer.angle_rad(trainer.turnable("tilt")), 0.1)
        trainer.release()
        self.assertEqual(trainer.moving.loads, [])

    def test_caught_and_set_upright(self) -> None:
        """Hands catch what falls; held, it is put as it was built, and can be let go again."""
        trainer = Trainer(DEMO, "lamp-room", "shoulder")
        trainer.let_go()
        go(trainer, 4.0)
        self.assertTrue(trainer.caught)
        leaning = trainer.frames[0].turn.copy()
        go(trainer, 1.0)
        np.testing.assert_array_equal(trainer.frames[0].turn, leaning)
        self.assertGreater(math.acos(float(leaning[2, 2])), CAUGHT_RAD - 0.2)
        trainer.hold()
        np.testing.assert_allclose(trainer.frames[0].turn, np.eye(3), atol=1e-12)
        self.assertTrue(trainer.held)
        self.assertFalse(trainer.caught)

    def test_refusals(self) -> None:
        """No handle on a shoulder, no lock on a sled, nobody walks with a tripod, no joint without a gimbal."""
        shoulder = Trainer(DEMO, "lamp-room", "shoulder")
        sled = Trainer(DEMO, "causeway", "sled")
        for act in (
            lambda: shoulder.tip(0.3, 0.0), lambda: sled.lock("nod", True), lambda: sled.turnable("tilt"),
            lambda: Trainer(DEMO, "evening", "head").walk(True), lambda: shoulder.loosen("lens"),
            lambda: Trainer(DEMO, "lamp-room", "gimbal"),
        ):  # fmt: skip
            with self.assertRaises(Refused) as refused:
                act()
            self.assertGreater(len(in_words(refused.exception.said)), 10)

    def test_a_slow_machine_keeps_its_time(self) -> None:
        """Five pictures a second show the same motion as sixty; a lid that was closed for an hour shows a second."""
        quick, slow, away = (Trainer(DEMO, "stairs", "gimbal") for _ in range(3))
        for trainer in (quick, slow, away):
            trainer.let_go()
        go(quick, 0.6)
        for _ in range(3):
            slow.advance(0.2)
        np.testing.assert_allclose(slow.moving.pose.angles_rad, quick.moving.pose.angles_rad, atol=math.radians(0.3))
        away.advance(3600.0)
        self.assertAlmostEqual(away.seconds, 1.0)

    def test_everything_goes_along_with_one_joint(self) -> None:
        """On every stand each placement is in one link, or stays, and in no second one; all masses are there."""
        for setup in DEMO.setups:
            for stand in stands_for(analyse(DEMO, setup)):
                trainer = Trainer(DEMO, setup.id, stand)
                ids = [*trainer.rigged.still, *(each for ids in trainer.rigged.members for each in ids)]
                with self.subTest(setup.id, stand=stand):
                    self.assertEqual(sorted(ids), sorted(trainer.analysis.assembly.ids))
                    for each in ids:
                        self.assertEqual(trainer.rigged.link_of(each) is None, each in trainer.rigged.still)

    def test_handle_and_gravity_tip_together(self) -> None:
        """Tipped any way, gravity in the handle's frame is what it is in the world, turned back; ahead is nose-down."""
        for towards in (0.0, math.pi / 2, 2.0, -1.0):
            trainer = Trainer(DEMO, "stairs", "gimbal")
            trainer.tip(0.35, towards)
            back = trainer.base @ trainer.moving.gravity
            np.testing.assert_allclose(back, (0.0, 0.0, -9.80665), atol=1e-9)
            np.testing.assert_allclose(
                trainer.base[:2, 2], (math.sin(0.35) * math.cos(towards), math.sin(0.35) * math.sin(towards)), atol=1e-9
            )

    def test_put_down_and_let_go_nothing_drops(self) -> None:
        """What stands has pressed its table, its shoulder and its hands down already."""
        for setup, stand in (("gallery", "table"), ("lamp-room", "shoulder"), ("workshop", "hands")):
            trainer = Trainer(balanced(setup), setup, stand)
            before = float(trainer.frames[0].cg_m[2])
            trainer.let_go()
            lowest = before
            for _ in range(30):
                trainer.advance(FRAME_S)
                lowest = min(lowest, float(trainer.frames[0].cg_m[2]))
            with self.subTest(stand):
                self.assertLess(before - lowest, 0.0006)

    def test_every_rig_has_a_stand(self) -> None:
        """What it is carried on comes first, the table last; an empty rig has none."""
        for setup in DEMO.setups:
            found = stands_for(analyse(DEMO, setup))
            self.assertEqual(found[-1], "table")
            self.assertIn(setup.carry, STANDS[found[0]].ways)
        bare = DEMO.with_setup(DEMO.setups[0].changed(placements=(), cables=(), links=()))
        self.assertEqual(stands_for(analyse(bare, bare.setups[0])), ())


class Odd(unittest.TestCase):
    """Hands without a plan, and rigs that nobody would build."""

    def test_random_hands(self) -> None:
        """Sixty deeds on every stand, in any order: nothing breaks, all stays finite, the document is whole."""
        rng = random.Random(11)
        for setup in DEMO.setups:
            for stand in stands_for(analyse(DEMO, setup)):
                trainer = Trainer(DEMO, setup.id, stand)
                for _ in range(60):
                    with contextlib.suppress(Refused):
                        self.deed(trainer, rng)
                    trainer.advance(rng.choice((0.0, 1 / 60, 1 / 60, 0.1)))
                with self.subTest(setup.id, stand=stand):
                    self.assertTrue(np.isfinite(trainer.moving.speeds).all())
                    self.assertTrue(np.isfinite(trainer.picture().positions_m).all())
                    self.assertEqual(document_faults(trainer.document), ())
                    trainer.upright()
                    for each in trainer.rigged.turnables:
                        self.assertEqual(trainer.angle_rad(each), 0.0)

    def deed(self, trainer: Trainer, rng: random.Random) -> None:
        """One deed."""
        each = rng.choice(trainer.rigged.turnables)
        track = rng.choice(trainer.tracks)
        way = rng.choice((-1.0, 1.0))
        rng.choice((
            trainer.let_go, trainer.let_go, trainer.hold, trainer.upright, lambda: trainer.loosen(track.key),
            lambda: trainer.clamp(track.key), lambda: trainer.slide(track.key, rng.uniform(-0.2, 0.2)),
            lambda: trainer.push(each.key, way), lambda: trainer.spin(each.key, 5.0 * way),
            lambda: trainer.tip(rng.uniform(-1.0, 1.0), rng.uniform(-3, 3)), lambda: trainer.walk(way > 0),
            lambda: trainer.lock(each.key, way > 0), lambda: trainer.aim(each.key, rng.uniform(-0.5, 0.5)),
            lambda: trainer.grab(each.link, trainer.frames[each.link].cg_m), trainer.release,
            lambda: trainer.drag(np.array([rng.uniform(-1, 1) for _ in range(3)])),
        ))()  # fmt: skip

    def test_what_no_step_follows_is_caught(self) -> None:
        """Should a rig be too stiff all the same, hands take it, upright, and it can be let go again."""
        trainer = Trainer(DEMO, "workshop", "hands")
        trainer.let_go()
        with mock.patch.object(trainer.moving, "run", side_effect=Runaway):
            trainer.advance(FRAME_S)
        self.assertTrue(trainer.caught)
        self.assertFalse(trainer.held)
        np.testing.assert_array_equal(trainer.frames[0].turn, np.eye(3))
        trainer.let_go()
        self.assertFalse(trainer.caught)

    def test_rules_from_another_world(self) -> None:
        """A shoulder of stone, hands of steel, joints without friction or full of sand: caught at worst."""
        for key, setup, stand in (
            ("pad_gives_m", "lamp-room", "shoulder"), ("hand_n_m", "workshop", "hands"),
            ("wrist_nm", "workshop", "hands"), ("gimbal_friction", "stairs", "gimbal"),
            ("sled_friction_nm", "causeway", "sled"), ("eyelet_friction_nm", "boat-landing", "line"),
            ("head_friction_nm", "evening", "head"),
        ):  # fmt: skip
            for value in (1e-9, 1e6):
                trainer = Trainer(DEMO.changed(rules={key: value}), setup, stand)
                trainer.let_go()
                go(trainer, 0.5)
                trainer.push(trainer.rigged.turnables[-1].key, 1.0)
                go(trainer, 0.3)
                with self.subTest(key, value=value):
                    self.assertTrue(np.isfinite(trainer.moving.speeds).all())
                    self.assertTrue(np.isfinite(trainer.picture().positions_m).all())
                trainer.hold()
                self.assertTrue(trainer.held)
