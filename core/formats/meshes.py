"""STL, OBJ, PLY and GLB through trimesh. Coordinates in mm; GLB in metres as its standard wants."""

from __future__ import annotations

import numpy as np
from numpy.typing import NDArray

GLB_UNITS_PER_MM = 0.001  # glTF 2.0, section 3.4: lengths are metres


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
