"""The base of the tests of the part bench: its part, its places on the drawing, its lists."""

from __future__ import annotations

import numpy as np
from PySide6.QtCore import QPoint, Qt
from PySide6.QtTest import QTest
from PySide6.QtWidgets import QWidget

from equilix.kit.parts import Part
from equilix.ui.theme import enlarged
from equilix.ui.workspaces.bench.page import BenchPage
from equilix.ui.workspaces.bench.points import PointsEditor
from equilix.ui.workspaces.bench.views import View, views
from tests.ui.window_test import WindowTest


class Bench(WindowTest):
    """What all tests here do."""

    @property
    def page(self) -> BenchPage:
        """The bench, which is open."""
        page = self.window.page
        assert isinstance(page, BenchPage)
        return page

    @property
    def part(self) -> Part:
        """What lies on it."""
        part = self.page.part
        assert part is not None
        return part

    @property
    def points(self) -> PointsEditor:
        """Its first tab."""
        return self.page.points

    def view(self, name: str) -> View:
        """One of the three."""
        drawing = self.page.drawing
        return next(each for each in views(self.part, drawing.paper) if each.projection.name == name)

    def at(self, name: str, place_m: tuple[float, float, float]) -> QPoint:
        """Where a place of the part is on the widget."""
        return (self.view(name).px(np.array(place_m)) * enlarged()).toPoint()

    def choose(self, box: QWidget, text: str) -> None:
        """Choose a line of a list by the keys, as a person does."""
        row = box.findText(text)  # type: ignore[attr-defined]
        self.assertGreaterEqual(row, 0, text)
        box.setFocus()
        QTest.keyClick(box, Qt.Key.Key_Home)
        for _ in range(row):
            QTest.keyClick(box, Qt.Key.Key_Down)
        box.activated.emit(row)  # type: ignore[attr-defined]
        self.settle()
