"""What is said of a step of a conversion."""

from __future__ import annotations

from equilix.analysis import Analysis
from equilix.carry import WAYS
from equilix.change.conversion.difference import SAME, Difference
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
from equilix.checks.build_order import cable_words
from equilix.document import Document
from equilix.facts import Sayable, angle, fact, general, length, listed
from equilix.kit.mount_kinds import MountKind
from equilix.rig.seats import Seat, mount_of, seat_of
from equilix.rig.setups import Cable, Placement, Setup
from equilix.words.reading import read_out


def step_words(
    document: Document, differs: Difference, before: State, step: Step, final: Analysis, *, live: bool
) -> Sayable:
    """A step as a sentence. ``live``: nothing has been switched off yet; before power is cut it is."""
    names = Pieces(document, before, step)
    said: Sayable
    match step:
        case SetDown():
            shared = bool(differs.start.by_id.keys() & differs.end.by_id.keys())
            said = _set_down(document, differs.start, shared=shared)
        case Carry():
            said = _carry(document, differs.end)
        case LetGo():
            said = fact("convert.let_go", reading=read_out(final).verdict)
        case Unplug():
            said = fact("build_order.unplug_then_untie", **_ends(names, step.cable))
        case Plug():
            said = fact("build_order.plug_into_then_into_lead", **_ends(names, step.cable))
        case Open():
            said = fact("convert.open", part=names.of(step.placement))
        case Close():
            said = fact("convert.close", part=names.of(step.placement))
        case TakeOff():
            said = _take_off(names, before, step)
        case Set():
            said = _set(names, before.by_id[step.placement], step.wanted)
        case PutOn():
            said = _put_on(names, before, step)
    return fact("build_order.switch_off", text=said) if live and cuts_power(document, before, step) else said


def cuts_power(document: Document, before: State, step: Step) -> bool:
    """Whether a step takes the power from something: a cable of power, or a battery off."""
    if isinstance(step, Unplug):
        return step.cable.output is not None
    if not isinstance(step, TakeOff):
        return False
    return document.parts_by_id[before.by_id[step.placement].part].energy_wh > 0


class Pieces:
    """Names, seats and mounts of the pieces of a state, and of what comes to it."""

    def __init__(self, document: Document, before: State, step: Step) -> None:
        self.parts = document.parts_by_id
        self.there = dict(before.by_id)
        if isinstance(step, PutOn):
            self.there.update({each.id: each for each in (step.wanted, *step.along)})
        if isinstance(step, Set):
            self.there[step.placement] = step.wanted

    def of(self, key: str) -> str:
        """The name of a piece."""
        return self.parts[self.there[key].part].name

    def seat(self, key: str) -> Seat | None:
        """How it sits, where it is mounted, or strapped so that it slides."""
        return seat_of(self.there[key], Setup(id="x", name="x", placements=tuple(self.there.values())), self.parts)

    def mount(self, key: str) -> MountKind | None:
        """By what it is held; None where it lies free."""
        return mount_of(self.there[key], self.seat(key))


def _set_down(document: Document, start: Setup, *, shared: bool) -> Sayable:
    bearer = document.parts_by_id.get(start.borne_by or "")
    if WAYS[start.carry].stays_up:
        said = fact("convert.lock_head")
    elif bearer is not None:
        said = fact("convert.unhook", bearer=bearer.name)
    else:
        said = fact("convert.set_down")
    return said if shared else fact("convert.put_aside", step=said)


def _carry(document: Document, end: Setup) -> Sayable:
    bearer, way = document.parts_by_id.get(end.borne_by or ""), WAYS[end.carry]
    if bearer is None:
        return fact("convert.take_up", way=way.phrase)
    if end.setting is None:
        return fact("convert.hang", bearer=bearer.name)
    return fact("convert.hang_set", bearer=bearer.name, setting=general(round(end.setting, 2)))


def _ends(names: Pieces, cable: Cable) -> dict[str, Sayable]:
    return {"cable": cable_words(cable), "start": names.of(cable.start), "end": names.of(cable.end)}


def _take_off(names: Pieces, before: State, step: TakeOff) -> Sayable:
    key, mount = step.placement, names.mount(step.placement)
    carrier = names.of(before.by_id[key].parent or "")
    assert mount is not None  # it comes off what carries it
    text = mount.off(names.of(key), carrier)
    return fact("convert.with_all", step=text) if len(before.subtree(key)) > 1 else text


def _put_on(names: Pieces, before: State, step: PutOn) -> Sayable:
    key, piece = step.placement, step.wanted
    loose = before.by_id.get(key)
    text: Sayable
    mount = names.mount(key)
    if mount is None:
        text = fact("build_order.begin" if step.begins else "convert.lay", part=names.of(key))
    else:
        text = mount.on(names.of(key), names.of(piece.parent or ""))
    if loose is not None and len(before.subtree(key)) > 1:
        text = fact("convert.with_all", step=text)
    if step.along:
        with_it = listed((names.of(each.id) for each in step.along), "and")
        text = fact("convert.comes_with", step=text, parts=with_it)
    said = [mark for each in (piece, *step.along) if (mark := _mark(names, each, named=each is not piece))]
    return fact("build_order.by_mount", step=text, by=listed(said)) if said else text


def _mark(names: Pieces, piece: Placement, *, named: bool) -> Sayable:
    """Where a piece stands on its track, and how far it is drawn out; by its name where it is not the one told of."""
    seat, found = names.seat(piece.id), list[Sayable]()
    if seat is not None and seat.track is not None:
        at = seat.track.reads(piece.slide_m)
        found.append(fact("convert.part_reads", part=names.of(piece.id), reads=at) if named else at)
    if piece.turn_rad and not named:
        found.append(fact("convert.turned", by=angle(piece.turn_rad)))
    if piece.extension_m:
        out = length(piece.extension_m)
        found.append(
            fact("convert.part_out", part=names.of(piece.id), by=out) if named else fact("convert.out", by=out)
        )
    return listed(found)


def _set(names: Pieces, old: Placement, new: Placement) -> Sayable:
    part, found = names.of(new.id), list[Sayable]()
    if new.parent is None and old.pose != new.pose:
        found.append(fact("convert.lay", part=part))
    seat = names.seat(new.id)
    if abs(old.slide_m - new.slide_m) >= SAME and seat is not None and seat.track is not None:
        found.append(fact("convert.slide", part=part, to=length(seat.track.scale_zero_m + new.slide_m)))
    if abs(old.turn_rad - new.turn_rad) >= SAME:
        found.append(fact("convert.turn", part=part, to=angle(new.turn_rad)))
    if abs(old.extension_m - new.extension_m) >= SAME:
        found.append(fact("convert.draw", part=part, to=length(new.extension_m)))
    if old.pivots_rad != new.pivots_rad:
        bent = listed((angle(each) for each in new.pivots_rad), "comma")
        found.append(
            fact("convert.bend", part=part, to=bent) if new.pivots_rad else fact("convert.straight", part=part)
        )
    return listed(found, "semicolon")


def tool_words(document: Document, before: State, step: Step) -> Sayable:
    """With what a step is done; nothing for what is only looked at."""
    names = Pieces(document, before, step)
    match step:
        case TakeOff() | PutOn() | Set() | Open() | Close():
            mount = names.mount(step.placement)
            return fact("tool.by-hand") if mount is None else mount.tool
        case Unplug():
            return fact("build_order.hand_cutter")
        case Plug():
            return fact("build_order.cable_ties")
        case _:
            return fact("tool.by-hand")
