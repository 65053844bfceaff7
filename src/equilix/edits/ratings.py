"""What makers say of their parts, as plain figures that can be shown and changed."""

from __future__ import annotations

from dataclasses import dataclass
from typing import Any

from pydantic import ValidationError

from equilix.document import Document
from equilix.edits.kit import change_part
from equilix.edits.rigging import refused_by
from equilix.errors import Refused
from equilix.kit.carriers import Harness, SpringArm, TripodHead
from equilix.kit.materials import SOFTENS_C
from equilix.kit.mounts import MountPoint
from equilix.kit.parts import Part
from equilix.mechanics.fasteners import THREADS
from equilix.units import Quantity

CLAMPS = ("rosette", "dovetail", "rail", "wedge", "shoe", "handle")
"""Kinds of mount that makers rate by load or against turning."""


@dataclass(frozen=True, slots=True)
class Rating:
    """One figure of a part: where it stands, its words, its quantity, its SI value (None: not known)."""

    key: str
    label: str
    quantity: Quantity
    value: float | None


def ratings(part: Part) -> tuple[Rating, ...]:
    """All figures of a part that can be rated; none for most."""
    found: list[Rating] = []
    for point in part.offers:
        if point.joint is not None:
            name, where = point.joint.name.capitalize(), f"joint/{point.name}"
            found += [
                Rating(f"{where}/torque_nm", f"{name} motor, continuous", "torque", point.joint.torque_nm),
                Rating(
                    f"{where}/motor_constant_nm_per_sqrt_w", f"{name} motor constant, N·m/√W", "number",
                    point.joint.motor_constant_nm_per_sqrt_w,
                ),
                Rating(f"{where}/from_rad", f"{name} from", "angle", point.joint.from_rad),
                Rating(f"{where}/to_rad", f"{name} to", "angle", point.joint.to_rad),
            ]  # fmt: skip
        elif point.kind in CLAMPS:
            found += [
                Rating(f"point/{point.name}/most_kg", f"{point.name}: carries", "mass", point.most_kg),
                Rating(f"point/{point.name}/most_nm", f"{point.name}: holds against turning", "torque", point.most_nm),
            ]
        elif point.kind in THREADS:
            found.append(
                Rating(f"point/{point.name}/thread_m", f"{point.name}: screw holds for", "length", point.thread_m)
            )
            if part.material in SOFTENS_C:
                found.append(
                    Rating(
                        f"point/{point.name}/insert_n", f"{point.name}: insert pulls out at", "force", point.insert_n
                    )
                )
    if part.drive is not None:
        found += [
            Rating("drive/payload_kg", "Greatest payload", "mass", part.drive.payload_kg),
            Rating("drive/electronics_w", "Electronics", "power", part.drive.electronics_w),
            Rating("drive/battery_wh", "Battery", "energy", part.drive.battery_wh),
        ]
    return (*found, *_electric(part), *_carrier(part))


def _electric(part: Part) -> list[Rating]:
    electric = part.electric
    if electric is None:
        return []
    found: list[Rating] = []
    if part.energy_wh <= 0:
        found += [
            Rating("draw/standby", "Draws on standby", "power", electric.draw.standby),
            Rating("draw/record", "Draws recording", "power", electric.draw.record),
            Rating("draw/full", "Draws at full", "power", electric.draw.full),
        ]
    else:
        found += [
            Rating("electric/volts", "Voltage, V", "number", electric.volts),
            Rating("electric/most_a", "Greatest current, A", "number", electric.most_a),
            Rating("electric/age", "Of its first capacity are left (0 to 1)", "number", electric.age),
        ]
    if electric.passes:
        found.append(Rating("electric/most_a", "Greatest current through it, A", "number", electric.most_a))
        found.append(Rating("electric/efficiency", "Efficiency of what passes (0 to 1)", "number", electric.efficiency))
    return found


def _carrier(part: Part) -> list[Rating]:
    carrier = part.carrier
    if carrier is None:
        return []
    found = [
        Rating("carrier/least_kg", "Least load", "mass", carrier.least_kg),
        Rating("carrier/most_kg", "Greatest load", "mass", carrier.most_kg),
    ]
    if isinstance(carrier, SpringArm | Harness):
        for k, which in enumerate(("First", "Second")):
            found += [
                Rating(f"carrier/turns/{k}", f"{which} weighing, turns", "number", carrier.turns[k]),
                Rating(f"carrier/lifts_kg/{k}", f"{which} weighing, floats", "mass", carrier.lifts_kg[k]),
            ]
        found += [
            Rating("carrier/stiffness_n_m", "Spring, N for each metre up or down", "number", carrier.stiffness_n_m),
            Rating("carrier/damping_ratio", "Damping, of critical", "number", carrier.damping_ratio),
            Rating("carrier/friction_n", "Stays where it is left below", "force", carrier.friction_n),
            Rating("carrier/travel_m", "Travel, lowest to highest", "length", carrier.travel_m),
        ]
    if isinstance(carrier, SpringArm):
        found.append(Rating("carrier/reach_m", "Arm in front of the vest", "length", carrier.reach_m))
    if isinstance(carrier, Harness):
        found.append(Rating("carrier/boom_m", "Boom in front of the hips", "length", carrier.boom_m))
    if isinstance(carrier, TripodHead):
        found += [
            Rating("carrier/height_m", "Height of the head", "length", carrier.height_m),
            Rating("carrier/foot_radius_m", "Middle to a foot", "length", carrier.foot_radius_m),
        ]
        found += [
            Rating(f"carrier/counterbalance_nm/{k}", f"Counterbalance, step {k}", "torque", value)
            for k, value in enumerate(carrier.counterbalance_nm)
        ]
    return found


def rate(document: Document, part_id: str, values: dict[str, float]) -> Document:
    """Change figures of a part by their keys. Raises :class:`Refused` for a bad value and an unknown key."""
    part = document.parts_by_id.get(part_id)
    if part is None:
        raise Refused(f"There is no part “{part_id}” in the kit", "Name one of the kit")
    known = {rating.key for rating in ratings(part)}
    for key in values:
        if key not in known:
            raise Refused(f"“{part.name}” has no figure “{key}”", f"It has {', '.join(sorted(known)) or 'none'}")
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
