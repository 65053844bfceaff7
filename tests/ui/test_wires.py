"""Cables with their sockets and labels, links to who is off the rig, sockets on the bench; files and pictures."""

import base64
from pathlib import Path

import trimesh
from PySide6.QtCore import QSize, Qt
from PySide6.QtGui import QImage
from PySide6.QtTest import QTest

from equilix.document import Document
from equilix.edits import kit
from equilix.kit.parts import MOST_PHOTO
from equilix.kit.solids import Mesh
from equilix.ui.workspaces.bench.belongings import BelongingsEditor, photo_of
from equilix.ui.workspaces.bench.from_file import FromFileEditor
from equilix.ui.workspaces.bench.sockets import SocketsEditor
from equilix.ui.workspaces.power import PowerPage
from tests.ui.bench_test import Bench
from tests.ui.pictures import held_upright
from tests.ui.window_test import WindowTest


class Wires(WindowTest):
    """On the lamp-room rig, at the tab of the wires."""

    def setUp(self) -> None:
        super().setUp()
        self.window.ask_page("power", "wires")
        self.settle()
        page = self.window.page
        assert isinstance(page, PowerPage)
        self.page = page

    def test_sockets_and_label(self) -> None:
        """The screen has two cables; the picture's goes from socket to socket; both can be changed, and a label."""
        self.session.selection.select("monitor-5")
        self.settle()
        form = self.page.cable
        self.assertEqual(form.which.count(), 2)
        row = form.which.findText("picture cable of the monitor (A)")
        form.which.setCurrentIndex(row)
        form.which.activated.emit(row)
        self.settle()
        self.assertEqual(form.gives.currentText(), "picture out (picture)")
        self.assertEqual(form.takes.currentText(), "picture in (picture)")
        self.assertFalse(
            any("only gives" in row.check.said for row in self.page.troubles.rows if isinstance(row.check.said, str))
        )
        self.assertEqual([form.takes.itemData(k) for k in range(form.takes.count())], [None, "picture in"])
        form.label.setText("B2")
        QTest.keyClick(form.label, Qt.Key.Key_Return)
        self.settle()
        cable = next(each for each in self.session.setup.cables if each.id == "picture")
        self.assertEqual(cable.label, "B2")
        row = form.gives.findData(None)
        form.gives.setCurrentIndex(row)
        form.gives.activated.emit(row)
        self.settle()
        cable = next(each for each in self.session.setup.cables if each.id == "picture")
        self.assertIsNone(cable.from_socket)
        self.click(form.off)
        self.assertNotIn("picture", [each.id for each in self.session.setup.cables])

    def test_a_link_to_the_director(self) -> None:
        """From the transmitter to somebody's screen: who, on what, which signal; ended again; one undo each."""
        links = self.page.links
        self.session.selection.select(None)
        self.settle()
        self.assertFalse(links.add.isEnabled())
        self.session.selection.select("transmitter")
        self.settle()
        self.click(links.add)
        self.assertEqual(self.session.setup.links[0].start, "transmitter")
        links.who.setEditText("director")
        QTest.keyClick(links.who.lineEdit(), Qt.Key.Key_Return)
        row = links.part.findData("monitor-7")
        links.part.setCurrentIndex(row)
        links.part.activated.emit(row)
        self.settle()
        link = self.session.setup.links[0]
        self.assertEqual((link.who, link.part), ("director", "monitor-7"))
        self.assertIn("director", links.list.item(0).text())
        row = links.part.findData("monitor-5")
        links.part.activated.emit(row)
        self.settle()
        self.assertIn("2 times", links.refusal.text())
        self.assertEqual(self.session.setup.links[0].part, "monitor-7")
        self.click(links.end)
        self.assertEqual(self.session.setup.links, ())
        self.session.undo()
        self.assertEqual(len(self.session.setup.links), 1)


