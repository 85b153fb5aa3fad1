"""Meshes that came from files, kept by the hash of their contents so that documents can name
them.
"""

from __future__ import annotations

import hashlib
import threading
from collections import OrderedDict
from collections.abc import Callable

import numpy as np
from manifold3d import Manifold, Mesh64
from numpy.typing import NDArray

from core.errors import BuildError
from core.solids.body import Body, Source

Points = NDArray[np.float64]
Triangles = NDArray[np.int64]
MOST_KEPT = 16
Loader = Callable[[str], tuple[Points, Triangles] | None]

_kept: OrderedDict[str, tuple[Points, Triangles]] = OrderedDict()
_lock = threading.Lock()
_loaders: list[Loader] = []


def mesh_key(vertices: Points, triangles: Triangles) -> str:
    """The name of a mesh: a hash of its points and corners.

    >>> corners = np.array([[0.0, 0, 0], [1, 0, 0], [0, 1, 0], [0, 0, 1]])
    >>> faces = np.array([[0, 2, 1], [0, 1, 3], [1, 2, 3], [0, 3, 2]])
    >>> mesh_key(corners, faces) == mesh_key(corners.copy(), faces)
    True
    """
    digest = hashlib.blake2b(digest_size=12)
    digest.update(np.ascontiguousarray(vertices, dtype=np.float64).tobytes())
    digest.update(np.ascontiguousarray(triangles, dtype=np.int64).tobytes())
    return "m" + digest.hexdigest()


def keep_mesh(vertices: Points, triangles: Triangles) -> str:
    """Keeps a mesh at hand under its key, which is returned.

    >>> corners = np.array([[0.0, 0, 0], [1, 0, 0], [0, 1, 0], [0, 0, 1]])
    >>> faces = np.array([[0, 2, 1], [0, 1, 3], [1, 2, 3], [0, 3, 2]])
    >>> keep_mesh(corners, faces) == mesh_key(corners, faces)
    True
    """
    key = mesh_key(vertices, triangles)
    with _lock:
        _kept[key] = (vertices, triangles)
        while len(_kept) > MOST_KEPT:
            _kept.popitem(last=False)
    return key


def find_meshes_with(loader: Loader) -> None:
    """Says where meshes that are no longer at hand are found by key."""
    _loaders[:] = [loader]


def imported_body(key: str, scale: float, step: str) -> Body:
    """The solid of a kept mesh.

    Raises:
        BuildError: no mesh of that key, or one that is not closed.

    >>> corners = np.array([[0.0, 0, 0], [1, 0, 0], [0, 1, 0], [0, 0, 1]])
    >>> key = keep_mesh(corners, np.array([[0, 2, 1], [0, 1, 3], [1, 2, 3], [0, 3, 2]]))
    >>> round(imported_body(key, 6.0, "corner").volume_mm3, 6)
    36.0
    """
    with _lock:
        found = _kept.get(key)
    if found is None:
        found = next((mesh for loader in _loaders if (mesh := loader(key)) is not None), None)
        if found is None:
            raise BuildError("the mesh of this step is not here", remedy="bring its file in again")
        keep_mesh(*found)
    vertices, triangles = found
    original = Manifold.reserve_ids(1)
    solid = Manifold(
        Mesh64(
            np.array(vertices * scale, dtype=np.float64, order="C"),
            np.array(triangles, dtype=np.uint64, order="C"),
            run_index=np.array([0, 3 * len(triangles)], dtype=np.uint64),
            run_original_id=np.array([original], dtype=np.uint32),
            face_id=np.zeros(len(triangles), dtype=np.uint64),
        )
    )
    if solid.status().name != "NoError" or solid.is_empty():
        raise BuildError("the mesh is not a closed solid", remedy="mend it when bringing it in")
    if solid.volume() <= 0:
        raise BuildError("the mesh is inside out", remedy="mend it when bringing it in")
    return Body(solid, {original: Source(step, ("surface",))})
