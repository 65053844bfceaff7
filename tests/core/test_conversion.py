"""Conversions: from every setup to every other, step by step, against rules written down a second time here."""

import random
import unittest
from itertools import pairwise

from equilix.change.conversion.conversion import Conversion, Move, convert, heap_of, minutes_between
from equilix.change.conversion.difference import Difference, alike, difference
from equilix.change.conversion.matching import matched, renamed
from equilix.change.conversion.order import ordered_steps
from equilix.change.conversion.state import (
    Carry,
    Close,
    LetGo,
    Open,
    Plug,
    PutOn,
    Set,
    SetDown,
    State,
    Step,
    TakeOff,
    Unplug,
)
from equilix.checks.resting import rest
from equilix.checks.rules import rule
from equilix.demo.lighthouse import lighthouse
from equilix.document import Document
from equilix.edits import kit, rigging
from equilix.errors import Cancelled, Refused
from equilix.kit.catalogue import kind_of
from equilix.rig.setups import Placement, Setup
from tests.core import random_edits
from tests.told import refused, told


def pairs(document: Document) -> list[tuple[Setup, Setup]]:
    """Every setup with every other."""
    return [(a, b) for a in document.setups for b in document.setups if a.id != b.id]


def follow(case: unittest.TestCase, document: Document, start: Setup, end: Setup) -> State:
    """Carry the steps out; nothing is done before what it needs, and the last state is the target."""
    differs = difference(start, end, document.parts_by_id)
    state, steps = differs.begins, list(ordered_steps(differs))
    for step, after in steps:
        _allowed(case, document, differs, state, step)
        case.assertEqual(after.by_id, step.apply(state).by_id)
        state = after
    _is(case, state, end)
    return state


def _allowed(case: unittest.TestCase, document: Document, differs: Difference, state: State, step: Step) -> None:
    """What must be true before each kind of step, in the words of the trade."""
    gone, new = differs.unplugged, differs.plugged
    standing = {
        key for key in state.by_id if state.unit_of(key) in {p.id for p in differs.end.placements if not p.parent}
    }
    kinds = {key: kind_of(document.parts_by_id[piece.part]) for key, piece in state.by_id.items()}
    if not isinstance(step, SetDown | Carry | LetGo):
        case.assertFalse(state.carried, "nothing is done while it is carried")
    if isinstance(step, Unplug):
        case.assertIn(step.cable, state.cables)
        ends = {step.cable.start, step.cable.end}
        waiting = [c for c in gone if c in state.cables and c.output is None and ends & {c.start, c.end}]
        case.assertFalse(step.cable.output is not None and waiting, "signal comes out before power")
    if isinstance(step, TakeOff):
        branch = set(state.subtree(step.placement))
        for cable in state.cables:
            case.assertEqual(cable.start in branch, cable.end in branch, f"{cable.name} is still plugged in")
        case.assertIsNotNone(state.by_id[step.placement].parent)
        _loose(case, state, kinds, step.placement)
    if isinstance(step, Set):
        _loose(case, state, kinds, step.placement)
        case.assertEqual(state.by_id[step.placement].parent, step.wanted.parent)
    if isinstance(step, PutOn):
        parent = step.wanted.parent
        if parent is not None:
            case.assertIn(parent, standing, "what carries it stands on the table")
            taken = {(p.parent, p.point) for p in state.placements if p.id != step.placement}
            seat = document.parts_by_id[state.by_id[parent].part].offered(step.wanted.point or "")
            if seat is not None and seat.track is None:
                case.assertNotIn((parent, step.wanted.point), taken, "the place is free")
        if step.placement in state.by_id:
            case.assertIsNone(state.by_id[step.placement].parent, "it has been taken off first")
    if isinstance(step, Plug):
        whole = standing
        case.assertTrue(step.cable.start in whole and step.cable.end in whole)
        ends = {step.cable.start, step.cable.end}
        waiting = [c for c in new if c not in state.cables and c.output is not None and ends & {c.start, c.end}]
        case.assertFalse(step.cable.output is None and waiting, "power goes in before signal")
    if isinstance(step, Carry):
        case.assertFalse(state.opened & standing, "everything is tight")


def _loose(case: unittest.TestCase, state: State, kinds: dict[str, object], moved: str) -> None:
    """Support and focus are off the lens before one of them is moved without the other."""
    branch, unit = set(state.subtree(moved)), set(state.subtree(state.unit_of(moved)))
    lenses = [key for key in unit if kinds[key].key == "lens"]  # type: ignore[attr-defined]
    for key in unit - {moved} - state.opened:
        on_lens = any(key in state.subtree(lens) for lens in lenses)
        if kinds[key].holds_lens and not on_lens:  # type: ignore[attr-defined]
            case.assertFalse([lens for lens in lenses if (lens in branch) != (key in branch)], f"{key} grips the lens")


