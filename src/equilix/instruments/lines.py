"""The text protocol of instruments: a line that says what it is, then a line for each sample (docs/instruments.md)."""

from __future__ import annotations

import math
import shlex
from typing import Final, get_args

from equilix.instruments.instrument import About, Sample, Unit

FIRST_WORD: Final = "equilix-instrument"
VERSION: Final = "1"
LONGEST: Final = 500
STABLE, MOVING, OVERLOAD = "stable", "moving", "overload"
ASK, TARE, CLOSE = "about", "tare", "close"


def greeting(about: About) -> str:
    """The line in which an instrument says what it is."""
    return (
        f"{FIRST_WORD} {VERSION} name={shlex.quote(about.name)} unit={about.unit} channels={','.join(about.channels)} "
        f"resolution={about.resolution:g} most={about.most:g} sd={about.sd:g}"
    )


def read_greeting(line: str) -> About | None:
    """What an instrument says it is; None for any other line."""
    try:
        words = shlex.split(line.strip()) if len(line) <= LONGEST else []
    except ValueError:
        return None
    if words[:2] != [FIRST_WORD, VERSION]:
        return None
    told = dict(word.split("=", 1) for word in words[2:] if "=" in word)
    unit = next((each for each in get_args(Unit) if each == told.get("unit")), None)
    channels = tuple(each for each in told.get("channels", "").split(",") if each)
    figures = [_number(told.get(key, default)) for key, default in (("resolution", "0"), ("most", ""), ("sd", "0"))]
    resolution, most, sd = figures
    if unit is None or not channels or resolution is None or most is None or sd is None:
        return None
    if min(resolution, sd) < 0 or most <= 0:
        return None
    return About(told.get("name", "")[:80], unit, channels, resolution, most, sd)


def sample_line(sample: Sample) -> str:
    """A sample as a line."""
    flag = OVERLOAD if sample.overload else STABLE if sample.stable else MOVING
    return " ".join((f"{sample.at_s:.3f}", *(f"{value:.6g}" for value in sample.values), flag))


def read_sample(line: str, about: About) -> Sample | None:
    """A sample; None for a line that is none."""
    words = line.split() if len(line) <= LONGEST else []
    if len(words) != len(about.channels) + 2 or words[-1] not in (STABLE, MOVING, OVERLOAD):
        return None
    numbers = [_number(word) for word in words[:-1]]
    if any(each is None for each in numbers):
        return None
    at, *values = (each for each in numbers if each is not None)
    return Sample(at, tuple(values), words[-1] == STABLE, words[-1] == OVERLOAD)


def _number(text: str) -> float | None:
    try:
        found = float(text)
    except ValueError:
        return None
    return found if math.isfinite(found) else None
