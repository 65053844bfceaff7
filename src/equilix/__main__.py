"""``python -m equilix``: a command without a window, or the window."""

from __future__ import annotations

import argparse
import io
import os
import sys
from collections.abc import Sequence
from pathlib import Path
from typing import TYPE_CHECKING

from equilix import __version__
from equilix.words.language import language, say, speak, wished

if TYPE_CHECKING:
    from equilix.cli.printer import Printer

COMMANDS = (
    "report",
    "plan",
    "guide",
    "check",
    "buy",
    "card",
    "compare",
    "convert",
    "export",
    "lenses",
    "bench",
    "simulate",
    "lines",
    "merge",
    "day",
    "notebook",
    "pack",
    "practice",
    "quick",
    "shelf",
    "starters",
    "new",
    "schema",
    "tape",
)
"""What runs without a window; named here so that the window need not import them."""
CLOSED_PIPE = 128 + 13
"""What a shell gives for a program that writes into a closed pipe."""


def build_parser() -> argparse.ArgumentParser:
    """The parser of the whole program; without a command it opens the window."""
    parser = argparse.ArgumentParser(
        prog="equilix", description=say("Balance a camera rig and spare the operator."),
        epilog=say("Exit codes: 0 done; 1 the file or the entry was refused; 2 the command line was not understood."),
    )  # fmt: skip
    parser.add_argument("--version", action="version", version=f"equilix {__version__}")
    parser.add_argument("--demo", action="store_true", help=say("open the demonstration"))
    parser.add_argument("--another", action="store_true", help=say("open another window beside the one that is open"))
    parser.add_argument("--screenshot", type=Path, metavar="PNG", help=say("paint the window into a picture and exit"))
    parser.add_argument("file", nargs="?", type=Path, help=say("a document to open in the window"))
    return parser


def main(arguments: Sequence[str] | None = None) -> int:
    """Run the program; returns the exit code."""
    for stream in (sys.stdout, sys.stderr):
        if isinstance(stream, io.TextIOWrapper):
            stream.reconfigure(errors="replace")  # a terminal that cannot show a sign shows another in its place
    try:
        code = _run(list(sys.argv[1:] if arguments is None else arguments))
        sys.stdout.flush()
    except BrokenPipeError:  # whoever read along has seen enough, as “head” does
        os.dup2(os.open(os.devnull, os.O_WRONLY), sys.stdout.fileno())  # for what Python still flushes at its end
        return CLOSED_PIPE
    return code


def _printer() -> Printer:
    from equilix.ui.printing.printer import PagePrinter  # only who draws pages waits for Qt

    return PagePrinter()


def _run(given: list[str]) -> int:
    speak(language(wished()))
    if given and given[0] in COMMANDS:
        from equilix.cli import run

        return run(given, _printer)
    from equilix.ui.app import start

    return int(start(build_parser().parse_args(given)))


if __name__ == "__main__":
    sys.exit(main())
