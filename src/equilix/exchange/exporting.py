"""What is written for other programs, by the ending of the file's name."""

from __future__ import annotations

from pathlib import Path
from typing import Final, Literal

from equilix.document import Document
from equilix.errors import Refused
from equilix.exchange.csv_out import as_csv, kit_rows
from equilix.exchange.ods import SUFFIX as ODS
from equilix.exchange.ods import written
from equilix.exchange.setup_rows import cable_rows, setup_rows
from equilix.exchange.shapes import gltf, stl
from equilix.exchange.tables import SHEETS
from equilix.facts import fact, listed
from equilix.rig.kinematics import assemble
from equilix.rig.setups import Setup

Sort = Literal["table", "shape", "part", "pages"]
SORTS: Final[dict[str, Sort]] = {
    ".csv": "table", ".ods": "table", ".gltf": "shape", ".glb": "shape", ".stl": "part",
    ".pdf": "pages", ".svg": "pages", ".png": "pages",
}  # fmt: skip
"""A table of the kit or of setups; the rig in space; one part in space; drawings, which the interface makes."""


def sort_of(path: Path) -> Sort:
    """What a file is to hold. Raises :class:`~equilix.errors.Refused` for an ending that is not known."""
    found = SORTS.get(path.suffix.lower())
    if found is None:
        raise Refused(fact("printing.no_form", file=path.name), fact("printing.forms", forms=listed(SORTS)))
    return found


def exported(document: Document, path: Path, setup: Setup, part_id: str | None = None, *, kit: bool = False) -> bytes:
    """What is written into a file that is no drawing: ``kit``: the table is that of the kit and not of the setup.

    A spreadsheet (.ods) has all: the kit on its first sheet, the setups on the second, their cables on the third.

    Raises :class:`~equilix.errors.Refused`.
    """
    sort = sort_of(path)
    if sort == "table":
        if path.suffix.lower() == ODS:
            setups = document.setups
            rows = kit_rows(document.parts), setup_rows(document, setups), cable_rows(setups)
            return written(dict(zip(SHEETS, rows, strict=True)))
        return as_csv(kit_rows(document.parts) if kit else setup_rows(document, [setup])).encode()
    if sort == "shape":
        assembly = assemble(setup, document.parts_by_id)
        return gltf(assembly, "glb" if path.suffix.lower() == ".glb" else "gltf")
    part = document.parts_by_id.get(part_id or "")
    if part is None:
        raise Refused(fact("shapes.which_part"), fact("shapes.name_part"))
    return stl(part)
