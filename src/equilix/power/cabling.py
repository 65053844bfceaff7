"""What is wrong with the cables and links of a rig: their lengths, and what goes over them."""

from __future__ import annotations

from collections.abc import Iterator, Mapping
from typing import TYPE_CHECKING, Final

from equilix.facts import Sayable, fact, length
from equilix.kit.parts import Part
from equilix.kit.sockets import Signal, Socket
from equilix.power.trouble import Trouble
from equilix.rig.routes import LEAST_SLACK, Route
from equilix.rig.setups import Cable, Setup

if TYPE_CHECKING:
    from collections.abc import Sequence

MOST_SLACK, LOOP_M = 1.4, 0.20
"""With this much more than its way along the rig wants a cable hangs in a loop (common practice, no source)."""
NO_SOCKET: Final = ""
"""No socket is called that: what comes in is not passed on by cable."""


def lengths(cables: Sequence[Cable], routes: Mapping[str, Route]) -> Iterator[Trouble]:
    """Every cable against its way along the rig."""
    for cable in cables:
        way = routes[cable.id]
        wanted, usual = way.wanted_m, way.usual_m
        take = fact("network.take_longer_one") if usual is None else fact("network.take_one", usual=length(usual))
        if cable.length_m < way.straight_m:
            missing = length(way.straight_m - cable.length_m)
            yield Trouble(cable.end, fact("network.too_short", cable=cable.name, missing=missing), take)
        elif cable.length_m < LEAST_SLACK * way.straight_m:
            yield Trouble(cable.end, fact("network.taut", cable=cable.name), fact("network.tie", take=take), bad=False)
        elif not way.takes(cable.length_m):
            missing = length(way.length_m - cable.length_m)
            problem = fact("network.hangs_across_rig_along_missing", cable=cable.name, missing=missing)
            yield Trouble(cable.end, problem, fact("network.or_mind_nothing_catches", take=take), bad=False)
        elif cable.length_m > MOST_SLACK * wanted + LOOP_M:
            loop = length(cable.length_m - wanted)
            problem = fact("network.has_too_much_loop_snags", cable=cable.name, loop=loop)
            yield Trouble(cable.end, problem, fact("network.tie_up_or_take_shorter"), bad=False)


def signals(setup: Setup, parts: Mapping[str, Part]) -> Iterator[Trouble]:
    """Every signal cable whose sockets are named: what gives must meet what takes, of one sort, and each only once."""
    taken: dict[tuple[str, str], str] = {}
    for cable in setup.cables:
        if cable.output is not None or (cable.from_socket is None and cable.to_socket is None):
            continue
        names = {"cable": cable.name}
        gives = _socket(setup, parts, cable.start, cable.from_socket)
        takes = _socket(setup, parts, cable.end, cable.to_socket)
        for end, socket, wanted in ((cable.start, gives, cable.from_socket), (cable.end, takes, cable.to_socket)):
            if wanted is not None and socket is None:
                part = parts[setup.by_id[end].part].name
                yield Trouble(
                    end, fact("signals.no_socket", part=part, socket=wanted, **names), fact("signals.choose_one")
                )
        if gives is not None and takes is not None and gives.carries != takes.carries:
            said = fact("signals.other_signal", first=_sort(gives.carries), second=_sort(takes.carries), **names)
            yield Trouble(cable.end, said, fact("signals.choose_one"))
        for socket, does, key in (
            (gives, gives is None or gives.gives, "gives"),
            (takes, takes is None or takes.takes, "takes"),
        ):
            if socket is not None and not does:
                said = fact(f"signals.no_{key}", socket=socket.name, **names)
                yield Trouble(cable.end, said, fact("signals.turn_it_round"))
        for end, socket, key in ((cable.start, gives, "signals.given"), (cable.end, takes, "signals.taken")):
            if socket is None:
                continue
            other = taken.setdefault((end, socket.name), cable.name)
            if other is not cable.name:
                yield Trouble(end, fact(key, socket=socket.name, other=other, **names), fact("signals.choose_one"))


def _sort(carries: Signal) -> Sayable:
    return fact(f"signal.{carries}")


def _socket(setup: Setup, parts: Mapping[str, Part], placement_id: str, name: str | None) -> Socket | None:
    part = parts[setup.by_id[placement_id].part]
    return next((socket for socket in part.sockets if socket.name == name), None)


def seen_from(
    setup: Setup, parts: Mapping[str, Part], placement_id: str, carries: Signal = "picture"
) -> tuple[str, ...]:
    """Who gets a signal that a placement gives, one after the other: over cables, through loops, and over links.

    The ids of placements, and of links for those off the rig.
    """
    found: list[str] = []
    waiting: list[tuple[str, str | None]] = [(placement_id, None)]  # and the one socket at which it comes out again
    while waiting:
        each, loop = waiting.pop(0)
        for cable in setup.cables:
            takes = _socket(setup, parts, cable.end, cable.to_socket)
            gives = _socket(setup, parts, each, cable.from_socket)
            if cable.start != each or cable.output is not None or takes is None or gives is None:
                continue
            if not gives.carries == takes.carries == carries or loop not in (None, gives.name):
                continue
            if cable.end not in found:
                found.append(cable.end)
                waiting.append((cable.end, takes.loops or NO_SOCKET))
        found += [
            link.id for link in setup.links if link.start == each and link.carries == carries and link.id not in found
        ]
    return tuple(found)
