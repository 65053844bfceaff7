"""The window: header, row of workspaces, the drawing, and the open workspace."""

from __future__ import annotations

from collections.abc import Callable
from functools import partial
from pathlib import Path

from PySide6.QtCore import QPoint, QRect, Qt
from PySide6.QtGui import QCloseEvent, QDragEnterEvent, QDropEvent
from PySide6.QtWidgets import (
    QApplication,
    QFrame,
    QHBoxLayout,
    QMainWindow,
    QPushButton,
    QSizePolicy,
    QVBoxLayout,
    QWidget,
)

from equilix.store import recovery, remembered
from equilix.ui.commands import COMMANDS, Commands
from equilix.ui.disk_messages import DiskMessages
from equilix.ui.files import Files
from equilix.ui.header import Header
from equilix.ui.job_line import JobLine
from equilix.ui.messages import MessageBar
from equilix.ui.reading_bar import ReadingBar
from equilix.ui.room import Room
from equilix.ui.session import Session
from equilix.ui.stage.stage import Stage
from equilix.ui.theme import PREP_ROOM, THEMES, Theme, enlarged, font, grown, wear
from equilix.ui.widgets.tint import on_button, plain_label, set_tip, tint
from equilix.ui.workspaces import table
from equilix.ui.workspaces.page import Page
from equilix.ui.workspaces.pages import Pages
from equilix.units import Display
from equilix.words.language import say
from equilix.words.quantities import percent

