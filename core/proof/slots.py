"""Slots: the narrowest air gap inside a part, by rays along the outward normal.

As for walls, only a face that truly stands opposite counts (its normal within 20° of straight
back), so that the mouth of a chamfer is no slot.
"""

from __future__ import annotations

import numpy as np

from core.proof.walls import OPPOSITE, Walls, cast, spread_points
from core.solids import TriangleMesh

WIDEST_MM = 25.0  # wider gaps are room, not slots


def measure_slots(mesh: TriangleMesh, spacing_mm: float = 1.0) -> Walls:
    """The air outside every sample point up to the face opposite. O(rays · log triangles)."""
    points, triangle, normals = spread_points(mesh, spacing_mm)
    reached, facing = cast(mesh, points, normals)
    slot = np.where((facing < OPPOSITE) & (reached < WIDEST_MM), reached, np.nan)
    return Walls(points, triangle, slot)
