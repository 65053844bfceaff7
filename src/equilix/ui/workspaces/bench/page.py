"""The part bench: one part in three views, its editors beside it, and what it has changed on the rig."""

from __future__ import annotations

from functools import cached_property, partial
from importlib import import_module
from typing import TYPE_CHECKING, Any, Final

import numpy as np
from PySide6.QtCore import Qt
from PySide6.QtGui import QKeyEvent, QResizeEvent
from PySide6.QtWidgets import QHBoxLayout, QVBoxLayout, QWidget

from equilix.analysis import Analysis
from equilix.carry.conditions import Condition
from equilix.edits.kit import uses
from equilix.facts import fact
from equilix.kit.catalogue import kind_of
from equilix.kit.parts import Part
from equilix.ui.session import Session
from equilix.ui.theme import Theme, grown
from equilix.ui.widgets.choice import ChoiceBox
from equilix.ui.widgets.tabs import Tabs
from equilix.ui.widgets.tint import show_text, text_label
from equilix.ui.workspaces.bench import places
from equilix.ui.workspaces.bench.drawing import PartDrawing
from equilix.ui.workspaces.bench.entry import Editor, ListEditor
from equilix.ui.workspaces.bench.places import Chosen, Sort
from equilix.ui.workspaces.page import LookedUp
from equilix.units import Display
from equilix.words.language import say
from equilix.words.quantities import length, mass
from equilix.words.reading import lasts
from equilix.words.telling import tell

if TYPE_CHECKING:
    from equilix.ui.workspaces.bench.points import PointsEditor
    from equilix.ui.workspaces.bench.solids import SolidsEditor
    from equilix.ui.workspaces.part_form import PartForm

POINTS, SHAPE, GRIPS, MOVES, BALANCE, POWER, ABOUT = "points", "shape", "grips", "moves", "balance", "power", "about"
SORTS: Final[dict[str, tuple[Sort, ...]]] = {GRIPS: places.HANDS, MOVES: places.MOVING}
"""What is chosen and moved on the drawing at a tab; at the others the mounting points."""
EDITED: Final[dict[Sort, tuple[str, str]]] = {
    "offers": (POINTS, "points"), "hangs_by": (POINTS, "points"), "grips": (GRIPS, "grips"), "pad": (GRIPS, "grips"),
    "controls": (GRIPS, "controls"), "pivots": (MOVES, "joints"), "gears": (MOVES, "gears"),
}  # fmt: skip
"""At which tab, and with which editor, each sort is."""
COLUMN_PX, LOW_PX = 396, 280
"""Of the editors; and under this height what happens on the rig is told by the reading alone."""


def _editor(module: str, name: str, sort: Sort | None = None) -> cached_property[Any]:
    """An editor that is made, and its module loaded, when it is first looked at; ``sort``: what it marks."""

    def make(page: BenchPage) -> Editor:
        made: Editor = getattr(import_module(f"equilix.ui.workspaces.bench.{module}"), name)(page.session)
        if sort is not None:
            assert isinstance(made, ListEditor)  # only lists have something to mark
            made.chosen.connect(partial(page._marked, sort))
        page._put(made)
        return made

    return cached_property(make)


