"""Lenses swapped with all that belongs to them."""

import unittest

from equilix.change.lens_table import apply_cell
from equilix.demo.lighthouse import lighthouse
from equilix.document import Document
from equilix.edits import kit, placing, rigging
from equilix.edits.follow import follow_lens
from equilix.edits.lenses import (
    belongings,
    change_lens_set,
    choose_marked,
    forget_lens_set,
    lenses_of,
    swap_lens,
    use_lenses_bare,
)
from equilix.errors import Refused
from equilix.faults import document_faults
from equilix.rig.clearance import overlaps
from equilix.rig.kinematics import Assembly, assemble
from equilix.store.differences import differences
from equilix.words.telling import tell
from tests.told import refused


def parts_on(document: Document, setup_id: str) -> list[str]:
    """The parts of a setup by id, in their order."""
    return sorted(placement.part for placement in document.setups_by_id[setup_id].placements)


def assembled(document: Document, setup_id: str) -> Assembly:
    """A setup put together."""
    return assemble(document.setups_by_id[setup_id], document.parts_by_id)


TRIPOD_ZERO_M = 0.100
"""What the scale of the long tripod plate reads at slide 0."""


class Swapped(unittest.TestCase):
    """The demo's lamp room with other lenses."""

    def setUp(self) -> None:
        self.document = lighthouse()

    def test_the_set_goes_on_and_off(self) -> None:
        """A prime needs no support; the heavy zoom brings it back, and the matte box stays through both."""
        prime = swap_lens(self.document, "lamp-room", "prime-35")
        self.assertNotIn("lens-support", parts_on(prime, "lamp-room"))
        self.assertIn("matte-box", parts_on(prime, "lamp-room"))
        again = swap_lens(prime, "lamp-room", "zoom-28-80")
        self.assertEqual(parts_on(again, "lamp-room"), parts_on(self.document, "lamp-room"))
        self.assertEqual(document_faults(again), ())

    def test_an_adapter_goes_between_and_out_again(self) -> None:
        """The macro stands on its adapter, on the mount of the camera; the next lens stands on that mount itself."""
        macro = swap_lens(self.document, "lamp-room", "macro-100")
        setup = macro.setups_by_id["lamp-room"]
        lens = setup.by_id[lenses_of(macro, setup)[0]]
        under = setup.by_id[lens.parent or ""]
        self.assertEqual((under.part, under.parent, under.point), ("adapter", "body", "lens mount"))
        self.assertEqual(swap_lens(macro, "lamp-room", "macro-100"), macro)
        back = swap_lens(macro, "lamp-room", "zoom-24-70").setups_by_id["lamp-room"]
        self.assertEqual((back.by_id["lens"].parent, back.by_id["lens"].point), ("body", "lens mount"))
        self.assertNotIn("adapter", [each.part for each in back.placements])

    def test_an_adapter_under_a_lens_that_is_strapped(self) -> None:
        """The adapter is strapped where the lens was, and the lens stands on it."""
        strapped = placing.strap(self.document, "lamp-room", "lens", "body")
        pose = strapped.setups_by_id["lamp-room"].by_id["lens"].pose
        macro = swap_lens(strapped, "lamp-room", "macro-100")
        setup = macro.setups_by_id["lamp-room"]
        lens = setup.by_id[lenses_of(macro, setup)[0]]
        under = setup.by_id[lens.parent or ""]
        self.assertEqual((under.part, under.parent, under.point, under.pose), ("adapter", "body", None, pose))
        self.assertIsNone(lens.pose)
        self.assertEqual(document_faults(macro), ())

    def test_without_a_set_all_stays(self) -> None:
        """What hung on the lens before hangs on the new one, at the point of the same name."""
        bare = forget_lens_set(self.document, "zoom-70-200")
        swapped = swap_lens(bare, "lamp-room", "zoom-70-200")
        wanted = [each.replace("zoom-28-80", "zoom-70-200") for each in parts_on(bare, "lamp-room")]
        self.assertEqual(parts_on(swapped, "lamp-room"), sorted(wanted))
        self.assertEqual(swap_lens(bare, "evening", "zoom-70-200"), bare)

    def test_bare_lenses_go_with_their_adapters_alone(self) -> None:
        """On a gimbal nothing is hung in front; an adapter is needed there too."""
        self.assertEqual(
            set(parts_on(swap_lens(self.document, "stairs", "macro-100"), "stairs"))
            - set(parts_on(self.document, "stairs")),
            {"macro-100", "adapter"},
        )
        full = use_lenses_bare(self.document, "stairs", False)
        self.assertIn("matte-box", parts_on(swap_lens(full, "stairs", "prime-25"), "stairs"))

    def test_a_filter_goes_before_the_box(self) -> None:
        """What is named later hangs in front of what is named before it."""
        made = change_lens_set(self.document, "prime-50", along=("nd-filter", "matte-box"))
        setup = swap_lens(made, "evening", "prime-50").setups_by_id["evening"]
        by_part = {each.part: each for each in setup.placements}
        self.assertEqual(setup.by_id[by_part["matte-box"].parent or ""].part, "nd-filter")
        self.assertEqual(setup.by_id[by_part["nd-filter"].parent or ""].part, "prime-50")

    def test_what_nothing_takes_is_left_off(self) -> None:
        """The tripod rig has no rods for a lens support."""
        self.assertNotIn("lens-support", parts_on(swap_lens(self.document, "evening", "zoom-28-80"), "evening"))

    def test_the_focus_follows_the_gear(self) -> None:
        """The driving gear stands beside that of the lens, though plans leave the follow focus alone."""
        made = assembled(swap_lens(self.document, "lamp-room", "prime-50"), "lamp-room")
        lens, focus = made.index["lens"], made.index["follow-focus"]
        driven = made.place_m(lens, made.parts[lens].gears[0].position_m)
        driving = made.place_m(focus, made.parts[focus].gears[0].position_m, beyond=1)
        self.assertAlmostEqual(driven[0], driving[0], delta=0.0006)
        self.assertNotIn(("follow-focus", "matte-box"), [tuple(sorted(pair)) for pair in overlaps(made)])

    def test_the_support_stands_under_the_lens(self) -> None:
        """From in front of a short one it is slid to seven tenths of the barrel (common practice, no source)."""
        free = rigging.remove(self.document, "lamp-room", "follow-focus")
        made = assembled(
            swap_lens(change_lens_set(free, "prime-85", along=("lens-support",)), "lamp-room", "prime-85"), "lamp-room"
        )
        low, high = (made.to_rig("lens", (x, 0, 0))[0] for x in (0.0, 0.098))
        at = made.positions_m[made.index["lens-support"]][0]
        self.assertAlmostEqual((at - low) / (high - low), 0.7, delta=0.01)

    def test_nothing_follows_what_is_not_there(self) -> None:
        """Said in words."""
        with refused(self, Refused, "nowhere"):
            follow_lens(self.document, "lamp-room", "nowhere")

    def test_on_a_camera_without_a_lens(self) -> None:
        """It goes on the free mount; where no camera is on there is none."""
        empty = rigging.remove(self.document, "stairs", "lens")
        made = swap_lens(empty, "stairs", "prime-25")
        self.assertEqual(len(lenses_of(made, made.setups_by_id["stairs"])), 1)
        none = rigging.remove(self.document, "stairs", "body")
        with refused(self, Refused, "No camera in “112 steps” has a free mount for 25 mm prime. Put a camera on first"):
            swap_lens(none, "stairs", "prime-25")

    def test_one_edit_puts_it_on_its_mark(self) -> None:
        """Lens, set and plate in one go."""
        made = apply_cell(self.document, "evening", "prime-25").setups_by_id["evening"]
        self.assertEqual(made.by_id["lens"].part, "prime-25")
        self.assertAlmostEqual(made.by_id["tripod-plate"].slide_m, 0.089 - TRIPOD_ZERO_M)


