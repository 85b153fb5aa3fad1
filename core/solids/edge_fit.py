"""Whether a radius or a leg fits its edge, and the largest that does."""

from __future__ import annotations

import math
from collections.abc import Sequence

import numpy as np

from core.errors import BuildError
from core.outlines.facet_fineness import PRINT_MM, chord_error_mm
from core.solids.edge_sections import Faces, Finish, Points, Shape, touching_at, unit
from core.solids.edges import Chain

ON_FACE = 4.0  # chord errors: how far off its face a tangent point may lie, by its facets
OFF_ROUND = 0.1  # of a leg: how much shorter its straight way may be over a round face
LARGEST_TRIES = 14


def setback(chain: Chain, size: float, shape: Shape) -> Points:
    """How far each section reaches over the faces from the edge, (n,) mm."""
    if shape == "chamfer":
        return np.full(len(chain.points), size)
    cosines = np.clip(np.einsum("ij,ij->i", chain.left, chain.right), -1 + 1e-9, 1.0)
    return np.asarray(size * np.tan(np.arccos(cosines) / 2))


def must_fit(faces: Faces, finish: Finish, wanted: Sequence[Finish], shape: Shape) -> None:
    """Refuses a size that reaches past the faces it should touch, or into another edge's."""
    word = "round" if shape == "fillet" else "chamfer"
    if fits(faces, finish, wanted, shape):
        return
    low, high = 0.0, finish.size
    # of a sketch nobody reads what would fit
    for _ in range(LARGEST_TRIES if chord_error_mm() == PRINT_MM else 0):
        middle = (low + high) / 2
        sized = [w.sized(middle) if w.size == finish.size else w for w in wanted]
        if fits(faces, finish.sized(middle), sized, shape):
            low = middle
        else:
            high = middle
    remedy = f"at most {math.floor(low * 100) / 100:g} mm" if low >= 0.01 else "another edge"
    raise BuildError(f"a {finish.size:g} mm {word} does not fit this edge", remedy=remedy)


def fits(faces: Faces, finish: Finish, wanted: Sequence[Finish], shape: Shape) -> bool:
    """Whether a size fits its edge beside all others that are wanted: the tangent points of the
    chain lie on its faces, as far from the ball as they should, and clear of the other chains'."""
    chain = finish.chain
    points, left, right = _middles(chain)
    after = np.roll(chain.points, -1, axis=0)[: len(points)]
    along = unit(after - chain.points[: len(points)])
    touch = touching_at(faces, finish, shape, (points, left, right, along))
    near = ON_FACE * chord_error_mm()
    for touching, own, face, leg in zip(
        (touch.left, touch.right), chain.faces, faces.of(chain), finish.legs, strict=True
    ):
        if float(face.off(touching).max()) > near:
            return False
        away = np.linalg.norm(touching - touch.centre, axis=1)
        if float(np.abs(away - leg).max()) > near + (0.0 if face.flat else OFF_ROUND * leg):
            return False
        for other in wanted:
            if other.chain is chain or not (own & (other.chain.faces[0] | other.chain.faces[1])):
                continue
            apart = _distance_to_run(touching, other.chain)
            if (
                float(apart.min())
                < float(setback(other.chain, max(other.legs), shape).max()) - 1e-6
            ):
                return False
    return True


def _middles(chain: Chain) -> tuple[Points, Points, Points]:
    """Places half-way along each edge of a chain, with the normals of both faces there."""
    after = np.roll(np.arange(len(chain.points)), -1)
    if not chain.closed:
        after = after[:-1]
    before = np.arange(len(after))

    def half(values: Points) -> Points:
        return np.asarray((values[before] + values[after]) / 2)

    left, right = (
        n / np.maximum(np.linalg.norm(n, axis=1, keepdims=True), 1e-300)
        for n in (half(chain.left), half(chain.right))
    )
    return half(chain.points), left, right


def _distance_to_run(points: Points, chain: Chain) -> Points:
    """How far points (n, 3) lie from a chain, (n,) mm."""
    run = np.vstack([chain.points, chain.points[:1]]) if chain.closed else chain.points
    a, b = run[:-1], run[1:]
    along = b - a
    share = np.einsum("nij,ij->ni", points[:, None] - a[None], along)
    share = np.clip(share / np.maximum((along**2).sum(axis=1), 1e-300), 0.0, 1.0)
    foot = a[None] + share[:, :, None] * along[None]
    return np.asarray(np.linalg.norm(points[:, None] - foot, axis=2).min(axis=1))
