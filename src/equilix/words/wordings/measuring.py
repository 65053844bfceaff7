"""What is said on the bench: how to set something up, what was read, what it means."""

from __future__ import annotations

from typing import Final

from equilix.words.wordings.wording import N_, Wordings

MEASURING: Final[Wordings] = {
    "measuring.full": N_("More than {most} readings cannot be kept"),
    "measuring.take_some_out": N_("Take some out first"),
    "measuring.no_reading": N_("There is no reading “{reading}”"),
    "measuring.name_one": N_("Name one that was taken"),
    "measuring.nothing": N_("There is nothing to be measured"),
    "measuring.put_something": N_("Put something on the rig first"),
    "measuring.supports_apart": N_("two supports must stand at least 10 mm apart"),
    "measuring.wires": N_("both wires have a length, and hang at least 10 mm apart"),
    "measuring.not_about_z": N_("it hangs, drops and is held about an axis that lies, x or y"),
    "measuring.below_0": N_("what a scale or a watch says is not below 0"),
    "instruments.not_open": N_("“{port}” is not open"),
    "instruments.no_port": N_("“{port}” cannot be opened: {why}"),
    "instruments.says_nothing": N_("What is at “{port}” does not say that it is an instrument"),
    "instruments.rubbish": N_("{name} sends what is no reading"),
    "instruments.stalls": N_("{name} has said nothing for {s} s"),
    "instruments.gone": N_("What was at “{port}” is gone"),
    "instruments.no_recording": N_("“{file}” is no recording of an instrument"),
    "instruments.too_long": N_("“{file}” has more than {most} samples"),
    "measuring.none_yet": N_("Nothing has been measured yet"),
    "measuring.take_one": N_("Take a reading first"),
}
