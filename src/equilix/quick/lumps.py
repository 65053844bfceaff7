"""A rig of a few lumps out of what has been told of it: an ordinary document, whose lumps can later be split up."""

from __future__ import annotations

import math
from typing import Any, Final

from msgspec import Struct
from pydantic_core import ValidationError

from equilix.document import MOST_READINGS, Document, empty
from equilix.edits.kit import open_free_setup, slug
from equilix.edits.sound import refused_by
from equilix.edits.taking import take_parts
from equilix.kit import lump_names
from equilix.kit.catalogue import LUMP, free_id, make_part
from equilix.kit.mounts import Joint, MountPoint, Track
from equilix.kit.parts import Anchor, Grip, Pad, Part, Side
from equilix.kit.readings import Reading, Term
from equilix.kit.solids import Box
from equilix.quick.told import Told, Weight, check, stays_sd_kg
from equilix.rig.setups import Placement, Pose, Setup

HANDS_APART_M: Final = 0.34
"""Of two handles (usual, estimate)."""
UNKNOWN_M: Final = 0.10
"""How surely the place of a lump is known before it has been balanced."""
HALF_M: Final = 0.20
"""Half the length of a lump whose ends are not told; it is drawn so long."""
MOTOR_NM: Final = 1.2
"""Of the tilt axis (usual, estimate)."""
LEAST_SD: Final = 1e-4
CAMERA: Final = "camera"
SUPPORT: Final = "support"
GIMBAL: Final = "gimbal"
GIMBAL_KG: Final = 1.2
"""Of a gimbal without its cradle (usual, estimate)."""
Axis = tuple[float, float, float]
UP: Final[Axis] = (0.0, 0.0, 1.0)
DOWN: Final[Axis] = (0.0, 0.0, -1.0)
LEFT: Final[Axis] = (0.0, 1.0, 0.0)
RIGHT: Final[Axis] = (0.0, -1.0, 0.0)
AHEAD: Final[Axis] = (1.0, 0.0, 0.0)


class Lumps(Struct, frozen=True):
    """A document with a setup of the lumps, open; the ids of what slides besides the camera, and of the weights."""

    document: Document
    setup_id: str
    sliding: tuple[str, ...]
    """Placements, in the order in which they were told."""
    weights: tuple[str, ...]
    """Parts of the kit, in the order in which they were told."""

    @property
    def setup(self) -> Setup:
        """The setup of the lumps."""
        return self.document.setups_by_id[self.setup_id]


def lumps_of(told: Told, document: Document | None = None) -> Lumps:
    """The rig as it was weighed, as one more setup of a document, or of a new one; weights at hand go into the kit.

    Raises :class:`Refused` for what contradicts itself.
    """
    check(told)
    try:
        return _lumps(told, empty() if document is None else document)
    except ValidationError as error:  # a name or a figure that no part may have
        raise refused_by(error) from error


def _lumps(told: Told, document: Document) -> Lumps:
    turned = told.carry == "gimbal"
    parts = [_support(told), _camera(told), *_sliding(told), *(_weight(each) for each in told.weights)]
    document, ids = take_parts(document, [*parts, _gimbal()] if turned else parts)
    document, setup_id = open_free_setup(document, lump_names.RIG)
    support, camera, *others = ids
    root = Placement(id=SUPPORT, part=support, pose=Pose())
    placements = [root]
    if turned:
        root = Placement(id=GIMBAL, part=others[-1], pose=Pose())
        placements = [root, Placement(id=SUPPORT, part=support, parent=GIMBAL, point="tilt")]
    placements.append(Placement(id=CAMERA, part=camera, parent=SUPPORT, point="camera"))
    for each, part_id in zip(told.sliding, others, strict=False):
        placements.append(
            Placement(
                id=free_id(slug(each.name), (p.id for p in placements)), part=part_id, parent=SUPPORT,
                pose=Pose(position_m=(each.at_m, 0.0, told.cg_over_m)),
                track=Track(axis=AHEAD, from_m=min(each.from_m, each.to_m), to_m=max(each.from_m, each.to_m)),
            )
        )  # fmt: skip
    setup = document.setups_by_id[setup_id].changed(carry=told.carry, placements=tuple(placements))
    document = document.with_setup(setup)
    readings = (*document.readings, *_readings(told, document, setup))[-MOST_READINGS:]
    document = document.changed(readings=readings)
    own = len(placements) - len(told.sliding)
    first = 2 + len(told.sliding)
    return Lumps(
        document, setup_id, tuple(each.id for each in placements[own:]), tuple(ids[first : first + len(told.weights)])
    )


