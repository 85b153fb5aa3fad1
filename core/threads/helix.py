"""A thread's ridge wound round its axis into a solid.

Bolt and nut are wound with the same number of pieces a turn, corner under corner, so that facets
run parallel and the gap between flanks is the gap between the true helicoids.
"""

from __future__ import annotations

import math

import numpy as np
from manifold3d import triangulate
from numpy.typing import NDArray

from core.outlines.facet_fineness import half_facet
from core.solids import Body
from core.solids.body import Source
from core.solids.stack import close_mesh
from core.threads.profile import Opening
from core.threads.thread import Thread

SAME_MM = 1e-9


def pieces_a_turn(radius: float) -> int:
    """Into how many chords a turn is cut, so that none strays more than the chord error.

    >>> pieces_a_turn(10.0) > pieces_a_turn(3.0)
    True
    """
    half = half_facet(radius, 2.0)
    return max(16, 4 * math.ceil(math.pi / half / 4))


def wound_solid(
    thread: Thread, side: Opening, low: float, high: float, step: str, outside: bool
) -> Body:
    """A threaded rod, core and ridges in one, from ``low`` to ``high`` and past both by a turn.

    The first ridge's middle crosses z = 0 at angle 0. Every ridge is a strip wound round the axis;
    the next turn's begins where it ends, so that nothing has to be united. O(turns).
    """
    pieces = pieces_a_turn(thread.major / 2)
    reach = 1.0 if outside else 1 / math.cos(math.pi / pieces)
    radii, up, names = _ridge(thread, side)
    first = math.floor((low - 2 * thread.pitch) / thread.lead * pieces) - pieces - 1
    last = math.ceil((high + 2 * thread.pitch) / thread.lead * pieces) + 1
    count = last - first + 1
    # strips by start: where each begins, the points inside it; the last one's end is the first
    # one's beginning a turn later, so that the first needs a turn more
    inner, starts = len(radii) - 1, thread.starts
    turns = np.arange(first, last + 1 + pieces) / pieces
    hand = -1.0 if thread.left_hand else 1.0
    grid = np.empty((starts, count + pieces, inner + 1, 3))
    for start in range(starts):
        angles = hand * 2 * math.pi * turns
        # the ridges of the further starts stand a pitch higher at the same angle
        heights = up[None] + turns[:, None] * thread.lead + start * thread.pitch
        grid[start, ..., 0] = radii * reach * np.cos(angles)[:, None]
        grid[start, ..., 1] = radii * reach * np.sin(angles)[:, None]
        grid[start, ..., 2] = heights
    index = np.full((starts, count + pieces, inner + 1), -1)
    index[:, :count] = np.arange(starts * count * (inner + 1)).reshape(starts, count, inner + 1)
    index[0, count:, 0] = starts * count * (inner + 1) + np.arange(pieces)
    points = [grid[:, :count].reshape(-1, 3), grid[0, count:, 0]]
    ahead = np.arange(count)
    ends = np.stack(
        [*(index[s + 1, ahead, 0] for s in range(starts - 1)), index[0, ahead + pieces, 0]]
    )
    strips = np.concatenate([index[:, :count], ends[:, :, None]], axis=2)
    a, b = strips[:, :-1, :-1], strips[:, :-1, 1:]
    d, c = strips[:, 1:, :-1], strips[:, 1:, 1:]
    triangles = [np.stack(t, -1).reshape(-1, 3) for t in ((a, d, b), (b, d, c))]
    labels = [np.tile(np.array([_FACES.index(n) for n in names]), a.size // (inner + 1))] * 2
    below = len(points[0]) + len(points[1])
    for station, sign in ((0, 1), (count - 1, -1)):
        rim = index[0, station : station + pieces + 1, 0]
        heights = np.vstack(points[:2])[rim][:, 2]
        axis = below + np.arange(pieces + 1)
        below += pieces + 1
        points.append(np.column_stack([np.zeros((pieces + 1, 2)), heights]))
        section = np.concatenate([*strips[:, station, :-1], rim[-1:], axis[::-1]])
        flat = np.vstack(points)[section]
        drawn = np.column_stack([np.hypot(flat[:, 0], flat[:, 1]), flat[:, 2]])
        upright = section[np.asarray(triangulate([drawn]), dtype=np.int64)]
        ruled = [
            np.stack(t, -1)
            for t in ((axis[:-1], rim[1:], rim[:-1]), (axis[:-1], axis[1:], rim[1:]))
        ]
        for part in (upright, *ruled):
            triangles.append(part if sign > 0 else part[:, ::-1])
            labels.append(np.full(len(part), _FACES.index("end")))
    mesh = np.vstack(triangles)
    made = close_mesh(
        np.vstack(points),
        mesh if hand > 0 else mesh[:, ::-1],
        np.concatenate(labels),
        Source(step, _FACES if outside else ("bore", *_FACES[1:])),
    )
    assert made.volume_mm3 > 0, "a thread wound inside out"
    return made


_FACES = ("root", "lower flank", "crest", "upper flank", "end")
Row = NDArray[np.float64]


def _ridge(thread: Thread, side: Opening) -> tuple[Row, Row, list[str]]:
    """One ridge in its axial plane from the root below it to the next: radii, heights without the
    last point, which is the first a pitch higher, and the face that leaves each point."""
    half = thread.pitch / 2
    if side.half_at_root < half - SAME_MM:
        points = [
            (side.root, -half, "root"),
            (side.root, -side.half_at_root, "lower flank"),
            (side.crest, -side.half_at_crest, "crest"),
            (side.crest, side.half_at_crest, "upper flank"),
            (side.root, side.half_at_root, "root"),
        ]
    else:
        # neighbours run into each other above the root
        share = (side.half_at_root - half) / (side.half_at_root - side.half_at_crest)
        meet = side.root + share * (side.crest - side.root)
        points = [
            (meet, -half, "lower flank"),
            (side.crest, -side.half_at_crest, "crest"),
            (side.crest, side.half_at_crest, "upper flank"),
        ]
    if side.half_at_crest < SAME_MM:  # a sharp crest has no flat
        points = [p for p in points if p[2] != "crest"]
    radii, up = np.array([p[0] for p in points]), np.array([p[1] for p in points])
    return radii, up, [p[2] for p in points]


def _cylinder(
    radius: float, low: float, high: float, step: str, pieces: int, names: tuple[str, str, str]
) -> Body:
    from core.solids.stack import Section, stack

    angles = 2 * math.pi * np.arange(pieces) / pieces
    ring = np.column_stack([radius * np.cos(angles), radius * np.sin(angles)])
    return stack(
        [Section(low, [ring]), Section(high, [ring])],
        [[names[1]] * pieces],
        step,
        names[0],
        names[2],
    )


def thread_rod(thread: Thread, side: Opening, low: float, high: float, step: str) -> Body:
    """A threaded rod between two heights."""
    pieces = pieces_a_turn(thread.major / 2)
    slab = _cylinder(side.crest + 1.0, low, high, step, pieces, ("bottom", "beyond", "top"))
    return wound_solid(thread, side, low, high, step, True) & slab


def thread_cutter(
    thread: Thread,
    side: Opening,
    low: float,
    high: float,
    step: str,
    past: tuple[float, float] = (0.5, 0.5),
) -> Body:
    """What a nut's thread leaves hollow between two heights; the bore reaches ``past`` them."""
    pieces = pieces_a_turn(thread.major / 2)
    reach = 1 / math.cos(math.pi / pieces)
    bore = side.root * reach
    slab = _cylinder(
        side.crest * reach + 1.0, low, high, step, pieces, ("floor", "beyond", "mouth")
    )
    cutter = wound_solid(thread, side, low, high, step, False) & slab
    for a, b in ((low - past[0], low), (high, high + past[1])):
        if b > a:
            cutter = cutter + _cylinder(bore, a, b, step, pieces, ("floor", "bore", "mouth"))
    return cutter
