"""Pages written to files: one file, or one for each page, and never in the place of another one."""

from __future__ import annotations

import os
from pathlib import Path
from typing import Final

from equilix.errors import Refused
from equilix.facts import fact, listed
from equilix.store.saving import write_atomically
from equilix.ui.printing.paper import FORMS, Draw, Form, printed

ENDINGS: Final[dict[str, Form]] = {f".{form}": form for form in FORMS}


def form_of(path: Path) -> Form:
    """The form that the ending of a file's name asks for. Raises :class:`~equilix.errors.Refused`."""
    form = ENDINGS.get(path.suffix.lower())
    if form is None:
        raise Refused(fact("printing.no_form", file=path.name), fact("printing.forms", forms=listed(ENDINGS)))
    return form


def write_pages(
    draw: Draw, path: Path, size_mm: tuple[float, float], title: str, *, replace: bool = False
) -> list[Path]:
    """Draw and write; of SVG and PNG the second page is ``name-2.svg``. Returns the files.

    Raises :class:`~equilix.errors.Refused` for an ending that is no form, and, unless they are to be replaced, for
    files that are there; :class:`~equilix.errors.UnwritableFile`.
    """
    pages = printed(draw, form_of(path), size_mm, title).files
    paths = [path] + [path.with_stem(f"{path.stem}-{number}") for number in range(2, len(pages) + 1)]
    for each in paths:
        if os.path.lexists(each) and not replace:
            raise Refused(fact("cli.is_there", file=each.name), fact("cli.name_another_file"))
    for each, raw in zip(paths, pages, strict=True):
        write_atomically(raw, each, keep_backup=False)
    return paths
