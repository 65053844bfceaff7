"""Power: wires, batteries in the cold, the tree, its troubles, the day."""

import math
import unittest

import numpy as np

from equilix.analysis import analyse
from equilix.demo import lighthouse
from equilix.document import Document
from equilix.edits import carrying, kit, powering, rigging
from equilix.edits.powering import sockets
from equilix.errors import Refused
from equilix.kit.catalogue import make_part
from equilix.kit.electric import Draw, Electric, Input, Output
from equilix.kit.parts import Part
from equilix.mechanics.mass_properties import combine
from equilix.planner.battery_places import battery_places
from equilix.power.batteries import air_travel, capacity_at, charge_hours, needed_for
from equilix.power.day import compare, network_of
from equilix.power.network import Network
from equilix.power.wires import drop_v, gauge_diameter_m, ohms_per_m
from equilix.rig.routes import route
from equilix.rig.setups import Cable
from tests.told import told


def network(made: Document | None = None, key: str = "lamp-room", **more: object) -> Network:
    """The network of one of the demo's rigs."""
    made = made or lighthouse()
    return network_of(analyse(made, made.setups_by_id[key]), made.parts_by_id, **more)  # type: ignore[arg-type]


class Wires(unittest.TestCase):
    """ASTM B258 diameters, copper of IEC 60028, and Ohm's law."""

    def test_published_table(self) -> None:
        """American wire gauge: diameter in mm and Ω/km at 20 °C (published table, from memory), to 1 %."""
        for gauge, diameter_mm, ohms_per_km in (
            (10, 2.588, 3.277),
            (18, 1.024, 20.95), (20, 0.812, 33.31), (22, 0.644, 52.96), (24, 0.511, 84.22), (28, 0.321, 212.9),
        ):  # fmt: skip
            self.assertAlmostEqual(gauge_diameter_m(gauge) * 1000, diameter_mm, delta=0.002 * diameter_mm)
            self.assertAlmostEqual(ohms_per_m(gauge) * 1000, ohms_per_km, delta=0.01 * ohms_per_km)

    def test_ohms_law(self) -> None:
        """2 A there and back through 1.5 m of gauge 24: 2 · 1.5 · 0.0842 · 2 = 0.51 V."""
        self.assertAlmostEqual(drop_v(24, 1.5, 2.0), 2 * 1.5 * 0.08422 * 2.0, delta=0.01)


class Batteries(unittest.TestCase):
    """Cold, number, charging, flying."""

    def test_capacity_in_the_cold(self) -> None:
        """1.0 at 20 °C, 0.9 at 0, 0.8 at −10, 0.7 at −20 (from memory); straight between, never more, never less."""
        for celsius, share in ((20, 1.0), (0, 0.9), (-10, 0.8), (-20, 0.7), (10, 0.95), (35, 1.0), (-35, 0.7)):
            self.assertAlmostEqual(capacity_at(celsius), share, delta=1e-12)

    def test_number_for_a_day(self) -> None:
        """Eight hours of three-hour batteries: three; nothing drawn: none."""
        self.assertEqual(needed_for(8 * 3600, 3 * 3600), 3)
        self.assertEqual(needed_for(8 * 3600, 4 * 3600), 2)
        self.assertEqual(needed_for(8 * 3600, math.inf), 0)

    def test_charging(self) -> None:
        """Four of 90 Wh on two chargers of 50 W at 90 %: two after each other, 4 h; one charger takes twice as long."""
        self.assertAlmostEqual(charge_hours([90.0] * 4, 50.0, 2), 4.0, delta=1e-9)
        self.assertAlmostEqual(charge_hours([90.0] * 4, 50.0, 1), 8.0, delta=1e-9)
        self.assertAlmostEqual(charge_hours([45.0, 45.0, 90.0], 50.0, 2), 2.0, delta=1e-9)  # the longest first

    def test_air(self) -> None:
        """Up to 100 Wh, to 160 Wh with approval, above not (IATA lithium rules, from memory)."""
        air = air_travel([("a", 98), ("b", 100), ("c", 146), ("d", 160), ("e", 160.1)])
        self.assertEqual((len(air.free), len(air.with_approval), len(air.not_at_all)), (2, 2, 1))
        self.assertIn("airline decides", told(air.words))
        self.assertIn("2 over 100 Wh with the airline’s approval;", told(air.words))
        three = air_travel([(str(k), 150.0) for k in range(3)])
        self.assertIn("3 over 100 Wh with the airline’s approval, but only 2 spares", told(three.words))


