"""A conversion as a sheet of small drawings: step by step, with the part that moves in the accent."""

from __future__ import annotations

from collections.abc import Sequence
from typing import Final

from equilix.change.conversion.conversion import Conversion, Move, heap_of
from equilix.change.conversion.summary_words import after_words, headline, more_words
from equilix.document import Document
from equilix.rig.kinematics import Assembly
from equilix.ui.printing.paper import ACCENT, QUIET, Paper
from equilix.ui.printing.rig_drawing import draw_rig
from equilix.ui.stage.outlines import OutlineBook, extent
from equilix.ui.stage.projection import SIDE
from equilix.units import Display
from equilix.words.language import say
from equilix.words.quantities import duration
from equilix.words.telling import begun, tell

MARGIN: Final = 9.0
LEAST_WIDE: Final = 62.0
HIGH: Final = 50.5
DRAWN: Final = 25.0
TEXT: Final = 2.9


def draw_conversion(paper: Paper, document: Document, found: Conversion, display: Display) -> None:
    """All steps, as many beside each other as the page is wide."""
    title = say("{start} → {end}").format(start=found.start.name, end=found.end.name)
    across = max(int((paper.width_mm - 2 * MARGIN) / LEAST_WIDE), 1)
    wide = (paper.width_mm - 2 * MARGIN) / across
    top = _heading(paper, title, found, display)
    book = OutlineBook()
    heaps = [
        heap_of(document, move.shown).assembly if move.shown.root in move.shown.by_id else None for move in found.moves
    ]
    scale = _scale(book, heaps, wide - 6, DRAWN)
    y, x = top, 0
    for number, (move, heap) in enumerate(zip(found.moves, heaps, strict=True), start=1):
        if x == across:
            x, y = 0, y + HIGH
        if y + HIGH > paper.height_mm - MARGIN + 0.1 and x == 0:
            paper.next_page()
            y = _heading(paper, title, found, display)
        place = (MARGIN + x * wide, y, wide)
        if heap is not None:
            draw_rig(paper, book, heap, (place[0] + 1, y + 6.5, wide - 6, DRAWN), move.moved, scale=scale)
        _step(paper, place, number, move, display)
        x += 1


def _scale(book: OutlineBook, heaps: Sequence[Assembly | None], wide: float, high: float) -> float:
    """One scale for all drawings, so that the eye follows what moves: the largest at which each fits."""
    best = 1.0
    for heap in heaps:
        if heap is not None:
            whole = extent(book.draw(heap, SIDE))
            best = min(best, wide / max(whole.width(), 1.0), high / max(whole.height(), 1.0))
    return best


def _heading(paper: Paper, title: str, found: Conversion, display: Display) -> float:
    """Title and what it comes to; where the steps begin."""
    wide = paper.width_mm - 2 * MARGIN
    paper.text(MARGIN, MARGIN + 4, title, 5.0, bold=True)
    y = paper.paragraph(MARGIN, MARGIN + 10, tell(headline(found), display), wide, 3.6, bold=True)
    for said in more_words(found):
        y = paper.paragraph(MARGIN, y + 0.6, begun(tell(said, display)), wide, TEXT, tone=QUIET)
    caution = say("Times are common practice. Hold the rig until it has been let go of and looked at.")
    y = paper.paragraph(MARGIN, y + 0.6, caution, wide, TEXT, tone=QUIET)
    return y + 1.0


def _step(paper: Paper, place: tuple[float, float, float], number: int, move: Move, display: Display) -> None:
    left, top, wide = place
    paper.line(left, top, left + wide - 3, top, 0.2, QUIET)
    paper.text(left, top + 5.5, str(number), 5.0, bold=True)
    said = f"{tell(move.tool, display)}, {duration(move.minutes * 60)}"
    paper.text(left + wide - 4, top + 4.2, said, 2.4, align="right", tone=QUIET)
    y = paper.paragraph(left, top + 6.5 + DRAWN + 3.6, tell(move.text, display) + ".", wide - 4, TEXT)
    after = tell(after_words(move), display)
    if after:
        paper.paragraph(left, y, after, wide - 4, 2.4, tone=ACCENT if move.held or move.pair else QUIET)
