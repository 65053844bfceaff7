"""Held in both hands: the line between them, the shares, the twist; a palm under the lens; a brace."""

import math
import unittest

import numpy as np
from hypothesis import given, settings
from hypothesis import strategies as st

from equilix.analysis import Analysis, analyse
from equilix.carry.handheld import shares
from equilix.constants import STANDARD_GRAVITY_M_S2 as G
from equilix.demo import lighthouse
from equilix.document import Document
from equilix.edits import carrying, rigging
from equilix.keys import ContactKey, hand_key
from equilix.kit.parts import Grip
from equilix.words.names import EFFORTS
from equilix.words.reading import read_out
from tests.core.builders import analysed, box, document, free
from tests.told import told


def held(cg: tuple[float, float], left: tuple[float, float], right: tuple[float, float], mass: float = 4.5) -> Document:
    """A rig with its CG at ``cg``, seen from above, and two upright grips 150 mm under it."""
    grips = (
        Grip(name="l", position_m=(*left, -0.15), side="left"),
        Grip(name="r", position_m=(*right, -0.15), side="right"),
    )
    made = document([box("frame", 0.0001, (0.01,) * 3, grips=grips), box("load", mass)],
                    [free("frame", "frame"), free("load", "load", *cg)])  # fmt: skip
    return made.with_setup(made.setups[0].changed(carry="handheld"))


class Line(unittest.TestCase):
    """Two supports, one weight: the law of the lever along the line, a twist across it."""

    @given(x=st.floats(-0.1, 0.1), y=st.floats(-0.15, 0.15), lx=st.floats(-0.1, 0.1), rx=st.floats(-0.1, 0.1))
    @settings(max_examples=60, deadline=None)
    def test_shares_and_distance(self, x: float, y: float, lx: float, rx: float) -> None:
        """The shares are the solution of the two-force problem; the value is the distance of a point from a line."""
        analysis = analysed(held((x, y), (lx, 0.15), (rx, -0.15)))
        assert analysis.support is not None
        left, right = np.array((lx, 0.15)), np.array((rx, -0.15))
        cg = analysis.mass.cg_m[:2]
        along = (left - right) / np.linalg.norm(left - right)
        expected = float((cg - right) @ along / np.linalg.norm(left - right))
        share = shares(analysis.support, analysis.mass.cg_m)
        self.assertAlmostEqual(share[0], expected, delta=1e-9)
        self.assertAlmostEqual(sum(share), 1.0, delta=1e-12)
        a, b = left - right, cg - right
        distance = abs(float(a[0] * b[1] - a[1] * b[0])) / np.linalg.norm(a)
        self.assertAlmostEqual(abs(analysis.conditions[0].value_m), distance, delta=1e-9)

    def test_equilibrium_with_wrists(self) -> None:
        """Forces and wrist moments together close to a millionth, and the wrists bear the twist."""
        analysis = analysed(held((0.04, 0.02), (0.0, 0.15), (0.0, -0.15)))
        contacts = analysis.holding.contacts
        force = sum((c.force_n for c in contacts), np.zeros(3))
        moment = sum((np.cross(c.point_m - analysis.mass.cg_m, c.force_n) + c.moment_nm for c in contacts), np.zeros(3))
        np.testing.assert_allclose(force, (0, 0, analysis.weight_n), atol=1e-6)
        np.testing.assert_allclose(moment, 0, atol=1e-6)
        # about the line of the hands only wrists can act
        twist = sum(float(c.moment_nm[1]) for c in contacts)
        self.assertAlmostEqual(abs(twist), 0.04 * analysis.weight_n, delta=1e-3)

    def test_on_the_line_the_wrists_are_free(self) -> None:
        """With the CG on the line the wrists hold next to nothing, and each hand half of the weight."""
        analysis = analysed(held((0.0, 0.0), (0.0, 0.15), (0.0, -0.15)))
        for side in ("left", "right"):
            self.assertLess(float(np.linalg.norm(analysis.holding.moment_of(hand_key(side)))), 0.2)
            self.assertAlmostEqual(
                float(analysis.holding.force_of(hand_key(side))[2]), analysis.weight_n / 2, delta=1e-6
            )
        self.assertEqual(analysis.status, "rests")

    def test_shares_are_what_the_hands_lift(self) -> None:
        """The shares in words and figures are the forces that are drawn; with nothing else, all of the weight."""
        made = lighthouse()
        for analysis in (
            analyse(made, made.setups_by_id["workshop"]),
            analysed(held((0.02, 0.03), (0.0, 0.15), (0.0, -0.15))),
        ):
            figures = {figure.key: figure.value for figure in analysis.figures}
            for side in ("left", "right"):
                lift = float(analysis.holding.force_of(hand_key(side))[2])
                self.assertAlmostEqual(figures[f"{side}_share"] * analysis.weight_n, lift, delta=1e-9)
                self.assertIn(f"{side} hand {lift / analysis.weight_n:.0%}", told(read_out(analysis).said).lower())
            self.assertAlmostEqual(figures["left_share"] + figures["right_share"], 1.0, delta=1e-6)

    def test_offset_grips_share_front_and_rear_load(self) -> None:
        """The left grip forward, the right one back: a CG on the slanted line twists nothing; side by side it would."""
        analysis = analysed(held((0.03, 0.045), (0.10, 0.15), (-0.10, -0.15)))
        figures = {f.key: f.value for f in analysis.figures}
        self.assertLess(abs(figures["twist_nm"]), 0.05)
        self.assertAlmostEqual(figures["side_by_side_twist_nm"], 0.03 * analysis.weight_n, delta=1e-2)
        self.assertAlmostEqual(figures["line_rad"], math.atan2(0.2, 0.3), delta=1e-6)

    def test_tolerances(self) -> None:
        """10 mm off the line; 35 to 65 % for a hand (common practice, no source)."""
        for x, y, status in (
            (0.0099, 0, "rests"),
            (0.0101, 0, "leans"),
            (0, 0.044, "rests"),
            (0, 0.046, "leans"),
            (0, 0.16, "falls"),
        ):
            self.assertEqual(analysed(held((x, y), (0, 0.15), (0, -0.15))).status, status, (x, y))

    def test_one_behind_the_other(self) -> None:
        """Hands in line with the lens: off the line is sideways, and the words say left and right."""
        analysis = analysed(held((0.0, 0.03), (0.12, 0.0), (-0.12, 0.0)))
        self.assertIn("to the left", told(read_out(analysis).verdict))


