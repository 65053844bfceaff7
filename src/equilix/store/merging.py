"""Two copies of a document put together: what each has changed since the one they both began with.

By ids: what only one side has changed, added or taken out is so in the whole; what both have changed alike, once.
What both have changed differently is a conflict, in which one side is taken and the other is named.
"""

from __future__ import annotations

from collections.abc import Callable, Iterable, Mapping, Sequence
from typing import Any, Final, Literal, TypeVar

from msgspec import Struct

from equilix.document import Document
from equilix.edits.outings import without_notebook
from equilix.errors import Refused
from equilix.facts import fact
from equilix.faults import document_faults, setup_faults
from equilix.kit.parts import Part
from equilix.model import Model
from equilix.rig.days import Day
from equilix.rig.setups import Setup

Side = Literal["mine", "theirs"]
Path = tuple[str, ...]
Thing = TypeVar("Thing", bound=Model)
GONE: Final = None
"""What a side has in a conflict where it has taken the thing out."""


class Conflict(Struct, frozen=True):
    """One thing that both have changed: where it stands, as collection, id and field, and what each has of it."""

    path: Path
    base: object
    mine: object
    theirs: object
    taken: Side

    @property
    def key(self) -> str:
        """By which it is chosen."""
        return "/".join(self.path)


class Merged(Struct, frozen=True):
    """The document put together, and what had to be decided."""

    document: Document
    conflicts: tuple[Conflict, ...]


def merged(
    base: Document, mine: Document, theirs: Document, choices: Mapping[str, Side] | None = None, usual: Side = "mine"
) -> Merged:
    """Put two copies together. ``choices``: by the keys of conflicts, the side that is taken; else ``usual``.

    Raises :class:`~equilix.errors.Refused` where what comes out of it does not hold together.
    """
    work = _Work(base, mine, _with_notebook(base, theirs), choices or {}, usual)
    made = work.document()
    faults = document_faults(made)
    if faults:
        raise Refused(fact("merge.unsound", problem=faults[0].said), fact("merge.by_hand"))
    return Merged(made, tuple(work.conflicts.values()))


def _with_notebook(base: Document, theirs: Document) -> Document:
    """Their copy as if it had been handed on with the notebook: what it was handed on without is not taken out."""
    if theirs.outings or theirs.practised or not (base.outings or base.practised):
        return theirs
    bare, whole = without_notebook(base).operators_by_id, base.operators_by_id
    operators = []
    for each in theirs.operators:
        same = each.id in bare and all(getattr(each, name) == getattr(bare[each.id], name) for name in TOLD)
        operators.append(each.changed(**{name: getattr(whole[each.id], name) for name in TOLD}) if same else each)
    return theirs.changed(outings=base.outings, practised=base.practised, operators=tuple(operators))


TOLD: Final = ("strength", "endurance", "stated", "holds")
"""What the notebook tells of an operator."""


