"""Balance conditions: what every way of carrying asks of the centre of gravity."""

from __future__ import annotations

from collections.abc import Callable
from dataclasses import dataclass
from typing import Literal

import numpy as np
from numpy.typing import NDArray

from equilix.kit.parts import Pad
from equilix.mechanics.mass_properties import MassProperties
from equilix.rig.kinematics import Assembly
from equilix.units import Display, length

Array = NDArray[np.float64]
Status = Literal["rests", "leans", "falls", "unsupported"]


@dataclass(frozen=True, slots=True)
class Balance:
    """``direction · (CG − datum)`` must lie within ± ``tolerance_m``: linear in the first moments.

    ``direction`` (3,) is a unit vector and ``datum_m`` (3,) a point, both in the rig frame; ``datum_on`` is the
    placement that carries the datum, so that a plan knows when a slide moves it.
    """

    name: str
    direction: Array
    datum_m: Array
    datum_on: str
    tolerance_m: float
    edge_m: float
    """Half width of the support in that direction: beyond it the rig falls."""
    ahead: str
    """The word for a positive value: 'in front of', 'left of'."""
    behind: str
    falls_ahead: str
    """What the rig does there: 'Falls forward', 'Leans left'."""
    falls_behind: str


@dataclass(frozen=True, slots=True)
class Condition:
    """A balance with its value: metres from the datum, with its standard uncertainty."""

    balance: Balance
    value_m: float
    sd_m: float
    sentence: str

    @property
    def ok(self) -> bool:
        """Whether the value is inside the tolerance (to a hundredth of a millimetre)."""
        return abs(self.value_m) <= self.balance.tolerance_m + 1e-5

    @property
    def falls(self) -> bool:
        """Whether the CG is beyond the support's edge."""
        return abs(self.value_m) > self.balance.edge_m


@dataclass(frozen=True, slots=True)
class Support:
    """What the rig rests on: the placement, and the pad in the rig frame with its corners by name ``(3,)``."""

    placement: str
    pad: Pad
    centre_m: Array
    corners_m: dict[str, Array]


@dataclass(frozen=True, slots=True)
class Way:
    """A way of carrying, as the table in :mod:`equilix.carry` lists it."""

    name: str
    phrase: str
    """How a sentence says it: 'on the shoulder'."""
    needs: str
    """What a rig must have to be carried so, for the message where it has not."""
    support: Callable[[Assembly], Support | None]
    balances: Callable[[Assembly, Support], tuple[Balance, ...]]


def evaluate(balance: Balance, body: MassProperties, cg_cov_m2: Array, datum_name: str, display: Display) -> Condition:
    """The condition of a rig with this CG and its covariance ``(3, 3)``."""
    value = float(balance.direction @ (body.cg_m - balance.datum_m))
    sd = max(float(balance.direction @ cg_cov_m2 @ balance.direction), 0.0) ** 0.5
    side = balance.ahead if value >= 0 else balance.behind
    what = f"Centre of gravity {length(abs(value), display)} ± {length(sd, display)} {side} {datum_name}"
    room = balance.tolerance_m - abs(value)
    if room >= -1e-5:
        sentence = f"{what}: inside the {length(balance.tolerance_m, display)} that it may be."
    else:
        sentence = f"{what}: {length(-room, display)} more than it may be."
    return Condition(balance, value, sd, sentence)
