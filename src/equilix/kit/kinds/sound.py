"""Sound and signal."""

from __future__ import annotations

from typing import Final

from equilix.kit import usual_electric, usual_signals
from equilix.kit.kinds.kind import Kind
from equilix.kit.kinds.shaping import AHEAD, BACK, Fields, facing, foot, top
from equilix.kit.solids import Box, Cylinder, Tube


def microphone(length: float, width: float, height: float) -> Fields:
    """Shotgun microphone in its holder."""
    del width
    return {
        "solids": (
            Cylinder(axis="x", radius_m=height * 0.22, length_m=length, centre_m=(length * 0.15, 0, height * 0.75), weight=0.7),
            Box(size_m=(0.03, 0.024, height * 0.5), centre_m=(0, 0, height * 0.25), weight=0.3),
        ),
        "hangs_by": (foot("shoe", "shoe foot"), foot("screw14")),
        "sockets": usual_signals.MICROPHONE,
        "offers": (facing("sleeve", "capsule", length * 0.65, height * 0.75, AHEAD),),
    }  # fmt: skip


def wind_cover(length: float, width: float, height: float) -> Fields:
    """Fur or foam that is drawn over a microphone from its front."""
    return {
        "solids": (
            Cylinder(axis="x", radius_m=min(width, height) / 2, length_m=length, centre_m=(-length / 2 + 0.02, 0, 0)),
        ),
        "hangs_by": (facing("sleeve", "opening", 0, 0, BACK),),
    }


def transmitter(length: float, width: float, height: float) -> Fields:
    """Wireless transmitter or receiver: a box with two aerials."""
    return {
        "electric": usual_electric.TRANSMITTER,
        "sockets": usual_signals.TRANSMITTER,
        "solids": (Box(size_m=(length, width, height), centre_m=(0, 0, height / 2)),),
        "hangs_by": (
            foot("shoe", "shoe foot"),
            foot("screw14"),
            facing("wedge", "wedge", length / 2, height / 2, AHEAD),
        ),
    }


def small_box(length: float, width: float, height: float) -> Fields:
    """Something small that is put on a shoe, a thread or hook and loop: time code, sound, a drive."""
    return {
        "solids": (Box(size_m=(length, width, height), centre_m=(0, 0, height / 2)),),
        "hangs_by": (foot("shoe", "shoe foot"), foot("screw14"), foot("hook-loop", "hook and loop")),
    }


def receiver(length: float, width: float, height: float) -> Fields:
    """Receiver for sound, with two aerials."""
    return {
        **small_box(length, width, height),
        "electric": usual_electric.RECEIVER,
        "sockets": usual_signals.SOUND_RECEIVER,
    }


def time_code_box(length: float, width: float, height: float) -> Fields:
    """Gives the time code to a camera or a recorder."""
    return {**small_box(length, width, height), "sockets": usual_signals.TIME_CODE}


def drive(length: float, width: float, height: float) -> Fields:
    """Records beside or instead of the body."""
    return {**small_box(length, width, height), "sockets": usual_signals.DRIVE}


def shock_mount(length: float, width: float, height: float) -> Fields:
    """Soft cradle of a microphone, on a shoe or a thread."""
    return {
        "solids": (
            Box(size_m=(length * 0.4, width * 0.4, height * 0.3), centre_m=(0, 0, height * 0.15), weight=0.5),
            Tube(axis="x", radius_m=height * 0.35, inner_radius_m=height * 0.27, length_m=length, centre_m=(0, 0, height * 0.65), weight=0.5),
        ),
        "hangs_by": (foot("shoe", "shoe foot"), foot("screw14")),
        "offers": (top("hook-loop", "cradle", 0, height * 0.4),),
    }  # fmt: skip


def shoe_extender(length: float, width: float, height: float) -> Fields:
    """A bar from one shoe to three."""
    return {
        "solids": (Box(size_m=(length, width, height), centre_m=(0, 0, height / 2)),),
        "hangs_by": (foot("shoe", "shoe foot", turns=True),),
        "offers": tuple(
            top("shoe", name, x * length, height)
            for name, x in (("front shoe", 0.4), ("shoe", 0.0), ("rear shoe", -0.4))
        ),
    }


def cable_clamp(length: float, width: float, height: float) -> Fields:
    """Clamp that holds the plugs of a body in their sockets."""
    return {
        "solids": (Box(size_m=(length, width, height), centre_m=(0, 0, height / 2)),),
        "hangs_by": (foot("screw14"), foot("rail", "rail clamp")),
    }


KINDS: Final = (
    Kind("microphone", (0.220, 0.030, 0.060), 0.2, microphone, "last", "microphone", 2),
    Kind("wind-cover", (0.200, 0.070, 0.070), 0.06, wind_cover, "last", "furry"),
    Kind("transmitter", (0.080, 0.070, 0.030), 0.25, transmitter, "last", "transmitter"),
    Kind("sound-receiver", (0.085, 0.058, 0.022), 0.12, receiver, "last", "transmitter"),
    Kind("time-code-box", (0.045, 0.030, 0.020), 0.04, time_code_box, "last", "coded"),
    Kind("drive", (0.090, 0.055, 0.012), 0.07, drive, "last", "drive"),
    Kind("hand-unit", (0.090, 0.060, 0.050), 0.35, small_box, "last", "hand-unit"),
    Kind("shock-mount", (0.060, 0.050, 0.070), 0.06, shock_mount, "last", "turned", 2),
    Kind("shoe-extender", (0.110, 0.020, 0.012), 0.05, shoe_extender, "handles", "bridge"),
    Kind("cable-clamp", (0.030, 0.020, 0.024), 0.03, cable_clamp, "last", "plug-guard"),
)
