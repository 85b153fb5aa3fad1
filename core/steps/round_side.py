"""Round sides, raised or turned: where on them copies of a piece stand."""

from __future__ import annotations

import math
from dataclasses import dataclass, replace

import numpy as np
from numpy.typing import NDArray

from core.errors import BuildError
from core.outlines.curves import Arc
from core.solids import Frame, Prism
from core.solids.turned import Lathe
from core.steps.lattice import Lattice
from core.steps.patterns import Matrix, turn_about
from core.steps.state import Feature, PartState

Points = NDArray[np.float64]
NEAR_MM = 1e-6
WHOLE_RAD = 1e-6


@dataclass(frozen=True)
class RoundSide:
    """A cylinder or a cone, or a piece of one: its axis, its radius where it is narrowest, mm, from
    which angle it runs how far round, radians, and between which heights along the axis, mm."""

    axis: Frame
    radius: float
    start: float
    sweep: float
    low: float
    high: float
    upright: bool = True  # a cylinder, no cone

    @property
    def around(self) -> float:
        """The way round it, mm."""
        return abs(self.sweep) * self.radius

    @property
    def closes(self) -> bool:
        """Whether it goes all round."""
        return abs(abs(self.sweep) - 2 * math.pi) < WHOLE_RAD


def curved_place(state: PartState, frame: Frame) -> tuple[Feature, str] | None:
    """The step and the name of the round side on whose place, or across from it, a frame lies."""
    for feature in reversed(list(state.features.values())):
        for name in feature.curved & feature.places.keys():
            if same_plane(feature.places[name], frame):
                return feature, name
    return None


def same_plane(a: Frame, b: Frame) -> bool:
    """Whether two frames look the same way from one plane."""
    along = sum(p * q for p, q in zip(a.z_axis, b.z_axis, strict=True))
    apart = sum(z * (q - p) for z, p, q in zip(a.z_axis, a.origin, b.origin, strict=True))
    return along > 1 - 1e-9 and abs(apart) < NEAR_MM


@dataclass(frozen=True)
class Cylinder:
    """A whole cylinder of a body: its low end's frame, z along its axis; radius and height, mm."""

    frame: Frame
    radius: float
    tall: float


def cylinder_of(feature: Feature) -> Cylinder | None:
    """The cylinder a step raised from a circle or a ring, or the tallest it turned."""
    prism, lathe = feature.prism, feature.lathe
    if prism is not None:
        segments = prism.outline.outer.segments
        if len(segments) != 1 or not isinstance(segments[0], Arc):
            return None
        frame = prism.frame.lifted(prism.low)
        return Cylinder(frame, segments[0].radius, prism.high - prism.low)
    if lathe is None or not lathe.whole:
        return None
    upright = [
        (abs(after[1] - before[1]), before[0], min(before[1], after[1]))
        for polygon in lathe.polygons
        for before, after in zip(polygon, np.roll(polygon, -1, axis=0), strict=True)
        if abs(after[0] - before[0]) < NEAR_MM < min(before[0], abs(after[1] - before[1]))
        and after[1] > before[1]  # outwards, as an outline runs
    ]
    if not upright:
        return None
    tall, radius, low = map(float, max(upright))
    return Cylinder(lathe.frame.lifted(low), radius, tall)


def round_side(feature: Feature, name: str) -> RoundSide:
    """A round side of what a step raised or turned.

    Raises:
        BuildError: it is neither a cylinder nor a cone.
    """
    found = None
    if feature.prism is not None:
        found = _raised(feature.prism, name)
    elif feature.lathe is not None:
        found = _turned(feature.lathe, name)
    if found is None:
        raise BuildError(
            f"the side '{name}' is neither flat nor a raised or turned cylinder",
            remedy="place it on another",
        )
    return found


