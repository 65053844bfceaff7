"""Photos behind the drawing: scaled by two points, levelled, moved; and where their files are."""

import math
import os
import unittest
from pathlib import Path

import numpy as np
from scipy.spatial.transform import Rotation

from equilix.demo import lighthouse
from equilix.edits import backdrops
from equilix.errors import Refused
from equilix.rig.backdrops import Backdrop
from equilix.store.parsing import parse
from equilix.store.writing import to_bytes
from tests.told import refused

Point = tuple[float, float]


def of_picture(photo: Backdrop, point: Point) -> Point:
    """Where a point of the paper lies on the picture, in shares of its width from its middle (by SciPy's rotation)."""
    off = np.array((point[0] - photo.at_m[0], point[1] - photo.at_m[1], 0.0))
    x, y, _ = Rotation.from_euler("z", -photo.turn_rad).apply(off) / photo.width_m
    return float(x), float(y)


def on_paper(photo: Backdrop, point: Point) -> Point:
    """The other way round."""
    x, y, _ = Rotation.from_euler("z", photo.turn_rad).apply((*point, 0.0)) * photo.width_m
    return float(x + photo.at_m[0]), float(y + photo.at_m[1])


class Shaped(unittest.TestCase):
    """Whatever is done, what was clicked on the picture lies where it was said to."""

    def setUp(self) -> None:
        self.rng = np.random.default_rng(7)

    def some(self) -> tuple[Backdrop, Point, Point]:
        """A photo anyhow, and two points of it."""
        r = self.rng
        photo = Backdrop(
            view="side", file="a.jpg", at_m=tuple(r.uniform(-1, 1, 2)), width_m=float(r.uniform(0.2, 3)),
            turn_rad=float(r.uniform(-1, 1)),
        )  # fmt: skip
        first, second = (on_paper(photo, tuple(r.uniform(-0.5, 0.5, 2))) for _ in range(2))
        return photo, first, second

    def test_scaled(self) -> None:
        """The two points are so far apart as was told; the first stays; it is turned no further."""
        for _ in range(50):
            photo, first, second = self.some()
            new = photo.scaled(first, second, 0.345)
            there = [on_paper(new, of_picture(photo, point)) for point in (first, second)]
            np.testing.assert_allclose(there[0], first, atol=2e-7)
            self.assertAlmostEqual(math.dist(*there), 0.345, places=5)
            self.assertEqual(new.turn_rad, photo.turn_rad)

    def test_levelled(self) -> None:
        """The line is level; the first stays; the scale too; and by no more than a right angle, whichever is first."""
        for _ in range(50):
            photo, first, second = self.some()
            for one, other in ((first, second), (second, first)):
                new = photo.levelled(one, other)
                there = [on_paper(new, of_picture(photo, point)) for point in (one, other)]
                np.testing.assert_allclose(there[0], one, atol=2e-7)
                self.assertAlmostEqual(there[0][1], there[1][1], places=6)
                self.assertEqual(new.width_m, photo.width_m)
                turned = math.remainder(new.turn_rad - photo.turn_rad, 2 * math.pi)
                self.assertLessEqual(abs(turned), math.pi / 2 + 1e-9)

    def test_moved(self) -> None:
        """What lay at the first point lies at the second."""
        photo, first, second = self.some()
        new = photo.moved(first, second)
        np.testing.assert_allclose(on_paper(new, of_picture(photo, first)), second, atol=2e-7)

    def test_worked_by_hand(self) -> None:
        """A rule of 300 mm that lies over 150 mm: twice as wide, and twice as far from its first end."""
        photo = Backdrop(view="side", file="a.jpg", at_m=(0.1, 0.0), width_m=0.6)
        new = photo.scaled((0.0, 0.0), (0.15, 0.0), 0.3)
        self.assertEqual((new.width_m, new.at_m), (1.2, (0.2, 0.0)))


