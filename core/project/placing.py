"""Where a step acts: a face, and within it two distances from what the maker chose.

Each distance is a line across the face: so far from an edge, level with the middle, or so far from
an axis or a point. The place is where the two lines cross. An edge is told by the face that meets
this one there; its line is where the two planes meet, so a rounded or bevelled edge still counts.
"""

from __future__ import annotations

import math
from collections.abc import Mapping
from dataclasses import dataclass

from core.errors import BuildError
from core.measures.evaluate import nearest
from core.project.schema import Place
from core.solids import Frame
from core.solids.frame import Vector
from core.steps.field import Field
from core.steps.points import point_of
from core.steps.state import Feature, PartState

LEVEL = 1e-6
PLACE_FIELDS = (
    Field("on", "place", "on", "", clause=", on {on}"),
    Field("x", "length", "across the face", "0", clause=", {x} {x_from}"),
    Field("x_from", "from", "told from", "", clause=", {x} {x_from}", beside="y_from"),
    Field("y", "length", "up the face", "0", clause=", {y} {y_from}"),
    Field("y_from", "from", "told from", "", clause=", {y} {y_from}", beside="x_from"),
    Field("out", "length", "out of the face", "0", clause=", {out} out of it"),
    Field("turn", "angle", "turned", "0", clause=", turned {turn}"),
)


ACROSS = frozenset({"x", "x_from", "y", "y_from", "out"})


def place_fields(place: Place | None, whole_face: bool) -> tuple[Field, ...]:
    """What can be set of a place.

    Args:
        whole_face: the step acts all over the face: distances across it say nothing, and are only
            told where something was typed.

    >>> [field.name for field in place_fields(Place(on="body.top"), True)]
    ['on', 'turn']
    """
    if not whole_face:
        return PLACE_FIELDS
    typed = place_texts(place)
    return tuple(f for f in PLACE_FIELDS if f.name not in ACROSS or f.name in typed)


@dataclass(frozen=True)
class Held:
    """One distance across a face, as drawn: ``x`` or ``y``, from where to where, the unit vector
    along which it grows, and how much it is, mm."""

    field: str
    start: Vector
    end: Vector
    way: Vector
    value_mm: float


@dataclass(frozen=True)
class Placed:
    """A place worked out: where the step acts, the face it is on, and the distances across it."""

    frame: Frame
    face: Frame
    held: tuple[Held, ...] = ()


def place_texts(place: Place | None) -> dict[str, str]:
    """What is typed in a place; what was left alone is left out.

    >>> place_texts(Place(on="body.top", x="10"))
    {'on': 'body.top', 'x': '10'}
    """
    if place is None:
        return {}
    return {name: text for name, text in place.model_dump().items() if text != ""}


def placed(
    place: Place | None,
    numbers: Mapping[str, float],
    state: PartState,
    others: Mapping[str, PartState],
) -> Placed:
    """A place worked out on a part; the face may be another part's, as ``shaft.turned.top``.

    Raises:
        BuildError: there is no such face, edge or axis, or the two distances go the same way.
    """
    face, owner, where = _face(place.on if place else "", state, others)
    x_line = _line("x", place.x_from if place else "", numbers["x"], face, owner, where)
    y_line = _line("y", place.y_from if place else "", numbers["y"], face, owner, where)
    x, y = _crossing(x_line, y_line)
    at = face.shifted(x, y)
    held = tuple(
        Held(
            name,
            face.point(*line.foot(x, y), 0.0),
            at.origin,
            _way(face, line.normal),
            numbers[name],
        )
        for name, line in (("x", x_line), ("y", y_line))
    )
    frame = at.lifted(numbers["out"]).turned(numbers["turn"])
    return Placed(frame, face, held)


def _face(
    on: str, state: PartState, others: Mapping[str, PartState]
) -> tuple[Frame, str, PartState]:
    """A face by its name, the step that made it, and the part it is on."""
    if not on:
        return Frame(), "", state
    part, _, rest = on.partition(".")
    if part in others and "." in rest:
        feature, frame = others[part].place(rest)
        return frame, feature.step, others[part]
    feature, frame = state.place(on)
    return frame, feature.step, state


@dataclass(frozen=True)
class _Line:
    """All points p of a face with normal · p = at; ``away`` is how far that is from its start."""

    normal: tuple[float, float]
    at: float
    away: float

    def foot(self, x: float, y: float) -> tuple[float, float]:
        """The point from which the distance to (x, y) is told."""
        return x - self.normal[0] * self.away, y - self.normal[1] * self.away


