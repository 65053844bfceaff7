"""Line drawings of parts in space, generated from kind and solids: what makes a lens look like a lens.

A drawing is a list of strokes in the part's frame (m). Projected, each becomes an outline or a line; lines on a
face are drawn only where that face looks at the viewer.
"""

from __future__ import annotations

import itertools
import math
from collections.abc import Callable, Iterator
from typing import Final

import numpy as np
from numpy.typing import NDArray

from equilix.kit.catalogue import kind_of
from equilix.kit.kinds.kind import Drawing
from equilix.kit.kinds.shaping import FLANGE_DISTANCE_M
from equilix.kit.parts import Part
from equilix.kit.pivots import AT_REST, Configuration
from equilix.kit.solids import AXES, Box, Cylinder, Mesh, Tube
from equilix.ui.stage import small_things, wrappings
from equilix.ui.stage.strokes import Placed, Stroke, band, corners, fill, line, panel, ring

Array = NDArray[np.float64]


def strokes(part: Part, configuration: Configuration = AT_REST) -> list[Stroke]:
    """The drawing of a part with its telescope and pivots set like that, from back to front."""
    drawn = part.telescope.axis_unit * configuration.extension_m if part.telescope else np.zeros(3)
    solids = [Placed(solid, np.array(solid.centre_m) + (drawn if solid.extends else 0.0)) for solid in part.solids]
    kind = kind_of(part)
    meshed = any(isinstance(solid, Mesh) for solid in part.solids)
    drawing = DRAWINGS[kind.drawn_as if len(solids) == kind.solids and not meshed else "plain"]
    if not any(configuration.pivots_rad):
        return list(drawing(solids))
    if kind.drawn_as not in PIECEWISE or meshed:
        drawing = _plain
    links, found = part.links(configuration), []
    for beyond in range(len(part.pivots) + 1):  # each piece as it is drawn alone, then moved as a whole
        piece = [placed for placed in solids if placed.solid.beyond == beyond]
        turn, shift = links.rotations[beyond], links.shifts_m[beyond]
        found += [stroke.moved(turn, shift) for stroke in drawing(piece)]
    return found


PIECEWISE: Final[frozenset[Drawing]] = frozenset(("plain", "holed", "knobbed", "turned"))
"""Drawings that are made solid by solid, so that a part that bends can be drawn piece by piece."""


def _plain(solids: list[Placed]) -> Iterator[Stroke]:
    """Outlines; of a mesh its sharp edges too."""
    for placed in solids:
        yield fill(placed)
        if isinstance(placed.solid, Mesh):
            for x, y, z, x2, y2, z2, *out in placed.solid.edges:
                start, end = np.array((x, y, z)) + placed.centre, np.array((x2, y2, z2)) + placed.centre
                yield line(start, end, style="line", face=(out[0], out[1], out[2]))


def _body(solids: list[Placed]) -> Iterator[Stroke]:
    box = solids[0]
    yield fill(box)
    for side in (-1.0, 1.0):
        yield panel(box, 1, side, (-0.78, 0.20, 0.02, 0.78), "fine")
        yield panel(box, 1, side, (0.42, 0.78, 0.30, 0.62), "sand")
        yield line(box.at(-1, side, -0.62), box.at(1, side, -0.62), face=(0, side, 0))
        for z in (-0.2, -0.35):
            yield line(box.at(-0.78, side, z), box.at(-0.1, side, z), face=(0, side, 0))
    yield Stroke(ring(box.at(1, 0, 0), float(min(box.half[1:])) * 0.72, 0), "glass", face=(1, 0, 0))
    yield panel(box, 2, 1, (-0.7, 0.7, -0.7, 0.7), "fine")
    plane = 1 - 2 * FLANGE_DISTANCE_M / (2 * float(box.half[0]))
    for side in (-1.0, 1.0):  # the image-plane mark: a ring with a line through it
        yield line(*ring(box.at(plane, side, 0.86), 0.004, 1), style="line", face=(0, side, 0))
        yield line(box.at(plane, side, 0.74), box.at(plane, side, 0.98), style="line", face=(0, side, 0))


