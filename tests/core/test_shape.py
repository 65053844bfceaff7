"""Another size and another kind of a part: what goes along, what stays, what is refused."""

import math
import unittest

import numpy as np
from pydantic_core import ValidationError

from equilix.analysis import analyse
from equilix.demo import lighthouse
from equilix.edits import rigging
from equilix.edits.shape import change_kind, resize_part
from equilix.errors import EquilixError, Refused
from equilix.kit.catalogue import FAMILIES, KINDS, family_of, make_part
from equilix.kit.measuring import part_to_measure, size_of, usual_size
from equilix.kit.solids import Box, Tube
from equilix.rig.seats import seat_of
from tests.core.builders import box, document, free
from tests.told import told


class Resized(unittest.TestCase):
    """Length, width and height of a part that is there."""

    def test_a_box_by_hand(self) -> None:
        """Twice as long: its box, its CG and what is mounted on it move along x, and nothing else changes."""
        part = box("a", 1.0, (0.2, 0.1, 0.05), cg_m=(0.03, 0.01, 0.0))
        new = resize_part(document([part], [free("a", "a")]), "a", (0.4, 0.1, 0.05)).parts_by_id["a"]
        self.assertEqual(new.mass_kg, 1.0)
        assert isinstance(new.solids[0], Box)
        np.testing.assert_allclose(new.solids[0].size_m, (0.4, 0.1, 0.05))
        np.testing.assert_allclose(new.cg_m or (), (0.06, 0.01, 0.0))

    def test_every_kind_gets_the_size_asked_for(self) -> None:
        """All three grown by the same share: every kind becomes as large as was asked, its CG in proportion."""
        for key in KINDS:
            with self.subTest(key):
                part = make_part("a", "a", key, 1.0)
                kit = document([part], [])
                wanted = size_of(part) * 1.25
                new = resize_part(kit, "a", tuple(wanted.tolist())).parts_by_id["a"]
                np.testing.assert_allclose(size_of(new), wanted, rtol=1e-9)
                np.testing.assert_allclose(new.body().cg_m, part.body().cg_m * 1.25, atol=1e-12)
                np.testing.assert_allclose(new.body().inertia_kg_m2, part.body().inertia_kg_m2 * 1.25**2, atol=1e-12)
                self.assertEqual([p.name for p in new.offers], [p.name for p in part.offers])

    def test_a_size_that_cannot_be_is_refused_before_it_is_built(self) -> None:
        """A plate of a kilometre would have millions of holes: it is refused as any other size, and quickly."""
        for key in KINDS:
            for size in ((999.0, 999.0, 0.01), (0.2, 0.1, 10.1), (-1.0, 0.1, 0.1), (math.nan, 0.1, 0.1)):
                with self.subTest(key, size=size), self.assertRaises(ValidationError) as caught:
                    make_part("a", "a", key, 1.0, size)
                self.assertIn("size_m", str(caught.exception))

    def test_round_stays_round(self) -> None:
        """A tube that is made wider grows in both directions across; a longer one keeps its radius."""
        part = make_part("l", "l", "lens", 1.0, (0.2, 0.08, 0.08))
        tubes = [each for each in part.solids if hasattr(each, "radius_m")]
        for size, factor in (((0.2, 0.12, 0.08), 1.5), ((0.2, 0.04, 0.08), 0.5), ((0.3, 0.08, 0.08), 1.0)):
            new = resize_part(document([part], []), "l", size).parts_by_id["l"]
            for old, made in zip(tubes, new.solids, strict=True):
                self.assertAlmostEqual(made.radius_m / old.radius_m, factor)  # type: ignore[union-attr]
        tube = Tube(axis="z", radius_m=0.02, inner_radius_m=0.01, length_m=0.3)
        part = box("t", 1.0).changed(solids=(tube,))
        new = resize_part(document([part], []), "t", (0.08, 0.04, 0.3)).parts_by_id["t"]
        assert isinstance(new.solids[0], Tube)
        self.assertAlmostEqual(new.solids[0].radius_m, 0.04)
        self.assertAlmostEqual(new.solids[0].inner_radius_m, 0.02)

    def test_tracks_and_telescopes_go_along(self) -> None:
        """A plate twice as long slides twice as far; the rig is analysed with it at once."""
        start = lighthouse()
        plate = start.parts_by_id["tripod-plate"]
        size = size_of(plate)
        new = resize_part(start, "tripod-plate", (2 * size[0], size[1], size[2]))
        for old, made in zip(plate.hangs_by, new.parts_by_id["tripod-plate"].hangs_by, strict=True):
            if old.track is not None and made.track is not None:
                self.assertAlmostEqual(made.track.to_m - made.track.from_m, 2 * (old.track.to_m - old.track.from_m))
        before, after = (analyse(each, each.setups_by_id["evening"]) for each in (start, new))
        self.assertEqual(before.mass.mass_kg, after.mass.mass_kg)

    def test_what_would_fall_off_its_track_is_refused(self) -> None:
        """A plate made so short that something stands past its end is refused, with the place, and nothing changes."""
        start = lighthouse()
        setup = start.setups_by_id["workshop"]
        seat = seat_of(setup.by_id["rosette-bar"], setup, start.parts_by_id)
        assert seat is not None and seat.track is not None
        start = rigging.slide(start, "workshop", "rosette-bar", seat.track.from_m)
        rods = setup.by_id["short-rods"].part
        size = size_of(start.parts_by_id[rods])
        with self.assertRaises(Refused) as refused:
            resize_part(start, rods, (0.5 * size[0], size[1], size[2]))
        self.assertIn("off the track", told(refused.exception.said))
        resize_part(start, rods, (1.5 * size[0], size[1], size[2]))

    def test_bad_sizes(self) -> None:
        """Nothing, too small, too large, not a number: said with what is allowed."""
        start = lighthouse()
        for bad in (0.0, -0.1, 0.0009, 10.1, float("nan"), float("inf")):
            with self.assertRaises(Refused) as refused:
                resize_part(start, "bridge", (0.1, bad, 0.1))
            self.assertIn("1 mm", told(refused.exception.said))
        self.assertEqual(resize_part(start, "prime-25", (0.001, 0.001, 0.001)).parts_by_id["prime-25"].mass_kg, 0.52)
        with self.assertRaises(EquilixError):
            resize_part(start, "no such part", (0.1, 0.1, 0.1))


