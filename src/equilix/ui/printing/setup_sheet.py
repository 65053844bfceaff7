"""A setup on one page: three views, the reading, what is set, power, checks; and the list of its parts."""

from __future__ import annotations

from typing import Final

from equilix.analysis import Analysis
from equilix.carry.conditions import off_by
from equilix.change.cards import Card, check_words
from equilix.change.parts_list import PartLine, cables_list, total
from equilix.facts import fact, grouped, mass
from equilix.result import Result
from equilix.rig.kinematics import Assembly
from equilix.ui.printing.paper import ACCENT, QUIET, Align, Paper
from equilix.ui.printing.rig_drawing import draw_rig
from equilix.ui.stage.outlines import OutlineBook, extent
from equilix.ui.stage.projection import FRONT, PLAN, SIDE
from equilix.units import Display
from equilix.words.language import say
from equilix.words.reading import read_out
from equilix.words.telling import begun, tell

MARGIN: Final = 12.0
TEXT: Final = 3.2
GAP: Final = 6.0


def draw_report(paper: Paper, card: Card, result: Result, display: Display, date: str) -> None:
    """One page; what finds no room on it is left to the screen, and that is said."""
    analysis = result.analysis
    wide = paper.width_mm - 2 * MARGIN
    at = paper.paragraph(MARGIN, MARGIN + 5, begun(card.title), wide, 6.5, bold=True)
    under = f"{tell(card.under, display)}. {tell(card.sure, display)}. {date}"
    at = paper.paragraph(MARGIN, at - 2.5, under, wide, TEXT, tone=QUIET)
    at = _views(paper, analysis.assembly, at, wide, 98.0)
    reading = read_out(analysis)
    at = paper.paragraph(MARGIN, at, tell(reading.verdict, display), wide, 5.0, bold=True)
    for said in (reading.rest, reading.cost):
        if said:
            at = paper.paragraph(MARGIN, at, tell(said, display), wide, TEXT + 0.2)
    at += 2.0
    half = (wide - GAP) / 2
    marks = [f"{begun(mark.name)}: {tell(mark.at, display)}" for mark in card.marks]
    balances = [f"{begun(tell(c.balance.key))}: {tell(off_by(c), display)}" for c in analysis.conditions]
    beside = MARGIN + half + GAP
    left = _section(paper, MARGIN, at, half, say("What is set"), marks, 16)
    right = _section(paper, beside, at, half, say("Balance"), balances, 6)
    right = _section(paper, beside, right, half, say("Power and load"), [tell(each, display) for each in card.lines], 8)
    at = max(left, right)
    checks = [f"▲ {tell(check_words(each), display)}" for each in result.checks if each.level != "fine"]
    room = int((paper.height_mm - MARGIN - 10 - at) / (TEXT * 1.3))
    _section(paper, MARGIN, at, wide, say("Check"), checks or [say("Nothing found.")], max(room - 2, 1), tone=ACCENT)
    foot = paper.wrapped(tell(card.caution, display), wide, 2.5)
    for number, line in enumerate(reversed(foot)):
        paper.text(MARGIN, paper.height_mm - MARGIN + 2 - number * 3.2, line, 2.5, tone=QUIET)


def _views(paper: Paper, assembly: Assembly, at: float, wide: float, high: float) -> float:
    """From the side large, from above under it and from the front beside it, in one scale."""
    book = OutlineBook()
    boxes = {view.name: extent(book.draw(assembly, view)) for view in (SIDE, PLAN, FRONT)}
    side, plan, front = boxes["side"], boxes["plan"], boxes["front"]
    if not side.width():
        return at
    scale = min((wide - GAP) / (side.width() + front.width()), (high - GAP) / (side.height() + plan.height()), 0.5)
    main = side.width() * scale
    draw_rig(paper, book, assembly, (MARGIN, at, main, side.height() * scale), scale=scale)
    beside = MARGIN + main + GAP
    draw_rig(paper, book, assembly, (beside, at, front.width() * scale, side.height() * scale), view=FRONT, scale=scale)
    below = at + side.height() * scale + GAP
    draw_rig(paper, book, assembly, (MARGIN, below, main, plan.height() * scale), view=PLAN, scale=scale)
    said = say("1 : {scale}").format(scale=f"{1 / scale:.3g}")
    paper.text(MARGIN + wide, below + plan.height() * scale, said, 2.6, align="right", tone=QUIET)
    return below + plan.height() * scale + 7.0


