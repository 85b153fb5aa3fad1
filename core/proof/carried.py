"""What carries a piece of a layer that has nothing right under it.

Lines over air are laid in one direction. If there is a direction in which practically every line
ends on something carried at both ends, the piece is a bridge and its longest line is its span.
Otherwise it stands out from what carries it, as a cantilever, by its farthest point; a piece that
nothing carries is an island.
"""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass
from typing import Literal

import numpy as np
import shapely
from numpy.typing import NDArray

Points = NDArray[np.float64]
Carriage = Literal["bridge", "cantilever", "island"]
Vec2 = tuple[float, float]

LINES = 24  # laid across a piece in each direction tried
DIRECTIONS = 12
HELD = 0.98  # of the length of all lines must be held at both ends
FRINGE_MM = 0.5  # a piece narrower than about a line is no place to lay lines across
NUDGE_MM = 0.02
GRID = 16  # points a side at which a cantilever's reach is tried


@dataclass(frozen=True)
class Carried:
    """``span_mm`` from ``start`` to ``end``, (x, y) mm: a bridge's longest line, a cantilever's
    reach out from what carries it."""

    kind: Carriage
    span_mm: float
    start: Vec2
    end: Vec2


class Within:
    """Rings that points are asked about, by the even-odd rule; made ready once for all of them."""

    def __init__(self, rings: Sequence[Points]) -> None:
        self._regions = [shapely.Polygon(ring) for ring in rings]
        shapely.prepare(self._regions)

    def of(self, points: Points) -> NDArray[np.bool_]:
        """Which points (n, 2) lie inside. O(points · log edges).

        >>> corner = Within([np.array([[0.0, 0], [4, 0], [0, 4]])])
        >>> corner.of(np.array([[1.0, 1.0], [3.0, 3.0]])).tolist()
        [True, False]
        """
        found = np.zeros(len(points), dtype=bool)
        for region in self._regions:
            found ^= shapely.contains_xy(region, points[:, 0], points[:, 1])
        return found


def how_carried(piece: Sequence[Points], layer: Within) -> Carried:
    """How a piece (rings, outer counter-clockwise, holes clockwise) of a layer is carried.

    Whatever of the layer lies beside the piece is carried from below. O(directions · edges).

    >>> strip = np.array([[0.0, 0], [10, 0], [10, 4], [0, 4]])
    >>> around = Within([np.array([[-5.0, 0], [15, 0], [15, 4], [-5, 4]])])
    >>> told = how_carried([strip], around)
    >>> told.kind, round(told.span_mm, 3)
    ('bridge', 10.0)
    """
    return all_carried([piece], layer)[0]


def all_carried(pieces: Sequence[Sequence[Points]], layer: Within) -> list[Carried]:
    """How each of some pieces of one layer is carried: see `how_carried`. Their edges are asked
    about all at once.
    """
    sizes = [len(ring) for piece in pieces for ring in piece]
    starts = np.concatenate([ring for piece in pieces for ring in piece])
    first = np.cumsum([0, *sizes[:-1]])
    after = np.arange(1, len(starts) + 1)
    after[first + np.array(sizes) - 1] = first  # each ring ends where it begins
    ends = starts[after]
    way = ends - starts
    length = np.sqrt(way[:, 0] ** 2 + way[:, 1] ** 2)
    long = length > 1e-9
    out = np.column_stack([way[:, 1], -way[:, 0]]) / np.maximum(length, 1e-9)[:, None]
    held = layer.of((starts + ends) / 2 + out * NUDGE_MM) & long
    doubled = starts[:, 0] * ends[:, 1] - ends[:, 0] * starts[:, 1]
    found, at = [], 0
    for piece in pieces:
        own = slice(at, at := at + sum(map(len, piece)))
        edges = _Edges(*(one[own][long[own]] for one in (starts, ends, out, length)))
        area = abs(float(doubled[own].sum())) / 2
        found.append(_carried(piece, edges, held[own][long[own]], area))
    return found


@dataclass(frozen=True)
class _Edges:
    """Edges of a piece: from where to where (n, 2), the way out of it (n, 2), how long (n,)."""

    starts: Points
    ends: Points
    out: Points
    length: Points


