"""What the tests of the workspace Notebook speak in."""

from PySide6.QtCore import Qt
from PySide6.QtTest import QTest

from equilix.body.outings import Outing
from equilix.keys import RegionKey
from equilix.ui.stage.body_map import BodyMap
from equilix.ui.workspaces.notebook.page import NotebookPage
from equilix.ui.workspaces.notebook.write_tab import WriteTab
from tests.ui.window_test import WindowTest

LEFT: RegionKey = ("shoulder", "left")
NECK: RegionKey = ("neck", "")


class Notebook(WindowTest):
    """What the tests of the workspace speak in."""

    def setUp(self) -> None:
        super().setUp()
        self.press(Qt.Key.Key_F2, shift=True)
        self.ready()

    @property
    def page(self) -> NotebookPage:
        """The workspace."""
        page = self.window.page
        assert isinstance(page, NotebookPage)
        return page

    @property
    def tab(self) -> WriteTab:
        """Where outings are written."""
        return self.page.write

    @property
    def outings(self) -> tuple[Outing, ...]:
        """Those of the document."""
        return self.session.document.outings

    def ready(self) -> None:
        """Until nothing is worked out any more."""
        self.wait(lambda: not self.page.waits)

    def look_at(self, tab: str) -> None:
        """Open a tab."""
        self.page.choose(tab)
        self.ready()

    def point(self, key: RegionKey, body: BodyMap | None = None) -> None:
        """Click a region."""
        body = body or self.tab.felt.body
        QTest.mouseClick(body, Qt.MouseButton.LeftButton, pos=body.places()[key].toPoint())
        self.settle()

    def score(self, key: RegionKey, score: int) -> None:
        """Click a region, then how much."""
        self.point(key)
        self.click(self.tab.felt.figures[score])