class AnotherKind(unittest.TestCase):
    """What was taken for the wrong thing."""

    def test_shape_and_mounts_of_the_new_kind(self) -> None:
        """Name, mass, price and pieces stay; shape, mounts and what it takes of power are the new kind's."""
        start = lighthouse()
        old = start.parts_by_id["microphone"]
        new = change_kind(start, "microphone", "transmitter").parts_by_id["microphone"]
        self.assertEqual((new.name, new.mass_kg, new.price, new.quantity), (old.name, old.mass_kg, old.price, 1))
        built = make_part("x", "x", "transmitter", 1.0, tuple(size_of(old).tolist()))
        self.assertEqual((new.kind, new.solids, new.hangs_by), ("transmitter", built.solids, built.hangs_by))
        self.assertEqual(new.electric, built.electric)

    def test_a_part_in_use_keeps_what_holds_it(self) -> None:
        """Where a rig hangs on a mount that the new kind has not, it is refused; so is a kind that is none."""
        with self.assertRaises(Refused) as refused:
            change_kind(lighthouse(), "boxy-body", "microphone")
        self.assertIn("Lamp room", told(refused.exception.said))
        for part, kind in (("microphone", "teapot"), ("no such part", "lens")):
            with self.assertRaises(Refused):
                change_kind(lighthouse(), part, kind)


class Families(unittest.TestCase):
    """What lies together on the mat."""

    def test_each_kind_is_in_one(self) -> None:
        """Every kind, once; a kind of another version lies with anything else."""
        listed = [kind.key for kinds in FAMILIES.values() for kind in kinds]
        self.assertEqual(sorted(listed), sorted(KINDS))
        self.assertEqual(len(listed), len(set(listed)))
        self.assertEqual(family_of(box("a", 1.0).changed(kind="from-tomorrow")), "other")
        self.assertEqual(family_of(make_part("b", "b", "battery", 1.0)), "power")


class TooThin(unittest.TestCase):
    """A part of several solids, made very small."""

    def test_it_is_refused(self) -> None:
        """A lip of a millimetre cannot become a hundredth of one: said, and nothing changes."""
        lip = Box(size_m=(0.1, 0.1, 0.001))
        part = make_part("a", "a", "block", 0.2).changed(solids=(Box(size_m=(0.1, 0.1, 0.1)), lip))
        kit = document([part], [])
        with self.assertRaises(Refused) as caught:
            resize_part(kit, "a", (0.1, 0.1, 0.002))
        self.assertIn("0.0001", told(caught.exception.said))


class ToMeasure(unittest.TestCase):
    """What a ruler measures is all of a part."""

    def test_the_usual_one(self) -> None:
        """Of its usual size a kind is built as it is built without a size."""
        for kind in KINDS:
            usual = make_part("a", "a", kind, 1.0)
            self.assertEqual(part_to_measure("a", "a", kind, 1.0, usual_size(kind)), usual, kind)

    def test_larger_and_smaller(self) -> None:
        """Half as large again, or a fifth smaller: measured so, but for rings, which stay round.

        What sticks out keeps its size where the kind says so: a knob is a knob.
        """
        for kind in KINDS:
            for factor in (0.8, 1.5):
                whole = tuple(factor * each for each in usual_size(kind))
                made = part_to_measure("a", "a", kind, 1.0, (whole[0], whole[1], whole[2]))
                off = float(np.abs(size_of(made) - whole).max())
                self.assertLess(off, 0.1 * max(whole) if kind in ROUND else 2e-5, (kind, factor))

    def test_a_motor_keeps_its_gear(self) -> None:
        """The body gives way; the gear that sticks out of it is not squeezed."""
        made = part_to_measure("a", "a", "motor", 0.2, (0.085, 0.05, 0.0472))
        (gear,), (usual,) = made.gears, make_part("a", "a", "motor", 0.2).gears
        self.assertAlmostEqual(gear.diameter_m, usual.diameter_m, places=4)
        np.testing.assert_allclose(size_of(made), (0.085, 0.05, 0.0472), atol=2e-5)


ROUND = ("grip-arm", "rail-handle", "gimbal-pan-arm", "gimbal-roll-arm", "gimbal-wide-roll-arm", "gimbal-ring",
         "sled-gimbal", "microphone", "shock-mount")  # fmt: skip
"""Kinds with a knob, a ring or a tube across whose size none of the three measures tells."""

if __name__ == "__main__":
    unittest.main()
