"""Placements and setups: which part hangs where, and how far it is slid, turned and drawn out."""

from __future__ import annotations

from functools import cached_property
from typing import Annotated, Literal

from equilix.errors import Invalid
from equilix.facts import fact, listed
from equilix.keys import BodyPosture
from equilix.kit.electric import Mode
from equilix.kit.mounts import Track
from equilix.kit.pivots import MOST_PIVOTS, Configuration
from equilix.kit.sockets import Signal
from equilix.mechanics.rotations import angles_of, from_quaternion
from equilix.model import Angle, Coordinate, Identifier, Model, Name, Position, field
from equilix.rig.backdrops import Backdrop
from equilix.schema import Limits

MOST_PLACEMENTS, MOST_CABLES, MOST_LINKS = 1000, 500, 50
"""In one setup; the largest rig of the demo has 24 parts and 5 cables."""

Steadied = Literal["hip", "eyecup", "left elbow", "right elbow"]


class Pose(Model):
    """A free place: position of the part's origin and a quaternion, scalar last, in the rig frame or its carrier's."""

    position_m: Position = (0.0, 0.0, 0.0)
    quaternion_xyzw: tuple[float, float, float, float] = (0.0, 0.0, 0.0, 1.0)

    def check(self) -> None:
        """The quaternion turns."""
        from_quaternion(self.quaternion_xyzw)

    @property
    def angles_rad(self) -> tuple[float, float, float]:
        """Rolled to the right, nose-up, turned to the left."""
        return angles_of(from_quaternion(self.quaternion_xyzw))


class Placement(Model):
    """One part in a setup: mounted on a point of another, strapped to another, or free in the rig frame.

    Who is strapped has a ``pose`` in the frame of its ``parent``, and no ``point``; it may have a track of its own.
    """

    id: Identifier
    part: Identifier
    parent: Identifier | None = None
    point: Identifier | None = field(default=None, description="The offered mounting point of the parent.")
    by: Identifier | None = field(default=None, description="The part's own point; its first one if absent.")
    slide_m: Coordinate = 0.0
    turn_rad: Angle = 0.0
    extension_m: Annotated[float, Limits(ge=0.0, le=10.0)] = 0.0
    pivots_rad: Annotated[tuple[Angle, ...], Limits(max_length=MOST_PIVOTS)] = field(
        default=(), description="How far each pivot of the part is turned; 0 where absent."
    )
    pose: Pose | None = None
    track: Track | None = field(
        default=None, description="Of what is strapped: the way it may be slid there, in the frame of its carrier."
    )
    pinned: bool = field(default=False, description="Plans leave this placement where it is.")
    counted_in: bool = field(
        default=False, description="Its mass was part of what was weighed as one, and has been taken out of that."
    )

    def check(self) -> None:
        """It hangs on a point of another, is strapped to it with a pose, or lies free, and only one of these."""
        if self.point is not None and self.parent is None:
            raise Invalid(fact("setups.mounted_part_needs_parent"))
        if self.point is not None and self.pose is not None:
            raise Invalid(fact("setups.part_either_mounted_parent"))
        if self.track is not None and not self.strapped:
            raise Invalid(fact("setups.only_strapped_has_track"))
        if self.parent is not None and self.point is None and self.pose is None:
            raise Invalid(fact("setups.mounted_part_needs_parent"))

    @cached_property
    def configuration(self) -> Configuration:
        """How far it is drawn out and its pivots are turned."""
        return Configuration(self.extension_m, self.pivots_rad)

    @property
    def strapped(self) -> bool:
        """Whether it is strapped to another, with no mounting point of its own."""
        return self.parent is not None and self.point is None


class Cable(Model):
    """A cable between two placements: for power from an output to an input, or for a signal."""

    id: Identifier
    name: Name
    start: Identifier
    end: Identifier
    output: Identifier | None = field(default=None, description="The output it takes power from; none: a signal.")
    input: Identifier | None = None
    adapts: bool = field(default=False, description="Its two ends have the connectors that they need.")
    from_socket: Identifier | None = field(default=None, description="Of a signal: the socket that gives it.")
    to_socket: Identifier | None = None
    label: Annotated[str, Limits(max_length=20)] = field(default="", description="What is written on both its ends.")
    length_m: Annotated[float, Limits(gt=0.0, le=20.0)] = 0.5
    mass_kg: Annotated[float, Limits(ge=0.0, le=5.0)] | None = field(
        default=None, description="With its connectors; from its length where it is not weighed."
    )
    gauge: Annotated[int, Limits(ge=10, le=32)] = field(
        default=22, description="American wire gauge of its conductors."
    )
    stiffness_nm_per_rad: Annotated[float, Limits(ge=0.0, le=10.0)] = field(
        default=0.02, description="Torque it gives to an axis that it crosses, for each radian (estimate)."
    )

    @property
    def weighs_kg(self) -> float:
        """Its mass: as weighed, or 20 g of connectors and 45 g a metre (estimate)."""
        return 0.02 + 0.045 * self.length_m if self.mass_kg is None else self.mass_kg


