"""Edits: pure, refused with words, and undone by going back."""

import math
import unittest

from equilix.demo import lighthouse
from equilix.document import Document, empty
from equilix.edits import kit, placing, rigging
from equilix.edits.history import DEEPEST, History
from equilix.errors import Refused
from equilix.faults import document_faults, setup_faults
from equilix.kit.catalogue import KINDS, free_id, make_part
from equilix.rig.setups import Placement
from tests.core.builders import box, document, free
from tests.told import invalid, refused, told

ROOM = "lamp-room"


class Rigging(unittest.TestCase):
    """Slide, turn, draw out, mount, take off, exchange."""

    def setUp(self) -> None:
        self.made = lighthouse()

    def placement(self, made: Document, key: str) -> Placement:
        """A placement of the demo rig."""
        return made.setups_by_id[ROOM].by_id[key]

    def refused(self, pattern: str, *args: object) -> None:
        """The edit raises a refusal with these words, and the document is as before."""
        edit, *rest = args
        with refused(self, Refused, pattern):
            edit(self.made, *rest)  # type: ignore[operator]
        self.assertEqual(self.made, lighthouse())

    def test_slide(self) -> None:
        """A slide on the track is taken; off it, on no track, or no number is refused."""
        self.assertEqual(self.placement(rigging.slide(self.made, ROOM, "bridge", -0.05), "bridge").slide_m, -0.05)
        self.refused("Its track runs from −150 mm to 150 mm", rigging.slide, ROOM, "bridge", 0.2)
        self.refused("sits on no track", rigging.slide, ROOM, "matte-box", 0.01)
        self.refused("cannot slide", rigging.slide, ROOM, "bridge", float("nan"))
        self.refused("no placement", rigging.slide, ROOM, "nothing", 0.0)
        self.refused("no setup", rigging.slide, "nowhere", "bridge", 0.0)

    def test_turn_settles_on_a_tooth(self) -> None:
        """A rosette has teeth each 6°; what does not turn is refused; a turn beyond half a turn is wound back."""
        turned = rigging.turn(self.made, ROOM, "left-handle", math.radians(20))
        self.assertAlmostEqual(math.degrees(self.placement(turned, "left-handle").turn_rad), 18.0, places=4)
        wound = rigging.turn(self.made, ROOM, "monitor-5", math.radians(350))
        self.assertAlmostEqual(math.degrees(self.placement(wound, "monitor-5").turn_rad), -10.0, places=4)
        self.refused("does not turn", rigging.turn, ROOM, "bridge", 0.1)

    def test_extend(self) -> None:
        """A telescope reaches as far as it reaches."""
        drawn = rigging.extend(self.made, ROOM, "left-handle", 0.08)
        self.assertEqual(self.placement(drawn, "left-handle").extension_m, 0.08)
        self.refused("reaches 80 mm", rigging.extend, ROOM, "left-handle", 0.081)
        self.refused("extension_m was given as -0.01", rigging.extend, ROOM, "left-handle", -0.01)

    def test_add_and_remove(self) -> None:
        """A part is added on a fitting place and taken off with all that hangs on it."""
        made, key = rigging.add(self.made, ROOM, "microphone", "body", "rear shoe")
        self.assertEqual(self.placement(made, key).by, "shoe foot")
        self.assertEqual(rigging.remove(made, ROOM, key).setups, self.made.setups)
        bare = rigging.remove(self.made, ROOM, "bridge")
        self.assertEqual(
            set(self.made.setups[0].by_id) - set(bare.setups[0].by_id), set(self.made.setups[0].subtree("bridge"))
        )

    def test_what_cannot_be_added(self) -> None:
        """Wrong mount, taken mount, missing mount, a part that is used up, a part that is not there."""
        self.refused("does not fit", rigging.add, ROOM, "microphone", "body", "battery plate")
        self.refused("taken by", rigging.add, ROOM, "prime-25", "body", "lens mount")
        self.refused("no mounting point “roof”", rigging.add, ROOM, "microphone", "body", "roof")
        self.refused("the kit has only one", rigging.add, ROOM, "boxy-body", None, None)
        self.refused("no part", rigging.add, ROOM, "nothing", None, None)

    def test_remount(self) -> None:
        """A part hangs somewhere else, with what hangs on it; not where it does not fit, not on itself."""
        made = rigging.remount(self.made, ROOM, "battery", "body", "battery plate")
        self.assertEqual(self.placement(made, "battery").parent, "body")
        self.refused("does not fit", rigging.remount, ROOM, "battery", "body", "top")
        self.refused("loop", rigging.remount, ROOM, "top-handle", "arm-short", "head")
        self.refused("no mounting point", rigging.remount, ROOM, "battery", "body", "roof")

    def test_fitting_points_are_free_and_fit(self) -> None:
        """Every place that is offered can really be used; what hangs on the part itself is not offered."""
        setup = self.made.setups[0]
        for key in ("battery", "monitor-5", "top-handle", "left-handle"):
            part = self.made.parts_by_id[setup.by_id[key].part]
            points = rigging.fitting_points(self.made, setup, part, moving=key)
            self.assertTrue(points)
            for parent, point, by in points:
                moved = rigging.remount(self.made, ROOM, key, parent, point.name, by.name)
                self.assertEqual(setup_faults(moved.setups[0], moved.parts_by_id), ())
                self.assertNotIn(parent, setup.subtree(key))

    def test_exchange_keeps_what_hung_on_it(self) -> None:
        """Another lens in the same place keeps the matte box; a lens without its mounting point would be refused."""
        made = rigging.exchange(self.made, ROOM, "lens", "zoom-24-70")
        self.assertEqual(self.placement(made, "lens").part, "zoom-24-70")
        self.assertEqual(self.placement(made, "matte-box").parent, "lens")
        self.refused("does not fit", rigging.exchange, ROOM, "body", "top-handle")
        self.refused("no part", rigging.exchange, ROOM, "lens", "nothing")

    def test_move_free(self) -> None:
        """The root can be moved; a mounted part cannot; 11 m away is refused."""
        made = placing.move_free(self.made, ROOM, "base", (0.1, 0, 0))
        pose = self.placement(made, "base").pose
        assert pose is not None
        self.assertEqual(pose.position_m, (0.1, 0, 0))
        self.refused("is mounted", placing.move_free, ROOM, "bridge", (0.0, 0, 0))
        self.refused("11", placing.move_free, ROOM, "base", (11.0, 0, 0))


