"""Every model against something that is not the program: number of cases, worst error, as the table of docs/truth.md.

Run as ``make truth``; a few minutes. The references are a general physics engine, SciPy's integrator, optimisers and
rotations, dense matrices, sampling, and trying everything. Nothing of the program's own mechanics is used in them.
"""

from __future__ import annotations

import math
import sys
from collections.abc import Callable, Iterator
from pathlib import Path

import mujoco
import numpy as np
from scipy.integrate import solve_ivp
from scipy.optimize import linprog, minimize
from scipy.spatial.transform import Rotation

from equilix.keys import hand_key

ROOT = Path(__file__).parents[1]
sys.path.insert(0, str(ROOT))

from tests.core.builders import analysed, box, document, free, random_rig  # noqa: E402
from tests.core.test_gimbal import random_chain  # noqa: E402
from tests.core.test_mass_properties import bodies  # noqa: E402
from tests.core.test_planner_optimum import not_worse, rank  # noqa: E402
from tests.core.test_sled import dropped_in_engine  # noqa: E402
from tests.core.test_turns import arm  # noqa: E402
from tests.core.test_uncertainty import dense, random_data  # noqa: E402
from tests.core.test_worn import RIGS, engine_back_nm, frame_of, rig  # noqa: E402

from equilix.analysis import Analysis, analyse  # noqa: E402 - the tests' builders lie beside, not installed
from equilix.carry.axes import down_when_turned  # noqa: E402
from equilix.carry.hanging import attitude_rad  # noqa: E402
from equilix.constants import STANDARD_GRAVITY_M_S2 as G  # noqa: E402
from equilix.demo import lighthouse  # noqa: E402
from equilix.edits import carrying, kit, rigging  # noqa: E402
from equilix.fit.fit import Fit  # noqa: E402
from equilix.kit.parts import Anchor  # noqa: E402
from equilix.mechanics.beams import sags_m, slopes_rad, tube_area_moment_m4  # noqa: E402
from equilix.mechanics.bearing import bearing_pressure_pa  # noqa: E402
from equilix.mechanics.contact import Bearing, Hand, Lever, hold, skew  # noqa: E402
from equilix.mechanics.joints import gravity_torques_nm  # noqa: E402
from equilix.mechanics.mass_properties import combine, rotated  # noqa: E402
from equilix.mechanics.pendulum import drop_time_s  # noqa: E402
from equilix.mechanics.tipping import standing  # noqa: E402
from equilix.mechanics.vibration import answer, natural_hz  # noqa: E402
from equilix.mechanics.weighing import height_from_tilt, two_supports  # noqa: E402
from equilix.planner.moves import find_slides  # noqa: E402
from equilix.planner.programme import solve  # noqa: E402
from equilix.planner.schools import plan, plans  # noqa: E402
from equilix.rig.clearance import free_travel  # noqa: E402

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


@row("all", "mass, centre of gravity", "physics engine", "m")
def mass_properties() -> Errors:
    """Random bodies as children of one; subtree centre of mass."""
    for seed in range(200):
        masses, places, tensors = bodies(seed)
        ours = combine(masses, places, tensors)
        children = "".join(
            f"<body pos='{' '.join(map(repr, p.tolist()))}'><inertial pos='0 0 0' mass='{m!r}' "
            "diaginertia='.01 .01 .01'/></body>"
            for m, p in zip(masses.tolist(), places, strict=True)
        )
        tiny = "<inertial pos='0 0 0' mass='1e-12' diaginertia='1e-12 1e-12 1e-12'/>"
        _, data = engine(f"<body><freejoint/>{tiny}{children}</body>")
        yield float(np.abs(data.subtree_com[1] - ours.cg_m).max())


