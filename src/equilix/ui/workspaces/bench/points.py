"""The mounting points of a part: all of them in a list, and the chosen one with all that is known of it."""

from __future__ import annotations

from functools import partial
from typing import Final

import numpy as np
from PySide6.QtCore import Qt, Signal
from PySide6.QtWidgets import QCheckBox, QLineEdit, QListWidget, QListWidgetItem, QPushButton, QSpinBox

from equilix.document import Document
from equilix.edits import points
from equilix.edits.points import Side, off_part_m, point_of
from equilix.errors import Refused
from equilix.kit.mount_kinds import MOUNT_KINDS, mount_kind
from equilix.kit.mounts import MountPoint, Track, usual_reference
from equilix.kit.parts import Part
from equilix.ui.session import Session
from equilix.ui.theme import grown
from equilix.ui.widgets.choice import ChoiceBox
from equilix.ui.widgets.tint import set_tip, show_text, text_label
from equilix.ui.workspaces.bench.entry import Editor, Way, beside, block, button, place_names, places, with_axis
from equilix.ui.workspaces.bench.pattern import STEP_M, Pattern, across
from equilix.ui.workspaces.bench.places import Chosen
from equilix.words.language import say
from equilix.words.quantities import length
from equilix.words.telling import tell
from equilix.words.wordings.wording import N_

LOOKS: Final[tuple[tuple[str, Way], ...]] = (
    (N_("up"), (0.0, 0.0, 1.0)), (N_("down"), (0.0, 0.0, -1.0)), (N_("ahead"), (1.0, 0.0, 0.0)),
    (N_("back"), (-1.0, 0.0, 0.0)), (N_("left"), (0.0, 1.0, 0.0)), (N_("right"), (0.0, -1.0, 0.0)),
)  # fmt: skip
ALONG: Final[tuple[tuple[str, Way], ...]] = (
    (N_("it does not slide"), (0.0, 0.0, 0.0)), (N_("slides ahead and back"), (1.0, 0.0, 0.0)),
    (N_("slides to the sides"), (0.0, 1.0, 0.0)), (N_("slides up and down"), (0.0, 0.0, 1.0)),
)  # fmt: skip
SIDES: Final[tuple[tuple[Side, str], ...]] = (
    ("offers", N_("others mount here")),
    ("hangs_by", N_("it mounts by this")),
)
HALF_TRACK_M: Final = 0.03
"""Half of the track that a point is given when it is first to slide."""
LIST_PX: Final = 150


FAR_M: Final = 0.03
"""A mounting point that lies farther off than this is on nothing (estimate: posts and lugs that are not drawn)."""


