"""Rows of `make truth` about single ways of carrying, and the bench."""

from __future__ import annotations

import math

import mujoco
import numpy as np
from scipy.integrate import solve_ivp
from scipy.optimize import linprog, minimize
from scipy.spatial.transform import Rotation
from tests.core.builders import analysed, box, document, free
from tests.core.test_gimbal import random_chain
from tests.core.test_sled import dropped_in_engine
from tests.core.test_worn import RIGS, engine_back_nm, frame_of, rig

from equilix.analysis import Analysis, analyse
from equilix.carry.axes import down_when_turned
from equilix.carry.hanging import attitude_rad
from equilix.constants import STANDARD_GRAVITY_M_S2 as G
from equilix.demo import lighthouse
from equilix.edits import carrying, kit, rigging
from equilix.fit.fit import Fit
from equilix.kit.parts import Anchor
from equilix.mechanics.beams import sags_m, slopes_rad, tube_area_moment_m4
from equilix.mechanics.joints import gravity_torques_nm
from equilix.mechanics.pendulum import drop_time_s
from equilix.mechanics.tipping import standing
from equilix.mechanics.vibration import answer, natural_hz
from equilix.mechanics.weighing import height_from_tilt, two_supports
from truth_rows import Errors, engine, row


@row("handheld, low", "one hand alone: force and wrist", "free body", "N, N·m")
def one_hand() -> Errors:
    """The workshop rig with either hand off, at random masses of its lens."""
    rng = np.random.default_rng(9)
    for _ in range(60):
        made = kit.change_part(lighthouse(), "zoom-28-80", mass_kg=float(rng.uniform(0.4, 3)))
        for alone in Fit(analyse(made, made.setups_by_id["workshop"])).letting_go.values():
            contact = next((c for c in alone.holding.contacts if c.hand), None)
            if contact is None:
                continue
            wanted = np.cross(alone.mass.cg_m - contact.point_m, (0, 0, alone.weight_n))
            yield float(max(abs(contact.force_n[2] - alone.weight_n), np.abs(contact.moment_nm - wanted).max()))


@row("low, harness", "attitude when let go", "least height of the centre of gravity, SciPy", "rad")
def hanging() -> Errors:
    """A body on a point turned until its centre of gravity is lowest; the lens's elevation then."""
    rng = np.random.default_rng(6)
    for _ in range(60):
        x, y, z = rng.uniform((-0.15, -0.1, -0.4), (0.15, 0.1, -0.05)).tolist()
        made = document(
            [box("hook", 1e-4, (0.01,) * 3, anchors=(Anchor(kind="eyelet", position_m=(0, 0, 0)),)), box("load", 4.0)],
            [free("hook", "hook"), free("load", "load", x, y, z)],
        )
        made = made.with_setup(made.setups[0].changed(carry="harness"))
        analysis = analysed(made)
        assert analysis.support is not None
        cg = analysis.mass.cg_m - analysis.support.datum_m
        found = minimize(
            lambda v, cg=cg: Rotation.from_rotvec(v).apply(cg)[2],
            np.full(3, 0.01),
            method="BFGS",
            options={"gtol": 1e-12},
        )
        lens = Rotation.from_rotvec(found.x).apply((1.0, 0, 0))
        yield abs(attitude_rad(analysis.carried, analysis.support)[0] + math.asin(lens[2]))


