"""A document as the text that stands in its file."""

from __future__ import annotations

from equilix.document import Document
from equilix.model import Model, serializer_of
from equilix.store.strict_json import LARGEST_BYTES


def to_bytes(document: Document) -> bytes:
    """The document as UTF-8 JSON, in the order of the fields, keys of other versions kept.

    Every value is written, though it is the default: a default that is another one day changes no file. Only what is
    not known (null) is left out. A line for each value, so that two versions can be compared; all on one line where it
    would grow too large by that.
    """
    bare = not _has_null_of_others(document)
    raw = _dumped(document, 1, bare)
    return raw if len(raw) <= LARGEST_BYTES else _dumped(document, None, bare)


def _dumped(document: Document, indent: int | None, bare: bool) -> bytes:
    return serializer_of(Document).to_json(document, indent=indent, exclude_none=bare) + b"\n"


def _has_null_of_others(value: object) -> bool:
    """Whether a key that this version does not know has no value: it must come back as it was."""
    if isinstance(value, Model):
        if any(_null_in(each) for each in value.others.values()):
            return True
        return any(_has_null_of_others(each) for each in value.__dict__.values())
    if type(value) is tuple and value and isinstance(value[0], (Model, tuple)):
        return any(_has_null_of_others(each) for each in value)
    return False


def _null_in(value: object) -> bool:
    if isinstance(value, dict):
        return any(_null_in(each) for each in value.values())
    if isinstance(value, list):
        return any(_null_in(each) for each in value)
    return value is None
