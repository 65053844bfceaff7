"""Cases and bags: what goes in stands inside and overlaps nothing; what comes off; minutes, mass, batteries."""

import io
import itertools
import json
import math
import random
import tempfile
import unittest
from contextlib import redirect_stderr, redirect_stdout
from pathlib import Path

import numpy as np

from equilix.change.packing.boxes import Bay, Parcel, Placed, fill, fits_alone, lacks_m
from equilix.change.packing.lumps import PAD_M, size_m, taken_apart
from equilix.change.packing.packing import Packing, containers, pack
from equilix.change.packing.packing_words import apart_words, case_words, headline, line_words, minded, sure_words
from equilix.cli import run
from equilix.demo.lighthouse import lighthouse
from equilix.document import Document, empty
from equilix.edits import kit
from equilix.errors import Cancelled, Refused
from equilix.rig.kinematics import assemble
from equilix.store.saving import save
from equilix.words.telling import tell
from tests.told import refused


def packed(document: Document, setup_id: str, *, whole_kit: bool = False) -> Packing:
    """A setup of a document in its cases."""
    return pack(document, document.setups_by_id[setup_id], whole_kit=whole_kit)


class Boxes(unittest.TestCase):
    """The geometry alone."""

    def check(self, placed: tuple[Placed, ...], parcels: list[Parcel], bays: list[Bay]) -> None:
        """Inside, apart, each once, turned by right angles only."""
        self.assertEqual(len({each.box for each in placed}), len(placed))
        for each in placed:
            np.testing.assert_allclose(sorted(each.size_m), sorted(parcels[each.box].size_m))
            low, high = np.array(each.corner_m), np.add(each.corner_m, each.size_m)
            self.assertTrue((low >= -1e-9).all() and (high <= np.array(bays[each.room].size_m) + 1e-9).all())
        for a, b in itertools.combinations(placed, 2):
            if a.room == b.room:
                gap = np.maximum(np.subtract(a.corner_m, np.add(b.corner_m, b.size_m)),
                                 np.subtract(b.corner_m, np.add(a.corner_m, a.size_m)))  # fmt: skip
                self.assertGreaterEqual(gap.max(), -1e-9, (a, b))

    def test_whatever_is_placed_stands_in_its_room(self) -> None:
        """Three hundred random kits."""
        rng = random.Random(4)
        for _ in range(300):
            bays = [Bay(self.size(rng, 0.2, 0.8), rng.choice((math.inf, 5.0))) for _ in range(rng.randint(0, 4))]
            parcels = [
                Parcel(self.size(rng, 0.02, 0.4), rng.random(), rng.random() < 0.2, rng.random() < 0.2)
                for _ in range(rng.randint(0, 25))
            ]
            self.check(fill(parcels, bays), parcels, bays)

    def size(self, rng: random.Random, low: float, high: float) -> tuple[float, float, float]:
        """A random size."""
        return rng.uniform(low, high), rng.uniform(low, high), rng.uniform(low, high)

    def test_a_room_cut_into_pieces_is_filled_again(self) -> None:
        """Eight cubes into one of twice their side, 27 into one of three times, go in without a rest."""
        for count in (2, 3):
            parcels = [Parcel((0.1, 0.1, 0.1))] * count**3
            bays = [Bay((0.1 * count, 0.1 * count, 0.1 * count))]
            placed = fill(parcels, bays)
            self.check(placed, parcels, bays)
            self.assertEqual(len(placed), count**3)

    def test_one_alone_as_by_trying_all_turns(self) -> None:
        """What sticks out is least with longest along longest: held against all six turns."""
        rng = random.Random(5)
        for _ in range(300):
            box, room = self.size(rng, 0.1, 0.9), self.size(rng, 0.1, 0.9)
            least = min(
                sum(max(a - b, 0.0) for a, b in zip(turn, room, strict=True)) for turn in itertools.permutations(box)
            )
            self.assertAlmostEqual(lacks_m(box, [room]), least)
            self.assertEqual(bool(fill([Parcel(box)], [Bay(room)])), fits_alone(box, [room]))
        self.assertEqual(lacks_m((0.1, 0.1, 0.1), []), math.inf)

    def test_first_light_and_small(self) -> None:
        """What is first goes in although more would go in without it; masses are shared; what is small goes last."""
        big, little = Parcel((0.4, 0.3, 0.2), first=True), Parcel((0.4, 0.3, 0.1))
        self.assertEqual([each.box for each in fill([little, little, big], [Bay((0.4, 0.3, 0.2))])], [2])
        heavy = [Parcel((0.1, 0.1, 0.1), 8.0)] * 2
        self.assertEqual({each.room for each in fill(heavy, [Bay((0.4, 0.4, 0.4), 10.0)] * 2)}, {0, 1})
        self.assertEqual({each.room for each in fill(heavy, [Bay((0.4, 0.4, 0.4), 10.0)])}, {0})
        (own,) = fill([Parcel((0.1, 0.1, 0.1), small=True)], [Bay((0.4, 0.4, 0.4)), Bay((0.2, 0.2, 0.2))])
        self.assertEqual(own.room, 1)

    def test_called_off(self) -> None:
        """It ends where it is."""
        with self.assertRaises(Cancelled):
            fill([Parcel((0.1, 0.1, 0.1))], [Bay((0.4, 0.4, 0.4))], lambda: True)


