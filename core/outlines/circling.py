"""Lines that touch circles: ``about X Y radius R left`` placed as a line and an arc.

A run that goes about a circle comes to it by a line that touches it and leaves it the way the next
move goes: towards a point, along a line, on to the next circle, or, before a mirror, square to the
axis. A run of such moves that is closed is the belt round its circles; with every middle on the
left, and the circles in order, their hull.
"""

from __future__ import annotations

import math
from collections.abc import Sequence

from core.errors import BuildError
from core.outlines.curves import Point
from core.outlines.moves import CORNERS, HEADINGS, REPEATS, Move
from core.outlines.segments_of_moves import PLACED, Pen, heading_of

Circle = tuple[Point, float]  # middle, radius: above nought with the middle on the left


def placed(moves: Sequence[Move]) -> tuple[Move, ...]:
    """Moves with every ``about`` as the line to its circle and the arc round it.

    Raises:
        BuildError: a line cannot touch both circles, or what stands before or after leaves the
            line open.

    >>> from core.outlines.moves import plain_value, read_moves
    >>> [move.word for move in placed(read_moves("right 40, up 12", plain_value))]
    ['right', 'up']
    """
    if not any(move.word == "about" for move in moves):
        return tuple(moves)
    found: list[Move] = []
    pen: Pen | None = Pen()
    for index, move in enumerate(moves):
        if move.word != "about":
            pen = _moved(pen, move)
            found.append(move)
            continue
        middle, radius = _circle(move)
        entry = _entry(moves, index, pen)
        leave = _exit(moves, index, entry)
        start = touches(middle, radius, entry)
        sign = math.copysign(1.0, radius)
        sweep = (sign * (leave - entry)) % (2 * math.pi)
        if sweep > 2 * math.pi - 1e-9:
            sweep = 0.0
        if index == 0:
            found.append(Move("start", start, source=move.source))
        elif pen is not None and math.dist(pen.at, start) > 1e-9:
            found.append(Move("to", start, source=move.source))
        first = math.atan2(start[1] - middle[1], start[0] - middle[0])
        found.append(Move(PLACED, (*middle, abs(radius), first, sign * sweep), source=move.source))
        pen = Pen(touches(middle, radius, leave), leave)
    return tuple(found)


def _circle(move: Move) -> Circle:
    x, y, radius = move.values
    if radius <= 0:
        raise BuildError(f"a circle of radius {radius:g} mm", remedy="a radius above nought")
    return (x, y), radius if move.side == "left" else -radius


def touches(middle: Point, radius: float, heading: float) -> Point:
    """Where a line that goes one way touches a circle.

    >>> touches((0, 0), 5, 0.0)
    (0.0, -5.0)
    """
    return (middle[0] + radius * math.sin(heading), middle[1] - radius * math.cos(heading))


def touching_line(one: Circle, other: Circle) -> float:
    """The way of the line that leaves one circle and comes to another, radians; a point is a circle
    of no radius.

    Raises:
        BuildError: one lies within the other, or they meet where the line would cross between them.

    >>> round(math.degrees(touching_line(((0, 0), 10), ((20, 0), 10))), 6)
    0.0
    >>> round(math.degrees(touching_line(((0, 0), 10), ((40, 0), -10))), 6)
    30.0
    """
    (ax, ay), r = one
    (bx, by), s = other
    apart = math.hypot(bx - ax, by - ay)
    step = s - r
    if apart < abs(step) - 1e-9 or apart < 1e-12:
        what = (
            "a point lies inside the circle" if r == 0 or s == 0 else "one circle lies in the other"
        )
        if r * s < 0:
            what = "the circles meet, so no line goes between them"
        raise BuildError(f"no line touches both: {what}", remedy="further apart, or smaller")
    along = math.sqrt(max(apart**2 - step**2, 0.0))
    return math.atan2(by - ay, bx - ax) - math.atan2(step, along)


def _entry(moves: Sequence[Move], index: int, pen: Pen | None) -> float:
    """The way a run comes to the circle of move ``index``."""
    circle = _circle(moves[index])
    before = moves[index - 1] if index else None
    if before is None:
        before = _last(moves)
        if before is None:
            return touching_line(((0.0, 0.0), 0.0), circle)
    if before.word == "about":
        return touching_line(_circle(before), circle)
    if index == 0:
        return touching_line((_end_point(before), 0.0), circle)
    if pen is None:
        raise BuildError(
            "where the line to a circle begins is not known", remedy="no '?' before it"
        )
    return touching_line((pen.at, 0.0), circle)


def _last(moves: Sequence[Move]) -> Move | None:
    """The move from which a closed run comes home; None where it is not closed."""
    if not any(move.word == "close" for move in moves):
        return None
    return next(move for move in reversed(moves) if move.word not in ("close", *CORNERS))


def _end_point(move: Move) -> Point:
    if move.word in ("to", "arc", "bulge", "through", "tangent"):
        return (move.values[0], move.values[1])
    raise BuildError(
        "the line home to the first circle begins at a point that is not told",
        remedy="begin with 'start X Y', or end with 'to X Y'",
    )


def _exit(moves: Sequence[Move], index: int, entry: float) -> float:
    """The way a run leaves the circle of move ``index``, having come to it along ``entry``."""
    circle = _circle(moves[index])
    after = next((m for m in moves[index + 1 :] if m.word not in CORNERS), None)
    if after is None or after.word == "close":
        first = moves[0]
        if first.word == "about" and after is not None:
            return touching_line(circle, _circle(first))
        if after is not None:
            home = (first.values[0], first.values[1]) if first.word == "start" else (0.0, 0.0)
            return touching_line(circle, (home, 0.0))
        raise BuildError("the last circle is not left", remedy="end with 'close', or go on")
    if after.word == "about":
        return touching_line(circle, _circle(after))
    if after.word == "to":
        return touching_line(circle, ((after.values[0], after.values[1]), 0.0))
    if after.word in HEADINGS or after.word == "along":
        return math.radians(heading_of(after))
    if after.word == "mirror":
        return _square_to_axis(circle, after.side, entry)
    raise BuildError(
        f"'{after.word}' cannot follow a circle",
        remedy="a line, a point, another circle, mirror or close",
    )


def _square_to_axis(circle: Circle, side: str, entry: float) -> float:
    (x, y), radius = circle
    off = x if side == "up" else y
    if abs(off) > 1e-9:
        raise BuildError(
            f"the circle's middle lies {abs(off):.4g} mm off the axis it is mirrored about",
            remedy="a line from it to the axis, or its middle on the axis",
        )
    sign = math.copysign(1.0, radius)
    ways = (0.0, math.pi) if side == "up" else (math.pi / 2, -math.pi / 2)
    return min(ways, key=lambda way: (sign * (way - entry) - 1e-9) % (2 * math.pi))


def _moved(pen: Pen | None, move: Move) -> Pen | None:
    """The pen after a move; None once a value is not known."""
    if move.word == "start":
        return Pen((move.values[0], move.values[1]))
    if move.word in (*CORNERS, "close", "mirror") or pen is None:
        return pen
    if move.word in REPEATS:
        return None  # where it ends is known once it is run
    if any(math.isnan(value) for value in move.values):
        return None
    return pen.after(pen.segment(move))
