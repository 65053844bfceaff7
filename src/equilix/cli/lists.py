"""`equilix lines`: parts from a list, a table, or another document."""

from __future__ import annotations

import argparse
import json
import sys
from collections.abc import Sequence
from pathlib import Path
from typing import Any, Final, get_args

from equilix.document import empty
from equilix.exchange.lines import Line, lines_of, read_lines, text_of
from equilix.exchange.setup_lines import Placed
from equilix.exchange.tables import Unread
from equilix.exchange.taking import Settled, take_lines
from equilix.facts import fact
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
        told: Sequence[Line] = lines_of(open_document(options.list).parts)
    else:
        told = read_list(options.list, options.how)
    lines = taken_into(options, told)
    if options.json:
        found = {"lines_version": LINES_VERSION, "lines": [line_report(line, display) for line in lines]}
        print(json.dumps(found, indent=1, ensure_ascii=False))
    else:
        for line in lines:
            print(f"{line.number}: {in_words(line, display)}")


def read_list(path: Path, how: How) -> tuple[Line, ...]:
    """The lines of a text file, or of what is piped in (``-``). Raises :class:`Refused`."""
    return read_lines(sys.stdin.read() if str(path) == "-" else text_of(path), how)


def taken_into(options: argparse.Namespace, lines: Sequence[Line]) -> tuple[Settled, ...]:
    """What lines become in the document that ``--into`` names, which is written where ``--save`` names a file."""
    document = open_document(options.into) if options.into is not None else empty()
    document, settled = take_lines(document, lines)
    if options.save is not None:
        save(document, options.save)
    return settled


def line_report(line: Settled, display: Display) -> dict[str, object]:
    """A line as plain JSON values: the part or the placement that it tells, or why it tells none."""
    if isinstance(line, Unread):
        return {"line": line.number, "text": line.text, "problem": tell(line.said, display)}
    if isinstance(line, Placed):
        told = {"setup": line.setup, "what": line.what, "change": line.change}
        return {"line": line.number, "text": line.text, **told}
    part = line.part
    body = part.body()
    return {
        "line": line.number, "text": line.text, "name": part.name, "kind": part.kind, "kind_known": line.known,
        "mass_kg": part.mass_kg, "size_m": [round(float(each), 6) for each in body.high_m - body.low_m],
        "sized": part.sized, "quantity": part.quantity, "energy_wh": part.energy_wh, "price": part.price,
        "focal_m": part.focal_m, "there": line.there,
    }  # fmt: skip


def in_words(line: Settled, display: Display) -> str:
    """A line for a person: the part or the placement that it tells, or why it tells none."""
    if isinstance(line, Unread):
        return f"{line.text.strip()}: {tell(line.said, display)}"
    if isinstance(line, Placed):
        return tell(line.said)
    if line.there:
        return tell(fact("lines.there", part=line.part.name))
    kind = tell(kind_of(line.part).label)
    return f"{line.part.quantity} × {line.part.name}, {kind}, {mass(line.part.mass_kg, display)}"
