"""The operator as drawn: to scale, whole in Fit, hands on the grips, what works hard shaded, what is worn."""

import itertools
import math

import numpy as np
from PySide6.QtCore import QPoint, QRectF, Qt
from PySide6.QtTest import QTest

from equilix.body.endurance import EASY
from equilix.edits import carrying, rigging
from equilix.keys import BodyPosture
from equilix.ui.placing import SMALLEST
from equilix.ui.stage.contours import _kept, contours, groups, smooth, trunk_depth_m
from equilix.ui.stage.drawing import primitives
from equilix.ui.stage.layers import person
from equilix.ui.stage.layers.aim import angle_at, plot_area
from equilix.ui.stage.primitives import Dot, Line, Primitive, Shape, Text
from equilix.ui.stage.projection import FRONT, PLAN, SIDE
from equilix.ui.theme import enlarge
from equilix.words.quantities import torque
from tests.ui.window_test import WindowTest

SETUPS = ("lamp-room", "boat-landing", "stairs", "causeway", "workshop", "gallery", "evening")
POSTURES: tuple[BodyPosture, ...] = ("standing", "walking", "kneeling", "seated")
VIEWS = ("side", "front", "plan")


class Figure(WindowTest):
    """In the Fit workspace."""

    def setUp(self) -> None:
        super().setUp()
        self.press(Qt.Key.Key_F5, self.window)

    def drawn(self, view: str = "side") -> list[Primitive]:
        """All that a view shows."""
        widget = getattr(self.window.stage, view)
        under, over = primitives(widget.scene, widget.sheet)
        return [*under, *over]

    def body(self, view: str = "side") -> QRectF:
        """What the body takes of a view, px."""
        box = QRectF()
        for each in self.drawn(view):
            if isinstance(each, Shape) and each.fill == "flesh":
                box = box.united(each.path.boundingRect())
        return box

    def test_from_head_to_foot_to_scale(self) -> None:
        """Standing, the outline is as tall as the operator, in the scale of the rig; and all of it is on the sheet."""
        for setup, size in itertools.product(SETUPS, ((1024, 640), (1280, 800))):
            self.window.resize(*size)
            self.session.open_setup(setup)
            self.settle()
            for view in VIEWS:
                widget = getattr(self.window.stage, view)
                with self.subTest(setup=setup, size=size, view=view):
                    box = self.body(view)
                    self.assertTrue(QRectF(widget.rect()).contains(box), (widget.rect(), box))
            if self.session.analysis.posture == "standing":
                side = self.window.stage.side
                tall = self.body().height() / side.sheet.px(1.0)
                self.assertAlmostEqual(tall, self.session.analysis.operator.stature_m, delta=0.02)

    def test_beam_and_chart_give_way(self) -> None:
        """In Fit the body has their room; elsewhere they are back."""
        stage = self.window.stage
        self.assertFalse(stage.beam.isVisible() or stage.chart.isVisible())
        self.assertGreater(stage.side.height(), 500)
        self.press(Qt.Key.Key_F3, self.window)
        self.assertTrue(stage.beam.isVisible() and stage.chart.isVisible())  # on the shoulder

    def test_hands_are_closed_about_their_grips(self) -> None:
        """The place where a hand holds lies inside the outline of its fist, in every view, on every rig."""
        for setup in SETUPS:
            self.session.open_setup(setup)
            self.settle()
            for view, held in itertools.product(VIEWS, self.session.analysis.arms):
                widget = getattr(self.window.stage, view)
                at = widget.place_px(held.arm.hand_m)
                inside = [
                    each for each in self.drawn(view)
                    if isinstance(each, Shape) and each.fill == "flesh" and each.path.contains(at)
                ]  # fmt: skip
                self.assertTrue(inside, (setup, view, held.arm.side))

    def test_every_posture_can_be_chosen_and_is_drawn(self) -> None:
        """From the menu of the way, one entry each, one undo each; seated, on a box that stands on the ground."""
        for posture, text in (("walking", "Walk"), ("kneeling", "Kneel"), ("seated", "Sit")):
            choice = next(each for each in self.window.header.way.choices() if each and each[0].startswith(text))
            choice[1]()
            self.settle()
            self.assertEqual(self.session.setup.posture, posture)
            shapes = [each for each in self.drawn() if isinstance(each, Shape)]
            boxes = [each for each in shapes if (each.edge, each.width) == ("body", 1.6)]
            self.assertEqual(len(boxes), 1 if posture == "seated" else 0)
            if boxes:
                figure = self.session.analysis.figure
                assert figure is not None and figure.seat_z is not None
                box, side = boxes[0].path.boundingRect(), self.window.stage.side
                self.assertAlmostEqual(box.height(), side.sheet.px(figure.seat_z - figure.ground_z), places=6)
                self.assertAlmostEqual(box.bottom(), side.to_px(0, -figure.ground_z * 1000).y(), places=6)
            self.session.undo()
            self.assertEqual(self.session.setup.posture, "standing")

    def test_what_works_hard_is_shaded(self) -> None:
        """From the easy share on, and nothing below it; the marks keep their shapes beside the colour."""
        scene, sheet = self.window.stage.front.scene, self.window.stage.front.sheet
        fit = scene.result.fit
        for share, count in ((EASY - 0.001, 0), (EASY, 1)):
            shares = {("shoulder", "left"): share}
            shaded = [
                each for each in person._muscles(fit, sheet, shares)  # type: ignore[arg-type]
                if isinstance(each, Line) and fit.trunk_share >= 0
            ]  # fmt: skip
            back = 1 if fit.trunk_share >= EASY else 0
            self.assertEqual(len(shaded), count + back)

    def test_both_sides_are_told_in_the_front_view(self) -> None:
        """Each joint's share beside its mark, left of the body on its right side."""
        texts = [each for each in self.drawn("front") if isinstance(each, Text) and each.text.endswith("%")]
        self.assertEqual(len(texts), 6)
        self.assertEqual({each.anchor for each in texts}, {"left", "right"})

    def test_the_ground(self) -> None:
        """A line under the feet in Fit, none elsewhere."""
        figure, side = self.session.analysis.figure, self.window.stage.side
        assert figure is not None
        y = side.to_px(0, -figure.ground_z * 1000).y()
        ground = [each for each in self.drawn() if isinstance(each, Line) and each.role == "rule"]
        self.assertEqual([each.points[0].y() for each in ground], [y])
        self.press(Qt.Key.Key_F3, self.window)
        self.assertFalse([each for each in self.drawn() if isinstance(each, Line) and each.role == "rule"])


