"""What things are told apart by, inside: never by the words that people read (those are in :mod:`equilix.words`)."""

from __future__ import annotations

from enum import StrEnum
from typing import Final, Literal, NamedTuple

Side = Literal["", "left", "right"]
End = Literal["", "front", "rear"]
Joint = Literal["elbow", "shoulder", "wrist", "grip", "trunk"]
ContactKind = Literal["pad", "head", "arm", "line", "hand", "hip", "eyecup", "brace"]
Lean = Literal["hip", "eyecup", "left elbow", "right elbow", "brace"]
"""What steadies a rig besides hands and pad, as files have it."""
SupportKind = Literal["pad", "hands", "grip", "hand", "tilt-axis", "post", "eyelet", "head"]
"""What holds a rig: ``hands`` is the line between two of them, ``grip`` the one that is held, ``hand`` what it hangs
from; ``head`` is that of a tripod."""


class ContactKey(NamedTuple):
    """Where something bears on the rig: what it is, of which side (of the body, of the rig), and at which end."""

    kind: ContactKind
    side: Side = ""
    end: End = ""


BodyPosture = Literal["standing", "walking", "kneeling", "seated"]
"""How an operator is placed, as files have it; who kneels has one knee up."""
EffortKey = tuple[Joint, Side]
"""What tires: a joint, of which side."""
Region = Literal["neck", "shoulder", "elbow", "hand", "upper-back", "lower-back", "hip", "knee", "foot"]
"""Regions of the body, as the Nordic questionnaire has them (Kuorinka et al., *Applied Ergonomics* 18, 1987; from
memory)."""
MIDDLE: Final[tuple[Region, ...]] = ("neck", "upper-back", "lower-back")
"""Those of which there is one."""
SIDED: Final[tuple[Region, ...]] = ("shoulder", "elbow", "hand", "hip", "knee", "foot")
RegionKey = tuple[Region, Side]
SIDES: Final[tuple[Side, ...]] = ("right", "left")
REGIONS: Final[tuple[RegionKey, ...]] = (
    ("neck", ""), *((each, side) for each in SIDED[:3] for side in SIDES), ("upper-back", ""), ("lower-back", ""),
    *((each, side) for each in SIDED[3:] for side in SIDES),
)  # fmt: skip
"""All of them, from head to foot."""
MOST_SCORE: Final = 10
"""How much a region can hurt; 0 is not at all."""


def hand_key(side: Side) -> ContactKey:
    """The contact of a hand."""
    return ContactKey("hand", side)


class BalanceKey(StrEnum):
    """Which balance: of all ways of carrying, each name once."""

    FORE_AFT = "fore-aft"
    SIDEWAYS = "sideways"
    OFF_LINE = "off-line"
    ALONG_LINE = "along-line"
    TILT_FORE_AFT = "tilt-fore-aft"
    TILT_VERTICAL = "tilt-vertical"
    ROLL = "roll"
    PAN_FORE_AFT = "pan-fore-aft"
    PAN_ACROSS = "pan-across"
    DROP_TIME = "drop-time"
    DYNAMIC_FORE_AFT = "dynamic-fore-aft"
    DYNAMIC_SIDEWAYS = "dynamic-sideways"
