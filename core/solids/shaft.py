"""What stands round an axis at a height: the shaft a thread or a track is laid on."""

from __future__ import annotations

import math
from dataclasses import dataclass

import numpy as np
from numpy.typing import NDArray

from core.solids.body import Body
from core.solids.frame import Frame

ROUND_MM = 0.02  # the corners of a round shaft lie so near to its circle
ON_CIRCLE_MM = 1e-4  # corners so near to the furthest lie on one circle
FACET_RAD = math.radians(20.0)  # what turns further from corner to corner is no facet of a round
STRAIGHT_MM = 1e-6
DIRECTIONS = 720
MOSTLY = 0.75  # of the way round: a flat or a slot in a round shaft is none the worse


@dataclass(frozen=True)
class Shaft:
    """The outline (n, 2) mm of a body round an axis, and the radius of the circle about it."""

    radius_mm: float
    outline: NDArray[np.float64]

    def round_share(self, within_mm: float) -> float:
        """How much of the way round the outline lies no further than ``within_mm`` inside the
        circle.

        >>> square = np.array([[-1.0, -1.0], [1.0, -1.0], [1.0, 1.0], [-1.0, 1.0]])
        >>> shaft = Shaft(2**0.5, square)
        >>> shaft.round_share(0.5), round(shaft.round_share(0.2), 2)
        (1.0, 0.23)
        """
        start, end = self.outline, np.roll(self.outline, -1, axis=0)
        along = end - start
        turn = (np.arange(DIRECTIONS) + 0.5) * 2 * math.pi / DIRECTIONS
        ways = np.column_stack([np.cos(turn), np.sin(turn)])
        # where a ray from the axis meets each side: r · way = start + s · along, 0 ≤ s ≤ 1
        across = ways[:, :1] * along[:, 1] - ways[:, 1:] * along[:, 0]
        with np.errstate(divide="ignore", invalid="ignore"):
            reach = (start[:, 0] * along[:, 1] - start[:, 1] * along[:, 0]) / across
            share = (start[:, 0] * ways[:, 1:] - start[:, 1] * ways[:, :1]) / across
        met = (reach > 0) & (share >= -1e-9) & (share <= 1 + 1e-9)
        furthest = np.where(met, reach, 0.0).max(axis=1)
        return float((furthest >= self.radius_mm - within_mm).mean())

    def mostly_round(self, within_mm: float) -> bool:
        """Whether what is laid on the circle, so deep, meets most of the body."""
        return self.round_share(within_mm) >= MOSTLY


def shaft_about(body: Body, frame: Frame, height: float) -> Shaft | None:
    """The shaft round the z axis of a frame at a height along it, mm; None where there is none.

    Of several that wind round the axis, one inside another, the widest.
    """
    local = body.solid.transform(frame.into)
    best: Shaft | None = None
    # a facet told by two triangles is crossed twice
    for polygon in local.slice(height).simplify(STRAIGHT_MM).to_polygons():
        points = np.asarray(polygon)
        x, y = points[:, 0], points[:, 1]
        area = float((x * np.roll(y, -1) - np.roll(x, -1) * y).sum() / 2)
        radii = np.hypot(x, y)
        around = np.unwrap(np.arctan2(y, x))
        winds = abs(around[-1] - around[0]) > math.pi
        # facets of a round shaft keep its area, so that their corners stand out a little
        even = math.sqrt(max(area, 0.0) / math.pi)
        across = even if np.abs(radii - even).max() < ROUND_MM else _furthest(radii, around)
        if area > 0 and winds and (best is None or across > best.radius_mm):
            best = Shaft(across, points)
    return best


def _furthest(radii: NDArray[np.float64], around: NDArray[np.float64]) -> float:
    """How far an outline reaches out: to its furthest corner, or to the circle whose facets end
    there. Facets of a round keep its area: r² sin δ = R² δ for one that turns by δ."""
    most = float(radii.max())
    far = radii > most - ON_CIRCLE_MM
    turn = np.abs(np.diff(around, append=around[0] + 2 * math.pi * np.sign(around[-1] - around[0])))
    facets = turn[far & np.roll(far, -1) & (turn < FACET_RAD) & (turn > 0)]
    if not len(facets):
        return most
    one = float(np.median(facets))
    return most * math.sqrt(math.sin(one) / one)
