"""Fit: the rig on the operator's body: what tires, where the load goes, where grips and screen should be."""

from __future__ import annotations

from collections.abc import Iterable, Iterator
from functools import partial
from importlib import import_module
from typing import TYPE_CHECKING, NamedTuple

from PySide6.QtCore import QTimer
from PySide6.QtWidgets import QCheckBox, QWidget

from equilix.analysis import Analysis
from equilix.document import Document
from equilix.errors import Called, going_on
from equilix.fit.curves import Curve, lasts_s, operators_compared, over_aim, over_mass, over_slide, ways_compared
from equilix.fit.fit import Fit, bears
from equilix.kit.catalogue import CAMERAS
from equilix.planner.change import steadiness
from equilix.ui.session import Session
from equilix.ui.stage.fit_chart import FlowBar, StrengthBars
from equilix.ui.stage.layers.strength import Asked
from equilix.ui.theme import Theme, font
from equilix.ui.widgets.columns import Columns
from equilix.ui.widgets.fit_card import FitCard
from equilix.ui.widgets.rows import Row, section
from equilix.ui.widgets.sections import Sections
from equilix.ui.widgets.tabs import Tabs
from equilix.ui.widgets.tint import plain_label, show_text, text_label, tint
from equilix.ui.workspaces.finding_list import FindingList
from equilix.ui.workspaces.fit_texts import (
    Asks,
    asked_of,
    asked_words,
    compared,
    comparison_row,
    posture_rows,
    rest_rows,
    screening_rows,
)
from equilix.ui.workspaces.page import Page
from equilix.words.language import say
from equilix.words.quantities import duration
from equilix.words.reading import CAUTION_LONG, read_out
from equilix.words.telling import begun, tell

if TYPE_CHECKING:
    from equilix.planner.fit_plan import FitPlan
    from equilix.ui.stage.fit_plots import CurvePlot, SteadinessPlot

PLANS = 3
"""Grips, screen, head."""
BODY, MOVE, CURVES, COMPARE = "body", "move", "curves", "compare"
LATER_MS = 150


