"""Joints within a part: where bending puts things, what turns each joint, how an arm follows when it is pulled."""

import itertools
import math
import unittest

import numpy as np
from scipy.spatial.transform import Rotation

from equilix.analysis import analyse
from equilix.checks.creep import creep, strains
from equilix.constants import STANDARD_GRAVITY_M_S2
from equilix.document import Document
from equilix.edits import kit, rigging
from equilix.errors import Refused
from equilix.kit.catalogue import make_part
from equilix.kit.mounts import MountPoint
from equilix.kit.parts import Part
from equilix.kit.pivots import AT_REST, Configuration, Pivot, links
from equilix.kit.solids import Box, Room
from equilix.mechanics.mass_properties import combine
from equilix.rig.clearance import in_room
from equilix.rig.kinematics import assemble
from equilix.rig.posing import pulled
from equilix.rig.setups import Placement, Pose
from equilix.store.parsing import parse
from equilix.store.writing import to_bytes
from tests.core.builders import analysed, box, document, free
from tests.told import refused, told

UP = (0.0, 0.0, 1.0)


def two_bars(holds_nm: float | None = 2.0) -> Part:
    """A post of 100 mm and 0.2 kg, and on it a bar of 100 mm and 0.1 kg that tips about y at the top of the post."""
    return Part(
        id="arm", name="arm", mass_kg=0.3,
        solids=(
            Box(size_m=(0.02, 0.02, 0.1), centre_m=(0, 0, 0.05), weight=2),
            Box(size_m=(0.02, 0.02, 0.1), centre_m=(0, 0, 0.15), weight=1, beyond=1),
        ),
        pivots=(Pivot(name="elbow", position_m=(0, 0, 0.1), from_rad=-2.0, to_rad=2.0, holds_nm=holds_nm),),
        hangs_by=(MountPoint(name="foot", kind="screw14", position_m=(0, 0, 0), direction=(0, 0, -1)),),
        offers=(MountPoint(name="head", kind="screw14", position_m=(0, 0, 0.2), direction=UP, beyond=1),),
    )  # fmt: skip


def with_load(arm: Part, load_kg: float, *angles_rad: float) -> Document:
    """A base, the arm on it, and a box of 40 mm on its head."""
    load = box("load", load_kg, (0.04, 0.04, 0.04)).changed(
        hangs_by=(MountPoint(name="foot", kind="screw14", position_m=(0, 0, -0.02), direction=(0, 0, -1)),)
    )
    base = box("base", 1.0).changed(
        offers=(MountPoint(name="top", kind="screw14", position_m=(0, 0, 0.05), direction=UP),)
    )
    return document(
        [base, arm, load],
        [
            Placement(id="base", part="base"),
            Placement(id="arm", part="arm", parent="base", point="top", pivots_rad=angles_rad),
            Placement(id="load", part="load", parent="arm", point="head"),
        ],
    )