class Hands(unittest.TestCase):
    """Which grips, palms and braces."""

    def workshop(self, made: Document | None = None) -> Analysis:
        """The demo's rig for the workshop."""
        made = made or lighthouse()
        return analyse(made, made.setups_by_id["workshop"])

    def test_a_top_handle_is_not_taken_before_upright_grips(self) -> None:
        """Two handles and a top handle: the hands are on the handles."""
        support = self.workshop().support
        assert support is not None and support.grips is not None
        self.assertEqual({place.placement for place in support.grips}, {"left-handle", "right-handle"})

    def test_palm_under_the_lens(self) -> None:
        """One side grip and a palm: the palm pushes up only, and carries the front."""
        made = carrying.hold_palm(rigging.remove(lighthouse(), "workshop", "left-handle"), "workshop", True)
        analysis = self.workshop(made)
        assert analysis.support is not None and analysis.support.grips is not None
        self.assertEqual([place.grip.name for place in analysis.support.grips], ["palm", "handle"])
        self.assertGreaterEqual(analysis.holding.force_of(hand_key("left"))[2], -1e-6)
        self.assertFalse(any(e.joint == "grip" and e.side == "left" for e in analysis.efforts))

    def test_brace_takes_load_off(self) -> None:
        """A brace against the chest is a third contact that only pushes forward."""
        made = lighthouse()
        made, _ = rigging.add(made, "workshop", "brace", "short-rods", "rods", slide_m=-0.05)
        analysis = self.workshop(made)
        keys = [c.key for c in analysis.holding.contacts]
        self.assertIn(ContactKey("brace", "left"), keys)
        for side in ("left", "right"):
            self.assertGreaterEqual(analysis.holding.force_of(ContactKey("brace", side))[0], -1e-6)

    def test_one_hand(self) -> None:
        """One grip is legal: it bears all, and that is said."""
        made = rigging.remove(lighthouse(), "workshop", "left-handle")
        made = rigging.remove(made, "workshop", "top-handle")
        reading = read_out(self.workshop(made))
        self.assertIn("One hand holds all of it", told(reading.rest))

    def test_five_to_ten_minutes(self) -> None:
        """4.5 kg before the chest of a 1.76 m, 78 kg man: 5 to 10 minutes (common practice, no source)."""
        analysis = analysed(held((0.0, 0.0), (0.0, 0.12), (0.0, -0.12)))
        tired = analysis.first_to_give_out
        assert tired is not None
        self.assertAlmostEqual(analysis.weight_n, 4.5 * G, delta=0.01)
        self.assertTrue(5 <= tired.endurance_s / 60 <= 10, tired.endurance_s / 60)


class TooHeavy(unittest.TestCase):
    """The shoulder rig of 10.7 kg taken in both hands."""

    def test_the_joint_that_fails_is_named(self) -> None:
        """With what share of its strength; and how long it is held let down, which people do (common practice)."""
        made = carrying.choose_way(lighthouse(), "lamp-room", "handheld")
        analysis = analyse(made, made.setups_by_id["lamp-room"])
        tired = analysis.first_to_give_out
        self.assertGreater(tired.share, 1.0)
        said = told(read_out(analysis).cost)
        self.assertIn(f"{tired.share:.0%} of what the {EFFORTS[tired.key]} can hold", said)
        self.assertIn("Let down on straight arms: ", said)
        self.assertIn("past the chest", " ".join(told(f.warning) for f in analysis.figures))

    def test_let_down(self) -> None:
        """By hand: half the weight on the hooked fingers of each hand, T = 33.55 f^−1.61 s (Frey-Law & Avin 2010)."""
        analysis = analysed(held((0.0, 0.0), (0.0, 0.12), (0.0, -0.12), mass=10.7))
        figure = next(f for f in analysis.figures if f.key == "hung_s")
        grip = next(e for e in analysis.efforts if e.joint == "grip")  # its strength on this handle
        by_hand = 33.55 * (analysis.weight_n / 2 / grip.strength) ** -1.61
        self.assertAlmostEqual(figure.value, by_hand, delta=0.01 * by_hand)
        self.assertTrue(5 * 60 <= figure.value <= 40 * 60)

    def test_heavier_is_shorter(self) -> None:
        """To the weight that the fingers cannot hold at all."""
        lasts = []
        for mass in (5, 10, 20, 40, 100):
            figures = analysed(held((0.0, 0.0), (0.0, 0.12), (0.0, -0.12), mass=mass)).figures
            lasts.append(next(f.value for f in figures if f.key == "hung_s"))
        self.assertEqual(lasts, sorted(lasts, reverse=True))
        self.assertEqual(lasts[-1], 0.0)


if __name__ == "__main__":
    unittest.main()
