"""Corners where rounded edges meet: balls where three do, and where one turns about an edge."""

from __future__ import annotations

import math
from collections import defaultdict
from collections.abc import Sequence

import numpy as np
import scipy
from manifold3d import Manifold
from numpy.typing import NDArray

from core.outlines.facet_fineness import half_facet
from core.solids.body import Body, Source
from core.solids.edge_sections import (
    PROUD_MM,
    Faces,
    Finish,
    Points,
    arc_ways,
    between,
    joined,
    sections_of,
    unit,
)  # fmt: skip
from core.solids.mesh import TriangleMesh
from core.solids.stack import close_mesh

FLATTEST = 0.2  # a wall more oblique to a chain than this does not end it
SQUARE = 1e-6  # the cosine between a wall and the face it stands on
TURNED_PAST = 0.01  # of its turn: how far a pivot reaches into the chains beside it
APART_MM = 2e-3
Indices = NDArray[np.int64]
PAIRS = ((0, 1), (1, 2), (2, 0))  # of the three faces at a corner
BELOW = 0.2  # radii: the point below a ball's middle that hulls are closed with
OUT = 1.01  # radii: corners of a ball's facets are tried so far out


def corner_pieces(
    mesh: TriangleMesh, wanted: Sequence[Finish], step: str
) -> list[tuple[bool, Body]]:
    """What is taken off, or filled, beside the ball where three chains of one radius and one kind
    meet: whether it is taken off, and the piece."""
    ends: dict[tuple[int, bool], list[tuple[Finish, int]]] = defaultdict(list)
    for finish in wanted:
        if not finish.chain.closed:
            for end in (0, -1):
                ends[finish.chain.vertices[end], finish.chain.convex].append((finish, end))
    found = []
    for (vertex, convex), meeting in ends.items():
        sizes = {round(finish.size, 9) for finish, _ in meeting}
        normals = _distinct(
            [
                side[end]
                for finish, end in meeting
                for side in (finish.chain.left, finish.chain.right)
            ]
        )
        if len(meeting) == 3 and len(sizes) == 1 and len(normals) == 3:
            size = meeting[0][0].size
            # seen from the hollow side a concave corner is a convex one
            inward = normals if convex else -normals
            found.append((convex, _ball_corner(mesh.vertices[vertex], inward, size, step)))
    return found


def pivots(faces: Faces, wanted: Sequence[Finish], step: str) -> list[Body]:
    """What is filled where a ball that rolls along the foot of a body turns about its upright edge:
    the last section of one chain turned to the first of the next."""
    ends: dict[int, list[tuple[Finish, int]]] = defaultdict(list)
    for finish in wanted:
        if not finish.chain.convex and not finish.chain.closed:
            for end in (0, -1):
                ends[finish.chain.vertices[end]].append((finish, end))
    found = []
    for vertex, meeting in ends.items():
        if len(meeting) != 2 or meeting[0][0].size != meeting[1][0].size:
            continue
        turn = _turning(meeting)
        if turn is None:
            continue
        axis, angle = turn
        finish, end = meeting[0]
        section = sections_of(faces, finish, "fillet")[end] - faces.mesh.vertices[vertex]
        # a hair into the ground, so that its point and those of the chains beside it lie apart
        section -= axis * APART_MM
        pieces = max(2, math.ceil(abs(angle) / 2 / half_facet(finish.size)))
        share = np.linspace(-TURNED_PAST, 1 + TURNED_PAST, pieces + 1)
        turned = [_rotated(section, axis, angle * part) for part in share]
        found.append(joined(np.stack(turned) + faces.mesh.vertices[vertex], False, step))
    return found


def _turning(meeting: Sequence[tuple[Finish, int]]) -> tuple[Points, float] | None:
    """The axis and the angle from the first chain's section to the second's, where both run on one
    face and their walls stand square to it and part as on a post; None where they do not."""
    (one, a), (other, b) = meeting
    for ground, wall in ((0, 1), (1, 0)):
        for ground_b, wall_b in ((0, 1), (1, 0)):
            if not one.chain.faces[ground] & other.chain.faces[ground_b]:
                continue
            sides = (one.chain.left, one.chain.right)
            others = (other.chain.left, other.chain.right)
            axis, from_, to = sides[ground][a], sides[wall][a], others[wall_b][b]
            if max(abs(float(axis @ from_)), abs(float(axis @ to))) > SQUARE:
                continue
            way = unit(one.chain.points[a] - one.chain.points[1 if a == 0 else -2])
            if float(way @ to) < FLATTEST:
                return None  # the next wall stands in the way: the chains meet by themselves
            angle = math.atan2(float(np.cross(from_, to) @ axis), float(from_ @ to))
            return axis, angle
    return None


def _rotated(points: Points, axis: Points, angle: float) -> Points:
    """Points (n, 3) turned about an axis through the origin (Rodrigues)."""
    cos, sin = math.cos(angle), math.sin(angle)
    along = (points @ axis)[:, None] * axis
    return np.asarray(points * cos + np.cross(axis, points) * sin + along * (1 - cos))


def _distinct(normals: Sequence[Points]) -> Points:
    kept: list[Points] = []
    for normal in normals:
        if all(float(normal @ other) < 0.999 for other in kept):
            kept.append(normal)
    return np.array(kept)


