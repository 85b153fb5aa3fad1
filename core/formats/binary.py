"""The compact mesh a screen draws.

Little-endian: magic ``FHM1``, uint32 vertex count n, uint32 triangle count m, then n × 3 float32
positions in mm, m × 3 uint32 corners, m uint16 indices into the part's list of faces (which
names step and face), padded to four bytes.

Marks on a surface: magic ``FHK1``, uint32 count n, n × 9 float32 corners, n uint8 kinds, n uint8
levels.
"""

from __future__ import annotations

import struct

import numpy as np
from numpy.typing import NDArray

from core.errors import FormatError
from core.solids import TriangleMesh

MAGIC = b"FHM1"


def pack_mesh(mesh: TriangleMesh) -> bytes:
    """A mesh as bytes.

    >>> from manifold3d import Manifold
    >>> from core.solids import Body, triangle_mesh
    >>> len(unpack_mesh(pack_mesh(triangle_mesh(Body(Manifold.cube((1, 1, 1))))))[1])
    12
    """
    header = MAGIC + struct.pack("<II", len(mesh.vertices), len(mesh.triangles))
    faces = mesh.face_index.astype("<u2").tobytes()
    return b"".join(
        (
            header,
            mesh.vertices.astype("<f4").tobytes(),
            mesh.triangles.astype("<u4").tobytes(),
            faces,
            b"\0" * (-len(faces) % 4),
        )
    )


def pack_marks(
    corners: NDArray[np.float64], kind: NDArray[np.uint8], level: NDArray[np.uint8]
) -> bytes:
    """Marked triangles (n, 3, 3) with their kinds and levels (n,) as bytes."""
    return b"".join(
        (
            b"FHK1",
            struct.pack("<I", len(corners)),
            corners.astype("<f4").tobytes(),
            kind.tobytes(),
            level.tobytes(),
        )
    )


def unpack_mesh(
    data: bytes,
) -> tuple[NDArray[np.float32], NDArray[np.uint32], NDArray[np.uint16]]:
    """Positions (n, 3), triangles (m, 3) and face indices (m,) from `pack_mesh`.

    Raises:
        FormatError: not such a mesh, or cut short.
    """
    if data[:4] != MAGIC or len(data) < 12:
        raise FormatError("this is not a packed mesh")
    vertices, triangles = struct.unpack_from("<II", data, 4)
    at = 12
    if len(data) < at + 12 * vertices + 14 * triangles:
        raise FormatError("the packed mesh is cut short")
    positions = np.frombuffer(data, "<f4", 3 * vertices, at).reshape(-1, 3)
    at += 12 * vertices
    corners = np.frombuffer(data, "<u4", 3 * triangles, at).reshape(-1, 3)
    at += 12 * triangles
    return positions, corners, np.frombuffer(data, "<u2", triangles, at)
