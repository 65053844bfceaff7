"""Conversions in words, and how long they take."""

import unittest

from equilix.analysis import analyse
from equilix.change.conversion.conversion import convert, minutes_between
from equilix.change.conversion.state import (
    Set,
    TakeOff,
)
from equilix.change.parts_list import parts_list
from equilix.checks.build_order import Heaps, strip_order
from equilix.demo.lighthouse import lighthouse
from equilix.edits import kit, placing, rigging, timing
from equilix.errors import Refused
from equilix.faults import document_faults
from equilix.kit.catalogue import make_part
from equilix.kit.fastenings import MINUTES, fastening_of, minutes_of, pace
from equilix.kit.mount_kinds import MOUNT_KINDS, mount_kind
from equilix.kit.mounts import Track
from equilix.rig.setups import Placement, Setup
from equilix.store.differences import differences
from tests.told import refused, told


class Words(unittest.TestCase):
    """What is said of the steps."""

    def setUp(self) -> None:
        self.document = lighthouse()

    def said(self, start: str, end: str) -> list[str]:
        """Every step as a sentence."""
        return [told(move.text) for move in convert(self.document, start, end).moves]

    def test_the_causeway_from_the_stairs(self) -> None:
        """The gimbal stays built; the sled comes out of the case with gimbal, stage and spar on it."""
        said = self.said("stairs", "causeway")
        self.assertEqual(said[0], "Set the rig down; switch it off, and leave it built: nothing of it is needed")
        comes = "Begin with the sled post; sled gimbal with handle, sled top stage and sled bottom spar come with it"
        self.assertTrue(said[1].startswith(comes))
        self.assertIn("scale reads 146 mm", said[1])
        self.assertIn("Put it on the vest with spring arm, setting 4", said)
        self.assertTrue(said[-1].startswith("Hands open around it: let go a little and look."))

    def test_power_off_once(self) -> None:
        """Signal first; then it is switched off, once, before the first power cable or the battery."""
        said = self.said("lamp-room", "workshop")
        self.assertTrue(said[1].startswith("Unplug the picture cable of the monitor “A”"))
        self.assertTrue(said[2].startswith("Switch off. Unplug the power cable"))
        self.assertEqual(sum("Switch off" in each for each in said), 1)
        self.assertIn("Slide the top handle to −20 mm", said)
        self.assertIn("Turn the left handle on an arm to 0°", said)
        battery = self.said("workshop", "lamp-room")
        self.assertIn("Switch off. Press the latch and lift the 98 Wh wedge battery off the boxy cinema body", battery)

    def test_with_all_that_is_on_it(self) -> None:
        """A unit goes as a whole, and is told so."""
        self.assertIn(
            "Unlock the bridge plate and slide it off the long shoulder base with pad, with all that is on it",
            self.said("lamp-room", "workshop"),
        )


class Strapped(unittest.TestCase):
    """What is strapped so that it slides is held by its strap, and its scale is told."""

    def setUp(self) -> None:
        document = placing.strap(lighthouse(), "lamp-room", "transmitter", "body")
        document = placing.strap_track(document, "lamp-room", "transmitter", Track(from_m=-0.05, to_m=0.05))
        self.document = kit.add_setup(document, "Other", like="lamp-room")[0]

    def test_slid(self) -> None:
        """To another mark: that is said, and takes as long as a strap."""
        moved = rigging.slide(self.document, "lamp-room", "transmitter", 0.02)
        (step,) = [each for each in convert(moved, "other", "lamp-room").moves if isinstance(each.step, Set)]
        self.assertEqual(told(step.text), "Slide the wireless video transmitter to 20 mm")
        self.assertEqual((step.minutes, told(step.tool)), (MINUTES["strap"], "strap or hook and loop"))

    def test_taken_off(self) -> None:
        """By its strap, here and in the order to strip, where its mark is noted; the list of parts knows it."""
        analysis = analyse(self.document, self.document.setups_by_id["lamp-room"])
        off = "Undo the strap of the wireless video transmitter on the boxy cinema body"
        bare = rigging.remove(self.document, "other", "transmitter")
        (step,) = [each for each in convert(bare, "lamp-room", "other").moves if isinstance(each.step, TakeOff)]
        self.assertEqual((told(step.text), step.minutes), (off, MINUTES["strap"]))
        strip = next(each for each in strip_order(Heaps(analysis)) if each.placement == "transmitter")
        self.assertEqual(told(strip.text), f"{off} (note its mark: scale reads 0 mm)")
        line = next(each for each in parts_list(self.document, analysis) if each.part.id == "transmitter")
        self.assertEqual(told(line.where), "strapped to boxy cinema body, 0 mm")