@row("gimbal", "torques that hold the axes", "physics engine, bias forces at rest", "N·m")
def gimbals() -> Errors:
    """Random chains at random attitudes, the base turned about random directions."""
    rng = np.random.default_rng(7)
    for _ in range(300):
        stages, angles = random_chain(rng), rng.uniform(-1.5, 1.5, 3)
        text, close, origin = "", "", np.zeros(3)
        for stage in stages:
            at, cg, origin = stage.point_m - origin, stage.cg_m - stage.point_m, stage.point_m
            text += (
                f"<body pos='{at[0]} {at[1]} {at[2]}'><joint type='hinge' axis='{stage.axis[0]} {stage.axis[1]} "
                f"{stage.axis[2]}'/><inertial pos='{cg[0]} {cg[1]} {cg[2]}' mass='{stage.mass_kg}' "
                "diaginertia='.01 .01 .01'/>"
            )
            close += "</body>"
        down = down_when_turned(float(rng.uniform(-2, 2)), rng.normal(size=3))
        model, data = engine(text + close, tuple((down * G).tolist()))  # type: ignore[arg-type]
        data.qpos[:] = angles
        mujoco.mj_forward(model, data)
        yield float(np.abs(-np.array(data.qfrc_bias) - gravity_torques_nm(stages, angles[None], down)[0]).max())


@row("vest", "drop time, forward and sideways", "physics engine, dropped", "share")
def drops() -> Errors:
    """The demo's sled with its gimbal at random heights."""
    rng = np.random.default_rng(10)
    for _ in range(6):
        made = lighthouse()
        slide = made.setups_by_id["causeway"].by_id["sled-gimbal"].slide_m - float(rng.uniform(0.0, 0.008))
        made = rigging.slide(made, "causeway", "sled-gimbal", slide)
        analysis = analyse(made, made.setups_by_id["causeway"])
        told = {f.key: f.value for f in analysis.figures}
        for way, axis in (("pitch", (0.0, 1.0, 0.0)), ("roll", (-1.0, 0.0, 0.0))):
            key = f"drop_time_{way}_s"
            if math.isfinite(told[key]):
                yield abs(dropped_in_engine(analysis, np.array(axis)) / told[key] - 1)


@row("vest", "drop time of any pendulum", "SciPy, equation of motion", "share")
def pendulums() -> Errors:
    """Random inertias, masses and distances."""
    rng = np.random.default_rng(11)
    for _ in range(60):
        inertia_, mass, below = (float(rng.uniform(a, b)) for a, b in ((0.05, 1.0), (2, 12), (0.005, 0.06)))
        k = mass * G * below / (inertia_ + mass * below**2)

        def upright(_t: float, y: np.ndarray) -> float:
            return float(y[0])

        upright.terminal = True  # type: ignore[attr-defined]
        motion = solve_ivp(
            lambda _t, y, k=k: (y[1], -k * math.sin(y[0])), (0, 60), (math.pi / 2, 0.0), events=upright, rtol=1e-10,
            atol=1e-12,
        )  # fmt: skip
        yield abs(drop_time_s(inertia_, mass, below) / float(motion.t_events[0][0]) - 1)


@row("vest", "wobble, bearing force when spun", "physics engine, constraint of a spinning hinge", "N, N·m")
def spun() -> Errors:
    """The demo's sled spun about its post: what the bearing gives besides the weight."""
    made = lighthouse()
    for back in (0.0, 0.01, 0.02, 0.03):
        moved = rigging.slide(made, "causeway", "bridge", made.setups_by_id["causeway"].by_id["bridge"].slide_m - back)
        analysis = analyse(moved, moved.setups_by_id["causeway"])
        assert analysis.support is not None
        off, tensor = analysis.mass.cg_m - analysis.support.datum_m, analysis.mass.inertia_kg_m2
        full = " ".join(f"{tensor[i, j]:.12g}" for i, j in ((0, 0), (1, 1), (2, 2), (0, 1), (0, 2), (1, 2)))
        model, data = engine(
            "<body><joint type='hinge' axis='0 0 1'/>"
            f"<inertial pos='{off[0]} {off[1]} {off[2]}' mass='{analysis.mass.mass_kg}' fullinertia='{full}'/></body>",
            (0, 0, 0),
        )
        data.qvel[0] = math.pi
        mujoco.mj_forward(model, data)
        mujoco.mj_rnePostConstraint(model, data)
        wrench = np.array(data.cfrc_int[1])  # torque, then force, about the subtree's centre of mass
        at = np.array(data.subtree_com[1])
        moment = wrench[:3] + np.cross(at, wrench[3:])
        told = {f.key: f.value for f in analysis.figures}
        yield abs(float(np.hypot(*wrench[3:5])) - told["bearing_n"])
        yield abs(float(np.hypot(*moment[:2])) - told["wobble_nm"])


