"""A document as the text that stands in its file."""

from __future__ import annotations

from equilix.document import Document
from equilix.store.strict_json import LARGEST_BYTES


def to_bytes(document: Document) -> bytes:
    """The document as UTF-8 JSON: defaults left out, keys of other versions kept, in the order of the fields.

    A line for each value, so that two versions can be compared; all on one line where it would grow too large by that.
    """
    raw = _dumped(document, 1)
    return raw if len(raw) <= LARGEST_BYTES else _dumped(document, None)


def _dumped(document: Document, indent: int | None) -> bytes:
    return (document.model_dump_json(indent=indent, exclude_defaults=True) + "\n").encode()
