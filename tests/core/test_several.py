"""Several parts in one go: taken off, copied, mirrored to the other side."""

import math
import unittest

import numpy as np

from equilix.demo import lighthouse
from equilix.document import Document
from equilix.edits import kit, placing, rigging, several
from equilix.errors import Refused
from equilix.kit.mounts import MountPoint, Track
from equilix.rig.kinematics import Assembly, assemble
from equilix.rig.setups import Placement
from tests.core.builders import box, document
from tests.told import refused


def built(made: Document, setup_id: str = "rig") -> Assembly:
    """The rig of a document, put together."""
    return assemble(made.setups_by_id[setup_id], made.parts_by_id)


def caged(quantity: int = 2) -> Document:
    """A full cage with a handle on its left rail, 10 mm ahead, and a box strapped on top of that handle."""
    made, cage = kit.add_part(document([], []), "cage", "full-cage", 0.3, (0.045, 0.15, 0.115))
    made, handle = kit.add_part(made, "handle", "rail-handle", 0.16, (0.05, 0.034, 0.11), quantity=quantity)
    made, _ = kit.add_part(made, "pack", "usb-pack", 0.24, (0.14, 0.07, 0.016))
    made, _ = rigging.add(made, "rig", cage)
    made, _ = rigging.add(made, "rig", handle, "cage", "left rail", slide_m=0.01)
    made, _ = placing.strap_new(made, "rig", "pack", "cage", np.array((0.02, 0.05, 0.16)))
    return made


class TakenOff(unittest.TestCase):
    """Off with all that hangs on them."""

    def test_a_part_and_what_hangs_on_it(self) -> None:
        """Both chosen or one: what hangs on what has gone is not looked for again."""
        made = lighthouse()
        setup = made.setups_by_id["lamp-room"]
        carried = [each for each in setup.placements if each.parent is not None][-1]
        assert carried.parent is not None
        left = several.take_off(made, "lamp-room", [carried.id, carried.parent])
        self.assertEqual(left, rigging.remove(made, "lamp-room", carried.parent))
        self.assertEqual(several.tops(setup, [carried.id, carried.parent]), [carried.parent])


class Copied(unittest.TestCase):
    """Another piece of each."""

    def test_to_the_next_place_that_fits(self) -> None:
        """The second handle goes to the other rail; there is no third piece in the kit."""
        made, new = several.copy(caged(), "rig", ["handle"])
        placed = made.setups[0].by_id[new[0]]
        self.assertEqual((placed.part, placed.parent, placed.point), ("handle", "cage", "right rail"))
        with refused(self, Refused, "no more pieces of “handle”.*how many"):
            several.copy(made, "rig", ["handle"])

    def test_with_what_hangs_on_it(self) -> None:
        """A stack is copied as a stack: what hung on the first hangs on its copy."""
        made = lighthouse()
        stack = [
            (each.id, below)
            for each in made.setups_by_id["lamp-room"].placements
            for below in made.setups_by_id["lamp-room"].children[each.id]
            if each.parent is not None
        ]
        top, below = stack[0]
        by_id = made.setups_by_id["lamp-room"].by_id
        for key in (top, below):
            made = kit.change_part(made, by_id[key].part, quantity=5)
        made, new = several.copy(made, "lamp-room", [below, top])
        setup = made.setups_by_id["lamp-room"]
        self.assertEqual(len(new), 2)
        self.assertEqual({setup.by_id[key].part for key in new}, {by_id[top].part, by_id[below].part})
        copied = next(setup.by_id[key] for key in new if setup.by_id[key].part == by_id[below].part)
        self.assertIn(copied.parent, new)
        self.assertEqual(copied.point, by_id[below].point)

    def test_strapped_beside(self) -> None:
        """What is strapped is copied 30 mm to the left of the first, turned as it is."""
        made = kit.change_part(caged(), "pack", quantity=2)
        made = placing.turn_free(
            made, "rig", "usb-pack" if "usb-pack" in made.setups[0].by_id else "pack", (0.1, 0.2, 0.3)
        )
        key = next(each.id for each in made.setups[0].placements if each.part == "pack")
        made, new = several.copy(made, "rig", [key])
        found = built(made)
        first, second = found.index["pack"], found.index[new[0]]
        np.testing.assert_allclose(found.positions_m[second] - found.positions_m[first], (0, 0.03, 0), atol=1e-9)
        np.testing.assert_allclose(found.rotations[second], found.rotations[first], atol=1e-9)


