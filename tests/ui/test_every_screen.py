"""Every workspace, tab, form and panel of every scene, at three sizes, in both themes and units: nothing is wrong.

Sizes, units and themes are spread over the scenes so that each screen is seen at each size, in each unit and in each
theme; what is wrong is said by :mod:`tests.ui.screen_lint`.
"""

import itertools
import unittest
from collections.abc import Iterable, Iterator

from PySide6.QtCore import QPointF, QRectF, Qt
from PySide6.QtGui import QColor
from PySide6.QtWidgets import (
    QComboBox,
    QHBoxLayout,
    QLabel,
    QLineEdit,
    QPlainTextEdit,
    QPushButton,
    QTableWidget,
    QWidget,
)

from equilix.document import Document, empty
from equilix.practice.exercises import EXERCISES
from equilix.store.settings import settings
from equilix.ui.stage.chart import Chart
from equilix.ui.stage.primitives import Text
from equilix.ui.theme import NIGHT_SET, PREP_ROOM, THEMES, enlarge, font
from equilix.ui.widgets.panel import Panel
from equilix.ui.workspaces.table import WORKSPACES
from equilix.words.language import ENGLISH, language, speak
from tests.ui.screen_lint import contrast, findings, pale_roles
from tests.ui.window_test import WindowTest, every_tab

SIZES = ((1024, 640), (1280, 800), (1920, 1080))
SCENES = ("lamp-room", "boat-landing", "stairs", "causeway", "workshop", "gallery", "evening")
LOOKS = tuple(itertools.product(SIZES, ("metric", "us"), THEMES))
"""Twelve; each scene has seven of them, another seven each."""


