"""Moves run as segments: where each line and arc begins and ends."""

from __future__ import annotations

import math
from collections.abc import Sequence
from dataclasses import dataclass, field, replace

from core.errors import BuildError
from core.outlines.curves import Arc, Line, Point, Segment
from core.outlines.moves import CLOSED_MM, CORNERS, HEADINGS, REPEATS, Move

STANDS = ("start", "close", "mirror", *REPEATS, *CORNERS)  # moves that draw no segment of their own
PLACED = "placed"  # an arc that is known already, told by its middle, radius, start and sweep


@dataclass(slots=True)
class Run:
    """What moves draw: segments in order, and for each the move it comes from.

    ``blends`` holds the moves that round or cut off a corner, by the segment that begins there.
    ``copied`` are the segments that a mirror or a repeat has drawn.
    """

    segments: list[Segment] = field(default_factory=list)
    sources: list[int] = field(default_factory=list)
    blends: dict[int, Move] = field(default_factory=dict)
    copied: set[int] = field(default_factory=set)
    closes: bool = False


def run_moves(moves: Sequence[Move]) -> Run:
    """The segments of moves whose every value is known, and whose ``about`` have been placed.

    >>> from core.outlines.moves import plain_value, read_moves
    >>> len(run_moves(read_moves("right 40, up 12", plain_value)).segments)
    2
    """
    run = Run()
    pen = Pen()
    since = 0  # where what a repeat takes begins
    for move in moves:
        match move.word:
            case "start":
                pen = Pen((move.values[0], move.values[1]))
            case "round" | "chamfer":
                # after the last line home the corner is the first one
                run.blends[0 if run.closes else len(run.segments)] = move
            case "circle":
                raise BuildError(
                    "'circle' stands in a hull only", remedy="about 20 0 radius 8 left"
                )
            case "close":
                run.closes = True
            case "mirror":
                _mirror(run, move.side)
                pen = Pen(run.segments[-1].b)
            case "repeat" | "turning":
                pen = _repeat(run, since, move, pen)
                since = len(run.segments)
            case _:
                segment = pen.segment(move)
                if segment.length > 1e-12:
                    run.segments.append(segment)
                    run.sources.append(move.source)
                pen = pen.after(segment)
    if not run.segments:
        raise BuildError("the moves go nowhere", remedy='begin with a line: "right 40"')
    return run


@dataclass(frozen=True, slots=True)
class Pen:
    """Where a run has come to, and which way it goes, radians from right."""

    at: Point = (0.0, 0.0)
    heading: float = 0.0

    def segment(self, move: Move) -> Segment:
        """The line or arc that a move draws from here.

        Raises:
            BuildError: there is no such arc.
        """
        match move.word:
            case "turn":
                return turn_arc(self.at, self.heading, move)
            case "arc":
                return arc_to(self.at, move)
            case "bulge":
                return _bulging(
                    self.at, (move.values[0], move.values[1]), move.values[2], move.side
                )
            case "through":
                x, y, u, v = move.values
                return _through(self.at, (u, v), (x, y))
            case "tangent":
                return _going_on(self.at, self.heading, (move.values[0], move.values[1]))
            case "placed":
                x, y, radius, start, sweep = move.values
                return Arc((x, y), radius, start, sweep)
            case _:
                return line_of(self.at, move)

    def after(self, segment: Segment) -> Pen:
        """The pen at the end of a segment; a line of no length keeps the way it was going."""
        if isinstance(segment, Line) and segment.length <= 1e-12 and segment.heading is None:
            return Pen(segment.b, self.heading)
        way = segment.tangents()[1]
        return Pen(segment.b, math.atan2(way[1], way[0]))


def line_of(at: Point, move: Move) -> Line:
    """The line a move draws from a point."""
    if move.word == "to":
        return Line(at, (move.values[0], move.values[1]))
    heading, span = math.radians(heading_of(move)), move.values[-1]
    cos, sin = round(math.cos(heading), 15), round(math.sin(heading), 15)
    return Line(at, (at[0] + span * cos, at[1] + span * sin), heading=heading)


