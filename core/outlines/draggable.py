"""Told moves laid out to be drawn on: segments by move, points that can be dragged, dimensions.

A point is decided by numbers of the moves. Which, and how far the point goes with each, is found by
trying: every number is changed a little and the run is laid again, so what is settled or tangent
takes part without a rule of its own.
"""

from __future__ import annotations

import math
from collections.abc import Sequence
from contextlib import suppress
from dataclasses import dataclass, replace
from typing import Literal

from core.errors import BuildError, CoreError
from core.outlines.circling import placed
from core.outlines.curves import Arc, Point, Segment
from core.outlines.hull import hull_circles, hull_of
from core.outlines.intersections import crossings_of, on_segment
from core.outlines.loop import Loop
from core.outlines.moves import HEADINGS, Given, Move, Phrase, Value, read_phrase, spans, worked_out
from core.outlines.outlines_of_moves import Laid, laid_outline, laid_path
from core.outlines.segments_of_moves import PLACED, run_moves
from core.outlines.unknowns import settle

Draws = Literal["outline", "path", "circles"]
TRIED = 1e-4  # mm or degrees by which a number is changed to see what goes with it
MOVES_AT_ALL = 1e-6
MOST_TRIED = 80
# which value of a move is its size, to be dragged at its middle
SIZES = {"turn": 1, "arc": 2, "bulge": 2, "about": 2, "round": 0, "chamfer": 0}


@dataclass(frozen=True)
class ToldMove:
    """One move as written: where it stands in the text, its pieces, what each value comes to.

    ``values`` has one number for each given value (a side left out), nan where it is asked for with
    "?" and not settled, or in error. ``settled`` says which were settled.
    """

    start: int
    end: int
    phrase: Phrase | None
    values: tuple[float, ...] = ()
    settled: tuple[bool, ...] = ()
    error: CoreError | None = None


@dataclass(frozen=True)
class Drawn:
    """A finished segment, the number of the move it comes from (-1: none), and whether a mirror or
    a repeat has drawn it."""

    segment: Segment
    source: int
    copied: bool


@dataclass(frozen=True)
class Hold:
    """A number that decides a point: value ``index`` of a move, and how far the point goes for one
    millimetre or degree of it."""

    move: int
    index: int
    dx: float
    dy: float


@dataclass(frozen=True)
class Handle:
    """A point that can be dragged. ``kind`` is end, middle (of an arc or a corner), centre, by."""

    at: Point
    kind: str
    move: int
    holds: tuple[Hold, ...]


@dataclass(frozen=True)
class Dimension:
    """What a number of a move measures: a length or a coordinate from a to b, a radius from its
    centre a to b, a bulge, a chamfer, an angle at a from ``start`` through ``sweep`` degrees."""

    kind: Literal["length", "across", "up", "radius", "bulge", "chamfer", "angle"]
    move: int
    index: int
    a: Point
    b: Point
    start: float = 0.0
    sweep: float = 0.0


@dataclass(frozen=True)
class Board:
    """Everything there is to draw of told moves."""

    moves: tuple[ToldMove, ...]
    drawn: tuple[Drawn, ...] = ()
    closed: bool = False
    handles: tuple[Handle, ...] = ()
    dimensions: tuple[Dimension, ...] = ()
    crossings: tuple[Point, ...] = ()
    error: CoreError | None = None

    @property
    def area(self) -> float:
        """Area of a closed run, mm²; nought of an open one."""
        if not self.closed or not self.drawn:
            return 0.0
        return abs(Loop(tuple(one.segment for one in self.drawn)).area)

    @property
    def length(self) -> float:
        """Of all that is drawn, mm."""
        return sum(one.segment.length for one in self.drawn)


def board(text: str, value: Value, draws: Draws) -> Board:
    """Told moves laid out. Never raises for what a maker typed: as much as can be is drawn.

    Args:
        value: works out an expression of a kind (length, angle, count), in mm, degrees or plain.
        draws: a closed outline, a path that may stay open, or circles with a hull round them.
    """
    told, moves = _read(text, value)
    wrong = next((one.error for one in told if one.error), None)
    if not moves:
        error = wrong or BuildError("no moves are told yet", remedy="press one of the words below")
        return Board(told, error=error)
    if draws == "circles":
        return _circles(told, moves, wrong)
    try:
        if wrong:
            raise wrong
        laid = laid_outline(moves) if draws == "outline" else laid_path(moves)
    except CoreError as error:
        part, count = _as_far(moves)
        return Board(
            told,
            _drawn(part) if part else (),
            handles=_handles(moves[:count]),
            dimensions=_dimensions(part) if part else (),
            crossings=_crossings(part) if part else (),
            error=error,
        )
    crossings = _crossings(laid)
    return Board(
        _settled(told, laid.moves),
        _drawn(laid),
        laid.closed,
        _handles(moves),
        _dimensions(laid),
        crossings,
        BuildError("the outline crosses itself", remedy="where it is marked")
        if crossings and draws == "outline"
        else None,
    )


