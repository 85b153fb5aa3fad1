"""How far a step goes from its place: to a height, right through, to a face, to the next face.

The next face is where material ends that begins at the place (for a cut), or begins that the step
would run into (for what is added): whatever it is, flat or round.
"""

from __future__ import annotations

from dataclasses import dataclass

import numpy as np
from manifold3d import Manifold
from numpy.typing import NDArray

from core.errors import BuildError
from core.solids import Body, Frame
from core.steps.fields import Fields
from core.steps.registry import StepInput

NEXT = "up to the next face"
NAMED = "up to a face"
AT_PLACE_MM = 0.02  # a piece that begins so near to the place begins at it: round faces are faceted
LEAST_MM3 = 1e-9
ENDS_MM = 1e-6


@dataclass(frozen=True, slots=True)
class ReachFields(Fields):
    """What every step says that goes as far as it is told, or up to a face."""

    reach: str
    face: str


def heights(frame: Frame, body: Body) -> tuple[NDArray[np.float64], NDArray[np.float64]]:
    """Heights of every triangle's corners along a frame's z (n, 3), mm, and how far it faces
    that way (n,), from -1 to 1."""
    mesh = body.solid.to_mesh64()
    points = np.asarray(mesh.vert_properties)[:, :3]
    corners = points[np.asarray(mesh.tri_verts, dtype=np.int64)]
    normals = np.cross(corners[:, 1] - corners[:, 0], corners[:, 2] - corners[:, 0])
    sizes = np.linalg.norm(normals, axis=1)
    up = np.array(frame.z_axis)
    return (corners - np.array(frame.origin)) @ up, (normals @ up) / np.maximum(sizes, 1e-300)


def along(frame: Frame, body: Body) -> tuple[float, float]:
    """The lowest and the highest point of a body along a frame's z, from its origin, mm."""
    found, _ = heights(frame, body)
    return float(found.min()), float(found.max())


def next_face_below(given: StepInput, through: Body) -> float:
    """How deep the material is that begins at the step's place, below the outline, mm.

    Args:
        through: the outline cut right through, in the part's coordinates.

    Raises:
        BuildError: no material begins there.
    """
    inside = given.state.solid() & through
    lows = [box[2] for box in _pieces(inside, given.frame) if abs(box[5]) < AT_PLACE_MM]
    if not lows:
        raise BuildError("no material begins at this place", remedy="place it on a face")
    return -min(lows)


def next_face_above(given: StepInput, through: Body, most: float) -> Body:
    """What of a raised outline lies between the step's place and the next face, whatever its shape.

    Raises:
        BuildError: it would go on past the part.
    """
    free = through - given.state.solid()
    whole = free.solid.decompose()
    boxes = [_box(piece, given.frame) for piece in whole]
    own = [p for p, box in zip(whole, boxes, strict=True) if abs(box[2]) < AT_PLACE_MM]
    if any(_box(piece, given.frame)[5] > most - ENDS_MM for piece in own):
        raise BuildError("there is no face above all of it to end at", remedy="up by a height")
    if not own:
        raise BuildError("material begins at this place already", remedy="up by a height")
    kept = own[0]
    for piece in own[1:]:
        kept = kept + piece
    return Body(kept, free.sources)


def _pieces(body: Body, frame: Frame) -> list[tuple[float, ...]]:
    return [_box(piece, frame) for piece in body.solid.decompose() if piece.volume() > LEAST_MM3]


def _box(piece: Manifold, frame: Frame) -> tuple[float, ...]:
    return tuple(float(v) for v in piece.transform(frame.into).bounding_box())


def distance_to(given: StepInput, name: str) -> float:
    """How far it is from the step's place to a named face, straight up; below nought down.

    Raises:
        BuildError: no face is named, it is not level with the place, or there is no way to it.
    """
    if not name:
        raise BuildError("no face to end at is chosen", remedy="press one, or name it")
    _, face = given.state.place(name)
    up = given.frame.z_axis
    level = abs(sum(p * q for p, q in zip(up, face.z_axis, strict=True)))
    if level < 1 - 1e-9:
        raise BuildError(
            f"'{name}' does not lie square to this step", remedy="a face level with its place"
        )
    gap = sum(u * (q - p) for u, p, q in zip(up, given.frame.origin, face.origin, strict=True))
    if abs(gap) < 1e-9:
        raise BuildError(f"'{name}' lies where this step begins", remedy="another face")
    return gap
