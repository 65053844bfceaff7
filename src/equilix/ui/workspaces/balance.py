"""Balance: the ways to mend the rig, and how sure the figures are."""

from __future__ import annotations

from collections.abc import Iterator
from functools import cached_property, partial
from typing import TYPE_CHECKING

from PySide6.QtCore import Qt
from PySide6.QtWidgets import QHBoxLayout, QPushButton, QWidget

from equilix.analysis import Analysis
from equilix.errors import Called
from equilix.facts import run
from equilix.ui.session import Session
from equilix.ui.theme import Theme
from equilix.ui.widgets.columns import Columns
from equilix.ui.widgets.tabs import Tabs
from equilix.ui.widgets.tint import plain_label, set_tip, tint
from equilix.ui.workspaces.page import Page
from equilix.words.language import say
from equilix.words.reading import CAUTION, CAUTION_LONG, sureness, whereabouts
from equilix.words.telling import tell
from equilix.words.wordings.wording import N_

if TYPE_CHECKING:
    from equilix.planner.plan import Plan
    from equilix.ui.widgets.card import PlanCard
    from equilix.ui.workspaces.figure_list import FigureList
    from equilix.ui.workspaces.guide_list import GuideList


_BEGIN = N_(
    "There is nothing on this rig yet. Lay its first part down from the mat (F1), or open the demo from Commands."
)
_UNSUPPORTED = N_("Mount {needs}, and the ways to balance the rig on it appear here; or carry it another way.")

MEND, BY_HAND, FIGURES = "mend", "by-hand", "figures"


