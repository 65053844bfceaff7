"""Rows of `make truth` about every rig: masses, doubt, contact forces, plans."""

from __future__ import annotations

import math
from collections.abc import Iterator

import numpy as np
from scipy.optimize import minimize
from scipy.spatial.transform import Rotation
from tests.core.builders import analysed, random_rig
from tests.core.test_mass_properties import bodies
from tests.core.test_planner_optimum import not_worse, rank
from tests.core.test_turns import arm
from tests.core.test_uncertainty import dense, random_data

from equilix.analysis import Analysis, analyse
from equilix.constants import STANDARD_GRAVITY_M_S2 as G
from equilix.demo import lighthouse
from equilix.edits import kit, rigging
from equilix.keys import hand_key
from equilix.mechanics.bearing import bearing_pressure_pa
from equilix.mechanics.contact import Bearing, Hand, Lever, hold, skew
from equilix.mechanics.mass_properties import combine, rotated
from equilix.planner.moves import find_slides
from equilix.planner.programme import solve
from equilix.planner.schools import plan, plans
from equilix.rig.clearance import free_travel
from truth_rows import Errors, engine, row


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
