"""A general blend: a ball rolled along edges, inside ones filled or outside ones rounded off.

The fill of inside edges by radius r is what a ball of that radius, kept outside the part, cannot
reach (a morphological closing); outside edges are the same seen from within. Distances are exact
to the triangles (libigl) on a grid near the edges only; the surface between grid points is found
by marching cubes. The part's own faces stay exact: only the blend itself is sampled.
"""

from __future__ import annotations

import math
from dataclasses import dataclass

import igl
import numpy as np
from manifold3d import Manifold, Mesh64
from numpy.typing import NDArray
from scipy.spatial import cKDTree

from core.errors import BuildError
from core.outlines.fineness import longer_facets
from core.solids.body import Body, Source
from core.solids.mesh import TriangleMesh, triangle_mesh

GRID = 5.0  # grid steps to a radius
SHARP_DEG = 15.0  # facets of curves meet flatter than this
SUNK = 0.012  # of the radius: how far the sampled blend is sunk under the faces it meets
MOST_CELLS = 14_000_000
Points = NDArray[np.float64]


@dataclass(frozen=True)
class Edges:
    """Sharp edges of a mesh: end points (n, 2, 3), and whether material lies round the inside."""

    ends: Points
    inside: NDArray[np.bool_]
    faces: NDArray[np.int64]  # (n, 2) face indices on either side
    normals: Points  # (n, 2, 3) of the faces on either side


def sharp_edges(mesh: TriangleMesh) -> Edges:
    """The edges at which a closed mesh bends by more than facets of a curve do."""
    triangles = mesh.triangles
    corners = mesh.corners
    normal = np.cross(corners[:, 1] - corners[:, 0], corners[:, 2] - corners[:, 0])
    normal /= np.maximum(np.linalg.norm(normal, axis=1), 1e-30)[:, None]
    count = len(triangles)
    half = np.concatenate([triangles[:, [0, 1]], triangles[:, [1, 2]], triangles[:, [2, 0]]])
    owner = np.tile(np.arange(count), 3)
    size = len(mesh.vertices)
    forward, backward = half[:, 0] * size + half[:, 1], half[:, 1] * size + half[:, 0]
    order = np.argsort(forward)
    partner = order[np.searchsorted(forward[order], backward)]
    once = half[:, 0] < half[:, 1]
    one, other = owner[once], owner[partner[once]]
    bend = np.einsum("ij,ij->i", normal[one], normal[other])
    sharp = bend < np.cos(np.radians(SHARP_DEG))
    pairs = half[once][sharp]
    one, other = one[sharp], other[sharp]
    # an edge is an inside one where the neighbour rises above the face
    centre = corners[other].mean(axis=1)
    rise = np.einsum("ij,ij->i", normal[one], centre - mesh.vertices[pairs[:, 0]])
    faces = np.column_stack([mesh.face_index[one], mesh.face_index[other]]).astype(np.int64)
    both = np.stack([normal[one], normal[other]], axis=1)
    return Edges(mesh.vertices[pairs], rise > 1e-9, faces, both)


def blended(
    body: Body, radius: float, step: str, outside: bool = False, of: str = ""
) -> tuple[Body, float]:
    """The body with its inside edges filled, or its outside edges rounded, by a rolling ball.

    Args:
        of: only edges with a face of this step beside them; empty takes all.

    Returns:
        The body, and the length of the edges that were blended, mm.

    Raises:
        BuildError: there is no such edge, or the radius is too fine for the size of the part.
    """
    mesh = triangle_mesh(body)
    edges = sharp_edges(mesh)
    chosen = edges.inside != outside
    if of:
        own = np.array([owner == of for owner, _ in mesh.faces])
        chosen &= own[edges.faces].any(axis=1)
    if not chosen.any():
        word = "outside" if outside else "inside"
        raise BuildError(
            f"there is no sharp {word} edge" + (f" at '{of}'" if of else ""),
            remedy="edges of the other kind, or of another step",
        )
    ends = edges.ends[chosen]
    length = float(np.linalg.norm(ends[:, 1] - ends[:, 0], axis=1).sum())
    ball = _rolled(mesh, ends, edges.normals[chosen], radius, step, -1.0 if outside else 1.0)
    return (body - ball if outside else body + ball), length