def _stills_body(solids: list[Placed]) -> Iterator[Stroke]:
    box, grip = solids
    yield fill(box)
    yield fill(grip, "dark")
    yield Stroke(ring(box.at(1, 0.12, 0.1), float(min(box.half[1:])) * 0.62, 0), "glass", face=(1, 0, 0))
    yield panel(box, 0, -1, (-0.5, 0.8, -0.7, 0.7), "fine")
    hump = np.array(
        [box.at(x, y, z) for x in (-0.5, 0.5) for y, z in ((-0.25, 1), (0.4, 1), (-0.1, 1.28), (0.3, 1.28))]
    )
    yield Stroke(hump, "card")
    for x in (-0.3, 0.3):
        yield band(grip.at(x, 0, 1), float(grip.half[1]) * 0.4, 2)


def _holed(solids: list[Placed]) -> Iterator[Stroke]:
    """Plates with threads along their broad faces."""
    for placed in solids:
        yield fill(placed)
        thin = int(np.argmin(placed.half))
        others = [axis for axis in range(3) if axis != thin]
        counts = [max(int(float(placed.half[axis]) * 2 / HOLE_M), 1) for axis in others]
        radius = min(HOLE_M * 0.24, float(min(placed.half[axis] for axis in others)) * 0.5)
        for side in (-1.0, 1.0):
            face = [0.0, 0.0, 0.0]
            face[thin] = side
            for i, j in itertools.product(range(counts[0]), range(counts[1])):
                at = [0.0, 0.0, 0.0]
                at[thin], at[others[0]], at[others[1]] = side, _share(i, counts[0]), _share(j, counts[1])
                yield line(*ring(placed.at(at[0], at[1], at[2]), radius, thin), face=(face[0], face[1], face[2]))


HOLE_M: Final = 0.02
"""Between the holes that are drawn on a plate."""


def _share(number: int, count: int) -> float:
    """Where the number-th of so many holes is, from −1 to 1."""
    return (2 * number + 1) / count - 1


def _lens(solids: list[Placed]) -> Iterator[Stroke]:
    for placed in solids:
        yield fill(placed)
        radius, x0 = float(placed.half[1]), placed.centre[0] - placed.half[0]
        length = 2 * float(placed.half[0])
        for share in (0.12, 0.24, 0.62) if placed is solids[0] else (0.2, 0.9):
            yield band(np.array((x0 + share * length, 0, 0)), radius, 0, "line")
    rear = solids[0]
    start, stop = (float(rear.centre[0] + rear.half[0] * share) for share in (-0.42, 0.18))
    for turn in np.linspace(0, 2 * math.pi, 24, endpoint=False):
        out = (0.0, math.cos(turn), math.sin(turn))
        edge = np.array(out) * float(rear.half[1])
        yield line(
            edge + np.array((start, 0, 0)), edge + np.array((stop, 0, 0)), face=out
        )  # the ribs of the focus ring
    front = solids[-1]
    end = np.array((float(front.centre[0] + front.half[0]), 0.0, 0.0))
    yield Stroke(ring(end, float(front.half[1]) * 0.82, 0), "glass", face=(1, 0, 0))
    yield line(*ring(end, float(front.half[1]) * 0.5, 0), style="fine", face=(1, 0, 0))


def _matte_box(solids: list[Placed]) -> Iterator[Stroke]:
    tray, hood = solids[0], solids[-1]
    rear = tray.at(1, 0, 0)
    mouth = hood.half
    small = np.array((0, mouth[1] * 0.72, mouth[2] * 0.72))
    front = hood.at(1, 0, 0)
    yield Stroke(
        np.array(
            [rear + small * (1, a, b) for a in (-1, 1) for b in (-1, 1)]
            + [front + mouth * (0, a, b) for a in (-1, 1) for b in (-1, 1)]
        ),
        "card",
    )
    yield fill(tray)
    for x in (-0.2, 0.4):
        yield line(tray.at(x, -1, -1), tray.at(x, -1, 1), face=(0, -1, 0))
        yield line(tray.at(x, -1, 1), tray.at(x, 1, 1), face=(0, 0, 1))
    rim = np.array([front + mouth * (0, a, b) for a, b in ((-1, -1), (1, -1), (1, 1), (-1, 1), (-1, -1))])
    yield Stroke(rim, "card", face=(1, 0, 0))
    yield Stroke(ring(rear, float(min(tray.half[1:])) * 0.62, 0), "glass", face=(1, 0, 0))


