"""Every kind of mount as a row: what it is called, how it is made fast and taken loose, and with what."""

from __future__ import annotations

from dataclasses import dataclass
from typing import Final


@dataclass(frozen=True, slots=True)
class MountKind:
    """``on`` and ``off``: what is done, of the part ``{x}`` and of what it hangs on, ``{y}``."""

    key: str
    label: str
    on: str
    off: str
    tool: str


_SCREWED = ("Screw the {x} onto the {y}", "Unscrew the {x} from the {y}", "coin or hex key")
_ON_RODS = ("Slide the {x} onto the {y} and tighten", "Loosen the {x} and slide it off the {y}", "by hand, knob")
_LATCHED = ("Latch the {x} on the {y}", "Motors off; unlatch the {x} from the {y}", "by hand, latch")
_CLAMPED = ("Clamp the {x} on the {y}", "Loosen the clamp and slide the {x} off the {y}", "by hand, clamp")

_ROWS: Final = (
    MountKind("screw14", "1/4-20 screw", *_SCREWED),
    MountKind("screw38", "3/8-16 screw", *_SCREWED),
    MountKind(
        "dovetail",
        "dovetail plate",
        "Slide the {x} onto the {y} and lock",
        "Unlock the {x} and slide it off the {y}",
        "by hand, lever",
    ),
    MountKind("rods15", "15 mm rod pair", *_ON_RODS),
    MountKind(
        "rod-socket15",
        "15 mm rod socket",
        "Push the {x} into the {y} and tighten",
        "Loosen the {y} and draw the {x} out",
        "by hand, knob",
    ),
    MountKind("rods19", "19 mm rod pair", *_ON_RODS),
    MountKind(
        "rosette",
        "toothed rosette",
        "Set the {x} on the {y}, teeth in teeth, and tighten",
        "Loosen the rosette and lift the {x} off the {y}",
        "by hand, lever",
    ),
    MountKind(
        "shoe",
        "accessory shoe",
        "Slide the {x} into the shoe of the {y} and tighten",
        "Loosen the {x} and slide it out of the {y}",
        "by hand, knob",
    ),
    MountKind(
        "rail",
        "rail clamp",
        "Clamp the {x} on the rail of the {y}",
        "Loosen the clamp and take the {x} off the {y}",
        "hex key",
    ),
    MountKind(
        "wedge",
        "wedge battery mount",
        "Hang the {x} on the {y} until it clicks",
        "Press the latch and lift the {x} off the {y}",
        "by hand, latch",
    ),
    MountKind(
        "lens",
        "lens mount",
        "Set the {x} into the {y} and turn it until it locks",
        "Unlock the {x}, turn it out of the {y}, caps on",
        "by hand",
    ),
    MountKind(
        "front",
        "lens front ring",
        "Clamp the {x} on the front of the {y}",
        "Loosen the {x} and draw it off the {y}",
        "by hand, knob",
    ),
    MountKind(
        "handle",
        "handle rail",
        "Slide the {x} onto the rail of the {y} and tighten",
        "Loosen the {x} and slide it off the rail of the {y}",
        "by hand, knob",
    ),
    MountKind("gimbal-pan", "pan motor", *_LATCHED),
    MountKind("gimbal-roll", "roll motor", *_LATCHED),
    MountKind("gimbal-tilt", "tilt motor", *_LATCHED),
    MountKind(
        "gimbal-cradle",
        "cradle rail",
        "Slide the {x} into the rail of the {y} and lock",
        "Unlock the {x} and slide it out of the {y}",
        "by hand, lever",
    ),
    MountKind("post", "sled post", *_CLAMPED),
    MountKind(
        "post-top",
        "top of the post",
        "Set the {x} on top of the {y} and clamp",
        "Loosen the clamp and lift the {x} off the {y}",
        "by hand, clamp",
    ),
    MountKind(
        "post-foot",
        "foot of the post",
        "Push the {x} onto the foot of the {y} and clamp",
        "Loosen the clamp and draw the {x} off the {y}",
        "by hand, clamp",
    ),
)
MOUNT_KINDS: Final = {row.key: row for row in _ROWS}


def mount_kind(key: str) -> MountKind:
    """The row of a kind. A document may name kinds of its own: same word, same fit, and it is put on by hand."""
    known = MOUNT_KINDS.get(key)
    return known or MountKind(key, key, "Put the {x} on the {y}", "Take the {x} off the {y}", "by hand")
