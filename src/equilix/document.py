"""The document: kit, operators and setups, in one immutable value."""

from __future__ import annotations

from functools import cached_property
from typing import Annotated, Final, Literal

from equilix.body.operators import Operator
from equilix.body.outings import Outing
from equilix.body.practised import Practised
from equilix.kit.fastenings import pace
from equilix.kit.lens_sets import LensSet
from equilix.kit.measured import Measured, Stated
from equilix.kit.parts import Part
from equilix.kit.readings import Reading
from equilix.model import Identifier, Model, field
from equilix.rig.days import Day
from equilix.rig.setups import Setup
from equilix.rig.timed import TimedConversion
from equilix.schema import Limits
from equilix.units import Display

FORMAT: Final = "equilix"
VERSION: Final = 2
MOST_READINGS = 400
MOST_PARTS, MOST_OPERATORS, MOST_SETUPS = 5000, 100, 1000
MOST_LENS_SETS, MOST_TIMED = 500, 1000
MOST_MEASURED = 200
MOST_OUTINGS = 2000
MOST_DAYS = 100
MOST_PRACTISED = 2000


class Document(Model):
    """All that a file holds. Every edit makes a new one."""

    format: Literal["equilix"]
    version: Literal[2]
    name: str = ""
    display: Display = "metric"
    parts: Annotated[tuple[Part, ...], Limits(max_length=MOST_PARTS)] = ()
    operators: Annotated[tuple[Operator, ...], Limits(max_length=MOST_OPERATORS)] = ()
    setups: Annotated[tuple[Setup, ...], Limits(max_length=MOST_SETUPS)] = ()
    readings: Annotated[tuple[Reading, ...], Limits(max_length=MOST_READINGS)] = ()
    measured: Annotated[tuple[Measured, ...], Limits(max_length=MOST_MEASURED)] = field(
        default=(), description="What was read off scales, strings and watches, raw."
    )
    stated: Annotated[tuple[Stated, ...], Limits(max_length=MOST_PARTS)] = field(
        default=(), description="What was said of parts before readings corrected them."
    )
    lens_sets: Annotated[tuple[LensSet, ...], Limits(max_length=MOST_LENS_SETS)] = field(
        default=(), description="What goes on with each lens and comes off with it."
    )
    conversions: Annotated[tuple[TimedConversion, ...], Limits(max_length=MOST_TIMED)] = field(
        default=(), description="How long conversions took, by the watch."
    )
    outings: Annotated[tuple[Outing, ...], Limits(max_length=MOST_OUTINGS)] = field(
        default=(), description="The notebook: what was carried, and what was felt of it."
    )
    days: Annotated[tuple[Day, ...], Limits(max_length=MOST_DAYS)] = field(
        default=(), description="Shooting days: what is carried when, and by whom."
    )
    practised: Annotated[tuple[Practised, ...], Limits(max_length=MOST_PRACTISED)] = field(
        default=(), description="What was practised, and how it counted."
    )
    rules: dict[str, Annotated[float, Limits(gt=0.0, le=1e6)]] = field(
        default_factory=dict, description="Own values for rules of thumb, by key."
    )
    current: Identifier | None = field(default=None, description="The setup that was open last.")

    def __repr__(self) -> str:
        """Short: a document is a thousand lines."""
        return f"<Document {self.name[:40]!r}: {len(self.parts)} parts, {len(self.setups)} setups>"

    @cached_property
    def parts_by_id(self) -> dict[str, Part]:
        """Parts by their id."""
        return {part.id: part for part in self.parts}

    @cached_property
    def owned(self) -> tuple[int, float, float]:
        """The own kit: pieces, their mass in kg, and what they are worth."""
        mine = [part for part in self.parts if part.standing == "owned"]
        return (
            sum(part.quantity for part in mine),
            sum(part.mass_kg * part.quantity for part in mine),
            sum((part.price or 0.0) * part.quantity for part in mine),
        )

    @property
    def own_pace(self) -> float:
        """How much slower than estimated one's own conversions were, by the watch."""
        return pace([(each.estimated_min, each.took_min) for each in self.conversions])

    @cached_property
    def lens_sets_by_lens(self) -> dict[str, LensSet]:
        """What goes on with a lens, by its id."""
        return {each.lens: each for each in self.lens_sets}

    @cached_property
    def lenses(self) -> tuple[Part, ...]:
        """The lenses of the kit, in its order."""
        return tuple(part for part in self.parts if part.kind == "lens")

    @cached_property
    def operators_by_id(self) -> dict[str, Operator]:
        """Operators by their id."""
        return {operator.id: operator for operator in self.operators}

    @cached_property
    def setups_by_id(self) -> dict[str, Setup]:
        """Setups by their id."""
        return {setup.id: setup for setup in self.setups}

    def same_work(self, other: Document | None) -> bool:
        """Whether nothing differs but which setup is open and in which units it is shown."""
        if self is other or other is None:
            return self is other
        return self == other.changed(display=self.display, current=self.current)

    def setup_named(self, name: str | None) -> Setup | None:
        """The setup with this name or id; the one open last, or the first, where no name is given."""
        if name is None:
            return self.setups_by_id.get(self.current or "") or (self.setups[0] if self.setups else None)
        wanted = name.casefold()
        return next((s for s in self.setups if wanted in (s.id.casefold(), s.name.casefold())), None)

    def operator_of(self, setup: Setup) -> Operator:
        """Who carries a setup; the first operator, or an average adult, where none is named."""
        named = self.operators_by_id.get(setup.operator or "")
        return named or (self.operators[0] if self.operators else AVERAGE)

    def with_setup(self, setup: Setup) -> Document:
        """The document with one setup replaced by another of the same id."""
        return self.changed(setups=tuple(setup if old.id == setup.id else old for old in self.setups))


AVERAGE = Operator(id="average", name="Average adult")


def empty() -> Document:
    """A new document with nothing in it."""
    return Document(format=FORMAT, version=VERSION)
