"""The drawing by its primitives: from where to where, in which role; texts that keep off each other; whole tables."""

import itertools
import math
import unittest

import numpy as np
from msgspec.structs import replace
from PySide6.QtCore import QPointF, QRectF
from PySide6.QtGui import QImage, QPainter

from equilix.carry import WAYS
from equilix.constants import STANDARD_GRAVITY_M_S2
from equilix.demo import lighthouse
from equilix.kit.catalogue import KINDS
from equilix.kit.kinds.kind import STAGES
from equilix.kit.mount_kinds import MOUNT_KINDS, mount_kind
from equilix.ui.stage.drawing import Rig, draw, primitives
from equilix.ui.stage.labels import place
from equilix.ui.stage.layers.aim import COLUMNS, FILLS, ROWS, level_of_work, ranges
from equilix.ui.stage.layers.balance import PX_PER_N, band_px
from equilix.ui.stage.layers.beam import beam
from equilix.ui.stage.layers.bearers import BEARERS
from equilix.ui.stage.layers.person import EASY, HARD, NEAR_ALPHA, joint_mark
from equilix.ui.stage.layers.ruler import ruler
from equilix.ui.stage.primitives import Arrow, Centre, Dot, Line, Primitive, Shape, Text, Wash
from equilix.ui.stage.silhouettes import DRAWINGS
from equilix.ui.stage.sprites import SpriteBook
from equilix.ui.stage.ticks import multiples, step_for
from equilix.ui.theme import PREP_ROOM, THEMES
from tests.told import told
from tests.ui.window_test import WindowTest


