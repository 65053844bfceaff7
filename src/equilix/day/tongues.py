"""Lines of a day and of its log in other languages than English: read always, written in the one that is spoken.

A line is made of pieces between commas. Names of the document stand in them as they are; only the words around them are
a language's. Where a new language is added, its table goes here, and its words must not be those of another one.
"""

from __future__ import annotations

import re
from collections.abc import Mapping
from typing import Final

from msgspec import Struct

from equilix.rig.days import ItemKind

Words = tuple[tuple[str, str, str], ...]
"""What is typed (a pattern over a whole piece), its English, and how it is written; ``()`` is what stays."""


class Tongue(Struct, frozen=True):
    """One language: the first piece of a line, the pieces after it, kinds and regions of the log."""

    first: Words
    more: Words
    breaks: Mapping[str, ItemKind]
    """Words that alone are a break or a meal; they stay as its name."""
    log: Mapping[str, str]
    """English word to the language's own; longer ones before those that they begin with."""


GERMAN: Final = Tongue(
    first=(
        (r"([^:]+?) bis (\d\S*)", r"\1 by \2", r"\1 bis \2"),
        (r"(.*?\d ?)(?:std|stunden?)\b(.*)", r"\1h\2", r"\1h\2"),
        (r"(.*?\d ?)minuten?\b(.*)", r"\1min\2", r"\1min\2"),
        (r"(.*?\d ?)(?:sek|sekunden?)\b(.*)", r"\1s\2", r"\1s\2"),
        (r"(.* )essen(:.*)?", r"\1meal\2", r"\1Essen\2"),
        (r"(.* )(?:ruhe|pause)(:.*)?", r"\1break\2", r"\1Pause\2"),
        (r"(.* )(?:fahrt|weg)(:.*)?", r"\1transport\2", r"\1Fahrt\2"),
        (r"(.*\d ?(?:h|min|s) )(?:zum|zur|zu|nach) (.+)", r"\1to \2", r"\1zu \2"),
    ),
    more=(
        (r"ohne (.+)", r"without \1", r"ohne \1"),
        (r"nach (.+)", r"after \1", r"nach \1"),
        (r"vor (.+)", r"before \1", r"vor \1"),
        (r"(?:um|ab) (\d.*)", r"at \1", r"um \1"),
        (r"(\d.*) min (?:dazwischen|pause|abstand)", r"\1 min gap", r"\1 min dazwischen"),
        (r"gehend|im gehen", "walking", "gehend"),
        (r"treppe|treppen", "stairs", "treppe"),
        (r"netz|netzstrom", "mains", "Netz"),
        (r"tief", "low", "tief"),
        (r"brusthoch|brusthöhe|in brusthöhe", "chest high", "in Brusthöhe"),
        (r"augenhoch|augenhöhe|in augenhöhe", "eye high", "in Augenhöhe"),
        (r"über kopf|überkopf", "overhead", "über Kopf"),
    ),
    breaks={"mittag": "meal", "mittagessen": "meal", "abendessen": "meal", "frühstück": "meal"},
    log={
        "begin": "anfang", "start": "start", "stop": "stopp", "over": "vorbei", "ready": "bereit",
        "hurts": "schmerz", "empty": "leer", "end": "ende",
        "upper-back": "oberer rücken", "lower-back": "unterer rücken", "shoulder": "schulter", "elbow": "ellbogen",
        "hand": "hand", "hip": "hüfte", "knee": "knie", "foot": "fuß", "neck": "nacken", "left": "links",
        "right": "rechts",
    },
)  # fmt: skip
TONGUES: Final[Mapping[str, Tongue]] = {"de": GERMAN}
"""By the code of the language, without its country."""


def first_in_english(piece: str) -> str:
    """What stands before the first comma, whatever language it is in; what was typed where it is in none."""
    for tongue in TONGUES.values():
        piece = _all(piece, tongue.first)
    return piece


def more_in_english(piece: str) -> str:
    """A piece after the first comma, whatever language it is in."""
    for tongue in TONGUES.values():
        piece = _first(piece, tongue.more)
    return piece


def line_in(line: str, code: str) -> str:
    """A line of a day in a language; English where nothing is known of it."""
    tongue = _tongue(code)
    if tongue is None:
        return line
    first, *more = (piece.strip() for piece in line.split(","))
    head, colon, name = first.partition(":")
    return ", ".join((_written(head, tongue.first) + colon + name, *(_written(each, tongue.more) for each in more)))


def log_in_english(text: str) -> str:
    """What stands after the time of an entry of the log (casefold), whatever language it is in."""
    for tongue in TONGUES.values():
        theirs = {word: key for key, word in tongue.log.items()}
        kind, _, what = text.partition(" ")
        kind = theirs.get(kind, kind)
        if kind == "hurts":
            what = _region(what, theirs)
        text = f"{kind} {what}".strip()
    return text


def log_line_in(line: str, code: str) -> str:
    """An entry of the log in a language: its time stays, the names in it stay."""
    tongue = _tongue(code)
    if tongue is None:
        return line
    when, _, rest = line.partition(" ")
    kind, _, what = rest.partition(" ")
    if kind == "hurts":
        what = " ".join(tongue.log.get(each, each) for each in what.split())
    return f"{when} {tongue.log.get(kind, kind)} {what}".strip()


def _tongue(code: str) -> Tongue | None:
    return TONGUES.get(code.split("_", maxsplit=1)[0])


def _region(text: str, theirs: Mapping[str, str]) -> str:
    """“rechte Schulter 6” or “Schulter rechts 6” as “right shoulder 6”."""
    words = text.split()
    score = words.pop() if words and words[-1].isdecimal() else ""
    side = next((each for each in words if re.fullmatch(r"(link|recht)(s|e|er|es)", each)), "")
    rest = " ".join(each for each in words if each != side)
    left = {"l": "left", "r": "right"}.get(side[:1], "")
    found = theirs.get(rest)
    return text if found is None else f"{left} {found} {score}".strip()


def _all(piece: str, words: Words) -> str:
    for typed, english, _ in words:
        found = re.fullmatch(typed, piece, re.IGNORECASE)
        piece = piece if found is None else found.expand(english)
    return piece


def _first(piece: str, words: Words) -> str:
    for typed, english, _ in words:
        if found := re.fullmatch(typed, piece, re.IGNORECASE):
            return found.expand(english)
    return piece


def _written(piece: str, words: Words) -> str:
    """An English piece in the language: by what its English looks like."""
    for _, english, written in words:
        looks = re.escape(english).replace(r"\\1", "(.+)").replace(r"\\2", "(.*)")
        if english != written and (found := re.fullmatch(looks, piece)):
            return found.expand(written)
    return piece