class Minutes(unittest.TestCase):
    """By a table of fastenings, one's own, and the watch."""

    def setUp(self) -> None:
        self.document = lighthouse()

    def test_by_fastening(self) -> None:
        """Each kind of mount has one; a quick plate takes seconds, a knob half a minute, a screw one to three minutes.

        Common practice, no source.
        """
        for kind in MOUNT_KINDS:
            self.assertIn(fastening_of(mount_kind(kind)), MINUTES)
        for kind, fastening in (
            ("quick-plate", "quick"), ("wedge", "quick"), ("gimbal-pan", "quick"), ("rods15", "knob"),
            ("dovetail", "lever"), ("screw14", "screw"), ("lens", "hand"), ("my own", "hand"),
        ):  # fmt: skip
            self.assertEqual(fastening_of(mount_kind(kind)), fastening, kind)
        self.assertLess(MINUTES["quick"], 0.25)
        self.assertEqual((MINUTES["knob"], MINUTES["lever"]), (0.5, 0.5))
        self.assertTrue(1 <= MINUTES["screw"] <= 3)

    def test_shoulder_to_handheld_with_quick_fittings(self) -> None:
        """About a minute (common practice, no source): off the pad by its quick plate, and up in the hands."""
        parts = [make_part("pad", "pad", "receiver-plate", 0.4), make_part("plate", "plate", "shoulder-base", 0.8),
                 make_part("body", "body", "body", 2.0), make_part("grips", "grips", "top-handle", 0.3)]  # fmt: skip
        document = self.document.changed(parts=tuple(parts), setups=(), lens_sets=(), current=None)
        on = Placement(id="plate", part="plate", parent="pad", point="latch", by="underside")
        shoulder = Setup(id="a", name="a", placements=(Placement(id="pad", part="pad"), on))
        hand = Setup(id="b", name="b", carry="handheld", placements=(Placement(id="plate", part="plate"),))
        document = document.changed(setups=(shoulder, hand))
        self.assertEqual(document_faults(document), ())
        self.assertAlmostEqual(minutes_between(document, "a", "b"), 1.0, delta=0.5)

    def test_both_ways_of_counting_agree(self) -> None:
        """The matrix counts what the list of steps counts."""
        for start, end in (("lamp-room", "workshop"), ("stairs", "causeway")):
            whole = convert(self.document, start, end)
            self.assertAlmostEqual(minutes_between(self.document, start, end), whole.minutes, delta=1.5)
            self.assertAlmostEqual(whole.minutes, sum(move.minutes for move in whole.moves))

    def test_ones_own(self) -> None:
        """Another number of minutes for screws, and the usual again."""
        before = minutes_between(self.document, "evening", "gallery")
        slower = timing.set_minutes(self.document, "screw", 2.5)
        self.assertEqual(minutes_of("screw", slower.rules), 2.5)
        self.assertAlmostEqual(minutes_between(slower, "evening", "gallery"), before + 4 * 1.0)
        self.assertEqual(timing.set_minutes(slower, "screw", None), self.document)
        for value in (0.0, -1.0, float("nan"), 1e9):
            with refused(self, Refused, "cannot take"):
                timing.set_minutes(self.document, "screw", value)
        with refused(self, Refused, "no kind of fastening"):
            timing.set_minutes(self.document, "glue", 1.0)  # type: ignore[arg-type]

    def test_the_watch(self) -> None:
        """Twice as slow every time tends to twice; one odd day counts half in the logarithm."""
        self.assertEqual(pace([]), 1.0)
        self.assertAlmostEqual(pace([(5.0, 20.0)]), 2.0)
        self.assertAlmostEqual(pace([(5.0, 10.0)] * 99), 2.0, delta=0.02)
        timed = timing.log_conversion(self.document, "stairs", "causeway", 28.0, 7.0)
        self.assertAlmostEqual(convert(timed, "evening", "gallery").pace, 2.0)
        usual = minutes_between(self.document, "evening", "gallery")
        self.assertAlmostEqual(minutes_between(timed, "evening", "gallery"), 2 * usual)
        self.assertEqual([told(each) for each in differences(self.document, timed)], ["One conversion is timed"])
        self.assertEqual(timing.forget_last_conversion(timed, "stairs", "causeway"), self.document)
        with refused(self, Refused, "has not been timed"):
            timing.forget_last_conversion(self.document, "stairs", "causeway")
        with refused(self, Refused, "It cannot have taken 0 minutes"):
            timing.log_conversion(self.document, "stairs", "causeway", 0.0, 7.0)
        self.assertEqual(kit.remove_setup(timed, "stairs").conversions, ())
        lost = timed.changed(setups=tuple(s for s in timed.setups if s.id != "stairs"))
        self.assertIn("timed conversion of “stairs”", told(document_faults(lost)[0].said))


if __name__ == "__main__":
    unittest.main()