class Rigs(unittest.TestCase):
    """The demo's rigs and its two cases and a bag."""

    def setUp(self) -> None:
        self.document = lighthouse()

    def test_every_piece_once_and_inside(self) -> None:
        """What is packed of a rig is all of it; each piece goes into a case alone; none came off for nothing."""
        for setup in self.document.setups:
            found = packed(self.document, setup.id)
            pieces = found.lumps.pieces
            self.assertEqual(sorted(key for each in pieces for key in each), sorted(setup.by_id))
            assembly = assemble(setup, self.document.parts_by_id)
            rooms = [each.inner_m for each in containers(self.document) if each.inner_m]
            for piece in pieces:
                self.assertTrue(fits_alone(size_m(assembly, piece), rooms), (setup.id, piece))
            for piece in pieces:
                parent = setup.by_id[piece[0]].parent
                if parent is not None:
                    on = next(each for each in pieces if parent in each)
                    self.assertFalse(fits_alone(size_m(assembly, (*on, *piece)), rooms), (setup.id, piece))
            kinds = [line.thing.of_rig for case in found.cases for line in case.lines]
            self.assertEqual(kinds, [True] * len(pieces))

    def test_none_came_off_for_nothing(self) -> None:
        """In random rooms: whatever came off would not go in together with what it was on."""
        rng = random.Random(6)
        for _ in range(25):
            rooms = [(rng.uniform(0.1, 0.9), rng.uniform(0.1, 0.6), rng.uniform(0.1, 0.4))]
            for setup in self.document.setups:
                assembly = assemble(setup, self.document.parts_by_id)
                pieces = taken_apart(self.document, assembly, rooms).pieces
                self.assertEqual(sorted(key for each in pieces for key in each), sorted(setup.by_id))
                for piece in pieces:
                    parent = setup.by_id[piece[0]].parent
                    on = next((each for each in pieces if parent in each), ())
                    if on:
                        together = fits_alone(size_m(assembly, (*on, *piece)), rooms)
                        self.assertFalse(together, (setup.id, rooms, piece))

    def test_nothing_comes_off_before_what_is_on_it(self) -> None:
        """In a case for lenses alone nearly all comes off, each after what hangs on it."""
        small = kit.remove_part(kit.change_part(self.document, "case", inner_m=(0.25, 0.20, 0.19)), "bag")
        for setup in small.setups:
            off = packed(small, setup.id).lumps.taken_off
            for number, key in enumerate(off):
                self.assertFalse(set(setup.subtree(key)[1:]) & set(off[number + 1 :]), (setup.id, key))
        self.assertGreater(len(packed(small, "lamp-room").lumps.taken_off), 6)

    def test_minutes_by_hand(self) -> None:
        """The lamp room: rods by a knob, the bridge plate by a lever, half a minute each; a cable, a quarter."""
        found = packed(self.document, "lamp-room")
        self.assertEqual(found.lumps.taken_off, ("handle-rods", "bridge"))
        cables = self.document.setups_by_id["lamp-room"].cables
        of = {key: number for number, piece in enumerate(found.lumps.pieces) for key in piece}
        across = sum(of[each.start] != of[each.end] for each in cables)
        self.assertGreater(across, 0)
        self.assertAlmostEqual(found.strip_min, 0.5 + 0.5 + 0.25 * across)
        self.assertAlmostEqual(found.build_min, found.strip_min + 0.25)
        own = self.document.changed(rules={"minutes_knob": 2.0, "minutes_cable": 1.0})
        self.assertAlmostEqual(packed(own, "lamp-room").strip_min, 2.0 + 0.5 + across)
        slow = packed(self.document.changed(rules={"minutes_lever": 3.0}), "lamp-room")
        self.assertEqual(slow.lumps.taken_off, ("rear-rods", "handle-rods"))  # a slow lever is left alone

    def test_the_whole_kit(self) -> None:
        """Every piece of every part but what is wished for and what bears; masses add up; nobody lifts over 23 kg."""
        for setup in self.document.setups:
            found = packed(self.document, setup.id, whole_kit=True)
            counts: dict[str, int] = {}
            for line in (*found.things, *found.by_themselves):
                for part in line.thing.parts:
                    counts[part.id] = counts.get(part.id, 0) + line.count
            on = [each.part for each in setup.placements]
            for part in self.document.parts:
                there = 0 if part.standing == "wanted" or part.inner_m else max(part.quantity, on.count(part.id))
                self.assertEqual(counts.get(part.id, 0), there, part.id)
            self.assertEqual(found.outside, ())
            self.assertEqual({each.thing.key[0] for each in found.by_themselves}, {"vest", "harness", "tripod"})
            for case in found.cases:
                inside = sum(line.mass_kg for line in case.lines)
                self.assertAlmostEqual(case.mass_kg, case.case.mass_kg + inside)
                self.assertFalse(case.heavy)
                self.assertLessEqual(case.share, 1.0)

    def test_what_does_not_go_in(self) -> None:
        """In a bag alone: the rest is named, and whether it is sure that it cannot go in."""
        bag = kit.remove_part(self.document, "case")
        found = packed(bag, "lamp-room", whole_kit=True)
        self.assertTrue(found.outside)
        self.assertTrue(found.never)
        said = [tell(each) for each in sure_words(found)]
        self.assertIn("By its volume alone it cannot all go in, however it is packed", said)
        self.assertRegex(tell(headline(found)), r"^\d+ things do not go in$")
        tall = packed(kit.change_part(bag, "bag", inner_m=(0.9, 0.9, 0.03)), "lamp-room")
        self.assertTrue(tall.outside)

    def test_batteries(self) -> None:
        """Loose ones go into the bag for the cabin; those over 100 Wh are told apart (the rule of the airlines)."""
        found = packed(self.document, "stairs", whole_kit=True)
        bag = next(each for each in found.cases if each.case.id == "bag")
        self.assertEqual(sorted(each.id for each in bag.batteries).count("battery-98"), 2)
        self.assertEqual(found.air.with_approval, ("146 Wh wedge battery",))
        with_rig = [each for each in packed(self.document, "lamp-room").cases if each.batteries]
        self.assertEqual([each.case.id for each in with_rig], ["case"])  # what is on the rig stays on it
        self.assertIn("batteries fly in the cabin, contacts covered", [tell(each) for each in minded(bag)])

    def test_said(self) -> None:
        """A gimbal goes in as it stands; the words of a line, a case that is too heavy and of one that stays empty."""
        found = packed(self.document, "stairs")
        self.assertEqual(tell(headline(found)), "All of it goes into one case")
        self.assertEqual(tell(apart_words(found)), "the rig goes in as it stands")
        self.assertIn("gimbal handle with pan motor with gimbal pan arm", tell(line_words(found.cases[0].lines[0])))
        self.assertEqual(tell(case_words(found.cases[1])), "large hard case, stays empty")
        lead = packed(kit.change_part(self.document, "case", mass_kg=30.0), "stairs")
        self.assertIn("two lift it: more than 23.00 kg", tell(minded(lead.cases[0])[0]))

    def test_what_cannot_be(self) -> None:
        """Without a case, and with nothing to pack; an own case takes nothing of another document's."""
        bare = kit.remove_part(kit.remove_part(self.document, "case"), "bag")
        with refused(
            self, Refused, "There is no case or bag in the kit. Add one to the kit, with the size of the room"
        ):
            packed(bare, "stairs")
        empty, _ = kit.add_setup(self.document, "Nothing")
        with refused(self, Refused, "There is nothing to pack. Put something on the rig, or pack the whole kit"):
            packed(empty, "nothing")
        self.assertEqual(packed(empty, "nothing", whole_kit=True).lumps.pieces, ())

    def test_in_a_room_for_all(self) -> None:
        """Nothing comes off."""
        for setup in self.document.setups:
            lumps = taken_apart(self.document, assemble(setup, self.document.parts_by_id), [(2.0, 2.0, 2.0)])
            self.assertEqual(lumps.taken_off, ())
            self.assertEqual(lumps.minutes(self.document), 0.0)

    def test_between_things(self) -> None:
        """A part that would go in without anything around it does not."""
        document, _ = kit.add_part(self.document, "block", "block", 0.1, (0.2, 0.1, 0.1))
        document = kit.remove_part(document, "bag")
        exact = kit.change_part(document, "case", inner_m=(0.2, 0.1, 0.1))
        found = packed(exact, "stairs", whole_kit=True)
        self.assertIn(("block",), [each.thing.key for each in found.outside])
        room = kit.change_part(document, "case", inner_m=(0.2 + PAD_M, 0.1 + PAD_M, 0.1 + PAD_M))
        found = packed(room, "stairs", whole_kit=True)
        self.assertIn(0.1 + PAD_M, {round(each, 9) for line in found.things for each in line.thing.size_m})


