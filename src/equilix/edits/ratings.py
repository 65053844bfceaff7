"""What makers say of their parts, as plain figures that can be shown and changed."""

from __future__ import annotations

from typing import Any

from msgspec import Struct
from pydantic_core import ValidationError

from equilix.document import Document
from equilix.edits.kit import change_part
from equilix.edits.sound import refused_by
from equilix.errors import Refused
from equilix.facts import Sayable, fact, listed
from equilix.kit.carriers import Harness, SpringArm, TripodHead
from equilix.kit.materials import SOFTENS_C
from equilix.kit.mounts import MountPoint
from equilix.kit.parts import Part
from equilix.mechanics.fasteners import THREADS
from equilix.units import Quantity

CLAMPS = ("rosette", "dovetail", "rail", "wedge", "shoe", "handle")
"""Kinds of mount that makers rate by load or against turning."""


class Rating(Struct, frozen=True):
    """One figure of a part: where it stands, its words, its quantity, its SI value (None: not known)."""

    key: str
    label: Sayable
    quantity: Quantity
    value: float | None


def ratings(part: Part) -> tuple[Rating, ...]:
    """All figures of a part that can be rated; none for most."""
    found: list[Rating] = []
    for point in part.offers:
        if point.joint is not None:
            name, where = fact(f"axis.{point.joint.name}"), f"joint/{point.name}"
            found += [
                Rating(
                    f"{where}/torque_nm", fact("ratings.motor_continuous", name=name), "torque", point.joint.torque_nm
                ),
                Rating(
                    f"{where}/motor_constant_nm_per_sqrt_w",
                    fact("ratings.motor_constant_n_m_w", name=name),
                    "number",
                    point.joint.motor_constant_nm_per_sqrt_w,
                ),
                Rating(f"{where}/from_rad", fact("ratings.joint_from", name=name), "angle", point.joint.from_rad),
                Rating(f"{where}/to_rad", fact("ratings.joint_to", name=name), "angle", point.joint.to_rad),
            ]
        elif point.kind in CLAMPS:
            found += [
                Rating(f"point/{point.name}/most_kg", fact("ratings.carries", point=point.name), "mass", point.most_kg),
                Rating(
                    f"point/{point.name}/most_nm",
                    fact("ratings.holds_against_turning", point=point.name),
                    "torque",
                    point.most_nm,
                ),
            ]
        elif point.kind in THREADS:
            found.append(
                Rating(
                    f"point/{point.name}/thread_m",
                    fact("ratings.screw_holds", point=point.name),
                    "length",
                    point.thread_m,
                )
            )
            if part.material in SOFTENS_C:
                found.append(
                    Rating(
                        f"point/{point.name}/insert_n",
                        fact("ratings.insert_pulls_out", point=point.name),
                        "force",
                        point.insert_n,
                    )
                )
    if part.drive is not None:
        found += [
            Rating("drive/payload_kg", fact("ratings.greatest_payload"), "mass", part.drive.payload_kg),
            Rating("drive/electronics_w", fact("ratings.electronics"), "power", part.drive.electronics_w),
            Rating("drive/battery_wh", fact("ratings.battery"), "energy", part.drive.battery_wh),
        ]
    return (*found, *_electric(part), *_carrier(part))


def _electric(part: Part) -> list[Rating]:
    electric = part.electric
    if electric is None:
        return []
    found: list[Rating] = []
    if part.energy_wh <= 0:
        found += [
            Rating("draw/standby", fact("ratings.draws_standby"), "power", electric.draw.standby),
            Rating("draw/record", fact("ratings.draws_recording"), "power", electric.draw.record),
            Rating("draw/full", fact("ratings.draws_full"), "power", electric.draw.full),
        ]
    else:
        found += [
            Rating("electric/volts", fact("ratings.voltage_v"), "number", electric.volts),
            Rating("electric/most_a", fact("ratings.greatest_current"), "number", electric.most_a),
            Rating("electric/age", fact("ratings.capacity_left"), "number", electric.age),
        ]
    if electric.passes:
        found.append(Rating("electric/most_a", fact("ratings.greatest_current_through"), "number", electric.most_a))
        found.append(Rating("electric/efficiency", fact("ratings.efficiency"), "number", electric.efficiency))
    return found


