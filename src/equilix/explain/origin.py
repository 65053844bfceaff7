"""Where a figure comes from, as data: how it is worked out, from what, and on whose word.

An origin is made of facts, like everything that the core gives: ``origin.<key>`` is the formula in words,
``source.<key>`` the source. What goes in is read off the same result that the figure was read off.
"""

from __future__ import annotations

from collections.abc import Iterable
from typing import Final, Literal

from msgspec import Struct

from equilix.analysis import Analysis
from equilix.facts import Sayable, fact, force, mass

Group = Literal["whole", "balance", "way", "body", "power", "check", "plan"]
Input = tuple[Sayable, Sayable]
"""A name and a value."""
SOURCES: Final[dict[str, str]] = {
    "mass": "weighed", "cg": "gum", "inertia": "steiner", "rest": "rohmert", "arm": "iso_11226", "neck": "winter",
    "gaze": "measures", "rula": "rula", "lift": "lifting",
    "letting_go": "statics", "lean": "statics", "steadiness": "steiner", "minutes": "practice",
    "clamps": "practice", "money": "own", "hand_n": "statics", "behind_m": "measures", "condition": "gum",
    "effort": "frey", "spine": "niosh", "flow": "statics", "run": "cells", "hang_pitch_rad": "statics",
    "hang_roll_rad": "statics", "below_m": "statics", "left_share": "statics", "right_share": "statics",
    "twist_nm": "statics", "past_chest_m": "measures", "hung_s": "frey", "line_rad": "geometry",
    "side_by_side_twist_nm": "statics", "axis_hold_nm": "statics", "payload_kg": "maker", "power_w": "motor",
    "run_time_s": "motor", "axis_inertia_kg_m2": "steiner", "axis_room_m": "geometry", "axis_cable_nm": "cable",
    "axis_cables": "geometry", "drop_time_s": "pendulum", "least_drop_time_s": "pendulum", "off_post_x_m": "statics",
    "off_post_y_m": "statics", "i_xz_kg_m2": "steiner", "i_yz_kg_m2": "steiner", "wobble_nm": "spin",
    "bearing_n": "spin", "static_nm": "statics", "gimbal_height_m": "winter", "trunk_moment_nm": "statics",
    "lean_back_rad": "statics", "plates_n": "statics", "hip_load_n": "statics", "boom_moment_nm": "statics",
    "lift_n": "maker", "left_for_hands_n": "statics", "rated_share": "maker", "turns_wanted": "maker",
    "natural_hz": "oscillator", "transmissibility": "oscillator", "stroke_m": "oscillator", "lag_rad": "oscillator",
    "reach_n": "hooke", "stays_m": "hooke", "sag_m": "hooke", "sway_hz": "pendulum", "line_m": "geometry",
    "pad_pa": "meyerhof", "head_side_m": "measures", "lens_from_eye_m": "measures", "knee_side_m": "measures",
    "over_axis_m": "statics", "counterbalance_nm": "statics", "left_nm": "statics", "tripod_tip_rad": "statics",
    "gap_m": "measures",
}  # fmt: skip
"""By what of a figure is worked out (``origin.<key>``): its source (``source.<name>``)."""


class Origin(Struct, frozen=True):
    """One figure: its group and key, what it is called and says, how it is worked out, from what, on whose word."""

    group: Group
    key: str
    title: Sayable
    value: Sayable
    formula: Sayable
    inputs: tuple[Input, ...]
    source: Sayable


def form_of(key: str) -> str:
    """By which row of :data:`SOURCES` a way's figure is worked out: axes, sides and overtones share theirs."""
    for axis in ("tilt_", "roll_", "pan_"):
        if key.startswith(axis):
            return "axis_" + key.removeprefix(axis)
    for least in ("least_", ""):
        if key.startswith(f"{least}drop_time_"):
            return f"{least}drop_time_s"
    for start, form in (("head_", "head_side_m"), ("knee_", "knee_side_m"), ("transmissibility", "transmissibility")):
        if key.startswith(start):
            return form
    return "gap_m" if key.endswith("_gap_m") else key


def origin(group: Group, key: str, form: str, title: Sayable, value: Sayable, inputs: Iterable[Input]) -> Origin:
    """An origin that is worked out by a form of :data:`SOURCES`."""
    return Origin(group, key, title, value, fact(f"origin.{form}"), tuple(inputs), fact(f"source.{SOURCES[form]}"))


def given(key: str, value: Sayable) -> Input:
    """One that goes in, by its name (``input.<key>``)."""
    return fact(f"input.{key}"), value


def mass_and_weight(found: Analysis) -> tuple[Input, Input]:
    """What the whole weighs."""
    return given("mass", mass(found.mass.mass_kg)), given("weight", force(found.weight_n))
