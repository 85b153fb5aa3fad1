"""Does it fit the bed, turned about the vertical if need be."""

from __future__ import annotations

from dataclasses import dataclass

import numpy as np
import scipy
from numpy.typing import NDArray


@dataclass(frozen=True)
class BedFit:
    """``turn_deg`` is the turn about the vertical at which it fits best; sizes are at that turn."""

    fits: bool
    turn_deg: float
    size_mm: tuple[float, float, float]
    short_by_mm: float


def check_bed(points: NDArray[np.float64], bed_mm: tuple[float, float, float]) -> BedFit:
    """The turn, to a degree, with most room to spare; as it stands when that fits already.

    ``short_by_mm`` is by how much the worst direction misses, nought when it fits.

    >>> check_bed(np.array([[0.0, 0, 0], [100, 0, 0], [0, 40, 20]]), (220, 220, 250)).fits
    True
    """
    height = float(np.ptp(points[:, 2]))
    flat = points[:, :2]
    hull = flat[scipy.spatial.ConvexHull(flat).vertices]
    best: tuple[float, float, tuple[float, float]] | None = None
    for turn in range(180):
        cos, sin = np.cos(np.radians(turn)), np.sin(np.radians(turn))
        x, y = hull[:, 0] * cos - hull[:, 1] * sin, hull[:, 0] * sin + hull[:, 1] * cos
        size = (float(np.ptp(x)), float(np.ptp(y)))
        short = max(size[0] - bed_mm[0], size[1] - bed_mm[1])
        if turn == 0 and short <= 0:
            best = (short, 0.0, size)
            break
        if best is None or short < best[0] - 1e-9:
            best = (short, float(turn), size)
    assert best is not None
    short = max(best[0], height - bed_mm[2])
    return BedFit(short <= 1e-9, best[1], (*best[2], height), max(short, 0.0))
