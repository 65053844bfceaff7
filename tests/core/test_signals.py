"""Power as it is, and where signals go: own batteries behind outside ones, dummy batteries, sockets, loops, links."""

import math
import unittest

from equilix.analysis import analyse
from equilix.demo import lighthouse
from equilix.document import Document
from equilix.edits import carrying, kit, linking, powering, rigging
from equilix.errors import Refused
from equilix.kit.electric import Draw, Electric, Input, Output
from equilix.kit.mounts import MountPoint
from equilix.power.cabling import seen_from, signals
from equilix.power.network import Network
from equilix.result import Result
from equilix.rig.setups import Cable, Placement
from equilix.store.parsing import parse
from equilix.store.writing import to_bytes
from tests.core.builders import box, document, free
from tests.told import refused, told


def trickled(gives_a: float = 1.0, cable: bool = True) -> Document:
    """A body of 10 W with a battery of 14 Wh in its slot, and a pack of 37 Wh that gives 5 V at so many amperes."""
    body = box("body", 0.7).changed(
        electric=Electric(
            draw=Draw(record=10.0), inputs=(Input(name="in", least_v=4.5, most_v=9.0),), fed_by_mount=True
        ),
        offers=(MountPoint(name="slot", kind="battery-slot", position_m=(0, 0, -0.05), direction=(0, 0, -1)),),
    )
    inner = box("inner", 0.08, (0.03, 0.02, 0.05)).changed(
        energy_wh=14.0, electric=Electric(volts=7.2),
        hangs_by=(MountPoint(name="contacts", kind="battery-slot", position_m=(0, 0, 0.02), direction=(0, 0, 1)),),
    )  # fmt: skip
    pack = box("pack", 0.24).changed(
        energy_wh=37.0,
        electric=Electric(volts=5.0, outputs=(Output(name="out", volts=5.0, most_a=gives_a),)),
    )
    placements = [
        Placement(id="body", part="body"), Placement(id="inner", part="inner", parent="body", point="slot"),
        free("pack", "pack", 0.3),
    ]  # fmt: skip
    made = document([body, inner, pack], placements)
    cables = (Cable(id="c", name="lead", start="pack", end="body", output="out", input="in", length_m=0.5),)
    return made.with_setup(made.setups[0].changed(cables=cables if cable else ()))


def network(made: Document) -> Network:
    """Its power."""
    return Result(analyse(made, made.setups[0])).network


def runs(made: Document) -> dict[str, tuple[float, float]]:
    """W and hours of each battery."""
    return {run.battery: (run.watts, run.seconds / 3600) for run in network(made).runs}


class Trickle(unittest.TestCase):
    """A body with a battery of its own that is fed from outside too."""

    def test_enough_from_outside(self) -> None:
        """The pack gives 15 W for 10: it runs the body alone, 3.7 h; the own battery waits, and then lasts 1.4 h."""
        made = trickled(3.0)
        found = runs(made)
        self.assertEqual(found["pack"][0], 10.0)
        self.assertAlmostEqual(found["pack"][1], 3.7)
        self.assertEqual(found["inner"], (0.0, math.inf))
        spare = next(run for run in network(made).runs if run.battery == "inner")
        self.assertEqual(spare.backs, "body")
        self.assertAlmostEqual(spare.alone_s / 3600, 1.4)
        self.assertEqual([told(each.problem) for each in network(made).troubles if "twice" in told(each.problem)], [])
        self.assertEqual(network(made).stopped_by(next(r for r in network(made).runs if r.battery == "pack")), ())

    def test_too_little_from_outside(self) -> None:
        """It gives 5 W: the own battery gives the other 5, is empty after 2.8 h, and the body stops then."""
        made = trickled(1.0)
        found = runs(made)
        self.assertEqual(found["pack"], (5.0, 7.4))
        self.assertAlmostEqual(found["inner"][0], 5.0)
        self.assertAlmostEqual(found["inner"][1], 2.8)
        inner = next(run for run in network(made).runs if run.battery == "inner")
        self.assertEqual(network(made).stopped_by(inner), ("body",))
        said = [told(each.said) for each in network(made).troubles]
        self.assertTrue(any("its own battery gives 5.0 W" in text for text in said), said)
        self.assertFalse(any(each.bad for each in network(made).troubles if "own battery" in told(each.said)))
        self.assertFalse(any("which gives 1 A" in text for text in said), "it takes no more than that")

    def test_the_limit(self) -> None:
        """At 2 A it is just enough, a little under it the own battery helps."""
        self.assertEqual(runs(trickled(2.0))["inner"][0], 0.0)
        self.assertAlmostEqual(runs(trickled(1.99))["inner"][0], 0.05)

    def test_alone(self) -> None:
        """Without the pack's lead it runs from its own battery as ever."""
        self.assertEqual(runs(trickled(cable=False))["inner"], (10.0, 1.4))

    def test_two_from_outside_are_a_fault(self) -> None:
        """A second lead is still one too many."""
        made = trickled(3.0)
        setup = made.setups[0]
        more = setup.cables[0].changed(id="d", name="second")
        said = [
            told(each.problem)
            for each in network(made.with_setup(setup.changed(cables=(*setup.cables, more)))).troubles
        ]
        self.assertIn("The body is fed twice", said)


