"""The trainer against the engine: what it calls balanced stands, what it calls off goes as it says."""

import math
import unittest

import numpy as np

from equilix.analysis import Analysis, analyse
from equilix.carry.drop import drop
from equilix.carry.hanging import attitude_rad
from equilix.demo import lighthouse
from equilix.document import Document
from equilix.edits.rigging import slide
from equilix.practice.stands import STANDS, stands_for
from equilix.practice.trainer import Trainer
from equilix.shelf.starters import starter_document, starters
from tests.core.practising import FRAME_S, balanced, go

DEMO = lighthouse()


def at(setup: str, **slides: float) -> Document:
    """The demo with things slid there, m; underlines stand for dashes."""
    document = DEMO
    for key, to_m in slides.items():
        document = slide(document, setup, key.replace("_", "-"), to_m)
    return document


def of(document: Document, setup: str) -> Analysis:
    """The analysis of a setup."""
    return analyse(document, document.setups_by_id[setup])


class Balanced(unittest.TestCase):
    """What the engine calls balanced."""

    def test_stands_still_wherever_it_is_let_go(self) -> None:
        """On every stand, every demo rig that was balanced stays where it is let go; what hangs and gives, settles."""
        for setup, stand, room_deg in (
            ("stairs", "gimbal", 0.0), ("evening", "head", 0.0), ("lamp-room", "shoulder", 5.0),
            ("workshop", "hands", 1.0), ("boat-landing", "line", 3.0), ("gallery", "line", 2.0),
            ("causeway", "sled", 7.0), ("gallery", "table", 1.0), ("evening", "table", 1.0),
        ):  # fmt: skip
            trainer = Trainer(balanced(setup), setup, stand)
            trainer.let_go()
            go(trainer, 4.0)
            with self.subTest(setup, stand=stand):
                self.assertFalse(trainer.caught)
                for each in trainer.rigged.turnables:
                    self.assertLessEqual(abs(trainer.angle_rad(each)), math.radians(room_deg) + 1e-12)

    def test_gimbal_stands_at_every_attitude(self) -> None:
        """Inside its targets the friction of the axes holds it: lens level, up, down, rolled, handle tipped."""
        for aim, lean, tip in ((0.0, 0.0, 0.0), (-60.0, 0.0, 0.0), (60.0, 20.0, 0.0), (0.0, 0.0, 20.0)):
            trainer = Trainer(balanced("stairs"), "stairs", "gimbal")
            trainer.aim("tilt", math.radians(aim))
            trainer.aim("roll", math.radians(lean))
            trainer.tip(math.radians(tip), 0.0)
            before = list(trainer.moving.pose.angles_rad)
            trainer.let_go()
            go(trainer, 2.0)
            with self.subTest(aim=aim, lean=lean, tip=tip):
                np.testing.assert_allclose(trainer.moving.pose.angles_rad, before, atol=1e-12)


