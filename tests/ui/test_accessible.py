"""What is painted is told to who cannot see it: the toolkit's own accessibility tree, walked as a reader does."""

import unittest
from collections.abc import Callable, Iterator
from unittest import mock

from PySide6.QtCore import QPoint, Qt
from PySide6.QtGui import QAccessible, QAccessibleAnnouncementEvent, QAccessibleEvent, QAccessibleInterface
from PySide6.QtTest import QTest
from PySide6.QtWidgets import QWidget

from equilix.edits import rigging
from equilix.practice.exercises import own
from equilix.ui.stage.accessible import Painted, tell_what_is_painted
from equilix.ui.stage.body_map import BodyMap
from equilix.ui.stage.strip import AimStrip
from equilix.ui.workspaces.table import WORKSPACES
from tests.ui.window_test import WindowTest, move_mouse

CHOSEN = (QAccessible.Event.Selection, QAccessible.Event.Focus)
NAME, VALUE = QAccessible.Text.Name, QAccessible.Text.Value


def told(widget: QWidget) -> QAccessibleInterface:
    """What a reader of screens is given for a widget."""
    return QAccessible.queryAccessibleInterface(widget)


def children(of: QAccessibleInterface) -> list[QAccessibleInterface]:
    """Those that it counts."""
    return [of.child(number) for number in range(of.childCount())]


def names(widget: QWidget) -> dict[str, str]:
    """The names and figures of all that is painted on a widget."""
    return {each.text(NAME): each.text(VALUE) for each in children(told(widget))}


