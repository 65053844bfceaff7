"""The part bench: points, solids, grips, power, what fits; edits that setups follow, or say why not."""

import itertools
import unittest

import numpy as np
from pydantic_core import ValidationError

from equilix.analysis import analyse
from equilix.checks.rules import Check
from equilix.demo import lighthouse
from equilix.document import Document
from equilix.edits import (
    balance_point,
    carrying,
    electric,
    grips,
    joints,
    kit,
    points,
    rigging,
    rooms,
    shape,
    solids,
    working,
)
from equilix.errors import Refused
from equilix.kit.fits import fits
from equilix.kit.mount_kinds import MOUNT_KINDS
from equilix.kit.mounts import MountPoint
from equilix.kit.parts import Part
from equilix.result import Result
from tests.core.builders import one_part
from tests.told import refused, told


class Points(unittest.TestCase):
    """Mounting points, on all sides."""

    def test_add_change_remove(self) -> None:
        """A screw on the left side, moved, rated, with two screws; gone again."""
        made, part = one_part()
        made, name = points.add_point(
            made, part, "offers", "screw14", name="left", position_m=(0, 0.05, 0.03), direction=(0, 1, 0)
        )
        made = points.change_point(made, part, "offers", name, position_m=(0.02, 0.05, 0.03), screws=2, most_nm=3.0)
        point = made.parts_by_id[part].offered("left")
        assert point is not None
        self.assertEqual((point.screws, point.most_nm, point.position_m), (2, 3.0, (0.02, 0.05, 0.03)))
        self.assertIsNone(points.remove_point(made, part, "offers", "left").parts_by_id[part].offered("left"))

    def test_names_are_told_apart(self) -> None:
        """The second of a name gets a number; a name that is taken is refused."""
        made, part = one_part()
        made, first = points.add_point(made, part, "offers", "shoe")
        made, second = points.add_point(made, part, "offers", "shoe")
        self.assertEqual((first, second), ("shoe", "shoe 2"))
        with refused(self, Refused, "already"):
            points.change_point(made, part, "offers", second, name="shoe")

    def test_so_is_all_else_of_which_there_are_several(self) -> None:
        """Two grips, controls, gears or joints of one name could not be told apart where they are dragged."""
        for add, change, field in (
            (grips.add_grip, grips.change_grip, "grips"), (working.add_control, working.change_control, "controls"),
            (working.add_gear, working.change_gear, "gears"), (joints.add_pivot, joints.change_pivot, "joints"),
        ):  # fmt: skip
            made, part = one_part()
            made, first = add(made, part)
            made, second = add(change(made, part, first, name="one"), part)
            with refused(self, Refused, f"two of its {field} are called “one”"):
                change(made, part, second, name="one")

    def test_a_new_name_in_every_setup(self) -> None:
        """What hangs there, and what hangs by it, hangs as before: every setup is analysed to the same."""
        made = lighthouse()
        for side, part, old in (("offers", "base", "dovetail"), ("hangs_by", "bridge", "foot")):
            new = points.change_point(made, part, side, old, name="renamed")  # type: ignore[arg-type]
            self.assertNotEqual(new, made)
            for setup in made.setups:
                one, other = analyse(made, setup), analyse(new, new.setups_by_id[setup.id])
                np.testing.assert_allclose(one.mass.cg_m, other.mass.cg_m, atol=1e-12)

    def test_what_is_in_use_stays(self) -> None:
        """The dovetail of the base carries the camera: it is not taken away, nor made one of another kind."""
        made = lighthouse()
        with refused(self, Refused, "Lamp room.*Take off what is mounted there first"):
            points.remove_point(made, "base", "offers", "dovetail")
        with self.assertRaises(Refused):
            points.change_point(made, "base", "offers", "dovetail", kind="rail")
        with self.assertRaises(Refused):
            points.remove_point(made, "bridge", "hangs_by", "foot")

    def test_moving_a_point_moves_what_hangs_there(self) -> None:
        """20 mm ahead on the base: the whole camera with it."""
        made = lighthouse()
        x, y, z = made.parts_by_id["base"].offers[0].position_m
        after = points.change_point(made, "base", "offers", "dovetail", position_m=(x + 0.02, y, z))
        one, other = (analyse(each, each.setups_by_id["lamp-room"]) for each in (made, after))
        self.assertGreater(float(other.mass.cg_m[0] - one.mass.cg_m[0]), 0.01)

    def test_a_grid(self) -> None:
        """Three by two at 10 and 20 mm: each place once, each with its own name, all like the first."""
        made, part = one_part()
        made, name = points.add_point(made, part, "offers", "screw14", name="hole", position_m=(0, 0, 0.06))
        made = points.row(made, part, "offers", name, (3, 2), ((0.01, 0, 0), (0, 0.02, 0)))
        found = [point for point in made.parts_by_id[part].offers if point.name.startswith("hole")]
        places = {tuple(round(1000 * each) for each in point.position_m) for point in found}
        self.assertEqual(places, {(x, y, 60) for x, y in itertools.product((0, 10, 20), (0, 20))})
        self.assertEqual(len({point.name for point in found}), 6)
        self.assertEqual({point.kind for point in found}, {"screw14"})

    def test_a_ring(self) -> None:
        """Four about the lens axis: each a quarter on, each looking outwards."""
        made, part = one_part()
        made, name = points.add_point(
            made, part, "offers", "screw14", name="eye", position_m=(0.01, 0, 0.05), direction=(0, 0, 1)
        )
        made = points.ring(made, part, "offers", name, 4, 0)
        found = {point.name: point for point in made.parts_by_id[part].offers if point.name.startswith("eye")}
        self.assertEqual(len(found), 4)
        for point in found.values():
            outward = np.array(point.position_m) * (0, 1, 1)
            np.testing.assert_allclose(outward / np.linalg.norm(outward), point.direction, atol=1e-9)
        self.assertEqual(found["eye 3"].position_m, (0.01, 0.0, -0.05))

    def test_too_many(self) -> None:
        """A pattern of 10,000 is refused with both figures, and nothing is lost."""
        made, part = one_part()
        made, name = points.add_point(made, part, "offers", "screw14", name="hole")
        with refused(self, Refused, "10,001.*400"):
            points.row(made, part, "offers", name, (100, 100), ((0.01, 0, 0), (0, 0.01, 0)))
        with refused(self, Refused, "At most 400"):  # said at once: a hundred million are not made first
            points.row(made, part, "offers", name, (10_000, 10_000), ((0.01, 0, 0), (0, 0.01, 0)))
        with self.assertRaises(Refused):
            points.row(made, part, "offers", name, (1, 1), ((0.01, 0, 0), (0, 0.01, 0)))
        with self.assertRaises(Refused):
            points.ring(made, part, "offers", name, 1, 0)

    def test_bad_values(self) -> None:
        """No screw at all; a direction of no length."""
        made, part = one_part()
        made, name = points.add_point(made, part, "offers", "screw14")
        for updates in ({"screws": 0}, {"most_kg": -1.0}, {"name": ""}):
            with self.assertRaises(Refused):
                points.change_point(made, part, "offers", name, **updates)
        with self.assertRaises(Refused):
            points.change_point(made, part, "offers", "nowhere", screws=2)


