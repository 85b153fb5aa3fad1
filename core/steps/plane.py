"""Planes as places: a level of the part, off a face, between two faces, through an axis."""

from __future__ import annotations

import math
from collections.abc import Mapping
from dataclasses import dataclass

import numpy as np

from core.errors import BuildError
from core.solids import Frame
from core.solids.frame import Vector
from core.steps.field import Condition, Field
from core.steps.fields import Fields
from core.steps.points import point_of
from core.steps.registry import StepInput
from core.steps.state import PartState

LEVEL, FACE, BETWEEN, AXIS, POINTS = (
    "at a level", "off a face", "between two faces", "through an axis", "through three points",
)  # fmt: skip
PLANES = (LEVEL, FACE, BETWEEN, AXIS, POINTS)
PARALLEL = 1e-6


def _when(*planes: str) -> tuple[Condition, ...]:
    return (("plane", planes),)


PLANE_FIELDS = (
    Field("plane", "choice", "the plane", LEVEL, PLANES),
    Field("face", "face", "face", "", when=_when(FACE, BETWEEN), clause=", the face {face}"),
    Field("other", "face", "other face", "", when=_when(BETWEEN), clause=" and {other}"),
    Field(
        "axis",
        "step",
        "axis of step",
        "",
        when=_when(AXIS),
        empty="the latest round step",
        clause=", the axis of {axis}",
    ),
    Field(
        "angle", "angle", "turned about it", "0 deg", when=_when(AXIS), clause=", turned {angle}"
    ),
    Field("first", "point", "point", "", when=_when(POINTS), clause=", the points {first}"),
    Field("second", "point", "second point", "", when=_when(POINTS), clause=", {second}"),
    Field("third", "point", "third point", "", when=_when(POINTS), clause=" and {third}"),
    Field(
        "off",
        "length",
        "off it",
        "0",
        when=_when(FACE, BETWEEN, AXIS, POINTS),
        clause=", {off} off it",
    ),
)


def plane_told(words: Mapping[str, str]) -> str:
    """The clause that says a plane that is not a level, with ``{field}`` where a value goes."""
    return {
        FACE: "the plane of {face}",
        BETWEEN: "the plane between {face} and {other}",
        AXIS: "the plane through the axis of {axis}, turned {angle}",
        POINTS: "the plane through {first}, {second} and {third}",
    }.get(words.get("plane", LEVEL), "")


@dataclass(frozen=True, slots=True)
class PlaneFields(Fields):
    """What is set of a plane."""

    plane: str
    face: str
    other: str
    axis: str
    angle_deg: float
    first: str
    second: str
    third: str
    off_mm: float


def plane_of(given: StepInput) -> Frame | None:
    """The plane a step speaks of, its z square to it; None for a level of the part.

    Raises:
        BuildError: a face or an axis is missing.
    """
    its = given.read(PlaneFields)
    kind, state = its.plane, given.state
    if kind == LEVEL:
        return None
    if kind == AXIS:
        plane = _through_axis(state, its.axis, its.angle_deg)
    elif kind == POINTS:
        plane = through(*(point_of(state, name) for name in (its.first, its.second, its.third)))
    else:
        first = _face(state, its.face)
        plane = first if kind == FACE else between(first, _face(state, its.other))
    return plane.lifted(its.off_mm)


def _face(state: PartState, name: str) -> Frame:
    if not name:
        raise BuildError("no face is chosen for the plane", remedy="press one, or name it")
    return state.place(name)[1]


def between(one: Frame, other: Frame) -> Frame:
    """The plane as far from one face as from another: half-way between level ones, through the edge
    where slanted ones meet.

    >>> between(Frame(), Frame((0.0, 0.0, 8.0), z_axis=(0.0, 0.0, -1.0))).origin
    (0.0, 0.0, 4.0)
    """
    a, b = one.z_axis, other.z_axis
    d = sum(p * q for p, q in zip(a, one.origin, strict=True))
    e = sum(p * q for p, q in zip(b, other.origin, strict=True))
    same = sum(p * q for p, q in zip(a, b, strict=True)) > 1 - PARALLEL
    sign = 1.0 if same else -1.0  # faces that look the same way, or towards or away from each other
    normal = tuple(p + sign * q for p, q in zip(a, b, strict=True))
    size = math.sqrt(sum(v * v for v in normal))
    at = (d + sign * e) / size
    unit = tuple(v / size for v in normal)
    middle = tuple((p + q) / 2 for p, q in zip(one.origin, other.origin, strict=True))
    away = at - sum(p * q for p, q in zip(unit, middle, strict=True))
    x, y, z = (m + away * u for m, u in zip(middle, unit, strict=True))
    return Frame((x, y, z), across(unit), (unit[0], unit[1], unit[2]))


def through(one: Vector, other: Vector, third: Vector) -> Frame:
    """The plane through three points, looking up, or to the right or the back if it stands upright.

    Raises:
        BuildError: they lie on a line.

    >>> through((0.0, 0.0, 5.0), (1.0, 0.0, 5.0), (0.0, 1.0, 5.0)).z_axis
    (0.0, 0.0, 1.0)
    """
    a, b, c = (np.array(point) for point in (one, other, third))
    normal = np.cross(b - a, c - a)
    size = float(np.linalg.norm(normal))
    if size < PARALLEL * max(float(np.linalg.norm(b - a) * np.linalg.norm(c - a)), PARALLEL):
        raise BuildError("the three points lie on a line", remedy="another point")
    unit = normal / size
    leading = next(v for v in (unit[2], unit[0], unit[1]) if abs(v) > PARALLEL)
    unit = unit * np.sign(leading) + 0.0
    x, y, z = (float(v) for v in (a + b + c) / 3)
    told = (float(unit[0]), float(unit[1]), float(unit[2]))
    return Frame((x, y, z), across(told), told)


def _through_axis(state: PartState, step: str, angle_deg: float) -> Frame:
    known = [f for f in state.features.values() if f.axis is not None]
    found = [f for f in known if step in ("", f.step)]
    if not found:
        named = f"'{step}' has no axis" if step else "no step here has an axis"
        raise BuildError(named, remedy="a round step, a hole or a raised outline")
    axis = found[-1].axis
    assert axis is not None
    turned = axis.turned(angle_deg)
    return Frame(turned.origin, turned.z_axis, turned.y_axis)


def across(normal: tuple[float, ...]) -> tuple[float, float, float]:
    """A unit vector in the plane of a normal, level where it can be.

    >>> across((0.0, -1.0, 0.0)), across((0.0, 0.0, 1.0))
    ((1.0, 0.0, 0.0), (1.0, 0.0, 0.0))
    """
    x, y = -normal[1], normal[0]
    size = math.hypot(x, y)
    return (x / size, y / size, 0.0) if size > PARALLEL else (1.0, 0.0, 0.0)
