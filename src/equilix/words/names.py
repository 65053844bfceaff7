"""What the screen, the report and the command line call the keys of :mod:`equilix.keys`."""

from __future__ import annotations

from collections.abc import Mapping
from typing import Final

from equilix.keys import BalanceKey, ContactKey, EffortKey, SupportKind
from equilix.words.wordings.wording import N_

CONTACTS: Final[Mapping[ContactKey, str]] = {
    ContactKey("hand", "left"): N_("left hand"),
    ContactKey("hand", "right"): N_("right hand"),
    ContactKey("pad", "left", "front"): N_("pad front left"),
    ContactKey("pad", "right", "front"): N_("pad front right"),
    ContactKey("pad", "left", "rear"): N_("pad rear left"),
    ContactKey("pad", "right", "rear"): N_("pad rear right"),
    ContactKey("hip", "left"): N_("hip left"),
    ContactKey("hip", "right"): N_("hip right"),
    ContactKey("brace", "left"): N_("brace left"),
    ContactKey("brace", "right"): N_("brace right"),
    ContactKey("eyecup"): N_("eyecup"),
    ContactKey("line"): N_("line"),
    ContactKey("arm"): N_("arm"),
    ContactKey("head"): N_("head"),
}
SUPPORTS: Final[Mapping[SupportKind, str]] = {
    "pad": N_("pad"),
    "hands": N_("line of the hands"),
    "grip": N_("grip"),
    "hand": N_("hand"),
    "tilt-axis": N_("tilt axis"),
    "post": N_("post"),
    "eyelet": N_("eyelet"),
    "head": N_("head"),
}
BALANCES: Final[Mapping[BalanceKey, str]] = {
    BalanceKey.FORE_AFT: N_("fore-aft"),
    BalanceKey.SIDEWAYS: N_("sideways"),
    BalanceKey.OFF_LINE: N_("off the line"),
    BalanceKey.ALONG_LINE: N_("along the line"),
    BalanceKey.TILT_FORE_AFT: N_("tilt fore-aft"),
    BalanceKey.TILT_VERTICAL: N_("tilt vertical"),
    BalanceKey.ROLL: N_("roll"),
    BalanceKey.PAN_FORE_AFT: N_("pan fore-aft"),
    BalanceKey.PAN_ACROSS: N_("pan across"),
    BalanceKey.DROP_TIME: N_("drop time"),
    BalanceKey.DYNAMIC_FORE_AFT: N_("dynamic fore-aft"),
    BalanceKey.DYNAMIC_SIDEWAYS: N_("dynamic sideways"),
}
EFFORTS: Final[Mapping[EffortKey, str]] = {
    ("shoulder", "left"): N_("left shoulder"),
    ("shoulder", "right"): N_("right shoulder"),
    ("elbow", "left"): N_("left elbow"),
    ("elbow", "right"): N_("right elbow"),
    ("wrist", "left"): N_("left wrist"),
    ("wrist", "right"): N_("right wrist"),
    ("grip", "left"): N_("left grip"),
    ("grip", "right"): N_("right grip"),
    ("trunk", ""): N_("lower back"),
}
