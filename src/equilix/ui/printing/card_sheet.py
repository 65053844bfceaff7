"""Cards of A6 or A5, several to a page, with as little ink as can be, to be read at arm's length in the dark."""

from __future__ import annotations

from collections.abc import Sequence
from typing import Final

from equilix.change.cards import Card, check_words
from equilix.ui.printing.paper import ACCENT, QUIET, Paper
from equilix.ui.printing.rig_drawing import draw_rig
from equilix.ui.stage.outlines import OutlineBook
from equilix.units import Display
from equilix.words.language import say
from equilix.words.telling import begun, tell

CARDS_MM: Final = {"a6": (105.0, 148.0), "a5": (148.0, 210.0)}
PAD: Final = 6.0
MOST_MARKS: Final = 7


def page_for(card_mm: tuple[float, float], page_mm: tuple[float, float]) -> tuple[float, float]:
    """The page upright or lying, whichever takes more cards; the card itself where the page is smaller than one."""

    def count(wide: float, high: float) -> int:
        return int((wide + 0.5) / card_mm[0]) * int((high + 0.5) / card_mm[1])

    wide, high = page_mm
    if not count(wide, high) and not count(high, wide):
        return card_mm
    return (high, wide) if count(high, wide) > count(wide, high) else (wide, high)


def draw_cards(paper: Paper, cards: Sequence[Card], card_mm: tuple[float, float], display: Display, date: str) -> None:
    """Cards side by side as they fit on the page, with thin lines to cut along."""
    wide, high = card_mm
    across = max(int((paper.width_mm + 0.5) / wide), 1)
    down = max(int((paper.height_mm + 0.5) / high), 1)
    left, top = (paper.width_mm - across * wide) / 2, (paper.height_mm - down * high) / 2
    book = OutlineBook()
    for number, card in enumerate(cards):
        place = number % (across * down)
        if number and place == 0:
            paper.next_page()
        x, y = left + place % across * wide, top + place // across * high
        if across * down > 1:
            paper.frame(x, y, wide, high, 0.1, QUIET, dash=True)
        _card(paper, book, card, (x, y, wide, high), display, date)


def _card(
    paper: Paper, book: OutlineBook, card: Card, box: tuple[float, float, float, float], display: Display, date: str
) -> None:
    """Everything grows with the card: an A5 is an A6 seen from nearer."""
    x, y, wide, high = box
    k = wide / CARDS_MM["a6"][0]
    left, inside = x + PAD * k, wide - 2 * PAD * k
    foot = y + high - PAD * k
    at = paper.paragraph(left, y + (PAD + 5.0) * k, begun(card.title), inside, 6.4 * k, bold=True)
    at = paper.paragraph(left, at - 2.8 * k, tell(card.under, display), inside, 3.4 * k, tone=QUIET)
    drawn = 32.0 * k
    draw_rig(paper, book, card.analysis.assembly, (left, at - 0.5 * k, inside, drawn))
    at += drawn + 4.5 * k
    at = paper.paragraph(left, at, tell(card.verdict, display), inside, 4.4 * k, bold=True)
    at = _marks(paper, card, left, at, inside, k, display)
    for said in card.lines:
        at = paper.paragraph(left, at, tell(said, display), inside, 3.3 * k)
    for check in card.minds:
        lines = paper.wrapped("▲ " + tell(check_words(check), display), inside, 3.0 * k)
        if at + len(lines) * 3.9 * k > foot - 9.0 * k:
            paper.text(left, at, say("▲ More under Check."), 3.0 * k, tone=ACCENT)
            at += 3.9 * k
            break
        for line in lines:
            paper.text(left, at, line, 3.0 * k, tone=ACCENT)
            at += 3.9 * k
    said = f"{tell(card.sure, display)}. {date}"
    paper.text(left, foot, said, 2.6 * k, tone=QUIET)
    caution = paper.wrapped(tell(card.caution, display), inside, 2.3 * k)
    for number, line in enumerate(reversed(caution[:2])):
        paper.text(left, foot - (3.4 + 2.8 * number) * k, line, 2.3 * k, tone=QUIET)


def _marks(paper: Paper, card: Card, left: float, at: float, inside: float, k: float, display: Display) -> float:
    """Figures in large type at the right edge, so that a torch finds them; what balances is bold."""
    at += 0.8 * k
    for mark in card.marks[:MOST_MARKS]:
        said = tell(mark.at, display)
        paper.text(left + inside, at, said, 4.4 * k, bold=True, align="right")
        room = inside - paper.width_of(said, 4.4 * k, bold=True) - 3 * k
        name = paper.wrapped(begun(mark.name), room, 3.4 * k)[0]
        paper.text(left, at, name, 3.4 * k, bold=mark.first)
        at += 5.3 * k
    left_over = len(card.marks) - MOST_MARKS
    if left_over > 0:
        more = ", ".join(f"{mark.name} {tell(mark.at, display)}" for mark in card.marks[MOST_MARKS:])
        at = paper.paragraph(left, at - 0.8 * k, more, inside, 2.6 * k, tone=QUIET)
    return at + 0.8 * k