class Solids(unittest.TestCase):
    """What a part is made of."""

    def part(self, made: Document, part: str) -> Part:
        """The part of that id."""
        return made.parts_by_id[part]

    def test_add_change_remove(self) -> None:
        """A tube beside the block; the mass is shared by volume, and the CG goes where the volumes have it."""
        made, part = one_part()
        made, number = solids.add_solid(
            made, part, "box", centre_m=(0.15, 0.0, 0.03), size_m=(0.1, 0.1, 0.06)
        )  # half of the volume of the block
        block = self.part(made, part).solids[0]
        wanted = (2 * block.centre_m[0] + 0.15) / 3
        self.assertAlmostEqual(float(self.part(made, part).body().cg_m[0]), wanted)
        made = solids.change_solid(made, part, number, shape="tube")
        self.assertEqual(self.part(made, part).solids[1].shape, "tube")
        made = solids.change_solid(made, part, number, radius_m=0.02, inner_radius_m=0.018, length_m=0.3)
        made = solids.remove_solid(made, part, number)
        self.assertEqual(len(self.part(made, part).solids), 1)

    def test_weights(self) -> None:
        """Where the others have weights, a new one has their mean."""
        made, part = one_part("rosette-bar")
        weights = [each.weight for each in self.part(made, part).solids]
        assert None not in weights
        made, number = solids.add_solid(made, part, "cylinder")
        self.assertAlmostEqual(self.part(made, part).solids[number].weight or 0, sum(weights) / len(weights))  # type: ignore[arg-type]

    def test_from_shape_to_shape(self) -> None:
        """A box of 30 × 30 × 200 mm becomes a cylinder along it, and a box again of the same size."""
        made, part = one_part()
        made = solids.change_solid(made, part, 0, size_m=(0.03, 0.03, 0.2))
        made = solids.change_solid(made, part, 0, shape="cylinder")
        found = self.part(made, part).solids[0]
        self.assertEqual((found.shape, found.axis), ("cylinder", "z"))  # type: ignore[union-attr]
        made = solids.change_solid(made, part, 0, shape="box")
        self.assertEqual(self.part(made, part).solids[0].size_m, (0.03, 0.03, 0.2))  # type: ignore[union-attr]

    def test_refusals(self) -> None:
        """The last one; a tube without a wall; one that is not there; a size of nothing."""
        made, part = one_part()
        with refused(self, Refused, "all that"):
            solids.remove_solid(made, part, 0)
        made, number = solids.add_solid(made, part, "tube")
        with self.assertRaises(Refused):
            solids.change_solid(made, part, number, inner_radius_m=0.5)
        with self.assertRaises(Refused):
            solids.change_solid(made, part, 7, weight=1.0)
        with self.assertRaises(Refused):
            solids.change_solid(made, part, 0, size_m=(0.0, 0.1, 0.1))

    def test_another_kind_forgets_the_balance(self) -> None:
        """Its marks are gone with its shape."""
        made, part = one_part()
        made = balance_point.balance_on_finger(made, part, "x", "front", 0.05)
        self.assertEqual(shape.change_kind(made, part, "rods").parts_by_id[part].balance, ())


