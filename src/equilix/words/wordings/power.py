"""What is said of batteries, cables and devices."""

from __future__ import annotations

from typing import Final

from equilix.words.wordings.wording import N_, Wordings, plural

POWER: Final[Wordings] = {
    "batteries.no_battery": N_("No battery."),
    "day.flies_approval": N_("flies with approval"),
    "day.does_not_fly": N_("does not fly"),
    "network.fed_twice": N_("The {name} is fed twice"),
    "network.own_battery_gives_rest": N_(
        "The {device} takes more than the {source} gives: its own battery gives {rest} W, and is empty after {time}"
    ),
    "network.full_one_before_long_takes": N_("Put a full one in before long takes, or feed it from a stronger output"),
    "signals.no_socket": N_("The {cable} goes to “{socket}” of the {part}, which has no such socket"),
    "signals.choose_one": N_("Choose another socket"),
    "signals.other_signal": N_("The {cable} joins a socket for {first} with one for {second}"),
    "signals.no_gives": N_("The {cable} begins at “{socket}”, which only takes"),
    "signals.no_takes": N_("The {cable} ends at “{socket}”, which only gives"),
    "signals.turn_it_round": N_("Turn it round, or choose other sockets"),
    "signals.given": N_("The {cable} begins at “{socket}”, where the {other} is plugged in"),
    "signals.taken": N_("The {cable} ends at “{socket}”, where the {other} is plugged in"),
    "signal.picture": N_("picture"),
    "signal.sound": N_("sound"),
    "signal.time-code": N_("time code"),
    "signal.trigger": N_("the record trigger"),
    "signal.control": N_("control"),
    "network.take_one_two_off": N_("Take one of the two off"),
    "network.would_feed_itself": N_("The {part} would feed itself"),
    "network.take_cable_off": N_("Take a cable off"),
    "network.has_no_output": N_("The {source} has no output “{output}”"),
    "network.has_instead": N_("It has {there}"),
    "network.has_no_input": N_("The {device} has no input “{input}”"),
    "network.does_not_fit": N_("{plug} does not fit {socket}, from {source} to {device}"),
    "network.take_cable_both_connectors": N_("Use a cable with both connectors"),
    "network.has_no_power": N_("The {part} has no power"),
    "network.lead_cable_or_mount_battery": N_("Run a cable to it, or mount a battery on it"),
    "network.feeds_nothing": N_("The {part} feeds nothing"),
    "network.mount_takes": N_("Mount it on something that takes it"),
    "network.takes_volts": N_("{least} to {most} V"),
    "network.put_converter_between_or_take": N_("Put a converter in between, or use a thicker and shorter cable"),
    "network.output_gives": N_("{amperes} A from {output} of the {name}, which gives {most} A"),
    "network.feed_some_another_output": N_("Feed some of it from another output"),
    "network.battery_gives": N_("{amperes} A from the {name}, which gives {most} A"),
    "network.take_larger_battery_or_second": N_("Use a larger battery, or a second one"),
    "network.through_bears": N_("{amperes} A through the {part}, which bears {bears} A"),
    "network.feed_some_past": N_("Feed some of it another way"),
    "network.take_longer_one": N_("Use a longer one"),
    "network.take_one": N_("Use one of {usual}"),
    "network.too_short": N_("The {cable} is {missing} too short"),
    "network.taut": N_("The {cable} is taut"),
    "network.tie": N_("{take}, and tie it"),
    "network.hangs_across_rig_along_missing": N_(
        "The {cable} hangs across the rig: run along it, it is {missing} short"
    ),
    "network.or_mind_nothing_catches": N_("{take}, or watch that nothing catches in it"),
    "network.has_too_much_loop_snags": N_("The {cable} has {loop} too much: a loop that snags"),
    "network.tie_up_or_take_shorter": N_("Tie it up, or use a shorter one"),
    "network.too_little": N_("{volts} V is too little for the {device}: {takes}"),
    "network.too_much": N_("{volts} V is too much for the {device}: {takes}"),
    "day.flies": N_("flies"),
    "batteries.free": N_("{count} up to 100 Wh in the cabin"),
    "batteries.with_approval": N_("{count} over 100 Wh with the airline’s approval"),
    "batteries.with_approval_spares": N_("{count} over 100 Wh with the airline’s approval, but only {spares} spares"),
    "batteries.not_at_all": N_("{count} over 160 Wh not as baggage"),
    "batteries.airline_decides": N_("{what}. Terminals covered, in the cabin; the airline decides."),
    "day.chargers": plural("{count} charger", "{count} chargers", by="count"),
    "day.changes": plural("{count} change", "{count} changes", by="count"),
}
