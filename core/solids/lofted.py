"""Outlines on stations, joined straight or smoothly."""

from __future__ import annotations

import math
from collections.abc import Sequence
from dataclasses import dataclass
from itertools import pairwise

import numpy as np
import scipy
from numpy.typing import NDArray

from core.errors import BuildError
from core.outlines import Outline, flatten, segment_counts
from core.outlines.facet_fineness import longer_facets, pieces_along
from core.outlines.flatten import Side
from core.solids.body import Body
from core.solids.frame import Frame
from core.solids.skin import skin

TWIST_MM = 0.02  # so much may two triangles miss a twisted side by; more in a sketch
MOST_PIECES = 60
SMOOTH_PIECES = 14  # stations drawn between two given ones where the skin is smooth
Points = NDArray[np.float64]


@dataclass(frozen=True)
class Stop:
    """An outline and where it stands: up the axis, shifted and turned, mm and degrees."""

    outline: Outline
    up: float
    x: float = 0.0
    y: float = 0.0
    turn_deg: float = 0.0


def lofted_body(
    stops: Sequence[Stop],
    frame: Frame,
    step: str,
    side: Side = "inside",
    start: str = "straight",
    end: str = "straight",
) -> Body:
    """The solid through some outlines.

    Args:
        stops: at least two, all rising or all falling.
        start, end: ``straight``, or ``tangent`` where the skin leaves the end face upright.

    Raises:
        BuildError: fewer than two stops, stops that do not rise, or outlines with holes.

    >>> from core.outlines import rectangle
    >>> stops = [Stop(rectangle(10, 10), 0.0), Stop(rectangle(20, 20), 15.0)]
    >>> round(lofted_body(stops, Frame(), "hopper").volume_mm3, 3)
    3500.0
    """
    if len(stops) < 2:
        raise BuildError("a loft needs a second outline", remedy="add a station")
    if all(after.up < before.up - 1e-9 for before, after in pairwise(stops)):
        stops, start, end = stops[::-1], end, start
    for low, high in pairwise(stops):
        if high.up <= low.up + 1e-9:
            raise BuildError(
                f"a station {high.up:g} mm up does not rise above the one {low.up:g} mm up",
                remedy=f"more than {low.up:g} mm",
            )
    if any(stop.outline.holes for stop in stops):
        raise BuildError("a loft takes outlines without holes", remedy="cut the hole afterwards")
    flat, names = matched([stop.outline for stop in stops], side)
    placed = []
    for points, stop in zip(flat, stops, strict=True):
        angle = math.radians(stop.turn_deg)
        cos, sin = math.cos(angle), math.sin(angle)
        x = points[:, 0] * cos - points[:, 1] * sin + stop.x
        y = points[:, 0] * sin + points[:, 1] * cos + stop.y
        placed.append(np.column_stack([x, y, np.full(len(x), stop.up)]))
    if start == "tangent" or end == "tangent":
        placed = _smoothed(placed, start == "tangent", end == "tangent")
    if alike([stop.outline for stop in stops]):
        placed, names = _untwisted(placed, names)
    caps = [placed[0][:, :2]]
    body = skin(placed, [len(names)], caps, [names], step, start="bottom", end="top")
    return body if frame == Frame() else body.moved(frame.matrix)


def _untwisted(stations: list[Points], names: list[str]) -> tuple[list[Points], list[str]]:
    """Stations (n, 3) with more between them, and more points along their sides, where a side turns
    from one to the next: two triangles over such a side leave a crease along their diagonal.

    The side is the surface of all straight lines between its partners; two triangles miss its
    middle by a quarter of how far its ends turn, a grid of k by m by that over k m.
    """
    rows = np.stack(stations)
    sides = np.roll(rows, -1, axis=1) - rows
    turned = np.linalg.norm(_square_to(sides[1:] - sides[:-1], sides[:-1] + sides[1:]), axis=2)
    off = turned / 4 / (TWIST_MM * longer_facets())  # in as many allowed errors
    pieces = np.clip(np.ceil(np.sqrt(off.max(axis=1))), 1, MOST_PIECES).astype(int)
    along = np.clip(np.ceil((off / pieces[:, None]).max(axis=0)), 1, MOST_PIECES).astype(int)
    if pieces.max() == 1 and along.max() == 1:
        return stations, names
    owner = np.repeat(np.arange(len(names)), along)
    first = np.cumsum(along) - along
    share = (np.arange(len(owner)) - first[owner]) / along[owner]
    rows = rows[:, owner] + share[:, None] * sides[:, owner]
    found = []
    for low, high, count in zip(rows[:-1], rows[1:], pieces, strict=True):
        found += [low + (high - low) * k / count for k in range(count)]
    return [*found, rows[-1]], [names[index] for index in owner]


