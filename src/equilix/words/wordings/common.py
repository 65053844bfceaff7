"""Directions, sides and other words that every room uses."""

from __future__ import annotations

from typing import Final

from equilix.words.wordings.wording import N_, Wordings

COMMON: Final[Wordings] = {
    "error.sentence": N_("{said}."),
    "error.unreadable": N_("{path}: {problem}."),
    "error.unreadable_at": N_("{path}: {problem} ({place})."),
    "way.in_front_of": N_("in front of"),
    "way.left_of": N_("left of"),
    "way.right_of": N_("right of"),
    "way.to_the_left": N_("to the left"),
    "way.to_the_right": N_("to the right"),
    "way.behind": N_("behind"),
    "way.nose_down": N_("nose-down"),
    "way.nose_up": N_("nose-up"),
    "way.left": N_("left"),
    "way.right": N_("right"),
    "way.down": N_("down"),
    "way.up": N_("up"),
    "way.out": N_("out"),
    "way.in": N_("in"),
    "way.back": N_("back"),
    "way.above": N_("above"),
    "way.below": N_("below"),
    "way.forward": N_("forward"),
    "way.backward": N_("backward"),
    "axis.tilt": N_("tilt"),
    "axis.roll": N_("roll"),
    "axis.pan": N_("pan"),
    "asks.stays": N_("stays"),
    "way.level": N_("level"),
    "side.front": N_("front"),
    "side.back": N_("back"),
    "side.left": N_("left"),
    "side.right": N_("right"),
    "common.quoted": N_("“{what}”"),
    "common.none": N_("none"),
    "error.at": N_("{place}: {problem}"),
    "list.and": N_("{first} and {last}"),
    "list.or": N_("{first} or {last}"),
    "way_menu.take_hold": N_("Take hold again with the {hand}"),
    "way_menu.let_go": N_("Let go with the {hand}"),
}
