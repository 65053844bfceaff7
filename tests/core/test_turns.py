"""Turns are moves like slides: planned tooth by tooth, carried out, said from where they are seen."""

import itertools
import math
import unittest

import numpy as np

from equilix.analysis import Analysis, analyse
from equilix.document import Document
from equilix.edits import rigging
from equilix.kit.catalogue import make_part
from equilix.kit.mounts import MountPoint
from equilix.planner.plan import TurnTo
from equilix.planner.schools import plan
from equilix.planner.turns import find_turns
from equilix.report import plans_report
from equilix.rig.setups import Placement
from equilix.words.rig import turn_words
from tests.core.builders import box, document, free, padded
from tests.told import told


def arm(*, tooth_rad: float = 0.0, ahead: bool = True) -> Document:
    """A weight on the pad's left, and over the pad an arm that carries another to the front, on a mount that turns."""
    base = padded("base", 3.0).changed(
        offers=(MountPoint(name="up", kind="screw", position_m=(0, 0, 0.1), turns=True, turn_step_rad=tooth_rad),)
    )
    foot = MountPoint(name="foot", kind="screw", position_m=(-0.2 if ahead else 0.2, 0, -0.01), direction=(0, 0, -1))
    return document(
        [base, box("left", 1.0), box("far", 0.8, (0.4, 0.02, 0.02), hangs_by=(foot,))],
        [
            Placement(id="base", part="base"), free("left", "left", 0.0, 0.16, -0.2),
            Placement(id="far", part="far", parent="base", point="up"),
        ],
    )  # fmt: skip


class Turns(unittest.TestCase):
    """An arm that is swung over."""

    def test_places_are_those_of_the_kinematics(self) -> None:
        """Where each turn brings the parts, against the setup with that turn put together anew."""
        made = arm(tooth_rad=math.radians(6))
        analysis = analyse(made, made.setups[0])
        (turn,) = find_turns(analysis)
        self.assertGreater(len(turn.turns_rad), 8)
        for to, cgs in zip(turn.turns_rad, turn.cgs_m, strict=True):
            turned = rigging.turn(made, made.setups[0].id, "far", to)
            then = analyse(turned, turned.setups[0])
            np.testing.assert_allclose(then.assembly.cgs_m[list(turn.rows)], cgs, atol=1e-7)

    def test_against_every_tooth(self) -> None:
        """Of all turns tried one by one, none that rests is nearer than the one that the plan takes."""
        made = arm()
        before = analyse(made, made.setups[0])
        found = plan("move", made, before)
        self.assertTrue(found.works, told(found.reason))
        self.assertEqual([type(step) for step in found.steps], [TurnTo])
        self.assertEqual(found.after.setup, analyse(done := found.apply(made), done.setups[0]).setup)

        def off(analysis: Analysis) -> float:
            return max(abs(c.value_m) / c.balance.tolerance_m for c in analysis.conditions)

        self.assertGreater(off(before), 1.0)

        def beyond(analysis: Analysis) -> float:
            return sum(
                max(abs(c.value_m) - c.balance.target_m, 0.0) / c.balance.tolerance_m for c in analysis.conditions
            )

        tried = []
        for k in range(-6, 7):
            turned = rigging.turn(made, made.setups[0].id, "far", k * math.radians(15))
            tried.append(analyse(turned, turned.setups[0]))
        hold = [each for each in tried if off(each) <= 1.0]
        self.assertTrue(hold)
        self.assertLessEqual(off(found.after), 1.0)
        self.assertLessEqual(beyond(found.after), min(beyond(each) for each in hold) + 1e-6)

    def test_what_is_pinned_or_held_is_not_turned(self) -> None:
        """A pinned arm stays, and so do handles, which the arms want where they are."""
        made = arm()
        setup = made.setups[0]
        pinned = made.with_setup(
            setup.changed(placements=tuple(p.changed(pinned=p.id == "far") for p in setup.placements))
        )
        self.assertEqual(find_turns(analyse(pinned, pinned.setups[0])), [])
        handle = make_part("grip", "grip", "side-grip", 0.3)
        self.assertTrue(handle.grips)
        held = made.changed(parts=(*made.parts, handle.changed(hangs_by=made.parts_by_id["far"].hangs_by)))
        held = rigging.exchange(held, setup.id, "far", "grip")
        self.assertEqual(find_turns(analyse(held, held.setups[0])), [])

    def test_what_strikes_is_not_offered(self) -> None:
        """A post beside the arm: no turn ends in it."""
        made = arm()
        made = made.changed(parts=(*made.parts, box("post", 0.01, (0.03, 0.03, 0.3))))
        setup = made.setups[0]
        at = 0.25 * np.array((math.cos(math.radians(45)), math.sin(math.radians(45))))
        made = made.with_setup(
            setup.changed(placements=(*setup.placements, free("post", "post", float(at[0]), float(at[1]), 0.1)))
        )
        (turn,) = find_turns(analyse(made, made.setups[0]))
        self.assertNotIn(45, [round(math.degrees(to)) for to in turn.turns_rad])
        self.assertIn(-45, [round(math.degrees(to)) for to in turn.turns_rad])

    def test_said_and_reported(self) -> None:
        """Clockwise or not, and seen from where; as data with the angle from and to."""
        made = arm()
        analysis = analyse(made, made.setups[0])
        self.assertEqual(told(turn_words(analysis.assembly, "far", -0.5236)), "by 30° clockwise, seen from above")
        found = plan("move", made, analysis)
        (step,) = plans_report([found])[0]["steps"]
        self.assertEqual((step["do"], step["placement"], step["unit"]), ("turn", "far", "rad"))
        self.assertIn("seen from above", step["text"])
        self.assertAlmostEqual(step["to"], found.after.setup.by_id["far"].turn_rad)

    def test_with_slides(self) -> None:
        """Where a slide alone would do, nothing is turned besides: fewest things touched."""
        for tooth, ahead in itertools.product((0.0, math.radians(6)), (True, False)):
            made = arm(tooth_rad=tooth, ahead=ahead)
            found = plan("move", made, analyse(made, made.setups[0]))
            self.assertLessEqual(len(found.steps), 1)


if __name__ == "__main__":
    unittest.main()
