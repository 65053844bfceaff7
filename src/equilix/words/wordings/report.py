"""What stands in reports for the terminal."""

from __future__ import annotations

from typing import Final

from equilix.words.wordings.wording import N_, Wordings, plural

REPORT: Final[Wordings] = {
    "report.head": N_("{setup}, carried {way} by {operator}\n  {reading}\n  Mass {mass}"),
    "report.line": N_("  {said}"),
    "report.labelled": N_("  {label}: {said}"),
    "report.warned": N_("{line} ▲ {warning}"),
    "report.hand": N_("  {hand}: {size} ({forward} forward, {left} left, {up} up)"),
    "report.effort": N_("  {effort}: {share} of its strength, {lasts}"),
    "report.check": N_("  Check, {level}: {title}: {said}"),
    "report.power": N_("  Power: {trouble}"),
    "report.how_sure": N_("  How sure: {said}"),
    "report.plus": N_("+{size}"),
    "report.minus": N_("−{size}"),
    "report.weight_goes": N_("  Where the weight goes: {parts}"),
    "report.letting_go": N_("  Letting go with the {side} hand: {said}"),
    "report.lower_back": N_("  Lower back: {said}"),
    "report.gaze": N_("  Gaze: {up} {way} to the {screen}"),
    "report.price": N_("  Price: {prices}."),
    "report.price_now": N_("{label:low} {said} (now {now})"),
    "report.nothing_to_plan": N_("Nothing carries this rig: there is nothing to plan."),
    "report.nothing_added": N_("nothing added"),
    "report.plan": N_("{title}: {cost}, about {minutes} min"),
    "report.step": N_("  {said}."),
    "report.only": N_("  Only {what}."),
    "report.caution": N_("  ▲ {said}"),
    "report.then": N_("  Then: {said}"),
    "report.carried": N_("{setup}, carried {way}"),
    "report.seen": N_("  {balance}, seen “{seen}”: {said}"),
    "report.guided": N_("{number}. {title}: {prepare}"),
    "report.right_as_it_is": N_("   Right as it is."),
    "report.inner": N_("   {said}"),
    "report.inner_step": N_("   {said}."),
    "report.right_when": N_("   Right when: {said}"),
    "cli.no_axis": N_("“{axis}” is not an axis of this rig"),
    "cli.has": N_("It has {there}"),
    "cli.write_axis_words": N_("Write “AXIS=WORDS”"),
    "cli.no_setup_named": N_("There is no setup “{name}”"),
    "cli.no_setup": N_("The document has no setup"),
    "cli.nothing_wrong": N_("{file}: {parts}, {setups}, no errors."),
    "cli.not_known": N_("  {place}: “{key}” is not known to this version; it is kept and not used."),
    "document.count_parts": plural("{count} part", "{count} parts", by="count"),
    "document.count_setups": plural("{count} setup", "{count} setups", by="count"),
    "report.price_each": N_("{label:low} {said}"),
    "document.count_pieces": plural("{count} piece", "{count} pieces", by="count"),
    "document.count_differences": plural("{count} difference", "{count} differences", by="count"),
}
