"""Write the template of all wordings for translators: what stands in the tables and at the edges of the program.

A language is begun and brought up to date from it with Babel's own commands; docs/words.md says how.
"""

from __future__ import annotations

import io
import sys
from pathlib import Path
from typing import Final

from babel.messages.catalog import Catalog
from babel.messages.extract import extract_from_dir
from babel.messages.pofile import write_po

ROOT: Final = Path(__file__).parent.parent
SOURCE: Final = ROOT / "src" / "equilix"
TEMPLATE: Final = SOURCE / "resources" / "locale" / "equilix.pot"
MARKS: Final = {"N_": None, "say": None, "plural": (1, 2)}
"""The functions whose texts are translated, and which of their arguments are."""


def template() -> str:
    """The template as text: every wording with its files, without dates that change by themselves."""
    catalog = Catalog(project="Equilix", charset="utf-8")
    for file, _line, message, comments, context in extract_from_dir(
        str(SOURCE), [("**.py", "python")], keywords=MARKS, comment_tags=("Translators:",)
    ):
        catalog.add(message, None, [(file, 0)], auto_comments=comments, context=context)
    written = io.BytesIO()
    write_po(written, catalog, width=120, omit_header=True, sort_output=True, include_lineno=False)
    head = (
        '# Wordings of Equilix. Made by "make words".\n'
        'msgid ""\nmsgstr ""\n"Content-Type: text/plain; charset=utf-8\\n"\n"Content-Transfer-Encoding: 8bit\\n"\n\n'
    )
    return head + written.getvalue().decode()


if __name__ == "__main__":
    TEMPLATE.parent.mkdir(parents=True, exist_ok=True)
    TEMPLATE.write_text(template(), "utf-8")
    sys.stdout.write(f"{TEMPLATE.relative_to(ROOT)}\n")
