"""Where figures come from: all figures of the rig on the left, on the right how the chosen one is worked out."""

from __future__ import annotations

import html
from typing import Final

from PySide6.QtCore import Qt
from PySide6.QtWidgets import QHBoxLayout, QHeaderView, QLineEdit, QTreeWidget, QTreeWidgetItem, QVBoxLayout, QWidget

from equilix.explain.origin import Group, Origin
from equilix.explain.origins import origins
from equilix.ui.session import Session
from equilix.ui.theme import Theme, font, grown
from equilix.ui.widgets.tint import plain_label, rich_label, show_text, text_label, tint
from equilix.ui.workspaces.page import LookedUp
from equilix.words.language import say
from equilix.words.telling import begun, tell
from equilix.words.wordings.wording import N_

GROUPS: Final[dict[Group, str]] = {
    "whole": N_("The rig"), "balance": N_("Balance"), "way": N_("Carried so"), "body": N_("What it costs the body"),
    "power": N_("Power"), "check": N_("Checks"),
    "plan": N_("A way to mend it"),
}  # fmt: skip
FIRST_OF: Final[dict[str, Group]] = {"fit": "body", "power": "power", "check": "check", "balance": "balance"}
"""What is chosen first, by the workspace one comes from."""
KEY: Final = Qt.ItemDataRole.UserRole


class OriginsPage(LookedUp):
    """A list that is filtered by typing, and one figure in full. Esc goes back to the work."""

    def __init__(self, session: Session, parent: QWidget | None = None) -> None:
        super().__init__(session, parent)
        self.origins: dict[str, Origin] = {}
        self.wanted = ""
        """The key of the figure that is shown, while it is there."""
        self.head = self.heading(say("Where figures come from"))
        self.hint = plain_label(say("Esc goes back to the work."))
        self.filter = QLineEdit()
        self.filter.setPlaceholderText(say("Find a figure"))
        self.filter.setAccessibleName(say("Find a figure"))
        self.filter.setClearButtonEnabled(True)
        self.filter.textChanged.connect(self._fill)
        self.list = QTreeWidget()
        self.list.setColumnCount(2)
        self.list.setHeaderHidden(True)
        self.list.setRootIsDecorated(False)
        self.list.setIndentation(10)
        self.list.setAccessibleName(say("Figures of the rig"))
        self.list.header().setSectionResizeMode(0, QHeaderView.ResizeMode.Interactive)
        self.list.setColumnWidth(0, 250)
        self.list.currentItemChanged.connect(self._chosen)
        self.first_focus = self.list
        self.title, self.value = text_label(bold=True, points=15), text_label(points=13)
        self.formula, self.inputs, self.source = text_label(points=12), rich_label(), text_label()
        self._lay_out()

    def _lay_out(self) -> None:
        self.outer.removeWidget(self.scroller)
        over = QHBoxLayout()
        over.setContentsMargins(16, 8, 12, 8)
        over.setSpacing(14)
        over.addWidget(self.head)
        over.addWidget(self.filter)
        over.addWidget(self.hint, 1)
        self.filter.setMaximumWidth(260)
        self.filter.setMinimumWidth(round(grown(130)))
        left = QVBoxLayout()
        left.setContentsMargins(16, 0, 8, 8)
        left.addWidget(self.list)
        both = QHBoxLayout()
        both.addLayout(left, 5)
        both.addWidget(self.scroller, 6)
        self.outer.addLayout(over)
        self.outer.addLayout(both, 1)
        self.how, self.into, self.word = (text_label(bold=True) for _ in range(3))
        self.labels = (
            self.title, self.value, self.how, self.formula, self.into, self.inputs, self.word, self.source,
        )  # fmt: skip
        for label in self.labels:
            self.column.addWidget(label)
        self.column.addStretch(1)

    def refresh(self) -> None:
        """Read all figures anew; the chosen one stays chosen while it is there."""
        self.origins = {each.key: each for each in (*origins(self.session.result), *self._of_plan())}
        self._fill()

    def _of_plan(self) -> list[Origin]:
        """The prices of the plan that was asked about, as long as it leads on from the rig as it is."""
        plan, now = self.session.view.explained, self.session.analysis
        if plan is None or (plan.before.setup, plan.before.assembly.parts) != (now.setup, now.assembly.parts):
            return []
        from equilix.planner.plan_origins import plan_origins

        return plan_origins(plan)

    def _fill(self) -> None:
        wanted, display = self.filter.text().strip().casefold(), self.session.document.display
        self.list.blockSignals(True)
        self.list.clear()
        chosen = None
        for group, title in GROUPS.items():
            rows = [
                (each, begun(tell(each.title)), tell(each.value, display))
                for each in self.origins.values()
                if each.group == group
            ]
            rows = [row for row in rows if wanted in f"{row[1]} {row[2]}".casefold()]
            if not rows:
                continue
            head = QTreeWidgetItem([say(title)])
            head.setFlags(Qt.ItemFlag.ItemIsEnabled)
            head.setFont(0, font(11, bold=True))
            self.list.addTopLevelItem(head)
            for each, name, said in rows:
                item = QTreeWidgetItem([name, said])
                item.setData(0, KEY, each.key)
                item.setToolTip(1, html.escape(said))
                head.addChild(item)
                if each.key == self.wanted or chosen is None:
                    chosen = item
            head.setExpanded(True)
        if chosen is not None:
            self.list.setCurrentItem(chosen)
        self.list.blockSignals(False)
        self._show()

    def show_origin(self, key: str, came_from: str = "") -> None:
        """Show one figure; with no key the first that matters in the workspace one comes from."""
        if key and key not in self.origins:
            self.refresh()  # a plan is asked about that was not when the page was filled
        group = FIRST_OF.get(came_from)
        first = next((each.key for each in self.origins.values() if each.group == group), "")
        self.wanted = key or first or self.wanted
        self.filter.clear()
        self._fill()
        item = self.list.currentItem()
        if item is not None:
            self.list.scrollToItem(item)

    def _chosen(self) -> None:
        item = self.list.currentItem()
        self.wanted = str(item.data(0, KEY) or "") if item is not None else ""
        self._show()

    def _show(self) -> None:
        item = self.list.currentItem()
        origin = self.origins.get(str(item.data(0, KEY))) if item is not None else None
        t, display = self.theme, self.session.document.display
        tint(self.hint, t.quiet)
        if origin is None:
            for label in self.labels:
                label.hide()
            none = say("No figure of this rig is called so.")
            said = none if self.origins else say("An empty rig has no figures yet. Mount a part first.")
            show_text(self.formula, said, t.quiet)
            return
        show_text(self.title, begun(tell(origin.title)), t.ink)
        show_text(self.value, tell(origin.value, display), t.hold)
        show_text(self.how, say("How it is worked out"), t.quiet)
        show_text(self.formula, tell(origin.formula, display), t.ink)
        show_text(self.into, say("What goes in") if origin.inputs else "", t.quiet)
        rows = "".join(
            f"<tr><td style='padding-right:24px'>{html.escape(tell(name, display))}</td>"
            f"<td align='right'><b>{html.escape(tell(value, display))}</b></td></tr>"
            for name, value in origin.inputs
        )
        show_text(self.inputs, f"<table cellspacing='3'>{rows}</table>" if rows else "", t.ink)
        show_text(self.word, say("On whose word"), t.quiet)
        show_text(self.source, begun(tell(origin.source, display)), t.ink)

    def wear(self, theme: Theme) -> None:
        """Show in another theme."""
        super().wear(theme)
        self._show()
