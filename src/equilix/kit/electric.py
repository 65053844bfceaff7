"""What a part gives and takes of power: outputs, inputs, draw by mode, what stops when something dies."""

from __future__ import annotations

import re
from typing import Annotated, Final, Literal

from equilix.errors import Invalid
from equilix.facts import fact
from equilix.model import Identifier, Model, field
from equilix.schema import Limits

Volts = Annotated[float, Limits(gt=0.0, le=500.0)]
Amperes = Annotated[float, Limits(gt=0.0, le=200.0)]
Watts = Annotated[float, Limits(ge=0.0, le=5000.0)]
Mode = Literal["standby", "record", "full"]
_MONTH: Final = re.compile(r"\d{4}-(0[1-9]|1[0-2])")
MODES: Final[tuple[Mode, ...]] = ("standby", "record", "full")


class Output(Model):
    """A socket that gives power."""

    name: Identifier
    connector: Identifier = "tap"
    volts: Volts = 14.4
    most_a: Amperes = 5.0


class Input(Model):
    """A socket that takes power, within a range of voltage."""

    name: Identifier
    connector: Identifier = "tap"
    least_v: Volts = 11.0
    most_v: Volts = 17.0

    def check(self) -> None:
        """The range does not end before it begins."""
        if self.most_v < self.least_v:
            raise Invalid(fact("electric.greatest_voltage_input_under"))


class Draw(Model):
    """Power drawn by mode, W."""

    standby: Watts = 0.0
    record: Watts = 0.0
    full: Watts = 0.0


class Electric(Model):
    """The electric side of a part.

    A part with energy is a battery: ``volts`` and ``most_a`` are its own. ``passes``: what is fed into it goes on to
    its outputs, at ``efficiency``; an output of another voltage has a converter behind it.
    """

    draw: Draw = Draw()
    inputs: tuple[Input, ...] = ()
    outputs: tuple[Output, ...] = ()
    passes: bool = False
    efficiency: Annotated[float, Limits(gt=0.0, le=1.0)] = 1.0
    volts: Volts | None = None
    most_a: Amperes | None = None
    fed_by_mount: bool = field(default=False, description="A battery mounted on it feeds it.")
    feeds_mount: bool = field(
        default=False, description="What is fed into it goes into what it is mounted on, as into a dummy battery."
    )
    hot_swap: bool = field(default=False, description="Its battery can be changed while it runs.")
    stops_without: tuple[Identifier, ...] = field(
        default=(), description="Kinds of part whose dying stops this one, as a monitor on some bodies."
    )
    age: Annotated[float, Limits(gt=0.0, le=1.0)] = field(default=1.0, description="Share of its first capacity left.")
    cycles: Annotated[int, Limits(ge=0, le=100_000)] = field(
        default=0, description="How often a battery was charged before the notebook began."
    )
    since: Annotated[str, Limits(max_length=7)] = field(default="", description="In use since: 2024-03.")

    def check(self) -> None:
        """It is in use since a month."""
        if self.since and not _MONTH.fullmatch(self.since):
            raise Invalid(fact("electric.no_month", text=self.since))