class Bending(unittest.TestCase):
    """Where bending puts what lies beyond a joint."""

    def test_worked_by_hand(self) -> None:
        """Tipped 90° forward about y, the bar lies ahead of the joint: from 100 to 200 mm high to 0 to 100 mm ahead."""
        part = two_bars()
        body = part.body(Configuration(0.0, (math.pi / 2,)))
        np.testing.assert_allclose(body.box_centres_m, [(0, 0, 0.05), (0.05, 0, 0.1)], atol=1e-12)
        np.testing.assert_allclose(body.cg_m, (0.05 / 3, 0, (2 * 0.05 + 0.1) / 3), atol=1e-12)
        np.testing.assert_allclose(body.high_m, (0.1, 0.01, 0.11), atol=1e-12)

    def test_any_chain(self) -> None:
        """Against rotations of a general library, turned one after the other about where the joint has got to."""
        rng = np.random.default_rng(5)
        for _ in range(60):
            count = int(rng.integers(1, 6))
            pivots = [
                Pivot(name=str(n), position_m=tuple(rng.uniform(-0.2, 0.2, 3)), axis=tuple(rng.normal(size=3)))
                for n in range(count)
            ]
            angles = rng.uniform(-1.5, 1.5, count)
            found, point = links(pivots, angles.tolist()), rng.uniform(-0.3, 0.3, 3)
            wanted = point
            for pivot, angle in zip(reversed(pivots), reversed(angles), strict=True):  # the last joint moves it first
                centre = np.array(pivot.position_m)
                wanted = centre + Rotation.from_rotvec(pivot.axis_unit * angle).apply(wanted - centre)
            np.testing.assert_allclose(found.place(point, count), wanted, atol=1e-12)

    def test_masses_of_a_bent_part(self) -> None:
        """The bent part is as heavy, balances and turns as its pieces do that are put where it has them."""
        part = make_part("arm", "arm", "friction-arm", 0.32)
        angles = (0.4, -0.3, 1.1, 0.2, 0.5)
        body, where = part.body(Configuration(0.0, angles)), part.links(Configuration(0.0, angles))
        masses = part.shares * part.mass_kg
        turns = [where.rotations[solid.beyond] for solid in part.solids]
        centres = np.array([where.place(np.array(solid.centre_m), solid.beyond) for solid in part.solids])
        inertias = np.array(
            [
                turn @ (solid.gyration_m2 * kg) @ turn.T
                for turn, solid, kg in zip(turns, part.solids, masses, strict=True)
            ]
        )
        whole = combine(masses, centres, inertias)
        np.testing.assert_allclose(body.cg_m, whole.cg_m, atol=1e-12)
        np.testing.assert_allclose(body.inertia_kg_m2, whole.inertia_kg_m2, atol=1e-12)

    def test_a_measured_balance_goes_along(self) -> None:
        """Found 5 mm ahead of where the shape has it, it stays 5 mm ahead of where the bent shape has it."""
        plain = two_bars()
        x, y, z = plain.body().cg_m.tolist()
        measured = plain.changed(cg_m=(x + 0.005, y, z))
        bent = Configuration(0.0, (0.7,))
        np.testing.assert_allclose(measured.body(bent).cg_m - plain.body(bent).cg_m, (0.005, 0, 0), atol=1e-12)

    def test_only_what_draws_out_is_drawn_out(self) -> None:
        """Of two points and two grips on a telescope drawn out by 50 mm, those that are said to go along do."""
        post = make_part("arm", "arm", "drop-arm", 0.3)
        out = Configuration(0.05)
        self.assertEqual(post.offers[0].extends, True)
        for point in (post.offers[0], post.hangs_by[0]):
            found = post.place(point.position_m, out, extends=point.extends, beyond=0)
            np.testing.assert_allclose(found - point.origin, (0, 0, -0.05 if point.extends else 0.0), atol=1e-12)

    def test_what_it_carries(self) -> None:
        """Tipped 90° forward, the load sits 100 mm ahead of the joint, and is itself tipped; its corners with it."""
        found = assemble(*_of(with_load(two_bars(), 0.5, math.pi / 2)))
        np.testing.assert_allclose(found.positions_m[found.index["load"]], (0.12, 0, 0.15), atol=1e-9)
        np.testing.assert_allclose(found.rotations[found.index["load"]] @ UP, (1, 0, 0), atol=1e-9)
        lower, upper, rows = found.boxes_m
        corners, owner = found.corners_m
        for row in set(rows.tolist()):
            np.testing.assert_allclose(lower[rows == row].min(axis=0), corners[owner == row].min(axis=0), atol=1e-9)
            np.testing.assert_allclose(upper[rows == row].max(axis=0), corners[owner == row].max(axis=0), atol=1e-9)

    def test_what_stays_free_bends_too(self) -> None:
        """The room above the head lies ahead of it when the arm is tipped 90° forward; there a box is in its way."""
        room = Room(name="screen", size_m=(0.04, 0.04, 0.04), centre_m=(0, 0, 0.30), beyond=1)
        arm = two_bars().changed(keeps_free=(room,))
        for where, hits in (((0.20, 0.0, 0.15), ["stone"]), ((0.0, 0.0, 0.35), [])):
            made = with_load(arm, 0.1, math.pi / 2)
            stone = Placement(id="stone", part="stone", pose=Pose(position_m=where))
            setup = made.setups[0].changed(placements=(*made.setups[0].placements, stone))
            made = made.changed(parts=(*made.parts, box("stone", 0.1, (0.02, 0.02, 0.02)))).with_setup(setup)
            found = assemble(*_of(made))
            rows = in_room(found, found.index["arm"], room)
            self.assertEqual([found.ids[row] for row in rows], hits)

    def test_hung_by_its_far_end(self) -> None:
        """Mounted by what lies beyond the joint, that end stays and the other one swings."""
        arm = two_bars()
        turned = arm.changed(
            hangs_by=(MountPoint(name="head", kind="screw14", position_m=(0, 0, 0.2), direction=UP, beyond=1),),
            offers=(),
        )
        base = box("base", 1.0).changed(
            offers=(MountPoint(name="under", kind="screw14", position_m=(0, 0, -0.05), direction=(0, 0, -1)),)
        )
        hung = Placement(id="arm", part="arm", parent="base", point="under", pivots_rad=(math.pi / 2,))
        found = assemble(*_of(document([base, turned], [Placement(id="base", part="base"), hung])))
        middles = (found.boxes_m[0] + found.boxes_m[1])[found.boxes_m[2] == found.index["arm"]] / 2
        np.testing.assert_allclose(middles[1], (0, 0, -0.1), atol=1e-9)
        self.assertAlmostEqual(abs(middles[0][0]), 0.05)
        self.assertAlmostEqual(middles[0][2], -0.15)


