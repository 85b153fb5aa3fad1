"""An outline turned about an axis, fully or in part.

The outline lies in the plane of radius (its x) and height along the axis (its y). The facets of a
turn keep the area of its circles, so that volumes are those of the true solid.
"""

from __future__ import annotations

import math
from dataclasses import dataclass

import numpy as np
from numpy.typing import NDArray

from core.errors import BuildError
from core.outlines import Outline, flatten
from core.outlines.facet_fineness import chord_error_mm, half_facet
from core.outlines.flatten import Side, same_area
from core.solids.body import Body
from core.solids.frame import Frame
from core.solids.skin import skin

ON_AXIS_MM = 1e-7


@dataclass(frozen=True)
class Lathe:
    """Half profiles turned about the z of a frame, in ``count`` facets.

    Args:
        polygons: each (n, 2) mm, radius and height, outer ones counter-clockwise.
        names: per polygon, the name of the side that leaves each point.
        turn: radians, ``whole`` where it closes on itself.
    """

    polygons: tuple[NDArray[np.float64], ...]
    names: tuple[tuple[str, ...], ...]
    frame: Frame
    turn: float
    count: int
    whole: bool

    @property
    def reach(self) -> float:
        """To how much of the true radii the corners of facets lie: circles keep their area."""
        return same_area(self.turn, self.count, self.whole)

    @property
    def apothem(self) -> float:
        """To how much of the true radii the middles of facets lie."""
        return self.reach * math.cos(self.turn / self.count / 2)

    def body(self, step: str) -> Body:
        """The solid that is swept, its faces named as the step's."""
        count, whole = self.count, self.whole
        reach = np.full((count if whole else count + 1, 1), self.reach)
        if not whole:
            reach[[0, -1]] = 1.0
        angles = np.arange(count if whole else count + 1)[:, None] * self.turn / count
        rows = np.vstack(self.polygons)
        radii = np.where(np.abs(rows[:, 0]) < ON_AXIS_MM, 0.0, rows[:, 0]) * reach
        x, y = radii * np.cos(angles), radii * np.sin(angles)
        stations = np.stack([x, y, np.broadcast_to(rows[:, 1], x.shape)], axis=-1)
        # Looked at along the turn the outline is seen from behind: run the stations backwards.
        body = skin(
            list(stations[::-1]),
            [len(polygon) for polygon in self.polygons],
            self.polygons,
            self.names,
            step,
            closed=whole,
            start="last face",
            end="first face",
        )
        return body if self.frame == Frame() else body.moved(self.frame.matrix)


def lathe_of(
    outline: Outline, frame: Frame, side: Side = "inside", turn_deg: float = 360.0
) -> Lathe:
    """An outline laid out to be turned about the frame's z.

    Raises:
        BuildError: the outline crosses the axis; names the point furthest across.

    >>> from core.outlines import rectangle
    >>> lathe_of(rectangle(2, 4).moved(10, 0), Frame()).names
    (('front', 'right', 'back', 'left'),)
    """
    low_x = outline.bounds[0]
    if low_x < -1e-6:
        point = min(
            (s.a for loop in outline.loops for s in loop.segments), key=lambda p: (p[0], p[1])
        )
        raise BuildError(
            f"the outline crosses the axis by {-low_x:.4g} mm, near {point[0]:.4g}, {point[1]:.4g}",
            remedy="keep it on one side: every point at a radius of nought or more",
        )
    if not 0 < turn_deg <= 360:
        raise BuildError(f"a turn of {turn_deg:g}°", remedy="more than 0° and at most 360°")
    polygons, names = flatten(outline, side)
    half = half_facet(outline.bounds[2] + chord_error_mm())
    turn = math.radians(turn_deg)
    whole = turn_deg > 360 - 1e-9
    count = max(3, math.ceil(turn / (2 * half)))
    if whole:
        count = max(8, 4 * math.ceil(count / 4))
    return Lathe(tuple(polygons), tuple(map(tuple, names)), frame, turn, count, whole)


def turned_body(
    outline: Outline, frame: Frame, step: str, side: Side = "inside", turn_deg: float = 360.0
) -> Body:
    """The solid an outline sweeps when turned about the frame's z.

    Raises:
        BuildError: the outline crosses the axis; names the point furthest across.

    >>> from core.outlines import rectangle
    >>> ring = turned_body(rectangle(2, 4).moved(10, 0), Frame(), "ring", "same area")
    >>> round(ring.volume_mm3 / (2 * math.pi * 10 * 8), 6)
    1.0
    """
    return lathe_of(outline, frame, side, turn_deg).body(step)