@row("all", "inertia tensor", "eight Gauss points a body, summed", "share")
def inertia() -> Errors:
    """Boxes as clouds of points on a grid with the boxes' own second moments (Gauss points)."""
    rng = np.random.default_rng(1)
    gauss = np.array((-1.0, 1.0)) / math.sqrt(3)
    grid = np.array([(x, y, z) for x in gauss for y in gauss for z in gauss])
    for _ in range(200):
        count = 6
        masses, sides = rng.uniform(0.05, 3, count), rng.uniform(0.02, 0.3, (count, 3))
        places, turns = rng.uniform(-0.4, 0.4, (count, 3)), Rotation.random(count, rng)
        squares = sides**2
        diagonal = (squares.sum(axis=1)[:, None] - squares) / 12 * masses[:, None]
        tensors = np.zeros((count, 3, 3))
        tensors[:, range(3), range(3)] = diagonal
        ours = combine(masses, places, rotated(tensors, turns.as_matrix()))
        points = np.concatenate([p + t.apply(grid * s / 2) for p, t, s in zip(places, turns, sides, strict=True)])
        each = np.repeat(masses / 8, 8)
        cg = each @ points / each.sum()
        off = points - cg
        spread = (off * each[:, None]).T @ off
        theirs = np.eye(3) * np.trace(spread) - spread
        yield float(np.abs(theirs - ours.inertia_kg_m2).max() / np.abs(theirs).max())


@row("all", "uncertainty with readings", "dense Kalman update", "share")
def uncertainty() -> Errors:
    """Random data, 0 to 5 readings."""
    rng = np.random.default_rng(2)
    for k in range(120):
        data = random_data(rng, 9, k % 6)
        flat = (gradients := rng.normal(size=(4, 9, 4))).reshape(4, -1)
        expected = flat @ dense(data) @ flat.T
        yield float(np.abs(data.covariance(gradients) - expected).max() / np.abs(expected).max())


@row("all", "uncertainty of the centre of gravity", "sampling, 40,000 rigs each", "share")
def sampled() -> Errors:
    """The demo's rigs with their parts drawn from what is known of them."""
    rng = np.random.default_rng(3)
    made = lighthouse()
    for setup in made.setups:
        assembly = analyse(made, setup.changed(cables=())).assembly
        ids, which = assembly.pieces
        first = [int(np.argmax(which == k)) for k in range(len(ids))]
        sd = np.array([assembly.bodies[r].mass_sd_kg for r in first])
        roots = [np.linalg.cholesky(assembly.bodies[r].cg_cov_m2 + 1e-18 * np.eye(3)) for r in first]
        draws = 40_000
        masses = assembly.masses_kg + (rng.standard_normal((draws, len(ids))) * sd)[:, which]
        local = np.stack([rng.standard_normal((draws, 3)) @ root.T for root in roots], axis=1)[:, which]
        places = assembly.cgs_m + np.einsum("nij,knj->kni", assembly.rotations, local)
        x = np.einsum("kn,kn->k", masses, places[:, :, 0]) / masses.sum(axis=1)
        told = analyse(made, setup.changed(cables=())).cg_sd_m[0]
        yield float(abs(np.std(x) / told - 1))


def _in_cone(f: np.ndarray) -> np.ndarray:
    """What is left of the pyramid of friction at four corners, 0.4, inscribed in the cone."""
    pads = f.reshape(-1, 3)[:4]
    most = 0.4 / math.sqrt(2) * pads[:, 2]
    return np.concatenate((pads[:, 2], *(most - sign * pads[:, k] for k in (0, 1) for sign in (1, -1))))


def _corners() -> tuple[Bearing, ...]:
    return tuple(
        Bearing(f"pad {k}", np.array((sx * 0.06, sy * 0.04, 0.0)), np.array((0.0, 0.0, 1.0)))
        for k, (sx, sy) in enumerate(((1, 1), (1, -1), (-1, 1), (-1, -1)))
    )


def _holdings() -> Iterator[tuple[float, np.ndarray, tuple[Bearing, ...], tuple[Hand, ...]]]:
    rng = np.random.default_rng(5)
    for _ in range(300):
        cg = rng.uniform((-0.04, -0.05, 0.0), (0.28, 0.05, 0.3))
        levers = (Lever("shoulder", np.array((0.0, 0.3, 0.0)), 80.0, np.array((0.0, -5.0, 0.0))),)
        hands = (
            Hand(hand_key("left"), np.array((0.3, 0.15, -0.15)), 67.5, levers),
            Hand(hand_key("right"), np.array((0.3, -0.15, -0.15)), 60.0, ()),
        )
        yield float(rng.uniform(1, 14)), cg, _corners(), hands


