"""Where a part balances: on a finger along each of its axes, from a mark on it; or hung up from two of its points."""

from __future__ import annotations

import math
from typing import Final

from PySide6.QtCore import Qt
from PySide6.QtWidgets import QGridLayout, QHBoxLayout, QPushButton, QWidget

from equilix.edits import balance_point
from equilix.edits.balance_point import ANGLE_SD_RAD, FINGER_SD_M, marks_along
from equilix.errors import EquilixError
from equilix.facts import fact
from equilix.kit.parts import FACES, Balanced, Part
from equilix.kit.solids import AXES, Axis
from equilix.ui.session import Session
from equilix.ui.widgets.choice import ChoiceBox
from equilix.ui.widgets.fields import QuantityField, values_of
from equilix.ui.widgets.tint import set_tip, show_text, text_label
from equilix.ui.workspaces.bench.entry import Editor, beside, button, form
from equilix.units import Display
from equilix.words.language import say
from equilix.words.quantities import length
from equilix.words.telling import tell
from equilix.words.wordings.wording import N_

TITLES: Final[dict[Axis, str]] = {"x": N_("Fore-aft"), "y": N_("Sideways"), "z": N_("Height")}
HOW: Final = N_("Lay it across a finger or a rod and slide it until it stays. Read off how far that is from the mark.")
HOW_HUNG: Final = N_(
    "Or hang it freely from a point, read how far its nose hangs down (up is negative), and again from another point."
)


class AxisEntry(QWidget):
    """One axis: from which mark, how far, how sure; what is known, and the way to forget it."""

    def __init__(self, editor: BalanceEditor, axis: Axis) -> None:
        super().__init__()
        self.editor, self.axis = editor, axis
        title = say(TITLES[axis])
        self.title, self.known = text_label(bold=True, wrap=False), text_label()
        self.mark = ChoiceBox()
        self.mark.setAccessibleName(say("{axis}: measured from").format(axis=title))
        self.far = QuantityField(say("{axis}: how far").format(axis=title), "length")
        self.sure = QuantityField(say("{axis}: give or take").format(axis=title), "length")
        self.use = button(say("Take"), self.take)
        self.use.setAccessibleName(say("Take the balance, {axis}").format(axis=title))
        self.forget = button(say("Forget it"), self.drop)
        self.forget.setAccessibleName(say("Forget the balance, {axis}").format(axis=title))
        grid = QGridLayout(self)
        grid.setContentsMargins(0, 2, 0, 2)
        grid.setVerticalSpacing(2)
        said = QHBoxLayout()
        said.setSpacing(10)
        said.addWidget(self.title)
        said.addWidget(self.known, 1)
        grid.addLayout(said, 0, 0, 1, 3)
        top = Qt.AlignmentFlag.AlignTop
        mark = QHBoxLayout()
        self.origin = text_label(wrap=False)
        mark.addWidget(self.origin)
        mark.addWidget(self.mark, 1)
        mark.addWidget(self.forget)
        grid.addLayout(mark, 1, 0, 1, 3)
        for place, widget in enumerate((self.far, self.sure, self.use)):
            grid.addWidget(widget, 2, place, top)
        for place, share in enumerate((1, 1, 0)):
            grid.setColumnStretch(place, share)
        set_tip(self.sure, say("Give or take so much"))
        self.far.line.setPlaceholderText(say("how far"))
        self.sure.line.setPlaceholderText(say("give or take"))
        self._for = ""

    def fill(self, part: Part) -> None:
        """Show what is known of this axis."""
        display, k = self.editor.session.document.display, AXES.index(self.axis)
        show_text(self.title, say(TITLES[self.axis]), self.editor.theme.ink)
        show_text(self.origin, say("from the"), self.editor.theme.quiet)
        found = next((each for each in part.balance if each.axis == self.axis), None)
        marks = marks_along(part, self.axis)
        if [self.mark.itemData(row) for row in range(self.mark.count())] != marks:
            chosen = self.mark.currentData()
            self.mark.clear()
            for each in marks:
                self.mark.addItem(mark_name(each), each)
            self.mark.setCurrentIndex(max(self.mark.findData(chosen), 0))
        self.forget.setVisible(found is not None)
        if found is None:
            sd = math.sqrt(float(part.body().cg_cov_m2[k, k]))
            said = say("Only from its shape, ± {sd}.").format(sd=length(sd, display))
            show_text(self.known, said, self.editor.theme.quiet)
            self.sure.show_value(FINGER_SD_M, display)
            if self._for != part.id:
                self.far.show_value(None, display)
        else:
            show_text(self.known, known_words(found, display), self.editor.theme.hold)
            self.mark.show_choice(found.mark, found.mark)
            self.far.show_value(found.distance_m, display)
            self.sure.show_value(found.sd_m, display)
        self._for = part.id

    def take(self) -> None:
        """Take what stands in the fields."""
        editor, part = self.editor, self.editor.part
        values = values_of((self.far, self.sure), editor.session.document.display)
        if part is None or values is None:
            return
        mark, axis = self.mark.currentData(), self.axis
        editor.take(
            say("Say where a part balances"),
            lambda d: balance_point.balance_on_finger(d, part.id, axis, mark, values[0], values[1]),
            self.far,
        )

    def drop(self) -> None:
        """As the shape has it."""
        part, axis = self.editor.part, self.axis
        if part is not None:
            self.editor.take(say("Forget where a part balances"), lambda d: balance_point.forget(d, part.id, axis))


