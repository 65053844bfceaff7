"""Where on the drawing a part can be mounted that is lifted off or comes from the mat; or strapped, where it is."""

from __future__ import annotations

import math
from typing import TYPE_CHECKING, Final

import numpy as np
from msgspec import Struct
from PySide6.QtCore import QMimeData, QPointF

from equilix.edits import rigging
from equilix.kit.mounts import MountPoint
from equilix.ui.mounting import strap_new
from equilix.ui.session import Session

if TYPE_CHECKING:
    from equilix.ui.stage.paper import Paper

PART_MIME: Final = "application/x-equilix-part"
SNAP_PX: Final = 60.0
"""A part let go this near to a mounting point is mounted there."""


class Target(Struct, frozen=True, dict=True):
    """A place where what is lifted would fit."""

    parent: str
    point: MountPoint
    by: MountPoint
    place: QPointF


class Targets:
    """The places that fit, and the one that is nearest to the mouse."""

    def __init__(self, view: Paper, session: Session) -> None:
        self.view, self.session = view, session
        self.places: list[Target] = []
        self.nearest: Target | None = None

    def __len__(self) -> int:
        return len(self.places)

    def clear(self) -> None:
        """None: nothing is lifted."""
        self.places, self.nearest = [], None

    def find(self, part_id: str, moving: str | None) -> None:
        """All that fit a part; ``moving``: the placement of it that is lifted off."""
        session = self.session
        part, assembly = session.document.parts_by_id[part_id], session.analysis.assembly
        self.places = [
            Target(parent, point, by, self.view.place_px(assembly.point_pose(parent, point)[0]))
            for parent, point, by in rigging.fitting_points(session.document, session.setup, part, moving=moving)
        ]

    def aim(self, at: QPointF) -> None:
        """The mouse is there: which of them is meant."""

        def away(target: Target) -> float:
            return math.hypot(target.place.x() - at.x(), target.place.y() - at.y())

        nearest = min(self.places, key=away, default=None)
        self.nearest = nearest if nearest is not None and away(nearest) < SNAP_PX else None
        self.view.update()


def strap_there(view: Paper, session: Session, part_id: str, carrier: str, at: QPointF) -> None:
    """Strap a part from the mat to what is under the mouse: its middle there, on the side that looks at one."""
    toward, assembly = np.array(view.view.toward, float), session.analysis.assembly
    mm, row = view.to_mm(at), assembly.index[carrier]
    lower, upper, rows = assembly.boxes_m
    mine = rows == row
    near = float(np.maximum(lower[mine] @ toward, upper[mine] @ toward).max())
    new = session.document.parts_by_id[part_id].body()
    half = float(np.abs(toward) @ (new.high_m - new.low_m)) / 2
    place = toward * (near + half)
    place[view.view.right], place[view.view.up] = mm.x() / 1000, -mm.y() / 1000
    strap_new(session, part_id, carrier, place)


def part_in(data: QMimeData) -> str:
    """The part that is dragged; empty where something else is."""
    return bytes(data.data(PART_MIME).data()).decode(errors="replace") if data.hasFormat(PART_MIME) else ""
