"""What holds for every way of carrying: slopes, uncertainty, plans that keep their promise, steps that lead there."""

import json
import unittest
import warnings

import numpy as np

from equilix.analysis import analyse
from equilix.carry import WAYS
from equilix.carry.conditions import evaluate
from equilix.constants import STANDARD_GRAVITY_M_S2
from equilix.demo import lighthouse
from equilix.edits import carrying, kit, rigging
from equilix.errors import Refused
from equilix.guide.steps import advise, finish, steps_of
from equilix.kit.carriers import TripodHead
from equilix.planner.schools import plan, plans
from equilix.report import report
from equilix.rig.setups import Placement
from equilix.words.reading import read_out
from tests.core.builders import analysed, box, document, scene
from tests.told import refused, told

SCENES = [setup.id for setup in lighthouse().setups]


class EveryScene(unittest.TestCase):
    """The demo has a rig for every way of carrying, each with something to mend."""

    def test_what_nothing_carries_falls(self) -> None:
        """Parts without a pad fall from the shoulder; an empty rig does not, and neither has contacts."""
        there = analysed(document([box("a", 1.0)], [Placement(id="a", part="a")]))
        self.assertEqual((there.status, there.holding.falls, there.holding.contacts), ("unsupported", True, ()))
        empty = analysed(document([], []))
        self.assertEqual((empty.status, empty.holding.falls, empty.holding.contacts), ("unsupported", False, ()))

    def test_all_ways_are_there(self) -> None:
        """One scene at least for each line of the table."""
        self.assertEqual({setup.carry for setup in lighthouse().setups}, set(WAYS))

    def test_out_of_balance_and_mended(self) -> None:
        """As it comes out of the case it does not rest; the first plan makes it rest."""
        for key in SCENES:
            with self.subTest(key):
                self.assertIn(scene(key).status, ("leans", "falls"))
                plan = next(iter(plans(lighthouse(), key)))
                self.assertTrue(plan.works, told(plan.reason))
                self.assertEqual(plan.after.status, "rests")

    def test_a_plan_keeps_its_promise(self) -> None:
        """Carried out, the plan leaves what it said."""
        for key in SCENES:
            for found in plans(lighthouse(), key):
                if not found.works:
                    continue
                for condition in scene(key, found.apply(lighthouse())).conditions:
                    promised = found.promised_m[condition.balance.key]
                    self.assertAlmostEqual(condition.value_m, promised, delta=1e-9, msg=(key, found.school))

    def test_by_hand_step_by_step(self) -> None:
        """Doing what each step says, in their order, ends with every step right."""
        for key in SCENES:
            made, found = lighthouse(), plan("move", lighthouse(), scene(key))
            for number in range(len(steps_of(scene(key)))):
                made = advise(scene(key, made), found)[number].apply(made, key)
            with self.subTest(key):
                self.assertTrue(all(advice.done for advice in advise(scene(key, made), found)))
                self.assertEqual(scene(key, made).status, "rests")

    def test_slopes(self) -> None:
        """The slope of each condition with a mass is that of weighing the part again with 1 g more."""
        for key in SCENES:
            before = scene(key)
            row = int(np.argmax(before.assembly.masses_kg))
            part = before.assembly.parts[row]
            changed = kit.change_part(lighthouse(), part.id, mass_kg=part.mass_kg + 0.001)
            for old in before.conditions:
                new = evaluate(old.balance, scene(key, changed).assembly)
                slope = (new.value_m - old.value_m) / 0.001
                if old.balance.by_height is None:
                    self.assertAlmostEqual(slope, float(old.by_mass[row]), delta=1e-4, msg=(key, old.balance.key))

    def test_uncertainty_by_monte_carlo(self) -> None:
        """Masses and CGs drawn from their distributions scatter each condition by its standard uncertainty, to 8 %."""
        rng = np.random.default_rng(5)
        for key in ("stairs", "causeway"):
            analysis = scene(key)
            assembly = analysis.assembly
            count = 3000
            mass_sd = np.array([body.mass_sd_kg for body in assembly.bodies])
            masses = assembly.masses_kg + rng.normal(size=(count, len(assembly.ids))) * mass_sd
            sds = np.sqrt(np.array([np.diag(body.cg_cov_m2) for body in assembly.bodies]))
            moved = rng.normal(size=(count, *assembly.cgs_m.shape)) * sds
            places = assembly.cgs_m + np.einsum("nij,cnj->cni", assembly.rotations, moved)
            for condition in analysis.conditions:
                balance = condition.balance
                inside = np.array([balance.members is None or each in balance.members for each in assembly.ids])
                weights = np.ones((count, len(inside)))
                if balance.by_height is not None:
                    weights = (places - balance.by_height.point_m) @ balance.by_height.axis / balance.by_height.scale_m
                offsets = (places - balance.datum_m) @ balance.direction
                values = (masses * inside * weights * offsets).sum(axis=1) / (masses * inside).sum(axis=1)
                spread = float(values.std())
                self.assertAlmostEqual(condition.sd_m, spread, delta=0.08 * spread, msg=(key, balance.key))

    def test_doubt_adds_up(self) -> None:
        """The parts' shares of the doubt sum to one."""
        for key in SCENES:
            self.assertAlmostEqual(float(scene(key).doubt_shares.sum()), 1.0, delta=1e-9)

    def test_units_us(self) -> None:
        """In US units the words have inches and pounds, and no figure is lost."""
        for key in SCENES:
            self.assertNotIn(" mm", told(read_out(scene(key)).said, "us"))


