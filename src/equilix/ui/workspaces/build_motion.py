"""Exact entry of how the selected part stands: slid, turned, drawn out, bent, or in a place of its own."""

from __future__ import annotations

from collections.abc import Callable
from functools import partial
from typing import Any, Final

from PySide6.QtWidgets import QCheckBox, QFormLayout, QLabel, QWidget

from equilix.document import Document
from equilix.edits import placing, rigging
from equilix.faults import turns
from equilix.kit.mounts import Track
from equilix.rig.clearance import free_travel
from equilix.rig.setups import Placement, Pose
from equilix.ui.session import Session
from equilix.ui.widgets.choice import ChoiceBox
from equilix.ui.widgets.fields import QuantityField
from equilix.ui.widgets.tint import FormLabel
from equilix.units import Quantity
from equilix.words.language import say
from equilix.words.quantities import length
from equilix.words.wordings.wording import N_

Edit = Callable[[str, Callable[[Document], Document], QuantityField | None], None]

PLACES: Final = (N_("Forward"), N_("Left"), N_("Up"))
ANGLES: Final = (N_("Rolled right"), N_("Nose up"), N_("Turned left"))
WAYS: Final = (
    (N_("ahead and back"), (1.0, 0.0, 0.0)), (N_("sideways"), (0.0, 1.0, 0.0)), (N_("up and down"), (0.0, 0.0, 1.0)),
)  # fmt: skip
USUAL: Final = Track(from_m=-0.05, to_m=0.05, scale_zero_m=0.05)
"""What a strapped part may be slid by when it is first said to slide."""


