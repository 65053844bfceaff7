"""What is said of the body."""

from __future__ import annotations

from typing import Final

from equilix.words.wordings.wording import N_, Wordings

BODY: Final[Wordings] = {
    "calibrate.hold_s_says_nothing": N_("A hold of {held} s tells nothing"),
    "calibrate.between_s_min_allowed": N_("Between {shortest} s and {longest} min is allowed"),
    "calibrate.take_lighter_or_heavier_mass": N_("Take a lighter or a heavier mass"),
    "calibrate.kg_no_mass_hold_test": N_("{mass} kg is the wrong mass for a hold test"),
    "calibrate.between_0_2_kg_15": N_("Between 0.2 kg and 15 kg is allowed"),
    "calibrate.take_2_kg": N_("Take 2 kg"),
    "neck.little_high": N_("a little high"),
    "neck.high_neck_bends_back": N_("high: the neck bends back"),
    "neck.cranes_neck": N_("it cranes the neck"),
    "neck.hang_screen_lower_below_arm": N_("{grade}: hang the screen lower, below its arm"),
    "neck.little_low": N_("a little low"),
    "neck.low_head_bends_forward": N_("low: the head bends forward"),
    "neck.far_down_head_hangs": N_("far down: the head hangs"),
    "screening.acceptable_if_not_held_long": N_("acceptable if not held for long"),
    "screening.look_into": N_("look into it"),
    "screening.look_into_soon_change": N_("look into it soon and change it"),
    "screening.change_now": N_("change it now"),
    "body.hand": N_("hands"),
    "body.shoulder": N_("shoulder"),
    "body.chest": N_("chest"),
    "body.head": N_("eye"),
    "body.hips": N_("hips"),
    "body.pelvis": N_("hip"),
    "body.knees": N_("knees"),
    "body.ground": N_("ground"),
    "surface.smooth": N_("smooth"),
    "surface.rubber": N_("rubber"),
    "surface.leather": N_("leather"),
    "surface.wood": N_("wood"),
}
