"""Balance conditions: what every way of carrying asks of the centre of gravity, and what a way is."""

from __future__ import annotations

import math
from collections.abc import Callable, Mapping, Sequence
from typing import Final, Literal

import numpy as np
from msgspec import Struct
from numpy.typing import NDArray

from equilix.body.load import Place
from equilix.body.posture import Stance
from equilix.carry.carried import Carried
from equilix.facts import Sayable, fact, length, run
from equilix.keys import BalanceKey, BodyPosture, Lean, SupportKind
from equilix.mechanics.contact import Bearing, Holding
from equilix.mechanics.uncertainty import Data
from equilix.rig.kinematics import Assembly
from equilix.rig.setups import Setup

Array = NDArray[np.float64]
Status = Literal["rests", "leans", "falls", "unsupported"]
View = Literal["side", "plan", "front"]
Say = Callable[[float], Sayable]

X, Y, Z = np.eye(3)
MIDDLE_OF_PAD: Final[Sayable] = fact("conditions.middle_of_pad")
CENTRE_OF_GRAVITY: Final[Sayable] = fact("conditions.centre_of_gravity")
LEAST_SHOWN_M = 0.0005
"""Nearer to its datum than this a balance has no side to be told."""
TARGET_SHARE = 1 / 3
"""Half width of the target, of the tolerance (common practice, no source)."""


class ByHeight(Struct, frozen=True):
    """Makes a balance of first moments one of products of inertia.

    Each part counts with its height ``axis · (r − point)`` over ``scale_m``; ``own_kg_m`` is what the parts' own
    products of inertia add, over that scale. Heights are taken as they are when the balance is made.
    """

    axis: Array
    point_m: Array
    scale_m: float
    own_kg_m: float

    def weights(self, cgs_m: Array) -> Array:
        """Factors ``(n,)`` of parts with these CGs ``(n, 3)``."""
        return np.asarray((cgs_m - self.point_m) @ self.axis / self.scale_m)


class Balance(Struct, frozen=True):
    """``direction · (CG − datum)`` must lie within ± ``tolerance_m``: linear in the first moments.

    ``direction`` (3,) is a unit vector and ``datum_m`` (3,) a point, both in the rig frame. ``datum_on`` names the
    placements that carry the datum, each with its share of it (their sum is 1), so that a plan knows how a slide
    moves it. ``members``: the placements whose CG it is, None for all.
    """

    key: BalanceKey
    direction: Array
    datum_m: Array
    datum_on: tuple[tuple[str, float], ...]
    tolerance_m: float
    ahead: Sayable
    """The word for a positive value: 'in front of', 'left of'."""
    behind: Sayable
    falls_ahead: Sayable
    """What the rig does there: 'forward', 'nose-down'."""
    falls_behind: Sayable
    datum_name: Sayable = MIDDLE_OF_PAD
    target_share: float = TARGET_SHARE
    most_target_m: float = math.inf
    """The target is never wider than this."""
    edge_m: float = math.inf
    """Half width of the support in that direction: beyond it the rig falls."""
    members: tuple[str, ...] | None = None
    subject: Sayable = CENTRE_OF_GRAVITY
    by_height: ByHeight | None = None
    effort_per_m: float = 0.0
    """Share of its motor's rating that a metre takes; 0 where no motor holds it."""
    rank: int = 0
    """0: static; what comes after it (drop time 1, dynamic 2) counts only once all before it is right."""
    also: Say | None = None
    """What a value means beyond its millimetres: an angle, a share of a motor."""

    @property
    def target_m(self) -> float:
        """Inside this it is right, where inside the tolerance it only still holds (common practice, no source)."""
        return min(self.tolerance_m * self.target_share, self.most_target_m)


class Condition(Struct, frozen=True):
    """A balance with its value: metres from the datum, with its standard uncertainty.

    ``by_mass`` ``(n,)`` and ``by_place`` ``(n, 3)`` are the slopes of the value with the parts' masses (m/kg) and
    CGs; ``variances_m2`` ``(n,)`` each placement's share of the variance (pieces of one part share its doubt evenly).
    """

    balance: Balance
    value_m: float
    sd_m: float
    sentence: Sayable
    by_mass: Array
    by_place: Array
    variances_m2: Array

    @property
    def ok(self) -> bool:
        """Whether the value is inside the tolerance (to a hundredth of a millimetre)."""
        return abs(self.value_m) <= self.balance.tolerance_m + 1e-5

    @property
    def falls(self) -> bool:
        """Whether the CG is beyond the support's edge."""
        return abs(self.value_m) > self.balance.edge_m

    @property
    def way(self) -> Sayable:
        """The word for where it goes: 'forward', 'nose-up'."""
        return self.balance.falls_ahead if self.value_m > 0 else self.balance.falls_behind