# -- reading -----------------------------------------------------------------------------------


def _read(text: str, value: Value) -> tuple[tuple[ToldMove, ...], list[Move]]:
    """Every move as written, and those that can be worked out, up to the first that cannot."""
    told: list[ToldMove] = []
    moves: list[Move] = []
    broken = False
    for number, (start, end) in enumerate(spans(text)):
        phrase = None
        try:
            phrase = read_phrase(text[start:end])
            move = worked_out(phrase, value, number)
        except CoreError as error:
            told.append(ToldMove(start, end, phrase, error=error))
            broken = True
            continue
        blank = tuple(False for _ in move.values)
        told.append(ToldMove(start, end, phrase, move.values, blank))
        if not broken:
            moves.append(move)
    return tuple(told), moves


def _settled(told: Sequence[ToldMove], moves: Sequence[Move]) -> tuple[ToldMove, ...]:
    """Moves with what closing and tangency have settled."""
    by_source = {move.source: move for move in reversed(moves)}
    found = []
    for number, one in enumerate(told):
        move = by_source.get(number)
        if move and any(map(math.isnan, one.values)) and len(move.values) == len(one.values):
            settled = tuple(map(math.isnan, one.values))
            one = replace(one, values=move.values, settled=settled)
        found.append(one)
    return tuple(found)


def values_of(phrase: Phrase) -> tuple[Given, ...]:
    """What stands for the values of a move, its side left out.

    >>> from core.outlines.moves import read_phrase
    >>> [given.text for given in values_of(read_phrase("right 40"))]
    ['40']
    """
    return tuple(one for one in phrase.given if one.kind != "side")


def _known(moves: Sequence[Move]) -> int:
    """How many moves there are before the first whose length is not known."""
    return next(
        (i for i, move in enumerate(moves) if any(map(math.isnan, move.values))), len(moves)
    )


def _as_far(moves: Sequence[Move]) -> tuple[Laid | None, int]:
    """A run as far as it can be drawn, and of how many moves; its corners are left sharp where they
    cannot be rounded yet."""
    for count in range(_known(moves), 0, -1):
        with suppress(CoreError):
            return laid_path(moves[:count]), count
        try:
            known = placed(moves[:count])
            run = run_moves(known)
        except CoreError:
            continue
        laid = Laid(known, tuple(run.segments), tuple(run.sources), False, frozenset(run.copied))
        return laid, count
    return None, 0


# -- drawing -----------------------------------------------------------------------------------


def _drawn(laid: Laid) -> tuple[Drawn, ...]:
    return tuple(
        Drawn(segment, source, number in laid.copied)
        for number, (segment, source) in enumerate(zip(laid.segments, laid.sources, strict=True))
        if segment.length > 1e-9
    )


def _crossings(laid: Laid) -> tuple[Point, ...]:
    """Where a run crosses or touches itself, its joints left out."""
    pieces = [segment for segment in laid.segments if segment.length > 1e-9]
    found: list[Point] = []
    for i, one in enumerate(pieces):
        for j, other in enumerate(pieces[i + 1 :], i + 1):
            beside = j == i + 1 or (i == 0 and j == len(pieces) - 1)
            joints = {one.a, one.b} if beside else set()
            for point in crossings_of(one, other):
                if not (on_segment(point, one) and on_segment(point, other)):
                    continue
                if any(math.dist(point, joint) < 1e-6 for joint in joints):
                    continue
                if all(math.dist(point, known) > 1e-6 for known in found):
                    found.append(point)
    return tuple(found)


