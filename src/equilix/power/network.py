"""Who feeds whom: the tree from batteries to devices, what is wrong with it, and how long each battery lasts.

A battery mounted on a part that takes one feeds it; a cable from an output to an input feeds the part at its end. What
is wrong is said, and the rest is still worked out.
"""

from __future__ import annotations

import math
from collections.abc import Iterator, Mapping
from functools import cached_property

from msgspec import Struct

from equilix.facts import duration, fact, general, listed, number
from equilix.kit.electric import Mode, Output
from equilix.kit.parts import Part
from equilix.power.batteries import usable_wh
from equilix.power.cabling import lengths, signals
from equilix.power.trouble import Trouble
from equilix.power.wires import drop_v
from equilix.rig.routes import Route
from equilix.rig.setups import Cable, Setup


class Feed(Struct, frozen=True):
    """One edge: ``source`` feeds ``device``, through a cable and an output or by its mount."""

    source: str
    device: str
    cable: Cable | None
    output: Output | None


class Load(Struct, frozen=True):
    """What a placement draws and passes on: its own W, the W that go through it, volts at its input, amperes."""

    own_w: float
    through_w: float
    volts: float
    amperes: float
    battery: str | None
    """The battery at the root; None: no power."""


class Run(Struct, frozen=True):
    """One battery: usable Wh, W drawn, time in s (infinite where nothing is drawn), the devices it feeds.

    ``backs``: the device that goes on from it alone, for ``alone_s``, when what feeds it from outside is empty.
    """

    battery: str
    usable_wh: float
    watts: float
    seconds: float
    feeds: tuple[str, ...]
    hot_swap: bool
    backs: str = ""
    alone_s: float = math.inf


