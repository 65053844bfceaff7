"""Small rigs for the tests: plain boxes in free places, and random rigs with a pad, rods and slides."""

from __future__ import annotations

import numpy as np

from equilix.analysis import Analysis, analyse
from equilix.body.operators import Operator
from equilix.change.lens_table import Cell, Column, cell_of, column_of
from equilix.demo import lighthouse
from equilix.document import Document, empty
from equilix.edits import kit
from equilix.kit.catalogue import make_part
from equilix.kit.mounts import MountPoint, Track
from equilix.kit.parts import Grip, Pad, Part
from equilix.kit.solids import Box
from equilix.rig.setups import Placement, Pose, Setup

PERSON = Operator(id="p", name="Person", stature_m=1.76, mass_kg=78.0)


def box(key: str, mass_kg: float, size_m: tuple[float, float, float] = (0.1, 0.1, 0.1), **more: object) -> Part:
    """A plain box around its origin, weighed."""
    return Part(id=key, name=key, mass_kg=mass_kg, solids=(Box(size_m=size_m),), **more)


def padded(key: str, mass_kg: float, pad_x_m: float = 0.0, hands: bool = True) -> Part:
    """A box with a pad under it and, if wanted, two handles in front at y = ±150 mm."""
    grips = tuple(
        Grip(name=name, position_m=(0.30, y, -0.12), axis=(0, 0, 1)) for name, y in (("a", 0.15), ("b", -0.15))
    )
    return box(key, mass_kg, (0.3, 0.1, 0.04), pad=Pad(centre_m=(pad_x_m, 0, -0.02)), grips=grips if hands else ())


def document(parts: list[Part], placements: list[Placement], operator: Operator = PERSON) -> Document:
    """A document of one setup called ``rig``."""
    setup = Setup(id="rig", name="Rig", operator=operator.id, placements=tuple(placements))
    return Document(
        format="equilix", version=2, parts=tuple(parts), operators=(operator,), setups=(setup,), current="rig"
    )


def free(key: str, part: str, x: float = 0.0, y: float = 0.0, z: float = 0.0) -> Placement:
    """A free placement without rotation."""
    return Placement(id=key, part=part, pose=Pose(position_m=(x, y, z)))


def analysed(made: Document) -> Analysis:
    """The analysis of the one setup."""
    return analyse(made, made.setups[0])


def scene(key: str, made: Document | None = None) -> Analysis:
    """The analysis of a setup of the demo, or of a document made from it."""
    made = lighthouse() if made is None else made
    return analyse(made, made.setups_by_id[key])


def one_part(kind: str = "block", **more: object) -> tuple[Document, str]:
    """A document with one part and no setup, and its id: 1 kg, 200 × 100 × 60 mm."""
    return kit.add_part(empty(), "thing", kind, 1.0, (0.2, 0.1, 0.06), **more)


def balanced_on_pad(cg_x_m: float, cg_y_m: float = 0.0, mass_kg: float = 8.0, hands: bool = True) -> Document:
    """A base with a pad at the origin and one box that puts the common CG at the given place over the pad."""
    base, load = padded("base", 1.0, hands=hands), box("load", mass_kg - 1.0)
    lever = mass_kg / (mass_kg - 1.0)
    return document(
        [base, load], [Placement(id="base", part="base"), free("load", "load", cg_x_m * lever, cg_y_m * lever, 0.1)]
    )


def random_rig(seed: int) -> Document:
    """A shoulder rig with random masses and places: a camera on a slide, rods at the rear with a battery, a kit."""
    rng = np.random.default_rng(seed)

    def between(low: float, high: float) -> float:
        return float(rng.uniform(low, high))

    parts = [
        make_part("base", "base", "shoulder-base", between(0.8, 1.5), (0.34, 0.09, 0.05)),
        make_part("bridge", "bridge", "bridge-plate", between(0.3, 0.5)),
        make_part("body", "body", "body", between(1.0, 3.0)),
        make_part("lens", "lens", "lens", between(0.4, 2.0)),
        make_part("box", "matte box", "matte-box", between(0.2, 0.7), needed=False),
        make_part("rods", "rods", "rods", between(0.15, 0.3), (0.35, 0.075, 0.015)),
        make_part("plate", "plate", "battery-plate", between(0.2, 0.3)),
        make_part("small", "small battery", "battery", between(0.4, 0.8), energy_wh=90),
        make_part("large", "large battery", "battery", between(0.9, 1.6), energy_wh=150),
        make_part("weight", "weight", "counterweight", between(0.2, 0.6), quantity=int(rng.integers(1, 4))),
    ]
    placements = [
        Placement(id="base", part="base"),
        Placement(id="bridge", part="bridge", parent="base", point="dovetail", slide_m=round(between(-0.1, 0.14), 3)),
        Placement(id="body", part="body", parent="bridge", point="camera screw"),
        Placement(id="lens", part="lens", parent="body", point="lens mount"),
        Placement(id="box", part="box", parent="lens", point="front ring"),
        Placement(id="rods", part="rods", parent="base", point="rear socket", slide_m=-0.13),
        Placement(id="plate", part="plate", parent="rods", point="rods", slide_m=round(between(-0.1, 0.02), 3)),
        Placement(id="battery", part="small", parent="plate", point="battery"),
    ]  # fmt: skip
    return document(parts, placements)


def many_parts(count: int) -> Document:
    """A rig of ``count`` parts: small weights side by side on one long rail, none of them in another's room."""
    rail = MountPoint(name="rail", kind="rail", position_m=(0, 0, 0.02), track=Track(from_m=-5.0, to_m=5.0))
    foot = MountPoint(name="foot", kind="rail", position_m=(0, 0, -0.01), direction=(0, 0, -1))
    base = padded("base", 1.0).changed(offers=(rail,))
    weights = [
        box(f"w{k}", 0.1, (0.008, 0.02, 0.02), hangs_by=(foot,), quantity=99) for k in range((count - 1) // 99 + 1)
    ]
    places = [
        Placement(id=f"x{k}", part=f"w{k // 99}", parent="base", point="rail", by="foot", slide_m=-4.99 + 0.00998 * k)
        for k in range(count - 1)
    ]
    return document([base, *weights], [Placement(id="base", part="base"), *places])


def assert_in_equilibrium(analysis: Analysis) -> None:
    """Forces and moments of all contacts and of the weight sum to nothing, about any point, to 1e-6 N and N·m."""
    holding = analysis.holding
    assert holding.weight_at_m is not None
    weight = np.array((0.0, 0.0, -analysis.weight_n))
    force = sum((c.force_n for c in holding.contacts), weight)
    about = np.array((0.3, -0.2, 0.1))
    moment = np.cross(holding.weight_at_m - about, weight)
    for each in holding.contacts:
        moment = moment + np.cross(each.point_m - about, each.force_n) + each.moment_nm
    np.testing.assert_allclose(force, 0, atol=1e-6)
    np.testing.assert_allclose(moment, 0, atol=1e-6)


def column(document: Document, setup_id: str) -> tuple[Column, list[Cell]]:
    """One column of the lens table with its cells."""
    made = column_of(document, document.setups_by_id[setup_id])
    return made, [cell_of(document, made, lens.id) for lens in document.lenses]
