"""The one result object: everything a screen, the command line or a test reads about a setup.

Cheap enough to be made anew at every mouse move. Frame: the rig frame (x forward, y left, z up), SI units.
"""

from __future__ import annotations

import math
from collections.abc import Mapping, Sequence
from functools import cached_property

import numpy as np
from msgspec import Struct
from msgspec.structs import replace
from numpy.typing import NDArray

from equilix.body.figure import BodyFigure, body_figure
from equilix.body.load import Effort, Held, first_to_give_out
from equilix.body.operators import Operator
from equilix.body.posture import Stance, knees_m
from equilix.carry import WAYS
from equilix.carry.axes import Drives
from equilix.carry.carried import Carried
from equilix.carry.conditions import Balance, Condition, Figure, Situation, Status, Support, Way, evaluate, status_of
from equilix.carry.holding import grips_of, hands_on, hold_rig, rested_on
from equilix.carry.leaning import elbow_figures, leaning, posed, touches
from equilix.carry.worn import efforts_of
from equilix.constants import STANDARD_GRAVITY_M_S2
from equilix.document import Document
from equilix.keys import BodyPosture, Side
from equilix.kit.parts import Part
from equilix.kit.readings import Reading
from equilix.mechanics.contact import Holding
from equilix.mechanics.mass_properties import MassProperties
from equilix.mechanics.tipping import Lying, Standing, faces_to_lie_on, standing
from equilix.mechanics.uncertainty import Data
from equilix.rig.kinematics import Assembly, assemble, payload_ids
from equilix.rig.setups import Setup

Array = NDArray[np.float64]

AIM_LIMIT_RAD = np.pi / 3
"""The lens is tilted by up to this each way in the aim curve."""


