"""What the rows of `make truth` have in common: the table that they are put into, and the physics engine."""

from __future__ import annotations

from collections.abc import Callable, Iterator

import mujoco

from equilix.constants import STANDARD_GRAVITY_M_S2 as G

Errors = Iterator[float]
ROWS: list[tuple[str, str, str, str, Callable[[], Errors]]] = []


def row(way: str, figure: str, reference: str, unit: str) -> Callable[[Callable[[], Errors]], Callable[[], Errors]]:
    """A row of the table: its cases yield errors in ``unit``; a unit of "" counts failures."""

    def take(cases: Callable[[], Errors]) -> Callable[[], Errors]:
        ROWS.append((way, figure, reference, unit, cases))
        return cases

    return take


def engine(body: str, gravity: tuple[float, float, float] = (0, 0, -G)) -> tuple[mujoco.MjModel, mujoco.MjData]:
    """A model of the physics engine and its data, forward kinematics done."""
    pull = " ".join(map(str, gravity))
    model = mujoco.MjModel.from_xml_string(
        f"<mujoco><compiler boundmass='1e-12' boundinertia='1e-14'/><option gravity='{pull}'/>"
        f"<worldbody>{body}</worldbody></mujoco>"
    )
    data = mujoco.MjData(model)
    mujoco.mj_forward(model, data)
    return model, data
