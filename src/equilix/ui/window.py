"""The window: header, workspaces, stage and the column of the open workspace."""

from __future__ import annotations

from collections.abc import Callable
from functools import partial
from pathlib import Path

from PySide6.QtCore import QPoint, Qt
from PySide6.QtGui import QCloseEvent, QDragEnterEvent, QDropEvent
from PySide6.QtWidgets import (
    QApplication,
    QFrame,
    QHBoxLayout,
    QMainWindow,
    QPushButton,
    QSizePolicy,
    QStackedWidget,
    QVBoxLayout,
    QWidget,
)

from equilix.edits import rigging
from equilix.store import recovery
from equilix.ui import actions
from equilix.ui.disk_messages import DiskMessages
from equilix.ui.files import Files
from equilix.ui.header import Header
from equilix.ui.messages import MessageBar
from equilix.ui.reading_bar import ReadingBar
from equilix.ui.session import Session
from equilix.ui.stage.stage import Stage
from equilix.ui.theme import PREP_ROOM, THEMES, Theme, font, wear
from equilix.ui.widgets.tint import on_button, plain_label, set_tip, tint
from equilix.ui.workspaces import TITLES, UNSAVED, Pages
from equilix.ui.workspaces.page import Page
from equilix.units import Display
from equilix.words.steps import lines

SMALLEST = (1024, 640)
COLUMN_PX = 336
PAGE_KEYS = {"Fit": "fit-page"}
"""Commands of workspaces whose own word means something else already."""
NAV_PX = 112


