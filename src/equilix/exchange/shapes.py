"""A rig in space for other programs: glTF with masses, STL of a part. What writes them is loaded when they are.

glTF 2.0 (Khronos, 3.4): metres, +Y up, +Z ahead, +X to the left: from the rig's x ahead, y left, z up it is (y, z, x).
STL is in millimetres and in the frame of the part, as most programs take it.
"""

from __future__ import annotations

from typing import Any, Final, Literal

import numpy as np
from numpy.typing import NDArray

from equilix.errors import Refused
from equilix.facts import fact
from equilix.kit.parts import Part
from equilix.kit.pivots import AT_REST, Configuration
from equilix.kit.solids import Cylinder, Tube
from equilix.rig.kinematics import Assembly

Array = NDArray[np.float64]
GltfForm = Literal["gltf", "glb"]
TO_GLTF: Final = np.array(((0.0, 1.0, 0.0), (0.0, 0.0, 1.0), (1.0, 0.0, 0.0)))
ROUND: Final = 48
"""Corners of what is round."""
MM: Final = 1000.0


def part_mesh(part: Part, configuration: Configuration = AT_REST) -> Any:
    """The solids of a part as one mesh of triangles, m, part frame. Raises :class:`Refused` for none."""
    import trimesh

    if not part.solids:
        raise Refused(fact("shapes.no_solid", part=part.name), fact("shapes.give_solid"))
    body = part.body(configuration)
    found = []
    for number, solid in enumerate(part.solids):
        if isinstance(solid, Tube | Cylinder):
            made = _round(trimesh, solid)
        else:
            made = trimesh.Trimesh(solid.outline.corners_m).convex_hull
        place = np.eye(4)
        place[:3, :3] = np.eye(3) if body.box_turns is None else body.box_turns[number]
        place[:3, 3] = body.box_centres_m[number]
        made.apply_transform(place)
        found.append(made)
    return trimesh.util.concatenate(found)


def _round(trimesh: Any, solid: Tube | Cylinder) -> Any:
    """A round one about its axis; a tube with its bore."""
    inner = solid.inner_radius_m if isinstance(solid, Tube) else 0.0
    if inner > 0:
        made = trimesh.creation.annulus(inner, solid.radius_m, solid.length_m, sections=ROUND)
    else:
        made = trimesh.creation.cylinder(solid.radius_m, solid.length_m, sections=ROUND)
    turn = np.eye(4)
    along = {"x": (2, 0, 1), "y": (1, 2, 0), "z": (0, 1, 2)}[solid.axis]
    turn[:3, :3] = np.eye(3)[list(along)]
    made.apply_transform(turn)
    return made


def stl(part: Part) -> bytes:
    """A part as binary STL, mm."""
    mesh = part_mesh(part)
    mesh.apply_scale(MM)
    raw: bytes = mesh.export(file_type="stl")
    return raw


def gltf(assembly: Assembly, form: GltfForm) -> bytes:
    """A rig as glTF in one file: a node for each placement, its mass and CG (rig frame, m) among its extras."""
    import trimesh
    from trimesh.exchange import gltf as writer

    if not assembly.ids:
        raise Refused(fact("shapes.nothing_on", setup=assembly.setup.name), fact("shapes.build_first"))
    scene: Any = trimesh.Scene()
    for row, key in enumerate(assembly.ids):
        part = assembly.parts[row]
        place = np.eye(4)
        place[:3, :3] = TO_GLTF @ assembly.rotations[row]
        place[:3, 3] = TO_GLTF @ assembly.positions_m[row]
        extras = {
            "part": part.id, "name": part.name, "kind": part.kind, "mass_kg": float(assembly.masses_kg[row]),
            "cg_m": [float(each) for each in assembly.cgs_m[row]],
        }  # fmt: skip
        mesh = part_mesh(part, assembly.setup.by_id[key].configuration)
        scene.add_geometry(mesh, node_name=key, geom_name=key, transform=place, metadata=extras)
    if form == "glb":
        raw: bytes = scene.export(file_type="glb")
        return raw
    make: Any = writer.export_gltf
    return _in_one(make(scene))


def _in_one(files: dict[str, bytes]) -> bytes:
    """The files of a glTF as one: what lies beside it as data inside it."""
    import base64
    import json

    model = json.loads(files["model.gltf"])
    for buffer in model.get("buffers", ()):
        raw = files[buffer["uri"]]
        buffer["uri"] = "data:application/octet-stream;base64," + base64.b64encode(raw).decode()
    return json.dumps(model, indent=1).encode()
