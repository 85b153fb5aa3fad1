"""Faces that lean out further than the limit and do not lie on the bed."""

from __future__ import annotations

from dataclasses import dataclass

import numpy as np
from numpy.typing import NDArray

from core.solids import TriangleMesh

LENIENT_DEG = 0.5  # a face drawn at the very limit is within it


@dataclass(frozen=True)
class Overhang:
    """``triangles`` (m,) bool marks the faces; ``steepest_deg`` is from the vertical."""

    area_mm2: float
    steepest_deg: float
    triangles: NDArray[np.bool_]


def check_overhang(standing: TriangleMesh, limit_deg: float, layer_mm: float) -> Overhang:
    """Faces of a mesh standing on z = 0 that lean more than ``limit_deg`` from the vertical.

    A face whose corners all lie within half a layer of the bed rests on it.

    >>> from manifold3d import Manifold
    >>> from core.solids import Body, triangle_mesh
    >>> tee = Manifold.cube((10, 10, 20)) + Manifold.cube((30, 10, 2)).translate((-10, 0, 18))
    >>> over = check_overhang(triangle_mesh(Body(tee)), 45, 0.2)
    >>> round(over.area_mm2), over.steepest_deg
    (200, 90.0)
    """
    corners = standing.corners
    crosses = standing.crosses
    double = standing.doubled
    down = -crosses[:, 2] / np.maximum(double, 1e-30)
    lean = np.degrees(np.arcsin(np.clip(down, -1, 1)))
    on_bed = corners[:, :, 2].max(axis=1) < layer_mm / 2
    steep = (lean > limit_deg + LENIENT_DEG) & ~on_bed & (double > 1e-12)
    area = float(double[steep].sum() / 2)
    steepest = float(lean[steep].max()) if steep.any() else 0.0
    return Overhang(area, steepest, steep)
