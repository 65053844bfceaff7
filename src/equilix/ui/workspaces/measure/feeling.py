"""What a simulated instrument at the bench feels: the hidden kit, set up as it is entered."""

from __future__ import annotations

from typing import Final

from equilix.bench.methods import SWINGS, Ask, Asked, Method
from equilix.bench.subjects import Subject
from equilix.document import Document
from equilix.errors import EquilixError
from equilix.instruments.hidden import Hidden, hidden

SEED: Final = 7
"""Of the kit as it might really be."""
LOADS: Final = ("first_load", "second_load")


def still_hidden(known: Hidden | None, document: Document) -> Hidden:
    """The kit as it really is: it stays the same whatever is corrected in the data, and parts that come join it."""
    if known is not None and known.document.parts == document.parts:
        return known
    now = hidden(document, SEED)
    return now if known is None else Hidden(document, {**now.real, **known.real})


def felt_by(real: Hidden, subject: Subject, method: Method, asked: Asked, ask: Ask) -> float:
    """What is really there to be read for one thing that is asked; 0 where it cannot be told yet.

    Of two loads each is felt by its own scale; a tilt is what was set.
    """
    values = {key: value for key, value in asked.values.items() if key not in LOADS or key == ask.key}
    values.setdefault(ask.key, 0.0)
    if ask.key == "tilt":
        return values["tilt"]
    try:
        made = method.make(subject, Asked(asked.axis, asked.point_m, values))
        value = real.reads(made[0])
    except EquilixError:
        return 0.0
    return value * SWINGS if ask.key == "ten_swings" else value
