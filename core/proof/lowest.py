"""Where a surface has none lower beside it: corners and flats from which every way leads up."""

from __future__ import annotations

import numpy as np
from numpy.typing import NDArray

from core.solids.linked import groups

LEVEL_MM = 1e-7  # two corners no further apart in height lie level


def lowest_places(
    points: NDArray[np.float64], triangles: NDArray[np.int64]
) -> tuple[NDArray[np.int64], NDArray[np.bool_]]:
    """Corners (n, 3) mm that lie level side by side, as places.

    Returns the place of each corner (n,), and of each place whether none beside it is lower. What
    has its material above it and what has air over it is told by the faces there. O(triangles).

    >>> corners = np.array([[0.0, 0, 1], [1, 0, 1], [0, 1, 2]])
    >>> place, lowest = lowest_places(corners, np.array([[0, 1, 2]]))
    >>> place.tolist(), lowest.tolist()
    ([0, 0, 1], [True, False])
    """
    z = np.ascontiguousarray(points[:, 2])
    over = np.roll(triangles, -1, axis=1)
    rise = z.take(over) - z.take(triangles)
    level = np.abs(rise) <= LEVEL_MM
    place = groups(len(z), triangles[level], over[level])
    lowest = np.ones(int(place.max(initial=-1)) + 1, dtype=bool)
    lowest[place[triangles[rise < -LEVEL_MM]]] = False
    lowest[place[over[rise > LEVEL_MM]]] = False
    return place.astype(np.int64), lowest
