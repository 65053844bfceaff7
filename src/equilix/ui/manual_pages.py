"""The pages of the manual that ships with the program, and where their pictures are."""

from __future__ import annotations

from functools import cache
from pathlib import Path
from typing import Final

from msgspec import Struct

from equilix.words.language import spoken

SHIPPED: Final = Path(__file__).parents[1] / "resources" / "manual"
"""Where an installed program has them."""
BESIDE: Final = Path(__file__).parents[3] / "docs" / "manual"
"""Where they are written, beside the program's source."""
FIRST: Final = "begin"


class ManualPage(Struct, frozen=True):
    """One page: its key is the name of its file, its title the first line."""

    key: str
    title: str
    file: Path


def base_folder() -> Path:
    """Where the English pages are, those of other languages in folders in it; the pictures lie beside it."""
    return SHIPPED if SHIPPED.is_dir() else BESIDE


def folder() -> Path:
    """Where the pages are, in the language that is spoken where there are some, else in English."""
    base = base_folder()
    own = base / spoken().code.split("_")[0]
    return own if own.is_dir() else base


def pages() -> tuple[ManualPage, ...]:
    """All of them, in the order of the list on the first one."""
    return _pages(folder())


@cache
def _pages(where: Path) -> tuple[ManualPage, ...]:
    if not where.is_dir():
        return ()
    order = (where / "order.txt").read_text("utf-8").split()
    files = [where / f"{key}.md" for key in order]
    return tuple(ManualPage(file.stem, _title(file), file) for file in files)


def _title(file: Path) -> str:
    with file.open(encoding="utf-8") as opened:
        return opened.readline().lstrip("# ").strip()