class BenchPage(LookedUp):
    """Opened from any part; Esc goes back to the work."""

    def __init__(self, session: Session, parent: QWidget | None = None) -> None:
        super().__init__(session, parent)
        self.part_id = ""
        self.before: tuple[str, str, Analysis] | None = None
        """Part, setup, and the rig as it was when the part was put on the bench."""
        self.which = ChoiceBox()
        self.which.setAccessibleName(say("Part on the bench"))
        self.which.activated.connect(lambda index: self.open_part(self.which.itemData(index)))
        self.said, self.hint = text_label(), text_label(wrap=False)
        self.drawing = PartDrawing()
        self.first_focus = self.drawing
        self.drawing.picked.connect(self.choose_point)
        self.drawing.moved.connect(self._move)
        self.drawing.set_here.connect(self._set_new)
        self.drawing.set_nothing.connect(lambda: self.points.set_one.setChecked(False))
        self.tabs = Tabs(
            {POINTS: say("Points"), SHAPE: say("Shape"), GRIPS: say("Grips"), MOVES: say("Moves"),
             BALANCE: say("Balance"), POWER: say("Power"), ABOUT: say("About")},
            tight=True,
        )  # fmt: skip
        self.tabs.chosen.connect(self.choose)
        self.column.addWidget(self.tabs)
        self.rig = text_label()
        self.rig.setContentsMargins(10, 4, 10, 8)
        self._lay_out()

    def _lay_out(self) -> None:
        self.outer.removeWidget(self.scroller)
        over = QHBoxLayout()
        over.setContentsMargins(16, 8, 12, 4)
        over.setSpacing(12)
        self.which.setMinimumWidth(round(grown(200)))
        over.addWidget(self.which, 2)
        over.addWidget(self.said, 3)
        over.addWidget(self.hint)
        both = QHBoxLayout()
        both.setContentsMargins(8, 0, 0, 0)
        left = QVBoxLayout()
        left.setSpacing(2)
        left.addWidget(self.drawing, 1)
        left.addWidget(self.rig)
        both.addLayout(left, 1)
        self.scroller.setFixedWidth(round(grown(COLUMN_PX)))
        both.addWidget(self.scroller)
        self.outer.addLayout(over)
        self.outer.addLayout(both, 1)
        self.column.addStretch(1)

    def _put(self, editor: QWidget) -> None:
        self.column.insertWidget(self.column.count() - 1, editor)

    @cached_property
    def points(self) -> PointsEditor:
        """The mounting points; made when they are first looked at, as all editors are."""
        from equilix.ui.workspaces.bench.points import PointsEditor

        made = PointsEditor(self.session)
        made.picked.connect(self.choose_point)
        made.setting.connect(self.drawing.set_next)
        self._put(made)
        return made

    @cached_property
    def solids(self) -> SolidsEditor:
        """The solids."""
        from equilix.ui.workspaces.bench.solids import SolidsEditor

        made = SolidsEditor(self.session)
        made.chosen.connect(self._frame)
        self._put(made)
        return made

    rooms = _editor("rooms", "RoomsEditor")
    """What stays free; under the solids."""
    from_file = _editor("from_file", "FromFileEditor")
    """The shape from a file; under what stays free."""
    grips = _editor("grips", "GripsEditor", "grips")
    """Where it is held."""
    controls = _editor("controls", "ControlsEditor", "controls")
    """What is worked with a finger; under the grips."""
    joints = _editor("joints", "JointsEditor", "pivots")
    """What bends and draws out."""
    gears = _editor("gears", "GearsEditor", "gears")
    """What turns by teeth; under the joints."""
    balance = _editor("balance", "BalanceEditor")
    """Where it balances."""
    power = _editor("power", "PowerEditor")
    """What it gives and takes."""
    sockets = _editor("sockets", "SocketsEditor")
    """Where signals come in and go out; under the power."""

    belongings = _editor("belongings", "BelongingsEditor")
    """Whose it is, and its picture; under the form."""

    @cached_property
    def about(self) -> PartForm:
        """Name, kind, mass, size, price."""
        from equilix.ui.workspaces.part_form import PartForm

        made = PartForm(self.session, stays=True)
        self._put(made)
        return made

    @cached_property
    def optics(self) -> Editor:
        """What a lens sees, what a camera records; under the form."""
        from equilix.ui.workspaces.bench.optics import OpticsEditor

        _ = self.about  # stands over it
        made = OpticsEditor(self.session)
        self._put(made)
        return made

    @property
    def part(self) -> Part | None:
        """What lies on the bench: the part asked for, or the first of the kit where that has gone."""
        document = self.session.document
        return document.parts_by_id.get(self.part_id) or (document.parts[0] if document.parts else None)

    def open_part(self, part_id: str, tab: str = "", point: str = "") -> None:
        """Put a part of the kit on the bench, at a tab and at one of the points that others mount on."""
        if part_id != self.part_id:
            self.part_id = part_id
            self.before = None
            self.drawing.choose(None)
            if "points" in self.__dict__:
                self.points.chosen = None
        if tab:
            self.tabs.show_tab(tab)
        self._show()
        if point:
            self.choose_point(Chosen("offers", point))

    def choose(self, tab: str) -> None:
        """Open a tab."""
        self.tabs.show_tab(tab)
        self._show()

    def choose_point(self, chosen: Chosen | None) -> None:
        """Something of the part is chosen, on the drawing or in a list: both show it."""
        self.drawing.choose(chosen)
        if chosen is None:
            self.points.choose(None)
            return
        tab, name = EDITED[chosen.side]
        if tab == POINTS:
            self.points.chosen = chosen
        elif self.part is not None and chosen.side != "pad":
            getattr(self, name).number = chosen.number(self.part)
        if tab != self.tabs.tab:
            self.choose(tab)
        else:
            getattr(self, name).show_part(self.part)

    def _move(self, chosen: Chosen, place_m: np.ndarray) -> None:
        part = self.part
        if part is not None:
            label = say("Move a mounting point") if chosen.side in places.POINTS else say("Move what is on a part")
            editor: Editor = getattr(self, EDITED[chosen.side][1])
            editor.take(label, lambda d: places.moved(d, part.id, chosen, place_m))

    def _set_new(self, place_m: np.ndarray, toward: np.ndarray) -> None:
        self.points.set_new(place_m, toward)

    def _marked(self, sort: Sort, number: int) -> None:
        """One of a list is chosen: the drawing marks it."""
        names = [name for name, _ in places.places_of(self.part, sort)] if self.part is not None else []
        self.drawing.choose(Chosen(sort, names[number]) if number < len(names) else None)

    def _frame(self, number: int) -> None:
        self.drawing.solid = number
        self.drawing.update()

    def refresh(self) -> None:
        """Show the part as it is now. While something moves on the rig, only what the rig does then."""
        if self.session.history.gesture is None:
            self._show()
        else:
            self.keep_up()

    def refresh_slow(self) -> None:
        self._show_rig()

    def _show(self) -> None:
        part, tab, session = self.part, self.tabs.tab, self.session
        if part is not None:
            self.part_id = part.id
        if self.before is None or self.before[:2] != (self.part_id, session.setup.id):
            self.before = (self.part_id, session.setup.id, session.analysis)
        self._fill_which()
        self.drawing.theme = self.theme
        self.drawing.show_part(part, session.document.display)
        for key, name in (
            (POINTS, "points"),
            (SHAPE, "solids"),
            (SHAPE, "rooms"),
            (SHAPE, "from_file"),
            (GRIPS, "grips"),
            (GRIPS, "controls"),
            (MOVES, "joints"),
            (MOVES, "gears"),
            (BALANCE, "balance"),
            (POWER, "power"),
            (POWER, "sockets"),
        ):
            if tab == key or name in self.__dict__:
                editor: Editor = getattr(self, name)
                editor.theme = self.theme
                editor.setVisible(tab == key and part is not None)
                if tab == key:
                    editor.show_part(part)
        self.drawing.sorts = SORTS.get(tab, places.POINTS)
        self.drawing.solid = self.solids.number if tab == SHAPE else None
        optics = tab == ABOUT and part is not None and sees(part)
        if optics or "optics" in self.__dict__:
            self.optics.theme = self.theme
            self.optics.setVisible(optics)
            self.optics.show_part(part if optics else None)
        if (tab == ABOUT and part is not None) or "belongings" in self.__dict__:
            _ = self.about  # stands over it
            self.belongings.theme = self.theme
            self.belongings.setVisible(tab == ABOUT and part is not None)
            self.belongings.show_part(part if tab == ABOUT else None)
        if tab == ABOUT and part is not None:
            self.about.theme = self.theme
            self.about.open_part(part.id)
        elif "about" in self.__dict__:
            self.about.hide()
        show_text(self.hint, say("Esc goes back."), self.theme.quiet)
        show_text(self.said, self._summary(part), self.theme.quiet)
        self._show_rig()

    def _fill_which(self) -> None:
        parts = self.session.document.parts
        if [self.which.itemData(row) for row in range(self.which.count())] != [part.id for part in parts] or any(
            self.which.itemText(row) != part.name for row, part in enumerate(parts)
        ):
            self.which.clear()
            for part in parts:
                self.which.addItem(part.name, part.id)
        self.which.setCurrentIndex(self.which.findData(self.part_id))
        self.which.setEnabled(bool(parts))

    def _summary(self, part: Part | None) -> str:
        """'440 g, 3 mounting points, used in 2 setups'."""
        document = self.session.document
        if part is None:
            return say("There is no part in the kit yet. Begin on the mat (F1) with “New part …”.")
        points = tell(fact("bench.points", count=len(part.offers) + len(part.hangs_by)))
        users = tell(fact("bench.setups", count=sum(uses(setup, part.id) for setup in document.setups)))
        usual = (
            ""
            if part.sized
            else ("  ◆ " + say("Its size is the usual one of its kind: measure it, and enter it at About."))
        )
        return f"{mass(part.mass_kg, document.display)}, {points}, {users}{usual}"

    def _show_rig(self) -> None:
        """What the rig does now, beside what it did when the part was put on the bench."""
        if self.before is None:  # nothing has been shown yet
            return
        was, now = self.before[2], self.session.analysis
        figures = "  ·  ".join(f"{name} {said}" for name, said in _changes(was, now, self.session.document.display))
        said = say("On the rig {setup}: {figures}").format(setup=self.session.setup.name, figures=figures)
        room = self.height() >= grown(LOW_PX)
        show_text(self.rig, said if self.session.setup.placements and room else "", self.theme.ink)

    def resizeEvent(self, event: QResizeEvent) -> None:
        super().resizeEvent(event)
        self._show_rig()

    def wear(self, theme: Theme) -> None:
        """Show in another theme."""
        self.drawing.theme = theme
        super().wear(theme)

    def keyPressEvent(self, event: QKeyEvent) -> None:
        if event.key() != Qt.Key.Key_Escape or not self.drawing.let_be():
            super().keyPressEvent(event)


def sees(part: Part) -> bool:
    """Whether there is anything to say of what it sees: a lens, or a camera."""
    kind = kind_of(part)
    return kind.camera or kind.key == "lens"


def _changes(was: Analysis, now: Analysis, display: Display) -> list[tuple[str, str]]:
    """Mass, every condition, and how long it lasts: each with what it was, where that is another."""
    figures = [(say("mass"), mass(was.mass.mass_kg, display), mass(now.mass.mass_kg, display))]
    before = {condition.balance.key: condition for condition in was.conditions}
    for condition in now.conditions:
        old = before.get(condition.balance.key)
        figures.append(
            (tell(condition.balance.key), "" if old is None else _off(old, display), _off(condition, display))
        )
    tired = (was.first_to_give_out, now.first_to_give_out)
    if tired[1] is not None:
        figures.append((say("lasts"), "" if tired[0] is None else tell(lasts(tired[0])), tell(lasts(tired[1]))))
    return [
        (name, new if old in ("", new) else say("{now} ({was} before)").format(now=new, was=old))
        for name, old, new in figures
    ]


def _off(condition: Condition, display: Display) -> str:
    return say("{value} ± {sd}").format(value=length(condition.value_m, display), sd=length(condition.sd_m, display))
