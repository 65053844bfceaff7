"""Neighbours and the ends of tracks."""

import unittest

import numpy as np

from equilix.analysis import analyse
from equilix.demo import lighthouse
from equilix.edits import rigging
from equilix.kit.catalogue import make_part
from equilix.rig.clearance import TRACK_END, free_travel, gaps, slider_of
from equilix.rig.kinematics import Assembly
from equilix.rig.setups import Placement
from tests.core.builders import document


def clamps(at_mm: tuple[float, ...]) -> Assembly:
    """Counterweights, 24 mm thick, on 300 mm rods at these places."""
    parts = [
        make_part("rods", "rods", "rods", 0.2, (0.3, 0.075, 0.015)),
        make_part("w", "w", "counterweight", 0.5, (0.024, 0.09, 0.05), quantity=9),
    ]
    placements = [Placement(id="rods", part="rods")]
    placements += [
        Placement(id=f"w{n}", part="w", parent="rods", point="rods", slide_m=mm / 1000) for n, mm in enumerate(at_mm)
    ]
    made = document(parts, placements)
    return analyse(made, made.setups[0]).assembly


class Travel(unittest.TestCase):
    """How far one part can be slid with all else standing still."""

    def test_ends_of_the_track(self) -> None:
        """Alone on the rods: the track's own ends."""
        travel = free_travel(clamps((0.0,)), "w0")
        self.assertAlmostEqual(travel.from_m, -0.14, places=9)
        self.assertAlmostEqual(travel.to_m, 0.14, places=9)
        self.assertEqual((travel.stop_from, travel.stop_to), (TRACK_END, TRACK_END))

    def test_neighbours_stop_it(self) -> None:
        """Between two others it has their distance less one thickness on each side."""
        travel = free_travel(clamps((-100.0, 0.0, 60.0)), "w1")
        self.assertAlmostEqual(travel.from_m, -0.100 + 0.024, places=9)
        self.assertAlmostEqual(travel.to_m, 0.060 - 0.024, places=9)
        self.assertEqual(travel.stop_to, "w")

    def test_what_touches_stays_where_it_can_slide_away(self) -> None:
        """Two that touch: neither can go through the other, both can go apart."""
        assembly = clamps((0.0, 24.0))
        left, right = free_travel(assembly, "w0"), free_travel(assembly, "w1")
        self.assertAlmostEqual(left.to_m, 0.0, places=9)
        self.assertAlmostEqual(left.from_m, -0.14, places=9)
        self.assertAlmostEqual(right.from_m, 0.024, places=9)

    def test_a_track_that_counts_backward(self) -> None:
        """Where a growing slide goes back, the neighbour behind limits the upper end."""
        rods = make_part("rods", "rods", "rods", 0.2, (0.3, 0.075, 0.015))
        offers = tuple(o.changed(track=o.track.changed(axis=(-1.0, 0.0, 0.0))) for o in rods.offers)
        weight = make_part("w", "w", "counterweight", 0.5, (0.024, 0.09, 0.05), quantity=2)
        places = [
            Placement(id=key, part="w", parent="rods", point="rods", slide_m=at) for key, at in (("a", 0.0), ("b", 0.1))
        ]
        made = document([rods.changed(offers=offers), weight], [Placement(id="rods", part="rods"), *places])
        travel = free_travel(analyse(made, made.setups[0]).assembly, "a")
        self.assertAlmostEqual(travel.to_m, 0.1 - 0.024, places=9)
        self.assertAlmostEqual(travel.from_m, -0.14, places=9)

    def test_no_track_no_travel(self) -> None:
        """A part on a screw has no travel."""
        made = lighthouse()
        assembly = analyse(made, made.setups[0]).assembly
        self.assertIsNone(free_travel(assembly, "matte-box"))
        self.assertIsNone(free_travel(assembly, "base"))

    def test_the_camera_rides_on_its_plate(self) -> None:
        """Taking hold of the lens slides the bridge plate it rides on; of the battery, its plate on the rods."""
        made = lighthouse()
        assembly = analyse(made, made.setups[0]).assembly
        self.assertEqual(slider_of(assembly, "lens"), "bridge")
        self.assertEqual(slider_of(assembly, "battery"), "battery-plate")
        self.assertEqual(slider_of(assembly, "bridge"), "bridge")
        self.assertIsNone(slider_of(assembly, "base"))

    def test_travel_is_really_free(self) -> None:
        """At both ends of every travel of the demo rig, no two boxes have come to overlap by more than 0.6 mm."""
        from equilix.rig.clearance import new_strikes

        made = lighthouse()
        before = analyse(made, made.setups[0]).assembly
        for key in before.ids:
            travel = free_travel(before, key)
            for slide in (travel.from_m, travel.to_m) if travel else ():
                moved = rigging.slide(made, "lamp-room", key, round(slide, 6))
                after = analyse(moved, moved.setups[0]).assembly
                self.assertEqual(new_strikes(before, after), [], f"{key} at {slide * 1000:.1f} mm")


class Gaps(unittest.TestCase):
    """Least gaps between groups of movers."""

    def test_what_moves_together_has_no_gap(self) -> None:
        """Two clamps on rods that slide as one keep their distance; against the other mover it counts."""
        assembly = clamps((-50.0, 50.0))
        way = np.array((1.0, 0, 0))
        found = gaps(assembly, {"w0": way, "w1": way})
        between = [g for g in found if g.rear == {"w0"} and g.front == {"w1"}]
        self.assertEqual(len(between), 1)
        self.assertAlmostEqual(between[0].gap_m, 0.1 - 0.024, places=9)
        self.assertEqual([g for g in found if g.rear == g.front], [])


if __name__ == "__main__":
    unittest.main()