class Link(Model):
    """A signal without a cable: from a placement to someone who is not on the rig."""

    id: Identifier
    start: Identifier
    part: Identifier = field(description="The part of the kit that gets it: a screen, a receiver, a hand unit.")
    who: Annotated[str, Limits(max_length=60)] = field(default="", description="Who has it: director, focus puller.")
    carries: Signal = "picture"


class Setup(Model):
    """One build of the rig. The first placement that hangs on nothing is the root and fixes the rig frame."""

    id: Identifier
    name: Name
    carry: Identifier = field(default="shoulder", description="The way of carrying, by its name in equilix.carry.WAYS.")
    operator: Identifier | None = None
    borne_by: Identifier | None = field(
        default=None, description="The part of the kit that bears it: arm, harness, tripod."
    )
    setting: Annotated[float, Limits(ge=-100.0, le=100.0)] | None = field(
        default=None,
        description="Turns of its spring, or step of its counterbalance; set right for the load if absent.",
    )
    palm: bool = field(default=False, description="Handheld: the left palm lies under the lens.")
    height: Literal["low", "chest", "eye", "overhead"] = field(default="chest", description="How high it is held.")
    posture: BodyPosture = field(
        default="standing",
        description="How the operator is placed: seated, the fists may rest on the knees; kneeling, one may.",
    )
    released: Literal["", "left", "right"] = field(default="", description="The hand that has let go.")
    leans_on: Annotated[tuple[Literal["hip", "eyecup", "left elbow", "right elbow"], ...], Limits(max_length=4)] = (
        field(default=(), description="What else of the body steadies the rig.")
    )
    sun: Literal["", "ahead", "behind", "left", "right", "overhead"] = field(
        default="", description="Where the sun stands as the lens looks, where there is sun."
    )
    mode: Mode = "record"
    celsius: Annotated[float, Limits(ge=-40.0, le=60.0)] = field(
        default=20.0, description="Temperature of the batteries."
    )
    cables: Annotated[tuple[Cable, ...], Limits(max_length=MOST_CABLES)] = ()
    links: Annotated[tuple[Link, ...], Limits(max_length=MOST_LINKS)] = ()
    placements: Annotated[tuple[Placement, ...], Limits(max_length=MOST_PLACEMENTS)] = ()
    bare_lenses: bool = field(
        default=False, description="Lenses go on with their adapters alone, whatever else belongs to them."
    )
    marked: Identifier | None = field(
        default=None,
        description="The placement that is slid to a mark for every lens; the one that does most if absent.",
    )
    backdrops: Annotated[tuple[Backdrop, ...], Limits(max_length=3)] = field(
        default=(), description="Photos behind the drawing, one a view."
    )
    note: str = ""

    def check(self) -> None:
        """One photo a view."""
        views = [each.view for each in self.backdrops]
        if len(set(views)) < len(views):
            raise Invalid(fact("backdrops.two_of_one_view"))

    def __repr__(self) -> str:
        """Short: its placements are a page."""
        return f"<Setup {self.id!r}: {len(self.placements)} placements>"

    @cached_property
    def by_id(self) -> dict[str, Placement]:
        """Placements by their id."""
        return {placement.id: placement for placement in self.placements}

    @cached_property
    def ordered(self) -> tuple[Placement, ...]:
        """The placements, each after the one it hangs on. Raises ``ValueError`` for a loop or a lost parent."""
        depth = {placement.id: 0 for placement in self.placements if placement.parent is None}
        waiting = list(depth)
        for each in waiting:  # grows while it is read: breadth first
            for child in self.children[each]:
                depth[child] = depth[each] + 1
                waiting.append(child)
        lost = [repr(placement.id) for placement in self.placements if placement.id not in depth]
        if lost:
            raise Invalid(fact("setups.placements_hang_each_other", lost=listed(lost)))
        return tuple(sorted(self.placements, key=lambda placement: depth[placement.id]))

    @cached_property
    def children(self) -> dict[str, tuple[str, ...]]:
        """Ids of what hangs directly on each placement."""
        found: dict[str, list[str]] = {p.id: [] for p in self.placements}
        for placement in self.placements:
            if placement.parent is not None and placement.parent in found:
                found[placement.parent].append(placement.id)
        return {key: tuple(ids) for key, ids in found.items()}

    def carriers(self, placement_id: str) -> tuple[str, ...]:
        """The placement itself and all that it hangs on, down to the root."""
        chain, current = [placement_id], self.by_id[placement_id]
        while current.parent is not None:
            chain.append(current.parent)
            current = self.by_id[current.parent]
        return tuple(chain)

    def subtree(self, placement_id: str) -> tuple[str, ...]:
        """The placement and all that hangs on it, itself first."""
        ids = [placement_id]
        for each in ids:  # grows while it is read: breadth first
            ids.extend(self.children.get(each, ()))
        return tuple(ids)