def _of(made: Document) -> tuple[object, object]:
    return made.setups[0], made.parts_by_id


class Creep(unittest.TestCase):
    """What turns a joint, and how much it may carry."""

    def test_worked_by_hand(self) -> None:
        """Level: the bar's 0.1 kg at 50 mm and 0.5 kg at 120 mm, by g; 2 N·m bear 1.66 kg there."""
        found = strains(analysed(with_load(two_bars(), 0.5, math.pi / 2)), 1)[0]
        g = STANDARD_GRAVITY_M_S2
        self.assertAlmostEqual(found.torque_nm, (0.1 * 0.05 + 0.5 * 0.12) * g)
        assert found.most_kg is not None
        self.assertAlmostEqual(found.most_kg, (2.0 / g - 0.1 * 0.05) / 0.12)

    def test_against_the_work_that_gravity_does(self) -> None:
        """For every joint of an arm anyhow bent: what turns it is the slope of the height energy with its angle."""
        rng = np.random.default_rng(11)
        arm = make_part("arm", "arm", "friction-arm", 0.32)
        for _ in range(12):
            angles = rng.uniform(-0.9, 0.9, 5)
            found = strains(analysed(with_load(arm, 0.4, *angles)), 1)
            for n in range(5):
                energy = []
                for step in (1e-5, -1e-5):
                    moved = angles.copy()
                    moved[n] += step
                    whole = assemble(*_of(with_load(arm, 0.4, *moved))).mass_properties()
                    energy.append(whole.mass_kg * STANDARD_GRAVITY_M_S2 * float(whole.cg_m[2]))
                slope = (energy[0] - energy[1]) / 2e-5
                self.assertAlmostEqual(found[n].own_nm + found[n].load_nm, -slope, places=6)

    def test_as_heavy_as_it_may_be(self) -> None:
        """With the mass that is told as the most, the joint bears exactly what it holds, on either side of upright."""
        for angle in (0.9, -0.9, 1.9):
            for start in (0.2, 0.6):
                first = strains(analysed(with_load(two_bars(), start, angle)), 1)[0]
                assert first.most_kg is not None
                again = strains(analysed(with_load(two_bars(), first.most_kg, angle)), 1)[0]
                self.assertAlmostEqual(again.torque_nm, 2.0, places=9)

    def test_as_heavy_as_it_may_be_wherever_it_is_swung(self) -> None:
        """With the mass that is told for all angles, the worst of them is exactly what the joint holds."""
        for angle in (0.0, 0.4, -1.2):
            first = strains(analysed(with_load(two_bars(), 0.3, angle)), 1)[0]
            assert first.level_kg is not None
            worst = max(
                strains(analysed(with_load(two_bars(), first.level_kg, each)), 1)[0].torque_nm
                for each in (math.pi / 2, *np.linspace(-2.5, 2.5, 41))
            )
            self.assertAlmostEqual(worst, 2.0, places=9)
            self.assertLessEqual(first.level_kg, (first.most_kg or math.inf) + 1e-9)
        self.assertEqual(strains(analysed(with_load(two_bars(0.04), 0.3)), 1)[0].level_kg, 0.0)

    def test_steep_it_says_what_it_bears_level(self) -> None:
        """Nearly upright a joint bears nearly anything; what it bears swung out is told beside that."""
        check = next(iter(creep(analysed(with_load(two_bars(), 0.5, 0.1)), {})))
        self.assertIn("would hold up to 16.98 kg", told(check.said))
        self.assertIn("swung out level, up to 1.66 kg", told(check.said))
        level = next(iter(creep(analysed(with_load(two_bars(), 0.5, math.pi / 2)), {})))
        self.assertNotIn("swung", told(level.said))

    def test_the_joint_that_limits(self) -> None:
        """Told is what the weakest joint would hold, also where another one is nearer to creeping by its own arm."""
        made = with_load(make_part("arm", "arm", "friction-arm", 0.9), 0.05, -1.2, 0.0, 1.3, 1.2)
        found = [each for each in strains(analysed(made), 1) if each.most_kg is not None]
        limits = sorted(each.most_kg or 0.0 for each in found)
        self.assertGreater(limits[1], limits[0] + 0.1)
        check = next(iter(creep(analysed(made), {})))
        self.assertIn(f"would hold up to {limits[0]:.2f} kg", told(check.said))

    def test_both_sides_of_the_limit(self) -> None:
        """Just under four fifths of what it holds is fine, just over is to be minded, over all of it is too much."""
        torque = (0.1 * 0.05 + 0.5 * 0.12) * STANDARD_GRAVITY_M_S2
        for factor, level in ((1.26, "fine"), (1.24, "mind"), (1.01, "mind"), (0.99, "stop")):
            made = with_load(two_bars(torque * factor), 0.5, math.pi / 2)
            check = next(iter(creep(analysed(made), {})))
            self.assertEqual(check.level, level)
            self.assertAlmostEqual(check.share or 0.0, 1 / factor)
        self.assertIn("it carries 500 g there", told(check.said))
        self.assertIn("Fold the arm", told(check.todo))

    def test_upright_and_unknown(self) -> None:
        """Upright nothing turns it and no greatest load is told; where it is not known what it holds, nothing is."""
        upright = strains(analysed(with_load(two_bars(), 0.5)), 1)[0]
        self.assertAlmostEqual(upright.torque_nm, 0.0)
        self.assertIsNone(upright.most_kg)
        self.assertEqual(list(creep(analysed(with_load(two_bars(None), 0.5, 1.0)), {})), [])

    def test_hung_by_its_far_end(self) -> None:
        """Then the post and not the bar hangs on the joint: 0.2 kg at 50 mm when it is level."""
        arm = two_bars().changed(
            hangs_by=(MountPoint(name="head", kind="screw14", position_m=(0, 0, 0.2), direction=UP, beyond=1),),
            offers=(),
        )
        base = box("base", 1.0).changed(
            offers=(MountPoint(name="under", kind="screw14", position_m=(0, 0, -0.05), direction=(0, 0, -1)),)
        )
        hung = Placement(id="arm", part="arm", parent="base", point="under", pivots_rad=(math.pi / 2,))
        found = strains(analysed(document([base, arm], [Placement(id="base", part="base"), hung])), 1)[0]
        self.assertAlmostEqual(found.torque_nm, 0.2 * 0.05 * STANDARD_GRAVITY_M_S2)


