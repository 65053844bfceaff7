"""Our rotations against SciPy's."""

import unittest

import numpy as np
from scipy.spatial.transform import Rotation

from equilix.mechanics.rotations import about_axis, from_quaternion, unit


class AgainstScipy(unittest.TestCase):
    """``scipy.spatial.transform.Rotation`` is the convention."""

    def setUp(self) -> None:
        self.rng = np.random.default_rng(5)

    def test_about_axis(self) -> None:
        """Rodrigues' formula equals SciPy's rotation vector."""
        for _ in range(50):
            axis, angle = unit(self.rng.standard_normal(3)), float(self.rng.uniform(-6, 6))
            np.testing.assert_allclose(
                about_axis(axis, angle), Rotation.from_rotvec(axis * angle).as_matrix(), atol=1e-13
            )

    def test_quaternion_is_scalar_last(self) -> None:
        """Quaternions of any length but zero, scalar last."""
        for _ in range(50):
            xyzw = self.rng.standard_normal(4)
            np.testing.assert_allclose(from_quaternion(tuple(xyzw)), Rotation.from_quat(xyzw).as_matrix(), atol=1e-13)

    def test_signs_of_the_frame(self) -> None:
        """+y turns the front down, +x the left side up, +z the front to the left."""
        front, left = np.array((1.0, 0, 0)), np.array((0, 1.0, 0))
        self.assertLess((about_axis(np.array((0, 1.0, 0)), 0.1) @ front)[2], 0)
        self.assertGreater((about_axis(np.array((1.0, 0, 0)), 0.1) @ left)[2], 0)
        self.assertGreater((about_axis(np.array((0, 0, 1.0)), 0.1) @ front)[1], 0)

    def test_nothing_points_nowhere(self) -> None:
        """A zero direction and a zero quaternion are refused."""
        with self.assertRaises(ValueError):
            unit((0.0, 0.0, 0.0))
        with self.assertRaises(ValueError):
            from_quaternion((0.0, 0.0, 0.0, 0.0))


if __name__ == "__main__":
    unittest.main()