class Sockets(Bench):
    """Of a part, on the bench."""

    def test_made_and_changed(self) -> None:
        """One more on the body: a sound out at the rear; what it is neither is refused, and the ticks stay true."""
        self.window.ask_part("boxy-body", "power")
        self.settle()
        sockets = self.page.sockets
        assert isinstance(sockets, SocketsEditor)
        before = len(self.part.sockets)
        self.click(sockets.add)
        self.assertEqual(len(self.part.sockets), before + 1)
        sockets.gives.click()
        sockets.takes.click()
        self.choose(sockets.carries, "sound")
        self.choose(sockets.side, "at the rear")
        sockets.name.setEditText("sound out")
        QTest.keyClick(sockets.name.lineEdit(), Qt.Key.Key_Return)
        self.settle()
        made = self.part.sockets[-1]
        self.assertEqual(
            (made.name, made.carries, made.gives, made.takes, made.side), ("sound out", "sound", True, False, "rear")
        )
        sockets.gives.click()
        self.settle()
        self.assertIn("gives a signal, takes one", sockets.refusal.text())
        self.assertTrue(sockets.gives.isChecked())
        self.click(sockets.remove)
        self.assertEqual(len(self.part.sockets), before)

    def test_in_use(self) -> None:
        """The socket of the picture cable is not taken away while it is plugged in."""
        self.window.ask_part("monitor-5", "power")
        self.settle()
        before = self.session.document
        self.click(self.page.sockets.remove)
        self.assertIn("is in use", self.page.sockets.refusal.text())
        self.assertIs(self.session.document, before)


class Electrics(Bench):
    """The rest of what is known of a part's power."""

    def test_a_dummy_battery_made_by_hand(self) -> None:
        """A block that passes on at 90 % into what it is mounted on, whose death stops with the monitor."""
        self.window.ask_part("thumb-wheel", "power")
        self.settle()
        power = self.page.power
        self.assertFalse(power.fields.isRowVisible(power.efficiency))
        power.passes.click()
        power.into_mount.click()
        self.settle()
        self.assertTrue(power.fields.isRowVisible(power.efficiency))
        self.enter(power.efficiency, "90")
        self.choose(power.stops, "monitor")
        known = self.part.electric
        assert known is not None
        self.assertEqual((known.passes, known.feeds_mount, known.efficiency), (True, True, 0.9))
        self.assertEqual(known.stops_without, ("monitor",))
        self.enter(power.efficiency, "120")
        self.assertFalse(power.efficiency.complaint.isHidden())
        self.choose(power.stops, "nothing else")
        known = self.part.electric
        assert known is not None
        self.assertEqual(known.stops_without, ())

    def test_an_old_battery(self) -> None:
        """80 % of its capacity left: it runs four fifths as long."""
        before = next(run.seconds for run in self.session.result.network.runs if run.battery == "battery")
        self.window.ask_part("battery-98", "power")
        self.settle()
        self.enter(self.page.power.age, "80")
        after = next(run.seconds for run in self.session.result.network.runs if run.battery == "battery")
        self.assertAlmostEqual(after / before, 0.8)


