"""Shapes from files of triangles: what is measured of them, how they stretch, and what is wrong with bad ones."""

import tempfile
import unittest
from pathlib import Path

import numpy as np
import trimesh

from equilix.analysis import analyse
from equilix.demo import lighthouse
from equilix.document import Document
from equilix.edits import kit, meshes, rigging, shape
from equilix.errors import Refused
from equilix.exchange.meshes import MOST_TRIANGLES, read_mesh
from equilix.kit.measuring import size_of
from equilix.kit.parts import Part
from equilix.kit.solids import MOST_CORNERS, Box, Mesh
from equilix.mechanics.separation import overlap_m
from equilix.store.parsing import parse
from equilix.store.saving import checked_bytes
from tests.core.builders import one_part
from tests.told import refused


class Files(unittest.TestCase):
    """Files are made with a general library, and read back through ours."""

    def setUp(self) -> None:
        kept = tempfile.TemporaryDirectory()
        self.addCleanup(kept.cleanup)
        self.folder = Path(kept.name)

    def file(self, mesh: trimesh.Trimesh, name: str = "thing.stl") -> Path:
        """A mesh written as a file, its figures in mm."""
        path = self.folder / name
        mesh.export(path)
        return path

    def made(self, mesh: Mesh) -> Part:
        """A part of 1 kg of that shape."""
        document, part = one_part()
        return meshes.shape_from(document, part, mesh).parts_by_id[part]


class Measured(Files):
    """Against plain solids and against the library."""

    def test_a_box_is_a_box(self) -> None:
        """A box of 40 × 30 × 20 mm off the origin: size, place, volume, CG and inertia of that box; in every format."""
        drawn = trimesh.creation.box((40, 30, 20))
        drawn.apply_translation((15, -4, 7))
        box = self.made(Mesh(**{**_plain(), "size_m": (1, 1, 1)})).changed(
            solids=(Box(size_m=(0.04, 0.03, 0.02), centre_m=(0.015, -0.004, 0.007)),)
        )
        for sort in ("stl", "obj", "ply", "3mf"):
            part = self.made(read_mesh(self.file(drawn, f"box.{sort}")))
            mesh = part.solids[0]
            assert isinstance(mesh, Mesh)
            np.testing.assert_allclose(mesh.centre_m, (0.015, -0.004, 0.007), atol=1e-8, err_msg=sort)
            self.assertAlmostEqual(mesh.volume_m3, 24e-6, places=10)
            np.testing.assert_allclose(part.body().inertia_kg_m2, box.body().inertia_kg_m2, atol=1e-9)
            np.testing.assert_allclose(part.body().cg_m, box.body().cg_m, atol=1e-9)
            self.assertEqual(len(mesh.edges), 12)
            self.assertEqual(len(mesh.corners), 8)

    def test_something_hollow_and_crooked(self) -> None:
        """An L of two boxes, and a ring: CG and inertia as the library has them for the density that makes 1 kg."""
        angle = trimesh.creation.box((60, 20, 10))
        upright = trimesh.creation.box((10, 20, 50))
        upright.apply_translation((-25, 0, 30))
        shapes = trimesh.util.concatenate([angle, upright]), trimesh.creation.annulus(r_min=20, r_max=30, height=12)
        for drawn in shapes:
            drawn.apply_translation((3, 5, -8))
            part = self.made(read_mesh(self.file(drawn, "ring.ply")))
            drawn.apply_scale(0.001)
            drawn.density = 1.0 / drawn.volume
            np.testing.assert_allclose(part.body().cg_m, drawn.center_mass, atol=1e-7)
            np.testing.assert_allclose(part.body().inertia_kg_m2, drawn.moment_inertia, atol=2e-8)

    def test_units(self) -> None:
        """The same figures are inches where it is said so."""
        path = self.file(trimesh.creation.box((2, 1, 1)))
        np.testing.assert_allclose(read_mesh(path, "in").size_m, (0.0508, 0.0254, 0.0254), atol=1e-9)
        np.testing.assert_allclose(read_mesh(path, "cm").size_m, (0.02, 0.01, 0.01), atol=1e-9)

    def test_round_and_fine(self) -> None:
        """A ball of 20,000 triangles is kept with few corners, none farther out than it is, and not far inside."""
        mesh = read_mesh(self.file(trimesh.creation.icosphere(subdivisions=5, radius=25.0)))
        self.assertLessEqual(len(mesh.corners), MOST_CORNERS)
        out = np.linalg.norm(np.array(mesh.corners), axis=1)
        self.assertLess(float(out.max()), 0.02501)
        self.assertGreater(float(out.min()), 0.0249)
        self.assertEqual(mesh.edges, (), "nothing sharp on it")

    def test_inside_out(self) -> None:
        """Turned inside out it is turned back."""
        drawn = trimesh.creation.box((40, 30, 20))
        drawn.invert()
        self.assertAlmostEqual(read_mesh(self.file(drawn)).volume_m3, 24e-6, places=10)

    def test_two_bodies_inside_out(self) -> None:
        """Two boxes that share an edge, all of their faces turned in: turned back as a whole."""
        second = trimesh.creation.box((10, 30, 20))
        second.apply_translation((25, 0, 20))
        both = trimesh.util.concatenate([trimesh.creation.box((40, 30, 20)), second])
        both.invert()
        self.assertAlmostEqual(read_mesh(self.file(both)).volume_m3, 30e-6, places=9)

    def test_a_small_hole_is_closed(self) -> None:
        """One triangle missing."""
        drawn = trimesh.creation.box((40, 30, 20))
        drawn.update_faces(np.arange(len(drawn.faces)) > 0)
        self.assertAlmostEqual(read_mesh(self.file(drawn)).volume_m3, 24e-6, places=10)


