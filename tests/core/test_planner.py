"""The planner: promises kept, never worse than trying everything, and words where nothing works."""

import itertools
import unittest

import numpy as np
from hypothesis import given, settings
from hypothesis import strategies as st

from equilix.analysis import Analysis, analyse
from equilix.demo import lighthouse
from equilix.document import Document
from equilix.edits import kit, rigging
from equilix.kit.catalogue import make_part
from equilix.planner.moves import find_batteries, find_removable, find_slides, find_weights
from equilix.planner.plan import Plan
from equilix.planner.programme import Cancelled, aim_m, solve
from equilix.planner.schools import new_strikes, plan, plans
from equilix.rig.clearance import free_travel
from equilix.rig.setups import Placement
from tests.core.builders import analysed, document, free, padded, random_rig


def rank(
    analysis: Analysis, before: Analysis, touched: int, travel_mm: float
) -> tuple[float, float, float, int, float]:
    """What the planner orders by: excess over tolerance, then over the aim, mass added, things touched, travel.

    The aims are those before the plan, as in the programme.
    """
    over = short = 0.0
    for now, then in zip(analysis.conditions, before.conditions, strict=True):
        moment = abs(now.value_m) * analysis.mass.mass_kg
        over += max(moment - then.balance.tolerance_m * analysis.mass.mass_kg, 0.0)
        short += max(moment - aim_m(then) * analysis.mass.mass_kg, 0.0)
    return over, short, analysis.mass.mass_kg - before.mass.mass_kg, touched, travel_mm


def not_worse(ours: tuple[float, ...], other: tuple[float, ...]) -> bool:
    """Whether ours comes first, or ties, within what the solver rounds (1e-6 kg·m and 1e-6 kg, 0.1 mm)."""
    for a, b, close in zip(ours, other, (2e-6, 2e-6, 1e-6, 0.5, 0.1), strict=True):
        if a < b - close:
            return True
        if a > b + close:
            return False
    return True


class Promises(unittest.TestCase):
    """A plan applied gives the residual it promised."""

    @settings(max_examples=25, deadline=None)
    @given(st.integers(0, 10_000))
    def test_random_rigs(self, seed: int) -> None:
        """Over random rigs and all schools: promised and found residual agree to a thousandth of a millimetre."""
        made = random_rig(seed)
        for found in plans(made, "rig"):
            if not found.steps:
                continue
            after = found.apply(made)
            analysis = analysed(after)
            for condition in analysis.conditions:
                self.assertAlmostEqual(
                    condition.value_m, found.promised_m[condition.balance.name], delta=1e-6, msg=found.school
                )
            if found.works:
                self.assertTrue(all(condition.ok for condition in analysis.conditions), found.school)
                self.assertEqual(new_strikes(analysed(made).assembly, analysis.assembly), [])
            self.assertAlmostEqual(analysis.mass.mass_kg - analysed(made).mass.mass_kg, found.added_kg, places=9)

    def test_slides_stay_on_their_tracks_and_off_their_neighbours(self) -> None:
        """Every planned slide lies within the free travel of the rig as planned."""
        for seed in range(12):
            made = random_rig(seed)
            for found in plans(made, "rig"):
                analysis = found.after
                for key in analysis.assembly.ids:
                    travel = free_travel(analysis.assembly, key)
                    if travel is not None:
                        slide = analysis.setup.by_id[key].slide_m
                        self.assertLessEqual(travel.from_m, slide + 1e-9)
                        self.assertGreaterEqual(travel.to_m, slide - 1e-9)

    def test_whole_millimetres(self) -> None:
        """A planned slide moves by whole millimetres."""
        found = plan("move", lighthouse(), analysed(lighthouse()))
        for key, placement in found.after.setup.by_id.items():
            moved = (placement.slide_m - found.before.setup.by_id[key].slide_m) * 1000
            self.assertAlmostEqual(moved, round(moved), delta=1e-6)


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
                where = now + steps / 1000
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
            fewer = round(found.added_kg / part.mass_kg) - 1
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