class Rooms(unittest.TestCase):
    """What stays free, and what is told where something stands there."""

    def test_add_change_remove(self) -> None:
        """A screen at the left of a block; larger; another is refused its size; gone."""
        made, part = one_part()
        made, number = rooms.add_room(made, part, "screen")
        room = made.parts_by_id[part].keeps_free[number]
        self.assertEqual((room.name, room.size_m), ("screen", (0.04, 0.04, 0.04)))
        left = max(float(s.centre_m[1] + s.half_m[1]) for s in made.parts_by_id[part].solids)
        self.assertAlmostEqual(room.centre_m[1] - 0.02, left)
        made = rooms.change_room(made, part, number, size_m=(0.08, 0.01, 0.06), name="battery door")
        with self.assertRaises(Refused):
            rooms.change_room(made, part, number, size_m=(0.0, 0.01, 0.06))
        with refused(self, Refused, "no room 3"):
            rooms.remove_room(made, part, 2)
        self.assertEqual(rooms.remove_room(made, part, number).parts_by_id[part].keeps_free, ())

    def test_it_is_checked_by_its_name(self) -> None:
        """Over the camera body stands its handle: what opens there is told by name, and what is in its way."""
        made = lighthouse()
        made, number = rooms.add_room(made, "boxy-body", "memory cards")
        fine = [told(check.title) for check in _rooms(made) if check.level == "fine"]
        self.assertIn("Memory cards of the boxy cinema body", fine)
        made = rooms.change_room(made, "boxy-body", number, centre_m=(0.01, 0.0, 0.15))
        stops = [check for check in _rooms(made) if check.level == "stop"]
        self.assertEqual([told(check.title) for check in stops], ["Memory cards of the boxy cinema body"])
        self.assertIn("top handle", told(stops[0].said))


def _rooms(made: Document) -> list[Check]:
    analysis = analyse(made, made.setups_by_id["lamp-room"])
    return [check for check in Result(analysis).checks if check.key == "room"]


