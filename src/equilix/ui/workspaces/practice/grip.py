"""What the mouse does to a rig that moves: slides what is loose, tips the handle, pulls at whatever else it is on."""

from __future__ import annotations

import math
from collections.abc import Iterator
from typing import Final, Literal, Protocol

import numpy as np
from numpy.typing import NDArray
from PySide6.QtCore import QPointF, QRectF, SignalInstance

from equilix.errors import EquilixError
from equilix.practice.attempt import Attempt
from equilix.practice.trainer import Trainer
from equilix.ui.stage.primitives import Dot, Line, Primitive
from equilix.ui.stage.projection import SIDE, Projection
from equilix.ui.stage.sheet import Sheet

Array = NDArray[np.float64]
Does = Literal["nothing", "slides", "tips", "pulls", "aims"]

TIP_PX: Final = math.radians(0.35)
"""How far each pixel tips the handle."""
FLAT: Final = 0.15
"""A track that is seen from its end cannot be slid in that view (cosine)."""


class Paper(Protocol):
    """What a rig is drawn on, and who is told of what the mouse does there."""

    attempt: Attempt | None
    chosen: str
    scales: dict[str, float]
    moved: SignalInstance
    refused: SignalInstance

    def box_of(self, view: Projection) -> QRectF:
        """Where a view is."""

    def sheet_of(self, view: Projection) -> Sheet:
        """What a view is drawn on."""

    def placement_at(self, at: QPointF) -> tuple[str | None, Projection]:
        """What is under a point, and in which view."""


class Grip:
    """One press of the mouse until it is let go. ``does`` says what it has become."""

    def __init__(self, picture: Paper) -> None:
        self.picture = picture
        self.does: Does = "nothing"
        self.view: Projection = SIDE
        self.at = QPointF()
        self._from = QPointF()
        self._key, self._slide_m, self._way = "", 0.0, np.zeros(2)
        self._link, self._home_m, self._depth = 0, np.zeros(3), 0.0
        self._tip_rad = (0.0, 0.0)

    @property
    def trainer(self) -> Trainer:
        """Who has the rig."""
        assert self.picture.attempt is not None  # nothing is pressed where nothing is shown
        return self.picture.attempt.trainer

    def press(self, at: QPointF) -> None:
        """The mouse takes hold of what is there."""
        self.release()
        if self.picture.attempt is None:
            return
        placement, self.view = self.picture.placement_at(at)
        self.at = self._from = at
        if placement is None:
            return
        trainer = self.trainer
        link = trainer.rigged.link_of(placement)
        loose = self._loose(placement)
        if loose:
            self._take_track(loose)
        elif link is None:
            if trainer.rigged.tips:
                self.does, self._tip_rad = "tips", self._tipped()
        else:
            self._take_hold(placement, link, at)
        self.picture.moved.emit()

    def _loose(self, placement: str) -> str:
        """The nearest loose track that takes this placement along; empty where nothing is loose."""
        trainer = self.trainer
        carriers = trainer.analysis.setup.carriers(placement)
        known = {each.placement: each.key for each in trainer.tracks if each.key in trainer.loose}
        return next((known[each] for each in carriers if each in known and self._seen(known[each])), "")

    def _seen(self, key: str) -> bool:
        flat = self._flat_way(key)
        return float(np.hypot(*flat)) > FLAT

    def _flat_way(self, key: str) -> Array:
        """Which way on the paper ``(2,)`` it goes as it grows, for each metre in pixels over the scale in px/mm."""
        way = self.trainer.way_of(key)
        return np.array((way[self.view.right], -way[self.view.up]))

    def _take_track(self, key: str) -> None:
        self.does, self._key = "slides", key
        self._slide_m, self._way = self.trainer.slide_m(key), self._flat_way(key)
        self.picture.chosen = key

    def _tipped(self) -> tuple[float, float]:
        """The tip of the handle as ahead and to the left."""
        trainer = self.trainer
        return (
            trainer.tip_rad * math.cos(trainer.tip_towards_rad), trainer.tip_rad * math.sin(trainer.tip_towards_rad),
        )  # fmt: skip

    def _take_hold(self, placement: str, link: int, at: QPointF) -> None:
        trainer = self.trainer
        shown = trainer.picture()
        self._depth = float(shown.cgs_m[shown.index[placement]] @ np.array(self.view.toward))
        frame = trainer.frames[link]
        where = self._in_base(at)
        self._link, self._home_m = link, frame.turn.T @ (where - frame.shift_m)
        self.does = "pulls"
        trainer.grab(link, self._home_m)

    def _in_base(self, at: QPointF) -> Array:
        """The place ``(3,)`` under the mouse, as deep as what was taken hold of, in the frame of the base."""
        sheet = self.picture.sheet_of(self.view)
        mm = sheet.to_mm(at - self.picture.box_of(self.view).topLeft())
        place = np.array(self.view.toward) * self._depth
        place[self.view.right], place[self.view.up] = mm.x() / 1000.0, -mm.y() / 1000.0
        return self.trainer.in_base(place)

    def move(self, at: QPointF) -> None:
        """The mouse goes on with what it holds."""
        self.at = at
        way = at - self._from
        try:
            if self.does == "slides":
                scale = self.picture.scales[self.view.name] * 1000.0
                along = (way.x() * self._way[0] + way.y() * self._way[1]) / float(self._way @ self._way)
                self.trainer.slide(self._key, self._slide_m + along / scale)
            elif self.does == "tips":
                ahead, left = self._tip_rad
                if self.view is SIDE:
                    ahead += way.x() * TIP_PX
                else:
                    left += way.x() * TIP_PX
                self.trainer.tip(math.hypot(ahead, left), math.atan2(left, ahead))
            elif self.does == "pulls":
                self.trainer.drag(self._in_base(at))
        except EquilixError as error:
            self.picture.refused.emit(error)
        self.picture.moved.emit()

    def forget(self) -> None:
        """Another rig is shown: nothing of it is held."""
        self.does = "nothing"

    def release(self) -> None:
        """The mouse lets go."""
        if self.does == "pulls":
            self.trainer.release()
        if self.does != "nothing":
            self.does = "nothing"
            self.picture.moved.emit()

    def primitives(self, sheet: Sheet) -> Iterator[Primitive]:
        """The pull, as a line from what is held to the mouse."""
        if self.does != "pulls" or sheet.view is not self.view:
            return
        trainer = self.trainer
        held = trainer.in_world(trainer.frames[self._link].place_m(self._home_m))
        start, end = sheet.place_px(held), self.at - self.picture.box_of(self.view).topLeft()
        yield Line((start, end), "hold", 2.0)
        yield Dot(end, 5.0, "hold")
