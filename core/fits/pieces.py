"""Pieces that fits are made of, and how two places are brought together.

Material that is added is inscribed in its circles, a cutter circumscribed; every piece names its
faces so that the gap between two of them can be measured back.
"""

from __future__ import annotations

import math
from collections.abc import Mapping, Sequence

import numpy as np
import shapely
from manifold3d import JoinType
from numpy.typing import NDArray

from core.errors import BuildError
from core.fits.registry import FitInput
from core.measures.units import Quantity, length
from core.outlines import Outline, circle, flatten, offset_outline, segment_counts
from core.outlines.flatten import Side
from core.outlines.loop import polygon_loop
from core.solids import (
    Body,
    Frame,
    Prism,
    Section,
    prism_body,
    stack,
    triangle_mesh,
    turned_body,
)
from core.solids.crumbs import without_crumbs
from core.solids.flat_face import left_of_face
from core.steps.field import Field
from core.steps.state import Feature, PartState

ROOM_MM = 1.0  # how far a cutter reaches past what it cuts
# how far a hinge is asked to fold, measured on the finished solids
TURN = Field(
    "turn", "angle", "must fold by", "0", least=0, most=180, clause=", folding by {turn} at least"
)
TOP_MM = 1e-6
CRUMB_MM3 = 1e-6  # what faces that lie on each other leave
LEAST_MM3 = 1e-3
HAIR_MM = 0.02
UP = 0.999  # cosine of the lean up to which a face still looks up, or down
ROOT_MM = 0.4  # how deep an added piece is rooted in what carries it


def opposed(frame: Frame) -> Frame:
    """The place a face takes that lies against this one: turned half round its own up.

    >>> opposed(Frame()).z_axis
    (-0.0, -0.0, -1.0)
    """
    x, z = frame.x_axis, frame.z_axis
    return Frame(frame.origin, (-x[0], -x[1], -x[2]), (-z[0], -z[1], -z[2]))


def seated(target: Frame, own: Frame) -> Frame:
    """Where a part's origin comes when its own place is brought onto a target place.

    >>> seated(Frame((0.0, 0.0, 8.0)), Frame()).origin
    (0.0, 0.0, 8.0)
    """
    to, of = _square(target.matrix), _square(own.matrix)
    made = to @ np.linalg.inv(of)
    return frame_of(made[:3])


def frame_of(matrix: NDArray[np.float64]) -> Frame:
    """A (3, 4) rigid transform as a frame.

    >>> frame_of(Frame((1.0, 2.0, 3.0)).matrix) == Frame((1.0, 2.0, 3.0))
    True
    """
    x, z, o = matrix[:, 0], matrix[:, 2], matrix[:, 3]
    return Frame(
        (float(o[0]), float(o[1]), float(o[2])),
        (float(x[0]), float(x[1]), float(x[2])),
        (float(z[0]), float(z[1]), float(z[2])),
    )


def _square(matrix: NDArray[np.float64]) -> NDArray[np.float64]:
    return np.vstack([matrix, [0.0, 0.0, 0.0, 1.0]])


def raised(
    outline: Outline,
    low: float,
    high: float,
    frame: Frame,
    step: str,
    side: Side = "inside",
    **names: str,
) -> Body:
    """An outline raised between two heights at a place.

    >>> round(raised(box(10, 20), 0, 5, Frame(), "peg").volume_mm3, 6)
    1000.0
    """
    if high - low <= 1e-9:
        raise BuildError(
            f"a piece of the fit has no height ({high - low:.3g} mm)",
            remedy="a longer engagement, or less of what is taken off it",
        )
    return prism_body(Prism(frame, outline, low, high), step, side, **names)