class Support(Struct, frozen=True):
    """What holds the rig: its kind, the placement and point ``(3,)`` of the datum, and where it bears.

    ``span_m``: how far it bears fore and aft of the datum, for the drawing. ``hangs``: the rig turns about the datum
    (or is clamped there), so that the hands need not hold it level and bear only what lift is missing.
    """

    kind: SupportKind
    placement: str
    datum_m: Array
    bearings: tuple[Bearing, ...] = ()
    span_m: tuple[float, float] = (0.0, 0.0)
    width_m: float = 0.0
    hangs: bool = False
    lift_n: float | None = None
    """What arm or line lifts; None where it takes whatever there is."""
    grips: tuple[Place, ...] | None = None
    """The grips that are held; None: any."""
    level: bool = False
    """The hands hold level what hangs; else it is taken as it hangs."""
    wrists: bool = False
    """Nothing else holds it, so that the wrists bear what the hands alone would let turn."""
    aims: Literal["rig", "head", "motors"] = "rig"
    """What turns when the lens is tilted: the rig about the datum, on a head about its axis, or on motors alone."""
    axis_below_m: float = 0.0
    """How far that axis is below the datum."""
    counterbalance_nm: float = 0.0
    """Moment at 90° of tilt that a head gives against a rig that is above its axis."""

    @property
    def pulls(self) -> bool:
        """Whether it bears the rig from above, as a line and a spring arm do."""
        return self.kind in ("eyelet", "post")

    def places(self, carried: Carried) -> tuple[Place, ...]:
        """The grips that can be held."""
        return carried.grips if self.grips is None else self.grips

    @property
    def axis_m(self) -> Array:
        """What the rig turns about when the lens is tilted ``(3,)``, rig frame."""
        return np.asarray(self.datum_m - Z * self.axis_below_m)


class Figure(Struct, frozen=True):
    """One figure of a way of carrying: key and SI value for the report, words for people, maybe a ``warning``."""

    key: str
    label: Sayable
    value: float
    unit: str
    said: Sayable
    warning: Sayable = ""


class Situation(Struct, frozen=True):
    """A rig on its support with its conditions, in their order."""

    carried: Carried
    support: Support
    conditions: tuple[Condition, ...]
    status: Status
    holding: Holding
    stance: Stance

    @property
    def worst(self) -> Condition:
        """The condition that is furthest outside its tolerance, or nearest to it."""
        return max(self.conditions, key=lambda c: abs(c.value_m) / c.balance.tolerance_m)

    def condition(self, key: BalanceKey) -> Condition:
        """The condition of that balance."""
        return next(c for c in self.conditions if c.balance.key == key)


class Step(Struct, frozen=True):
    """One step of a guided procedure: the condition it puts right, how to prepare, what one sees when it is right.

    ``asks``: examples of what can be typed in from the real thing.
    """

    condition: BalanceKey
    title: Sayable
    prepare: Sayable
    right: Sayable
    view: View = "side"
    asks: tuple[Sayable, ...] = ()


def no_figures(situation: Situation) -> tuple[Figure, ...]:
    """A way without figures of its own."""
    del situation
    return ()


class Way(Struct, frozen=True):
    """A way of carrying, as the table in :mod:`equilix.carry` lists it."""

    name: str
    phrase: Sayable
    """How a sentence says it: 'on the shoulder'."""
    needs: Sayable
    """What a rig must have to be carried so, for the message where it has not."""
    support: Callable[[Carried], Support | None]
    balances: Callable[[Carried, Support], tuple[Balance, ...]]
    stance: Callable[[Carried, Support], Stance]
    verdict: Callable[[Situation], tuple[Sayable, Sayable]]
    steps: tuple[Step, ...]
    figures: Callable[[Situation], tuple[Figure, ...]] = no_figures
    leans: tuple[Lean, ...] = ()
    """What else can steady it; a brace without being asked, where a part for it is on it and gets to the chest."""
    palm: bool = False
    """One palm can lie under the lens."""
    heights: bool = False
    """It can be held at the chest, low, or overhead."""
    postures: tuple[BodyPosture, ...] = ("standing", "walking")
    """How the operator can be placed; the first is meant where a setup names one that this way has not."""
    fists_on_knees: bool = False
    """Seated or kneeling, a fist may rest on a knee that is up."""
    one_hand: bool = False
    """Held by one hand as it is: there is no other to let go with."""
    stays_up: bool = False
    """What bears it stands by itself, also under a half-built rig."""
    swings: bool = False
    """Unhooked, what bears it swings free."""
    holds_off: bool = False
    """The operator stands where the hands or what is leaned on want it; else pad, arm or line say where."""
    bearer: str = ""
    """The kind of carrier it can use, by its ``way``."""
    stands_out: Callable[[Carried, Support], tuple[tuple[Array, float], ...]] | None = None
    """Where it is worn as a frame on the body: its parts that stand out in front, as places ``(3,)`` and masses."""

    def posture_of(self, setup: Setup) -> BodyPosture:
        """How the operator is placed in a setup that is carried so."""
        return setup.posture if setup.posture in self.postures else self.postures[0]