def _is(case: unittest.TestCase, state: State, end: Setup) -> None:
    """The state is the setup: every piece on its place, every cable plugged, nothing else on it."""
    roots = [piece.id for piece in end.placements if piece.parent is None]
    there = {key: state.by_id[key] for root in roots for key in state.subtree(root)}
    case.assertEqual(set(there), set(end.by_id))
    for key, piece in there.items():
        wanted = end.by_id[key]
        case.assertEqual((piece.part, piece.parent, piece.point), (wanted.part, wanted.parent, wanted.point))
        case.assertTrue(alike(piece, wanted), key)
        if piece.id != roots[0]:
            case.assertEqual(piece.pose, wanted.pose, "it lies where it is to lie")
    on_it = {cable.id for cable in state.cables if {cable.start, cable.end} <= set(there)}
    case.assertEqual(on_it, {cable.id for cable in end.cables})


class EveryPair(unittest.TestCase):
    """Of the demo, and of the demo after random edits."""

    def test_ends_in_the_target(self) -> None:
        """42 conversions."""
        document = lighthouse()
        for start, end in pairs(document):
            with self.subTest(f"{start.id} to {end.id}"):
                follow(self, document, start, end)

    def test_of_random_setups(self) -> None:
        """Setups that have been edited at random, on several roots and with several lenses, to each other."""
        rng = random.Random(15)
        for _ in range(25):
            document = lighthouse()
            for _ in range(30):
                _, edit = random_edits.random_edit(rng, document)
                try:
                    document = edit(document)
                except Refused:
                    continue
            chosen = rng.sample(document.setups, min(4, len(document.setups)))
            for start in chosen:
                for end in chosen:
                    if start.id != end.id:
                        follow(self, document, start, end)

    def test_nothing_twice(self) -> None:
        """No piece is taken off, put on or set more than once, and none that stays is touched."""
        document = lighthouse()
        for start, end in pairs(document):
            differs = difference(start, end, document.parts_by_id)
            steps = [step for step, _ in ordered_steps(differs)]
            for kind in (TakeOff, PutOn, Set, Open, Close):
                touched = [step.placement for step in steps if isinstance(step, kind)]
                self.assertEqual(len(touched), len(set(touched)))
            mounted = [step.placement for step in steps if isinstance(step, PutOn)]
            self.assertFalse(set(mounted) & set(differs.kept))

    def test_shortest(self) -> None:
        """As many clamps as edges of the two trees that are not both's, and slides that differ: no fewer can do."""
        document = lighthouse()
        for start, end in pairs(document):
            differs = difference(start, end, document.parts_by_id)
            steps = [step for step, _ in ordered_steps(differs)]
            off = [s for s in steps if isinstance(s, TakeOff)]
            on = [s for s in steps if isinstance(s, PutOn)]
            old = {(p.id, p.parent, p.point) for p in differs.start.placements if p.parent is not None}
            new = {(p.id, p.parent, p.point) for p in end.placements if p.parent is not None}
            needed = set(end.by_id)
            undone = [e for e in old - new if e[0] in needed or e[1] in needed]
            self.assertEqual(len(off), len(undone))
            brought = sum(len(s.along) for s in on)
            roots = sum(1 for s in on if s.wanted.parent is None)
            self.assertEqual(len(on) + brought - roots, len(new - old))


