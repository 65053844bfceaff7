"""A part of the kit: what it weighs, how sure that is, what it is shaped like and how it mounts."""

from __future__ import annotations

from collections.abc import Iterator
from functools import cached_property
from typing import Annotated, Any, Final, Literal

import numpy as np
from msgspec import Struct
from numpy.typing import NDArray

from equilix.errors import Invalid
from equilix.facts import fact
from equilix.kit.carriers import Carrier
from equilix.kit.electric import Electric
from equilix.kit.mounts import MountPoint, Telescope
from equilix.kit.pivots import AT_REST, MOST_PIVOTS, Beyond, Configuration, Links, Pivot, links
from equilix.kit.sockets import Socket, check_sockets
from equilix.kit.solids import AXES, Axis, Room, Solid
from equilix.kit.working import Control, Gear
from equilix.mechanics.mass_properties import combine
from equilix.mechanics.rotations import unit
from equilix.model import Coordinate, Direction, Identifier, Length, Mass, Model, Name, Position, field
from equilix.schema import Limits

Array = NDArray[np.float64]

Standing = Literal["owned", "borrowed", "wanted"]
How = Literal["weighed", "data sheet", "estimated"]
MASS_SD_SHARE: Final[dict[str, float]] = {"weighed": 0.01, "data sheet": 0.03, "estimated": 0.15}
"""Standard uncertainty of a mass by how it was obtained, as a share of it (common practice, no source)."""
LEAST_WEIGHED_SD_KG: Final = 0.001
MEASURED_CG_SD_M: Final = 0.003
GUESSED_CG_SD_SHARE: Final = 0.15
"""The same where the size is only the usual one of its kind (estimate)."""
SHAPE_CG_SD_SHARE: Final = 0.05
"""Standard uncertainty of a CG taken from the shape, as a share of the part's length on each axis."""

MOST_PHOTO: Final = 400_000
"""Letters of base64: 300 kB, a picture of 800 pixels across."""

Gyration = Annotated[float, Limits(ge=0.0, le=5.0)]
Spread = Annotated[float, Limits(ge=0.0, le=1.0)]
Side = Literal["left", "right", "either"]
Surface = Literal["smooth", "rubber", "leather", "wood"]


class Grip(Model):
    """A place where a hand holds the part; ``axis`` runs along the handle."""

    name: Identifier
    position_m: Position
    axis: Direction = (0.0, 0.0, 1.0)
    side: Side = "either"
    surface: Surface = "rubber"
    contoured: bool = field(default=False, description="A flange or contour carries half of the load by shape.")
    diameter_m: Annotated[float, Limits(ge=0.005, le=0.200)] = field(
        default=0.034, description="Of the handle; of one that is not round, its girth over π."
    )
    extends: bool = False
    beyond: Beyond = 0


class Pad(Model):
    """A shoulder pad: the middle of its underside and the rectangle that bears, flat in the part's x-y plane."""

    centre_m: Position
    length_m: Length = 0.120
    width_m: Length = 0.080


class Anchor(Model):
    """Where something outside the rig takes hold of it.

    ``eyelet``: a line pulls it up here. ``post``: the middle of a sled's gimbal, with the post along z. ``head``:
    the tripod head is clamped here. ``brace``: it is pressed against the body here.
    """

    kind: Literal["eyelet", "post", "head", "brace"]
    position_m: Position


class Drive(Model):
    """Electronics and battery of a gimbal, on the part that is held."""

    payload_kg: Mass = field(description="Greatest payload that the maker allows.")
    electronics_w: Annotated[float, Limits(ge=0.0, le=500.0)] = 11.0
    battery_wh: Annotated[float, Limits(ge=0.0, le=5000.0)] = 40.0


class Balanced(Model):
    """Where a part was found to balance along one of its axes, on a finger or hung up: measured from a mark on it.

    ``mark``: one of :data:`FACES`, from which the distance goes into the part, or the name of one of its mounting
    points, from which it goes ahead, to the left or up.
    """

    axis: Axis
    mark: Identifier
    distance_m: Coordinate
    sd_m: Annotated[float, Limits(ge=0.0, le=1.0)] = MEASURED_CG_SD_M


FACES: Final[dict[str, tuple[int, int]]] = {
    "front": (0, 1), "rear": (0, -1), "left": (1, 1), "right": (1, -1), "top": (2, 1), "bottom": (2, -1),
}  # fmt: skip
"""The faces of a part that a place can be measured from: their axis, and on which side of it they are."""


