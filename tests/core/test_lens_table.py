"""The lens table: marks by first moments against the planner, what one mark serves against trying everything."""

import unittest

import numpy as np
from msgspec.structs import replace

from equilix.analysis import analyse
from equilix.change.cell_words import cell_words, left_off
from equilix.change.lens_table import Column, apply_cell
from equilix.change.marks import mark_of, means, plate_of
from equilix.change.summary import Summary, summary_of, table
from equilix.demo.lighthouse import lighthouse
from equilix.document import empty
from equilix.edits import kit, rigging
from equilix.edits.lenses import choose_marked, swap_lens
from equilix.errors import Cancelled
from equilix.kit.catalogue import make_part
from equilix.planner.programme import solve
from tests.core.builders import column, scene
from tests.told import told


class ByMoments(unittest.TestCase):
    """Where the plate must stand, against the whole rig weighed anew and against the planner."""

    def test_worked_by_hand(self) -> None:
        """The rig on the tripod: its mark is where the first moments about the head's middle are nothing.

        Archimedes, On the Equilibrium of Planes, I 6: weights balance at distances reciprocally proportional to them.
        """
        analysis = scene("evening")
        plate = plate_of(analysis)
        assert plate is not None
        assembly, condition = analysis.assembly, analysis.conditions[0]
        moved = [each for each in assembly.ids if each != "clamp"]
        rows = [assembly.index[each] for each in moved]
        masses, x = assembly.masses_kg[rows], assembly.cgs_m[rows, 0] - condition.balance.datum_m[0]
        by_hand = analysis.setup.by_id["tripod-plate"].slide_m - float(masses @ x / masses.sum())
        self.assertAlmostEqual(mark_of(analysis, condition, plate).wanted_m, by_hand, delta=1e-9)

    def test_every_mark_leaves_less_than_half_a_mark(self) -> None:
        """With the lens swapped and the plate on its mark the rig, analysed anew, is off by rounding alone."""
        document, count = lighthouse(), 0
        for setup in document.setups:
            for cell in column(document, setup.id)[1]:
                assert cell.mark is not None
                assert cell.left is not None
                if cell.mark.low_m <= cell.mark.wanted_m <= cell.mark.high_m:
                    half = max(cell.mark.track.pitch_m, 0.001) / 2
                    self.assertLessEqual(abs(cell.left.value_m), abs(cell.slope) * half + 1e-4, (setup.id, cell.lens))
                    count += 1
        self.assertGreater(count, 45)

    def test_as_the_planner_would(self) -> None:
        """The mixed-integer programme, allowed to slide nothing else, sets the plate on the same mark or beside it.

        It aims for the target and then for the least travel, so that it may stop short of the middle inside that.
        """
        document = lighthouse()
        for setup in document.setups:
            here, cells = column(document, setup.id)
            assert here.plate is not None
            for cell in cells:
                assert cell.mark is not None
                swapped = swap_lens(document, setup.id, cell.lens)
                analysis = analyse(swapped, swapped.setups_by_id[setup.id])
                assert analysis.fore_aft is not None
                ways = means(analysis, analysis.fore_aft)
                slide = next(m.slide for m in ways if m.slide.placement == cell.mark.placement)
                chosen = solve(replace(analysis, conditions=(analysis.fore_aft,)), [slide])
                assert chosen is not None
                to = chosen.slides_m.get(slide.placement, slide.now_m)
                step = cell.mark.track.pitch_m or 0.001
                inside = cell.mark.right_m[0] - step <= to <= cell.mark.right_m[1] + step
                self.assertTrue(inside or abs(to - cell.mark.slide_m) < step + 1e-6, (setup.id, cell.lens, to))

    def test_what_is_slid(self) -> None:
        """What takes the lens along comes first, then what shifts the balance most; the setup may say otherwise."""
        wanted = {
            "lamp-room": "bridge", "boat-landing": "eyelet", "stairs": "gimbal-plate", "causeway": "bridge",
            "workshop": "rosette-bar", "gallery": "top-handle", "evening": "tripod-plate",
        }  # fmt: skip
        document = lighthouse()
        for key, placement in wanted.items():
            plate = plate_of(scene(key))
            assert plate is not None
            self.assertEqual(plate.slide.placement, placement)
        own = choose_marked(document, "workshop", "short-rods")
        plate = plate_of(scene("workshop", own))
        assert plate is not None
        self.assertEqual(plate.slide.placement, "short-rods")
        gone = choose_marked(document, "workshop", "lens")
        plate = plate_of(scene("workshop", gone))
        assert plate is not None
        self.assertEqual(plate.slide.placement, "rosette-bar")

    def test_pinned_stays(self) -> None:
        """What plans leave alone has no marks."""
        pinned = rigging.pin(lighthouse(), "evening", "tripod-plate", True)
        self.assertEqual(told(column(pinned, "evening")[0].why_not), "Nothing on this rig slides fore and aft")

    def test_a_long_and_a_short_plate(self) -> None:
        """A plate of ±38 mm that is right in its middle for the heavy zoom does not get to a light prime; 229 mm does.

        Common practice, no source: an ordinary tripod plate gives about 38 mm either way, a long one 229 mm in all.
        """
        small, long = (make_part("p", "p", "bridge-plate", 0.2, (size, 0.06, 0.012)) for size in (0.106, 0.229))
        ways = [part.hangs_by[0].track for part in (small, long)]
        self.assertAlmostEqual(ways[0].to_m if ways[0] else 0.0, 0.038)
        self.assertAlmostEqual(ways[1].to_m if ways[1] else 0.0, 0.0995)
        marks = {cell.lens: cell.mark for cell in column(lighthouse(), "evening")[1]}
        zoom, prime = marks["zoom-70-200"], marks["prime-50"]
        assert zoom is not None
        assert prime is not None
        self.assertGreater(prime.wanted_m - zoom.wanted_m, 0.038)
        self.assertTrue(zoom.low_m < zoom.wanted_m < prime.wanted_m < zoom.high_m)

    def test_short_by_so_much(self) -> None:
        """How far the track would have to go on is what the balance is out beyond its tolerance, over its slope."""
        cells = {cell.lens: cell for cell in column(lighthouse(), "stairs")[1]}
        heavy = cells["zoom-28-80"]
        assert heavy.mark is not None
        assert heavy.left is not None
        out = (heavy.left.value_m - heavy.left.balance.tolerance_m) / heavy.slope
        self.assertAlmostEqual(heavy.mark.short_m, -out, delta=2e-4)
        self.assertFalse(heavy.reached)
        self.assertEqual(cells["prime-50"].mark and cells["prime-50"].mark.short_m, 0.0)


