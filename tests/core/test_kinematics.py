"""Forward kinematics: mounts meet, slides carry along, turns turn, telescopes draw out."""

import math
import unittest

import numpy as np
from scipy.spatial.transform import Rotation

from equilix.demo import lighthouse
from equilix.edits import rigging
from equilix.kit.catalogue import make_part
from equilix.kit.mounts import MountPoint, Track
from equilix.kit.parts import Part
from equilix.kit.pivots import Configuration
from equilix.kit.solids import Box
from equilix.rig.kinematics import assemble
from equilix.rig.setups import Placement, Pose
from tests.core.builders import box, document, free
from tests.told import invalid


class Mounting(unittest.TestCase):
    """Where a mounted part goes."""

    def test_points_meet_face_to_face(self) -> None:
        """Origins coincide, outward directions oppose, references agree, for random frames on both sides."""
        rng = np.random.default_rng(2)
        for _ in range(30):
            points = []
            for name in ("a", "b"):
                frame = Rotation.random(rng=rng).as_matrix()
                points.append(MountPoint(name=name, kind="k", position_m=tuple(rng.uniform(-0.2, 0.2, 3)),
                                         direction=tuple(frame[:, 2]), reference=tuple(frame[:, 0])))  # fmt: skip
            solid = (Box(size_m=(0.1, 0.1, 0.1)),)
            parent = Part(id="p", name="p", mass_kg=1, solids=solid, offers=(points[0],))
            child = Part(id="c", name="c", mass_kg=1, solids=solid, hangs_by=(points[1],))
            pose = Pose(position_m=(0.1, 0.2, 0.3), quaternion_xyzw=tuple(Rotation.random(rng=rng).as_quat()))
            made = document(
                [parent, child],
                [Placement(id="p", part="p", pose=pose), Placement(id="c", part="c", parent="p", point="a")],
            )
            rig = assemble(made.setups[0], made.parts_by_id)
            np.testing.assert_allclose(
                rig.to_rig("p", points[0].position_m), rig.to_rig("c", points[1].position_m), atol=1e-12
            )
            out_p = rig.rotations[0] @ points[0].frame
            out_c = rig.rotations[1] @ points[1].frame
            np.testing.assert_allclose(out_p[:, 2], -out_c[:, 2], atol=1e-12)
            np.testing.assert_allclose(out_p[:, 0], out_c[:, 0], atol=1e-12)
            self.assertAlmostEqual(float(np.linalg.det(rig.rotations[1])), 1.0, places=12)

    def test_sliding_the_camera_takes_lens_and_matte_box_along(self) -> None:
        """All that hangs on the bridge plate moves by the slide; the rest stays."""
        before = lighthouse()
        after = rigging.slide(before, "lamp-room", "bridge", 0.012)
        rigs = [assemble(d.setups[0], d.parts_by_id) for d in (before, after)]
        carried = set(before.setups[0].subtree("bridge"))
        for key in rigs[0].ids:
            moved = rigs[1].to_rig(key, (0, 0, 0)) - rigs[0].to_rig(key, (0, 0, 0))
            expected = (-0.050, 0, 0) if key in carried else (0, 0, 0)
            np.testing.assert_allclose(moved, expected, atol=1e-9, err_msg=key)
        self.assertIn("matte-box", carried)

    def test_a_track_on_the_hanging_part(self) -> None:
        """Rods slide through their socket: the slide of the child's own track moves it along the track."""
        before = lighthouse()
        slide = before.setups[0].by_id["rear-rods"].slide_m
        after = rigging.slide(before, "lamp-room", "rear-rods", slide + 0.02)
        a, b = (assemble(d.setups[0], d.parts_by_id) for d in (before, after))
        np.testing.assert_allclose(
            b.to_rig("battery", (0, 0, 0)) - a.to_rig("battery", (0, 0, 0)), (0.02, 0, 0), atol=1e-9
        )
        np.testing.assert_allclose(a.slide_direction("rear-rods"), (1, 0, 0), atol=1e-12)

    def test_turn_is_right_handed_about_the_carrying_direction(self) -> None:
        """On a rosette that looks left (+y), a positive turn brings the hanging arm's end backward."""
        made = lighthouse()
        straight = rigging.turn(made, "lamp-room", "left-handle", 0.0)
        turned = rigging.turn(made, "lamp-room", "left-handle", math.radians(30))
        rigs = [assemble(d.setups[0], d.parts_by_id) for d in (straight, turned)]
        ends = [rig.to_rig("left-handle", (0, 0, -0.2)) - rig.to_rig("left-handle", (0, 0, 0)) for rig in rigs]
        np.testing.assert_allclose(ends[0], (0, 0, -0.2), atol=1e-9)
        np.testing.assert_allclose(ends[1], (-0.1, 0, -0.2 * math.cos(math.radians(30))), atol=1e-4)

    def test_drawing_out_a_telescope(self) -> None:
        """What is marked to extend moves by the extension; CG moves by the share of mass that does."""
        made = lighthouse()
        longer = rigging.extend(made, "lamp-room", "left-handle", 0.05)
        part = made.parts_by_id["left-handle"]
        short, long = part.body(), part.body(Configuration(0.05))
        solid = part.solids[2]
        np.testing.assert_allclose(long.box_centres_m[2] - np.array(solid.centre_m), (0, 0, -0.05), atol=1e-12)
        share = solid.volume_m3 / sum(s.volume_m3 for s in part.solids)
        np.testing.assert_allclose(long.cg_m - short.cg_m, (0, 0, -0.05 * share), atol=1e-12)
        self.assertNotEqual(
            assemble(longer.setups[0], longer.parts_by_id).cgs_m.tolist(),
            assemble(made.setups[0], made.parts_by_id).cgs_m.tolist(),
        )

    def test_free_poses_describe_any_assembly(self) -> None:
        """Position and quaternion put a box anywhere, as SciPy says."""
        turn = Rotation.from_euler("zyx", (20, 30, 40), degrees=True)
        pose = Pose(position_m=(0.1, -0.2, 0.3), quaternion_xyzw=tuple(turn.as_quat()))
        made = document([box("b", 2.0, (0.1, 0.2, 0.3))], [Placement(id="b", part="b", pose=pose)])
        rig = assemble(made.setups[0], made.parts_by_id)
        body = made.parts_by_id["b"].body()
        expected = turn.as_matrix() @ body.inertia_kg_m2 @ turn.as_matrix().T
        np.testing.assert_allclose(rig.mass_properties().inertia_kg_m2, expected, atol=1e-14)
        np.testing.assert_allclose(
            rig.to_rig("b", (0.05, 0, 0)), turn.apply((0.05, 0, 0)) + pose.position_m, atol=1e-14
        )

    def test_mirror_image_gives_mirrored_answer(self) -> None:
        """Every y turned round: the CG's y too, all else alike."""
        rng = np.random.default_rng(9)
        parts = [box(f"b{k}", float(rng.uniform(0.1, 2)), tuple(rng.uniform(0.02, 0.2, 3))) for k in range(5)]
        places = rng.uniform(-0.3, 0.3, (5, 3))
        one = document(parts, [free(p.id, p.id, *places[k]) for k, p in enumerate(parts)])
        other = document(
            parts, [free(p.id, p.id, places[k, 0], -places[k, 1], places[k, 2]) for k, p in enumerate(parts)]
        )
        a, b = (assemble(d.setups[0], d.parts_by_id).mass_properties() for d in (one, other))
        np.testing.assert_allclose(b.cg_m, a.cg_m * (1, -1, 1), atol=1e-14)
        flip = np.diag((1, -1, 1))
        np.testing.assert_allclose(b.inertia_kg_m2, flip @ a.inertia_kg_m2 @ flip, atol=1e-14)

    def test_subtree_and_rest_are_the_whole(self) -> None:
        """Mass properties of the camera's subtree and of the rest add up to the rig's mass and first moment."""
        made = lighthouse()
        rig = assemble(made.setups[0], made.parts_by_id)
        camera = made.setups[0].subtree("bridge")
        rest = tuple(key for key in rig.ids if key not in camera)
        a, b, whole = rig.mass_properties(camera), rig.mass_properties(rest), rig.mass_properties()
        self.assertAlmostEqual(a.mass_kg + b.mass_kg, whole.mass_kg, places=12)
        np.testing.assert_allclose(a.mass_kg * a.cg_m + b.mass_kg * b.cg_m, whole.mass_kg * whole.cg_m, atol=1e-12)

    def test_lens_axis_stands_85_mm_over_the_rods(self) -> None:
        """Lightweight 15 mm rods are 60 mm apart, the lens axis 85 mm over them (common practice; from memory)."""
        made = lighthouse()
        rig = assemble(made.setups[0], made.parts_by_id)
        height = rig.to_rig("lens", (0, 0, 0))[2] - rig.to_rig("front-rods", (0, 0, 0))[2]
        self.assertAlmostEqual(height, 0.085, delta=0.0005)
        rods = made.parts_by_id["front-rods"].solids
        self.assertAlmostEqual(abs(rods[0].centre_m[1] - rods[1].centre_m[1]), 0.060, places=9)