class SmallViews(WindowTest):
    """Under the large view stands what matters for the way of carrying."""

    def shown(self) -> set[str]:
        """The small views that are seen."""
        stage = self.window.stage
        return {name for name in ("chart", "plan", "front") if getattr(stage, name).isVisible()}

    def test_by_the_way_of_carrying(self) -> None:
        """The front for roll and shares, the plan for the line of the hands and the post, the chart for tilting."""
        for setup, wanted in (
            ("lamp-room", {"chart", "front"}), ("workshop", {"plan", "front"}), ("gallery", {"chart", "front"}),
            ("stairs", {"chart", "plan", "front"}), ("causeway", {"plan", "front"}), ("evening", {"chart", "plan"}),
        ):  # fmt: skip
            self.session.open_setup(setup)
            self.settle()
            self.assertEqual(self.shown(), wanted, setup)

    def test_where_parts_are_put_and_in_a_strip(self) -> None:
        """On Build, Mat and Fit plan and front are there, whatever the way."""
        for key in ("build", "mat", "fit"):
            self.window.show_page(key)
            self.assertEqual(self.shown(), {"plan", "front"}, key)

    def test_what_is_looked_at_comes_up(self) -> None:
        """The table is seen from above; a step by hand that is looked at from the front brings the front."""
        self.session.view.show_overlay("table", True)
        self.assertIn("plan", self.shown())
        self.session.view.show_overlay("table", False)
        self.assertNotIn("plan", self.shown())

    def test_nothing_goes_under_the_hand(self) -> None:
        """While a part is dragged in a view, that view stays."""
        self.window.show_page("build")
        plan = self.window.stage.plan
        at = self.middle_of("battery", plan)
        QTest.mousePress(plan, Qt.MouseButton.LeftButton, Qt.KeyboardModifier.NoModifier, at)
        self.drag(plan, at, QPoint(-12, 0))
        self.assertTrue(plan.isVisible())


