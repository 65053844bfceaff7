"""What people type of the real rig in other languages than English, in the English words that are understood."""

from __future__ import annotations

import re
from typing import Final

GERMAN: Final = {
    "dreht sich um": "turns over", "rechte seite unten": "right side down", "linke seite unten": "left side down",
    "rechte seite oben": "right side up", "linke seite oben": "left side up", "vorderseite bergab": "front downhill",
    "rückseite bergab": "rear downhill", "linke seite bergab": "left side downhill",
    "rechte seite bergab": "right side downhill", "nase unten": "nose-down", "nase oben": "nose-up",
    "vornüber": "nose-down", "kopfüber": "nose-down", "hintenüber": "nose-up", "nach vorne": "forward",
    "nach vorn": "forward", "nach hinten": "backward", "davor": "in front", "dahinter": "behind", "zurück": "back",
    "vorderlastig": "front-heavy", "kopflastig": "top-heavy", "unten zu schwer": "bottom-heavy", "darüber": "above",
    "darunter": "below", "zu langsam": "too slow", "langsam": "slowly", "zu schnell": "too fast", "schnell": "fast",
    "nach links": "left", "links": "left", "linke": "left", "linken": "left", "nach rechts": "right",
    "rechts": "right", "rechte": "right", "rechten": "right", "zur seite": "sideways", "seitlich": "sideways",
    "bleibt": "stays", "waagerecht": "level", "waagrecht": "level", "aufrecht": "upright", "ruhig": "quiet",
    "still": "still", "balanciert": "balanced", "gleich": "even", "sekunden": "seconds", "sek": "sec", "grad": "deg",
    "nickt": "nods",
}  # fmt: skip
_WORDS: Final = re.compile(rf"\b(?:{'|'.join(sorted(map(re.escape, GERMAN), key=len, reverse=True))})\b")


def in_english(text: str) -> str:
    """A text in small letters with the words of other languages in English; all else as it is."""
    return _WORDS.sub(lambda found: GERMAN[found[0]], text)
