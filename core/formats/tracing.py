"""SVG and DXF drawings read into one path of lines and true arcs, in millimetres, y up.

Circles, circular arcs and polyline bulges stay arcs; ellipses and curves become lines no further
than `CURVE_MM` from them. Whatever is left out is listed.
"""

from __future__ import annotations

import io
import math
import re
from collections import Counter
from dataclasses import dataclass, field
from itertools import pairwise
from typing import Any

from core.errors import FormatError
from core.limits import limits
from core.outlines.curves import Arc, Line, Point, Segment
from core.outlines.loop import Loop
from core.outlines.traced import path_text

CURVE_MM = 0.01
JOINS_MM = 0.05
LARGEST_BYTES = 4_000_000
MOST_SEGMENTS = 20_000


@dataclass
class Tracing:
    """A drawing as read: its path, how many closed shapes it holds, and what was left out."""

    path: str
    shapes: int
    skipped: list[str] = field(default_factory=list)


def read_drawing(data: bytes, name: str) -> Tracing:
    """A drawing from the bytes of an SVG or DXF file.

    Raises:
        FormatError: not such a file, too large, or without a closed shape.

    >>> svg = b'<svg xmlns="http://www.w3.org/2000/svg"><path d="M0 0H10V5Z"/></svg>'
    >>> read_drawing(svg, "corner.svg").path
    'M 0 -0 L 2.645833 -0 L 2.645833 -1.322917 L 0 -0 Z'
    """
    if len(data) > LARGEST_BYTES:
        raise FormatError(f"{name} is larger than {LARGEST_BYTES // 1_000_000} MB")
    ending = name.rpartition(".")[2].lower()
    if ending == "svg":
        runs, skipped = _read_svg(data, name)
    elif ending == "dxf":
        runs, skipped = _read_dxf(data, name)
    else:
        raise FormatError(f"{name} is no drawing read here", remedy="an .svg or a .dxf file")
    if sum(len(run) for run in runs) > MOST_SEGMENTS:
        raise FormatError(f"{name} holds more than {MOST_SEGMENTS} lines and arcs")
    loops, open_runs = _closed(runs)
    if open_runs:
        noun = "line that does not close" if open_runs == 1 else "lines that do not close"
        skipped.append(f"{open_runs} {noun}")
    if not loops:
        raise FormatError(f"{name} holds no closed shape", remedy="close its lines, then try again")
    return Tracing(path_text(loops), len(loops), skipped)


def _closed(runs: list[list[Segment]]) -> tuple[list[Loop], int]:
    """Runs joined end to end into loops, and how many stay open."""
    left = [run for run in runs if run]
    loops: list[Loop] = []
    still_open = 0
    while left:
        run = left.pop(0)
        while math.dist(run[0].a, run[-1].b) > JOINS_MM:
            for index, other in enumerate(left):
                if math.dist(other[0].a, run[-1].b) <= JOINS_MM:
                    run = run + left.pop(index)
                    break
                if math.dist(other[-1].b, run[-1].b) <= JOINS_MM:
                    run = run + _back(left.pop(index))
                    break
            else:
                break
        if math.dist(run[0].a, run[-1].b) <= JOINS_MM and abs(Loop(tuple(run)).area) > 1e-6:
            loops.append(Loop(tuple(run)))
        else:
            still_open += 1
    return loops, still_open


def _back(run: list[Segment]) -> list[Segment]:
    from core.outlines.combine import reversed_segment

    return [reversed_segment(segment) for segment in reversed(run)]


# -- SVG ------------------------------------------------------------------------------------


def _read_svg(data: bytes, name: str) -> tuple[list[list[Segment]], list[str]]:
    text = data.decode("utf-8", errors="replace")
    if re.search(r"<!(DOCTYPE|ENTITY)[^>]*\[", text, re.I):
        raise FormatError(f"{name} declares entities, which are not read")
    from svgelements import SVG, Image, Path, Shape, Text

    try:
        # 96 user units to the inch, as CSS has it; one unit is then 25.4 / 96 mm
        drawing = SVG.parse(io.StringIO(text), ppi=96, reify=True)
    except Exception:  # the parser raises many kinds for what is no SVG
        raise FormatError(f"{name} is not an SVG drawing") from None
    runs: list[list[Segment]] = []
    left_out: Counter[str] = Counter()
    for element in drawing.elements():
        if isinstance(element, Text):
            left_out["text; turn it into paths first"] += 1
        elif isinstance(element, Image):
            left_out["picture"] += 1
        elif isinstance(element, Shape):
            path = element if isinstance(element, Path) else abs(Path(element))
            for piece in path.as_subpaths():
                runs.append(_svg_run(Path(piece)))
    skipped = [f"{count} × {what}" for what, count in left_out.items()]
    return runs, skipped


def _controls(curve: Any) -> list[Any]:
    """What a Bézier curve bends towards."""
    if hasattr(curve, "control"):
        return [curve.control]
    return [curve.control1, curve.control2]


def _bounded(*points: Point) -> None:
    """Refuses what reaches further than anything that is built."""
    most = limits().size_mm
    if not all(abs(value) <= 4 * most for at in points for value in at):
        raise FormatError(
            "this drawing reaches further than anything that is printed",
            remedy=f"at most {most:,.0f} mm; its unit may be another than was meant",
        )


