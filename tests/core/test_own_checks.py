"""Checks of what is worked, what meets, what comes out and what is set down: each from both sides of its limit."""

import math
import unittest
from typing import Any

import numpy as np

from equilix.analysis import Analysis
from equilix.body.operators import segments
from equilix.checks.fingers import fingers
from equilix.checks.gears import gears, meshed, wheels
from equilix.checks.loupes import loupes
from equilix.checks.rules import Check
from equilix.checks.screws import screws
from equilix.checks.set_down import set_down
from equilix.checks.taking_out import taking_out
from equilix.demo import lighthouse
from equilix.document import Document
from equilix.edits import kit, placing, rigging, working
from equilix.kit.catalogue import make_part
from equilix.kit.mounts import MountPoint
from equilix.kit.parts import Anchor
from equilix.kit.working import Gear
from equilix.rig.setups import Placement
from tests.core.builders import analysed, box, document, free, scene
from tests.told import told

UP, DOWN = (0.0, 0.0, 1.0), (0.0, 0.0, -1.0)


def one(checks: Any) -> Check:
    """The only finding there is."""
    (found,) = checks
    assert isinstance(found, Check)
    return found


class Gears(unittest.TestCase):
    """A gear of 30 mm that drives one of 90 mm: their pitch circles touch where their middles are 60 mm apart."""

    def rig(self, ahead_m: float = 0.0, apart_m: float = 0.060, **more: object) -> Analysis:
        lens = box("lens", 1.0).changed(kind="lens", gears=(Gear(position_m=(0, 0, 0), diameter_m=0.090),))
        fields: dict[str, Any] = {"position_m": (0, 0, 0), "diameter_m": 0.030, "drives": True, **more}
        motor = box("motor", 0.2).changed(kind="motor", gears=(Gear(**fields),))
        return analysed(
            document([lens, motor], [Placement(id="lens", part="lens"), free("motor", "motor", ahead_m, apart_m)])
        )

    def test_distance(self) -> None:
        """Module 0.8: 0.2 mm nearer is the teeth's clearance (ISO 53, from memory), 0.8 mm more half their height."""
        for off_mm, words, level in (
            (0.0, "meets", "fine"), (-0.19, "meets", "fine"), (-0.21, "too deep", "mind"), (0.79, "meets", "fine"),
            (0.81, "stands off", "mind"),
        ):  # fmt: skip
            check = one(gears(self.rig(apart_m=0.060 + off_mm / 1000), {}))
            self.assertEqual(check.level, level, off_mm)
            self.assertIn(words, told(check.said))

    def test_along_the_lens(self) -> None:
        """Both 8 mm wide: half of a tooth's width beside the other is enough, at 4 mm; it says which way to slide."""
        for ahead_mm, words, level in (
            (3.9, "meets", "fine"),
            (4.1, "too far forward", "mind"),
            (-4.1, "too far back", "mind"),
        ):
            check = one(gears(self.rig(ahead_m=ahead_mm / 1000), {}))
            self.assertEqual(check.level, level, ahead_mm)
            self.assertIn(words, told(check.said))
        self.assertIn("Slide it forward 4 mm", told(check.todo))

    def test_teeth_and_axes(self) -> None:
        """Teeth of another module grind; an axis 5° off still meshes, 7° no more."""
        check = one(gears(self.rig(module_m=0.0005), {}))
        self.assertEqual(check.level, "stop")
        self.assertIn("module 0.50 mm, those of the lens of 0.80 mm", told(check.said))
        for degrees, level in ((5, "fine"), (7, "mind")):
            axis = (math.cos(math.radians(degrees)), 0.0, math.sin(math.radians(degrees)))
            self.assertEqual(one(gears(self.rig(axis=axis), {})).level, level)

    def test_nothing_to_meet(self) -> None:
        """Without a gear that can be driven there is nothing to say; of two, the one that it is nearest to is meant."""
        made = document(
            [box("motor", 0.2).changed(gears=(Gear(position_m=(0, 0, 0), diameter_m=0.03, drives=True),))],
            [Placement(id="motor", part="motor")],
        )
        self.assertEqual(list(gears(analysed(made), {})), [])

    def test_swung_in(self) -> None:
        """The demo's follow focus meets; swung away about its rod by 20° it stands off by what the arc gives."""
        made = lighthouse()
        self.assertEqual(one(gears(scene("lamp-room", made), {})).level, "fine")
        away = rigging.bend(made, "lamp-room", "follow-focus", {0: math.radians(-20)})
        check = one(gears(scene("lamp-room", away), {}))
        self.assertIn("stands off", told(check.said))
        driving, driven = sorted(wheels(scene("lamp-room", away).assembly), key=lambda wheel: not wheel.gear.drives)
        part = made.parts_by_id["follow-focus"]
        rod, gear = np.array(part.pivots[0].position_m), np.array(part.gears[0].position_m)
        c, s = math.cos(math.radians(-20)), math.sin(math.radians(-20))
        arm = gear - rod
        turned = rod + np.array((arm[0], c * arm[1] - s * arm[2], s * arm[1] + c * arm[2]))
        assembly = scene("lamp-room", away).assembly
        lens = assembly.to_rig("follow-focus", turned) - driven.middle_m
        self.assertAlmostEqual(
            meshed(driving, driven).gap_m, math.hypot(lens[1], lens[2]) - (0.0925 + 0.032) / 2, places=7
        )


