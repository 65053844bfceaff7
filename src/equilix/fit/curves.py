"""How long the operator lasts as something changes: the aim, the place of the camera or the battery, the mass."""

from __future__ import annotations

from collections.abc import Container

import numpy as np
from msgspec import Struct
from numpy.typing import NDArray

from equilix.analysis import Analysis, analyse, analyse_with
from equilix.body.load import Place, efforts, first_to_give_out
from equilix.carry import WAYS
from equilix.carry.holding import hands_on, hold_rig
from equilix.document import Document
from equilix.edits import carrying, rigging
from equilix.errors import Called, EquilixError, going_on, never
from equilix.facts import Sayable, fact
from equilix.mechanics.rotations import about_axis
from equilix.rig.clearance import free_travel
from equilix.words.rig import called

Array = NDArray[np.float64]

AIM_RAD = np.radians(np.arange(-45.0, 46.0, 15.0))
LEAST_KG, MOST_KG = 0.0001, 200.0
MASS_FACTORS = np.array((0.5, 0.75, 1.0, 1.25, 1.5))
PLACES = 9


class Curve(Struct, frozen=True, dict=True):
    """Endurance ``y_s`` ``(k,)`` over ``x`` ``(k,)`` (rad, m or kg), with where it is now; 0 s: cannot be held."""

    title: Sayable
    unit: str
    x: Array
    y_s: Array
    now: float


def lasts_s(analysis: Analysis) -> float:
    """Time until the first joint gives out; 0 where nothing holds the rig, a working day where nothing tires."""
    from equilix.body.endurance import LONGEST_S

    if analysis.holding.falls:
        return 0.0
    tired = analysis.first_to_give_out
    return LONGEST_S if tired is None else tired.endurance_s


def held_at(analysis: Analysis, aim_rad: float) -> float:
    """Endurance in s with the lens tilted up by ``aim_rad``.

    The hands follow their grips where they tilt the rig. What hangs or is clamped is not tilted by them, and on a
    gimbal the motors aim while the hands stay where they are.
    """
    support, stance, carried = analysis.support, analysis.stance, analysis.carried
    if support is None or stance is None:
        return 0.0
    if support.hangs or support.aims != "rig":
        return lasts_s(analysis)
    tilt = about_axis(np.array((0.0, 1.0, 0.0)), -aim_rad)

    def moved(point: Array) -> Array:
        found: Array = support.datum_m + tilt @ (point - support.datum_m)
        return found

    places: tuple[Place, ...] = tuple(
        place._replace(point_m=moved(place.point_m), axis=tilt @ place.axis) for place in support.places(carried)
    )
    hands, held = hands_on(carried, analysis.way, support, stance, places, analysis.rested)
    holding = hold_rig(carried.mass.mass_kg, moved(carried.mass.cg_m), support, hands)
    if holding.falls:
        return 0.0
    tired = first_to_give_out(efforts(analysis.operator, hands, held, holding.contacts))
    from equilix.body.endurance import LONGEST_S

    return LONGEST_S if tired is None else tired.endurance_s


def over_aim(analysis: Analysis, called_off: Called = never) -> Curve:
    """Over the aim, lens 45° down to 45° up."""
    found = [held_at(analysis, float(aim)) for aim in going_on(AIM_RAD, called_off)]
    return Curve(fact("curves.lens_down_up"), "°", AIM_RAD, np.array(found), 0.0)


def over_mass(analysis: Analysis, called_off: Called = never) -> Curve:
    """Over the mass of the rig, its balance as it is; a spring stays set as it is set now."""
    mass = analysis.mass.mass_kg
    factors = going_on(MASS_FACTORS, called_off)
    each = [lasts_s(analysis if f == 1.0 else _times(analysis, float(f))) for f in factors]
    return Curve(fact("curves.mass_rig"), "kg", MASS_FACTORS * mass, np.array(each), mass)


def _times(analysis: Analysis, factor: float) -> Analysis:
    """The rig with every part so many times as heavy."""
    kit = dict(analysis.carried.kit)
    for part in analysis.assembly.parts:
        kit[part.id] = part.changed(mass_kg=min(max(part.mass_kg * factor, LEAST_KG), MOST_KG))
    return analyse_with(kit, analysis.setup, analysis.operator, analysis.carried.rules)


def slider_with(analysis: Analysis, kinds: Container[str]) -> str | None:
    """The slide with travel that carries a part of these kinds, nearest to it; None without one."""
    assembly = analysis.assembly
    for row, part in enumerate(assembly.parts):
        if part.kind not in kinds:
            continue
        for placement_id in analysis.setup.carriers(assembly.ids[row]):
            travel = free_travel(assembly, placement_id)
            way = assembly.slide_direction(placement_id)
            if travel is not None and way is not None and abs(way[0]) > 0.9 and travel.to_m - travel.from_m > 0.01:
                return placement_id
    return None


def over_slide(
    document: Document, analysis: Analysis, kinds: Container[str], called_off: Called = never
) -> Curve | None:
    """Over the fore-aft place of a part of these kinds, as the camera or the battery; None where it does not slide."""
    slider = slider_with(analysis, kinds)
    if slider is None:
        return None
    travel = free_travel(analysis.assembly, slider)
    assert travel is not None  # it was just found to have one
    now = analysis.setup.by_id[slider].slide_m
    found: list[tuple[float, float]] = []
    for slide in going_on(np.linspace(travel.from_m, travel.to_m, PLACES), called_off):
        changed = rigging.slide(document, analysis.setup.id, slider, float(slide))
        at = changed.setups_by_id[analysis.setup.id]
        found.append((at.by_id[slider].slide_m - now, lasts_s(analyse(changed, at))))
    xs, ys = (np.array(each) for each in zip(*found, strict=True))
    sign = 1.0 if float(analysis.assembly.slide_direction(slider)[0]) > 0 else -1.0  # type: ignore[index]
    order = np.argsort(sign * xs)
    return Curve(
        fact("curves.back_forward", called=called(analysis.assembly, slider)), "mm", (sign * xs)[order], ys[order], 0.0
    )


def ways_compared(document: Document, analysis: Analysis, called_off: Called = never) -> dict[str, Analysis]:
    """The rig carried every way that it is built for, by the name of the way."""
    found = {}
    for name in going_on(WAYS, called_off):
        try:
            changed = carrying.choose_way(document, analysis.setup.id, name)
        except EquilixError:
            continue
        each = analyse(changed, changed.setups_by_id[analysis.setup.id])
        if each.support is not None:
            found[name] = each
    return found


def operators_compared(document: Document, analysis: Analysis, called_off: Called = never) -> dict[str, Analysis]:
    """The rig on every operator of the document, by name."""
    return {
        operator.name: analyse(document, analysis.setup.changed(operator=operator.id))
        for operator in going_on(document.operators, called_off)
    }
