"""Pages on paper: measured in the PDF and the SVG by other programs' libraries."""

from __future__ import annotations

import io
import re
import unittest
from pathlib import Path
from tempfile import TemporaryDirectory
from xml.etree import ElementTree

from pypdf import PdfReader
from PySide6.QtGui import QImage
from PySide6.QtWidgets import QApplication

from equilix.__main__ import main
from equilix.change.tape import Strip, Tick
from equilix.change.tapes import tapes_of
from equilix.demo.lighthouse import lighthouse
from equilix.errors import Refused
from equilix.kit.mounts import Track
from equilix.store.saving import save
from equilix.ui.printing.files import write_pages
from equilix.ui.printing.paper import PAGES_MM, Paper, printed
from equilix.ui.printing.tape_sheet import CONTROL_MM, END, MARGIN, draw_tapes
from equilix.ui.theme import load_fonts
from tests.told import refused

PT_PER_MM = 72 / 25.4


def setUpModule() -> None:
    """Qt needs an application to know its fonts."""
    existing = QApplication.instance()
    application = existing if isinstance(existing, QApplication) else QApplication(["equilix"])
    load_fonts(application)


def pdf_lines(raw: bytes, page: int = 0) -> list[tuple[float, float, float, float]]:
    """Straight lines of a page in mm, from its content stream: each ``m`` with the ``l`` after it, times ``cm``.

    PDF 32000-1:2008, 8.4.4 and 8.5.2: path operators count in the space that the matrix before them has set.
    """
    content = PdfReader(io.BytesIO(raw)).pages[page].get_contents()
    assert content is not None
    text = content.get_data().decode("latin1")
    matrix = re.search(r"([\d.-]+) [\d.-]+ [\d.-]+ [\d.-]+ [\d.-]+ [\d.-]+ cm", text)
    assert matrix is not None
    mm = abs(float(matrix[1])) / PT_PER_MM
    found = re.findall(r"([\d.-]+) ([\d.-]+) m\s+([\d.-]+) ([\d.-]+) l\s+S", text)
    return [tuple(float(each) * mm for each in line) for line in found]  # type: ignore[misc]


def tapes(key: str = "lamp-room") -> tuple[Strip, ...]:
    """The tapes of a setup of the demo."""
    document = lighthouse()
    return tapes_of(document, document.setups_by_id[key])


