"""Tables and shapes for other programs, read back by general libraries."""

import csv
import io
import json
import tempfile
import unittest
import zipfile
from contextlib import redirect_stderr, redirect_stdout
from pathlib import Path

import numpy as np
import odfdo
import trimesh

from equilix.cli import run
from equilix.demo.lighthouse import lighthouse
from equilix.document import empty
from equilix.edits import kit
from equilix.errors import Refused
from equilix.exchange.csv_out import as_csv, kit_rows
from equilix.exchange.exporting import exported, sort_of
from equilix.exchange.lines import Told, read_lines, text_of
from equilix.exchange.setup_rows import setup_rows
from equilix.exchange.shapes import TO_GLTF, gltf, part_mesh, stl
from equilix.exchange.tables import Row, Unread
from equilix.kit.measuring import size_of
from equilix.kit.parts import Part
from equilix.kit.solids import Box, Tube
from equilix.rig.kinematics import assemble
from equilix.store.saving import save
from tests.told import refused


class Tables(unittest.TestCase):
    """CSV, read by Python's own reader and by the program's list of parts."""

    def test_the_kit_there_and_back(self) -> None:
        """All parts of the demo come back as they were, and measure what they measured."""
        document = lighthouse()
        lines = read_lines(as_csv(kit_rows(document.parts)))
        self.assertEqual(len(lines), len(document.parts))
        for part, line in zip(document.parts, lines, strict=True):
            assert isinstance(line, Told)
            for field in ("name", "kind", "mass_kg", "price", "quantity", "energy_wh", "mass_how"):
                old, new = getattr(part, field), getattr(line.part, field)
                self.assertEqual(round(new, 9) if isinstance(new, float) else new, old, (part.name, field))
            np.testing.assert_allclose(size_of(part), size_of(line.part), atol=2e-5, err_msg=part.name)

    def test_odd_masses(self) -> None:
        """What could be read as thousands is not written: three digits never stand behind the point."""
        for grams in (540.125, 1234.5, 0.1, 12.3456):
            document, _ = kit.add_part(lighthouse(), "odd", "block", grams / 1000, (0.1, 0.1, 0.1))
            (line,) = read_lines(as_csv(kit_rows([document.parts_by_id["odd"]])))
            assert isinstance(line, Told)
            self.assertAlmostEqual(line.part.mass_kg * 1000, grams, places=4)

    def test_formulas_are_harmless(self) -> None:
        """A name that a spreadsheet would reckon out is text there; a negative mark stays a number."""
        document, _ = kit.add_part(lighthouse(), "=1+1", "block", 0.1, (0.1, 0.1, 0.1))
        document, _ = kit.add_part(document, "@cmd", "block", 0.1, (0.1, 0.1, 0.1))
        rows = list(csv.reader(io.StringIO(as_csv(kit_rows(document.parts))), delimiter=";"))
        self.assertEqual([row[0] for row in rows[-2:]], ["'=1+1", "'@cmd"])
        text = as_csv(setup_rows(document, [document.setups_by_id["gallery"]]))
        rows = list(csv.reader(io.StringIO(text), delimiter=";"))
        self.assertIn("-25", rows[4])

    def test_setups(self) -> None:
        """A line for each placement, with what it hangs on, its mark as the scale reads, how far it is out."""
        document = lighthouse()
        rows = list(csv.DictReader(io.StringIO(as_csv(setup_rows(document, document.setups))), delimiter=";"))
        self.assertEqual(len(rows), sum(len(setup.placements) for setup in document.setups))
        found = {(row["setup"], row["placement"]): row for row in rows}
        bridge = found["Lamp room", "bridge"]
        self.assertEqual((bridge["on"], bridge["slide mm"]), ("base", "232"))
        self.assertEqual(found["Causeway", "post"]["drawn out mm"], "40")
        self.assertEqual(found["Lamp room", "left-handle"]["turn deg"], "-18")


