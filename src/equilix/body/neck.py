"""How easy a direction of gaze is for the neck: graded, not a switch. Angles in rad; estimates for healthy adults."""

from __future__ import annotations

import math
from typing import Final

import numpy as np

from equilix.facts import Sayable, fact

EASY_DOWN_RAD: Final = math.radians(15.0)
"""From level to this far down the eyes look by themselves (guidance for screen work, as ISO 9241-5; from memory)."""
EASY_UP_RAD: Final = math.radians(5.0)
"""So far up it costs nothing yet (common practice, no source)."""
HARD_UP_RAD, HARD_DOWN_RAD = math.radians(25.0), math.radians(45.0)
"""Here the neck is bent as far as anyone holds for a shot (common practice, no source)."""
TIRES_H: Final = ((15.0, 6.0), (30.0, 5.0), (60.0, 2.0))
"""Head bent forward by so many degrees, and the hours until the neck is markedly tired (Chaffin, *Journal of
Occupational Medicine* 15, 1973; from memory): below the first, none within six hours."""


def bent_rad(up_rad: float) -> float:
    """How far the head bends forward for a gaze (back: negative), beyond what the eyes do by themselves."""
    if up_rad > EASY_UP_RAD:
        return EASY_UP_RAD - up_rad
    return max(-up_rad - EASY_DOWN_RAD, 0.0)


def neck_cost(up_rad: float) -> float:
    """0 where a gaze is easy, growing evenly to 1 where it is hard, and on."""
    if up_rad > 0:
        return max(up_rad - EASY_UP_RAD, 0.0) / (HARD_UP_RAD - EASY_UP_RAD)
    return max(-up_rad - EASY_DOWN_RAD, 0.0) / (HARD_DOWN_RAD - EASY_DOWN_RAD)


def neck_words(up_rad: float) -> Sayable:
    """What a gaze up or down means; empty where it is easy."""
    cost = neck_cost(up_rad)
    if cost <= 0:
        return ""
    if up_rad > 0:
        grade = (
            fact("neck.little_high")
            if cost < 0.4
            else fact("neck.high_neck_bends_back")
            if cost < 1
            else fact("neck.cranes_neck")
        )
        return fact("neck.hang_screen_lower_below_arm", grade=grade) if cost >= 0.4 else grade
    return (
        fact("neck.little_low")
        if cost < 0.4
        else fact("neck.low_head_bends_forward")
        if cost < 1
        else fact("neck.far_down_head_hangs")
    )


def tires_s(forward_rad: float) -> float:
    """How long the head is held bent forward by so much until the neck is markedly tired, s; infinite where it is not.

    Beyond the last published angle it is told as there.
    """
    degrees, hours = zip(*TIRES_H, strict=True)
    bent = math.degrees(forward_rad)
    return math.inf if bent <= degrees[0] else float(np.interp(bent, degrees, hours)) * 3600