def _plain() -> dict[str, object]:
    return {
        "size_m": (0.01, 0.01, 0.01), "volume": 1e-6, "spread_m2": (1e-6, 1e-6, 1e-6, 0, 0, 0),
        "corners": ((0, 0, 0), (0.005, 0, 0), (0, 0.005, 0), (0, 0, 0.005)),
    }  # fmt: skip


class OnTheRig(Files):
    """A bracket from a file, as a part of a rig."""

    def with_bracket(self) -> tuple[Document, Mesh]:
        drawn = trimesh.creation.box((60, 20, 10))
        upright = trimesh.creation.box((10, 20, 50))
        upright.apply_translation((-25, 0, 30))
        mesh = read_mesh(self.file(trimesh.util.concatenate([drawn, upright])))
        made, part = kit.add_part(lighthouse(), "bracket", "block", 0.05, (0.06, 0.02, 0.06))
        made = meshes.shape_from(made, part, mesh)
        made, _ = rigging.add(made, "evening", part, "body", "rear shoe")
        return made, mesh

    def test_saved_and_opened(self) -> None:
        """The file keeps it; the rig is analysed with it, the same before and after."""
        made, _ = self.with_bracket()
        again = parse(checked_bytes(made))
        self.assertEqual(again, made)
        first, second = (analyse(each, each.setups_by_id["evening"]) for each in (made, again))
        np.testing.assert_allclose(first.mass.cg_m, second.mass.cg_m, atol=1e-12)

    def test_stretched(self) -> None:
        """Twice as long: as the library has the stretched mesh."""
        made, _ = self.with_bracket()
        size = size_of(made.parts_by_id["bracket"])
        made = shape.resize_part(made, "bracket", (2 * float(size[0]), float(size[1]), float(size[2])))
        drawn = trimesh.load(self.folder / "thing.stl", force="mesh")
        drawn.apply_scale((0.002, 0.001, 0.001))
        drawn.density = 0.05 / drawn.volume
        body = made.parts_by_id["bracket"].body()
        np.testing.assert_allclose(body.cg_m, drawn.center_mass, atol=1e-7)
        np.testing.assert_allclose(body.inertia_kg_m2, drawn.moment_inertia, atol=1e-8)

    def test_strikes_with_its_shape(self) -> None:
        """A wedge: a pin in the corner of its box that it leaves free is beside it, one in its foot is not."""
        corners = [(x, y, z) for y in (-10, 10) for x, z in ((0, 0), (40, 0), (0, 40))]
        wedge = read_mesh(self.file(trimesh.convex.convex_hull(np.array(corners, dtype=float)))).outline
        pin = Box(size_m=(0.008, 0.008, 0.008)).outline
        for place, meets in (((0.012, 0.0, 0.012), False), ((-0.012, 0.0, -0.012), True)):
            here = pin.corners_m + place
            depth = overlap_m((wedge.corners_m, here), (wedge.normals, pin.normals), (wedge.edges, pin.edges))
            self.assertEqual(depth > 0, meets, place)

    def test_printed(self) -> None:
        """Its mass from volume, plastic and infill: a quarter is shell, the rest is filled by so much; estimated."""
        made, mesh = self.with_bracket()
        printed = meshes.weigh_printed(made, "bracket", "PETG", 0.4).parts_by_id["bracket"]
        self.assertAlmostEqual(printed.mass_kg, mesh.volume_m3 * 1270 * (0.25 + 0.75 * 0.4))
        self.assertEqual((printed.mass_how, printed.material), ("estimated", "PETG"))
        solid = meshes.weigh_printed(made, "bracket", "aluminium", 1.0).parts_by_id["bracket"]
        self.assertAlmostEqual(solid.mass_kg, mesh.volume_m3 * 2700)
        for material, infill in (("cheese", 0.5), ("PLA", 0.0), ("PLA", 1.01), ("PLA", float("nan"))):
            with self.assertRaises(Refused):
                meshes.weigh_printed(made, "bracket", material, infill)


