"""A photo behind the drawing: chosen, scaled, levelled and placed with the mouse; gone, turned, huge, kept inside."""

from __future__ import annotations

import math
import zlib
from pathlib import Path

from PySide6.QtCore import QPoint, Qt
from PySide6.QtGui import QColor, QImage, QPainter
from PySide6.QtTest import QTest

from equilix.edits import backdrops
from equilix.rig.backdrops import Backdrop
from equilix.store.parsing import open_document
from equilix.ui.pictures import read_picture
from equilix.ui.workspaces.photo import PhotoPage
from tests.ui.pictures import held_upright
from tests.ui.screen_lint import findings
from tests.ui.window_test import WindowTest


def photo_file(folder: Path, wide: int = 400, high: int = 200, name: str = "rig.png") -> Path:
    """A grey picture whose left half is red."""
    image = QImage(wide, high, QImage.Format.Format_RGB32)
    image.fill(QColor("#808080"))
    with QPainter(image) as painter:
        painter.fillRect(0, 0, wide // 2, high, QColor("#ff0000"))
    file = folder / name
    assert image.save(str(file))
    return file


class Photo(WindowTest):
    """Behind the lamp room's rig, in a document that has been saved."""

    def setUp(self) -> None:
        super().setUp()
        self.file = self.folder / "job.equilix"
        self.session.desk.save(self.file)
        self.window.show_page("photo")
        self.settle()

    @property
    def page(self) -> PhotoPage:
        """The page."""
        found = self.window.page
        assert isinstance(found, PhotoPage)
        return found

    @property
    def photo(self) -> Backdrop:
        """The photo behind the side view."""
        return backdrops.backdrop_of(self.session.document, self.session.setup.id, "side")

    def put(self, path: Path) -> None:
        """Choose a picture, and wait until it is there or is said not to be."""
        self.page.load(path)
        self.wait(lambda: not (self.session.pictures.job.running or self.page.job.running))

    def click_at(self, right_m: float, up_m: float) -> None:
        """Click a place of the paper on the side view."""
        side = self.window.stage.side
        at = side.to_px(right_m * 1000, -up_m * 1000)
        QTest.mouseClick(side, Qt.MouseButton.LeftButton, pos=QPoint(round(at.x()), round(at.y())))
        self.settle()

    def test_chosen_and_seen(self) -> None:
        """It lies behind the rig, by its path from the document; dimmed it is paler; undo takes it away."""
        side = self.window.stage.side
        spot = side.to_px(-350, 150).toPoint()
        before = side.grab().toImage().pixelColor(spot)
        self.put(photo_file(self.folder))
        self.assertEqual((self.photo.file, self.photo.data), ("rig.png", ""))
        strong = side.grab().toImage().pixelColor(spot)
        self.assertLess(strong.green(), before.green() - 40, "red is seen there")
        self.page.dim.setValue(10)
        self.settle()
        pale = side.grab().toImage().pixelColor(spot)
        self.assertGreater(pale.green(), strong.green() + 40)
        self.session.undo()
        self.session.undo()
        self.assertEqual(self.session.setup.backdrops, ())
        self.assertEqual(side.grab().toImage().pixelColor(spot), before)

    def test_its_scale_by_two_points(self) -> None:
        """Two points 300 mm apart on the paper are 450 mm apart on the rig: half as large again, the first stays."""
        self.put(photo_file(self.folder))
        self.click(self.page.tasks["scale"])
        selected = self.session.selection.id
        self.click_at(-0.1, 0.05)
        self.assertFalse(self.page.apart.isVisible())
        self.click_at(0.2, 0.05)
        self.assertEqual(self.session.selection.id, selected, "nothing is selected by it")
        self.assertTrue(self.page.apart.line.hasFocus())
        QTest.keyClicks(self.page.apart.line, "0 mm")
        QTest.keyClick(self.page.apart.line, Qt.Key.Key_Return)
        self.assertIn("no photo can be", self.page.apart.complaint.text())
        self.enter(self.page.apart, "450 mm")
        self.assertAlmostEqual(self.photo.width_m, 1.2, delta=0.02)
        self.assertAlmostEqual(self.photo.at_m[0], -0.1 + 1.5 * 0.1, delta=0.005)
        self.assertIsNone(self.session.view.picking)
        self.assertFalse(self.page.apart.isVisible())

    def test_levelled_and_put_in_place(self) -> None:
        """A line that rises by 100 on 300 mm is level; then a point comes where it belongs."""
        self.put(photo_file(self.folder))
        self.click(self.page.tasks["level"])
        self.click_at(-0.1, 0.0)
        self.click_at(0.2, 0.1)
        self.assertAlmostEqual(self.photo.turn_rad, -math.atan2(0.1, 0.3), delta=0.02)
        before = self.photo.at_m
        self.click(self.page.tasks["move"])
        self.click_at(0.0, 0.0)
        self.click_at(0.1, 0.05)
        self.assertAlmostEqual(self.photo.at_m[0] - before[0], 0.1, delta=0.005)
        self.assertAlmostEqual(self.photo.at_m[1] - before[1], 0.05, delta=0.005)
        self.page.dim.setFocus()
        for field, text, name in (
            (self.page.wide, "2 m", "width_m"), (self.page.turn, "5 deg", "turn_rad"), (self.page.up, "40", "at_m"),
        ):  # fmt: skip
            self.enter(field, text)
            self.assertNotEqual(getattr(self.photo, name), 0)
        self.assertEqual((self.photo.width_m, self.photo.at_m[1]), (2.0, 0.04))

    def test_called_off_at_any_moment(self) -> None:
        """By Esc, by the button again, by another workspace, by undo in between: nothing is changed, all goes on."""
        self.put(photo_file(self.folder))
        was = self.photo
        side = self.window.stage.side
        self.click(self.page.tasks["level"])
        self.click_at(-0.1, 0.0)
        self.press(Qt.Key.Key_Escape, side)
        self.assertIsNone(self.session.view.picking)
        self.assertEqual(self.session.view.picked, ())
        self.click(self.page.tasks["move"])
        self.click(self.page.tasks["move"])
        self.assertIsNone(self.session.view.picking)
        self.click(self.page.tasks["scale"])
        self.click_at(-0.1, 0.0)
        self.window.show_page("balance")
        self.settle()
        self.assertIsNone(self.session.view.picking)
        self.window.show_page("photo")
        self.assertEqual(self.photo, was)
        self.click(self.page.tasks["level"])
        self.click_at(-0.1, 0.0)
        self.session.undo()
        self.settle()
        self.click_at(0.2, 0.1)
        self.assertIn("No photo lies behind", self.page.said.text())
        self.press(Qt.Key.Key_Escape, side)

    def test_inside_and_to_another_folder(self) -> None:
        """Kept inside it needs no file; in a file it is found from the folder to which the document is saved."""
        self.put(photo_file(self.folder))
        other = self.folder / "deep"
        other.mkdir()
        self.assertTrue(self.session.desk.save(other / "job.equilix"))
        self.assertEqual(self.photo.file, "../rig.png")
        self.assertEqual(open_document(other / "job.equilix").setups[0].backdrops[0].file, "../rig.png")
        self.wait(lambda: not self.session.pictures.job.running)
        self.assertIsNotNone(self.session.pictures.image_of(self.photo))
        self.page.inside.click()
        self.wait(lambda: not (self.page.job.running or self.session.pictures.job.running))
        self.assertEqual(self.photo.file, "")
        self.assertGreater(len(self.photo.data), 100)
        image = self.session.pictures.image_of(self.photo)
        assert image is not None
        self.assertEqual((image.width(), image.height()), (400, 200))
        self.page.inside.click()
        self.settle()
        self.assertTrue(self.page.inside.isChecked())
        self.assertIn("Choose the file again", self.page.said.text())

    def test_in_a_document_without_a_file(self) -> None:
        """There is nothing that it could lie beside: it is kept inside."""
        file = photo_file(self.folder)
        self.window.files.open_demo()
        self.window.show_page("photo")
        self.put(file)
        self.assertEqual(self.photo.file, "")
        self.assertTrue(self.photo.data)

    def test_another_rig_is_opened_meanwhile(self) -> None:
        """A picture that was chosen for one rig is not put behind another one."""
        self.page.load(photo_file(self.folder))
        self.session.open_setup("stairs")
        self.wait(lambda: not self.page.job.running)
        self.assertEqual([setup.backdrops for setup in self.session.document.setups], [()] * 7)

    def test_gone_broken_and_no_picture(self) -> None:
        """Each is said with what to do; the rig stays, and putting the file back brings the photo back."""
        file = photo_file(self.folder)
        self.put(file)
        self.session.edit(
            "another", lambda d: backdrops.change_backdrop(d, self.session.setup.id, "side", file="no.png")
        )
        self.wait(lambda: not self.session.pictures.job.running)
        self.assertIn("is not there any more", self.page.said.text())
        file.replace(self.folder / "no.png")
        self.session.pictures.look()
        self.wait(lambda: not self.session.pictures.job.running)
        self.assertIsNotNone(self.session.pictures.image_of(self.photo))
        text = self.folder / "text.jpg"
        text.write_text("no picture")
        was = self.photo
        self.put(text)
        self.assertIn("no picture that can be read", self.page.said.text())
        self.put(self.folder / "gone.jpg")
        self.assertIn("is not there any more", self.page.said.text())
        self.assertEqual(self.photo, was)
        broken = backdrops.put_backdrop(self.session.document, self.session.setup.id, "side", data="AAAA")
        self.session.edit("broken", lambda _d: broken)
        self.wait(lambda: not self.session.pictures.job.running)
        self.assertIn("no picture that can be read", self.page.said.text())

    def test_a_hundred_million_pixels(self) -> None:
        """Read small, without room for all of it; more than any machine has is refused."""
        image = QImage(12_500, 8_200, QImage.Format.Format_Grayscale8)
        image.fill(130)
        file = self.folder / "huge.jpg"
        assert image.save(str(file), "jpg", 40)
        del image
        found = read_picture(file, 2400)
        self.assertEqual(max(found.width(), found.height()), 2400)
        self.assertAlmostEqual(found.width() / found.height(), 12_500 / 8_200, places=2)
        self.put(file)
        self.assertEqual(self.photo.file, "huge.jpg")
        self.assertIsNotNone(self.session.pictures.image_of(self.photo))
        header = bytearray(photo_file(self.folder, 2, 2, "small.png").read_bytes())
        header[16:24] = (60_000).to_bytes(4, "big") * 2
        header[29:33] = zlib.crc32(bytes(header[12:29])).to_bytes(4, "big")
        (self.folder / "lie.png").write_bytes(header)
        self.put(self.folder / "lie.png")
        self.assertIn("3600 million pixels", self.page.said.text().replace(",", ""))

    def test_turned_by_its_metadata(self) -> None:
        """A camera held upright writes the picture on its side: it stands upright here."""
        image = QImage(400, 200, QImage.Format.Format_RGB32)
        image.fill(QColor("#336699"))
        file = held_upright(image, self.folder / "upright.jpg")
        found = read_picture(file, 2400)
        self.assertEqual((found.width(), found.height()), (200, 400))
        found = read_picture(file, 100)
        self.assertEqual((found.width(), found.height()), (50, 100), "made small while it is read")
        self.put(file)
        seen = self.session.pictures.image_of(self.photo)
        assert seen is not None
        self.assertEqual((seen.width(), seen.height()), (200, 400))

    def test_in_every_dress(self) -> None:
        """With a photo, at the smallest size, by night, in US units: nothing is cut off."""
        self.put(photo_file(self.folder))
        for size in ((1024, 640), (1280, 800)):
            self.window.resize(*size)
            self.settle()
            self.assertEqual(findings(self.window, look=True), [], size)
            self.window.change_theme()
            self.window.change_units()
            self.settle()
            self.assertEqual(findings(self.window, look=True), [], size)

    def test_a_part_is_laid_on_its_likeness(self) -> None:
        """The photo does not stand in the way: what lies over it is taken hold of as ever, and is seen through."""
        self.put(photo_file(self.folder))
        battery = self.middle_of("battery-plate")
        before = self.placement("battery-plate").slide_m
        self.drag(self.window.stage.side, battery, QPoint(round(20 * self.window.stage.side.scale), 0))
        self.assertAlmostEqual(self.placement("battery-plate").slide_m - before, 0.020, delta=0.004)
