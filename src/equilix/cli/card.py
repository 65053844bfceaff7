"""`equilix card`: cards of setups or of one setup's lenses, a report on one page, the list of parts."""

from __future__ import annotations

import argparse
import datetime
import json
from pathlib import Path
from typing import Any

from equilix.analysis import analyse
from equilix.change.card_sets import lens_cards, setup_cards
from equilix.change.parts_list import parts_list
from equilix.cli.choosing import setup_named
from equilix.cli.printer import MakePrinter, add_out, add_texts
from equilix.errors import Refused
from equilix.facts import fact
from equilix.report.cards import cards_report, cards_text, parts_report, parts_text
from equilix.result import Result
from equilix.store.parsing import open_document
from equilix.words.language import say


def add_to(commands: Any) -> None:
    """The command's own parser."""
    said = say("cards with marks, power and checks; a report on one page; the list of parts with prices")
    card = commands.add_parser("card", help=said, description=said)
    card.add_argument("file", type=Path)
    card.add_argument(
        "--setup", metavar="NAME", action="append", default=[], help=say("only this one; may be repeated")
    )
    card.add_argument(
        "--what", choices=("setups", "lenses", "report", "parts"), default="setups",
        help=say("a card for each setup; for each lens of one setup; one setup on a page; its parts"),
    )  # fmt: skip
    card.add_argument("--size", choices=("a6", "a5"), default="a6", help=say("of a card; as many as fit on the page"))
    card.add_argument("--date", default="", help=say("what stands on it as the date; today where absent"))
    add_texts(card)
    add_out(card, "a4")


def run(options: argparse.Namespace, printer: MakePrinter) -> None:
    """Carry the command out."""
    document = open_document(options.file)
    display = options.units or document.display
    chosen = [setup_named(document, each) for each in options.setup]
    date = options.date or datetime.date.today().isoformat()
    if options.what in ("report", "parts"):
        setup = chosen[0] if chosen else setup_named(document, None)
        result = Result(analyse(document, setup))
        lines = parts_list(document, result.analysis)
        if options.what == "parts" and (options.json or options.out is None):
            found = parts_report(lines, display)
            print(json.dumps(found, indent=1, ensure_ascii=False) if options.json else parts_text(lines, display))
        if options.what == "report" and options.out is None:
            raise Refused(fact("card.page_needs_file"), fact("card.or_report"))
        if options.out is not None and options.what == "parts":
            printer().parts(document, result, lines, display, options.out, options.page)
        elif options.out is not None:
            printer().setup(document, result, display, date, options.out, options.page)
        return
    if options.what == "lenses":
        cards = list(lens_cards(document, chosen[0] if chosen else setup_named(document, None)))
    else:
        cards = list(setup_cards(document, chosen or document.setups))
    if not cards:
        raise Refused(fact("card.none"), fact("card.needs"))
    if options.json:
        print(json.dumps(cards_report(cards, display), indent=1, ensure_ascii=False))
    elif options.out is None:
        print(cards_text(cards, display))
    if options.out is not None:
        printer().cards(document, cards, options.size, display, date, options.out, options.page)
