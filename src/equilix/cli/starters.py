"""`equilix starters` and `equilix new`: rigs to begin with."""

from __future__ import annotations

import argparse
import json
from pathlib import Path
from typing import Any, Final

from equilix.analysis import analyse
from equilix.cli.writing import save_new
from equilix.document import empty
from equilix.shelf.starters import meant_for, starter_document, starters, title
from equilix.units import Display
from equilix.words.language import say
from equilix.words.quantities import mass
from equilix.words.telling import tell

STARTERS_VERSION: Final = 1


def add_to(commands: Any) -> None:
    """The parsers of both commands."""
    said = say("rigs to begin with, made of parts of the shelf")
    listing = commands.add_parser("starters", help=said, description=said)
    listing.add_argument("--json", action="store_true", help=say("versioned JSON, see docs/report.md"))
    listing.add_argument("--units", choices=("metric", "us"), help=say("of all texts; metric where absent"))
    said = say("a new document, empty or with a starter rig")
    new = commands.add_parser("new", help=said, description=said)
    new.add_argument("--starter", metavar="NAME", help=say("one of those that “equilix starters” lists"))
    new.add_argument("--out", metavar="FILE", type=Path, required=True, help=say("write it there"))


def run(options: argparse.Namespace) -> None:
    """List the rigs."""
    display: Display = options.units or "metric"
    found = []
    for key, told in starters().items():
        document = starter_document(key)
        analysis = analyse(document, document.setups[0])
        found.append(
            {
                "name": key, "title": tell(title(key)), "for": tell(meant_for(key)), "carry": told["carry"],
                "mass_kg": analysis.mass.mass_kg, "status": analysis.status,
                "parts": [row["part"] for row in told["parts"]],
            }
        )  # fmt: skip
    if options.json:
        print(json.dumps({"starters_version": STARTERS_VERSION, "starters": found}, indent=1, ensure_ascii=False))
        return
    for each in found:
        print(f"{each['name']}: {each['title']}, {mass(each['mass_kg'], display)}; {each['for']}")


def run_new(options: argparse.Namespace) -> None:
    """Write a new document."""
    key = options.starter
    name = tell(title(key)) if key in starters() else ""
    save_new(empty() if key is None else starter_document(key, name), options.out)
