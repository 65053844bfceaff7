"""Random edits of every kind, sensible ones mixed with senseless ones, for the property tests and the long runs."""

from __future__ import annotations

import inspect
import math
import random
from collections.abc import Callable
from types import ModuleType
from typing import Any

from equilix.carry import WAYS
from equilix.checks.rules import RULES
from equilix.document import Document
from equilix.edits import carrying, kit, placing, powering, ratings, rigging, shape
from equilix.keys import BodyPosture
from equilix.kit.catalogue import KINDS
from equilix.kit.materials import MATERIALS
from tests.core import random_bench, random_days, random_measuring, random_notebook

POSTURES: tuple[BodyPosture, ...] = ("standing", "walking", "kneeling", "seated")
Edit = Callable[[Document], Document]
NUMBERS = (0.0, -0.001, 0.01, 0.05, -0.2, 1.0, 1e-9, 1e9, -1e300, math.nan, math.inf, math.pi)
WORDS = ("", " ", "a", "Lamp room", "<b>", "A & B", "x" * 200, "ü€𝄞", "\x00", "none", "\ud800", "a/b/c")
MODULES = (
    rigging, carrying, powering, kit, ratings, shape, *random_bench.MODULES, *random_measuring.MODULES,
    *random_notebook.MODULES, *random_days.MODULES,
)  # fmt: skip
"""Where edits are; every one of them has a line in :data:`MAKERS`."""


class Chooser:
    """Picks arguments from a document: mostly what is there, now and then what is not."""

    def __init__(self, rng: random.Random, document: Document) -> None:
        self.rng, self.document = rng, document
        self.setup = rng.choice(document.setups) if document.setups else None

    def number(self) -> float:
        """A plausible small number, or an odd one."""
        return self.rng.choice(NUMBERS) if self.rng.random() < 0.3 else self.rng.uniform(-0.3, 0.3)

    def above_0(self) -> float:
        """A number that may be a mass or a length."""
        return self.rng.choice(NUMBERS) if self.rng.random() < 0.2 else self.rng.uniform(0.001, 2.0)

    def word(self) -> str:
        """A name, or an odd one."""
        return self.rng.choice(WORDS) if self.rng.random() < 0.5 else f"thing {self.rng.randrange(1000)}"

    def yes(self) -> bool:
        """Either."""
        return self.rng.random() < 0.5

    def _one_of(self, ids: list[str]) -> str:
        return self.rng.choice(ids) if ids and self.rng.random() < 0.93 else "nowhere"

    @property
    def setup_id(self) -> str:
        """A setup."""
        return self.setup.id if self.setup is not None and self.rng.random() < 0.97 else "nowhere"

    def placement(self) -> str:
        """A placement of the setup."""
        return self._one_of([] if self.setup is None else [p.id for p in self.setup.placements])

    def cable(self) -> str:
        """A cable of the setup."""
        return self._one_of([] if self.setup is None else [c.id for c in self.setup.cables])

    def part(self) -> str:
        """A part of the kit; often one that can bear a rig."""
        bearers = [part.id for part in self.document.parts if part.carrier is not None]
        if bearers and self.rng.random() < 0.2:
            return self.rng.choice(bearers)
        return self._one_of([part.id for part in self.document.parts])

    def other_setup(self) -> str:
        """Any setup."""
        return self._one_of([setup.id for setup in self.document.setups])

    def lens(self) -> str:
        """A lens of the kit, or another part."""
        lenses = [part.id for part in self.document.lenses]
        return self.rng.choice(lenses) if lenses and self.rng.random() < 0.9 else self.part()

    def operator(self) -> str:
        """An operator."""
        return self._one_of([operator.id for operator in self.document.operators])

    def place(self, part_id: str, moving: str | None = None) -> tuple[str | None, str | None, str | None]:
        """A mounting point that fits a part, or any other."""
        part = self.document.parts_by_id.get(part_id)
        if part is not None and self.setup is not None and moving in (None, *self.setup.by_id) and self.yes():
            fits = rigging.fitting_points(self.document, self.setup, part, moving)
            if fits:
                parent, point, by = self.rng.choice(fits)
                return parent, point.name, by.name
        return self.rng.choice(
            ((None, None, None), (self.placement(), self.word(), None), (self.placement(), None, None))
        )


def _slide(c: Chooser) -> Edit:
    key, where = c.placement(), c.number()
    return lambda d: rigging.slide(d, c.setup_id, key, where)


def _turn(c: Chooser) -> Edit:
    key, where = c.placement(), c.number() * 10
    return lambda d: rigging.turn(d, c.setup_id, key, where)


