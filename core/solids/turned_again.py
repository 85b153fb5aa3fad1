"""The half profile of a body that is as if turned, whatever steps it was made by: a turned one with
its rims rounded, a rod with a neck, a cup lofted between circles.

It is told by the corners: round the axis they stand in rings of as many, and what lies between two
rings is one side of the profile.
"""

from __future__ import annotations

import math

import numpy as np
from numpy.typing import NDArray

from core.outlines.facet_fineness import chord_error_mm
from core.outlines.flatten import same_area
from core.solids.frame import Frame
from core.solids.linked import groups
from core.solids.mesh import TriangleMesh
from core.solids.turned import Lathe

AXES = ((0.0, 0.0, 1.0), (1.0, 0.0, 0.0), (0.0, 1.0, 0.0))  # up first
RING_MM = 2e-3  # so near to each other the corners of a ring lie, as seen round the axis
FILLED = 0.8  # of its circle: so much of it is a disc of facets
MOSTLY = 0.98  # of what lies between two rings is one face's; the rest are slivers
SAME = 1e-3  # of the volume: facets stand at other angles where edges were rounded
FEWEST = 8  # facets round the axis: fewer are a prism with sides of its own

Indices = NDArray[np.int64]
Points = NDArray[np.float64]
Side = tuple[int, int, str]  # from ring to ring, of which one may be a point of the axis; the face


def lathe_in(mesh: TriangleMesh) -> Lathe | None:
    """The half profile a body would be turned from; None where it is not the same all round.

    Sides are called after their faces, step and all. O(triangles · log triangles).

    >>> from core.outlines import circle
    >>> from manifold3d import Manifold
    >>> from core.solids import Body, Prism, prism_body, triangle_mesh
    >>> rod = triangle_mesh(prism_body(Prism(Frame(), circle(20), 0, 30), "rod"))
    >>> lathe_in(rod).names
    (('rod.bottom', 'rod.side', 'rod.top', 'rod.top'),)
    >>> lathe_in(triangle_mesh(Body(Manifold.cube((9, 9, 9))))) is None
    True
    """
    middle = (mesh.vertices.min(axis=0) + mesh.vertices.max(axis=0)) / 2
    for z in AXES:
        x = AXES[1] if z != AXES[1] else AXES[2]
        found = _about(mesh, Frame((middle[0], middle[1], middle[2]), x, z))
        if found is not None:
            return found
    return None


def _about(mesh: TriangleMesh, frame: Frame) -> Lathe | None:
    axes = np.array([frame.x_axis, frame.y_axis, frame.z_axis])
    local = (mesh.vertices - np.array(frame.origin)) @ axes.T
    seen = np.column_stack([np.hypot(local[:, 0], local[:, 1]), local[:, 2]])  # radius, height
    ring = _rings(seen)
    sizes = np.bincount(ring)
    middles = np.stack([np.bincount(ring, weights=seen[:, k]) / sizes for k in (0, 1)], axis=1)
    axial = middles[:, 0] < RING_MM
    if axial.all() or sizes[~axial].min() < FEWEST:
        return None
    # the facets most rings have: where two surfaces touch there are more corners on one
    often = np.bincount(sizes[~axial])
    count = int(np.flatnonzero(often == often.max())[-1])
    middles[axial, 0] = 0.0
    # a disc has no corner on the axis: it ends there all the same, at its own height
    middles = np.vstack([middles, np.column_stack([np.zeros(len(middles)), middles[:, 1]])])
    sides = _sides_of(mesh, ring[mesh.triangles], middles, axes, local)
    loops = _loops(sides, middles[:, 0] == 0.0) if sides is not None else None
    if not loops:
        return None
    # corners stand where those of the widest ring do
    widest = int(np.flatnonzero(ring == int(middles[: len(sizes), 0].argmax()))[0])
    first = math.degrees(math.atan2(local[widest, 1], local[widest, 0]))
    # circles keep their area, each with the corners it has
    middles[: len(sizes), 0] /= [same_area(2 * math.pi, max(int(n), 3), True) for n in sizes]
    polygons = tuple(middles[[side[0] for side in loop]] for loop in loops)
    names = tuple(tuple(name for _, _, name in loop) for loop in loops)
    found = Lathe(polygons, names, frame.turned(first), 2 * math.pi, count, True)
    return found if _same(found, mesh) else None