class Dummy(unittest.TestCase):
    """What stands for a battery in the slot."""

    def test_passes_on(self) -> None:
        """Fed by the pack it feeds the body it is in; unplugged, the body has no power."""
        made = trickled(3.0)
        inner = made.parts_by_id["inner"].changed(
            energy_wh=0.0,
            electric=Electric(inputs=(Input(name="lead", least_v=4.5, most_v=9.0),), passes=True, feeds_mount=True),
        )
        made = made.changed(parts=tuple(inner if part.id == "inner" else part for part in made.parts))
        lead = Cable(id="c", name="lead", start="pack", end="inner", output="out", input="lead", length_m=0.5)
        fed = made.with_setup(made.setups[0].changed(cables=(lead,)))
        self.assertEqual({feed.device: feed.source for feed in network(fed).feeds}, {"body": "inner", "inner": "pack"})
        self.assertEqual(runs(fed)["pack"][0], 10.0)
        self.assertEqual(network(fed).loads["body"].battery, "pack")
        self.assertIn(
            "The body has no power",
            [told(t.problem) for t in network(made.with_setup(made.setups[0].changed(cables=()))).troubles],
        )


class Sockets(unittest.TestCase):
    """The lamp room's picture: from the body to the screen, from there to the transmitter, over the air to others."""

    def wired(self) -> Document:
        made = carrying.remove_cable(lighthouse(), "lamp-room", "picture")
        made = carrying.add_cable(made, "lamp-room", "picture", "body", "monitor-5")
        return carrying.add_cable(made, "lamp-room", "loop", "monitor-5", "transmitter")

    def said(self, made: Document) -> list[str]:
        setup = made.setups_by_id["lamp-room"]
        return [told(each.said) for each in signals(setup, made.parts_by_id)]

    def test_found_by_themselves(self) -> None:
        """A new cable goes to the first sockets of one sort; all is well, and the loop carries the picture on."""
        made = self.wired()
        setup = made.setups_by_id["lamp-room"]
        cable = next(each for each in setup.cables if each.name == "picture")
        self.assertEqual((cable.from_socket, cable.to_socket), ("picture out", "picture in"))
        self.assertEqual(self.said(made), [])
        made, link = linking.add_link(made, "lamp-room", "transmitter", "monitor-7", who="director")
        self.assertEqual(
            seen_from(made.setups_by_id["lamp-room"], made.parts_by_id, "body"), ("monitor-5", "transmitter", link)
        )
        broken = linking.change_signal_socket(made, "monitor-5", 0, loops=None)
        self.assertEqual(seen_from(broken.setups_by_id["lamp-room"], broken.parts_by_id, "body"), ("monitor-5",))

    def test_what_does_not_fit(self) -> None:
        """Sound into a picture; out of an input; into an output; no such socket; two into one."""
        made = self.wired()
        key = next(each.id for each in made.setups_by_id["lamp-room"].cables if each.name == "picture")
        for updates, words in (
            ({"from_socket": "sound in"}, "joins a socket for sound with one for picture"),
            ({"from_socket": "sound in"}, "which only takes"),
            ({"to_socket": "picture out"}, "which only gives"),
            ({"to_socket": "gone"}, "no such socket"),
        ):
            changed = powering.change_cable(made, "lamp-room", key, **updates)
            self.assertTrue(any(words in text for text in self.said(changed)), (words, self.said(changed)))
        twice = carrying.add_cable(made, "lamp-room", "second", "body", "monitor-5")
        self.assertIn(
            "The second ends at “picture in”, where the picture is plugged in. Choose another socket.", self.said(twice)
        )
        second = next(each.id for each in twice.setups_by_id["lamp-room"].cables if each.name == "second")
        twice = powering.change_cable(twice, "lamp-room", second, from_socket="picture out", to_socket=None)
        begins = "The second begins at “picture out”, where the picture is plugged in. Choose another socket."
        self.assertEqual(self.said(twice), [begins])

    def test_free_sockets_first(self) -> None:
        """A second cable between two parts goes to the second pair of sockets, where there is one."""
        made = self.wired()
        for part in (made.setups_by_id["lamp-room"].by_id["body"].part, "monitor-5"):
            made, number = linking.add_signal_socket(made, part, "more")
            made = linking.change_signal_socket(made, part, number, gives=True)
        made = carrying.add_cable(made, "lamp-room", "second", "body", "monitor-5")
        cable = next(each for each in made.setups_by_id["lamp-room"].cables if each.name == "second")
        self.assertEqual((cable.from_socket, cable.to_socket), ("more", "more"))
        self.assertEqual(self.said(made), [])

    def test_comes_out_at_its_loop_alone(self) -> None:
        """Another output of the screen does not pass the picture on; a link from what has no loop does."""
        made = self.wired()
        made, number = linking.add_signal_socket(made, "monitor-5", "own menu")
        made = linking.change_signal_socket(made, "monitor-5", number, gives=True, takes=False)
        loop = next(each.id for each in made.setups_by_id["lamp-room"].cables if each.name == "loop")
        made, link = linking.add_link(made, "lamp-room", "transmitter", "monitor-7", who="director")
        other = powering.change_cable(made, "lamp-room", loop, from_socket="own menu")
        for found, seen in ((made, ("monitor-5", "transmitter", link)), (other, ("monitor-5",))):
            self.assertEqual(seen_from(found.setups_by_id["lamp-room"], found.parts_by_id, "body"), seen)

    def test_renamed_and_in_use(self) -> None:
        """Another name of a socket goes along in the cables; one in use is not taken away, one that is not is."""
        made = linking.change_signal_socket(self.wired(), "monitor-5", 0, name="in 1")
        cable = next(each for each in made.setups_by_id["lamp-room"].cables if each.name == "picture")
        self.assertEqual(cable.to_socket, "in 1")
        with refused(self, Refused, "“in 1” is in use: picture"):
            linking.remove_signal_socket(made, "monitor-5", 0)
        with refused(self, Refused, "Another socket of .* is called “picture out”"):
            linking.change_signal_socket(made, "monitor-5", 0, name="picture out")
        for nothing in ("", " ", "9" * 300):  # before anything is plugged elsewhere
            with refused(self, Refused, "name"):
                linking.change_signal_socket(made, "monitor-5", 0, name=nothing)
        off = carrying.remove_cable(made, "lamp-room", cable.id)
        self.assertEqual(len(linking.remove_signal_socket(off, "monitor-5", 0).parts_by_id["monitor-5"].sockets), 1)

    def test_what_it_loops_to(self) -> None:
        """Its name goes along; taken away it loops nowhere; it has to be there, and give the same."""
        made = linking.change_signal_socket(lighthouse(), "monitor-5", 1, name="loop out")
        self.assertEqual([each.loops for each in made.parts_by_id["monitor-5"].sockets], ["loop out", None])
        for number, updates in (
            (0, {"loops": "gone"}), (0, {"loops": "picture in"}), (0, {"carries": "sound"}),
            (1, {"gives": False, "takes": True}), (1, {"carries": "control"}),
        ):  # fmt: skip
            with refused(self, Refused, "which has to be another socket that gives the same signal"):
                linking.change_signal_socket(made, "monitor-5", number, **updates)
        less = linking.remove_signal_socket(made, "monitor-5", 1)
        self.assertEqual([each.loops for each in less.parts_by_id["monitor-5"].sockets], [None])
        with refused(self, Refused, "two of its sockets for signals are called “loop out”"):
            sockets = made.parts_by_id["monitor-5"].sockets
            kit.change_part(made, "monitor-5", sockets=(*sockets, sockets[1]))

    def test_neither_gives_nor_takes(self) -> None:
        """A socket does one or the other; only what takes is looped through."""
        for updates in ({"takes": False}, {"gives": True, "takes": False}):
            with self.assertRaises(Refused):
                linking.change_signal_socket(lighthouse(), "monitor-5", 0, **updates)


