"""A small picture of a whole project, drawn without a screen: one ray a pixel, ink where faces end.

Parts stand as they do in the finished thing and are seen from the side the stage begins with.
"""

from __future__ import annotations

import io

import numpy as np
from embreex import rtcore_scene
from embreex.mesh_construction import TriangleMesh as EmbreeMesh
from numpy.typing import NDArray

from core.checks.finished import mesh_of
from core.project.assembly import assembled_poses
from core.project.results import Solution

WIDE, TALL = 320, 200
FINER = 2  # rays a pixel each way
EYE = np.array([0.72, -1.1, 0.78])
SUN = np.array([0.35, -0.5, 1.0])
INK = np.array([35, 48, 58])
ROOM = 1.12
CREASE = 0.9  # cosine between faces beyond which the edge between them is drawn
Pixels = NDArray[np.float64]


def picture_of(solution: Solution) -> bytes | None:
    """A WebP picture with a clear ground, 320 by 200; None where nothing has a solid.

    >>> from core.project.solve import solve
    >>> from core.project.starters import begun
    >>> picture_of(solve(begun("lidded_box")))[8:12]
    b'WEBP'
    """
    found = _triangles(solution)
    if found is None:
        return None
    corners, colours, faces = found
    rgba = _drawn(corners, colours, faces)
    from PIL import Image

    small = rgba.reshape(TALL, FINER, WIDE, FINER, 4).mean(axis=(1, 3))
    picture = Image.fromarray(np.clip(small, 0, 255).astype(np.uint8), "RGBA")
    data = io.BytesIO()
    picture.save(data, "WEBP", quality=82, method=2)
    return data.getvalue()


def _triangles(solution: Solution) -> tuple[Pixels, Pixels, NDArray[np.int64]] | None:
    """Corners (n, 3, 3) as assembled, a colour and a face number for each triangle."""
    poses = assembled_poses(solution)
    corners, colours, faces, count = [], [], [], 0
    for name, part in solution.parts.items():
        if part.state.body is None or part.part.shown == "hidden":
            continue
        mesh, pose = mesh_of(part.state), poses[name]
        corners.append(mesh.corners @ pose[:, :3].T + pose[:, 3])
        colour = part.part.colour.lstrip("#")
        rgb = [int(colour[i : i + 2], 16) for i in (0, 2, 4)]
        colours.append(np.tile(rgb, (len(mesh.triangles), 1)))
        faces.append(mesh.face_index.astype(np.int64) + count)
        count += len(mesh.faces)
    if not corners:
        return None
    return np.concatenate(corners), np.concatenate(colours).astype(float), np.concatenate(faces)


def _drawn(corners: Pixels, colours: Pixels, faces: NDArray[np.int64]) -> Pixels:
    way = EYE / np.linalg.norm(EYE)
    right = np.cross([0.0, 0.0, 1.0], way)
    right /= np.linalg.norm(right)
    up = np.cross(way, right)
    points = corners.reshape(-1, 3)
    across, over = points @ right, points @ up
    scale = ROOM * max(np.ptp(across) / WIDE, np.ptp(over) / TALL, 1e-6) / FINER
    middle_x, middle_y = (across.min() + across.max()) / 2, (over.min() + over.max()) / 2
    tall, wide = TALL * FINER, WIDE * FINER
    rows, columns = np.mgrid[0:tall, 0:wide]
    x = middle_x + (columns - (wide - 1) / 2) * scale
    y = middle_y - (rows - (tall - 1) / 2) * scale
    far = float((points @ way).max()) + 10.0
    origins = x[..., None] * right + y[..., None] * up + far * way
    scene = rtcore_scene.EmbreeScene()
    EmbreeMesh(scene, corners.astype(np.float32))
    flat = origins.reshape(-1, 3).astype(np.float32)
    hits = scene.run(flat, np.broadcast_to(-way, flat.shape).astype(np.float32), output=True)
    triangle = np.asarray(hits["primID"]).reshape(tall, wide)
    hit = triangle >= 0
    normal = np.cross(corners[:, 1] - corners[:, 0], corners[:, 2] - corners[:, 0])
    normal /= np.maximum(np.linalg.norm(normal, axis=1), 1e-30)[:, None]
    sun = SUN / np.linalg.norm(SUN)
    light = 0.62 + 0.38 * np.clip(normal @ sun, -0.6, 1)
    shaded = np.zeros((tall, wide, 4))
    shaded[hit, :3] = colours[triangle[hit]] * light[triangle[hit], None]
    shaded[hit, 3] = 255.0
    own = np.where(hit, faces[triangle], -1)
    seen = np.where(hit[..., None], normal[triangle], 0.0)
    ink = _edges(own, seen)
    shaded[ink, :3] = INK
    shaded[ink, 3] = 255.0
    return shaded


def _edges(face: NDArray[np.int64], normal: Pixels) -> NDArray[np.bool_]:
    """Pixels at which one face ends and another begins at an angle, or the ground does."""
    ink = np.zeros(face.shape, dtype=bool)
    for axis in (0, 1):
        here = (slice(None, -1), slice(None)) if axis == 0 else (slice(None), slice(None, -1))
        next_ = (slice(1, None), slice(None)) if axis == 0 else (slice(None), slice(1, None))
        differ = face[here] != face[next_]
        bent = (normal[here] * normal[next_]).sum(axis=2) < CREASE
        ink[here] |= differ & bent
    return ink
