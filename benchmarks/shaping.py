"""Hollowing, rounding, copying and planes: each beside a plain boolean of the same bodies.

Run: .venv/bin/python -m benchmarks.shaping
"""

from __future__ import annotations

from typing import Any

import numpy as np
from manifold3d import CrossSection, Manifold

from benchmarks.threads import timed
from core.project.cache import STATES
from core.project.document import from_data
from core.project.solve import solve
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
            f"{name}: {len(mesh.triangles)} triangles, a plain cut {plain * 1000:.1f} ms; hollowed"
            f" {hollow * 1000:.0f} ms ({hollow / plain:.0f} x), {len(wanted)} edges rounded"
            f" {rounded * 1000:.0f} ms ({rounded / plain:.0f} x), inside edges"
            f" {filled * 1000:.0f} ms"
        )
    told_steps()


def told_steps() -> None:
    """Steps as documents tell them, each beside a plain boolean of the body it acts on."""
    plate = {
        "id": "b",
        "kind": "extrude",
        "fields": {"height": "6"},
        "outline": {"kind": "rectangle", "fields": {"width": "120", "depth": "80", "corners": "8"}},
    }
    hole = {"id": "h", "kind": "hole", "fields": {"diameter": "3"},
            "place": {"on": "b.top", "y": "0 - 36"}}  # fmt: skip
    frame = {"id": "f", "kind": "sweep", "fields": {"path": "right 80, up 50, left 80, close"},
             "outline": {"kind": "rectangle", "fields": {"width": "10", "depth": "6"}}}  # fmt: skip
    rod = {"id": "r", "kind": "extrude", "fields": {"height": "300"},
           "outline": {"kind": "circle", "fields": {"diameter": "12"}}}  # fmt: skip
    cases: dict[str, tuple[list[dict[str, Any]], dict[str, Any]]] = {
        "40 holes along an outline": (
            [plate, hole],
            {"kind": "along", "fields": {"by": "0 - 4", "count": "40"}},
        ),
        "a gasket from the section at a face": (
            [plate, hole],
            {
                "kind": "extrude",
                "fields": {"height": "1"},
                "place": {"on": "b.top"},
                "outline": {"kind": "section", "fields": {"face": "b.top", "by": "0 - 2"}},
            },
        ),
        "a frame cut at its mitres and pegged": (
            [frame],
            {
                "kind": "split",
                "fields": {"plane": "at the mitres of a swept frame", "pegs": "1", "peg": "2"},
            },
        ),
        "a thread M12, 300 long": (
            [rod],
            {
                "kind": "thread",
                "place": {"on": "r.top"},
                "fields": {"designation": "M12", "long": "300"},
            },
        ),
    }
    for name, (before, step) in cases.items():
        body = _solid([*before])
        cutter = Manifold.cylinder(1000, 2, 2, 96, True)
        plain = timed(lambda body=body, cutter=cutter: (body - cutter).num_tri())
        own = timed(lambda before=before: _solid(before))
        after = [*before, {"id": "x", **step}]
        whole = timed(lambda after=after: _solid(after))
        print(f"{name}: {(whole - own) * 1000:.0f} ms, a plain cut {plain * 1000:.1f} ms "
              f"({(whole - own) / plain:.0f} x)")  # fmt: skip


def _solid(steps: list[dict[str, Any]]) -> Manifold:
    """The solid of a part with nothing kept from before."""
    STATES.clear()
    parts = [{"name": "p", "steps": steps}]
    document = {"format": "fair-hinge-project", "version": 2, "title": "b", "parts": parts}
    solution = solve(from_data(document))
    assert not solution.errors, solution.errors
    solid = solution.parts["p"].state.solid().solid
    solid.num_tri()
    return solid


if __name__ == "__main__":
    main()