class InADocument(unittest.TestCase):
    """Put, changed, taken away, written and read."""

    def setUp(self) -> None:
        self.made = backdrops.put_backdrop(lighthouse(), "lamp-room", "side", file="photos/rig.jpg")

    def test_one_a_view(self) -> None:
        """Another one takes its place; one behind another view lies beside it; both go through the file."""
        made = backdrops.put_backdrop(self.made, "lamp-room", "side", data="AAAA")
        made = backdrops.put_backdrop(made, "lamp-room", "front", file="front.jpg", opacity=0.2)
        again = parse(to_bytes(made))
        found = again.setups_by_id["lamp-room"].backdrops
        self.assertEqual(
            [(each.view, each.file, each.data) for each in found], [("side", "", "AAAA"), ("front", "front.jpg", "")]
        )
        self.assertEqual(again.setups_by_id["stairs"].backdrops, ())
        made = backdrops.remove_backdrop(made, "lamp-room", "side")
        self.assertEqual([each.view for each in made.setups_by_id["lamp-room"].backdrops], ["front"])

    def test_edits(self) -> None:
        """Scaled, levelled and moved in the document as by hand."""
        made = backdrops.scale_backdrop(self.made, "lamp-room", "side", (0.0, 0.0), (0.5, 0.0), 0.25)
        made = backdrops.level_backdrop(made, "lamp-room", "side", (0.0, 0.0), (0.1, 0.1))
        made = backdrops.move_backdrop(made, "lamp-room", "side", (0.0, 0.0), (0.3, 0.1))
        photo = backdrops.backdrop_of(made, "lamp-room", "side")
        self.assertAlmostEqual(photo.width_m, 0.5)
        self.assertAlmostEqual(photo.turn_rad, -math.pi / 4)
        np.testing.assert_allclose(photo.at_m, (0.3, 0.1), atol=1e-7)

    def test_another_folder(self) -> None:
        """Saved elsewhere the file is found from there; what is inside stays."""
        made = backdrops.put_backdrop(self.made, "stairs", "front", data="AAAA")
        moved = backdrops.follow_folder(made, Path("/jobs/one"), Path("/jobs/two/deep"))
        file = backdrops.backdrop_of(moved, "lamp-room", "side").file
        self.assertEqual(file, "../../one/photos/rig.jpg")
        self.assertEqual(os.path.normpath(Path("/jobs/two/deep") / file), "/jobs/one/photos/rig.jpg")
        self.assertEqual(backdrops.backdrop_of(moved, "stairs", "front").data, "AAAA")
        plain = lighthouse()
        self.assertIs(backdrops.follow_folder(plain, Path("/a"), Path("/b")), plain)

    def test_refusals(self) -> None:
        """None there, one point twice, a scale that cannot be, neither file nor picture, fields out of range."""
        edit = backdrops
        for change, words in (
            (lambda: edit.change_backdrop(self.made, "lamp-room", "plan", opacity=0.3), "No photo lies behind"),
            (lambda: edit.remove_backdrop(self.made, "lamp-room", "front"), "No photo lies behind"),
            (lambda: edit.scale_backdrop(self.made, "lamp-room", "side", (0, 0), (0, 0), 0.1), "two points are one"),
            (lambda: edit.level_backdrop(self.made, "lamp-room", "side", (0.1, 0), (0.1, 0)), "two points are one"),
            (lambda: edit.scale_backdrop(self.made, "lamp-room", "side", (0, 0), (0.1, 0), 99.0), "no photo can be"),
            (lambda: edit.scale_backdrop(self.made, "lamp-room", "side", (0, 0), (0.1, 0), -1.0), "no photo can be"),
            (lambda: edit.move_backdrop(self.made, "lamp-room", "side", (0, 0), (11.0, 0)), "10 m away"),
            (lambda: edit.put_backdrop(self.made, "lamp-room", "side"), "beside the document or inside"),
            (lambda: edit.put_backdrop(self.made, "lamp-room", "side", file="a", data="A"), "one of the two"),
            (lambda: edit.change_backdrop(self.made, "lamp-room", "side", opacity=2.0), "opacity"),
        ):  # fmt: skip
            with self.subTest(words), refused(self, Refused, words):
                change()