SMALLEST, USUAL = (1024, 640), (1280, 800)
TITLE_BAR_PX = 36
"""What the frame of a window takes of the height, before anyone can ask it (common practice, no source)."""
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
        self.at_arms_length = False
        self.text_percent = round(100 * enlarged())
        """Of what is usual; it holds from the next start on."""
        self._came_from = dict.fromkeys(table.LOOKED_UP, table.FIRST)
        """For each workspace that one leaves again with Esc, from where it was opened."""
        self.pages = Pages(session, self)
        self.commands = Commands(self, self, [*table.commands(), *COMMANDS])
        self.jobs = JobLine(session.jobs)
        self.nav = self._make_nav()
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
        self.put_on(PREP_ROOM)
        self.show_page(table.FIRST)
        self.refresh()

    def _make_nav(self) -> QWidget:
        nav = QWidget()
        nav.setFixedWidth(round(grown(NAV_PX)))
        column = QVBoxLayout(nav)
        column.setContentsMargins(10, 12, 4, 10)
        column.setSpacing(2)
        self.tabs: dict[str, QPushButton] = {}
        for workspace in table.WORKSPACES:
            if workspace.in_the_row:
                tab = self._nav_button(say(workspace.title), self.commands[workspace.opens.key].trigger)
                tab.setToolTip(f"{say(workspace.title)} ({workspace.shortcut})")
                self.tabs[workspace.key] = tab
                column.addWidget(tab)
        column.addStretch(1)
        column.addWidget(self.jobs)
        for key, title in (
            ("undo", say("Undo")),
            ("redo", say("Redo")),
            ("open", say("Open …")),
            ("save", say("Save")),
            ("arms-length", say("Arm’s length")),
        ):
            button = self._nav_button(title, self.commands[key].trigger)
            button.setToolTip(f"{title} ({self.commands[key].shortcut().toString()})")
            column.addWidget(button)
        self.mark = plain_label(say("▲ not backed up"))
        self.mark.setFont(font(11, bold=True))
        self.mark.hide()
        column.addWidget(self.mark)
        self.more = self._nav_button(say("Commands"), self.show_commands)
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
        unkept = self.session.desk.unkept
        self.mark.setVisible(bool(unkept))
        set_tip(self.mark, unkept)
        tint(self.mark, self.theme.tip)
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
        self._mark_tabs()

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
        """Put a part on the bench, at a tab and a mounting point; without one, go back to the work."""
        if not part_id:
            self.show_page(self._came_from[table.BENCH])
            return
        self.show_page(table.BENCH)
        from equilix.ui.workspaces.bench.page import BenchPage

        page = self.page
        assert isinstance(page, BenchPage)
        page.open_part(part_id, tab, point)

    def ask_page(self, key: str, tab: str = "") -> None:
        """Open a workspace at one of its tabs."""
        self.show_page(key)
        if tab:
            self.page.choose(tab)

    def _mark_tabs(self) -> None:
        """Show which workspace is open; again in another theme, as a new style sheet gives back the fonts it found."""
        for each, tab in self.tabs.items():
            on, title = each == self.pages.open_key, say(table.BY_KEY[each].title)
            tab.setText(f"▍{title}" if on else f"  {title}")
            tab.setFont(font(12, bold=on))
            tab.setAccessibleName(say("{title}, open").format(title=title) if on else title)

    @property
    def page(self) -> Page:
        """The open workspace."""
        return self.pages.page

    def show_commands(self) -> None:
        """List every command with its keys."""
        menu = self.commands.menu()
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
        menu.popup(self.more.mapToGlobal(QPoint(self.more.width(), -menu.sizeHint().height() + self.more.height())))

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
        self._mark_tabs()

    def change_theme(self) -> None:
        """The other theme."""
        self.put_on(THEMES[(THEMES.index(self.theme) + 1) % len(THEMES)])

    def change_text(self, step: int) -> None:
        """Larger text from the next start on, or with a negative step smaller."""
        place = remembered.TEXT_PERCENT.index(self.text_percent) + step
        self.text_percent = remembered.TEXT_PERCENT[min(max(place, 0), len(remembered.TEXT_PERCENT) - 1)]
        self.remember()
        self.commands.refresh()
        said = say("Text is at {percent} of its usual size from the next start.")
        self.session.said.emit(said.format(percent=percent(self.text_percent / 100)), False)

    def change_units(self) -> None:
        """Metric or US."""
        other: Display = "us" if self.session.document.display == "metric" else "metric"
        self.session.show_units(other)

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

    def offer_lost_work(self) -> None:
        """Offer what an earlier run left unsaved."""
        lost = [work for work in recovery.find_lost() if not work.put_aside]
        if not lost:
            return
        newest = lost[0]
        name = newest.original.name if newest.original else newest.name or say("a new document")
        others = (
            ""
            if len(lost) < 2
            else say(" There is one more.")
            if len(lost) == 2
            else say(" There are {lost} more.").format(lost=len(lost) - 1)
        )
        self.message.offer(
            "lost",
            say("Equilix ended without saving {name}.{others}").format(name=name, others=others),
            [
                (say("Recover it"), lambda: self.bring_back(newest)),
                (say("Look at it"), lambda: self.show_page("unsaved")),
            ],
        )

    def bring_back(self, work: recovery.LostWork) -> None:
        """Go on with lost work; what else is lost is offered next."""
        self.session.desk.recover(work)
        self.offer_lost_work()

    # what is remembered from one start to the next

    def remember(self) -> None:
        """Keep what the window is like for the next start."""
        plain = self.normalGeometry() if self.isMaximized() or self.isFullScreen() else self.geometry()
        remembered.remember(
            remembered.Remembered(
                plain.width(), plain.height(), self.x(), self.y(), self.isMaximized(), self.room.column_px,
                self.room.strip_px, self.theme.name, self.session.units, self.pages.open_key,
                self.text_percent,
            )
        )  # fmt: skip

    def recall(self, seen: remembered.Remembered, screen: QRect) -> None:
        """Be as it was left, as far as that still fits the screen's free area; a first window fits it too."""
        width, height = seen.width_px or USUAL[0], seen.height_px or USUAL[1]
        free = screen.width(), screen.height() - TITLE_BAR_PX
        self.resize(max(min(width, free[0]), SMALLEST[0]), max(min(height, free[1]), SMALLEST[1]))
        if seen.x_px is not None and seen.y_px is not None and screen.contains(seen.x_px + 40, seen.y_px + 10):
            self.move(seen.x_px, seen.y_px)
        if seen.maximized:
            self.setWindowState(Qt.WindowState.WindowMaximized)
        self.room.column_px, self.room.strip_px = seen.column_px, seen.strip_px
        theme = next((each for each in THEMES if each.name == seen.theme), None)
        if theme is not None and theme is not self.theme:
            self.put_on(theme)
        if seen.workspace in self.tabs:
            self.show_page(seen.workspace)
        self.room.share()

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
        self.remember()
        for page in self.pages:
            page.stop()
        self.jobs.close_down()
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