def _circles(told: tuple[ToldMove, ...], moves: Sequence[Move], wrong: CoreError | None) -> Board:
    """Circles and the hull round them."""
    drawn = tuple(
        Drawn(Arc(_point(m, 0), max(m.values[2], 0.0) / 2, 0.0, 2 * math.pi), m.source, False)
        for m in moves
        if m.word == "circle"
    )
    handles = []
    dimensions = []
    for move in moves:
        if move.word != "circle":
            continue
        x, y, across = move.values
        own = (Hold(move.source, 0, 1.0, 0.0), Hold(move.source, 1, 0.0, 1.0))
        handles.append(Handle((x, y), "centre", move.source, own))
        rim = (x + across / 2, y)
        handles.append(Handle(rim, "middle", move.source, (Hold(move.source, 2, 0.5, 0.0),)))
        dimensions.append(Dimension("length", move.source, 2, (x - across / 2, y), rim))
        dimensions += _coordinates(move.source, 0, (x, y))
    if wrong:
        return Board(told, drawn, False, tuple(handles), tuple(dimensions), (), wrong)
    try:
        hull = hull_of(hull_circles(moves)).outer.segments
    except CoreError as error:
        return Board(told, drawn, False, tuple(handles), tuple(dimensions), (), error)
    around = tuple(Drawn(segment, -1, False) for segment in hull)
    return Board(told, (*around, *drawn), False, tuple(handles), tuple(dimensions))


# -- what can be dragged -----------------------------------------------------------------------

Key = tuple[int, str]


def _handles(moves: Sequence[Move]) -> tuple[Handle, ...]:
    """Every point that moves decide, with the numbers that decide it: its own first, then those of
    the moves before, until it can go both ways."""
    here = _features(moves)
    numbers = [
        (place, index)
        for place, move in enumerate(moves)
        for index, value in enumerate(move.values)
        if not math.isnan(value) and not (move.word in ("repeat", "turning") and index == 0)
    ]
    sizes = {move.source: SIZES[move.word] for move in moves if move.word in SIZES}
    ways: dict[Key, list[Hold]] = {key: [] for key in here}
    for place, index in numbers[:MOST_TRIED]:
        there = _features(_nudged(moves, place, index))
        for key, (x, y) in here.items():
            if key not in there or (
                key[1] == "middle" and (moves[place].source, index) != (key[0], sizes.get(key[0]))
            ):
                continue
            dx, dy = (there[key][0] - x) / TRIED, (there[key][1] - y) / TRIED
            if math.hypot(dx, dy) > MOVES_AT_ALL:
                ways[key].append(Hold(moves[place].source, index, dx, dy))
    return tuple(Handle(at, key[1], key[0], _chosen(key, ways[key])) for key, at in here.items())


def _nudged(moves: Sequence[Move], place: int, index: int) -> list[Move]:
    move = moves[place]
    values = tuple(v + TRIED if i == index else v for i, v in enumerate(move.values))
    return [*moves[:place], replace(move, values=values), *moves[place + 1 :]]


def _chosen(key: Key, ways: Sequence[Hold]) -> tuple[Hold, ...]:
    """Up to two numbers that lead different ways: those of the move itself, then the nearest."""
    own = [hold for hold in ways if hold.move == key[0]]
    before = sorted((h for h in ways if h.move != key[0]), key=lambda h: -h.move)
    found: list[Hold] = []
    for hold in [*own, *before]:
        if found and abs(_turning(found[0], hold)) < 0.2:
            continue
        found.append(hold)
        if len(found) == 2:
            break
    return tuple(found)


def _turning(one: Hold, other: Hold) -> float:
    """Sine of the angle between the ways of two numbers."""
    spread = math.hypot(one.dx, one.dy) * math.hypot(other.dx, other.dy)
    return (one.dx * other.dy - one.dy * other.dx) / spread


def _features(moves: Sequence[Move]) -> dict[Key, Point]:
    """The points that moves decide, by the move and what they are to it."""
    found: dict[Key, Point] = {}
    try:
        known = settle(placed(moves))
        run = run_moves(known)
    except CoreError:
        try:
            known = placed(moves)
            run = run_moves(known)
        except CoreError:
            return {}
    circles = {move.source for move in moves if move.word == "about"}
    sized = {move.source for move in moves if move.word in SIZES}
    for number, (segment, source) in enumerate(zip(run.segments, run.sources, strict=True)):
        if number in run.copied or source < 0:
            continue
        if source not in circles:
            found[(source, "end")] = segment.b
        if isinstance(segment, Arc) and source in sized:
            found[(source, "middle")] = segment.point(segment.start + segment.sweep / 2)
    for move in moves:
        if move.word == "start":
            found[(move.source, "end")] = _point(move, 0)
        elif move.word == "about":
            found[(move.source, "centre")] = _point(move, 0)
        elif move.word == "through":
            found[(move.source, "by")] = _point(move, 2)
    for index, told in run.blends.items():
        if index < len(run.segments) and (told.source, "middle") not in found:
            middle = _corner_middle(run.segments, index, told)
            if middle:
                found[(told.source, "middle")] = middle
    return found


