"""Where figures come from: every figure has a formula and a source, and what goes in gives what is said."""

import itertools
import math
import unittest

from equilix.analysis import Analysis, analyse
from equilix.constants import STANDARD_GRAVITY_M_S2
from equilix.demo import lighthouse
from equilix.document import empty
from equilix.edits import carrying
from equilix.explain.origin import SOURCES, Origin, form_of
from equilix.explain.origins import origins
from equilix.facts import Amount, Fact, Sayable
from equilix.keys import BalanceKey
from equilix.planner.change import Change, steadiness
from equilix.planner.fitting import fit_plans
from equilix.planner.plan_origins import origin_key, plan_origins
from equilix.planner.prices import prices
from equilix.planner.schools import plans
from equilix.result import Result
from equilix.words.telling import tell
from equilix.words.wordings import WORDINGS
from tests.core.builders import balanced_on_pad


def of(setup_id: str) -> tuple[Analysis, dict[str, Origin]]:
    """A demo rig and its origins by key."""
    document = lighthouse()
    found = analyse(document, document.setups_by_id[setup_id])
    return found, {each.key: each for each in origins(Result(found))}


def amounts(origin: Origin) -> dict[str, float]:
    """What goes into a figure, by its words, in SI units."""
    return {tell(name): value.value for name, value in origin.inputs if isinstance(value, Amount)}


class Complete(unittest.TestCase):
    """Nothing without an answer."""

    def test_every_figure_of_every_rig(self) -> None:
        """Formula, source and title are words; keys are told apart; in both units."""
        for setup in lighthouse().setups:
            found, rows = of(setup.id)
            self.assertEqual(len(rows), len(origins(Result(found))), "a key is used twice")
            for figure in found.figures:
                self.assertIn(figure.key, rows, setup.id)
            for effort in found.efforts:
                self.assertIn(f"{effort.joint}-{effort.side}", rows)
            for each, display in itertools.product(rows.values(), ("metric", "us")):
                for said in (each.title, each.value, each.formula, each.source):
                    self.assertTrue(tell(said, display).strip(), (setup.id, each.key))  # type: ignore[arg-type]
                    self.assertNotIn("{", tell(said, display))  # type: ignore[arg-type]

    def test_every_form_has_words_and_every_wording_a_use(self) -> None:
        """Formulas and sources of the table are worded, and no wording of a formula or a source is left over."""
        for form, source in SOURCES.items():
            self.assertIn(f"origin.{form}", WORDINGS)
            self.assertIn(f"source.{source}", WORDINGS)
        said = {"drawn_nothing", "product", "share_and_time", "per_length", "step", "check", "check_seen",
                "no_rest_long_enough", "arm_angles", "of_plan"}  # fmt: skip
        own = said | {key.removeprefix("origin.") for key in WORDINGS if key.startswith("origin.title_")}
        formulas = {key.removeprefix("origin.") for key in WORDINGS if key.startswith("origin.")}
        self.assertEqual(formulas - own, set(SOURCES))
        self.assertEqual(
            {key.removeprefix("source.") for key in WORDINGS if key.startswith("source.")}, set(SOURCES.values())
        )

    def test_forms_that_are_shared(self) -> None:
        """Axes, sides and overtones share a formula; everything else has its own."""
        for key, form in (
            ("tilt_hold_nm", "axis_hold_nm"), ("pan_room_m", "axis_room_m"), ("roll_cables", "axis_cables"),
            ("drop_time_roll_s", "drop_time_s"), ("least_drop_time_pitch_s", "least_drop_time_s"),
            ("transmissibility_3", "transmissibility"), ("head_left_m", "head_side_m"), ("knee_right_m", "knee_side_m"),
            ("eyecup_gap_m", "gap_m"), ("left_elbow_gap_m", "gap_m"), ("pad_pa", "pad_pa"), ("left_nm", "left_nm"),
        ):  # fmt: skip
            self.assertEqual(form_of(key), form)
            self.assertIn(form, SOURCES)

    def test_every_price_of_every_plan(self) -> None:
        """Every price of plans for balance and body has formula, inputs and source; those of the rig are the rig's."""
        document = lighthouse()
        for setup_id in ("lamp-room", "causeway", "workshop"):
            found: list[Change] = [each for each in plans(document, setup_id) if each.answers]
            found += [each for each in fit_plans(document, setup_id) if each.works]
            for plan in found:
                rows = plan_origins(plan)
                self.assertEqual(
                    [each.key for each in rows], [origin_key(plan, key) for key in prices(plan)], (setup_id, plan.key)
                )
                for each, price in zip(rows, prices(plan).values(), strict=True):
                    self.assertEqual(each.value, price.said)
                    self.assertTrue(each.inputs or price.key == "money", each.key)
                    for said in (each.title, each.formula, each.source):
                        self.assertTrue(tell(said).strip(), each.key)

    def test_the_price_of_steadiness(self) -> None:
        """Inertia then ÷ now, each about the pitch axis; the price of a step's time is the sum of its steps'."""
        document = lighthouse()
        plan = next(each for each in plans(document, "lamp-room") if each.school == "weight")
        rows = {each.key: each for each in plan_origins(plan)}
        into = amounts(rows["plan-weight-steadiness"])
        ratio = into["rotational inertia then"] / into["rotational inertia now"]
        self.assertAlmostEqual(ratio, steadiness(plan), places=12)
        self.assertEqual(amounts(rows["plan-weight-clamps"])["steps"], len(plan.steps))

    def test_what_can_be_leaned_on_and_knelt_on(self) -> None:
        """Figures that come with a hip, an elbow or a knee have theirs too."""
        document = carrying.lean_on(lighthouse(), "workshop", "hip", True)
        document = carrying.lean_on(document, "workshop", "left elbow", True)
        document = carrying.pose(document, "lamp-room", "seated")
        for setup_id in ("workshop", "lamp-room"):
            found = analyse(document, document.setups_by_id[setup_id])
            keys = {each.key for each in origins(Result(found))}
            self.assertLessEqual({figure.key for figure in found.figures}, keys)

    def test_an_empty_document(self) -> None:
        """No figure, and nothing raised."""
        document = empty()
        self.assertEqual([s.id for s in document.setups], [s.id for s in document.setups if not s.placements])
        for setup in document.setups:
            self.assertEqual(origins(Result(analyse(document, setup))), [])


