"""`equilix quick`: what balances a rig of which only mass and balance point are known."""

from __future__ import annotations

import argparse
import json
from pathlib import Path
from typing import Any, Final

from equilix import units
from equilix.carry import WAYS
from equilix.cli.writing import save_new
from equilix.errors import Refused
from equilix.facts import fact
from equilix.quick.answer import answer
from equilix.quick.entry import read_range, read_reading, read_sliding, read_weight
from equilix.quick.told import Told, Weighing, on_a_finger, on_two_supports
from equilix.report.quick import quick_report, quick_text
from equilix.units import Display
from equilix.words.language import say

WITH_A_SIGN: Final = ("--balance", "--slide", "--height", "--ends")


def add_to(commands: Any) -> None:
    """The command's own parser."""
    said = say("what balances a rig of which a scale and a finger tell mass and balance point")
    quick = commands.add_parser("quick", help=said, description=said)
    quick.add_argument("--carry", choices=tuple(WAYS), required=True, help=say("how it is carried"))
    quick.add_argument("--mass", help=say("of the whole, as “7.2 kg”"))
    quick.add_argument("--balance", help=say("where it balances, from the support’s middle, ahead positive"))
    quick.add_argument(
        "--reading", action="append", default=[], metavar=say("MASS at PLACE"),
        help=say("instead of mass and balance: what one scale reads at two places, as “4.1 kg at 180 mm”; twice"),
    )  # fmt: skip
    quick.add_argument("--slide", metavar="RANGE", help=say("how far the camera slides: “-120 mm to 40 mm”"))
    quick.add_argument(
        "--sliding", action="append", default=[], metavar=say("MASS at PLACE, RANGE"),
        help=say("what else slides: “battery 1.2 kg at -180 mm, -100 mm to 50 mm”; may be repeated"),
    )  # fmt: skip
    for name, help_text in (
        ("--weight", say("a weight at hand and where it can hang: “500 g at -300 mm”; may be repeated")),
        ("--battery", say("a battery at hand, the same way; may be repeated")),
    ):
        quick.add_argument(name, action="append", default=[], metavar=say("MASS at PLACE"), help=help_text)
    quick.add_argument("--stays", metavar="MASS", help=say("what of it does not slide with the camera"))
    quick.add_argument("--height", help=say("of the balance point over the support; negative where it hangs"))
    quick.add_argument("--ends", metavar="RANGE", help=say("rear end and front end of the rig"))
    quick.add_argument("--save", metavar="FILE", type=Path, help=say("write it as a document of a few lumps there"))
    quick.add_argument("--json", action="store_true", help=say("versioned JSON, see docs/report.md"))
    quick.add_argument("--units", choices=("metric", "us"), help=say("of all texts; metric where absent"))


def run(options: argparse.Namespace) -> None:
    """Carry the command out."""
    display: Display = options.units or "metric"
    weights = [read_weight(each, display) for each in options.weight]
    weights += [read_weight(each, display, battery=True) for each in options.battery]
    told = Told(
        options.carry, _weighing(options, display), _range(options.slide, display),
        tuple(read_sliding(each, display) for each in options.sliding), tuple(weights),
        _read(options.stays, "mass", display), _read(options.height, "length", display),
        _range(options.ends, display),
    )  # fmt: skip
    found = answer(told)
    if options.json:
        print(json.dumps(quick_report(found, display), indent=1, ensure_ascii=False))
    else:
        print(quick_text(found, display))
    if options.save is not None:
        save_new(found.lumps.document, options.save)


def _weighing(options: argparse.Namespace, display: Display) -> Weighing:
    if options.reading and not (options.mass or options.balance):
        if len(options.reading) != 2:
            raise Refused(fact("quick.two_places"), fact("quick.measure_two_places"))
        (first, at), (second, there) = (read_reading(each, display) for each in options.reading)
        return on_two_supports((first, second), (at, there))
    if options.reading or options.mass is None or options.balance is None:
        raise Refused(fact("quick.nothing_measured"), fact("quick.give_measured"))
    return on_a_finger(units.read(options.mass, "mass", display), units.read(options.balance, "length", display))


def _range(text: str | None, display: Display) -> tuple[float, float] | None:
    return None if text is None else read_range(text, display)


def _read(text: str | None, quantity: units.Quantity, display: Display) -> float | None:
    return None if text is None else units.read(text, quantity, display)
