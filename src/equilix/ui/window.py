"""The window: header, row of workspaces, the drawing, and the open workspace."""

from __future__ import annotations

from functools import partial
from pathlib import Path
from typing import TYPE_CHECKING

from msgspec.structs import replace
from PySide6.QtCore import QPoint, QRect, Qt
from PySide6.QtGui import QCloseEvent, QDragEnterEvent, QDropEvent
from PySide6.QtWidgets import (
    QApplication,
    QFrame,
    QHBoxLayout,
    QMainWindow,
    QVBoxLayout,
    QWidget,
)

from equilix.store.remembered import Remembered
from equilix.store.settings import TEXT_PERCENT
from equilix.ui.commands import COMMANDS, Commands
from equilix.ui.disk_messages import DiskMessages
from equilix.ui.files import Files
from equilix.ui.header import Header
from equilix.ui.job_line import JobLine
from equilix.ui.lost_work import LostWork
from equilix.ui.messages import MessageBar
from equilix.ui.nav import Nav
from equilix.ui.placing import SMALLEST, USUAL, recall, remember
from equilix.ui.reading_bar import ReadingBar
from equilix.ui.room import Room
from equilix.ui.session import Session
from equilix.ui.stage.stage import Stage
from equilix.ui.theme import PREP_ROOM, THEMES, Theme, wear
from equilix.ui.widgets.tint import on_button
from equilix.ui.workspaces import table
from equilix.ui.workspaces.page import Page
from equilix.ui.workspaces.pages import Pages
from equilix.units import Display
from equilix.words.language import say

if TYPE_CHECKING:
    from equilix.ui.tour import Tour


