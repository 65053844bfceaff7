"""Places to clamp, and what one mark, one track or one other slide does for all lenses."""

import random
import unittest
from functools import cache

from equilix.analysis import Analysis
from equilix.change.lens_table import Cell
from equilix.change.marks import Mark, nearest_mark
from equilix.change.serving import dearest_pair, instead, needed, once, shared_marks
from equilix.demo.lighthouse import lighthouse
from equilix.edits import rigging
from equilix.edits.lenses import swap_lens
from equilix.kit.mounts import Track
from tests.core.builders import column, scene


class Nearest(unittest.TestCase):
    """The place to clamp: a whole millimetre of the scale, or a hole, between the ends."""

    def test_both_kinds_of_track(self) -> None:
        """To both sides, at the ends, and with less room than a step."""
        free = Track(from_m=-0.0504, to_m=0.0504, scale_zero_m=0.1002)
        holes = Track(from_m=-0.02, to_m=0.02, pitch_m=0.008)
        for track, wanted, low, high, at in (
            (free, 0.0103, -0.05, 0.05, 0.0098), (free, 0.0104, -0.05, 0.05, 0.0108), (free, 0.2, -0.05, 0.05, 0.0498),
            (free, -0.2, -0.05, 0.05, -0.0492), (free, 0.0, 0.00001, 0.00002, 0.00001),
            (holes, 0.003, -0.02, 0.02, 0.004), (holes, -0.001, -0.02, 0.02, -0.004), (holes, 0.1, -0.02, 0.02, 0.02),
            (holes, 0.1, -0.02, 0.019, 0.012),
        ):  # fmt: skip
            with self.subTest(track=track, wanted=wanted, high=high):
                self.assertAlmostEqual(nearest_mark(track, wanted, low, high), at, delta=1e-6)


@cache
def _evening() -> Analysis:
    return scene("evening")


def _cell(number: int, low: float, high: float) -> Cell:
    """A lens that a stretch of marks serves, mm, on a track of a metre."""
    analysis = _evening()
    middle = (low + high) / 2000
    track = Track(from_m=-0.5, to_m=0.5)
    mark = Mark(
        "plate", track, middle, round(middle, 3), (low / 1000, high / 1000), (low / 1000, high / 1000), -0.5, 0.5, ""
    )
    left = analysis.conditions[0]
    calm = type(left)(left.balance, 0.0, 0.0, left.sentence, left.by_mass, left.by_place, left.variances_m2)
    return Cell(f"lens {number}", "rig", mark=mark, slope=1.0, after=analysis, left=calm)


