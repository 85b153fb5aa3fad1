"""Edges rounded with a rolling ball, or chamfered, on any finished body.

Sections along each chain are joined into one closed tool: cut from a convex edge, added to a
concave one. Where three chains of one radius and one kind meet, the corner follows the ball as
well; where two meet before a face that would leave them apart, both go on to the plane between
them. A chamfer is the same tool with a straight section, by one distance or two.
"""

from __future__ import annotations

from collections.abc import Sequence
from functools import reduce

from core.errors import BuildError
from core.solids.body import Body
from core.solids.crumbs import without_crumbs
from core.solids.edge_corners import corner_pieces, pivots
from core.solids.edge_fit import must_fit
from core.solids.edge_runs import runs_of, tools_along
from core.solids.edge_sections import Faces, Finish, Shape
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
    for run in runs_of(mesh, wanted):
        finish = run.ways[0].finish
        try:
            tools = tools_along(faces, run, shape, step)
        except Unclosed:
            left = EdgeLeft(
                f"{finish.size:g} mm along this edge does not close into a solid",
                remedy="a smaller size, or without this edge",
            )
            left.finish = finish
            raise left from None
        (cut if finish.chain.convex else add).extend(tools)
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
