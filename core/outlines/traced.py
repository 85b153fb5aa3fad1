"""Drawings brought in from files: one path text in millimetres, read into outlines.

The path knows ``M x y``, ``L x y``, ``A radius large turn x y`` (turn 1 runs counter-clockwise,
y is up) and ``Z``. Which loops are holes follows from what lies inside what.
"""

from __future__ import annotations

import math
import re
from collections.abc import Sequence

from core.errors import BuildError
from core.outlines.combine import reversed_segment
from core.outlines.curves import Arc, Line, Point, Segment
from core.outlines.flatten import flatten
from core.outlines.loop import Loop, Outline

CLOSES_MM = 0.05  # ends of a run this near each other are joined
_WORD = re.compile(r"[MLAZ]|[-+]?(?:\d+\.?\d*|\.\d+)(?:[eE][-+]?\d+)?")

_ANEW = "save the drawing anew from where it was made"


def arc_through(a: Point, b: Point, radius: float, large: bool, left: bool) -> Arc:
    """The arc from a to b of a radius; a radius too small is made just large enough.

    >>> round(arc_through((0, 0), (10, 0), 5, False, True).length, 6)
    15.707963
    """
    chord = math.dist(a, b)
    radius = max(radius, chord / 2)
    height = math.sqrt(max(radius**2 - chord**2 / 4, 0.0))
    ux, uy = (b[0] - a[0]) / chord, (b[1] - a[1]) / chord
    side = height if left != large else -height
    center = ((a[0] + b[0]) / 2 - side * uy, (a[1] + b[1]) / 2 + side * ux)
    start = math.atan2(a[1] - center[1], a[0] - center[0])
    end = math.atan2(b[1] - center[1], b[0] - center[0])
    sweep = (end - start) % (2 * math.pi) if left else -((start - end) % (2 * math.pi))
    return Arc(center, radius, start, sweep)


def read_path(path: str) -> list[Loop]:
    """The closed loops of a path, each as it runs.

    Raises:
        BuildError: the path cannot be read.

    >>> read_path("M0 0 L10 0 L10 5 Z")[0].area
    25.0
    """
    words = _WORD.findall(path)
    loops: list[Loop] = []
    run: list[Segment] = []
    at: Point = (0.0, 0.0)
    index = 0

    def numbers(count: int) -> list[float]:
        nonlocal index
        found = [float(word) for word in words[index : index + count]]
        if len(found) < count:
            raise BuildError(
                "the drawing's path is cut short",
                remedy=_ANEW,
            )
        index += count
        return found

    def close() -> None:
        if run:
            if math.dist(run[-1].b, run[0].a) > 1e-9:
                run.append(Line(run[-1].b, run[0].a))
            loops.append(Loop(tuple(s.named(f"side {i + 1}") for i, s in enumerate(run))))
            run.clear()

    try:
        while index < len(words):
            word = words[index]
            index += 1
            if word == "M":
                close()
                x, y = numbers(2)
                at = (x, y)
            elif word == "L":
                x, y = numbers(2)
                if math.dist(at, (x, y)) > 1e-9:
                    run.append(Line(at, (x, y)))
                at = (x, y)
            elif word == "A":
                radius, large, turn, x, y = numbers(5)
                if math.dist(at, (x, y)) > 1e-9:
                    run.append(arc_through(at, (x, y), radius, large > 0.5, turn > 0.5))
                at = (x, y)
            elif word == "Z":
                close()
            else:
                raise BuildError(
                    f"'{word}' stands where the drawing's path wants a letter",
                    remedy=_ANEW,
                )
    except ValueError:
        raise BuildError(
            "the drawing's path cannot be read",
            remedy=_ANEW,
        ) from None
    close()
    return loops


def path_text(loops: Sequence[Loop]) -> str:
    """Loops as a path that `read_path` reads back equal, to a nanometre.

    >>> path_text(read_path("M0 0 L10 0 L10 5 Z"))
    'M 0 0 L 10 0 L 10 5 L 0 0 Z'
    """

    def told(value: float) -> str:
        return f"{value:.6f}".rstrip("0").rstrip(".")

    parts = []
    for loop in loops:
        first = loop.segments[0].a
        parts.append(f"M {told(first[0])} {told(first[1])}")
        for segment in loop.segments:
            if isinstance(segment, Line):
                parts.append(f"L {told(segment.b[0])} {told(segment.b[1])}")
                continue
            pieces = 2 if abs(segment.sweep) > math.pi * 1.5 else 1
            for piece in range(1, pieces + 1):
                sweep = segment.sweep / pieces
                x, y = segment.point(segment.start + sweep * piece)
                large = int(abs(sweep) > math.pi)
                turn = int(sweep > 0)
                parts.append(f"A {told(segment.radius)} {large} {turn} {told(x)} {told(y)}")
        parts.append("Z")
    return " ".join(parts)


def outlines_in(loops: Sequence[Loop]) -> list[Outline]:
    """Loops sorted into outlines: an outer loop with the holes that lie straight inside it.

    Raises:
        BuildError: there is no closed loop.

    >>> nested = read_path("M0 0 L9 0 L9 9 L0 9 Z M3 3 L3 6 L6 6 L6 3 Z")
    >>> [outline.area for outline in outlines_in(nested)]
    [72.0]
    """
    import shapely

    kept = [loop for loop in loops if abs(loop.area) > 1e-6]
    if not kept:
        raise BuildError(
            "there is no closed shape in the drawing",
            remedy="shapes that close, filled or not; lines alone enclose nothing",
        )
    areas = [shapely.Polygon(flatten(Outline(loop), "inside")[0][0]).buffer(0) for loop in kept]
    inside = [
        [
            j
            for j, other in enumerate(areas)
            if j != i and other.area > one.area and other.contains(one.representative_point())
        ]
        for i, one in enumerate(areas)
    ]
    outlines = []
    for i, loop in enumerate(kept):
        if len(inside[i]) % 2:
            continue
        holes = [
            _running(kept[j], clockwise=True)
            for j in range(len(kept))
            if len(inside[j]) == len(inside[i]) + 1 and i in inside[j]
        ]
        outlines.append(Outline(_running(loop, clockwise=False), tuple(holes)))
    return outlines


def _running(loop: Loop, clockwise: bool) -> Loop:
    if (loop.area < 0) == clockwise:
        return loop
    return Loop(tuple(reversed_segment(segment) for segment in reversed(loop.segments)))


def scaled(loops: Sequence[Loop], factor: float) -> list[Loop]:
    """Loops made larger or smaller about the origin.

    >>> scaled(read_path("M0 0 L10 0 L10 5 Z"), 2)[0].area
    100.0
    """

    def moved(segment: Segment) -> Segment:
        if isinstance(segment, Line):
            (ax, ay), (bx, by) = segment.a, segment.b
            return Line((ax * factor, ay * factor), (bx * factor, by * factor), segment.name)
        (cx, cy) = segment.center
        return Arc(
            (cx * factor, cy * factor),
            segment.radius * factor,
            segment.start,
            segment.sweep,
            segment.name,
        )

    return [Loop(tuple(moved(segment) for segment in loop.segments)) for loop in loops]
