"""Pins and arms that stand across their layers, and so snap between two of them."""

from __future__ import annotations

import numpy as np
import shapely
from manifold3d import Manifold
from numpy.typing import NDArray

LEVELS = 24
THIN_MM = 4.0  # thicker ones bear handling. common practice, no source
SLENDER = 3.0  # times its thickness a pin must rise to be levered off. common practice, no source
DRIFT_MM = 1.0  # a pin that leans drifts so far from one level to the next


def thinnest_upright(standing: Manifold) -> float | None:
    """The thickness in mm of the thinnest pin or arm that rises in a solid on z = 0, if any.

    A pin is a piece of the cross-section less than THIN_MM thick that is found again at level
    after level over SLENDER times its thickness. O(levels · slice size).

    >>> plate = Manifold.cube((20, 20, 2))
    >>> round(thinnest_upright(plate + Manifold.cylinder(20, 1.5).translate((10, 10, 2))), 1)
    2.9
    >>> thinnest_upright(plate) is None
    True
    """
    height = float(standing.bounding_box()[5])
    gap = height / LEVELS
    found: list[float] = []
    rising: list[tuple[NDArray[np.float64], float, int]] = []
    for level in range(LEVELS):
        here = []
        for piece in standing.slice((level + 0.5) * gap).decompose():
            # a piece has one outer ring, which runs about it: the others are its holes
            outer = max((np.asarray(ring) for ring in piece.to_polygons()), key=_area)
            thick = _thickness(outer)
            if thick < THIN_MM:
                here.append((outer.mean(axis=0), thick))
        still = []
        for middle, thick in here:
            before = [(m, t, n) for m, t, n in rising if np.hypot(*(m - middle)) < DRIFT_MM + gap]
            least = min([thick, *(t for _, t, _ in before)])
            still.append((middle, least, max((n for *_, n in before), default=0) + 1))
        rising = still
        found += [t for _, t, n in rising if n * gap >= SLENDER * t and n > 1]
    return min(found) if found else None


def _area(ring: NDArray[np.float64]) -> float:
    """Signed area of a ring (n, 2), mm²; a hole's is below nought."""
    x, y = ring[:, 0], ring[:, 1]
    return float((x * np.roll(y, -1) - np.roll(x, -1) * y).sum()) / 2


def _thickness(ring: NDArray[np.float64]) -> float:
    """The short side of the smallest rectangle round a ring, mm."""
    box = shapely.minimum_rotated_rectangle(shapely.Polygon(ring))
    if box.geom_type != "Polygon":
        return 0.0
    corners = shapely.get_coordinates(box)
    return float(np.linalg.norm(np.diff(corners[:3], axis=0), axis=1).min())
