"""Strapped parts: a pose to what carries them, kept wherever that goes; turns as people say them."""

import math
import unittest

import numpy as np
from scipy.spatial.transform import Rotation

from equilix.analysis import analyse
from equilix.checks.build_order import build_order
from equilix.demo import lighthouse
from equilix.document import Document
from equilix.edits import placing, rigging
from equilix.errors import Refused
from equilix.mechanics.rotations import angles_of, from_quaternion, turned
from equilix.result import Result
from equilix.rig.kinematics import assemble
from equilix.rig.setups import Placement, Pose
from equilix.store.parsing import parse
from equilix.store.writing import to_bytes
from tests.told import invalid, refused, told

ROOM = "lamp-room"


def strapped() -> tuple[Document, str]:
    """A small battery, strapped to the top of the camera body."""
    made = lighthouse()
    found = assemble(made.setups_by_id[ROOM], made.parts_by_id)
    body = found.to_rig("body", (0.0, 0.0, 0.15))
    part = next(each.id for each in made.parts if each.kind == "small-battery")
    return placing.strap_new(made, ROOM, part, "body", body)


class Turns(unittest.TestCase):
    """Roll, nose-up, turn: there and back, and against SciPy's rotations."""

    def test_there_and_back(self) -> None:
        """Any three angles come back, the same matrix as SciPy's intrinsic ZYX with a turn about −y for nose-up."""
        rng = np.random.default_rng(11)
        for _ in range(300):
            roll, pitch, yaw = rng.uniform(-3.1, 3.1), rng.uniform(-1.5, 1.5), rng.uniform(-3.1, 3.1)
            made = from_quaternion(turned(roll, pitch, yaw))
            wanted = Rotation.from_euler("ZYX", (yaw, -pitch, roll)).as_matrix()
            np.testing.assert_allclose(made, wanted, atol=1e-12)
            np.testing.assert_allclose(angles_of(made), (roll, pitch, yaw), atol=1e-9)

    def test_straight_up_and_down(self) -> None:
        """Where roll and turn are one, the rotation still comes back."""
        for pitch in (math.pi / 2, -math.pi / 2):
            for roll, yaw in ((0.3, 0.5), (-1.0, 2.0)):
                made = from_quaternion(turned(roll, pitch, yaw))
                np.testing.assert_allclose(from_quaternion(turned(*angles_of(made))), made, atol=1e-9)

    def test_as_people_say_it(self) -> None:
        """Nose-up lifts what is ahead; rolled right lowers the right side; turned left takes the nose to the left."""
        ahead, left = np.array((1.0, 0, 0)), np.array((0, 1.0, 0))
        self.assertGreater((from_quaternion(turned(0, 0.2, 0)) @ ahead)[2], 0.1)
        self.assertLess((from_quaternion(turned(0.2, 0, 0)) @ -left)[2], -0.1)
        self.assertGreater((from_quaternion(turned(0, 0, 0.2)) @ ahead)[1], 0.1)


