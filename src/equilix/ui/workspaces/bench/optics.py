"""What a lens sees and a camera records: focal length, and the size of the sensor."""

from __future__ import annotations

from equilix.edits import kit
from equilix.kit.catalogue import kind_of
from equilix.kit.parts import Part
from equilix.ui.session import Session
from equilix.ui.widgets.fields import QuantityField
from equilix.ui.workspaces.bench.entry import Editor, form
from equilix.words.language import say

MM = 0.001
"""Both are told in millimetres everywhere in the trade, in the US too."""


class OpticsEditor(Editor):
    """Under the form of a lens or of a camera."""

    def __init__(self, session: Session) -> None:
        super().__init__(session)
        self.focal = self.optional(
            say("Focal length, mm; the shortest of a zoom"), "number",
            lambda v: self._take(self.focal, focal_m=None if v is None else v * MM),
        )  # fmt: skip
        self.wide = self.optional(say("Width of the sensor, mm"), "number", lambda v: self._sensor(0, v))
        self.high = self.optional(say("Height of the sensor, mm"), "number", lambda v: self._sensor(1, v))
        self.rows = form()
        for label, field in (
            (say("Focal length, mm"), self.focal), (say("Sensor wide, mm"), self.wide),
            (say("Sensor high, mm"), self.high),
        ):  # fmt: skip
            self.rows.addRow(label, field)
        self.column.addLayout(self.rows)
        self.column.addWidget(self.refusal)

    def fill(self, part: Part) -> None:
        camera = kind_of(part).camera
        self.rows.setRowVisible(self.focal, not camera)
        self.focal.show_value(None if part.focal_m is None else round(part.focal_m / MM, 3))
        for field, k in ((self.wide, 0), (self.high, 1)):
            self.rows.setRowVisible(field, camera)
            field.show_value(None if part.sensor_m is None else round(part.sensor_m[k] / MM, 3))

    def _take(self, field: QuantityField, **updates: object) -> None:
        part = self.part
        if part is not None:
            self.take(say("Say what it sees"), lambda d: kit.change_part(d, part.id, **updates), field)

    def _sensor(self, which: int, value_mm: float | None) -> None:
        """The other side is three to two of it, until it is entered; emptied, neither is known."""
        part, field = self.part, (self.wide, self.high)[which]
        if part is None:
            return
        if value_mm is None:
            self._take(field, sensor_m=None)
            return
        usual = (value_mm * MM, value_mm * MM * 2 / 3) if which == 0 else (value_mm * MM * 1.5, value_mm * MM)
        sizes = list(part.sensor_m or usual)
        sizes[which] = value_mm * MM
        self._take(field, sensor_m=(sizes[0], sizes[1]))
