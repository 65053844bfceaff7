"""`equilix buy`: what the wanted parts of the kit would do to a setup, and the best of them for the money."""

from __future__ import annotations

import argparse
import json
from pathlib import Path
from typing import Any

from equilix.change.buying import AIMS, wanted
from equilix.cli.choosing import setup_named
from equilix.cli.printer import add_texts
from equilix.errors import Refused
from equilix.facts import fact
from equilix.report.buying import buy_report, buy_text
from equilix.store.parsing import open_document
from equilix.words.language import say


def add_to(commands: Any) -> None:
    """The command's own parser."""
    said = say("what the wanted parts of the kit would do to a setup, each tried where it fits, without touching it")
    buy = commands.add_parser("buy", help=said, description=said)
    buy.add_argument("file", type=Path)
    buy.add_argument("--setup", metavar="NAME", help=say("name or id; the one open last where absent"))
    buy.add_argument(
        "--for", dest="aim", choices=AIMS, default="lasts",
        help=say("what is aimed for: how long the body or the power lasts, steadiness, lenses that balance"),
    )  # fmt: skip
    buy.add_argument("--budget", metavar="SUM", help=say("find the best set that costs no more"))
    add_texts(buy)


def run(options: argparse.Namespace) -> None:
    """Carry the command out."""
    document = open_document(options.file)
    display = options.units or document.display
    setup = setup_named(document, options.setup)
    if not wanted(document):
        raise Refused(fact("buy.none_wanted"), fact("buy.mark_some"))
    if not setup.placements:
        raise Refused(fact("buy.nothing_on", setup=setup.name), fact("buy.build_first"))
    budget = None if options.budget is None else _sum(options.budget)
    if options.json:
        found = buy_report(document, setup, options.aim, budget, display)
        print(json.dumps(found, indent=1, ensure_ascii=False))
    else:
        print(buy_text(document, setup, options.aim, budget, display))


def _sum(text: str) -> float:
    try:
        value = float(text.replace(",", "."))
    except ValueError:
        value = -1.0
    if not 0 < value < 1e9:
        raise Refused(fact("buy.no_money", text=text), fact("buy.sum_allowed"))
    return value