class Tracks(unittest.TestCase):
    """Ends and holes."""

    def test_settles_inside_and_on_a_hole(self) -> None:
        """Holes are counted from the beginning of the track; the last hole may lie before its end."""
        track = Track(from_m=-0.05, to_m=0.052, pitch_m=0.025)
        self.assertAlmostEqual(track.settle(0.011), 0.0, places=9)
        self.assertAlmostEqual(track.settle(0.3), 0.05, places=9)
        self.assertAlmostEqual(track.settle(-0.3), -0.05, places=9)
        self.assertTrue(track.has(0.025))
        self.assertFalse(track.has(0.030))
        self.assertFalse(track.has(0.055))

    def test_free_track_settles_anywhere_inside(self) -> None:
        """Without holes only the ends count."""
        track = Track(from_m=0.0, to_m=0.1)
        self.assertAlmostEqual(track.settle(0.0333), 0.0333, places=12)
        self.assertAlmostEqual(track.settle(0.2), 0.1, places=12)

    def test_backward_track_is_refused(self) -> None:
        """A track must not end before it begins."""
        with invalid(self, "must not end"):
            Track(from_m=0.1, to_m=0.0)

    def test_every_kind_has_a_home(self) -> None:
        """Every kind of the catalogue makes a part with its default size that hangs, is held, or bears."""
        from equilix.kit.catalogue import KINDS

        for key, kind in KINDS.items():
            with self.subTest(key):
                part = make_part("x", key, key, kind.mass_kg)
                self.assertTrue(part.hangs_by or part.pad or part.anchors or part.carrier or part.offers)
                self.assertAlmostEqual(part.body().mass_kg, kind.mass_kg, places=12)


if __name__ == "__main__":
    unittest.main()
