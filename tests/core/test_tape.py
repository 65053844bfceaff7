"""Tapes: ticks, short names, pieces that fit; lenses and tapes on the command line."""

import io
import json
import tempfile
import unittest
from contextlib import redirect_stderr, redirect_stdout
from itertools import pairwise
from pathlib import Path

from equilix.change.short_names import short_names
from equilix.change.tape import OVERLAP_M, Strip, pieces
from equilix.change.tapes import tapes_of
from equilix.cli import run
from equilix.demo.lighthouse import lighthouse
from equilix.document import empty
from equilix.edits import rigging
from equilix.kit.mounts import Track
from equilix.store.saving import save


class ShortNames(unittest.TestCase):
    """What has little room."""

    def test_by_number(self) -> None:
        """Focal lengths as people say them; where two have one number, the names."""
        self.assertEqual(
            short_names(["28–80 zoom", "50 mm prime", "10.5 mm fisheye", "70 - 200 zoom"]),
            ["28–80", "50", "10.5", "70-200"],
        )
        self.assertEqual(short_names(["50 prime", "50 macro"]), ["50 prime", "50 macro"])

    def test_without_a_number(self) -> None:
        """The beginning where that is enough, and else the whole."""
        self.assertEqual(short_names(["fisheye", "swing-and-tilt lens"]), ["fisheye", "swing-and-til…"])
        same = ["swing-and-tilt lens, old", "swing-and-tilt lens, new"]
        self.assertEqual(short_names(same), same)
        self.assertEqual(short_names([]), [])


def strip(length_m: float) -> Strip:
    """A bare tape."""
    return Strip("a", "a", "b", Track(from_m=0.0, to_m=length_m, scale_zero_m=0.010), 0.02, ())


class Pieces(unittest.TestCase):
    """A tape that is longer than the page is cut."""

    def test_one_where_it_fits(self) -> None:
        """To both sides of the limit."""
        self.assertEqual([(p.low_m, p.joins) for p in pieces(strip(0.2), 0.2)], [(0.01, ("", ""))])
        self.assertEqual(len(pieces(strip(0.2), 0.1999)), 2)

    def test_they_overlap_and_make_the_whole(self) -> None:
        """Each begins so much before the last one ends, under one letter."""
        for length in (0.3, 0.5, 1.9):
            found = pieces(strip(length), 0.18)
            self.assertAlmostEqual(found[0].low_m, 0.010)
            self.assertAlmostEqual(found[-1].high_m, 0.010 + length)
            for one, other in pairwise(found):
                self.assertAlmostEqual(one.high_m - other.low_m, OVERLAP_M)
                self.assertEqual(one.joins[1], other.joins[0])
            self.assertTrue(all(piece.high_m - piece.low_m <= 0.18 + 1e-9 for piece in found))

    def test_a_page_far_too_small(self) -> None:
        """Pieces of a few centimetres: nothing hangs, nothing is lost."""
        found = pieces(strip(0.3), 0.001)
        self.assertAlmostEqual(found[-1].high_m, 0.31)


class OfTheDemo(unittest.TestCase):
    """What is on the tapes."""

    def test_the_plate_first(self) -> None:
        """A tick for every lens that balances, in order; then tracks with the setup's own tick."""
        document = lighthouse()
        found = tapes_of(document, document.setups_by_id["lamp-room"])
        self.assertEqual((found[0].placement, found[0].of_lenses), ("bridge", True))
        reads = [tick.reads_m for tick in found[0].ticks]
        self.assertEqual(reads, sorted(reads))
        self.assertEqual(sorted(lens for tick in found[0].ticks for lens in tick.lenses),
                         sorted(lens.id for lens in document.lenses))  # fmt: skip
        self.assertEqual({tick.label for each in found[1:] for tick in each.ticks}, {"Lamp room"})
        self.assertIn("battery-plate", [each.placement for each in found])

    def test_every_axis_of_the_gimbal(self) -> None:
        """Plate, cradle, roll arm and pan arm; the two zooms that the plate is too short for stand on none."""
        document = lighthouse()
        found = tapes_of(document, document.setups_by_id["stairs"])
        self.assertEqual(
            [each.placement for each in found], ["gimbal-plate", "gimbal-cradle", "gimbal-roll-arm", "gimbal-pan-arm"]
        )
        for each in found:
            self.assertFalse({"zoom-28-80", "zoom-70-200"} & {lens for t in each.ticks for lens in t.lenses})


class OnTheCommandLine(unittest.TestCase):
    """`equilix lenses` and `equilix tape` without a window."""

    def setUp(self) -> None:
        kept = tempfile.TemporaryDirectory()
        self.addCleanup(kept.cleanup)
        self.file = Path(kept.name) / "demo.equilix"
        save(lighthouse(), self.file)

    def said(self, *arguments: str) -> tuple[int, str, str]:
        """Exit code, output, complaints."""
        with redirect_stdout(io.StringIO()) as out, redirect_stderr(io.StringIO()) as err:
            code = run([arguments[0], str(self.file), *arguments[1:]])
        return code, out.getvalue(), err.getvalue()

    def test_lenses(self) -> None:
        """In words and in JSON, of all setups or of one; the figures agree."""
        code, text, _ = self.said("lenses")
        self.assertEqual(code, 0)
        self.assertIn("112 steps: 3 marks serve 6 of 8 lenses.", text)
        code, text, _ = self.said("lenses", "--setup", "Evening light", "--setup", "stairs", "--json")
        found = json.loads(text)
        self.assertEqual((found["lenses_version"], [each["setup"] for each in found["setups"]]),
                         (1, ["evening", "stairs"]))  # fmt: skip
        cell = next(each for each in found["setups"][0]["cells"] if each["lens"] == "prime-50")
        self.assertAlmostEqual(cell["reads_m"], 0.088)
        self.assertTrue(cell["balances"])
        self.assertAlmostEqual(found["setups"][0]["way_needed_m"], 0.048, delta=0.001)

    def test_us_units(self) -> None:
        """All texts; JSON figures stay SI."""
        self.assertIn("1.93 in", self.said("lenses", "--setup", "evening", "--units", "us")[1])
        self.assertIn("1.81 in  70–200", self.said("tape", "--setup", "evening", "--units", "us")[1])

    def test_tape(self) -> None:
        """Those with marks, or all; in JSON too."""
        code, text, _ = self.said("tape", "--setup", "evening")
        self.assertEqual(code, 0)
        self.assertIn("Long tripod plate, 230 mm on clamp of the fluid head, 0 mm to 200 mm, now 130 mm", text)
        self.assertIn("  46 mm  70–200", text)
        found = json.loads(self.said("tape", "--setup", "lamp room", "--all", "--json")[1])
        self.assertEqual((found["tape_version"], len(found["tapes"])), (1, 9))

    def test_refused(self) -> None:
        """No such setup; no track with marks; and without the interface no page is drawn."""
        code, _, err = self.said("lenses", "--setup", "nowhere")
        self.assertEqual(code, 1)
        self.assertIn("There is no setup", err)
        pinned = rigging.pin(lighthouse(), "evening", "tripod-plate", True)
        save(pinned, self.file)
        code, _, err = self.said("tape", "--setup", "evening")
        self.assertEqual(code, 1)
        self.assertIn("No track of “Evening light” has marks of lenses", err)
        code, _, err = self.said("tape", "--setup", "stairs", "--out", "tape.pdf")
        self.assertEqual(code, 1)
        self.assertIn("Pages cannot be drawn here", err)
        save(empty(), self.file)
        self.assertEqual(self.said("lenses")[0], 0)


if __name__ == "__main__":
    unittest.main()
