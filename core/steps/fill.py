"""Fill: copies of a piece all over a face, flat or round, as many as lie within a margin of its
edge."""

from __future__ import annotations

import math
from collections.abc import Mapping
from dataclasses import dataclass, replace
from typing import Literal

import numpy as np
import shapely

from core.errors import BuildError
from core.outlines import Outline, flatten, rectangle, try_offset
from core.outlines.curves import Arc, Segment
from core.solids import Frame
from core.solids.prism import Prism
from core.steps.field import Field
from core.steps.lattice import Lattice
from core.steps.patterns import (
    OF,
    WITH,
    Matrix,
    RepeatedFields,
    distinct,
    repeated,
    shift,
    turn_about,
)
from core.steps.registry import StepInput, StepKind, register
from core.steps.state import Feature, PartState

NEAR_MM = 1e-6
WHOLE_RAD = 1e-6


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
        feature, prism, name = _face(given)
        lattice = Lattice(its.spacing_mm, its.angle_deg, its.layout)
        if name in feature.curved:
            return _round_the_side(given, prism, _arc(prism, name), lattice, its.margin_mm)
        outline = _outline(prism, name)
        inside = try_offset(outline, -its.margin_mm)
        if inside is None:
            raise _no_room()
        room = shapely.Polygon(flatten(inside, "inside")[0][0]).buffer(1e-6)
        points = lattice.within(math.hypot(*outline.size) / 2 + its.spacing_mm)
        shapely.prepare(room)
        points = points[shapely.covers(room, shapely.points(points))]
        frame = given.frame
        at = (frame.point(float(x), float(y), 0.0) for x, y in points)
        return [shift(*np.subtract(point, frame.origin)) for point in at]

    def build(self, given: StepInput) -> PartState:
        return repeated(given, distinct(self.places(given)))

    def says(self, given: StepInput, after: PartState) -> str:
        return f"{len(distinct(self.places(given))) + 1} in all, the first included"


def _face(given: StepInput) -> tuple[Feature, Prism, str]:
    """The step that raised the face at this one's place, as what, and the face's name."""
    for feature in reversed(list(given.state.features.values())):
        prism = feature.prism
        if prism is None:
            continue
        for name, frame in feature.places.items():
            if _same_plane(frame, given.frame):
                return feature, prism, name
    raise BuildError(
        "there is no face of an extruded body here to fill", remedy="place it on a face"
    )


def _arc(prism: Prism, name: str) -> Arc:
    """The arc that raised a round side, as wide as at its narrower end."""
    arcs = []
    for outline in (prism.outline_at(prism.low), prism.outline_at(prism.high)):
        found = _segment(outline, name)
        if not isinstance(found, Arc) or found.radius < NEAR_MM:
            raise BuildError(
                f"the side '{name}' is neither flat nor a cylinder", remedy="place it on another"
            )
        arcs.append(found)
    return min(arcs, key=lambda arc: arc.radius)


def _segment(outline: Outline, name: str) -> Segment | None:
    return next((s for s in outline.outer.segments if s.name == name), None)


def _outline(prism: Prism, name: str) -> Outline:
    """The outline of a flat face, centred on its place."""
    if name in ("top", "bottom"):
        return prism.outline_at(prism.high if name == "top" else prism.low)
    segment = _segment(prism.outline, name)
    assert segment is not None  # sides have their names from their segments
    return rectangle(segment.length, prism.high - prism.low)


def _round_the_side(
    given: StepInput, prism: Prism, arc: Arc, lattice: Lattice, margin_mm: float
) -> list[Matrix]:
    """Moves over a round side: up along it and round its axis, so that a full turn closes."""
    frame, axis = given.frame, prism.frame.shifted(*arc.center)
    out, upright = np.array(frame.z_axis), np.array(axis.z_axis)
    level = np.cross(upright, out)
    level /= np.linalg.norm(level)
    up = np.cross(out, level)
    turned = math.atan2(float(up @ frame.x_axis), float(level @ frame.x_axis))
    lattice = replace(lattice, angle_deg=lattice.angle_deg + math.degrees(turned))
    x, y, height = axis.into[:, :3] @ np.array(frame.origin) + axis.into[:, 3]
    outward = math.copysign(1.0, float((axis.into[:, :3] @ out)[:2] @ (x, y)))
    rise = float(up @ upright)  # of the side, where it leans
    low = (prism.low - height) / rise + margin_mm
    high = (prism.high - height) / rise - margin_mm
    if high < low:
        raise _no_room()
    if abs(abs(arc.sweep) - 2 * math.pi) < WHOLE_RAD:
        points = lattice.round_a_cylinder(arc.length, low, high)
    else:
        half = arc.length / 2 - margin_mm
        if half < 0:
            raise _no_room()
        # from the place to the middle of the arc, along it
        off = math.remainder(arc.start + arc.sweep / 2 - math.atan2(y, x), 2 * math.pi)
        middle = outward * off * arc.radius
        points = lattice.within(max(half + abs(middle), high, -low) + lattice.spacing_mm)
        points = points[np.abs(points[:, 0] - middle) <= half + NEAR_MM]
        points = points[(points[:, 1] >= low - NEAR_MM) & (points[:, 1] <= high + NEAR_MM)]
    moves = []
    for along, rises in points.tolist():
        turn = turn_about(axis, math.degrees(outward * along / arc.radius))
        moves.append(np.column_stack([turn[:, :3], turn[:, :3] @ (rises * up) + turn[:, 3]]))
    return moves


def _no_room() -> BuildError:
    return BuildError("the margin leaves no room on the face", remedy="a smaller margin")


def _same_plane(a: Frame, b: Frame) -> bool:
    along = sum(p * q for p, q in zip(a.z_axis, b.z_axis, strict=True))
    apart = sum(z * (q - p) for z, p, q in zip(a.z_axis, a.origin, b.origin, strict=True))
    return along > 1 - 1e-9 and abs(apart) < 1e-6