def _same(lathe: Lathe, mesh: TriangleMesh) -> bool:
    """Whether what would be turned holds as much as the mesh does."""
    whole = sum(_turned_mm3(polygon * (lathe.reach, 1.0)) for polygon in lathe.polygons)
    whole *= lathe.count * math.sin(2 * math.pi / lathe.count) / (2 * math.pi)
    volume = float(mesh.sixths.sum())
    return abs(whole - volume) < SAME * volume


def _turned_mm3(polygon: Points) -> float:
    """What a polygon of radius and height turned round its axis holds (Pappus), of either sense."""
    (r, z), (s, t) = polygon.T, np.roll(polygon, -1, axis=0).T
    return float(((t - z) * (r * r + r * s + s * s)).sum() * math.pi / 3)


def _rings(seen: Points) -> Indices:
    """Corners by where they are seen round the axis, numbered: those that lie so near are one."""
    # what touches a facet between its corners touches it on the chord, a little further in
    apart = np.array([max(RING_MM, chord_error_mm()), RING_MM])
    links: list[tuple[Indices, Indices]] = []
    for shift in (0.0, 0.5):  # two grids: what one parts the other holds together
        cells = np.floor(seen / apart + shift).astype(np.int64)
        order = np.lexsort((cells[:, 1], cells[:, 0]))
        same = (cells[order[1:]] == cells[order[:-1]]).all(axis=1)
        links.append((order[:-1][same], order[1:][same]))
    one, other = (np.concatenate(ends) for ends in zip(*links, strict=True))
    return groups(len(seen), one, other)


def _sides_of(
    mesh: TriangleMesh, of: Indices, middles: Points, axes: Points, local: Points
) -> list[Side] | None:
    """What lies between two rings, or a ring and the axis, the material on its left; None where a
    face is not the same all round.

    Args:
        of: (m, 3) the rings of the corners of each triangle.
        middles: (2 n, 2) radius and height of the rings, then of their middles on the axis.
    """
    of, half = np.sort(of, axis=1), len(middles) // 2
    if ((of[:, 0] < of[:, 1]) & (of[:, 1] < of[:, 2])).any():
        return None
    pairs = of[:, [0, 2]]
    # within one ring: a disc where it fills the ring, else a sliver where two surfaces touch
    within = pairs[:, 0] == pairs[:, 1]
    filled = np.bincount(pairs[within, 0], weights=mesh.doubled[within] / 2, minlength=half)
    disc = filled > FILLED * math.pi * middles[:half, 0] ** 2
    disc &= middles[:half, 0] > RING_MM
    pairs[within, 1] += half
    kept = ~within | disc[pairs[:, 0]]
    keys, index = np.unique(pairs[kept], axis=0, return_inverse=True)
    areas = np.zeros((len(keys), len(mesh.faces)))
    np.add.at(areas, (index.reshape(-1), mesh.face_index[kept]), mesh.doubled[kept])
    if (areas.max(axis=1) < MOSTLY * areas.sum(axis=1)).any():
        return None  # two faces share one way round: it is not the same all round
    # which way each looks, outwards and up
    units = mesh.units @ axes.T
    out = local[mesh.triangles].mean(axis=1)[:, :2]
    out /= np.maximum(np.linalg.norm(out, axis=1, keepdims=True), 1e-300)
    looks = np.column_stack([np.einsum("ij,ij->i", units[:, :2], out), units[:, 2]])
    way = np.zeros((len(keys), 2))
    np.add.at(way, index.reshape(-1), (looks * mesh.doubled[:, None])[kept])
    run = middles[keys[:, 1]] - middles[keys[:, 0]]
    ahead = run[:, 1] * way[:, 0] - run[:, 0] * way[:, 1] > 0
    ends = np.where(ahead[:, None], keys, keys[:, ::-1])
    names = [".".join(mesh.faces[face]) for face in areas.argmax(axis=1)]
    return [(int(a), int(b), name) for (a, b), name in zip(ends, names, strict=True)]


def _loops(sides: list[Side], axial: NDArray[np.bool_]) -> list[list[Side]] | None:
    """Sides in order, each loop closed, along the axis where it ends on it; None where they do not
    close."""
    left = {side[0]: side for side in sides}
    if len(left) < len(sides):
        return None
    loops = []
    # from the axis first: what is left then never meets it
    for begin in sorted(left, key=lambda ring: not axial[ring]):
        if begin not in left:
            continue
        loop = [left.pop(begin)]
        while loop[-1][1] != begin and not axial[loop[-1][1]]:
            follows = left.pop(loop[-1][1], None)
            if follows is None:
                return None
            loop.append(follows)
        if axial[begin]:
            loop.append((loop[-1][1], begin, loop[-1][2]))
        loops.append(loop)
    return loops