class Window(QMainWindow):
    """Thin: it lays out, switches workspaces, and hands commands on."""

    def __init__(self, session: Session) -> None:
        super().__init__()
        self.session: Session = session
        session.setParent(self)
        self.chosen = session.chosen
        self.theme: Theme = next((each for each in THEMES if each.name == self.chosen.now.theme), PREP_ROOM)
        self.files: Files = Files(session, self)
        self.header, self.reading = Header(session), ReadingBar(session)
        self.header.setup.pulled = lambda: self.files.handing_on.drag(self.header.setup)
        self.stage: Stage = Stage(session)
        self.message = MessageBar(session, self.stage)
        self.disk = DiskMessages(session.desk, self.message, self.files, self.close_anyway)
        self._let_go = False
        self.at_arms_length = False
        self.tour: Tour | None = None
        """The way round, while it is being shown."""
        self._came_from = dict.fromkeys(table.LOOKED_UP, table.FIRST)
        """For each workspace that one leaves again with Esc, from where it was opened."""
        self.pages = Pages(session, self)
        self.commands = Commands(self, self, [*table.commands(), *COMMANDS], self.chosen)
        self.jobs = JobLine(session.jobs)
        self.nav: Nav = Nav(self.commands, self.jobs)
        self.tabs = self.nav.tabs
        self.nav.more.clicked.connect(self.show_commands)
        self.lost = LostWork(session.desk, self.message, partial(self.show_page, "unsaved"))
        self._lay_out()
        self.setMinimumSize(*SMALLEST)
        self.resize(*USUAL)
        self.setAcceptDrops(True)
        session.changed.connect(self.refresh)
        for changed in (session.selection.changed, session.jobs.changed):
            changed.connect(self.commands.refresh)
        session.desk.changed.connect(self.refresh)
        session.view.origin_asked.connect(self.ask_origin)
        session.view.part_asked.connect(self.ask_part)
        session.view.page_asked.connect(self.ask_page)
        session.view.back_asked.connect(self.go_back)
        session.view.tour_asked.connect(self.show_around)
        self.chosen.changed.connect(self._follow)
        self.put_on(self.theme)
        self.show_page(table.FIRST)
        self.refresh()

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
        self.nav_rule = _rule(vertical=True)
        self.room: Room = Room(centre, self.stage, self.pages.stack)
        for widget in (self.nav, self.nav_rule, self.room):
            body.addWidget(widget, 1 if widget is self.room else 0)
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
        name = (
            self.session.desk.path.name if self.session.desk.path else self.session.document.name or say("new document")
        )
        unsaved = "• " if self.session.desk.dirty else ""
        self.setWindowTitle(
            say("{unsaved}{name} – Equilix").format(unsaved=unsaved, name=name).replace("[*]", "[*][*]")
        )  # Qt's own mark, written out
        self.nav.show_unkept(self.session.desk.unkept, self.theme)
        self.commands.refresh()

    def show_page(self, key: str) -> None:
        """Open a workspace, by its key."""
        if self.at_arms_length:
            self.toggle_arms_length()
        left = self.pages.open_key
        if key in self._came_from and left != key and self._came_from.get(left) != key:  # and not on the way back to it
            self._came_from[key] = left
        page = self.pages.open(key, self.theme)
        self.room.show_use(self.pages.workspace.use)
        self.session.view.show_ghost(None)
        (page.first_focus or self.stage.side).setFocus(Qt.FocusReason.OtherFocusReason)
        self.nav.show_open(self.pages.open_key)

    def ask_origin(self, key: str) -> None:
        """Show where a figure comes from; asked again without one, go back to the work."""
        if self.pages.open_key == table.ORIGINS and not key:
            self.show_page(self._came_from[table.ORIGINS])
            return
        self.show_page(table.ORIGINS)
        from equilix.ui.workspaces.origins_page import OriginsPage

        page = self.page
        assert isinstance(page, OriginsPage)
        page.show_origin(key, self._came_from[table.ORIGINS])

    def ask_part(self, part_id: str, tab: str = "", point: str = "") -> None:
        """Put a part on the bench, at a tab and a mounting point."""
        self.show_page(table.BENCH)
        from equilix.ui.workspaces.bench.page import BenchPage

        page = self.page
        assert isinstance(page, BenchPage)
        page.open_part(part_id, tab, point)

    def look_up(self, key: str) -> None:
        """Open what one looks up, or, where it is open, go back to the work."""
        self.show_page(key if self.pages.open_key != key else self._came_from[key])

    def go_back(self) -> None:
        """Leave what was looked up."""
        self.show_page(self._came_from.get(self.pages.open_key, table.FIRST))

    def find_anything(self) -> None:
        """Find a command, a part, a setup, a lens … by its name."""
        from equilix.ui.findable import entries
        from equilix.ui.finder import Finder

        self.finder = Finder(self, entries(self.session, self.commands, self.header))
        self.finder.open_over(self)

    def show_around(self) -> None:
        """The way round, on the demo: a step at a time, beside what it is about."""
        from equilix.ui.tour import Tour

        if self.tour is not None:
            self.tour.end()
        places = {
            "rig": self.stage.side, "reading": self.reading, "page": self.pages.stack, "nav": self.nav,
            "commands": self.nav.more,
        }  # fmt: skip
        if self.at_arms_length:
            self.toggle_arms_length()
        self.files.open_demo()
        self.show_page("balance")
        keys = {key.replace("-", "_"): self.commands.keys_of(key) or "–" for key in self.commands.actions}
        self.tour = Tour(self, self.stage.side, places, keys)
        self.tour.ended.connect(self._forget_tour)
        self.tour.show_step(0)

    def offer_tour(self) -> None:
        """Offer the way round, once."""
        if not self.chosen.now.shown_around:
            self.chosen.become(replace(self.chosen.now, shown_around=True))
            said = say("New here? Five steps on the demo take a minute.")
            self.message.offer("tour", said, [(say("Show me around"), self.show_around)])

    def _forget_tour(self) -> None:
        self.tour = None

    def ask_page(self, key: str, tab: str = "") -> None:
        """Open a workspace at one of its tabs."""
        self.show_page(key)
        if tab:
            self.page.choose(tab)

    @property
    def page(self) -> Page:
        """The open workspace."""
        return self.pages.page

    def show_commands(self) -> None:
        """List every command with its keys."""
        menu, more = self.commands.menu(), self.nav.more
        if self.session.desk.aside:
            menu.addSection(say("Put aside, to go on with"))
            for sheet in self.session.desk.aside:
                menu.addAction(on_button(sheet.title), partial(self.session.desk.go_back, sheet))
        files = self.files.recent()
        if files:
            menu.addSection(say("Opened last"))
            for path in files:
                menu.addAction(on_button(path.name), partial(self.files.open, path))
        menu.setAttribute(Qt.WidgetAttribute.WA_DeleteOnClose)
        menu.popup(more.mapToGlobal(QPoint(more.width(), -menu.sizeHint().height() + more.height())))

    def put_on(self, theme: Theme) -> None:
        """Wear a theme."""
        self.theme = theme
        application = QApplication.instance()
        assert isinstance(application, QApplication)
        wear(application, theme)
        for rule in (self.nav_rule, self.header_rule):
            rule.setStyleSheet(f"background: {theme.rule};")
        self.reading.theme = theme
        self.message.wear(theme)
        self.reading.refresh()
        self.stage.wear(theme)
        self.jobs.wear(theme)
        for page in self.pages:
            page.wear(theme)
        self.nav.show_open(self.pages.open_key)

    def change_theme(self) -> None:
        """The other theme."""
        other = THEMES[(THEMES.index(self.theme) + 1) % len(THEMES)]
        self.chosen.become(replace(self.chosen.now, theme=other.name))

    def change_text(self, step: int) -> None:
        """Larger text, or with a negative step smaller."""
        place = TEXT_PERCENT.index(self.chosen.now.text_percent) + step
        percent = TEXT_PERCENT[min(max(place, 0), len(TEXT_PERCENT) - 1)]
        self.chosen.become(replace(self.chosen.now, text_percent=percent))

    def change_units(self) -> None:
        """Metric or US."""
        other: Display = "us" if self.session.document.display == "metric" else "metric"
        self.session.show_units(other)

    def _follow(self) -> None:
        """What was chosen is another: theme and keys follow at once."""
        wanted = next((each for each in THEMES if each.name == self.chosen.now.theme), PREP_ROOM)
        if wanted is not self.theme:
            self.put_on(wanted)
        self.commands.follow_keys()
        self.commands.refresh()
        self.nav.show_keys()

    def toggle_arms_length(self) -> None:
        """Only the drawing, the sentence and the next step, large; of a day, now and next; and back."""
        on = self.at_arms_length = not self.at_arms_length
        aside = self.room.drawing if self.page.at_arms_length(on) else self.pages.stack
        for widget in (aside, self.nav, self.nav_rule):
            widget.setVisible(not on)
        if not on:
            self.room.show_use(self.pages.workspace.use)
        if aside is self.room.drawing:
            return
        self.stage.at_arms_length(on)
        self.reading.large = on
        self.reading.refresh()
        self.message.withdraw("next")
        plan = next((p for p in self.session.answers.plans if on and p.answers), None)
        if plan is not None and self.session.analysis.status != "rests":
            from equilix.words.steps import told_lines

            self.message.offer(
                "next",
                say("Next: {said}.").format(said=self.session.tell(told_lines(plan)[0].said)),
                [(say("Do it"), lambda: self.session.apply_plan(plan))],
            )

    def recall(self, seen: Remembered, screen: QRect) -> None:
        """Be as it was left, as far as that still fits the screen's free area."""
        recall(self, self.room, seen, screen)
        if seen.workspace in self.tabs:
            self.show_page(seen.workspace)
        self.room.share()

    # files dropped on the window; closing

    def dragEnterEvent(self, event: QDragEnterEvent) -> None:
        if event.source() is None and any(url.isLocalFile() for url in event.mimeData().urls()):
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
        remember(self, self.room, self.pages.open_key)
        for page in self.pages:
            page.stop()
        self.jobs.close_down()
        self.files.close()
        super().closeEvent(event)
        self.hide()  # gone at once; what is under way has been called off and is waited for out of sight
        self.session.close()

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
