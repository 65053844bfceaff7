"""One hand that lets go, elbows against the body, the hip, the eyecup."""

import unittest

import numpy as np

from equilix.body.operators import segments
from equilix.body.posture import GRIP_IN_HAND, eye_of
from equilix.carry.leaning import EYE_GETS_M, EYE_MOST_N, eyepiece_m
from equilix.constants import STANDARD_GRAVITY_M_S2 as G
from equilix.demo import lighthouse
from equilix.document import Document
from equilix.edits import carrying, rigging
from equilix.errors import Refused
from equilix.fit.fit import Fit
from equilix.keys import ContactKey, hand_key
from equilix.kit.catalogue import make_part
from equilix.mechanics.contact import Bearing, Contact, Hand, hold
from equilix.report import report, report_text
from equilix.words.reading import one_hand_words, read_out
from tests.core.builders import assert_in_equilibrium, scene
from tests.told import told


def with_finder() -> Document:
    """The workshop rig with a viewfinder on the camera's top handle."""
    made = lighthouse()
    made = made.changed(parts=(*made.parts, make_part("finder", "viewfinder", "viewfinder", 0.35)))
    part = made.parts_by_id["finder"]
    for parent, point, by in rigging.fitting_points(made, made.setups_by_id["workshop"], part):
        return rigging.add(made, "workshop", "finder", parent, point.name, by.name)[0]
    raise AssertionError("nothing takes a viewfinder")


class LettingGo(unittest.TestCase):
    """To focus, to change a setting."""

    def test_the_other_hand_bears_all_of_a_handheld_rig(self) -> None:
        """Free body: its force is the weight, its moment that of the weight about the hand."""
        for side, other in (("left", "right"), ("right", "left")):
            alone = Fit(scene("workshop")).letting_go[side]
            contact = next(c for c in alone.holding.contacts if c.hand)
            self.assertEqual(contact.hand, other)
            np.testing.assert_allclose(contact.force_n, (0, 0, alone.weight_n), atol=1e-6)
            arm = alone.mass.cg_m - contact.point_m
            np.testing.assert_allclose(contact.moment_nm, -np.cross(arm, (0, 0, -alone.weight_n)), atol=1e-6)

    def test_every_way_stays_in_equilibrium_or_says_that_it_falls(self) -> None:
        """Forces and moments sum to nothing with either hand off."""
        for setup in lighthouse().setups:
            for side, alone in Fit(scene(setup.id)).letting_go.items():
                with self.subTest(setup.name, side=side):
                    self.assertNotIn(hand_key(side), [c.key for c in alone.holding.contacts])
                    if not alone.holding.falls:
                        assert_in_equilibrium(alone)

    def test_as_a_state_of_the_setup(self) -> None:
        """Let go in the document: the reading is that of one hand, and taking hold again brings all back."""
        made = carrying.let_go(lighthouse(), "workshop", "left")
        said = read_out(scene("workshop", made))
        self.assertIn("One hand holds all of it", told(said.rest) + told(said.verdict) + told(said.cost))
        self.assertEqual(carrying.let_go(made, "workshop", ""), lighthouse())
        with self.assertRaises(Refused):
            carrying.let_go(made, "workshop", "third")

    def test_words_and_report(self) -> None:
        """Newtons, newton metres, and that it is too much where it is."""
        fit = Fit(scene("workshop"))
        said, warning = (told(each) for each in one_hand_words(fit.letting_go["left"]))
        self.assertIn("the right hand lifts 64 N and turns with", said)
        self.assertIn("keep both hands on it", warning)
        self.assertIn("Letting go with the left hand", report_text(scene("workshop")))
        found = report(scene("workshop"))["fit"]["letting_go"]["left"]
        self.assertEqual([c["name"] for c in found["contacts"]], ["right hand"])

    def test_one_hand_has_nothing_to_let_go(self) -> None:
        """Low by the handle there is one hand only."""
        self.assertEqual(Fit(scene("gallery")).letting_go, {})


