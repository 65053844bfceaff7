"""The rigs that people build themselves, from an empty document, without touching the mouse once."""

from __future__ import annotations

from PySide6.QtCore import Qt

from equilix.ui.widgets.power_diagram import PowerDiagram
from equilix.ui.workspaces.part_list import PartListPage
from equilix.ui.workspaces.quick import QuickPage
from equilix.ui.workspaces.shelf import ShelfPage
from tests.ui.keyboard import CONTROL, SHIFT, Keyboard
from tests.ui.wanted import FROM_THE_SHELF, GIMBAL, HANDHELD, IN_THE_CRADLE, ON_THE_SLED, SHOULDER, Wanted


class OwnRig(Keyboard):
    """Parts made on the mat and mounted there."""

    def make(self, name: str, kind: str, mass: str, energy: str = "") -> None:
        """A new part, by the form; the mat has the keys again, and it is the one that is chosen."""
        self.key(Qt.Key.Key_F1)
        self.push("New part")
        self.assertEqual(self.named, "Name of the part")
        self.type(name)
        self.choose("Kind of part", kind)
        self.fill("Mass", mass)
        if energy:
            self.fill("Energy", energy)
        self.key(Qt.Key.Key_Return)
        self.assertEqual(self.session.document.parts[-1].name, name)

    def build(self, wanted: list[Wanted]) -> None:
        """Each made, mounted, and put elsewhere where that is meant."""
        for name, kind, mass, energy, mount in wanted:
            self.make(name, kind, mass, energy)
            before = len(self.session.setup.placements)
            self.key(Qt.Key.Key_Return)
            self.assertEqual(len(self.session.setup.placements), before + 1, (name, self.messages[-1:]))
            if mount:
                self.key(Qt.Key.Key_F2)
                self.choose("Mounted on", mount)

    def carry(self, way: str) -> None:
        """The underlined word of the header."""
        self.push("way of carrying")
        self.take_from_menu(way)


class CagedSmallBody(OwnRig):
    """Handheld."""

    def test_it_is_built_and_read(self) -> None:
        """Held by its own grip and a side handle; the hands bear its weight."""
        self.build(HANDHELD)
        self.carry("In both hands")
        self.assertEqual(self.session.setup.carry, "handheld")
        analysis = self.session.analysis
        self.assertAlmostEqual(analysis.mass.mass_kg, 1.75, places=9)
        hands = [contact for contact in analysis.holding.contacts if contact.hand]
        self.assertAlmostEqual(sum(float(each.force_n[2]) for each in hands), analysis.weight_n, delta=0.05)
        self.assertLess(self.keys, 450)


class ShoulderOnRods(OwnRig):
    """On the shoulder: pad and battery on rods, rosette arms, a monitor that hangs; then balanced."""

    def test_it_is_built_and_balanced(self) -> None:
        """The pad bears it; a plan is gone to, and taken with Enter."""
        self.build(SHOULDER)
        analysis = self.session.analysis
        self.assertAlmostEqual(analysis.mass.mass_kg, 7.22, places=9)
        pad = sum(float(each.force_n[2]) for each in analysis.holding.contacts if each.key.kind == "pad")
        self.assertGreater(pad, 0.5 * analysis.weight_n)
        self.wait_for_plans()
        self.key(Qt.Key.Key_F3)
        before = sum(not each.ok for each in analysis.conditions)
        self.assertTrue(before)
        self.go("Do it")
        self.key(Qt.Key.Key_Return)
        self.assertLess(sum(not each.ok for each in self.session.analysis.conditions), before)
        self.assertLess(self.keys, 960)


class CagedBodyOnAGimbal(OwnRig):
    """The caged body with a transmitter at its side and a motor that no mount takes, on a gimbal."""

    def test_it_is_built(self) -> None:
        """The motor is strapped to the selected cage with Shift+Enter and moved there with the arrow keys."""
        self.build(GIMBAL + IN_THE_CRADLE)
        self.build([("transmitter", "transmitter", "250 g", "", "cage: left screw")])
        self.make("focus motor", "focus motor", "170 g")
        self.key(Qt.Key.Key_F2)
        self.select("cage")
        self.key(Qt.Key.Key_F1)
        self.key(Qt.Key.Key_Return)
        self.assertIn("Shift+Enter", self.messages[-1][0])
        self.key(Qt.Key.Key_Return, SHIFT)
        placed = self.session.setup.placements[-1]
        self.assertTrue(placed.strapped)
        self.assertEqual(placed.parent, "cage")
        self.go("Rig, from the front")
        before = self.session.analysis.assembly.to_rig(placed.id, (0, 0, 0))
        self.key(Qt.Key.Key_Left, SHIFT, times=4)
        moved = self.session.analysis.assembly.to_rig(placed.id, (0, 0, 0)) - before
        self.assertAlmostEqual(abs(float(moved[1])), 0.040, places=6)
        self.carry("On a gimbal")
        self.assertEqual(self.session.setup.carry, "gimbal")
        self.assertLess(self.keys, 900)


