"""What is said of every way of carrying."""

from __future__ import annotations

from typing import Final

from equilix.words.wordings.wording import N_, Wordings

CARRY: Final[Wordings] = {
    "conditions.middle_of_pad": N_("the middle of the pad"),
    "conditions.centre_of_gravity": N_("Centre of gravity"),
    "conditions.finer_than_known": N_("{what}: the limit of {tolerance} is finer than it is known. Let go and look."),
    "conditions.inside_tolerance": N_("{what}: within the limit of {tolerance}."),
    "conditions.outside_tolerance": N_("{what}: {room} over the limit."),
    "conditions.within": N_("within {doubt} of {datum}"),
    "drop.dropped_forward": N_("dropped forward"),
    "drop.dropped_sideways": N_("dropped sideways"),
    "hanging.hangs_level": N_("it hangs level"),
    "hanging.hangs_off_level": N_("it hangs {off} off level"),
    "hanging.left_side_down": N_("left side down"),
    "hanging.right_side_down": N_("right side down"),
    "hanging.verdict_turns_over": N_("Turns over."),
    "hanging.centre_gravity_above_has_hang": N_(
        "The centre of gravity is {drop} above {point}; it has to hang below it."
    ),
    "hanging.left_side_up": N_("left side up"),
    "hanging.right_side_up": N_("right side up"),
    "hanging.lens_looks_roll": N_("{lead}, the lens looks {pitch}, roll {roll}."),
    "hanging.verdict_level": N_("Hangs level."),
    "hanging.verdict_off": N_("Hangs {way}."),
    "hanging.turns_over_raise_point_or": N_("It turns over: raise the point, or put heavy things lower."),
    "leaning.touches": N_("touches"),
    "leaning.hand_holds_nothing_or_does": N_("Its hand holds nothing, or does not get to its grip."),
    "leaning.no_lean": N_("There is no {subject} to lean on."),
    "leaning.cannot": N_("cannot"),
    "leaning.too_far": N_("{gap} too far"),
    "leaning.away_bears_nothing": N_("The {subject} is {away} away, and bears nothing."),
    "leaning.elbow": N_("elbow"),
    "springs.never_taut_line": N_("never: a taut line"),
    "springs.spring_answers_step_bounces_more": N_("The spring answers the step: it bounces more than a taut line."),
    "springs.overtone_hz": N_("Of its overtone at {n} Hz"),
    "springs.usual_spring_line": N_("With a usual spring in the line"),
    "springs.without_spring": N_("Without the spring"),
    "springs.each_step": N_("{through} of each step"),
    "springs.one_length_line": N_("at the one length of the line"),
    "springs.over_all_travel": N_("over all of its travel"),
    "springs.within_up_down": N_("within {stays} up and down"),
    "springs.strikes_stops_each_step": N_("It hits its stops at every step."),
    "springs.up_or_down": N_("{stiffness} at {half} up or down"),
    "springs.more_travel_take_stiffer_spring": N_("More than its travel: use a stiffer spring."),
    "springs.rated_range": N_("{least} to {most}"),
    "springs.more_maker_allows_nearest_can": N_(
        "{over} more than its maker allows: the nearest it can carry is {most}."
    ),
    "springs.too_light_cannot_set_lower": N_("{under} too light for it: it cannot be set lower than {least}."),
    "springs.either_way": N_("± {stroke}"),
    "conditions.off": N_("{off} ± {doubt} {way} {datum}"),
    "conditions.off_also": N_("{off} ({also})"),
    "springs.nothing_left": N_("nothing"),
    "springs.to_lift": N_("{left} to lift"),
    "springs.to_hold_down": N_("{left} to hold down"),
    "springs.set_further": N_("Set it {turns} turns further."),
    "springs.set_back": N_("Set it {turns} turns back."),
    "springs.share_of_rated": N_("{load} ({rated})"),
    "springs.turns": N_("{wanted} turns"),
    "springs.turns_now": N_("{wanted} turns, now {now}"),
}
