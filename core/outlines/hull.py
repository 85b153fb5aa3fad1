"""The hull of circles: arcs joined by the lines that touch two of them."""

from __future__ import annotations

import math
from collections.abc import Sequence

from core.errors import BuildError
from core.outlines.circling import Circle, touches, touching_line
from core.outlines.curves import Arc, Line, Segment
from core.outlines.loop import Loop, Outline
from core.outlines.moves import Move

ON_MM = 1e-9


def hull_of(circles: Sequence[Circle]) -> Outline:
    """The outline of a string drawn tight round circles; a radius of nought is a peg.

    Raises:
        BuildError: there is no circle, or all of them lie on one line without width.

    O(n²).

    >>> round(hull_of([((0, 0), 10), ((50, 0), 10)]).area, 6)
    1314.159265
    """
    kept = [
        one
        for i, one in enumerate(circles)
        if not any(_within(one, other, i > j) for j, other in enumerate(circles) if i != j)
    ]
    if not kept:
        raise BuildError(
            "there is no circle to draw a hull round",
            remedy="circles, each with a middle and a diameter",
        )
    if any(radius < 0 for _, radius in circles):
        raise BuildError(
            "a circle's diameter is below nought", remedy="a diameter of nought or more"
        )
    if len(kept) == 1:
        (middle, radius) = kept[0]
        if radius <= 0:
            raise BuildError(
                "a hull round one point encloses nothing",
                remedy="another point beside it, or a diameter above nought",
            )
        return Outline(Loop((Arc(middle, radius, 0.0, 2 * math.pi, "round 1"),)))
    first = min(range(len(kept)), key=lambda i: (kept[i][0][1] - kept[i][1], kept[i][0][0]))
    chain, way, turned = [first], 0.0, 0.0
    while True:
        here = kept[chain[-1]]
        steps = []
        for i, other in enumerate(kept):
            if i != chain[-1]:
                turn = (touching_line(here, other) - way + ON_MM) % (2 * math.pi)
                steps.append((round(turn, 9), -math.dist(here[0], other[0]), i))
        turn, _, following = min(steps)
        turned += turn
        if turned > 2 * math.pi:
            break
        way += turn - ON_MM
        chain.append(following)
    return Outline(_looped(kept, chain[:-1] if chain[-1] == first else chain))


def _within(one: Circle, other: Circle, later: bool) -> bool:
    """Whether a circle lies in another; of two alike the later one does."""
    room = other[1] - one[1] - math.dist(one[0], other[0])
    return room > ON_MM or (abs(room) <= ON_MM and (one[1] < other[1] - ON_MM or later))


def _looped(kept: Sequence[Circle], chain: Sequence[int]) -> Loop:
    count = len(chain)
    ways = [touching_line(kept[chain[i]], kept[chain[(i + 1) % count]]) for i in range(count)]
    segments: list[Segment] = []
    for i, number in enumerate(chain):
        (middle, radius), following = kept[number], kept[chain[(i + 1) % count]]
        turn = (ways[i] - ways[i - 1]) % (2 * math.pi)
        if radius > 0 and 1e-9 < turn < 2 * math.pi - 1e-9:
            start = ways[i - 1] - math.pi / 2
            segments.append(Arc(middle, radius, start, turn, f"round {number + 1}"))
        a, b = touches(middle, radius, ways[i]), touches(*following, ways[i])
        if math.dist(a, b) > ON_MM:
            segments.append(Line(a, b, f"side {number + 1}"))
    loop = Loop(tuple(segments))
    if abs(loop.area) < 1e-9:
        raise BuildError(
            "the circles lie on one line and have no width",
            remedy="one of them off the line, or a diameter above nought",
        )
    return loop


def hull_circles(moves: Sequence[Move]) -> list[Circle]:
    """The circles that moves tell.

    Raises:
        BuildError: one of them is no circle.

    >>> from core.outlines.moves import plain_value, read_moves
    >>> hull_circles(read_moves("circle 0 0 across 20, circle 30 0 across 0", plain_value))
    [((0.0, 0.0), 10.0), ((30.0, 0.0), 0.0)]
    """
    wrong = next((move for move in moves if move.word != "circle"), None)
    if wrong is not None:
        raise BuildError(f"'{wrong.word}' is no circle", remedy="circle 20 0 across 8")
    return [((m.values[0], m.values[1]), m.values[2] / 2) for m in moves]
