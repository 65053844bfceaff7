"""`equilix compare FILE A B`: two setups side by side."""

from __future__ import annotations

import argparse
import json
from pathlib import Path
from typing import Any

from equilix.change.beside import beside
from equilix.cli.choosing import setup_named
from equilix.cli.printer import add_texts
from equilix.errors import Refused
from equilix.facts import fact
from equilix.report.beside import compare_report, compare_text
from equilix.store.parsing import open_document
from equilix.words.language import say


def add_to(commands: Any) -> None:
    """The command's own parser."""
    said = say("two setups side by side: figures, parts that only one has, minutes from one to the other")
    command = commands.add_parser("compare", help=said, description=said)
    command.add_argument("file", type=Path)
    command.add_argument("first", metavar="A", help=say("a setup, by name or id"))
    command.add_argument("second", metavar="B", help=say("the other"))
    add_texts(command)


def run(options: argparse.Namespace) -> None:
    """Carry the command out."""
    document = open_document(options.file)
    display = options.units or document.display
    first, second = (setup_named(document, each) for each in (options.first, options.second))
    if first.id == second.id:
        raise Refused(fact("beside.same", setup=first.name), fact("beside.name_two"))
    found = beside(document, first.id, second.id)
    report = compare_report(found, display)
    print(json.dumps(report, indent=1, ensure_ascii=False) if options.json else compare_text(found, display))
