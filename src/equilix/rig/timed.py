"""How long a conversion took."""

from __future__ import annotations

from typing import Annotated

from equilix.model import Identifier, Model, field
from equilix.schema import Limits

Minutes = Annotated[float, Limits(gt=0.0, le=1440.0)]
"""A day at most."""


class TimedConversion(Model):
    """From one setup to another, with what was estimated then: the ratio of both tells one's own pace."""

    start: Identifier
    end: Identifier
    took_min: Minutes
    estimated_min: Minutes = field(description="By the table of minutes, before one's own pace is taken in.")
    note: Annotated[str, Limits(max_length=200)] = ""
