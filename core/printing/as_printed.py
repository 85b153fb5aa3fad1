"""A solid as a printer with errors would leave it: sides moved, level faces at whole layers.

Outer sides move out by the outer error and inner ones (holes, slots) by the inner one, square to
themselves; where two sides meet, the corner moves so that both have moved as they should. A
simulation for stand-ins, in no other use.
"""

from __future__ import annotations

import numpy as np
from numpy.typing import NDArray

LEVEL = 0.95  # of a unit normal's rise: a face that lies level and does not move sideways
SOFT = 1e-3  # where all sides at a corner look one way, it moves that way and no further
Points = NDArray[np.float64]


def as_printed(
    vertices: Points,
    triangles: NDArray[np.int64],
    inner: NDArray[np.bool_],
    outer_mm: float,
    inner_mm: float,
    layer_mm: float,
) -> Points:
    """The vertices (n, 3) of a solid standing on the bed at z = 0, as printed.

    Args:
        inner: per triangle (m,), whether it is the side of a hole or slot.
        outer_mm, inner_mm: how far sides move along their outward normal; a hole whose sides
            move out of the material (above nought) gets smaller as its air is outside.
    """
    corners = vertices[triangles]
    crosses = np.cross(corners[:, 1] - corners[:, 0], corners[:, 2] - corners[:, 0])
    area = np.linalg.norm(crosses, axis=1)
    normals = crosses / np.maximum(area, 1e-30)[:, None]
    flat = normals[:, :2] / np.maximum(np.linalg.norm(normals[:, :2], axis=1), 1e-30)[:, None]
    side = (np.abs(normals[:, 2]) < LEVEL) & (area > 1e-12)
    moves = np.where(inner, inner_mm, outer_mm)
    count = len(vertices)

    def summed(values: Points) -> Points:
        """Per vertex, the sum over the sides that meet there, by their area."""
        weighed = np.repeat(np.where(side, values * area, 0.0), 3)
        return np.asarray(np.bincount(triangles.ravel(), weights=weighed, minlength=count), float)

    x, y = flat[:, 0], flat[:, 1]
    xx, xy, yy = summed(x * x), summed(x * y), summed(y * y)
    bx, by = summed(x * moves), summed(y * moves)
    slack = SOFT * (xx + yy) + 1e-30
    xx, yy = xx + slack, yy + slack
    whole = xx * yy - xy * xy
    moved = vertices.copy()
    moved[:, 0] += (yy * bx - xy * by) / whole * (1 + SOFT)
    moved[:, 1] += (xx * by - xy * bx) / whole * (1 + SOFT)
    level = np.zeros(count, dtype=bool)
    level[triangles[np.abs(normals[:, 2]) >= LEVEL]] = True
    moved[level, 2] = np.round(vertices[level, 2] / layer_mm) * layer_mm
    return moved
