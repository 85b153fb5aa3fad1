"""A flat solid laid round a cylinder, true to length on its surface."""

from __future__ import annotations

import math

import numpy as np
from numpy.typing import NDArray

from core.outlines.facet_fineness import half_facet
from core.solids.body import Body, Source
from core.solids.frame import Frame
from core.solids.stack import close_mesh

LEAST_MM = 0.2  # facets along the way round are no shorter


def span_round(flat: Body, face: Frame, axis: Frame) -> float:
    """How much of the way round an axis a solid on the plane of a place would take, mm.

    >>> from core.outlines import rectangle
    >>> from core.solids import Prism, prism_body
    >>> strip = prism_body(Prism(Frame(), rectangle(30, 4), 0.0, 1.0), "strip")
    >>> face = Frame((0.0, -20.0, 0.0), (1.0, 0.0, 0.0), (0.0, -1.0, 0.0))
    >>> upright = face.turned(90)
    >>> [round(span_round(strip.moved(f.matrix), face, Frame()), 6) for f in (face, upright)]
    [30.0, 4.0]
    """
    level = np.cross(axis.z_axis, face.z_axis)
    x, y, z = (level / np.linalg.norm(level)).tolist()
    box = flat.solid.transform(Frame(face.origin, (x, y, z), face.z_axis).into).bounding_box()
    return float(box[3] - box[0])


def bent_round(flat: Body, face: Frame, axis: Frame, radius: float, source: Source) -> Body:
    """A solid on the plane of a place laid round the cylinder that touches the plane there.

    What lies so far across the plane lies as far round the cylinder; heights over the plane become
    heights over the surface.

    Args:
        face: a place on the cylinder: its origin on the surface, z square to it.
        axis: z along the cylinder's axis.
        radius: of the cylinder, mm.
        source: what the solid's one face is called.

    Raises:
        BuildError: it reaches the axis or folds.

    >>> from core.outlines import rectangle
    >>> from core.solids import Prism, prism_body
    >>> strip = prism_body(Prism(Frame(), rectangle(30, 4), 0.0, 1.0), "strip")
    >>> face = Frame((0.0, -20.0, 0.0), (1.0, 0.0, 0.0), (0.0, -1.0, 0.0))
    >>> bent = bent_round(strip.moved(face.matrix), face, Frame(), 20.0, Source("strip", ("s",)))
    >>> round(bent.volume_mm3 / (30 / 20 / 2 * (21**2 - 20**2) * 4), 3)
    1.0
    """
    into = axis.into
    x, y, up = into[:, :3] @ np.array(face.origin) + into[:, 3]
    looks = into[:, :3] @ np.array(face.z_axis)
    outward = math.copysign(1.0, float(looks[0] * x + looks[1] * y))
    out = looks * outward
    level = np.cross([0.0, 0.0, 1.0], out)
    start = math.atan2(y, x)
    fine = flat.solid.refine_to_length(max(2 * half_facet(radius) * radius, LEAST_MM))
    mesh = fine.to_mesh64()
    points = np.asarray(mesh.vert_properties, dtype=np.float64)[:, :3]
    local = points @ into[:, :3].T + into[:, 3] - np.array([x, y, up])
    angle = start + (local @ level) / radius
    reach = radius + local @ out
    bent: NDArray[np.float64] = np.column_stack(
        [reach * np.cos(angle), reach * np.sin(angle), local[:, 2] + up]
    )
    triangles = np.asarray(mesh.tri_verts, dtype=np.int64)
    labels = np.zeros(len(triangles), dtype=np.int64)
    return close_mesh(bent, triangles, labels, source).moved(axis.matrix)