class Analysis(Struct, frozen=True, dict=True):
    """A setup with one operator, analysed."""

    carried: Carried
    way: Way
    data: Data
    """How surely the parts' masses and CGs are known."""
    support: Support | None
    conditions: tuple[Condition, ...]
    stance: Stance | None
    arms: tuple[Held, ...]
    holding: Holding
    efforts: tuple[Effort, ...]
    status: Status
    rested: tuple[str, ...] = ()
    """The sides whose fist rests on a knee."""

    @property
    def setup(self) -> Setup:
        """The setup."""
        return self.carried.setup

    @property
    def posture(self) -> BodyPosture:
        """How the operator is placed."""
        return self.way.posture_of(self.setup)

    @property
    def knees_m(self) -> dict[Side, Array]:
        """The knees ``(3,)`` that a fist can rest on."""
        if self.stance is None or not self.way.fists_on_knees:
            return {}
        return knees_m(self.operator, self.stance, self.posture)

    @cached_property
    def figure(self) -> BodyFigure | None:
        """Where all of the operator's body is; None where nobody stands."""
        if self.stance is None:
            return None
        return body_figure(self.operator, self.stance, tuple(held.arm for held in self.arms), self.posture)

    @property
    def operator(self) -> Operator:
        """Who carries it."""
        return self.carried.operator

    @property
    def assembly(self) -> Assembly:
        """The parts in their places."""
        return self.carried.assembly

    @property
    def mass(self) -> MassProperties:
        """Mass, CG and inertia of the whole."""
        return self.carried.mass

    @property
    def weight_n(self) -> float:
        """Weight of the rig, N."""
        return self.carried.weight_n

    @property
    def situation(self) -> Situation | None:
        """The rig on its support; None where nothing carries it."""
        if self.support is None or self.stance is None:
            return None
        return Situation(self.carried, self.support, self.conditions, self.status, self.holding, self.stance)

    @cached_property
    def figures(self) -> tuple[Figure, ...]:
        """What the way of carrying has to say in figures, and what is leaned on."""
        if self.situation is None or self.stance is None:
            return ()
        leans = tuple(touch.figure() for touch in touches(self.carried, self.way, self.stance))
        return (*self.way.figures(self.situation), *leans, *elbow_figures(self.carried, self.way, self.arms))

    @property
    def drives(self) -> Drives:
        """Its motor-driven axes; none without a gimbal."""
        return self.carried.drives

    @cached_property
    def _put_down(self) -> tuple[Array, NDArray[np.intp], Array]:
        """Corners ``(k, 3)`` of what comes along to a table, the row ``(k,)`` of each, and its CG; the head stays."""
        if not self.assembly.ids:
            return np.zeros((0, 3)), np.zeros(0, np.intp), np.zeros(3)
        comes = payload_ids(self.assembly)
        corners, rows = self.assembly.corners_m
        kept = np.isin(rows, [self.assembly.index[each] for each in comes])
        cg = self.assembly.mass_properties(comes).cg_m if comes else np.zeros(3)
        return corners[kept], rows[kept], cg

    @cached_property
    def on_table(self) -> Standing | None:
        """How it stands on a table as it is drawn; None for an empty setup."""
        corners, _, cg = self._put_down
        return standing(corners, cg) if len(corners) else None

    @cached_property
    def lying(self) -> tuple[Lying, ...]:
        """The ways it can lie on a table, least leaning first. Slow at the first call: it imports SciPy."""
        corners, _, cg = self._put_down
        return tuple(faces_to_lie_on(corners, cg)) if len(corners) else ()

    @property
    def knows_how_it_lies(self) -> bool:
        """Whether that has been worked out."""
        return "lying" in self.__dict__

    def touching(self, lying: Lying) -> tuple[Part, ...]:
        """The parts that touch the table when it lies so."""
        rows = dict.fromkeys(int(row) for row in self._put_down[1][lying.touching])
        return tuple(self.assembly.parts[row] for row in rows)

    @cached_property
    def cg_cov_m2(self) -> Array:
        """Covariance ``(3, 3)`` of the CG, to first order: ``∂r/∂mᵢ = (rᵢ − r)/m`` and ``∂r/∂rᵢ = mᵢ/m``."""
        if not self.assembly.ids:
            return np.zeros((3, 3))
        by_mass = (self.assembly.cgs_m - self.mass.cg_m) / self.mass.mass_kg
        share = self.assembly.masses_kg / self.mass.mass_kg
        gradients = [self.assembly.gradient(by_mass[:, k], np.outer(share, np.eye(3)[k])) for k in range(3)]
        return self.data.covariance(np.array(gradients))

    @cached_property
    def cg_sd_m(self) -> Array:
        """Standard uncertainty ``(3,)`` of the CG."""
        return np.asarray(np.sqrt(np.diag(self.cg_cov_m2)))

    @cached_property
    def mass_sd_kg(self) -> float:
        """Standard uncertainty of the mass."""
        if not self.assembly.ids:
            return 0.0
        count = len(self.assembly.ids)
        return math.sqrt(self.data.variance(self.assembly.gradient(np.ones(count), np.zeros((count, 3)))))

    @property
    def first_to_give_out(self) -> Effort | None:
        """What tires first."""
        return first_to_give_out(self.efforts)

    @cached_property
    def worst(self) -> Condition | None:
        """The condition that is furthest outside its tolerance, or nearest to it."""
        return max(self.conditions, key=lambda c: abs(c.value_m) / c.balance.tolerance_m, default=None)

    @cached_property
    def image_plane_m(self) -> Array | None:
        """The image-plane mark ``(3,)`` of the first body that has one, rig frame; None without one."""
        for placement_id, part in zip(self.assembly.ids, self.assembly.parts, strict=True):
            if part.image_plane_m is not None:
                return self.assembly.to_rig(placement_id, part.image_plane_m)
        return None

    @cached_property
    def doubt_shares(self) -> Array:
        """Each part's share ``(n,)`` of the variance of the worst condition; they sum to 1, or are all 0."""
        if self.worst is None:
            return np.zeros(len(self.assembly.ids))
        total = float(self.worst.variances_m2.sum())
        return np.asarray(self.worst.variances_m2 / total if total > 0 else self.worst.variances_m2)

    @cached_property
    def fore_aft(self) -> Condition | None:
        """The first condition that is told from the side: the one the beam and the plumb line show."""
        return next((c for c in self.conditions if abs(float(c.balance.direction[0])) > 0.7), None)

    @cached_property
    def weighed(self) -> NDArray[np.bool_]:
        """The parts ``(n,)`` whose weight that condition counts: all, or what turns on an axis."""
        members = None if self.fore_aft is None else self.fore_aft.balance.members
        return np.array([members is None or each in members for each in self.assembly.ids], dtype=bool)

    @cached_property
    def weighed_cg_m(self) -> Array:
        """Their CG ``(3,)``."""
        return np.asarray(self.assembly.masses_kg * self.weighed @ self.assembly.cgs_m / self._weighed_kg)

    @property
    def _weighed_kg(self) -> float:
        return float(self.assembly.masses_kg @ self.weighed)

    @cached_property
    def moments_nm(self) -> Array:
        """Each part's forward moment ``(n,)`` about the middle of the support, N·m; negative is backward.

        0 for a part that the support does not have to balance.
        """
        middle = 0.0 if self.support is None else self.support.datum_m[0]
        arms = (self.assembly.cgs_m[:, 0] - middle) * self.weighed
        return np.asarray(self.assembly.masses_kg * arms * STANDARD_GRAVITY_M_S2)

    @property
    def forward_nm(self) -> float:
        """All forward moments together, N·m."""
        return float(np.maximum(self.moments_nm, 0.0).sum())

    @property
    def back_nm(self) -> float:
        """All backward moments together, N·m, positive."""
        return float(np.maximum(-self.moments_nm, 0.0).sum())

    @property
    def free_moment_nm(self) -> float:
        """The moment about the support that does no harm: that of a CG at the edge, or at the end of the tolerance."""
        if self.fore_aft is None:
            return 0.0
        balance = self.fore_aft.balance
        room = balance.edge_m if 0 < balance.edge_m < np.inf else balance.tolerance_m
        return float(room * self._weighed_kg * STANDARD_GRAVITY_M_S2)

    @property
    def height_over_support_m(self) -> float:
        """How far the CG is over what it turns about; below 0 the rig comes back by itself when it is tilted."""
        return 0.0 if self.support is None else float(self.weighed_cg_m[2] - self.support.axis_m[2])

    @cached_property
    def suspect(self) -> tuple[Part, float] | None:
        """The part behind most of the uncertainty of the worst condition, and its share of the variance."""
        if self.worst is None or not self.doubt_shares.any():
            return None
        which = self.assembly.pieces[1]
        shares = np.bincount(which, self.doubt_shares)
        most = int(np.argmax(shares))
        return self.assembly.parts[int(np.argmax(which == most))], float(shares[most])

    @cached_property
    def surest(self) -> Condition | None:
        """The worst condition when the part behind most of its doubt has been weighed and balanced on a finger.

        As if both were as they are thought to be: for saying beforehand how much surer that makes the rig. None where
        nothing is in doubt.
        """
        if self.worst is None or self.suspect is None:
            return None
        part = self.suspect[0]
        cg = tuple(part.body().cg_m.tolist())
        known = part.changed(mass_how="weighed", mass_sd_kg=None, cg_m=cg, cg_sd_m=None, balance=())
        left = [r for r in self.carried.readings if all(term.part != part.id for term in r.terms)]
        assembly = assemble(self.setup, {**self.carried.kit, part.id: known})
        return evaluate(self.worst.balance, assembly, assembly.data(left))

    def aim_curve(self, angles_rad: Array) -> Array:
        """Moment ``(k,)`` in N·m about what it turns about, with the lens tilted up by ``angles_rad`` (k,).

        Positive nods forward. With the CG at (x, z) from the axis, tilting up by θ brings it to ``x cos θ − z sin θ``:
        a high CG falls back when the lens looks up. A head turns about its tilt axis, which is below its plate, and its
        counterbalance gives back ``c sin θ``.
        """
        if self.support is None:
            return np.zeros_like(angles_rad)
        x, _, z = self.weighed_cg_m - self.support.axis_m
        weight = self._weighed_kg * STANDARD_GRAVITY_M_S2
        counter = self.support.counterbalance_nm * np.sin(angles_rad)
        return np.asarray(weight * (x * np.cos(angles_rad) - z * np.sin(angles_rad)) + counter)


