"""Keels: edges from which the surface rises on both sides, the material above them.

Neither face may lean out far, and yet such an edge is laid over air where it runs flatter than
the limit: the lower edge of a square bar turned on its corner, a boat's bottom, a point that is
reached along a ridge.
"""

from __future__ import annotations

import math

import numpy as np
from numpy.typing import NDArray

from core.solids.mesh import lengths

BLOCK = 1 << 16  # triangles looked at in one go
RISES = 0.1  # sideways of a keel; less far its faces lean out as it does, within half a degree


def flat_keels(
    points: NDArray[np.float64], triangles: NDArray[np.int64], crosses: NDArray[np.float64],
    limit_deg: float,
) -> tuple[NDArray[np.float64], NDArray[np.float64]]:  # fmt: skip
    """The heights between which each keel lies that leans out more than the limit.

    Args:
        points: corners (n, 3), mm.
        triangles: (m, 3), counter-clockwise seen from outside.
        crosses: (m, 3) their normals, as long as twice their areas, mm².
        limit_deg: from the vertical. Faces that lean out more are not asked about.

    Returns:
        the lower ends (k,) and the upper ends (k,), mm. O(triangles).

    >>> from manifold3d import Manifold
    >>> from core.solids import Body, triangle_mesh
    >>> bar = Manifold.cube((20, 4, 4), True).rotate((45, 0, 0))
    >>> mesh = triangle_mesh(Body(bar))
    >>> [np.round(z, 2).tolist() for z in
    ...  flat_keels(mesh.vertices, mesh.triangles, mesh.crosses, 46)]
    [[-2.83], [-2.83]]
    """
    columns = np.ascontiguousarray(points.T)
    found = [
        _rising(columns, triangles, crosses, range(at, at + BLOCK), limit_deg)
        for at in range(0, len(triangles), BLOCK)
    ]
    key, side = (np.concatenate(one) for one in zip(*found, strict=True))
    order = np.argsort(key)
    key, side = key[order], side[order]
    twin = np.flatnonzero(key[1:] == key[:-1])
    # a valley rises on both sides too, with its material below
    sinks = crosses[side, 2] / lengths(crosses[side])
    twin = twin[sinks[twin] + sinks[twin + 1] < 0]
    heights = points[np.column_stack(np.divmod(key[twin], len(points))), 2]
    return heights.min(axis=1), heights.max(axis=1)


def _rising(
    columns: NDArray[np.float64], triangles: NDArray[np.int64], crosses: NDArray[np.float64],
    block: range, limit_deg: float,
) -> tuple[NDArray[np.int64], NDArray[np.int64]]:  # fmt: skip
    """The edges of some triangles from which they rise and which run flatter than the limit: each
    edge as one number, and its triangle. ``columns`` (3, n) are x, y and z of the corners."""
    own = slice(block.start, block.stop)
    size, down = lengths(crosses[own]), -crosses[own, 2]
    # of two that meet in a keel one looks down, and the other up by less
    chosen = np.flatnonzero((np.abs(down) <= math.sin(math.radians(limit_deg)) * size) & (size > 0))
    corners, size = triangles[own][chosen], size[chosen]
    out_x, out_y = (crosses[own, axis][chosen] / size for axis in (0, 1))
    x, y, z = (one.take(corners) for one in columns)
    flattest = math.cos(math.radians(limit_deg)) ** 2
    keys, sides = [], []
    for start, end in ((0, 1), (1, 2), (2, 0)):
        along, across, up = (one[:, end] - one[:, start] for one in (x, y, z))
        # into the triangle, square to the edge: does it rise?
        rises = out_x * across - out_y * along
        square = along * along + across * across + up * up
        flat = np.flatnonzero(
            (rises > 0) & (rises * rises > RISES**2 * square) & (up * up < flattest * square)
        )
        one, other = corners[flat, start], corners[flat, end]
        keys.append(np.minimum(one, other) * columns.shape[1] + np.maximum(one, other))
        sides.append(block.start + chosen[flat])
    return np.concatenate(keys), np.concatenate(sides)