class BalanceEditor(Editor):
    """The three axes, and the part hung up twice."""

    def __init__(self, session: Session) -> None:
        super().__init__(session)
        self.how, self.how_hung = text_label(), text_label()
        self.axes = [AxisEntry(self, axis) for axis in TITLES]
        self.points, self.tilts = (ChoiceBox(), ChoiceBox()), []
        for number, box in enumerate(self.points, start=1):
            box.setAccessibleName(say("Point that it hung from, {number}").format(number=number))
            self.tilts.append(QuantityField(say("Nose down, {number}").format(number=number), "angle"))
        self.hang: QPushButton = button(say("Take both"), self.take_hung)
        self.column.addWidget(self.how)
        for each in self.axes:
            self.column.addWidget(each)
        self.column.addWidget(self.how_hung)
        self.hung, fields = QWidget(), form()
        self.hung.setLayout(fields)
        for box, tilt in zip(self.points, self.tilts, strict=True):
            fields.addRow(say("Hung from"), box)
            fields.addRow(say("Nose down"), tilt)
        fields.addRow(beside(self.hang))
        self.column.addWidget(self.hung)
        self.column.addWidget(self.refusal)

    def fill(self, part: Part) -> None:
        show_text(self.how, say(HOW), self.theme.quiet)
        for each in self.axes:
            each.fill(part)
        names = list(dict.fromkeys(point.name for point in (*part.offers, *part.hangs_by)))
        enough = len(names) > 1
        show_text(self.how_hung, say(HOW_HUNG) if enough else "", self.theme.quiet)
        self.hung.setVisible(enough)
        for number, box in enumerate(self.points):
            if [box.itemText(row) for row in range(box.count())] != names:
                box.clear()
                box.addItems(names)
                box.setCurrentIndex(min(number, len(names) - 1))

    def take_hung(self) -> None:
        """Take both angles."""
        part = self.part
        try:
            values = values_of(self.tilts, self.session.document.display)
        except EquilixError:
            return
        if part is None or values is None:
            return
        one, other = (box.currentText() for box in self.points)
        self.take(
            say("Hang a part up twice"),
            lambda d: balance_point.hang(d, part.id, (one, other), (values[0], values[1]), ANGLE_SD_RAD),
        )


def mark_name(mark: str) -> str:
    """What a mark is called: a face by its word, a point by its own name."""
    return tell(fact(f"face.{mark}")) if mark in FACES else mark


def known_words(found: Balanced, display: Display) -> str:
    """'62 mm ± 2 mm from the front edge'."""
    return say("{far} ± {sd} from the {mark}").format(
        far=length(found.distance_m, display),
        sd=length(found.sd_m, display),
        mark=mark_name(found.mark),
    )