def analyse(document: Document, setup: Setup) -> Analysis:
    """Analyse one setup of a document with the operator it names."""
    operator = document.operator_of(setup)
    return analyse_with(document.parts_by_id, setup, operator, document.rules, document.readings)


def analyse_with(
    parts: Mapping[str, Part],
    setup: Setup,
    operator: Operator,
    rules: Mapping[str, float] | None = None,
    readings: Sequence[Reading] = (),
) -> Analysis:
    """Analyse a setup made of ``parts``. The setup must have passed :func:`equilix.faults.setup_faults`.

    An empty setup is legal: its mass is 0 and nothing supports it.
    """
    way = WAYS[setup.carry]
    assembly = assemble(setup, parts)
    bearer = parts.get(setup.borne_by or "")
    if not assembly.ids:
        nothing = MassProperties(0.0, np.zeros(3), np.zeros((3, 3)))
        empty = Carried(setup, assembly, nothing, operator, bearer, (), parts, rules or {}, tuple(readings))
        return _unsupported(empty, way, assembly.data(()), falls=False)
    mass = assembly.mass_properties()
    carried = Carried(setup, assembly, mass, operator, bearer, grips_of(assembly), parts, rules or {}, tuple(readings))
    data = assembly.data(readings)
    support = way.support(carried)
    if support is None:
        return _unsupported(carried, way, data, falls=True)
    balances = (_aimed(balance, carried.rules) for balance in way.balances(carried, support))
    conditions = tuple(evaluate(balance, assembly, data) for balance in balances)
    stance = posed(carried, way, way.stance(carried, support))
    support = leaning(support, touches(carried, way, stance))
    rested = rested_on(carried, way, stance)
    hands, held = hands_on(carried, way, support, stance, support.places(carried), rested)
    holding = hold_rig(mass.mass_kg, mass.cg_m, support, hands)
    status = status_of(conditions)
    return Analysis(
        carried, way, data, support, conditions, stance, held, holding,
        efforts_of(carried, way, support, stance, hands, held, holding, rested), status, rested,
    )  # fmt: skip


def _aimed(balance: Balance, rules: Mapping[str, float]) -> Balance:
    """With the document's own rules for how near the middle is right."""
    if "target_share" in rules:
        balance = replace(balance, target_share=min(rules["target_share"], 1.0))
    if "target_shoulder_m" in rules and balance.most_target_m < np.inf:
        balance = replace(balance, most_target_m=rules["target_shoulder_m"])
    return balance


def _unsupported(carried: Carried, way: Way, data: Data, *, falls: bool) -> Analysis:
    return Analysis(carried, way, data, None, (), None, (), Holding((), falls=falls), (), "unsupported")