class Switching(unittest.TestCase):
    """One place switches the way; the tree of parts stays."""

    def test_keeps_the_parts(self) -> None:
        """Every way can be chosen for every rig; where something is missing, it is said, and nothing is lost."""
        for key in SCENES:
            for carry, way in WAYS.items():
                made = carrying.choose_way(lighthouse(), key, carry)
                self.assertEqual(made.setups_by_id[key].placements, lighthouse().setups_by_id[key].placements)
                analysis = scene(key, made)
                if analysis.support is None:
                    self.assertIn(told(way.needs), told(read_out(analysis).rest))
                else:
                    self.assertTrue(analysis.conditions and np.isfinite([c.value_m for c in analysis.conditions]).all())

    def test_bearer_comes_from_the_kit(self) -> None:
        """On the vest, the vest of the kit bears it; on the shoulder nothing does."""
        made = carrying.choose_way(lighthouse(), "causeway", "shoulder")
        self.assertIsNone(made.setups_by_id["causeway"].borne_by)
        self.assertEqual(carrying.choose_way(made, "causeway", "vest").setups_by_id["causeway"].borne_by, "vest")

    def test_refusals(self) -> None:
        """Unknown ways, bearers that cannot, settings of nothing: said, with what is allowed."""
        made = lighthouse()
        for change, said in (
            (lambda: carrying.choose_way(made, "stairs", "kite"), "shoulder"),
            (lambda: carrying.choose_bearer(made, "stairs", "vest"), "cannot bear"),
            (lambda: carrying.choose_bearer(made, "causeway", "boxy-body"), "cannot bear"),
            (lambda: carrying.set_bearer(made, "lamp-room", 3.0), "Nothing bears"),
            (lambda: carrying.set_bearer(made, "causeway", 1000.0), "setting"),
            (lambda: carrying.set_bearer(made, "causeway", float("nan")), "number"),
            (lambda: carrying.add_cable(made, "stairs", "c", "body", "body"), "two ends"),
            (lambda: carrying.remove_cable(made, "stairs", "nothing"), "no cable"),
            (lambda: carrying.fold_handles(made, "evening"), "rosette"),
            (lambda: carrying.turn_gimbal_over(made, "evening"), "no gimbal"),
        ):
            with self.subTest(said), refused(self, Refused, said):
                change()

    def test_taken_apart(self) -> None:
        """Every rig taken apart from the last part to the first: all of the report at each stage, finite, unwarned."""
        for setup in lighthouse().setups:
            made = lighthouse()
            for placement in reversed(setup.ordered):
                made = rigging.remove(made, setup.id, placement.id)
                with warnings.catch_warnings():
                    warnings.simplefilter("error")
                    found = report(analyse(made, made.setups_by_id[setup.id]))
                json.dumps(found, allow_nan=False)
            self.assertEqual(found["mass_kg"], 0.0, setup.id)

    def test_cables_go_with_their_parts(self) -> None:
        """Taking the body off takes its cables along; removing one leaves the other."""
        made = carrying.remove_cable(lighthouse(), "stairs", "sound")
        self.assertEqual([c.id for c in made.setups_by_id["stairs"].cables], ["screen", "power"])
        self.assertEqual(rigging.remove(made, "stairs", "body").setups_by_id["stairs"].cables, ())

    def test_handles_turn_up_and_down(self) -> None:
        """Half a turn up for the tripod, another one down again: as before."""
        once = carrying.fold_handles(lighthouse(), "lamp-room")
        up = scene("lamp-room", once)
        row = up.assembly.index["left-handle"]
        self.assertGreater(up.assembly.cgs_m[row, 2], scene("lamp-room").assembly.cgs_m[row, 2] + 0.1)
        twice = carrying.fold_handles(once, "lamp-room")
        self.assertAlmostEqual(
            twice.setups_by_id["lamp-room"].by_id["left-handle"].turn_rad,
            lighthouse().setups_by_id["lamp-room"].by_id["left-handle"].turn_rad, delta=1e-6,
        )  # fmt: skip

    def test_a_gimbal_comes_whole(self) -> None:
        """Mounting the gimbal's handle brings its arms and cradle, each in its place; so does the sled's post."""
        made = kit.add_setup(lighthouse(), "Fresh")[0]
        made, base = rigging.add(made, "fresh", "gimbal")
        self.assertEqual(len(made.setups_by_id["fresh"].placements), 4)
        self.assertEqual(len(scene("fresh", carrying.choose_way(made, "fresh", "gimbal")).drives.axes), 3)
        made, _ = rigging.add(rigging.remove(made, "fresh", base), "fresh", "sled-post")
        self.assertEqual(len(made.setups_by_id["fresh"].placements), 4)

    def test_gimbal_on_a_sled(self) -> None:
        """A gimbal riding on the sled has its own steps first, then the sled's."""
        made = kit.add_setup(lighthouse(), "Ride")[0]
        made, _ = rigging.add(made, "ride", "sled-post")
        made = carrying.choose_way(made, "ride", "vest")
        setup = made.setups_by_id["ride"]
        bridge = Placement(id="bridge", part="bridge", parent="sled-stage", point="dovetail")
        made = made.with_setup(setup.changed(placements=(*setup.placements, bridge)))
        made, _ = rigging.add(made, "ride", "gimbal", "bridge", "camera screw")
        names = [step.condition for step in steps_of(scene("ride", made))]
        self.assertEqual(names[:4], ["tilt-fore-aft", "tilt-vertical", "roll", "pan-fore-aft"])
        self.assertIn("drop-time", names)
        self.assertIn("Motors on", told(finish(scene("ride", made))))


