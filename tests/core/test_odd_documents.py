"""Documents with odd values anywhere: refused with words, or analysed; nothing else may come of them."""

import contextlib
import json
import random
import unittest
from typing import Any

import numpy as np

from equilix.analysis import analyse
from equilix.demo import lighthouse
from equilix.errors import UnreadableFile
from equilix.planner.schools import plans
from equilix.reading import read_out, sureness
from equilix.report import report, report_text
from equilix.store.reading import parse
from equilix.store.writing import to_bytes

ODD = (
    0, -1, 1, 0.5, 3, 1e-9, 1e9, -1e9, 10, -10, 199.9, True, None, "", "x", "base", "lens", "rods", [], {},
    [0, 0, 0], [0, 0, 1], [1, 0, 0], [9, 9, 9], [0, 0, 0, 0], "weighed", "either", "smooth",
)  # fmt: skip


def places(value: Any, path: tuple[Any, ...] = ()) -> list[tuple[Any, ...]]:
    """The paths of all values inside a JSON value."""
    inside: list[tuple[Any, Any]] = []
    if isinstance(value, dict):
        inside = list(value.items())
    elif isinstance(value, list):
        inside = list(enumerate(value))
    return [path, *(found for key, each in inside for found in places(each, (*path, key)))]


def put(value: Any, path: tuple[Any, ...], rng: random.Random) -> None:
    """Replace the value at a path: a number mostly by another number, anything by anything now and then."""
    for key in path[:-1]:
        value = value[key]
    old = value[path[-1]]
    if isinstance(old, float) and rng.random() < 0.8:
        value[path[-1]] = rng.choice(
            (0.0, -old, old * 10, old / 10, old + 0.05, old - 0.2, old * 1e-4, rng.uniform(-1, 1))
        )
    else:
        value[path[-1]] = rng.choice(ODD)


class Odd(unittest.TestCase):
    """One, two or three values of the demo replaced by odd ones, a few hundred times."""

    def test_refused_or_analysed(self) -> None:
        """Whatever stands where: a clear refusal, or figures that are finite and sentences that can be read."""
        raw = to_bytes(lighthouse())
        every = [path for path in places(json.loads(raw)) if path]
        setups = [path for path in every if path[0] == "setups"]
        rng = random.Random(8)
        refused = analysed = 0
        for number in range(700):
            data = json.loads(raw)
            for _ in range(rng.choice((1, 1, 2, 3))):
                with contextlib.suppress(KeyError, IndexError, TypeError):  # an earlier odd value took the place away
                    put(data, rng.choice(setups if number % 2 else every), rng)
            try:
                document = parse(json.dumps(data).encode())
            except UnreadableFile as error:
                self.assertGreater(len(str(error)), 20)
                refused += 1
                continue
            for setup in document.setups:
                analysis = analyse(document, setup)
                found = json.dumps(report(analysis), allow_nan=False)
                self.assertTrue(found)
                self.assertTrue(str(read_out(analysis)))
                self.assertTrue(report_text(analysis))
                sureness(analysis)
                if analysis.assembly.ids:
                    self.assertTrue(np.isfinite(analysis.mass.cg_m).all())
                if analysed % 12 == 0:
                    for plan in plans(document, setup.id):
                        plan.apply(document)
            analysed += 1
        self.assertGreater(refused, 100)
        self.assertGreater(analysed, 60)


if __name__ == "__main__":
    unittest.main()
