"""What each key and button asks of the trainer. All of them may be refused, with a sentence that says why."""

from __future__ import annotations

import math
from typing import Final

from equilix.practice.rigged import Turnable
from equilix.practice.trainer import Trainer

AIM_RAD: Final = math.radians(5.0)
TIP_RAD: Final = math.radians(20.0)
TIPS: Final = ((0.0, 0.0), (TIP_RAD, 0.0), (TIP_RAD, math.pi / 2), (TIP_RAD, math.pi), (TIP_RAD, -math.pi / 2))
"""Upright, then tipped ahead, to the left, back, to the right."""
SPIN_RAD_S: Final = math.pi
"""Half a turn a second, as a sled is spun."""


def let_go_or_hold(trainer: Trainer) -> None:
    """One key: hands off, hands on."""
    if trainer.held or trainer.caught:
        trainer.let_go()
    else:
        trainer.hold()


def aim(trainer: Trainer, each: Turnable, way: int) -> None:
    """Turn it by hand, a step."""
    trainer.aim(each.key, way * AIM_RAD)


def push(trainer: Trainer, each: Turnable, way: int) -> None:
    """Tap it so that it turns that way."""
    trainer.push(each.key, way)


def spin(trainer: Trainer, each: Turnable, way: int) -> None:
    """Give it a turn."""
    trainer.spin(each.key, way * SPIN_RAD_S)


def lock(trainer: Trainer, each: Turnable) -> None:
    """Lock the axis, or open its lock."""
    trainer.lock(each.key, not bool(trainer.moving.locked[each.row]))


def tip(trainer: Trainer) -> None:
    """Tip the handle the next way; after the last it stands upright again."""
    now = (trainer.tip_rad, trainer.tip_towards_rad)
    place = next((k for k, each in enumerate(TIPS) if each == now), 0)
    trainer.tip(*TIPS[(place + 1) % len(TIPS)])


def walk(trainer: Trainer) -> None:
    """Walk, or stand still."""
    trainer.walk(not trainer.walking)


def next_track(trainer: Trainer, chosen: str, by: int) -> str:
    """The key of the track after the chosen one, or before it; empty where there is none."""
    keys = [each.key for each in trainer.tracks]
    if not keys:
        return ""
    return keys[(keys.index(chosen) + by) % len(keys)] if chosen in keys else keys[0]


def slide_by(trainer: Trainer, key: str, by_m: float) -> None:
    """Slide what is chosen by so much, and at least to the next hole."""
    if key:
        step = max(abs(by_m), trainer.track(key).step_m) * math.copysign(1.0, by_m)
        trainer.slide(key, trainer.slide_m(key) + step)


def loosen_or_clamp(trainer: Trainer, key: str) -> None:
    """Open its clamp, or close it."""
    if key in trainer.loose:
        trainer.clamp(key)
    elif key:
        trainer.loosen(key)
