"""What the outline desk draws of an outline told as moves. Lengths in mm, angles in degrees."""

from __future__ import annotations

import math
import re
from collections.abc import Callable

from core.errors import CoreError
from core.measures.display import in_unit, told_value
from core.outlines import Outline
from core.outlines.curves import Arc, Point, Segment
from core.outlines.draggable import Board, Dimension, Handle, ToldMove, values_of
from core.outlines.moves import Given, unbracketed
from core.outlines.svg import loop_path, outline_path
from core.project.outlining import DrawnField, board_of, under
from core.project.results import Solution
from core.project.sentences import error_view
from core.steps import STEPS
from core.views.report import ErrorView, Vec2, View

# a number, a fraction or a mixed number with its unit
PLAIN = re.compile(r"-?((\d+\s+)?\d+/\d+|\d+(\.\d*)?|\.\d+)\s*(mm|cm|in|deg|\"|')?")


class GivenView(View):
    """One piece of a move's line: plain words, a value or a side.

    ``index`` counts the values of the move, -1 for words and sides; ``start`` and ``end`` say where
    it stands in the whole text, without brackets round it. ``plain``: a bare number, which a drag
    may change.
    """

    words: str = ""
    takes: str = ""
    index: int = -1
    text: str = ""
    start: int = 0
    end: int = 0
    value: float | None = None
    shown: str = ""
    settled: bool = False
    plain: bool = False
    choices: list[str] = []
    bracket: bool = False  # what has spaces in it must be put in brackets


class MoveView(View):
    """One move: where it stands in the text, its pieces, and what is wrong with it."""

    start: int
    end: int
    text: str
    pieces: list[GivenView]
    error: ErrorView | None = None


class SegmentView(View):
    """A finished line or arc as an SVG path, y downwards, and the number of its move (-1: none)."""

    path: str
    move: int
    copied: bool
    a: Vec2
    b: Vec2
    length_mm: float
    radius_mm: float | None
    centre: Vec2 | None


class JointView(View):
    """Where two segments meet, and whether they go on tangentially there."""

    at: Vec2
    tangent: bool


class HoldView(View):
    """A number that decides a point, and how far the point goes for each mm or degree of it."""

    move: int
    index: int
    dx: float
    dy: float


class HandleView(View):
    """A point that can be dragged, and by what numbers."""

    at: Vec2
    what: str
    move: int
    holds: list[HoldView]


class DimensionView(View):
    """What a number of a move measures; see `core.outlines.draggable.Dimension`."""

    shape: str
    move: int
    index: int
    a: Vec2
    b: Vec2
    start_deg: float
    sweep_deg: float


class OutlineDeskView(View):
    """Everything the outline desk draws and lists."""

    path: str
    title: str
    draws: str
    text: str
    moves: list[MoveView]
    segments: list[SegmentView]
    joints: list[JointView]
    handles: list[HandleView]
    dimensions: list[DimensionView]
    crossings: list[Vec2]
    under: list[str]
    under_low: Vec2 | None = None
    under_high: Vec2 | None = None
    closed: bool
    axis: bool
    open_from: Vec2 | None = None
    open_to: Vec2 | None = None
    low: Vec2
    high: Vec2
    area_mm2: float
    length_mm: float
    error: ErrorView | None = None


def outline_desk_view(solution: Solution, path: str, text: str | None = None) -> OutlineDeskView:
    """The outline at a path of the document, or what it would be with other ``text``.

    Raises:
        BuildError: nothing is drawn there.
    """
    field, made = board_of(solution, path, text)
    unit = solution.project.units
    segments = [one.segment for one in made.drawn]
    beneath = under(solution, field)
    low, high = _box([p for s in segments for p in _extent(s)])
    axis = bool(field.step and STEPS[field.step.step.kind].turns_outline)
    ends = _open_ends(made, field)
    return OutlineDeskView(
        path=path,
        title=_title(solution, field),
        draws=field.spec.draws,
        text=field.text,
        moves=[_move_view(one, field.text, unit) for one in made.moves],
        segments=[
            SegmentView(
                path=loop_path([one.segment], closed=False),
                move=one.source,
                copied=one.copied,
                a=one.segment.a,
                b=one.segment.b,
                length_mm=one.segment.length,
                radius_mm=one.segment.radius if isinstance(one.segment, Arc) else None,
                centre=one.segment.center if isinstance(one.segment, Arc) else None,
            )
            for one in made.drawn
        ],
        joints=_joints(made),
        handles=[_handle_view(one) for one in made.handles],
        dimensions=[_dimension_view(one) for one in made.dimensions],
        crossings=list(made.crossings),
        under=[outline_path(one) for one in beneath],
        under_low=_corner(beneath, min, 0) if beneath else None,
        under_high=_corner(beneath, max, 2) if beneath else None,
        closed=made.closed,
        axis=axis,
        open_from=ends[0] if ends else None,
        open_to=ends[1] if ends else None,
        low=low,
        high=high,
        area_mm2=made.area,
        length_mm=made.length,
        error=_error(made.error, unit),
    )


