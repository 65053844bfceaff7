"""A two-person crew films the restoration of a lighthouse over one autumn day: one rig for every scene.

Each is as it came out of the case, with something to mend.
"""

from __future__ import annotations

import math
from typing import Any

from equilix.body.operators import Operator, Spared, Strength
from equilix.demo.day import EVE, ISLAND
from equilix.demo.kit import LENS_SETS, demo_parts
from equilix.demo.notebook import OUTINGS, PRACTISED
from equilix.document import FORMAT, VERSION, Document
from equilix.rig.setups import Cable, Placement, Setup

OPERATORS = (
    Operator(id="tall", name="Tall operator", stature_m=1.88, mass_kg=88.0, sex="male", work_h=11.0, rest_h=10.0),
    Operator(
        id="slight", name="Slight operator", stature_m=1.63, mass_kg=56.0, sex="female",
        strength=Strength(shoulder_nm=34.0), work_h=10.0, rest_h=11.0,
        spare=(Spared(joint="shoulder", side="right", factor=0.7),), note="History of a sore right shoulder.",
    ),
)  # fmt: skip


def _on(
    parent: str, point: str, part: str, by: str | None = None, *, at_mm: float = 0.0, turned_deg: float = 0.0,
    key: str | None = None, pinned: bool = False, drawn_mm: float = 0.0, bent_deg: tuple[float, ...] = (),
) -> Placement:  # fmt: skip
    return Placement(
        id=key or part, part=part, parent=parent, point=point, by=by, slide_m=at_mm / 1000,
        turn_rad=round(math.radians(turned_deg), 7), pinned=pinned, extension_m=drawn_mm / 1000,
        pivots_rad=tuple(round(math.radians(each), 7) for each in bent_deg),
    )  # fmt: skip


def _power(
    device: str,
    source: str,
    output: str,
    *,
    of: str,
    length_mm: float = 500,
    adapts: bool = True,
) -> Cable:
    return Cable(
        id=f"power-{device}", name=f"power cable of the {of}", start=source, end=device, output=output,
        input="power in",
        length_m=length_mm / 1000, adapts=adapts,
    )  # fmt: skip


def _scene(key: str, name: str, carry: str, operator: str, note: str, *placements: Placement, **more: Any) -> Setup:
    return Setup(id=key, name=name, carry=carry, operator=operator, note=note, placements=placements, **more)


def lamp_room() -> Setup:
    """The interview rig as it came off the tripod: camera far forward, battery close in, so it falls forward."""
    return _scene(
        "lamp-room", "Lamp room", "shoulder", "tall", "Interview beside the lens; two hours, mostly standing.",
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
        celsius=6.0,
        cables=(
            _power("body", "battery-plate", "tap 1", of="camera"),
            _power("monitor-5", "battery-plate", "low", of="monitor", length_mm=800),
            Cable(
                id="picture", name="picture cable of the monitor", start="body", end="monitor-5", length_m=0.4,
                from_socket="picture out", to_socket="picture in", label="A",
            ),
        ),
    )  # fmt: skip


def boat_landing() -> Setup:
    """Hung from the harness, the eyelet too far forward, the spring set for a lighter rig: nose-up, 2 kg left."""
    return _scene(
        "boat-landing", "Boat landing", "harness", "slight", "Jumping ashore in spray, the load off the arms.",
        Placement(id="bridge", part="bridge"),
        _on("bridge", "camera screw", "boxy-body", "foot", key="body"),
        _on("body", "lens mount", "zoom-24-70", key="lens"),
        _on("bridge", "front socket", "short-rods", at_mm=40),
        _on("short-rods", "rods", "rosette-bar", at_mm=20),
        _on("rosette-bar", "left rosette", "left-handle", "right face", turned_deg=-10),
        _on("rosette-bar", "right rosette", "right-handle", "left face", turned_deg=10),
        _on("body", "battery plate", "battery-98", key="battery"),
        _on("body", "top", "hanging-bar"),
        _on("hanging-bar", "holes", "eyelet", at_mm=72),
        borne_by="harness", setting=3.0, celsius=6.0, bare_lenses=True,
    )  # fmt: skip


def stairs() -> Setup:
    """The small body on the gimbal, set up for a shorter lens: tilt nose-heavy, roll off, pan uphill."""
    return _scene(
        "stairs", "112 steps", "gimbal", "tall", "Up the stairs behind the keeper; nothing may swing into the wall.",
        Placement(id="gimbal", part="gimbal"),
        _on("gimbal", "pan motor", "gimbal-pan-arm", at_mm=12),
        _on("gimbal-pan-arm", "roll motor", "gimbal-roll-arm", at_mm=7),
        _on("gimbal-roll-arm", "tilt motor", "gimbal-cradle", at_mm=4),
        _on("gimbal-cradle", "dovetail", "gimbal-plate", at_mm=-22),
        _on("gimbal-plate", "camera screw", "small-body", "foot", key="body"),
        _on("body", "lens mount", "zoom-24-70", key="lens"),
        _on("body", "rear shoe", "audio-receiver", "shoe foot"),
        _on("gimbal", "left rosette", "wood-grip", "right face"),
        _on("gimbal", "right rosette", "rubber-grip", "left face"),
        cables=(
            Cable(id="sound", name="sound cable", start="audio-receiver", end="body"),
            Cable(id="screen", name="picture cable", start="gimbal", end="body"),
            Cable(id="power", name="power cable", start="gimbal", end="body"),
        ),
        posture="walking", bare_lenses=True,
    )  # fmt: skip