class Reader(WindowTest):
    """The tree from the window down."""

    def setUp(self) -> None:
        tell_what_is_painted()
        super().setUp()

    def walk(self, at: QAccessibleInterface, deep: int = 0) -> Iterator[QAccessibleInterface]:
        """It and all below it."""
        yield at
        self.assertLess(deep, 40)
        for child in children(at):
            yield from self.walk(child, deep + 1)

    def test_parts_of_the_rig(self) -> None:
        """Every part with its mass, where it is drawn; the one that is selected says so; in order and by place."""
        side = self.window.stage.side
        self.session.selection.select("lens")
        found = names(side)
        self.assertEqual(found["28–80 zoom"], "1.55 kg")
        parts = [each for each in children(told(side)) if each.role() == QAccessible.Role.ListItem]
        self.assertEqual(len(parts), len(self.session.setup.placements))
        chosen = [each.text(NAME) for each in parts if each.state().selected]
        self.assertEqual(chosen, ["28–80 zoom"])
        for each in parts:
            self.assertTrue(side.rect().translated(side.mapToGlobal(side.rect().topLeft())).intersects(each.rect()))
        zoom = next(each for each in parts if each.text(NAME) == "28–80 zoom")
        at = zoom.rect().center()
        under = told(side).childAt(at.x(), at.y())
        self.assertIsNotNone(under)
        self.assertTrue(under.rect().contains(at))
        self.assertEqual(told(side).indexOfChild(zoom), parts.index(zoom))
        self.assertEqual(zoom.parent().text(NAME), side.accessibleName())

    def test_follows_every_change(self) -> None:
        """A part that is taken off is there no more; what was held of it says nothing and does no harm."""
        side = self.window.stage.side
        before = children(told(side))
        last = before[-1]
        self.session.selection.select("matte-box")
        self.window.commands["take-off"].trigger()
        self.settle()
        self.assertNotIn("matte box", names(side))
        self.assertEqual(len(children(told(side))), len(before) - 1)
        self.assertFalse(last.isValid())
        self.assertEqual(last.text(NAME), "")
        self.assertTrue(last.rect().isNull())
        self.assertTrue(last.state().invalid)

    def told_meanwhile(self, do: Callable[[], object]) -> list[tuple[QAccessible.Event, str]]:
        """What is sent to whoever listens while something is done: the event, and its sentence or what it is about."""
        sent: list[tuple[QAccessible.Event, str]] = []

        def take(event: QAccessibleEvent) -> None:
            if isinstance(event, QAccessibleAnnouncementEvent):
                sent.append((event.type(), event.message()))
            else:
                child = event.accessibleInterface()
                sent.append((event.type(), child.text(NAME)))

        with mock.patch.object(QAccessible, "isActive", return_value=True), mock.patch.object(
            QAccessible, "updateAccessibility", take
        ):  # fmt: skip
            do()
            self.settle()
        return sent

    def test_what_is_stepped_to(self) -> None:
        """The part, the line of the power, the place that hurts say that they are chosen; nothing where nobody is."""
        side = self.window.stage.side
        side.setFocus()
        sent = self.told_meanwhile(lambda: self.press(Qt.Key.Key_PageDown))
        chosen = self.session.document.parts_by_id[self.placement(str(self.session.selection.id)).part].name
        self.assertEqual(
            [each for each in sent if each[0] in CHOSEN], [(event, chosen) for event in CHOSEN], "once, of one view"
        )
        self.assertEqual(told(side).focusChild().text(NAME), chosen)
        self.window.show_page("power")
        self.window.page.choose("wires")  # type: ignore[attr-defined]
        diagram = self.window.page.diagram  # type: ignore[attr-defined]
        self.settle()
        diagram.setFocus()
        self.assertEqual(
            self.told_meanwhile(lambda: self.session.selection.select("lens")), [], "not where the keys are"
        )
        sent = self.told_meanwhile(lambda: QTest.keyClick(diagram, Qt.Key.Key_Down))
        first = self.session.result.network.part(diagram.rows[1][0]).name  # the keys came to the line before
        self.assertIn((QAccessible.Event.Focus, first), sent)
        self.assertIn(" W", names(diagram)[first])
        fed = next(key for key, _ in diagram.rows if key in self.session.result.network.fed_by)
        self.assertIn("fed by", names(diagram)[self.session.result.network.part(fed).name])
        self.window.show_page("notebook")
        self.window.page.choose("write")  # type: ignore[attr-defined]
        body = next(each for each in self.window.page.findChildren(BodyMap) if each.isVisible() and each.takes)
        body.setFocus()
        sent = self.told_meanwhile(lambda: QTest.keyClick(body, Qt.Key.Key_Down))
        (name,) = [about for event, about in sent if event is QAccessible.Event.Focus]
        self.assertIn(name, names(body))
        sent = self.told_meanwhile(lambda: QTest.keyClick(body, Qt.Key.Key_6))
        self.assertTrue(any(event is QAccessible.Event.Announcement and ": 6" in about for event, about in sent), sent)

    def test_what_a_chart_reads(self) -> None:
        """Said where the keys are, and not where only the mouse passes over it."""
        self.window.show_page("balance")
        self.settle()
        strip = next(each for each in self.window.findChildren(AimStrip) if each.isVisible())
        self.assertEqual(self.told_meanwhile(lambda: strip.read_at(0.1)), [])
        strip.setFocus()
        self.settle()
        sent = self.told_meanwhile(lambda: QTest.keyClick(strip, Qt.Key.Key_Right))
        self.assertIn((QAccessible.Event.Announcement, strip.accessibleDescription()), sent)

    def test_what_is_said_without_being_gone_to(self) -> None:
        """The verdict when it changes, a notice, a complaint; the same verdict is not said twice."""
        said = QAccessible.Event.Announcement
        sent = self.told_meanwhile(lambda: self.session.said.emit("a notice", False))
        self.assertIn((said, "a notice"), sent)
        sent = self.told_meanwhile(self.window.commands["undo"].trigger)
        self.assertFalse([about for event, about in sent if event is said and about.startswith("Falls")])
        before = self.window.reading.accessibleName()
        sent = self.told_meanwhile(
            lambda: self.session.edit("off", lambda d: rigging.remove(d, self.session.setup.id, "matte-box"))
        )
        after = self.window.reading.accessibleName()
        self.assertNotEqual(before, after)
        self.assertEqual([about for event, about in sent if event is said and about == after], [after])
        self.session.undo()
        side, at = self.window.stage.side, self.middle_of("body")
        QTest.mousePress(side, Qt.MouseButton.LeftButton, Qt.KeyboardModifier.NoModifier, at)
        sent = self.told_meanwhile(lambda: [move_mouse(side, at - QPoint(away, 0)) for away in (20, 40, 60)])
        self.assertNotEqual(self.window.reading.accessibleName(), before)
        self.assertEqual([about for event, about in sent if event is said], [], "not at every step of a drag")
        let_go = at - QPoint(60, 0)
        sent = self.told_meanwhile(lambda: QTest.mouseRelease(side, Qt.MouseButton.LeftButton, pos=let_go))
        self.assertIn((said, self.window.reading.accessibleName()), sent)

    def test_marks(self) -> None:
        """What Check has found stands on the rig with its number and what it says."""
        self.window.show_page("check")
        self.settle()
        found = names(self.window.stage.side)
        self.assertIn("10.67 kg", found["1 The top handle"])

    def test_weights_of_the_beam(self) -> None:
        """Each part that is weighed, with its mass and its moment about the support; then the bars and the scale."""
        self.window.show_page("balance")
        self.settle()
        found = names(self.window.stage.beam)
        weights = [each for each in children(told(self.window.stage.beam)) if each.role() == QAccessible.Role.Indicator]
        self.assertEqual(len(weights), int(self.session.analysis.weighed.sum()))
        said = {each.text(NAME): each.text(VALUE) for each in weights}
        self.assertEqual(said["28–80 zoom"], "1.55 kg, 3.6 N·m")
        self.assertEqual(said["98 Wh wedge battery"], "790 g, −2.1 N·m")
        self.assertIn("forward 14.8 N·m", found)

    def test_rows_and_charts(self) -> None:
        """A bar of strength is a row with its joint and its figures; a price of a plan one with its name."""
        self.window.show_page("fit")
        self.settle()
        bars = next(each for each in self.window.page.findChildren(QWidget) if type(each).__name__ == "StrengthBars")
        found = names(bars)
        self.assertIn("12 min", found["Left shoulder"])
        self.assertTrue(all(each.rect().height() > 10 for each in children(told(bars))))

    def test_mat_and_practice(self) -> None:
        """The kit on the mat, part for part; the rig that is practised on by its parts and without a figure."""
        self.window.show_page("mat")
        self.settle()
        cloth = self.window.page.cloth  # type: ignore[attr-defined]
        self.assertEqual(len(children(told(cloth))), len(self.session.document.parts))
        cloth.choose("zoom-28-80")
        chosen = [each.text(NAME) for each in children(told(cloth)) if each.state().selected]
        self.assertEqual(chosen, ["28–80 zoom"])
        self.window.show_page("practice")
        page = self.window.page
        self.assertEqual(children(told(page.rig.picture)), [])  # type: ignore[attr-defined]
        page.begin(own("stairs", "gimbal"))  # type: ignore[attr-defined]
        self.settle()
        found = names(page.rig.picture)  # type: ignore[attr-defined]
        self.assertIn("24–70 zoom", found)
        self.assertEqual(set(found.values()), {""})

    def test_everything_has_a_name(self) -> None:
        """In every workspace: what is painted has pieces with names, and all that takes the keys has one."""
        for workspace in WORKSPACES:
            self.window.show_page(workspace.key)
            self.wait(lambda: not (self.session.answers.looking or getattr(self.window.page, "waits", False)))
            self.settle()
            painted = 0
            for each in self.walk(told(self.window)):
                widget = each.object()
                if isinstance(widget, QWidget) and isinstance(widget, Painted) and widget.isVisible():
                    painted += 1
                    for piece in children(each):
                        self.assertTrue(piece.text(NAME) or piece.text(VALUE), (workspace.key, type(widget)))
                state = each.state()
                keyed = state.focusable and isinstance(widget, QWidget) and widget.isVisible()
                if keyed and widget.focusPolicy().value & 1:
                    self.assertTrue(each.text(NAME), (workspace.key, type(widget), widget.parent()))
            if workspace.use in ("beside", "build", "body"):
                self.assertGreater(painted, 1, workspace.key)

    def test_the_sentence(self) -> None:
        """The reading is told as one sentence, and the switches of the header with what they switch."""
        found = [each.text(NAME) for each in self.walk(told(self.window))]
        self.assertTrue(any(each.startswith("Falls forward.") for each in found))
        self.assertIn("setup: Lamp room", found)


if __name__ == "__main__":
    unittest.main()
