"""Hollowing, rounding, copying and planes: each beside a plain boolean of the same bodies.

Run: .venv/bin/python -m benchmarks.shaping
"""

from __future__ import annotations

import numpy as np
from manifold3d import CrossSection, Manifold

from benchmarks.threads import timed
from core.solids import Body, Source, triangle_mesh
from core.solids.edge_sections import Finish
from core.solids.edges import every_chain
from core.solids.finishing import every_edge_rounded
from core.solids.hollow import hollowed
from core.solids.rolling import finished_edges
from core.solids.stack import close_mesh


def body_of(solid: Manifold) -> Body:
    """A solid whose flat faces are named by the way they look, all else one face."""
    raw = solid.to_mesh64()
    points = np.asarray(raw.vert_properties)[:, :3]
    triangles = np.asarray(raw.tri_verts, dtype=np.int64)
    corners = points[triangles]
    normals = np.cross(corners[:, 1] - corners[:, 0], corners[:, 2] - corners[:, 0])
    normals /= np.linalg.norm(normals, axis=1, keepdims=True)
    flat = np.abs(normals).max(axis=1) > 1 - 1e-9
    axis = np.abs(normals).argmax(axis=1)
    facing = 2 * axis + (np.take_along_axis(normals, axis[:, None], 1)[:, 0] > 0)
    labels = np.where(flat, facing + 1, 0).astype(np.int64)
    names = ("round", "left", "right", "front", "back", "bottom", "top")
    return close_mesh(points, triangles, labels, Source("b", names))


def cases() -> dict[str, tuple[Body, Manifold, float]]:
    """A body, a second one for the boolean beside it, and a wall or radius, mm."""
    box = Manifold.cube((60, 40, 20))
    stack = box + Manifold.cube((80, 60, 15)).translate((-10, -10, 20))
    flask = Manifold.revolve(
        CrossSection([[(0, 0), (20, 0), (20, 30), (8, 42), (8, 52), (0, 52)]]), 160
    )
    pipes = Manifold.cylinder(60, 12, 12, 128, True) + Manifold.cylinder(40, 8, 8, 96).rotate(
        (0, 90, 0)
    )
    cutter = Manifold.cylinder(200, 5, 5, 96, True)
    return {
        "box": (body_of(box), cutter, 2.0),
        "two blocks": (body_of(stack), cutter, 2.0),
        "flask": (body_of(flask), cutter, 1.6),
        "two pipes": (body_of(pipes), cutter, 1.5),
    }  # fmt: skip


def main() -> None:
    """Prints times and ratios of one run."""
    for name, (body, cutter, size) in cases().items():
        mesh = triangle_mesh(body)
        plain = timed(lambda body=body, cutter=cutter: (body.solid - cutter).num_tri())
        top = [i for i, face in enumerate(mesh.faces) if face[1] == "top"]
        walls = np.full(len(mesh.faces), size)
        names = [f"inner {face}" for _, face in mesh.faces]
        hollow = timed(lambda b=body, m=mesh, w=walls, o=top, n=names: hollowed(b, m, w, o, "h", n))
        convex = every_chain(mesh, True)
        wanted = [Finish(chain, size / 2) for chain in convex]
        rounded = timed(lambda b=body, m=mesh, w=wanted: finished_edges(b, m, w, "fillet", "e"))
        filled = timed(lambda b=body: every_edge_rounded(b, 1.0, False, "", "e"))
        print(
            f"{name}: {len(mesh.triangles)} triangles, a plain cut {plain * 1000:.1f} ms; hollowed "
            f"{hollow * 1000:.0f} ms ({hollow / plain:.0f} x), {len(wanted)} edges rounded "
            f"{rounded * 1000:.0f} ms ({rounded / plain:.0f} x), inside edges {filled * 1000:.0f} ms"
        )


if __name__ == "__main__":
    main()