class Off(unittest.TestCase):
    """What the engine calls off."""

    def test_gimbal_goes_the_way_and_as_fast_as_it_says(self) -> None:
        """Every axis alone: ``(τ − friction) / I`` with the engine's torque and inertia, to its side."""
        for name, document in (
            ("tilt", at("stairs", gimbal_plate=-0.022)),
            ("roll", at("stairs", gimbal_plate=-0.048, gimbal_roll_arm=-0.01)),
        ):  # fmt: skip
            trainer = Trainer(document, "stairs", "gimbal")
            drives = trainer.analysis.drives
            k = drives.names.index(name)
            for each in trainer.rigged.turnables:
                trainer.lock(each.key, each.key != name)
            trainer.let_go()
            torque = -float(drives.level_nm()[k])  # the motor would give the opposite
            rub = float(trainer.moving.friction[k])
            wanted = (torque - math.copysign(rub, torque)) / float(drives.inertias_kg_m2()[k])
            with self.subTest(name):
                self.assertGreater(abs(torque), rub)
                self.assertAlmostEqual(float(trainer.moving.accelerations()[k]), wanted, delta=1e-6 * abs(wanted))
                go(trainer, 0.2)
                moved = trainer.angle_rad(trainer.turnable(name))
                self.assertGreater(moved * torque, 0.0)
        nose = of(at("stairs", gimbal_plate=-0.022), "stairs").conditions[0]
        self.assertGreater(nose.value_m, 0.0)  # in front: nose-down, which is a positive tilt

    def test_pan_shows_only_with_the_handle_tipped(self) -> None:
        """Upright it stands, however far off; tipped, the heavy side goes downhill."""
        document = at("stairs", gimbal_plate=-0.048, gimbal_roll_arm=0.019, gimbal_pan_arm=0.0)
        for tip, moves in ((0.0, False), (20.0, True)):
            trainer = Trainer(document, "stairs", "gimbal")
            trainer.lock("tilt", True)
            trainer.lock("roll", True)
            trainer.tip(math.radians(tip), math.pi / 2)
            trainer.let_go()
            go(trainer, 1.0)
            with self.subTest(tip):
                self.assertEqual(abs(trainer.angle_rad(trainer.turnable("pan"))) > 0.1, moves)

    def test_sled_leans_as_far_as_the_engine_says(self) -> None:
        """What it comes to rest at is ``atan(offset / height)``, within what its bearings hold."""
        document = at("causeway", sled_gimbal=0.026, bridge=-0.015)
        trainer = Trainer(document, "causeway", "sled")
        analysis = trainer.analysis
        assert analysis.support is not None
        x, _, z = analysis.mass.cg_m - analysis.support.datum_m
        trainer.moving.drag[:] = 0.6
        trainer.let_go()
        go(trainer, 12.0)
        held = trainer.moving.friction[1] / (analysis.weight_n * abs(z))
        self.assertAlmostEqual(trainer.angle_rad(trainer.turnable("nod")), math.atan2(x, -z), delta=held + 0.02)

    def test_sled_drops_in_the_engine_s_time(self) -> None:
        """Laid level and let go, it passes upright after the drop time of the engine (elliptic integral), to 1.5 %."""
        document = balanced("causeway")
        trainer = Trainer(document, "causeway", "sled")
        trainer.moving.friction[:] = 0.0
        trainer.moving.drag[:] = 0.0
        analysis = trainer.analysis
        assert analysis.support is not None
        wanted = drop(analysis.carried, analysis.support).time_s
        trainer.aim("nod", math.pi / 2)
        trainer.let_go()
        passed = 0.0
        while trainer.moving.pose.turns[0][2, 2] < 1.0 - 1e-9 and trainer.seconds < 6.0:
            before = float(trainer.moving.pose.turns[0][2, 0])
            trainer.advance(FRAME_S)
            after = float(trainer.moving.pose.turns[0][2, 0])
            if before < 0 <= after or before > 0 >= after:
                passed = trainer.seconds
                break
        self.assertAlmostEqual(passed, wanted, delta=0.015 * wanted + FRAME_S)

    def test_hangs_as_the_engine_says(self) -> None:
        """Hung from its eyelet it settles at the pitch of the engine, as near as the eyelet's friction lets it."""
        trainer = Trainer(DEMO, "boat-landing", "line")
        analysis = trainer.analysis
        assert analysis.support is not None
        pitch, _ = attitude_rad(analysis.carried, analysis.support)
        trainer.moving.drag[3:] = 0.5
        trainer.let_go()
        go(trainer, 10.0)
        self.assertAlmostEqual(trainer.angle_rad(trainer.turnable("nod")), pitch, delta=math.radians(1.0))
        self.assertGreater(abs(pitch), math.radians(5.0))

    def test_bounces_on_a_line_that_gives(self) -> None:
        """While walking, a rig on a taut line goes up and down by more than nothing; what stands does not."""
        trainer = Trainer(balanced("boat-landing"), "boat-landing", "line")
        trainer.walk(True)
        go(trainer, 3.0)
        heights = []
        for _ in range(60):
            trainer.advance(FRAME_S)
            heights.append(float(trainer.frames[0].cg_m[2]))
        self.assertGreater(max(heights) - min(heights), 0.015)
        hook = trainer.springs_m[0][0].copy()
        trainer.hold()
        self.assertFalse(trainer.walking)
        self.assertNotEqual(float(hook[2]), float(trainer.springs_m[0][0][2]))
        self.assertAlmostEqual(float(trainer.springs_m[0][0][2]), float(trainer.rigged.hook_m[2]))  # type: ignore[index]

    def test_shoulder_falls_where_the_engine_says_so(self) -> None:
        """Past the edge of the pad it falls, inside the tolerance it stays; nodding to the side that is heavy."""
        for to_m in (0.062, -0.01, -0.028, -0.035, -0.083, -0.14):
            document = at("lamp-room", bridge=to_m)
            condition = of(document, "lamp-room").conditions[0]
            trainer = Trainer(document, "lamp-room", "shoulder")
            trainer.let_go()
            go(trainer, 6.0)
            with self.subTest(to_m):
                if condition.ok or condition.falls:  # between the two it nods by itself, as the engine says
                    self.assertEqual(trainer.caught, condition.falls)
                if abs(condition.value_m) > 0.005:
                    self.assertGreater(trainer.angle_rad(trainer.turnable("nod")) * condition.value_m, 0.0)

    def test_loose_wrists_let_it_turn(self) -> None:
        """Off the line of the grips by more than the wrists hold, it turns nose-down; by less, it stays."""
        for to_m, turns in ((-0.030, True), (0.003, False)):
            trainer = Trainer(at("workshop", rosette_bar=to_m), "workshop", "hands")
            trainer.let_go()
            go(trainer, 1.5)
            with self.subTest(to_m):
                self.assertEqual(trainer.angle_rad(trainer.turnable("nod")) > math.radians(10), turns)

    def test_table_holds_what_the_engine_says_stands(self) -> None:
        """Every demo rig that stands as it is drawn, or nearly so, stays; every one that does not goes over."""
        for setup in DEMO.setups:
            analysis = analyse(DEMO, setup)
            assert analysis.on_table is not None
            trainer = Trainer(DEMO, setup.id, "table")
            trainer.let_go()
            go(trainer, 2.0)
            leans = math.acos(float(np.clip(trainer.frames[0].turn[2, 2], -1, 1)))
            with self.subTest(setup.id):
                near = any(each.leaning_rad < math.radians(4.0) for each in analysis.lying)
                self.assertEqual(leans < math.radians(4.0), analysis.on_table.stands or near)


class Starters(unittest.TestCase):
    """The rigs that people begin with."""

    def test_starters_stand_where_they_are_balanced(self) -> None:
        """Each on what it is carried on: inside its targets it stands, or settles; all of them can be let go."""
        for key in starters():
            document = starter_document(key)
            analysis = analyse(document, document.setups[0])
            for stand in stands_for(analysis):
                trainer = Trainer(document, document.setups[0].id, stand)
                trainer.let_go()
                go(trainer, 1.0)
                on_it = analysis.way.name in STANDS[stand].ways
                right = all(abs(each.value_m) <= each.balance.target_m for each in analysis.conditions)
                with self.subTest(key, stand=stand):
                    self.assertTrue(np.isfinite(trainer.picture().positions_m).all())
                    if on_it and right:
                        for each in trainer.rigged.turnables:
                            self.assertLess(abs(trainer.angle_rad(each)), math.radians(4.0))
