"""What is wrong with a document beyond the shape of its fields: names, mounts, tracks, loops, counts."""

from __future__ import annotations

from collections import Counter
from collections.abc import Callable, Iterable, Iterator, Mapping, Sequence

from msgspec import Struct

from equilix.carry import WAYS
from equilix.document import Document
from equilix.errors import Invalid
from equilix.facts import Sayable, angle, fact, length, listed
from equilix.kit.fits import misfit
from equilix.kit.mounts import MountPoint
from equilix.kit.parts import Part
from equilix.rig.seats import Seat, seat_of
from equilix.rig.setups import Placement, Setup


class Fault(Struct, frozen=True):
    """One fault: where it stands in the document, what is wrong, what to do."""

    place: Sayable
    problem: Sayable
    todo: Sayable

    @property
    def said(self) -> Sayable:
        """All of it."""
        return fact("faults.fault", place=self.place, problem=self.problem, todo=self.todo)


def document_faults(document: Document) -> tuple[Fault, ...]:
    """All faults of a document; none means that every setup can be assembled."""
    found: list[Fault] = []
    for place, things in (
        (fact("document.parts"), document.parts),
        (fact("document.operators"), document.operators),
        (fact("document.setups"), document.setups),
    ):
        found.extend(_doubles(place, [thing.id for thing in things]))
    for setup in document.setups:
        found.extend(setup_faults(setup, document.parts_by_id))
    found.extend(_doubles(fact("document.readings"), [reading.id for reading in document.readings]))
    found.extend(
        Fault(
            fact("faults.reading", reading=reading.id),
            fact("faults.no_part_kit", part=term.part),
            fact("faults.take_reading_out"),
        )
        for reading in document.readings
        for term in reading.terms
        if term.part not in document.parts_by_id
    )
    found.extend(_doubles(fact("document.measured"), [each.id for each in document.measured]))
    found.extend(_doubles(fact("document.days"), [each.id for each in document.days]))
    found.extend(_doubles(fact("document.outings"), [each.id for each in document.outings]))
    found.extend(_doubles(fact("document.practised"), [each.id for each in document.practised]))
    found.extend(_doubles(fact("document.stated"), [each.part for each in document.stated]))
    of_bench = [(each.id, piece.part) for each in document.measured for piece in each.pieces]
    found.extend(
        Fault(
            fact("faults.reading", reading=each),
            fact("faults.no_part_kit", part=part),
            fact("faults.take_reading_out"),
        )
        for each, part in (*of_bench, *((each.part, each.part) for each in document.stated))
        if part not in document.parts_by_id
    )
    found.extend(
        Fault(
            fact("faults.setup", setup=setup.name),
            fact("faults.operator_not", operator=setup.operator),
            fact("faults.name_another_one"),
        )
        for setup in document.setups
        if setup.operator is not None and setup.operator not in document.operators_by_id
    )
    found.extend(_doubles(fact("document.lens_sets"), [each.lens for each in document.lens_sets]))
    found.extend(
        Fault(
            fact("faults.lens_set", lens=kept.lens),
            fact("faults.no_part_kit", part=each),
            fact("faults.change_lens_set"),
        )
        for kept in document.lens_sets
        for each in (kept.lens, *kept.parts)
        if each not in document.parts_by_id
    )
    found.extend(
        Fault(
            fact("convert.timed", setup=each),
            fact("convert.no_setup", setup=each),
            fact("convert.take_out"),
        )
        for timed in document.conversions
        for each in (timed.start, timed.end)
        if each not in document.setups_by_id
    )
    if document.current is not None and document.current not in document.setups_by_id:
        found.append(
            Fault(fact("document.current"), fact("faults.no_setup", current=document.current), fact("faults.name_one"))
        )
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


def _doubles(place: Sayable, ids: list[str]) -> Iterator[Fault]:
    for key, count in Counter(ids).items():
        if count > 1:
            yield Fault(
                place, fact("faults.id_stands_times", key=key, count=count), fact("faults.give_each_one_id_own")
            )


def _names(setup: Setup, parts: Mapping[str, Part]) -> Iterator[Fault]:
    where = fact("faults.setup", setup=setup.name)
    yield from _doubles(where, [placement.id for placement in setup.placements])
    for placement in setup.placements:
        if placement.part not in parts:
            yield Fault(
                fact("faults.placement", where=where, placement=placement.id),
                fact("faults.no_part_kit", part=placement.part),
                fact("faults.add_part_kit_or_take"),
            )
        if placement.parent is not None and placement.parent not in setup.by_id:
            yield Fault(
                fact("faults.placement", where=where, placement=placement.id),
                fact("faults.hangs_not", parent=placement.parent),
                fact("faults.mount_another_part"),
            )


def _tree(setup: Setup, parts: Mapping[str, Part]) -> Iterator[Fault]:
    del parts
    try:
        _ = setup.ordered
    except Invalid as error:
        yield Fault(fact("faults.setup", setup=setup.name), error.said, fact("faults.mount_one_them_part_outside"))