class FitPage(Page):
    """Four tabs; only the open one is filled, and what takes longer waits until the hand is still."""

    def __init__(self, session: Session, parent: QWidget | None = None) -> None:
        super().__init__(session, parent)
        self.tabs = Tabs({BODY: say("Body"), MOVE: say("Move it"), CURVES: say("Curves"), COMPARE: say("Compare")})
        self.tabs.chosen.connect(self.choose)
        self.column.addWidget(self.tabs)
        self.big, self.asked, self.flow, self.text = plain_label(), StrengthBars(), FlowBar(), Sections()
        self.big.setWordWrap(True)
        self.wrong_head, self.wrong = text_label(bold=True), FindingList(session, opens=False)
        self.asked.asked_about.connect(session.view.ask_origin)
        self.text.linked.connect(session.view.ask_origin)
        self.balance = QCheckBox(say("Balance and fit together"))
        self.balance.toggled.connect(self._plan)
        self.cards_column = QWidget()
        self.cards_layout = Columns(self.cards_column)
        self.cards: list[FitCard] = []
        self.plots = QWidget()
        """Empty until the curves are shown for the first time."""
        self.plots_layout = Columns(self.plots, spacing=14)
        self.charts: list[CurvePlot] = []
        self.steady: SteadinessPlot | None = None
        self.compared = [(text_label(bold=True), StrengthBars(above=True)) for _ in range(2)]
        bars = (each for pair in self.compared for each in pair)
        body = (self.big, self.asked, self.flow, *bars, self.wrong_head, self.wrong, self.text)
        for widget in (*body, self.balance, self.cards_column, self.plots):
            self.column.addWidget(widget)
        self.column.addStretch(1)
        self.caution = self.note(tell(CAUTION_LONG))
        self.caution.setContentsMargins(16, 6, 12, 8)
        self.outer.addWidget(self.caution)
        self.job = session.jobs.new(say("Looking for what suits the body"), PLANS)
        self.job.found.connect(self._found)
        self.dear = session.jobs.new(say("Working the curves out"))
        self.dear.found.connect(self._found_dear)
        self._planned_for: tuple[Document, bool, Theme] | None = None
        self._later = QTimer(self, singleShot=True, interval=LATER_MS)
        self._later.timeout.connect(self._fill_later)
        session.answers.changed.connect(self._session_changed)

    def choose(self, tab: str) -> None:
        """Open a tab."""
        self.tabs.show_tab(tab)
        self.refresh()

    def showEvent(self, event: object) -> None:
        self.session.view.show_overlay("figure", True)
        self.session.view.show_overlay("fit", self.tabs.tab == BODY)
        super().showEvent(event)

    def hideEvent(self, event: object) -> None:
        del event
        self.session.view.show_overlay("figure", False)
        self.session.view.show_overlay("fit", False)
        self.job.cancel()
        self.dear.cancel()
        self._planned_for = None
        self._later.stop()

    def refresh(self) -> None:
        """Show the open tab."""
        tab, fit = self.tabs.tab, self.session.result.fit
        self.big.setVisible(tab == BODY)
        self.flow.setVisible(tab == BODY)
        self.session.view.show_overlay("fit", self.isVisible() and tab == BODY)
        if tab != BODY:
            self.wrong_head.hide()
            self.wrong.hide()
        self.asked.setVisible(tab == BODY and bool(fit.ranges))
        self.text.setVisible(tab in (BODY, COMPARE))
        for head, bars in self.compared:
            head.setVisible(tab == COMPARE and bool(bars.asked))
            bars.setVisible(tab == COMPARE and bool(bars.asked))
        self.balance.setVisible(tab == MOVE)
        self.cards_column.setVisible(tab == MOVE)
        self.plots.setVisible(tab == CURVES)
        tint(self.caution, self.theme.quiet)
        self.caution.setVisible(tab == BODY)
        if tab == BODY:
            self._show_body(fit)
        else:
            self._later.start()

    def _show_body(self, fit: Fit) -> None:
        analysis, t = fit.analysis, self.theme
        tired, seconds = analysis.first_to_give_out, lasts_s(analysis)
        said = say("Nothing here tires the body.")
        if tired is not None and seconds > 0:
            said = say("{seconds}, then the {joint} gives out.").format(
                seconds=duration(seconds), joint=tell(tired.key)
            )
        elif analysis.assembly.ids and seconds == 0:
            said = say("It cannot be held so.")
        self.big.setFont(font(15, bold=True))
        self.big.setText(said)
        self.asked.show_asked(asked_of(fit), asked_words(fit), t)
        self.flow.show_parts([(tell(bears(on)), n) for on, n in fit.flow_n.items()], t, self.session.document.display)
        self.keep_up()

    def refresh_slow(self) -> None:
        """The long text of the body."""
        if self.tabs.tab != BODY:
            return
        fit, t = self.session.result.fit, self.theme
        wrong = self.session.result.fit_findings
        self.wrong.show_findings(wrong, t, self.session.document.display)
        self.wrong.setVisible(bool(wrong))
        show_text(self.wrong_head, say("Mind this") if wrong else "", t.ink)
        self.text.show_sections(
            [
                *_asks(say("Posture"), [*rest_rows(fit), *posture_rows(fit, self.session.document.display)], t),
                *_asks(say("Screening"), list(screening_rows(fit)), t),
            ],
            t,
        )

    def show_selection(self) -> None:
        """A part or a mark is selected on the drawing: the list goes to what is wrong there."""
        if self.tabs.tab == BODY:
            self.wrong.follow(self.scroller)

    def _fill_later(self) -> None:
        """What takes more than a moment, once the hand is still."""
        if not self.isVisible() or self.session.history.gesture is not None:
            return
        {MOVE: self._plan, CURVES: self._show_curves, COMPARE: self._show_comparison}.get(self.tabs.tab, _nothing)()

    def _show_curves(self) -> None:
        document, analysis = self.session.document, self.session.analysis
        if analysis.support is None:
            return
        self.dear.start(partial(_curves, document, analysis))

    def _show_comparison(self) -> None:
        self.dear.start(partial(_comparison, self.session.document, self.session.analysis))

    def _found_dear(self, found: list[Curve] | Compared) -> None:
        if isinstance(found, Compared):
            if self.tabs.tab != COMPARE:
                return  # another tab has been opened meanwhile: its texts stand there
            t, texts = self.theme, []
            titles = (say("The same rig on"), say("The same camera carried"))
            for (head, bars), title, rows in zip(self.compared, titles, found, strict=True):
                told = [row for _, row in rows]
                show_text(head, title if rows else "", t.ink)
                bars.setVisible(bool(rows))
                bars.show_asked([asked for asked, _ in rows], "; ".join(f"{row[0]}: {row[1]}" for row in told), t)
                texts += section(title, told, t)
            self.text.show_sections(texts, t)
            return
        self._show_found(found)

    def _show_found(self, found: list[Curve]) -> None:
        """The charts, made when they are first shown: what draws them takes a while to load."""
        from equilix.ui.stage.fit_plots import CurvePlot, SteadinessPlot

        if self.steady is None:
            self.steady = SteadinessPlot()
            self.plots_layout.addWidget(self.steady)
        while len(self.charts) < len(found):
            self.charts.append(CurvePlot())
            self.plots_layout.addWidget(self.charts[-1])
        points = [(say("now"), 1.0, lasts_s(self.session.analysis))]
        works = [plan for plan in self.session.answers.plans if plan.works]
        points += [(tell(plan.title), steadiness(plan), lasts_s(plan.after)) for plan in works]
        self.steady.show_points(points, self.theme)
        for number, chart in enumerate(self.charts):
            chart.setVisible(number < len(found))
            if number < len(found):
                chart.show_curve(found[number], self.theme, self.session.document.display)

    # plans for the body

    def _plan(self, _together: bool = False) -> None:
        if self.tabs.tab != MOVE or not self.isVisible():
            return
        wanted = (self.session.document, self.balance.isChecked(), self.theme)
        if self._planned_for is not None and all(a is b for a, b in zip(wanted, self._planned_for, strict=True)):
            return  # plans for the balance have arrived: the cards that stand here stay
        self._planned_for = wanted
        self.cards = []
        while (item := self.cards_layout.takeAt(0)) is not None:  # cards, and notes on what cannot be had
            gone = item.widget()
            if gone is not None:
                gone.hide()
                gone.deleteLater()
        document, setup_id = self.session.document, self.session.setup.id
        self.job.start(partial(_for_the_body, document, setup_id, self.balance.isChecked()))

    def _found(self, plan: FitPlan) -> None:
        if not plan.works:
            note = self.note(f"{tell(plan.title)}: {self.session.tell(plan.reason)}")
            tint(note, self.theme.quiet)
            self.cards_layout.addWidget(note)
            return
        card = FitCard(plan, self.theme, self.session.document.display)
        card.looked_at.connect(self.session.view.show_ghost)
        card.chosen.connect(self.session.apply_plan)
        card.asked_about.connect(self.session.view.ask_origin)
        self.cards.append(card)
        self.cards_layout.addWidget(card)
        self._compare()

    def _compare(self) -> None:
        """Every card shows in what it changes the rig most, and where the others stand in that."""
        from equilix.planner.prices import compared, prices

        each = [prices(card.plan) for card in self.cards]
        for card, own in zip(self.cards, each, strict=True):
            keys, _, now = compared([card.plan])
            card.compare(keys, own, [other for other in each if other is not own], now)

    @property
    def waits(self) -> bool:
        """Whether something is still to be filled in."""
        return self._later.isActive() or self.job.running or self.dear.running

    def stop(self) -> None:
        """Call off what is under way and wait for it."""
        super().stop()
        self._later.stop()
        self.job.cancel()
        self.dear.cancel()