def _title(solution: Solution, field: DrawnField) -> str:
    if field.fit:
        kind = field.fit.fit.label or field.spec.label
        return f"{kind}: {field.spec.label}"
    part = solution.project.part(field.part)
    assert field.step is not None
    number = next(
        i
        for i, one in enumerate(solution.parts[field.part].steps, 1)
        if one.step.id == field.step.step.id
    )
    return f"{part.label or part.name}, step {number}: {STEPS[field.step.step.kind].title.lower()}"


def _move_view(one: ToldMove, text: str, unit: str) -> MoveView:
    pieces: list[GivenView] = []
    index = 0
    values = values_of(one.phrase) if one.phrase else ()
    for piece in one.phrase.pieces if one.phrase else ():
        if isinstance(piece, str):
            pieces.append(GivenView(words=piece))
        elif piece.kind == "side":
            at = one.start + piece.start
            end = at + len(piece.text)
            pieces.append(
                GivenView(
                    takes="side", text=piece.text, start=at, end=end, choices=list(piece.choices)
                )
            )
        else:
            pieces.append(_value_view(one, piece, index, len(values) > 1, unit))
            index += 1
    return MoveView(
        start=one.start,
        end=one.end,
        text=text[one.start : one.end],
        pieces=pieces,
        error=_error(one.error, unit),
    )


def _value_view(one: ToldMove, given: Given, index: int, several: bool, unit: str) -> GivenView:
    bare = unbracketed(given.text)
    inside = (len(given.text) - len(bare)) // 2
    value = one.values[index] if index < len(one.values) else math.nan
    known = not math.isnan(value)
    return GivenView(
        takes=given.kind,
        index=index,
        text=bare,
        start=one.start + given.start + inside,
        end=one.start + given.end - inside,
        value=value if known else None,
        shown=told_value(value, given.kind, unit) if known else "",  # type: ignore[arg-type]
        settled=known and index < len(one.settled) and one.settled[index],
        plain=bool(PLAIN.fullmatch(bare)),
        bracket=several and not inside,
    )


def _error(error: CoreError | None, unit: str) -> ErrorView | None:
    if error is None:
        return None
    view = error_view(error)
    assert view is not None
    return view.model_copy(
        update={
            "message": in_unit(view.message, unit),  # type: ignore[arg-type]
            "remedy": view.remedy and in_unit(view.remedy, unit),  # type: ignore[arg-type]
        }
    )


def _joints(made: Board) -> list[JointView]:
    own = [one.segment for one in made.drawn if one.source >= 0 or made.closed]
    found = []
    for i, segment in enumerate(own):
        before = own[i - 1] if i or made.closed else None
        if before is None or math.dist(before.b, segment.a) > 1e-6:
            found.append(JointView(at=segment.a, tangent=False))
            continue
        (ax, ay), (bx, by) = before.tangents()[1], segment.tangents()[0]
        smooth = abs(ax * by - ay * bx) < 1e-6 and ax * bx + ay * by > 0
        found.append(JointView(at=segment.a, tangent=smooth))
    if own and not made.closed:
        found.append(JointView(at=own[-1].b, tangent=False))
    return found


def _open_ends(made: Board, field: DrawnField) -> tuple[Point, Point] | None:
    """From where to where an outline that must close is still open."""
    if made.closed or field.spec.draws != "outline" or not made.drawn:
        return None
    return made.drawn[-1].segment.b, made.drawn[0].segment.a


def _handle_view(one: Handle) -> HandleView:
    holds = [HoldView(move=h.move, index=h.index, dx=h.dx, dy=h.dy) for h in one.holds]
    return HandleView(at=one.at, what=one.kind, move=one.move, holds=holds)


def _dimension_view(one: Dimension) -> DimensionView:
    return DimensionView(
        shape=one.kind,
        move=one.move,
        index=one.index,
        a=one.a,
        b=one.b,
        start_deg=one.start,
        sweep_deg=one.sweep,
    )


def _corner(outlines: list[Outline], pick: Callable[[list[float]], float], first: int) -> Point:
    boxes = [one.bounds for one in outlines]
    return pick([box[first] for box in boxes]), pick([box[first + 1] for box in boxes])


def _extent(segment: Segment) -> list[Point]:
    if not isinstance(segment, Arc):
        return [segment.a, segment.b]
    steps = 24
    return [segment.point(segment.start + segment.sweep * i / steps) for i in range(steps + 1)]


def _box(points: list[Point]) -> tuple[Point, Point]:
    if not points:
        return (0.0, 0.0), (20.0, 20.0)
    xs, ys = [p[0] for p in points], [p[1] for p in points]
    return (min(xs), min(ys)), (max(xs), max(ys))
