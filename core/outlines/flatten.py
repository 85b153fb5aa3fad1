"""Outlines to polygons that keep their area.

The corners of an arc's facets stand a little outside it and their middles a little inside, within
the chord error, so that volume and mass are those of the true curve. Two faces that meet lose at
most the chord error of both: a gap is met within 0.01 mm.
"""

from __future__ import annotations

import math
from typing import Literal

import numpy as np
from numpy.typing import NDArray

from core.errors import BuildError
from core.limits import limits
from core.outlines.curves import Arc, Segment
from core.outlines.facet_fineness import chord_error_mm, half_facet
from core.outlines.loop import Loop, Outline

Side = Literal["inside", "outside"]
Counts = tuple[tuple[int, ...], ...]


def segment_counts(outline: Outline) -> Counts:
    """Into how many pieces each segment is cut, per loop. Lines are one piece.

    >>> from core.outlines.shapes import rectangle
    >>> segment_counts(rectangle(20, 10))
    ((1, 1, 1, 1),)
    """
    counts = tuple(tuple(_pieces(segment) for segment in loop.segments) for loop in outline.loops)
    total, most = sum(map(sum, counts)), limits().facets
    if total > most:
        raise BuildError(
            f"this outline would have {total:,} facets", remedy=f"a smaller one: at most {most:,}"
        )
    return counts


def _pieces(segment: Segment) -> int:
    chord = chord_error_mm()
    if not isinstance(segment, Arc) or segment.radius <= chord:
        return 1 if not isinstance(segment, Arc) else 2
    # A chord over half-angle h strays r(1 - cos h) inside; a tangent strays r(1/cos h - 1).
    half = half_facet(segment.radius + chord)
    pieces = max(2, math.ceil(abs(segment.sweep) / (2 * half)))
    whole = abs(abs(segment.sweep) - 2 * math.pi) < 1e-9
    return max(8, 4 * math.ceil(pieces / 4)) if whole else pieces


def flatten(
    outline: Outline, side: Side, counts: Counts | None = None
) -> tuple[list[NDArray[np.float64]], list[list[str]]]:
    """Polygons of an outline, one per loop, and the side name of the edge leaving each point.

    Args:
        side: kept for callers that say what they make; arcs keep their area either way.
        counts: from `segment_counts` of the outline this one is an offset of, so that
            both polygons have matching points.

    Returns:
        Arrays of shape (n, 2) in mm, and per loop n names.

    >>> from core.outlines.shapes import rectangle
    >>> polygons, names = flatten(rectangle(20, 10), "inside")
    >>> polygons[0].tolist(), names[0]
    ([[-10.0, -5.0], [10.0, -5.0], [10.0, 5.0], [-10.0, 5.0]], ['front', 'right', 'back', 'left'])
    """
    counts = counts or segment_counts(outline)
    polygons, names = [], []
    for loop, pieces in zip(outline.loops, counts, strict=True):
        points, labels = _flatten_loop(loop, pieces, side)
        polygons.append(np.array(points, dtype=np.float64))
        names.append(labels)
    return polygons, names


def _flatten_loop(
    loop: Loop, pieces: tuple[int, ...], side: Side
) -> tuple[list[tuple[float, float]], list[str]]:
    points: list[tuple[float, float]] = []
    for segment, count in zip(loop.segments, pieces, strict=True):
        if not isinstance(segment, Arc):
            points.append(segment.a)
            continue
        step = segment.sweep / count
        whole = abs(abs(segment.sweep) - 2 * math.pi) < 1e-9
        reach = segment.radius * same_area(abs(segment.sweep), count, whole)
        points.append(segment.point(segment.start) if not whole else _out(segment, 0.0, reach))
        points += [_out(segment, i * step, reach) for i in range(1, count)]
    labels: list[str] = []
    for segment, count in zip(loop.segments, pieces, strict=True):
        labels += [segment.name] * count
    return points, labels


def _out(arc: Arc, turn: float, reach: float) -> tuple[float, float]:
    angle = arc.start + turn
    return arc.center[0] + reach * math.cos(angle), arc.center[1] + reach * math.sin(angle)


def same_area(turn: float, pieces: int, whole: bool) -> float:
    """How far out the corners of an arc's facets stand, in radii, so that they hold its own area.

    The ends of an arc stay where they are; of a whole turn every corner stands out.

    Args:
        turn: the arc's angle, radians.

    >>> round(math.pi - 8 / 2 * math.sin(math.pi / 4) * same_area(2 * math.pi, 8, True) ** 2, 12)
    0.0
    >>> same_area(0.0, 2, False)  # an arc that has shrunk to nothing
    1.0
    """
    sine = math.sin(turn / pieces)
    if sine == 0.0:
        return 1.0
    if whole:
        return math.sqrt(turn / (pieces * sine))
    if pieces == 2:
        return turn / (2 * sine)
    inner = (pieces - 2) * sine
    return (-sine + math.sqrt(sine * sine + inner * turn)) / inner