class Compared(NamedTuple):
    """The same rig on others, and carried in other ways: a bar and a row for each, who lasts longest at the top."""

    people: list[tuple[Asked, Row]]
    ways: list[tuple[Asked, Row]]


def _curves(document: Document, analysis: Analysis, called_off: Called) -> Iterator[list[Curve]]:
    import_module("pyqtgraph")  # loaded here, where nobody waits for it
    slides = [over_slide(document, analysis, kinds, called_off) for kinds in (CAMERAS, ("battery",))]
    yield [over_aim(analysis, called_off), over_mass(analysis, called_off), *(each for each in slides if each)]


def _comparison(document: Document, analysis: Analysis, called_off: Called) -> Iterator[Compared]:
    def rows(found: Iterable[tuple[str, Analysis]]) -> list[tuple[Asked, Row]]:
        best_first = sorted(going_on(found, called_off), key=lambda each: -lasts_s(each[1]))
        return [(compared(name, each), comparison_row(name, each, document.display)) for name, each in best_first]

    ways = ways_compared(document, analysis, called_off).values()
    yield Compared(
        rows(operators_compared(document, analysis, called_off).items()),
        rows((begun(tell(each.way.phrase)), each) for each in ways),
    )


def _for_the_body(document: Document, setup_id: str, together: bool, called_off: Called) -> Iterator[FitPlan]:
    from equilix.planner.fitting import fit_plans
    from equilix.planner.prices import prices, prices_now

    for plan in fit_plans(document, setup_id, called_off, balance=together):
        if plan.works:  # all that its card shows is worked out here, and not where the card is made
            _ = read_out(plan.after), prices(plan), prices_now(plan)
        yield plan


def _asks(title: str, rows: list[Asks], theme: Theme) -> list[str]:
    return section(title, [row for _, row in rows], theme, [key for key, _ in rows])


def _nothing() -> None:
    """A tab with nothing to add."""