def hang(lumps: Lumps, told: Told, which: int, at_m: float) -> Document:
    """Strap a weight at hand to the lumps with its centre at that place, at the height of the balance point."""
    setup, weight = lumps.setup, told.weights[which]
    part = lumps.document.parts_by_id[lumps.weights[which]]
    x, y, z = part.body().cg_m.tolist()
    low, high = sorted((weight.from_m, weight.to_m))
    placement = Placement(
        id=free_id(part.id, setup.by_id), part=part.id, parent=SUPPORT,
        pose=Pose(position_m=(low - x, -y, told.cg_over_m - z)),
        track=Track(axis=AHEAD, from_m=0.0, to_m=high - low), slide_m=at_m - low,
    )  # fmt: skip
    return lumps.document.with_setup(setup.changed(placements=(*setup.placements, placement)))


def _support(told: Told) -> Part:
    """What the rig is carried on, with what stays there when the camera slides: its centre over its middle."""
    more: dict[str, Any] = {}
    match told.carry:
        case "shoulder":
            more["pad"] = Pad(centre_m=(0.0, 0.0, 0.0))
        case "handheld":
            sides: tuple[tuple[Side, float], ...] = (("left", HANDS_APART_M / 2), ("right", -HANDS_APART_M / 2))
            more["grips"] = tuple(Grip(name=side, position_m=(0.0, y, 0.0), axis=UP, side=side) for side, y in sides)
        case "low":
            more["grips"] = (Grip(name="handle", position_m=(0.0, 0.0, 0.0), axis=AHEAD),)
        case "harness":
            more["anchors"] = (Anchor(kind="eyelet", position_m=(0.0, 0.0, 0.0)),)
        case "vest":
            more["anchors"] = (Anchor(kind="post", position_m=(0.0, 0.0, 0.0)),)
        case "tripod":
            more["anchors"] = (Anchor(kind="head", position_m=(0.0, 0.0, 0.0)),)
        case "gimbal":
            more["hangs_by"] = (
                MountPoint(
                    name="tilt", kind="gimbal-tilt", position_m=(0.0, 0.0, 0.0), direction=RIGHT, reference=AHEAD
                ),
            )
    return Part(
        id="support", name=lump_names.SUPPORTS[told.carry], kind=LUMP, mass_kg=max(told.at_rest_kg, 0.001),
        mass_how="estimated" if told.stays_kg is None else "weighed", mass_sd_kg=stays_sd_kg(told),
        solids=(Box(size_m=(0.12, 0.08, 0.03), centre_m=(0.0, 0.0, 0.0)),),
        cg_m=(0.0, 0.0, 0.0), cg_sd_m=(UNKNOWN_M, 0.005, 0.05),
        offers=(MountPoint(name="camera", kind="screw38", position_m=(0.0, 0.0, 0.0), direction=UP, screws=2),),
        **more,
    )  # fmt: skip