@row("shoulder", "forces of pad and hands: equilibrium", "six equations, summed anew", "N, N·m")
def equilibrium() -> Errors:
    """Random rigs on a pad with two hands."""
    for mass, cg, pads, hands in _holdings():
        held = hold(mass, cg, pads, hands)
        force = sum((c.force_n for c in held.contacts), np.zeros(3)) - (0, 0, mass * G)
        moment = sum((np.cross(c.point_m - cg, c.force_n) + c.moment_nm for c in held.contacts), np.zeros(3))
        yield float(max(np.abs(force).max(), np.abs(moment).max()))


@row("shoulder", "forces of pad and hands: least effort", "SciPy, SLSQP, same objective and bounds", "share")
def least_effort() -> Errors:
    """The optimum of a general-purpose optimiser is never lower by more than this."""
    for number, (mass, cg, pads, hands) in enumerate(_holdings()):
        if number % 10:
            continue
        held = hold(mass, cg, pads, hands)
        points = np.array([b.point_m for b in pads] + [h.point_m for h in hands])
        scale = np.array([67.5, 60.0])
        lever = hands[0].levers[0]

        def effort(
            f: np.ndarray, lever: Lever = lever, points: np.ndarray = points, scale: np.ndarray = scale
        ) -> float:
            f = f.reshape(-1, 3)
            borne = lever.own_moment_nm + np.cross(points[4] - lever.point_m, f[4])
            hands_cost = ((f[4:] / scale[:, None]) ** 2).sum()
            return float(hands_cost + (borne / lever.strength_nm) @ (borne / lever.strength_nm))

        rows = np.zeros((6, 18))
        for k, p in enumerate(points):
            rows[:3, 3 * k : 3 * k + 3] = np.eye(3)
            rows[3:, 3 * k : 3 * k + 3] = skew(p - cg)
        wanted = np.array((0, 0, mass * G, 0, 0, 0))
        start = np.array([c.force_n for c in held.contacts]).ravel()
        found = minimize(
            effort, start + 0.5, method="SLSQP", options={"maxiter": 400, "ftol": 1e-12},
            constraints=[
                {"type": "eq", "fun": lambda f, rows=rows, wanted=wanted: rows @ f - wanted},
                {"type": "ineq", "fun": _in_cone},
            ],
        )  # fmt: skip
        ours = effort(start)
        if found.success:
            yield max(ours - found.fun, 0.0) / ours


@row("shoulder", "plan: one slide", "every millimetre tried", "")
def optimum() -> Errors:
    """Never worse than any place of the slide."""
    for seed in range(40):
        made = random_rig(seed)
        made = rigging.pin(rigging.pin(made, "rig", "plate", True), "rig", "rods", True)
        before = analysed(made)
        slides = find_slides(before)
        chosen = solve(before, slides)
        if chosen is None or len(slides) != 1:
            continue
        now = before.setup.by_id["bridge"].slide_m

        def ranked(at: float, made=made, before=before, now=now) -> tuple[float, ...]:  # type: ignore[no-untyped-def]
            after = analysed(rigging.slide(made, "rig", "bridge", at))
            return rank(after, before, int(abs(at - now) > 1e-6), abs(at - now) * 1000)

        ours = ranked(chosen.slides_m.get("bridge", now))
        travel = free_travel(before.assembly, "bridge")
        assert travel is not None
        for steps in range(slides[0].low, slides[0].high + 1):
            where = slides[0].to_m(steps)
            if travel.from_m - 1e-9 <= where <= travel.to_m + 1e-9:
                yield 0.0 if not_worse(ours, ranked(where)) else 1.0


@row("all", "plan: something that turns", "every tooth tried", "")
def teeth() -> Errors:
    """An arm with a weight swung over a pad: no place that rests is nearer to the middle."""
    rng = np.random.default_rng(16)
    for _ in range(12):
        made = arm()
        made = kit.change_part(made, "far", mass_kg=float(rng.uniform(0.5, 0.9)))
        before = analyse(made, made.setups[0])
        found = plan("move", made, before)
        if not found.works:
            continue

        def beyond(a: Analysis) -> float:
            return sum(max(abs(c.value_m) - c.balance.target_m, 0.0) / c.balance.tolerance_m for c in a.conditions)

        for k in range(-6, 7):
            turned = rigging.turn(made, made.setups[0].id, "far", k * math.radians(15))
            other = analyse(turned, turned.setups[0])
            if other.status == "rests" and k:
                yield float(beyond(other) < beyond(found.after) - 1e-6)


