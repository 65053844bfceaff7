"""What the rig asks of hands, elbows and shoulders, and which of them gives out first.

Static, with the arms' own weight. Estimates for healthy adults: a doctor or an occupational-health adviser
decides, and pain means stop.
"""

from __future__ import annotations

import math
from collections.abc import Collection, Sequence
from typing import NamedTuple

import numpy as np
from msgspec import Struct
from numpy.typing import NDArray

from equilix.body.endurance import endurance_s
from equilix.body.grip import fingers_n, thickness_factor
from equilix.body.operators import Operator, segments
from equilix.body.posture import Arm, Stance, arm_weights, reach
from equilix.body.tucked import TOUCHES_M, tuck
from equilix.constants import STANDARD_GRAVITY_M_S2
from equilix.keys import Joint, Side, hand_key
from equilix.kit.parts import Grip
from equilix.mechanics.contact import Contact, Hand, Lever, skew

Array = NDArray[np.float64]

COMFORTABLE_SHARE = 0.15
"""Share of the grip strength that a hand bears with comfort: the limit below which Rohmert found no fatigue."""


class Place(NamedTuple):
    """A grip in the rig frame: the placement that has it, where it is ``(3,)``, its unit axis ``(3,)``.

    ``palm``: an open hand under the lens, which can only push up.
    """

    grip: Grip
    placement: str
    point_m: Array
    axis: Array
    palm: bool = False

    @property
    def side(self) -> Side:
        """The hand that it is for; empty where either can take it."""
        return "" if self.grip.side == "either" else self.grip.side

    def taken_by(self, side: Side) -> Place:
        """The same for one hand."""
        return self._replace(grip=self.grip.changed(side=side))


ON_KNEE_N = 300.0
"""What a knee bears with comfort (estimate)."""


class Held(Struct, frozen=True):
    """A grip in the rig frame, the placement that has it, and the arm that holds it."""

    grip: Grip
    placement: str
    axis: Array
    arm: Arm
    tucked_gap_m: float = math.inf
    """How far the elbow is from the body where it is to be tucked in; 0 where it touches."""


class Effort(Struct, frozen=True):
    """The effort of one joint or hand: load and strength in N·m (N for a grip), endurance in s."""

    joint: Joint
    side: Side
    load: float
    strength: float
    endurance_s: float

    @property
    def key(self) -> tuple[Joint, Side]:
        """Which joint of which side."""
        return self.joint, self.side

    @property
    def share(self) -> float:
        """Load over strength; above 1 it cannot be held."""
        return self.load / self.strength if self.strength > 0 else float("inf")


def choose_grips(places: Sequence[Place]) -> dict[Side, Place]:
    """Which grip each hand takes.

    A grip made for one hand goes to it; of the others the leftmost goes to the left hand.
    """
    chosen: dict[Side, Place] = {}
    for place in places:
        if place.side:
            chosen.setdefault(place.side, place)
    free = sorted((p for p in places if not p.side), key=lambda p: -float(p.point_m[1]))
    if free and "left" not in chosen:
        chosen["left"] = free.pop(0)
    if free and "right" not in chosen:
        chosen["right"] = free.pop()
    return chosen


def hands_for(
    operator: Operator,
    stance: Stance,
    places: Sequence[Place],
    rested: Collection[str] = (),
    *,
    wrists: bool = False,
    released: str = "",
    tucked: Collection[str] = (),
) -> tuple[tuple[Hand, ...], tuple[Held, ...]]:
    """The hands that can bear something, for :func:`equilix.mechanics.contact.hold`, and all arms as posed.

    A grip out of reach and a limb without strength bear nothing. ``rested``: the sides whose fist rests on a knee,
    so that the thigh bears what the arm else would. ``wrists``: the hands also bear moments. ``released``: the side
    that has let go. ``tucked``: the sides whose elbow is laid against the body, which bears what the shoulder else
    would, where it gets there.
    """
    body = segments(operator)
    hands, held = [], []
    for side, place in sorted(choose_grips(places).items()):
        if side == released:
            continue
        grip, point = place.grip, place.point_m
        arm, gap = reach(operator, side, stance.shoulders_m[side], point), math.inf
        if side in tucked and arm.reached:
            arm, gap = tuck(operator, stance, arm)
            gap = max(gap - TOUCHES_M, 0.0)
        held.append(Held(grip, place.placement, place.axis, arm, gap))
        strength: dict[Joint, float] = {
            "shoulder": operator.strength_of("shoulder", side),
            "elbow": operator.strength_of("elbow", side),
        }
        if not arm.reached or min(*strength.values(), operator.strength_of("grip", side)) <= 0:
            continue
        if side in rested:
            hands.append(Hand(hand_key(side), point, ON_KNEE_N, (), pushes_up=True))
            continue
        masses, centres = arm_weights(body, arm)
        levers = [
            Lever(joint, at, strength[joint], own_moment(at, masses[first:], centres[first:]))
            for joint, at, first in _behind(arm)
        ]
        if arm.hangs_straight:  # a load in a hanging hand stretches the elbow and costs it nothing, a moment does
            levers[1] = Lever("elbow", point, strength["elbow"], np.zeros(3))
        if gap <= 0:
            del levers[0]
        wrist = operator.strength_of("wrist", side) if wrists and not place.palm else 0.0
        hands.append(
            Hand(
                hand_key(side),
                point,
                COMFORTABLE_SHARE * operator.strength_of("grip", side),
                tuple(levers),
                pushes_up=place.palm,
                wrist_nm=wrist or None,
            )
        )
    return tuple(hands), tuple(held)


