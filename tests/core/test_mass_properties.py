"""Mass properties: invariants, and first-order uncertainty against Monte Carlo."""

import unittest

import numpy as np
from hypothesis import given, settings
from hypothesis import strategies as st
from scipy.spatial.transform import Rotation

from equilix.mechanics.mass_properties import (
    combine,
    inertia_about,
    rotated,
)

seeds = st.integers(min_value=0, max_value=10_000)


def bodies(seed: int, count: int = 6) -> tuple[np.ndarray, np.ndarray, np.ndarray]:
    """Random masses, places and possible inertia tensors."""
    rng = np.random.default_rng(seed)
    masses = rng.uniform(0.05, 3.0, count)
    places = rng.uniform(-0.4, 0.4, (count, 3))
    sides = rng.uniform(0.02, 0.2, (count, 3))
    squares = sides**2
    diagonal = (squares.sum(axis=1)[:, None] - squares) / 12 * masses[:, None]
    tensors = np.zeros((count, 3, 3))
    tensors[:, range(3), range(3)] = diagonal
    return masses, places, rotated(tensors, Rotation.random(count, rng).as_matrix())


class Invariants(unittest.TestCase):
    """What holds whatever the rig."""

    @settings(max_examples=40, deadline=None)
    @given(seeds)
    def test_split_into_parts_equals_whole(self, seed: int) -> None:
        """Combining halves first gives the same body as combining all at once."""
        masses, places, tensors = bodies(seed)
        whole = combine(masses, places, tensors)
        halves = [combine(masses[s], places[s], tensors[s]) for s in (slice(0, 3), slice(3, 6))]
        again = combine(
            np.array([h.mass_kg for h in halves]),
            np.array([h.cg_m for h in halves]),
            np.array([h.inertia_kg_m2 for h in halves]),
        )
        self.assertAlmostEqual(whole.mass_kg, again.mass_kg, places=12)
        np.testing.assert_allclose(whole.cg_m, again.cg_m, atol=1e-12)
        np.testing.assert_allclose(whole.inertia_kg_m2, again.inertia_kg_m2, atol=1e-12)

    @settings(max_examples=40, deadline=None)
    @given(seeds)
    def test_rotate_then_compute_equals_compute_then_rotate(self, seed: int) -> None:
        """The frame does not matter."""
        masses, places, tensors = bodies(seed)
        turn = Rotation.random(rng=np.random.default_rng(seed + 1)).as_matrix()
        before = combine(masses, places, tensors)
        after = combine(masses, places @ turn.T, rotated(tensors, np.tile(turn, (6, 1, 1))))
        np.testing.assert_allclose(after.cg_m, turn @ before.cg_m, atol=1e-12)
        np.testing.assert_allclose(after.inertia_kg_m2, turn @ before.inertia_kg_m2 @ turn.T, atol=1e-12)

    def test_moving_everything_moves_only_the_cg(self) -> None:
        """A shift of the whole leaves the inertia about the CG alone."""
        masses, places, tensors = bodies(3)
        shift = np.array((0.3, -0.2, 1.0))
        before, after = combine(masses, places, tensors), combine(masses, places + shift, tensors)
        np.testing.assert_allclose(after.cg_m - before.cg_m, shift, atol=1e-12)
        np.testing.assert_allclose(after.inertia_kg_m2, before.inertia_kg_m2, atol=1e-12)

    def test_steiner(self) -> None:
        """Parallel-axis theorem: a point mass at distance d has m d² about the axis."""
        one = combine(np.array([2.0]), np.zeros((1, 3)), np.zeros((1, 3, 3)))
        moved = inertia_about(one, np.array((0.5, 0.0, 0.0)))
        np.testing.assert_allclose(np.diag(moved), (0.0, 0.5, 0.5), atol=1e-12)

    def test_products_of_inertia_carry_the_minus_sign(self) -> None:
        """Two masses at (1, 1, 0) and (−1, −1, 0): I_xy = −Σ m x y = −2."""
        places = np.array(((1.0, 1.0, 0.0), (-1.0, -1.0, 0.0)))
        body = combine(np.ones(2), places, np.zeros((2, 3, 3)))
        self.assertAlmostEqual(body.inertia_kg_m2[0, 1], -2.0, places=12)

    def test_principal_moments_obey_the_triangle(self) -> None:
        """No principal moment of a real body exceeds the sum of the other two."""
        for seed in range(20):
            moments, axes = combine(*bodies(seed)).principal()
            self.assertLessEqual(moments[2], moments[0] + moments[1] + 1e-12)
            np.testing.assert_allclose(axes.T @ axes, np.eye(3), atol=1e-12)

    def test_radius_of_gyration(self) -> None:
        """K = sqrt(I/m): a rod pair of point masses at ±d has radius d about the cross axes."""
        places = np.array(((0.25, 0, 0), (-0.25, 0, 0)))
        body = combine(np.array((1.5, 1.5)), places, np.zeros((2, 3, 3)))
        np.testing.assert_allclose(body.radii_of_gyration_m(), (0, 0.25, 0.25), atol=1e-12)


if __name__ == "__main__":
    unittest.main()
