"""Photo behind the drawing: chosen, scaled by two points, levelled, put where it belongs, dimmed, kept inside."""

from __future__ import annotations

import os
from collections.abc import Callable
from functools import partial
from pathlib import Path
from typing import Any, Final, Literal

from PySide6.QtCore import Qt
from PySide6.QtWidgets import QCheckBox, QFormLayout, QPushButton, QSlider, QWidget

from equilix.document import Document
from equilix.edits import backdrops
from equilix.errors import EquilixError
from equilix.rig.backdrops import MOST_DATA, Backdrop, Point, View
from equilix.ui.jobs import in_one_go
from equilix.ui.pictures import SORTS, packed, read_picture
from equilix.ui.session import Session
from equilix.ui.session.pictures import MOST_PX
from equilix.ui.stage.holds import new_gesture
from equilix.ui.widgets.choice import ChoiceBox
from equilix.ui.widgets.fields import QuantityField
from equilix.ui.widgets.file_choice import file_dialog
from equilix.ui.widgets.tint import show_text, text_label
from equilix.ui.workspaces.page import Page
from equilix.words.language import say
from equilix.words.wordings.wording import N_

VIEWS: Final[dict[View, str]] = {
    "side": N_("From the right"), "plan": N_("From above"), "front": N_("From the front"),
}  # fmt: skip
Task = Literal["scale", "level", "move"]
ASKS: Final[dict[Task, str]] = {
    "scale": N_("Click two points of the photo whose distance you know. Esc calls it off."),
    "level": N_("Click two points of the photo that are level. Esc calls it off."),
    "move": N_("Click a point of the photo, then where it belongs on the drawing. Esc calls it off."),
}
USUAL_WIDTH_M: Final = 0.8


