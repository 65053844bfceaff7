"""Photos behind the drawing: which picture lies behind which view, where, how large, how turned.

Places are on the paper of the view: to the right and up, m, where the rig frame's origin is (0, 0). To the right is
forward from the side and from above, and left from the front; up is up, and from above left.
"""

from __future__ import annotations

import math
from typing import Annotated, Final, Literal

import numpy as np
from numpy.typing import NDArray

from equilix.errors import Invalid
from equilix.facts import fact
from equilix.model import Angle, Coordinate, Model, field
from equilix.schema import Limits

Array = NDArray[np.float64]
View = Literal["side", "plan", "front"]
Point = tuple[float, float]

MOST_DATA: Final = 6_000_000
"""Letters of a picture that is kept inside: four and a half million bytes."""
LEAST_APART: Final = 1e-4
"""Two points nearer than this, m, tell neither a scale nor a direction."""
NARROWEST_M, WIDEST_M = 0.005, 50.0


class Backdrop(Model):
    """One picture: in a file beside the document, or inside it."""

    view: View
    file: Annotated[str, Limits(max_length=1000)] = field(
        default="", description="Path from the folder of the document; empty where the picture is inside."
    )
    data: Annotated[str, Limits(max_length=MOST_DATA)] = field(
        default="", description="The picture itself: a JPEG file in base64; empty where it is beside the document."
    )
    at_m: tuple[Coordinate, Coordinate] = field(default=(0.0, 0.0), description="Its middle: right and up.")
    width_m: Annotated[float, Limits(ge=NARROWEST_M, le=WIDEST_M)] = 1.0
    turn_rad: Angle = field(default=0.0, description="How far it is turned to the left on the paper.")
    opacity: Annotated[float, Limits(ge=0.05, le=1.0)] = 0.5

    def check(self) -> None:
        """It is in a file or inside, and not both."""
        if bool(self.file) == bool(self.data):
            raise Invalid(fact("backdrops.file_or_inside"))

    def scaled(self, first_m: Point, second_m: Point, apart_m: float) -> Backdrop:
        """With the two points that lie there now so far apart; the first stays. Raises :class:`Invalid`."""
        now = _apart(first_m, second_m)
        width = self.width_m * apart_m / now
        if not (math.isfinite(apart_m) and apart_m > 0 and NARROWEST_M <= width <= WIDEST_M):
            raise Invalid(fact("backdrops.no_scale"))
        at = np.array(first_m) + (np.array(self.at_m) - first_m) * (apart_m / now)
        return self.changed(width_m=width, at_m=_kept(at))

    def levelled(self, first_m: Point, second_m: Point) -> Backdrop:
        """Turned so that the line through the two points that lie there now is level; the first stays.

        It is turned by no more than a right angle. Raises :class:`Invalid`.
        """
        _apart(first_m, second_m)
        off = math.atan2(second_m[1] - first_m[1], second_m[0] - first_m[0])
        off = (off + math.pi / 2) % math.pi - math.pi / 2
        turn = np.array(((math.cos(off), math.sin(off)), (-math.sin(off), math.cos(off))))
        at = np.array(first_m) + turn @ (np.array(self.at_m) - first_m)
        return self.changed(turn_rad=math.remainder(self.turn_rad - off, 2 * math.pi), at_m=_kept(at))

    def moved(self, first_m: Point, second_m: Point) -> Backdrop:
        """With what lies at the first point at the second."""
        return self.changed(at_m=_kept(np.array(self.at_m) + np.array(second_m) - first_m))


def _apart(first_m: Point, second_m: Point) -> float:
    now = math.dist(first_m, second_m)
    if not now > LEAST_APART:
        raise Invalid(fact("backdrops.one_point"))
    return now


def _kept(at_m: Array) -> Point:
    """A place that may be kept. Raises :class:`Invalid` where it is too far away."""
    if not (np.isfinite(at_m).all() and np.abs(at_m).max() <= 10.0):
        raise Invalid(fact("backdrops.too_far"))
    return round(float(at_m[0]), 7), round(float(at_m[1]), 7)
