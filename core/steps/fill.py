"""Fill: copies of a piece all over a face, as many as lie within a margin of its edge."""

from __future__ import annotations

import math
from collections.abc import Mapping
from dataclasses import dataclass
from typing import Literal

import numpy as np
import shapely

from core.errors import BuildError
from core.limits import limits
from core.outlines import Outline, flatten, rectangle, try_offset
from core.solids import Frame
from core.solids.prism import Prism
from core.steps.field import Field
from core.steps.patterns import OF, WITH, Matrix, RepeatedFields, distinct, repeated, shift
from core.steps.registry import StepInput, StepKind, register
from core.steps.state import PartState


@dataclass(frozen=True, slots=True)
class FillFields(RepeatedFields):
    """What is set of a fill."""

    spacing_mm: float
    margin_mm: float
    angle_deg: float
    layout: Literal["square", "hexagonal"]


@register
class Fill(StepKind):
    """A field of copies over a face of an extruded body."""

    kind = "fill"
    title = "Repeat all over a face"
    also = ("perforate", "hole field", "vent", "grille", "strainer")
    has_place = True
    fields = (
        OF,
        WITH,
        Field("spacing", "length", "spacing", "6 mm", above=0),
        Field("margin", "length", "margin to the edge", "4 mm"),
        Field("angle", "angle", "rows at", "45 deg"),
        Field("layout", "choice", "layout", "square", ("square", "hexagonal")),
    )

    def sentence(self, words: Mapping[str, str]) -> str:
        return (
            "Repeat {of} all over, {spacing} apart in {layout} rows at {angle}, {margin} from the"
            " edge"
        )

    def places(self, given: StepInput) -> list[Matrix]:
        """Moves from the original to every place in the face, its own included."""
        its = given.read(FillFields)
        spacing = its.spacing_mm
        outline = _face(given)
        inside = try_offset(outline, -its.margin_mm)
        if inside is None:
            raise BuildError("the margin leaves no room on the face", remedy="a smaller margin")
        room = shapely.Polygon(flatten(inside, "inside")[0][0]).buffer(1e-6)
        reach = math.hypot(*outline.size) / 2 + spacing
        lean = math.radians(its.angle_deg)
        row_gap = spacing * (math.sqrt(3) / 2 if its.layout == "hexagonal" else 1.0)
        rows, columns = math.ceil(reach / row_gap), math.ceil(reach / spacing)
        if (2 * rows + 1) * (2 * columns + 1) > 4 * limits().copies:
            raise BuildError(f"copies {spacing:g} mm apart are too many", remedy="a larger spacing")
        row = np.arange(-rows, rows + 1)[:, None]
        half = spacing / 2 * (row % 2) if its.layout == "hexagonal" else 0.0 * row
        u = np.arange(-columns, columns + 1) * spacing + half
        v = row * row_gap + 0.0 * u
        x = (u * math.cos(lean) - v * math.sin(lean)).ravel()
        y = (u * math.sin(lean) + v * math.cos(lean)).ravel()
        shapely.prepare(room)
        inside_it = shapely.covers(room, shapely.points(x, y))
        frame = given.frame
        at = (frame.point(float(x[i]), float(y[i]), 0.0) for i in np.flatnonzero(inside_it))
        return [shift(*np.subtract(point, frame.origin)) for point in at]

    def build(self, given: StepInput) -> PartState:
        return repeated(given, distinct(self.places(given)))

    def says(self, given: StepInput, after: PartState) -> str:
        return f"{len(distinct(self.places(given))) + 1} in all, the first included"


def _face(given: StepInput) -> Outline:
    """The outline of the face at the step's place, centred on the place."""
    for feature in reversed(list(given.state.features.values())):
        prism = feature.prism
        if prism is None:
            continue
        for name, frame in feature.places.items():
            if _same_plane(frame, given.frame):
                if name in ("top", "bottom"):
                    return prism.outline_at(prism.high if name == "top" else prism.low)
                return _side(prism, name)
    raise BuildError(
        "there is no face of an extruded body here to fill", remedy="place it on a face"
    )


def _same_plane(a: Frame, b: Frame) -> bool:
    along = sum(p * q for p, q in zip(a.z_axis, b.z_axis, strict=True))
    apart = sum(z * (q - p) for z, p, q in zip(a.z_axis, a.origin, b.origin, strict=True))
    return along > 1 - 1e-9 and abs(apart) < 1e-6


def _side(prism: Prism, name: str) -> Outline:
    segment = next(s for s in prism.outline.outer.segments if s.name == name)
    return rectangle(segment.length, prism.high - prism.low)
