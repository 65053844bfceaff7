"""Setups and cables told in rows of a table: what each row becomes in a document, and why one becomes nothing.

A setup that is there under that name is changed by the table: what its cells tell is taken, what they leave empty and
what has no row stays. Any other is made anew. A row that does not hold together with the others is left out.
"""

from __future__ import annotations

from collections.abc import Sequence
from typing import Any, Final, Literal, TypeVar

from msgspec import Struct
from pydantic_core import ValidationError

from equilix.carry import WAYS
from equilix.document import Document
from equilix.edits.kit import add_setup, slug
from equilix.edits.sound import refused_by
from equilix.errors import Refused
from equilix.exchange.placement_rows import PlacementRows, part_of
from equilix.exchange.tables import NEAR_THOUSANDTHS, Row, Unread, near
from equilix.facts import Sayable, fact, listed
from equilix.faults import setup_faults
from equilix.kit.catalogue import free_id
from equilix.rig.setups import Cable, Placement, Setup

Change = Literal["new", "changed", "same"]
Thing = TypeVar("Thing", Placement, Cable)
ENDS: Final = (("start", "from"), ("end", "to"))
WORDS: Final = ("name", "output", "input", "from_socket", "to_socket", "label")
"""The fields of a cable, and under which heads they stand."""


class Placed(Struct, frozen=True):
    """A row that becomes a placement or a cable of a setup: their names, and whether it is new there."""

    number: int
    text: str
    setup: str
    what: str
    change: Change

    @property
    def said(self) -> Sayable:
        """All of it."""
        return fact(f"setup_lines.{self.change}", setup=self.setup, what=self.what)


Outcome = Placed | Unread


def set_up(document: Document, rows: Sequence[Row]) -> tuple[Document, tuple[Outcome, ...]]:
    """The document with what rows of setups and cables tell, and what became of each row."""
    by_setup: dict[str, list[Row]] = {}
    for row in rows:
        by_setup.setdefault(row.cells.get("setup", "").casefold(), []).append(row)
    found: list[Outcome] = []
    for its_rows in by_setup.values():
        try:
            made, setup = _setup(document, its_rows[0].cells.get("setup", ""))
        except Refused as error:
            found.extend(Unread(row.number, row.text, error.said) for row in its_rows)
            continue
        taking = _Taking(made, setup)
        taken = taking.take(its_rows)
        found.extend(taking.became)
        if any(isinstance(each, Placed) for each in taking.became):
            document = made.with_setup(taken)
    return document, tuple(found)


def _setup(document: Document, name: str) -> tuple[Document, Setup]:
    """The setup of that name, made anew where there is none, and the document with it."""
    if not name:
        raise Refused(fact("setup_lines.no_setup"), fact("setup_lines.name_setup"))
    named = [setup for setup in document.setups if setup.name.casefold() == name.casefold()]
    if len(named) > 1:
        raise Refused(fact("setup_lines.two_setups", name=name), fact("setup_lines.rename_one"))
    if named:
        return document, named[0]
    made, setup_id = add_setup(document, name)
    return made, made.setups_by_id[setup_id]