def _knobbed(solids: list[Placed]) -> Iterator[Stroke]:
    for placed in solids:
        yield fill(placed, "card" if isinstance(placed.solid, Box) else "sand")
        if isinstance(placed.solid, Cylinder | Tube) and placed.solid.axis == "y":
            for side in (-1.0, 1.0):
                yield line(*ring(placed.at(0, side, 0), placed.solid.radius_m * 0.7, 1), face=(0, side, 0))


def _monitor(solids: list[Placed]) -> Iterator[Stroke]:
    box = solids[0]
    yield fill(box)
    yield panel(box, 0, -1, (-0.88, 0.88, -0.84, 0.84), "dark")
    for z in (-0.4, 0.0, 0.4):
        yield line(box.at(1, -0.5, z), box.at(1, 0.5, z), face=(1, 0, 0))
    for side in (-1.0, 1.0):
        yield line(box.at(-0.3, side, -1), box.at(-0.3, side, 1), face=(0, side, 0))


def _viewfinder(solids: list[Placed]) -> Iterator[Stroke]:
    yield fill(solids[0])
    yield fill(solids[1], "dark")


def _arm(solids: list[Placed]) -> Iterator[Stroke]:
    bar = solids[0]
    radius = float(bar.half[0]) * 0.6
    for x, y in ((1, 0), (0, 1)):
        side = np.array((x, y, 0)) * radius
        yield Stroke(
            np.array(
                [bar.at(0, 0, -1) - side, bar.at(0, 0, -1) + side, bar.at(0, 0, 1) + side, bar.at(0, 0, 1) - side]
            ),
            "card",
        )
    for z in (-0.82, 0.82):
        for axis in (0, 1, 2):
            yield Stroke(ring(bar.at(0, 0, z), float(bar.half[0]) * 0.95, axis), "card")
    for face in (-1.0, 1.0):
        yield line(*ring(bar.at(0, 0, 0.82), float(bar.half[0]) * 0.4, 1), face=(0, face, 0))


def _top_handle(solids: list[Placed]) -> Iterator[Stroke]:
    bar, post = solids
    yield fill(post)
    yield fill(bar)
    for side in (-1.0, 1.0):
        yield panel(bar, 1, side, (-0.45, 0.62, -0.5, 0.5), "sand")
    yield panel(bar, 2, 1, (-0.45, 0.62, -0.6, 0.6), "sand")


def _grip_arm(solids: list[Placed]) -> Iterator[Stroke]:
    rosette, tube, grip = solids
    yield fill(tube)
    yield fill(grip, "dark")
    for z in (-0.5, -0.1, 0.3, 0.7):
        yield band(grip.at(0, 0, z), float(grip.half[0]) * 0.99, 2, "bright")
    yield fill(rosette)
    for side in (-1.0, 1.0):
        radius = float(rosette.half[0])
        for turn in np.linspace(0, 2 * math.pi, 16, endpoint=False):
            out = np.array((math.cos(turn), 0, math.sin(turn)))
            hub = rosette.at(0, side, 0)
            yield line(hub + out * radius * 0.65, hub + out * radius * 0.95, face=(0, side, 0))
        yield line(*ring(rosette.at(0, side, 0), radius * 0.35, 1), style="line", face=(0, side, 0))