class Whole(unittest.TestCase):
    """The table as it comes, and what it says."""

    def test_each_column_and_then_its_cells(self) -> None:
        """The open setup first; every lens of the kit in every column."""
        document = lighthouse()
        found = list(table(document, document.setups))
        columns = [each for each in found if isinstance(each, Column)]
        self.assertEqual(len(columns), 7)
        self.assertEqual(len(found), 7 + 7 * 8 + 7)
        self.assertIsInstance(found[9], Summary)
        self.assertEqual(columns[0].setup.id, "lamp-room")

    def test_called_off(self) -> None:
        """Before the next cell."""
        document, seen = lighthouse(), []
        with self.assertRaises(Cancelled):
            seen.extend(table(document, document.setups, lambda: len(seen) > 3))
        self.assertEqual(len(seen), 4)

    def test_applied(self) -> None:
        """One edit does what the cell shows."""
        document = lighthouse()
        cells = {cell.lens: cell for cell in column(document, "causeway")[1]}
        made = apply_cell(document, "causeway", "zoom-24-70")
        left = cells["zoom-24-70"].left
        assert left is not None
        self.assertAlmostEqual(scene("causeway", made).conditions[0].value_m, left.value_m, delta=1e-9)

    def test_odd_setups(self) -> None:
        """Nothing on it; a camera alone; no lens; two lenses: each says what is the matter, and nothing is raised."""
        document, _ = kit.add_setup(lighthouse(), "Nothing")
        self.assertEqual(told(column(document, "nothing")[0].why_not), "Nothing is on this rig yet")
        self.assertEqual(told(column(document, "nothing")[1][0].why_not), "Nothing is on this rig yet")
        alone = rigging.add(document, "nothing", "boxy-body")[0]
        self.assertIn("it needs", told(column(alone, "nothing")[0].why_not))
        without = rigging.remove(document, "evening", "lens")
        here, cells = column(without, "evening")
        self.assertEqual(here.lenses, 0)
        self.assertTrue(all(cell.reached for cell in cells))
        two = rigging.add(document, "evening", "prime-25")[0]
        here, cells = column(two, "evening")
        self.assertEqual(here.lenses, 2)
        said = [told(each) for each in summary_of(two, here, cells).more]
        self.assertIn("several lenses", said[0])
        self.assertEqual(list(table(empty(), ())), [])

    def test_what_does_not_fit_is_said(self) -> None:
        """The cell has no mark and says why; the others have theirs."""
        document = lighthouse()
        small = document.parts_by_id["prime-25"]
        other = small.changed(hangs_by=tuple(p.changed(kind="other mount") for p in small.hangs_by))
        document = document.changed(parts=tuple(other if p.id == small.id else p for p in document.parts))
        cells = {cell.lens: cell for cell in column(document, "evening")[1]}
        self.assertIn("does not fit", told(cell_words(document, cells["prime-25"])[0]))
        self.assertIsNone(cells["prime-25"].mark)
        self.assertTrue(cells["prime-35"].reached)

    def test_what_a_cell_says(self) -> None:
        """What is short, what is left, what else is out, what strikes, what is left off."""
        document = lighthouse()
        said = {}
        for setup in document.setups:
            for cell in column(document, setup.id)[1]:
                said[setup.id, cell.lens] = "; ".join(told(each) for each in cell_words(document, cell))
        self.assertEqual(said["lamp-room", "zoom-24-70"], "")
        self.assertIn(
            "28 mm short at the rear end; gimbal roll arm on 41 mm, gimbal pan arm on 25 mm",
            said["stairs", "zoom-28-80"],
        )
        self.assertIn("behind the eyelet is left", said["boat-landing", "zoom-70-200"])
        self.assertEqual(said["evening", "zoom-28-80"], "nothing takes lens support: left off")
        plain = document.parts_by_id["prime-25"].changed(gears=())
        crowded = document.changed(parts=tuple(plain if p.id == plain.id else p for p in document.parts))
        cell = next(c for c in column(crowded, "lamp-room")[1] if c.lens == "prime-25")
        self.assertEqual(left_off(crowded, cell), ())
        self.assertIn("in the same room", "; ".join(told(each) for each in cell_words(crowded, cell)))

    def test_summary(self) -> None:
        """Every sentence that there can be, by the figures of the demo and of made-up tables."""
        document = lighthouse()
        told_of = {}
        for setup in document.setups:
            here, cells = column(document, setup.id)
            summary = summary_of(document, here, cells)
            told_of[setup.id] = [told(each) for each in (summary.headline, *summary.more)]
        self.assertEqual(told_of["lamp-room"], ["One mark of bridge plate serves all lenses"])
        self.assertEqual(told_of["stairs"][0], "3 marks serve 6 of 8 lenses")
        self.assertIn(
            "To serve all, the track of gimbal cradle would have to go on for 35 mm at its rear end.", told_of["stairs"]
        )
        self.assertIn("The shortest travel that serves all: 53 mm.", told_of["causeway"])
        self.assertIn("Without 28–80 zoom and 70–200 zoom 2 would do.", told_of["workshop"])
        self.assertTrue(any("slide battery plate on rods instead" in each for each in told_of["causeway"]))
        self.assertEqual(told(Summary("a", "plate", "base", None, (("x", "X"),), unserved=("x",)).headline),
                         "No lens gets its balance on plate")  # fmt: skip

    def test_a_longer_plate_of_the_kit(self) -> None:
        """Where the short one does not serve all, the long one that lies in the kit is tried, and named."""
        long = lighthouse().parts_by_id["tripod-plate"]
        hangers = tuple(
            p.changed(track=p.track.changed(from_m=-0.04, to_m=-0.02)) if p.track else p for p in long.hangs_by
        )
        short = long.changed(id="short-plate", name="short plate", hangs_by=hangers)
        document = lighthouse()
        document = document.changed(parts=(*document.parts, short))
        document = rigging.slide(document, "evening", "tripod-plate", -0.03)
        document = rigging.exchange(document, "evening", "tripod-plate", "short-plate")
        here, cells = column(document, "evening")
        summary = summary_of(document, here, cells)
        assert summary.needs is not None
        self.assertFalse(summary.needs.enough)
        self.assertIn("long tripod plate, 230 mm", summary.longer)
        self.assertTrue(any("would serve all" in told(each) for each in summary.more))


class Large(unittest.TestCase):
    """60 lenses on 12 setups: every cell is told, in the order of the kit."""

    def test_all_told(self) -> None:
        """Most of the lenses of such a table are alike: their marks are too."""
        document = lighthouse()
        lens = document.parts_by_id["prime-85"]
        more = tuple(lens.changed(id=f"copy-{k}", name=f"copy {k}", mass_kg=0.5 + k / 60) for k in range(52))
        document = document.changed(parts=(*document.parts, *more))
        for k in range(5):
            document, _ = kit.add_setup(document, f"Copy {k}", like="evening")
        here, cells = column(document, "copy-4")
        self.assertEqual(len(cells), 60)
        wanted = np.array([cell.mark.wanted_m for cell in cells[8:] if cell.mark is not None])
        self.assertEqual(len(wanted), 52)
        self.assertTrue(np.all(np.diff(wanted) < 0))
        self.assertLessEqual(len(summary_of(document, here, cells).right), 60)


if __name__ == "__main__":
    unittest.main()
