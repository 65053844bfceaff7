"""The curves of the Fit workspace: their axes, their readings, and names that stand apart."""

import itertools
import math
import unittest

import numpy as np
from PySide6.QtCore import QEvent, QPointF, QRectF, Qt
from PySide6.QtGui import QMouseEvent
from PySide6.QtTest import QTest

from equilix.ui.stage.fit_plots import MOST_MIN
from equilix.ui.stage.plot import Plot
from equilix.ui.stage.primitives import Dot
from equilix.ui.workspaces.fit import FitPage
from equilix.words.quantities import duration
from tests.ui.window_test import WindowTest


def mouse_at(place: QPointF) -> QMouseEvent:
    """The mouse moves to a place of a widget."""
    none = Qt.MouseButton.NoButton
    return QMouseEvent(QEvent.Type.MouseMove, place, place, none, none, Qt.KeyboardModifier.NoModifier)


class Curves(WindowTest):
    """Endurance over what can be changed."""

    def setUp(self) -> None:
        super().setUp()
        self.wait_for_plans()
        self.press(Qt.Key.Key_F5)
        self.page: FitPage = self.window.pages["fit"]
        self.page.choose("curves")
        self.wait(lambda: not self.page.waits)

    def test_curves(self) -> None:
        """Four curves with their range for those who cannot see them, and the schools as points."""
        self.assertEqual([chart.isVisible() for chart in self.page.charts], [True] * 4)
        self.assertIn("Camera back", self.page.charts[2].accessibleName())
        self.assertEqual(self.page.steady.points[0][0], "now")
        self.assertEqual(len(self.page.steady.points), 5)
        self.assertFalse(self.page.grab().isNull())

    def test_a_curve_is_drawn_to_scale(self) -> None:
        """Minutes over millimetres, kilograms or degrees; the dashed line stands where it is now."""
        for chart, factor in zip(self.page.charts, (180 / math.pi, 1.0, 1000.0, 1000.0), strict=True):
            curve = chart.curve
            line = chart.plotItem.listDataItems()[0]
            np.testing.assert_allclose(line.xData, curve.x * factor)
            np.testing.assert_allclose(line.yData, np.minimum(curve.y_s / 60, MOST_MIN))
            now = next(each for each in chart.plotItem.items if hasattr(each, "angle") and hasattr(each, "value"))
            self.assertAlmostEqual(now.value(), curve.now * factor)
            (left, right), (floor, top) = chart.plotItem.vb.viewRange()
            self.assertAlmostEqual(left, float(curve.x.min()) * factor)
            self.assertAlmostEqual(right, float(curve.x.max()) * factor)
            self.assertEqual(floor, 0.0)
            self.assertGreater(top, float(line.yData.max()))
            self.assert_legible(chart)

    def test_the_axes_in_other_units(self) -> None:
        """Inches and pounds: the axis, its word and its reading go along."""
        self.session.show_units("us")
        self.wait(lambda: not self.page.waits)
        self.assertEqual([chart.unit.split()[-1] for chart in self.page.charts], ["°", "lb", "in", "in"])
        chart = self.page.charts[1]
        line = chart.plotItem.listDataItems()[0]
        np.testing.assert_allclose(line.xData * 0.45359237, chart.curve.x)  # the pound, by international agreement
        chart.read_at(float(line.xData[0]))
        self.assertIn(" lb ", chart.accessibleDescription())

    def test_the_reading_follows_the_mouse_and_the_keys(self) -> None:
        """Over the chart it reads time and place; arrow keys go from point to point; it goes with the mouse."""
        chart = self.page.charts[0]
        curve = chart.curve
        for number in (0, 3, 6):
            at = chart.to_px(math.degrees(float(curve.x[number])), 1.0)
            chart.mouseMoveEvent(mouse_at(at))
            self.assertAlmostEqual(chart.at, math.degrees(float(curve.x[number])), delta=1.0)
            self.assertIn(duration(float(curve.y_s[number]))[:2], chart.accessibleDescription())
        chart.leaveEvent(QEvent(QEvent.Type.Leave))
        self.assertIsNone(chart.at)
        self.assertEqual(chart.accessibleDescription(), "")
        chart.setFocus()
        read = []
        for key in (Qt.Key.Key_Left, Qt.Key.Key_Right, Qt.Key.Key_Right, *[Qt.Key.Key_Right] * 9):
            QTest.keyClick(chart, key)
            read.append(round(chart.at))
        self.assertEqual(read[:3], [0, 15, 30])
        self.assertEqual(read[-1], 45)
        self.assert_legible(chart)

    def test_the_steadier_the_higher_the_longer_the_further(self) -> None:
        """Points by steadiness and endurance, the rig as it is hollow; names beside them, none on another."""
        steady = self.page.steady
        dots = [each for each in steady.over if isinstance(each, Dot)]
        self.assertEqual([dot.fill for dot in dots], ["card"] + ["hold"] * (len(steady.points) - 1))
        for dot, (_, up, lasts_s) in zip(dots, steady.points, strict=True):
            self.assertAlmostEqual(dot.at.y(), up)
            self.assertAlmostEqual(dot.at.x(), min(lasts_s / 60, MOST_MIN))
        steady.read_at(dots[0].at.x())
        self.assertIn("now: 1.00 × as steady", steady.accessibleDescription())
        self.assert_legible(steady)

    def test_names_in_a_crowd(self) -> None:
        """Five plans that do nearly the same: their names stand apart, or not at all."""
        crowd = [("Move what is there", 1.0 + 0.001 * k, 300.0 + 2 * k) for k in range(5)]
        self.page.steady.show_points(crowd, self.window.theme)
        self.assert_legible(self.page.steady)

    def assert_legible(self, plot: Plot) -> None:
        """No text of a plot on another or on a point, none cut off, and what belongs to the lines between the axes."""
        placed, bounds = plot.placed(), QRectF(plot.rect())
        for one, other in itertools.combinations(placed, 2):
            self.assertFalse(one.box.intersects(other.box), (one.text.text, other.text.text))
        for each in placed:
            self.assertTrue(bounds.adjusted(-3, 0, 3, 2).contains(each.box), (each.text.text, each.box, bounds))


if __name__ == "__main__":
    unittest.main()
