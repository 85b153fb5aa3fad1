"""The wall map against the bare Embree time for the same rays.

Run: .venv/bin/python -m benchmarks.walls
"""

from __future__ import annotations

import time

import numpy as np
from embreex import rtcore_scene
from embreex.mesh_construction import TriangleMesh as EmbreeMesh
from manifold3d import Manifold

from core.proof.rays import START_MM
from core.proof.walls import measure_walls, spread_points
from core.solids import Body, triangle_mesh


def best(work, rounds: int = 5) -> float:
    times = []
    for _ in range(rounds):
        began = time.perf_counter()
        work()
        times.append(time.perf_counter() - began)
    return min(times)


def main() -> None:
    """Prints the times for meshes of rising size, and their ratio."""
    for segments in (64, 512, 4096, 25_000):
        solid = Manifold.cylinder(60, 40, 40, segments) - Manifold.cylinder(60, 38, 38, segments)
        mesh = triangle_mesh(Body(solid))
        points, _, normals = spread_points(mesh)
        origins = (points - normals * START_MM).astype(np.float32)
        directions = (-normals).astype(np.float32)
        corners = mesh.corners.astype(np.float32)

        def bare(corners=corners, origins=origins, directions=directions) -> None:
            scene = rtcore_scene.EmbreeScene()
            EmbreeMesh(scene, corners)
            scene.run(origins, directions, output=True)

        embree, ours = best(bare), best(lambda mesh=mesh: measure_walls(mesh))
        print(
            f"{len(mesh.triangles):8d} triangles, {len(points):6d} rays: bare Embree"
            f" {embree * 1000:6.1f} ms, wall map {ours * 1000:6.1f} ms, ratio {ours / embree:.2f}"
        )


if __name__ == "__main__":
    main()
