"""Neck and eyes: graded, from the face of the screen, upright, in the light; grips and head room that come first."""

import math
import unittest

import numpy as np

from equilix.body.neck import bent_rad, neck_cost, neck_words, tires_s
from equilix.body.posture import eye_of
from equilix.demo import lighthouse
from equilix.document import Document
from equilix.edits import carrying, kit, rigging
from equilix.fit.gaze import UPRIGHT_RAD, gaze
from equilix.kit.catalogue import make_part
from equilix.kit.pivots import Pivot
from equilix.kit.solids import Box
from equilix.planner.fit_plan import PutBetween
from equilix.planner.fitting import fit_plans
from equilix.planner.head_room import _single_moves, head_plan
from equilix.planner.plan import SlideTo
from equilix.planner.schools import plans
from equilix.rig.setups import Pose
from tests.core.builders import scene
from tests.told import told


def screen_at(place: tuple[float, float, float], *, turn: tuple[float, float, float, float] = (0, 0, 0, 1)) -> Document:
    """The lamp-room rig with its monitor free in the rig frame, its face's middle at ``place`` from the eye."""
    made = lighthouse()
    before = scene(ROOM, made)
    eye = eye_of(before.operator, before.stance)
    setup = made.setups_by_id[ROOM]
    part = made.parts_by_id["monitor-5"]
    length, _, height = part.solids[0].size_m
    local = np.array((-length / 2, 0.0, height / 2))
    x, y, z, w = turn
    q = np.array((x, y, z))
    turned = local + 2 * np.cross(q, np.cross(q, local) + w * local)
    free = Pose(position_m=tuple((eye + place - turned).tolist()), quaternion_xyzw=turn)
    placements = tuple(
        p.changed(parent=None, point=None, by=None, pose=free, slide_m=0.0, turn_rad=0.0) if p.id == "monitor-5" else p
        for p in setup.placements
    )
    return made.with_setup(setup.changed(placements=placements, cables=()))


ROOM = "lamp-room"


class Neck(unittest.TestCase):
    """From level to 15° down is easy, to 5° up costs nothing, then it grows."""

    def test_easy_zone(self) -> None:
        """Screen guidance (as ISO 9241-5, from memory) and common practice."""
        for degrees in (-15, -8, 0, 3, 5):
            self.assertEqual(neck_cost(math.radians(degrees)), 0.0)
            self.assertEqual(told(neck_words(math.radians(degrees))), "")
            self.assertEqual(bent_rad(math.radians(degrees)), 0.0)

    def test_the_head_bends_by_what_the_eyes_do_not(self) -> None:
        """25° up bends it back by 20°, 25° down forward by 10°; 5° and 15° the eyes do."""
        for gaze_deg, bent_deg in ((25.0, -20.0), (6.0, -1.0), (-25.0, 10.0), (-15.0, 0.0), (5.0, 0.0)):
            self.assertAlmostEqual(math.degrees(bent_rad(math.radians(gaze_deg))), bent_deg, delta=1e-9)

    def test_grows_without_a_jump(self) -> None:
        """Half a degree more never costs more than a twentieth: no switch anywhere."""
        angles = np.radians(np.arange(-80, 80, 0.5))
        costs = np.array([neck_cost(float(a)) for a in angles])
        self.assertLess(float(np.abs(np.diff(costs)).max()), 0.05)
        self.assertGreater(neck_cost(math.radians(30)), neck_cost(math.radians(12)))
        self.assertGreater(neck_cost(math.radians(-50)), neck_cost(math.radians(-25)))

    def test_chaffin(self) -> None:
        """Chaffin 1973 (from memory): no marked tiredness in 6 h at 15°, 5 h at 30°, 2 h at 60°."""
        self.assertEqual(tires_s(math.radians(14)), math.inf)
        self.assertAlmostEqual(tires_s(math.radians(30)) / 3600, 5.0)
        self.assertAlmostEqual(tires_s(math.radians(60)) / 3600, 2.0)


