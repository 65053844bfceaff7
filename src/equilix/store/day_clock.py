"""The clock of a day on the day: it goes on through a closed lid, through a new start, and through a changed clock.

Two clocks run: that on the wall, which people and networks set, and the seconds since the machine was started, which
nobody sets and which run on while it sleeps. When a day begins the one is held against the other and kept in the state
folder; from then on the second one tells the time. Only where the machine was started anew does the wall decide again.
"""

from __future__ import annotations

import contextlib
import json
import math
import time
from collections.abc import Callable
from datetime import date, datetime
from functools import cache
from pathlib import Path
from typing import Final

from msgspec import Struct

from equilix.errors import UnwritableFile
from equilix.store.saving import write_atomically
from equilix.store.state import state_folder

FILE: Final = "day-clock.json"
BOOT: Final = Path("/proc/sys/kernel/random/boot_id")
LEAST_SET_S: Final = 60.0
"""What a clock is put right by over the network is less."""


class Reading(Struct, frozen=True):
    """Both clocks at one moment: which run of the machine, s since its start, and s of local time since 1970."""

    boot: str
    since_boot_s: float
    wall_s: float


@cache
def this_run() -> str:
    """Which run of the machine this is: it stays so as long as the program runs. Empty where nothing tells it."""
    try:
        return BOOT.read_text("ascii").strip()
    except OSError:
        return ""


def read_clocks() -> Reading:
    """Both clocks now; where nothing tells one run of the machine from another, only the wall counts."""
    now = datetime.now().astimezone()
    offset = now.utcoffset()
    assert offset is not None  # a time with a zone has one
    return Reading(this_run(), time.clock_gettime(time.CLOCK_BOOTTIME), now.timestamp() + offset.total_seconds())


class DayClock:
    """``read``: where the time comes from; ``folder``: where it is kept which clock was held against which."""

    def __init__(self, read: Callable[[], Reading] = read_clocks, folder: Path | None = None) -> None:
        self.read = read
        self.file = (folder or state_folder()) / FILE
        self._anchor = _kept(self.file)

    def hold(self) -> None:
        """Hold the clocks against each other: the day begins, or the wall is to be believed again.

        Where that cannot be kept it holds as long as the program runs.
        """
        self._anchor = self.read()
        raw = json.dumps({name: getattr(self._anchor, name) for name in Reading.__struct_fields__})
        with contextlib.suppress(OSError, UnwritableFile):
            self.file.parent.mkdir(parents=True, exist_ok=True)
            write_atomically(raw.encode(), self.file, keep_backup=False)

    @property
    def set_by_min(self) -> float:
        """By how many minutes the clock on the wall was set ahead since they were held; 0 for what is put right."""
        now = self.read()
        by = now.wall_s - self._told_s(now)
        return by / 60 if abs(by) >= LEAST_SET_S else 0.0

    def today(self) -> date:
        """The date."""
        return date.fromordinal(EPOCH + int(self._told_s(self.read()) // DAY_S))

    def minute(self, on: date) -> float:
        """The minute now, of the day of that date; after its midnight it goes on."""
        return self._told_s(self.read()) / 60 - (on.toordinal() - EPOCH) * DAY_S / 60

    def _told_s(self, now: Reading) -> float:
        anchor = self._anchor
        if anchor is None or not now.boot or anchor.boot != now.boot:
            return now.wall_s
        return anchor.wall_s + now.since_boot_s - anchor.since_boot_s


EPOCH: Final = date(1970, 1, 1).toordinal()
DAY_S: Final = 86400.0


def _kept(file: Path) -> Reading | None:
    """What was kept; none where there is nothing, or nothing that can be read."""
    try:
        told = json.loads(file.read_bytes())
        boot, since, wall = str(told["boot"]), float(told["since_boot_s"]), float(told["wall_s"])
    except (OSError, ValueError, KeyError, TypeError, OverflowError, RecursionError):
        return None
    return Reading(boot, since, wall) if math.isfinite(since) and math.isfinite(wall) else None
