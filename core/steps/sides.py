"""Places on the named faces of any piece, flat, slanted or round, read off its triangles.

Across a face runs level, up it runs up: seen by someone who looks at it, x goes right. A face that
lies level has x to the right of the part.
"""

from __future__ import annotations

from collections.abc import Collection
from dataclasses import replace

import numpy as np
from numpy.typing import NDArray

from core import libigl
from core.solids import Body, Frame
from core.solids.mesh import TriangleMesh, lengths, triangle_mesh
from core.steps.state import Feature

FLAT = 1 - 1e-6
LEVEL = 1e-6
FAR_MM = 1e3
NEAR_MM = 1e-6
Vector = NDArray[np.float64]


def places_on(
    body: Body, step: str, known: Collection[str] = (), inward: bool = False
) -> tuple[dict[str, Frame], frozenset[str]]:
    """A frame for every named face of a step on a body, and which of them are round.

    A flat face has its frame in its middle by area, a round one where it comes nearest to that.

    Args:
        known: names that have a place already and are left out.
        inward: the body is a cutter: what it leaves looks the other way. O(triangles).
    """
    mesh = triangle_mesh(body)
    found: dict[str, Frame] = {}
    curved: set[str] = set()
    for index, (owner, name) in enumerate(mesh.faces):
        if owner != step or name in known or not name:
            continue
        frame, flat = face_frame(mesh, np.flatnonzero(mesh.face_index == index), inward)
        if frame is None:
            continue
        found[name] = frame
        if not flat:
            curved.add(name)
    return found, frozenset(curved)


def face_frame(
    mesh: TriangleMesh, triangles: NDArray[np.int64], inward: bool = False
) -> tuple[Frame | None, bool]:
    """The frame of one face of a mesh, and whether the face is flat; None of a face of no area."""
    crosses = mesh.crosses[triangles]
    areas = mesh.doubled[triangles]
    if not len(areas) or areas.sum() < 1e-12:
        return None, True
    whole = float(areas.sum())
    middles = mesh.middles[triangles]
    middle = areas @ middles / whole
    out = np.ones(len(areas)) @ crosses
    size = float(np.linalg.norm(out))
    flat = size > FLAT * whole
    if not flat:
        # a face that goes all round looks nowhere: it is met in front, level with its middle
        ways = np.ones(3)
        if size < 0.2 * whole:
            middle = middle + np.array([0.0, -FAR_MM, 0.0])
            ways = np.array([FAR_MM, 1.0, FAR_MM])
        corners, near = _within_reach(mesh.corners[triangles] * ways, middle * ways)
        _, nearest, at = libigl.point_mesh_squared_distance(
            (middle * ways)[None],
            corners.reshape(-1, 3),
            np.arange(corners.size // 3).reshape(-1, 3),
        )
        middle = at[0] / ways
        # on an edge between facets it looks the way between them
        touching = _touching(corners / ways, crosses[near], middle)
        touching[int(nearest[0])] = True
        facing = near[touching]
        units = crosses[facing] / np.maximum(areas[facing], 1e-300)[:, None]
        out = np.unique(np.round(units, 9), axis=0).sum(axis=0)
        if np.linalg.norm(out) < LEVEL:  # thin as a blade: they look away from one another
            out = crosses[near[nearest[0]]]
    normal = out / np.linalg.norm(out) * (-1.0 if inward else 1.0)
    return Frame(_triple(middle), _triple(_across(normal)), _triple(normal)), flat


def _within_reach(corners: Vector, point: Vector) -> tuple[Vector, NDArray[np.int64]]:
    """Those of some triangles (n, 3, 3) that may come nearest to a point (3,), and which they are:
    the others lie further from it than the nearest middle does."""
    middles = corners.mean(axis=1)
    reach = lengths((corners - middles[:, None]).reshape(-1, 3)).reshape(-1, 3).max(axis=1)
    away = lengths(middles - point)
    near = np.flatnonzero(away - reach <= away.min() + NEAR_MM)
    return corners[near], near


def _touching(corners: Vector, crosses: Vector, point: Vector) -> NDArray[np.bool_]:
    """Which triangles (n, 3, 3) with normals (n, 3) hold a point (3,), their edges included."""
    held = np.ones(len(corners), dtype=bool)
    size = np.maximum((crosses**2).sum(axis=1), 1e-300)
    held &= np.abs(((point - corners[:, 0]) * crosses).sum(axis=1)) < NEAR_MM * np.sqrt(size)
    for index in range(3):
        start, side = corners[:, index], corners[:, (index + 1) % 3] - corners[:, index]
        inside = (np.cross(side, point - start) * crosses).sum(axis=1)
        held &= inside > -NEAR_MM * np.sqrt(size) * np.maximum(lengths(side), 1e-9)
    return held


def _across(normal: Vector) -> Vector:
    """Level, to the right of someone who looks at a face with this normal."""
    across = np.cross([0.0, 0.0, 1.0], normal)
    size = float(np.linalg.norm(across))
    return across / size if size > LEVEL else np.array([1.0, 0.0, 0.0])


def _triple(v: Vector) -> tuple[float, float, float]:
    return float(v[0]) + 0.0, float(v[1]) + 0.0, float(v[2]) + 0.0


def with_sides(feature: Feature, tool: Body) -> Feature:
    """A feature with a place on every face of its piece that had none."""
    found, curved = places_on(tool, feature.step, feature.places, feature.mode == "cut")
    return replace(feature, places={**feature.places, **found}, curved=feature.curved | curved)
