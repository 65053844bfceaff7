"""From one setup to another: every step in words, with tool, minutes, how the rig rests after it, and who helps."""

from __future__ import annotations

from collections.abc import Iterator, Mapping
from functools import cached_property
from typing import Final

from msgspec import Struct

from equilix.analysis import Analysis, analyse, analyse_with
from equilix.change.conversion.difference import Difference, difference
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
from equilix.change.conversion.step_words import Pieces, cuts_power, step_words, tool_words
from equilix.checks.resting import Rest, rest, stands_rad
from equilix.checks.rules import rule
from equilix.document import AVERAGE, Document
from equilix.errors import Called, Refused, never
from equilix.facts import NOTHING, Fact, Sayable, fact
from equilix.kit.fastenings import Fastening, fastening_of, minutes_of
from equilix.kit.parts import Part
from equilix.rig.setups import Setup

SLOW: Final[tuple[Fastening, ...]] = ("screw", "strap", "knob", "lever")
"""What takes both hands: where the rig has to be held meanwhile, somebody else holds it."""


TOOLS: Final[dict[str, Sayable]] = {
    "tool.coin-or-hex-key": fact("tool.coin-or-hex-key"), "tool.hex-key": fact("tool.hex-key"),
    "tool.strap": fact("tool.strap"), "build_order.hand_cutter": fact("tool.cutter"),
    "build_order.cable_ties": fact("build_order.cable_ties"),
}  # fmt: skip
"""What somebody has to bring, by what a step is done with."""


class Move(Struct, frozen=True):
    """One step, and what is so after it.

    ``shown``: the state to look at: before it where something comes off, else after it. ``moved``: the placements that
    it moves, with all that goes along. ``rests``: how what is worked on rests then; ``held``: only a hand keeps it from
    falling; ``pair``: the step takes both hands while the rig has to be held.
    """

    step: Step
    state: State
    shown: State
    text: Sayable
    tool: Sayable
    minutes: float
    clamps: int
    moved: tuple[str, ...] = ()
    rests: Sayable = NOTHING
    held: bool = False
    pair: bool = False


class Conversion(Struct, frozen=True, dict=True):
    """All steps from one setup to another, and the rigs at both ends."""

    start: Setup
    end: Setup
    parts: Mapping[str, Part]
    moves: tuple[Move, ...]
    pace: float = 1.0
    """How much slower than estimated one's own conversions have been."""

    @property
    def estimated_min(self) -> float:
        """Minutes by the table."""
        return sum(move.minutes for move in self.moves)

    @property
    def minutes(self) -> float:
        """Minutes at one's own pace."""
        return self.estimated_min * self.pace

    @property
    def clamps(self) -> int:
        """How often something is made fast or taken loose."""
        return sum(move.clamps for move in self.moves)

    @property
    def pairs(self) -> int:
        """How many steps want a second pair of hands."""
        return sum(move.pair for move in self.moves)

    @cached_property
    def tools(self) -> tuple[Sayable, ...]:
        """The tools that have to be at hand, each once; hands alone are none."""
        found = (TOOLS.get(move.tool.key, NOTHING) for move in self.moves if isinstance(move.tool, Fact))
        return tuple(dict.fromkeys(each for each in found if each))

    @property
    def shared(self) -> int:
        """How many pieces both setups have."""
        return len(self.start.by_id.keys() & self.end.by_id.keys())


def convert(document: Document, start_id: str, end_id: str, called_off: Called = never) -> Conversion:
    """The conversion from one setup to another. Raises :class:`Refused` for one to itself; ``Cancelled``."""
    start, end = (document.setups_by_id[each] for each in (start_id, end_id))
    if start_id == end_id:
        raise Refused(fact("convert.itself", setup=start.name), fact("convert.choose_two"))
    differs = difference(start, end, document.parts_by_id)
    bench = _Bench(document, differs)
    steps = ordered_steps(differs, bench.tips, rule(document.rules, "tip_rad"), called_off)
    moves = tuple(_moves(document, bench, steps))
    return Conversion(differs.start, end, document.parts_by_id, moves, document.own_pace)


