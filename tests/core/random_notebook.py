"""Random edits of the notebook."""

from __future__ import annotations

from collections.abc import Callable
from typing import TYPE_CHECKING

from equilix.body.outings import TROUBLES, Faulty, Felt, Outing
from equilix.body.practised import Practised
from equilix.document import Document
from equilix.edits import outings, practising
from equilix.keys import REGIONS

if TYPE_CHECKING:
    from tests.core.random_edits import Chooser, Edit

MODULES = (outings, practising)


def _outing(c: Chooser) -> str:
    return c.rng.choice([each.id for each in c.document.outings] or ["nowhere"])


def _keep(c: Chooser) -> Edit:
    """A new outing of somebody, and one that is there once more."""
    region, side = c.rng.choice(REGIONS)
    new = Outing(
        id="o", day="2026-10-14", operator=c.operator(), takes=c.rng.randrange(1, 9), take_min=c.rng.uniform(0, 9),
        felt=(Felt(region=region, side=side, score=c.rng.randrange(11)),),
        faulty=(Faulty(part=c.part(), name="part", how=c.rng.choice(TROUBLES)),),
    )  # fmt: skip
    again = c.document.outings[:1]
    return lambda d: outings.keep_outings(d, [new, *again])


def _practised(c: Chooser) -> Practised:
    return Practised(id="p", day="2026-10-14", operator=c.operator(), exercise="tilt", points=c.rng.randrange(101))


def _believe(c: Chooser) -> Edit:
    who, strength, endurance = c.operator(), c.number(), c.above_0()
    return lambda d: outings.believe_notebook(d, who, {"shoulder": strength}, endurance)


def _without(_c: Chooser) -> Edit:
    def edit(document: Document) -> Document:
        return outings.without_notebook(document)

    return edit


MAKERS: dict[str, Callable[[Chooser], Edit]] = {
    "keep_outings": _keep,
    "change_outing": lambda c: (
        lambda d, key=_outing(c), note=c.word(), takes=c.rng.choice((0, 1, 7)): outings.change_outing(
            d, key, note=note, takes=takes
        )
    ),
    "remove_outing": lambda c: lambda d, key=_outing(c): outings.remove_outing(d, key),
    "keep_practised": lambda c: lambda d, new=_practised(c): practising.keep_practised(d, new),
    "remove_practised": lambda c: (
        lambda d, key=c.rng.choice([each.id for each in c.document.practised] or ["nowhere"]): (
            practising.remove_practised(d, key)
        )
    ),
    "see_to": lambda c: lambda d, part=c.part(), how=c.rng.choice(TROUBLES): outings.see_to(d, part, how),
    "without_notebook": _without,
    "believe_notebook": _believe,
    "forget_notebook": lambda c: lambda d, who=c.operator(): outings.forget_notebook(d, who),
}
