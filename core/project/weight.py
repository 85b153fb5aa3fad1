"""How much memory a value holds, about: what caches are bounded by.

Arrays, texts and bytes count what they hold; a solid by its triangles; other things by what they
are made of. Shared pieces are counted once a value, and again in every value that holds them.

>>> import numpy as np
>>> weight(np.zeros(1000)) == 8000 + OBJECT
True
"""

from __future__ import annotations

from collections.abc import Mapping
from typing import Any

import numpy as np
from manifold3d import CrossSection, Manifold

from core.project.results import Solution
from core.solids import Body, TriangleMesh
from core.steps import PartState

OBJECT = 64  # bytes of a plain object, about
TRIANGLE = 280  # bytes of a triangle of a solid, measured on spheres cut by a box (manifold3d 3.3)
FEATURE = 4000  # of what a step leaves behind besides solids
WORKED_OUT = 272  # bytes a triangle of what is worked out from a mesh: corners, normals, edges
DEEPEST = 40


def weight(value: Any) -> int:
    """Bytes a value holds, about. O(pieces)."""
    return _weight(value, set(), 0)


def _weight(value: Any, seen: set[int], depth: int) -> int:
    if value is None or isinstance(value, bool | int | float):
        return OBJECT // 2
    if isinstance(value, str | bytes):
        return OBJECT + len(value)
    if id(value) in seen or depth > DEEPEST:
        return 0
    seen.add(id(value))
    if isinstance(value, np.ndarray):
        return OBJECT + int(value.nbytes)
    if isinstance(value, TriangleMesh):
        arrays = value.vertices.nbytes + value.triangles.nbytes + value.face_index.nbytes
        return int(arrays) + WORKED_OUT * len(value.triangles)
    if isinstance(value, PartState):
        # its pieces are small beside it, or stand in the states before it too
        solid = 0 if value.body is None else _weight(value.body, seen, depth + 1)
        return solid + FEATURE * len(value.features)
    if isinstance(value, Solution):
        # what was read of its fields is small beside the solids
        parts = value.parts.values()
        solids = sum(_weight(part.state, seen, depth + 1) for part in parts)
        return solids + FEATURE * sum(len(part.steps) for part in parts)
    if isinstance(value, Body):
        return OBJECT + TRIANGLE * int(value.solid.num_tri())
    if isinstance(value, Manifold):
        return OBJECT + TRIANGLE * int(value.num_tri())
    if isinstance(value, CrossSection):
        return OBJECT + 16 * int(value.num_vert())
    if isinstance(value, Mapping):
        return OBJECT + sum(
            _weight(key, seen, depth + 1) + _weight(one, seen, depth + 1)
            for key, one in value.items()
        )
    if isinstance(value, list | tuple | set | frozenset):
        return OBJECT + sum(_weight(one, seen, depth + 1) for one in value)
    own = getattr(value, "__dict__", None)
    return OBJECT + (sum(_weight(one, seen, depth + 1) for one in own.values()) if own else 0)
