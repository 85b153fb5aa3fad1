"""Copies along a line: a path told as moves, or the outline of an earlier step."""

from __future__ import annotations

import math
from collections.abc import Mapping, Sequence
from dataclasses import dataclass
from typing import Literal

import numpy as np

from core.limits import check_copies
from core.outlines import path_of, plain_value, read_moves
from core.outlines.curves import Arc, Point, Segment
from core.outlines.trimmed import grown_outline
from core.solids import Frame
from core.steps.field import Field
from core.steps.patterns import OF, WITH, Matrix, Pattern, RepeatedFields, spot_of
from core.steps.registry import StepInput, register
from core.steps.state import Feature

TOLD, OUTLINE = "a line told as moves", "the outline of a step"
EVENLY, SPACED = "evenly", "by a spacing"
WITH_IT, KEPT = "turned with it", "kept as they are"


@dataclass(frozen=True, slots=True)
class AlongLineFields(RepeatedFields):
    """What is set of copies along a line."""

    line: Literal["the outline of a step", "a line told as moves"]
    outline: str
    by_mm: float
    path: str
    spread: Literal["evenly", "by a spacing"]
    count: float
    spacing_mm: float
    turned: Literal["turned with it", "kept as they are"]


@register
class AlongLine(Pattern):
    """Along a line that begins at the piece, or along an outline it stands on."""

    kind = "along"
    title = "Repeat along a line"
    also = ("along an outline", "copies along a path", "round the edge", "holes in a rim")
    fields = (
        OF,
        WITH,
        Field("line", "choice", "along", OUTLINE, (OUTLINE, TOLD)),
        Field("outline", "step", "of step", "", among="raised", empty="the first body",
              when=(("line", (OUTLINE,)),)),
        Field("by", "length", "the outline grown by, below nought shrunk", "0",
              when=(("line", (OUTLINE,)),), clause=" grown by {by}"),
        Field("path", "moves", "line", "right 30 mm, turn left 90 radius 10 mm, up 20 mm",
              when=(("line", (TOLD,)),), clause=": {path}"),
        Field("spread", "choice", "spread", EVENLY, (EVENLY, SPACED)),
        Field("count", "count", "count", "8", least=1, when=(("spread", (EVENLY,)),)),
        Field("spacing", "length", "spacing", "10 mm", above=0, when=(("spread", (SPACED,)),)),
        Field("turned", "choice", "the copies", WITH_IT, (WITH_IT, KEPT), clause=", {turned}"),
    )  # fmt: skip

    def sentence(self, words: Mapping[str, str]) -> str:
        its = AlongLineFields.typed(words)
        where = " {outline}" if its.line == OUTLINE else ""
        how = "{count} times" if its.spread == EVENLY else "every {spacing}"
        return "Repeat {of} " + how + " along {line}" + where + ", {spread}"

    def moves(self, given: StepInput) -> list[Matrix]:
        its = given.read(AlongLineFields)
        feature = given.state.tool(its.of)
        if its.line == TOLD:
            run, closed = path_of(read_moves(its.path, plain_value))
            # the line begins where the piece stands
            frame, begin = standing(feature), 0.0
        else:
            frame, run, begin = _round_outline(given, feature)
            closed = True
        ways = _ways(given, sum(one.length for one in run), closed)
        turned = its.turned == WITH_IT
        first = _station(run, begin, frame, turned, closed)
        back = np.linalg.inv(_square(first))
        return [
            (_square(_station(run, begin + way, frame, turned, closed)) @ back)[:3] for way in ways
        ]


def standing(feature: Feature) -> Frame:
    """Where a piece stands and which way its face looks."""
    x, y, z = (float(v) for v in spot_of(feature))
    if feature.recess is not None:
        axes = feature.recess.frame
    elif feature.axis is not None:
        axes = feature.axis
    else:
        axes = Frame()
    return Frame((x, y, z), axes.x_axis, axes.z_axis)


def _round_outline(given: StepInput, piece: Feature) -> tuple[Frame, list[Segment], float]:
    """The plane and the run of an outline, and how far along it the piece stands."""
    its = given.read(AlongLineFields)
    owner = given.state.prism(its.outline)
    assert owner.prism is not None
    frame = owner.prism.frame
    outline = grown_outline(owner.prism.outline, its.by_mm)
    run = [segment for segment in outline.outer.segments if segment.length > 1e-9]
    x, y, _ = frame.into[:, :3] @ spot_of(piece) + frame.into[:, 3]
    best, begin, done = math.inf, 0.0, 0.0
    for segment in run:
        way, away = _nearest(segment, (float(x), float(y)))
        if away < best:
            best, begin = away, done + way
        done += segment.length
    return frame, run, begin


def _nearest(segment: Segment, point: Point) -> tuple[float, float]:
    """How far along a segment it comes nearest to a point, and how near, mm."""
    if isinstance(segment, Arc):
        angle = math.atan2(point[1] - segment.center[1], point[0] - segment.center[0])
        turn = (angle - segment.start) * math.copysign(1.0, segment.sweep) % (2 * math.pi)
        if turn > abs(segment.sweep):
            past = turn - abs(segment.sweep)
            turn = abs(segment.sweep) if past < (2 * math.pi - abs(segment.sweep)) / 2 else 0.0
        way = turn * segment.radius
    else:
        dx, dy = segment.direction
        way = (point[0] - segment.a[0]) * dx + (point[1] - segment.a[1]) * dy
        way = min(max(way, 0.0), segment.length)
    at, _ = _at(segment, way)
    return way, math.dist(at, point)


def _ways(given: StepInput, length: float, closed: bool) -> list[float]:
    """How far from the first each copy stands along the line, the first included."""
    its = given.read(AlongLineFields)
    if its.spread == EVENLY:
        check_copies(its.count)
        count = round(its.count)
        gaps = count if closed else max(count - 1, 1)
        return [length * i / gaps for i in range(count)]
    spacing = its.spacing_mm
    check_copies(length / spacing)
    count = math.floor(length / spacing + 1e-9) + (0 if closed else 1)
    return [spacing * i for i in range(max(count, 1))]


def _station(run: Sequence[Segment], way: float, frame: Frame, turned: bool, closed: bool) -> Frame:
    """The frame at a place along a run: x along it if copies turn with it."""
    length = sum(one.length for one in run)
    way = way % length if closed else min(way, length)
    for segment in run:
        if way <= segment.length or segment is run[-1]:
            break
        way -= segment.length
    (x, y), (tx, ty) = _at(segment, min(way, segment.length))
    here = frame.shifted(x, y)
    return here.turned(math.degrees(math.atan2(ty, tx))) if turned else here


def _at(segment: Segment, way: float) -> tuple[Point, Point]:
    """The point of a segment so far from its beginning, and the way it goes there."""
    if isinstance(segment, Arc):
        sign = math.copysign(1.0, segment.sweep)
        angle = segment.start + sign * way / segment.radius
        return segment.point(angle), (-sign * math.sin(angle), sign * math.cos(angle))
    dx, dy = segment.direction
    return (segment.a[0] + dx * way, segment.a[1] + dy * way), (dx, dy)


def _square(frame: Frame) -> np.ndarray:  # type: ignore[type-arg]
    return np.vstack([frame.matrix, [0.0, 0.0, 0.0, 1.0]])
