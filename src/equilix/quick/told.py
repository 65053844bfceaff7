"""What a scale, a finger and a rule tell of a rig that is not entered part by part.

All places are along the rig from the middle of what it is carried on (pad, line of the grips, handle, eyelet, tilt
axis, post, head): ahead positive, m.
"""

from __future__ import annotations

import math
from collections.abc import Callable
from typing import Final

from msgspec import Struct

from equilix.errors import Refused
from equilix.facts import Sayable, fact, length, listed, mass, number
from equilix.kit.parts import MASS_SD_SHARE
from equilix.mechanics.weighing import two_supports

SCALE_SHARE: Final = 0.005
LEAST_SCALE_SD_KG: Final = 0.010
"""How surely a kitchen or luggage scale reads, of the mass and at least (common practice, no source)."""
FINGER_SD_M: Final = 0.003
"""How surely the place is found where something balances on a finger or a rod (common practice, no source)."""
RULE_SD_M: Final = 0.002
"""How surely the place of a support is measured with a rule (common practice, no source)."""
USUAL_STAYS: Final[dict[str, tuple[float, float]]] = {
    "shoulder": (0.25, 0.12), "handheld": (0.20, 0.10), "low": (0.10, 0.06), "gimbal": (0.12, 0.06),
    "vest": (0.45, 0.15), "harness": (0.15, 0.08), "tripod": (0.04, 0.03),
}  # fmt: skip
"""Which share of the whole usually does not slide with the camera (base, rods and handles, a battery on them; cradle;
post, spar and what hangs on them), and how surely (estimate)."""
USUAL_HEIGHT_M: Final[dict[str, float]] = {
    "shoulder": 0.10, "handheld": 0.08, "low": -0.12, "gimbal": 0.0, "vest": -0.02, "harness": -0.14, "tripod": 0.10,
}  # fmt: skip
"""How high the balance point usually is over what carries the rig; negative where it hangs (estimate)."""
HANGING: Final = ("low", "harness")
"""The ways in which it counts how far it hangs below."""
MOST_THINGS: Final = 6
"""So many weights, and so many things that slide, are tried together."""
FARTHEST_M: Final = 2.0
HEAVIEST_KG: Final = 60.0


class Sliding(Struct, frozen=True):
    """What slides along the rig besides the camera: its mass, where it is now, how far it goes from there."""

    name: str
    mass_kg: float
    at_m: float
    from_m: float
    to_m: float


class Weight(Struct, frozen=True):
    """A weight or battery at hand, and the place, or the stretch of places, where it can hang."""

    name: str
    mass_kg: float
    from_m: float
    to_m: float
    battery: bool = False


class Weighing(Struct, frozen=True):
    """The mass of the whole and where it balances along the rig, each with its standard uncertainty."""

    mass_kg: float
    mass_sd_kg: float
    balance_m: float
    balance_sd_m: float


class Told(Struct, frozen=True):
    """All that has been told. What is None is usual for the way of carrying."""

    carry: str
    weighing: Weighing
    slide_m: tuple[float, float] | None = None
    """How far the camera, and all that does not stay, slides from where it is."""
    sliding: tuple[Sliding, ...] = ()
    weights: tuple[Weight, ...] = ()
    stays_kg: float | None = None
    height_m: float | None = None
    ends_m: tuple[float, float] | None = None
    """Its rear end and its front end, where they have been measured."""

    @property
    def camera_kg(self) -> float:
        """What slides when the camera is slid: the whole without what stays and without what slides by itself."""
        return self.weighing.mass_kg - self.at_rest_kg - sum(each.mass_kg for each in self.sliding)

    @property
    def camera_m(self) -> float:
        """Where that balances: the moments of all lumps about the middle of the support are that of the whole."""
        others = sum(each.mass_kg * each.at_m for each in self.sliding)
        return (self.weighing.mass_kg * self.weighing.balance_m - others) / self.camera_kg

    @property
    def at_rest_kg(self) -> float:
        """What stays with the support when the camera is slid."""
        return USUAL_STAYS[self.carry][0] * self.weighing.mass_kg if self.stays_kg is None else self.stays_kg

    @property
    def cg_over_m(self) -> float:
        """How high the balance point is over the support."""
        return USUAL_HEIGHT_M[self.carry] if self.height_m is None else self.height_m