class Tree(unittest.TestCase):
    """Who feeds whom."""

    def test_demo(self) -> None:
        """The plate is fed by its battery, the body and the monitor by cables; the watts add up at the battery."""
        found = network()
        fed = {feed.device: feed.source for feed in found.feeds}
        self.assertEqual(fed, {"battery-plate": "battery", "body": "battery-plate", "monitor-5": "battery-plate"})
        parts = lighthouse().parts_by_id
        total = sum(parts[key].electric.draw.record for key in ("boxy-body", "monitor-5"))  # type: ignore[union-attr]
        self.assertAlmostEqual(found.runs[0].watts, total, delta=1e-9)

    def test_run_time(self) -> None:
        """Wh · capacity · age ÷ W; colder is shorter: 6 °C and −10 °C."""
        mild, cold = network(celsius=6.0).runs[0], network(celsius=-10.0).runs[0]
        self.assertAlmostEqual(mild.seconds, 98 * 0.93 / mild.watts * 3600, delta=1)
        self.assertAlmostEqual(cold.seconds / mild.seconds, 0.8 / 0.93, delta=1e-6)

    def test_modes(self) -> None:
        """Standby draws least, everything at full most."""
        watts = [network(mode=mode).runs[0].watts for mode in ("standby", "record", "full")]
        self.assertEqual(watts, sorted(watts))

    def test_converter_efficiency(self) -> None:
        """What passes through at 90 % takes a ninth more."""
        made = lighthouse()
        plate = made.parts_by_id["battery-plate"].electric
        assert plate is not None
        before = network(made).runs[0].watts
        made = kit.change_part(made, "battery-plate", electric=plate.changed(efficiency=0.9))
        self.assertAlmostEqual(network(made).runs[0].watts, before / 0.9, delta=1e-9)

    def test_what_dies_stops_more(self) -> None:
        """On a body that cannot record without its monitor, the monitor's battery stops the body too."""
        made = lighthouse()
        body = made.parts_by_id["boxy-body"].electric
        assert body is not None
        made = kit.change_part(made, "boxy-body", electric=body.changed(stops_without=("monitor",)))
        setup = made.setups_by_id["evening"]
        made = made.with_setup(setup.changed(cables=()))
        made = powering.connect(made, "evening", "battery", "monitor-5")
        found = network(made, "evening")
        self.assertIn("body", found.stopped_by(found.runs[0]))


