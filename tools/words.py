"""Write the template of all wordings for translators, bring every language up to date with it, and compile them.

A language is begun with Babel's own command; docs/words.md says how. What a language lacks afterwards is named, and the
program ends with 1 where it lacks anything.
"""

from __future__ import annotations

import io
import sys
from datetime import UTC, datetime
from functools import cache
from pathlib import Path
from typing import Final

from babel.messages.catalog import Catalog
from babel.messages.extract import extract_from_dir
from babel.messages.mofile import write_mo
from babel.messages.pofile import read_po, write_po

ROOT: Final = Path(__file__).parent.parent
SOURCE: Final = ROOT / "src" / "equilix"
FOLDER: Final = SOURCE / "resources" / "locale"
TEMPLATE: Final = FOLDER / "equilix.pot"
MARKS: Final = {"N_": None, "say": None, "plural": (1, 2)}
"""The functions whose texts are translated, and which of their arguments are."""
DAY: Final = datetime(2026, 1, 1, tzinfo=UTC)
"""Stands in what is compiled, so that it is another one only where a wording is."""
HEAD: Final = (
    '# Wordings of Equilix{what}. Made by "make words".\n'
    'msgid ""\nmsgstr ""\n"Content-Type: text/plain; charset=utf-8\\n"\n"Content-Transfer-Encoding: 8bit\\n"\n{more}\n'
)


@cache
def wordings() -> Catalog:
    """Every wording with its files, without dates that change by themselves."""
    catalog = Catalog(project="Equilix", charset="utf-8")
    for file, _line, message, comments, context in extract_from_dir(
        str(SOURCE), [("**.py", "python")], keywords=MARKS, comment_tags=("Translators:",)
    ):
        catalog.add(message, None, [(file, 0)], auto_comments=comments, context=context)
    return catalog


def _text(catalog: Catalog, what: str = "", more: str = "") -> str:
    written = io.BytesIO()
    write_po(written, catalog, width=120, omit_header=True, sort_output=True, include_lineno=False)
    return HEAD.format(what=what, more=more) + written.getvalue().decode()


def template() -> str:
    """The template as text."""
    return _text(wordings())


def languages() -> dict[str, Path]:
    """The catalogue of every language that there is, by its code."""
    return {file.parents[1].name: file for file in sorted(FOLDER.glob("*/LC_MESSAGES/equilix.po"))}


def brought_up_to_date(file: Path, code: str) -> Catalog:
    """A language with all wordings of the template, those that nobody uses any more left out."""
    with file.open("rb") as opened:
        old = read_po(opened, locale=code)
    new = Catalog(locale=code, project="Equilix", charset="utf-8")
    for message in wordings():
        if message.id:
            known = old.get(message.id)
            told = known.string if known is not None and "fuzzy" not in known.flags else None
            new.add(message.id, told or message.string, message.locations, auto_comments=message.auto_comments)
    return new


def as_text(catalog: Catalog) -> str:
    """A language as the text of its file."""
    assert catalog.locale is not None
    forms = f'"Language: {catalog.locale}\\n"\n"Plural-Forms: {catalog.plural_forms}\\n"\n'
    return _text(catalog, f" in {catalog.locale.get_display_name('en')}", forms)


def compiled(catalog: Catalog) -> bytes:
    """A language as gettext reads it."""
    plain = Catalog(locale=catalog.locale, project="Equilix", charset="utf-8", creation_date=DAY, revision_date=DAY)
    for message in catalog:
        if message.id:
            plain.add(message.id, message.string)
    written = io.BytesIO()
    write_mo(written, plain)
    return written.getvalue()


def lacking(catalog: Catalog) -> list[str]:
    """The wordings for which a language has nothing yet."""

    def there(told: str | tuple[str, ...]) -> bool:
        return all(told) if isinstance(told, tuple) else bool(told)

    return [str(message.id) for message in catalog if message.id and not there(message.string)]


def main() -> int:
    """Write everything; ends with 1 where a language lacks something."""
    TEMPLATE.parent.mkdir(parents=True, exist_ok=True)
    TEMPLATE.write_text(template(), "utf-8")
    print(TEMPLATE.relative_to(ROOT))
    missing = 0
    for code, file in languages().items():
        catalog = brought_up_to_date(file, code)
        file.write_text(as_text(catalog), "utf-8")
        file.with_suffix(".mo").write_bytes(compiled(catalog))
        print(file.relative_to(ROOT))
        for each in lacking(catalog):
            missing += 1
            print(f"  not in {code} yet: {each}")
    return min(missing, 1)


if __name__ == "__main__":
    sys.exit(main())
