"""The planner: promises kept, what each school does, and words where nothing works."""

import re
import unittest

from hypothesis import given, settings
from hypothesis import strategies as st

from equilix.analysis import analyse
from equilix.demo import lighthouse
from equilix.edits import kit, rigging
from equilix.kit.catalogue import make_part
from equilix.kit.mounts import Track
from equilix.planner.change import added_kg, steadiness
from equilix.planner.moves import find_batteries, find_slides
from equilix.planner.plan import Plan
from equilix.planner.programme import Cancelled, solve
from equilix.planner.schools import plan, plans
from equilix.rig.clearance import free_travel, new_strikes
from equilix.rig.setups import Placement
from equilix.words.steps import told_lines
from tests.core.builders import analysed, document, padded, random_rig
from tests.told import told


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
                    condition.value_m, found.promised_m[condition.balance.key], delta=1e-6, msg=found.school
                )
            if found.works:
                self.assertTrue(all(condition.ok for condition in analysis.conditions), found.school)
                self.assertEqual(new_strikes(analysed(made).assembly, analysis.assembly), [])
            self.assertAlmostEqual(analysis.mass.mass_kg - analysed(made).mass.mass_kg, added_kg(found), places=9)

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
                self.assertTrue(self.found[school].works, told(self.found[school].reason))
                self.assertEqual(self.found[school].after.status, "rests")

    def test_move_adds_nothing(self) -> None:
        """Moving what is there adds no mass, and says which way and what the scale reads."""
        found = self.found["move"]
        self.assertAlmostEqual(added_kg(found), 0.0, places=9)
        text, mark = (told(each) for each in told_lines(found)[0][:2])
        self.assertRegex(text, r"^Slide the camera back \d+ mm$")
        self.assertRegex(mark, r"^scale reads \d+ mm$")

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
        self.assertGreater(steadiness(self.found["weight"]), 1.2)

    def test_like_pieces_are_one_line(self) -> None:
        """Three 500 g pieces side by side read as one line with three marks."""
        found = told_lines(self.found["weight"])
        self.assertLess(len(found), len(self.found["weight"].steps))
        self.assertRegex(told(found[0].text), r"^Hang \d × 500 g")
        self.assertRegex(told(found[0].mark), r"^scale reads \d+ mm, [\d, m]+ mm$")
        self.assertRegex(told(found[0].mark, "us"), r"^scale reads [\d.]+ in, [\d., in]+ in$")

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
        self.assertRegex(told(found.reason), r"the stop is \d+ mm in the way")

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
        self.assertRegex(told(found.reason), r"the track on the long shoulder base with pad is (\d+) mm too short")
        said = int("".join(c for c in told(found.reason) if c.isdigit()))
        carried = found.after.assembly.mass_properties(setup.subtree("bridge")).mass_kg
        outside = found.after.conditions[0].value_m - found.after.conditions[0].balance.tolerance_m
        self.assertAlmostEqual(said, outside * found.after.mass.mass_kg / carried * 1000, delta=1)

    def test_missing_millimetres_where_the_axis_moves_along(self) -> None:
        """On a gimbal the named track, as much longer as is said, makes the plan work; a millimetre less does not."""
        made = lighthouse()
        short = plan("strip", made, analyse(made, made.setups_by_id["stairs"]))
        found = re.search(r"the track on the (.+) is (\d+) mm too short", told(short.reason))
        assert found is not None
        missing = int(found[2])
        self.assertGreater(missing, 0)
        carrier = next(p for p in made.parts if p.name == found[1])
        for more, works in ((missing, True), (missing - 1, False)):
            offers = tuple(
                offer.changed(
                    track=offer.track.changed(
                        from_m=offer.track.from_m - more / 1000, to_m=offer.track.to_m + more / 1000
                    )
                )
                if isinstance(offer.track, Track)
                else offer
                for offer in carrier.offers
            )
            longer = kit.change_part(made, carrier.id, offers=offers)
            after = plan("strip", longer, analyse(longer, longer.setups_by_id["stairs"]))
            self.assertEqual(after.works, works, told(after.reason))

    def test_at_odds(self) -> None:
        """The only slide goes aslant: room enough, but what mends one axis spoils the other, and that is said."""
        made = lighthouse()
        base = made.parts_by_id["base"]
        aslant = {"axis": (0.28, 0.96, 0.0), "from_m": -0.5, "to_m": 0.5, "scale_zero_m": 0.0}
        offers = tuple(o.changed(track=aslant) if o.name == "dovetail" else o for o in base.offers)
        made = kit.change_part(made, "base", offers=offers)
        setup = made.setups[0]
        made = made.with_setup(
            setup.changed(placements=tuple(p.changed(pinned=p.id != "bridge") for p in setup.placements))
        )
        found = plan("move", made, analysed(made))
        self.assertFalse(found.works)
        self.assertRegex(told(found.reason), "putting (fore-aft|sideways) right puts something else out")

    def test_missing_grams(self) -> None:
        """Too few weights: the grams that are missing would do it, hung where the last one hangs."""
        made = lighthouse()
        made = made.changed(parts=tuple(p.changed(quantity=1) if p.kind == "counterweight" else p for p in made.parts))
        found = plan("weight", made, analysed(made))
        self.assertFalse(found.works)
        self.assertRegex(told(found.reason), r"(\d+ g|\d\.\d+ kg) more counterweight is needed")

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
        self.assertIn("no counterweight", told(plan("weight", made, analysis).reason))
        self.assertIn("no other battery", told(plan("power", made, analysis).reason))
        self.assertIn("marked as needed", told(plan("strip", made, analysis).reason))

    def test_wanted_parts_are_not_planned_with(self) -> None:
        """A part that is only wanted stays out of plans."""
        made = kit.change_part(lighthouse(), "battery-146", owned=False)
        self.assertIn("no other battery", told(plan("power", made, analysed(made)).reason))

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