def _carried(
    piece: Sequence[Points], edges: _Edges, held: NDArray[np.bool_], area: float
) -> Carried:
    """A piece by its edges, which of them are held, and its area."""
    starts, ends, length = edges.starts, edges.ends, edges.length
    if not held.any():
        low, high = starts.min(axis=0), starts.max(axis=0)
        return Carried("island", float(np.hypot(*(high - low))), _pair(low), _pair(high))
    if 2 * area / length.sum() < FRINGE_MM / 2:
        return _fringe(area, edges, held)
    bridge = _bridge(starts, ends, held, _directions((ends - starts)[held], length[held]))
    return bridge or _cantilever(starts, ends, held, piece)


def _fringe(area: float, edges: _Edges, held: NDArray[np.bool_]) -> Carried:
    """A piece about a line wide, told by its width: twice its area by its edge."""
    starts, ends, out, length = edges.starts, edges.ends, edges.out, edges.length
    wide = 2 * area / float(length.sum())
    longest = int(np.argmax(length * held))
    at = (starts[longest] + ends[longest]) / 2
    all_round = length[held].sum() > 0.8 * length.sum()
    return Carried(
        "bridge" if all_round else "cantilever", wide, _pair(at), _pair(at - out[longest] * wide)
    )


def _pair(at: Points) -> Vec2:
    return float(at[0]), float(at[1])


def _directions(ways: Points, lengths: Points) -> Points:
    """Angles to lay lines in: evenly spread, and square to the longest edges that hold."""
    spread = np.pi * np.arange(DIRECTIONS) / DIRECTIONS
    longest = ways[np.argsort(-lengths)[:4]]
    square = np.arctan2(longest[:, 1], longest[:, 0]) + np.pi / 2
    return np.concatenate([square, spread])


def _bridge(
    starts: Points, ends: Points, held: NDArray[np.bool_], angles: Points
) -> Carried | None:
    """The direction with the shortest span of those in which all lines are held, or None."""
    best: Carried | None = None
    for angle in angles:
        cos, sin = float(np.cos(angle)), float(np.sin(angle))
        turn = np.array([[cos, -sin], [sin, cos]])  # columns: along the lines, across them
        a, b = starts @ turn, ends @ turn
        low, high = float(a[:, 1].min()), float(a[:, 1].max())
        across = low + (np.arange(LINES) + 0.5) / LINES * (high - low)
        meets = (a[None, :, 1] > across[:, None]) != (b[None, :, 1] > across[:, None])
        row, edge = np.nonzero(meets)
        if len(row) < 2:
            continue
        slope = (b[edge, 0] - a[edge, 0]) / (b[edge, 1] - a[edge, 1])
        along = a[edge, 0] + (across[row] - a[edge, 1]) * slope
        # rings are closed: each line goes in and out of the piece by turns
        order = np.lexsort((along, row))
        row, edge, along = row[order], edge[order], along[order]
        first, last = along[0::2], along[1::2]
        size = last - first
        both = held[edge[0::2]] & held[edge[1::2]]
        if size[both].sum() < HELD * size.sum():
            continue
        longest = int(np.argmax(size * both))
        line = across[row[2 * longest]]
        span = float(size[longest])
        if best is None or span < best.span_mm - 1e-9:
            two = np.array([[first[longest], line], [last[longest], line]])
            two = two @ turn.T
            best = Carried("bridge", span, _pair(two[0]), _pair(two[1]))
    return best


def _cantilever(
    starts: Points, ends: Points, held: NDArray[np.bool_], piece: Sequence[Points]
) -> Carried:
    """From the point farthest from all that holds, to where it is nearest."""
    a, way = starts[held], (ends - starts)[held]
    low, high = starts.min(axis=0), starts.max(axis=0)
    share = (np.arange(GRID) + 0.5) / GRID
    grid = low + np.stack(np.meshgrid(share, share), axis=-1).reshape(-1, 2) * (high - low)
    edge = np.vstack([starts, (starts + ends) / 2])
    points = np.vstack([edge[:: max(1, len(edge) // 400)], grid[Within(piece).of(grid)]])
    square = np.maximum((way**2).sum(axis=1), 1e-18)
    edges = shapely.STRtree(list(shapely.linestrings(np.stack([a, a + way], axis=1))))  # type: ignore[arg-type]
    _, own = edges.query_nearest(shapely.points(points), all_matches=False)
    t = np.clip(((points - a[own]) * way[own]).sum(axis=1) / square[own], 0, 1)
    foot = a[own] + t[:, None] * way[own]
    nearest = np.hypot(*(points - foot).T)
    row = int(nearest.argmax())
    return Carried("cantilever", float(nearest[row]), _pair(foot[row]), _pair(points[row]))