class Schools(unittest.TestCase):
    """What each school does with the demo rig."""

    @classmethod
    def setUpClass(cls) -> None:
        cls.made = lighthouse()
        cls.found: dict[str, Plan] = {p.school: p for p in plans(cls.made, "lamp-room")}

    def test_three_ready_answers_and_a_lighter_build(self) -> None:
        """All four work on the demo rig, and the rig rests afterwards."""
        for school in ("move", "power", "weight", "strip"):
            with self.subTest(school):
                self.assertTrue(self.found[school].works, self.found[school].reason)
                self.assertEqual(self.found[school].after.status, "rests")

    def test_move_adds_nothing(self) -> None:
        """Moving what is there adds no mass, and says which way and what the scale reads."""
        found = self.found["move"]
        self.assertAlmostEqual(found.added_kg, 0.0, places=9)
        self.assertRegex(found.steps[0].text, r"^Slide the camera back \d+ mm$")
        self.assertRegex(found.steps[0].mark, r"^scale reads \d+ mm$")

    def test_power_changes_a_battery_for_at_least_as_many_watt_hours(self) -> None:
        """The battery that stands in has no fewer watt-hours."""
        part = self.found["power"].after.setup.by_id["battery"].part
        self.assertGreater(self.made.parts_by_id[part].energy_wh, 98)
        self.assertTrue(self.made.parts_by_id[part].owned)

    def test_weight_touches_nothing_else(self) -> None:
        """Hanging weight leaves every other part where it is, and hangs whole pieces."""
        after = self.found["weight"].after.setup
        for placement in self.made.setups[0].placements:
            self.assertEqual(after.by_id[placement.id], placement)
        self.assertGreater(len(after.placements), len(self.made.setups[0].placements))

    def test_strip_leaves_only_optional_parts_off(self) -> None:
        """Leaving off takes parts that are not needed."""
        after = self.found["strip"].after.setup
        gone = {p.part for p in self.made.setups[0].placements if p.id not in after.by_id}
        self.assertTrue(gone)
        self.assertFalse(any(self.made.parts_by_id[key].needed for key in gone))

    def test_price_in_steadiness(self) -> None:
        """Hung weight steadies: the inertia about the pitch axis grows."""
        self.assertGreater(self.found["weight"].steadiness, 1.2)

    def test_like_pieces_are_one_line(self) -> None:
        """Three 500 g pieces side by side read as one line with three marks."""
        lines = self.found["weight"].lines()
        self.assertLess(len(lines), len(self.found["weight"].steps))
        self.assertRegex(lines[0][0], r"^Hang \d × 500 g")

    def test_pinned_stays(self) -> None:
        """With the camera pinned, moving what is there must find something else, or say that it cannot."""
        pinned = rigging.pin(self.made, "lamp-room", "bridge", True)
        found = plan("move", pinned, analysed(pinned))
        self.assertEqual(found.after.setup.by_id["bridge"].slide_m, self.made.setups[0].by_id["bridge"].slide_m)

    def test_a_balanced_rig_needs_nothing(self) -> None:
        """Moving what is there on a balanced rig has no steps."""
        done = self.found["move"].apply(self.made)
        self.assertEqual(plan("move", done, analysed(done)).steps, ())

    def test_batteries_on_offer(self) -> None:
        """Moving offers the same battery on the other mount; power the larger owned one on both mounts."""
        analysis = analysed(self.made)
        same = find_batteries(self.made, analysis, other=False)
        self.assertEqual({(p.part, p.parent) for p in same}, {("battery-98", "body")})
        others = find_batteries(self.made, analysis, other=True)
        self.assertEqual(
            {(p.part, p.parent) for p in others}, {("battery-146", "body"), ("battery-146", "battery-plate")}
        )


