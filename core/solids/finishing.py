"""Named edges of a body finished in one go: rounded or chamfered, convex and concave together.

Where a convex edge and a concave one end in the same corner, the convex ones are finished first, so
that what fills the foot of a post goes round its rounded corners.
"""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass

import numpy as np

from core.solids.body import Body
from core.solids.edge_fit import fits
from core.solids.edge_sections import Faces, Finish, Shape
from core.solids.edges import (
    Chain,
    FaceName,
    chains_between,
    distinct_chains,
    every_chain,
    off_run,
)
from core.solids.frame import Vector
from core.solids.mesh import TriangleMesh, triangle_mesh
from core.solids.rolling import EdgeLeft, finished_edges


@dataclass(frozen=True)
class NamedEdge:
    """The edge where two faces meet, its radius or leg over the first, mm, and its leg over the
    other where that differs.

    Of several edges in which they meet all are meant, or the nearest to a point: ``near``, in
    shares of the first face's box.
    """

    one: FaceName
    other: FaceName
    size: float
    other_size: float | None = None
    near: Vector | None = None


@dataclass(frozen=True)
class Finished:
    """A body with its edges finished, how long they are together, mm, what was done, as (mode,
    piece) in order, and how many edges stay as they are."""

    body: Body
    along: float
    acts: tuple[tuple[str, Body], ...] = ()
    left: int = 0


def finished_by_name(body: Body, wanted: Sequence[NamedEdge], shape: Shape, step: str) -> Finished:
    """The body with named edges finished.

    Raises:
        BuildError: an edge is not there, or a size does not fit; names what would.
    """
    mesh = triangle_mesh(body)
    found = [(edge, chosen_chains(mesh, edge)) for edge in wanted]
    finishes = _distinct(found)
    along = sum(one.chain.length for one in finishes)
    first = _before_others(finishes)
    if not first:
        body, acts = finished_edges(body, mesh, finishes, shape, step)
        return Finished(body, along, acts)
    body, acts = finished_edges(body, mesh, first, shape, step)
    mesh = triangle_mesh(body)
    hollow = [edge for edge, chains in found if not all(one.convex for one in chains)]
    left = _distinct([(edge, chosen_chains(mesh, edge)) for edge in hollow])
    left = [one for one in left if not one.chain.convex]
    body, further = finished_edges(body, mesh, left, shape, step)
    return Finished(body, along, (*acts, *further))


def chosen_chains(mesh: TriangleMesh, edge: NamedEdge) -> list[Chain]:
    """Every chain of a named edge, or the one that is meant.

    Raises:
        BuildError: a face is not there, or the two do not meet.
    """
    chains = chains_between(mesh, edge.one, edge.other)
    if edge.near is None:
        return chains
    corners = mesh.corners[mesh.on(edge.one[0], frozenset({edge.one[1]}))].reshape(-1, 3)
    low, high = corners.min(axis=0), corners.max(axis=0)
    point = low + np.array(edge.near) * (high - low)
    return [min(chains, key=lambda chain: off_run(chain.run, point))]


def _distinct(found: Sequence[tuple[NamedEdge, Sequence[Chain]]]) -> list[Finish]:
    """Every chain once, with the size of the first edge that names it."""
    kept = {id(chain) for chain in distinct_chains(c for _, chains in found for c in chains)}
    return [
        Finish(chain, edge.size, edge.other_size)
        for edge, chains in found
        for chain in chains
        if id(chain) in kept
    ]


def _before_others(finishes: Sequence[Finish]) -> list[Finish]:
    """Every convex chain, where one of them ends in a corner in which a concave one ends as
    well.
    """

    def ends(convex: bool) -> set[int]:
        return {
            one.chain.vertices[end]
            for one in finishes
            if one.chain.convex == convex and not one.chain.closed
            for end in (0, -1)
        }

    if not ends(True) & ends(False):
        return []
    return [one for one in finishes if one.chain.convex]


def every_edge_rounded(body: Body, radius: float, convex: bool, of: str, step: str) -> Finished:
    """The body with all of its convex, or concave, edges rounded that take the radius.

    Args:
        of: the step whose faces they border; empty: every edge.

    >>> from core.outlines import rectangle
    >>> from core.solids import Frame, Prism, prism_body
    >>> plate = prism_body(Prism(Frame(), rectangle(30, 20), 0, 10), "plate")
    >>> every_edge_rounded(plate, 2.0, True, "", "soft").body.volume_mm3 < plate.volume_mm3
    True
    """
    mesh = triangle_mesh(body)
    wanted = [Finish(chain, radius) for chain in every_chain(mesh, convex, of)]
    faces = Faces(mesh)
    taken = [one for one in wanted if fits(faces, one, [one], "fillet")]
    while True:
        kept = [one for one in taken if fits(faces, one, taken, "fillet")]
        if len(kept) == len(taken):
            break
        # of those that are in each other's way the longest stays
        crowded = sorted(
            (one for one in taken if one not in kept), key=lambda one: one.chain.length
        )
        taken = [one for one in taken if one is not crowded[0]]
    while taken:
        try:
            done, acts = finished_edges(body, mesh, taken, "fillet", step)
        except EdgeLeft as failure:
            taken = [one for one in taken if one is not failure.finish]
            continue
        along = sum(one.chain.length for one in taken)
        return Finished(done, along, acts, len(wanted) - len(taken))
    return Finished(body, 0.0, left=len(wanted))
