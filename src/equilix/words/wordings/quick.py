"""What is said of a quick answer, and of what is told for it."""

from __future__ import annotations

from typing import Final

from equilix.words.wordings.wording import N_, Wordings

QUICK: Final[Wordings] = {
    "quick.the_camera": N_("the camera"),
    "quick.slide_ahead": N_("Slide {what:low} ahead by {by}"),
    "quick.slide_back": N_("Slide {what:low} back by {by}"),
    "quick.hang_ahead": N_("Hang {what:low} ({kg}) {at} in front of {datum}"),
    "quick.hang_behind": N_("Hang {what:low} ({kg}) {at} behind {datum}"),
    "quick.heavier": N_("; {kg} heavier"),
    "quick.is_right": N_("It is balanced over {datum}: nothing is to be done."),
    "quick.needed_ahead": N_("{kg} at {at} in front would balance it."),
    "quick.needed_behind": N_("{kg} at {at} behind would balance it."),
    "quick.not_enough": N_("What can slide and what is at hand does not suffice. The nearest is:"),
    "quick.nothing_told": N_("Tell what can slide, or which weights are at hand; or one of these would do:"),
    "quick.usual_stays": N_(
        "Taken as usual: {kg} ± {doubt} of it stay when the camera is slid (base, rods, handles). Weigh that for a "
        "surer answer."
    ),
    "quick.usual_height": N_("Taken as usual: it balances {high} below; the nearer, the more it tilts."),
    "quick.only_along_gimbal": N_("Only fore-aft of the tilt axis: height, roll and pan are found by letting go."),
    "quick.only_along_vest": N_("Only fore-aft of the post: drop time and dynamic balance are found by trying."),
    "quick.the_mass": N_("The mass of the whole"),
    "quick.the_balance": N_("The place where it balances"),
    "quick.the_height": N_("The height of the balance point"),
    "quick.the_slide": N_("How far it slides"),
    "quick.what_stays": N_("What stays"),
    "quick.no_number": N_("no number"),
    "quick.out_of_range": N_("{what:cap}: {given}"),
    "quick.allowed": N_("From {low} to {high} is allowed"),
    "quick.too_many": N_("{count} are more than are tried together"),
    "quick.most": N_("Tell {most} at most"),
    "quick.more_than_whole": N_("The parts weigh {parts}, and the whole {whole}"),
    "quick.weigh": N_("Weigh the whole again with all of it on, or correct the parts"),
    "quick.ends": N_("{rear} to {front}"),
    "quick.outside": N_("It cannot balance at {at}: the rig reaches from {ends}"),
    "quick.check_mark": N_("Check from which mark and to which side the places are measured; ahead is positive"),
    "quick.two_places": N_("The two readings tell no balance point"),
    "quick.measure_two_places": N_(
        "Weigh it at two different places, one end on the scale and the other propped up level"
    ),
    "quick.no_range": N_("“{text}” does not say from where to where"),
    "quick.write_range": N_("Write it as “-120 mm to 40 mm”; ahead is positive"),
    "quick.no_weight": N_("“{text}” is no weight at a place"),
    "quick.write_weight": N_("Write it as “500 g at -300 mm”; behind is negative"),
    "quick.no_sliding": N_("“{text}” does not say what slides from where"),
    "quick.write_sliding": N_("Write it as “battery 1.2 kg at -180 mm, -100 mm to 50 mm”"),
    "quick.no_reading": N_("“{text}” is no reading at a place"),
    "quick.write_reading": N_("Write it as “4.1 kg at 180 mm”"),
    "quick.in_line": N_("Line {number}: {said}"),
    "quick.nothing_measured": N_("The mass and the balance point are missing"),
    "quick.give_measured": N_("Give both, or two readings of one scale"),
    "quick.whole_name": N_("Quick rig"),
    "lumps.heavier_than_lump": N_("“{part}” weighs {part_kg}, and “{lump}” only {lump_kg}"),
    "lumps.weigh_again": N_("Weigh both again, or take other parts out of it first"),
    "lumps.outside": N_("Without “{part}” there, “{lump}” would balance outside itself"),
    "lumps.move_first": N_("Put “{part}” where it is on the real rig, then count it in"),
    "lumps.not_on_lump": N_("“{part}” is not on something that was weighed as one"),
    "lumps.strap_first": N_("Strap it to what it was weighed with first"),
}