class Told(unittest.TestCase):
    """What is told of a hand's force."""

    def test_on_both_sides_of_the_threshold(self) -> None:
        """At 45° up it lifts its upright part; flatter than that it holds with all of it."""
        for up, across, lifts in ((0.72, 0.69, True), (0.69, 0.72, False), (-0.72, 0.69, True)):
            contact = Contact("left hand", np.zeros(3), np.array((10 * across, 0.0, 10 * up)))
            self.assertEqual(contact.upright, lifts)
            self.assertAlmostEqual(contact.told_n, 10 * abs(up) if lifts else 10 * float(np.hypot(up, across)))


class Elbows(unittest.TestCase):
    """Laid against the body."""

    def test_limbs_keep_their_length_and_the_hand_its_place(self) -> None:
        """Only the elbow moves, on the circle that the two segments leave it."""
        made = carrying.lean_on(lighthouse(), "workshop", "left elbow", True)
        before, after = scene("workshop").arms[0], scene("workshop", made).arms[0]
        body = segments(scene("workshop").operator)
        self.assertEqual(after.tucked_gap_m, 0.0)
        np.testing.assert_allclose(after.arm.hand_m, before.arm.hand_m, atol=1e-9)
        upper = np.linalg.norm(after.arm.elbow_m - after.arm.shoulder_m)
        lower = np.linalg.norm(after.arm.hand_m - after.arm.elbow_m)
        self.assertAlmostEqual(float(upper), body.upper_arm_m, delta=1e-9)
        self.assertAlmostEqual(float(lower), body.forearm_m + GRIP_IN_HAND * body.hand_m, delta=1e-9)

    def test_it_spares_the_shoulder(self) -> None:
        """What the shoulder bore the body bears: both elbows in, the rig is held several times as long."""
        made = lighthouse()
        for side in ("left", "right"):
            made = carrying.lean_on(made, "workshop", f"{side} elbow", True)
        tired, before = scene("workshop", made).first_to_give_out, scene("workshop").first_to_give_out
        self.assertNotEqual(tired.joint, "shoulder")
        self.assertGreater(tired.endurance_s, 3 * before.endurance_s)
        assert_in_equilibrium(scene("workshop", made))

    def test_out_of_reach_bears_nothing_and_says_so(self) -> None:
        """On the sled's handle, far in front, the elbow does not get to the body."""
        made = carrying.lean_on(lighthouse(), "causeway", "right elbow", True)
        analysis = scene("causeway", made)
        figure = next(f for f in analysis.figures if f.key == "right_elbow_gap_m")
        self.assertGreater(figure.value, 0.05)
        self.assertIn("bears nothing", told(figure.warning))
        self.assertIn(("shoulder", "right"), [e.key for e in analysis.efforts])


