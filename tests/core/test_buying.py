"""Wanted parts tried on a rig, and the best of them for the money."""

import io
import json
import tempfile
import unittest
from contextlib import redirect_stderr, redirect_stdout
from itertools import permutations
from pathlib import Path

from equilix.analysis import analyse
from equilix.change.buying import (
    Aim,
    as_it_is,
    best_set,
    price_of_setups,
    price_of_ways,
    try_each,
    try_part,
    wanted,
    worth,
)
from equilix.change.buying_words import figures, per_minute, purchase_words
from equilix.change.felt import LEAST_GAIN
from equilix.cli import run
from equilix.demo.lighthouse import lighthouse
from equilix.document import Document
from equilix.edits import kit
from equilix.errors import Cancelled
from equilix.store.saving import save
from tests.told import told


def small(*more: tuple[str, float, float]) -> Document:
    """The demo with only these monitors wanted: name, kg, price."""
    document = lighthouse()
    parts = tuple(part for part in document.parts if part.standing != "wanted")
    document = document.changed(parts=parts)
    for name, mass_kg, price in more:
        document, _ = kit.add_part(document, name, "monitor", mass_kg, (0.02, 0.13, 0.09), price=price, owned=False)
    return document


class Tried(unittest.TestCase):
    """Each by itself, and nothing is touched."""

    def test_without_touching_the_rig(self) -> None:
        """The document is as it was; each trial is a rig of its own, on its best mark, with every part or without."""
        document = lighthouse()
        found = list(try_each(as_it_is(document, "lamp-room"), "lasts"))
        self.assertEqual(document, lighthouse())
        self.assertEqual([part.id for part, _ in found], [part.id for part in wanted(document)])
        for part, tried in found:
            assert tried is not None
            self.assertIn(part.id, [each.part for each in tried.analysis.setup.placements])
            fore_aft = tried.analysis.fore_aft
            assert fore_aft is not None
            self.assertLess(abs(fore_aft.value_m), 0.001)

    def test_in_the_place_of_its_kind(self) -> None:
        """A battery stands in for the battery, a base for the base; what fits nowhere is said."""
        found = {part.id: tried for part, tried in try_each(as_it_is(lighthouse(), "gallery"), "power")}
        battery = found["battery-190"]
        assert battery is not None
        self.assertEqual(told(battery.how[0]), "in the place of 98 Wh wedge battery")
        self.assertIsNone(found["offset-bracket"])
        base = {part.id: tried for part, tried in try_each(as_it_is(lighthouse(), "lamp-room"), "lasts")}["light-base"]
        assert base is not None
        self.assertAlmostEqual(
            base.analysis.mass.mass_kg, as_it_is(lighthouse(), "lamp-room").analysis.mass.mass_kg - 0.54
        )

    def test_what_strikes_is_a_last_resort(self) -> None:
        """An offset bracket under the camera strikes what stands there, and that is named."""
        found = {part.id: tried for part, tried in try_each(as_it_is(lighthouse(), "lamp-room"), "lasts")}[
            "offset-bracket"
        ]
        assert found is not None
        self.assertIn("bridge plate", found.strikes)

    def test_twice_the_energy_lasts_twice_as_long(self) -> None:
        """190 Wh in the place of 98 Wh under the same load: the ratio of the energies."""
        now = as_it_is(lighthouse(), "lamp-room")
        tried = try_part(now, "battery-190", "power")
        assert tried is not None
        self.assertAlmostEqual(tried.run_s / now.run_s, 190 / 98, delta=1e-6)

    def test_figures(self) -> None:
        """Better, worse, or not felt; a price for each minute only where minutes are gained."""
        document = lighthouse()
        now = as_it_is(document, "gallery")
        tried = try_part(now, "battery-190", "power")
        assert tried is not None
        ways = {each.key: each.way for each in figures(now, tried, (5, 2))}
        self.assertEqual(ways, {"lasts": -1, "hand": -1, "back": -1, "power": 1, "steady": 1, "lenses": -1, "mass": -1})
        self.assertEqual(per_minute(document, now, tried), "")
        same = {each.key: each.way for each in figures(now, now, (5, 5))}
        self.assertEqual(set(same.values()), {0})

    def test_per_minute(self) -> None:
        """A lighter battery of the same energy: its price over the minutes that the hand lasts longer."""
        document, key = kit.add_part(
            lighthouse(), "light cell", "battery", 0.4, None, energy_wh=98.0, price=120.0, owned=False
        )
        now = as_it_is(document, "gallery")
        tried = try_part(now, key, "lasts")
        assert tried is not None
        gained = (tried.lasts_s - now.lasts_s) / 60
        self.assertGreater(gained, 1.0)
        self.assertEqual(told(per_minute(document, now, tried)), f"{120.0 / gained:.0f} a minute")


