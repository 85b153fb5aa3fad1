"""Faces of a part as they are now: what is left of each, and how much room there is on it.

Named places outlive what stands on them: a top that was hollowed to a rim still has its name. Here
it is looked at on the finished triangles.
"""

from __future__ import annotations

import math
from dataclasses import dataclass

import numpy as np
import shapely
from numpy.typing import NDArray

from core.solids import Frame, triangle_mesh
from core.solids.flat_face import left_of_face
from core.solids.frame import Vector
from core.solids.mesh import TriangleMesh
from core.steps.extrude import OF_CUTTER
from core.steps.state import PartState

FLAT = 1 - 1e-6
IN_PLANE_MM = 1e-3
ENOUGH = 0.25  # of the largest circle on a face: room enough round its middle to begin there
LEANS = 0.02  # sine of the lean up to which a face still stands upright
NEAR = 1e-9  # share of a triangle by which a point on its edge may lie outside
UPWARDS = 1 / 3  # of the roomiest face's radius: enough for one that looks upwards to be taken
SMALL = 0.4  # of the largest circle's radius: a hole that something may begin over
MIDDLE = 0.98  # of the largest circle's radius: as good a middle as the circle's own
COARSE_MM = 0.05  # how finely the middle of a face is sought


@dataclass(frozen=True)
class Room:
    """What is left of a flat face, and the largest circle that lies on it.

    ``at`` is the circle's middle in the face's own millimetres from its place: the place itself
    where there is room enough round it; ``radius`` is the circle's, ``deep`` how far the part goes
    below the face and ``rises`` how far above it, ``thick`` what there is of it straight below the
    middle, ``wide`` and ``tall`` what the face measures along its own axes, mm.
    """

    place: str
    frame: Frame
    at: tuple[float, float]
    radius: float
    deep: float
    wide: float = 0.0
    tall: float = 0.0
    rises: float = 0.0
    thick: float = 0.0


def room_on(
    state: PartState, place: str, mesh: TriangleMesh | None = None, over_holes: bool = False,
    near: Vector | None = None,
) -> Room | None:  # fmt: skip
    """The room on a named face; None where nothing is left of it or it is not flat.

    Args:
        over_holes: as if small holes in it were not there.
        near: a point of the part, mm: of a face in several pieces the one nearest to it.
    """
    mesh = mesh or triangle_mesh(state.solid())
    feature, frame = state.place(place)
    shape = left_of_face(mesh, feature.step, place.rpartition(".")[2], frame, near)
    if shape is None:
        return None
    if over_holes:
        shape = _without_small_holes(shape)
    here = shapely.Point(0.0, 0.0)
    circle = shapely.maximum_inscribed_circle(shape, tolerance=COARSE_MM)
    centre, radius = shapely.Point(circle.coords[0]), float(circle.length)
    own = float(here.distance(shape.boundary)) if shape.contains(here) else 0.0
    if near is not None and shape.centroid.distance(shape.boundary) > MIDDLE * radius:
        centre = shape.centroid if shape.contains(shape.centroid) else centre  # found exactly
    at = (0.0, 0.0) if own > ENOUGH * radius else (float(centre.x), float(centre.y))
    up = np.array(frame.z_axis)
    heights = (mesh.vertices - np.array(frame.origin)) @ up
    low_x, low_y, high_x, high_y = shape.bounds
    free = own if at == (0.0, 0.0) else radius
    return Room(
        place, frame, at, free, float(-heights.min()), high_x - low_x, high_y - low_y,
        float(heights.max()),
        _thickness(mesh, heights, frame, at) or (float(-heights.min()) if over_holes else 0.0),
    )  # fmt: skip


def in_box(state: PartState, shares: Vector) -> Vector:
    """A point by its shares of the box of a part as it is seen, mm.

    >>> from core.project.solve import solve
    >>> from core.project.starters import begun
    >>> base = solve(begun("lidded_box")).parts["base"].state
    >>> tuple(round(v) + 0 for v in in_box(base, (0.5, 0.5, 0.0)))
    (0, 0, 0)
    """
    box = state.solid().bounds
    x, y, z = (
        low + share * (high - low)
        for low, high, share in zip(box[:3], box[3:], shares, strict=True)
    )
    return x, y, z


