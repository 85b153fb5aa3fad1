"""Wall thickness: rays along the inward normal from points spread evenly over the surface, and from
some on every patch of it, however small: the floor of a hole may be all that is left of a wall.

Only a face that truly stands opposite counts (its normal within 20° of straight back), so a
ray that leaves through the flank of a sharp edge is no wall. Rays run on Embree.
"""

from __future__ import annotations

from dataclasses import dataclass
from functools import cached_property
from typing import NamedTuple

import numpy as np
from numpy.typing import NDArray

from core.proof.narrows import FURTHEST_MM, narrows
from core.proof.rays import OPPOSITE, Rays
from core.solids import TriangleMesh

SPACING_MM = 1.0
MOST_RAYS = 60_000
FEWEST_RAYS = 2_000
EACH_PATCH = 24  # points on every patch of a surface at least
MOST_MORE = 20_000  # points on patches that got too few
SPECK_MM2 = 0.15  # what is smaller than a line is wide is not printed, slivers among it


@dataclass(frozen=True)
class Walls:
    """Thickness at sample points: ``points`` (n, 3), ``thickness_mm`` (n,), nan where no wall; on
    which ``triangle`` each lies, and which lies ``behind`` it (n,), -1 where none does.

    The first ``even`` of them lie evenly over the surface, the rest where few of those fell.
    """

    points: NDArray[np.float64]
    triangle: NDArray[np.int64]
    behind: NDArray[np.int64]
    thickness_mm: NDArray[np.float64]
    even: int

    @cached_property
    def thinnest(self) -> tuple[float, int] | None:
        """The least thickness in mm and the sample it was found at; None without walls."""
        if not np.isfinite(self.thickness_mm).any():
            return None
        index = int(np.nanargmin(self.thickness_mm))
        return float(self.thickness_mm[index]), index

    def percentile(self, percent: float) -> float | None:
        """The thickness that so many percent of the surface stays under, in mm."""
        evenly = self.thickness_mm[: self.even]
        known = evenly[np.isfinite(evenly)]
        return float(np.percentile(known, percent)) if len(known) else None


Strewn = tuple[NDArray[np.float64], NDArray[np.int64], NDArray[np.float64]]


class Spread(NamedTuple):
    """Points on a surface: (n, 3) points, (n,) triangle, (n, 3) outward normals, and how many of
    them, the first, lie evenly over it."""

    points: NDArray[np.float64]
    triangle: NDArray[np.int64]
    normals: NDArray[np.float64]
    even: int


def spread_points(mesh: TriangleMesh, spacing_mm: float = SPACING_MM) -> Strewn:
    """Points evenly over a surface: (n, 3) points, (n,) triangle, (n, 3) outward normals.

    The area is walked in equal strides; within a triangle the golden-ratio sequence spreads
    them (Roberts' R2 sequence, from memory). The same mesh always gives the same points.

    >>> from manifold3d import Manifold
    >>> from core.solids import Body, triangle_mesh
    >>> points, triangle, normals = spread_points(triangle_mesh(Body(Manifold.cube((20, 20, 20)))))
    >>> bool((np.abs(np.linalg.norm(normals, axis=1) - 1) < 1e-9).all())
    True
    """
    total = mesh.doubled.sum() / 2
    count = int(np.clip(total / spacing_mm**2, FEWEST_RAYS, MOST_RAYS))
    return _strewn(mesh, np.arange(len(mesh.triangles)), mesh.doubled / 2, count)


def spread_everywhere(mesh: TriangleMesh, spacing_mm: float = SPACING_MM) -> Spread:
    """Points evenly over a surface, and more on every patch without a crease that got few of them.
    O(triangles · log triangles).

    >>> from manifold3d import Manifold
    >>> from core.solids import Body, triangle_mesh
    >>> pierced = Manifold.cube((80, 80, 9)) - Manifold.cylinder(9, 0.5).translate((40, 40, 1))
    >>> found = spread_everywhere(triangle_mesh(Body(pierced)))
    >>> floor = (np.abs(found.points[:, 2] - 1) < 1e-6)
    >>> int(floor[: found.even].sum()) < 3, int(floor.sum()) >= 24
    (True, True)
    """
    evenly = spread_points(mesh, spacing_mm)
    patch = mesh.patches
    areas = np.bincount(patch, mesh.doubled / 2)
    got = np.bincount(patch[evenly[1]], minlength=len(areas))
    short = (got < EACH_PATCH) & (areas > SPECK_MM2)
    if not short.any():
        return Spread(*evenly, len(evenly[0]))
    own = np.flatnonzero(short[patch])
    own = own[np.argsort(patch[own], kind="stable")]
    # each patch weighs the same, so that a walk in equal strides treads on all alike
    shares = mesh.doubled[own] / 2 / areas[patch[own]]
    many = int(short.sum())
    more = _strewn(mesh, own, shares, many * int(np.clip(MOST_MORE // many, 1, EACH_PATCH)))
    points, triangle, normals = (np.concatenate(both) for both in zip(evenly, more, strict=True))
    return Spread(points, triangle, normals, len(evenly[0]))


def _strewn(
    mesh: TriangleMesh, triangles: NDArray[np.int64], weight: NDArray[np.float64], count: int
) -> Strewn:
    """So many points on some triangles (k,) of a mesh, by their weight (k,)."""
    reached = np.cumsum(weight)
    wanted = (np.arange(count) + 0.5) * reached[-1] / count
    triangle = triangles[np.minimum(np.searchsorted(reached, wanted), len(triangles) - 1)]
    step = np.arange(count)
    u, v = (0.5 + step * 0.7548776662466927) % 1, (0.5 + step * 0.5698402909980532) % 1
    folded = u + v > 1
    u, v = np.where(folded, 1 - u, u), np.where(folded, 1 - v, v)
    a, b, c = (mesh.corners[triangle, i] for i in range(3))
    points = a + u[:, None] * (b - a) + v[:, None] * (c - a)
    return points, triangle, mesh.units[triangle]


def measure_walls(
    mesh: TriangleMesh,
    spacing_mm: float = SPACING_MM,
    rays: Rays | None = None,
    spread: Spread | None = None,
) -> Walls:
    """The wall behind every sample point. O(rays · log triangles).

    Args:
        rays: of the mesh, and ``spread`` points over it, where they are at hand.

    >>> from manifold3d import Manifold
    >>> from core.solids import Body, triangle_mesh
    >>> walls = measure_walls(triangle_mesh(Body(Manifold.cube((40, 30, 2)))))
    >>> round(walls.thinnest[0], 4), round(walls.percentile(50), 4)
    (2.0, 2.0)
    """
    points, triangle, normals, even = spread or spread_everywhere(mesh, spacing_mm)
    rays = rays or Rays(mesh)
    met = rays.met(points, -normals)
    # going in, the face opposite looks the way the ray goes
    thickness = np.where((met.facing > -OPPOSITE) & np.isfinite(met.reached), met.reached, np.nan)
    least = np.nanmin(thickness, initial=FURTHEST_MM)
    spots = narrows(rays, points, triangle, met, least)
    return Walls(
        np.concatenate([points, spots.points]),
        np.concatenate([triangle, spots.triangle]),
        np.concatenate([met.triangle, spots.behind]),
        np.concatenate([thickness, spots.apart_mm]),
        even,
    )
