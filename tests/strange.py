"""A language in which every letter is another one, and a document without names, to see what is not translated."""

from __future__ import annotations

import gettext
import json
import re
import string

from equilix.document import Document
from equilix.store.writing import to_bytes


class Strange(gettext.NullTranslations):
    """A language in which every letter of a wording is another one, so that what is not translated is seen."""

    def gettext(self, message: str) -> str:
        found = []
        for literal, name, how, _ in string.Formatter().parse(message):
            found.append(re.sub("[A-Za-z]", "ж", literal).replace("{", "{{").replace("}", "}}"))
            found.append(f"{{{name}{':' + how if how else ''}}}" if name else "")
        return "".join(found) if "{" in message else re.sub("[A-Za-z]", "ж", message)

    def ngettext(self, msgid1: str, msgid2: str, n: int) -> str:
        return self.gettext(msgid1 if n == 1 else msgid2)


UNITS = re.compile(r"(?<![A-Za-z])(mm|kg|g|N|N·m|kPa|MPa|m|s|min|h|dB|Hz|W|Wh|V|A|kg·m²|C)(?![A-Za-z])")
"""Signs of units, which are the same in every language."""


def nameless(made: Document) -> Document:
    """The same document with figures for the names of all things in it."""
    called = {
        "name",
        "point",
        "by",
        "output",
        "input",
        "connector",
        "from_socket",
        "to_socket",
        "loops",
        "label",
        "who",
        "place",
        "setup",
        "came_from",
    }
    kept = {"pan", "roll", "tilt", "head"}  # what the program itself goes by

    def hidden(value: object) -> object:
        if isinstance(value, list):
            return [hidden(each) for each in value]
        if not isinstance(value, dict):
            return value
        return {
            key: "".join(str(ord(c) % 10) for c in each)
            if key in called and isinstance(each, str) and each not in kept
            else hidden(each)
            for key, each in value.items()
        }

    return Document.read(hidden(json.loads(to_bytes(made))))