class OnTheCommandLine(unittest.TestCase):
    """`equilix pack`."""

    def test_in_words_and_json(self) -> None:
        """A list to tick; the same figures as JSON; a document without a case is said."""
        with tempfile.TemporaryDirectory() as kept:
            path, bare = Path(kept) / "demo.equilix", Path(kept) / "bare.equilix"
            save(lighthouse(), path)
            save(kit.remove_part(kit.remove_part(lighthouse(), "case"), "bag"), bare)

            def said(*arguments: str) -> tuple[int, str, str]:
                with redirect_stdout(io.StringIO()) as out, redirect_stderr(io.StringIO()) as err:
                    code = run(["pack", *arguments])
                return code, out.getvalue(), err.getvalue()

            code, text, _ = said(str(path), "--setup", "lamp-room")
            self.assertEqual(code, 0)
            self.assertIn("Take off:\n  [ ] 300 mm rods with what is on it\n", text)
            self.assertIn("  [ ] 3 × 500 g counterweight", text)
            code, text, _ = said(str(path), "--rig", "--json", "--units", "us")
            found = json.loads(text)
            self.assertEqual((found["pack_version"], len(found["cases"])), (1, 3))
            self.assertIn("0.39 in", found["sure"][0])
            self.assertIn("There is no case", said(str(bare))[2])
            kits = Path(kept) / "kit.equilix"
            save(empty().changed(parts=lighthouse().parts, setups=()), kits)
            self.assertIn("Kit: All of it goes into", said(str(kits))[1])
            self.assertIn("The document has no setup", said(str(kits), "--rig")[2])


if __name__ == "__main__":
    unittest.main()
