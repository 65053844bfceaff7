"""Ways to measure something on the bench: what is asked, and which readings the answers make."""

from __future__ import annotations

import math
from collections.abc import Callable, Mapping, Sequence
from typing import Final, Literal

from msgspec import Struct

from equilix.bench.sorts import SORTS, support_sd
from equilix.bench.subjects import Subject, reading
from equilix.errors import Refused
from equilix.facts import fact, mass
from equilix.kit.measured import LEAST_APART_M, Measured
from equilix.kit.solids import Axis
from equilix.units import Quantity

Key = Literal["scale", "supports", "tilted", "edge", "hang", "drop", "wires", "motor"]
Values = Mapping[str, float]
Point = tuple[float, float, float]


class Ask(Struct, frozen=True):
    """One thing that is asked: its key, its quantity, whether it is a place along the axis, whether it may be empty.

    ``read``: an instrument may give it.
    """

    key: str
    quantity: Quantity
    place: bool = False
    optional: bool = False
    read: bool = False


class Asked(Struct, frozen=True):
    """What was answered: along or about which axis, about which point, and the figures in SI units.

    ``sds``: standard uncertainties that instruments gave, of some of them.
    """

    axis: Axis
    point_m: Point
    values: Values
    sds: Values = {}

    def sd(self, key: str, usual: float) -> float:
        """Standard uncertainty of a figure."""
        return max(self.sds.get(key, usual), 1e-6)


class Method(Struct, frozen=True):
    """One way: along or about which axes, whether about a point, what is asked, and what is made of it."""

    key: Key
    axes: tuple[Axis, ...]
    about_point: bool
    asks: tuple[Ask, ...]
    make: Callable[[Subject, Asked], tuple[Measured, ...]]


def _scale(subject: Subject, asked: Asked) -> tuple[Measured, ...]:
    load = asked.values["load"]
    return (reading(subject, "mass", load, asked.sd("load", SORTS["mass"].usual_sd)),)


def _supports(subject: Subject, asked: Asked, tilt_rad: float = 0.0, height_m: float = 0.0) -> tuple[Measured, ...]:
    """One reading for each support that stood on a scale."""
    ends = asked.values["first_place"], asked.values["second_place"]
    if abs(ends[0] - ends[1]) < LEAST_APART_M:
        raise Refused(fact("measuring.supports_apart"), fact("measuring.move_support"))
    loads = [asked.values.get(key) for key in ("first_load", "second_load")]
    if all(each is None for each in loads):
        raise Refused(fact("measuring.no_load"), fact("measuring.one_at_least"))
    both = None not in loads
    known = sum(each for each in loads if each is not None)
    first, second = (known if each is None else each for each in loads)  # of one that is not read, the other's
    found = []
    for number, (load, key) in enumerate(zip(loads, ("first_load", "second_load"), strict=True)):
        if load is not None:
            sd = support_sd(asked.sd(key, SORTS["support"].usual_sd), (first, second), ends, both=both)
            places = {"at_m": ends[number], "other_m": ends[1 - number]}
            found.append(
                reading(
                    subject, "support", load, sd, axis=asked.axis, tilt_rad=tilt_rad, point_m=(0.0, 0.0, height_m),
                    **places,
                )
            )  # fmt: skip
    return tuple(found)


def _tilted(subject: Subject, asked: Asked) -> tuple[Measured, ...]:
    tilt = asked.values["tilt"]
    if not LEAST_TILT_RAD <= abs(tilt) <= MOST_TILT_RAD:
        raise Refused(fact("measuring.tilt"), fact("measuring.tilt_by"))
    return _supports(subject, asked, tilt, asked.values["height"])


def _edge(subject: Subject, asked: Asked) -> tuple[Measured, ...]:
    return (reading(subject, "balance", asked.values["place"], axis=asked.axis),)