def led(
    outline: Outline,
    low: float,
    high: float,
    frame: Frame,
    step: str,
    side: Side,
    lead_low: float = 0.0,
    lead_high: float = 0.0,
    name: str = "",
) -> Body:
    """A raised outline with 45° lead-ins: a plug's ends come in, a socket's mouth goes out.

    ``name`` names its sides as one face; the lead-ins are called ``lead-in``.

    >>> square = led(box(10, 10), 0, 5, Frame(), "plug", "inside", lead_high=1.0)
    >>> square.bounds
    (-5.0, -5.0, 0.0, 5.0, 5.0, 5.0)
    """
    counts = segment_counts(outline)
    sides = flatten(outline, side, counts)[1]
    names = [[name] * len(own) for own in sides] if name else sides
    sign = 1.0 if side == "outside" else -1.0

    def at(offset: float) -> list[NDArray[np.float64]]:
        return flatten(offset_outline(outline, sign * offset) if offset else outline, side, counts)[
            0
        ]

    sections = []
    if lead_low > 0:
        sections += [Section(low, at(lead_low), "lead-in"), Section(low + lead_low, at(0.0))]
    else:
        sections.append(Section(low, at(0.0)))
    if lead_high > 0:
        sections += [Section(high - lead_high, at(0.0), "lead-in"), Section(high, at(lead_high))]
    else:
        sections.append(Section(high, at(0.0)))
    if side == "outside" and lead_high > 0:
        sections[-1] = Section(high, at(lead_high), "lead-in")
        sections.append(Section(high + ROOM_MM, at(lead_high)))
    return stack(sections, names, step).moved(frame.matrix)


def turned(
    points: Sequence[tuple[float, float]],
    names: Sequence[str],
    frame: Frame,
    step: str,
    side: Side = "inside",
) -> Body:
    """A half profile (radius, height) turned about a frame's z; name i is the side after
    point i.

    >>> names = ["foot", "side", "top", "bore"]
    >>> ring = turned([(5, 0), (8, 0), (8, 4), (5, 4)], names, Frame(), "ring", "same area")
    >>> round(ring.volume_mm3 / (4 * (64 - 25)), 6)
    3.141593
    """
    return turned_body(Outline(polygon_loop(list(points), list(names))), frame, step, side)


def disc(radius: float) -> Outline:
    """A circle of a radius in mm; its one side is ``side``."""
    return circle(2 * radius)


def box(width: float, depth: float, x: float = 0.0, y: float = 0.0) -> Outline:
    """A rectangle about a point, its sides named front, right, back and left.

    >>> box(10, 20, x=5).bounds
    (0.0, -10.0, 10.0, 10.0)
    """
    if width <= 0 or depth <= 0:
        raise BuildError(
            f"a piece of the fit is {width:.3g} × {depth:.3g} mm", remedy="larger sizes"
        )
    a, b = width / 2, depth / 2
    points = [(x - a, y - b), (x + a, y - b), (x + a, y + b), (x - a, y + b)]
    return Outline(polygon_loop(points, ["front", "right", "back", "left"]))


def finished(
    given: FitInput,
    state: PartState,
    add: Sequence[Body] = (),
    cut: Sequence[Body] = (),
    places: Mapping[str, Frame] | None = None,
    prism: Prism | None = None,
    within: Frame | None = None,
    stands: Frame | None = None,
    **quantities: float,
) -> PartState:
    """A part with a fit's pieces cut away and added, in that order.

    Args:
        within: the face below which everything cut is to lie in material, so that it can be told
            where it does not.
        stands: the face on which what is added stands: where it falls away (a round or stepped one)
            the pieces are led down to it.

    Raises:
        BuildError: nothing is left, or a piece stands on nothing.
    """
    body = state.body
    deep = _below(cut, within) if within is not None else None
    for tool in cut:
        if body is None:
            raise BuildError(
                f"'{state.part}' has no solid yet for this fit to cut",
                remedy="begin it with a step",
            )
        body = body - tool
    for tool in add:
        if stands is not None and body is not None:
            before = len(body.solid.decompose())
            body = without_crumbs(body + _led_down(tool, body, stands, given.fit), CRUMB_MM3)
            if len(body.solid.decompose()) > before:
                raise BuildError(
                    "a piece of the fit stands past the edge of what is to carry it",
                    remedy="a shorter or narrower one, or a wider face",
                )
        else:
            body = tool if body is None else body + tool
    if body is None or body.is_empty:
        raise BuildError(
            f"the fit leaves nothing of '{state.part}'", remedy="a smaller one, or a larger part"
        )
    sizes: dict[str, Quantity] = {"gap": length(given.gap_mm)}
    sizes |= {name: length(value) for name, value in quantities.items()}
    return state.made(body, Feature(given.fit, dict(places or {}), sizes, prism, cut=deep))


