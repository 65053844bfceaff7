"""A day on paper: everything with its time, a box for each take, what goes wrong where it does; on A4, or on A6."""

from __future__ import annotations

from collections.abc import Iterator
from typing import Final

from equilix.day.course import Course
from equilix.day.day_words import headline, hours_words, item_words, long_words, mark_words, times_words, wind_words
from equilix.day.rigs import Rigs
from equilix.day.schedule import Span
from equilix.facts import NOTHING, Sayable, duration, fact, listed, measured
from equilix.ui.printing.column import LEADING, Column
from equilix.ui.printing.paper import ACCENT, INK, QUIET, Paper
from equilix.units import Display
from equilix.words.reading import CAUTION
from equilix.words.telling import tell

MARGIN: Final = 9.0
TIMES: Final = 24.0
"""As wide is the column of times."""
BOX: Final = 3.4
BODY: Final = 3.2
SMALL: Final = 2.7
MOST_BOXES: Final = 12


def draw_day(paper: Paper, course: Course, rigs: Rigs, display: Display) -> None:
    """One thing under the other, on as many pages as it takes."""
    _Sheet(paper, course, rigs, display).draw()


class DayColumn(Column):
    """A column of a sheet of a day."""

    def __init__(self, paper: Paper, course: Course, rigs: Rigs, display: Display) -> None:
        super().__init__(paper, display, MARGIN)
        self.course, self.rigs = course, rigs


class _Sheet(DayColumn):
    def __init__(self, paper: Paper, course: Course, rigs: Rigs, display: Display) -> None:
        super().__init__(paper, course, rigs, display)
        k = self.larger
        self.small, self.body, self.box, self.times = SMALL * k, BODY * k, BOX * k, TIMES * k

    def draw(self) -> None:
        """All of it."""
        day, document = self.course.day, self.rigs.document
        self.paper.text(MARGIN, self.at, day.name, 1.7 * self.body, bold=True)
        self.paper.text(self.right, self.at, day.on, 1.1 * self.body, align="right", tone=QUIET)
        self.at += 2.0 * self.body
        wrong = bool(self.course.marks)
        said = f"{'▲ ' if wrong else ''}{self.told(headline(self.course, document))}."
        self.said(said, 1.1 * self.body, bold=True, tone=ACCENT if wrong else INK)
        self.at += 1.0
        for span in self.course.spans:
            self._span(span)
        self._rule()
        for each in self.course.hours:
            self._line(hours_words(each, document))
        self._line(CAUTION)

    def _rule(self) -> None:
        self.rule(self.body)
        self.at += 0.3 * self.body

    def _line(self, said: Sayable) -> None:
        text = self.told(said)
        self.said(text if text.endswith(".") else f"{text}.", self.small)

    def _span(self, span: Span) -> None:
        """A rule, the times, what it is; under that how it is carried, the boxes, what goes wrong."""
        document, inside, left = self.rigs.document, self.wide - self.times, MARGIN + self.times
        lines = [(text, QUIET) for text in self._details(span)]
        lines += [
            (f"▲ {self.told(mark_words(each, document))}", ACCENT)
            for each in self.course.marks if each.span is span
        ]  # fmt: skip
        rows = [(row, tone) for text, tone in lines for row in self.paper.wrapped(text, inside, self.small)]
        boxes = span.item.takes if span.item.kind == "scene" else 0
        self.room(2.8 * self.body + self.small * LEADING * len(rows) + (self.box + 2.0 if boxes else 0.0))
        self._rule()
        self.at += 0.25 * self.body
        if span.conversion_min > 0:
            said = tell(fact("day.conversion", time=duration(span.conversion_min * 60)), self.display)
            self.paper.text(left, self.at, said, self.small, tone=QUIET)
            self.at += self.small * 1.5
        times = tell(times_words(span), self.display)
        self.paper.text(MARGIN, self.at, times, self.body, bold=span.item.at_min is not None)
        name = self.paper.wrapped(self.told(item_words(span.item, document)), inside, 1.15 * self.body, bold=True)
        self.rows(left, name[:2], 1.15 * self.body, bold=True)
        if boxes:
            self._boxes(left, span)
        for row, tone in rows:
            self.rows(left, [row], self.small, tone=tone)
        self.at += 0.8 * self.body

    def _boxes(self, left: float, span: Span) -> None:
        """A box for each take, to be ticked; those that are shot are filled."""
        shown = min(span.item.takes, MOST_BOXES)
        for number in range(shown):
            x = left + number * (self.box + 1.4)
            self.paper.frame(x, self.at - self.box + 0.6, self.box, self.box, 0.25)
            if number < span.shot:
                self.paper.line(x, self.at + 0.6, x + self.box, self.at - self.box + 0.6, 0.35)
        more = f"+{span.item.takes - shown}" if span.item.takes > shown else ""
        self.paper.text(left + shown * (self.box + 1.4), self.at, more, self.small, tone=QUIET)
        self.at += self.box + 1.8

    def _details(self, span: Span) -> Iterator[str]:
        """How often and how long; how it is carried, by whom, with what; what is noted."""
        item = span.item
        if item.kind == "deadline":
            return
        yield tell(listed(_how(span, self.rigs)), self.display)
        if item.note:
            yield item.note


def _how(span: Span, rigs: Rigs) -> Iterator[Sayable]:
    item, document = span.item, rigs.document
    yield long_words(item)
    analysis = rigs.carried(span) if item.kind == "scene" else None
    if analysis is None:
        return
    if item.name and item.setup in document.setups_by_id:
        yield document.setups_by_id[item.setup].name
    yield fact("card.carried", way=analysis.way.phrase, operator=analysis.operator.name)
    lens = document.parts_by_id.get(item.lens or "")
    yield NOTHING if lens is None else lens.name
    for each in item.without:
        placed = document.setups_by_id[item.setup or ""].by_id.get(each)
        yield NOTHING if placed is None else fact("day.without", part=document.parts_by_id[placed.part].name)
    yield NOTHING if item.height is None else fact(f"day.height_{item.height}")
    yield wind_words(span, rigs)
    yield NOTHING if item.celsius is None else measured(item.celsius, "°C")
