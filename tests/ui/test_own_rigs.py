"""A user's own rigs, built from an empty document through the window: mouse and keys only, no file."""

from __future__ import annotations

from PySide6.QtCore import QMimeData, QPointF, Qt
from PySide6.QtGui import QDropEvent
from PySide6.QtTest import QTest

from equilix.document import Document, empty
from equilix.ui.stage.targets import PART_MIME
from equilix.ui.workspaces.bench.page import BenchPage
from equilix.ui.workspaces.build import BuildPage
from equilix.ui.workspaces.mat import MatPage
from equilix.ui.workspaces.power import PowerPage
from equilix.words.telling import tell
from tests.ui.wanted import GIMBAL, HANDHELD, IN_THE_CRADLE, ON_THE_SLED, SHOULDER, Wanted
from tests.ui.window_test import WindowTest


class OwnRig(WindowTest):
    """What both rigs need."""

    def document(self) -> Document:
        """Nothing at all."""
        return empty()

    @property
    def mat(self) -> MatPage:
        """The mat, opened."""
        self.press(Qt.Key.Key_F1, self.window)
        page = self.window.page
        assert isinstance(page, MatPage)
        return page

    def make(self, name: str, kind: str, mass: str, energy: str) -> str:
        """A new part, by the form; its id."""
        mat = self.mat
        self.click(mat.new)
        form = mat.form
        row = form.kind.findText(kind)
        self.assertGreaterEqual(row, 0, kind)
        form.kind.setFocus()
        form.kind.setCurrentIndex(row)
        form.kind.activated.emit(row)
        QTest.keyClicks(form.name, name)
        form.mass.line.selectAll()
        QTest.keyClicks(form.mass.line, mass)
        if energy:
            form.energy.line.selectAll()
            QTest.keyClicks(form.energy.line, energy)
        QTest.keyClick(form.name, Qt.Key.Key_Return)
        self.settle()
        return self.session.document.parts[-1].id

    def put_on(self, part: str, mount: str) -> None:
        """Mount a part from the mat with Enter; where another place is meant, choose that in Build."""
        mat = self.mat
        mat.cloth.choose(part)
        mat.cloth.setFocus()
        QTest.keyClick(mat.cloth, Qt.Key.Key_Return)
        self.settle()
        placed = self.session.setup.placements[-1]
        self.assertEqual(placed.part, part)
        if not mount:
            return
        self.press(Qt.Key.Key_F2, self.window)
        page = self.window.page
        assert isinstance(page, BuildPage)
        rows = [page.mount.itemText(row) for row in range(page.mount.count())]
        row = next((k for k, text in enumerate(rows) if mount in text), -1)
        self.assertGreaterEqual(row, 0, (mount, rows))
        page.mount.setCurrentIndex(row)
        page.mount.activated.emit(row)
        self.settle()

    def carried(self, start: str) -> None:
        """Choose a way of carrying under the underlined word."""
        menu = self.window.header.way.menu()
        action = next(each for each in menu.actions() if each.text().startswith(start))
        action.trigger()
        menu.close()
        self.settle()

    def build(self, wanted: list[Wanted]) -> None:
        """All parts, made and mounted one after the other."""
        for name, kind, mass, energy, mount in wanted:
            self.put_on(self.make(name, kind, mass, energy), mount)
        self.assertEqual(len(self.session.setup.placements), len(wanted))


class CagedSmallBody(OwnRig):
    """Handheld: a caged small body with its own grip, a side handle, an in-body battery and a USB pack."""

    def test_it_is_built_and_read(self) -> None:
        """It is held by its own grip and the side handle; the battery runs the body 16 Wh ÷ 7 W = 2 h 17 min."""
        self.build(HANDHELD)
        self.carried("In both hands")
        analysis = self.session.analysis
        self.assertAlmostEqual(analysis.mass.mass_kg, 1.75, places=9)
        hands = [contact for contact in analysis.holding.contacts if contact.hand]
        self.assertEqual(len(hands), 2)
        self.assertAlmostEqual(sum(float(each.force_n[2]) for each in hands), analysis.weight_n, delta=0.05)
        run = next(each for each in self.session.result.network.runs if each.watts > 0)
        self.assertAlmostEqual(run.seconds / 3600, 16 / 7, delta=0.01)
        checks = {check.key for check in self.session.result.checks}
        self.assertIn("screw", checks)
        self.assertNotIn("struck", {c.key for c in self.session.result.checks if c.level == "stop"})
        self.window.show_page("fit")
        self.settle()
        self.assertTrue(self.window.pages["fit"].big.text())


