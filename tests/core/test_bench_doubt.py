"""How sure what is read makes one: the doubt of places and tilts, against the formulas of weighing."""

import math
import unittest

import numpy as np

from equilix.bench.expecting import expected, taken
from equilix.bench.fit import Fitted, fit
from equilix.bench.methods import METHODS, Asked, Key
from equilix.bench.next_reading import helpful
from equilix.bench.sorts import PLACE_SD_M
from equilix.bench.subjects import part_alone
from equilix.document import Document
from equilix.kit.measured import Measured
from equilix.mechanics.weighing import height_from_tilt, two_supports
from tests.core.builders import analysed, box, document, free, padded

FRONT, REAR, UNDER, TILT = 0.14, -0.1, -0.05, math.radians(20)
SCALE_SD_KG, TILT_SD = 0.005, math.radians(2)


def unknown() -> Document:
    """A part of 4 kg of which nothing is known but where it really balances."""
    part = box("a", 4.0, (0.3, 0.1, 0.1), cg_m=(0.04, 0.0, 0.02), cg_sd_m=(1.0, 1.0, 1.0), mass_sd_kg=20.0)
    return document([part], [free("a", "a")])


def read(made: Document, key: Key, tilt_rad: float | None = None, **more: float) -> tuple[Measured, ...]:
    """Readings of the part by one method, as its data say that they should be."""
    values = {"first_place": FRONT, "second_place": REAR, "first_load": 1.0, "second_load": 1.0, **more}
    if tilt_rad is not None:
        values |= {"tilt": tilt_rad, "height": UNDER}
    sds = {"first_load": SCALE_SD_KG, "second_load": SCALE_SD_KG, "tilt": TILT_SD}
    asked = Asked("x", (0.0, 0.0, 0.0), values, sds)
    subject = part_alone(made, "a")
    should = expected(made, METHODS[key].make(subject, asked))
    loads = {f"{name}_load": each.value for name, each in zip(("first", "second"), should, strict=True)}
    return taken(made, METHODS[key], subject, Asked("x", asked.point_m, {**values, **loads}, sds))


def fitted(made: Document, *readings: Measured) -> Fitted:
    """All of them together."""
    return fit(made.parts_by_id, [each.changed(id=f"r{number}") for number, each in enumerate(readings)])


class Supports(unittest.TestCase):
    """Two loads sum to the mass: a place that is wrong moves both, against each other."""

    def test_where_it_balances(self) -> None:
        """As sure as ``two_supports`` says, with the doubt of the places as well; never surer."""
        made = unknown()
        level = read(made, "supports")
        wanted = two_supports((level[0].value, level[1].value), (FRONT, REAR), SCALE_SD_KG, PLACE_SD_M)
        found = fitted(made, *level)
        np.testing.assert_allclose(found.likely[0, :2], (4.0, 0.04), atol=1e-5)
        self.assertGreater(float(found.sds[1][0, 1]), 0.999 * wanted.place_sd_m)
        self.assertLess(float(found.sds[1][0, 1]), 1.03 * wanted.place_sd_m)
        self.assertGreater(float(found.sds[1][0, 0]), 0.99 * wanted.mass_sd_kg)

    def test_said_before_it_is_done(self) -> None:
        """What is promised of two supports is no better than their places allow."""
        part = padded("a", 4.0).changed(cg_m=(0.04, 0.0, 0.02), cg_sd_m=(1.0, 0.001, 0.001), mass_sd_kg=0.001)
        made = document([part], [free("a", "a")])
        found = [each for each in helpful(made, analysed(made)) if (each.how, each.axis) == ("supports", "x")]
        share = (0.04 + 0.15) / 0.3  # the supports are at the ends of the box
        by_place = math.hypot(share, 1 - share) * PLACE_SD_M
        by_scale = SCALE_SD_KG / math.sqrt(2) / 4.0 * 0.3
        self.assertAlmostEqual(found[0].after_m / math.hypot(by_place, by_scale), 1.0, delta=0.01)


class Tilted(unittest.TestCase):
    """What is not known of a tilt is not known of the height."""

    def test_how_high(self) -> None:
        """As unsure as the derived formula says: places and scales of both weighings, and the tilt itself."""
        made = unknown()
        first, second = read(made, "supports"), read(made, "tilted", TILT)
        level, tilted = ((each[0].value, each[1].value) for each in (first, second))
        places = (FRONT, REAR)
        by_tilt = height_from_tilt(two_supports(level, places), tilted, places, TILT, tilt_sd_rad=TILT_SD)
        weighed = [two_supports(each, places, SCALE_SD_KG, PLACE_SD_M).place_sd_m for each in (level, tilted)]
        by_the_rest = math.hypot(*weighed) / math.tan(TILT)
        self.assertAlmostEqual(UNDER + by_tilt.place_m, 0.02, places=6)
        self.assertGreater(by_tilt.place_sd_m, by_the_rest / 2)  # the tilt is no small part of it
        found = fitted(made, *first, *second)
        self.assertAlmostEqual(float(found.likely[0, 3]), 0.02, places=4)
        wanted = math.hypot(by_the_rest, by_tilt.place_sd_m)
        self.assertAlmostEqual(float(found.sds[1][0, 3]) / wanted, 1.0, delta=0.02)

    def test_a_motor(self) -> None:
        """``∂τ/∂φ = −m g (d sin φ + h cos φ)``: the doubt of the tilt is in that of the effort."""
        made = unknown()
        asked = Asked("y", (0.0, 0.0, 0.0), {"tilt": 0.3, "effort": 1.0}, {"tilt": TILT_SD, "effort": 0.02})
        (reading,) = taken(made, METHODS["motor"], part_alone(made, "a"), asked)
        by_tilt = 4.0 * 9.80665 * (0.04 * math.sin(0.3) + 0.02 * math.cos(0.3)) * TILT_SD
        self.assertAlmostEqual(reading.sd, math.hypot(0.02, by_tilt), places=7)
