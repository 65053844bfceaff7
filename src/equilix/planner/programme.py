"""The mixed-integer linear programme behind every plan: its objectives, in the order of importance.

Each stage keeps what the one before reached: least excess over the tolerance (the static conditions first), least added
mass, fewest things touched, nearest to the target, least travel. Solver: HiGHS.
"""

from __future__ import annotations

from collections.abc import Callable, Sequence

import numpy as np
from numpy.typing import NDArray

from equilix.analysis import Analysis
from equilix.errors import Cancelled
from equilix.planner.build import Build, Chosen
from equilix.planner.linear import value
from equilix.planner.moves import Piece, Slide
from equilix.planner.turns import Turn

Array = NDArray[np.float64]


def solve(
    analysis: Analysis,
    slides: Sequence[Slide] = (),
    pieces: Sequence[Piece] = (),
    removable: Sequence[str] = (),
    turns: Sequence[Turn] = (),
    *,
    must_change: bool = False,
    forbidden: Sequence[frozenset[int]] = (),
    cancelled: Callable[[], bool] = lambda: False,
) -> Chosen | None:
    """The best choice among these moves; None where nothing at all is allowed.

    ``must_change``: at least one piece is mounted, or one removable part left off. ``forbidden``: sets of piece
    numbers that must not be chosen together (they would strike something). Raises :class:`Cancelled`.
    """
    work = Build(analysis, slides, pieces, removable, turns)
    work.gaps()
    work.groups()
    if must_change and not work.require_change():
        return None
    for numbers in forbidden:
        work.programme.row({work.there[n]: 1.0 for n in numbers}, high=len(numbers) - 1)
    excess = work.balances()
    x: Array | None = None
    for objective, slack in (
        *((terms, 1e-4) for terms in excess),
        (work.added_mass(), 1e-7),
        (work.touched_things(), 1e-6),
        (work.off_target(), 1e-3),
        (work.travel(), 0.0),
    ):
        if cancelled():
            raise Cancelled
        better = work.programme.solve(objective)
        if cancelled():
            raise Cancelled
        if better is None:
            break
        x = better
        if objective:
            work.programme.row(objective, high=value(objective, x) + slack)
    return None if x is None else work.chosen(x)
