"""What is left of a flat face on a finished solid."""

from __future__ import annotations

import numpy as np
import shapely
from numpy.typing import NDArray

from core.solids.frame import Frame, Vector
from core.solids.mesh import TriangleMesh

LOOKS = 1 - 1e-6  # the cosine: as much does a triangle look a face's way
IN_PLANE_MM = 1e-3
GRID_MM = 1e-6


def left_of_face(
    mesh: TriangleMesh, step: str, face: str, frame: Frame, near: Vector | None = None
) -> shapely.Polygon | None:
    """The part of the plane of a face that is really on the solid, in the face's millimetres; of
    one in several pieces the largest, or that nearest to a point of the part, mm. None where
    nothing is left.

    >>> from core.outlines import rectangle
    >>> from core.solids import Prism, prism_body, triangle_mesh
    >>> prism = Prism(Frame(), rectangle(30, 20), 0.0, 5.0)
    >>> mesh = triangle_mesh(prism_body(prism, "body"))
    >>> left_of_face(mesh, "body", "top", Frame((0.0, 0.0, 5.0))).area
    600.0
    """
    chosen = mesh.corners[mesh.on(step, frozenset({face}))]
    if not len(chosen):
        # what is turned names its sides otherwise: whatever lies in the plane and looks that way
        unit = mesh.units
        chosen = mesh.corners[unit @ np.array(frame.z_axis) > LOOKS]
    if not len(chosen):
        return None
    local = (chosen - np.array(frame.origin)) @ np.array(
        [frame.x_axis, frame.y_axis, frame.z_axis]
    ).T
    flat = local[np.abs(local[:, :, 2]).max(axis=1) < IN_PLANE_MM]
    if not len(flat):
        return None
    shape = _joined(shapely.polygons(flat[:, :, :2]))
    pieces = [one for one in shapely.get_parts(shape) if isinstance(one, shapely.Polygon)]
    if near is not None and pieces:
        x, y, _ = frame.into @ np.append(near, 1.0)
        return min(pieces, key=lambda one: one.distance(shapely.Point(x, y)))
    # the largest piece counts: a face cut in two offers one of them
    largest = max(pieces, key=lambda one: one.area, default=None)
    return largest if largest is not None and largest.area > 1e-6 else None


def _joined(triangles: NDArray[np.object_]) -> shapely.Geometry:
    """Triangles as one area. Mostly they share their edges, which is quick to join; where a boolean
    has left slivers whose corners lie on others' edges, they are joined on a fine grid.
    """
    try:
        return shapely.coverage_union_all(triangles)
    except shapely.GEOSException:
        return shapely.union_all(triangles, grid_size=GRID_MM)