class Strapped(unittest.TestCase):
    """It goes where its carrier goes."""

    def test_its_middle_is_where_it_was_put(self) -> None:
        """Upright, its middle at the place; mass and CG are counted."""
        made, new = strapped()
        setup = made.setups_by_id[ROOM]
        found = assemble(setup, made.parts_by_id)
        row = found.index[new]
        np.testing.assert_allclose(found.rotations[row], np.eye(3), atol=1e-12)
        body = found.bodies[row]
        middle = found.positions_m[row] + (body.box_centres_m - body.box_halves_m).min(axis=0) / 2
        middle = middle + (body.box_centres_m + body.box_halves_m).max(axis=0) / 2
        np.testing.assert_allclose(middle, found.to_rig("body", (0.0, 0.0, 0.15)), atol=1e-12)
        before = analyse(lighthouse(), lighthouse().setups_by_id[ROOM]).mass.mass_kg
        mass = made.parts_by_id[setup.by_id[new].part].mass_kg
        self.assertAlmostEqual(analyse(made, setup).mass.mass_kg - before, mass, places=9)

    def test_it_goes_along(self) -> None:
        """The camera slides back by 40 mm, and what is strapped to it as well; taken off, it goes with it."""
        made, new = strapped()
        slid = rigging.slide(made, ROOM, "bridge", made.setups_by_id[ROOM].by_id["bridge"].slide_m - 0.04)
        was, now = (assemble(each.setups_by_id[ROOM], each.parts_by_id) for each in (made, slid))
        moved = now.positions_m[now.index[new]] - was.positions_m[was.index[new]]
        np.testing.assert_allclose(moved, now.positions_m[now.index["body"]] - was.positions_m[was.index["body"]])
        self.assertAlmostEqual(abs(float(moved[0])), 0.04)
        self.assertNotIn(new, rigging.remove(made, ROOM, "body").setups_by_id[ROOM].by_id)

    def test_strapped_where_it_is(self) -> None:
        """A part that is mounted is strapped to another instead: it stays where it was, turned as it was."""
        made = rigging.turn(lighthouse(), ROOM, "left-handle", 0.4)
        one = assemble(made.setups_by_id[ROOM], made.parts_by_id)
        after = placing.strap(made, ROOM, "left-handle", "body")
        two = assemble(after.setups_by_id[ROOM], after.parts_by_id)
        self.assertTrue(after.setups_by_id[ROOM].by_id["left-handle"].strapped)
        for key in ("left-handle", "lens"):
            np.testing.assert_allclose(two.positions_m[two.index[key]], one.positions_m[one.index[key]], atol=1e-12)
            np.testing.assert_allclose(two.rotations[two.index[key]], one.rotations[one.index[key]], atol=1e-12)
        back = rigging.remount(after, ROOM, "left-handle", "rosette-bar", "left rosette")
        self.assertFalse(back.setups_by_id[ROOM].by_id["left-handle"].strapped)

    def test_on_a_carrier_that_is_turned(self) -> None:
        """Strapped to a handle that is turned and turned on: it turns along, about the handle's rosette."""
        made = rigging.turn(lighthouse(), ROOM, "left-handle", 0.4)
        made = placing.strap(made, ROOM, "transmitter", "left-handle")
        more = rigging.turn(made, ROOM, "left-handle", 0.9)
        was, now = (assemble(each.setups_by_id[ROOM], each.parts_by_id) for each in (made, more))
        for one, other in ((was, now), (now, was)):
            hold, worn = one.index["left-handle"], one.index["transmitter"]
            held = other.rotations[hold] @ one.rotations[hold].T
            np.testing.assert_allclose(held @ one.rotations[worn], other.rotations[worn], atol=1e-9)
            away = one.positions_m[worn] - one.positions_m[hold]
            np.testing.assert_allclose(held @ away, other.positions_m[worn] - other.positions_m[hold], atol=1e-9)
        self.assertFalse(np.allclose(was.rotations[was.index["transmitter"]], now.rotations[now.index["transmitter"]]))

    def test_nudged_and_turned(self) -> None:
        """10 mm to the left and 15° nose-up of its carrier: just that, and no more."""
        made, new = strapped()
        pose = made.setups_by_id[ROOM].by_id[new].pose
        assert pose is not None
        x, y, z = pose.position_m
        made = placing.move_free(made, ROOM, new, (x, y + 0.01, z))
        made = placing.turn_free(made, ROOM, new, (0.0, math.radians(15), 0.0))
        found = made.setups_by_id[ROOM].by_id[new].pose
        assert found is not None
        np.testing.assert_allclose(found.position_m, (x, y + 0.01, z))
        np.testing.assert_allclose(found.angles_rad, (0, math.radians(15), 0), atol=1e-12)

    def test_the_file_and_the_order(self) -> None:
        """It is written and read; the build order straps it on after its carrier; nothing collides with its carrier."""
        made, new = strapped()
        self.assertEqual(parse(to_bytes(made)), made)
        result = Result(analyse(made, made.setups_by_id[ROOM]))
        steps = result.build_order
        self.assertEqual(steps, build_order(result.heaps))
        where = {step.placement: number for number, step in reversed(list(enumerate(steps)))}  # the first of each
        self.assertGreater(where[new], where["body"])
        self.assertIn("Strap the", told(steps[where[new]].text))
        self.assertIn("Undo the strap", " ".join(told(step.text) for step in result.strip_order))
        struck = [check for check in result.checks if check.key == "struck" and check.placement == new]
        self.assertFalse([check for check in struck if "boxy" in told(check.said)])

    def test_refusals(self) -> None:
        """Not to what hangs on it, nor to itself; a mounted part has no pose; a pose and a point are two things."""
        made, new = strapped()
        with refused(self, Refused, "hangs on"):
            placing.strap(made, ROOM, "body", new)
        with refused(self, Refused, "hangs on"):
            placing.strap(made, ROOM, new, new)
        with self.assertRaises(Refused):
            placing.move_free(made, ROOM, "body", (0.0, 0.0, 0.0))
        with self.assertRaises(Refused):
            placing.strap_new(made, ROOM, "no such part", "body", np.zeros(3))
        with invalid(self, "."):
            Placement(id="a", part="b", parent="c", point="d", pose=Pose())
        with invalid(self, "."):
            Placement(id="a", part="b", parent="c")


if __name__ == "__main__":
    unittest.main()