class Screens(unittest.TestCase):
    """Where a screen is, which way it looks, and in which light."""

    def complaints(self, made: Document) -> str:
        """All that is wrong with the screen."""
        found = gaze(scene(ROOM, made))
        assert found is not None
        return "; ".join([told(each) for each in found.complaints])

    def test_distance_is_from_the_face(self) -> None:
        """A tape from the eye to the glass: 350 mm, level."""
        found = gaze(scene(ROOM, screen_at((0.35, 0.0, 0.0))))
        self.assertAlmostEqual(found.distance_m, 0.35, delta=1e-9)
        self.assertAlmostEqual(found.up_rad, 0.0, delta=1e-9)
        self.assertAlmostEqual(found.off_face_rad, 0.0, delta=1e-6)

    def test_a_few_degrees_up_are_nothing(self) -> None:
        """4° up is not complained of, 8° is a little high, 40° cranes the neck."""
        for degrees, said in ((4, ""), (8, "a little high"), (40, "cranes the neck")):
            up = math.radians(degrees)
            text = self.complaints(screen_at((0.35 * math.cos(up), 0.0, 0.35 * math.sin(up))))
            self.assertEqual("high" in text or "cranes" in text, bool(said), text)
            self.assertIn(said, text)

    def test_beside_and_behind(self) -> None:
        """A screen to the side is turned to; one behind the head is behind the head."""
        self.assertIn("the head turns 59° to it", self.complaints(screen_at((0.2, 0.33, 0.0))))
        self.assertIn("behind the head", self.complaints(screen_at((-0.1, 0.33, 0.0))))

    def test_its_back_and_on_its_head(self) -> None:
        """Turned about the vertical it shows its back; rolled over, the picture is upside down."""
        self.assertIn("shows its back", self.complaints(screen_at((0.35, 0, 0), turn=(0, 0, 1, 0))))
        self.assertIn("is upside down", self.complaints(screen_at((0.35, 0, 0), turn=(1, 0, 0, 0))))
        half = math.radians(10)
        rolled = screen_at((0.35, 0, 0), turn=(math.sin(half), 0, 0, math.cos(half)))
        self.assertIn("the picture leans 20°", self.complaints(rolled))

    def test_a_screen_on_its_own_joint(self) -> None:
        """Tilted 30° about its foot, the face leans back 30° and swings forward with the height of its middle."""
        made = screen_at((0.35, 0.0, 0.0))
        part = made.parts_by_id["monitor-5"]
        height = part.solids[0].size_m[2]
        hinge = Pivot(name="tilt", position_m=(-part.solids[0].size_m[0] / 2, 0.0, 0.0))
        knob = Box(
            size_m=(0.01, 0.01, 0.01), centre_m=(0.1, 0.0, 0.0)
        )  # on its back: the face is the rear of the other
        solids = (*(each.changed(beyond=1) for each in part.solids), knob)
        made = made.changed(parts=tuple(
            part.changed(pivots=(hinge,), solids=solids) if each is part else each for each in made.parts
        ))  # fmt: skip
        square = gaze(scene(ROOM, made))
        setup = made.setups_by_id[ROOM]
        tilt = math.radians(30)
        placements = tuple(
            each.changed(pivots_rad=(tilt,)) if each.id == "monitor-5" else each for each in setup.placements
        )
        found = gaze(scene(ROOM, made.with_setup(setup.changed(placements=placements))))
        self.assertAlmostEqual(square.distance_m, 0.35, delta=1e-9)
        forward, up = 0.35 + height / 2 * math.sin(tilt), height / 2 * (math.cos(tilt) - 1)
        self.assertAlmostEqual(found.distance_m, math.hypot(forward, up), delta=1e-9)
        self.assertAlmostEqual(found.up_rad, math.atan2(up, forward), delta=1e-9)
        self.assertAlmostEqual(found.off_face_rad, tilt - math.atan2(-up, forward), delta=1e-6)

    def test_sun(self) -> None:
        """A face that looks back has the sun from behind on it, not that from ahead."""
        made = screen_at((0.35, 0.0, 0.0))
        for sun, lit in (("", False), ("behind", True), ("ahead", False), ("overhead", False)):
            self.assertEqual(gaze(scene(ROOM, carrying.stand_in_sun(made, ROOM, sun))).sunlit, lit, sun)

    def test_an_eyepiece_is_looked_into(self) -> None:
        """No rule of distance for screens: it is at the eye or it is not."""
        made = lighthouse()
        made = made.changed(parts=(*made.parts, make_part("finder", "viewfinder", "viewfinder", 0.35)))
        made = rigging.remove(made, ROOM, "monitor-5")
        setup, part = made.setups_by_id[ROOM], made.parts_by_id["finder"]
        parent, point, by = next(iter(rigging.fitting_points(made, setup, part)))
        made = rigging.add(made, ROOM, "finder", parent, point.name, by.name)[0]
        found = gaze(scene(ROOM, made))
        self.assertTrue(found.eyepiece)
        text = "; ".join([told(each) for each in found.complaints])
        self.assertNotIn("too near", text)
        self.assertNotIn("too far", text)
        self.assertIn("the eye looks into it", text)