class Kit(unittest.TestCase):
    """The kit, operators and setups."""

    def setUp(self) -> None:
        self.made = lighthouse()

    def test_a_new_part_needs_kind_mass_and_three_dimensions(self) -> None:
        """And comes with the kind's mounting points."""
        made, key = kit.add_part(self.made, "my 40 mm prime", "lens", 0.61, (0.09, 0.08, 0.08))
        part = made.parts_by_id[key]
        self.assertEqual(key, "my-40-mm-prime")
        self.assertEqual([p.kind for p in part.hangs_by], ["lens"])
        again, second = kit.add_part(made, "my 40 mm prime", "lens", 0.6, (0.09, 0.08, 0.08))
        self.assertEqual(second, "my-40-mm-prime-2")
        self.assertEqual(len(again.parts), len(self.made.parts) + 2)

    def test_bad_parts(self) -> None:
        """Masses of 0, negative, NaN, 1e9; lengths of 0; unknown kinds; empty names."""
        for mass in (0.0, -1.0, float("nan"), 1e9):
            with self.subTest(mass), refused(self, Refused, "mass_kg"):
                kit.add_part(self.made, "x", "lens", mass, (0.1, 0.1, 0.1))
        with self.assertRaises(Refused):
            kit.add_part(self.made, "x", "lens", 1.0, (0.0, 0.1, 0.1))
        with refused(self, Refused, "Allowed are: body, stills-body, lens"):
            kit.add_part(self.made, "x", "teapot", 1.0, (0.1, 0.1, 0.1))
        with refused(self, Refused, "name"):
            kit.add_part(self.made, "  ", "lens", 1.0, (0.1, 0.1, 0.1))

    def test_change_part(self) -> None:
        """A new mass is felt in every setup; fewer pieces than are in use are refused."""
        made = kit.change_part(self.made, "zoom-28-80", mass_kg=1.2, mass_how="weighed")
        self.assertEqual(made.parts_by_id["zoom-28-80"].mass_kg, 1.2)
        made, _ = rigging.add(self.made, ROOM, "battery-98", "body", "battery plate")
        with refused(self, Refused, "placed 2 times"):
            kit.change_part(made, "battery-98", quantity=1)
        with refused(self, Refused, "mass_kg was given as 0"):
            kit.change_part(self.made, "zoom-28-80", mass_kg=0)

    def test_changed_validates_and_forgets_what_it_remembered(self) -> None:
        """A changed part does not carry over the body it had worked out."""
        part = self.made.parts_by_id["zoom-28-80"]
        self.assertEqual(part.body().mass_kg, 1.55)
        self.assertEqual(part.changed(mass_kg=1.0).body().mass_kg, 1.0)

    def test_remove_part(self) -> None:
        """A part in use stays; another goes."""
        with refused(self, Refused, "is used in “Lamp room”"):
            kit.remove_part(self.made, "base")
        self.assertNotIn("prime-25", kit.remove_part(self.made, "prime-25").parts_by_id)

    def test_setups(self) -> None:
        """New, copied, opened, deleted; two of one name are refused."""
        made, key = kit.add_setup(self.made, "Lamp room, long lens", ROOM)
        self.assertEqual(made.current, key)
        self.assertEqual(made.setups_by_id[key].placements, self.made.setups[0].placements)
        with refused(self, Refused, "already"):
            kit.add_setup(made, "lamp ROOM")
        self.assertEqual(kit.open_setup(made, ROOM).current, ROOM)
        self.assertEqual(kit.remove_setup(made, key).current, ROOM)
        with self.assertRaises(Refused):
            kit.open_setup(made, "nowhere")
        with self.assertRaises(Refused):
            kit.choose_operator(made, ROOM, "nobody")

    def test_free_id(self) -> None:
        """Ids are numbered where taken."""
        self.assertEqual(free_id("a", ["a", "a-2"]), "a-3")

    def test_weights_of_solids(self) -> None:
        """Either every solid has a weight or none; the shares decide the CG."""
        two = [
            {"shape": "box", "size_m": (0.1, 0.1, 0.1), "centre_m": (x, 0, 0), "weight": w}
            for x, w in ((0, 3), (0.4, 1))
        ]
        part = box("b", 2.0).changed(solids=two)
        self.assertAlmostEqual(part.body().cg_m[0], 0.1, places=12)
        with invalid(self, "every solid"):
            box("b", 2.0).changed(solids=[two[0], {**two[1], "weight": None}])

    def test_doubt_by_how_it_was_obtained(self) -> None:
        """Weighed 1 % and at least 1 g, data sheet 3 %, estimated 15 % (common practice, no source)."""
        for how, mass, sd in (
            ("weighed", 2.0, 0.02),
            ("weighed", 0.05, 0.001),
            ("data sheet", 1.0, 0.03),
            ("estimated", 1.0, 0.15),
        ):
            self.assertAlmostEqual(
                make_part("x", "x", "lens", mass, mass_how=how).standard_uncertainty_kg, sd, places=12
            )

    def test_measured_cg_overrides_the_shape(self) -> None:
        """A measured CG is taken as measured, to 3 mm; from the shape it is sure to 5 % of the length."""
        part = make_part("x", "x", "lens", 1.0, (0.2, 0.1, 0.1))
        self.assertAlmostEqual(part.body().cg_cov_m2[0, 0] ** 0.5, 0.01, places=9)
        measured = part.changed(cg_m=(0.03, 0, 0))
        self.assertAlmostEqual(measured.body().cg_m[0], 0.03, places=12)
        self.assertAlmostEqual(measured.body().cg_cov_m2[0, 0] ** 0.5, 0.003, places=12)


