"""Edits of a rig: slide, turn, draw out, mount, take off, exchange."""

from __future__ import annotations

import math
from collections.abc import Mapping

import numpy as np
from numpy.typing import NDArray
from pydantic_core import ValidationError

from equilix.document import Document
from equilix.edits.sound import checked, refused_by, replace
from equilix.errors import Refused
from equilix.facts import angle, fact, general, length
from equilix.faults import turns
from equilix.kit.catalogue import free_id
from equilix.kit.fits import fits
from equilix.kit.mounts import MountPoint
from equilix.kit.parts import Part
from equilix.rig.seats import Seat, seat_of
from equilix.rig.setups import Placement, Setup

Array = NDArray[np.float64]


def setup_of(document: Document, setup_id: str) -> Setup:
    """The setup of that id. Raises :class:`Refused`."""
    setup = document.setups_by_id.get(setup_id)
    if setup is None:
        raise Refused(fact("rigging.no_setup", setup_id=setup_id), fact("rigging.name_one_document"))
    return setup


def placement_of(setup: Setup, placement_id: str) -> Placement:
    """The placement of that id. Raises :class:`Refused`."""
    placement = setup.by_id.get(placement_id)
    if placement is None:
        raise Refused(
            fact("rigging.no_placement", placement_id=placement_id, setup=setup.name), fact("rigging.name_one_setup")
        )
    return placement


def _seat(document: Document, setup: Setup, placement: Placement) -> Seat | None:
    return seat_of(placement, setup, document.parts_by_id)


def slide(document: Document, setup_id: str, placement_id: str, slide_m: float) -> Document:
    """Slide a placement to ``slide_m`` on its track; it settles on the nearest hole. Raises off the track."""
    setup = setup_of(document, setup_id)
    placement = placement_of(setup, placement_id)
    seat = _seat(document, setup, placement)
    name = document.parts_by_id[placement.part].name
    if seat is None or seat.track is None:
        raise Refused(
            fact("rigging.sits_no_track", name=name),
            fact("rigging.only_part_track_can_slid"),
            fact("rigging.mount_track_first"),
        )
    track = seat.track
    if not math.isfinite(slide_m) or not track.from_m - 1e-4 <= slide_m <= track.to_m + 1e-4:
        low, high, to = (length(each) for each in (track.from_m, track.to_m, slide_m))
        raise Refused(fact("rigging.cannot_slide", name=name, to=to), fact("rigging.track_runs", low=low, high=high))
    return replace(document, setup, placement, slide_m=round(track.settle(slide_m), 7))


def turn(document: Document, setup_id: str, placement_id: str, turn_rad: float) -> Document:
    """Turn a placement about its mount to ``turn_rad``; a toothed mount settles on the nearest tooth."""
    setup = setup_of(document, setup_id)
    placement = placement_of(setup, placement_id)
    seat = _seat(document, setup, placement)
    name = document.parts_by_id[placement.part].name
    if seat is None or not turns(seat.point, seat.by):
        raise Refused(fact("rigging.does_not_turn", name=name), fact("rigging.only_part_screw_or_rosette"))
    if not math.isfinite(turn_rad):
        raise Refused(
            fact("rigging.cannot_turned", name=name, turn=general(turn_rad)),
            fact("rigging.angle_between_180_180_allowed"),
        )
    step = max(seat.point.turn_step_rad, seat.by.turn_step_rad)
    settled = round(turn_rad / step) * step if step else turn_rad
    settled = math.remainder(settled, 2 * math.pi)
    return replace(document, setup, placement, turn_rad=round(settled, 7))


def extend(document: Document, setup_id: str, placement_id: str, extension_m: float) -> Document:
    """Draw a telescope out to ``extension_m``. Raises beyond its reach."""
    setup = setup_of(document, setup_id)
    placement = placement_of(setup, placement_id)
    return replace(document, setup, placement, extension_m=extension_m)


def bend(document: Document, setup_id: str, placement_id: str, pivots_rad: Mapping[int, float]) -> Document:
    """Turn pivots of a part, by their number from 0, each as far as it goes. Raises for one that is not there."""
    setup = setup_of(document, setup_id)
    placement = placement_of(setup, placement_id)
    part = document.parts_by_id[placement.part]
    turned = [*placement.pivots_rad, *[0.0] * (len(part.pivots) - len(placement.pivots_rad))]
    for number, to_rad in pivots_rad.items():
        if not 0 <= number < len(part.pivots):
            raise Refused(fact("rigging.no_pivot", name=part.name), fact("rigging.pivots_are", has=len(part.pivots)))
        pivot = part.pivots[number]
        if not math.isfinite(to_rad) or pivot.settle(to_rad) != to_rad:
            low, high = angle(pivot.from_rad), angle(pivot.to_rad)
            to = angle(to_rad) if math.isfinite(to_rad) else general(to_rad)
            raise Refused(
                fact("rigging.cannot_bend", name=pivot.name, to=to),
                fact("rigging.pivot_turns_between", low=low, high=high),
            )
        turned[number] = round(to_rad, 7)
    return replace(document, setup, placement, pivots_rad=tuple(turned) if any(turned) else ())


def pin(document: Document, setup_id: str, placement_id: str, pinned: bool) -> Document:
    """Let plans move a placement, or keep it where it is."""
    setup = setup_of(document, setup_id)
    return replace(document, setup, placement_of(setup, placement_id), pinned=pinned)


