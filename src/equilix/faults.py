"""What is wrong with a document beyond the shape of its fields: names, mounts, tracks, loops, counts."""

from __future__ import annotations

from collections import Counter
from collections.abc import Callable, Iterable, Iterator, Mapping, Sequence
from dataclasses import dataclass

from equilix.carry import WAYS
from equilix.document import Document
from equilix.kit.mount_kinds import mount_kind
from equilix.kit.mounts import MountPoint
from equilix.kit.parts import Part
from equilix.rig.seats import Seat, seat_of
from equilix.rig.setups import Placement, Setup
from equilix.units import length


@dataclass(frozen=True, slots=True)
class Fault:
    """One fault: where it stands in the document, what is wrong, what to do."""

    place: str
    problem: str
    todo: str

    def __str__(self) -> str:
        return f"{self.place}: {self.problem}. {self.todo}."


def document_faults(document: Document) -> tuple[Fault, ...]:
    """All faults of a document; none means that every setup can be assembled."""
    found: list[Fault] = []
    for place, things in (("parts", document.parts), ("operators", document.operators), ("setups", document.setups)):
        found.extend(_doubles(place, [thing.id for thing in things]))
    for setup in document.setups:
        found.extend(setup_faults(setup, document.parts_by_id))
    found.extend(_doubles("readings", [reading.id for reading in document.readings]))
    found.extend(
        Fault(f"reading {reading.id!r}", f"there is no part {term.part!r} in the kit", "Take the reading out")
        for reading in document.readings
        for term in reading.terms
        if term.part not in document.parts_by_id
    )
    found.extend(
        Fault(f"setup {setup.name!r}", f"its operator {setup.operator!r} is not there", "Name another one")
        for setup in document.setups
        if setup.operator is not None and setup.operator not in document.operators_by_id
    )
    if document.current is not None and document.current not in document.setups_by_id:
        found.append(Fault("current", f"there is no setup {document.current!r}", "Name one that is there"))
    return tuple(found)


def setup_faults(setup: Setup, parts: Mapping[str, Part]) -> tuple[Fault, ...]:
    """All faults of one setup. Later checks are left out where an earlier one would only repeat itself in them."""
    checks: Sequence[Callable[[Setup, Mapping[str, Part]], Iterable[Fault]]] = (
        _names,
        _tree,
        _mounting,
        _counts,
        _outside_the_tree,
    )
    for check in checks:
        found = tuple(check(setup, parts))
        if found:
            return found
    return ()


def _doubles(place: str, ids: list[str]) -> Iterator[Fault]:
    for key, count in Counter(ids).items():
        if count > 1:
            yield Fault(place, f"the id {key!r} stands {count} times", "Give each one an id of its own")


def _names(setup: Setup, parts: Mapping[str, Part]) -> Iterator[Fault]:
    where = f"setup {setup.name!r}"
    yield from _doubles(where, [placement.id for placement in setup.placements])
    for placement in setup.placements:
        if placement.part not in parts:
            yield Fault(
                f"{where}, placement {placement.id!r}", f"there is no part {placement.part!r} in the kit",
                "Add the part to the kit or take the placement out",
            )  # fmt: skip
        if placement.parent is not None and placement.parent not in setup.by_id:
            yield Fault(
                f"{where}, placement {placement.id!r}", f"it hangs on {placement.parent!r}, which is not there",
                "Mount it on another part",
            )  # fmt: skip


def _tree(setup: Setup, parts: Mapping[str, Part]) -> Iterator[Fault]:
    del parts
    try:
        _ = setup.ordered
    except ValueError as error:
        yield Fault(f"setup {setup.name!r}", str(error), "Mount one of them on a part outside the loop")