class HipAndEye(unittest.TestCase):
    """Further contacts of the rig."""

    def test_the_hip_takes_a_part_of_the_weight(self) -> None:
        """Handles turned up, on the hip: in equilibrium, friction within its cone, and easier for the hands."""
        made = carrying.fold_handles(lighthouse(), "workshop")
        chest = scene("workshop", made)
        on_hip = scene("workshop", carrying.lean_on(made, "workshop", "hip", True))
        assert_in_equilibrium(on_hip)
        hips = [c for c in on_hip.holding.contacts if c.key.kind == "hip"]
        for contact in hips:
            across = float(np.hypot(contact.force_n[1], contact.force_n[2]))
            self.assertLessEqual(across, 0.4 * contact.force_n[0] + 1e-6)
        flow = Fit(on_hip).flow_n
        self.assertGreater(flow["pelvis"], 3.0)
        self.assertAlmostEqual(sum(flow.values()), on_hip.weight_n, delta=1e-6)
        self.assertGreater(on_hip.first_to_give_out.endurance_s, chest.first_to_give_out.endurance_s)

    def test_the_eye_comes_to_the_cup_and_bears_little(self) -> None:
        """Handheld the operator stands so that the eye is there; it is pushed by no more than it bears."""
        made = carrying.lean_on(with_finder(), "workshop", "eyecup", True)
        analysis = scene("workshop", made)
        gap = np.linalg.norm(eyepiece_m(analysis.carried) - eye_of(analysis.operator, analysis.stance))
        self.assertLessEqual(gap, EYE_GETS_M)
        assert_in_equilibrium(analysis)
        self.assertLessEqual(analysis.holding.force_of(ContactKey("eyecup"))[0], EYE_MOST_N + 1e-6)
        cup = next(b for b in analysis.support.bearings if b.key.kind == "eyecup")
        self.assertEqual(cup.most_n, 15.0)
        row = next(n for n, part in enumerate(analysis.carried.assembly.parts) if part.kind == "viewfinder")
        corners = np.concatenate(analysis.assembly.boxes_m[:2])[np.tile(analysis.assembly.boxes_m[2] == row, 2)]
        middle = (corners.min(axis=0) + corners.max(axis=0)) / 2
        np.testing.assert_allclose(eyepiece_m(analysis.carried), (corners[:, 0].min(), *middle[1:]), atol=1e-12)

    def test_what_gives_way_bears_no_more_than_it_may(self) -> None:
        """A weight that would lean hard on a stop that gives at 15 N: it bears 15 N, and the hand the rest."""
        stop = Bearing(ContactKey("eyecup"), np.zeros(3), np.array((0.0, 0.0, 1.0)), most_n=15.0)
        hand = Hand(hand_key("left"), np.array((0.3, 0.0, 0.0)), 10.0, (), wrist_nm=5.0)
        held = hold(4.0, np.array((0.0, 0.0, 0.0)), (stop,), (hand,))
        self.assertAlmostEqual(held.force_of(ContactKey("eyecup"))[2], 15.0, delta=1e-6)
        self.assertAlmostEqual(held.force_of(hand_key("left"))[2], 4.0 * G - 15.0, delta=1e-6)

    def test_without_a_finder(self) -> None:
        """The eyecup is asked for and is not there: nothing else changes, and that is said."""
        analysis = scene("workshop", carrying.lean_on(lighthouse(), "workshop", "eyecup", True))
        figure = next(f for f in analysis.figures if f.key == "eyecup_gap_m")
        self.assertIn("no viewfinder", told(figure.warning))
        self.assertEqual(len(analysis.holding.contacts), 2)

    def test_a_brace_on_the_shoulder_where_it_gets_to_the_chest(self) -> None:
        """On the lamp-room rig a brace before the chest bears; one far in front does not, and says so."""
        for at_m, bears in ((None, True), (-0.05, False)):
            made = lighthouse()
            setup = made.setups_by_id["lamp-room"]
            part = made.parts_by_id["brace"]
            places = [(parent, point) for parent, point, _ in rigging.fitting_points(made, setup, part)]
            chosen = next(each for each in places if each[0] == "handle-rods" and each[1].kind == "rods15")
            made, key = rigging.add(made, "lamp-room", "brace", chosen[0], chosen[1].name)
            track = chosen[1].track
            slides = np.linspace(track.from_m, track.to_m, 60) if at_m is None else [track.to_m + at_m]
            found = []
            for slide in slides:
                moved = rigging.slide(made, "lamp-room", key, float(slide))
                found.append(scene("lamp-room", moved))
            touching = [a for a in found if any(c.key == ContactKey("brace", "left") for c in a.holding.contacts)]
            self.assertEqual(bool(touching), bears)
            for analysis in touching[:1]:
                assert_in_equilibrium(analysis)
                self.assertGreaterEqual(analysis.holding.force_of(ContactKey("brace", "left"))[0], -1e-6)
            if not bears:
                figure = next(f for f in found[0].figures if f.key == "brace_gap_m")
                self.assertIn("bears nothing", told(figure.warning))

    def test_only_what_the_way_allows(self) -> None:
        """On the tripod nothing is leaned on, whatever the setup says."""
        analysis = scene("evening", carrying.lean_on(lighthouse(), "evening", "hip", True))
        self.assertEqual([c.key for c in analysis.holding.contacts], [c.key for c in scene("evening").holding.contacts])


if __name__ == "__main__":
    unittest.main()