def _ball_corner(corner: Points, normals: Points, radius: float, step: str) -> Body:
    """The corner's own piece of a body less the ball that rolls into it: its facets on the ball,
    three walls where the edges' own tools go on, and a hair out of the three faces."""
    if np.linalg.det(normals) < 0:
        normals = normals[[0, 2, 1]]  # counter-clockwise seen from outside
    # from the corner between the two sides that are most alike, such as a prism's end
    turns = normals @ normals.T
    unlike = [abs(turns[k, (k + 1) % 3] - turns[k, (k + 2) % 3]) for k in range(3)]
    normals = np.roll(normals, -int(np.argmin(unlike)), axis=0)
    centre = corner + np.linalg.solve(normals, np.full(3, -radius))
    ways, facets, arcs = _ball_facets(normals, radius)
    reach = normals @ corner + PROUD_MM
    count = len(ways)  # then three points over the faces, three over the edges, one over all
    over_edges = []
    for i, j in PAIRS:
        along = np.cross(normals[i], normals[j])
        planes = np.array([normals[i], normals[j], along])
        over_edges.append(np.linalg.solve(planes, np.array([reach[i], reach[j], along @ centre])))
    over_faces = centre + radius * normals + PROUD_MM * normals
    points = np.vstack(
        [centre + radius * ways, over_faces, over_edges, np.linalg.solve(normals, reach)]
    )
    faces = [facets[:, ::-1]]
    for side, (i, j) in enumerate(PAIRS):
        run = np.array([count + i, *arcs[side], count + j])
        over = np.full(len(run) - 1, count + 3 + side)
        faces.append(np.column_stack([over, run[:-1], run[1:]]))
        before = count + 3 + (side - 1) % 3
        faces.append(np.array([[count + i, over[0], count + 6], [count + i, count + 6, before]]))
    triangles = np.concatenate(faces)
    return close_mesh(
        points, triangles, np.zeros(len(triangles), np.int64), Source(step, ("edge",))
    )


def _ball_facets(normals: Points, radius: float) -> tuple[Points, Indices, list[Indices]]:
    """A ball's part between three normals: corners (n, 3) in parts of its radius, facets (m, 3)
    seen from outside, and the corners along each of its sides in order.

    Its sides have the corners of the arcs beside it, so that nothing is left between ball and
    edges; those within stand as far out as the part's own volume wants.
    """
    sides = [np.concatenate(arc_ways(normals[[i]], normals[[j]], radius)) for i, j in PAIRS]
    rims = np.cumsum([3, *(len(side) - 2 for side in sides)])
    arcs = [np.array([i, *range(*rims[i : i + 2]), j]) for i, j in PAIRS]
    edge = np.concatenate([normals, *(side[1:-1] for side in sides)])
    within = [np.zeros((0, 3))]
    rows, wide = max(len(sides[0]), len(sides[2])) - 1, len(sides[1]) - 1
    turns = np.arccos(np.clip(normals[1:] @ normals[0], -1.0, 1.0))[:, None]
    for row in range(2, rows):  # from the first corner to the side across
        ends = between(normals[:1], normals[1:], turns, row / rows)
        turn = np.arccos(np.clip(ends[:1] @ ends[1], -1.0, 1.0))[:, None]
        parts = max(2, round(row * wide / rows))
        within += [between(ends[:1], ends[1:], turn, part / parts) for part in range(1, parts)]
    inner = np.concatenate(within)
    most = _within_arcs(inner, normals, sides)
    inner, most = inner[most > 1.0], most[most > 1.0]
    apex = -BELOW * normals.sum(axis=0)

    def ball(out: float) -> tuple[Points, Indices, float]:
        """Its corners, its facets, and what lies between them and its middle."""
        ways = np.vstack([edge, out * inner])
        raw = Manifold.hull_points(np.vstack([ways, apex])).to_mesh64()
        # the hull has an order of its own
        tree = scipy.spatial.cKDTree(np.vstack([ways, apex]))
        own = np.asarray(tree.query(raw.vert_properties[:, :3])[1], dtype=np.int64)
        facets = own[np.asarray(raw.tri_verts, dtype=np.int64)]
        facets = facets[(facets < len(ways)).all(axis=1)]
        return ways, facets, float(np.linalg.det(ways[facets]).sum() / 6)

    ways, facets, least = ball(1.0)
    if len(inner):  # what it holds grows all but straight with it
        more = ball(OUT)[2]
        wanted = _solid_angle(normals) / 3
        out = 1.0 + (OUT - 1.0) * (wanted - least) / (more - least)
        ways, facets, _ = ball(min(out, float(most.min())))
    return ways, facets, arcs


def _within_arcs(inner: Points, normals: Points, sides: Sequence[Points]) -> Points:
    """How far out, in radii, each corner within (n, 3) may stand before an edge's own tool, which
    goes on past the ball, takes it off."""
    most = np.full(len(inner), np.inf)
    for (i, j), arc in zip(PAIRS, sides, strict=True):
        along = unit(np.cross(normals[i], normals[j]))
        across = np.linalg.norm(inner - (inner @ along)[:, None] * along, axis=1)
        lowest = np.linalg.norm((arc[1:] + arc[:-1]) / 2, axis=1).min()
        most = np.minimum(most, lowest / np.maximum(across, 1e-300))
    return most


def _solid_angle(normals: Points) -> float:
    """Between three unit ways, steradians (van Oosterom and Strackee 1983)."""
    a, b, c = normals
    return 2 * math.atan2(abs(float(np.linalg.det(normals))), float(1 + a @ b + b @ c + c @ a))