class Faults(unittest.TestCase):
    """What a document must not be."""

    def faults(self, *placements: Placement) -> str:
        """The faults of a rig of boxes, as text."""
        parts = [box("a", 1.0), box("b", 1.0)]
        return "\n".join(told(f.said) for f in document_faults(document(parts, list(placements))))

    def test_demo_has_none(self) -> None:
        """The demo is sound, and every kind in it is in the catalogue."""
        self.assertEqual(document_faults(lighthouse()), ())
        self.assertTrue(all(part.kind in KINDS for part in lighthouse().parts))

    def test_loop(self) -> None:
        """A mounting loop is named."""
        loop = (Placement(id="x", part="a", parent="y", point="p"), Placement(id="y", part="b", parent="x", point="p"))
        self.assertIn("loop", self.faults(*loop))

    def test_twice(self) -> None:
        """A part placed twice, an id given twice."""
        self.assertIn("placed 2 times", self.faults(free("x", "a"), free("y", "a")))
        self.assertIn("stands 2 times", self.faults(free("x", "a"), free("x", "b")))

    def test_lost(self) -> None:
        """Unknown part, unknown parent."""
        self.assertIn("no part “z”", self.faults(free("x", "z")))
        self.assertIn("which is not there", self.faults(Placement(id="x", part="a", parent="q", point="p")))

    def test_half_mounted(self) -> None:
        """A parent without a point, or a parent and a pose, is no placement."""
        with invalid(self, "both parent and point"):
            Placement(id="x", part="a", parent="q")
        with invalid(self, "not both"):
            Placement(id="x", part="a", parent="q", point="p", pose={})

    def test_slide_without_track(self) -> None:
        """A slide where there is no track, a turn where nothing turns."""
        made = lighthouse()
        setup = made.setups[0]
        for key, change, words in (
            ("matte-box", {"slide_m": 0.01}, "no track"),
            ("bridge", {"turn_rad": 0.1}, "does not turn"),
            ("bridge", {"slide_m": 0.4}, "off the track"),
        ):
            placements = tuple(p.changed(**change) if p.id == key else p for p in setup.placements)
            faults = setup_faults(setup.changed(placements=placements), made.parts_by_id)
            self.assertIn(words, told(faults[0].said))

    def test_nobody(self) -> None:
        """A setup whose operator is not there, a current setup that is not there."""
        made = lighthouse().changed(operators=(), current="x")
        text = "\n".join(told(each.said) for each in document_faults(made))
        self.assertIn("its operator “tall” is not there", text)
        self.assertIn("no setup “x”", text)


