"""An outing while it is being written: what has been told of it so far."""

from __future__ import annotations

from collections.abc import Iterator

from msgspec import Struct, field

from equilix.analysis import Analysis
from equilix.body.outings import REGION_OF, Faulty, Felt, Outing
from equilix.document import Document
from equilix.facts import Sayable, fact, listed, mass, number
from equilix.keys import EffortKey, RegionKey
from equilix.notebook.notebook_words import region_words, way_words


class Draft(Struct):
    """``changes``: the outing that is put right; none: a new one. ``scores``: none where nothing was asked yet."""

    changes: Outing | None = None
    scores: dict[RegionKey, int] | None = None
    faulty: list[Faulty] = field(default_factory=list)
    photo: str = ""

    @property
    def felt(self) -> tuple[Felt, ...] | None:
        """As it is kept."""
        if self.scores is None:
            return None
        return tuple(Felt(region=key[0], side=key[1], score=score) for key, score in self.scores.items() if score)

    @property
    def touched(self) -> bool:
        """Whether anything was told that would be lost."""
        return self.scores is not None or bool(self.faulty) or bool(self.photo)


def draft_of(outing: Outing) -> Draft:
    """What is known of an outing, to be put right."""
    scores = None if outing.felt is None else {each.key: each.score for each in outing.felt}
    return Draft(outing, scores, list(outing.faulty), outing.photo)


def what_words(outing: Outing, document: Document) -> Sayable:
    """What was carried, how and by whom."""
    operator = document.operators_by_id.get(outing.operator or "")
    who = fact("notebook.by", name=operator.name) if operator is not None else ""
    return listed((outing.setup, way_words(outing.way), mass(outing.mass_kg), who))


def predicted_words(predicted: dict[RegionKey, float]) -> Sayable:
    """What is predicted to hurt, the worst first; nothing where little does."""
    rows = sorted(((key, value) for key, value in predicted.items() if value >= TOLD), key=lambda row: -row[1])
    return listed(
        fact("notebook.scored", region=region_words(key), score=number(value)) for key, value in rows[:MOST_TOLD]
    )


TOLD, MOST_TOLD = 0.5, 4


def can_give_out(analysis: Analysis, outing: Outing | None) -> Iterator[EffortKey]:
    """The joints that may have ended a take: those that bear something."""
    if outing is not None:
        yield from (each.key for each in outing.bore)
        return
    yield from (each.key for each in analysis.efforts if each.joint in REGION_OF)