class ShoulderOnRods(OwnRig):
    """On the shoulder: pad and battery on rods, rosette arms, a monitor that hangs."""

    def test_it_is_built_and_read(self) -> None:
        """The pad bears it where it was put on the rods; the header has the whole mass; plans are found."""
        self.build(SHOULDER)
        self.assertIn("shoulder", self.window.header.way.text())  # how a new setup is carried
        analysis = self.session.analysis
        self.assertAlmostEqual(analysis.mass.mass_kg, 7.22, places=9)
        pad = sum(float(each.force_n[2]) for each in analysis.holding.contacts if each.key.kind == "pad")
        up = sum(float(contact.force_n[2]) for contact in analysis.holding.contacts)
        self.assertAlmostEqual(up, analysis.weight_n, delta=0.05)
        self.assertGreater(pad, 0.5 * analysis.weight_n)
        self.wait_for_plans()
        self.window.show_page("balance")
        self.settle()
        self.assertTrue(self.window.pages["balance"].cards or self.session.analysis.status == "rests")
        self.assertTrue(tell(analysis.way.phrase))


class CagedBodyOnAGimbal(OwnRig):
    """The caged body with a transmitter at its side and a motor that no thread takes, on a gimbal."""

    def test_it_is_built_and_balanced(self) -> None:
        """The motor is dropped with Shift and strapped to the cage; moving what is there brings the axes right."""
        self.build(GIMBAL + IN_THE_CRADLE)
        self.put_on(self.make("transmitter", "transmitter", "250 g", ""), "cage: left screw")
        motor = self.make("focus motor", "focus motor", "170 g", "")
        cage = next(p.id for p in self.session.setup.placements if p.part == "cage")
        side = self.window.stage.side
        at = QPointF(self.middle_of(cage))
        data = QMimeData()
        data.setData(PART_MIME, motor.encode())
        keys = Qt.KeyboardModifier.ShiftModifier
        side.gestures.drop(QDropEvent(at, Qt.DropAction.CopyAction, data, Qt.MouseButton.LeftButton, keys))
        self.settle()
        placed = self.session.setup.placements[-1]
        self.assertTrue(placed.strapped)
        self.carried("On a gimbal")
        self.assertEqual(self.session.setup.carry, "gimbal")
        axes = {condition.balance.key.value for condition in self.session.analysis.conditions}
        self.assertGreaterEqual(len(axes), 4)
        self.wait_for_plans()
        plan = next(each for each in self.session.answers.plans if each.school == "move")
        self.assertTrue(plan.steps, plan.reason)
        self.session.apply_plan(plan)
        self.settle()
        left = [c for c in self.session.analysis.conditions if not c.ok]
        before = [c for c in plan.before.conditions if not c.ok]
        self.assertLess(len(left), len(before))


class GimbalOnASled(OwnRig):
    """A gimbal on a sled on a vest, fed by the sled's battery."""

    def test_it_is_built_and_fed(self) -> None:
        """Every joint of both is judged; the gimbal's handle gets a socket on the bench and the sled's battery."""
        self.build(ON_THE_SLED)
        self.make("vest", "vest with spring arm", "5.4 kg", "")
        mat = self.mat
        mat.cloth.choose("vest")
        mat.cloth.setFocus()
        QTest.keyClick(mat.cloth, Qt.Key.Key_Return)
        self.settle()
        self.assertEqual((self.session.setup.carry, self.session.setup.borne_by), ("vest", "vest"))
        keys = {condition.balance.key.value for condition in self.session.analysis.conditions}
        self.assertGreaterEqual(len(keys), 8)  # those of the gimbal, of the post, and the drop
        self.window.ask_part("gimbal-handle", "power")
        self.settle()
        bench = self.window.page
        assert isinstance(bench, BenchPage)
        self.click(bench.power.inputs.more)  # type: ignore[attr-defined]
        draws = bench.power.draws["record"]  # type: ignore[attr-defined]
        draws.line.selectAll()
        QTest.keyClicks(draws.line, "20 W")
        QTest.keyClick(draws.line, Qt.Key.Key_Return)
        self.settle()
        self.press(Qt.Key.Key_F6, self.window)
        page = self.window.page
        assert isinstance(page, PowerPage)
        page.choose("wires")
        self.settle()
        diagram = page.diagram
        diagram.setFocus()
        rows = [key for key, _ in diagram.rows]
        for key in ("battery-plate", "gimbal-handle"):
            for _ in rows:
                QTest.keyClick(diagram, Qt.Key.Key_Up)
            for _ in range(rows.index(key)):
                QTest.keyClick(diagram, Qt.Key.Key_Down)
            QTest.keyClick(diagram, Qt.Key.Key_Return)
        self.settle()
        cable = self.session.setup.cables[-1]
        self.assertEqual((cable.start, cable.end), ("battery-plate", "gimbal-handle"))
        run = next(each for each in self.session.result.network.runs if each.battery == "wedge-battery")
        self.assertAlmostEqual(run.watts, 20.0, delta=0.5)
        self.assertAlmostEqual(run.seconds / 3600, 146 / 20, delta=0.4)
