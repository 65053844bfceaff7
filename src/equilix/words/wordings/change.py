"""What is said of lenses, their marks, and what changes on a rig in a day."""

from __future__ import annotations

from typing import Final

from equilix.words.wordings.wording import N_, Wordings, plural

CHANGE: Final[Wordings] = {
    "lenses.no_lens": N_("“{part}” is no lens"),
    "lenses.choose_lens": N_("Choose a lens of the kit that has a set of its own"),
    "lenses.not_along": N_("“{part}” cannot go on along with a lens"),
    "lenses.choose_along": N_("Choose what belongs to a lens: a support, a filter, a matte box, a gear ring"),
    "lenses.no_adapter": N_("“{part}” is no adapter"),
    "lenses.choose_adapter": N_("Choose an adapter of the kit, or none"),
    "lenses.adapter_does_not_take": N_("{adapter:cap} does not take the mount of {lens}"),
    "lenses.no_set": N_("Nothing has been said of what goes on with “{part}”"),
    "lenses.no_mount": N_("No camera in “{setup}” has a free mount for {lens}"),
    "lenses.put_camera_on": N_("Put a camera on first, or take off what stands on its mount"),
    "lenses.nothing_on": N_("Nothing is on this rig yet"),
    "lenses.nothing_carries": N_("Nothing carries it yet: it needs {needs}"),
    "lenses.nothing_slides": N_("Nothing on this rig slides fore and aft"),
    "lenses.none_served": N_("No lens gets its balance on {plate}"),
    "lenses.some_served": plural(
        N_("One mark serves {count} of {all} lenses"), N_("{marks} marks serve {count} of {all} lenses"), "marks"
    ),
    "lenses.all_served": plural(
        N_("One mark of {plate} serves all lenses"), N_("{marks} marks of {plate} serve all lenses"), "marks"
    ),
    "lenses.headline": N_("{setup}: {said:low}."),
    "lenses.two_lenses": N_("There are several lenses on it: the one nearest to the base is swapped."),
    "lenses.still_hold": plural(
        N_("It still holds all of them on one: {at}."), N_("It still holds them on {marks}: {at}."), "marks"
    ),
    "lenses.shortest": N_("The shortest travel that serves all: {length}."),
    "lenses.more_behind": N_("To serve all, the track of {owner} would have to go on for {more} at its rear end."),
    "lenses.more_ahead": N_("To serve all, the track of {owner} would have to go on for {more} at its front end."),
    "lenses.would_serve": N_("In the kit: {parts} would serve all."),
    "lenses.once": N_("Slide {part} to {at} once: then every lens has its mark."),
    "lenses.without_two": plural(
        N_("Without {lenses} one mark would do."), N_("Without {lenses} {marks} would do."), "marks"
    ),
    "lenses.instead": N_("Or leave {plate} on {at} and slide {part} instead, between {low} and {high}."),
    "lenses.reads": N_("{plate:cap} on {at}"),
    "lenses.left_over": N_("{off} is left"),
    "lenses.short_ahead": N_("{by} short at the front end"),
    "lenses.short_back": N_("{by} short at the rear end"),
    "lenses.stopped_by": N_("stopped by {part}"),
    "lenses.also_on": N_("{part} on {at}"),
    "lenses.then_also": N_("then also put right: {balances}"),
    "lenses.strikes": N_("in the same room: {parts}"),
    "lenses.left_off": N_("nothing takes {parts}: left off"),
    "tape.none": N_("No track of “{setup}” has marks of lenses"),
    "tape.needs_track": N_("Put on something that slides fore and aft, or take all tracks"),
    "tape.line": N_("{part:cap} on {on}, {low} to {high}, now {now}"),
    "printing.no_form": N_("“{file}” has no ending that is known"),
    "printing.forms": N_("Allowed are {forms}"),
}
