"""What is said of fit and reach."""

from __future__ import annotations

from typing import Final

from equilix.words.wordings.wording import N_, Wordings

FIT: Final[Wordings] = {
    "curves.lens_down_up": N_("Lens down … up"),
    "curves.mass_rig": N_("Mass of the rig"),
    "curves.back_forward": N_("{called:cap} back … forward"),
    "fit.move_it": N_("Look under “Move it” for a better place."),
    "fit.out_of_reach": N_("{side} hand does not reach its grip, {missing} too far"),
    "fit.raised": N_("{side} upper arm raised: at most {limit} at a time"),
    "fit.raised_too_high": N_("{side} upper arm raised too high to hold"),
    "fit.looked_at": N_("{screen}: {complaint}"),
    "fit.action_limit": N_("{share} of the action limit"),
    "gaze.eye_looked_into": N_("the eye looks into it, {distance} away"),
    "gaze.picture_stands_head": N_("the picture is upside down"),
    "gaze.picture_leans": N_("the picture leans {leans}"),
    "gaze.behind_head": N_("behind the head"),
    "gaze.head_turns": N_("the head turns {aside} to it"),
    "gaze.shows_back": N_("it shows its back"),
    "gaze.seen_square": N_("seen {off_face} from square"),
    "gaze.too_near_eye": N_("too near to the eye"),
    "gaze.too_far_see_focus": N_("too far to see focus"),
    "gaze.out_line_lens": N_("out of line with the lens, {beside} to its {side}"),
    "gaze.blocked": N_("the {blocked_by} is in the way"),
    "gaze.sun_falls_turn_shade_or": N_("the sun falls on it: turn it, shade it, or look into an eyepiece"),
    "fit.nearly_everyone_can": N_("index {index}: nearly everyone can"),
    "fit.lift_with_two": N_("index {index}: lift it with two"),
    "fit.not_by_hand": N_("index {index}: not by hand alone"),
    "fit.over_action_limit": N_("{share} of the action limit: change it"),
    "place.ground": N_("the ground"),
    "place.case": N_("its case"),
    "place.table": N_("a table"),
}