def _camera(told: Told) -> Part:
    """The whole without what stays and slides by itself, long enough for where it balances."""
    low, high = told.ends_m or (min(-HALF_M, told.camera_m - 0.05), max(HALF_M, told.camera_m + 0.05))
    low, high = min(low, told.camera_m - 0.01), max(high, told.camera_m + 0.01)
    slide = told.slide_m or (0.0, 0.0)
    track = Track(axis=AHEAD, from_m=min(0.0, *slide), to_m=max(0.0, *slide)) if told.slide_m else None
    return Part(
        id="camera-as-built", name=lump_names.AS_BUILT, kind=LUMP, mass_kg=told.camera_kg,
        mass_sd_kg=math.hypot(told.weighing.mass_sd_kg, stays_sd_kg(told)),
        solids=(Box(size_m=(high - low, 0.14, 0.14), centre_m=((low + high) / 2, 0.0, told.cg_over_m)),),
        cg_m=(told.camera_m, 0.0, told.cg_over_m), cg_sd_m=(UNKNOWN_M, 0.005, 0.05),
        hangs_by=(
            MountPoint(
                name="plate", kind="screw38", position_m=(0.0, 0.0, 0.0), direction=DOWN, track=track,
            ),
        ),
    )  # fmt: skip


def _gimbal() -> Part:
    """What carries the tilt axis; it was not weighed, and counts only for who holds it."""
    return Part(
        id="gimbal", name=lump_names.GIMBAL, kind=LUMP, mass_kg=GIMBAL_KG, mass_how="estimated",
        solids=(Box(size_m=(0.05, 0.05, 0.30), centre_m=(0.0, 0.0, -0.20)),),
        grips=(Grip(name="post", position_m=(0.0, 0.0, -0.25), axis=UP),),
        offers=(
            MountPoint(
                name="tilt", kind="gimbal-tilt", position_m=(0.0, 0.0, 0.0), direction=LEFT, reference=AHEAD,
                joint=Joint(name="tilt", torque_nm=MOTOR_NM),
            ),
        ),
    )  # fmt: skip


def _sliding(told: Told) -> list[Part]:
    """Each a small lump with its centre at its origin."""
    return [
        Part(
            id=slug(each.name), name=each.name, kind="block", mass_kg=each.mass_kg,
            solids=(Box(size_m=(0.06, 0.06, 0.06)),),
        )
        for each in told.sliding
    ]  # fmt: skip


def _weight(weight: Weight) -> Part:
    kind = "battery" if weight.battery else "counterweight"
    return make_part(slug(weight.name), weight.name, kind, weight.mass_kg, sized=False)


def _readings(told: Told, document: Document, setup: Setup) -> tuple[Reading, Reading]:
    """That the whole balanced there, and that it weighed so much: they tie the lumps, so that only the sums are sure.

    With ``x = Σ m x / Σ m`` a place counts ``m / Σ m``, and a mass ``(its place − x) / Σ m``; in the sum of masses each
    counts 1 (kg are told as m here: a reading is any number that is linear in the data). What carries the motors of a
    gimbal was neither balanced nor weighed.
    """
    x = told.weighing.balance_m
    counted = [each for each in setup.placements if each.id != GIMBAL]
    kgs = {each.id: document.parts_by_id[each.part].mass_kg for each in counted}
    whole = sum(kgs.values())
    balanced, weighed = [], []
    for each in counted:
        at = told.camera_m if each.id == CAMERA else each.pose.position_m[0] if each.pose is not None else 0.0
        by_place = (kgs[each.id] / whole, 0.0, 0.0)
        balanced.append(Term(part=each.part, by_mass=(at - x) / whole, by_place=by_place))
        weighed.append(Term(part=each.part, by_mass=1.0))
    ids = {reading.id for reading in document.readings}
    first = free_id("reading", ids)
    return (
        Reading(
            id=first, text=lump_names.BALANCED, sd_m=max(told.weighing.balance_sd_m, LEAST_SD), terms=tuple(balanced)
        ),
        Reading(
            id=free_id("reading", {*ids, first}), text=lump_names.WEIGHED,
            sd_m=max(told.weighing.mass_sd_kg, LEAST_SD), terms=tuple(weighed),
        ),
    )  # fmt: skip