def turn_arc(at: Point, heading: float, move: Move) -> Arc:
    """The arc of a turn, tangent to the way one comes (heading in radians)."""
    angle, radius = math.radians(move.values[0]), move.values[1]
    if radius <= 0 or angle <= 0:
        raise BuildError(
            "a turn takes an angle and a radius above nought", remedy='"turn left 90 radius 20"'
        )
    side = 1.0 if move.side == "left" else -1.0
    center = (at[0] - side * radius * math.sin(heading), at[1] + side * radius * math.cos(heading))
    start = math.atan2(at[1] - center[1], at[0] - center[0])
    return Arc(center, radius, start, side * angle)


def arc_to(at: Point, move: Move) -> Arc:
    """The arc from a point to another, by its radius."""
    x, y, radius = move.values
    chord = _chord(at, (x, y))
    if 2 * radius < chord - 1e-9:
        raise BuildError(
            f"an arc of radius {radius:g} mm does not reach {chord:.4g} mm",
            remedy=f"a radius of at least {chord / 2:.4g} mm",
        )
    height = radius - math.sqrt(max(radius**2 - chord**2 / 4, 0.0))
    return _bulging(at, (x, y), height, move.side)


def _bulging(at: Point, end: Point, bulge: float, side: str) -> Arc:
    """The arc that stands ``bulge`` mm out from its chord; more than half a circle beyond half the
    chord."""
    chord = _chord(at, end)
    if bulge <= 0:
        raise BuildError(
            f"a bulge of {bulge:g} mm", remedy="more than nought, or a line to the point"
        )
    sign = 1.0 if side == "left" else -1.0
    radius = (chord**2 / 4 + bulge**2) / (2 * bulge)
    ux, uy = (end[0] - at[0]) / chord, (end[1] - at[1]) / chord
    middle = ((at[0] + end[0]) / 2, (at[1] + end[1]) / 2)
    out = sign * (radius - bulge)
    center = (middle[0] - out * uy, middle[1] + out * ux)
    start = math.atan2(at[1] - center[1], at[0] - center[0])
    return Arc(center, radius, start, sign * 4 * math.atan2(2 * bulge, chord))


def _through(at: Point, by: Point, end: Point) -> Arc:
    """The arc through three points."""
    _chord(at, end)
    (ax, ay), (bx, by_), (cx, cy) = at, by, end
    twice = 2 * ((bx - ax) * (cy - ay) - (cx - ax) * (by_ - ay))
    spread = math.dist(at, by) * math.dist(at, end)
    if abs(twice) < 1e-9 * max(spread, 1e-9):
        raise BuildError("the three points of an arc lie on a line", remedy="to X Y")
    b2, c2 = (bx - ax) ** 2 + (by_ - ay) ** 2, (cx - ax) ** 2 + (cy - ay) ** 2
    center = (
        ax + ((cy - ay) * b2 - (by_ - ay) * c2) / twice,
        ay + ((bx - ax) * c2 - (cx - ax) * b2) / twice,
    )
    return _about(at, end, center, 1.0 if twice > 0 else -1.0)


def _going_on(at: Point, heading: float, end: Point) -> Arc:
    """The arc to a point that begins the way the run is going."""
    chord = _chord(at, end)
    off = math.atan2(end[1] - at[1], end[0] - at[0]) - heading
    off = (off + math.pi) % (2 * math.pi) - math.pi
    if abs(math.sin(off)) < 1e-9:
        ahead = abs(off) < 1
        raise BuildError(
            f"the point lies straight {'ahead' if ahead else 'behind'}: no arc goes on to it",
            remedy="to X Y" if ahead else "an arc told by its bulge",
        )
    radius = chord / (2 * math.sin(off))  # signed: above nought it turns left
    center = (at[0] - radius * math.sin(heading), at[1] + radius * math.cos(heading))
    return _about(at, end, center, math.copysign(1.0, radius))


