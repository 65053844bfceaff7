"""Where the screen should go for these eyes: every mount that fits, standing or hung, and every arm that hangs it."""

from __future__ import annotations

import math
from collections.abc import Callable, Iterator

from equilix.analysis import Analysis, analyse
from equilix.body.neck import neck_cost
from equilix.document import Document
from equilix.edits import rigging
from equilix.errors import Cancelled, EquilixError
from equilix.facts import Sayable, angle, fact, length, run
from equilix.fit.gaze import ASIDE_RAD, SEEN_RAD, UPRIGHT_RAD, Gaze, gaze
from equilix.kit.fits import fits
from equilix.kit.parts import Part
from equilix.planner.fit_plan import FitPlan, FitStep, HangOn, Remount
from equilix.planner.moves import left_in_kit
from equilix.rig.clearance import new_strikes
from equilix.rig.kinematics import Assembly

TURNS_DEG = range(-150, 181, 30)
DRAWS_M = (0.0, 0.05, 0.10)
"""How an arm that hangs the screen is tried: turned, drawn down."""
TOO_NEAR = 0.3
"""What a screen costs that is nearer than it should be, besides every metre."""


def _screen_worth(found: Gaze | None) -> float:
    if found is None:
        return math.inf
    if found.leans_rad > UPRIGHT_RAD or found.off_face_rad > math.pi / 2:
        return math.inf  # a picture that is not upright, or not seen, is no answer
    easy = 0.2 * abs(found.up_rad + math.radians(7.0)) + 1.5 * neck_cost(found.up_rad)
    far = 6 * max(found.distances_m[0] - found.distance_m, 0.0) + 2 * max(
        found.distance_m - 0.8 * found.distances_m[1], 0.0
    )
    aside = 3 * max(abs(found.aside_rad) - ASIDE_RAD, 0.0) + max(found.off_face_rad - SEEN_RAD, 0.0)
    hidden = (1.0 if found.blocked_by else 0.0) + (0.3 if found.sunlit else 0.0)
    hidden += TOO_NEAR if found.distance_m < found.distances_m[0] else 0.0
    return easy + far + aside + 2 * max(abs(found.beside_m) - 0.05, 0.0) + hidden


def screen_plan(document: Document, analysis: Analysis, cancelled: Callable[[], bool]) -> FitPlan | None:
    """The screen to where the gaze is level to 15° down, in line with the lens, near enough, past nothing."""
    before = gaze(analysis)
    if before is None:
        return None
    setup, part = analysis.setup, document.parts_by_id[analysis.setup.by_id[before.screen].part]
    best: tuple[float, tuple[FitStep, ...], Analysis] = (_screen_worth(before), (), analysis)
    for steps in _screen_moves(document, analysis, before.screen, part):
        if cancelled():
            raise Cancelled
        changed = document
        try:
            for step in steps:
                changed = step.apply(changed, setup.id)
        except EquilixError:
            continue
        after = analyse(changed, changed.setups_by_id[setup.id])
        worth = _screen_worth(gaze(after))
        if worth < best[0] - math.radians(2) and not new_strikes(analysis.assembly, after.assembly):
            best = (worth, steps, after)
    title = fact("screen.screen_eye_level")
    if not best[1]:
        return FitPlan(analysis, analysis, title, (), (), fact("screen.no_free_mount_brings_screen"))
    now = gaze(best[2])
    assert now is not None  # the screen is still there
    says = fact("screen.gaze_away", was=_gaze_words(before), now=_gaze_words(now), distance=length(now.distance_m))
    return FitPlan(analysis, best[2], title, best[1], (says,))


def _screen_moves(document: Document, analysis: Analysis, screen: str, part: Part) -> Iterator[tuple[FitStep, ...]]:
    """The screen on every free mount that fits, standing or hung, and on every arm left in the kit that hangs it."""
    yield from _mounts(document, analysis, screen, part)
    spare = left_in_kit(analysis.setup, document.parts_by_id)
    if any(own.direction[2] > 0.5 for own in part.hangs_by):
        for arm in document.parts:
            if arm.kind == "drop-arm" and spare.get(arm.id, 0) > 0:
                yield from _hung_on(document, analysis, screen, arm)


def _mounts(document: Document, analysis: Analysis, screen: str, part: Part) -> Iterator[tuple[FitStep, ...]]:
    """The screen on every free mount that fits."""
    setup = analysis.setup
    for parent, point, _ in rigging.fitting_points(document, setup, part, moving=screen):
        for by in part.hangs_by:
            if not fits(point, by) or (parent, point.name, by.name) == _mounted(analysis.assembly, screen):
                continue
            yield (Remount(screen, parent, point.name, by.name),)


def _hung_on(document: Document, analysis: Analysis, screen: str, arm: Part) -> Iterator[tuple[FitStep, ...]]:
    """The screen hung on an arm, wherever that fits, and in place of the arm that carries it now."""
    setup = analysis.setup
    part = document.parts_by_id[setup.by_id[screen].part]
    head = next(own.name for own in part.hangs_by if own.direction[2] > 0.5)
    old = setup.by_id[screen].parent
    places = [(parent, point, by.name, "") for parent, point, by in rigging.fitting_points(document, setup, arm)]
    if old is not None and document.parts_by_id[setup.by_id[old].part].kind == "arm":
        seat = analysis.assembly.seats[analysis.assembly.index[old]]
        if seat is not None:
            places.append((seat.parent, seat.point, seat.by.name, old))
    for parent, point, by_name, instead in places:
        if point.track is not None or parent in setup.subtree(screen) or point.direction[2] < 0.5 or parent == old:
            continue
        for turn in (math.radians(each) for each in TURNS_DEG):
            for draw in DRAWS_M:
                yield (HangOn(screen, arm.id, parent, point.name, by_name, head, turn, draw, instead),)


def _gaze_words(found: Gaze) -> Sayable:
    return run(angle(abs(found.up_rad)), fact("way.up") if found.up_rad > 0 else fact("way.down"))


def _mounted(assembly: Assembly, placement_id: str) -> tuple[str, str, str] | None:
    seat = assembly.seats[assembly.index[placement_id]]
    return None if seat is None else (seat.parent, seat.point.name, seat.by.name)