class Mirrored(unittest.TestCase):
    """To the other side, for a left-handed operator."""

    def test_handle_and_pack(self) -> None:
        """From the left rail to the right one, as far ahead; the strapped pack across the middle of what carries it."""
        before = built(caged())
        after = built(several.mirror(caged(), "rig", ["handle", "pack"]))
        for key in ("handle", "pack"):
            was, now = before.part_cgs_m[before.index[key]], after.part_cgs_m[after.index[key]]
            np.testing.assert_allclose(now, was * (1, -1, 1), atol=1e-9, err_msg=key)
        self.assertEqual(after.setup.by_id["handle"].point, "right rail")
        self.assertAlmostEqual(after.setup.by_id["handle"].slide_m, 0.01)

    def test_there_and_back(self) -> None:
        """Mirrored twice, all is where it was."""
        made = placing.turn_free(caged(), "rig", "pack", (0.2, -0.1, 0.4))
        before, after = built(made), built(several.mirror(several.mirror(made, "rig", ["pack"]), "rig", ["pack"]))
        np.testing.assert_allclose(after.positions_m, before.positions_m, atol=1e-9)
        np.testing.assert_allclose(after.rotations, before.rotations, atol=1e-9)

    def test_two_change_places(self) -> None:
        """A handle on each side, 10 mm ahead and 5 mm behind: each takes the other's place."""
        made, new = several.copy(caged(), "rig", ["handle"])
        made = rigging.slide(made, "rig", new[0], -0.005)
        swapped = several.mirror(made, "rig", ["handle", new[0]]).setups[0].by_id
        self.assertEqual((swapped["handle"].point, swapped["handle"].slide_m), ("right rail", 0.01))
        self.assertEqual((swapped[new[0]].point, swapped[new[0]].slide_m), ("left rail", -0.005))

    def test_turned_the_other_way(self) -> None:
        """A part that leans 30° to one side on a screw in the middle leans 30° to the other."""
        post = box("post", 0.2, (0.02, 0.02, 0.2)).changed(
            hangs_by=(MountPoint(name="foot", kind="screw14", position_m=(0, 0, -0.1), direction=(0, 0, -1)),)
        )
        front = MountPoint(
            name="front", kind="screw14", position_m=(0.05, 0, 0), direction=(1, 0, 0), reference=(0, 0, 1), turns=True
        )
        base = box("base", 1.0).changed(offers=(front,))
        # the post lies ahead of the base; turned about x it carries its heavy side left or right
        heavy = post.changed(cg_m=(0.009, 0, 0))
        placements = [
            Placement(id="base", part="base"),
            Placement(id="post", part="post", parent="base", point="front", turn_rad=math.radians(30)),
        ]
        made = document([base, heavy], placements)
        before, after = built(made), built(several.mirror(made, "rig", ["post"]))
        np.testing.assert_allclose(after.part_cgs_m[1], before.part_cgs_m[1] * (1, -1, 1), atol=1e-9)

    def test_sideways_on_a_track(self) -> None:
        """On a track across, from 20 mm left to 20 mm right, on the same point."""
        plate = box("plate", 0.2, (0.05, 0.05, 0.02)).changed(
            hangs_by=(MountPoint(name="foot", kind="dovetail", position_m=(0, 0, -0.01), direction=(0, 0, -1)),)
        )
        track = Track(axis=(0, 1, 0), from_m=-0.03, to_m=0.03)
        base = box("base", 1.0).changed(
            offers=(MountPoint(name="top", kind="dovetail", position_m=(0, 0, 0.05), track=track),)
        )
        placements = [
            Placement(id="base", part="base"),
            Placement(id="plate", part="plate", parent="base", point="top", slide_m=0.02),
        ]
        made = several.mirror(document([base, plate], placements), "rig", ["plate"])
        self.assertAlmostEqual(made.setups[0].by_id["plate"].slide_m, -0.02)

    def test_no_place_there(self) -> None:
        """A half cage has no rail on the right: it says so, and what to do; nothing is half done."""
        made = caged()
        half = kit.add_part(made, "half", "half-cage", 0.2, (0.045, 0.15, 0.115))[0].parts[-1]
        cage = made.parts_by_id["cage"].changed(offers=half.offers, solids=half.solids)
        made = made.changed(parts=tuple(cage if part.id == "cage" else part for part in made.parts))
        with refused(self, Refused, "cage has no free place for “handle” on its other side.*bench"):
            several.mirror(made, "rig", ["pack", "handle"])

    def test_the_root_stands(self) -> None:
        """What carries all else stays where it is."""
        made = caged()
        self.assertEqual(several.mirror(made, "rig", ["cage"]), made)
