"""The sled of a vest: post, gimbal, stage, spar."""

from __future__ import annotations

from typing import Final

from equilix.kit.kinds.kind import Kind
from equilix.kit.kinds.shaping import DOWN, LEFT, RIGHT, UP, Fields, along, foot, top
from equilix.kit.mounts import MountPoint, Telescope, Track
from equilix.kit.parts import Anchor, Grip
from equilix.kit.solids import Box, Cylinder, Tube


def sled_post(length: float, width: float, height: float) -> Fields:
    """Post of a sled; the origin lies a third of it below its top. Its lower part draws out by 150 mm."""
    del length
    upper, lower = height / 3, height * 2 / 3
    return {
        "solids": (
            Tube(axis="z", radius_m=width / 2, inner_radius_m=width * 0.42, length_m=height * 0.8, centre_m=(0, 0, upper - height * 0.4)),
            Tube(axis="z", radius_m=width * 0.4, inner_radius_m=width * 0.33, length_m=height * 0.3, centre_m=(0, 0, -lower + height * 0.15), extends=True),
        ),
        "telescope": Telescope(axis=DOWN, reach_m=0.15),
        "offers": (
            top("post-top", "top of the post", 0, upper),
            MountPoint(name="foot of the post", kind="post-foot", position_m=(0, 0, -lower), direction=DOWN, extends=True),
            MountPoint(
                name="post", kind="post", position_m=(0, 0, 0), direction=LEFT,
                track=Track(axis=UP, from_m=-height * 0.2, to_m=height * 0.25, scale_zero_m=height * 0.2),
            ),
        ),
    }  # fmt: skip


def sled_gimbal(length: float, width: float, height: float) -> Fields:
    """The free-turning gimbal that is clamped on the post, with its handle."""
    return {
        "solids": (
            Tube(axis="z", radius_m=length / 2, inner_radius_m=length * 0.4, length_m=0.02, centre_m=(0, 0, 0), weight=0.7),
            Cylinder(axis="z", radius_m=width * 0.3, length_m=height, centre_m=(0, -length * 0.6, -height / 2), weight=0.3),
        ),
        "hangs_by": (MountPoint(name="clamp", kind="post", position_m=(0, 0, 0), direction=RIGHT),),
        "anchors": (Anchor(kind="post", position_m=(0, 0, 0)),),
        "grips": (Grip(name="handle", position_m=(0, -length * 0.6, -height / 2), axis=UP, side="right", diameter_m=min(max(0.6 * width, 0.005), 0.2)),),
    }  # fmt: skip


def sled_stage(length: float, width: float, height: float) -> Fields:
    """Top stage: carries the camera plate; slides sideways on the post, the plate fore-aft on it."""
    return {
        "solids": (Box(size_m=(length, width, height), centre_m=(0, 0, height / 2)),),
        "hangs_by": (
            foot("post-top", track=Track(axis=LEFT, from_m=-0.02, to_m=0.02, scale_zero_m=0.02)),
        ),
        "offers": (top("dovetail", "dovetail", 0, height, track=along(0.06, scale_zero_m=0.06)),),
    }  # fmt: skip


def sled_spar(length: float, width: float, height: float) -> Fields:
    """Bottom spar: a rod pair fore and aft under the post for battery and monitor."""
    return {
        "solids": (Box(size_m=(length, width, height), centre_m=(0, 0, -height / 2)),),
        "hangs_by": (MountPoint(name="post", kind="post-foot", position_m=(0, 0, 0), direction=UP),),
        "offers": (
            top("rods15", "rails", 0, -height / 2, track=along(length / 2 - 0.01, scale_zero_m=length / 2)),
            *(
                MountPoint(name=name, kind="screw14", position_m=(x, 0, -height), direction=DOWN)
                for name, x in (("disc", 0.0), ("front disc", length / 2 - 0.03), ("rear disc", -length / 2 + 0.03))
            ),
        ),
    }  # fmt: skip


def sled_disc(length: float, width: float, height: float) -> Fields:
    """Disc of weight: screwed under the foot of the post or under an end of the spar, and under another disc."""
    radius = min(length, width) / 2
    return {
        "solids": (Cylinder(axis="z", radius_m=radius, length_m=height, centre_m=(0, 0, -height / 2)),),
        "hangs_by": (MountPoint(name="screw", kind="screw14", position_m=(0, 0, 0), direction=UP),),
        "offers": (MountPoint(name="next disc", kind="screw14", position_m=(0, 0, -height), direction=DOWN),),
    }


KINDS: Final = (
    Kind("sled-post", (0.032, 0.032, 0.600), 0.55, sled_post, "core", "turned", 2),
    Kind("sled-gimbal", (0.070, 0.045, 0.120), 0.45, sled_gimbal, "handles", "turned", 2),
    Kind("sled-stage", (0.160, 0.110, 0.024), 0.45, sled_stage, "core", "top-stage"),
    Kind("sled-disc", (0.070, 0.070, 0.012), 0.25, sled_disc, "last", "turned"),
    Kind("sled-spar", (0.420, 0.075, 0.020), 0.40, sled_spar, "handles", "spar"),
)
