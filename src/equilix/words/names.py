"""What the screen, the report and the command line call the keys of :mod:`equilix.keys`."""

from __future__ import annotations

from collections.abc import Mapping
from typing import Final

from equilix.keys import BalanceKey, ContactKey, Joint, Lean, Side, SupportKind

CONTACTS: Final[Mapping[ContactKey, str]] = {
    ContactKey("hand", "left"): "left hand",
    ContactKey("hand", "right"): "right hand",
    ContactKey("pad", "left", "front"): "pad front left",
    ContactKey("pad", "right", "front"): "pad front right",
    ContactKey("pad", "left", "rear"): "pad rear left",
    ContactKey("pad", "right", "rear"): "pad rear right",
    ContactKey("hip", "left"): "hip left",
    ContactKey("hip", "right"): "hip right",
    ContactKey("brace", "left"): "brace left",
    ContactKey("brace", "right"): "brace right",
    ContactKey("eyecup"): "eyecup",
    ContactKey("line"): "line",
    ContactKey("arm"): "arm",
    ContactKey("head"): "head",
}
SUPPORTS: Final[Mapping[SupportKind, str]] = {
    "pad": "pad",
    "hands": "line of the hands",
    "grip": "grip",
    "hand": "hand",
    "tilt-axis": "tilt axis",
    "post": "post",
    "eyelet": "eyelet",
    "head": "head",
}
BALANCES: Final[Mapping[BalanceKey, str]] = {
    BalanceKey.FORE_AFT: "fore-aft",
    BalanceKey.SIDEWAYS: "sideways",
    BalanceKey.OFF_LINE: "off the line",
    BalanceKey.ALONG_LINE: "along the line",
    BalanceKey.TILT_FORE_AFT: "tilt fore-aft",
    BalanceKey.TILT_VERTICAL: "tilt vertical",
    BalanceKey.ROLL: "roll",
    BalanceKey.PAN_FORE_AFT: "pan fore-aft",
    BalanceKey.PAN_ACROSS: "pan across",
    BalanceKey.DROP_TIME: "drop time",
    BalanceKey.DYNAMIC_FORE_AFT: "dynamic fore-aft",
    BalanceKey.DYNAMIC_SIDEWAYS: "dynamic sideways",
}
TOUCHES: Final[Mapping[Lean, str]] = {
    "hip": "Hip against the body",
    "eyecup": "Eyecup at the eye",
    "left elbow": "Left elbow against the body",
    "right elbow": "Right elbow against the body",
    "brace": "Brace against the body",
}
EFFORTS: Final[Mapping[tuple[Joint, Side], str]] = {
    ("shoulder", "left"): "left shoulder",
    ("shoulder", "right"): "right shoulder",
    ("elbow", "left"): "left elbow",
    ("elbow", "right"): "right elbow",
    ("wrist", "left"): "left wrist",
    ("wrist", "right"): "right wrist",
    ("grip", "left"): "left grip",
    ("grip", "right"): "right grip",
    ("trunk", ""): "lower back",
}