class Spreadsheets(unittest.TestCase):
    """The open format, read back by a general library and by the program's list of parts."""

    def sheet(self, *rows: list[object], name: str = "kit") -> Path:
        """A spreadsheet as somebody may have made it."""
        book = odfdo.Document("ods")
        book.body.clear()
        table = odfdo.Table(name)
        for cells in rows:
            row = odfdo.Row()
            row.set_values(cells)
            table.append_row(row)
        book.body.append(table)
        book.save(self.folder / "own.ods")
        return self.folder / "own.ods"

    def setUp(self) -> None:
        kept = tempfile.TemporaryDirectory()
        self.addCleanup(kept.cleanup)
        self.folder = Path(kept.name)
        self.document = lighthouse()

    def test_there_and_back(self) -> None:
        """Kit and setups on two sheets; the kit becomes the same lines as through CSV; numbers are numbers."""
        path = self.folder / "all.ods"
        path.write_bytes(exported(self.document, path, self.document.setups[0]))
        tables = odfdo.Document(path).body.tables
        self.assertEqual([each.name for each in tables], ["kit", "setups", "cables"])
        values = tables[0].get_values()
        self.assertEqual(float(values[1][2]), self.document.parts[0].mass_kg * 1000)
        self.assertEqual(len(tables[1].get_values()) - 1, sum(len(each.placements) for each in self.document.setups))
        through_csv = read_lines(as_csv(kit_rows(self.document.parts)))
        told = [line for line in read_lines(text_of(path)) if not isinstance(line, Row)]
        for one, other in zip(told, through_csv, strict=True):
            assert isinstance(one, Told)
            assert isinstance(other, Told)
            self.assertEqual(one.part, other.part)

    def test_no_formula(self) -> None:
        """A name that begins like one is text."""
        document, _ = kit.add_part(self.document, "=1+1", "block", 0.1, (0.1, 0.1, 0.1))
        path = self.folder / "all.ods"
        path.write_bytes(exported(document, path, document.setups[0]))
        self.assertEqual(odfdo.Document(path).body.tables[0].get_values()[-1][0], "=1+1")
        with zipfile.ZipFile(path) as packed:
            self.assertNotIn(b"table:formula", packed.read("content.xml"))

    def test_as_others_make_it(self) -> None:
        """Units over the columns, a title, empty cells, and a sheet that is said to be a million empty rows long."""
        path = self.sheet(
            ["Our kit"], ["Item", "Weight (lb)", "Qty"], ["24–70 zoom", 2.5, 1], ["", None, None], ["x", "?"]
        )
        with zipfile.ZipFile(path) as packed:
            files = {each.filename: packed.read(each) for each in packed.infolist()}
        endless = b'<table:table-row table:number-rows-repeated="1048000"><table:table-cell/></table:table-row>'
        files["content.xml"] = files["content.xml"].replace(b"</table:table>", endless + b"</table:table>")
        with zipfile.ZipFile(path, "w") as packed:
            for name, raw in files.items():
                packed.writestr(name, raw)
        title, zoom, odd = read_lines(text_of(path))
        assert isinstance(zoom, Told)
        self.assertIsInstance(title, Unread)
        self.assertAlmostEqual(zoom.part.mass_kg, 2.5 * 0.45359237)
        self.assertIsInstance(odd, Unread)

    def test_what_cannot_be_read(self) -> None:
        """No spreadsheet, half of one, one that is not there, one without a sheet, too many cells, too large."""
        whole = self.sheet(["name", "mass g"], ["plate", 300]).read_bytes()
        broken = self.folder / "broken.ods"
        for raw in (b"", b"name;mass", whole[: len(whole) // 2], whole.replace(b"content.xml", b"content.xmm")):
            broken.write_bytes(raw)
            with refused(self, Refused, "“broken.ods” is no spreadsheet that can be read. Save it again as .ods"):
                text_of(broken)
        with refused(self, Refused, "gone.ods"):
            text_of(self.folder / "gone.ods")
        wide = self.sheet(*([1000 * row + cell for cell in range(210)] for row in range(2)))
        repeated = b'<table:table-row table:number-rows-repeated="100">'
        with zipfile.ZipFile(wide) as packed:
            files = {each.filename: packed.read(each) for each in packed.infolist()}
        files["content.xml"] = files["content.xml"].replace(b"<table:table-row>", repeated, 1)
        with zipfile.ZipFile(wide, "w") as packed:
            for name, raw in files.items():
                packed.writestr(name, raw)
        with refused(self, Refused, "has more than 20,000 cells. Leave only the lines of the kit in it"):
            text_of(wide)
        with zipfile.ZipFile(broken, "w", zipfile.ZIP_DEFLATED) as packed:
            packed.writestr("content.xml", b" " * 41_000_000)
        with refused(self, Refused, "“broken.ods” unpacks to 41 MB"):
            text_of(broken)


class Shapes(unittest.TestCase):
    """glTF and STL, loaded by a general library."""

    def test_the_rig(self) -> None:
        """Every part where it is, metres, y up and z ahead; the masses among the extras weigh the rig."""
        document = lighthouse()
        for setup in document.setups:
            assembly = assemble(setup, document.parts_by_id)
            scene = trimesh.load(io.BytesIO(gltf(assembly, "glb")), file_type="glb")
            low, high, _ = assembly.boxes_m
            corners = np.array([low.min(axis=0), high.max(axis=0)]) @ TO_GLTF.T
            np.testing.assert_allclose(np.sort(scene.bounds, axis=0), np.sort(corners, axis=0), atol=2e-3)
            model = json.loads(gltf(assembly, "gltf"))
            nodes = [node["extras"] for node in model["nodes"] if "mass_kg" in node.get("extras", {})]
            self.assertEqual(len(nodes), len(setup.placements))
            total = sum(node["mass_kg"] for node in nodes)
            self.assertAlmostEqual(total, assembly.mass_properties().mass_kg, places=9)
            cg = sum(node["mass_kg"] * np.array(node["cg_m"]) for node in nodes) / total
            np.testing.assert_allclose(cg, assembly.mass_properties().cg_m, atol=1e-9)
            self.assertTrue(all(buffer["uri"].startswith("data:") for buffer in model["buffers"]))

    def test_axes_are_right_handed(self) -> None:
        """From ahead, left, up to x, y, z of glTF: a rotation, no mirror image (glTF 2.0, 3.4)."""
        self.assertAlmostEqual(float(np.linalg.det(TO_GLTF)), 1.0)
        np.testing.assert_allclose(TO_GLTF @ (1, 0, 0), (0, 0, 1))
        np.testing.assert_allclose(TO_GLTF @ (0, 0, 1), (0, 1, 0))

    def test_a_part(self) -> None:
        """In millimetres; a box has its volume, a tube that of its ring (48 corners: within a hundredth)."""
        box = Part(id="b", name="b", mass_kg=1.0, solids=(Box(size_m=(0.1, 0.2, 0.3), centre_m=(0.05, 0, 0)),))
        mesh = trimesh.load(io.BytesIO(stl(box)), file_type="stl")
        np.testing.assert_allclose(mesh.bounds, [[0, -100, -150], [100, 100, 150]], atol=1e-3)
        self.assertAlmostEqual(mesh.volume, 6e6, delta=1)
        for axis, extent in (("x", (300, 40, 40)), ("y", (40, 300, 40)), ("z", (40, 40, 300))):
            tube = Tube(axis=axis, radius_m=0.02, inner_radius_m=0.015, length_m=0.3)
            ring = part_mesh(Part(id="t", name="t", mass_kg=1.0, solids=(tube,)))
            np.testing.assert_allclose(ring.extents * 1000, extent, atol=0.2)
            wanted = np.pi * (0.02**2 - 0.015**2) * 0.3
            self.assertAlmostEqual(ring.volume / wanted, 1.0, delta=0.01)

    def test_nothing(self) -> None:
        """An empty setup and a part that is not named are said."""
        document, _ = kit.add_setup(lighthouse(), "Nothing")
        with refused(self, Refused, "Nothing is on “Nothing”"):
            gltf(assemble(document.setups_by_id["nothing"], document.parts_by_id), "glb")
        with refused(self, Refused, "No part is named"):
            exported(document, Path("a.stl"), document.setups[0])
        with refused(self, Refused, "no ending that is known"):
            sort_of(Path("a.doc"))


class OnTheCommandLine(unittest.TestCase):
    """`equilix export`."""

    def test_by_the_ending(self) -> None:
        """A table, the rig, a part; what is there is not replaced; a part that is not there is said."""
        with tempfile.TemporaryDirectory() as kept:
            folder = Path(kept)
            save(lighthouse(), folder / "demo.equilix")

            def said(*arguments: str) -> tuple[int, str]:
                with redirect_stdout(io.StringIO()), redirect_stderr(io.StringIO()) as err:
                    code = run(["export", str(folder / "demo.equilix"), *arguments])
                return code, err.getvalue()

            self.assertEqual(said("--out", str(folder / "kit.csv"), "--kit")[0], 0)
            self.assertEqual(len(read_lines((folder / "kit.csv").read_text())), len(lighthouse().parts))
            self.assertEqual(said("--out", str(folder / "rig.gltf"), "--setup", "stairs")[0], 0)
            self.assertIn("gimbal", (folder / "rig.gltf").read_text())
            self.assertEqual(said("--out", str(folder / "a.stl"), "--part", "Matte box")[0], 0)
            self.assertIn("is there already", said("--out", str(folder / "a.stl"), "--part", "matte-box")[1])
            self.assertIn("nowhere", said("--out", str(folder / "b.stl"), "--part", "nowhere")[1])
            save(empty().changed(parts=lighthouse().parts, setups=()), folder / "demo.equilix")  # a kit without a setup
            self.assertEqual(said("--out", str(folder / "only.csv"), "--kit")[0], 0)
            self.assertEqual(said("--out", str(folder / "only.stl"), "--part", "matte-box")[0], 0)
            self.assertIn("no setup", said("--out", str(folder / "only.glb"))[1])
            save(lighthouse(), folder / "demo.equilix")
            self.assertIn("Pages cannot be drawn here", said("--out", str(folder / "a.pdf"))[1])


if __name__ == "__main__":
    unittest.main()
