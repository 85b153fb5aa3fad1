"""Outlines as the path text of SVG: arcs as true arcs, y turned over since SVG counts downwards."""

from __future__ import annotations

import math
from collections.abc import Sequence

from core.outlines.curves import Arc, Segment
from core.outlines.loop import Outline


def outline_path(outline: Outline) -> str:
    """The ``d`` of a path that draws an outline with its holes.

    >>> from core.outlines.shapes import rectangle
    >>> outline_path(rectangle(20, 10))
    'M-10 5 L10 5 L10 -5 L-10 -5 L-10 5 Z'
    """
    return " ".join(loop_path(loop.segments) for loop in outline.loops)


def loop_path(segments: Sequence[Segment], closed: bool = True) -> str:
    """The ``d`` of one run of segments.

    >>> from core.outlines.shapes import circle
    >>> loop_path(circle(10).outer.segments)
    'M5 0 A5 5 0 0 0 -5 -6.12323e-16 A5 5 0 0 0 5 1.22465e-15 Z'
    """
    first = segments[0].a
    parts = [f"M{first[0]:.6g} {0.0 - first[1]:.6g}"]
    for segment in segments:
        if not isinstance(segment, Arc):
            parts.append(f"L{segment.b[0]:.6g} {0.0 - segment.b[1]:.6g}")
            continue
        # one SVG arc cannot be a full turn: halve what is more than a half
        pieces = 2 if abs(segment.sweep) > math.pi else 1
        for piece in range(1, pieces + 1):
            x, y = segment.point(segment.start + segment.sweep * piece / pieces)
            turn = 0 if segment.sweep > 0 else 1
            parts.append(
                f"A{segment.radius:.6g} {segment.radius:.6g} 0 0 {turn} {x:.6g} {0.0 - y:.6g}"
            )
    return " ".join([*parts, "Z"] if closed else parts)
