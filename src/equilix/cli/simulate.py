"""`equilix simulate`: a simulated instrument at a socket or a pseudo-terminal, for a real reader at the other end."""

from __future__ import annotations

import argparse
import time
from pathlib import Path
from typing import Any

from equilix.analysis import analyse
from equilix.bench.subjects import as_built, part_alone, reading
from equilix.cli.choosing import part_named, setup_named
from equilix.errors import Refused
from equilix.facts import fact
from equilix.instruments.hidden import hidden
from equilix.instruments.instrument import QUANTITY_OF
from equilix.instruments.serving import Serving
from equilix.instruments.shelf import SIMULATED, simulated
from equilix.store.parsing import open_document
from equilix.units import read
from equilix.words.language import say


def add_to(commands: Any) -> None:
    """The command's own parser."""
    said = say("a simulated instrument that feels a kit as it might really be, served to whoever connects")
    simulate = commands.add_parser("simulate", help=said, description=said)
    simulate.add_argument("file", type=Path)
    simulate.add_argument("--instrument", choices=tuple(SIMULATED), default="luggage-scale")
    simulate.add_argument(
        "--setup", metavar="NAME", help=say("what is on it: this rig; the one open last where absent")
    )
    simulate.add_argument("--part", metavar="NAME", help=say("this part is on it, by itself"))
    simulate.add_argument(
        "--supports", metavar="FIRST,SECOND", help=say("of a pair of scales: how far ahead of the frame they stand")
    )
    simulate.add_argument("--feels", metavar="FIGURE", action="append", help=say("what it feels instead, in its unit"))
    simulate.add_argument("--seed", type=int, default=7, help=say("of the kit as it might really be"))
    simulate.add_argument("--tcp", metavar="PORT", type=int, help=say("serve it there; 0 for a free one"))
    simulate.add_argument("--for", dest="lasts", metavar="SECONDS", type=float, help=say("end after so long"))


def run(options: argparse.Namespace) -> None:
    """Serve until it is interrupted."""
    row = SIMULATED[options.instrument]
    true = _felt(options, len(row.about.channels), row.about.unit)
    instrument = simulated(options.instrument, lambda _at: true, seed=options.seed, speed=1.0)
    try:
        serving = Serving(instrument, port=options.tcp)
    except (OSError, OverflowError) as error:
        raise Refused(fact("instruments.cannot_serve", why=str(error)[:200]), fact("instruments.other_port")) from error
    with serving:
        print(serving.address, flush=True)
        end = None if options.lasts is None else time.monotonic() + options.lasts
        try:
            while end is None or time.monotonic() < end:
                time.sleep(0.05)
        except KeyboardInterrupt:
            return


def _felt(options: argparse.Namespace, channels: int, unit: str) -> tuple[float, ...]:
    """What is really in every channel."""
    if options.feels is not None:
        given = tuple(read(each, QUANTITY_OF[unit]) for each in options.feels)
        return (*given, *[0.0] * channels)[:channels]
    if unit != "kg":
        raise Refused(fact("instruments.feels_what"), fact("instruments.tell_feels"))
    document = open_document(options.file)
    if options.part is not None:
        subject = part_alone(document, part_named(document, options.part).id)
    else:
        subject = as_built(analyse(document, setup_named(document, options.setup)).assembly)
    real = hidden(document, options.seed)
    if channels == 1:
        return (real.reads(reading(subject, "mass")),)
    if options.supports is None:
        raise Refused(fact("instruments.where_supports"), fact("instruments.tell_supports"))
    first, _, second = options.supports.partition(",")
    ends = read(first, "length"), read(second, "length")
    return tuple(
        real.reads(reading(subject, "support", axis="x", at_m=a, other_m=b)) for a, b in (ends, ends[::-1])
    )  # fmt: skip
