"""Why a plan fails, and what would do: each reason is checked by changing the rig as it says, and by a little less."""

import contextlib
import re
import unittest

from equilix.analysis import analyse
from equilix.demo import lighthouse
from equilix.document import Document
from equilix.edits import kit, rigging
from equilix.errors import Refused
from equilix.kit.catalogue import make_part
from equilix.kit.mounts import Telescope
from equilix.planner.moves import find_moves
from equilix.planner.plan import Plan, StandIn
from equilix.planner.relaxed import could_alone, wants
from equilix.planner.schools import LONGER_M, plan, plans
from equilix.rig.setups import Placement
from equilix.words.steps import told_lines
from tests.core.builders import box, document, free, padded
from tests.told import told


def planned(made: Document, school: str = "move", setup: str | None = None) -> Plan:
    """The plan of a school for one setup."""
    before = made.setups_by_id[setup] if setup is not None else made.setups[0]
    return plan(school, made, analyse(made, before))


def carriage(*, x_m: float = 0.14, pitch_m: float = 0.0, from_m: float = -0.1, mass_kg: float = 4.0) -> Document:
    """A pad with a rail over it, and a heavy carriage on the rail, in front; with holes where there is a pitch."""
    track = {"from_m": from_m, "to_m": 0.2, "pitch_m": pitch_m}
    base = padded("base", 1.0).changed(
        offers=({"name": "t", "kind": "rail", "position_m": (0, 0, 0.05), "track": track},)
    )
    foot = {"name": "f", "kind": "rail", "position_m": (0, 0, 0), "direction": (0, 0, -1)}
    heavy = make_part("heavy", "heavy", "block", mass_kg, (0.04, 0.04, 0.04)).changed(hangs_by=(foot,))
    return document([base, heavy], [
        Placement(id="base", part="base"), Placement(id="heavy", part="heavy", parent="base", point="t", slide_m=x_m),
    ])  # fmt: skip


class Tracks(unittest.TestCase):
    """Ends of tracks, holes, telescopes."""

    def test_as_much_longer_as_is_said(self) -> None:
        """The rail that ends in front of the pad: as many millimetres more make the plan work, one fewer does not."""
        found = planned(carriage(from_m=0.1))
        self.assertFalse(found.works)
        said = re.search(r"the track on the base is (\d+) mm too short", told(found.reason))
        assert said is not None, told(found.reason)
        missing = int(said[1])
        self.assertEqual(told(found.remedy), f"{missing} mm more track on the base would do.")
        self.assertTrue(planned(carriage(from_m=0.1 - missing / 1000)).works)
        self.assertFalse(planned(carriage(from_m=0.1 - (missing - 1) / 1000)).works)

    def test_another_hole(self) -> None:
        """Holes 90 mm apart over a narrow tolerance: none of them is right, and one that is said to be is."""
        made = carriage(x_m=0.14, pitch_m=0.09, from_m=-0.04)
        base = made.parts_by_id["base"]
        made = kit.change_part(made, "base", pad=base.pad.changed(length_m=0.03))
        found = planned(made)
        self.assertFalse(found.works)
        self.assertIn("the holes of the base are 90 mm apart", told(found.reason))
        off = int(re.search(r"Another hole, (\d+) mm from the nearest", told(found.remedy))[1])
        now = found.after.setup.by_id["heavy"].slide_m
        works = []
        for to in (now + off / 1000, now - off / 1000):
            track = base.offers[0].track.changed(pitch_m=0.0)
            free = kit.change_part(made, "base", offers=(base.offers[0].changed(track=track),))
            with contextlib.suppress(Refused):  # off the track on that side
                moved = rigging.slide(free, made.setups[0].id, "heavy", to)
                works.append(analyse(moved, moved.setups[0]).status == "rests")
        self.assertTrue(any(works))

    def test_telescope(self) -> None:
        """An arm that draws a weight back and ends too soon: as much longer as is said it works."""

        def made(reach_m: float) -> Document:
            found = carriage()
            base, heavy = found.parts_by_id["base"], found.parts_by_id["heavy"]
            base = base.changed(offers=({"name": "t", "kind": "rail", "position_m": (0.14, 0, 0.05)},))
            arm = heavy.changed(
                mass_kg=0.2, telescope=Telescope(axis=(-1.0, 0.0, 0.0), reach_m=reach_m),
                offers=({"name": "end", "kind": "rail", "position_m": (0, 0, 0.04), "extends": True},),
            )  # fmt: skip
            load = make_part("load", "load", "block", 4.0, (0.03, 0.03, 0.03)).changed(hangs_by=heavy.hangs_by)
            return document([base, arm, load], [
                Placement(id="base", part="base"),
                Placement(id="heavy", part="heavy", parent="base", point="t"),
                Placement(id="load", part="load", parent="heavy", point="end"),
            ])  # fmt: skip

        found = planned(made(0.03))
        self.assertFalse(found.works)
        self.assertIn("drawn out", told(found.reason))
        missing = int(re.search(r"the heavy is (\d+) mm too short drawn out", told(found.reason))[1])
        self.assertTrue(planned(made(0.03 + missing / 1000)).works)
        self.assertFalse(planned(made(0.03 + (missing - 1) / 1000)).works)

    def test_only_what_is_needed_is_named(self) -> None:
        """Of a rig's many bounds the relaxed programme names those that bind: one here, with the least slack in all."""
        analysis = analyse(made := carriage(from_m=0.1), made.setups[0])
        found = wants(analysis, find_moves(analysis))
        self.assertEqual([(want.kind, want.carrier) for want in found], [("track", "base")])
        self.assertEqual(wants(analysis, ()), ())
        self.assertFalse(could_alone(analysis, find_moves(analysis), "fore-aft"))