class Files(Bench):
    """Shapes and pictures from files."""

    def file(self, name: str, mesh: trimesh.Trimesh) -> Path:
        """A mesh as a file, its figures in mm."""
        path = self.folder / name
        mesh.export(path)
        return path

    def test_a_printed_bracket(self) -> None:
        """Its shape from a file, its mass from the plastic; what is broken is said and changes nothing."""
        self.window.ask_part("thumb-wheel", "shape")
        self.settle()
        editor = self.page.from_file
        assert isinstance(editor, FromFileEditor)
        editor.load(self.file("bracket.stl", trimesh.creation.box((60, 30, 12))))
        self.wait(lambda: not editor.job.running)
        mesh = self.part.solids[0]
        assert isinstance(mesh, Mesh)
        self.assertAlmostEqual(mesh.volume_m3, 21.6e-6, places=9)
        self.assertIn("bracket.stl: 21.6 cm³", editor.said.text())
        self.enter(editor.infill, "100")
        self.click(editor.weigh)
        self.assertAlmostEqual(self.part.mass_kg, 21.6e-6 * 1270, places=6)
        self.enter(editor.infill, "0")
        self.click(editor.weigh)
        self.assertIn("infill of 0", editor.infill.complaint.text())
        before = self.session.document
        (self.folder / "bad.stl").write_bytes(b"solid nothing\n")
        editor.load(self.folder / "bad.stl")
        self.wait(lambda: not editor.job.running)
        self.assertIn("bad.stl", editor.refusal.text())
        self.assertIs(self.session.document, before)
        self.page.drawing.grab()
        self.session.undo()
        self.session.undo()
        self.assertNotIsInstance(self.part.solids[0], Mesh)

    def test_whose_it_is(self) -> None:
        """Borrowed from somebody, then one's own, then wished for; what is lent is not counted as one's own."""
        self.window.ask_part("thumb-wheel", "about")
        self.settle()
        editor = self.page.belongings
        assert isinstance(editor, BelongingsEditor)
        owned = self.session.document.owned
        self.choose(editor.standing, "borrowed")
        self.assertEqual(self.part.standing, "borrowed")
        editor.lent_by.setText("rental house")
        QTest.keyClick(editor.lent_by, Qt.Key.Key_Return)
        self.settle()
        self.assertEqual(self.part.lent_by, "rental house")
        self.assertEqual(self.session.document.owned[0], owned[0] - 1)
        self.choose(editor.standing, "wanted")
        self.assertEqual((self.part.standing, self.part.owned, self.part.lent_by), ("wanted", False, ""))
        self.choose(editor.standing, "owned")
        self.assertEqual(self.part.standing, "owned")

    def test_its_picture(self) -> None:
        """A large picture is kept small, shown, and removed; what is no picture is said."""
        image = QImage(QSize(3000, 1500), QImage.Format.Format_RGB32)
        image.fill(0x806040)
        image.save(str(self.folder / "photo.png"))
        self.window.ask_part("thumb-wheel", "about")
        self.settle()
        editor = self.page.belongings
        editor.load_picture(self.folder / "photo.png")
        self.settle()
        kept = photo_of(self.part)
        self.assertEqual((kept.width(), kept.height()), (800, 400))
        self.assertLess(len(self.part.photo), MOST_PHOTO)
        self.assertTrue(base64.b64decode(self.part.photo).startswith(b"\xff\xd8"), "a JPEG file")
        self.assertTrue(editor.picture.isVisible())
        editor.load_picture(held_upright(image, self.folder / "upright.jpg"))
        kept = photo_of(self.part)
        self.assertEqual((kept.width(), kept.height()), (400, 800), "the file says that it lies on its side")
        (self.folder / "words.jpg").write_text("no picture")
        editor.load_picture(self.folder / "words.jpg")
        self.assertIn("no picture that can be read", editor.refusal.text())
        self.click(editor.remove)
        self.assertEqual(self.part.photo, "")
        self.assertFalse(editor.picture.isVisible())

    def test_the_room_in_a_case(self) -> None:
        """A case has an inside, which can be corrected; a camera has none."""
        self.session.edit("x", _with_case)
        self.window.ask_part("hard-case", "about")
        self.settle()
        editor = self.page.belongings
        self.enter(editor.inner[2], "21 cm")
        inner = self.part.inner_m
        assert inner is not None
        self.assertAlmostEqual(inner[2], 0.21)
        self.window.ask_part("boxy-body", "about")
        self.settle()
        self.assertFalse(editor.rows.isRowVisible(editor.inner[2]))


def _with_case(document: Document) -> Document:
    return kit.add_part(document, "hard case", "case", 4.8, (0.56, 0.45, 0.26))[0]