class Window(QMainWindow):
    """Thin: it lays out, switches workspaces, and hands commands on."""

    def __init__(self, session: Session) -> None:
        super().__init__()
        self.session: Session = session
        session.setParent(self)
        self.theme: Theme = PREP_ROOM
        self.files: Files = Files(session, self)
        self.header, self.reading = Header(session), ReadingBar(session)
        self.stage: Stage = Stage(session)
        self.message = MessageBar(session, self.stage)
        self.disk = DiskMessages(session.desk, self.message, self.files, self.close_anyway)
        self._let_go = False
        self.pages = Pages(session)
        self.stack = QStackedWidget()
        self.stack.setFixedWidth(COLUMN_PX)
        self.actions_ = actions.build(self)
        self.nav = self._make_nav()
        self._lay_out()
        self.setMinimumSize(*SMALLEST)
        self.resize(1280, 800)
        self.setAcceptDrops(True)
        session.changed.connect(self.refresh)
        session.selection.changed.connect(partial(actions.refresh, self, self.actions_))
        session.desk.changed.connect(self.refresh)
        self.show_page("Balance")
        self.put_on(PREP_ROOM)
        self.refresh()

    def _make_nav(self) -> QWidget:
        nav = QWidget()
        nav.setFixedWidth(NAV_PX)
        column = QVBoxLayout(nav)
        column.setContentsMargins(10, 12, 4, 10)
        column.setSpacing(2)
        self.tabs: dict[str, QPushButton] = {}
        for title in TITLES:
            command = self.actions_[PAGE_KEYS.get(title, title.lower())]
            tab = self._nav_button(title, command.trigger)
            tab.setToolTip(f"{title} ({command.shortcut().toString()})")
            self.tabs[title] = tab
            column.addWidget(tab)
        column.addStretch(1)
        for key, title in (
            ("undo", "Undo"),
            ("redo", "Redo"),
            ("open", "Open …"),
            ("save", "Save"),
            ("arms-length", "Arm’s length"),
        ):
            button = self._nav_button(title, self.actions_[key].trigger)
            button.setToolTip(f"{title} ({self.actions_[key].shortcut().toString()})")
            column.addWidget(button)
        self.mark = plain_label("▲ not put by")
        self.mark.setFont(font(11, bold=True))
        self.mark.hide()
        column.addWidget(self.mark)
        self.more = self._nav_button("Commands", self.show_commands)
        column.addWidget(self.more)
        return nav

    def _nav_button(self, title: str, act: Callable[[], object]) -> QPushButton:
        button = QPushButton(title)
        button.setProperty("plain", True)
        button.setFont(font())
        button.setSizePolicy(QSizePolicy.Policy.Expanding, QSizePolicy.Policy.Fixed)
        button.setCursor(Qt.CursorShape.PointingHandCursor)
        button.clicked.connect(act)
        return button

    def _lay_out(self) -> None:
        centre = QWidget()
        column = QVBoxLayout(centre)
        column.setContentsMargins(0, 0, 0, 0)
        column.setSpacing(0)
        column.addWidget(self.reading)
        column.addWidget(self.stage, 1)
        body = QHBoxLayout()
        body.setContentsMargins(0, 0, 0, 0)
        body.setSpacing(0)
        self.nav_rule, self.column_rule = _rule(vertical=True), _rule(vertical=True)
        for widget in (self.nav, self.nav_rule, centre, self.column_rule, self.stack):
            body.addWidget(widget, 1 if widget is centre else 0)
        root = QWidget()
        whole = QVBoxLayout(root)
        whole.setContentsMargins(0, 0, 0, 0)
        whole.setSpacing(0)
        self.header_rule = _rule(vertical=False)
        whole.addWidget(self.header)
        whole.addWidget(self.header_rule)
        whole.addLayout(body, 1)
        self.setCentralWidget(root)

    # what is shown

    def refresh(self) -> None:
        """Title and commands follow the session."""
        name = self.session.desk.path.name if self.session.desk.path else self.session.document.name or "new document"
        unsaved = "• " if self.session.desk.dirty else ""
        self.setWindowTitle(f"{unsaved}{name} – Equilix".replace("[*]", "[*][*]"))  # Qt's own mark, written out
        unkept = self.session.desk.unkept
        self.mark.setVisible(bool(unkept))
        set_tip(self.mark, unkept)
        tint(self.mark, self.theme.tip)
        actions.refresh(self, self.actions_)

    def show_page(self, title: str) -> None:
        """Open a workspace."""
        page = self.pages[title]
        if self.stack.indexOf(page) < 0:
            page.wear(self.theme)
            self.stack.addWidget(page)
        self.stack.setCurrentWidget(page)
        self.session.view.show_ghost(None)
        (page.first_focus or self.stage.side).setFocus(Qt.FocusReason.OtherFocusReason)
        for name, tab in self.tabs.items():
            on = name == title
            tab.setText(f"▍{name}" if on else f"  {name}")
            tab.setFont(font(12, bold=on))
            tab.setAccessibleName(f"{name}, open" if on else name)

    @property
    def page(self) -> Page:
        """The open workspace's column."""
        return next(page for page in self.pages.made if page is self.stack.currentWidget())

    def show_commands(self) -> None:
        """List every command with its keys."""
        menu = actions.menu(self, self.actions_)
        if self.session.desk.aside:
            menu.addSection("Put aside, to go on with")
            for sheet in self.session.desk.aside:
                menu.addAction(on_button(sheet.title), partial(self.session.desk.go_back, sheet))
        files = self.files.recent()
        if files:
            menu.addSection("Opened last")
            for path in files:
                menu.addAction(on_button(path.name), partial(self.files.open, path))
        menu.setAttribute(Qt.WidgetAttribute.WA_DeleteOnClose)
        menu.popup(self.more.mapToGlobal(QPoint(self.more.width(), -menu.sizeHint().height() + self.more.height())))

    def put_on(self, theme: Theme) -> None:
        """Wear a theme."""
        self.theme = theme
        application = QApplication.instance()
        assert isinstance(application, QApplication)
        wear(application, theme)
        for rule in (self.nav_rule, self.column_rule, self.header_rule):
            rule.setStyleSheet(f"background: {theme.rule};")
        self.reading.theme = theme
        self.message.wear(theme)
        self.reading.refresh()
        self.stage.wear(theme)
        for page in self.pages.made:
            page.wear(theme)

    def change_theme(self) -> None:
        """The other theme."""
        self.put_on(THEMES[(THEMES.index(self.theme) + 1) % len(THEMES)])

    def change_units(self) -> None:
        """Metric or US."""
        other: Display = "us" if self.session.document.display == "metric" else "metric"
        self.session.show_units(other)

    def toggle_arms_length(self) -> None:
        """Only the drawing, the sentence and the next step, large; and back."""
        on = not self.stack.isHidden()
        for widget in (self.stack, self.nav, self.nav_rule, self.column_rule):
            widget.setVisible(not on)
        self.stage.at_arms_length(on)
        self.reading.large = on
        self.reading.refresh()
        if on and self.session.answers.plans:
            plan = next((p for p in self.session.answers.plans if p.answers), None)
            if plan is not None and self.session.analysis.status != "rests":
                self.message.offer(
                    "next",
                    f"Next: {lines(plan)[0]}.",
                    [("Do it", lambda: self.session.apply_plan(plan))],
                )
        elif not on:
            self.message.withdraw("next")

    def next_card(self) -> None:
        """Put the focus on the next way to mend the rig, which shows its ghost."""
        if self.page is not self.pages.balance:
            self.show_page("Balance")
        cards = self.pages.balance.cards
        if cards:
            now = next((i for i, card in enumerate(cards) if card.hasFocus()), -1)
            cards[(now + 1) % len(cards)].setFocus(Qt.FocusReason.ShortcutFocusReason)

    def take_off(self) -> None:
        """Take the selected part off the rig."""
        selected, setup = self.session.selection.id, self.session.setup
        if selected is not None:
            name = self.session.document.parts_by_id[setup.by_id[selected].part].name
            self.session.edit(f"Take {name} off", lambda d: rigging.remove(d, setup.id, selected))

    def offer_lost_work(self) -> None:
        """Offer what an earlier run left unsaved."""
        lost = [work for work in recovery.find_lost() if not work.put_aside]
        if not lost:
            return
        newest = lost[0]
        name = newest.original.name if newest.original else newest.name or "a new document"
        others = (
            "" if len(lost) < 2 else " There is one more." if len(lost) == 2 else f" There are {len(lost) - 1} more."
        )
        self.message.offer(
            "lost",
            f"Equilix ended without saving {name}.{others}",
            [("Bring it back", lambda: self.bring_back(newest)), ("Look at it", lambda: self.show_page(UNSAVED))],
        )

    def bring_back(self, work: recovery.LostWork) -> None:
        """Go on with lost work; what else is lost is offered next."""
        self.session.desk.recover(work)
        self.offer_lost_work()

    # files dropped on the window; closing

    def dragEnterEvent(self, event: QDragEnterEvent) -> None:
        if any(url.isLocalFile() for url in event.mimeData().urls()):
            event.acceptProposedAction()

    def dropEvent(self, event: QDropEvent) -> None:
        files = [url.toLocalFile() for url in event.mimeData().urls() if url.isLocalFile()]
        if files:
            self.files.open(Path(files[0]))

    def closeEvent(self, event: QCloseEvent) -> None:
        if not self._let_go:
            homeless = self.session.desk.put_all_by()
            if homeless:  # the one case in which closing would lose something
                event.ignore()
                self.disk.ask_before_closing(homeless)
                return
        for page in self.pages.made:
            page.stop()
        self.session.close()
        super().closeEvent(event)

    def close_anyway(self) -> None:
        """Close although something is lost: the person has said so, or the system ends the program."""
        self._let_go = True
        self.close()

    def end_now(self) -> None:
        """The system ends the program: put the work by and close at once, without a question."""
        self.session.desk.put_all_by()
        self.close_anyway()


def _rule(*, vertical: bool) -> QFrame:
    rule = QFrame()
    if vertical:
        rule.setFixedWidth(1)
    else:
        rule.setFixedHeight(1)
    return rule
