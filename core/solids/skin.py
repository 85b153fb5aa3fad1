"""A closed solid skinned over stations in space: what turning, sweeping and lofting share.

Each station is the same number of points in the same order, placed anywhere. Consecutive
stations are joined point to point; the ends are capped, or the last joins the first.
"""

from __future__ import annotations

from collections.abc import Sequence

import numpy as np
from manifold3d import triangulate
from numpy.typing import NDArray

from core.errors import BuildError
from core.solids.body import Body, Source
from core.solids.rows import distinct_rows
from core.solids.stack import close_mesh

Points3 = NDArray[np.float64]
WELD_MM = 1e-9


def skin(
    stations: Sequence[Points3],
    counts: Sequence[int],
    flat: Sequence[NDArray[np.float64]],
    side_names: Sequence[Sequence[str]],
    step: str,
    closed: bool = False,
    start: str = "start",
    end: str = "end",
) -> Body:
    """The solid over some stations.

    Args:
        stations: each (n, 3) mm, all polygons of one station in a row, outer first, seen
            counter-clockwise by someone looking back along the run.
        counts: points per polygon; sums to n.
        flat: the polygons as drawn, (count, 2), for capping the ends.
        side_names: per polygon, the name of the side that leaves each point.
        closed: the run comes back to its first station.

    Raises:
        BuildError: the result is no closed solid, or is inside out.
    """
    names: dict[str, int] = {start: 0, end: 1}
    total, levels = sum(counts), len(stations)
    points = np.vstack(stations)
    triangles: list[NDArray[np.int64]] = []
    labels: list[NDArray[np.int64]] = []
    if not closed:
        cap = np.asarray(triangulate([np.asarray(p) for p in flat]), dtype=np.int64)
        triangles += [cap[:, ::-1], cap + total * (levels - 1)]
        labels += [np.zeros(len(cap), dtype=np.int64), np.ones(len(cap), dtype=np.int64)]
    ring: list[NDArray[np.int64]] = []
    after: list[NDArray[np.int64]] = []
    sides: list[NDArray[np.int64]] = []
    base = 0
    for count, own in zip(counts, side_names, strict=True):
        here = np.arange(count)
        ring.append(base + here)
        after.append(base + (here + 1) % count)
        sides.append(np.array([names.setdefault(name, len(names)) for name in own]))
        base += count
    a0, b0, side = np.concatenate(ring), np.concatenate(after), np.concatenate(sides)
    low = np.arange(levels if closed else levels - 1)[:, None] * total
    high = (low + total) % (levels * total)
    a, b, c, d = a0 + low, b0 + low, b0 + high, a0 + high
    triangles += [np.stack(corners, -1).reshape(-1, 3) for corners in ((a, b, c), (a, c, d))]
    labels += [np.tile(side, len(low))] * 2
    mesh, marks = np.vstack(triangles), np.concatenate(labels)
    points, mesh, marks = welded(points, mesh, marks)
    body = close_mesh(points, mesh, marks, Source(step, tuple(names)))
    if body.volume_mm3 <= 0:
        raise BuildError(
            "the run folds back into itself", remedy="a smaller outline, or wider bends"
        )
    return body


def welded(
    points: Points3, triangles: NDArray[np.int64], labels: NDArray[np.int64]
) -> tuple[Points3, NDArray[np.int64], NDArray[np.int64]]:
    """Points of neighbouring stations that coincide made one: the axis of a turned part."""
    rounded = np.round(points / WELD_MM).astype(np.int64)
    first, same = distinct_rows(rounded)
    mesh = same[triangles]
    kept = (mesh[:, 0] != mesh[:, 1]) & (mesh[:, 1] != mesh[:, 2]) & (mesh[:, 2] != mesh[:, 0])
    return points[first], mesh[kept], labels[kept]