class EveryScreen(WindowTest):
    """The demo."""

    def looks_of(self, scene: str) -> Iterator[tuple[tuple[int, int], str, bool]]:
        """Sizes, units, and whether by night: three for each scene, all twelve over the scenes, the smallest always."""
        number = SCENES.index(scene)
        for size, shift in zip(SIZES, (0, 1, 2), strict=True):
            yield size, ("metric", "us")[(number + shift) % 2], bool((number // 2 + shift) % 2)

    def dress(self, size: tuple[int, int], units: str, night: bool) -> None:
        """A window of that size, in these units and that theme."""
        self.window.resize(*size)
        if self.session.document.display != units:
            self.window.change_units()
        if self.window.theme is not (NIGHT_SET if night else PREP_ROOM):
            self.window.change_theme()

    def look_at(self, scene: str, looks: Iterable[tuple[tuple[int, int], str, bool]] = ()) -> list[str]:
        """What is wrong on any screen of a scene; where nothing else is said, in all its looks."""
        found = []
        self.session.open_setup(scene)
        for size, units, night in looks or self.looks_of(scene):
            self.dress(size, units, night)
            for key, tab in every_tab(self.window):
                self.session.selection.select(self.session.setup.placements[1].id if key == "build" else None)
                self.wait_for_all()
                where = f"{scene}, {key} {tab}, {size[0]}×{size[1]}, {units}, {'night' if night else 'day'}"
                found += [f"{where}: {each}" for each in findings(self.window, look=size == SIZES[1])]
        return found

    def test_lamp_room(self) -> None:
        """On the shoulder."""
        self.assertEqual(self.look_at("lamp-room"), [])

    def test_boat_landing(self) -> None:
        """On the harness."""
        self.assertEqual(self.look_at("boat-landing"), [])

    def test_stairs(self) -> None:
        """On a gimbal."""
        self.assertEqual(self.look_at("stairs"), [])

    def test_causeway(self) -> None:
        """On a vest."""
        self.assertEqual(self.look_at("causeway"), [])

    def test_workshop(self) -> None:
        """In both hands."""
        self.assertEqual(self.look_at("workshop"), [])

    def test_gallery(self) -> None:
        """Low by the handle."""
        self.assertEqual(self.look_at("gallery"), [])

    def test_evening(self) -> None:
        """On the tripod."""
        self.assertEqual(self.look_at("evening"), [])

    def test_every_look_is_seen(self) -> None:
        """Each size in each unit and each theme, on one scene or another."""
        seen = {(size, units, THEMES[night]) for scene in SCENES for size, units, night in self.looks_of(scene)}
        self.assertEqual(seen, set(LOOKS))

    def test_at_the_rig(self) -> None:
        """Practice, with a few tracks and with many, held, caught, with figures and a hint, and counted."""
        for size, units, night in self.looks_of("lamp-room"):
            self.dress(size, units, night)
            self.window.show_page("practice")
            page = self.window.page
            for key in ("order", "pad"):
                page.begin(EXERCISES[key])  # type: ignore[attr-defined]
                rig = page.rig  # type: ignore[attr-defined]
                for what, name in (("held", ""), ("figures", "numbers"), ("hint", "hint"), ("counted", "count")):
                    if name:
                        rig.buttons[name].click()
                    self.wait(lambda: not self.window.page.waits)  # type: ignore[attr-defined]
                    self.window.message.hide()
                    self.settle()
                    where = (size, units, night, key, what)
                    self.assertEqual(findings(self.window, look=size == SIZES[1]), [], where)

    def test_forms_and_panels(self) -> None:
        """A new part, a part, the operator, ratings, a name, a setting: whole, named, within reach, at every size."""
        header = self.window.header
        for size, units, night in self.looks_of("boat-landing"):
            self.dress(size, units, night)
            self.session.open_setup("boat-landing")
            self.window.show_page("mat")
            page = self.window.page
            page.start_new()  # type: ignore[attr-defined]
            self.settle()
            self.assertEqual(findings(self.window, look=True), [], (size, "new part"))
            page.form.add.click()  # type: ignore[attr-defined]
            self.settle()
            self.assertEqual(findings(self.window), [], (size, "new part, refused"))
            page.cloth.choose("battery-190")  # type: ignore[attr-defined]
            page._about(True)  # type: ignore[attr-defined]
            self.settle()
            self.assertEqual(findings(self.window), [], (size, "about a part"))
            page.form.close_form()  # type: ignore[attr-defined]
            for name, asks in (
                ("operator", lambda: header.edit_operator(new=False)),
                ("new operator", lambda: header.edit_operator(new=True)),
                ("setting", header.set_bearer), ("ratings", header.rate_bearer), ("name", header.rename_setup),
            ):  # fmt: skip
                asks()
                self.settle()
                panel = header.panel
                assert isinstance(panel, Panel)
                self.assertEqual(findings(panel, look=True), [], (size, name))
                self.assertTrue(panel.screen().geometry().contains(panel.geometry()), (size, name))
                panel.close()
                self.settle()

    def test_both_themes(self) -> None:
        """What is written in a theme stands out from what it is written on."""
        for theme in THEMES:
            self.assertEqual(pale_roles(theme), [])


class LargerText(EveryScreen):
    """The same with text at 150 %: each scene at one size, each size with two scenes or three."""

    def setUp(self) -> None:
        enlarge(1.5)
        self.addCleanup(enlarge, 1.0)
        super().setUp()

    def look_at(self, scene: str, looks: Iterable[tuple[tuple[int, int], str, bool]] = ()) -> list[str]:
        """At one size."""
        return super().look_at(scene, looks or [list(self.looks_of(scene))[SCENES.index(scene) % len(SIZES)]])

    def test_text_is_larger(self) -> None:
        """On the drawing, in the charts and in the column; the drawing itself is not."""
        self.assertAlmostEqual(font().pointSizeF(), 16.5)
        self.assertAlmostEqual(self.window.page.font().pointSizeF(), 16.5)
        chart = self.window.stage.beam
        self.assertAlmostEqual(chart.paper.width() * 1.5, chart.width())
        self.assertEqual(chart.height(), round(1.5 * 138))
        side = self.window.stage.side
        self.assertAlmostEqual(side.sheet.px(0.1), 100.0 * side.scale)

    def test_chosen_from_the_commands(self) -> None:
        """Larger or smaller: kept, the window asked to be made anew, and no further than the sizes there are."""
        asked: list[int] = []
        self.session.chosen.renewal_asked.connect(lambda: asked.append(self.session.chosen.now.text_percent))
        self.assertFalse(self.window.commands["smaller-text"].isEnabled())
        for wanted in (125, 150, 175, 200):
            self.window.commands["larger-text"].trigger()
            self.assertEqual(settings().text_percent, wanted)
        self.assertFalse(self.window.commands["larger-text"].isEnabled())
        self.window.change_text(1)
        self.assertEqual(asked, [125, 150, 175, 200])


class LargestText(EveryScreen):
    """The same with text at 200 %, in a window of 1920 × 1080: two scenes, by day and by night."""

    def setUp(self) -> None:
        enlarge(2.0)
        self.addCleanup(enlarge, 1.0)
        super().setUp()

    def look_at(self, scene: str, looks: Iterable[tuple[tuple[int, int], str, bool]] = ()) -> list[str]:
        """At the largest size; what is the same for all scenes is seen in the first."""
        if scene not in SCENES[:2]:
            return []
        return super().look_at(scene, looks or [(SIZES[-1], "metric", scene == SCENES[1])])

    def test_forms_and_panels(self) -> None:
        """Looked at with text at 150 %."""

    def test_at_the_rig(self) -> None:
        """Looked at with text at 150 %."""


class InGerman(EveryScreen):
    """The same in another language, whose words are longer: two scenes at the usual size."""

    def setUp(self) -> None:
        speak(language("de"))
        self.addCleanup(speak, ENGLISH)
        super().setUp()

    def look_at(self, scene: str, looks: Iterable[tuple[tuple[int, int], str, bool]] = ()) -> list[str]:
        """At the usual size; on the shoulder and on the gimbal there is most to be said."""
        if scene not in (SCENES[0], SCENES[2]):
            return []
        return super().look_at(scene, looks or [(SIZES[1], "metric", False)])

    def test_every_look_is_seen(self) -> None:
        """That is so in English."""


class EmptyDocument(WindowTest):
    """Before anything is entered."""

    def document(self) -> Document:
        """Nothing at all."""
        return empty()

    def test_nothing_is_wrong_with_nothing(self) -> None:
        """Every workspace of an empty document."""
        for size in SIZES:
            self.window.resize(*size)
            for workspace in WORKSPACES:
                self.window.show_page(workspace.key)
                self.settle()
                self.assertEqual(findings(self.window), [], (workspace.key, size))


class Crowded(Chart):
    """Two texts on each other, one over the edge."""

    def made(self, bounds: QRectF) -> list[Text]:
        """As no chart may be."""
        return [
            Text(QPointF(5, 20), "one", "ink", fixed=True), Text(QPointF(8, 22), "other", "ink", fixed=True),
            Text(QPointF(bounds.right() - 8, 60), "over the edge", "ink", fixed=True),
        ]  # fmt: skip


class TheLint(WindowTest):
    """It finds what is wrong: each sort of thing, made wrong on purpose."""

    def found(self, *children: QWidget, wide: int = 300) -> list[str]:
        """What it says of these in a row."""
        root = QWidget()
        row = QHBoxLayout(root)
        for child in children:
            row.addWidget(child)
        root.resize(wide, 80)
        root.show()
        self.settle()
        said = findings(root, look=True)
        root.close()
        root.deleteLater()
        return said

    def test_cut_off(self) -> None:
        """A label, a button, a hint, in less room than they need."""
        label, button, line = QLabel("a long text on a label"), QPushButton("a long text on a button"), QLineEdit()
        for widget in (label, button):
            widget.setFixedWidth(60)
        line.setPlaceholderText("a long hint in a line")
        line.setFixedWidth(70)
        line.setAccessibleName("line")
        said = "\n".join(self.found(label, button, line))
        for word in ("label", "button", "hint"):
            self.assertIn(word, said)
        tall = QLabel("a text that takes several lines in such a narrow place")
        tall.setWordWrap(True)
        tall.setFixedSize(70, 20)
        self.assertIn("of height", "\n".join(self.found(tall)))

    def test_outside(self) -> None:
        """A child that stands out of its parent."""
        outer = QWidget()
        inner = QLabel("x", outer)
        inner.setGeometry(10, 10, 500, 20)
        self.assertIn("stands out of", "\n".join(self.found(outer)))

    def test_names_and_keys(self) -> None:
        """A field without a name, a button that Tab does not reach, something that only a mouse works."""
        line, button = QLineEdit(), QPushButton("by mouse")
        button.setFocusPolicy(Qt.FocusPolicy.ClickFocus)
        said = "\n".join(self.found(line, button))
        self.assertIn("no name", said)
        self.assertIn("not reached by Tab", said)
        text, table, box = QPlainTextEdit(), QTableWidget(2, 2), QComboBox()
        for widget in (text, table, box):
            widget.setAccessibleName("named")
        self.assertEqual(sum("not left with Tab" in each for each in self.found(text, table, box)), 2)
        self.assertIn("not by what it is for", "\n".join(self.found(box)))

    def test_drawn(self) -> None:
        """Texts of a drawing on each other and over its edge."""
        crowded = Crowded()
        crowded.setFixedSize(120, 70)
        said = "\n".join(self.found(crowded))
        self.assertIn("“one” lies on “other”", said)
        self.assertIn("“over the edge” is cut off", said)

    def test_pale(self) -> None:
        """Grey on grey; black on white is the most there is (WCAG 2.1: 21 to 1, from memory)."""
        label = QLabel("hardly there")
        label.setStyleSheet("color: #b0b0b0; background: #d0d0d0;")
        self.assertIn("has a contrast of", "\n".join(self.found(label)))
        self.assertAlmostEqual(contrast(QColor("black"), QColor("white")), 21.0)
        self.assertAlmostEqual(contrast(QColor("#777777"), QColor("white")), 4.48, places=2)
        self.assertAlmostEqual(contrast(QColor("white"), QColor("white")), 1.0)


if __name__ == "__main__":
    unittest.main()