class Sets(unittest.TestCase):
    """What goes on with a lens is told once, and stays sound."""

    def setUp(self) -> None:
        self.document = lighthouse()

    def test_what_cannot_be(self) -> None:
        """A lens belongs to no lens, and only an adapter is one."""
        for given, said in (
            ({"lens_id": "base"}, "“long shoulder base with pad” is no lens"),
            ({"lens_id": "prime-25", "along": ("prime-35",)}, "“35 mm prime” cannot go on along with a lens"),
            ({"lens_id": "prime-25", "along": ("boxy-body",)}, "“boxy cinema body” cannot go on along with a lens"),
            ({"lens_id": "prime-25", "adapter": "matte-box"}, "“matte box” is no adapter"),
            ({"lens_id": "prime-25", "along": ("nowhere",)}, "nowhere"),
            ({"lens_id": "prime-25", "along": ("nd-filter",) * 13}, "12"),
        ):
            with self.subTest(given=given), refused(self, Refused, said):
                change_lens_set(self.document, **given)  # type: ignore[arg-type]
        with refused(self, Refused, "Nothing has been said of what goes on with “boxy cinema body”"):
            forget_lens_set(self.document, "boxy-body")

    def test_a_part_that_leaves_the_kit_leaves_the_sets(self) -> None:
        """Of a lens the set goes, of what is along it goes out of every set."""
        bare = rigging.remove(rigging.remove(self.document, "lamp-room", "matte-box"), "evening", "matte-box")
        less = kit.remove_part(kit.remove_part(bare, "matte-box"), "adapter")
        less = kit.remove_part(less, "prime-50")
        self.assertEqual(document_faults(less), ())
        self.assertNotIn("prime-50", less.lens_sets_by_lens)
        self.assertEqual(less.lens_sets_by_lens["zoom-28-80"].along, ("lens-support",))
        self.assertIsNone(less.lens_sets_by_lens["macro-100"].adapter)

    def test_a_set_of_what_is_not_there_is_a_fault(self) -> None:
        """A file may name parts that are gone: it is said where."""
        broken = self.document.changed(parts=tuple(p for p in self.document.parts if p.id != "adapter"))
        said = [tell(fault.said) for fault in document_faults(broken)]
        self.assertEqual(len(said), 1)
        self.assertIn("what goes on with the lens “macro-100”: there is no part “adapter” in the kit", said[0])
        twice = self.document.changed(lens_sets=(*self.document.lens_sets, self.document.lens_sets[0]))
        self.assertTrue(document_faults(twice))

    def test_what_belongs_to_a_lens(self) -> None:
        """What hangs on it, its support, its adapter, and what any set names."""
        setup = self.document.setups_by_id["lamp-room"]
        self.assertEqual(set(belongings(self.document, setup, "lens")), {"matte-box", "lens-support"})
        motor = change_lens_set(self.document, "prime-25", along=("follow-focus",))
        self.assertIn("follow-focus", belongings(motor, setup, "lens"))

    def test_a_difference_is_told(self) -> None:
        """By the name of the lens; of a setup by what it is."""
        changed = change_lens_set(self.document, "prime-25")
        changed = choose_marked(changed, "evening", "tripod-plate")
        said = [tell(each) for each in differences(self.document, use_lenses_bare(changed, "evening", True))]
        self.assertEqual(
            said,
            [
                "Setup “Evening light”: whether lenses go on bare, what has the marks of the lenses",
                "What goes on with “25 mm prime”",
            ],
        )


if __name__ == "__main__":
    unittest.main()