def _base(solids: list[Placed]) -> Iterator[Stroke]:
    plate, pad = solids
    arch = np.linspace(-1, 1, 13)
    for y in (-1.0, 1.0):  # two faces of a cushion that is thinner at its ends
        points = [pad.at(x, y, -1 + 0.5 * abs(x) ** 3) for x in arch] + [pad.at(1, y, 1), pad.at(-1, y, 1)]
        yield Stroke(np.array(points), "dark")
    yield Stroke(np.array([pad.at(x, y, 0) for x in (-1, 1) for y in (-1, 1)]), "dark")
    yield fill(plate)
    yield from _ticks(plate)
    for y in (-0.45, 0.45):
        yield line(plate.at(-1, y, 1), plate.at(1, y, 1), face=(0, 0, 1))


def _ticks(plate: Placed) -> Iterator[Stroke]:
    """An engraved scale along the upper edge of both sides: a tick each 10 mm, longer each 50 mm."""
    length_mm = round(float(plate.half[0]) * 2000)
    for side in (-1.0, 1.0):
        for mm in range(10, length_mm, 10):
            x = -1 + 2 * mm / length_mm
            yield line(plate.at(x, side, 1), plate.at(x, side, 0.1 if mm % 50 == 0 else 0.5), face=(0, side, 0))


def _bridge(solids: list[Placed]) -> Iterator[Stroke]:
    yield fill(solids[0])
    for side in (-1.0, 1.0):
        yield line(solids[0].at(-1, side, -0.35), solids[0].at(1, side, -0.35), style="line", face=(0, side, 0))
        yield line(*ring(solids[0].at(-0.6, side, 0.3), 0.006, 1), face=(0, side, 0))
    yield line(solids[0].at(-0.5, 0, 1), solids[0].at(0.5, 0, 1), style="line", face=(0, 0, 1))


def _rods(solids: list[Placed]) -> Iterator[Stroke]:
    for placed in solids:
        yield fill(placed)
        yield Stroke(ring(placed.at(1, 0, 0), float(placed.half[1]) * 0.6, 0), "glass", face=(1, 0, 0))


def _battery(solids: list[Placed]) -> Iterator[Stroke]:
    box = solids[0]
    yield fill(box, "sand")
    yield line(box.at(0.55, -1, -1), box.at(0.55, -1, 1), style="line", face=(0, -1, 0))
    yield line(box.at(0.55, -1, 1), box.at(0.55, 1, 1), style="line", face=(0, 0, 1))
    for z in (-0.5, -0.25, 0.0, 0.25):
        yield line(box.at(-0.55, -1, z), box.at(0.1, -1, z), style="line", face=(0, -1, 0))
    yield panel(box, 0, -1, (-0.6, 0.6, -0.7, 0.3), "fine")


def _counterweight(solids: list[Placed]) -> Iterator[Stroke]:
    yield fill(solids[0], "dark")
    for side in (-1.0, 1.0):
        yield line(
            *ring(solids[0].at(0, side, -0.1), float(min(solids[0].half)) * 0.45, 1), style="bright", face=(0, side, 0)
        )
    yield panel(solids[0], 2, 1, (-0.5, 0.5, -0.8, 0.8), "bright")


def _microphone(solids: list[Placed]) -> Iterator[Stroke]:
    tube, holder = solids
    yield fill(holder)
    yield fill(tube, "dark")
    for x in np.linspace(-0.6, 0.8, 8):
        yield band(tube.at(x, 0, 0), float(tube.half[1]) * 0.98, 0, "bright")


def _transmitter(solids: list[Placed]) -> Iterator[Stroke]:
    box = solids[0]
    for y in (-0.6, 0.6):
        yield line(box.at(-0.85, y, 1), box.at(-0.85, y, 1) + np.array((-0.012, 0, 0.05)), style="line")
    yield fill(box)
    for x in (-0.5, -0.3, -0.1):
        yield line(box.at(x, -1, -0.4), box.at(x, -1, 0.4), face=(0, -1, 0))
    yield panel(box, 2, 1, (-0.6, 0.6, -0.6, 0.6), "fine")


def _side_grip(solids: list[Placed]) -> Iterator[Stroke]:
    yield fill(solids[0], "sand")
    for side in (-1.0, 1.0):
        for x in (-0.4, 0.0, 0.4):
            yield line(solids[0].at(x, side, -0.85), solids[0].at(x, side, 0.6), face=(0, side, 0))