class Fingers(unittest.TestCase):
    """What is worked while holding."""

    def test_reach(self) -> None:
        """Just within and just beyond the share of the hand's length, index and thumb; a tall hand reaches farther."""
        made = lighthouse()
        analysis = scene("workshop", made)
        hand = next(held for held in analysis.arms if held.arm.side == "left")
        row = analysis.assembly.index[hand.placement]
        local = analysis.assembly.rotations[row].T @ (hand.arm.hand_m - analysis.assembly.positions_m[row])
        length = segments(analysis.operator).hand_m
        self.assertAlmostEqual(length, 0.108 * 1.63)  # Winter, table 4.1, from memory
        part = analysis.assembly.parts[row].id
        for finger, share in (("index", 0.45), ("thumb", 0.40)):
            for off_m, level in ((-0.001, "fine"), (0.001, "mind")):
                at = (float(local[0]) + share * length + off_m, float(local[1]), float(local[2]))
                wired, number = working.add_control(made, part)
                wired = working.change_control(wired, part, number, position_m=at, finger=finger, name="record")
                check = next(each for each in fingers(scene("workshop", wired), {}) if each.placement == hand.placement)
                self.assertEqual(check.level, level)
                self.assertIn(finger if finger == "thumb" else "index finger", told(check.said))
        self.assertIn("that hand must let go", told(check.said))
        tall = kit.choose_operator(wired, "workshop", "tall")
        check = next(each for each in fingers(scene("workshop", tall), {}) if each.placement == hand.placement)
        self.assertEqual(check.level, "fine")

    def test_no_hand(self) -> None:
        """On the tripod nobody holds it: nothing is said."""
        made, _ = working.add_control(lighthouse(), "boxy-body")
        self.assertEqual(list(fingers(scene("evening", made), {})), [])


class TakingOut(unittest.TestCase):
    """Lenses, batteries, filters."""

    def slotted(self, below_m: float) -> Document:
        """A body of 100 mm with its battery in a slot of its underside, 60 mm deep, and a plate so far below it."""
        body = box("body", 1.0).changed(
            offers=(MountPoint(name="slot", kind="battery-slot", position_m=(0, 0, -0.05), direction=DOWN),)
        )
        battery = box("battery", 0.1, (0.03, 0.02, 0.06)).changed(
            energy_wh=14.0,
            hangs_by=(MountPoint(name="contacts", kind="battery-slot", position_m=(0, 0, -0.03), direction=UP),),
        )
        plate = box("plate", 0.2, (0.1, 0.1, 0.01))
        return document(
            [body, battery, plate],
            [
                Placement(id="body", part="body"), Placement(id="battery", part="battery", parent="body", point="slot"),
                free("plate", "plate", z=-0.055 - below_m),
            ],
        )  # fmt: skip

    def test_a_battery_in_its_slot(self) -> None:
        """It comes out by its own length: a plate nearer than that under the slot is in its way, one farther is not."""
        row = analysed(self.slotted(0.0)).assembly
        self.assertAlmostEqual(float(row.positions_m[row.index["battery"], 2]), -0.02)
        for below, level in ((0.062, "fine"), (0.055, "mind"), (0.0, "mind")):
            check = one(taking_out(analysed(self.slotted(below)), {}))
            self.assertEqual(check.level, level, below)
        self.assertIn("the plate stands in its way", told(check.said))

    def test_a_wedge_battery_is_lifted(self) -> None:
        """30 mm along its plate: a bar 32 mm above it is not in the way, one 26 mm above it is."""
        for above_m, level in ((0.032, "fine"), (0.026, "mind")):
            made = lighthouse()
            assembly = scene("workshop", made).assembly
            top = float(assembly.boxes_m[1][assembly.boxes_m[2] == assembly.index["battery"], 2].max())
            at = assembly.cgs_m[assembly.index["battery"]]
            made, bar = kit.add_part(made, "bar", "block", 0.1, (0.02, 0.02, 0.01))
            made, _ = placing.strap_new(made, "workshop", bar, "body", np.array((at[0], at[1], top + above_m + 0.005)))
            check = next(each for each in taking_out(scene("workshop", made), {}) if each.placement == "battery")
            self.assertEqual(check.level, level, above_m)

    def test_a_lens_is_drawn_ahead(self) -> None:
        """15 mm: what is nearer before it is in its way; what is clamped on its own front comes off with it.

        A matte box in its way is first swung away; a follow focus and a support touch it as they should.
        """
        made = lighthouse()
        self.assertEqual(
            next(each for each in taking_out(scene("lamp-room", made), {}) if each.placement == "lens").level, "fine"
        )
        assembly = scene("workshop", made).assembly
        front = float(assembly.boxes_m[1][assembly.boxes_m[2] == assembly.index["lens"], 0].max())
        at = assembly.cgs_m[assembly.index["lens"]]
        for ahead_m, level in ((0.017, "fine"), (0.012, "mind")):
            made, bar = kit.add_part(lighthouse(), "bar", "block", 0.1, (0.01, 0.02, 0.02))
            made, _ = placing.strap_new(
                made, "workshop", bar, "body", np.array((front + ahead_m + 0.005, at[1], at[2]))
            )
            check = next(each for each in taking_out(scene("workshop", made), {}) if each.placement == "lens")
            self.assertEqual(check.level, level, ahead_m)
        made = kit.change_part(made, "bar", kind="matte-box")
        check = next(each for each in taking_out(scene("workshop", made), {}) if each.placement == "lens")
        self.assertEqual((check.level, told(check.todo)), ("fine", "Swing or slide that away first."))