def _mounting(setup: Setup, parts: Mapping[str, Part]) -> Iterator[Fault]:
    taken: dict[tuple[str, str], str] = {}
    for placement in setup.placements:
        part = parts[placement.part]
        where = fact("faults.setup_placement", setup=setup.name, part=part.name, placement=placement.id)
        if placement.extension_m > (part.telescope.reach_m if part.telescope else 0.0) + 1e-6:
            reach = length(part.telescope.reach_m) if part.telescope else length(0.0)
            yield Fault(
                where,
                fact("faults.drawn_out_but_reaches", extension=length(placement.extension_m), reach=reach),
                fact("faults.push"),
            )
        yield from _pivot_faults(where, placement, part)
        if placement.parent is None:
            continue
        try:
            seat = seat_of(placement, setup, parts)
        except KeyError:
            carrier = parts[setup.by_id[placement.parent].part]
            yield Fault(where, _no_such_point(placement, carrier, part), fact("faults.choose_one"))
            continue
        if seat is not None:
            yield from _seat_faults(where, placement, seat)
            key = (placement.parent, seat.point.name)
            if seat.point.track is None and key in taken:
                yield Fault(
                    where,
                    fact("faults.place_taken", point=seat.point.name, taken=taken[key]),
                    fact("faults.mount_somewhere_else"),
                )
            taken[key] = part.name


def _pivot_faults(where: Sayable, placement: Placement, part: Part) -> Iterator[Fault]:
    if len(placement.pivots_rad) > len(part.pivots):
        given, has = len(placement.pivots_rad), len(part.pivots)
        said = fact("faults.more_pivots_than_there_are", given=given, has=has)
        yield Fault(where, said, fact("faults.leave_out_rest"))
        return
    for pivot, turned in zip(part.pivots, placement.pivots_rad, strict=False):
        if not pivot.from_rad - PIVOT_SLACK_RAD <= turned <= pivot.to_rad + PIVOT_SLACK_RAD:
            low, high = angle(pivot.from_rad), angle(pivot.to_rad)
            said = fact("faults.pivot_turned_too_far", pivot=pivot.name, turned=angle(turned), low=low, high=high)
            yield Fault(where, said, fact("faults.turn_pivot_back"))


PIVOT_SLACK_RAD = 1e-6
"""What rounding may add to an angle at the end of a pivot's range."""


def _no_such_point(placement: Placement, carrier: Part, part: Part) -> Sayable:
    if carrier.offered(placement.point or "") is None:
        there = listed(fact("common.quoted", what=point.name) for point in carrier.offers) or fact("common.none")
        return fact(
            "faults.has_no_mounting_point_offers", carrier=carrier.name, point=placement.point or "", there=there
        )
    there = listed(fact("common.quoted", what=point.name) for point in part.hangs_by) or fact("common.none")
    return fact("faults.has_no_point_mounted_has", by=placement.by or "", there=there)


def _seat_faults(where: Sayable, placement: Placement, seat: Seat) -> Iterator[Fault]:
    wrong = misfit(seat.point, seat.by)
    if wrong is not None:
        same = seat.point.kind == seat.by.kind
        todo = fact("faults.choose_size_or_adapter" if same else "faults.choose_mounting_point_same_kind")
        yield Fault(where, wrong, todo)
    if seat.track is None and abs(placement.slide_m) > 1e-6:
        yield Fault(
            where, fact("faults.slid_where_no_track", slide=length(placement.slide_m)), fact("faults.set_slide_0")
        )
    if seat.track is not None and not seat.track.has(placement.slide_m):
        low, high = length(seat.track.from_m), length(seat.track.to_m)
        pitch = fact("faults.steps", pitch=length(seat.track.pitch_m)) if seat.track.pitch_m else ""
        yield Fault(
            where,
            fact("faults.slide_off_track_runs", slide=length(placement.slide_m), low=low, high=high, pitch=pitch),
            fact("faults.slide_back_onto_track"),
        )
    if placement.turn_rad and not turns(seat.point, seat.by):
        yield Fault(where, fact("faults.turned_mount_does_not_turn"), fact("faults.set_turn_0"))


def turns(point: MountPoint, by: MountPoint) -> bool:
    """Whether a part can be turned where these two points meet."""
    return point.turns or by.turns


def _counts(setup: Setup, parts: Mapping[str, Part]) -> Iterator[Fault]:
    used = Counter(placement.part for placement in setup.placements)
    used.update(link.part for link in setup.links if link.part in parts)
    for part_id, count in used.items():
        part = parts[part_id]
        if count > part.quantity:
            has = fact("faults.only_one") if part.quantity == 1 else fact("faults.only", quantity=part.quantity)
            yield Fault(
                fact("faults.setup", setup=setup.name),
                fact("faults.placed_times_kit_has", part=part.name, count=count, has=has),
                fact("faults.take_one_off_or_raise"),
            )


def _outside_the_tree(setup: Setup, parts: Mapping[str, Part]) -> Iterator[Fault]:
    """The way it is carried, what bears it, and the ends of its cables."""
    where = fact("faults.setup", setup=setup.name)
    if setup.carry not in WAYS:
        yield Fault(where, fact("faults.no_way_carrying", carry=setup.carry), fact("faults.allowed", list=listed(WAYS)))
    if setup.borne_by is not None and getattr(parts.get(setup.borne_by), "carrier", None) is None:
        yield Fault(where, fact("faults.no_arm_harness_or_tripod", borne_by=setup.borne_by), fact("faults.name_one"))
    yield from _doubles(where, [cable.id for cable in setup.cables])
    yield from _doubles(where, [link.id for link in setup.links])
    for link in setup.links:
        if link.start not in setup.by_id:
            said = fact("faults.link_goes_not", start=link.start)
            yield Fault(where, said, fact("faults.name_placement"))
        if link.part not in parts:
            yield Fault(where, fact("faults.no_part_kit", part=link.part), fact("faults.add_part_kit_or_take"))
    for cable in setup.cables:
        for end in (cable.start, cable.end):
            if end not in setup.by_id:
                yield Fault(
                    where, fact("faults.cable_goes_not", cable=cable.name, end=end), fact("faults.name_placement")
                )
