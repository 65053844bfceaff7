"""What the tests of the workspace Measure speak in."""

import numpy as np
from PySide6.QtCore import Qt

from equilix.bench.methods import METHODS
from equilix.ui.workspaces.measure.method_form import MethodForm
from equilix.ui.workspaces.measure.page import MeasurePage
from equilix.ui.workspaces.measure.read_tab import ReadTab
from tests.ui.window_test import WindowTest


class Bench(WindowTest):
    """What the tests of the workspace speak in."""

    @property
    def page(self) -> MeasurePage:
        """The workspace."""
        page = self.window.page
        assert isinstance(page, MeasurePage)
        return page

    @property
    def tab(self) -> ReadTab:
        """Where readings are taken."""
        return self.page.read

    def setUp(self) -> None:
        super().setUp()
        self.press(Qt.Key.Key_F1, shift=True)
        self.tab.live.speed = 40.0
        self.ready()

    def ready(self) -> None:
        """Until nothing is looked for any more."""
        self.wait(lambda: not self.page.waits)

    def measure(self, method: str, part: str = "") -> MethodForm:
        """Choose what is measured and how."""
        row = self.tab.subject_box.findData(f"part {part}" if part else "rig")
        self.tab.subject_box.setCurrentIndex(row)
        self.tab.subject_box.activated.emit(row)
        self.tab.methods.setCurrentRow(list(METHODS).index(method))  # type: ignore[arg-type]
        self.settle()
        return self.tab.form

    def fill(self, form: MethodForm, **values: str) -> None:
        """Type into fields."""
        for key, text in values.items():
            self.enter(form.fields[key], text)
        self.ready()

    def instrument(self, key: str) -> None:
        """Choose an instrument, and wait until it stands still with something on it."""
        box = self.tab.live.source
        self.tab.live.leave()
        box.setCurrentIndex(box.findData(key))
        box.activated.emit(box.currentIndex())
        self.steady()

    def steady(self) -> None:
        """Until what it says stands still, and is what it feels."""
        self.wait(lambda: self.tab.live.ready and self.near())

    def near(self) -> bool:
        """Whether it has settled on what it feels."""
        live = self.tab.live
        said = [each.now or 0.0 for each in live.settling]
        return bool(np.allclose(said, live.true[: len(said)], atol=0.03))

    def together(self) -> None:
        """Look at all readings."""
        self.page.choose("all")
        self.ready()

    def read(self) -> None:
        """Back to taking readings."""
        self.page.choose("read")
        self.ready()
