"""The planner against trying everything: never worse, on small cases."""

import itertools
import unittest

import numpy as np

from equilix.analysis import Analysis
from equilix.demo import lighthouse
from equilix.document import Document
from equilix.edits import kit, rigging
from equilix.keys import BalanceKey
from equilix.kit.catalogue import make_part
from equilix.planner.build import aim_m
from equilix.planner.change import added_kg
from equilix.planner.moves import find_removable, find_slides, find_weights
from equilix.planner.programme import solve
from equilix.planner.schools import plan
from equilix.rig.clearance import free_travel
from equilix.rig.setups import Placement
from tests.core.builders import analysed, document, free, padded, random_rig


def rank(
    analysis: Analysis, before: Analysis, touched: int, travel_mm: float
) -> tuple[float, float, float, int, float, float]:
    """What the planner orders by: excess over tolerance and aim, mass added, things touched, off target, travel.

    The aims are those before the plan, as in the programme.
    """
    over = short = beyond = 0.0
    for now, then in zip(analysis.conditions, before.conditions, strict=True):
        moment = abs(now.value_m) * analysis.mass.mass_kg
        over += max(moment - then.balance.tolerance_m * analysis.mass.mass_kg, 0.0)
        short += max(moment - aim_m(then) * analysis.mass.mass_kg, 0.0)
        target = min(then.balance.target_m, aim_m(then))
        beyond += max(moment - target * analysis.mass.mass_kg, 0.0) / then.balance.tolerance_m
    return over, short, analysis.mass.mass_kg - before.mass.mass_kg, touched, beyond, travel_mm


def not_worse(ours: tuple[float, ...], other: tuple[float, ...]) -> bool:
    """Whether ours comes first, or ties, within what the solver rounds.

    1e-6 kg·m and 1e-6 kg, 0.02 % of a tolerance, 0.1 mm.
    """
    for a, b, close in zip(ours, other, (2e-6, 2e-6, 1e-6, 0.5, 2e-4, 0.1), strict=True):
        if a < b - close:
            return True
        if a > b + close:
            return False
    return True


class LeavingOff(unittest.TestCase):
    """What leaves with a part."""

    def test_its_cable_goes_too(self) -> None:
        """The programme knows that a part's cable comes off with it: what it promises is what carrying out gives."""
        made = kit.change_part(lighthouse(), "monitor-5", needed=False)
        setup = made.setups[0]
        heavy = tuple(cable.changed(mass_kg=0.5) for cable in setup.cables)
        made = made.with_setup(setup.changed(cables=heavy))
        before = analysed(made)
        for removable in (["monitor-5"], ["monitor-5", "transmitter", "matte-box"]):
            chosen = solve(before, find_slides(before), (), removable, must_change=True)
            assert chosen is not None
            after = made
            for each in chosen.removed:
                after = rigging.remove(after, setup.id, each)
            for key, slide in chosen.slides_m.items():
                after = rigging.slide(after, setup.id, key, slide)
            found = analysed(after)
            for (
                condition
            ) in found.conditions:  # along the rig the cables that stay are led anew: tenths of a millimetre
                self.assertAlmostEqual(condition.value_m, chosen.promised_m[condition.balance.key], delta=6e-4)
        chosen = solve(before, (), (), ["monitor-5"], must_change=True)
        assert chosen is not None
        self.assertEqual(chosen.removed, ("monitor-5",))
        gone = analysed(rigging.remove(made, setup.id, "monitor-5"))
        self.assertAlmostEqual(gone.conditions[0].value_m, chosen.promised_m[BalanceKey.FORE_AFT], delta=1e-6)