def _without_small_holes(shape: shapely.Polygon) -> shapely.Polygon:
    """A face without the holes that are small for the circle that would lie on it without them."""
    circle = shapely.maximum_inscribed_circle(shapely.Polygon(shape.exterior))
    small = SMALL * float(circle.length)
    left = [one for one in shape.interiors if shapely.minimum_bounding_radius(one) > small]
    return shapely.Polygon(shape.exterior, left)


def _thickness(
    mesh: TriangleMesh, heights: NDArray[np.float64], frame: Frame, at: tuple[float, float]
) -> float:
    """How far it is through the part straight below a point of a face, mm."""
    out = mesh.vertices - np.array(frame.origin)
    own = np.stack([out @ np.array(frame.x_axis), out @ np.array(frame.y_axis)], axis=1) - at
    a, b, c = (own[mesh.triangles[:, corner]] for corner in range(3))
    sides = [p[:, 0] * q[:, 1] - p[:, 1] * q[:, 0] for p, q in ((b, c), (c, a), (a, b))]
    shares = np.stack(sides, axis=1)
    whole = shares.sum(axis=1)
    seen = np.abs(whole) > IN_PLANE_MM**2
    shares = shares[seen] / whole[seen, None]
    met = (shares > -NEAR).all(axis=1)
    below = (shares[met] * heights[mesh.triangles[seen][met]]).sum(axis=1)
    below = below[below < -IN_PLANE_MM]
    return float(-below.max()) if below.size else 0.0


def side_face(state: PartState) -> Room | None:
    """The largest flat face that stands upright, of equal ones the one that looks most to the back;
    None where there is none.

    >>> from core.project.solve import solve
    >>> from core.project.starters import begun
    >>> side_face(solve(begun("lidded_box")).parts["base"].state).place
    'body.back'
    """
    if state.body is None:
        return None
    mesh = triangle_mesh(state.solid())
    rooms = []
    for feature in state.features.values():
        for name, frame in feature.places.items():
            leans = abs(frame.z_axis[2]) > LEANS
            if leans or name in feature.curved or name.endswith(OF_CUTTER):
                continue
            if (feature.step, name) not in mesh.faces:
                continue
            room = room_on(state, f"{feature.step}.{name}", mesh)
            if room:
                rooms.append(room)
    return max(
        rooms,
        key=lambda one: (round(one.wide * one.tall, 3), round(one.frame.z_axis[1], 6)),
        default=None,
    )


def free_face(state: PartState, up: tuple[float, float, float] = (0.0, 0.0, 1.0)) -> Room | None:
    """The roomiest flat face that looks upwards and is still there; None where there is none.

    >>> from core.project.solve import solve
    >>> from core.project.starters import begun
    >>> free_face(solve(begun("lidded_box")).parts["base"].state).place
    'hollow.inner floor'
    """
    if state.body is None:
        return None
    mesh = triangle_mesh(state.solid())
    best: Room | None = None
    for place, frame in _flat_places(state, mesh):
        room = room_on(state, place, mesh) if _along(frame, up) >= FLAT else None
        if room and (best is None or room.radius > best.radius + COARSE_MM):
            best = room
    return best


def rooms_of(state: PartState, over_holes: bool = False) -> list[Room]:
    """The room on every flat face that is still there.

    Args:
        over_holes: as if small holes in a face were not there.

    >>> from core.project.solve import solve
    >>> from core.project.starters import begun
    >>> rooms = rooms_of(solve(begun("lidded_box")).parts["base"].state)
    >>> {"body.front", "hollow.inner floor"} <= {room.place for room in rooms}
    True
    """
    if state.body is None:
        return []
    mesh = triangle_mesh(state.solid())
    rooms = (room_on(state, place, mesh, over_holes) for place, _ in _flat_places(state, mesh))
    return [room for room in rooms if room]