class Bad(Files):
    """Each with a message that says what is wrong and what to do."""

    def test_not_such_a_file(self) -> None:
        """Another ending; no file; garbage; a text that is none; cut off in the middle."""
        cases = {"thing.step": b"x", "garbage.stl": bytes(range(256)) * 3, "words.obj": b"hello\n", "nothing.ply": b""}
        for name, content in cases.items():
            (self.folder / name).write_bytes(content)
            with self.subTest(name), self.assertRaises(Refused):
                read_mesh(self.folder / name)
        with refused(self, Refused, "“gone.stl” could not be read.*another file"):
            read_mesh(self.folder / "gone.stl")
        whole = self.file(trimesh.creation.icosphere(subdivisions=3, radius=20)).read_bytes()
        (self.folder / "cut.stl").write_bytes(whole[: len(whole) // 2])
        with self.assertRaises(Refused):
            read_mesh(self.folder / "cut.stl")

    def test_open(self) -> None:
        """A sheet, and a box without its lid: no volume."""
        lid = trimesh.creation.box((40, 30, 20))
        lid.update_faces(np.asarray(lid.face_normals)[:, 2] < 0.5)
        sheet = trimesh.Trimesh([(0, 0, 0), (10, 0, 0), (0, 10, 0)], [(0, 1, 2)])
        with refused(self, Refused, "not closed.*Close its holes"):
            read_mesh(self.file(sheet))
        found = read_mesh(self.file(lid)) if _closes(lid) else None
        if found is not None:  # a flat lid can be closed again without doubt
            self.assertAlmostEqual(found.volume_m3, 24e-6, places=9)

    def test_empty(self) -> None:
        """A file with corners and no triangles."""
        (self.folder / "points.obj").write_text("v 0 0 0\nv 1 0 0\nv 0 1 0\n")
        with refused(self, Refused, "no triangles|could not be read"):
            read_mesh(self.folder / "points.obj")

    def test_a_million_triangles(self) -> None:
        """More than may be: how many there are, how many are allowed, what to do; it takes no minute."""
        fine = trimesh.creation.icosphere(subdivisions=8, radius=30)
        self.assertGreater(len(fine.faces), MOST_TRIANGLES)
        with refused(self, Refused, "has [0-9,  ]+ triangles.*At most 400.000.*Simplify"):
            read_mesh(self.file(fine, "fine.ply"))

    def test_the_wrong_unit(self) -> None:
        """A box of 40 figures in metres is no part of a rig."""
        with refused(self, Refused, "would be 40.*long.*unit that it was drawn in"):
            read_mesh(self.file(trimesh.creation.box((40, 30, 20))), "m")


def _closes(mesh: trimesh.Trimesh) -> bool:
    tried = mesh.copy()
    tried.merge_vertices()
    tried.fill_holes()
    return bool(tried.is_watertight)