class PhotoPage(Page):
    """Beside the drawing: what is clicked there tells scale, horizon and place."""

    def __init__(self, session: Session, parent: QWidget | None = None) -> None:
        super().__init__(session, parent)
        self.task: Task | None = None
        self.points: tuple[Point, ...] = ()
        self.column.addWidget(self.heading(say("Photo behind the drawing")))
        self.form = QFormLayout()
        self.form.setRowWrapPolicy(QFormLayout.RowWrapPolicy.WrapLongRows)
        self.column.addLayout(self.form)
        self.view = ChoiceBox()
        self.view.setAccessibleName(say("View"))
        for key, text in VIEWS.items():
            self.view.addItem(say(text), key)
        self.view.activated.connect(lambda _index: self._other_view())
        self.form.addRow(say("View"), self.view)
        self.first_focus = self.view
        self.choose_button = self._button(say("Choose a picture …"), self.choose_picture)
        self.tasks: dict[Task, QPushButton] = {
            "scale": self._button(say("Set its scale"), partial(self.begin, "scale")),
            "level": self._button(say("Level it"), partial(self.begin, "level")),
            "move": self._button(say("Put it in place"), partial(self.begin, "move")),
        }
        self.ask = text_label()
        self.form.addRow(self.ask)
        self._make_entries()
        self.dim = QSlider(Qt.Orientation.Horizontal)
        self.dim.setRange(5, 100)
        self.dim.setAccessibleName(say("How strong the photo is"))
        self.dim.valueChanged.connect(self._dim)
        self.dim.sliderPressed.connect(self._begin_dimming)
        self.dim.sliderReleased.connect(session.end_gesture)
        self.form.addRow(say("Strength"), self.dim)
        self.inside = QCheckBox(say("Keep it inside the document"))
        self.inside.clicked.connect(self._keep)
        self.form.addRow(self.inside)
        self.remove = self._button(say("Take it away"), self._remove)
        self.said = text_label()
        self.column.addWidget(self.said)
        self.column.addStretch(1)
        self.job = session.jobs.new(say("Keeping the photo inside"))
        self.job.found.connect(self._kept)
        self._busy = False
        self._dimming = ""
        self._wanted: tuple[str, Path | None, View, dict[str, Any]] = ("", None, "side", {})
        """For which rig, of which file, and behind which view a picture is being read, and how it is to lie."""
        session.view.points_picked.connect(self._picked)
        session.view.marks_changed.connect(self._show_task)
        session.pictures.come.connect(self.refresh)

    def _make_entries(self) -> None:
        """What can be typed: the distance of two points, and exactly how the photo lies."""
        self.apart = QuantityField(say("They are apart by"), "length")
        self.apart.entered.connect(lambda value, _text: self._scale(value))
        self.form.addRow(say("They are apart by"), self.apart)
        self.right = self._field(say("Its middle, to the right"), 0)
        self.up = self._field(say("Its middle, up"), 1)
        self.wide = QuantityField(say("Its width"), "length")
        self.wide.entered.connect(lambda value, _text: self._change(say("Size the photo"), self.wide, width_m=value))
        self.form.addRow(say("Its width"), self.wide)
        self.turn = QuantityField(say("Turned to the left"), "angle")
        self.turn.entered.connect(lambda value, _text: self._change(say("Turn the photo"), self.turn, turn_rad=value))
        self.form.addRow(say("Turned to the left"), self.turn)

    def _button(self, text: str, act: Callable[[], object]) -> QPushButton:
        made = QPushButton(text)
        made.clicked.connect(lambda _on: act())
        self.form.addRow(made)
        return made

    def _field(self, name: str, axis: int) -> QuantityField:
        field = QuantityField(name, "length")
        field.entered.connect(lambda value, _text: self._place(axis, value))
        self.form.addRow(name, field)
        return field

    @property
    def view_key(self) -> View:
        """The view that is chosen."""
        found: View = self.view.currentData()
        return found

    @property
    def backdrop(self) -> Backdrop | None:
        """The photo behind it."""
        return next((each for each in self.session.setup.backdrops if each.view == self.view_key), None)

    def refresh(self) -> None:
        """Show what is known of the photo."""
        photo, display = self.backdrop, self.session.document.display
        entries = (self.right, self.up, self.wide, self.turn, self.dim, self.inside, self.remove)
        for row in (*self.tasks.values(), *entries):
            self.form.setRowVisible(row, photo is not None)
        self._show_task()
        if photo is None:
            hint = say(
                "A photo of the real rig, taken square from the side, from far away: lay the parts on their likeness."
            )
            show_text(self.said, hint, self.theme.quiet)
            return
        self._busy = True
        for field, value in zip((self.right, self.up), photo.at_m, strict=True):
            field.show_value(value, display)
        self.wide.show_value(photo.width_m, display)
        self.turn.show_value(photo.turn_rad, display)
        self.dim.setValue(round(100 * photo.opacity))
        self.inside.setChecked(bool(photo.data))
        self._busy = False
        wrong = self.session.pictures.wrong_with(photo)
        there = self.session.pictures.image_of(photo) is not None
        if wrong:
            show_text(self.said, f"▲ {self.session.tell(wrong)}", self.theme.tip)
        else:
            where = photo.file or say("inside the document")
            show_text(self.said, where if there else say("Reading the photo …"), self.theme.quiet)

    @property
    def waits(self) -> bool:
        """Whether a photo is still being read."""
        return self.job.running or self.session.pictures.job.running

    def hideEvent(self, event: object) -> None:
        """Another workspace is opened: nothing is clicked any more."""
        del event
        if self.session.view.picking is not None or self.session.view.picked:
            self._end()

    def _other_view(self) -> None:
        self._end()
        self.refresh()

    # choosing

    def choose_picture(self) -> None:
        """Let the person choose a picture."""
        sorts = say("Pictures") + f" ({' '.join(f'*.{sort}' for sort in SORTS)})"
        file_dialog(self, sorts, lambda name: self.load(Path(name))).open()

    def load(self, path: Path) -> None:
        """Put a picture behind the view: by its path from the document, or inside one that is in no file yet."""
        home, view = self.session.desk.path, self.view_key
        old = self.backdrop
        kept: dict[str, Any] = {"width_m": USUAL_WIDTH_M}
        if old is not None:  # another picture of the same rig lies about where the last one did
            kept = {"width_m": old.width_m, "at_m": old.at_m, "turn_rad": old.turn_rad, "opacity": old.opacity}
        show_text(self.said, say("Reading the photo …"), self.theme.quiet)
        self._read(view, kept, partial(_inside, path) if home is None else partial(_beside, path, home.parent))

    def _read(self, view: View, kept: dict[str, Any], read: Callable[[], dict[str, str]]) -> None:
        """Read a picture beside the work; it belongs to the rig that is open now, and to no other."""
        self._wanted = (self.session.setup.id, self.session.desk.path, view, kept)
        self.job.start(in_one_go(read))

    def _keep(self, on: bool) -> None:
        """Inside the document, or beside it where it came from there and is one undo away."""
        photo, home = self.backdrop, self.session.desk.path
        if photo is None or self._busy:
            return
        if on and photo.file and home is not None:
            fields = {k: getattr(photo, k) for k in ("width_m", "at_m", "turn_rad", "opacity")}
            self._read(photo.view, fields, partial(_inside, home.parent / photo.file))
        elif not on:
            self.inside.setChecked(True)
            said = say("It is inside. Choose the file again to keep it beside the document.")
            show_text(self.said, said, self.theme.quiet)

    def _kept(self, found: dict[str, str] | EquilixError) -> None:
        setup_id, home, view, fields = self._wanted
        if (setup_id, home) != (self.session.setup.id, self.session.desk.path):
            return
        if isinstance(found, EquilixError):
            self.refresh()
            show_text(self.said, f"▲ {self.session.tell(found.said)}", self.theme.tip)
            return
        label = say("Keep a photo inside the document") if "data" in found else say("Put a photo behind the drawing")
        self._edit(label, lambda d: backdrops.put_backdrop(d, setup_id, view, **found, **fields))

    # clicking

    def begin(self, task: Task) -> None:
        """Let two points be clicked on the drawing; again, call it off."""
        if self.task == task:
            self._end()
            return
        self.task, self.points = task, ()
        self.session.view.pick(self.view_key)

    def _end(self) -> None:
        self.task, self.points = None, ()
        self.session.view.pick(None)

    def _picked(self, points: tuple[Point, ...]) -> None:
        task, view, setup_id = self.task, self.view_key, self.session.setup.id
        if task is None or not self.isVisible():
            return
        first, second = points
        if task == "scale":
            self.points = points
            self._show_task()
            self.apart.line.setFocus()
            return
        edit = backdrops.level_backdrop if task == "level" else backdrops.move_backdrop
        label = say("Level the photo") if task == "level" else say("Put the photo in place")
        self._end()
        self._edit(label, lambda d: edit(d, setup_id, view, first, second))

    def _scale(self, apart_m: float) -> None:
        view, setup_id = self.view_key, self.session.setup.id
        if len(self.points) != 2:
            return
        first, second = self.points
        refusal = self.session.try_edit(
            say("Set the scale of the photo"),
            lambda d: backdrops.scale_backdrop(d, setup_id, view, first, second, apart_m),
        )
        if refusal is not None:
            self.apart.complain(self.session.tell(refusal.said))
            return
        self._end()
        self.apart.show_value(None)

    def _show_task(self) -> None:
        """What is to be clicked, and the entry that follows."""
        view = self.session.view
        if self.task is not None and view.picking is None and not view.picked:
            self.task = None  # Esc has called it off
        for key, button in self.tasks.items():
            button.setDown(key == self.task)
        asked = "" if self.task is None or self.points else say(ASKS[self.task])
        show_text(self.ask, asked, self.theme.hold)
        self.form.setRowVisible(self.ask, bool(asked))
        self.form.setRowVisible(self.apart, self.task == "scale" and len(self.points) == 2)

    # entering

    def _edit(self, label: str, change: Callable[[Document], Document], field: QuantityField | None = None) -> None:
        refusal = self.session.try_edit(label, change)
        if refusal is not None and field is not None:
            field.complain(self.session.tell(refusal.said))
        elif refusal is not None:
            show_text(self.said, f"▲ {self.session.tell(refusal.said)}", self.theme.tip)

    def _change(self, label: str, field: QuantityField | None, **updates: Any) -> None:
        view, setup_id = self.view_key, self.session.setup.id
        self._edit(label, lambda d: backdrops.change_backdrop(d, setup_id, view, **updates), field)

    def _place(self, axis: int, value: float) -> None:
        photo = self.backdrop
        if photo is not None:
            at = [*photo.at_m]
            at[axis] = value
            self._change(say("Place the photo"), (self.right, self.up)[axis], at_m=tuple(at))

    def _dim(self, value: int) -> None:
        photo = self.backdrop
        if photo is None or self._busy or round(100 * photo.opacity) == value:
            return
        view, setup_id = self.view_key, self.session.setup.id
        gesture = self._dimming if self.dim.isSliderDown() else None
        self.session.edit(
            say("Dim the photo"),
            lambda d: backdrops.change_backdrop(d, setup_id, view, opacity=value / 100), gesture,
        )  # fmt: skip

    def _begin_dimming(self) -> None:
        self._dimming = new_gesture("dim")

    def _remove(self) -> None:
        view, setup_id = self.view_key, self.session.setup.id
        self._edit(say("Take the photo away"), lambda d: backdrops.remove_backdrop(d, setup_id, view))


def _beside(path: Path, folder: Path) -> dict[str, str]:
    """Where a picture lies, from the folder of the document. Raises :class:`Refused` for what is none."""
    read_picture(path, 64)
    try:
        return {"file": Path(os.path.relpath(path.resolve(), folder.resolve())).as_posix()}
    except ValueError:  # on another drive there is no way from there to here
        return {"file": path.resolve().as_posix()}


def _inside(path: Path) -> dict[str, str]:
    """A picture as it is kept inside a document. Raises :class:`Refused`."""
    return {"data": packed(read_picture(path, MOST_PX), MOST_PX, MOST_DATA)}