class Best(unittest.TestCase):
    """The best set under a budget, against trying every order of every set."""

    def brute(self, document: Document, setup_id: str, aim: Aim, budget: float) -> tuple[float, float] | None:
        """Worth and price of the best: the cheapest of those that do as much as is felt."""
        now = as_it_is(document, setup_id)
        parts = [part for part in wanted(document) if part.price is not None]
        found = []
        for count in range(1, len(parts) + 1):
            for order in permutations(parts, count):
                price = sum(part.price or 0.0 for part in order)
                if price > budget or list(order) != sorted(order, key=parts.index):
                    continue
                tried = now
                for part in order:
                    following = try_part(tried, part.id, aim)
                    if following is None:
                        break
                    tried = following
                else:
                    if not tried.strikes:
                        found.append((worth(tried, aim), price))
        most = max((value for value, _ in found), default=0.0)
        if most <= worth(now, aim) * (1 + LEAST_GAIN):
            return None
        return min(((v, p) for v, p in found if v * (1 + LEAST_GAIN) >= most), key=lambda each: (each[1], -each[0]))

    def test_equal_to_brute_force(self) -> None:
        """Over setups, aims and budgets."""
        document = lighthouse()
        for setup, aim, budget in (
            ("workshop", "steady", 800.0), ("workshop", "steady", 350.0), ("gallery", "power", 1000.0),
            ("gallery", "lenses", 1000.0), ("lamp-room", "lasts", 900.0), ("evening", "steady", 2000.0),
        ):  # fmt: skip
            with self.subTest(setup=setup, aim=aim, budget=budget):
                found = best_set(as_it_is(document, setup), aim, budget)  # type: ignore[arg-type]
                brute = self.brute(document, setup, aim, budget)  # type: ignore[arg-type]
                if brute is None:
                    self.assertIsNone(found)
                else:
                    assert found is not None
                    self.assertAlmostEqual(worth(found.tried, aim), brute[0])  # type: ignore[arg-type]
                    self.assertAlmostEqual(found.price, brute[1])

    def test_never_over_the_budget(self) -> None:
        """Nor with what has no price; a budget for nothing buys nothing."""
        document = lighthouse()
        document = document.changed(
            parts=tuple(p.changed(price=None) if p.id == "battery-190" else p for p in document.parts)
        )
        self.assertIsNone(best_set(as_it_is(document, "gallery"), "power", 5000.0))
        self.assertIsNone(best_set(as_it_is(document, "gallery"), "steady", 1.0))

    def test_the_path(self) -> None:
        """First what does most, then the next; at its end all of the set is on."""
        document = lighthouse()
        found = best_set(as_it_is(document, "workshop"), "steady", 800.0)
        assert found is not None
        self.assertEqual(sorted(part for part, _ in found.path), sorted(found.tried.parts))
        values = [value for _, value in found.path]
        self.assertEqual(values, sorted(values))
        said = [told(each) for each in purchase_words(document, found, 0.1, "steady", 800.0)]
        self.assertTrue(said[0].startswith("For 800: "))
        self.assertIn("First the 190 Wh wedge battery", said[1])
        self.assertEqual(told(purchase_words(document, None, 0.1, "lasts", 5.0)[0]),
                         "For 5 no wanted part makes it better so that it is felt")  # fmt: skip

    def test_called_off(self) -> None:
        """Between two sets."""
        with self.assertRaises(Cancelled):
            best_set(as_it_is(lighthouse(), "workshop"), "steady", 2000.0, lambda: True)

    def test_many_wanted(self) -> None:
        """Of more than eight the eight that do most by themselves."""
        document = small(*((f"screen {k}", 0.2 + 0.1 * k, 10.0) for k in range(10)))
        found = best_set(as_it_is(document, "gallery"), "steady", 10.0)
        assert found is not None
        self.assertEqual(found.tried.parts, ("screen-9",))


class Prices(unittest.TestCase):
    """What rigs cost."""

    def test_by_setup_and_by_way(self) -> None:
        """All parts with what bears them; of a way each part once, as many as one rig of it needs."""
        document = lighthouse()
        setups, ways = price_of_setups(document), price_of_ways(document)
        analysis = analyse(document, document.setups_by_id["evening"])
        self.assertEqual(setups["evening"], sum(p.price or 0 for p in analysis.assembly.parts) + 690)
        self.assertEqual(ways["tripod"], setups["evening"])
        twice, _ = kit.add_setup(document, "Evening two", like="evening")
        self.assertEqual(price_of_ways(twice), ways)


class OnTheCommandLine(unittest.TestCase):
    """`equilix buy`."""

    def setUp(self) -> None:
        kept = tempfile.TemporaryDirectory()
        self.addCleanup(kept.cleanup)
        self.file = Path(kept.name) / "demo.equilix"
        save(lighthouse(), self.file)

    def said(self, *arguments: str) -> tuple[int, str, str]:
        """Exit code, output, complaints."""
        with redirect_stdout(io.StringIO()) as out, redirect_stderr(io.StringIO()) as err:
            code = run(["buy", str(self.file), *arguments])
        return code, out.getvalue(), err.getvalue()

    def test_in_words_and_json(self) -> None:
        """The rig as it is, every wanted part, the best set, what all rigs cost."""
        text = self.said("--setup", "gallery", "--for", "power", "--budget", "800")[1]
        self.assertIn("190 Wh wedge battery, 330, in the place of 98 Wh wedge battery", text)
        self.assertIn("For 800: 190 Wh wedge battery, 330 together, 4 h 30 → 8 h 40", text)
        self.assertIn("does not fit on it", text)
        found = json.loads(self.said("--setup", "gallery", "--for", "power", "--budget", "800", "--json")[1])
        self.assertEqual((found["buy_version"], found["best"]["parts"]), (1, ["battery-190"]))
        self.assertEqual(
            {each["part"] for each in found["parts"] if not each["fits"]}, {"light-base", "offset-bracket"}
        )

    def test_refused(self) -> None:
        """A sum that is none; a kit in which nothing is wanted; a setup with nothing on it."""
        self.assertIn("is no sum of money", self.said("--budget", "much")[2])
        self.assertIn("is no sum of money", self.said("--budget", "-5")[2])
        save(kit.add_setup(lighthouse(), "Nothing")[0], self.file)
        self.assertIn("Nothing is on “Nothing”", self.said("--setup", "Nothing")[2])
        save(small(), self.file)
        self.assertIn("No part of the kit is marked as wanted", self.said()[2])


if __name__ == "__main__":
    unittest.main()