def _carrier(part: Part) -> list[Rating]:
    carrier = part.carrier
    if carrier is None:
        return []
    found = [
        Rating("carrier/least_kg", fact("ratings.least_load"), "mass", carrier.least_kg),
        Rating("carrier/most_kg", fact("ratings.greatest_load"), "mass", carrier.most_kg),
    ]
    if isinstance(carrier, SpringArm | Harness):
        for k, which in enumerate((fact("ratings.first"), fact("ratings.second"))):
            found += [
                Rating(f"carrier/turns/{k}", fact("ratings.weighing_turns", which=which), "number", carrier.turns[k]),
                Rating(
                    f"carrier/lifts_kg/{k}", fact("ratings.weighing_floats", which=which), "mass", carrier.lifts_kg[k]
                ),
            ]
        found += [
            Rating("carrier/stiffness_n_m", fact("ratings.spring_n_each_metre_up"), "number", carrier.stiffness_n_m),
            Rating("carrier/damping_ratio", fact("ratings.damping_critical"), "number", carrier.damping_ratio),
            Rating("carrier/friction_n", fact("ratings.stays_where_left_below"), "force", carrier.friction_n),
            Rating("carrier/travel_m", fact("ratings.travel_lowest_highest"), "length", carrier.travel_m),
        ]
    if isinstance(carrier, SpringArm):
        found.append(Rating("carrier/reach_m", fact("ratings.arm_front_vest"), "length", carrier.reach_m))
    if isinstance(carrier, Harness):
        found.append(Rating("carrier/boom_m", fact("ratings.boom_front_hips"), "length", carrier.boom_m))
    if isinstance(carrier, TripodHead):
        found += [
            Rating("carrier/height_m", fact("ratings.height_head"), "length", carrier.height_m),
            Rating("carrier/foot_radius_m", fact("ratings.middle_foot"), "length", carrier.foot_radius_m),
        ]
        found += [
            Rating(f"carrier/counterbalance_nm/{k}", fact("ratings.counterbalance_step", k=k), "torque", value)
            for k, value in enumerate(carrier.counterbalance_nm)
        ]
    return found


def rate(document: Document, part_id: str, values: dict[str, float]) -> Document:
    """Change figures of a part by their keys. Raises :class:`Refused` for a bad value and an unknown key."""
    part = document.parts_by_id.get(part_id)
    if part is None:
        raise Refused(fact("ratings.no_part_kit", part_id=part_id), fact("ratings.name_one_kit"))
    known = {rating.key for rating in ratings(part)}
    for key in values:
        if key not in known:
            raise Refused(
                fact("ratings.has_no_figure", part=part.name, key=key),
                fact("ratings.has", what=listed(sorted(known)) or fact("ratings.none")),
            )
    try:
        updates = _updates(part, values)
    except ValidationError as error:
        raise refused_by(error) from error
    return change_part(document, part_id, **updates) if updates else document


def _updates(part: Part, values: dict[str, float]) -> dict[str, Any]:
    """The fields of a part that these figures change. What is between the kind and the field is a name, as it is."""
    nested: dict[str, dict[str, Any]] = {}
    joints: dict[str, dict[str, float]] = {}
    points: dict[str, dict[str, float]] = {}
    draw: dict[str, float] = {}
    for key, value in values.items():
        kind, _, rest = key.partition("/")
        name, _, field = rest.rpartition("/")
        if kind == "point":
            points.setdefault(name, {})[field] = value
        elif kind == "joint":
            joints.setdefault(name, {})[field] = value
        elif kind == "draw":
            draw[field] = value
        elif not name:
            nested.setdefault(kind, {})[field] = value
        else:
            whole = nested.setdefault(kind, {})
            old = list(whole.get(name, getattr(getattr(part, kind), name)))
            old[int(field)] = value
            whole[name] = tuple(old)
    updates: dict[str, Any] = {kind: getattr(part, kind).changed(**fields) for kind, fields in nested.items()}
    if draw and part.electric is not None:
        electric = updates.get("electric", part.electric)
        updates["electric"] = electric.changed(draw=part.electric.draw.changed(**draw))
    if points or joints:
        updates["offers"] = tuple(_rated(point, points, joints) for point in part.offers)
    return updates


def _rated(point: MountPoint, points: dict[str, dict[str, float]], joints: dict[str, dict[str, float]]) -> MountPoint:
    if point.name in points:
        point = point.changed(**points[point.name])
    if point.joint is not None and point.name in joints:
        point = point.changed(joint=point.joint.changed(**joints[point.name]))
    return point
