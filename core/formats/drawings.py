"""Outlines as DXF: one closed polyline a loop, its arcs as true bulges, in millimetres."""

from __future__ import annotations

import io
import math
from collections.abc import Sequence

from core.outlines import Outline
from core.outlines.curves import Arc

MILLIMETRES = 4  # $INSUNITS, DXF reference, header variables


def outline_dxf(outlines: Sequence[Outline]) -> str:
    """A DXF document (R2000) of outlines and their holes.

    A bulge is the tangent of a quarter of the arc's angle (DXF reference, LWPOLYLINE, group 42).

    >>> from core.outlines import circle
    >>> outline_dxf([circle(10)]).count("LWPOLYLINE")
    1
    """
    from ezdxf.filemanagement import new

    document = new("R2000", units=MILLIMETRES)
    space = document.modelspace()
    for outline in outlines:
        for loop in outline.loops:
            points = []
            for segment in loop.segments:
                pieces = 2 if isinstance(segment, Arc) and abs(segment.sweep) > math.pi else 1
                for piece in range(pieces):
                    if isinstance(segment, Arc):
                        sweep = segment.sweep / pieces
                        x, y = segment.point(segment.start + sweep * piece)
                        points.append((x, y, math.tan(sweep / 4)))
                    else:
                        points.append((*segment.a, 0.0))
            space.add_lwpolyline(points, format="xyb", close=True)
    text = io.StringIO()
    document.write(text)
    return text.getvalue()