class TrueSize(unittest.TestCase):
    """1 : 1."""

    def tape(self, form: str, strips: tuple[Strip, ...], page: str = "a4") -> tuple[bytes, ...]:
        """Pages with these tapes, along the longer side."""
        high, wide = PAGES_MM[page]
        return printed(lambda paper: draw_tapes(paper, "A & <B>", strips, "metric"), form, (wide, high), "T").files  # type: ignore[arg-type]

    def test_the_line_of_100_mm(self) -> None:
        """In the PDF of the lamp room's tape it is 100.0 mm long, on a page of 297 × 210 mm."""
        (raw,) = self.tape("pdf", tapes())
        lines = pdf_lines(raw)
        self.assertAlmostEqual(max(x1 - x0 for x0, y0, x1, y1 in lines[:1]), CONTROL_MM, delta=0.01)
        box = PdfReader(io.BytesIO(raw)).pages[0].mediabox
        self.assertAlmostEqual(float(box.width) / PT_PER_MM, 297.0, delta=0.2)
        self.assertAlmostEqual(float(box.height) / PT_PER_MM, 210.0, delta=0.2)

    def test_ticks_stand_as_far_apart_as_the_marks(self) -> None:
        """The thick line of each lens, against the readings: to a hundredth of a millimetre."""
        plate = tapes()[0]
        lines = pdf_lines(self.tape("pdf", (plate,))[0])
        upright = [x0 for x0, y0, x1, y1 in lines if abs(x0 - x1) < 1e-6 and abs(y1 - y0) > 6.5]
        for tick in plate.ticks:
            wanted = MARGIN + END + (tick.reads_m - plate.low_m) * 1000
            self.assertTrue(any(abs(wanted - x) < 0.01 for x in upright), tick.label)

    def test_svg(self) -> None:
        """Its size is told in mm, and a hundred of its units are one: the line of 100 mm is 10,000 long."""
        raw = self.tape("svg", tapes())[0]
        root = ElementTree.fromstring(raw)
        self.assertAlmostEqual(float((root.get("width") or "").removesuffix("mm")), 297.0, delta=0.1)
        self.assertEqual(root.get("viewBox"), "0 0 29700 21000")
        lines = [
            [tuple(map(float, point.split(","))) for point in (each.get("points") or "").split()]
            for each in root.iter("{http://www.w3.org/2000/svg}polyline")
        ]
        longest = max(abs(line[1][0] - line[0][0]) for line in lines if len(line) == 2 and line[0][1] < 3000)
        self.assertAlmostEqual(longest, 10_000, delta=1)

    def test_picture(self) -> None:
        """As many dots as the page has mm twelve times over, and it says so."""
        raw = self.tape("png", tapes()[:1])[0]
        image = QImage.fromData(raw)
        self.assertEqual((image.width(), image.height()), (297 * 12, 210 * 12))
        self.assertEqual(image.dotsPerMeterX(), 12_000)

    def test_too_small_a_page(self) -> None:
        """On A6 the tape of 300 mm is cut, and both pieces bear the letter of the cut; nothing runs off the page."""
        raw = self.tape("pdf", tapes()[:1], "a6")[0]
        reader = PdfReader(io.BytesIO(raw))
        text = " ".join(page.extract_text() for page in reader.pages)
        self.assertGreaterEqual(text.count("A"), 3)
        self.assertIn("goes", text)
        for number in range(len(reader.pages)):
            for x0, y0, x1, y1 in pdf_lines(raw, number):
                self.assertTrue(min(x0, x1) >= 0 and max(x0, x1) <= 148.1, (x0, x1))
                self.assertTrue(min(y0, y1) >= 0 and max(y0, y1) <= 105.1, (y0, y1))

    def test_labels_keep_clear_of_each_other(self) -> None:
        """Ticks a millimetre apart: every label has its own row, and no later tick goes up through it."""
        drawn: list[tuple[str, float, float]] = []
        uprights: list[tuple[float, float]] = []

        class Watched(Paper):
            def text(self, x: float, y: float, said: str, *_more: object, **_rest: object) -> None:  # type: ignore[override]
                if said.startswith("lens"):
                    drawn.append((said, x, y))

            def line(self, *given: float, **_rest: object) -> None:  # type: ignore[override]
                if len(given) > 4 and given[4] > 0.4:
                    uprights.append((given[0], min(given[1], given[3])))

        ticks = tuple(Tick(0.1 + k * 0.001, f"lens {k}", (str(k),)) for k in range(4))
        strip = Strip("a", "a", "b", Track(from_m=0.0, to_m=0.2), 0.0, ticks)

        def draw(paper: Paper) -> None:
            watched = Watched(paper.painter, paper.px_per_mm, (paper.width_mm, paper.height_mm), lambda: paper.painter)
            draw_tapes(watched, "T", (strip,), "metric")

        printed(draw, "png", (297.0, 210.0))
        self.assertEqual(len({y for _, _, y in drawn}), 4)
        for _, x, y in drawn:
            for at, top in uprights:
                self.assertFalse(x < at < x + 8 and top < y - 1.5, "a tick goes through a label")

    def test_inches(self) -> None:
        """In US units the ruler counts inches; the line to check the printer stays 100 mm."""
        raw = printed(lambda p: draw_tapes(p, "T", tapes("evening"), "us"), "pdf", (297.0, 210.0)).files[0]
        text = PdfReader(io.BytesIO(raw)).pages[0].extract_text()
        self.assertIn("5.12", text.replace("\t", " "))
        self.assertAlmostEqual(pdf_lines(raw)[0][2] - pdf_lines(raw)[0][0], 100.0, delta=0.01)


class Files(unittest.TestCase):
    """What is written, and what is not."""

    def setUp(self) -> None:
        kept = TemporaryDirectory()
        self.addCleanup(kept.cleanup)
        self.folder = Path(kept.name)

    def test_forms_and_pages(self) -> None:
        """One PDF; of SVG a file for each page, and none in the place of another."""

        def draw(paper: Paper) -> None:
            paper.text(10, 10, "one")
            paper.next_page()
            paper.text(10, 10, "two")

        self.assertEqual([p.name for p in write_pages(draw, self.folder / "a.pdf", (50, 50), "T")], ["a.pdf"])
        self.assertEqual(len(PdfReader(self.folder / "a.pdf").pages), 2)
        self.assertEqual(PdfReader(self.folder / "a.pdf").metadata["/Title"], "T")  # type: ignore[index]
        written = write_pages(draw, self.folder / "a.svg", (50, 50), "T")
        self.assertEqual([p.name for p in written], ["a.svg", "a-2.svg"])
        (self.folder / "b-2.svg").write_text("mine")
        with refused(self, Refused, "b-2.svg” is there already"):
            write_pages(draw, self.folder / "b.svg", (50, 50), "T")
        self.assertFalse((self.folder / "b.svg").exists())
        with refused(self, Refused, "has no ending that is known"):
            write_pages(draw, self.folder / "a.doc", (50, 50), "T")

    def test_on_the_command_line(self) -> None:
        """`equilix tape --out`, and what is there is not replaced."""
        file = self.folder / "demo.equilix"
        save(lighthouse(), file)
        out = self.folder / "tape.pdf"
        self.assertEqual(main(["tape", str(file), "--setup", "stairs", "--out", str(out), "--page", "a5"]), 0)
        self.assertIn("steps", PdfReader(out).pages[0].extract_text())
        self.assertEqual(main(["tape", str(file), "--out", str(out)]), 1)


if __name__ == "__main__":
    unittest.main()
