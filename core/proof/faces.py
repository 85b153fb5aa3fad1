"""Round faces and parallel faces of a finished solid, measured: what could meet another part.

A face is what one step named so. It is round where its normals lie in a plane and its corners on
a circle about an axis square to it; two flats that look at each other or away from each other are
a slot or a slab.
"""

from __future__ import annotations

from dataclasses import dataclass
from itertools import combinations

import numpy as np
from numpy.typing import NDArray

from core.solids import TriangleMesh

Points = NDArray[np.float64]
LEAST_MM2 = 4.0
ROUND_MM = 0.02  # corners lie so near to the circle
FLAT = 1e-6
SECTORS = 12
ALL_ROUND = 0.75  # of the way; a corner rounded off is no bore


@dataclass(frozen=True)
class Round:
    """A cylinder: across in mm over its facets' corners, ``hollow`` where it is a bore, how
    long it is along its axis, and whose face it is."""

    step: str
    face: str
    across_mm: float
    hollow: bool
    long_mm: float
    middle: tuple[float, float, float]


@dataclass(frozen=True)
class Flats:
    """Two parallel faces of one step: their distance in mm, ``hollow`` where they look at each
    other (a slot), and the middle between them."""

    step: str
    faces: tuple[str, str]
    apart_mm: float
    hollow: bool
    middle: tuple[float, float, float]


def round_faces(mesh: TriangleMesh) -> list[Round]:
    """Every face of a solid that is round most of the way about. O(triangles).

    >>> from core.outlines import circle
    >>> from core.solids import Frame, Prism, prism_body, triangle_mesh
    >>> pin = triangle_mesh(prism_body(Prism(Frame(), circle(8), 0, 20), "pin"))
    >>> [(one.face, round(one.across_mm, 2)) for one in round_faces(pin)]
    [('side', 8.01)]
    """
    found = []
    for index, corners, normals, area in _groups(mesh):
        if area < LEAST_MM2 or len(corners) < 12:
            continue
        spread = np.linalg.eigh(normals.T @ normals / len(normals))
        if spread[0][0] > FLAT or spread[0][1] < 0.02:
            continue
        axis = spread[1][:, 0]
        made = _circle(corners, axis)
        if made is None:
            continue
        centre, radius, share = made
        if share < ALL_ROUND:
            continue
        points = corners.reshape(-1, 3)
        along = points @ axis
        out = corners.mean(axis=1) - centre
        out -= (out @ axis)[:, None] * axis
        hollow = float(np.einsum("ij,ij->i", out, normals).sum()) < 0
        step, face = mesh.faces[index]
        middle = centre + axis * (float(along.min() + along.max()) / 2 - float(centre @ axis))
        found.append(Round(step, face, 2 * radius, hollow, float(np.ptp(along)), _triple(middle)))
    return found


def flat_pairs(mesh: TriangleMesh) -> list[Flats]:
    """Every pair of parallel faces of one and the same step that lie over each other.

    >>> from core.outlines import rectangle
    >>> from core.solids import Frame, Prism, prism_body, triangle_mesh
    >>> plate = triangle_mesh(prism_body(Prism(Frame(), rectangle(30, 20), 0, 4), "plate"))
    >>> sorted(round(pair.apart_mm, 6) for pair in flat_pairs(plate))
    [4.0, 20.0, 30.0]
    """
    flats: dict[str, list[tuple[str, Points, float, Points]]] = {}
    for index, corners, normals, area in _groups(mesh):
        mean = normals.mean(axis=0)
        if area < LEAST_MM2 or float(np.linalg.norm(mean)) < 1 - FLAT:
            continue
        step, face = mesh.faces[index]
        points = corners.reshape(-1, 3)
        flats.setdefault(step, []).append((face, mean, float((points @ mean).mean()), points))
    found = []
    for step, own in flats.items():
        for (one, a, at, own_points), (other, b, across, points) in combinations(own, 2):
            if float(a @ b) > -1 + FLAT:
                continue
            apart = at + across  # both told along their own normals: below nought they look inwards
            if not _over(own_points, points, a):
                continue
            middle = (own_points.mean(axis=0) + points.mean(axis=0)) / 2
            found.append(Flats(step, (one, other), abs(apart), apart < 0, _triple(middle)))
    return found


def _groups(mesh: TriangleMesh):  # type: ignore[no-untyped-def]
    """Every named face: its index, corners (n, 3, 3), unit normals (n, 3) and area."""
    double = mesh.doubled
    order = np.argsort(mesh.face_index, kind="stable")
    bounds = np.searchsorted(mesh.face_index[order], np.arange(len(mesh.faces) + 1))
    corners = mesh.corners
    for index in range(len(mesh.faces)):
        own = order[bounds[index] : bounds[index + 1]]
        own = own[double[own] > 1e-9]
        if len(own):
            yield (
                index,
                corners[own],
                mesh.crosses[own] / double[own, None],
                float(double[own].sum()) / 2,
            )


def _circle(corners: Points, axis: Points) -> tuple[Points, float, float] | None:
    """The middle and radius of the circle that corners lie on, seen along an axis, and how much of
    the way round they stand."""
    helper = np.eye(3)[int(np.argmin(np.abs(axis)))]
    x = np.cross(axis, helper)
    x /= np.linalg.norm(x)
    y = np.cross(axis, x)
    points = corners.reshape(-1, 3)
    u, v = points @ x, points @ y
    system = np.column_stack([2 * u, 2 * v, np.ones(len(u))])
    (cx, cy, rest), *_ = np.linalg.lstsq(system, u**2 + v**2, rcond=None)
    square = rest + cx**2 + cy**2
    if square <= 0:
        return None
    radius = float(np.sqrt(square))
    if float(np.abs(np.hypot(u - cx, v - cy) - radius).max()) > ROUND_MM:
        return None
    sector = ((np.arctan2(v - cy, u - cx) / (2 * np.pi)) % 1.0 * SECTORS).astype(np.int64)
    share = len(np.unique(sector)) / SECTORS
    return x * cx + y * cy, radius, share


def _over(a: Points, b: Points, normal: Points) -> bool:
    """Whether two flats lie over each other, by their boxes seen along their normal."""
    across = np.linalg.svd(normal[None])[2][1:]  # two unit vectors in the plane
    a, b = a @ across.T, b @ across.T
    shared = np.minimum(a.max(axis=0), b.max(axis=0)) - np.maximum(a.min(axis=0), b.min(axis=0))
    return bool((shared > 0.5).all())


def _triple(v: Points) -> tuple[float, float, float]:
    return float(v[0]), float(v[1]), float(v[2])
