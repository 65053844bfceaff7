"""Instruments that feel a quantity as real ones do: late, in steps, with noise, drift, friction and drop-outs.

They stand in for outside devices, and ship with the program.
"""

from __future__ import annotations

import math
import time
from collections.abc import Callable, Iterator
from typing import Final

import numpy as np
from msgspec import Struct

from equilix.errors import Called
from equilix.instruments.instrument import About, Sample

Feels = Callable[[float], tuple[float, ...]]
"""What is really there in every channel, so many seconds after it was opened."""


class Flaws(Struct, frozen=True):
    """How a simulated instrument errs, in its own unit and in seconds.

    ``noise``: standard deviation of each sample; ``drift`` for each second; ``settles_s``: time constant with which it
    follows; ``hysteresis``: what it says more when it comes from below than from above; ``friction``: it stays where
    it is until it feels so much more or less; ``drops_out``: the share of samples that never come.
    """

    noise: float = 0.0
    drift: float = 0.0
    settles_s: float = 0.0
    hysteresis: float = 0.0
    friction: float = 0.0
    drops_out: float = 0.0


STABLE_S: Final = 0.5
STABLE_STEPS: Final = 2.0
"""It calls itself stable when it has moved by no more than so many steps, or six noises, for so long."""


class Simulated:
    """An instrument over what it ``feels``; ``speed`` 0: as fast as it is read, 1: as fast as a real one."""

    def __init__(
        self, about: About, feels: Feels, flaws: Flaws, *, rate_hz: float = 10.0, seed: int = 0, speed: float = 0.0
    ) -> None:
        self.about, self.feels, self.flaws = about, feels, flaws
        self.rate_hz, self.speed = rate_hz, speed
        self.seed = seed
        self._zero = np.zeros(len(about.channels))
        self._last = np.zeros(len(about.channels))
        self.open()

    def open(self) -> None:
        """Begin anew: nothing is on it yet, and it follows from zero."""
        n = len(self.about.channels)
        self._rng = np.random.default_rng(self.seed)
        self._count = 0
        self._shown, self._lagging, self._from_below = np.zeros(n), np.zeros(n), np.ones(n)
        self._before: list[np.ndarray] = []

    def samples(self, called_off: Called) -> Iterator[Sample]:
        """Ten a second where nothing else is told."""
        while not called_off():
            sample = self._next()
            if self.speed > 0:
                time.sleep(1 / (self.rate_hz * self.speed))
            if sample is not None:
                yield sample

    def tare(self) -> None:
        """What it feels now is zero."""
        self._zero = self._last.copy()

    def close(self) -> None:
        """Nothing is held."""

    def _next(self) -> Sample | None:
        flaws, about, step_s = self.flaws, self.about, 1 / self.rate_hz
        at = self._count * step_s
        self._count += 1
        true = np.array(self.feels(at), float)
        follow = 1.0 if flaws.settles_s <= 0 else 1 - math.exp(-step_s / flaws.settles_s)
        self._lagging = self._lagging + follow * (true - self._lagging)
        moved = np.abs(self._lagging - self._shown) > flaws.friction
        going = self._lagging - self._shown
        self._from_below = np.where(moved & (np.abs(going) > about.resolution), np.sign(going), self._from_below)
        self._shown = np.where(moved, self._lagging, self._shown)
        felt = self._shown + flaws.hysteresis / 2 * self._from_below + flaws.drift * at
        felt = felt + self._rng.normal(0.0, flaws.noise, len(felt)) if flaws.noise else felt
        self._last = felt
        said = felt - self._zero
        overload = bool((np.abs(said) > about.most).any())
        said = np.clip(said, -about.most, about.most)
        if about.resolution > 0:
            said = np.round(said / about.resolution) * about.resolution
        self._before = [*self._before, said][-max(int(STABLE_S * self.rate_hz), 2) :]
        if flaws.drops_out and self._rng.random() < flaws.drops_out:
            return None
        room = max(STABLE_STEPS * about.resolution, 6 * flaws.noise)
        still = bool((np.ptp(self._before, axis=0) <= room).all()) and len(self._before) * step_s >= STABLE_S
        return Sample(round(at, 6), tuple(said.round(9).tolist()), still and not overload, overload)
