"""The command line for people who script: every command that needs no window."""

from __future__ import annotations

import argparse
import json
import math
import sys
from collections.abc import Callable, Iterator, Sequence
from pathlib import Path
from typing import Final

from equilix.analysis import analyse
from equilix.cli import (
    bench,
    buy,
    card,
    compare,
    convert,
    day,
    export,
    lenses,
    lists,
    merge,
    notebook,
    pack,
    practice,
    quick,
    shelf,
    simulate,
    starters,
    tape,
)
from equilix.cli.choosing import setup_named
from equilix.cli.printer import MakePrinter, no_printer
from equilix.document import Document
from equilix.errors import EquilixError, Refused
from equilix.facts import fact, listed
from equilix.guide.observing import take_in
from equilix.model import Model
from equilix.planner.schools import plan, plans
from equilix.report import LEVEL, guide_report, guide_text, plans_report, plans_text, report, report_text, schema_text
from equilix.store.parsing import open_document
from equilix.store.saving import save
from equilix.units import Display
from equilix.words.language import say
from equilix.words.telling import tell

WITH_A_SIGN: Final = ("--attitude", "--base-tip-axis", *quick.WITH_A_SIGN)
"""Options whose value may begin with a minus sign."""


def build_command_parser() -> argparse.ArgumentParser:
    """The parser of the commands that need no window."""
    parser = argparse.ArgumentParser(prog="equilix")
    commands = parser.add_subparsers(dest="command", required=True)
    for name, said in (
        ("report", say("what a setup does and what it costs the body")),
        ("plan", say("the best way of each school to balance a setup")),
        ("guide", say("balance it by hand: the steps in their order, and what the real thing does taken in")),
    ):
        command = commands.add_parser(name, help=said, description=said)
        command.add_argument("file", type=Path)
        command.add_argument("--setup", metavar="NAME", help=say("name or id; the one open last where absent"))
        command.add_argument("--json", action="store_true", help=say("versioned JSON, see docs/report.md"))
        command.add_argument(
            "--units", choices=("metric", "us"), help=say("of all texts; those of the document where absent")
        )
        if name == "report":
            command.add_argument(
                "--attitude", metavar="PAN,ROLL,TILT", type=_attitude, action="append",
                help=say("degrees from the attitude as drawn; gives the gimbal’s hold torques there; may be repeated"),
            )  # fmt: skip
            command.add_argument(
                "--base-tip",
                metavar="DEG",
                type=float,
                default=0.0,
                help=say("tip the gimbal’s base front down by so much"),
            )
            command.add_argument(
                "--base-tip-axis", metavar="X,Y,Z", type=_axis, default=(0.0, 1.0, 0.0),
                help=say(
                    "tip it right-handed about this direction instead (forward, left, up); 1,0,0 lifts the left side"
                ),
            )  # fmt: skip
        if name == "guide":
            command.add_argument(
                "--seen", metavar="AXIS=WORDS", action="append", default=[],
                help=say("what the real thing does: “tilt fore-aft=12° nose-up”, “drop time=1.4 s”; may be repeated"),
            )  # fmt: skip
            command.add_argument("--save", metavar="FILE", type=Path, help=say("write the corrected document there"))
    check = commands.add_parser("check", help=say("say what is wrong with a document"))
    check.add_argument("file", type=Path)
    buy.add_to(commands)
    card.add_to(commands)
    compare.add_to(commands)
    convert.add_to(commands)
    day.add_to(commands)
    export.add_to(commands)
    lenses.add_to(commands)
    bench.add_to(commands)
    simulate.add_to(commands)
    lists.add_to(commands)
    merge.add_to(commands)
    notebook.add_to(commands)
    practice.add_to(commands)
    pack.add_to(commands)
    quick.add_to(commands)
    shelf.add_to(commands)
    starters.add_to(commands)
    tape.add_to(commands)
    commands.add_parser("schema", help=say("print the JSON schema of a document"))
    return parser


def run(arguments: Sequence[str], printer: MakePrinter = no_printer) -> int:
    """Run one command; returns the exit code. ``printer`` makes whoever draws pages; it is made only where one does."""
    options = build_command_parser().parse_args(list(_with_values(arguments)))
    try:
        if options.command in PRINTING:
            PRINTING[options.command](options, printer)
        else:
            COMMANDS[options.command](options)
    except EquilixError as error:
        said = tell(error.said, getattr(options, "units", None) or "metric")
        print(f"equilix: {said}", file=sys.stderr)
        return 1
    return 0


def _report(options: argparse.Namespace) -> None:
    document, display = _opened(options)
    analysis = analyse(document, setup_named(document, options.setup))
    if options.json:
        whole = report(analysis, options.attitude or LEVEL, options.base_tip, options.base_tip_axis, display)
        print(json.dumps(whole, indent=1, ensure_ascii=False))
    else:
        print(report_text(analysis, display))


