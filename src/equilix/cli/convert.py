"""`equilix convert FROM TO`: the steps from one setup to another; as a sheet of small drawings with ``--out``."""

from __future__ import annotations

import argparse
import json
from pathlib import Path
from typing import Any

from equilix.change.conversion.conversion import convert
from equilix.cli.choosing import setup_named
from equilix.cli.printer import MakePrinter, add_out, add_texts
from equilix.report.conversion import convert_report, convert_text
from equilix.store.parsing import open_document
from equilix.words.language import say


def add_to(commands: Any) -> None:
    """The command's own parser."""
    said = say("the shortest list of steps from one setup to another, with tools, minutes, and how it rests")
    parser = commands.add_parser("convert", help=said, description=said)
    parser.add_argument("file", type=Path)
    parser.add_argument("start", metavar="FROM", help=say("the setup that stands there, by name or id"))
    parser.add_argument("end", metavar="TO", help=say("the one that is wanted"))
    add_texts(parser)
    add_out(parser, "a4")


def run(options: argparse.Namespace, printer: MakePrinter) -> None:
    """Carry the command out."""
    document = open_document(options.file)
    display = options.units or document.display
    start, end = setup_named(document, options.start), setup_named(document, options.end)
    found = convert(document, start.id, end.id)
    if options.json:
        print(json.dumps(convert_report(found, display), indent=1, ensure_ascii=False))
    elif options.out is None:
        print(convert_text(found, display))
    if options.out is not None:
        printer().conversion(document, found, display, options.out, options.page)
