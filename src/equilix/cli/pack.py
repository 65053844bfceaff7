"""`equilix pack`: what goes into which case, and what comes off the rig for it."""

from __future__ import annotations

import argparse
import json
from pathlib import Path
from typing import Any

from equilix.change.packing.packing import pack
from equilix.cli.choosing import setup_named, setup_or_kit
from equilix.cli.printer import MakePrinter, add_out, add_texts
from equilix.report.packing import pack_report, pack_text
from equilix.store.parsing import open_document
from equilix.words.language import say


def add_to(commands: Any) -> None:
    """The command's own parser."""
    said = say("what goes into which case, what comes off the rig for it, minutes, mass, batteries: a list to tick")
    command = commands.add_parser("pack", help=said, description=said)
    command.add_argument("file", type=Path)
    command.add_argument("--setup", metavar="NAME", help=say("name or id; the one open last where absent"))
    command.add_argument("--rig", action="store_true", help=say("only the rig, without the rest of the kit"))
    add_texts(command)
    add_out(command, "a4")


def run(options: argparse.Namespace, printer: MakePrinter) -> None:
    """Carry the command out."""
    document = open_document(options.file)
    display = options.units or document.display
    setup = (setup_named if options.rig else setup_or_kit)(document, options.setup)
    found = pack(document, setup, whole_kit=not options.rig)
    if options.json:
        print(json.dumps(pack_report(found, display), indent=1, ensure_ascii=False))
    elif options.out is None:
        print(pack_text(found, display))
    if options.out is not None:
        printer().packing(document, found, display, options.out, options.page)