@row("vest, harness", "moment at the lower back", "physics engine, inverse dynamics", "N·m")
def backs() -> Errors:
    """The worn rigs with their springs set and floating."""
    for key, setting in RIGS:
        for more in (0.0, 0.5, 1.0):
            fit = Fit(rig(key, None if setting is None else setting + more))
            assert fit.spine is not None
            yield abs(float(fit.spine.moment_nm[1]) - engine_back_nm(fit))


@row("vest, harness", "hips: the lift and the gear", "weights summed anew", "N")
def hips() -> Errors:
    """What the belt bears."""
    for key, setting in RIGS:
        found = rig(key, setting)
        assert found.carried.bearer is not None
        told = {f.key: f.value for f in found.figures}
        yield abs(frame_of(found).hips_n - told["lift_n"] - found.carried.bearer.mass_kg * G)


@row("harness, vest", "a spring that is set: equilibrium", "six equations, summed anew", "N, N·m")
def sprung() -> Errors:
    """Every scene that hangs, at settings from too weak to too strong."""
    for key in ("boat-landing", "causeway"):
        for setting in np.linspace(0, 12, 25).tolist():
            made = carrying.set_bearer(lighthouse(), key, setting)
            found = analyse(made, made.setups_by_id[key])
            if found.holding.falls or found.holding.weight_at_m is None:
                continue
            weight = np.array((0, 0, -found.weight_n))
            force = sum((c.force_n for c in found.holding.contacts), weight)
            moment = np.cross(found.holding.weight_at_m, weight)
            for c in found.holding.contacts:
                moment = moment + np.cross(c.point_m, c.force_n) + c.moment_nm
            yield float(max(np.abs(force).max(), np.abs(moment).max()))


@row("harness, vest", "steps through a spring: share, stroke, lag", "SciPy, equation of motion", "share, rad")
def steps() -> Errors:
    """Settled motion over a foot that goes up and down."""
    rng = np.random.default_rng(12)
    for _ in range(12):
        mass, stiffness, damping = (float(rng.uniform(a, b)) for a, b in ((3, 10), (30, 900), (0.1, 0.4)))
        natural, w = math.sqrt(stiffness / mass), 4 * math.pi
        c = 2 * damping * mass * natural
        begin = 60 / (damping * natural)
        times = np.linspace(begin, begin + 2, 2001)

        def moves(
            t: float, s: np.ndarray, m: float = mass, k: float = stiffness, c: float = c, w: float = w
        ) -> list[float]:
            return [s[1], (k * (math.sin(w * t) - s[0]) + c * (w * math.cos(w * t) - s[1])) / m]

        x = solve_ivp(moves, (0, times[-1]), (0, 0), t_eval=times, rtol=1e-9, atol=1e-11).y[0]
        a, b = np.linalg.lstsq(np.column_stack((np.sin(w * times), np.cos(w * times))), x, rcond=None)[0]
        told = answer(2.0, natural_hz(stiffness, mass), damping)
        yield abs(told.through - math.hypot(a, b))
        yield abs(told.stroke - math.hypot(a - 1, b))
        yield abs(math.remainder(told.lag_rad - math.atan2(-b, a), 2 * math.pi))


