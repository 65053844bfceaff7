"""Conflicts in words: what both have changed, and what each has of it."""

from __future__ import annotations

from equilix.document import Document
from equilix.facts import Sayable, angle, fact, general, length, listed, mass
from equilix.model import Model
from equilix.store.merging import Conflict


def where_words(conflict: Conflict, documents: tuple[Document, ...]) -> Sayable:
    """What a conflict is about: '“Lamp room”, “bridge plate”, slide'."""
    path = conflict.path
    found: list[Sayable] = []
    if path[0] == "name":
        return fact("merge.name")
    if path[0] == "rules":
        return fact("merge.rule", key=path[-1])
    found.append(fact("common.quoted", what=_named(path[0], path[1], documents)))
    if len(path) > 3:
        found.append(fact("common.quoted", what=_piece(path, documents)))
    if len(path) in (3, 5) and path[-1] in _FIELDS:
        found.append(fact(f"field.{path[-1]}"))
    return listed(found)


def value_words(conflict: Conflict, value: object) -> Sayable:
    """What a side has: a figure, a word, or that it is changed or taken out."""
    field = conflict.path[-1]
    if value is None:
        return fact("merge.gone")
    if isinstance(value, bool):
        return fact("merge.yes" if value else "merge.no")
    if isinstance(value, int | float):
        for ending, amount in (("_kg", mass), ("_m", length), ("_rad", angle)):
            if field.endswith(ending):
                return amount(float(value))
        return general(float(value))
    if isinstance(value, str):
        return fact("common.quoted", what=value)
    return fact("merge.new" if conflict.base is None else "merge.changed")


_FIELDS = frozenset({
    "anchors", "balance", "bare_lenses", "borne_by", "brings", "by", "cables", "carrier", "carry", "celsius", "cg_m",
    "cg_sd_m", "controls", "counted_in", "drive", "electric", "energy_wh", "extension_m", "eye", "focal_m", "gears",
    "grips", "gyration_m", "hangs_by", "height", "image_plane_m", "inner_m", "keeps_free", "kind", "leans_on",
    "lent_by", "marked",
    "mass_how", "mass_kg", "mass_sd_kg", "material", "mode", "name", "needed", "note", "offers", "operator", "owned",
    "pad", "palm", "parent", "part", "photo", "pinned", "pivots", "pivots_rad", "point", "pose", "posture", "price",
    "quantity", "released", "sensor_m", "setting", "sex", "shoulder", "sized", "slide_m", "sockets", "solids", "spare",
    "stature_m", "strength", "sun", "telescope", "track", "turn_rad",
})  # fmt: skip
"""The fields that have words (:mod:`equilix.words.wordings.fields`); the others are meant by what they belong to."""


def _named(collection: str, key: str, documents: tuple[Document, ...]) -> str:
    for document in documents:
        for thing in getattr(document, collection, ()):
            if isinstance(thing, Model) and key in (getattr(thing, "id", None), getattr(thing, "lens", None)):
                return _called(thing, document) or key
    return key


def _called(thing: Model, document: Document) -> str:
    name = str(getattr(thing, "name", ""))
    lens = document.parts_by_id.get(str(getattr(thing, "lens", "")))
    return name or (lens.name if lens is not None else "")


def _piece(path: tuple[str, ...], documents: tuple[Document, ...]) -> str:
    """The name of a piece, a cable, a link of a setup, of something on a day."""
    for document in documents:
        whole = next((each for each in getattr(document, path[0], ()) if each.id == path[1]), None)
        for thing in getattr(whole, path[2], ()):
            if path[3] in (getattr(thing, "id", None), getattr(thing, "view", None)):
                part = document.parts_by_id.get(str(getattr(thing, "part", "")))
                return str(getattr(thing, "name", "") or (part.name if part is not None else path[3]))
    return path[3]
