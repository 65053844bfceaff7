"""Build: what hangs on what, and exact entry for the selected part."""

from __future__ import annotations

from collections.abc import Callable

from PySide6.QtCore import Qt
from PySide6.QtWidgets import (
    QCheckBox,
    QFormLayout,
    QHBoxLayout,
    QPushButton,
    QWidget,
)

from equilix.body.grip import FRICTION
from equilix.document import Document
from equilix.edits import kit, lumps, placing, rigging
from equilix.edits.lumps import can_count_in
from equilix.edits.ratings import ratings
from equilix.facts import fact
from equilix.kit.catalogue import KINDS
from equilix.kit.mount_kinds import mount_kind
from equilix.kit.parts import Part
from equilix.rig.setups import Placement
from equilix.ui import selected
from equilix.ui.cables import cable_choices
from equilix.ui.ratings_panel import RatingsPanel
from equilix.ui.session import Session
from equilix.ui.widgets.choice import ChoiceBox
from equilix.ui.widgets.fields import QuantityField
from equilix.ui.widgets.tint import set_tip
from equilix.ui.widgets.words import Choice, WordButton
from equilix.ui.workspaces.build_motion import Motion
from equilix.ui.workspaces.page import Page
from equilix.ui.workspaces.part_tree import PartTree
from equilix.units import Quantity
from equilix.words.language import say
from equilix.words.quantities import general, mass
from equilix.words.telling import tell
from equilix.words.wordings.wording import N_

GRIPS = tuple((surface, contoured) for surface in FRICTION for contoured in (False, True))
"""What a grip's surface can be."""
HOW = {"weighed": N_("weighed"), "data sheet": N_("from a data sheet"), "estimated": N_("only estimated")}