class Links(unittest.TestCase):
    """Who is not on the rig."""

    def test_begun_changed_ended(self) -> None:
        """It takes a piece of the kit, so that there must be one; it goes with what sends it; the file keeps it."""
        made, link = linking.add_link(lighthouse(), "lamp-room", "transmitter", "monitor-7", who="director")
        self.assertEqual(parse(to_bytes(made)), made)
        with refused(self, Refused, "monitor-5|5-inch monitor.*2 times"):
            linking.change_link(made, "lamp-room", link, part="monitor-5")
        changed = linking.change_link(made, "lamp-room", link, who="client", part="viewfinder")
        self.assertEqual(changed.setups_by_id["lamp-room"].links[0].who, "client")
        with refused(self, Refused, "used"):
            kit.remove_part(made, "monitor-7")
        self.assertEqual(rigging.remove(made, "lamp-room", "transmitter").setups_by_id["lamp-room"].links, ())
        self.assertEqual(linking.remove_link(made, "lamp-room", link), lighthouse())
        for wrong in ("nowhere", ""):
            with self.assertRaises(Refused):
                linking.remove_link(made, "lamp-room", wrong)
            with self.assertRaises(Refused):
                linking.add_link(made, "lamp-room", wrong, "monitor-7")

    def test_it_weighs_nothing_on_the_rig(self) -> None:
        """The director's screen is not the operator's load."""
        made, _ = linking.add_link(lighthouse(), "lamp-room", "transmitter", "monitor-7")
        before, after = (analyse(each, each.setups_by_id["lamp-room"]) for each in (lighthouse(), made))
        self.assertEqual(before.mass.mass_kg, after.mass.mass_kg)


class Labels(unittest.TestCase):
    """What is written on the ends of a cable."""

    def test_kept(self) -> None:
        """Entered, kept in the file; too long is refused."""
        made = powering.change_cable(lighthouse(), "lamp-room", "picture", label="A")
        self.assertEqual(parse(to_bytes(made)).setups_by_id["lamp-room"].cables[-1].label, "A")
        with self.assertRaises(Refused):
            powering.change_cable(lighthouse(), "lamp-room", "picture", label="x" * 21)