def _about(at: Point, end: Point, center: Point, sign: float) -> Arc:
    start = math.atan2(at[1] - center[1], at[0] - center[0])
    last = math.atan2(end[1] - center[1], end[0] - center[0])
    return Arc(
        center, math.dist(at, center), start, sign * ((sign * (last - start)) % (2 * math.pi))
    )


def _chord(at: Point, end: Point) -> float:
    chord = math.dist(at, end)
    if chord < 1e-9:
        raise BuildError("an arc to the point it starts from", remedy="another end, or a circle")
    return chord


def _mirror(run: Run, side: str) -> None:
    """Add a run backwards, mirrored about the axis through its origin, with its corners."""

    def flip(point: Point) -> Point:
        return (-point[0], point[1]) if side == "up" else (point[0], -point[1])

    def off(point: Point) -> float:
        return abs(point[0] if side == "up" else point[1])

    if not run.segments:
        raise BuildError("there is nothing to mirror yet", remedy="moves before it")
    away = off(run.segments[-1].b)
    if away > CLOSED_MM:
        raise BuildError(
            f"the run ends {away:.4g} mm off the {'vertical' if side == 'up' else 'horizontal'}"
            " axis it is mirrored about",
            remedy="end it on that axis",
        )
    half = len(run.segments)
    run.copied |= set(range(half, 2 * half))
    # a corner of one half is one of the other; those on the axis are shared
    open_start = off(run.segments[0].a) > CLOSED_MM
    run.blends |= {
        2 * half - i: told
        for i, told in run.blends.items()
        if 0 < i < half or (i == 0 and open_start)
    }
    run.sources += reversed(run.sources)
    for segment in reversed(run.segments[:]):
        if isinstance(segment, Line):
            run.segments.append(Line(flip(segment.b), flip(segment.a)))
        else:
            end = segment.start + segment.sweep
            turned = math.pi - end if side == "up" else -end
            run.segments.append(Arc(flip(segment.center), segment.radius, turned, segment.sweep))


def _repeat(run: Run, since: int, move: Move, pen: Pen) -> Pen:
    """Add what was drawn from segment ``since`` on again, each time from where the last ended."""
    unit = run.segments[since:]
    if not unit:
        raise BuildError("there is nothing to repeat yet", remedy="moves before it")
    sources, count = run.sources[since:], len(unit)
    turn = math.radians(move.values[1]) if move.word == "turning" else 0.0
    corners = {i - since: told for i, told in run.blends.items() if i > since}
    start = unit[0].a
    for copy in range(1, int(move.values[0])):
        angle, at = turn * copy, run.segments[-1].b
        base = len(run.segments)
        run.segments += [_carried(segment, start, at, angle) for segment in unit]
        run.sources += sources
        run.copied |= set(range(base, base + count))
        run.blends |= {base + i: told for i, told in corners.items()}
    # a corner told where the last one ends has nothing after it yet
    return Pen(run.segments[-1].b, pen.heading + turn * (int(move.values[0]) - 1))


def _carried(segment: Segment, start: Point, at: Point, angle: float) -> Segment:
    """A segment turned about ``start`` and taken along to ``at``."""
    cos, sin = math.cos(angle), math.sin(angle)

    def moved(point: Point) -> Point:
        dx, dy = point[0] - start[0], point[1] - start[1]
        return (at[0] + dx * cos - dy * sin, at[1] + dx * sin + dy * cos)

    if isinstance(segment, Line):
        heading = None if segment.heading is None else segment.heading + angle
        return Line(moved(segment.a), moved(segment.b), segment.name, heading)
    return replace(segment, center=moved(segment.center), start=segment.start + angle)


def heading_of(move: Move) -> float:
    """The way a line goes, degrees from +x."""
    return HEADINGS[move.word] if move.word in HEADINGS else move.values[0]
