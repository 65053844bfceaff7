"""The day on the island as it was first planned: a shoulder is overloaded, a cold battery dies, the ferry is missed."""

from __future__ import annotations

from typing import Final

from equilix.rig.days import Day, Item

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