class BruteForce(unittest.TestCase):
    """Never worse than trying everything, on small cases."""

    def test_one_slide(self) -> None:
        """Every millimetre of one slide tried by hand."""
        for seed in range(8):
            made = random_rig(seed)
            made = rigging.pin(rigging.pin(made, "rig", "plate", True), "rig", "rods", True)
            before = analysed(made)
            slides = find_slides(before)
            self.assertEqual([s.placement for s in slides], ["bridge"])
            chosen = solve(before, slides)
            assert chosen is not None
            now = before.setup.by_id["bridge"].slide_m
            at = chosen.slides_m.get("bridge", now)
            ours = self._slid(made, before, at, now)
            travel = free_travel(before.assembly, "bridge")
            for steps in range(slides[0].low, slides[0].high + 1):
                where = slides[0].to_m(steps)
                if travel.from_m - 1e-9 <= where <= travel.to_m + 1e-9:
                    self.assertTrue(not_worse(ours, self._slid(made, before, where, now)), f"seed {seed}, {where}")

    def _slid(self, made: Document, before: Analysis, at: float, now: float) -> tuple[float, ...]:
        after = analysed(rigging.slide(made, "rig", "bridge", at))
        moved = abs(at - now) * 1000
        return rank(after, before, int(moved > 1e-6), moved)

    def test_two_slides_with_holes(self) -> None:
        """Two carriages on tracks with holes every 20 mm: all pairs of holes tried."""
        for seed in range(6):
            rng = np.random.default_rng(seed)
            made = self._holed(float(rng.uniform(2, 5)), float(rng.uniform(0.5, 2)))
            before = analysed(made)
            chosen = solve(before, find_slides(before))
            assert chosen is not None
            start = {key: before.setup.by_id[key].slide_m for key in ("a", "b")}
            ours = self._two(made, before, {**start, **chosen.slides_m}, start)
            holes = [-0.14 + 0.02 * n for n in range(15)]
            for a, b in itertools.product(holes, holes):
                if b - a < 0.04 - 1e-9:  # the boxes would overlap
                    continue
                other = self._two(made, before, {"a": a, "b": b}, start)
                self.assertTrue(not_worse(ours, other), f"seed {seed}: {chosen.slides_m} against {a:.2f}, {b:.2f}")

    def _holed(self, heavy: float, light: float) -> Document:
        base = padded("base", 1.0).changed(
            offers=(
                {"name": "t", "kind": "rail", "position_m": (0, 0, 0.05),
                 "track": {"from_m": -0.14, "to_m": 0.14, "pitch_m": 0.02}},
            ),
        )  # fmt: skip
        parts = [base]
        for key, mass in (("a", light), ("b", heavy)):
            part = make_part(key, key, "block", mass, (0.04, 0.04, 0.04))
            parts.append(
                part.changed(
                    hangs_by=({"name": "f", "kind": "rail", "position_m": (0, 0, 0), "direction": (0, 0, -1)},)
                )
            )
        return document(parts, [
            Placement(id="base", part="base"),
            Placement(id="a", part="a", parent="base", point="t", slide_m=0.0),
            Placement(id="b", part="b", parent="base", point="t", slide_m=0.14),
        ])  # fmt: skip

    def _two(
        self, made: Document, before: Analysis, at: dict[str, float], start: dict[str, float]
    ) -> tuple[float, ...]:
        travel = {key: abs(at[key] - start[key]) * 1000 for key in at}
        for key in ("a", "b"):
            made = rigging.slide(made, "rig", key, at[key])
        return rank(analysed(made), before, sum(t > 1e-6 for t in travel.values()), sum(travel.values()))

    def test_slide_and_removal_together(self) -> None:
        """An optional part that rides on a slide, front-heavy and rear-heavy: every millimetre with and without it."""
        for sign in (1.0, -1.0):
            for seed in range(4):
                made = self._riding(sign, np.random.default_rng(seed))
                before = analysed(made)
                chosen = solve(before, find_slides(before), removable=find_removable(made, before))
                assert chosen is not None
                at = chosen.slides_m.get("a", before.setup.by_id["a"].slide_m)
                ours = self._ridden(made, before, at, bool(chosen.removed))
                for mm, gone in itertools.product(range(-140, 141), (False, True)):
                    other = self._ridden(made, before, mm / 1000, gone)
                    self.assertTrue(
                        not_worse(ours, other), f"{sign}, seed {seed}: {at} {chosen.removed} against {mm} {gone}"
                    )

    def _riding(self, sign: float, rng: np.random.Generator) -> Document:
        base = padded("base", 1.0).changed(
            offers=(
                {"name": "t", "kind": "rail", "position_m": (0, 0, 0.05), "track": {"from_m": -0.14, "to_m": 0.14}},
            )
        )
        foot = {"name": "f", "kind": "rail", "position_m": (0, 0, 0), "direction": (0, 0, -1)}
        carriage = make_part("a", "a", "block", float(rng.uniform(1, 3)), (0.04, 0.04, 0.04)).changed(hangs_by=(foot,))
        rider = make_part("r", "r", "block", float(rng.uniform(0.3, 2)), (0.04, 0.04, 0.04), needed=False)
        load = make_part("l", "l", "block", float(rng.uniform(1, 3)), (0.04, 0.04, 0.04))
        return document([base, carriage, rider, load], [
            Placement(id="base", part="base"),
            Placement(id="a", part="a", parent="base", point="t", slide_m=0.10 * sign),
            Placement(id="r", part="r", parent="a", point="top"),
            free("l", "l", sign * float(rng.uniform(0.2, 0.4)), 0.0, 0.3),
        ])  # fmt: skip

    def _ridden(self, made: Document, before: Analysis, at: float, gone: bool) -> tuple[float, ...]:
        moved = abs(at - before.setup.by_id["a"].slide_m) * 1000
        made = rigging.slide(made, "rig", "a", at)
        if gone:
            made = rigging.remove(made, "rig", "r")
        return rank(analysed(made), before, int(moved > 1e-6) + int(gone), moved)

    def test_whole_pieces_of_weight(self) -> None:
        """All counts of weights at all places (10 mm grid) on the rear rods tried: none needs less mass."""
        for seed in range(5):
            made = random_rig(seed)
            before = analysed(made)
            if before.status == "rests":
                continue
            pieces = find_weights(made, before)
            chosen = solve(before, pieces=pieces, must_change=True)
            assert chosen is not None
            found = plan("weight", made, before)
            if not found.works:
                continue
            part = made.parts_by_id["weight"]
            fewer = round(added_kg(found) / part.mass_kg) - 1
            places = np.arange(pieces[0].low_m, pieces[0].high_m + 1e-9, 0.010)
            for at in itertools.combinations(places, fewer) if fewer > 0 else ():
                if any(b - a < 0.024 for a, b in itertools.pairwise(at)):
                    continue
                trial = made
                for slide in at:
                    trial, _ = rigging.add(trial, "rig", "weight", "rods", "rods", slide_m=float(slide))
                over, short, *_ = rank(analysed(trial), before, 0, 0)
                self.assertGreater((over, short), (0.0, 0.0), f"seed {seed}: {fewer} pieces would do")

    def test_removing(self) -> None:
        """Leaving off: of all sets of optional parts the lightest that balances is chosen."""
        made = lighthouse()
        setup = made.setups[0]
        kept = tuple(p.changed(pinned=p.part not in ("matte-box", "transmitter")) for p in setup.placements)
        made = made.with_setup(setup.changed(placements=kept))
        before = analysed(made)
        removable = find_removable(made, before)
        self.assertEqual(set(removable), {"matte-box", "transmitter"})
        chosen = solve(before, removable=removable, must_change=True)
        assert chosen is not None
        ranks = {}
        for count in range(1, 3):
            for gone in itertools.combinations(removable, count):
                trial = made
                for key in gone:
                    trial = rigging.remove(trial, "lamp-room", key)
                ranks[frozenset(gone)] = rank(analysed(trial), before, count, 0.0)
        ours = ranks[frozenset(chosen.removed)]
        self.assertTrue(all(not_worse(ours, other) for other in ranks.values()))