def _extend(c: Chooser) -> Edit:
    key, where = c.placement(), abs(c.number())
    return lambda d: rigging.extend(d, c.setup_id, key, where)


def _move_free(c: Chooser) -> Edit:
    key, at = c.placement(), (c.number(), c.number(), c.number())
    turned = (c.number(), c.number(), c.number(), c.number()) if c.yes() else None
    return lambda d: placing.move_free(d, c.setup_id, key, at, turned)


def _add(c: Chooser) -> Edit:
    part = c.part()
    parent, point, by = c.place(part)
    where = c.number() if c.yes() else None
    return lambda d: rigging.add(d, c.setup_id, part, parent, point, by, where)[0]


def _remount(c: Chooser) -> Edit:
    key = c.placement()
    placement = None if c.setup is None else c.setup.by_id.get(key)
    parent, point, by = c.place(placement.part if placement is not None else "nowhere", key)
    return lambda d: rigging.remount(d, c.setup_id, key, parent or "nowhere", point or "nowhere", by, c.number())


def _change_cable(c: Chooser) -> Edit:
    key = c.cable()
    updates: dict[str, Any] = c.rng.choice(
        ({"length_m": c.above_0()}, {"gauge": c.rng.randrange(40)}, {"name": c.word()}, {"start": c.placement()},
         {"mass_kg": c.number()}, {"output": c.word()}, {"lenght_m": 1.0})
    )  # fmt: skip
    return lambda d: powering.change_cable(d, c.setup_id, key, **updates)


def _add_part(c: Chooser) -> Edit:
    name, kind = c.word(), c.rng.choice((*KINDS, "nothing"))
    mass, size = c.above_0(), (c.above_0(), c.above_0(), c.above_0())
    return lambda d: kit.add_part(d, name, kind, mass, size)[0]


def _change_part(c: Chooser) -> Edit:
    key = c.part()
    updates: dict[str, Any] = c.rng.choice(
        (
            {"mass_kg": c.above_0()}, {"name": c.word()}, {"quantity": c.rng.randrange(4)}, {"price": c.number()},
            {"offers": ()}, {"hangs_by": ()}, {"carrier": None}, {"telescope": None}, {"electric": None},
            {"material": c.rng.choice((*MATERIALS, "cheese", None))}, {"owned": c.yes()}, {"note": c.word()},
            {"cg_m": (c.number(), c.number(), c.number())}, {"solids": ()}, {"id": c.part()}, {"pad": None},
        )
    )  # fmt: skip
    return lambda d: kit.change_part(d, key, **updates)


def _operator_fields(c: Chooser) -> dict[str, Any]:
    return {"name": c.word(), "stature_m": c.rng.uniform(1.1, 2.3), "mass_kg": c.rng.uniform(30, 210)}


def _rate(c: Chooser) -> Edit:
    key = c.part()
    part = c.document.parts_by_id.get(key)
    known = [rating.key for rating in ratings.ratings(part)] if part is not None else []
    values = {c.rng.choice(known) if known and c.rng.random() < 0.9 else c.word(): c.above_0() for _ in range(2)}
    return lambda d: ratings.rate(d, key, values)


