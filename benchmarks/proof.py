"""Every check of the proof against the library it stands on, in one run.

Rays against bare Embree, the layer test against bare slicing in manifold3d, volume and closedness
against trimesh (gaps are in benchmarks.threads); then a mesh of about a million triangles
proved whole, with its time and peak memory.

Run: .venv/bin/python -m benchmarks.proof
"""

from __future__ import annotations

import subprocess
import sys
import tempfile
import time
from collections.abc import Callable
from contextlib import suppress
from functools import partial
from pathlib import Path

import numpy as np
import psutil
import trimesh
from embreex import rtcore_scene
from embreex.mesh_construction import TriangleMesh as EmbreeMesh
from manifold3d import Manifold, Mesh64

from core.checks.kept import SHARES
from core.project.helper import Errand, help_when, helped
from core.proof.closed import check_closed
from core.proof.layers import layer_heights, test_layers, together
from core.proof.marks import mark_surface
from core.proof.mass import measure_bulk
from core.proof.overhang import check_overhang
from core.proof.rays import START_MM
from core.proof.slots import measure_slots
from core.proof.walls import measure_walls, spread_points
from core.solids import Body, TriangleMesh, triangle_mesh


def best(work: Callable[[], object], rounds: int = 3) -> float:
    """The least time of some rounds, ms."""
    times = []
    for _ in range(rounds):
        began = time.perf_counter()
        work()
        times.append(time.perf_counter() - began)
    return min(times) * 1000


def line(what: str, ours: float, name: str, theirs: float) -> None:
    print(f"{what:34} {ours:9.1f} ms   {name:28} {theirs:9.1f} ms   ratio {ours / theirs:6.2f}")


def bumpy(subdivisions: int, radius: float) -> trimesh.Trimesh:
    """A ball with bumps: every way a face can lean."""
    ball = trimesh.creation.icosphere(subdivisions=subdivisions, radius=radius)
    at = ball.vertices
    bumps = 1 + 0.03 * np.sin(at[:, [0]] / 3) * np.cos(at[:, [1]] / 4)
    return trimesh.Trimesh(at * bumps, ball.faces, process=False)


def solid_of(mesh: trimesh.Trimesh) -> Manifold:
    return Manifold(Mesh64(np.array(mesh.vertices), np.array(mesh.faces, dtype=np.uint64)))


def fresh(mesh: TriangleMesh) -> TriangleMesh:
    """The same mesh with nothing worked out from it yet."""
    return TriangleMesh(mesh.vertices, mesh.triangles, mesh.face_index, mesh.faces)


def held_gb(pid: int) -> float:
    """What a process and its helper hold, what they share counted once, GB."""
    total = 0
    with suppress(psutil.Error):
        one = psutil.Process(pid)
        for each in (one, *one.children()):
            total += each.memory_full_info().pss
    return total / 1e9


def main() -> None:
    """Prints a line for each check, then the whole proof."""
    ball = bumpy(6, 40.0)
    solid = solid_of(ball)
    solid = solid.translate((0, 0, -solid.bounding_box()[2]))
    mesh = triangle_mesh(Body(solid))
    print(f"{len(mesh.triangles):,} triangles")
    points, _, normals = spread_points(mesh)
    origins = (points - normals * START_MM).astype(np.float32)

    def bare_rays() -> None:
        scene = rtcore_scene.EmbreeScene()
        EmbreeMesh(scene, mesh.vertices[mesh.triangles].astype(np.float32))
        scene.run(origins, (-normals).astype(np.float32), output=True)

    rays = best(bare_rays)
    line("wall map", best(lambda: measure_walls(fresh(mesh))), "bare Embree, same rays", rays)
    line("slots", best(lambda: measure_slots(fresh(mesh))), "bare Embree, same rays", rays)
    _, heights = layer_heights(solid, 0.2)
    sliced = best(lambda: [solid.slice(float(z)) for z in heights])
    line(f"layer test, {len(heights)} layers", best(lambda: test_layers(solid, 0.2, 45)),
         "manifold3d slices alone", sliced)  # fmt: skip

    def in_shares() -> None:
        errands = [
            Errand(f"share {n}", partial(test_layers, solid, 0.2, 45, (n, SHARES)), 1.0)
            for n in range(SHARES)
        ]
        with helped(errands) as answer:
            together([answer(n) for n in range(SHARES)])

    help_when(lambda: True)
    line("… in shares, with a helper", best(in_shares), "manifold3d slices alone", sliced)
    help_when(lambda: False)
    own = trimesh.Trimesh(mesh.vertices, mesh.triangles, process=False)

    def theirs() -> object:
        copy = trimesh.Trimesh(own.vertices, own.faces, process=False)
        return copy.volume, copy.is_watertight, copy.center_mass

    def ours() -> object:
        copy = fresh(mesh)
        return measure_bulk(copy), check_closed(copy)

    line("volume, centre, closed, shells", best(ours), "trimesh", best(theirs))
    over = check_overhang(mesh, 45, 0.2)
    layers = test_layers(solid, 0.2, 45)
    marks = best(
        lambda: mark_surface(
            mesh, np.eye(3, 4), over.triangles, layers, (0.45, 0.9), 0.26, 10.0, 0.2
        )
    )
    line("hatching of all surfaces", marks, "bare Embree, same rays", rays)
    with tempfile.TemporaryDirectory() as folder:
        path = Path(folder) / "ball.stl"
        ball = bumpy(8, 40.0)
        ball.export(path)
        count = len(ball.faces)
        began = time.perf_counter()
        proved = subprocess.Popen(
            [sys.executable, "-m", "cli", "check", str(path)], stdout=subprocess.DEVNULL
        )
        peak = 0.0
        while proved.poll() is None:
            peak = max(peak, held_gb(proved.pid))
            time.sleep(0.25)
        took = time.perf_counter() - began
    print(
        f"{count:,} triangles read and proved by the command line: {took:.1f} s, "
        f"{took / count * 1e6:.1f} s a million; peak memory {peak:.2f} GB, "
        f"{peak / count * 1e6:.2f} GB a million"
    )


if __name__ == "__main__":
    main()