class LittleRoom(WindowTest):
    """The smallest window with text at 150 %."""

    def setUp(self) -> None:
        enlarge(1.5)
        self.addCleanup(enlarge, 1.0)
        super().setUp()
        self.window.resize(*SMALLEST)
        self.settle()

    def test_small_views_give_way_only_where_they_must(self) -> None:
        """Under a large view they go; where plan and front stand large beside it they are there again."""
        strip = self.window.stage.strip
        for key, there in (("balance", False), ("fit", True), ("check", False)):
            self.window.show_page(key)
            self.settle()
            self.assertEqual(strip.isVisible(), there, key)


class Aim(WindowTest):
    """The chart of the aim is read like the curves."""

    def test_read_under_the_mouse_and_with_the_keys(self) -> None:
        """The moment at the tilt under the mouse, as the analysis has it; arrows go five degrees, to its ends."""
        chart, analysis = self.window.stage.chart, self.session.analysis
        chart.read_at(angle_at(plot_area(chart.paper).left(), chart.paper))
        self.assertAlmostEqual(math.degrees(chart.at_rad), -60.0)
        moment = float(analysis.aim_curve(np.array((chart.at_rad,)))[0])
        self.assertEqual(chart.accessibleDescription(), f"60° down: {torque(moment)}")
        self.assertIn(chart.accessibleDescription(), [each.text.text for each in chart.placed()])
        dot = next(each for each in chart.primitives() if isinstance(each, Dot))
        line = next(each for each in chart.primitives() if isinstance(each, Line) and each.keeps_off)
        self.assertLess(math.hypot(*(dot.at - line.points[0]).toTuple()), 1e-6)
        chart.setFocus()
        chart.read_at(None)
        read = []
        for key in (Qt.Key.Key_Right, Qt.Key.Key_Right, Qt.Key.Key_Left, *[Qt.Key.Key_Left] * 20):
            QTest.keyClick(chart, key)
            read.append(round(math.degrees(chart.at_rad)))
        self.assertEqual((read[:3], read[-1]), ([0, 5, 0], -60))
        chart.clearFocus()
        self.assertIsNone(chart.at_rad)
        self.assertEqual(chart.accessibleDescription(), "")

    def test_a_gimbal_has_a_map_instead(self) -> None:
        """No line, nothing to be read."""
        self.session.open_setup("stairs")
        self.settle()
        self.window.stage.chart.read_at(0.2)
        self.assertEqual(self.window.stage.chart.accessibleDescription(), "")
        self.window.stage.chart.grab()


class Worn(WindowTest):
    """Vest, harness and tripod."""

    def test_what_bears_stands_where_the_mechanics_have_it(self) -> None:
        """The arm of the vest ends at the post, the line at the eyelet, the plate of the head under the rig."""
        for setup in ("causeway", "boat-landing", "evening"):
            self.session.open_setup(setup)
            self.settle()
            support = self.session.analysis.support
            assert support is not None
            for view in VIEWS:
                widget = getattr(self.window.stage, view)
                at = widget.place_px(support.datum_m)
                under, _ = primitives(widget.scene, widget.sheet)
                boxes = [e.path.boundingRect() for e in under if isinstance(e, Shape) and e.edge == "ink"]
                boxes += [QRectF(e.at.x() - 4, e.at.y() - 4, 8, 8) for e in under if isinstance(e, Dot)]
                boxes += [
                    QRectF(*e.points[:2]).normalized() for e in under if isinstance(e, Line) and len(e.points) > 1
                ]
                self.assertTrue(any(box.adjusted(-3, -3, 3, 3).contains(at) for box in boxes), (setup, view))

    def test_the_vest_lies_on_the_trunk(self) -> None:
        """Its plate is in front of the chest, no more than a hand's breadth away."""
        self.session.open_setup("causeway")
        self.settle()
        from equilix.ui.stage.layers.worn import plate_m

        figure = self.session.analysis.figure
        assert figure is not None
        front = trunk_depth_m(figure, 0.27)[1]
        self.assertTrue(0 < plate_m(figure)[0] - front < 0.08)


