"""Tapes at true size on pages, with a line of 100 mm to check the printer."""

from __future__ import annotations

from collections.abc import Sequence
from typing import Final

from equilix.change.tape import OVERLAP_M, Piece, Strip, Tick, pieces
from equilix.ui.printing.paper import HOLD, QUIET, Paper
from equilix.ui.stage.ticks import figure, multiples
from equilix.units import M_PER_IN, Display
from equilix.words.language import say
from equilix.words.quantities import length
from equilix.words.telling import begun

MARGIN: Final = 10.0
TOP: Final = 34.0
"""Where the first tape begins: under the heading and the line of 100 mm."""
CONTROL_MM: Final = 100.0
END: Final = 4.0
"""So much tape goes on beyond the ends of the track."""
RULER, ROW, NAME = 7.0, 4.2, 5.5
"""Heights: of the ruler, of a row of labels, of the line over a tape."""
LABEL: Final = 3.0
OVERLAP: Final = OVERLAP_M * 1000


def draw_tapes(paper: Paper, title: str, strips: Sequence[Strip], display: Display) -> None:
    """All tapes, on as many pages as they need; a tape longer than the page is cut, with overlap marks."""
    _heading(paper, title)
    y = TOP
    room_m = (paper.width_mm - 2 * MARGIN - 2 * END) / 1000
    for strip in strips:
        for number, piece in enumerate(pieces(strip, room_m)):
            rows = _rows(paper, strip.ticks, piece)
            high = NAME + RULER + (max(rows.values(), default=0) + 1) * ROW
            if y + high > paper.height_mm - MARGIN and y > TOP:
                paper.next_page()
                _heading(paper, title)
                y = TOP
            _piece(paper, y, strip, piece, rows, display, first=number == 0)
            y += high + 4.0


def _heading(paper: Paper, title: str) -> None:
    paper.text(MARGIN, MARGIN + 4, title, 4.5, bold=True)
    y = MARGIN + 12
    paper.line(MARGIN, y, MARGIN + CONTROL_MM, y, 0.3)
    for x in (MARGIN, MARGIN + CONTROL_MM):
        paper.line(x, y - 2, x, y + 2, 0.3)
    wide = paper.width_mm - 2 * MARGIN
    said = say("This line is 100 mm. Where yours is not, print at 100 %, not fitted to the page.")
    paper.paragraph(MARGIN, y + 5, said, wide, 2.8, tone=QUIET)


def _rows(paper: Paper, ticks: Sequence[Tick], piece: Piece) -> dict[int, int]:
    """In which row over the ruler each label of a piece stands: over all that it would else run into.

    From the front to the rear: a label goes to the right of its tick, and the ticks that it passes over end below it.
    """
    found: dict[int, int] = {}
    for number, tick in reversed(list(enumerate(ticks))):
        if not piece.low_m - 1e-6 <= tick.reads_m <= piece.high_m + 1e-6:
            continue
        end = _x(piece, tick.reads_m) + 2.0 + paper.width_of(tick.label, LABEL, bold=True)
        under = [row for other, row in found.items() if _x(piece, ticks[other].reads_m) < end]
        found[number] = max(under, default=-1) + 1
    return found


def _x(piece: Piece, reads_m: float) -> float:
    """Where a reading stands on the page, mm."""
    return MARGIN + END + (reads_m - piece.low_m) * 1000


def _piece(
    paper: Paper, y: float, strip: Strip, piece: Piece, rows: dict[int, int], display: Display, *, first: bool
) -> None:
    wide = (piece.high_m - piece.low_m) * 1000 + 2 * END
    high = RULER + (max(rows.values(), default=0) + 1) * ROW
    said = say("{plate} on {owner}; now on {at}").format(
        plate=begun(strip.name), owner=strip.on, at=length(strip.now_m, display)
    )
    paper.text(MARGIN, y + 3.5, said if first else say("{plate}, goes on").format(plate=begun(strip.name)), 3.0)
    top, foot = y + NAME, y + NAME + high
    paper.frame(MARGIN, top, wide, high, 0.15, QUIET, dash=True)
    _ruler(paper, foot, piece, display)
    for number, row in rows.items():
        tick = strip.ticks[number]
        x, reach = _x(piece, tick.reads_m), foot - RULER - row * ROW
        paper.line(x, foot, x, reach - ROW + 0.8, 0.5, HOLD)
        paper.text(x + 0.8, reach - 1.0, tick.label, LABEL, bold=True)
    if piece.low_m - 1e-6 <= strip.now_m <= piece.high_m + 1e-6:
        x = _x(piece, strip.now_m)
        paper.shape([(x, foot), (x - 1.2, foot + 2.0), (x + 1.2, foot + 2.0)], filled=False)
    ends = (MARGIN + END + OVERLAP, 1.0), (MARGIN + wide - END - OVERLAP, -1.0)
    for letter, (x, align) in zip(piece.joins, ends, strict=True):
        if letter:
            paper.line(x, top, x, foot, 0.2, QUIET, dash=True)
            paper.text(x - align * 2.0, top + 3.4, letter, 3.0, bold=True, align="middle", tone=QUIET)


def _ruler(paper: Paper, foot: float, piece: Piece, display: Display) -> None:
    """Millimetres, or eighths of an inch, along the lower edge; figures at each centimetre or inch."""
    unit, small, large = (M_PER_IN, 0.125, 1) if display == "us" else (0.001, 1.0, 10)
    for count in multiples(piece.low_m / unit, piece.high_m / unit, small):
        value = count * small
        x, whole = _x(piece, value * unit), abs(value / large - round(value / large)) < 1e-9
        half = abs(2 * value / large - round(2 * value / large)) < 1e-9
        paper.line(x, foot, x, foot - (3.2 if whole else 2.2 if half else 1.3), 0.12)
        if whole:
            paper.text(x, foot - 3.8, figure(round(value, 3)), 2.2, align="middle")
