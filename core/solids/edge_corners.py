"""Corners where rounded edges meet: balls where three do, and where one turns about an edge."""

from __future__ import annotations

import math
from collections import defaultdict
from collections.abc import Sequence

import numpy as np
from manifold3d import Manifold

from core.outlines.facet_fineness import half_facet
from core.solids.body import Body, Source
from core.solids.edge_sections import (
    PROUD_MM,
    Faces,
    Finish,
    Points,
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
    """The corner's own piece of a body less the ball that rolls into it."""
    centre = corner + np.linalg.solve(normals, np.full(3, -radius))
    touching = centre + radius * normals
    hull = [centre, corner + PROUD_MM * normals.sum(axis=0), *(touching + PROUD_MM * normals)]
    for i in range(3):
        for j in range(i):
            along = np.cross(normals[i], normals[j])
            along /= np.linalg.norm(along)
            planes = np.array([normals[i], normals[j], along])
            reach = [normals[i] @ corner + PROUD_MM, normals[j] @ corner + PROUD_MM, along @ centre]
            hull.append(np.linalg.solve(planes, np.array(reach)))
    pieces = 4 * max(6, math.ceil(math.pi / 4 / half_facet(radius)))
    block = Manifold.hull_points(np.array(hull))
    ball = Manifold.sphere(radius, pieces).translate([float(v) for v in centre])
    raw = (block - ball).as_original().to_mesh64()
    points = np.asarray(raw.vert_properties, dtype=np.float64)[:, :3]
    faces = np.asarray(raw.tri_verts, dtype=np.int64)
    return close_mesh(points, faces, np.zeros(len(faces), np.int64), Source(step, ("edge",)))
