"""What is said of parts that are told in lines of text or in a table."""

from __future__ import annotations

from typing import Final

from equilix.words.wordings.wording import N_, Wordings, plural

LINES: Final[Wordings] = {
    "lines.too_many": N_("{count} lines are more than can be read at once"),
    "lines.most": N_("Take {most} at most"),
    "taking.no_room": plural(
        "{count} part more does not go into a kit of {there}",
        "{count} parts more do not go into a kit of {there}",
        by="count",
    ),
    "lines.all_there": plural(
        "The {count} part of “{name}” is in this kit.", "All {count} parts of “{name}” are in this kit.", by="count"
    ),
    "lines.not_there": plural(
        "{new} of {count} parts of “{name}” is not in this kit. Tick it to take it.",
        "{new} of {count} parts of “{name}” are not in this kit. Tick those to be taken.",
        by="new",
    ),
    "lines.can_be_taken": plural("{told} of {all} line can be taken.", "{told} of {all} lines can be taken.", by="all"),
    "lines.put_in": plural("Put {count} part into the kit", "Put {count} parts into the kit", by="count"),
    "lines.are_in": plural("{count} part is in the kit.", "{count} parts are in the kit.", by="count"),
    "taking.most_parts": N_("It holds {most}: take some out first"),
    "lines.too_long": N_("The line is longer than {most} characters"),
    "lines.one_part_a_line": N_("Write one part in a line"),
    "lines.two_sizes": N_("Two sizes in one line"),
    "lines.two_masses": N_("Two masses in one line"),
    "lines.no_mass": N_("No mass with a unit"),
    "lines.write_as": N_("Write it as “24–70 zoom 950 g 88×125”"),
    "lines.comma": N_("“{value}” may be thousands or a decimal"),
    "lines.write_without": N_("Write {one} or {other}"),
    "lines.over_the_head": N_("It stands over the heads of the table"),
    "lines.nothing_to_do": N_("Nothing is to be done"),
    "lines.one_cell": N_("Only one cell is filled: a heading, or merged cells"),
    "lines.no_size": N_("“{given}” is no size"),
    "lines.write_size_as": N_("Write it as 88×125 or 140×115×120 mm"),
    "lines.no_count": N_("“{given}” is no number of pieces"),
    "lines.count_is": N_("Whole numbers from 1 to 99 are allowed"),
    "lines.no_class": N_("“{given}” is no price class"),
    "lines.class_is": N_("Whole numbers from 1 (cheap) to {most} are allowed"),
    "lines.no_name": N_("No name"),
    "lines.no_unit": N_("“{given}” has no unit"),
    "lines.write_unit": N_("Write it behind the figure, or over the column"),
    "shelf.more": plural("{count} more: type a word.", "{count} more: type a word.", by="count"),
    "shelf.kept": plural(
        "{count} part of the kit is on your shelf.", "{count} parts of the kit are on your shelf.", by="count"
    ),
    "shelf.wrong_line": N_("Line {line} of your shelf: {said}"),
    "cli.cannot_read": N_("“{file}” cannot be read: {why}"),
    "cli.no_printer": N_("Pages cannot be drawn here"),
    "cli.install_interface": N_("Install the program with its interface (PySide6) to draw them"),
    "cli.is_there": N_("“{file}” is there already, and is not replaced"),
    "cli.name_another_file": N_("Name another file"),
    "cli.no_text": N_("“{file}” is no text that can be read"),
    "cli.save_as_utf8": N_("Save it as text in UTF-8"),
}
