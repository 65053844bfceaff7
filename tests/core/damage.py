"""Documents damaged in every way one can think of, and what must hold of each."""

from __future__ import annotations

import contextlib
import json
import random
import re
from typing import Any

import numpy as np

from equilix.analysis import analyse
from equilix.demo import lighthouse
from equilix.document import Document
from equilix.errors import UnreadableFile
from equilix.planner.schools import plans
from equilix.report import report, report_text
from equilix.store.differences import differences
from equilix.store.parsing import parse
from equilix.store.saving import checked_bytes
from equilix.store.writing import to_bytes
from equilix.words.reading import read_out, sureness
from tests.told import told

ODD = (
    0, -1, 1, 0.5, 3, 1e-9, 1e9, -1e9, 1e200, 1e-200, 10, -10, 199.9, 2**70, -0.0, True, None, "", "x", "base", "lens",
    "rods", "<b>", "\ud800", "x" * 500, [], {}, [0, 0, 0], [0, 0, 1], [1, 0, 0], [9, 9, 9], [0, 0, 0, 0], [[]],
    "weighed", "either", "smooth", "nan", "NaN",
)  # fmt: skip
RAW = (b"NaN", b"-Infinity", b"1e999", b"9" * 400, b"[" * 80 + b"]" * 80, b'"\\ud800"', b"", b"}", b",", b'"', b"\xff")
"""What is put in place of a value without asking JSON."""


def one_setup(number: int) -> Document:
    """The demo with one of its setups, and only the parts of that."""
    demo = lighthouse()
    setup = demo.setups[number % len(demo.setups)]
    used = {placement.part for placement in setup.placements} | {setup.borne_by}
    parts = tuple(part for part in demo.parts if part.id in used)
    there = {part.id for part in parts}
    sets = tuple(each for each in demo.lens_sets if there.issuperset((each.lens, *each.parts)))
    return demo.changed(parts=parts, setups=(setup,), lens_sets=sets, current=setup.id)


SMALL = tuple(to_bytes(one_setup(number)) for number in range(len(lighthouse().setups)))


def places(value: Any, path: tuple[Any, ...] = ()) -> list[tuple[Any, ...]]:
    """The paths of all values inside a JSON value."""
    inside: list[tuple[Any, Any]] = []
    if isinstance(value, dict):
        inside = list(value.items())
    elif isinstance(value, list):
        inside = list(enumerate(value))
    return [path, *(found for key, each in inside for found in places(each, (*path, key)))]


def damaged(rng: random.Random) -> bytes:
    """A small document of the demo with one to three things wrong with it."""
    raw = rng.choice(SMALL)
    if rng.random() < 0.25:
        return _bytes_damaged(raw, rng)
    data = json.loads(raw)
    for _ in range(rng.choice((1, 1, 2, 3))):
        path = rng.choice(places(data)[1:])
        with contextlib.suppress(KeyError, IndexError, TypeError):  # what was done before took the place away
            rng.choice((_put, _put, _put, _put, _drop, _twice, _swap, _unknown))(data, path, rng)
    return json.dumps(data).encode()


def _holder(value: Any, path: tuple[Any, ...]) -> Any:
    for key in path[:-1]:
        value = value[key]
    return value


def _put(data: Any, path: tuple[Any, ...], rng: random.Random) -> None:
    holder = _holder(data, path)
    old = holder[path[-1]]
    if isinstance(old, float) and rng.random() < 0.7:
        new = (0.0, -old, old * 10, old / 10, old + 0.05, old - 0.2, old * 1e-4, rng.uniform(-1, 1), old * 1e300)
        holder[path[-1]] = rng.choice(new)
    else:
        holder[path[-1]] = rng.choice(ODD)


def _drop(data: Any, path: tuple[Any, ...], _rng: random.Random) -> None:
    del _holder(data, path)[path[-1]]


def _twice(data: Any, path: tuple[Any, ...], _rng: random.Random) -> None:
    holder = _holder(data, path)
    if isinstance(holder, list):
        holder.append(holder[path[-1]])


def _swap(data: Any, path: tuple[Any, ...], rng: random.Random) -> None:
    other = rng.choice(places(data)[1:])
    a, b = _holder(data, path), _holder(data, other)
    if len(path) != len(other) or path[:-1] != other[:-1]:
        a[path[-1]] = json.loads(json.dumps(b[other[-1]]))


def _unknown(data: Any, path: tuple[Any, ...], rng: random.Random) -> None:
    holder = _holder(data, path)
    if isinstance(holder, dict):
        holder[rng.choice(("mood", "", "id ", "parts ", "x" * 200))] = rng.choice(ODD)


def _bytes_damaged(raw: bytes, rng: random.Random) -> bytes:
    at = rng.randrange(len(raw))
    kind = rng.randrange(5)
    if kind == 0:
        return raw[:at]
    if kind == 1:
        return raw[:at] + bytes([rng.randrange(256)]) + raw[at + 1 :]
    if kind == 2:
        end = min(len(raw), at + rng.randrange(1, 200))
        return raw[:at] + raw[end:]
    if kind == 3:
        end = min(len(raw), at + rng.randrange(1, 200))
        return raw[:at] + raw[at:end] + raw[at:]
    values = list(re.finditer(rb": ?([^\s,\[\]{}]+)", raw))
    value = rng.choice(values)
    return raw[: value.start(1)] + rng.choice(RAW) + raw[value.end(1) :]


def outcome(raw: bytes, *, with_plans: bool = False) -> str:
    """``refused`` or ``opened``; an ``AssertionError`` or any other exception where something else came of it.

    What is opened can be analysed with finite figures, read out, reported, compared, and saved so that it opens equal.
    """
    try:
        document = parse(raw)
    except UnreadableFile as error:
        assert 20 < len(told(error.said)) < 1000, told(error.said)
        return "refused"
    for setup in document.setups:
        analysis = analyse(document, setup)
        assert json.dumps(report(analysis), allow_nan=False)
        assert str(read_out(analysis))
        assert report_text(analysis)
        sureness(analysis)
        if analysis.assembly.ids:
            assert np.isfinite(analysis.mass.cg_m).all()
        for plan in plans(document, setup.id) if with_plans else ():
            plan.apply(document)
    again = parse(checked_bytes(document))
    assert again == document
    assert not differences(document, again)
    return "opened"
