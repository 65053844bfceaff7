"""Solids against handbook formulas and against a general-purpose geometry library."""

import math
import unittest

import numpy as np
import trimesh
from pydantic_core import ValidationError

from equilix.kit.parts import Part
from equilix.kit.solids import Box, Cylinder, Tube
from tests.told import invalid


class HandbookInertia(unittest.TestCase):
    """Meriam & Kraige, *Engineering Mechanics*, table D/4 'Properties of homogeneous solids' (from memory)."""

    def test_rectangular_block(self) -> None:
        """Block: I_xx = m (b² + l²)/12 for edges b and l across the axis."""
        found = Box(size_m=(0.2, 0.3, 0.4)).gyration_m2 * 6.0
        self.assertAlmostEqual(found[0, 0], 6.0 * (0.3**2 + 0.4**2) / 12, places=12)
        self.assertAlmostEqual(found[1, 1], 6.0 * (0.2**2 + 0.4**2) / 12, places=12)
        self.assertAlmostEqual(found[2, 2], 6.0 * (0.2**2 + 0.3**2) / 12, places=12)

    def test_circular_cylinder(self) -> None:
        """Cylinder: m r²/2 along its axis, m r²/4 + m l²/12 across."""
        found = Cylinder(axis="z", radius_m=0.05, length_m=0.3).gyration_m2 * 2.0
        self.assertAlmostEqual(found[2, 2], 2.0 * 0.05**2 / 2, places=12)
        self.assertAlmostEqual(found[0, 0], 2.0 * 0.05**2 / 4 + 2.0 * 0.3**2 / 12, places=12)

    def test_thin_tube_is_a_shell(self) -> None:
        """Circular cylindrical shell: m r² along its axis, in the limit of a thin wall."""
        found = Tube(axis="y", radius_m=0.1, inner_radius_m=0.0999, length_m=0.5).gyration_m2
        self.assertAlmostEqual(found[1, 1] / 0.1**2, 1.0, delta=0.002)

    def test_tube_is_cylinder_less_bore(self) -> None:
        """A tube's inertia is the full cylinder's less the bore's, by additivity."""
        full, bore = Cylinder(radius_m=0.06, length_m=0.2), Cylinder(radius_m=0.04, length_m=0.2)
        tube = Tube(radius_m=0.06, inner_radius_m=0.04, length_m=0.2)
        expected = full.gyration_m2 * full.volume_m3 - bore.gyration_m2 * bore.volume_m3
        np.testing.assert_allclose(tube.gyration_m2 * tube.volume_m3, expected, atol=1e-15)


class AgainstTrimesh(unittest.TestCase):
    """The same bodies as triangle meshes, their mass properties by trimesh's volume integrals."""

    def test_box(self) -> None:
        """A box is exact as a mesh."""
        mesh = trimesh.creation.box(extents=(0.12, 0.34, 0.05))
        mesh.density = 1.0 / mesh.volume
        solid = Box(size_m=(0.12, 0.34, 0.05))
        np.testing.assert_allclose(solid.gyration_m2, mesh.moment_inertia, atol=1e-12)
        self.assertAlmostEqual(solid.volume_m3, mesh.volume, places=12)

    def test_cylinder(self) -> None:
        """A cylinder of 512 facets is within 0.02 % of the round one."""
        mesh = trimesh.creation.cylinder(radius=0.05, height=0.2, sections=512)
        mesh.density = 1.0 / mesh.volume
        solid = Cylinder(axis="z", radius_m=0.05, length_m=0.2)
        np.testing.assert_allclose(solid.gyration_m2, mesh.moment_inertia, atol=2e-4 * solid.gyration_m2.max())

    def test_part_of_two_solids(self) -> None:
        """A lens of two barrels: mass properties of the part equal those of the two meshes joined."""
        rear = Cylinder(axis="x", radius_m=0.04, length_m=0.1, centre_m=(0.05, 0, 0))
        front = Cylinder(axis="x", radius_m=0.055, length_m=0.06, centre_m=(0.13, 0, 0))
        part = Part(id="l", name="l", mass_kg=1.4, solids=(rear, front))
        turn = trimesh.transformations.rotation_matrix(math.pi / 2, (0, 1, 0))
        meshes = []
        for solid in (rear, front):
            mesh = trimesh.creation.cylinder(radius=solid.radius_m, height=solid.length_m, sections=720, transform=turn)
            mesh.apply_translation(solid.centre_m)
            meshes.append(mesh)
        joined = trimesh.util.concatenate(meshes)
        joined.density = 1.4 / joined.volume
        body = part.body()
        np.testing.assert_allclose(body.cg_m, joined.center_mass, atol=1e-6)
        np.testing.assert_allclose(body.inertia_kg_m2, joined.moment_inertia, rtol=3e-4, atol=1e-9)


class BadSolids(unittest.TestCase):
    """What no solid can be is refused."""

    def test_lengths(self) -> None:
        """A length of 0, a negative one, NaN and infinity are refused."""
        for bad in (0.0, -0.1, float("nan"), float("inf"), 1e9):
            with self.subTest(bad), self.assertRaises(ValidationError):
                Box(size_m=(bad, 0.1, 0.1))

    def test_tube_needs_a_wall(self) -> None:
        """A bore as wide as the tube is refused, with words that say so."""
        with invalid(self, "inner radius"):
            Tube(radius_m=0.02, inner_radius_m=0.02, length_m=0.1)


if __name__ == "__main__":
    unittest.main()
