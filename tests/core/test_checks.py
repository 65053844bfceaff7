"""What holds it together: beams, screws, lens mount, room, plastics, rules, and the order of building."""

import math
import re
import unittest

import numpy as np
from scipy.spatial import ConvexHull

from equilix.analysis import analyse
from equilix.checks.build_order import Heaps, build_order, strip_order
from equilix.checks.findings import checks
from equilix.checks.rules import RULES, Check
from equilix.demo import lighthouse
from equilix.document import Document
from equilix.edits import kit, powering, rigging
from equilix.edits.ratings import rate
from equilix.mechanics.beams import bending_pa, first_frequency_hz, sags_m, tube_area_moment_m4
from equilix.mechanics.fasteners import INCH_M, THREADS, screw_load_n, shear_pa
from equilix.result import Result
from equilix.rig.setups import Pose
from tests.core.builders import many_parts, scene
from tests.told import told


def found(key: str, what: str, made: Document | None = None) -> list[Check]:
    """The checks of one kind."""
    made = made or lighthouse()
    return [check for check in checks(scene(key, made), made.rules) if check.key == what]


class Mechanics(unittest.TestCase):
    """Published formulas and table values."""

    def test_thread_stress_areas(self) -> None:
        """1/4-20: 0.0318 in², 3/8-16: 0.0775 in² (ASME B1.1 tables)."""
        for key, area_in2 in (("screw14", 0.0318), ("screw38", 0.0775)):
            self.assertAlmostEqual(THREADS[key].stress_area_m2 / INCH_M**2, area_in2, delta=0.0001)

    def test_tube_section(self) -> None:
        """A 15 mm tube with a 1.5 mm wall: π(15⁴ − 12⁴)/64 = 1467 mm⁴ (Gere & Timoshenko)."""
        self.assertAlmostEqual(tube_area_moment_m4(0.015, 0.012) * 1e12, 1467.2, delta=0.1)
        self.assertAlmostEqual(tube_area_moment_m4(0.02, 0.0) * 1e12, math.pi * 20**4 / 64, delta=1e-6)

    def test_cantilever(self) -> None:
        """FL³/3EI: 10 N on 300 mm of that tube in steel sag 0.318 mm; σ = M·D/2I = 15.3 MPa."""
        area = tube_area_moment_m4(0.015, 0.012)
        sag = sags_m(np.array([10.0]), np.array([0.3]), 193e9, area)[0]
        self.assertAlmostEqual(sag, 10 * 0.3**3 / (3 * 193e9 * area), delta=1e-12)
        self.assertAlmostEqual(sag * 1000, 0.318, delta=0.001)
        self.assertAlmostEqual(bending_pa(3.0, 0.015, area) / 1e6, 15.3, delta=0.1)

    def test_a_beam_under_its_own_weight(self) -> None:
        """Its end sags by wL⁴/8EI, and it swings at 1.875²/2π · √(EI/mL⁴) (Gere & Timoshenko; Blevins, from memory).

        Rayleigh's frequency is 3.530 for 3.516 there: 0.4 % too high.
        """
        area, length, mass, pieces = tube_area_moment_m4(0.015, 0.012), 0.4, 0.2, 400
        places = (np.arange(pieces) + 0.5) / pieces * length
        forces = np.full(pieces, mass * 9.80665 / pieces)
        sags = sags_m(forces, places, 69e9, area)
        self.assertAlmostEqual(sags[-1] / (mass * 9.80665 * length**3 / (8 * 69e9 * area)), 1.0, delta=0.003)
        exact = 1.8751**2 / (2 * math.pi) * math.sqrt(69e9 * area / (mass * length**3))
        self.assertAlmostEqual(first_frequency_hz(forces, sags) / exact, 1.004, delta=0.001)

    def test_two_loads_bend_each_other(self) -> None:
        """Maxwell: a load here sags the beam there as much as the same load there sags it here."""
        area = tube_area_moment_m4(0.015, 0.012)
        near, far = np.array([5.0, 1e-12]), np.array([1e-12, 5.0])
        places = np.array([0.1, 0.3])
        self.assertAlmostEqual(sags_m(near, places, 69e9, area)[1], sags_m(far, places, 69e9, area)[0], delta=1e-9)

    def test_frequency_is_that_of_the_sag(self) -> None:
        """Without its own mass the beam swings at √(g/δ)/2π, δ the sag under the end mass."""
        area, force = tube_area_moment_m4(0.015, 0.012), np.array([9.80665])
        sag = sags_m(force, np.array([0.3]), 69e9, area)
        self.assertAlmostEqual(first_frequency_hz(force, sag), math.sqrt(9.80665 / sag[0]) / (2 * math.pi), delta=1e-9)

    def test_stripping_areas(self) -> None:
        """With basic diameters the handbook's π n L D [1/(2n) + 0.57735 (D − E)] is 7/8 π D L, and 3/4 π K L.

        Shear areas of internal and external threads (FED-STD-H28, Machinery's Handbook; from memory),
        E = D − 0.6495/n, K = D − 1.0825/n. Von Mises: σ/√3.
        """
        for thread in THREADS.values():
            d, n, engaged = thread.diameter_in * INCH_M, thread.per_inch / INCH_M, 0.0045
            e, k = d - 0.649519 / n, d - 1.082532 / n
            nut = math.pi * n * engaged * d * (1 / (2 * n) + 0.57735 * (d - e))
            screw = math.pi * n * engaged * k * (1 / (2 * n) + 0.57735 * (e - k))
            self.assertAlmostEqual(thread.nut_shear_area_m2(engaged) / nut, 1.0, delta=1e-4)
            self.assertAlmostEqual(thread.screw_shear_area_m2(engaged) / screw, 1.0, delta=1e-4)
        self.assertAlmostEqual(shear_pa(240e6) / 1e6, 138.6, delta=0.1)

    def test_prying(self) -> None:
        """50 N, 100 mm out, pried over 20 mm, handled at 3 g: 3 · (250 + 50) = 900 N; two screws halve it."""
        self.assertAlmostEqual(screw_load_n(50, 0.1, 0.02, 1), 900.0, delta=1e-9)
        self.assertAlmostEqual(screw_load_n(50, 0.1, 0.02, 2), 450.0, delta=1e-9)


