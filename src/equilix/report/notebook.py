"""The notebook to be read: Markdown, an entry for each outing, the last first."""

from __future__ import annotations

from collections.abc import Sequence
from typing import Final

from equilix.body.outings import Outing
from equilix.document import Document
from equilix.notebook.notebook_words import day_words, outing_lines
from equilix.units import Display
from equilix.words.language import say
from equilix.words.telling import begun, tell
from equilix.words.wordings.wording import N_

TITLES: Final[dict[str, str]] = {
    "carried": N_("Carried"), "by": N_("By"), "felt": N_("Felt"), "gave_out": N_("Gave out"),
    "faulty": N_("Trouble"), "marks": N_("Marks"), "batteries": N_("Batteries"), "converted": N_("Converted"),
    "readings": N_("Readings"), "note": N_("Note"),
}  # fmt: skip


def as_markdown(document: Document, outings: Sequence[Outing], display: Display) -> str:
    """Those outings, in their order."""
    lines = ["# " + _plain(say("Notebook"))]
    for each in outings:
        title = ", ".join(_plain(text) for text in (tell(day_words(each.on), display), each.setup, each.place) if text)
        lines += ["", f"## {title}", ""]
        for key, said in outing_lines(each, document):
            lines.append(f"- **{say(TITLES[key])}:** {_plain(begun(tell(said, display)))}")
        if each.photo:
            lines += ["", f"![{_plain(each.setup)}](<{each.photo.replace('<', '').replace('>', '')}>)"]
    return "\n".join([*lines, ""])


def _plain(text: str) -> str:
    """A text in which nothing is markup, on one line."""
    marked = "".join(f"\\{sign}" if sign in MARKUP else sign for sign in text)
    return " ".join(marked.split())


MARKUP: Final = "\\`*_{}[]<>#|!"
