"""Whether turned boxes and round parts take the same room, against a linear programme that looks for a common point."""

import unittest

import numpy as np
from numpy.typing import NDArray
from scipy.optimize import linprog
from scipy.spatial.transform import Rotation

from equilix.kit.polyhedra import MOST_EDGES, MOST_FACES, Polyhedron, hull
from equilix.kit.solids import Box, Cylinder, Tube
from equilix.mechanics.separation import overlap_m

Array = NDArray[np.float64]


def placed(outline: Polyhedron, rotation: Array, at: Array) -> Polyhedron:
    """An outline turned and moved."""
    return Polyhedron(outline.corners_m @ rotation.T + at, outline.normals @ rotation.T, outline.edges @ rotation.T)


def deep(a: Polyhedron, b: Polyhedron) -> float:
    """Depth of two outlines in each other."""
    return overlap_m((a.corners_m, b.corners_m), (a.normals, b.normals), (a.edges, b.edges))


def share_a_point(a: Array, b: Array) -> bool:
    """Whether two convex hulls meet: weights of the corners of each that make the same point (SciPy's HiGHS)."""
    n, m = len(a), len(b)
    equal = np.zeros((5, n + m))
    equal[:3, :n], equal[:3, n:] = a.T, -b.T
    equal[3, :n], equal[4, n:] = 1.0, 1.0
    found = linprog(np.zeros(n + m), A_eq=equal, b_eq=[0, 0, 0, 1, 1], bounds=(0, None), method="highs")
    return bool(found.success)


class Separation(unittest.TestCase):
    """The separating-axis theorem."""

    def test_against_a_common_point(self) -> None:
        """Random turned boxes, cylinders and crooked hulls: they overlap just where a common point exists."""
        random = np.random.default_rng(5)
        met = 0
        for _ in range(150):
            shapes = [
                Box(size_m=tuple(random.uniform(0.02, 0.3, 3))),
                Cylinder(
                    axis="y", radius_m=float(random.uniform(0.01, 0.1)), length_m=float(random.uniform(0.02, 0.3))
                ),
            ]
            outlines = [each.outline for each in shapes]
            outlines.append(hull(random.uniform(-0.1, 0.1, (7, 3)), np.full(3, 0.1)))
            a, b = (
                placed(outlines[int(k)], Rotation.random(rng=random).as_matrix(), random.uniform(-0.12, 0.12, 3))
                for k in random.integers(0, 3, 2)
            )
            depth = deep(a, b)
            if abs(depth) < 1e-6:
                continue
            met += depth > 0
            self.assertEqual(depth > 0, share_a_point(a.corners_m, b.corners_m))
        self.assertGreater(met, 30)
        self.assertLess(met, 120)

    def test_depth_is_the_way_out(self) -> None:
        """Two boxes of 100 mm, 30 mm into each other along x: 30 mm; a diamond pose by its corner."""
        box = Box(size_m=(0.1, 0.1, 0.1)).outline
        self.assertAlmostEqual(deep(box, placed(box, np.eye(3), np.array((0.07, 0.01, 0.0)))), 0.03, delta=1e-12)
        turned = Rotation.from_euler("z", 45, degrees=True).as_matrix()
        reach = 0.05 + 0.05 * np.sqrt(2)
        apart = deep(box, placed(box, turned, np.array((reach + 0.002, 0.0, 0.0))))
        self.assertAlmostEqual(apart, -0.002, delta=1e-12)

    def test_the_corner_of_an_enclosing_box_is_free(self) -> None:
        """Beside a round barrel, in the corner of its box, there is room; in the middle of its side there is not."""
        barrel = Cylinder(axis="x", radius_m=0.05, length_m=0.2).outline
        pin = Box(size_m=(0.01, 0.01, 0.01)).outline
        self.assertLess(deep(barrel, placed(pin, np.eye(3), np.array((0.0, 0.044, 0.044)))), 0.0)
        self.assertGreater(deep(barrel, placed(pin, np.eye(3), np.array((0.0, 0.0, 0.05)))), 0.0)

    def test_a_fine_hull_is_never_too_thin(self) -> None:
        """A ball of 200 corners keeps few of its faces: what meets it is found, what is well beside it is not."""
        random = np.random.default_rng(6)
        corners = random.normal(size=(200, 3))
        ball = hull(0.05 * corners / np.linalg.norm(corners, axis=1)[:, None], np.full(3, 0.05))
        self.assertEqual((len(ball.normals), len(ball.edges)), (3 + MOST_FACES, MOST_EDGES))
        pin = Box(size_m=(0.01, 0.01, 0.01)).outline
        for way in random.normal(size=(100, 3)):
            out = way / np.linalg.norm(way)
            for reach_m, meets in ((0.052, True), (0.068, False)):
                at = placed(pin, np.eye(3), reach_m * out)
                if meets:
                    self.assertEqual(share_a_point(ball.corners_m, at.corners_m), deep(ball, at) > 0)
                else:
                    self.assertLess(deep(ball, at), 0)

    def test_opposite_faces_are_one_direction(self) -> None:
        """The hull of the corners of a turned box has its three ways besides those of the axes."""
        turn = Rotation.from_euler("xyz", (20, 30, 40), degrees=True).as_matrix()
        found = hull(Box(size_m=(0.1, 0.2, 0.3)).outline.corners_m @ turn.T, np.full(3, 0.3))
        np.testing.assert_allclose(np.sort(np.abs(found.normals[3:] @ turn).max(axis=1)), 1.0, atol=1e-9)
        self.assertEqual(len(found.normals), 6)

    def test_points_in_one_plane(self) -> None:
        """They have no hull: the enclosing box stands for them."""
        flat = hull(np.array(((0, 0, 0), (1, 0, 0), (0, 1, 0), (1, 1, 0.0))), np.array((0.5, 0.5, 0.01)))
        np.testing.assert_allclose(np.abs(flat.corners_m).max(axis=0), (0.5, 0.5, 0.01))

    def test_round_outlines_touch_the_circle(self) -> None:
        """Corners on the circle at the four quarters, flat ends at ± half the length, along any axis."""
        for axis, k in zip("xyz", range(3), strict=True):
            tube = Tube(axis=axis, radius_m=0.02, inner_radius_m=0.01, length_m=0.3)  # type: ignore[arg-type]
            for outline in (tube.outline, Cylinder(axis=axis, radius_m=0.02, length_m=0.3).outline):  # type: ignore[arg-type]
                np.testing.assert_allclose(np.abs(outline.corners_m).max(axis=0), tube.half_m, atol=1e-12)
                across = np.delete(outline.corners_m, k, axis=1)
                np.testing.assert_allclose(np.hypot(*across.T), 0.02, atol=1e-12)


if __name__ == "__main__":
    unittest.main()