def _rolled(
    mesh: TriangleMesh, ends: Points, normals: Points, radius: float, step: str, sign: float
) -> Body:
    """What the ball cannot reach near the edges, as a solid."""
    pitch = radius / GRID * math.sqrt(longer_facets())
    samples = np.unique(np.round(_along(ends, pitch)[0], 6), axis=0)
    low = samples.min(axis=0) - 3.4 * radius
    shape = np.ceil((samples.max(axis=0) + 3.4 * radius - low) / pitch).astype(int) + 1
    if int(np.prod(shape)) > MOST_CELLS:
        fits = radius * (float(np.prod(shape)) / MOST_CELLS) ** (1 / 3)
        raise BuildError(
            f"a blend of {radius:g} mm is too fine for edges this far apart",
            remedy=f"at least {fits:.2g} mm, or blend one step's edges at a time",
        )
    axes = [low[i] + pitch * np.arange(shape[i]) for i in range(3)]
    near = _near(samples, low, shape, pitch, 3.2 * radius)
    points = np.column_stack([axes[i][near[:, i]] for i in range(3)])
    vertices, triangles = mesh.vertices, mesh.triangles
    squared, _, _ = igl.point_mesh_squared_distance(points, vertices, triangles)
    wound = igl.fast_winding_number(vertices, triangles, points)
    away = np.sqrt(squared) * np.where(wound > 0.5, -1.0, 1.0) * sign
    # the surface on which the ball's centre rolls
    field = np.full(tuple(shape), 1.0)
    field[near[:, 0], near[:, 1], near[:, 2]] = away - radius
    centres, faces = _surface(field, axes)
    if not len(faces):
        raise BuildError(f"a ball of {radius:g} mm radius finds no way along these edges")
    spread = np.asarray(cKDTree(samples).query(points)[0])
    close = (spread < 2.0 * radius) & (away < radius)
    reach, _, _ = igl.point_mesh_squared_distance(points[close], centres, faces)
    nearest = np.sqrt(reach)
    # marching cubes cut the corner off where the ball touches both faces: that line is known
    line = _touching_both(mesh, ends, normals, radius, sign)
    if len(line):
        nearest = np.minimum(nearest, np.asarray(cKDTree(line).query(points[close])[0]))
    fill = radius * (1 + SUNK) - nearest
    fill = np.maximum(fill, spread[close] - 1.7 * radius)
    field = np.full(tuple(shape), 1.0)
    kept = near[close]
    field[kept[:, 0], kept[:, 1], kept[:, 2]] = fill
    skin, faces = _surface(field, axes)
    return _solid(skin, faces, step)


def _touching_both(
    mesh: TriangleMesh, ends: Points, normals: Points, radius: float, sign: float
) -> Points:
    """Where the ball's centre stands when it touches both faces of an edge, and can."""
    points, owner = _along(ends, radius / 14)
    a, b = normals[owner, 0], normals[owner, 1]
    lean = 1 + np.einsum("ij,ij->i", a, b)
    kept = lean > 0.05
    centre = points[kept] + sign * radius * (a + b)[kept] / lean[kept, None]
    squared, _, _ = igl.point_mesh_squared_distance(centre, mesh.vertices, mesh.triangles)
    found: Points = centre[np.sqrt(squared) > radius * (1 - 1e-4)]
    return found


def _along(ends: Points, spacing: float) -> tuple[Points, NDArray[np.int64]]:
    """Points along edges (n, 3), and which edge each lies on."""
    span = np.linalg.norm(ends[:, 1] - ends[:, 0], axis=1)
    count = np.maximum(2, np.ceil(span / spacing).astype(int) + 1)
    owner = np.repeat(np.arange(len(ends)), count)
    first = np.repeat(np.cumsum(count) - count, count)
    share = (np.arange(len(owner)) - first) / (count[owner] - 1)
    return ends[owner, 0] + share[:, None] * (ends[owner, 1] - ends[owner, 0]), owner


def _near(
    samples: Points, low: Points, shape: NDArray[np.int64], pitch: float, reach: float
) -> NDArray[np.int64]:
    """Grid indices (n, 3) within reach of the samples, found coarse first."""
    coarse = 4
    blocks = np.ceil(shape / coarse).astype(int)
    middle = (coarse - 1) / 2 * pitch
    grid = np.stack(np.meshgrid(*(np.arange(b) for b in blocks), indexing="ij"), -1).reshape(-1, 3)
    centre = low + grid * coarse * pitch + middle
    tree = cKDTree(samples)
    slack = middle * np.sqrt(3) + 1e-9
    distance, _ = tree.query(centre, distance_upper_bound=reach + slack)
    grid = grid[np.isfinite(distance)]
    offsets = np.stack(np.meshgrid(*[np.arange(coarse)] * 3, indexing="ij"), -1).reshape(-1, 3)
    fine = (grid[:, None, :] * coarse + offsets).reshape(-1, 3)
    fine = fine[(fine < shape).all(axis=1)]
    distance, _ = tree.query(low + fine * pitch, distance_upper_bound=reach)
    return np.asarray(fine[np.isfinite(distance)])


def _surface(field: NDArray[np.float64], axes: list[Points]) -> tuple[Points, NDArray[np.int64]]:
    """Marching cubes at nought over a grid; points (n, 3) and triangles (m, 3)."""
    nx, ny, nz = field.shape
    x, y, z = np.meshgrid(*axes, indexing="ij")
    # libigl counts x fastest
    grid = np.column_stack([a.ravel("F") for a in (x, y, z)])
    made = igl.marching_cubes(np.ascontiguousarray(field.ravel("F")), grid, nx, ny, nz, 0.0)
    return np.asarray(made[0]), np.asarray(made[1], dtype=np.int64)


def _solid(vertices: Points, triangles: NDArray[np.int64], step: str) -> Body:
    original = Manifold.reserve_ids(1)
    runs = {
        "run_index": np.array([0, 3 * len(triangles)], dtype=np.uint64),
        "run_original_id": np.array([original], dtype=np.uint32),
        "face_id": np.zeros(len(triangles), dtype=np.uint64),
    }
    for faces in (triangles, triangles[:, ::-1]):
        mesh = Mesh64(
            np.ascontiguousarray(vertices), np.ascontiguousarray(faces.astype(np.uint64)), **runs
        )
        mesh.merge()
        solid = Manifold(mesh)
        if solid.status().name == "NoError" and solid.volume() > 0:
            return Body(solid, {original: Source(step, ("blend",))})
    raise BuildError("the blend does not close into a solid", remedy="a slightly different radius")
