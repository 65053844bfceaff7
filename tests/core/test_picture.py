"""The edge of the picture: angles of view, and what stands in them."""

import math
import unittest

import numpy as np

from equilix.analysis import analyse
from equilix.checks.picture import PUPIL_SHARE, Field, field_of_view, picture
from equilix.demo import lighthouse
from equilix.document import Document, empty
from equilix.edits import kit, placing, rigging
from equilix.errors import Refused
from tests.told import told


def rig(at: tuple[float, float, float], focal_m: float = 0.028) -> tuple[Document, str, str]:
    """A body with a 150 mm lens, and a cube of 20 mm with its middle at a place from the middle of the lens's front."""
    made = empty()
    made, body = kit.add_part(made, "body", "body", 2.0, (0.14, 0.12, 0.12), sensor_m=(0.024, 0.016))
    made, lens = kit.add_part(made, "zoom", "lens", 1.0, (0.15, 0.08, 0.08), focal_m=focal_m)
    made, cube = kit.add_part(made, "cube", "block", 0.1, (0.02, 0.02, 0.02))
    if not made.setups:
        made, _ = kit.add_setup(made, "rig")
    setup = made.setups[0].id
    made, on = rigging.add(made, setup, body)
    made, glass = rigging.add(made, setup, lens, on, "lens mount")
    assembly = analyse(made, made.setups_by_id[setup]).assembly
    front = assembly.to_rig(glass, (0.15, 0.0, 0.0))
    made, _ = placing.strap_new(made, setup, cube, on, front + np.array(at))
    return made, setup, glass


def found(made: Document, setup: str) -> list[str]:
    """What is told of the picture."""
    analysis = analyse(made, made.setups_by_id[setup])
    return [told(check.said) for check in picture(analysis, {})]


class LookedThrough(unittest.TestCase):
    """What is hollow is made to stand before the lens."""

    def test_a_matte_box_on_rods(self) -> None:
        """The same box in the picture: a block is told, a matte box is not, however it is held."""
        for kind, count in (("block", 1), ("matte-box", 0), ("filter-tray", 0)):
            made, setup, _ = rig((0.05, 0.0, 0.0))
            made = kit.change_part(made, "cube", kind=kind)
            self.assertEqual(len(found(made, setup)), count, kind)


class Angles(unittest.TestCase):
    """2 atan(w / 2f)."""

    def test_handbook(self) -> None:
        """As tables of angles of view have it (from memory): 9 mm on 23.5 mm 105°, 50 on 36 × 24 mm 39.6° × 27.0°."""
        self.assertAlmostEqual(math.degrees(field_of_view(0.009, (0.0235, 0.0157))[0]), 105.1, delta=0.1)
        across, up = field_of_view(0.050, (0.036, 0.024))
        self.assertAlmostEqual(math.degrees(across), 39.6, delta=0.05)
        self.assertAlmostEqual(math.degrees(up), 27.0, delta=0.05)

    def test_the_edge_of_the_field(self) -> None:
        """A point on the edge reaches 1, half way 0.5, behind the front never."""
        field = Field(np.zeros(3), np.eye(3), 0.5, 0.25, 0.05)
        points = np.array([(1.0, 0.5, 0.0), (1.0, 0.25, 0.0), (1.0, 0.0, -0.25), (0.04, 0.0, 0.0), (-1.0, 0.0, 0.0)])
        self.assertEqual(field.reach(points).tolist(), [1.0, 0.5, 1.0, math.inf, math.inf])

    def test_its_outline(self) -> None:
        """All corners of the outline lie on the edge of the field, half of them at the front of the lens."""
        field = Field(np.array((1.0, 2.0, 3.0)), np.eye(3), 0.5, 0.25, 0.05)
        corners = field.outline.corners_m - field.pupil_m
        np.testing.assert_allclose(np.abs(corners[:, 1]) / corners[:, 0], 0.5)
        np.testing.assert_allclose(np.abs(corners[:, 2]) / corners[:, 0], 0.25)
        self.assertEqual(int(np.isclose(corners[:, 0], 0.05).sum()), 4)


class InThePicture(unittest.TestCase):
    """A cube before a 28 mm lens on a sensor 24 mm wide: half the picture is 12/28 of the distance from the pupil."""

    def test_both_sides_of_the_edge(self) -> None:
        """100 mm ahead the picture is (150/3 + 100) × 12/28 = 64.3 mm to each side: 5 mm in, and 5 mm out."""
        half = (0.15 * PUPIL_SHARE + 0.1) * 12 / 28
        for off, inside in ((half + 0.005, True), (half + 0.020, False)):
            made, setup, _ = rig((0.1, off, 0.0))
            self.assertEqual(bool(found(made, setup)), inside, off)

    def test_the_four_edges(self) -> None:
        """To the left, to the right, above, below: as the camera sees them."""
        for at, edge in (
            ((0.1, 0.05, 0.0), "left"), ((0.1, -0.05, 0.0), "right"), ((0.1, 0.0, 0.035), "top"),
            ((0.1, 0.0, -0.035), "bottom"),
        ):  # fmt: skip
            made, setup, _ = rig(at)
            self.assertEqual(found(made, setup), [f"the cube stands in the picture, at its {edge} edge"])

    def test_behind_and_beside(self) -> None:
        """Beside the lens, behind its front: nothing is seen of it."""
        made, setup, _ = rig((-0.05, 0.06, 0.0))
        self.assertEqual(found(made, setup), [])

    def test_from_which_focal_length_it_is_clear(self) -> None:
        """Zoomed in to what is told it stands out of the picture; just wider, in it."""
        made, setup, _ = rig((0.1, 0.05, 0.0))
        check = next(iter(picture(analyse(made, made.setups_by_id[setup]), {})))
        said = told(check.todo)
        self.assertRegex(said, r"zoom in to \d+ mm")
        focal = int(said.split("zoom in to ")[1].split(" mm")[0]) / 1000
        self.assertFalse(found(*rig((0.1, 0.05, 0.0), focal + 0.001)[:2]))
        self.assertTrue(found(*rig((0.1, 0.05, 0.0), focal - 0.002)[:2]))

    def test_what_is_not_known(self) -> None:
        """Without a focal length, or without a sensor, nothing is told."""
        made, setup, _ = rig((0.1, 0.0, 0.0))
        for part, key in (("zoom", "focal_m"), ("body", "sensor_m")):
            part_id = next(each.id for each in made.parts if each.name == part)
            self.assertEqual(found(kit.change_part(made, part_id, **{key: None}), setup), [])

    def test_what_is_on_the_front_is_made_for_it(self) -> None:
        """A matte box before the lens is hollow: it is not in the picture; a wild value is refused."""
        made = lighthouse()
        lens = made.setups_by_id["lamp-room"].by_id["lens"].part
        made = kit.change_part(made, lens, focal_m=0.028)
        made = kit.change_part(made, "boxy-body", sensor_m=(0.0236, 0.0157))
        self.assertNotIn("matte box", " ".join(found(made, "lamp-room")))
        with self.assertRaises(Refused):
            kit.change_part(made, lens, focal_m=-0.01)


if __name__ == "__main__":
    unittest.main()