class Contours(WindowTest):
    """The lines themselves."""

    def test_a_smooth_curve_goes_through_its_points(self) -> None:
        """Open and closed; an open one ends where it should."""
        points = np.array(((0.0, 0.0), (1.0, 2.0), (3.0, 1.0), (4.0, -1.0)))
        for closed in (False, True):
            curve = smooth(points, closed=closed)
            for point in points:
                self.assertLess(float(np.abs(curve - point).sum(axis=1).min()), 1e-12)
        np.testing.assert_allclose(smooth(points)[-1], points[-1])

    def test_symmetric_from_the_front(self) -> None:
        """Head and trunk of someone who stands straight are the same to the left and to the right."""
        self.session.open_setup("evening")
        figure = self.session.analysis.figure
        assert figure is not None
        middle = float(figure.stance.head_m[1])
        lines = np.vstack([piece.outline for piece in contours(figure, FRONT)])
        self.assertAlmostEqual(lines[:, 0].max() - middle, middle - lines[:, 0].min(), delta=0.03)

    def test_nothing_but_figures(self) -> None:
        """In every posture and view all points are finite, and lie within arm's length of the operator."""
        for posture in POSTURES:
            self.session.edit("Pose", lambda d, p=posture: carrying.pose(d, "lamp-room", p))
            figure = self.session.analysis.figure
            assert figure is not None
            for view in (SIDE, PLAN, FRONT):
                for piece in contours(figure, view):
                    self.assertTrue(np.isfinite(piece.outline).all())
                    centre = np.array((figure.top_m[view.right], figure.top_m[view.up]))
                    self.assertLess(float(np.abs(piece.outline - centre).max()), 2.2)
                    self.assertTrue(all(len(edge) > 1 for edge in piece.edges))

    def test_the_same_body_is_not_drawn_anew(self) -> None:
        """What a slide does not move is taken from before; another posture is not."""
        figure = self.session.analysis.figure
        assert figure is not None
        before = {group.name: group.pieces for group in groups(figure, SIDE)}
        self.session.edit("Slide", lambda d: rigging.slide(d, "lamp-room", "bridge", 0.0))
        for other, same in (("slid", {"still", "left", "right"}), ("walking", {"left", "right"})):
            if other == "walking":
                self.session.edit("Pose", lambda d: carrying.pose(d, "lamp-room", "walking"))
            now = self.session.analysis.figure
            assert now is not None
            after = {group.name: group.pieces for group in groups(now, SIDE)}
            self.assertEqual({name for name in after if after[name] is before[name]}, same, other)

    def test_a_body_that_moves_is_moved(self) -> None:
        """Drawn anew or moved along: the lines are the same, wherever the body went in between."""
        self.session.open_setup("workshop")
        places = set()
        for slide in (-0.03, 0.01, -0.03):
            self.session.edit("Slide", lambda d, s=slide: rigging.slide(d, "workshop", "rosette-bar", s))
            figure = self.session.analysis.figure
            assert figure is not None
            places.add(round(float(figure.top_m[0]), 4))
            for view in (SIDE, PLAN, FRONT):
                moved, kept = contours(figure, view), dict(_kept)
                _kept.clear()
                fresh = contours(figure, view)
                _kept.clear()
                _kept.update(kept)  # those of the first place, for the next round
                for one, other in zip(moved, fresh, strict=True):
                    np.testing.assert_allclose(one.outline, other.outline, atol=2e-6)
        self.assertEqual(len(places), 2)
