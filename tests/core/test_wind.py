"""Wind on a rig: pressure, areas that cover each other once, the Beaufort scale."""

import random
import unittest

import numpy as np

from equilix.day.course import course_of
from equilix.day.day_words import wind_words
from equilix.day.wind import push_of
from equilix.mechanics.wind import beaufort, covered_m2, pressure_pa, push_n
from equilix.words.telling import tell
from tests.core.test_day import RIGS, day, scene


class Wind(unittest.TestCase):
    """Against published figures."""

    def test_pressure(self) -> None:
        """EN 1991-1-4, eq. 4.10: 0.39 kN/m² at 25 m/s, 0.47 at 27.5, 0.56 at 30 (German annex, from memory)."""
        for speed, kilopascal in ((25.0, 0.39), (27.5, 0.47), (30.0, 0.56)):
            self.assertAlmostEqual(pressure_pa(speed) / 1000, kilopascal, delta=0.005)
        self.assertEqual(push_n(0.0, 30.0), 0.0)
        self.assertAlmostEqual(push_n(0.1, 20.0), 4 * push_n(0.1, 10.0))

    def test_beaufort(self) -> None:
        """The limits of the numbers as they are published (WMO), m/s."""
        for number, begins in enumerate((1.6, 3.4, 5.5, 8.0, 10.8, 13.9, 17.2, 20.8, 24.5), start=2):
            self.assertEqual((beaufort(begins - 0.15), beaufort(begins + 0.15)), (number - 1, number))
        self.assertEqual((beaufort(0.0), beaufort(60.0)), (0, 12))

    def test_areas(self) -> None:
        """Of rectangles that lie on each other, counted on a fine grid (50 random heaps)."""
        rng = random.Random(2)
        for _ in range(50):
            corners = np.array([[rng.randrange(0, 90), rng.randrange(0, 90)] for _ in range(rng.randrange(1, 9))])
            sizes = np.array([[rng.randrange(1, 40), rng.randrange(1, 40)] for _ in corners])
            grid = np.zeros((140, 140), dtype=bool)
            for (x, y), (wide, high) in zip(corners, sizes, strict=True):
                grid[x : x + wide, y : y + high] = True
            self.assertAlmostEqual(covered_m2(corners / 100, (corners + sizes) / 100), grid.sum() / 1e4)
        self.assertEqual(covered_m2(np.zeros((0, 2)), np.zeros((0, 2))), 0.0)

    def test_of_a_scene(self) -> None:
        """The broader side counts; twice the wind pushes four times as hard; without wind nothing is told."""
        spans = course_of(day(*(scene(f"s{k}", wind_mps=k) for k in (5.0, 10.0)), scene("c")), RIGS).spans
        first, second, third = (push_of(each, RIGS) for each in spans)
        self.assertAlmostEqual(second / first, 4.0)
        self.assertEqual(third, 0.0)
        self.assertTrue(5 < second < 15, "a lamp-room rig is about a tenth of a square metre from the side")

    def test_in_words(self) -> None:
        """By its Beaufort number and its push; nothing without wind."""
        first, second = course_of(day(scene("a", wind_mps=9.0), scene("b")), RIGS).spans
        self.assertRegex(tell(wind_words(first, RIGS)), r"^wind of Beaufort 5, about [\d.]+ N at the rig$")
        self.assertEqual(tell(wind_words(second, RIGS)), "")

    def test_marked(self) -> None:
        """From a near gale on (Beaufort 7, 'inconvenience felt when walking against the wind'); below it not."""
        for speed, told in ((13.7, False), (14.1, True)):
            marks = course_of(day(scene("a", take_min=1, wind_mps=speed)), RIGS).marks
            self.assertEqual("windy" in [each.kind for each in marks], told)