def on_a_finger(mass_kg: float, balance_m: float) -> Weighing:
    """Weighed on one scale, and balanced on a finger or a rod."""
    return Weighing(mass_kg, _scale_sd_kg(mass_kg), balance_m, FINGER_SD_M)


def on_two_supports(readings_kg: tuple[float, float], places_m: tuple[float, float]) -> Weighing:
    """Weighed at two places in turn, level, the other one propped up: mass and balance from two readings of one scale.

    Raises :class:`Refused` where the places are one, or nothing rests on them.
    """
    try:
        found = two_supports(readings_kg, places_m, max(_scale_sd_kg(each) for each in readings_kg), RULE_SD_M)
    except ValueError as error:
        raise Refused(fact("quick.two_places"), fact("quick.measure_two_places")) from error
    return Weighing(found.mass_kg, found.mass_sd_kg, found.place_m, found.place_sd_m)


def _scale_sd_kg(mass_kg: float) -> float:
    return max(SCALE_SHARE * abs(mass_kg), LEAST_SCALE_SD_KG)


def stays_sd_kg(told: Told) -> float:
    """How surely is known what does not slide."""
    if told.stays_kg is None:
        return USUAL_STAYS[told.carry][1] * told.weighing.mass_kg
    return max(MASS_SD_SHARE["weighed"] * told.stays_kg, 0.001)


def check(told: Told) -> None:
    """Refuse what contradicts itself: masses that sum to more than the whole, places outside the rig."""
    _check_way(told)
    whole = told.weighing
    _within(whole.mass_kg, 0.05, HEAVIEST_KG, fact("quick.the_mass"), mass)
    _within(whole.balance_m, -FARTHEST_M, FARTHEST_M, fact("quick.the_balance"), length)
    for each in told.sliding:
        _within(each.mass_kg, 0.001, HEAVIEST_KG, each.name, mass)
        _within(each.at_m, -FARTHEST_M, FARTHEST_M, each.name, length)
    for weight in told.weights:
        _within(weight.mass_kg, 0.001, HEAVIEST_KG, weight.name, mass)
        for place in (weight.from_m, weight.to_m):
            _within(place, -FARTHEST_M, FARTHEST_M, weight.name, length)
    if told.stays_kg is not None:
        _within(told.stays_kg, 0.0, HEAVIEST_KG, fact("quick.what_stays"), mass)
    if told.height_m is not None:
        _within(told.height_m, -FARTHEST_M, FARTHEST_M, fact("quick.the_height"), length)
    for low, high in (*([told.slide_m] if told.slide_m else []), *((s.from_m, s.to_m) for s in told.sliding)):
        _within(low, -FARTHEST_M, FARTHEST_M, fact("quick.the_slide"), length)
        _within(high, -FARTHEST_M, FARTHEST_M, fact("quick.the_slide"), length)
    for many in (told.sliding, told.weights):
        if len(many) > MOST_THINGS:
            raise Refused(fact("quick.too_many", count=number(len(many))), fact("quick.most", most=number(MOST_THINGS)))
    if told.camera_kg <= 0:
        parts = whole.mass_kg - told.camera_kg
        raise Refused(fact("quick.more_than_whole", parts=mass(parts), whole=mass(whole.mass_kg)), fact("quick.weigh"))
    if told.ends_m is not None:
        rear, front = told.ends_m
        if not rear < whole.balance_m < front:
            ends = fact("quick.ends", rear=length(rear), front=length(front))
            raise Refused(fact("quick.outside", at=length(whole.balance_m), ends=ends), fact("quick.check_mark"))


def _check_way(told: Told) -> None:
    if told.carry not in USUAL_STAYS:
        raise Refused(
            fact("carrying.no_way_carrying", carry=told.carry), fact("carrying.allowed", list=listed(USUAL_STAYS))
        )


def _within(value: float, low: float, high: float, what: Sayable, shown: Callable[[float], Sayable]) -> None:
    if not (math.isfinite(value) and low <= value <= high):
        given = shown(value) if math.isfinite(value) else fact("quick.no_number")
        raise Refused(
            fact("quick.out_of_range", what=what, given=given),
            fact("quick.allowed", low=shown(low), high=shown(high)),
        )