def _raised(prism: Prism, name: str) -> RoundSide | None:
    arcs = []
    for outline in (prism.outline_at(prism.low), prism.outline_at(prism.high)):
        found = next((s for s in outline.outer.segments if s.name == name), None)
        if not isinstance(found, Arc) or found.radius < NEAR_MM:
            return None
        arcs.append(found)
    arc = min(arcs, key=lambda one: one.radius)
    axis = prism.frame.shifted(*arc.center)
    upright = abs(prism.lean) < NEAR_MM
    return RoundSide(axis, arc.radius, arc.start, arc.sweep, prism.low, prism.high, upright)


def _turned(lathe: Lathe, name: str) -> RoundSide | None:
    """One straight side of a half profile, away from the axis."""
    ends = [
        (polygon[index], polygon[(index + 1) % len(polygon)])
        for polygon, names in zip(lathe.polygons, lathe.names, strict=True)
        for index, own in enumerate(names)
        if own == name
    ]
    if len(ends) != 1:
        return None
    (r0, low), (r1, high) = (end.tolist() for end in ends[0])
    if min(r0, r1) < NEAR_MM or abs(high - low) < NEAR_MM:
        return None
    return RoundSide(
        lathe.frame, min(r0, r1), 0.0, lathe.turn, min(low, high), max(low, high),
        abs(r1 - r0) < NEAR_MM,
    )  # fmt: skip


def no_room() -> BuildError:
    """What is said where a margin leaves nothing of a face."""
    return BuildError("the margin leaves no room on the face", remedy="a smaller margin")


def moves_round(
    side: RoundSide, face: Frame, spot: Points, lattice: Lattice, margin_mm: float
) -> list[Matrix]:
    """Moves over a round side: up along it and round its axis, so that a full turn closes.

    Args:
        face: the side's place.
        spot: (3,) where the piece stands, in the place's own millimetres.
        lattice: its rows told from the place's x axis.
        margin_mm: kept to the ends, and to the sides of what does not go all round.

    Raises:
        BuildError: the margin leaves no room, or the copies are too many or too few.
    """
    axis = side.axis
    upright, into = np.array(axis.z_axis), axis.into
    x, y, _ = into[:, :3] @ np.array(face.origin) + into[:, 3]
    outward = math.copysign(1.0, float((into[:, :3] @ face.z_axis)[:2] @ (x, y)))
    # the way that turns go, and the way up along the side
    level = np.cross(upright, outward * np.array(face.z_axis))
    level /= np.linalg.norm(level)
    up = np.cross(outward * np.array(face.z_axis), level)
    lean = math.radians(lattice.angle_deg)
    row = math.cos(lean) * np.array(face.x_axis) + math.sin(lean) * np.array(face.y_axis)
    lattice = replace(
        lattice, angle_deg=math.degrees(math.atan2(float(row @ up), float(row @ level)))
    )
    here_x, here_y, height = into[:, :3] @ np.array(face.point(*spot)) + into[:, 3]
    rise = float(up @ upright)
    low, high = (side.low - height) / rise + margin_mm, (side.high - height) / rise - margin_mm
    if high < low:
        raise no_room()
    at = math.atan2(here_y, here_x)
    if side.closes:
        points = lattice.round_a_cylinder(2 * math.pi * side.radius, low, high)
    else:
        half = side.radius * abs(side.sweep) / 2 - margin_mm
        if half < 0:
            raise no_room()
        middle = math.remainder(side.start + side.sweep / 2 - at, 2 * math.pi) * side.radius
        points = lattice.within((middle - half, low), (middle + half, high))
    # up along the side where the piece stands, which need not be where the face has its place
    rising = turn_about(axis, math.degrees(at - math.atan2(y, x)))[:, :3] @ up
    moves = []
    for along, rises in points.tolist():
        turn = turn_about(axis, math.degrees(along / side.radius))
        moves.append(np.column_stack([turn[:, :3], turn[:, :3] @ (rises * rising) + turn[:, 3]]))
    return moves