class Pulling(unittest.TestCase):
    """An arm that follows the hand."""

    SEEN = np.array(((1.0, 0, 0), (0, 0, 1.0)))

    def reached(
        self, pivots: tuple[Pivot, ...], turned: tuple[float, ...], point: tuple[float, float, float]
    ) -> np.ndarray:
        return links(pivots, turned).place(np.array(point), len(pivots))

    def test_within_reach(self) -> None:
        """Every place that bent arms get to is got to, seen from the side, from straight and from bent."""
        pivots = make_part("arm", "arm", "friction-arm", 0.32).pivots
        rng = np.random.default_rng(2)
        tip = (0.0, 0.0, 0.28)
        for _ in range(40):
            goal = self.reached(pivots, tuple(rng.uniform(-1.2, 1.2, 5)), tip)
            start = tuple(rng.uniform(-0.5, 0.5, 5))
            found = pulled(pivots, start, self.reached(pivots, start, tip), 5, goal, self.SEEN)
            miss = self.SEEN @ (self.reached(pivots, found, tip) - goal)
            self.assertLess(float(np.linalg.norm(miss)), 0.0005)
            for pivot, angle in zip(pivots, found, strict=True):
                self.assertLessEqual(pivot.from_rad - 1e-9, angle)
                self.assertLessEqual(angle, pivot.to_rad + 1e-9)

    def test_out_of_reach(self) -> None:
        """Pulled farther than it is long, it comes as near as any setting of its joints does."""
        pivots = (
            Pivot(name="a", position_m=(0, 0, 0.0), from_rad=-1.2, to_rad=1.2),
            Pivot(name="b", position_m=(0, 0, 0.1), from_rad=-0.5, to_rad=2.0),
        )
        tip = (0.0, 0.0, 0.2)
        grid = [np.linspace(pivot.from_rad, pivot.to_rad, 181) for pivot in pivots]
        for goal in ((0.5, 0.0, 0.1), (-0.3, 0.0, 0.05), (0.2, 0.0, -0.3)):
            best = min(
                float(np.linalg.norm(self.SEEN @ (self.reached(pivots, pair, tip) - goal)))
                for pair in itertools.product(*grid)
            )
            found = pulled(pivots, (0.3, 0.3), self.reached(pivots, (0.3, 0.3), tip), 2, np.array(goal), self.SEEN)
            got = float(np.linalg.norm(self.SEEN @ (self.reached(pivots, found, tip) - goal)))
            self.assertLess(got, best + 0.002)

    def test_the_foot_does_not_follow(self) -> None:
        """Taken hold of before its first joint, nothing turns."""
        pivots = make_part("arm", "arm", "friction-arm", 0.32).pivots
        self.assertEqual(pulled(pivots, (0.1,), np.zeros(3), 0, np.ones(3), self.SEEN), (0.1, 0, 0, 0, 0))