class Proposals(unittest.TestCase):
    """What is proposed is better in everything that it is proposed for."""

    def test_screens_stay_upright_and_are_seen(self) -> None:
        """Every screen proposed: picture upright, face to the eye, nearer to easy."""
        for key in ("lamp-room", "causeway", "evening"):
            plan = next(p for p in fit_plans(lighthouse(), key) if "screen" in told(p.title))
            self.assertTrue(plan.works, told(plan.reason))
            before, after = gaze(plan.before), gaze(plan.after)
            self.assertLess(after.leans_rad, UPRIGHT_RAD)
            self.assertLess(after.off_face_rad, math.pi / 2)
            self.assertLess(neck_cost(after.up_rad), neck_cost(before.up_rad))
            self.assertGreaterEqual(after.distance_m, after.distances_m[0])

    def test_grips_go_to_90_and_hanging(self) -> None:
        """No elbow ends further from 90° than it was, and no upper arm more raised."""
        tried = 0
        for setup in lighthouse().setups:
            for plan in fit_plans(lighthouse(), setup.id):
                if "Grips" not in told(plan.title) or not plan.works:
                    continue
                for was, now in zip(plan.before.arms, plan.after.arms, strict=True):
                    off = [abs(each.arm.elbow_angle_rad - math.pi / 2) for each in (was, now)]
                    self.assertLess(off[1], off[0] + math.radians(2), setup.id)
                    self.assertLess(now.arm.elevation_rad, was.arm.elevation_rad + math.radians(2), setup.id)
                    tried += 1
        self.assertGreaterEqual(tried, 4)

    def test_no_slide_that_costs_balance(self) -> None:
        """Balanced over the pad the camera presses the head; forward it would be free and fall: not offered."""
        made = next(plans(lighthouse(), "lamp-room")).apply(lighthouse())
        offers = tuple(
            o.changed(track=o.track.changed(to_m=0.5)) if o.name == "dovetail" else o
            for o in made.parts_by_id["base"].offers
        )
        made = kit.change_part(made, "base", offers=offers)  # track enough to go past the head
        analysis = scene("lamp-room", made)
        self.assertEqual(analysis.status, "rests")
        room = next(f.value for f in analysis.figures if f.key == "head_right_m")
        self.assertLess(room, 0)

        def freed(step: object) -> bool:
            after = scene("lamp-room", step.apply(made, "lamp-room"))  # type: ignore[attr-defined]
            return next(f.value for f in after.figures if f.key == "head_right_m") > 0.005

        free = [step for step in _single_moves(analysis) if freed(step)]
        self.assertTrue(free)  # there are slides that would free it
        self.assertEqual(head_plan(made, analysis, lambda: False).after.status, "rests")

    def test_a_slide_comes_before_a_bracket(self) -> None:
        """With a bracket under the camera already, set to its middle, it is slid; nothing is bought or added."""
        made = PutBetween("bridge", "offset-bracket", 0.0, "").apply(lighthouse(), "lamp-room")
        plan = head_plan(made, scene("lamp-room", made), lambda: False)
        self.assertTrue(plan.works)
        self.assertEqual([type(step) for step in plan.steps], [SlideTo])
        rooms = [next(f.value for f in each.figures if f.key == "head_right_m") for each in (plan.before, plan.after)]
        self.assertLess(rooms[0], 0)
        self.assertGreaterEqual(rooms[1], 0.005)
        self.assertEqual(scene("lamp-room", plan.apply(made)).setup, plan.after.setup)


if __name__ == "__main__":
    unittest.main()
