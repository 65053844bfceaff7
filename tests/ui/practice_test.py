"""What the tests of the workspace Practice speak in."""

from PySide6.QtCore import QPoint, QPointF, Qt
from PySide6.QtTest import QTest

from equilix.document import Document
from equilix.practice.attempt import Attempt
from equilix.practice.exercises import EXERCISES
from equilix.practice.trainer import Trainer
from equilix.ui.stage.projection import FRONT, SIDE
from equilix.ui.workspaces.practice.page import PracticePage
from equilix.ui.workspaces.practice.rig_tab import RigTab
from tests.ui.window_test import WindowTest

NO_KEYS = Qt.KeyboardModifier.NoModifier
SHIFT = Qt.KeyboardModifier.ShiftModifier


class Clock:
    """A clock that is set by hand, so that pictures come when a test wants them."""

    def __init__(self) -> None:
        self.now = 100.0

    def __call__(self) -> float:
        """The time."""
        return self.now


class PracticeTest(WindowTest):
    """What the tests of the workspace speak in."""

    def document(self) -> Document:
        return super().document().changed(practised=())

    def setUp(self) -> None:
        super().setUp()
        self.press(Qt.Key.Key_F4, shift=True)
        self.clock = Clock()
        self.rig.clock = self.clock

    @property
    def page(self) -> PracticePage:
        """The workspace."""
        page = self.window.page
        assert isinstance(page, PracticePage)
        return page

    @property
    def rig(self) -> RigTab:
        """The rig that is practised on."""
        return self.page.rig

    @property
    def trainer(self) -> Trainer:
        """Who has it."""
        return self.rig.trainer

    def begin(self, key: str) -> Attempt:
        """Begin a step of the course."""
        self.page.begin(EXERCISES[key])
        self.wait(lambda: not self.page.waits)
        assert self.rig.attempt is not None
        return self.rig.attempt

    def keys(self, *keys: Qt.Key, times: int = 1, shift: bool = False) -> None:
        """Press keys on the picture."""
        for _ in range(times):
            for key in keys:
                QTest.keyClick(self.rig.picture, key, SHIFT if shift else Qt.KeyboardModifier.NoModifier)

    def run_for(self, seconds: float) -> None:
        """Pictures, sixty a second, by the test's clock."""
        for _ in range(round(seconds * 60)):
            self.clock.now += 1 / 60
            self.rig._tick()

    def place_on(self, placement: str, front: bool = False) -> QPoint:
        """A point of the picture on which this part, and no other, is hit."""
        picture = self.rig.picture
        view = FRONT if front else SIDE
        shown = self.trainer.picture()
        at = picture.sheet_of(view).place_px(shown.cgs_m[shown.index[placement]]) + picture.box_of(view).topLeft()
        for reach in range(0, 60, 3):
            for x, y in ((0, 0), (1, 0), (-1, 0), (0, 1), (0, -1), (1, 1), (-1, -1)):
                point = at + QPointF(x * reach, y * reach)
                if picture.placement_at(point)[0] == placement:
                    return point.toPoint()
        raise AssertionError(f"{placement} is not to be seen")
