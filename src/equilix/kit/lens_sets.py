"""What goes on with a lens and comes off with it: adapter, support, filter, matte box, gear ring."""

from __future__ import annotations

from typing import Annotated

from equilix.model import Identifier, Model, field
from equilix.schema import Limits

MOST_ALONG = 12


class LensSet(Model):
    """One lens of the kit with what it is used with. A lens without a set takes over what the lens before it had."""

    lens: Identifier
    adapter: Identifier | None = field(default=None, description="Between the mount of the camera and the lens.")
    along: Annotated[tuple[Identifier, ...], Limits(max_length=MOST_ALONG)] = field(
        default=(), description="What else goes on with it, in this order: gear ring, support, filter, matte box."
    )

    @property
    def parts(self) -> tuple[str, ...]:
        """All that goes on with the lens, by id, in that order."""
        return self.along if self.adapter is None else (self.adapter, *self.along)
