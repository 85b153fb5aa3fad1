"""The small-parts cylinder: does a part fit in it, any way round?

16 CFR 1501.4 (ISO 8124-1 uses the same), from memory: 31.7 mm across, 25.4 mm deep at one side and
57.1 mm at the other, with a slanting floor. A part that goes wholly in is a small part.
"""

from __future__ import annotations

import numpy as np
from numpy.typing import NDArray
from scipy.spatial import ConvexHull

RADIUS_MM = 31.7 / 2
SHALLOW_MM, DEEP_MM = 25.4, 57.1
LONGEST_MM = float(np.hypot(2 * RADIUS_MM, DEEP_MM)) + 1e-6
DIRECTIONS = 400
TURNS = 24
WIDTHS = 12  # taken across each direction, to leave out most of them at once
FLATS = 120  # faces of the hull that are tried as well: a box goes in along its own sides
Points = NDArray[np.float64]


def is_small_part(points: Points) -> bool:
    """Whether points (n, 3) fit the cylinder in some orientation of a fine spread.

    O(directions · hull corners). A part within a hair of the limit counts as small.
    """
    size = np.sort(np.ptp(points, axis=0))
    if float(np.linalg.norm(size)) < SHALLOW_MM:
        return True
    if float(size[-1]) > LONGEST_MM:
        return False
    hull = points[ConvexHull(points).vertices]
    # no chord of the part may be longer than the longest of the cylinder
    if _widest(hull) > LONGEST_MM:
        return False
    flats = np.unique(np.round(ConvexHull(hull).equations[:, :3], 3), axis=0)[:FLATS]
    flats /= np.linalg.norm(flats, axis=1, keepdims=True)
    ways = np.vstack([flats, _directions()])
    return any(_fits(hull, way) for way in ways[_slim_enough(hull, ways)])


def _slim_enough(hull: Points, ways: Points) -> NDArray[np.bool_]:
    """Which ways (k, 3) the part is nowhere wider across than the cylinder, nor longer; (k,)."""
    side, other = _across(ways)
    slim: NDArray[np.bool_] = np.ptp(hull @ ways.T, axis=0) <= DEEP_MM
    for turn in np.arange(WIDTHS) * np.pi / WIDTHS:
        axes = side[slim] * np.cos(turn) + other[slim] * np.sin(turn)
        slim[slim] = np.ptp(hull @ axes.T, axis=0) <= 2 * RADIUS_MM
    return slim


def _across(ways: Points) -> tuple[Points, Points]:
    """Two unit vectors square to each unit vector (k, 3) and to each other."""
    helper = np.where(np.abs(ways[:, :1]) < 0.9, [[1.0, 0.0, 0.0]], [[0.0, 1.0, 0.0]])
    side = np.cross(ways, helper)
    side /= np.linalg.norm(side, axis=1, keepdims=True)
    return side, np.cross(ways, side)


def _widest(hull: Points) -> float:
    some = hull[:: max(1, len(hull) // 400)]
    return float(np.sqrt(((some[:, None] - some[None]) ** 2).sum(axis=2)).max())


def _directions() -> Points:
    """Directions spread evenly over the sphere (golden spiral)."""
    step = np.arange(DIRECTIONS) + 0.5
    z = 1 - 2 * step / DIRECTIONS
    turn = np.pi * (1 + 5**0.5) * step
    flat = np.sqrt(1 - z * z)
    return np.column_stack([flat * np.cos(turn), flat * np.sin(turn), z])


def _fits(hull: Points, way: Points) -> bool:
    """Whether the part goes in with ``way`` pointing out of the cylinder."""
    side, other = _across(way[None])
    x, y, z = hull @ side[0], hull @ other[0], hull @ way
    centre, radius = _circle(np.column_stack([x, y]))
    if radius > RADIUS_MM:
        return False
    depth = z.max() - z
    slope = (DEEP_MM - SHALLOW_MM) / (2 * RADIUS_MM)
    middle = (DEEP_MM + SHALLOW_MM) / 2
    slack = RADIUS_MM - radius
    for turn in np.arange(TURNS) * 2 * np.pi / TURNS:
        along = (x - centre[0]) * np.cos(turn) + (y - centre[1]) * np.sin(turn) + slack
        if (depth <= middle + slope * along + 1e-9).all():
            return True
    return False


def _circle(flat: Points) -> tuple[Points, float]:
    """The smallest circle round points (n, 2)."""
    import shapely

    cloud = shapely.MultiPoint(flat)
    circle = shapely.minimum_bounding_circle(cloud)
    centre = circle.centroid
    return np.array([centre.x, centre.y]), float(shapely.minimum_bounding_radius(cloud))
