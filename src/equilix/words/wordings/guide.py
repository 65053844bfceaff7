"""What is said on the way through a guided procedure."""

from __future__ import annotations

from typing import Final

from equilix.words.wordings.wording import N_, Wordings

GUIDE: Final[Wordings] = {
    "observing.no_motor_holds_axis": N_("“{text}”: no motor holds this axis"),
    "observing.angle_length_or_words_allowed": N_("An angle, a length or words are allowed"),
    "observing.model_top_heavy_settles_nowhere": N_("“{text}”: by the model it is top-heavy and settles nowhere"),
    "observing.words_or_length_allowed": N_("Words or a length are allowed"),
    "observing.say_way_falls": N_("Say which way it falls"),
    "observing.has_figure_without_unit": N_("“{text}” has a figure without a unit"),
    "observing.allowed_mm_s": N_("Allowed are °, mm, in, %, s"),
    "observing.write_12_nose_up": N_("Write “12° nose-up”"),
    "observing.says_nothing_about": N_("“{text}” says nothing about {balance}"),
    "observing.words_like_or_or_figure": N_(
        "Words like “{falls_ahead}” or “{falls_behind}”, or a figure with °, mm, % or s are allowed"
    ),
    "observing.does_not_say_way": N_("“{text}” does not say which way"),
    "observing.add_way": N_("Add the way"),
    "observing.write_12_nose_up_or": N_("Write “12° nose-up” or “5 mm in front”"),
    "observing.time": N_("“{text}” is a time"),
    "observing.time_belongs_drop_time_alone": N_("A time belongs to the drop time alone"),
    "observing.give_angle_length_or_words": N_("Give an angle, a length or words"),
    "observing.shorter_any_height_gimbal_gives": N_("“{text}” is shorter than any height of the gimbal gives"),
    "observing.s_shortest": N_("{least} s is the shortest, {dropped}"),
    "observing.time_again_horizontal_upright": N_("Time it again from horizontal to upright"),
    "observing.nothing_model_can_corrected_every": N_(
        "Nothing in the model can be corrected: every mass and place is set as exact."
    ),
    "observing.model_says_within_doubt": N_("That is what the model says, to within its doubt."),
    "observing.model_off": N_("The model is {off} off."),
    "observing.more_data_allow_check_marks": N_(
        "That is more than its data allow: check the marks, and that every part is in the model."
    ),
    "guide.then_lift": N_("Then the lift: turn the spring to {turns} turns, until the rig floats where you want it."),
    "guide.then_lift_from": N_(
        "Then the lift: turn the spring to {turns} turns (now {now}), until the rig floats where you want it."
    ),
    "guide.each_to_loosen": N_("the {what}"),
    "guide.loosen": N_("Loosen {what}."),
    "guide.comes_right": N_("Comes right with {steps}."),
    "observing.suspect_heavier": N_(
        "Suspect “{part}” ({share} of the doubt): its balance point {moved} {way}, its mass +{mass}. Weigh it, and balance it on a finger."
    ),
    "observing.suspect_lighter": N_(
        "Suspect “{part}” ({share} of the doubt): its balance point {moved} {way}, its mass −{mass}. Weigh it, and balance it on a finger."
    ),
}
