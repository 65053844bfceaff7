"""Times of a day as they are written: 14:06. After midnight it goes on with 24:00, so that a day is one stretch."""

from __future__ import annotations

import re
from typing import Final

WRITTEN: Final = r"\d{1,2}[:.]\d{2}(?::\d{2}|\.\d+)?"
"""What a time looks like: 14:06, 14:06:30, or with a point in the minutes 14:06.5."""
CLOCK: Final = re.compile(r"(\d{1,2})[:.](\d{2}(?:\.\d+)?)(?::(\d{2}))?")
MOST_HOURS: Final = 48
NEAR_S: Final = 1e-6


def clock_text(minute: float) -> str:
    """A minute of the day, with its seconds where it has some; what is no whole second stands behind a point."""
    whole = round(minute * 60)
    if abs(minute * 60 - whole) > NEAR_S:
        return f"{int(minute // 60)}:{int(minute % 60):02d}" + f"{minute % 1:.9f}"[1:].rstrip("0")
    minutes, seconds = divmod(whole, 60)
    text = f"{minutes // 60}:{minutes % 60:02d}"
    return f"{text}:{seconds:02d}" if seconds else text


def minute_of(text: str) -> float | None:
    """The minute of the day that is written there; none where it is no time."""
    match = CLOCK.fullmatch(text.strip())
    if match is None or int(match[1]) >= MOST_HOURS:
        return None
    minutes, seconds = float(match[2]), int(match[3] or 0)
    return int(match[1]) * 60 + minutes + seconds / 60 if minutes < 60 and seconds < 60 else None
