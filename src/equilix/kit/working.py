"""What of a part is worked with a finger, and what turns by teeth: controls and gears."""

from __future__ import annotations

from typing import Annotated, Literal

from equilix.kit.pivots import Beyond
from equilix.model import Direction, Identifier, Length, Model, Position, field
from equilix.schema import Limits

Finger = Literal["index", "thumb"]


class Control(Model):
    """A button, rocker or wheel that is worked with one finger of a hand that keeps holding."""

    name: Identifier
    position_m: Position
    finger: Finger = "index"
    beyond: Beyond = 0


class Gear(Model):
    """A toothed wheel or ring: of a lens, where it is turned; of a motor or follow focus, which turns it.

    The middle of its teeth is at ``position_m``; two mesh where their teeth are alike and their pitch circles touch.
    """

    name: Identifier = "focus"
    position_m: Position
    axis: Direction = (1.0, 0.0, 0.0)
    diameter_m: Length = field(description="Of the pitch circle, at half the height of the teeth.")
    width_m: Length = 0.008
    module_m: Annotated[float, Limits(gt=0.0, le=0.01)] = field(
        default=0.0008, description="Pitch diameter over the number of teeth."
    )
    beyond: Beyond = 0
    drives: bool = field(default=False, description="It turns another one: of a motor, of a follow focus.")
