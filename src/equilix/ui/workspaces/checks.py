"""Check: what can break, strike, pinch or fall, worst first; the order to build and to strip; the rules of thumb."""

from __future__ import annotations

from collections.abc import Iterator
from functools import partial

from PySide6.QtCore import Qt
from PySide6.QtWidgets import QPushButton, QWidget

from equilix.checks.build_order import BuildStep
from equilix.checks.rules import RULES, rule
from equilix.document import Document
from equilix.edits import powering
from equilix.errors import Called
from equilix.facts import Sayable, fact, run
from equilix.result import Result
from equilix.ui.session import Session
from equilix.ui.theme import Theme
from equilix.ui.widgets.rows import Row, section
from equilix.ui.widgets.sections import Sections
from equilix.ui.widgets.tabs import Tabs
from equilix.ui.widgets.tint import plain_label, tint
from equilix.ui.widgets.values_panel import ValuesPanel
from equilix.ui.workspaces.finding import FindingRow
from equilix.ui.workspaces.finding_list import FindingList
from equilix.ui.workspaces.page import Page
from equilix.words.language import say
from equilix.words.reading import CAUTION_LONG
from equilix.words.telling import tell
from equilix.words.wordings.wording import N_

TITLES = {"build": N_("Build order: from the core outwards"), "strip": N_("Strip: cables first, the core last")}
FOUND, BUILD, STRIP = "found", "build", "strip"


def _sentence(step: BuildStep) -> Sayable:
    return run(fact("error.sentence", said=step.text), step.rests)


class CheckPage(Page):
    """Findings, build order, strip order."""

    def __init__(self, session: Session, parent: QWidget | None = None) -> None:
        super().__init__(session, parent)
        self.tabs = Tabs({FOUND: say("Found"), BUILD: say("Build order"), STRIP: say("Strip")})
        self.tabs.chosen.connect(self.choose)
        self.column.addWidget(self.tabs)
        self.in_hand = plain_label(say("in hand"))
        self.in_hand.setAlignment(Qt.AlignmentFlag.AlignRight)
        self.in_hand.setContentsMargins(0, 0, 9, 0)
        self.column.addWidget(self.in_hand)
        self.list = FindingList(session, say("Nothing to check yet: the rig is empty."))
        self.column.addWidget(self.list)
        self.text = Sections()
        self.column.addWidget(self.text)
        self.rules = QPushButton(say("Rules of thumb …"))
        self.rules.clicked.connect(self.open_rules)
        self.column.addWidget(self.rules)
        self.column.addStretch(1)
        self.caution = self.note(tell(CAUTION_LONG))
        self.caution.setContentsMargins(16, 6, 12, 8)
        self.outer.addWidget(self.caution)
        self.job = session.jobs.new(say("Looking how it rests at each step"))
        self.job.found.connect(self._found)
        self._ordered_for: tuple[str, Document, str] | None = None
        self._told = ""
        """The order that stands there, or is being worked out."""

    @property
    def rows(self) -> list[FindingRow]:
        """The findings, as they stand in the list."""
        return self.list.rows

    def choose(self, tab: str) -> None:
        """Open a tab."""
        self.tabs.show_tab(tab)
        self.refresh()

    def refresh(self) -> None:
        """Show the open tab."""
        if self.session.history.gesture is not None:
            return
        tab, t = self.tabs.tab, self.theme
        self.list.setVisible(tab == FOUND)
        self.rules.setVisible(tab == FOUND)
        self.text.setVisible(tab != FOUND)
        self.in_hand.setVisible(tab == FOUND)
        tint(self.in_hand, t.quiet)
        self.session.view.show_overlay("checks", tab == FOUND)
        tint(self.caution, t.quiet)
        if tab == FOUND:
            self.list.show_findings(self.session.result.checks, t, self.session.document.display)
            return
        self._order(tab)

    def _order(self, tab: str) -> None:
        """Work the order out beside the interface; what stands there stays until it is known."""
        wanted = (tab, self.session.document, self.session.setup.id)
        if self._ordered_for is not None and all(
            a is b or a == b for a, b in zip(wanted, self._ordered_for, strict=True)
        ):
            return
        self._ordered_for = wanted
        if tab != self._told:
            self._told = tab
            self._show_text(tab, [("", say("Looking how it rests at each step …"), "")])

        self.job.start(partial(_ordered, tab, self.session.result))

    def _show_text(self, tab: str, rows: list[Row]) -> None:
        self.text.show_sections(section(say(TITLES[tab]), rows, self.theme), self.theme)

    def _found(self, found: tuple[str, tuple[BuildStep, ...]]) -> None:
        tab, steps = found
        rows = [
            (f"{number}  {tell(step.tool)}", self.session.tell(_sentence(step)), "")
            for number, step in enumerate(steps, start=1)
        ]
        self._show_text(tab, rows)

    @property
    def waits(self) -> bool:
        """Whether something is still to be filled in."""
        return self.job.running

    def wear(self, theme: Theme) -> None:
        """Show in another theme."""
        self._ordered_for = None
        super().wear(theme)

    def showEvent(self, event: object) -> None:
        super().showEvent(event)
        self.session.view.show_overlay("checks", self.tabs.tab == FOUND)

    def hideEvent(self, event: object) -> None:
        del event
        self.session.view.show_overlay("checks", False)
        self.job.cancel()
        self._ordered_for = None

    def stop(self) -> None:
        """Call off what is under way and wait for it."""
        super().stop()
        self.job.cancel()

    def show_selection(self) -> None:
        """A part is selected on the drawing: the list goes to what was found there."""
        if self.tabs.tab != FOUND:
            return
        self.list.follow(self.scroller)

    def open_rules(self) -> None:
        """Show the rules of thumb, to be changed."""
        self.panel = rules_panel(self.rules, self.session)
        self.panel.open_under(self.rules)


def rules_panel(parent: QWidget, session: Session) -> ValuesPanel[str]:
    """A field for each rule of thumb."""
    mine = session.document.rules
    panel = ValuesPanel[str](
        parent, session, say("Common practice, no source. The maker’s rating wins wherever there is one."),
        {key: (tell(each.label), each.quantity, rule(mine, key)) for key, each in RULES.items()},
        powering.set_rule, say("Change rules of thumb"),
    )  # fmt: skip
    panel.setMinimumWidth(430)
    return panel


def _ordered(tab: str, result: Result, called_off: Called) -> Iterator[tuple[str, tuple[BuildStep, ...]]]:
    result.work_out_heaps(called_off)
    yield tab, result.build_order if tab == BUILD else result.strip_order
