"""The language that is spoken: catalogues of wordings (gettext), and how numbers are written in it.

English is in the wordings themselves and needs no catalogue. Another language is a folder of that name under
``resources/locale`` with ``LC_MESSAGES/equilix.mo``, made by Babel from ``equilix.pot``.
"""

from __future__ import annotations

import gettext
import locale
import os
from pathlib import Path
from typing import Final

from msgspec import Struct, field

DOMAIN: Final = "equilix"
CATALOGUES: Final = Path(__file__).parent.parent / "resources" / "locale"


class Language(Struct, frozen=True, dict=True):
    """One language: its catalogue, the decimal sign, what sets thousands apart, and how a share is written."""

    code: str = "en"
    catalogue: gettext.NullTranslations = field(default_factory=gettext.NullTranslations)
    decimal: str = "."
    thousands: str = ","
    percent: str = "{}%"


ENGLISH: Final = Language()
_spoken = [ENGLISH]


def spoken() -> Language:
    """The language that is spoken now."""
    return _spoken[0]


def speak(language: Language) -> None:
    """Speak this from now on."""
    _spoken[0] = language


def language(code: str, catalogues: Path = CATALOGUES) -> Language:
    """A language by its code ('pl', 'pt_BR'); English where there is no catalogue for it."""
    try:
        found = gettext.translation(DOMAIN, catalogues, [code])
    except OSError:
        return ENGLISH
    from babel import Locale, UnknownLocaleError  # imported where another language than English is spoken
    from babel.numbers import format_percent, get_decimal_symbol, get_group_symbol

    try:
        place = Locale.parse(code)
    except (UnknownLocaleError, ValueError):
        return Language(code, found)
    percent = format_percent(0.07, locale=place).replace("7", "{}")
    return Language(code, found, get_decimal_symbol(place), get_group_symbol(place), percent)


def languages(catalogues: Path = CATALOGUES) -> list[str]:
    """The codes of those that can be spoken; English needs no catalogue."""
    return ["en", *sorted(each.parents[1].name for each in catalogues.glob(f"*/LC_MESSAGES/{DOMAIN}.mo"))]


def told(*names: str) -> str:
    """What the first of these variables that is set names, as the C library would take it; empty where none is."""
    return next(filter(None, (os.environ.get(name, "").split(":")[0] for name in names)), "")


def wished() -> str:
    """The language that the environment asks for: 'pt_BR'; 'en' where it says none."""
    code = locale.normalize(told("LANGUAGE", "LC_ALL", "LC_MESSAGES", "LANG")).split(".")[0].split("@")[0]
    return "en" if code in ("", "C", "POSIX") else code


def say(text: str) -> str:
    """A wording in the language that is spoken."""
    return spoken().catalogue.gettext(text)