class Fits(unittest.TestCase):
    """What fits what: by kind, and by the size that counts."""

    def point(self, kind: str, **more: object) -> MountPoint:
        """A point of a kind."""
        return MountPoint(name="p", kind=kind, position_m=(0, 0, 0), **more)

    def test_both_ends_of_a_clamp(self) -> None:
        """A clamp of 60 to 95 mm: 60 and 95 fit, 59.9 and 95.1 do not, what is not known fits."""
        clamp = self.point("front", takes_m=(0.060, 0.095))
        for size, ok in ((0.060, True), (0.095, True), (0.0599, False), (0.0951, False), (None, True)):
            self.assertEqual(fits(self.point("front", size_m=size), clamp), ok, size)
        self.assertTrue(fits(self.point("front", size_m=0.2), self.point("front")))

    def test_another_kind_never(self) -> None:
        """Every kind fits itself and no other; a size counts only where the kind is one that is measured."""
        for one, other in itertools.product(MOUNT_KINDS, MOUNT_KINDS):
            self.assertEqual(fits(self.point(one), self.point(other)), one == other)
        self.assertTrue(fits(self.point("shoe", size_m=0.5), self.point("shoe", takes_m=(0.01, 0.02))))

    def test_a_size_the_wrong_way_round(self) -> None:
        """From 95 to 60 mm is no range."""
        with self.assertRaises(ValidationError):
            self.point("front", takes_m=(0.095, 0.060))

    def test_a_lens_that_is_too_wide_for_the_matte_box(self) -> None:
        """A front of 150 mm is refused with both figures and what to do; a resize says so too."""
        made = lighthouse()
        made, wide = kit.add_part(made, "wide lens", "lens", 1.0, (0.1, 0.15, 0.15))
        with refused(self, Refused, r"it takes 60 mm to 130 mm, and this measures 150 mm.*adapter"):
            rigging.exchange(made, "lamp-room", "lens", wide)
        with refused(self, Refused, "it takes 60 mm to 130 mm"):
            shape.resize_part(made, made.setups_by_id["lamp-room"].by_id["lens"].part, (0.185, 0.15, 0.15))
        fine = shape.resize_part(made, wide, (0.1, 0.12, 0.12))
        self.assertAlmostEqual(fine.parts_by_id[wide].offers[0].size_m or 0, 0.12)
        rigging.exchange(fine, "lamp-room", "lens", wide)

    def test_only_what_fits_is_offered(self) -> None:
        """A gear for a barrel of 60 to 66 mm is offered no lens of the demo; one that fits is."""
        made = lighthouse()
        made, small = kit.add_part(made, "small gear", "lens-gear", 0.04, (0.012, 0.076, 0.076))
        made, large = kit.add_part(made, "large gear", "lens-gear", 0.04, (0.012, 0.099, 0.099))
        setup = made.setups_by_id["lamp-room"]
        barrel = made.parts_by_id[setup.by_id["lens"].part].offered("focus ring")
        assert barrel is not None
        self.assertAlmostEqual(barrel.size_m or 0, 0.104 * 0.84, places=4)
        self.assertEqual(rigging.fitting_points(made, setup, made.parts_by_id[small]), [])
        self.assertEqual(
            [p[1].name for p in rigging.fitting_points(made, setup, made.parts_by_id[large])], ["focus ring"]
        )