def _line(
    field: str, start: str, distance: float, face: Frame, owner: str, state: PartState
) -> _Line:
    along = (1.0, 0.0) if field == "x" else (0.0, 1.0)
    if not start:
        return _Line(along, distance, distance)
    if "|" in start:
        x, y = _across(point_of(state, start), face)
        return _Line(along, (x if field == "x" else y) + distance, distance)
    if "." not in start:
        x, y = _axis_across(start, face, state)
        return _Line(along, (x if field == "x" else y) + distance, distance)
    feature, edge = state.place(start)
    normal, at = edge_line(face, edge)
    if normal is None:
        raise BuildError(f"'{start}' does not meet this face in an edge", remedy="another face")
    if face_middle_side(face, owner, feature, edge, state) < 0:
        normal, at = (-normal[0], -normal[1]), -at
    return _Line(normal, at + distance, distance)


def edge_line(face: Frame, edge: Frame) -> tuple[tuple[float, float] | None, float]:
    """Where another face's plane meets this one: the unit normal in the face, and its distance
    from the face's origin along it, mm. None where the two are level.

    >>> edge_line(Frame((0.0, 0.0, 4.0)), Frame((15.0, 0.0, 0.0), (0.0, 1.0, 0.0), (1.0, 0.0, 0.0)))
    ((1.0, 0.0), 15.0)
    """
    n = (_dot(edge.z_axis, face.x_axis), _dot(edge.z_axis, face.y_axis))
    length = math.hypot(*n)
    if length < LEVEL:
        return None, 0.0
    apart = tuple(q - p for p, q in zip(face.origin, edge.origin, strict=True))
    return (n[0] / length, n[1] / length), _dot(edge.z_axis, apart) / length


def face_middle_side(
    face: Frame, owner: str, feature: Feature, edge: Frame, state: PartState
) -> float:
    """On which side of an edge distances count as inwards: 1 the way the other face looks, or -1.

    Of one and the same step, towards the middle of the face. Off a piece that stands on the face
    or is cut into it, away from that piece; off an older one, towards its inside.
    """
    if feature.step == owner:
        middle = face.origin
        if feature.outline_middle is not None:
            middle = feature.outline_middle
        inwards = _dot(edge.z_axis, tuple(p - q for p, q in zip(middle, edge.origin, strict=True)))
        return 1.0 if inwards > LEVEL else -1.0
    steps = list(state.features)
    newer = owner not in steps or steps.index(feature.step) > steps.index(owner)
    # every face looks out of the material: into what was cut, away from what stands there
    return 1.0 if newer and feature.mode != "cut" else -1.0


def _across(point: Vector, face: Frame) -> tuple[float, float]:
    """A point of the part straight over or under a face, in the face's own millimetres."""
    apart = tuple(p - q for p, q in zip(point, face.origin, strict=True))
    return _dot(apart, face.x_axis), _dot(apart, face.y_axis)


def _axis_across(step: str, face: Frame, state: PartState) -> tuple[float, float]:
    """Where the axis of a step crosses a face, in the face's own millimetres."""
    feature = state.features.get(step)
    if feature is None or feature.axis is None:
        known = [name for name, one in state.features.items() if one.axis is not None]
        raise BuildError(f"'{step}' has no axis or middle here", remedy=nearest(step, known))
    axis = feature.axis
    apart = tuple(p - q for p, q in zip(axis.origin, face.origin, strict=True))
    slope = _dot(axis.z_axis, face.z_axis)
    # an axis level with the face crosses nowhere: its own middle counts
    back = _dot(apart, face.z_axis) / slope if abs(slope) > LEVEL else 0.0
    point = tuple(a - back * z for a, z in zip(apart, axis.z_axis, strict=True))
    return _dot(point, face.x_axis), _dot(point, face.y_axis)


def _crossing(a: _Line, b: _Line) -> tuple[float, float]:
    across = a.normal[0] * b.normal[1] - a.normal[1] * b.normal[0]
    if abs(across) < LEVEL:
        raise BuildError(
            "both distances go the same way across the face",
            remedy="tell one of them from an edge that runs the other way",
        )
    x = (a.at * b.normal[1] - b.at * a.normal[1]) / across
    y = (a.normal[0] * b.at - b.normal[0] * a.at) / across
    return x, y


def _way(face: Frame, across: tuple[float, float]) -> Vector:
    x, y, z = (across[0] * u + across[1] * v for u, v in zip(face.x_axis, face.y_axis, strict=True))
    return x, y, z


def _dot(a: tuple[float, ...], b: tuple[float, ...]) -> float:
    return sum(p * q for p, q in zip(a, b, strict=True))