@row("all", "cables: mass along their way", "200 small masses on every piece", "m")
def cables() -> Errors:
    """The centre of gravity of the demo's rigs with heavy cables."""
    made = lighthouse()
    for setup in made.setups:
        if not setup.cables:
            continue
        bare = analyse(made, setup.changed(cables=()))
        heavy = tuple(cable.changed(mass_kg=0.4) for cable in setup.cables)
        loaded = analyse(made, setup.changed(cables=heavy))
        mass, first = bare.mass.mass_kg, bare.mass.mass_kg * bare.mass.cg_m
        for cable in heavy:
            way = loaded.assembly.routes[cable.id]
            sizes = np.linalg.norm(way.ends - way.starts, axis=1)
            for start, end, size in zip(way.starts, way.ends, sizes, strict=True):
                at = (start + ((np.arange(200) + 0.5) / 200)[:, None] * (end - start)).mean(axis=0)
                mass, first = mass + 0.4 * size / sizes.sum(), first + 0.4 * size / sizes.sum() * at
        yield float(np.abs(loaded.mass.cg_m - first / mass).max())


@row("shoulder", "pressure where the pad bears", "the largest strip with the load in its middle, searched", "share")
def pressures() -> Errors:
    """Random loads on pads."""
    rng = np.random.default_rng(17)
    halves = (np.arange(0.00025, 0.06, 0.00025), np.arange(0.00025, 0.04, 0.00025))
    for _ in range(40):
        off = rng.uniform((-0.045, -0.025), (0.045, 0.025))
        each = [
            half[half <= size - abs(o) + 1e-9].max() for half, size, o in zip(halves, (0.06, 0.04), off, strict=True)
        ]
        yield abs(bearing_pressure_pa(90.0, off, np.array((0.12, 0.08))) * 4 * each[0] * each[1] / 90.0 - 1)


@row("all", "a plan's promise", "its steps carried out one by one", "m")
def promises() -> Errors:
    """Every plan of every demo rig."""
    made = lighthouse()
    for setup in made.setups:
        for found in plans(made, setup.id):
            after = analyse(done := found.apply(made), done.setups_by_id[setup.id])
            for condition in after.conditions:
                yield abs(condition.value_m - found.promised_m[condition.balance.key])


@row("all", "why a plan fails: a track so much longer", "the track changed by that, and by 1 mm less", "")
def reasons() -> Errors:
    """Random heavy carriages on a rail that ends too soon."""
    from tests.core.test_reasons import carriage

    rng = np.random.default_rng(8)
    for _ in range(40):
        mass, end = float(rng.uniform(2, 8)), round(float(rng.uniform(0.08, 0.13)), 3)
        made = carriage(from_m=end, mass_kg=mass)
        found = plan("move", made, analyse(made, made.setups[0]))
        if found.works:
            continue
        missing = int("".join(c for c in found.remedy.split(" mm")[0] if c.isdigit()))
        for less, works in ((missing, True), (missing - 1, False)):
            trial = carriage(from_m=end - less / 1000, mass_kg=mass)
            yield float(plan("move", trial, analyse(trial, trial.setups[0])).works != works)


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


def table() -> str:
    """The rows with their worst errors, as Markdown."""
    lines = ["| way | figure | reference | cases | worst error |", "|---|---|---|---|---|"]
    for way, figure, reference, unit, cases in ROWS:
        found = list(cases())
        worst = max(found, default=math.nan)
        said = f"{sum(found):.0f} wrong" if unit == "" else f"{worst:.1e} {unit}"
        lines.append(f"| {way} | {figure} | {reference} | {len(found)} | {said} |")
        print(lines[-1], flush=True)
    return "\n".join(lines)


BEGIN, END = "<!-- made by `make truth` -->", "<!-- to here -->"


def main() -> None:
    """Write the table into docs/truth.md."""
    page = ROOT / "docs" / "truth.md"
    text = page.read_text("utf-8")
    before, _, rest = text.partition(BEGIN)
    _, _, after = rest.partition(END)
    page.write_text(f"{before}{BEGIN}\n\n{table()}\n\n{END}{after}", "utf-8")


if __name__ == "__main__":
    main()
