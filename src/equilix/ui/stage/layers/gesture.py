"""What a gesture shows on the drawing: mounts that fit, the ring to turn by, the scale, the reading at the mouse."""

from __future__ import annotations

from collections.abc import Iterator

from PySide6.QtCore import QPointF

from equilix.kit.mount_kinds import mount_kind
from equilix.ui.stage.gestures import HANDLE_PX, Gestures
from equilix.ui.stage.holds import Slid
from equilix.ui.stage.layers.ruler import ruler
from equilix.ui.stage.primitives import Dot, Line, Primitive, Tag
from equilix.ui.stage.sheet import Sheet
from equilix.words.telling import tell


def gesture(held: Gestures, sheet: Sheet) -> Iterator[Primitive]:
    """Of the gesture on one view, as it is now."""
    if held.lifted:
        for target in held.targets.places:
            near = target is held.targets.nearest
            yield Dot(target.place, 9 if near else 6, "hold" if near else "card", "hold", 2.2, "", 255 if near else 190)
        if held.targets.nearest is not None:
            name = held.name_of(held.targets.nearest.parent)
            yield Tag(held.targets.nearest.place, f"{name}: {tell(mount_kind(held.targets.nearest.point.kind).label)}")
    elif held.held is None and (handle := held.turn_handle()) is not None:
        yield Dot(handle[0], HANDLE_PX, edge="hold", width=1.2, dash="dot")
        yield Dot(handle[1], 6.5, "card", "hold", 2.0)
    if isinstance(held.held, Slid) and held.tag and not held.lifted:
        yield from _scale(held, held.held, sheet)
    knob = held.knob()
    if knob is not None and not held.lifted:  # up and down: two small arrows on a ring
        yield Dot(knob.at, 9.0, "card", "hold", 1.8, keeps_off=True)
        for way in (-1.0, 1.0):
            tip = knob.at + QPointF(0, way * 6.5)
            yield Line((tip + QPointF(-3, -way * 3), tip, tip + QPointF(3, -way * 3)), "hold", 1.6)
    if held.tag:
        yield Tag(held.tag_at, held.tag)


def _scale(held: Gestures, slide: Slid, sheet: Sheet) -> Iterator[Primitive]:
    assembly = held.session.analysis.assembly
    seat = assembly.seats[assembly.index[slide.placement]]
    if seat is not None and seat.track is not None:
        at = sheet.place_px(assembly.to_rig(slide.placement, seat.by.origin))
        now, zero = held.session.setup.by_id[slide.placement].slide_m, seat.track.scale_zero_m
        yield from ruler(at, slide.way_px, now, slide.travel, zero, held.session.document.display)
