"""Outlines and paths from moves."""

from __future__ import annotations

import math
from collections.abc import Sequence

from core.errors import BuildError
from core.outlines.circling import placed
from core.outlines.combine import reversed_segment
from core.outlines.corners import blend_loop, blend_run
from core.outlines.curves import Line, Point, Segment
from core.outlines.loop import Loop, Outline
from core.outlines.moves import CLOSED_MM, Move
from core.outlines.runs import run_moves
from core.outlines.settling import settle

Blends = dict[int, tuple[str, float]]


def outline_of(moves: Sequence[Move]) -> Outline:
    """A closed outline from moves.

    Raises:
        BuildError: it does not close (how far and which way it stays open), it crosses itself,
            or a ``?`` cannot be settled.
    """
    moves = settle(placed(moves))
    run = run_moves(moves)
    segments, blends = run.segments, run.blends
    start, end = segments[0].a, segments[-1].b
    gap = math.dist(start, end)
    if gap > CLOSED_MM:
        if not run.closes:
            raise BuildError(
                f"the outline stays open by {gap:.4g} mm: {_way(end, start)} from its end to its start",
                remedy="end with 'close', or leave a length as '?'",
            )
        segments.append(Line(end, start))
    # a corner where the run has come back to its start is the first one
    blends = {index % len(segments): blend for index, blend in blends.items()}
    named = [segment.named(f"side {i + 1}") for i, segment in enumerate(segments)]
    loop = Loop(tuple(named))
    if loop.area < 0:
        loop, blends = _turned(loop, blends)
    if abs(loop.area) < 1e-9:
        raise BuildError("the outline encloses nothing")
    return Outline(blend_loop(loop, *_sizes(blends)) if blends else loop)


def open_run(moves: Sequence[Move]) -> list[Segment]:
    """As much of a run as can be drawn: up to the first length that is not known."""
    known: list[Move] = []
    for move in placed(moves):
        if any(math.isnan(value) for value in move.values):
            break
        known.append(move)
    return run_moves(known).segments


def path_of(moves: Sequence[Move]) -> tuple[list[Segment], bool]:
    """An open or closed run of segments from moves, and whether it is closed."""
    run = run_moves(placed(moves))
    segments = run.segments
    if run.closes and math.dist(segments[0].a, segments[-1].b) > CLOSED_MM:
        segments.append(Line(segments[-1].b, segments[0].a))
    if run.blends:
        segments = _blended(segments, run.blends, run.closes)
    return segments, run.closes


def _sizes(blends: Blends) -> tuple[dict[int, float], dict[int, float]]:
    """Radii of the corners that are rounded, and sizes of those cut off."""
    return (
        {i: size for i, (word, size) in blends.items() if word == "round"},
        {i: size for i, (word, size) in blends.items() if word == "chamfer"},
    )


def _blended(segments: list[Segment], blends: Blends, closed: bool) -> list[Segment]:
    """A run with its corners rounded; an open one is closed up for the purpose, then cut open."""
    if closed:
        return blend_run(segments, *_sizes({i % len(segments): b for i, b in blends.items()}))
    if any(index in (0, len(segments)) for index in blends):
        raise BuildError(
            "an open path has no corner at its ends", remedy="round inner corners only"
        )
    home = Line(segments[-1].b, segments[0].a, "home")
    rounded = blend_run([*segments, home], *_sizes(blends))
    return [segment for segment in rounded if segment.name != "home"]


def _turned(loop: Loop, blends: Blends) -> tuple[Loop, Blends]:
    """The loop run the other way, so that material lies on its left."""
    count = len(loop.segments)
    turned = tuple(reversed_segment(segment) for segment in reversed(loop.segments))
    return Loop(turned), {(count - i) % count: blend for i, blend in blends.items()}


def _way(start: Point, end: Point) -> str:
    dx, dy = end[0] - start[0], end[1] - start[1]
    words = []
    if abs(dx) > CLOSED_MM:
        words.append(f"{abs(dx):.4g} {'right' if dx > 0 else 'left'}")
    if abs(dy) > CLOSED_MM:
        words.append(f"{abs(dy):.4g} {'up' if dy > 0 else 'down'}")
    return " and ".join(words)