def outer_face(state: PartState, over_holes: bool = False) -> Room | None:
    """The roomiest flat face that nothing of the part stands above: one that looks upwards where it
    has about as much room as any; None where there is none.

    Args:
        over_holes: as if small holes in a face were not there.

    >>> from core.project.solve import solve
    >>> from core.project.starters import begun
    >>> outer_face(solve(begun("lidded_box")).parts["base"].state).place
    'body.bottom'
    """
    rooms = [room for room in rooms_of(state, over_holes) if room.rises <= IN_PLANE_MM]
    # of equal ones the first: one that the solid names so itself
    roomiest = max(rooms, key=lambda one: round(one.radius / COARSE_MM), default=None)
    if roomiest is None:
        return None
    up = [
        one
        for one in rooms
        if one.frame.z_axis[2] >= FLAT and one.radius >= UPWARDS * roomiest.radius
    ]
    return max(up, key=lambda one: round(one.radius / COARSE_MM), default=roomiest)


def _flat_places(state: PartState, mesh: TriangleMesh) -> list[tuple[str, Frame]]:
    """Every place on a flat face, as ``step.name``, and its frame; a face that the solid names so
    itself goes before one that only lies in the same plane."""
    named = [
        (feature.step, name, frame)
        for feature in state.features.values()
        for name, frame in feature.places.items()
        if not (name in feature.curved or name.endswith(OF_CUTTER))
    ]
    named.sort(key=lambda one: one[:2] not in mesh.faces)
    return [(f"{step}.{name}", frame) for step, name, frame in named]


def place_opposite(state: PartState, at: Vector, looks: Vector) -> tuple[str, Frame] | None:
    """The flat face, as ``step.name``, that has a point on it and looks a way; its frame. None
    where there is none."""
    mesh = triangle_mesh(state.solid())
    point, normal = np.array(at), np.array(looks)
    for place, frame in _flat_places(state, mesh):
        if not _lies_in(frame, point, normal):
            continue
        step, _, name = place.rpartition(".")
        shape = left_of_face(mesh, step, name, frame)
        x, y, _ = frame.into @ np.append(point, 1.0)
        if shape is not None and shape.contains(shapely.Point(x, y)):
            return place, frame
    return None


def _along(frame: Frame, up: tuple[float, float, float]) -> float:
    return math.fsum(p * q for p, q in zip(frame.z_axis, up, strict=True))


def places_of(state: PartState, mesh: TriangleMesh) -> list[str]:
    """For every face of a mesh the place that lies in its plane, as ``step.name``.

    The one of its own name first, then one of its step, then any; "" where none does. Round faces
    have the place of their own name.

    >>> from core.checks.finished import mesh_of
    >>> from core.project.solve import solve
    >>> from core.project.starters import begun
    >>> state = solve(begun("lidded_box")).parts["base"].state
    >>> "body.front" in places_of(state, mesh_of(state))
    True
    """
    sizes = mesh.doubled
    found = []
    for index, (step, face) in enumerate(mesh.faces):
        feature = state.features.get(step)
        if feature and face in feature.places:
            found.append(f"{step}.{face}")
            continue
        own = np.flatnonzero(mesh.face_index == index)
        largest = own[int(np.argmax(sizes[own]))]
        normal = mesh.crosses[largest] / max(float(sizes[largest]), 1e-300)
        corner = mesh.corners[largest, 0]
        here = [feature] if feature else []
        others = [one for one in state.features.values() if one is not feature]
        found.append(
            next(
                (
                    f"{one.step}.{name}"
                    for one in [*here, *others]
                    for name, frame in one.places.items()
                    if name not in one.curved
                    and not name.endswith(OF_CUTTER)
                    and _lies_in(frame, corner, normal)
                ),
                "",
            )
        )
    return found


def _lies_in(frame: Frame, point: NDArray[np.float64], normal: NDArray[np.float64]) -> bool:
    up = np.array(frame.z_axis)
    return bool(normal @ up > FLAT and abs((point - np.array(frame.origin)) @ up) < IN_PLANE_MM)