class Edits(unittest.TestCase):
    """Setting joints, and what is refused."""

    def test_bend_and_file(self) -> None:
        """Each joint by its number; straight again, nothing of it stands in the file; it comes back as it was."""
        made = with_load(two_bars(), 0.5)
        bent = rigging.bend(made, "rig", "arm", {0: 0.5})
        self.assertEqual(bent.setups[0].by_id["arm"].pivots_rad, (0.5,))
        self.assertEqual(parse(to_bytes(bent)), bent)
        self.assertEqual(rigging.bend(bent, "rig", "arm", {0: 0.0}), made)

    def test_refusals(self) -> None:
        """A joint that is not there; farther than it goes; no number; more angles than joints; beyond none."""
        made = with_load(two_bars(), 0.5)
        with refused(self, Refused, "no such joint"):
            rigging.bend(made, "rig", "arm", {1: 0.1})
        with refused(self, Refused, "elbow.*cannot be turned to 120°.*It turns from"):
            rigging.bend(made, "rig", "arm", {0: math.radians(120)})
        with self.assertRaises(Refused):
            rigging.bend(made, "rig", "arm", {0: math.nan})
        setup = made.setups[0]
        for angles, words in (((0.1, 0.1), "2 angles of joints, but the part has 1"), ((2.5,), "turns from")):
            wrong = setup.changed(
                placements=tuple(p.changed(pivots_rad=angles) if p.id == "arm" else p for p in setup.placements)
            )
            with refused(self, Refused, words):
                kit.change_part(made.with_setup(wrong), "arm", name="other")
        with refused(self, Refused, "beyond more joints than it has"):
            kit.change_part(made, "arm", pivots=())

    def test_exchanged_for_a_stiffer_one(self) -> None:
        """In the place of an arm bent by 60° one that goes to 45°: it is bent as far as it goes."""
        made = rigging.bend(with_load(two_bars(), 0.5), "rig", "arm", {0: math.radians(60)})
        stiff = two_bars().changed(
            id="stiff", pivots=(Pivot(name="elbow", position_m=(0, 0, 0.1), from_rad=0, to_rad=math.radians(45)),)
        )
        made = made.changed(parts=(*made.parts, stiff))
        found = rigging.exchange(made, "rig", "arm", "stiff").setups[0].by_id["arm"]
        self.assertAlmostEqual(found.pivots_rad[0], math.radians(45))

    def test_straight_is_as_it_was(self) -> None:
        """A part with joints that are not turned is the part without them."""
        bent, plain = two_bars(), two_bars().changed(
            pivots=(), solids=tuple(s.changed(beyond=0) for s in two_bars().solids), offers=()
        )  # fmt: skip
        np.testing.assert_allclose(bent.body().inertia_kg_m2, plain.body().inertia_kg_m2)
        self.assertIsNone(bent.body(AT_REST).box_turns)
        rig = analyse(with_load(two_bars(), 0.5, 0.0), with_load(two_bars(), 0.5, 0.0).setups[0])
        self.assertAlmostEqual(rig.mass.mass_kg, 1.8)
        self.assertTrue(free("x", "load"))
