"""Edits of lenses: what goes on with each, and one lens swapped for another with all that belongs to it."""

from __future__ import annotations

from collections import Counter
from typing import Any

from pydantic_core import ValidationError

from equilix.document import Document
from equilix.edits import rigging
from equilix.edits.follow import follow_lens
from equilix.edits.kit import part_of
from equilix.edits.sound import checked, refused_by
from equilix.errors import Refused
from equilix.facts import fact
from equilix.kit.catalogue import CAMERAS, free_id
from equilix.kit.fits import fits
from equilix.kit.lens_sets import LensSet
from equilix.kit.parts import Part
from equilix.rig.setups import Placement, Setup


def lenses_of(document: Document, setup: Setup) -> tuple[str, ...]:
    """The placements of lenses, the one nearest to the root first."""
    return tuple(p.id for p in setup.ordered if document.parts_by_id[p.part].kind == "lens")


def change_lens_set(
    document: Document, lens_id: str, adapter: str | None = None, along: tuple[str, ...] = ()
) -> Document:
    """Say what goes on with a lens of the kit; with neither adapter nor anything along it is used bare."""
    lens = part_of(document, lens_id)
    if lens.kind != "lens":
        raise Refused(fact("lenses.no_lens", part=lens.name), fact("lenses.choose_lens"))
    for each in (*along, *([adapter] if adapter is not None else [])):
        if part_of(document, each).kind in ("lens", *CAMERAS):
            raise Refused(fact("lenses.not_along", part=part_of(document, each).name), fact("lenses.choose_along"))
    if adapter is not None and part_of(document, adapter).kind != "adapter":
        raise Refused(fact("lenses.no_adapter", part=part_of(document, adapter).name), fact("lenses.choose_adapter"))
    try:
        new = LensSet(lens=lens_id, adapter=adapter, along=along)
    except ValidationError as error:
        raise refused_by(error) from error
    old = document.lens_sets_by_lens.get(lens_id)
    if old is None:
        return document.changed(lens_sets=(*document.lens_sets, new))
    return document.changed(lens_sets=tuple(new if each is old else each for each in document.lens_sets))


def use_lenses_bare(document: Document, setup_id: str, bare: bool) -> Document:
    """Let lenses go on a setup with their adapters alone, as on a gimbal, or with all of their sets."""
    return document.with_setup(rigging.setup_of(document, setup_id).changed(bare_lenses=bare))


def choose_marked(document: Document, setup_id: str, placement_id: str | None) -> Document:
    """Say what is slid to a mark for every lens; None: whatever does most."""
    setup = rigging.setup_of(document, setup_id)
    if placement_id is not None:
        rigging.placement_of(setup, placement_id)
    return document.with_setup(setup.changed(marked=placement_id))


def forget_lens_set(document: Document, lens_id: str) -> Document:
    """Let a lens take over again what the lens before it had."""
    if lens_id not in document.lens_sets_by_lens:
        raise Refused(fact("lenses.no_set", part=part_of(document, lens_id).name), fact("lenses.choose_lens"))
    return document.changed(lens_sets=tuple(each for each in document.lens_sets if each.lens != lens_id))


def belongings(document: Document, setup: Setup, lens: str) -> tuple[str, ...]:
    """What belongs to the lens on a rig, by placement: what hangs on it, its adapter, supports, what a set names."""
    named = {part for each in document.lens_sets for part in each.parts}
    found = list(setup.subtree(lens)[1:])
    for placement in setup.placements:
        kind = document.parts_by_id[placement.part].kind
        if placement.id != lens and placement.id not in found:
            under = kind == "adapter" and placement.id in setup.carriers(lens)
            if under or kind == "lens-support" or placement.part in named:
                found.append(placement.id)
    return tuple(found)


def swap_lens(document: Document, setup_id: str, lens_id: str) -> Document:
    """Put a lens of the kit in the place of the one on the rig, with what its set says.

    What belonged to the lens before comes off, unless the set names it too; without a set it all stays. Supports and
    what turns the focus are slid to where the new lens needs them. On a camera without a lens it goes on the free
    mount. Raises :class:`Refused` where something does not fit.
    """
    setup, lens = rigging.setup_of(document, setup_id), part_of(document, lens_id)
    if lens.kind != "lens":
        raise Refused(fact("lenses.no_lens", part=lens.name), fact("lenses.choose_lens"))
    there = lenses_of(document, setup)
    kept = document.lens_sets_by_lens.get(lens_id)
    if not there:
        document, placement_id = _on_free_mount(document, setup, lens)
    else:
        placement_id = there[0]
        if setup.by_id[placement_id].part == lens_id and kept is None:
            return document
        document = _exchanged(document, setup, placement_id, lens, kept)
    if kept is not None:
        document = _with_adapter(document, setup_id, placement_id, kept)
        for each in () if setup.bare_lenses else kept.along:
            document = _put_along(document, setup_id, placement_id, each, setup)
    return follow_lens(document, setup_id, placement_id)


def _on_free_mount(document: Document, setup: Setup, lens: Part) -> tuple[Document, str]:
    places = [
        (parent, point)
        for parent, point, _ in rigging.fitting_points(document, setup, lens)
        if document.parts_by_id[setup.by_id[parent].part].kind in (*CAMERAS, "adapter")
    ]
    if not places:
        raise Refused(fact("lenses.no_mount", setup=setup.name, lens=lens.name), fact("lenses.put_camera_on"))
    return rigging.add(document, setup.id, lens.id, places[0][0], places[0][1].name)