class Network(Struct, frozen=True, dict=True):
    """The power of a setup in one mode at one temperature."""

    setup: Setup
    parts: Mapping[str, Part]
    mode: Mode
    celsius: float
    routes: Mapping[str, Route]
    """The way of each cable, by its id."""

    def part(self, placement_id: str) -> Part:
        """The part of a placement."""
        return self.parts[self.setup.by_id[placement_id].part]

    def _watts(self, placement_id: str) -> float:
        electric = self.part(placement_id).electric
        return 0.0 if electric is None else float(getattr(electric.draw, self.mode))

    @cached_property
    def _feeds(self) -> tuple[tuple[Feed, ...], tuple[Trouble, ...], dict[str, Feed]]:
        """The edges that hold, what is wrong with the others, and the own battery of what is fed from outside too."""
        feeds: dict[str, Feed] = {}
        backed: dict[str, Feed] = {}
        troubles: list[Trouble] = []

        def take(feed: Feed) -> None:
            other = feeds.get(feed.device)
            if self._loops(feeds, feed):
                said = fact("network.would_feed_itself", part=self.part(feed.device).name)
                troubles.append(Trouble(feed.device, said, fact("network.take_cable_off")))
            elif other is None:
                feeds[feed.device] = feed
            elif other.cable is None and feed.cable is not None and self._stores(other):
                backed[feed.device], feeds[feed.device] = other, feed
            else:
                said = fact("network.fed_twice", name=self.part(feed.device).name)
                troubles.append(Trouble(feed.device, said, fact("network.take_one_two_off")))

        for placement in self.setup.placements:
            if placement.parent is None or not self._feeds_its_mount(placement.id):
                continue
            carrier = self.part(placement.parent).electric
            if carrier is not None and carrier.fed_by_mount:
                take(Feed(placement.id, placement.parent, None, None))
        for cable in self.setup.cables:
            if cable.output is not None and cable.input is not None:
                found = self._cable(cable)
                if isinstance(found, Trouble):
                    troubles.append(found)
                else:
                    take(found)
        return tuple(feeds.values()), tuple(troubles), backed

    def _feeds_its_mount(self, placement_id: str) -> bool:
        """A battery, or what stands for one: a dummy battery passes on what is fed into it."""
        part = self.part(placement_id)
        return part.energy_wh > 0 or (part.electric is not None and part.electric.feeds_mount)

    def _stores(self, feed: Feed) -> bool:
        return self.part(feed.source).energy_wh > 0

    @staticmethod
    def _loops(feeds: Mapping[str, Feed], new: Feed) -> bool:
        current: str | None = new.source
        while current is not None:
            if current == new.device:
                return True
            current = feeds[current].source if current in feeds else None
        return False

    def _cable(self, cable: Cable) -> Feed | Trouble:
        source, device = self.part(cable.start), self.part(cable.end)
        outputs = {o.name: o for o in (source.electric.outputs if source.electric else ())}
        inputs = {i.name: i for i in (device.electric.inputs if device.electric else ())}
        if cable.output not in outputs:
            there = listed(outputs) or fact("common.none")
            return Trouble(
                cable.start,
                fact("network.has_no_output", source=source.name, output=cable.output or ""),
                fact("network.has_instead", there=there),
            )
        if cable.input not in inputs:
            there = listed(inputs) or fact("common.none")
            return Trouble(
                cable.end,
                fact("network.has_no_input", device=device.name, input=cable.input or ""),
                fact("network.has_instead", there=there),
            )
        output, socket = outputs[cable.output], inputs[cable.input]
        if output.connector != socket.connector and not cable.adapts:
            return Trouble(
                cable.end,
                fact(
                    "network.does_not_fit",
                    plug=output.connector,
                    socket=socket.connector,
                    source=source.name,
                    device=device.name,
                ),
                fact("network.take_cable_both_connectors"),
            )
        return Feed(cable.start, cable.end, cable, output)

    @property
    def feeds(self) -> tuple[Feed, ...]:
        """The edges that hold; each device has at most one."""
        return self._feeds[0]

    @property
    def backed(self) -> dict[str, Feed]:
        """What has a battery of its own besides what feeds it from outside: its feed by that battery."""
        return self._feeds[2]

    def asked_w(self, feed: Feed) -> float:
        """What a feed gives: all that its device takes; where that has a battery of its own, as much as it can."""
        wanted = self.through_w(feed.device)
        if feed.device not in self.backed or feed.output is None:
            return wanted
        return min(wanted, feed.output.volts * feed.output.most_a)

    @cached_property
    def fed_by(self) -> dict[str, Feed]:
        """Edge by device."""
        return {feed.device: feed for feed in self.feeds}

    @cached_property
    def children(self) -> dict[str, tuple[str, ...]]:
        """What each placement feeds directly."""
        found: dict[str, list[str]] = {}
        for feed in self.feeds:
            found.setdefault(feed.source, []).append(feed.device)
        return {key: tuple(ids) for key, ids in found.items()}

    def battery_of(self, placement_id: str) -> str | None:
        """The battery at the root of what feeds a placement, itself for a battery; None without power."""
        current = placement_id
        while current in self.fed_by:
            current = self.fed_by[current].source
        return current if self.part(current).energy_wh > 0 else None

    def through_w(self, placement_id: str) -> float:
        """Power that goes into a placement: its own and all it passes on, over its efficiency."""
        electric = self.part(placement_id).electric
        passed = sum(self.asked_w(self.fed_by[child]) for child in self.children.get(placement_id, ()))
        return self._watts(placement_id) + passed / (electric.efficiency if electric is not None else 1.0)

    def volts_at(self, placement_id: str) -> float:
        """Voltage that arrives at a placement; of a battery and a converter its own; 0 without power."""
        part = self.part(placement_id)
        if part.energy_wh > 0:
            return (part.electric.volts if part.electric is not None else None) or 0.0
        feed = self.fed_by.get(placement_id)
        if feed is None:
            return 0.0
        volts = self.volts_at(feed.source)
        if feed.output is not None and volts > 0:  # a socket of another voltage has a converter behind it
            volts = feed.output.volts
        if feed.cable is not None and volts > 0:
            volts -= drop_v(feed.cable.gauge, feed.cable.length_m, self.through_w(placement_id) / volts)
        return max(volts, 0.0)

    @cached_property
    def loads(self) -> dict[str, Load]:
        """What every placement with an electric side draws."""
        found = {}
        for placement in self.setup.placements:
            if self.part(placement.id).electric is None:
                continue
            through, volts = self.through_w(placement.id), self.volts_at(placement.id)
            found[placement.id] = Load(
                self._watts(placement.id), through, volts, through / volts if volts > 0 else 0.0,
                self.battery_of(placement.id),
            )  # fmt: skip
        return found

    @cached_property
    def runs(self) -> tuple[Run, ...]:
        """Every battery of the rig, the one that dies first at the top."""
        found = []
        for placement in self.setup.placements:
            part = self.part(placement.id)
            if part.energy_wh <= 0:
                continue
            watts = self.through_w(placement.id)
            usable = usable_wh(part.energy_wh, self.celsius, part.electric.age if part.electric is not None else 1.0)
            carrier = self.part(placement.parent).electric if placement.parent is not None else None
            feeds = tuple(
                each
                for each, load in self.loads.items()
                if load.battery == placement.id and each != placement.id and load.own_w > 0
            )
            backs, alone_s = "", math.inf
            if placement.parent in self.backed and self.backed[placement.parent].source == placement.id:
                backs, wanted = placement.parent, self.through_w(placement.parent)
                watts = wanted - self.asked_w(self.fed_by[backs])
                feeds = (backs,) if watts > 0 else ()
                alone_s = usable / wanted * 3600 if wanted > 0 else math.inf
            seconds = usable / watts * 3600 if watts > 0 else math.inf
            swap = bool(carrier and carrier.hot_swap)
            found.append(Run(placement.id, usable, watts, seconds, feeds, swap, backs, alone_s))
        return tuple(sorted(found, key=lambda run: run.seconds))

    def stopped_by(self, run: Run) -> tuple[str, ...]:
        """What stops when a battery dies: what it feeds, and what cannot go on without one of those."""
        dead = {each for each in run.feeds if each not in self.backed or each == run.backs}
        for placement in self.setup.placements:
            electric = self.part(placement.id).electric
            if electric is not None and any(self.part(each).kind in electric.stops_without for each in dead):
                dead.add(placement.id)
        return tuple(p.id for p in self.setup.placements if p.id in dead)

    @cached_property
    def troubles(self) -> tuple[Trouble, ...]:
        """Everything that is wrong, worst first."""
        found = [*self._feeds[1], *self._unfed(), *self._voltage(), *self._current(), *self._drained()]
        found += lengths(self.setup.cables, self.routes)
        found += signals(self.setup, self.parts)
        return tuple(sorted(found, key=lambda trouble: not trouble.bad))

    def _unfed(self) -> Iterator[Trouble]:
        for placement_id, load in self.loads.items():
            part = self.part(placement_id)
            if load.own_w > 0 and load.battery is None:
                yield Trouble(
                    placement_id,
                    fact("network.has_no_power", part=part.name),
                    fact("network.lead_cable_or_mount_battery"),
                )
            if (
                part.energy_wh > 0
                and part.electric is not None
                and not part.electric.outputs
                and placement_id not in self.children
                and all(feed.source != placement_id for feed in self.backed.values())
            ):
                yield Trouble(
                    placement_id, fact("network.feeds_nothing", part=part.name), fact("network.mount_takes"), bad=False
                )

    def _voltage(self) -> Iterator[Trouble]:
        for feed in self.feeds:
            device = self.part(feed.device)
            if feed.cable is None or device.electric is None:
                continue
            socket = next(i for i in device.electric.inputs if i.name == feed.cable.input)
            volts = self.volts_at(feed.device)
            if volts > 0 and not socket.least_v <= volts <= socket.most_v:
                key = "network.too_little" if volts < socket.least_v else "network.too_much"
                takes = fact("network.takes_volts", least=general(socket.least_v), most=general(socket.most_v))
                yield Trouble(
                    feed.device, fact(key, volts=number(volts, 1), device=device.name, takes=takes),
                    fact("network.put_converter_between_or_take"),
                )  # fmt: skip

    def _current(self) -> Iterator[Trouble]:
        for feed in self.feeds:
            if feed.output is None:
                continue
            amperes = self.asked_w(feed) / feed.output.volts
            if amperes > feed.output.most_a:
                name, most = self.part(feed.source).name, feed.output.most_a
                yield Trouble(
                    feed.source,
                    fact(
                        "network.output_gives",
                        amperes=number(amperes, 1),
                        output=feed.output.name,
                        name=name,
                        most=general(most),
                    ),
                    fact("network.feed_some_another_output"),
                )
        for run in self.runs:
            electric = self.part(run.battery).electric
            if electric is None or electric.most_a is None or not electric.volts:
                continue
            amperes = run.watts / electric.volts
            if amperes > electric.most_a:
                name = self.part(run.battery).name
                yield Trouble(
                    run.battery,
                    fact("network.battery_gives", amperes=number(amperes, 1), name=name, most=general(electric.most_a)),
                    fact("network.take_larger_battery_or_second"),
                )
        for placement_id, load in self.loads.items():
            part = self.part(placement_id)
            bears = part.electric.most_a if part.electric is not None and part.electric.passes else None
            if bears is not None and load.amperes > bears:
                yield Trouble(
                    placement_id,
                    fact(
                        "network.through_bears", amperes=number(load.amperes, 1), part=part.name, bears=general(bears)
                    ),
                    fact("network.feed_some_past"),
                )

    def _drained(self) -> Iterator[Trouble]:
        """What takes more than it is given from outside: its own battery gives the rest."""
        for run in self.runs:
            if run.backs and run.watts > 0:
                outside = self.part(self.fed_by[run.backs].source).name
                said = fact(
                    "network.own_battery_gives_rest", device=self.part(run.backs).name, source=outside,
                    rest=number(run.watts, 1), time=duration(run.seconds),
                )  # fmt: skip
                yield Trouble(run.backs, said, fact("network.full_one_before_long_takes"), bad=False)