class Troubles(unittest.TestCase):
    """What is wrong is said in place, and the rest is still worked out."""

    def said(self, made: Document, key: str = "lamp-room") -> str:
        """All troubles in words."""
        return " ".join(told(each.said) for each in network(made, key).troubles)

    def test_no_power(self) -> None:
        """A device without a feed."""
        self.assertIn("transmitter has no power", self.said(lighthouse()))

    def test_wrong_connector(self) -> None:
        """The evening's monitor cable has the wrong end; one with both connectors mends it."""
        self.assertIn("tap does not fit barrel", self.said(lighthouse(), "evening"))
        made = powering.change_cable(lighthouse(), "evening", "power-monitor-5", adapts=True)
        self.assertNotIn("does not fit", self.said(made, "evening"))

    def test_wrong_voltage(self) -> None:
        """A 14.4 V tap into an input for 5 V is too much."""
        made = kit.change_part(
            lighthouse(), "monitor-5",
            electric=Electric(draw=Draw(record=8), inputs=(Input(name="power in", least_v=4.5, most_v=5.5),)),
        )  # fmt: skip
        self.assertIn("too much", self.said(made))

    def test_too_much_current(self) -> None:
        """More than the output, more than the battery gives."""
        body = Electric(draw=Draw(record=200), inputs=(Input(name="power in"),))
        said = self.said(kit.change_part(lighthouse(), "boxy-body", electric=body))
        self.assertIn("from tap 1", said)
        self.assertIn("98 Wh wedge battery, which gives 10 A", said)
        self.assertIn("battery plate on rods, which bears 12 A", said)

    def test_fed_twice_and_loops(self) -> None:
        """Two cables to one device, and a part that would feed itself: said, the rest goes on."""
        made = lighthouse()
        setup = made.setups_by_id["lamp-room"]
        more = Cable(id="x", name="second", start="battery-plate", end="body", output="tap 2", input="power in")
        self.assertIn("fed twice", self.said(made.with_setup(setup.changed(cables=(*setup.cables, more)))))
        plate = Electric(passes=True, outputs=(Output(name="tap 1"),), inputs=(Input(name="in"),))
        made = kit.change_part(made, "battery-plate", electric=plate)
        loop = Cable(
            id="y", name="loop", start="body", end="battery-plate", output="accessory", input="in", adapts=True
        )
        setup = made.setups_by_id["lamp-room"]
        made = made.with_setup(setup.changed(cables=(setup.cables[0], loop)))
        self.assertIn("would feed itself", self.said(made))
        self.assertTrue(network(made).runs)

    def test_cable_lengths(self) -> None:
        """Shorter than the straight way, taut, and hanging in a loop."""
        for length_m, word in ((0.1, "too short"), (0.31, "taut"), (3.0, "loop that snags")):
            made = powering.change_cable(lighthouse(), "lamp-room", "power-body", length_m=length_m)
            self.assertIn(word, self.said(made))

    def test_battery_without_outputs(self) -> None:
        """A battery that feeds nothing is said, not an error."""
        made = kit.change_part(lighthouse(), "battery-98", electric=Electric(volts=14.4))
        setup = made.setups_by_id["workshop"]
        body = made.parts_by_id["boxy-body"].electric
        assert body is not None
        made = kit.change_part(made, "boxy-body", electric=body.changed(fed_by_mount=False))
        self.assertIn("feeds nothing", self.said(made, setup.id))

    def test_which_sockets_a_cable_joins(self) -> None:
        """What fits in voltage first, whatever its connector; among those the same connector; else any pair."""

        def part(key: str, **fields: object) -> Part:
            return make_part(key, key, "block", 0.1, electric=Electric(**fields))

        low, high = Output(name="low", volts=7.4), Output(name="high", volts=14.4, connector="lemo")
        tap = Output(name="tap", volts=14.4)
        wants = Input(name="in", least_v=12.0, most_v=17.0)
        for outputs, expected in (
            ((low, high), ("high", "in", True)),
            ((low, high, tap), ("tap", "in", False)),
            ((low,), ("low", "in", False)),
        ):
            self.assertEqual(sockets(part("a", outputs=outputs), part("b", inputs=(wants,))), expected)
        self.assertIsNone(sockets(part("a", outputs=()), part("b", inputs=(wants,))))
        self.assertIsNone(sockets(part("a", outputs=(low,)), part("b")))

    def test_sockets_that_are_not_there(self) -> None:
        """An unknown output: what there is."""
        made = powering.change_cable(lighthouse(), "lamp-room", "power-body", output="nowhere")
        self.assertIn("It has tap 1, tap 2, low", self.said(made))