class Tripod(unittest.TestCase):
    """Plate, counterbalance, tip."""

    def test_counterbalance(self) -> None:
        """Moment at 90° = weight × height over the axis; the nearest step is chosen, and what is left is told."""
        analysis = scene("evening")
        figures = {f.key: f for f in analysis.figures}
        clamp = analysis.assembly.masses_kg[analysis.assembly.index["clamp"]]  # belongs to the head, not to its load
        weight = (analysis.mass.mass_kg - float(clamp)) * STANDARD_GRAVITY_M_S2
        self.assertAlmostEqual(figures["counterbalance_nm"].value, figures["over_axis_m"].value * weight, delta=1e-9)
        head = lighthouse().parts_by_id["tripod"].carrier
        assert isinstance(head, TripodHead)
        self.assertAlmostEqual(figures["rated_share"].value, weight / STANDARD_GRAVITY_M_S2 / head.most_kg, delta=1e-12)
        made = carrying.set_bearer(lighthouse(), "evening", 1.0)
        left = next(f for f in scene("evening", made).figures if f.key == "left_nm")
        self.assertAlmostEqual(left.value, figures["counterbalance_nm"].value - 2.0, delta=1e-9)
        self.assertIn("Set step", told(left.warning))

    def test_tips(self) -> None:
        """A triangle of feet has half its outer radius to each edge: atan(r/2 / h) with the CG in the middle."""
        plan = next(iter(plans(lighthouse(), "evening")))
        tip = next(f.value for f in plan.after.figures if f.key == "tripod_tip_rad")
        head = lighthouse().parts_by_id["tripod"].carrier
        assert isinstance(head, TripodHead)
        rig, legs = plan.after.mass.mass_kg, 5.3
        up = head.height_m + float(plan.after.height_over_support_m) - head.plate_over_axis_m
        height = (rig * up + legs * head.cg_height_m) / (rig + legs)
        self.assertAlmostEqual(np.tan(tip), head.foot_radius_m / 2 / height, delta=0.01)

    def test_plate_travel(self) -> None:
        """The long plate has about 230 mm, and slides both ways in the clamp (common practice, no source)."""
        plate = lighthouse().parts_by_id["tripod-plate"]
        self.assertAlmostEqual(plate.body().box_halves_m[0, 0] * 2, 0.23, delta=1e-9)


