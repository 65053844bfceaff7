"""The rigs that people build themselves: what a person makes, or takes off the shelf, and where it is mounted."""

from __future__ import annotations

Wanted = tuple[str, str, str, str, str]
"""Name, kind, mass, energy, and where it is mounted: a part of a line of the list of mounts; empty for the first."""

HANDHELD: list[Wanted] = [
    ("cage", "half cage", "190 g", "", ""),
    ("small body", "small body with its own grip", "660 g", "", "camera screw"),
    ("35 mm prime", "lens", "420 g", "", "lens mount"),
    ("in-body battery", "in-body battery", "80 g", "16 Wh", ""),
    ("USB pack", "USB power pack", "240 g", "74 Wh", ""),
    ("side handle", "side handle on a rail", "160 g", "", "left rail"),
]
SHOULDER: list[Wanted] = [
    ("base", "base plate with rods both ways", "420 g", "", ""),
    ("front rods", "15 mm rod pair", "170 g", "", "front socket"),
    ("rear rods", "15 mm rod pair", "250 g", "", "rear socket"),
    ("pad", "shoulder pad on rods", "240 g", "", "rear rods"),
    ("battery plate", "battery plate", "270 g", "", "rear rods"),
    ("wedge battery", "wedge battery", "790 g", "98 Wh", ""),
    ("boxy body", "camera body", "2.35 kg", "", "camera screw"),
    ("zoom", "lens", "1.1 kg", "", "lens mount"),
    ("rosettes", "rod clamp with rosettes", "310 g", "", "front rods"),
    ("left arm", "handle on an arm", "360 g", "", "left rosette"),
    ("right arm", "handle on an arm", "360 g", "", "right rosette"),
    ("hanging arm", "arm that hangs a screen", "220 g", "", "front rods"),
    ("monitor", "monitor", "380 g", "", "head"),
]
GIMBAL: list[Wanted] = [
    ("gimbal handle", "gimbal handle with pan motor", "850 g", "", ""),
    ("pan arm", "gimbal pan arm with roll motor", "400 g", "", "pan motor"),
    ("roll arm", "gimbal roll arm with tilt motor", "350 g", "", "roll motor"),
    ("cradle", "gimbal cradle", "250 g", "", "tilt motor"),
]
IN_THE_CRADLE: list[Wanted] = [
    ("cage", "half cage", "190 g", "", "cradle: dovetail"),
    ("small body", "small body with its own grip", "660 g", "", "cage: camera screw"),
    ("prime", "lens", "420 g", "", "lens mount"),
    ("in-body battery", "in-body battery", "80 g", "16 Wh", "battery slot"),
]
SLED: list[Wanted] = [
    ("post", "sled post", "550 g", "", ""),
    ("sled gimbal", "sled gimbal with handle", "450 g", "", "post: post"),
    ("stage", "sled top stage", "450 g", "", "top of the post"),
    ("spar", "sled bottom spar", "400 g", "", "foot of the post"),
    ("battery plate", "battery plate", "250 g", "", "spar: rails"),
    ("wedge battery", "wedge battery", "790 g", "146 Wh", "battery plate: battery"),
    ("base", "base plate with rods both ways", "420 g", "", "stage: dovetail"),
]
ON_THE_SLED: list[Wanted] = [*SLED, (*GIMBAL[0][:4], "base: camera screw"), *GIMBAL[1:], *IN_THE_CRADLE]

FROM_THE_SHELF: tuple[tuple[str, str], ...] = (
    ("base plate light", ""), ("rods 200 mm", "front socket"), ("rods 450 mm", "rear socket"),
    ("shoulder pad small", "450 mm"), ("battery plate on rods", "450 mm"), ("wedge 190 wh", ""),
    ("offset bracket 60", "camera screw"), ("bridge plate light", ""), ("boxy full frame", "bridge plate"),
    ("24-105", ""), ("rod clamp rosettes", "200 mm"), ("handle rosette arm", "left rosette"),
    ("handle rosette arm", "right rosette"), ("hangs a screen", "200 mm"), ("monitor 5 bright", "head"),
)  # fmt: skip
"""Words that find a part, and where it is mounted: pad and battery on rods, offset bracket, rosette arms, a monitor."""
