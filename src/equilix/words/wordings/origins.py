"""Where figures come from: formulas in words, what goes into them, sources."""

from __future__ import annotations

from typing import Final

from equilix.words.wordings.wording import N_, Wordings

ORIGINS: Final[Wordings] = {
    # what the whole is called
    "origin.title_mass": N_("Mass of the rig"),
    "origin.title_cg": N_("Centre of gravity, fore-aft"),
    "origin.title_spine": N_("Compression in the lower back"),
    "origin.title_flow": N_("Where the weight goes"),
    "origin.drawn_nothing": N_("without end: nothing is drawn"),
    "origin.product": N_("{mass} × {lever}"),
    "origin.per_length": N_("{force} on {length}"),
    "origin.step": N_("{often}, ± {high}"),
    "origin.share_and_time": N_("{share} of its strength, {lasts}"),
    "origin.title_inertia": N_("Rotational inertia, nodding"),
    "origin.title_rest": N_("Rest after a take of {take}"),
    "origin.no_rest_long_enough": N_("cannot be held so long"),
    "origin.title_letting_go": N_("Letting go, {side} hand"),
    "origin.title_lean": N_("Lean of the upper body"),
    "origin.title_arm": N_("{side} arm"),
    "origin.arm_angles": N_("elbow {elbow}, upper arm raised {raised}"),
    "origin.title_neck": N_("Moment at the neck"),
    "origin.title_gaze": N_("Gaze to the {screen}"),
    "origin.title_rula": N_("RULA, {side} side"),
    "origin.title_lift": N_("Picking it up from {place}"),
    "origin.of_plan": N_("{plan}: {price}"),
    # formulas
    "origin.mass": N_("Sum of the masses of all parts that are on the rig. The four heaviest:"),
    "origin.cg": N_(
        "Sum of mass × distance over all parts, divided by the whole mass. Forward of the support is positive. The four "
        "that count most:"
    ),
    "origin.condition": N_(
        "Sum of mass × distance along the direction that is balanced, divided by the mass that is balanced. Its doubt is "
        "the root of the sum of squares of what every mass and every centre of gravity is uncertain by, each times how "
        "much it moves the balance. Whose data to measure next:"
    ),
    "origin.effort": N_(
        "Share = moment about the joint (for a grip: force of the fingers) ÷ strength, the arm’s own weight included. "
        "Time = b0 × share to the power b1. No end is known under the easy share."
    ),
    "origin.spine": N_(
        "Moment of body and rig about the lowest disc of the back ÷ the lever of the back’s muscles, plus the weight above it."
    ),
    "origin.flow": N_(
        "Every force that the rig gives to the body, by what bears it; together they are the weight of the rig."
    ),
    "origin.run": N_("Time = what the battery still gives at this temperature and age ÷ what hangs on it draws."),
    "origin.check": N_("What is asked ÷ what is allowed; over 100 % it is too much. What is allowed is from:"),
    "origin.check_seen": N_("Looked at on the rig as it is drawn: so or not so, with no share of anything."),
    "origin.hang_pitch_rad": N_(
        "Let go, the centre of gravity goes under the point it hangs from: tan of the angle = its distance in front ÷ below."
    ),
    "origin.hang_roll_rad": N_(
        "Let go, the centre of gravity goes under the point it hangs from: tan of the angle = its distance aside ÷ below."
    ),
    "origin.below_m": N_("Height of what holds the rig less the height of the centre of gravity."),
    "origin.left_share": N_(
        "Law of the lever along the line between the hands: distance from the other hand ÷ their distance."
    ),
    "origin.right_share": N_(
        "Law of the lever along the line between the hands: distance from the other hand ÷ their distance."
    ),
    "origin.twist_nm": N_("Weight × distance of the centre of gravity from the line between the hands."),
    "origin.past_chest_m": N_("Front of the chest less the rearmost point of the rig."),
    "origin.hung_s": N_(
        "The rig let down on straight arms: load on fingers and back ÷ their strength, and how long the weaker of them lasts."
    ),
    "origin.line_rad": N_("Angle of the line between the grips from straight across."),
    "origin.side_by_side_twist_nm": N_(
        "Weight × distance of the centre of gravity in front of the middle between the hands, as if both stood there."
    ),
    "origin.axis_hold_nm": N_(
        "Weight of what turns about the axis × distance of its centre of gravity from the axis, level; and the largest over "
        "the whole range of the axes. Share = that ÷ the motor’s continuous rating."
    ),
    "origin.payload_kg": N_(
        "Sum of what the innermost axis carries, without the cradle itself; against the maker’s rating."
    ),
    "origin.power_w": N_(
        "Electronics + sum over the motors of (torque to hold ÷ motor constant)², as a mean over the range of tilt and roll."
    ),
    "origin.run_time_s": N_("Energy of the gimbal’s battery ÷ what motors and electronics draw."),
    "origin.axis_inertia_kg_m2": N_(
        "Inertia of every part that turns about the axis: its own, plus mass × square of its distance from the axis."
    ),
    "origin.axis_room_m": N_(
        "Least distance between what turns and what stands still, over the whole range of the axis, from the outlines of the "
        "parts; 0 where they strike."
    ),
    "origin.axis_cables": N_("The cables with one end on each side of the axis."),
    "origin.axis_cable_nm": N_("Sum of the stiffness of the cables across the axis × the end of its range."),
    "origin.drop_time_s": N_(
        "A pendulum let go from horizontal: time to its rest from inertia about the axis, mass and distance of the centre of "
        "gravity (complete elliptic integral; no friction)."
    ),
    "origin.least_drop_time_s": N_(
        "Time of the drop from horizontal with the gimbal where the rig would drop quickest: its distance from the centre "
        "of gravity = radius of gyration."
    ),
    "origin.off_post_x_m": N_("Centre of gravity less the post, fore-aft."),
    "origin.off_post_y_m": N_("Centre of gravity less the post, to the left."),
    "origin.i_xz_kg_m2": N_("Minus the sum of mass × fore-aft × height about the gimbal, with the parts’ own."),
    "origin.i_yz_kg_m2": N_("Minus the sum of mass × sideways × height about the gimbal, with the parts’ own."),
    "origin.wobble_nm": N_("Square of the spin (half a turn a second) × both products of inertia together."),
    "origin.bearing_n": N_("Mass × distance of the centre of gravity from the post × square of the spin."),
    "origin.static_nm": N_("Weight × distance of the centre of gravity from the post."),
    "origin.gimbal_height_m": N_("Height of the eyes less how far the lens is above the gimbal."),
    "origin.trunk_moment_nm": N_("Weight of rig and arm × their distance in front of the lowest disc of the back."),
    "origin.lean_back_rad": N_(
        "All of it turned back about the ankles until its centre of gravity is over the feet: tan = Σ mass × distance ÷ "
        "Σ mass × height."
    ),
    "origin.plates_n": N_(
        "Moment of rig and arm about the lowest disc of the back ÷ the distance between front plate and belt."
    ),
    "origin.hip_load_n": N_("Weight of the frame that is worn + what arm or line lifts + the weight of the arm."),
    "origin.boom_moment_nm": N_("Pull of the line × its distance in front of the lowest disc of the back."),
    "origin.lift_n": N_("What the spring is set to; the weight of the rig where no setting is given."),
    "origin.left_for_hands_n": N_("Weight of the rig less the lift."),
    "origin.rated_share": N_("Mass that is borne ÷ the greatest load that the maker allows."),
    "origin.turns_wanted": N_("Turns between the least and the greatest load of the maker, in proportion to the mass."),
    "origin.natural_hz": N_("Root of (stiffness ÷ mass) ÷ 2π."),
    "origin.transmissibility": N_(
        "A mass on a damped spring whose foot moves up and down: how much of the movement comes through at that frequency."
    ),
    "origin.stroke_m": N_(
        "A mass on a damped spring: how far it and the foot of the spring move against each other, for the height of a step."
    ),
    "origin.lag_rad": N_("A mass on a damped spring: phase of the rig behind the step."),
    "origin.reach_n": N_("Stiffness × half of the travel."),
    "origin.stays_m": N_("Friction ÷ stiffness, at most half of the travel."),
    "origin.sag_m": N_("Weight ÷ stiffness of the line."),
    "origin.sway_hz": N_("Root of (gravity ÷ length from the boom to the centre of gravity) ÷ 2π."),
    "origin.line_m": N_("Height of the end of the boom less that of the eyelet."),
    "origin.pad_pa": N_(
        "Load on the pad ÷ the largest rectangle of it that has the load in its middle, at least a strip of 20 mm."
    ),
    "origin.head_side_m": N_(
        "Least distance between the head, an ellipsoid, and the boxes of all parts, on that shoulder."
    ),
    "origin.lens_from_eye_m": N_("Axis of the lens less the middle of the face, to the left."),
    "origin.knee_side_m": N_("Lower end of the handle less the top of the knee."),
    "origin.over_axis_m": N_("Height of the centre of gravity of what the head carries over its tilt axis."),
    "origin.counterbalance_nm": N_(
        "Weight of what the head carries × height of its centre of gravity over the tilt axis."
    ),
    "origin.left_nm": N_("Wanted counterbalance less the step that is set, at 90° of tilt."),
    "origin.tripod_tip_rad": N_(
        "tan = (half of the radius of the feet − how far the common centre of gravity is off the middle) ÷ its height."
    ),
    "origin.gap_m": N_(
        "Distance from where the body gets to the place of the rig that it should touch; 0 where it touches."
    ),
    "origin.inertia": N_(
        "Each part’s own inertia about its centre of gravity, plus mass × square of its distance from that of the whole. "
        "What is steadier has more. The four that count most:"
    ),
    "origin.rest": N_(
        "Take × 18 × (take ÷ endurance) to the power 1.4 × root of (share − 0.15), for what gives out first; nothing under "
        "15 %."
    ),
    "origin.arm": N_(
        "Law of cosines, with the lengths of upper arm and forearm and the distance from shoulder to grip. Raised further "
        "than 20° without a rest it should be held for 3 min at most, at 60° for 1 min, higher not at all."
    ),
    "origin.neck": N_(
        "Weight of the head × distance of its centre of mass in front of the base of the neck, bent by what the eyes do not "
        "do by themselves."
    ),
    "origin.letting_go": N_(
        "The rig analysed once more, held by the other hand alone: what that one lifts, and the twist its wrist would have to "
        "give."
    ),
    "origin.lean": N_(
        "So far that the centre of gravity of body, frame and rig stands over the feet again; it adds to what the back gives."
    ),
    "origin.gaze": N_(
        "Angle from level of the line from the eye to the middle of the screen, or of the look into an eyepiece."
    ),
    "origin.rula": N_(
        "Scores of arm and wrist give A, those of neck and trunk give B, both with what is added for load and for holding "
        "still; the last table gives one score."
    ),
    "origin.lift": N_(
        "Index = mass ÷ recommended mass. Recommended = 23 kg × factors for how far ahead and how high the hands are, how "
        "far it is lifted, and how well it is taken hold of."
    ),
    "origin.steadiness": N_("Rotational inertia in nodding then ÷ now: more is steadier, and slower to turn."),
    "origin.minutes": N_(
        "A minute for each clamp that is opened, half a minute to turn, to draw out or to take off, 3 to 4 minutes to put an "
        "arm or a bracket on."
    ),
    "origin.clamps": N_("Number of steps: each opens one clamp."),
    "origin.money": N_("Sum of the prices of the parts that the kit does not own."),
    "origin.hand_n": N_("The larger of the forces that the two hands give, from the balance of forces and moments."),
    "origin.behind_m": N_("Back of the head less the rearmost point of the rig."),
    # what goes in
    "input.mass": N_("mass"),
    "input.weight": N_("weight"),
    "input.value": N_("off by"),
    "input.sd": N_("standard uncertainty"),
    "input.tolerance": N_("tolerance"),
    "input.doubt": N_("doubt from {part}"),
    "input.ahead": N_("centre of gravity in front of the support"),
    "input.aside": N_("centre of gravity left of the support"),
    "input.above": N_("centre of gravity above the support"),
    "input.stiffness": N_("stiffness of its spring"),
    "input.damping": N_("its damping, of critical"),
    "input.friction": N_("its friction"),
    "input.travel": N_("its travel"),
    "input.step": N_("steps"),
    "input.moment": N_("moment"),
    "input.lever": N_("lever"),
    "input.twist": N_("twist of the wrist"),
    "input.load": N_("load"),
    "input.strength": N_("strength"),
    "input.b0": N_("b0"),
    "input.b1": N_("b1"),
    "input.own_endurance": N_("as long as most people, times"),
    "input.easy": N_("easy share"),
    "input.rated_wh": N_("energy of the battery"),
    "input.celsius": N_("temperature"),
    "input.usable_wh": N_("of it usable"),
    "input.watts": N_("drawn"),
    "input.own": N_("all parts about themselves"),
    "input.take": N_("take"),
    "input.endurance": N_("endurance"),
    "input.share_of": N_("share of strength"),
    "input.upper_arm": N_("upper arm"),
    "input.forearm": N_("forearm"),
    "input.elbow_to_grip": N_("elbow to grip"),
    "input.others": N_("all others"),
    "input.to_grip": N_("shoulder to grip"),
    "input.head": N_("mass of the head"),
    "input.bent": N_("bent forward"),
    "input.head_ahead": N_("its centre ahead of the neck"),
    "input.head_above": N_("its centre above the neck"),
    "input.higher": N_("screen higher than the eye"),
    "input.distance": N_("distance"),
    "input.wrist": N_("wrist"),
    "input.neck": N_("neck"),
    "input.trunk": N_("trunk"),
    "input.score_a": N_("A, with load"),
    "input.score_b": N_("B, with load"),
    "input.recommended": N_("recommended mass"),
    "input.hands_ahead": N_("hands ahead of the ankles"),
    "input.hands_high": N_("hands high"),
    "input.inertia_then": N_("rotational inertia then"),
    "input.inertia_now": N_("rotational inertia now"),
    "input.steps_of_plan": N_("steps"),
    "input.left_hand": N_("left hand"),
    "input.right_hand": N_("right hand"),
    "input.now": N_("now"),
    "input.share": N_("of what is allowed"),
    # sources
    "source.weighed": N_(
        "Your own data: weighed ± 1 %, from a data sheet ± 3 %, estimated ± 15 % (common practice, no source)"
    ),
    "source.gum": N_("Statics; uncertainty to first order after the Guide to the Expression of Uncertainty (JCGM 100)"),
    "source.statics": N_("Statics of a rigid body"),
    "source.geometry": N_("Geometry of the parts as they are drawn"),
    "source.measures": N_("Geometry; sizes of the body after Winter, figure 4.1 (from memory), and estimates"),
    "source.iso_11226": N_(
        "Sizes of the body after Winter, figure 4.1; ISO 11226 for how long an upper arm should be held (both from memory)"
    ),
    "source.rohmert": N_("Rohmert, Applied Ergonomics 4, 1973 (from memory)"),
    "source.rula": N_("McAtamney and Corlett, Applied Ergonomics 24, 1993 (from memory)"),
    "source.lifting": N_("Waters, Putz-Anderson, Garg and Fine, Ergonomics 36, 1993 (from memory)"),
    "source.practice": N_("Common practice, no source"),
    "source.own": N_("Your own data"),
    "source.winter": N_("Sizes of the body after Winter, Biomechanics and Motor Control, figure 4.1 (from memory)"),
    "source.frey": N_(
        "Frey-Law and Avin, Ergonomics 53, 2010 (from memory); strength as entered, or the mean of adults (from memory)"
    ),
    "source.niosh": N_(
        "Masses of the body after Winter, table 4.1; lever and 3400 N after NIOSH 1981 (all from memory)"
    ),
    "source.maker": N_("Your own data: what the maker allows"),
    "source.motor": N_("Motor constant: power lost in a motor that stands = (torque ÷ constant)²"),
    "source.steiner": N_("Parallel axes (Steiner’s theorem)"),
    "source.cable": N_("Your own data; usual stiffness of a cable (estimate)"),
    "source.pendulum": N_("Physical pendulum, for any angle"),
    "source.spin": N_("Rigid body that spins about a fixed axis"),
    "source.oscillator": N_("Damped oscillator on a moving foot; two steps a second (common practice, no source)"),
    "source.hooke": N_("A spring in proportion to its load"),
    "source.meyerhof": N_("Effective area under a load off the middle (Meyerhof 1953, from memory)"),
    "source.cells": N_("Batteries give less in the cold and with age (common practice, no source)"),
}
