"""What fits what, by flanks; parts whose size nobody has measured; points that lie on nothing."""

import math
import unittest

import numpy as np

from equilix.document import empty
from equilix.edits import kit, points, shape
from equilix.kit.catalogue import KINDS
from equilix.kit.fits import fits, misfit
from equilix.kit.measuring import size_of
from equilix.kit.mounts import MountPoint
from tests.core.builders import one_part
from tests.told import told


def dovetail(flank_deg: float | None) -> MountPoint:
    """A dovetail whose flanks lean by so much."""
    flank = None if flank_deg is None else math.radians(flank_deg)
    return MountPoint(name="d", kind="dovetail", position_m=(0, 0, 0), flank_rad=flank)


class Flanks(unittest.TestCase):
    """Two dovetails."""

    def test_within_a_degree(self) -> None:
        """Alike to 1° they hold; more apart they do not, and it says both; one that is not known fits."""
        self.assertTrue(fits(dovetail(30), dovetail(30.9)))
        self.assertFalse(fits(dovetail(30), dovetail(31.1)))
        self.assertTrue(fits(dovetail(30), dovetail(None)))
        wrong = misfit(dovetail(30), dovetail(45))
        assert wrong is not None
        self.assertIn("lean 30°, and those of the part 45°", told(wrong))


class Unmeasured(unittest.TestCase):
    """A part with a mass and no size."""

    def test_the_usual_size_is_marked(self) -> None:
        """It has the usual size of its kind, is marked so, and its balance is three times as uncertain."""
        made, part = kit.add_part(empty(), "cage", "full-cage", 0.3, None)
        guessed = made.parts_by_id[part]
        self.assertFalse(guessed.sized)
        np.testing.assert_allclose(size_of(guessed), KINDS["full-cage"].size_m, atol=1e-9)
        x, y, z = size_of(guessed).tolist()
        measured = shape.resize_part(made, part, (x, y, z)).parts_by_id[part]
        self.assertTrue(measured.sized)
        doubt = [np.sqrt(np.diag(each.body().cg_cov_m2)) for each in (guessed, measured)]
        np.testing.assert_allclose(doubt[0], 3 * doubt[1], rtol=1e-9)

    def test_a_size_that_is_given(self) -> None:
        """Is measured."""
        self.assertTrue(one_part()[0].parts[0].sized)


class Off(unittest.TestCase):
    """A point that lies on nothing."""

    def test_how_far(self) -> None:
        """On the part 0; 40 mm above it 40 mm; off a corner the straight way."""
        made, part = one_part()
        body = made.parts_by_id[part].body()
        for off, far in (((0, 0, 0), 0.0), ((0, 0, 0.04), 0.04), ((0.03, 0, 0.04), 0.05)):
            x, y, z = (body.high_m + np.array(off)).tolist()
            made2, name = points.add_point(made, part, "offers", "screw14", position_m=(x, y, z))
            found = made2.parts_by_id[part]
            point = found.offered(name)
            assert point is not None
            self.assertAlmostEqual(points.off_part_m(found, point), far)
