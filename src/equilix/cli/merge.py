"""`equilix merge BASE MINE THEIRS --out FILE`: two copies of a document put together; fit for version control."""

from __future__ import annotations

import argparse
import json
import os
from pathlib import Path
from typing import Any

from equilix.errors import Refused
from equilix.facts import Sayable, fact, listed
from equilix.store.conflicts import value_words, where_words
from equilix.store.merging import Conflict, Side, merged
from equilix.store.parsing import open_document
from equilix.store.saving import save
from equilix.words.language import say
from equilix.words.telling import tell

MERGE_VERSION = 1


def add_to(commands: Any) -> None:
    """The command's own parser."""
    said = say("put two copies of a document together that began as one")
    merge = commands.add_parser("merge", help=said, description=said)
    merge.add_argument("base", type=Path, metavar="BASE", help=say("what both began with"))
    merge.add_argument("mine", type=Path, metavar="MINE")
    merge.add_argument("theirs", type=Path, metavar="THEIRS")
    said = say("may be MINE, and no other file that is there")
    merge.add_argument("--out", type=Path, required=True, metavar="FILE", help=said)
    merge.add_argument(
        "--take", action="append", default=[], metavar="KEY=mine|theirs",
        help=say("which side a conflict takes, by its key; may be repeated"),
    )  # fmt: skip
    merge.add_argument("--prefer", choices=("mine", "theirs"), help=say("the side that all other conflicts take"))
    merge.add_argument("--json", action="store_true", help=say("versioned JSON, see docs/report.md"))


def run(options: argparse.Namespace) -> None:
    """Carry the command out. Undecided conflicts are a refusal, and nothing is written."""
    base, mine, theirs = (open_document(each) for each in (options.base, options.mine, options.theirs))
    choices = dict(_choice(each) for each in options.take)
    found = merged(base, mine, theirs, choices, options.prefer or "mine")
    documents = (mine, theirs, base)
    unknown = sorted(choices.keys() - {each.key for each in found.conflicts})
    if unknown:
        raise Refused(fact("merge.no_conflict", key=unknown[0]), fact("merge.keys_are", keys=_keys(found.conflicts)))
    open_ = [each for each in found.conflicts if each.key not in choices and options.prefer is None]
    if options.json:
        print(json.dumps({
            "merge": "equilix", "merge_version": MERGE_VERSION, "written": not open_,
            "conflicts": [
                {
                    "key": each.key, "taken": each.taken if each not in open_ else None,
                    "where": tell(where_words(each, documents)),
                    "mine": tell(value_words(each, each.mine)), "theirs": tell(value_words(each, each.theirs)),
                }
                for each in found.conflicts
            ],
        }, indent=1, ensure_ascii=False))  # fmt: skip
    else:
        for each in found.conflicts:
            said = {"mine": value_words(each, each.mine), "theirs": value_words(each, each.theirs)}
            print(tell(fact("merge.conflict", where=where_words(each, documents), key=each.key, **said)))
    if open_:
        raise Refused(fact("merge.undecided", count=len(open_)), fact("merge.decide"))
    if os.path.lexists(options.out) and options.out.resolve() != options.mine.resolve():
        raise Refused(fact("cli.is_there", file=options.out.name), fact("cli.name_another_file"))
    save(found.document, options.out)
    if not options.json:
        print(tell(fact("merge.written", file=options.out.name)))


def _keys(conflicts: tuple[Conflict, ...]) -> Sayable:
    return listed(each.key for each in conflicts) or fact("common.none")


def _choice(text: str) -> tuple[str, Side]:
    key, _, side = text.rpartition("=")
    if side == "mine":
        return key, "mine"
    if side == "theirs":
        return key, "theirs"
    raise Refused(fact("merge.no_side", text=text), fact("merge.sides"))