class Rests(unittest.TestCase):
    """How the rig rests at each step, and who helps."""

    def setUp(self) -> None:
        self.document = lighthouse()

    def test_every_prefix_rests_as_said(self) -> None:
        """What is worked on, put together by itself and set on the table, does what the step says."""
        enough = rule(self.document.rules, "tip_rad")
        for start, end in (("lamp-room", "workshop"), ("stairs", "causeway"), ("workshop", "evening")):
            for move in convert(self.document, start, end).moves:
                if isinstance(move.step, SetDown | TakeOff | PutOn | Set):
                    heap = heap_of(self.document, move.state)
                    found = rest(heap, heap.assembly.ids, enough)
                    self.assertEqual(told(move.rests), told(found.said))
                    self.assertEqual(move.held, found.by_hand)

    def test_standing_steps_are_preferred(self) -> None:
        """Building the shoulder rig, the battery goes on before the camera, which goes on before the rig would fall."""
        conversion = convert(self.document, "workshop", "lamp-room")
        on = [move.step.placement for move in conversion.moves if isinstance(move.step, PutOn)]
        self.assertLess(on.index("battery"), on.index("bridge"))
        self.assertLess(on.index("bridge"), on.index("matte-box"))

    def test_a_second_pair_of_hands(self) -> None:
        """Where the rig has to be held and a screw or knob takes both hands; never where it stands by itself."""
        moves = convert(self.document, "lamp-room", "workshop").moves
        for before, move in pairwise(moves):
            if move.pair:
                self.assertTrue(before.held)
        self.assertTrue(any(move.pair for move in moves))
        self.assertFalse(any(move.pair for move in convert(self.document, "evening", "gallery").moves))

    def test_on_the_head(self) -> None:
        """While the camera is on the tripod it rests on the head."""
        moves = convert(self.document, "evening", "gallery").moves
        self.assertIn("Rests on the head", told(moves[0].rests))
        self.assertEqual(told(moves[0].text), "Lock the head, drag on")

    def test_support_and_focus_are_loosened(self) -> None:
        """Before the rods are drawn out from under the lens; what stays is brought to the lens again at the end."""
        steps = [move.step for move in convert(self.document, "lamp-room", "workshop").moves]
        opened = [step.placement for step in steps if isinstance(step, Open)]
        self.assertEqual(set(opened), {"lens-support", "follow-focus"})
        rods = next(k for k, s in enumerate(steps) if isinstance(s, TakeOff) and s.placement == "front-rods")
        self.assertTrue(all(k < rods for k, s in enumerate(steps) if isinstance(s, Open)))
        swapped, _ = kit.add_setup(self.document, "Other mark", like="lamp-room")
        swapped = rigging.slide(swapped, "other-mark", "front-rods", 0.05)
        kinds = [type(move.step) for move in convert(swapped, "lamp-room", "other-mark").moves]
        self.assertEqual(kinds, [SetDown, Open, Open, Set, Close, Close, Carry, LetGo])


class Odd(unittest.TestCase):
    """What is hardly a conversion."""

    def setUp(self) -> None:
        self.document = lighthouse()

    def test_to_itself(self) -> None:
        """Refused; between two that are built alike nothing is to be done."""
        with refused(self, Refused, "“Lamp room” is both ends"):
            convert(self.document, "lamp-room", "lamp-room")
        alike_, _ = kit.add_setup(self.document, "Copy", like="lamp-room")
        self.assertEqual(convert(alike_, "lamp-room", "copy").moves, ())
        self.assertEqual(minutes_between(alike_, "lamp-room", "copy"), 0.0)

    def test_from_and_to_nothing(self) -> None:
        """An empty setup is built from the case, and left by setting the other aside."""
        document, _ = kit.add_setup(self.document, "Nothing")
        built = convert(document, "nothing", "gallery")
        self.assertEqual(len([m for m in built.moves if isinstance(m.step, PutOn)]), 5)
        away = convert(document, "gallery", "nothing")
        self.assertEqual([type(m.step) for m in away.moves], [SetDown, Carry, LetGo])
        self.assertEqual(away.shared, 0)

    def test_another_way_of_carrying_alone(self) -> None:
        """The same build carried otherwise is set down and taken up."""
        document, _ = kit.add_setup(self.document, "By hand", like="gallery")
        document = document.with_setup(document.setups_by_id["by-hand"].changed(carry="handheld"))
        self.assertEqual([type(m.step) for m in convert(document, "gallery", "by-hand").moves], [SetDown, Carry, LetGo])

    def test_pieces_of_one_part(self) -> None:
        """Two batteries of one kind: the one that stays stays."""
        one = (Placement(id="plate", part="plate"), Placement(id="x", part="cell", parent="plate", point="a"),
               Placement(id="y", part="cell", parent="plate", point="b"))  # fmt: skip
        start = Setup(id="s", name="s", placements=one)
        end = Setup(id="e", name="e", placements=(one[0], Placement(id="z", part="cell", parent="plate", point="b")))
        self.assertEqual(matched(start, end), {"plate": "plate", "y": "z"})
        self.assertEqual(set(renamed(start, end).by_id), {"plate", "z", "x"})

    def test_called_off(self) -> None:
        """At the next step."""
        asked: list[int] = []

        def after_three() -> bool:
            asked.append(1)
            return len(asked) > 3

        with self.assertRaises(Cancelled):
            convert(self.document, "lamp-room", "causeway", after_three)

    def test_a_cable_that_stays(self) -> None:
        """What stays together keeps its cables; a cable of the same ends in what is parted comes out and goes in."""
        document, _ = kit.add_setup(self.document, "Later", like="lamp-room")
        document = rigging.slide(document, "later", "bridge", -0.09)
        steps: list[Move] = list(convert(document, "lamp-room", "later").moves)
        self.assertFalse([m for m in steps if isinstance(m.step, Unplug | Plug)])
        made: Conversion = convert(document, "lamp-room", "later")
        self.assertEqual(made.clamps, sum(m.clamps for m in made.moves))


if __name__ == "__main__":
    unittest.main()