class SetDown(unittest.TestCase):
    """What hangs lower than the plate."""

    def rig(self, x_m: float, top_m: float, carry: str = "shoulder") -> Analysis:
        plate = box("plate", 1.0, (0.2, 0.1, 0.02)).changed(anchors=(Anchor(kind="head", position_m=(0, 0, -0.01)),))
        handle = box("handle", 0.2, (0.03, 0.03, 0.2))
        made = document(
            [plate, handle], [Placement(id="plate", part="plate"), free("handle", "handle", x_m, 0.0, top_m - 0.1)]
        )
        return analysed(made.with_setup(made.setups[0].changed(carry=carry)))

    def test_beside_and_over_the_head(self) -> None:
        """The head is a drum of 70 mm radius under the plate: 84 mm out the handle's edge strikes it, 87 mm out not."""
        for x_m, level in ((0.084, "mind"), (0.087, "fine")):
            self.assertEqual(one(set_down(self.rig(x_m, 0.0), {})).level, level)
        self.assertEqual(
            one(set_down(self.rig(0.05, 0.185), {})).level, "fine", "it ends above the plate’s own thickness"
        )
        struck = one(set_down(self.rig(0.05, 0.0), {}))
        self.assertIn("the handle strikes the head: it reaches 190 mm below the plate", told(struck.said))
        self.assertIn("Turn it up", told(struck.todo))

    def test_on_it_already(self) -> None:
        """On the tripod it cannot be so: that is no reminder but a fault."""
        self.assertEqual(one(set_down(self.rig(0.05, 0.0, "tripod"), {})).level, "stop")

    def test_what_stands_on_something_else(self) -> None:
        """The camera's plate on a sled or a gimbal is not set down on a head."""
        for key in ("causeway", "stairs"):
            self.assertEqual(list(set_down(scene(key), {})), [])


class Loupes(unittest.TestCase):
    """A loupe or hood on a screen of 150 × 100 mm."""

    def test_sizes(self) -> None:
        """A tenth smaller or larger still covers it, a little more does not; on anything else it is not asked."""
        screen = make_part("screen", "screen", "monitor", 0.4, (0.026, 0.150, 0.100))
        for wide_m, high_m, level in (
            (0.150, 0.100, "fine"), (0.136, 0.100, "fine"), (0.134, 0.100, "mind"), (0.150, 0.109, "fine"),
            (0.150, 0.111, "mind"),
        ):  # fmt: skip
            hood = make_part("hood", "hood", "loupe", 0.06, (0.08, wide_m, high_m))
            placements = [
                Placement(id="screen", part="screen"),
                Placement(id="hood", part="hood", parent="screen", point="rim of the screen"),
            ]
            check = one(loupes(analysed(document([screen, hood], placements)), {}))
            self.assertEqual(check.level, level, (wide_m, high_m))
        self.assertIn("150 mm by 111 mm, and the screen is 150 mm by 100 mm", told(check.said))
        made = document([box("box", 0.3), hood], [Placement(id="box", part="box"), free("hood", "hood", 0.2)])
        self.assertEqual(list(loupes(analysed(made), {})), [])


class Pins(unittest.TestCase):
    """A locating pin beside a single screw."""

    def found(self, *, pins: bool) -> Check:
        """The workshop's handle on one screw, long and heavy, with or without a pin on both sides."""
        made, part = kit.add_part(lighthouse(), "post", "block", 1.6, (0.02, 0.02, 0.3))
        foot = MountPoint(name="foot", kind="screw14", position_m=(0, 0, 0), direction=DOWN, pin=pins)
        made = kit.change_part(made, part, hangs_by=(foot,))
        offers = made.parts_by_id["boxy-body"].offers
        pinned = tuple(each.changed(pin=pins) if each.name == "top" else each for each in offers)
        made = kit.change_part(made, "boxy-body", offers=pinned)
        made = rigging.remove(made, "workshop", "top-handle")
        made, post = rigging.add(made, "workshop", part, "body", "top")
        checks = screws(scene("workshop", made), {})
        return next(each for each in checks if each.placement == post)

    def test_it_does_not_turn(self) -> None:
        """Without the pin it is to be minded that one screw does not resist turning; with it that is not said."""
        self.assertIn("does not resist turning", told(self.found(pins=False).todo))
        self.assertNotIn("does not resist turning", told(self.found(pins=True).todo))