def _svg_run(path: Any) -> list[Segment]:
    from svgelements import Arc as SvgArc
    from svgelements import Close, CubicBezier, Move, QuadraticBezier
    from svgelements import Line as SvgLine

    scale = 25.4 / 96

    def point(p: Any) -> Point:
        return (float(p.x) * scale, -float(p.y) * scale)

    run: list[Segment] = []
    for piece in path:
        if isinstance(piece, Move) or piece.start is None or piece.end is None:
            continue
        a, b = point(piece.start), point(piece.end)
        _bounded(a, b)
        if isinstance(piece, SvgLine | Close):
            if math.dist(a, b) > 1e-6:
                run.append(Line(a, b))
        elif isinstance(piece, SvgArc) and abs(piece.rx - piece.ry) < 1e-4 * max(piece.rx, 1e-9):
            center = point(piece.center)
            _bounded(center, (float(piece.rx) * scale, 0.0))
            radius = float(piece.rx) * scale
            start = math.atan2(a[1] - center[1], a[0] - center[0])
            run.append(Arc(center, radius, start, -float(piece.sweep)))
        elif isinstance(piece, SvgArc | CubicBezier | QuadraticBezier):
            # no shorter than the curve: an ellipse's wider radius, a spline's own corners
            if isinstance(piece, SvgArc):
                long = max(float(piece.rx), float(piece.ry)) * scale * abs(float(piece.sweep))
            else:
                held = [piece.start, *_controls(piece), piece.end]
                long = sum(math.dist(point(p), point(q)) for p, q in pairwise(held))
            _bounded((long, 0.0))
            count = max(4, math.ceil(math.sqrt(long / CURVE_MM) / 2))
            points = [point(piece.point(i / count)) for i in range(count + 1)]
            run += [Line(p, q) for p, q in pairwise(points) if math.dist(p, q) > 1e-6]
    return run


# -- DXF ------------------------------------------------------------------------------------

_UNITS_MM = {0: 1.0, 1: 25.4, 2: 304.8, 4: 1.0, 5: 10.0, 6: 1000.0}  # $INSUNITS


def _read_dxf(data: bytes, name: str) -> tuple[list[list[Segment]], list[str]]:
    from ezdxf import recover
    from ezdxf.lldxf.const import DXFError

    try:
        document, _ = recover.read(io.BytesIO(data))
    except (OSError, DXFError, ValueError, IndexError, KeyError):
        raise FormatError(f"{name} is not a DXF drawing") from None
    unit = _UNITS_MM.get(int(document.header.get("$INSUNITS", 0)))
    if unit is None:
        raise FormatError(f"{name} is in a unit not read here", remedy="millimetres or inches")
    runs: list[list[Segment]] = []
    left_out: Counter[str] = Counter()
    for entity in document.modelspace():
        run = _dxf_run(entity, unit)
        if run is None:
            left_out[entity.dxftype().lower()] += 1
        elif run:
            runs.append(run)
    return runs, [f"{count} × {what}" for what, count in left_out.items()]


def _dxf_run(entity: Any, unit: float) -> list[Segment] | None:
    """An entity as segments; None where its kind is not read."""
    kind, dxf = entity.dxftype(), entity.dxf

    def point(p: Any) -> Point:
        return (float(p[0]) * unit, float(p[1]) * unit)

    if kind == "LINE":
        return [Line(point(dxf.start), point(dxf.end))]
    if kind == "CIRCLE":
        return [Arc(point(dxf.center), dxf.radius * unit, 0.0, 2 * math.pi)]
    if kind == "ARC":
        start = math.radians(dxf.start_angle)
        sweep = (math.radians(dxf.end_angle) - start) % (2 * math.pi)
        return [Arc(point(dxf.center), dxf.radius * unit, start, sweep)]
    if kind == "LWPOLYLINE":
        bent = [(point((x, y)), float(bulge)) for x, y, bulge in entity.get_points("xyb")]
        return _bulged(bent, bool(entity.closed))
    if kind == "POLYLINE" and entity.is_2d_polyline:
        bent = [(point(v.dxf.location), float(v.dxf.bulge)) for v in entity.vertices]
        return _bulged(bent, bool(entity.is_closed))
    if kind in ("SPLINE", "ELLIPSE"):
        if kind == "ELLIPSE":
            _bounded(point(dxf.center), point(dxf.major_axis))
        else:
            _bounded(*map(point, entity.control_points or entity.fit_points))
        points = [point(p) for p in entity.flattening(CURVE_MM / unit)]
        return [Line(p, q) for p, q in pairwise(points) if math.dist(p, q) > 1e-6]
    return None


def _bulged(points: list[tuple[Point, float]], closed: bool) -> list[Segment]:
    """A polyline whose bulges are tangents of a quarter of each arc's angle."""
    run: list[Segment] = []
    ends = points[1:] + (points[:1] if closed else [])
    for (a, bulge), (b, _) in zip(points, ends, strict=False):
        chord = math.dist(a, b)
        if chord < 1e-9:
            continue
        if abs(bulge) < 1e-9:
            run.append(Line(a, b))
            continue
        sweep = 4 * math.atan(bulge)
        radius = chord / (2 * math.sin(abs(sweep) / 2))
        height = radius * math.cos(abs(sweep) / 2) * (1 if bulge > 0 else -1)
        ux, uy = (b[0] - a[0]) / chord, (b[1] - a[1]) / chord
        center = ((a[0] + b[0]) / 2 - height * uy, (a[1] + b[1]) / 2 + height * ux)
        run.append(Arc(center, radius, math.atan2(a[1] - center[1], a[0] - center[0]), sweep))
    return run
