"""The one result object: everything a screen, the command line or a test reads about a setup.

Cheap enough to be made anew at every mouse move. Frame: the rig frame (x forward, y left, z up), SI units.
"""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass
from functools import cached_property

import numpy as np
from numpy.typing import NDArray

from equilix.body.load import Effort, Held, efforts, first_to_give_out, hands_for
from equilix.body.operators import Operator
from equilix.body.posture import Stance, stance_under_pad
from equilix.carry import WAYS
from equilix.carry.conditions import Condition, Status, Support, Way, evaluate
from equilix.constants import STANDARD_GRAVITY_M_S2
from equilix.document import Document
from equilix.kit.parts import Grip, Part
from equilix.mechanics.contact import Holding, hold
from equilix.mechanics.mass_properties import MassProperties, cg_covariance_terms
from equilix.rig.kinematics import Assembly, assemble
from equilix.rig.setups import Setup
from equilix.units import Display

Array = NDArray[np.float64]

AIM_LIMIT_RAD = np.pi / 3
"""The lens is tilted by up to this each way in the aim curve."""


@dataclass(frozen=True)
class Analysis:
    """A setup with one operator, analysed."""

    setup: Setup
    operator: Operator
    way: Way
    display: Display
    assembly: Assembly
    mass: MassProperties
    cg_cov_terms_m2: Array
    """Each part's share ``(n, 3, 3)`` of the covariance of the CG."""
    support: Support | None
    conditions: tuple[Condition, ...]
    stance: Stance | None
    arms: tuple[Held, ...]
    holding: Holding
    efforts: tuple[Effort, ...]
    status: Status

    @property
    def weight_n(self) -> float:
        """Weight of the rig, N."""
        return self.mass.mass_kg * STANDARD_GRAVITY_M_S2

    @cached_property
    def cg_cov_m2(self) -> Array:
        """Covariance ``(3, 3)`` of the CG."""
        return np.asarray(self.cg_cov_terms_m2.sum(axis=0))

    @cached_property
    def cg_sd_m(self) -> Array:
        """Standard uncertainty ``(3,)`` of the CG."""
        return np.asarray(np.sqrt(np.diag(self.cg_cov_m2)))

    @cached_property
    def mass_sd_kg(self) -> float:
        """Standard uncertainty of the mass."""
        return float(np.sqrt((self.assembly.mass_sd_kg**2).sum()))

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
        d = self.worst.balance.direction
        variances = np.einsum("i,nij,j->n", d, self.cg_cov_terms_m2, d)
        total = float(variances.sum())
        return np.asarray(variances / total if total > 0 else variances)

    @cached_property
    def moments_nm(self) -> Array:
        """Each part's forward moment ``(n,)`` about the middle of the support, N·m; negative is backward."""
        middle = 0.0 if self.support is None else self.support.centre_m[0]
        return np.asarray(self.assembly.masses_kg * (self.assembly.cgs_m[:, 0] - middle) * STANDARD_GRAVITY_M_S2)

    @property
    def past_edge_nm(self) -> float:
        """Moment that makes the rig fall about the nearest edge of the support in the worst condition; else 0."""
        if self.worst is None:
            return 0.0
        return max(abs(self.worst.value_m) - self.worst.balance.edge_m, 0.0) * self.weight_n

    @cached_property
    def suspect(self) -> tuple[Part, float] | None:
        """The part behind most of the uncertainty of the worst condition, and its share of the variance."""
        if self.worst is None or not self.doubt_shares.any():
            return None
        row = int(np.argmax(self.doubt_shares))
        return self.assembly.parts[row], float(self.doubt_shares[row])

    def aim_curve(self, angles_rad: Array) -> Array:
        """Moment ``(k,)`` in N·m about the middle of the support with the lens tilted up by ``angles_rad`` (k,).

        Positive nods forward. With the CG at (x, z) from the support, tilting up by θ brings it to
        ``x cos θ − z sin θ``: a high CG falls back when the lens looks up.
        """
        if self.support is None:
            return np.zeros_like(angles_rad)
        x, _, z = self.mass.cg_m - self.support.centre_m
        return np.asarray(self.weight_n * (x * np.cos(angles_rad) - z * np.sin(angles_rad)))


def analyse(document: Document, setup: Setup) -> Analysis:
    """Analyse one setup of a document with the operator it names."""
    return analyse_with(document.parts_by_id, setup, document.operator_of(setup), document.display)


def analyse_with(parts: Mapping[str, Part], setup: Setup, operator: Operator, display: Display = "metric") -> Analysis:
    """Analyse a setup made of ``parts``. The setup must have passed :func:`equilix.check.setup_faults`.

    An empty setup is legal: its mass is 0 and nothing supports it.
    """
    way = WAYS[setup.carry]
    assembly = assemble(setup, parts)
    if not assembly.ids:
        nothing = MassProperties(0.0, np.zeros(3), np.zeros((3, 3)))
        return Analysis(
            setup, operator, way, display, assembly, nothing, np.zeros((0, 3, 3)),
            None, (), None, (), Holding((), falls=False), (), "unsupported",
        )  # fmt: skip
    mass = assembly.mass_properties()
    terms = cg_covariance_terms(
        assembly.masses_kg, assembly.cgs_m, assembly.mass_sd_kg, assembly.cg_cov_m2, mass.mass_kg, mass.cg_m
    )
    support = way.support(assembly)
    if support is None:
        return Analysis(
            setup, operator, way, display, assembly, mass, terms, None, (), None, (), Holding((), falls=True), (),
            "unsupported",
        )  # fmt: skip
    covariance = terms.sum(axis=0)
    conditions = tuple(
        evaluate(balance, mass, covariance, "the middle of the pad", display)
        for balance in way.balances(assembly, support)
    )
    stance = stance_under_pad(operator, support.centre_m)
    hands, held = hands_for(operator, stance.shoulders_m, _grips(assembly))
    holding = hold(mass.mass_kg, mass.cg_m, support.corners_m, hands)
    return Analysis(
        setup, operator, way, display, assembly, mass, terms, support, conditions, stance, held, holding,
        efforts(operator, hands, held, holding.contacts), _status(conditions),
    )  # fmt: skip


def _grips(assembly: Assembly) -> list[tuple[Grip, str, Array, Array]]:
    found = []
    for row, (placement_id, part) in enumerate(zip(assembly.ids, assembly.parts, strict=True)):
        drawn = assembly.setup.by_id[placement_id].extension_m
        for grip in part.grips:
            point = np.array(grip.position_m)
            if grip.extends and part.telescope is not None:
                point = point + part.telescope.axis_unit * drawn
            where = assembly.to_rig(placement_id, point)
            found.append((grip, part.name, where, assembly.rotations[row] @ np.array(grip.axis)))
    return found


def _status(conditions: tuple[Condition, ...]) -> Status:
    if any(condition.falls for condition in conditions):
        return "falls"
    return "rests" if all(condition.ok for condition in conditions) else "leans"
