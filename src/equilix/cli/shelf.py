"""`equilix shelf`: typical parts by any word for them, into a document or onto one's own shelf."""

from __future__ import annotations

import argparse
import json
from pathlib import Path
from typing import Any, Final

from equilix.cli.lists import in_words, line_report, read_list, taken_into
from equilix.exchange.lines import Told, parts_of
from equilix.facts import fact
from equilix.shelf.search import search
from equilix.shelf.shelf import put_on_own, read_shelf
from equilix.units import Display
from equilix.words.language import say
from equilix.words.telling import tell

SHELF_VERSION: Final = 1


def add_to(commands: Any) -> None:
    """The command's own parser."""
    said = say("typical parts, by any word that is used for them; weigh yours")
    shelf = commands.add_parser("shelf", help=said, description=said)
    shelf.add_argument("words", nargs="*", help=say("every word must stand in what a part is called; all where absent"))
    shelf.add_argument("--file", type=Path, help=say("another shelf beside what ships with the program"))
    shelf.add_argument("--add", metavar="LIST", type=Path, help=say("put the parts of a list on your own shelf"))
    shelf.add_argument("--into", metavar="FILE", type=Path, help=say("add what is found to the kit of this document"))
    shelf.add_argument("--save", metavar="FILE", type=Path, help=say("write the document with it there"))
    shelf.add_argument("--json", action="store_true", help=say("versioned JSON, see docs/report.md"))
    shelf.add_argument("--units", choices=("metric", "us"), help=say("of all texts; metric where absent"))


def run(options: argparse.Namespace) -> None:
    """Carry the command out."""
    display: Display = options.units or "metric"
    added = parts_of(read_list(options.add, "data sheet")) if options.add is not None else ()
    if options.add is not None:
        put_on_own([line.part for line in added if isinstance(line, Told)], options.file)
    shelf = read_shelf(options.file)
    found = search(" ".join(options.words), shelf.items)
    wrong = [
        *(in_words(line, display) for line in added if not isinstance(line, Told)),
        *(tell(fact("shelf.wrong_line", line=each.number, said=each.said), display) for each in shelf.wrong),
    ]
    if options.json:
        items = [{**line_report(each, display), "also": each.also, "price_class": each.price_class} for each in found]
        print(
            json.dumps({"shelf_version": SHELF_VERSION, "items": items, "wrong": wrong}, indent=1, ensure_ascii=False)
        )
    else:
        for each in found:
            print(in_words(each, display))
        for said in wrong:
            print(f"▲ {said}")
    taken_into(options, found)
