"""What a command writes anew."""

from __future__ import annotations

import os
from pathlib import Path

from equilix.document import Document
from equilix.errors import Refused
from equilix.facts import fact
from equilix.store.saving import save, write_atomically


def write_new(path: Path, data: bytes) -> None:
    """Write what other programs read: a file that is there is somebody's work, and is not replaced.

    Raises :class:`Refused`, and what writing raises.
    """
    if os.path.lexists(path):
        raise Refused(fact("cli.is_there", file=path.name), fact("cli.name_another_file"))
    write_atomically(data, path, keep_backup=False)


def save_new(document: Document, path: Path) -> None:
    """Save a document that no command has read: a file that is there is somebody's work, and is not replaced.

    Raises :class:`Refused`, and what saving raises.
    """
    if os.path.lexists(path):
        raise Refused(fact("cli.is_there", file=path.name), fact("cli.name_another_file"))
    save(document, path)