def _behind(arm: Arm) -> tuple[tuple[Joint, Array, int], ...]:
    """The joints behind a hand: which, where, and the first of the arm's segments beyond it."""
    return ("shoulder", arm.shoulder_m, 0), ("elbow", arm.elbow_m, 1)


def own_moment(joint_m: Array, masses_kg: Array, centres_m: Array) -> Array:
    """Moment ``(3,)`` in N·m that muscles at a joint give to hold up the limb beyond it."""
    x, y, _ = masses_kg @ (centres_m - joint_m) * STANDARD_GRAVITY_M_S2
    return np.array((y, -x, 0.0))  # Σ r × (0, 0, m g)


def efforts(
    operator: Operator, hands: Sequence[Hand], held: Sequence[Held], contacts: Sequence[Contact], trunk_nm: float = 0.0
) -> tuple[Effort, ...]:
    """Effort of both shoulders, elbows, wrists and grips, in that order, for the forces found; then that of the back.

    ``trunk_nm``: moment that the back's muscles give at the L5/S1 joint, where a frame is worn; 0 elsewhere.
    """
    found, body = [], segments(operator)
    arms = {item.arm.side: item for item in held}
    forces = {contact.key: contact.force_n for contact in contacts}
    twists = {contact.key: contact.moment_nm for contact in contacts}
    for hand in hands:
        force, twist = forces.get(hand.key, np.zeros(3)), twists.get(hand.key, np.zeros(3))
        side = hand.key.side
        for lever in hand.levers:
            borne = lever.own_moment_nm + skew(hand.point_m - lever.point_m) @ force + twist
            moment = float(np.linalg.norm(borne))
            found.append(effort_of(lever.joint, side, moment, lever.strength_nm, operator.endurance))
        if hand.wrist_nm is not None:
            found.append(effort_of("wrist", side, float(np.linalg.norm(twist)), hand.wrist_nm, operator.endurance))
        if hand.pushes_up:  # an open palm or a fist on the knee grips nothing
            continue
        item = arms[side]
        fingers = fingers_n(item.grip, item.axis, force, twist, body.hand_m)
        strength = operator.strength_of("grip", side) * thickness_factor(item.grip.diameter_m, body.hand_m)
        found.append(effort_of("grip", side, fingers, strength, operator.endurance))
    if trunk_nm > 0:
        found.append(effort_of("trunk", "", trunk_nm, operator.strength_of("trunk"), operator.endurance))
    order = {"shoulder": 0, "elbow": 1, "wrist": 2, "grip": 3, "trunk": 4}
    return tuple(sorted(found, key=lambda effort: (order[effort.joint], effort.side)))


def effort_of(joint: Joint, side: Side, load: float, strength: float, endurance: float) -> Effort:
    """The effort of one joint, with how long it lasts; ``endurance``: so many times as long as with most people."""
    share = load / strength if strength > 0 else math.inf
    return Effort(joint, side, load, strength, endurance_s(joint, share, endurance))


def first_to_give_out(all_efforts: Sequence[Effort]) -> Effort | None:
    """The effort with the shortest endurance; None where no hand bears anything."""
    return min(all_efforts, key=lambda effort: (effort.endurance_s, -effort.share), default=None)