def _square_to(turn: Points, side: Points) -> Points:
    """What is left of some vectors (..., 3) square to others."""
    size = np.maximum((side**2).sum(axis=-1, keepdims=True), 1e-300)
    return np.asarray(turn - (turn * side).sum(axis=-1, keepdims=True) / size * side)


def _smoothed(stations: list[Points], start: bool, end: bool) -> list[Points]:
    """More stations along a cubic through the given ones; upright where an end is tangent."""
    heights = np.array([station[0, 2] for station in stations])
    values = np.stack([station[:, :2] for station in stations])
    upright = (1, np.zeros(values.shape[1:]))
    free = (2, np.zeros(values.shape[1:]))
    spline = scipy.interpolate.CubicSpline(
        heights,
        values,
        bc_type=(upright if start else free, upright if end else free),  # type: ignore[arg-type]
    )
    rows = []
    for low, high in pairwise(heights):
        rows += list(np.linspace(low, high, pieces_along(SMOOTH_PIECES), endpoint=False))
    rows.append(heights[-1])
    return [np.column_stack([spline(z), np.full(values.shape[1], z)]) for z in rows]


def matched(outlines: Sequence[Outline], side: Side) -> tuple[list[Points], list[str]]:
    """Polygons with the same number of points, point i of one meant for point i of the next.

    Outlines of as many segments are matched segment by segment; others by their share of the
    way round from straight in front (−y), every corner of each kept.

    >>> from core.outlines import rectangle
    >>> points, names = matched([rectangle(10, 10), rectangle(20, 30)], "inside")
    >>> points[0].shape == points[1].shape, names
    (True, ['front', 'right', 'back', 'left'])
    """
    if alike(outlines):
        every = [segment_counts(outline)[0] for outline in outlines]
        counts = (tuple(max(pieces) for pieces in zip(*every, strict=True)),)
        made = [flatten(outline, side, counts) for outline in outlines]
        return [polygons[0] for polygons, _ in made], made[0][1][0]
    runs = [_from_front(flatten(outline, side)[0][0]) for outline in outlines]
    shares = np.unique(np.round(np.concatenate([share for _, share in runs]), 9))
    shares = shares[shares < 1 - 1e-9]
    found = []
    for points, share in runs:
        ends = np.vstack([points, points[:1]])
        at = np.append(share, 1.0)
        found.append(np.column_stack([np.interp(shares, at, ends[:, i]) for i in range(2)]))
    return found, ["side"] * len(shares)


def alike(outlines: Sequence[Outline]) -> bool:
    """Whether outlines have as many lines and arcs, in turn, so that each is led to its partner.

    >>> from core.outlines.shapes import rectangle, regular_polygon
    >>> alike([rectangle(10, 10), rectangle(20, 30)])
    True
    >>> alike([regular_polygon(8, 10), rectangle(10, 10, (2,))])  # eight sides; four, and corners
    False
    """
    return len({tuple(type(one) for one in outline.outer.segments) for outline in outlines}) == 1


def _from_front(points: Points) -> tuple[Points, Points]:
    """A polygon begun where it crosses straight in front of its middle, with shares of its way."""
    middle = (points.min(axis=0) + points.max(axis=0)) / 2
    around = points - middle
    after = np.roll(around, -1, axis=0)
    crossing = (around[:, 0] <= 0) & (after[:, 0] > 0) & ((around[:, 1] + after[:, 1]) < 0)
    index = int(np.flatnonzero(crossing)[0]) if crossing.any() else 0
    run = after[index, 0] - around[index, 0]
    share = -around[index, 0] / run if run else 0.0
    front = points[index] + share * (np.roll(points, -1, axis=0)[index] - points[index])
    rolled = np.vstack([front, np.roll(points, -(index + 1), axis=0)])
    if np.allclose(rolled[0], rolled[-1], atol=1e-9):
        rolled = rolled[:-1]
    steps = np.linalg.norm(np.roll(rolled, -1, axis=0) - rolled, axis=1)
    way = np.concatenate([[0.0], np.cumsum(steps)[:-1]])
    return rolled, way / steps.sum()