class Grips(unittest.TestCase):
    """Where a part is held and where it lies on the shoulder."""

    def test_add_change_remove(self) -> None:
        """A block with a handle on it: in its middle first; wrapped in rubber, 30 mm thick, for the left hand."""
        made, part = one_part()
        made, number = grips.add_grip(made, part)
        np.testing.assert_allclose(made.parts_by_id[part].grips[number].position_m, made.parts_by_id[part].body().cg_m)
        made, other = grips.add_grip(made, part)
        self.assertEqual([grip.name for grip in made.parts_by_id[part].grips], ["grip", "grip 2"])
        made = grips.change_grip(made, part, other, surface="leather", diameter_m=0.03, side="left", axis=(1, 0, 0))
        found = made.parts_by_id[part].grips[other]
        self.assertEqual(
            (found.surface, found.diameter_m, found.side, found.axis), ("leather", 0.03, "left", (1, 0, 0))
        )
        made = grips.remove_grip(made, part, number)
        self.assertEqual([grip.name for grip in made.parts_by_id[part].grips], ["grip 2"])
        with refused(self, Refused, "no grip 5"):
            grips.change_grip(made, part, 4, side="left")
        with self.assertRaises(Refused):
            grips.change_grip(made, part, 0, diameter_m=2.0)

    def test_it_is_held_there(self) -> None:
        """A rig of one block with two grips to its sides is carried in both hands, half and half (statics)."""
        made, part = one_part()
        for y in (0.05, -0.05):
            made, number = grips.add_grip(made, part)
            made = grips.change_grip(made, part, number, position_m=(0.0, y, 0.03))
        if not made.setups:
            made, _ = kit.add_setup(made, "rig")
        setup = made.setups[0].id
        made, _ = rigging.add(made, setup, part)
        made = carrying.choose_way(made, setup, "handheld")
        found = analyse(made, made.setups_by_id[setup])
        hands = [float(contact.force_n[2]) for contact in found.holding.contacts if contact.hand]
        self.assertEqual(len(hands), 2)
        np.testing.assert_allclose(hands, found.weight_n / 2, rtol=1e-6)

    def test_a_pad(self) -> None:
        """Under the middle of the block; then it can lie on a shoulder; taken away, it cannot."""
        made, part = one_part()
        made = grips.change_pad(made, part, length_m=0.11)
        pad = made.parts_by_id[part].pad
        assert pad is not None
        low = float(min((s.centre_m[2] - s.half_m[2]) for s in made.parts_by_id[part].solids))
        self.assertAlmostEqual(pad.centre_m[2], low)
        self.assertAlmostEqual(pad.length_m, 0.11)
        if not made.setups:
            made, _ = kit.add_setup(made, "rig")
        made, _ = rigging.add(made, made.setups[0].id, part)
        self.assertIsNotNone(analyse(made, made.setups[0]).support)
        made = grips.remove_pad(made, part)
        self.assertIsNone(analyse(made, made.setups[0]).support)


class Electric(unittest.TestCase):
    """What a part made in the window gives and takes."""

    def test_sockets(self) -> None:
        """One more, changed, gone; one that a cable goes to stays, and it is said in which setup."""
        made, part = one_part()
        made = electric.add_socket(made, part, "outputs")
        made = electric.add_socket(made, part, "outputs")
        names = [each.name for each in made.parts_by_id[part].electric.outputs]  # type: ignore[union-attr]
        self.assertEqual(len(set(names)), 2)
        made = electric.change_socket(made, part, "outputs", 1, volts=7.4)
        self.assertEqual(made.parts_by_id[part].electric.outputs[1].volts, 7.4)  # type: ignore[union-attr]
        made = electric.remove_socket(made, part, "outputs", 0)
        self.assertEqual(len(made.parts_by_id[part].electric.outputs), 1)  # type: ignore[union-attr]
        demo = lighthouse()
        cable = next(each for each in demo.setups_by_id["lamp-room"].cables if each.output is not None)
        source = demo.setups_by_id["lamp-room"].by_id[cable.start].part
        sockets = demo.parts_by_id[source].electric.outputs  # type: ignore[union-attr]
        used = next(k for k, each in enumerate(sockets) if each.name == cable.output)
        with refused(self, Refused, "A cable goes to .*Lamp room.*Take the cable off first"):
            electric.remove_socket(demo, source, "outputs", used)
        with refused(self, Refused, "has no socket 9"):
            electric.remove_socket(demo, source, "outputs", 8)

    def test_from_nothing(self) -> None:
        """A block gets a draw; an impossible one is refused with what is allowed."""
        made, part = one_part()
        made = electric.change_electric(made, part, volts=14.4)
        found = made.parts_by_id[part].electric
        assert found is not None
        self.assertEqual(found.volts, 14.4)
        with self.assertRaises(Refused):
            electric.change_electric(made, part, volts=-3.0)


if __name__ == "__main__":
    unittest.main()