class FewestThings(unittest.TestCase):
    """Among plans of one mass the one that touches least wins, though it travels further."""

    def test_one_long_way_before_two_short_ones(self) -> None:
        """A heavy carriage with little room and a light one with much: the light one alone is moved."""
        tracks = ((0.02, "near", "rail"), (0.40, "far", "long-rail"))
        offers = tuple(
            {"name": name, "kind": kind, "position_m": (0, y, 0.05), "track": {"from_m": -room, "to_m": 0.0}}
            for (room, name, kind), y in zip(tracks, (0.1, -0.1), strict=True)
        )
        parts = [padded("base", 1.0).changed(offers=offers)]
        for (_, name, kind), mass in zip(tracks, (4.0, 3.9), strict=True):
            foot = {"name": "f", "kind": kind, "position_m": (0, 0, 0), "direction": (0, 0, -1)}
            parts.append(make_part(name, name, "block", mass, (0.04, 0.04, 0.04)).changed(hangs_by=(foot,)))
        parts.append(make_part("load", "load", "block", 1.0))
        made = document(parts, [
            Placement(id="base", part="base"),
            Placement(id="near", part="near", parent="base", point="near"),
            Placement(id="far", part="far", parent="base", point="far"),
            free("load", "load", 0.75, 0.0, 0.3),
        ])  # fmt: skip
        before = analysed(made)
        chosen = solve(before, find_slides(before))
        assert chosen is not None
        self.assertEqual(set(chosen.slides_m), {"far"})
        after = analysed(rigging.slide(made, "rig", "far", chosen.slides_m["far"]))
        self.assertEqual(after.status, "rests")


if __name__ == "__main__":
    unittest.main()