def _exchanged(document: Document, setup: Setup, placement_id: str, lens: Part, kept: LensSet | None) -> Document:
    """The lens in the place of the old one; what its set does not name is off, with what hangs on that."""
    off: set[str] = set()
    old = setup.by_id[placement_id]
    seat = (old.parent, old.point)
    if kept is not None:
        along = () if setup.bare_lenses else kept.along
        wanted = Counter(along)
        wanted.update(() if kept.adapter is None else (kept.adapter,))
        hung = [setup.by_id[each].part for each in setup.subtree(placement_id)[1:]]
        if hung != _on_lens(document, lens, along):  # not all of it, or in another order: all of it goes on anew
            off.update(setup.subtree(placement_id)[1:])
        for each in belongings(document, setup, placement_id):
            part = setup.by_id[each].part
            if each in off:
                continue
            if wanted[part]:
                wanted[part] -= 1
                continue
            if placement_id in setup.subtree(each):  # an adapter under it: the lens takes its place
                seat = (setup.by_id[each].parent, setup.by_id[each].point)
                off.add(each)
            else:
                off.update(setup.subtree(each))
    new = old.changed(
        part=lens.id, parent=seat[0], point=seat[1], by=old.by if lens.hanger(old.by) is not None else None,
        extension_m=0.0, pivots_rad=(),
    )  # fmt: skip
    placements = [new if p is old else _still_on(document, p, old, lens) for p in setup.placements if p.id not in off]
    made = setup.changed(
        placements=tuple(placements),
        cables=tuple(each for each in setup.cables if off.isdisjoint((each.start, each.end))),
        links=tuple(each for each in setup.links if each.start not in off),
    )
    return checked(document, made)


def _on_lens(document: Document, lens: Part, along: tuple[str, ...]) -> list[str]:
    """Of what goes along with a lens that which hangs on it or on what hangs on it, and not on rods."""
    offered = [point for each in (lens, *(part_of(document, key) for key in along)) for point in each.offers]
    return [
        key for key in along if any(fits(point, own) for point in offered for own in part_of(document, key).hangs_by)
    ]


def _still_on(document: Document, placement: Placement, old: Placement, lens: Part) -> Placement:
    """What hangs on the lens, on a point of the new one: of the same name, or else the first that it fits."""
    if placement.parent != old.id or placement.point is None or lens.offered(placement.point) is not None:
        return placement
    own = document.parts_by_id[placement.part].hanger(placement.by)
    there = next((each for each in lens.offers if own is not None and fits(each, own)), None)
    return placement if there is None else placement.changed(point=there.name)


def _with_adapter(document: Document, setup_id: str, placement_id: str, kept: LensSet) -> Document:
    """The lens on the adapter of its set, where that is not under it already."""
    setup = rigging.setup_of(document, setup_id)
    lens = setup.by_id[placement_id]
    under = setup.by_id.get(lens.parent or "")
    if kept.adapter is None or (under is not None and under.part == kept.adapter):
        return document
    adapter = part_of(document, kept.adapter)
    by = document.parts_by_id[lens.part].hanger(lens.by)
    offered = next((each for each in adapter.offers if by is not None and fits(each, by)), None)
    if offered is None:
        name = document.parts_by_id[lens.part].name
        raise Refused(
            fact("lenses.adapter_does_not_take", adapter=adapter.name, lens=name), fact("lenses.choose_adapter")
        )
    key = free_id(adapter.id, setup.by_id)
    own: dict[str, Any] = {}
    if lens.point is None:  # strapped or free, the adapter is so in its place
        own = {"pose": lens.pose, "track": lens.track, "slide_m": lens.slide_m}
    between = Placement(id=key, part=adapter.id, parent=lens.parent, point=lens.point, **own)
    freed = {"pose": None, "track": None, "slide_m": 0.0} if own else {}
    moved = lens.changed(parent=key, point=offered.name, **freed)
    placements = (between, *(moved if each is lens else each for each in setup.placements))
    return checked(document, setup.changed(placements=placements))


def _put_along(document: Document, setup_id: str, lens: str, part_id: str, before: Setup) -> Document:
    """One thing of the set where it is not on yet: on the lens or what hangs on it, or where it was, or elsewhere.

    Where nothing takes it, it stays off: a lens is swapped also where there are no rods for its support.
    """
    setup, part = rigging.setup_of(document, setup_id), part_of(document, part_id)
    if any(setup.by_id[each].part == part_id for each in belongings(document, setup, lens)):
        return document
    places = rigging.fitting_points(document, setup, part)
    if not places:
        return document
    branch = setup.subtree(lens)
    was = {(p.parent, p.point) for p in before.placements if p.part == part_id}
    on_lens = [place for place in places if place[0] in branch]
    if on_lens:  # in front of what is there already
        parent, point, by = max(on_lens, key=lambda place: branch.index(place[0]))
    else:
        parent, point, by = min(places, key=lambda place: (place[0], place[1].name) not in was)
    return rigging.add(document, setup_id, part_id, parent, point.name, by.name)[0]