def _mounting(setup: Setup, parts: Mapping[str, Part]) -> Iterator[Fault]:
    taken: dict[tuple[str, str], str] = {}
    for placement in setup.placements:
        part = parts[placement.part]
        where = f"setup {setup.name!r}, {part.name!r} (placement {placement.id!r})"
        if placement.extension_m > (part.telescope.reach_m if part.telescope else 0.0) + 1e-6:
            reach = length(part.telescope.reach_m) if part.telescope else "0 mm"
            yield Fault(where, f"it is drawn out {length(placement.extension_m)}, but reaches {reach}", "Push it in")
        if placement.parent is None:
            continue
        try:
            seat = seat_of(placement, setup, parts)
        except KeyError:
            carrier = parts[setup.by_id[placement.parent].part]
            yield Fault(where, _no_such_point(placement, carrier, part), "Choose one that is there")
            continue
        if seat is not None:
            yield from _seat_faults(where, placement, seat)
            key = (placement.parent, seat.point.name)
            if seat.point.track is None and key in taken:
                yield Fault(
                    where, f"its place {seat.point.name!r} is taken by {taken[key]!r}", "Mount it somewhere else"
                )
            taken[key] = part.name


def _no_such_point(placement: Placement, carrier: Part, part: Part) -> str:
    if carrier.offered(placement.point or "") is None:
        there = ", ".join(repr(point.name) for point in carrier.offers) or "none"
        return f"{carrier.name!r} has no mounting point {placement.point!r}; it offers {there}"
    there = ", ".join(repr(point.name) for point in part.hangs_by) or "none"
    return f"it has no point {placement.by!r} to be mounted by; it has {there}"


def _seat_faults(where: str, placement: Placement, seat: Seat) -> Iterator[Fault]:
    if seat.point.kind != seat.by.kind:
        yield Fault(
            where, f"a {mount_kind(seat.by.kind).label} does not fit on a {mount_kind(seat.point.kind).label}",
            "Choose a mounting point of the same kind",
        )  # fmt: skip
    if seat.track is None and abs(placement.slide_m) > 1e-6:
        yield Fault(where, f"it is slid {length(placement.slide_m)} where there is no track", "Set the slide to 0")
    if seat.track is not None and not seat.track.has(placement.slide_m):
        low, high = length(seat.track.from_m), length(seat.track.to_m)
        pitch = f", in steps of {length(seat.track.pitch_m)}" if seat.track.pitch_m else ""
        yield Fault(
            where, f"its slide {length(placement.slide_m)} is off the track, which runs from {low} to {high}{pitch}",
            "Slide it back onto the track",
        )  # fmt: skip
    if placement.turn_rad and not turns(seat.point, seat.by):
        yield Fault(where, "it is turned on a mount that does not turn", "Set the turn to 0")


def turns(point: MountPoint, by: MountPoint) -> bool:
    """Whether a part can be turned where these two points meet."""
    return point.turns or by.turns


def _counts(setup: Setup, parts: Mapping[str, Part]) -> Iterator[Fault]:
    for part_id, count in Counter(placement.part for placement in setup.placements).items():
        part = parts[part_id]
        if count > part.quantity:
            has = "only one" if part.quantity == 1 else f"only {part.quantity}"
            yield Fault(
                f"setup {setup.name!r}", f"{part.name!r} is placed {count} times, and the kit has {has}",
                "Take one off, or raise the quantity in the kit",
            )  # fmt: skip


def _outside_the_tree(setup: Setup, parts: Mapping[str, Part]) -> Iterator[Fault]:
    """The way it is carried, what bears it, and the ends of its cables."""
    where = f"setup {setup.name!r}"
    if setup.carry not in WAYS:
        yield Fault(where, f"{setup.carry!r} is no way of carrying", f"Allowed are {', '.join(WAYS)}")
    if setup.borne_by is not None and getattr(parts.get(setup.borne_by), "carrier", None) is None:
        yield Fault(where, f"{setup.borne_by!r} is no arm, harness or tripod of the kit", "Name one that is there")
    yield from _doubles(where, [cable.id for cable in setup.cables])
    for cable in setup.cables:
        for end in (cable.start, cable.end):
            if end not in setup.by_id:
                yield Fault(where, f"the cable {cable.name!r} goes to {end!r}, which is not there", "Name a placement")
