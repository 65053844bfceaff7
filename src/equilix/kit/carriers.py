"""What bears a rig without being part of it: spring arm on a vest, harness with an overhead line, tripod."""

from __future__ import annotations

from typing import Annotated, Literal

from equilix.errors import Invalid
from equilix.facts import fact
from equilix.model import Length, Mass, Tagged, field
from equilix.schema import Limits, ToldBy

Ratio = Annotated[float, Limits(ge=0.0, le=2.0)]
Turns = Annotated[float, Limits(ge=-100.0, le=100.0)]


class _Rated(Tagged):
    """The maker's range of load."""

    TAG = "way"

    least_kg: Annotated[float, Limits(ge=0.0, le=200.0)] = 0.0
    most_kg: Mass

    def check(self) -> None:
        """The range does not end before it begins."""
        if self.most_kg < self.least_kg:
            raise Invalid(fact("carriers.greatest_load_carrier_under"))


class _Spring(_Rated):
    """Lift that is set by turning a knob or a screw; a straight line through two weighings."""

    turns: tuple[Turns, Turns] = field(default=(0.0, 10.0), description="Where the knob stood at the two weighings.")
    lifts_kg: tuple[Mass, Mass] = field(default=(3.0, 10.0), description="What floated there.")

    friction_n: Annotated[float, Limits(ge=0.0, le=500.0)] = field(
        default=2.0, description="Force below which it stays where it is left."
    )
    damping_ratio: Ratio = 0.25
    travel_m: Length = field(default=0.70, description="From its lowest to its highest place.")

    def check(self) -> None:
        """The two weighings are at two settings."""
        super().check()
        if abs(self.turns[1] - self.turns[0]) < 1e-6:
            raise Invalid(fact("carriers.two_weighings_need_two"))

    @property
    def kg_per_turn(self) -> float:
        """Slope of the calibration."""
        return (self.lifts_kg[1] - self.lifts_kg[0]) / (self.turns[1] - self.turns[0])

    def lift_kg(self, turns: float) -> float:
        """Load that floats at a setting."""
        return self.lifts_kg[0] + (turns - self.turns[0]) * self.kg_per_turn

    def turns_for(self, load_kg: float) -> float:
        """Setting at which a load floats; the first one where the two weighings do not tell."""
        slope = self.kg_per_turn
        return self.turns[0] if abs(slope) < 1e-9 else self.turns[0] + (load_kg - self.lifts_kg[0]) / slope


class SpringArm(_Spring):
    """A sprung arm on a vest; the sled hangs at its end."""

    way: Literal["vest"] = "vest"
    reach_m: Length = field(default=0.45, description="From the front plate of the vest to the end of the arm, in use.")
    arm_kg: Mass = field(default=2.6, description="The arm alone; the rest of the part's mass is the vest.")
    stiffness_n_m: Annotated[float, Limits(gt=0.0, le=1e6)] | None = field(
        default=40.0, description="Force at its end for each metre up or down; absent: it does not give."
    )
    plates_m: Length = field(
        default=0.36, description="Height between the front plate and the hip belt, which bear the couple."
    )


class Harness(_Spring):
    """Backpack, hip belt and boom with a line to the rig; ``stiffness_n_m`` absent: a taut line."""

    way: Literal["harness"] = "harness"
    boom_m: Length = field(default=0.40, description="From the hips forward to where the line comes down.")
    above_m: Length = field(default=0.35, description="End of the boom over the shoulder joints.")
    stiffness_n_m: Annotated[float, Limits(gt=0.0, le=1e6)] | None = None
    damping_ratio: Ratio = 0.15
    friction_n: Annotated[float, Limits(ge=0.0, le=500.0)] = 1.0
    travel_m: Length = 0.25


class TripodHead(_Rated):
    """Tripod and fluid head: legs, tilt axis, counterbalance in steps."""

    way: Literal["tripod"] = "tripod"
    plate_over_axis_m: Annotated[float, Limits(ge=0.0, le=0.5)] = 0.05
    counterbalance_nm: tuple[Annotated[float, Limits(ge=0.0, le=200.0)], ...] = field(
        default=(0.0, 2.0, 4.0, 6.0, 8.0), description="Moment at 90° of tilt of each step, from none."
    )
    foot_radius_m: Length = field(default=0.55, description="From the middle to each of the three feet.")
    height_m: Length = field(default=1.40, description="From the ground to the head's plate.")
    cg_height_m: Length = field(default=0.60, description="Centre of gravity of tripod and head over the ground.")


Carrier = Annotated[SpringArm | Harness | TripodHead, ToldBy("way")]