def draw_views(paper: Paper, title: str, analysis: Analysis, display: Display) -> None:
    """Three views of a rig on one page, with what it weighs."""
    wide = paper.width_mm - 2 * MARGIN
    paper.text(MARGIN, MARGIN + 4, title, 5.5, bold=True)
    weighs = tell(mass(analysis.mass.mass_kg), display)
    paper.text(MARGIN + wide, MARGIN + 4, weighs, 4.0, align="right")
    _views(paper, analysis.assembly, MARGIN + 10, wide, paper.height_mm - 2 * MARGIN - 14)


def _section(
    paper: Paper, x: float, at: float, wide: float, title: str, rows: list[str], most: int, *, tone: str = "#000000"
) -> float:
    """A heading and its lines, no more than so many; where the next stands."""
    if not rows:
        return at
    paper.line(x, at - 3.6, x + wide, at - 3.6, 0.15, QUIET)
    paper.text(x, at, title, TEXT, bold=True)
    at += TEXT * 1.45
    lines = [line for row in rows for line in paper.wrapped(row, wide, TEXT)]
    for line in lines[:most]:
        paper.text(x, at, line, TEXT, tone=tone)
        at += TEXT * 1.3
    if len(lines) > most:
        paper.text(x, at, say("… the rest is on the screen."), TEXT, tone=QUIET)
        at += TEXT * 1.3
    return at + 4.0


def draw_parts(paper: Paper, title: str, lines: tuple[PartLine, ...], result: Result, display: Display) -> None:
    """Every part with its mass, its price and where it goes, on as many pages as they need."""
    wide = paper.width_mm - 2 * MARGIN
    columns = (MARGIN, MARGIN + wide * 0.42, MARGIN + wide * 0.58, MARGIN + wide * 0.60)
    at = _parts_head(paper, title, columns, wide)
    for line in lines:
        price = "" if line.price is None else tell(grouped(line.price), display)
        name = paper.wrapped(begun(line.part.name), columns[1] - columns[0] - 3, TEXT)
        where = paper.wrapped(tell(line.where, display), MARGIN + wide - columns[3], TEXT)
        high = max(len(name), len(where)) * TEXT * 1.3 + 1.2
        if at + high > paper.height_mm - MARGIN - 6:
            paper.next_page()
            at = _parts_head(paper, title, columns, wide)
        for number, text in enumerate(name):
            paper.text(columns[0], at + number * TEXT * 1.3, text, TEXT)
        paper.text(columns[1] + 8, at, tell(mass(line.part.mass_kg), display), TEXT, align="right")
        paper.text(columns[2] - 1, at, price, TEXT, align="right")
        for number, text in enumerate(where):
            paper.text(columns[3] + 1, at + number * TEXT * 1.3, text, TEXT, tone=QUIET)
        at += high
    cost, unknown = total(lines)
    said = say("Together {price}").format(price=tell(grouped(cost), display))
    if unknown:
        said += ", " + tell(fact("parts_list.unknown", count=unknown), display)
    paper.text(columns[0], at + 2, said, TEXT, bold=True)
    at += 8
    for cable in cables_list(result.analysis.setup):
        at = paper.paragraph(columns[0], at, tell(cable, display), wide, TEXT, tone=QUIET)


def _parts_head(paper: Paper, title: str, columns: tuple[float, ...], wide: float) -> float:
    paper.text(MARGIN, MARGIN + 5, title, 5.5, bold=True)
    at = MARGIN + 13
    heads: tuple[tuple[float, str, Align], ...] = (
        (columns[0], say("Part"), "left"), (columns[1] + 8, say("Mass"), "right"),
        (columns[2] - 1, say("Price"), "right"), (columns[3] + 1, say("Where it goes"), "left"),
    )  # fmt: skip
    for x, said, align in heads:
        paper.text(x, at, said, TEXT, bold=True, align=align)
    paper.line(MARGIN, at + 1.5, MARGIN + wide, at + 1.5, 0.2, QUIET)
    return at + 6.5
