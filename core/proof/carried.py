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
ALONG = 0.3  # of its edge is held where it lies along what carries it; less is a tongue
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
    length *= long
    doubled = starts[:, 0] * ends[:, 1] - ends[:, 0] * starts[:, 1]
    # of each piece: its edge, what of that is held, its area
    begin = np.cumsum([0, *(sum(map(len, piece)) for piece in pieces)])
    on_held = length * held
    edge, carries, area = (
        np.add.reduceat(one, begin[:-1]).tolist() for one in (length, on_held, doubled)
    )
    found = []
    for at, piece in enumerate(pieces):
        own, room = slice(begin[at], begin[at + 1]), abs(area[at]) / 2
        if carries[at] <= 0:
            low, high = starts[own].min(axis=0), starts[own].max(axis=0)
            found.append(Carried("island", float(np.hypot(*(high - low))), _pair(low), _pair(high)))
        elif 2 * room / edge[at] < FRINGE_MM / 2 and carries[at] > ALONG * edge[at]:
            # a piece about a line wide, told by its width: twice its area by its edge
            wide, longest = 2 * room / edge[at], begin[at] + int(on_held[own].argmax())
            (ax, ay), (bx, by), (ox, oy) = (
                one[longest].tolist() for one in (starts, ends, out)
            )  # fmt: skip
            x, y = (ax + bx) / 2, (ay + by) / 2
            kind: Carriage = "bridge" if carries[at] > 0.8 * edge[at] else "cantilever"
            found.append(Carried(kind, wide, (x, y), (x - ox * wide, y - oy * wide)))
        else:
            mine = np.arange(own.start, own.stop)[long[own]]
            found.append(_across(piece, starts[mine], ends[mine], held[mine], length[mine]))
    return found


def _across(
    piece: Sequence[Points], starts: Points, ends: Points, held: NDArray[np.bool_], length: Points
) -> Carried:
    """A piece of some width by its edges, from where to where and how long, and which are held."""
    bridge = _bridge(starts, ends, held, _directions((ends - starts)[held], length[held]))
    return bridge or _cantilever(starts, ends, held, piece)


def _pair(at: Points | Vec2) -> Vec2:
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
    """The direction with the shortest span of those in which all lines are held, or None.

    All directions are looked at in one go. O(directions · (edges + crossings)).
    """
    cos, sin = np.cos(angles)[:, None], np.sin(angles)[:, None]
    along_a, along_b = (cos * p[:, 0] + sin * p[:, 1] for p in (starts, ends))
    across_a, across_b = (cos * p[:, 1] - sin * p[:, 0] for p in (starts, ends))
    low = across_a.min(axis=1, keepdims=True)
    apart = np.maximum((across_a.max(axis=1, keepdims=True) - low) / LINES, 1e-12)
    # how many lines lie below each end: an edge meets those between its two counts
    below_a, below_b = (
        np.clip(np.ceil((one - low) / apart - 0.5), 0, LINES).astype(np.int64).ravel()
        for one in (across_a, across_b)
    )
    count = np.abs(below_a - below_b)
    own = np.repeat(np.arange(len(count)), count)
    if not len(own):
        return None
    line = np.arange(len(own)) - np.repeat(np.cumsum(count) - count, count)
    line += np.minimum(below_a, below_b)[own]
    turn, edge = np.divmod(own, len(starts))
    at = low[turn, 0] + (line + 0.5) * apart[turn, 0]
    slope = (along_b - along_a).ravel()[own] / (across_b - across_a).ravel()[own]
    along = along_a.ravel()[own] + (at - across_a.ravel()[own]) * slope
    # rings are closed: each line goes in and out of the piece by turns
    order = np.lexsort((along, turn * LINES + line))
    first, last = order[0::2], order[1::2]
    size, turn = along[last] - along[first], turn[first]
    both = held[edge[first]] & held[edge[last]]
    whole, kept = (np.bincount(turn, w, len(angles)) for w in (size, size * both))
    best: Carried | None = None
    for index in np.flatnonzero((kept >= HELD * whole) & (whole > 0)):
        mine = np.flatnonzero(turn == index)
        longest = mine[int(np.argmax(size[mine] * both[mine]))]
        if best is None or size[longest] < best.span_mm - 1e-9:
            c, s, v = float(cos[index, 0]), float(sin[index, 0]), float(at[first[longest]])
            two = [(u * c - v * s, u * s + v * c) for u in along[[first[longest], last[longest]]]]
            best = Carried("bridge", float(size[longest]), _pair(two[0]), _pair(two[1]))
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
