"""What the rig asks of hands, elbows and shoulders, and which of them gives out first.

Static, with the arms' own weight. Estimates for healthy adults: a doctor or an occupational-health adviser
decides, and pain means stop.
"""

from __future__ import annotations

import math
from collections.abc import Collection, Sequence
from dataclasses import dataclass

import numpy as np
from numpy.typing import NDArray

from equilix.body.endurance import endurance_s
from equilix.body.grip import fingers_n, thickness_factor
from equilix.body.operators import Operator, segments
from equilix.body.posture import Arm, Stance, arm_weights, reach
from equilix.body.tucked import TOUCHES_M, tuck
from equilix.constants import STANDARD_GRAVITY_M_S2
from equilix.kit.parts import Grip
from equilix.mechanics.contact import Contact, Hand, Lever, skew

Array = NDArray[np.float64]

COMFORTABLE_SHARE = 0.15
"""Share of the grip strength that a hand bears with comfort: the limit below which Rohmert found no fatigue."""


Place = tuple[Grip, str, str, Array, Array]
"""A grip in the rig frame: grip, placement, name of the part, point ``(3,)``, axis ``(3,)``."""


ON_KNEE_N = 300.0
"""What a knee bears with comfort (estimate)."""
PALM = "palm"
"""Name of the grip that is an open hand under the lens: it can only push up."""


@dataclass(frozen=True, slots=True)
class Held:
    """A grip in the rig frame, the placement that has it, and the arm that holds it."""

    grip: Grip
    placement: str
    axis: Array
    arm: Arm
    tucked_gap_m: float = math.inf
    """How far the elbow is from the body where it is to be tucked in; 0 where it touches."""


@dataclass(frozen=True, slots=True)
class Effort:
    """The effort of one joint or hand: load and strength in N·m (N for a grip), endurance in s."""

    name: str
    joint: str
    side: str
    load: float
    strength: float
    endurance_s: float

    @property
    def share(self) -> float:
        """Load over strength; above 1 it cannot be held."""
        return self.load / self.strength if self.strength > 0 else float("inf")


def choose_grips(places: Sequence[Place]) -> dict[str, Place]:
    """Which grip each hand takes.

    A grip made for one hand goes to it; of the others the leftmost goes to the left hand.
    """
    chosen: dict[str, Place] = {}
    for place in places:
        if place[0].side != "either":
            chosen.setdefault(place[0].side, place)
    free = sorted((p for p in places if p[0].side == "either"), key=lambda p: -float(p[3][1]))
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
    for side, (grip, placement, _, point, axis) in sorted(choose_grips(places).items()):
        if side == released:
            continue
        arm, gap = reach(operator, side, stance.shoulders_m[side], point), math.inf
        if side in tucked and arm.reached:
            arm, gap = tuck(operator, stance, arm)
            gap = max(gap - TOUCHES_M, 0.0)
        held.append(Held(grip, placement, axis, arm, gap))
        strength = {
            "shoulder": operator.strength_of("shoulder", side),
            "elbow": operator.strength_of("elbow", side),
        }
        if not arm.reached or min(*strength.values(), operator.strength_of("grip", side)) <= 0:
            continue
        if side in rested:
            hands.append(Hand(f"{side} hand", point, ON_KNEE_N, (), pushes_up=True))
            continue
        masses, centres = arm_weights(body, arm)
        levers = [
            Lever(name, joint, strength[name], own_moment(joint, masses[first:], centres[first:]))
            for name, joint, first in (("shoulder", arm.shoulder_m, 0), ("elbow", arm.elbow_m, 1))
        ]
        if arm.hangs_straight:  # a load in a hanging hand stretches the elbow and costs it nothing, a moment does
            levers[1] = Lever("elbow", point, strength["elbow"], np.zeros(3))
        if gap <= 0:
            del levers[0]
        wrist = operator.strength_of("wrist", side) if wrists and grip.name != PALM else 0.0
        hands.append(
            Hand(
                f"{side} hand",
                point,
                COMFORTABLE_SHARE * operator.strength_of("grip", side),
                tuple(levers),
                pushes_up=grip.name == PALM,
                wrist_nm=wrist or None,
            )
        )
    return tuple(hands), tuple(held)


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
    forces = {contact.name: contact.force_n for contact in contacts}
    twists = {contact.name: contact.moment_nm for contact in contacts}
    for hand in hands:
        force = forces.get(hand.name, np.zeros(3))
        side = hand.name.split()[0]
        for lever in hand.levers:
            borne = lever.own_moment_nm + skew(hand.point_m - lever.point_m) @ force + twists.get(hand.name, 0.0)
            moment = float(np.linalg.norm(borne))
            found.append(effort_of(lever.name, side, moment, lever.strength_nm))
        if hand.wrist_nm is not None:
            twist = float(np.linalg.norm(twists.get(hand.name, np.zeros(3))))
            found.append(effort_of("wrist", side, twist, hand.wrist_nm))
        if hand.pushes_up:  # an open palm or a fist on the knee grips nothing
            continue
        item = arms[side]
        fingers = fingers_n(item.grip, item.axis, force, twists.get(hand.name, np.zeros(3)), body.hand_m)
        strength = operator.strength_of("grip", side) * thickness_factor(item.grip.diameter_m, body.hand_m)
        found.append(effort_of("grip", side, fingers, strength))
    if trunk_nm > 0:
        found.append(effort_of("trunk", "", trunk_nm, operator.strength_of("trunk")))
    order = {"shoulder": 0, "elbow": 1, "wrist": 2, "grip": 3, "trunk": 4}
    return tuple(sorted(found, key=lambda effort: (order[effort.joint], effort.side)))


def effort_of(joint: str, side: str, load: float, strength: float) -> Effort:
    """The effort of one joint, with how long it lasts."""
    share = load / strength if strength > 0 else math.inf
    name = "lower back" if joint == "trunk" else f"{side} {joint}".strip()
    return Effort(name, joint, side, load, strength, endurance_s(joint, share))


def first_to_give_out(all_efforts: Sequence[Effort]) -> Effort | None:
    """The effort with the shortest endurance; None where no hand bears anything."""
    return min(all_efforts, key=lambda effort: (effort.endurance_s, -effort.share), default=None)
