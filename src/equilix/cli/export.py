"""`equilix export FILE --out X`: tables, drawings, the rig or a part in space, by the ending of the file's name."""

from __future__ import annotations

import argparse
from pathlib import Path
from typing import Any

from equilix.analysis import analyse
from equilix.cli.choosing import part_named, setup_named, setup_or_kit
from equilix.cli.printer import PAGES, MakePrinter
from equilix.cli.writing import write_new
from equilix.exchange.exporting import exported, sort_of
from equilix.facts import fact
from equilix.result import Result
from equilix.store.parsing import open_document
from equilix.words.language import say
from equilix.words.telling import tell


def add_to(commands: Any) -> None:
    """The command's own parser."""
    said = say(
        "for other programs: a table (.csv, .ods), a drawing (.pdf, .svg, .png), the rig (.gltf, .glb), a part (.stl)"
    )
    export = commands.add_parser("export", help=said, description=said)
    export.add_argument("file", type=Path)
    export.add_argument("--out", metavar="FILE", type=Path, required=True, help=say("what it is its ending says"))
    export.add_argument("--setup", metavar="NAME", help=say("name or id; the one open last where absent"))
    export.add_argument("--part", metavar="NAME", help=say("the part of the kit, by name or id, for .stl"))
    export.add_argument("--kit", action="store_true", help=say("the table of the kit, as “lines” reads it again"))
    export.add_argument("--page", choices=PAGES, default="a4", help=say("of a drawing"))
    units = say("of all texts; those of the document where absent")
    export.add_argument("--units", choices=("metric", "us"), help=units)


def run(options: argparse.Namespace, printer: MakePrinter) -> None:
    """Carry the command out."""
    document = open_document(options.file)
    display, out = options.units or document.display, options.out
    sort = sort_of(out)
    setup = (setup_or_kit if sort in ("table", "part") else setup_named)(document, options.setup)
    if sort == "pages":
        printer().drawing(document, Result(analyse(document, setup)), display, out, options.page)
        return
    part = None if options.part is None else part_named(document, options.part).id
    write_new(out, exported(document, out, setup, part, kit=options.kit))
    print(tell(fact("merge.written", file=out.name)))
