"""What the ways to measure are called, how each is set up, and what is asked."""

from __future__ import annotations

from typing import Final

from equilix.bench.methods import Key
from equilix.kit.solids import Axis
from equilix.words.wordings.wording import N_

TITLES: Final[dict[Key, str]] = {
    "scale": N_("On a scale"),
    "supports": N_("On two supports"),
    "tilted": N_("On two supports, tilted"),
    "edge": N_("On an edge or a finger"),
    "hang": N_("Hung up"),
    "drop": N_("Dropped"),
    "wires": N_("On two wires"),
    "motor": N_("Held by a motor"),
}
SET_UP: Final[dict[Key, str]] = {
    "scale": N_("Put all of it on one scale. Nothing else may touch it, and cables hang on it as on the day."),
    "supports": N_(
        "Lay it on two narrow supports, level, one of them or both on a scale. With one scale weigh one end and then "
        "the other, the free end propped up to the same height."
    ),
    "tilted": N_(
        "As on two supports, then prop the far end up by 10° to 30°: what is high moves weight to the low end, which "
        "tells how high. Block it against rolling off."
    ),
    "edge": N_("Find where it stays on a narrow edge, or on a finger, and measure to the edge. A hand stays under it."),
    "hang": N_("Let it hang freely from one point, quiet, and read how far it leans. A second hand guards it."),
    "drop": N_(
        "Turn it to horizontal about its gimbal, let go, and stop the watch when it passes its rest. Keep the way "
        "free, and catch it after that."
    ),
    "wires": N_(
        "Hang it on two upright wires of one length, its centre of gravity midway between them. Turn it by 10° about "
        "the upright, let go, and time ten swings there and back."
    ),
    "motor": N_(
        "Let the motor hold it at a tilt and read its effort as a moment. Come to the place from both sides and take "
        "the middle: friction hides in each."
    ),
}
ASKS: Final[dict[str, str]] = {
    "load": N_("The scale says"),
    "first_place": N_("First support at"),
    "second_place": N_("Second support at"),
    "first_load": N_("First scale says"),
    "second_load": N_("Second scale says"),
    "height": N_("Supports above its underside"),
    "tilt": N_("The far end is up by"),
    "place": N_("It balances at"),
    "angle": N_("It leans by"),
    "time": N_("Seconds to upright"),
    "wire": N_("Length of the wires"),
    "apart": N_("They hang apart by"),
    "ten_swings": N_("Seconds for ten swings"),
    "effort": N_("Moment of the motor"),
}
PAIRS: Final[dict[str, str]] = {"first_place": N_("Supports at"), "first_load": N_("Scales say")}
"""Over two fields in a row."""
MOTOR_TILT: Final = N_("Nose or left side up by")
ALONG: Final[dict[Axis, str]] = {"x": N_("fore and aft"), "y": N_("sideways"), "z": N_("in height, lying")}
ABOUT: Final[dict[Axis, str]] = {"y": N_("nose down"), "x": N_("left side down"), "z": N_("about the upright")}
WIRES: Final[dict[Axis, str]] = {"z": N_("standing"), "y": N_("on its side"), "x": N_("nose up")}