class Body(Struct, frozen=True):
    """A part as mechanics sees it, in the part's frame: kg, m, kg·m²; ``cg_cov_m2`` (3, 3).

    All of it lies between ``low_m`` and ``high_m``, both (3,); each solid in a box of ``box_halves_m`` (n, 3), which
    is turned by ``box_turns`` (n, 3, 3) where a pivot has turned any.
    """

    mass_kg: float
    mass_sd_kg: float
    cg_m: Array
    cg_cov_m2: Array
    inertia_kg_m2: Array
    box_centres_m: Array
    box_halves_m: Array
    low_m: Array
    high_m: Array
    box_turns: Array | None = None

    @property
    def middle_m(self) -> Array:
        """Of the box about all of it ``(3,)``."""
        middle: Array = (self.low_m + self.high_m) / 2
        return middle


NAMED: Final = ("hangs_by", "offers", "grips", "pivots", "controls", "gears", "sockets")
"""What of a part is told apart by its name."""


class Part(Model):
    """One line of the kit. ``cg_m`` and ``mass_sd_kg`` override what the shape and ``mass_how`` give."""

    id: Identifier
    name: Name
    kind: Identifier = "block"
    mass_kg: Mass
    mass_how: How = "weighed"
    mass_sd_kg: Annotated[float, Limits(ge=0.0, le=50.0)] | None = None
    solids: Annotated[tuple[Solid, ...], Limits(min_length=1, max_length=200)]
    cg_m: Position | None = field(default=None, description="Measured centre of gravity; from the solids if absent.")
    cg_sd_m: Spread | tuple[Spread, Spread, Spread] | None = field(
        default=None, description="Its standard uncertainty, for each axis of the part or for all three."
    )
    gyration_m: tuple[Gyration, Gyration, Gyration] | None = field(
        default=None,
        description="Radii of gyration about its axes through the CG, as measured; 0: as its shape has it.",
    )
    balance: Annotated[tuple[Balanced, ...], Limits(max_length=3)] = field(
        default=(), description="Where it was found to balance, axis by axis; it goes before cg_m and the solids."
    )
    hangs_by: tuple[MountPoint, ...] = ()
    offers: tuple[MountPoint, ...] = ()
    grips: tuple[Grip, ...] = ()
    pad: Pad | None = None
    telescope: Telescope | None = None
    pivots: Annotated[tuple[Pivot, ...], Limits(max_length=MOST_PIVOTS)] = field(
        default=(), description="Its joints, from the foot outwards."
    )
    anchors: tuple[Anchor, ...] = ()
    controls: Annotated[tuple[Control, ...], Limits(max_length=30)] = field(
        default=(), description="What is worked with a finger of the hand that holds."
    )
    gears: Annotated[tuple[Gear, ...], Limits(max_length=8)] = ()
    drive: Drive | None = None
    carrier: Carrier | None = field(default=None, description="It bears the rig and is not part of it.")
    material: Annotated[str, Limits(max_length=40)] | None = field(
        default=None, description="Of rods and of printed parts."
    )
    keeps_free: Annotated[tuple[Room, ...], Limits(max_length=50)] = field(
        default=(), description="Room that something of it needs to open in."
    )
    brings: tuple[Identifier, ...] = field(
        default=(), description="Parts that are mounted along with it, each on the first place that fits."
    )
    electric: Electric | None = field(default=None, description="What it gives and takes of power.")
    image_plane_m: Position | None = field(default=None, description="The image-plane mark of a camera body.")
    focal_m: Length | None = field(default=None, description="Focal length of a lens; the shortest of a zoom.")
    sensor_m: tuple[Length, Length] | None = field(
        default=None, description="Width and height of what a camera's sensor records."
    )
    sockets: Annotated[tuple[Socket, ...], Limits(max_length=40)] = field(default=(), description="For signals.")
    energy_wh: Annotated[float, Limits(ge=0.0, le=5000.0)] = 0.0
    inner_m: tuple[Length, Length, Length] | None = field(
        default=None, description="Of a bag or a case: length, width and height of the room in it."
    )
    price: Annotated[float, Limits(ge=0.0, le=1e6)] | None = None
    quantity: Annotated[int, Limits(ge=1, le=99)] = 1
    sized: bool = field(default=True, description="False: its size is the usual one of its kind, nobody measured it.")
    owned: bool = True
    lent_by: Annotated[str, Limits(max_length=80)] = field(
        default="", description="From whom it is borrowed or hired: at hand, but to be given back."
    )
    photo: Annotated[str, Limits(max_length=MOST_PHOTO)] = field(
        default="", description="A picture of it: a JPEG file in base64."
    )
    needed: bool = field(default=True, description="False: may be left off to make the rig lighter.")
    note: str = ""

    @property
    def standing(self) -> Standing:
        """Whether it is one's own, somebody else's, or wished for."""
        return "borrowed" if self.lent_by else "owned" if self.owned else "wanted"

    def check(self) -> None:
        """What it has several of is told apart by its name; its solids have weights all or none."""
        if "_sound" in self.__dict__:  # asked again whenever a document is made around the same part
            return
        for key in NAMED:
            names = [piece.name for piece in getattr(self, key)]
            twice = next((name for name in names if names.count(name) > 1), None)
            if twice is not None:
                raise Invalid(fact("parts.two_of_one_name", name=twice, which=fact(f"field.{key}")))
        if len({each.axis for each in self.balance}) != len(self.balance):
            raise Invalid(fact("parts.balanced_twice"))
        for each in self.balance:
            self._marked_at(each)
        weights = [solid.weight for solid in self.solids]
        if any(w is not None for w in weights) and (None in weights or sum(w or 0 for w in weights) <= 0):
            raise Invalid(fact("parts.give_every_solid_weight"))
        if self.telescope is not None:
            unit(self.telescope.axis)
        check_sockets(self.sockets)
        if any(each.beyond > len(self.pivots) for each in self._on_links()):
            raise Invalid(fact("pivots.beyond_more_than_there_are", pivots=len(self.pivots)))
        self.__dict__["_sound"] = True

    def _on_links(self) -> Iterator[Any]:
        """All that may lie beyond a joint."""
        yield from self.solids
        for pieces in (self.hangs_by, self.offers, self.grips, self.controls, self.gears, self.keeps_free):
            yield from pieces

    def offered(self, name: str) -> MountPoint | None:
        """The mounting point of that name that others can be mounted on."""
        return self._offered.get(name)

    @cached_property
    def _offered(self) -> dict[str, MountPoint]:
        return {point.name: point for point in self.offers}

    def hanger(self, name: str | None) -> MountPoint | None:
        """The point of that name by which this part is mounted; the first one where no name is given."""
        if name is None:
            return self.hangs_by[0] if self.hangs_by else None
        return next((point for point in self.hangs_by if point.name == name), None)

    @cached_property
    def standard_uncertainty_kg(self) -> float:
        """Standard uncertainty of the mass, kg."""
        if self.mass_sd_kg is not None:
            return self.mass_sd_kg
        share = MASS_SD_SHARE[self.mass_how] * self.mass_kg
        return max(share, LEAST_WEIGHED_SD_KG) if self.mass_how == "weighed" else share

    def _marked_at(self, found: Balanced) -> float:
        """Where along its axis a balance was found, m. Raises :class:`Invalid` for a mark that is not there."""
        k = AXES.index(found.axis)
        face = FACES.get(found.mark)
        if face is not None:
            if face[0] != k:
                raise Invalid(fact("parts.face_of_another_axis", mark=fact(f"face.{found.mark}")))
            edges = [solid.centre_m[k] + face[1] * float(solid.half_m[k]) for solid in self.solids]
            return (max(edges) if face[1] > 0 else min(edges)) - face[1] * found.distance_m
        point = self.offered(found.mark) or self.hanger(found.mark)
        if point is None:
            raise Invalid(fact("parts.no_such_mark", mark=found.mark))
        return point.position_m[k] + found.distance_m

    def balances_outside(self) -> set[Axis]:
        """The axes along which it was found to balance where there is nothing of it: measured from another mark."""
        body = self.body()
        return {
            each.axis
            for each in self.balance
            for k in (AXES.index(each.axis),)
            if not body.low_m[k] - 1e-9 <= body.cg_m[k] <= body.high_m[k] + 1e-9
        }

    @cached_property
    def shares(self) -> Array:
        """Of its mass that each solid has ``(n,)``."""
        weights = np.array(
            [solid.volume_m3 if solid.weight is None else solid.weight for solid in self.solids], dtype=float
        )
        return np.asarray(weights / weights.sum())

    def links(self, configuration: Configuration = AT_REST) -> Links:
        """Where the pieces are that its pivots part."""
        return links(self.pivots, configuration.pivots_rad)

    def place(
        self, point_m: tuple[float, float, float], configuration: Configuration, *, extends: bool, beyond: int
    ) -> Array:
        """Where a point of it ``(3,)`` is, part frame, m, with telescope and pivots set like that."""
        where = np.array(point_m)
        if extends and self.telescope is not None:
            where = where + self.telescope.axis_unit * configuration.extension_m
        if not beyond or not any(configuration.pivots_rad):
            return where
        return self.links(configuration).place(where, beyond)

    def turn(self, configuration: Configuration, beyond: int) -> Array | None:
        """How what lies beyond so many pivots is turned ``(3, 3)``; None where it is not."""
        if not beyond or not any(configuration.pivots_rad):
            return None
        turned: Array = self.links(configuration).rotations[beyond]
        return turned

    @cached_property
    def _bodies(self) -> dict[Configuration, Body]:
        return {}

    def body(self, configuration: Configuration = AT_REST) -> Body:
        """The part as a rigid body with its telescope and its pivots set like that; remembered."""
        known = self._bodies.get(configuration)
        if known is None:
            if len(self._bodies) > 16:  # a dragged telescope must not fill the memory
                self._bodies.clear()
            known = self._bodies[configuration] = self._make_body(configuration)
        return known

    def _make_body(self, configuration: Configuration) -> Body:
        centres, turns = self._solids_at(configuration)
        halves = np.array([solid.half_m for solid in self.solids])
        reach = halves if turns is None else np.einsum("nij,nj->ni", np.abs(turns), halves)
        masses = self.shares * self.mass_kg
        gyrations = np.array([solid.gyration_m2 for solid in self.solids])
        if turns is not None:
            gyrations = np.einsum("nij,njk,nlk->nil", turns, gyrations, turns)
        whole = combine(masses, centres + self._balances(turns), gyrations * masses[:, None, None])
        low, high = (centres - reach).min(axis=0), (centres + reach).max(axis=0)
        share = SHAPE_CG_SD_SHARE if self.sized else GUESSED_CG_SD_SHARE
        cg, sd = self._cg_at_rest + (whole.cg_m - self._shape_cg_m), share * (high - low)
        if self.cg_sd_m is not None or self.cg_m is not None:
            sd = np.broadcast_to(MEASURED_CG_SD_M if self.cg_sd_m is None else self.cg_sd_m, 3)
        sd = np.array(sd, float)
        for found in self.balance:
            sd[AXES.index(found.axis)] = found.sd_m
        return Body(
            self.mass_kg, self.standard_uncertainty_kg, cg, np.diag(sd**2), whole.inertia_kg_m2 + self._more_inertia,
            centres, halves, low, high, turns,
        )  # fmt: skip

    @cached_property
    def _more_inertia(self) -> Array:
        """What its inertia was measured to be more than its shape has it, pushed in and straight; kg·m² ``(3, 3)``."""
        if self.gyration_m is None:
            return np.zeros((3, 3))
        own = zip(self.gyration_m, np.diag(self.changed(gyration_m=None).body().inertia_kg_m2), strict=True)
        return np.diag([self.mass_kg * radius**2 - was if radius > 0 else 0.0 for radius, was in own])

    def _solids_at(self, configuration: Configuration) -> tuple[Array, Array | None]:
        """Centres ``(n, 3)`` of the solids, and how they are turned ``(n, 3, 3)`` where any is."""
        centres = np.array([solid.centre_m for solid in self.solids])
        if self.telescope is not None:
            drawn = self.telescope.axis_unit * configuration.extension_m
            centres = centres + np.array([solid.extends for solid in self.solids], dtype=float)[:, None] * drawn
        if not any(configuration.pivots_rad):
            return centres, None
        found, beyond = self.links(configuration), [solid.beyond for solid in self.solids]
        turns = found.rotations[beyond]
        return np.einsum("nij,nj->ni", turns, centres) + found.shifts_m[beyond], turns

    def balances_m(self, configuration: Configuration) -> Array:
        """Where each of its solids balances ``(n, 3)`` by its shape, part frame, m."""
        centres, turns = self._solids_at(configuration)
        return np.asarray(centres + self._balances(turns))

    def _balances(self, turns: Array | None) -> Array:
        """Where each solid balances from its middle ``(n, 3)``, the part's frame."""
        found = np.array([solid.balance for solid in self.solids])
        return found if turns is None else np.einsum("nij,nj->ni", turns, found)

    @cached_property
    def _shape_cg_m(self) -> Array:
        """Where it would balance by its shape, pushed in and straight ``(3,)``."""
        return np.asarray(self.shares @ (self._solids_at(AT_REST)[0] + self._balances(None)))

    @cached_property
    def _cg_at_rest(self) -> Array:
        """Where it balances pushed in and straight, as was measured, or by its shape ``(3,)``, m."""
        cg = np.array(self._shape_cg_m if self.cg_m is None else self.cg_m)
        for found in self.balance:
            cg[AXES.index(found.axis)] = self._marked_at(found)
        return cg