class Shoulder(unittest.TestCase):
    """Head room, offset bracket, sitting down."""

    def test_offset_bracket_makes_room_for_the_head(self) -> None:
        """The camera 40 mm outwards on the bracket: more room on its side, less on the other."""
        made = lighthouse()
        made, bracket = rigging.add(made, "lamp-room", "offset-bracket", "base", "dovetail", slide_m=0.062)
        made = rigging.remount(made, "lamp-room", "bridge", bracket, "dovetail", slide_m=0.0)
        straight = {f.key: f.value for f in scene("lamp-room", made).figures}
        made = rigging.slide(made, "lamp-room", "bridge", -0.04)
        out = {f.key: f.value for f in scene("lamp-room", made).figures}
        self.assertGreater(out["head_right_m"], straight["head_right_m"] + 0.015)
        self.assertLess(out["head_left_m"], straight["head_left_m"])
        self.assertAlmostEqual(out["lens_from_eye_m"] - straight["lens_from_eye_m"], -0.04, delta=1e-6)

    def test_wide_body_is_said(self) -> None:
        """A body beside the head pushes it aside, and the part is named."""
        figure = next(f for f in scene("lamp-room").figures if f.key == "head_right_m")
        self.assertLess(figure.value, 0)
        self.assertIn("boxy cinema body", told(figure.warning))

    def test_fists_on_the_knees(self) -> None:
        """Seated, it says how far the handles end over the knees; drawn out by that, the knees bear, not the arms."""
        made = carrying.pose(lighthouse(), "lamp-room", "seated")
        gap = next(f for f in scene("lamp-room", made).figures if f.key == "knee_left_m")
        self.assertTrue(told(gap.warning))
        self.assertGreater(gap.value, 0.05)
        handle = made.parts_by_id["left-handle"]
        assert handle.telescope is not None
        for side in ("left", "right"):
            longer = handle.telescope.changed(reach_m=0.5)
            made = kit.change_part(made, f"{side}-handle", telescope=longer)
            made = rigging.extend(made, "lamp-room", f"{side}-handle", round(gap.value, 3))
        rested = scene("lamp-room", made)
        self.assertEqual([told(f.said) for f in rested.figures if f.key.startswith("knee")], ["rests on the knee"] * 2)
        self.assertEqual([e for e in rested.efforts if e.joint in ("shoulder", "elbow")], [])


if __name__ == "__main__":
    unittest.main()