class Routes(unittest.TestCase):
    """Along the rig."""

    def test_longer_than_the_straight_way(self) -> None:
        """From connector to connector by the mounting points, with names to tie at, and what must be unplugged."""
        made = lighthouse()
        for setup in made.setups:
            analysis = analyse(made, setup)
            for way in analysis.assembly.routes.values():
                self.assertGreaterEqual(way.length_m, way.straight_m - 1e-9)
        room = analyse(made, made.setups_by_id["lamp-room"])
        way = room.assembly.routes[room.setup.cables[0].id]
        self.assertIn("bridge", way.released)
        self.assertIn("base", way.tie_at)

    def test_cables_have_mass(self) -> None:
        """A chain of many small masses along the way, evenly: total, CG and inertia, as of the whole rig."""
        made = lighthouse()
        setup = made.setups_by_id["lamp-room"]
        bare = analyse(made, setup.changed(cables=()))
        heavy = tuple(cable.changed(mass_kg=0.4) for cable in setup.cables[:1])
        loaded = analyse(made, setup.changed(cables=heavy))
        way = route(bare.assembly, heavy[0])
        sizes = np.linalg.norm(way.ends - way.starts, axis=1)
        places, masses = [], []
        for start, end, size in zip(way.starts, way.ends, sizes, strict=True):
            steps = (np.arange(200) + 0.5) / 200
            places += list(start + steps[:, None] * (end - start))
            masses += [0.4 * size / sizes.sum() / 200] * 200
        whole = combine(
            np.array([bare.mass.mass_kg, *masses]), np.array([bare.mass.cg_m, *places]),
            np.array([bare.mass.inertia_kg_m2] + [np.zeros((3, 3))] * len(masses)),
        )  # fmt: skip
        self.assertAlmostEqual(loaded.mass.mass_kg, whole.mass_kg, delta=1e-12)
        np.testing.assert_allclose(loaded.mass.cg_m, whole.cg_m, atol=1e-9)
        # the pieces count as points in their middles: what is left is m l² / 12 of each
        left = float((0.4 * sizes**3 / sizes.sum() / 12).sum())
        np.testing.assert_allclose(loaded.mass.inertia_kg_m2, whole.inertia_kg_m2, atol=left)
        self.assertLess(left, 0.01 * np.diag(whole.inertia_kg_m2).min())

    def test_uncertainty_with_cables(self) -> None:
        """The slopes with the data of each part, cables and all, against finite differences of the whole rig."""
        made = lighthouse()
        setup = made.setups_by_id["lamp-room"]
        cables = tuple(cable.changed(mass_kg=0.3) for cable in setup.cables)
        made = made.with_setup(setup.changed(cables=cables))
        before = analyse(made, made.setups_by_id["lamp-room"])
        condition, step = before.conditions[0], 1e-4
        slopes = before.assembly.gradient(condition.by_mass, condition.by_place)
        ids = before.assembly.pieces[0]
        for key in ("boxy-body", "zoom-28-80", "battery-98"):
            part = made.parts_by_id[key]
            heavier = kit.change_part(made, key, mass_kg=part.mass_kg + step)
            then = analyse(heavier, heavier.setups_by_id["lamp-room"]).conditions[0].value_m
            self.assertAlmostEqual((then - condition.value_m) / step, slopes[ids.index(key), 0], delta=1e-5)

    def test_checked_along_the_rig(self) -> None:
        """Long enough for the straight way and too short for the way along the rig: it hangs across, by how much."""
        made = lighthouse()
        room = analyse(made, made.setups_by_id["lamp-room"])
        cable = room.setup.cables[0]
        way = room.assembly.routes[cable.id]
        self.assertGreater(way.length_m, 1.2 * way.straight_m)
        between = (1.15 * way.straight_m + way.length_m) / 2
        for length_m, said in (
            (0.9 * way.straight_m, "too short"), (1.05 * way.straight_m, "is taut"), (between, "hangs across the rig"),
            (1.05 * way.wanted_m, ""), (1.5 * way.wanted_m + 0.3, "a loop that snags"),
        ):  # fmt: skip
            changed = powering.change_cable(made, "lamp-room", cable.id, length_m=length_m)
            mine = [
                told(t.problem) for t in network(changed).troubles if told(t.problem).startswith(f"The {cable.name}")
            ]
            self.assertEqual(len(mine), bool(said), mine)
            self.assertIn(said, " ".join(mine))

    def test_slack_for_what_turns(self) -> None:
        """A cable across a gimbal's axes wants more than the same way past fixed mounts."""
        made = lighthouse()
        analysis = analyse(made, made.setups_by_id["stairs"])
        cable = next(c for c in analysis.setup.cables if c.id == "power")
        with_joints = route(analysis.assembly, cable).length_m
        still = made
        for key in ("gimbal", "gimbal-pan-arm", "gimbal-roll-arm"):
            part = still.parts_by_id[key]
            offers = tuple(
                p.changed(joint=p.joint.changed(from_rad=0.0, to_rad=0.0)) if p.joint else p for p in part.offers
            )
            still = kit.change_part(still, key, offers=offers)
        self.assertGreater(
            with_joints, route(analyse(still, still.setups_by_id["stairs"]).assembly, cable).length_m + 0.02
        )

    def test_converter(self) -> None:
        """A converter between battery and monitor: fed through it, and it takes a ninth more."""
        made, _ = kit.add_part(lighthouse(), "voltage converter", "converter", 0.09, (0.06, 0.04, 0.022))
        made, key = rigging.add(made, "lamp-room", "voltage-converter", "rear-rods", "rods", slide_m=-0.1)
        made = powering.connect(made, "lamp-room", "battery-plate", key)
        made = powering.connect(made, "lamp-room", key, "monitor-5")
        found = network(made)
        self.assertEqual(found.battery_of("monitor-5"), "battery")
        self.assertAlmostEqual(found.loads[key].through_w, found.loads["monitor-5"].own_w / 0.9, delta=1e-9)
        self.assertAlmostEqual(found.volts_at("monitor-5"), 7.4, delta=0.25)