class OtherAnswers(unittest.TestCase):
    """Pieces, rods, parts that are needed, another part of the kit."""

    def test_so_many_more_pieces(self) -> None:
        """As many more weights as are said do, one fewer does not."""
        made = lighthouse()
        made = made.changed(parts=tuple(p.changed(quantity=1) if p.kind == "counterweight" else p for p in made.parts))
        found = planned(made, "weight")
        said = re.search(r"(\d) more of the (.+) would do", told(found.remedy))
        assert said is not None, told(found.reason)
        more, part = int(said[1]), next(p for p in made.parts if p.name == said[2])
        for count, works in ((more, True), (more - 1, False)):
            trial = kit.change_part(made, part.id, quantity=part.quantity + count)
            self.assertEqual(planned(trial, "weight").works, works, count)

    def test_a_track_that_is_so_much_longer(self) -> None:
        """Where no number of pieces does, a track that is as much longer as is said does, the next shorter one not."""

        def made(half_m: float) -> Document:
            rails = {"name": "rails", "kind": "rods15", "position_m": (-0.1, 0, 0.03)}
            base = padded("base", 1.0).changed(offers=({**rails, "track": {"from_m": -half_m, "to_m": half_m}},))
            weight = make_part("weight", "500 g weight", "counterweight", 0.5).changed(quantity=2)
            placements = [Placement(id="base", part="base"), free("front", "front", 0.3, 0, 0.1)]
            return document([base, box("front", 1.6), weight], placements)

        found = planned(made(0.02), "weight")
        self.assertIn("the track of the base does not reach far enough", told(found.reason))
        said = re.fullmatch(r"(\d+) mm more of it there would do\.", told(found.remedy))
        assert said is not None, told(found.remedy)
        longer = int(said[1]) / 1000
        self.assertIn(longer, LONGER_M)
        self.assertTrue(planned(made(0.02 + longer), "weight").works)
        shorter = max((each for each in LONGER_M if each < longer), default=0.0)
        self.assertFalse(planned(made(0.02 + shorter), "weight").works)

    def test_a_part_that_is_needed(self) -> None:
        """What rests only without a part that is marked as needed says so; marked otherwise, the plan leaves it off."""
        parts = [padded("base", 4.0), box("front", 1.0), box("small", 0.1, needed=False)]
        made = document(parts, [
            Placement(id="base", part="base"), free("front", "front", 0.5, 0, 0.1), free("small", "small", 0.05),
        ])  # fmt: skip
        found = planned(made, "strip")
        self.assertFalse(found.works)
        self.assertIn("the front is marked as needed and stays on", told(found.reason))
        self.assertEqual(told(found.remedy), "Leaving the front off would do.")
        self.assertTrue(planned(kit.change_part(made, "front", needed=False), "strip").works)

    def test_another_plate_of_the_kit(self) -> None:
        """A base whose track is too short is exchanged for a longer one of the kit, to be bought or not."""
        made = carriage(from_m=0.1)
        base = made.parts_by_id["base"]
        longer = base.changed(
            id="long", name="long base", owned=False, price=120.0,
            offers=(base.offers[0].changed(track=base.offers[0].track.changed(from_m=-0.1)),),
        )  # fmt: skip
        made = made.changed(parts=(*made.parts, longer))
        pinned = tuple(p.changed(pinned=p.id == "base") for p in made.setups[0].placements)
        self.assertFalse(planned(made.with_setup(made.setups[0].changed(placements=pinned))).works)  # it stays
        found = planned(made)
        self.assertTrue(found.works, told(found.reason))
        self.assertIsInstance(found.steps[0], StandIn)
        self.assertIn("Swap the base for the long base (it has to be bought)", told(told_lines(found)[0].text))
        self.assertEqual(analyse(done := found.apply(made), done.setups[0]).status, "rests")

    def test_every_reason_of_the_demo_ends_in_a_sentence(self) -> None:
        """Reason and remedy are whole sentences, without a gap of 0 mm."""
        for setup in lighthouse().setups:
            for found in plans(lighthouse(), setup.id):
                for text in filter(None, (told(found.reason), told(found.remedy))):
                    self.assertRegex(text, r"^[A-Z0-9].*\.$")
                    self.assertNotRegex(text, r"\b0 mm")


if __name__ == "__main__":
    unittest.main()