class Findings(unittest.TestCase):
    """The demo's rigs and worse ones."""

    def test_worst_first_with_source_and_remedy(self) -> None:
        """Sorted by how bad; each says its source; what is not fine says what to do."""
        order = {"stop": 0, "mind": 1, "fine": 2}
        for setup in lighthouse().setups:
            every = checks(scene(setup.id), {})
            self.assertEqual([order[c.level] for c in every], sorted(order[c.level] for c in every))
            for check in every:
                self.assertTrue(check.source)
                if check.level != "fine":
                    self.assertTrue(told(check.todo), check)

    def test_a_single_screw_under_a_long_stack(self) -> None:
        """A 9 kg body on one small screw, tall and narrow, is refused; two screws hold it."""
        made = kit.change_part(lighthouse(), "monitor-7", mass_kg=14.0)
        made = kit.change_part(made, "arm-long", mass_kg=6.0)
        made = kit.add_setup(made, "Stack")[0]
        made, root = rigging.add(made, "stack", "gimbal-plate")
        made, body = rigging.add(made, "stack", "boxy-body", root, "camera screw")
        made, arm = rigging.add(made, "stack", "arm-long", body, "top")
        made, _ = rigging.add(made, "stack", "monitor-7", arm, "head")
        single = next(c for c in found("stack", "screw", made) if "long accessory arm" in told(c.title))
        self.assertEqual(single.level, "stop")
        self.assertIn("two screws", told(single.todo))
        for part_id, field in (("boxy-body", "offers"), ("arm-long", "hangs_by")):
            part = made.parts_by_id[part_id]
            points = tuple(p.changed(screws=2) if p.kind == "screw14" else p for p in getattr(part, field))
            made = kit.change_part(made, part_id, **{field: points})
        double = next(c for c in found("stack", "screw", made) if "long accessory arm" in told(c.title))
        assert single.share is not None and double.share is not None
        self.assertAlmostEqual(double.share, single.share / 2, delta=1e-9)

    def test_heavy_zoom_without_and_with_a_support(self) -> None:
        """The evening's long zoom hangs 2.9 N·m from the mount: flagged; the lamp room's support takes it."""
        self.assertEqual([c.level for c in found("evening", "lens-mount")], ["mind"])
        heavier = kit.change_part(lighthouse(), "zoom-70-200", mass_kg=2.2)
        self.assertEqual([c.level for c in found("evening", "lens-mount", heavier)], ["stop"])
        supported = found("lamp-room", "lens-mount")[0]
        self.assertEqual(supported.level, "fine")
        self.assertIn("lens support takes", told(supported.said))

    def test_a_support_behind_the_balance_of_the_lens(self) -> None:
        """It pushes up with no more than the lens weighs, so that W · (c − s) stays on the mount; in front: nothing."""
        made = lighthouse()
        setup = made.setups_by_id["lamp-room"]
        front = scene("lamp-room").assembly.mass_properties(setup.subtree("lens"))
        at = scene("lamp-room").assembly.positions_m[scene("lamp-room").assembly.index["lens"]]
        for slide_m in (0.0, 0.055, 0.11):
            moved = rigging.slide(made, "lamp-room", "lens-support", slide_m)
            assembly = scene("lamp-room", moved).assembly
            lever = assembly.cgs_m[assembly.index["lens-support"]][0] - at[0]
            left = front.mass_kg * 9.80665 * max(front.cg_m[0] - at[0] - lever, 0.0)
            check = found("lamp-room", "lens-mount", moved)[0]
            assert check.share is not None
            self.assertAlmostEqual(check.share * 3.0, left, delta=1e-6)

    def test_an_insert_gives_way_before_the_screw(self) -> None:
        """In a printed part the insert is the weakest; the maker's figure for it wins over the rule of thumb."""
        made = kit.change_part(lighthouse(), "bridge", material="PETG")
        check = next(c for c in found("lamp-room", "screw", made) if "cinema body" in told(c.title))
        self.assertIn("the insert in the printed bridge plate bears 500 N", told(check.said))
        self.assertEqual(check.level, "stop")
        made = rate(made, "bridge", {"point/camera screw/insert_n": 4000.0})
        rated = next(c for c in found("lamp-room", "screw", made) if "cinema body" in told(c.title))
        assert rated.share is not None and check.share is not None
        self.assertAlmostEqual(rated.share, check.share / 8, delta=1e-9)
        self.assertEqual(found("lamp-room", "printed-load", made)[0].level, "stop")

    def test_a_short_thread_strips(self) -> None:
        """1.5 mm of engagement in aluminium bear 7/8 π D L · 240/√3 MPa = 5.4 kN in 3/8-16, less than the screw."""
        made = rate(lighthouse(), "bridge", {"point/camera screw/thread_m": 0.0015})
        made = kit.change_part(made, "bridge", material="aluminium")
        check = next(c for c in found("lamp-room", "screw", made) if "cinema body" in told(c.title))
        self.assertIn("own thread bears", told(check.said))  # steel shears at a lower stress than aluminium here
        made = kit.change_part(made, "boxy-body", material="aluminium")
        bears = THREADS["screw38"].screw_shear_area_m2(0.0015) * shear_pa(215e6)
        self.assertIn(f"{bears:.0f} N", told(check.said))

    def test_what_is_in_hand_follows_from_the_figures_beside_it(self) -> None:
        """301 N of 6548 N over 5 = 1310 N are 23 %; 1.53 N·m of 3.0 N·m are 51 %, though it is flagged from 1.5 on."""
        screw = next(c for c in found("lamp-room", "screw") if "top handle" in told(c.title))
        pull, trusted = (float(re.search(rule, told(screw.said))[1]) for rule in (r"(\d+) N each", r"with (\d+) N"))
        self.assertAlmostEqual(screw.share, pull / trusted, delta=0.002)
        lens = found("workshop", "lens-mount")[0]
        rules = (r"([\d.]+) N·m hang", r"above ([\d.]+) N·m$")
        hangs, most = (float(re.search(rule, told(lens.said))[1]) for rule in rules)
        self.assertAlmostEqual(lens.share, hangs / most, delta=0.003)

    def test_what_is_not_measured_has_no_percentage(self) -> None:
        """In the way or not: no share, and nothing in hand."""
        for check in checks(scene("stairs"), {}):
            self.assertEqual(told(check.in_hand) == "", check.share is None)
        self.assertIsNone(found("stairs", "room")[0].share)

    def test_a_battery_that_blocks_the_screen(self) -> None:
        """Something mounted where the fold-out screen opens: named, and it must go."""
        self.assertEqual(found("stairs", "room")[0].level, "fine")
        made = lighthouse()
        body = made.parts_by_id["small-body"]
        blocked = body.changed(keeps_free=(body.keeps_free[0].changed(centre_m=(-0.02, 0.0, 0.11)),))
        made = kit.change_part(made, "small-body", keeps_free=blocked.keeps_free)
        check = found("stairs", "room", made)[0]
        self.assertEqual(check.level, "stop")
        self.assertIn("radio microphone receiver", told(check.said))

    def test_what_takes_the_same_room(self) -> None:
        """A matte box on a short prime runs into a monitor in front: both are named; rods in clamps are not."""
        self.assertEqual(found("evening", "struck"), [])
        made, _ = rigging.add(lighthouse(), "evening", "arm-long", "body", "rear shoe")
        setup = made.setups_by_id["evening"]
        near = setup.by_id["arm-long"].changed(parent=None, point=None, by=None, pose=Pose(position_m=(0.2, 0, 0.1)))
        placements = tuple(near if p.id == "arm-long" else p for p in setup.placements)
        made = made.with_setup(setup.changed(placements=placements))
        said = " ".join(told(check.said) for check in found("evening", "struck", made))
        self.assertIn("long accessory arm", said)
        self.assertIn("70–200 zoom", said)

    def test_rods(self) -> None:
        """Steel in place of aluminium sags less; the lamp room's longest rods are the nearest to their limit."""
        near = found("lamp-room", "rods")
        made = kit.change_part(lighthouse(), "handle-rods", material="steel")
        shares = [
            next(c.share for c in every if told(c.title) == "300 mm rods")
            for every in (found("lamp-room", "rods", made), near)
        ]
        assert shares[0] is not None and shares[1] is not None
        self.assertLess(shares[0], shares[1])
        self.assertEqual(told(near[0].title), "300 mm rods")

    def test_each_end_of_the_rods_by_itself(self) -> None:
        """A weight on the other side of the socket takes no sag away."""
        made, _ = rigging.add(lighthouse(), "lamp-room", "weight-500", "handle-rods", "rods")
        before = {told(c.said) for c in found("lamp-room", "rods") if told(c.title) == "300 mm rods"}
        socket = lighthouse().setups_by_id["lamp-room"].by_id["handle-rods"].slide_m
        made = rigging.slide(made, "lamp-room", "weight-500", -socket - 0.02)
        after = {told(c.said) for c in found("lamp-room", "rods", made) if told(c.title) == "300 mm rods"}
        self.assertEqual(len(after), 2)
        self.assertLessEqual(before, after)

    def test_printed_in_the_wrong_plastic(self) -> None:
        """PLA softens near 60 °C, a car reaches 70: refused; PETG stands it (softening points from memory)."""
        for plastic, level in (("PLA", "stop"), ("PETG", "fine")):
            made = kit.change_part(lighthouse(), "bridge", material=plastic)
            self.assertEqual(found("lamp-room", "plastic", made)[0].level, level)

    def test_own_rules(self) -> None:
        """A rule of thumb can be set, and is the usual one again when it is taken back."""
        made = powering.set_rule(lighthouse(), "smooth_handle_kg", 20.0)
        self.assertEqual(found("lamp-room", "handle", made)[0].level, "fine")
        made = powering.set_rule(made, "smooth_handle_kg", None)
        self.assertEqual(made.rules, {})
        self.assertEqual(found("lamp-room", "handle", made)[0].level, "stop")
        self.assertTrue(all(each.value > 0 for each in RULES.values()))

    def test_several_ratings_in_one_go(self) -> None:
        """A joint's and a point's of one part, and of a point whose name has a stroke in it: none is lost."""
        made = lighthouse()
        part = made.parts_by_id["gimbal"]
        offers = tuple(p.changed(name="left/upper rosette") if p.name == "left rosette" else p for p in part.offers)
        parts = tuple(part.changed(offers=offers) if p.id == "gimbal" else p for p in made.parts)
        made = made.changed(parts=parts, setups=(), current=None)
        made = rate(made, "gimbal", {
            "joint/pan motor/torque_nm": 2.5, "point/left/upper rosette/most_nm": 7.0, "drive/payload_kg": 3.3,
        })  # fmt: skip
        now = made.parts_by_id["gimbal"]
        points = {p.name: p for p in now.offers}
        self.assertEqual(points["pan motor"].joint.torque_nm, 2.5)
        self.assertEqual(points["left/upper rosette"].most_nm, 7.0)
        self.assertEqual(now.drive.payload_kg, 3.3)

    def test_ratings_come_from_the_maker(self) -> None:
        """Over the arm's range, over the gimbal's payload: stop."""
        made = kit.change_part(lighthouse(), "boxy-body", mass_kg=6.0)
        self.assertEqual(found("causeway", "rating", made)[0].level, "stop")
        made = kit.change_part(lighthouse(), "small-body", mass_kg=4.5)
        self.assertEqual(found("stairs", "rating", made)[0].level, "stop")

    def test_rosettes_and_plates_against_their_ratings(self) -> None:
        """Rated by the user in Build: the turning moment of a handle, the load on a dovetail."""
        made = rate(
            lighthouse(), "rosette-bar", {"point/left rosette/most_nm": 0.2, "point/right rosette/most_nm": 50.0}
        )
        made = rate(made, "base", {"point/dovetail/most_kg": 4.0})
        every = {told(check.title): check for check in found("lamp-room", "clamp", made)}
        self.assertEqual(every["Turning of the left handle on an arm"].level, "stop")
        self.assertEqual(every["Turning of the right handle on an arm"].level, "fine")
        self.assertEqual(every["Under the bridge plate"].level, "stop")
        self.assertEqual(found("lamp-room", "clamp"), [])

    def test_bare_arm_of_a_harness(self) -> None:
        """The slight operator's boom ends at 0.818 · 1.63 + 0.35 = 1.68 m: where heads are."""
        check = found("boat-landing", "swing")[0]
        self.assertEqual(check.level, "mind")
        self.assertIn("1.68 m", told(check.said))
        carrier = lighthouse().parts_by_id["harness"].carrier
        assert carrier is not None
        made = kit.change_part(lighthouse(), "harness", carrier=carrier.changed(above_m=0.9))
        self.assertEqual(found("boat-landing", "swing", made)[0].level, "fine")

    def test_empty_rig(self) -> None:
        """Nothing to check, no error."""
        made = kit.add_setup(lighthouse(), "Empty")[0]
        self.assertEqual(checks(scene("empty", made), {}), ())