class Edits(unittest.TestCase):
    """Leading cables, mode, temperature."""

    def test_connect(self) -> None:
        """Best output to best input, long enough, in place of the cable before; then nothing is without power."""
        made = powering.connect(lighthouse(), "lamp-room", "battery-plate", "transmitter")
        cable = made.setups_by_id["lamp-room"].cables[-1]
        self.assertEqual((cable.output, cable.input, cable.length_m), ("low", "power in", 0.8))
        self.assertEqual([t for t in network(made).troubles if t.bad], [])
        again = powering.connect(made, "lamp-room", "body", "transmitter")
        self.assertEqual(len(again.setups_by_id["lamp-room"].cables), len(made.setups_by_id["lamp-room"].cables))

    def test_refusals(self) -> None:
        """No sockets, itself, no such cable, silly temperature, unknown mode and rule."""
        made = lighthouse()
        for change in (
            lambda: powering.connect(made, "lamp-room", "lens", "body"),
            lambda: powering.connect(made, "lamp-room", "body", "body"),
            lambda: powering.change_cable(made, "lamp-room", "none", gauge=20),
            lambda: powering.change_cable(made, "lamp-room", "power-body", length_m=-1.0),
            lambda: powering.set_temperature(made, "lamp-room", 90.0),
            lambda: powering.set_mode(made, "lamp-room", "sleep"),
            lambda: powering.set_rule(made, "moon", 1.0),
            lambda: powering.set_rule(made, "rod_sag_m", -1.0),
        ):
            with self.assertRaises(Refused):
                change()

    def test_taking_off(self) -> None:
        """A cable goes, and its device has no power."""
        made = carrying.remove_cable(lighthouse(), "lamp-room", "power-monitor-5")
        self.assertIn("monitor", " ".join(str(t) for t in network(made).troubles))


class Day(unittest.TestCase):
    """One big battery against several small ones; where it should go."""

    def test_compare(self) -> None:
        """The bigger, the fewer changes; the heavier, the more is on the rig; what flies is said."""
        made = lighthouse()
        found = compare(network(made), [p for p in made.parts if p.kind == "battery"], 34.0, 8 * 3600)
        changes = {choice.part.id: choice.changes for choice in found}
        self.assertLessEqual(changes["battery-190"], changes["battery-146"])
        self.assertLessEqual(changes["battery-146"], changes["battery-98"])
        self.assertEqual({c.part.id: told(c.flies) for c in found}["battery-190"], "does not fly")

    def test_places(self) -> None:
        """Every battery on every mount, the best balanced first; carried out it is what was promised."""
        made = lighthouse()
        analysis = analyse(made, made.setups_by_id["lamp-room"])
        places = battery_places(made, analysis)
        self.assertGreater(len(places), 3)
        offs = [place.off for place in places if not place.strikes]
        self.assertEqual([round(o, 2) for o in offs], sorted(round(o, 2) for o in offs))
        on_body = next(place for place in places if place.parent == "body")
        behind = next(place for place in places if place.parent == "battery-plate")
        self.assertEqual(on_body.cable_m, 0.0)
        self.assertGreater(behind.cable_m, 0.2)
        self.assertTrue(behind.in_reach)
        changed = places[0].apply(made)
        again = analyse(changed, changed.setups_by_id["lamp-room"])
        assert again.worst is not None
        self.assertAlmostEqual(abs(again.worst.value_m) / again.worst.balance.tolerance_m, places[0].off, delta=1e-9)


if __name__ == "__main__":
    unittest.main()
