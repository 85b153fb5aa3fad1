"""Outlines and paths from moves."""

from __future__ import annotations

import math
from collections.abc import Mapping, Sequence
from dataclasses import dataclass, field

from core.errors import BuildError
from core.outlines.circling import placed
from core.outlines.combine import reversed_segment
from core.outlines.corners import blend_loop, blend_run
from core.outlines.curves import Line, Point, Segment
from core.outlines.loop import Loop, Outline
from core.outlines.moves import CLOSED_MM, Move
from core.outlines.segments_of_moves import run_moves
from core.outlines.unknowns import settle

Blends = dict[int, Move]
HOME = "home"


@dataclass(frozen=True)
class Laid:
    """What moves come to: its segments in order, and which told move each comes from.

    ``sources`` counts the moves as told; a last line home that no move tells has -1. ``copied``
    holds the numbers of segments that a mirror or a repeat has drawn.
    """

    moves: tuple[Move, ...]  # placed and settled
    segments: tuple[Segment, ...]
    sources: tuple[int, ...]
    closed: bool
    copied: frozenset[int] = field(default=frozenset())


def outline_of(moves: Sequence[Move]) -> Outline:
    """A closed outline from moves.

    Raises:
        BuildError: it does not close (how far and which way it stays open), it crosses itself,
            or a ``?`` cannot be settled.

    >>> from core.outlines.moves import plain_value, read_moves
    >>> outline_of(read_moves("right 40, up 12, left 40, close", plain_value)).area
    480.0
    """
    return Outline(Loop(laid_outline(moves).segments))


def laid_outline(moves: Sequence[Move]) -> Laid:
    """A closed outline from moves, and where each side of it comes from; see `outline_of`.

    >>> from core.outlines.moves import plain_value, read_moves
    >>> laid_outline(read_moves("right 40, up 12, left 40, close", plain_value)).sources
    (0, 1, 2, 3)
    """
    moves = settle(placed(moves))
    run = run_moves(moves)
    sources = [*run.sources]
    copied = set(run.copied)
    segments, blends = run.segments, run.blends
    start, end = segments[0].a, segments[-1].b
    gap = math.dist(start, end)
    if gap > CLOSED_MM:
        if not run.closes:
            raise BuildError(
                f"the outline stays open by {gap:.4g} mm: {_way(end, start)} from its end to its"
                " start",
                remedy="end with 'close', or leave a length as '?'",
            )
        segments.append(Line(end, start))
        sources.append(_closing(moves))
    # a corner where the run has come back to its start is the first one
    blends = {index % len(segments): blend for index, blend in blends.items()}
    named = [segment.named(f"side {i + 1}") for i, segment in enumerate(segments)]
    loop = Loop(tuple(named))
    if loop.area < 0:
        loop, blends = _turned(loop, blends)
        count = len(segments)
        sources.reverse()
        copied = {count - 1 - i for i in copied}
    if abs(loop.area) < 1e-9:
        raise BuildError(
            "the outline encloses nothing",
            remedy="moves that come round to where they began by another way",
        )
    made = blend_loop(loop, *_sizes(blends)) if blends else loop
    return _laid(tuple(moves), loop.segments, made.segments, sources, copied, blends, True)


def laid_path(moves: Sequence[Move]) -> Laid:
    """An open or closed run from moves, and where each piece of it comes from; see `path_of`.

    >>> from core.outlines.moves import plain_value, read_moves
    >>> laid_path(read_moves("right 40, up 12", plain_value)).closed
    False
    """
    moves = placed(moves)
    run = run_moves(moves)
    segments, sources = run.segments, [*run.sources]
    if run.closes and math.dist(segments[0].a, segments[-1].b) > CLOSED_MM:
        segments.append(Line(segments[-1].b, segments[0].a))
        sources.append(_closing(moves))
    blends = run.blends
    if run.closes:
        blends = {i % len(segments): blend for i, blend in blends.items()}
    elif len(segments) - 1 in run.copied:
        # the corner after the last of what is repeated is no corner
        blends = {i: blend for i, blend in blends.items() if i < len(segments)}
    made = _blended(segments, blends, run.closes) if blends else segments
    return _laid(moves, segments, made, sources, run.copied, blends, run.closes)