MAKERS: dict[str, Callable[[Chooser], Edit]] = {
    "slide": _slide,
    "turn": _turn,
    "extend": _extend,
    "pin": lambda c: lambda d, key=c.placement(), on=c.yes(): rigging.pin(d, c.setup_id, key, on),
    "move_free": _move_free,
    "add": _add,
    "remove": lambda c: lambda d, key=c.placement(): rigging.remove(d, c.setup_id, key),
    "remount": _remount,
    "exchange": lambda c: lambda d, key=c.placement(), part=c.part(): rigging.exchange(d, c.setup_id, key, part),
    "choose_way": lambda c: lambda d, way=c.rng.choice((*WAYS, "on wings")): carrying.choose_way(d, c.setup_id, way),
    "choose_bearer": lambda c: (
        lambda d, part=c.rng.choice((c.part(), None)): carrying.choose_bearer(d, c.setup_id, part)
    ),
    "set_bearer": lambda c: lambda d, at=c.rng.choice((c.number() * 20, None)): carrying.set_bearer(d, c.setup_id, at),
    "hold_palm": lambda c: lambda d, on=c.yes(): carrying.hold_palm(d, c.setup_id, on),
    "hold_at": lambda c: (
        lambda d, at=c.rng.choice(("low", "chest", "eye", "overhead", "moon")): carrying.hold_at(d, c.setup_id, at)
    ),
    "let_go": lambda c: (
        lambda d, side=c.rng.choice(("", "left", "right", "both")): carrying.let_go(d, c.setup_id, side)
    ),
    "lean_on": lambda c: (
        lambda d, what=c.rng.choice(("hip", "eyecup", "left elbow", "knee")), on=c.yes(): carrying.lean_on(
            d, c.setup_id, what, on
        )
    ),
    "stand_in_sun": lambda c: (
        lambda d, sun=c.rng.choice(("", "behind", "overhead", "below")): carrying.stand_in_sun(d, c.setup_id, sun)
    ),
    "pose": lambda c: lambda d, to=c.rng.choice(POSTURES): carrying.pose(d, c.setup_id, to),
    "fold_handles": lambda c: lambda d: carrying.fold_handles(d, c.setup_id),
    "turn_gimbal_over": lambda c: lambda d: carrying.turn_gimbal_over(d, c.setup_id),
    "add_cable": lambda c: (
        lambda d, a=c.word(), b=c.placement(), e=c.placement(): carrying.add_cable(d, c.setup_id, a, b, e)
    ),
    "remove_cable": lambda c: lambda d, key=c.cable(): carrying.remove_cable(d, c.setup_id, key),
    "connect": lambda c: lambda d, a=c.placement(), b=c.placement(): powering.connect(d, c.setup_id, a, b),
    "change_cable": _change_cable,
    "set_mode": lambda c: (
        lambda d, mode=c.rng.choice(("standby", "record", "full", "off")): powering.set_mode(d, c.setup_id, mode)
    ),
    "set_temperature": lambda c: lambda d, at=c.number() * 100: powering.set_temperature(d, c.setup_id, at),
    "set_rule": lambda c: (
        lambda d, key=c.rng.choice((*RULES, "nothing")), v=c.rng.choice((c.above_0(), None)): powering.set_rule(
            d, key, v
        )
    ),
    "add_part": _add_part,
    "change_part": _change_part,
    "resize_part": lambda c: (
        lambda d, key=c.part(), to=(c.above_0(), c.above_0(), c.above_0()): shape.resize_part(d, key, to)
    ),
    "change_kind": lambda c: lambda d, key=c.part(), to=c.rng.choice(sorted(KINDS)): shape.change_kind(d, key, to),
    "change_grips": lambda c: lambda d, key=c.part(), wide=c.above_0(): kit.change_grips(d, key, diameter_m=wide),
    "remove_part": lambda c: lambda d, key=c.part(): kit.remove_part(d, key),
    "open_free_setup": lambda c: lambda d, name=c.word(): kit.open_free_setup(d, name)[0],
    "add_setup": lambda c: (
        lambda d, name=c.word(), like=c.rng.choice((c.setup_id, None)): kit.add_setup(d, name, like)[0]
    ),
    "remove_setup": lambda c: lambda d: kit.remove_setup(d, c.setup_id) if len(d.setups) > 3 else d,
    "open_setup": lambda c: lambda d: kit.open_setup(d, c.setup_id),
    "rename_setup": lambda c: lambda d, name=c.word(): kit.rename_setup(d, c.setup_id, name),
    "choose_operator": lambda c: lambda d, key=c.operator(): kit.choose_operator(d, c.setup_id, key),
    "add_operator": lambda c: lambda d, fields=_operator_fields(c): kit.add_operator(d, c.setup_id, **fields),
    "change_operator": lambda c: (
        lambda d, key=c.operator(), fields=_operator_fields(c): kit.change_operator(d, key, **fields)
    ),
    "choose_display": lambda c: lambda d, unit=c.rng.choice(("metric", "us", "ells")): kit.choose_display(d, unit),
    "rate": _rate,
    **random_bench.MAKERS,
    **random_measuring.MAKERS,
    **random_notebook.MAKERS,
    **random_days.MAKERS,
}


def edits_of(module: ModuleType) -> list[str]:
    """The names of a module's edits: public functions that take a document first and give one back."""
    found = []
    for name, function in inspect.getmembers(module, inspect.isfunction):
        if function.__module__ != module.__name__ or name.startswith("_"):
            continue
        signature = inspect.signature(function)
        first = next(iter(signature.parameters.values()), None)
        if first is not None and first.annotation == "Document" and "Document" in str(signature.return_annotation):
            found.append(name)
    return found


def random_edit(rng: random.Random, document: Document) -> tuple[str, Edit]:
    """An edit and its name."""
    name = rng.choice(list(MAKERS))
    return name, MAKERS[name](Chooser(rng, document))
