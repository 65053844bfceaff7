"""Where a part balances: the plumb lines of one hung up twice, a finger along each axis, and what is refused."""

import math
import unittest

import numpy as np

from equilix.analysis import analyse
from equilix.demo import lighthouse
from equilix.edits import balance_point, points, shape, solids
from equilix.errors import Invalid, Refused
from equilix.kit.measuring import size_of
from equilix.kit.parts import FACES, Balanced
from equilix.mechanics.plumb import hung_from_two
from equilix.store import parsing
from equilix.store.writing import to_bytes
from tests.core.builders import one_part
from tests.told import refused


class Plumb(unittest.TestCase):
    """Hung up twice, the plumb lines cross in the centre of gravity."""

    def tilt(self, hung: tuple[float, float], cg: tuple[float, float]) -> float:
        """How far down its nose hangs: its centre of gravity is straight below the point. Statics, no source needed."""
        ahead, below = cg[0] - hung[0], hung[1] - cg[1]
        return math.atan2(ahead, below)

    def test_any_two_points(self) -> None:
        """From the angles at which it must hang, the centre comes back, wherever it is and from whatever points."""
        rng = np.random.default_rng(7)
        seen = 0
        for _ in range(300):
            cg = tuple(rng.uniform(-0.1, 0.1, 2))
            hung = tuple(tuple(rng.uniform(-0.2, 0.2, 2)) for _ in range(2))
            tilts = tuple(self.tilt(point, cg) for point in hung)
            if abs(math.sin(tilts[0] - tilts[1])) < math.sin(math.radians(10)) * 1.001:
                continue
            seen += 1
            found = hung_from_two(hung, tilts)  # type: ignore[arg-type]
            np.testing.assert_allclose(found.place_m, cg, atol=1e-12)
        self.assertGreater(seen, 200)

    def test_worked_by_hand(self) -> None:
        """Hung from (0, 0) it hangs level: the centre is below. From (100 mm, 0) its nose is 45° up: 100 mm below."""
        found = hung_from_two(((0.0, 0.0), (0.1, 0.0)), (0.0, math.radians(-45)), 0.0, 0.0)
        np.testing.assert_allclose(found.place_m, (0.0, -0.1), atol=1e-12)
        np.testing.assert_allclose(found.sd_m, 0.0, atol=1e-12)

    def test_doubt(self) -> None:
        """First order against draws: each angle off by 1°, each point by 1 mm across its line."""
        cg, hung = (0.02, -0.05), ((-0.08, 0.03), (0.09, 0.02))
        tilts = [self.tilt(point, cg) for point in hung]
        told_sd = hung_from_two(hung, (tilts[0], tilts[1])).sd_m
        rng = np.random.default_rng(3)
        found = []
        for _ in range(4000):
            off = rng.normal(0, math.radians(1), 2)
            moved = tuple(
                tuple(np.array(point) + rng.normal(0, 0.001) * np.array((math.cos(tilt), math.sin(tilt))))
                for point, tilt in zip(hung, tilts, strict=True)
            )
            found.append(hung_from_two(moved, (tilts[0] + off[0], tilts[1] + off[1])).place_m)  # type: ignore[arg-type]
        np.testing.assert_allclose(np.std(found, axis=0), told_sd, rtol=0.06)

    def test_refusals(self) -> None:
        """One point twice; lines 9.9° apart, not 10.1°; a centre above what it hangs from."""
        for hung, tilts in (
            (((0, 0), (0, 0)), (0.0, 0.5)),
            (((0, 0), (0.1, 0)), (0.0, math.radians(-9.9))),
            (((0, 0), (0.1, 0)), (0.0, math.radians(45))),
        ):
            with self.assertRaises(Invalid):
                hung_from_two(hung, tilts)  # type: ignore[arg-type]
        hung_from_two(((0, 0), (0.1, 0)), (0.0, math.radians(-10.1)))


