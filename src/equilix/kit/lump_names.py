"""What lumps are called in a document, until a person calls them something else."""

from __future__ import annotations

from typing import Final

AS_BUILT: Final = "Camera as built"
"""A camera that was weighed as one, until a first part is taken out of it."""
REST: Final = "Not yet told"
"""What is left of it then."""
RIG: Final = "Quick rig"
GIMBAL: Final = "Gimbal"
SUPPORTS: Final[dict[str, str]] = {
    "shoulder": "Pad and base", "handheld": "Two handles", "low": "Top handle", "gimbal": "Cradle",
    "vest": "Post and spar", "harness": "Hanging bar", "tripod": "Plate on the head",
}  # fmt: skip
"""What the rig is carried on, by the way of carrying."""
BALANCED: Final = "balanced as a whole"
WEIGHED: Final = "weighed as a whole"
"""What was read of it."""
