"""What the program notes of its own running: starts, and what went wrong. Bounded in size, never sent anywhere."""

from __future__ import annotations

import contextlib
import logging
import platform
import sys
from collections.abc import Iterator
from logging.handlers import RotatingFileHandler
from pathlib import Path
from types import TracebackType
from typing import Final

from equilix import __version__
from equilix.store.state import state_folder

NAME: Final = "equilix"
FILE: Final = "equilix.log"
LARGEST_BYTES: Final = 200_000
OLDER: Final = 2
"""So many full files are kept beside the one that is written."""
MOST_LINES: Final = 30

_log: Final = logging.getLogger(NAME)


def log_file(folder: Path | None = None) -> Path:
    """The file that is written now."""
    return (folder or state_folder()) / FILE


@contextlib.contextmanager
def logging_to(folder: Path | None = None) -> Iterator[None]:
    """Write the log while this is entered. A folder that cannot be written is no reason not to run."""
    handler: logging.Handler
    file = log_file(folder)
    try:
        file.parent.mkdir(parents=True, exist_ok=True)
        handler = RotatingFileHandler(file, maxBytes=LARGEST_BYTES, backupCount=OLDER, encoding="utf-8", delay=True)
    except OSError:
        handler = logging.NullHandler()
    handler.setFormatter(logging.Formatter("%(asctime)s %(levelname)s %(message)s"))
    before = _log.level, _log.propagate
    _log.addHandler(handler)
    _log.setLevel(logging.INFO)
    _log.propagate = False
    raises, logging.raiseExceptions = logging.raiseExceptions, False  # a full disk must not end the program
    try:
        yield
    finally:
        logging.raiseExceptions = raises
        _log.removeHandler(handler)
        handler.close()
        _log.level, _log.propagate = before


def note(text: str) -> None:
    """Note that something happened."""
    _log.info(text)


def note_error(kind: type[BaseException], error: BaseException, trace: TracebackType | None) -> None:
    """Note an error that nobody has caught, with where it was raised."""
    _log.error("%s: %s", kind.__name__, error, exc_info=(kind, error, trace))


def system() -> str:
    """The versions that matter when something goes wrong, in one line."""
    return f"Equilix {__version__}, Python {platform.python_version()}, {platform.system()} {platform.machine()}"


def details(said: str, more: str = "", folder: Path | None = None) -> str:
    """An error as it can be handed on: what was said, on which versions, and the last lines of the log.

    Nothing of a document stands in it but what was said.
    """
    try:
        lines = log_file(folder).read_text("utf-8", errors="replace").splitlines()[-MOST_LINES:]
    except OSError:
        lines = []
    home = str(Path.home())
    tail = [line.replace(home, "~") for line in lines] if len(home) > 1 else lines
    return "\n".join([said, "", system() + (f", {more}" if more else ""), *(["", *tail] if tail else [])])


def argv_line() -> str:
    """How the program was begun, without its path."""
    return " ".join(sys.argv[1:]) or "-"
