"""What an instrument said, as a table, and played back as if it were there."""

from __future__ import annotations

import csv
import math
import time
from collections.abc import Iterable, Iterator
from pathlib import Path
from typing import Final, get_args

from equilix.errors import Called
from equilix.facts import fact, number
from equilix.instruments.instrument import About, InstrumentError, Sample, Unit

MOST_SAMPLES: Final = 200_000
TIME: Final = "t s"
STABLE, OVERLOAD = "stable", "overload"


def recorded(about: About, samples: Iterable[Sample]) -> str:
    """A table: the time, a column for each channel with its unit, stable and overload as 0 or 1.

    Before its heads stands what the instrument is.
    """
    heads = [TIME, *(f"{channel} {about.unit}" for channel in about.channels), STABLE, OVERLOAD]
    first = f"# {about.name}; resolution {about.resolution:g}; most {about.most:g}; sd {about.sd:g}"
    rows = [
        ";".join(
            (
                f"{each.at_s:.3f}",
                *(f"{value:.6g}" for value in each.values),
                str(int(each.stable)),
                str(int(each.overload)),
            )
        )
        for each in samples
    ]
    return "\n".join((first, ";".join(heads), *rows)) + "\n"


class Replay:
    """Plays a recording back; rows with holes are passed over and counted. ``speed`` 0: as fast as it is read."""

    def __init__(self, path: Path, *, speed: float = 1.0) -> None:
        self.path, self.speed = path, speed
        self.holes = 0
        self._read: tuple[About, tuple[Sample, ...]] | None = None
        self._zero: tuple[float, ...] = ()
        self._last: tuple[float, ...] = ()

    @property
    def about(self) -> About:
        """As it was recorded."""
        return self._recording[0]

    @property
    def _recording(self) -> tuple[About, tuple[Sample, ...]]:
        if self._read is None:
            self.open()
        assert self._read is not None
        return self._read

    def open(self) -> None:
        """Read the table. Raises :class:`InstrumentError`."""
        try:
            lines = self.path.read_text("utf-8-sig").splitlines()
        except (OSError, UnicodeDecodeError) as error:
            raise InstrumentError(fact("instruments.no_recording", file=self.path.name)) from error
        self.holes = 0
        about, rows = _heads(self.path, lines)
        if len(rows) > MOST_SAMPLES:
            raise InstrumentError(fact("instruments.too_long", file=self.path.name, most=number(MOST_SAMPLES)))
        samples = []
        for row in csv.reader(rows, delimiter=";"):
            sample = _sample(row, len(about.channels))
            if sample is None:
                self.holes += 1
            else:
                samples.append(sample)
        if not samples:
            raise InstrumentError(fact("instruments.no_recording", file=self.path.name))
        self._read = about, tuple(samples)
        self._zero = self._last = (0.0,) * len(about.channels)

    def samples(self, called_off: Called) -> Iterator[Sample]:
        """As they were recorded, with the pauses between them."""
        before: float | None = None
        for sample in self._recording[1]:
            if called_off():
                return
            if self.speed > 0 and before is not None:
                time.sleep(min(max(sample.at_s - before, 0.0), 1.0) / self.speed)
            before = sample.at_s
            self._last = sample.values
            values = tuple(value - zero for value, zero in zip(sample.values, self._zero, strict=True))
            yield Sample(sample.at_s, values, sample.stable, sample.overload)

    def tare(self) -> None:
        """What it says now is zero from now on."""
        self._zero = self._last

    def close(self) -> None:
        """Nothing is held."""


def _heads(path: Path, lines: list[str]) -> tuple[About, list[str]]:
    name, told = path.stem, {"resolution": 0.0, "most": math.inf, "sd": 0.0}
    rows = [line for line in lines if line.strip()]
    if rows and rows[0].startswith("#"):
        name, *rest = (piece.strip() for piece in rows.pop(0).lstrip("# ").split(";"))
        for piece in rest:
            key, _, value = piece.partition(" ")
            found = _number(value)
            if key in told and found is not None:
                told[key] = found
    heads = [each.strip() for each in rows.pop(0).split(";")] if rows else []
    channels = [head.rpartition(" ") for head in heads[1:] if head not in (STABLE, OVERLOAD)]
    unit = next((each for each in get_args(Unit) if channels and each == channels[0][2]), None)
    if not heads or heads[0] != TIME or unit is None or any(each[2] != unit for each in channels):
        raise InstrumentError(fact("instruments.no_recording", file=path.name))
    return About(name, unit, tuple(each[0] for each in channels), told["resolution"], told["most"], told["sd"]), rows


def _sample(row: list[str], channels: int) -> Sample | None:
    numbers = [_number(cell) for cell in row]
    if len(numbers) < channels + 1 or any(each is None for each in numbers[: channels + 1]):
        return None
    told = [each for each in numbers if each is not None]
    flags = told[channels + 1 :]
    return Sample(
        told[0], tuple(told[1 : channels + 1]), not flags or bool(flags[0]), len(flags) > 1 and bool(flags[1])
    )


def _number(text: str) -> float | None:
    try:
        found = float(text.replace(",", "."))
    except ValueError:
        return None
    return found if math.isfinite(found) else None
