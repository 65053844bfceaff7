"""One check: what was compared with what, how much is in hand, what to do, and the rules of thumb behind some."""

from __future__ import annotations

from collections.abc import Mapping
from typing import Final, Literal

from msgspec import Struct

from equilix.carry.conditions import TARGET_SHARE
from equilix.carry.shoulder import MOST_TARGET_M
from equilix.facts import Sayable, fact, percent
from equilix.units import Quantity

Level = Literal["stop", "mind", "fine"]
THUMB: Final = fact("rules.rule_thumb")
"""The source of what is common practice."""
ORDER: Final[dict[Level, int]] = {"stop": 0, "mind": 1, "fine": 2}


class Check(Struct, frozen=True):
    """A finding at a placement, with the ``source`` of its limit.

    ``share``: of what is allowed; over 1 it is too much. None for what is not measured: it is in the way, or it is not.
    """

    key: str
    placement: str
    title: Sayable
    said: Sayable
    share: float | None
    todo: Sayable
    source: Sayable
    level: Level

    @property
    def in_hand(self) -> Sayable:
        """How much is left of what is allowed: '40% in hand', '12% too much'; empty where nothing is measured."""
        if self.share is None:
            return ""
        return (
            fact("rules.in_hand", what=percent(1 - self.share))
            if self.share <= 1
            else fact("rules.too_much", share=percent(self.share - 1))
        )

    @property
    def left(self) -> Sayable:
        """The same as one figure: '40%', 'none'; empty where nothing is measured."""
        if self.share is None:
            return ""
        return percent(1 - self.share) if self.share <= 1 else fact("rules.none_left")


class Rule(Struct, frozen=True):
    """A rule of thumb: its words, quantity and usual value (SI); common practice, no source."""

    label: Sayable
    quantity: Quantity
    value: float


RULES: Final[dict[str, Rule]] = {
    "lens_mount_nm": Rule(fact("rules.lens_mount_without_support_flagged"), "torque", 1.5),
    "lens_mount_stop_nm": Rule(fact("rules.lens_mount_without_support_not"), "torque", 3.0),
    "rod_sag_m": Rule(fact("rules.rods_may_sag"), "length", 0.002),
    "rod_frequency_hz": Rule(fact("rules.rods_should_not_bounce_below"), "number", 15.0),
    "screw_factor": Rule(fact("rules.screws_rods_stronger_their_load"), "number", 5.0),
    "thread_m": Rule(fact("rules.camera_screw_holds_thread"), "length", 0.0045),
    "insert_n": Rule(fact("rules.brass_insert_pulled_out_plastic"), "force", 500.0),
    "printed_kg": Rule(fact("rules.printed_part_carries_up"), "mass", 0.5),
    "smooth_handle_kg": Rule(fact("rules.smooth_handle_carries_up"), "mass", 3.0),
    "tip_rad": Rule(fact("rules.should_not_tip_table_below"), "angle", 0.1745),
    "view_nearest_m": Rule(fact("rules.screen_not_nearer_eye"), "length", 0.22),
    "view_farthest_m": Rule(fact("rules.screen_not_farther"), "length", 0.75),
    "target_share": Rule(fact("rules.plans_aim_within_share_tolerance"), "number", round(TARGET_SHARE, 3)),
    "target_shoulder_m": Rule(fact("rules.shoulder_within"), "length", MOST_TARGET_M),
    "day_h": Rule(fact("rules.working_day_h"), "number", 8.0),
    "charger_w": Rule(fact("rules.charger_gives"), "power", 60.0),
    "chargers": Rule(fact("rules.chargers_night"), "number", 2.0),
    "gimbal_friction": Rule(fact("rules.gimbal_friction"), "number", 0.05),
    "sled_friction_nm": Rule(fact("rules.sled_friction"), "torque", 0.004),
    "head_friction_nm": Rule(fact("rules.head_friction"), "torque", 0.12),
    "eyelet_friction_nm": Rule(fact("rules.eyelet_friction"), "torque", 0.01),
    "wrist_nm": Rule(fact("rules.wrist"), "torque", 0.2),
    "pad_gives_m": Rule(fact("rules.pad_gives"), "length", 0.002),
    "hand_n_m": Rule(fact("rules.hand_stiffness"), "number", 1500.0),
    "car_celsius": Rule(fact("rules.car_sun_c"), "number", 70.0),
}


def rule(rules: Mapping[str, float], key: str) -> float:
    """The value of a rule: the document's own, or the usual one."""
    return float(rules.get(key, RULES[key].value))


def level_of(share: float, *, stop_at: float = 1.0, mind_at: float = 0.8) -> Level:
    """Too much, near to it, or fine."""
    return "stop" if share > stop_at else "mind" if share > mind_at else "fine"