class PointsEditor(Editor):
    """Choose, add, copy, lay in a row, take away; and every field of the chosen one."""

    picked = Signal(object)
    """A point is chosen in the list: a :class:`Chosen`, or None."""
    setting = Signal(bool)
    """The next click on the drawing sets a new one."""

    def __init__(self, session: Session) -> None:
        super().__init__(session)
        self.chosen: Chosen | None = None
        self.list = QListWidget()
        self.list.setAccessibleName(say("Mounting points of the part"))
        self.list.setFixedHeight(round(grown(LIST_PX)))
        self.list.currentItemChanged.connect(self._listed)
        self.name = QLineEdit()
        self.name.setAccessibleName(say("Name of the mounting point"))
        self.name.editingFinished.connect(self._name_entered)
        self.kind, self.side, self.looks, self.along = (ChoiceBox() for _ in range(4))
        for box, name in (
            (self.kind, say("Kind of mount")), (self.side, say("What it is for")), (self.looks, say("It looks")),
            (self.along, say("Along what it slides")),
        ):  # fmt: skip
            box.setAccessibleName(name)
        for key in MOUNT_KINDS:
            self.kind.addItem(tell(mount_kind(key).label), key)
        for side, text in SIDES:
            self.side.addItem(say(text), side)
        for text, _ in LOOKS:
            self.looks.addItem(say(text))
        for text, _ in ALONG:
            self.along.addItem(say(text))
        self.kind.activated.connect(lambda index: self._change(kind=self.kind.itemData(index)))
        self.side.activated.connect(lambda index: self._to_side(SIDES[index][0]))
        self.looks.activated.connect(lambda index: self._look(LOOKS[index][1]))
        self.along.activated.connect(lambda index: self._slide_along(ALONG[index][1]))
        self.place = places(self, place_names(say("Place")), self._place_entered)
        self.ends = [
            self.quantity(name, "length", partial(self._track_entered, key))
            for name, key in (
                (say("Slides from"), "from_m"), (say("Slides to"), "to_m"),
                (say("Scale reads at its place"), "scale_zero_m"),
            )
        ]  # fmt: skip
        self.turns = QCheckBox(say("can be turned"))
        self.turns.clicked.connect(lambda on: self._change(turns=on))
        self.teeth = self.quantity(say("Angle between its teeth"), "angle", lambda v: self._change(turn_step_rad=v))
        self.screws = QSpinBox()
        self.screws.setRange(1, 8)
        self.screws.setButtonSymbols(QSpinBox.ButtonSymbols.NoButtons)
        self.screws.setAccessibleName(say("How many screws hold here"))
        self.screws.valueChanged.connect(lambda value: self._change(screws=value))
        self.pin = QCheckBox(say("with a locating pin"))
        self.pin.clicked.connect(lambda on: self._change(pin=on))
        self.flank = self.optional(say("Flanks lean from upright"), "angle", lambda v: self._change(flank_rad=v))
        self.load = self.optional(say("Carries at most (maker)"), "mass", lambda v: self._change(most_kg=v))
        self.hold = self.optional(say("Holds against turning (maker)"), "torque", lambda v: self._change(most_nm=v))
        self.engaged = self.optional(say("Screw goes in by"), "length", lambda v: self._change(thread_m=v))
        self.measure = self.optional(say("Size that counts"), "length", lambda v: self._change(size_m=v))
        self.takes = [
            self.optional(name, "length", partial(self._takes_entered, end))
            for end, name in enumerate((say("Takes from"), say("Takes up to")))
        ]
        self.set_one = QPushButton(say("Click a new one"))
        self.set_one.setCheckable(True)
        set_tip(self.set_one, say("On the drawing; Enter sets it in the middle of the part."))
        self.set_one.toggled.connect(self.setting)
        self.copy = button(say("Copy"), self.make_copy)
        self.remove = button(say("Remove"), self.take_away)
        self.pattern = Pattern(self.lay_row, self.lay_ring)
        self.off = text_label()
        self._lay_out()

    def _lay_out(self) -> None:
        self.column.addWidget(self.list)
        self.column.addLayout(beside(self.set_one, self.copy, self.remove))
        self.fields, self.rows = block((
            (say("Name"), self.name), (say("Kind"), self.kind), (say("Is for"), self.side), (say("Looks"), self.looks),
            (say("Ahead"), self.place[0]), (say("To the left"), self.place[1]), (say("Up"), self.place[2]),
            (say("Track"), self.along), (say("From"), self.ends[0]), (say("To"), self.ends[1]),
            (say("Scale reads"), self.ends[2]), (say("Turns"), self.turns), (say("Teeth"), self.teeth),
            (say("Screws"), self.screws), (say("Pin"), self.pin), (say("Goes in by"), self.engaged),
            (say("Flanks"), self.flank), (say("Carries"), self.load),
            (say("Holds"), self.hold), (say("Size"), self.measure), (say("Takes from"), self.takes[0]),
            (say("Takes up to"), self.takes[1]),
        ))  # fmt: skip
        self.column.addWidget(self.off)
        self.column.addWidget(self.fields)
        self.column.addWidget(self.pattern)
        self.column.addWidget(self.refusal)

    # showing

    def fill(self, part: Part) -> None:
        self.list.blockSignals(True)
        self.list.clear()
        for side, _ in SIDES:
            for point in getattr(part, side):
                item = QListWidgetItem(_line(point, side))
                item.setData(Qt.ItemDataRole.UserRole, Chosen(side, point.name))
                self.list.addItem(item)
                if self.chosen == Chosen(side, point.name):
                    self.list.setCurrentItem(item)
        self.list.blockSignals(False)
        point = self.point
        for widget in (self.fields, self.pattern):
            widget.setVisible(point is not None)
        self.off.hide()
        for each in (self.copy, self.remove):
            each.setEnabled(point is not None)
        if point is not None:
            self._fill_point(point)
            off = off_part_m(part, point)
            told = length(off, self.session.document.display)
            said = say("◆ It lies {off} off the part: is that where it is?").format(off=told) if off > FAR_M else ""
            show_text(self.off, said, self.theme.tip)

    @property
    def point(self) -> MountPoint | None:
        """The chosen one."""
        if self.part is None or self.chosen is None:
            return None
        try:
            return point_of(self.part, self.chosen.point_side, self.chosen.name)
        except Refused:
            return None

    def _fill_point(self, point: MountPoint) -> None:
        assert self.chosen is not None  # it is the chosen one
        display = self.session.document.display
        if not self.name.hasFocus():
            self.name.setText(point.name)
        known = self.kind.findData(point.kind)
        if known < 0:  # a word of the document's own
            self.kind.addItem(tell(mount_kind(point.kind).label), point.kind)
            known = self.kind.count() - 1
        self.kind.setCurrentIndex(known)
        self.side.setCurrentIndex([side for side, _ in SIDES].index(self.chosen.point_side))
        self.looks.setCurrentIndex(_nearest([way for _, way in LOOKS], point.direction))
        for field, value in zip(self.place, point.position_m, strict=True):
            field.show_value(value, display)
        track = point.track
        self.along.setCurrentIndex(0 if track is None else 1 + int(np.argmax(np.abs(track.axis_unit))))
        for field, key in zip(self.ends, ("from_m", "to_m", "scale_zero_m"), strict=True):
            self.rows.setRowVisible(field, track is not None)
            if track is not None:
                field.show_value(getattr(track, key), display)
        self.turns.setChecked(point.turns)
        self.rows.setRowVisible(self.teeth, point.turns)
        self.teeth.show_value(point.turn_step_rad, display)
        self.screws.setValue(point.screws)
        handling = mount_kind(point.kind).handling
        self.rows.setRowVisible(self.pin, handling == "screwed")
        self.pin.setChecked(point.pin)
        self.rows.setRowVisible(self.flank, handling == "dovetail")
        self.flank.show_value(point.flank_rad, display)
        self.engaged.show_value(point.thread_m, display)
        self.load.show_value(point.most_kg, display)
        self.hold.show_value(point.most_nm, display)
        self.pattern.fill(display)
        measured, offers = bool(mount_kind(point.kind).measured), self.chosen.side == "offers"
        self.rows.setRowVisible(self.measure, measured and offers)
        self.measure.show_value(point.size_m, display)
        for end, field in enumerate(self.takes):
            self.rows.setRowVisible(field, measured and not offers)
            field.show_value(None if point.takes_m is None else point.takes_m[end], display)

    def choose(self, chosen: Chosen | None) -> None:
        """A point is chosen on the drawing."""
        self.chosen = chosen
        self.show_part(self.part)

    def _listed(self, item: QListWidgetItem | None) -> None:
        if not self.busy and item is not None:
            self.picked.emit(item.data(Qt.ItemDataRole.UserRole))

    # taking

    def _change(self, **updates: object) -> None:
        part, chosen = self.part, self.chosen
        if self.busy or part is None or chosen is None:
            return
        self.take(
            say("Change a mounting point"),
            lambda d: points.change_point(d, part.id, chosen.point_side, chosen.name, **updates),
        )

    def _name_entered(self) -> None:
        part, chosen, name = self.part, self.chosen, self.name.text().strip()
        if self.busy or part is None or chosen is None or name == chosen.name:
            return
        if self.take(
            say("Rename a mounting point"),
            lambda d: points.change_point(d, part.id, chosen.point_side, chosen.name, name=name),
        ):
            self.picked.emit(Chosen(chosen.side, name))

    def _to_side(self, side: Side) -> None:
        """The same point for the other purpose."""
        part, chosen, point = self.part, self.chosen, self.point
        if self.busy or part is None or chosen is None or point is None or side == chosen.side:
            return
        made = ""

        def change(document: Document) -> Document:
            nonlocal made
            document = points.remove_point(document, part.id, chosen.point_side, chosen.name)
            document, made = points.add_again(document, part.id, side, point)
            return document

        if self.take(say("Change what a mounting point is for"), change):
            self.picked.emit(Chosen(side, made))

    def _look(self, way: Way) -> None:
        self._change(direction=way, reference=usual_reference(way))

    def _place_entered(self, axis: int, value: float) -> None:
        point = self.point
        if point is not None:
            self._change(position_m=with_axis(point.position_m, axis, value))

    def set_new(self, place_m: np.ndarray, toward: np.ndarray) -> None:
        """A new point was set on the drawing; it is one as the chosen one, or a small screw."""
        part, like = self.part, self.point
        self.set_one.setChecked(False)
        if part is None:
            return
        way: Way = tuple(toward.tolist())
        kind, made = like.kind if like is not None else "screw14", ""

        def change(document: Document) -> Document:
            nonlocal made
            document, made = points.add_point(
                document, part.id, "offers", kind, name=tell(mount_kind(kind).label),
                position_m=tuple(place_m.tolist()), direction=way, reference=usual_reference(way),
            )  # fmt: skip
            return document

        if self.take(say("Add a mounting point"), change):
            self.picked.emit(Chosen("offers", made))

    def _slide_along(self, axis: Way) -> None:
        point = self.point
        if point is None:
            return
        track = None
        if any(axis):
            old = point.track or Track(axis=axis, from_m=-HALF_TRACK_M, to_m=HALF_TRACK_M, scale_zero_m=HALF_TRACK_M)
            track = old.changed(axis=axis)
        self._change(track=track)

    def _takes_entered(self, end: int, value: float | None) -> None:
        """The smallest or the largest size; the other is the same until it is entered. Emptied, any size will do."""
        part, chosen, point = self.part, self.chosen, self.point
        if part is None or chosen is None or point is None:
            return
        takes = None
        if value is not None:
            old = point.takes_m or (value, value)
            takes = (value, old[1]) if end == 0 else (old[0], value)
        self.take(
            say("Say what size it takes"),
            lambda d: points.change_point(d, part.id, chosen.point_side, chosen.name, takes_m=takes),
            self.takes[end],
        )

    def _track_entered(self, key: str, value: float) -> None:
        part, chosen = self.part, self.chosen
        if part is None or chosen is None:
            return
        field = self.ends[("from_m", "to_m", "scale_zero_m").index(key)]
        self.take(
            say("Change a track"),
            lambda d: points.change_track(d, part.id, chosen.point_side, chosen.name, **{key: value}),
            field,
        )

    def make_copy(self) -> None:
        """The same point again, a step ahead."""
        self._repeat(say("Copy a mounting point"), (2, 1), STEP_M)

    def lay_row(self, counts: tuple[int, int], step_m: float) -> None:
        """A row or a grid of points like the chosen one."""
        self._repeat(say("Lay a row of mounting points"), counts, step_m)

    def lay_ring(self, count: int) -> None:
        """Points like the chosen one in a ring, about the axis of the part that they look away from."""
        part, chosen, point = self.part, self.chosen, self.point
        if part is None or chosen is None or point is None:
            return
        about = 2 if point.direction[0] else 0
        self.take(
            say("Lay mounting points in a ring"),
            lambda d: points.ring(d, part.id, chosen.point_side, chosen.name, count, about),
        )

    def _repeat(self, label: str, counts: tuple[int, int], step_m: float) -> None:
        part, chosen, point = self.part, self.chosen, self.point
        if part is None or chosen is None or point is None:
            return
        first, second = across(point.direction)
        steps = (tuple(step_m * each for each in first), tuple(step_m * each for each in second))
        self.take(label, lambda d: points.row(d, part.id, chosen.point_side, chosen.name, counts, steps))

    def take_away(self) -> None:
        """Take the chosen point away."""
        part, chosen = self.part, self.chosen
        if part is None or chosen is None:
            return
        if self.take(
            say("Take a mounting point away"), lambda d: points.remove_point(d, part.id, chosen.point_side, chosen.name)
        ):
            self.picked.emit(None)


def _nearest(ways: list[Way], direction: Way) -> int:
    return int(np.argmax([float(np.dot(way, direction)) for way in ways]))


def _line(point: MountPoint, side: Side) -> str:
    """'camera screw: 3/8-16 screw'; of one that the part mounts by, that too."""
    said = f"{point.name}: {tell(mount_kind(point.kind).label)}"
    return said if side == "offers" else say("{point} (it mounts by this)").format(point=said)
