"""Rounding and chamfering the corners of a loop where two straight sides meet."""

from __future__ import annotations

import math
from collections.abc import Callable, Mapping

from core.errors import BuildError
from core.outlines.curves import NEAR, Arc, Line, Point, Segment
from core.outlines.loop import Loop, Outline


def round_corners(outline: Outline, radius: float) -> Outline:
    """Every corner of the outer loop rounded; see `round_loop`."""
    loop = outline.outer
    return Outline(round_loop(loop, dict.fromkeys(loop.corners(), radius)), outline.holes)


def chamfer_corners(outline: Outline, size: float) -> Outline:
    """Every corner of the outer loop cut off, ``size`` back along both its sides."""
    loop = outline.outer
    return Outline(chamfer_loop(loop, dict.fromkeys(loop.corners(), size)), outline.holes)


def round_loop(loop: Loop, radii: Mapping[int, float]) -> Loop:
    """A loop with an arc of ``radii[i]`` where segment i begins; see `blend_loop`."""
    return blend_loop(loop, radii, {})


def chamfer_loop(loop: Loop, sizes: Mapping[int, float]) -> Loop:
    """A loop with its corner i cut off ``sizes[i]`` back along both sides."""
    return blend_loop(loop, {}, sizes)


def blend_loop(loop: Loop, radii: Mapping[int, float], cuts: Mapping[int, float]) -> Loop:
    """A loop with some corners rounded and others cut off.

    Raises:
        BuildError: they do not fit; names the largest that does.
    """

    def per_unit(index: int) -> float:
        return math.tan(abs(_turn(loop, index)) / 2) if index in radii else 1.0

    backs = {i: r * per_unit(i) for i, r in radii.items() if r > NEAR}
    backs |= {i: size for i, size in cuts.items() if size > 0}

    def blend(index: int, start: Point, end: Point) -> Segment:
        if index in cuts:
            return Line(start, end, f"corner {index + 1}")
        turn = _turn(loop, index)
        heading = loop.segments[index - 1].tangents()[1]
        side = math.copysign(1.0, turn)
        radius = radii[index]
        center = (start[0] - heading[1] * side * radius, start[1] + heading[0] * side * radius)
        first = math.atan2(start[1] - center[1], start[0] - center[0])
        return Arc(center, radius, first, turn, f"corner {index + 1}")

    return _replace_corners(loop, backs, blend, "chamfer" if cuts else "radius", per_unit)


def _turn(loop: Loop, index: int) -> float:
    """Signed angle in radians by which the loop turns where segment ``index`` begins."""
    before = loop.segments[index - 1].tangents()[1]
    after = loop.segments[index].tangents()[0]
    cross = before[0] * after[1] - before[1] * after[0]
    return math.atan2(cross, before[0] * after[0] + before[1] * after[1])


def _replace_corners(
    loop: Loop,
    backs: Mapping[int, float],
    blend: Callable[[int, Point, Point], Segment],
    word: str,
    per_unit: Callable[[int], float],
) -> Loop:
    """Trim the straight sides by ``backs`` at each corner and put ``blend`` between them."""
    count = len(loop.segments)
    for index in backs:
        for beside in (index - 1, index):
            if not isinstance(loop.segments[beside], Line):
                raise BuildError(
                    f"corner {index + 1} has an arc beside it",
                    remedy="only corners between straight sides can be cut",
                )
    for index, side in enumerate(loop.segments):
        needed = backs.get(index, 0.0) + backs.get((index + 1) % count, 0.0)
        if needed > side.length + NEAR:
            ends = [i for i in (index, (index + 1) % count) if i in backs]
            fits = side.length / sum(per_unit(i) for i in ends)
            asked = backs[ends[0]] / per_unit(ends[0])
            raise BuildError(
                f"a {asked:g} mm {word} does not fit: side {index + 1} is {side.length:.4g} mm long",
                remedy=f"at most {math.floor(fits * 1000) / 1000:g} mm",
            )
    pieces: list[Segment] = []
    for index, side in enumerate(loop.segments):
        start = side.a
        if index in backs:
            back, before = backs[index], loop.segments[index - 1].tangents()[1]
            leaving = side.tangents()[0]
            entry = (side.a[0] - before[0] * back, side.a[1] - before[1] * back)
            start = (side.a[0] + leaving[0] * back, side.a[1] + leaving[1] * back)
            pieces.append(blend(index, entry, start))
        after = (index + 1) % count
        end = side.b
        if after in backs:
            leaving = side.tangents()[1]
            end = (side.b[0] - leaving[0] * backs[after], side.b[1] - leaving[1] * backs[after])
        if isinstance(side, Line) and (index in backs or after in backs):
            side = side.between(start, end)
        pieces.append(side)
    return Loop(tuple(pieces))
