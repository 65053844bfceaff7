"""The report for other programs: its figures follow from what stands in it."""

import re
import unittest
from pathlib import Path

import numpy as np
import trimesh
from scipy.spatial.transform import Rotation

from equilix.analysis import analyse
from equilix.constants import STANDARD_GRAVITY_M_S2 as G
from equilix.demo import lighthouse
from equilix.document import Document
from equilix.report import report, report_text
from tests.core.builders import analysed, balanced_on_pad

ROOT = Path(__file__).parents[2]


class AgainstAnotherProgram(unittest.TestCase):
    """Any assembly of plain solids in free poses can be checked by other programs; here by trimesh."""

    def test_random_assembly(self) -> None:
        """Boxes and cylinders in random poses: mass, CG and inertia as trimesh finds them from the meshes."""
        rng = np.random.default_rng(11)
        parts, placements, meshes = [], [], []
        for number in range(7):
            turn, place, mass = Rotation.random(rng=rng), rng.uniform(-0.3, 0.3, 3), float(rng.uniform(0.2, 3))
            if number % 2:
                size = rng.uniform(0.03, 0.2, 3)
                solid = {"shape": "box", "size_m": size.tolist()}
                mesh = trimesh.creation.box(extents=size)
            else:
                radius, length = rng.uniform(0.02, 0.06), rng.uniform(0.05, 0.3)
                solid = {"shape": "cylinder", "axis": "z", "radius_m": radius, "length_m": length}
                mesh = trimesh.creation.cylinder(radius=radius, height=length, sections=720)
            mesh.density = mass / mesh.volume
            frame = np.eye(4)
            frame[:3, :3], frame[:3, 3] = turn.as_matrix(), place
            mesh.apply_transform(frame)
            meshes.append((mass, mesh.center_mass, mesh.moment_inertia))
            parts.append({"id": f"p{number}", "name": f"p{number}", "mass_kg": mass, "solids": [solid]})
            pose = {"position_m": place.tolist(), "quaternion_xyzw": turn.as_quat().tolist()}
            placements.append({"id": f"p{number}", "part": f"p{number}", "pose": pose})
        made = Document.read(
            {
                "format": "equilix",
                "version": 2,
                "parts": parts,
                "setups": [{"id": "s", "name": "s", "placements": placements}],
            }
        )
        found = report(analysed(made))
        total = sum(m for m, _, _ in meshes)
        cg = sum(m * c for m, c, _ in meshes) / total
        inertia = sum(i + m * ((c - cg) @ (c - cg) * np.eye(3) - np.outer(c - cg, c - cg)) for m, c, i in meshes)
        self.assertAlmostEqual(found["mass_kg"], total, places=12)
        np.testing.assert_allclose(found["cg_m"], cg, atol=1e-9)
        np.testing.assert_allclose(found["inertia_kg_m2"], inertia, rtol=2e-4, atol=1e-6)
        self.assertIsNone(found["support"])

    def test_documented(self) -> None:
        """Every key of the report stands in docs/report.md."""
        text = (ROOT / "docs" / "report.md").read_text("utf-8")
        found = report(analysed(balanced_on_pad(0.1)))
        self.assertEqual([key for key in found if f"`{key}`" not in text], [])

    def test_every_figure_is_documented(self) -> None:
        """Every figure of every scene stands in docs/report.md, at least by the pattern of its axis."""
        text = (ROOT / "docs" / "report.md").read_text("utf-8")
        made = lighthouse()
        keys = {
            re.sub(r"^(roll|tilt)_(inertia|room|cables|cable_nm)", r"pan_\2", figure.key)
            for setup in made.setups
            for figure in analyse(made, setup).figures
        }
        self.assertEqual([key for key in sorted(keys) if f"`{key}`" not in text], [])

    def test_hold_torques_from_the_report_alone(self) -> None:
        """Masses, CGs and points of the report give its hold torques again at any attitude, with SciPy alone."""
        made = lighthouse()
        attitudes = [(0.0, 0.0, 0.0), (20.0, -15.0, 40.0), (-170.0, 10.0, -60.0)]
        found = report(analyse(made, made.setups_by_id["stairs"]), attitudes, 25.0)["gimbal"]
        down = Rotation.from_euler("y", 25, degrees=True).inv().apply((0, 0, -G))
        axes = found["axes"]
        for given, row in zip(attitudes, found["attitudes"], strict=True):
            self.assertEqual(row["pan_roll_tilt_deg"], list(given))
            turned, moved, axis_now, point_now, stages = Rotation.identity(), np.zeros(3), [], [], []
            for k, (axis, degrees) in enumerate(zip(axes, given, strict=True)):
                way, point = np.array(axis["direction"]), np.array(axis["point_m"])
                axis_now.append(turned.apply(way))
                point_now.append(moved + turned.apply(point))
                turned = turned * Rotation.from_rotvec(way * np.radians(degrees))
                moved = point_now[-1] - turned.apply(point)
                inner = axes[k + 1] if k + 1 < len(axes) else {"mass_kg": 0.0, "cg_m": [0, 0, 0]}
                own = axis["mass_kg"] - inner["mass_kg"]
                first = axis["mass_kg"] * np.array(axis["cg_m"]) - inner["mass_kg"] * np.array(inner["cg_m"])
                stages.append((own, moved + turned.apply(first / own)))
            for k, axis in enumerate(axes):
                gravity = sum(np.cross(place - point_now[k], mass * down) for mass, place in stages[k:])
                self.assertAlmostEqual(row["hold_nm"][axis["name"]], -float(axis_now[k] @ gravity), delta=1e-9)

    def test_tip_angles_from_the_report_alone(self) -> None:
        """Polygon, CG and height of the report give the least tip angle again."""
        made = lighthouse()
        found = report(analyse(made, made.setups_by_id["lamp-room"]))
        table, cg = found["table"], np.array(found["cg_m"][:2])
        polygon = np.array(table["polygon_m"])
        distances = []
        for a, b in zip(polygon, np.roll(polygon, -1, axis=0), strict=True):
            out = np.array((b[1] - a[1], a[0] - b[0])) / np.linalg.norm(b - a)
            distances.append(float((a - cg) @ out))
        least = float(np.arctan2(min(distances), table["cg_height_m"]))
        self.assertAlmostEqual(table["least_rad"], least, delta=1e-9)
        self.assertEqual(table["stands"], least > 0)

    def test_text_in_us_units(self) -> None:
        """The terminal's report follows the document's units."""
        self.assertIn(" lb ", report_text(analysed(lighthouse()), "us"))


if __name__ == "__main__":
    unittest.main()
