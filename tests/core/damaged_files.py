"""Every file of others that the program reads, damaged, and what must hold of each: read, or refused in words."""

from __future__ import annotations

import random
import tempfile
import zipfile
from collections.abc import Callable, Mapping
from datetime import date
from functools import cache
from importlib.resources import files
from io import BytesIO
from pathlib import Path
from typing import Final

import numpy as np
import trimesh

from equilix.day.course import course_of
from equilix.day.rigs import Rigs
from equilix.demo import lighthouse
from equilix.errors import EquilixError
from equilix.exchange import day_table, outings
from equilix.exchange.calendar import as_calendar, read_calendar
from equilix.exchange.exporting import exported
from equilix.exchange.lines import parts_of, read_lines, text_of
from equilix.exchange.meshes import read_mesh
from equilix.instruments.instrument import About, Sample
from equilix.instruments.lines import greeting, read_greeting, read_sample, sample_line
from equilix.instruments.recording import Replay, recorded
from equilix.shelf.shelf import read_shelf
from equilix.store import practice_kept, remembered, settings, state, ticks

DEMO = lighthouse()
DAY = DEMO.days[0]
ON = date(2026, 10, 14)
SCALE = About("scale", "kg", ("load",), 0.005, 50.0, 0.004)

Reader = Callable[[Path], object]


def _parts(path: Path) -> object:
    return parts_of(read_lines(text_of(path)))


def _heard(path: Path) -> object:
    """A stream of an instrument, line by line."""
    lines = path.read_bytes().decode("utf-8", "replace").splitlines()[:500]
    return [read_greeting(lines[0]) if lines else None, *(read_sample(line, SCALE) for line in lines)]


def _played(path: Path) -> object:
    return Replay(path, speed=0.0).about


def _states(path: Path) -> object:
    """What the program itself keeps between runs: whatever is in it is as if it had never been."""
    folder = path.parent
    for name in (remembered.FILE, settings.FILE, "recent.json", "practice.json", "ticks.json"):
        (folder / name).write_bytes(path.read_bytes())
    return (
        remembered.recall(folder), settings.settings(folder), state.recent(folder), practice_kept.kept(folder),
        ticks.ticked_in(folder / "x.equilix", folder),
    )  # fmt: skip


READERS: Final[Mapping[str, tuple[str, Reader]]] = {
    "list": (".txt", _parts), "table": (".csv", _parts), "spreadsheet": (".ods", _parts),
    "stl": (".stl", read_mesh), "stl text": (".stl", read_mesh), "obj": (".obj", read_mesh), "ply": (".ply", read_mesh),
    "3mf": (".3mf", read_mesh), "calendar": (".ics", lambda path: read_calendar(path, ON)),
    "day": (".csv", lambda path: day_table.read_table(DEMO, path)),
    "outings": (".csv", lambda path: outings.read_table(DEMO, path)), "shelf": (".csv", read_shelf),
    "recording": (".csv", _played), "instrument": (".txt", _heard), "states": (".json", _states),
}  # fmt: skip
"""The ending of each sort of file, and what reads it."""


@cache
def samples() -> dict[str, bytes]:
    """A good file of each sort."""
    box = trimesh.creation.icosphere(subdivisions=1, radius=30.0)
    setup = DEMO.setups[0]
    heard = [Sample(k / 10, (2.0 + k / 100,), k > 5) for k in range(30)]
    shelf = files("equilix.resources").joinpath("shelf.csv").read_text("utf-8").splitlines(keepends=True)[:25]
    found = {
        "list": b"24-70 zoom 950 g 88x125\n2 x wedge battery 98 Wh 790 g\ncheese plate, 0.31 kg, 120x80x9 mm\n" * 4,
        "table": exported(DEMO, Path("a.csv"), setup), "spreadsheet": exported(DEMO, Path("a.ods"), setup),
        "calendar": as_calendar(DAY, [(each, each.item.name or "x") for each in course_of(DAY, Rigs(DEMO)).spans], ON),
        "day": day_table.as_table(DEMO, DAY).encode(), "outings": outings.as_table(DEMO).encode(),
        "shelf": "".join(shelf).encode(), "recording": recorded(SCALE, heard).encode(),
        "instrument": "\n".join([greeting(SCALE), *map(sample_line, heard)]).encode(),
        "states": b'{"width_px": 1280, "language": "de", "keys": {"save": ["F5"]}, "exercise": "tilt", "a": [1, 2]}',
    }  # fmt: skip
    for name, form in (("stl", "stl"), ("stl text", "stl_ascii"), ("obj", "obj"), ("ply", "ply"), ("3mf", "3mf")):
        made = box.export(file_type=form)
        found[name] = made.encode() if isinstance(made, str) else bytes(made)
    return found


ODD: Final = (
    b"", b"\x00" * 40, b"\xff\xfe", b"9" * 400, b"-1", b"1e999", b"nan", b"<", b"&lol;", b'"', b";" * 200, b"\n" * 50,
    b"=cmd|'/c calc'!A0", b"../../../../etc/passwd", b"{" * 200, b"\xf0\x9f\x8e\xa5", b"2147483648", b"P1000000000D",
)  # fmt: skip


def damaged_file(sort: str, rng: random.Random) -> bytes:
    """A file of that sort with some of its bytes bent, cut, repeated or exchanged; of a packed one also inside."""
    raw = samples()[sort]
    if sort in ("spreadsheet", "3mf") and rng.random() < 0.7:
        return _inside(raw, rng)
    return _bent(raw, rng)


def _bent(raw: bytes, rng: random.Random) -> bytes:
    for _ in range(rng.choice((1, 1, 2, 4))):
        at, far = rng.randrange(len(raw) + 1), rng.randrange(1, 60)
        what = rng.randrange(6)
        if what == 0:
            raw = raw[:at]
        elif what == 1:
            raw = raw[:at] + rng.choice(ODD) + raw[at + far :]
        elif what == 2:
            raw = raw[:at] + raw[at : at + far] * rng.choice((2, 3, 50)) + raw[at + far :]
        elif what == 3:
            raw = raw[:at] + bytes(rng.randrange(256) for _ in range(far)) + raw[at + far :]
        elif what == 4:
            raw = raw[:at] + raw[at + far :]
        elif raw:
            place = at % len(raw)
            raw = raw[:place] + bytes((raw[place] ^ (1 << rng.randrange(8)),)) + raw[place + 1 :]
    return raw


def _inside(raw: bytes, rng: random.Random) -> bytes:
    """One of the files of a packed file bent, or claiming to be much larger than it is."""
    out = BytesIO()
    with zipfile.ZipFile(BytesIO(raw)) as old, zipfile.ZipFile(out, "w", zipfile.ZIP_DEFLATED) as new:
        names = old.namelist()
        chosen = rng.choice(names)
        for name in names:
            text = old.read(name)
            if name == chosen:
                text = b"\x00" * 40_000_000 if rng.random() < 0.02 else _bent(text, rng)
            new.writestr(name, text)
    return out.getvalue()


def outcome_of(sort: str, rng: random.Random) -> str:
    """“read” or “refused”; whatever else is raised is a mistake of the program."""
    ending, reader = READERS[sort]
    with tempfile.TemporaryDirectory() as folder:
        path = Path(folder) / f"damaged{ending}"
        path.write_bytes(damaged_file(sort, rng))
        try:
            with np.errstate(all="ignore"):
                reader(path)
        except EquilixError as error:
            assert str(error), "a refusal without a word"
            return "refused"
    return "read"