def _turned(solids: list[Placed]) -> Iterator[Stroke]:
    """Boxes and round things: a ring on the ends of each motor, lines around each tube."""
    for placed in solids:
        yield fill(placed)
        solid = placed.solid
        if not isinstance(solid, Cylinder | Tube):
            continue
        axis = AXES.index(solid.axis)
        for side in (-1.0, 1.0):
            face = [0.0, 0.0, 0.0]
            face[axis] = side
            yield line(*ring(placed.at(*face), solid.radius_m * 0.62, axis), face=(face[0], face[1], face[2]))
        for share in (-0.8, 0.8):
            along = [0.0, 0.0, 0.0]
            along[axis] = share
            yield band(placed.at(*along), solid.radius_m, axis)


def _eyelet(solids: list[Placed]) -> Iterator[Stroke]:
    box = solids[0]
    radius = float(box.half[2]) * 0.6
    yield Stroke(corners(box.at(-1, -1, -1), box.at(1, 1, -0.2)), "card")
    for side in (-1.0, 1.0):
        yield line(*ring(box.at(0, side, 0.4), radius, 1), style="line", face=(0, side, 0))
        yield line(*ring(box.at(0, side, 0.4), radius * 0.6, 1), style="line", face=(0, side, 0))


def _worn(solids: list[Placed]) -> Iterator[Stroke]:
    """Vest or harness laid flat: a back, two straps, a belt."""
    box = solids[0]
    yield Stroke(np.array([box.at(x, y, z) for x in (-1, 1) for y in (-0.6, 0.6) for z in (-0.55, 0.75)]), "sand")
    yield Stroke(np.array([box.at(x, y, z) for x in (-1, 1) for y in (-1, 1) for z in (-0.95, -0.65)]), "card")
    for y in (-0.42, 0.42):
        yield Stroke(np.array([box.at(x, y + d, z) for x in (-1, 1) for d in (-0.12, 0.12) for z in (-0.4, 1)]), "card")
    for side in (-1.0, 1.0):
        yield panel(box, 0, side, (-0.2, 0.2, -0.9, -0.7), "dark")
    yield line(box.at(1, 0, 0.2), box.at(1, 0, -0.5), style="line", face=(1, 0, 0))


DRAWINGS: Final[dict[Drawing, Callable[[list[Placed]], Iterator[Stroke]]]] = {
    "plain": _plain,
    "body": _body,
    "stills-body": _stills_body,
    "holed": _holed,
    "lens": _lens,
    "matte-box": _matte_box,
    "knobbed": _knobbed,
    "monitor": _monitor,
    "viewfinder": _viewfinder,
    "arm": _arm,
    "top-handle": _top_handle,
    "grip-arm": _grip_arm,
    "side-grip": _side_grip,
    "turned": _turned,
    "eyelet": _eyelet,
    "worn": _worn,
    "bridge": _bridge,
    "base": _base,
    "rods": _rods,
    "battery": _battery,
    "counterweight": _counterweight,
    "microphone": _microphone,
    "transmitter": _transmitter,
    "filter-tray": wrappings.filter_tray,
    "battery-with-lead": wrappings.battery_with_lead,
    "furry": wrappings.furry,
    "cover": wrappings.cover,
    "bag": wrappings.bag,
    "case": wrappings.case,
    "coded": small_things.coded,
    "drive": small_things.drive,
    "hand-unit": small_things.hand_unit,
    "converter": small_things.converter,
    "shade": small_things.shade,
    "two-rails": small_things.two_rails,
    "belly-pad": small_things.belly_pad,
    "cradle": small_things.cradle,
    "top-stage": small_things.top_stage,
    "spar": small_things.spar,
    "small-clamp": small_things.clamp,
    "pane": small_things.pane,
    "contacts": small_things.contacts,
    "plug-guard": small_things.plug_guard,
    "rosettes": small_things.rosettes,
}
"""Every drawing that a kind can name."""
