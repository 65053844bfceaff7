"""The catalogue of kinds: a new part needs only its kind, mass and three dimensions."""

from __future__ import annotations

from collections.abc import Callable, Iterable
from dataclasses import dataclass
from typing import Any, Final

from equilix.errors import Refused
from equilix.kit import shapes, supports
from equilix.kit.parts import Part


@dataclass(frozen=True, slots=True)
class Kind:
    """A kind of part: how it is called, its usual size (length, width, height; m) and mass, and its builder."""

    label: str
    size_m: tuple[float, float, float]
    mass_kg: float
    build: Callable[[float, float, float], shapes.Fields]


KINDS: Final[dict[str, Kind]] = {
    "body": Kind("camera body", (0.140, 0.115, 0.120), 2.0, shapes.body),
    "lens": Kind("lens", (0.130, 0.088, 0.088), 0.9, shapes.lens),
    "adapter": Kind("lens adapter", (0.026, 0.070, 0.070), 0.2, shapes.adapter),
    "filter": Kind("filter", (0.010, 0.110, 0.110), 0.15, shapes.filter_pane),
    "matte-box": Kind("matte box", (0.110, 0.160, 0.130), 0.5, shapes.matte_box),
    "follow-focus": Kind("follow focus", (0.060, 0.110, 0.070), 0.4, shapes.follow_focus),
    "motor": Kind("focus motor", (0.085, 0.040, 0.045), 0.17, shapes.motor),
    "lens-support": Kind("lens support", (0.030, 0.090, 0.050), 0.15, shapes.lens_support),
    "monitor": Kind("monitor", (0.026, 0.150, 0.100), 0.4, shapes.monitor),
    "viewfinder": Kind("viewfinder", (0.140, 0.060, 0.060), 0.35, shapes.viewfinder),
    "arm": Kind("accessory arm", (0.020, 0.020, 0.120), 0.18, shapes.arm),
    "top-handle": Kind("top handle", (0.160, 0.030, 0.080), 0.3, shapes.top_handle),
    "grip-arm": Kind("handle on an arm", (0.036, 0.024, 0.230), 0.35, shapes.grip_arm),
    "rosette-bar": Kind("rod clamp with rosettes", (0.040, 0.200, 0.030), 0.3, shapes.rosette_bar),
    "side-grip": Kind("side handle", (0.045, 0.040, 0.130), 0.3, shapes.side_grip),
    "shoulder-base": Kind("shoulder base with pad", (0.300, 0.090, 0.050), 1.0, shapes.shoulder_base),
    "bridge-plate": Kind("bridge plate", (0.120, 0.090, 0.030), 0.4, shapes.bridge_plate),
    "rods": Kind("15 mm rod pair", (0.300, 0.075, 0.015), 0.2, shapes.rods),
    "battery-plate": Kind("battery plate", (0.040, 0.100, 0.110), 0.25, shapes.battery_plate),
    "battery": Kind("wedge battery", (0.055, 0.100, 0.120), 0.75, shapes.battery),
    "small-battery": Kind("small battery", (0.040, 0.038, 0.070), 0.2, shapes.small_battery),
    "counterweight": Kind("counterweight", (0.024, 0.090, 0.050), 0.5, shapes.counterweight),
    "microphone": Kind("microphone", (0.220, 0.030, 0.060), 0.2, shapes.microphone),
    "transmitter": Kind("transmitter", (0.080, 0.070, 0.030), 0.25, shapes.transmitter),
    "gimbal-base": Kind("gimbal handle with pan motor", (0.060, 0.060, 0.200), 0.85, supports.gimbal_base),
    "gimbal-pan-arm": Kind("gimbal pan arm with roll motor", (0.160, 0.030, 0.150), 0.40, supports.gimbal_pan_arm),
    "gimbal-roll-arm": Kind("gimbal roll arm with tilt motor", (0.160, 0.120, 0.026), 0.35, supports.gimbal_roll_arm),
    "gimbal-cradle": Kind("gimbal cradle", (0.120, 0.120, 0.100), 0.25, supports.gimbal_cradle),
    "sled-post": Kind("sled post", (0.032, 0.032, 0.600), 0.55, supports.sled_post),
    "sled-gimbal": Kind("sled gimbal with handle", (0.070, 0.045, 0.120), 0.45, supports.sled_gimbal),
    "sled-stage": Kind("sled top stage", (0.160, 0.110, 0.024), 0.45, supports.sled_stage),
    "sled-spar": Kind("sled bottom spar", (0.420, 0.075, 0.020), 0.40, supports.sled_spar),
    "hanging-bar": Kind("hanging bar with holes", (0.240, 0.024, 0.010), 0.14, supports.hanging_bar),
    "eyelet": Kind("eyelet", (0.020, 0.016, 0.028), 0.05, supports.eyelet),
    "offset-bracket": Kind("offset bracket", (0.120, 0.180, 0.014), 0.42, supports.offset_bracket),
    "drop-arm": Kind("arm that hangs a screen", (0.200, 0.018, 0.140), 0.22, supports.drop_arm),
    "converter": Kind("voltage converter", (0.060, 0.040, 0.022), 0.09, supports.converter),
    "brace": Kind("body brace", (0.030, 0.120, 0.080), 0.28, supports.brace),
    "head-clamp": Kind("clamp of a tripod head", (0.110, 0.080, 0.030), 0.30, supports.head_clamp),
    "vest-arm": Kind("vest with spring arm", (0.300, 0.360, 0.480), 5.4, supports.vest_arm),
    "harness": Kind("support harness with boom", (0.260, 0.340, 0.560), 3.1, supports.harness),
    "tripod": Kind("tripod with fluid head", (0.200, 0.200, 0.800), 5.2, supports.tripod),
    "block": Kind("other part", (0.080, 0.060, 0.040), 0.2, shapes.block),
}


def make_part(
    part_id: str,
    name: str,
    kind: str,
    mass_kg: float,
    size_m: tuple[float, float, float] | None = None,
    **more: Any,
) -> Part:
    """A part of a kind with the kind's shape and mounting points at the given size.

    ``size_m``: length (x), width (y), height (z); the kind's usual size if absent. ``more``: any other field of
    the part. Raises :class:`Refused` for an unknown kind and ``pydantic.ValidationError`` for bad numbers.
    """
    if kind not in KINDS:
        known = ", ".join(KINDS)
        raise Refused(f"“{kind}” is not a kind of part", f"Allowed are: {known}", "Take “block” for anything else")
    entry = KINDS[kind]
    fields = entry.build(*(size_m or entry.size_m))
    return Part(id=part_id, name=name, kind=kind, mass_kg=mass_kg, **{**fields, **more})


def free_id(wanted: str, taken: Iterable[str]) -> str:
    """``wanted``, or ``wanted-2``, ``wanted-3`` … where it is taken."""
    used, number, found = set(taken), 1, wanted
    while found in used:
        number += 1
        found = f"{wanted}-{number}"
    return found
