"""The header: one sentence whose underlined words are the switches, and the mass of the rig.

What opens under a word is imported when it is opened: the start does not wait for it.
"""

from __future__ import annotations

from functools import partial

from PySide6.QtCore import Qt
from PySide6.QtWidgets import QHBoxLayout, QVBoxLayout, QWidget

from equilix.document import Document
from equilix.edits import kit, rigging
from equilix.errors import Refused
from equilix.rig.setups import Placement
from equilix.ui.session import Session
from equilix.ui.theme import font, grown
from equilix.ui.widgets.panel import NamePanel, Panel
from equilix.ui.widgets.tint import plain_label
from equilix.ui.widgets.words import Choice, WordButton
from equilix.words.language import say
from equilix.words.quantities import body_mass, mass, stature
from equilix.words.reading import mass_line
from equilix.words.wordings.wording import N_

HEIGHT_PX = {1: 56, 2: 86}
"""With the sentence on so many lines."""


class Header(QWidget):
    """Says which setup is carried how, by whom and with which lens."""

    def __init__(self, session: Session, parent: QWidget | None = None) -> None:
        super().__init__(parent)
        self.session = session
        self.setup, self.operator, self.lens = (
            WordButton(say("setup")), WordButton(say("operator")), WordButton(say("lens")),
        )  # fmt: skip
        self.setup.choices, self.operator.choices, self.lens.choices = self._setups, self._operators, self._lenses
        self.way = WordButton(say("way of carrying"))
        self.way.choices = self._ways
        self.carried, self.by, self.with_ = (
            plain_label(say(each)) for each in (N_("carried"), N_("by"), N_("with the"))
        )
        self.panel: Panel | None = None
        self.mass = plain_label()
        self.mass.setFont(font(13, bold=True))
        self.first, self.second = QHBoxLayout(), QHBoxLayout()
        self.head: tuple[QWidget, ...] = (self.setup, self.carried, self.way)
        self.rest: tuple[QWidget, ...] = (self.by, self.operator, self.with_, self.lens)
        """What goes to a second line where one has not room for all."""
        for row in (self.first, self.second):
            row.setSpacing(5)
            row.addStretch(1)
        self.first.addWidget(self.mass)
        for each in (self.carried, self.by, self.with_):
            each.setFont(font(13))
        column = self.column = QVBoxLayout(self)
        column.setContentsMargins(24, 8, 20, 8)
        column.setSpacing(0)
        column.addLayout(self.first)
        column.addLayout(self.second)
        self.lines = 0
        self._put_on(1)
        session.changed.connect(self.refresh)
        self.refresh()

    def refresh(self) -> None:
        """Say the sentence of the open setup."""
        session = self.session
        self.setup.say(session.setup.name)
        self.way.say(session.tell(session.analysis.way.phrase))
        self.operator.say(session.analysis.operator.name)
        lens = self._lens()
        self.with_.setVisible(lens is not None)
        self.lens.setVisible(lens is not None)
        if lens is not None:
            self.lens.say(session.document.parts_by_id[lens.part].name)
        self.mass.setText(session.tell(mass_line(session.analysis)) if session.setup.placements else "")
        self.mass.setAlignment(Qt.AlignmentFlag.AlignRight | Qt.AlignmentFlag.AlignVCenter)
        self._share()

    def _put_on(self, lines: int) -> None:
        """Write the sentence on so many lines."""
        if lines == self.lines:
            return
        self.lines = lines
        head = self.head
        for row in (self.first, self.second):
            for word in (*head, *self.rest):
                row.removeWidget(word)
        for place, word in enumerate(head if lines == 2 else (*head, *self.rest)):
            self.first.insertWidget(place, word)
        for place, word in enumerate(self.rest if lines == 2 else ()):
            self.second.insertWidget(place, word)
        self.setFixedHeight(round(grown(HEIGHT_PX[lines])))

    def _share(self) -> None:
        """One line where all of it has room, else two."""
        words = (*self.head, *(each for each in self.rest if not each.isHidden()), self.mass)
        gaps = self.first.spacing() * (len(words) + 1)
        edges = self.contentsMargins() + self.column.contentsMargins()
        wanted = sum(each.sizeHint().width() for each in words) + gaps + edges.left() + edges.right()
        self._put_on(1 if wanted <= self.width() else 2)

    def resizeEvent(self, event: object) -> None:
        """Another width: one line or two."""
        del event
        self._share()

    def _lens(self) -> Placement | None:
        parts = self.session.document.parts_by_id
        return next((p for p in self.session.setup.placements if parts[p.part].kind == "lens"), None)

    def _setups(self) -> list[Choice | None]:
        session = self.session
        open_id = session.setup.id
        found: list[Choice | None] = [
            (setup.name, partial(session.open_setup, setup.id))
            for setup in session.document.setups
            if setup.id != open_id
        ]
        if found:
            found.append(None)
        found.append((say("New empty setup"), lambda: self._new_setup(None)))
        found.append((say("Copy of “{setup}”").format(setup=session.setup.name), lambda: self._new_setup(open_id)))
        found.append((say("Rename “{setup}” …").format(setup=session.setup.name), self.rename_setup))
        if len(session.document.setups) > 1:
            found.append(
                (
                    say("Delete “{setup}”").format(setup=session.setup.name),
                    lambda: session.edit(say("Delete a setup"), lambda d: kit.remove_setup(d, open_id)),
                )
            )
        return found

    def _ways(self) -> list[Choice | None]:
        from equilix.ui.way_menu import way_choices

        return way_choices(self.session, self.set_bearer, self.rate_bearer)

    def set_bearer(self) -> None:
        """Ask how arm, harness or head is set, under the word."""
        from equilix.ui.way_menu import SettingPanel

        self.panel = SettingPanel(self.session, self.way)
        self.panel.open_under(self.way)

    def rate_bearer(self) -> None:
        """Show what the maker of arm, harness or tripod allows, under the word."""
        from equilix.ui.ratings_panel import RatingsPanel

        part = self.session.document.parts_by_id[self.session.setup.borne_by or ""]
        self.panel = RatingsPanel(self.session, self.way, part)
        self.panel.open_under(self.way)

    def _new_setup(self, like: str | None) -> None:
        stem = say("New rig") if like is None else say("{setup}, copy").format(setup=self.session.setup.name)
        names = {setup.name.casefold() for setup in self.session.document.setups}
        name, number = stem, 1
        while name.casefold() in names:
            number += 1
            name = f"{stem} {number}"
        self.session.edit(say("New setup"), lambda d: kit.add_setup(d, name, like)[0])

    def rename_setup(self) -> None:
        """Ask for another name, under the word."""
        setup = self.session.setup
        self.panel = NamePanel(
            self.setup, say("Name of the setup"), setup.name,
            lambda name: self.session.try_edit(say("Rename a setup"), lambda d: kit.rename_setup(d, setup.id, name)),
        )  # fmt: skip
        self.panel.open_under(self.setup)

    def edit_operator(self, *, new: bool) -> None:
        """Open the operator's panel under the word."""
        from equilix.ui.operator_panel import OperatorPanel

        self.panel = OperatorPanel(self.session, self.operator, new=new)
        self.panel.open_under(self.operator)

    def _operators(self) -> list[Choice | None]:
        session, unit = self.session, self.session.document.display
        people: list[Choice | None] = [
            (
                f"{operator.name}, {stature(operator.stature_m, unit)}, {body_mass(operator.mass_kg, unit)}",
                partial(
                    session.edit,
                    say("Another operator"),
                    partial(kit.choose_operator, setup_id=session.setup.id, operator_id=operator.id),
                ),
            )
            for operator in session.document.operators
        ]
        if people:
            people.append(None)
            people.append(
                (
                    say("About {operator} …").format(operator=session.analysis.operator.name),
                    lambda: self.edit_operator(new=False),
                )
            )
        people.append((say("New operator …"), lambda: self.edit_operator(new=True)))
        return people

    def _lenses(self) -> list[Choice]:
        session, lens = self.session, self._lens()
        if lens is None:
            return []
        unit = session.document.display
        return [
            (f"{part.name}, {mass(part.mass_kg, unit)}", partial(self._swap, lens.id, part.id))
            for part in session.document.parts
            if part.kind == "lens" and part.id != lens.part and self._fits(lens.id, part.id)
        ]

    def _fits(self, placement_id: str, part_id: str) -> bool:
        try:
            self._exchanged(self.session.document, placement_id, part_id)
        except Refused:
            return False
        return True

    def _exchanged(self, document: Document, placement_id: str, part_id: str) -> Document:
        return rigging.exchange(document, self.session.setup.id, placement_id, part_id)

    def _swap(self, placement_id: str, part_id: str) -> None:
        self.session.edit(say("Change the lens"), lambda d: self._exchanged(d, placement_id, part_id))