@row("tripod, table", "least tip angle", "linear programme for the support, SciPy, 720 directions", "rad")
def tips() -> Errors:
    """Random feet: in each direction the steepest tilt at which the weight can still be borne by pushing feet."""
    rng = np.random.default_rng(13)
    for _ in range(30):
        feet = np.column_stack((rng.uniform(-0.2, 0.2, (7, 2)), np.zeros(7)))
        weights = rng.dirichlet(np.ones(7))
        cg = np.array((*(weights @ feet[:, :2]), 0.18))
        found = math.inf
        for turn in np.linspace(0, 2 * math.pi, 720, endpoint=False).tolist():
            way = np.array((math.cos(turn), math.sin(turn)))
            # the farthest that the point under the centre can be moved so: a combination of the feet
            answer_ = linprog(
                np.r_[np.zeros(7), -1.0],
                A_eq=np.vstack((np.column_stack((feet[:, :2].T, -way)), np.r_[np.ones(7), 0.0])),
                b_eq=np.r_[cg[:2], 1.0], bounds=[(0, None)] * 8,
            )  # fmt: skip
            found = min(found, math.atan2(answer_.x[-1], cg[2]))
        yield abs(standing(np.vstack((feet, (0, 0, 0.3))), cg).least_rad - found)


@row("tripod, all", "moment over the aim", "the rig turned by SciPy about its axis", "N·m")
def aims() -> Errors:
    """Every rig that is tilted by hand or on a head."""
    made = lighthouse()
    for setup in made.setups:
        analysis: Analysis = analyse(made, setup)
        if analysis.support is None:
            continue
        for aim in np.radians((-60, -30, 10, 45)).tolist():
            turn = Rotation.from_rotvec((0, -aim, 0))
            there = turn.apply(analysis.weighed_cg_m - analysis.support.axis_m)
            kg = float(analysis.assembly.masses_kg @ analysis.weighed)
            told = float(analysis.aim_curve(np.array([aim]))[0])
            yield abs(told - kg * G * there[0] - analysis.support.counterbalance_nm * math.sin(aim))


@row("check", "rods: sag and slope", "the moment integrated twice, 40,000 pieces", "share")
def tubes() -> Errors:
    """A cantilever with point loads: SciPy integrates the moment twice."""
    rng = np.random.default_rng(14)
    area = tube_area_moment_m4(0.015, 0.012)
    for _ in range(40):
        places, forces = np.sort(rng.uniform(0.05, 0.4, 3)), rng.uniform(1, 20, 3)
        x = np.linspace(0, places[-1], 40_001)
        moment = np.maximum(places[:, None] - x[None], 0.0).T @ forces
        curve = moment / (69e9 * area)
        step = x[1] - x[0]
        slope = np.concatenate(([0.0], np.cumsum((curve[1:] + curve[:-1]) / 2 * step)))
        sag = np.concatenate(([0.0], np.cumsum((slope[1:] + slope[:-1]) / 2 * step)))
        yield abs(sags_m(forces, places, 69e9, area)[-1] / sag[-1] - 1)
        yield abs(slopes_rad(forces, places, 69e9, area)[-1] / slope[-1] - 1)


@row("bench", "weighed on two supports, level and tilted", "six equations of a turned body", "m")
def weighings() -> Errors:
    """Random bodies and supports."""
    rng = np.random.default_rng(15)
    for _ in range(200):
        x, z, mass, tilt = (float(rng.uniform(a, b)) for a, b in ((-0.3, 0.4), (0.02, 0.4), (0.5, 25), (0.1, 0.8)))
        places = (-0.3, 0.35)

        def readings(theta: float, x: float = x, z: float = z, mass: float = mass) -> tuple[float, float]:
            turn = Rotation.from_rotvec((0, -theta, 0))
            at = [turn.apply((p, 0, 0)) for p in (-0.3, 0.35)]
            rows_ = np.array([[1.0, 1.0], [np.cross(p, (0, 0, 1.0))[1] for p in at]])
            pull = np.cross(turn.apply((x, 0, z)), (0, 0, -mass * G))[1]
            first, second = np.linalg.solve(rows_, [mass * G, -pull]) / G
            return float(first), float(second)

        level = two_supports(readings(0.0), places)
        yield max(abs(level.place_m - x), abs(height_from_tilt(level, readings(tilt), places, tilt).place_m - z))