def causeway() -> Setup:
    """The sled with its battery too far back and the gimbal too high on the post: it leans, drops too fast, wobbles."""
    return _scene(
        "causeway", "Causeway", "vest", "tall", "One long take along the causeway before the tide.",
        Placement(id="post", part="sled-post", extension_m=0.04),
        _on("post", "post", "sled-gimbal", at_mm=26),
        _on("post", "top of the post", "sled-stage", at_mm=3),
        _on("sled-stage", "dovetail", "bridge", at_mm=9),
        _on("bridge", "camera screw", "boxy-body", "foot", key="body"),
        _on("body", "lens mount", "prime-35", key="lens"),
        _on("post", "foot of the post", "sled-spar"),
        _on("sled-spar", "rails", "arm-short", "rod clamp", at_mm=170),
        _on("arm-short", "head", "monitor-7", "foot"),
        _on("sled-spar", "rails", "battery-plate", at_mm=-150),
        _on("battery-plate", "battery", "battery-146", key="battery"),
        borne_by="vest", setting=4.0, celsius=6.0, posture="walking", bare_lenses=True,
        cables=(
            _power("body", "battery-plate", "tap 1", of="camera", length_mm=1200),
            _power("monitor-7", "battery-plate", "tap 2", of="monitor", length_mm=500),
        ),
    )  # fmt: skip


def workshop() -> Setup:
    """Details by hand: both handles side by side under a heavy zoom, so the wrists hold up the nose."""
    return _scene(
        "workshop", "Workshop", "handheld", "slight", "Hands, tools and brass; an hour of short takes.",
        Placement(id="bridge", part="bridge"),
        _on("bridge", "camera screw", "boxy-body", "foot", key="body"),
        _on("body", "lens mount", "zoom-28-80", key="lens"),
        _on("bridge", "front socket", "short-rods", at_mm=-20),
        _on("short-rods", "rods", "rosette-bar", at_mm=-30),
        _on("rosette-bar", "left rosette", "left-handle", "right face"),
        _on("rosette-bar", "right rosette", "right-handle", "left face"),
        _on("body", "top", "top-handle", "foot", at_mm=-20),
        _on("body", "battery plate", "battery-98", key="battery"),
        posture="kneeling", bare_lenses=True,
    )  # fmt: skip


def gallery() -> Setup:
    """The same camera carried low by the top handle along the gallery rail: it hangs nose-down."""
    return _scene(
        "gallery", "Gallery rail", "low", "tall", "Low along the rail, the water below.",
        Placement(id="bridge", part="bridge"),
        _on("bridge", "camera screw", "boxy-body", "foot", key="body"),
        _on("body", "lens mount", "zoom-28-80", key="lens"),
        _on("body", "top", "top-handle", "foot", at_mm=-25),
        _on("body", "battery plate", "battery-98", key="battery"),
        posture="walking", bare_lenses=True,
    )  # fmt: skip


def evening() -> Setup:
    """The long zoom on the tripod with the plate still where the short prime had it: tilts nose-down."""
    return _scene(
        "evening", "Evening light", "tripod", "slight", "The lamp is lit; the last ferry goes at 18:40.",
        Placement(id="clamp", part="head-clamp"),
        _on("clamp", "dovetail", "tripod-plate", at_mm=30),
        _on("tripod-plate", "camera screw", "boxy-body", "foot", key="body"),
        _on("body", "lens mount", "zoom-70-200", key="lens"),
        _on("lens", "front ring", "matte-box", "clamp"),
        _on("body", "top", "friction-arm", "foot", bent_deg=(-40, 0, 63, -23)),
        _on("friction-arm", "head", "monitor-5", "foot"),
        _on("body", "battery plate", "battery-98", key="battery"),
        borne_by="tripod", celsius=-2.0,
        cables=(_power("monitor-5", "battery", "tap", of="monitor", length_mm=500, adapts=False),),
    )  # fmt: skip


def lighthouse() -> Document:
    """The demo document."""
    return Document(
        format=FORMAT,
        version=VERSION,
        name="Lighthouse",
        parts=demo_parts(),
        operators=OPERATORS,
        lens_sets=LENS_SETS,
        setups=(lamp_room(), boat_landing(), stairs(), causeway(), workshop(), gallery(), evening()),
        outings=OUTINGS,
        practised=PRACTISED,
        days=(ISLAND, EVE),
        current="lamp-room",
    )