def _led_down(piece: Body, body: Body, face: Frame, step: str) -> Body:
    """A piece with its foot led down from just under the face to the material that lies below."""
    local, under = piece.solid.transform(face.into), body.solid.transform(face.into)
    foot = local.slice(-ROOT_MM / 2)
    deep = under.bounding_box()[2]
    if foot.is_empty() or deep > -ROOT_MM:
        return piece
    # a hair beyond the piece: where both ended in one plane, edges would only touch
    rings = [
        np.asarray(ring, dtype=np.float64)
        for ring in foot.offset(HAIR_MM, JoinType.Miter).to_polygons()
    ]
    ends = (deep - ROOM_MM, -ROOT_MM / 4)  # a little into the piece
    names = [["foot"] * len(ring) for ring in rings]
    column = stack([Section(at, rings) for at in ends], names, step).moved(face.matrix)
    free = column - body
    for one in free.solid.decompose():
        box = one.transform(face.into).bounding_box()
        if box[5] < ends[1] - TOP_MM or one.volume() < LEAST_MM3:
            continue  # a hollow further down
        if box[2] < ends[0] + TOP_MM:
            continue  # past the edge of what is to carry it
        piece = piece + Body(one, free.sources)
    return piece


def _below(tools: Sequence[Body], face: Frame) -> Body:
    """What of some cutters lies below a face."""
    whole = tools[0]
    for tool in tools[1:]:
        whole = whole + tool
    x, y, z = face.z_axis
    offset = -sum(p * q for p, q in zip(face.z_axis, face.origin, strict=True))
    return Body(whole.solid.trim_by_plane((-x, -y, -z), offset), whole.sources)


def level_faces(state: PartState, up: bool) -> list[tuple[str, Frame, shapely.Polygon]]:
    """The flat faces that look up, or down, the largest first: each by its name, its place, and
    what is really there of it, in its own mm."""
    mesh = triangle_mesh(state.solid())
    found = []
    for feature in state.features.values():
        for name, frame in feature.places.items():
            if (frame.z_axis[2] if up else -frame.z_axis[2]) < UP or name in feature.curved:
                continue
            left = left_of_face(mesh, feature.step, name, frame)
            if left is not None:
                found.append((left.area, f"{feature.step}.{name}", frame, left))
    return [one[1:] for one in sorted(found, key=lambda one: one[:2], reverse=True)]


FACETS_MM = 0.05  # by which a circle cut into facets may be smaller


def of_the_size(*rooms: float, usual: float, step: float = 0.5) -> float:
    """The usual size, mm, or less where there is no room for it: in steps a maker would type, and
    at least one.

    >>> of_the_size(20.0, 30.0, usual=8.0), of_the_size(6.4, usual=8.0), of_the_size(0.2, usual=8.0)
    (8.0, 6.0, 0.5)
    """
    return min(usual, max(math.floor((min(rooms) + FACETS_MM) / step), 1) * step)


def positive(given: FitInput, **labels: str) -> None:
    """Refuses sizes that are not above nought; keys are field names, values what to call them."""
    for name, label in labels.items():
        if given.numbers[name] <= 0:
            raise BuildError(
                f"the {label} is {given.numbers[name]:g} mm", remedy=f"a {label} above nought"
            )


def not_negative(given: FitInput, **labels: str) -> None:
    """Refuses sizes below nought."""
    for name, label in labels.items():
        if given.numbers[name] < 0:
            raise BuildError(f"the {label} is {given.numbers[name]:g} mm", remedy="nought or more")


def upright_cut(frame: Frame) -> Frame:
    """The section plane through a place: u to its right, v out of its face.

    >>> upright_cut(Frame()).z_axis
    (-0.0, -1.0, -0.0)
    """
    y = frame.y_axis
    return Frame(frame.origin, frame.x_axis, (-y[0], -y[1], -y[2]))