def _corner_middle(segments: Sequence[Segment], index: int, told: Move) -> Point | None:
    """The middle of what takes a corner's place, the sides beside it taken as straight there."""
    (ix, iy), (ox, oy) = segments[index - 1].tangents()[1], segments[index].tangents()[0]
    bx, by = ox - ix, oy - iy  # into the corner
    span = math.hypot(bx, by)
    if span < 1e-9:
        return None
    half = math.acos(max(-1.0, min(1.0, -(ix * ox + iy * oy)))) / 2
    size = told.values[0]
    away = size * math.cos(half) if told.word == "chamfer" else size * (1 / math.sin(half) - 1)
    (x, y) = segments[index].a
    return (x + bx / span * away, y + by / span * away)


def _point(move: Move, first: int) -> Point:
    return (move.values[first], move.values[first + 1])


# -- dimensions --------------------------------------------------------------------------------


def _dimensions(laid: Laid) -> tuple[Dimension, ...]:
    """What the numbers of the moves measure, drawn at the sharp run, corners at what they leave."""
    run = run_moves(laid.moves)
    sharp: dict[int, Segment] = {}
    for number, (segment, source) in enumerate(zip(run.segments, run.sources, strict=True)):
        if number not in run.copied:
            sharp[source] = segment
    found: list[Dimension] = []
    circles = {move.source for move in laid.moves if move.word == PLACED}
    for move in laid.moves:
        if move.word == PLACED or move.source not in circles:
            found += _of_move(move, sharp.get(move.source))
    seen: set[int] = set()
    for one in _drawn(laid):
        told = next((m for m in run.blends.values() if m.source == one.source), None)
        if told is None or one.copied or one.source in seen:
            continue
        seen.add(one.source)
        segment = one.segment
        if isinstance(segment, Arc):
            middle = segment.point(segment.start + segment.sweep / 2)
            found.append(Dimension("radius", told.source, 0, segment.center, middle))
        else:
            found.append(Dimension("chamfer", told.source, 0, segment.a, segment.b))
    return tuple(found)


def _of_move(move: Move, segment: Segment | None) -> list[Dimension]:
    source = move.source
    if move.word == "start":
        return _coordinates(source, 0, _point(move, 0))
    if move.word in HEADINGS and segment:
        return [Dimension("length", source, 0, segment.a, segment.b)]
    if move.word == "along" and segment:
        return [
            Dimension("angle", source, 0, segment.a, segment.b, 0.0, move.values[0]),
            Dimension("length", source, 1, segment.a, segment.b),
        ]
    if move.word == "to" and segment:
        return _coordinates(source, 0, segment.b)
    if not isinstance(segment, Arc):
        return []
    middle = segment.point(segment.start + segment.sweep / 2)
    radius = Dimension("radius", source, 0, segment.center, middle)
    start, sweep = math.degrees(segment.start), math.degrees(segment.sweep)
    match move.word:
        case "turn":
            through = Dimension("angle", source, 0, segment.center, segment.a, start, sweep)
            return [through, replace(radius, index=1)]
        case "arc":
            return [replace(radius, index=2), *_coordinates(source, 0, segment.b)]
        case "bulge":
            chord = tuple((p + q) / 2 for p, q in zip(segment.a, segment.b, strict=True))
            bulge = Dimension("bulge", source, 2, (chord[0], chord[1]), middle)
            return [bulge, *_coordinates(source, 0, segment.b)]
        case "through":
            return [
                *_coordinates(source, 0, segment.b),
                *_coordinates(source, 2, _point(move, 2)),
            ]
        case "tangent":
            return _coordinates(source, 0, segment.b)
        case _ if move.word == PLACED:
            return [replace(radius, index=2), *_coordinates(source, 0, segment.center)]
    return []


def _coordinates(source: int, first: int, at: Point) -> list[Dimension]:
    """A point's distances from the axes."""
    x, y = at
    return [
        Dimension("across", source, first, (0.0, y), at),
        Dimension("up", source, first + 1, (x, 0.0), at),
    ]
