"""STL, OBJ, PLY and GLB through trimesh. Coordinates in mm; GLB in metres as its standard wants."""

from __future__ import annotations

import numpy as np
from numpy.typing import NDArray

from core.solids.linked import groups
from core.solids.rows import distinct_rows

SINGLE_MM = 1e-5  # a part of 100 mm is no finer in single precision
SHORT_MM = 0.02  # edges a print knows nothing of
PASSES = 6
GLB_UNITS_PER_MM = 0.001  # glTF 2.0, section 3.4: lengths are metres


def in_single(
    vertices: NDArray[np.float64], triangles: NDArray[np.int64]
) -> tuple[NDArray[np.float64], NDArray[np.int64]]:
    """A mesh as an STL file keeps it, which knows no corners but by their coordinates in single
    precision: corners as near as that made one, and triangles without area left out. Those slivers
    would leave the file open for whoever puts its triangles together again.

    >>> corners = np.array([[0, 0, 0], [1, 0, 0], [1, 1e-12, 0], [0, 1, 0]], dtype=float)
    >>> in_single(corners, np.array([[0, 1, 2], [0, 2, 3]]))[1].tolist()
    [[0, 1, 2]]
    """
    stored = (np.round(vertices / SINGLE_MM) * SINGLE_MM).astype(np.float32) + np.float32(0.0)
    first, same = distinct_rows(stored.view(np.int32).astype(np.int64))
    points, mesh = stored[first].astype(np.float64), _with_area(same[triangles])
    for _ in range(PASSES):
        # where slivers went, an edge may be left that four triangles share: it is drawn together
        ends = np.sort(np.stack([mesh, np.roll(mesh, -1, axis=1)], axis=2).reshape(-1, 2), axis=1)
        edges, which = distinct_rows(ends)
        shared = ends[edges[np.bincount(which) > 2]]
        short = np.linalg.norm(points[shared[:, 0]] - points[shared[:, 1]], axis=1) < SHORT_MM
        if not short.any():
            break
        at = groups(len(points), *shared[short].T)
        _, kept = np.unique(at, return_index=True)
        points, mesh = points[kept], _with_area(at[mesh])
    return points, mesh


def _with_area(mesh: NDArray[np.int64]) -> NDArray[np.int64]:
    """Triangles without those of fewer than three corners, and without pairs that lie back to back
    and close nothing in."""
    one, two, three = mesh.T
    mesh = mesh[(one != two) & (two != three) & (three != one)]
    _, twin = distinct_rows(np.sort(mesh, axis=1))
    return np.asarray(mesh[np.bincount(twin)[twin] != 2])


def write_mesh(
    name: str,
    vertices: NDArray[np.float64],
    triangles: NDArray[np.int64],
    colour: str,
    kind: str,
) -> bytes:
    """A triangle mesh (n, 3) and (m, 3) as the bytes of a file of that kind.

    >>> from manifold3d import Manifold
    >>> from core.solids import Body, triangle_mesh
    >>> mesh = triangle_mesh(Body(Manifold.cube((1, 1, 1))))
    >>> len(write_mesh("cube", mesh.vertices, mesh.triangles, "#7fa79f", "stl")) == 84 + 12 * 50
    True
    """
    import trimesh  # takes a while to load, and only files want it

    scale = GLB_UNITS_PER_MM if kind == "glb" else 1.0
    points = vertices * scale
    if kind == "glb":  # glTF is y up
        points = np.column_stack([points[:, 0], points[:, 2], -points[:, 1]])
    if kind == "stl":
        points, triangles = in_single(points, triangles)
    ink = [*bytes.fromhex(colour.removeprefix("#")), 255]
    mesh = trimesh.Trimesh(points, triangles, face_colors=ink, process=False)
    mesh.metadata["name"] = name
    if kind == "glb":
        scene = trimesh.Scene()
        mesh.visual = trimesh.visual.TextureVisuals(
            material=trimesh.visual.material.PBRMaterial(baseColorFactor=ink)
        )
        scene.add_geometry(mesh, geom_name=name, node_name=name)
        data = scene.export(file_type="glb")
    elif kind == "obj":
        data = mesh.export(file_type="obj", include_color=False, include_normals=False,
                           header=f"{name}, millimetres")  # fmt: skip
    else:
        data = mesh.export(file_type=kind)
    return data.encode() if isinstance(data, str) else bytes(data)
