"""The day on the island as it was first planned: a shoulder is overloaded, a cold battery dies, the ferry is missed.

And the evening before, as it was shot.
"""

from __future__ import annotations

from typing import Any, Final

from equilix.rig.days import Day, Item
from equilix.rig.events import Event

ISLAND: Final = Day(
    id="island", name="The island", on="2026-10-14", begins_min=8 * 60 + 15,
    items=(
        Item(
            id="boat-landing", setup="boat-landing", takes=4, take_min=1.5, gap_min=6, celsius=6.0,
            note="Jumping ashore; again for the close-up.",
        ),
        Item(id="112-steps", setup="stairs", takes=5, take_min=3, gap_min=9, walking=True, celsius=8.0),
        Item(id="lamp-room", setup="lamp-room", takes=6, take_min=7, gap_min=8, at_min=11 * 60, celsius=10.0),
        Item(id="lunch", kind="meal", name="lunch", take_min=50),
        Item(id="workshop", setup="workshop", takes=8, take_min=1.5, gap_min=5, celsius=12.0),
        Item(id="causeway", setup="causeway", takes=3, take_min=7, gap_min=12, walking=True, celsius=5.0),
        Item(
            id="evening", setup="evening", takes=5, take_min=12, gap_min=8, at_min=16 * 60 + 45, celsius=-2.0,
            note="The lamp is lit.",
        ),
        Item(id="to-the-landing", kind="transport", name="to the landing", take_min=30),
        Item(id="ferry", kind="deadline", name="ferry", at_min=18 * 60 + 40),
    ),
)  # fmt: skip


def _at(hours: int, minutes: float, kind: Any, item: str | None = None, **told: Any) -> Event:
    return Event(at_min=60.0 * hours + minutes, kind=kind, item=item, **told)


EVE: Final = Day(
    id="evening-before", name="The evening before", on="2026-10-13", begins_min=17 * 60,
    items=(
        Item(id="over", kind="transport", name="over with the ferry", take_min=35),
        Item(id="workshop", setup="workshop", operator="tall", takes=4, take_min=1.0, gap_min=4, celsius=12.0),
        Item(id="supper", kind="meal", name="supper", take_min=45, mains=True),
        Item(id="evening", setup="evening", takes=2, take_min=8, gap_min=10, celsius=3.0),
    ),
    log=(
        _at(17, 4, "begin"), _at(17, 5, "start", "over"), _at(17, 43, "over", "over"),
        _at(17, 52, "ready", "workshop"), _at(17, 55, "start", "workshop"), _at(17, 56.2, "stop"),
        _at(18, 1, "start", "workshop"), _at(18, 2, "stop"), _at(18, 7, "start", "workshop"),
        _at(18, 8.5, "stop"), _at(18, 8.6, "hurts", region="shoulder", side="right", score=3),
        _at(18, 12, "over", "workshop"), _at(18, 12, "start", "supper"), _at(19, 2, "over", "supper"),
        _at(19, 15, "ready", "evening"), _at(19, 18, "start", "evening"), _at(19, 26, "stop"),
        _at(19, 31, "empty", part="battery-98"), _at(19, 38, "start", "evening"), _at(19, 47, "stop"),
        _at(19, 55, "end"),
    ),
)  # fmt: skip