class OnAFinger(unittest.TestCase):
    """Where a part balances, from a mark on it."""

    def test_from_every_face(self) -> None:
        """60 mm into the part from a face; the other axes stay as the shape has them."""
        made, part = one_part()
        whole = made.parts_by_id[part].body()
        low = (whole.box_centres_m - whole.box_halves_m).min(axis=0)
        high = (whole.box_centres_m + whole.box_halves_m).max(axis=0)
        for mark, (axis, way) in FACES.items():
            found = balance_point.balance_on_finger(made, part, "xyz"[axis], mark, 0.04, 0.002)  # type: ignore[arg-type]
            body = found.parts_by_id[part].body()
            wanted = high[axis] - 0.04 if way > 0 else low[axis] + 0.04
            self.assertAlmostEqual(float(body.cg_m[axis]), wanted)
            self.assertAlmostEqual(math.sqrt(body.cg_cov_m2[axis, axis]), 0.002)
            for other in {0, 1, 2} - {axis}:
                self.assertAlmostEqual(float(body.cg_m[other]), float(whole.cg_m[other]))
                self.assertAlmostEqual(body.cg_cov_m2[other, other], whole.cg_cov_m2[other, other])

    def test_from_a_point_and_after_its_name_changes(self) -> None:
        """So far ahead of a mounting point; renamed, the mark goes along."""
        made, part = one_part()
        name = made.parts_by_id[part].hangs_by[0].name
        made = balance_point.balance_on_finger(made, part, "x", name, 0.03)
        self.assertAlmostEqual(float(made.parts_by_id[part].body().cg_m[0]), 0.03)
        made = points.change_point(made, part, "hangs_by", name, name="middle screw")
        self.assertEqual(made.parts_by_id[part].balance[0].mark, "middle screw")
        self.assertAlmostEqual(float(made.parts_by_id[part].body().cg_m[0]), 0.03)

    def test_measured_again_and_forgotten(self) -> None:
        """One reading an axis: the last; taken back, the shape's stands again, and its doubt."""
        made, part = one_part()
        first = balance_point.balance_on_finger(made, part, "x", "front", 0.05)
        again = balance_point.balance_on_finger(first, part, "x", "rear", 0.07)
        self.assertEqual(
            again.parts_by_id[part].balance, (Balanced(axis="x", mark="rear", distance_m=0.07, sd_m=0.002),)
        )
        self.assertEqual(balance_point.forget(again, part, "x"), made)

    def test_outside_and_no_such_mark(self) -> None:
        """250 mm into a part of 200 mm; a mark that is not there; a face of another axis; below 0."""
        made, part = one_part()
        with refused(self, Refused, "would balance outside itself.*which mark"):
            balance_point.balance_on_finger(made, part, "x", "front", 0.25)
        for mark, axis in (("nowhere", "x"), ("top", "x")):
            with self.assertRaises(Refused):
                balance_point.balance_on_finger(made, part, axis, mark, 0.01)  # type: ignore[arg-type]

    def test_a_shape_that_no_longer_holds_it(self) -> None:
        """Found 150 mm from the front of a part of 200 mm, that part is not made 120 mm long before it is forgotten."""
        made, part = one_part()
        made = balance_point.balance_on_finger(made, part, "x", "front", 0.15)
        size = size_of(made.parts_by_id[part]).tolist()
        short = (0.12, size[1], size[2])
        with refused(self, Refused, "would balance outside itself.*forget where it balances"):
            shape.resize_part(made, part, short)
        with refused(self, Refused, "would balance outside itself"):
            solids.change_solid(made, part, 0, size_m=short)
        shape.resize_part(balance_point.forget(made, part, "x"), part, short)
        self.assertEqual(made.parts_by_id[part].balances_outside(), set())

    def test_hung_up(self) -> None:
        """Hung from two of its points, both fore-aft and height are known, with their doubt; the file keeps it."""
        made, part = one_part()
        made, front = points.add_point(made, part, "offers", "screw14", name="front eye", position_m=(0.09, 0, 0.06))
        made, rear = points.add_point(made, part, "offers", "screw14", name="rear eye", position_m=(-0.09, 0, 0.06))
        cg = (0.02, 0.025)
        tilts = [math.atan2(cg[0] - x, 0.06 - cg[1]) for x in (0.09, -0.09)]
        made = balance_point.hang(made, part, (front, rear), (tilts[0], tilts[1]))
        body = made.parts_by_id[part].body()
        self.assertAlmostEqual(float(body.cg_m[0]), cg[0])
        self.assertAlmostEqual(float(body.cg_m[2]), cg[1])
        self.assertLess(math.sqrt(body.cg_cov_m2[0, 0]), 0.005)
        self.assertEqual(parsing.parse(to_bytes(made)).parts_by_id[part], made.parts_by_id[part])
        with refused(self, Refused, "the same point"):
            balance_point.hang(made, part, (front, front), (0.1, 0.4))

    def test_the_rig_knows(self) -> None:
        """The lens of the lamp room balances 20 mm farther ahead: the rig's CG moves by its share, the haze shrinks."""
        made = lighthouse()
        before = analyse(made, made.setups_by_id["lamp-room"])
        lens = before.setup.by_id["lens"].part
        where = float(made.parts_by_id[lens].body().cg_m[0])
        after = balance_point.balance_on_finger(made, lens, "x", "mount", where + 0.02, 0.001)
        found = analyse(after, after.setups_by_id["lamp-room"])
        share = made.parts_by_id[lens].mass_kg / before.mass.mass_kg
        self.assertAlmostEqual(float(found.mass.cg_m[0] - before.mass.cg_m[0]), 0.02 * share, places=9)
        sure = balance_point.balance_on_finger(made, lens, "x", "mount", where, 0.001)
        self.assertLess(analyse(sure, sure.setups_by_id["lamp-room"]).cg_sd_m[0], 0.99 * before.cg_sd_m[0])


if __name__ == "__main__":
    unittest.main()
