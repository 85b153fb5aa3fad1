"""What a plane cuts out of solids, and gaps along a line in that plane."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass

import numpy as np
from manifold3d import CrossSection
from numpy.typing import NDArray
from shapely import LineString, MultiPolygon, Polygon
from shapely.geometry.base import BaseGeometry
from shapely.ops import unary_union

from core.solids import Body, Frame

Loops = list[NDArray[np.float64]]


def cut_by_plane(body: Body, frame: Frame) -> CrossSection:
    """The section of a body in a frame's own plane: u along its x, v along its y.

    >>> from manifold3d import Manifold
    >>> cut_by_plane(Body(Manifold.cube((10, 20, 5))), Frame((0, 0, 2.0))).area()
    200.0
    """
    return body.solid.transform(frame.into).slice(0.0)


def window(
    section: CrossSection, low: tuple[float, float], high: tuple[float, float]
) -> CrossSection:
    """The part of a section inside a rectangle.

    >>> from manifold3d import Manifold
    >>> whole = cut_by_plane(Body(Manifold.cube((10, 20, 5))), Frame((0, 0, 2.0)))
    >>> window(whole, (0, 0), (5, 5)).area()
    25.0
    """
    box = CrossSection.square((high[0] - low[0], high[1] - low[1])).translate(low)
    return section ^ box


def loops(section: CrossSection) -> Loops:
    """The polygons of a section, (n, 2) each, mm; holes run clockwise.

    >>> from manifold3d import Manifold
    >>> len(loops(cut_by_plane(Body(Manifold.cube((10, 20, 5))), Frame((0, 0, 2.0)))))
    1
    """
    return [np.asarray(polygon, dtype=np.float64) for polygon in section.to_polygons()]


@dataclass(frozen=True)
class Dimension:
    """A gap found along a line: from the last of one part to the first of the other, (u, v) mm."""

    start: tuple[float, float]
    end: tuple[float, float]

    @property
    def gap_mm(self) -> float:
        """From end to end, mm."""
        return float(np.hypot(self.end[0] - self.start[0], self.end[1] - self.start[1]))


def gap_along(
    first: Sequence[NDArray[np.float64]],
    second: Sequence[NDArray[np.float64]],
    start: tuple[float, float],
    direction: tuple[float, float],
    reach_mm: float = 50.0,
) -> Dimension | None:
    """The air between two sections along a ray that starts inside the first.

    Returns:
        Where the first ends and the second begins, or None when they do not follow each other.
    """
    ray = LineString(
        [start, (start[0] + direction[0] * reach_mm, start[1] + direction[1] * reach_mm)]
    )
    leaves = _along(ray, _region(first))
    enters = _along(ray, _region(second))
    if not leaves or not enters or leaves[0][0] > 1e-6:
        return None
    out = leaves[0][1]
    entry = next((span[0] for span in enters if span[0] >= out - 1e-6), None)
    if entry is None:
        return None
    a, b = ray.interpolate(out), ray.interpolate(entry)
    return Dimension((a.x, a.y), (b.x, b.y))


def _region(polygons: Sequence[NDArray[np.float64]]) -> BaseGeometry:
    solid = [Polygon(p) for p in polygons if _signed_area(p) > 0]
    holes = [Polygon(p) for p in polygons if _signed_area(p) < 0]
    return unary_union(solid).difference(unary_union(holes)) if solid else MultiPolygon()


def _signed_area(polygon: NDArray[np.float64]) -> float:
    x, y = polygon[:, 0], polygon[:, 1]
    return float((x * np.roll(y, -1) - np.roll(x, -1) * y).sum() / 2)


def _along(ray: LineString, region: BaseGeometry) -> list[tuple[float, float]]:
    """Stretches of a ray inside a region, as (from, to) distances along it."""
    cut = ray.intersection(region)
    parts = getattr(cut, "geoms", [cut])
    spans = []
    for part in parts:
        if part.geom_type != "LineString" or part.length < 1e-9:
            continue
        ends = sorted(ray.project(type(ray)([c, c]).centroid) for c in part.coords)
        spans.append((ends[0], ends[-1]))
    return sorted(spans)
