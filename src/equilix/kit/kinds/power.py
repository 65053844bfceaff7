"""Batteries, plates and converters."""

from __future__ import annotations

from typing import Final

from equilix.kit import usual_electric
from equilix.kit.kinds.kind import Kind
from equilix.kit.kinds.shaping import AHEAD, BACK, RODS_CLEAR_M, UP, Fields, facing, foot
from equilix.kit.mounts import MountPoint
from equilix.kit.solids import Box, Cylinder


def battery_plate(length: float, width: float, height: float) -> Fields:
    """Battery plate on rods, for a wedge battery at the rear, which hangs clear of the rods."""
    return {
        "electric": usual_electric.BATTERY_PLATE,
        "solids": (
            Box(size_m=(length, 0.09, 0.024), centre_m=(0, 0, 0), weight=0.4),
            Box(size_m=(length * 0.5, width, height), centre_m=(0, 0, height / 2 + RODS_CLEAR_M), weight=0.6),
        ),
        "hangs_by": (foot("rods15", "rod clamp"),),
        "offers": (facing("wedge", "battery", -length * 0.25, height / 2 + RODS_CLEAR_M, BACK),),
    }


def battery(length: float, width: float, height: float) -> Fields:
    """Wedge battery; its mounting face looks forward."""
    return {
        "electric": usual_electric.BATTERY,
        "solids": (Box(size_m=(length, width, height), centre_m=(-length / 2, 0, 0)),),
        "hangs_by": (facing("wedge", "wedge", 0, 0, AHEAD),),
    }


def small_battery(length: float, width: float, height: float) -> Fields:
    """Small camera battery, kept in a pocket or on a shoe plate."""
    return {
        "electric": usual_electric.SMALL_BATTERY,
        "solids": (Box(size_m=(length, width, height), centre_m=(0, 0, height / 2)),),
        "hangs_by": (foot("shoe", "shoe foot"),),
    }


def converter(length: float, width: float, height: float) -> Fields:
    """A box that makes another voltage."""
    return {
        "electric": usual_electric.CONVERTER,
        "solids": (Box(size_m=(length, width, height), centre_m=(0, 0, height / 2)),),
        "hangs_by": (foot("screw14"), foot("rods15", "rod clamp"), foot("shoe", "shoe foot")),
    }


def inner_battery(length: float, width: float, height: float) -> Fields:
    """The battery that goes into the body."""
    return {
        "electric": usual_electric.INNER_BATTERY,
        "solids": (Box(size_m=(length, width, height), centre_m=(0, 0, height / 2)),),
        "hangs_by": (MountPoint(name="contacts", kind="battery-slot", position_m=(0, 0, 0), direction=UP),),
    }


def dummy_battery(length: float, width: float, height: float) -> Fields:
    """Goes into the body in place of its battery, with a lead to one outside."""
    return {
        "electric": usual_electric.DUMMY_BATTERY,
        "solids": (
            Box(size_m=(length, width, height), centre_m=(0, 0, height / 2), weight=0.8),
            Cylinder(axis="x", radius_m=0.003, length_m=length, centre_m=(-length * 0.9, 0, 0.003), weight=0.2),
        ),
        "hangs_by": (MountPoint(name="contacts", kind="battery-slot", position_m=(0, 0, 0), direction=UP),),
    }


def usb_pack(length: float, width: float, height: float) -> Fields:
    """Flat power pack, held with hook and loop."""
    return {
        "electric": usual_electric.USB_PACK,
        "solids": (Box(size_m=(length, width, height), centre_m=(0, 0, height / 2)),),
        "hangs_by": (foot("hook-loop", "hook and loop"),),
    }


KINDS: Final = (
    Kind("battery-plate", (0.040, 0.100, 0.110), 0.25, battery_plate, "power", "contacts", 2),
    Kind("battery", (0.055, 0.100, 0.120), 0.75, battery, "power", "battery"),
    Kind("small-battery", (0.040, 0.038, 0.070), 0.2, small_battery, "power", "battery"),
    Kind("inner-battery", (0.038, 0.021, 0.052), 0.08, inner_battery, "power", "battery"),
    Kind("dummy-battery", (0.038, 0.021, 0.052), 0.05, dummy_battery, "power", "battery-with-lead", 2),
    Kind("usb-pack", (0.140, 0.070, 0.016), 0.24, usb_pack, "power", "battery"),
    Kind("converter", (0.060, 0.040, 0.022), 0.09, converter, "any", "converter"),
)
