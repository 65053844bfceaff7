"""What is said while somebody practises, and what the symptoms meant, afterwards."""

from __future__ import annotations

from typing import Final

from equilix.words.wordings.wording import N_, Wordings, plural

PRACTICE: Final[Wordings] = {
    # what a rig is put on
    "practice.stand_gimbal": N_("gimbal, motors off"),
    "practice.stand_sled": N_("sled on its gimbal"),
    "practice.stand_shoulder": N_("shoulder"),
    "practice.stand_hands": N_("hands, wrists loose"),
    "practice.stand_line": N_("hung up"),
    "practice.stand_head": N_("tripod head"),
    "practice.stand_table": N_("table"),
    "practice.needs_gimbal": N_("It needs a gimbal with axes that turn"),
    "practice.needs_sled": N_("It needs a sled with a gimbal on its post, carried on a vest"),
    "practice.needs_shoulder": N_("It needs a shoulder pad, carried on the shoulder"),
    "practice.needs_hands": N_("It needs at least one grip, and to be held before the chest"),
    "practice.needs_line": N_("It needs an eyelet or a top handle that it hangs from"),
    "practice.needs_head": N_("It needs a plate that a tripod head can clamp, and the tripod as its way"),
    "practice.nothing_to_count": N_("There is nothing to be balanced here, and so nothing to count: {stand}"),
    "practice.count_others": N_("Put a rig that asks for balance on another stand, or leave the count off"),
    "practice.needs_table": N_("It needs at least one part"),
    "practice.cannot_stand": N_("“{setup}” has no joint for this: {stand}"),
    "practice.turn_lean": N_("side"),
    "practice.turn_nod": N_("nose"),
    "practice.turn_spin": N_("round"),
    "practice.turn_bowl": N_("bowl"),
    # what hands cannot do
    "practice.no_track": N_("“{what}” cannot be slid"),
    "practice.name_a_track": N_("Name something that sits on a track"),
    "practice.clamped": N_("{name} is clamped"),
    "practice.loosen_first": N_("Loosen it first"),
    "practice.no_place": N_("That is no place on a track"),
    "practice.a_length": N_("A length is allowed"),
    "practice.does_not_turn": N_("Nothing here turns that is called “{what}”"),
    "practice.not_on_this_stand": N_("Another stand may have it"),
    "practice.no_lock": N_("{what} has no lock"),
    "practice.locked": N_("{what} is locked"),
    "practice.open_lock_first": N_("Open its lock first"),
    "practice.no_handle": N_("There is no handle that could be tipped"),
    "practice.nobody_carries": N_("Nobody carries it, so that nobody can walk with it"),
    "practice.nothing_new": N_("Everything stands as it does in your document"),
    "practice.slide_first": N_("Slide something first"),
    "practice.no_exercise": N_("There is no exercise “{key}”"),
    "practice.there_are": N_("There are: {list}"),
    "practice.full": N_("More than {most} attempts cannot be kept"),
    "practice.none_of_id": N_("There is no attempt “{id}”"),
    "practice.cannot": N_("With what slides this rig does not come into balance. {why}"),
    # hints
    "practice.hint_done": N_("All that was asked is inside its tolerance. Count it."),
    "practice.hint_look": N_("{title}. {prepare} When it is right: {right}"),
    "practice.hint_way": N_("{title}: it goes {way}. {against}."),
    "practice.hint_more": N_("It is the {name} that does it: its pointer has to go to the right."),
    "practice.hint_less": N_("It is the {name} that does it: its pointer has to go to the left."),
    "practice.weight_x_less": N_("There is too much weight in front"),
    "practice.weight_x_more": N_("There is too much weight behind"),
    "practice.weight_y_less": N_("There is too much weight on the left"),
    "practice.weight_y_more": N_("There is too much weight on the right"),
    "practice.weight_z_less": N_("There is too much weight up there"),
    "practice.weight_z_more": N_("There is too much weight down there"),
    "practice.off": N_("{off} {way} {datum}"),
    "practice.still_off": N_("{off}: it still goes {way}"),
    # how it counts
    "practice.points": N_("{points} points of 100"),
    "practice.right": N_("Everything is inside its tolerance: the worst is at {off} of it, and {best} could be had"),
    "practice.not_right": N_("The worst is {off} times its tolerance off, and {best} could be had"),
    "practice.order_share": N_("{share} of the slides were made in their turn"),
    "practice.took": N_("It took {time}"),
    "practice.hints_taken": plural("With one hint", "With {count} hints", "count"),
    "practice.motor": N_("{axis}: the motor gives {level} level, {worst} at its worst; {shake}"),
    "practice.shake": N_("it shakes by {shake} while you walk (estimate)"),
    "practice.run_time": N_("The battery: {said}"),
    "practice.attempt": N_("{day}: {title} ({setup}), {points} points in {time}"),
    "practice.no_time": N_("That is no time to look"),
    "practice.time_allowed": N_("From 0 to 600 seconds are allowed"),
    # symptoms
    "practice.seen_fore_aft": N_("Let go, it went {way}"),
    "practice.means_fore_aft": N_("The weight was {off}. What carries most of it is slid the other way."),
    "practice.seen_sideways": N_("Let go, it went {way}"),
    "practice.means_sideways": N_("The weight was {off}. Something is slid across, or hung on the other side."),
    "practice.seen_off_line": N_("With loose wrists it turned {way} about the line of the grips"),
    "practice.means_off_line": N_(
        "The weight was {off}. Held fast, nothing is seen of it; the wrists pay for it all day. "
        "The grips go to the weight, or the weight to the grips."
    ),
    "practice.seen_along_line": N_("One hand carried more than its share, and sank"),
    "practice.means_along_line": N_("The weight was {off}."),
    "practice.seen_tilt_fore_aft": N_("Lens level, it dropped {way}"),
    "practice.means_tilt_fore_aft": N_("The weight was {off}. The plate is slid back or forward; always first."),
    "practice.seen_tilt_vertical": N_("Level it stayed; pointed up or down it went {way}"),
    "practice.means_tilt_vertical": N_(
        "The weight was {off}. With the lens level that turns nothing, and friction hides what little is left: only "
        "with the lens pointing straight up or down does it show in full."
    ),
    "practice.seen_roll": N_("The horizon went {way}"),
    "practice.means_roll": N_("The weight was {off}. The roll arm is slid across."),
    "practice.seen_pan_fore_aft": N_("Handle tipped, the camera swung {way}"),
    "practice.means_pan_fore_aft": N_(
        "The weight was {off}. With the handle upright the pan axis feels nothing of it: it has to be tipped."
    ),
    "practice.seen_pan_across": N_("Handle tipped to the side, the camera swung {way}"),
    "practice.means_pan_across": N_("The weight was {off}."),
    "practice.seen_drop_time": N_("Laid level and let go, it came down {way}"),
    "practice.means_drop_time": N_(
        "The weight was {off}. The gimbal is slid up the post for a quicker drop, down for a slower one."
    ),
    "practice.seen_dynamic_fore_aft": N_("It stood still upright, and wobbled when it was spun: {way}"),
    "practice.means_dynamic_fore_aft": N_(
        "Two weights far apart, one high and one low, hide each other while it stands. Both are moved towards "
        "the post, in step, so that it still stands."
    ),
    "practice.seen_dynamic_sideways": N_("It stood still upright, and wobbled when it was spun: {way}"),
    "practice.means_dynamic_sideways": N_("What is high on one side wants something low on the same side."),
    # the course
    "practice.free": N_("Own rig"),
    "practice.free_task": N_(
        "Your own rig as it is. What you slide here changes nothing of your document, until you take it over."
    ),
    "practice.table_task": N_(
        "Your own rig, put down as it is. Let go: does it stay? Push it, nose and side, and see what holds it."
    ),
    "practice.free_after": N_("“Take over” puts what you have slid into your document, in one action."),
    "practice.let_go": N_("Let go and look"),
    "practice.let_go_task": N_(
        "The long zoom went on this afternoon; the plate still stands where the short prime had it. Let go, see "
        "which way it goes, hold it, slide the plate, let go again. When it stays where you leave it, count it."
    ),
    "practice.let_go_after": N_(
        "All balancing is this one loop: let go, look, hold, loosen, slide, clamp. A small push shows what the "
        "friction of a head still hides."
    ),
    "practice.pad": N_("It falls off the shoulder"),
    "practice.pad_task": N_(
        "The operator’s hands are full. Slide until the rig rests on the pad without a hand on it, as near to the "
        "middle as you can get."
    ),
    "practice.pad_after": N_(
        "Resting is not balance yet: as long as it nods to one side, that edge of the pad carries everything. "
        "Slide until nothing moves, not until it just stays."
    ),
    "practice.two_hands": N_("In two hands"),
    "practice.two_hands_task": N_(
        "Two grips, loose wrists. Let go of the wrists, not of the grips: which way does it want to turn? Move what "
        "you can until it only hangs there."
    ),
    "practice.two_hands_after": N_(
        "Tight wrists hide this, for some minutes. Whatever turned here is what the forearms hold all day."
    ),
    "practice.hang": N_("Hung from one point"),
    "practice.hang_task": N_(
        "The rig hangs from its eyelet. It swings and settles; it has to settle level. Walk a few steps with it: the "
        "taut line passes every one of them on."
    ),
    "practice.hang_after": N_(
        "What hangs, settles with its centre of gravity under the point. The eyelet goes to the weight: forward where "
        "the nose is down. Waiting until it has stopped swinging is part of it."
    ),
    "practice.tilt": N_("Gimbal: the first axis"),
    "practice.tilt_task": N_(
        "Motors off, the handle upright. Only the tilt axis, lens level. Lock pan and roll if they disturb you."
    ),
    "practice.tilt_after": N_("Fore-aft on the tilt axis comes first: everything outside it carries what you slide here."),
    "practice.vertical": N_("It stays. Does it?"),
    "practice.vertical_task": N_("This one stays level when you let go. The operator swears something is wrong. Find it."),
    "practice.vertical_after": N_(
        "Level says nothing about height. Aim the lens straight up and straight down, and tap: a stiff axis holds "
        "what a motor would have to hold all day."
    ),
    "practice.masked": N_("One axis hides another"),
    "practice.masked_task": N_(
        "Tilt is done. Roll and pan are left. The pan axis shows nothing while the handle stands upright: tip it, "
        "ahead and to the side."
    ),
    "practice.masked_after": N_(
        "With the roll off, a tipped handle swings the camera round for two reasons at once. Put roll right first, "
        "lock it, then tip the handle for pan."
    ),
    "practice.order": N_("From the beginning, in order"),
    "practice.order_task": N_(
        "A fresh build, nothing is right. Tilt, both ways; roll; pan. When you count it, the motors come on."
    ),
    "practice.order_after": N_(
        "In the right order each axis is touched once. Out of order everything is touched twice, and the motors tell."
    ),
    "practice.sled": N_("Sled: upright, and how fast it falls"),
    "practice.sled_task": N_(
        "Upright first, sideways and fore-aft. Then lay it level, let go, and count: two to three seconds until it "
        "stands."
    ),
    "practice.sled_after": N_(
        "A sled that drops too fast is bottom-heavy: it stands well and swings with every stop. One that drops too "
        "slowly is lovely to fly and has to be watched."
    ),
    "practice.hidden": N_("Two errors that hide each other"),
    "practice.hidden_task": N_("It stands like a candle. Give it a spin."),
    "practice.hidden_after": N_(
        "Standing still only says that the moments cancel. A weight high in front and one low behind cancel, too, and "
        "tear at the post when it turns. Static, drop, dynamic; then static again."
    ),
    "practice.mark": N_("A wrong mark"),
    "practice.mark_task": N_(
        "The marks are on the tape: set them, they were right for this lens. It does not look as if all of them were."
    ),
    "practice.mark_after": N_(
        "One scale reads wrong: the plate has been turned round, or the zero was never there. A mark is where you "
        "begin; what you see decides."
    ),
    "practice.worst": N_("The worst morning"),
    "practice.worst_task": N_(
        "Everything is a little off, two axes are stiff, and something changes all by itself. Find what, then balance "
        "the rest. The motors come on at the end."
    ),
    "practice.worst_after": N_(
        "A plate that creeps when the lens points up was never clamped. Try every clamp before you trust what you see."
    ),
}  # fmt: skip