class Undo(unittest.TestCase):
    """History keeps documents."""

    def test_there_and_back(self) -> None:
        """Ten edits undone and done again bring back the very same documents."""
        history = History(lighthouse())
        seen = [history.now]
        for mm in range(10):
            history = history.done(f"to {mm}", rigging.slide(history.now, ROOM, "bridge", mm / 1000))
            seen.append(history.now)
        for expected in reversed(seen[:-1]):
            history = history.undone()
            self.assertIs(history.now, expected)
        for expected in seen[1:]:
            history = history.redone()
            self.assertIs(history.now, expected)
        self.assertIs(history.redone(), history)

    def test_a_drag_is_one_entry(self) -> None:
        """Edits of one gesture merge; the next gesture is an entry of its own."""
        history = History(lighthouse())
        for gesture in ("one", "two"):
            for mm in range(5):
                new = rigging.slide(history.now, ROOM, "bridge", (mm + (10 if gesture == "two" else 0)) / 1000)
                history = history.done("Slide", new, gesture)
            history = history.settled()
        self.assertEqual(len(history.before), 2)
        self.assertEqual(history.undo_label, "Slide")
        self.assertEqual(history.undone().undone().now, lighthouse())

    def test_nothing_done_is_no_entry(self) -> None:
        """An edit that changes nothing leaves no trace; a new edit forgets what was undone."""
        history = History(lighthouse())
        self.assertIs(history.done("x", lighthouse()), history)
        self.assertIs(history.undone(), history)
        edited = history.done("a", rigging.slide(history.now, ROOM, "bridge", 0.0)).undone()
        self.assertEqual(edited.redo_label, "a")
        self.assertEqual(edited.done("b", rigging.slide(history.now, ROOM, "bridge", 0.01)).redo_label, "")

    def test_not_endless(self) -> None:
        """The oldest entries go when there are too many."""
        history = History(empty())
        for number in range(DEEPEST + 20):
            history = history.done("n", history.now.changed(name=str(number)))
        self.assertEqual(len(history.before), DEEPEST)


if __name__ == "__main__":
    unittest.main()
