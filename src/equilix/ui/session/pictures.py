"""The photos behind the drawing, read beside the work; what cannot be read is told and disturbs nothing."""

from __future__ import annotations

from collections.abc import Callable, Iterator
from functools import partial
from pathlib import Path
from typing import Final

from msgspec import Struct
from PySide6.QtCore import QObject, Signal
from PySide6.QtGui import QImage

from equilix.errors import Called, EquilixError
from equilix.facts import Sayable, fact
from equilix.rig.backdrops import Backdrop, View
from equilix.rig.setups import Setup
from equilix.ui.jobs import Jobs, or_error
from equilix.ui.pictures import read_picture, unpacked
from equilix.words.language import say
from equilix.words.telling import tell

MOST_PX: Final = 2400
"""So large is a photo held at most; more is not seen on any screen."""
Key = tuple[str, int]
"""A file and when it was changed, or nothing and the mark of what is inside."""

NO_KEY: Final[Key] = ("", 0)


class _Read(Struct, frozen=True):
    key: Key
    image: QImage | EquilixError


class Pictures(QObject):
    """Those of the open setup, as they come. ``home``: the file of the document, beside which they lie."""

    come = Signal()
    """Another one is there, or cannot be read."""

    def __init__(
        self, jobs: Jobs, setup: Callable[[], Setup], home: Callable[[], Path | None], parent: QObject
    ) -> None:
        super().__init__(parent)
        self._setup, self._home = setup, home
        self._keys: dict[View, Key] = {}
        """Of the photo behind each view; the disk is asked when something has changed, and not at each painting."""
        self._images: dict[Key, QImage] = {}
        self._wrong: dict[Key, Sayable] = {}
        self.job = jobs.new(say("Reading photos"))
        self.job.found.connect(self._take)
        self.job.ended.connect(self.look)  # others may have been wanted meanwhile

    def image_of(self, backdrop: Backdrop) -> QImage | None:
        """The photo; None while it is being read, or where it cannot be."""
        return self._images.get(self._keys.get(backdrop.view, NO_KEY))

    def wrong_with(self, backdrop: Backdrop) -> Sayable:
        """Why a photo is not to be seen; empty where it is, or is being read."""
        return self._wrong.get(self._keys.get(backdrop.view, NO_KEY), "")

    def look(self) -> None:
        """Read what is not there yet; what nothing shows any more is forgotten."""
        self._keys = {each.view: self._key(each) for each in self._setup().backdrops}
        wanted = {self._keys[each.view]: each for each in self._setup().backdrops}
        for known in (self._images, self._wrong):
            for key in known.keys() - wanted.keys():
                del known[key]
        missing = {key: each for key, each in wanted.items() if key not in self._images and key not in self._wrong}
        if missing and not self.job.running:
            self.job.start(partial(_read, {key: self._path(each) for key, each in missing.items()}, missing))

    def _path(self, backdrop: Backdrop) -> Path:
        path = self._home()
        return (path.parent if path is not None else Path()) / backdrop.file

    def _key(self, backdrop: Backdrop) -> Key:
        if backdrop.data:
            return "", hash(backdrop.data)
        path = self._path(backdrop)
        try:
            return str(path), path.stat().st_mtime_ns
        except (OSError, ValueError):
            return str(path), 0

    def _take(self, found: _Read) -> None:
        if isinstance(found.image, QImage):
            self._images[found.key] = found.image
        else:
            self._wrong[found.key] = found.image.said
        self.come.emit()


def _read(paths: dict[Key, Path], wanted: dict[Key, Backdrop], called_off: Called) -> Iterator[_Read]:
    inside = tell(fact("backdrops.inside"))
    for key, backdrop in wanted.items():
        if called_off():
            return
        if backdrop.data:
            yield _Read(key, or_error(partial(unpacked, backdrop.data, MOST_PX, inside)))
        else:
            yield _Read(key, or_error(partial(read_picture, paths[key], MOST_PX)))