class Drawn(WindowTest):
    """The scene of the window, on the sheet of its views, before anything is painted."""

    def over(self, kind: type, view: str = "side") -> list:
        """The primitives of a kind over the rig."""
        widget = getattr(self.window.stage, view)
        return [each for each in primitives(widget.scene, widget.sheet)[1] if isinstance(each, kind)]

    def everything(self, view: str = "side") -> list[Primitive]:
        """All primitives of a view."""
        widget = getattr(self.window.stage, view)
        under, over = primitives(widget.scene, widget.sheet)
        return [*under, *over]

    def test_forces_are_drawn_to_scale_where_they_act(self) -> None:
        """Each hand's arrow starts beside its grip and goes as its force does, 1.2 px a newton, up for a lift."""
        side, holding = self.window.stage.side, self.session.analysis.holding
        arrows = self.over(Arrow)
        hands = [contact for contact in holding.contacts if contact.hand]
        self.assertEqual(len(arrows), 1 + len(hands))
        for contact, arrow in zip(hands, arrows[1:], strict=True):
            at = side.place_px(contact.point_m) + QPointF(26, 0)
            self.assertEqual(arrow.start, at)
            way = arrow.end - arrow.start
            self.assertAlmostEqual(way.x(), contact.force_n[0] * PX_PER_N, places=6)
            self.assertAlmostEqual(way.y(), -contact.force_n[2] * PX_PER_N, places=6)
            self.assertEqual(arrow.role, "hold")

    def test_all_that_bears_adds_up_to_the_weight(self) -> None:
        """Resultant of the pad and forces of the hands: together the weight; and its place by the law of the lever."""
        holding, weight = self.session.analysis.holding, self.session.analysis.weight_n
        bears = holding.support
        assert bears is not None
        hands = sum(float(c.force_n[2]) for c in holding.contacts if c.hand)
        self.assertAlmostEqual(float(bears.force_n[2]) + hands, weight, places=6)
        rest = [c for c in holding.contacts if not c.hand]
        moment = sum(float(c.point_m[0] * c.force_n[2]) for c in rest)
        self.assertAlmostEqual(float(bears.point_m[0] * bears.force_n[2]), moment, places=9)

    def test_what_pulls_from_above_is_drawn_above(self) -> None:
        """The arrow of a line begins where it takes hold and goes up; that of a pad ends there."""
        for setup, above in (("boat-landing", True), ("lamp-room", False)):
            self.session.open_setup(setup)
            self.settle()
            arrow, point = self.over(Arrow)[0], self.session.analysis.holding.support.point_m
            at = self.window.stage.side.place_px(point)
            self.assertLess(arrow.end.y(), arrow.start.y())
            touching = arrow.start if above else arrow.end - QPointF(0, 2)
            self.assertLess(math.hypot(*(touching - at).toTuple()), 1e-6, setup)

    def test_plumb_line_and_its_haze(self) -> None:
        """At the CG, as wide as twice its standard uncertainty; green roles only where the rig rests."""
        side = self.window.stage.side
        for slide, role in ((0.0, "tip"), (-0.145, "hold")):
            placement = self.placement("bridge")
            from equilix.edits import rigging

            self.session.edit(
                "Slide", lambda d, s=slide, p=placement: rigging.slide(d, "lamp-room", "bridge", p.slide_m + s)
            )
            self.settle()
            analysis = self.session.analysis
            x = side.place_px(analysis.weighed_cg_m).x()
            line = next(each for each in self.over(Line) if len(each.points) == 2 and each.points[1].y() > 300)
            self.assertEqual((line.points[0].x(), line.points[1].x(), line.role), (x, x, role))
            haze = next(each for each in self.over(Wash))
            self.assertAlmostEqual(haze.box.width(), 2 * side.sheet.px(analysis.fore_aft.sd_m), places=6)
            self.assertEqual(haze.role, f"{role}_wash")
            self.assertEqual(self.over(Centre)[0].role, role)

    def test_near_and_far_arm(self) -> None:
        """The hand beyond the pad lies under the rig, the nearer one over it, and the rig is seen through it."""
        side = self.window.stage.side
        under, over = primitives(side.scene, side.sheet)
        hands = [side.place_px(held.arm.hand_m) for held in self.session.analysis.arms]
        for layer, at, alpha in ((under, hands[0], 255), (over, hands[1], NEAR_ALPHA)):
            flesh = [each for each in layer if isinstance(each, Shape) and each.fill == "flesh"]
            self.assertTrue(any(each.path.contains(at) for each in flesh))
            self.assertEqual({each.fill_alpha for each in flesh}, {alpha})

    def test_band_of_the_support(self) -> None:
        """The pad from corner to corner; elsewhere the tolerance to either side of the datum."""
        side = self.window.stage.side
        left, right = band_px(self.session.analysis, side.sheet)
        pad = self.session.analysis.support
        self.assertAlmostEqual(right - left, side.sheet.px(pad.span_m[1] - pad.span_m[0]), places=6)
        self.session.open_setup("evening")
        self.settle()
        left, right = band_px(self.session.analysis, side.sheet)
        tolerance = self.session.analysis.fore_aft.balance.tolerance_m
        self.assertAlmostEqual(right - left, 2 * side.sheet.px(tolerance), places=6)

    def test_beam(self) -> None:
        """A weight for each part at its own place, by the square root of its mass; moments as bars in one scale."""
        side, analysis = self.window.stage.side, self.session.analysis
        made = list(beam(side.scene, replace(side.sheet, height=138.0)))
        boxes = [each.path.boundingRect() for each in made if isinstance(each, Shape) and each.keeps_off]
        self.assertEqual(len(boxes), len(analysis.assembly.ids))
        masses = sorted(analysis.assembly.masses_kg, reverse=True)
        for box, mass in zip(boxes, masses, strict=True):
            self.assertAlmostEqual(box.width(), max(21.0 * math.sqrt(mass), 4.0), places=6)
        for a, b in itertools.combinations(boxes, 2):
            self.assertFalse(a.adjusted(0.01, 0.01, -0.01, -0.01).intersects(b), "weights stand on each other")
        forward, back = [each for each in made if isinstance(each, Wash)][-2:]
        self.assertEqual((forward.role, back.role), ("tip", "hold"))
        by_hand = analysis.assembly.masses_kg * (analysis.assembly.cgs_m[:, 0] - analysis.support.datum_m[0])
        nm = by_hand * STANDARD_GRAVITY_M_S2
        ratio = nm[nm > 0].sum() / -nm[nm < 0].sum()
        self.assertAlmostEqual(forward.box.width() / back.box.width(), ratio, places=6)
        self.assertEqual(forward.box.left(), back.box.right())

    def test_no_text_on_another(self) -> None:
        """Every demo rig, every view, folded, small and large: no overlap, no symbol covered, all inside the edge."""
        for size, key in (((1024, 640), "mat"), ((1280, 800), "balance"), ((1280, 800), "fit"), ((1800, 1100), "fit")):
            self.window.resize(*size)
            self.window.show_page(key)
            for setup in self.session.document.setups:
                self.session.open_setup(setup.id)
                self.settle()
                for view in ("side", "plan", "front"):
                    with self.subTest(size=size, page=key, setup=setup.id, view=view):
                        self.assert_readable(self.everything(view), getattr(self.window.stage, view).sheet.bounds)
                for strip in (self.window.stage.beam, self.window.stage.chart) if key != "mat" else ():
                    with self.subTest(size=size, page=key, setup=setup.id, strip=strip.accessibleName()):
                        self.assert_readable(strip.primitives(), QRectF(strip.rect()))

    def assert_readable(self, made: list[Primitive], bounds: QRectF) -> None:
        """No two texts overlap, none lies on a centre of gravity or the head of an arrow, none is cut off."""
        placed = place(made, bounds)
        marks = [QRectF(each.at - QPointF(9, 9), each.at + QPointF(9, 9)) for each in made if isinstance(each, Centre)]
        marks += [
            QRectF(each.end - QPointF(5, 5), each.end + QPointF(5, 5)) for each in made if isinstance(each, Arrow)
        ]
        for one, other in itertools.combinations(placed, 2):
            if not (one.text.fixed and other.text.fixed):
                self.assertFalse(one.box.intersects(other.box), (one.text.text, other.text.text))
        for each in placed:
            if not each.text.fixed:
                self.assertTrue(bounds.contains(each.box), each.text.text)
                self.assertFalse(any(each.box.intersects(mark) for mark in marks), each.text.text)

    def test_moment_over_the_aim(self) -> None:
        """A curve through the moments of the analysis, level in the middle; up and down in its own scale."""
        chart, analysis = self.window.stage.chart, self.session.analysis
        curve = next(each for each in chart.primitives() if isinstance(each, Line) and len(each.points) == 41)
        angles = np.linspace(-np.pi / 3, np.pi / 3, 41)
        moments = analysis.aim_curve(angles)
        ys = np.array([point.y() for point in curve.points])
        scale = np.polyfit(moments, ys, 1)
        self.assertLess(scale[0], 0)
        self.assertLess(float(np.abs(np.polyval(scale, moments) - ys).max()), 1e-6)
        self.assertEqual(curve.role, "tip")
        band = next(each for each in chart.primitives() if isinstance(each, Wash))
        self.assertAlmostEqual(band.box.height(), -2 * scale[0] * analysis.free_moment_nm, places=6)

    def test_map_of_the_motors(self) -> None:
        """Nine by five cells, each in the role of its share, the attitude as drawn framed in the middle."""
        self.session.open_setup("stairs")
        self.settle()
        made = self.window.stage.chart.primitives()
        cells = [each for each in made if isinstance(each, Wash)]
        self.assertEqual(len(cells), COLUMNS * ROWS)
        shares = self.session.analysis.drives.map_share(*ranges(self.session.analysis))[::-1].ravel()
        self.assertEqual([cell.role for cell in cells], [FILLS[level_of_work(float(share))] for share in shares])
        frame = next(each for each in made if isinstance(each, Shape)).path.boundingRect()
        self.assertTrue(frame.contains(cells[COLUMNS * (ROWS // 2) + COLUMNS // 2].box))

    def test_the_same_scene_on_another_sheet(self) -> None:
        """Drawn at three times the size on an image, everything keeps its place on the paper: it can be printed."""
        side = self.window.stage.side
        sheet = replace(side.sheet, width=side.width() * 3.0, height=side.height() * 3.0, scale=side.scale * 3)
        for contact in self.session.analysis.holding.contacts:
            there = sheet.to_mm(sheet.place_px(contact.point_m))
            here = side.sheet.to_mm(side.sheet.place_px(contact.point_m))
            self.assertLess(math.hypot(*(there - here).toTuple()), 1e-6)
        image = QImage(round(sheet.width), round(sheet.height), QImage.Format.Format_RGB32)
        image.fill(0xFFFFFF)
        with QPainter(image) as painter:
            draw(painter, side.scene, sheet, Rig(side.drawn, [], SpriteBook()), PREP_ROOM)
        at = sheet.place_px(self.session.analysis.weighed_cg_m).toPoint()
        self.assertNotEqual(image.pixel(at), 0xFFFFFFFF)

    def test_roles_are_colours_of_every_theme(self) -> None:
        """Whatever a drawing names, a theme has."""
        for setup in self.session.document.setups:
            self.session.open_setup(setup.id)
            for view in ("side", "plan", "front"):
                for each in self.everything(view):
                    for field in ("role", "fill", "edge"):
                        role = getattr(each, field, "")
                        self.assertTrue(not role or all(getattr(theme, role) for theme in THEMES), role)


class Marks(unittest.TestCase):
    """Single marks, both sides of each threshold."""

    def test_joint_marks(self) -> None:
        """A disc under 15 %, a diamond up to half, a triangle from there: a shape as well as a colour."""
        at = QPointF(50, 50)
        for share, corners in ((EASY - 1e-9, 0), (EASY, 4), (HARD - 1e-9, 4), (HARD, 3)):
            mark = joint_mark(at, share)
            if corners == 0:
                self.assertIsInstance(mark, Dot)
            else:
                assert isinstance(mark, Shape)
                self.assertEqual(mark.path.elementCount() - 1, corners)

    def test_levels_of_work(self) -> None:
        """Under a tenth balanced, from half hard, from the whole rating too much: both sides of each."""
        for share, level in ((0.0999, 0), (0.1, 1), (0.4999, 1), (0.5, 2), (0.9999, 2), (1.0, 3)):
            self.assertEqual(level_of_work(share), level)

    def test_steps_of_an_axis(self) -> None:
        """The least round step whose figures stand far enough apart; multiples from end to end."""
        for px, least, step in ((1.0, 50, 50), (1.0, 50.1, 100), (0.99, 50, 100), (60, 58, 1), (0.001, 58, 1000)):
            self.assertEqual(step_for(px, least), step)
        self.assertEqual(list(multiples(-2.0, 2.0, 1.0)), [-2, -1, 0, 1, 2])
        self.assertEqual(list(multiples(-1.99, 1.99, 1.0)), [-1, 0, 1])
        self.assertEqual(list(multiples(0.1, 0.9, 1.0)), [])

    def test_ruler_reads_what_the_scale_reads(self) -> None:
        """200 px for 100 mm of travel: figures each 50 mm, at their places; a track looked along has none."""
        from equilix.rig.clearance import Travel

        travel = Travel(0.0, 0.1, None, None)
        made = list(ruler(QPointF(100, 50), QPointF(2000, 0), 0.05, travel, 0.0, "metric"))
        figures = {each.text: each.at.x() for each in made if isinstance(each, Text)}
        self.assertEqual(figures, {"0": 0.0, "50": 100.0, "100": 200.0})
        self.assertEqual(list(ruler(QPointF(0, 0), QPointF(49.9, 0), 0.05, travel, 0.0, "metric")), [])
        self.assertTrue(list(ruler(QPointF(0, 0), QPointF(50.0, 0), 0.05, travel, 0.0, "metric")))


class Rows(unittest.TestCase):
    """Every table that a drawing or an order reads is complete."""

    def test_ways(self) -> None:
        """Each way of carrying has a row of how it is drawn, and no row is of none."""
        self.assertEqual(set(BEARERS), set(WAYS))
        for row in BEARERS.values():  # one small view is not worth a row, and three are for what turns about three axes
            self.assertIn(len(row.small), (2, 3))
            self.assertEqual(len(set(row.small)), len(row.small))

    def test_kinds(self) -> None:
        """Each kind is drawn as something that there is a drawing for, belongs to a stage of the work, and has size."""
        for key, kind in KINDS.items():
            self.assertEqual(key, kind.key)
            self.assertIn(kind.drawn_as, DRAWINGS)
            self.assertIn(kind.stage, STAGES)
            self.assertTrue(told(kind.label) and kind.mass_kg > 0 and min(kind.size_m) > 0)
            if kind.drawn_as != "plain":
                self.assertEqual(len(kind.build(*kind.size_m)["solids"]), kind.solids, key)
        self.assertEqual({kind.drawn_as for kind in KINDS.values()}, set(DRAWINGS))

    def test_mounts(self) -> None:
        """Each kind of mount that a kind of part has says how it is made fast and taken loose, with which tool."""
        used = set()
        for kind in KINDS.values():
            fields = kind.build(*kind.size_m)
            used |= {point.kind for name in ("hangs_by", "offers") for point in fields.get(name, ())}
        self.assertEqual(used - set(MOUNT_KINDS), set())
        for row in MOUNT_KINDS.values():
            self.assertTrue(told(row.label) and told(row.tool), row.key)
            for said in (told(row.on("clamp-X", "base-Y")), told(row.off("clamp-X", "base-Y"))):
                self.assertIn("clamp-X", said, row.key)
            self.assertIn("base-Y", told(row.on("clamp-X", "base-Y")), row.key)
        self.assertEqual(mount_kind("a word of my own").label, "a word of my own")
        for document in (lighthouse(),):
            points = [point for part in document.parts for point in (*part.offers, *part.hangs_by)]
            self.assertEqual({point.kind for point in points} - set(MOUNT_KINDS), set())

        self.assertEqual(len({told(row.label) for row in MOUNT_KINDS.values()}), len(MOUNT_KINDS))


if __name__ == "__main__":
    unittest.main()