def _hang(subject: Subject, asked: Asked) -> tuple[Measured, ...]:
    sd = asked.sd("angle", SORTS["hang"].usual_sd)
    return (reading(subject, "hang", asked.values["angle"], sd, axis=asked.axis, point_m=asked.point_m),)


def _drop(subject: Subject, asked: Asked) -> tuple[Measured, ...]:
    sd = asked.sd("time", SORTS["drop"].usual_sd)
    return (reading(subject, "drop", asked.values["time"], sd, axis=asked.axis, point_m=asked.point_m),)


def _wires(subject: Subject, asked: Asked) -> tuple[Measured, ...]:
    """Timed over ten swings, so that the hand on the watch counts a tenth."""
    sd = asked.sd("ten_swings", SORTS["drop"].usual_sd) / SWINGS
    more = {"axis": asked.axis, "wire_m": asked.values["wire"], "apart_m": asked.values["apart"]}
    return (reading(subject, "turning", asked.values["ten_swings"] / SWINGS, sd, **more),)


def _motor(subject: Subject, asked: Asked) -> tuple[Measured, ...]:
    sd = asked.sd("effort", SORTS["torque"].usual_sd)
    more = {"axis": asked.axis, "point_m": asked.point_m, "tilt_rad": asked.values["tilt"]}
    return (reading(subject, "torque", asked.values["effort"], sd, **more),)


SWINGS: Final = 10
LEAST_TILT_RAD, MOST_TILT_RAD = math.radians(3.0), math.radians(60.0)
_FIRST, _SECOND = Ask("first_place", "length", place=True), Ask("second_place", "length", place=True)
_LOADS: Final = (
    Ask("first_load", "mass", optional=True, read=True), Ask("second_load", "mass", optional=True, read=True),
)  # fmt: skip
METHODS: Final[dict[Key, Method]] = {
    each.key: each
    for each in (
        Method("scale", ("x",), False, (Ask("load", "mass", read=True),), _scale),
        Method("supports", ("x", "y", "z"), False, (_FIRST, _SECOND, *_LOADS), _supports),
        Method(
            "tilted", ("x", "y"), False,
            (_FIRST, _SECOND, Ask("height", "length"), Ask("tilt", "angle", read=True), *_LOADS), _tilted,
        ),
        Method("edge", ("x", "y", "z"), False, (Ask("place", "length", place=True),), _edge),
        Method("hang", ("y", "x"), True, (Ask("angle", "angle", read=True),), _hang),
        Method("drop", ("y", "x"), True, (Ask("time", "number", read=True),), _drop),
        Method(
            "wires", ("z", "y", "x"), False,
            (Ask("wire", "length"), Ask("apart", "length"), Ask("ten_swings", "number", read=True)), _wires,
        ),
        Method(
            "motor", ("y", "x"), True, (Ask("tilt", "angle", read=True), Ask("effort", "torque", read=True)), _motor
        ),
    )
}  # fmt: skip
"""In the order in which they are offered: the quickest first."""


def less_than_a_part(measured: Sequence[Measured], masses_kg: Mapping[str, float]) -> str | None:
    """The heaviest part of what was weighed, where all of it weighs less than that part alone; none where it does not.

    Both loads of two supports together are its mass.
    """
    weighed = [each for each in measured if each.sort in ("mass", "support")]
    whole = measured[0].sort == "mass" if measured else False
    if not weighed or not (whole or len(weighed) == 2):
        return None
    total = sum(each.value for each in weighed)
    heaviest = max((piece.part for piece in weighed[0].pieces), key=lambda part_id: masses_kg[part_id])
    return heaviest if total < LESS * masses_kg[heaviest] else None


LESS: Final = 0.8
"""Of what a part is said to weigh: less is no error of a data sheet, something else rests on the table."""


def too_little(part_name: str, total_kg: float, part_kg: float) -> Refused:
    """What is said of scales that say less than a part of it weighs."""
    return Refused(
        fact("measuring.less_than", total=mass(total_kg), part=part_name, mass=mass(part_kg)),
        fact("measuring.look_what_rests"),
    )