def minutes_between(document: Document, start_id: str, end_id: str) -> float:
    """Minutes of a conversion at one's own pace, 0 to itself; nothing is worked out of how it rests."""
    if start_id == end_id:
        return 0.0
    start, end = (document.setups_by_id[each] for each in (start_id, end_id))
    differs = difference(start, end, document.parts_by_id)
    before, total = differs.begins, 0.0
    for step, state in ordered_steps(differs):
        total += _effort(document, before, step)[0]
        before = state
    return total * document.own_pace


class _Bench:
    """How heaps of pieces rest on the table."""

    def __init__(self, document: Document, differs: Difference) -> None:
        self.document, self.differs = document, differs

    def heap(self, state: State) -> Analysis | None:
        """The unit that is worked on, as a rig of its own; None where nothing is there."""
        if state.root not in state.by_id:
            return None
        return heap_of(self.document, state)

    def tips(self, state: State) -> float:
        """The angle at which it tips over; what stands on a head does not."""
        heap = self.heap(state)
        if heap is None or heap.way.stays_up:
            return 1.0
        return stands_rad(heap, heap.assembly.ids)

    def rest(self, state: State) -> Rest | None:
        """How it rests."""
        heap = self.heap(state)
        return None if heap is None else rest(heap, heap.assembly.ids, rule(self.document.rules, "tip_rad"))


def heap_of(document: Document, state: State) -> Analysis:
    """The unit that is worked on as a rig of its own: on its head where it is a head's clamp, else on the table."""
    placements = tuple(each for each in state.placements if each.id in set(state.heap))
    on_head = document.parts_by_id[state.by_id[state.root].part].kind == "head-clamp"
    setup = Setup(id="heap", name="heap", carry="tripod" if on_head else "handheld", placements=placements)
    return analyse_with(document.parts_by_id, setup, AVERAGE, document.rules)


def _moves(document: Document, bench: _Bench, steps: Iterator[tuple[Step, State]]) -> Iterator[Move]:
    before, held, live = bench.differs.begins, False, True
    final = analyse(document, document.setups_by_id[bench.differs.end.id])
    for step, state in steps:
        minutes, clamps, fastening = _effort(document, before, step)
        text = step_words(document, bench.differs, before, step, final, live=live)
        live = live and not cuts_power(document, before, step)
        rests: Sayable = NOTHING
        falls = held
        if isinstance(step, SetDown | TakeOff | PutOn | Set):
            found = bench.rest(state)
            if found is not None:
                rests, falls = found.said, found.by_hand
        pair = held and fastening in SLOW and isinstance(step, TakeOff | PutOn | Set)
        if isinstance(step, Carry | LetGo):
            falls = False
        yield Move(
            step, state, before if isinstance(step, TakeOff | Unplug) else state, text,
            tool_words(document, before, step), minutes, clamps, _moved(before, state, step), rests, falls, pair,
        )  # fmt: skip
        before, held = state, falls


def _moved(before: State, after: State, step: Step) -> tuple[str, ...]:
    if isinstance(step, TakeOff):
        return before.subtree(step.placement)
    if isinstance(step, PutOn | Set):
        return after.subtree(step.placement)
    if isinstance(step, Open | Close):
        return (step.placement,)
    if isinstance(step, Unplug | Plug):
        return (step.cable.start, step.cable.end)
    return ()


def _effort(document: Document, before: State, step: Step) -> tuple[float, int, Fastening]:
    """Minutes, how many clamps, and the kind of fastening."""
    rules, fastening, clamps = document.rules, _fastening(document, before, step), 1
    if isinstance(step, SetDown | Carry):
        fastening, clamps = "bearer", 0
    elif isinstance(step, LetGo):
        fastening, clamps = "look", 0
    elif isinstance(step, Unplug | Plug):
        fastening, clamps = "cable", 0
    return minutes_of(fastening, rules), clamps, fastening


def _fastening(document: Document, before: State, step: Step) -> Fastening:
    if isinstance(step, PutOn | Set | TakeOff | Open | Close):
        return fastening_of(Pieces(document, before, step).mount(step.placement))
    return "hand"
