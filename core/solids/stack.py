"""Polygons on stations, joined corner to corner into one closed solid.

Prisms, tapers, chamfered and rounded rims are all stacks: the same outline at several offsets
and heights. Matching points make matching walls, so nothing has to be guessed.
"""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass

import numpy as np
from manifold3d import Manifold, Mesh64, triangulate
from numpy.typing import NDArray

from core.errors import BuildError
from core.solids.body import Body, Source

Polygons = Sequence[NDArray[np.float64]]


@dataclass(frozen=True)
class Section:
    """One station: a height in mm, and polygons (outer counter-clockwise, holes clockwise).

    ``band`` names the walls from this station to the next; without it walls take the names of
    the outline's sides.
    """

    z: float
    polygons: Polygons
    band: str = ""


def stack(
    sections: Sequence[Section],
    side_names: Sequence[Sequence[str]],
    step: str,
    bottom: str = "bottom",
    top: str = "top",
) -> Body:
    """The solid between the first and the last station.

    Args:
        sections: at least two, rising, all with the same number of points per polygon.
        side_names: per polygon, the name of the side that leaves each point.
        step: id of the step that makes it, remembered on every triangle.
        bottom, top: names of the end faces.

    Raises:
        BuildError: the result is no closed solid.
    """
    names: dict[str, int] = {bottom: 0, top: 1}
    counts = [len(polygon) for polygon in sections[0].polygons]
    total = sum(counts)
    vertices = np.vstack(
        [
            np.column_stack([polygon, np.full(len(polygon), section.z)])
            for section in sections
            for polygon in section.polygons
        ]
    )
    floor = _cap(sections[0].polygons)[:, ::-1]
    roof = _cap(sections[-1].polygons) + total * (len(sections) - 1)
    triangles = [floor, roof]
    labels = [np.zeros(len(floor), dtype=np.int64), np.ones(len(roof), dtype=np.int64)]
    for level, section in enumerate(sections[:-1]):
        start = level * total
        for count, sides in zip(counts, side_names, strict=True):
            here = np.arange(count)
            a, b = start + here, start + (here + 1) % count
            triangles += [
                np.column_stack([a, b, b + total]),
                np.column_stack([a, b + total, a + total]),
            ]
            if section.band:
                named = np.full(count, names.setdefault(section.band, len(names)))
            else:
                named = np.array([names.setdefault(side, len(names)) for side in sides])
            labels += [named, named]
            start += count
    return close_mesh(
        vertices, np.vstack(triangles), np.concatenate(labels), Source(step, tuple(names))
    )


def _cap(polygons: Polygons) -> NDArray[np.int64]:
    return np.asarray(triangulate(list(polygons)), dtype=np.int64)


class Unclosed(BuildError):
    """Triangles that do not close into a solid."""


def close_mesh(
    vertices: NDArray[np.float64],
    triangles: NDArray[np.int64],
    labels: NDArray[np.int64],
    source: Source,
) -> Body:
    """A body from points (n, 3), triangles (m, 3) and per triangle an index into its faces.

    Raises:
        Unclosed: the triangles do not close.
    """
    original = Manifold.reserve_ids(1)
    mesh = Mesh64(
        np.array(
            vertices, dtype=np.float64, order="C"
        ),  # a copy: the kernel takes no view of its own
        np.ascontiguousarray(triangles.astype(np.uint64)),
        run_index=np.array([0, 3 * len(triangles)], dtype=np.uint64),
        run_original_id=np.array([original], dtype=np.uint32),
        face_id=labels.astype(np.uint64),
    )
    solid = Manifold(mesh)
    if solid.status().name != "NoError" or solid.is_empty():
        raise Unclosed("this does not close into a solid", remedy="sizes a little other")
    return Body(solid, {original: source})