class Order(unittest.TestCase):
    """From the core outwards."""

    def test_each_after_what_carries_it(self) -> None:
        """In every scene every part comes after what it hangs on, each once, cables last; off in the reverse order."""
        for setup in lighthouse().setups:
            steps, count = Result(scene(setup.id)).build_order, len(setup.placements)
            seen: set[str] = set()
            for step in steps[:count]:
                parent = setup.by_id[step.placement].parent
                self.assertTrue(parent is None or parent in seen, told(step.text))
                seen.add(step.placement)
            self.assertEqual(seen, set(setup.by_id))
            self.assertTrue(all(told(step.tool) == "cable ties" for step in steps[count:]))
            off = [step.placement for step in Result(scene(setup.id)).strip_order]
            self.assertEqual(off[len(setup.cables) :], [step.placement for step in reversed(steps[:count])])

    def test_each_way_has_its_own_verbs(self) -> None:
        """Nothing is led or tied when stripping, nothing unplugged or loosened when building."""
        for setup in lighthouse().setups:
            on, off = (
                " ".join(told(s.text) for s in each(Heaps(scene(setup.id)))) for each in (build_order, strip_order)
            )
            for word in ("Screw ", "Slide ", "Push ", "Hang ", "Set ", "Clamp ", "Plug ", "tie it and", "until it"):
                self.assertNotIn(word, off, setup.id)
            for word in ("Unscrew", "Loosen", "Unlock", "Unplug", "untie", "Take the"):
                self.assertNotIn(word, on, setup.id)

    def test_what_grips_the_lens_goes_first(self) -> None:
        """Follow focus, support and matte box come off before the lens is turned out; on after it is in."""
        off = [step.placement for step in Result(scene("lamp-room")).strip_order]
        for key in ("follow-focus", "lens-support", "matte-box"):
            self.assertLess(off.index(key), off.index("lens"), key)

    def test_signal_before_power(self) -> None:
        """Power is plugged before the signal, and the signal unplugged before the power goes off (practice)."""
        on, off = ([told(s.text) for s in each(Heaps(scene("lamp-room"))) if "plug" in told(s.text).lower()]
                   for each in (build_order, strip_order))  # fmt: skip
        self.assertIn("power cable", on[0])
        self.assertIn("picture cable", on[-1])
        self.assertIn("picture cable", off[0])
        self.assertTrue(off[1].startswith("Switch off."))

    def test_every_step_says_how_it_rests(self) -> None:
        """Where it says that it stands, the CG is over the hull of what touches the table (SciPy), by the tip angle."""
        for setup in lighthouse().setups:
            analysis = scene(setup.id)
            assembly, there = analysis.assembly, []
            for step in Result(analysis).build_order[: len(setup.placements)]:
                there.append(step.placement)
                self.assertTrue(told(step.rests), told(step.text))
                if told(step.rests) != "Stands by itself.":
                    continue
                points, rows = assembly.corners_m
                mine = points[np.isin(rows, [assembly.index[key] for key in there])]
                floor = mine[:, 2].min()
                feet = ConvexHull(mine[mine[:, 2] < floor + 0.001][:, :2])
                cg = assembly.mass_properties(tuple(there)).cg_m
                inside = -(feet.equations[:, :2] @ cg[:2] + feet.equations[:, 2]).max()
                self.assertGreaterEqual(inside / (cg[2] - floor), np.tan(0.1745) - 1e-6, told(step.text))

    def test_the_order_follows_what_stands(self) -> None:
        """The lamp-room rig stands by itself until more than half of it is on (a rig on its pad, power early)."""
        rests = [told(step.rests) for step in Result(scene("lamp-room")).build_order]
        self.assertGreaterEqual(rests.index(next(r for r in rests if r != "Stands by itself.")), 12)

    def test_a_thousand_parts_are_only_ordered(self) -> None:
        """A rig beyond all measure gets its order and no heaps."""
        made = many_parts(400)
        steps = Result(analyse(made, made.setups[0])).build_order
        self.assertEqual(len(steps), 400)
        self.assertEqual({told(step.rests) for step in steps}, {""})

    def test_power_before_what_goes_on_in_front(self) -> None:
        """The rear battery early, the matte box after the lens (common practice, no source)."""
        keys = [step.placement for step in Result(scene("lamp-room")).build_order]
        self.assertLess(keys.index("body"), keys.index("lens"))
        self.assertLess(keys.index("battery"), keys.index("top-handle"))
        self.assertLess(keys.index("top-handle"), keys.index("monitor-5"))
        self.assertLess(keys.index("battery"), keys.index("matte-box"))


if __name__ == "__main__":
    unittest.main()