def evaluate(balance: Balance, assembly: Assembly, data: Data | None = None) -> Condition:
    """The condition of a rig: value, its slopes with every mass and place, and its uncertainty to first order.

    ``data``: how surely the parts are known, readings included; from the parts alone where it is not given.

    ``value = [Σ mᵢ wᵢ d·(rᵢ − datum) + own] / Σ mᵢ`` over the members, with weight 1 where there is no lever.
    """
    inside = np.ones(len(assembly.ids))
    if balance.members is not None:
        chosen = set(balance.members)
        inside = np.array([float(placement_id in chosen) for placement_id in assembly.ids])
    masses, cgs = assembly.masses_kg * inside, assembly.cgs_m
    total = max(float(masses.sum()), 1e-9)
    weights = inside if balance.by_height is None else inside * balance.by_height.weights(cgs)
    offsets = (cgs - balance.datum_m) @ balance.direction
    own = 0.0 if balance.by_height is None else balance.by_height.own_kg_m
    value = (float((masses * weights) @ offsets) + own) / total
    by_mass = (weights * offsets - value * inside) / total
    by_place = np.outer(masses * weights / total, balance.direction)
    if balance.by_height is not None:
        by_place += np.outer(masses * offsets / (total * balance.by_height.scale_m), balance.by_height.axis)
    known = assembly.data(()) if data is None else data
    which = assembly.pieces[1]
    variances = (known.shares(assembly.gradient(by_mass, by_place)) / np.bincount(which))[which]
    sd = math.sqrt(float(variances.sum()))
    return Condition(balance, value, sd, _sentence(balance, value, sd), by_mass, by_place, variances)


def _sentence(balance: Balance, value: float, sd: float) -> Sayable:
    off = _off(balance, value, sd)
    what = run(
        balance.subject, off if balance.also is None else fact("conditions.off_also", off=off, also=balance.also(value))
    )
    room = balance.tolerance_m - abs(value)
    if room >= -1e-5:
        sure = sd <= balance.tolerance_m
        key = "conditions.inside_tolerance" if sure else "conditions.finer_than_known"
        return fact(key, what=what, tolerance=length(balance.tolerance_m))
    return fact("conditions.outside_tolerance", what=what, room=length(-room))


def status_of(conditions: Sequence[Condition]) -> Status:
    """What a rig with these conditions does."""
    if any(condition.falls for condition in conditions):
        return "falls"
    return "rests" if all(condition.ok for condition in conditions) else "leans"


def off_by(condition: Condition) -> Sayable:
    """'12 mm ± 3 mm in front of the tilt axis'."""
    return _off(condition.balance, condition.value_m, condition.sd_m)


def _off(balance: Balance, value: float, sd: float) -> Sayable:
    off, doubt = length(abs(value)), length(sd)
    if abs(value) < LEAST_SHOWN_M:
        return fact("conditions.within", doubt=doubt, datum=balance.datum_name)
    way = balance.ahead if value > 0 else balance.behind
    return fact("conditions.off", off=off, doubt=doubt, way=way, datum=balance.datum_name)


def fore_aft(support: Support, tolerance_m: float, edge_m: float = math.inf, **more: object) -> Balance:
    """The CG fore-aft over the datum; ``more`` replaces words."""
    words = {
        "ahead": fact("way.in_front_of"),
        "behind": fact("way.behind"),
        "falls_ahead": fact("way.forward"),
        "falls_behind": fact("way.backward"),
    }
    return _over_datum(BalanceKey.FORE_AFT, X, support, tolerance_m, edge_m, {**words, **more})


def sideways(support: Support, tolerance_m: float, edge_m: float = math.inf, **more: object) -> Balance:
    """The CG sideways over the datum; ``more`` replaces words."""
    words = {
        "ahead": fact("way.left_of"),
        "behind": fact("way.right_of"),
        "falls_ahead": fact("way.to_the_left"),
        "falls_behind": fact("way.to_the_right"),
    }
    return _over_datum(BalanceKey.SIDEWAYS, Y, support, tolerance_m, edge_m, {**words, **more})


def _over_datum(
    key: BalanceKey, way: Array, support: Support, tolerance_m: float, edge_m: float, fields: Mapping[str, object]
) -> Balance:
    on = ((support.placement, 1.0),)
    return Balance(key, way, support.datum_m, on, tolerance_m, edge_m=edge_m, **fields)  # type: ignore[arg-type]
