"""`equilix lines`: parts from a list, a table, or another document."""

from __future__ import annotations

import argparse
import json
import sys
from collections.abc import Sequence
from pathlib import Path
from typing import Any, Final, get_args

from equilix.document import empty
from equilix.exchange.lines import Line, Unread, lines_of, read_lines, take_lines, text_of
from equilix.kit.catalogue import kind_of
from equilix.kit.parts import How
from equilix.store.parsing import open_document
from equilix.store.saving import SUFFIX, save
from equilix.units import Display
from equilix.words.language import say
from equilix.words.quantities import mass
from equilix.words.telling import tell

LINES_VERSION: Final = 1


def add_to(commands: Any) -> None:
    """The command's own parser."""
    lines = commands.add_parser("lines", help=say("parts from a list: one in a line, or a table with heads"))
    lines.add_argument("list", type=Path, help=say("a text file, or another document; - for what is piped in"))
    lines.add_argument("--how", choices=get_args(How), default="data sheet", help=say("how the masses are known"))
    lines.add_argument("--into", metavar="FILE", type=Path, help=say("add them to the kit of this document"))
    lines.add_argument("--save", metavar="FILE", type=Path, help=say("write the document with them there"))
    lines.add_argument("--json", action="store_true", help=say("versioned JSON, see docs/report.md"))
    lines.add_argument("--units", choices=("metric", "us"), help=say("of all texts; metric where absent"))


def run(options: argparse.Namespace) -> None:
    """Carry the command out."""
    display: Display = options.units or "metric"
    if options.list.suffix == SUFFIX:  # the kit of another document
        lines: tuple[Line, ...] = lines_of(open_document(options.list).parts)
    else:
        lines = read_list(options.list, options.how)
    if options.json:
        found = {"lines_version": LINES_VERSION, "lines": [line_report(line, display) for line in lines]}
        print(json.dumps(found, indent=1, ensure_ascii=False))
    else:
        for line in lines:
            print(f"{line.number}: {in_words(line, display)}")
    save_into(options, lines)


def read_list(path: Path, how: How) -> tuple[Line, ...]:
    """The lines of a text file, or of what is piped in (``-``). Raises :class:`Refused`."""
    return read_lines(sys.stdin.read() if str(path) == "-" else text_of(path), how)


def save_into(options: argparse.Namespace, lines: Sequence[Line]) -> None:
    """Write the document with the parts of the lines in its kit, where ``--save`` names a file."""
    if options.save is not None:
        document = open_document(options.into) if options.into is not None else empty()
        save(take_lines(document, lines)[0], options.save)


def line_report(line: Line, display: Display) -> dict[str, object]:
    """A line as plain JSON values: the part that it tells, or why it tells none."""
    if isinstance(line, Unread):
        return {"line": line.number, "text": line.text, "problem": tell(line.said, display)}
    part = line.part
    body = part.body()
    return {
        "line": line.number, "text": line.text, "name": part.name, "kind": part.kind, "kind_known": line.known,
        "mass_kg": part.mass_kg, "size_m": [round(float(each), 6) for each in body.high_m - body.low_m],
        "sized": part.sized, "quantity": part.quantity, "energy_wh": part.energy_wh, "price": part.price,
        "focal_m": part.focal_m,
    }  # fmt: skip


def in_words(line: Line, display: Display) -> str:
    """A line for a person: the part that it tells, or why it tells none."""
    if isinstance(line, Unread):
        return f"{line.text.strip()}: {tell(line.said, display)}"
    kind = tell(kind_of(line.part).label)
    return f"{line.part.quantity} × {line.part.name}, {kind}, {mass(line.part.mass_kg, display)}"