class Serving(unittest.TestCase):
    """Which lenses share marks, against trying everything on small random tables."""

    def test_fewest_marks(self) -> None:
        """No smaller set of whole millimetres meets every stretch; each mark serves the lenses that are said."""
        rng = random.Random(5)
        for _ in range(60):
            cells = []
            for number in range(rng.randrange(1, 6)):
                low = rng.randrange(0, 20)
                cells.append(_cell(number, low, low + rng.randrange(0, 7)))
            groups = shared_marks(cells)
            stretches = {c.lens: c.mark.right_m for c in cells if c.mark is not None}
            self.assertEqual(sorted(lens for each in groups for lens in each.lenses), sorted(stretches))
            for each in groups:
                for lens in each.lenses:
                    self.assertTrue(stretches[lens][0] - 1e-6 <= each.slide_m <= stretches[lens][1] + 1e-6)
            self.assertEqual(len(groups), _fewest([stretches[key] for key in stretches]))

    def test_shortest_track(self) -> None:
        """No shorter stretch of whole millimetres has a mark for every lens."""
        rng = random.Random(6)
        for _ in range(60):
            lows = [rng.randrange(0, 30) for _ in range(rng.randrange(1, 5))]
            stretches = [(low, low + rng.randrange(0, 7)) for low in lows]
            found = needed([_cell(k, *each) for k, each in enumerate(stretches)])
            assert found is not None
            best = min(
                last - first
                for first in range(40)
                for last in range(first, 40)
                if all(low <= last and high >= first for low, high in stretches)
            )
            self.assertAlmostEqual(found.length_m * 1000, best, delta=1e-6)
        self.assertIsNone(needed([]))

    def test_what_a_track_lacks(self) -> None:
        """At the front, at the rear, or nowhere."""
        for low, high, behind, ahead in ((510, 520, 0.0, 0.010), (-530, -520, 0.020, 0.0), (-500, 500, 0.0, 0.0)):
            found = needed([_cell(0, low, high)])
            assert found is not None
            self.assertAlmostEqual(found.more_behind_m, behind)
            self.assertAlmostEqual(found.more_ahead_m, ahead)
            self.assertEqual(found.enough, not (behind or ahead))

    def test_the_two_that_cost_most(self) -> None:
        """Of a cluster and two strays it is the strays; where nothing is spared there are none."""
        cells = [_cell(k, 10 + k, 20 + k) for k in range(3)]
        self.assertIsNone(dearest_pair(cells))
        cells += [_cell(8, 60, 64), _cell(9, 90, 95)]
        pair = dearest_pair(cells)
        assert pair is not None
        self.assertEqual((pair.lenses, pair.marks), (("lens 8", "lens 9"), 1))

    def test_another_slide_does_the_work(self) -> None:
        """On the sled the battery is slid for each lens instead of the plate, and the balance is as good."""
        document = lighthouse()
        found = instead(column(document, "causeway")[1])
        assert found is not None
        self.assertEqual(found.placement, "battery-plate")
        for lens, slide in found.slides_m:
            made = swap_lens(document, "causeway", lens)
            made = rigging.slide(made, "causeway", "bridge", found.plate_m)
            made = rigging.slide(made, "causeway", found.placement, slide)
            self.assertLess(abs(scene("causeway", made).conditions[0].value_m), 3e-4, lens)

    def test_one_move_brings_all_onto_the_track(self) -> None:
        """With half of the plate's way gone one slide of the battery gives every lens its mark; the least that does."""
        document = lighthouse()
        bridge = document.parts_by_id["bridge"]
        points = [p.changed(track=p.track.changed(to_m=-0.03)) if p.track and p.kind == "dovetail" else p
                  for p in bridge.hangs_by]  # fmt: skip
        stage = document.parts_by_id["sled-stage"]
        offers = [p.changed(track=p.track.changed(to_m=0.0)) if p.track and p.kind == "dovetail" else p
                  for p in stage.offers]  # fmt: skip
        document = rigging.slide(document, "causeway", "bridge", -0.03)
        document = document.changed(
            parts=tuple(
                bridge.changed(hangs_by=tuple(points)) if p.id == "bridge"
                else stage.changed(offers=tuple(offers)) if p.id == "sled-stage" else p
                for p in document.parts
            )
        )  # fmt: skip
        before = column(document, "causeway")[1]
        found = once(before)
        assert found is not None
        self.assertTrue(any(not cell.reached for cell in before))
        moved = rigging.slide(document, "causeway", found.placement, found.to_m)
        self.assertTrue(all(cell.reached for cell in column(moved, "causeway")[1]))
        self.assertIsNone(once(column(moved, "causeway")[1]))


def _fewest(stretches: list[tuple[float, float]]) -> int:
    """The fewest whole millimetres that meet every stretch, by trying all sets of them."""
    places = range(28)
    meets = [{k for k, (low, high) in enumerate(stretches) if low - 1e-9 <= p / 1000 <= high + 1e-9} for p in places]
    reached, count = {frozenset[int]()}, 0
    while not any(len(each) == len(stretches) for each in reached):
        reached = {each | more for each in reached for more in meets}
        count += 1
    return count


if __name__ == "__main__":
    unittest.main()