class BuildPage(Page):
    """The inspector above the tree of the rig."""

    def __init__(self, session: Session, parent: QWidget | None = None) -> None:
        super().__init__(session, parent)
        self.name = self.heading(say("Selected part"))
        self.about = self.note()
        self.column.addWidget(self.name)
        self.column.addWidget(self.about)
        self.form = QFormLayout()
        self.form.setFieldGrowthPolicy(QFormLayout.FieldGrowthPolicy.AllNonFixedFieldsGrow)
        self.form.setRowWrapPolicy(QFormLayout.RowWrapPolicy.DontWrapRows)
        self.form.setLabelAlignment(Qt.AlignmentFlag.AlignLeft)
        self.column.addLayout(self.form)
        self.mass = self._field(say("Mass"), "mass", self._set_mass)
        self.how = self._combo(say("Known by"), self._set_how)
        for text in HOW.values():
            self.how.addItem(say(text))
        self.mount = self._combo(say("Mounted on"), self._set_mount)
        self.count_in = QPushButton()
        self.count_in.clicked.connect(self._count_in)
        self.form.addRow(self.count_in)
        self.motion = Motion(session, self.form, self._edit)
        self.pinned = self._check(say("Plans leave it here"), self._set_pinned)
        self.needed = self._check(say("Needed on this job"), self._set_needed)
        self.surface = self._combo(say("Grip is"), self._set_surface)
        for key, contoured in GRIPS:
            surface = tell(fact(f"surface.{key}"))
            self.surface.addItem(say("{surface}, contoured").format(surface=surface) if contoured else surface)
        self.thickness = self._field(say("Thickness"), "length", self._set_thickness)
        self.swap = self._combo(say("Exchange for"), self._exchange)
        self.rated = QPushButton(say("Ratings …"))
        self.rated.clicked.connect(self.open_ratings)
        self.column.addWidget(self.rated)
        self.cable = WordButton(say("cable"))
        self.cable.say(say("Cables …"))
        self.cable.choices = self._cables
        self.column.addWidget(self.cable)
        self.acts = QWidget()
        row = QHBoxLayout(self.acts)
        row.setContentsMargins(0, 0, 0, 0)
        self.copy = self._act(row, say("Copy"), selected.copy)
        self.mirror = self._act(row, say("Mirror"), selected.mirror)
        self.off = self._act(row, say("Take off"), selected.take_off)
        self.column.addWidget(self.acts)
        self.column.addWidget(self.heading(say("On this rig")))
        self.tree = PartTree(session)
        self.column.addWidget(self.tree, 1)
        self._busy = False

    def _act(self, row: QHBoxLayout, text: str, act: Callable[[Session], None]) -> QPushButton:
        """A button for something that is done with all that is selected."""
        button = QPushButton(text)
        button.clicked.connect(lambda _on: act(self.session))
        row.addWidget(button)
        return button

    def _field(self, name: str, quantity: Quantity, take: Callable[[float], object]) -> QuantityField:
        field = QuantityField(name, quantity)
        field.entered.connect(lambda value, _text: take(value))
        self.form.addRow(name, field)
        return field

    def _combo(self, name: str, take: Callable[[int], None]) -> ChoiceBox:
        combo = ChoiceBox()
        combo.setAccessibleName(name)
        combo.setMinimumContentsLength(8)
        combo.activated.connect(take)
        self.form.addRow(name, combo)
        return combo

    def _check(self, name: str, take: Callable[[bool], None]) -> QCheckBox:
        check = QCheckBox(name)
        check.clicked.connect(take)
        self.form.addRow(check)
        return check

    # showing

    def refresh(self) -> None:
        """Show the tree and the selected placement."""
        self.tree.show_parts()
        self.show_selection()

    def show_selection(self) -> None:
        """Show what is selected in the tree, and what can be said and changed of it."""
        self._busy = True
        self.tree.show_chosen()
        placement, several = self._placement(), len(self.session.selection.all) > 1
        one = placement is not None and not several
        for row in range(self.form.rowCount()):
            self.form.setRowVisible(row, one)
        self.acts.setVisible(placement is not None)
        self.cable.setVisible(one)
        self.rated.setVisible(
            one and placement is not None and bool(ratings(self.session.document.parts_by_id[placement.part]))
        )
        if several:
            self._show_several()
        elif placement is None:
            self.name.setText(say("Selected part"))
            self.about.setText(
                say(
                    "Click a part of the drawing or of the list below, with Ctrl another one too; Page Up and Page "
                    "Down step through them."
                )
            )
        else:
            self._show(placement)
        self._busy = False

    def _show_several(self) -> None:
        """How many are selected, which, and what they weigh with what hangs on them."""
        session = self.session
        setup, parts = session.setup, session.document.parts_by_id
        ids = session.selection.all
        self.name.setText(say("{count} parts selected").format(count=len(ids)))
        below = tuple(dict.fromkeys(each for top in ids for each in setup.subtree(top)))
        carried = session.analysis.assembly.mass_properties(below).mass_kg
        names = ", ".join(parts[setup.by_id[each].part].name for each in ids)
        weighs = say("{names}. With what hangs on them {carried}.").format(
            names=names, carried=mass(carried, session.document.display)
        )
        self.about.setText(weighs + " " + say("The arrow keys and the mouse move them together."))

    def _placement(self) -> Placement | None:
        return self.session.setup.by_id.get(self.session.selection.id or "")

    def _show(self, placement: Placement) -> None:
        session, unit = self.session, self.session.document.display
        part = session.document.parts_by_id[placement.part]
        kind = tell(KINDS[part.kind].label) if part.kind in KINDS else part.kind
        carried = session.analysis.assembly.mass_properties(session.setup.subtree(placement.id)).mass_kg
        price = say(" Price {price}.").format(price=general(part.price)) if part.price is not None else ""
        self.name.setText(part.name)
        self.about.setText(
            say("A {kind}; with what hangs on it {carried}.{price}").format(
                kind=kind, carried=mass(carried, unit), price=price
            )
        )
        self.mass.show_value(part.mass_kg, unit)
        self.how.setCurrentIndex(list(HOW).index(part.mass_how))
        self._show_mounts(placement)
        lump = can_count_in(session.setup, session.document.parts_by_id, placement.id)
        self.form.setRowVisible(self.count_in, lump is not None)
        if lump is not None:
            name = session.document.parts_by_id[session.setup.by_id[lump].part].name
            self.count_in.setText(say("It was weighed with “{lump}”").format(lump=name))
            set_tip(self.count_in, say("Its mass is taken out of that; mass and balance of the whole stay."))
        self.motion.show_placement(placement)
        self.pinned.setChecked(placement.pinned)
        self.needed.setChecked(part.needed)
        for row in (self.surface, self.thickness):
            self.form.setRowVisible(row, bool(part.grips))
        if part.grips:
            self.thickness.show_value(part.grips[0].diameter_m, unit)
            self.surface.setCurrentIndex(GRIPS.index((part.grips[0].surface, part.grips[0].contoured)))
        others = [p for p in session.document.parts if p.id != part.id and _same_mount(p, part)]
        self.swap.clear()
        self.swap.addItem(say("keep it") if others else say("nothing else fits"), None)
        for other in others:
            self.swap.addItem(f"{other.name}, {mass(other.mass_kg, unit)}", other.id)
        self.swap.setEnabled(bool(others))

    def _show_mounts(self, placement: Placement) -> None:
        document, setup = self.session.document, self.session.setup
        part = document.parts_by_id[placement.part]
        self.mount.clear()
        for parent, point, by in rigging.fitting_points(document, setup, part, moving=placement.id):
            carrier = document.parts_by_id[setup.by_id[parent].part].name
            self.mount.addItem(
                f"{carrier}: {point.name} ({tell(mount_kind(point.kind).label)})", (parent, point.name, by.name)
            )
            if (parent, point.name) == (placement.parent, placement.point):
                self.mount.setCurrentIndex(self.mount.count() - 1)
        if placement.parent is None:
            self.mount.insertItem(0, say("nothing: it carries the rig"), None)
            self.mount.setCurrentIndex(0)
        self._show_straps(placement)

    def _show_straps(self, placement: Placement) -> None:
        """After the places that fit: strapped to any other part, where it is."""
        document, setup = self.session.document, self.session.setup
        barred = set(setup.subtree(placement.id))
        for each in setup.placements:
            if each.id in barred:
                continue
            name = document.parts_by_id[each.part].name
            self.mount.addItem(say("strapped to the {part}").format(part=name), (each.id, None, None))
            if placement.strapped and each.id == placement.parent:
                self.mount.setCurrentIndex(self.mount.count() - 1)

    # taking

    def open_ratings(self) -> None:
        """Show the maker's figures of the selected part."""
        placement = self._placement()
        if placement is not None:
            self.panel = RatingsPanel(self.session, self.rated, self.session.document.parts_by_id[placement.part])
            self.panel.open_under(self.rated)

    def _cables(self) -> list[Choice | None]:
        return cable_choices(self.session)

    def _edit(self, label: str, change: Callable[[Document], Document], field: QuantityField | None = None) -> None:
        if self._placement() is None:  # a button was held down while what it belongs to was taken off
            return
        if field is None:
            self.session.edit(label, change)
            return
        refusal = self.session.try_edit(label, change)
        if refusal is not None:
            field.complain(self.session.tell(refusal.said))

    def _selected(self) -> tuple[str, str, str]:
        """Setup, placement and name of what is selected; empty texts where nothing is."""
        placement = self._placement()
        if placement is None:
            return "", "", ""
        return self.session.setup.id, placement.id, self.session.document.parts_by_id[placement.part].name

    def _set_mass(self, value: float) -> None:
        placement = self._placement()
        if placement is not None:
            name = self._selected()[2]
            self._edit(
                say("Weigh {name}").format(name=name),
                lambda d: kit.change_part(d, placement.part, mass_kg=value),
                self.mass,
            )

    def _set_how(self, index: int) -> None:
        placement = self._placement()
        if placement is not None:
            how = list(HOW)[index]
            self._edit(say("Say how a mass is known"), lambda d: kit.change_part(d, placement.part, mass_how=how))

    def _set_surface(self, index: int) -> None:
        placement = self._placement()
        if placement is not None:
            surface, contoured = GRIPS[index]
            self._edit(
                say("Say what a grip is like"),
                lambda d: kit.change_grips(d, placement.part, surface=surface, contoured=contoured),
            )

    def _set_thickness(self, value: float) -> None:
        placement = self._placement()
        if placement is not None:
            self._edit(
                say("Say how thick a grip is"),
                lambda d: kit.change_grips(d, placement.part, diameter_m=value), self.thickness,
            )  # fmt: skip

    def _set_mount(self, index: int) -> None:
        setup_id, placement_id, name = self._selected()
        data = self.mount.itemData(index)
        if data is not None:
            parent, point, by = data
            if point is None:
                self._edit(
                    say("Strap {name} where it is").format(name=name),
                    lambda d: placing.strap(d, setup_id, placement_id, parent),
                )
                return
            self._edit(
                say("Mount {name} elsewhere").format(name=name),
                lambda d: rigging.remount(d, setup_id, placement_id, parent, point, by),
            )

    def _count_in(self) -> None:
        setup_id, placement_id, name = self._selected()
        self._edit(say("Count in {name}").format(name=name), lambda d: lumps.count_in(d, setup_id, placement_id))

    def _set_pinned(self, on: bool) -> None:
        setup_id, placement_id, name = self._selected()
        self._edit(
            (say("Pin {name}") if on else say("Unpin {name}")).format(name=name),
            lambda d: rigging.pin(d, setup_id, placement_id, on),
        )

    def _set_needed(self, on: bool) -> None:
        placement = self._placement()
        if placement is not None:
            self._edit(say("Say what is needed"), lambda d: kit.change_part(d, placement.part, needed=on))

    def _exchange(self, index: int) -> None:
        setup_id, placement_id, name = self._selected()
        part_id = self.swap.itemData(index)
        if part_id is not None:
            self._edit(
                say("Exchange {name}").format(name=name), lambda d: rigging.exchange(d, setup_id, placement_id, part_id)
            )


def _same_mount(a: Part, b: Part) -> bool:
    kinds = {point.kind for point in b.hangs_by}
    return a.kind == b.kind and any(point.kind in kinds for point in a.hangs_by)