def fitting_points(
    document: Document, setup: Setup, part: Part, moving: str | None = None
) -> list[tuple[str, MountPoint, MountPoint]]:
    """Where a part can be mounted: (placement, offered point, own point), free places only.

    ``moving``: the placement that would be re-mounted; it and what hangs on it offer nothing.
    """  # fmt: skip
    barred = set(setup.subtree(moving)) if moving is not None else set()
    taken = {(p.parent, p.point) for p in setup.placements if p.id != moving and p.parent is not None}
    found = []
    for placement in setup.placements:
        if placement.id in barred:
            continue
        for point in document.parts_by_id[placement.part].offers:
            if point.track is None and (placement.id, point.name) in taken:
                continue
            by = next((own for own in part.hangs_by if fits(point, own)), None)
            if by is not None:
                found.append((placement.id, point, _best_hanger(part, point, by)))
    return found


def _best_hanger(part: Part, point: MountPoint, first: MountPoint) -> MountPoint:
    """Of the part's points of that kind, the one that faces the carrying point without turning the part over."""
    opposed = [
        own for own in part.hangs_by
        if fits(point, own) and sum(a * b for a, b in zip(own.direction, point.direction, strict=True)) < -0.9
    ]  # fmt: skip
    return opposed[0] if opposed else first


def add(
    document: Document, setup_id: str, part_id: str, parent: str | None = None, point: str | None = None,
    by: str | None = None, slide_m: float | None = None,
) -> tuple[Document, str]:  # fmt: skip
    """Mount a part of the kit; free at the origin where no parent is named. Returns the placement's id too.

    On a track without ``slide_m`` it goes to the place nearest to slide 0.
    """
    setup = setup_of(document, setup_id)
    part = document.parts_by_id.get(part_id)
    if part is None:
        raise Refused(fact("rigging.no_part_kit", part_id=part_id), fact("rigging.name_one_kit"))
    new_id = free_id(part.id, setup.by_id)
    carrier = document.parts_by_id[placement_of(setup, parent).part] if parent is not None else None
    offered = carrier.offered(point) if carrier is not None and point is not None else None
    if offered is not None and by is None:
        first = next((own for own in part.hangs_by if fits(offered, own)), None)
        by = _best_hanger(part, offered, first).name if first is not None else None
    own = part.hanger(by)
    track = (offered.track if offered else None) or (own.track if own else None)
    where = 0.0 if track is None else track.settle(0.0 if slide_m is None else slide_m)
    try:
        placement = Placement(id=new_id, part=part_id, parent=parent, point=point, by=by, slide_m=where)
    except ValidationError as error:
        raise refused_by(error) from error
    made = checked(document, setup.changed(placements=(*setup.placements, placement)))
    for each in part.brings:
        made = _bring(made, setup_id, new_id, each)
    return made, new_id


def _bring(document: Document, setup_id: str, carrier: str, part_id: str) -> Document:
    """Mount a part that comes along with another on the first place of that one's branch where it fits."""
    setup, part = setup_of(document, setup_id), document.parts_by_id.get(part_id)
    branch = set(setup.subtree(carrier))
    places = [] if part is None else [p for p in fitting_points(document, setup, part) if p[0] in branch]
    return add(document, setup_id, part_id, places[0][0], places[0][1].name)[0] if places else document


def remove(document: Document, setup_id: str, placement_id: str) -> Document:
    """Take a placement off, with all that hangs on it."""
    setup = setup_of(document, setup_id)
    placement_of(setup, placement_id)
    gone = set(setup.subtree(placement_id))
    left = tuple(p for p in setup.placements if p.id not in gone)
    cables = tuple(c for c in setup.cables if c.start not in gone and c.end not in gone)
    links = tuple(each for each in setup.links if each.start not in gone)
    return document.with_setup(setup.changed(placements=left, cables=cables, links=links))


def remount(
    document: Document, setup_id: str, placement_id: str, parent: str, point: str, by: str | None = None,
    slide_m: float = 0.0,
) -> Document:  # fmt: skip
    """Hang a placement, with all that hangs on it, on another mounting point."""
    setup = setup_of(document, setup_id)
    placement = placement_of(setup, placement_id)
    part = document.parts_by_id[placement.part]
    carrier = document.parts_by_id[placement_of(setup, parent).part]
    offered = carrier.offered(point)
    if offered is None:
        raise Refused(
            fact("rigging.has_no_mounting_point", carrier=carrier.name, point=point), fact("rigging.choose_one_offers")
        )
    if by is None:
        first = next((own for own in part.hangs_by if fits(offered, own)), None)
        if first is None:
            raise Refused(
                fact("rigging.does_not_fit", part=part.name, point=point, carrier=carrier.name),
                fact("rigging.mounts_must_one_kind"),
            )
        by = _best_hanger(part, offered, first).name
    own = part.hanger(by)
    track = offered.track or (own.track if own else None)
    return replace(
        document, setup, placement, parent=parent, point=point, by=by, pose=None, track=None, turn_rad=0.0,
        slide_m=track.settle(slide_m) if track else 0.0,
    )  # fmt: skip


def exchange(document: Document, setup_id: str, placement_id: str, part_id: str) -> Document:
    """Put another part of the kit in the place of one; what hung on it moves to points of the same name and kind."""
    setup = setup_of(document, setup_id)
    placement = placement_of(setup, placement_id)
    new = document.parts_by_id.get(part_id)
    if new is None:
        raise Refused(fact("rigging.no_part_kit", part_id=part_id), fact("rigging.name_one_kit"))
    by = placement.by if new.hanger(placement.by) is not None else None
    return replace(
        document, setup, placement, part=part_id, by=by,
        extension_m=min(placement.extension_m, new.telescope.reach_m if new.telescope else 0.0),
        pivots_rad=tuple(p.settle(turned) for p, turned in zip(new.pivots, placement.pivots_rad, strict=False)),
    )  # fmt: skip