class GimbalOnASled(OwnRig):
    """A gimbal on a sled on a vest, fed by the sled's battery."""

    def test_it_is_built_and_fed(self) -> None:
        """The gimbal's handle gets its socket and draw on the bench; the cable is begun and ended with Enter."""
        self.build(ON_THE_SLED)
        self.make("vest", "vest with spring arm", "5.4 kg")
        self.key(Qt.Key.Key_Return)
        self.assertEqual((self.session.setup.carry, self.session.setup.borne_by), ("vest", "vest"))
        self.key(Qt.Key.Key_F2)
        self.select("gimbal-handle")
        self.key(Qt.Key.Key_B, CONTROL)
        self.push("Power", back=True)
        self.fill("Draws: Recording", "20 W")
        self.push("Takes: Add a socket")
        self.key(Qt.Key.Key_F6)
        self.push("Wires")
        diagram = self.go("Power: who feeds whom")
        assert isinstance(diagram, PowerDiagram)
        rows = [key for key, _ in diagram.rows]
        for part in ("battery-plate", "gimbal-handle"):
            self.key(Qt.Key.Key_Up, times=len(rows))
            self.key(Qt.Key.Key_Down, times=rows.index(part))
            self.key(Qt.Key.Key_Return)
        cable = self.session.setup.cables[-1]
        self.assertEqual((cable.start, cable.end), ("battery-plate", "gimbal-handle"))
        run = next(each for each in self.session.result.network.runs if each.battery == "wedge-battery")
        self.assertAlmostEqual(run.seconds / 3600, 146 / 20, delta=0.4)
        self.assertLess(self.keys, 1550)


class OnTheBench(OwnRig):
    """The part bench."""

    def test_a_point_is_set_named_and_placed(self) -> None:
        """On a plate: a new point in the middle of its side, moved by the arrows, named, and typed to its place."""
        self.make("plate", "cheese plate", "120 g")
        self.key(Qt.Key.Key_Return)
        self.key(Qt.Key.Key_B, CONTROL)
        part = self.session.document.parts[-1]
        before = {point.name for point in part.offers}
        self.push("Click a new one")
        self.assertTrue(self.named.startswith("The part in three views"), self.named)
        self.key(Qt.Key.Key_Return)
        (new,) = [each for each in self.session.document.parts[-1].offers if each.name not in before]
        middle, high = part.body().middle_m, part.body()
        self.assertAlmostEqual(
            new.position_m[1], float(high.low_m[1]), delta=0.001, msg="on the side that looks at one"
        )
        self.assertAlmostEqual(new.position_m[0], float(middle[0]), delta=0.001)
        self.key(Qt.Key.Key_Right, SHIFT)
        moved = next(each for each in self.session.document.parts[-1].offers if each.name == new.name)
        self.assertAlmostEqual(moved.position_m[0] - new.position_m[0], 0.010, places=6)
        self.fill("Name of the mounting point", "keyboard eye")
        self.fill("Place: up", "4 mm")
        self.key(Qt.Key.Key_Return)
        made = next(each for each in self.session.document.parts[-1].offers if each.name == "keyboard eye")
        self.assertAlmostEqual(made.position_m[2], 0.004)
        self.assertLess(self.keys, 200)


class Begun(Keyboard):
    """The short ways in."""

    def test_the_quick_answer(self) -> None:
        """Four figures, then the way that is offered."""
        self.key(Qt.Key.Key_N, CONTROL)
        self.push("Quick answer")
        page = self.window.page
        assert isinstance(page, QuickPage)
        self.assertEqual(self.named, "Mass of it all")
        for text in ("7.2 kg", "85", "-130", "40"):
            self.type(text)
            self.key(Qt.Key.Key_Tab)
        self.wait(lambda: not (page._soon.isActive() or page.job.running))
        self.push("Make it so: Slide the camera back by 113 mm")
        self.assertEqual(self.window.pages.open_key, "balance")
        self.assertEqual(self.session.analysis.status, "rests")
        self.assertLess(self.keys, 40)

    def test_a_starter_with_five_parts_of_ones_own(self) -> None:
        """The list is typed, each part is stepped to and exchanged."""
        self.key(Qt.Key.Key_N, CONTROL)
        self.push("Begin with: Long body, pad on rods")
        before = self.session.setup
        self.key(Qt.Key.Key_F1)
        self.push("List")
        page = self.window.page
        assert isinstance(page, PartListPage)
        self.assertEqual(self.named, "Lines that tell parts")
        for line in (
            "my body 1.9 kg",
            "my zoom 1.4 kg",
            "my battery 150 Wh 950 g",
            "my handgrip 410 g",
            "my top handle 300 g",
        ):
            for letter in line:
                self.key(letter)
            self.key(Qt.Key.Key_Return)
        self.wait(lambda: not page.reading.running)
        self.push("Into the kit")
        self.key(Qt.Key.Key_F2)
        for placement, name in (
            ("body", "my body"), ("lens", "my zoom"), ("battery", "my battery"), ("right-handle", "my handgrip"),
            ("top-handle", "my top handle"),
        ):  # fmt: skip
            self.select(placement)
            self.choose("Exchange for", name)
        after = self.session.setup
        names = [self.session.document.parts_by_id[each.part].name for each in after.placements]
        self.assertEqual(sum(name.startswith("my ") for name in names), 5)
        self.assertEqual(len(after.cables), len(before.cables))
        self.assertLess(self.keys, 300)

    def test_the_shoulder_rig_from_the_shelf(self) -> None:
        """Fifteen parts by their words; where another mount is meant, it is chosen in Build."""
        for words, mount in FROM_THE_SHELF:
            self.key(Qt.Key.Key_F, CONTROL)
            page = self.window.page
            assert isinstance(page, ShelfPage)
            self.wait(lambda page=page: page.shelf is not None)
            self.type(words)
            self.key(Qt.Key.Key_Return)
            if mount:
                self.key(Qt.Key.Key_F2)
                self.choose("Mounted on", mount)
        self.assertEqual(len(self.session.setup.placements), 15)
        self.assertIsNotNone(self.session.analysis.support)
        self.assertLess(self.keys, 420)
