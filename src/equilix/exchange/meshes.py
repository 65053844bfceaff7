"""Reading files of triangles (STL, OBJ, PLY, 3MF): checked, measured, and kept as what mechanics needs of them.

The library that reads them is loaded when the first file is read.
"""

from __future__ import annotations

import logging
from pathlib import Path
from typing import Any, Final, Literal, cast

import numpy as np
from numpy.typing import NDArray

from equilix.errors import Refused
from equilix.facts import fact, grouped, length, listed
from equilix.kit.solids import MOST_CORNERS, MOST_EDGES, Edge, Mesh

Array = NDArray[np.float64]
Unit = Literal["mm", "cm", "m", "in"]
UNITS_M: Final[dict[Unit, float]] = {"mm": 0.001, "cm": 0.01, "m": 1.0, "in": 0.0254}
SORTS: Final = (".stl", ".obj", ".ply", ".3mf")
MOST_TRIANGLES: Final = 400_000
MOST_BYTES: Final = 200_000_000
SHARP_RAD: Final = 0.6
"""Two faces that lean apart by more than this meet in an edge that is drawn."""
LEAST_M, MOST_M = 0.0005, 5.0
"""The sizes that a part from a file may have."""


def read_mesh(path: Path, unit: Unit = "mm") -> Mesh:
    """A solid from a file, its origin where the file has it. Raises :class:`Refused` with what is wrong with the file.

    The file's axes are those of the part: x ahead, y to the left, z up. What is inside out is turned; small holes are
    closed.
    """
    sort = path.suffix.lower()
    if sort not in SORTS:
        raise Refused(fact("meshes.other_sort", file=path.name), fact("meshes.sorts", sorts=listed(SORTS)))
    try:
        size = path.stat().st_size
    except OSError as error:
        said = fact("meshes.cannot_read", file=path.name, why=error.strerror or str(error))
        raise Refused(said, fact("meshes.choose_another")) from error
    if size > MOST_BYTES:
        raise Refused(fact("meshes.too_large", file=path.name, size=grouped(size / 1e6)), fact("meshes.simplify"))
    found = _loaded(path, sort)
    if len(found.faces) > MOST_TRIANGLES:
        count, most = grouped(len(found.faces)), grouped(MOST_TRIANGLES)
        raise Refused(
            fact("meshes.too_many", file=path.name, count=count),
            fact("meshes.most", most=most),
            fact("meshes.simplify"),
        )
    return mesh_of(found, UNITS_M[unit], path.name)


def _loaded(path: Path, sort: str) -> Any:
    import trimesh

    trimesh.util.log.setLevel(logging.CRITICAL)  # what is wrong with a file is said in words, and not on the terminal
    try:
        found = trimesh.load(path, file_type=sort.lstrip("."), force="mesh", process=True)
    except MemoryError:
        raise
    except Exception as error:  # whatever a broken file makes the library raise: the file is what is wrong
        raise Refused(
            fact("meshes.cannot_read", file=path.name, why=str(error)[:200]), fact("meshes.export_again")
        ) from error
    places = np.asarray(getattr(found, "vertices", np.empty((0, 3))))
    in_space = places.ndim == 2 and places.shape[1] == 3 and bool(np.isfinite(places).all())
    if len(getattr(found, "faces", ())) == 0 or not in_space:
        raise Refused(fact("meshes.empty", file=path.name), fact("meshes.export_again"))
    return found


def mesh_of(found: Any, scale_m: float, name: str) -> Mesh:
    """The solid of a triangle mesh. Raises :class:`Refused` where it encloses nothing or is not a size of a part."""
    found = found.copy()
    found.apply_scale(scale_m)
    found.merge_vertices()
    if not found.is_watertight and not _closed(found):
        found.fill_holes()
    if found.is_watertight:
        found.fix_normals()
    elif not _closed(found):
        raise Refused(fact("meshes.open", file=name), fact("meshes.close_holes"))
    if found.volume < 0:
        found.invert()
    size = found.bounds[1] - found.bounds[0]
    if not (LEAST_M <= float(size.max()) <= MOST_M) or float(size.min()) < 1e-4:
        told = fact("meshes.not_a_size", file=name, long=length(float(size.max())), thin=length(float(size.min())))
        raise Refused(told, fact("meshes.other_unit"))
    if found.volume < 1e-12:
        raise Refused(fact("meshes.open", file=name), fact("meshes.close_holes"))
    middle = found.bounds.mean(axis=0)
    inertia = np.asarray(found.moment_inertia, dtype=float) / float(found.volume)
    spread = np.trace(inertia) / 2 * np.eye(3) - inertia
    x, y, z = middle.tolist()
    return Mesh(
        centre_m=(x, y, z),
        file=name[-120:],
        size_m=tuple(size.tolist()),
        volume=float(found.volume),
        balance_m=tuple((np.asarray(found.center_mass) - middle).tolist()),
        spread_m2=(spread[0, 0], spread[1, 1], spread[2, 2], spread[0, 1], spread[0, 2], spread[1, 2]),
        corners=_corners(found, middle),
        edges=_edges(found, middle),
    )


def _closed(found: Any) -> bool:
    """Whether each edge is gone along as often one way as the other: then it holds a volume, bodies that touch too."""
    edges = np.asarray(found.edges)
    way = np.where(edges[:, 0] < edges[:, 1], 1, -1)
    _, which = np.unique(np.sort(edges, axis=1), axis=0, return_inverse=True)
    return not np.bincount(which.ravel(), weights=way).any()


def _corners(found: Any, middle: Array) -> tuple[tuple[float, float, float], ...]:
    """Of the convex outline, thinned out where there are too many: those that reach farthest each way are kept."""
    points = np.asarray(found.convex_hull.vertices) - middle
    if len(points) > MOST_CORNERS:
        number = np.arange(MOST_CORNERS) + 0.5  # evenly over a sphere (the golden spiral)
        z, turn = 1 - 2 * number / MOST_CORNERS, np.pi * (1 + 5**0.5) * number
        ways = np.column_stack((np.sqrt(1 - z * z) * np.cos(turn), np.sqrt(1 - z * z) * np.sin(turn), z))
        points = points[np.unique(np.argmax(points @ ways.T, axis=0))]
    return tuple((float(x), float(y), float(w)) for x, y, w in np.round(points, 6))


def _edges(found: Any, middle: Array) -> tuple[Edge, ...]:
    """The longest of the sharp edges, each with the way out of its two faces."""
    pairs = np.asarray(found.face_adjacency)
    sharp = np.asarray(found.face_adjacency_angles) > SHARP_RAD
    ends = np.asarray(found.vertices)[np.asarray(found.face_adjacency_edges)[sharp]] - middle
    outward = np.asarray(found.face_normals)[pairs[sharp]].sum(axis=1)
    size = np.linalg.norm(outward, axis=1, keepdims=True)
    outward = outward / np.where(size < 1e-9, 1.0, size)
    order = np.argsort(-np.linalg.norm(ends[:, 0] - ends[:, 1], axis=1), kind="stable")[:MOST_EDGES]
    rows = np.column_stack((ends[:, 0], ends[:, 1], outward))[order]
    return tuple(cast(Edge, tuple(row)) for row in np.round(rows, 6).tolist())
