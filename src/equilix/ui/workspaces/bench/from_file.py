"""The shape of a part from a file of triangles; and what it weighs when it is printed."""

from __future__ import annotations

from functools import partial
from pathlib import Path
from typing import Final

from equilix.edits import meshes
from equilix.errors import EquilixError
from equilix.exchange.meshes import SORTS, UNITS_M, Unit, read_mesh
from equilix.facts import fact
from equilix.kit.materials import DENSITY_KG_M3
from equilix.kit.parts import Part
from equilix.kit.solids import Mesh
from equilix.ui.jobs import in_one_go
from equilix.ui.session import Session
from equilix.ui.widgets.choice import ChoiceBox
from equilix.ui.widgets.file_choice import file_dialog
from equilix.ui.widgets.tint import show_text, text_label
from equilix.ui.workspaces.bench.entry import Editor, beside, block, button
from equilix.words.language import say
from equilix.words.quantities import fixed
from equilix.words.telling import tell
from equilix.words.wordings.wording import N_

UNIT_WORDS: Final[dict[Unit, str]] = {
    "mm": N_("in millimetres"), "cm": N_("in centimetres"), "m": N_("in metres"), "in": N_("in inches"),
}  # fmt: skip
USUAL_INFILL: Final = 0.4


class FromFileEditor(Editor):
    """Reads a file beside the interface, and puts its shape in the place of the part's solids."""

    def __init__(self, session: Session) -> None:
        super().__init__(session)
        self.head, self.said = text_label(bold=True), text_label()
        self.unit = ChoiceBox()
        self.unit.setAccessibleName(say("Unit in which the file was drawn"))
        for unit in UNITS_M:
            self.unit.addItem(say(UNIT_WORDS[unit]), unit)
        self.choose = button(say("From a file …"), self.choose_file)
        self.material = ChoiceBox()
        self.material.setAccessibleName(say("Material that it is made of"))
        for name in DENSITY_KG_M3:
            self.material.addItem(tell(fact(f"material.{name}")), name)
        self.material.setCurrentIndex(self.material.findData("PETG"))
        self.infill = self.quantity(say("Infill, %"), "number", lambda _value: None)
        self.infill.show_value(100 * USUAL_INFILL)
        self.weigh = button(say("Estimate its mass"), self.weigh_it)
        self.column.addWidget(self.head)
        self.column.addLayout(beside(self.choose, self.unit, stretch=False))
        self.column.addWidget(self.said)
        rows, _ = block(((say("Made of"), self.material), (say("Infill, %"), self.infill)))
        self.column.addWidget(rows)
        self.column.addLayout(beside(self.weigh))
        self.column.addWidget(self.refusal)
        self.job = session.jobs.new(say("Reading a file of triangles"))
        self.job.found.connect(self._read)
        self._for = ""

    def fill(self, part: Part) -> None:
        show_text(self.head, say("Shape from a file, and its mass"), self.theme.ink)
        mesh = next((solid for solid in part.solids if isinstance(solid, Mesh)), None)
        volume = fixed(sum(solid.volume_m3 for solid in part.solids) * 1e6, 1)
        told = say("{volume} cm³ of material").format(volume=volume)
        show_text(self.said, told if mesh is None else f"{mesh.file}: {told}", self.theme.quiet)

    def choose_file(self) -> None:
        """Let the person choose a file."""
        sorts = say("Files of triangles") + f" ({' '.join(f'*{sort}' for sort in SORTS)})"
        file_dialog(self, sorts, lambda name: self.load(Path(name))).open()

    def load(self, path: Path) -> None:
        """Read a file; what is wrong with it is said here."""
        if self.part is None:
            return
        self._for = self.part.id
        show_text(self.refusal, say("Reading {file} …").format(file=path.name), self.theme.quiet)
        self.job.start(in_one_go(partial(read_mesh, path, self.unit.currentData())))

    def _read(self, found: Mesh | EquilixError) -> None:
        part_id = self._for
        if isinstance(found, EquilixError):
            show_text(self.refusal, f"▲ {self.session.tell(found.said)}", self.theme.tip)
        elif part_id in self.session.document.parts_by_id:
            self.take(say("Take the shape from a file"), lambda d: meshes.shape_from(d, part_id, found))

    def weigh_it(self) -> None:
        """Estimate the mass from volume, material and infill."""
        part = self.part
        if part is None:
            return
        try:
            infill = self.infill.value() / 100
        except EquilixError as error:
            self.infill.complain(self.session.tell(error.said))
            return
        material = self.material.currentData()
        self.take(
            say("Estimate a mass"), lambda d: meshes.weigh_printed(d, part.id, material, infill), self.infill
        )  # fmt: skip
