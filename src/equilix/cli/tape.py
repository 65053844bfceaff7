"""`equilix tape`: a strip for every track, with a tick for each lens; on pages at true size with ``--out``."""

from __future__ import annotations

import argparse
import json
from pathlib import Path
from typing import Any

from equilix.change.tapes import chosen_tapes
from equilix.cli.choosing import setup_named
from equilix.cli.printer import MakePrinter, add_out, add_texts
from equilix.report.tape import tape_report, tape_text
from equilix.store.parsing import open_document
from equilix.words.language import say


def add_to(commands: Any) -> None:
    """The command's own parser."""
    said = say("a strip of tape for every track, with a tick for each lens, to print at true size")
    tape = commands.add_parser("tape", help=said, description=said)
    tape.add_argument("file", type=Path)
    tape.add_argument("--setup", metavar="NAME", help=say("name or id; the one open last where absent"))
    tape.add_argument("--all", action="store_true", help=say("also the tracks that no lens has a mark on"))
    add_texts(tape)
    add_out(tape, "a4")


def run(options: argparse.Namespace, printer: MakePrinter) -> None:
    """Carry the command out."""
    document = open_document(options.file)
    display = options.units or document.display
    setup = setup_named(document, options.setup)
    strips = chosen_tapes(document, setup, everything=options.all)
    if options.json:
        print(json.dumps(tape_report(setup, strips), indent=1, ensure_ascii=False))
    elif options.out is None:
        print(tape_text(setup, strips, display))
    if options.out is not None:
        printer().tapes(document, setup, strips, display, options.out, options.page)
