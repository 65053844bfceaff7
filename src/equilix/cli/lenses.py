"""`equilix lenses`: the mark of every lens on every setup."""

from __future__ import annotations

import argparse
import json
from pathlib import Path
from typing import Any

from equilix.cli.choosing import setup_named
from equilix.cli.printer import add_texts
from equilix.report.lenses import lens_table, lenses_report, lenses_text
from equilix.store.parsing import open_document
from equilix.words.language import say


def add_to(commands: Any) -> None:
    """The command's own parser."""
    said = say("where the plate must stand for every lens, on every setup")
    lenses = commands.add_parser("lenses", help=said, description=said)
    lenses.add_argument("file", type=Path)
    lenses.add_argument(
        "--setup", metavar="NAME", action="append", default=[], help=say("only this one; may be repeated")
    )
    add_texts(lenses)


def run(options: argparse.Namespace) -> None:
    """Carry the command out."""
    document = open_document(options.file)
    display = options.units or document.display
    setups = [setup_named(document, each) for each in options.setup] or list(document.setups)
    found = lens_table(document, setups)
    if options.json:
        print(json.dumps(lenses_report(document, found, display), indent=1, ensure_ascii=False))
    else:
        print(lenses_text(document, found, display))
