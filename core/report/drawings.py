"""The outlines of a step as drawn beside its sentence."""

from __future__ import annotations

import math

from core.outlines import Outline
from core.outlines.curves import Arc, Segment
from core.outlines.svg import loop_path, outline_path
from core.project.results import StepResult
from core.steps import STEPS
from core.views.report import ArcView, DrawingView

MOST_ARCS = 6


def drawing_view(result: StepResult) -> DrawingView | None:
    """A step's outlines with the box they fill; None where the step has none to draw."""
    sketch = result.sketch
    if sketch is None or not (sketch.outlines or sketch.open_run):
        return None
    kind = STEPS.get(result.step.kind)
    axis = kind is not None and kind.turns_outline
    boxes = [outline.bounds for outline in sketch.outlines] or [_box(sketch.open_run)]
    low = (min(b[0] for b in boxes), min(b[1] for b in boxes))
    high = (max(b[2] for b in boxes), max(b[3] for b in boxes))
    if axis:
        low = (min(low[0], 0.0), low[1])
    wrapped = _wrapped(result)
    return DrawingView(
        paths=[outline_path(outline) for outline in sketch.outlines],
        open_path=loop_path(sketch.open_run, closed=False) if sketch.open_run else "",
        low=low,
        high=high,
        axis=axis,
        arcs=_arcs(sketch.outlines),
        **wrapped,
    )


def _arcs(outlines: tuple[Outline, ...]) -> list[ArcView]:
    """The arcs of outlines that bulge out of a chord, alike ones once; a bare round has no
    chord.
    """
    found: dict[tuple[float, float], ArcView] = {}
    for outline in outlines:
        for loop in outline.loops:
            for segment in loop.segments:
                if not isinstance(segment, Arc) or segment.radius <= 0 or len(loop.segments) == 1:
                    continue
                half = abs(segment.sweep) / 2
                bulge = segment.radius * (1 - math.cos(half))
                key = (round(segment.radius, 6), round(bulge, 6))
                chord = 2 * segment.radius * math.sin(half)
                view = ArcView(name=segment.name, radius=segment.radius, bulge=bulge, chord=chord)
                found.setdefault(key, view)
    return list(found.values())[:MOST_ARCS]


def _box(run: tuple[Segment, ...]) -> tuple[float, float, float, float]:
    points = [p for segment in run for p in (segment.a, segment.b)]
    xs, ys = [p[0] for p in points], [p[1] for p in points]
    return min(xs), min(ys), max(xs), max(ys)


def _wrapped(result: StepResult) -> dict[str, float]:
    """How an outline lies on its cylinder, for the unrolled stage."""
    feature = result.state.features.get(result.step.id)
    kind = STEPS.get(result.step.kind)
    if kind is None or not kind.wraps_outline or feature is None:
        return {}
    quantities = feature.quantities
    if "around" not in quantities:
        return {}
    return {
        "around_mm": quantities["around"].value,
        "tall_mm": quantities["tall"].value,
        "up_mm": result.typed["up"].value or 0.0,
        "from_deg": result.typed["around"].value or 0.0,
    }