def _closing(moves: Sequence[Move]) -> int:
    return next((move.source for move in moves if move.word == "close"), -1)


def _laid(
    moves: tuple[Move, ...],
    sharp: Sequence[Segment],
    made: Sequence[Segment],
    sources: Sequence[int],
    copied: set[int],
    blends: Mapping[int, Move],
    closed: bool,
) -> Laid:
    """The finished segments with their sources: between what stands for corners, the sides follow
    each other as they did with sharp corners."""
    told: list[int] = []
    again: set[int] = set()
    corners = {f"corner {i + 1}": i for i in blends}
    at = -1
    for number, segment in enumerate(made):
        corner = corners.get(segment.name) if segment.name not in _names(sharp) else None
        if corner is not None:
            told.append(blends[corner].source)
            double = {corner, (corner - 1) % len(sharp)} <= copied
        else:
            at += 1
            told.append(sources[at])
            double = at in copied
        if double:
            again.add(number)
    return Laid(moves, tuple(made), tuple(told), closed, frozenset(again))


def _names(segments: Sequence[Segment]) -> set[str]:
    return {segment.name for segment in segments}


def open_run(moves: Sequence[Move]) -> list[Segment]:
    """As much of a run as can be drawn: up to the first length that is not known.

    >>> from core.outlines.moves import plain_value, read_moves
    >>> [piece.b for piece in open_run(read_moves("right 40, up 12", plain_value))]
    [(40.0, 0.0), (40.0, 12.0)]
    """
    known: list[Move] = []
    for move in placed(moves):
        if any(math.isnan(value) for value in move.values):
            break
        known.append(move)
    return run_moves(known).segments


def path_of(moves: Sequence[Move]) -> tuple[list[Segment], bool]:
    """An open or closed run of segments from moves, and whether it is closed.

    >>> from core.outlines.moves import plain_value, read_moves
    >>> pieces, closed = path_of(read_moves("right 40, up 12", plain_value))
    >>> len(pieces), closed
    (2, False)
    """
    laid = laid_path(moves)
    return list(laid.segments), laid.closed


def _sizes(blends: Mapping[int, Move]) -> tuple[dict[int, float], dict[int, float]]:
    """Radii of the corners that are rounded, and sizes of those cut off."""
    return (
        {i: one.values[0] for i, one in blends.items() if one.word == "round"},
        {i: one.values[0] for i, one in blends.items() if one.word == "chamfer"},
    )


def _blended(
    segments: Sequence[Segment], blends: Mapping[int, Move], closed: bool
) -> list[Segment]:
    """A run with its corners rounded; an open one is closed up for the purpose, then cut open."""
    if closed:
        return blend_run(segments, *_sizes(blends))
    if any(index in (0, len(segments)) for index in blends):
        raise BuildError(
            "an open path has no corner at its ends", remedy="round inner corners only"
        )
    home = Line(segments[-1].b, segments[0].a, HOME)
    rounded = blend_run([*segments, home], *_sizes(blends))
    return [segment for segment in rounded if segment.name != HOME]


def _turned(loop: Loop, blends: Mapping[int, Move]) -> tuple[Loop, Blends]:
    """The loop run the other way, so that material lies on its left."""
    count = len(loop.segments)
    turned = tuple(reversed_segment(segment) for segment in reversed(loop.segments))
    return Loop(turned), {(count - i) % count: blend for i, blend in blends.items()}


def _way(start: Point, end: Point) -> str:
    dx, dy = end[0] - start[0], end[1] - start[1]
    words = []
    if abs(dx) > CLOSED_MM:
        words.append(f"{abs(dx):.4g} mm {'right' if dx > 0 else 'left'}")
    if abs(dy) > CLOSED_MM:
        words.append(f"{abs(dy):.4g} mm {'up' if dy > 0 else 'down'}")
    return " and ".join(words)
