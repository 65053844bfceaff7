"""What lies on the bench: the rig as it stands, some of what is on it, or a part by itself; where to measure it."""

from __future__ import annotations

from msgspec import Struct

from equilix.analysis import Analysis
from equilix.bench.marks import Mark, Pivot, marks_of_part, marks_of_rig, pivots_of_part, pivots_of_rig
from equilix.bench.subjects import Subject, as_built, part_alone
from equilix.document import Document
from equilix.facts import Sayable, fact
from equilix.kit.parts import Part
from equilix.kit.solids import Axis
from equilix.rig.kinematics import Assembly, assemble
from equilix.rig.setups import Placement, Setup

RIG = "rig"


class Thing(Struct, frozen=True):
    """``key``: ``rig``, ``on <placement>`` for that with what is on it, or ``part <id>``; ``said``: its name."""

    key: str
    said: Sayable
    analysis: Analysis
    part: Part | None = None
    ids: tuple[str, ...] | None = None
    """The placements of it; none: all of the rig."""

    def subject(self, document: Document, inside: tuple[str, ...] = ()) -> Subject | None:
        """What is measured of it; ``inside``: only what a motor of it holds. None where nothing is there."""
        if self.part is not None:
            return part_alone(document, self.part.id)
        assembly = self.analysis.assembly
        if not assembly.ids:
            return None
        if inside:
            return as_built(assembly, inside)
        if self.ids is None:
            return as_built(assembly)
        return as_built(assembly, self.ids, f"{assembly.parts[assembly.index[self.ids[0]]].name} + {len(self.ids) - 1}")

    def assembly(self) -> Assembly | None:
        """It as it is drawn; None where nothing is there."""
        if self.part is None:
            whole = self.analysis.assembly
            if self.ids is None or not whole.ids:
                return whole if whole.ids else None
            return _only(self.analysis, self.ids)
        alone = Setup(id="bench", name="bench", placements=(Placement(id="part", part=self.part.id),))
        return assemble(alone, {self.part.id: self.part})

    def marks(self, axis: Axis) -> tuple[Mark, ...]:
        """From where places along an axis can be measured, its low end first."""
        if self.part is not None:
            return marks_of_part(self.part, axis)
        return marks_of_rig(self.analysis, axis, self.ids) if self.analysis.assembly.ids else ()

    def pivots(self, motor: Axis | None = None) -> tuple[Pivot, ...]:
        """About which points it can hang or drop; with ``motor``, the motor of it that turns about that axis."""
        if self.part is not None:
            return () if motor is not None else pivots_of_part(self.part)
        if not self.analysis.assembly.ids:
            return ()
        return tuple(each for each in pivots_of_rig(self.analysis, self.ids) if each.axis == motor)


def _only(analysis: Analysis, ids: tuple[str, ...]) -> Assembly:
    """Some placements where they are, each free."""
    whole = analysis.assembly
    rows = [whole.index[each] for each in ids]
    return Assembly(
        whole.setup.changed(cables=()), tuple(whole.ids[row] for row in rows), tuple(whole.parts[row] for row in rows),
        tuple(whole.bodies[row] for row in rows), tuple(whole.seats[row] for row in rows), whole.rotations[rows],
        whole.positions_m[rows],
    )  # fmt: skip


def things(document: Document, analysis: Analysis) -> tuple[Thing, ...]:
    """All that can be put on the bench: the rig, what carries something with that, every part of the kit."""
    setup, assembly = analysis.setup, analysis.assembly
    found = [Thing(RIG, fact("measuring.the_rig", name=setup.name), analysis)]
    for key, part in zip(assembly.ids, assembly.parts, strict=True):
        under = setup.subtree(key)
        if 1 < len(under) < len(assembly.ids):
            said = fact("measuring.with_what_is_on_it", part=part.name)
            found.append(Thing(f"on {key}", said, analysis, ids=under))
    found.extend(Thing(f"part {part.id}", part.name, analysis, part) for part in document.parts)
    return tuple(found)