class _Work:
    def __init__(
        self, base: Document, mine: Document, theirs: Document, choices: Mapping[str, Side], usual: Side
    ) -> None:
        self.base, self.mine, self.theirs = base, mine, theirs
        self.choices, self.usual = choices, usual
        self.conflicts: dict[Path, Conflict] = {}

    def document(self) -> Document:
        """All of it."""
        b, m, t = self.base, self.mine, self.theirs
        parts = self._by_id(("parts",), b.parts, m.parts, t.parts)
        setups = self._by_id(("setups",), b.setups, m.setups, t.setups, self._setup)
        known = {part.id: part for part in parts}
        setups = tuple(self._sound(setup, {**self._all_parts, **known}) for setup in setups)
        sets = self._by_id(("lens_sets",), b.lens_sets, m.lens_sets, t.lens_sets)
        readings = self._by_id(("readings",), b.readings, m.readings, t.readings)
        used = {key for setup in setups for key in _used(setup)} | {
            key for each in sets for key in (each.lens, *each.parts)
        }
        measured = self._by_id(("measured",), b.measured, m.measured, t.measured)
        stated = self._by_id(("stated",), b.stated, m.stated, t.stated)
        used |= {term.part for reading in readings for term in reading.terms}
        used |= {piece.part for each in measured for piece in each.pieces}
        back = tuple(self._all_parts[key] for key in sorted(used - known.keys()) if key in self._all_parts)
        ids = {setup.id for setup in setups}
        timed = tuple(
            each for each in _bag(b.conversions, m.conversions, t.conversions) if {each.start, each.end} <= ids
        )
        current = m.current if m.current in ids else next(iter(ids), None)
        return m.changed(
            name=self._value(("name",), b.name, m.name, t.name),
            parts=(*parts, *back),
            operators=self._by_id(("operators",), b.operators, m.operators, t.operators),
            setups=setups, lens_sets=sets, readings=readings, conversions=timed, current=current, measured=measured,
            stated=tuple(each for each in stated if each.part in known or each.part in used),
            days=self._by_id(("days",), b.days, m.days, t.days, self._day),
            outings=self._by_id(("outings",), b.outings, m.outings, t.outings),
            practised=self._by_id(("practised",), b.practised, m.practised, t.practised),
            rules=self._mapping(("rules",), b.rules, m.rules, t.rules),
        )  # fmt: skip

    @property
    def _all_parts(self) -> dict[str, Part]:
        return {**self.base.parts_by_id, **self.theirs.parts_by_id, **self.mine.parts_by_id}

    def _conflict(self, path: Path, base: object, mine: object, theirs: object) -> object:
        taken = self.choices.get("/".join(path), self.usual)
        self.conflicts[path] = Conflict(path, base, mine, theirs, taken)
        return mine if taken == "mine" else theirs

    def _value(self, path: Path, base: Any, mine: Any, theirs: Any) -> Any:
        if theirs in (mine, base):
            return mine
        return theirs if mine == base else self._conflict(path, base, mine, theirs)

    def _mapping(self, path: Path, base: Mapping[str, Any], mine: Mapping[str, Any], theirs: Mapping[str, Any]) -> Any:
        found = {}
        for key in {**mine, **theirs}:
            value = self._value((*path, key), base.get(key), mine.get(key), theirs.get(key))
            if value is not None:
                found[key] = value
        return found

    def _fields(self, path: Path, base: Thing, mine: Thing, theirs: Thing) -> Thing:
        """Field by field; keys of other versions too."""
        if theirs in (mine, base):
            return mine
        if mine == base:
            return theirs
        changes = {
            name: self._value((*path, name), getattr(base, name), getattr(mine, name), getattr(theirs, name))
            for name in type(mine).FIELDS
            if getattr(theirs, name) != getattr(base, name)
        }
        more = self._mapping((*path, "others"), base.others, mine.others, theirs.others)
        kept = mine.changed(**changes)
        return kept if more == kept.others else type(mine)(**{**{n: getattr(kept, n) for n in kept.given}, **more})

    def _by_id(
        self, path: Path, base: Sequence[Thing], mine: Sequence[Thing], theirs: Sequence[Thing],
        both: Callable[[Path, Thing, Thing, Thing], Thing] | None = None,
    ) -> tuple[Thing, ...]:  # fmt: skip
        """Things with ids, in the order of one's own, what is new of theirs after what it stands behind there."""
        old, own, other = ({_key(each): each for each in side} for side in (base, mine, theirs))
        found: dict[str, Thing] = {}
        for key in _order(list(own), list(other)):
            here, there, was = own.get(key), other.get(key), old.get(key)
            if here is not None and there is not None:
                if was is None or both is None:
                    made: object = self._same(path, key, was, here, there)
                else:
                    made = both((*path, key), was, here, there)
            else:
                made = self._value((*path, key), was, here, there)
            if isinstance(made, Model):
                found[key] = made  # type: ignore[assignment]
        return tuple(found.values())

    def _same(self, path: Path, key: str, was: Thing | None, here: Thing, there: Thing) -> object:
        if was is not None:
            return self._fields((*path, key), was, here, there)
        return here if here == there else self._conflict((*path, key), GONE, here, there)

    def _setup(self, path: Path, base: Setup, mine: Setup, theirs: Setup) -> Setup:
        """A setup both of whose sides have been worked on: piece by piece, cable by cable."""
        return self._pieces(path, base, mine, theirs, ("placements", "cables", "links", "backdrops"))

    def _day(self, path: Path, base: Day, mine: Day, theirs: Day) -> Day:
        """A day that both have worked on: item by item; what both have written down happened, all of it."""
        log = mine.log if theirs.log == mine.log else tuple(_bag(base.log, mine.log, theirs.log))
        base, mine, theirs = (each.changed(log=log) for each in (base, mine, theirs))
        return self._pieces(path, base, mine, theirs, ("items",))

    def _pieces(self, path: Path, base: Thing, mine: Thing, theirs: Thing, inside: Sequence[str]) -> Thing:
        """Field by field, and what stands in these fields thing by thing."""
        if theirs in (mine, base):
            return mine
        if mine == base:
            return theirs
        whole = self._fields(path, *(each.changed(**dict.fromkeys(inside, ())) for each in (base, mine, theirs)))
        pieces = {
            name: self._by_id((*path, name), getattr(base, name), getattr(mine, name), getattr(theirs, name))
            for name in inside
        }
        return whole.changed(**pieces)

    def _sound(self, setup: Setup, parts: Mapping[str, Part]) -> Setup:
        """The setup, or, where what both did to it does not go together, one side's, whole."""
        if not setup_faults(setup, parts):
            return setup
        path = ("setups", setup.id)
        for known in [each for each in self.conflicts if each[:2] == path]:
            del self.conflicts[known]
        sides = [document.setups_by_id.get(setup.id) for document in (self.base, self.mine, self.theirs)]
        taken = self._conflict(path, *sides)
        if isinstance(taken, Setup):
            return taken
        return next(each for each in (sides[1], sides[2]) if each is not None)


def _key(thing: Model) -> str:
    """What a thing is told apart by: its id, its lens, its view, its part."""
    for name in ("id", "lens", "view", "part"):
        if name in type(thing).FIELDS:
            return str(getattr(thing, name))
    raise AssertionError(type(thing).__name__)


def _order(mine: list[str], theirs: list[str]) -> list[str]:
    """Mine in my order; what is only theirs after what it stands behind there."""
    found = list(mine)
    for number, key in enumerate(theirs):
        if key not in found:
            before = next((each for each in reversed(theirs[:number]) if each in found), None)
            found.insert(found.index(before) + 1 if before is not None else 0, key)
    return found


def _bag(base: Iterable[Thing], mine: Iterable[Thing], theirs: Iterable[Thing]) -> list[Thing]:
    """Things without ids: mine, and what they have added, less what they have taken out."""
    added, gone = _less(theirs, base), _less(base, theirs)
    return [*_less(mine, gone), *added]


def _less(things: Iterable[Thing], other: Iterable[Thing]) -> list[Thing]:
    left, rest = list(other), []
    for each in things:
        if each in left:
            left.remove(each)
        else:
            rest.append(each)
    return rest


def _used(setup: Setup) -> set[str]:
    borne = () if setup.borne_by is None else (setup.borne_by,)
    return {*borne, *(each.part for each in setup.placements), *(each.part for each in setup.links)}