class Refusals(unittest.TestCase):
    """Where nothing works it says how much is missing."""

    def test_a_neighbour_in_the_way(self) -> None:
        """A heavy carriage that ought to go far back comes up against a pinned one, touches it and says so."""
        base = padded("base", 1.0).changed(
            offers=(
                {"name": "t", "kind": "rail", "position_m": (0, 0, 0.05), "track": {"from_m": -0.14, "to_m": 0.14}},
            )
        )
        foot = {"name": "f", "kind": "rail", "position_m": (0, 0, 0), "direction": (0, 0, -1)}
        parts = [
            make_part(key, key, "block", mass, (0.04, 0.04, 0.04)).changed(hangs_by=(foot,))
            for key, mass in (("stop", 0.1), ("heavy", 4.0))
        ]
        made = document([base, *parts], [
            Placement(id="base", part="base"),
            Placement(id="stop", part="stop", parent="base", point="t", slide_m=0.05, pinned=True),
            Placement(id="heavy", part="heavy", parent="base", point="t", slide_m=0.14),
        ])  # fmt: skip
        found = plan("move", made, analysed(made))
        self.assertFalse(found.works)
        self.assertAlmostEqual(found.after.setup.by_id["heavy"].slide_m, 0.05 + 0.04, delta=1e-6)
        self.assertRegex(found.reason, r"the stop is \d+ mm in the way")

    def test_missing_millimetres(self) -> None:
        """All pinned but the camera on a short track in front: the millimetres that are missing, by the formula."""
        made = lighthouse()
        short = made.parts_by_id["base"]
        offers = tuple(
            o.changed(track={"from_m": 0.05, "to_m": 0.15, "scale_zero_m": 0.17}) if o.name == "dovetail" else o
            for o in short.offers
        )
        made = kit.change_part(made, "base", offers=offers)
        setup = made.setups[0]
        made = made.with_setup(
            setup.changed(placements=tuple(p.changed(pinned=p.id != "bridge") for p in setup.placements))
        )
        before = analysed(made)
        found = plan("move", made, before)
        self.assertFalse(found.works)
        self.assertRegex(found.reason, r"the track on the long shoulder base with pad is (\d+) mm too short")
        said = int("".join(c for c in found.reason if c.isdigit()))
        carried = found.after.assembly.mass_properties(setup.subtree("bridge")).mass_kg
        outside = found.after.conditions[0].value_m - found.after.conditions[0].balance.tolerance_m
        self.assertAlmostEqual(said, outside * found.after.mass.mass_kg / carried * 1000, delta=1)

    def test_missing_grams(self) -> None:
        """Too few weights: the grams that are missing would do it, hung where the last one hangs."""
        made = lighthouse()
        made = made.changed(parts=tuple(p.changed(quantity=1) if p.kind == "counterweight" else p for p in made.parts))
        found = plan("weight", made, analysed(made))
        self.assertFalse(found.works)
        self.assertRegex(found.reason, r"\d+ g of counterweight are missing|\d\.\d+ kg of counterweight are missing")

    def test_nothing_to_work_with(self) -> None:
        """No weights, no other batteries, nothing optional: each says so."""
        made = lighthouse()
        parts = tuple(
            p.changed(needed=True)
            for p in made.parts
            if p.kind != "counterweight" and p.id not in ("battery-146", "battery-190")
        )
        made = made.changed(parts=parts)
        analysis = analysed(made)
        self.assertIn("no counterweight", plan("weight", made, analysis).reason)
        self.assertIn("no other battery", plan("power", made, analysis).reason)
        self.assertIn("marked as needed", plan("strip", made, analysis).reason)

    def test_wanted_parts_are_not_planned_with(self) -> None:
        """A part that is only wanted stays out of plans."""
        made = kit.change_part(lighthouse(), "battery-146", owned=False)
        self.assertIn("no other battery", plan("power", made, analysed(made)).reason)

    def test_called_off(self) -> None:
        """A plan is called off between stages."""
        made = lighthouse()
        analysis = analysed(made)
        with self.assertRaises(Cancelled):
            solve(analysis, find_slides(analysis), cancelled=lambda: True)

    def test_no_support_no_plans(self) -> None:
        """A rig that nothing carries has no plans."""
        made, _ = kit.add_setup(lighthouse(), "empty")
        self.assertEqual(list(plans(made, "empty")), [])

    def test_a_stand_in_must_not_strike(self) -> None:
        """A battery as long as the rods behind the camera would strike: it is not proposed."""
        made = lighthouse()
        huge = make_part("battery-146", "huge battery", "battery", 1.12, (0.9, 0.10, 0.14), energy_wh=146)
        made = made.changed(parts=tuple(huge if p.id == "battery-146" else p for p in made.parts))
        analysis = analysed(made)
        found = plan("power", made, analysis)
        self.assertEqual(new_strikes(analysis.assembly, found.after.assembly), [])


class Analysed(unittest.TestCase):
    """The planner leaves what it was given alone."""

    def test_pure(self) -> None:
        """Planning twice gives the same plans, and the document is as before."""
        made = lighthouse()
        first = [p.steps for p in plans(made, "lamp-room")]
        self.assertEqual(made, lighthouse())
        self.assertEqual(first, [p.steps for p in plans(made, "lamp-room")])
        self.assertEqual(analyse(made, made.setups[0]).status, "falls")


if __name__ == "__main__":
    unittest.main()