class Motion:
    """The rows of a form that say how a placement stands; each is seen where it has something to say."""

    def __init__(self, session: Session, form: QFormLayout, edit: Edit) -> None:
        self.session, self.form, self._take = session, form, edit
        self.placement: Placement | None = None
        self.slide = self._field(say("Slide"), "length", self._set_slide)
        self.travel = FormLabel()
        form.addRow("", self.travel)
        self.turn = self._field(say("Turn"), "angle", self._set_turn)
        self.extension = self._field(say("Drawn out"), "length", self._set_extension)
        self.pivots: list[QuantityField] = []
        self._after_pivots = form.rowCount()
        self.position = [self._field(say(n), "length", partial(self._set_position, k)) for k, n in enumerate(PLACES)]
        self.angles = [self._field(say(n), "angle", partial(self._set_angle, k)) for k, n in enumerate(ANGLES)]
        self.slides = QCheckBox(say("It can be slid there"))
        self.slides.clicked.connect(self._set_slides)
        form.addRow(self.slides)
        self.along = ChoiceBox()
        self.along.setAccessibleName(say("It slides"))
        for text, way in WAYS:
            self.along.addItem(say(text), way)
        self.along.activated.connect(lambda index: self._set_track(None, axis=WAYS[index][1]))
        form.addRow(say("It slides"), self.along)
        self.ends = [
            self._field(say("From"), "length", lambda v: self._set_track(self.ends[0], from_m=v)),
            self._field(say("To"), "length", lambda v: self._set_track(self.ends[1], to_m=v)),
            self._field(say("Reads at 0"), "length", lambda v: self._set_track(self.ends[2], scale_zero_m=v)),
        ]

    def _field(
        self, name: str, quantity: Quantity, take: Callable[[float], object], row: int | None = None
    ) -> QuantityField:
        field = QuantityField(name, quantity)
        field.entered.connect(lambda value, _text: take(value))
        if row is None:
            self.form.addRow(name, field)
        else:
            self.form.insertRow(row, name, field)
        return field

    def _see(self, row: QWidget, on: bool) -> None:
        self.form.setRowVisible(row, on)

    # showing

    def show_placement(self, placement: Placement) -> None:
        """Show how a placement stands."""
        self.placement = placement
        assembly, unit = self.session.analysis.assembly, self.session.document.display
        row = assembly.index[placement.id]
        seat, part = assembly.seats[row], assembly.parts[row]
        track = seat.track if seat is not None else None
        self._see(self.slide, track is not None)
        self._see(self.travel, track is not None)
        if track is not None:
            self.slide.show_value(placement.slide_m, unit)
            free = free_travel(assembly, placement.id)
            if free is not None:
                self.travel.setText(
                    say("Free from {what} to {to}; the scale reads {scale_zero}.").format(
                        what=length(free.from_m, unit),
                        to=length(free.to_m, unit),
                        scale_zero=length(track.scale_zero_m + placement.slide_m, unit),
                    )
                )
        self._see(self.turn, seat is not None and turns(seat.point, seat.by))
        self.turn.show_value(placement.turn_rad, unit)
        self._see(self.extension, part.telescope is not None)
        self.extension.show_value(placement.extension_m, unit)
        self._show_pivots(placement)
        pose = placement.pose or Pose()
        for field, value in zip(
            (*self.position, *self.angles), (*pose.position_m, *pose.angles_rad), strict=True
        ):  # fmt: skip
            self._see(field, placement.point is None)
            field.show_value(value, unit)
        self._see(self.slides, placement.strapped)
        self.slides.setChecked(placement.track is not None)
        self._see(self.along, placement.track is not None)
        for end in self.ends:
            self._see(end, placement.track is not None)
        if placement.track is not None:
            own = placement.track
            self.along.show_choice(own.axis, say("aslant"))
            for end, value in zip(self.ends, (own.from_m, own.to_m, own.scale_zero_m), strict=True):
                end.show_value(value, unit)

    def _show_pivots(self, placement: Placement) -> None:
        pivots = self.session.document.parts_by_id[placement.part].pivots
        while len(self.pivots) < len(pivots):
            number = len(self.pivots)
            self.pivots.append(
                self._field(say("Joint"), "angle", partial(self._set_pivot, number), self._after_pivots + number)
            )
        for number, field in enumerate(self.pivots):
            there = number < len(pivots)
            self._see(field, there)
            if there:
                label = self.form.labelForField(field)
                assert isinstance(label, QLabel)  # a form makes one of the name that a row is given
                label.setText(pivots[number].name)
                field.line.setAccessibleName(say("Joint: {name}").format(name=pivots[number].name))
                turned = placement.pivots_rad[number] if number < len(placement.pivots_rad) else 0.0
                field.show_value(turned, self.session.document.display)

    # taking

    def _edit(self, label: str, change: Callable[..., Document], field: QuantityField | None, *values: Any) -> None:
        """Edit the placement that is shown: ``change(document, setup, placement, *values)``."""
        placement = self.placement
        if placement is None:
            return
        setup_id, name = self.session.setup.id, self.session.document.parts_by_id[placement.part].name
        self._take(label.format(name=name), lambda d: change(d, setup_id, placement.id, *values), field)

    def _set_slide(self, value: float) -> None:
        self._edit(say("Slide {name}"), rigging.slide, self.slide, value)

    def _set_turn(self, value: float) -> None:
        self._edit(say("Turn {name}"), rigging.turn, self.turn, value)

    def _set_extension(self, value: float) -> None:
        self._edit(say("Draw out {name}"), rigging.extend, self.extension, value)

    def _set_pivot(self, number: int, value: float) -> None:
        self._edit(say("Bend {name}"), rigging.bend, self.pivots[number], {number: value})

    def _set_position(self, axis: int, value: float) -> None:
        if self.placement is not None:
            where = list((self.placement.pose or Pose()).position_m)
            where[axis] = value
            self._edit(say("Move {name}"), placing.move_free, self.position[axis], tuple(where))

    def _set_angle(self, which: int, value: float) -> None:
        if self.placement is not None:
            now = (self.placement.pose or Pose()).angles_rad
            told = tuple(value if k == which else angle for k, angle in enumerate(now))
            self._edit(say("Turn {name}"), placing.turn_free, self.angles[which], told)

    def _set_slides(self, on: bool) -> None:
        self._edit(say("Say whether {name} slides"), placing.strap_track, None, USUAL if on else None)

    def _set_track(self, field: QuantityField | None, **updates: Any) -> None:
        def change(document: Document, setup_id: str, placement_id: str) -> Document:
            return placing.change_strap_track(document, setup_id, placement_id, **updates)

        self._edit(say("Say how {name} slides"), change, field)
