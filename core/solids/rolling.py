"""Edges rounded with a rolling ball, or chamfered, on any finished body.

Sections along each chain are joined into one closed tool: cut from a convex edge, added to a
concave one. Where three chains of one radius and one kind meet, the corner follows the ball as
well; where two meet before a face that would leave them apart, both go on to the plane between
them. A chamfer is the same tool with a straight section, by one distance or two.
"""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass
from functools import reduce

import numpy as np

from core.errors import BuildError
from core.solids.body import Body
from core.solids.crumbs import without_crumbs
from core.solids.edge_corners import FLATTEST, corner_pieces, pivots
from core.solids.edge_fit import must_fit
from core.solids.edge_sections import (
    PROUD_MM,
    Faces,
    Finish,
    Points,
    Shape,
    joined,
    sections_of,
    unit,
)  # fmt: skip
from core.solids.mesh import TriangleMesh
from core.solids.stack import Unclosed

CRUMB_MM3 = 1e-3


class EdgeLeft(BuildError):
    """An edge that cannot be finished with its size, though it lies on both faces."""

    finish: Finish | None = None


def finished_edges(
    body: Body, mesh: TriangleMesh, wanted: Sequence[Finish], shape: Shape, step: str
) -> tuple[Body, tuple[tuple[str, Body], ...]]:
    """The body with edges rounded or chamfered, and what was done for it: (mode, piece), in order.

    Raises:
        BuildError: a size does not fit; names the largest that does.
        EdgeLeft: what would be taken off along an edge, or put there, does not close.
    """
    faces = Faces(mesh)
    for finish in wanted:
        must_fit(faces, finish, wanted, shape)
    cut: list[Body] = []
    add: list[Body] = []
    for finish in wanted:
        try:
            tool = _tool(faces, finish, wanted, shape, step)
        except Unclosed:
            left = EdgeLeft(
                f"{finish.size:g} mm along this edge does not close into a solid",
                remedy="a smaller size, or without this edge",
            )
            left.finish = finish
            raise left from None
        (cut if finish.chain.convex else add).append(tool)
    if shape == "fillet":
        for convex, corner in corner_pieces(mesh, wanted, step):
            (cut if convex else add).append(corner)
        add += pivots(faces, wanted, step)
    acts: list[tuple[str, Body]] = []
    if add:
        acts.append(("add", reduce(lambda a, b: a + b, add)))
        body = body + acts[-1][1]
    if cut:
        acts.append(("cut", reduce(lambda a, b: a + b, cut)))
        body = body - acts[-1][1]
    return without_crumbs(body, CRUMB_MM3), tuple(acts)


def _tool(faces: Faces, finish: Finish, wanted: Sequence[Finish], shape: Shape, step: str) -> Body:
    chain = finish.chain
    sections = sections_of(faces, finish, shape)
    if not chain.closed:
        ends = []
        for end, beside in ((0, 1), (-1, -2)):
            way = unit(chain.points[end] - chain.points[beside])
            ends.append(_ended(faces.mesh, finish, wanted, sections[end], way, end))
        sections = np.concatenate([ends[0].section[None], sections, ends[1].section[None]])
        return joined(sections, False, step, (ends[0].face, ends[1].face))
    return joined(sections, True, step)


@dataclass(frozen=True)
class _End:
    """The last section of an open chain, and the face that it ends flush with, if any."""

    section: Points
    face: tuple[str, str] | None = None


def _ended(
    mesh: TriangleMesh, finish: Finish, wanted: Sequence[Finish], section: Points, way: Points,
    end: int,
) -> _End:  # fmt: skip
    """The last section of an open chain carried on to the face in which the chain ends.

    Out of the part it goes past that face a little, and so into material that it is added to. Where
    it would stop short of another chain that ends in the same corner, it goes on to the plane
    between both.
    """
    chain = finish.chain
    vertex = chain.vertices[end]
    around = np.flatnonzero((mesh.triangles == vertex).any(axis=1))
    own = chain.faces[0] | chain.faces[1]
    others = [t for t in around if int(mesh.face_index[t]) not in own]
    normals = unit(mesh.crosses[others])
    corner_of = _partner(finish, wanted, vertex, chain.faces)
    if corner_of is not None:  # the same edge, round a sharp corner
        return _End(_mitred(mesh.vertices[vertex], section, way, corner_of))
    facing = normals @ way
    best = int(np.argmax(np.abs(facing))) if len(normals) else -1
    if best < 0 or abs(facing[best]) < FLATTEST:
        return _End(section + way * PROUD_MM)
    goes_on = (facing[best] > 0) == chain.convex
    # round the outside of a post a ball turns about its edge: see `pivots`
    meets = chain.convex or facing[best] < 0
    partner = _partner(finish, wanted, vertex) if meets and not goes_on else None
    if partner is not None:
        return _End(_mitred(mesh.vertices[vertex], section, way, partner))
    past = PROUD_MM if goes_on else 0.0
    reach = (mesh.vertices[vertex] - section) @ normals[best] / facing[best]
    flush = None if goes_on else mesh.faces[mesh.face_index[others[best]]]
    return _End(section + (reach + past)[:, None] * way, flush)


def _mitred(corner: Points, section: Points, way: Points, other: Points) -> Points:
    """A section carried on along its chain, and a hair past the plane halfway to another's."""
    plane = unit(way - other)
    reach = (corner - section) @ plane / max(float(way @ plane), FLATTEST)
    return np.asarray(section + (reach + PROUD_MM)[:, None] * way)


def _partner(
    finish: Finish, wanted: Sequence[Finish], vertex: int,
    faces: tuple[frozenset[int], frozenset[int]] | None = None,
) -> Points | None:  # fmt: skip
    """The way out of the one other chain of this kind, between these faces, that ends in a
    corner.
    """
    found = []
    for one in wanted:
        chain = one.chain
        if chain.closed or chain.convex != finish.chain.convex or one is finish:
            continue
        if faces is not None and chain.faces != faces:
            continue
        for end, beside in ((0, 1), (-1, -2)):
            if chain.vertices[end] == vertex:
                found.append(unit(chain.points[end] - chain.points[beside]))
    return found[0] if len(found) == 1 else None
