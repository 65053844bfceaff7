"""What of a part has a place that can be seen and moved on the bench: points, grips, pad, controls, joints, gears."""

from __future__ import annotations

from collections.abc import Iterator
from typing import Any, Final, Literal

import numpy as np
from msgspec import Struct
from numpy.typing import NDArray

from equilix.document import Document
from equilix.edits import grips, pieces, points
from equilix.edits.points import Side
from equilix.kit.parts import Part

Array = NDArray[np.float64]
Sort = Literal["offers", "hangs_by", "grips", "controls", "pad", "pivots", "gears"]
POINTS: Final[tuple[Sort, ...]] = ("offers", "hangs_by")
HANDS: Final[tuple[Sort, ...]] = ("grips", "controls", "pad")
MOVING: Final[tuple[Sort, ...]] = ("pivots", "gears")


PIECES: Final[dict[Sort, pieces.Pieces]] = {
    "grips": "grips", "controls": "controls", "pivots": "pivots", "gears": "gears",
}  # fmt: skip


class Chosen(Struct, frozen=True):
    """One of them: of what sort, and its name; the pad has none."""

    side: Sort
    name: str

    @property
    def point_side(self) -> Side:
        """Of a mounting point: what others mount on, or what it hangs by itself."""
        assert self.side in POINTS  # nothing else is a mounting point
        return "offers" if self.side == "offers" else "hangs_by"

    def number(self, part: Part) -> int:
        """Which of its sort it is; −1 where it is not there."""
        names = [name for name, _ in places_of(part, self.side)]
        return names.index(self.name) if self.name in names else -1

    def place_m(self, part: Part) -> Array | None:
        """Where it is ``(3,)``; None where it is not there."""
        return next((at for name, at in places_of(part, self.side) if name == self.name), None)


def places_of(part: Part, sort: Sort) -> Iterator[tuple[str, Array]]:
    """All of one sort with their places ``(3,)``, the part pushed in and straight."""
    if sort == "pad":
        if part.pad is not None:
            yield "", np.array(part.pad.centre_m)
        return
    for each in getattr(part, sort):
        yield each.name, np.array(each.position_m)


def moved(document: Document, part_id: str, chosen: Chosen, place_m: Array) -> Document:
    """The document with one of them at another place ``(3,)``."""
    part = document.parts_by_id[part_id]
    at: Any = tuple(np.round(place_m, 6).tolist())
    if chosen.side == "pad":
        return grips.change_pad(document, part_id, centre_m=at)
    if chosen.side in POINTS:
        return points.change_point(document, part_id, chosen.point_side, chosen.name, position_m=at)
    field = PIECES[chosen.side]
    return pieces.change_piece(document, part_id, field, chosen.number(part), position_m=at)
