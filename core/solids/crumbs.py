"""Bodies without the crumbs that booleans leave where faces all but lie on each other."""

from __future__ import annotations

import numpy as np
from manifold3d import Manifold, Mesh64

from core.solids.body import Body


def without_crumbs(body: Body, least_mm3: float) -> Body:
    """The body without loose pieces, and shut rooms, that hold no more than this; itself where it
    has none.

    >>> grain = Manifold.cube((0.01, 0.01, 0.01)).translate((9, 9, 9))
    >>> box = Manifold.cube((4, 4, 4)) - Manifold.cube((2, 2, 2)).translate((1, 1, 1))
    >>> [round(without_crumbs(Body(one + grain), 0.1).volume_mm3, 9) for one in (grain, box)]
    [0.0, 56.0]
    """
    pieces = body.solid.decompose()
    kept = [piece for piece in pieces if abs(piece.volume()) > least_mm3]
    if len(kept) == len(pieces):
        return body
    # the skin of a shut room is a piece of less than no volume, which is lost in composing
    solid = Manifold.compose([piece for piece in kept if piece.volume() > 0])
    for skin in (piece for piece in kept if piece.volume() < 0):
        solid = solid - _room_in(skin)
    return Body(solid, body.sources)


def _room_in(skin: Manifold) -> Manifold:
    """What a skin encloses, its triangles remembering where they come from."""
    mesh = skin.to_mesh64()
    return Manifold(
        Mesh64(
            np.array(mesh.vert_properties, dtype=np.float64, order="C"),
            np.ascontiguousarray(np.asarray(mesh.tri_verts, dtype=np.uint64)[:, ::-1]),
            merge_from_vert=np.array(mesh.merge_from_vert, dtype=np.uint64),
            merge_to_vert=np.array(mesh.merge_to_vert, dtype=np.uint64),
            run_index=np.array(mesh.run_index, dtype=np.uint64),
            run_original_id=np.array(mesh.run_original_id, dtype=np.uint32),
            face_id=np.array(mesh.face_id, dtype=np.uint64),
        )
    )


def pieces_mm3(body: Body, least_mm3: float) -> list[tuple[Body, float]]:
    """The separate pieces of a body that hold more than this, largest first, and what each holds
    less the rooms in it. A piece is given without them.

    >>> box = Manifold.cube((4, 4, 4)) - Manifold.cube((2, 2, 2)).translate((1, 1, 1))
    >>> [round(held, 9) for _, held in pieces_mm3(Body(box), 0.1)]
    [56.0]
    """
    pieces = body.solid.decompose()
    outer = [piece for piece in pieces if piece.volume() > least_mm3]
    outer.sort(key=lambda piece: -piece.volume())
    held = [float(piece.volume()) for piece in outer]
    for skin in (piece for piece in pieces if piece.volume() < -least_mm3):
        around = [at for at, piece in enumerate(outer) if _within(skin, piece)]
        if around:
            held[around[-1]] += float(skin.volume())  # the smallest of them
    return [(Body(piece, body.sources), own) for piece, own in zip(outer, held, strict=True)]


def _within(one: Manifold, other: Manifold) -> bool:
    """Whether one's box lies in another's."""
    inner, outer = one.bounding_box(), other.bounding_box()
    return all(a >= b for a, b in zip(inner[:3], outer[:3], strict=True)) and all(
        a <= b for a, b in zip(inner[3:], outer[3:], strict=True)
    )
