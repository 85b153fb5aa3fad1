"""Moves run as segments: where each line and arc begins and ends."""

from __future__ import annotations

import math
from collections.abc import Sequence

from core.errors import BuildError
from core.outlines.curves import Arc, Line, Point, Segment
from core.outlines.moves import CLOSED_MM, HEADINGS, Move


def run_moves(moves: Sequence[Move]) -> tuple[list[Segment], dict[int, tuple[str, float]]]:
    """Segments of the moves in order, and at which segment's beginning a corner is blended."""
    at: Point = (0.0, 0.0)
    heading = 0.0
    segments: list[Segment] = []
    blends: dict[int, tuple[str, float]] = {}
    for move in moves:
        match move.word:
            case "start":
                at = (move.values[0], move.values[1])
            case "round" | "chamfer":
                blends[len(segments)] = (move.word, move.values[0])
            case "close":
                pass
            case "mirror":
                half = len(segments)
                segments += _mirrored(segments, move.side)
                # a corner of one half is one of the other; those on the axis are shared
                blends |= {2 * half - i: told for i, told in blends.items() if 0 < i < half}
                at = segments[-1].b
            case "turn":
                arc = turn_arc(at, heading, move)
                segments.append(arc)
                at = arc.b
                heading = math.atan2(arc.tangents()[1][1], arc.tangents()[1][0])
            case "arc":
                arc = arc_to(at, move)
                segments.append(arc)
                at = arc.b
                heading = math.atan2(arc.tangents()[1][1], arc.tangents()[1][0])
            case _:
                line = line_of(at, move)
                if line.length > 1e-12:
                    segments.append(line)
                    heading = math.atan2(line.direction[1], line.direction[0])
                at = line.b
    if not segments:
        raise BuildError("the moves go nowhere")
    return segments, blends


def line_of(at: Point, move: Move) -> Line:
    if move.word == "to":
        return Line(at, (move.values[0], move.values[1]))
    heading, span = math.radians(heading_of(move)), move.values[-1]
    cos, sin = round(math.cos(heading), 15), round(math.sin(heading), 15)
    return Line(at, (at[0] + span * cos, at[1] + span * sin))


def turn_arc(at: Point, heading: float, move: Move) -> Arc:
    angle, radius = math.radians(move.values[0]), move.values[1]
    if radius <= 0 or angle <= 0:
        raise BuildError("a turn takes an angle and a radius above nought")
    side = 1.0 if move.side == "left" else -1.0
    center = (at[0] - side * radius * math.sin(heading), at[1] + side * radius * math.cos(heading))
    start = math.atan2(at[1] - center[1], at[0] - center[0])
    return Arc(center, radius, start, side * angle)


def arc_to(at: Point, move: Move) -> Arc:
    x, y, radius = move.values
    chord = math.dist(at, (x, y))
    if chord < 1e-9:
        raise BuildError("an arc to the point it starts from")
    if 2 * radius < chord - 1e-9:
        raise BuildError(
            f"an arc of radius {radius:g} mm does not reach {chord:.4g} mm",
            remedy=f"a radius of at least {chord / 2:.4g} mm",
        )
    side = 1.0 if move.side == "left" else -1.0
    height = math.sqrt(max(radius**2 - chord**2 / 4, 0.0))
    ux, uy = (x - at[0]) / chord, (y - at[1]) / chord
    middle = ((at[0] + x) / 2, (at[1] + y) / 2)
    center = (middle[0] - side * height * uy, middle[1] + side * height * ux)
    start = math.atan2(at[1] - center[1], at[0] - center[0])
    end = math.atan2(y - center[1], x - center[0])
    sweep = (end - start) % (2 * math.pi) if side > 0 else -((start - end) % (2 * math.pi))
    return Arc(center, radius, start, sweep)


def _mirrored(segments: Sequence[Segment], side: str) -> list[Segment]:
    """The run backwards, mirrored about the axis through its origin."""

    def flip(point: Point) -> Point:
        return (-point[0], point[1]) if side == "up" else (point[0], -point[1])

    last = segments[-1].b
    if abs(last[0] if side == "up" else last[1]) > CLOSED_MM:
        away = abs(last[0] if side == "up" else last[1])
        raise BuildError(
            f"the run ends {away:.4g} mm off the {'vertical' if side == 'up' else 'horizontal'} axis "
            "it is mirrored about"
        )
    found: list[Segment] = []
    for segment in reversed(segments):
        if isinstance(segment, Line):
            found.append(Line(flip(segment.b), flip(segment.a)))
        else:
            end = segment.start + segment.sweep
            turned = math.pi - end if side == "up" else -end
            found.append(Arc(flip(segment.center), segment.radius, turned, segment.sweep))
    return found


def heading_of(move: Move) -> float:
    return HEADINGS[move.word] if move.word in HEADINGS else move.values[0]
