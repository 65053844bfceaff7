"""Random edits of what was measured on the bench."""

from __future__ import annotations

from collections.abc import Callable
from typing import TYPE_CHECKING

from equilix.bench.subjects import part_alone, reading
from equilix.document import Document
from equilix.edits import measuring
from equilix.edits.kit import part_of

if TYPE_CHECKING:
    from tests.core.random_edits import Chooser, Edit

MODULES = (measuring,)


def _place(c: Chooser) -> tuple[float, float, float]:
    return c.number(), c.number(), c.number()


def _measured(c: Chooser) -> str:
    return c.rng.choice([each.id for each in c.document.measured] or ["nowhere"])


def _keep_measured(c: Chooser) -> Edit:
    """A reading of one part by itself, and two that are there once more."""
    part, sort = c.part(), c.rng.choice(("mass", "balance", "hang", "support"))
    value, sd, axis, again = c.number(), c.above_0(), c.rng.choice("xyz"), c.document.measured[:2]

    def edit(document: Document) -> Document:
        alone = part_alone(document, part_of(document, part).id)
        made = reading(alone, sort, value, sd, axis=axis, at_m=0.1, other_m=-0.1)
        return measuring.keep_measured(document, [made, *again])

    return edit


def _correct_part(c: Chooser) -> Edit:
    part, mass, place = c.part(), c.above_0(), _place(c)
    return lambda d: measuring.correct_part(d, part, mass, place)


MAKERS: dict[str, Callable[[Chooser], Edit]] = {
    "keep_measured": _keep_measured,
    "forget_measured": lambda c: lambda d, key=_measured(c): measuring.forget_measured(d, key),
    "believe": lambda c: lambda d, key=_measured(c), out=c.yes(): measuring.believe(d, key, out),
    "correct_part": _correct_part,
    "use_gyration": lambda c: (
        lambda d, part=c.part(), axis=c.rng.choice("xyz"), k=c.number(): measuring.use_gyration(d, part, axis, k)
    ),
    "weigh_bearer": lambda c: (
        lambda d, part=c.part(), a=c.number(), b=c.above_0(): measuring.weigh_bearer(d, part, (a, a + b), (b, 2 * b))
    ),
    "hold_test": lambda c: lambda d, who=c.operator(), kg=c.above_0(), s=c.number(): measuring.hold_test(d, who, kg, s),
    "doubt_stated": lambda c: (
        lambda d, part=c.part(), column=c.rng.choice((0, 1, 3, 7)): measuring.doubt_stated(d, part, column)
    ),
}