class Inputs(unittest.TestCase):
    """Worked out again by hand from what the program says goes in."""

    def plain(self, said: Sayable) -> float:
        """The value of a quantity."""
        assert isinstance(said, Amount)
        return said.value

    def test_share_and_time(self) -> None:
        """Load ÷ strength, and b0 × share^b1 (Frey-Law and Avin 2010, from memory)."""
        found, rows = of("causeway")
        effort = next(each for each in found.efforts if each.joint == "shoulder")
        into = amounts(rows["shoulder-right"])
        share = into["load"] / into["strength"]
        self.assertAlmostEqual(share, effort.share, places=9)
        self.assertAlmostEqual(into["b0"] * share ** into["b1"], effort.endurance_s, places=6)

    def test_weight_is_mass_times_gravity(self) -> None:
        """9.80665 m/s² (standard gravity, CGPM 1901)."""
        _, rows = of("evening")
        into = amounts(rows["over_axis_m"])
        self.assertAlmostEqual(into["weight"], into["mass"] * STANDARD_GRAVITY_M_S2, places=6)

    def test_hang_angle(self) -> None:
        """Tan of the angle = in front ÷ below, of a rig that hangs."""
        found, rows = of("gallery")
        origin = rows["hang_pitch_rad"]
        into = amounts(origin)
        figure = next(each for each in found.figures if each.key == "hang_pitch_rad")
        ahead, above = into["centre of gravity in front of the support"], into["centre of gravity above the support"]
        self.assertAlmostEqual(abs(figure.value), abs(math.atan2(ahead, -above)), places=6)

    def test_rest(self) -> None:
        """18 (t/T)^1.4 (f − 0.15)^0.5 of the take (Rohmert 1973, from memory)."""
        found, rows = of("workshop")
        into = amounts(rows["rest"])
        ratio, share = into["take"] / into["endurance"], into["share of strength"]
        tired = found.first_to_give_out
        assert tired is not None
        self.assertAlmostEqual(share, tired.share)
        wanted = into["take"] * 18 * ratio**1.4 * math.sqrt(share - 0.15) if share > 0.15 else 0.0
        if isinstance(rows["rest"].value, Amount):
            self.assertAlmostEqual(self.plain(rows["rest"].value), wanted, places=6)
        else:
            self.assertGreater(ratio, 1.0)

    def test_elbow(self) -> None:
        """The law of cosines, with the lengths that are told."""
        found, rows = of("lamp-room")
        for held in found.arms:
            into = amounts(rows[f"arm-{held.arm.side}"])
            a, b, c = into["upper arm"], into["elbow to grip"], into["shoulder to grip"]
            self.assertAlmostEqual(math.acos((a * a + b * b - c * c) / (2 * a * b)), held.arm.elbow_angle_rad, places=6)

    def test_letting_go(self) -> None:
        """What the other hand lifts when one has let go, as the rig held by it alone has it (statics)."""
        seen = 0
        for setup in lighthouse().setups:
            found, rows = of(setup.id)
            for side, alone in Result(found).fit.letting_go.items():
                held = next((contact for contact in alone.holding.contacts if contact.hand), None)
                self.assertEqual(f"letting-{side}" in rows, held is not None)
                if held is not None:
                    seen += 1
                    self.assertAlmostEqual(amounts(rows[f"letting-{side}"])["load"], held.told_n)
        self.assertGreater(seen, 3)

    def test_picking_it_up(self) -> None:
        """Index = mass ÷ recommended mass; 23 kg in the best case (Waters and others 1993, from memory)."""
        found, rows = of("stairs")
        for place, index in Result(found).fit.pick_up.items():
            into = amounts(rows[f"lift-{place}"])
            self.assertAlmostEqual(into["mass"] / into["recommended mass"], index, places=9)
            self.assertLess(into["recommended mass"], 23.0)

    def test_inertia(self) -> None:
        """Steiner: what all parts have of themselves, and mass × square of the distance, add up to the whole."""
        found, rows = of("lamp-room")
        into = [value.value for _, value in rows["inertia"].inputs if isinstance(value, Amount)]
        whole = float(found.mass.inertia_kg_m2[1, 1])
        self.assertAlmostEqual(sum(into), whole, places=12)

    def test_a_spring(self) -> None:
        """Root of (stiffness ÷ mass) ÷ 2π; friction ÷ stiffness, at most half of the travel; a taut line has none."""
        for setup_id in ("boat-landing", "causeway"):
            found, rows = of(setup_id)
            natural = next(each for each in found.figures if each.key == "natural_hz")
            by_name = {tell(name): value for name, value in rows["natural_hz"].inputs}
            if math.isinf(natural.value):
                self.assertNotIn("stiffness of its spring", by_name)
                continue
            spring = by_name["stiffness of its spring"]
            assert isinstance(spring, Fact)
            force, on = self.plain(spring.values["force"]), self.plain(spring.values["length"])
            into = amounts(rows["natural_hz"])
            self.assertAlmostEqual(math.sqrt(force / on / into["mass"]) / (2 * math.pi), natural.value, places=9)
            stays = next(each for each in found.figures if each.key == "stays_m")
            wanted = min(into["its friction"] / (force / on), into["its travel"] / 2)
            self.assertAlmostEqual(stays.value, wanted, places=9)

    def test_a_figure_without_a_spring_names_none(self) -> None:
        """What is statics has mass, weight and place, and nothing of a spring."""
        _, rows = of("gallery")
        self.assertEqual(list(amounts(rows["hang_pitch_rad"]))[:2], ["mass", "weight"])
        self.assertNotIn("its friction", amounts(rows["hang_pitch_rad"]))

    def test_what_is_only_looked_at_has_no_share(self) -> None:
        """A finding that nobody measures does not claim to be what is asked ÷ what is allowed."""
        for setup in lighthouse().setups:
            found, rows = of(setup.id)
            for check in Result(found).checks:
                formula = rows[f"{check.key}-{check.placement}"].formula
                assert isinstance(formula, Fact)
                self.assertEqual(formula.key, "origin.check_seen" if check.share is None else "origin.check")

    def test_what_counts_most_comes_first(self) -> None:
        """Of the moments about the support the largest, of the doubts the largest."""
        found, rows = of("lamp-room")
        heaviest = rows["mass"].inputs[0]
        self.assertEqual(heaviest[0], max(found.assembly.parts, key=lambda part: part.mass_kg).name)
        doubts = [
            self.plain(value)
            for name, value in rows["condition-fore-aft"].inputs
            if tell(name).startswith("doubt from")
        ]
        self.assertEqual(doubts, sorted(doubts, reverse=True))
        variances = next(c for c in found.conditions if c.balance.key == BalanceKey.FORE_AFT).variances_m2
        self.assertAlmostEqual(doubts[0], float(variances.max() / variances.sum()))
        self.assertEqual(len(doubts), 3)
        self.assertLessEqual(sum(doubts), 1.0 + 1e-9)

    def test_run_time(self) -> None:
        """Usable energy ÷ what is drawn."""
        found, rows = of("causeway")
        run = Result(found).network.runs[0]
        into = amounts(rows[f"run-{run.battery}"])
        self.assertAlmostEqual(into["of it usable"] / into["drawn"] * 3600, run.seconds, delta=1.0)

    def test_a_rig_of_two_lumps(self) -> None:
        """The balance of a rig worked out by hand is what its origin says."""
        document = balanced_on_pad(0.03)
        rows = {each.key: each for each in origins(Result(analyse(document, document.setups[0])))}
        self.assertAlmostEqual(amounts(rows["condition-fore-aft"])["off by"], 0.03, places=9)
        self.assertAlmostEqual(self.plain(rows["cg"].value), 0.03, places=9)
        self.assertIn("1.18 in", tell(rows["cg"].value, "us"))  # 30 mm ÷ 25.4 mm
        self.assertAlmostEqual(self.plain(rows["mass"].value), 8.0, places=9)


if __name__ == "__main__":
    unittest.main()
