"""How far the ridges of a bolt and a nut reach past each other, measured on the finished solids."""

from __future__ import annotations

from dataclasses import dataclass

import numpy as np
from numpy.typing import NDArray

Points = NDArray[np.float64]
SECTORS = 36


@dataclass(frozen=True)
class Engagement:
    """``overlap_mm``: the least radial overlap round the axis, below nought where they pass free;
    ``length_mm`` along the axis over which both have ridges."""

    overlap_mm: float
    length_mm: float


def measure_engagement(
    bolt: Points, nut: Points, low_mm: float, high_mm: float
) -> Engagement | None:
    """Measures the overlap between two heights along the axis.

    Args:
        bolt: corners (n, 3, 3) of the bolt's crests about the z axis, mm.
        nut: corners (m, 3, 3) of the nut's innermost faces, in the same coordinates.

    Returns:
        None where one of them has no face between the heights.
    """
    own, other = _samples(bolt), _samples(nut)
    low = (
        max(low_mm, float(own[:, 2].min()), float(other[:, 2].min()))
        if len(own) * len(other)
        else 0
    )
    high = (
        min(high_mm, float(own[:, 2].max()), float(other[:, 2].max()))
        if len(own) * len(other)
        else 0
    )
    own = own[(own[:, 2] >= low - 1e-9) & (own[:, 2] <= high + 1e-9)]
    other = other[(other[:, 2] >= low - 1e-9) & (other[:, 2] <= high + 1e-9)]
    if not len(own) or not len(other) or high <= low:
        return None
    outer, inner = _by_sector(own, np.maximum, 0.0), _by_sector(other, np.minimum, np.inf)
    reach = np.where(np.isfinite(inner) & (outer > 0), outer - inner, np.inf)
    if not np.isfinite(reach).any():
        return None
    return Engagement(float(reach.min()), high - low)


def _samples(corners: Points) -> Points:
    """Corners, edge middles and middles of triangles, (7 n, 3)."""
    a, b, c = corners[:, 0], corners[:, 1], corners[:, 2]
    return np.vstack([a, b, c, (a + b) / 2, (b + c) / 2, (c + a) / 2, (a + b + c) / 3])


def _by_sector(points: Points, best: np.ufunc, start: float) -> Points:
    radius = np.hypot(points[:, 0], points[:, 1])
    turn = np.arctan2(points[:, 1], points[:, 0]) % (2 * np.pi)
    sector = np.minimum((turn / (2 * np.pi) * SECTORS).astype(np.int64), SECTORS - 1)
    found = np.full(SECTORS, start)
    best.at(found, sector, radius)
    return found
