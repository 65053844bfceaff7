"""A stream of samples until it stands still: then it is a reading, with its standard uncertainty."""

from __future__ import annotations

import math
from typing import Final, Literal

import numpy as np
from msgspec import Struct

from equilix.instruments.instrument import About, Sample

State = Literal["nothing", "moving", "overload", "ready"]
WINDOW_S: Final = 1.0
"""Samples of so long make a reading."""
LEAST_SAMPLES: Final = 5
JUMP_S: Final = 5.0
"""A clock that goes back, or leaps by more, begins anew."""
STEADY_STEPS: Final = 1.0
"""It stands still when the two halves of what it said last are no further apart than so many steps, or their noise."""


class Steady(Struct, frozen=True):
    """What a channel says when it stands still, and its standard uncertainty, in the unit of the instrument."""

    value: float
    sd: float
    samples: int


class Settling:
    """Takes samples one by one; ``state`` says how far it is, ``jumps`` how often its clock jumped."""

    def __init__(self, about: About, channel: int = 0) -> None:
        self.about, self.channel = about, channel
        self.state: State = "nothing"
        self.jumps = 0
        self._kept: list[Sample] = []

    def take(self, sample: Sample) -> State:
        """Take one sample."""
        if self._kept:
            step = sample.at_s - self._kept[-1].at_s
            if step < 0 or step > JUMP_S:
                self.jumps += 1
                self._kept.clear()
        if not all(math.isfinite(each) for each in sample.values):
            return self.state
        if sample.overload:
            self._kept.clear()
            self.state = "overload"
            return self.state
        self._kept.append(sample)
        while self._kept and sample.at_s - self._kept[0].at_s > WINDOW_S:
            self._kept.pop(0)
        self.state = "ready" if self._still() else "moving"
        return self.state

    @property
    def now(self) -> float | None:
        """What it says at the moment."""
        return self._kept[-1].values[self.channel] if self._kept else None

    def _values(self) -> np.ndarray:
        return np.array([each.values[self.channel] for each in self._kept])

    def _still(self) -> bool:
        values = self._values()
        if len(values) < LEAST_SAMPLES or self._kept[-1].at_s - self._kept[0].at_s < 0.8 * WINDOW_S:
            return False
        step = float(np.abs(np.diff(values)).mean()) / math.sqrt(2)  # its noise, whatever way it drifts
        room = max(STEADY_STEPS * self.about.resolution, 4 * step / math.sqrt(len(values) / 2))
        return self._kept[-1].stable and self._apart(values) <= room

    def _apart(self, values: np.ndarray) -> float:
        half = len(values) // 2
        return abs(float(values[:half].mean() - values[half:].mean()))

    def reading(self) -> Steady | None:
        """The mean of what stands still: with its noise and drift, its step (uniform), and what its maker says."""
        if self.state != "ready":
            return None
        values = self._values()
        noise = float(values.std(ddof=1)) / math.sqrt(len(values))
        step = self.about.resolution / math.sqrt(12)
        drift = self._apart(values) / 2
        return Steady(float(values.mean()), math.sqrt(noise**2 + step**2 + drift**2 + self.about.sd**2), len(values))
