"""Fill: copies of a piece all over a face, flat or round, as many as lie within a margin of its
edge."""

from __future__ import annotations

import math
from collections.abc import Mapping
from dataclasses import dataclass
from typing import Literal

import numpy as np
import shapely
from numpy.typing import NDArray

from core.errors import BuildError
from core.outlines import flatten
from core.solids import Body, Frame, triangle_mesh
from core.solids.flat_face import left_of_face
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
    spot_of,
)
from core.steps.registry import StepInput, StepKind, register
from core.steps.round_side import moves_round, no_room, round_side, same_plane
from core.steps.state import Feature, PartState

Points = NDArray[np.float64]
NEAR_MM = 1e-6


@dataclass(frozen=True, slots=True)
class FillFields(RepeatedFields):
    """What is set of a fill."""

    spacing_mm: float
    margin_mm: float
    angle_deg: float
    layout: Literal["square", "hexagonal"]


@register
class Fill(StepKind):
    """A field of copies over a face, flat or round."""

    kind = "fill"
    title = "Repeat all over a face"
    also = ("perforate", "hole field", "vent", "grille", "strainer")
    has_place = True
    stands_by_its_piece = True
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
        feature, name = _face(given)
        face = feature.places[name]
        turned = _turned(face, given.frame)
        lattice = Lattice(its.spacing_mm, its.angle_deg + turned, its.layout)
        spot = face.into[:, :3] @ spot_of(given.state.tool(its.of)) + face.into[:, 3]
        if name in feature.curved:
            return moves_round(round_side(feature, name), face, spot, lattice, its.margin_mm)
        room = _room(given, feature, name).buffer(-its.margin_mm, join_style="mitre")
        if room.is_empty:
            raise no_room()
        low_x, low_y, high_x, high_y = np.array(room.bounds) - [*spot[:2], *spot[:2]]
        points = lattice.within((low_x, low_y), (high_x, high_y))
        room = room.buffer(NEAR_MM)
        shapely.prepare(room)
        points = points[shapely.covers(room, shapely.points(points + spot[:2]))]
        return [shift(*(x * np.array(face.x_axis) + y * np.array(face.y_axis))) for x, y in points]

    def build(self, given: StepInput) -> PartState:
        return repeated(given, distinct(self.places(given)))

    def says(self, given: StepInput, after: PartState) -> str:
        return f"{len(distinct(self.places(given))) + 1} in all, the first included"


def _face(given: StepInput) -> tuple[Feature, str]:
    """The step whose face lies at this one's place, one that raised an outline first, and the
    face's name."""
    features = list(reversed(list(given.state.features.values())))
    for feature in sorted(features, key=lambda one: one.prism is None):
        for name, frame in feature.places.items():
            if same_plane(frame, given.frame):
                return feature, name
    raise BuildError("there is no face of the part here to fill", remedy="place it on a face")


def _room(given: StepInput, feature: Feature, name: str) -> shapely.Polygon:
    """A flat face about the step's place: of a raised outline as it was drawn, of anything else
    what is left of it, the cuts of the piece that is repeated aside."""
    if feature.prism is not None:
        return _drawn(feature.prism, name, feature.places[name])
    mesh = triangle_mesh(given.state.solid())
    face = feature.places[name]
    room = left_of_face(mesh, feature.step, name, face)
    if room is None:
        raise BuildError("nothing is left of this face", remedy="place it on another")
    piece = given.state.tool(given.read(FillFields).of).tool
    assert piece is not None
    low, high = _shadow(piece, face)
    kept = [
        ring for ring in room.interiors
        if not (np.array(ring.bounds[:2]) >= low).all() or not (ring.bounds[2:] <= high).all()
    ]  # fmt: skip
    return shapely.Polygon(room.exterior, kept)


def _shadow(piece: Body, frame: Frame) -> tuple[Points, Points]:
    """The box of a piece as seen along the z axis of a frame: its low and its high corner (2,)."""
    box = np.array(piece.solid.transform(frame.into).bounding_box())
    return box[:2] - NEAR_MM, box[3:5] + NEAR_MM


def _drawn(prism: Prism, name: str, face: Frame) -> shapely.Polygon:
    """A flat face as it was drawn, in its place's own millimetres."""
    if name not in ("top", "bottom"):
        segment = next(s for s in prism.outline.outer.segments if s.name == name)
        wide, tall = segment.length / 2, (prism.high - prism.low) / 2
        return shapely.box(-wide, -tall, wide, tall)
    z = prism.high if name == "top" else prism.low
    points = flatten(prism.outline_at(z), "inside")[0][0]
    there = np.column_stack([points, np.full(len(points), z), np.ones(len(points))])
    # the bottom is looked at from below
    local = there @ prism.frame.matrix.T @ face.into[:, :3].T + face.into[:, 3]
    return shapely.Polygon(local[:, :2])


def _turned(face: Frame, frame: Frame) -> float:
    """By how much, in degrees, a place on a face is turned in its plane."""
    x = np.array(frame.x_axis)
    return math.degrees(math.atan2(float(x @ face.y_axis), float(x @ face.x_axis)))