def _plan(options: argparse.Namespace) -> None:
    document, display = _opened(options)
    found = list(plans(document, setup_named(document, options.setup).id))
    if options.json:
        print(json.dumps(plans_report(found, display), indent=1, ensure_ascii=False))
    else:
        print(plans_text(found, display))


def _opened(options: argparse.Namespace) -> tuple[Document, Display]:
    """The document of the command, and the units of its texts."""
    document = open_document(options.file)
    return document, options.units or document.display


def _guide(options: argparse.Namespace) -> None:
    document, display = _opened(options)
    setup, corrections = setup_named(document, options.setup), []
    for each in options.seen:
        axis, _, words = each.partition("=")
        analysis = analyse(document, document.setups_by_id[setup.id])
        condition = next((c for c in analysis.conditions if tell(c.balance.key) == axis.strip()), None)
        if condition is None:
            there = listed(c.balance.key for c in analysis.conditions) or fact("common.none")
            raise Refused(
                fact("cli.no_axis", axis=axis.strip()), fact("cli.has", there=there), fact("cli.write_axis_words")
            )
        corrections.append(take_in(document, analysis, condition, words))
        document = corrections[-1].document
    analysis = analyse(document, document.setups_by_id[setup.id])
    moves = plan("move", document, analysis)
    if options.json:
        print(json.dumps(guide_report(analysis, moves, corrections, display), indent=1, ensure_ascii=False))
    else:
        print(guide_text(analysis, moves, corrections, display))
    if options.save is not None:
        save(document, options.save)


def _with_values(arguments: Sequence[str]) -> Iterator[str]:
    """The arguments with the values that may begin with a minus sign joined to their option."""
    left = iter(arguments)
    for each in left:
        value = next(left, None) if each in WITH_A_SIGN else None
        yield each if value is None else f"{each}={value}"


def _attitude(text: str) -> tuple[float, float, float]:
    try:
        pan, roll, tilt = (float(each) for each in text.split(","))
    except ValueError:
        raise argparse.ArgumentTypeError(
            say("“{text}” is not an attitude; three numbers of degrees are allowed: PAN,ROLL,TILT, as 0,0,30").format(
                text=text
            )
        ) from None
    return pan, roll, tilt


def _axis(text: str) -> tuple[float, float, float]:
    try:
        x, y, z = (float(each) for each in text.split(","))
    except ValueError:
        x = y = z = float("nan")
    if not math.isfinite(x + y + z) or x * x + y * y + z * z < 1e-12:
        raise argparse.ArgumentTypeError(
            say("“{text}” is not a direction; three numbers that are not all 0 are allowed: X,Y,Z, as 1,0,0").format(
                text=text
            )
        )
    return x, y, z


def _check(options: argparse.Namespace) -> None:
    path: Path = options.file
    document = open_document(path)
    parts = fact("document.count_parts", count=len(document.parts))
    setups = fact("document.count_setups", count=len(document.setups))
    print(tell(fact("cli.nothing_wrong", file=path.name, parts=parts, setups=setups)))
    for place, extra in unknown_keys(document):
        print(tell(fact("cli.not_known", place=place, key=extra)))


def unknown_keys(value: object, place: str = "document") -> list[tuple[str, str]]:
    """Keys anywhere in a document that this version does not know, with their places."""
    found: list[tuple[str, str]] = []
    if isinstance(value, Model):
        found.extend((place, key) for key in value.others)
        for name in value.given:
            found.extend(unknown_keys(getattr(value, name, None), f"{place}.{name}"))
    elif isinstance(value, tuple):
        for number, each in enumerate(value):
            found.extend(unknown_keys(each, f"{place}[{number}]"))
    return found


COMMANDS: Final[dict[str, Callable[[argparse.Namespace], None]]] = {
    "report": _report,
    "plan": _plan,
    "guide": _guide,
    "check": _check,
    "buy": buy.run,
    "compare": compare.run,
    "lenses": lenses.run,
    "bench": bench.run,
    "simulate": simulate.run,
    "lines": lists.run,
    "merge": merge.run,
    "notebook": notebook.run,
    "practice": practice.run,
    "quick": quick.run,
    "shelf": shelf.run,
    "starters": starters.run,
    "new": starters.run_new,
    "schema": lambda _options: print(schema_text(), end=""),
}
"""What carries each command out."""
PRINTING: Final[dict[str, Callable[[argparse.Namespace, MakePrinter], None]]] = {
    "card": card.run,
    "day": day.run,
    "pack": pack.run,
    "convert": convert.run,
    "export": export.run,
    "tape": tape.run,
}
"""Those that can draw pages too."""
