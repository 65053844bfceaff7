"""A two-person crew films the restoration of a lighthouse. So far: the lamp-room interview, on the shoulder."""

from __future__ import annotations

import math

from equilix.body.operators import Operator, Strength
from equilix.demo.kit import demo_parts
from equilix.document import FORMAT, VERSION, Document
from equilix.rig.setups import Placement, Setup

OPERATORS = (
    Operator(id="tall", name="Tall operator", stature_m=1.88, mass_kg=88.0, sex="male"),
    Operator(
        id="slight", name="Slight operator", stature_m=1.63, mass_kg=56.0, sex="female",
        strength=Strength(shoulder_nm=34.0), note="History of a sore right shoulder.",
    ),
)  # fmt: skip


def _on(
    parent: str, point: str, part: str, by: str | None = None, *, at_mm: float = 0.0, turned_deg: float = 0.0,
    key: str | None = None, pinned: bool = False,
) -> Placement:  # fmt: skip
    return Placement(
        id=key or part, part=part, parent=parent, point=point, by=by, slide_m=at_mm / 1000,
        turn_rad=round(math.radians(turned_deg), 7), pinned=pinned,
    )  # fmt: skip


def lamp_room() -> Setup:
    """The interview rig as it came off the tripod: camera far forward, battery close in, so it falls forward."""
    return Setup(
        id="lamp-room",
        name="Lamp room",
        carry="shoulder",
        operator="tall",
        note="Interview beside the lens of the light; two hours, mostly standing.",
        placements=(
            Placement(id="base", part="base"),
            _on("base", "dovetail", "bridge", at_mm=62),
            _on("bridge", "camera screw", "boxy-body", "foot", key="body"),
            _on("body", "lens mount", "zoom-28-80", key="lens"),
            _on("bridge", "front socket", "front-rods", at_mm=95),
            _on("front-rods", "rods", "lens-support", at_mm=55, pinned=True),
            _on("front-rods", "rods", "follow-focus", at_mm=-10, pinned=True),
            _on("lens", "front ring", "matte-box", "clamp"),
            _on("body", "top", "top-handle", "foot", at_mm=10),
            _on("top-handle", "front shoe", "arm-short", "shoe foot"),
            _on("arm-short", "head", "monitor-5", "foot"),
            _on("top-handle", "rear shoe", "transmitter", "shoe foot"),
            _on("base", "front socket", "handle-rods", at_mm=115),
            _on("handle-rods", "rods", "rosette-bar", at_mm=110),
            _on("rosette-bar", "left rosette", "left-handle", "right face", turned_deg=-18),
            _on("rosette-bar", "right rosette", "right-handle", "left face", turned_deg=18),
            _on("base", "rear socket", "rear-rods", at_mm=-140),
            _on("rear-rods", "rods", "battery-plate", at_mm=55),
            _on("battery-plate", "battery", "battery-98", key="battery"),
        ),
    )


def lighthouse() -> Document:
    """The demo document."""
    return Document(
        format=FORMAT,
        version=VERSION,
        name="Lighthouse",
        parts=demo_parts(),
        operators=OPERATORS,
        setups=(lamp_room(),),
        current="lamp-room",
    )
