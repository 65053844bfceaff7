"""Limits and steps that stand between two answers: both sides of each, worked by hand."""

import math
import unittest
from unittest import mock

import numpy as np

from equilix.analysis import Analysis, analyse
from equilix.demo import lighthouse
from equilix.edits import rigging
from equilix.errors import Refused
from equilix.fit.curves import over_mass
from equilix.keys import BalanceKey
from equilix.kit.carriers import TripodHead
from equilix.planner.prices import prices_of
from equilix.power.day import compare
from equilix.result import Result
from equilix.units import read
from equilix.words.reading import read_out
from tests.core.builders import scene
from tests.told import refused, told

HOUR_S = 3600.0


def figure(analysis: Analysis, key: str) -> tuple[float, str]:
    """The value of a figure and its warning in words."""
    found = next(each for each in analysis.figures if each.key == key)
    return found.value, told(found.warning)


class Heads(unittest.TestCase):
    """What the counterbalance of the head cannot hold."""

    def on(self, steps_nm: tuple[float, ...]) -> Analysis:
        """The evening's tripod with a head of these steps, set right for the load."""
        made = lighthouse()
        setup = made.setups_by_id["evening"]
        part = made.parts_by_id[setup.borne_by or ""]
        assert isinstance(part.carrier, TripodHead)
        other = part.changed(carrier=part.carrier.changed(counterbalance_nm=steps_nm))
        made = made.changed(parts=tuple(other if each.id == part.id else each for each in made.parts))
        return analyse(made.with_setup(setup.changed(setting=None)), setup.changed(setting=None))

    def test_more_than_its_last_step_holds(self) -> None:
        """Said where over a quarter of what is wanted stays at the last step, and not where a middle one is nearest."""
        wanted, _ = figure(self.on((0.0, 2.0)), "counterbalance_nm")
        self.assertGreater(wanted, 1.0)
        for last, said in ((0.74, True), (0.76, False), (1.0, False)):
            left, warning = figure(self.on((0.0, last * wanted)), "left_nm")
            self.assertAlmostEqual(left, (1 - last) * wanted, delta=1e-6)
            self.assertEqual("last step" in warning or "keep" in warning.lower(), said, (last, warning))
        _, warning = figure(self.on((0.0, 0.7 * wanted, 1.4 * wanted)), "left_nm")
        self.assertEqual(warning, "")


class Curves(unittest.TestCase):
    """Over the mass."""

    def test_masses_are_those_of_the_rig(self) -> None:
        """From half of it to half as much again, and the middle one is the rig as it is."""
        analysis = scene("workshop")
        curve = over_mass(analysis)
        np.testing.assert_allclose(curve.x, analysis.mass.mass_kg * np.array((0.5, 0.75, 1.0, 1.25, 1.5)))
        self.assertEqual(curve.now, analysis.mass.mass_kg)
        self.assertTrue(np.all(np.diff(curve.y_s) <= 0))


class Sleds(unittest.TestCase):
    """The drop of a sled."""

    def test_it_turns_over_when_its_centre_reaches_the_gimbal(self) -> None:
        """The edge of the drop time lies as far over the wanted place as that lies under the gimbal."""
        analysis = scene("causeway")
        drop = next(c for c in analysis.conditions if c.balance.key == BalanceKey.DROP_TIME)
        assert analysis.support is not None
        up = analysis.support.datum_m[2] - drop.balance.datum_m[2]
        self.assertGreater(up, 0.002)
        self.assertAlmostEqual(drop.balance.edge_m, up, delta=1e-9)


class Gimbals(unittest.TestCase):
    """What the motors would have to hold."""

    def test_the_hardest_worked_motor_is_named(self) -> None:
        """24 mm in front of the tilt axis: two thirds of the tilt motor, in the reading too."""
        analysis = scene("stairs")
        self.assertIn("67% of the tilt motor", told(read_out(analysis).said))


class Packing(unittest.TestCase):
    """Batteries for a day."""

    def test_one_change_less_than_batteries(self) -> None:
        """50 W for four hours of a 98 Wh battery, warm: three of them, two changes, three times the price."""
        made = lighthouse()
        battery = made.parts_by_id["battery-98"].changed(price=200.0)
        network = Result(scene("lamp-room")).network
        choice = compare(network, [battery], 50.0, 4 * HOUR_S)[0]
        self.assertEqual((choice.pieces, choice.changes, choice.price), (3, 2, 600.0))


class Places(unittest.TestCase):
    """What is drawn out."""

    def test_an_exchanged_part_is_drawn_out_no_farther_than_it_goes(self) -> None:
        """14 cm of a post of 15 become what a telescope of 10 reaches, and nothing of a part without one."""
        made = lighthouse()
        setup = made.setups_by_id["causeway"]
        post = next(p for p in setup.placements if made.parts_by_id[p.part].telescope is not None)
        part = made.parts_by_id[post.part]
        assert part.telescope is not None
        short = part.changed(id="short", telescope=part.telescope.changed(reach_m=0.10))
        stiff = part.changed(id="stiff", telescope=None)
        made = made.changed(parts=(*made.parts, short, stiff))
        for drawn, other, wanted in ((0.14, "short", 0.10), (0.04, "short", 0.04), (0.14, "stiff", 0.0)):
            out = rigging.extend(made, setup.id, post.id, drawn)
            after = rigging.exchange(out, setup.id, post.id, other).setups_by_id[setup.id].by_id[post.id]
            self.assertAlmostEqual(after.extension_m, wanted, delta=1e-9)


class Entries(unittest.TestCase):
    """What may be typed."""

    def test_no_longer_than_sixty_characters(self) -> None:
        """Sixty are read, one more is refused, with how many there were."""
        self.assertAlmostEqual(read("1 kg".rjust(60), "mass"), 1.0)
        with refused(self, Refused, "61 characters"):
            read("1 kg".rjust(61), "mass")


class Prices(unittest.TestCase):
    """What of the body has a price."""

    def test_the_back_of_one_who_wears_the_rig(self) -> None:
        """Told where something is held, lies on a shoulder or is worn; not where a tripod bears it all."""
        for key, told_ in (("lamp-room", True), ("causeway", True), ("boat-landing", True), ("evening", False)):
            self.assertEqual("back_n" in prices_of(Result(scene(key))), told_, key)

    def test_power_lasts_as_long_as_the_first_battery_to_die(self) -> None:
        """Of all that draw, the shortest; one that draws nothing does not count."""
        analysis = scene("lamp-room")
        result = Result(analysis)
        each = ((9000.0, 30.0), (5000.0, 4.0), (60.0, 0.0))
        runs = [mock.Mock(seconds=seconds, watts=watts) for seconds, watts in each]
        made = mock.Mock(analysis=analysis, fit=result.fit, network=mock.Mock(runs=runs))
        found = prices_of(made)["run_s"]
        self.assertEqual(found.value, 5000.0)
        self.assertAlmostEqual(found.burden, -math.log(5000.0), delta=1e-12)


if __name__ == "__main__":
    unittest.main()
