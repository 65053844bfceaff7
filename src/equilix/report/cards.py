"""Cards and lists of parts for other programs and for the terminal."""

from __future__ import annotations

from collections.abc import Sequence
from typing import Any, Final

from equilix.change.cards import Card, check_words
from equilix.change.parts_list import PartLine, total
from equilix.facts import fact, grouped, mass
from equilix.units import Display
from equilix.words.telling import begun, tell

CARD_VERSION: Final = 1


def cards_report(cards: Sequence[Card], display: Display) -> dict[str, Any]:
    """Cards as plain JSON values; texts in the units of ``display``."""
    return {
        "card": "equilix", "card_version": CARD_VERSION,
        "cards": [
            {
                "title": card.title, "under": tell(card.under, display), "verdict": tell(card.verdict, display),
                "sure": tell(card.sure, display),
                "marks": [{"part": m.name, "at": tell(m.at, display), "balances": m.first} for m in card.marks],
                "lines": [tell(each, display) for each in card.lines],
                "mind": [tell(check_words(each), display) for each in card.minds],
                "caution": tell(card.caution, display),
            }
            for card in cards
        ],
    }  # fmt: skip


def cards_text(cards: Sequence[Card], display: Display) -> str:
    """Cards for a person at a terminal."""
    lines: list[str] = []
    for card in cards:
        lines += [f"{begun(card.title)}: {tell(card.under, display)}", f"  {tell(card.verdict, display)}"]
        wide = max((len(mark.name) for mark in card.marks), default=0)
        lines += [f"  {begun(mark.name).ljust(wide)}  {tell(mark.at, display)}" for mark in card.marks]
        lines += [f"  {tell(each, display)}" for each in card.lines]
        lines += [f"  ▲ {tell(check_words(each), display)}" for each in card.minds]
        lines += [f"  {tell(card.sure, display)}", ""]
    return "\n".join(lines).rstrip()


def parts_report(lines: Sequence[PartLine], display: Display) -> dict[str, Any]:
    """The parts of a setup as plain JSON values."""
    cost, unknown = total(tuple(lines))
    return {
        "parts": "equilix", "card_version": CARD_VERSION, "price": cost, "without_price": unknown,
        "lines": [
            {
                "part": line.part.id, "name": line.part.name, "kind": tell(line.kind), "mass_kg": line.part.mass_kg,
                "price": line.price, "where": tell(line.where, display),
            }
            for line in lines
        ],
    }  # fmt: skip


def parts_text(lines: Sequence[PartLine], display: Display) -> str:
    """The parts of a setup for a person at a terminal."""
    wide = max((len(line.part.name) for line in lines), default=0)
    found = []
    for line in lines:
        price = "" if line.price is None else tell(grouped(line.price), display)
        weight = tell(mass(line.part.mass_kg), display)
        found.append(f"{begun(line.part.name).ljust(wide)}  {weight:>9}  {price:>7}  {tell(line.where, display)}")
    cost, unknown = total(tuple(lines))
    found.append(tell(fact("parts_list.together", price=grouped(cost)), display))
    if unknown:
        found.append(tell(fact("parts_list.unknown", count=unknown), display))
    return "\n".join(found)