class _Taking:
    """Takes the rows of one setup: ``became`` is what each became."""

    def __init__(self, document: Document, setup: Setup) -> None:
        self.document, self.old = document, setup
        self.became: list[Outcome] = []

    def take(self, rows: Sequence[Row]) -> Setup:
        """The setup with the rows."""
        told = PlacementRows(self.document.parts, self.old, [row for row in rows if row.sort == "setups"])
        wishes: list[tuple[Row, Placement]] = []
        carried: dict[int, dict[str, str]] = {}
        for row in told.rows:
            try:
                carried[row.number] = self._carried(row)
                wishes.append((row, told.placement(row)))
            except Refused as error:
                self._leave(row, error)
        setup = self._placements(wishes)
        left = {each.number for each in self.became if isinstance(each, Unread)}
        for number, updates in carried.items():
            if updates and number not in left:
                setup = setup.changed(**updates)
        taken = {cable.id for cable in setup.cables}
        for row in rows:
            if row.sort == "cables":
                setup = self._cable(setup, row, taken, told)
        return setup

    def _placements(self, wishes: Sequence[tuple[Row, Placement]]) -> Setup:
        """All at once where they hold together, else each that can be taken.

        At once, because a part may be another one now, and what hangs on it with it.
        """
        setup = self.old
        for _, placement in wishes:
            setup = _with(setup, placement)
        if not setup_faults(setup, self.document.parts_by_id):
            for row, placement in wishes:
                self._take(row, self.old.by_id.get(placement.id), placement, self._name(placement))
            return setup
        setup, waiting = self.old, list(wishes)
        while waiting:  # what a row hangs on may stand under it
            refused: list[tuple[Row, Placement, Refused]] = []
            for row, placement in waiting:
                tried = _with(setup, placement)
                faults = setup_faults(tried, self.document.parts_by_id)
                if faults:
                    refused.append((row, placement, Refused(faults[0].problem, faults[0].todo)))
                else:
                    setup = tried
                    self._take(row, self.old.by_id.get(placement.id), placement, self._name(placement))
            if len(refused) == len(waiting):
                for row, _, error in refused:
                    self._leave(row, error)
                break
            waiting = [(row, placement) for row, placement, _ in refused]
        return setup

    def _carried(self, row: Row) -> dict[str, str]:
        """How the setup is carried, where the row tells it. Raises :class:`Refused`."""
        way, bearer = row.cells.get("way"), row.cells.get("borne_by")
        updates: dict[str, str] = {}
        if way is not None:
            if way not in WAYS:
                raise Refused(fact("faults.no_way_carrying", carry=way), fact("faults.allowed", list=listed(WAYS)))
            updates["carry"] = way
        if bearer is not None:
            part = part_of(self.document.parts, bearer, self.old.borne_by)
            if part.carrier is None:
                raise Refused(fact("faults.no_arm_harness_or_tripod", borne_by=bearer), fact("faults.name_one"))
            updates["borne_by"] = part.id
        return updates

    def _cable(self, setup: Setup, row: Row, taken: set[str], told: PlacementRows) -> Setup:
        key = row.cells.get("cable") or free_id(slug(row.cells.get("name", "")), taken)
        old = next((cable for cable in self.old.cables if cable.id == key), None)
        try:
            ends = {field: told.carrier(row.cells[head]) for field, head in ENDS if head in row.cells}
            cable = _cable_of(row, key, old, ends)
            if any(each.id == key for each in setup.cables if each is not old):
                raise Refused(fact("setup_lines.two_rows", key=key), fact("setup_lines.leave_one"))
            others = tuple(cable if each.id == key else each for each in setup.cables)
            tried = setup.changed(cables=others if old is not None else (*setup.cables, cable))
            faults = setup_faults(tried, self.document.parts_by_id)
            if faults:
                raise Refused(faults[0].problem, faults[0].todo)
        except Refused as error:
            self._leave(row, error)
            return setup
        except ValidationError as error:
            self._leave(row, refused_by(error))
            return setup
        self._take(row, old, cable, cable.name)
        taken.add(key)
        return tried

    def _name(self, placement: Placement) -> str:
        return self.document.parts_by_id[placement.part].name

    def _take(self, row: Row, old: Thing | None, new: Thing, what: str) -> None:
        change: Change = "new" if old is None else "same" if old == new else "changed"
        self.became.append(Placed(row.number, row.text, self.old.name, what, change))

    def _leave(self, row: Row, error: Refused) -> None:
        self.became.append(Unread(row.number, row.text, error.said))


def _with(setup: Setup, placement: Placement) -> Setup:
    if placement.id not in setup.by_id:
        return setup.changed(placements=(*setup.placements, placement))
    return setup.changed(placements=tuple(placement if each.id == placement.id else each for each in setup.placements))


def _cable_of(row: Row, key: str, old: Cable | None, ends: dict[str, str]) -> Cable:
    """The cable that a row tells. Raises :class:`Refused` and ``ValidationError``."""
    told: dict[str, Any] = {field: row.cells[field] for field in WORDS if field in row.cells} | ends
    length, mass = row.si("length", "length", "mm"), row.si("mass", "mass", "g")
    if length is not None:
        told["length_m"] = near(length, None if old is None else old.length_m, NEAR_THOUSANDTHS)
    if mass is not None:
        told["mass_kg"] = near(mass, None if old is None else old.mass_kg, NEAR_THOUSANDTHS)
    gauge = row.si("gauge", "number", None)
    if gauge is not None:
        told["gauge"] = int(gauge) if gauge.is_integer() else gauge
    stiffness = row.si("stiffness", "number", None)
    if stiffness is not None:
        told["stiffness_nm_per_rad"] = stiffness
    told["adapts"] = row.yes("adapts", old is not None and old.adapts)
    if old is not None:
        return old.changed(**told)
    if len(ends) < len(ENDS):
        raise Refused(fact("setup_lines.cable_ends"), fact("setup_lines.name_ends"))
    return Cable(**{"id": key, "name": key, **told})
