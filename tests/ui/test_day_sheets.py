"""The day and its batteries on paper: what stands there, on as many pages as it takes, by window and command line."""

import io
from contextlib import redirect_stdout
from functools import partial
from xml.etree import ElementTree

from equilix.cli import run
from equilix.day.course import course_of
from equilix.day.rigs import Rigs
from equilix.demo import lighthouse
from equilix.rig.days import Day, Item
from equilix.rig.events import Event
from equilix.store.saving import save
from equilix.ui.printing.battery_sheet import draw_batteries
from equilix.ui.printing.day_sheet import draw_day
from equilix.ui.printing.paper import PAGES_MM, printed
from equilix.ui.printing.printer import PagePrinter
from tests.core.in_folder import InFolder
from tests.ui.day_test import Days
from tests.ui.window_test import WindowTest

DEMO = lighthouse()
RIGS = Rigs(DEMO)
ISLAND = DEMO.days[0]
SVG = "{http://www.w3.org/2000/svg}"


class Sheets(WindowTest):
    """As SVG, whose texts can be read."""

    def pages(self, day: Day, page: str = "a4", batteries: bool = False) -> list[ElementTree.Element]:
        """The sheets of a day."""
        draw = draw_batteries if batteries else draw_day
        course = course_of(day, RIGS, others=DEMO.days)
        made = printed(partial(draw, course=course, rigs=RIGS, display="metric"), "svg", PAGES_MM[page])
        return [ElementTree.fromstring(each) for each in made.files]

    def texts(self, pages: list[ElementTree.Element]) -> list[str]:
        """All that is written on them."""
        return ["".join(each.itertext()) for page in pages for each in page.iter(f"{SVG}text")]

    def said(self, pages: list[ElementTree.Element]) -> str:
        """The same in one; a sign out of another font is a text of its own."""
        return " ".join(" ".join(self.texts(pages)).split())

    def inside(self, pages: list[ElementTree.Element], page: str) -> None:
        """Nothing stands below the edge."""
        for each in pages:
            self.assertEqual(each.get("viewBox"), "0 0 {:.0f} {:.0f}".format(*(100 * mm for mm in PAGES_MM[page])))
            lows = [float(text.get("y", 0)) for text in each.iter(f"{SVG}text")]
            self.assertLess(max(lows, default=0.0), 100 * PAGES_MM[page][1])

    def test_everything_of_a_day(self) -> None:
        """Times, names, how it is carried, notes, what goes wrong, hours and the caution; a box for each take."""
        for page, count in (("a4", 1), ("a6", 3)):
            pages = self.pages(ISLAND, page)
            self.assertEqual(len(pages), count)
            self.inside(pages, page)
            said = self.said(pages)
            for words in (
                "The island", "2026-10-14", "▲ Ferry is missed by 7 min, and 4 more.", "11:00–12:22", "Lamp room",
                "on the shoulder", "6 °C", "Jumping ashore", "converting, 14 min", "The lamp is lit.", "18:40",
                "Slight operator is at work for 9:42 h", "pain means stop.",
            ):  # fmt: skip
                self.assertIn(words, said)
            boxes = sum(1 for each in pages for _ in each.iter(f"{SVG}rect"))
            self.assertGreaterEqual(boxes, sum(each.takes for each in ISLAND.items if each.kind == "scene"))

    def test_what_is_special(self) -> None:
        """Height, lens, what is left off, a name of its own; of what is shot the boxes are struck through."""
        item = Item(id="a", setup="lamp-room", name="Close-up", takes=14, take_min=1, height="eye", lens="prime-35",
                    without=("matte-box",))  # fmt: skip
        day = Day(id="d", name="Tuesday", items=(item,))
        said = self.said(self.pages(day))
        for words in ("Close-up", "Lamp room", "eye high", "35", "without matte box", "+2"):
            self.assertIn(words, said)
        log = (Event(at_min=480, kind="start", item="a"), Event(at_min=481, kind="stop"))
        lines = [
            len(list(each.iter(f"{SVG}polyline"))) for made in (day, day.changed(log=log)) for each in self.pages(made)
        ]
        self.assertEqual(lines[1], lines[0] + 1)

    def test_many(self) -> None:
        """300 scenes go on page after page; a day without anything is one page."""
        items = tuple(Item(id=f"s{k}", setup="evening", take_min=1) for k in range(300))
        pages = self.pages(Day(id="d", name="d", items=items), "a6")
        self.assertGreater(len(pages), 20)
        self.inside(pages, "a6")
        self.assertEqual(sum("Evening light" in each for each in self.texts(pages)), 300)
        for batteries in (True, False):
            self.assertEqual(len(self.pages(Day(id="d", name="d"), batteries=batteries)), 1)

    def test_batteries(self) -> None:
        """Which to carry, what each is for, when it is empty, charged, kept warm."""
        said = self.said(self.pages(ISLAND, batteries=True))
        for words in (
            "98 Wh wedge battery: carry 2 of 2",
            "11:00–12:22 on for Lamp room: 90% to 40%",
            "▲ Empty at 17:36",
        ):
            self.assertIn(words, said)
        self.assertNotIn("keep it warm", said.casefold())
        lunch = tuple(each.changed(mains=True) if each.kind == "meal" else each for each in ISLAND.items)
        other = ISLAND.changed(warm=True, charger_w=60.0, items=lunch)
        said = self.said(self.pages(other, "a6", batteries=True))
        self.assertIn("charged during lunch", said)
        for until in ("14:17", "16:45"):  # the last time that each goes on in the cold
            self.assertIn(f"Off the rig keep it warm on the body, until {until}", said)


class Written(InFolder):
    """`equilix day --out`."""

    def test_on_the_command_line(self) -> None:
        """Day and batteries, on pages of any size."""
        path = self.folder / "demo.equilix"
        save(DEMO, path)
        for sheet, page in (("day", "a6"), ("batteries", "a4")):
            out = self.folder / f"{sheet}.pdf"
            with redirect_stdout(io.StringIO()) as said:
                arguments = ["day", str(path), "--sheet", sheet, "--page", page, "--out", str(out)]
                self.assertEqual(run(arguments, PagePrinter), 0)
            self.assertIn("Written: ", said.getvalue())
            self.assertTrue(out.read_bytes().startswith(b"%PDF"))


class ByWindow(Days):
    """The button."""

    def test_sheets(self) -> None:
        """Each sort of file is offered; the name gets its ending; each sheet is written as it is chosen."""
        self.click(self.tab.files.give)
        dialog = self.tab.files.dialog
        assert dialog is not None
        filters = dialog.nameFilters()
        self.assertEqual([each.rpartition("(")[2] for each in filters], ["*.ics)", "*.csv)"] + ["*.pdf)"] * 4)
        dialog.filterSelected.emit(filters[2])
        self.assertEqual(dialog.defaultSuffix(), "pdf")
        dialog.close()
        sizes = []
        for sheet in range(4):
            path = self.folder / f"sheet-{sheet}.pdf"
            self.tab.files.write(str(path), sheet)
            self.assertIn("Written: ", self.messages[-1][0])
            sizes.append(path.read_bytes().count(b"/Type /Page\n"))
        self.assertEqual(sizes, [1, 3, 1, 1])