class BalancePage(Page):
    """One card for each school that has an answer; the others say why not."""

    def __init__(self, session: Session, parent: QWidget | None = None) -> None:
        super().__init__(session, parent)
        self.tabs = Tabs({MEND: say("Mend it"), BY_HAND: say("By hand"), FIGURES: say("Figures")})
        self.tabs.chosen.connect(self.choose)
        self.column.addWidget(self.tabs)
        head = QHBoxLayout()
        self.head, self.state = self.heading(say("Ways to mend it")), plain_label()
        head.addWidget(self.head)
        head.addStretch(1)
        head.addWidget(self.state)
        self.column.addLayout(head)
        self.cards_column = QWidget()
        self.cards_layout = Columns(self.cards_column, 9)
        self.column.addWidget(self.cards_column)
        self.cards: list[PlanCard] = []
        self.cannot = self.note()
        self.column.addWidget(self.cannot)
        self.sure_head, self.sure, self.sure_todo = self.heading(say("How sure is this?")), self.note(), self.note()
        for widget in (self.sure_head, self.sure, self.sure_todo):
            self.column.addWidget(widget)
        self.to_bench = QPushButton(say("Find its balance point"))
        self.to_bench.clicked.connect(self._to_bench)
        self.column.addWidget(self.to_bench, 0, Qt.AlignmentFlag.AlignRight)
        self.where_head, self.where = self.heading(say("Where is the balance point?")), self.note()
        self.column.addWidget(self.where_head)
        self.column.addWidget(self.where)
        self.column.addStretch(1)
        self.caution = self.note(tell(CAUTION))
        set_tip(self.caution, tell(CAUTION_LONG))
        self.caution.setContentsMargins(16, 6, 12, 8)
        self.outer.addWidget(self.caution)
        session.answers.changed.connect(self._session_changed)
        self.job = session.jobs.new(say("Looking how it can lie on a table"))
        self.job.found.connect(self._lies)

    @cached_property
    def guide(self) -> GuideList:
        """The steps by hand; made when they are first looked at, as the start does not wait for them."""
        from equilix.ui.workspaces.guide_list import GuideList

        made = GuideList(self.session)
        made.answered.connect(self._bring_into_sight)
        self.column.insertWidget(self.column.count() - 1, made)
        return made

    @cached_property
    def figures(self) -> FigureList:
        """The figures; made when they are first looked at."""
        from equilix.ui.workspaces.figure_list import FigureList

        made = FigureList()
        made.asked_about.connect(self.session.view.ask_origin)
        self.column.insertWidget(self.column.count() - 1, made)
        return made

    def choose(self, tab: str) -> None:
        """Show the plans, the steps by hand, or the figures."""
        self.tabs.show_tab(tab)
        self.refresh()

    def next_card(self) -> None:
        """Put the focus on the next way to mend the rig."""
        if self.cards:
            now = next((i for i, card in enumerate(self.cards) if card.hasFocus()), -1)
            self.cards[(now + 1) % len(self.cards)].setFocus(Qt.FocusReason.ShortcutFocusReason)

    def _bring_into_sight(self, widget: QWidget) -> None:
        self.column.activate()
        self.scroller.ensureWidgetVisible(widget, 0, 12)

    def hideEvent(self, event: object) -> None:
        del event
        self.session.view.show_axis(None)
        self.session.view.show_overlay("table", False)

    def refresh(self) -> None:
        """Show the open tab."""
        tab, moving = self.tabs.tab, self.session.history.gesture is not None
        for widget in (self.head, self.state, self.cards_column):
            widget.setVisible(tab == MEND)
        for key, name in ((BY_HAND, "guide"), (FIGURES, "figures")):
            if tab == key or name in self.__dict__:
                getattr(self, name).setVisible(tab == key)
        if tab == BY_HAND and not moving:  # a drag shows on the drawing; the steps follow when it ends
            self.guide.theme = self.theme
            self.guide.refresh()
        elif tab != BY_HAND:
            self.session.view.show_axis(None)
        self.session.view.show_overlay("table", tab == FIGURES)
        if tab == FIGURES:
            self.keep_up()
        self._show_mending()
        self.cannot.setVisible(tab == MEND and bool(self.cannot.text()))
        for widget in (self.sure_head, self.sure, self.sure_todo, self.where_head, self.where):
            widget.setVisible(
                tab == MEND
                and bool(self.sure.text() if widget not in (self.where_head, self.where) else self.where.text())
            )

    def refresh_slow(self) -> None:
        """The figures; how it can lie on a table follows, when plans have been found."""
        if self.tabs.tab != FIGURES:
            return
        analysis, display = self.session.analysis, self.session.document.display
        self.figures.show_analysis(analysis, self.theme, display, lying=analysis.knows_how_it_lies)
        if not analysis.knows_how_it_lies and not self.session.answers.looking:
            self.job.start(partial(_lying, analysis))

    def _lies(self, analysis: Analysis) -> None:
        if analysis is self.session.analysis:
            self.refresh_slow()

    @property
    def waits(self) -> bool:
        """Whether something is still to be filled in."""
        return self.job.running or (self.tabs.tab == FIGURES and not self.session.analysis.knows_how_it_lies)

    def stop(self) -> None:
        """Call off what is under way."""
        super().stop()
        self.job.cancel()

    def _show_mending(self) -> None:
        session = self.session
        rests = session.analysis.status == "rests"
        self.head.setText(say("Nothing to mend") if rests else say("Ways to mend it"))
        working = [plan for plan in session.answers.plans if plan.answers]
        found = say("{working} found").format(working=len(working)) if session.answers.plans else ""
        self.state.setText(say("looking …") if session.answers.looking else found)
        tint(self.state, self.theme.quiet)
        self._show_cards([] if rests else working)
        refusals = [
            f"{tell(plan.title)}: {session.tell(run(plan.reason, plan.remedy))}"
            for plan in session.answers.plans
            if not (plan.works or plan.partly)
        ]
        if not session.analysis.conditions:
            refusals = [
                say(_BEGIN)
                if not session.setup.placements
                else say(_UNSUPPORTED).format(needs=tell(session.analysis.way.needs))
            ]
        if rests and not session.answers.looking:
            refusals = [say("It rests. Drag a part, or take one from the mat, and the answers appear here.")]
            self.state.setText("")
        self.cannot.setText("\n\n".join(refusals))
        tint(self.cannot, self.theme.quiet)
        if session.history.gesture is None:  # how sure it is does not change under the hand; it follows when that ends
            said, todo = sureness(session.analysis)
            self.sure.setText(session.tell(said))
            self.sure_todo.setText(session.tell(todo))
        tint(self.sure_todo, self.theme.hold)
        self.to_bench.setVisible(self.tabs.tab == MEND and bool(self.sure_todo.text()))
        tint(self.caution, self.theme.quiet)
        where = session.tell(whereabouts(session.analysis))
        self.where.setText(where)

    def _to_bench(self) -> None:
        """The part whose data are least sure, on the bench, where its balance point is entered."""
        suspect = self.session.analysis.suspect
        if suspect is not None:
            self.session.view.ask_part(suspect[0].id, "balance")

    def wear(self, theme: Theme) -> None:
        """Show in another theme."""
        self._drop_cards([])
        super().wear(theme)

    def _show_cards(self, plans: list[Plan]) -> None:
        """Cards that stand there already stay: a plan that arrives must not take one away under the mouse."""
        self._drop_cards(plans)
        shown = [card.plan for card in self.cards]
        for place, plan in enumerate(plans):
            if not any(plan is each for each in shown):
                from equilix.ui.widgets.card import PlanCard

                card = PlanCard(plan, self.theme, self.session.document.display)
                card.looked_at.connect(self.session.view.show_ghost)
                card.chosen.connect(self.session.apply_plan)
                card.asked_about.connect(self.session.view.ask_origin)
                self.cards_layout.insert_widget(place, card)
                self.cards.insert(place, card)
        if [card.plan for card in self.cards] != shown:
            self._compare()

    def _compare(self) -> None:
        """Every card shows in what the plans found so far differ most."""
        from equilix.planner.prices import compared

        keys, each, now = compared([card.plan for card in self.cards])
        for card, own in zip(self.cards, each, strict=True):
            card.compare(keys, own, [other for other in each if other is not own], now)

    def _drop_cards(self, but: list[Plan]) -> None:
        for card in [card for card in self.cards if not any(card.plan is plan for plan in but)]:
            self.cards.remove(card)
            card.hide()
            card.deleteLater()


def _lying(analysis: Analysis, called_off: Called) -> Iterator[Analysis]:
    """The rig, once it is worked out how it can lie: beside the interface, as SciPy is imported for it."""
    if not called_off():
        _ = analysis.lying
        yield analysis
